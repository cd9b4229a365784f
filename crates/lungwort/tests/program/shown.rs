//! Totals that the template shows itself: in cells above the headings, and in a row of totals.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const COLUMNS: &str = "[[sheet]]\nname = 'Lots'\nkey = ['Lot']\nheading_row = 3\ncolumn = [{ heading = 'Lot', required = true }, \
    { heading = 'Grams', type = 'decimal', required = true }, { heading = 'Seeds', type = 'whole' }]\n";
const FIGURES: &str = "[[sheet.figure]]\nlabel = 'Grams in all'\nvalue = 'SUM(Grams)'\ncell = 'B1'\n\
    [[sheet.figure]]\nlabel = 'Lots'\nvalue = 'COUNT(Lot)'\ncell = 'C1'\n";
const TOTALS: &str = "[sheet.totals_row]\ncolumn = 'Lot'\nvalue = 'Total'\n";

fn ran(more: &str, data: &str) -> Ran {
    Folder::with(&format!("{COLUMNS}{more}"), data).check_in_pieces()
}

#[test]
fn cells_above_the_headings_are_compared_with_their_figures() {
    let data = |grams: &str, lots: &str| format!("Total,{grams},{lots}\n,,\nLot,Grams,Seeds\nA,1.5,\nB,2,\n");
    for right in [data("3.5", "2"), data("3.50", "2.0"), data("", "")] {
        assert_eq!(ran(FIGURES, &right).places(), [] as [&str; 0], "{right}");
    }
    let wrong = ran(FIGURES, &data("4", "two"));
    assert_eq!(wrong.places(), ["shown-total 1 B -", "shown-total 1 C -"]);
    assert_eq!(wrong.findings()[0].2, "Cell B1 shows \"4\", and Grams in all is 3.5.");
    assert_eq!(wrong.findings()[1].2, "Cell C1 shows \"two\", and Lots is 2.");
    // What cannot be read leaves the total open.
    let open = ran(FIGURES, "Total,4,2\n,,\nLot,Grams,Seeds\nA,1.5,\nB,two,\n");
    assert_eq!(open.places(), ["not-number 5 B B", "open-total 1 B -"]);
    assert_eq!(
        open.findings()[1].2,
        "Cell B1 shows \"4\"; Grams in all cannot be compared with it until 1 row whose value cannot be read is corrected."
    );
}

#[test]
fn a_row_of_totals_is_no_data_and_is_compared() {
    let data = |totals: &str| format!("x,,\n,,\nLot,Grams,Seeds\nA,1.5,10\nB,2,\n{totals}\n");
    for right in ["Total,3.5,10", "TOTAL,3.50,", "Total,,"] {
        let ran = ran(TOTALS, &data(right));
        assert_eq!(ran.places(), [] as [&str; 0], "{right}");
        assert_eq!(ran.json()["files"][0]["rows"], 2, "{right}");
    }
    let wrong = ran(TOTALS, &data("Total,4,x"));
    assert_eq!(wrong.places(), ["shown-total 6 B -", "shown-total 6 C -"]);
    assert_eq!(wrong.findings()[0].2, "The row of totals shows \"4\", and the sum of Grams is 3.5.");
    // Wherever it is; the rows of a record around it are not cut apart by it.
    assert_eq!(ran(TOTALS, "x,,\n,,\nLot,Grams,Seeds\nTotal,3.5,\nA,1.5,10\nB,2,\n").places(), [] as [&str; 0]);
    assert_eq!(ran(TOTALS, "x,,\n,,\nLot,Grams,Seeds\n").codes(), ["nothing-filled"]);
}

#[test]
fn the_same_in_workbooks_of_every_kind() {
    let lines = "Total|4|2\n||\nLot|Grams|Seeds\nA|1.5|10\nB|2|\nTotal|3.5|11";
    for (name, bytes) in [("data.xlsx", table("Lots", lines)), ("data.ods", ods("Lots", &rows(lines)))] {
        let folder = Folder::with(&format!("{COLUMNS}{TOTALS}{FIGURES}"), "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json"]);
        let found: Vec<String> = ran.places().into_iter().filter(|place| place.starts_with("shown")).collect();
        assert_eq!(found, ["shown-total 1 B -", "shown-total 6 C -"], "{name}");
    }
}

#[test]
fn mistakes_are_said_with_their_place() {
    for (more, due) in [
        ("[[sheet.figure]]\nlabel = 'L'\nvalue = 'COUNT(Lot)'\ncell = 'B'\n", "a cell is written such as B2"),
        ("[sheet.totals_row]\ncolumn = 'Lott'\nvalue = 'Total'\n", "no column is called Lott"),
        ("[sheet.totals_row]\ncolumn = 'Lot'\n", "value is missing here"),
    ] {
        let ran = Folder::with(&format!("{COLUMNS}{more}"), "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{more}: {}", ran.stderr);
    }
}
