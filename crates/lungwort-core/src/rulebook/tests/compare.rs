//! Each kind of change, one by one, and none where nothing changed.

use std::path::Path;

use super::*;
use crate::rulebook::load_text;

const BASE: &str = r#"
[rulebook]
title = "Seeds"
[file]
formats = ["csv"]
max_rows = 100
[[sheet]]
name = "Seeds"
key = ["Id"]
column = [
  { heading = "Id", name = "id", required = true },
  { heading = "Genus", allowed = ["Primula", "Lotus"] },
  { heading = "Provenance", allowed = { W = "wild", C = "cultivated" } },
  { heading = "Collector", required_when = "Provenance = 'W'" },
  { heading = "Seeds", type = "whole", min = 1, max = 100 },
  { heading = "Remarks", length = { max = 40 } },
]
rule = [{ at_least_one = ["Seeds", "Remarks"] }]
"#;

fn rulebook(text: &str) -> Rulebook {
    let loaded = load_text(Path::new("t.rulebook.toml"), text);
    assert!(!loaded.mistakes.has_errors(), "{}", loaded.mistakes.render());
    loaded.rulebook.unwrap()
}

/// The changes that come of replacing parts of the base.
fn changes(edits: &[(&str, &str)]) -> Vec<String> {
    let mut new = BASE.to_owned();
    for (from, to) in edits {
        assert!(new.contains(from), "{from}");
        new = new.replace(from, to);
    }
    between(BASE, &new)
}

/// The changes from one rulebook's text to another's.
fn between(old: &str, new: &str) -> Vec<String> {
    let found = compare(&rulebook(old), &rulebook(new));
    found.into_iter().map(|change| format!("{:?}: {} {}", change.weight, change.subject, change.words)).collect()
}

#[test]
fn nothing_changed_says_nothing() {
    assert!(changes(&[]).is_empty());
    assert!(changes(&[("title = \"Seeds\"", "title = \"Other\"")]).is_empty());
}

#[test]
fn other_headings_and_columns_beside_the_templates_are_said() {
    let german = ("heading = \"Genus\"", "heading = [\"Genus\", \"Gattung\"]");
    assert_eq!(changes(&[german]), ["Moved: Genus may also be headed \"Gattung\" now; before no others"]);
    let extra = ("[[sheet]]", "[[sheet]]\nextra = \"error\"");
    let found = changes(&[extra]);
    assert!(
        found.len() == 1 && found[0].contains("columns beside the template's: an error now; before a warning"),
        "{found:?}"
    );
}

#[test]
fn columns_come_go_and_are_renamed() {
    let added = ("  { heading = \"Seeds\"", "  { heading = \"Lot\", required = true },\n  { heading = \"Seeds\"");
    assert_eq!(changes(&[added]), ["Stricter: Lot is a new column, behind \"Collector\", and every row must fill it"]);
    let optional = ("  { heading = \"Id\"", "  { heading = \"Sent by\" },\n  { heading = \"Id\"");
    assert_eq!(changes(&[optional]), ["Looser: Sent by is a new column, the first"]);
    assert_eq!(
        changes(&[("  { heading = \"Genus\", allowed = [\"Primula\", \"Lotus\"] },\n", "")]),
        ["Stricter: Genus was removed"]
    );
    // By its name, by nearly the same heading, and by its neighbours.
    assert_eq!(
        changes(&[("heading = \"Id\"", "heading = \"Accession\"")]),
        ["Moved: Accession is the new heading of \"Id\""]
    );
    assert_eq!(
        changes(&[("heading = \"Genus\"", "heading = \"Genus name\"")]),
        ["Moved: Genus name is the new heading of \"Genus\""]
    );
    assert_eq!(
        changes(&[("heading = \"Remarks\"", "heading = \"Whatever else\""), ("\"Remarks\"]", "\"Whatever else\"]")]),
        ["Moved: Whatever else is the new heading of \"Remarks\""]
    );
}

#[test]
fn columns_that_moved_are_told_once() {
    let remarks = "  { heading = \"Remarks\", length = { max = 40 } },\n";
    let first = format!("{remarks}  {{ heading = \"Genus\"");
    let moved = changes(&[(remarks, ""), ("  { heading = \"Genus\"", &first)]);
    assert_eq!(moved, ["Moved: Remarks is behind \"Id\" now"]);
}

#[test]
fn what_must_be_filled_is_compared() {
    let cases = [
        (
            "heading = \"Genus\",",
            "heading = \"Genus\", required = true,",
            "Stricter: Genus must be filled in every row now",
        ),
        ("name = \"id\", required = true", "name = \"id\"", "Looser: Id need not be filled in every row any more"),
        (
            "required_when = \"Provenance = 'W'\"",
            "required_when = \"Provenance = 'C'\"",
            "Stricter: Collector must be filled where Provenance is C; before where Provenance is W",
        ),
        (
            "heading = \"Collector\", required_when = \"Provenance = 'W'\"",
            "heading = \"Collector\"",
            "Looser: Collector no longer has to be filled where Provenance is W",
        ),
        (
            "heading = \"Remarks\",",
            "heading = \"Remarks\", blank_when = \"Provenance = 'W'\",",
            "Stricter: Remarks must be blank where Provenance is W",
        ),
    ];
    for (from, to, said) in cases {
        assert_eq!(changes(&[(from, to)]), [said]);
    }
}

#[test]
fn lists_gain_and_lose_values() {
    let cases = [
        (
            "[\"Primula\", \"Lotus\"]",
            "[\"Primula\", \"Lotus\", \"Briza\", \"Carlina\"]",
            "Looser: Genus also accepts Briza and Carlina",
        ),
        ("[\"Primula\", \"Lotus\"]", "[\"Primula\"]", "Stricter: Genus no longer accepts Lotus"),
        (
            "{ W = \"wild\", C = \"cultivated\" }",
            "{ W = \"wild\" }, retired = { C = \"W\" }",
            "Stricter: Provenance no longer accepts C (C is W now)",
        ),
        (
            "{ heading = \"Remarks\", ",
            "{ heading = \"Remarks\", allowed = [\"a\"], ",
            "Stricter: Remarks is now limited to a list (1 value)",
        ),
        (
            "heading = \"Genus\", allowed = [\"Primula\", \"Lotus\"]",
            "heading = \"Genus\"",
            "Looser: Genus is no longer limited to a list",
        ),
    ];
    for (from, to, said) in cases {
        assert!(changes(&[(from, to)]).contains(&said.to_owned()), "{from}: {:?}", changes(&[(from, to)]));
    }
    let many = (1..=9).map(|at| format!("\"G{at}\"")).collect::<Vec<_>>().join(", ");
    let found = changes(&[("[\"Primula\", \"Lotus\"]", &format!("[\"Primula\", \"Lotus\", {many}]"))]);
    assert_eq!(found, ["Looser: Genus also accepts G1, G2, G3, G4, G5 and 4 more"]);
}

#[test]
fn limits_and_forms_are_compared_as_phrases() {
    let cases = [
        ("max = 100 }", "max = 50 }", "Stricter: Seeds now requires: at most 50; before: at most 100"),
        ("min = 1, max = 100", "min = 1", "Looser: Seeds no longer requires: at most 100"),
        (
            "length = { max = 40 }",
            "length = { max = 40 }, characters = \"ascii\"",
            "Stricter: Remarks now requires: only the characters of a plain English keyboard",
        ),
        ("name = \"id\",", "name = \"id\", unique = true,", "Stricter: Id now requires: each only once"),
        (
            "name = \"id\",",
            "name = \"id\", pattern = { regex = '\\d+', words = \"digits only\" },",
            "Stricter: Id now requires: digits only",
        ),
    ];
    for (from, to, said) in cases {
        assert_eq!(changes(&[(from, to)]), [said]);
    }
}

#[test]
fn the_file_and_its_rules_are_compared() {
    let cases = [
        ("max_rows = 100", "max_rows = 90", "Stricter: The file accepts 90 rows now; before 100"),
        ("max_rows = 100", "max_rows = 1000", "Looser: The file accepts 1,000 rows now; before 100"),
        ("max_rows = 100", "", "Looser: The file accepts any number of rows now; before 100"),
        (
            "formats = [\"csv\"]",
            "formats = [\"csv\", \"xlsx\"]",
            "Looser: The file is accepted as csv, xlsx; before as csv",
        ),
        ("formats = [\"csv\"]", "formats = [\"xlsx\"]", "Stricter: The file is accepted as xlsx; before as csv"),
        (
            "max_rows = 100",
            "max_rows = 100\nencoding = \"utf-8\"",
            "Stricter: The file is required in UTF-8; before in any encoding",
        ),
    ];
    for (from, to, said) in cases {
        assert_eq!(changes(&[(from, to)]), [said]);
    }
    let rules = changes(&[("at_least_one", "exactly_one")]);
    assert_eq!(
        rules,
        [
            "Stricter: New rule Exactly one of Seeds and Remarks must be filled",
            "Looser: Rule removed At least one of Seeds and Remarks must be filled",
        ]
    );
    assert_eq!(
        changes(&[("name = \"Seeds\"\n", "name = \"Seeds\"\nheading_row = 3\n")]),
        ["Moved: Seeds has its headings in row 3; before in row 1"]
    );
}

#[test]
fn what_becomes_easier_is_not_called_stricter() {
    let file = |line: &str| format!("formats = [\"csv\"]\n{line}");
    let turns = [
        ("encoding = 'utf-8'", "", "Looser: The file is required in any encoding; before in UTF-8"),
        ("formulas = false", "formulas = true", "Looser: The file formulas: allowed now; before not allowed"),
        ("", "formulas = true", "Looser: The file formulas: allowed now; before a warning"),
        ("formulas = true", "", "Stricter: The file formulas: a warning now; before allowed"),
    ];
    for (from, to, said) in turns {
        let edition = |line: &str| BASE.replace("formats = [\"csv\"]", &file(line));
        assert_eq!(between(&edition(from), &edition(to)), [said]);
    }
    let remarks = "heading = \"Remarks\",";
    for (property, eased, tightened) in [
        ("line_breaks = true", "may have line breaks now", "must not have line breaks any more"),
        (
            "severity = 'note'",
            "a wrong value is a note now; before an error",
            "a wrong value is an error now; before a note",
        ),
    ] {
        let with = BASE.replace(remarks, &format!("{remarks} {property},"));
        assert_eq!(between(BASE, &with), [format!("Looser: Remarks {eased}")]);
        assert_eq!(between(&with, BASE), [format!("Stricter: Remarks {tightened}")]);
    }
    let stored = BASE.replace(remarks, &format!("{remarks} stored = 'text',"));
    assert_eq!(
        between(BASE, &stored),
        ["Stricter: Remarks cells of a workbook are kept as text now; before in any way"]
    );
}

#[test]
fn sheets_come_go_and_are_renamed() {
    let second = "\n[[sheet]]\nname = \"Lots\"\nrequired = true\nkey = [\"Lot\"]\ncolumn = [{ heading = \"Lot\" }]\n";
    let more = format!("{BASE}{second}");
    let said = |old: &str, new: &str| {
        let found = compare(&rulebook(old), &rulebook(new));
        found.into_iter().map(|change| format!("{} {}", change.subject, change.words)).collect::<Vec<_>>()
    };
    assert_eq!(said(BASE, &more), ["Lots is a new sheet of 1 column, and must be filled"]);
    assert_eq!(said(&more, BASE), ["Lots was removed"]);
    let renamed = BASE.replace("name = \"Seeds\"\n", "name = \"Accessions\"\n");
    assert_eq!(said(BASE, &renamed), ["Accessions is the new name of the sheet \"Seeds\""]);
}

#[test]
fn nothing_that_an_edition_asks_changes_unsaid() {
    let file = |line: &str| format!("formats = [\"csv\"]\n{line}");
    for (line, said) in [
        ("bom = true", "The file byte order mark: required now; before as you like"),
        ("delimiter = ';'", "The file delimiter: semicolon now; before as you like"),
        ("newline = 'crlf'", "The file line ends: Windows line ends (CR LF) now; before as you like"),
        ("quoting = 'all'", "The file quotes: around every cell now; before as you like"),
        ("name = 'seeds-[0-9]+'", "The file file name: seeds-[0-9]+ now; before as you like"),
        ("formulas = false", "The file formulas: not allowed now; before a warning"),
    ] {
        assert_eq!(changes(&[("formats = [\"csv\"]", &file(line))]), [format!("Stricter: {said}")], "{line}");
    }
    assert_eq!(
        changes(&[("key = [\"Id\"]", "key = [\"Id\", \"Genus\"]\nmax_rows = 9\nguide_rows = 2")]),
        [
            "Stricter: Seeds rows: at most 9 now; before without limit",
            "Moved: Seeds rows under the headings: 2 now; before 0",
            "Moved: Seeds key: \"Id\" and \"Genus\" now; before \"Id\"",
        ]
    );
    let rule = "rule = [{ at_least_one = [\"Seeds\", \"Remarks\"] }]";
    assert_eq!(
        changes(&[(rule, "rule = [{ at_least_one = [\"Seeds\", \"Remarks\"], severity = 'warning' }]")]),
        ["Looser: Rule At least one of Seeds and Remarks must be filled: a breach is a warning now; before an error"]
    );
    let figure = format!("{rule}\nfigure = [{{ label = 'Seeds in all', value = 'SUM(Seeds)' }}]");
    assert_eq!(changes(&[(rule, &figure)]), ["Moved: Seeds in all is a new figure: the sum of Seeds"]);
}
