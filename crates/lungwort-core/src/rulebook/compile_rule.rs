//! One rule, from written to compiled, with the sentence that says what it asks.

use super::compiler::{Columns, Compiler};
use super::model::{Message, MessagePart, Rule, RuleForm, Sheet};
use super::written::WrittenRule;
use crate::condition::{Labels, Scope};

pub(super) fn rule(
    compiler: &mut Compiler,
    columns: &Columns,
    sheet: &Sheet,
    written: &WrittenRule,
    at: usize,
) -> Option<Rule> {
    let path = format!("{}.rule.{at}", columns.sheet);
    refuse_what_comes_later(compiler, &path, written);
    let form = form(compiler, columns, &path, written);
    let when = written.when.as_ref().map(|text| compiler.condition(&format!("{path}.when"), text, columns));
    let message = written.message.as_ref().map(|text| message(compiler, columns, &path, text));
    let (form, when) = (form?, when.map_or(Some(None), |compiled| compiled.map(Some))?);
    let asked = sentence(&form, sheet);
    let sentence = match &when {
        Some(when) => format!("Where {}: {asked}", when.say(sheet)),
        None => capital(&asked),
    };
    let line = compiler.source.line(&format!("{path}.{}", form_key(written)));
    Some(Rule { form, when, severity: written.severity, message, sentence, line })
}

fn refuse_what_comes_later(compiler: &mut Compiler, path: &str, written: &WrittenRule) {
    if let Some(each) = written.each.as_deref().filter(|each| *each != "row") {
        compiler.error(
            &format!("{path}.each"),
            format!("each = \"{each}\" is not taken yet: rules go over one row at a time, each = \"row\""),
        );
    }
    if written.lookup.is_some() {
        compiler.error(
            &format!("{path}.lookup"),
            "lookup is not taken yet; for a list of values there is allowed = { reference = … }",
        );
    }
    if written.same.is_some() {
        compiler.error(&format!("{path}.same"), "same goes over a group of rows, which is not taken yet");
    }
}

fn form_key(written: &WrittenRule) -> &'static str {
    forms(written).into_iter().find_map(|(key, given)| given.then_some(key)).unwrap_or("check")
}

fn forms(written: &WrittenRule) -> [(&'static str, bool); 10] {
    [
        ("check", written.check.is_some()),
        ("all_or_none", written.all_or_none.is_some()),
        ("at_least_one", written.at_least_one.is_some()),
        ("at_most_one", written.at_most_one.is_some()),
        ("exactly_one", written.exactly_one.is_some()),
        ("no_gaps", written.no_gaps.is_some()),
        ("whole_if_begun", written.whole_if_begun.is_some()),
        ("unique", written.unique.is_some()),
        ("same", written.same.is_some()),
        ("lookup", written.lookup.is_some()),
    ]
}

fn form(compiler: &mut Compiler, columns: &Columns, path: &str, written: &WrittenRule) -> Option<RuleForm> {
    let given: Vec<&str> = forms(written).into_iter().filter_map(|(key, given)| given.then_some(key)).collect();
    if given.len() != 1 {
        let message = match given.as_slice() {
            [] => "the rule asks nothing: give it one of check, all_or_none, at_least_one, at_most_one, exactly_one, no_gaps, whole_if_begun, unique".to_owned(),
            several => format!("a rule has one form, and this one has {}: make it several rules", several.join(" and ")),
        };
        compiler.error(path, message);
        return None;
    }
    let key = given[0];
    if key != "whole_if_begun" && written.needs.is_some() {
        compiler.error(&format!("{path}.needs"), "needs goes with whole_if_begun");
    }
    if key != "unique" && written.across {
        compiler.error(&format!("{path}.across"), "across goes with unique");
    }
    if let Some(text) = &written.check {
        return compiler.condition(&format!("{path}.check"), text, columns).map(RuleForm::Check);
    }
    let names = [
        &written.all_or_none,
        &written.at_least_one,
        &written.at_most_one,
        &written.exactly_one,
        &written.no_gaps,
        &written.whole_if_begun,
        &written.unique,
    ];
    let names = names.into_iter().flatten().next()?;
    let before = compiler.mistakes.len();
    let list = compiler.column_list(&format!("{path}.{key}"), names, columns);
    let least = if key == "unique" && !written.across || key == "whole_if_begun" { 1 } else { 2 };
    if compiler.mistakes.len() == before && list.len() < least {
        compiler.error(&format!("{path}.{key}"), format!("{key} needs at least {least} columns"));
    }
    let needs = written.needs.as_ref().map(|names| compiler.column_list(&format!("{path}.needs"), names, columns));
    if compiler.mistakes.len() > before {
        return None;
    }
    Some(match key {
        "all_or_none" => RuleForm::AllOrNone(list),
        "at_least_one" => RuleForm::AtLeastOne(list),
        "at_most_one" => RuleForm::AtMostOne(list),
        "exactly_one" => RuleForm::ExactlyOne(list),
        "no_gaps" => RuleForm::NoGaps(list),
        "whole_if_begun" => RuleForm::WholeIfBegun { needs: needs.unwrap_or_else(|| list.clone()), columns: list },
        _ => RuleForm::Unique { columns: list, across: written.across },
    })
}

fn message(compiler: &mut Compiler, columns: &Columns, path: &str, text: &str) -> Message {
    let mut parts = Vec::new();
    let mut rest = text;
    while let Some(open) = rest.find('{') {
        let Some(close) = rest[open..].find('}').map(|at| open + at) else {
            break;
        };
        let name = &rest[open + 1..close];
        parts.push(MessagePart::Text(rest[..open].to_owned()));
        match columns.column(name) {
            Some((index, _)) => parts.push(MessagePart::Cell(index)),
            None => {
                let hint = columns.nearest(name).map(|near| format!("; did you mean {{{near}}}?")).unwrap_or_default();
                compiler.error(&format!("{path}.message"), format!("no column is called {name}{hint}"));
            }
        }
        rest = &rest[close + 1..];
    }
    parts.push(MessagePart::Text(rest.to_owned()));
    Message(parts)
}

fn sentence(form: &RuleForm, sheet: &Sheet) -> String {
    let named = |columns: &[usize], last: &str| {
        let names: Vec<String> = columns.iter().map(|column| sheet.heading(*column)).collect();
        listed(&names, last)
    };
    match form {
        RuleForm::Check(condition) => condition.say_must(sheet),
        RuleForm::AllOrNone(columns) => format!("{} must all be filled, or all blank", named(columns, "and")),
        RuleForm::AtLeastOne(columns) => format!("at least one of {} must be filled", named(columns, "and")),
        RuleForm::AtMostOne(columns) => format!("at most one of {} may be filled", named(columns, "and")),
        RuleForm::ExactlyOne(columns) => format!("exactly one of {} must be filled", named(columns, "and")),
        RuleForm::NoGaps(columns) => {
            format!("{} must be filled from the first without skipping", named(columns, "and"))
        }
        RuleForm::WholeIfBegun { columns, needs } => {
            format!("if any of {} is filled, {} must be", named(columns, "or"), named(needs, "and"))
        }
        RuleForm::Unique { columns, across: true } => {
            format!("a value may stand only once in {} taken together", named(columns, "and"))
        }
        RuleForm::Unique { columns, across: false } if columns.len() == 1 => {
            format!("no value of {} may come twice", named(columns, "and"))
        }
        RuleForm::Unique { columns, across: false } => {
            format!("no two rows may have the same {}", named(columns, "and"))
        }
    }
}

/// `A, B and C`
pub(crate) fn listed(names: &[String], last: &str) -> String {
    match names {
        [] => String::new(),
        [one] => one.clone(),
        [rest @ .., end] => format!("{} {last} {end}", rest.join(", ")),
    }
}

/// The text with a capital at its head.
pub(crate) fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}
