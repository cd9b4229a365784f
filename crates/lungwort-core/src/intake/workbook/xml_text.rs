//! The text of an XML part in UTF-8, whatever encoding it is written in: as its byte order mark or its declaration say
//! (XML 1.0, section 4.3.3 and appendix F).

use std::io;

use encoding_rs::{CoderResult, Decoder, Encoding, UTF_8, UTF_16BE, UTF_16LE};

/// Bytes that the declaration is looked for in.
const HEAD: usize = 256;

/// What has been read of a part ahead of whoever wants it, and how the rest is brought to UTF-8.
pub struct XmlText {
    begun: bool,
    /// Bytes that are ready.
    ready: Vec<u8>,
    given: usize,
    /// `None` where it is UTF-8 already.
    decoder: Option<Decoder>,
    ended: bool,
}

impl XmlText {
    /// Begins a part.
    pub fn new() -> XmlText {
        XmlText { begun: false, ready: Vec::new(), given: 0, decoder: None, ended: false }
    }

    /// Reads on from `raw`, the bytes as they are in the part.
    pub fn read(&mut self, out: &mut [u8], mut raw: impl FnMut(&mut [u8]) -> io::Result<usize>) -> io::Result<usize> {
        if !self.begun {
            self.begun = true;
            self.begin(&mut raw)?;
        }
        loop {
            if self.given < self.ready.len() {
                let count = out.len().min(self.ready.len() - self.given);
                out[..count].copy_from_slice(&self.ready[self.given..self.given + count]);
                self.given += count;
                return Ok(count);
            }
            let Some(decoder) = &mut self.decoder else { return raw(out) };
            if self.ended || out.is_empty() {
                return Ok(0);
            }
            let mut bytes = vec![0; 32 << 10];
            let count = raw(&mut bytes)?;
            self.ended = count == 0;
            self.ready.clear();
            self.given = 0;
            decode(decoder, &bytes[..count], self.ended, &mut self.ready);
        }
    }

    fn begin(&mut self, raw: &mut impl FnMut(&mut [u8]) -> io::Result<usize>) -> io::Result<()> {
        let mut head = vec![0; HEAD];
        let mut filled = 0;
        while filled < HEAD {
            match raw(&mut head[filled..])? {
                0 => break,
                count => filled += count,
            }
        }
        head.truncate(filled);
        match encoding_of(&head) {
            encoding if encoding == UTF_8 => self.ready = head,
            encoding => {
                let mut decoder = encoding.new_decoder_with_bom_removal();
                decode(&mut decoder, &head, false, &mut self.ready);
                self.decoder = Some(decoder);
            }
        }
        Ok(())
    }
}

fn decode(decoder: &mut Decoder, bytes: &[u8], last: bool, out: &mut Vec<u8>) {
    let mut rest = bytes;
    loop {
        let start = out.len();
        out.resize(start + decoder.max_utf8_buffer_length(rest.len()).unwrap_or(rest.len() * 3 + 16), 0);
        let (result, read, written, _) = decoder.decode_to_utf8(rest, &mut out[start..], last);
        out.truncate(start + written);
        rest = &rest[read..];
        if result == CoderResult::InputEmpty {
            return;
        }
    }
}

fn encoding_of(head: &[u8]) -> &'static Encoding {
    if let Some((encoding, _)) = Encoding::for_bom(head) {
        return encoding;
    }
    match head {
        [b'<', 0, b'?', 0, ..] => return UTF_16LE,
        [0, b'<', 0, b'?', ..] => return UTF_16BE,
        _ => {}
    }
    let declaration = head.split(|byte| *byte == b'>').next().unwrap_or_default();
    let Some(at) = memchr::memmem::find(declaration, b"encoding").filter(|_| head.starts_with(b"<?xml")) else {
        return UTF_8;
    };
    let quoted = &declaration[at..];
    let Some(open) = quoted.iter().position(|byte| matches!(byte, b'"' | b'\'')) else { return UTF_8 };
    let name = quoted[open + 1..].split(|byte| *byte == quoted[open]).next().unwrap_or_default();
    // A declaration that could be read byte by byte is not in UTF-16, whatever it says.
    Encoding::for_label(name).filter(|encoding| encoding.is_ascii_compatible()).unwrap_or(UTF_8)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn read(bytes: &[u8], at_a_time: usize) -> String {
        let (mut text, mut rest, mut out) = (XmlText::new(), bytes, Vec::new());
        loop {
            let mut buffer = vec![0; at_a_time];
            let count = text
                .read(&mut buffer, |into| {
                    let count = into.len().min(rest.len()).min(7);
                    into[..count].copy_from_slice(&rest[..count]);
                    rest = &rest[count..];
                    Ok(count)
                })
                .unwrap();
            if count == 0 {
                return String::from_utf8(out).unwrap();
            }
            out.extend_from_slice(&buffer[..count]);
        }
    }

    #[test]
    fn parts_in_any_encoding_come_as_utf_8() {
        let text =
            |encoding: &str| format!("<?xml version=\"1.0\" encoding=\"{encoding}\"?><a>café {}</a>", "é".repeat(400));
        let wide: Vec<u8> = text("UTF-16").encode_utf16().flat_map(u16::to_le_bytes).collect();
        let marked =
            [b"\xfe\xff".to_vec(), text("UTF-16").encode_utf16().flat_map(u16::to_be_bytes).collect()].concat();
        let latin = encoding_rs::WINDOWS_1252.encode(&text("ISO-8859-1")).0.into_owned();
        for at_a_time in [1, 5, 4096] {
            assert_eq!(read(text("UTF-8").as_bytes(), at_a_time), text("UTF-8"));
            assert_eq!(read(&wide, at_a_time), text("UTF-16"));
            assert_eq!(read(&marked, at_a_time), text("UTF-16"));
            assert_eq!(read(&latin, at_a_time), text("ISO-8859-1"));
        }
        assert_eq!(read(b"", 10), "");
    }
}
