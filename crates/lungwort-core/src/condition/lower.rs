//! From the parser's tree to ours: names are looked up and types worked out, so that what compiles also runs.

use std::ops::Range;

use sqlparser::ast::{BinaryOperator, CaseWhen, Expr, Ident, Spanned, UnaryOperator, Value as Literal};
use sqlparser::dialect::GenericDialect;
use sqlparser::parser::{Parser, ParserError};
use sqlparser::tokenizer::{Location, Token};

use super::expression::{Arithmetic, Comparison, Expression};
use super::{Mistake, Scope, lower_calls};
use crate::cell::date::Picture;
use crate::cell::number::{self, DecimalMark};
use crate::cell::{Kind, Value};

/// A typed part. A NULL literal fits every kind.
pub(super) type Typed = (Expression, Option<Kind>);

/// Parses a text and types it; `wanted` is the kind that the whole must have.
pub(super) fn compile(source: &str, scope: &dyn Scope, wanted: Option<Kind>) -> Result<Expression, Vec<Mistake>> {
    let tree = parse(source).map_err(|mistake| vec![mistake])?;
    let mut lowering = Lowering { source, scope, mistakes: Vec::new() };
    let typed = lowering.lower(&tree);
    if let (Some((_, Some(kind))), Some(wanted)) = (&typed, wanted)
        && *kind != wanted
    {
        lowering
            .mistake(&tree, format!("this is {}; a condition must be true or false, as a comparison is", kind.words()));
    }
    match typed {
        Some((expression, _)) if lowering.mistakes.is_empty() => Ok(expression),
        _ => Err(lowering.mistakes),
    }
}

/// Parses one expression that takes up the whole text.
pub(super) fn parse(source: &str) -> Result<Expr, Mistake> {
    let whole = 0..source.len();
    let failed = |error: ParserError| parser_mistake(source, &error);
    if source.trim().is_empty() {
        return Err(Mistake { message: "the condition is empty".to_owned(), span: whole });
    }
    let mut parser = Parser::new(&GenericDialect {}).with_recursion_limit(60).try_with_sql(source).map_err(failed)?;
    let tree = parser.parse_expr().map_err(failed)?;
    let next = parser.next_token();
    if next.token != Token::EOF {
        let start = offset(source, next.span.start);
        let message = match next.token {
            Token::Eq | Token::Neq | Token::Lt | Token::Gt | Token::LtEq | Token::GtEq => {
                "comparisons cannot be chained: join two with AND".to_owned()
            }
            _ => format!("the condition is over before \"{}\": is AND, OR or a quote missing?", next.token),
        };
        return Err(Mistake { message, span: start..source.len() });
    }
    Ok(tree)
}

/// The parser's own words hold the place at their end: `… at Line: 1, Column: 9`.
fn parser_mistake(source: &str, error: &ParserError) -> Mistake {
    let text = match error {
        ParserError::RecursionLimitExceeded => "the condition is nested too deeply".to_owned(),
        ParserError::ParserError(text) | ParserError::TokenizerError(text) => text.clone(),
    };
    let (message, place) = text.split_once(" at Line: ").unwrap_or((&text, ""));
    let mut numbers = place.split(", Column: ").filter_map(|part| part.trim().parse::<u64>().ok());
    let start = match (numbers.next(), numbers.next()) {
        (Some(line), Some(column)) => offset(source, Location { line, column }),
        _ => 0,
    };
    let message = message.replace("Expected: an expression", "a column, value or comparison is missing here");
    let message = message.replace("Expected: ", "expected ").replace("found: EOF", "found the end of the condition");
    Mistake { message, span: start.min(source.len())..source.len() }
}

/// The byte at a place that the parser counts in lines and characters from one.
fn offset(source: &str, place: Location) -> usize {
    let line_start: usize =
        source.split_inclusive('\n').take(place.line.saturating_sub(1) as usize).map(str::len).sum();
    let rest = &source[line_start.min(source.len())..];
    let ahead: usize = rest.chars().take(place.column.saturating_sub(1) as usize).map(char::len_utf8).sum();
    line_start + ahead
}

pub(super) struct Lowering<'s> {
    source: &'s str,
    scope: &'s dyn Scope,
    mistakes: Vec<Mistake>,
}

impl Lowering<'_> {
    pub(super) fn mistake(&mut self, place: &impl Spanned, message: String) {
        let span = place.span();
        let range: Range<usize> = if span.start.line == 0 {
            0..self.source.len()
        } else {
            let start = offset(self.source, span.start);
            let end = offset(self.source, span.end).max(start + 1).min(self.source.len());
            // The parser leaves out the bracket that closes a call.
            let open = self.source[start..end].matches('(').count() > self.source[start..end].matches(')').count();
            let closing =
                self.source[end..].find(')').filter(|gap| open && self.source[end..end + gap].trim().is_empty());
            start..closing.map_or(end, |gap| end + gap + 1)
        };
        self.mistakes.push(Mistake { message, span: range });
    }

    pub(super) fn lower(&mut self, tree: &Expr) -> Option<Typed> {
        use Expression as E;
        let truth = Some(Kind::YesNo);
        match tree {
            Expr::Nested(inner) => self.lower(inner),
            Expr::Identifier(name) => self.column(name),
            Expr::Value(literal) => self.literal(&literal.value, tree),
            Expr::TypedString(typed) => self.dated(&typed.data_type.to_string(), &typed.value.value, tree),
            Expr::BinaryOp { left, op, right } => self.binary(left, op, right, tree),
            Expr::UnaryOp { op: UnaryOperator::Not, expr } => {
                let part = self.lower_as(expr, Kind::YesNo)?;
                Some((E::Not(Box::new(part)), truth))
            }
            Expr::UnaryOp { op: UnaryOperator::Minus, expr } => {
                let part = self.lower_as(expr, Kind::Number)?;
                let zero = E::Constant(Value::Number(0.into()));
                Some((E::Arithmetic(Arithmetic::Subtract, Box::new(zero), Box::new(part)), Some(Kind::Number)))
            }
            Expr::UnaryOp { op: UnaryOperator::Plus, expr } => {
                Some((self.lower_as(expr, Kind::Number)?, Some(Kind::Number)))
            }
            Expr::IsNull(part) => Some((E::IsBlank(Box::new(self.lower(part)?.0)), truth)),
            Expr::IsNotNull(part) => Some((E::Not(Box::new(E::IsBlank(Box::new(self.lower(part)?.0)))), truth)),
            Expr::IsTrue(part) => Some((E::IsTruth(Box::new(self.lower_as(part, Kind::YesNo)?), true), truth)),
            Expr::IsFalse(part) => Some((E::IsTruth(Box::new(self.lower_as(part, Kind::YesNo)?), false), truth)),
            Expr::Between { expr, negated, low, high } => self.between(expr, low, high, *negated),
            Expr::InList { expr, list, negated } => self.in_list(expr, list, *negated),
            Expr::Like { negated, any: false, expr, pattern, escape_char } => {
                self.like(expr, pattern, escape_char.as_deref(), *negated)
            }
            Expr::Case { operand, conditions, else_result, .. } => {
                self.case(operand.as_deref(), conditions, else_result.as_deref())
            }
            other => lower_calls::lower_call(self, other),
        }
    }

    /// Lowers a part that must be of one kind.
    pub(super) fn lower_as(&mut self, tree: &Expr, wanted: Kind) -> Option<Expression> {
        let (expression, kind) = self.lower(tree)?;
        match kind {
            Some(kind) if kind != wanted => {
                self.mistake(tree, format!("this is {}, where {} is due", kind.words(), wanted.words()));
                None
            }
            _ => Some(expression),
        }
    }

    fn column(&mut self, name: &Ident) -> Option<Typed> {
        if let Some((index, kind)) = self.scope.column(&name.value) {
            return Some((Expression::Column(index), Some(kind)));
        }
        let hint = match self.scope.nearest(&name.value) {
            Some(near) if name.quote_style.is_none() && near.contains(' ') => {
                format!("; did you mean \"{near}\", in double quotes?")
            }
            Some(near) => format!("; did you mean {near}?"),
            None if name.quote_style.is_some() => "; a text value stands in single quotes".to_owned(),
            None => String::new(),
        };
        self.mistake(&Expr::Identifier(name.clone()), format!("no column is called {}{hint}", name.value));
        None
    }

    fn literal(&mut self, literal: &Literal, tree: &Expr) -> Option<Typed> {
        Some(match literal {
            Literal::Null => (Expression::Constant(Value::Blank), None),
            Literal::Boolean(yes) => (Expression::Constant(Value::YesNo(*yes)), Some(Kind::YesNo)),
            Literal::SingleQuotedString(text) => {
                (Expression::Constant(Value::Text(text.clone().into())), Some(Kind::Text))
            }
            Literal::Number(digits, _) => match number::read(digits, DecimalMark::Point) {
                Some(number) => (Expression::Constant(Value::Number(number)), Some(Kind::Number)),
                None => {
                    self.mistake(tree, format!("{digits} is not a number of up to 28 digits"));
                    return None;
                }
            },
            other => {
                self.mistake(tree, format!("{other} is not a kind of value that conditions have"));
                return None;
            }
        })
    }

    /// `DATE '2026-03-05'`, `TIME '14:30'`, `TIMESTAMP '2026-03-05 14:30'`.
    fn dated(&mut self, kind: &str, literal: &Literal, tree: &Expr) -> Option<Typed> {
        let text = match literal {
            Literal::SingleQuotedString(text) => text.as_str(),
            _ => "",
        };
        let (pictures, kind): (&[&str], Kind) = match kind {
            "DATE" => (&["yyyy-mm-dd"], Kind::Date),
            "TIME" => (&["hh:mm", "hh:mm:ss"], Kind::Time),
            "TIMESTAMP" => (&["yyyy-mm-dd hh:mm", "yyyy-mm-dd hh:mm:ss"], Kind::DateTime),
            other => {
                self.mistake(tree, format!("{other} is not a kind of value that conditions have"));
                return None;
            }
        };
        let read = |picture: &&str| Picture::compile(picture).ok()?.read(text).ok();
        match pictures.iter().find_map(read) {
            Some(value) => Some((Expression::Constant(value), Some(kind))),
            None => {
                self.mistake(tree, format!("'{text}' is not {} written {}", kind.words(), pictures[0]));
                None
            }
        }
    }

    fn binary(&mut self, left: &Expr, op: &BinaryOperator, right: &Expr, tree: &Expr) -> Option<Typed> {
        let comparison = match op {
            BinaryOperator::Eq => Comparison::Equal,
            BinaryOperator::NotEq => Comparison::NotEqual,
            BinaryOperator::Lt => Comparison::Less,
            BinaryOperator::LtEq => Comparison::AtMost,
            BinaryOperator::Gt => Comparison::More,
            BinaryOperator::GtEq => Comparison::AtLeast,
            _ => return self.joined(left, op, right, tree),
        };
        let (left_part, right_part) = self.alike(left, right, tree)?;
        Some((Expression::Compare(comparison, Box::new(left_part), Box::new(right_part)), Some(Kind::YesNo)))
    }

    fn joined(&mut self, left: &Expr, op: &BinaryOperator, right: &Expr, tree: &Expr) -> Option<Typed> {
        match op {
            BinaryOperator::And | BinaryOperator::Or => {
                let parts = (self.lower_as(left, Kind::YesNo), self.lower_as(right, Kind::YesNo));
                let (Some(first), Some(second)) = parts else {
                    return None;
                };
                let is_and = *op == BinaryOperator::And;
                let mut all = Vec::new();
                for part in [first, second] {
                    match part {
                        Expression::And(inner) if is_and => all.extend(inner),
                        Expression::Or(inner) if !is_and => all.extend(inner),
                        other => all.push(other),
                    }
                }
                let whole = if is_and { Expression::And(all) } else { Expression::Or(all) };
                Some((whole, Some(Kind::YesNo)))
            }
            BinaryOperator::StringConcat => {
                let parts = (self.lower_as(left, Kind::Text), self.lower_as(right, Kind::Text));
                let (Some(first), Some(second)) = parts else {
                    return None;
                };
                Some((Expression::Concatenate(Box::new(first), Box::new(second)), Some(Kind::Text)))
            }
            BinaryOperator::Plus => self.arithmetic(Arithmetic::Add, left, right, tree),
            BinaryOperator::Minus => self.arithmetic(Arithmetic::Subtract, left, right, tree),
            BinaryOperator::Multiply => self.arithmetic(Arithmetic::Multiply, left, right, tree),
            BinaryOperator::Divide => self.arithmetic(Arithmetic::Divide, left, right, tree),
            other => {
                self.mistake(tree, format!("{other} cannot be used in a condition"));
                None
            }
        }
    }

    fn arithmetic(&mut self, op: Arithmetic, left: &Expr, right: &Expr, tree: &Expr) -> Option<Typed> {
        let parts = (self.lower(left), self.lower(right));
        let ((first, first_kind), (second, second_kind)) = (parts.0?, parts.1?);
        let number = Kind::Number;
        let kind = match (op, first_kind.unwrap_or(number), second_kind.unwrap_or(number)) {
            (_, Kind::Number, Kind::Number) => Kind::Number,
            (Arithmetic::Subtract, Kind::Date, Kind::Date) => Kind::Number,
            (Arithmetic::Add | Arithmetic::Subtract, Kind::Date, Kind::Interval) => Kind::Date,
            (Arithmetic::Add | Arithmetic::Subtract, Kind::DateTime, Kind::Interval) => Kind::DateTime,
            (_, Kind::Date, Kind::Number) => {
                self.mistake(tree, "add days to a date as INTERVAL '7' DAY".to_owned());
                return None;
            }
            (_, first, second) => {
                self.mistake(tree, format!("{} and {} cannot be reckoned together", first.words(), second.words()));
                return None;
            }
        };
        Some((Expression::Arithmetic(op, Box::new(first), Box::new(second)), Some(kind)))
    }

    /// Lowers two parts that are to be compared with each other.
    fn alike(&mut self, left: &Expr, right: &Expr, place: &Expr) -> Option<(Expression, Expression)> {
        let parts = (self.lower(left), self.lower(right));
        let ((first, first_kind), (second, second_kind)) = (parts.0?, parts.1?);
        if self.comparable(first_kind, second_kind, place) { Some((first, second)) } else { None }
    }

    fn comparable(&mut self, first: Option<Kind>, second: Option<Kind>, place: &Expr) -> bool {
        match (first, second) {
            (Some(Kind::Date | Kind::DateTime), Some(Kind::Date | Kind::DateTime)) => true,
            (Some(Kind::Interval), _) | (_, Some(Kind::Interval)) => {
                self.mistake(place, "a span of time can only be added to a date or taken from one".to_owned());
                false
            }
            (Some(first), Some(second)) if first != second => {
                let hint = match (first, second) {
                    (Kind::Date, Kind::Text) | (Kind::Text, Kind::Date) => ": write the date as DATE '2026-12-31'",
                    (Kind::Number, Kind::Text) => ": numbers stand without quotes",
                    (Kind::Text, Kind::Number) => ": a text column is compared with a value in single quotes",
                    _ => "",
                };
                self.mistake(place, format!("{} is compared with {}{hint}", first.words(), second.words()));
                false
            }
            (None, _) | (_, None) => {
                self.mistake(place, "nothing equals NULL: ask whether it IS NULL".to_owned());
                false
            }
            _ => true,
        }
    }

    fn between(&mut self, part: &Expr, low: &Expr, high: &Expr, negated: bool) -> Option<Typed> {
        let parts = (self.alike(part, low, low), self.alike(part, high, high));
        let ((part, low), (_, high)) = (parts.0?, parts.1?);
        Some(negate(Expression::Between(Box::new(part), Box::new(low), Box::new(high)), negated))
    }

    fn in_list(&mut self, part: &Expr, list: &[Expr], negated: bool) -> Option<Typed> {
        let (first, kind) = self.lower(part)?;
        let mut values = Vec::new();
        for each in list {
            if let Some((value, value_kind)) = self.lower(each)
                && self.comparable(kind, value_kind, each)
            {
                values.push(value);
            }
        }
        (values.len() == list.len()).then(|| negate(Expression::In(Box::new(first), values), negated))
    }

    fn like(&mut self, part: &Expr, pattern: &Expr, escape: Option<&Expr>, negated: bool) -> Option<Typed> {
        let text = |tree: &Expr| match tree {
            Expr::Value(literal) => match &literal.value {
                Literal::SingleQuotedString(text) => Some(text.clone()),
                _ => None,
            },
            _ => None,
        };
        let first = self.lower_as(part, Kind::Text)?;
        let Some(written) = text(pattern) else {
            self.mistake(pattern, "LIKE is followed by a pattern in single quotes".to_owned());
            return None;
        };
        let escape = escape.and_then(text).and_then(|text| text.chars().next());
        let Ok(compiled) = super::functions::like_pattern(&written, escape) else {
            self.mistake(pattern, "the pattern is too large".to_owned());
            return None;
        };
        Some(negate(Expression::Like(Box::new(first), written, Box::new(compiled)), negated))
    }

    fn case(&mut self, operand: Option<&Expr>, branches: &[CaseWhen], last: Option<&Expr>) -> Option<Typed> {
        let mut lowered = Vec::new();
        let mut kind = None;
        for branch in branches {
            let when = match operand {
                Some(operand) => {
                    let (left, right) = self.alike(operand, &branch.condition, &branch.condition)?;
                    Expression::Compare(Comparison::Equal, Box::new(left), Box::new(right))
                }
                None => self.lower_as(&branch.condition, Kind::YesNo)?,
            };
            let then = self.lower_like_the_others(&branch.result, &mut kind)?;
            lowered.push((when, then));
        }
        let last = match last {
            Some(tree) => self.lower_like_the_others(tree, &mut kind)?,
            None => Expression::Constant(Value::Blank),
        };
        Some((Expression::Case(lowered, Box::new(last)), kind))
    }

    /// Lowers one of several parts that must all be of one kind, which the first of them sets.
    pub(super) fn lower_like_the_others(&mut self, tree: &Expr, kind: &mut Option<Kind>) -> Option<Expression> {
        let (part, found) = self.lower(tree)?;
        match (*kind, found) {
            (Some(wanted), Some(found)) if wanted != found => {
                self.mistake(tree, format!("this is {}, and those before it {}", found.words(), wanted.words()));
                None
            }
            _ => {
                *kind = kind.or(found);
                Some(part)
            }
        }
    }
}

fn negate(part: Expression, negated: bool) -> Typed {
    let whole = if negated { Expression::Not(Box::new(part)) } else { part };
    (whole, Some(Kind::YesNo))
}
