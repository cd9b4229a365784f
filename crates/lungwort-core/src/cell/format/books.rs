//! Numbers of publications: ISBN-10, ISBN-13, ISSN. Hyphens and spaces may stand in them.

use super::digits;
use super::{Fault, Format};

pub const ISBN_10: Format = Format {
    name: "isbn-10",
    words: "an ISBN-10",
    standard: "ISO 2108 (1992 edition), ten digits of which the last may be X",
    example: "0-306-40615-2",
    judge: isbn_10,
};

pub const ISBN_13: Format = Format {
    name: "isbn-13",
    words: "an ISBN-13",
    standard: "ISO 2108: 13 digits that begin with 978 or 979",
    example: "978-0-306-40615-7",
    judge: isbn_13,
};

pub const ISBN: Format = Format {
    name: "isbn",
    words: "an ISBN",
    standard: "ISO 2108, with 10 or 13 digits",
    example: "978-0-306-40615-7",
    judge: |text| {
        if digits::compact(text).len() == 10 { isbn_10(text) } else { isbn_13(text) }
    },
};

pub const ISSN: Format = Format {
    name: "issn",
    words: "an ISSN",
    standard: "ISO 3297: eight digits, of which the last may be X; printed as two groups of four with a hyphen",
    example: "2049-3630",
    judge: issn,
};

/// The sum of the digits, each times its place counted from the right, is a multiple of eleven.
fn mod_11_holds(compacted: &str) -> bool {
    let value = |byte: u8| if byte == b'X' { 10 } else { u32::from(byte - b'0') };
    let sum: u32 = compacted.bytes().rev().zip(1..).map(|(byte, place)| value(byte) * place).sum();
    sum.is_multiple_of(11)
}

fn digits_then_x(compacted: &str, length: usize) -> bool {
    compacted.is_ascii()
        && compacted.len() == length
        && digits::are_digits(&compacted[..length - 1], length - 1)
        && matches!(compacted.as_bytes()[length - 1], b'0'..=b'9' | b'X')
}

fn isbn_10(text: &str) -> Result<(), Fault> {
    let compacted = digits::compact(text);
    if !digits_then_x(&compacted, 10) {
        return Err(Fault::Layout("it is not ten digits, of which the last may be X"));
    }
    if mod_11_holds(&compacted) { Ok(()) } else { Err(Fault::CheckDigit) }
}

fn isbn_13(text: &str) -> Result<(), Fault> {
    let compacted = digits::compact(text);
    if !digits::are_digits(&compacted, 13) || !(compacted.starts_with("978") || compacted.starts_with("979")) {
        return Err(Fault::Layout("it is not 13 digits that begin with 978 or 979"));
    }
    if digits::weighted_holds(&compacted, 3) { Ok(()) } else { Err(Fault::CheckDigit) }
}

fn issn(text: &str) -> Result<(), Fault> {
    let compacted = digits::compact(text);
    let grouped = text == compacted || text.get(4..5) == Some("-") && text.len() == 9;
    if !grouped || !digits_then_x(&compacted, 8) {
        return Err(Fault::Layout("it is not eight digits, together or in two groups of four with a hyphen"));
    }
    if mod_11_holds(&compacted) { Ok(()) } else { Err(Fault::CheckDigit) }
}
