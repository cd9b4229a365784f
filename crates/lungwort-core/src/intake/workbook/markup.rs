//! A lean reader of XML for the large parts of a workbook: tags and text as they come, in bounded memory.
//!
//! It takes what spreadsheet programs write: UTF-8, no document type, any namespace prefix. Everything small is read
//! by a full parser instead; a sheet of two million cells would spend most of its time there.

use std::io::{self, Read};

use memchr::{memchr, memchr2, memmem, memrchr};

use super::error::BookError;
use crate::limits::LONGEST_MARKUP;

/// Text gathered at a time.
const BUFFER: usize = 128 * 1024;

/// A piece of markup.
#[derive(Debug, PartialEq, Eq)]
pub enum Token<'b> {
    /// A start tag: its name without a prefix, and the bytes behind the name.
    Open { name: &'b [u8], attributes: Attributes<'b>, closed: bool },
    /// An end tag.
    Close { name: &'b [u8] },
    /// Text with its entities as written.
    Text(&'b [u8]),
    /// Text in which nothing stands for anything else.
    Plain(&'b [u8]),
    /// The end.
    End,
}

/// The attributes of a start tag.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Attributes<'b>(&'b [u8]);

impl<'b> Attributes<'b> {
    /// The value of the attribute of that name, its entities as written.
    pub fn get(self, wanted: &[u8]) -> Option<&'b [u8]> {
        self.iter().find(|(name, _)| *name == wanted).map(|(_, value)| value)
    }

    /// Whether an attribute says yes.
    pub fn is_set(self, wanted: &[u8]) -> bool {
        matches!(self.get(wanted), Some(b"1" | b"true" | b"on"))
    }

    /// Names, prefixes included, and values.
    pub fn iter(self) -> AttributeList<'b> {
        AttributeList(self.0)
    }
}

/// Runs over attributes.
pub struct AttributeList<'b>(&'b [u8]);

impl<'b> Iterator for AttributeList<'b> {
    type Item = (&'b [u8], &'b [u8]);

    #[inline]
    fn next(&mut self) -> Option<Self::Item> {
        let rest = self.0;
        let start = rest.iter().position(|byte| !byte.is_ascii_whitespace())?;
        let equals = start + rest[start..].iter().position(|byte| *byte == b'=')?;
        let open = equals + rest[equals..].iter().position(|byte| matches!(byte, b'"' | b'\''))?;
        let close = open + 1 + rest[open + 1..].iter().position(|byte| *byte == rest[open])?;
        self.0 = &rest[close + 1..];
        Some((rest[start..equals].trim_ascii_end(), &rest[open + 1..close]))
    }
}

/// Reads markup from a stream.
pub struct Markup<R> {
    source: R,
    buffer: Vec<u8>,
    start: usize,
    end: usize,
    ended: bool,
    /// Bytes that were in the buffer and are passed.
    passed: u64,
}

impl<R: Read> Markup<R> {
    /// Begins to read.
    pub fn new(source: R) -> Markup<R> {
        Markup { source, buffer: vec![0; BUFFER], start: 0, end: 0, ended: false, passed: 0 }
    }

    /// What is read from.
    pub fn source(&self) -> &R {
        &self.source
    }

    /// How many bytes of the source are behind.
    pub fn position(&self) -> u64 {
        self.passed + self.start as u64
    }

    /// The next piece.
    pub fn next(&mut self) -> io::Result<Token<'_>> {
        loop {
            if self.start == self.end && !self.fill()? {
                return Ok(Token::End);
            }
            if self.buffer[self.start] != b'<' {
                let length = self.find(b"<", 0)?.unwrap_or(self.end - self.start);
                let from = self.start;
                self.start += length;
                return Ok(Token::Text(&self.buffer[from..from + length]));
            }
            let length = self.tag()?;
            let from = self.start;
            self.start += length;
            match self.buffer[from + 1] {
                b'?' => {}
                b'!' if self.buffer[from..self.start].starts_with(b"<![CDATA[") => {
                    return Ok(Token::Plain(&self.buffer[from + 9..from + length - 3]));
                }
                b'!' => {}
                b'/' => {
                    return Ok(Token::Close { name: local(self.buffer[from + 2..from + length - 1].trim_ascii_end()) });
                }
                _ => return Ok(open(&self.buffer[from + 1..from + length - 1])),
            }
        }
    }

    /// Passes over rows in which no cell holds anything, as far as they stand in the buffer whole. The markup must
    /// stand before a row, and its tags must be without prefixes.
    pub fn pass_empty_rows(&mut self) -> io::Result<()> {
        loop {
            let rest = &self.buffer[self.start..self.end];
            let filled = [&b"<v"[..], b"<is", b"<f", b"</sheetData"]
                .iter()
                .filter_map(|wanted| memmem::find(rest, wanted))
                .min();
            let certain = filled.map_or(rest, |at| &rest[..at]);
            // The last row may be the one that is filled, or not be whole yet.
            let Some(last_row) = memmem::rfind(certain, b"<row") else { return Ok(()) };
            if filled.is_some_and(|at| rest[at..].starts_with(b"</sheetData")) {
                // What follows the last row's start has no values, so that it need not be looked at either.
                self.start += filled.unwrap_or(0);
                return Ok(());
            }
            self.start += last_row;
            if filled.is_some() || last_row == 0 || !self.fill()? {
                return Ok(());
            }
        }
    }

    /// The length of the tag, comment or the like at the start.
    fn tag(&mut self) -> io::Result<usize> {
        let broken = || BookError::Damaged("a part of it breaks off".to_owned());
        while self.end - self.start < 9 && self.fill()? {}
        let rest = &self.buffer[self.start..self.end];
        let closing: &[u8] = match rest {
            [b'<', b'!', b'-', b'-', ..] => b"-->",
            _ if rest.starts_with(b"<![CDATA[") => b"]]>",
            _ if rest.starts_with(b"<!") => {
                let what = "a part of it is not written as those of workbooks are";
                return Err(BookError::Damaged(what.to_owned()).into());
            }
            _ => {
                // What was looked through is not looked through again: a `>` may be in an attribute, a million may be.
                let (mut from, mut quote) = (1, None);
                loop {
                    let at = self.find(b">", from)?.ok_or_else(broken)?;
                    quote = open_quote(quote, &self.buffer[self.start + from..self.start + at]);
                    if quote.is_none() {
                        return Ok(at + 1);
                    }
                    from = at + 1;
                }
            }
        };
        let at = self.find(closing, 4)?.ok_or_else(broken)?;
        Ok(at + closing.len())
    }

    /// Where the bytes stand, counted from the start; `None` where the stream ends before.
    fn find(&mut self, wanted: &[u8], from: usize) -> io::Result<Option<usize>> {
        let mut from = from;
        loop {
            let rest = &self.buffer[(self.start + from).min(self.end)..self.end];
            let found = match wanted {
                [byte] => memchr(*byte, rest),
                _ => memmem::find(rest, wanted),
            };
            if let Some(at) = found {
                return Ok(Some(from + at));
            }
            from += rest.len().saturating_sub(wanted.len() - 1);
            if !self.fill()? {
                return Ok(None);
            }
        }
    }

    /// Reads on. False at the end of the stream.
    fn fill(&mut self) -> io::Result<bool> {
        if self.ended {
            return Ok(false);
        }
        if self.start > 0 {
            self.buffer.copy_within(self.start..self.end, 0);
            self.end -= self.start;
            self.passed += self.start as u64;
            self.start = 0;
        }
        if self.end == self.buffer.len() {
            if self.buffer.len() >= LONGEST_MARKUP {
                return Err(BookError::Oversized("a cell of it holds more than 32 MB".to_owned()).into());
            }
            self.buffer.resize(self.buffer.len() * 2, 0);
        }
        let count = self.source.read(&mut self.buffer[self.end..])?;
        self.end += count;
        self.ended = count == 0;
        Ok(count > 0)
    }
}

/// The quote that is open behind a part of a tag: a `>` may be in an attribute.
fn open_quote(before: Option<u8>, part: &[u8]) -> Option<u8> {
    let mut quote = before;
    let mut rest = part;
    loop {
        let next = match quote {
            Some(open) => memchr(open, rest),
            None => memchr2(b'"', b'\'', rest),
        };
        let Some(at) = next else { return quote };
        quote = if quote.is_none() { Some(rest[at]) } else { None };
        rest = &rest[at + 1..];
    }
}

fn open(tag: &[u8]) -> Token<'_> {
    let (tag, closed) = match tag {
        [tag @ .., b'/'] => (tag, true),
        tag => (tag, false),
    };
    let end = tag.iter().position(u8::is_ascii_whitespace).unwrap_or(tag.len());
    Token::Open { name: local(&tag[..end]), attributes: Attributes(&tag[end..]), closed }
}

/// A name without its namespace's prefix.
#[inline]
fn local(name: &[u8]) -> &[u8] {
    match memrchr(b':', name) {
        Some(at) => &name[at + 1..],
        None => name,
    }
}

/// Adds text with its entities resolved. Bytes that are no UTF-8 become replacement characters.
pub fn push_text(raw: &[u8], out: &mut String) {
    let mut rest = raw;
    while let Some(at) = memchr(b'&', rest) {
        push_utf8(&rest[..at], out);
        rest = &rest[at..];
        let Some(end) = memchr(b';', &rest[..rest.len().min(12)]) else {
            out.push('&');
            rest = &rest[1..];
            continue;
        };
        let known = match &rest[1..end] {
            b"amp" => Some('&'),
            b"lt" => Some('<'),
            b"gt" => Some('>'),
            b"quot" => Some('"'),
            b"apos" => Some('\''),
            [b'#', b'x' | b'X', digits @ ..] => number(digits, 16),
            [b'#', digits @ ..] => number(digits, 10),
            _ => None,
        };
        match known {
            Some(each) => out.push(each),
            None => push_utf8(&rest[..=end], out),
        }
        rest = &rest[end + 1..];
    }
    push_utf8(rest, out);
}

fn number(digits: &[u8], radix: u32) -> Option<char> {
    let text = std::str::from_utf8(digits).ok()?;
    u32::from_str_radix(text, radix).ok().and_then(char::from_u32)
}

/// Adds bytes that ought to be UTF-8.
#[inline]
pub fn push_utf8(bytes: &[u8], out: &mut String) {
    let mut bytes = bytes;
    while let Some(at) = memchr(b'\r', bytes) {
        // A line end of two characters, or of the old one, is read as one line feed (XML 1.0, section 2.11).
        push_plain(&bytes[..at], out);
        out.push('\n');
        let rest = &bytes[at + 1..];
        bytes = rest.strip_prefix(b"\n").unwrap_or(rest);
    }
    push_plain(bytes, out);
}

#[inline]
fn push_plain(bytes: &[u8], out: &mut String) {
    match std::str::from_utf8(bytes) {
        Ok(text) => out.push_str(text),
        Err(_) => out.push_str(&String::from_utf8_lossy(bytes)),
    }
}

/// Resolves `_x000A_`, by which workbooks write characters that XML cannot hold, from a place in the text on.
pub fn resolve_escapes(text: &mut String, from: usize) {
    if memmem::find(&text.as_bytes()[from..], b"_x").is_none() {
        return;
    }
    let raw = text.split_off(from);
    let mut rest = raw.as_str();
    while let Some(at) = rest.find("_x") {
        text.push_str(&rest[..at]);
        rest = &rest[at..];
        let code = rest.get(2..6).filter(|_| rest.as_bytes().get(6) == Some(&b'_'));
        let code = code.filter(|code| code.bytes().all(|byte| byte.is_ascii_hexdigit()));
        match code.and_then(|code| u32::from_str_radix(code, 16).ok()).and_then(char::from_u32) {
            Some(each) => {
                text.push(each);
                rest = &rest[7..];
            }
            None => {
                text.push_str("_x");
                rest = &rest[2..];
            }
        }
    }
    text.push_str(rest);
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Hands out a few bytes at a time, so that everything is cut somewhere.
    struct Dribble<'b>(&'b [u8], usize);

    impl Read for Dribble<'_> {
        fn read(&mut self, out: &mut [u8]) -> io::Result<usize> {
            let count = self.0.len().min(self.1).min(out.len());
            out[..count].copy_from_slice(&self.0[..count]);
            self.0 = &self.0[count..];
            Ok(count)
        }
    }

    fn tokens(text: &str, at_a_time: usize) -> io::Result<Vec<String>> {
        let mut markup = Markup::new(Dribble(text.as_bytes(), at_a_time));
        let mut out = Vec::new();
        loop {
            let said = match markup.next()? {
                Token::Open { name, attributes, closed } => {
                    let said = |(name, value): (&[u8], &[u8])| {
                        format!(" {}={}", String::from_utf8_lossy(name), String::from_utf8_lossy(value))
                    };
                    let attributes: String = attributes.iter().map(said).collect();
                    format!("<{}{attributes}{}", String::from_utf8_lossy(name), if closed { "/" } else { "" })
                }
                Token::Close { name } => format!("/{}", String::from_utf8_lossy(name)),
                Token::Text(text) => {
                    let mut resolved = String::new();
                    push_text(text, &mut resolved);
                    resolved
                }
                Token::Plain(text) => format!("={}", String::from_utf8_lossy(text)),
                Token::End => return Ok(out),
            };
            out.push(said);
        }
    }

    #[test]
    fn tags_and_texts_come_whole_however_they_are_cut() {
        let text = r#"<?xml version="1.0"?><x:a b="1>2" c='"'><!-- <no> --><d/>x &amp; &#x41;&#66;&nope;<![CDATA[<y>]]></x:a >"#;
        for at_a_time in [1, 2, 3, 7, 1000] {
            let found = tokens(text, at_a_time).unwrap();
            assert_eq!(found.first().map(String::as_str), Some("<a b=1>2 c=\""));
            let rest = found[1..].join("|");
            assert_eq!(rest.replace('|', ""), "<d/x & AB&nope;=<y>/a", "{at_a_time}");
        }
        assert!(tokens("<a b=\"", 10).is_err());
        assert!(tokens("<!DOCTYPE x [<!ENTITY y \"z\">]><a/>", 10).is_err());
    }

    #[test]
    fn rows_without_values_are_passed_over() {
        let empty: String =
            (1..20_000).map(|row| format!(r#"<row r="{row}" s="1"><c r="A{row}" s="2"/></row>"#)).collect();
        for (tail, due) in [("<row r=\"7\"><c><v>1</v></c></row></sheetData>", "<row"), ("</sheetData>", "/sheetData")]
        {
            let text = format!("{empty}{tail}");
            let mut markup = Markup::new(text.as_bytes());
            markup.fill().unwrap();
            markup.pass_empty_rows().unwrap();
            let mut passed = 0;
            let found = loop {
                match markup.next().unwrap() {
                    Token::Open { name: b"row", attributes, .. } if attributes.get(b"r") != Some(b"7") => passed += 1,
                    Token::Open { name: b"row", .. } => break "<row",
                    Token::Close { name: b"sheetData" } => break "/sheetData",
                    Token::End => break "end",
                    _ => {}
                }
            };
            assert_eq!(found, due);
            assert!(passed < 3, "{passed} empty rows were read");
        }
    }

    #[test]
    fn escapes_of_characters_are_resolved() {
        let mut text = "_x000A_kept a_x000D_b _x00zz_ _x005F_x000D_".to_owned();
        resolve_escapes(&mut text, 7);
        assert_eq!(text, "_x000A_kept a\rb _x00zz_ _x000D_");
    }
}
