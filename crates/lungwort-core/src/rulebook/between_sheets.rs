//! What sheets of one file ask of each other: values that must stand on another sheet, and records that are kept because another
//! row of the upload names them.

use super::compiler::{Columns, Compiler};
use super::model::Sheet;
use super::written::WrittenRulebook;
use crate::cell::fold;
use crate::condition::Scope;

impl Compiler {
    /// Finds the sheets and columns that sheets refer to.
    pub(super) fn between_sheets(&mut self, written: &WrittenRulebook, sheets: &mut [Sheet]) {
        for number in 0..sheets.len() {
            for at in 0..sheets[number].columns.len() {
                let Some(on) = sheets[number].columns[at].on_sheet.clone() else { continue };
                let (_, kind) = written.sheet[number].entries();
                let path = format!("sheet.{number}.{kind}.{at}.allowed");
                let Some(target) = self.on_sheet(written, sheets, (&on.sheet, &on.column), &path) else { continue };
                if target == (number, at) {
                    self.error(&path, "a column cannot be looked up in itself");
                    continue;
                }
                let (other, column) = target;
                if !sheets[other].referred_to.contains(&column) {
                    sheets[other].referred_to.push(column);
                }
                if let Some(on) = &mut sheets[number].columns[at].on_sheet {
                    on.target = Some(target);
                }
            }
            self.kept_by_rows(written, sheets, number);
        }
    }

    /// Columns whose rows keep the records that they name from being removed.
    fn kept_by_rows(&mut self, written: &WrittenRulebook, sheets: &mut [Sheet], number: usize) {
        let kept = written.sheet[number].intent.iter().flat_map(|intent| intent.kept_by.iter().enumerate());
        for (at, kept) in kept {
            let Some(name) = &kept.sheet else { continue };
            let path = format!("sheet.{number}.intent.kept_by.{at}");
            let Some((other, column)) = self.on_sheet(written, sheets, (name, &kept.column), &path) else { continue };
            if !sheets[other].kept_names.contains(&column) {
                sheets[other].kept_names.push(column);
            }
            if let Some(intent) = &mut sheets[number].intent {
                intent.kept_by_rows.push((other, column));
            }
        }
    }

    /// A column of a sheet by their names.
    fn on_sheet(
        &mut self,
        written: &WrittenRulebook,
        sheets: &[Sheet],
        (sheet, column): (&str, &str),
        path: &str,
    ) -> Option<(usize, usize)> {
        let named = |known: &Sheet| known.name.as_deref().is_some_and(|name| name.eq_ignore_ascii_case(sheet));
        let Some(other) = sheets.iter().position(named) else {
            let names = sheets.iter().filter_map(|sheet| sheet.name.as_deref());
            let hint = fold::nearest(sheet, names).map(|near| format!("; did you mean {near}?"));
            let message = format!("no sheet is called {sheet}{}", hint.unwrap_or_default());
            self.error(&format!("{path}.sheet"), message);
            return None;
        };
        let columns = Columns::new(&written.sheet[other], &format!("sheet.{other}"));
        let Some((target, _)) = columns.column(column) else {
            let hint = columns.nearest(column).map(|near| format!("; did you mean {near}?"));
            let message = format!("the sheet {sheet} has no column {column}{}", hint.unwrap_or_default());
            self.error(&format!("{path}.column"), message);
            return None;
        };
        Some((other, target))
    }
}
