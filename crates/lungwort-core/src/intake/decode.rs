//! Bytes to text: the encoding by byte order mark, by being sound UTF-8, or by detection; bytes that mean
//! nothing are replaced by U+FFFD and their places kept.

use std::io::{self, Read};

use super::readings;
use crate::encoding::{Encoding, PieceDecoder, Step};
use crate::limits::INVALID_PLACES;
use chardetng::{EncodingDetector, Iso2022JpDetection, Utf8Detection};

/// Bytes read at a time; they stay in the processor's cache until they are text.
const STAGE: usize = 128 * 1024;

/// How an encoding was come by.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Chosen {
    /// By the byte order mark.
    Mark,
    /// All bytes so far are sound UTF-8.
    Sound,
    /// Seen in the bytes: zeros between the letters, or the signs that switch between alphabets.
    Detected,
    /// The likeliest one for the letters that come up.
    Uncertain,
    /// Asked for, by the user or by the rulebook.
    Asked,
}

/// A place where bytes meant nothing.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Invalid {
    /// The byte in the file, from zero.
    pub offset: u64,
    /// The byte in the text made from it, from zero, where U+FFFD stands.
    pub at: u64,
}

enum Mode {
    Utf8,
    Other(PieceDecoder),
}

/// Turns a reader of bytes into text, piece by piece.
pub struct Decoder<R> {
    input: R,
    stage: Vec<u8>,
    /// Bytes in the stage that are not yet text.
    held: usize,
    /// The file's byte that the stage begins with.
    offset: u64,
    mode: Mode,
    encoding: Encoding,
    chosen: Chosen,
    mark: bool,
    /// Whether any text beyond ASCII has been made: until then the encoding can still change.
    beyond_ascii: bool,
    emitted: u64,
    invalid: Vec<Invalid>,
    ended: bool,
    /// Words beyond ASCII as they are in the file, where another encoding could have been meant.
    words: Vec<Box<[u8]>>,
    /// The encoding that the first bytes show, where another one was asked for.
    shown: Option<Encoding>,
}

impl<R: Read> Decoder<R> {
    /// Opens a stream; `given` is the encoding that the user gives.
    ///
    /// # Errors
    ///
    /// Where the input cannot be read.
    pub fn open(input: R, given: Option<Encoding>) -> io::Result<Decoder<R>> {
        let mut decoder = Decoder {
            input,
            stage: vec![0; STAGE],
            held: 0,
            offset: 0,
            mode: Mode::Utf8,
            encoding: Encoding::UTF_8,
            chosen: Chosen::Sound,
            mark: false,
            beyond_ascii: false,
            emitted: 0,
            invalid: Vec::new(),
            ended: false,
            words: Vec::new(),
            shown: None,
        };
        decoder.refill()?;
        decoder.choose(given);
        Ok(decoder)
    }

    /// The encoding and how it was come by. Both can still change until text beyond ASCII has been read.
    pub fn encoding(&self) -> (Encoding, Chosen) {
        (self.encoding, self.chosen)
    }

    /// The encoding that the first bytes show without doubt, where another one was asked for.
    pub fn shown_by_bytes(&self) -> Option<Encoding> {
        self.shown
    }

    /// Whether the file begins with a byte order mark.
    pub fn has_bom(&self) -> bool {
        self.mark
    }

    /// Whether all text so far is ASCII, so that it reads the same in nearly every encoding.
    pub fn is_ascii(&self) -> bool {
        !self.beyond_ascii
    }

    /// Words beyond ASCII as they are in the file, where another encoding could have been meant: at most a few dozen.
    pub fn words(&self) -> &[Box<[u8]>] {
        &self.words
    }

    /// Bytes of the file read so far.
    pub fn bytes_read(&self) -> u64 {
        self.offset + self.held as u64
    }

    /// The first bytes of the file, as long as nothing has been decoded yet.
    pub fn head(&self) -> &[u8] {
        &self.stage[..self.held.min(4096)]
    }

    /// Takes the places of invalid bytes found since the last call.
    pub fn take_invalid(&mut self) -> Vec<Invalid> {
        std::mem::take(&mut self.invalid)
    }

    /// Appends a piece of text. False when there is no more.
    ///
    /// # Errors
    ///
    /// Where the input cannot be read on.
    pub fn fill(&mut self, out: &mut String) -> io::Result<bool> {
        self.refill()?;
        if self.held == 0 {
            return Ok(false);
        }
        let before = out.len();
        match &mut self.mode {
            Mode::Utf8 => self.fill_utf8(out),
            Mode::Other(_) => self.fill_other(out),
        }
        if !self.beyond_ascii {
            self.beyond_ascii = !out[before..].is_ascii();
        }
        self.emitted += (out.len() - before) as u64;
        Ok(true)
    }

    fn refill(&mut self) -> io::Result<()> {
        while self.held < STAGE && !self.ended {
            match self.input.read(&mut self.stage[self.held..]) {
                Ok(0) => self.ended = true,
                Ok(count) => self.held += count,
                Err(error) if error.kind() == io::ErrorKind::Interrupted => {}
                Err(error) => return Err(error),
            }
        }
        Ok(())
    }

    fn consume(&mut self, count: usize) {
        self.stage.copy_within(count..self.held, 0);
        self.held -= count;
        self.offset += count as u64;
    }

    fn choose(&mut self, given: Option<Encoding>) {
        let marked = Encoding::for_mark(&self.stage[..self.held]);
        if let Some((encoding, length)) = marked.filter(|(encoding, _)| given.is_none_or(|given| given == *encoding)) {
            self.mark = true;
            self.consume(length);
            self.set(encoding, Chosen::Mark);
        } else if let Some(encoding) = given {
            let head = &self.stage[..self.held];
            self.shown = shown_by_bytes(head).filter(|shown| *shown != encoding);
            self.set(encoding, Chosen::Asked);
        } else if let Some(encoding) = shown_by_bytes(&self.stage[..self.held]) {
            self.set(encoding, Chosen::Detected);
        } else if !is_mostly_utf8(&self.stage[..self.held], self.ended) {
            let encoding = guess(&self.stage[..self.held], self.ended);
            self.set(encoding, Chosen::Uncertain);
        }
    }

    fn set(&mut self, encoding: Encoding, chosen: Chosen) {
        self.encoding = encoding;
        self.chosen = chosen;
        self.mode = if encoding == Encoding::UTF_8 { Mode::Utf8 } else { Mode::Other(encoding.decoder()) };
    }

    fn fill_utf8(&mut self, out: &mut String) {
        let mut from = 0;
        let start = out.len();
        loop {
            let piece = &self.stage[from..self.held];
            let error = match simdutf8::compat::from_utf8(piece) {
                Ok(text) => {
                    out.push_str(text);
                    from = self.held;
                    break;
                }
                Err(error) => error,
            };
            let sound = &piece[..error.valid_up_to()];
            // What was sound a moment ago still is; an empty text in its place cannot come about.
            out.push_str(simdutf8::basic::from_utf8(sound).unwrap_or_default());
            from += error.valid_up_to();
            let width = match error.error_len() {
                Some(width) => width,
                None if self.ended => self.held - from,
                // A character is cut in two by the end of the stage: the rest of it comes with the next piece.
                None => break,
            };
            let only_ascii = !self.beyond_ascii && out[start..].is_ascii();
            if only_ascii && self.chosen == Chosen::Sound {
                // Nothing read so far reads differently in another encoding, so the guess comes in time.
                let encoding = guess(&self.stage[from..self.held], self.ended);
                self.set(encoding, Chosen::Uncertain);
                break;
            }
            self.note_invalid(self.offset + from as u64, self.emitted + (out.len() - start) as u64);
            out.push(char::REPLACEMENT_CHARACTER);
            from += width;
        }
        self.consume(from);
    }

    fn note_invalid(&mut self, offset: u64, at: u64) {
        if self.invalid.len() < INVALID_PLACES {
            self.invalid.push(Invalid { offset, at });
        }
    }

    fn fill_other(&mut self, out: &mut String) {
        let Mode::Other(mut decoder) = std::mem::replace(&mut self.mode, Mode::Utf8) else {
            return;
        };
        if self.words.len() < readings::WORDS_KEPT && self.encoding.is_ascii_compatible() {
            readings::collect(&self.stage[..self.held], &mut self.words);
        }
        let start = out.len();
        let mut from = 0;
        loop {
            let (step, read) = decoder.decode(&self.stage[from..self.held], out, self.ended);
            from += read;
            match step {
                Step::Done => break,
                Step::Malformed(back) => {
                    let offset = (self.offset + from as u64).saturating_sub(back as u64);
                    self.note_invalid(offset, self.emitted + (out.len() - start) as u64);
                    out.push(char::REPLACEMENT_CHARACTER);
                }
            }
        }
        self.mode = Mode::Other(decoder);
        self.consume(from);
    }
}

/// Whether there is nothing unsound in the bytes, or fewer unsound places than letters beyond ASCII that are
/// sound: in another encoding, bytes that happen to be such a letter are rare.
fn is_mostly_utf8(bytes: &[u8], whole: bool) -> bool {
    match simdutf8::compat::from_utf8(bytes) {
        Ok(_) => return true,
        // The last character is cut in two by the end of the stage.
        Err(error) if error.error_len().is_none() && !whole => return true,
        Err(_) => {}
    }
    let (mut sound, mut unsound) = (0_usize, 0_usize);
    for chunk in bytes.utf8_chunks() {
        sound += chunk.valid().chars().filter(|each| !each.is_ascii()).count();
        unsound += usize::from(!chunk.invalid().is_empty());
    }
    sound >= unsound
}

/// The encoding that the first bytes show without doubt.
pub(super) fn shown_by_bytes(head: &[u8]) -> Option<Encoding> {
    let marked = Encoding::for_mark(head).map(|(encoding, _)| encoding);
    let switched = || switches_alphabets(head).then_some(Encoding::web(encoding_rs::ISO_2022_JP));
    marked.or_else(|| of_wide_units(head)).or_else(switched)
}

/// The signs by which ISO-2022-JP switches between alphabets, in a text of seven bits.
fn switches_alphabets(head: &[u8]) -> bool {
    let switches = |sign: &[u8]| memchr::memmem::find(head, sign).is_some();
    head.is_ascii() && (switches(b"\x1b$B") || switches(b"\x1b$@")) && (switches(b"\x1b(B") || switches(b"\x1b(J"))
}

/// UTF-16 or UTF-32 without a mark.
pub(super) fn of_wide_units(head: &[u8]) -> Option<Encoding> {
    utf_32(head).or_else(|| zero_pattern(head)).or_else(|| utf_16_of_other_alphabets(head))
}

/// UTF-32 without a mark reads without fault as text with line ends: other bytes hardly ever do.
fn utf_32(head: &[u8]) -> Option<Encoding> {
    let whole = &head[..head.len().min(4096) & !3];
    let is_it = |encoding: &Encoding| {
        encoding.decode(whole).is_some_and(|text| text.contains(['\n', '\r']) && text.chars().all(is_text))
    };
    [Encoding::UTF_32LE, Encoding::UTF_32BE].into_iter().find(is_it)
}

fn is_text(each: char) -> bool {
    !each.is_control() || matches!(each, '\t' | '\r' | '\n')
}

/// In other alphabets only line ends, delimiters and digits have a zero byte, all of them on the same side; the text then
/// reads without fault in UTF-16, with line ends in it.
fn utf_16_of_other_alphabets(head: &[u8]) -> Option<Encoding> {
    let head = &head[..head.len().min(4096) & !1];
    let zeros = |odd: usize| head.iter().skip(odd).step_by(2).filter(|byte| **byte == 0).count();
    let encoding = match (zeros(0), zeros(1)) {
        (0, 2..) => Encoding::UTF_16LE,
        (2.., 0) => Encoding::UTF_16BE,
        _ => return None,
    };
    // The last character may be cut in two.
    let whole = &head[..head.len().saturating_sub(2)];
    let text = encoding.decode(whole)?;
    (text.contains(['\n', '\r']) && text.chars().all(is_text)).then_some(encoding)
}

/// UTF-16 without a mark shows in the zeros that every second byte of plain text then is.
fn zero_pattern(head: &[u8]) -> Option<Encoding> {
    let head = &head[..head.len().min(4096)];
    let share =
        |odd: usize| head.iter().skip(odd).step_by(2).filter(|byte| **byte == 0).count() * 20 / head.len().max(1);
    match (share(0), share(1)) {
        (0, 6..) => Some(Encoding::UTF_16LE),
        (6.., 0) => Some(Encoding::UTF_16BE),
        _ => None,
    }
}

fn guess(bytes: &[u8], whole: bool) -> Encoding {
    let mut detector = EncodingDetector::new(Iso2022JpDetection::Deny);
    detector.feed(bytes, whole);
    let likeliest = Encoding::web(detector.guess(None, Utf8Detection::Deny));
    // The detector knows the encodings of the web; tables come in those of older systems too.
    let mut words = Vec::new();
    readings::collect(bytes, &mut words);
    readings::of_older_systems(&words, likeliest).unwrap_or(likeliest)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn decoded(bytes: &[u8], given: Option<Encoding>) -> (String, &'static str, Chosen, Vec<Invalid>) {
        let mut decoder = Decoder::open(bytes, given).unwrap();
        let mut out = String::new();
        while decoder.fill(&mut out).unwrap() {}
        let (encoding, chosen) = decoder.encoding();
        (out, encoding.name(), chosen, decoder.take_invalid())
    }

    #[test]
    fn encodings_are_recognised() {
        let text = "Art,Fundort\nGänseblümchen,Köln\nSchlüsselblume,Tübingen\n";
        for (label, chosen) in [("utf-8", Chosen::Sound), ("windows-1252", Chosen::Uncertain)] {
            let encoding = Encoding::for_label(label).unwrap();
            let bytes = encoding.encode(text).unwrap();
            assert_eq!(decoded(&bytes, None), (text.to_owned(), encoding.name(), chosen, vec![]));
        }
        let cyrillic = "Вид,Место\nВишня,Тула\n";
        for name in ["UTF-16LE", "UTF-16BE"] {
            let wide = cyrillic
                .encode_utf16()
                .flat_map(|unit| if name == "UTF-16LE" { unit.to_le_bytes() } else { unit.to_be_bytes() });
            assert_eq!(
                decoded(&wide.collect::<Vec<u8>>(), None),
                (cyrillic.to_owned(), name, Chosen::Detected, vec![])
            );
        }
        let japanese = "種,場所\n桜,東京\n";
        let (switched, ..) = encoding_rs::ISO_2022_JP.encode(japanese);
        assert_eq!(decoded(&switched, None), (japanese.to_owned(), "ISO-2022-JP", Chosen::Detected, vec![]));
        let wide: Vec<u8> = text.encode_utf16().flat_map(u16::to_le_bytes).collect();
        assert_eq!(decoded(&wide, None).0, text);
        let marked: Vec<u8> = [0xfe, 0xff].into_iter().chain(text.encode_utf16().flat_map(u16::to_be_bytes)).collect();
        assert_eq!(decoded(&marked, None), (text.to_owned(), "UTF-16BE", Chosen::Mark, vec![]));
    }

    #[test]
    fn many_encodings_round_trip_when_told() {
        let cases = [
            ("shift_jis", "桜,東京"),
            ("euc-jp", "桜,東京"),
            ("euc-kr", "벚꽃,서울"),
            ("gb18030", "樱花,北京"),
            ("big5", "櫻花,台北"),
            ("koi8-r", "Вишня,Тула"),
            ("windows-1251", "Вишня,Тула"),
            ("iso-8859-2", "Łódź"),
            ("windows-1254", "ığdır"),
        ];
        for (label, text) in cases {
            let encoding = Encoding::for_label(label).unwrap();
            let bytes = encoding.encode(text).unwrap();
            assert_eq!(decoded(&bytes, Some(encoding)).0, text, "{label}");
        }
    }

    #[test]
    fn a_letter_late_in_a_long_plain_file_still_decides_the_encoding() {
        let mut bytes = b"plain,text\n".repeat(60_000);
        bytes.extend_from_slice(b"caf\xe9,cr\xe8me br\xfbl\xe9e\n");
        let (text, name, chosen, invalid) = decoded(&bytes, None);
        assert!(text.ends_with("café,crème brûlée\n"));
        assert_eq!((name, chosen, invalid.len()), ("windows-1252", Chosen::Uncertain, 0));
    }

    #[test]
    fn invalid_bytes_keep_their_places() {
        let bytes = "Zoë,x\n".bytes().chain(*b"a\xffb\n").collect::<Vec<u8>>();
        let (text, _, _, invalid) = decoded(&bytes, None);
        assert_eq!(text, "Zoë,x\na\u{fffd}b\n");
        assert_eq!(invalid, [Invalid { offset: 8, at: 8 }]);
        let (text, _, _, invalid) = decoded(b"\x82\xa0\x81", Encoding::for_label("shift_jis"));
        assert_eq!((text.as_str(), invalid.len()), ("あ\u{fffd}", 1));
    }

    #[test]
    fn characters_cut_by_the_stage_are_whole_again() {
        let text = format!("é{}", "é".repeat(STAGE));
        for lead in 0..2 {
            let padded = format!("{}{text}", "x".repeat(lead));
            assert_eq!(decoded(padded.as_bytes(), None).0, padded);
        }
    }
}
