//! What is named beside a rulebook: exports of what the receiving side holds, and answers.

use std::path::PathBuf;

/// What is named beside a rulebook.
#[derive(Debug, Clone, Default)]
pub struct Given {
    /// Exports of existing records.
    pub existing: Vec<GivenFile>,
    /// Exports of what other systems hold, each with what the system is called.
    pub existing_of: Vec<(String, PathBuf)>,
    /// Answers, each with what it is called.
    pub answers: Vec<(String, String)>,
    /// Whether the rulebook may name files that are not in or under its folder.
    pub allow_outside: bool,
    /// Which of a column's headings messages use, where it has several: that of the file's language or edition.
    pub heading: usize,
}

/// A file for a sheet.
#[derive(Debug, Clone)]
pub struct GivenFile {
    /// The sheet, where it is named.
    pub sheet: Option<String>,
    /// The file.
    pub file: PathBuf,
}
