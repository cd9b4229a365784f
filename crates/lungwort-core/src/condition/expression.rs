//! The typed tree of a condition.

use regex::Regex;

use crate::cell::Value;

/// A comparison.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Comparison {
    /// `=`
    Equal,
    /// `<>`
    NotEqual,
    /// `<`
    Less,
    /// `<=`
    AtMost,
    /// `>`
    More,
    /// `>=`
    AtLeast,
}

/// Arithmetic on two numbers, or on a date and a span.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Arithmetic {
    /// `+`
    Add,
    /// `-`
    Subtract,
    /// `*`
    Multiply,
    /// `/`
    Divide,
}

/// A function of the subset.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Function {
    /// CHAR_LENGTH: characters.
    CharLength,
    /// UPPER
    Upper,
    /// LOWER
    Lower,
    /// TRIM of both ends.
    Trim,
    /// TRIM(LEADING …)
    TrimLeading,
    /// TRIM(TRAILING …)
    TrimTrailing,
    /// SUBSTRING(text FROM start FOR length)
    Substring,
    /// POSITION(part IN text)
    Position,
    /// ABS
    Abs,
    /// ROUND(number, places), halves away from zero.
    Round,
    /// EXTRACT(YEAR FROM date)
    Year,
    /// EXTRACT(MONTH FROM date)
    Month,
    /// EXTRACT(DAY FROM date)
    Day,
    /// EXTRACT(HOUR FROM time)
    Hour,
    /// EXTRACT(MINUTE FROM time)
    Minute,
}

/// A part of a condition. Types have been checked when one exists.
#[derive(Debug)]
pub enum Expression {
    /// A column of the row, by index.
    Column(usize),
    /// A literal.
    Constant(Value<'static>),
    /// CURRENT_DATE
    Today,
    /// NOT
    Not(Box<Expression>),
    /// AND of two or more.
    And(Vec<Expression>),
    /// OR of two or more.
    Or(Vec<Expression>),
    /// A comparison.
    Compare(Comparison, Box<Expression>, Box<Expression>),
    /// `part BETWEEN low AND high`
    Between(Box<Expression>, Box<Expression>, Box<Expression>),
    /// `part IN (…)`
    In(Box<Expression>, Vec<Expression>),
    /// `part LIKE pattern`; the pattern as written and compiled.
    Like(Box<Expression>, String, Box<Regex>),
    /// `part IS NULL`
    IsBlank(Box<Expression>),
    /// `part IS TRUE` or `IS FALSE`
    IsTruth(Box<Expression>, bool),
    /// CASE WHEN … THEN … ELSE … END
    Case(Vec<(Expression, Expression)>, Box<Expression>),
    /// COALESCE
    Coalesce(Vec<Expression>),
    /// Arithmetic.
    Arithmetic(Arithmetic, Box<Expression>, Box<Expression>),
    /// `||`
    Concatenate(Box<Expression>, Box<Expression>),
    /// A function.
    Call(Function, Vec<Expression>),
}

impl Expression {
    /// Visits this part and all parts below it.
    pub fn walk(&self, visit: &mut impl FnMut(&Expression)) {
        visit(self);
        for part in self.parts() {
            part.walk(visit);
        }
    }

    /// The parts directly below this one.
    pub fn parts(&self) -> Vec<&Expression> {
        match self {
            Expression::Column(_) | Expression::Constant(_) | Expression::Today => Vec::new(),
            Expression::Not(part)
            | Expression::Like(part, ..)
            | Expression::IsBlank(part)
            | Expression::IsTruth(part, _) => vec![part],
            Expression::And(parts)
            | Expression::Or(parts)
            | Expression::Coalesce(parts)
            | Expression::Call(_, parts) => parts.iter().collect(),
            Expression::Compare(_, left, right)
            | Expression::Arithmetic(_, left, right)
            | Expression::Concatenate(left, right) => vec![left, right],
            Expression::Between(part, low, high) => vec![part, low, high],
            Expression::In(part, list) => std::iter::once(&**part).chain(list).collect(),
            Expression::Case(branches, last) => {
                branches.iter().flat_map(|(when, then)| [when, then]).chain([&**last]).collect()
            }
        }
    }
}
