//! Rules over groups and records against a plain calculation of the same, on random rows.

use std::collections::{BTreeMap, BTreeSet};

use crate::support::Folder;
use proptest::prelude::*;

/// A row: its group (blank for none), its number, its currency, debit and credit in hundredths.
type Line = (Option<u8>, u8, bool, u16, u16);

const GROUPS: &str = "[[sheet]]\nkey = ['Move', 'Line']\ncolumn = [{ heading = 'Move' }, { heading = 'Line', type = 'whole' }, \
    { heading = 'Currency' }, { heading = 'Debit', type = 'decimal' }, { heading = 'Credit', type = 'decimal' }]\n\
    [[sheet.rule]]\neach = { by = ['Move'] }\ncheck = 'SUM(Debit) = SUM(Credit)'\n\
    [[sheet.rule]]\neach = { by = ['Move'] }\nsame = ['Currency']\n\
    [[sheet.rule]]\neach = { by = ['Move'] }\nrows = { min = 2, max = 4 }\n\
    [[sheet.rule]]\neach = { by = ['Move'] }\nnumbered = 'Line'\n\
    [[sheet.figure]]\nlabel = 'Debits'\nvalue = 'SUM(Debit)'\nby = ['Move']\n";

fn text(lines: &[Line]) -> String {
    let mut out = "Move,Line,Currency,Debit,Credit\n".to_owned();
    for (group, number, currency, debit, credit) in lines {
        let group = group.map(|group| format!("G{group}")).unwrap_or_default();
        let currency = if *currency { "EUR" } else { "GBP" };
        let money = |cents: u16| format!("{}.{:02}", cents / 100, cents % 100);
        out.push_str(&format!("{group},{number},{currency},{},{}\n", money(*debit), money(*credit)));
    }
    out
}

/// What a plain calculation says: each finding as its code and the row, or the first row of its group.
fn by_hand(lines: &[Line]) -> BTreeSet<(String, u64)> {
    let mut groups: BTreeMap<u8, Vec<(u64, &Line)>> = BTreeMap::new();
    let mut due = BTreeSet::new();
    let mut without = None;
    for (row, line) in (2_u64..).zip(lines) {
        match line.0 {
            Some(group) => groups.entry(group).or_default().push((row, line)),
            None => {
                without.get_or_insert(row);
            }
        }
    }
    due.extend(without.map(|row| ("no-group".to_owned(), row)));
    for rows in groups.values() {
        let (first, head) = rows[0];
        let sum = |which: fn(&Line) -> u16| rows.iter().map(|(_, line)| u32::from(which(line))).sum::<u32>();
        if sum(|line| line.3) != sum(|line| line.4) {
            due.insert(("group-broken".to_owned(), first));
        }
        if !(2..=4).contains(&rows.len()) {
            due.insert(("group-size".to_owned(), first));
        }
        // Once a group, at the first row that differs.
        due.extend(rows.iter().find(|(_, line)| line.2 != head.2).map(|(row, _)| ("not-the-same".to_owned(), *row)));
        let mut expected = 1;
        for (row, line) in rows {
            if line.1 != expected {
                due.insert(("numbering-slip".to_owned(), *row));
            }
            expected = line.1.wrapping_add(1);
        }
    }
    due
}

/// What the program says, with the rows cut into pieces of that size.
fn by_program(folder: &Folder, pieces: &str) -> (BTreeSet<(String, u64)>, serde_json::Value) {
    let ran = folder.check(&["--chunk-rows", pieces, "--threads", "2"]);
    let found = ran.findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    (found, ran.json()["figures"][0].clone())
}

fn lines() -> impl Strategy<Value = Vec<Line>> {
    let group = prop_oneof![8 => (0_u8..6).prop_map(Some), 1 => Just(None)];
    let line = (group, 1_u8..5, prop::bool::weighted(0.1), 0_u16..300, 0_u16..300);
    prop::collection::vec(line, 1..24)
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, ..ProptestConfig::default() })]

    #[test]
    fn groups_come_to_what_a_plain_calculation_says(lines in lines()) {
        let folder = Folder::with(GROUPS, text(&lines));
        let due = by_hand(&lines);
        for pieces in ["1", "3", "100"] {
            let (found, figure) = by_program(&folder, pieces);
            prop_assert_eq!(&found, &due, "in pieces of {}", pieces);
            // The sections make up the total.
            let cents = |value: &serde_json::Value| (value.as_str().unwrap().parse::<f64>().unwrap() * 100.0).round() as u64;
            let sections: u64 = figure["sections"].as_array().unwrap().iter().map(|each| cents(&each["value"])).sum();
            let total: u64 = lines.iter().map(|line| u64::from(line.3)).sum();
            prop_assert_eq!((sections, cents(&figure["value"])), (total, total));
        }
    }
}

const RECORDS: &str = "[[sheet]]\nkey = ['Lot']\ncolumn = [{ heading = 'Lot', required = true }, { heading = 'Genus', required = true }, \
    { heading = 'Who' }, { heading = 'Donor' }]\n[sheet.record]\nheader = ['Lot', 'Genus']\n\
    list = [{ name = 'people', columns = ['Who'], min = 1 }, { name = 'donors', columns = ['Donor'], max = 2 }]\n";

/// A row of a record: whether a record begins, whether its header is said again, a person and a donor.
type Part = (bool, bool, Option<u8>, Option<u8>);

fn record_text(parts: &[Part]) -> String {
    let mut out = "Lot,Genus,Who,Donor\n".to_owned();
    let mut lot = 0;
    for (at, (begins, again, who, donor)) in parts.iter().enumerate() {
        let begins = *begins || at == 0;
        lot += usize::from(begins);
        let header = if begins || *again { format!("L{lot},x") } else { ",".to_owned() };
        let name = |letter: &str, one: Option<u8>| one.map(|one| format!("{letter}{one}")).unwrap_or_default();
        out.push_str(&format!("{header},{},{}\n", name("P", *who), name("D", *donor)));
    }
    out
}

fn records_by_hand(parts: &[Part]) -> BTreeSet<(String, u64)> {
    let mut due = BTreeSet::new();
    let mut begun: Vec<(u64, Vec<&Part>)> = Vec::new();
    for (row, part) in (2_u64..).zip(parts) {
        match begun.last_mut().filter(|_| !part.0) {
            Some((_, rows)) => rows.push(part),
            None => begun.push((row, vec![part])),
        }
    }
    for (first, rows) in begun {
        for (which, least, most) in [(0, 1, usize::MAX), (1, 0, 2)] {
            let entry = |part: &Part| if which == 0 { part.2 } else { part.3 };
            let mut seen = BTreeSet::new();
            let mut ended = false;
            for (row, part) in (first..).zip(&rows) {
                // A row without anything in it is blank, and no row of the record.
                if !part.0 && !part.1 && part.2.is_none() && part.3.is_none() && row != first {
                    continue;
                }
                let Some(entry) = entry(part) else {
                    ended = true;
                    continue;
                };
                if std::mem::take(&mut ended) {
                    due.insert(("gap-in-list".to_owned(), row));
                }
                if !seen.insert(entry) {
                    due.insert(("repeated-entry".to_owned(), row));
                }
            }
            let count = rows.iter().filter(|part| entry(part).is_some()).count();
            if count < least || count > most {
                due.insert(("entry-count".to_owned(), first));
            }
        }
    }
    due
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, ..ProptestConfig::default() })]

    #[test]
    fn records_come_to_what_a_plain_calculation_says(
        parts in prop::collection::vec(
            (prop::bool::weighted(0.3), any::<bool>(), prop::option::of(0_u8..4), prop::option::of(0_u8..4)),
            1..20,
        )
    ) {
        let folder = Folder::with(RECORDS, record_text(&parts));
        let due = records_by_hand(&parts);
        for pieces in ["1", "3", "100"] {
            let ran = folder.check(&["--chunk-rows", pieces]);
            let found = ran.findings().into_iter().map(|(code, row, _)| (code, row));
            // Blank rows have a finding of their own.
            let found: BTreeSet<(String, u64)> = found.filter(|(code, _)| !code.starts_with("blank-row")).collect();
            prop_assert_eq!(&found, &due, "in pieces of {}", pieces);
        }
    }
}
