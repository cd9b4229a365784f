//! A row held against the record that it is about: which of its cells say something else.

use std::borrow::Cow;

use super::changed::{Change, Changes};
use crate::cell::characters::trimmed;
use crate::cell::number::{Small, read_small};
use crate::cell::spelling::Folding;
use crate::check::folds::Gathering;
use crate::check::lookups::Found;
use crate::rulebook::intent::WrittenBlankCell;
use crate::rulebook::model::{Column, Compared, Existing, Intent, Table};
use crate::rulebook::{ColumnType, Sheet};

/// How a compared column is held against the records: what is the same for all rows.
pub(super) struct Way<'r> {
    column: &'r Column,
    pub compared: &'r Compared,
    /// The type by which what is held in the export is read.
    kind: &'r ColumnType,
    /// Whether every letter counts, as in most columns of text.
    by_letters: bool,
}

impl<'r> Way<'r> {
    /// Of each compared column.
    pub fn of_all(sheet: &'r Sheet, intent: &'r Intent, existing: &'r Existing) -> Vec<Way<'r>> {
        let one = |compared: &'r Compared| {
            let column = &sheet.columns[compared.column];
            let kind = existing.columns.0.get(compared.place).map_or(&column.kind, |known| &known.kind);
            let are_texts = matches!((&column.kind, kind), (ColumnType::Text, ColumnType::Text));
            let by_letters = are_texts
                && separator(column).is_none()
                && column.allowed.is_none()
                && intent.folding == Folding::default();
            Way { column, compared, kind, by_letters }
        };
        intent.compared.iter().map(one).collect()
    }

    /// Whether something is said of every change.
    pub fn is_said(&self) -> bool {
        self.compared.fixed || self.compared.recreate
    }

    /// What is held of it in a row of the export.
    pub fn held<'h>(&'h self, table: &'h Table, row: usize) -> Held<'h> {
        Held { text: table.cell(row, self.compared.place), kind: self.kind }
    }

    /// The column's own type.
    pub fn own_kind(&self) -> &'r ColumnType {
        &self.column.kind
    }

    /// Whether a cell matters for a row that says these other things already: all do, or, beside the first that says something else,
    /// those of which something is said.
    #[inline]
    fn counts(&self, all: bool, so_far: &Changes) -> bool {
        all || so_far.is_empty() || self.is_said()
    }

    /// Adds what a cell says else than is held. `at` is its place among the compared columns.
    #[inline]
    fn add(&self, at: usize, (own, held): (&str, Held<'_>), counts: bool, (changes, intent): (&mut Changes, &Intent)) {
        if own == held.text {
            return;
        }
        let own = match put(self.column, self.compared, own) {
            Put::Left => return,
            Put::Text(text) => text,
        };
        if own.is_empty() {
            if !held.text.is_empty() {
                changes.push(Change { at, wiped: true });
            }
        } else if counts && (self.by_letters || differs((self.column, own), held, intent)) {
            changes.push(Change { at, wiped: false });
        }
    }
}

/// What a row's cell is compared with, and the type by which that is read.
#[derive(Clone, Copy)]
pub(super) struct Held<'h> {
    pub text: &'h str,
    pub kind: &'h ColumnType,
}

/// The cells of a row that say something else than the record: all of them, or, beside the first one, those of which something
/// is said. `text` gives a cell; `None` where the file does not have the column.
pub(super) fn changes<'t, 'h>(
    (ways, intent): (&[Way<'_>], &Intent),
    held_in: impl Fn(usize) -> Held<'h>,
    all: bool,
    text: &dyn Fn(usize) -> Option<&'t str>,
) -> Changes {
    let mut changes = Changes::none();
    for (at, way) in ways.iter().enumerate() {
        let counts = way.counts(all, &changes);
        if !counts && way.compared.blank == WrittenBlankCell::Leave {
            continue;
        }
        let Some(own) = text(way.compared.column) else { continue };
        way.add(at, (own, held_in(at)), counts, (&mut changes, intent));
    }
    changes
}

/// Rows compared at a time.
const TILE: usize = 64;

/// The same of all rows of a chunk that have found a record, column after column: what is asked of each cell of a column is the same.
/// Of other rows there are none.
pub(super) fn changes_of_rows(
    (ways, intent): (&[Way<'_>], &Intent),
    (from, found): (&Gathering<'_>, &[Found]),
    table: &Table,
) -> Vec<Changes> {
    let chunk = &from.shaped.chunk;
    let mut all: Vec<Changes> = std::iter::repeat_with(Changes::none).take(from.rows.len()).collect();
    let mut tile: Vec<(usize, usize)> = Vec::with_capacity(TILE);
    for ((all, rows), found) in all.chunks_mut(TILE).zip(from.rows.chunks(TILE)).zip(found.chunks(TILE)) {
        tile.clear();
        tile.extend(rows.iter().zip(found).map(|(row, found)| {
            let held = if let Found::Row(held) = found { *held as usize } else { usize::MAX };
            (chunk.row_start(*row) as usize, held)
        }));
        for (at, way) in ways.iter().enumerate() {
            let Some(field) = from.header.field_of[way.compared.column] else { continue };
            let passes_blanks = way.compared.blank == WrittenBlankCell::Leave;
            for ((start, held), changes) in tile.iter().zip(&mut *all).filter(|((_, held), _)| *held != usize::MAX) {
                let counts = way.counts(from.previews, changes);
                if counts || !passes_blanks {
                    // Every judged row has been brought to the headings' width.
                    let own = trimmed(chunk.text(chunk.cell_at(start + field)));
                    way.add(at, (own, way.held(table, *held)), counts, (changes, intent));
                }
            }
        }
    }
    all
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
    match (&column.kind, held.kind) {
        (ColumnType::Text, ColumnType::Text) => {
            return own != held.text && texts_differ(column, (own, held.text), intent);
        }
        // Most numbers are short, and have as many decimals as those that are held.
        (
            ColumnType::Decimal(mark) | ColumnType::Whole(mark),
            ColumnType::Decimal(other) | ColumnType::Whole(other),
        ) => {
            if let (
                Some(Small::Number { mantissa, places }),
                Some(Small::Number { mantissa: of_held, places: as_many }),
            ) = (read_small(own, *mark), read_small(held.text, *other))
                && places == as_many
                && (places == 0 || !is_whole(&column.kind) && !is_whole(held.kind))
            {
                return mantissa != of_held;
            }
        }
        _ => {}
    }
    match (column.kind.read(own), held.kind.read(held.text)) {
        (Ok(own), Ok(held)) => own.compare(&held) != Some(std::cmp::Ordering::Equal),
        // What cannot be read has a finding of its own.
        (Err(_), _) => false,
        (_, Err(_)) => true,
    }
}

fn is_whole(kind: &ColumnType) -> bool {
    matches!(kind, ColumnType::Whole(_))
}

/// What stands between the values of a cell, where it may have several.
fn separator(column: &Column) -> Option<&str> {
    column.separator.as_deref().map(str::trim).filter(|sign| !sign.is_empty())
}

/// Whether two texts that are not the same letter by letter say something else.
fn texts_differ(column: &Column, (own, held): (&str, &str), intent: &Intent) -> bool {
    match (separator(column), &column.allowed) {
        (None, None) if intent.folding == Folding::default() => true,
        // Two codes of the list are two things.
        (None, Some(allowed))
            if intent.folding == Folding::default() && allowed.list.contains(own) && allowed.list.contains(held) =>
        {
            true
        }
        (None, _) => resolved(column, own, intent) != resolved(column, held, intent),
        (Some(sign), _) => {
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
