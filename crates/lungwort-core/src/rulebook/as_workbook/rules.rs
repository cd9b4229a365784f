//! The sheet of rules: one row a rule, in words, and as what it asks.

use std::collections::HashMap;
use std::sync::LazyLock;

use toml_edit::{DocumentMut, Item, Table};

use super::words::{self, RAW, Said};
use super::{Grid, Row, Title, columns, tables};
use crate::rulebook::rule;

pub(super) const SHEET: usize = 1;
const FORM: usize = 3;
const WHAT: usize = 4;
const PLAIN: &[(usize, &str)] = &[(5, "when"), (6, "message"), (7, "severity")];
const MORE: usize = 8;
const CONFIRMED: usize = 11;

/// The forms of rules, by their keys.
static FORMS: LazyLock<Vec<&'static str>> = LazyLock::new(rule::keys);
/// The same as people say them.
static FORM_WORDS: LazyLock<Vec<String>> = LazyLock::new(|| FORMS.iter().map(|form| form.replace('_', " ")).collect());
/// The same, to choose from.
static FORM_CHOICES: LazyLock<Vec<&'static str>> = LazyLock::new(|| FORM_WORDS.iter().map(String::as_str).collect());

/// The headings of the sheet.
pub(super) static TITLES: LazyLock<Vec<Title>> = LazyLock::new(|| {
    vec![
        Title::new("No.", "Keep it, so that the row is known again; leave it blank in a new row.", 5.0),
        Title::new("Sheet", "The sheet of the template.", 14.0),
        Title::new("In words", "What the rule asks. It is written again from the rest.", 48.0).shows(),
        Title::new("Form", "check: a condition must hold. The others name columns.", 16.0).of(&FORM_CHOICES),
        Title::new("What", "The condition (received >= collected), or the columns with commas between.", 44.0),
        Title::new("When", "The condition under which the rule counts.", 26.0),
        Title::new("Message", "What is said of a row that breaks it; {column} quotes a cell.", 36.0),
        Title::new("Severity", "error, warning or note; blank is error", 10.0).of(words::severity::CHOICES),
        Title::new("More", "All else, as the rulebook writes it: key = value, one a line.", 26.0),
        Title::new("Learned from", "Where it was learned.", 36.0).shows(),
        Title::new("To confirm", "What counts until somebody says no.", 30.0).shows(),
        Title::new("Confirmed", "yes: what is to be confirmed is right. no: it no longer counts.", 11.0)
            .of(&["yes", "no"]),
    ]
});

/// The sheet. `said` has the words of each rule, sheet by sheet.
pub(super) fn grid(document: &DocumentMut, said: &[Vec<String>]) -> Grid {
    let mut rows: Vec<Row> = Vec::new();
    for (number, sheet) in tables::sheets(document).iter().enumerate() {
        for (at, rule) in tables::of(sheet.get("rule")).iter().enumerate() {
            let words = said.get(number).and_then(|rules| rules.get(at)).cloned().unwrap_or_default();
            let mut cells = vec![(rows.len() + 1).to_string(), tables::sheet_name(sheet, number), words];
            cells.extend(cells_of(rule, &headings(sheet)));
            let above = tables::comment_above(rule).unwrap_or_default();
            let (open, learned) = match above.strip_prefix("confirm: ") {
                Some(evidence) => (evidence, ""),
                None => ("", above),
            };
            let both = |above: &str, own: String| [above.to_owned(), own].join("\n").trim().to_owned();
            cells.push(both(learned, columns::learned(rule)));
            cells.extend([both(open, columns::to_confirm(rule)), String::new()]);
            rows.push(Row { path: format!("sheet.{number}.rule.{at}"), cells });
        }
    }
    Grid {
        name: "Rules",
        about: "Requirements over more than one cell, one rule a row.",
        titles: TITLES.iter().map(Title::copy).collect(),
        rows,
    }
}

/// The headings of a sheet's columns by their short names, as far as a comma does not make two of them.
fn headings(sheet: &Table) -> HashMap<String, String> {
    let columns = ["cell", "column"].into_iter().flat_map(|kind| tables::of(sheet.get(kind)));
    let named = columns.filter_map(|column| {
        let name = column.get("name").and_then(Item::as_str)?.to_owned();
        Some((name, tables::heading(&column)))
    });
    named.filter(|(_, heading)| !heading.contains(',') && words::one_line(heading)).collect()
}

fn cells_of(rule: &Table, headings: &HashMap<String, String>) -> Vec<String> {
    let form = FORMS.iter().find(|form| rule.contains_key(form)).copied().unwrap_or_default();
    let what = rule.get(form).map(|item| {
        let called = |name: &str| headings.get(name).map_or(name, String::as_str).to_owned();
        let names = words::texts::say(Some(item));
        let names = names.map(|names| names.split(", ").map(called).collect::<Vec<_>>().join(", "));
        let condition = words::text::say(Some(item)).filter(|_| form == "check");
        condition.or(names).unwrap_or_else(|| format!("{RAW} {}", words::raw(item)))
    });
    let mut cells = vec![form.replace('_', " "), what.unwrap_or_default()];
    for (_, key) in PLAIN {
        let text = rule
            .get(key)
            .map(|item| words::text::say(Some(item)).unwrap_or_else(|| format!("{RAW} {}", words::raw(item))));
        cells.push(text.unwrap_or_default());
    }
    let shown = |key: &str| key == form || PLAIN.iter().any(|(_, known)| *known == key);
    cells.push(columns::lines(rule, &shown));
    cells
}

/// Changes a rule by the cells that are not as they were; whether any is.
pub(super) fn apply(rule: &mut Table, (old, new): (&[String], &[String]), refused: &mut Vec<(usize, String)>) -> bool {
    let cell = |cells: &[String], at: usize| cells.get(at).cloned().unwrap_or_default();
    let differs = |at: usize| cell(old, at) != cell(new, at);
    let mut changed = false;
    let mut check = |at: usize, taken: Result<(), String>| {
        changed = true;
        if let Err(why) = taken {
            refused.push((at, why));
        }
    };
    if differs(FORM) || differs(WHAT) {
        match known_form(&cell(new, FORM)) {
            Ok(form) => check(WHAT, take(rule, form, &cell(new, WHAT))),
            Err(why) => check(FORM, Err(why)),
        }
    }
    for (at, key) in PLAIN {
        if differs(*at) {
            let text = cell(new, *at);
            check(*at, words::text_or_raw(&text).and_then(|said| words::put(rule, key, said)));
        }
    }
    if differs(MORE) {
        check(MORE, columns::take_more(&cell(old, MORE), &cell(new, MORE), rule));
    }
    match cell(new, CONFIRMED).to_lowercase().as_str() {
        "" => {}
        "yes" | "y" => changed |= answered(rule, true),
        "no" | "n" => changed |= answered(rule, false),
        _ => check(CONFIRMED, Err("say yes or no".to_owned())),
    }
    changed
}

/// What stands above a rule that somebody declined.
const DECLINED: &str = "declined by answer in the workbook: ";

fn answered(rule: &mut Table, yes: bool) -> bool {
    if tables::comment_above(rule).is_none_or(|above| !above.starts_with("confirm: ")) {
        return columns::answered(rule, yes);
    }
    tables::set_comment_above(rule, "confirm: ", if yes { "confirmed by answer in the workbook: " } else { DECLINED });
    true
}

/// The text with the rules that were declined behind `#`, so that they are kept and do not count.
pub(super) fn without_declined(text: &str) -> String {
    let lines: Vec<&str> = text.split('\n').collect();
    let mut out: Vec<String> = Vec::with_capacity(lines.len());
    let mut declined = false;
    for (at, line) in lines.iter().enumerate() {
        let above = at.checked_sub(1).map_or("", |above| lines[above]);
        declined &= !line.is_empty();
        declined |= line.starts_with("[[") && above.starts_with(&format!("# {DECLINED}"));
        out.push(if declined { format!("# {line}") } else { (*line).to_owned() });
    }
    out.join("\n")
}

fn known_form(form: &str) -> Result<&'static str, String> {
    let known = FORMS.iter().find(|known| **known == form.to_lowercase().replace(' ', "_"));
    known.copied().ok_or_else(|| {
        let near = crate::cell::fold::nearest(form, FORM_CHOICES.iter().copied());
        let near = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
        format!("the form of a rule is one of {}{near}", FORM_CHOICES.join(", "))
    })
}

fn take(rule: &mut Table, form: &str, what: &str) -> Result<(), String> {
    for other in FORMS.iter().filter(|other| **other != form) {
        rule.remove(other);
    }
    if what.is_empty() {
        return Err("what it asks is missing".to_owned());
    }
    let said = match (words::raw_part(what), form) {
        (Some(raw), _) => Said::Value(words::value_of(raw)?),
        (None, "check") => Said::Value(what.into()),
        (None, _) => words::texts::take(what)?,
    };
    words::put(rule, form, said)
}

/// Which keys each cell of a row shows.
pub(super) fn keys() -> Vec<(usize, &'static [&'static str])> {
    vec![(WHAT, FORMS.as_slice()), (PLAIN[0].0, &["when"]), (PLAIN[1].0, &["message"]), (PLAIN[2].0, &["severity"])]
}
