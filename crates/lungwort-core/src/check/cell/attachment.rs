//! The named file lies in the folder.

use std::collections::HashSet;
use std::path::Path;

use super::{CellCheck, Found, Surroundings};
use crate::cell::{Value, fold};
use crate::finding::{Repair, codes::value as codes};
use crate::rulebook::Column;

struct Attached {
    folder: String,
    names: HashSet<String>,
}

pub fn make<'r>(column: &'r Column, surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    let folder = column.attachment_folder.clone()?;
    let names = names_in(&surroundings.folder.join(&folder));
    Some(Box::new(Attached { folder, names }))
}

fn names_in(folder: &Path) -> HashSet<String> {
    let entries = std::fs::read_dir(folder).into_iter().flatten().flatten();
    entries.map(|entry| entry.file_name().to_string_lossy().into_owned()).collect()
}

impl CellCheck for Attached {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.names.contains(text)
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        let mut names: Vec<&str> = self.names.iter().map(String::as_str).collect();
        names.sort_unstable();
        let near = fold::nearest(text, names.into_iter());
        let hint = near.map(|near| format!(" Did you mean {near}?")).unwrap_or_default();
        Found::new(&codes::NO_ATTACHMENT, format!("no file of that name is in the folder {}.{hint}", self.folder))
            .with(near.and_then(Repair::likely))
    }
}
