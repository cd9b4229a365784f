//! The typed tree of a condition.

use regex::Regex;

use super::cast::Target;
use super::functions::Function;
pub use super::operator::{Arithmetic, Comparison};
use crate::cell::{Kind, Value};

/// The place of the row before among the aliases of a rule: look-ups come behind it.
pub const PREVIOUS_ROW: usize = 0;

/// Where the value of a name comes from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub enum Slot {
    /// A column of the row, by its index.
    Column(usize),
    /// A column of another row, which is known under an alias: the alias's index, the column's.
    Other(usize, usize),
    /// An aggregate over rows, by its index in the formula.
    Aggregate(usize),
}

/// The pattern of LIKE.
#[derive(Debug)]
pub enum Pattern {
    /// One that is the same for every row: as written, and compiled.
    Constant(String, Box<Regex>),
    /// One that is worked out for each row, with its escape character.
    Of(Box<Expression>, Option<char>),
}

/// A typed part. A NULL literal fits every kind.
pub(super) type Typed = (Expression, Option<Kind>);

/// A part of a condition. Types have been checked when one exists.
#[derive(Debug)]
pub enum Expression {
    /// What a name stands for.
    Slot(Slot),
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
    /// `part LIKE pattern`
    Like(Box<Expression>, Pattern),
    /// `part LIKE_REGEX 'expression'`: as written, and compiled. A part of the text that fits is enough.
    LikeRegex(Box<Expression>, String, Box<Regex>),
    /// `left IS DISTINCT FROM right`: two blanks are not distinct.
    IsDistinct(Box<Expression>, Box<Expression>),
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
    Call(&'static Function, Vec<Expression>),
    /// CAST to a kind; a number to be whole or with so many places.
    Cast(Box<Expression>, Target),
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
            Expression::Slot(_) | Expression::Constant(_) | Expression::Today => Vec::new(),
            Expression::Like(part, Pattern::Of(pattern, _)) => vec![part, pattern],
            Expression::Not(part)
            | Expression::Like(part, Pattern::Constant(..))
            | Expression::LikeRegex(part, ..)
            | Expression::Cast(part, _)
            | Expression::IsBlank(part)
            | Expression::IsTruth(part, _) => vec![part],
            Expression::And(parts)
            | Expression::Or(parts)
            | Expression::Coalesce(parts)
            | Expression::Call(_, parts) => parts.iter().collect(),
            Expression::IsDistinct(left, right)
            | Expression::Compare(_, left, right)
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
