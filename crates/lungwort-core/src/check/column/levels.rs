//! Cells that hold a path: levels with a separator between, each of which must stand under the one before in the list.

use std::collections::HashMap;
use std::sync::OnceLock;

use indexmap::IndexSet;

use crate::cell::fold::{self, Folded};
use crate::cell::{Value, shown};
use crate::finding::codes::{cell as cell_codes, value as codes};
use crate::finding::{Action, CellProblem, Correction};
use crate::rulebook::Column;

/// Levels that are named where none is near.
const NAMED: usize = 5;

/// What stands under what.
#[derive(Debug)]
pub(super) struct Levels<'r> {
    sign: &'r str,
    /// The sign as the list has it, with or without spaces around it.
    joiner: String,
    /// For each path, its parts joined by a character that no cell has, what may follow.
    under: HashMap<String, Below<'r>>,
}

/// What may follow a path, and what misspelt parts were meant to be.
#[derive(Debug, Default)]
struct Below<'r> {
    parts: IndexSet<&'r str>,
    /// The first of each folded form.
    folded: OnceLock<HashMap<String, usize>>,
    near: OnceLock<Folded>,
}

impl Below<'_> {
    /// The one that differs in its spelling alone; else the one that is near.
    fn meant(&self, part: &str) -> Option<(&str, bool)> {
        let folded = self.folded.get_or_init(|| {
            let each = self.parts.iter().enumerate().rev();
            each.map(|(at, child)| (fold::fold(child), at)).collect()
        });
        if let Some(at) = folded.get(&fold::fold(part)) {
            return Some((self.parts[*at], true));
        }
        let near = self.near.get_or_init(|| Folded::new(self.parts.iter().copied()));
        near.nearest(part).map(|at| (self.parts[at], false))
    }
}

const JOINER: &str = "\u{1f}";

impl<'r> Levels<'r> {
    /// Those of a column, where it has levels.
    pub fn of(column: &'r Column) -> Option<Levels<'r>> {
        let sign = column.separator.as_deref().filter(|_| column.path)?;
        let mut under: HashMap<String, Below<'_>> = HashMap::new();
        let spaced = format!(" {} ", sign.trim());
        let mut entries = column.allowed.as_ref()?.list.entries();
        let joiner = if entries.any(|entry| entry.code.contains(&spaced)) { spaced } else { sign.to_owned() };
        for entry in column.allowed.as_ref()?.list.entries() {
            let mut path = String::new();
            for part in entry.code.split(sign).map(str::trim).filter(|part| !part.is_empty()) {
                under.entry(path.clone()).or_default().parts.insert(part);
                path = format!("{path}{JOINER}{part}");
            }
        }
        Some(Levels { sign, joiner, under })
    }

    /// Judges a path level by level. What is wrong below a wrong level cannot be known.
    pub fn judge(&self, text: &str, found: &mut Vec<CellProblem>) -> Value<'static> {
        let as_written: Vec<&str> = text.split(self.sign).collect();
        let parts: Vec<&str> = as_written.iter().map(|part| part.trim()).collect();
        let filled: Vec<&str> = parts.iter().copied().filter(|part| !part.is_empty()).collect();
        let separator = shown::quoted(self.sign);
        let whole = |parts: &[&str]| self.written(parts);
        if as_written.len() > 1 && text != whole(&parts) && filled.len() == parts.len() {
            let message = format!("the spaces around {separator} are not as in the list.");
            found.push(CellProblem::new(&cell_codes::SPACES_AROUND, message).with(Correction::certain(whole(&filled))));
        }
        if filled.len() < parts.len() {
            let message = format!("between two {separator}, or at an end, there is no level.");
            found.push(CellProblem::new(&cell_codes::EMPTY_PART, message).with(Correction::likely(whole(&filled))));
        }
        let mut path = String::new();
        for (at, part) in filled.iter().enumerate() {
            let below = self.under.get(&path);
            if !below.is_some_and(|below| below.parts.contains(part)) {
                found.push(self.misplaced(&filled, at, below));
                return Value::Unreadable;
            }
            path = format!("{path}{JOINER}{part}");
        }
        Value::Text(text.to_owned().into())
    }

    fn misplaced(&self, filled: &[&str], at: usize, below: Option<&Below<'_>>) -> CellProblem {
        let (part, above) = (filled[at], self.written(&filled[..at]));
        let meant = below.and_then(|below| below.meant(part));
        let near = meant.map(|(near, _)| near);
        let is_same = meant.is_some_and(|(_, same)| same);
        let place = if at == 0 {
            format!("{} is no first level", shown::quoted(part))
        } else {
            format!("{} is no level under {}", shown::quoted(part), shown::quoted(&above))
        };
        let known = match (below, near) {
            (None, _) => "; there is none".to_owned(),
            (_, Some(near)) => format!("; did you mean {near}?"),
            (Some(below), None) => {
                let more = if below.parts.len() > NAMED { " and others" } else { "" };
                let named: Vec<String> = below.parts.iter().take(NAMED).map(|child| shown::quoted(child)).collect();
                format!(": there are {}{more}", named.join(", "))
            }
        };
        let end = if known.ends_with('?') { "" } else { "." };
        let problem = CellProblem::new(&codes::WRONG_LEVEL, format!("{place}{known}{end}")).required_by("path");
        let corrected = near.map(|near| {
            let mut parts = filled.to_vec();
            parts[at] = near;
            let value = self.written(&parts);
            if is_same { Action::SetCell(value).certain() } else { Action::SetCell(value).likely() }
        });
        problem.with(corrected.flatten())
    }

    fn written(&self, parts: &[&str]) -> String {
        parts.join(&self.joiner)
    }
}
