//! What a rulebook asks for when a file is sent: given by options or a file, or asked for on a terminal; and held against what it
//! must be before anything is checked.

use std::io::{IsTerminal, Write};
use std::path::Path;

use anyhow::{Result, bail};
use jiff::civil::Date;
use lungwort_core::check::ColumnJudge;
use lungwort_core::finding::Severity;
use lungwort_core::intake::io_words;
use lungwort_core::rulebook::Answer;
use lungwort_core::rulebook::Rulebook;
use lungwort_core::rulebook::property::{Surroundings, words};

/// How often somebody is asked again.
const TRIES: usize = 3;

/// The answers given, each with what it is called.
///
/// # Errors
/// Where one is not written NAME=VALUE, or the file cannot be read.
pub fn given(typed: &[String], file: Option<&Path>) -> Result<Vec<(String, String)>> {
    let mut answers = Vec::new();
    if let Some(path) = file {
        let text = match lungwort_core::intake::read_small(path) {
            Ok(bytes) => String::from_utf8_lossy(&bytes).into_owned(),
            Err(error) => bail!("{}: the answers cannot be read: {}", path.display(), io_words(&error)),
        };
        for (number, line) in (1..).zip(text.trim_start_matches('\u{feff}').lines()) {
            let line = line.trim();
            if line.is_empty() || line.starts_with('#') {
                continue;
            }
            match pair(line) {
                Some(answer) => answers.push(answer),
                None => bail!("{}, line {number}: an answer is written NAME = VALUE", path.display()),
            }
        }
    }
    for text in typed {
        match pair(text) {
            Some(answer) => answers.push(answer),
            None => bail!("--answer {text}: an answer is written NAME=VALUE"),
        }
    }
    Ok(answers)
}

/// What stands on both sides of the first `=`; a value may be in quotes.
fn pair(text: &str) -> Option<(String, String)> {
    let (name, value) = text.split_once('=')?;
    let unquoted = |text: &str| {
        let text = text.trim();
        let inner = text.strip_prefix('"').and_then(|text| text.strip_suffix('"'));
        inner.unwrap_or(text).to_owned()
    };
    let name = unquoted(name);
    (!name.is_empty()).then(|| (name, unquoted(value)))
}

/// What is wrong with an answer, if anything is.
fn wrong(answer: &Answer, text: &str, today: Date) -> Option<String> {
    let judge = ColumnJudge::new(&answer.column, 0, Surroundings { today, encoding: None, folder: Path::new("") });
    let judged = judge.judge(text);
    let problem = judged.problems.iter().find(|problem| problem.severity == Severity::Error)?;
    Some(problem.message.to_string())
}

/// Holds the answers against what they must be.
///
/// # Errors
/// Where one is wrong.
pub fn judge(rulebook: &Rulebook, today: Date) -> Result<()> {
    for answer in &rulebook.answers {
        if let Some(message) = answer.value.as_ref().and_then(|text| wrong(answer, text, today)) {
            bail!("--answer: {message}");
        }
    }
    Ok(())
}

/// Asks for what is missing and must be answered, where somebody is there to answer.
///
/// # Errors
/// Where the terminal cannot be read, and where no answer was right.
pub fn ask(rulebook: &Rulebook, today: Date) -> Result<Vec<(String, String)>> {
    let missing: Vec<&Answer> =
        rulebook.answers.iter().filter(|answer| answer.value.is_none() && answer.column.required).collect();
    if missing.is_empty() || !std::io::stdin().is_terminal() || !std::io::stderr().is_terminal() {
        return Ok(Vec::new());
    }
    let mut answers = Vec::new();
    for answer in missing {
        let takes = words(&lungwort_core::rulebook::Sheet::default(), &answer.column).join("; ");
        let mut done = false;
        for _ in 0..TRIES {
            crate::output::say(&format!("{} ({takes}): ", answer.column.heading));
            std::io::stderr().flush()?;
            let mut line = String::new();
            if std::io::stdin().read_line(&mut line)? == 0 {
                break;
            }
            let text = line.trim();
            if text.is_empty() {
                continue;
            }
            match wrong(answer, text, today) {
                Some(message) => crate::output::note!("{message}"),
                None => {
                    let name = answer.column.name.as_ref().unwrap_or(&answer.column.heading);
                    answers.push((name.clone(), text.to_owned()));
                    done = true;
                    break;
                }
            }
        }
        if !done {
            bail!("{} was not answered", answer.column.heading);
        }
    }
    Ok(answers)
}
