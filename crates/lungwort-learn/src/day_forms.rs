//! Columns of days of which it is not said how their days are written: as the samples show them, or as the other days of the sheet
//! are. Where nothing tells, they are only offered: a form that is a guess would refuse what is right.

use super::Entry;
use super::draft::{Confidence, Draft, DraftColumn, DraftRule, DraftSheet};
use super::shown_values::date_pattern;
use super::source::Template;
use lungwort_core::rulebook::toml_text::quoted;

/// Lines that say something of days alone.
const OF_DAYS: &[&str] = &["type", "min", "max", "above", "below"];

/// Gives such columns their form, or takes them back to an offer.
pub(super) fn learn(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    let mut open = Vec::new();
    // "Dates as d.m.yyyy", said of all.
    let said = draft.day_form.clone();
    for (drafted, entry) in draft.sheets.iter_mut().zip(entries) {
        let is_form = drafted.is_form;
        // What the spreadsheet itself holds to days is one, however it is shown.
        let held = |column: &DraftColumn| {
            let Some(entry) = entry.as_ref().filter(|_| !is_form) else { return is_form };
            let limits = template.sheets[entry.at].validations(column.field, entry.layout.heading_row);
            limits.iter().any(|(limit, _)| limit.kind == "date")
        };
        for at in (0..drafted.columns.len())
            .filter(|at| !held(&drafted.columns[*at]))
            .filter(|at| is_open(&drafted.columns[*at]))
            .collect::<Vec<_>>()
        {
            let column = &drafted.columns[at];
            let own = entry.as_ref().map(|entry| {
                let sheet = &template.sheets[entry.at];
                let rows = entry.layout.sample_rows.iter();
                rows.map(|row| sheet.text(*row, column.field).trim())
                    .filter(|text| !text.is_empty())
                    .collect::<Vec<_>>()
            });
            let accepted =
                draft.seen.get(&column.heading).map(|seen| seen.iter().map(|(text, _)| text.as_str()).collect());
            let shown = [(own, "the template's samples"), (accepted, "the accepted rows")].into_iter();
            let shown = shown.filter_map(|(values, source)| {
                Some((date_pattern(&values.filter(|values| !values.is_empty())?)?, source))
            });
            let form = shown.map(|(form, source)| (quoted(form), source)).next();
            let form = form
                .filter(|(form, _)| !form.contains("hh"))
                .or_else(|| Some((of_others(drafted)?, "the other days of the sheet")))
                .or_else(|| said.as_ref().map(|(form, source)| (form.clone(), source.as_str())));
            let column = &mut drafted.columns[at];
            match form {
                Some((form, source)) => column.lines.set("date_format", form, source, Confidence::Confirm),
                None => {
                    open.push(column.heading.trim().to_owned());
                    let (name, rules) = (column.name.clone(), offer(column));
                    if !drafted.columns[at].is_coded() {
                        compare_as_days(drafted, &name);
                    }
                    drafted.rules.extend(rules);
                }
            }
        }
    }
    for heading in open {
        draft.look_first.push(format!(
            "{heading}: a date, and nothing says how it is written: what is said of it is checked where it is written yyyy-mm-dd"
        ));
    }
}

/// Whether a column is one of days without a form.
fn is_open(column: &DraftColumn) -> bool {
    column.lines.get("type").is_some_and(|line| line.value == quoted("date"))
        && column.lines.get("date_format").is_none()
}

/// The form in which the other days of a sheet are written, where there is one.
fn of_others(sheet: &DraftSheet) -> Option<String> {
    let mut forms: Vec<&str> =
        sheet.columns.iter().filter_map(|column| Some(column.lines.get("date_format")?.value.as_str())).collect();
    forms.retain(|form| !form.contains("hh"));
    forms.sort_unstable();
    forms.dedup();
    match forms.as_slice() {
        [one] => Some((*one).to_owned()),
        _ => None,
    }
}

/// Has rules and conditions compare a column whose values are texts now where these are plain ISO days.
fn compare_as_days(sheet: &mut DraftSheet, name: &str) {
    let compares = |key: &str| matches!(key, "check" | "when" | "required_when" | "blank_when");
    let of_rules = sheet.rules.iter_mut().flat_map(|rule| &mut rule.lines);
    let of_rules = of_rules.filter(|(key, _)| compares(key)).map(|(_, said)| said);
    let of_columns = sheet.columns.iter_mut().flat_map(|column| &mut column.lines.0);
    let of_columns = of_columns.filter(|line| compares(line.key)).map(|line| &mut line.value);
    of_rules.chain(of_columns).for_each(|said| *said = with_casts(said, name));
}

/// The same with a column cast to a day where it is compared with one.
fn with_casts(said: &str, name: &str) -> String {
    if !said.contains(name) {
        return said.to_owned();
    }
    let words: Vec<&str> = said.trim_matches('"').split(' ').collect();
    let compared = |at: usize| {
        let signs = [at.checked_sub(1).and_then(|at| words.get(at)), words.get(at + 1)];
        words[at] == name
            && signs.into_iter().flatten().any(|sign| matches!(*sign, "<" | "<=" | ">" | ">=" | "+" | "-"))
    };
    let cast = |at: usize| match compared(at) {
        true => format!("CAST({name} AS DATE)"),
        false => words[at].to_owned(),
    };
    let compared = (0..words.len()).map(cast).collect::<Vec<_>>().join(" ");
    // `EXTRACT(ISODOW FROM sent_on)`
    quoted(&compared.replace(&format!(" FROM {name})"), &format!(" FROM CAST({name} AS DATE))")))
}

/// Takes what is said of days back to an offer; limits count where a day is a plain ISO day.
fn offer(column: &mut DraftColumn) -> Vec<DraftRule> {
    // "Orders close on 15 January" says nothing of a column of codes.
    if column.is_coded() {
        column.lines.0.retain(|line| !OF_DAYS.contains(&line.key));
        return Vec::new();
    }
    let mut rules = Vec::new();
    for line in column.lines.0.iter_mut().filter(|line| OF_DAYS.contains(&line.key)) {
        let sign = match line.key {
            "min" => ">=",
            "max" => "<=",
            "above" => ">",
            "below" => "<",
            _ => "",
        };
        let day = line.value.trim_matches('"');
        let limit = if day == "today" { "CURRENT_DATE".to_owned() } else { format!("DATE '{day}'") };
        if !sign.is_empty() && line.confidence > Confidence::Suggested {
            let check = quoted(&format!("CAST({} AS DATE) {sign} {limit}", column.name));
            rules.push(DraftRule {
                kind: "rule",
                lines: vec![("check".into(), check)],
                source: line.source.clone(),
                confidence: line.confidence,
            });
        }
        line.confidence = Confidence::Suggested;
    }
    rules
}
