//! Answers that are given when a file is sent: for whom, which period, which unit. They have the properties of columns, and conditions
//! know them as `answer.name`.

use std::sync::Arc;

use super::compiler::{Columns, Compiler};
use super::from_toml;
use super::lookup::{ANSWER, KnownAnswer, ListColumn};
use super::model::Column;
use super::property::{self, Compiling};
use super::reference::{Table, Wanted};
use super::written::{WrittenColumn, WrittenRulebook, WrittenSheet};
use crate::cell::{Value, fold};

/// An answer that is given when a file is sent.
#[derive(Debug)]
pub struct Answer {
    /// What it asks for, with its properties.
    pub column: Column,
    /// What was answered, or the default; `None` where nothing was.
    pub value: Option<String>,
}

/// Compiles the answers of a rulebook with what was given for them.
pub(super) fn compile(compiler: &mut Compiler, book: &WrittenRulebook) -> Vec<Answer> {
    let Some(sheet) = as_sheet(&book.answer) else { return Vec::new() };
    let columns = Columns::new(&sheet, ANSWER);
    let mut answers = Vec::new();
    for (at, written) in sheet.column.iter().enumerate() {
        let path = format!("answer.{at}");
        if written.heading.first().trim().is_empty() {
            compiler.error(&format!("{path}.heading"), "a heading cannot be blank");
        }
        let kind = property::read_kind(compiler, &path, written);
        let column =
            property::compile(&mut Compiling { compiler, columns: &columns, sheet: &sheet, path, kind }, written);
        let given = compiler.given.answers.iter().rev().find(|(name, _)| is_called(&column, name));
        let value = given.map(|(_, value)| value.trim().to_owned()).or_else(|| column.default.clone());
        answers.push(Answer { column, value: value.filter(|value| !value.is_empty()) });
    }
    let unknown: Vec<String> = compiler.given.answers.iter().map(|(name, _)| name.clone()).collect();
    for name in unknown.iter().filter(|name| !answers.iter().any(|answer| is_called(&answer.column, name))) {
        let known = answers.iter().map(|answer| answer.column.name.as_ref().unwrap_or(&answer.column.heading).as_str());
        let message = match fold::nearest(name, known.clone()) {
            Some(near) => format!("--answer {name}: the rulebook asks for no {name}; did you mean {near}?"),
            None => {
                let known: Vec<&str> = known.collect();
                let known = if known.is_empty() { "nothing".to_owned() } else { known.join(", ") };
                format!("--answer {name}: the rulebook asks for no {name}; it asks for {known}")
            }
        };
        compiler.given_mistakes.push(message);
    }
    answers
}

fn is_called(column: &Column, name: &str) -> bool {
    column.headings().chain(column.name.as_deref()).any(|known| known.eq_ignore_ascii_case(name))
}

/// The answers as the columns of a sheet, which is what they compile as.
fn as_sheet(answers: &[WrittenColumn]) -> Option<WrittenSheet> {
    let sheet: WrittenSheet = from_toml::text("{}")?;
    Some(WrittenSheet { column: answers.to_vec(), ..sheet })
}

/// The answers as a list of one row, and as conditions over lists know them.
pub(super) fn as_list(answers: &[Answer]) -> (Arc<Table>, Vec<ListColumn>, Arc<Vec<KnownAnswer>>) {
    let names = (0..answers.len()).map(|at| at.to_string()).collect();
    let mut table = Table::new(names, &Wanted::everything());
    // One row of short texts always has room.
    let _ = table.add(1, |at| answers[at].value.as_deref().unwrap_or_default());
    let column = |answer: &Answer| ListColumn {
        heading: answer.column.heading.clone(),
        names: answer.column.other_headings.iter().chain(&answer.column.name).cloned().collect(),
        kind: answer.column.kind.clone(),
    };
    let columns: Vec<ListColumn> = answers.iter().map(column).collect();
    let known = answers.iter().zip(&columns).map(|(answer, column)| KnownAnswer {
        column: column.clone(),
        value: match &answer.value {
            Some(text) => answer.column.kind.read(text).map_or(Value::Unreadable, Value::into_owned),
            None => Value::Blank,
        },
        is_missing: answer.value.is_none() && answer.column.required,
    });
    let known = Arc::new(known.collect());
    (Arc::new(table), columns, known)
}
