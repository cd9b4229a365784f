//! The commands: one file each, one entry each in the table below.

pub mod choose;

use anyhow::Result;
use clap::{Parser, Subcommand};

use crate::Verdict;

/// Checks a filled import template before it is sent, and says what is wrong the way a dry run would.
///
/// Exit status: 0 ready, 1 not ready, 2 could not run.
#[derive(Debug, Parser)]
#[command(name = "lungwort", version, max_term_width = 100, after_help = "Begin with: lungwort demo")]
pub struct Arguments {
    /// The width of reports in columns, 40 to 200 [default: COLUMNS, or the terminal's]
    #[arg(long, value_name = "COLUMNS", global = true)]
    pub width: Option<usize>,
    /// Let rulebooks name lists, templates and folders that are not in or under their own folder
    #[arg(long, global = true)]
    pub allow_outside: bool,
    #[command(subcommand)]
    pub command: Command,
}

/// Makes the command line and what runs it of the entries: `Name: module::Arguments`, in the order of the work.
macro_rules! commands {
    ($( $(#[$doc:meta])* $name:ident: $module:ident::$arguments:ident, )*) => {
        $(pub mod $module;)*

        #[derive(Debug, Subcommand)]
        pub enum Command {
            $( $(#[$doc])* $name($module::$arguments), )*
        }

        /// Runs a command.
        pub fn run(command: Command) -> Result<Verdict> {
            match command {
                $( Command::$name(arguments) => $module::run(&arguments), )*
            }
        }
    };
}

commands! {
    /// Write sample files of a made-up seed vault into a folder, learn a template and check a file
    Demo: demo::DemoArguments,
    /// Draft a rulebook from a downloaded template and from files that were accepted
    Learn: learn::LearnArguments,
    /// Check a rulebook and print what each of its columns and rules requires
    Rulebook: rulebook::RulebookArguments,
    /// Write a blank template that colleagues can fill in
    Template: template::TemplateArguments,
    /// Check filled files against a rulebook
    Check: check::CheckArguments,
    /// Show what an upload would create, change and remove
    Preview: preview::PreviewArguments,
    /// Say what a finding means and how to fix it
    Explain: explain::ExplainArguments,
    /// Print a JSON Schema, by which editors and programs know what goes where
    Schema: schema::SchemaArguments,
    /// Print a script that completes commands and options in your shell
    Completions: completions::CompletionsArguments,
}
