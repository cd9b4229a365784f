//! Identifiers of organisations and persons: LEI, ORCID, ISNI.

use super::digits;
use super::{Fault, Format};

pub const LEI: Format = Format {
    name: "lei",
    words: "an LEI",
    standard: "ISO 17442-1: 18 capitals and digits and two check digits (MOD 97-10)",
    example: "5493001KJTIIGC8Y1R12",
    judge: lei,
};

fn lei(text: &str) -> Result<(), Fault> {
    let bytes = text.as_bytes();
    let fits = bytes.len() == 20
        && bytes.iter().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit())
        && bytes[18..].iter().all(u8::is_ascii_digit);
    match digits::mod_97(text) {
        _ if !fits => Err(Fault::Layout("it is not 18 capitals and digits and two digits")),
        Some(1) => Ok(()),
        _ => Err(Fault::CheckDigit),
    }
}

pub const ORCID: Format = Format {
    name: "orcid",
    words: "an ORCID",
    standard: "ORCID iD, a block of ISO 27729 with ISO 7064 MOD 11-2: 16 digits, of which the last may be X; printed as four groups joined by hyphens",
    example: "0000-0002-1825-0097",
    judge: |text| {
        let layout = "it is not 16 digits, together or in four groups joined by hyphens";
        if text.len() == 16 { checked(text, layout) } else { sixteen(text, b'-', layout) }
    },
};

pub const ISNI: Format = Format {
    name: "isni",
    words: "an ISNI",
    standard: "ISO 27729 with ISO 7064 MOD 11-2: 16 digits, together or in fours with spaces; the last may be X",
    example: "0000 0001 2103 2683",
    judge: |text| {
        if text.len() == 16 {
            checked(text, "it is not 16 digits")
        } else {
            sixteen(text, b' ', "it is not 16 digits, together or in fours with spaces")
        }
    },
};

fn sixteen(text: &str, between: u8, layout: &'static str) -> Result<(), Fault> {
    let bytes = text.as_bytes();
    if bytes.len() != 19 || [4, 9, 14].iter().any(|at| bytes[*at] != between) {
        return Err(Fault::Layout(layout));
    }
    checked(&digits::compact(text), layout)
}

fn checked(compacted: &str, layout: &'static str) -> Result<(), Fault> {
    let fits = compacted.get(..15).is_some_and(|head| digits::are_digits(head, 15))
        && matches!(compacted.as_bytes().get(15..), Some([b'0'..=b'9' | b'X']));
    if !fits {
        return Err(Fault::Layout(layout));
    }
    if digits::mod_11_2_holds(compacted) { Ok(()) } else { Err(Fault::CheckDigit) }
}
