//! What the cells of a workbook may come to, over all of its sheets: a few bytes of a file may stand for many cells.
//!
//! Sheets are gone through more than once, and one is counted by the pass that went furthest.

use std::sync::{Arc, Mutex, PoisonError};

use crate::limits::{CELLS_FREE, CELLS_TIMES, REPEATED_FREE, REPEATED_TIMES};

/// After so many cells, or bytes of texts, a sheet's account is looked at.
const STEP: Spent = Spent { cells: 10_000, texts: 1 << 20 };

/// Cells, and the bytes of their texts.
#[derive(Debug, Clone, Copy, Default)]
struct Spent {
    cells: u64,
    texts: u64,
}

/// The account of a workbook.
#[derive(Debug)]
pub struct Budget {
    most: Spent,
    /// What all sheets came to, and each of them.
    spent: Mutex<(Spent, Vec<Spent>)>,
}

impl Budget {
    /// Of a workbook that has so many bytes, packed as it is.
    pub fn new(packed: u64) -> Arc<Budget> {
        let texts = packed.saturating_mul(REPEATED_TIMES).max(REPEATED_FREE);
        let cells = packed.saturating_mul(CELLS_TIMES).saturating_add(CELLS_FREE);
        Arc::new(Budget { most: Spent { cells, texts }, spent: Mutex::default() })
    }
}

/// The account of one pass over a sheet.
#[derive(Debug, Default)]
pub struct SheetBudget {
    of: Option<(Arc<Budget>, usize)>,
    spent: Spent,
    /// What of it the workbook's account has.
    settled: Spent,
}

impl SheetBudget {
    /// For the sheet at a place.
    pub fn new(of: &Arc<Budget>, sheet: usize) -> SheetBudget {
        SheetBudget { of: Some((Arc::clone(of), sheet)), ..SheetBudget::default() }
    }

    /// Adds cells with so many bytes of texts, and returns what is more than the workbook may hold, if anything.
    pub fn add(&mut self, cells: u64, texts: u64) -> Option<String> {
        self.spent.cells += cells;
        self.spent.texts += texts;
        let due =
            self.spent.cells - self.settled.cells >= STEP.cells || self.spent.texts - self.settled.texts >= STEP.texts;
        if due { self.settle() } else { None }
    }

    /// Brings the workbook's account up to date.
    pub fn settle(&mut self) -> Option<String> {
        let (of, sheet) = self.of.as_ref()?;
        let mut account = of.spent.lock().unwrap_or_else(PoisonError::into_inner);
        let (all, sheets) = &mut *account;
        if sheets.len() <= *sheet {
            sheets.resize(sheet + 1, Spent::default());
        }
        let known = &mut sheets[*sheet];
        all.cells += self.spent.cells.saturating_sub(known.cells);
        all.texts += self.spent.texts.saturating_sub(known.texts);
        *known = Spent { cells: known.cells.max(self.spent.cells), texts: known.texts.max(self.spent.texts) };
        self.settled = self.spent;
        if all.texts > of.most.texts {
            return Some(format!("the texts of its cells come to more than {REPEATED_TIMES} times its size"));
        }
        (all.cells > of.most.cells).then(|| {
            let most = crate::finding::ranges::thousands(of.most.cells);
            format!("it has more than {most} filled cells, more than so small a file can have unless a few are repeated over whole sheets")
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_sheet_that_is_read_again_costs_nothing_more_and_all_sheets_are_counted_together() {
        let budget = Budget::new(1_000);
        let most = CELLS_FREE + CELLS_TIMES * 1_000;
        for _ in 0..3 {
            let mut pass = SheetBudget::new(&budget, 0);
            assert_eq!(pass.add(most / 2, 0), None);
        }
        let mut other = SheetBudget::new(&budget, 4);
        assert_eq!(other.add(most / 2, 0), None);
        let what = other.add(STEP.cells, 0).unwrap_or_default();
        assert!(what.starts_with("it has more than 1,002,000 filled cells"), "{what}");
    }

    #[test]
    fn texts_are_measured_by_the_size_of_the_file() {
        let mut pass = SheetBudget::new(&Budget::new(1 << 20), 0);
        assert_eq!(pass.add(1, 200 << 20), None);
        let what = pass.add(1, 100 << 20).unwrap_or_default();
        assert_eq!(what, "the texts of its cells come to more than 256 times its size");
    }
}
