//! Which columns a list is for: those called as the list or its sheet, those that a sentence names together with the sheet.

use std::collections::{HashMap, HashSet};

use aho_corasick::AhoCorasick;

use super::choices::Choices;
use super::draft::Draft;
use super::names::plain_name;
use super::source::Template;
use super::statements::sheets::SheetsNamed;
use lungwort_core::cell::fold::fold;

/// Words of titles that say that a list follows.
pub(super) const LIST_WORDS: &[&str] =
    &["code", "codes", "list", "values", "options", "choices", "liste", "valeurs", "werte"];

/// The columns of a draft by what lists are called that are theirs. Made once for all lists.
pub(super) struct Owners<'t> {
    /// Folded headings, and the text of all of them.
    headings: HashSet<String>,
    joined: String,
    /// Finds a heading in a text; `None` where there are too many of them.
    finder: Option<AhoCorasick>,
    by_name: HashMap<String, Vec<(usize, usize)>>,
    named: SheetsNamed<'t>,
}

impl<'t> Owners<'t> {
    pub fn of(template: &'t Template, draft: &Draft) -> Owners<'t> {
        let columns = || draft.sheets.iter().flat_map(|sheet| &sheet.columns);
        let headings: HashSet<String> = columns().map(|column| fold(&column.heading)).collect();
        let mut all: Vec<&str> = headings.iter().map(String::as_str).filter(|text| !text.is_empty()).collect();
        all.sort_unstable();
        let joined = format!("\n{}", all.join("\n"));
        let finder = AhoCorasick::new(&all).ok();
        let mut by_name: HashMap<String, Vec<(usize, usize)>> = HashMap::new();
        for (number, drafted) in draft.sheets.iter().enumerate() {
            for (column, of) in drafted.columns.iter().enumerate() {
                by_name.entry(bare(&plain_name(&of.heading).replace('_', " "))).or_default().push((number, column));
            }
        }
        by_name.remove("");
        Owners { headings, joined, finder, by_name, named: SheetsNamed::of(template, draft) }
    }

    /// Whether a list is one of the columns themselves.
    pub fn are_in(&self, choices: &Choices) -> bool {
        let named = choices.values.iter().filter(|(code, _)| self.headings.contains(&fold(code))).count();
        named >= 2 && named * 2 >= choices.values.len()
    }

    /// Whether a text is the sheet's name, a heading, or a part of one: the heading of a list and not its first value.
    pub fn are_related(&self, text: &str, sheet: &str) -> bool {
        let (folded, sheet) = (fold(text), fold(sheet));
        let begins = folded.strip_suffix('y').filter(|stem| !stem.is_empty());
        sheet.contains(&folded)
            || folded.contains(&sheet)
            || begins.is_some_and(|stem| sheet.starts_with(stem) || self.joined.contains(&format!("\n{stem}")))
            || self.joined.contains(&folded)
            || self.finder.as_ref().is_some_and(|finder| finder.is_match(&folded))
    }

    /// The columns without a list that one is for, by its sheet and its heading.
    pub fn of_list(&mut self, sheet: &str, heading: &str, draft: &Draft) -> Vec<(usize, usize)> {
        let called = |text: &str| forms(&bare(text)).into_iter().filter_map(|form| self.by_name.get(&form)).flatten();
        let mut found: Vec<(usize, usize)> = called(sheet).chain(called(heading)).copied().collect();
        found.sort_unstable();
        found.dedup();
        let free = |(number, column): &(usize, usize)| !draft.sheets[*number].columns[*column].lines.has("allowed");
        found.retain(free);
        if found.is_empty() {
            found = self.named.columns(sheet, draft);
            found.retain(free);
        }
        found
    }
}

/// What a list is called without the words that say that it is one: "Habitat codes" is the list of the column Habitat.
fn bare(text: &str) -> String {
    let words: Vec<&str> = text.split_whitespace().collect();
    let end = words.iter().rposition(|word| !LIST_WORDS.contains(&word.to_lowercase().as_str()));
    fold(&words[..end.map_or(0, |end| end + 1)].join(" "))
}

/// A name as it stands, in the singular, and in the plural.
fn forms(name: &str) -> Vec<String> {
    let many = name.strip_suffix("ies").map(|stem| format!("{stem}y"));
    let one = name.strip_suffix('y').map(|stem| format!("{stem}ies"));
    let singular = [name.strip_suffix("es"), name.strip_suffix('s')].into_iter().flatten().map(str::to_owned);
    let plural = [format!("{name}s"), format!("{name}es")];
    let all = std::iter::once(name.to_owned()).chain(singular).chain(many).chain(plural).chain(one);
    all.filter(|_| !name.is_empty()).collect()
}
