//! A rulebook being drafted: each of its lines with where it was learned and how sure it is.

/// How sure a line is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Sure {
    /// A guess that is written as a comment.
    Offered,
    /// A guess that counts, to be confirmed.
    Confirm,
    /// What the template says.
    Known,
}

/// One key and its value, as TOML writes it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Line {
    /// The key.
    pub key: &'static str,
    /// The value as TOML writes it.
    pub value: String,
    /// Where it was learned, in words.
    pub source: String,
    /// How sure it is.
    pub sure: Sure,
}

/// Lines by key; the surest of a key stays.
#[derive(Debug, Clone, Default)]
pub struct Lines(pub Vec<Line>);

impl Lines {
    /// Adds a line, unless one as sure is there for its key.
    pub fn set(&mut self, key: &'static str, value: impl Into<String>, source: impl Into<String>, sure: Sure) {
        let line = Line { key, value: value.into(), source: source.into(), sure };
        match self.0.iter_mut().find(|other| other.key == key) {
            Some(other) if other.sure >= sure => {}
            Some(other) => *other = line,
            None => self.0.push(line),
        }
    }

    /// The line of a key that counts.
    pub fn get(&self, key: &str) -> Option<&Line> {
        self.0.iter().find(|line| line.key == key && line.sure > Sure::Offered)
    }

    /// Whether there is anything for a key, offered or not.
    pub fn has(&self, key: &str) -> bool {
        self.0.iter().any(|line| line.key == key)
    }

    /// Takes a key out.
    pub fn remove(&mut self, key: &str) {
        self.0.retain(|line| line.key != key);
    }
}

/// A column, or a labelled cell.
#[derive(Debug, Clone, Default)]
pub struct DraftColumn {
    /// The heading exactly as in the template.
    pub heading: String,
    /// Its place in the template, from zero.
    pub field: usize,
    /// A name for conditions: the heading in plain small letters.
    pub name: String,
    /// The values of its drop-down.
    pub values: Vec<String>,
    /// Its keys.
    pub lines: Lines,
}

/// A rule.
#[derive(Debug, Clone)]
pub struct DraftRule {
    /// Its lines, as TOML writes them.
    pub lines: Vec<(&'static str, String)>,
    /// Where it was learned, in words.
    pub source: String,
    /// How sure it is.
    pub sure: Sure,
}

/// A sheet.
#[derive(Debug, Clone, Default)]
pub struct DraftSheet {
    /// Its name; empty for a delimited template.
    pub name: String,
    /// The row of its headings, from one.
    pub heading_row: u64,
    /// Rows under the headings that belong to the template.
    pub guide_rows: u64,
    /// Its keys.
    pub lines: Lines,
    /// Whether its columns are labelled cells.
    pub is_form: bool,
    /// Its columns.
    pub columns: Vec<DraftColumn>,
    /// Its rules.
    pub rules: Vec<DraftRule>,
}

/// A reference to a list in the template.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct DraftReference {
    /// Its name in the rulebook.
    pub name: String,
    /// The sheet that it stands on.
    pub sheet: String,
    /// The row of its headings, from one.
    pub heading_row: u64,
}

/// A whole rulebook.
#[derive(Debug, Clone, Default)]
pub struct Draft {
    /// `[rulebook]`
    pub about: Lines,
    /// `[file]`
    pub file: Lines,
    /// `[template]`
    pub template: Lines,
    /// Lists that stay in the template.
    pub references: Vec<DraftReference>,
    /// The sheets.
    pub sheets: Vec<DraftSheet>,
    /// What a person should look at first, the most important first.
    pub look_first: Vec<String>,
    /// What it was learned from, in words.
    pub sources: Vec<String>,
}

/// A text as TOML writes it.
pub fn quoted(text: &str) -> String {
    let plain = !text.contains(['"', '\\', '\'']) && !text.chars().any(|each| each.is_control());
    // A backslash is easier to read in a literal string.
    if text.contains('\\') && !text.contains('\'') && !text.chars().any(|each| each.is_control()) {
        return format!("'{text}'");
    }
    if plain { format!("\"{text}\"") } else { toml::Value::String(text.replace("\r\n", "\n")).to_string() }
}

/// A list of texts as TOML writes it.
pub fn list<S: AsRef<str>>(texts: &[S]) -> String {
    format!("[{}]", texts.iter().map(|text| quoted(text.as_ref())).collect::<Vec<_>>().join(", "))
}

/// A key of a table as TOML writes it.
pub fn key(text: &str) -> String {
    let bare = !text.is_empty() && text.bytes().all(|byte| byte.is_ascii_alphanumeric() || matches!(byte, b'-' | b'_'));
    if bare { text.to_owned() } else { toml_key(text) }
}

fn toml_key(text: &str) -> String {
    // A basic string is a key as well; one line, so that inline tables hold it.
    let mut out = String::from("\"");
    for each in text.chars() {
        match each {
            '"' => out.push_str("\\\""),
            '\\' => out.push_str("\\\\"),
            each if each.is_control() => out.push_str(&format!("\\u{:04X}", u32::from(each))),
            each => out.push(each),
        }
    }
    out.push('"');
    out
}
