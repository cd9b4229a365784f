//! Small files made to cost much: each ends in a report or a message, within bounded time and memory.
//!
//! The program runs under limits that a system keeps: processor seconds that a debug build stays far below where work is linear, and an
//! address space of which whatever grows out of proportion has soon too little.

use crate::support::limited::run;
use crate::support::{Folder, Ran, books};

const SHEET: &str = "[[sheet]]\nkey = ['A']\ncolumn = [{ heading = 'A' }, { heading = 'B' }, { heading = 'C' }]\n";

fn check(folder: &Folder, file: &str) -> Ran {
    run(folder, &["check", file, "-r", "t.rulebook.toml", "--today", "2026-11-26"])
}

type Edit = Box<dyn Fn(String) -> String>;

/// A workbook with headings and these rows, and these parts besides.
fn book(rows: &str, behind: &str, parts: &[(&str, String)]) -> Vec<u8> {
    let head = |sheet: String| {
        let (before, _) = sheet.split_once("</sheetData>").unwrap();
        format!("{before}{rows}</sheetData>{behind}</worksheet>")
    };
    let made = books::table("S", "A|B|C");
    let replaced: Vec<(&str, Edit)> = parts
        .iter()
        .map(|(name, text)| {
            let text = text.clone();
            (*name, Box::new(move |_: String| text.clone()) as Edit)
        })
        .collect();
    let mut edits: Vec<(&str, &dyn Fn(String) -> String)> = vec![("xl/worksheets/sheet1.xml", &head)];
    edits.extend(replaced.iter().map(|(name, edit)| (*name, edit.as_ref())));
    books::edited(&made, &edits)
}

fn inline(place: &str, text: &str) -> String {
    format!("<c r=\"{place}\" t=\"inlineStr\"><is><t>{text}</t></is></c>")
}

fn letters(column: usize) -> String {
    let mut out = String::new();
    let mut left = column + 1;
    while left > 0 {
        out.insert(0, char::from(b'A' + ((left - 1) % 26) as u8));
        left = (left - 1) / 26;
    }
    out
}

#[test]
fn texts_that_never_end_cost_what_they_hold() {
    let folder = Folder::with(SHEET, "");
    folder.write("quote.csv", format!("A,B,C\n\"x\n{}", "a\n".repeat(150_000)));
    let ran = check(&folder, "quote.csv");
    assert_eq!(ran.status, 1, "{}", ran.stderr);
    assert!(ran.stdout.contains("unclosed-quote"), "{}", ran.stdout);
    let surrogates: Vec<u8> = b"\xff\xfe"
        .iter()
        .copied()
        .chain("A,B,C\n".encode_utf16().flat_map(u16::to_le_bytes))
        .chain(b"\x00\xd8".repeat(60_000))
        .collect();
    folder.write("lone.csv", surrogates);
    let ran = check(&folder, "lone.csv");
    assert!(ran.stdout.contains("NOT READY: 17 errors"), "{}", ran.stdout);
    folder.write("wide.csv", format!("A,B,C\n{}", format!("{}\n", ",".repeat(16_383)).repeat(20)));
    assert_eq!(check(&folder, "wide.csv").status, 1);
}

#[test]
fn rows_and_cells_of_workbooks_have_limits() {
    let folder = Folder::with(SHEET, "");
    let shared: String = (0..16_384).map(|at| format!("<c r=\"{}2\" t=\"s\"><v>3</v></c>", letters(at))).collect();
    let strings = format!(
        "<sst xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"><si><t>A</t></si><si><t>B</t></si><si><t>C</t></si><si><t>{}</t></si></sst>",
        "x".repeat(32_000)
    );
    folder
        .write("shared.xlsx", book(&format!("<row r=\"2\">{shared}</row>"), "", &[("xl/sharedStrings.xml", strings)]));
    let ran = check(&folder, "shared.xlsx");
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(ran.stderr.contains("row 2 of a sheet holds more than 16 MB of text"), "{}", ran.stderr);
    let far: String = (2..4_002)
        .map(|row| {
            format!("<row r=\"{row}\">{}{}</row>", inline(&format!("A{row}"), "x"), inline(&format!("XFD{row}"), "y"))
        })
        .collect();
    folder.write("far.xlsx", book(&far, "", &[]));
    let ran = check(&folder, "far.xlsx");
    assert_eq!(ran.status, 0, "{}", ran.stdout);
    assert!(ran.stdout.contains("4,000 cells are far to the right of the others, the first in XFD2"), "{}", ran.stdout);
    let back: String = (0..16_384).rev().map(|at| inline(&format!("{}2", letters(at)), "x")).collect();
    folder.write("back.xlsx", book(&format!("<row r=\"2\">{back}</row>"), "", &[]));
    assert_eq!(check(&folder, "back.xlsx").status, 1);
    // Under headings nothing is far, however few cells of a row are filled.
    let wide = books::book("S", |sheet| {
        for at in 0..3_000_u16 {
            sheet
                .write_string(
                    0,
                    at,
                    ["A", "B", "C"].get(usize::from(at)).map_or(format!("H{at}"), |name| (*name).to_owned()),
                )
                .unwrap();
        }
        sheet.write_string(1, 0, "x").unwrap();
        sheet.write_string(1, 2_900, "y").unwrap();
    });
    folder.write("wide.xlsx", wide);
    let ran = check(&folder, "wide.xlsx");
    assert!(!ran.stdout.contains("far-cells") && ran.stdout.contains("1 filled row"), "{}", ran.stdout);
    let beyond = format!("<row r=\"2\">{}{}</row>", inline("A2", "x"), inline("ZZZ2", "y"));
    folder.write("beyond.xlsx", book(&beyond, "", &[]));
    assert!(check(&folder, "beyond.xlsx").stdout.contains("far-cells"));
}

#[test]
fn repeated_rows_and_cells_of_open_workbooks_are_bounded_over_all_of_it() {
    let folder = Folder::with(SHEET, "");
    let cell = |columns: u32, text: &str| {
        format!(
            r#"<table:table-cell table:number-columns-repeated="{columns}" office:value-type="string"><text:p>{text}</text:p></table:table-cell>"#
        )
    };
    let row = |times: u32, cells: &str| {
        format!(r#"<table:table-row table:number-rows-repeated="{times}">{cells}</table:table-row>"#)
    };
    let head = row(1, &["A", "B", "C"].map(|heading| cell(1, heading)).concat());
    let table = |name: &str, rows: &str| format!(r#"<table:table table:name="{name}">{head}{rows}</table:table>"#);
    // Twenty rows that each go to the end of the sheet: the first is named, and all cost little.
    folder.write("rows.ods", books::open_document(&table("S", &row(1_048_000, &cell(2, "x")).repeat(20))));
    let ran = check(&folder, "rows.ods");
    assert_eq!(ran.status, 1, "{}", ran.stderr);
    assert!(ran.stdout.contains("Row 2 is repeated 1,048,000 times, up to column B"), "{}", ran.stdout);
    // Short runs of the same row count in full, however many there are.
    let runs: String = (0..9_000).map(|at| row(5, &(cell(1, &at.to_string()) + &cell(2, "x")))).collect();
    folder.write("runs.ods", books::open_document(&table("S", &runs)));
    let ran = check(&folder, "runs.ods");
    assert_eq!(ran.status, 0, "{}", ran.stdout);
    assert!(ran.stdout.contains("45,000 filled rows"), "{}", ran.stdout);
    // Cells that are repeated within rows, and over several sheets.
    let wide = row(1, &cell(1_500, "x")).repeat(700);
    folder.write("wide.ods", books::open_document(&table("S", &wide)));
    let ran = check(&folder, "wide.ods");
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(ran.stderr.contains("filled cells, more than so small a file can have"), "{}", ran.stderr);
    let sheets: String = (0..60).map(|at| table(&format!("S{at}"), &row(40, &cell(1_500, "x")).repeat(2))).collect();
    folder.write("sheets.ods", books::open_document(&sheets));
    let ran = run(&folder, &["learn", "sheets.ods", "--no-ask", "--today", "2026-11-26"]);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(ran.stderr.contains("filled cells, more than so small a file can have"), "{}", ran.stderr);
}

#[test]
fn markup_that_parsers_would_be_slow_with_is_read_or_refused() {
    let folder = Folder::with(SHEET, "");
    let tag =
        format!("<row r=\"2\"><c r=\"A2\" x=\"{}\" t=\"inlineStr\"><is><t>x</t></is></c></row>", ">".repeat(300_000));
    folder.write("tag.xlsx", book(&tag, "", &[]));
    assert_eq!(check(&folder, "tag.xlsx").status, 0);
    let attributes: String = (0..30_000).map(|at| format!(" a{at}=\"1\"")).collect();
    let made = books::table("S", "A|B|C");
    let many = |text: String| text.replacen("<sheets>", &format!("<x{attributes}/><sheets>"), 1);
    folder.write("attributes.xlsx", books::edited(&made, &[("xl/workbook.xml", &many)]));
    let ran = check(&folder, "attributes.xlsx");
    assert!(ran.status == 2 && ran.stderr.contains("more than 256 attributes"), "{}", ran.stderr);
    let spaces: String = (0..5_000).map(|at| format!("<y xmlns:n{at}=\"u{at}\"/>")).collect();
    let many = |text: String| text.replacen("<sheets>", &format!("{spaces}<sheets>"), 1);
    folder.write("namespaces.xlsx", books::edited(&made, &[("xl/workbook.xml", &many)]));
    assert!(check(&folder, "namespaces.xlsx").stderr.contains("1000 namespaces"));
    let places = "A1 ".repeat(1_100_000);
    let limits = format!(
        "<dataValidations><dataValidation type=\"list\" sqref=\"{places}\"><formula1>\"a\"</formula1></dataValidation></dataValidations>"
    );
    folder.write("limits.xlsx", book("", &limits, &[]));
    let ran = check(&folder, "limits.xlsx");
    assert!(ran.status == 2 && ran.stderr.contains("1,000,000 ranges of cells with limits"), "{}", ran.stderr);
}

#[test]
fn rulebooks_have_limits_that_are_named() {
    let folder = Folder::new();
    folder.write("data.csv", "A,B,C\n1,2,3\n");
    let with = |rule: &str| {
        folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\n{SHEET}{rule}"));
        run(&folder, &["rulebook", "t.rulebook.toml"])
    };
    let checked = |condition: &str| with(&format!("[[sheet.rule]]\ncheck = '''{condition}'''\n"));
    for (condition, part) in [
        (["A IS NOT NULL"; 5_000].join(" AND "), "USABLE"),
        (["A IS NOT NULL"; 5_000].join(" OR "), "USABLE"),
        (format!("{} <> ''", ["A"; 5_000].join(" || ")), "nested too deeply"),
        (format!("A IS NULL{}", " IS TRUE".repeat(5_000)), "nested too deeply"),
        (format!("{}A IS NULL", "NOT ".repeat(5_000)), "nested too deeply"),
        (format!("{}A IS NULL{}", "(".repeat(5_000), ")".repeat(5_000)), "nested too deeply"),
        (format!("A LIKE '{}'", "%a_".repeat(20_000)), "the pattern is longer than 10000 characters"),
        (format!("A IN ({})", (0..5_000).map(|at| format!("'{at}'")).collect::<Vec<_>>().join(", ")), "USABLE"),
    ] {
        let ran = checked(&condition);
        assert!(ran.stdout.contains(part), "{part}: {}{}", &ran.stdout[..ran.stdout.len().min(300)], ran.stderr);
        // Of a line of a hundred thousand letters, what is around the place is shown.
        assert!(ran.stdout.lines().all(|line| line.chars().count() < 1_000), "{part}");
    }
    let many: String = (0..300).map(|at| format!("[[sheet.rule]]\nchek{at} = 'x'\n")).collect();
    let ran = with(&many);
    assert!(
        ran.stdout.contains("there are more than 100 mistakes") && ran.stdout.contains("and 52 more"),
        "{}",
        ran.stdout
    );
    folder.write(
        "t.rulebook.toml",
        format!("[rulebook]\ntitle = 'T'\nx = {}{}\n", "[".repeat(20_000), "]".repeat(20_000)),
    );
    assert_eq!(run(&folder, &["rulebook", "t.rulebook.toml"]).status, 1);
    folder.write(
        "t.rulebook.toml",
        format!("[rulebook]\ntitle = 'T'\n{}", SHEET.replace("key", "heading_row = 4000000000\nkey")),
    );
    assert_eq!(check(&folder, "data.csv").status, 0);
    let escaping = SHEET.replace("{ heading = 'B' }", "{ heading = 'B', pattern = 'x)|(?:q' }");
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\n{escaping}"));
    assert!(check(&folder, "data.csv").stderr.contains("the pattern cannot be used: unopened group"));
}

#[test]
fn near_misses_cost_little_each() {
    let word = |number: usize| -> String {
        let mut left = number * 2_654_435_761 % 4_294_967_296;
        (0..8)
            .map(|_| {
                let each = char::from(b'a' + (left % 16) as u8);
                left /= 16;
                each
            })
            .collect()
    };
    let codes: Vec<String> = (0..3_000).map(|at| format!("'{}'", word(at))).collect();
    let sheet = format!(
        "[[sheet]]\nkey = ['A']\ncolumn = [{{ heading = 'A' }}, {{ heading = 'B', allowed = [{}] }}]\n",
        codes.join(", ")
    );
    let folder = Folder::with(&sheet, "");
    let data: String = (0..4_000).map(|at| format!("{at},{}\n", word(at + 10_000))).collect();
    folder.write("data.csv", format!("A,B\n{data}4000,{}x\n", &word(7)[..7]));
    let ran = run(&folder, &["check", "data.csv", "-r", "t.rulebook.toml", "--format", "json", "--limit", "100000"]);
    let json = ran.json();
    let last = json["findings"].as_array().unwrap().iter().rfind(|finding| finding["row"] == 4_002).unwrap();
    assert_eq!(last["correction"]["value"], word(7), "{last}");
}

#[cfg(unix)]
#[test]
fn only_files_are_read_where_no_data_is_meant() {
    let folder = Folder::with(SHEET, "A,B,C\n1,2,3\n");
    let pipe = |name: &str| {
        let made = std::process::Command::new("mkfifo").arg(folder.path().join(name)).status().unwrap();
        assert!(made.success());
    };
    pipe("other.rulebook.toml");
    pipe("list.csv");
    // One that lies beside is passed over, one that is named is refused.
    assert_eq!(run(&folder, &["check", "data.csv"]).status, 0);
    for arguments in [
        vec!["check", "data.csv", "-r", "other.rulebook.toml"],
        vec!["template", "other.rulebook.toml", "-o", "t.xlsx"],
        vec!["learn", "list.csv"],
        vec!["check", "/dev/zero", "-r", "t.rulebook.toml"],
    ] {
        let ran = run(&folder, &arguments);
        assert!(
            ran.status == 2 && ran.stderr.contains("it is a device or a pipe, and no file"),
            "{arguments:?}: {}",
            ran.stderr
        );
    }
    folder.write(
        "t.rulebook.toml",
        format!(
            "[rulebook]\ntitle = 'T'\n[reference.list]\nfile = 'list.csv'\n{}",
            SHEET.replace("{ heading = 'B' }", "{ heading = 'B', allowed = { reference = 'list', column = 'A' } }")
        ),
    );
    assert!(check(&folder, "data.csv").stderr.contains("it is a device or a pipe, and no file"));
}

#[test]
fn a_terminal_gets_nothing_to_act_on_and_data_is_not_stripped() {
    let folder = Folder::new();
    let title = "[rulebook]\ntitle = \"T\\u001b]0;x\\u0007\"\n[[sheet]]\nkey = ['A']\ncolumn = [{ heading = \"A\" }, { heading = \"B\\u001b[2J\", required = true }]\n";
    folder.write("t.rulebook.toml", title);
    folder.write("data.csv", "A,B\u{1b}[2J\n=1+1;\u{1b}[31mred,\n\n");
    for arguments in [
        vec!["check", "data.csv", "-r", "t.rulebook.toml"],
        vec!["check", "data.csv", "-r", "t.rulebook.toml", "--by", "row"],
        vec!["preview", "data.csv", "-r", "t.rulebook.toml", "--rows", "2"],
        vec!["rulebook", "t.rulebook.toml"],
        vec!["rulebook", "t.rulebook.toml", "--compare", "t.rulebook.toml"],
        vec!["check", "no\u{1b}[31m.csv", "-r", "t.rulebook.toml"],
        vec!["check", "data.csv", "--no\u{1b}[31m"],
    ] {
        let ran = run(&folder, &arguments);
        let said = format!("{}{}", ran.stdout, ran.stderr);
        assert!(!said.contains('\u{1b}') && !said.contains('\u{7}'), "{arguments:?}: {said:?}");
    }
    let csv = run(&folder, &["check", "data.csv", "-r", "t.rulebook.toml", "--format", "csv"]);
    let lines = csv.stdout.lines().filter(|line| line.starts_with("data.csv,")).count();
    let json = run(&folder, &["check", "data.csv", "-r", "t.rulebook.toml", "--format", "json"]).json();
    // The last line says how the file was read.
    assert_eq!(lines, json["findings"].as_array().unwrap().len() + 1, "{}", csv.stdout);
    assert!(csv.stdout.contains("\"'=1+1;"), "{}", csv.stdout);
}

#[cfg(unix)]
#[test]
fn nothing_half_is_left_when_the_program_is_stopped() {
    let folder = Folder::with(SHEET, "");
    folder.write("data.csv", format!("A,B,C\n{}", "a,b,c\n".repeat(2_000_000)));
    let mut child = std::process::Command::new(env!("CARGO_BIN_EXE_lungwort"))
        .current_dir(folder.path())
        .args(["check", "data.csv", "-r", "t.rulebook.toml", "-o", "report.json"])
        .stderr(std::process::Stdio::null())
        .spawn()
        .unwrap();
    let hidden = || {
        let entries = std::fs::read_dir(folder.path()).unwrap();
        entries.filter(|entry| entry.as_ref().unwrap().file_name().to_string_lossy().starts_with(".tmp")).count()
    };
    while hidden() == 0 && child.try_wait().unwrap().is_none() {
        std::thread::sleep(std::time::Duration::from_millis(5));
    }
    let stopped = std::process::Command::new("kill").args(["-TERM", &child.id().to_string()]).status().unwrap();
    assert!(stopped.success());
    assert_eq!(child.wait().unwrap().code(), Some(130));
    assert_eq!(hidden(), 0);
    assert!(!folder.path().join("report.json").exists());
}

#[cfg(target_os = "linux")]
#[test]
fn a_full_or_closed_output_is_no_panic() {
    let folder = Folder::with(SHEET, "A,B,C\n1,2,3\n");
    let sh = |line: &str| {
        let line = line.replace("lungwort", env!("CARGO_BIN_EXE_lungwort"));
        let output = std::process::Command::new("sh").current_dir(folder.path()).args(["-c", &line]).output().unwrap();
        (output.status.code(), String::from_utf8_lossy(&output.stderr).into_owned())
    };
    let (status, said) = sh("lungwort demo d1 > /dev/full");
    assert_eq!((status, said.trim()), (Some(2), "lungwort: standard output cannot be written: the disk is full"));
    assert_eq!(sh("lungwort check none.csv 2> /dev/full").0, Some(2));
    assert_eq!(sh("lungwort demo d2 >&-").0, Some(0));
    assert_eq!(sh("lungwort check data.csv -r t.rulebook.toml | head -n 0").0, Some(0));
}

#[test]
fn what_a_spreadsheet_would_run_is_inert_in_delimited_templates() {
    let sheet = "[[sheet]]\nkey = ['A']\nguide_rows = 1\ncolumn = [{ heading = 'A', guide = ['=HYPERLINK(\"x\")'], example = \"a;=cmd|' /C calc'!A0\" }, { heading = '+/- grams', guide = ['about'] }]\n";
    let folder = Folder::with(sheet, "");
    let ran = folder.run(&["template", "t.rulebook.toml", "-o", "t.csv", "--samples"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let mut text = std::fs::read_to_string(folder.path().join("t.csv")).unwrap();
    text.retain(|each| each != '\r');
    assert_eq!(text, "\"A\",\"+/- grams\"\n\"'=HYPERLINK(\"\"x\"\")\",\"about\"\n\"a;=cmd|' /C calc'!A0\",\"\"\n");
}
