//! Values of a rulebook in a person's words, and back.

use toml_edit::{Item, Table, TableLike, Value};

/// What somebody wrote in a cell.
#[derive(Debug, Clone)]
pub(super) enum Said {
    /// Nothing: the key goes.
    Nothing,
    /// This.
    Value(Value),
}

/// What stands before a value as the rulebook writes it.
pub(super) const RAW: &str = "toml:";

/// Puts a value at a key, and keeps what stands around the one that was there.
#[expect(clippy::unnecessary_wraps, reason = "the last step of what takes a cell's text")]
pub(super) fn put(table: &mut dyn TableLike, key: &str, said: Said) -> Result<(), String> {
    match said {
        Said::Nothing => {
            table.remove(key);
        }
        Said::Value(mut value) => match table.get_mut(key).and_then(Item::as_value_mut) {
            // A comment says where the old value was learned; it is not what the new one rests on.
            Some(old) => {
                let prefix = old.decor().prefix().cloned().unwrap_or_else(|| " ".into());
                value.decor_mut().set_prefix(prefix);
                *old = value;
            }
            None => {
                table.insert(key, Item::Value(value));
            }
        },
    }
    Ok(())
}

/// A value as the rulebook writes it, on one line.
pub(super) fn raw(item: &Item) -> String {
    let value = match item.clone().into_value() {
        Ok(value) => value,
        Err(_) => return String::new(),
    };
    // Without comments and line breaks between its parts.
    bare(&value).to_string()
}

/// A value without what stands around it and its parts.
pub(super) fn bare(value: &Value) -> Value {
    match value {
        Value::Array(array) => array.iter().map(bare).collect::<toml_edit::Array>().into(),
        Value::InlineTable(table) => {
            let mut inner = toml_edit::InlineTable::new();
            for (key, value) in table.iter() {
                inner.insert(key, bare(value));
            }
            inner.into()
        }
        Value::String(text) => Value::from(text.value().as_str()),
        other => {
            let mut other = other.clone();
            other.decor_mut().clear();
            other
        }
    }
}

/// What stands behind a word, in capitals or not.
pub(super) fn behind<'t>(text: &'t str, word: &str) -> Option<&'t str> {
    let start = text.get(..word.len())?;
    start.eq_ignore_ascii_case(word).then(|| text[word.len()..].trim())
}

/// What stands behind `toml:`.
pub(super) fn raw_part(text: &str) -> Option<&str> {
    behind(text, RAW)
}

/// A text, or what stands behind `toml:`.
pub(super) fn text_or_raw(text: &str) -> Result<Said, String> {
    match raw_part(text) {
        Some(raw) => value_of(raw).map(Said::Value),
        None => text::take(text),
    }
}

/// A value written as the rulebook does.
pub(super) fn value_of(text: &str) -> Result<Value, String> {
    let text = text.trim();
    text.parse::<Value>()
        .map(|value| bare(&value))
        .map_err(|_| format!("this is not how a rulebook writes a value: {}", crate::cell::shown::clipped(text, 60)))
}

/// Whether a text fits in a line of a cell and comes back as it is.
pub(super) fn one_line(text: &str) -> bool {
    !text.is_empty() && !text.contains(['\n', '\r']) && text.trim() == text && !text.to_lowercase().starts_with(RAW)
}

/// Texts.
pub(super) mod text {
    use super::{Item, Said, one_line};

    pub const CHOICES: &[&str] = &[];

    pub fn say(item: Option<&Item>) -> Option<String> {
        item?.as_str().filter(|text| one_line(text)).map(str::to_owned)
    }

    #[expect(clippy::unnecessary_wraps, reason = "as the others")]
    pub fn take(text: &str) -> Result<Said, String> {
        Ok(if text.is_empty() { Said::Nothing } else { Said::Value(text.into()) })
    }
}

/// Texts with spaces that count, such as a separator: in quotes.
pub(super) mod spaced {
    use super::{Item, Said};

    pub const CHOICES: &[&str] = &[];

    pub fn say(item: Option<&Item>) -> Option<String> {
        let text = item?.as_str()?;
        let quoted = text.trim() != text || text.starts_with('"');
        (!text.contains(['\n', '\r', '\t'])).then(|| if quoted { format!("\"{text}\"") } else { text.to_owned() })
    }

    #[expect(clippy::unnecessary_wraps, reason = "as the others")]
    pub fn take(text: &str) -> Result<Said, String> {
        let inner = text.strip_prefix('"').and_then(|rest| rest.strip_suffix('"'));
        Ok(match inner.unwrap_or(text) {
            "" => Said::Nothing,
            text => Said::Value(text.into()),
        })
    }
}

/// Yes and no.
pub(super) mod truth {
    use super::{Item, Said};

    pub const CHOICES: &[&str] = &["yes", "no"];

    pub fn say(item: Option<&Item>) -> Option<String> {
        item?.as_bool().map(|yes| if yes { "yes" } else { "no" }.to_owned())
    }

    pub fn take(text: &str) -> Result<Said, String> {
        Ok(match text.to_lowercase().as_str() {
            "" => Said::Nothing,
            "yes" | "y" | "true" | "x" | "always" | "required" | "mandatory" => Said::Value(true.into()),
            "no" | "n" | "false" | "never" | "optional" => Said::Value(false.into()),
            _ => return Err("say yes or no".to_owned()),
        })
    }
}

/// Whole numbers.
pub(super) mod number {
    use super::{Item, Said};

    pub const CHOICES: &[&str] = &[];

    pub fn say(item: Option<&Item>) -> Option<String> {
        item?.as_integer().map(|number| number.to_string())
    }

    pub fn take(text: &str) -> Result<Said, String> {
        if text.is_empty() {
            return Ok(Said::Nothing);
        }
        let number: i64 = text.replace([' ', ','], "").parse().map_err(|_| "say a whole number".to_owned())?;
        Ok(Said::Value(number.into()))
    }
}

/// How much a finding matters.
pub(super) mod severity {
    use super::{Item, Said, text};

    pub const CHOICES: &[&str] = &["error", "warning", "note"];

    pub fn say(item: Option<&Item>) -> Option<String> {
        text::say(item)
    }

    pub fn take(text: &str) -> Result<Said, String> {
        text::take(&text.to_lowercase())
    }
}

/// Lists of texts, with commas between.
pub(super) mod texts {
    use super::{Item, Said, Value, one_line};

    pub fn say(item: Option<&Item>) -> Option<String> {
        let mut parts = Vec::new();
        for value in item?.as_array()? {
            let text = value.as_str().filter(|text| one_line(text) && !text.contains([',', '"']))?;
            parts.push(text.to_owned());
        }
        // None at all would read as if the key were not there.
        (!parts.is_empty()).then(|| parts.join(", "))
    }

    #[expect(clippy::unnecessary_wraps, reason = "as the others")]
    pub fn take(text: &str) -> Result<Said, String> {
        let parts = text.split(',').map(str::trim).filter(|part| !part.is_empty());
        let array: toml_edit::Array = parts.map(Value::from).collect();
        Ok(if array.is_empty() { Said::Nothing } else { Said::Value(array.into()) })
    }
}

/// Lengths.
pub(super) mod length {
    use super::{Item, Said};

    pub fn say(item: Option<&Item>) -> Option<String> {
        let table = item?.as_table_like()?;
        let number = |key: &str| table.get(key).and_then(Item::as_integer);
        let unit = match table.get("in").map(Item::as_str) {
            None => "",
            Some(Some("bytes")) => " bytes",
            Some(_) => return None,
        };
        let parts = table.len() - usize::from(!unit.is_empty());
        let words = match (number("exactly"), number("min"), number("max"), parts) {
            (Some(exactly), None, None, 1) => format!("exactly {exactly}"),
            (None, Some(min), Some(max), 2) => format!("{min} to {max}"),
            (None, Some(min), None, 1) => format!("min {min}"),
            (None, None, Some(max), 1) => format!("max {max}"),
            _ => return None,
        };
        Some(format!("{words}{unit}"))
    }

    const HOW: &str = "say max 60, min 2, exactly 6, or 2 to 8";

    pub fn take(text: &str) -> Result<Said, String> {
        if text.is_empty() {
            return Ok(Said::Nothing);
        }
        let lower = text.to_lowercase().replace(['-', '–'], " to ");
        let words: Vec<&str> = lower.split_whitespace().collect();
        let numbers: Vec<i64> = words.iter().filter_map(|word| word.parse().ok()).collect();
        let has = |wanted: &[&str]| words.iter().any(|word| wanted.contains(word));
        let known = [
            "max", "maximum", "most", "at", "up", "to", "no", "more", "longer", "than", "min", "minimum", "least",
            "exactly", "between", "and", "from", "characters", "character", "chars", "letters", "digits", "bytes",
            "byte",
        ];
        if let Some(odd) = words.iter().find(|word| !known.contains(*word) && word.parse::<i64>().is_err()) {
            return Err(format!("{odd} is not understood here; {HOW}"));
        }
        let mut table = toml_edit::InlineTable::new();
        match numbers.as_slice() {
            [min, max] if min <= max => {
                table.insert("min", (*min).into());
                table.insert("max", (*max).into());
            }
            [number] if has(&["exactly"]) => {
                table.insert("exactly", (*number).into());
            }
            [number] if has(&["min", "minimum", "least"]) => {
                table.insert("min", (*number).into());
            }
            [number] if has(&["max", "maximum", "most", "up", "no"]) => {
                table.insert("max", (*number).into());
            }
            _ => return Err(HOW.to_owned()),
        }
        if has(&["bytes", "byte"]) {
            table.insert("in", "bytes".into());
        }
        Ok(Said::Value(table.into()))
    }
}

/// Limits, of which one includes the value itself and one does not.
pub(super) mod bound {
    use super::{Item, Said, Table, Value, one_line, put};

    pub fn say(table: &Table, within: &str, beyond: &str, word: &str) -> Option<String> {
        let plain = |item: &Item| match item.as_value()? {
            Value::Integer(number) => Some(number.value().to_string()),
            // As it is written: 2.50 stays so.
            Value::Float(number) => Some(number.display_repr().into_owned()),
            Value::String(text) => {
                let text = text.value().as_str();
                // What looks like a number would come back as one.
                (one_line(text) && text.parse::<f64>().is_err()).then(|| text.to_owned())
            }
            _ => None,
        };
        match (table.get(within), table.get(beyond)) {
            (Some(item), None) => plain(item),
            (None, Some(item)) => plain(item).map(|text| format!("{word} {text}")),
            _ => None,
        }
    }

    pub fn take(text: &str, table: &mut Table, (within, beyond): (&str, &str), words: &[&str]) -> Result<(), String> {
        let lower = text.to_lowercase();
        let word = words.iter().find(|word| lower.starts_with(**word));
        let (key, other) = if word.is_some() { (beyond, within) } else { (within, beyond) };
        let rest = text.get(word.map_or(0, |word| word.len())..).unwrap_or_default().trim();
        table.remove(other);
        let said = match rest {
            "" if word.is_some() => return Err(format!("{text} what?")),
            "" => Said::Nothing,
            _ => match rest.parse::<Value>() {
                Ok(value @ (Value::Integer(_) | Value::Float(_))) => Said::Value(value),
                _ => Said::Value(rest.into()),
            },
        };
        put(table, key, said)
    }
}
