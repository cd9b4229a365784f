//! Cells of workbooks in every kind of column: how they are stored and shown, and what is said of them.

use crate::support::Folder;
use crate::support::books::book;
use rust_xlsxwriter::{Format, Formula, Worksheet};

/// How a cell is written.
#[derive(Debug, Clone, Copy)]
enum Kept {
    Text(&'static str),
    Number(f64, &'static str),
    YesNo(bool),
    WithResult(&'static str, &'static str),
}

use Kept::{Number, Text, WithResult, YesNo};

fn write(sheet: &mut Worksheet, kept: Kept) {
    match kept {
        Text(text) => sheet.write_string(1, 1, text).unwrap(),
        Number(number, format) => {
            sheet.write_number_with_format(1, 1, number, &Format::new().set_num_format(format)).unwrap()
        }
        YesNo(yes) => sheet.write_boolean(1, 1, yes).unwrap(),
        WithResult(formula, result) => sheet.write_formula(1, 1, Formula::new(formula).set_result(result)).unwrap(),
    };
}

/// What is said of one cell under a heading X asked so: `code: message`, and `→ value` where something is proposed.
fn said(asked: &str, kept: Kept) -> Vec<String> {
    let rulebook = format!("[[sheet]]\nkey = ['Id']\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'X', {asked} }}]\n");
    let folder = Folder::with(&rulebook, "");
    let bytes = book("S", |sheet| {
        sheet.write_string(0, 0, "Id").unwrap().write_string(0, 1, "X").unwrap().write_string(1, 0, "1").unwrap();
        write(sheet, kept);
    });
    folder.write("data.xlsx", bytes);
    let ran = folder
        .run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"]);
    let report = ran.json();
    let text = |value: &serde_json::Value| value.as_str().unwrap_or_default().to_owned();
    let findings = report["findings"].as_array().unwrap().clone();
    let line = |each: serde_json::Value| {
        let correction = each["correction"]["value"].as_str().map(|value| format!(" → {value}")).unwrap_or_default();
        format!("{}: {}{correction}", text(&each["code"]), text(&each["message"]))
    };
    findings.into_iter().map(line).collect()
}

const DAY: f64 = 45_721.0;

#[test]
fn what_is_right_is_right_however_it_is_kept() {
    let right = [
        ("type = 'whole'", Number(12.0, "General")),
        ("type = 'whole'", Number(12.0, "0.00")),
        ("type = 'whole'", Number(1200.0, "#,##0")),
        ("type = 'whole'", Text("12")),
        ("type = 'decimal', places = 2", Number(2.35, "General")),
        ("type = 'decimal', decimal_mark = ','", Number(2.35, "General")),
        ("type = 'decimal', decimal_mark = ','", Text("2,35")),
        ("type = 'decimal', min = 0, max = 1", Number(0.5, "0%")),
        ("type = 'decimal'", Number(1e-7, "General")),
        ("type = 'date', date_format = 'dd/mm/yyyy'", Number(DAY, "yyyy-mm-dd")),
        ("type = 'date', date_format = 'd mmmm yyyy'", Number(DAY, "m/d/yy")),
        ("type = 'date', min = '2025-03-05', max = '2025-03-05'", Number(DAY, "dd/mm/yyyy")),
        ("type = 'datetime'", Number(DAY + 0.5, "dd/mm/yyyy hh:mm")),
        ("type = 'datetime', date_format = 'dd/mm/yyyy hh:mm'", Number(DAY, "dd/mm/yyyy")),
        ("type = 'time'", Number(0.25, "hh:mm")),
        ("type = 'time', time_format = 'hh:mm:ss'", Number(0.25, "h:mm AM/PM")),
        ("type = 'yes_no'", YesNo(true)),
        ("type = 'yes_no', yes_no = { yes = 'TRUE', no = 'FALSE' }", YesNo(false)),
        ("allowed = ['7', '8']", Number(7.0, "General")),
        ("pattern = '\\d{3}'", Text("007")),
        ("stored = 'text'", Text("007")),
        ("stored = 'date', type = 'date'", Number(DAY, "dd/mm/yyyy")),
        ("stored = 'number', type = 'decimal'", Number(1.5, "0.000")),
        ("format = 'gtin-13'", Text("9504000059439")),
        ("length = { max = 3 }", Number(417.0, "General")),
    ];
    let wrong: Vec<String> = right
        .into_iter()
        .map(|(asked, kept)| (asked, kept, said(asked, kept)))
        .filter(|(.., found)| !found.is_empty())
        .map(|(asked, kept, found)| format!("{asked}: {kept:?}: {found:?}"))
        .collect();
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}

/// A column, a cell, and what is said of it.
const WRONG: &[(&str, Kept, &str)] = &[
    (
        "type = 'whole'",
        Number(12.5, "0"),
        "not-whole: X is \"12.5\": it should be a whole number, without a fraction. (The sheet shows it as 13.)",
    ),
    ("type = 'whole', max = 10", Number(12.0, "General"), "above-maximum: X is \"12\": it should be at most 10."),
    (
        "type = 'decimal', max = 1",
        Number(50.0, "0%"),
        "above-maximum: X is \"50\": it should be at most 1. (The sheet shows it as 5000%.)",
    ),
    (
        "type = 'decimal', decimal_mark = ',', max = 2",
        Number(2.35, "General"),
        "above-maximum: X is \"2,35\": it should be at most 2.",
    ),
    (
        "type = 'date', max = 'today'",
        Number(60_000.0, "dd/mm/yyyy"),
        "above-maximum: X is \"2064-04-08\": it should not be after today (2026-11-23). (The sheet shows it as 08/04/2064.)",
    ),
    (
        "type = 'date'",
        Number(DAY, "General"),
        "day-number: X is \"45721\": this is a spreadsheet's day number; a date is written yyyy-mm-dd. Did you mean 2025-03-05? → 2025-03-05",
    ),
    (
        "type = 'time'",
        Number(DAY, "dd/mm/yyyy"),
        "not-time: X is \"2025-03-05\": it should be a time written hh:mm. (The sheet shows it as 05/03/2025.)",
    ),
    (
        "type = 'yes_no', yes_no = { yes = 'Y', no = 'N' }",
        YesNo(true),
        "not-yes-no: X is \"TRUE\": it should be Y or N. → Y",
    ),
    (
        "allowed = ['3-4', '4-5']",
        Number(45_750.0, "d-mmm"),
        "code-changed: X is \"2025-04-03\": a spreadsheet has taken the code 3-4 for a date. (The sheet shows it as 3-Apr.) → 3-4",
    ),
    (
        "pattern = { regex = '\\d{3}', words = 'three digits' }",
        Number(7.0, "General"),
        "lost-zeros: X is \"7\": a spreadsheet took it for a number and dropped the zeros in front. → 007",
    ),
    (
        "pattern = '\\d{3}'",
        Number(7.0, "000"),
        "shown-only: X is \"7\": the cell holds this number, and only its format shows it as 007. Set the column's format to text and type it again. → 007",
    ),
    (
        "pattern = 'L\\d{3}'",
        Number(7.0, "\"L\"000"),
        "shown-only: X is \"7\": the cell holds this number, and only its format shows it as L007. Set the column's format to text and type it again. → L007",
    ),
    (
        "length = { max = 3 }",
        Number(4170.0, "General"),
        "too-long: X is \"4170\": it has 4 characters; it should have at most 3 characters.",
    ),
    (
        "help = ''",
        Number(1_234_567_890_123_456.0, "0"),
        "digits-lost: X is \"1234567890123456\": it is kept as a number of 16 digits, of which a spreadsheet keeps the first 15: the last are lost. Set the column's format to text and type it again.",
    ),
    (
        "stored = 'text'",
        Number(417.0, "General"),
        "kept-as-number: X is \"417\": it is kept as a number, and must be kept as text. Set the column's format to text and type it again.",
    ),
    (
        "stored = 'text'",
        YesNo(true),
        "kept-as-number: X is \"TRUE\": it is kept as a number, and must be kept as text. Set the column's format to text and type it again.",
    ),
    (
        "stored = 'number', type = 'whole'",
        Text("12"),
        "kept-as-text: X is \"12\": it is kept as text, and must be kept as a number. → 12",
    ),
    (
        "stored = 'date', type = 'date'",
        Text("2025-03-05"),
        "kept-as-text: X is \"2025-03-05\": it is kept as text, and must be kept as a date of the spreadsheet. → 2025-03-05",
    ),
    (
        "stored = 'number'",
        Number(DAY, "dd/mm/yyyy"),
        "kept-as-date: X is \"2025-03-05\": it is kept as a date, and must be a number. Set the format to a number and type it again. (The sheet shows it as 05/03/2025.)",
    ),
    (
        "type = 'decimal', places = 2",
        Number(0.1 + 0.2, "General"),
        "too-many-places: X is \"0.30000000000000004\": it has 17 decimal places, and at most 2 are allowed. A spreadsheet calculates with 15 digits: it is 0.3. → 0.3",
    ),
    (
        "type = 'decimal', places = 2, decimal_mark = ','",
        Number(1.1 * 3.0, "General"),
        "too-many-places: X is \"3,3000000000000003\": it has 16 decimal places, and at most 2 are allowed. A spreadsheet calculates with 15 digits: it is 3,3. → 3,3",
    ),
    (
        "help = ''",
        WithResult("=5+7", "12"),
        "formula-cell: X is \"12\": a formula made it. Put the value in its place (copy, then paste as values).",
    ),
    (
        "help = ''",
        WithResult("=NA()", "#N/A"),
        "error-value: X is \"#N/A\": the sheet's own sign that a formula came to nothing. Fix the formula, or put the value in its place.",
    ),
];

#[test]
fn what_is_wrong_is_said_as_the_receiving_side_would_read_it() {
    let mut different = Vec::new();
    for (asked, kept, due) in WRONG {
        let found = said(asked, *kept);
        if found != [*due] {
            different.push(format!("{asked}: {kept:?}\n  due: {due}\n  is:  {found:?}"));
        }
    }
    assert!(different.is_empty(), "{}", different.join("\n"));
}

#[test]
fn a_spoilt_cell_is_told_once() {
    // A number with lost digits also breaks the pattern; that follows from the first.
    let found = said("pattern = '\\d{13}', format = 'gtin-13'", Number(9_504_000_059_437_990.0, "General"));
    assert_eq!(found.len(), 1, "{found:#?}");
    assert!(found[0].starts_with("digits-lost"), "{found:#?}");
    let found = said("allowed = ['007'], length = { exactly = 3 }", Number(7.0, "000"));
    assert_eq!(found.len(), 1, "{found:#?}");
    assert!(found[0].starts_with("shown-only"), "{found:#?}");
    // A number in a column of numbers may be shown in any way.
    assert!(said("type = 'whole'", Number(7.0, "000")).is_empty());
}

#[test]
fn figures_and_rules_reckon_with_what_is_kept() {
    let rulebook = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'A', type = 'decimal', decimal_mark = ',' }, { heading = 'B', type = 'date', date_format = 'dd/mm/yyyy' }, { heading = 'C', type = 'date' }]\nrule = [{ check = 'C >= B' }]\nfigure = [{ label = 'Sum', value = 'SUM(A)' }, { label = 'Last', value = 'MAX(B)' }]\n";
    let folder = Folder::with(rulebook, "");
    let date = Format::new().set_num_format("d mmm");
    let bytes = book("S", |sheet| {
        for (column, heading) in (0_u16..).zip(["Id", "A", "B", "C"]) {
            sheet.write_string(0, column, heading).unwrap();
        }
        for row in 1..=3_u32 {
            sheet.write_string(row, 0, row.to_string()).unwrap();
            sheet.write_number(row, 1, 0.1 * f64::from(row)).unwrap();
            sheet.write_number_with_format(row, 2, DAY + f64::from(row), &date).unwrap();
            sheet.write_number_with_format(row, 3, DAY + 2.0, &date).unwrap();
        }
    });
    folder.write("data.xlsx", bytes);
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    let report = ran.json();
    assert_eq!(report["figures"][1]["value"], "2025-03-08");
    assert!(report["figures"][0]["value"].as_str().unwrap().starts_with("0.6"), "{}", report["figures"]);
    let found: Vec<(String, u64)> = ran.findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    assert_eq!(found, [("rule-broken".to_owned(), 4)]);
}

#[test]
fn values_stand_once_whatever_they_are_kept_as() {
    let folder = Folder::with("[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', unique = true }]\n", "");
    let bytes = book("S", |sheet| {
        sheet.write_string(0, 0, "Id").unwrap();
        sheet.write_string(1, 0, "417").unwrap();
        sheet.write_number(2, 0, 417).unwrap();
        sheet.write_number_with_format(3, 0, 417, &Format::new().set_num_format("0.00")).unwrap();
        sheet.write_string(4, 0, "0417").unwrap();
    });
    folder.write("data.xlsx", bytes);
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    let found: Vec<(String, u64)> = ran.findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    assert_eq!(found, [("repeated-value".to_owned(), 3), ("repeated-value".to_owned(), 4)]);
}
