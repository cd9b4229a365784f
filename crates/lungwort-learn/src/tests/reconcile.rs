//! Drafts that contradict themselves are brought to where they compile.

use super::*;
use crate::draft::{DraftColumn, DraftRule, DraftSheet};
use lungwort_core::rulebook::toml_text::quoted;

/// A draft with one column of these lines.
fn draft(lines: &[(&'static str, &str, Confidence)]) -> Draft {
    let mut column = DraftColumn { heading: "X".to_owned(), name: "x".to_owned(), ..DraftColumn::default() };
    for (key, value, confidence) in lines {
        column.lines.set(key, *value, "a guess", *confidence);
    }
    let mut draft = Draft { sources: vec!["t.xlsx".to_owned()], ..Draft::default() };
    draft.about.set("title", quoted("T"), "", Confidence::Known);
    draft.sheets.push(DraftSheet { heading_row: 1, columns: vec![column], ..DraftSheet::default() });
    draft
}

/// The keys that count after settling, and the text.
fn reconciled(draft: Draft) -> (Vec<&'static str>, String) {
    let mut draft = draft;
    let text = reconcile(&mut draft, Path::new(""), jiff::civil::date(2026, 11, 25)).text;
    let loaded = load_text(Path::new("t.rulebook.toml"), &text);
    assert!(!loaded.mistakes.has_errors(), "{text}\n{}", loaded.mistakes.render());
    let counting = draft.sheets[0].columns[0].lines.0.iter().filter(|line| line.confidence > Confidence::Suggested);
    (counting.map(|line| line.key).collect(), text)
}

#[test]
fn what_goes_together_stays_as_it_is() {
    let (keys, text) = reconciled(draft(&[
        ("type", "\"whole\"", Confidence::Known),
        ("min", "1", Confidence::Known),
        ("example", "\"7\"", Confidence::Confirm),
    ]));
    assert_eq!(keys, ["type", "min", "example"]);
    assert!(text.contains("example = \"7\"  # confirm: a guess"), "{text}");
}

#[test]
fn a_line_that_makes_a_mistake_becomes_an_offer_with_the_reason() {
    let (keys, text) =
        reconciled(draft(&[("min", "1", Confidence::Known), ("length", "{ max = 4 }", Confidence::Known)]));
    assert_eq!(keys, ["length"]);
    assert!(text.contains("# min     = 1") || text.contains("# min"), "{text}");
    assert!(text.contains("it does not go with the rest: min goes with numbers, dates and times"), "{text}");
    let (keys, text) = reconciled(draft(&[
        ("allowed", "[\"a\", \"b\"]", Confidence::Known),
        ("example", "\"c\"", Confidence::Confirm),
    ]));
    assert_eq!(keys, ["allowed"]);
    assert!(text.contains("the example breaks the column's own rules"), "{text}");
    let (keys, _) = reconciled(draft(&[
        ("pattern", "'[a'", Confidence::Confirm),
        ("format", "\"none-such\"", Confidence::Confirm),
    ]));
    assert!(keys.is_empty());
    let (keys, _) = reconciled(draft(&[("nonsense", "1", Confidence::Known), ("required", "true", Confidence::Known)]));
    assert_eq!(keys, ["required"]);
}

#[test]
fn a_rule_that_cannot_be_is_only_offered() {
    let mut draft = draft(&[("type", "\"whole\"", Confidence::Known)]);
    let rule = |check: &str| DraftRule {
        kind: "rule",
        lines: vec![("check".into(), quoted(check))],
        source: "held".to_owned(),
        confidence: Confidence::Confirm,
    };
    draft.sheets[0].rules = vec![rule("x > 0"), rule("y > 0"), rule("x >")];
    let text = reconcile(&mut draft, Path::new(""), jiff::civil::date(2026, 11, 25)).text;
    assert!(text.contains("[[sheet.rule]]\ncheck = \"x > 0\""), "{text}");
    assert!(text.contains("# [[sheet.rule]]\n# check = \"y > 0\"") && text.contains("# check = \"x >\""), "{text}");
}

#[test]
fn texts_of_every_kind_come_back_as_they_were() {
    for text in
        ["plain", "it's", "say \"x\"", "back\\slash", "two\nlines", "tab\there", "'both' and \"both\"", "\u{1}odd"]
    {
        let mut draft = draft(&[]);
        draft.sheets[0].columns[0].heading = text.to_owned();
        let written = reconcile(&mut draft, Path::new(""), jiff::civil::date(2026, 11, 25)).text;
        let loaded = load_text(Path::new("t.rulebook.toml"), &written);
        assert!(!loaded.mistakes.has_errors(), "{text:?}: {written}");
        assert_eq!(loaded.rulebook.unwrap().sheets[0].columns[0].heading, text);
    }
}

#[test]
fn rules_beyond_what_a_rulebook_may_have_become_offers_all_at_once() {
    use lungwort_core::limits::{GROUPINGS, REMEMBERING_RULES};
    let rule = |lines: &[(&'static str, String)]| DraftRule {
        kind: "rule",
        lines: lines.iter().map(|(key, value)| ((*key).into(), value.clone())).collect(),
        source: "a sentence".to_owned(),
        confidence: Confidence::Confirm,
    };
    let counting = |rules: Vec<DraftRule>| {
        let mut draft = draft(&[]);
        draft.sheets[0].rules = rules;
        let (_, text) = reconciled(draft.clone());
        crate::many_rules::within_limits(&mut draft);
        let left = draft.sheets[0].rules.iter().filter(|rule| rule.confidence > Confidence::Suggested).count();
        (left, text)
    };
    let over_rows = |at: usize| rule(&[("each", quoted("sheet")), ("check", quoted(&format!("COUNT(*) < {at}")))]);
    let plain = rule(&[("check", quoted("x <> 'a'"))]);
    let mut rules: Vec<DraftRule> = (1..=REMEMBERING_RULES + 7).map(over_rows).collect();
    rules.push(plain);
    let (left, text) = counting(rules);
    assert_eq!(left, REMEMBERING_RULES + 1);
    assert_eq!(text.matches("it is beyond the 200 rules over several rows that a rulebook may have").count(), 7);
    let by = |at: usize| rule(&[("each", format!("{{ by = [\"c{at}\"] }}")), ("check", quoted("COUNT(*) < 9"))]);
    let mut draft = draft(&[]);
    draft.sheets[0].rules = (0..GROUPINGS + 3).map(by).collect();
    crate::many_rules::within_limits(&mut draft);
    let left = draft.sheets[0].rules.iter().filter(|rule| rule.confidence > Confidence::Suggested).count();
    assert_eq!(left, GROUPINGS);
}
