//! The sheet of suggestions: what was only seen, and counts once somebody says yes.

use super::{Grid, Row, Title};
use crate::rulebook::questions::{Said, answered, questions};

pub(super) const ANSWER: usize = 3;

pub(super) const TITLES: &[Title] = &[
    Title::new("Question", "What may be so.", 60.0).shows(),
    Title::new("What speaks for it", "What was seen.", 50.0).shows(),
    Title::new("If yes", "What changes.", 40.0).shows(),
    Title::new("Answer", "yes: it counts. no: it is not asked again. Blank leaves it open.", 10.0).of(&["yes", "no"]),
];

/// The sheet.
pub(super) fn grid(text: &str) -> Grid {
    let open = questions(text).into_iter().filter(|question| !question.counts);
    let cells = |words: String, evidence: String, effect: &str| vec![words, evidence, effect.to_owned(), String::new()];
    Grid {
        name: "Suggestions",
        about: "What was only seen in files and does not count: answer yes where it is so.",
        titles: super::titles(TITLES),
        rows: open
            .map(|question| Row {
                path: String::new(),
                cells: cells(question.words, question.evidence, question.effect),
            })
            .collect(),
    }
}

/// The text with an answer; why not, where it is none that can be taken.
pub(super) fn apply(text: &str, cells: &[String]) -> Result<Option<String>, String> {
    let cell = |at: usize| cells.get(at).map(String::as_str).unwrap_or_default();
    let said = match cell(ANSWER).to_lowercase().as_str() {
        "" => return Ok(None),
        "yes" | "y" => Said::Yes,
        "no" | "n" => Said::No,
        _ => return Err("say yes or no".to_owned()),
    };
    let open = questions(text);
    // A cell may end in a space less than the text had.
    let same = |one: &str, other: &str| one.trim() == other.trim();
    let meant = open.iter().find(|open| !open.counts && same(&open.words, cell(0)) && same(&open.evidence, cell(1)));
    match meant {
        Some(question) => answered(text, question, said, super::BY).map(Some),
        None => Err("this question is no longer open".to_owned()),
    }
}
