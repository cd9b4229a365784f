//! A condition read back as an English sentence, so that whoever fills the sheet can tell what it asks.

use super::expression::{Arithmetic, Comparison, Expression, Function};
use crate::cell::{Kind, Value};

/// How columns are called in sentences.
pub trait Labels {
    /// The heading of a column.
    fn heading(&self, column: usize) -> String;
    /// Its kind, which decides between "before" and "less than".
    fn kind(&self, column: usize) -> Kind;
}

/// As a clause: `A is not before B`.
pub(super) fn clause(expression: &Expression, labels: &dyn Labels) -> String {
    Sayer { labels, must: false }.truth(expression, false)
}

/// As a demand: `A must not be before B`.
pub(super) fn demand(expression: &Expression, labels: &dyn Labels) -> String {
    Sayer { labels, must: true }.truth(expression, false)
}

struct Sayer<'l> {
    labels: &'l dyn Labels,
    must: bool,
}

impl Sayer<'_> {
    /// "is" or "must be", negated or not.
    fn be(&self, negated: bool) -> &'static str {
        match (self.must, negated) {
            (true, false) => "must be",
            (true, true) => "must not be",
            (false, false) => "is",
            (false, true) => "is not",
        }
    }

    fn truth(&self, expression: &Expression, negated: bool) -> String {
        match expression {
            Expression::Not(part) => self.truth(part, !negated),
            Expression::And(parts) => self.joined(parts, if negated { " or " } else { " and " }, negated),
            Expression::Or(parts) => self.either(parts, negated),
            Expression::Compare(how, left, right) => self.comparison(*how, left, right, negated),
            Expression::Between(part, low, high) => {
                format!("{} {} from {} to {}", self.value(part), self.be(negated), self.value(low), self.value(high))
            }
            Expression::In(part, list) => {
                let values: Vec<_> = list.iter().map(|each| self.value(each)).collect();
                let one_of = if values.len() == 1 { "" } else { "one of " };
                format!("{} {} {one_of}{}", self.value(part), self.be(negated), values.join(", "))
            }
            Expression::Like(part, pattern, _) => {
                format!("{} {} {}", self.value(part), self.be(negated), like_words(pattern))
            }
            Expression::IsBlank(part) => match negated {
                true => format!("{} {} filled", self.value(part), self.be(false)),
                false => format!("{} {} blank", self.value(part), self.be(false)),
            },
            Expression::IsTruth(part, wanted) => self.truth(part, negated == *wanted),
            Expression::Constant(Value::YesNo(truth)) => {
                (if *truth == negated { "this never holds" } else { "this always holds" }).to_owned()
            }
            other => format!("{} {} {}", self.value(other), self.be(false), if negated { "no" } else { "yes" }),
        }
    }

    fn joined(&self, parts: &[Expression], word: &str, negated: bool) -> String {
        let said: Vec<_> = parts
            .iter()
            .map(|part| match part {
                Expression::Or(_) if !negated => format!("({})", self.truth(part, negated)),
                _ => self.truth(part, negated),
            })
            .collect();
        said.join(word)
    }

    /// `a IS NULL OR b` demands b only where a is filled; other alternatives are joined by "or".
    fn either(&self, parts: &[Expression], negated: bool) -> String {
        if negated {
            return self.joined(parts, " and ", true);
        }
        let said = |part: &Expression| match part {
            Expression::And(_) => format!("({})", self.truth(part, false)),
            _ => self.truth(part, false),
        };
        let plain = Sayer { labels: self.labels, must: false };
        let blanks = parts.iter().take_while(|part| matches!(part, Expression::IsBlank(_))).count();
        if self.must && blanks > 0 && blanks < parts.len() {
            let filled: Vec<String> =
                parts[..blanks].iter().flat_map(Expression::parts).map(|column| plain.value(column)).collect();
            let verb = if filled.len() == 1 { "is" } else { "are" };
            let rest: Vec<_> = parts[blanks..].iter().map(said).collect();
            return format!("where {} {verb} filled, {}", filled.join(" and "), rest.join(" or "));
        }
        parts.iter().map(said).collect::<Vec<_>>().join(" or ")
    }

    fn comparison(&self, how: Comparison, left: &Expression, right: &Expression, negated: bool) -> String {
        let how = if negated { opposite(how) } else { how };
        if let Expression::Constant(Value::YesNo(truth)) = right {
            return self.truth(left, (how == Comparison::Equal) != *truth);
        }
        let dated = self.is_dated(left) || self.is_dated(right);
        let (negative, words) = match (how, dated) {
            (Comparison::Equal, _) => (false, ""),
            (Comparison::NotEqual, _) => (true, ""),
            (Comparison::Less, true) => (false, "before "),
            (Comparison::AtMost, true) => (true, "after "),
            (Comparison::More, true) => (false, "after "),
            (Comparison::AtLeast, true) => (true, "before "),
            (Comparison::Less, false) => (false, "less than "),
            (Comparison::AtMost, false) => (false, "at most "),
            (Comparison::More, false) => (false, "more than "),
            (Comparison::AtLeast, false) => (false, "at least "),
        };
        let equal = if words.is_empty() && matches!(right, Expression::Column(_)) { "the same as " } else { words };
        format!("{} {} {equal}{}", self.value(left), self.be(negative), self.value(right))
    }

    fn is_dated(&self, expression: &Expression) -> bool {
        match expression {
            Expression::Column(index) => {
                matches!(self.labels.kind(*index), Kind::Date | Kind::DateTime | Kind::Time)
            }
            Expression::Today | Expression::Constant(Value::Date(_) | Value::DateTime(_) | Value::Time(_)) => true,
            Expression::Arithmetic(_, left, right) => {
                matches!(**right, Expression::Constant(Value::Interval { .. })) && self.is_dated(left)
            }
            Expression::Coalesce(parts) => parts.iter().any(|part| self.is_dated(part)),
            _ => false,
        }
    }

    fn value(&self, expression: &Expression) -> String {
        match expression {
            Expression::Column(index) => self.labels.heading(*index),
            Expression::Constant(Value::Interval { months, days }) => span_words(*months, *days),
            Expression::Constant(Value::Text(text)) if text.trim() != text || text.is_empty() => {
                format!("\"{text}\"")
            }
            Expression::Constant(value) => value.written(),
            Expression::Today => "today".to_owned(),
            Expression::Coalesce(parts) => {
                let said: Vec<_> = parts.iter().map(|part| self.value(part)).collect();
                said.join(", or if blank ")
            }
            Expression::Arithmetic(op, left, right) => self.reckoned(*op, left, right),
            Expression::Concatenate(left, right) => {
                format!("{} followed by {}", self.value(left), self.value(right))
            }
            Expression::Call(function, parts) => self.call(*function, parts),
            Expression::Case(branches, last) => {
                let plain = Sayer { labels: self.labels, must: false };
                let mut said: Vec<_> = branches
                    .iter()
                    .map(|(when, then)| format!("{} if {}", self.value(then), plain.truth(when, false)))
                    .collect();
                if !matches!(**last, Expression::Constant(Value::Blank)) {
                    said.push(format!("otherwise {}", self.value(last)));
                }
                said.join(", ")
            }
            other => Sayer { labels: self.labels, must: false }.truth(other, false),
        }
    }

    fn reckoned(&self, op: Arithmetic, left: &Expression, right: &Expression) -> String {
        if let Expression::Constant(Value::Interval { months, days }) = right {
            let way = if op == Arithmetic::Add { "after" } else { "before" };
            return format!("{} {way} {}", span_words(*months, *days), self.value(left));
        }
        if self.is_dated(left) && self.is_dated(right) {
            return format!("the days from {} to {}", self.value(right), self.value(left));
        }
        let sign = match op {
            Arithmetic::Add => "+",
            Arithmetic::Subtract => "−",
            Arithmetic::Multiply => "×",
            Arithmetic::Divide => "÷",
        };
        format!("{} {sign} {}", self.value(left), self.value(right))
    }

    fn call(&self, function: Function, parts: &[Expression]) -> String {
        let of = parts.first().map(|part| self.value(part)).unwrap_or_default();
        match function {
            Function::CharLength => format!("the number of characters of {of}"),
            Function::Upper => format!("{of} in capitals"),
            Function::Lower => format!("{of} in small letters"),
            Function::Trim | Function::TrimLeading | Function::TrimTrailing => {
                format!("{of} without spaces around")
            }
            Function::Substring => {
                let rest: Vec<_> = parts[1..].iter().map(|part| self.value(part)).collect();
                format!("the part of {of} from character {}", rest.join(", of length "))
            }
            Function::Position => {
                format!("the place of \"{of}\" in {}", parts.get(1).map(|part| self.value(part)).unwrap_or_default())
            }
            Function::Abs => format!("{of} without its sign"),
            Function::Round => format!("{of} rounded"),
            Function::Year => format!("the year of {of}"),
            Function::Month => format!("the month of {of}"),
            Function::Day => format!("the day of {of}"),
            Function::Hour => format!("the hour of {of}"),
            Function::Minute => format!("the minute of {of}"),
        }
    }
}

fn opposite(how: Comparison) -> Comparison {
    match how {
        Comparison::Equal => Comparison::NotEqual,
        Comparison::NotEqual => Comparison::Equal,
        Comparison::Less => Comparison::AtLeast,
        Comparison::AtMost => Comparison::More,
        Comparison::More => Comparison::AtMost,
        Comparison::AtLeast => Comparison::Less,
    }
}

fn span_words(months: i32, days: i32) -> String {
    let count = |number: i32, word: &str| format!("{number} {word}{}", if number == 1 { "" } else { "s" });
    match (months, days) {
        (0, days) if days != 0 && days % 7 == 0 => count(days / 7, "week"),
        (0, days) => count(days, "day"),
        (months, _) if months % 12 == 0 => count(months / 12, "year"),
        (months, _) => count(months, "month"),
    }
}

/// The commonest LIKE patterns in words; the rest as they are.
fn like_words(pattern: &str) -> String {
    let inner = pattern.trim_matches('%');
    let plain = !inner.contains(['%', '_']) && !inner.is_empty();
    match (pattern.starts_with('%'), pattern.ends_with('%')) {
        (false, true) if plain => format!("a text that begins with \"{inner}\""),
        (true, false) if plain => format!("a text that ends with \"{inner}\""),
        (true, true) if plain => format!("a text that contains \"{inner}\""),
        _ => format!("like \"{pattern}\""),
    }
}
