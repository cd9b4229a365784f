//! Judging the cells of one column: a quick way for cells that are right, and a thorough one for the rest.
//!
//! In: a cell's text and the column's compiled properties. Out: the value, or what is wrong with the cell, with at
//! most one correction, which is judged again before it may be called certain.

mod damage;
mod encodable;
mod levels;
mod parts;
pub(crate) mod placeholder;
mod repeated;
mod text_quality;
mod type_errors;

use levels::Levels;
pub use repeated::{Repeated, RightPairs};

use std::borrow::Cow;
use std::collections::HashMap;
use std::sync::Arc;

use crate::cell::number::{self, Small};
use crate::cell::{Value, characters};
use crate::finding::CellProblem;
use crate::finding::{
    Action, Certainty, Correction, Message, Problem, Severity, Topic, codes::cell as cell_codes, codes::value as codes,
};
use crate::limits::REMEMBERED_VALUES;
use crate::rulebook::property::{self, CellCheck, Surroundings};
use crate::rulebook::{Column, ColumnType};
use crate::steps;

/// Longer values are not remembered.
const LONGEST_REMEMBERED: usize = 256;

/// What the thorough judgement of a cell came to.
#[derive(Debug)]
pub struct CellResult {
    /// What is wrong with it, if anything.
    pub problems: Vec<Arc<Problem>>,
    /// Its value for rules and figures.
    pub value: Value<'static>,
}

/// What is remembered of each column's values.
#[derive(Debug, Default)]
pub struct Memory {
    /// Judgements of wrong values, by column.
    columns: Vec<HashMap<Box<str>, Arc<CellResult>, foldhash::fast::RandomState>>,
    /// Right values that may come again, by column.
    repeated: Vec<Repeated>,
}

impl Memory {
    /// Takes out what is known of a column's right values, to be put back.
    pub fn take_repeated(&mut self, column: usize) -> Repeated {
        if self.repeated.len() <= column {
            self.repeated.resize_with(column + 1, Repeated::default);
        }
        std::mem::take(&mut self.repeated[column])
    }

    /// Puts it back.
    pub fn put_repeated(&mut self, column: usize, repeated: Repeated) {
        self.repeated[column] = repeated;
    }
}

/// A check and the key of the rulebook that requires it.
type Check<'r> = (&'static str, Box<dyn CellCheck + 'r>);

/// Judges cells of one column.
pub struct ColumnJudge<'r> {
    column: &'r Column,
    index: usize,
    /// The checks, each with the key of the rulebook that requires it.
    checks: Vec<Check<'r>>,
    /// The heading, shared by all problems.
    subject: Arc<str>,
    /// Whether a placeholder would get past all checks, so that it must be looked for in every cell.
    takes_any_text: bool,
    /// Whether several values may stand in a cell.
    takes_several: bool,
    /// Whether there is more to ask of a text than what its type and the checks ask: no more than one question of
    /// nearly every cell.
    asks_more: bool,
    /// What stands under what, where the values are levels of a path.
    levels: Option<Levels<'r>>,
}

impl<'r> ColumnJudge<'r> {
    /// Prepares a column.
    pub fn new(column: &'r Column, index: usize, surroundings: Surroundings<'_>) -> ColumnJudge<'r> {
        let typed = !matches!(column.kind, ColumnType::Text);
        let mut checks = property::checks_for(column, surroundings);
        checks.extend(encodable::make(surroundings).map(|check| ("encoding", check)));
        let bound = column.allowed.is_some()
            || !column.pattern.is_empty()
            || column.format.is_some()
            // Only a length that not every short text has says that a short word is a value.
            || column.length.as_ref().is_some_and(|length| length.min > 1)
            || !column.limits.is_empty();
        let takes_any_text = !typed && !bound && (column.required || column.required_when.is_some());
        let takes_several = column.separator.is_some();
        ColumnJudge {
            column,
            index,
            checks,
            subject: Arc::from(column.heading.as_str()),
            takes_any_text,
            takes_several,
            asks_more: takes_any_text || takes_several || !column.blank_words.is_empty(),
            levels: Levels::of(column),
        }
    }

    /// Whether it pays to remember right values: where each costs more to judge than to look up, and may come again.
    pub fn may_repeat(&self) -> bool {
        let listed = self.column.allowed.is_some();
        let bound = listed || self.column.format.is_some() || !self.column.pattern.is_empty() || self.checks.len() > 1;
        !self.column.unique && !self.takes_several && (bound || !matches!(self.column.kind, ColumnType::Text))
    }

    /// The value of a text that was right before.
    #[inline]
    pub fn known<'t>(&self, text: &'t str, value: &Value<'static>) -> Value<'t> {
        if let ColumnType::Text = self.column.kind { Value::Text(Cow::Borrowed(text)) } else { value.clone() }
    }

    /// The column.
    pub fn column(&self) -> &'r Column {
        self.column
    }

    /// Whether a cell is surely right; false where it needs the thorough way. `text` is not empty; `special` tells
    /// whether there is anything but printable ASCII in it. The value of a right cell goes to `keep`: handing it on
    /// rather than back spares copies that cost more than the checks; where it is not `WANTED`, it need not be made.
    #[inline]
    pub fn quick<'t, const WANTED: bool>(&self, text: &'t str, special: bool, keep: impl FnOnce(Value<'t>)) -> bool {
        let bytes = text.as_bytes();
        let (Some(&first), Some(&last)) = (bytes.first(), bytes.last()) else {
            return false;
        };
        // Few texts begin with a sign as low as these two.
        if last == b' ' || first <= b'#' && (first == b' ' || first == b'#' && placeholder::is_error_value(text)) {
            return false;
        }
        if special && !characters::is_unremarkable(text) {
            return false;
        }
        if self.asks_more && !self.is_plainly_one_value(text) {
            return false;
        }
        let value = match &self.column.kind {
            ColumnType::Text => Value::Text(Cow::Borrowed(text)),
            ColumnType::Whole(mark) | ColumnType::Decimal(mark) if !WANTED => {
                let most = if matches!(self.column.kind, ColumnType::Whole(_)) { 0 } else { u32::MAX };
                return match number::read_small(text, *mark) {
                    Some(Small::Number { mantissa, places }) if places <= most => {
                        self.checks.iter().all(|(_, check)| check.passes_number(text, mantissa, places))
                    }
                    // Long numbers are rare enough to go the thorough way.
                    _ => false,
                };
            }
            kind => match kind.read(text) {
                Ok(value) => value,
                Err(_) => return false,
            },
        };
        if !self.checks.iter().all(|(_, check)| check.passes(text, &value)) {
            return false;
        }
        keep(value);
        true
    }

    /// Whether a text is surely one value, where more is asked of it.
    fn is_plainly_one_value(&self, text: &str) -> bool {
        let placeholder =
            self.takes_any_text && text.len() <= placeholder::LONGEST && placeholder::is_placeholder(text);
        !self.takes_several && !placeholder && !self.is_blank_word(text)
    }

    /// The judgement of a cell, remembered for values that come again.
    pub fn thorough(&self, raw: &str, memory: &mut Memory) -> Arc<CellResult> {
        if memory.columns.len() <= self.index {
            memory.columns.resize_with(self.index + 1, HashMap::default);
        }
        let known = &mut memory.columns[self.index];
        if let Some(judged) = known.get(raw) {
            return Arc::clone(judged);
        }
        let judged = Arc::new(self.judge(raw));
        steps::count(raw.len());
        if known.len() < REMEMBERED_VALUES && raw.len() <= LONGEST_REMEMBERED {
            known.insert(raw.into(), Arc::clone(&judged));
        }
        judged
    }

    /// Judges a cell from scratch.
    pub fn judge(&self, raw: &str) -> CellResult {
        let (mut found, value) = self.look_at(raw);
        self.one_correction(raw, &mut found);
        CellResult { problems: found.into_iter().map(|found| self.problem_of(raw, found)).collect(), value }
    }

    /// What is found in a cell, each with what would put that alone right, and the value.
    fn look_at(&self, raw: &str) -> (Vec<CellProblem>, Value<'static>) {
        let mut found = Vec::new();
        // What the list has is right as it stands, also with a space or a line break in it.
        let listed =
            !self.takes_several && self.column.allowed.as_ref().is_some_and(|allowed| allowed.list.contains(raw));
        let text = match listed {
            true => raw.to_owned(),
            false => text_quality::judge(raw, self.column.line_breaks, &mut found),
        };
        let value = if text.is_empty() || self.is_blank_word(&text) {
            Value::Blank
        } else if let Some(levels) = &self.levels {
            levels.judge(&text, &mut found)
        } else {
            match self.column.separator.as_deref() {
                Some(sign) if text.contains(sign) => self.each_part(&text, sign, &mut found),
                Some(sign) => match self.other_separator(&text, sign) {
                    Some(why) => {
                        found.push(why);
                        Value::Unreadable
                    }
                    None => self.one_value(&text, &mut found),
                },
                _ => self.one_value(&text, &mut found),
            }
        };
        (found, value)
    }

    /// Makes the proposals for a cell one: what is proposed last was built from what was proposed before. It is looked
    /// at as a cell of its own, and is certain only if nothing is wrong with that.
    fn one_correction(&self, raw: &str, found: &mut [CellProblem]) {
        let Some((mut value, mut certainty)) = last_proposal(found) else { return };
        for _ in 0..MOST_STEPS {
            if value.is_empty() {
                // A blank cell is right where it need not be filled.
                certainty = if self.column.required { Certainty::Likely } else { certainty };
                break;
            }
            let (left, _) = self.look_at(&value);
            if left.is_empty() {
                break;
            }
            match last_proposal(&left) {
                Some((next, how)) if next != value => (value, certainty) = (next, certainty.min(how)),
                _ => {
                    certainty = Certainty::Likely;
                    break;
                }
            }
        }
        let correction = (value != raw).then_some(Correction { action: Action::SetCell(value), certainty });
        found
            .iter_mut()
            .filter(|each| each.correction.is_some())
            .for_each(|each| each.correction.clone_from(&correction));
    }

    fn one_value(&self, text: &str, found: &mut Vec<CellProblem>) -> Value<'static> {
        if placeholder::is_error_value(text) && !self.takes(text) {
            let message = "a spreadsheet's sign that a formula came to nothing; put the value in its place.";
            found.push(CellProblem::new(&cell_codes::ERROR_VALUE, message));
            return Value::Unreadable;
        }
        if !placeholder::is_placeholder(text) {
            return self.plain_value(text, found);
        }
        let before = found.len();
        let value = self.plain_value(text, found);
        let end = if self.column.required { "a value must be filled in" } else { "fill in a value or clear the cell" };
        if let Some(first) = found.get_mut(before).filter(|first| first.code.severity == Severity::Error) {
            // What it is instead of a value explains the rest.
            let correction = first.correction.take();
            let blank = if self.column.required { None } else { Correction::likely("") };
            first.correction = correction.filter(|known| known.certainty == Certainty::Certain).or(blank);
            first.message = format!("{} It seems to stand for a missing value: {end}.", first.message);
            found.truncate(before + 1);
        } else if self.takes_any_text && found.len() == before {
            let message = format!("it seems to stand for a missing value; if so, {end}.");
            found.push(CellProblem::new(&codes::PLACEHOLDER_VALUE, message));
        }
        value
    }

    fn plain_value(&self, text: &str, found: &mut Vec<CellProblem>) -> Value<'static> {
        let value = match self.column.kind.read(text) {
            Ok(value) => value,
            Err(type_error) => {
                let (why, lenient) = type_errors::explain(self.column, text, type_error);
                found.push(CellProblem { required_by: Some("type"), ..why });
                let Some(lenient) = lenient else {
                    return Value::Unreadable;
                };
                self.limits_of(text, &lenient, found);
                return lenient;
            }
        };
        let mut known = true;
        let before = found.len();
        for (key, check) in &self.checks {
            if check.passes(text, &value) {
                continue;
            }
            let why = CellProblem { required_by: Some(key), ..check.explain(text, &value) };
            known &= why.code.severity != Severity::Error || !check.decides();
            found.push(why);
            if check.decides() {
                break;
            }
        }
        self.damage(text, before, found);
        if known { value.into_owned() } else { Value::Unreadable }
    }

    /// Says what a spreadsheet has done to a code, in place of what is wrong with it since.
    fn damage(&self, text: &str, before: usize, found: &mut Vec<CellProblem>) {
        let errors = || found.iter().skip(before).filter(|each| each.code.severity == Severity::Error);
        let certain = |each: &CellProblem| {
            each.correction.as_ref().is_some_and(|correction| correction.certainty == Certainty::Certain)
        };
        if !matches!(self.column.kind, ColumnType::Text) || errors().next().is_none() || errors().any(certain) {
            return;
        }
        let Some(damage) = damage::explain(self, text) else { return };
        let required_by = errors().find_map(|each| each.required_by);
        found.truncate(before);
        found.push(CellProblem { required_by, ..damage });
    }

    /// Whether the rulebook says that the receiving side takes this very text for a blank cell.
    #[inline]
    pub fn is_blank_word(&self, text: &str) -> bool {
        !self.column.blank_words.is_empty() && self.column.blank_words.iter().any(|word| word == text)
    }

    /// Limits also count for a value that was only written the wrong way.
    fn limits_of(&self, text: &str, value: &Value<'static>, found: &mut Vec<CellProblem>) {
        let limits = [&codes::BELOW_MINIMUM, &codes::ABOVE_MAXIMUM];
        let broken = self
            .checks
            .iter()
            .filter(|(_, check)| !check.passes(text, value))
            .map(|(_, check)| check.explain(text, value));
        found.extend(broken.filter(|why| limits.iter().any(|code| **code == *why.code)));
    }

    /// Whether the column takes this very text, so that even "-" is a value.
    fn takes(&self, text: &str) -> bool {
        let constrained =
            self.column.allowed.is_some() || !self.column.pattern.is_empty() || self.column.format.is_some();
        // One length and no other says how a code is built.
        let constrained = constrained || self.column.length.as_ref().is_some_and(|length| length.min == length.max);
        let typed = !matches!(self.column.kind, ColumnType::Text);
        (constrained || typed)
            && self
                .column
                .kind
                .read(text)
                .is_ok_and(|value| self.checks.iter().all(|(_, check)| check.passes(text, &value)))
    }

    /// A problem of a cell with that text.
    pub fn problem_of(&self, raw: &str, found: CellProblem) -> Arc<Problem> {
        self.made(found, Some(raw.into()))
    }

    /// A problem whose reason goes on behind the heading.
    pub fn problem(&self, found: CellProblem) -> Arc<Problem> {
        self.made(found, None)
    }

    fn made(&self, found: CellProblem, value: Option<Box<str>>) -> Arc<Problem> {
        let CellProblem { code, message: reason, expected, correction, required_by } = found;
        let usual = code.severity;
        Arc::new(Problem {
            code,
            severity: if usual == Severity::Error { self.column.severity.unwrap_or(usual) } else { usual },
            topic: Topic::Column(self.index),
            subject: Arc::clone(&self.subject),
            message: Message { heading: Some(Arc::clone(&self.subject)), value, reason, expected, remark: None },
            correction,
            rulebook_line: required_by.and_then(|key| self.column.key_places.line(key)).or(Some(self.column.line)),
        })
    }
}

/// A corrected cell is looked at so often, where each look finds something more.
const MOST_STEPS: usize = 4;

/// The last value proposed for a cell, and the least certainty of all that is proposed.
fn last_proposal(found: &[CellProblem]) -> Option<(String, Certainty)> {
    let mut proposals = found.iter().filter_map(|each| each.correction.as_ref());
    let certainty = proposals.clone().map(|correction| correction.certainty).min()?;
    Some((proposals.next_back()?.value()?.to_owned(), certainty))
}

#[cfg(test)]
mod tests {
    use std::path::Path;

    use proptest::prelude::*;

    use super::*;
    use crate::rulebook::Rulebook;

    /// One column of every kind, with every check.
    const COLUMNS: &str = r#"
[rulebook]
title = "All kinds"
[file]
encoding = "windows-1252"
[[sheet]]
column = [
  { heading = "Text" },
  { heading = "Required", required = true },
  { heading = "Whole", type = "whole", min = -5, below = 1000 },
  { heading = "Decimal", type = "decimal", above = 0, max = 99.5, places = 2 },
  { heading = "Comma", type = "decimal", decimal_mark = "," },
  { heading = "Date", type = "date", date_format = "d/m/yyyy", max = "today" },
  { heading = "Time", type = "time" },
  { heading = "Yes", type = "yes_no" },
  { heading = "List", allowed = ["W", "C", "none", "-"] },
  { heading = "Several", allowed = ["W", "C"], separator = ";" },
  { heading = "Pattern", pattern = '\d{2}-[A-Z]+' },
  { heading = "Format", format = "email" },
  { heading = "Letters", characters = "a-z 0-9 -", case = "lower", length = { min = 2, max = 4 } },
]
"#;

    fn rulebook() -> Rulebook {
        let loaded = crate::rulebook::load_text(Path::new("all.rulebook.toml"), COLUMNS);
        assert!(loaded.mistakes.list.is_empty(), "{}", loaded.mistakes.render());
        loaded.rulebook.unwrap()
    }

    fn surroundings() -> Surroundings<'static> {
        let today = jiff::civil::date(2026, 11, 23);
        Surroundings { today, encoding: crate::encoding::Encoding::for_label("windows-1252"), folder: Path::new("") }
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(3_000))]
        /// What the quick way calls right, the thorough one does, with the same value.
        #[test]
        fn the_quick_way_never_calls_wrong_right(
            text in prop_oneof!["[-+0-9.,/:;eE ]{1,9}", "[a-zA-Z0-9@.;=#-]{1,8}", "\\PC{1,6}", "(W|C|none|-|yes|N|x@y\\.org|12-AB|=A1|\u{a0}|\u{200b}|Ã©| ){1,3}"],
        ) {
            thread_local! { static BOOK: &'static Rulebook = Box::leak(Box::new(rulebook())); }
            let sheet = &BOOK.with(|book| *book).sheets[0];
            for (index, column) in sheet.columns.iter().enumerate() {
                let judge = ColumnJudge::new(column, index, surroundings());
                let special = text.bytes().any(|byte| !(0x20..0x7f).contains(&byte));
                let mut kept = None;
                let right = judge.quick::<true>(&text, special, |value| kept = Some(value.into_owned()));
                let right_unseen = judge.quick::<false>(&text, special, |_| ());
                prop_assert!(right || !right_unseen, "{}: {:?}", column.heading, text);
                if right {
                    let judged = judge.judge(&text);
                    prop_assert!(judged.problems.is_empty(), "{}: {:?} {:?}", column.heading, text, judged.problems);
                    prop_assert_eq!(kept, Some(judged.value));
                }
            }
        }
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(2_000))]
        /// A cell has one correction at most, and one that is certain leaves nothing wrong with the cell.
        #[test]
        fn a_certain_correction_puts_the_cell_right(
            text in prop_oneof!["[ ]?[-+0-9.,/:eE%() ]{1,10}[ ]?", "[ \u{a0}]?[a-zA-Z;@. -]{1,8}[ \u{200b}]?", "[wcn; ]{1,6}"],
        ) {
            thread_local! { static BOOK: &'static Rulebook = Box::leak(Box::new(rulebook())); }
            let sheet = &BOOK.with(|book| *book).sheets[0];
            for (index, column) in sheet.columns.iter().enumerate() {
                let judge = ColumnJudge::new(column, index, surroundings());
                let judged = judge.judge(&text);
                let mut corrections = judged.problems.iter().filter_map(|problem| problem.correction.as_ref());
                let Some(first) = corrections.next() else { continue };
                prop_assert!(corrections.all(|other| other == first), "{}: {:?}", column.heading, text);
                let value = first.value().unwrap();
                prop_assert_ne!(value, text.as_str());
                if first.certainty == Certainty::Certain && !value.is_empty() {
                    let left = judge.judge(value).problems;
                    prop_assert!(left.is_empty(), "{}: {:?} → {:?}: {:?}", column.heading, text, value, left);
                }
            }
        }
    }

    #[test]
    fn corrections_of_one_cell_do_not_contradict_each_other() {
        let book = rulebook();
        let proposed = |heading: &str, text: &str| {
            let index = book.sheets[0].columns.iter().position(|column| column.heading == heading).unwrap();
            let judged = ColumnJudge::new(&book.sheets[0].columns[index], index, surroundings()).judge(text);
            let mut all: Vec<_> = judged.problems.iter().filter_map(|problem| problem.correction.clone()).collect();
            all.dedup();
            assert!(all.len() < 2, "{text:?}: {all:?}");
            all.pop().map(|correction| (correction.value().unwrap().to_owned(), correction.certainty))
        };
        assert_eq!(proposed("List", "w "), Some(("W".to_owned(), Certainty::Certain)));
        assert_eq!(proposed("Several", " w; c"), Some(("W;C".to_owned(), Certainty::Certain)));
        assert_eq!(proposed("Whole", " 2000 "), Some(("2000".to_owned(), Certainty::Likely)));
        assert_eq!(proposed("Decimal", "€ 12,50"), Some(("12.50".to_owned(), Certainty::Certain)));
        assert_eq!(proposed("Required", "   "), Some((String::new(), Certainty::Likely)));
        assert_eq!(proposed("Text", "   "), Some((String::new(), Certainty::Certain)));
    }
}
