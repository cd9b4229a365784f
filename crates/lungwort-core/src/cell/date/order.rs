//! Whether the day or the month comes first in a date of three numbers, as far as the numbers themselves show it.

use jiff::civil::Date;

use super::lenient::{Field, is_time, made, required_positions, split};
use super::pattern::{DatePattern, full_year};

/// What the numbers show.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Order {
    /// The second number cannot be a month.
    MonthFirst,
    /// The first number cannot be a month.
    DayFirst,
    /// It would be two different days.
    Either,
}

/// What a date with the year at its end shows of its order; `None` for anything else.
pub fn order_of(text: &str) -> Option<Order> {
    let in_order = |month_first| read_in_order(text, month_first);
    match (in_order(true), in_order(false)) {
        (Some(one), Some(other)) if one == other => None,
        (Some(_), Some(_)) => Some(Order::Either),
        (Some(_), None) => Some(Order::MonthFirst),
        (None, Some(_)) => Some(Order::DayFirst),
        (None, None) => None,
    }
}

/// Whether a pattern with the year at its end has the month first; `None` for others.
pub fn order_of_pattern(pattern: &DatePattern) -> Option<bool> {
    let [year, month, day] = required_positions(pattern)?;
    (year == 2).then_some(month < day)
}

/// The day of a date with the year at its end, read with the month first or with the day first.
pub fn read_in_order(text: &str, month_first: bool) -> Option<Date> {
    let text = text.trim();
    let date = match text.split_once([' ', 'T']) {
        Some((date, time)) if is_time(time) => date,
        _ => text,
    };
    let [Field::Number(first, first_len), Field::Number(second, second_len), Field::Number(year, year_len)] =
        split(date)?
    else {
        return None;
    };
    let year = match year_len {
        4 => year,
        2 => full_year(year),
        _ => return None,
    };
    if first_len > 2 || second_len > 2 {
        return None;
    }
    if month_first { made(year, first, second) } else { made(year, second, first) }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_numbers_show_their_order() {
        for (text, order) in [
            ("11/22/2025", Some(Order::MonthFirst)),
            ("22.11.2025", Some(Order::DayFirst)),
            ("3-4-25", Some(Order::Either)),
            ("03/04/2025 12:30", Some(Order::Either)),
            ("04/04/2025", None),
            ("2025-04-03", None),
            ("33/14/2025", None),
            ("29/02/2025", None),
            ("5 March 2025", None),
            ("", None),
        ] {
            assert_eq!(order_of(text), order, "{text}");
        }
    }
}
