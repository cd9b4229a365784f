//! Lungwort checks a filled import template before it is sent.
//!
//! [`run`] → `commands` → the engine → `report`. Results go to standard output, everything else to standard
//! error. Exit status: 0 ready, 1 not ready, 2 could not run.

mod answers;
mod commands;
mod output;
mod outside;
mod preview;
mod progress;
mod questions;
mod report;
mod session;
mod style;
mod waiting;

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

/// What was typed cannot be understood, or help was wanted.
fn refused(error: &clap::Error) -> ExitCode {
    let said = error.render().to_string();
    // What was typed is part of the message, and may be anything.
    if said.chars().any(|each| lungwort_core::cell::shown::is_unsafe(each) && !matches!(each, '\n' | '\t')) {
        output::say(&said);
    } else {
        let _ = error.print();
    }
    ExitCode::from(u8::try_from(error.exit_code()).unwrap_or(2))
}

/// Reads what was typed and carries it out; what comes back is the exit status.
pub fn run() -> ExitCode {
    let arguments = match commands::Arguments::try_parse() {
        Ok(arguments) => arguments,
        Err(error) => return refused(&error),
    };
    arguments.width.into_iter().for_each(style::set_width);
    if arguments.allow_outside {
        outside::allow();
    }
    match commands::run(arguments.command) {
        Ok(Verdict::Ready) => ExitCode::SUCCESS,
        Ok(Verdict::NotReady) => ExitCode::from(1),
        Err(error) if error.chain().count() == 1 && error.downcast_ref::<std::io::Error>().is_some() => {
            // Of what is read and written elsewhere, the file is named.
            let why = error.downcast_ref().map(lungwort_core::intake::io_words).unwrap_or_default();
            output::note!("{}: standard output cannot be written: {why}", style::paint(style::ERROR, "lungwort"));
            ExitCode::from(2)
        }
        Err(error) => {
            output::note!("{}: {error:#}", style::paint(style::ERROR, "lungwort"));
            ExitCode::from(2)
        }
    }
}
