//! A row held against the record that it is about: which of its cells say something else.

use std::borrow::Cow;

use super::changed::{Change, Changes};
use crate::cell::Value;
use crate::cell::characters::trimmed;
use crate::cell::number::{Small, read_small};
use crate::cell::spelling::Folding;
use crate::rulebook::intent::WrittenBlankCell;
use crate::rulebook::model::{Column, Compared, Existing, Intent, Table};
use crate::rulebook::{ColumnType, Sheet};

/// What a row's cell is compared with, and the type by which that is read.
#[derive(Clone, Copy)]
pub(super) struct Held<'h> {
    pub text: &'h str,
    pub kind: &'h ColumnType,
}

impl<'h> Held<'h> {
    /// What is held in the export.
    pub fn in_table(
        (sheet, existing): (&'h Sheet, &'h Existing),
        (table, row): (&'h Table, usize),
        compared: &Compared,
    ) -> Held<'h> {
        let own = &sheet.columns[compared.column].kind;
        let kind = existing.columns.0.get(compared.place).map_or(own, |known| &known.kind);
        Held { text: table.cell(row, compared.place), kind }
    }
}

/// The cells of a row that say something else than the record: all of them, or, beside the first one, those of which something
/// is said. `text` gives a cell; `None` where the file does not have the column.
pub(super) fn changes<'t, 'h>(
    (sheet, intent): (&Sheet, &Intent),
    held_in: impl Fn(usize, &Compared) -> Held<'h>,
    all: bool,
    text: &dyn Fn(usize) -> Option<&'t str>,
) -> Changes {
    let mut changes = Changes::none();
    for (at, compared) in intent.compared.iter().enumerate() {
        // Once it is known that the row changes something, a column counts only if something is said of it.
        let counts = all || changes.is_empty() || compared.fixed || compared.recreate;
        if !counts && compared.blank == WrittenBlankCell::Leave {
            continue;
        }
        let column = &sheet.columns[compared.column];
        let Some(own) = text(compared.column) else { continue };
        let held = held_in(at, compared);
        if own == held.text {
            continue;
        }
        let own = match put(column, compared, own) {
            Put::Left => continue,
            Put::Text(text) => text,
        };
        if own.is_empty() {
            if !held.text.is_empty() {
                changes.push(Change { at, wiped: true });
            }
        } else if counts && differs((column, own), held, intent) {
            changes.push(Change { at, wiped: false });
        }
    }
    changes
}

/// What a cell puts into the record.
pub(super) enum Put<'t> {
    /// Nothing: what is held stays.
    Left,
    /// This.
    Text(&'t str),
}

/// What a cell puts into the record.
pub(super) fn put<'t>(column: &'t Column, compared: &Compared, text: &'t str) -> Put<'t> {
    let text = trimmed(text);
    match compared.blank {
        _ if !column.is_blank(text) => Put::Text(text),
        WrittenBlankCell::Leave => Put::Left,
        WrittenBlankCell::Wipe => Put::Text(""),
        WrittenBlankCell::Default => Put::Text(column.default.as_deref().unwrap_or_default()),
    }
}

/// Whether a filled cell says something else than is held: by value and type, lists regardless of order, codes by what they
/// stand for.
fn differs((column, own): (&Column, &str), held: Held<'_>, intent: &Intent) -> bool {
    if held.text.is_empty() {
        return true;
    }
    // Most numbers are short, and have as many decimals as those that are held.
    if let (ColumnType::Decimal(mark), ColumnType::Decimal(other)) = (&column.kind, held.kind)
        && let (Some(Small::Number { mantissa, places }), Some(Small::Number { mantissa: of_held, places: as_many })) =
            (read_small(own, *mark), read_small(held.text, *other))
        && places == as_many
    {
        return mantissa != of_held;
    }
    match (column.kind.read(own), held.kind.read(held.text)) {
        (Ok(Value::Text(own)), Ok(Value::Text(held))) => own != held && texts_differ(column, (&own, &held), intent),
        (Ok(own), Ok(held)) => own.compare(&held) != Some(std::cmp::Ordering::Equal),
        // What cannot be read has a finding of its own.
        (Err(_), _) => false,
        (_, Err(_)) => true,
    }
}

/// Whether two texts that are not the same letter by letter say something else.
fn texts_differ(column: &Column, (own, held): (&str, &str), intent: &Intent) -> bool {
    let separator = column.separator.as_deref().map(str::trim).filter(|sign| !sign.is_empty());
    match separator {
        // Most columns are plain text, in which every letter counts.
        None if column.allowed.is_none() && intent.folding == Folding::default() => true,
        None => resolved(column, own, intent) != resolved(column, held, intent),
        Some(sign) => {
            let parts = |text: &str| {
                let mut parts: Vec<String> =
                    text.split(sign).map(|part| resolved(column, part.trim(), intent).into_owned()).collect();
                parts.sort_unstable();
                parts
            };
            parts(own) != parts(held)
        }
    }
}

fn resolved<'t>(column: &'t Column, text: &'t str, intent: &Intent) -> Cow<'t, str> {
    let code = column.allowed.as_ref().map_or(text, |allowed| allowed.list.resolve(text));
    intent.folding.apply(code)
}
