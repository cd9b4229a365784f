//! The report for people, record by record: what is wrong with the rows of one record, and with the record as a whole, together.
//!
//! A record is what has the same first part of the key: the document of "M-0404 / 3", the block of "T-0101, line 2".

use std::io::{self, Write};
use std::sync::Arc;

use indexmap::IndexMap;
use lungwort_core::cell::shown;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::finding::{Finding, RowSet, column_letter};

use super::{Form, ReportOptions, Summary, text, text_rows};
use crate::style::{self, paint};

/// Findings that are kept, so that those about records as wholes, which come last, are listed beside those of their rows.
const KEPT: usize = 10_000;

/// Rows that are named for a record.
const RANGES: usize = 4;

/// What records are known by: the file, the sheet, and the first part of the key.
type Name = (usize, Option<Arc<str>>, Option<String>);

/// The findings of one record.
#[derive(Default)]
struct Group {
    rows: RowSet,
    lines: Vec<String>,
}

/// The report by record.
pub struct TextGroups {
    groups: IndexMap<Name, Group>,
    limit: usize,
    kept: usize,
    names: Vec<String>,
}

impl TextGroups {
    pub fn new(options: &ReportOptions) -> TextGroups {
        TextGroups { groups: IndexMap::new(), limit: options.limit, kept: 0, names: options.names.clone() }
    }

    fn heading(&self, (file, sheet, name): &Name, group: &Group) -> String {
        let file = match self.names.get(*file) {
            Some(name) if self.names.len() > 1 => format!("{}, ", shown::visible(name)),
            _ => String::new(),
        };
        let sheet = sheet.as_ref().map(|sheet| format!("sheet {}, ", shown::visible(sheet))).unwrap_or_default();
        let rows = if group.rows.rows() == 0 { String::new() } else { format!("  {}", group.rows.words(RANGES)) };
        let name = name.as_ref().map_or("Without a key".to_owned(), |name| shown::visible(name));
        format!("{}{}", paint(style::STRONG, format!("{file}{sheet}{name}")), paint(style::FAINT, rows))
    }
}

/// The first part of a key.
fn record_of(key: &str) -> String {
    let end = [" / ", ", line "].iter().filter_map(|between| key.find(between)).min().unwrap_or(key.len());
    key[..end].to_owned()
}

impl Form for TextGroups {
    fn finding(&mut self, finding: &Finding, _: u64, _: &mut dyn Write) -> io::Result<()> {
        if self.kept >= KEPT.max(self.limit) {
            return Ok(());
        }
        self.kept += 1;
        let address = &finding.address;
        let name = (address.file, address.sheet.clone(), finding.key.as_deref().map(record_of));
        let group = self.groups.entry(name).or_default();
        if let Some(row) = address.place.row {
            group.rows.add(row, row);
        }
        let row = address.place.row.map(|row| row.to_string()).unwrap_or_default();
        let column = address.place.field.map(column_letter).unwrap_or_default();
        let mut lines = Vec::new();
        text_rows::write_finding(finding, &format!("{column}{row}"), 8, &mut lines)?;
        group.lines.push(String::from_utf8_lossy(&lines).into_owned());
        Ok(())
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        text::top(summary, out)?;
        let mut listed = 0;
        // In the order of the file: findings about records as wholes come after all rows.
        let mut sheets: Vec<(usize, &Option<Arc<str>>)> = self.groups.keys().map(|name| (name.0, &name.1)).collect();
        sheets.dedup();
        let sheet_of = |name: &Name| sheets.iter().position(|sheet| *sheet == (name.0, &name.1));
        let mut groups: Vec<(&Name, &Group)> = self.groups.iter().collect();
        groups.sort_by_cached_key(|(name, group)| {
            (name.0, sheet_of(name), group.rows.ranges().first().map(|(first, _)| *first))
        });
        for (name, group) in groups {
            if listed >= self.limit {
                break;
            }
            writeln!(out, "\n{}", self.heading(name, group))?;
            for lines in group.lines.iter().take(self.limit - listed) {
                out.write_all(lines.as_bytes())?;
            }
            listed += group.lines.len().min(self.limit - listed);
        }
        let all = summary.shown.counts().total();
        let hidden = all - listed as u64;
        if hidden > 0 {
            writeln!(out, "\n… and {} more findings: --limit {all} shows them all.", thousands(hidden))?;
        }
        text::bottom(summary, &summary.shown.sorted(), out)
    }
}
