//! The commands: one file each, one line each in [`Command`].

mod check;
mod choose;
mod completions;
mod demo;
mod explain;
mod learn;
mod rulebook;
mod schema;
mod template;

use anyhow::Result;
use clap::{Parser, Subcommand};

use crate::Verdict;

/// Checks a filled import template before it is sent, and says what is wrong the way a dry run would.
///
/// Exit status: 0 ready, 1 not ready, 2 could not run.
#[derive(Debug, Parser)]
#[command(name = "lungwort", version, max_term_width = 100, after_help = "Begin with: lungwort demo")]
pub struct Arguments {
    #[command(subcommand)]
    pub command: Command,
}

#[derive(Debug, Subcommand)]
pub enum Command {
    /// Write sample files of a made-up seed vault into a folder, learn a template and check a file
    Demo(demo::DemoArguments),
    /// Draft a rulebook from a downloaded template and from files that were accepted
    Learn(learn::LearnArguments),
    /// Check filled files against a rulebook
    Check(check::CheckArguments),
    /// Say what a finding means and how to mend it
    Explain(explain::ExplainArguments),
    /// Look a rulebook over and print what each of its columns and rules asks
    Rulebook(rulebook::RulebookArguments),
    /// Write a blank template that colleagues can fill in
    Template(template::TemplateArguments),
    /// Print a JSON Schema, by which editors and programs know what goes where
    Schema(schema::SchemaArguments),
    /// Print a script that completes commands and options in your shell
    Completions(completions::CompletionsArguments),
}

/// Runs a command.
pub fn run(command: Command) -> Result<Verdict> {
    match command {
        Command::Demo(arguments) => demo::run(&arguments),
        Command::Learn(arguments) => learn::run(&arguments),
        Command::Check(arguments) => check::run(&arguments),
        Command::Explain(arguments) => explain::run(&arguments),
        Command::Rulebook(arguments) => rulebook::run(&arguments),
        Command::Template(arguments) => template::run(&arguments),
        Command::Schema(arguments) => schema::run(&arguments),
        Command::Completions(arguments) => completions::run(&arguments),
    }
}
