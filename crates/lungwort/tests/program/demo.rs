//! The demo, and explanations.

use std::collections::BTreeSet;

use crate::support::Folder;
use lungwort_core::finding::codes;

#[test]
fn the_demo_writes_checks_and_says_what_to_try() {
    let folder = Folder::new();
    let ran = folder.run(&["demo"]);
    assert_eq!((ran.status, ran.stderr.as_str()), (0, ""));
    insta::assert_snapshot!(ran.stdout);
    let again = folder.run(&["demo"]);
    assert_eq!(again.status, 2);
    assert!(again.stderr.contains("exists already"), "{}", again.stderr);
    let ready = folder.run(&["check", "lungwort-demo/accessions-ready.csv"]);
    assert_eq!(ready.status, 0, "{}", ready.stdout);
}

/// What only a file that is wrong as a whole, or a rule that the template does not have, can show.
const NOT_HERE: &[&str] = &[
    "half-optional", "shown-total", "without-optional", "nul-byte", "macros-inside", "linked-workbook",
    "missing-sheet", "renamed-sheet", "empty-sheet", "hidden-sheet", "hidden-rows", "formula-without-result",
    "kept-as-text", "code-changed", "shifted-row", "date-order", "wrong-level", "mixed-headings", "endless-repeat",
    "uncertain-encoding", "other-encoding", "unchecked-file", "empty-part", "repeated-part", "wrong-separator",
    "kept-as-number", "kept-as-date", "wrong-line-end", "wrong-quoting", "too-many-rows", "file-too-big",
    "open-elsewhere", "older-copy", "endless-row", "nothing-filled", "missing-heading", "repeated-heading",
    "headings-moved", "guide-row-missing", "unencodable-character", "ambiguous-date", "template-unreadable",
    "template-missing", "far-cells", "not-time", "too-many-given", "not-exactly-one", "incomplete-section",
    "repeated-row", "repeated-across", "group-over-files", "header-repeated", "too-many-groups", "sum-too-large",
    "possible-split", "not-on-sheet", "not-used", "own-code", "missing-answer", "attachment-kind", "attachment-size",
    "attachment-again", "unused-attachment", "not-uploaded", "unknown-action", "action-not-accepted", "key-on-create",
    "key-missing", "needs-new-record", "held-row", "two-meanings", "used-again", "unused-record", "partial-list",
    "listed-twice",
];

#[test]
fn the_demo_files_hold_mistakes_of_nearly_every_kind() {
    let folder = Folder::new();
    folder.run(&["demo", "d"]);
    let mut found = BTreeSet::new();
    for name in [
        "d/accessions.csv", "d/accessions-east.tsv", "d/germination.xlsx", "d/movements.csv", "d/lots.csv",
        "d/catalogue.csv", "d/stores.csv", "d/transfers.csv", "d/updates.csv",
    ] {
        found.extend(folder.run(&["check", name, "--format", "json", "--today", "2026-11-23"]).codes());
    }
    let missing: Vec<_> =
        codes::all().map(|code| code.name).filter(|name| !found.contains(*name) && !NOT_HERE.contains(name)).collect();
    assert!(missing.is_empty(), "{missing:?}");
}

#[test]
fn a_code_is_explained_and_a_misspelt_one_recognised() {
    let folder = Folder::new();
    let ran = folder.run(&["explain", "lost-zeros"]);
    assert_eq!(ran.status, 0);
    insta::assert_snapshot!(ran.stdout);
    let ran = folder.run(&["explain", "lost-zeroes"]);
    assert_eq!(
        (ran.status, ran.stderr.trim()),
        (2, "lungwort: there is no code lost-zeroes; did you mean lost-zeros?")
    );
    let ran = folder.run(&["explain"]);
    assert!(codes::all().all(|code| ran.stdout.contains(code.name)));
}

#[test]
fn every_command_has_examples_in_its_help() {
    let folder = Folder::new();
    for command in ["demo", "learn", "check", "explain", "rulebook", "template", "schema", "completions"] {
        let ran = folder.run(&[command, "--help"]);
        assert_eq!(ran.status, 0);
        assert!(ran.stdout.contains("Examples:") && ran.stdout.contains(&format!("lungwort {command}")), "{command}");
    }
    for shell in ["bash", "zsh", "fish", "powershell"] {
        assert!(folder.run(&["completions", shell]).stdout.contains("lungwort"), "{shell}");
    }
}
