//! One cell's text to a typed value: numbers, dates, yes/no, identifiers, characters.
//!
//! This is ground: it knows nothing of columns, rulebooks or files. Each reader comes in two
//! strengths: a strict one for text as it should be (fast, allocates nothing), and a forgiving one
//! that works out what a person meant by text that is not, so that a correction can be proposed.

pub mod characters;
pub mod date;
pub mod fold;
pub mod format;
pub mod key;
mod near;
pub mod number;
pub mod order;
pub mod packed;
pub(crate) mod places;
pub mod shown;
pub mod spelling;
pub mod texts;
pub mod value;
pub mod yes_no;

pub use value::{Kind, Value};
