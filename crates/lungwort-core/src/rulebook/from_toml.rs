//! From a value of TOML to a written type.
//!
//! The parser's own way there builds each type three times: for tables, for values with their places and for dates, of which
//! the written types ask for none but the first. All of them together are a tenth of what the compiler has to work through,
//! so they are built once, here.

use std::borrow::Cow;
use std::fmt::Display;
use std::ops::Range;

use serde::Deserialize;
use serde::de::value::StrDeserializer;
use serde::de::{self, DeserializeSeed, Error as _, MapAccess, SeqAccess, Visitor};
use toml::Spanned;
use toml::de::{DeFloat, DeInteger, DeString, DeValue};

/// Why a value is not of a type, and where.
#[derive(Debug)]
pub(super) struct Unfit {
    /// What is wrong, in serde's words.
    pub(super) message: String,
    /// Where.
    pub(super) span: Option<Range<usize>>,
}

impl Display for Unfit {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        out.write_str(&self.message)
    }
}

impl std::error::Error for Unfit {}

impl de::Error for Unfit {
    fn custom<T: Display>(message: T) -> Unfit {
        Unfit { message: message.to_string(), span: None }
    }
}

/// Reads a value.
pub(super) fn value<'v, T: Deserialize<'v>>(of: &'v Spanned<DeValue<'v>>) -> Result<T, Unfit> {
    T::deserialize(Reader::Value(of))
}

/// Reads the text of a value, such as `{ max = 40 }`.
pub(super) fn text<T: de::DeserializeOwned>(of: &str) -> Option<T> {
    DeValue::parse(of).ok().and_then(|read| value(&read).ok())
}

/// The innermost place at which something was wrong is the one that is kept.
fn placed<T>(read: Result<T, Unfit>, span: Range<usize>) -> Result<T, Unfit> {
    read.map_err(|unfit| Unfit { span: unfit.span.or(Some(span)), ..unfit })
}

/// A value, a key, or a date without quotes, which comes as its text: all of one type, so that what reads them is built once.
enum Reader<'v> {
    Value(&'v Spanned<DeValue<'v>>),
    Text(Cow<'v, str>, Range<usize>),
}

impl<'v> Reader<'v> {
    fn plain(self) -> Plain<'v> {
        let value = match self {
            Reader::Text(text, _) => return Plain::Text(text),
            Reader::Value(value) => value,
        };
        match value.get_ref() {
            DeValue::String(text) => Plain::Text(Cow::Borrowed(text)),
            DeValue::Integer(number) => whole(number),
            DeValue::Float(number) => fraction(number),
            DeValue::Boolean(truth) => Plain::Truth(*truth),
            DeValue::Datetime(moment) => Plain::Entries(Entries::Moment(Some(moment.to_string()), value.span())),
            DeValue::Array(items) => Plain::Items(Items(items.as_ref().iter())),
            DeValue::Table(table) => Plain::Entries(Entries::Table(table.iter(), None)),
        }
    }

    fn span(&self) -> Range<usize> {
        match self {
            Reader::Value(value) => value.span(),
            Reader::Text(_, span) => span.clone(),
        }
    }
}

impl<'v> de::Deserializer<'v> for Reader<'v> {
    type Error = Unfit;

    fn deserialize_any<V: Visitor<'v>>(self, visitor: V) -> Result<V::Value, Unfit> {
        let span = self.span();
        let read = match self.plain() {
            Plain::Text(Cow::Borrowed(text)) => visitor.visit_borrowed_str(text),
            Plain::Text(Cow::Owned(text)) => visitor.visit_string(text),
            Plain::Whole(number) => visitor.visit_i64(number),
            Plain::Large(number) => visitor.visit_u64(number),
            Plain::Fraction(number) => visitor.visit_f64(number),
            Plain::Truth(truth) => visitor.visit_bool(truth),
            Plain::Items(items) => visitor.visit_seq(items),
            Plain::Entries(entries) => visitor.visit_map(entries),
            Plain::TooLarge => Err(Unfit::custom("this number is too large")),
        };
        placed(read, span)
    }

    // What is not there is left out in TOML: what is there is some.
    fn deserialize_option<V: Visitor<'v>>(self, visitor: V) -> Result<V::Value, Unfit> {
        let span = self.span();
        placed(visitor.visit_some(self), span)
    }

    fn deserialize_newtype_struct<V: Visitor<'v>>(self, _: &'static str, visitor: V) -> Result<V::Value, Unfit> {
        let span = self.span();
        placed(visitor.visit_newtype_struct(self), span)
    }

    // No written type has a choice that holds more than its name.
    fn deserialize_enum<V: Visitor<'v>>(
        self,
        _: &'static str,
        _: &'static [&'static str],
        visitor: V,
    ) -> Result<V::Value, Unfit> {
        let span = self.span();
        let name = match &self {
            Reader::Text(text, _) => Some(&**text),
            Reader::Value(value) => value.get_ref().as_str(),
        };
        let read = match name {
            Some(name) => visitor.visit_enum(StrDeserializer::new(name)),
            None => Err(de::Error::custom("use a text in quotes here")),
        };
        placed(read, span)
    }

    serde::forward_to_deserialize_any! {
        <V: Visitor<'v>>
        bool u8 u16 u32 u64 i8 i16 i32 i64 i128 u128 f32 f64 char str string seq bytes byte_buf map unit
        ignored_any unit_struct tuple_struct tuple identifier struct
    }
}

/// What a value is for those who ask for no type.
enum Plain<'v> {
    Text(Cow<'v, str>),
    Whole(i64),
    /// Too large for the other.
    Large(u64),
    Fraction(f64),
    Truth(bool),
    Items(Items<'v>),
    Entries(Entries<'v>),
    TooLarge,
}

fn whole<'v>(number: &DeInteger<'_>) -> Plain<'v> {
    let (text, radix) = (number.as_str(), number.radix());
    let large = || u64::from_str_radix(text, radix).map_or(Plain::TooLarge, Plain::Large);
    i64::from_str_radix(text, radix).map_or_else(|_| large(), Plain::Whole)
}

fn fraction<'v>(number: &DeFloat<'_>) -> Plain<'v> {
    let text = number.as_str();
    let read = text.parse().ok().filter(|read: &f64| !read.is_infinite() || text.contains("inf"));
    read.map_or(Plain::TooLarge, Plain::Fraction)
}

struct Items<'v>(std::slice::Iter<'v, Spanned<DeValue<'v>>>);

impl<'v> SeqAccess<'v> for Items<'v> {
    type Error = Unfit;

    fn next_element_seed<T: DeserializeSeed<'v>>(&mut self, seed: T) -> Result<Option<T::Value>, Unfit> {
        self.0.next().map(|item| seed.deserialize(Reader::Value(item))).transpose()
    }

    fn size_hint(&self) -> Option<usize> {
        Some(self.0.len())
    }
}

enum Entries<'v> {
    /// The entries to come, and the value of the key read last.
    Table(toml::map::Iter<'v, Spanned<DeString<'v>>, Spanned<DeValue<'v>>>, Option<&'v Spanned<DeValue<'v>>>),
    /// A date or a time without quotes, where it is: one entry, whose value is its text.
    Moment(Option<String>, Range<usize>),
}

impl<'v> MapAccess<'v> for Entries<'v> {
    type Error = Unfit;

    fn next_key_seed<K: DeserializeSeed<'v>>(&mut self, seed: K) -> Result<Option<K::Value>, Unfit> {
        let key = match self {
            Entries::Table(rest, value) => rest.next().map(|(key, next)| {
                *value = Some(next);
                Reader::Text(Cow::Borrowed(key.get_ref()), key.span())
            }),
            Entries::Moment(text, span) => text.is_some().then(|| Reader::Text(Cow::Borrowed("date"), span.clone())),
        };
        key.map(|key| seed.deserialize(key)).transpose()
    }

    fn next_value_seed<V: DeserializeSeed<'v>>(&mut self, seed: V) -> Result<V::Value, Unfit> {
        let value = match self {
            Entries::Table(_, value) => value.take().map(Reader::Value),
            Entries::Moment(text, span) => text.take().map(|text| Reader::Text(Cow::Owned(text), span.clone())),
        };
        seed.deserialize(value.ok_or_else(|| Unfit::custom("a value is missing here"))?)
    }
}
