//! What counts as blank, and words that people write where they have no value.

use crate::support::Folder;

/// The findings of a file with that sheet: code, row, message.
fn found(sheet: &str, data: &str) -> Vec<(String, u64, String)> {
    Folder::with(sheet, data).check(&[]).findings()
}

#[test]
fn words_for_blank_are_blank_everywhere_alike() {
    let sheet = |file: &str, of_sheet: &str, column: &str| {
        format!(
            "{file}\n[[sheet]]\n{of_sheet}\ncolumn = [{{ heading = 'Id', required = true, unique = true {column} }}, \
             {{ heading = 'Seeds', type = 'whole', min = 1, blank_when = \"Id = 'B'\" {column} }}, \
             {{ heading = 'Sown', type = 'date', required_when = \"Seeds IS NOT NULL\" {column} }}]\n\
             rule = [{{ at_least_one = ['Seeds', 'Sown'] }}]\n\
             figure = [{{ label = 'Filled', value = 'COUNT(Seeds)' }}]"
        )
    };
    let words = "blank_words = ['NA', '-']";
    let data = "Id,Seeds,Sown\nA,5,2026-01-01\nNA,5,2026-01-01\nNA,6,2026-01-02\nB,NA,2026-01-01\nC,-,NA\nD,7,-\nE,0,2026-01-01\n";
    for text in [sheet(&format!("[file]\n{words}"), "", ""), sheet("", words, ""), sheet("", "", &format!(", {words}"))]
    {
        let folder = Folder::with(&text, data);
        let ran = folder.check(&[]);
        let codes: Vec<(String, u64)> = ran.findings().into_iter().map(|(code, row, _)| (code, row)).collect();
        let due =
            [("missing-value", 3), ("missing-value", 4), ("none-given", 6), ("missing-when", 7), ("below-minimum", 8)];
        assert_eq!(codes, due.map(|(code, row)| (code.to_owned(), row)), "{text}");
        let message = &ran.findings()[0].2;
        assert_eq!(message, "Id is NA, which counts as blank; every row must fill it.");
        assert_eq!(ran.json()["figures"][0]["value"], "5");
    }
    let folder = Folder::with(&sheet("", words, ""), data);
    let guide = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert!(guide.stdout.contains("NA and - count as blank"), "{}", guide.stdout);
}

#[test]
fn a_placeholder_in_free_text_is_a_warning_and_none_where_the_column_takes_it() {
    let column = |lines: &str| format!("[[sheet]]\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'X', {lines} }}]");
    for (lines, value, due) in [
        ("required = true", "TBC", &["placeholder-value"][..]),
        ("required = true", "n/a", &["placeholder-value"]),
        ("required_when = \"Id = '1'\"", "none", &["placeholder-value"]),
        ("required = false", "TBC", &[]),
        ("required = true, allowed = ['NA', 'ZW']", "NA", &[]),
        ("required = true, allowed = { reference = 'iso-3166-1-alpha-2' }", "NA", &[]),
        ("required = true, pattern = '[A-Z]{3}'", "TBC", &[]),
        ("required = true, length = { min = 2, max = 3 }", "Nan", &[]),
        ("required = true, length = { max = 20 }", "Nan", &["placeholder-value"]),
        ("required = true, pattern = '[A-Z]{4}'", "TBC", &["wrong-pattern"]),
        ("required = true, format = 'email'", "-", &["wrong-format"]),
        ("type = 'decimal'", "tbc", &["not-number"]),
        ("type = 'date'", "NA", &["not-date"]),
        ("type = 'yes_no'", "n.a.", &["not-yes-no"]),
        ("help = 'any text'", "#REF!", &["error-value"]),
    ] {
        let found = found(&column(lines), &format!("Id,X\n1,{value}\n"));
        assert_eq!(found.iter().map(|(code, ..)| code.as_str()).collect::<Vec<_>>(), due, "{lines}: {value}");
        let message = found.first().map(|(.., message)| message.as_str()).unwrap_or_default();
        if due.first().is_some_and(|code| *code != "error-value") {
            assert!(message.contains("stand for a missing value"), "{message}");
        }
    }
    // A warning leaves the file ready, and the value a value.
    let folder = Folder::with(
        "[[sheet]]\ncolumn = [{ heading = 'X', required = true }]\nrule = [{ check = 'X IS NOT NULL' }]",
        "X\nTBC\n",
    );
    assert_eq!(folder.check(&[]).status, 0);
}

#[test]
fn unique_says_what_a_blank_does() {
    let data = "A,B\n1,x\n1,\n1,\n,\n,\n1,x\n";
    let sheet = |blanks: &str| {
        format!(
            "[[sheet]]\ncolumn = [{{ heading = 'A' }}, {{ heading = 'B' }}]\nrule = [{{ unique = ['A', 'B'] {blanks} }}]"
        )
    };
    let rows = |blanks: &str| -> Vec<u64> {
        let found = found(&sheet(blanks), data);
        found.into_iter().filter(|(code, ..)| code == "repeated-row").map(|(_, row, _)| row).collect()
    };
    assert_eq!(rows(""), [7]);
    assert_eq!(rows(", blanks = 'apart'"), [7]);
    assert_eq!(rows(", blanks = 'equal'"), [4, 7]);
    let said = |blanks: &str| Folder::with(&sheet(blanks), data).run(&["rulebook", "t.rulebook.toml"]).stdout;
    assert!(said("").contains("a row with a blank among them is not compared"), "{}", said(""));
    assert!(said(", blanks = 'equal'").contains("blank is the same as blank"));
    let ran =
        Folder::with("[[sheet]]\ncolumn = [{ heading = 'A' }]\nrule = [{ unique = ['A'], blanks = 'equal' }]", data)
            .run(&["rulebook", "t.rulebook.toml"]);
    assert!(ran.status == 1 && ran.stdout.contains("among several columns"), "{}", ran.stdout);
}

#[test]
fn one_fault_of_a_cell_is_reported_once() {
    let found = found(
        "[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'X', required = true }, { heading = 'Y' }]",
        "Id,X,Y\n1,\u{a0},\u{a0}\n2,   ,y\n",
    );
    let codes: Vec<_> = found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect();
    assert_eq!(codes, [("missing-value", 2), ("only-spaces", 2), ("missing-value", 3)]);
    assert_eq!(found[0].2, "X looks filled and holds only spaces; every row must fill it.");
}

#[test]
fn a_column_that_nobody_fills_in_is_said_so() {
    let folder = Folder::with(
        "[[sheet]]\ncolumn = [{ heading = 'Lot' }, { heading = 'Office', blank_when = 'TRUE' }]",
        "Lot,Office\nA,\nB,x\n",
    );
    let found = folder.check(&[]).findings();
    assert_eq!(found, [("blank-when".to_owned(), 3, "Office must be left blank.".to_owned())]);
    let guide = folder.run(&["rulebook", "t.rulebook.toml"]).stdout;
    assert!(guide.contains("left blank"), "{guide}");
}
