//! The sheet of settings: what is asked of the file as a whole, and of each sheet.

use toml_edit::{DocumentMut, Item, Table, table};

use super::words::{self, RAW, Said, number, text, texts, truth};
use super::{Grid, Row, Title, tables};

pub(super) const SETTING: usize = 1;
pub(super) const VALUE: usize = 2;

/// A setting: its key, what it is called, and what it says.
struct Setting {
    key: &'static str,
    title: &'static str,
    say: fn(Option<&Item>) -> Option<String>,
    take: fn(&str) -> Result<Said, String>,
    help: &'static str,
}

macro_rules! settings {
    ($($key:literal $title:literal $kind:ident $help:literal)*) => {
        &[$(Setting { key: $key, title: $title, say: $kind::say, take: $kind::take, help: $help }),*]
    };
}

const ABOUT: &[Setting] = settings! {
    "title" "Title" text "What the template is for."
    "edition" "Edition" text "The template's edition."
    "issuer" "Issuer" text "Who gives the template out."
};

const FILE: &[Setting] = settings! {
    "formats" "Kinds of file" texts "csv, tsv, txt, xlsx, …, with commas between."
    "encoding" "Encoding" text "utf-8, windows-1252, utf-16le, …"
    "bom" "Byte order mark" truth "yes: it must be there. no: it must not."
    "delimiter" "Delimiter" text "comma, semicolon and so on as they are: , ; | or the word tab."
    "newline" "Line ends" text "crlf (Windows) or lf (Unix)."
    "quoting" "Quotes" text "all: every cell is in quotes. never: none is."
    "max_bytes" "Most bytes" number "The largest file, in bytes."
    "max_rows" "Most rows" number "The most filled rows below the headings."
    "blank_words" "Words for blank" texts "Words that count as a blank cell, with commas between."
    "partial" "Where rows are refused" text "What goes through then: rows, records or nothing."
    "formulas" "Formulas" truth "yes: they are allowed. no: they are refused."
};

const TEMPLATE: &[Setting] = settings! {
    "file" "Blank template" text "Its file; the folder is counted from the rulebook's."
};

const SHEET: &[Setting] = settings! {
    "heading_row" "Row of the headings" number "Counted from one."
    "guide_rows" "Guide rows" number "Rows under the headings that belong to the template."
    "key" "Key" texts "The columns that a row is known by, with commas between."
    "required" "Must be filled" truth "yes where something must be filled in on this sheet."
    "max_rows" "Most rows" number "The most filled rows of this sheet."
    "extra" "Other columns" text "allowed, warning or error."
    "sample_keys" "Keys of samples" texts "Keys of the sample rows that the template came with."
};

/// The parts of a document that have settings: what they are called, where they are, and which settings there are.
fn parts(document: &DocumentMut) -> Vec<(String, String, &'static [Setting], Option<Table>)> {
    let of = |key: &str| document.get(key).and_then(|item| item.clone().into_table().ok());
    let mut parts = vec![
        ("rulebook".to_owned(), "rulebook".to_owned(), ABOUT, of("rulebook")),
        ("file".to_owned(), "file".to_owned(), FILE, of("file")),
        ("template".to_owned(), "template".to_owned(), TEMPLATE, of("template")),
    ];
    for (at, sheet) in tables::sheets(document).into_iter().enumerate() {
        let name = format!("sheet {}", tables::sheet_name(&sheet, at));
        parts.push((name, format!("sheet.{at}"), SHEET, Some(sheet)));
    }
    parts
}

/// Whether a key of a table has a row on this sheet.
pub(super) fn shows(path: &str, key: &str) -> bool {
    let settings = match path {
        "rulebook" => ABOUT,
        "file" => FILE,
        "template" => TEMPLATE,
        _ => SHEET,
    };
    settings.iter().any(|setting| setting.key == key)
}

pub(super) const TITLES: &[Title] = &[
    Title::new("Where", "What the setting belongs to.", 22.0).shows(),
    Title::new("Setting", "Which it is.", 24.0).shows(),
    Title::new("Value", "Leave it blank where nothing is required.", 44.0),
    Title::new("What it is", "What may be written.", 70.0).shows(),
];

/// The sheet.
pub(super) fn grid(document: &DocumentMut) -> Grid {
    let mut rows = Vec::new();
    for (name, path, settings, table) in parts(document) {
        for setting in settings {
            let item = table.as_ref().and_then(|table| table.get(setting.key));
            let text = item.map(|item| {
                let said = (setting.say)(Some(item));
                said.unwrap_or_else(|| format!("{RAW} {}", words::raw(item)))
            });
            let cells = [name.as_str(), setting.title, &text.unwrap_or_default(), setting.help].map(str::to_owned);
            rows.push(Row { path: format!("{path}.{}", setting.key), cells: cells.to_vec() });
        }
    }
    Grid {
        name: "File",
        about: "What the receiving side accepts as a file, and what is required of each sheet.",
        titles: super::titles(TITLES),
        rows,
    }
}

/// Takes what somebody wrote for the setting at a path.
pub(super) fn apply(document: &mut DocumentMut, path: &str, text: &str) -> Result<(), String> {
    let (holder, key) = path.rsplit_once('.').unwrap_or_default();
    let all = [ABOUT, FILE, TEMPLATE, SHEET];
    let of = match holder {
        "rulebook" => all[0],
        "file" => all[1],
        "template" => all[2],
        _ => all[3],
    };
    let Some(setting) = of.iter().find(|setting| setting.key == key) else { return Ok(()) };
    let said = match words::raw_part(text) {
        Some(raw) => Said::Value(words::value_of(raw)?),
        None => (setting.take)(text)?,
    };
    if let Some(number) = holder.strip_prefix("sheet.").and_then(|number| number.parse::<usize>().ok()) {
        return tables::change(document.as_table_mut(), "sheet", number, &mut |sheet| {
            words::put(sheet, key, said.clone())
        });
    }
    let known = document.entry(holder).or_insert_with(table);
    match known.as_table_like_mut() {
        Some(known) => words::put(known, key, said),
        None => Err(format!("{holder} is no table")),
    }
}
