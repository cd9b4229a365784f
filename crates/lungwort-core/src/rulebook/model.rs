//! A rulebook as the judges use it: everything compiled, every name resolved to a column's index.

use std::path::PathBuf;
use std::sync::Arc;

use encoding_rs::Encoding;
use indexmap::IndexMap;
use jiff::civil::Date;
use regex::Regex;

use super::list::{Dependent, List};
use super::written::{WrittenCase, WrittenNewline, WrittenQuoting, WrittenStored, WrittenValuePlace};
use crate::cell::date::{Misfit, Picture};
use crate::cell::format::Format;
use crate::cell::number::{self, DecimalMark};
use crate::cell::yes_no::{self, YesNoWords};
use crate::cell::{Kind, Value};
use crate::condition::{Aggregate, Condition, Labels};
use crate::finding::Severity;

/// What one edition of a template asks.
#[derive(Debug)]
pub struct Rulebook {
    /// Where it was read from.
    pub path: PathBuf,
    /// What the template is for.
    pub title: String,
    /// The template's edition.
    pub edition: Option<String>,
    /// Who gives the template out.
    pub issuer: Option<String>,
    /// What the receiving side takes as a file.
    pub file: FileRules,
    /// The sheets, at least one.
    pub sheets: Vec<Sheet>,
    /// The blank template that it was made from.
    pub template: Option<Template>,
}

/// The blank template that a rulebook was made from.
#[derive(Debug, Clone, Default)]
pub struct Template {
    /// Its file.
    pub file: Option<PathBuf>,
    /// Where a filled file says which edition it is of.
    pub edition_in: Option<EditionPlace>,
}

/// Where a filled file says which edition it is of.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum EditionPlace {
    /// In a cell of a sheet; of the first one where none is named.
    Cell {
        /// The sheet.
        sheet: Option<String>,
        /// The row, from one.
        row: u64,
        /// The column, from zero.
        column: usize,
    },
    /// In the name of a sheet.
    SheetName,
    /// In a property of the document.
    Property(String),
    /// In the name of the file.
    FileName,
}

/// What the receiving side takes as a file.
#[derive(Debug, Default)]
pub struct FileRules {
    /// Endings that are taken, lower case, without the point; empty for any.
    pub formats: Vec<String>,
    /// The encoding.
    pub encoding: Option<&'static Encoding>,
    /// Whether a byte order mark must be there or must not.
    pub bom: Option<bool>,
    /// The sign between cells.
    pub delimiter: Option<u8>,
    /// How lines end.
    pub newline: Option<WrittenNewline>,
    /// Whether cells stand in quotes.
    pub quoting: Option<WrittenQuoting>,
    /// The largest file, in bytes.
    pub max_bytes: Option<u64>,
    /// The most filled rows.
    pub max_rows: Option<u64>,
    /// How the file's name is built.
    pub name: Option<Pattern>,
    /// Whether formulas may stand in cells; `None` where nothing is said.
    pub formulas: Option<bool>,
}

/// A sheet of rows.
#[derive(Debug, Default)]
pub struct Sheet {
    /// Its name in a workbook.
    pub name: Option<String>,
    /// The row of the headings, from one.
    pub heading_row: u32,
    /// Rows under the headings that hold no data.
    pub guide_rows: u32,
    /// Whether something must be filled in on it.
    pub required: bool,
    /// The most filled rows.
    pub max_rows: Option<u64>,
    /// Whether its columns are single labelled cells.
    pub is_form: bool,
    /// The columns that a row is known by.
    pub key: Vec<usize>,
    /// Keys of the template's sample rows.
    pub sample_keys: Vec<String>,
    /// The columns in the template's order.
    pub columns: Vec<Column>,
    /// Requirements over more than one cell.
    pub rules: Vec<Rule>,
    /// Figures.
    pub figures: Vec<Figure>,
}

impl Labels for Sheet {
    fn heading(&self, column: usize) -> String {
        self.columns.get(column).map(|column| column.heading.clone()).unwrap_or_default()
    }

    fn kind(&self, column: usize) -> Kind {
        self.columns.get(column).map_or(Kind::Text, |column| column.kind.kind())
    }
}

/// One column.
#[derive(Debug)]
pub struct Column {
    /// The heading as in the template.
    pub heading: String,
    /// The short name, where one is given.
    pub name: Option<String>,
    /// What its cells hold.
    pub kind: ColumnType,
    /// The section of the template that it belongs to.
    pub section: Option<String>,
    /// How the cells of a workbook are kept.
    pub stored: WrittenStored,
    /// Of a labelled cell: where its value stands.
    pub value_place: WrittenValuePlace,
    /// A named structure.
    pub format: Option<&'static Format>,
    /// Whether every row must fill it.
    pub required: bool,
    /// When a row must fill it.
    pub required_when: Option<Condition>,
    /// When a row must leave it blank.
    pub blank_when: Option<Condition>,
    /// Whether no value may stand in it twice.
    pub unique: bool,
    /// How the value is built.
    pub pattern: Option<Pattern>,
    /// The values it takes.
    pub allowed: Option<Allowed>,
    /// Values no longer used, with their successors.
    pub retired: IndexMap<String, String>,
    /// How long it may be.
    pub length: Option<Length>,
    /// Limits of the value.
    pub limits: Vec<Limit>,
    /// The most digits after the decimal mark.
    pub places: Option<u32>,
    /// The sign between several values.
    pub separator: Option<String>,
    /// Which characters may stand in it.
    pub characters: Option<CharacterSet>,
    /// Capital or small letters.
    pub case: Option<WrittenCase>,
    /// Whether line breaks may stand in it.
    pub line_breaks: bool,
    /// Where the files named in it lie.
    pub attachment_folder: Option<String>,
    /// What a blank cell is taken for.
    pub default: Option<String>,
    /// What to fill in.
    pub help: Option<String>,
    /// A value that is right.
    pub example: Option<String>,
    /// The text of the guide rows.
    pub guide: Vec<String>,
    /// How much a wrong value matters.
    pub severity: Option<Severity>,
    /// The line of the rulebook on which it begins, from one.
    pub line: usize,
}

/// What a column's cells hold, and how it is written.
#[derive(Debug)]
pub enum ColumnType {
    /// Any text.
    Text,
    /// A whole number.
    Whole(DecimalMark),
    /// A number with or without a fraction.
    Decimal(DecimalMark),
    /// A date, a time, or both, as pictured.
    Moment(Kind, Picture),
    /// Yes or no, in these words or the usual ones.
    YesNo(Option<YesNoWords>),
}

impl ColumnType {
    /// The kind of its values.
    pub fn kind(&self) -> Kind {
        match self {
            ColumnType::Text => Kind::Text,
            ColumnType::Whole(_) | ColumnType::Decimal(_) => Kind::Number,
            ColumnType::Moment(kind, _) => *kind,
            ColumnType::YesNo(_) => Kind::YesNo,
        }
    }

    /// Reads text that is written as asked.
    #[inline(always)]
    pub fn read<'t>(&self, text: &'t str) -> Result<Value<'t>, Misfit> {
        match self {
            ColumnType::Text => Ok(Value::Text(text.into())),
            ColumnType::Whole(mark) => match number::read(text, *mark) {
                Some(number) if number.scale() == 0 => Ok(Value::Number(number)),
                _ => Err(Misfit::Form),
            },
            ColumnType::Decimal(mark) => number::read(text, *mark).map(Value::Number).ok_or(Misfit::Form),
            ColumnType::Moment(_, picture) => picture.read(text),
            ColumnType::YesNo(words) => yes_no::read(text, words.as_ref()).map(Value::YesNo).ok_or(Misfit::Form),
        }
    }
}

/// How a value is built.
#[derive(Debug)]
pub struct Pattern {
    /// The expression, anchored at both ends.
    pub regex: Regex,
    /// The expression as written.
    pub written: String,
    /// What it asks for, in words.
    pub words: Option<String>,
}

/// The values a column takes.
#[derive(Debug)]
pub struct Allowed {
    /// The values.
    pub list: Arc<List>,
    /// What the list is called: "the codes of iso-4217"; empty for a list of the column's own.
    pub name: String,
    /// The other cells that the value must go with.
    pub dependent: Option<Dependent>,
}

/// How long a text may be.
#[derive(Debug, Clone, Copy)]
pub struct Length {
    /// At least.
    pub min: usize,
    /// At most.
    pub max: usize,
    /// Counted in the bytes of this encoding; in characters where there is none.
    pub bytes_in: Option<&'static Encoding>,
}

/// Which side of a bound a value must lie on.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Side {
    /// `min`
    AtLeast,
    /// `max`
    AtMost,
    /// `above`
    Above,
    /// `below`
    Below,
}

/// A limit of a value.
#[derive(Debug, Clone)]
pub struct Limit {
    /// Which side.
    pub side: Side,
    /// The bound; `None` for the day of the check.
    pub bound: Option<Value<'static>>,
}

impl Limit {
    /// The bound on the day of the check.
    pub fn value(&self, today: Date) -> Value<'static> {
        self.bound.clone().unwrap_or(Value::Date(today))
    }
}

/// Characters that may stand in a cell.
#[derive(Debug, Clone)]
pub struct CharacterSet {
    /// What they are called.
    pub words: String,
    /// As the rulebook writes it.
    pub written: String,
    /// Ranges, both ends included.
    pub ranges: Vec<(char, char)>,
}

impl CharacterSet {
    /// Whether a character may stand there.
    pub fn takes(&self, each: char) -> bool {
        self.ranges.iter().any(|(first, last)| (*first..=*last).contains(&each))
    }
}

/// A requirement over more than one cell.
#[derive(Debug)]
pub struct Rule {
    /// What it asks.
    pub form: RuleForm,
    /// When it counts.
    pub when: Option<Condition>,
    /// How much it matters.
    pub severity: Option<Severity>,
    /// What to say instead of the usual sentence.
    pub message: Option<Message>,
    /// The rule as a sentence.
    pub sentence: String,
    /// The line of the rulebook on which it begins, from one.
    pub line: usize,
}

/// What a rule asks.
#[derive(Debug)]
pub enum RuleForm {
    /// The condition is not false.
    Check(Condition),
    /// All filled or none.
    AllOrNone(Vec<usize>),
    /// At least one filled.
    AtLeastOne(Vec<usize>),
    /// At most one filled.
    AtMostOne(Vec<usize>),
    /// Exactly one filled.
    ExactlyOne(Vec<usize>),
    /// Filled from the first without skipping.
    NoGaps(Vec<usize>),
    /// If any of `columns` is filled, all of `needs` are.
    WholeIfBegun {
        /// The section.
        columns: Vec<usize>,
        /// What is then required.
        needs: Vec<usize>,
    },
    /// Different from row to row: the columns together, or across them a value once in all of them.
    Unique {
        /// The columns.
        columns: Vec<usize>,
        /// Whether a value counts whichever of the columns it stands in.
        across: bool,
    },
}

impl RuleForm {
    /// The columns whose being filled or not it looks at.
    pub fn columns(&self) -> &[usize] {
        match self {
            RuleForm::Check(condition) => condition.columns(),
            RuleForm::AllOrNone(columns)
            | RuleForm::AtLeastOne(columns)
            | RuleForm::AtMostOne(columns)
            | RuleForm::ExactlyOne(columns)
            | RuleForm::NoGaps(columns)
            | RuleForm::WholeIfBegun { columns, .. }
            | RuleForm::Unique { columns, .. } => columns,
        }
    }
}

/// A message with cells quoted in it.
#[derive(Debug)]
pub struct Message(pub Vec<MessagePart>);

/// A part of a message.
#[derive(Debug)]
pub enum MessagePart {
    /// As it is.
    Text(String),
    /// The cell in that column.
    Cell(usize),
}

/// A figure.
#[derive(Debug)]
pub struct Figure {
    /// What it is called.
    pub label: String,
    /// How it is reckoned.
    pub aggregate: Aggregate,
}
