//! What the instructions say in sentences: how many rows, how large a file, which kinds, which edition.

use std::collections::HashSet;
use std::sync::LazyLock;

use regex::Regex;
use regex::bytes::{Captures, Regex as BytesRegex};

use super::draft::{Confidence, Draft};
use super::marks::place;
use super::source::{Template, TemplateSheet};
use super::{statements, whole_file};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Rows of an entry sheet above its headings are read as prose too.
pub fn learn(template: &Template, is_prose: &dyn Fn(&TemplateSheet, u64) -> bool, draft: &mut Draft) {
    for sheet in &template.sheets {
        let mut before: Option<(u64, usize, String)> = None;
        for cell in sheet.full.cells.iter().filter(|cell| is_prose(sheet, cell.row)) {
            let text = cell.text.trim();
            // A number alone says nothing, and there may be many of them.
            if text.chars().any(char::is_alphabetic) {
                let at = place(sheet, cell.row, cell.column);
                limits(text, &at, draft);
                edition(text, sheet, cell.row, cell.column, draft);
                issuer(text, &at, draft);
            }
            // A label with its value beside it: "Edition", "4".
            if let Some((row, column, label)) = &before
                && *row == cell.row
                && *column + 1 == cell.column
                && is_edition_label(label)
            {
                set_edition(text, sheet, cell.row, cell.column, draft);
            }
            before = Some((cell.row, cell.column, text.to_owned()));
        }
    }
    elsewhere(template, draft);
}

/// Ways of saying how many rows are taken.
static ROWS: LazyLock<[Option<BytesRegex>; 8]> = LazyLock::new(|| {
    // What stands between is counted in bytes: as letters of all scripts it would be dear to make.
    let gap = r"(?-u:[^.0-9])";
    let count = r"([0-9]{1,3}(?:[,. \u{a0}][0-9]{3})+|[0-9]+)";
    let nouns = r"(?:[a-z]+ )?(?:rows|records|lines|entries|items|accessions|lots|observations|products|customers|transactions|zeilen|datensätze|einträge|lignes|enregistrements)";
    let begin = r"(?:max(?:imum|imal)?\.?|up to|no more than|not more than|at most|limit(?:ed)?(?: of| to| is)?|fewer than|exceed|höchstens|nicht mehr als|bis zu|au plus|au maximum|pas plus de|jusqu'à|dépasser)";
    let end = r"(?:max(?:imum|imal)?|at most|or fewer|or less|per file|per upload|limit|höchstens|pro datei|je datei|par fichier|au plus)";
    [
        BytesRegex::new(&format!(r"{begin}{gap}{{0,25}}{count} {nouns}")).ok(),
        BytesRegex::new(&format!(r"{count} {nouns}{gap}{{0,20}}{end}")).ok(),
        BytesRegex::new(&format!(r"(?:(?:max(?:imum)?\.?(?: number of)?|höchstzahl (?:der|an)|(?:maximale|höchste) (?:an)?zahl (?:der|an)|nombre max(?:imal|imum)? de|limite de) {nouns}|(?:row|record|line) limit|zeilenlimit)(?-u:[^0-9]){{0,12}}{count}")).ok(),
        // The noun is the sheet's thing: what a file may hold is counted in it.
        BytesRegex::new(&format!(r"(?-u:\b)(?:files?|uploads?|batch(?:es)?|submissions?|workbooks?|dateien|datei)(?-u:\b){gap}{{0,40}}(?:{begin}|more than|mehr als|höchstens|maximal){gap}{{0,10}}{count} ([a-zäöü]{{3,}})")).ok(),
        BytesRegex::new(&format!(r"(?:{begin}|more than|höchstens|maximal|mehr als|au plus|au maximum|plus de) {count} ([a-zà-öø-ÿœ]{{3,}}){gap}{{0,20}}(?:(?:per|in a|in one|pro|par|je) (?:file|upload|batch|submission|workbook|datei|fichier)|at once|at a time|in one go|auf einmal|à la fois)")).ok(),
        BytesRegex::new(&format!(r"(?-u:\b)(?:sheet|template|form|list|table)(?-u:\b) (?:holds|takes|accepts|may hold|can hold|has room for|must not hold|may not hold) (?:{begin}|more than){gap}{{0,5}}{count} ([a-zà-öø-ÿœ]{{3,}})")).ok(),
        BytesRegex::new(&format!(r"(?:more than|mehr als|plus de) {count} ([a-zà-öø-ÿœ]{{3,}}){gap}{{0,12}},{gap}{{0,12}}(?-u:\b)(?:send|use|split|make|submit|prepare|bitte mehrere|mehrere|envoyez|faites|utilisez)(?-u:\b){gap}{{0,30}}(?:files?|uploads?|batch(?:es)?|workbooks?|datei(?:en)?|fichiers?|envois?)")).ok(),
        BytesRegex::new(&format!(r"(?-u:\b)(?:fichier|envoi)s?(?-u:\b){gap}{{0,40}}(?:plus de|au plus|au maximum){gap}{{0,10}}{count} ([a-zà-öø-ÿœ]{{3,}})")).ok(),
    ]
});

/// What a sentence about a file counts, and is none of its rows: `send the file at most 3 days before`.
const NO_ROWS: &[&str] = &[
    "day", "days", "week", "weeks", "month", "months", "year", "years", "hour", "hours", "minute", "minutes",
    "columns", "sheets", "tabs", "characters", "pages", "times", "megabytes", "tag", "tage", "tagen", "woche",
    "wochen", "monat", "monate", "monaten", "jahre", "stunde", "stunden", "minuten", "spalten", "blätter", "zeichen",
    "seiten", "jour", "jours", "semaine", "semaines", "mois", "heure", "heures", "colonnes", "feuilles", "caractères",
    "pages", "fois",
];

/// An edition with its word, and one with a v.
static EDITION: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(
        r"(?-u:\b)(?i-u:edition|version|release|revision)\s*(?i-u:no\.?|number)?\s*[:.#]?\s*([vV]?[0-9][0-9A-Za-z_.\-]*)",
    )
    .ok()
});
static SHORT_EDITION: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"(?-u:\b)[vV]([0-9][0-9A-Za-z_.]*)(?-u:\b)").ok());

fn number(text: &str) -> Option<u64> {
    text.replace([',', ' ', '.', '\u{a0}'], "").parse().ok()
}

/// Whether a limit that was found counts the rows of a file, and neither something else nor those of one value.
fn counts_rows(found: &Captures<'_>, lower: &str, draft: &Draft) -> bool {
    // "No more than 4 rows per tent" limits no file.
    let behind = found.get(0).and_then(|found| lower.get(found.end()..)).unwrap_or_default();
    let noun = found.get(2).and_then(|noun| lower.get(noun.range()));
    // "Not more than 3 lines of 25 characters" is about what stands in a cell.
    let of_text = statements::counts_characters(behind);
    noun.is_none_or(|noun| !NO_ROWS.contains(&noun)) && !of_text && !statements::is_of_one_value(behind, draft)
}

fn limits(text: &str, at: &str, draft: &mut Draft) {
    let lower = text.to_lowercase();
    // Nearly no text has a number in it, and the expressions are dear to make.
    let numbered = lower.bytes().any(|byte| byte.is_ascii_digit());
    // "Notes: at most 3 lines" is about what stands in a cell.
    let label = text.split_once(':').map(|(label, _)| label.trim());
    let columns = || draft.sheets.iter().flat_map(|sheet| &sheet.columns);
    let of_column = || label.is_some_and(|label| columns().any(|column| column.heading.trim() == label));
    let counts = numbered && !of_column();
    for pattern in ROWS.iter().flatten().filter(|_| counts) {
        let found = pattern
            .captures(lower.as_bytes())
            .filter(|found| counts_rows(found, &lower, draft) && !statements::are_of_a_record(text, draft))
            .and_then(|found| number(lower.get(found.get(1)?.range())?));
        if let Some(most) = found.filter(|most| *most > 0) {
            draft.file.set("max_rows", most.to_string(), format!("{at}: {}", clipped(text)), Confidence::Known);
        }
    }
    let sending = [
        "save", "upload", "submit", "send", "accept", "format", "encod", "speicher", "hochlad", "einreich", "schick",
        "enregistr", "envoy", "dépos",
    ]
    .iter()
    .any(|word| lower.contains(word));
    whole_file::read(&lower, sending, &format!("{at}: {}", clipped(text)), draft);
    let kinds = kinds_taken(&lower);
    if !kinds.is_empty() && sending {
        draft.file.set("formats", list(&kinds), format!("{at}: {}", clipped(text)), Confidence::Confirm);
    }
}

/// The kinds of files that a sentence names, without those that it refuses: `.xlsx, we do not take .xls`.
fn kinds_taken(lower: &str) -> Vec<&'static str> {
    const KINDS: &[&str] = &["csv", "tsv", "xlsx", "xlsm", "xls", "ods"];
    let mut parts = vec![lower];
    for sign in [", ", "; ", ". ", " - ", " – ", " — ", " but ", " and not ", " (", " sondern ", " mais "] {
        parts = parts.into_iter().flat_map(|part| part.split_inclusive(sign)).collect();
    }
    let (mut taken, mut refused): (HashSet<&str>, HashSet<&str>) = (HashSet::new(), HashSet::new());
    let mut before: Option<bool> = None;
    for part in parts {
        let words: Vec<&str> = part.split(|each: char| !each.is_alphanumeric() && each != '\'').collect();
        let named: Vec<&str> = KINDS.iter().copied().filter(|kind| words.contains(kind)).collect();
        if named.is_empty() {
            continue;
        }
        let denied = words.iter().any(|word| statements::denies(word)) || part.ends_with(" and not ");
        // "Not xls, ods or csv" goes on.
        let goes_on = before == Some(true) && words.iter().filter(|word| !word.is_empty()).count() <= named.len() + 1;
        before = Some(denied || goes_on);
        if denied || goes_on { &mut refused } else { &mut taken }.extend(named);
    }
    KINDS.iter().copied().filter(|kind| taken.contains(kind) && !refused.contains(kind)).collect()
}

/// Whether a sentence says how many of something a file may hold at most.
pub fn limits_rows_called(text: &str, noun: &str) -> bool {
    let lower = text.to_lowercase();
    let counted = |pattern: &BytesRegex| {
        let found = pattern.captures(lower.as_bytes())?.get(2)?;
        lower.get(found.range()).map(str::to_owned)
    };
    lower.contains(noun) && ROWS.iter().flatten().any(|pattern| counted(pattern).as_deref() == Some(noun))
}

/// Whether a sentence says something of the file as a whole.
pub fn says_something(text: &str) -> bool {
    let mut draft = Draft::default();
    limits(text, "", &mut draft);
    !draft.file.0.is_empty() || edition_in(text).is_some()
}

/// `Given out by the National Seed Register`.
fn issuer(text: &str, at: &str, draft: &mut Draft) {
    let begins = ["Given out by ", "Issued by ", "Published by "];
    let Some(rest) = begins.iter().find_map(|begin| text.strip_prefix(begin)) else { return };
    let name = rest.trim().trim_start_matches("the ").trim_end_matches('.');
    if !name.is_empty() && name.len() <= 80 {
        draft.about.set("issuer", quoted(name), at, Confidence::Known);
    }
}

fn clipped(text: &str) -> String {
    lungwort_core::cell::shown::clipped(&text.replace('\n', " "), 70)
}

fn is_edition_label(label: &str) -> bool {
    let plain = label.trim().trim_end_matches(':').to_lowercase();
    matches!(
        plain.as_str(),
        "edition"
            | "version"
            | "template version"
            | "template edition"
            | "release"
            | "revision"
            | "form version"
            | "version number"
    )
}

/// The edition's number in a text such as `Edition 4` or `Version: 2.1 (March)`.
fn edition_in(text: &str) -> Option<String> {
    let found = EDITION.as_ref()?.captures(text)?.get(1)?.as_str().trim_end_matches(['.', '-']);
    Some(found.trim_start_matches(['v', 'V']).to_owned())
}

fn edition(text: &str, sheet: &TemplateSheet, row: u64, column: usize, draft: &mut Draft) {
    if text.len() <= 200
        && let Some(found) = edition_in(text)
    {
        set_edition(&found, sheet, row, column, draft);
    }
}

fn set_edition(edition: &str, sheet: &TemplateSheet, row: u64, column: usize, draft: &mut Draft) {
    if edition.is_empty() || edition.len() > 30 || draft.about.has("edition") {
        return;
    }
    let at = place(sheet, row, column);
    draft.about.set("edition", quoted(edition), at.clone(), Confidence::Known);
    if !sheet.name.is_empty() {
        let cell = format!("{}{row}", lungwort_core::finding::column_letter(column));
        let value = format!("{{ sheet = {}, cell = \"{cell}\" }}", quoted(&sheet.name));
        draft.template.set("edition_in", value, at, Confidence::Known);
    }
}

/// The edition in a property of the document, a sheet's name or the file's name.
fn elsewhere(template: &Template, draft: &mut Draft) {
    if draft.about.has("edition") {
        return;
    }
    for (name, value) in &template.properties {
        let plain = value.trim();
        let numbered = plain.bytes().next().is_some_and(|byte| byte.is_ascii_digit());
        let found = if is_edition_label(name) && numbered && name != "AppVersion" {
            Some(plain.to_owned())
        } else {
            edition_in(plain)
        };
        if let Some(edition) = found.filter(|_| !matches!(name.as_str(), "AppVersion" | "Application")) {
            draft.about.set("edition", quoted(&edition), format!("the document's property {name}"), Confidence::Known);
            let value = format!("{{ property = {} }}", quoted(name));
            draft.template.set("edition_in", value, format!("the document's property {name}"), Confidence::Known);
            return;
        }
    }
    let file = template
        .file_name
        .rsplit_once('.')
        .map_or(template.file_name.as_str(), |(stem, _)| stem)
        .replace(['_', '-'], " ");
    let sheets = template.sheets.iter().map(|sheet| (sheet.name.as_str(), "sheet_name", "the name of a sheet"));
    for (text, key, source) in sheets.chain([(file.as_str(), "file_name", "the name of the file")]) {
        let short = SHORT_EDITION.as_ref().and_then(|short| Some(short.captures(text)?.get(1)?.as_str().to_owned()));
        if let Some(edition) = edition_in(text).or(short) {
            draft.about.set("edition", quoted(&edition), source, Confidence::Known);
            draft.template.set("edition_in", format!("{{ {key} = true }}"), source, Confidence::Known);
            return;
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn learned(text: &str) -> Vec<(&'static str, String)> {
        let mut draft = Draft::default();
        limits(text, "Read me!A4", &mut draft);
        draft.file.0.into_iter().map(|line| (line.key, line.value)).collect()
    }

    #[test]
    fn limits_are_read_out_of_sentences() {
        assert_eq!(learned("A maximum of 300 rows can be uploaded at a time."), [("max_rows", "300".into())]);
        assert_eq!(learned("Please send no more than 1,500 accession records."), [("max_rows", "1500".into())]);
        assert_eq!(learned("Maximum rows: 2 000"), [("max_rows", "2000".into())]);
        assert_eq!(learned("The file may have 5 MB."), [("max_bytes", "5000000".into())]);
        assert_eq!(
            learned("Save as CSV (UTF-8) and upload"),
            [("encoding", "\"utf-8\"".into()), ("formats", "[\"csv\"]".into())]
        );
        assert!(learned("Rows 1 to 3 are headings.").is_empty());
    }

    #[test]
    fn editions_are_found_in_words() {
        assert_eq!(edition_in("Seed accessions, Edition 4").as_deref(), Some("4"));
        assert_eq!(edition_in("Template version: v2.1 (March)").as_deref(), Some("2.1"));
        assert_eq!(edition_in("A new edition follows"), None);
    }
}
