//! How a delimited file's cells and lines are set apart.

/// The signs of a delimited file.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Dialect {
    /// Between cells.
    pub delimiter: u8,
    /// Around cells.
    pub quote: u8,
}

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
        let kinds = [("CR LF", self.crlf), ("LF", self.lf), ("CR", self.cr)];
        let found: Vec<&str> = kinds.iter().filter(|(_, count)| *count > 0).map(|(name, _)| *name).collect();
        match found.as_slice() {
            [] => "no line ends".to_owned(),
            [one] => format!("{one} line ends"),
            several => format!("line ends mixed: {}", several.join(", ")),
        }
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
