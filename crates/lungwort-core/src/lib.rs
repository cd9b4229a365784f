//! The engine of Lungwort: what a template requires (a rulebook), what a file holds (intake), and what is wrong
//! with it (findings).
//!
//! Data runs one way: bytes → rows → findings → report. Nothing here prints, colours, prompts or parses
//! arguments; whoever drives the engine gives it a [`finding::Sink`].
//!
//! A rulebook is loaded, a file opened, and both given to a [`check::Checker`]:
//!
//! ```
//! use std::ops::ControlFlow;
//! use std::path::Path;
//!
//! use lungwort_core::check::{Checker, Opened, Options};
//! use lungwort_core::finding::{Finding, Sink};
//! use lungwort_core::intake::{ReadOptions, Source};
//! use lungwort_core::rulebook;
//!
//! struct Printed;
//!
//! impl Sink for Printed {
//!     fn take(&mut self, finding: Finding) -> ControlFlow<()> {
//!         let place = finding.address.place;
//!         assert_eq!((finding.problem.code.name, place.row, place.field), ("not-number", Some(3), Some(1)));
//!         println!("{}", finding.problem.message);
//!         ControlFlow::Continue(())
//!     }
//! }
//!
//! let text = r#"
//! [rulebook]
//! title = "Seed lots"
//! [[sheet]]
//! column = [{ heading = "Lot", required = true }, { heading = "Seeds", type = "whole" }]
//! "#;
//! let loaded = rulebook::load_text(Path::new("lots.rulebook.toml"), text);
//! assert!(loaded.mistakes.list.is_empty());
//! let rulebook = loaded.rulebook.expect("it has no mistakes");
//!
//! let source = Source::memory("lots.csv".to_owned(), b"Lot,Seeds\nGB-1,120\nGB-2,many\n".as_slice().into())?;
//! let opened = Opened::new(source, ReadOptions::default())?;
//! let options = Options { today: jiff::civil::date(2026, 3, 5), threads: 1, chunk_rows: None, ..Options::default() };
//! let mut checker = Checker::new(&rulebook, Path::new(""), options);
//! let _ = checker.file(opened, &mut Printed)?;
//! assert_eq!(checker.files().len(), 1);
//! # Ok::<(), Box<dyn std::error::Error>>(())
//! ```
#![deny(clippy::print_stdout, clippy::print_stderr, clippy::missing_errors_doc)]

pub mod blank;
pub mod cell;
pub mod check;
pub mod condition;
pub mod encoding;
pub mod finding;
pub mod intake;
pub mod limits;
pub mod lint;
pub mod preview;
pub mod rulebook;
pub mod steps;

pub use encoding::Encoding;
