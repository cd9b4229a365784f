//! Rows and quotes that are not as they should be, headings in a stated row, files without rows and batches with a file
//! that does not fit.

use crate::support::Folder;

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

const LOTS: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', required = true }, { heading = 'Place' }, \
    { heading = 'Seeds', type = 'whole', required = true }, { heading = 'Sown', type = 'date', date_format = 'yyyy-mm-dd' }, \
    { heading = 'Note' }]";

fn in_short(sheet: &str, rows: &str) -> Vec<(String, u64)> {
    let folder = Folder::with(sheet, format!("Id,Place,Seeds,Sown,Note\n{rows}"));
    folder.check(&[]).findings().into_iter().map(|(code, row, _)| (code, row)).collect()
}

#[test]
fn a_row_shifted_by_a_comma_is_found_where_its_number_of_cells_is_right() {
    let shifted = |row| [("shifted-row".to_owned(), row)];
    // A blank cell at the end was left out: the cells are as many as there are headings.
    assert_eq!(in_short(LOTS, "1,Kew, London,5,2025-01-02\n2,Ely,7,2025-01-03,fine\n"), shifted(2));
    assert_eq!(in_short(LOTS, "1,Ely,7,2025-01-03,fine\n2,Kew,London,5,2025-01-02\n"), shifted(3));
    assert_eq!(in_short(LOTS, "1,Ely,1,250,2025-01-03\n"), shifted(2));
    let ran = Folder::with(LOTS, "Id,Place,Seeds,Sown,Note\n1,Ely,12,500,2025-01-03\n").check(&[]);
    let finding = &ran.json()["findings"][0];
    assert_eq!((finding["subject"].as_str(), finding["value"].as_str()), (Some("Seeds"), Some("12")));
    assert_eq!(
        (finding["correction"]["action"].as_str(), finding["correction"]["value"].as_str()),
        (Some("join_cells"), Some("12500"))
    );
}

#[test]
fn cells_that_are_wrong_for_themselves_are_no_shifted_row() {
    for (row, codes) in [
        // Joining would leave another cell wrong, or puts only one right that may be so by chance.
        ("1,Kew,many,5,later", vec!["not-date", "not-number"]),
        ("1,Kew,many,2025-01-02,", vec!["not-number"]),
        ("1,Kew,5,soon,", vec!["not-date"]),
        // One number is no half of another.
        ("1,Kew,12,25,2025-01-02", vec!["not-date"]),
    ] {
        let mut found: Vec<_> = in_short(LOTS, &format!("{row}\n")).into_iter().map(|(code, _)| code).collect();
        found.sort();
        assert_eq!(found, codes, "{row}");
    }
}

#[test]
fn what_stands_under_the_wrong_heading_breaks_no_rule() {
    let rule = format!("{LOTS}\nrule = [{{ message = 'Few', check = 'Note IS NULL' }}]");
    assert_eq!(in_short(&rule, "1,Kew, London,5,2025-01-02\n"), [("shifted-row".to_owned(), 2)]);
    assert_eq!(in_short(&rule, "1,Kew,5,2025-01-02,x\n"), [("rule-broken".to_owned(), 2)]);
}

#[test]
fn another_delimiter_or_encoding_that_explains_all_is_said_first() {
    for (sign, option) in
        [(';', "--delimiter \";\""), ('\t', "--delimiter tab"), ('|', "--delimiter \"|\""), (':', "--delimiter :")]
    {
        let text = "Id,Place,Seeds,Sown,Note\n1,Kew,5,2025-01-02,a\n".replace(',', &sign.to_string());
        let folder = Folder::with(LOTS, text);
        let extra: &[&str] = if sign == ':' { &[] } else { &["--delimiter", ","] };
        let ran = folder.check(extra);
        assert_eq!(ran.status, 2, "{sign}");
        assert!(ran.stderr.contains(&format!("({option}), all 5 headings would be there")), "{}", ran.stderr);
        // The same where the rulebook is looked for.
        let ran = folder.run(&[&["check", "data.csv"], extra].concat());
        assert!(ran.status == 2 && ran.stderr.contains("all 5 headings would be there"), "{}", ran.stderr);
    }
    // One heading fits as it is, and the others do in another reading.
    let folder = Folder::with(LOTS, "Id;Place;Seeds;Sown;Note,Id\n1;Kew;5;2025-01-02;a,1\n");
    let found = folder.check(&["--delimiter", ","]).findings();
    let said = found.iter().find(|(code, ..)| code == "wrong-delimiter").expect("it is said");
    assert!(said.2.contains("4 of 5 headings would be there"), "{}", said.2);
    let text = folder.run(&["check", "data.csv", "-r", "t.rulebook.toml", "--delimiter", ","]).stdout;
    assert!(text.find("read with a semicolon") < text.find("missing-heading"), "{text}");
    // Where no reading fits, none is proposed.
    let ran = Folder::with(LOTS, "A;B\n1;2\n").check(&[]);
    assert!(ran.status == 2 && ran.stderr.contains("headings (t.rulebook.toml)"), "{}", ran.stderr);
}
