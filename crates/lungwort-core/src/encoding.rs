//! Character encodings by name: those of the web (WHATWG Encoding Standard), the code pages that spreadsheet programs call
//! "MS-DOS", and UTF-32.

use std::borrow::Cow;
use std::fmt;

use encoding_rs::DecoderResult;
use oem_cp::code_table::{DECODING_TABLE_CP_MAP, ENCODING_TABLE_CP_MAP};
use oem_cp::code_table_type::TableType;

/// How bytes are text.
///
/// ```
/// use lungwort_core::Encoding;
/// let page = Encoding::for_label("cp850").unwrap();
/// assert_eq!((page.name(), page.decode(b"Zo\x89").unwrap().as_ref()), ("IBM850", "Zoë"));
/// ```
#[derive(Clone, Copy, PartialEq, Eq)]
pub struct Encoding(Kind);

#[derive(Clone, Copy, PartialEq, Eq)]
enum Kind {
    Web(&'static encoding_rs::Encoding),
    /// A place in [`PAGES`].
    Page(usize),
    Utf32 {
        big: bool,
    },
}

/// Code pages of one byte a character, with the number that IBM gave them.
static PAGES: &[(&str, u16)] = &[
    ("IBM850", 850),
    ("IBM437", 437),
    ("IBM858", 858),
    ("IBM852", 852),
    ("IBM737", 737),
    ("IBM775", 775),
    ("IBM855", 855),
    ("IBM857", 857),
    ("IBM860", 860),
    ("IBM861", 861),
    ("IBM862", 862),
    ("IBM863", 863),
    ("IBM865", 865),
];

/// The names that a refused name is answered with.
pub const KNOWN: &str = "utf-8, utf-16le, utf-16be, utf-32le, utf-32be, windows-1250 to windows-1258, windows-874, \
    iso-8859-1 to iso-8859-16, macintosh, x-mac-cyrillic, ibm437, ibm737, ibm775, ibm850, ibm852, ibm855, ibm857, ibm858, \
    ibm860 to ibm863, ibm865, ibm866, koi8-r, koi8-u, shift_jis, euc-jp, iso-2022-jp, gbk, gb18030, big5, euc-kr";

impl Encoding {
    /// UTF-8.
    pub const UTF_8: Encoding = Encoding(Kind::Web(&encoding_rs::UTF_8_INIT));
    /// UTF-16, the low byte first.
    pub const UTF_16LE: Encoding = Encoding(Kind::Web(&encoding_rs::UTF_16LE_INIT));
    /// UTF-16, the high byte first.
    pub const UTF_16BE: Encoding = Encoding(Kind::Web(&encoding_rs::UTF_16BE_INIT));
    /// UTF-32, the low byte first.
    pub const UTF_32LE: Encoding = Encoding(Kind::Utf32 { big: false });
    /// UTF-32, the high byte first.
    pub const UTF_32BE: Encoding = Encoding(Kind::Utf32 { big: true });
    /// The code page of Western Europe in MS-DOS.
    pub const IBM850: Encoding = Encoding(Kind::Page(0));
    /// The code page of the United States in MS-DOS.
    pub const IBM437: Encoding = Encoding(Kind::Page(1));
    /// The code page of Central Europe in MS-DOS.
    pub const IBM852: Encoding = Encoding(Kind::Page(3));

    /// One of the web's encodings.
    pub const fn web(encoding: &'static encoding_rs::Encoding) -> Encoding {
        Encoding(Kind::Web(encoding))
    }

    /// The encoding of a name, as users and files write it.
    pub fn for_label(label: &str) -> Option<Encoding> {
        if let Some(found) = encoding_rs::Encoding::for_label(label.as_bytes()) {
            return Some(Encoding::web(found));
        }
        let plain: String = label.chars().filter(char::is_ascii_alphanumeric).collect::<String>().to_ascii_lowercase();
        match plain.as_str() {
            "utf32" | "utf32le" | "ucs4le" => return Some(Encoding::UTF_32LE),
            "utf32be" | "ucs4be" => return Some(Encoding::UTF_32BE),
            _ => {}
        }
        let number =
            ["ibm", "cp", "oem", "dos", "msdos", "pc", "ccsid"].iter().find_map(|lead| plain.strip_prefix(lead));
        let number: u16 = number.unwrap_or(&plain).trim_start_matches('0').parse().ok()?;
        PAGES.iter().position(|(_, page)| *page == number).map(|at| Encoding(Kind::Page(at)))
    }

    /// The encoding of a byte order mark at the start, and the mark's length in bytes.
    pub fn for_mark(head: &[u8]) -> Option<(Encoding, usize)> {
        // The mark of UTF-16 begins that of UTF-32, and no text begins with a zero character.
        if head.starts_with(b"\xff\xfe\0\0") {
            return Some((Encoding::UTF_32LE, 4));
        }
        if head.starts_with(b"\0\0\xfe\xff") {
            return Some((Encoding::UTF_32BE, 4));
        }
        encoding_rs::Encoding::for_bom(head).map(|(found, length)| (Encoding::web(found), length))
    }

    /// The name that is shown.
    pub fn name(self) -> &'static str {
        match self.0 {
            Kind::Web(encoding) => encoding.name(),
            Kind::Page(at) => PAGES[at].0,
            Kind::Utf32 { big: false } => "UTF-32LE",
            Kind::Utf32 { big: true } => "UTF-32BE",
        }
    }

    /// Whether the bytes below 128 are ASCII.
    pub fn is_ascii_compatible(self) -> bool {
        match self.0 {
            Kind::Web(encoding) => encoding.is_ascii_compatible(),
            Kind::Page(_) => true,
            Kind::Utf32 { .. } => false,
        }
    }

    /// Whether it has a place for every character.
    pub fn is_unicode(self) -> bool {
        match self.0 {
            Kind::Web(encoding) => encoding.output_encoding() != encoding || encoding == encoding_rs::UTF_8,
            Kind::Page(_) => false,
            Kind::Utf32 { .. } => true,
        }
    }

    /// Whether it has a place for all characters of the text.
    pub fn holds(self, text: &str) -> bool {
        match self.0 {
            _ if text.is_ascii() || self.is_unicode() => true,
            Kind::Web(encoding) => !encoding.encode(text).2,
            _ => self.encode(text).is_some(),
        }
    }

    /// The text's bytes, without a byte order mark; `None` where a character has no place.
    pub fn encode(self, text: &str) -> Option<Vec<u8>> {
        match self.0 {
            _ if self == Encoding::UTF_16LE => Some(text.encode_utf16().flat_map(u16::to_le_bytes).collect()),
            _ if self == Encoding::UTF_16BE => Some(text.encode_utf16().flat_map(u16::to_be_bytes).collect()),
            Kind::Web(encoding) => {
                let (bytes, _, lost) = encoding.encode(text);
                (!lost).then(|| bytes.into_owned())
            }
            Kind::Page(at) => {
                let table = ENCODING_TABLE_CP_MAP.get(&PAGES[at].1)?;
                oem_cp::encode_string_checked(text, table)
            }
            Kind::Utf32 { big } => {
                let units = text.chars().map(u32::from);
                Some(units.flat_map(|unit| if big { unit.to_be_bytes() } else { unit.to_le_bytes() }).collect())
            }
        }
    }

    /// Bytes to text, where all of them mean something.
    pub fn decode(self, bytes: &[u8]) -> Option<Cow<'_, str>> {
        if let Kind::Web(encoding) = self.0 {
            return encoding.decode_without_bom_handling_and_without_replacement(bytes);
        }
        let mut text = String::new();
        let mut decoder = self.decoder();
        matches!(decoder.decode(bytes, &mut text, true), (Step::Done, _)).then_some(Cow::Owned(text))
    }

    /// A decoder that takes bytes piece by piece, without a byte order mark.
    pub fn decoder(self) -> PieceDecoder {
        match self.0 {
            Kind::Web(encoding) => PieceDecoder::Web(Box::new(encoding.new_decoder_without_bom_handling())),
            Kind::Page(at) => PieceDecoder::Page(DECODING_TABLE_CP_MAP.get(&PAGES[at].1)),
            Kind::Utf32 { big } => PieceDecoder::Utf32 { big, cut: Vec::new() },
        }
    }
}

impl fmt::Debug for Encoding {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        out.write_str(self.name())
    }
}

/// Where a decoder stopped.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Step {
    /// All bytes are text, but for a character that the end of the piece cuts in two.
    Done,
    /// Bytes that mean nothing; they begin this many bytes before the place where the decoder stopped.
    Malformed(usize),
}

/// Decodes piece by piece.
pub enum PieceDecoder {
    /// One of the web's encodings.
    Web(Box<encoding_rs::Decoder>),
    /// A code page of one byte a character.
    Page(Option<&'static TableType>),
    /// Four bytes a character.
    Utf32 {
        /// Whether the high byte comes first.
        big: bool,
        /// The bytes of a character that the end of the piece before cut in two.
        cut: Vec<u8>,
    },
}

impl PieceDecoder {
    /// Appends text, and says how many bytes were taken: all of them, or those up to what means nothing. `last` where no more
    /// bytes follow.
    pub fn decode(&mut self, piece: &[u8], out: &mut String, last: bool) -> (Step, usize) {
        match self {
            PieceDecoder::Web(decoder) => web(decoder, piece, out, last),
            PieceDecoder::Page(table) => page(*table, piece, out),
            PieceDecoder::Utf32 { big, cut } => utf_32(*big, cut, piece, out, last),
        }
    }
}

fn web(decoder: &mut encoding_rs::Decoder, piece: &[u8], out: &mut String, last: bool) -> (Step, usize) {
    let mut from = 0;
    loop {
        let rest = &piece[from..];
        out.reserve(decoder.max_utf8_buffer_length(rest.len()).unwrap_or(rest.len() * 3));
        let (result, read) = decoder.decode_to_string_without_replacement(rest, out, last);
        from += read;
        match result {
            DecoderResult::InputEmpty => return (Step::Done, from),
            DecoderResult::OutputFull => {}
            DecoderResult::Malformed(length, behind) => {
                return (Step::Malformed(usize::from(length) + usize::from(behind)), from);
            }
        }
    }
}

fn page(table: Option<&TableType>, piece: &[u8], out: &mut String) -> (Step, usize) {
    out.reserve(piece.len() * 2);
    for (at, byte) in piece.iter().enumerate() {
        let found = match (byte.checked_sub(0x80).map(usize::from), table) {
            (None, _) => Some(char::from(*byte)),
            (Some(high), Some(TableType::Complete(letters))) => letters.get(high).copied(),
            (Some(high), Some(TableType::Incomplete(letters))) => letters.get(high).copied().flatten(),
            (Some(_), None) => None,
        };
        match found {
            Some(letter) => out.push(letter),
            None => return (Step::Malformed(1), at + 1),
        }
    }
    (Step::Done, piece.len())
}

fn utf_32(big: bool, cut: &mut Vec<u8>, piece: &[u8], out: &mut String, last: bool) -> (Step, usize) {
    let mut letter = |unit: [u8; 4]| {
        let number = if big { u32::from_be_bytes(unit) } else { u32::from_le_bytes(unit) };
        char::from_u32(number).map(|letter| out.push(letter)).is_some()
    };
    let lead = if cut.is_empty() { 0 } else { (4 - cut.len()).min(piece.len()) };
    cut.extend_from_slice(&piece[..lead]);
    if let Some(unit) = cut.first_chunk::<4>().copied() {
        cut.clear();
        if !letter(unit) {
            return (Step::Malformed(4), lead);
        }
    }
    let (units, rest) = piece[lead..].as_chunks::<4>();
    for (at, unit) in units.iter().enumerate() {
        if !letter(*unit) {
            return (Step::Malformed(4), lead + at * 4 + 4);
        }
    }
    cut.extend_from_slice(rest);
    if last && !cut.is_empty() {
        let short = cut.len();
        cut.clear();
        return (Step::Malformed(short), piece.len());
    }
    (Step::Done, piece.len())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn names_are_those_that_people_write() {
        for (label, name) in [
            ("cp850", "IBM850"),
            ("850", "IBM850"),
            ("IBM00858", "IBM858"),
            ("DOS-437", "IBM437"),
            ("cp866", "IBM866"),
            ("utf32", "UTF-32LE"),
            ("UTF-32BE", "UTF-32BE"),
            ("mac", "macintosh"),
            ("latin1", "windows-1252"),
        ] {
            assert_eq!(Encoding::for_label(label).map(Encoding::name), Some(name), "{label}");
        }
        assert_eq!([Encoding::for_label("cp1"), Encoding::for_label(""), Encoding::for_label("klingon")], [None; 3]);
    }

    #[test]
    fn every_page_and_unicode_reads_what_it_wrote() {
        for (label, text) in [
            ("ibm437", "Zoë,ñ,Ü"),
            ("ibm850", "Zoë,Ø,ã"),
            ("ibm852", "Łódź,źrebię"),
            ("ibm858", "5 €,é"),
            ("ibm737", "Θάσος"),
            ("ibm855", "Тула"),
            ("ibm857", "ığdır"),
            ("utf-32le", "Zoë 😀"),
            ("utf-32be", "Zoë 😀"),
            ("utf-16le", "Zoë 😀"),
        ] {
            let encoding = Encoding::for_label(label).unwrap();
            let bytes = encoding.encode(text).unwrap();
            assert_eq!(encoding.decode(&bytes).unwrap(), text, "{label}");
            for size in 1..=5 {
                let (mut out, mut decoder) = (String::new(), encoding.decoder());
                for piece in bytes.chunks(size) {
                    assert_eq!(decoder.decode(piece, &mut out, false), (Step::Done, piece.len()), "{label}");
                }
                assert_eq!((decoder.decode(b"", &mut out, true).0, out.as_str()), (Step::Done, text), "{label}");
            }
        }
        assert!(!Encoding::IBM437.holds("Łódź") && Encoding::IBM852.holds("Łódź") && Encoding::UTF_32LE.holds("Łódź"));
    }

    #[test]
    fn bytes_that_mean_nothing_are_counted() {
        let (mut out, mut decoder) = (String::new(), Encoding::UTF_32LE.decoder());
        let bytes = b"a\0\0\0\xff\xff\xff\xffb\0";
        assert_eq!(decoder.decode(bytes, &mut out, true), (Step::Malformed(4), 8));
        assert_eq!(decoder.decode(&bytes[8..], &mut out, true), (Step::Malformed(2), 2));
        assert_eq!(out, "a");
    }
}
