//! Identifiers of securities, devices and containers: ISIN, CUSIP, IMEI, ISO 6346.

use super::digits;
use super::{Fault, Format};

pub const ISIN: Format = Format {
    name: "isin",
    words: "an ISIN",
    standard: "ISO 6166: country, nine capitals and digits, and a check digit (Luhn over the letters as numbers)",
    example: "US0378331005",
    judge: isin,
};

fn isin(text: &str) -> Result<(), Fault> {
    let bytes = text.as_bytes();
    let fits = bytes.len() == 12
        && bytes[..2].iter().all(u8::is_ascii_uppercase)
        && bytes[2..11].iter().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit())
        && bytes[11].is_ascii_digit();
    if !fits {
        return Err(Fault::Layout("it is not a country's two letters, nine capitals or digits, and a digit"));
    }
    let spelled: String = text.chars().filter_map(|each| each.to_digit(36)).map(|value| value.to_string()).collect();
    if digits::luhn_holds(&spelled) { Ok(()) } else { Err(Fault::CheckDigit) }
}

pub const CUSIP: Format = Format {
    name: "cusip",
    words: "a CUSIP",
    standard: "ANSI X9.6: eight capitals, digits, *, @ or #, and a check digit",
    example: "037833100",
    judge: cusip,
};

fn cusip(text: &str) -> Result<(), Fault> {
    let value = |byte: u8| match byte {
        b'0'..=b'9' => Some(u32::from(byte - b'0')),
        b'A'..=b'Z' => Some(u32::from(byte - b'A') + 10),
        b'*' => Some(36),
        b'@' => Some(37),
        b'#' => Some(38),
        _ => None,
    };
    let values: Option<Vec<u32>> = text.bytes().map(value).collect();
    let Some(([body @ .., check], 9)) = values.as_deref().map(|values| (values, values.len())) else {
        return Err(Fault::Layout("it is not eight capitals or digits and a check digit"));
    };
    if *check > 9 {
        return Err(Fault::Layout("its last character is not a digit"));
    }
    let sum: u32 = body
        .iter()
        .zip([1, 2].into_iter().cycle())
        .map(|(value, times)| value * times)
        .map(|product| product / 10 + product % 10)
        .sum();
    if (10 - sum % 10) % 10 == *check { Ok(()) } else { Err(Fault::CheckDigit) }
}

pub const IMEI: Format = Format {
    name: "imei",
    words: "an IMEI",
    standard: "3GPP TS 23.003: 15 digits, the last a Luhn check digit",
    example: "490154203237518",
    judge: imei,
};

fn imei(text: &str) -> Result<(), Fault> {
    if !digits::are_digits(text, 15) {
        return Err(Fault::Layout("it is not 15 digits"));
    }
    if digits::luhn_holds(text) { Ok(()) } else { Err(Fault::CheckDigit) }
}

pub const CONTAINER: Format = Format {
    name: "iso-6346",
    words: "a container number",
    standard: "ISO 6346: owner's three letters, U, J or Z, six digits and a check digit",
    example: "CSQU3054383",
    judge: container,
};

fn container(text: &str) -> Result<(), Fault> {
    let bytes = text.as_bytes();
    let fits = bytes.len() == 11
        && bytes[..3].iter().all(u8::is_ascii_uppercase)
        && matches!(bytes[3], b'U' | b'J' | b'Z')
        && bytes[4..].iter().all(u8::is_ascii_digit);
    if !fits {
        return Err(Fault::Layout("it is not three letters, U, J or Z, and seven digits"));
    }
    // Letters count from ten, and the multiples of eleven are left out.
    let value = |byte: u8| match byte {
        b'A'..=b'Z' => {
            let plain = u32::from(byte - b'A') + 10;
            plain + (plain - 1) / 10
        }
        digit => u32::from(digit - b'0'),
    };
    let sum: u32 = bytes[..10].iter().enumerate().map(|(at, byte)| value(*byte) << at).sum();
    if sum % 11 % 10 == u32::from(bytes[10] - b'0') { Ok(()) } else { Err(Fault::CheckDigit) }
}
