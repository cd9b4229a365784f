//! Each mistake that a rulebook can have, one at a time: the message, the line, and what the carets are under.

use crate::support::Folder;

/// Lines that go before the one in question.
const TOP: &str = "[rulebook]\ntitle = \"T\"\n[[sheet]]\nkey = [\"Id\"]\n[[sheet.column]]\nheading = \"Id\"\n[[sheet.column]]\nheading = \"Seeds\"\ntype = \"whole\"\n[[sheet.column]]\nheading = \"Collected\"\ntype = \"date\"\n";

/// The messages of all mistakes and advice, and the text above the carets of the first.
fn reported(text: &str) -> (Vec<String>, String) {
    let folder = Folder::new();
    folder.write("taxa.csv", "Genus,Species\nPrimula,veris\n");
    folder.write("t.rulebook.toml", text);
    let out = folder.run(&["rulebook", "t.rulebook.toml", "--lint", "--today", "2026-11-23"]).stdout;
    let messages = out
        .lines()
        .filter_map(|line| line.strip_prefix("error: ").or_else(|| line.strip_prefix("advice: ")))
        .map(str::to_owned)
        .collect();
    let lines: Vec<&str> = out.lines().collect();
    let carets = lines.iter().position(|line| line.contains('^'));
    let pointed = carets.map(|at| {
        let (from, to) = (lines[at].find('^').unwrap(), lines[at].rfind('^').unwrap());
        lines[at - 1].chars().skip(from).take(to - from + 1).collect::<String>()
    });
    (messages, pointed.unwrap_or_default())
}

/// Lines of a column, what the carets are under, and the message.
const COLUMN_CASES: &[(&str, &str, &str)] = &[
    ("heading = ' '", "' '", "a heading cannot be blank"),
    ("heading = 'X'\nvalues = ['a']", "values", "there is no key values; did you mean allowed?"),
    ("heading = 'X'\nmandatory = true", "mandatory", "there is no key mandatory; did you mean required?"),
    ("heading = 'X'\nkind = 'date'", "kind", "there is no key kind here; docs/rulebook.md lists them"),
    ("heading = 'X'\nrequired = 'yes'", "'yes'", "use required = true, without quotes, not 'yes'"),
    ("heading = 'X'\nformat = 'isbn13'", "'isbn13'", "there is no format isbn13; did you mean isbn-13?"),
    ("heading = 'X'\npattern = '('", "'('", "the pattern cannot be used: unclosed group"),
    ("heading = 'X'\npattern = { regexp = 'x' }", "{ regexp = 'x' }", "regex is missing here"),
    ("heading = 'X'\nallowed = []", "allowed", "the list is empty: no value could ever be right"),
    ("heading = 'X'\nallowed = [1, 2]", "1", "codes are text: put it in quotes, so that 01 stays 01"),
    ("heading = 'X'\nallowed = { 1.5 = 'x' }", "1", "a code with a point in it must be in quotes: \"1.5\" = \"…\""),
    (
        "heading = 'X'\nallowed = { reference = 'iso-4218' }",
        "'iso-4218'",
        "there is no reference iso-4218; did you mean iso-4217?",
    ),
    (
        "heading = 'X'\nallowed = { reference = 'iso-4217', column = 'Code' }",
        "allowed",
        "iso-4217 is a standard list and has no columns to choose from",
    ),
    ("heading = 'X'\nlength = { min = 5, max = 3 }", "length", "the least length is greater than the greatest"),
    ("heading = 'X'\nlength = 5", "5", "length is a table: length = { max = 5 }, or length = { exactly = 5 }"),
    ("heading = 'X'\nmin = 5", "5", "min goes with numbers, dates and times; for texts there is length"),
    (
        "heading = 'X'\ntype = 'date'\nmax = 'tomorrow'",
        "'tomorrow'",
        "\"tomorrow\" is not a date that this column can hold",
    ),
    (
        "heading = 'X'\ntype = 'whole'\nmin = 5\nmax = 3",
        "3",
        "no value can be over the least and under the greatest at once",
    ),
    ("heading = 'X'\nplaces = 2", "2", "places go with type = \"decimal\""),
    (
        "heading = 'X'\ntype = 'date'\ndate_format = 'dd/mm'",
        "'dd/mm'",
        "it needs a day, a month and a year once each, a month and a year, or hh:mm; it is written such as yyyy-mm-dd",
    ),
    ("heading = 'X'\ntype = 'time'\ntime_format = 'yyyy-mm-dd'", "'yyyy-mm-dd'", "this is not a pattern of a time"),
    ("heading = 'X'\ndecimal_mark = ';'", "';'", "the decimal mark is \".\" or \",\""),
    ("heading = 'X'\ncharacters = 'Z-A'", "'Z-A'", "Z-A runs backwards"),
    ("heading = 'X'\nguide = ['a']", "guide", "there are more guide texts than guide_rows of the sheet"),
    (
        "heading = 'X'\nrequired = true\nrequired_when = \"Id = 'x'\"",
        "\"Id = 'x'\"",
        "the column is required in every row already",
    ),
    ("heading = 'X'\nrequired_when = 'Sedes > 1'", "Sedes", "no column is called Sedes; did you mean Seeds?"),
    (
        "heading = 'Seeds'",
        "'Seeds'",
        "\"Seeds\" is the name or heading of column 2 already; give each of them a name of its own",
    ),
    ("heading = 'X'\nstored = 'txt'", "'txt'", "there is no value txt; did you mean text?"),
    ("heading = 'X'\nvalue = 'below'", "'below'", "value goes with a labelled cell, [[sheet.cell]]"),
    (
        "heading = 'X'\nallowed = { depends_on = 'Sedes', values = {} }",
        "'Sedes'",
        "no column is called Sedes; did you mean Seeds?",
    ),
    ("heading = 'X'\nname = 'seeds'", "'seeds'", "\"seeds\" is the name or heading of column 2 already"),
    ("heading = 'X'\nseverity = 'fatal'", "'fatal'", "there is no value fatal; there is note, warning, error"),
    (
        "heading = 'X'\nformat = 'email'\nexample = 'x'",
        "'x'",
        "the example breaks the column's own rules: X is \"x\": not an email address: there is no @ in it",
    ),
];

#[test]
fn columns() {
    let mut different = Vec::new();
    for (lines, place, message) in COLUMN_CASES {
        let (messages, pointed) = reported(&format!("{TOP}[[sheet.column]]\n{lines}\n"));
        let reported = (messages.first().map(String::as_str).unwrap_or_default(), pointed.as_str());
        if reported != (*message, *place) {
            different.push(format!("{lines}\n  is: {reported:?}"));
        }
    }
    assert!(different.is_empty(), "{}", different.join("\n"));
}

#[test]
fn rules() {
    let mut different = Vec::new();
    let cases = [
        (
            "severity = 'note'",
            "[[sheet.rule]]",
            "the rule requires nothing: give it one of check, all_or_none, at_least_one, at_most_one, exactly_one, no_gaps, whole_if_begun, unique, same, rows, numbered, in_order",
        ),
        (
            "check = 'Seeds > 1'\nunique = ['Id']",
            "[[sheet.rule]]",
            "a rule has one form, and this one has check and unique: make it several rules",
        ),
        ("all_or_none = ['Id', 'Seds']", "'Seds'", "no column is called Seds; did you mean Seeds?"),
        ("at_most_one = ['Id', 'Id']", "'Id'", "Id is here twice"),
        ("exactly_one = ['Id']", "exactly_one", "exactly_one needs at least 2 columns"),
        ("check = 'Seeds > 1'\nneeds = ['Id']", "needs", "needs goes with whole_if_begun"),
        ("check = 'Seeds > 1'\nacross = true", "true", "across goes with unique"),
        (
            "check = 'Seeds > 1'\nmessage = '{Seds} is few'",
            "'{Seds} is few'",
            "no column is called Seds; did you mean {Seeds}?",
        ),
        (
            "check = \"Seeds > '1'\"",
            "Seeds > '1'",
            "a number is compared with a text: numbers are written without quotes",
        ),
        (
            "check = \"Collected > '2026-01-01'\"",
            "Collected > '2026-01-01'",
            "a date is compared with a text: write the date as DATE '2026-12-31'",
        ),
        ("check = 'Collected + 7 > CURRENT_DATE'", "Collected + 7", "add days to a date as INTERVAL '7' DAY"),
        (
            "check = 'taxa.family IS NULL'",
            "taxa.family",
            "no look-up has the alias taxa: declare it in [[sheet.lookup]]",
        ),
        ("check = 'Seeds > 1 AND'", "'", "expected a column, a value or a comparison, found the end of the condition"),
    ];
    for (lines, place, message) in cases {
        let (messages, pointed) = reported(&format!("{TOP}[[sheet.rule]]\n{lines}\n"));
        let first = messages.first().map(String::as_str).unwrap_or_default();
        if (first, pointed.as_str()) != (message, place) {
            different.push(format!("{lines}\n  is: {:?}", (first, pointed.as_str())));
        }
    }
    assert!(different.is_empty(), "{}", different.join("\n"));
}

#[test]
fn the_rest_of_the_file() {
    let encoding = format!("no encoding is called utf8x; known are {}", lungwort_core::encoding::KNOWN);
    let cases = [
        ("[rulebook]\nedition = 4\n", "title is missing here"),
        ("[rulebook]\ntitle = 'T'\n", "sheet is missing here"),
        ("[rulebook]\ntitle = 'T'\n[file]\nencoding = 'utf8x'\n[[sheet]]\ncolumn = [{ heading = 'A' }]", &encoding),
        (
            "[rulebook]\ntitle = 'T'\n[file]\ndelimiter = 'comma'\n[[sheet]]\ncolumn = [{ heading = 'A' }]",
            "\"comma\" is not one sign; it is \",\" \";\" \"|\" or \"tab\"",
        ),
        ("[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = []", "the sheet has no [[sheet.column]]"),
        (
            "[rulebook]\ntitle = 'T'\n[[sheet]]\nheading_row = 0\ncolumn = [{ heading = 'A' }]",
            "rows are counted from 1",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{ heading = 'A' }]\n[[sheet]]\ncolumn = [{ heading = 'B' }]",
            "of several sheets, each needs its name",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[[sheet]]\nname = 'S'\ncolumn = [{ heading = 'A' }]\n[[sheet]]\nname = 's'\ncolumn = [{ heading = 'B' }]",
            "two sheets have this name",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{ heading = 'A' }]\ncell = [{ label = 'B' }]",
            "a sheet has either columns or labelled cells; make two of it, or say that they are blocks, with [sheet.block]",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[template]\nedition_in = { cell = 'B2', file_name = true }\n[[sheet]]\ncolumn = [{ heading = 'A' }]",
            "this needs one of cell = \"B2\", sheet_name = true, property = \"…\", file_name = true",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[template]\nedition_in = { cell = '2B' }\n[[sheet]]\ncolumn = [{ heading = 'A' }]",
            "a cell is written such as B2",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[reference.iso-4217]\nfile = 'taxa.csv'\n[[sheet]]\ncolumn = [{ heading = 'A' }]",
            "iso-4217 is a list that ships with the program: choose another name",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{ heading = 'A' }]\n[[sheet.figure]]\nlabel = 'x'\nvalue = 'SUM(A)'",
            "this is a text, and only numbers can be summed",
        ),
        (
            "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{ heading = 'A' }]\n[[sheet.figure]]\nlabel = 'x'\nvalue = 'AVG(A)'",
            "this is a text, and only numbers can be averaged",
        ),
    ];
    for (text, message) in cases {
        let (messages, _) = reported(text);
        assert!(messages.iter().any(|each| each == message), "{text}: {messages:?}");
    }
}

#[test]
fn a_rulebook_that_is_right_says_nothing() {
    let (messages, _) = reported(&format!("{TOP}[[sheet.column]]\nheading = 'Genus'\nallowed = {{ W = 'wild' }}\n"));
    assert!(messages.is_empty(), "{messages:?}");
}

#[test]
fn a_mistake_has_one_message_that_shows_the_right_form() {
    for (line, due) in [
        ("required = yes", "use required = true, without quotes, not yes"),
        ("unique = no", "use unique = false, without quotes, not no"),
        ("length = 15", "length is a table: length = { max = 15 }, or length = { exactly = 15 }"),
        ("separator = true", "use separator = \";\", not true"),
        ("places = \"2\"", "use places = 2, not \"2\""),
    ] {
        let (messages, _) = reported(&format!("{TOP}[[sheet.column]]\nheading = 'X'\n{line}\n"));
        assert_eq!(messages, [due], "{line}");
    }
}

#[test]
fn what_is_no_rulebook_is_said_in_one_sentence() {
    let folder = Folder::new();
    folder.write("data.csv", "Id,Name\n1,caf\u{e9}\n".repeat(500));
    folder.write("old.csv", b"Id,Name\n1,caf\xe9\n");
    folder.write("book.xlsx", crate::support::books::table("S", "Id|Name"));
    folder.write("picture.png", b"\x89PNG\r\n\x1a\n0000");
    for (name, what) in [
        ("data.csv", "a table of text"),
        ("old.csv", "a table of text"),
        ("book.xlsx", "a workbook"),
        ("picture.png", "a picture"),
    ] {
        for arguments in
            [&["rulebook", name][..], &["check", "data.csv", "--rulebook", name], &["template", name, "-o", "t.csv"]]
        {
            let ran = folder.run(arguments);
            assert_eq!(ran.status, 2, "{arguments:?}");
            assert!(ran.stderr.contains(&format!("that is {what}")), "{arguments:?}: {}", ran.stderr);
            assert!(
                (what == "a picture") != ran.stderr.contains(&format!("lungwort learn {name}"))
                    && ran.stderr.lines().count() == 1,
                "{}",
                ran.stderr
            );
        }
    }
}

#[test]
fn a_missing_template_stops_nothing_and_is_looked_for_in_a_place_that_is_named() {
    let folder = Folder::with(
        "[template]\nfile = 'gone/blank.xlsx'\n[[sheet]]\nkey = ['A']\ncolumn = [{ heading = 'A' }]",
        "A\n1\n",
    );
    assert_eq!(folder.run(&["check", "data.csv", "--rulebook", "t.rulebook.toml"]).status, 0);
    let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert!(ran.stdout.contains("there is no file gone/blank.xlsx (looked for in "), "{}", ran.stdout);
    assert!(ran.stdout.contains("advice") && !ran.stdout.contains("error"), "{}", ran.stdout);
    let folder = Folder::with(
        "[reference.x]\nfile = 'gone.csv'\n[[sheet]]\ncolumn = [{ heading = 'A', allowed = { reference = 'x' } }]",
        "A\n1\n",
    );
    let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert!(ran.stdout.contains("there is no such file (looked for in "), "{}", ran.stdout);
}
