//! What of an upload would go through, in words.

use lungwort_core::finding::ranges::thousands;
use lungwort_core::rulebook::written::WrittenPartial;

use super::{Previewer, Shown};

/// Ranges of rows named for what stays behind.
const RANGES: usize = 8;

/// `1 row`, `2 rows`
pub fn counted(count: u64, noun: &str) -> String {
    format!("{} {noun}{}", thousands(count), if count == 1 { "" } else { "s" })
}

/// What would go through and what would stay behind; `None` where nothing was asked for.
pub fn words(shown: &Shown<'_>, previewer: &Previewer) -> Option<String> {
    let passing = previewer.preview.passing(shown.is_ready(previewer));
    let behind: u64 = passing.behind.iter().map(|(_, rows)| rows.rows()).sum();
    let mut words = match (passing.through, behind) {
        (0, 0) => return None,
        (_, 0) => "All of it would go through.".to_owned(),
        (0, _) => "Nothing would go through".to_owned(),
        (through, _) => format!("{} would go through", counted(through, "row")),
    };
    if behind > 0 {
        let several = passing.behind.len() > 1;
        let of = |((_, sheet), rows): &((usize, Option<std::sync::Arc<str>>), lungwort_core::finding::RowSet)| {
            let sheet = sheet.as_ref().filter(|_| several).map(|sheet| format!(" of {sheet}")).unwrap_or_default();
            format!("{}{sheet}", rows.words(RANGES))
        };
        let rows: Vec<String> = passing.behind.iter().map(of).collect();
        let why = match shown.rulebook.file.partial {
            _ if passing.as_a_whole => ", since an error is about the file as a whole",
            WrittenPartial::Rows => "",
            WrittenPartial::Records => ", since records go as a whole",
            WrittenPartial::Nothing => ", since this side takes a file as a whole or not at all",
        };
        words.push_str(&format!("; {} would stay behind{why}: {}.", counted(behind, "row"), rows.join("; ")));
    }
    Some(words)
}
