//! Dates and times in the form that a template asks for, and working out what one in another form means.

mod meant;
mod picture;

pub use meant::{Meant, WhyOther, date_meant};
pub use picture::{Misfit, Picture, PictureError};

use jiff::civil::Date;

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

#[cfg(test)]
mod tests {
    use super::*;
    use jiff::civil::date;

    #[test]
    fn day_numbers_are_those_of_spreadsheets() {
        assert_eq!(from_day_number(45_000), Some(date(2023, 3, 15)));
        assert_eq!(from_day_number(7_306), Some(date(1920, 1, 1)));
        assert_eq!(from_day_number(12), None);
        assert_eq!(from_day_number(20_260_315), None);
    }
}
