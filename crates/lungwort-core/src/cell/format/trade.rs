//! Article numbers of trade: GTIN of 8, 12, 13 and 14 digits.

use super::digits;
use super::{Fault, Format};

pub const GTIN_8: Format = Format {
    name: "gtin-8",
    words: "a GTIN-8",
    standard: "GS1 General Specifications, GTIN-8 (EAN-8)",
    example: "96385074",
    judge: |text| gtin(text, 8, "it is not 8 digits"),
};

pub const GTIN_12: Format = Format {
    name: "gtin-12",
    words: "a GTIN-12",
    standard: "GS1 General Specifications, GTIN-12 (UPC-A)",
    example: "036000291452",
    judge: |text| gtin(text, 12, "it is not 12 digits"),
};

pub const GTIN_13: Format = Format {
    name: "gtin-13",
    words: "a GTIN-13",
    standard: "GS1 General Specifications, GTIN-13 (EAN-13)",
    example: "4006381333931",
    judge: |text| gtin(text, 13, "it is not 13 digits"),
};

pub const GTIN_14: Format = Format {
    name: "gtin-14",
    words: "a GTIN-14",
    standard: "GS1 General Specifications, GTIN-14 (ITF-14)",
    example: "10012345678902",
    judge: |text| gtin(text, 14, "it is not 14 digits"),
};

pub const GTIN: Format = Format {
    name: "gtin",
    words: "a GTIN",
    standard: "GS1 General Specifications, GTIN of 8, 12, 13 or 14 digits",
    example: "4006381333931",
    judge: |text| {
        let length = if matches!(text.len(), 8 | 12 | 13 | 14) { text.len() } else { 13 };
        gtin(text, length, "it is not 8, 12, 13 or 14 digits")
    },
};

fn gtin(text: &str, length: usize, layout: &'static str) -> Result<(), Fault> {
    if !digits::are_digits(text, length) {
        return Err(Fault::Layout(layout));
    }
    if digits::weighted_holds(text, 3) { Ok(()) } else { Err(Fault::CheckDigit) }
}
