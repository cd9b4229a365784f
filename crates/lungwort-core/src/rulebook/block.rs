//! Stacked blocks: a labelled header and the lines under it, again and again down one sheet.

use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::compiler::{Columns, Compiler};
use super::model::{Record, RecordList};
use super::rule::{WrittenEach, WrittenNumbered, WrittenRule};
use super::toml_text::is_default;
use super::written::WrittenSheet;
use super::{Sheet, listed};
use crate::condition::Scope;
use crate::finding::ranges::thousands;

/// What the lines of a block are called.
const LINES: &str = "lines";

/// Stacked blocks, as they are written. Their header is in `cell`, and their lines in `column`.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenBlock {
    /// The labelled cell with the number of the block: 1, 2, 3 and so on.
    pub number: Option<String>,
    /// The least lines of a block.
    #[serde(default, skip_serializing_if = "is_default")]
    pub min: u64,
    /// The most.
    pub max: Option<u64>,
    /// Columns of the lines, each with the labelled cell whose value it has where it is blank.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub inherit: IndexMap<String, String>,
}

/// Stacked blocks.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Block {
    /// How many of the sheet's columns, from the first, are labelled cells of the header.
    pub cells: usize,
    /// Columns of the lines, each with the cell of the header whose value it has where it is blank.
    pub inherit: Vec<(usize, usize)>,
    /// The least lines.
    pub min: u64,
    /// The most.
    pub max: Option<u64>,
}

impl Block {
    /// It in words.
    pub fn words(&self, sheet: &Sheet) -> String {
        let cells: Vec<usize> = (0..self.cells).collect();
        let lines: Vec<usize> = sheet.headed().collect();
        let most = match (self.min, self.max) {
            (0, None) => String::new(),
            (min, None) => format!("; at least {} lines", thousands(min)),
            (0, Some(max)) => format!("; at most {} lines", thousands(max)),
            (min, Some(max)) => format!("; {} to {} lines", thousands(min), thousands(max)),
        };
        let inherit: Vec<String> = self
            .inherit
            .iter()
            .map(|(line, cell)| format!("{}, where blank, is {}", sheet.named(&[*line]), sheet.named(&[*cell])))
            .collect();
        let inherit = if inherit.is_empty() { String::new() } else { format!("; {}", listed(&inherit, "and")) };
        format!(
            "blocks one below the other: {} above the lines of each, with {}{most}{inherit}",
            sheet.named(&cells),
            sheet.named(&lines)
        )
    }
}

/// Adds the rule that the blocks are numbered.
pub(super) fn number(sheet: &mut WrittenSheet) {
    let Some(number) = sheet.block.as_ref().and_then(|block| block.number.clone()) else { return };
    let rule = WrittenRule {
        each: Some(WrittenEach::Word("sheet".to_owned())),
        numbered: Some(WrittenNumbered::Column(number)),
        message: Some("Blocks are numbered 1, 2, 3 and so on, without a gap".to_owned()),
        ..WrittenRule::default()
    };
    sheet.rule.push(rule);
}

/// Compiles the blocks of a sheet, and the records that they are: the header, then the lines.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, cells): (&str, usize),
    sheet: &WrittenSheet,
) -> Option<(Block, Record)> {
    let written = sheet.block.as_ref()?;
    let path = format!("{path}.block");
    let all = sheet.entries().0.len();
    if cells == 0 || cells == all {
        let message = "a block has labelled cells above ([[sheet.cell]]) and columns of its lines ([[sheet.column]])";
        compiler.error(&path, message);
        return None;
    }
    if sheet.record.is_some() {
        compiler.error(&path, "the rows of a sheet are records or blocks, and not both: leave one of them out");
    }
    if written.max.is_some_and(|max| max < written.min) {
        compiler.error(&format!("{path}.max"), "the least number of lines is greater than the greatest");
    }
    let named = |compiler: &mut Compiler, place: &str, name: &str, in_header: bool| {
        let found = columns.column(name).map(|(column, _)| column);
        let right = found.filter(|column| (*column < cells) == in_header);
        if right.is_none() {
            let what = if in_header { "labelled cell of the header" } else { "column of the lines" };
            let near = columns.nearest(name).filter(|_| found.is_none());
            let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
            compiler.error(place, format!("no {what} is called {name}{hint}"));
        }
        right
    };
    if let Some(number) = &written.number {
        named(compiler, &format!("{path}.number"), number, true);
    }
    let mut inherit = Vec::new();
    for (line, cell) in &written.inherit {
        let place = format!("{path}.inherit.{line}");
        let (line, cell) = (named(compiler, &place, line, false), named(compiler, &place, cell, true));
        let Some((line, cell)) = line.zip(cell) else { continue };
        if columns.kind(line) != columns.kind(cell) {
            compiler.error(&place, "both need the same type");
            continue;
        }
        inherit.push((line, cell));
    }
    let lines = RecordList {
        name: LINES.to_owned(),
        columns: (cells..all).collect(),
        min: written.min,
        max: written.max,
        distinct: false,
    };
    let record = Record { header: (0..cells).collect(), must_be_blank: false, lists: vec![lines] };
    Some((Block { cells, inherit, min: written.min, max: written.max }, record))
}
