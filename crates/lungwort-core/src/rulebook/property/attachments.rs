//! The files that a cell names: in a folder, or uploaded before and named by their web address.

use std::collections::HashMap;
use std::path::Path;
use std::sync::{Arc, Mutex};

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::Value;
use crate::finding::codes::value as codes;
use crate::finding::ranges::thousands;
use crate::finding::{CellProblem, Correction};
use crate::rulebook::attachment::{self, Address, Files};
use crate::rulebook::list::List;
use crate::rulebook::{Sheet, listed};

/// The files that a column names.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenAttachments {
    /// The folder, beside the file, in which they are; those in folders below it are named with a / between.
    pub folder: Option<String>,
    /// Instead of a folder: the reference that lists the web addresses of what was uploaded before.
    pub uploaded: Option<String>,
    /// With uploaded: the heading of the column with the addresses; the first if left out.
    pub column: Option<String>,
    /// The hosts that a web address may have.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub hosts: Vec<String>,
    /// The kinds that are accepted, by their endings: jpg, png, pdf. The content must agree with the ending.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub kinds: Vec<String>,
    /// The largest file, in bytes.
    pub max_bytes: Option<u64>,
    /// Whether a file may be named once only, in all columns that name files.
    #[serde(default)]
    pub once: bool,
    /// Whether each file in the folder must be named by some row; hidden files do not count.
    #[serde(default)]
    pub all_used: bool,
}

/// The files that a column names.
#[derive(Debug, Clone)]
pub struct Attachments {
    /// As it was written.
    pub written: WrittenAttachments,
    /// The addresses of what was uploaded, normalised.
    pub uploaded: Option<Arc<List>>,
}

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<Attachments> {
    let of = written.attachments.as_ref()?;
    let given = [of.folder.is_some(), of.uploaded.is_some()].iter().filter(|given| **given).count();
    if given != 1 && of.hosts.is_empty() {
        on.error("attachments", "attachments are in a folder, or in a list of what was uploaded");
        return None;
    }
    if of.folder.is_some() && !of.hosts.is_empty() {
        on.error("attachments", "hosts go with web addresses, and not with a folder");
    }
    let allowed = on.compiler.given.allow_outside;
    if of.folder.as_deref().is_some_and(|folder| !allowed && !attachment::is_inside(folder)) {
        on.error("attachments", "the folder must be in or under that of the file, or be allowed with --allow-outside");
        return None;
    }
    if of.folder.is_none() && (of.max_bytes.is_some() || of.all_used) {
        on.error("attachments", "max_bytes and all_used go with a folder: nothing is fetched");
    }
    let mut uploaded = None;
    if let Some(name) = &of.uploaded {
        let Some(table) = on.compiler.references.get(name).cloned() else {
            let hint = on.compiler.hint_reference(name);
            on.error("attachments", format!("there is no reference {name}{hint}"));
            return None;
        };
        let table = table?;
        let column = match &of.column {
            None => Some(0),
            Some(heading) => table.heading(heading),
        };
        let Some(column) = column else {
            let heading = of.column.as_deref().unwrap_or_default();
            on.error("attachments", format!("the reference {name} has no column {heading}{}", table.hint(heading)));
            return None;
        };
        let addresses: Vec<String> =
            (0..table.row_count()).map(|row| attachment::normalised(table.cell(row, column))).collect();
        let entries = addresses.iter().map(|code| crate::rulebook::list::Entry { code, meaning: None });
        uploaded = Some(Arc::new(List::new(entries)));
    }
    Some(Attachments { written: of.clone(), uploaded })
}

impl Attachments {
    fn words(&self) -> String {
        let of = &self.written;
        let mut words = match (&of.folder, &of.uploaded) {
            (Some(folder), _) => format!("the name of a file in the folder {folder}"),
            (None, Some(list)) => format!("the web address of a file that was uploaded (the list {list})"),
            (None, None) => "the web address of a file".to_owned(),
        };
        if !of.hosts.is_empty() {
            words.push_str(&format!(" at {}", listed(&of.hosts, "or")));
        }
        if !of.kinds.is_empty() {
            words.push_str(&format!(", {}", listed(&of.kinds, "or")));
        }
        if let Some(most) = of.max_bytes {
            words.push_str(&format!(", at most {} bytes", thousands(most)));
        }
        if of.once {
            words.push_str(", each once only");
        }
        if of.all_used {
            words.push_str("; each file of the folder must be named");
        }
        words
    }
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["attachments"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.attachments.iter().map(Attachments::words).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let one = |of: &Attachments| {
            let mut text = String::new();
            of.written.serialize(toml::ser::ValueSerializer::new(&mut text)).ok()?;
            Some(("attachments", text))
        };
        column.attachments.iter().filter_map(one).collect()
    }

    fn check<'r>(&self, column: &'r Column, surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        let of = column.attachments.as_ref()?;
        let Some(folder) = &of.written.folder else { return Some(Box::new(Uploaded { of })) };
        let files = Files::in_folder(&surroundings.folder.join(folder));
        Some(Box::new(InFolder { of, folder, files, judged: Mutex::default() }))
    }
}

/// A file in a folder. Each is looked into once.
struct InFolder<'r> {
    of: &'r Attachments,
    folder: &'r str,
    files: Files,
    judged: Mutex<HashMap<Box<str>, Option<CellProblem>>>,
}

impl InFolder<'_> {
    fn judge(&self, name: &str) -> Option<CellProblem> {
        let mut judged = self.judged.lock().unwrap_or_else(std::sync::PoisonError::into_inner);
        if let Some(known) = judged.get(name) {
            return known.clone();
        }
        let found = self.look_at(name);
        judged.insert(name.into(), found.clone());
        found
    }

    fn look_at(&self, name: &str) -> Option<CellProblem> {
        let Some(path) = self.files.path(name) else { return Some(self.not_there(name)) };
        let (of, kinds) = (&self.of.written, &self.of.written.kinds);
        if let Some(problem) = kind_problem(name, kinds) {
            return Some(problem);
        }
        let size = std::fs::metadata(path).map_or(0, |metadata| metadata.len());
        if let Some(most) = of.max_bytes.filter(|most| size > *most) {
            let message =
                format!("the file has {} bytes, and at most {} are accepted.", thousands(size), thousands(most));
            return Some(CellProblem::new(&codes::ATTACHMENT_SIZE, message));
        }
        let content = if kinds.is_empty() { None } else { attachment::content_kind(path) };
        let content = content.filter(|content| !attachment::agrees(name, content))?;
        let message = format!("the content of the file is {content}, and its name says otherwise.");
        Some(CellProblem::new(&codes::ATTACHMENT_KIND, message))
    }

    fn not_there(&self, name: &str) -> CellProblem {
        if !self.files.is_there {
            let message = format!("there is no folder {} beside the file.", self.folder);
            return CellProblem::new(&codes::NO_ATTACHMENT, message);
        }
        if let Some(other) = self.files.spelt_otherwise(name) {
            let message = format!("in the folder {} the file is called {other}.", self.folder);
            return CellProblem::new(&codes::NO_ATTACHMENT, message).with(Correction::certain(other));
        }
        let near = self.files.nearest(name);
        let hint = near.map(|near| format!(" Did you mean {near}?")).unwrap_or_default();
        CellProblem::new(&codes::NO_ATTACHMENT, format!("no file of that name is in the folder {}.{hint}", self.folder))
            .with(near.and_then(Correction::likely))
    }
}

impl CellCheck for InFolder<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.judge(text).is_none()
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        self.judge(text).unwrap_or_else(|| self.not_there(text))
    }

    fn decides(&self) -> bool {
        true
    }
}

/// What is wrong with the ending of a name.
fn kind_problem(name: &str, kinds: &[String]) -> Option<CellProblem> {
    if kinds.is_empty() || kinds.iter().any(|kind| attachment::has_ending(name, kind)) {
        return None;
    }
    let message = format!("only files of the kind {} are accepted.", listed(kinds, "or"));
    Some(CellProblem::new(&codes::ATTACHMENT_KIND, message))
}

/// A file that was uploaded before. Nothing is fetched.
struct Uploaded<'r> {
    of: &'r Attachments,
}

impl Uploaded<'_> {
    fn judge(&self, text: &str) -> Option<CellProblem> {
        let of = &self.of.written;
        let Some(address) = Address::read(text) else {
            let message = "it is not a web address such as https://files.example/photo.jpg.";
            return Some(CellProblem::new(&codes::NOT_UPLOADED, message));
        };
        if !of.hosts.is_empty() && !of.hosts.iter().any(|host| host.eq_ignore_ascii_case(&address.host)) {
            let message = format!("only addresses at {} are accepted.", listed(&of.hosts, "or"));
            return Some(CellProblem::new(&codes::NOT_UPLOADED, message));
        }
        if let Some(problem) = kind_problem(&address.path, &of.kinds) {
            return Some(problem);
        }
        let list = self.of.uploaded.as_ref()?;
        if list.contains(&address.normalised) {
            return None;
        }
        let name = of.uploaded.as_deref().unwrap_or_default();
        Some(CellProblem::new(&codes::NOT_UPLOADED, format!("it is not among what was uploaded (the list {name}).")))
    }
}

impl CellCheck for Uploaded<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.judge(text).is_none()
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        self.judge(text).unwrap_or_else(|| CellProblem::new(&codes::NOT_UPLOADED, "it was not uploaded."))
    }

    fn decides(&self) -> bool {
        true
    }
}

/// The folder that a column's files are in, beside the file that names them.
pub(crate) fn folder_of(column: &Column, beside: &Path) -> Option<std::path::PathBuf> {
    let folder = column.attachments.as_ref()?.written.folder.as_ref()?;
    Some(beside.join(folder))
}
