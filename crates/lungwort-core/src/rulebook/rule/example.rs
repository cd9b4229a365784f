//! A row that passes a rule and one that fails.

/// Cells of an example row: heading and text, blank as an empty text.
pub type Cells = Vec<(String, String)>;

/// Example rows for a rule.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct RuleExample {
    /// Cells that pass.
    pub pass: Option<Cells>,
    /// Cells that fail.
    pub fail: Option<Cells>,
}
