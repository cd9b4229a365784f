//! What rows ask of the receiving side: held against the existing records, and against what earlier rows have asked.
//!
//! A row is compared with its record where it is gathered. What it comes to is decided where it is absorbed, in the order of the
//! file: an earlier row may have removed the record, or been refused.

mod changed;
mod compare;
mod decide;
mod elements;
mod figures;
mod now;
mod records;
mod state;

use std::collections::HashSet;
use std::sync::{Arc, OnceLock};

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::characters::trimmed;
use crate::cell::key;
use crate::cell::shown::clipped;
use crate::check::folds::figures::Running;
use crate::check::lookups::{Found, Index, holds, holds_in, key_of_values};
use crate::check::problem::file_problem;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, key_of, whole_row};
use crate::check::rows::{RowValues, SheetJudge};
use crate::condition::{Row as _, Slot, Truth};
use crate::finding::codes::intent as codes;
use crate::finding::{CellChange, CellProblem, Correction, Outcome, RowPlan, Severity, Together};
use crate::rulebook::Sheet;
use crate::rulebook::model::{Action, Existing, Intent, KeptBy, LookupKey, Table};
use changed::{Change, Changes};
use compare::{Put, Way, changes, changes_of_rows, put};
use figures::Effect;
pub use figures::FigureChange;
use jiff::civil::Date;
use records::{HeaderTexts, Part as RowPart};
use state::{Acted, Asked};

struct Intents<'r> {
    sheet: &'r Sheet,
    intent: &'r Intent,
    existing: &'r Existing,
    /// For each compared column, how.
    ways: Vec<Way<'r>>,
    /// Of the first 64 of them a bit each: whether something is said of every change.
    said: u64,
    /// For each list that keeps records from being removed, its index, made when the first row needs it.
    kept_by: OnceLock<Vec<Index>>,
    /// The columns that figures are over.
    figure_columns: Vec<usize>,
    figure_others: Vec<(usize, usize)>,
    /// The headings of the columns.
    headings: Vec<Arc<str>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let (intent, existing) = (sheet.intent.as_ref()?, sheet.existing.as_ref()?);
    let headings = sheet.columns.iter().map(|column| Arc::from(column.heading.as_str())).collect();
    let ways = Way::of_all(sheet, intent, existing);
    let mut intents = Intents {
        sheet,
        intent,
        existing,
        said: ways.iter().take(64).enumerate().fold(0, |said, (at, way)| said | u64::from(way.is_said()) << at),
        ways,
        kept_by: OnceLock::new(),
        figure_columns: Vec::new(),
        figure_others: Vec::new(),
        headings,
    };
    intents.figure_columns = intents.figure_columns();
    intents.figure_others = intents.figure_others();
    Some(Box::new(intents))
}

/// What a row asks for, as far as the row itself says.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Says {
    /// This.
    Action(Action),
    /// The key decides.
    ByKey,
    /// A word that means nothing.
    Unknown,
    /// Something that could not be read, which has been reported.
    Unreadable,
}

/// A row, and the record that it is about; or one of several, where its key has several values.
pub(super) struct OneRow {
    row: usize,
    /// Its number, as a spreadsheet counts.
    number: u64,
    /// The key by which the record is known.
    by: usize,
    says: Says,
    /// What it comes to; `None` while that is not known.
    action: Option<Action>,
    found: Found,
    /// Its key, where all of it is filled.
    key: Option<u128>,
    /// Where the record says something else.
    changes: Changes,
    /// Whether the record cannot be touched.
    locked: bool,
    /// Which list keeps the record from being removed.
    kept: Option<usize>,
    /// What it puts into the columns of the figures, where that is wanted.
    effect: Effect,
    /// What most rows do not have is apart: a chunk's rows are handed from one thread to another, and should be small.
    more: Option<Box<More>>,
}

/// What only some rows have.
#[derive(Default, PartialEq)]
struct More {
    /// Where it continues a record: what the header has for its blank cells.
    header: HeaderTexts,
    /// The record of several rows that it stands for.
    record: Option<u128>,
    /// Which of the values in its key.
    element: Option<Box<str>>,
    /// The document that it is a line of.
    document: Option<u128>,
    /// What it goes together with.
    together: Together,
}

impl More {
    /// Kept apart where there is anything.
    fn boxed(self) -> Option<Box<More>> {
        (self != More::default()).then(|| Box::new(self))
    }
}

impl OneRow {
    fn header(&self) -> &HeaderTexts {
        self.more.as_ref().map_or(&None, |more| &more.header)
    }

    fn record(&self) -> Option<u128> {
        self.more.as_ref()?.record
    }

    fn element(&self) -> Option<&str> {
        self.more.as_ref()?.element.as_deref()
    }

    fn document(&self) -> Option<u128> {
        self.more.as_ref()?.document
    }

    fn together(&self) -> Together {
        self.more.as_ref().map(|more| more.together).unwrap_or_default()
    }
}

/// What has been asked so far, and of which documents the file has lines.
#[derive(Default)]
pub(crate) struct State {
    asked: Asked,
    documents: HashSet<u128>,
    /// How records are now, where later rows may be about them.
    now: now::Records,
    /// Records that rows of documents name which are refused.
    refused: HashSet<u32>,
    /// What the rows put into the figures.
    added: Vec<Running>,
    /// What records of several rows come to, of which further rows may follow: those of the last chunk.
    records: Vec<(u128, Outcome)>,
    /// Removals that another row of the upload may forbid.
    pub removals: Vec<Removal>,
}

/// A row that removes a record.
pub(crate) struct Removal {
    /// The record's key, as a value of a column.
    pub key: u128,
    /// It as text, and the column that it is in.
    pub text: Box<str>,
    pub column: usize,
    pub field: Option<usize>,
    pub file: usize,
    pub row: u64,
}

/// The cells of a row, without the spaces around them; `None` where the file does not have the column.
fn cell_of<'g>(from: &'g Gathering<'_>, row: usize) -> impl Fn(usize) -> Option<&'g str> {
    move |column| {
        let field = from.header.field_of[column]?;
        Some(trimmed(from.shaped.chunk.text(from.shaped.chunk.cell(row, field))))
    }
}

impl Fold for Intents<'_> {
    /// The rows that stand for a record, and further rows of records of several rows.
    type Part = (Vec<OneRow>, Vec<(usize, u128)>);
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Self::Part {
        let rows = from.rows.iter().enumerate().filter(|(_, row)| result.samples.binary_search(row).is_err());
        let (mut part, mut further) = (Vec::with_capacity(from.rows.len()), Vec::new());
        // Most keys hold one value, and their rows are not looked through for more.
        let keys = &self.sheet.lookups[self.intent.lookup].keys;
        let may_be_several = keys.iter().any(|key| self.sheet.separator_of(&key.own).is_some());
        let mut changes = self.changes_of_rows(from).unwrap_or_default();
        for (at, &row) in rows {
            match self.part(from, row) {
                RowPart::Own => {}
                RowPart::Nothing => continue,
                RowPart::Further(hash) => {
                    further.push((row, hash));
                    continue;
                }
            }
            match may_be_several.then(|| self.elements(from, at, row)).flatten() {
                Some(elements) => part.extend(elements),
                None => {
                    let known = changes.get_mut(at).map(|changes| std::mem::replace(changes, Changes::none()));
                    part.push(self.one(from, (at, row), known));
                }
            }
        }
        (part, further)
    }

    fn absorb(&self, state: &mut State, (mut part, further): Self::Part, with: &mut Absorbing<'_, '_>) {
        let is_error = |finding: &&RowFinding| finding.problem.severity == Severity::Error;
        let mut wrong: Vec<usize> = with.findings.iter().filter(is_error).map(|finding| finding.row).collect();
        wrong.sort_unstable();
        if with.judge.previews {
            with.plans.reserve(part.len());
        }
        for records in part.chunk_by_mut(|one, other| one.row == other.row) {
            state.documents.extend(records[0].document());
            self.absorb_row(state, records, &wrong, with);
        }
        if with.judge.previews && self.intent.whole_records {
            self.further(state, &further, with);
            // The last one may go on in the next chunk.
            let keep = state.records.len().saturating_sub(1);
            state.records.drain(..keep);
        }
    }

    fn plans(&self, state: &State, judge: &SheetJudge<'_>, take: &mut dyn FnMut(RowPlan)) {
        let Some(table) = &self.existing.table else { return };
        let keys = self.sheet.lookups[self.intent.lookup].keys.first();
        for row in (0..table.row_count() as u32).filter(|row| self.is_replaced(state, *row)) {
            if self.is_removed(row, judge.today) {
                continue;
            }
            let parts =
                keys.iter().flat_map(|key| &key.theirs).map(|column| clipped(table.cell(row as usize, *column), 60));
            let key = Some(Arc::from(parts.collect::<Vec<_>>().join(" / ")));
            take(RowPlan { key, ..RowPlan::of(Outcome::Removed) });
        }
    }

    fn before_and_after(&self, state: &State, judge: &SheetJudge<'_>) -> Vec<FigureChange> {
        let is_replaced = |row: u32| self.is_replaced(state, row);
        self.before_and_after((&state.asked, &is_replaced), self.add_now(state, judge), judge)
    }
}

impl Intents<'_> {
    /// Whether a record is part of a document of which the file has all lines, and none of them is about it.
    fn is_replaced(&self, state: &State, row: u32) -> bool {
        let Some(table) = self.existing.table.as_ref().filter(|_| !state.documents.is_empty()) else { return false };
        let document = key::of_texts(self.intent.replaces.iter().map(|(_, place)| table.cell(row as usize, *place)));
        state.documents.contains(&document)
            && state.asked.of_held(row).action().is_none()
            && !state.refused.contains(&row)
    }

    fn kept_by(&self, today: Date) -> &[Index] {
        let index = |kept: &KeptBy| {
            let holds = |row: usize, when| holds_in(&kept.columns, &kept.table, row, when, today) == Truth::True;
            let counts = kept.when.as_ref().map(|when| move |row: usize| holds(row, when));
            Index::new(&kept.table, &kept.key, counts.as_ref().map(|counts| counts as _))
        };
        self.kept_by.get_or_init(|| self.intent.kept_by.iter().map(index).collect())
    }

    /// What a row asks for of one record. `changes` are the cells that say something else than that, where they are known.
    fn one(&self, from: &Gathering<'_>, (at, row): (usize, usize), changes: Option<Changes>) -> OneRow {
        let header = self.header_texts(from, row);
        let values = self.with_header(from, (row, &header), RowValues { values: from.values, at });
        let lookup = &self.sheet.lookups[self.intent.lookup];
        let looked = from.values.looked.get(self.intent.lookup);
        let found = looked.and_then(|looked| looked.found.get(at)).copied().unwrap_or(Found::Open);
        let counting = || lookup.keys.iter().enumerate().filter(|(_, key)| key.counts_for(&values));
        let is_known = |key: &LookupKey| key.own.iter().all(|column| values.value(Slot::Column(*column)).is_known());
        // A record that is held is known by its row.
        let key_of_row = match found {
            Found::Row(_) => None,
            _ => counting()
                .find(|(_, key)| is_known(key))
                .map(|(_, key)| key_of_values(key, |column| values.value(Slot::Column(column)))),
        };
        let cell = cell_of(from, row);
        let text = |column| match cell(column) {
            Some("") => self.inherited(&header, column).or(Some("")),
            text => text,
        };
        let (mut differing, mut locked, mut kept) = (Changes::none(), false, None);
        if let (Found::Row(held), Some(table)) = (found, &self.existing.table) {
            let compare = || self.changes_of_held((table, held as usize), from.previews, &text);
            differing = changes.unwrap_or_else(compare);
            locked = self.intent.locked_when.as_ref().is_some_and(|when| when.judge(&values) == Truth::True);
            let by = |(at, index): (usize, &Index)| {
                let kept = &self.intent.kept_by[at];
                let key = key_of_values(&kept.key, |column| values.value(Slot::Column(column)));
                index.find(key).map(|_| at)
            };
            kept = self.kept_by(from.values.today).iter().enumerate().find_map(by);
        }
        let held = match found {
            Found::Row(held) => Some(held),
            _ => None,
        };
        let effect = if from.previews { self.effect(figures::Before::of(held), &text) } else { Effect::new() };
        let more = More {
            record: if self.intent.whole_records { from.shaped.record_hash(row) } else { None },
            element: None,
            document: self.document(&text),
            together: if from.previews { from.together(self.sheet, row) } else { Together::default() },
            header: header.clone(),
        };
        OneRow {
            row,
            number: from.shaped.number_of(self.sheet, row),
            by: counting().next().map_or(0, |(at, _)| at),
            says: self.says(&text),
            action: None,
            found,
            key: key_of_row,
            changes: differing,
            locked,
            kept,
            effect,
            more: more.boxed(),
        }
    }

    /// The cells of a row that say something else than a record that is held.
    fn changes_of_held<'t>(
        &self,
        (table, row): (&Table, usize),
        all: bool,
        text: &dyn Fn(usize) -> Option<&'t str>,
    ) -> Changes {
        changes((&self.ways, self.intent), |at| self.ways[at].held(table, row), all, text)
    }

    /// The same of all rows of a chunk; `None` where a header may have their values for them.
    fn changes_of_rows(&self, from: &Gathering<'_>) -> Option<Vec<Changes>> {
        let table = self.existing.table.as_ref().filter(|_| self.sheet.record.is_none())?;
        let looked = from.values.looked.get(self.intent.lookup)?;
        Some(changes_of_rows((&self.ways, self.intent), (from, &looked.found), table))
    }

    /// Of which document a row is a line.
    fn document<'t>(&self, text: &dyn Fn(usize) -> Option<&'t str>) -> Option<u128> {
        let names = self.intent.replaces.iter().map(|(column, _)| text(*column).unwrap_or_default());
        (!self.intent.replaces.is_empty()).then(|| key::of_texts(names))
    }

    /// What the column of actions says.
    fn says<'t>(&self, text: &dyn Fn(usize) -> Option<&'t str>) -> Says {
        use crate::rulebook::intent::WrittenBlankAction as Blank;
        let Some(text) = self.intent.action.and_then(text).filter(|text| !text.is_empty()) else {
            return match self.intent.blank {
                Blank::ByKey => Says::ByKey,
                Blank::Create => Says::Action(Action::Create),
                Blank::Skip => Says::Action(Action::Skip),
            };
        };
        if let Some((_, action)) = self.intent.words.iter().find(|(word, _)| word == text) {
            return Says::Action(*action);
        }
        // What is not on the column's list has been reported as that.
        let allowed = self.intent.action.and_then(|column| self.sheet.columns[column].allowed.as_ref());
        if allowed.is_some_and(|allowed| !allowed.list.contains(text)) { Says::Unreadable } else { Says::Unknown }
    }

    /// Takes in a row: one record, or several of which one that is wrong refuses all.
    fn absorb_row(&self, state: &mut State, records: &mut [OneRow], wrong: &[usize], with: &mut Absorbing<'_, '_>) {
        let row = records[0].row;
        let wrong = wrong.binary_search(&row).is_ok() || with.is_refused_number(records[0].number);
        let mut refused = wrong;
        for record in &mut *records {
            self.compare_again(state, record, with);
            let decided = self.decide(&state.asked, record, with);
            let mut problems: Vec<(usize, CellProblem)> = decided.problem.into_iter().collect();
            if decided.action == Some(Action::Change) && problems.is_empty() {
                problems.extend(self.of_changes(state, record));
            }
            refused |= problems.iter().any(|(_, problem)| problem.code.severity == Severity::Error);
            refused |= decided.action.is_none();
            record.action = decided.action;
            for (column, problem) in problems {
                let field = with.header.field_of[column];
                // What is wrong with the key itself explains that nothing has it.
                let explained = |finding: &RowFinding| {
                    finding.row == row && finding.field == field && finding.problem.severity == Severity::Error
                };
                let is_wrong = problem.code == &codes::NOT_HELD && wrong && record.element().is_none();
                // What the header has is said where it is.
                let of_header =
                    self.inherited(record.header(), column).is_some() && with.text(row, column).trim().is_empty();
                if !(of_header || is_wrong && with.findings.iter().any(explained)) {
                    self.push(row, column, record.named(problem), with);
                }
            }
        }
        for record in records {
            match (refused, record.found) {
                (false, _) => self.note(state, record, with),
                // A line that is wrong is in the file all the same.
                (true, Found::Row(held)) if !self.intent.replaces.is_empty() => drop(state.refused.insert(held)),
                (true, _) => {}
            }
            if with.judge.previews {
                self.preview(state, record, refused, with);
            }
            if self.may_follow() && !refused {
                self.note_now(state, record, with);
            }
        }
    }

    /// Keeps in mind what a row asked of a record.
    fn note(&self, state: &mut State, record: &OneRow, with: &Absorbing<'_, '_>) {
        let Some(action) = record.action.filter(|action| *action != Action::Skip) else { return };
        let row = record.number;
        if action == Action::Remove && !self.intent.kept_by_rows.is_empty() {
            let column = self.about(record);
            let text: &str = record.element().unwrap_or_else(|| self.text(record, column, with).trim());
            let value = self.sheet.columns[column].kind.read(text).ok();
            state.removals.extend(value.as_ref().and_then(key::of).map(|key| Removal {
                key,
                text: text.into(),
                column,
                field: with.header.field_of[column],
                file: with.file,
                row,
            }));
        }
        let acted = Acted::new(action, with.file, row);
        match (record.found, &self.existing.table) {
            (Found::Row(held), Some(table)) => state.asked.note_held(held, table.row_count(), acted),
            _ => self.asked_key(record).into_iter().for_each(|key| state.asked.note_new(key, acted)),
        }
    }

    /// Says what would become of a record.
    fn preview(&self, state: &mut State, record: &mut OneRow, refused: bool, with: &mut Absorbing<'_, '_>) {
        let is_known = matches!(record.found, Found::Row(_)) || self.now(state, record).is_some();
        let outcome = match record.action {
            _ if refused => Outcome::Refused,
            Some(Action::Create) => Outcome::Created,
            Some(Action::Change) if record.changes.is_empty() && is_known => Outcome::Unchanged,
            Some(Action::Change) => Outcome::Changed,
            Some(Action::Remove) => Outcome::Removed,
            Some(Action::Skip) | None => Outcome::Skipped,
        };
        if record.action == Some(Action::Create) && matches!(record.found, Found::Row(_)) {
            // Nothing is left of what was held before.
            record.effect = self.effect(figures::Before::New, &|column| self.given(record, column, with));
        }
        let counts = matches!(outcome, Outcome::Created | Outcome::Changed | Outcome::Unchanged);
        if counts && !self.may_follow() {
            if state.added.is_empty() {
                state.added = self.no_figures();
            }
            let values = std::mem::take(&mut record.effect);
            self.add_effect(&mut state.added, values, with.judge);
        }
        state.records.extend(record.record().map(|hash| (hash, outcome)));
        let plan = self.plan(state, record, outcome, with);
        with.plans.push((record.row, plan));
    }

    /// What is said of the cells of a change.
    fn of_changes(&self, state: &State, row: &OneRow) -> Vec<(usize, CellProblem)> {
        let follows = self.now(state, row).is_some();
        if !follows && (self.existing.table.is_none() || !matches!(row.found, Found::Row(_))) {
            return Vec::new();
        }
        if row.changes.is_empty() {
            let column = self.about(row);
            let said = match self.intent.whole_records {
                false if follows => "the row changes nothing: rows above it have asked for all of it.",
                false => "the row changes nothing: all of it is held already.",
                true => "the header changes nothing; what its rows list is not compared with what is held.",
            };
            return vec![(column, CellProblem::new(&codes::NOTHING_CHANGED, said))];
        }
        let mut problems = Vec::new();
        // Of most changes nothing is said.
        if row.changes.are_plain(self.said) {
            return problems;
        }
        for change in row.changes.iter() {
            let compared = &self.intent.compared[change.at];
            if !(self.ways[change.at].is_said() || change.wiped) {
                continue;
            }
            let held = self.before(state, row, change.at).unwrap_or_default();
            let shown = if held.is_empty() { "blank".to_owned() } else { crate::cell::shown::quoted(held) };
            if compared.fixed {
                let message = format!("it cannot be changed, and {shown} is held.");
                let right = Some(held).filter(|held| !held.is_empty()).and_then(Correction::likely);
                problems.push((compared.column, CellProblem::new(&codes::FIXED_VALUE, message).with(right)));
            } else if compared.recreate {
                let message = format!(
                    "{shown} is held; it can only be changed by a row that removes the record and one below that creates it again."
                );
                problems.push((compared.column, CellProblem::new(&codes::NEEDS_NEW_RECORD, message)));
            } else if change.wiped {
                let message = format!("is blank, which deletes what is held: {shown}.");
                problems.push((compared.column, CellProblem::new(&codes::VALUE_WIPED, message)));
            }
        }
        problems
    }

    /// What a new record is known by to later rows: kinds of rows that have keys of their own may have the same ones.
    fn asked_key(&self, row: &OneRow) -> Option<u128> {
        let own = self.sheet.lookups[self.intent.lookup].keys.get(row.by).is_some_and(|key| key.when.is_some());
        row.key.map(|key| if own { key.wrapping_add((row.by as u128 + 1) << 64) } else { key })
    }

    /// The column that a finding about the record as a whole is at: the first of its key.
    fn about(&self, row: &OneRow) -> usize {
        self.sheet.lookups[self.intent.lookup].keys.get(row.by).map_or(0, |key| key.own[0])
    }

    fn push(&self, row: usize, column: usize, problem: CellProblem, with: &mut Absorbing<'_, '_>) {
        let text = with.text(row, column);
        let judge = &with.judge.columns[column];
        // What is said of these is that the cell is blank.
        let problem = if [&codes::VALUE_WIPED, &codes::KEY_MISSING].contains(&problem.code) {
            judge.problem(problem)
        } else if text.trim().is_empty() {
            file_problem(problem.code, "", problem)
        } else {
            judge.problem_of(text, problem)
        };
        let field = with.header.field_of[column];
        with.findings.push(RowFinding {
            field,
            value: field.map(|_| text.into()),
            key: key_of(with.judge, with.header, with.chunk, row),
            order: FIRST_CELL + field.unwrap_or(0) as u32,
            ..whole_row(row, problem)
        });
    }

    /// What would become of a row.
    fn plan(&self, state: &State, row: &OneRow, outcome: Outcome, with: &Absorbing<'_, '_>) -> RowPlan {
        let cell = |change: Change| {
            let compared = &self.intent.compared[change.at];
            let column = &self.sheet.columns[compared.column];
            let old = self.before(state, row, change.at)?;
            let new = match put(column, compared, self.text(row, compared.column, with)) {
                Put::Text(text) => text,
                Put::Left => return None,
            };
            Some(CellChange {
                heading: Arc::clone(&self.headings[compared.column]),
                old: old.into(),
                new: new.into(),
                wiped: change.wiped,
            })
        };
        let changes = Some(&row.changes).filter(|_| outcome == Outcome::Changed);
        let (changed, wiped) = changes.map(Changes::counts).unwrap_or_default();
        let is_listed = with.listed.has(outcome, wiped > 0);
        let kind = self.sheet.kinds.as_ref().map(|kinds| kinds.named(with.text(row.row, kinds.column)));
        RowPlan {
            key: match row.element() {
                _ if !is_listed => None,
                Some(element) => Some(Arc::from(clipped(element, 60))),
                None => self.key(row, with),
            },
            kind,
            changed: changed - wiped,
            wiped,
            cells: changes.filter(|_| is_listed).into_iter().flat_map(Changes::iter).filter_map(cell).collect(),
            together: row.together(),
            record: row.record(),
            ..RowPlan::of(outcome)
        }
    }

    /// Whether a record that is held counts as removed.
    fn is_removed(&self, held: u32, today: Date) -> bool {
        let Some(table) = &self.existing.table else { return false };
        let lookup = &self.sheet.lookups[self.intent.lookup];
        let holds = |condition| holds(lookup, table, held as usize, condition, today) == Truth::True;
        self.intent.removed_when.as_ref().is_some_and(holds)
    }
}
