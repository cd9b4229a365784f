//! One rule, from written to compiled, with the sentence that says what it asks.

use super::compiler::{Columns, Compiler};
use super::from_toml;
use super::model::{Message, MessagePart, Rule, Sheet};
use super::phrases::capital;
use super::repeat::{NUMBER, with_number_in};
use super::rule::{Each, FORMS, Forming, RuleForm, each};
use super::set;
use super::written::{WrittenRule, WrittenSheet};
use crate::condition::{Labels as _, Scope, Slot};

/// The rules of a sheet; those of a repeated column set once for each of its entries.
pub(super) fn rules(compiler: &mut Compiler, columns: &Columns, sheet: &Sheet, written: &WrittenSheet) -> Vec<Rule> {
    let mut rules = Vec::new();
    for (at, of) in written.rule.iter().enumerate() {
        let Some(name) = &of.set else {
            rules.extend(rule(compiler, columns, sheet, of, at));
            continue;
        };
        let place = format!("{}.rule.{at}.set", columns.sheet);
        let Some(set) = sheet.sets.iter().find(|set| set.name == *name) else {
            // A set that could not be compiled has been reported.
            if !written.set.iter().any(|set| set.name == *name) {
                let known = set::names(&written.set);
                let known = if known.is_empty() { "there is none".to_owned() } else { format!("there is {known}") };
                compiler.error(&place, format!("no set is called {name}; {known}"));
            }
            continue;
        };
        let Ok(value) = toml::Value::try_from(of) else { continue };
        if !value.to_string().contains(NUMBER) {
            compiler.error(&place, format!("a rule of a set has {NUMBER} where the number of the entry is"));
            continue;
        }
        for number in 1..=set.entries.len() {
            let mut value = value.clone();
            with_number_in(&mut value, &number.to_string());
            let Some(of) = from_toml::text::<WrittenRule>(&value.to_string()) else { continue };
            let compiled = rule(compiler, columns, sheet, &of, at);
            let stop = compiled.is_none();
            rules.extend(compiled);
            // What is wrong with it once is wrong with it each time.
            if stop {
                break;
            }
        }
    }
    rules
}

fn rule(compiler: &mut Compiler, columns: &Columns, sheet: &Sheet, written: &WrittenRule, at: usize) -> Option<Rule> {
    let path = format!("{}.rule.{at}", columns.sheet);
    let mut on = Forming {
        compiler,
        columns,
        each: Each::Row,
        has_records: sheet.record.is_some(),
        has_blocks: sheet.block.is_some(),
        path: path.clone(),
    };
    // Without knowing what it goes over, nothing true can be said of the rest.
    let each = each::compile(&mut on, sheet, written.each.as_ref())?;
    on.each = each.clone();
    let form = form(&mut on, written);
    let when = written.when.as_ref().map(|text| compiler.condition(&format!("{path}.when"), text, columns));
    let message = written.message.as_ref().map(|text| message(compiler, columns, &path, text));
    let (form, when) = (form?, when.map_or(Some(None), |compiled| compiled.map(Some))?);
    goes_over(compiler, &path, &each, &*form);
    if written.running && form.group().is_none() {
        let message = "running goes with check over several rows: say each = \"sheet\" or each = { by = [\"…\"] }";
        compiler.error(&format!("{path}.running"), message);
    }
    let sentence = form.sentence(sheet);
    let sentence = match (each.words(sheet), &when) {
        (Some(each), Some(when)) => format!("{each}, in rows where {}: {sentence}", when.say(sheet)),
        (Some(each), None) => format!("{each}: {sentence}"),
        (None, Some(when)) => format!("Where {}: {sentence}", when.say(sheet)),
        (None, None) => capital(&sentence),
    };
    // Where no row is meant there is no cell to be quoted: what it is in every row stands in its place.
    let named = |part: &MessagePart| match part {
        MessagePart::Text(_) => None,
        MessagePart::Cell(column) => Some(format!("[{}]", sheet.heading(*column)).into()),
        MessagePart::Found(lookup, column) => {
            Some(format!("[{}]", sheet.lookups.get(*lookup)?.columns.heading(*column)).into())
        }
    };
    let title = message.as_ref().map_or_else(|| sentence.clone(), |message| message.with(&named));
    let span = compiler.source.span(&format!("{path}.{}", form.key()));
    let when_span = compiler.source.find(&format!("{path}.when"));
    let line = compiler.source.line_of(span.start);
    Some(Rule {
        written: at,
        form,
        each,
        when,
        severity: written.severity,
        running: written.running,
        message,
        title,
        sentence,
        line,
        span,
        when_span,
    })
}

/// Whether the form can go over what the rule says.
fn goes_over(compiler: &mut Compiler, path: &str, each: &Each, form: &dyn RuleForm) {
    let key = form.key();
    match (each, form.group()) {
        (Each::Row, Some(_)) => {
            let message = format!("{key} goes over several rows: say each = \"sheet\" or each = {{ by = [\"…\"] }}");
            compiler.error(&format!("{path}.{key}"), message);
        }
        (Each::Sheet | Each::Record | Each::Group { .. } | Each::Found { .. }, None) if form.previous().is_none() => {
            let message = format!("{key} goes over one row at a time: leave out each");
            compiler.error(&format!("{path}.each"), message);
        }
        _ => {}
    }
}

fn form(on: &mut Forming<'_>, written: &WrittenRule) -> Option<Box<dyn RuleForm>> {
    let given: Vec<_> = FORMS.iter().filter(|form| (form.given)(written)).collect();
    let path = on.path.clone();
    let form = match given.as_slice() {
        [form] => form,
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
    for (key, owner, given) in [
        ("needs", "whole_if_begun", written.needs.is_some()),
        ("across", "unique", written.across),
        ("tolerance", "same", written.tolerance.is_some()),
        ("running", "check", written.running),
    ] {
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
        let found =
            name.split_once('.').and_then(|(alias, name)| columns.other(alias.trim(), name.trim().trim_matches('"')));
        match (columns.column(name), found) {
            (Some((index, _)), _) => parts.push(MessagePart::Cell(index)),
            (None, Some((Slot::Other(alias, column), _))) => parts.push(MessagePart::Found(alias - 1, column)),
            (None, _) => {
                let hint = columns.nearest(name).map(|near| format!("; did you mean {{{near}}}?")).unwrap_or_default();
                compiler.error(&format!("{path}.message"), format!("no column is called {name}{hint}"));
            }
        }
        rest = &rest[close + 1..];
    }
    parts.push(MessagePart::Text(rest.to_owned()));
    Message(parts)
}
