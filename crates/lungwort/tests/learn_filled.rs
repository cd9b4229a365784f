//! Files that somebody has filled in, without the blank template: their rows teach as accepted ones do.
#![allow(missing_docs, clippy::unwrap_used)]

mod support;

use support::{Folder, books};

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
