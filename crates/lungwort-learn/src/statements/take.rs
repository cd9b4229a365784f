//! What sentences ask for, taken into the draft: what an earlier place of the template said stays, and where two do not agree it is said.

use super::by_value::entries;
use super::calendar;
use super::required::otherwise;
use super::two_conditions::{self, unquoted};
use super::{AS_HELD, Claim, OPTIONAL, Target};
use crate::draft::{Confidence, Draft, DraftRule, Lines};
use lungwort_core::rulebook::toml_text::{list, quoted};

pub(super) fn take(claim: Claim, source: &str, draft: &mut Draft) {
    match claim.on {
        Target::Column((sheet, column)) if claim.key == OPTIONAL => {
            let of = &mut draft.sheets[sheet].columns[column];
            of.optional = true;
            // What a look might mean is said here.
            if of.lines.get("required").is_none() {
                of.lines.remove("required");
            }
            // "The licence must be given; for masters it may be left out": it is not required always.
            let place = source.split(": ").next().unwrap_or(source);
            let here =
                |line: &crate::draft::Line| line.source.split(": ").next() == Some(place) && line.source.contains(": ");
            if of.lines.get("required").is_some_and(here) {
                let said = of.lines.get("required").map(|line| line.source.clone()).unwrap_or_default();
                of.lines.remove("required");
                of.lines.set("required_when", quoted("… = '…'"), said, Confidence::Suggested);
            }
        }
        Target::Column((sheet, column)) if claim.key == AS_HELD => {
            draft.sheets[sheet].columns[column].as_held.get_or_insert((claim.value, source.to_owned()));
        }
        Target::Column((sheet, column)) => {
            let lines = &mut draft.sheets[sheet].columns[column].lines;
            // "Tuesdays or Fridays" of a column that has days is said of these.
            let dated = claim.key == "type" && claim.value.starts_with("\"date");
            if dated && lines.get("allowed").is_some_and(|line| calendar::are_days(&line.value)) {
                lines.remove("allowed");
            }
            // A list of the template's own says more than words.
            let listed =
                lines.has("allowed") && matches!(claim.key, "allowed" | "pattern" | "length" | "case" | "type");
            let listed = listed || claim.key == "allowed" && is_said_of_answers(lines, &claim.value);
            // An offer beside what counts already is none.
            let complete = |value: &str| !value.contains('…');
            let offered = claim.key == "required_when" && lines.get("required").is_some() && !complete(&claim.value);
            // "The year with four digits" says how a day is written.
            let of_day = lines.get("type").is_some_and(|line| line.value.contains("date"));
            let part_of_day = of_day && claim.key == "pattern" && claim.value.starts_with(r"'\d{");
            let other_kind =
                claim.key == "type" && lines.get("type").is_some_and(|line| line.confidence == Confidence::Known);
            // An offer that is complete takes the place of one that is not.
            let open = lines.0.iter().any(|line| line.key == claim.key && !complete(&line.value));
            if open && complete(&claim.value) {
                lines.remove(claim.key);
            }
            // What is required in either of two cases is required in both.
            if matches!(claim.key, "required_when" | "blank_when") && is_further_case(lines, &claim, source) {
                widen(lines, &claim, source);
                return;
            }
            if gives_way(lines, &claim, source) || explains_codes(lines, &claim, source) {
                return;
            }
            if let Some(said) = contradiction(lines, &claim, source) {
                let heading = draft.sheets[sheet].columns[column].heading.trim().to_owned();
                draft.look_first.push(format!("{heading}: {said}"));
            } else if !(listed || offered || other_kind || part_of_day) {
                lines.set(claim.key, claim.value, source, claim.confidence);
            }
        }
        Target::Sheet(sheet) => draft.sheets[sheet].lines.set(claim.key, claim.value, source, claim.confidence),
        Target::Rule(sheet) | Target::Group(sheet, _) => take_rule(claim, sheet, source, draft),
    }
}

/// Whether a column takes yes and no, and a list has neither: `yes/no. If yes, how? P = post, M = mail` is no list of its values.
fn is_said_of_answers(lines: &Lines, list: &str) -> bool {
    let Some(words) = lines.get("yes_no").filter(|line| line.confidence == Confidence::Known) else { return false };
    !words
        .value
        .split('"')
        .skip(1)
        .step_by(2)
        .any(|word| list.contains(&format!("\"{word}\"")) || list.contains(&format!("{word} =")))
}

/// Gives the codes of a list what they mean, where another place says so of just these: `T, Z or S`, and `T = turn, Z = between, S =
/// last`.
fn explains_codes(lines: &mut Lines, claim: &Claim, source: &str) -> bool {
    let Some(line) = lines.0.iter_mut().find(|line| line.key == "allowed" && claim.key == "allowed") else {
        return false;
    };
    let codes = |value: &str| {
        let mut codes: Vec<String> = entries(value).iter().map(|(code, _)| code.clone()).collect();
        codes.sort_unstable();
        codes
    };
    let explained = |value: &str| entries(value).iter().any(|(_, meaning)| meaning.is_some());
    let same = !explained(&line.value) && explained(&claim.value) && codes(&line.value) == codes(&claim.value);
    if same && line.confidence > Confidence::Suggested {
        line.value.clone_from(&claim.value);
        line.source = format!("{}; {source}", line.source);
    }
    same
}

/// Takes out what only follows from a word where this says so itself; returns whether this is what gives way.
fn gives_way(lines: &mut Lines, claim: &Claim, source: &str) -> bool {
    let known = claim.confidence == Confidence::Known;
    // "Start: hh:mm" is no day, whatever is said of all of them.
    let tentative = |line: &crate::draft::Line| line.confidence < Confidence::Known;
    let other = claim.key == "type" && !claim.value.starts_with("\"date") && known;
    if other && lines.get("date_format").is_some_and(tentative) {
        lines.remove("date_format");
    }
    let implied =
        |line: &crate::draft::Line| line.key == "min" && line.value == "0" && line.confidence == Confidence::Confirm;
    if matches!(claim.key, "min" | "above") && known && lines.get("min").is_some_and(implied) {
        lines.remove("min");
    }
    let is_limit = matches!(claim.key, "min" | "max") && lines.has(claim.key);
    if is_limit && is_all_round(&claim.value, source) {
        return true;
    }
    if is_limit && lines.get(claim.key).is_some_and(|line| is_all_round(&line.value, &line.source)) {
        lines.remove(claim.key);
    }
    false
}

/// Whether a limit is one of all latitudes or longitudes, which a text implies by its degrees and does not name.
fn is_all_round(value: &str, source: &str) -> bool {
    let degrees = value.trim_start_matches('-');
    matches!(degrees, "90" | "180") && !source.contains(degrees)
}

/// Cases of one condition that are said in sentences of their own, at most.
const CASES: usize = 8;

/// Whether a condition is another one than a column has under the same key, said by another sentence.
fn is_further_case(lines: &Lines, claim: &Claim, source: &str) -> bool {
    let counts = |confidence: Confidence| confidence > Confidence::Suggested;
    let known = lines.get(claim.key).filter(|line| counts(line.confidence) && line.source != source);
    let plain = unquoted(&claim.value);
    let is_new = |line: &crate::draft::Line| {
        let cases = line.value.matches(" OR ").count() + 1;
        let known = unquoted(&line.value);
        // What holds in one case and in all others holds always, which is not what two sentences mean.
        let opposite = otherwise(&known).as_deref() == Some(plain.as_str());
        cases < CASES && !known.contains(&plain) && !plain.contains(&known) && !opposite
    };
    counts(claim.confidence) && known.is_some_and(is_new)
}

/// Lets a condition hold in one more case.
fn widen(lines: &mut Lines, claim: &Claim, source: &str) {
    if let Some(line) = lines.0.iter_mut().find(|line| line.key == claim.key) {
        line.value = two_conditions::both(&line.value, "OR", &claim.value);
        line.source = format!("{}; {source}", line.source);
        line.confidence = line.confidence.min(claim.confidence);
    }
}

/// A rule of a sheet, of which each group of rows has the same in a column, or all rows are one.
fn take_rule(claim: Claim, sheet: usize, source: &str, draft: &mut Draft) {
    // What a rule needs, and when it counts, belongs to the one before.
    if matches!(claim.key, "needs" | "when") {
        let last = draft.sheets[sheet].rules.last_mut();
        let rule = last.filter(|rule| rule.lines.len() == 1 && rule.source == source);
        rule.into_iter().for_each(|rule| rule.lines.push((claim.key.into(), claim.value.clone())));
        return;
    }
    let mut lines = vec![(claim.key.into(), claim.value)];
    if let Target::Group(_, by) = claim.on {
        let name = by.map(|by| draft.sheets[sheet].columns[by].name.clone());
        let each = name.map_or(quoted("sheet"), |name| format!("{{ by = {} }}", list(&[name])));
        lines.insert(0, ("each".into(), each));
    }
    let rules = &mut draft.sheets[sheet].rules;
    if !rules.iter().any(|rule| rule.lines == lines) {
        rules.push(DraftRule { kind: "rule", lines, source: source.to_owned(), confidence: claim.confidence });
    }
}

/// What is said where another place of the template says otherwise of the same: both are shown, and the first counts.
fn contradiction(lines: &Lines, claim: &Claim, source: &str) -> Option<String> {
    const COMPARED: &[&str] =
        &["min", "max", "above", "below", "length", "places", "date_format", "pattern", "separator"];
    let known = lines.get(claim.key).filter(|line| line.confidence == Confidence::Known)?;
    let other = COMPARED.contains(&claim.key) && claim.confidence == Confidence::Known && known.value != claim.value;
    let number = |text: &str| text.parse::<f64>().ok();
    let stricter = || {
        let (old, new) = (number(&known.value)?, number(&claim.value)?);
        let is_stricter = if matches!(claim.key, "min" | "above") { new > old } else { new < old };
        Some(is_stricter)
    };
    other.then(|| {
        let which =
            if stricter() == Some(true) { "the first counts, and the second is stricter" } else { "the first counts" };
        format!(
            "two places of the template do not agree: {} = {} ({}), and {} ({source}); {which}",
            claim.key, known.value, known.source, claim.value
        )
    })
}
