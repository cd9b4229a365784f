//! A template made from a rulebook, and the rulebook learned from it again: the same files are found wrong in the same way.

use std::path::Path;

use crate::support::Folder;

/// Findings of a check as `code, row, column, message`, but for the kinds of file: a workbook is learned as a workbook.
fn found(folder: &Folder, data: &str, rulebook: &str) -> Vec<String> {
    let ran = folder.run(&["check", data, "-r", rulebook, "--format", "json"]);
    let json = ran.json();
    let say = |finding: &serde_json::Value| {
        let part = |key: &str| finding[key].as_str().unwrap_or("-").to_owned();
        format!("{}, {}, {}: {}", part("code"), finding["row"], part("column"), part("message"))
    };
    let findings = json["findings"].as_array().unwrap().iter().map(say);
    findings.filter(|said| !said.starts_with("wrong-file-kind")).collect()
}

/// What the rulebook finds in the data, and what the rulebook does that is learned from its template.
fn both(folder: &Folder, data: &str, rulebook: &str) -> (Vec<String>, Vec<String>) {
    assert_eq!(folder.run(&["template", rulebook, "-o", "blank.xlsx", "--force"]).status, 0);
    assert_eq!(folder.run(&["learn", "blank.xlsx", "-o", "learned.rulebook.toml", "--force"]).status, 0);
    (found(folder, data, rulebook), found(folder, data, "learned.rulebook.toml"))
}

fn sample(name: &str) -> (Folder, String, String) {
    let folder = Folder::new();
    let examples = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let (data, rulebook) = (format!("{name}.csv"), format!("{name}.rulebook.toml"));
    for file in [&data, &rulebook] {
        folder.write(file, std::fs::read(examples.join(file)).unwrap());
    }
    (folder, data, rulebook)
}

#[test]
fn records_and_groups_of_the_samples_come_back() {
    for (name, least) in [("lots", 10), ("movements", 5), ("catalogue", 10), ("stores", 7), ("transfers", 14)] {
        let (folder, data, rulebook) = sample(name);
        let (written, learned) = both(&folder, &data, &rulebook);
        assert!(written.len() >= least, "{name}: {written:#?}");
        assert_eq!(written, learned, "{name}");
    }
}

#[test]
fn conditions_limits_and_figures_come_back() {
    let sheet = "[[sheet]]\nkey = ['Move', 'Line']\nmax_rows = 4\nmax_groups = { by = ['Move'], at_most = 1 }\n\
        max_sum = { column = 'Grams', at_most = 10.5 }\ncolumn = [{ heading = 'Move' }, { heading = 'Line', type = 'whole' }, \
        { heading = 'Kind', name = 'kind', allowed = ['in', 'out'] }, { heading = 'Grams', type = 'decimal', required_when = \"kind = 'in'\" }, \
        { heading = 'Why not', blank_when = \"kind = 'in'\" }]\n[[sheet.rule]]\nunique = ['Move', 'Line']\n\
        [[sheet.rule]]\ncheck = 'Grams < 100 OR \"Why not\" IS NOT NULL'\nmessage = 'Say why {Grams} grams'\nseverity = 'warning'\n\
        [[sheet.figure]]\nlabel = 'Grams in all'\nvalue = 'SUM(Grams)'\nby = ['Move']\n";
    let folder = Folder::with(
        sheet,
        "Move,Line,Kind,Grams,Why not\nA,1,in,,\nA,1,in,200,x\nB,2,out,300,\nB,3,in,4,\nB,4,up,1,\nB,5,in,4,\n",
    );
    let (written, learned) = both(&folder, "data.csv", "t.rulebook.toml");
    assert!(written.len() >= 9, "{written:#?}");
    assert_eq!(written, learned);
    let figures = |rulebook: &str| {
        folder.run(&["check", "data.csv", "-r", rulebook, "--format", "json"]).json()["figures"].clone()
    };
    assert_eq!(figures("t.rulebook.toml"), figures("learned.rulebook.toml"));
    assert_eq!(figures("t.rulebook.toml")[0]["label"], "Grams in all");
}

#[test]
fn a_guide_of_two_sheets_gives_each_its_own() {
    let sheets = "[[sheet]]\nname = 'Lots'\nkey = ['Lot']\ncolumn = [{ heading = 'Lot' }, { heading = 'Grams', type = 'decimal' }]\n\
        [[sheet.rule]]\ncheck = 'Grams > 1'\n[[sheet]]\nname = 'Tests'\nkey = ['Trial']\ncolumn = [{ heading = 'Trial' }, \
        { heading = 'Seeds', type = 'whole' }]\n[[sheet.rule]]\nunique = ['Trial', 'Seeds']\n";
    let folder = Folder::with(sheets, "");
    assert_eq!(folder.run(&["template", "t.rulebook.toml", "-o", "blank.xlsx"]).status, 0);
    assert_eq!(folder.run(&["learn", "blank.xlsx", "-o", "learned.rulebook.toml"]).status, 0);
    let text = std::fs::read_to_string(folder.path().join("learned.rulebook.toml")).unwrap();
    let (lots, tests) = text.split_once("name = \"Tests\"").unwrap();
    assert!(lots.contains("check = \"Grams > 1\"") && !lots.contains("unique = ["), "{lots}");
    assert!(tests.contains("unique = [") && !tests.contains("check ="), "{tests}");
    assert!(lots.contains("key = [\"Lot\"]  # Guide!") && tests.contains("key = [\"Trial\"]  # Guide!"), "{text}");
}

#[test]
fn lists_on_other_sheets_come_back() {
    let sheets = "[[sheet]]\nname = 'Lots'\nkey = ['Lot']\ncolumn = [{ heading = 'Lot', required = true }, { heading = 'Grams', type = 'decimal' }]\n\
        [[sheet]]\nname = 'Tests'\nkey = ['Trial']\ncolumn = [{ heading = 'Trial', required = true }, \
        { heading = 'Of lot', allowed = { sheet = 'Lots', column = 'Lot', both_ways = true } }]\n";
    let folder = Folder::with(sheets, "");
    assert_eq!(folder.run(&["template", "t.rulebook.toml", "-o", "blank.xlsx"]).status, 0);
    assert_eq!(folder.run(&["learn", "blank.xlsx", "-o", "learned.rulebook.toml"]).status, 0);
    let text = std::fs::read_to_string(folder.path().join("learned.rulebook.toml")).unwrap();
    assert!(text.contains("allowed = { sheet = \"Lots\", column = \"Lot\", both_ways = true }"), "{text}");
}

#[test]
fn a_drop_down_of_what_is_filled_in_elsewhere_is_no_list() {
    // Only the drop-down says it: the guide, in which the rulebook writes it too, is left out.
    let mut book = rust_xlsxwriter::Workbook::new();
    let lots = book.add_worksheet().set_name("Lots").unwrap();
    for (at, heading) in (0..).zip(["Lot *", "Weight", "Bag"]) {
        lots.write_string(0, at, heading).unwrap();
    }
    let tests = book.add_worksheet().set_name("Tests").unwrap();
    tests.write_string(0, 0, "Of lot").unwrap();
    tests.write_string(0, 1, "Result").unwrap();
    let shown =
        rust_xlsxwriter::DataValidation::new().allow_list_formula(rust_xlsxwriter::Formula::new("=Lots!$A$2:$A$500"));
    tests.add_data_validation(1, 0, 499, 0, &shown).unwrap();
    let words = rust_xlsxwriter::DataValidation::new().allow_list_strings(&["good", "bad"]).unwrap();
    tests.add_data_validation(1, 1, 499, 1, &words).unwrap();
    let folder = Folder::new();
    folder.write("t.xlsx", book.save_to_buffer().unwrap());
    assert_eq!(folder.run(&["learn", "t.xlsx"]).status, 0);
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("name = \"Lots\""), "{text}");
    assert!(text.contains("allowed = { sheet = \"Lots\", column = \"Lot *\" }  # the drop-down of A2:A500"), "{text}");
}
