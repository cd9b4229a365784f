//! Rules beyond what a rulebook may have: those that come last become offers, all at once. To find them one after the other the
//! draft would be compiled anew for each.

use std::collections::HashSet;

use lungwort_core::finding::ranges::thousands;
use lungwort_core::limits::{GROUPINGS, REMEMBERING_RULES, RULES};

use super::draft::{Confidence, Draft, DraftRule};

/// Leaves as many rules of each sheet active as a rulebook may have.
pub(super) fn within_limits(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let (mut all, mut remembering) = (0, 0);
        let mut groups = HashSet::new();
        let counting = |rule: &&mut DraftRule| rule.kind == "rule" && rule.confidence > Confidence::Suggested;
        for rule in sheet.rules.iter_mut().filter(counting) {
            let remembers = remembers(rule);
            let by = rule.lines.iter().find(|(key, _)| key == "each").map(|(_, by)| by.clone());
            let new = by.filter(|by| by.contains("by =") && !groups.contains(by));
            let beyond = if all == RULES {
                Some((RULES, "rules"))
            } else if remembers && remembering == REMEMBERING_RULES {
                Some((REMEMBERING_RULES, "rules over several rows"))
            } else if new.is_some() && groups.len() == GROUPINGS {
                Some((GROUPINGS, "different groups of rows"))
            } else {
                None
            };
            if let Some((most, what)) = beyond {
                rule.confidence = Confidence::Suggested;
                let most = thousands(most as u64);
                rule.source = format!("{}; it is beyond the {most} {what} that a rulebook may have", rule.source);
                continue;
            }
            all += 1;
            remembering += usize::from(remembers);
            groups.extend(new);
        }
    }
}

/// Whether what a rule keeps in mind grows with the rows.
fn remembers(rule: &DraftRule) -> bool {
    let has = |wanted: &str| rule.lines.iter().any(|(key, _)| key == wanted);
    let before = |(key, value): &(_, String)| *key == "check" && value.to_ascii_lowercase().contains("previous.");
    ["each", "running", "unique"].iter().any(|key| has(key)) || rule.lines.iter().any(before)
}
