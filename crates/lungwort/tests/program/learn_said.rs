//! What `learn` says of templates beside the lines of the rulebook: names that no heading has, questions and their answers, days of
//! which nothing says how they are written, tabs in a file that is called .csv.

use crate::support::Folder;
use crate::support::books::tables;

/// Learns a template; what the screen says, and the rulebook.
fn learned(name: &str, template: &[u8]) -> (Folder, String, String) {
    let folder = Folder::new();
    folder.write(name, template);
    let ran = folder.run(&["learn", name, "-o", "t.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    (folder, ran.stdout.split_whitespace().collect::<Vec<_>>().join(" "), text)
}

#[test]
fn names_that_no_heading_has_are_said_with_the_nearest() {
    let fields = "Field|Required|Format\nLot|yes|LT- and five digits\nPostcod|no|max 8\nWeight|yes|two decimals\nOwner name|yes|max 30\nTown|no|max 20";
    let (_, screen, _) = learned("t.xlsx", &tables(&[("Fields", fields), ("Lots", "Lot|Postcode|Weight|Town")]));
    let due = "Fields!A3 explains \"Postcod\", which is no heading of a sheet to fill; the nearest is \"Postcode\" · \
               Fields!A5 explains \"Owner name\", which is no heading of a sheet to fill ·";
    assert!(screen.contains(due), "{screen}");
}

#[test]
fn of_many_such_names_a_few_are_shown_and_the_others_counted() {
    let mut fields = "Field|Required\nLot|yes\nTown|no\nWeight|yes\n".to_owned();
    (1..10).for_each(|number| fields.push_str(&format!("Thing {number}|no\n")));
    fields.push_str("Postcode|no");
    let (_, screen, _) = learned("t.xlsx", &tables(&[("Fields", &fields), ("Lots", "Lot|Postcode|Weight|Town")]));
    assert_eq!(screen.matches("which is no heading").count(), 5, "{screen}");
    assert!(screen.contains("4 more rows of Fields explain no heading"), "{screen}");
}

#[test]
fn days_of_an_unknown_form_refuse_nothing_that_may_be_right() {
    let template = "# Sown: a date, not in the future\nLot,Sown\n";
    let (folder, screen, text) = learned("t.csv", template.as_bytes());
    let due = "Sown: a date, and nothing says how it is written: what is said of it is checked where it is written yyyy-mm-dd";
    assert!(screen.contains(due), "{screen}");
    assert!(text.contains("check = \"CAST(sown AS DATE) <= CURRENT_DATE\""), "{text}");
    folder.write(
        "right.csv",
        b"# Sown: a date, not in the future\nLot,Sown\nL1,3 May 2026\nL2,03/05/2026\nL3,2026-05-03\n",
    );
    folder.write("wrong.csv", b"# Sown: a date, not in the future\nLot,Sown\nL1,2999-05-03\n");
    assert_eq!(folder.run(&["check", "right.csv", "-r", "t.rulebook.toml"]).status, 0);
    assert_eq!(folder.run(&["check", "wrong.csv", "-r", "t.rulebook.toml"]).status, 1);
}

#[test]
fn what_is_said_under_the_name_of_a_sheet_is_said_of_that_one() {
    let help = "Sheet Plots\nCode: P and two digits, each code once.\nSheet Crops\nCode: one that is on the sheet Plots.\nSown: yyyy-mm-dd";
    let sheets = [("Help", help), ("Plots", "Code|Tenant|Area"), ("Crops", "Code|Crop|Sown")];
    let (_, _, text) = learned("t.xlsx", &tables(&sheets));
    let (plots, crops) = text.split_once("name = \"Crops\"").unwrap();
    assert!(plots.contains("unique  = true") && plots.contains(r"pattern = 'P\d{2}'"), "{text}");
    assert!(crops.contains("allowed = { sheet = \"Plots\", column = \"Code\" }"), "{text}");
    assert!(!crops.contains("unique") && !crops.contains("pattern"), "{text}");
}

#[test]
fn tabs_in_a_file_that_is_called_csv_are_taken_there_again() {
    let (folder, _, text) = learned("t.csv", b"Lot (required)\tWeight (g)\n");
    assert!(text.split_whitespace().collect::<String>().contains("formats=[\"csv\"]"), "{text}");
    folder.write("filled.csv", b"Lot (required)\tWeight (g)\nL1\t2\n");
    assert_eq!(folder.run(&["check", "filled.csv", "-r", "t.rulebook.toml"]).status, 0);
}

#[test]
fn an_answer_is_cited_with_its_question() {
    let help = "Which columns do I have to fill in?\nLot and town.\nHow long may remarks be?\n80 characters, spaces included.\nWhat is the highest weight you take?\n25 kg.";
    let (_, screen, text) = learned("t.xlsx", &tables(&[("FAQ", help), ("Lots", "Lot|Town|Weight|Remarks")]));
    assert!(text.contains("# FAQ!A4, asked \"How long may remarks be?\""), "{text}");
    assert!(text.contains("length  = { max = 80 }") && text.contains("max     = 25"), "{text}");
    assert_eq!(text.matches("required = true").count(), 2, "{text}");
    assert!(!screen.contains("Read these yourself"), "{screen}");
}

#[test]
fn sheets_and_sections_are_needed_as_a_whole() {
    let help = "Both sheets are needed.\nOnce you begin the section Vehicle, complete all its columns.";
    let sheets = [("Help", help), ("Members", "Person|||Vehicle|\nName|Town|Note|Reg|Make"), ("Fees", "Name|Fee")];
    let (folder, screen, text) = learned("t.xlsx", &tables(&sheets));
    assert_eq!(text.matches("required = true  # Help!A1: Both sheets are needed.").count(), 2, "{text}");
    assert!(text.contains("all_or_none = [\"reg\", \"make\"]"), "{text}");
    assert!(!screen.contains("Read these yourself"), "{screen}");
    let filled = |members: &str, fees: &str| {
        let members = format!("Person|||Vehicle|\nName|Town|Note|Reg|Make\n{members}");
        folder.write("f.xlsx", tables(&[("Members", &members), ("Fees", &format!("Name|Fee\n{fees}"))]));
        let ran = folder.run(&["check", "f.xlsx", "-r", "t.rulebook.toml", "--format", "csv"]);
        (ran.status, ran.stdout)
    };
    assert_eq!(filled("Ruth|||AB1|Fen", "Ruth|2").0, 0);
    let (status, report) = filled("Ruth|||AB1|", "");
    assert_eq!(status, 1);
    assert!(report.contains("incomplete-set") && report.contains("empty-sheet"), "{report}");
}

#[test]
fn what_an_example_of_the_template_breaks_is_not_kept() {
    let fields = "Field|Format|Example\nCode|Three capital letters and one digit. For example ABC-4.|\nRoom|max 3 characters|Attic\nWeight|two decimals|1.25\nTown|text|Mill";
    let (folder, screen, text) = learned("t.xlsx", &tables(&[("Fields", fields), ("Kits", "Code|Room|Weight|Town")]));
    let due = r"# pattern = '[A-Z]{3}\d'  # not kept: Fields!B2: Three capital letters and one digit.; an example of the template breaks it";
    assert!(text.contains(due), "{text}");
    assert!(text.contains("# length  = { max = 3 }  # not kept: Fields!B3"), "{text}");
    assert!(text.contains("places  = 2") && !text.contains("# places"), "{text}");
    assert!(
        screen.contains("Code: pattern = '[A-Z]{3}\\d' is not kept: an example of the template breaks it"),
        "{screen}"
    );
    folder.write("f.xlsx", tables(&[("Fields", fields), ("Kits", "Code|Room|Weight|Town\nABD-5|Cellar|2.5|Mill")]));
    assert_eq!(folder.run(&["check", "f.xlsx", "-r", "t.rulebook.toml"]).status, 0);
}

#[test]
fn what_a_sample_row_of_the_template_breaks_is_not_kept() {
    let help = "The code has two digits.\nThe town is at most 10 characters long.";
    let kits = "Code|Town|Weight\nKT-001|Mill|2.5\nKT-002|Dock|3.5";
    let (_, screen, text) = learned("t.xlsx", &tables(&[("Help", help), ("Kits", kits)]));
    assert!(text.contains(r"# pattern = '\d{2}'  # perhaps: Help!A1"), "{text}");
    assert!(text.contains("length  = { max = 10 }") && !text.contains("# length"), "{text}");
    assert!(screen.contains("a sample row of the template breaks it: Code is \"KT-001\""), "{screen}");
}

#[test]
fn remarks_under_the_headings_are_about_the_columns_that_they_name() {
    let template = "hive;inspected;frames\n// hive = number of the hive, 1-999; inspected = date (dd.mm.yyyy)\n// frames = 0 to 11\n";
    let (folder, _, text) = learned("t.csv", template.as_bytes());
    assert!(text.contains("guide_rows = 2"), "{text}");
    let (hive, others) = text.split_once("heading     = \"inspected\"").unwrap();
    assert!(hive.contains("max     = 999") && !hive.contains("date"), "{text}");
    assert!(others.contains("date_format = \"dd.mm.yyyy\"") && others.contains("max     = 11"), "{text}");
    folder.write("f.csv", format!("{template}12;03.05.2026;5\n"));
    assert_eq!(folder.run(&["check", "f.csv", "-r", "t.rulebook.toml"]).status, 0);
}

#[test]
fn statements_under_a_heading_are_about_that_column() {
    let guide = "Field: Code\nRequired. Two capital letters.\nField: Title\nUp to 20 characters.\nField: Sold out\nTRUE or FALSE.";
    let (_, _, text) = learned("t.xlsx", &tables(&[("Listing", "Code|Title|Sold out|Note"), ("Guide", guide)]));
    let (code, others) = text.split_once("heading = \"Title\"").unwrap();
    assert!(code.contains("required = true") && code.contains("pattern  = '[A-Z]{2}'"), "{text}");
    assert!(others.contains("length  = { max = 20 }") && others.contains("yes = \"TRUE\""), "{text}");
    assert!(!others.contains("required"), "{text}");
}
