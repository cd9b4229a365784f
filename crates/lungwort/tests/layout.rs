//! Rows and quotes that are not as they should be, headings in a stated row, files without rows and batches with a file
//! that does not fit.
#![allow(missing_docs, clippy::unwrap_used, clippy::expect_used)]

mod support;

use support::Folder;

const SHEET: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', required = true }, \
    { heading = 'Note', line_breaks = true }, { heading = 'Seeds', type = 'whole' }]";

#[test]
fn a_quoted_cell_with_breaks_and_blanks_behind_it_is_read_as_quoted() {
    let folder = Folder::with(SHEET, "Id,Note,Seeds\n1,\"two\nlines\"  ,5\n2,\"one\" ,6\n3,plain,x\n");
    let found = folder.check(&[]).findings();
    let codes: Vec<_> = found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect();
    assert_eq!(codes, [("text-after-quote", 2), ("text-after-quote", 3), ("not-number", 4)]);
    assert!(found[0].2.contains("there are blanks between the closing quote and the delimiter"), "{}", found[0].2);
    // At the end of the file, and with a tab between cells.
    let tabbed = Folder::with(SHEET, "Id\tNote\tSeeds\n1\t\"a b\"\t5\n2\t\"x\"\t6   ");
    let codes: Vec<_> = tabbed.check(&[]).findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    assert_eq!(codes, [("spaces-around".to_owned(), 3)]);
}

#[test]
fn broken_quotes_in_the_headings_are_reported_as_such() {
    let found = Folder::with(SHEET, "Id,\"Note\"x,Seeds\n1,a,5\n").check(&[]).findings();
    let codes: Vec<_> = found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect();
    assert_eq!(codes, [("text-after-quote", 1)]);
    assert!(
        found[0].2.starts_with("In the heading \"Notex\", there is text behind the closing quote"),
        "{}",
        found[0].2
    );
}

#[test]
fn a_stated_heading_row_is_taken_whatever_its_number() {
    let above: String = (1..40).map(|row| format!("Id,Note,Seeds {row}\n")).collect();
    let sheet = SHEET.replace("key =", "heading_row = 40\nkey =");
    let folder = Folder::with(&sheet, format!("{above}Id,Note,Seeds\n1,a,5\n2,b,x\n"));
    let ran = folder.check(&[]);
    let codes: Vec<_> = ran.findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    assert_eq!(codes, [("not-number".to_owned(), 42)]);
    assert_eq!(ran.json()["counts"]["rows"], 2);
}

#[test]
fn headings_without_rows_are_not_ready() {
    let ran = Folder::with(SHEET, "Id,Note,Seeds\n").check(&[]);
    assert_eq!((ran.status, ran.codes()), (1, vec!["nothing-filled".to_owned()]));
}

#[test]
fn a_row_of_no_break_spaces_is_not_blank_in_silence() {
    let ran = Folder::with(SHEET, "Id,Note,Seeds\n1,a,5\n\u{a0},\u{a0},\n").check(&[]);
    assert_eq!(ran.codes(), ["missing-value", "only-spaces"]);
    let ran = Folder::with(SHEET, "Id,Note,Seeds\n1,a,5\n  ,  ,\n").check(&[]);
    assert_eq!(ran.codes(), Vec::<String>::new());
}

#[test]
fn one_file_that_does_not_fit_does_not_end_the_run() {
    let folder = Folder::with(SHEET, "Id,Note,Seeds\n1,a,5\n");
    folder.write("other.csv", "X,Y\n1,2\n");
    folder.write("scan.pdf", "%PDF-1.7");
    folder.write("more.csv", "Id,Note,Seeds\n2,b,x\n");
    let files = ["data.csv", "other.csv", "gone.csv", "scan.pdf", "more.csv"];
    let ran = folder.run(&[&["check"][..], &files, &["--rulebook", "t.rulebook.toml", "--format", "json"]].concat());
    assert_eq!(ran.status, 1, "{}", ran.stderr);
    let found = ran.findings();
    assert_eq!(
        found.iter().map(|(code, ..)| code.as_str()).collect::<Vec<_>>(),
        ["unchecked-file", "unchecked-file", "unchecked-file", "not-number"]
    );
    for (at, part) in
        ["none of its first 30 rows has any of the rulebook's headings", "there is no such file", "it is a PDF"]
            .iter()
            .enumerate()
    {
        assert!(
            found[at].2.starts_with(&format!("The file {} was not checked", files[at + 1]))
                && found[at].2.contains(part),
            "{}",
            found[at].2
        );
    }
    // A file alone that does not fit still could not be checked.
    assert_eq!(folder.run(&["check", "other.csv", "--rulebook", "t.rulebook.toml"]).status, 2);
}
