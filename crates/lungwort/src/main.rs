//! Lungwort checks a filled import template before it is sent.
//!
//! `main` → [`commands`] → the engine → [`report`]. Results go to standard output, everything else to standard
//! error. Exit status: 0 ready, 1 not ready, 2 could not run.

mod answers;
mod commands;
mod output;
mod preview;
mod progress;
mod questions;
mod report;
mod session;
mod style;

use std::process::ExitCode;

use clap::Parser;

/// What a command came to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Verdict {
    /// All is well.
    Ready,
    /// Something is wrong with what was checked.
    NotReady,
}

fn main() -> ExitCode {
    let arguments = commands::Arguments::parse();
    arguments.width.into_iter().for_each(style::set_width);
    match commands::run(arguments.command) {
        Ok(Verdict::Ready) => ExitCode::SUCCESS,
        Ok(Verdict::NotReady) => ExitCode::from(1),
        Err(error) => {
            anstream::eprintln!("{}: {error:#}", style::paint(style::ERROR, "lungwort"));
            ExitCode::from(2)
        }
    }
}
