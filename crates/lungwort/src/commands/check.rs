//! `lungwort check`: files against a rulebook.

use std::path::Path;

use anyhow::{Result, anyhow, bail};
use clap::Args;
use lungwort_core::check::{Checker, Options};
use lungwort_core::finding::{Sink, codes};
use lungwort_core::rulebook::{Rulebook, Sheet};

use crate::Verdict;
use crate::output::Output;
use crate::progress::Progress;
use crate::report::{Filter, FormEntry, ReportOptions, Gatherer, Summary};
use crate::session::{ClockArguments, InputArguments, RunArguments, ReportArguments, Session};

#[derive(Debug, Default, Args)]
#[command(after_help = "Examples:
  lungwort check accessions.csv
  lungwort check accessions.csv --by row --only Country
  lungwort check north.csv south.csv --rulebook accessions.rulebook.toml
  lungwort check accessions.csv -o findings.csv
  some-export | lungwort check - --rulebook accessions.rulebook.toml --severity error

Several files are one batch: what must be unique must be unique in all of them.
Exit status: 0 ready, 1 not ready, 2 could not run.")]
pub struct CheckArguments {
    #[command(flatten)]
    pub input: InputArguments,
    #[command(flatten)]
    pub report: ReportArguments,
    #[command(flatten)]
    pub clock: ClockArguments,
    #[command(flatten)]
    pub run: RunArguments,
}

pub fn run(arguments: &CheckArguments) -> Result<Verdict> {
    let session = Session::resolve(&arguments.input, arguments.clock)?;
    let filter = filter(&arguments.report, &session.chosen.rulebook)?;
    let form = arguments.report.form()?;
    let mut out = arguments.report.open(&session, form)?;
    let ready = check_all(arguments, &session, (form, filter), &mut out)?;
    out.finish()?;
    if let Some(path) = arguments.report.output.as_deref().filter(|path| *path != Path::new("-")) {
        let word = if ready { "READY" } else { "NOT READY" };
        crate::output::note!("{word}: the report is in {}.", path.display());
    }
    Ok(if ready { Verdict::Ready } else { Verdict::NotReady })
}

fn check_all(arguments: &CheckArguments, session: &Session, how: (&FormEntry, Filter), out: &mut Output) -> Result<bool> {
    let report = &arguments.report;
    let (form, filter) = how;
    let limit = report.most(form);
    let options = ReportOptions {
        by: report.by,
        limit,
        names: session.files.iter().map(|path| path.display().to_string()).collect(),
    };
    let filtered = filter.is_set();
    let mut gatherer = Gatherer::new(filter, (form.make)(&options), out);
    let progress = Progress::start(session.size());
    let options = Options {
        progress: Some(progress.counter()),
        ..arguments.run.options(session)
    };
    let rulebook = &session.chosen.rulebook;
    let mut checker = Checker::new(rulebook, session.folder(), options);
    check_files(&mut checker, session, &mut gatherer)?;
    drop(progress);
    let ready = gatherer.finish(|counts, shown| Summary {
        rulebook,
        chosen: session.chosen.why.clone(),
        files: checker.files(),
        figures: checker.figures(),
        strict: arguments.run.strict,
        counts,
        shown,
        filtered,
        limit,
        again: session.again(),
    })?;
    Ok(ready)
}

/// Checks the files of a batch, one after the other.
pub fn check_files(checker: &mut Checker<'_>, session: &Session, sink: &mut dyn Sink) -> Result<()> {
    let rulebook = &session.chosen.rulebook;
    if session.files.len() > 1 && checker.looks_ahead() {
        // A file that cannot be read is reported when its turn comes.
        for opened in (0..session.files.len()).filter_map(|at| session.open_ahead(at)) {
            checker.look_ahead(opened).ok();
        }
    }
    for (at, path) in session.files.iter().enumerate() {
        let name = path.display();
        let checked = session.open(at).and_then(|opened| {
            let flow = checker.file(opened, sink);
            flow.map_err(|error| anyhow!("{name}: {error} ({})", rulebook.path.display()))
        });
        match checked {
            Ok(flow) if flow.is_break() => break,
            Ok(_) => {}
            // One file of several does not keep the others from being checked.
            Err(error) if session.files.len() > 1 && checker.files().len() == at => {
                let why = error.to_string();
                let why = why.strip_prefix(&format!("{name}: ")).unwrap_or(&why);
                checker.leave_out(&name.to_string(), why, sink);
            }
            Err(error) => return Err(error),
        }
    }
    checker.finish(sink);
    Ok(())
}

/// The rules of a sheet that name a column.
fn rules_about<'s>(sheet: &'s Sheet, heading: &'s str) -> impl Iterator<Item = (Option<String>, usize)> + 's {
    let is_meant = move |column: &usize| sheet.columns.get(*column).is_some_and(|column| column.heading == heading);
    sheet.rules.iter().enumerate().filter_map(move |(at, rule)| {
        let of_when = rule.when.iter().flat_map(|when| when.columns());
        let names = rule.form.columns().iter().chain(of_when).any(is_meant);
        names.then(|| (sheet.name.clone(), at))
    })
}

fn filter(arguments: &ReportArguments, rulebook: &Rulebook) -> Result<Filter> {
    let (mut only, mut rules, mut has_column) = (Vec::new(), Vec::new(), false);
    for wanted in &arguments.only {
        let columns = || rulebook.sheets.iter().flat_map(|sheet| &sheet.columns);
        let column = columns().find(|column| {
            column.headings().any(|heading| heading.eq_ignore_ascii_case(wanted)) || column.name.as_ref() == Some(wanted)
        });
        match (column, codes::named(wanted)) {
            (Some(column), _) => {
                has_column = true;
                only.push(column.heading.to_lowercase());
                rules.extend(rulebook.sheets.iter().flat_map(|sheet| rules_about(sheet, &column.heading)));
            }
            (None, Some(code)) => only.push(code.name.to_owned()),
            (None, None) => {
                let names = columns().flat_map(|column| column.headings());
                let near = lungwort_core::cell::fold::nearest(wanted, names.chain(codes::all().map(|code| code.name)));
                let hint = near.map(|near| format!("; did you mean {near:?}?")).unwrap_or_default();
                bail!("--only {wanted}: there is no such code or column{hint}");
            }
        }
    }
    let severity = arguments.least();
    Ok(Filter { only, rules, has_column, severity })
}
