//! Judging one row by the rules of the sheet.

use super::rows::{RowValues, SheetJudge};
use crate::condition::{Row, Truth};
use crate::finding::{Code, codes::rule as codes};
use crate::rulebook::model::{Message, MessagePart, RuleForm};

/// What a rule found in a row.
pub struct Broken {
    /// The code.
    pub code: &'static Code,
    /// What to say behind the rule's own words; empty for nothing.
    pub detail: String,
    /// The column that is to be looked at first.
    pub column: usize,
}

/// Judges a row by one rule. Sets of values that stand only once are judged elsewhere, over all rows.
pub fn judge(judge: &SheetJudge<'_>, rule: usize, row: RowValues<'_, '_>) -> Option<Broken> {
    let about = &judge.sheet.rules[rule];
    if about.when.as_ref().is_some_and(|when| when.judge(&row) != Truth::True) {
        return None;
    }
    let filled = |column: &usize| row.is_filled(*column);
    let headings = |columns: &mut dyn Iterator<Item = usize>| {
        columns.map(|column| judge.sheet.columns[column].heading.clone()).collect::<Vec<_>>()
    };
    match &about.form {
        RuleForm::Check(condition) => (condition.judge(&row) == Truth::False).then(|| Broken {
            code: &codes::RULE_BROKEN,
            detail: cells(judge, condition.columns(), row),
            column: condition.columns().first().copied().unwrap_or(0),
        }),
        RuleForm::AllOrNone(columns) => {
            let blank = columns.iter().copied().find(|column| !filled(column))?;
            let any = columns.iter().any(filled);
            any.then(|| {
                let names = headings(&mut columns.iter().copied().filter(|column| !filled(column)));
                Broken { code: &codes::INCOMPLETE_SET, detail: format!("here {}", are_blank(&names)), column: blank }
            })
        }
        RuleForm::AtLeastOne(columns) => (!columns.iter().any(filled)).then(|| Broken {
            code: &codes::NONE_GIVEN,
            detail: "here all are blank".to_owned(),
            column: columns[0],
        }),
        RuleForm::AtMostOne(columns) => several(judge, columns, row, &codes::TOO_MANY_GIVEN),
        RuleForm::ExactlyOne(columns) if !columns.iter().any(filled) => {
            Some(Broken { code: &codes::NOT_EXACTLY_ONE, detail: "here all are blank".to_owned(), column: columns[0] })
        }
        RuleForm::ExactlyOne(columns) => several(judge, columns, row, &codes::NOT_EXACTLY_ONE),
        RuleForm::NoGaps(columns) => {
            let last = columns.iter().rposition(filled)?;
            let gap = columns[..last].iter().copied().find(|column| !filled(column))?;
            let names = headings(&mut [gap, columns[last]].into_iter());
            let detail = format!("here {} is blank and {} is filled", names[0], names[1]);
            Some(Broken { code: &codes::GAP_IN_LEVELS, detail, column: gap })
        }
        RuleForm::WholeIfBegun { columns, needs } => {
            let begun = columns.iter().chain(needs).any(filled);
            let blank = needs.iter().copied().find(|column| !filled(column)).filter(|_| begun)?;
            let names = headings(&mut needs.iter().copied().filter(|column| !filled(column)));
            Some(Broken {
                code: &codes::INCOMPLETE_SECTION,
                detail: format!("here {}", are_blank(&names)),
                column: blank,
            })
        }
        RuleForm::Unique { .. } => None,
    }
}

fn are_blank(names: &[String]) -> String {
    let verb = if names.len() == 1 { "is" } else { "are" };
    format!("{} {verb} blank", crate::rulebook::listed(names, "and"))
}

fn several(judge: &SheetJudge<'_>, columns: &[usize], row: RowValues<'_, '_>, code: &'static Code) -> Option<Broken> {
    let filled: Vec<usize> = columns.iter().copied().filter(|column| row.is_filled(*column)).collect();
    (filled.len() > 1).then(|| {
        let names: Vec<String> = filled.iter().map(|column| judge.sheet.columns[*column].heading.clone()).collect();
        Broken {
            code,
            detail: format!("here {} are filled", crate::rulebook::listed(&names, "and")),
            column: filled[1],
        }
    })
}

/// `Received on is 2026-03-04, Collected on is 2026-03-05`
fn cells(judge: &SheetJudge<'_>, columns: &[usize], row: RowValues<'_, '_>) -> String {
    let said: Vec<String> = columns
        .iter()
        .map(|column| format!("{} is {}", judge.sheet.columns[*column].heading, shown_value(judge, *column, row)))
        .collect();
    crate::rulebook::listed(&said, "and")
}

/// The message of a rule for a row: its own words or the rule's sentence, and the cells.
pub fn message(judge: &SheetJudge<'_>, rule: usize, broken: &Broken, row: RowValues<'_, '_>) -> String {
    let about = &judge.sheet.rules[rule];
    let (said, quotes) = match &about.message {
        Some(message) => fill_in(judge, message, row),
        None => (about.sentence.clone(), false),
    };
    if quotes || broken.detail.is_empty() {
        format!("{}.", said.trim_end_matches('.'))
    } else {
        format!("{}; {}.", said.trim_end_matches('.'), broken.detail)
    }
}

/// The message with its cells filled in, and whether there were any.
fn fill_in(judge: &SheetJudge<'_>, message: &Message, row: RowValues<'_, '_>) -> (String, bool) {
    let mut quotes = false;
    let text = message.0.iter().map(|part| match part {
        MessagePart::Text(text) => text.clone(),
        MessagePart::Cell(column) => {
            quotes = true;
            shown_value(judge, *column, row)
        }
    });
    (text.collect(), quotes)
}

/// A cell's value as the column has it written.
fn shown_value(judge: &SheetJudge<'_>, column: usize, row: RowValues<'_, '_>) -> String {
    let value = row.value(column);
    let written = crate::rulebook::written_value(judge.sheet, column, value);
    match written.as_str() {
        "" => "blank".to_owned(),
        text => crate::cell::shown::clipped(text, crate::cell::shown::SHOWN),
    }
}
