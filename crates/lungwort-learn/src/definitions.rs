//! A sheet that defines the columns: its first column names the headings, the others say what each is.

use std::collections::{BTreeMap, HashMap, HashSet};
use std::sync::LazyLock;

use regex::Regex;

use super::draft::{Confidence, DraftColumn, DraftRule, DraftSheet};
use super::marks::{place, word_in};
use super::source::TemplateSheet;
use lungwort_core::cell::fold::{fold, nearest};
use lungwort_core::rulebook::toml_text::{key, list, quoted};
use lungwort_core::rulebook::{PART_KINDS, property};

/// A length in words, such as `Text (40)`.
static SIZED: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"(?:text|string|char|varchar|alphanumeric|characters?)[\s(\[,:]*(?:max\.?|maximum|up to|at most)?\s*([0-9]{1,5})").ok()
});

/// A date pattern.
static DATE_PATTERN: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"(?-u:\b)(?:dd?|mm?m?m?|yyyy|yy)([/.\- ])(?:dd?|mm?m?m?)([/.\- ])(?:dd?|yyyy|yy)(?:[ t]hh:mm(?::ss)?)?")
        .ok()
});

/// What a column of the definitions tells.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Tells {
    Required,
    Help,
    Format,
    Length,
    Example,
    Values,
    Name,
    NamedFormat,
    Pattern,
    PatternWords,
    Takes,
    Places,
    More,
    /// Whether it may be blank: yes says that it may.
    Blank,
}

/// Whether a word names what is said of columns: `Format`, `Required`.
pub fn names_what_is_said(label: &str) -> bool {
    tells(label).is_some()
}

/// Whether a heading is that of examples.
pub(super) fn is_of_examples(heading: &str) -> bool {
    let folded = fold(heading);
    EXAMPLE.iter().any(|word| folded == fold(word) || folded == fold(&format!("{word}s")))
}

/// Whether a heading of a table of definitions has lengths under it.
pub fn is_of_lengths(heading: &str) -> bool {
    matches!(tells(heading), Some(Tells::Length))
}

/// Whether a heading of a table of definitions has kinds of values under it.
pub fn is_of_kinds(heading: &str) -> bool {
    matches!(tells(heading), Some(Tells::Format))
}

/// What a letter under such a heading stands for, as specifications of records have it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum KindLetter {
    /// `A/N`, `AN`, `X`: letters and digits, which is any text.
    Text,
    /// `N`: digits, with decimals where its size has them.
    Number,
    /// `D`
    Date,
}

/// The kind of values that a letter stands for.
pub fn kind_letter(text: &str) -> Option<KindLetter> {
    match text.trim().to_ascii_uppercase().as_str() {
        "A/N" | "AN" | "A-N" | "A+N" | "N/A/S" | "X" | "A" | "C" | "S" | "CHAR" | "ALPHA" | "TXT" => {
            Some(KindLetter::Text)
        }
        "N" | "NUM" | "9" => Some(KindLetter::Number),
        "D" | "DT" => Some(KindLetter::Date),
        _ => None,
    }
}

/// Whether a heading says that what stands under it is what has to be filled in.
pub fn is_of_duties(heading: &str) -> bool {
    matches!(tells(heading), Some(Tells::Required))
}

/// `O/F`, `Pflicht/frei`, `M/O/C`: the marks that stand under a heading, one of each kind.
fn is_of_marks(heading: &str) -> bool {
    const DUTY: &[&str] =
        &["m", "r", "o", "p", "mand", "req", "obl", "oblig", "pflicht", "muss", "mandatory", "required"];
    const FREE: &[&str] =
        &["o", "f", "k", "opt", "fac", "facult", "frei", "freiwillig", "kann", "optional", "optionnel", "facultatif"];
    let parts: Vec<&str> = heading.split(['/', '|']).map(|part| part.trim().trim_end_matches('.')).collect();
    let is = |of: &[&str], part: &str| of.contains(&part);
    let marks = |part: &&str| is(DUTY, part) || is(FREE, part) || matches!(*part, "c" | "b" | "cond" | "bed");
    // "O" is the duty beside "F", and free beside "M".
    let free =
        parts.iter().any(|part| is(FREE, part) && (*part != "o" || parts.iter().any(|of| is(DUTY, of) && *of != "o")));
    (2..=3).contains(&parts.len()) && parts.iter().all(marks) && free
}

fn tells(heading: &str) -> Option<Tells> {
    let lower = heading.to_lowercase();
    let has = |words: &[&str]| words.iter().any(|word| lower.contains(word));
    match lower.trim() {
        "name" | "technical name" | "field name" | "variable" => return Some(Tells::Name),
        "named format" => return Some(Tells::NamedFormat),
        "pattern" | "regex" | "regular expression" => return Some(Tells::Pattern),
        "pattern in words" => return Some(Tells::PatternWords),
        "places" | "decimal places" | "decimals" => return Some(Tells::Places),
        "accepts" | "takes" => return Some(Tells::Takes),
        "more" => return Some(Tells::More),
        "req" | "reqd" | "mand" | "m/c" | "man/opt" | "optionality" | "obligation" => {
            return Some(Tells::Required);
        }
        _ => {}
    }
    if is_of_marks(&lower) {
        return Some(Tells::Required);
    }
    // "May be blank", "Nullable", "Optional?": the other way round.
    let asked = has(REQUIRED);
    if has(BLANK) || has(&["optional"]) && !asked {
        return Some(Tells::Blank);
    }
    [
        (LENGTH, Tells::Length),
        (EXAMPLE, Tells::Example),
        (VALUES, Tells::Values),
        (REQUIRED, Tells::Required),
        (FORMAT, Tells::Format),
        (HELP, Tells::Help),
    ]
    .into_iter()
    .find_map(|(words, tells)| has(words).then_some(tells))
}

/// Words of headings over what is said of columns, in the languages that templates are read in.
const LENGTH: &[&str] =
    &["longest", "length", "size", "characters", "max", "länge", "zeichen", "longueur", "taille", "caractères"];
const EXAMPLE: &[&str] = &["example", "sample", "beispiel", "exemple"];
const VALUES: &[&str] = &[
    "allowed", "permitted", "valid", "values", "code", "list", "options", "erlaubt", "zulässig", "werte", "valeurs",
    "autoris", "admis",
];
const REQUIRED: &[&str] = &[
    "required", "mandatory", "obligat", "compulsory", "must", "needed", "pflicht", "erforderlich", "obligatoire",
    "requis", "req.", "muss", "oblig.", "mand.",
];
const BLANK: &[&str] = &["null", "blank", "empty", "leer", "fakultativ", "facultatif"];
const FORMAT: &[&str] = &["format", "type", "content", "domain", "typ"];
const HELP: &[&str] = &[
    "description", "definition", "notes", "guidance", "explanation", "meaning", "help", "comment", "remark", "rule",
    "instruction", "what", "beschreibung", "erläuterung", "bemerkung", "hinweis", "bedeutung", "remarque",
    "explication", "signification",
];

/// The rows of a sheet that name headings, in the column in which most of them stand.
struct Naming {
    column: usize,
    /// The row of the sheet's own headings.
    header: u64,
    /// Each row, and which of the headings it names first.
    rows: Vec<(u64, usize)>,
}

/// Which sheet to fill the rows of a sheet name in a cell of their own: `Lettings | Tenant no. | …`.
pub fn sheets_of_rows(sheet: &TemplateSheet, names: &[String]) -> HashMap<u64, usize> {
    if names.len() < 2 {
        return HashMap::new();
    }
    let places: HashMap<String, usize> = names.iter().enumerate().map(|(at, name)| (fold(name), at)).collect();
    let cells = sheet.full.cells.iter();
    cells.filter_map(|cell| Some((cell.row, *places.get(&fold(&cell.text))?))).collect()
}

fn naming(sheet: &TemplateSheet, names: &[String], is_of_other: &dyn Fn(u64) -> bool) -> Option<Naming> {
    let places: HashMap<&str, usize> = names
        .iter()
        .enumerate()
        .rev()
        .filter(|(_, name)| !name.is_empty())
        .map(|(at, name)| (name.as_str(), at))
        .collect();
    let mut hits: BTreeMap<usize, Vec<(u64, usize)>> = BTreeMap::new();
    let mut seen: HashSet<(usize, usize)> = HashSet::new();
    for cell in sheet.full.cells.iter().filter(|cell| !is_of_other(cell.row)) {
        let Some(at) = places.get(fold(&cell.text).as_str()).copied() else { continue };
        let known = hits.entry(cell.column).or_default();
        if known.last().is_none_or(|(row, _)| *row != cell.row) && seen.insert((cell.column, at)) {
            known.push((cell.row, at));
        }
    }
    let (column, rows) = hits.into_iter().max_by_key(|(_, rows)| rows.len())?;
    if rows.len() < 3.min(names.len()) || rows.len() * 2 < names.len() {
        return None;
    }
    let first = rows.iter().map(|(row, _)| *row).min().unwrap_or(1);
    let header = (1..first).rev().find(|row| sheet.row(*row).len() > 1)?;
    Some(Naming { column, header, rows })
}

/// Names of a sheet that defines columns which are no heading of any sheet, in words, each with the nearest heading.
pub fn unknown_names(sheet: &TemplateSheet, headings: &[Vec<String>]) -> Vec<String> {
    let folded = |sheet: &Vec<String>| sheet.iter().map(|heading| fold(heading)).collect::<Vec<_>>();
    let found = headings.iter().filter_map(|sheet_headings| naming(sheet, &folded(sheet_headings), &|_| false));
    let Some(naming) = found.max_by_key(|naming| naming.rows.len()) else { return Vec::new() };
    let known: HashSet<String> = headings.iter().flatten().map(|heading| fold(heading)).collect();
    let named: HashSet<String> = sheet.full.cells.iter().map(|cell| fold(&cell.text)).collect();
    let open: Vec<&str> =
        headings.iter().flatten().map(String::as_str).filter(|heading| !named.contains(&fold(heading))).collect();
    let last = naming.rows.iter().map(|(row, _)| *row).max().unwrap_or(naming.header);
    let mut unknown = Vec::new();
    for row in naming.header + 1..=last + 1 {
        let text = sheet.text(row, naming.column).trim();
        let short = !text.is_empty() && text.chars().count() <= 60 && text.split_whitespace().count() <= 6;
        if !short || known.contains(&fold(text)) || sheet.row(row).len() < 2 {
            continue;
        }
        let nearest = nearest(text, open.iter().copied());
        let nearest = nearest.map_or(String::new(), |nearest| format!("; the nearest is \"{nearest}\""));
        let at = place(sheet, row, naming.column);
        unknown.push(format!("{at} explains \"{text}\", which is no heading of a sheet to fill{nearest}"));
    }
    unknown
}

/// Learns from a sheet if it defines the columns; returns whether it does. `is_of_other` says which rows are about another sheet.
pub fn learn(sheet: &TemplateSheet, columns: &mut [&mut DraftColumn], is_of_other: &dyn Fn(u64) -> bool) -> bool {
    // At least half of the columns are explained.
    if sheet.full.cells.len() * 2 < columns.len() {
        return false;
    }
    let names: Vec<String> = columns.iter().map(|column| fold(&column.heading)).collect();
    let Some(Naming { column: name_column, header, rows }) = naming(sheet, &names, is_of_other) else { return false };
    let kinds: Vec<(usize, Tells)> = sheet
        .row(header)
        .into_iter()
        .filter(|(at, _)| *at != name_column)
        .filter_map(|(at, text)| Some((at, tells(text)?)))
        .collect();
    if kinds.is_empty() {
        return false;
    }
    // "Rejected" beside every check helps nobody to fill in a cell.
    let is_help = |(field, kind): &(usize, Tells)| {
        let texts: HashSet<String> = rows.iter().map(|(row, _)| fold(sheet.text(*row, *field))).collect();
        *kind != Tells::Help || texts.len() > 2 || rows.len() < 4
    };
    let kinds: Vec<(usize, Tells)> = kinds.into_iter().filter(is_help).collect();
    // `O` beside `N` is "oui", beside `F` "obligatoire", and no optional.
    let oui = |field: usize| {
        let texts: HashSet<&str> = rows.iter().map(|(row, _)| sheet.text(*row, field).trim()).collect();
        let beside = |other: &str| {
            texts.contains(other) && texts.iter().all(|text| matches!(*text, "O" | "C" | "") || *text == other)
        };
        texts.contains("O") && (beside("N") || beside("F"))
    };
    let oui: HashSet<usize> =
        kinds.iter().filter(|(field, kind)| *kind == Tells::Required && oui(*field)).map(|(field, _)| *field).collect();
    // Where some lengths are "up to 40", those without such a word are not.
    let limited = |field: usize| rows.iter().any(|(row, _)| says_most(sheet.text(*row, field)));
    let exact: HashSet<usize> = kinds
        .iter()
        .filter(|(field, kind)| *kind == Tells::Length && limited(*field))
        .map(|(field, _)| *field)
        .collect();
    for (row, at) in rows {
        for (field, kind) in &kinds {
            let text = sheet.text(row, *field);
            let text = if text.trim() == "O" && oui.contains(field) { "oui" } else { text };
            if exact.contains(field) && exact_length(text, &place(sheet, row, *field), columns[at]) {
                continue;
            }
            if !text.is_empty() && !matches!(text, "-" | "n/a" | "N/A") {
                take(*kind, text, &place(sheet, row, *field), columns[at]);
            }
        }
    }
    true
}

/// Takes what a cell says of a column, where a heading or a label names what it says.
pub fn beside(label: &str, sheet: &TemplateSheet, (row, field): (u64, usize), column: &mut DraftColumn) {
    let text = sheet.text(row, field);
    if let Some(kind) = tells(label).filter(|_| !text.is_empty() && !matches!(text, "-" | "n/a" | "N/A")) {
        take(kind, text, &place(sheet, row, field), column);
    }
}

/// Whether a sheet is a guide that was made from a rulebook: it says all of it in a form for programs.
pub fn is_made_guide(sheet: &TemplateSheet) -> bool {
    let has = |row: u64, wanted: &str| sheet.row(row).iter().any(|(_, text)| *text == wanted);
    (1..=sheet.last_row().min(60)).any(|row| ["Accepts", "Named format", "More"].iter().all(|wanted| has(row, wanted)))
}

/// Learns what a guide says of a sheet beside its columns, as a rulebook writes it. `others` are the names of all sheets: a
/// guide of several goes through them one after the other.
pub fn learn_parts(guide: &TemplateSheet, others: &[String], sheet: &mut DraftSheet) {
    let mut about: Option<&str> = None;
    for cell in &guide.full.cells {
        let text = cell.text.trim();
        if let Some(name) = text.strip_prefix("Sheet ").filter(|name| others.iter().any(|other| other == name)) {
            about = Some(name);
        }
        let Some((key, value)) = text.split_once(" = ").filter(|_| about.is_none_or(|name| name == sheet.name)) else {
            continue;
        };
        let Some(kind) = PART_KINDS.iter().find(|kind| kind.key == key && (kind.reads)(value)) else { continue };
        let source = place(guide, cell.row, cell.column);
        if kind.several {
            let table = toml::from_str::<toml::Table>(text).ok().and_then(|mut table| table.remove(key));
            let lines = table.as_ref().and_then(toml::Value::as_table).into_iter().flatten();
            let lines = lines.map(|(key, value)| (key.clone().into(), value.to_string())).collect();
            sheet.rules.push(DraftRule { kind: kind.key, lines, source, confidence: Confidence::Known });
        } else {
            sheet.lines.set(kind.key, value, source, Confidence::Known);
        }
    }
}

fn take(kind: Tells, text: &str, at: &str, column: &mut DraftColumn) {
    // `an..35` is read among the sentences.
    if matches!(kind, Tells::Length | Tells::Format) && !crate::statements::message_types::read(text).is_empty() {
        return;
    }
    let lines = &mut column.lines;
    match kind {
        Tells::Required => required(text, at, column),
        Tells::Blank => may_be_blank(text, at, column),
        Tells::Help => lines.set("help", quoted(&text.replace('\n', " ")), at, Confidence::Known),
        Tells::Example => lines.set("example", quoted(text), at, Confidence::Known),
        Tells::Length => length(text, at, column),
        Tells::Format => match kind_letter(text) {
            Some(letter) => of_letter(letter, format!("{at} says {text}"), column),
            None => format(text, at, column),
        },
        Tells::Values => values(text, at, column),
        Tells::Name => column.name = text.to_owned(),
        Tells::NamedFormat => lines.set("format", quoted(text), at, Confidence::Known),
        Tells::Pattern => lines.set("pattern", quoted(text), at, Confidence::Known),
        Tells::PatternWords => with_words(text, column),
        Tells::Places => {
            if let Some(places) = number_in(text) {
                lines.set("places", places.to_string(), at, Confidence::Known);
            }
        }
        Tells::Takes => only_what_it_takes(text, column),
        Tells::More => more(text, at, column),
    }
}

fn required(text: &str, at: &str, column: &mut DraftColumn) {
    let folded = fold(text);
    let yes = YES.contains(&folded.as_str()) || word_in(text) == Some(true);
    if yes || text == "\u{2713}" || text == "\u{2714}" {
        column.lines.set("required", "true", format!("{at} says {text}"), Confidence::Known);
    } else if folded.len() > 12 && (folded.contains("if") || folded.contains("when") || folded.contains("where")) {
        let said = format!("{at} says: {text}");
        column.lines.set("required_when", "\"… = '…'\"", said, Confidence::Suggested);
    }
}

/// Words that say yes under a heading such as Mandatory, and that it need not be under one such as Nullable.
const YES: &[&str] = &["yes", "y", "m", "r", "x", "true", "always", "1", "ja", "j", "oui", "pflicht", "notnull"];
const NO: &[&str] = &["no", "n", "false", "never", "0", "nein", "non"];

/// Under a heading that asks whether it may be blank.
fn may_be_blank(text: &str, at: &str, column: &mut DraftColumn) {
    let folded = fold(text);
    if NO.contains(&folded.as_str()) || folded == "notnull" || word_in(text) == Some(true) {
        column.lines.set("required", "true", format!("{at} says {text}"), Confidence::Known);
    } else if YES.contains(&folded.as_str()) {
        column.optional = true;
    }
}

/// Words beside a pattern.
fn with_words(text: &str, column: &mut DraftColumn) {
    if let Some(line) = column.lines.0.iter_mut().find(|line| line.key == "pattern" && !line.value.starts_with('{')) {
        line.value = format!("{{ regex = {}, words = {} }}", line.value, quoted(text));
    }
}

/// A message that only says what the column takes is no help of its own.
fn only_what_it_takes(text: &str, column: &mut DraftColumn) {
    let help = column.lines.get("help").map(|line| fold(&line.value));
    let takes = fold(text);
    if help.is_some_and(|help| !help.is_empty() && (takes.starts_with(&help) || help.starts_with(&takes))) {
        column.lines.remove("help");
    }
}

/// `key = value`, one a line, as the rulebook writes it: more exact than a drop-down or a note can be.
fn more(text: &str, at: &str, column: &mut DraftColumn) {
    for line in text.lines() {
        let Some((name, value)) = line.split_once(" = ") else { continue };
        let known = property::keys().find(|key| *key == name.trim());
        if let Some(known) = known.filter(|_| toml::from_str::<toml::Table>(line).is_ok()) {
            column.lines.remove(known);
            column.lines.set(known, value.trim(), at, Confidence::Known);
        }
    }
}

/// The first whole number in a text.
fn number_in(text: &str) -> Option<u64> {
    let digits: String = text
        .chars()
        .skip_while(|each| !each.is_ascii_digit())
        .take_while(|each| each.is_ascii_digit() || *each == ',')
        .collect();
    digits.replace(',', "").parse().ok()
}

/// Beginnings of words beside the number of a length.
const LENGTH_WORDS: &[&str] = &[
    "char", "zeich", "caract", "byte", "sign", "max", "min", "most", "least", "up", "to", "exact", "at", "no", "more",
    "than", "fixed", "variable", "length", "long", "bis", "höchst", "mindest", "genau", "zu", "fest", "text", "string",
    "var", "au", "plus", "moins", "fixe", "limit", "or", "less", "fewer", "incl", "space", "positions", "stellen",
    "an", "n", "a", "in", "utf",
];

fn length(text: &str, at: &str, column: &mut DraftColumn) {
    let lower = text.to_lowercase();
    let source = format!("{at} says {text}");
    if let Some((digits, places)) = digits_and_places(text) {
        for (key, value, confidence) in crate::statements::sql_types::of_digits(digits, places) {
            column.lines.set(key, value, source.clone(), confidence);
        }
        return;
    }
    if let Some((least, most)) = range_in(text) {
        let kind = column.lines.get("type").map(|line| line.value.as_str());
        let of_numbers = kind.is_some_and(|kind| ["\"whole\"", "\"decimal\""].contains(&kind));
        // No text has -40 characters, nor half a one, and every text has none or more.
        if of_numbers || least.starts_with(['-', '0']) || least.contains('.') || most.contains('.') {
            column.lines.set("min", least, source.clone(), Confidence::Known);
            column.lines.set("max", most, source, Confidence::Known);
        } else {
            column.lines.set("length", format!("{{ min = {least}, max = {most} }}"), source, Confidence::Known);
        }
        return;
    }
    // "2-3 capitals" says more than how long a value is, and is read with the sentences.
    // Of a short one, more words begin so than are meant.
    let is_one = |word: &str, known: &str| word == known || known.len() > 2 && word.starts_with(known);
    let of_kind = |word: &str| !LENGTH_WORDS.iter().any(|known| is_one(word, known));
    if lower.split(|each: char| !each.is_alphabetic()).filter(|word| !word.is_empty()).any(of_kind) {
        return;
    }
    let Some(most) = number_in(text).filter(|most| *most > 0) else { return };
    // So many digits of a number have no decimals.
    if column.is_digits && text.trim().bytes().all(|byte| byte.is_ascii_digit()) {
        column.lines.remove("type");
        column.lines.set("type", quoted("whole"), source.clone(), Confidence::Confirm);
        if most <= 15 {
            column.lines.set("max", "9".repeat(most as usize), source, Confidence::Confirm);
        }
        return;
    }
    let unit = if lower.contains("byte") { ", in = \"bytes\"" } else { "" };
    let exact = lower.contains("exactly");
    let both = lower.split_once(" to ").and_then(|(min, max)| Some((number_in(min)?, number_in(max)?)));
    let value = if let Some((min, max)) = both {
        format!("{{ min = {min}, max = {max}{unit} }}")
    } else if lower.contains("at least") {
        format!("{{ min = {most}{unit} }}")
    } else if exact {
        format!("{{ exactly = {most}{unit} }}")
    } else {
        format!("{{ max = {most}{unit} }}")
    };
    column.lines.set("length", value, source, Confidence::Known);
}

/// Words that stand before the most characters of a value.
const MOST: &[&str] = &["up to", "max", "at most", "no more than", "bis", "höchstens", "jusqu", "au plus"];

/// Whether a length says that it is the most: `up to 40`.
fn says_most(text: &str) -> bool {
    let lower = text.trim().to_lowercase();
    lower.contains(|each: char| each.is_ascii_digit()) && MOST.iter().any(|word| lower.starts_with(word))
}

/// A number alone beside lengths that say that they are the most is the length itself; whether it is taken so.
fn exact_length(text: &str, at: &str, column: &mut DraftColumn) -> bool {
    let plain = text.trim();
    let is_text = column.lines.get("type").is_none() && !column.is_digits;
    let count = plain.parse::<u32>().ok().filter(|count| is_text && (1..=50).contains(count));
    let Some(count) = count else { return false };
    column.lines.set("length", format!("{{ exactly = {count} }}"), format!("{at} says {plain}"), Confidence::Confirm);
    true
}

/// `7,2` where a length is due: so many digits, of which some are behind the point.
fn digits_and_places(text: &str) -> Option<(usize, usize)> {
    let (digits, places) = text.trim().split_once([',', '.'])?;
    let count = |text: &str| text.trim().parse().ok().filter(|count| (1..=18).contains(count));
    let (digits, places) = (count(digits)?, count(places)?);
    (places < digits).then_some((digits, places))
}

/// What the letter of a kind says of a column.
fn of_letter(letter: KindLetter, source: String, column: &mut DraftColumn) {
    match letter {
        KindLetter::Text => column.is_text = true,
        KindLetter::Number => {
            column.is_digits = true;
            column.lines.set("type", quoted("decimal"), source, Confidence::Confirm);
        }
        KindLetter::Date => column.lines.set("type", quoted("date"), source, Confidence::Confirm),
    }
}

/// Whether a text has the word for a day: "Dateiname" is none.
fn says_date(lower: &str) -> bool {
    lower.split(|each: char| !each.is_alphanumeric()).any(|word| matches!(word, "date" | "dates"))
}

/// `Date (dd/mm/yyyy)`, `Text(40)`, `Whole number`, `Email`.
fn format(text: &str, at: &str, column: &mut DraftColumn) {
    let lower = text.to_lowercase().replace("ccyy", "yyyy");
    let source = format!("{at} says {}", text.replace('\n', " "));
    // `OG-9999`; `99.99` is a number.
    let is_mask = text.contains("99") && text.contains(char::is_alphabetic);
    if let Some(regex) = crate::statements::masked(text.trim()).filter(|_| is_mask) {
        column.lines.set("pattern", format!("'{regex}'"), source, Confidence::Confirm);
        return;
    }
    let has = |words: &[&str]| words.iter().any(|word| lower.contains(word));
    if let Some(date_pattern) = date_pattern_in(&lower) {
        let kind = if date_pattern.contains("hh") { "datetime" } else { "date" };
        column.lines.set("type", quoted(kind), source.clone(), Confidence::Known);
        column.lines.set("date_format", quoted(&date_pattern), source, Confidence::Known);
        return;
    }
    let kind = if has(&["datetime", "date and time", "timestamp"]) {
        Some("datetime")
    } else if has(&["datum"]) || says_date(&lower) {
        Some("date")
    } else if ["time", "uhrzeit", "heure"].iter().any(|word| lower.starts_with(word)) {
        Some("time")
    } else if has(&["whole", "integer", "entier", "ganzzahl", "ganze zahl"]) {
        Some("whole")
    } else if has(&[
        "decimal", "number", "numeric", "float", "amount", "décimal", "dezimal", "kommazahl", "betrag", "montant",
    ]) && !has(&["alphanumeric", "alpha-numeric"])
    {
        Some("decimal")
    } else if has(&["yes/no", "y/n", "yes_no", "boolean", "true/false", "ja/nein", "j/n", "oui/non", "o/n"]) {
        Some("yes_no")
    } else {
        None
    };
    let texts = ["text", "string", "char", "alpha", "texte", "zeichen", "varchar"];
    column.is_text |= kind.is_none() && texts.iter().any(|word| lower.trim_start().starts_with(word));
    // `NUMBER(8,2)` is read as a type of a database is, among the sentences.
    if kind == Some("decimal") && !crate::statements::sql_types::read(text).is_empty() {
        return;
    }
    // `Decimal (2)`
    if kind == Some("decimal")
        && let Some((_, inside)) = lower.split_once('(')
        && let Some(places) = number_in(inside).filter(|places| *places <= 12)
        && !inside.contains([',', '.'])
    {
        column.lines.set("places", places.to_string(), source.clone(), Confidence::Confirm);
    }
    if let Some(kind) = kind {
        let named = ["decimal", "décimal", "dezimal"].iter().any(|word| lower.contains(word));
        let confidence = if kind == "decimal" && !named { Confidence::Confirm } else { Confidence::Known };
        column.lines.set("type", quoted(kind), source.clone(), confidence);
    }
    for (word, name) in [
        ("email", "email"),
        ("e-mail", "email"),
        ("e.164", "phone"),
        ("orcid", "orcid"),
        ("iban", "iban"),
        ("isbn", "isbn"),
        ("uuid", "uuid"),
    ] {
        if has(&[word]) && lungwort_core::cell::format::Format::named(name).is_some() {
            column.lines.set("format", quoted(name), source.clone(), Confidence::Confirm);
        }
    }
    if let Some(most) = SIZED.as_ref().and_then(|sized| Some(sized.captures(&lower)?.get(1)?.as_str().to_owned())) {
        column.lines.set("length", format!("{{ max = {most} }}"), source, Confidence::Known);
    }
}

/// A date pattern in a text.
pub fn date_pattern_in(lower: &str) -> Option<String> {
    // The letter between a day and its time is a capital one in ISO 8601.
    let found = DATE_PATTERN.as_ref().filter(|_| lower.contains("yy"))?.find(lower)?.as_str().replace('t', "T");
    lungwort_core::cell::date::DatePattern::compile(&found).ok().map(|_| found)
}

/// `1-9999`, `0.5 to 20`
fn range_in(text: &str) -> Option<(String, String)> {
    static RANGE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(
            r"^\s*(?:from |between )?(-?[0-9]+(?:\.[0-9]+)?)\s*(?:-|–|to|bis|à|\.\.\.?|…|and)\s*(-?[0-9]+(?:\.[0-9]+)?)\s*%?\s*$",
        )
        .ok()
    });
    let found = RANGE.as_ref()?.captures(text)?;
    let (least, most) = (found.get(1)?.as_str(), found.get(2)?.as_str());
    let ascends = least.parse::<f64>().ok()? < most.parse::<f64>().ok()?;
    // Digits with a zero before them are parts of a code.
    let plain = |text: &str| text == "0" || text.starts_with("0.") || !text.starts_with('0');
    (ascends && plain(least) && plain(most)).then(|| (least.to_owned(), most.to_owned()))
}

/// Between the last two of a list, in the languages that templates are read in.
const OR: &[&str] = &[" or ", " oder ", " ou "];

/// `W, C or U`; `W = wild; C = cultivated`.
fn values(text: &str, at: &str, column: &mut DraftColumn) {
    let source = format!("{at} lists them");
    if let Some((least, most)) = range_in(text) {
        column.lines.set("min", least, format!("{at} says {text}"), Confidence::Known);
        column.lines.set("max", most, format!("{at} says {text}"), Confidence::Known);
        return;
    }
    let parts: Vec<&str> = text
        .split(['\n', ';'])
        .flat_map(|part| if text.contains(['\n', ';']) { vec![part] } else { part.split(',').collect() })
        .map(str::trim)
        .filter(|part| !part.is_empty())
        .collect();
    let pairs: Vec<(&str, &str)> = parts
        .iter()
        .filter_map(|part| {
            part.split_once(" = ")
                .or_else(|| part.split_once('='))
                .or_else(|| part.split_once(": "))
                .or_else(|| part.split_once(" - "))
        })
        .collect();
    if parts.len() >= 2 && pairs.len() == parts.len() {
        let pairs = pairs.iter().map(|(code, meaning)| format!("{} = {}", key(code.trim()), quoted(meaning.trim())));
        column.lines.set(
            "allowed",
            format!("{{ {} }}", pairs.collect::<Vec<_>>().join(", ")),
            source,
            Confidence::Confirm,
        );
        return;
    }
    // `L (larva), A (adult)` is read among the sentences.
    if parts.len() >= 2 && parts.iter().all(|part| part.ends_with(')') && part.contains(" (")) {
        return;
    }
    // `300, 400 or 600; maps always 600` and `SO-nnnnn, unique` say more, and are read among the sentences.
    let listed = |part: &&str| part.contains(',') || OR.iter().any(|or| part.contains(or));
    let remark = text.contains(';') && parts.iter().any(listed);
    if remark || parts.iter().any(|part| crate::statements::masked(part).is_some()) {
        return;
    }
    // "Digits only, keep the zeros" describes values, and is read among the sentences.
    if crate::statements::describe_values(&parts) {
        return;
    }
    let words: Vec<String> = parts
        .iter()
        .flat_map(|part| {
            OR.iter().fold(vec![*part], |parts, or| parts.iter().flat_map(|part| part.split(or)).collect())
        })
        .map(|part| OR.iter().fold(part.trim(), |part, or| part.trim_start_matches(or.trim_start())).to_owned())
        .filter(|part| !part.is_empty())
        .collect();
    // Yes and no are read among the sentences.
    if crate::statements::are_yes_and_no(&words) {
        return;
    }
    if words.len() >= 2 && words.iter().all(|word| word.chars().count() <= 30 && word.split(' ').count() <= 3) {
        column.lines.set("allowed", list(&words), source, Confidence::Confirm);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn drafted(kind: Tells, text: &str) -> Vec<(&'static str, String)> {
        let mut column = DraftColumn::default();
        take(kind, text, "Fields!C4", &mut column);
        column.lines.0.into_iter().map(|line| (line.key, line.value)).collect()
    }

    #[test]
    fn formats_in_words_are_understood() {
        assert_eq!(
            drafted(Tells::Format, "Date (DD/MM/YYYY)"),
            [("type", "\"date\"".into()), ("date_format", "\"dd/mm/yyyy\"".into())]
        );
        assert_eq!(drafted(Tells::Format, "Text, up to 40 characters"), [("length", "{ max = 40 }".into())]);
        assert_eq!(drafted(Tells::Format, "Whole number"), [("type", "\"whole\"".into())]);
        assert_eq!(drafted(Tells::Format, "OG-9999"), [("pattern", r"'OG\-\d{4}'".into())]);
        assert_eq!(drafted(Tells::Format, "99.99"), []);
        assert_eq!(drafted(Tells::Length, "2-3 capitals"), []);
        assert_eq!(drafted(Tells::Length, "2-30"), [("length", "{ min = 2, max = 30 }".into())]);
        assert_eq!(drafted(Tells::Length, "-40…60"), [("min", "-40".into()), ("max", "60".into())]);
        assert_eq!(drafted(Tells::Length, "120 bytes"), [("length", "{ max = 120, in = \"bytes\" }".into())]);
        assert_eq!(drafted(Tells::Values, "W, C or U"), [("allowed", "[\"W\", \"C\", \"U\"]".into())]);
        assert_eq!(
            drafted(Tells::Values, "W = wild; C = cultivated"),
            [("allowed", "{ W = \"wild\", C = \"cultivated\" }".into())]
        );
        assert_eq!(drafted(Tells::Values, "300, 400 or 600; maps always 600"), []);
        assert_eq!(drafted(Tells::Values, "SO-nnnnn, unique"), []);
        assert_eq!(drafted(Tells::Required, "Mandatory"), [("required", "true".into())]);
        assert!(drafted(Tells::Required, "Optional").is_empty());
    }

    #[test]
    fn sizes_of_digits_are_no_lengths_of_other_numbers() {
        let sized = |kind: &str, size: &str| {
            let mut column = DraftColumn::default();
            take(Tells::Format, kind, "Fields!C4", &mut column);
            take(Tells::Length, size, "Fields!D4", &mut column);
            let of = |key: &str| column.lines.get(key).map(|line| line.value.clone());
            (of("type"), of("places"), of("max"))
        };
        let text = |text: &str| Some(text.to_owned());
        assert_eq!(sized("N", "2"), (text("\"whole\""), None, text("99")));
        assert_eq!(sized("N", "5.2"), (text("\"decimal\""), text("2"), text("999.99")));
        assert_eq!(sized("Number", "8"), (text("\"decimal\""), None, None));
        assert_eq!(sized("A/N", "8"), (None, None, None));
    }
}
