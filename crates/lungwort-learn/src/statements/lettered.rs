//! Lines that call the columns by their letters in front: `D: needed for vehicles`, `K and L: leave both blank`. They are read as if the
//! headings stood there.

use std::sync::LazyLock;

use regex::{Captures, Regex};

use super::{About, Text};
use crate::draft::{Draft, DraftSheet};

/// The letters before a colon, and what is said of these columns.
static LABEL: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"^(?:(?i:columns?|cols?\.?|spalten?|colonnes?) )?([A-Z]{1,2}(?:(?:, ?| and | und | et | & | to | bis | à |/| ?[-–] ?)[A-Z]{1,2})*) ?(?:[:=]|[-–](?: |$))\s*(.+)$").ok()
});

/// A letter among those of a label.
static LETTERS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"[A-Z]{1,2}").ok());

/// A letter by which what is said of one column names another: `not before E`.
static OTHER: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"\b((?i:before|after|than|column|if|unless|vor|nach|als|spalte|wenn|falls|avant|après|que|colonne|si)) ([A-Z]{1,2})\b").ok()
});

/// Lines that name columns so, at least; of the columns at least half are named.
const LEAST: usize = 4;

/// Puts the headings into the place of the letters, where most columns of the one sheet that is to be filled are named by theirs.
pub(super) fn put_in(texts: &mut [Text], draft: &Draft) {
    let ([sheet], Some(label)) = (draft.sheets.as_slice(), LABEL.as_ref()) else { return };
    let of_columns = |text: &&mut Text| !matches!(text.about, About::Column(..)) && !text.text.contains('\n');
    let mut lines: Vec<(&mut Text, Vec<usize>)> = Vec::new();
    for text in texts.iter_mut().filter(of_columns) {
        let Some(columns) = label.captures(&text.text).and_then(|found| named(&found[1], sheet)) else { continue };
        lines.push((text, columns));
    }
    let mut all: Vec<usize> = lines.iter().flat_map(|(_, columns)| columns.clone()).collect();
    let total = all.len();
    all.sort_unstable();
    all.dedup();
    // Codes are explained in the same way, and are fewer.
    let headed = sheet.columns.iter().any(|column| column.heading.trim().len() < 2);
    if lines.len() < LEAST || all.len() * 2 < sheet.columns.len() || total > all.len() + LEAST || headed {
        return;
    }
    for (text, columns) in lines {
        let Some(found) = label.captures(&text.text) else { continue };
        let said = with_headings(&found[2], sheet);
        let (said, about) = match columns.as_slice() {
            [column] => (said, About::Column(0, *column)),
            several => {
                let headings: Vec<&str> = several.iter().map(|at| sheet.columns[*at].heading.trim()).collect();
                (format!("{}: {said}", headings.join(", ")), text.about.clone())
            }
        };
        text.original.get_or_insert_with(|| text.text.clone());
        (text.text, text.about) = (said, about);
    }
}

/// The columns that the letters of a label name; nothing where one of them is behind the last column.
fn named(label: &str, sheet: &DraftSheet) -> Option<Vec<usize>> {
    let mut columns: Vec<usize> = Vec::new();
    let mut end = 0;
    for found in LETTERS.as_ref()?.find_iter(label) {
        let here = column_of(found.as_str(), sheet)?;
        let ranges = matches!(label[end..found.start()].trim(), "-" | "–" | "to" | "bis" | "à");
        match columns.last().filter(|_| ranges) {
            Some(first) if *first < here => columns.extend(first + 1..=here),
            _ => columns.push(here),
        }
        end = found.end();
    }
    (!columns.is_empty()).then_some(columns)
}

/// The column with a letter.
fn column_of(letters: &str, sheet: &DraftSheet) -> Option<usize> {
    let field = letters.bytes().fold(0_usize, |sum, byte| sum * 26 + usize::from(byte - b'A') + 1) - 1;
    sheet.columns.iter().position(|column| column.field == field)
}

fn with_headings(said: &str, sheet: &DraftSheet) -> String {
    let Some(other) = OTHER.as_ref() else { return said.to_owned() };
    let named = |found: &Captures<'_>| match column_of(&found[2], sheet) {
        Some(column) => format!("{} {}", &found[1], sheet.columns[column].heading.trim()),
        None => found[0].to_owned(),
    };
    other.replace_all(said, named).into_owned()
}
