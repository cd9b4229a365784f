//! Dates and times in the form that a template asks for, and working out what one in another form means.

mod lenient;
mod order;
mod pattern;

pub use lenient::{Deviation, Lenient, date_leniently};
pub use order::{Order, order_of, order_of_pattern, read_in_order};
pub use pattern::{DatePattern, DatePatternError, TypeError};

use jiff::civil::{Date, Time};

/// The month of a name or its first three letters in English (`SEPT` counts as well), or of the short name that
/// spreadsheet programs show in other languages.
pub fn month_of(name: &str) -> Option<i8> {
    let known = |full| pattern::month_name(name.as_bytes(), full).filter(|(_, length)| *length == name.len());
    if let Some((month, _)) = known(true).or_else(|| known(false)) {
        return i8::try_from(month).ok();
    }
    let name = name.to_lowercase();
    SHORT_MONTHS.iter().find(|(_, names)| names.contains(&name.as_str())).map(|(month, _)| *month)
}

/// Short names of months that differ from the English ones: German, French, Spanish, Italian, Portuguese, Dutch, Polish
/// and Swedish, as in the Unicode Common Locale Data Repository, without the full stop.
const SHORT_MONTHS: [(i8, &[&str]); 12] = [
    (1, &["jän", "janv", "ene", "gen", "sty"]),
    (2, &["févr", "fév", "fev", "lut"]),
    (3, &["mär", "mrz", "märz", "mars", "mrt"]),
    (4, &["avr", "abr", "kwi"]),
    (5, &["mai", "mag", "mei", "maj"]),
    (6, &["juin", "juni", "giu", "cze"]),
    (7, &["juil", "juli", "lug", "lip"]),
    (8, &["août", "ago", "sie"]),
    (9, &["sept", "set", "wrz"]),
    (10, &["okt", "ott", "out", "paź"]),
    (11, &["lis"]),
    (12, &["dez", "déc", "dic", "gru"]),
];

/// The date that a spreadsheet's day number stands for, in the 1900 system (day 1 is 1 January 1900, and
/// day 60, the 29 February 1900 that never was, is skipped). Only days from 1920 to 2119 count, since a
/// smaller or larger number is more likely something else.
pub fn from_day_number(number: i64) -> Option<Date> {
    if !(7306..=80354).contains(&number) {
        return None;
    }
    let days = jiff::Span::new().try_days(number - 60).ok()?;
    jiff::civil::date(1900, 2, 28).checked_add(days).ok()
}

/// The day and time that a date cell of a workbook holds: days in the 1900 system, and a fraction of a day, to the
/// nearest second. `None` for numbers that are no day between 1900 and 9999.
pub fn from_serial(serial: f64) -> Option<(Date, Time)> {
    if !(0.0..2_958_466.0).contains(&serial) {
        return None;
    }
    let mut days = serial.floor() as i64;
    let mut seconds = ((serial - serial.floor()) * 86_400.0).round() as i64;
    if seconds == 86_400 {
        (days, seconds) = (days + 1, 0);
    }
    // Before the 29 February 1900 that never was, days are counted from the last of 1899.
    let first = if days > 60 { jiff::civil::date(1899, 12, 30) } else { jiff::civil::date(1899, 12, 31) };
    let date = first.checked_add(jiff::Span::new().try_days(days).ok()?).ok()?;
    let part = |unit: i64, most: i64| i8::try_from(seconds / unit % most).ok();
    Some((date, Time::new(part(3600, 24)?, part(60, 60)?, part(1, 60)?, 0).ok()?))
}

#[cfg(test)]
mod tests {
    use super::*;
    use jiff::civil::{date, time};

    #[test]
    fn fractions_of_a_day_are_times() {
        assert_eq!(from_serial(45_000.75), Some((date(2023, 3, 15), time(18, 0, 0, 0))));
        assert_eq!(from_serial(44_999.999_999_9), Some((date(2023, 3, 15), time(0, 0, 0, 0))));
        assert_eq!(from_serial(1.0).map(|(date, _)| date), Some(date(1900, 1, 1)));
        assert_eq!(from_serial(61.0).map(|(date, _)| date), Some(date(1900, 3, 1)));
        assert_eq!(from_serial(2_958_465.0).map(|(date, _)| date), Some(date(9999, 12, 31)));
        assert_eq!((from_serial(-1.0), from_serial(3_000_000.0), from_serial(f64::NAN)), (None, None, None));
    }

    #[test]
    fn day_numbers_are_those_of_spreadsheets() {
        assert_eq!(from_day_number(45_000), Some(date(2023, 3, 15)));
        assert_eq!(from_day_number(7_306), Some(date(1920, 1, 1)));
        assert_eq!(from_day_number(12), None);
        assert_eq!(from_day_number(20_260_315), None);
    }
}
