//! Work grows with the rows: twice as many take at most two and a half times the steps, whatever the rules and the rows.
//! Steps are counted where loops are that the rows make long (`lungwort_core::steps`), so that no clock is asked.
#![allow(missing_docs, clippy::unwrap_used)]

use std::fmt::Write as _;
use std::ops::ControlFlow;
use std::path::Path;

use lungwort_core::check::{Checker, Opened, Options};
use lungwort_core::finding::{Causes, Finding, Sink};
use lungwort_core::intake::{ReadOptions, Source};
use lungwort_core::{rulebook, steps};
use proptest::prelude::*;
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};

const HEADINGS: [&str; 8] = ["Number", "Lot", "Kind", "Parent", "Donor", "Grams", "Sown", "Remarks"];

/// What a column may ask, by its place.
const PROPERTIES: [&[&str]; 8] = [
    &[", type = \"whole\"", ", type = \"whole\", unique = true", ", type = \"whole\", required = true"],
    &["", ", required = true", ", pattern = 'L-[0-9]{3}'"],
    &["", ", allowed = [\"Lot\", \"Sample\", \"Packet\"]", ", required_when = \"Grams > 3\""],
    &[", type = \"whole\"", ", type = \"whole\", max = 900"],
    &["", ", allowed = [\"Kew\", \"Bonn\", \"Graz\", \"Leiden\", \"Uppsala\"]", ", format = \"email\""],
    &[", type = \"decimal\"", ", type = \"decimal\", min = 1, max = 6, places = 1"],
    &[", type = \"date\"", ", type = \"date\", max = \"today\""],
    &["", ", length = { max = 6 }", ", characters = \"A-Z a-z\""],
];

/// What the sheet may have besides; most of them go with each other.
const RULES: [&str; 12] = [
    "check = \"Grams > 2\"",
    "all_or_none = [\"Donor\", \"Remarks\"]",
    "at_least_one = [\"Donor\", \"Remarks\"]",
    "each = { by = [\"Lot\"] }, check = \"SUM(Grams) <= 4\"",
    "each = { by = [\"Lot\"], adjacent = true }, check = \"COUNT(DISTINCT Donor) = 1\"",
    "each = { by = [\"Lot\"] }, same = [\"Donor\", \"Kind\"]",
    "each = { by = [\"Lot\"] }, rows = { max = 2 }",
    "each = { by = [\"Lot\"] }, numbered = \"Number\"",
    "each = { by = [\"Donor\"] }, in_order = \"Sown\"",
    "each = { by = [\"Donor\"] }, check = \"SUM(Grams) <= 40\", running = true",
    "each = { by = [\"Lot\"] }, check = \"previous.Grams <= Grams\"",
    "each = \"sheet\", check = \"MAX(Grams) - MIN(Grams) < 3\"",
];

const SHAPES: [&str; 4] = [
    "",
    "[sheet.parents]\nid = [\"Number\"]\nparent = [\"Parent\"]\nabove = true\n",
    "[sheet.kinds]\ncolumn = \"Kind\"\nkind = [\n  { value = \"Lot\" },\n  { value = \"Sample\", under = [\"Lot\"], max = 2 },\n]\n",
    "[sheet.record]\nheader = [\"Number\", \"Donor\"]\n",
];

fn rulebook(properties: &[usize], rules: &[usize], shape: usize) -> String {
    let mut text = "[rulebook]\ntitle = \"Lots\"\n[[sheet]]\nkey = [\"Number\"]\ncolumn = [\n".to_owned();
    for ((heading, of), at) in HEADINGS.iter().zip(PROPERTIES).zip(properties) {
        writeln!(text, "  {{ heading = \"{heading}\"{} }},", of[at % of.len()]).unwrap();
    }
    text.push_str("]\nrule = [\n");
    rules.iter().for_each(|at| writeln!(text, "  {{ {} }},", RULES[at % RULES.len()]).unwrap());
    let figure = "figure = [{ label = \"Grams\", value = \"SUM(Grams)\", by = [\"Donor\"] }]";
    text + "]\n" + figure + "\n" + SHAPES[shape % SHAPES.len()]
}

/// So many rows: a kind of value a column, over and over, numbered where that is what varies.
fn rows(count: usize, values: &[usize]) -> Vec<u8> {
    let mut text = HEADINGS.join(",") + "\n";
    for row in 0..count {
        let value = |column: usize, kind: usize| match (column, kind % 6) {
            (_, 0) => String::new(),
            (5, 1) => format!("{}.5", row % 7),
            (6, 1) => format!("2026-0{}-1{}", row % 9 + 1, row % 9),
            (0, 1) => row.to_string(),
            (3, 1) => row.saturating_sub(1).to_string(),
            (3, 2) => (row + 1).to_string(),
            (3, 3) => row.to_string(),
            (2, 1) => ["Lot", "Sample", "Smaple"][row % 3].to_owned(),
            (4, 1) => ["Kew", "Bon", "Graz", "Upsala"][row % 4].to_owned(),
            (_, 1 | 4) => format!("L-{:03}", row / 3),
            (_, 2) => format!("L-{:03}", row * 7919 % count.next_multiple_of(2) / 2),
            (_, 3) => format!("Graz{row}"),
            _ if row.is_multiple_of(2) => String::new(),
            _ => "Leidne".to_owned(),
        };
        let cells: Vec<String> = values.iter().enumerate().map(|(column, kind)| value(column, *kind)).collect();
        writeln!(text, "{}", cells.join(",")).unwrap();
    }
    text.into_bytes()
}

/// What the report is made of.
struct Gathered(Causes);

impl Sink for Gathered {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        self.0.add(&finding);
        ControlFlow::Continue(())
    }
}

/// The steps that a check takes.
fn steps_of(rulebook: &rulebook::Rulebook, bytes: Vec<u8>, chunk_rows: Option<usize>) -> u64 {
    let before = steps::taken();
    let source = Source::memory("lots.csv".to_owned(), bytes.into()).unwrap();
    let opened = Opened::new(source, ReadOptions::default()).unwrap();
    let today = jiff::civil::date(2026, 11, 26);
    let options = Options { today, threads: 1, chunk_rows, ..Options::default() };
    let mut sink = Gathered(Causes::default());
    let _ = Checker::new(rulebook, Path::new(""), options).file(opened, &mut sink).unwrap();
    steps::taken() - before
}

#[test]
fn twice_the_rows_take_twice_the_steps() {
    let rng = TestRng::from_seed(RngAlgorithm::ChaCha, &[7; 32]);
    let mut runner =
        TestRunner::new_with_rng(Config { cases: 40, failure_persistence: None, ..Config::default() }, rng);
    let number = || 0..60_usize;
    let case = (
        prop::collection::vec(number(), 8),
        prop::collection::vec(number(), 0..4),
        number(),
        prop::collection::vec(number(), 8),
        prop::option::of(Just(40_usize)),
    );
    let held = runner.run(&case, |(properties, rules, shape, values, chunk_rows)| {
        let text = rulebook(&properties, &rules, shape);
        let loaded = rulebook::load_text(Path::new("lots.rulebook.toml"), &text);
        let Some(rulebook) = loaded.rulebook.filter(|_| !loaded.mistakes.has_errors()) else {
            panic!("{text}\n{}", loaded.mistakes.render());
        };
        let once = steps_of(&rulebook, rows(400, &values), chunk_rows);
        let twice = steps_of(&rulebook, rows(800, &values), chunk_rows);
        prop_assert!(once > 400, "{once} steps are counted");
        prop_assert!(twice * 2 <= once * 5, "{once} steps, then {twice}\n{text}");
        Ok(())
    });
    held.unwrap();
}
