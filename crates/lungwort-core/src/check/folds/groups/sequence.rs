//! Values that follow each other from row to row of a group: counted through, or ascending.

use std::cmp::Ordering;

use rust_decimal::Decimal;

use super::cold::{Packed, take};
use crate::cell::Value;

/// What must follow what.
#[derive(Debug, Clone, Copy)]
pub enum Follow {
    /// One, two, three and so on.
    Count,
    /// Never less than the one before.
    Ascend {
        /// Nor equal to it.
        strictly: bool,
        /// But so much more.
        step: Option<Decimal>,
    },
}

/// The values of a run of rows, or of a group so far: what stands at its two ends.
#[derive(Debug, Clone, Default)]
pub struct Ends {
    /// The first value that could be read.
    first: Option<Value<'static>>,
    /// The last value, where the last row has one.
    last: Option<Value<'static>>,
    /// Rows without a value before the first one, and behind the last.
    before: u32,
    behind: u32,
}

impl Ends {
    /// Whether a value has been read.
    pub fn is_begun(&self) -> bool {
        self.first.is_some()
    }

    /// Adds the next row's value. Says what speaks against it where it does not follow: `it should be 3`.
    pub fn add(&mut self, follow: Follow, value: &Value<'_>) -> Option<String> {
        if !value.is_known() {
            if self.first.is_none() {
                self.before += 1;
            }
            self.behind += 1;
            return None;
        }
        let slip = self.first.is_some().then(|| self.expected(follow, value)).flatten();
        if self.first.is_none() {
            self.first = Some(value.clone().into_owned());
        }
        self.last = Some(value.clone().into_owned());
        self.behind = 0;
        slip
    }

    /// Adds a run of further rows. Says what speaks against its first value where it does not follow.
    pub fn append(&mut self, follow: Follow, next: Ends) -> Option<String> {
        let Some(first) = next.first else {
            if self.first.is_none() {
                self.before += next.before;
            }
            self.behind += next.behind;
            return None;
        };
        self.behind += next.before;
        let slip = match &self.first {
            Some(_) => self.expected(follow, &first),
            None => begins(follow, &first, self.before + next.before),
        };
        self.first.get_or_insert(first);
        self.last = next.last;
        self.behind = next.behind;
        slip
    }

    /// What speaks against a value that does not follow the last one.
    fn expected(&self, follow: Follow, value: &Value<'_>) -> Option<String> {
        let last = self.last.as_ref()?;
        match (follow, last, value) {
            (Follow::Count, Value::Number(last), Value::Number(number)) => {
                let due = last.checked_add(Decimal::from(self.behind + 1))?;
                (due != *number).then(|| should_be(due))
            }
            // Behind a row that could not be read, nothing is known.
            (Follow::Ascend { .. }, ..) if self.behind > 0 => None,
            (Follow::Ascend { step: Some(step), .. }, Value::Number(last), Value::Number(number)) => {
                let due = last.checked_add(step)?;
                (due != *number).then(|| should_be(due))
            }
            (Follow::Ascend { strictly, .. }, last, value) => match last.compare(value)? {
                Ordering::Less => None,
                Ordering::Equal if !strictly => None,
                _ => Some(format!("the row before has {}", last.written())),
            },
            _ => None,
        }
    }
}

impl Packed for Ends {
    fn pack(&self, record: &mut Vec<u8>) -> bool {
        record.extend(self.before.to_le_bytes());
        record.extend(self.behind.to_le_bytes());
        self.first.pack(record) && self.last.pack(record)
    }

    fn unpack(record: &mut &[u8]) -> Option<Ends> {
        let [before, behind] = [take(record)?, take(record)?].map(u32::from_le_bytes);
        Some(Ends { first: Packed::unpack(record)?, last: Packed::unpack(record)?, before, behind })
    }
}

fn should_be(number: Decimal) -> String {
    format!("it should be {}", number.normalize())
}

/// What speaks against the first value of a group.
fn begins(follow: Follow, first: &Value<'_>, before: u32) -> Option<String> {
    match (follow, first) {
        (Follow::Count, Value::Number(number)) => {
            let due = Decimal::from(before + 1);
            (due != *number).then(|| should_be(due))
        }
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Where the numbers slip, however they are cut into runs.
    fn slips(follow: Follow, values: &[&str]) -> Vec<(usize, String)> {
        let value = |text: &&str| match text.parse::<Decimal>() {
            Ok(number) => Value::Number(number),
            Err(_) if text.is_empty() => Value::Blank,
            Err(_) => Value::Unreadable,
        };
        let mut all: Option<Vec<(usize, String)>> = None;
        for size in 1..=values.len() {
            let mut group = Ends::default();
            let mut found = Vec::new();
            for (at, piece) in values.chunks(size).enumerate() {
                let mut run = Ends::default();
                let mut within = Vec::new();
                let mut first = None;
                for (place, text) in piece.iter().enumerate() {
                    let value = value(text);
                    if value.is_known() && first.is_none() {
                        first = Some(place);
                    }
                    within.extend(run.add(follow, &value).map(|due| (at * size + place, due)));
                }
                let joint = group.append(follow, run);
                found.extend(joint.map(|due| (at * size + first.unwrap_or(0), due)));
                found.extend(within);
            }
            assert_eq!(*all.get_or_insert_with(|| found.clone()), found, "in runs of {size}");
        }
        all.unwrap_or_default()
    }

    #[test]
    fn counting_slips_once_and_goes_on_from_what_was_found() {
        let slip = |at: usize, due: &str| (at, format!("it should be {due}"));
        assert_eq!(slips(Follow::Count, &["1", "2", "3"]), []);
        assert_eq!(slips(Follow::Count, &["1", "2", "4", "5"]), [slip(2, "3")]);
        assert_eq!(slips(Follow::Count, &["2", "3"]), [slip(0, "1")]);
        assert_eq!(slips(Follow::Count, &["1", "", "3", "x", "x", "6"]), []);
        assert_eq!(slips(Follow::Count, &["", "2", "2"]), [slip(2, "3")]);
    }

    #[test]
    fn ascending_values_may_be_equal_unless_strictly() {
        let loose = Follow::Ascend { strictly: false, step: None };
        let strict = Follow::Ascend { strictly: true, step: None };
        let by_ten = Follow::Ascend { strictly: false, step: Some(Decimal::TEN) };
        assert_eq!(slips(loose, &["1", "1", "3", "2", "5"]), [(3, "the row before has 3".to_owned())]);
        assert_eq!(slips(strict, &["1", "1", "3"]), [(1, "the row before has 1".to_owned())]);
        assert_eq!(slips(by_ten, &["10", "20", "31", "41"]), [(2, "it should be 30".to_owned())]);
        // What cannot be read is compared with nothing.
        assert_eq!(slips(loose, &["5", "x", "1", "2"]), []);
    }
}
