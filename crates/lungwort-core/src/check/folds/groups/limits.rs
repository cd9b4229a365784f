//! What a sheet may have of groups, of rows and of a sum; and how its groups could go into several files, none of them cut.

use rust_decimal::Decimal;

use super::gather::of_groups;
use super::state::{State, what};
use super::{Grouping, Limits};
use crate::cell::Value;
use crate::check::folds::{Ending, Placed};
use crate::check::problem::file_problem;
use crate::condition::exact_sum;
use crate::finding::codes::{file as file_codes, rule as codes};
use crate::finding::ranges::thousands;
use crate::finding::{CellProblem, Code, Place};
use crate::rulebook::Sheet;

/// Files of a split that are named.
const NAMED: usize = 5;

/// How much one group takes of each limit.
struct Size {
    rows: u64,
    sum: Decimal,
}

/// One file of a split: its first and last group, and what they take.
struct Share {
    first: u32,
    last: u32,
    groups: u64,
    size: Size,
}

pub(super) fn judge(sheet: &Sheet, grouping: &Grouping<'_>, state: &State, ending: &mut Ending<'_>) {
    let Some(limits) = &grouping.limits else { return };
    let mut say = |code: &'static Code, message: String| {
        let problem = match grouping.by {
            [] => file_problem(code, "", CellProblem::new(code, message)),
            _ => of_groups(sheet, grouping, code, message),
        };
        ending.findings.push(Placed { place: Place::default(), problem, key: None });
    };
    let named = what(grouping, sheet);
    let groups = u64::from(state.store.len());
    let mut passed = false;
    if let Some(most) = limits.groups.filter(|most| groups > *most) {
        passed = true;
        let message =
            format!("There are {} different {named}; at most {} are allowed.", thousands(groups), thousands(most));
        say(&codes::TOO_MANY_GROUPS, message);
    }
    let sums = sums(grouping, state);
    let rows: u64 = (0..state.store.len()).map(|group| u64::from(state.store.rows(group))).sum();
    passed |= limits.rows.is_some_and(|most| rows > most);
    if let Some((column, most, slot)) = &limits.sum {
        let heading = &sheet.columns[*column].heading;
        let open = state.open.keys().any(|(_, known)| known == slot);
        let total = sums.as_ref().and_then(|sums| sums.iter().try_fold(Decimal::ZERO, |sum, one| exact_sum(sum, *one)));
        match total.filter(|_| !open) {
            Some(total) if total > *most => {
                passed = true;
                say(
                    &codes::SUM_TOO_LARGE,
                    format!("{heading} comes to {}; at most {most} is allowed.", total.normalize()),
                );
            }
            Some(_) => {}
            None => {
                let message = format!(
                    "{heading} may come to at most {most}; this cannot be judged, since a cell of it cannot be read."
                );
                say(&codes::OPEN_TOTAL, message);
            }
        }
    }
    if let Some(sums) = sums.filter(|_| passed && !grouping.by.is_empty()) {
        say(&file_codes::POSSIBLE_SPLIT, split(grouping, state, (limits, &sums), &named));
    }
}

/// What the groups come to; `None` where one cannot be calculated.
fn sums(grouping: &Grouping<'_>, state: &State) -> Option<Vec<Decimal>> {
    let slot = grouping.limits.as_ref()?.sum.as_ref().map(|(.., slot)| *slot);
    let total =
        |group: u32, slot: usize| state.store.totals.get(state.store.slot(group, grouping.totals.len()) + slot).value();
    let one = |group: u32| match slot.map(|slot| total(group, slot)) {
        None => Some(Decimal::ZERO),
        Some(Value::Number(sum)) => Some(sum),
        Some(_) => None,
    };
    (0..state.store.len()).map(one).collect()
}

/// The groups in the order of the file, a new file begun where the next one would pass a limit.
fn split(grouping: &Grouping<'_>, state: &State, (limits, sums): (&Limits, &[Decimal]), named: &str) -> String {
    let fits = |groups: u64, size: &Size| {
        limits.groups.is_none_or(|most| groups <= most)
            && limits.rows.is_none_or(|most| size.rows <= most)
            && limits.sum.as_ref().is_none_or(|(_, most, _)| size.sum <= *most)
    };
    let mut shares: Vec<Share> = Vec::new();
    for (at, sum) in (0..state.store.len()).zip(sums) {
        let alone = Size { rows: u64::from(state.store.rows(at)), sum: *sum };
        if !fits(1, &alone) {
            return format!(
                "The rows cannot be split into files that keep to the limits: {named} {} alone is larger than one file may be.",
                state.store.name(at)
            );
        }
        if let Some(share) = shares.last_mut() {
            let size = Size {
                rows: share.size.rows + alone.rows,
                sum: share.size.sum.checked_add(alone.sum).unwrap_or(Decimal::MAX),
            };
            if fits(share.groups + 1, &size) {
                *share = Share { last: at, groups: share.groups + 1, size, ..*share };
                continue;
            }
        }
        shares.push(Share { first: at, last: at, groups: 1, size: alone });
    }
    let one = |share: &Share| {
        let rows = if share.size.rows == 1 { "row" } else { "rows" };
        let (first, last) = (state.store.name(share.first), state.store.name(share.last));
        let names = if share.first == share.last { first.to_owned() } else { format!("{first} to {last}") };
        format!("{names} ({} {rows})", thousands(share.size.rows))
    };
    let said: Vec<String> = shares.iter().take(NAMED).map(one).collect();
    let more = shares.len().saturating_sub(NAMED);
    let more = if more > 0 { format!("; and {} more", thousands(more as u64)) } else { String::new() };
    let together = if grouping.adjacent { "" } else { " in the order in which they first come" };
    format!(
        "With no {named} cut, the rows could go into {} files{together}: {}{more}.",
        thousands(shares.len() as u64),
        said.join("; ")
    )
}
