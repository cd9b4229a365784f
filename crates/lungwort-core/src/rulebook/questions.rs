//! The open questions of a drafted rulebook: what each line that is to be confirmed, and each that is only offered, comes to in
//! plain words, and the text once somebody has answered. It works on the text alone, so that it can go on another day.

use std::path::Path;
use std::sync::LazyLock;

use regex::Regex;

use super::load_text;

/// A question about a line of the rulebook, or about a rule.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Question {
    /// What it is about: a heading, or nothing.
    pub subject: Option<String>,
    /// It in plain words.
    pub words: String,
    /// What speaks for yes.
    pub evidence: String,
    /// What yes changes.
    pub effect: &'static str,
    /// Whether it counts until somebody says no; else it does not until somebody says yes.
    pub counts: bool,
    /// The lines of the text, from zero: from its comment to the last line of its code.
    lines: std::ops::Range<usize>,
    weight: usize,
}

/// What a person says.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Said {
    /// It is so.
    Yes,
    /// It is not.
    No,
}

/// The keys that are asked about, the most consequential first: the key, the question, what yes changes. `{}` stands for the
/// heading, `[]` for the value.
const ASKED: &[(&str, &str, &str)] = &[
    ("required", "Is {} always required?", "a row without it is refused"),
    ("required_when", "Is {} required where []?", "a row without it is refused then"),
    ("blank_when", "Must {} be left blank where []?", "a row with something in it is refused then"),
    ("allowed", "Does {} take only these values: []?", "any other value is refused"),
    ("unique", "Is each value of {} used only once?", "a second row with the same value is refused"),
    ("at_least_one", "Must at least one of [] be filled?", "a row with none of them is refused"),
    ("exactly_one", "Must exactly one of [] be filled?", "a row with none or several of them is refused"),
    ("all_or_none", "Are [] filled together or not at all?", "a row with only some of them is refused"),
    ("no_gaps", "Are [] filled from the first on, without a gap?", "a row with a gap among them is refused"),
    ("check", "Does this hold in every row: []?", "a row for which it does not hold is refused"),
    ("type", "Is {} always []?", "anything else is refused"),
    ("yes_no", "Are the words of {} just these: []?", "other words are refused"),
    ("date_format", "Are the dates of {} written []?", "dates in another form are refused"),
    ("never", "Is {} never []?", "a value that is so is refused"),
    ("pattern", "Is every {} built like []?", "a value that is built otherwise is refused"),
    ("format", "Is {} always []?", "a value that is not is refused"),
    ("length", "Has {} this many characters: []?", "longer or shorter values are refused"),
    ("min", "Is {} at least []?", "smaller values are refused"),
    ("max", "Is {} at most []?", "larger values are refused"),
    ("above", "Is {} always more than []?", "other values are refused"),
    ("below", "Is {} always less than []?", "other values are refused"),
    ("places", "Has {} at most [] decimal places?", "more places are refused"),
    ("intent", "Does [] say what each row asks for?", "a preview tells what the upload would do"),
    ("separator", "May {} hold several values, separated by []?", "each of them is checked by itself"),
    ("stored", "Must the cells of {} be stored as []?", "cells that are stored otherwise are refused"),
    ("key", "Are rows known by []?", "findings name them so"),
    ("formats", "Are only files of these kinds accepted: []?", "other kinds are refused"),
    ("encoding", "Must the file be saved as []?", "other encodings are reported"),
    ("delimiter", "Do the cells of a file have [] between them?", "other signs are reported"),
    ("max_bytes", "May a file have at most [] bytes?", "a larger file is refused"),
    ("max_rows", "May a file have at most [] rows?", "a longer file is refused"),
];

/// The open questions of a rulebook, the most consequential first.
pub fn questions(text: &str) -> Vec<Question> {
    let lines: Vec<&str> = text.lines().collect();
    let names = names(&lines);
    let mut found = Vec::new();
    let mut heading: Option<String> = None;
    let mut sheet: Option<String> = None;
    for (at, line) in lines.iter().enumerate() {
        let bare = line.trim_start_matches("# ");
        if line.starts_with('[') {
            heading = None;
            sheet = (*line == "[[sheet]]").then(String::new);
        }
        if let (Some(sheet), Some(name)) = (&mut sheet, assigned(line, "name")) {
            name.trim_matches('"').clone_into(sheet);
        }
        if let Some(value) = assigned(line, "heading").or_else(|| assigned(line, "label")) {
            heading = Some(value.trim_matches('"').to_owned());
        }
        let own = mark(line).filter(|_| bare.contains(" = "));
        let above = at.checked_sub(1).and_then(|above| lines.get(above)).and_then(|above| {
            let comment = above.strip_prefix("# ")?;
            Some((comment.starts_with("confirm: "), open(comment)?.to_owned()))
        });
        let (from, counts, evidence) = match (own, above) {
            (Some((counts, evidence)), _) => (at, counts, evidence),
            (None, Some((counts, evidence))) => (at - 1, counts, evidence),
            _ => continue,
        };
        let end = if bare.starts_with('[') { end_of_table(&lines, at) } else { at + 1 };
        let code = lines[at..end].iter().map(|line| without_comment(line.trim_start_matches("# ")));
        let code: Vec<&str> = code.collect();
        let formed = block(&lines, at).any(|line| assigned(line.trim_start_matches("# "), "date_format").is_some());
        let about = About { heading: heading.as_deref(), sheet: sheet.as_deref(), names: &names, formed };
        found.extend(ask(&code, &about, from..end, counts, evidence));
    }
    found.sort_by_key(|question| (question.weight, question.lines.start));
    found
}

/// What a line is about: a column by its heading, or a sheet by its name.
struct About<'l> {
    heading: Option<&'l str>,
    sheet: Option<&'l str>,
    names: &'l [(String, String)],
    /// Whether it is known how its days are written.
    formed: bool,
}

/// The lines of the table that a line is in.
fn block<'l>(lines: &'l [&'l str], at: usize) -> impl Iterator<Item = &'l &'l str> {
    let begins = |line: &&'l str| line.starts_with('[');
    let from = lines[..=at].iter().rposition(begins).unwrap_or(0);
    let behind = lines[at + 1..].iter().position(begins).unwrap_or(lines.len() - at - 1);
    lines[from..=at + behind].iter()
}

/// The names of columns with their headings.
fn names(lines: &[&str]) -> Vec<(String, String)> {
    let mut heading = None;
    let mut found = Vec::new();
    for line in lines {
        heading = assigned(line, "heading").or_else(|| assigned(line, "label")).or(heading);
        if let (Some(name), Some(heading)) = (assigned(line, "name"), heading) {
            let heading = heading.trim_matches('"').trim_end_matches(['*', ' ']);
            found.push((name.trim_matches('"').to_owned(), heading.to_owned()));
        }
    }
    found
}

/// The text once a question is answered, and `by` whom, where or when; `Err` says what does not go together then.
///
/// # Errors
///
/// Where the rulebook could not be used any more.
pub fn answered(text: &str, question: &Question, said: Said, by: &str) -> Result<String, String> {
    let mut lines: Vec<String> = text.lines().map(str::to_owned).collect();
    let verb = if said == Said::Yes { "confirmed" } else { "declined" };
    for line in lines.get_mut(question.lines.clone()).into_iter().flatten() {
        let mut code = line.clone();
        for word in ["confirm: ", "perhaps: "] {
            code = code.replacen(word, &format!("{verb} by {by}: "), 1);
        }
        let is_comment = code.starts_with(&format!("# {verb} by "));
        *line = match (said, is_comment) {
            (_, true) => code,
            (Said::Yes, false) => code.strip_prefix("# ").unwrap_or(&code).to_owned(),
            (Said::No, false) if code.starts_with('#') => code,
            (Said::No, false) => format!("# {code}"),
        };
    }
    let text = format!("{}\n", lines.join("\n"));
    let loaded = load_text(Path::new("draft.rulebook.toml"), &text);
    let first = loaded.mistakes.list.iter().find(|mistake| mistake.level == crate::rulebook::Level::Error);
    // A reference lies where the rulebook does, which is not known here.
    match first.filter(|mistake| !mistake.message.contains("cannot be read")) {
        Some(mistake) => Err(mistake.message.clone()),
        None => Ok(text),
    }
}

/// The evidence behind `confirm: ` or `perhaps: ` at the beginning of a comment.
fn open(comment: &str) -> Option<&str> {
    comment.strip_prefix("confirm: ").or_else(|| comment.strip_prefix("perhaps: "))
}

/// Whether a line of code counts, and its evidence, where it is open.
fn mark(line: &str) -> Option<(bool, String)> {
    let (_, comment) = line.split_once("  # ")?;
    Some((!line.starts_with('#'), open(comment)?.to_owned()))
}

fn without_comment(line: &str) -> &str {
    line.split("  # ").next().unwrap_or(line).trim_end()
}

fn assigned<'l>(line: &'l str, key: &str) -> Option<&'l str> {
    let (name, value) = line.split_once('=')?;
    (name.trim() == key).then(|| without_comment(value).trim())
}

/// Where a table ends: at the first blank line.
fn end_of_table(lines: &[&str], from: usize) -> usize {
    lines[from..].iter().position(|line| line.trim().is_empty()).map_or(lines.len(), |length| from + length)
}

fn ask(
    code: &[&str],
    about: &About<'_>,
    lines: std::ops::Range<usize>,
    counts: bool,
    evidence: String,
) -> Option<Question> {
    let asked = |line: &&str| {
        let (key, value) = line.split_once('=')?;
        let (weight, (_, words, effect)) = ASKED.iter().enumerate().find(|(_, (known, ..))| *known == key.trim())?;
        Some((weight, *words, *effect, key.trim().to_owned(), value.trim().to_owned()))
    };
    let (weight, words, effect, key, value) = code.iter().find_map(asked)?;
    // A condition that is still to be written cannot be confirmed.
    if value.contains('…') {
        return None;
    }
    let in_rule = code[0].starts_with('[');
    if let (Some(sheet), "required") = (about.sheet, key.as_str()) {
        let words = format!("Must something be filled in on the sheet {sheet}?");
        return Some(Question {
            subject: None,
            words,
            evidence,
            effect: "a file without it is refused",
            counts,
            lines,
            weight,
        });
    }
    let subject = about.heading.filter(|_| !in_rule).map(|heading| heading.trim_end_matches(['*', ' ']).to_owned());
    // What nobody fills in has no condition.
    let words = if value == "\"TRUE\"" { words.replace(" where []", "") } else { words.to_owned() };
    let words = match &value_of(code, "when") {
        Some(when) => words.replace(" in every row", &format!(" where {}", condition(when, about.names))),
        None => words.replace(" in every row", &rows_meant(code, about)),
    };
    let value = match (key.as_str(), value.as_str()) {
        // Where nothing else is said of it, a date is written so.
        ("type", "\"date\"") if !about.formed => "a date written yyyy-mm-dd".to_owned(),
        (key, value) => plain(key, value, about.names),
    };
    let words = words.replace("{}", subject.as_deref().unwrap_or("it")).replace("[]", &value);
    Some(Question { subject, words, evidence, effect, counts, lines, weight })
}

/// Of which rows a rule is: of each, of all together, or of those that have the same in some columns.
fn rows_meant(code: &[&str], about: &About<'_>) -> String {
    let Some(each) = code.iter().find_map(|line| assigned(line, "each")) else { return " in every row".to_owned() };
    let table = toml::from_str::<toml::Table>(&format!("value = {each}")).ok();
    let by = table.as_ref().and_then(|table| table.get("value")?.get("by")?.as_array());
    let names = by.into_iter().flatten().filter_map(toml::Value::as_str).map(|name| condition(name, about.names));
    let names: Vec<String> = names.collect();
    match names.is_empty() {
        true => " over all rows together".to_owned(),
        false => format!(" over the rows of each {}", crate::rulebook::listed(&names, "and")),
    }
}

/// The text that a key of a rule has.
fn value_of(code: &[&str], key: &str) -> Option<String> {
    let value = code.iter().find_map(|line| assigned(line, key))?;
    toml::from_str::<toml::Table>(&format!("value = {value}")).ok()?.get("value")?.as_str().map(str::to_owned)
}

/// What functions of conditions come to in words: the expression, and what takes its place.
static CALLS: LazyLock<Vec<(Regex, &str)>> = LazyLock::new(|| {
    let calls = [
        (r"COALESCE\(([^ (),]+), 0\)", "$1"),
        (r"CAST\(([^ (),]+) AS [^ (),]+\)", "$1"),
        (r"SUM\(([^ (),]+)\)", "the sum of $1"),
        (r"MOD\(([^ (),]+), ([0-9.]+)\) = 0", "$1 is a multiple of $2"),
        (r"DATE '([0-9-]+)'", "$1"),
        ("CURRENT_DATE", "today"),
    ];
    calls.iter().filter_map(|(call, words)| Some((Regex::new(call).ok()?, *words))).collect()
});

/// A condition that compares columns with values, with headings in place of names.
fn condition(text: &str, names: &[(String, String)]) -> String {
    let mut said = Vec::new();
    let text = CALLS.iter().fold(text.to_owned(), |text, (call, words)| call.replace_all(&text, *words).into_owned());
    for word in text.split(' ') {
        let called = names.iter().find(|(name, _)| name == word).map(|(_, heading)| heading.as_str());
        said.push(called.unwrap_or(word));
    }
    let said = said.join(" ");
    let said = said.replace(" IS NOT NULL", " is filled").replace(" IS NULL", " is blank");
    let said =
        said.replace(" IS NOT TRUE", " is not yes").replace(" IS TRUE", " is yes").replace(" IS FALSE", " is no");
    let said = said.replace(" NOT IN (", " is none of (").replace(" <> '", " is not '");
    said.replace(" IN (", " is one of (").replace(" = '", " is '").replace('\'', "")
}

/// A value of the rulebook as a person would say it.
fn plain(key: &str, value: &str, names: &[(String, String)]) -> String {
    let table = toml::from_str::<toml::Table>(&format!("value = {value}")).ok();
    let value = match table.as_ref().and_then(|table| table.get("value")) {
        Some(toml::Value::String(text)) if matches!(key, "required_when" | "blank_when" | "check") => {
            condition(text, names)
        }
        Some(toml::Value::String(text)) => text.clone(),
        Some(toml::Value::Array(items)) => {
            // Columns are called by their headings.
            let of_columns = matches!(key, "key" | "at_least_one" | "exactly_one" | "all_or_none" | "no_gaps");
            let called = |name: &str| {
                let heading = names.iter().find(|(known, _)| of_columns && known == name);
                heading.map_or(name, |(_, heading)| heading.as_str()).to_owned()
            };
            let items: Vec<String> = items.iter().filter_map(|item| item.as_str().map(called)).collect();
            crate::rulebook::listed(&items, "and")
        }
        Some(toml::Value::Table(entries)) if key == "intent" => {
            let action = entries.get("action").and_then(toml::Value::as_str).unwrap_or_default();
            names.iter().find(|(name, _)| name == action).map_or(action, |(_, heading)| heading.as_str()).to_owned()
        }
        Some(toml::Value::Table(entries)) if entries.contains_key("words") => {
            entries.get("words").and_then(toml::Value::as_str).unwrap_or_default().to_owned()
        }
        Some(toml::Value::Table(entries)) => {
            let entries: Vec<String> = entries
                .iter()
                .map(|(key, value)| format!("{key} = {}", value.as_str().map_or(value.to_string(), str::to_owned)))
                .collect();
            entries.join(", ")
        }
        _ => value.to_owned(),
    };
    match (key, value.as_str()) {
        ("type", "whole") => "a whole number".to_owned(),
        ("type", "decimal") => "a number".to_owned(),
        ("type", "date") => "a date".to_owned(),
        ("type", "datetime") => "a date with a time".to_owned(),
        ("type", "yes_no") => "yes or no".to_owned(),
        ("format", "email") => "an email address".to_owned(),
        ("format", "web-address") => "a web address".to_owned(),
        ("format", name) => format!("valid as {name}, as its standard has it"),
        _ => value,
    }
}

#[cfg(test)]
#[path = "tests/questions.rs"]
mod tests;
