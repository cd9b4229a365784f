//! How many things a rulebook may ask for: what they cost grows with their number, and that of some with the rows as well.

use std::collections::HashSet;

use super::mistake::{Level, Mistake};
use super::rule::WrittenRule;
use super::rule::each::WrittenEach;
use super::source::Source;
use super::written::{WrittenRulebook, WrittenSheet};
use crate::finding::ranges::thousands;
use crate::limits::{FIGURES, GROUPINGS, LOOKUPS, PARTS, REMEMBERING_RULES, RULEBOOK_SHEETS, RULES};

/// Reports what there is too much of, at the first that is too much, and leaves out the rest.
pub(super) struct Counts<'c> {
    pub source: &'c Source,
    pub mistakes: &'c mut Vec<Mistake>,
}

impl Counts<'_> {
    pub fn limit(&mut self, written: &mut WrittenRulebook) {
        self.cut("sheet", "sheets", &mut written.sheet, RULEBOOK_SHEETS);
        self.cut("answer", "answers", &mut written.answer, RULEBOOK_SHEETS);
        if let Some((first, _)) = written.reference.get_index(RULEBOOK_SHEETS) {
            self.say(&format!("reference.{first}"), "lists", written.reference.len(), RULEBOOK_SHEETS);
            written.reference.truncate(RULEBOOK_SHEETS);
        }
        for (at, sheet) in written.sheet.iter_mut().enumerate() {
            self.sheet(&format!("sheet.{at}"), sheet);
        }
    }

    fn sheet(&mut self, path: &str, sheet: &mut WrittenSheet) {
        self.cut(&format!("{path}.rule"), "rules", &mut sheet.rule, RULES);
        self.remembering(&format!("{path}.rule"), &mut sheet.rule);
        self.cut(&format!("{path}.figure"), "figures", &mut sheet.figure, FIGURES);
        self.cut(&format!("{path}.lookup"), "look-ups", &mut sheet.lookup, LOOKUPS);
        self.cut(&format!("{path}.set"), "sets of columns", &mut sheet.set, PARTS);
        self.cut(&format!("{path}.optional"), "optional sets of columns", &mut sheet.optional, PARTS);
        if let Some(kinds) = &mut sheet.kinds {
            self.cut(&format!("{path}.kinds.kind"), "kinds of rows", &mut kinds.kind, PARTS);
        }
    }

    /// Rules that remember rows take room for each row and each rule.
    fn remembering(&mut self, path: &str, rules: &mut Vec<WrittenRule>) {
        let (mut count, mut groups) = (0, HashSet::new());
        let too_much = rules.iter().position(|rule| {
            count += usize::from(remembers(rule));
            groups.extend(by(rule));
            count > REMEMBERING_RULES || groups.len() > GROUPINGS
        });
        let Some(first) = too_much else { return };
        let (what, most) = match groups.len() > GROUPINGS {
            true => ("different groups of rows", GROUPINGS),
            false => (
                "rules over groups, the row before, running totals or values that are unique together",
                REMEMBERING_RULES,
            ),
        };
        self.say(&format!("{path}.{first}"), what, most + 1, most);
        rules.truncate(first);
    }

    fn cut<T>(&mut self, path: &str, what: &str, list: &mut Vec<T>, most: usize) {
        if list.len() > most {
            self.say(&format!("{path}.{most}"), what, list.len(), most);
            list.truncate(most);
        }
    }

    fn say(&mut self, path: &str, what: &str, count: usize, most: usize) {
        let count = if count == most + 1 { format!("more than {most}") } else { thousands(count as u64) };
        let message = format!("there are {count} {what}; a rulebook may have {}", thousands(most as u64));
        self.mistakes.push(self.source.mistake(Level::Error, path, message));
    }
}

/// Whether what a rule keeps in mind grows with the rows.
fn remembers(rule: &WrittenRule) -> bool {
    let before = || rule.check.as_ref().is_some_and(|check| check.to_ascii_lowercase().contains("previous."));
    rule.each.is_some() || rule.running || rule.unique.is_some() || before()
}

/// The columns by which a rule groups rows.
fn by(rule: &WrittenRule) -> Option<Vec<String>> {
    match rule.each.as_ref()? {
        WrittenEach::By(groups) => Some(groups.by.iter().chain(&groups.lookup).cloned().collect()),
        WrittenEach::Word(_) => None,
    }
}

#[cfg(test)]
mod tests {
    use std::path::Path;

    use crate::limits::{FIGURES, GROUPINGS, REMEMBERING_RULES};
    use crate::rulebook::load_text;

    fn mistakes(of_sheet: &str) -> Vec<String> {
        let columns: Vec<String> = (0..=GROUPINGS).map(|at| format!("{{ heading = \"C{at}\" }}")).collect();
        let text = format!("[rulebook]\ntitle = \"T\"\n[[sheet]]\ncolumn = [{}]\n{of_sheet}", columns.join(", "));
        let loaded = load_text(Path::new("t.rulebook.toml"), &text);
        loaded.mistakes.list.iter().map(|mistake| mistake.message.clone()).collect()
    }

    #[test]
    fn what_there_may_be_is_taken_and_one_more_is_a_mistake() {
        let several = |count: usize, one: &dyn Fn(usize) -> String| (0..count).map(one).collect::<Vec<_>>().join(", ");
        let figures = |count: usize| {
            format!("figure = [{}]", several(count, &|at| format!("{{ label = \"F{at}\", value = \"COUNT(*)\" }}")))
        };
        assert_eq!(mistakes(&figures(FIGURES)), [""; 0]);
        assert_eq!(mistakes(&figures(FIGURES + 1)), ["there are more than 100 figures; a rulebook may have 100"]);
        assert_eq!(mistakes(&figures(FIGURES + 2)), ["there are 102 figures; a rulebook may have 100"]);
        let groups = |count: usize| {
            format!(
                "rule = [{}]",
                several(count, &|at| format!("{{ each = {{ by = [\"C{at}\"] }}, check = \"COUNT(*) > 1\" }}"))
            )
        };
        assert_eq!(mistakes(&groups(GROUPINGS)), [""; 0]);
        assert_eq!(
            mistakes(&groups(GROUPINGS + 1)),
            ["there are more than 20 different groups of rows; a rulebook may have 20"]
        );
        let same = |count: usize| {
            format!(
                "rule = [{}]",
                several(count, &|at| format!("{{ each = {{ by = [\"C1\"] }}, check = \"COUNT(*) > {at}\" }}"))
            )
        };
        assert_eq!(mistakes(&same(REMEMBERING_RULES)), [""; 0]);
        assert_eq!(mistakes(&same(REMEMBERING_RULES + 1)).len(), 1);
    }
}
