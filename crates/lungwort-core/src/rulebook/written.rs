//! A rulebook as it is written, for serde and for the JSON Schema that editors complete it with.

use indexmap::IndexMap;
use schemars::{JsonSchema, Schema};
use serde::{Deserialize, Serialize};

pub use super::block::WrittenBlock;
pub use super::intent::WrittenIntent;
pub use super::kinds::{WrittenKind, WrittenKinds};
pub use super::lookup::{WrittenExisting, WrittenNone, WrittenSheetLookup, WrittenUsed};
pub use super::optional::WrittenOptional;
pub use super::parents::{WrittenChoice, WrittenParents};
pub use super::property::WrittenColumn;
pub use super::record::{WrittenRecord, WrittenRecordList, WrittenRepeated};
pub use super::reference::{WrittenLookup, WrittenReference};
pub use super::rule::WrittenRule;
pub use super::set::WrittenSet;
pub use super::written_values::{
    WrittenAllowed, WrittenBound, WrittenDependent, WrittenOtherSheet, WrittenPattern, WrittenPatterns,
};

/// A whole rulebook: what one edition of a template requires.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
#[schemars(title = "Lungwort rulebook")]
pub struct WrittenRulebook {
    /// What the rulebook is about.
    pub rulebook: WrittenAbout,
    /// What the receiving side accepts as a file.
    #[serde(default)]
    pub file: WrittenFile,
    /// The sheets of the template. A delimited file has one, and its name is not looked at.
    pub sheet: Vec<WrittenSheet>,
    /// Lists from outside that cells are looked up in, by name.
    #[serde(default)]
    pub reference: IndexMap<String, WrittenReference>,
    /// What is answered when a file is sent: it has the properties of a column.
    #[serde(default)]
    pub answer: Vec<WrittenColumn>,
    /// The blank template that the rulebook was made from.
    pub template: Option<WrittenTemplate>,
}

/// The blank template that a rulebook was made from.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenTemplate {
    /// Its file, the path counted from the rulebook's folder.
    pub file: Option<String>,
    /// The SHA-256 digest (FIPS 180-4) of the file, in hexadecimal digits: a copy of it under another name in the same folder is known by it.
    pub sha256: Option<String>,
    /// Where a filled file says which edition it is of.
    pub edition_in: Option<WrittenEditionPlace>,
}

/// Where a filled file says which edition it is of. It has exactly one of the places.
#[derive(Debug, Clone, Default, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenEditionPlace {
    /// In a cell, such as B2; of the first sheet where no sheet is named.
    pub cell: Option<String>,
    /// With cell: the sheet that it is on.
    pub sheet: Option<String>,
    /// In the name of a sheet.
    #[serde(default)]
    pub sheet_name: bool,
    /// In a property of the document, by its name.
    pub property: Option<String>,
    /// In the name of the file.
    #[serde(default)]
    pub file_name: bool,
}

/// What the rulebook is about.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenAbout {
    /// What the template is for.
    pub title: String,
    /// The template's edition.
    pub edition: Option<String>,
    /// Who gives the template out.
    pub issuer: Option<String>,
}

/// What the receiving side accepts as a file.
#[derive(Debug, Clone, Default, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenFile {
    /// Kinds of file that are accepted: csv, tsv, txt, xlsx, …
    pub formats: Option<Vec<String>>,
    /// The encoding, by its WHATWG label: utf-8, windows-1252, utf-16le, …
    pub encoding: Option<String>,
    /// Whether a byte order mark must be there (true) or must not (false).
    pub bom: Option<bool>,
    /// The delimiter: "," ";" "|" or "tab".
    pub delimiter: Option<String>,
    /// How lines end.
    pub newline: Option<WrittenNewline>,
    /// Whether cells are in quotes.
    pub quoting: Option<WrittenQuoting>,
    /// The largest file, in bytes.
    pub max_bytes: Option<u64>,
    /// The most filled rows below the headings.
    pub max_rows: Option<u64>,
    /// Words that the receiving side takes for a blank cell, in every column: exactly as written.
    #[serde(default)]
    pub blank_words: Vec<String>,
    /// What the receiving side takes of a file in which rows are refused: the other "rows" (if left out), the "records" in which none
    /// is refused, or "nothing".
    #[serde(default)]
    pub partial: WrittenPartial,
    /// How the file's name is built.
    pub name: Option<WrittenPattern>,
    /// Whether formulas are allowed in the cells of a workbook: true without a word, false as an error; a warning if
    /// left out.
    pub formulas: Option<bool>,
}

/// What the receiving side takes of a file in which rows are refused.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenPartial {
    /// The other rows.
    #[default]
    Rows,
    /// The records in which no row is refused.
    Records,
    /// Nothing.
    Nothing,
}

/// How lines end.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenNewline {
    /// CR LF
    Crlf,
    /// LF
    Lf,
    /// CR
    Cr,
}

/// Whether cells are in quotes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenQuoting {
    /// Every cell.
    All,
    /// No cell.
    Never,
}

/// One sheet of the template.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenSheet {
    /// The sheet's name in a workbook.
    pub name: Option<String>,
    /// The row of the headings, from one; 1 if left out, and then headings further down are found as well.
    pub heading_row: Option<u32>,
    /// Rows under the headings that belong to the template and hold no data.
    #[serde(default)]
    pub guide_rows: u32,
    /// The columns that a row is known by: its key.
    #[serde(default)]
    pub key: Vec<String>,
    /// Keys of the sample rows that the template came with.
    #[serde(default)]
    pub sample_keys: Vec<String>,
    /// The sample rows that the template came with, where no key tells them: the cells of each in the order of the columns.
    #[serde(default)]
    pub sample_rows: Vec<Vec<String>>,
    /// Whether something must be filled in on this sheet. Of a single sheet, this is understood.
    #[serde(default)]
    pub required: bool,
    /// The most filled rows of this sheet.
    pub max_rows: Option<u64>,
    /// The most groups of rows of this sheet.
    pub max_groups: Option<WrittenGroupLimit>,
    /// The greatest sum of a column of this sheet.
    pub max_sum: Option<WrittenSumLimit>,
    /// Words that the receiving side takes for a blank cell, in every column of this sheet: exactly as written.
    #[serde(default)]
    pub blank_words: Vec<String>,
    /// What is said of columns that the template does not have: "allowed", "warning" (if left out) or "error".
    #[serde(default)]
    pub extra: WrittenExtra,
    /// The columns, in the template's order.
    #[serde(default)]
    pub column: Vec<WrittenColumn>,
    /// Instead of columns: single labelled cells, as on a cover sheet. They have the same properties.
    #[serde(default)]
    pub cell: Vec<WrittenColumn>,
    /// Records of several rows, where a row may continue the one above.
    pub record: Option<WrittenRecord>,
    /// Stacked blocks: the labelled cells above and the columns of the lines, again and again.
    pub block: Option<WrittenBlock>,
    /// Kinds of rows, where one column says what a row is.
    pub kinds: Option<WrittenKinds>,
    /// Rows that name the row that they belong to.
    pub parents: Option<WrittenParents>,
    /// Optional columns: sets of which a file has all or none.
    #[serde(default)]
    pub optional: Vec<WrittenOptional>,
    /// Repeated column sets: the same columns several times side by side.
    #[serde(default)]
    pub set: Vec<WrittenSet>,
    /// Look-ups: the row of a list, of another sheet or of the existing records that each row names.
    #[serde(default)]
    pub lookup: Vec<WrittenSheetLookup>,
    /// What the receiving side holds already.
    pub existing: Option<WrittenExisting>,
    /// Columns whose values make rows that go together, where the receiving side takes whole records; those of [sheet.record], or a row with all that name it by [sheet.parents], if left out.
    #[serde(default)]
    pub together: Vec<String>,
    /// What rows ask of the receiving side: a new record, a change, a removal.
    pub intent: Option<WrittenIntent>,
    /// Requirements over more than one cell.
    #[serde(default)]
    pub rule: Vec<WrittenRule>,
    /// The row in which the template shows totals: it is no row of data, and its numbers are compared with the sums of their columns.
    pub totals_row: Option<WrittenTotalsRow>,
    /// Figures that people compare before they send.
    #[serde(default)]
    pub figure: Vec<WrittenFigure>,
}

impl WrittenSheet {
    /// The columns, or the labelled cells that stand for them, and what they are called in the rulebook.
    pub fn entries(&self) -> (&[WrittenColumn], &'static str) {
        if self.cell.is_empty() { (&self.column, "column") } else { (&self.cell, "cell") }
    }
}

/// The most groups of rows.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenGroupLimit {
    /// The columns whose values make the groups.
    pub by: Vec<String>,
    /// How many there may be.
    pub at_most: u64,
}

/// The greatest sum of a column.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenSumLimit {
    /// The column.
    pub column: String,
    /// What its numbers may come to.
    pub at_most: WrittenBound,
}

/// The heading of a column, as it is written.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum WrittenHeading {
    /// One.
    One(String),
    /// One for each language or edition.
    Several(Vec<String>),
}

impl WrittenHeading {
    /// The first; empty where there is none.
    pub fn first(&self) -> &str {
        match self {
            WrittenHeading::One(heading) => heading,
            WrittenHeading::Several(headings) => headings.first().map(String::as_str).unwrap_or_default(),
        }
    }

    /// Puts one of several before the others.
    pub fn prefer(&mut self, which: usize) {
        if let WrittenHeading::Several(headings) = self
            && which < headings.len()
        {
            headings[..=which].rotate_right(1);
        }
    }

    /// The others.
    pub fn others(&self) -> &[String] {
        match self {
            WrittenHeading::One(_) => &[],
            WrittenHeading::Several(headings) => headings.get(1..).unwrap_or_default(),
        }
    }
}

/// What is said of columns that the template does not have.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenExtra {
    /// Nothing.
    Allowed,
    /// A warning.
    #[default]
    Warning,
    /// An error.
    Error,
}

/// What a column's cells hold.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum WrittenType {
    /// Any text.
    #[default]
    Text,
    /// A whole number.
    Whole,
    /// A number with or without a fraction.
    Decimal,
    /// A date.
    Date,
    /// A month of a year.
    Month,
    /// A time of day.
    Time,
    /// A date and a time.
    Datetime,
    /// Yes or no.
    YesNo,
}

/// How an identifier is written that is printed in groups.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenForm {
    /// Together.
    #[default]
    Compact,
    /// In groups with spaces or hyphens between.
    Printed,
}

/// How the cells of a workbook are kept.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenStored {
    /// In any way.
    #[default]
    Any,
    /// As text, so that zeros and long numbers stay as they are.
    Text,
    /// As numbers.
    Number,
    /// As dates or times of the spreadsheet.
    Date,
}

/// Where the value of a labelled cell is.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenValuePlace {
    /// To the right of its label.
    #[default]
    Beside,
    /// Under its label.
    Below,
}

/// Capitals or lower case.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenCase {
    /// Capitals.
    Upper,
    /// Lower case.
    Lower,
}

/// The words for yes and no.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenYesNo {
    /// The word for yes.
    pub yes: String,
    /// The word for no.
    pub no: String,
}

/// How long a text may be.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenLength {
    /// At least so many.
    pub min: Option<usize>,
    /// At most so many.
    pub max: Option<usize>,
    /// Exactly so many.
    pub exactly: Option<usize>,
    /// What is counted; characters if left out.
    #[serde(default, rename = "in")]
    pub unit: WrittenUnit,
}

/// What a length counts.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenUnit {
    /// Unicode characters.
    #[default]
    Characters,
    /// Bytes in the encoding that the file must have.
    Bytes,
}

/// A figure that people compare before they send.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenFigure {
    /// What it is called.
    pub label: String,
    /// A formula over all rows, of COUNT(*), COUNT(DISTINCT …), SUM, MIN, MAX and AVG of columns.
    pub value: String,
    /// The columns whose values make sections, each with the figure of its own, beside the total.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub by: Vec<String>,
    /// The cell above the headings in which the template shows the same figure, such as B2; the two are compared.
    pub cell: Option<String>,
}

/// The row in which the template shows totals.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenTotalsRow {
    /// The column that says that a row is the totals row.
    pub column: String,
    /// What it says there.
    pub value: String,
}

/// The JSON Schema of a rulebook.
pub fn schema() -> Schema {
    schemars::schema_for!(WrittenRulebook)
}
