//! One rule, from written to compiled, with the sentence that says what it asks.

use super::compiler::{Columns, Compiler};
use super::model::{Message, MessagePart, Rule, Sheet};
use super::phrases::capital;
use super::rule::{FORMS, Forming, RuleForm};
use super::written::WrittenRule;
use crate::condition::Scope;

pub(super) fn rule(
    compiler: &mut Compiler,
    columns: &Columns,
    sheet: &Sheet,
    written: &WrittenRule,
    at: usize,
) -> Option<Rule> {
    let path = format!("{}.rule.{at}", columns.sheet);
    refuse_what_comes_later(compiler, &path, written);
    let form = form(&mut Forming { compiler, columns, path: path.clone() }, written);
    let when = written.when.as_ref().map(|text| compiler.condition(&format!("{path}.when"), text, columns));
    let message = written.message.as_ref().map(|text| message(compiler, columns, &path, text));
    let (form, when) = (form?, when.map_or(Some(None), |compiled| compiled.map(Some))?);
    let sentence = form.sentence(sheet);
    let sentence = match &when {
        Some(when) => format!("Where {}: {sentence}", when.say(sheet)),
        None => capital(&sentence),
    };
    // Where no row is meant there is no cell to be quoted.
    let title = message.as_ref().map(|message| {
        let parts = message.0.iter().map(|part| match part {
            MessagePart::Text(text) => text.clone(),
            MessagePart::Cell(_) => "…".to_owned(),
        });
        parts.collect::<String>().trim_end_matches('.').to_owned()
    });
    let title = title.unwrap_or_else(|| sentence.clone());
    let span = compiler.source.span(&format!("{path}.{}", form.key()));
    let when_span = compiler.source.find(&format!("{path}.when"));
    let line = compiler.source.line_of(span.start);
    Some(Rule { form, when, severity: written.severity, message, title, sentence, line, span, when_span })
}

fn refuse_what_comes_later(compiler: &mut Compiler, path: &str, written: &WrittenRule) {
    if let Some(each) = written.each.as_deref().filter(|each| *each != "row") {
        compiler.error(
            &format!("{path}.each"),
            format!("each = \"{each}\" is not supported yet: rules go over one row at a time, each = \"row\""),
        );
    }
    if written.lookup.is_some() {
        compiler.error(
            &format!("{path}.lookup"),
            "lookup is not supported yet; for a list of values there is allowed = { reference = … }",
        );
    }
    if written.same.is_some() {
        compiler.error(&format!("{path}.same"), "same goes over a group of rows, which is not supported yet");
    }
}

fn form(on: &mut Forming<'_>, written: &WrittenRule) -> Option<Box<dyn RuleForm>> {
    let given: Vec<_> = FORMS.iter().filter(|form| (form.given)(written)).collect();
    let path = on.path.clone();
    let later = written.same.is_some() || written.lookup.is_some();
    let form = match given.as_slice() {
        [form] => form,
        // A form that is not supported yet has been reported as that.
        [] if later => return None,
        [] => {
            let keys: Vec<&str> = FORMS.iter().map(|form| form.key).collect();
            on.compiler.error(&path, format!("the rule requires nothing: give it one of {}", keys.join(", ")));
            return None;
        }
        several => {
            let keys: Vec<&str> = several.iter().map(|form| form.key).collect();
            let message =
                format!("a rule has one form, and this one has {}: make it several rules", keys.join(" and "));
            on.compiler.error(&path, message);
            return None;
        }
    };
    for (key, owner, given) in
        [("needs", "whole_if_begun", written.needs.is_some()), ("across", "unique", written.across)]
    {
        if given && form.key != owner {
            on.compiler.error(&format!("{path}.{key}"), format!("{key} goes with {owner}"));
        }
    }
    (form.compile)(on, written)
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
