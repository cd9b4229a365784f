//! An OpenDocument spreadsheet (ISO/IEC 26300), read as a stream. All its sheets stand in one part, one after another.

use std::io::{self, Cursor, Read};
use std::sync::Arc;

use super::budget::{Budget, SheetBudget};
use super::build::{Builder, MOST_COLUMNS, Raw, text};
use super::entry::SheetEntry;
use super::error::{BookError, broken_off};
use super::markup::{Attributes, Markup, Token, push_text, push_utf8};
use super::metadata::{CellRange, SheetMetadata, Validation};
use super::ods_limits;
use super::package::{Package, Part};
use crate::intake::Chunk;
use crate::intake::cells::{Formula, NumberFormats};
use crate::limits::{LARGEST_SHEET_ROW, REPEATED_ROWS, ROW_COSTS, UNPACKED, WIDEST_REPEATED};

/// The part with the sheets.
const CONTENT: &str = "content.xml";
/// How often a filled row or cell may be repeated: to the end of a sheet.
const MOST_ROWS: u64 = 1 << 20;
const FEW: u64 = 10;
/// How often a row may be repeated on the average, beyond what rows of a sheet may come to anyway.
const RUN: u64 = 4;

/// The part with the sheets, from the archive or from memory.
pub enum Content {
    Part(Box<Part>),
    Memory(Cursor<Arc<[u8]>>),
}

impl Content {
    /// About how many bytes of the archive have been read for it.
    pub fn packed_read(&self) -> u64 {
        match self {
            Content::Part(part) => part.packed_read(),
            Content::Memory(_) => 0,
        }
    }
}

impl Read for Content {
    fn read(&mut self, out: &mut [u8]) -> io::Result<usize> {
        match self {
            Content::Part(part) => part.read(out),
            Content::Memory(bytes) => bytes.read(out),
        }
    }
}

/// An OpenDocument spreadsheet.
pub struct Ods {
    package: Package,
    budget: Arc<Budget>,
    /// Its sheets.
    pub sheets: Vec<SheetEntry>,
    /// Other documents that it takes values from.
    pub links: Vec<String>,
    /// Names given to ranges.
    pub names: Vec<(String, String)>,
    /// Limits of cells by name.
    limits: Arc<Vec<(String, Validation)>>,
    /// The first rows of each sheet: all sheets are in one part, which is gone through once for all of them.
    tops: Vec<Option<Chunk>>,
    /// Where the rows of each sheet begin, and whether it has none.
    starts: Vec<(u64, bool)>,
    /// The part with the sheets, once it was unpacked as a whole.
    unpacked: Option<Arc<[u8]>>,
}

/// Rows that are kept of each sheet while the document is gone through.
const TOP: usize = 30;

impl Ods {
    /// Reads which sheets there are.
    pub fn open(package: Package) -> Result<Ods, BookError> {
        let mut markup = Markup::new(Content::Part(Box::new(content(&package)?)));
        let budget = Budget::new(package.packed());
        let mut sheets = Vec::new();
        let mut links: Vec<String> = Vec::new();
        let (mut style, mut hiding) = (String::new(), Vec::new());
        let mut names = Vec::new();
        let mut limits = Limits::default();
        let (mut tops, mut starts) = (Vec::new(), Vec::new());
        loop {
            let mut begun = None;
            match markup.next()? {
                Token::Open { name: b"style", attributes, .. } => style = value(attributes, b"style:name"),
                Token::Open { name: b"table-properties", attributes, .. }
                    if attributes.get(b"table:display") == Some(b"false") =>
                {
                    hiding.push(style.clone());
                }
                Token::Open { name: b"named-range", attributes, .. } => {
                    let target = ods_limits::reference(&value(attributes, b"table:cell-range-address"));
                    names.push((value(attributes, b"table:name"), target));
                }
                Token::Open { name: b"table", attributes, closed } => {
                    let name = value(attributes, b"table:name");
                    let hidden = hiding.contains(&value(attributes, b"table:style-name"));
                    // Copies of other documents' sheets are kept under such names.
                    match name.strip_prefix("'file:").and_then(|rest| rest.split_once('\'')) {
                        Some((link, _)) => links.push(link.rsplit('/').next().unwrap_or_default().to_owned()),
                        None => {
                            sheets.push(SheetEntry { name, hidden });
                            begun = Some(closed);
                        }
                    }
                }
                Token::End => break,
                token => limits.take(token),
            }
            if let Some(ended) = begun {
                starts.push((markup.position(), ended));
                let mut rows = OdsRows::new(markup, Arc::default());
                rows.set_budget(SheetBudget::new(&budget, sheets.len() - 1));
                rows.ended = ended;
                tops.push(rows.top()?);
                markup = rows.markup;
            }
        }
        links.dedup();
        if sheets.is_empty() {
            return Err(BookError::Damaged("it has no sheet".to_owned()));
        }
        Ok(Ods { package, budget, sheets, links, names, limits: Arc::new(limits.list), tops, starts, unpacked: None })
    }

    /// Hands the first rows of the sheets out.
    pub fn take_tops(&mut self) -> Vec<Option<Chunk>> {
        std::mem::take(&mut self.tops)
    }

    /// The rows of the sheet at a place.
    pub fn rows(&mut self, at: usize) -> Result<OdsRows, BookError> {
        let (from, ended) = self.starts.get(at).copied().unwrap_or((0, true));
        let source = self.content_from(from)?;
        let mut rows = OdsRows::new(Markup::new(source), Arc::clone(&self.limits));
        rows.set_budget(SheetBudget::new(&self.budget, at));
        rows.ended = ended;
        Ok(rows)
    }

    /// The part with the sheets from a place on. Where it is not large it is unpacked once, and not again for every sheet.
    fn content_from(&mut self, from: u64) -> Result<Content, BookError> {
        if self.unpacked.is_none() && self.sheets.len() > 2 && self.package.size(CONTENT) <= UNPACKED as u64 {
            let mut bytes = Vec::new();
            content(&self.package)?.take(UNPACKED as u64 + 1).read_to_end(&mut bytes)?;
            self.unpacked = (bytes.len() <= UNPACKED).then(|| Arc::from(bytes));
        }
        if let Some(unpacked) = &self.unpacked {
            let mut cursor = Cursor::new(Arc::clone(unpacked));
            cursor.set_position(from);
            return Ok(Content::Memory(cursor));
        }
        let mut part = content(&self.package)?;
        io::copy(&mut (&mut part).take(from), &mut io::sink())?;
        Ok(Content::Part(Box::new(part)))
    }
}

/// Limits of cells as they are read, before the sheets that name them.
#[derive(Default)]
struct Limits {
    list: Vec<(String, Validation)>,
    in_help: bool,
}

impl Limits {
    fn take(&mut self, token: Token<'_>) {
        match token {
            Token::Open { name: b"content-validation", attributes, .. } => {
                let validation = ods_limits::validation(&value(attributes, b"table:condition"));
                // Without a word about it, what does not fit is refused.
                self.list.push((value(attributes, b"table:name"), validation));
            }
            Token::Open { name: b"help-message", attributes, closed } => {
                self.in_help = !closed;
                if let Some((_, limit)) = self.list.last_mut() {
                    limit.prompt_title = value(attributes, b"table:title");
                }
            }
            Token::Close { name: b"help-message" } => self.in_help = false,
            Token::Open { name: b"error-message", attributes, .. } => {
                let kind = attributes.get(b"table:message-type").unwrap_or(b"stop");
                let shown = attributes.get(b"table:display") != Some(b"false");
                if let Some((_, limit)) = self.list.last_mut() {
                    limit.only_warns = kind != b"stop" || !shown;
                }
            }
            Token::Text(text) if self.in_help => {
                if let Some((_, limit)) = self.list.last_mut() {
                    push_text(text, &mut limit.prompt);
                }
            }
            _ => {}
        }
    }
}

fn content(package: &Package) -> Result<Part, BookError> {
    package.stream(CONTENT)?.ok_or(BookError::NoWorkbook)
}

fn value(attributes: Attributes<'_>, name: &[u8]) -> String {
    let mut out = String::new();
    push_text(attributes.get(name).unwrap_or_default(), &mut out);
    out
}

fn count(attributes: Attributes<'_>, name: &[u8]) -> u64 {
    let given = attributes.get(name).and_then(|digits| std::str::from_utf8(digits).ok()?.parse().ok());
    given.unwrap_or(1).clamp(1, MOST_ROWS)
}

/// A cell as it is written.
#[derive(Debug, Clone, Default)]
struct OdsCell {
    column: usize,
    repeat: u64,
    /// Columns and rows that it is merged over.
    spans: (u64, u64),
    kind: String,
    value: String,
    shown: String,
    formula: bool,
    error: bool,
    /// The name of its limit.
    limit: String,
}

/// Reads the rows of a sheet.
pub struct OdsRows {
    markup: Markup<Content>,
    builder: Builder,
    next_row: u64,
    next_column: usize,
    /// Cells of a filled row that is still to be repeated, how often, and how many rows are left out then.
    repeats: Vec<(Vec<OdsCell>, u64, u64)>,
    /// Cells that repeated rows may still come to.
    may_repeat: u64,
    ended: bool,
    metadata: SheetMetadata,
    limits: Arc<Vec<(String, Validation)>>,
    /// The names of the limits in the facts, in their order.
    limit_names: Vec<String>,
}

impl OdsRows {
    fn new(markup: Markup<Content>, limits: Arc<Vec<(String, Validation)>>) -> OdsRows {
        OdsRows {
            markup,
            builder: Builder::new(Arc::new(NumberFormats::new([].into_iter()))),
            next_row: 1,
            next_column: 0,
            repeats: Vec::new(),
            may_repeat: REPEATED_ROWS,
            ended: false,
            metadata: SheetMetadata::default(),
            limits,
            limit_names: Vec::new(),
        }
    }

    /// The first rows of the sheet that has just begun.
    fn top(&mut self) -> io::Result<Option<Chunk>> {
        self.builder.begin(Chunk::default());
        while self.builder.chunk.row_count() < TOP && self.more()? {}
        Ok(self.builder.finish())
    }

    /// What else is known of the sheet.
    pub fn metadata(&self) -> &SheetMetadata {
        &self.metadata
    }

    /// What is read from.
    pub fn source(&self) -> &Content {
        self.markup.source()
    }

    /// Says what the cells may come to.
    fn set_budget(&mut self, budget: SheetBudget) {
        self.builder.set_budget(budget);
    }

    /// Sees to it that every row has at least so many cells.
    pub fn set_width(&mut self, width: usize) {
        self.builder.width = width;
    }

    /// The next chunk.
    pub fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        self.builder.begin(spare);
        while !self.builder.is_full() && self.more()? {}
        Ok(self.builder.finish())
    }

    /// Reads a little further; false at the end of the sheet.
    fn more(&mut self) -> io::Result<bool> {
        if let Some((cells, left, left_out)) = self.repeats.pop() {
            self.put(&cells);
            self.builder.within_limits()?;
            self.metadata.far = self.builder.far;
            if left > 1 {
                self.repeats.push((cells, left - 1, left_out));
            } else {
                self.next_row += left_out;
            }
        } else if self.ended {
            return Ok(false);
        } else {
            self.step()?;
        }
        Ok(true)
    }

    fn step(&mut self) -> io::Result<()> {
        match self.markup.next()? {
            Token::Open { name: b"table-column", attributes, .. } => {
                let columns = count(attributes, b"table:number-columns-repeated") as usize;
                let last = (self.next_column + columns - 1).min(MOST_COLUMNS - 1);
                if attributes.get(b"table:visibility").is_some_and(|state| state != b"visible") {
                    self.metadata.hidden_columns.push((self.next_column, last));
                }
                self.next_column += columns;
            }
            Token::Open { name: b"table-row", attributes, closed } => {
                let rows = count(attributes, b"table:number-rows-repeated");
                let hidden = attributes.get(b"table:visibility").is_some_and(|state| state != b"visible");
                let filtered = attributes.get(b"table:visibility") == Some(b"filter");
                if closed {
                    self.next_row += rows;
                    return Ok(());
                }
                self.row(rows, hidden, filtered)?;
            }
            Token::Close { name: b"table" } | Token::End => self.ended = true,
            _ => {}
        }
        Ok(())
    }

    fn row(&mut self, repeat: u64, hidden: bool, filtered: bool) -> io::Result<()> {
        let mut cells: Vec<OdsCell> = Vec::new();
        let mut column = 0;
        loop {
            match self.markup.next()? {
                Token::Open { name: b"table-cell" | b"covered-table-cell", attributes, closed } => {
                    let cell = begin_cell(attributes, column);
                    column += cell.repeat as usize;
                    let cell = if closed { cell } else { self.cell(cell)? };
                    self.merged(&cell);
                    self.limited(&cell, repeat);
                    if cell.column < MOST_COLUMNS && (cell.formula || !cell.kind.is_empty() || !cell.shown.is_empty()) {
                        cells.push(cell);
                    }
                }
                Token::Close { name: b"table-row" } => break,
                Token::End => return Err(broken_off()),
                _ => {}
            }
        }
        if cells.is_empty() {
            self.next_row += repeat;
            return Ok(());
        }
        if hidden {
            let rows = self.next_row..(self.next_row + repeat).min(self.next_row + MOST_ROWS);
            self.metadata.hidden_count += rows.end - rows.start;
            if filtered {
                let (first_row, last_row) = (rows.start, rows.end - 1);
                let before = self.metadata.filtered.map_or(first_row, |range| range.first_row);
                self.metadata.filtered =
                    Some(CellRange { first_column: 0, first_row: before, last_column: MOST_COLUMNS - 1, last_row });
            }
            self.metadata.hidden_rows.extend(rows.take(10_000));
        }
        let most = self.most_times(&cells, repeat);
        if repeat > most {
            let (first_row, last_row) = (self.next_row, self.next_row + repeat - 1);
            let last_column = cells.last().map_or(0, |cell| cell.column + cell.repeat as usize - 1);
            self.metadata.cut.get_or_insert(CellRange { first_column: 0, first_row, last_column, last_row });
        }
        self.repeats.push((cells, repeat.min(most), repeat.saturating_sub(most)));
        Ok(())
    }

    /// How often a row counts that is repeated.
    fn most_times(&mut self, cells: &[OdsCell], repeat: u64) -> u64 {
        let width: u64 = cells.iter().map(|cell| cell.repeat).sum();
        // No template has thousands of columns: such a row is filled to the edge of the sheet by mistake.
        if width > WIDEST_REPEATED {
            return FEW;
        }
        // Short runs of the same row are usual in narrow sheets: each row that is written out earns a few more.
        self.may_repeat += (cells.len() as u64).max(ROW_COSTS) * RUN;
        let each = width.max(ROW_COSTS);
        let more = (repeat - 1).min(self.may_repeat / each);
        self.may_repeat -= more * each;
        more + 1
    }

    /// Adds a cell to the range of its limit.
    fn limited(&mut self, cell: &OdsCell, rows: u64) {
        if cell.limit.is_empty() || cell.column >= MOST_COLUMNS {
            return;
        }
        let Some((name, limit)) = self.limits.iter().find(|(name, _)| *name == cell.limit) else { return };
        let range = CellRange {
            first_column: cell.column,
            first_row: self.next_row,
            last_column: (cell.column + cell.repeat as usize - 1).min(MOST_COLUMNS - 1),
            last_row: self.next_row + rows - 1,
        };
        let at = match self.limit_names.iter().position(|known| known == name) {
            Some(at) => at,
            None => {
                self.limit_names.push(name.clone());
                self.metadata.validations.push(limit.clone());
                self.limit_names.len() - 1
            }
        };
        // Cells under each other make one range.
        let ranges = &mut self.metadata.validations[at].ranges;
        let goes_on = |known: &&mut CellRange| {
            known.last_row + 1 == range.first_row
                && (known.first_column, known.last_column) == (range.first_column, range.last_column)
        };
        match ranges.iter_mut().rev().take(64).find(goes_on) {
            Some(known) => known.last_row = range.last_row,
            None => ranges.push(range),
        }
    }

    fn merged(&mut self, cell: &OdsCell) {
        let (columns, rows) = cell.spans;
        if columns > 1 || rows > 1 {
            self.metadata.merged.push(CellRange {
                first_column: cell.column,
                first_row: self.next_row,
                last_column: cell.column + columns as usize - 1,
                last_row: self.next_row + rows - 1,
            });
        }
    }

    /// Reads a cell's text. Notes that hang on it are no part of it.
    fn cell(&mut self, cell: OdsCell) -> io::Result<OdsCell> {
        let mut cell = cell;
        let (mut paragraphs, mut inside, mut metadata) = (0, 0_u32, false);
        loop {
            if cell.shown.len() > LARGEST_SHEET_ROW {
                let most = LARGEST_SHEET_ROW >> 20;
                return Err(BookError::Oversized(format!("a cell of it holds more than {most} MB of text")).into());
            }
            match self.markup.next()? {
                Token::Open { name: b"annotation", closed, .. } => metadata = !closed,
                Token::Close { name: b"annotation" } => metadata = false,
                Token::Open { name: b"p", closed, .. } if !metadata => {
                    if paragraphs > 0 {
                        cell.shown.push('\n');
                    }
                    paragraphs += 1;
                    inside += u32::from(!closed);
                }
                Token::Close { name: b"p" } if !metadata => inside = inside.saturating_sub(1),
                Token::Open { name: b"s", attributes, .. } if inside > 0 => {
                    let spaces = count(attributes, b"text:c").min(10_000) as usize;
                    cell.shown.push_str(&" ".repeat(spaces));
                }
                Token::Open { name: b"tab", .. } if inside > 0 => cell.shown.push('\t'),
                Token::Open { name: b"line-break", .. } if inside > 0 => cell.shown.push('\n'),
                Token::Text(text) if inside > 0 => push_text(text, &mut cell.shown),
                Token::Plain(text) if inside > 0 => push_utf8(text, &mut cell.shown),
                Token::Close { name: b"table-cell" | b"covered-table-cell" } => return Ok(cell),
                Token::End => return Err(broken_off()),
                _ => {}
            }
        }
    }

    fn put(&mut self, cells: &[OdsCell]) {
        self.builder.begin_row(self.next_row);
        self.next_row += 1;
        for cell in cells {
            for column in cell.column..(cell.column + cell.repeat as usize).min(MOST_COLUMNS) {
                put_cell(&mut self.builder, column, cell);
            }
        }
        self.builder.end_row();
    }
}

fn begin_cell(attributes: Attributes<'_>, column: usize) -> OdsCell {
    let mut cell = OdsCell { column, repeat: 1, spans: (1, 1), ..OdsCell::default() };
    for (name, raw) in attributes.iter() {
        let mut said = String::new();
        push_text(raw, &mut said);
        match name {
            b"table:number-columns-repeated" => cell.repeat = said.parse().unwrap_or(1).clamp(1, MOST_COLUMNS as u64),
            b"table:number-columns-spanned" => cell.spans.0 = said.parse().unwrap_or(1).clamp(1, MOST_COLUMNS as u64),
            b"table:number-rows-spanned" => cell.spans.1 = said.parse().unwrap_or(1).clamp(1, MOST_ROWS),
            b"office:value-type" => cell.kind = said,
            b"office:value" | b"office:date-value" | b"office:time-value" | b"office:boolean-value" => {
                cell.value = said
            }
            b"office:string-value" => cell.shown = said,
            b"table:content-validation-name" => cell.limit = said,
            b"table:formula" => cell.formula = true,
            b"calcext:value-type" => cell.error = said == "error",
            _ => {}
        }
    }
    cell
}

fn put_cell(builder: &mut Builder, column: usize, cell: &OdsCell) {
    let shown = cell.shown.as_str();
    let raw = if cell.error || shown.starts_with('#') && cell.formula && shown.ends_with(['!', 'A', '?']) {
        Raw::Error(shown)
    } else {
        match cell.kind.as_str() {
            "float" | "percentage" | "currency" => Raw::Number(&cell.value),
            "date" => Raw::Iso(&cell.value),
            "time" => {
                builder.cell_shown(column, Raw::Iso(&clock(&cell.value)), formula(cell), shown);
                return;
            }
            "boolean" => Raw::YesNo(cell.value == "true"),
            _ => text(shown),
        }
    };
    builder.cell_shown(column, raw, formula(cell), shown);
}

fn formula(cell: &OdsCell) -> Formula {
    match (cell.formula, cell.kind.is_empty() && cell.shown.is_empty()) {
        (false, _) => Formula::None,
        (true, false) => Formula::WithResult,
        (true, true) => Formula::WithoutResult,
    }
}

/// `PT08H30M00S` as `08:30:00`.
fn clock(said: &str) -> String {
    let digits: Vec<&str> = said.split(|each: char| !each.is_ascii_digit()).filter(|part| !part.is_empty()).collect();
    match digits.as_slice() {
        [hours, minutes, seconds, ..] => format!("{hours:0>2}:{minutes:0>2}:{seconds:0>2}"),
        _ => said.to_owned(),
    }
}

#[cfg(test)]
#[path = "tests/ods.rs"]
mod tests;
