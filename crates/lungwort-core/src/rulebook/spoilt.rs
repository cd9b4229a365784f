//! What a spreadsheet turns codes into when it takes them for dates or numbers, so that a spoilt value can be traced back.

use jiff::civil::Date;
use rust_decimal::Decimal;

use crate::cell::date::{from_day_number, month_of};
use crate::cell::number;

/// What a spreadsheet keeps of a code that it took for something else.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Spoilt {
    /// A day of a month; the year is the one in which the code was typed.
    Day(i8, i8),
    /// A number; trailing zeros behind the mark do not count.
    Number(Decimal),
}

impl Spoilt {
    /// What becomes of a code as it is typed: `MAR-01`, `SEPT2`, `1/2` are dates, `3E2` is a number. A code that can
    /// be read with day or month first becomes one or the other.
    pub fn of_code(code: &str) -> Vec<Spoilt> {
        let parts: Vec<&str> = code.split(['-', '/', '.', ' ']).filter(|part| !part.is_empty()).collect();
        let days = match parts.as_slice() {
            [one] => {
                let cut = one.find(|each: char| each.is_ascii_digit()).unwrap_or(0);
                let (name, day) = one.split_at(cut);
                day_of(name, day).into_iter().collect()
            }
            [first, second] => match (day_of(first, second), day_of(second, first)) {
                (None, None) => {
                    let month_first = day_and_month(second, first);
                    let day_first = day_and_month(first, second).filter(|each| Some(*each) != month_first);
                    month_first.into_iter().chain(day_first).collect()
                }
                (one, other) => one.or(other).into_iter().collect(),
            },
            _ => Vec::new(),
        };
        if days.is_empty() && code.bytes().any(|byte| matches!(byte, b'E' | b'e')) {
            return number::read_scientific(code).map(Spoilt::Number).into_iter().collect();
        }
        days
    }

    /// What a cell shows of it: `01-Mar`, `Mar-01`, `01/03/2026`, `2026-03-01`, a day number; `300`, `3E+02`.
    pub fn of_cell(text: &str) -> Vec<Spoilt> {
        let parts: Vec<&str> = text.split(['-', '/', '.', ' ', ',']).filter(|part| !part.is_empty()).collect();
        let mut found = match parts.as_slice() {
            [_, _] => Spoilt::of_code(text),
            [year, month, day] | [day, month, year] if is_year(year) => match day_of(month, day) {
                Some(day) => vec![day],
                None => {
                    let plain = day_and_month(day, month);
                    // Where the year comes last, either may come first.
                    let turned = day_and_month(month, day).filter(|each| !is_year(parts[0]) && Some(*each) != plain);
                    plain.into_iter().chain(turned).collect()
                }
            },
            _ => Vec::new(),
        };
        if let [_] = parts.as_slice() {
            let serial = text.parse().ok().filter(|_| text.len() == 5).and_then(from_day_number);
            found.extend(serial.map(|date: Date| Spoilt::Day(date.day(), date.month())));
        }
        let plain = number::read(text, number::DecimalMark::Point).map(|number| number.normalize());
        found.extend(plain.or_else(|| number::read_scientific(text)).map(Spoilt::Number));
        found
    }

    /// Codes that may have become it, as people write such codes.
    pub fn codes(self) -> Vec<String> {
        let Spoilt::Day(day, month) = self else { return Vec::new() };
        let mut names = vec![MONTHS[usize::try_from(month - 1).unwrap_or_default() % 12]];
        if month == 9 {
            names.push("SEPT");
        }
        let mut codes = Vec::new();
        for (one, two) in [(format!("{month}"), format!("{day}")), (format!("{month:02}"), format!("{day:02}"))] {
            for sign in ["-", "/", ".", " "] {
                codes.extend([format!("{one}{sign}{two}"), format!("{two}{sign}{one}")]);
            }
            for name in &names {
                for sign in ["-", "", "/", ".", " "] {
                    codes.extend([format!("{name}{sign}{two}"), format!("{two}{sign}{name}")]);
                }
            }
        }
        codes
    }
}

const MONTHS: [&str; 12] = ["JAN", "FEB", "MAR", "APR", "MAY", "JUN", "JUL", "AUG", "SEP", "OCT", "NOV", "DEC"];

fn day_of(name: &str, day: &str) -> Option<Spoilt> {
    let month = month_of(name)?;
    let day = day.parse().ok().filter(|day| (1..=31).contains(day) && name.len() >= 3)?;
    Some(Spoilt::Day(day, month))
}

fn day_and_month(day: &str, month: &str) -> Option<Spoilt> {
    let number = |text: &str, most: i8| {
        let short = text.len() <= 2 && text.bytes().all(|byte| byte.is_ascii_digit());
        text.parse::<i8>().ok().filter(|number| short && (1..=most).contains(number))
    };
    Some(Spoilt::Day(number(day, 31)?, number(month, 12)?))
}

fn is_year(text: &str) -> bool {
    text.len() == 4 && text.parse().is_ok_and(|year: u16| (1900..2200).contains(&year))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn codes_and_what_becomes_of_them_meet() {
        for (code, cell) in [
            ("MAR-01", "01-Mar"),
            ("MAR1", "1-Mar"),
            ("MAR-01", "01. Mrz"),
            ("MAI-07", "07. Mai"),
            ("DEC-05", "05-déc"),
            ("SEPT2", "02-Sep"),
            ("DEC-05", "2026-12-05"),
            ("1/2", "2-Jan"),
            ("1-2", "01-Feb"),
            ("2-1", "02/01/2026"),
            ("MAY-07", "46149"),
            ("3E2", "300"),
            ("1E16", "1E+16"),
            ("0E0", "0"),
            ("12E3", "1.20E+04"),
        ] {
            let (made, shown) = (Spoilt::of_code(code), Spoilt::of_cell(cell));
            assert!(made.iter().any(|each| shown.contains(each)), "{code} {made:?} {cell} {shown:?}");
        }
        for code in ["GB", "A-1", "MARBLE", "MARCH", "E12", "32-13", "12", "", "MAR-32"] {
            assert_eq!(Spoilt::of_code(code), [], "{code}");
        }
        assert!(Spoilt::Day(1, 3).codes().contains(&"MAR-01".to_owned()));
    }
}
