//! `lungwort preview`: what an upload would create, change and remove.

use std::path::{Path, PathBuf};

use anyhow::Result;
use clap::Args;
use lungwort_core::check::{Checker, Options};
use lungwort_core::preview::Preview;

use super::check::check_files;
use crate::Verdict;
use crate::output::{Destination, ForceArgument, Output};
use crate::preview::{FORMS, FormEntry, Only, Previewer, Shown};
use crate::session::{ClockArguments, InputArguments, RunArguments, Session, form_of};

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort preview updates.csv --existing register.csv
  lungwort preview updates.csv --only remove
  lungwort preview updates.csv --rows 3
  lungwort preview updates.csv -o preview.xlsx

Nothing is sent. Exit status: 0 ready, 1 not ready, 2 could not run.")]
pub struct PreviewArguments {
    #[command(flatten)]
    pub input: InputArguments,
    #[command(flatten)]
    pub clock: ClockArguments,
    /// List only rows of which that would become
    #[arg(long, value_enum)]
    pub only: Vec<Only>,
    /// The most entries of each list (the counts are always exact) [default: 12 in text, all otherwise]
    #[arg(long, value_name = "COUNT")]
    pub limit: Option<usize>,
    /// Show the first rows beside the headings that they go to
    #[arg(long, value_name = "COUNT")]
    pub rows: Option<usize>,
    /// The form [default: by the ending of --output, otherwise text]
    #[arg(long, value_name = "FORM", value_parser = form_names())]
    pub format: Option<String>,
    /// Write the preview to a file; its ending says the form: .txt, .json, .csv, .xlsx
    #[arg(long, short, value_name = "FILE")]
    pub output: Option<PathBuf>,
    #[command(flatten)]
    pub force: ForceArgument,
    #[command(flatten)]
    pub run: RunArguments,
}

fn form_names() -> clap::builder::PossibleValuesParser {
    FORMS.iter().map(|form| clap::builder::PossibleValue::new(form.name).help(form.what)).collect::<Vec<_>>().into()
}

pub fn run(arguments: &PreviewArguments) -> Result<Verdict> {
    let session = Session::resolve(&arguments.input, arguments.clock)?;
    let known: Vec<_> = FORMS.iter().map(|form| (form.name, form.endings, form.is_text)).collect();
    let form = &FORMS[form_of(&known, arguments.format.as_deref(), arguments.output.as_deref())?];
    let mut out = open(arguments, &session, form)?;
    let ready = preview(arguments, &session, form, &mut out)?;
    out.finish()?;
    if let Some(path) = arguments.output.as_deref().filter(|path| *path != Path::new("-")) {
        let word = if ready { "READY" } else { "NOT READY" };
        crate::output::note!("{word}: the preview is in {}.", path.display());
    }
    Ok(if ready { Verdict::Ready } else { Verdict::NotReady })
}

fn open(arguments: &PreviewArguments, session: &Session, form: &FormEntry) -> Result<Output> {
    let Some(path) = arguments.output.as_deref().filter(|path| *path != Path::new("-")) else {
        return Ok(if form.is_text { Output::standard() } else { Output::raw() });
    };
    let place = session.keep_inputs(Destination::new(path, arguments.force));
    Ok(if form.is_text { place.open()? } else { place.open()?.untouched() })
}

fn preview(arguments: &PreviewArguments, session: &Session, form: &FormEntry, out: &mut Output) -> Result<bool> {
    let rulebook = &session.chosen.rulebook;
    let most = arguments.limit.unwrap_or(if form.name == "text" { 12 } else { usize::MAX });
    let names: Vec<String> = session.files.iter().map(|path| path.display().to_string()).collect();
    let mut previewer = Previewer::new(Preview::new(rulebook.file.partial), (most, arguments.only.clone()), names);
    let mut options = Options {
        previews: true,
        ..arguments.run.options(session)
    };
    let mut checker = Checker::new(rulebook, session.folder(), options.clone());
    check_files(&mut checker, session, &mut previewer)?;
    // Where it only shows later that a row is refused, what it would have done is taken back by a second pass.
    let late = previewer.preview.refused_late();
    if !late.is_empty() && session.again().is_some() {
        options.refused = late;
        previewer.second_pass();
        checker = Checker::new(rulebook, session.folder(), options);
        check_files(&mut checker, session, &mut previewer)?;
    }
    let first_rows = match arguments.rows {
        Some(most) => (0..session.files.len()).filter_map(|at| session.open_ahead(at)).flat_map(|opened| {
            lungwort_core::check::first_rows(opened, rulebook, most)
        }).collect(),
        None => Vec::new(),
    };
    let shown = Shown {
        rulebook,
        session,
        files: checker.files(),
        figures: checker.figures_before_and_after(),
        plain_figures: checker.figures(),
        strict: arguments.run.strict,
        first_rows,
        limit: most,
    };
    let ready = shown.is_ready(&previewer);
    (form.write)(&shown, &mut previewer, out)?;
    Ok(ready)
}
