//! Files that somebody has filled in, without the blank template: their rows teach as accepted ones do.

use crate::support::{Folder, books};

fn rows(count: usize) -> String {
    let one = |at: usize| {
        format!("L-{:04}|{}|{}.5|2026-11-{:02}\n", at + 1, ["Seed", "Bulb", "Spore"][at % 3], at % 40, at % 27 + 1)
    };
    format!("Lot|Kind|Weight|Sown on\n{}", (0..count).map(one).collect::<String>())
}

fn learned(folder: &Folder, file: &str) -> (String, String) {
    let ran = folder.run(&["learn", file, "--no-ask", "-o", "t.rulebook.toml", "--force"]);
    assert_eq!(ran.status, 0, "{file}: {}", ran.stderr);
    (ran.stdout, std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap())
}

#[test]
fn rows_of_a_filled_file_are_no_samples() {
    let folder = Folder::new();
    let text = rows(60);
    folder.write("lots.csv", text.replace('|', ","));
    folder.write("lots.xlsx", books::table("Lots", text.trim()));
    folder.write("lots.ods", books::ods("Lots", &books::rows(text.trim())));
    for file in ["lots.csv", "lots.xlsx", "lots.ods"] {
        let (said, rulebook) = learned(&folder, file);
        let sheet = if file.ends_with("csv") { "" } else { " of the sheet Lots" };
        let note =
            format!("{file}: the 60 rows{sheet} were taken as accepted ones, since they are too many for examples");
        assert!(said.replace("\n    ", " ").contains(&note), "{said}");
        assert!(said.contains(&format!("learned from {file} (60 rows)")), "{said}");
        assert!(!rulebook.contains("sample_"), "{rulebook}");
        assert!(rulebook.contains("required = true  # confirm: filled in 60 of 60 rows"), "{rulebook}");
        let ran = folder.run(&["check", file, "-r", "t.rulebook.toml", "--today", "2026-11-28"]);
        // That the others lie beside it is a warning.
        assert!(ran.stdout.starts_with("READY: "), "{}", ran.stdout);
    }
}

#[test]
fn a_few_rows_are_samples_and_a_report_is_no_template() {
    let folder = Folder::new();
    folder.write("few.csv", rows(3).replace('|', ","));
    let (_, rulebook) = learned(&folder, "few.csv");
    assert!(rulebook.contains("sample_rows = [["), "{rulebook}");
    let report = format!("Lots in store|||\n\n{}Total||1200|\n", rows(40));
    folder.write("report.xlsx", books::table("Report", report.trim()));
    let ran = folder.run(&["learn", "report.xlsx", "--no-ask", "-o", "r.rulebook.toml"]);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(!folder.path().join("r.rulebook.toml").exists());
}

#[test]
fn of_two_filled_tables_none_is_chosen() {
    let folder = Folder::new();
    let (one, other) = (rows(30), rows(40).replace("Kind", "Sort"));
    folder.write("two.xlsx", books::tables(&[("One", one.trim()), ("Other", other.trim())]));
    let ran = folder.run(&["learn", "two.xlsx", "--no-ask", "-o", "t.rulebook.toml"]);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(ran.stderr.contains("--sheet"), "{}", ran.stderr);
    let ran = folder.run(&["learn", "two.xlsx", "--sheet", "Other", "--no-ask", "-o", "t.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
}

#[test]
fn samples_of_a_template_show_kinds_of_values_and_nothing_more() {
    let folder = Folder::new();
    let text = "Lot|Kind|Depth|Leaves|Sown on|At|Contact|Page|Postcode\n\
                L-0001|Seed|12.50|7|2026-11-30|08:30|ruth@thistledown.example|https://thistledown.example/a|01099\n\
                L-0002|Bulb|3|12|2026-12-01|17:00||||";
    folder.write("lots.csv", text.replace('|', ","));
    folder.write("lots.xlsx", books::table("Lots", text));
    for file in ["lots.csv", "lots.xlsx"] {
        let (_, rulebook) = learned(&folder, file);
        for line in [
            "type    = \"decimal\"  # confirm: the 2 samples from row 2",
            "# type = \"whole\"  # perhaps: the 2 samples from row 2",
            "type        = \"date\"  # confirm: the 2 samples from row 2",
            "date_format = \"yyyy-mm-dd\"  # confirm: the 2 samples from row 2",
            "type    = \"time\"  # confirm: the 2 samples from row 2",
            "format  = \"email\"  # confirm: the sample in row 2",
            "format  = \"web-address\"  # confirm: the sample in row 2",
        ] {
            let line = line.split_whitespace().collect::<Vec<_>>().join(" ");
            let plain: Vec<String> =
                rulebook.lines().map(|line| line.split_whitespace().collect::<Vec<_>>().join(" ")).collect();
            assert!(plain.contains(&line), "{file}: {line}\n{rulebook}");
        }
        // Neither lists, nor keys, nor required columns, and a code of digits is no number.
        for none in ["allowed", "unique = true", "required = true"] {
            assert!(!rulebook.contains(none), "{file}: {none}\n{rulebook}");
        }
        let postcode = rulebook.split("heading = \"Postcode\"").nth(1).unwrap();
        assert!(!postcode.contains("type"), "{postcode}");
    }
}
