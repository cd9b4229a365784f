//! Several values in a cell, several patterns of a column, identifiers that are written both ways, and lists whose values
//! are compared as they stand.

use crate::support::Folder;

/// What is found in a cell: codes, and the one correction with `=` for certain and `?` for likely.
fn found(column: &str, value: &str) -> (Vec<String>, String) {
    let cell = format!("\"{}\"", value.replace('"', "\"\""));
    let folder = Folder::with(
        &format!("[[sheet]]\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'X', {column} }}]"),
        format!("Id,X\n1,{cell}\n"),
    );
    let report = folder.check(&[]).json();
    let findings = report["findings"].as_array().unwrap();
    let mut proposed: Vec<String> = findings
        .iter()
        .filter_map(|finding| {
            let sign = if finding["correction"]["certainty"] == "certain" { "=" } else { "?" };
            Some(format!("{sign}{}", finding["correction"]["value"].as_str()?))
        })
        .collect();
    proposed.dedup();
    assert!(proposed.len() < 2, "{column}: {value}: {proposed:?}");
    let codes = findings.iter().map(|finding| finding["code"].as_str().unwrap().to_owned()).collect();
    (codes, proposed.pop().unwrap_or_default())
}

fn hold(column: &str, cases: &[(&str, &[&str], &str)]) {
    for (value, codes, correction) in cases {
        let (is, proposed) = found(column, value);
        assert_eq!(
            (is.iter().map(String::as_str).collect::<Vec<_>>(), proposed.as_str()),
            (codes.to_vec(), *correction),
            "{column}: {value}"
        );
    }
}

#[test]
fn several_values_of_a_cell_are_corrected_as_a_whole() {
    hold(
        "allowed = ['W', 'C', 'none'], separator = ';'",
        &[
            ("W;C", &[], ""),
            ("W", &[], ""),
            ("W; C", &["spaces-around"], "=W;C"),
            ("W;;C", &["empty-part"], "?W;C"),
            ("W;C;", &["empty-part"], "?W;C"),
            ("W;C;W", &["repeated-part"], "?W;C"),
            ("w;c", &["near-value", "near-value"], "=W;C"),
            ("w; ;C;W", &["spaces-around", "empty-part", "near-value", "repeated-part"], "?W;C"),
            ("W, C", &["wrong-separator"], "=W;C"),
            ("W/C/none", &["wrong-separator"], "=W;C;none"),
            ("W;X", &["off-list"], ""),
        ],
    );
    hold(
        "type = 'whole', separator = ' | '",
        &[("1 | 2", &[], ""), ("1 | x", &["not-number"], ""), ("1;2", &["wrong-separator"], "=1 | 2")],
    );
}

#[test]
fn all_patterns_match_and_none_of_those_that_never_may() {
    let column =
        "pattern = ['[A-Z].*', { regex = '.*[0-9]', words = 'something that ends in a digit' }], never = ['.*00.*']";
    hold(
        column,
        &[
            ("A1", &[], ""),
            ("a1", &["wrong-pattern"], "?A1"),
            ("AB", &["wrong-pattern"], ""),
            ("A001", &["wrong-pattern"], ""),
        ],
    );
    let folder = Folder::with(&format!("[[sheet]]\ncolumn = [{{ heading = 'X', {column} }}]"), "X\nA001\nAB\n");
    let said: Vec<String> = folder.check(&[]).findings().into_iter().map(|(.., message)| message).collect();
    assert_eq!(said[0], "X is \"A001\": it must not be matching .*00.*.");
    assert_eq!(said[1], "X is \"AB\": it should be something that ends in a digit.");
    let guide = folder.run(&["rulebook", "t.rulebook.toml"]).stdout;
    assert!(guide.contains("never"), "{guide}");
    let ran = Folder::with("[[sheet]]\ncolumn = [{ heading = 'X', pattern = ['(', ')'] }]", "X\n")
        .run(&["rulebook", "t.rulebook.toml"]);
    assert_eq!(ran.stdout.matches("the pattern cannot be used").count(), 2, "{}", ran.stdout);
}

#[test]
fn identifiers_are_written_together_unless_the_rulebook_wants_them_as_printed() {
    hold(
        "format = 'iban'",
        &[
            ("GB33BUKB20201555555555", &[], ""),
            ("GB33 BUKB 2020 1555 5555 55", &["wrong-format"], "=GB33BUKB20201555555555"),
            ("gb33 bukb 2020 1555 5555 55", &["wrong-format"], "?GB33BUKB20201555555555"),
            ("ＧＢ３３BUKB20201555555555", &["wrong-format"], "=GB33BUKB20201555555555"),
        ],
    );
    hold(
        "format = 'orcid', form = 'printed'",
        &[("0000-0002-1825-0097", &[], ""), ("0000000218250097", &["wrong-format"], "=0000-0002-1825-0097")],
    );
    hold(
        "format = 'isbn', form = 'printed'",
        &[("978-0-306-40615-7", &[], ""), ("9780306406157", &["wrong-format"], "")],
    );
    hold(
        "format = 'issn'",
        &[("2049-3630", &["wrong-format"], "=20493630"), ("2049-3631", &["wrong-check-digit"], "")],
    );
    let ran = Folder::with("[[sheet]]\ncolumn = [{ heading = 'X', format = 'email', form = 'printed' }]", "X\n")
        .run(&["rulebook", "t.rulebook.toml"]);
    assert!(ran.stdout.contains("form goes with a format that is written in two ways: iban, luhn"), "{}", ran.stdout);
}

#[test]
fn a_list_is_compared_with_the_cell_as_it_stands_first() {
    hold(
        "allowed = [' none ', \"two\\nlines\", 'plain']",
        &[(" none ", &[], ""), ("two\nlines", &[], ""), ("plain", &[], ""), (" plain", &["spaces-around"], "=plain")],
    );
}

#[test]
fn levels_stand_under_the_one_before() {
    let sheet = "[reference.groups]\nfile = 'groups.csv'\n[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'Group', separator = '>', path = true, allowed = { reference = 'groups' } }]";
    let judged = |cell: &str| {
        let folder = Folder::with(sheet, format!("Id,Group\n1,{cell}\n"));
        folder.write("groups.csv", "Group\nHerbs > Mint\nHerbs > Thyme\nTrees\nTrees > Oak > Cork\n");
        let json = folder.check(&[]).json();
        let say = |each: &serde_json::Value| {
            let (code, correction) = (each["code"].as_str().unwrap_or_default(), &each["correction"]);
            let sign = if correction["certainty"] == "certain" { "=" } else { "?" };
            let value = correction["value"].as_str().map(|value| format!(" {sign}{value}")).unwrap_or_default();
            format!("{code}{value}")
        };
        json["findings"].as_array().unwrap().iter().map(say).collect::<Vec<_>>().join("; ")
    };
    for (cell, due) in [
        ("Herbs > Mint", ""),
        // The beginning of a path is one, whether the list has it or not.
        ("Herbs", ""),
        ("Trees > Oak", ""),
        ("Trees > Oak > Cork", ""),
        ("Herbs > Oak", "wrong-level"),
        ("Oak", "wrong-level"),
        ("Herbs > Mint > Cork", "wrong-level"),
        ("Herbs > Tyme", "wrong-level ?Herbs > Thyme"),
        ("herbs > Thyme", "wrong-level =Herbs > Thyme"),
        ("Trees>Oak", "spaces-around =Trees > Oak"),
        ("Trees > > Oak", "empty-part ?Trees > Oak"),
        ("Trees > Oak >", "empty-part ?Trees > Oak"),
    ] {
        assert_eq!(judged(cell), due, "{cell}");
    }
}

#[test]
fn a_path_needs_a_separator_and_paths() {
    for column in ["path = true", "path = true, separator = '>'", "path = true, allowed = ['a']"] {
        let ran = Folder::with(&format!("[[sheet]]\ncolumn = [{{ heading = 'Id', {column} }}]"), "Id\n1\n").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains("the levels of a path need a separator"), "{}", ran.stderr);
    }
}

#[test]
fn vat_numbers_are_checked_by_the_rules_of_their_country() {
    let judged = |cell: &str| {
        let folder = Folder::with(
            "[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'VAT', format = 'vat-number' }]",
            format!("Id,VAT\n1,{cell}\n"),
        );
        let json = folder.check(&[]).json();
        let say = |each: &serde_json::Value| {
            let value = each["correction"]["value"].as_str().map(|value| format!(" {value}")).unwrap_or_default();
            format!("{}{value}", each["code"].as_str().unwrap_or_default())
        };
        json["findings"].as_array().unwrap().iter().map(say).collect::<Vec<_>>().join("; ")
    };
    for (cell, due) in [
        ("DE136695976", ""),
        ("FR83404833048", ""),
        ("EL094259216", ""),
        // One digit wrong, another country's length, and a country that is not of the Union.
        ("DE136695977", "wrong-check-digit"),
        ("DE13669597", "wrong-format"),
        ("US136695976", "wrong-format"),
        // As it is printed: the right form is proposed.
        ("DE 136 695 976", "wrong-format DE136695976"),
        ("de136695976", "wrong-format DE136695976"),
    ] {
        assert_eq!(judged(cell), due, "{cell}");
    }
}
