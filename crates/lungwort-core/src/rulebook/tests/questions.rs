//! Questions out of a rulebook's text, and the text once they are answered.

use super::*;

const TEXT: &str = r#"# Drafted.

[rulebook]
title = "T"

[[sheet]]
heading_row = 1
key = ["lot"]  # confirm: a guess: Lot looks like a key

[[sheet.column]]
heading  = "Lot*"
name     = "lot"
required = true  # the asterisk in its heading
# confirm: fits in 120 of 120 rows, each of which has a lot of the year in which it came
pattern  = '[A-Z]{2}\d{5}'

[[sheet.column]]
heading = "Weight"
name    = "weight"
type    = "decimal"  # confirm: a number in 120 of 120 rows
# required = true  # perhaps: filled in 9 of 9 rows
# required_when = "… = '…'"  # perhaps: Help!A1: needed for wild lots

[[sheet.column]]
heading = "Count"
name    = "count"
# allowed = ["1", "2"]  # perhaps: 2 values in 20 rows

# perhaps: held in 9 of 9 rows
# [[sheet.rule]]
# all_or_none = ["weight", "count"]
"#;

fn by(words: &str) -> Question {
    let all = questions(TEXT);
    all.iter().find(|question| question.words == words).unwrap_or_else(|| panic!("{words} in {all:#?}")).clone()
}

fn after(words: &str, said: Said) -> String {
    answered(TEXT, &by(words), said, "mara on 2026-11-26").unwrap()
}

#[test]
fn what_weighs_most_is_asked_first_and_in_plain_words() {
    let asked: Vec<String> = questions(TEXT).into_iter().map(|question| question.words).collect();
    assert_eq!(
        asked,
        [
            "Is Weight always required?",
            "Does Count take only these values: 1 and 2?",
            "Are Weight and Count filled together or not at all?",
            "Is Weight always a number?",
            "Is every Lot built like [A-Z]{2}\\d{5}?",
            "Are rows known by Lot?",
        ]
    );
    let required = by("Is Weight always required?");
    assert_eq!((required.counts, required.evidence.as_str()), (false, "filled in 9 of 9 rows"));
    assert!(by("Is every Lot built like [A-Z]{2}\\d{5}?").counts);
}

#[test]
fn a_sheet_is_asked_about_by_its_name() {
    let text = "[[sheet]]\nname = \"Sender\"\nrequired = true  # confirm: it has required cells\n[[sheet.cell]]\nlabel = \"Name\"\n";
    assert_eq!(questions(text)[0].words, "Must something be filled in on the sheet Sender?");
}

#[test]
fn yes_makes_a_line_count_and_says_by_whom() {
    let text = after("Is Weight always required?", Said::Yes);
    assert!(text.contains("\nrequired = true  # confirmed by mara on 2026-11-26: filled in 9 of 9 rows\n"), "{text}");
    let text = after("Is every Lot built like [A-Z]{2}\\d{5}?", Said::Yes);
    assert!(text.contains("# confirmed by mara on 2026-11-26: fits in 120 of 120 rows, each"), "{text}");
    assert!(text.contains("\npattern  = '[A-Z]{2}\\d{5}'\n"), "{text}");
    let text = after("Are Weight and Count filled together or not at all?", Said::Yes);
    assert!(
        text.contains("# confirmed by mara on 2026-11-26: held in 9 of 9 rows\n[[sheet.rule]]\nall_or_none = ["),
        "{text}"
    );
    // What is answered is not asked again.
    assert_eq!(questions(&text).len(), questions(TEXT).len() - 1);
}

#[test]
fn no_takes_a_line_out() {
    let text = after("Is Weight always a number?", Said::No);
    assert!(text.contains("\n# type    = \"decimal\"  # declined by mara on 2026-11-26: a number"), "{text}");
    let text = after("Does Count take only these values: 1 and 2?", Said::No);
    assert!(text.contains("\n# allowed = [\"1\", \"2\"]  # declined by mara on 2026-11-26: 2 values"), "{text}");
    assert_eq!(questions(&text).len(), questions(TEXT).len() - 1);
}

#[test]
fn what_would_not_go_together_is_refused() {
    let text = TEXT.replace("# allowed = [\"1\", \"2\"]", "type = \"whole\"\n# pattern = '[a'");
    let question = questions(&text).into_iter().find(|question| question.words.contains("built like [a")).unwrap();
    let why = answered(&text, &question, Said::Yes, "mara on 2026-11-26").unwrap_err();
    assert_eq!(why, "the pattern cannot be used: unclosed character class");
}

#[test]
fn rules_are_asked_about_in_words() {
    let asked = |rule: &str| {
        let columns = "[[sheet]]\n\n[[sheet.column]]\nheading = \"Unit price\"\nname = \"price\"\n\n";
        let text = format!("{columns}# confirm: Guide!A3: as it says\n[[sheet.rule]]\n{rule}\n");
        questions(&text).remove(0).words
    };
    assert_eq!(
        asked("check = \"price = 0\"\nwhen = \"kind = 'T'\""),
        "Does this hold where kind is T: Unit price = 0?"
    );
    assert_eq!(asked("check = \"price > 0\""), "Does this hold in every row: Unit price > 0?");
    assert_eq!(
        asked("each = \"sheet\"\ncheck = \"SUM(price) <= 2000\""),
        "Does this hold over all rows together: the sum of Unit price <= 2000?"
    );
    assert_eq!(asked("check = \"MOD(price, 5) = 0\""), "Does this hold in every row: Unit price is a multiple of 5?");
    assert_eq!(
        asked("check = \"COALESCE(price, 0) + COALESCE(more, 0) <= 8\""),
        "Does this hold in every row: Unit price + more <= 8?"
    );
}
