//! What an upload would do: how many records it would create, change and remove, which rows would be refused, and what would go
//! through.
//!
//! In: the findings and the plans of rows, as a check hands them on. Out: exact counts by sheet and kind. A row is refused if an
//! error was found in it, also where that only shows when the sheet has ended.

use std::collections::{HashMap, HashSet};
use std::sync::Arc;

use indexmap::IndexMap;

use crate::finding::cause::is_about_data;
use crate::finding::codes::lookup::UNUSED_RECORD;
use crate::finding::{Address, Finding, Outcome, RowPlan, RowSet, Severity, Together};
use crate::rulebook::written::WrittenPartial;

/// A sheet of a file, as findings name it.
pub type SheetPlace = (usize, Option<Arc<str>>);

/// A sheet and a kind of row, where there are several.
type SheetAndKind = (Option<Arc<str>>, Option<Arc<str>>);

/// What came of a preview.
#[derive(Debug, Clone, Default)]
pub struct Preview {
    partial: WrittenPartial,
    /// The rows by sheet, kind and outcome.
    rows: IndexMap<(SheetPlace, Option<Arc<str>>), [RowSet; 6]>,
    /// Records beyond the first of rows that are about several, by sheet, kind and outcome.
    further: IndexMap<(SheetPlace, Option<Arc<str>>), [u64; 6]>,
    /// Further rows of records that are counted with the first, by sheet, kind and outcome.
    continuing: IndexMap<(SheetPlace, Option<Arc<str>>), [RowSet; 6]>,
    /// The rows of records of several rows that are one thing each.
    records: HashMap<SheetPlace, Vec<(u64, u128)>>,
    /// The last row that was planned for, and where it is counted: nearly always the next one is counted there too.
    last: Option<(SheetPlace, u64)>,
    last_at: usize,
    /// Rows in which an error was found.
    wrong: HashMap<SheetPlace, RowSet>,
    /// Records that no row names and that would be removed.
    unnamed: IndexMap<Option<Arc<str>>, u64>,
    /// What rows go together with, where a part of them cannot be sent.
    together: HashMap<SheetPlace, Vec<(u64, Together)>>,
    /// Whether an error was found that is about no row.
    wrong_as_a_whole: bool,
}

/// How many rows of a kind come to what.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct KindCounts {
    /// The sheet, where there are several.
    pub sheet: Option<Arc<str>>,
    /// The kind of row, where there are several.
    pub kind: Option<Arc<str>>,
    /// By [`Outcome::ALL`].
    pub counts: [u64; 6],
}

/// What would go through and what would stay behind.
#[derive(Debug, Clone)]
pub struct Passing {
    /// Rows that would be carried out.
    pub through: u64,
    /// Rows that would stay behind, by sheet.
    pub behind: Vec<(SheetPlace, RowSet)>,
    /// Whether that is so because of an error that is about the file as a whole.
    pub as_a_whole: bool,
}

fn place(address: &Address) -> SheetPlace {
    (address.file, address.sheet.clone())
}

fn at(outcome: Outcome) -> usize {
    Outcome::ALL.iter().position(|each| *each == outcome).unwrap_or(0)
}

impl Preview {
    /// Begins a preview of a file of which the receiving side takes that.
    pub fn new(partial: WrittenPartial) -> Preview {
        Preview { partial, ..Preview::default() }
    }

    /// Takes in a finding.
    pub fn finding(&mut self, finding: &Finding) {
        if finding.problem.severity != Severity::Error {
            return;
        }
        let of_data = is_about_data(finding.problem.code);
        match (&finding.rows, finding.address.place.row.filter(|_| of_data)) {
            (Some(rows), _) => self.wrong.entry(place(&finding.address)).or_default().extend(rows),
            (None, Some(row)) => {
                let last = finding.address.place.last_row.unwrap_or(row);
                self.wrong.entry(place(&finding.address)).or_default().add(row, last);
            }
            // A record that nobody names holds nothing back where the receiving side takes what it can.
            (None, None) => self.wrong_as_a_whole |= finding.problem.code != &UNUSED_RECORD,
        }
    }

    /// Takes in what would become of a row.
    pub fn plan(&mut self, address: &Address, plan: &RowPlan) {
        let Some(row) = address.place.row else {
            *self.unnamed.entry(address.sheet.clone()).or_default() += 1;
            return;
        };
        if self.is_one_more(address, plan) {
            let counted = self.rows.get_index_mut(self.last_at).zip(self.last.as_mut());
            if let Some(((_, by_outcome), (_, last))) = counted {
                by_outcome[at(plan.outcome)].add(row, row);
                *last = row;
                return;
            }
        }
        let here = place(address);
        if let Some(record) = plan.record {
            self.records.entry(here.clone()).or_default().push((row, record));
        }
        if plan.continues {
            self.continuing.entry((here, plan.kind.clone())).or_default()[at(plan.outcome)].add(row, row);
            return;
        }
        // A row of which several plans come is about several records.
        if self.last.as_ref().is_some_and(|(of, last)| *last == row && *of == here) {
            self.further.entry((here, plan.kind.clone())).or_default()[at(plan.outcome)] += 1;
            return;
        }
        self.last = Some((here.clone(), row));
        if self.partial == WrittenPartial::Records && plan.together != Together::default() {
            self.together.entry(here.clone()).or_default().push((row, plan.together));
        }
        let entry = self.rows.entry((here, plan.kind.clone()));
        self.last_at = entry.index();
        entry.or_default()[at(plan.outcome)].add(row, row);
    }

    /// Whether a plan is that of one more row of the sheet and kind of the last one, with nothing else to be kept in mind.
    fn is_one_more(&self, address: &Address, plan: &RowPlan) -> bool {
        let is_plain = !plan.continues && plan.record.is_none() && plan.together == Together::default();
        let is_next = |(here, last): &(SheetPlace, u64)| {
            (here.0, &here.1) == (address.file, &address.sheet) && Some(*last) != address.place.row
        };
        let is_of_kind = |((_, kind), _): (&(SheetPlace, Option<Arc<str>>), _)| *kind == plan.kind;
        is_plain && self.last.as_ref().is_some_and(is_next) && self.rows.get_index(self.last_at).is_some_and(is_of_kind)
    }

    /// Whether rows and records are not the same.
    pub fn has_several(&self) -> bool {
        !self.further.is_empty() || !self.records.is_empty()
    }

    /// All rows that were planned for.
    fn planned(&self) -> impl Iterator<Item = (&SheetPlace, &[RowSet; 6])> {
        self.rows.iter().chain(&self.continuing).map(|((here, _), by_outcome)| (here, by_outcome))
    }

    /// Rows that are refused: those in which an error was found, and the others of their records, where these are one thing.
    fn refused(&self, here: &SheetPlace) -> Option<RowSet> {
        let mut refused = self.wrong.get(here)?.clone();
        let Some(records) = self.records.get(here) else { return Some(refused) };
        let cut: HashSet<u128> =
            records.iter().filter(|(row, _)| refused.contains(*row)).map(|(_, record)| *record).collect();
        records.iter().filter(|(_, record)| cut.contains(record)).for_each(|(row, _)| refused.add(*row, *row));
        Some(refused)
    }

    /// Rows that were planned for before it showed that they are refused: to be told to a second pass.
    pub fn refused_late(&self) -> HashMap<SheetPlace, RowSet> {
        let mut late: HashMap<SheetPlace, RowSet> = HashMap::new();
        for here in self.wrong.keys() {
            let Some(refused) = self.refused(here) else { continue };
            let others = self.planned().filter(|(of, _)| *of == here).flat_map(|(_, by)| Outcome::ALL.iter().zip(by));
            let mut others = others.filter(|(outcome, _)| **outcome != Outcome::Refused);
            if others.any(|(_, rows)| refused.iter().any(|row| rows.contains(row))) {
                late.insert(here.clone(), refused);
            }
        }
        late
    }

    /// Forgets the plans, for a second pass to make them again. What was found stays.
    pub fn again(&mut self) {
        self.rows.clear();
        self.further.clear();
        self.continuing.clear();
        self.records.clear();
        (self.last, self.last_at) = (None, 0);
        self.unnamed.clear();
        self.together.clear();
    }

    /// How many rows of which kind come to what; of rows that are about several records, how many of these.
    pub fn counts(&self) -> Vec<KindCounts> {
        let mut found: IndexMap<SheetAndKind, [u64; 6]> = IndexMap::new();
        for ((here, kind), by_outcome) in &self.rows {
            let counts = found.entry((here.1.clone(), kind.clone())).or_default();
            for (count, rows) in counts.iter_mut().zip(by_outcome) {
                *count += rows.rows();
            }
        }
        for ((here, kind), further) in &self.further {
            let counts = found.entry((here.1.clone(), kind.clone())).or_default();
            counts.iter_mut().zip(further).for_each(|(count, more)| *count += more);
        }
        // Rows that could not be read as rows of the sheet were planned for nothing.
        for (here, wrong) in &self.wrong {
            let planned =
                |row: u64| self.planned().any(|(of, sets)| of == here && sets.iter().any(|set| set.contains(row)));
            // Rows of no record are none of those that are counted.
            let sheets = self.rows.keys().any(|(of, _)| of == here) && !self.records.contains_key(here);
            let unplanned = wrong.iter().filter(|row| !planned(*row)).count() as u64;
            if sheets && unplanned > 0 {
                found.entry((here.1.clone(), None)).or_default()[at(Outcome::Refused)] += unplanned;
            }
        }
        for (sheet, removed) in &self.unnamed {
            found.entry((sheet.clone(), None)).or_default()[at(Outcome::Removed)] += removed;
        }
        found.into_iter().map(|((sheet, kind), counts)| KindCounts { sheet, kind, counts }).collect()
    }

    /// What would go through. `ready` is the verdict of the check.
    pub fn passing(&self, ready: bool) -> Passing {
        let mut through = 0;
        let mut behind: IndexMap<SheetPlace, RowSet> = IndexMap::new();
        let as_a_whole = !ready && self.wrong_as_a_whole;
        let nothing = as_a_whole || !ready && self.partial == WrittenPartial::Nothing;
        for (here, by_outcome) in self.planned() {
            let stays = behind.entry(here.clone()).or_default();
            let kept_back = self.kept_back(here);
            for (outcome, rows) in Outcome::ALL.iter().zip(by_outcome) {
                match outcome {
                    Outcome::Refused => stays.extend(rows),
                    Outcome::Skipped => {}
                    _ if nothing => stays.extend(rows),
                    _ => {
                        let held: Vec<u64> = kept_back.iter().copied().filter(|row| rows.contains(*row)).collect();
                        held.iter().for_each(|row| stays.add(*row, *row));
                        through += rows.rows() - held.len() as u64;
                    }
                }
            }
        }
        // Rows that could not be read as rows of the sheet were planned for nothing.
        for (here, wrong) in &self.wrong {
            if let Some(rows) = behind.get_mut(here) {
                rows.extend(wrong);
            }
        }
        behind.retain(|_, rows| rows.rows() > 0);
        Passing { through, behind: behind.into_iter().collect(), as_a_whole }
    }

    /// Rows that are right themselves and go together with one that is refused.
    fn kept_back(&self, here: &SheetPlace) -> Vec<u64> {
        let (Some(together), Some(wrong)) = (self.together.get(here), self.wrong.get(here)) else { return Vec::new() };
        let mut families = Families::default();
        let rows: Vec<(u64, usize)> = together.iter().map(|(row, of)| (*row, families.of(*of))).collect();
        let rows: Vec<(u64, usize)> = rows.iter().map(|(row, place)| (*row, families.root(*place))).collect();
        let cut: HashSet<usize> =
            rows.iter().filter(|(row, _)| wrong.contains(*row)).map(|(_, family)| *family).collect();
        let kept = rows.iter().filter(|(row, family)| cut.contains(family) && !wrong.contains(*row));
        kept.map(|(row, _)| *row).collect()
    }
}

/// What goes together, from row to row: a union of sets.
#[derive(Default)]
struct Families {
    places: HashMap<u128, usize>,
    /// For each, one that it is together with; itself where it is the root of them.
    above: Vec<usize>,
}

impl Families {
    /// Takes in what a row goes together with, and returns its place.
    fn of(&mut self, together: Together) -> usize {
        let Together { own, parent } = together;
        let mut places = own.into_iter().chain(parent).map(|key| {
            *self.places.entry(key).or_insert_with(|| {
                self.above.push(self.above.len());
                self.above.len() - 1
            })
        });
        let (first, second) = (places.next(), places.next());
        let Some(first) = first else {
            self.above.push(self.above.len());
            return self.above.len() - 1;
        };
        if let Some(second) = second {
            let (one, other) = (self.root(first), self.root(second));
            self.above[one] = other;
        }
        first
    }

    fn root(&mut self, mut place: usize) -> usize {
        while self.above[place] != place {
            // Each look-up halves the way, so that no chain stays long.
            self.above[place] = self.above[self.above[place]];
            place = self.above[place];
        }
        place
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::check::problem_of_code;
    use crate::finding::codes::{lookup, rule, template};
    use crate::finding::{Code, Place};

    fn at(row: Option<u64>) -> Address {
        Address { file: 0, sheet: None, place: Place { row, ..Place::default() } }
    }

    fn finding(code: &'static Code, row: Option<u64>, rows: Option<&[u64]>) -> Finding {
        let set = rows.map(|rows| {
            let mut set = RowSet::default();
            rows.iter().for_each(|row| set.add(*row, *row));
            Arc::new(set)
        });
        Finding { address: at(row), problem: Arc::new(problem_of_code(code)), key: None, value: None, rows: set }
    }

    fn plan(outcome: Outcome, own: Option<u128>) -> RowPlan {
        let together = Together { own, parent: None };
        RowPlan { together, ..RowPlan::of(outcome) }
    }

    fn made(partial: WrittenPartial) -> Preview {
        let mut preview = Preview::new(partial);
        let outcomes = [Outcome::Created, Outcome::Changed, Outcome::Removed, Outcome::Skipped, Outcome::Unchanged];
        for (row, outcome) in (2..).zip(outcomes) {
            preview.plan(&at(Some(row)), &plan(outcome, Some(u128::from(row / 2))));
        }
        preview
    }

    fn behind(preview: &Preview, ready: bool) -> (u64, Vec<u64>) {
        let passing = preview.passing(ready);
        (passing.through, passing.behind.iter().flat_map(|(_, rows)| rows.iter()).collect())
    }

    #[test]
    fn rows_are_counted_by_outcome_and_all_but_the_skipped_go_through() {
        let preview = made(WrittenPartial::Rows);
        assert_eq!(preview.counts()[0].counts, [1, 1, 1, 1, 1, 0]);
        assert_eq!(behind(&preview, true), (4, Vec::new()));
        assert!(preview.refused_late().is_empty());
    }

    #[test]
    fn a_row_that_turns_out_to_be_refused_is_for_a_second_pass() {
        let mut preview = made(WrittenPartial::Rows);
        preview.finding(&finding(&rule::GROUP_BROKEN, Some(2), Some(&[2, 3])));
        let late = preview.refused_late();
        assert_eq!(late[&(0, None)].iter().collect::<Vec<_>>(), [2, 3]);
        preview.again();
        assert!(preview.counts().iter().all(|line| line.counts[0] == 0));
        for row in 2..4 {
            preview.plan(&at(Some(row)), &plan(Outcome::Refused, None));
        }
        assert!(preview.refused_late().is_empty());
        assert_eq!(behind(&preview, false), (0, vec![2, 3]));
    }

    #[test]
    fn what_goes_together_stays_behind_together() {
        let mut preview = made(WrittenPartial::Records);
        // Rows 2 and 3 go together, and so do 4 and 5.
        preview.finding(&finding(&rule::RULE_BROKEN, Some(3), None));
        let mut again = preview.clone();
        again.again();
        for (row, outcome) in
            [(2, Outcome::Created), (3, Outcome::Refused), (4, Outcome::Removed), (6, Outcome::Changed)]
        {
            again.plan(&at(Some(row)), &plan(outcome, Some(u128::from(row / 2))));
        }
        assert_eq!(behind(&again, false), (2, vec![2, 3]));
    }

    #[test]
    fn an_error_about_the_file_lets_nothing_through_and_one_about_a_record_that_nobody_names_does() {
        let mut preview = made(WrittenPartial::Rows);
        preview.finding(&finding(&lookup::UNUSED_RECORD, None, None));
        assert_eq!(behind(&preview, false).0, 4);
        preview.finding(&finding(&template::MISSING_HEADING, None, None));
        assert_eq!(behind(&preview, false), (0, vec![2, 3, 4, 6]));
        assert!(preview.passing(false).as_a_whole);
    }

    #[test]
    fn nothing_goes_through_where_a_file_is_taken_as_a_whole() {
        let mut preview = made(WrittenPartial::Nothing);
        assert_eq!(behind(&preview, true).0, 4);
        preview.finding(&finding(&rule::RULE_BROKEN, Some(9), None));
        assert_eq!(behind(&preview, false), (0, vec![2, 3, 4, 6, 9]));
        // A row that was planned for nothing, since it could not be read, is refused.
        let refused: u64 = preview.counts().iter().map(|line| line.counts[5]).sum();
        assert_eq!(refused, 1);
    }
}
