//! Values in offered conditions, written as the column that they are compared with takes them: `condition IN (1, 2)` of numbers, and
//! `treated IS TRUE` where the column takes yes and no.

use std::borrow::Cow;
use std::collections::HashMap;
use std::sync::LazyLock;

use regex::{Captures, Regex};

use super::by_value::entries;
use super::conditions::number_of;
use super::words;
use crate::draft::{Confidence, Draft, DraftColumn, DraftSheet};
use lungwort_core::rulebook::toml_text::quoted;

/// `treated = 'Y'`
static EQUALS: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"(?-u:\b)([a-z_][a-z0-9_]*) (=|<>) '((?:[^']|'')*)'").ok());
/// `condition IN ('1', '2')`
static AMONG: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"(?-u:\b)([a-z_][a-z0-9_]*) (NOT IN|IN) \(('(?:[^']|'')*'(?:, '(?:[^']|'')*')*)\)").ok()
});

/// `level = 3`
static NUMBER: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"(?-u:\b)([a-z_][a-z0-9_]*) (=|<>) (\d+)(?-u:\b)").ok());

/// `minutes >= 45`, and nothing else.
static LIMIT: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r#"^("?)([a-z_][a-z0-9_]*) (<=|>=|<|>) (-?\d+(?:\.\d+)?)("?)$"#).ok());

/// Keys whose values are conditions.
pub(super) const CONDITIONS: &[&str] = &["required_when", "blank_when"];

/// What the values of a column are compared as.
enum Kind {
    Number,
    /// The words for yes and for no.
    YesNo(String, String),
    /// The values of a list.
    List(Vec<String>),
    /// So many digits each, such as years.
    Digits(usize),
}

impl Kind {
    /// Whether some values are all that there are.
    fn is_each_of(&self, values: &[&str]) -> bool {
        match self {
            Kind::Number | Kind::Digits(_) => false,
            Kind::YesNo(yes, no) => {
                [yes, no].iter().all(|word| values.iter().any(|value| value.to_lowercase() == **word))
            }
            Kind::List(list) => list.iter().all(|value| values.contains(&value.as_str())),
        }
    }
}

/// Rewrites the conditions of a draft once it is known of what kind its columns are.
pub(super) fn as_the_columns_take_them(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        answered_in_conditions(sheet);
        persons_in_conditions(sheet);
        let kinds: HashMap<String, Kind> =
            sheet.columns.iter().filter_map(|column| Some((column.name.clone(), kind(column)?))).collect();
        if kinds.is_empty() {
            continue;
        }
        let headings: HashMap<String, String> =
            sheet.columns.iter().map(|column| (column.name.clone(), column.heading.trim().to_lowercase())).collect();
        let lines = sheet.columns.iter_mut().flat_map(|column| &mut column.lines.0);
        for line in lines.filter(|line| CONDITIONS.contains(&line.key)) {
            let said = said_of_things(&line.value, &line.source, (&kinds, &headings));
            let said = said.or_else(|| said_of_value(&line.value, &line.source, &kinds));
            line.value = said.unwrap_or_else(|| rewritten(&line.value, &kinds));
        }
        let under = sheet.rules.iter_mut().filter(|rule| rule.lines.iter().any(|(key, _)| key == "when"));
        for (_, value) in under.flat_map(|rule| &mut rule.lines) {
            *value = rewritten(value, &kinds);
        }
    }
}

/// "If a colony is diseased", where Diseased counts them: there are some.
fn said_of_things(
    condition: &str,
    source: &str,
    (kinds, headings): (&HashMap<String, Kind>, &HashMap<String, String>),
) -> Option<String> {
    let name = condition.trim_matches('"').strip_suffix(" IS NOT NULL")?;
    let heading = headings.get(name).filter(|_| matches!(kinds.get(name), Some(Kind::Number)))?;
    let source = source.to_lowercase();
    let mut copulas = words::ALL.iter().flat_map(|language| language.copulas.iter().take(2));
    let said = copulas.any(|copula| source.contains(&format!(" {copula} {heading}"))) || counts_persons(heading);
    said.then(|| quoted(&format!("{name} > 0")))
}

/// Whether a heading is a word for several people, of whom its column has how many there are.
fn counts_persons(heading: &str) -> bool {
    words::ALL.iter().any(|language| language.persons.contains(&heading))
}

/// "A birthday is required for children", where nothing is known of Children: there are some, or 0.
fn persons_in_conditions(sheet: &mut DraftSheet) {
    let conditions: Vec<(String, String)> = (sheet.columns.iter().flat_map(|column| &column.lines.0))
        .filter(|line| CONDITIONS.contains(&line.key))
        .filter_map(|line| {
            Some((line.value.trim_matches('"').strip_suffix(" IS NOT NULL")?.to_owned(), line.source.clone()))
        })
        .collect();
    for (name, source) in conditions {
        let of =
            |column: &&mut DraftColumn| column.name == name && counts_persons(&column.heading.trim().to_lowercase());
        let Some(column) = sheet.columns.iter_mut().find(of) else { continue };
        let known = ["type", "allowed", "pattern", "format", "length"].iter().any(|key| column.lines.has(key));
        if !known {
            column.lines.set("type", quoted("whole"), source, Confidence::Confirm);
        }
    }
}

/// "If the cause is unknown", where `unknown` is one of the causes: that is the value, and no blank.
fn said_of_value(condition: &str, source: &str, kinds: &HashMap<String, Kind>) -> Option<String> {
    let plain = condition.trim_matches('"');
    let (name, sign) = match plain.strip_suffix(" IS NOT NULL") {
        Some(name) => (name, "<>"),
        None => (plain.strip_suffix(" IS NULL")?, "="),
    };
    let Some(Kind::List(values)) = kinds.get(name) else { return None };
    let (whole, source) = (source, source.to_lowercase());
    let is_said = |value: &&String| {
        let blank = words::ALL.iter().flat_map(|language| language.is_blank).any(|phrase| {
            phrase.rsplit_once(' ').is_some_and(|(_, last)| last == value.to_lowercase()) && source.contains(phrase)
        });
        blank && value.chars().count() > 2
    };
    // "If there is no engine", where `none` is one of the engines.
    let lacks = words::ALL.iter().any(|language| {
        // "Only with an engine"
        let lacking = [language.none, language.with, language.uncounted.get(..1).unwrap_or_default()];
        lacking.into_iter().flatten().any(|word| source.contains(&format!(" {word} ")))
    });
    // "Blank for EMPTY", where EMPTY is one of the codes.
    let stated =
        |value: &str| value.chars().count() > 2 && value.chars().all(char::is_uppercase) && whole.contains(value);
    let names_nothing = |value: &str| {
        let value = value.to_lowercase();
        words::ALL.iter().any(|language| language.nothing_of_a_kind.contains(&value.as_str()))
    };
    let is_none = |value: &&String| lacks && names_nothing(value) || stated(value);
    let value = values.iter().find(|value| is_said(value) || is_none(value))?;
    Some(quoted(&format!("{name} {sign} '{}'", value.replace('\'', "''"))))
}

/// A column of which nothing else is known takes yes and no where a condition compares it with one of them: `(Reduced = Y)`.
fn answered_in_conditions(sheet: &mut DraftSheet) {
    let Some(equals) = EQUALS.as_ref() else { return };
    let columns = sheet.columns.iter().flat_map(|column| &column.lines.0);
    let lines = columns.filter(|line| CONDITIONS.contains(&line.key)).map(|line| line.value.as_str());
    let rules = sheet.rules.iter().flat_map(|rule| &rule.lines).filter(|(key, _)| key == "when");
    let conditions: Vec<&str> = lines.chain(rules.map(|(_, value)| value.as_str())).collect();
    let mut found: HashMap<String, (String, String)> = HashMap::new();
    for part in conditions.iter().flat_map(|said| equals.captures_iter(said)) {
        let value = &part[3];
        let pairs = words::ALL.iter().flat_map(|language| language.yes_no);
        let pair = pairs.into_iter().find(|(yes, no)| [yes, no].iter().any(|word| **word == value.to_lowercase()));
        let Some((yes, no)) = pair else { continue };
        let as_written = |word: &str| match value.chars().all(char::is_uppercase) {
            true => word.to_uppercase(),
            false if value.starts_with(char::is_uppercase) => {
                word.chars().take(1).flat_map(char::to_uppercase).chain(word.chars().skip(1)).collect()
            }
            false => word.to_owned(),
        };
        found.insert(part[1].to_owned(), (as_written(yes), as_written(no)));
    }
    for column in &mut sheet.columns {
        let known = ["type", "allowed", "pattern", "format", "length"].iter().any(|key| column.lines.has(key));
        let Some((yes, no)) = found.get(&column.name).filter(|_| !known) else { continue };
        let source = "a condition compares it with yes or no";
        column.lines.set("type", quoted("yes_no"), source, Confidence::Confirm);
        let answers = format!("{{ yes = {}, no = {} }}", quoted(yes), quoted(no));
        column.lines.set("yes_no", answers, source, Confidence::Confirm);
    }
}

fn kind(column: &DraftColumn) -> Option<Kind> {
    let counts = |key: &str| column.lines.get(key).filter(|line| line.confidence > Confidence::Suggested);
    if let Some(list) = counts("allowed").filter(|_| counts("type").is_none()) {
        let values: Vec<String> = entries(&list.value).iter().map(|(value, _)| value.clone()).collect();
        return (!values.is_empty()).then_some(Kind::List(values));
    }
    if let Some(digits) = counts("pattern").filter(|_| counts("type").is_none()).and_then(|line| so_many(&line.value)) {
        return Some(Kind::Digits(digits));
    }
    match counts("type")?.value.trim_matches('"') {
        "whole" | "decimal" => Some(Kind::Number),
        "yes_no" => {
            let words = counts("yes_no").map(|line| line.value.clone()).unwrap_or_default();
            let of = |key: &str| words.split_once(&format!("{key} = \"")).and_then(|(_, rest)| rest.split('"').next());
            Some(Kind::YesNo(of("yes").unwrap_or("yes").to_lowercase(), of("no").unwrap_or("no").to_lowercase()))
        }
        _ => None,
    }
}

/// Whether a value says that something has been done: `booked`.
fn is_done(value: &str) -> bool {
    let ends = |ending: &&str| value.len() > ending.len() + 2 && value.ends_with(*ending);
    let english = words::ALL.iter().flat_map(|language| language.participles).any(ends);
    let german = value.len() > 4 && value.starts_with("ge") && (value.ends_with('t') || value.ends_with("en"));
    value.chars().all(|each| each.is_alphabetic() && each.is_lowercase()) && (english || german)
}

/// How many digits a pattern of nothing else asks for.
fn so_many(pattern: &str) -> Option<usize> {
    pattern.trim_matches('\'').strip_prefix(r"\d{")?.strip_suffix('}')?.parse().ok()
}

/// A limit on codes of digits, such as years, which are compared as numbers: `CAST(born AS DECIMAL) > 2010`.
fn of_digits(condition: &str, kinds: &HashMap<String, Kind>) -> Option<String> {
    let parts = LIMIT.as_ref()?.captures(condition)?;
    let coded = matches!(kinds.get(&parts[2]), Some(Kind::Digits(digits)) if *digits == parts[4].len());
    coded.then(|| format!("{}CAST({} AS DECIMAL) {} {}{}", &parts[1], &parts[2], &parts[3], &parts[4], &parts[5]))
}

/// `Guests who have a car`, where Car is yes or no, are those of whom it says yes.
fn as_answered(condition: &str, kinds: &HashMap<String, Kind>) -> Option<String> {
    let quoted = condition.starts_with('"');
    let plain = condition.trim_matches('"');
    let (column, answer) = match plain.strip_suffix(" IS NOT NULL") {
        Some(column) => (column, "TRUE"),
        None => (plain.strip_suffix(" IS NULL")?, "NOT TRUE"),
    };
    let said = format!("{column} IS {answer}");
    let of_answers = matches!(kinds.get(column), Some(Kind::YesNo(..)));
    of_answers.then(|| if quoted { format!("\"{said}\"") } else { said })
}

/// A limit on a column that has a list of numbers, as those of them that it lets through: texts are not compared so.
fn among_listed(condition: &str, kinds: &HashMap<String, Kind>) -> Option<String> {
    let parts = LIMIT.as_ref()?.captures(condition)?;
    let Some(Kind::List(values)) = kinds.get(&parts[2]) else { return None };
    let limit: f64 = parts[4].parse().ok()?;
    let numbers: Option<Vec<f64>> = values.iter().map(|value| number_of(value)?.parse().ok()).collect();
    let lets = |number: &f64| match &parts[3] {
        "<=" => *number <= limit,
        ">=" => *number >= limit,
        "<" => *number < limit,
        _ => *number > limit,
    };
    let within: Vec<String> =
        values.iter().zip(numbers?).filter(|(_, number)| lets(number)).map(|(value, _)| format!("'{value}'")).collect();
    let some = !within.is_empty() && within.len() < values.len();
    some.then(|| format!("{}{} IN ({}){}", &parts[1], &parts[2], within.join(", "), &parts[5]))
}

fn rewritten(condition: &str, kinds: &HashMap<String, Kind>) -> String {
    if let Some(said) = among_listed(condition, kinds).or_else(|| of_digits(condition, kinds)) {
        return said;
    }
    let (Some(equals), Some(among)) = (EQUALS.as_ref(), AMONG.as_ref()) else { return condition.to_owned() };
    // Codes of a list are texts, also where they are numbers.
    let coded = |found: &Captures<'_>| match kinds.get(&found[1]) {
        Some(Kind::List(values)) if values.iter().any(|value| *value == found[3]) => {
            format!("{} {} '{}'", &found[1], &found[2], &found[3])
        }
        _ => found[0].to_owned(),
    };
    let condition = NUMBER.as_ref().map_or(Cow::Borrowed(condition), |number| number.replace_all(condition, coded));
    let one = equals.replace_all(&condition, |found: &Captures<'_>| {
        let (column, sign, value) = (&found[1], &found[2], &found[3]);
        match kinds.get(column) {
            Some(Kind::Number) if number_of(value).is_some() => {
                format!("{column} {sign} {}", number_of(value).unwrap_or_default())
            }
            // Others than those who have the only value have none.
            Some(Kind::List(values)) if values.len() == 1 && values[0] == value && sign == "<>" => {
                format!("{column} IS NULL")
            }
            Some(Kind::YesNo(yes, no)) => {
                let value = value.to_lowercase();
                // "Must be no", where the column takes Y and N.
                let spelt = |of: fn(&(&'static str, &'static str)) -> &'static str| {
                    words::ALL
                        .iter()
                        .flat_map(|language| language.yes_no)
                        .any(|pair| pair.0.len() > 1 && of(pair) == value)
                };
                let (is_yes, is_no) = (value == *yes, value == *no);
                let other = !is_yes && !is_no;
                let (is_yes, is_no) = (is_yes || other && spelt(|pair| pair.0), is_no || other && spelt(|pair| pair.1));
                match (is_yes, is_no, sign == "=") {
                    (true, _, true) | (_, true, false) => format!("{column} IS TRUE"),
                    (true, _, false) | (_, true, true) => format!("{column} IS FALSE"),
                    // "If half board is booked", where Half board is yes or no
                    _ if is_done(&value) => format!("{column} IS {}TRUE", if sign == "=" { "" } else { "NOT " }),
                    _ => found[0].to_owned(),
                }
            }
            _ => found[0].to_owned(),
        }
    });
    let several = among.replace_all(&one, |found: &Captures<'_>| {
        let values: Vec<&str> = found[3].split(", ").map(|value| value.trim_matches('\'')).collect();
        match kinds.get(&found[1]) {
            Some(Kind::Number) if values.iter().all(|value| number_of(value).is_some()) => {
                let numbers: Vec<String> = values.iter().filter_map(|value| number_of(value)).collect();
                format!("{} {} ({})", &found[1], &found[2], numbers.join(", "))
            }
            // Yes or no is anything at all, and so is each value of a list.
            Some(kind) if kind.is_each_of(&values) => {
                format!("{} IS {}NULL", &found[1], if &found[2] == "IN" { "NOT " } else { "" })
            }
            _ => found[0].to_owned(),
        }
    });
    as_answered(&several, kinds).unwrap_or_else(|| several.into_owned())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn values_are_compared_as_numbers_or_as_yes_and_no() {
        let kinds = HashMap::from([
            ("grade".to_owned(), Kind::Number),
            ("treated".to_owned(), Kind::YesNo("y".to_owned(), "n".to_owned())),
            ("born".to_owned(), Kind::Digits(4)),
            ("state".to_owned(), Kind::List(vec!["open".to_owned(), "shut".to_owned()])),
        ]);
        for (written, due) in [
            ("grade IN ('1', '2')", "grade IN (1, 2)"),
            ("grade = '5' OR kind = '5'", "grade = 5 OR kind = '5'"),
            ("grade = 'A'", "grade = 'A'"),
            ("treated = 'Y'", "treated IS TRUE"),
            ("treated <> 'Y'", "treated IS FALSE"),
            ("treated = 'N'", "treated IS FALSE"),
            ("treated = 'ordered'", "treated IS TRUE"),
            ("treated <> 'ordered'", "treated IS NOT TRUE"),
            ("treated = 'maybe'", "treated = 'maybe'"),
            ("treated IS NOT NULL", "treated IS TRUE"),
            ("\"treated IS NULL\"", "\"treated IS NOT TRUE\""),
            ("grade IS NOT NULL", "grade IS NOT NULL"),
            ("state NOT IN ('shut', 'open')", "state IS NULL"),
            ("\"born > 2010\"", "\"CAST(born AS DECIMAL) > 2010\""),
            ("born > 20", "born > 20"),
            ("state IN ('shut', 'sold')", "state IN ('shut', 'sold')"),
            ("kind = 'it''s' AND grade NOT IN ('1')", "kind = 'it''s' AND grade NOT IN (1)"),
        ] {
            assert_eq!(rewritten(written, &kinds), due);
        }
    }
}
