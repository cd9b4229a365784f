//! What a file is by its first bytes, whatever its name says.

/// What the content looks like.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Content {
    /// Text.
    Text,
    /// Nothing.
    Empty,
    /// A workbook of a current kind (a zip archive: xlsx, xlsm, xlsb, ods).
    Workbook,
    /// A workbook of the old kind, or one with a password.
    OldWorkbook,
    /// Some other kind of file, named.
    Other(&'static str),
}

/// A sheet of a spreadsheet program of the nineties.
const OLD_SHEET: &str = "a sheet of an old spreadsheet program (before 1997)";
/// OpenDocument in one XML file.
const FLAT_SHEET: &str = "a flat OpenDocument spreadsheet";
/// The XML form of 2003.
const XML_SHEET: &str = "an XML spreadsheet of 2003";

/// Whether something that is not read is a relative of the workbooks that are, so that it can be saved as one of them.
pub fn is_relative(what: &str) -> bool {
    [OLD_SHEET, FLAT_SHEET, XML_SHEET].contains(&what)
}

/// Tells the content from the first bytes of a file (4 kB are enough).
pub fn content_of(head: &[u8]) -> Content {
    const SIGNATURES: &[(&[u8], Content)] = &[
        (b"PK\x03\x04", Content::Workbook),
        (b"\xd0\xcf\x11\xe0", Content::OldWorkbook),
        (b"%PDF", Content::Other("a PDF")),
        (b"\x89PNG", Content::Other("a picture")),
        (b"\xff\xd8\xff", Content::Other("a picture")),
        (b"GIF8", Content::Other("a picture")),
        (b"\x1f\x8b", Content::Other("a compressed file")),
        (b"7z\xbc\xaf", Content::Other("a compressed file")),
        (b"Rar!", Content::Other("a compressed file")),
        (b"SQLite format 3", Content::Other("a database")),
        (b"\x7fELF", Content::Other("a program")),
        (b"MZ\x90", Content::Other("a program")),
        (b"{\\rtf", Content::Other("a text document")),
        // Streams of records, as spreadsheet programs wrote them before workbooks had several sheets.
        (b"\x09\x00\x04\x00", Content::Other(OLD_SHEET)),
        (b"\x09\x02\x06\x00", Content::Other(OLD_SHEET)),
        (b"\x09\x04\x06\x00", Content::Other(OLD_SHEET)),
        (b"\x09\x08\x08\x00", Content::Other(OLD_SHEET)),
        (b"\x09\x08\x10\x00", Content::Other(OLD_SHEET)),
    ];
    if head.is_empty() {
        return Content::Empty;
    }
    if let Some((_, content)) = SIGNATURES.iter().find(|(signature, _)| head.starts_with(signature)) {
        return *content;
    }
    let has_bom = crate::encoding::Encoding::for_mark(head).is_some();
    // Text in UTF-16 has a zero in every second byte; other files with many control bytes are no text.
    let zeros = |odd: usize| head.iter().skip(odd).step_by(2).filter(|byte| **byte == 0).count() * 10 > head.len() * 3;
    if has_bom || zeros(0) != zeros(1) || super::decode::of_wide_units(head).is_some() {
        return Content::Text;
    }
    let controls = head.iter().filter(|byte| **byte < 9 || (14..32).contains(*byte) && **byte != 27).count();
    if controls * 20 > head.len() {
        return Content::Other("a binary file");
    }
    let start = head.iter().position(|byte| !byte.is_ascii_whitespace()).unwrap_or(0);
    let tag = head[start..].iter().map(u8::to_ascii_lowercase).collect::<Vec<_>>();
    let begins = |with: &[&str]| with.iter().any(|each| tag.starts_with(each.as_bytes()));
    if begins(&["<!doctype html", "<html", "<table", "<meta", "<head", "<body", "<div", "<style"]) {
        return Content::Other("a web page (HTML), whatever its name says");
    }
    if begins(&["<?xml"]) {
        let has = |part: &[u8]| memchr::memmem::find(&tag, part).is_some();
        return Content::Other(match () {
            () if has(b"opendocument.spreadsheet") || has(b"opendocument:xmlns") && has(b"office:spreadsheet") => {
                FLAT_SHEET
            }
            () if has(b"office:spreadsheet") => XML_SHEET,
            () => "an XML file",
        });
    }
    Content::Text
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn contents_are_told_apart() {
        assert_eq!(content_of(b""), Content::Empty);
        assert_eq!(content_of(b"a,b\n1,2\n"), Content::Text);
        assert_eq!(content_of(b"a\0,\0b\0\n\0"), Content::Text);
        assert_eq!(content_of(b"PK\x03\x04rest"), Content::Workbook);
        assert_eq!(content_of(&[1, 2, 3, 4, 250, 7, 0, 0, 1, 0]), Content::Other("a binary file"));
        assert_eq!(content_of(b"  <HTML><body>"), Content::Other("a web page (HTML), whatever its name says"));
        assert_eq!(content_of(b"one cell with a NUL \0 in it and some more text around it"), Content::Text);
    }
}
