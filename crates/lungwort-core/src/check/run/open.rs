//! A file to be checked: where it can be opened again, and what its first rows say.

use super::another_reading;
use crate::intake::pieces::read_top;
use crate::intake::{BookError, Chunk, OpenError, ReadOptions, Source, Workbook};
use crate::rulebook::Rulebook;

/// Rows of each sheet that are looked through for headings.
pub(crate) const TOP: usize = 30;

/// A file that can be opened, and its first rows once somebody has asked for them.
pub struct Opened {
    pub(crate) source: Source,
    pub(crate) options: ReadOptions,
    pub(crate) workbook: Option<Workbook>,
    tops: Option<Vec<TopRows>>,
}

impl Opened {
    /// Opens a file far enough to know that it is a table.
    ///
    /// # Errors
    /// An [`OpenError`] that says why it is none, or cannot be read.
    pub fn new(source: Source, options: ReadOptions) -> Result<Opened, OpenError> {
        let mut opened = Opened { source, options, workbook: None, tops: None };
        if opened.source.is_workbook() {
            opened.workbook = Some(opened.source.workbook()?);
        } else {
            opened.tops()?;
        }
        Ok(opened)
    }

    /// The same file, opened again.
    ///
    /// # Errors
    /// Where it cannot be.
    pub fn again(&self) -> Result<Opened, OpenError> {
        Opened::new(self.source.clone(), self.options)
    }

    /// The name as given.
    pub fn name(&self) -> &str {
        self.source.name()
    }

    /// The file.
    pub fn source(&self) -> &Source {
        &self.source
    }

    /// Another way of reading it in which nearly all headings of a rulebook are found, in words that complete a sentence;
    /// `None` where there is none, where most are found as it is, and for a workbook.
    pub fn another_reading(&self, rulebook: &Rulebook) -> Option<String> {
        another_reading::explains(rulebook, &self.source, self.options)
    }

    /// Whether it is a workbook.
    pub fn is_workbook(&self) -> bool {
        self.source.is_workbook()
    }

    /// The first rows of each sheet; a delimited file has one. Each sheet is closed again when they have been read.
    ///
    /// # Errors
    /// An [`OpenError`] where they cannot be read.
    pub fn tops(&mut self) -> Result<&[TopRows], OpenError> {
        if self.tops.is_none() {
            let tops = match &mut self.workbook {
                Some(workbook) => workbook.tops(TOP)?.into_iter().map(|top| TopRows::of(top.as_ref())).collect(),
                None => vec![self.top_of_text()?],
            };
            self.tops = Some(tops);
        }
        Ok(self.tops.as_deref().unwrap_or_default())
    }

    fn top_of_text(&self) -> Result<TopRows, OpenError> {
        let mut chunks = self.source.text(self.options)?;
        match read_top(&mut chunks, TOP)? {
            Some(top) => Ok(TopRows::of(Some(&top))),
            None if chunks.endless().is_some() => Err(OpenError::NoTable("one line of more than 32 MB")),
            None => Err(OpenError::Empty),
        }
    }

    /// Hands out the workbook and the first rows of its sheets.
    pub(crate) fn into_workbook(mut self) -> Result<Option<(Workbook, Vec<TopRows>)>, BookError> {
        self.tops().map_err(|error| match error {
            OpenError::Workbook(error) => error,
            OpenError::Io(error) => BookError::Io(error),
            other => BookError::Damaged(other.to_string()),
        })?;
        Ok(self.workbook.take().zip(self.tops.take()))
    }
}

/// The texts of the first rows of a sheet, packed: a workbook may have thousands of sheets.
#[derive(Debug, Clone, Default)]
pub struct TopRows {
    text: Box<str>,
    /// Where each cell ends in the text.
    ends: Box<[u32]>,
    /// Where each row's cells end among all.
    rows: Box<[u32]>,
}

impl TopRows {
    fn of(chunk: Option<&Chunk>) -> TopRows {
        let Some(chunk) = chunk else { return TopRows::default() };
        let (mut text, mut ends, mut rows) = (String::new(), Vec::new(), Vec::new());
        for row in 0..chunk.row_count().min(TOP) {
            let cells = chunk.row(row);
            let filled = cells.iter().rposition(|cell| !cell.is_empty()).map_or(0, |last| last + 1);
            for cell in &cells[..filled] {
                text.push_str(chunk.text(*cell));
                ends.push(text.len() as u32);
            }
            rows.push(ends.len() as u32);
        }
        TopRows { text: text.into(), ends: ends.into(), rows: rows.into() }
    }

    /// How many rows there are.
    pub fn row_count(&self) -> usize {
        self.rows.len()
    }

    /// The cells of a row, up to the last filled one.
    pub fn row(&self, row: usize) -> Vec<&str> {
        let Some(end) = self.rows.get(row) else { return Vec::new() };
        let start = row.checked_sub(1).map_or(0, |before| self.rows[before]);
        let cell = |at: u32| {
            let from = at.checked_sub(1).map_or(0, |before| self.ends[before as usize]) as usize;
            self.text.get(from..self.ends[at as usize] as usize).unwrap_or_default()
        };
        (start..*end).map(cell).collect()
    }

    /// All rows, one after the other.
    pub fn rows(&self) -> impl Iterator<Item = Vec<&str>> {
        (0..self.rows.len()).map(|row| self.row(row))
    }
}
