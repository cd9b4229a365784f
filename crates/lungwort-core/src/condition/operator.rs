//! Operators between two values.

use std::cmp::Ordering;

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

impl Comparison {
    /// Whether it holds of two values that compare so.
    pub fn holds(self, order: Ordering) -> bool {
        match self {
            Comparison::Equal => order.is_eq(),
            Comparison::NotEqual => order.is_ne(),
            Comparison::Less => order.is_lt(),
            Comparison::AtMost => order.is_le(),
            Comparison::More => order.is_gt(),
            Comparison::AtLeast => order.is_ge(),
        }
    }
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
