//! What a workbook keeps of a cell besides its text: how it is stored, how it is shown, whether a formula made it.

use std::collections::HashMap;

use ssfmt::FormatOptions;

use crate::limits::NUMBER_FORMAT;

/// How a cell's value is stored.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Stored {
    /// As text.
    Text,
    /// As a number.
    Number,
    /// As a number that its format makes a date, a time, or both.
    Moment,
    /// As true or false.
    YesNo,
    /// As an error value such as #N/A.
    Error,
}

/// Whether a formula stands in a cell.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Formula {
    /// There is none.
    None,
    /// There is one, and its last result is kept beside it.
    WithResult,
    /// There is one, and no result is kept.
    WithoutResult,
}

/// Something about a cell that its text does not tell.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CellMetadata {
    /// The cell's place among all cells of the chunk.
    pub field: u32,
    /// How it is stored.
    pub stored: Stored,
    /// Whether a formula made it.
    pub formula: Formula,
    /// How it is shown: the place in [`NumberFormats`].
    pub number_format: u16,
    /// What is shown, where the workbook keeps it: the place in the texts built for the chunk.
    pub shown: Option<(u32, u32)>,
    /// The number behind it; for a moment, days since the end of 1899.
    pub number: f64,
}

/// A number format.
#[derive(Debug, Clone)]
pub struct NumberFormat {
    /// As the workbook writes it.
    pub code: String,
    compiled: Option<ssfmt::NumberFormat>,
    /// Whether it shows a day, a month or a year.
    pub has_date: bool,
    /// Whether it shows hours, minutes or seconds.
    pub has_time: bool,
    /// Whether it shows numbers as they are.
    pub is_general: bool,
    /// Whether it makes what is typed a text.
    pub is_text: bool,
}

impl NumberFormat {
    /// Reads a format code.
    pub fn new(code: &str) -> NumberFormat {
        use ssfmt::ast::{DatePart, FormatPart};
        let is_general = code.eq_ignore_ascii_case("general") || code.is_empty();
        let reads = !is_general && code.len() <= NUMBER_FORMAT;
        let compiled = if reads { ssfmt::NumberFormat::parse(code).ok() } else { None };
        let parts = || compiled.iter().flat_map(|format| format.sections()).take(1).flat_map(|section| &section.parts);
        let of_time = |part: &FormatPart| {
            matches!(
                part,
                FormatPart::AmPm(_)
                    | FormatPart::Elapsed(_)
                    | FormatPart::DatePart(
                        DatePart::Hour
                            | DatePart::Hour2
                            | DatePart::Minute
                            | DatePart::Minute2
                            | DatePart::Second
                            | DatePart::Second2
                            | DatePart::SubSecond(_)
                    )
            )
        };
        let has_time = parts().any(of_time);
        let has_date = parts().any(|part| part.is_date_part() && !of_time(part));
        let is_text = code == "@";
        NumberFormat { code: code.to_owned(), compiled, has_date, has_time, is_general, is_text }
    }

    /// Whether numbers in it are dates or times.
    pub fn is_moment(&self) -> bool {
        self.has_date || self.has_time
    }

    /// What the screen shows for a number.
    pub fn shown(&self, number: f64) -> Option<String> {
        let compiled = self.compiled.as_ref()?;
        compiled.try_format(number, &FormatOptions::default()).ok()
    }
}

/// The number formats of a workbook, by the style of cells.
#[derive(Debug, Clone, Default)]
pub struct NumberFormats {
    number_formats: Vec<NumberFormat>,
    of_style: Vec<u16>,
}

impl NumberFormats {
    /// Makes the table from the code of each style.
    pub fn new<'c>(codes: impl Iterator<Item = &'c str>) -> NumberFormats {
        let mut number_formats =
            NumberFormats { number_formats: vec![NumberFormat::new("General")], of_style: Vec::new() };
        let mut places: HashMap<&str, usize> = HashMap::from([("General", 0)]);
        for code in codes {
            let at = *places.entry(code).or_insert_with(|| {
                number_formats.number_formats.push(NumberFormat::new(code));
                number_formats.number_formats.len() - 1
            });
            // Workbooks hold at most 64,000 formats; beyond that the cells are shown as they are.
            number_formats.of_style.push(u16::try_from(at).unwrap_or(0));
        }
        number_formats
    }

    /// The place of a style's format.
    pub fn of_style(&self, style: usize) -> u16 {
        self.of_style.get(style).copied().unwrap_or(0)
    }

    /// The format at a place.
    pub fn get(&self, at: u16) -> &NumberFormat {
        // The first one is always there.
        self.number_formats.get(usize::from(at)).unwrap_or(&self.number_formats[0])
    }
}

/// Adds a number in plain decimal notation: what a program that reads the cell gets, without an exponent.
pub fn push_number(raw: &str, out: &mut String) -> f64 {
    let bytes = raw.as_bytes();
    let digits = bytes.strip_prefix(b"-").unwrap_or(bytes);
    let (mut points, mut plain) = (0, !digits.is_empty() && digits.len() <= 16);
    for byte in digits {
        points += u32::from(*byte == b'.');
        plain &= byte.is_ascii_digit() || *byte == b'.';
    }
    let zero_first = digits.len() > 1 && digits[0] == b'0' && digits[1] != b'.';
    let ends_well = points == 0 || !matches!(digits.last(), Some(b'0' | b'.'));
    let number = raw.trim().parse::<f64>().unwrap_or(f64::NAN);
    if plain && points < 2 && !zero_first && ends_well && digits.first() != Some(&b'.') && number != 0.0 {
        out.push_str(raw);
    } else if number.is_finite() {
        // The shortest digits that mean this very number; minus zero is zero.
        out.push_str(&format!("{}", if number == 0.0 { 0.0 } else { number }));
    } else {
        out.push_str(raw.trim());
    }
    number
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn numbers_are_written_out() {
        let cases = [
            ("417", "417"),
            ("-0.5", "-0.5"),
            ("0.30000000000000004", "0.30000000000000004"),
            ("1.23456789012346E+15", "1234567890123460"),
            ("1.0000000000000003E-5", "0.000010000000000000003"),
            ("007", "7"),
            ("2.50", "2.5"),
            ("-0", "0"),
            ("1e400", "1e400"),
            ("", ""),
        ];
        for (raw, due) in cases {
            let mut out = String::new();
            push_number(raw, &mut out);
            assert_eq!(out, due);
        }
    }

    #[test]
    fn formats_tell_dates_times_and_texts() {
        let said = |code: &str| {
            let number_format = NumberFormat::new(code);
            (number_format.has_date, number_format.has_time, number_format.is_text)
        };
        assert_eq!(said("dd/mm/yyyy"), (true, false, false));
        assert_eq!(said("[h]:mm"), (false, true, false));
        assert_eq!(said("yyyy\\-mm\\-dd hh:mm"), (true, true, false));
        assert_eq!(said("\"day\" 0"), (false, false, false));
        assert_eq!(said("@"), (false, false, true));
        assert_eq!(NumberFormat::new("00000").shown(417.0).as_deref(), Some("00417"));
        assert_eq!(NumberFormat::new("General").shown(417.0), None);
    }
}
