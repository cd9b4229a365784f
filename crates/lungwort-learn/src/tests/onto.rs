//! What somebody confirmed or wrote stays in a new edition.

use super::*;
use crate::draft::{DraftColumn, DraftSheet};

const OLD: &str = r#"# Drafted.
[file]
max_rows = 300
[[sheet]]
heading_row = 1
key = ["lot"]  # confirmed by mara on 2026-11-26: a guess
[[sheet.column]]
heading  = "Lot"
name     = "lot"
required = true  # confirmed by mara on 2026-11-26: filled in 60 of 60 rows
pattern  = '\d{5}'  # Help!A1: five digits
[[sheet.column]]
heading = "Unit"
allowed = ["BOX", "BAG"]
# unique = true  # declined by mara on 2026-11-26: 60 of 60 values differ
[[sheet.column]]
heading = "Shelf"
case = "upper"

# confirmed by mara on 2026-11-26: held in 60 of 60 rows
[[sheet.rule]]
all_or_none = ["lot", "unit"]

# held
[[sheet.rule]]
at_least_one = ["lot", "unit"]
"#;

fn merged() -> Draft {
    let column = |heading: &str, lines: &[(&'static str, &str)]| {
        let mut column = DraftColumn { heading: heading.to_owned(), ..DraftColumn::default() };
        lines.iter().for_each(|(key, value)| column.lines.set(key, *value, "Help!A9", Confidence::Known));
        column
    };
    let columns = vec![
        column("Lot", &[("pattern", "'\\d{6}'"), ("required", "true")]),
        column("Unit", &[("allowed", "[\"BOX\", \"JAR\"]"), ("unique", "true")]),
    ];
    let mut draft = Draft { sheets: vec![DraftSheet { columns, ..DraftSheet::default() }], ..Draft::default() };
    merge(OLD, &mut draft);
    draft
}

fn lines(draft: &Draft, column: usize) -> Vec<String> {
    let say = |line: &Line| {
        let offer = if line.confidence == Confidence::Suggested { "perhaps " } else { "" };
        format!("{offer}{} = {} ({})", line.key, line.value, line.source)
    };
    draft.sheets[0].columns[column].lines.0.iter().map(say).collect()
}

#[test]
fn what_is_somebodys_own_stays_and_the_rest_is_what_the_new_template_says() {
    let draft = merged();
    assert_eq!(
        lines(&draft, 0),
        [
            // What the template said of old, it says otherwise now.
            "pattern = '\\d{6}' (Help!A9)",
            "required = true (confirmed by mara on 2026-11-26: filled in 60 of 60 rows)",
        ]
    );
    assert_eq!(
        lines(&draft, 1),
        [
            "allowed = [\"BOX\", \"BAG\"] (written by hand)",
            "perhaps unique = true (declined by mara on 2026-11-26: 60 of 60 values differ)",
            "perhaps allowed = [\"BOX\", \"JAR\"] (the new template says so: Help!A9)",
        ]
    );
    assert_eq!(draft.file.get("max_rows").map(|line| line.value.as_str()), Some("300"));
    assert_eq!(draft.sheets[0].lines.get("key").map(|line| line.value.as_str()), Some("[\"lot\"]"));
    let rules: Vec<_> = draft.sheets[0].rules.iter().map(|rule| rule.lines[0].0.as_ref()).collect();
    assert_eq!(rules, ["all_or_none"]);
    assert_eq!(draft.not_kept, ["the new template has no longer Shelf; what the old rulebook said of it is left out"]);
}
