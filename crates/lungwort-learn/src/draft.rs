//! A rulebook being drafted: each of its lines with where it was learned and how sure it is.

use std::borrow::Cow;
use std::collections::HashMap;

/// How sure a line is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Confidence {
    /// A guess that is written as a comment.
    Suggested,
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
    pub confidence: Confidence,
}

/// Behind a line that is not kept since an example in the template is otherwise.
pub const OF_EXAMPLE: &str = "an example of the template breaks it";

/// Lines by key; the surest of a key stays.
#[derive(Debug, Clone, Default)]
pub struct Lines(pub Vec<Line>);

impl Lines {
    /// Adds a line, unless one as sure is there for its key.
    pub fn set(
        &mut self,
        key: &'static str,
        value: impl Into<String>,
        source: impl Into<String>,
        confidence: Confidence,
    ) {
        let line = Line { key, value: value.into(), source: source.into(), confidence };
        match self.0.iter_mut().find(|other| other.key == key) {
            Some(other) if other.confidence >= confidence => {}
            Some(other) => *other = line,
            None => self.0.push(line),
        }
    }

    /// The line of a key that counts.
    pub fn get(&self, key: &str) -> Option<&Line> {
        self.0.iter().find(|line| line.key == key && line.confidence > Confidence::Suggested)
    }

    /// Whether there is anything for a key, suggested or not.
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
    /// Whether the template says that it may be blank.
    pub optional: bool,
    /// The sentence by which its values are those of a list of the receiving side, and where it is.
    pub as_held: Option<(String, String)>,
    /// Whether the template says that its values are texts: limits are those of their length.
    pub is_text: bool,
    /// Whether its kind is said to be digits, `N`, of which a size beside it says how many.
    pub is_digits: bool,
    /// The values of its drop-down.
    pub values: Vec<String>,
    /// Values that the template shows in its texts as examples.
    pub shown: Vec<String>,
    /// Its keys.
    pub lines: Lines,
}

impl DraftColumn {
    /// Whether it is known to be one of numbers.
    pub fn is_number(&self) -> bool {
        self.lines.get("type").is_some_and(|kind| matches!(kind.value.as_str(), "\"whole\"" | "\"decimal\""))
    }

    /// Whether its values are codes: of a list or of a form that counts.
    pub fn is_coded(&self) -> bool {
        let counts = |key| self.lines.get(key).is_some_and(|line| line.confidence > Confidence::Suggested);
        counts("allowed") || counts("pattern")
    }

    /// Whether it is known to be one of yes and no.
    pub fn is_yes_no(&self) -> bool {
        self.lines.get("type").is_some_and(|kind| kind.value == "\"yes_no\"")
    }
}

/// A rule, or another table of a sheet that there may be several of.
#[derive(Debug, Clone)]
pub struct DraftRule {
    /// What it is in the rulebook: `rule`, `figure`, …
    pub kind: &'static str,
    /// Its lines, as TOML writes them.
    pub lines: Vec<(Cow<'static, str>, String)>,
    /// Where it was learned, in words.
    pub source: String,
    /// How sure it is.
    pub confidence: Confidence,
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
    /// Labelled cells above its headings, which may be the header of a block.
    pub cells: Vec<DraftColumn>,
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

/// A list beside the template.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct DraftList {
    /// Its name in the rulebook.
    pub name: String,
    /// Its file, as the rulebook names it.
    pub file: String,
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
    /// Lists beside the template.
    pub lists: Vec<DraftList>,
    /// The sheets.
    pub sheets: Vec<DraftSheet>,
    /// What a person should look at first, the most important first.
    pub look_first: Vec<String>,
    /// The sheets that are not to be filled, each with what it is taken for.
    pub others: Vec<(String, String)>,
    /// What was taken back, since what is known to be right breaks it.
    pub not_kept: Vec<String>,
    /// What it was learned from, in words.
    pub sources: Vec<String>,
    /// The values of accepted files by heading, the commonest first, each with how often it came up.
    pub seen: HashMap<String, Vec<(String, usize)>>,
    /// Where it is said that all decimals are written with a comma.
    pub decimal_comma: Option<String>,
    /// How days are written, where the template says so of all of them and no heading speaks of days; and where it says so.
    pub day_form: Option<(String, String)>,
    /// How many sentences of the template oblige.
    pub obliging: usize,
    /// Those of them that a person must read: no line of the rulebook stands for them, and no check looks at them anyway.
    pub unread: Vec<Unread>,
}

/// A sentence of the template that obliges and that no line of the rulebook stands for.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Unread {
    /// It as it stands.
    pub text: String,
    /// Where.
    pub place: String,
}
