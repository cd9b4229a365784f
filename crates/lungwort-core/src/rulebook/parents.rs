//! Rows that name the row that they belong to: parents and their children, or an article and its variants.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::compiler::{Columns, Compiler};
use super::kinds::Kinds;
use super::toml_text::is_default;
use super::written::WrittenSheet;
use super::{Sheet, listed};

/// Rows that name another one, as they are written.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenParents {
    /// The columns that a row is named by; the key if left out.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub id: Vec<String>,
    /// The columns in which a row names the one that it belongs to; blank where it belongs to none. Where each kind of row has
    /// columns of its own that it is named by, these are meant if left out.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub parent: Vec<String>,
    /// The columns that a row is named by as well, where no row has such an id: the nearest row above with that label counts.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub label: Vec<String>,
    /// Whether the row that is named must be above.
    #[serde(default, skip_serializing_if = "is_default")]
    pub above: bool,
    /// Columns whose values must be on a list in the row that is named.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub choice: Vec<WrittenChoice>,
    /// Whether each combination of the lists must have its row.
    #[serde(default, skip_serializing_if = "is_default")]
    pub all: bool,
}

/// A column whose values must be on a list in the row above, as it is written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenChoice {
    /// The column.
    pub column: String,
    /// The column with the list, in the row that is named; it has a separator.
    pub of: String,
}

/// Rows that name another one.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Parents {
    /// The columns that a row is named by.
    pub id: Vec<usize>,
    /// For each kind of row, those that it is named by, where kinds have their own; else none.
    pub kind_ids: Vec<Vec<usize>>,
    /// The columns that name another row; none where the columns that the kinds are named by do.
    pub parent: Vec<usize>,
    /// The columns that a row is named by where no row has such an id.
    pub label: Vec<usize>,
    /// Whether the row that is named must be above.
    pub above: bool,
    /// Columns whose values must be on a list in the row that is named: the column, and the one with the list.
    pub choices: Vec<(usize, usize)>,
    /// Whether each combination of the lists must have its row.
    pub all: bool,
}

impl Parents {
    /// The columns that a row of a kind is named by.
    pub fn id_of(&self, kind: Option<usize>) -> &[usize] {
        kind.and_then(|kind| self.kind_ids.get(kind)).filter(|ids| !ids.is_empty()).unwrap_or(&self.id)
    }

    /// The columns in which a row of a kind may name what it belongs to, each with the kind that it names, where that is known.
    pub fn named_in(&self, kinds: Option<&Kinds>, kind: Option<usize>) -> Vec<(Option<usize>, &[usize])> {
        let under = || kinds.zip(kind).map(|(kinds, kind)| kinds.kinds[kind].under.as_slice()).unwrap_or_default();
        match self.parent.as_slice() {
            [] => under().iter().map(|above| (Some(*above), self.id_of(Some(*above)))).collect(),
            parent => vec![(None, parent)],
        }
    }

    /// All columns that name rows.
    pub fn columns(&self) -> impl Iterator<Item = usize> {
        let all = self.id.iter().chain(&self.parent).chain(&self.label).chain(self.kind_ids.iter().flatten());
        all.copied()
    }

    /// The column that what is said of a family as a whole is about.
    pub fn about(&self) -> usize {
        self.parent.iter().chain(self.kind_ids.iter().flatten()).next().copied().unwrap_or(0)
    }

    /// They in words.
    pub fn words(&self, sheet: &Sheet) -> String {
        let above = if self.above { " above it" } else { "" };
        let own: Vec<&[usize]> = self.kind_ids.iter().filter(|ids| !ids.is_empty()).map(Vec::as_slice).collect();
        let ids: Vec<String> =
            if own.is_empty() { vec![&self.id[..]] } else { own }.iter().map(|ids| sheet.named(ids)).collect();
        let mut words = match self.parent.as_slice() {
            [] => format!(
                "each kind of row is named by its own column ({}), and a row names the one{above} that it belongs to in that one's column",
                listed(&ids, "or")
            ),
            parent => format!(
                "{} names the row{above} that a row belongs to, by its {}",
                sheet.named(parent),
                listed(&ids, "or")
            ),
        };
        if !self.label.is_empty() {
            words.push_str(&format!(", or else the nearest row above by its {}", sheet.named(&self.label)));
        }
        if !self.choices.is_empty() {
            let one = |(column, of): &(usize, usize)| {
                format!("{} must be one of {} there", sheet.named(&[*column]), sheet.named(&[*of]))
            };
            let choices: Vec<String> = self.choices.iter().map(one).collect();
            words.push_str(&format!("; {}", listed(&choices, "and")));
        }
        if self.all {
            words.push_str("; each combination must have its row");
        }
        words
    }
}

/// Compiles what rows are named by. `key` are the columns of the sheet's key.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, key): (&str, &[usize]),
    sheet: &WrittenSheet,
) -> Option<Parents> {
    let written = sheet.parents.as_ref()?;
    let separated = |at: usize| sheet.entries().0.get(at).is_some_and(|column| column.separator.is_some());
    let path = format!("{path}.parents");
    let id = match written.id.as_slice() {
        [] => key.to_vec(),
        names => compiler.column_list(&format!("{path}.id"), names, columns),
    };
    let parent = compiler.column_list(&format!("{path}.parent"), &written.parent, columns);
    let label = compiler.column_list(&format!("{path}.label"), &written.label, columns);
    let kind_ids = kind_ids(compiler, columns, path.trim_end_matches(".parents"), sheet);
    if parent.is_empty() && kind_ids.is_empty() {
        let message = "say in which columns a row names what it belongs to: parent = [\"…\"]";
        compiler.error(&path, message);
        return None;
    }
    if parent.is_empty() && !label.is_empty() {
        compiler
            .error(&format!("{path}.label"), "label goes with parent, the columns in which a row names another one");
        return None;
    }
    if id.is_empty() && (kind_ids.is_empty() || kind_ids.iter().any(Vec::is_empty)) {
        compiler.error(&path, "rows are named by the key, or by id = [\"…\"]: give one of them");
        return None;
    }
    let whole = (kind_ids.is_empty() || kind_ids.iter().any(Vec::is_empty)).then_some(&id);
    let named = whole.into_iter().chain(kind_ids.iter().filter(|ids| !ids.is_empty()));
    for ids in named.chain((!label.is_empty()).then_some(&label)).filter(|_| !parent.is_empty()) {
        if ids.len() != parent.len() {
            let message = format!(
                "a row is named by {} column{}, and parent has {}",
                ids.len(),
                if ids.len() == 1 { "" } else { "s" },
                parent.len()
            );
            compiler.error(&format!("{path}.parent"), message);
            return None;
        }
        for (at, (one, other)) in ids.iter().zip(&parent).enumerate() {
            if columns.kind(*one) != columns.kind(*other) {
                let message = "a number cannot name a text, nor a date a number: both columns need the same type";
                compiler.error(&format!("{path}.parent.{at}"), message);
                return None;
            }
        }
    }
    let mut choices = Vec::new();
    for (at, choice) in written.choice.iter().enumerate() {
        let place = format!("{path}.choice.{at}");
        let of_name = |compiler: &mut Compiler, key: &str, name: &String| {
            compiler.column_list(&format!("{place}.{key}"), std::slice::from_ref(name), columns).first().copied()
        };
        let (column, of) = (of_name(compiler, "column", &choice.column), of_name(compiler, "of", &choice.of));
        let (Some(column), Some(of)) = (column, of) else { continue };
        if !separated(of) {
            let message = format!("{} holds a list: say in its column what separates the values", choice.of);
            compiler.error(&format!("{place}.of"), message);
        }
        choices.push((column, of));
    }
    if written.all && choices.is_empty() {
        compiler.error(&format!("{path}.all"), "all goes with choice: without one there are no combinations");
    }
    Some(Parents { id, kind_ids, parent, label, above: written.above, choices, all: written.all })
}

/// For each kind of row, the columns that it is named by; nothing where no kind has its own.
fn kind_ids(compiler: &mut Compiler, columns: &Columns, path: &str, sheet: &WrittenSheet) -> Vec<Vec<usize>> {
    let kinds = sheet.kinds.iter().flat_map(|kinds| &kinds.kind).enumerate();
    let ids: Vec<Vec<usize>> = kinds
        .map(|(at, kind)| compiler.column_list(&format!("{path}.kinds.kind.{at}.id"), &kind.id, columns))
        .collect();
    if ids.iter().all(Vec::is_empty) { Vec::new() } else { ids }
}
