//! One sheet of an XLSX workbook, read as a stream.

use std::io::{self, Read};
use std::sync::Arc;

use super::budget::SheetBudget;
use super::build::{Builder, MOST_COLUMNS, Raw};
use super::error::{BookError, broken_off};
use super::markup::{Attributes, Markup, Token, push_text, push_utf8, resolve_escapes};
use super::metadata::{CellRange, SheetMetadata, Validation, read_range};
use super::strings::SharedStrings;
use super::style_rows::StyleRows;
use crate::intake::Chunk;
use crate::intake::cells::{Formula, NumberFormats};
use crate::intake::scan_special;
use crate::limits::HIDDEN_ROWS;
use crate::limits::STYLED_ROWS;
use crate::limits::{LIMITS, MERGED, RANGES};

/// Empty rows in a row after which what follows is looked through for values first.
const PATIENCE: u32 = 16;

/// What the text within a cell belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Inside {
    Nothing,
    Value,
    InlineText,
    Formula,
}

/// How a cell says that it is stored.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Kind {
    Number,
    Shared,
    Inline,
    FormulaText,
    YesNo,
    Error,
    Iso,
}

/// A cell that is being read.
struct Cell {
    column: usize,
    style: usize,
    kind: Kind,
    formula: Formula,
    has_value: bool,
    inside: Inside,
    phonetic: bool,
}

/// Reads the rows of a sheet.
pub struct XlsxRows<R> {
    markup: Markup<R>,
    strings: Arc<SharedStrings>,
    /// Limits of cells whose ranges are counted, and how many those are.
    limits_counted: usize,
    ranges: usize,
    /// A shared text that is not in memory.
    shared: String,
    looks_1904: bool,
    builder: Builder,
    scratch: String,
    cell: Cell,
    /// The row being read, and whether it is hidden.
    row: (u64, bool),
    in_rows: bool,
    empty_rows: u32,
    ended: bool,
    metadata: SheetMetadata,
    auto_filter: Option<CellRange>,
    validation: Option<(Validation, ValidationPart)>,
    styles: Option<Vec<(u64, usize, usize)>>,
    style_rows: Option<Box<StyleRows>>,
    /// The last row that is wanted.
    last_wanted: u64,
}

#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum ValidationPart {
    Nothing,
    First,
    Second,
    Ranges,
}

impl<R: Read> XlsxRows<R> {
    pub fn new(
        source: R,
        strings: Arc<SharedStrings>,
        number_formats: Arc<NumberFormats>,
        looks_1904: bool,
    ) -> XlsxRows<R> {
        XlsxRows {
            markup: Markup::new(source),
            strings,
            looks_1904,
            limits_counted: 0,
            ranges: 0,
            shared: String::new(),
            builder: Builder::new(number_formats),
            scratch: String::new(),
            cell: Cell {
                column: 0,
                style: 0,
                kind: Kind::Number,
                formula: Formula::None,
                has_value: false,
                inside: Inside::Nothing,
                phonetic: false,
            },
            row: (0, false),
            in_rows: false,
            empty_rows: 0,
            ended: false,
            metadata: SheetMetadata::default(),
            auto_filter: None,
            validation: None,
            styles: None,
            style_rows: None,
            last_wanted: u64::MAX,
        }
    }

    /// Ends the sheet behind a row: what is below is not wanted.
    pub fn end_behind(&mut self, row: u64) {
        self.last_wanted = row;
    }

    /// What else the sheet says; whole when its rows have been read to the end.
    pub fn metadata(&self) -> &SheetMetadata {
        &self.metadata
    }

    /// What is read from.
    pub fn source(&self) -> &R {
        self.markup.source()
    }

    /// Notes a filter that is set in a table of the sheet.
    pub fn set_filtered(&mut self, range: Option<CellRange>) {
        self.metadata.filtered = range;
    }

    /// Sees to it that every row has at least so many cells.
    pub fn set_width(&mut self, width: usize) {
        self.builder.width = width;
    }

    /// Keeps the styles of the cells in the first rows, blank ones included.
    pub fn keep_styles(&mut self) {
        self.styles = Some(Vec::new());
    }

    /// The styles kept: row, column, style.
    pub fn take_styles(&mut self) -> Vec<(u64, usize, usize)> {
        self.styles.take().unwrap_or_default()
    }

    /// Says what the cells may come to.
    pub fn set_budget(&mut self, budget: SheetBudget) {
        self.builder.set_budget(budget);
    }

    /// Follows which rows of each column have which style.
    pub fn follow_styles(&mut self) {
        self.style_rows = Some(Box::default());
    }

    /// The styles of filled cells, where they were followed.
    pub fn style_rows(&self) -> Option<&StyleRows> {
        self.style_rows.as_deref()
    }

    /// The next chunk.
    pub fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        self.builder.begin(spare);
        while !self.ended && !self.builder.is_full() {
            self.step()?;
        }
        Ok(self.builder.finish())
    }

    /// Reads to the end of a row, or over one piece of what is around the rows.
    fn step(&mut self) -> io::Result<()> {
        if !self.in_rows {
            return self.around();
        }
        if self.empty_rows >= PATIENCE && self.last_wanted == u64::MAX {
            self.markup.pass_empty_rows()?;
            self.empty_rows = 0;
        }
        loop {
            match self.markup.next()? {
                Token::Open { name: b"row", attributes, closed } => {
                    let number = attributes.get(b"r").and_then(number_of).unwrap_or(self.row.0 + 1);
                    self.row = (number.clamp(1, 1 << 24), attributes.is_set(b"hidden"));
                    if self.row.0 > self.last_wanted {
                        self.ended = true;
                        return Ok(());
                    }
                    if closed {
                        self.empty_rows += 1;
                        return Ok(());
                    }
                    self.cell.column = usize::MAX;
                    return self.row();
                }
                Token::Close { name: b"sheetData" } => {
                    self.in_rows = false;
                    return Ok(());
                }
                Token::End => return Err(broken_off()),
                _ => {}
            }
        }
    }

    fn row(&mut self) -> io::Result<()> {
        self.builder.begin_row(self.row.0);
        loop {
            match self.markup.next()? {
                Token::Open { name: b"c", attributes, closed } => {
                    begin_cell(&mut self.cell, attributes);
                    if let Some(styles) = self.styles.as_mut().filter(|styles| styles.len() < STYLED_ROWS) {
                        styles.push((self.row.0, self.cell.column, self.cell.style));
                    }
                    if !closed {
                        self.scratch.clear();
                        self.cell()?;
                    }
                }
                Token::Close { name: b"row" } => break,
                Token::End => return Err(broken_off()),
                _ => {}
            }
        }
        let has_values = self.builder.end_row();
        self.metadata.far = self.builder.far;
        self.builder.within_limits()?;
        if !has_values {
            self.empty_rows += 1;
            return Ok(());
        }
        self.empty_rows = 0;
        if self.row.1 {
            self.metadata.hidden_count += 1;
            if self.metadata.hidden_rows.len() < HIDDEN_ROWS {
                self.metadata.hidden_rows.push(self.row.0);
            }
        }
        Ok(())
    }

    /// Reads a cell to its end.
    fn cell(&mut self) -> io::Result<()> {
        loop {
            match self.markup.next()? {
                Token::Open { name: b"v", closed, .. } if !closed => self.cell.inside = Inside::Value,
                Token::Open { name: b"t", closed, .. } if !closed && !self.cell.phonetic => {
                    self.cell.inside = Inside::InlineText;
                }
                Token::Open { name: b"f", closed, .. } => {
                    self.cell.formula = Formula::WithoutResult;
                    self.cell.inside = if closed { Inside::Nothing } else { Inside::Formula };
                }
                Token::Open { name: b"rPh", closed, .. } => self.cell.phonetic = !closed,
                Token::Close { name: b"rPh" } => self.cell.phonetic = false,
                Token::Close { name: b"v" | b"t" | b"f" } => self.cell.inside = Inside::Nothing,
                Token::Close { name: b"c" } => return self.end_cell(),
                Token::Text(text) if matches!(self.cell.inside, Inside::Value | Inside::InlineText) => {
                    self.cell.has_value = true;
                    push_text(text, &mut self.scratch);
                }
                Token::Plain(text) if matches!(self.cell.inside, Inside::Value | Inside::InlineText) => {
                    self.cell.has_value = true;
                    push_utf8(text, &mut self.scratch);
                }
                Token::End => return Err(broken_off()),
                _ => {}
            }
        }
    }

    fn end_cell(&mut self) -> io::Result<()> {
        let Cell { column, style, kind, formula, has_value, .. } = self.cell;
        let formula = match (formula, has_value) {
            (Formula::None, false) => return Ok(()),
            (Formula::None, true) => Formula::None,
            (_, true) => Formula::WithResult,
            (_, false) => Formula::WithoutResult,
        };
        if let Some(rows) = self.style_rows.as_mut().filter(|_| column < MOST_COLUMNS) {
            rows.add(self.row.0, column, style);
        }
        let text = self.scratch.as_str();
        let raw = match kind {
            Kind::Number if !has_value => Raw::Text("", false),
            Kind::Number if self.looks_1904 => {
                return self.number_of_1904(column, formula, style);
            }
            Kind::Number => Raw::Number(text),
            Kind::Shared => {
                let at = text.trim().parse().unwrap_or(usize::MAX);
                let (text, special) = self.strings.get(at, &mut self.shared)?;
                Raw::Text(text, special)
            }
            Kind::Inline | Kind::FormulaText => {
                resolve_escapes(&mut self.scratch, 0);
                Raw::Text(&self.scratch, scan_special(self.scratch.as_bytes()))
            }
            Kind::YesNo => Raw::YesNo(matches!(text.trim(), "1" | "true")),
            Kind::Error => Raw::Error(text),
            Kind::Iso => Raw::Iso(text),
        };
        self.builder.cell(column, raw, formula, style);
        Ok(())
    }

    /// Dates of the 1904 system count from another day; other numbers are what they are.
    fn number_of_1904(&mut self, column: usize, formula: Formula, style: usize) -> io::Result<()> {
        const BETWEEN: f64 = 1462.0;
        let is_date = self.builder.is_date(style);
        let shifted;
        let text = match self.scratch.trim().parse::<f64>() {
            Ok(days) if is_date => {
                shifted = (days + BETWEEN).to_string();
                shifted.as_str()
            }
            _ => self.scratch.as_str(),
        };
        self.builder.cell(column, Raw::Number(text), formula, style);
        Ok(())
    }

    /// One piece of what stands before or behind the rows.
    fn around(&mut self) -> io::Result<()> {
        self.piece_around()?;
        let limits = &self.metadata.validations;
        let open = self.validation.as_ref().map_or(0, |(validation, _)| validation.ranges.len());
        if let Some(last) = limits.last().filter(|_| limits.len() > self.limits_counted) {
            (self.limits_counted, self.ranges) = (limits.len(), self.ranges + last.ranges.len());
        }
        let many = |what: &str, most: usize| {
            let most = crate::finding::ranges::thousands(most as u64);
            Err(BookError::Oversized(format!("a sheet of it has more than {most} {what}")).into())
        };
        if limits.len() > LIMITS {
            return many("limits of cells", LIMITS);
        }
        if self.ranges + open > RANGES {
            return many("ranges of cells with limits", RANGES);
        }
        if self.metadata.merged.len().max(self.metadata.hidden_columns.len()) > MERGED {
            return many("merged cells or hidden columns", MERGED);
        }
        Ok(())
    }

    fn piece_around(&mut self) -> io::Result<()> {
        match self.markup.next()? {
            Token::Open { name: b"sheetData", closed, .. } => {
                self.in_rows = !closed;
            }
            Token::Open { name: b"col", attributes, .. } => column(&mut self.metadata, attributes),
            Token::Open { name: b"autoFilter", attributes, .. } => self.auto_filter = range_of(attributes),
            Token::Open { name: b"filterColumn", .. } => self.metadata.filtered = self.auto_filter,
            Token::Open { name: b"mergeCell", attributes, .. } => self.metadata.merged.extend(range_of(attributes)),
            Token::Open { name: b"dataValidation", attributes, closed } => {
                let validation = validation(attributes);
                if closed {
                    self.metadata.validations.push(validation);
                } else {
                    self.validation = Some((validation, ValidationPart::Nothing));
                }
            }
            Token::Close { name: b"dataValidation" } => {
                self.metadata.validations.extend(self.validation.take().map(|(validation, _)| validation));
            }
            Token::Open { name, .. } => {
                if let Some((_, part)) = &mut self.validation {
                    *part = match name {
                        b"formula1" => ValidationPart::First,
                        b"formula2" => ValidationPart::Second,
                        b"sqref" => ValidationPart::Ranges,
                        _ => *part,
                    };
                }
            }
            Token::Close { name: b"formula1" | b"formula2" | b"sqref" } => {
                if let Some((_, part)) = &mut self.validation {
                    *part = ValidationPart::Nothing;
                }
            }
            Token::Text(text) => {
                if let Some((validation, part)) = &mut self.validation {
                    let mut said = String::new();
                    push_text(text, &mut said);
                    match part {
                        ValidationPart::First => validation.first.push_str(&said),
                        ValidationPart::Second => validation.second.push_str(&said),
                        ValidationPart::Ranges => validation.ranges.extend(ranges(&said)),
                        ValidationPart::Nothing => {}
                    }
                }
            }
            Token::Close { name: b"worksheet" } | Token::End => self.ended = true,
            _ => {}
        }
        Ok(())
    }
}

fn begin_cell(cell: &mut Cell, attributes: Attributes<'_>) {
    // Most cells say where they are; those that do not stand right of the one before.
    let mut column = cell.column.wrapping_add(1);
    let (mut style, mut kind) = (0, Kind::Number);
    for (name, value) in attributes.iter() {
        match name {
            b"r" => column = column_of(value).unwrap_or(column),
            b"s" => style = number_of(value).map_or(0, |number| number as usize),
            b"t" => {
                kind = match value {
                    b"s" => Kind::Shared,
                    b"inlineStr" => Kind::Inline,
                    b"str" => Kind::FormulaText,
                    b"b" => Kind::YesNo,
                    b"e" => Kind::Error,
                    b"d" => Kind::Iso,
                    _ => Kind::Number,
                }
            }
            _ => {}
        }
    }
    *cell = Cell {
        column,
        style,
        kind,
        formula: Formula::None,
        has_value: false,
        inside: Inside::Nothing,
        phonetic: false,
    };
}

fn column(metadata: &mut SheetMetadata, attributes: Attributes<'_>) {
    let number = |name: &[u8]| attributes.get(name).and_then(number_of);
    let (Some(first), Some(last)) = (number(b"min"), number(b"max")) else { return };
    let place = |number: u64| (number.max(1) as usize - 1).min(MOST_COLUMNS - 1);
    let (first, last) = (place(first), place(last));
    if attributes.is_set(b"hidden") {
        metadata.hidden_columns.push((first, last));
    }
    if let Some(style) = number(b"style") {
        metadata.column_styles.push((first, last, style as usize));
    }
}

fn range_of(attributes: Attributes<'_>) -> Option<CellRange> {
    read_range(std::str::from_utf8(attributes.get(b"ref")?).ok()?)
}

fn ranges(text: &str) -> Vec<CellRange> {
    text.split_ascii_whitespace().filter_map(read_range).take(RANGES + 1).collect()
}

fn validation(attributes: Attributes<'_>) -> Validation {
    let text = |name: &[u8]| {
        let mut out = String::new();
        push_text(attributes.get(name).unwrap_or_default(), &mut out);
        resolve_escapes(&mut out, 0);
        out
    };
    Validation {
        kind: text(b"type"),
        operator: text(b"operator"),
        first: String::new(),
        second: String::new(),
        ranges: ranges(&text(b"sqref")),
        prompt_title: text(b"promptTitle"),
        prompt: text(b"prompt"),
        only_warns: matches!(attributes.get(b"errorStyle"), Some(b"warning" | b"information"))
            || !attributes.is_set(b"showErrorMessage"),
    }
}

#[inline]
fn number_of(digits: &[u8]) -> Option<u64> {
    let mut number = 0_u64;
    for digit in digits {
        if !digit.is_ascii_digit() || number > 1 << 40 {
            return None;
        }
        number = number * 10 + u64::from(digit - b'0');
    }
    (!digits.is_empty()).then_some(number)
}

/// The column of a place such as `BC12`, from zero.
#[inline]
fn column_of(place: &[u8]) -> Option<usize> {
    let mut column = 0_usize;
    for letter in place.iter().take_while(|byte| byte.is_ascii_alphabetic()).take(4) {
        column = column * 26 + usize::from(letter.to_ascii_uppercase() - b'A') + 1;
    }
    column.checked_sub(1)
}

#[cfg(test)]
#[path = "tests/sheet.rs"]
mod tests;
