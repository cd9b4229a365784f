//! Which of several rulebooks a file's headings fit best.

use std::collections::HashSet;
use std::path::{Path, PathBuf};

use super::{ENDING, Rulebook, Sheet};
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

/// Reckons the fit. Headings are compared without case, spaces, accents and punctuation.
pub fn fit(rulebook: &Rulebook, headings: &[String]) -> Fit {
    let sheets = rulebook.sheets.iter().filter(|sheet| !sheet.is_form);
    sheets.map(|sheet| fit_of_sheet(sheet, headings)).max().unwrap_or(Fit { share: 0, shared: 0, of: 0 })
}

/// The fit of one sheet.
pub fn fit_of_sheet(sheet: &Sheet, headings: &[String]) -> Fit {
    let ours: HashSet<String> = sheet.columns.iter().map(|column| fold(&column.heading)).collect();
    let theirs: HashSet<String> =
        headings.iter().map(|heading| fold(heading)).filter(|heading| !heading.is_empty()).collect();
    let shared = ours.intersection(&theirs).count();
    let all = ours.union(&theirs).count().max(1);
    Fit { share: shared * 1000 / all, shared, of: sheet.columns.len() }
}

/// The rulebooks in a folder, by name.
pub fn in_folder(folder: &Path) -> Vec<PathBuf> {
    let folder = if folder.as_os_str().is_empty() { Path::new(".") } else { folder };
    let entries = std::fs::read_dir(folder).into_iter().flatten().flatten();
    let mut found: Vec<PathBuf> = entries
        .map(|entry| entry.path())
        .map(|path| path.strip_prefix("./").map(Path::to_owned).unwrap_or(path))
        .filter(|path| path.file_name().is_some_and(|name| name.to_string_lossy().ends_with(ENDING)))
        .collect();
    found.sort();
    found
}
