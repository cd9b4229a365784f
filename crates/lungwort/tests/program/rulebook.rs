//! `lungwort rulebook`: mistakes reported together with their places, advice, and the guide.

use crate::support::Folder;

fn lint(text: &str) -> crate::support::Ran {
    let folder = Folder::new();
    folder.write("t.rulebook.toml", text);
    folder.run(&["rulebook", "t.rulebook.toml", "--lint", "--today", "2026-11-23"])
}

#[test]
fn all_mistakes_are_told_at_once_with_their_places() {
    let ran = lint(
        r#"[rulebook]
titel = "Seeds"
title = "Seeds"
[file]
encodng = "utf-8"
max_rows = "many"
[[sheet]]
key = ["Accesion"]
[[sheet.column]]
heading = "Accession"
pattern = '[0-9'
allowed = { 01 = 5 }
[[sheet.column]]
heading = "Received"
type = "dat"
[[sheet.column]]
heading = "Accession"
format = "emial"
[[sheet.rule]]
check = "Recieved > 5 AND Accession > 3"
[[sheet.rule]]
each = "accession"
check = "Received IS NULL"
[[sheet.rule]]
lookup = { in = "x" }
[[sheet.rule]]
all_or_none = ["Accession"]
"#,
    );
    assert_eq!(ran.status, 1);
    insta::assert_snapshot!(ran.stdout);
}

#[test]
fn what_is_no_toml_is_told_where() {
    let ran = lint("[rulebook]\ntitle = \"Seeds\n[[sheet]]\ncolumn = []\n");
    assert_eq!(ran.status, 1);
    assert!(ran.stdout.contains("t.rulebook.toml:2:"), "{}", ran.stdout);
}

#[test]
fn advice_points_at_what_compiles_and_is_not_right() {
    let ran = lint(
        r#"[rulebook]
title = "Seeds"
[[sheet]]
[[sheet.column]]
heading = "Id"
pattern = '\d+'
example = "A1"
[[sheet.column]]
heading = "Provenance"
allowed = ["W", "C"]
[[sheet.column]]
heading = "Collected"
type = "date"
[[sheet.column]]
heading = "Received"
type = "date"
required = true
[[sheet.rule]]
check = "Received >= Collected"
[[sheet.rule]]
when = "Provenance = 'X'"
check = "Id IS NOT NULL"
[[sheet.rule]]
check = "Id IS NULL OR Id IS NOT NULL"
"#,
    );
    insta::assert_snapshot!(ran.stdout);
}

#[test]
fn a_reference_that_is_missing_or_broken_is_told() {
    let sheet = "[rulebook]\ntitle = 'T'\n[reference.taxa]\nfile = 'taxa.csv'\n[[sheet]]\nkey = ['G']\ncolumn = [{ heading = 'G', allowed = { reference = 'taxa', column = 'Genus' } }]\n";
    let folder = Folder::new();
    folder.write("t.rulebook.toml", sheet);
    let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert!(
        ran.stdout.contains("the reference taxa cannot be read from taxa.csv: there is no such file"),
        "{}",
        ran.stdout
    );
    folder.write("taxa.csv", "Genuss\nPrimula\n");
    let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert!(ran.stdout.contains("has no column Genus; did you mean Genuss?"), "{}", ran.stdout);
    folder.write("data.csv", "G\nPrimula\n");
    let ran = folder.run(&["check", "data.csv", "--rulebook", "t.rulebook.toml"]);
    assert_eq!((ran.status, ran.stdout.as_str()), (2, ""));
    assert!(ran.stderr.contains("the rulebook cannot be used"), "{}", ran.stderr);
}

#[test]
fn the_guide_says_what_each_column_and_rule_asks() {
    let folder = Folder::new();
    folder.write("accessions.rulebook.toml", include_bytes!("../../../../examples/accessions.rulebook.toml"));
    folder.write("taxa.csv", include_bytes!("../../../../examples/taxa.csv"));
    let ran = folder.run(&["rulebook", "accessions.rulebook.toml", "--today", "2026-11-23"]);
    assert_eq!((ran.status, ran.stderr.as_str()), (0, ""));
    insta::assert_snapshot!(ran.stdout);
}
