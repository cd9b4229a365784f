//! What is wrong with a rulebook, with its place and a caret.

use std::ops::Range;
use std::path::{Path, PathBuf};

use unicode_normalization::char::is_combining_mark;

use super::as_workbook::CellPlace;
use crate::cell::shown::visible;
use crate::finding::ranges::thousands;
use crate::limits::{MISTAKES, SHOWN_LINE};

/// How much a mistake matters.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Level {
    /// Worth a look: the rulebook can be used.
    Advice,
    /// The rulebook cannot be used.
    Error,
}

/// One thing wrong with a rulebook.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Mistake {
    /// How much it matters.
    pub level: Level,
    /// What is wrong, as a sentence without a full stop.
    pub message: String,
    /// The bytes of the rulebook's text that it is about.
    pub span: Range<usize>,
}

/// All that is wrong with one rulebook, in the order of its text.
#[derive(Debug, Clone)]
pub struct Mistakes {
    /// The rulebook.
    pub path: PathBuf,
    /// Its text.
    pub text: String,
    /// What is wrong.
    pub list: Vec<Mistake>,
    /// Of a rulebook that is kept as a workbook: the cells that its text was made from.
    pub cells: Vec<CellPlace>,
}

impl Mistakes {
    /// Whether one of them is an error.
    pub fn has_errors(&self) -> bool {
        self.list.iter().any(|mistake| mistake.level == Level::Error)
    }

    /// The mistakes with file, line, the line's text, and carets under the place: the first ones, and how many more there are.
    pub fn render(&self) -> String {
        let one = |mistake: &Mistake| match self.cell(mistake) {
            Some(cell) => {
                let (message, path) = (visible(&mistake.message), visible(&self.path.display().to_string()));
                format!("{}: {message}\n --> {path}: {}\n", word(mistake.level), visible(cell))
            }
            None => render(&self.path, &self.text, mistake),
        };
        let mut said: Vec<String> = self.list.iter().take(MISTAKES).map(one).collect();
        let left = self.list.len().saturating_sub(MISTAKES);
        if left > 0 {
            said.push(format!("and {} more, which are shown once these are fixed\n", thousands(left as u64)));
        }
        said.join("\n")
    }

    /// The cell that a mistake is about: the one of the narrowest part of the text.
    fn cell(&self, mistake: &Mistake) -> Option<&str> {
        let holds = |place: &&CellPlace| {
            place.span.start <= mistake.span.start && mistake.span.start < place.span.end.max(place.span.start + 1)
        };
        self.cells.iter().filter(holds).min_by_key(|place| place.span.len()).map(|place| place.words.as_str())
    }
}

/// The line and column of a byte, both from one; the column in characters.
pub fn line_and_column(text: &str, at: usize) -> (usize, usize) {
    let before = text.get(..at.min(text.len())).unwrap_or(text);
    let line_start = before.rfind('\n').map_or(0, |at| at + 1);
    (before.matches('\n').count() + 1, before[line_start..].chars().count() + 1)
}

fn word(level: Level) -> &'static str {
    match level {
        Level::Error => "error",
        Level::Advice => "advice",
    }
}

fn render(path: &Path, text: &str, mistake: &Mistake) -> String {
    let (line, column) = line_and_column(text, mistake.span.start);
    let whole = text.lines().nth(line - 1).unwrap_or_default();
    // Of a long line, what is around the place.
    let cut = if whole.chars().count() > SHOWN_LINE { (column - 1).saturating_sub(SHOWN_LINE / 4) } else { 0 };
    let (before, column) = if cut > 0 { ("…", column - cut + 1) } else { ("", column) };
    let part: String = whole.chars().skip(cut).take(SHOWN_LINE).collect();
    let behind = if whole.chars().count() > cut + SHOWN_LINE { "…" } else { "" };
    let shown = format!("{before}{part}{behind}");
    let on_line = text[mistake.span.start.min(text.len())..].split('\n').next().unwrap_or_default();
    let wide = mistake.span.len().min(on_line.trim_end().len());
    let carets = on_line.get(..wide).unwrap_or(on_line).chars().filter(|each| !is_combining_mark(*each)).count();
    let carets = carets.clamp(1, (part.chars().count() + 1).saturating_sub(column.saturating_sub(1)).max(1));
    let word = word(mistake.level);
    let margin = line.to_string().len();
    // Tabs are kept so that the carets stand right however wide a tab is.
    let indent: String = shown.chars().take(column - 1).map(|each| if each == '\t' { '\t' } else { ' ' }).collect();
    let at = if cut > 0 { column + cut - 1 } else { column };
    format!(
        "{word}: {}\n{:margin$}--> {}:{line}:{at}\n{line} | {}\n{:margin$} | {indent}{}\n",
        visible(&mistake.message),
        "",
        visible(&path.display().to_string()),
        visible(&shown).replace("<tab>", "\t"),
        "",
        "^".repeat(carets),
    )
}
