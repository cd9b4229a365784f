//! Texts, lists and keys as TOML writes them.

/// Whether a value is the one that is meant where nothing is written, so that it need not be.
pub fn is_default<T: Default + PartialEq>(value: &T) -> bool {
    *value == T::default()
}

/// A text as TOML writes it.
pub fn quoted(text: &str) -> String {
    let plain = !text.contains(['"', '\\', '\'']) && !text.chars().any(|each| each.is_control());
    // A backslash is easier to read in a literal string.
    if text.contains('\\') && !text.contains('\'') && !text.chars().any(|each| each.is_control()) {
        return format!("'{text}'");
    }
    if plain { format!("\"{text}\"") } else { toml::Value::String(text.replace("\r\n", "\n")).to_string() }
}

/// A list of texts as TOML writes it.
pub fn list<S: AsRef<str>>(texts: &[S]) -> String {
    format!("[{}]", texts.iter().map(|text| quoted(text.as_ref())).collect::<Vec<_>>().join(", "))
}

/// A key of a table as TOML writes it.
pub fn key(text: &str) -> String {
    let bare = !text.is_empty() && text.bytes().all(|byte| byte.is_ascii_alphanumeric() || matches!(byte, b'-' | b'_'));
    if bare { text.to_owned() } else { toml_key(text) }
}

fn toml_key(text: &str) -> String {
    // A basic string is a key as well; one line, so that inline tables hold it.
    let mut out = String::from("\"");
    for each in text.chars() {
        match each {
            '"' => out.push_str("\\\""),
            '\\' => out.push_str("\\\\"),
            each if each.is_control() => out.push_str(&format!("\\u{:04X}", u32::from(each))),
            each => out.push(each),
        }
    }
    out.push('"');
    out
}
