//! Rows that belong to each other in a circle.

use foldhash::fast::FixedState;
use hashbrown::{HashMap, HashSet};

use super::{Family, State, Waiting};
use crate::check::folds::Placed;
use crate::check::problem::about_column;
use crate::finding::codes::shape as codes;
use crate::finding::{Place, RowSet};
use crate::steps;

impl Family<'_> {
    /// Rows that belong to each other in a circle; returns them all.
    pub(super) fn circles(&self, state: &mut State) -> HashSet<u32, FixedState> {
        // Which walk came by: none yet, or its number from one.
        let mut walks = vec![0_u32; state.members.len()];
        let mut members = HashSet::default();
        let mut found = Vec::new();
        // A circle has at least one row whose parent is further down, or itself.
        for (walk, waiting) in (1_u32..).zip(&state.waiting) {
            let mut at = waiting.member;
            while walks[at as usize] == 0 {
                steps::count(1);
                walks[at as usize] = walk;
                match state.members[at as usize].above.checked_sub(1) {
                    Some(above) => at = above,
                    None => break,
                }
            }
            let goes_round = walks[at as usize] == walk && state.members[at as usize].above > 0;
            if goes_round && !members.contains(&at) {
                let mut rows = RowSet::default();
                let start = at;
                loop {
                    steps::count(1);
                    members.insert(at);
                    let number = state.members[at as usize].number;
                    rows.add(number, number);
                    at = state.members[at as usize].above - 1;
                    if at == start {
                        break;
                    }
                }
                found.push(rows);
            }
        }
        let waiting = std::mem::take(&mut state.waiting);
        let number_of = |each: &Waiting| state.members[each.member as usize].number;
        let by_number: HashMap<u64, &Waiting, FixedState> =
            waiting.iter().rev().map(|each| (number_of(each), each)).collect();
        for rows in found {
            let first = rows.ranges().first().map_or(0, |(first, _)| *first);
            let of = by_number.get(&first);
            let words = rows.words(20);
            let message = match rows.rows() {
                1 => "The row belongs to itself.".to_owned(),
                _ => format!("The rows belong to each other in a circle: {words}."),
            };
            let problem = about_column(&codes::PARENT_CIRCLE, self.sheet, self.parents.about(), message);
            let place = Place { row: Some(first), field: of.and_then(|of| of.field), ..Place::default() };
            let member = of.map_or(0, |of| of.member);
            state.said.push((member, Placed { place, problem, key: of.and_then(|of| of.key.clone()) }));
        }
        drop(by_number);
        state.waiting = waiting;
        members
    }
}
