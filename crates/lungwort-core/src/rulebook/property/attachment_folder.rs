//! The named file lies in the folder.

use std::collections::HashSet;
use std::path::Path;

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::{Value, fold};
use crate::rulebook::{Sheet, attachment};
use crate::rulebook::toml_text::quoted;
use crate::finding::{CellProblem, Correction, codes::value as codes};

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<String> {
    let folder = written.attachment_folder.as_ref()?;
    if !on.compiler.given.allow_outside && !attachment::is_inside(folder) {
        on.error("attachment_folder", "the folder must be in or under that of the file, or be allowed with --allow-outside");
        return None;
    }
    Some(folder.clone())
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["attachment_folder"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.attachment_folder.iter().map(|folder| format!("the name of a file in the folder {folder}")).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.attachment_folder.iter().map(|text| ("attachment_folder", quoted(text))).collect()
    }

    fn check<'r>(&self, column: &'r Column, surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        let folder = column.attachment_folder.clone()?;
        let names = names_in(&surroundings.folder.join(&folder));
        Some(Box::new(Attached { folder, names }))
    }
}

struct Attached {
    folder: String,
    names: HashSet<String>,
}

fn names_in(folder: &Path) -> HashSet<String> {
    let entries = std::fs::read_dir(folder).into_iter().flatten().flatten();
    entries.map(|entry| entry.file_name().to_string_lossy().into_owned()).collect()
}

impl CellCheck for Attached {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.names.contains(text)
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let mut names: Vec<&str> = self.names.iter().map(String::as_str).collect();
        names.sort_unstable();
        let near = fold::nearest(text, names.into_iter());
        let hint = near.map(|near| format!(" Did you mean {near}?")).unwrap_or_default();
        CellProblem::new(&codes::NO_ATTACHMENT, format!("no file of that name is in the folder {}.{hint}", self.folder))
            .with(near.and_then(Correction::likely))
    }
}
