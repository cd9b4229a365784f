//! What a sheet is by what the others have: one to which their drop-downs point, one under their headings, one that goes
//! through their columns. What is asked of every sheet of all the others is found once, so that many sheets cost no more each.

use std::collections::{HashMap, HashSet};
use std::sync::OnceLock;

use lungwort_core::cell::fold::fold;

use super::choices;
use super::headings::Layout;
use super::source::{Template, TemplateSheet};
use super::statements;

/// The sheets to which drop-downs and names of a template point, in lower case, each with what points there.
#[derive(Debug, Default)]
pub struct Pointed(OnceLock<HashMap<String, Vec<Target>>>);

/// A formula that points to a sheet.
#[derive(Debug)]
struct Target {
    formula: String,
    /// The sheet of the drop-down; none where it is a name.
    from: Option<usize>,
}

impl Pointed {
    fn of<'t>(&'t self, template: &Template) -> &'t HashMap<String, Vec<Target>> {
        self.0.get_or_init(|| {
            // Names of print areas and filters point to a sheet's own cells.
            let areas: HashSet<&str> = (template.names.iter())
                .filter(|(name, _)| name.starts_with("_xlnm"))
                .map(|(_, target)| target.as_str())
                .collect();
            let own = |target: &str| target.contains(',') || target.contains("#REF") || areas.contains(target);
            let names = template.names.iter().map(|(_, target)| (target.as_str(), None));
            let names = names.filter(|(target, _)| !own(target));
            let limits = template.sheets.iter().enumerate().flat_map(|(at, sheet)| {
                sheet.full.metadata.validations.iter().map(move |validation| (validation.first.as_str(), Some(at)))
            });
            let mut found: HashMap<String, Vec<Target>> = HashMap::new();
            for (formula, from) in names.chain(limits) {
                for sheet in sheets_in(formula) {
                    let targets = found.entry(sheet).or_default();
                    // Many drop-downs of a sheet show the same list.
                    if targets.last().is_none_or(|last| last.from != from || last.formula != formula) {
                        targets.push(Target { formula: formula.to_owned(), from });
                    }
                }
            }
            found
        })
    }
}

/// The sheets that a formula names, in lower case: `Codes!$A$2:$A$9`, `OFFSET('List of codes'!$A$1,1,0)`.
fn sheets_in(formula: &str) -> Vec<String> {
    let sheet = |(at, _): (usize, &str)| {
        let before = &formula[..at];
        let name = match before.strip_suffix('\'') {
            // A quote in a name is written twice.
            Some(quoted) => {
                let name = quoted.replace("''", "\0");
                name.rsplit('\'').next().unwrap_or_default().replace('\0', "'")
            }
            None => {
                let part = |each: char| each.is_alphanumeric() || matches!(each, '_' | '.');
                before[before.trim_end_matches(part).len()..].to_owned()
            }
        };
        name.to_lowercase()
    };
    formula.match_indices('!').map(sheet).collect()
}

/// Whether a sheet holds the lists of drop-downs.
pub(crate) fn is_listed(template: &Template, sheet: &TemplateSheet) -> bool {
    // A sheet whose own columns have limits is one to be filled, also where another's drop-down shows what was filled in.
    let limited: HashSet<usize> = (sheet.full.metadata.validations.iter())
        .flat_map(|validation| validation.ranges.iter().map(|range| range.first_column))
        .collect();
    if limited.len() >= 2 || sheet.name.is_empty() {
        return false;
    }
    let targets = template.pointed.of(template).get(&sheet.name.to_lowercase());
    let of_others = |target: &&Target| target.from.is_none_or(|from| template.sheets[from].name != sheet.name);
    targets.into_iter().flatten().filter(of_others).any(|target| !choices::is_blank_range(sheet, &target.formula))
}

/// The headings of all sheets of a template, found once: each sheet is held against the others.
pub(super) struct KnownHeadings<'t> {
    template: &'t Template,
    /// By sheet; none where a sheet has no headings.
    of: Vec<HashSet<String>>,
    /// The sheets that have a heading.
    by_heading: HashMap<String, Vec<usize>>,
    /// The sheets that have a heading as it stands.
    by_text: HashMap<String, Vec<usize>>,
}

impl<'t> KnownHeadings<'t> {
    pub fn of(template: &'t Template) -> KnownHeadings<'t> {
        let headings = |sheet: &'t TemplateSheet| sheet.layout().into_iter().flat_map(|layout| &layout.headings);
        let one = |sheet: &'t TemplateSheet| -> HashSet<String> {
            let named = headings(sheet).filter(|_| !sheet.name.is_empty());
            named.map(|(_, text)| fold(&statements::heading_words(text))).collect()
        };
        let of: Vec<HashSet<String>> = template.sheets.iter().map(one).collect();
        let mut by_heading: HashMap<String, Vec<usize>> = HashMap::new();
        let mut by_text: HashMap<String, Vec<usize>> = HashMap::new();
        for (at, sheet) in template.sheets.iter().enumerate() {
            of[at].iter().for_each(|heading| by_heading.entry(heading.clone()).or_default().push(at));
            let texts: HashSet<String> = headings(sheet).map(|(_, text)| fold(text)).collect();
            texts.into_iter().for_each(|text| by_text.entry(text).or_default().push(at));
        }
        KnownHeadings { template, of, by_heading, by_text }
    }

    /// Whether another sheet has all these headings and more.
    pub fn are_of_another(&self, sheet: usize, head: &[(usize, String)]) -> bool {
        let others = head.first().and_then(|(_, text)| self.by_heading.get(text)).into_iter().flatten();
        others
            .filter(|other| **other != sheet && self.of[**other].len() > head.len())
            .any(|other| head.iter().all(|(_, text)| self.of[*other].contains(text)))
    }

    /// Whether a table tells what the columns of another sheet are, rather than being one to be filled.
    pub fn are_described_by(&self, sheet: &TemplateSheet, layout: &Layout) -> bool {
        // The row that looks most like headings may be one of the definitions.
        let from = layout.heading_row.saturating_sub(3).max(1);
        let first: Vec<&str> = (from..=sheet.last_row())
            .map(|row| sheet.text(row, layout.headings[0].0))
            .filter(|text| !text.is_empty())
            .collect();
        if first.len() < 3 {
            return false;
        }
        let mut named: HashMap<usize, usize> = HashMap::new();
        for other in first.iter().filter_map(|text| self.by_text.get(&fold(text))).flatten() {
            *named.entry(*other).or_default() += 1;
        }
        let sheets = &self.template.sheets;
        named.into_iter().filter(|(other, _)| sheets[*other].name != sheet.name).any(|(other, named)| {
            let names = sheets[other].layout().map_or(0, |layout| layout.headings.len());
            // A few of the names may be misspelt, or of another edition.
            named * 2 > first.len() || named >= 3 && named * 2 >= names && named * 5 >= first.len() * 2
        })
    }
}

#[cfg(test)]
mod tests {
    use super::sheets_in;

    #[test]
    fn a_formula_names_sheets_plainly_or_in_quotes() {
        assert_eq!(sheets_in("Codes!$A$2:$A$9"), ["codes"]);
        assert_eq!(sheets_in("'List of codes'!$A$2"), ["list of codes"]);
        assert_eq!(sheets_in("OFFSET(Größen!$A$1,1,0,COUNTA('A b'!$A:$A))"), ["größen", "a b"]);
        assert_eq!(sheets_in("\"OPEN,SHUT\""), Vec::<String>::new());
        assert_eq!(sheets_in("'it''s'!$A$1"), ["it's"]);
    }
}
