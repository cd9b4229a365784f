//! What is said of the lists that a check goes by: that one is old, or not all of it.

use super::checker::Checker;
use super::reporter::Reporter;
use crate::cell::shown::{quoted, quoted_argument};
use crate::finding::codes::lookup as codes;
use crate::finding::ranges::thousands;
use crate::rulebook::listed;
use crate::rulebook::model::ListOf;

/// Keys that are named where there are several.
const NAMED: usize = 5;

impl Checker<'_> {
    /// Says what is wrong with the lists as such, once a run.
    pub(crate) fn about_lists(&self, out: &mut Reporter<'_>) {
        self.ages_and_sizes(out);
        for answer in &self.rulebook.answers {
            if answer.value.is_none() && answer.column.required {
                let name = answer.column.name.as_ref().unwrap_or(&answer.column.heading);
                let message = format!(
                    "{} is not answered, and must be: --answer {}",
                    answer.column.heading,
                    quoted_argument(&format!("{name}=…"))
                );
                out.say(&codes::MISSING_ANSWER, message);
            }
        }
        let looked_in = self.sheets.iter().flat_map(|state| &state.judge.lookups);
        for looked_in in looked_in.filter(|looked_in| matches!(looked_in.lookup.list, ListOf::Existing(_))) {
            let repeated = looked_in.repeated();
            if repeated.is_empty() {
                continue;
            }
            let mut named: Vec<String> =
                repeated.iter().take(NAMED).map(|(key, rows)| format!("{} ({rows} rows)", quoted(key))).collect();
            if repeated.len() > NAMED {
                named.push(format!("{} more", thousands((repeated.len() - NAMED) as u64)));
            }
            let noun = if repeated.len() == 1 { "a key is" } else { "keys are" };
            let message = format!("among the existing records {noun} there several times: {}.", listed(&named, "and"));
            out.say(&codes::LISTED_TWICE, message);
        }
    }

    fn ages_and_sizes(&self, out: &mut Reporter<'_>) {
        for list in &self.rulebook.references {
            let taken = list.taken.map(|taken| (format!("the list {} was taken", list.name), taken));
            let given = list.given.as_ref().map(|(file, day)| (format!("{} was last written", quoted(file)), *day));
            if let (Some((what, day)), Some(max_age)) = (taken.or(given), &list.max_age)
                && let Some(age) = max_age.passed(day, self.options.today)
            {
                let words = max_age.words();
                out.say(&codes::OLD_LIST, format!("{what} on {day}, {age} ago, and should be at most {words} old."));
            }
            if let Some((due, has)) = list.rows.filter(|(due, has)| due != has) {
                let message = format!(
                    "the list {} has {} rows and should have {}: {}.",
                    list.name,
                    thousands(has),
                    thousands(due),
                    if has < due {
                        "perhaps only a part of it was exported"
                    } else {
                        "perhaps the number is an old one"
                    }
                );
                out.say(&codes::PARTIAL_LIST, message);
            }
        }
    }
}
