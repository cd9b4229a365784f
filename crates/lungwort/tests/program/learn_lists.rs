//! What is learned from exports of the receiving side's own lists.

use crate::support::{Folder, books};

const HEADINGS: &str = "Accession number,Donor number,Donor e-mail,Family,Seeds\n";
const FAMILIES: [&str; 6] = ["Rosaceae", "Fabaceae", "Poaceae", "Asteraceae", "Lamiaceae", "Apiaceae"];

fn folder(donors: usize) -> Folder {
    let folder = Folder::new();
    folder.write("t-template.csv", HEADINGS);
    let row = |at: usize| {
        let donor = at % donors;
        format!("2026-{at:05},D-{donor:04},m{donor}@x.example,{},{}\n", FAMILIES[at % 6], at * 10 + 5)
    };
    folder.write("sent.csv", format!("{HEADINGS}{}", (0..40).map(row).collect::<String>()));
    let donor = |at: usize| format!("D-{at:04},m{at}@x.example,T{}\n", at % 5);
    folder.write("donors.csv", format!("Id,E-mail,Town\n{}", (0..50).map(donor).collect::<String>()));
    let genus = |family: &&str| (0..3).map(|at| format!("{family},G{at}{family}\n")).collect::<String>();
    folder.write("taxa.csv", format!("Family,Genus\n{}", FAMILIES.iter().map(genus).collect::<String>()));
    folder.write("register.csv", "Accession number,Family,Seeds,State\n2025-00001,Rosaceae,5,held\n");
    folder
}

fn learned(folder: &Folder, extra: &[&str]) -> String {
    let ran = folder.run(&[&["learn", "t-template.csv", "--sample", "sent.csv", "--force"], extra].concat());
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap()
}

#[test]
fn columns_that_name_rows_of_a_list_become_a_look_up() {
    let folder = folder(30);
    let text =
        learned(&folder, &["--reference", "donors.csv", "--reference", "taxa.csv", "--existing", "register.csv"]);
    for part in [
        "[reference.donors]\nfile = \"donors.csv\"\n",
        "# confirm: all values of Donor number (30 values) and of Donor e-mail (30 values) are in donors.csv, and name the same row of it\n[[sheet.lookup]]\nalias = \"donors\"\nreference = \"donors\"\nkeys = [{ by = { donor_number = \"Id\" } }, { by = { donor_e_mail = \"E-mail\" } }]\n",
        "# allowed  = { reference = \"taxa\", column = \"Family\" }  # perhaps: all 6 values are in the column Family of taxa.csv\n",
        "# confirm: register.csv has 3 of the 5 headings\n[sheet.existing]\nreference = \"register\"\n",
    ] {
        assert!(text.contains(part), "{part}: {text}");
    }
    // What was accepted is accepted, and a donor that nobody knows is found.
    let check = |file: &str| folder.run(&["check", file, "--format", "json"]).codes();
    assert_eq!(check("sent.csv"), Vec::<String>::new());
    folder.write("new.csv", format!("{HEADINGS}2026-00999,D-0999,m1@x.example,Rosaceae,7\n"));
    assert_eq!(check("new.csv"), ["not-found"]);
}

#[test]
fn few_values_are_only_suggested_and_what_does_not_fit_is_not_drafted() {
    let text = learned(&folder(7), &["--reference", "donors.csv"]);
    assert!(
        text.contains("# perhaps: all values of Donor number (7 values)") && text.contains("# [[sheet.lookup]]"),
        "{text}"
    );
    let other = folder(30);
    other.write("donors.csv", "Id,E-mail\nX-1,a@b.example\n");
    let text = learned(&other, &["--reference", "donors.csv"]);
    assert!(!text.contains("donors"), "{text}");
    // Keys that name different rows make no pair.
    let crossed = folder(30);
    let donor = |at: usize| format!("D-{at:04},m{}@x.example\n", (at + 1) % 50);
    crossed.write("donors.csv", format!("Id,E-mail\n{}", (0..50).map(donor).collect::<String>()));
    let text = learned(&crossed, &["--reference", "donors.csv"]);
    assert!(text.contains("keys = [{ by = { donor_number = \"Id\" } }]\n"), "{text}");
}

#[test]
fn a_list_that_cannot_be_read_is_named_with_the_reason() {
    let folder = folder(30);
    let ran = folder.run(&["learn", "t-template.csv", "--reference", "none.csv"]);
    assert_eq!(ran.status, 2);
    assert!(ran.stderr.contains("none.csv: there is no such file"), "{}", ran.stderr);
    let over = folder.run(&["learn", "t-template.csv", "--reference", "donors.csv", "-o", "donors.csv", "--force"]);
    assert_eq!(over.status, 2, "{}", over.stdout);
}

#[test]
fn what_is_to_be_as_in_a_list_is_checked_against_the_export_that_is_given() {
    let folder = Folder::new();
    let said = "Donor number exactly as in the donor register.|||\nDie Gattung genau wie im Register.|||\nShelf must be written exactly as on the label.|||\n";
    folder.write("t.xlsx", books::table("Lots", &format!("{said}Lot|Donor number|Gattung|Shelf")));
    folder.write("donors.csv", "Donor number,Name\nD-1,Ann\nD-2,Bob\n");
    folder.write("taxa.csv", "Gattung,Familie\nPrimula,P\n");
    let ran = folder.run(&["learn", "t.xlsx", "--no-ask", "-o", "t.rulebook.toml"]);
    assert!(
        ran.stdout.contains("3 sentences that oblige") && ran.stdout.contains("3 for you to read"),
        "{}",
        ran.stdout
    );
    assert!(
        ran.stdout.contains("Donor number and Gattung: the template says that the values are in a list"),
        "{}",
        ran.stdout
    );
    let lists = ["--reference", "donors.csv", "--reference", "taxa.csv"];
    let ran = folder.run(&[&["learn", "t.xlsx", "--no-ask", "-o", "t.rulebook.toml", "--force"][..], &lists].concat());
    assert!(ran.stdout.contains("1 for you to read"), "{}", ran.stdout);
    folder.write("rows.csv", "Lot,Donor number,Gattung,Shelf\n1,D-2,Primula,a\n2,D-3,Primla,b\n");
    let ran = folder.run(&["check", "rows.csv", "-r", "t.rulebook.toml", "--format", "csv"]);
    assert_eq!(ran.stdout.matches("off-list").count(), 2, "{}", ran.stdout);
}
