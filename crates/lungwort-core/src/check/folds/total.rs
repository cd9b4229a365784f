//! What an aggregate of one group has come to so far, in few bytes: there may be a group for every row.

use std::cmp::Ordering;

use rust_decimal::Decimal;

use super::groups::cold::{Packed, take};
use super::groups::words::{WORD, Word};
use crate::cell::Value;
use crate::condition::{Accumulator, Aggregate, AggregateKind, exact_sum};

/// A total on its way.
#[derive(Debug, Clone)]
pub enum Total {
    /// How many.
    Count(u64),
    /// An exact sum of up to 18 digits, and how many of them are behind the decimal mark.
    Sum(i64, u8),
    /// An exact sum of more digits. Boxed, so that the commoner sums take half the room.
    Long(Box<Decimal>),
    /// A sum of more digits than can be calculated.
    TooLarge,
    /// The least or greatest number of up to 18 digits, and how a better one compares with it.
    Extreme(i64, u8, Ordering),
    /// What is wanted seldom enough to be kept as it is.
    Other(Box<Accumulator>),
}

impl Total {
    /// What the rows of one run came to.
    pub fn of(accumulator: &mut Accumulator, aggregate: &Aggregate) -> Total {
        let total = match accumulator {
            Accumulator::Count(count) => Total::Count(*count),
            Accumulator::Sum(_) => match accumulator.value() {
                Value::Number(sum) => Total::of_sum(sum),
                _ => Total::TooLarge,
            },
            Accumulator::Extreme(Some(Value::Number(number)), better) => match Total::of_sum(*number) {
                Total::Sum(digits, places) => Total::Extreme(digits, places, *better),
                _ => return Total::kept(accumulator, aggregate),
            },
            _ => return Total::kept(accumulator, aggregate),
        };
        *accumulator = Accumulator::new(aggregate);
        total
    }

    /// What one row came to that gives a number; `None` where that is no short total.
    pub fn of_number(kind: AggregateKind, number: Decimal) -> Option<Total> {
        let better = match kind {
            AggregateKind::Sum => return Some(Total::of_sum(number)),
            AggregateKind::Count => return Some(Total::Count(1)),
            AggregateKind::Min | AggregateKind::Shared => Ordering::Less,
            AggregateKind::Max => Ordering::Greater,
            AggregateKind::CountDistinct | AggregateKind::Average => return None,
        };
        match Total::of_sum(number) {
            Total::Sum(digits, places) => Some(Total::Extreme(digits, places, better)),
            _ => None,
        }
    }

    /// Whether its sum has more digits than can be calculated.
    pub fn is_too_large(&self) -> bool {
        matches!(self, Total::TooLarge)
    }

    /// How it compares with another one, where that shows without a calculation.
    pub fn quickly_compared(&self, other: &Total) -> Option<Ordering> {
        let short = |total: &Total| match total {
            Total::Sum(digits, places) | Total::Extreme(digits, places, _) => Some((*digits, *places)),
            _ => None,
        };
        let ((digits, places), (others, further)) = (short(self)?, short(other)?);
        (places == further).then(|| digits.cmp(&others))
    }

    /// The accumulator as it is; a new one takes its place.
    fn kept(accumulator: &mut Accumulator, aggregate: &Aggregate) -> Total {
        Total::Other(Box::new(std::mem::replace(accumulator, Accumulator::new(aggregate))))
    }

    fn into_accumulator(self) -> Accumulator {
        match self {
            Total::Other(accumulator) => *accumulator,
            Total::Extreme(digits, places, better) => {
                Accumulator::Extreme(Some(Value::Number(Decimal::new(digits, u32::from(places)))), better)
            }
            Total::Count(count) => Accumulator::Count(count),
            // Sums are never kept as accumulators.
            Total::Sum(..) | Total::Long(_) | Total::TooLarge => Accumulator::Count(0),
        }
    }

    fn of_sum(sum: Decimal) -> Total {
        match (i64::try_from(sum.mantissa()), u8::try_from(sum.scale())) {
            (Ok(digits), Ok(places)) => Total::Sum(digits, places),
            _ => Total::Long(Box::new(sum)),
        }
    }

    fn sum(&self) -> Option<Decimal> {
        match self {
            Total::Sum(digits, places) => Some(Decimal::new(*digits, u32::from(*places))),
            Total::Long(sum) => Some(**sum),
            _ => None,
        }
    }

    /// Takes in what further rows came to.
    pub fn merge(&mut self, other: Total) {
        match (&mut *self, other) {
            (Total::Count(count), Total::Count(more)) => *count += more,
            (Total::Sum(digits, places), Total::Sum(more, further))
                if *places == further && digits.checked_add(more).is_some() =>
            {
                *digits += more;
            }
            (Total::Extreme(digits, places, better), Total::Extreme(other, further, _)) if *places == further => {
                if other.cmp(digits) == *better {
                    *digits = other;
                }
            }
            (Total::Extreme(digits, places, better), Total::Extreme(other, further, _)) => {
                let number = |digits: i64, places: u8| Decimal::new(digits, u32::from(places));
                if number(other, further).cmp(&number(*digits, *places)) == *better {
                    (*digits, *places) = (other, further);
                }
            }
            (Total::Other(accumulator), more @ (Total::Other(_) | Total::Extreme(..))) => {
                accumulator.merge(more.into_accumulator());
            }
            (this @ Total::Extreme(..), Total::Other(mut more)) => {
                let own = std::mem::replace(this, Total::TooLarge);
                more.merge(own.into_accumulator());
                *this = Total::Other(more);
            }
            (this, more) => {
                let whole = this.sum().zip(more.sum()).and_then(|(one, other)| exact_sum(one, other));
                *this = whole.map_or(Total::TooLarge, Total::of_sum);
            }
        }
    }

    /// Its value; unreadable where it is too large.
    pub fn value(&self) -> Value<'static> {
        match self {
            Total::Count(count) => Value::Number(Decimal::from(*count)),
            Total::Sum(digits, places) => Value::Number(Decimal::new(*digits, u32::from(*places))),
            Total::Long(sum) => Value::Number(**sum),
            Total::Extreme(digits, places, _) => Value::Number(Decimal::new(*digits, u32::from(*places))),
            Total::TooLarge => Value::Unreadable,
            Total::Other(accumulator) => accumulator.value(),
        }
    }
}

/// Digits of a total that is one word: 56 bits, behind two that tell its kind and five for the places.
const DIGITS: u32 = 56;

impl Word for Total {
    fn word(&self) -> Option<u64> {
        let (kind, digits, places) = match self {
            Total::Count(count) => (0, i64::try_from(*count).ok()?, 0),
            Total::Sum(digits, places) => (1, *digits, *places),
            Total::Extreme(digits, places, Ordering::Less) => (2, *digits, *places),
            Total::Extreme(digits, places, _) => (3, *digits, *places),
            Total::Long(_) | Total::TooLarge | Total::Other(_) => return None,
        };
        let room = 1_i64 << (DIGITS - 1);
        let fits = (-room..room).contains(&digits) && places < 32;
        let low = digits.cast_unsigned() & ((1 << DIGITS) - 1);
        fits.then(|| WORD | kind << (DIGITS + 5) | u64::from(places) << DIGITS | low)
    }

    fn of_word(word: u64) -> Total {
        let beside = u64::BITS - DIGITS;
        let digits = (word << beside).cast_signed() >> beside;
        let places = (word >> DIGITS & 31) as u8;
        match word >> (DIGITS + 5) & 3 {
            0 => Total::Count(digits.cast_unsigned()),
            1 => Total::Sum(digits, places),
            2 => Total::Extreme(digits, places, Ordering::Less),
            _ => Total::Extreme(digits, places, Ordering::Greater),
        }
    }
}

impl Packed for Total {
    fn pack(&self, record: &mut Vec<u8>) -> bool {
        let mut short = |tag: u8, digits: u64, more: u8| {
            record.extend([tag, more]);
            record.extend(digits.to_le_bytes());
        };
        match self {
            Total::Count(count) => short(0, *count, 0),
            Total::Sum(digits, places) => short(1, digits.cast_unsigned(), *places),
            Total::Extreme(digits, places, Ordering::Less) => short(2, digits.cast_unsigned(), *places),
            Total::Extreme(digits, places, _) => short(3, digits.cast_unsigned(), *places),
            // Seldom enough to stay in memory.
            Total::Long(_) | Total::TooLarge | Total::Other(_) => return false,
        }
        true
    }

    fn unpack(record: &mut &[u8]) -> Option<Total> {
        let [tag, places] = take(record)?;
        let digits = u64::from_le_bytes(take(record)?);
        Some(match tag {
            0 => Total::Count(digits),
            1 => Total::Sum(digits.cast_signed(), places),
            2 => Total::Extreme(digits.cast_signed(), places, Ordering::Less),
            3 => Total::Extreme(digits.cast_signed(), places, Ordering::Greater),
            _ => return None,
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_least_is_kept_whatever_its_form() {
        let aggregate = |better| Accumulator::Extreme(None, better);
        let kept = |values: &[Option<&str>], better| {
            let totals = values.iter().map(|value| match value {
                None => Total::Other(Box::new(aggregate(better))),
                Some(text) => match Total::of_sum(text.parse().unwrap()) {
                    Total::Sum(digits, places) => Total::Extreme(digits, places, better),
                    _ => {
                        Total::Other(Box::new(Accumulator::Extreme(Some(Value::Number(text.parse().unwrap())), better)))
                    }
                },
            });
            totals.reduce(|mut one, other| {
                one.merge(other);
                one
            })
        };
        let number = |text: &str| Value::Number(text.parse().unwrap());
        let long = Some("27670116110564327421.5");
        for (values, least, greatest) in [
            (vec![Some("2"), None, Some("-1.5"), Some("3")], "-1.5", "3"),
            (vec![None, Some("7")], "7", "7"),
            (vec![long, Some("7")], "7", "27670116110564327421.5"),
            (vec![Some("7"), long], "7", "27670116110564327421.5"),
        ] {
            assert_eq!(kept(&values, Ordering::Less).unwrap().value(), number(least), "{values:?}");
            assert_eq!(kept(&values, Ordering::Greater).unwrap().value(), number(greatest), "{values:?}");
        }
        assert_eq!(kept(&[None, None], Ordering::Less).unwrap().value(), Value::Blank);
    }

    #[test]
    fn a_total_of_one_word_comes_back() {
        let most = (1_i64 << 55) - 1;
        let kept = [
            Total::Count(0),
            Total::Count(most.cast_unsigned()),
            Total::Sum(-most - 1, 28),
            Total::Sum(most, 0),
            Total::Extreme(-1, 2, Ordering::Less),
            Total::Extreme(12, 3, Ordering::Greater),
        ];
        for total in kept {
            let back = Total::of_word(total.word().unwrap());
            assert_eq!(format!("{back:?}"), format!("{total:?}"));
        }
        let too_large = [Total::Sum(most + 1, 0), Total::Sum(-most - 2, 0), Total::Count(1 << 55), Total::TooLarge];
        assert!(too_large.iter().all(|total| total.word().is_none()));
    }

    #[test]
    fn sums_stay_exact_as_they_outgrow_their_room() {
        let sum = |text: &str| Total::of_sum(text.parse().unwrap());
        let mut total = sum("0.10");
        for _ in 0..3 {
            total.merge(sum("9223372036854775807"));
        }
        assert_eq!(total.value(), Value::Number("27670116110564327421.10".parse().unwrap()));
        total.merge(sum("-27670116110564327421"));
        assert_eq!(total.value(), Value::Number("0.10".parse().unwrap()));
        total.merge(sum("79228162514264337593543950335"));
        assert_eq!(total.value(), Value::Unreadable);
        assert_eq!(size_of::<Total>(), 16);
    }
}
