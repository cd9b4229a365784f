//! Asks the open questions of a drafted rulebook, one at a time, where somebody is there to answer.

use std::collections::HashMap;
use std::io::IsTerminal;

use anyhow::Result;
use dialoguer::Input;
use jiff::civil::Date;
use lungwort_core::cell::shown;
use lungwort_core::rulebook::questions::{Question, Said, answered, questions};

use crate::style::{self, paint};

/// Values that are shown of a column.
const SHOWN: usize = 8;

/// Whether somebody is there to answer.
pub fn can_ask() -> bool {
    std::io::stdin().is_terminal() && std::io::stderr().is_terminal()
}

/// How the asking ended.
pub struct Asked {
    /// The rulebook's text, with the answers.
    pub text: String,
    /// How many questions were answered, and how many are open still.
    pub answered: usize,
    pub open: usize,
}

/// What was typed.
enum Typed {
    Said(Said),
    Later,
    Rows,
    Stop,
}

fn typed(text: &str) -> Option<Typed> {
    Some(match text.trim().to_lowercase().as_str() {
        "y" | "yes" => Typed::Said(Said::Yes),
        "n" | "no" => Typed::Said(Said::No),
        "l" | "later" | "" => Typed::Later,
        "r" | "rows" | "show rows" => Typed::Rows,
        "s" | "stop" | "q" | "quit" => Typed::Stop,
        _ => return None,
    })
}

/// Asks. `seen` has the values of accepted files by heading, with how often each came up.
///
/// # Errors
/// Where the terminal cannot be read.
pub fn ask(text: &str, seen: &HashMap<String, Vec<(String, usize)>>, today: Date) -> Result<Asked> {
    let who = ["USER", "USERNAME"].iter().find_map(|name| std::env::var(name).ok()).filter(|who| !who.is_empty());
    let by = format!("{} on {today}", who.unwrap_or_else(|| "somebody".to_owned()));
    let mut asked = Asked { text: text.to_owned(), answered: 0, open: 0 };
    let mut passed: Vec<String> = Vec::new();
    let total = questions(text).len();
    if total > 0 {
        let noun = if total == 1 { "question is" } else { "questions are" };
        crate::output::note!(
            "{total} {noun} open, the most consequential first. Answer yes, no, later, rows (show some), or stop."
        );
    }
    loop {
        // An answer moves the lines, so that the questions are looked for again.
        let open = questions(&asked.text);
        let Some(question) = open.iter().find(|question| !passed.contains(&question.words)) else { break };
        asked.open = open.len();
        say(question, asked.answered + passed.len() + 1, total);
        match answer()? {
            Typed::Said(said) => match answered(&asked.text, question, said, &by) {
                Ok(text) => (asked.text, asked.answered) = (text, asked.answered + 1),
                Err(why) => {
                    crate::output::note!("   that does not go with the rest of the rulebook ({why}); left open");
                    passed.push(question.words.clone());
                }
            },
            Typed::Later => passed.push(question.words.clone()),
            Typed::Rows => rows(question, seen),
            Typed::Stop => break,
        }
    }
    asked.open = questions(&asked.text).len();
    Ok(asked)
}

fn say(question: &Question, number: usize, total: usize) {
    crate::output::note!(
        "\n{}",
        paint(style::STRONG, format!("{number} of {total}  {}", shown::visible(&question.words)))
    );
    for line in style::wrap(&shown::visible(&question.evidence), style::width() - 3) {
        crate::output::note!("   {line}");
    }
    let now = if question.counts { "it counts until you say no" } else { "it does not count until you say yes" };
    crate::output::note!("   If yes, {}; {now}.", question.effect);
}

fn answer() -> Result<Typed> {
    loop {
        let text: String = Input::new()
            .with_prompt("   yes, no, later, rows, stop")
            .default("later".to_owned())
            .interact_text()
            .map_err(anyhow::Error::from)?;
        match typed(&text) {
            Some(typed) => return Ok(typed),
            None => crate::output::note!("   {} is none of yes, no, later, rows and stop", shown::quoted(&text)),
        }
    }
}

/// Values of accepted files in the column that a question is about.
fn rows(question: &Question, seen: &HashMap<String, Vec<(String, usize)>>) {
    let values = question.subject.as_ref().and_then(|heading| seen.get(heading));
    let Some(values) = values.filter(|values| !values.is_empty()) else {
        crate::output::note!("   no rows are at hand: give an accepted file with --sample");
        return;
    };
    for (value, times) in values.iter().take(SHOWN) {
        let value = if value.is_empty() { "(blank)".to_owned() } else { shown::quoted(value) };
        crate::output::note!("   {times:>6} ×  {value}");
    }
    if values.len() > SHOWN {
        crate::output::note!("   and {} other values", values.len() - SHOWN);
    }
}
