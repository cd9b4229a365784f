//! The value is on a list.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::{Value, shown};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::{key, list, quoted};
use crate::rulebook::compiler::{Columns, Compiler};
use crate::rulebook::list::{Dependent, Entry, List};
use crate::rulebook::written::{WrittenAllowed, WrittenDependent, WrittenLookup};
use crate::rulebook::change::{Changes, Weight};
use crate::rulebook::listed;
use std::sync::Arc;
use std::collections::{HashMap, HashSet};
use indexmap::IndexSet;
use crate::finding::{CellProblem, Correction, Expected, codes::cell as cell_codes, codes::value as codes, ranges::thousands};
use crate::rulebook::list::NearMiss;
use crate::rulebook::model::Allowed;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<Allowed> {
    let place = on.at("allowed");
    written.allowed.as_ref().and_then(|allowed| allowed_values(on.compiler, on.columns, &place, allowed))
}

fn allowed_values(compiler: &mut Compiler, columns: &Columns, path: &str, written: &WrittenAllowed) -> Option<Allowed> {
    let own = |list: List| Allowed { list: Arc::new(list), name: String::new(), dependent: None };
    let allowed = match written {
        WrittenAllowed::Values(values) => {
            own(List::new(values.iter().map(|value| Entry { code: value, meaning: None })))
        }
        WrittenAllowed::Codes(codes) => {
            own(List::new(codes.iter().map(|(code, meaning)| Entry { code, meaning: Some(meaning) })))
        }
        WrittenAllowed::Dependent(dependent) => depending(compiler, columns, path, dependent)?,
        // A property of its own, since it is judged when both sheets have been read.
        WrittenAllowed::OtherSheet(_) => return None,
        WrittenAllowed::Reference(lookup) => return referenced(compiler, columns, path, lookup),
    };
    if allowed.list.is_empty() {
        // A list whose only values were mistakes has been reported already.
        let line = compiler.source.line(path);
        let text = &compiler.source.text;
        if compiler.mistakes.iter().any(|mistake| crate::rulebook::mistake::line_and_column(text, mistake.span.start).0 == line) {
            return None;
        }
        compiler.error(path, "the list is empty: no value could ever be right");
        return None;
    }
    Some(allowed)
}

/// Lists of which another column's value chooses one.
fn depending(compiler: &mut Compiler, columns: &Columns, path: &str, written: &WrittenDependent) -> Option<Allowed> {
    let Some((other, _)) = crate::condition::Scope::column(columns, &written.depends_on) else {
        let near = crate::condition::Scope::nearest(columns, &written.depends_on);
        let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
        compiler.error(&format!("{path}.depends_on"), format!("no column is called {}{hint}", written.depends_on));
        return None;
    };
    let pairs = || written.values.iter().flat_map(|(with, values)| values.iter().map(move |value| (with, value)));
    let mut all: Vec<&String> = Vec::new();
    let mut seen = std::collections::HashSet::new();
    all.extend(pairs().map(|(_, value)| value).filter(|value| seen.insert(*value)));
    let list = List::new(all.iter().map(|value| Entry { code: value, meaning: None }));
    let dependent = Dependent::new(vec![other], pairs().map(|(with, value)| (vec![with.as_str()], value.as_str())));
    Some(Allowed { list: Arc::new(list), name: String::new(), dependent: Some(dependent) })
}

fn referenced(compiler: &mut Compiler, columns: &Columns, path: &str, lookup: &WrittenLookup) -> Option<Allowed> {
    let name = &lookup.reference;
    if let Some(list) = crate::rulebook::standard::named(name) {
        if lookup.column.is_some() || lookup.meaning.is_some() || !lookup.matching.is_empty() {
            compiler.error(path, format!("{name} is a standard list and has no columns to choose from"));
        }
        return Some(Allowed { list, name: format!("the codes of {name}"), dependent: None });
    }
    let Some(table) = compiler.references.get(name).cloned() else {
        let hint = compiler.hint_reference(name);
        compiler.error(&format!("{path}.reference"), format!("there is no reference {name}{hint}"));
        return None;
    };
    from_table(compiler, columns, path, lookup, table.as_deref()?)
}

fn from_table(
    compiler: &mut Compiler,
    columns: &Columns,
    path: &str,
    lookup: &WrittenLookup,
    table: &crate::rulebook::reference::Table,
) -> Option<Allowed> {
    let mut place = |key: &str, heading: &str| {
        let found = table.heading(heading);
        if found.is_none() {
            let hint = table.hint(heading);
            compiler.error(
                &format!("{path}.{key}"),
                format!("the reference {} has no column {heading}{hint}", lookup.reference),
            );
        }
        found
    };
    let column = lookup.column.as_ref().map_or(Some(0), |heading| place("column", heading));
    let meaning = lookup.meaning.as_ref().map(|heading| place("meaning", heading));
    let own_codes = lookup.own.as_ref().map(|heading| place("own", heading));
    let successor = lookup.successor.as_ref().map(|heading| place("successor", heading));
    let others: Vec<Option<usize>> = lookup.matching.keys().map(|heading| place("matching", heading)).collect();
    let names: Vec<String> = lookup.matching.values().cloned().collect();
    let own: Vec<usize> = names
        .iter()
        .filter_map(|name| {
            let found = crate::condition::Scope::column(columns, name).map(|(index, _)| index);
            if found.is_none() {
                compiler.error(&format!("{path}.matching"), format!("no column of the sheet is called {name}"));
            }
            found
        })
        .collect();
    let column = column?;
    let others: Vec<usize> = others.into_iter().collect::<Option<_>>()?;
    if own.len() != names.len() {
        return None;
    }
    let dependent = (!others.is_empty()).then(|| {
        let rows = (0..table.row_count())
            .map(|row| (others.iter().map(|at| table.cell(row, *at)).collect(), table.cell(row, column)));
        Dependent::new(own, rows)
    });
    let (list, circle) = list_of(table, column, (meaning.flatten(), own_codes.flatten(), successor.flatten()));
    if let Some(circle) = circle {
        let message = format!("in the list {} each of these is replaced by the next, in a circle: {circle}", lookup.reference);
        compiler.error(&format!("{path}.successor"), message);
    }
    Some(Allowed {
        list: Arc::new(list),
        name: format!("the values of {}", lookup.reference),
        dependent,
    })
}

/// The values of a table's column that are still used, with those that they replaced and the sender's own codes; and what is
/// replaced in a circle, if anything is.
fn list_of(
    table: &crate::rulebook::reference::Table,
    column: usize,
    (meaning, own, successor): (Option<usize>, Option<usize>, Option<usize>),
) -> (List, Option<String>) {
    let Some(successor) = successor else {
        let list = table.list(column, meaning);
        return (with_own(list, table, column, own, &HashMap::new()), None);
    };
    let rows = || (0..table.row_count()).filter(|row| !table.cell(*row, column).is_empty());
    let next: HashMap<&str, &str> = rows()
        .map(|row| (table.cell(row, column), table.cell(row, successor)))
        .filter(|(code, next)| !next.is_empty() && code != next)
        .collect();
    let used = rows().filter(|row| !next.contains_key(table.cell(*row, column)));
    let list = table.list_of(used, column, meaning);
    let mut ends: HashMap<&str, &str> = HashMap::new();
    let mut circle = None;
    for row in rows() {
        // Each code is gone through once, however long the chains are.
        let mut chain = IndexSet::from([table.cell(row, column)]);
        while !ends.contains_key(chain[chain.len() - 1])
            && let Some(further) = next.get(chain[chain.len() - 1])
        {
            if let Some(begins) = chain.get_index_of(further) {
                circle.get_or_insert_with(|| chain.iter().skip(begins).copied().collect::<Vec<_>>().join(", "));
                break;
            }
            chain.insert(further);
        }
        let last = chain[chain.len() - 1];
        let end = ends.get(last).copied().unwrap_or(last);
        chain.pop();
        ends.extend(chain.into_iter().map(|code| (code, end)));
    }
    let replaced = rows().filter_map(|row| {
        let end = ends.get(table.cell(row, column))?;
        let meaning = meaning.map(|at| table.cell(row, at)).filter(|text| !text.is_empty());
        Some((table.cell(row, column), meaning, *end))
    });
    (with_own(list.replacing(replaced), table, column, own, &ends), circle)
}

/// The list with the sender's own codes, each for the value that is used now.
fn with_own(
    list: List,
    table: &crate::rulebook::reference::Table,
    column: usize,
    own: Option<usize>,
    ends: &HashMap<&str, &str>,
) -> List {
    let Some(own) = own else { return list };
    let rows = (0..table.row_count()).filter(|row| !table.cell(*row, own).is_empty());
    let pairs = rows.map(|row| {
        let code = table.cell(row, column);
        (table.cell(row, own), ends.get(code).copied().unwrap_or(code))
    });
    list.with_own(pairs)
}

fn list_words(sheet: &Sheet, allowed: &Allowed) -> String {
    let entries = allowed.list.entries();
    let count = allowed.list.len();
    let shown: Vec<String> = entries
        .take(LISTED)
        .map(|entry| match entry.meaning {
            Some(meaning) => format!("{} ({meaning})", entry.code),
            None => entry.code.to_string(),
        })
        .collect();
    let mut words = if allowed.name.is_empty() && count <= LISTED {
        match shown.as_slice() {
            [one] => format!("only {one}"),
            several => format!("one of {}", listed(several, "or")),
        }
    } else {
        let name = if allowed.name.is_empty() { "values" } else { allowed.name.trim_start_matches("the ") };
        format!("one of {} {name}, such as {}", count, listed(&shown[..shown.len().min(3)], "or"))
    };
    if let Some(dependent) = &allowed.dependent {
        let others: Vec<String> = dependent
            .columns
            .iter()
            .map(|at| sheet.columns.get(*at).map(|column| column.heading.clone()).unwrap_or_default())
            .collect();
        words.push_str(&format!(" that goes with {}", listed(&others, "and")));
    }
    words
}

/// Values of a list that are named where they changed.
const NAMED: usize = 5;
/// Values of a list that are shown in full; of a longer list, the first few.
const LISTED: usize = 8;

fn lists(old: &Column, new: &Column, changes: &mut Changes) {
    let codes = |column: &Column| -> Vec<String> {
        let entries = column.allowed.iter().flat_map(|allowed| allowed.list.entries());
        entries.map(|entry| entry.code.to_string()).collect()
    };
    let (before, after) = (codes(old), codes(new));
    match (old.allowed.is_some(), new.allowed.is_some()) {
        (false, true) => {
            let plural = if after.len() == 1 { "value" } else { "values" };
            let words = format!("is now limited to a list ({} {plural})", after.len());
            return changes.say(&new.heading, words, Weight::Stricter);
        }
        (true, false) => {
            return changes.say(&new.heading, "is no longer limited to a list".to_owned(), Weight::Looser);
        }
        _ => {}
    }
    let known = |list: &[String]| list.iter().cloned().collect::<HashSet<String>>();
    let (had, has) = (known(&before), known(&after));
    let gained: Vec<String> = after.into_iter().filter(|value| !had.contains(value)).collect();
    let lost: Vec<String> = before.into_iter().filter(|value| !has.contains(value)).collect();
    let named = |values: &[String]| {
        let shown: Vec<String> = values.iter().take(NAMED).cloned().collect();
        match values.len() {
            count if count > NAMED => format!("{} and {} more", shown.join(", "), count - NAMED),
            _ => listed(&shown, "and"),
        }
    };
    if !lost.is_empty() {
        let successors = lost.iter().filter_map(|value| Some(format!("{value} is {} now", new.retired.get(value)?)));
        let successors: Vec<String> = successors.take(NAMED).collect();
        let hint = if successors.is_empty() { String::new() } else { format!(" ({})", successors.join(", ")) };
        changes.say(&new.heading, format!("no longer accepts {}{hint}", named(&lost)), Weight::Stricter);
    }
    if !gained.is_empty() {
        changes.say(&new.heading, format!("also accepts {}", named(&gained)), Weight::Looser);
    }
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["allowed"]
    }

    fn words(&self, sheet: &Sheet, column: &Column) -> Vec<String> {
        column.allowed.iter().map(|allowed| list_words(sheet, allowed)).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let Some(allowed) = &column.allowed else { return Vec::new() };
        let codes: Vec<&str> = allowed.list.entries().map(|entry| entry.code).collect();
        if allowed.list.entries().all(|entry| entry.meaning.is_none()) {
            return vec![("allowed", list(&codes))];
        }
        let pairs = allowed
            .list
            .entries()
            .map(|entry| format!("{} = {}", key(entry.code), quoted(entry.meaning.unwrap_or_default())));
        vec![("allowed", format!("{{ {} }}", pairs.collect::<Vec<_>>().join(", ")))]
    }

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        lists(old.1, new.1, changes);
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        let allowed = column.allowed.as_ref()?;
        Some(Box::new(OnList { allowed, column }))
    }
}

struct OnList<'r> {
    allowed: &'r Allowed,
    column: &'r Column,
}

impl CellCheck for OnList<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.allowed.list.contains(text) && self.allowed.list.is_own_code_too(text).is_none()
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        if let Some(successor) = self.column.retired.get(text) {
            return CellProblem::new(&codes::RETIRED_VALUE, format!("no longer used. It was replaced by {successor}."))
                .with(Correction::likely(successor));
        }
        if let Some(other) = self.allowed.list.is_own_code_too(text).filter(|_| self.allowed.list.contains(text)) {
            let message = format!("it was read as the code; it is also your own code for {other}. If that is meant, put {other}.");
            return CellProblem::new(&codes::TWO_MEANINGS, message);
        }
        match self.allowed.list.near_miss(text) {
            Some(NearMiss::Replaced(successor)) => {
                let message = format!("no longer used. It was replaced by {successor}.");
                CellProblem::new(&codes::RETIRED_VALUE, message).with(Correction::likely(successor))
            }
            Some(NearMiss::ReplacedMeaning(successor)) => {
                let message = format!("the meaning of a code no longer used, which was replaced by {successor}.");
                CellProblem::new(&codes::RETIRED_VALUE, message).with(Correction::likely(successor))
            }
            Some(NearMiss::Own(code)) => {
                let message = format!("that is your own code; here it is {code}.");
                CellProblem::new(&codes::OWN_CODE, message).with(Correction::certain(code))
            }
            Some(NearMiss::Spelling(code)) => {
                CellProblem::new(&codes::NEAR_VALUE, format!("the list has it as {}.", shown::quoted(code)))
                    .with(Correction::certain(code))
                    .expecting(Expected::Values(vec![code.to_owned()]))
            }
            Some(NearMiss::Meaning(code)) => {
                let message = format!("that is the meaning; the code {code} is required.");
                CellProblem::new(&codes::MEANING_FOR_CODE, message).with(Correction::certain(code))
            }
            Some(NearMiss::Usual(code) | NearMiss::Slip(code) | NearMiss::MeaningSlip(code)) => {
                let message = format!("{}. Did you mean {code}?", self.not_one_of());
                CellProblem::new(&codes::OFF_LIST, message)
                    .with(Correction::likely(code))
                    .expecting(Expected::Values(vec![code.to_owned()]))
            }
            None => self
                .several(text)
                .unwrap_or_else(|| CellProblem::new(&codes::OFF_LIST, format!("{}.", self.not_one_of()))),
        }
    }

    fn decides(&self) -> bool {
        true
    }
}

impl OnList<'_> {
    fn not_one_of(&self) -> String {
        let list = &self.allowed.list;
        if self.allowed.name.is_empty() && list.len() <= 8 {
            let values: Vec<String> = list.entries().map(|entry| entry.code.to_string()).collect();
            return match values.as_slice() {
                [one] => format!("only {one} is allowed"),
                [rest @ .., last] => format!("only {} or {last} is allowed", rest.join(", ")),
                [] => "nothing is allowed".to_owned(),
            };
        }
        let name = if self.allowed.name.is_empty() {
            "values of the list"
        } else {
            self.allowed.name.trim_start_matches("the ")
        };
        format!("not one of the {} {name}", thousands(list.len() as u64))
    }

    /// Several allowed values, one after the other.
    fn several(&self, text: &str) -> Option<CellProblem> {
        let parts: Vec<&str> =
            text.split([';', ',', '/', '|', '\n', '+', '&']).map(str::trim).filter(|part| !part.is_empty()).collect();
        let known = parts.len() > 1 && parts.iter().all(|part| self.allowed.list.contains(part));
        known.then(|| {
            CellProblem::new(&cell_codes::SEVERAL_VALUES, format!("these are {} values, and one is expected.", parts.len()))
        })
    }
}
