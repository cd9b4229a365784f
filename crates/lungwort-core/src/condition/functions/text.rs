//! Functions of texts. Characters are Unicode scalar values, counted from one.

use std::borrow::Cow;

use regex::{Regex, RegexBuilder};
use rust_decimal::Decimal;
use rust_decimal::prelude::ToPrimitive;

use super::Function;
use crate::cell::{Kind, Value};
use crate::limits::LONGEST_MADE;

const TEXT: &[Kind] = &[Kind::Text];
const TEXT_AND_NUMBER: &[Kind] = &[Kind::Text, Kind::Number];

fn owned<'v>(text: impl Into<String>) -> Value<'v> {
    Value::Text(Cow::Owned(text.into()))
}

fn of_text<'v>(values: &[Value<'v>], run: fn(&str) -> String) -> Value<'v> {
    match values {
        [Value::Text(text)] => owned(run(text)),
        _ => Value::Unreadable,
    }
}

fn length<'v>(values: &[Value<'v>], run: fn(&str) -> usize) -> Value<'v> {
    match values {
        [Value::Text(text)] => Value::Number(Decimal::from(run(text))),
        _ => Value::Unreadable,
    }
}

pub(in crate::condition) static CHAR_LENGTH: Function = Function {
    name: "CHAR_LENGTH",
    also: &["CHARACTER_LENGTH"],
    kinds: TEXT,
    least: 1,
    gives: Kind::Number,
    run: |values| length(values, |text| text.chars().count()),
    say: |parts| format!("the number of characters of {}", parts[0]),
    called: &[],
};

pub(in crate::condition) static OCTET_LENGTH: Function = Function {
    name: "OCTET_LENGTH",
    also: &[],
    kinds: TEXT,
    least: 1,
    gives: Kind::Number,
    run: |values| length(values, str::len),
    say: |parts| format!("the number of bytes of {} in UTF-8", parts[0]),
    called: &[],
};

pub(in crate::condition) static UPPER: Function = Function {
    name: "UPPER",
    also: &[],
    kinds: TEXT,
    least: 1,
    gives: Kind::Text,
    run: |values| of_text(values, str::to_uppercase),
    say: |parts| format!("{} in capitals", parts[0]),
    called: &[],
};

pub(in crate::condition) static LOWER: Function = Function {
    name: "LOWER",
    also: &[],
    kinds: TEXT,
    least: 1,
    gives: Kind::Text,
    run: |values| of_text(values, str::to_lowercase),
    say: |parts| format!("{} in lower case", parts[0]),
    called: &[],
};

/// TRIM of both ends.
pub(in crate::condition) static TRIM: Function = Function {
    name: "TRIM",
    also: &[],
    kinds: TEXT,
    least: 1,
    gives: Kind::Text,
    run: |values| of_text(values, |text| text.trim().to_owned()),
    say: |parts| format!("{} without spaces around", parts[0]),
    called: &[],
};

pub(in crate::condition) static TRIM_LEADING: Function = Function {
    name: "TRIM LEADING",
    also: &[],
    kinds: TEXT,
    least: 1,
    gives: Kind::Text,
    run: |values| of_text(values, |text| text.trim_start().to_owned()),
    say: |parts| format!("{} without spaces before it", parts[0]),
    called: &[],
};

pub(in crate::condition) static TRIM_TRAILING: Function = Function {
    name: "TRIM TRAILING",
    also: &[],
    kinds: TEXT,
    least: 1,
    gives: Kind::Text,
    run: |values| of_text(values, |text| text.trim_end().to_owned()),
    say: |parts| format!("{} without spaces behind it", parts[0]),
    called: &[],
};

pub(in crate::condition) static SUBSTRING: Function = Function {
    name: "SUBSTRING",
    also: &[],
    kinds: &[Kind::Text, Kind::Number, Kind::Number],
    least: 2,
    gives: Kind::Text,
    run: |values| match values {
        [Value::Text(text), Value::Number(from), rest @ ..] => {
            substring(text, *from, rest).map_or(Value::Unreadable, owned)
        }
        _ => Value::Unreadable,
    },
    say: |parts| format!("the part of {} from character {}", parts[0], parts[1..].join(", of length ")),
    called: &[],
};

/// Places before the text count against the length, as the standard has it.
fn substring(text: &str, from: Decimal, length: &[Value<'_>]) -> Option<String> {
    let start = i64::try_from(from.trunc()).ok()?;
    let end = match length {
        [Value::Number(length)] => start.checked_add(i64::try_from(length.trunc()).ok()?)?,
        _ => i64::MAX,
    };
    let within = (1_i64..).zip(text.chars()).filter(|(place, _)| (start..end).contains(place));
    Some(within.map(|(_, each)| each).collect())
}

pub(in crate::condition) static POSITION: Function = Function {
    name: "POSITION",
    also: &[],
    kinds: &[Kind::Text, Kind::Text],
    least: 2,
    gives: Kind::Number,
    run: |values| match values {
        [Value::Text(part), Value::Text(text)] => {
            let place = text.find(part.as_ref()).map_or(0, |at| text[..at].chars().count() + 1);
            Value::Number(Decimal::from(place))
        }
        _ => Value::Unreadable,
    },
    say: |parts| format!("the place of \"{}\" in {}", parts[0], parts[1]),
    called: &[],
};

fn count_of(count: &Decimal) -> Option<usize> {
    count.trunc().to_usize().filter(|count| *count <= LONGEST_MADE)
}

/// So many characters of a text, from its beginning or its end.
fn end_of<'v>(values: &[Value<'v>], from_the_left: bool) -> Value<'v> {
    let [Value::Text(text), Value::Number(count)] = values else { return Value::Unreadable };
    let Some(count) = count.trunc().max(Decimal::ZERO).to_usize() else { return Value::Unreadable };
    let all = text.chars().count();
    let skip = if from_the_left { 0 } else { all.saturating_sub(count) };
    owned(text.chars().skip(skip).take(count).collect::<String>())
}

/// So many characters at one end of a text, in words.
fn at_one_end(which: &str, parts: &[String]) -> String {
    match parts[1].as_str() {
        "1" => format!("the {which} character of {}", parts[0]),
        count => format!("the {which} {count} characters of {}", parts[0]),
    }
}

pub(in crate::condition) static LEFT: Function = Function {
    name: "LEFT",
    also: &[],
    kinds: TEXT_AND_NUMBER,
    least: 2,
    gives: Kind::Text,
    run: |values| end_of(values, true),
    say: |parts| at_one_end("first", parts),
    called: &[],
};

pub(in crate::condition) static RIGHT: Function = Function {
    name: "RIGHT",
    also: &[],
    kinds: TEXT_AND_NUMBER,
    least: 2,
    gives: Kind::Text,
    run: |values| end_of(values, false),
    say: |parts| at_one_end("last", parts),
    called: &[],
};

/// A text brought to a length: filled up on one side, or cut off on the right.
fn padded<'v>(values: &[Value<'v>], on_the_left: bool) -> Value<'v> {
    let (text, length, with) = match values {
        [Value::Text(text), Value::Number(length)] => (text, length, " "),
        [Value::Text(text), Value::Number(length), Value::Text(with)] => (text, length, with.as_ref()),
        _ => return Value::Unreadable,
    };
    let Some(length) = count_of(length) else { return Value::Unreadable };
    let all = text.chars().count();
    if all >= length || with.is_empty() {
        return owned(text.chars().take(length).collect::<String>());
    }
    let filling: String = with.chars().cycle().take(length - all).collect();
    owned(if on_the_left { format!("{filling}{text}") } else { format!("{text}{filling}") })
}

fn padded_words(parts: &[String], side: &str) -> String {
    let with = parts.get(2).map_or("spaces".to_owned(), |with| format!("\"{with}\""));
    format!("{} brought to {} characters with {with} on the {side}", parts[0], parts[1])
}

pub(in crate::condition) static LPAD: Function = Function {
    name: "LPAD",
    also: &[],
    kinds: &[Kind::Text, Kind::Number, Kind::Text],
    least: 2,
    gives: Kind::Text,
    run: |values| padded(values, true),
    say: |parts| padded_words(parts, "left"),
    called: &[],
};

pub(in crate::condition) static RPAD: Function = Function {
    name: "RPAD",
    also: &[],
    kinds: &[Kind::Text, Kind::Number, Kind::Text],
    least: 2,
    gives: Kind::Text,
    run: |values| padded(values, false),
    say: |parts| padded_words(parts, "right"),
    called: &[],
};

pub(in crate::condition) static REPLACE: Function = Function {
    name: "REPLACE",
    also: &[],
    kinds: &[Kind::Text, Kind::Text, Kind::Text],
    least: 3,
    gives: Kind::Text,
    run: |values| match values {
        [Value::Text(text), Value::Text(part), Value::Text(with)] => {
            if part.is_empty() {
                return owned(text.as_ref());
            }
            let grows = text.matches(part.as_ref()).count().saturating_mul(with.len());
            if grows > LONGEST_MADE { Value::Unreadable } else { owned(text.replace(part.as_ref(), with)) }
        }
        _ => Value::Unreadable,
    },
    say: |parts| format!("{} with \"{}\" in place of \"{}\"", parts[0], parts[2], parts[1]),
    called: &[],
};

/// A LIKE pattern as a regular expression: `%` any text, `_` one character, `escape` makes the next one plain.
pub(in crate::condition) fn like_pattern(pattern: &str, escape: Option<char>) -> Result<Regex, regex::Error> {
    let mut out = String::from("^");
    let mut letters = pattern.chars();
    while let Some(each) = letters.next() {
        match each {
            _ if Some(each) == escape => {
                if let Some(plain) = letters.next() {
                    out.push_str(&regex::escape(plain.encode_utf8(&mut [0; 4])));
                }
            }
            '%' => out.push_str(".*"),
            '_' => out.push('.'),
            _ => out.push_str(&regex::escape(each.encode_utf8(&mut [0; 4]))),
        }
    }
    out.push('$');
    RegexBuilder::new(&out).dot_matches_new_line(true).size_limit(4 << 20).build()
}

/// A piece of a LIKE pattern.
#[derive(Clone, Copy, PartialEq)]
enum Piece {
    Any,
    One,
    Plain(char),
}

/// Whether a text is like a pattern that is known for this row only. Where a piece does not fit, the search goes back
/// to the last `%` alone, so that it takes no longer than text times pattern.
pub(in crate::condition) fn like(text: &str, pattern: &str, escape: Option<char>) -> bool {
    let mut pieces = Vec::new();
    let mut letters = pattern.chars();
    while let Some(each) = letters.next() {
        match each {
            _ if Some(each) == escape => pieces.extend(letters.next().map(Piece::Plain)),
            '%' => pieces.push(Piece::Any),
            '_' => pieces.push(Piece::One),
            _ => pieces.push(Piece::Plain(each)),
        }
    }
    let text: Vec<char> = text.chars().collect();
    let (mut at, mut piece) = (0, 0);
    let mut last_any: Option<(usize, usize)> = None;
    while at < text.len() {
        match pieces.get(piece) {
            Some(Piece::Any) => {
                last_any = Some((at, piece));
                piece += 1;
            }
            Some(Piece::One) => (at, piece) = (at + 1, piece + 1),
            Some(Piece::Plain(each)) if *each == text[at] => (at, piece) = (at + 1, piece + 1),
            _ => match last_any {
                Some((from, any)) => {
                    last_any = Some((from + 1, any));
                    (at, piece) = (from + 1, any + 1);
                }
                None => return false,
            },
        }
    }
    pieces[piece..].iter().all(|piece| *piece == Piece::Any)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    proptest! {
        #[test]
        fn both_ways_of_matching_agree(text in "[ab%\n]{0,8}", pattern in "[ab%_!]{0,6}") {
            let regex = like_pattern(&pattern, Some('!')).unwrap();
            prop_assert_eq!(like(&text, &pattern, Some('!')), regex.is_match(&text));
        }
    }
}
