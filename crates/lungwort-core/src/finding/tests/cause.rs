//! Findings gathered into causes.

use std::sync::Arc;

use proptest::prelude::Strategy;

use super::*;
use crate::finding::codes::{cell, file, value};
use crate::finding::{Address, Code, Correction, Message, Place, Topic};

fn finding(code: &'static Code, topic: Topic, row: Option<u64>, text: &str, correction: Option<Correction>) -> Finding {
    let problem = Problem {
        code,
        severity: code.severity,
        topic,
        subject: Arc::from("Country"),
        message: Message::sentence(format!("Country is \"{text}\".")),
        correction,
        rulebook_line: None,
    };
    let place = Place { row, ..Place::default() };
    let key = row.map(|row| Arc::from(format!("K{row}")));
    let address = Address { place, ..Address::default() };
    Finding { address, problem: Arc::new(problem), key, value: Some(text.into()), rows: None }
}

fn off_list(row: u64, text: &str) -> Finding {
    finding(&value::OFF_LIST, Topic::Column(3), Some(row), text, Correction::likely("GB"))
}

#[test]
fn two_findings_of_a_cell_have_one_correction() {
    let mut causes = Causes::default();
    for field in [0, 1] {
        for code in [&cell::SPACES_AROUND, &value::NEAR_VALUE] {
            let mut found = finding(code, Topic::Column(field), Some(2), "gb ", Correction::certain("GB"));
            found.address.place.field = Some(field);
            causes.add(&found);
        }
    }
    assert_eq!(causes.sorted().iter().map(|cause| cause.certain).sum::<u64>(), 2);
}

#[test]
fn one_reason_is_one_cause() {
    let mut causes = Causes::default();
    for row in 2..4_002 {
        causes.add(&off_list(row, if row % 4 == 0 { "Eire" } else { "UK" }));
    }
    let sorted = causes.sorted();
    assert_eq!(sorted.len(), 1);
    let cause = sorted[0];
    assert_eq!((cause.count, cause.likely, cause.certain), (4_000, 4_000, 0));
    assert_eq!(cause.rows.ranges(), [(2, 4_001)]);
    let values: Vec<_> = cause.values.iter().map(|accumulator| (&*accumulator.value, accumulator.count)).collect();
    assert_eq!(values, [("UK", 3_000), ("Eire", 1_000)]);
    assert_eq!(cause.keys().len(), KEYS_KEPT);
    assert_eq!(causes.counts(), Counts { errors: 4_000, warnings: 0, notes: 0, rows: 4_000 });
}

#[test]
fn other_columns_codes_and_files_are_other_causes() {
    let mut causes = Causes::default();
    causes.add(&off_list(2, "UK"));
    causes.add(&finding(&value::OFF_LIST, Topic::Column(4), Some(2), "UK", None));
    causes.add(&finding(&value::NEAR_VALUE, Topic::Column(3), Some(2), "gb", Correction::certain("GB")));
    let mut elsewhere = off_list(2, "UK");
    elsewhere.address.file = 1;
    causes.add(&elsewhere);
    assert_eq!(causes.sorted().len(), 4);
    assert_eq!(causes.counts().rows, 2);
    assert_eq!(causes.sorted().iter().map(|cause| cause.certain).sum::<u64>(), 1);
}

#[test]
fn memory_is_bounded_and_counts_are_exact() {
    let mut causes = Causes::default();
    let distinct = VALUES_OF_CAUSE as u64 * 3;
    for row in 0..distinct {
        causes.add(&off_list(row + 2, &format!("X{row}")));
    }
    let sorted = causes.sorted();
    let cause = sorted[0];
    assert_eq!((cause.values.len(), cause.other_values), (VALUES_OF_CAUSE, distinct - VALUES_OF_CAUSE as u64));
    assert_eq!(cause.count, distinct);
    for column in 0..CAUSES + 50 {
        causes.add(&finding(&value::OFF_LIST, Topic::Column(column + 10), Some(distinct + 9), "x", None));
    }
    assert_eq!(causes.sorted().len(), CAUSES);
    assert_eq!(causes.beyond(), 51);
    assert_eq!(causes.counts().errors, distinct + CAUSES as u64 + 50);
}

#[test]
fn the_gravest_and_the_widest_come_first() {
    let mut causes = Causes::default();
    causes.add(&finding(&cell::LINE_BREAK, Topic::Column(1), Some(2), "a\nb", None));
    for row in 2..9 {
        causes.add(&off_list(row, "UK"));
    }
    causes.add(&finding(&value::TOO_LONG, Topic::Column(2), Some(9), "x", None));
    causes.add(&finding(&file::WRONG_ENCODING, Topic::File, None, "", None));
    let order: Vec<_> = causes.sorted().iter().map(|cause| cause.problem.code.name).collect();
    assert_eq!(order, ["wrong-encoding", "off-list", "too-long", "line-break"]);
}

#[test]
fn rows_with_several_findings_count_once() {
    let mut causes = Causes::default();
    causes.add(&off_list(5, "UK"));
    causes.add(&finding(&value::TOO_LONG, Topic::Column(2), Some(5), "x", None));
    causes.add(&off_list(6, "UK"));
    assert_eq!((causes.counts().rows, causes.counts().total()), (2, 3));
}

proptest::proptest! {
    /// A group is finished after its rows, so that findings come out of their order.
    #[test]
    fn the_order_of_findings_makes_no_difference(
        order in proptest::sample::subsequence((2..400_u64).collect::<Vec<_>>(), 0..398).prop_shuffle(),
    ) {
        let report = |rows: &[u64]| {
            let mut causes = Causes::default();
            rows.iter().for_each(|row| causes.add(&off_list(*row, if row % 3 == 0 { "Eire" } else { "UK" })));
            let said = causes.sorted().first().map(|cause| {
                let mut values: Vec<_> = cause.values.iter().map(|each| (each.value.clone(), each.count)).collect();
                values.sort();
                let keys: Vec<String> = cause.keys().into_iter().map(str::to_owned).collect();
                (cause.count, cause.rows.words(500), cause.first, keys, values, cause.problem.message.clone())
            });
            (causes.counts(), said)
        };
        let mut in_order = order.clone();
        in_order.sort_unstable();
        proptest::prop_assert_eq!(report(&order), report(&in_order));
    }
}
