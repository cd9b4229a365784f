//! Which rulebook is taken, and how it is said.

use crate::support::Folder;

fn rulebook(title: &str, headings: &[&str]) -> String {
    let columns: String =
        headings.iter().map(|heading| format!("[[sheet.column]]\nheading = \"{heading}\"\n")).collect();
    format!("[rulebook]\ntitle = \"{title}\"\nedition = \"2\"\n[[sheet]]\nkey = [\"{}\"]\n{columns}", headings[0])
}

fn folder() -> Folder {
    let folder = Folder::new();
    folder.write("in/lots.rulebook.toml", rulebook("Lots", &["Lot", "Seeds", "Weight"]));
    folder.write("in/accessions.rulebook.toml", rulebook("Accessions", &["Accession", "Genus", "Seeds"]));
    folder
}

fn taken(folder: &Folder, file: &str) -> String {
    let ran = folder.run(&["check", file, "--format", "json"]);
    assert_ne!(ran.status, 2, "{}", ran.stderr);
    ran.json()["rulebook"]["title"].as_str().unwrap().to_owned()
}

#[test]
fn the_one_beside_the_file_that_fits_best() {
    let folder = folder();
    for (headings, title) in [
        ("Lot,Seeds,Weight", "Lots"),
        ("Accession,Genus,Seeds", "Accessions"),
        ("LOT , seeds*,Weight", "Lots"),
        ("Seeds,Genus,Accession", "Accessions"),
        ("Our seeds\nAccession,Genus,Seeds", "Accessions"),
        ("Lot,Seeds", "Lots"),
    ] {
        folder.write("in/data.csv", format!("{headings}\n1,2,3\n"));
        assert_eq!(taken(&folder, "in/data.csv"), title, "{headings}");
    }
}

#[test]
fn else_the_one_in_the_current_folder() {
    let folder = folder();
    folder.write("here.rulebook.toml", rulebook("Here", &["Tube", "Shelf"]));
    folder.write("in/data.csv", "Tube,Shelf\n1,2\n");
    assert_eq!(taken(&folder, "in/data.csv"), "Here");
    let out = folder.run(&["check", "in/data.csv"]).stdout;
    assert!(
        out.contains("Here, edition 2 (here.rulebook.toml; chosen because 2 of its 2 headings are in the file)"),
        "{out}"
    );
}

#[test]
fn none_that_fits_is_no_guess() {
    let folder = folder();
    folder.write("in/data.csv", "Tube,Shelf,Seeds\n1,2,3\n");
    let ran = folder.run(&["check", "in/data.csv"]);
    assert_eq!((ran.status, ran.stdout.as_str()), (2, ""));
    for part in
        ["in/accessions.rulebook.toml (1 of 3 headings)", "in/lots.rulebook.toml (1 of 3 headings)", "--rulebook"]
    {
        assert!(ran.stderr.contains(part), "{part}: {}", ran.stderr);
    }
    let empty = Folder::new();
    empty.write("data.csv", "A\n1\n");
    let ran = empty.run(&["check", "data.csv"]);
    assert!(ran.stderr.contains("no rulebook (NAME.rulebook.toml) lies in ."), "{}", ran.stderr);
}

#[test]
fn a_broken_rulebook_beside_a_sound_one_is_passed_over() {
    let folder = folder();
    folder.write("in/broken.rulebook.toml", "[rulebook\n");
    folder.write("in/data.csv", "Lot,Seeds,Weight\n1,2,3\n");
    assert_eq!(taken(&folder, "in/data.csv"), "Lots");
    folder.write("in/data.csv", "X,Y\n1,2\n");
    let ran = folder.run(&["check", "in/data.csv"]);
    assert!(ran.stderr.contains("in/broken.rulebook.toml has mistakes"), "{}", ran.stderr);
}

#[test]
fn a_named_one_is_taken_whatever_lies_there() {
    let folder = folder();
    folder.write("in/data.csv", "Lot,Seeds,Weight\n1,2,3\n");
    let ran = folder.run(&["check", "in/data.csv", "--rulebook", "in/accessions.rulebook.toml", "--format", "json"]);
    assert_eq!(ran.json()["rulebook"]["chosen_because"], serde_json::Value::Null);
    assert!(ran.codes().contains(&"missing-heading".to_owned()));
}

#[test]
fn lines_above_the_headings_do_not_tell_the_delimiter_that_the_rulebook_asks_for() {
    let folder = Folder::new();
    let columns = "[[sheet.column]]\nheading = \"Zone\"\n[[sheet.column]]\nheading = \"Year\"\ntype = \"whole\"\n";
    let rulebook = |delimiter: &str| {
        format!(
            "[rulebook]\ntitle = \"Zones\"\nedition = \"1\"\n[file]\ndelimiter = \"{delimiter}\"\n[[sheet]]\nheading_row = 4\n{columns}"
        )
    };
    folder.write("zones.rulebook.toml", rulebook(","));
    folder.write("others.rulebook.toml", rulebook("|"));
    folder.write("data.csv", ";report;annual\n;zone;a letter\n;year;four digits\nZone,Year\nA,2026\nB,soon\n");
    let found = |rulebook: &str| {
        let ran = folder.run(&["check", "data.csv", "-r", rulebook, "--format", "json"]);
        ran.json()["findings"]
            .as_array()
            .unwrap()
            .iter()
            .map(|each| each["code"].as_str().unwrap().to_owned())
            .collect::<Vec<_>>()
    };
    assert_eq!(found("zones.rulebook.toml"), ["not-number"]);
    // Where the file has another one all the same, that is an error.
    let found = found("others.rulebook.toml");
    assert!(found.contains(&"wrong-delimiter".to_owned()), "{found:?}");
}
