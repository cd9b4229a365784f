//! What a filled workbook has kept of the blank template's frame: its sheets, what stands above and around the data,
//! and the edition.

use super::run::Told;
use super::sheet_facts::DataPlace;
use crate::intake::workbook::SheetFacts;
use crate::intake::{Batch, Workbook};
use crate::rulebook::Rulebook;

pub(super) fn edition(_: &Rulebook, _: &Workbook, _: &[Vec<Vec<String>>], _: &str, _: &mut Told<'_>) {}
pub(super) fn sheets(_: &Rulebook, _: &Workbook, _: &[Option<usize>], _: &mut Told<'_>) {}
pub(super) fn top(_: &Rulebook, _: usize, _: &Batch, _: &mut Told<'_>) {}
pub(super) fn drop_downs(_: &Rulebook, _: usize, _: &SheetFacts, _: &DataPlace<'_>, _: &mut Told<'_>) {}
pub(super) fn is_of_template(_: &Rulebook, _: &str) -> bool {
    false
}
