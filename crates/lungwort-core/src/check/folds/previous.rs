//! Rules that look at a row beside the one before it, in the sheet, in its group or in its record.

use foldhash::fast::FixedState;
use hashbrown::HashMap;
use jiff::civil::Date;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::{Value, shown};
use crate::check::problem::rule_problem;
use crate::check::rows::RowValues;
use crate::check::rows::result::{ChunkResult, FIRST_RULE, RowFinding, key_of, whole_row};
use crate::check::rules::quoted;
use crate::condition::PREVIOUS_ROW;
use crate::condition::{Condition, Row, Slot, Truth};
use crate::finding::codes::rule as codes;
use crate::rulebook::model::{Message, Rule};
use crate::rulebook::{Sheet, listed, written_value};
use crate::steps;

/// A rule, and the columns that it needs of a row.
struct OneRule<'r> {
    at: usize,
    rule: &'r Rule,
    condition: &'r Condition,
    columns: Vec<usize>,
    /// What it asks of rows that look-ups find.
    found: Vec<Slot>,
}

struct Previous<'r> {
    sheet: &'r Sheet,
    rules: Vec<OneRule<'r>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let rules = sheet.rules.iter().enumerate().filter_map(|(at, rule)| {
        let condition = rule.form.previous()?;
        let when = rule.when.iter().flat_map(|when| when.columns().to_vec());
        let mut columns: Vec<usize> = rule.form.columns().into_iter().chain(when).collect();
        columns.sort_unstable();
        columns.dedup();
        let of_when = rule.when.iter().flat_map(|when| when.others());
        let others = condition.others().into_iter().chain(of_when).filter(|(alias, _)| *alias != PREVIOUS_ROW);
        let quoted = rule.message.iter().flat_map(Message::found);
        let quoted = quoted.map(|(lookup, column)| (lookup + PREVIOUS_ROW + 1, column));
        let found = others.chain(quoted).map(|(alias, column)| Slot::Other(alias, column)).collect();
        Some(OneRule { at, rule, condition, columns, found })
    });
    let rules: Vec<OneRule<'_>> = rules.collect();
    (!rules.is_empty()).then(|| Box::new(Previous { sheet, rules }) as _)
}

/// What a rule needs of one row.
#[derive(Debug, Clone)]
pub(super) struct Kept(Vec<(Slot, Value<'static>)>);

/// The rows of one rule in a chunk: the first of each group, which waits for the one before it, and the last of each.
#[derive(Default)]
pub(super) struct Ends {
    first: Vec<(u128, usize, Kept)>,
    last: HashMap<u128, Kept, FixedState>,
}

/// A row and the one before it.
struct Pair<'p> {
    here: &'p Kept,
    before: &'p Kept,
    today: Date,
}

impl Kept {
    fn get(&self, slot: Slot) -> &Value<'static> {
        self.0.iter().find(|(known, _)| *known == slot).map_or(&Value::Blank, |(_, value)| value)
    }
}

impl Row for Pair<'_> {
    fn value(&self, slot: Slot) -> &Value<'_> {
        match slot {
            Slot::Other(PREVIOUS_ROW, column) => self.before.get(Slot::Column(column)),
            Slot::Column(_) | Slot::Other(..) => self.here.get(slot),
            Slot::Aggregate(_) => &Value::Blank,
        }
    }

    fn today(&self) -> Date {
        self.today
    }
}

impl Fold for Previous<'_> {
    type Part = Vec<Ends>;
    /// For each rule, the last row of each group.
    type State = Vec<HashMap<u128, Kept, FixedState>>;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<Ends> {
        let one = |rule: &OneRule<'_>| {
            let mut ends = Ends::default();
            if rule.columns.iter().any(|column| from.header.field_of[*column].is_none()) {
                return ends;
            }
            for (at, &row) in from.rows.iter().enumerate() {
                let about = from.shaped.concerns(self.sheet, row, &rule.columns);
                if !about || result.samples.binary_search(&row).is_ok() {
                    continue;
                }
                let Some(group) = from.group(&rule.rule.each, at, row) else { continue };
                let values = RowValues { values: from.values, at };
                let value = |slot: Slot| (slot, values.value(slot).clone().into_owned());
                let slots = rule.columns.iter().map(|column| Slot::Column(*column)).chain(rule.found.iter().copied());
                let kept = Kept(slots.map(value).collect());
                match ends.last.insert(group, kept.clone()) {
                    Some(before) => {
                        let text = |column: usize| from.text(row, column);
                        if let Some(finding) = self.broken(rule, row, (&kept, &before, from.values.today), &text) {
                            result.findings.push(finding.at(from.header.field_of[first_column(rule)]));
                        }
                    }
                    None => ends.first.push((group, row, kept)),
                }
            }
            ends
        };
        self.rules.iter().map(one).collect()
    }

    fn absorb(&self, state: &mut Self::State, part: Vec<Ends>, with: &mut Absorbing<'_, '_>) {
        state.resize_with(self.rules.len(), HashMap::default);
        for ((rule, known), ends) in self.rules.iter().zip(state).zip(part) {
            for (group, row, here) in ends.first {
                steps::count(1);
                let Some(before) = known.get(&group) else { continue };
                let text = |column: usize| with.text(row, column);
                if let Some(finding) = self.broken(rule, row, (&here, before, with.judge.today), &text) {
                    let key = key_of(with.judge, with.header, with.chunk, row);
                    with.findings.push(RowFinding { key, ..finding.at(with.header.field_of[first_column(rule)]) });
                }
            }
            known.extend(ends.last);
        }
    }

    fn finish_sheet(&self, state: &mut Self::State, _: &mut super::Ending<'_>) {
        state.clear();
    }
}

impl Previous<'_> {
    /// What is said of a row that breaks the rule.
    fn broken<'t>(
        &self,
        rule: &OneRule<'_>,
        row: usize,
        (here, before, today): (&Kept, &Kept, Date),
        text: &dyn Fn(usize) -> &'t str,
    ) -> Option<RowFinding> {
        let pair = Pair { here, before, today };
        if rule.rule.when.as_ref().is_some_and(|when| when.judge(&pair) != Truth::True)
            || rule.condition.judge(&pair) != Truth::False
        {
            return None;
        }
        let said = |column: usize, kept: &Kept| match written_value(self.sheet, column, kept.get(Slot::Column(column)))
            .as_str()
        {
            "" => format!("{} is blank", self.sheet.columns[column].heading),
            text => format!("{} is {}", self.sheet.columns[column].heading, shown::clipped(text, shown::SHOWN)),
        };
        let own: Vec<String> = rule.condition.columns().iter().map(|column| said(*column, here)).collect();
        let others = rule.condition.others().into_iter().filter(|(alias, _)| *alias == PREVIOUS_ROW);
        let other: Vec<String> = others.map(|(_, column)| said(column, before)).collect();
        let title = rule.rule.said(&|part| quoted(self.sheet, part, text, &pair));
        let here = if own.is_empty() { String::new() } else { format!("here {}, and ", listed(&own, "and")) };
        let message = format!("{title}; {here}in the row before {}.", listed(&other, "and"));
        let problem = rule_problem(self.sheet, rule.at, &codes::RULE_BROKEN, message);
        Some(RowFinding { order: FIRST_RULE + rule.at as u32, ..whole_row(row, problem) })
    }
}

fn first_column(rule: &OneRule<'_>) -> usize {
    rule.condition.columns().first().or(rule.columns.first()).copied().unwrap_or(0)
}

impl RowFinding {
    fn at(self, field: Option<usize>) -> RowFinding {
        RowFinding { field, ..self }
    }
}
