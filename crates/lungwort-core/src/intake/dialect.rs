//! How a delimited file's cells and lines are set apart.

/// The signs of a delimited file.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Dialect {
    /// Between cells.
    pub delimiter: u8,
    /// Around cells.
    pub quote: u8,
}

/// What line ends are called.
pub const WINDOWS: &str = "Windows line ends (CR LF)";
/// What line ends are called.
pub const UNIX: &str = "Unix line ends (LF)";
/// What line ends are called.
pub const OLD_MAC: &str = "line ends of an old Mac (CR)";

/// How many lines ended in which way.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct NewlineCounts {
    /// CR LF
    pub crlf: u64,
    /// LF
    pub lf: u64,
    /// CR
    pub cr: u64,
}

impl NewlineCounts {
    /// In words: the one kind there is, or which are mixed.
    pub fn words(&self) -> String {
        let kinds = [(WINDOWS, self.crlf), (UNIX, self.lf), (OLD_MAC, self.cr)];
        let found: Vec<&str> = kinds.iter().filter(|(_, count)| *count > 0).map(|(name, _)| *name).collect();
        match found.as_slice() {
            [] => "no line ends".to_owned(),
            [one] => (*one).to_owned(),
            several => format!("several kinds of line ends: {}", several.join(", ")),
        }
    }
}

/// The byte for a delimiter as a rulebook writes it: a sign, or `tab`. `None` for what cannot set cells apart.
pub fn delimiter_byte(sign: &str) -> Option<u8> {
    match sign {
        "tab" | "\t" | "\\t" => Some(b'\t'),
        _ => match sign.as_bytes() {
            [byte] if byte.is_ascii_punctuation() && *byte != b'"' => Some(*byte),
            _ => None,
        },
    }
}

/// What a delimiter is called.
pub fn delimiter_name(delimiter: u8) -> String {
    match delimiter {
        b',' => "comma".to_owned(),
        b';' => "semicolon".to_owned(),
        b'\t' => "tab".to_owned(),
        b'|' => "vertical bar".to_owned(),
        other => format!("\"{}\"", char::from(other)),
    }
}
