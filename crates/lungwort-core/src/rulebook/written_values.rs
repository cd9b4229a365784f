//! Values of a rulebook that may be written in more than one way, read so that what is wrong with them is reported.

use indexmap::IndexMap;
use schemars::{JsonSchema, Schema, SchemaGenerator, json_schema};
use serde::Deserialize;
use serde::de::{self, Deserializer, MapAccess, SeqAccess, Visitor};
use serde::ser::{Serialize, Serializer};

use super::written::WrittenLookup;

/// A regular expression, alone or with words for people.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct WrittenPattern {
    /// The expression; it must match the whole value.
    pub regex: String,
    /// What it requires, in words.
    pub words: Option<String>,
}

/// One regular expression or several.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct WrittenPatterns(pub Vec<WrittenPattern>);

struct PatternsVisitor;

impl<'de> Visitor<'de> for PatternsVisitor {
    type Value = WrittenPatterns;

    fn expecting(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        out.write_str("a regular expression in quotes, { regex = '…', words = \"…\" }, or a list of them")
    }

    fn visit_str<E: de::Error>(self, text: &str) -> Result<WrittenPatterns, E> {
        PatternVisitor.visit_str(text).map(|one| WrittenPatterns(vec![one]))
    }

    fn visit_map<A: MapAccess<'de>>(self, map: A) -> Result<WrittenPatterns, A::Error> {
        PatternVisitor.visit_map(map).map(|one| WrittenPatterns(vec![one]))
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut list: A) -> Result<WrittenPatterns, A::Error> {
        let mut patterns = Vec::new();
        while let Some(pattern) = list.next_element()? {
            patterns.push(pattern);
        }
        Ok(WrittenPatterns(patterns))
    }
}

impl<'de> Deserialize<'de> for WrittenPatterns {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        from.deserialize_any(PatternsVisitor)
    }
}

impl JsonSchema for WrittenPatterns {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Patterns".into()
    }

    fn json_schema(generator: &mut SchemaGenerator) -> Schema {
        let one = generator.subschema_for::<WrittenPattern>();
        json_schema!({ "anyOf": [one, { "type": "array", "items": one, "description": "Several of them." }] })
    }
}

/// The values a column takes.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum WrittenAllowed {
    /// A plain list.
    Values(Vec<String>),
    /// Codes, each with its meaning.
    Codes(IndexMap<String, String>),
    /// A column of a reference.
    Reference(WrittenLookup),
    /// Lists of which another column's value chooses one.
    Dependent(WrittenDependent),
    /// A column of another sheet of the same file.
    OtherSheet(WrittenOtherSheet),
}

/// A column of another sheet.
#[derive(Debug, Clone, Default, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenOtherSheet {
    /// The sheet's name in the rulebook.
    pub sheet: String,
    /// The column's heading or name; the heading of this column if left out.
    pub column: Option<String>,
    /// Whether each value there must be used here too.
    #[serde(default)]
    pub both_ways: bool,
}

/// Lists of which another column's value chooses one.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct WrittenDependent {
    /// The other column.
    pub depends_on: String,
    /// For each of its values, those that go with it.
    pub values: IndexMap<String, Vec<String>>,
}

/// A number, or a text such as a date or "today".
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct WrittenBound(pub String);

/// What is said where a code stands without quotes.
const QUOTES: &str = "codes are text: put it in quotes, so that 01 stays 01";

struct PatternVisitor;

impl<'de> Visitor<'de> for PatternVisitor {
    type Value = WrittenPattern;

    fn expecting(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        out.write_str("a regular expression in quotes, or { regex = '…', words = \"…\" }")
    }

    fn visit_str<E: de::Error>(self, text: &str) -> Result<WrittenPattern, E> {
        Ok(WrittenPattern { regex: text.to_owned(), words: None })
    }

    fn visit_map<A: MapAccess<'de>>(self, map: A) -> Result<WrittenPattern, A::Error> {
        #[derive(Deserialize)]
        #[serde(deny_unknown_fields)]
        struct Parts {
            regex: String,
            words: Option<String>,
        }
        let parts = Parts::deserialize(de::value::MapAccessDeserializer::new(map))?;
        Ok(WrittenPattern { regex: parts.regex, words: parts.words })
    }
}

impl<'de> Deserialize<'de> for WrittenPattern {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        from.deserialize_any(PatternVisitor)
    }
}

/// A text that must stand in quotes: a number or a date in its place is reported so.
struct Quoted(String);

impl<'de> Deserialize<'de> for Quoted {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        struct QuotedVisitor;
        impl<'de> Visitor<'de> for QuotedVisitor {
            type Value = Quoted;
            fn expecting(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
                out.write_str("a text in quotes")
            }
            fn visit_str<E: de::Error>(self, text: &str) -> Result<Quoted, E> {
                Ok(Quoted(text.to_owned()))
            }
            fn visit_i64<E: de::Error>(self, _: i64) -> Result<Quoted, E> {
                Err(E::custom(QUOTES))
            }
            fn visit_f64<E: de::Error>(self, _: f64) -> Result<Quoted, E> {
                Err(E::custom(QUOTES))
            }
            fn visit_bool<E: de::Error>(self, _: bool) -> Result<Quoted, E> {
                Err(E::custom(QUOTES))
            }
            fn visit_map<A: MapAccess<'de>>(self, _: A) -> Result<Quoted, A::Error> {
                Err(de::Error::custom("a code with a point in it must be in quotes: \"1.5\" = \"…\""))
            }
        }
        from.deserialize_any(QuotedVisitor)
    }
}

struct AllowedVisitor;

impl<'de> Visitor<'de> for AllowedVisitor {
    type Value = WrittenAllowed;

    fn expecting(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        out.write_str("a list of values, codes with meanings, or { reference = \"…\" }")
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut items: A) -> Result<WrittenAllowed, A::Error> {
        let mut values = Vec::new();
        while let Some(Quoted(value)) = items.next_element()? {
            values.push(value);
        }
        Ok(WrittenAllowed::Values(values))
    }

    fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<WrittenAllowed, A::Error> {
        let mut codes = IndexMap::new();
        let mut lookup: Option<WrittenLookup> = None;
        let mut dependent: Option<WrittenDependent> = None;
        let mut other: Option<WrittenOtherSheet> = None;
        while let Some(key) = map.next_key::<String>()? {
            match (key.as_str(), &mut lookup) {
                ("sheet", None) if codes.is_empty() && other.is_none() && dependent.is_none() => {
                    other = Some(WrittenOtherSheet { sheet: map.next_value()?, ..WrittenOtherSheet::default() });
                }
                (key, None) if other.is_some() => {
                    let Some(other) = &mut other else { continue };
                    match key {
                        "column" => other.column = Some(map.next_value()?),
                        "both_ways" => other.both_ways = map.next_value()?,
                        _ => return Err(de::Error::unknown_field(key, &["sheet", "column", "both_ways"])),
                    }
                }
                ("depends_on", None) if codes.is_empty() && dependent.is_none() => {
                    dependent = Some(WrittenDependent { depends_on: map.next_value()?, ..WrittenDependent::default() });
                }
                ("values", None) if dependent.is_some() => {
                    let values = map.next_value()?;
                    dependent = dependent.map(|dependent| WrittenDependent { values, ..dependent });
                }
                (_, None) if dependent.is_some() => {
                    return Err(de::Error::unknown_field(&key, &["depends_on", "values"]));
                }
                ("reference", None) if codes.is_empty() => {
                    lookup = Some(WrittenLookup { reference: map.next_value()?, ..WrittenLookup::default() });
                }
                ("column", Some(lookup)) => lookup.column = Some(map.next_value()?),
                ("meaning", Some(lookup)) => lookup.meaning = Some(map.next_value()?),
                ("own", Some(lookup)) => lookup.own = Some(map.next_value()?),
                ("successor", Some(lookup)) => lookup.successor = Some(map.next_value()?),
                ("matching", Some(lookup)) => lookup.matching = map.next_value()?,
                (_, Some(_)) => {
                    return Err(de::Error::unknown_field(
                        &key,
                        &["reference", "column", "meaning", "own", "successor", "matching"],
                    ));
                }
                (_, None) => {
                    codes.insert(key, map.next_value::<Quoted>()?.0);
                }
            }
        }
        if let Some(other) = other {
            return Ok(WrittenAllowed::OtherSheet(other));
        }
        if let Some(dependent) = dependent {
            return Ok(WrittenAllowed::Dependent(dependent));
        }
        Ok(lookup.map_or(WrittenAllowed::Codes(codes), WrittenAllowed::Reference))
    }
}

impl<'de> Deserialize<'de> for WrittenAllowed {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        from.deserialize_any(AllowedVisitor)
    }
}

struct BoundVisitor;

impl<'de> Visitor<'de> for BoundVisitor {
    type Value = WrittenBound;

    fn expecting(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        out.write_str("a number, or a date in quotes, or \"today\"")
    }

    fn visit_str<E: de::Error>(self, text: &str) -> Result<WrittenBound, E> {
        Ok(WrittenBound(text.to_owned()))
    }

    fn visit_i64<E: de::Error>(self, number: i64) -> Result<WrittenBound, E> {
        Ok(WrittenBound(number.to_string()))
    }

    // The shortest text that gives the same float is the one that was written, up to 15 digits.
    fn visit_f64<E: de::Error>(self, number: f64) -> Result<WrittenBound, E> {
        Ok(WrittenBound(number.to_string()))
    }

    // TOML's own dates come as a map of one entry.
    fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<WrittenBound, A::Error> {
        match map.next_entry::<String, String>()? {
            Some((_, text)) => Ok(WrittenBound(text)),
            None => Err(de::Error::custom("this is empty")),
        }
    }
}

impl Serialize for WrittenBound {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        to.serialize_str(&self.0)
    }
}

impl<'de> Deserialize<'de> for WrittenBound {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        from.deserialize_any(BoundVisitor)
    }
}

impl JsonSchema for WrittenPattern {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Pattern".into()
    }

    fn json_schema(_: &mut SchemaGenerator) -> Schema {
        json_schema!({ "anyOf": [
            { "type": "string", "description": "A regular expression that the whole value must match." },
            { "type": "object", "additionalProperties": false, "required": ["regex"], "properties": {
                "regex": { "type": "string", "description": "A regular expression that the whole value must match." },
                "words": { "type": "string", "description": "What it requires, in words." } } } ] })
    }
}

impl JsonSchema for WrittenAllowed {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Allowed".into()
    }

    fn json_schema(generator: &mut SchemaGenerator) -> Schema {
        let lookup = generator.subschema_for::<WrittenLookup>();
        let other = generator.subschema_for::<WrittenOtherSheet>();
        json_schema!({ "anyOf": [
            { "type": "array", "items": { "type": "string" }, "description": "The values." },
            lookup,
            other,
            { "type": "object", "additionalProperties": false, "required": ["depends_on", "values"], "properties": {
                "depends_on": { "type": "string", "description": "The column whose value chooses the list." },
                "values": { "type": "object", "additionalProperties": { "type": "array", "items": { "type": "string" } },
                    "description": "For each value of that column, the values that go with it." } } },
            { "type": "object", "additionalProperties": { "type": "string" }, "description": "Codes, each with its meaning." } ] })
    }
}

impl JsonSchema for WrittenBound {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Bound".into()
    }

    fn json_schema(_: &mut SchemaGenerator) -> Schema {
        json_schema!({ "type": ["number", "string"] })
    }
}
