//! A draft brought to where it compiles: what contradicts the rest becomes an offer.

use std::path::Path;

use jiff::civil::Date;

use super::draft::{Confidence, Draft, Line};
use super::many_rules::within_limits;
use super::write::{Part, Written, write};
use lungwort_core::lint;
use lungwort_core::rulebook::{Level, load_text, mistake};

/// Rounds of taking back; each takes back at least one line.
const ROUNDS: usize = 400;

/// Writes the draft, with what does not go together taken back.
pub fn reconcile(draft: &mut Draft, beside: &Path, today: Date) -> Written {
    let path = beside.join("draft.rulebook.toml");
    within_limits(draft);
    for _ in 0..ROUNDS {
        let written = write(draft);
        let loaded = load_text(&path, &written.text);
        let mut mistakes = loaded.mistakes.list;
        if let Some(rulebook) = &loaded.rulebook
            && mistakes.iter().all(|mistake| mistake.level != Level::Error)
        {
            mistakes = lint::lint(rulebook, &written.text, today);
        }
        let mut changed = false;
        for wrong in mistakes.iter().filter(|mistake| mistake.level == Level::Error) {
            let line = mistake::line_and_column(&written.text, wrong.span.start).0;
            changed |= take_back(draft, &written, line, &wrong.message);
        }
        if !changed {
            return written;
        }
    }
    write(draft)
}

/// Makes the line an offer, or leaves a rule out.
fn take_back(draft: &mut Draft, written: &Written, line: usize, why: &str) -> bool {
    let Some((part, key)) = line.checked_sub(1).and_then(|at| written.made_from.get(at).copied().flatten()) else {
        return false;
    };
    offer(draft, part, key, &format!("it does not go with the rest: {}", why.trim_end_matches('.'))).is_some()
}

/// Makes a line an offer, or leaves a rule out; returns what it said, where it counted.
pub(super) fn offer(draft: &mut Draft, part: Part, key: &str, why: &str) -> Option<String> {
    let lines = match part {
        Part::About => &mut draft.about.0,
        Part::File => &mut draft.file.0,
        Part::Template => &mut draft.template.0,
        Part::Sheet(at) => &mut draft.sheets[at].lines.0,
        Part::Cell(sheet, at) => &mut draft.sheets[sheet].cells[at].lines.0,
        Part::Column(sheet, at) => &mut draft.sheets[sheet].columns[at].lines.0,
        Part::Rule(sheet, at) => {
            let rule = &mut draft.sheets[sheet].rules[at];
            let counted = rule.confidence > Confidence::Suggested;
            rule.confidence = Confidence::Suggested;
            rule.source = format!("{}; {why}", rule.source);
            let said = rule.lines.iter().map(|(key, value)| format!("{key} = {value}"));
            return counted.then(|| said.collect::<Vec<_>>().join(", "));
        }
    };
    // A mistake about a column as a whole is laid to its least confidence line.
    let own = lines.iter().position(|line| line.key == key && line.confidence > Confidence::Suggested);
    let least = || {
        let counting = lines.iter().enumerate().filter(|(_, line)| line.confidence > Confidence::Suggested);
        counting.min_by_key(|(_, line)| line.confidence).map(|(at, _)| at)
    };
    let at = own.or_else(least)?;
    let found: &mut Line = &mut lines[at];
    found.confidence = Confidence::Suggested;
    found.source = format!("{}; {why}", found.source);
    Some(format!("{} = {}", found.key, found.value))
}

#[cfg(test)]
#[path = "tests/reconcile.rs"]
mod tests;
