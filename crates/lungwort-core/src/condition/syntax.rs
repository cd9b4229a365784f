//! A condition as it is written: the tree that the grammar makes, every part with its place.

use std::ops::Range;

use super::operator::{Arithmetic, Comparison};

/// A part of a condition as written.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Node {
    pub kind: NodeKind,
    /// Its place in the text, in bytes.
    pub span: Range<usize>,
    /// Whether it is in brackets.
    pub bracketed: bool,
}

/// An operator between two parts.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Operator {
    Compare(Comparison),
    Concatenate,
    Calculate(Arithmetic),
}

/// What a part is.
#[derive(Debug, Clone, PartialEq)]
pub(super) enum NodeKind {
    /// A column, or `alias.column`; whether the last name is in double quotes.
    Name(Vec<String>, bool),
    Number(String),
    Text(String),
    Truth(bool),
    Null,
    /// `DATE '2026-03-05'`: the word, the text and its place.
    Dated(String, String, Range<usize>),
    /// `INTERVAL '3' MONTH`: the count and the unit.
    Interval(String, String),
    Not(Box<Node>),
    Minus(Box<Node>),
    Plus(Box<Node>),
    Binary(Operator, Box<Node>, Box<Node>),
    /// Parts joined by AND.
    And(Vec<Node>),
    /// Parts joined by OR.
    Or(Vec<Node>),
    /// `IS [NOT] NULL`
    IsNull(Box<Node>, bool),
    /// `IS [NOT] TRUE` and `FALSE`
    IsTruth(Box<Node>, bool, bool),
    /// `IS [NOT] DISTINCT FROM`
    IsDistinct(Box<Node>, Box<Node>, bool),
    Between(Box<Node>, Box<Node>, Box<Node>, bool),
    In(Box<Node>, Vec<Node>, bool),
    /// The text, the pattern, the escape character.
    Like(Box<Node>, Box<Node>, Option<Box<Node>>, bool),
    /// The text, the expression, the flags.
    LikeRegex(Box<Node>, Box<Node>, Option<Box<Node>>, bool),
    /// The operand, branches of when and then, and else.
    Case(Option<Box<Node>>, Vec<(Node, Node)>, Option<Box<Node>>),
    /// A call with plain arguments.
    Call(Call),
    /// `TRIM(LEADING ' ' FROM a)`: which end, what, from what.
    Trim(Option<String>, Option<Box<Node>>, Box<Node>),
    /// `EXTRACT(YEAR FROM a)`
    Extract(String, Box<Node>),
    /// `CAST(a AS INTEGER)`: what, and the words of the type.
    Cast(Box<Node>, String),
}

/// A call.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Call {
    /// The name in capitals.
    pub name: String,
    pub arguments: Vec<Node>,
    /// Whether the argument is `*`.
    pub star: bool,
    pub distinct: bool,
    /// `FILTER (WHERE …)`
    pub filter: Option<Box<Node>>,
}
