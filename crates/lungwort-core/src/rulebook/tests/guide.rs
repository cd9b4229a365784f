//! What the column guide says of each property.

use super::*;
use crate::rulebook::Rulebook;

fn rulebook(columns: &str, rules: &str) -> Rulebook {
    let folder =
        std::env::temp_dir().join(format!("lungwort-guide-{}-{:?}", std::process::id(), std::thread::current().id()));
    std::fs::create_dir_all(&folder).unwrap();
    let path = folder.join("t.rulebook.toml");
    let text = format!("[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{columns}]\n{rules}");
    std::fs::write(&path, text).unwrap();
    let loaded = crate::rulebook::load(&path).unwrap();
    std::fs::remove_dir_all(&folder).unwrap();
    assert!(!loaded.mistakes.has_errors(), "{}", loaded.mistakes.render());
    loaded.rulebook.unwrap()
}

#[test]
fn each_property_is_said() {
    let cases = [
        ("help = 'x'", "Text"),
        ("type = 'whole', min = 1, max = 9", "A whole number; at least 1; at most 9"),
        (
            "type = 'decimal', above = 0.5, below = 2, places = 1",
            "A number; more than 0.5; less than 2; at most 1 decimal place",
        ),
        ("type = 'decimal', decimal_mark = ',', max = 2.5", "A number with a decimal comma; at most 2,5"),
        ("type = 'date', max = 'today'", "A date written yyyy-mm-dd; not after today"),
        ("type = 'date', above = '2020-01-01'", "A date written yyyy-mm-dd; after 2020-01-01"),
        ("type = 'time'", "A time written hh:mm"),
        ("type = 'datetime'", "A date with a time written yyyy-mm-dd hh:mm"),
        ("type = 'yes_no'", "Yes or no"),
        ("type = 'yes_no', yes_no = { yes = 'J', no = 'N' }", "J or N"),
        ("format = 'email'", "An email address"),
        ("allowed = ['x']", "Only x"),
        ("allowed = { W = 'wild', C = 'garden' }", "One of W (wild) or C (garden)"),
        ("allowed = { reference = 'iso-4217' }, unique = true", "One of 181 codes of iso-4217, such as AED"),
        ("pattern = { regex = 'x+', words = 'some x' }", "Some x"),
        ("pattern = 'x+'", "\"x\" only"),
        ("length = { min = 2 }", "Text; at least 2 characters"),
        ("length = { max = 1 }", "Text; at most 1 character"),
        ("length = { exactly = 1, in = 'bytes' }", "Text; exactly 1 byte in UTF-8"),
        ("length = { min = 1, max = 4 }", "Text; 1 to 4 characters"),
        ("length = { exactly = 2, in = 'bytes' }", "Text; exactly 2 bytes in UTF-8"),
        ("characters = 'A-Z'", "Only the characters A-Z"),
        ("case = 'lower'", "Text; in lower case"),
        ("separator = ';', allowed = ['a', 'b']", "One of a or b; several are allowed, separated by \";\""),
        ("unique = true", "Text; each only once"),
        ("default = 'GB'", "Text; blank counts as GB"),
        ("attachment_folder = 'photos'", "Text; the name of a file in the folder photos"),
    ];
    for (property, said) in cases {
        let rulebook = rulebook(&format!("{{ heading = 'V', {property} }}"), "");
        let line = columns(&rulebook.sheets[0]).remove(0);
        // How many currencies there are changes with the standard.
        if property.contains("iso-4217") {
            assert!(
                line.takes.starts_with("One of ") && line.takes.contains("codes of iso-4217, such as AED"),
                "{}",
                line.takes
            );
        } else {
            assert_eq!(line.takes, said, "{property}");
        }
    }
}

#[test]
fn required_and_blank_are_said() {
    let rulebook = rulebook(
        "{ heading = 'A', required = true }, { heading = 'B', required_when = \"A = 'x'\", blank_when = \"A = 'y'\", example = 'e', help = 'h' }, { heading = 'C' }",
        "",
    );
    let lines = columns(&rulebook.sheets[0]);
    let required: Vec<_> = lines.iter().map(|line| line.required.as_str()).collect();
    assert_eq!(required, ["yes", "where A is x; blank where A is y", "no"]);
    assert_eq!((lines[1].example.as_str(), lines[1].help.as_str()), ("e", "h"));
}

#[test]
fn every_form_of_rule_has_a_row_that_passes_and_one_that_fails() {
    let forms = [
        "check = 'N > 5'",
        "all_or_none = ['A', 'B']",
        "at_least_one = ['A', 'B']",
        "at_most_one = ['A', 'B']",
        "exactly_one = ['A', 'B']",
        "no_gaps = ['A', 'B', 'C']",
        "whole_if_begun = ['A', 'B', 'C']\nneeds = ['A', 'B']",
        "when = \"A = 'x'\"\ncheck = 'D >= E'",
    ];
    let rules: String = forms.iter().map(|form| format!("[[sheet.rule]]\n{form}\n")).collect();
    let columns = "{ heading = 'A' }, { heading = 'B' }, { heading = 'C' }, { heading = 'N', type = 'whole' }, { heading = 'D', type = 'date' }, { heading = 'E', type = 'date', date_format = 'dd/mm/yyyy' }";
    let rulebook = rulebook(columns, &rules);
    for rule in &rulebook.sheets[0].rules {
        let example = rule_example(&rulebook.sheets[0], rule, jiff::civil::date(2026, 11, 23));
        let (pass, fail) = (example.pass.unwrap(), example.fail.unwrap());
        assert_ne!(pass, fail, "{}", rule.sentence);
        assert!(
            !pass.is_empty() && pass.iter().map(|(heading, _)| heading).eq(fail.iter().map(|(heading, _)| heading)),
            "{}",
            rule.sentence
        );
    }
    let with_when = rule_example(&rulebook.sheets[0], &rulebook.sheets[0].rules[7], jiff::civil::date(2026, 11, 23));
    let cells = with_when.pass.unwrap();
    assert_eq!(cells[0], ("A".to_owned(), "x".to_owned()));
    assert!(cells.iter().any(|(heading, text)| heading == "E" && text.len() == 10 && text.contains('/')), "{cells:?}");
}

#[test]
fn values_of_a_list_are_joined_as_in_speech() {
    for (check, sentence) in [
        ("A IN ('x', 'y') AND B IS NOT NULL", "A must be one of x or y and B must be filled"),
        ("A IN ('x', 'y', 'z')", "A must be one of x, y or z"),
        ("A NOT IN ('x', 'y')", "A must not be one of x or y"),
        ("A IN ('x')", "A must be x"),
    ] {
        let rule = format!("[[sheet.rule]]\ncheck = \"{check}\"\n");
        let rulebook = rulebook("{ heading = 'A' }, { heading = 'B' }", &rule);
        assert_eq!(rulebook.sheets[0].rules[0].sentence, sentence, "{check}");
    }
}

#[test]
fn example_rows_are_as_their_columns_take_them() {
    let columns = "{ heading = 'Seeds', type = 'whole' }, { heading = 'Weight', type = 'decimal' }, { heading = 'At', type = 'time' }";
    for check in ["Weight / Seeds BETWEEN 0.00001 AND 5", "At < TIME '12:00'"] {
        let rulebook = rulebook(columns, &format!("[[sheet.rule]]\ncheck = \"{check}\"\n"));
        let sheet = &rulebook.sheets[0];
        let example = rule_example(sheet, &sheet.rules[0], jiff::civil::date(2026, 11, 26));
        for (heading, text) in example.pass.unwrap().into_iter().chain(example.fail.unwrap()) {
            let column = sheet.columns.iter().find(|column| column.heading == heading).unwrap();
            assert!(text.is_empty() || column.kind.read(&text).is_ok(), "{heading} {text}");
        }
    }
}
