//! A condition read back as an English sentence, so that whoever fills the sheet can tell what it asks.

use super::aggregate::{Aggregate, AggregateKind};
use super::expression::{Arithmetic, Comparison, Expression, Pattern, Slot};
use crate::cell::{Kind, Value};

/// How columns are called in sentences.
pub trait Labels {
    /// The heading of a column.
    fn heading(&self, column: usize) -> String;
    /// The heading of a column of another row, with what that row is called.
    fn other_heading(&self, _alias: usize, _column: usize) -> String {
        String::new()
    }
    /// Its kind, which decides between "before" and "less than".
    fn kind(&self, column: usize) -> Kind;
    /// The kind of a column of another row.
    fn other_kind(&self, _alias: usize, column: usize) -> Kind {
        self.kind(column)
    }
}

/// As a clause: `A is not before B`.
pub(super) fn clause(expression: &Expression, labels: &dyn Labels) -> String {
    Sayer { labels, must: false, aggregates: &[] }.truth(expression, false)
}

/// A value, aggregates included: `the sum of Seeds ÷ the number of rows`.
pub(super) fn value(expression: &Expression, aggregates: &[Aggregate], labels: &dyn Labels) -> String {
    Sayer { labels, must: false, aggregates }.value(expression)
}

/// As a demand: `A must not be before B`.
pub(super) fn demand(expression: &Expression, aggregates: &[Aggregate], labels: &dyn Labels) -> String {
    Sayer { labels, must: true, aggregates }.truth(expression, false)
}

struct Sayer<'l> {
    labels: &'l dyn Labels,
    must: bool,
    aggregates: &'l [Aggregate],
}

impl Sayer<'_> {
    /// The same, saying how things are and not how they must be.
    fn plain(&self) -> Sayer<'_> {
        Sayer { must: false, ..*self }
    }

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
            Expression::And(parts) if negated => self.joined(parts, " or ", true),
            Expression::And(parts) => self.joined(parts, " and ", false),
            Expression::Or(parts) if negated => self.joined(parts, " and ", true),
            Expression::Or(parts) => self.either(parts),
            Expression::Compare(how, left, right) => self.comparison(*how, left, right, negated),
            Expression::Between(part, low, high) => {
                let (low, high) = (self.value_of(part, low), self.value_of(part, high));
                format!("{} {} from {low} to {high}", self.value(part), self.be(negated))
            }
            Expression::In(part, list) => {
                let values: Vec<_> = list.iter().map(|each| self.value_of(part, each)).collect();
                let values = match values.as_slice() {
                    [rest @ .., last] if !rest.is_empty() => format!("one of {} or {last}", rest.join(", ")),
                    one => one.concat(),
                };
                format!("{} {} {values}", self.value(part), self.be(negated))
            }
            Expression::Like(part, pattern) => {
                let words = match pattern {
                    Pattern::Constant(pattern, _) => like_words(pattern),
                    Pattern::Of(pattern, _) => format!("like {}", self.value(pattern)),
                };
                format!("{} {} {words}", self.value(part), self.be(negated))
            }
            Expression::LikeRegex(part, written, _) => {
                format!("{} {} a text in which {written} is found", self.value(part), self.be(negated))
            }
            Expression::IsDistinct(left, right) => {
                let or_both = if negated { "or both are blank" } else { "and not both may be blank" };
                let be = self.be(!negated);
                format!("{} {be} the same as {}, {or_both}", self.value(left), self.value(right))
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

    /// Parts joined by a word; what is joined within them by another is in brackets.
    fn joined(&self, parts: &[Expression], word: &str, negated: bool) -> String {
        let said: Vec<_> = parts
            .iter()
            .map(|part| match junction(part, negated) {
                Some(other) if other != word => format!("({})", self.truth(part, negated)),
                _ => self.truth(part, negated),
            })
            .collect();
        said.join(word)
    }

    /// `a IS NULL OR b` demands b only where a is filled; other alternatives are joined by "or".
    fn either(&self, parts: &[Expression]) -> String {
        let blanks = parts.iter().take_while(|part| matches!(part, Expression::IsBlank(_))).count();
        if self.must && blanks > 0 && blanks < parts.len() {
            let filled: Vec<String> =
                parts[..blanks].iter().flat_map(Expression::parts).map(|column| self.plain().value(column)).collect();
            let verb = if filled.len() == 1 { "is" } else { "are" };
            let rest = self.joined(&parts[blanks..], " or ", false);
            return format!("where {} {verb} filled, {rest}", filled.join(" and "));
        }
        self.joined(parts, " or ", false)
    }

    fn comparison(&self, how: Comparison, left: &Expression, right: &Expression, negated: bool) -> String {
        let how = if negated { opposite(how) } else { how };
        if let Expression::Constant(Value::YesNo(truth)) = right {
            return self.truth(left, (how == Comparison::Equal) != *truth);
        }
        if let Some((number, step)) =
            multiple(left, right).filter(|_| matches!(how, Comparison::Equal | Comparison::NotEqual))
        {
            let be = self.be(how == Comparison::NotEqual);
            return format!("{} {be} a multiple of {}", self.value(number), self.value(step));
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
        let equal = if words.is_empty() && matches!(right, Expression::Slot(_)) { "the same as " } else { words };
        format!("{} {} {equal}{}", self.value(left), self.be(negative), self.value_of(left, right))
    }

    /// What something is compared with, by its name where it has one: `the month of Sown on must be May`.
    fn value_of(&self, what: &Expression, value: &Expression) -> String {
        let called = match (what, value) {
            (Expression::Call(function, _), Expression::Constant(value)) => function.name_of(value),
            _ => None,
        };
        called.map_or_else(|| self.value(value), str::to_owned)
    }

    fn is_dated(&self, expression: &Expression) -> bool {
        match expression {
            Expression::Slot(Slot::Column(index)) => {
                matches!(self.labels.kind(*index), Kind::Date | Kind::DateTime | Kind::Time)
            }
            Expression::Slot(Slot::Other(alias, column)) => {
                matches!(self.labels.other_kind(*alias, *column), Kind::Date | Kind::DateTime | Kind::Time)
            }
            Expression::Cast(_, target) => matches!(target.kind, Kind::Date | Kind::DateTime | Kind::Time),
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
            Expression::Slot(Slot::Column(index)) => self.labels.heading(*index),
            Expression::Slot(Slot::Other(alias, column)) => self.labels.other_heading(*alias, *column),
            Expression::Slot(Slot::Aggregate(index)) => self.aggregate(*index),
            Expression::Constant(Value::Interval { months, days, minutes }) => span_words(*months, *days, *minutes),
            Expression::Constant(Value::Text(text)) if text.trim() != text || text.is_empty() => {
                format!("\"{text}\"")
            }
            Expression::Constant(value) => value.written(),
            Expression::Today => "today".to_owned(),
            Expression::Coalesce(parts) => {
                let said: Vec<_> = parts.iter().map(|part| self.value(part)).collect();
                said.join(", or if blank ")
            }
            Expression::Arithmetic(op, left, right) => self.calculated(*op, left, right),
            Expression::Concatenate(left, right) => {
                format!("{} followed by {}", self.whole(left), self.whole(right))
            }
            Expression::Call(function, parts) => {
                let said: Vec<String> = parts.iter().map(|part| self.whole(part)).collect();
                (function.say)(&said)
            }
            Expression::Cast(part, target) => {
                let kind = match (target.kind, target.places) {
                    (Kind::Number, Some(0)) => "a whole number",
                    (kind, _) => kind.words(),
                };
                format!("{} as {kind}", self.whole(part))
            }
            Expression::Case(branches, last) => {
                let plain = self.plain();
                let mut said: Vec<_> = branches
                    .iter()
                    .map(|(when, then)| format!("{} if {}", self.value(then), plain.truth(when, false)))
                    .collect();
                if !matches!(**last, Expression::Constant(Value::Blank)) {
                    said.push(format!("otherwise {}", self.value(last)));
                }
                said.join(", ")
            }
            other => self.plain().truth(other, false),
        }
    }

    /// A part of a larger one: in brackets where it is put together itself.
    fn whole(&self, expression: &Expression) -> String {
        let said = self.value(expression);
        match expression {
            Expression::Arithmetic(..)
            | Expression::Concatenate(..)
            | Expression::Coalesce(_)
            | Expression::Case(..) => {
                format!("({said})")
            }
            _ => said,
        }
    }

    fn calculated(&self, op: Arithmetic, left: &Expression, right: &Expression) -> String {
        if let Expression::Constant(Value::Interval { months, days, minutes }) = right {
            let way = if op == Arithmetic::Add { "after" } else { "before" };
            return format!("{} {way} {}", span_words(*months, *days, *minutes), self.value(left));
        }
        if self.is_dated(left) && self.is_dated(right) {
            return format!("the days from {} to {}", self.whole(right), self.whole(left));
        }
        let sign = match op {
            Arithmetic::Add => "+",
            Arithmetic::Subtract => "−",
            Arithmetic::Multiply => "×",
            Arithmetic::Divide => "÷",
        };
        format!("{} {sign} {}", self.operand(left, op, false), self.operand(right, op, true))
    }

    /// An operand, in brackets unless it would be calculated first without them.
    fn operand(&self, expression: &Expression, within: Arithmetic, on_the_right: bool) -> String {
        let said = self.value(expression);
        let binds = |op: Arithmetic| u8::from(matches!(op, Arithmetic::Multiply | Arithmetic::Divide));
        let bare = match expression {
            Expression::Slot(Slot::Column(_) | Slot::Other(..)) => true,
            Expression::Constant(Value::Number(number)) => !number.is_sign_negative(),
            Expression::Arithmetic(op, left, right) => {
                let days = self.is_dated(left) && self.is_dated(right);
                !days && (binds(*op) > binds(within) || binds(*op) == binds(within) && !on_the_right)
            }
            _ => false,
        };
        if bare { said } else { format!("({said})") }
    }

    fn aggregate(&self, index: usize) -> String {
        let Some(aggregate) = self.aggregates.get(index) else { return "a total".to_owned() };
        let what = aggregate.argument.as_ref().map(|argument| self.whole(argument));
        let said = match (aggregate.kind, what) {
            (AggregateKind::Count, None) => "the number of rows".to_owned(),
            (AggregateKind::Count, Some(what)) => format!("the number of rows with {what}"),
            (AggregateKind::CountDistinct, what) => format!("the number of different {}", what.unwrap_or_default()),
            (AggregateKind::Sum, what) => format!("the sum of {}", what.unwrap_or_default()),
            (AggregateKind::Min, what) => format!("the least {}", what.unwrap_or_default()),
            (AggregateKind::Max, what) => format!("the greatest {}", what.unwrap_or_default()),
            (AggregateKind::Shared, what) => what.unwrap_or_default(),
            (AggregateKind::Average, what) => format!("the average of {}", what.unwrap_or_default()),
        };
        match &aggregate.filter {
            Some(filter) => format!("{said} where {}", self.plain().truth(filter, false)),
            None => said,
        }
    }
}

/// The word that joins the parts of a condition, if it has any.
fn junction(expression: &Expression, negated: bool) -> Option<&'static str> {
    match expression {
        Expression::Not(part) => junction(part, !negated),
        Expression::And(_) => Some(if negated { " or " } else { " and " }),
        Expression::Or(_) => Some(if negated { " and " } else { " or " }),
        Expression::IsTruth(part, wanted) => junction(part, negated == *wanted),
        _ => None,
    }
}

/// The number and the step of `MOD(number, step) = 0`.
fn multiple<'e>(left: &'e Expression, right: &Expression) -> Option<(&'e Expression, &'e Expression)> {
    let Expression::Call(function, parts) = left else { return None };
    let zero = matches!(right, Expression::Constant(Value::Number(number)) if number.is_zero());
    match parts.as_slice() {
        [number, step] if zero && function.name == "MOD" => Some((number, step)),
        _ => None,
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

fn span_words(months: i32, days: i32, minutes: i32) -> String {
    let count = |number: i32, word: &str| format!("{number} {word}{}", if number == 1 { "" } else { "s" });
    match (months, days) {
        (0, 0) if minutes != 0 && minutes % 60 == 0 => count(minutes / 60, "hour"),
        (0, 0) if minutes != 0 => count(minutes, "minute"),
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
