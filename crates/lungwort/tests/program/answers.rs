//! What is answered when a file is sent.

use crate::support::{Folder, Ran};

const RULEBOOK: &str = r#"
[[answer]]
name = "period"
heading = "Period"
type = "month"
required = true
[[answer]]
heading = "Unit"
allowed = ["g", "kg"]
default = "g"
[[answer]]
heading = "Notify"
format = "email"
[reference.lots]
file = "lots.csv"
[[sheet]]
key = ["No"]
column = [
  { heading = "No" },
  { heading = "Lot" },
  { heading = "Day", type = "date" },
  { heading = "Weight", type = "decimal", required_when = "answer.unit = 'kg'" },
]
[[sheet.lookup]]
alias = "lot"
reference = "lots"
keys = [{ by = { Lot = "Lot" } }]
only = "unit = answer.unit"
[[sheet.rule]]
check = "EXTRACT(MONTH FROM day) = EXTRACT(MONTH FROM answer.period) AND day >= answer.period"
message = "{Day} is not in the period {answer.period}"
[[sheet.figure]]
label = "Late"
value = "COUNT(*) FILTER (WHERE day > answer.period)"
"#;

fn folder() -> Folder {
    let folder = Folder::with(RULEBOOK, "No,Lot,Day,Weight\n1,A,2026-11-03,5\n2,B,2026-10-03,\n");
    folder.write("lots.csv", "Lot,Unit\nA,g\nB,kg\n");
    folder
}

fn said(ran: &Ran) -> Vec<String> {
    assert_ne!(ran.status, 2, "{}", ran.stderr);
    ran.findings().into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

#[test]
fn answers_are_known_to_conditions_look_ups_messages_and_figures() {
    let ran = folder().check(&["--answer", "period=2026-11"]);
    assert_eq!(
        said(&ran),
        [
            "not-found 3 Lot is \"B\": it is not in the list lots.",
            "rule-broken 3 2026-10-03 is not in the period 2026-11.",
        ]
    );
    assert_eq!(ran.json()["figures"][0]["value"], "1");
    let answers = ran.json()["answers"].clone();
    assert_eq!(
        (answers[0]["value"].as_str(), answers[1]["value"].as_str(), answers[2]["value"].as_str()),
        (Some("2026-11"), Some("g"), None)
    );
    let ran = folder().check(&["--answer", "Period=2026-10", "--answer", "unit = kg"]);
    assert_eq!(
        said(&ran),
        [
            "not-found 2 Lot is \"A\": it is not in the list lots.",
            "rule-broken 2 2026-11-03 is not in the period 2026-10.",
            "missing-when 3 Weight is blank; it must be filled where the answer for Unit is kg.",
        ]
    );
}

#[test]
fn a_file_of_answers_counts_less_than_an_answer_that_is_typed() {
    let folder = folder();
    folder.write("answers.txt", "\u{feff}# this time\n\nperiod = \"2026-10\"\nUnit = g\n");
    let text = |extra: &[&str]| {
        let usual = ["check", "data.csv", "-r", "t.rulebook.toml", "--answers", "answers.txt"];
        folder.run(&[&usual, extra].concat()).stdout
    };
    assert!(text(&[]).contains("Answers   Period 2026-10; Unit g\n"), "{}", text(&[]));
    let typed = text(&["--answer", "period=2026-11"]);
    assert!(typed.contains("Answers   Period 2026-11; Unit g\n"), "{typed}");
    // The same check again has the same answers.
    assert!(typed.contains("--answer \"period=2026-11\""), "{typed}");
}

#[test]
fn what_is_missing_is_a_finding_and_what_depends_on_it_is_open() {
    assert_eq!(
        said(&folder().check(&[])),
        [
            "missing-answer 0 Period is not answered, and must be: --answer \"period=…\"",
            "not-found 3 Lot is \"B\": it is not in the list lots.",
        ]
    );
}

#[test]
fn a_list_that_a_missing_answer_narrows_finds_nothing_and_says_nothing() {
    let folder = folder();
    let required = RULEBOOK.replace("default = \"g\"", "required = true");
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = \"T\"\n{required}"));
    assert_eq!(
        said(&folder.check(&["--answer", "period=2026-11"])),
        [
            "missing-answer 0 Unit is not answered, and must be: --answer \"Unit=…\"",
            "rule-broken 3 2026-10-03 is not in the period 2026-11.",
        ]
    );
    // Where it need not be answered, what it narrows has no rows.
    let optional = RULEBOOK.replace("default = \"g\"\n", "");
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = \"T\"\n{optional}"));
    let found = said(&folder.check(&["--answer", "period=2026-11"]));
    assert_eq!(found.iter().filter(|line| line.starts_with("not-found")).count(), 2, "{found:?}");
}

#[test]
fn wrong_and_unknown_answers_stop_the_check() {
    let folder = folder();
    folder.write("answers.txt", "period\n");
    for (arguments, message) in [
        (["--answer", "period=soon"], "Period is \"soon\": it should be"),
        (["--answer", "period=2026-13"], "Period is \"2026-13\": the calendar has no such month."),
        (["--answer", "Unit=t"], "Unit is \"t\": only g or kg is allowed"),
        (["--answer", "Notify=me"], "Notify is \"me\""),
        (["--answer", "perod=2026-11"], "the rulebook asks for no perod; did you mean period?"),
        (["--answer", "period"], "an answer is written NAME=VALUE"),
        (["--answers", "answers.txt"], "answers.txt, line 1: an answer is written NAME = VALUE"),
        (["--answers", "none.txt"], "none.txt: the answers cannot be read"),
    ] {
        let ran = folder.check(&arguments);
        assert_eq!(ran.status, 2, "{arguments:?}");
        assert!(ran.stderr.contains(message), "{message}: {}", ran.stderr);
    }
}

#[test]
fn a_month_is_a_type_of_columns_too() {
    let sheet = "[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Month\", type = \"month\", max = \"2026-11\" }]\n";
    let folder = Folder::with(sheet, "No,Month\n1,2026-11\n2,2026-12\n3,2026-00\n4,2026-03-05\n5,2026-1\n");
    let found: Vec<String> =
        folder.check(&[]).findings().into_iter().map(|(code, row, _)| format!("{code} {row}")).collect();
    assert_eq!(found, ["above-maximum 3", "no-such-date 4", "date-form 5", "not-date 6"]);
}
