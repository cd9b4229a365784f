//! A template read whole, with the looks of its cells: what there is to learn from.

use std::collections::HashMap;
use std::path::Path;
use std::sync::OnceLock;

use super::across::Pointed;
use super::blocks_of_definitions;
use super::headings::{self, Layout};

use lungwort_core::intake::workbook::{CellRange, FullSheet, Style, Validation, Workbook, read_place};
use lungwort_core::intake::{Chunk, OpenError, ReadOptions, Source};
use lungwort_core::limits::LEARNED_CELLS;

/// A template.
pub struct Template {
    /// Its file's name, without folders.
    pub file_name: String,
    /// The ending that belongs to its content.
    pub kind: &'static str,
    /// Its sheets; a delimited file has one without a name.
    pub sheets: Vec<TemplateSheet>,
    /// The looks of cells.
    pub styles: Vec<Style>,
    /// Names given to ranges.
    pub names: Vec<(String, String)>,
    /// Properties of the document.
    pub properties: Vec<(String, String)>,
    /// Of delimited text: the encoding, the sign between cells, and whether there is a byte order mark.
    pub text: Option<TextForm>,
    /// The digest of its bytes.
    pub digest: String,
    /// Which sheets the drop-downs and names of others point to.
    pub pointed: Pointed,
}

/// How a delimited template is written.
#[derive(Debug, Clone)]
pub struct TextForm {
    pub encoding: String,
    pub delimiter: u8,
    pub bom: bool,
}

/// A sheet of a template.
pub struct TemplateSheet {
    pub name: String,
    pub hidden: bool,
    pub full: FullSheet,
    /// Merged ranges by the cell at which they begin.
    merged: OnceLock<HashMap<(u64, usize), usize>>,
    /// Notes by their cell.
    notes: OnceLock<HashMap<(u64, usize), usize>>,
    /// Drop-downs and limits by column.
    limits: OnceLock<Limits>,
    /// Where its table begins, if it has one.
    layout: OnceLock<Option<Layout>>,
}

/// Which drop-downs and limits a column may have: each by its place among all, and the place among its ranges.
#[derive(Debug, Default)]
struct Limits {
    by_column: HashMap<usize, Vec<(usize, usize)>>,
    /// Those over many columns.
    wide: Vec<(usize, usize)>,
}

/// A range over more columns is looked at for each of them.
const NARROW: usize = 16;

impl Template {
    /// Reads a template.
    pub fn read(path: &Path) -> Result<Template, OpenError> {
        let source = Source::regular(path)?;
        let digest = source.digest().map_err(OpenError::from)?;
        let file_name = path.file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
        let read = if source.is_workbook() {
            Template::of_book(file_name, source.workbook()?)
        } else {
            Template::of_text(file_name, &source)
        };
        read.map(|read| Template { digest, ..read })
    }

    fn of_book(file_name: String, book: Workbook) -> Result<Template, OpenError> {
        let mut book = book;
        let mut sheets = Vec::new();
        for at in 0..book.sheets.len() {
            let entry = book.sheets[at].clone();
            let mut full = book.full_sheet(at, LEARNED_CELLS)?;
            // Nearly always they are in this order already.
            full.styles.sort_by_key(|(row, column, _)| (*row, *column));
            sheets.push(TemplateSheet::new(entry.name, entry.hidden, full));
        }
        let sheets = blocks_of_definitions::apart(sheets);
        Ok(Template {
            file_name,
            kind: book.kind.ending(),
            sheets,
            styles: book.styles().to_vec(),
            names: book.defined_names().to_vec(),
            properties: book.properties(),
            text: None,
            digest: String::new(),
            pointed: Pointed::default(),
        })
    }

    fn of_text(file_name: String, source: &Source) -> Result<Template, OpenError> {
        let (full, text) = read_text(source, None)?;
        let (full, text) = match better_sign(&full, text.delimiter) {
            Some(sign) => read_text(source, Some(sign))?,
            None => (full, text),
        };
        Ok(Template {
            // What a side calls .txt may have any delimiter.
            kind: match (file_name.rsplit_once('.'), text.delimiter) {
                (Some((_, ending)), _) if ending.eq_ignore_ascii_case("txt") => "txt",
                (Some((_, ending)), _) if ending.eq_ignore_ascii_case("csv") => "csv",
                (_, b'\t') => "tsv",
                _ => "csv",
            },
            file_name,
            sheets: blocks_of_definitions::apart(vec![TemplateSheet::new(String::new(), false, full)]),
            styles: Vec::new(),
            names: Vec::new(),
            properties: Vec::new(),
            text: Some(text),
            digest: String::new(),
            pointed: Pointed::default(),
        })
    }

    /// The sheet of that name, case apart.
    pub fn sheet(&self, name: &str) -> Option<&TemplateSheet> {
        self.sheets.iter().find(|sheet| sheet.name.eq_ignore_ascii_case(name))
    }

    /// What a name given to a range stands for.
    pub fn named(&self, name: &str) -> Option<&str> {
        self.names.iter().find(|(known, _)| known.eq_ignore_ascii_case(name)).map(|(_, target)| target.as_str())
    }
}

/// Reads a delimited template, with a delimiter or with the one that its text tells.
fn read_text(source: &Source, delimiter: Option<u8>) -> Result<(FullSheet, TextForm), OpenError> {
    let mut chunks = source.text(ReadOptions { delimiter, ..ReadOptions::default() })?;
    let mut full = FullSheet::default();
    let mut spare = Chunk::default();
    while let Some(chunk) = chunks.next_chunk(spare)? {
        for row in 0..chunk.row_count() {
            for (column, text) in chunk.row_texts(row).into_iter().enumerate() {
                if !text.is_empty() && full.cells.len() < LEARNED_CELLS {
                    full.push_text(chunk.row_number(row), column, text);
                }
            }
        }
        spare = chunk;
    }
    let decoder = chunks.decoder();
    let text = TextForm {
        encoding: decoder.encoding().0.name().to_ascii_lowercase(),
        delimiter: chunks.dialect().delimiter,
        bom: decoder.has_bom(),
    };
    Ok((full, text))
}

/// The delimiter of a template whose last row is headings with another one: the sentences above have their own signs, and there are
/// more of them.
fn better_sign(full: &FullSheet, taken: u8) -> Option<u8> {
    let last = full.cells.last()?.row;
    let cells: Vec<&str> = full.cells.iter().filter(|cell| cell.row == last).map(|cell| cell.text.as_str()).collect();
    let line = cells.join(&char::from(taken).to_string());
    let is_name = |part: &str| (1..=40).contains(&part.trim().chars().count()) && part.split_whitespace().count() <= 5;
    let signs = [b',', b';', b'\t', b'|'].into_iter().filter(|sign| *sign != taken);
    let counted = signs.map(|sign| (line.split(char::from(sign)).filter(|part| is_name(part)).count(), sign));
    let (count, sign) = counted.max()?;
    let whole = line.split(char::from(sign)).count() == count;
    (whole && count >= 3 && count >= cells.len() * 2).then_some(sign)
}

impl TemplateSheet {
    /// A sheet with its cells.
    pub fn new(name: String, hidden: bool, full: FullSheet) -> TemplateSheet {
        let (merged, notes) = (OnceLock::new(), OnceLock::new());
        TemplateSheet { name, hidden, full, merged, notes, limits: OnceLock::new(), layout: OnceLock::new() }
    }

    /// Where its table begins, if it plainly has one; looked for once, since sheets are held against each other.
    pub fn layout(&self) -> Option<&Layout> {
        self.layout.get_or_init(|| headings::find(self, false)).as_ref()
    }

    /// A cell's text without the space around it.
    pub fn text(&self, row: u64, column: usize) -> &str {
        self.full.text(row, column).trim()
    }

    /// The filled cells of a row: column and text.
    pub fn row(&self, row: u64) -> Vec<(usize, &str)> {
        let from = self.full.cells.partition_point(|cell| cell.row < row);
        let cells = self.full.cells[from..].iter().take_while(|cell| cell.row == row);
        cells.map(|cell| (cell.column, cell.text.trim())).filter(|(_, text)| !text.is_empty()).collect()
    }

    /// Whether at most so many cells of a row are filled.
    pub fn has_few(&self, row: u64, most: usize) -> bool {
        let from = self.full.cells.partition_point(|cell| cell.row < row);
        let cells = self.full.cells[from..].iter().take_while(|cell| cell.row == row);
        cells.filter(|cell| !cell.text.trim().is_empty()).take(most + 1).count() <= most
    }

    /// The last filled row.
    pub fn last_row(&self) -> u64 {
        self.full.cells.last().map_or(0, |cell| cell.row)
    }

    /// The style of a cell: its own, or its column's.
    pub fn style(&self, row: u64, column: usize) -> Option<usize> {
        let from = self.full.styles.partition_point(|(at, other, _)| (*at, *other) < (row, column));
        let own = self.full.styles.get(from).filter(|(at, other, _)| (*at, *other) == (row, column));
        let of_column =
            || self.full.metadata.column_styles.iter().find(|(first, last, _)| (*first..=*last).contains(&column));
        own.map(|(.., style)| *style).or_else(|| of_column().map(|(.., style)| *style))
    }

    /// The note on a cell.
    pub fn note(&self, row: u64, column: usize) -> Option<&str> {
        let notes = &self.full.notes;
        let by_cell = self.notes.get_or_init(|| {
            let placed = notes.iter().enumerate().rev().filter_map(|(at, (place, _))| {
                let (column, row) = read_place(place)?;
                Some(((row?, column?), at))
            });
            placed.collect()
        });
        by_cell.get(&(row, column)).map(|at| notes[*at].1.as_str())
    }

    /// The drop-downs and limits of a column below a row, each with the range in it.
    pub fn validations(&self, column: usize, below: u64) -> Vec<(&Validation, CellRange)> {
        let all = &self.full.metadata.validations;
        let limits = self.limits.get_or_init(|| {
            let mut found = Limits::default();
            let each = |at: usize| all[at].ranges.iter().enumerate().map(move |(range, of)| ((at, range), of));
            for (place, range) in (0..all.len()).flat_map(each) {
                if range.last_column.saturating_sub(range.first_column) < NARROW {
                    let columns = range.first_column..=range.last_column;
                    columns.for_each(|column| found.by_column.entry(column).or_default().push(place));
                } else {
                    found.wide.push(place);
                }
            }
            found
        });
        let own = limits.by_column.get(&column).into_iter().flatten();
        let mut places: Vec<(usize, usize)> = own.chain(&limits.wide).copied().collect();
        places.sort_unstable();
        let found = places.into_iter().map(|(at, range)| (&all[at], all[at].ranges[range]));
        found
            .filter(|(_, range)| (range.first_column..=range.last_column).contains(&column) && range.last_row > below)
            .collect()
    }

    /// The merged range that begins at a cell.
    pub fn merged_at(&self, row: u64, column: usize) -> Option<&CellRange> {
        let merged = &self.full.metadata.merged;
        let by_corner = self.merged.get_or_init(|| {
            let corners = merged.iter().enumerate().rev();
            corners.map(|(at, range)| ((range.first_row, range.first_column), at)).collect()
        });
        by_corner.get(&(row, column)).map(|at| &merged[*at])
    }
}
