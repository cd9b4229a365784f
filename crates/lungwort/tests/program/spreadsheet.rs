//! Reports that are opened in a spreadsheet, and what all forms of report have in common.

use std::io::Cursor;

use crate::support::Folder;
use calamine::{Data, Reader, Xlsx};

const RULES: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ name = 'id', heading = 'Id', required = true }, \
    { name = 'seeds', heading = 'Seeds', type = 'whole', min = 0 }, { name = 'phone', heading = 'Phone', format = 'phone' }, \
    { name = 'code', heading = 'Code', length = { exactly = 4 } }, { name = 'from', heading = 'From', type = 'date' }, \
    { name = 'to', heading = 'To', type = 'date' }]\n\
    rule = [{ check = \"\\\"to\\\" >= \\\"from\\\"\", message = 'It ends before it begins' }]\n\
    figure = [{ label = 'Seeds', value = 'SUM(seeds)' }, { label = 'Double', value = 'SUM(seeds * 2)' }]";

const DATA: &str = "Id,Seeds,Phone,Code,From,To\n\
    001,-5,+441632960004,ABCD,2026-01-02,2026-01-01\n\
    002,=1+1,441632960004,ABCDEFGHIJ,2026-01-02,2026-01-03\n\
    003,x,+44 1632 960004,ABCDEFGHI,2026-01-02,2026-01-03\n\
    004,7,@SUM(A1),-3+cmd,2026-01-02,2026-01-03\n";

#[test]
fn the_report_as_a_workbook_keeps_every_text_as_it_is() {
    let folder = Folder::with(RULES, DATA);
    let ran = folder.run(&["check", "data.csv", "-o", "findings.xlsx"]);
    assert_eq!(ran.status, 1, "{}", ran.stderr);
    assert!(ran.stderr.starts_with("NOT READY"), "{}", ran.stderr);
    let bytes = std::fs::read(folder.path().join("findings.xlsx")).unwrap();
    let to_pipe = Folder::with(RULES, DATA).run_bytes(&["check", "data.csv", "--format", "xlsx"]);
    assert!(to_pipe.starts_with(b"PK") && Xlsx::new(Cursor::new(to_pipe)).is_ok());
    let mut book = Xlsx::new(Cursor::new(bytes.clone())).unwrap();
    assert_eq!(book.sheet_names(), ["Summary", "Causes", "Findings", "Figures"]);
    let summary = book.worksheet_range("Summary").unwrap();
    assert!(summary.get_value((0, 0)).unwrap().to_string().starts_with("NOT READY: "), "{summary:?}");
    let findings = book.worksheet_range("Findings").unwrap();
    let rows: Vec<Vec<String>> = findings.rows().map(|row| row.iter().map(ToString::to_string).collect()).collect();
    let at = |heading: &str| rows[0].iter().position(|cell| cell == heading).unwrap();
    let values: Vec<&str> = rows[1..].iter().map(|row| row[at("Value")].as_str()).collect();
    assert!(values.contains(&"-5") && values.contains(&"=1+1") && values.contains(&"441632960004"), "{values:?}");
    assert_eq!(rows[1][at("Key")], "001");
    let kept = |row: usize, column: usize| findings.get((row, column)).unwrap();
    assert!(matches!(kept(1, at("Value")), Data::String(_)) && matches!(kept(1, at("Row")), Data::Float(_)));
    let rule = rows.iter().find(|row| row[at("Code")] == "rule-broken").unwrap();
    assert_eq!((rule[at("Rule")].as_str(), rule[at("Heading")].as_str()), ("It ends before it begins", ""));
    let causes = book.worksheet_range("Causes").unwrap();
    assert!(
        causes.rows().any(|row| row.iter().any(|cell| *cell == "Phone: Not valid in the format of a standard.")),
        "{causes:?}"
    );
    // Headings stay in sight, both lists can be filtered, nothing runs and nothing links outside.
    let part = |name: &str| {
        let mut text = String::new();
        let mut archive = zip::ZipArchive::new(Cursor::new(&bytes)).unwrap();
        std::io::Read::read_to_string(&mut archive.by_name(name).unwrap(), &mut text).unwrap();
        text
    };
    for sheet in ["xl/worksheets/sheet2.xml", "xl/worksheets/sheet3.xml"] {
        let text = part(sheet);
        assert!(text.contains("state=\"frozen\"") && text.contains("<autoFilter"), "{sheet}");
        assert!(!text.contains("<f>") && !text.contains("hyperlink"), "{sheet}");
    }
}

#[test]
fn in_the_csv_report_only_what_would_run_is_neutralised() {
    let folder = Folder::with(RULES, DATA);
    let text = folder.run(&["check", "data.csv", "--format", "csv"]).stdout;
    let mut reader = csv::ReaderBuilder::new().from_reader(text.trim_start_matches('\u{feff}').as_bytes());
    let headings = reader.headers().unwrap().clone();
    let at = |heading: &str| headings.iter().position(|each| each == heading).unwrap();
    let rows: Vec<csv::StringRecord> = reader.records().map(Result::unwrap).collect();
    let values: Vec<&str> = rows.iter().map(|row| &row[at("Value")]).collect();
    for (value, is_there) in [
        ("-5", true),
        ("'-5", false),
        ("'=1+1", true),
        ("=1+1", false),
        ("'@SUM(A1)", true),
        ("'-3+cmd", true),
        ("+44 1632 960004", true),
    ] {
        assert_eq!(values.contains(&value), is_there, "{value}: {values:?}");
    }
    assert_eq!(
        &rows.iter().find(|row| &row[at("Code")] == "rule-broken").unwrap()[at("Rule")],
        "It ends before it begins"
    );
    assert_eq!(&rows[0][at("Heading")], "Seeds");
    let proposed: Vec<&str> = rows.iter().map(|row| &row[at("Proposed correction")]).collect();
    assert!(proposed.contains(&"+441632960004"), "{proposed:?}");
    // A run of rows does not look like a date.
    let blank = format!("{DATA},,,,,\n,,,,,\n,,,,,\n005,1,,,,\n");
    let text = Folder::with(RULES, blank).run(&["check", "data.csv", "--format", "csv"]).stdout;
    assert!(text.contains(",6 to 8,"), "{text}");
}

#[test]
fn a_cause_says_what_all_of_its_cells_share() {
    let folder = Folder::with(RULES, DATA);
    let ran = folder.run(&["check", "data.csv", "--only", "Code", "--width", "140"]);
    assert!(ran.stdout.contains("it should have exactly 4 characters."), "{}", ran.stdout);
    assert!(!ran.stdout.contains("it has 10 characters"), "{}", ran.stdout);
    let emails =
        Folder::with("[[sheet]]\ncolumn = [{ heading = 'X', format = 'email' }]", "X\nplain\na b@c.org\na@b_c.org\n");
    let ran = emails.run(&["check", "data.csv", "--width", "200"]);
    for words in [
        "\"plain\" (not an email address: there is no @ in it)",
        "\"a b@c.org\" (not an email address: there is a space in it)",
    ] {
        assert!(ran.stdout.contains(words), "{}", ran.stdout);
    }
    let report = emails.check(&[]).json();
    assert_eq!(report["causes"][0]["message"], "X: Not valid in the format of a standard.");
}

#[test]
fn a_correction_is_shown_wherever_there_is_one() {
    let folder = Folder::with("[[sheet]]\ncolumn = [{ heading = 'X', allowed = ['GB', 'FR'] }]", "X\ngb\n");
    for arguments in [&["check", "data.csv"][..], &["check", "data.csv", "--by", "row"]] {
        let ran = folder.run(arguments);
        assert!(ran.stdout.contains("→ GB"), "{}", ran.stdout);
    }
}

#[test]
fn only_a_column_has_the_rules_and_rows_that_concern_it() {
    let folder = Folder::with(RULES, format!("{DATA}9,9\n"));
    let codes = |only: &str| folder.check(&["--only", only]).codes();
    assert_eq!(codes("To"), ["short-row", "rule-broken"]);
    assert_eq!(codes("from"), ["short-row", "rule-broken"]);
    assert_eq!(codes("Phone"), ["short-row", "wrong-format", "code-changed"]);
    assert_eq!(codes("rule-broken"), ["rule-broken"]);
}

#[test]
fn figures_say_how_many_rows_they_leave_out() {
    let folder = Folder::with(RULES, DATA);
    let report = folder.check(&[]).json();
    let figure = |label: &str, value: &str| serde_json::json!({ "label": label, "value": value, "rows_left_out": 2, "by": null, "sections": [] });
    assert_eq!(report["figures"][0], figure("Seeds", "2"));
    assert_eq!(report["figures"][1], figure("Double", "4"));
    let ran = folder.run(&["check", "data.csv"]);
    assert!(ran.stdout.contains("Seeds 2 (without 2 rows whose values cannot be read)"), "{}", ran.stdout);
}

#[test]
fn what_to_do_next_runs_as_it_is_printed() {
    let folder = Folder::with(RULES, "Id\n");
    folder.write(
        "my rules/it's $x.rulebook.toml",
        format!("[rulebook]\ntitle = \"T\"\n{RULES}\n").replace("heading = 'Code'", "heading = 'Code no. 1'"),
    );
    folder.write("of march.csv", DATA.replace(",Code,", ",Code no. 1,"));
    let ran = folder.run(&[
        "check",
        "of march.csv",
        "--rulebook",
        "my rules/it's $x.rulebook.toml",
        "--today",
        "2026-11-23",
        "--only",
        "Code no. 1",
        "--width",
        "200",
    ]);
    let line = ran
        .stdout
        .lines()
        .find(|line| line.contains("--by row"))
        .unwrap_or_else(|| panic!("{}{}", ran.stdout, ran.stderr));
    let command = line.trim().split("  ").find(|part| part.contains("--by row")).unwrap().trim();
    assert!(command.contains("--rulebook") && command.contains("--today 2026-11-23"), "{command}");
    #[cfg(unix)]
    {
        let arguments = std::process::Command::new("sh")
            .current_dir(folder.path())
            .args(["-c", &command.replacen("lungwort", env!("CARGO_BIN_EXE_lungwort"), 1)])
            .output()
            .unwrap();
        assert_eq!(arguments.status.code(), Some(1), "{command}: {}", String::from_utf8_lossy(&arguments.stderr));
        assert!(String::from_utf8_lossy(&arguments.stdout).contains("row 3"), "{command}");
    }
    // Standard input cannot be checked again.
    let ran = folder.run_with(&["check", "-", "--rulebook", "t.rulebook.toml"], Some(DATA.as_bytes()));
    assert!(!ran.stdout.contains("--by row"), "{}", ran.stdout);
}

#[test]
fn the_width_that_is_given_is_kept_to() {
    let folder = Folder::with(RULES, DATA);
    for width in [40, 60, 100, 180] {
        let ran = folder.run(&["check", "data.csv", "--width", &width.to_string()]);
        let longest = ran
            .stdout
            .lines()
            .filter(|line| !line.contains("lungwort "))
            .map(|line| line.chars().count())
            .max()
            .unwrap();
        assert!(longest <= width, "{width}: {longest}\n{}", ran.stdout);
    }
}
