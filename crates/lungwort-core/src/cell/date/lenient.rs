//! What a date in another form than required means, where that is certain.

use jiff::civil::Date;

use super::from_day_number;
use super::pattern::{DatePattern, Part, full_year, month_name};

/// In what way a date differs from what was required.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Deviation {
    /// The parts stand in the required order, with other signs between or without leading zeros.
    Signs,
    /// Day, month and year are in another order, or the month is a name.
    Order,
    /// The year has two digits.
    TwoDigitYear,
    /// A spreadsheet's day number.
    DayNumber,
    /// Date and month could be either way round.
    Ambiguous,
    /// It is written like a date, but the calendar has no such day.
    NoSuchDay,
    /// A time of day stands behind the date.
    TimeBehind,
}

/// What was understood.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Lenient {
    /// The date, where there is only one that it can be.
    pub date: Option<Date>,
    /// How it differs.
    pub why: Deviation,
    /// Whether there is no doubt.
    pub certain: bool,
}

/// Works out a date that does not fit the pattern. `None` where it is no date at all.
pub fn date_leniently(text: &str, required: &DatePattern) -> Option<Lenient> {
    let text = text.trim();
    if let Ok(number) = text.parse::<i64>() {
        return from_digits(text, number, required);
    }
    if let Some((head, tail)) = text.split_once([' ', 'T'])
        && is_time(tail)
        && head.bytes().filter(u8::is_ascii_digit).count() >= 3
    {
        let inner = match required.read(head) {
            Ok(crate::cell::Value::Date(date)) => {
                Lenient { date: Some(date), why: Deviation::TimeBehind, certain: true }
            }
            _ => date_leniently(head, required)?,
        };
        let midnight = tail.bytes().all(|byte| !byte.is_ascii_digit() || byte == b'0');
        let why = if inner.certain { Deviation::TimeBehind } else { inner.why };
        return Some(Lenient { why, certain: inner.certain && midnight, ..inner });
    }
    let parts = split(text)?;
    match parts {
        [Field::Number(..), Field::Month(month), Field::Number(..)] => named_month(&parts, 0, month, 2),
        [Field::Month(month), Field::Number(..), Field::Number(..)] => named_month(&parts, 1, month, 2),
        [Field::Number(a, a_len), Field::Number(b, b_len), Field::Number(c, c_len)] => {
            numbers([a, b, c], [a_len, b_len, c_len], text.contains('.'), required)
        }
        _ => None,
    }
}

/// Digits only: `20260305`, or a spreadsheet's day number.
fn from_digits(text: &str, number: i64, required: &DatePattern) -> Option<Lenient> {
    if text.len() == 8 {
        let (year, month, day) = (number / 10_000, number / 100 % 100, number % 100);
        let iso = made(year as u16, month as u16, day as u16).filter(|_| (1900..2200).contains(&year));
        if let Some(date) = iso {
            return Some(Lenient { date: Some(date), why: Deviation::Order, certain: true });
        }
        let (first, second, year) = (number / 1_000_000, number / 10_000 % 100, number % 10_000);
        if (1900..2200).contains(&year) {
            return numbers([first as u16, second as u16, year as u16], [2, 2, 4], false, required);
        }
    }
    let date = from_day_number(number)?;
    Some(Lenient { date: Some(date), why: Deviation::DayNumber, certain: false })
}

#[derive(Debug, Clone, Copy)]
pub(super) enum Field {
    /// The number and its count of digits.
    Number(u16, usize),
    /// A month by name.
    Month(u16),
}

pub(super) fn split(text: &str) -> Option<[Field; 3]> {
    let mut fields = text.split(['/', '-', '.', ' ', ',']).filter(|part| !part.is_empty()).map(|part| {
        if part.len() <= 4 && part.bytes().all(|byte| byte.is_ascii_digit()) {
            return part.parse().ok().map(|number| Field::Number(number, part.len()));
        }
        let ordinal = ["st", "nd", "rd", "th"].iter().find_map(|end| part.strip_suffix(end));
        if let Some(number) = ordinal.and_then(|digits| digits.parse().ok()) {
            return Some(Field::Number(number, 2));
        }
        let (month, length) = month_name(part.as_bytes(), true).or_else(|| month_name(part.as_bytes(), false))?;
        (length == part.len() || part.len() == 4 && part.starts_with("Sept")).then_some(Field::Month(month))
    });
    let three = [fields.next()??, fields.next()??, fields.next()??];
    fields.next().is_none().then_some(three)
}

fn named_month(parts: &[Field; 3], day: usize, month: u16, year: usize) -> Option<Lenient> {
    let (Field::Number(first, first_len), Field::Number(second, second_len)) = (parts[day], parts[year]) else {
        return None;
    };
    // `2026 March 5` has them the other way round.
    let (day, year, year_len) = if first_len == 4 { (second, first, first_len) } else { (first, second, second_len) };
    let (year, why, certain) = match year_len {
        4 => (year, Deviation::Order, true),
        2 => (full_year(year), Deviation::TwoDigitYear, false),
        _ => return None,
    };
    match made(year, month, day) {
        Some(date) => Some(Lenient { date: Some(date), why, certain }),
        None => Some(Lenient { date: None, why: Deviation::NoSuchDay, certain: true }),
    }
}

/// Three numbers. A four-digit one is the year; the required order is tried first. With points between, as most of Europe writes
/// dates, the day comes first.
fn numbers(values: [u16; 3], lengths: [usize; 3], points: bool, required: &DatePattern) -> Option<Lenient> {
    let two_digit = lengths.iter().all(|length| *length <= 2);
    let year_at = lengths.iter().position(|length| *length == 4).or(two_digit.then_some(2))?;
    let in_required_order = required_positions(required)
        .filter(|[year, ..]| *year == year_at || two_digit)
        .filter(|[_, month, day]| !points || year_at == 0 || day < month);
    let positions = match (in_required_order, year_at) {
        (Some(positions), _) => vec![positions],
        (None, 0) => vec![[0, 1, 2], [0, 2, 1]],
        (None, 2) => vec![[2, 1, 0], [2, 0, 1]],
        _ => return None,
    };
    let read = |[y, m, d]: [usize; 3]| {
        let year = if lengths[y] == 2 { full_year(values[y]) } else { values[y] };
        made(year, values[m], values[d])
    };
    if let (true, Some(date)) = (in_required_order.is_some(), read(positions[0])) {
        let why = if two_digit { Deviation::TwoDigitYear } else { Deviation::Signs };
        // With day and month up to twelve, whoever wrote it may have put the other first.
        let [y, m, d] = positions[0];
        let two_ways = y != 0 && values[m] != values[d] && read([y, d, m]).is_some();
        return Some(Lenient { date: Some(date), why, certain: !two_digit && !two_ways });
    }
    let [y, m, d] = positions[0];
    let (plain, swapped) = (read([y, m, d]), read([y, d, m]));
    Some(match (plain, swapped) {
        // Year first is read as ISO 8601, which puts the month next.
        (Some(date), _) if year_at == 0 => Lenient { date: Some(date), why: Deviation::Order, certain: true },
        (Some(date), Some(other)) if date != other && !points => {
            Lenient { date: None, why: Deviation::Ambiguous, certain: false }
        }
        (Some(date), _) | (None, Some(date)) => {
            let why = if two_digit { Deviation::TwoDigitYear } else { Deviation::Order };
            Lenient { date: Some(date), why, certain: false }
        }
        (None, None) => Lenient { date: None, why: Deviation::NoSuchDay, certain: true },
    })
}

/// Where year, month and day stand among the pattern's date parts.
pub(super) fn required_positions(required: &DatePattern) -> Option<[usize; 3]> {
    let order: Vec<usize> = required
        .parts
        .iter()
        .filter_map(|part| match part {
            Part::Year2 | Part::Year4 => Some(0),
            Part::Month(_) | Part::MonthShort | Part::MonthFull => Some(1),
            Part::Day(_) => Some(2),
            _ => None,
        })
        .collect();
    let place = |which| order.iter().position(|each| *each == which);
    Some([place(0)?, place(1)?, place(2)?])
}

pub(super) fn made(year: u16, month: u16, day: u16) -> Option<Date> {
    Date::new(i16::try_from(year).ok()?, i8::try_from(month).ok()?, i8::try_from(day).ok()?).ok()
}

pub(super) fn is_time(text: &str) -> bool {
    let bytes = text.as_bytes();
    bytes.len() >= 4 && bytes.contains(&b':') && bytes.iter().all(|byte| b"0123456789:.Z".contains(byte))
}

#[cfg(test)]
mod tests {
    use super::*;
    use jiff::civil::date;

    #[test]
    fn dates_in_other_forms_are_understood() {
        let required = DatePattern::compile("dd/mm/yyyy").unwrap();
        let march = Some(date(2026, 3, 5));
        let cases = [
            ("5/3/2026", march, Deviation::Signs, false),
            ("05.03.2026", march, Deviation::Signs, false),
            ("2026-03-05", march, Deviation::Order, true),
            ("20260305", march, Deviation::Order, true),
            ("5 March 2026", march, Deviation::Order, true),
            ("Mar 5, 2026", march, Deviation::Order, true),
            ("5th March 2026", march, Deviation::Order, true),
            ("05/03/26", march, Deviation::TwoDigitYear, false),
            ("03/25/2026", Some(date(2026, 3, 25)), Deviation::Order, false),
            ("46086", march, Deviation::DayNumber, false),
            ("30/02/2026", None, Deviation::NoSuchDay, true),
            ("31 June 2026", None, Deviation::NoSuchDay, true),
            ("05/03/2026 00:00:00", march, Deviation::TimeBehind, true),
            ("2026-03-05 14:30", march, Deviation::TimeBehind, false),
        ];
        for (text, expected, why, certain) in cases {
            assert_eq!(date_leniently(text, &required), Some(Lenient { date: expected, why, certain }), "{text}");
        }
        for text in ["soon", "2026", "1/2/3/4", "12:30", "", "March 2026"] {
            assert_eq!(date_leniently(text, &required), None, "{text}");
        }
    }

    #[test]
    fn where_iso_is_asked_a_slashed_date_may_be_two_days() {
        let required = DatePattern::compile("yyyy-mm-dd").unwrap();
        let lenient = |text| date_leniently(text, &required).map(|m| (m.date, m.why));
        assert_eq!(lenient("03/05/2026"), Some((None, Deviation::Ambiguous)));
        assert_eq!(lenient("25/03/2026"), Some((Some(date(2026, 3, 25)), Deviation::Order)));
        // With points between, the day comes first, whatever is required.
        assert_eq!(lenient("03.05.2026"), Some((Some(date(2026, 5, 3)), Deviation::Order)));
        assert_eq!(lenient("03.05.26"), Some((Some(date(2026, 5, 3)), Deviation::TwoDigitYear)));
        let american = DatePattern::compile("mm/dd/yyyy").unwrap();
        assert_eq!(date_leniently("03.05.2026", &american).unwrap().date, Some(date(2026, 5, 3)));
        assert_eq!(date_leniently("3/5/2026", &american).unwrap().date, Some(date(2026, 3, 5)));
        assert_eq!(lenient("2026/03/05"), Some((Some(date(2026, 3, 5)), Deviation::Signs)));
    }
}
