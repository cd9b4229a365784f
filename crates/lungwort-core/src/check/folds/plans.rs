//! What would become of the rows of a sheet that asks for nothing in particular: each is a new one, unless it is refused.

use std::collections::HashSet;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::check::rows::result::{ChunkResult, RowFinding, key_of};
use crate::finding::{Outcome, RowPlan, Severity, Together};
use crate::rulebook::Sheet;

struct Plans<'r> {
    sheet: &'r Sheet,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    (sheet.intent.is_none() && !sheet.is_form).then(|| Box::new(Plans { sheet }) as _)
}

impl Fold for Plans<'_> {
    /// The rows, and what each goes together with.
    type Part = Vec<(usize, Together)>;
    type State = ();

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Self::Part {
        if !from.previews {
            return Vec::new();
        }
        let rows = from.rows.iter().filter(|row| result.samples.binary_search(row).is_err());
        rows.filter(|row| !from.shaped.is_head(**row) || self.sheet.block.is_none())
            .map(|row| (*row, from.together(self.sheet, *row)))
            .collect()
    }

    fn absorb(&self, (): &mut (), part: Self::Part, with: &mut Absorbing<'_, '_>) {
        let is_error = |finding: &&RowFinding| finding.problem.severity == Severity::Error;
        let wrong: HashSet<usize> = match part.is_empty() {
            true => HashSet::new(),
            false => with.findings.iter().filter(is_error).map(|finding| finding.row).collect(),
        };
        for (row, together) in part {
            let refused = wrong.contains(&row) || with.is_refused(row);
            let outcome = if refused { Outcome::Refused } else { Outcome::Created };
            let is_listed = with.listed.has(outcome, false);
            let key = if is_listed { key_of(with.judge, with.header, with.chunk, row) } else { None };
            let kind = self.sheet.kinds.as_ref().map(|kinds| kinds.named(with.text(row, kinds.column)));
            with.plans.push((row, RowPlan { key, kind, together, ..RowPlan::of(outcome) }));
        }
    }
}
