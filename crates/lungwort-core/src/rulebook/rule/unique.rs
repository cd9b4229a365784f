//! Columns that differ from row to row, together or each value in all of them.


use super::forming::named;
use super::{Forming, RuleForm, Uniqueness, WrittenBlanks, WrittenRule};
use crate::rulebook::Sheet;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
    across: bool,
    blanks_equal: bool,
}

pub(super) fn compile(on: &mut Forming<'_>, written: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("unique", given, if written.across { 2 } else { 1 })?;
    let blanks_equal = written.blanks == Some(WrittenBlanks::Equal);
    if blanks_equal && (written.across || columns.len() < 2) {
        let place = format!("{}.blanks", on.path);
        let message = "blanks says what a blank counts for among several columns that are compared together";
        on.compiler.error(&place, message);
    }
    Some(Box::new(This { columns, across: written.across, blanks_equal }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "unique"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        let names = named(sheet, &self.columns, "and");
        match (self.across, self.columns.len()) {
            (true, _) => format!("a value must be unique in {names} together"),
            (false, 1) => format!("no two rows may have the same value in {names}"),
            (false, _) if self.columns.iter().all(|column| sheet.columns.get(*column).is_some_and(|each| each.required)) => {
                format!("no two rows may have the same {names}")
            }
            (false, _) if self.blanks_equal => {
                format!("no two rows may have the same {names}, where blank is the same as blank")
            }
            (false, _) => format!("no two rows may have the same {names}; a row with a blank among them is not compared"),
        }
    }

    fn uniqueness(&self) -> Option<Uniqueness<'_>> {
        Some(Uniqueness { columns: &self.columns, across: self.across, blanks_equal: self.blanks_equal })
    }
}
