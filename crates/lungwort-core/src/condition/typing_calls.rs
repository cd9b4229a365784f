//! Calls of functions, from the tree as written to the typed one.

use std::ops::Range;

use super::cast::Target;
use super::expression::{Expression, Typed};
use super::functions;
use super::parse::hint;
use super::syntax::{Call, Node, NodeKind};
use crate::cell::Kind;

/// How the parts of a call are typed, which are expressions of any kind.
pub(super) trait Typing {
    /// Notes a mistake at that place.
    fn mistake(&mut self, span: &Range<usize>, message: impl Into<String>);
    /// A part with its kind.
    fn typed(&mut self, tree: &Node) -> Option<Typed>;
    /// A part that must be of that kind.
    fn typed_as(&mut self, tree: &Node, wanted: Kind) -> Option<Expression>;
    /// A part of the same kind as those before it.
    fn typed_like_the_others(&mut self, tree: &Node, kind: &mut Option<Kind>) -> Option<Expression>;
    /// NULLIF, which compares.
    fn null_if(&mut self, first: &Node, second: &Node, span: &Range<usize>) -> Option<Typed>;
}

/// Types everything that is written like a function.
pub(super) fn typed(typing: &mut impl Typing, tree: &Node) -> Option<Typed> {
    match &tree.kind {
        NodeKind::Call(call) => function(typing, call, tree),
        NodeKind::Trim(which, what, part) => {
            if what.as_ref().is_some_and(|what| what.kind != NodeKind::Text(" ".to_owned())) {
                typing.mistake(&tree.span, "TRIM removes spaces, nothing else; for other characters there is REPLACE");
                return None;
            }
            let which = match which.as_deref() {
                Some("LEADING") => &functions::TRIM_LEADING,
                Some("TRAILING") => &functions::TRIM_TRAILING,
                _ => &functions::TRIM,
            };
            Some((Expression::Call(which, vec![typing.typed_as(part, Kind::Text)?]), Some(Kind::Text)))
        }
        NodeKind::Extract(field, part) => {
            let Some((_, function, fits)) = functions::FIELDS.iter().find(|(word, ..)| word == field) else {
                let words: Vec<_> = functions::FIELDS.iter().map(|(word, ..)| *word).collect();
                let message = format!("EXTRACT accepts {}, not {field}", words.join(", "));
                typing.mistake(&tree.span, message);
                return None;
            };
            let (typed, kind) = typing.typed(part)?;
            if let Some(kind) = kind.filter(|kind| !fits.contains(kind)) {
                typing.mistake(&part.span, format!("{field} cannot be extracted from {}", kind.words()));
                return None;
            }
            Some((Expression::Call(function, vec![typed]), Some(Kind::Number)))
        }
        NodeKind::Cast(part, words) => {
            let Some(target) = Target::read(words) else {
                let types = ["INTEGER", "DECIMAL", "VARCHAR", "DATE", "TIME", "TIMESTAMP", "BOOLEAN"];
                let hint = hint(words, types.into_iter());
                let hint = if hint.is_empty() { format!("; there is {}", types.join(", ")) } else { hint };
                typing.mistake(&tree.span, format!("CAST has no type {words}{hint}"));
                return None;
            };
            let (typed, kind) = typing.typed(part)?;
            if let Some(kind) = kind.filter(|kind| !target.takes(*kind)) {
                let message = format!("{} cannot be cast to {}", kind.words(), target.kind.words());
                typing.mistake(&tree.span, message);
                return None;
            }
            Some((Expression::Cast(Box::new(typed), target), Some(target.kind)))
        }
        _ => None,
    }
}

fn function(typing: &mut impl Typing, call: &Call, tree: &Node) -> Option<Typed> {
    let name = call.name.as_str();
    let parts = call.arguments.as_slice();
    if call.star || call.distinct || call.filter.is_some() {
        let what = if call.star {
            "*"
        } else if call.distinct {
            "DISTINCT"
        } else {
            "FILTER"
        };
        typing.mistake(&tree.span, format!("{name} allows no {what}: that goes with COUNT, SUM, MIN, MAX and AVG"));
        return None;
    }
    match (name, parts) {
        ("CURRENT_DATE", []) => return Some((Expression::Today, Some(Kind::Date))),
        ("NULLIF", [first, second]) => return typing.null_if(first, second, &tree.span),
        ("COALESCE", [_, ..]) => {
            let mut kind = None;
            let typed: Vec<_> = parts.iter().filter_map(|part| typing.typed_like_the_others(part, &mut kind)).collect();
            return (typed.len() == parts.len()).then_some((Expression::Coalesce(typed), kind));
        }
        _ => {}
    }
    let Some(function) = functions::named(name) else {
        let message = match name {
            "NULLIF" => "NULLIF needs two values".to_owned(),
            "COALESCE" => "COALESCE needs at least one value".to_owned(),
            "CURRENT_DATE" => "CURRENT_DATE allows no value".to_owned(),
            _ => format!("there is no function {name}{}", hint(name, functions::names())),
        };
        typing.mistake(&tree.span, message);
        return None;
    };
    let most = function.kinds.len();
    if parts.len() < function.least || parts.len() > most {
        let takes = match (function.least, most) {
            (1, 1) => "one value".to_owned(),
            (least, most) if least == most => format!("{most} values"),
            (least, most) => format!("{least} to {most} values"),
        };
        typing.mistake(&tree.span, format!("{name} needs {takes}, not {}", parts.len()));
        return None;
    }
    let kinds = function.kinds.iter();
    let typed: Vec<_> = parts.iter().zip(kinds).filter_map(|(part, kind)| typing.typed_as(part, *kind)).collect();
    (typed.len() == parts.len()).then_some((Expression::Call(function, typed), Some(function.gives)))
}
