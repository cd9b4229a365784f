//! Functions of the subset, from the parser's tree to ours.

use sqlparser::ast::{
    DateTimeField, Expr, Function as Call, FunctionArg, FunctionArgExpr, FunctionArguments, Interval, TrimWhereField,
    Value as Literal,
};

use super::expression::{Expression, Function};
use super::lower::{Lowering, Typed};
use crate::cell::{Kind, Value};

/// Every plain function: its name, ours, the kinds it takes, how many of them must be there, and what it gives.
const FUNCTIONS: &[(&str, Function, &[Kind], usize, Kind)] = &[
    ("CHAR_LENGTH", Function::CharLength, &[Kind::Text], 1, Kind::Number),
    ("CHARACTER_LENGTH", Function::CharLength, &[Kind::Text], 1, Kind::Number),
    ("UPPER", Function::Upper, &[Kind::Text], 1, Kind::Text),
    ("LOWER", Function::Lower, &[Kind::Text], 1, Kind::Text),
    ("ABS", Function::Abs, &[Kind::Number], 1, Kind::Number),
    ("ROUND", Function::Round, &[Kind::Number, Kind::Number], 1, Kind::Number),
];

/// Lowers everything that is written like a function.
pub(super) fn lower_call(lowering: &mut Lowering<'_>, tree: &Expr) -> Option<Typed> {
    match tree {
        Expr::Function(call) => function(lowering, call, tree),
        Expr::Position { expr, r#in } => {
            let parts = (lowering.lower_as(expr, Kind::Text), lowering.lower_as(r#in, Kind::Text));
            Some((Expression::Call(Function::Position, vec![parts.0?, parts.1?]), Some(Kind::Number)))
        }
        Expr::Substring { expr, substring_from: Some(from), substring_for, .. } => {
            let mut parts = vec![lowering.lower_as(expr, Kind::Text)?, lowering.lower_as(from, Kind::Number)?];
            if let Some(length) = substring_for {
                parts.push(lowering.lower_as(length, Kind::Number)?);
            }
            Some((Expression::Call(Function::Substring, parts), Some(Kind::Text)))
        }
        Expr::Trim { trim_where, trim_what, expr, trim_characters: None } => {
            if trim_what.as_ref().is_some_and(|what| what.to_string() != "' '") {
                lowering.mistake(tree, "TRIM takes spaces off, nothing else".to_owned());
                return None;
            }
            let which = match trim_where {
                Some(TrimWhereField::Leading) => Function::TrimLeading,
                Some(TrimWhereField::Trailing) => Function::TrimTrailing,
                _ => Function::Trim,
            };
            Some((Expression::Call(which, vec![lowering.lower_as(expr, Kind::Text)?]), Some(Kind::Text)))
        }
        Expr::Extract { field, expr, .. } => extract(lowering, field, expr, tree),
        Expr::Interval(interval) => span(lowering, interval, tree),
        Expr::CompoundIdentifier(names) => {
            let written: Vec<_> = names.iter().map(|name| name.value.as_str()).collect();
            let message = format!("{} names a list or another sheet, which rules cannot reach yet", written.join("."));
            lowering.mistake(tree, message);
            None
        }
        other => {
            lowering
                .mistake(other, "this is not among what a condition can say; docs/conditions.md lists it".to_owned());
            None
        }
    }
}

fn function(lowering: &mut Lowering<'_>, call: &Call, tree: &Expr) -> Option<Typed> {
    let name = call.name.to_string().to_ascii_uppercase();
    let arguments = plain_arguments(call);
    match (name.as_str(), &arguments) {
        ("CURRENT_DATE", _) => return Some((Expression::Today, Some(Kind::Date))),
        ("COALESCE", Some(parts)) if !parts.is_empty() => {
            let mut kind = None;
            let lowered: Vec<_> =
                parts.iter().filter_map(|part| lowering.lower_like_the_others(part, &mut kind)).collect();
            return (lowered.len() == parts.len()).then(|| (Expression::Coalesce(lowered), kind));
        }
        ("SUM" | "COUNT" | "MIN" | "MAX" | "AVG", _) => {
            let message = format!("{name} is over several rows, and this rule judges one row at a time");
            lowering.mistake(tree, message);
            return None;
        }
        _ => {}
    }
    let Some((_, function, kinds, least, result)) = FUNCTIONS.iter().find(|(known, ..)| *known == name) else {
        let near = crate::cell::fold::nearest(&name, FUNCTIONS.iter().map(|(known, ..)| *known));
        let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
        lowering.mistake(tree, format!("there is no function {name}{hint}"));
        return None;
    };
    let parts = arguments.unwrap_or_default();
    if parts.len() < *least || parts.len() > kinds.len() {
        lowering.mistake(tree, format!("{name} takes {} value(s), not {}", kinds.len(), parts.len()));
        return None;
    }
    let lowered: Vec<_> = parts.iter().zip(*kinds).filter_map(|(part, kind)| lowering.lower_as(part, *kind)).collect();
    (lowered.len() == parts.len()).then(|| (Expression::Call(*function, lowered), Some(*result)))
}

/// The arguments of a call that has nothing but plain ones.
fn plain_arguments(call: &Call) -> Option<Vec<&Expr>> {
    match &call.args {
        FunctionArguments::None => Some(Vec::new()),
        FunctionArguments::List(list) if list.duplicate_treatment.is_none() && call.filter.is_none() => list
            .args
            .iter()
            .map(|argument| match argument {
                FunctionArg::Unnamed(FunctionArgExpr::Expr(part)) => Some(part),
                _ => None,
            })
            .collect(),
        _ => None,
    }
}

fn extract(lowering: &mut Lowering<'_>, field: &DateTimeField, part: &Expr, tree: &Expr) -> Option<Typed> {
    let (function, fits): (Function, &[Kind]) = match field {
        DateTimeField::Year => (Function::Year, &[Kind::Date, Kind::DateTime]),
        DateTimeField::Month => (Function::Month, &[Kind::Date, Kind::DateTime]),
        DateTimeField::Day => (Function::Day, &[Kind::Date, Kind::DateTime]),
        DateTimeField::Hour => (Function::Hour, &[Kind::Time, Kind::DateTime]),
        DateTimeField::Minute => (Function::Minute, &[Kind::Time, Kind::DateTime]),
        other => {
            lowering.mistake(tree, format!("EXTRACT takes YEAR, MONTH, DAY, HOUR or MINUTE, not {other}"));
            return None;
        }
    };
    let (lowered, kind) = lowering.lower(part)?;
    if let Some(kind) = kind.filter(|kind| !fits.contains(kind)) {
        lowering.mistake(part, format!("{field} cannot be taken from {}", kind.words()));
        return None;
    }
    Some((Expression::Call(function, vec![lowered]), Some(Kind::Number)))
}

/// `INTERVAL '3' MONTH`
fn span(lowering: &mut Lowering<'_>, interval: &Interval, tree: &Expr) -> Option<Typed> {
    let count = match &*interval.value {
        Expr::Value(value) => match &value.value {
            Literal::SingleQuotedString(text) | Literal::Number(text, _) => text.trim().parse::<i32>().ok(),
            _ => None,
        },
        _ => None,
    };
    let unit = match &interval.leading_field {
        Some(DateTimeField::Year | DateTimeField::Years) => Some((12, 0)),
        Some(DateTimeField::Month | DateTimeField::Months) => Some((1, 0)),
        Some(DateTimeField::Week(None) | DateTimeField::Weeks) => Some((0, 7)),
        Some(DateTimeField::Day | DateTimeField::Days) => Some((0, 1)),
        _ => None,
    };
    let made = count.zip(unit).and_then(|(count, (months, days))| {
        Some(Value::Interval { months: count.checked_mul(months)?, days: count.checked_mul(days)? })
    });
    match made {
        Some(value) => Some((Expression::Constant(value), Some(Kind::Interval))),
        None => {
            lowering.mistake(tree, "a span of time is written INTERVAL '3' MONTH (or DAY, WEEK, YEAR)".to_owned());
            None
        }
    }
}
