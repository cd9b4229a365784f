//! Findings and reports as programs read them. `docs/report.schema.json` is made from these types.

use std::sync::Arc;

use lungwort_core::check::{ContentMetadata, FileMetadata, Section};
use lungwort_core::finding::{self, Cause, Certainty, Severity, column_letter};
use lungwort_core::intake::Chosen;
use schemars::{JsonSchema, Schema};
use serde::Serialize;

use super::Summary;

/// The version of the form. It changes when something is renamed or leaves, not when something is added.
pub const VERSION: u32 = 2;

/// The JSON Schema of the json report.
pub fn document_schema() -> Schema {
    schemars::schema_for!(Document)
}

/// The whole json report.
#[derive(Debug, Serialize, JsonSchema)]
#[schemars(title = "Lungwort report")]
pub struct Document {
    /// What came of it.
    #[serde(flatten)]
    pub outcome: Outcome,
    /// Findings that share one reason, the most severe first.
    pub causes: Vec<CauseEntry>,
    /// Single findings in the order of files and rows, up to the limit.
    pub findings: Vec<FindingEntry>,
}

/// What came of a check.
#[derive(Debug, Serialize, JsonSchema)]
pub struct Outcome {
    /// The version of this form.
    pub version: u32,
    /// Whether the files can be sent.
    pub ready: bool,
    /// Exact counts over everything found.
    pub counts: CountsEntry,
    /// Findings that pass the filter.
    pub shown: u64,
    /// The files.
    pub files: Vec<FileEntry>,
    /// The rulebook.
    pub rulebook: RulebookEntry,
    /// What was answered for the upload.
    pub answers: Vec<AnswerEntry>,
    /// Figures that people compare before they send.
    pub figures: Vec<FigureEntry>,
}

/// An answer.
#[derive(Debug, Serialize, JsonSchema)]
pub struct AnswerEntry {
    /// What was asked for.
    pub heading: String,
    /// What was answered; null where nothing was.
    pub value: Option<String>,
}

/// Exact counts.
#[derive(Debug, Serialize, JsonSchema)]
pub struct CountsEntry {
    /// Would be refused.
    pub errors: u64,
    /// Would be accepted, but look.
    pub warnings: u64,
    /// Worth knowing.
    pub notes: u64,
    /// Rows with at least one finding.
    pub rows_with_findings: u64,
    /// Filled rows.
    pub rows: u64,
}

/// A checked file.
#[derive(Debug, Serialize, JsonSchema)]
pub struct FileEntry {
    /// The name as given.
    pub name: String,
    /// Bytes.
    pub bytes: u64,
    /// Filled rows.
    pub rows: u64,
    /// Columns up to the last heading.
    pub columns: usize,
    /// The kind of workbook: xlsx, xlsm, xlsb, xls or ods; null for delimited text.
    pub workbook: Option<&'static str>,
    /// What a workbook of this kind may have and was not looked at; null where everything was.
    pub not_looked_at: Option<&'static str>,
    /// The sheets of a workbook that were read.
    pub sheets: Vec<SheetEntry>,
    /// The encoding's name; null for a workbook.
    pub encoding: Option<String>,
    /// How the encoding is known: mark (byte order mark), asked, valid (UTF-8), detected, uncertain (the likeliest one); null for a workbook.
    pub encoding_by: Option<&'static str>,
    /// Whether it begins with a byte order mark.
    pub byte_order_mark: bool,
    /// The delimiter; null for a workbook.
    pub delimiter: Option<String>,
}

/// A sheet that was read.
#[derive(Debug, Serialize, JsonSchema)]
pub struct SheetEntry {
    /// Its name.
    pub name: String,
    /// Filled rows.
    pub rows: u64,
    /// Columns up to the last heading.
    pub columns: usize,
}

impl FileEntry {
    /// What the reports say of a file.
    pub fn of(file: &FileMetadata) -> FileEntry {
        let (text, book) = match &file.content {
            ContentMetadata::Text(text) => (Some(text), None),
            ContentMetadata::Book(book) => (None, Some(book)),
            ContentMetadata::Unchecked => (None, None),
        };
        let sheets = book.iter().flat_map(|book| &book.read);
        FileEntry {
            name: file.name.clone(),
            bytes: file.bytes,
            rows: file.filled_rows,
            columns: file.columns,
            workbook: book.map(|book| book.kind.ending()),
            not_looked_at: book.and_then(|book| book.kind.not_looked_at()),
            sheets: sheets
                .map(|sheet| SheetEntry { name: sheet.name.clone(), rows: sheet.filled_rows, columns: sheet.columns })
                .collect(),
            encoding: text.map(|text| text.encoding.to_owned()),
            encoding_by: text.map(|text| match text.encoding_chosen {
                Chosen::Mark => "mark",
                Chosen::Asked => "asked",
                Chosen::Sound => "valid",
                Chosen::Detected => "detected",
                Chosen::Uncertain => "uncertain",
            }),
            byte_order_mark: text.is_some_and(|text| text.bom),
            delimiter: text.map(|text| char::from(text.delimiter).to_string()),
        }
    }
}

/// The rulebook.
#[derive(Debug, Serialize, JsonSchema)]
pub struct RulebookEntry {
    /// Where it lies.
    pub path: String,
    /// What it is for.
    pub title: String,
    /// The template's edition.
    pub edition: Option<String>,
    /// Why it was chosen; null where it was named.
    pub chosen_because: Option<String>,
}

/// A figure.
#[derive(Debug, Serialize, JsonSchema)]
pub struct FigureEntry {
    /// What it is called.
    pub label: String,
    /// The figure, exact; null where there is nothing to calculate.
    pub value: Option<String>,
    /// Rows that are left out because a value in them could not be read.
    pub rows_left_out: u64,
    /// The headings that its sections are by; null where it has none.
    pub by: Option<String>,
    /// Its sections, in the order of their first rows.
    pub sections: Vec<SectionEntry>,
}

/// A figure over the rows that have the same values in some columns.
#[derive(Debug, Serialize, JsonSchema)]
pub struct SectionEntry {
    /// The values, joined by " / "; (blank) where there is none.
    pub section: String,
    /// The figure, exact; null where there is nothing to calculate.
    pub value: Option<String>,
    /// Rows that are left out because a value in them could not be read.
    pub rows_left_out: u64,
}

impl SectionEntry {
    fn of(section: &Section) -> SectionEntry {
        SectionEntry { section: section.name.clone(), value: section.value.clone(), rows_left_out: section.left_out }
    }
}

/// What would put a finding right.
#[derive(Debug, Serialize, JsonSchema)]
pub struct CorrectionEntry {
    /// What is to be done at the place of the finding: set_cell, join_cells, delete_rows, rename_heading,
    /// change_encoding, change_bom, change_line_ends, change_delimiter or change_quoting.
    pub action: &'static str,
    /// The whole new text of the cell or heading; null for other actions.
    pub value: Option<String>,
    /// The action in words; null where the value says it all.
    pub words: Option<String>,
    /// How certain it is.
    pub certainty: Certainty,
}

impl CorrectionEntry {
    /// What is proposed: the new text, or the action in words.
    pub fn proposed(&self) -> &str {
        self.value.as_deref().or(self.words.as_deref()).unwrap_or_default()
    }

    fn of(correction: &finding::Correction) -> CorrectionEntry {
        CorrectionEntry {
            action: correction.action.name(),
            value: correction.value().map(str::to_owned),
            words: correction.words(),
            certainty: correction.certainty,
        }
    }
}

/// Findings that share one reason.
#[derive(Debug, Serialize, JsonSchema)]
pub struct CauseEntry {
    /// The code.
    pub code: &'static str,
    /// How much it matters.
    pub severity: Severity,
    /// The file, by its place in `files`.
    pub file: usize,
    /// The sheet; null for delimited text and for a workbook as a whole.
    pub sheet: Option<Arc<str>>,
    /// The heading, or the rule in words; empty for the file as a whole.
    pub subject: Arc<str>,
    /// What is wrong, in a sentence that holds for all of it.
    pub message: String,
    /// Findings, exactly.
    pub count: u64,
    /// Rows as first and last of each run.
    pub rows: Vec<(u64, u64)>,
    /// Rows that are in none of the runs, because there are too many.
    pub further_rows: u64,
    /// Different values, how often, and what is proposed.
    pub values: Vec<ValueEntry>,
    /// Findings with values that are not listed, because there are too many.
    pub further_values: u64,
    /// The line of the rulebook that requires it.
    pub rulebook_line: Option<usize>,
}

/// A value and how often it was found.
#[derive(Debug, Serialize, JsonSchema)]
pub struct ValueEntry {
    /// The cell as it is in the file.
    pub value: Box<str>,
    /// How often.
    pub count: u64,
    /// What is proposed.
    pub correction: Option<CorrectionEntry>,
}

/// One finding.
#[derive(Debug, Serialize, JsonSchema)]
pub struct FindingEntry {
    /// The code.
    pub code: &'static str,
    /// How much it matters.
    pub severity: Severity,
    /// The file's name.
    pub file: String,
    /// The sheet; null for delimited text and for a workbook as a whole.
    pub sheet: Option<Arc<str>>,
    /// Row as a spreadsheet counts; null for the file as a whole.
    pub row: Option<u64>,
    /// Last row of a run.
    pub last_row: Option<u64>,
    /// Physical line of the file.
    pub line: Option<u64>,
    /// The column's letter.
    pub column: Option<String>,
    /// The heading, or the rule in words; empty for the file as a whole.
    pub subject: Arc<str>,
    /// The row's key.
    pub key: Option<Arc<str>>,
    /// The cell as it is in the file.
    pub value: Option<Box<str>>,
    /// What was found, what was expected and what to do.
    pub message: String,
    /// What is proposed.
    pub correction: Option<CorrectionEntry>,
    /// Byte in the file, where that is known.
    pub offset: Option<u64>,
    /// The line of the rulebook that requires it.
    pub rulebook_line: Option<usize>,
}

impl FindingEntry {
    /// A finding of a file of that name.
    pub fn of(found: &finding::Finding, names: &[String]) -> FindingEntry {
        let problem = &found.problem;
        FindingEntry {
            code: problem.code.name,
            severity: problem.severity,
            file: names.get(found.address.file).cloned().unwrap_or_default(),
            sheet: found.address.sheet.clone(),
            row: found.address.place.row,
            last_row: found.address.place.last_row.filter(|last| Some(*last) != found.address.place.row),
            line: found.address.place.line,
            column: found.address.place.field.map(column_letter),
            subject: Arc::clone(&problem.subject),
            key: found.key.clone(),
            value: found.value.clone(),
            message: problem.message.to_string(),
            correction: problem.correction.as_ref().map(CorrectionEntry::of),
            offset: found.address.place.offset,
            rulebook_line: problem.rulebook_line,
        }
    }
}

impl CauseEntry {
    /// A cause.
    pub fn of(cause: &Cause) -> CauseEntry {
        CauseEntry {
            code: cause.problem.code.name,
            severity: cause.problem.severity,
            file: cause.file,
            sheet: cause.sheet.clone(),
            subject: Arc::clone(&cause.problem.subject),
            message: cause.message(),
            count: cause.count,
            rows: cause.rows.ranges().to_vec(),
            further_rows: cause.rows.beyond(),
            values: cause
                .values
                .iter()
                .map(|accumulator| ValueEntry {
                    value: accumulator.value.clone(),
                    count: accumulator.count,
                    correction: accumulator.correction().map(CorrectionEntry::of),
                })
                .collect(),
            further_values: cause.other_values,
            rulebook_line: cause.problem.rulebook_line,
        }
    }
}

impl CountsEntry {
    /// The counts of a check.
    pub fn of(summary: &Summary<'_>) -> CountsEntry {
        let counts = summary.counts;
        CountsEntry {
            errors: counts.errors,
            warnings: counts.warnings,
            notes: counts.notes,
            rows_with_findings: counts.rows,
            rows: summary.rows(),
        }
    }
}

impl Outcome {
    /// What came of a check.
    pub fn of(summary: &Summary<'_>) -> Outcome {
        Outcome {
            version: VERSION,
            ready: summary.is_ready(),
            counts: CountsEntry::of(summary),
            shown: summary.shown.counts().total(),
            files: summary.files.iter().map(FileEntry::of).collect(),
            rulebook: RulebookEntry {
                path: summary.rulebook.path.display().to_string(),
                title: summary.rulebook.title.clone(),
                edition: summary.rulebook.edition.clone(),
                chosen_because: summary.chosen.clone(),
            },
            answers: summary
                .rulebook
                .answers
                .iter()
                .map(|answer| AnswerEntry { heading: answer.column.heading.clone(), value: answer.value.clone() })
                .collect(),
            figures: summary
                .figures
                .iter()
                .map(|figure| FigureEntry {
                    label: figure.label.clone(),
                    value: figure.value.clone(),
                    rows_left_out: figure.left_out,
                    by: Some(figure.by.clone()).filter(|by| !by.is_empty()),
                    sections: figure.sections.iter().map(SectionEntry::of).collect(),
                })
                .collect(),
        }
    }
}
