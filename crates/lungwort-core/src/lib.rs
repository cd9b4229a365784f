//! The engine of Lungwort: what a template asks (a rulebook), what a file holds (intake), and what is wrong
//! with it (findings).
//!
//! Data runs one way: bytes → rows → findings → report. Nothing here prints, colours, prompts or parses
//! arguments; whoever drives the engine gives it a [`finding::Sink`].
#![deny(clippy::print_stdout, clippy::print_stderr)]

pub mod blank;
pub mod cell;
pub mod check;
pub mod condition;
pub mod finding;
pub mod intake;
pub mod learn;
pub mod lint;
pub mod rulebook;

pub use encoding_rs::Encoding;
