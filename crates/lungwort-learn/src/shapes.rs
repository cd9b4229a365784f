//! Shapes that a template only hints at, which are offered: records of several rows, by samples that go on below, and kinds of
//! rows, by a drop-down that says what a row is.

use super::draft::{Confidence, DraftColumn, DraftSheet};
use super::headings::Layout;
use super::names::plain_name;
use super::source::TemplateSheet;
use lungwort_core::cell::fold::fold;
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Headings of the column that says what a row is, as plain names.
const KINDS: [&str; 9] = [
    "row_type", "row_kind", "kind_of_row", "type_of_row", "record_type", "record_kind", "line_type", "row",
    "level_of_row",
];

/// The most kinds of rows that are offered.
const MOST_KINDS: usize = 12;

/// Offers what the samples and drop-downs of a sheet hint at.
pub fn learn(source: &TemplateSheet, layout: &Layout, sheet: &mut DraftSheet, look_first: &mut Vec<String>) {
    records(source, layout, sheet, look_first);
    kinds(sheet, look_first);
    intent(sheet, look_first);
}

/// A sample whose first cells are blank on the row below goes on there.
fn records(source: &TemplateSheet, layout: &Layout, sheet: &mut DraftSheet, look_first: &mut Vec<String>) {
    if sheet.lines.has("record") || sheet.lines.has("block") {
        return;
    }
    let filled = |row: u64, column: &DraftColumn| !source.text(row, column.field).is_empty();
    for pair in layout.sample_rows.windows(2).filter(|pair| pair[1] == pair[0] + 1) {
        let (first, next) = (pair[0], pair[1]);
        let header: Vec<&DraftColumn> =
            sheet.columns.iter().filter(|column| filled(first, column) && !filled(next, column)).collect();
        let entries: Vec<&DraftColumn> = sheet.columns.iter().filter(|column| filled(next, column)).collect();
        // What is blank by chance is somewhere; what goes on is blank from the first column on.
        let begins = sheet.columns.first().is_some_and(|column| header.iter().any(|own| own.field == column.field));
        if !begins || entries.is_empty() || !entries.iter().all(|column| filled(first, column)) {
            continue;
        }
        let names =
            |columns: &[&DraftColumn]| list(&columns.iter().map(|column| column.name.as_str()).collect::<Vec<_>>());
        let value = format!(
            "{{ header = {}, list = [{{ name = \"entries\", columns = {} }}] }}",
            names(&header),
            names(&entries)
        );
        let source = format!("the sample in row {first} goes on in row {next}, where its first cells are blank");
        look_first.push(format!("{source}: are there records of several rows?"));
        sheet.lines.set("record", value, source, Confidence::Suggested);
        return;
    }
}

/// A drop-down under a heading such as "Row type".
fn kinds(sheet: &mut DraftSheet, look_first: &mut Vec<String>) {
    if sheet.lines.has("kinds") {
        return;
    }
    let is_kind = |column: &&DraftColumn| {
        KINDS.contains(&plain_name(&column.heading).as_str()) && (2..=MOST_KINDS).contains(&column.values.len())
    };
    let Some(column) = sheet.columns.iter().find(is_kind) else { return };
    let kinds: Vec<String> = column.values.iter().map(|value| format!("{{ value = {} }}", quoted(value))).collect();
    let value = format!("{{ column = {}, kind = [{}] }}", quoted(&column.name), kinds.join(", "));
    let heading = column.heading.trim().to_owned();
    look_first.push(format!("{heading}: does it say what kind of row each row is?"));
    sheet.lines.set("kinds", value, format!("the drop-down of {heading}"), Confidence::Suggested);
}

/// Words by which a row says what it asks for, each with what it means.
const ACTIONS: &[(&str, &[&str])] = &[
    ("create", &["new", "create", "add", "insert", "n", "neu", "anlegen", "nouveau", "creer"]),
    ("change", &["change", "update", "modify", "amend", "edit", "c", "u", "aendern", "andern", "modifier"]),
    ("remove", &["remove", "delete", "withdraw", "cancel", "close", "r", "d", "x", "loeschen", "loschen", "supprimer"]),
    ("skip", &["none", "skip", "keep", "nochange", "unchanged"]),
];

/// A column whose few values say what each row asks for: `New, Change, Withdraw`.
fn intent(sheet: &mut DraftSheet, look_first: &mut Vec<String>) {
    if sheet.lines.has("intent") {
        return;
    }
    let found = sheet.columns.iter().find_map(|column| {
        let values = listed(column);
        let one = |(code, meaning): &(String, String)| {
            let means = |text: &str| {
                let folded = fold(text);
                ACTIONS.iter().find(|(_, words)| words.contains(&folded.as_str())).map(|(action, _)| *action)
            };
            Some((means(meaning).or_else(|| means(code))?, code.clone()))
        };
        let actions: Option<Vec<(&str, String)>> = values.iter().map(one).collect();
        let actions = actions.filter(|actions| (2..=6).contains(&actions.len()))?;
        let different = actions.iter().any(|(action, _)| *action != actions[0].0);
        // Single letters stand for other things as well; only words are sure to be actions.
        let words = values.iter().any(|(code, meaning)| code.chars().count() > 2 || meaning != code);
        (different && words).then_some((column, actions))
    });
    let Some((column, actions)) = found else { return };
    let words: Vec<String> = ACTIONS
        .iter()
        .filter_map(|(action, _)| {
            let codes: Vec<&str> =
                actions.iter().filter(|(of, _)| of == action).map(|(_, code)| code.as_str()).collect();
            (!codes.is_empty()).then(|| format!("{action} = {}", list(&codes)))
        })
        .collect();
    let value = format!("{{ action = {}, words = {{ {} }} }}", quoted(&column.name), words.join(", "));
    let heading = column.heading.trim().to_owned();
    look_first.push(format!(
        "{heading}: does it say what each row asks for? Then a preview can tell what the upload would do"
    ));
    sheet.lines.set("intent", value, format!("the values of {heading}"), Confidence::Suggested);
}

/// The values that a column takes, each with what it means; the value itself where nothing is said.
fn listed(column: &DraftColumn) -> Vec<(String, String)> {
    let plain = |value: &str| (value.to_owned(), value.to_owned());
    let line = column.lines.get("allowed").map(|line| format!("value = {}", line.value));
    let table = line.and_then(|line| toml::from_str::<toml::Table>(&line).ok());
    match table.as_ref().and_then(|table| table.get("value")) {
        Some(toml::Value::Array(values)) => values.iter().filter_map(toml::Value::as_str).map(plain).collect(),
        Some(toml::Value::Table(pairs)) if pairs.values().all(toml::Value::is_str) => pairs
            .iter()
            .map(|(code, meaning)| (code.clone(), meaning.as_str().unwrap_or_default().to_owned()))
            .collect(),
        _ => column.values.iter().map(|value| plain(value)).collect(),
    }
}
