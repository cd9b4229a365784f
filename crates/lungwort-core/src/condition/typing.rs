//! From the tree as written to the typed one: names are looked up and kinds worked out, so that what compiles runs.

use std::ops::Range;

use super::aggregate::{Aggregate, AggregateKind};
use super::expression::{Arithmetic, Comparison, Expression, Pattern, Slot, Typed};
use super::syntax::{Call, Node, NodeKind, Operator};
use super::{Mistake, Scope, functions, typing_calls};
use crate::cell::date::DatePattern;
use crate::cell::number::{self, DecimalMark};
use crate::cell::{Kind, Value};
use crate::limits::PATTERN;

/// Types a tree on the way.
pub(super) struct Typing<'s> {
    pub scope: &'s dyn Scope,
    pub mistakes: Vec<Mistake>,
    /// Aggregates found so far, each with the kind of its value; `None` where one row at a time is judged.
    pub aggregates: Option<Vec<(Aggregate, Kind)>>,
    /// Whether the part is within an aggregate, where columns are those of each row.
    within: bool,
}

impl<'s> Typing<'s> {
    /// For one row at a time, or over rows.
    pub fn new(scope: &'s dyn Scope, over_rows: bool) -> Typing<'s> {
        Typing { scope, mistakes: Vec::new(), aggregates: over_rows.then(Vec::new), within: false }
    }

    pub fn mistake(&mut self, span: &Range<usize>, message: impl Into<String>) {
        self.mistakes.push(Mistake { message: message.into(), span: span.clone() });
    }

    pub fn typed(&mut self, tree: &Node) -> Option<Typed> {
        use Expression as E;
        let truth = Some(Kind::YesNo);
        match &tree.kind {
            NodeKind::Name(names, quoted) => self.name(names, *quoted, &tree.span),
            NodeKind::Number(digits) => {
                match number::read(digits, DecimalMark::Point).or_else(|| written_short(digits)) {
                    Some(number) => Some((E::Constant(Value::Number(number)), Some(Kind::Number))),
                    None => {
                        self.mistake(&tree.span, format!("{digits} is not a number of up to 28 digits"));
                        None
                    }
                }
            }
            NodeKind::Text(text) => Some((E::Constant(Value::Text(text.clone().into())), Some(Kind::Text))),
            NodeKind::Truth(yes) => Some((E::Constant(Value::YesNo(*yes)), truth)),
            NodeKind::Null => Some((E::Constant(Value::Blank), None)),
            NodeKind::Dated(word, text, place) => self.dated(word, text, place),
            NodeKind::Interval(count, unit) => self.interval(count, unit, &tree.span),
            NodeKind::Not(part) => Some((E::Not(Box::new(self.typed_as(part, Kind::YesNo)?)), truth)),
            NodeKind::Minus(part) => {
                let part = match self.typed_as(part, Kind::Number)? {
                    E::Constant(Value::Number(number)) => {
                        return Some((E::Constant(Value::Number(-number)), Some(Kind::Number)));
                    }
                    part => part,
                };
                let zero = E::Constant(Value::Number(0.into()));
                Some((E::Arithmetic(Arithmetic::Subtract, Box::new(zero), Box::new(part)), Some(Kind::Number)))
            }
            NodeKind::Plus(part) => Some((self.typed_as(part, Kind::Number)?, Some(Kind::Number))),
            NodeKind::And(parts) => self.joined(parts).map(|parts| (E::And(parts), truth)),
            NodeKind::Or(parts) => self.joined(parts).map(|parts| (E::Or(parts), truth)),
            NodeKind::Binary(operator, left, right) => self.binary(*operator, left, right, &tree.span),
            NodeKind::IsNull(part, negated) => Some(negate(E::IsBlank(Box::new(self.typed(part)?.0)), *negated)),
            NodeKind::IsTruth(part, wanted, negated) => {
                let part = self.typed_as(part, Kind::YesNo)?;
                Some(negate(E::IsTruth(Box::new(part), *wanted), *negated))
            }
            NodeKind::IsDistinct(left, right, negated) => {
                let (left, right) = self.alike(left, right, &tree.span, true)?;
                Some(negate(E::IsDistinct(Box::new(left), Box::new(right)), *negated))
            }
            NodeKind::Between(part, low, high, negated) => self.between(part, low, high, *negated),
            NodeKind::In(part, list, negated) => self.in_list(part, list, *negated),
            NodeKind::Like(part, pattern, escape, negated) => self.like(part, pattern, escape.as_deref(), *negated),
            NodeKind::LikeRegex(part, pattern, flags, negated) => {
                self.like_regex(part, pattern, flags.as_deref(), *negated)
            }
            NodeKind::Case(operand, branches, last) => self.case(operand.as_deref(), branches, last.as_deref()),
            NodeKind::Call(call) if AggregateKind::named(call).is_some() => self.aggregate(call, &tree.span),
            NodeKind::Call(_) | NodeKind::Trim(..) | NodeKind::Extract(..) | NodeKind::Cast(..) => {
                typing_calls::typed(self, tree)
            }
        }
    }

    /// Types a part that must be of one kind.
    pub fn typed_as(&mut self, tree: &Node, wanted: Kind) -> Option<Expression> {
        let (expression, kind) = self.typed(tree)?;
        match kind {
            Some(kind) if kind != wanted => {
                self.mistake(&tree.span, format!("this is {}, where {} is expected", kind.words(), wanted.words()));
                None
            }
            _ => Some(expression),
        }
    }

    fn name(&mut self, names: &[String], quoted: bool, span: &Range<usize>) -> Option<Typed> {
        let found = match names {
            [name] => self.scope.column(name).map(|(index, kind)| (Slot::Column(index), kind)),
            [alias, name] => self.scope.other(alias, name),
            _ => None,
        };
        if let Some((slot, kind)) = found {
            if self.aggregates.is_some() && !self.within {
                // What a row found says is the same for all rows that name it.
                if let Slot::Other(..) = slot {
                    return self.shared(slot, kind);
                }
                let name = names.join(".");
                let message = format!("{name} differs from row to row: put it in SUM, COUNT, MIN, MAX or AVG");
                self.mistake(span, message);
                return None;
            }
            return Some((Expression::Slot(slot), Some(kind)));
        }
        let [name] = names else {
            let message = match names {
                [alias, name] => self.scope.why_not(alias, name),
                _ => format!("{} has too many points: a name is column or alias.column", names.join(".")),
            };
            self.mistake(span, message);
            return None;
        };
        let hint = match self.scope.nearest(name) {
            Some(near) if !quoted && near.contains(' ') => format!("; did you mean \"{near}\", in double quotes?"),
            Some(near) => format!("; did you mean {near}?"),
            None if quoted => "; a text value is written in single quotes".to_owned(),
            None => String::new(),
        };
        self.mistake(span, format!("no column is called {name}{hint}"));
        None
    }

    /// The value that the rows found by a group share.
    fn shared(&mut self, slot: Slot, kind: Kind) -> Option<Typed> {
        let aggregates = self.aggregates.as_mut()?;
        let argument = Some(Expression::Slot(slot));
        aggregates.push((Aggregate { kind: AggregateKind::Shared, argument, filter: None }, kind));
        Some((Expression::Slot(Slot::Aggregate(aggregates.len() - 1)), Some(kind)))
    }

    /// `DATE '2026-03-05'`, `TIME '14:30'`, `TIMESTAMP '2026-03-05 14:30'`.
    fn dated(&mut self, word: &str, text: &str, span: &Range<usize>) -> Option<Typed> {
        let (patterns, kind): (&[&str], Kind) = match word {
            "DATE" => (&["yyyy-mm-dd"], Kind::Date),
            "TIME" => (&["hh:mm", "hh:mm:ss"], Kind::Time),
            _ => (&["yyyy-mm-dd hh:mm", "yyyy-mm-dd hh:mm:ss"], Kind::DateTime),
        };
        let read = |pattern: &&str| Some(DatePattern::compile(pattern).ok()?.read(text).ok()?.into_owned());
        match patterns.iter().find_map(read) {
            Some(value) => Some((Expression::Constant(value), Some(kind))),
            None => {
                self.mistake(span, format!("'{text}' is not {} written {}", kind.words(), patterns[0]));
                None
            }
        }
    }

    /// `INTERVAL '3' MONTH`
    fn interval(&mut self, count: &str, unit: &str, span: &Range<usize>) -> Option<Typed> {
        let unit = match unit.trim_end_matches('S') {
            "YEAR" => Some((12, 0, 0)),
            "MONTH" => Some((1, 0, 0)),
            "WEEK" => Some((0, 7, 0)),
            "DAY" => Some((0, 1, 0)),
            "HOUR" => Some((0, 0, 60)),
            "MINUTE" => Some((0, 0, 1)),
            _ => None,
        };
        let made = count.trim().parse::<i32>().ok().zip(unit).and_then(|(count, (months, days, minutes))| {
            let times = |of: i32| count.checked_mul(of);
            Some(Value::Interval { months: times(months)?, days: times(days)?, minutes: times(minutes)? })
        });
        match made {
            Some(value) => Some((Expression::Constant(value), Some(Kind::Interval))),
            None => {
                self.mistake(span, "a span of time is written INTERVAL '3' MONTH (or YEAR, WEEK, DAY, HOUR, MINUTE)");
                None
            }
        }
    }

    fn joined(&mut self, parts: &[Node]) -> Option<Vec<Expression>> {
        let typed: Vec<Expression> = parts.iter().filter_map(|part| self.typed_as(part, Kind::YesNo)).collect();
        (typed.len() == parts.len()).then_some(typed)
    }

    fn binary(&mut self, operator: Operator, left: &Node, right: &Node, span: &Range<usize>) -> Option<Typed> {
        let comparison = match operator {
            Operator::Compare(comparison) => comparison,
            Operator::Concatenate => {
                let parts = (self.typed_as(left, Kind::Text), self.typed_as(right, Kind::Text));
                let (first, second) = (parts.0?, parts.1?);
                return Some((Expression::Concatenate(Box::new(first), Box::new(second)), Some(Kind::Text)));
            }
            Operator::Calculate(arithmetic) => return self.arithmetic(arithmetic, left, right, span),
        };
        let (left, right) = self.alike(left, right, span, false)?;
        Some((Expression::Compare(comparison, Box::new(left), Box::new(right)), Some(Kind::YesNo)))
    }

    fn arithmetic(&mut self, op: Arithmetic, left: &Node, right: &Node, span: &Range<usize>) -> Option<Typed> {
        let parts = (self.typed(left), self.typed(right));
        let ((first, first_kind), (second, second_kind)) = (parts.0?, parts.1?);
        let number = Kind::Number;
        // Dates have no hours, and times have no days.
        let in_minutes = matches!(second, Expression::Constant(Value::Interval { minutes, .. }) if minutes != 0);
        let in_days =
            matches!(second, Expression::Constant(Value::Interval { months, days, .. }) if months != 0 || days != 0);
        let kind = match (op, first_kind.unwrap_or(number), second_kind.unwrap_or(number)) {
            (_, Kind::Number, Kind::Number) => Kind::Number,
            (Arithmetic::Subtract, Kind::Date, Kind::Date) => Kind::Number,
            (Arithmetic::Add | Arithmetic::Subtract, Kind::Date, Kind::Interval) if !in_minutes => Kind::Date,
            (Arithmetic::Add | Arithmetic::Subtract, Kind::Time, Kind::Interval) if !in_days => Kind::Time,
            (Arithmetic::Add | Arithmetic::Subtract, Kind::DateTime, Kind::Interval) => Kind::DateTime,
            (_, Kind::Date, Kind::Number) => {
                self.mistake(span, "add days to a date as INTERVAL '7' DAY");
                return None;
            }
            (_, Kind::Time, Kind::Number) => {
                self.mistake(span, "add minutes to a time as INTERVAL '30' MINUTE");
                return None;
            }
            (Arithmetic::Add | Arithmetic::Subtract, Kind::Date, Kind::Interval) => {
                self.mistake(span, "a date has no hours and minutes: add days to it, as INTERVAL '7' DAY");
                return None;
            }
            (Arithmetic::Add | Arithmetic::Subtract, Kind::Time, Kind::Interval) => {
                self.mistake(span, "a time has no days: add hours or minutes to it, as INTERVAL '2' HOUR");
                return None;
            }
            (_, first, second) => {
                self.mistake(span, format!("{} and {} cannot be calculated together", first.words(), second.words()));
                return None;
            }
        };
        Some((Expression::Arithmetic(op, Box::new(first), Box::new(second)), Some(kind)))
    }

    /// Types two parts that are to be compared with each other; NULL may be one of them where `null` says so.
    fn alike(
        &mut self,
        left: &Node,
        right: &Node,
        place: &Range<usize>,
        null: bool,
    ) -> Option<(Expression, Expression)> {
        let parts = (self.typed(left), self.typed(right));
        let ((first, first_kind), (second, second_kind)) = (parts.0?, parts.1?);
        let unknown = first_kind.is_none() || second_kind.is_none();
        (null && unknown || self.comparable(first_kind, second_kind, place)).then_some((first, second))
    }

    fn comparable(&mut self, first: Option<Kind>, second: Option<Kind>, place: &Range<usize>) -> bool {
        let message = match (first, second) {
            (Some(Kind::Date | Kind::DateTime), Some(Kind::Date | Kind::DateTime)) => return true,
            (Some(Kind::Interval), _) | (_, Some(Kind::Interval)) => {
                "a span of time can only be added to a date or a time, or subtracted from one".to_owned()
            }
            (Some(first), Some(second)) if first != second => {
                let hint = match (first, second) {
                    (Kind::Date, Kind::Text) | (Kind::Text, Kind::Date) => ": write the date as DATE '2026-12-31'",
                    (Kind::Number, Kind::Text) => ": numbers are written without quotes",
                    (Kind::Text, Kind::Number) => ": a text column is compared with a value in single quotes",
                    _ => "",
                };
                format!("{} is compared with {}{hint}", first.words(), second.words())
            }
            (None, _) | (_, None) => "nothing equals NULL: ask whether it IS NULL".to_owned(),
            _ => return true,
        };
        self.mistake(place, message);
        false
    }

    fn between(&mut self, part: &Node, low: &Node, high: &Node, negated: bool) -> Option<Typed> {
        let parts = (self.alike(part, low, &low.span, false), self.alike(part, high, &high.span, false));
        let ((part, low), (_, high)) = (parts.0?, parts.1?);
        Some(negate(Expression::Between(Box::new(part), Box::new(low), Box::new(high)), negated))
    }

    fn in_list(&mut self, part: &Node, list: &[Node], negated: bool) -> Option<Typed> {
        let (first, kind) = self.typed(part)?;
        if list.is_empty() {
            self.mistake(&part.span, "the list behind IN is empty");
            return None;
        }
        let mut values = Vec::new();
        for each in list {
            if let Some((value, value_kind)) = self.typed(each)
                && self.comparable(kind, value_kind, &each.span)
            {
                values.push(value);
            }
        }
        (values.len() == list.len()).then(|| negate(Expression::In(Box::new(first), values), negated))
    }

    fn like(&mut self, part: &Node, pattern: &Node, escape: Option<&Node>, negated: bool) -> Option<Typed> {
        let first = self.typed_as(part, Kind::Text)?;
        let escape = match escape.map(|escape| (&escape.kind, &escape.span)) {
            None => None,
            Some((NodeKind::Text(text), _)) if text.chars().count() == 1 => text.chars().next(),
            Some((_, span)) => {
                self.mistake(span, "ESCAPE is followed by one character in single quotes");
                return None;
            }
        };
        let compiled = match &pattern.kind {
            NodeKind::Text(written) if written.len() > PATTERN => {
                self.mistake(&pattern.span, format!("the pattern is longer than {PATTERN} characters"));
                return None;
            }
            NodeKind::Text(written) => match functions::like_pattern(written, escape) {
                Ok(regex) => Pattern::Constant(written.clone(), Box::new(regex)),
                Err(_) => {
                    self.mistake(&pattern.span, "the pattern is too large");
                    return None;
                }
            },
            _ => Pattern::Of(Box::new(self.typed_as(pattern, Kind::Text)?), escape),
        };
        Some(negate(Expression::Like(Box::new(first), compiled), negated))
    }

    fn like_regex(&mut self, part: &Node, pattern: &Node, flags: Option<&Node>, negated: bool) -> Option<Typed> {
        let first = self.typed_as(part, Kind::Text)?;
        let NodeKind::Text(written) = &pattern.kind else {
            self.mistake(&pattern.span, "LIKE_REGEX is followed by an expression in single quotes");
            return None;
        };
        if written.len() > PATTERN {
            self.mistake(&pattern.span, format!("the pattern is longer than {PATTERN} characters"));
            return None;
        }
        let mut builder = regex::RegexBuilder::new(written);
        builder.size_limit(4 << 20);
        if let Some(flags) = flags {
            let NodeKind::Text(letters) = &flags.kind else {
                self.mistake(&flags.span, "FLAG is followed by letters in single quotes: i, s, m, x");
                return None;
            };
            for letter in letters.chars() {
                match letter {
                    'i' => drop(builder.case_insensitive(true)),
                    's' => drop(builder.dot_matches_new_line(true)),
                    'm' => drop(builder.multi_line(true)),
                    'x' => drop(builder.ignore_whitespace(true)),
                    other => {
                        self.mistake(&flags.span, format!("there is no flag {other}; there is i, s, m and x"));
                        return None;
                    }
                }
            }
        }
        match builder.build() {
            Ok(regex) => {
                Some(negate(Expression::LikeRegex(Box::new(first), written.clone(), Box::new(regex)), negated))
            }
            Err(error) => {
                let text = error.to_string();
                let why = text.lines().last().unwrap_or_default().trim_start_matches("error: ").to_owned();
                self.mistake(&pattern.span, format!("the expression cannot be used: {why}"));
                None
            }
        }
    }

    fn case(&mut self, operand: Option<&Node>, branches: &[(Node, Node)], last: Option<&Node>) -> Option<Typed> {
        let mut typed = Vec::new();
        let mut kind = None;
        for (when, then) in branches {
            let when = match operand {
                Some(operand) => {
                    let (left, right) = self.alike(operand, when, &when.span, false)?;
                    Expression::Compare(Comparison::Equal, Box::new(left), Box::new(right))
                }
                None => self.typed_as(when, Kind::YesNo)?,
            };
            typed.push((when, self.typed_like_the_others(then, &mut kind)?));
        }
        let last = match last {
            Some(tree) => self.typed_like_the_others(tree, &mut kind)?,
            None => Expression::Constant(Value::Blank),
        };
        Some((Expression::Case(typed, Box::new(last)), kind))
    }

    /// NULLIF: the first, and blank where it equals the second.
    pub fn null_if(&mut self, first: &Node, second: &Node, span: &Range<usize>) -> Option<Typed> {
        let (value, kind) = self.typed(first)?;
        let (left, right) = self.alike(first, second, span, false)?;
        let equal = Expression::Compare(Comparison::Equal, Box::new(left), Box::new(right));
        Some((Expression::Case(vec![(equal, Expression::Constant(Value::Blank))], Box::new(value)), kind))
    }

    /// Types one of several parts that must all be of one kind, which the first of them sets.
    pub fn typed_like_the_others(&mut self, tree: &Node, kind: &mut Option<Kind>) -> Option<Expression> {
        let (part, found) = self.typed(tree)?;
        match (*kind, found) {
            (Some(wanted), Some(found)) if wanted != found => {
                let message = format!("this is {}, and those before it {}", found.words(), wanted.words());
                self.mistake(&tree.span, message);
                None
            }
            _ => {
                *kind = kind.or(found);
                Some(part)
            }
        }
    }

    /// SUM, COUNT and their like.
    fn aggregate(&mut self, call: &Call, span: &Range<usize>) -> Option<Typed> {
        let kind = AggregateKind::named(call)?;
        let name = &call.name;
        if self.aggregates.is_none() {
            let message = format!("{name} is over several rows, and this rule judges one row at a time");
            self.mistake(span, message);
            return None;
        }
        if self.within {
            self.mistake(span, format!("{name} cannot be within another aggregate"));
            return None;
        }
        self.within = true;
        let argument = match call.arguments.as_slice() {
            [] if call.star && kind == AggregateKind::Count => Some(None),
            [argument] if !call.star => self.typed(argument).map(Some),
            _ => {
                self.mistake(span, format!("{name} needs one column or expression; COUNT also allows *"));
                None
            }
        };
        let filter = call.filter.as_ref().map(|filter| self.typed_as(filter, Kind::YesNo));
        self.within = false;
        let filter = match filter {
            Some(filter) => Some(filter?),
            None => None,
        };
        let (argument, found) = match argument? {
            Some((argument, found)) => (Some(argument), found.unwrap_or(Kind::Text)),
            None => (None, Kind::Number),
        };
        if matches!(kind, AggregateKind::Sum | AggregateKind::Average) && found != Kind::Number {
            let what = call.arguments.first().map_or_else(|| span.clone(), |argument| argument.span.clone());
            let verb = if kind == AggregateKind::Sum { "summed" } else { "averaged" };
            self.mistake(&what, format!("this is {}, and only numbers can be {verb}", found.words()));
            return None;
        }
        let gives = if matches!(kind, AggregateKind::Min | AggregateKind::Max) { found } else { Kind::Number };
        let aggregates = self.aggregates.as_mut()?;
        aggregates.push((Aggregate { kind, argument, filter }, gives));
        Some((Expression::Slot(Slot::Aggregate(aggregates.len() - 1)), Some(gives)))
    }
}

impl typing_calls::Typing for Typing<'_> {
    fn mistake(&mut self, span: &Range<usize>, message: impl Into<String>) {
        Typing::mistake(self, span, message);
    }

    fn typed(&mut self, tree: &Node) -> Option<Typed> {
        Typing::typed(self, tree)
    }

    fn typed_as(&mut self, tree: &Node, wanted: Kind) -> Option<Expression> {
        Typing::typed_as(self, tree, wanted)
    }

    fn typed_like_the_others(&mut self, tree: &Node, kind: &mut Option<Kind>) -> Option<Expression> {
        Typing::typed_like_the_others(self, tree, kind)
    }

    fn null_if(&mut self, first: &Node, second: &Node, span: &Range<usize>) -> Option<Typed> {
        Typing::null_if(self, first, second, span)
    }
}

/// `.5` and `5.` are numbers of SQL.
fn written_short(digits: &str) -> Option<rust_decimal::Decimal> {
    rust_decimal::Decimal::from_scientific(digits).ok().or_else(|| {
        let whole = format!("0{digits}0");
        whole.parse().ok().filter(|_| digits.starts_with('.') || digits.ends_with('.'))
    })
}

fn negate(part: Expression, negated: bool) -> Typed {
    let whole = if negated { Expression::Not(Box::new(part)) } else { part };
    (whole, Some(Kind::YesNo))
}
