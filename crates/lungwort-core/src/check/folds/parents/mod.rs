//! Rows that name the row that they belong to, wherever it is: whether it is there, of a kind that they may belong to, above
//! them where it must be, and no circle; and whether the values of variants are on the lists of their article.
//!
//! A row takes about 40 bytes. What is to be said of a row that is named further up waits for nothing but the end of the sheet;
//! texts are kept only of rows whose parent has not come yet, and of those whose children are counted or listed.

mod choices;
mod circles;

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::{HashMap, HashSet};
use indexmap::IndexSet;

use super::kinds::keys;
use super::{Absorbing, AnyFold, Ending, Fold, Gathering, Placed};
use crate::cell::{Value, key, shown};
use crate::check::lookups::key_of_values;
use crate::check::problem::about_column;
use crate::check::rows::Values;
use crate::check::rows::result::{ChunkResult, key_of};
use crate::condition::Truth;
use crate::finding::codes::shape as codes;
use crate::finding::{Code, Place, Problem};
use crate::rulebook::model::{Kinds, ListOf, Parents};
use crate::rulebook::{Sheet, listed};

struct Family<'r> {
    sheet: &'r Sheet,
    parents: &'r Parents,
    /// What each kind is recognised by.
    keys: Vec<Option<u128>>,
    /// For each kind, whether rows of other kinds are counted under it.
    counts: Vec<bool>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let parents = sheet.parents.as_ref()?;
    let kinds = sheet.kinds.as_ref();
    let counted = |kinds: &Kinds| (0..kinds.kinds.len()).map(|above| kinds.counts_under(above)).collect();
    let counts = kinds.map(counted).unwrap_or_default();
    let keys = kinds.map(|kinds| keys(sheet, kinds)).unwrap_or_default();
    Some(Box::new(Family { sheet, parents, keys, counts }))
}

/// What a row says it belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Names {
    /// None.
    Nothing,
    /// Another row.
    Row(u128),
    /// What it says cannot be read, and has findings of its own.
    Unknown,
}

/// A row as its family sees it.
pub(super) struct RowOf {
    row: usize,
    number: u64,
    id: Option<u128>,
    names: Names,
    /// The kind whose columns name the row that it belongs to; none where one column does for all kinds.
    named_in: Option<usize>,
    label: Option<u128>,
    /// Whether what it belongs to is held by the receiving side.
    is_held: bool,
    /// Whether it asks to remove its record, or for nothing: then it belongs to nothing that could be missing.
    goes: bool,
    /// Whether it asks to remove its record, to which nothing can belong below it.
    removes: bool,
    kind: Option<usize>,
}

/// A row that is named, or that names.
#[derive(Clone, Copy, Default)]
struct Member {
    /// Its number; zero for one that is named and has not come.
    number: u64,
    /// The one that it belongs to, counted from one.
    above: u32,
    /// Its kind, counted from one.
    kind: u32,
}

/// A row whose parent had not come when it was read.
struct Waiting {
    member: u32,
    above: u32,
    key: Option<Arc<str>>,
    text: Box<str>,
    named_in: Option<usize>,
    field: Option<usize>,
    /// The nearest row above that has such a label, counted from one.
    by_label: u32,
    is_held: bool,
    names: u128,
    choices: Vec<Box<str>>,
}

/// What is known of a row that lists choices or whose children are counted.
#[derive(Default)]
struct Head {
    key: Option<Arc<str>>,
    lists: Vec<IndexSet<Box<str>, FixedState>>,
    /// Combinations that have a row.
    seen: HashSet<u128, FixedState>,
    /// Variants with a value off a list: each may be meant for a combination without a row.
    off: u64,
    /// For each kind, how many rows of it are under this one; none where one of no known kind is.
    counts: Vec<u64>,
}

#[derive(Default)]
pub(super) struct State {
    members: Vec<Member>,
    by_id: HashMap<u128, u32, FixedState>,
    /// The last row with each label.
    by_label: HashMap<u128, u32, FixedState>,
    heads: HashMap<u32, Head, FixedState>,
    waiting: Vec<Waiting>,
    /// The records that rows ask to remove: by their ids, the first row of each.
    removed: HashMap<u128, u64, FixedState>,
    /// What there is to say, and about which member.
    said: Vec<(u32, Placed)>,
    /// Where the columns of the choices are in the file.
    fields: Vec<Option<usize>>,
}

/// The key of several columns of a row: none where one of them is blank or cannot be read.
fn key_at(values: &Values<'_>, at: usize, (kind, columns): (Option<usize>, &[usize])) -> Names {
    let mut parts = key::Parts::default();
    kind.iter().for_each(|kind| parts.add(&Value::Number((*kind).into())));
    let (mut filled, mut unknown) = (0, false);
    for column in columns {
        match values.typed[*column].get(at).unwrap_or(&Value::Blank) {
            Value::Blank => {}
            Value::Unreadable => unknown = true,
            value => {
                filled += 1;
                parts.add(value);
            }
        }
    }
    match filled {
        _ if unknown => Names::Unknown,
        0 => Names::Nothing,
        // One of several that is blank names nothing that could be found.
        some if some < columns.len() => Names::Unknown,
        _ => Names::Row(parts.key()),
    }
}

impl Fold for Family<'_> {
    type Part = Vec<RowOf>;
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<RowOf> {
        if self.parents.columns().any(|column| from.header.field_of[column].is_none()) {
            return Vec::new();
        }
        let kinds = self.sheet.kinds.as_ref();
        let held_are_known = self.sheet.existing.as_ref().is_some_and(|existing| existing.table.is_some());
        // What a row has that asks for nothing may be held; where that is known, the export says so.
        let counts = |row: usize| match held_are_known {
            true => !result.leaves_out(row),
            false => result.samples.binary_search(&row).is_err(),
        };
        let intent = self.sheet.intent.as_ref();
        let action = intent.and_then(|intent| intent.action).and_then(|column| from.header.field_of[column]);
        let removes = |row: usize| {
            let says = action.map(|field| from.shaped.chunk.text(from.shaped.chunk.cell(row, field)).trim());
            intent.zip(says).is_some_and(|(intent, says)| intent.is_removed(says))
        };
        let judged = from.rows.iter().enumerate().filter(|(_, row)| counts(**row));
        let one = |(at, &row): (usize, &usize)| {
            let kind = kinds.and_then(|kinds| {
                let key = key::of(from.values.typed[kinds.column].get(at)?)?;
                self.keys.iter().position(|known| *known == Some(key))
            });
            let key_of = |kind: Option<usize>, columns: &[usize]| match columns {
                [] => None,
                columns => match key_at(from.values, at, (kind, columns)) {
                    Names::Row(key) => Some(key),
                    Names::Nothing | Names::Unknown => None,
                },
            };
            let removes = removes(row);
            let goes = removes || result.leaves_out(row);
            let (named_in, names) = if goes { (None, Names::Nothing) } else { self.names(from.values, at, kind) };
            RowOf {
                row,
                number: from.shaped.chunk.row_number(row),
                id: key_of(kind.filter(|_| self.parents.parent.is_empty()), self.parents.id_of(kind)),
                names,
                named_in,
                label: key_of(None, &self.parents.label),
                is_held: matches!(names, Names::Row(_)) && self.is_held(from, at, named_in),
                goes,
                removes,
                kind,
            }
        };
        judged.map(one).collect()
    }

    fn absorb(&self, state: &mut State, part: Vec<RowOf>, with: &mut Absorbing<'_, '_>) {
        state.fields = self.parents.choices.iter().map(|(column, _)| with.header.field_of[*column]).collect();
        for row in part {
            crate::steps::count(1);
            if row.removes {
                state.removed.extend(row.id.map(|id| (id, row.number)));
                continue;
            }
            let member = state.member(&row);
            self.head(state, member, &row, with);
            let above = match row.names {
                Names::Row(key) => state.place_of(key),
                Names::Nothing => {
                    if !row.goes {
                        self.without(state, (member, &row), with);
                    }
                    state.by_label.extend(row.label.map(|label| (label, member)));
                    continue;
                }
                Names::Unknown => continue,
            };
            state.members[member as usize].above = above + 1;
            let by_label = match row.names {
                Names::Row(key) if !self.parents.label.is_empty() => state.by_label.get(&key).map_or(0, |at| at + 1),
                _ => 0,
            };
            state.by_label.extend(row.label.map(|label| (label, member)));
            let has_come = state.members[above as usize].number > 0 && above != member;
            if has_come && self.sheet.kinds.is_none() && self.parents.choices.is_empty() {
                continue;
            }
            let choices = self.parents.choices.iter().map(|(column, _)| with.text(row.row, *column).trim().into());
            let waiting = Waiting {
                member,
                above,
                key: key_of(with.judge, with.header, with.chunk, row.row),
                text: self.text(with, row.row, row.named_in),
                named_in: row.named_in,
                field: with.header.field_of[self.named_by(row.named_in)[0]],
                by_label,
                is_held: row.is_held,
                names: if let Names::Row(key) = row.names { key } else { 0 },
                choices: choices.collect(),
            };
            if has_come {
                self.judge(state, &waiting);
            } else {
                state.waiting.push(waiting);
            }
        }
    }

    fn finish_sheet(&self, state: &mut State, ending: &mut Ending<'_>) {
        state.settle_labels();
        let in_circle = self.circles(state);
        // What is wrong between the members of a circle is that it is one.
        state
            .said
            .retain(|(member, placed)| placed.problem.code == &codes::PARENT_CIRCLE || !in_circle.contains(member));
        for waiting in std::mem::take(&mut state.waiting) {
            if in_circle.contains(&waiting.member) {
                continue;
            }
            if state.members[waiting.above as usize].number == 0 {
                let row = state.members[waiting.member as usize].number;
                let removal = state.removed.get(&waiting.names).filter(|removal| **removal < row);
                if let Some(removal) = removal.filter(|_| waiting.is_held) {
                    let message =
                        format!("The row belongs to {}, which row {removal} removes.", shown::quoted(&waiting.text));
                    self.say(state, &waiting, &codes::NO_PARENT, message);
                    continue;
                }
                if waiting.is_held {
                    continue;
                }
                let label = match self.parents.label.as_slice() {
                    [] => String::new(),
                    label => format!(", and none above has that {}", self.sheet.named(label)),
                };
                let held = if self.knows_held(waiting.named_in).is_some() { "; nor is it held" } else { "" };
                let message = format!(
                    "The row belongs to {}, and no row has that {}{label}{held}.",
                    shown::quoted(&waiting.text),
                    self.sheet.named(self.id_named(waiting.named_in)),
                );
                self.say(state, &waiting, &codes::NO_PARENT, message);
                continue;
            }
            let (here, there) = (&state.members[waiting.member as usize], &state.members[waiting.above as usize]);
            if self.parents.above && there.number > here.number {
                let message = format!(
                    "The row belongs to {}, which is further down, in row {}; it must be above.",
                    shown::quoted(&waiting.text),
                    state.members[waiting.above as usize].number
                );
                self.say(state, &waiting, &codes::PARENT_BELOW, message);
            }
            self.judge(state, &waiting);
        }
        self.heads_end(state);
        let State { mut said, .. } = std::mem::take(state);
        said.sort_by_key(|(_, placed)| placed.place.row);
        ending.findings.extend(said.into_iter().map(|(_, placed)| placed));
    }
}

impl State {
    /// Where no row has the id that a row names, the nearest row above with that label is meant.
    fn settle_labels(&mut self) {
        for waiting in &mut self.waiting {
            if self.members[waiting.above as usize].number == 0 && waiting.by_label > 0 {
                waiting.above = waiting.by_label - 1;
                self.members[waiting.member as usize].above = waiting.by_label;
            }
        }
    }

    /// The place of the row with that id, which may not have come yet.
    fn place_of(&mut self, id: u128) -> u32 {
        let members = &mut self.members;
        *self.by_id.entry(id).or_insert_with(|| {
            members.push(Member::default());
            members.len() as u32 - 1
        })
    }

    /// A row that has come. One whose id has come before is a member of its own: that it repeats is said elsewhere.
    fn member(&mut self, row: &RowOf) -> u32 {
        let place = row.id.map(|id| self.place_of(id));
        let place = place.filter(|place| self.members[*place as usize].number == 0).unwrap_or_else(|| {
            self.members.push(Member::default());
            self.members.len() as u32 - 1
        });
        let kind = row.kind.map_or(0, |kind| kind as u32 + 1);
        self.members[place as usize] = Member { number: row.number, kind, above: 0 };
        place
    }
}

impl Family<'_> {
    /// What a row of a kind says it belongs to, and the kind whose columns say so.
    fn names(&self, values: &Values<'_>, at: usize, kind: Option<usize>) -> (Option<usize>, Names) {
        let mut places = self.parents.named_in(self.sheet.kinds.as_ref(), kind).into_iter();
        let named = places.find_map(|(above, columns)| match key_at(values, at, (above, columns)) {
            Names::Nothing => None,
            names => Some((above, names)),
        });
        named.unwrap_or((None, Names::Nothing))
    }

    /// The columns in which a row names what it belongs to.
    fn named_by(&self, named_in: Option<usize>) -> &[usize] {
        if self.parents.parent.is_empty() { self.parents.id_of(named_in) } else { &self.parents.parent }
    }

    /// The columns that the row has it in.
    fn id_named(&self, named_in: Option<usize>) -> &[usize] {
        let first = || self.parents.kind_ids.iter().find(|ids| !ids.is_empty()).map(Vec::as_slice).unwrap_or_default();
        match (self.parents.id_of(named_in), named_in) {
            ([], None) => first(),
            (ids, _) => ids,
        }
    }

    /// The look-up of existing records, and its key by which a row that is named can be held, where these are known.
    fn knows_held(&self, named_in: Option<usize>) -> Option<(usize, usize)> {
        self.sheet.existing.as_ref()?.table.as_ref()?;
        let ids = self.id_named(named_in);
        let at = self.sheet.lookups.iter().position(|lookup| matches!(lookup.list, ListOf::Existing(_)))?;
        Some((at, self.sheet.lookups[at].keys.iter().position(|key| key.own == ids)?))
    }

    /// Whether the row that a row names is held by the receiving side.
    fn is_held(&self, from: &Gathering<'_>, at: usize, named_in: Option<usize>) -> bool {
        let Some((lookup, number)) = self.knows_held(named_in) else { return false };
        let (ids, named) = (self.id_named(named_in), self.named_by(named_in));
        let value = |column: usize| {
            let place = ids.iter().position(|id| *id == column).and_then(|place| named.get(place));
            place.and_then(|named| from.values.typed[*named].get(at)).unwrap_or(&Value::Blank)
        };
        let key = key_of_values(&self.sheet.lookups[lookup].keys[number], value);
        let Some(row) = from.judge.lookups[lookup].row_with(number, key) else { return false };
        // What is held in a state that counts as removed is not there.
        let removed = self.sheet.intent.as_ref().and_then(|intent| intent.removed_when.as_ref());
        removed.is_none_or(|removed| from.judge.lookups[lookup].holds(row, removed, from.judge.today) != Truth::True)
    }

    /// What names the row above, as it is written.
    fn text(&self, with: &Absorbing<'_, '_>, row: usize, named_in: Option<usize>) -> Box<str> {
        let texts = self.named_by(named_in).iter().map(|column| shown::clipped(with.text(row, *column).trim(), 60));
        texts.collect::<Vec<_>>().join(" / ").into()
    }

    /// Keeps what is needed of a row whose children are counted, or that lists choices.
    fn head(&self, state: &mut State, member: u32, row: &RowOf, with: &Absorbing<'_, '_>) {
        let counted = row.kind.is_some_and(|kind| self.counts[kind]);
        let list = |(_, of): &(usize, usize)| -> IndexSet<Box<str>, FixedState> {
            let separator = self.sheet.columns[*of].separator.as_deref().unwrap_or(";");
            let values = with.text(row.row, *of).split(separator).map(str::trim).filter(|value| !value.is_empty());
            values.map(Box::from).collect()
        };
        let lists: Vec<_> = self.parents.choices.iter().map(list).collect();
        if counted || lists.iter().any(|list| !list.is_empty()) {
            let key = key_of(with.judge, with.header, with.chunk, row.row);
            let counts = vec![0; if counted { self.counts.len() } else { 0 }];
            state.heads.insert(member, Head { key, lists, seen: HashSet::default(), off: 0, counts });
        }
    }

    fn say(&self, state: &mut State, row: &Waiting, code: &'static Code, message: String) {
        let problem = about_column(code, self.sheet, self.named_by(row.named_in)[0], message);
        self.place(state, row, problem, row.field);
    }

    fn place(&self, state: &mut State, row: &Waiting, problem: Arc<Problem>, field: Option<usize>) {
        let number = state.members[row.member as usize].number;
        let place = Place { row: Some(number), field, ..Place::default() };
        state.said.push((row.member, Placed { place, problem, key: row.key.clone() }));
    }

    /// A row that names none: its kind must be one that stands by itself.
    fn without(&self, state: &mut State, (member, row): (u32, &RowOf), with: &Absorbing<'_, '_>) {
        let Some((kinds, kind)) = self.sheet.kinds.as_ref().zip(row.kind) else { return };
        let kind = &kinds.kinds[kind];
        if kind.under.is_empty() {
            return;
        }
        let columns = self.named_by(kind.under.first().copied());
        let column = columns.first().copied().unwrap_or_else(|| self.parents.about());
        let above: Vec<String> = kind.under.iter().map(|at| kinds.kinds[*at].value.clone()).collect();
        let message = format!(
            "{} is blank; the row is {}, which belongs to {}.",
            self.sheet.named(columns),
            kind.value,
            listed(&above, "or")
        );
        let place = Place { row: Some(row.number), field: with.header.field_of[column], ..Place::default() };
        let key = key_of(with.judge, with.header, with.chunk, row.row);
        let problem = about_column(&codes::NO_PARENT, self.sheet, column, message);
        state.said.push((member, Placed { place, problem, key }));
    }

    /// A row and the one that it belongs to, which has come.
    fn judge(&self, state: &mut State, row: &Waiting) {
        let (member, above) = (state.members[row.member as usize], state.members[row.above as usize]);
        if let Some(kinds) = &self.sheet.kinds
            && let (Some(own), Some(other)) = (member.kind.checked_sub(1), above.kind.checked_sub(1))
        {
            let kind = &kinds.kinds[own as usize];
            if !kind.under.contains(&(other as usize)) {
                let may: Vec<String> = kind.under.iter().map(|at| kinds.kinds[*at].value.clone()).collect();
                let may = if may.is_empty() {
                    "and belongs to none".to_owned()
                } else {
                    format!("which belongs to {}", listed(&may, "or"))
                };
                let message = format!(
                    "The row is {}, {may}; {} in row {} is {}.",
                    kind.value,
                    shown::quoted(&row.text),
                    above.number,
                    kinds.kinds[other as usize].value
                );
                self.say(state, row, &codes::WRONG_PARENT, message);
                return;
            }
            let head = state.heads.get_mut(&row.above);
            if let Some(count) = head.and_then(|head| head.counts.get_mut(own as usize)) {
                *count += 1;
            }
        }
        if self.sheet.kinds.is_some()
            && member.kind == 0
            && let Some(head) = state.heads.get_mut(&row.above)
        {
            head.counts.clear();
        }
        self.choices(state, row);
    }
}
