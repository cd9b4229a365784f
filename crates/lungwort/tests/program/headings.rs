//! Headings in several languages or editions, and columns that the template does not have.

use crate::support::Folder;

const COLUMNS: &str = "key = ['Lot']\ncolumn = [{ heading = ['Lot', 'Partie'], required = true }, \
    { heading = ['Genus', 'Gattung'] }, { heading = ['Seeds', 'Samen'], name = 'seeds', type = 'whole' }, { heading = 'EAN' }]\n\
    rule = [{ check = 'Samen > 0' }, { each = { by = ['Gattung'] }, rows = { max = 2 } }]";

fn found(sheet: &str, data: &str) -> Vec<(String, u64, String)> {
    Folder::with(&format!("[[sheet]]\n{sheet}"), data).check(&[]).findings()
}

fn codes(sheet: &str, data: &str) -> Vec<String> {
    found(sheet, data).into_iter().map(|(code, ..)| code).collect()
}

#[test]
fn a_sheet_in_any_language_is_checked_alike() {
    for headings in ["Lot,Genus,Seeds,EAN", "Partie,Gattung,Samen,EAN"] {
        assert_eq!(codes(COLUMNS, &format!("{headings}\nA,x,5,1\n")), [] as [&str; 0], "{headings}");
        assert_eq!(
            codes(COLUMNS, &format!("{headings}\n,x,five,1\nB,x,0,\n")),
            ["missing-value", "not-number", "rule-broken"]
        );
    }
    // Letter case and spaces, and a slip, in the other language.
    let near = found(COLUMNS, "partie,Gatung,Samen,EAN\nA,x,5,1\n");
    assert_eq!(near.len(), 2);
    for (at, part) in [(0, "should be \"Partie\""), (1, "should be \"Gattung\"")] {
        assert!(near[at].0 == "near-heading" && near[at].2.contains(part), "{near:?}");
    }
}

#[test]
fn headings_of_two_languages_in_one_sheet_are_a_warning_at_those_of_the_fewer() {
    let mixed = found(COLUMNS, "Lot,Gattung,Samen,EAN\nA,x,5,1\n");
    assert_eq!(mixed.len(), 1, "{mixed:?}");
    assert_eq!((mixed[0].0.as_str(), mixed[0].1), ("mixed-headings", 1));
    assert!(
        mixed[0].2.contains("\"Lot\" is of another language") && mixed[0].2.contains("there it is \"Partie\""),
        "{mixed:?}"
    );
    // Of as many each, the first language is the sheet's.
    let even = found(COLUMNS, "Lot,Gattung,EAN\nA,x,1\n");
    assert!(
        even.iter().any(|(code, _, message)| code == "mixed-headings" && message.contains("\"Gattung\"")),
        "{even:?}"
    );
}

#[test]
fn the_rulebook_is_chosen_by_any_of_the_headings() {
    let folder = Folder::with(&format!("[[sheet]]\n{COLUMNS}"), "Partie,Gattung,Samen,EAN\nA,x,5,1\n");
    let ran = folder.run(&["check", "data.csv"]);
    assert!(ran.status == 0 && ran.stdout.contains("4 of its 4 headings are in the file"), "{}", ran.stdout);
}

#[test]
fn columns_that_the_template_does_not_have_are_allowed_a_warning_or_an_error() {
    let data = "Lot,Genus,Seeds,EAN,Mine\nA,x,5,1,y\n";
    let severity = |extra: &str| {
        let sheet = format!("{extra}\n{COLUMNS}");
        let ran = Folder::with(&format!("[[sheet]]\n{sheet}"), data).check(&[]);
        let json = ran.json();
        (
            ran.status,
            json["findings"]
                .as_array()
                .unwrap()
                .iter()
                .map(|each| each["severity"].as_str().unwrap().to_owned())
                .collect::<Vec<_>>(),
        )
    };
    assert_eq!(severity(""), (0, vec!["warning".to_owned()]));
    assert_eq!(severity("extra = 'warning'"), (0, vec!["warning".to_owned()]));
    assert_eq!(severity("extra = 'error'"), (1, vec!["error".to_owned()]));
    assert_eq!(severity("extra = 'allowed'"), (0, vec![]));
}

#[test]
fn a_heading_of_two_columns_is_a_mistake() {
    let twice = "column = [{ heading = ['Lot', 'Partie'] }, { heading = ['Partie'] }]";
    let ran = Folder::with(&format!("[[sheet]]\n{twice}"), "Lot\n1\n").check(&[]);
    assert!(
        ran.status == 2 && ran.stderr.contains("\"Partie\" is the name or heading of column 1 already"),
        "{}",
        ran.stderr
    );
    let none = Folder::with("[[sheet]]\ncolumn = [{ heading = [] }]", "Lot\n1\n").check(&[]);
    assert!(none.status == 2 && none.stderr.contains("a heading cannot be blank"), "{}", none.stderr);
}

const OPTIONAL: &str = "[[sheet]]\nkey = ['Lot']\ncolumn = [{ heading = 'Lot', required = true }, { heading = 'Provider', required = true }, \
    { heading = 'Provider e-mail', format = 'email' }, { heading = 'REF_KEY', length = { max = 3 } }]\n\
    optional = [{ name = 'provider', columns = ['Provider', 'Provider e-mail'] }, { columns = ['REF_KEY'] }]\n";

#[test]
fn optional_columns_are_all_there_or_none() {
    let found = |data: &str| Folder::with(OPTIONAL, data).check(&[]).findings();
    assert!(found("Lot,Provider,Provider e-mail,REF_KEY\n1,a,b@c.de,xyz\n").is_empty());
    // The basic form is said, and a column that may be added by its technical name is not missed.
    let basic = found("Lot\n1\n");
    assert_eq!(basic.len(), 1, "{basic:?}");
    assert_eq!(
        (basic[0].0.as_str(), basic[0].2.as_str()),
        ("without-optional", "The optional columns provider are not in the file: Provider / Provider e-mail.")
    );
    assert_eq!(Folder::with(OPTIONAL, "Lot\n1\n").check(&[]).status, 0);
    // Half of the set is one finding at the headings; what is there is judged.
    let half = found("Lot,Provider e-mail,REF_KEY\n1,b,wxyz\n");
    let codes: Vec<&str> = half.iter().map(|found| found.0.as_str()).collect();
    assert_eq!(codes, ["half-optional", "wrong-format", "too-long"]);
    assert_eq!(half[0].2, "Of the optional columns provider, Provider is missing; a file has all of them, or none.");
}

#[test]
fn mistakes_in_optional_columns_are_said_with_their_place() {
    for (optional, due) in [
        ("[{ columns = ['Provider', 'Provider'] }]", "Provider is here twice"),
        ("[{ columns = ['Provider'] }, { columns = ['Provider'] }]", "a column belongs to one optional set"),
        ("[{ columns = ['Lot'] }]", "the key is never optional"),
        ("[{ columns = [] }]", "an optional set has at least one column"),
    ] {
        let sheet = format!("{}optional = {optional}\n", OPTIONAL.split("optional").next().unwrap());
        let ran = Folder::with(&sheet, "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{optional}: {}", ran.stderr);
    }
}

#[test]
fn messages_use_the_headings_that_the_file_has() {
    let rows = "A,x,five,1\nB,x,0,\nC,x,1,\n";
    let said = |folder: &Folder, options: &[&str]| -> Vec<String> {
        folder.check(options).findings().into_iter().map(|(_, _, message)| message).collect()
    };
    let folder = Folder::with(&format!("[[sheet]]\n{COLUMNS}"), format!("Partie,Gattung,Samen,EAN\n{rows}"));
    let expected = [
        "Samen is \"five\": it should be a whole number, in digits only.",
        "Samen must be more than 0; Samen is 0.",
        "Gattung x: there may be at most 2 rows; here there are 3, in rows 2-4.",
    ];
    let found = said(&folder, &[]);
    assert!(expected.iter().all(|part| found.iter().any(|one| one == part)), "{found:?}");
    // Columns are called by any of their headings, as before.
    assert_eq!(said(&folder, &["--only", "Lot"]), said(&folder, &["--only", "Partie"]));
    assert_eq!(said(&folder, &["--only", "SEEDS"]).len(), 2);
    // Where the rulebook is chosen by the headings, too.
    let chosen = folder.run(&["check", "data.csv"]);
    assert!(chosen.stdout.contains("Samen must be more than 0"), "{}", chosen.stdout);
    // Of as many columns in each, the first is meant.
    let even = Folder::with(&format!("[[sheet]]\n{COLUMNS}"), "Lot,Gattung,Other,EAN\nA,x,5,1\n");
    assert!(
        said(&even, &[]).iter().any(|one| one.contains("The column \"Seeds\" is missing")),
        "{:?}",
        said(&even, &[])
    );
}
