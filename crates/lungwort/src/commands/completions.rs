//! `lungwort completions`: a script for a shell.

use anyhow::Result;
use clap::{Args, CommandFactory};
use clap_complete::Shell;

use crate::Verdict;

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort completions bash > ~/.local/share/bash-completion/completions/lungwort
  lungwort completions powershell >> $PROFILE")]
pub struct CompletionsArguments {
    /// The shell
    shell: Shell,
}

pub fn run(arguments: &CompletionsArguments) -> Result<Verdict> {
    let mut script = Vec::new();
    clap_complete::generate(arguments.shell, &mut super::Arguments::command(), "lungwort", &mut script);
    let mut out = crate::output::Output::standard();
    std::io::Write::write_all(&mut out, &script)?;
    out.finish()?;
    Ok(Verdict::Ready)
}
