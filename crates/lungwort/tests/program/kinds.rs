//! Kinds of rows: what each must fill, may not fill and is not looked at, and what it belongs to by where it stands.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const COLUMNS: &str = "[[sheet]]\nname = 'Rows'\nkey = ['No']\ncolumn = [{ heading = 'Row' }, { heading = 'No', unique = true }, \
    { heading = 'Genus' }, { heading = 'Grams', type = 'decimal' }, { heading = 'Note' }]\n";
const KINDS: &str = "[sheet.kinds]\ncolumn = 'Row'\nkind = [\
    { value = 'Accession', required = ['Genus'], ignored = ['Grams'] }, \
    { value = 'Lot', under = ['Accession'], required = ['Grams'], forbidden = ['Genus'], min = 1, max = 2 }, \
    { value = 'Sample', under = ['Lot', 'Test'] }, { value = 'Test', under = ['Accession'] }, \
    { value = 'Comment', required = ['Note'] }]\n";

fn ran(lines: &str) -> Ran {
    Folder::with(&format!("{COLUMNS}{KINDS}"), format!("Row,No,Genus,Grams,Note\n{lines}")).check_in_pieces()
}

fn found(lines: &str) -> Vec<String> {
    ran(lines).places()
}

#[test]
fn each_kind_has_its_own_columns() {
    let good = "Accession,1,Primula,,\nComment,2,,,hello\nLot,3,,4.5,\nSample,4,,,\nTest,5,,,\nSample,6,,,\n";
    assert_eq!(found(good), [] as [&str; 0]);
    let bad = "Accession,1,,7,\nLot,2,Primula,,\nComment,3,,,\n";
    assert_eq!(
        found(bad),
        ["missing-when 2 C 1", "ignored-value 2 D 1", "blank-when 3 C 2", "missing-when 3 D 2", "missing-when 4 E 3"]
    );
    let ran = ran(bad);
    assert_eq!(ran.findings()[1].2, "Grams is not looked at in rows of Accession; what is here is lost.");
    assert_eq!(ran.json()["findings"][1]["severity"], "warning");
    assert_eq!(ran.findings()[2].2, "Genus must be blank where Row is Lot.");
}

#[test]
fn a_row_belongs_to_the_nearest_row_above_of_the_right_kind() {
    // Nothing above; a new accession ends the lot of the one before; rows of no family end nothing.
    assert_eq!(found("Lot,1,,1,\nAccession,2,x,,\nLot,3,,1,\n"), ["no-parent 2 A 1"]);
    assert_eq!(found("Accession,1,x,,\nLot,2,,1,\nAccession,3,y,,\nSample,4,,,\nLot,5,,1,\n"), ["no-parent 5 A 4"]);
    assert_eq!(found("Accession,1,x,,\nLot,2,,1,\nComment,3,,,x\nSample,4,,,\n"), [] as [&str; 0]);
    // A test does not end the lot beside it, and a sample belongs to whichever is nearest.
    assert_eq!(found("Accession,1,x,,\nLot,2,,1,\nTest,3,,,\nSample,4,,,\n"), [] as [&str; 0]);
    let message = ran("Sample,1,,,\n").findings()[0].2.clone();
    assert_eq!(
        message,
        "The row is Sample, which belongs under Lot or Test; none is above it that it could belong to."
    );
}

#[test]
fn rows_under_a_row_are_counted() {
    let lines = "Accession,1,x,,\nAccession,2,x,,\nLot,3,,1,\nLot,4,,1,\nLot,5,,1,\nAccession,6,x,,\nLot,7,,1,\nAccession,8,x,,\n";
    assert_eq!(found(lines), ["child-count 2 - 1", "child-count 3 - 2", "child-count 9 - 8"]);
    let ran = ran(lines);
    assert_eq!(ran.findings()[0].2, "The row of Accession has no rows of Lot under it; it must have 1 to 2.");
    assert_eq!(ran.findings()[1].2, "The row of Accession has 3 rows of Lot under it; it must have 1 to 2.");
    let causes = ran.json()["causes"].as_array().unwrap().len();
    assert_eq!(causes, 1, "{}", ran.stdout);
}

#[test]
fn an_unknown_kind_is_corrected_and_nothing_that_hangs_on_it_is_judged() {
    // The lots may belong to the accession that is misspelt, and so may not be counted for the one before.
    let ran = ran(
        "Accesion,1,x,,\nLot,2,,1,\nLot,3,,1,\nSample,4,,,\nAccession,5,y,,\nlot,6,,1,\nAccession,7,z,,\nLot,8,,1,\n",
    );
    assert_eq!(ran.places(), ["off-list 2 A 1", "near-value 7 A 6"]);
    assert_eq!(ran.json()["findings"][0]["correction"]["value"], "Accession");
    assert_eq!(found(",1,x,,\n"), ["missing-value 2 A 1"]);
    // What stands by itself does not make it sure again.
    assert_eq!(found("Accesion,1,x,,\nComment,2,,,x\nLot,3,,1,\n"), ["off-list 2 A 1"]);
}

#[test]
fn the_same_in_workbooks_and_with_numbers_as_kinds() {
    let lines = "Row|No|Genus|Grams|Note\nAccession|1|x||\nLot|2|||\nSample|3|||\nAccession|4|x||";
    for (name, bytes) in [("data.xlsx", table("Rows", lines)), ("data.ods", ods("Rows", &rows(lines)))] {
        let folder = Folder::with(&format!("{COLUMNS}{KINDS}"), "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json"]);
        assert_eq!(ran.places(), ["missing-when 3 D 2", "child-count 5 - 4"], "{name}");
    }
    let numbered = "[[sheet]]\nkey = ['No']\ncolumn = [{ heading = 'Row', type = 'whole' }, { heading = 'No' }, { heading = 'Genus' }]\n\
        [sheet.kinds]\ncolumn = 'Row'\nkind = [{ value = '1', required = ['Genus'] }, { value = '2', under = ['1'] }]\n";
    let folder = Folder::with(numbered, "Row,No,Genus\n2,a,\n1,b,\n02,c,\n");
    assert_eq!(folder.check_in_pieces().places(), ["no-parent 2 A a", "missing-when 3 C b"]);
}

#[test]
fn a_missing_column_of_kinds_is_said_at_the_headings() {
    let folder = Folder::with(&format!("{COLUMNS}{KINDS}"), "No,Genus,Grams,Note\n1,x,,\n2,,3,\n");
    assert_eq!(folder.check_in_pieces().places(), ["missing-heading 1 - -"]);
}

#[test]
fn mistakes_are_said_with_their_place() {
    for (kinds, due) in [
        ("column = 'Nots'\nkind = [{ value = 'A' }]", "no column is called Nots; did you mean Note?"),
        ("column = 'Row'\nkind = []", "there is no kind"),
        ("column = 'Row'\nkind = [{ value = 'A' }, { value = 'A' }]", "the kind A is here twice"),
        (
            "column = 'Row'\nkind = [{ value = 'Accession' }, { value = 'Lot', under = ['Accesion'] }]",
            "no kind is called Accesion; did you mean Accession?",
        ),
        (
            "column = 'Row'\nkind = [{ value = 'A', under = ['A'] }]",
            "a row cannot be under its own kind by its position",
        ),
        (
            "column = 'Row'\nkind = [{ value = 'A', under = ['B'] }, { value = 'B', under = ['A'] }]",
            "a row cannot be under its own kind",
        ),
        ("column = 'Row'\nkind = [{ value = 'A', min = 1 }]", "say under which kinds it is"),
        (
            "column = 'Row'\nkind = [{ value = 'A' }, { value = 'B', under = ['A'], min = 2, max = 1 }]",
            "the least number of rows is greater",
        ),
        (
            "column = 'Row'\nkind = [{ value = 'A', ignored = ['Note'], required = ['Note'] }]",
            "a column that is ignored cannot be required",
        ),
        (
            "column = 'Row'\nkind = [{ value = 'A', forbidden = ['Nots'] }]",
            "no column is called Nots; did you mean Note?",
        ),
    ] {
        let ran = Folder::with(&format!("{COLUMNS}[sheet.kinds]\n{kinds}\n"), "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{kinds}: {}", ran.stderr);
    }
}

#[test]
fn the_guide_says_what_kinds_there_are() {
    let guide =
        Folder::with(&format!("{COLUMNS}{KINDS}"), "").run(&["rulebook", "t.rulebook.toml", "--width", "300"]).stdout;
    let due = "Row says what a row is: Accession, in which Grams is not looked at; Lot under Accession (1 to 2 each); \
        Sample under Lot or Test; Test under Accession; Comment.";
    assert!(guide.contains(due), "{guide}");
}
