//! A rulebook as the judges use it: everything compiled, every name resolved to a column's index.

use rust_decimal::Decimal;

use super::written::{WrittenExtra, WrittenPartial, WrittenValuePlace};
use std::borrow::Cow;
use std::ops::Range;
use std::path::{Path, PathBuf};
use std::sync::Arc;

use crate::encoding::Encoding;
use jiff::civil::Date;
use regex::Regex;

pub use super::answer::Answer;
pub use super::block::Block;
pub use super::intent::{Action, Compared, Intent, KeptBy};
pub use super::kinds::{Kind as RowKind, Kinds};
use super::list::{Dependent, List};
pub use super::lookup::{Existing, ListOf, Lookup, LookupKey};
pub use super::optional::Optional;
pub use super::parents::Parents;
pub use super::property::Column;
pub use super::record::{Record, RecordList};
pub use super::reference::{Reference, Table};
pub use super::rule::{Each, RuleForm};
pub use super::set::ColumnSet;
use super::written::{WrittenNewline, WrittenQuoting};
use crate::cell::characters::trimmed;
use crate::cell::date::{DatePattern, TypeError};
use crate::cell::number::{self, DecimalMark};
use crate::cell::spelling::Folding;
use crate::cell::yes_no::{self, YesNoWords};
use crate::cell::{Kind, Value, key, shown};
use crate::condition::PREVIOUS_ROW;
use crate::condition::{Condition, Formula, Labels};
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
    /// What the receiving side accepts as a file.
    pub file: FileRules,
    /// The sheets, at least one.
    pub sheets: Vec<Sheet>,
    /// The blank template that it was made from.
    pub template: Option<Template>,
    /// What is answered when a file is sent.
    pub answers: Vec<Answer>,
    /// The references that it names.
    pub references: Vec<Reference>,
}

impl Rulebook {
    /// Whether some columns have other headings in other languages or editions.
    pub fn has_other_headings(&self) -> bool {
        self.sheets.iter().flat_map(|sheet| &sheet.columns).any(|column| !column.other_headings.is_empty())
    }

    /// Every file that it is read from or names, and what that is: none of them may be written over.
    pub fn files(&self) -> impl Iterator<Item = (&'static str, &Path)> {
        let template = self.template.as_ref().and_then(|template| template.file.as_deref());
        [("the rulebook", self.path.as_path())]
            .into_iter()
            .chain(template.map(|path| ("the template that the rulebook names", path)))
            .chain(
                self.references
                    .iter()
                    .flat_map(|list| &list.files)
                    .map(|path| ("a reference of the rulebook", path.as_path())),
            )
            .chain(
                self.sheets
                    .iter()
                    .filter_map(|sheet| sheet.existing.as_ref()?.file.as_deref())
                    .map(|path| ("the export of existing records", path)),
            )
    }
}

/// The blank template that a rulebook was made from.
#[derive(Debug, Clone, Default)]
pub struct Template {
    /// Its file.
    pub file: Option<PathBuf>,
    /// The file that the rulebook names and that is not read, and why: `is not there`.
    pub missing: Option<(PathBuf, &'static str)>,
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

/// What the receiving side accepts as a file.
#[derive(Debug, Default)]
pub struct FileRules {
    /// Endings that are taken, lower case, without the point; empty for any.
    pub formats: Vec<String>,
    /// The encoding.
    pub encoding: Option<Encoding>,
    /// Whether a byte order mark must be there or must not.
    pub bom: Option<bool>,
    /// The sign between cells.
    pub delimiter: Option<u8>,
    /// How lines end.
    pub newline: Option<WrittenNewline>,
    /// Whether cells are in quotes.
    pub quoting: Option<WrittenQuoting>,
    /// The largest file, in bytes.
    pub max_bytes: Option<u64>,
    /// The most filled rows.
    pub max_rows: Option<u64>,
    /// How the file's name is built.
    pub name: Option<Pattern>,
    /// What the receiving side takes of a file in which rows are refused.
    pub partial: WrittenPartial,
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
    /// Whether the rulebook says so.
    pub heading_row_given: bool,
    /// Rows under the headings that hold no data.
    pub guide_rows: u32,
    /// Whether something must be filled in on it.
    pub required: bool,
    /// The most filled rows.
    pub max_rows: Option<u64>,
    /// The most filled rows of a file, by which rows too many could go into several.
    pub split_at: Option<u64>,
    /// What is said of columns that it does not have.
    pub extra: WrittenExtra,
    /// The columns that make groups, and how many groups there may be.
    pub max_groups: Option<(Vec<usize>, u64)>,
    /// A column of numbers, and what they may come to.
    pub max_sum: Option<(usize, Decimal)>,
    /// Whether its columns are single labelled cells.
    pub is_form: bool,
    /// The columns that a row is known by: its key.
    pub key: Vec<usize>,
    /// Keys of the template's sample rows.
    pub sample_keys: Vec<String>,
    /// Its sample rows where no key tells them, each by its cells in the order of the columns.
    pub sample_rows: Vec<Vec<String>>,
    /// The columns in the template's order.
    pub columns: Vec<Column>,
    /// Records of several rows; none where each row is one.
    pub record: Option<Record>,
    /// Stacked blocks; none where the sheet is one table.
    pub block: Option<Block>,
    /// Kinds of rows; none where all are of one kind.
    pub kinds: Option<Kinds>,
    /// How rows name the row that they belong to.
    pub parents: Option<Parents>,
    /// Optional sets of columns.
    pub optional: Vec<Optional>,
    /// Repeated column sets.
    pub sets: Vec<ColumnSet>,
    /// Columns that must have the values of another sheet.
    pub referred_to: Vec<usize>,
    /// Columns whose rows keep the records that they name from being removed by another row of the upload.
    pub kept_names: Vec<usize>,
    /// What a blank template says of it beside the columns.
    pub parts: Vec<SheetPart>,
    /// Look-ups, in the order of their aliases' slots.
    pub lookups: Vec<Lookup>,
    /// By column, which differences of spelling its look-ups pass over; empty where there are no look-ups.
    pub(crate) folded: Vec<Option<Folding>>,
    /// What the receiving side holds already, where anything speaks of it.
    pub existing: Option<Existing>,
    /// Columns whose values make rows that go together; none where records say so, or each row goes by itself.
    pub together: Vec<usize>,
    /// What rows ask of the receiving side.
    pub intent: Option<Intent>,
    /// Requirements over more than one cell.
    pub rules: Vec<Rule>,
    /// The row in which the template shows totals: the column that says so, and what it says.
    pub totals_row: Option<(usize, String)>,
    /// Figures.
    pub figures: Vec<Figure>,
}

impl Labels for Sheet {
    fn heading(&self, column: usize) -> String {
        self.columns.get(column).map(|column| column.heading.clone()).unwrap_or_default()
    }

    fn other_heading(&self, alias: usize, column: usize) -> String {
        match alias.checked_sub(PREVIOUS_ROW + 1).and_then(|at| self.lookups.get(at)) {
            Some(Lookup { list: ListOf::Answers(_), columns, .. }) => {
                format!("the answer for {}", columns.heading(column))
            }
            Some(lookup) => format!("{} of {}", lookup.columns.heading(column), lookup.found_words()),
            None => format!("{} of the row before", self.heading(column)),
        }
    }

    fn other_kind(&self, alias: usize, column: usize) -> Kind {
        match alias.checked_sub(PREVIOUS_ROW + 1).and_then(|at| self.lookups.get(at)) {
            Some(lookup) => lookup.columns.kind(column),
            None => self.kind(column),
        }
    }

    fn kind(&self, column: usize) -> Kind {
        self.columns.get(column).map_or(Kind::Text, |column| column.kind.kind())
    }
}

/// A part of a sheet beside its columns, as a blank template says it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SheetPart {
    /// Its key in the rulebook.
    pub key: &'static str,
    /// It as a sentence; empty where another part says it.
    pub words: String,
    /// Its value as a rulebook writes it.
    pub toml: String,
}

/// What a column's cells hold, and how it is written.
#[derive(Debug, Clone)]
pub enum ColumnType {
    /// Any text.
    Text,
    /// A whole number.
    Whole(DecimalMark),
    /// A number with or without a fraction.
    Decimal(DecimalMark),
    /// A date, a time, or both, in the pattern.
    Moment(Kind, DatePattern),
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
    ///
    /// # Errors
    ///
    /// Where the text is no value of this type.
    #[inline(always)]
    pub fn read<'t>(&self, text: &'t str) -> Result<Value<'t>, TypeError> {
        match self {
            ColumnType::Text => Ok(Value::Text(text.into())),
            ColumnType::Whole(mark) => match number::read(text, *mark) {
                Some(number) if number.scale() == 0 => Ok(Value::Number(number)),
                _ => Err(TypeError::Form),
            },
            ColumnType::Decimal(mark) => number::read(text, *mark).map(Value::Number).ok_or(TypeError::Form),
            ColumnType::Moment(_, date_pattern) => date_pattern.read(text),
            ColumnType::YesNo(words) => yes_no::read(text, words.as_ref()).map(Value::YesNo).ok_or(TypeError::Form),
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
    /// What it requires, in words.
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
    pub bytes_in: Option<Encoding>,
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

impl Column {
    /// Whether the value of a labelled cell is under its label, and not beside it.
    pub fn is_below(&self) -> bool {
        self.value_place == WrittenValuePlace::Below
    }

    /// Whether a cell counts as blank.
    pub fn is_blank(&self, text: &str) -> bool {
        let text = trimmed(text);
        text.is_empty() || self.blank_words.iter().any(|word| word == text)
    }

    /// Whether nobody is to fill it in, whatever else a row has.
    pub fn is_never_filled(&self) -> bool {
        self.blank_when.as_ref().is_some_and(|when| when.written().trim().eq_ignore_ascii_case("true"))
    }

    /// Its headings: the first, and those of other languages or editions.
    pub fn headings(&self) -> impl Iterator<Item = &str> {
        std::iter::once(self.heading.as_str()).chain(self.other_headings.iter().map(String::as_str))
    }
}

impl Sheet {
    /// The headings of columns, one after the other.
    pub fn named(&self, columns: &[usize]) -> String {
        let headings: Vec<&str> = columns.iter().map(|column| self.columns[*column].heading.trim()).collect();
        headings.join(" / ")
    }

    /// What several values in a cell of a column are separated by, where the columns are one column of text that may have several.
    pub fn separator_of(&self, columns: &[usize]) -> Option<&str> {
        let [only] = columns else { return None };
        let column = self.columns.get(*only).filter(|column| matches!(column.kind, ColumnType::Text))?;
        column.separator.as_deref().map(str::trim).filter(|sign| !sign.is_empty())
    }

    /// Adds a cell to the key of a group of rows. What does not matter where the column is looked up does not divide its
    /// rows either.
    pub(crate) fn add_to_group(&self, column: usize, value: &Value<'_>, parts: &mut key::Parts) {
        match (value, self.folded.get(column)) {
            (Value::Text(text), Some(Some(folding))) => parts.add_text(&folding.apply(text)),
            _ => parts.add(value),
        }
    }

    /// Which of its columns have headings: all but the labelled cells in the header of blocks.
    pub fn headed(&self) -> Range<usize> {
        self.block.as_ref().map_or(0, |block| block.cells)..self.columns.len()
    }

    /// Where a required column must be filled, if not in every row: on the first row of a record, or in each entry of a list.
    pub fn filled_in(&self, column: usize) -> Option<String> {
        let in_record = self.record.as_ref().and_then(|record| record.filled_in(self, column));
        let set = || self.sets.iter().find(|set| set.entry_of(column).is_some());
        in_record.or_else(|| Some(format!("in each entry of {}", set()?.name)))
    }

    /// What its rules are over, as a heading.
    pub fn rules_title(&self) -> &'static str {
        if self.rules.iter().all(|rule| rule.each == Each::Row) {
            "Rules between the cells of a row"
        } else {
            "Rules over several cells and rows"
        }
    }
}

/// A requirement over more than one cell.
#[derive(Debug)]
pub struct Rule {
    /// Which of the written rules it comes from.
    pub written: usize,
    /// What a cause of its findings is called: its own words, where it has any.
    pub title: String,
    /// What it asks.
    pub form: Box<dyn RuleForm>,
    /// Over what it goes.
    pub each: Each,
    /// When it counts; of a rule over groups, which rows do.
    pub when: Option<Condition>,
    /// How much it matters.
    pub severity: Option<Severity>,
    /// Whether it must hold after each row.
    pub running: bool,
    /// What to say instead of the usual sentence.
    pub message: Option<Message>,
    /// The rule as a sentence.
    pub sentence: String,
    /// The line of the rulebook with its form, from one.
    pub line: usize,
    /// Where its form is in the rulebook.
    pub span: Range<usize>,
    /// Where its `when` is in the rulebook.
    pub when_span: Option<Range<usize>>,
}

/// A message with cells quoted in it.
#[derive(Debug)]
pub struct Message(pub Vec<MessagePart>);

impl Message {
    /// What it quotes of rows that look-ups find: which look-up, and the column of its list.
    pub fn found(&self) -> Vec<(usize, usize)> {
        let found = |part: &MessagePart| match part {
            MessagePart::Found(lookup, column) => Some((*lookup, *column)),
            _ => None,
        };
        self.0.iter().filter_map(found).collect()
    }

    /// The columns whose cells it quotes.
    pub fn cells(&self) -> impl Iterator<Item = usize> {
        self.0.iter().filter_map(MessagePart::cell)
    }

    /// What it quotes.
    pub fn quotes(&self) -> impl Iterator<Item = &MessagePart> {
        self.0.iter().filter(|part| !matches!(part, MessagePart::Text(_)))
    }

    /// The message with what it quotes, as far as that is known, without a full stop; `…` is put for the rest.
    pub fn with<'t>(&self, quote: &dyn Fn(&MessagePart) -> Option<Cow<'t, str>>) -> String {
        let part = |part: &MessagePart| match part {
            MessagePart::Text(text) => text.clone(),
            part => match quote(part).as_deref().map(str::trim) {
                None => "…".to_owned(),
                Some("") => BLANK.to_owned(),
                Some(text) => shown::clipped(text, shown::SHOWN),
            },
        };
        self.0.iter().map(part).collect::<String>().trim_end_matches('.').to_owned()
    }
}

impl Rule {
    /// Its message, or the usual sentence, without a full stop: with what is known of what it quotes.
    pub fn said<'t>(&self, quote: &dyn Fn(&MessagePart) -> Option<Cow<'t, str>>) -> String {
        match &self.message {
            Some(message) => message.with(quote),
            None => self.sentence.trim_end_matches('.').to_owned(),
        }
    }
}

/// What a message says where a cell that it quotes is blank.
pub const BLANK: &str = "blank";

/// A part of a message.
#[derive(Debug, PartialEq)]
pub enum MessagePart {
    /// As it is.
    Text(String),
    /// The cell in that column.
    Cell(usize),
    /// What a look-up found in a column of its list: which look-up, and the column.
    Found(usize, usize),
}

impl MessagePart {
    /// The column whose cell it quotes.
    pub fn cell(&self) -> Option<usize> {
        match self {
            MessagePart::Cell(column) => Some(*column),
            _ => None,
        }
    }
}

/// A figure.
#[derive(Debug)]
pub struct Figure {
    /// What it is called.
    pub label: String,
    /// How it is calculated.
    pub formula: Formula,
    /// The columns whose values make its sections; none where it is over all rows only.
    pub by: Vec<usize>,
    /// The cell in which the template shows it: the row, from one, and the column, from zero.
    pub cell: Option<(u64, usize)>,
}
