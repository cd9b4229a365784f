//! Which of several rulebooks a file's headings fit best.

use std::collections::{HashMap, HashSet};
use std::path::{Path, PathBuf};

use super::{BOOK_ENDING, Column, ENDING, Rulebook, Sheet};
use crate::cell::fold::fold;

/// How well a rulebook fits a file's headings.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub struct Fit {
    /// Thousandths of all headings, of the file or the rulebook, that stand in both.
    pub share: usize,
    /// Headings that stand in both.
    pub shared: usize,
    /// Headings of the sheet.
    pub of: usize,
}

/// Under this share a rulebook is taken to be for another template.
pub const LEAST_SHARE: usize = 400;

/// The headings of a sheet, ready to be held against rows of files.
#[derive(Debug)]
pub struct SheetHeadings {
    folded: HashSet<String>,
    /// Other headings, each with the first one of its column.
    others: HashMap<String, String>,
    of: usize,
}

impl SheetHeadings {
    /// Those of a sheet.
    pub fn new(sheet: &Sheet) -> SheetHeadings {
        // Other headings of a column count as its first one.
        let columns = &sheet.columns[sheet.headed()];
        let folded = columns.iter().map(|column| fold(&column.heading)).collect();
        let one = |column: &Column| {
            let first = fold(&column.heading);
            column.other_headings.iter().map(|other| (fold(other), first.clone())).collect::<Vec<_>>()
        };
        let others = columns.iter().flat_map(one).collect();
        SheetHeadings { folded, others, of: columns.len() }
    }

    /// Those of every sheet of rows.
    pub fn of_rulebook(rulebook: &Rulebook) -> Vec<SheetHeadings> {
        rulebook.sheets.iter().filter(|sheet| !sheet.is_form).map(SheetHeadings::new).collect()
    }

    /// Calculates the fit of a row. Headings are compared without case, spaces, accents and punctuation.
    pub fn fit<S: AsRef<str>>(&self, row: &[S]) -> Fit {
        let theirs: HashSet<String> =
            row.iter().map(|heading| fold(heading.as_ref())).filter(|heading| !heading.is_empty()).collect();
        let theirs: HashSet<String> =
            theirs.into_iter().map(|heading| self.others.get(&heading).cloned().unwrap_or(heading)).collect();
        let shared = self.folded.intersection(&theirs).count();
        let all = self.folded.union(&theirs).count().max(1);
        Fit { share: shared * 1000 / all, shared, of: self.of }
    }
}

/// Which of their headings most columns have in a file, by its top rows; the first where as many have another.
pub fn heading_of_most<'c>(rulebook: &Rulebook, cells: impl Iterator<Item = &'c str>) -> usize {
    let mut places: HashMap<String, Vec<usize>> = HashMap::new();
    for column in rulebook.sheets.iter().flat_map(|sheet| &sheet.columns).filter(|it| !it.other_headings.is_empty()) {
        column.headings().enumerate().for_each(|(place, heading)| places.entry(fold(heading)).or_default().push(place));
    }
    let mut counts: Vec<usize> = Vec::new();
    if places.is_empty() {
        return 0;
    }
    for place in cells.filter_map(|cell| places.get(&fold(cell))).flatten() {
        counts.resize(counts.len().max(place + 1), 0);
        counts[*place] += 1;
    }
    (0..counts.len()).max_by_key(|place| (counts[*place], std::cmp::Reverse(*place))).unwrap_or(0)
}

fn is_called(name: &str) -> bool {
    [ENDING, BOOK_ENDING].iter().any(|ending| name.ends_with(ending)) && !name.starts_with("~$")
}

/// The rulebooks in a folder, by name; one kept as a workbook only where the same is not there as text.
pub fn in_folder(folder: &Path) -> Vec<PathBuf> {
    let folder = if folder.as_os_str().is_empty() { Path::new(".") } else { folder };
    let entries = std::fs::read_dir(folder).into_iter().flatten().flatten();
    let mut found: Vec<PathBuf> = entries
        .map(|entry| entry.path())
        .map(|path| path.strip_prefix("./").map(Path::to_owned).unwrap_or(path))
        .filter(|path| path.file_name().is_some_and(|name| is_called(&name.to_string_lossy())))
        // What is no regular file may never end.
        .filter(|path| path.is_file())
        .collect();
    found.sort();
    let texts: HashSet<PathBuf> =
        found.iter().filter(|path| path.extension().is_some_and(|ending| ending == "toml")).cloned().collect();
    found.retain(|path| texts.contains(path) || !texts.contains(&path.with_extension("toml")));
    found
}
