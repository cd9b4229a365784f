//! How old a list may be: "30 days", "6 weeks".

use jiff::civil::Date;

use crate::finding::ranges::thousands;

/// A number of days, as it was written.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Age {
    days: i64,
    written: String,
}

impl Age {
    /// Reads an age; a number alone is days.
    pub fn read(text: &str) -> Option<Age> {
        let mut words = text.split_whitespace();
        let count: u32 = words.next()?.parse().ok()?;
        let days = match words.next().unwrap_or("days") {
            "day" | "days" => 1,
            "week" | "weeks" => 7,
            _ => return None,
        };
        let written = if text.trim().bytes().all(|byte| byte.is_ascii_digit()) {
            format!("{} days", text.trim())
        } else {
            text.trim().to_owned()
        };
        words.next().is_none().then_some(Age { days: i64::from(count) * days, written })
    }

    /// How old something is, in words, where that is more than this.
    pub fn passed(&self, taken: Date, today: Date) -> Option<String> {
        let days = i64::from((today - taken).get_days());
        (days > self.days).then(|| format!("{} days", thousands(days.unsigned_abs())))
    }

    /// It as it was written.
    pub fn words(&self) -> &str {
        &self.written
    }
}

#[cfg(test)]
mod tests {
    use jiff::civil::date;

    use super::*;

    #[test]
    fn the_last_day_still_counts() {
        let age = Age::read("30 days").unwrap();
        let taken = date(2026, 11, 1);
        assert_eq!(age.passed(taken, date(2026, 12, 1)), None);
        assert_eq!(age.passed(taken, date(2026, 12, 2)).as_deref(), Some("31 days"));
        assert_eq!(age.passed(taken, date(2026, 10, 2)), None);
        assert_eq!(Age::read("2 weeks").unwrap().passed(taken, date(2026, 11, 16)).as_deref(), Some("15 days"));
        assert_eq!(Age::read("30").unwrap().words(), "30 days");
        for wrong in ["", "soon", "3 months", "-1 days", "1 day or so"] {
            assert_eq!(Age::read(wrong), None, "{wrong}");
        }
    }
}
