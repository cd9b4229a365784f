//! What to say of a cell that could not be read as its column's type, and what it most likely means.

use rust_decimal::Decimal;

use super::cell::Found;
use crate::cell::date::{self, Misfit, Picture, WhyOther};
use crate::cell::number::{self, DecimalMark, Decoration};
use crate::cell::{Kind, Value, fold, shown, yes_no};
use crate::finding::{Code, Repair, codes::value as codes};
use crate::rulebook::model::Side;
use crate::rulebook::{Column, ColumnType};

/// Says what is wrong. The value is given where there is no doubt about it.
pub fn explain(column: &Column, text: &str, misfit: Misfit) -> (Found, Option<Value<'static>>) {
    match &column.kind {
        ColumnType::Whole(mark) => number(column, text, *mark, true),
        ColumnType::Decimal(mark) => number(column, text, *mark, false),
        ColumnType::Moment(Kind::Date, picture) => dated(text, picture, misfit),
        ColumnType::Moment(kind, picture) => (timed(text, *kind, picture, misfit), None),
        ColumnType::YesNo(words) => {
            let (yes, no) = words.as_ref().map_or(("Yes", "No"), |words| (words.yes.as_str(), words.no.as_str()));
            let message = format!("it should be {yes} or {no}.");
            let word = yes_no::read_usual(text).or_else(|| {
                let folded = fold::fold(text);
                if folded == fold::fold(yes) { Some(true) } else { (folded == fold::fold(no)).then_some(false) }
            });
            let repair = word.and_then(|word| Repair::safe(if word { yes } else { no }));
            (Found::new(&codes::NOT_YES_NO, message).with(repair), word.map(Value::YesNo))
        }
        ColumnType::Text => (Found::new(&codes::WRONG_PATTERN, "it cannot be read."), None),
    }
}

fn number(column: &Column, text: &str, mark: DecimalMark, whole: bool) -> (Found, Option<Value<'static>>) {
    let kind = if whole { "a whole number" } else { "a number" };
    if whole && let Some(number) = number::read(text, mark) {
        let trimmed = number.normalize();
        let message = format!("it should be {kind}, without a fraction.");
        if trimmed.scale() == 0 {
            let repair = Repair::safe(trimmed.to_string());
            return (Found::new(&codes::NOT_WHOLE, message).with(repair), Some(Value::Number(trimmed)));
        }
        return (Found::new(&codes::NOT_WHOLE, message), None);
    }
    let Some(meant) = number::read_decorated(text, mark) else {
        return (Found::new(&codes::NOT_NUMBER, format!("it should be {kind}, in digits only.")), None);
    };
    let (code, what): (&'static Code, &str) = match meant.decoration {
        Decoration::Currency => (&codes::CURRENCY_SIGN, "the currency does not belong in it"),
        Decoration::Thousands => (&codes::THOUSANDS_MARK, "no marks may stand between thousands"),
        Decoration::OtherMark => match mark {
            DecimalMark::Point => (&codes::DECIMAL_MARK, "a decimal point is asked, not a comma"),
            DecimalMark::Comma => (&codes::DECIMAL_MARK, "a decimal comma is asked, not a point"),
        },
        Decoration::PerCent => (&codes::PER_CENT, "the per cent sign does not belong in it"),
        Decoration::Brackets => (&codes::BRACKETED_NEGATIVE, "a negative number is written with a minus sign"),
        Decoration::Scientific => {
            (&codes::SCIENTIFIC_NOTATION, "a spreadsheet has shortened it, and digits may be lost")
        }
        Decoration::Sign => (&codes::UNIT_IN_NUMBER, "only digits and a minus sign in front may stand in it"),
        Decoration::Unit => (&codes::UNIT_IN_NUMBER, "the unit does not belong in it"),
    };
    let number = if meant.decoration == Decoration::PerCent { in_unit(column, meant.number) } else { meant.number };
    let fits = !whole || number.normalize().scale() == 0;
    let number = if whole { number.normalize() } else { number };
    let written = mark.write(number);
    let sure = meant.certain && meant.decoration != Decoration::PerCent;
    let repair = if sure { Repair::safe(&written) } else { Repair::likely(&written) };
    let message = if sure || !fits { format!("{what}.") } else { format!("{what}. Did you mean {written}?") };
    let value = (sure && fits).then_some(Value::Number(number));
    (Found::new(code, message).with(repair.filter(|_| fits)), value)
}

/// A share is written as 0.85 where nothing above 1 is taken, and as 85 elsewhere.
fn in_unit(column: &Column, number: Decimal) -> Decimal {
    let most = column.limits.iter().find(|limit| matches!(limit.side, Side::AtMost | Side::Below));
    match most.and_then(|limit| limit.bound.as_ref()) {
        Some(Value::Number(most)) if *most <= Decimal::ONE => (number / Decimal::ONE_HUNDRED).normalize(),
        _ => number,
    }
}

fn dated(text: &str, picture: &Picture, misfit: Misfit) -> (Found, Option<Value<'static>>) {
    let no_such = || Found::new(&codes::NO_SUCH_DATE, "the calendar has no such day.");
    if misfit == Misfit::NoSuch {
        // In the asked form the day does not exist; with day and month changed over it may.
        return (no_such().with(swapped(text, picture)), None);
    }
    let asked = picture.written();
    let Some(meant) = date::date_meant(text, picture) else {
        return (Found::new(&codes::NOT_DATE, format!("it should be a date written {asked}.")), None);
    };
    let written = meant.date.map(|date| picture.write(date));
    let (code, what): (&'static Code, String) = match meant.why {
        WhyOther::Signs | WhyOther::Order => (&codes::DATE_FORM, format!("it should be written {asked}")),
        WhyOther::TwoDigitYear => {
            (&codes::TWO_DIGIT_YEAR, format!("the year has two digits; it should be written {asked}"))
        }
        WhyOther::DayNumber => {
            (&codes::DAY_NUMBER, format!("this is a spreadsheet's day number; a date is written {asked}"))
        }
        WhyOther::TimeBehind => {
            (&codes::TIME_WITH_DATE, format!("a time stands behind it; it should be written {asked}"))
        }
        WhyOther::Ambiguous => {
            let message = format!("day and month could be either way round; look it up and write it {asked}.");
            return (Found::new(&codes::AMBIGUOUS_DATE, message), None);
        }
        WhyOther::NoSuchDay => return (no_such(), None),
    };
    let written = written.unwrap_or_default();
    if meant.certain {
        let found = Found::new(code, format!("{what}: {written}.")).with(Repair::safe(&written));
        return (found, meant.date.map(Value::Date));
    }
    (Found::new(code, format!("{what}. Did you mean {written}?")).with(Repair::likely(&written)), None)
}

/// `03/25/2026` where day first is asked: the 25th of March, most likely.
fn swapped(text: &str, picture: &Picture) -> Option<Repair> {
    let other =
        Picture::compile(&picture.written().replace("dd", "\u{1}").replace("mm", "dd").replace('\u{1}', "mm")).ok()?;
    match other.read(text) {
        Ok(Value::Date(date)) => Repair::likely(picture.write(date)),
        _ => None,
    }
}

fn timed(text: &str, kind: Kind, picture: &Picture, misfit: Misfit) -> Found {
    if misfit == Misfit::NoSuch {
        return Found::new(&codes::NO_SUCH_DATE, "the calendar has no such day, or the clock no such time.");
    }
    // Other signs between the same parts, or seconds more or less, leave no doubt.
    let usual = [
        "yyyy-mm-dd hh:mm:ss",
        "yyyy-mm-ddThh:mm:ss",
        "yyyy-mm-dd hh:mm",
        "yyyy-mm-ddThh:mm",
        "hh:mm:ss",
        "hh:mm",
        "hh.mm",
    ];
    let read = usual.iter().filter_map(|each| Picture::compile(each).ok()).find_map(|each| each.read(text).ok());
    let padded = format!("0{text}");
    let message = format!("it should be {} written {}.", kind.words(), picture.written());
    let repair = match read {
        Some(value) => write_moment(picture, &value).and_then(Repair::safe),
        None => picture.read(&padded).ok().and_then(|_| Repair::safe(padded)),
    };
    let repair = repair.filter(|repair| picture.read(&repair.value).is_ok());
    let message = match &repair {
        Some(repair) => format!("{} That is {}.", message, shown::clipped(&repair.value, 30)),
        None => message,
    };
    Found::new(&codes::NOT_TIME, message).with(repair)
}

/// Writes a moment as pictured, if the picture shows all of it.
fn write_moment(picture: &Picture, value: &Value<'_>) -> Option<String> {
    let (date, time) = match value {
        Value::DateTime(moment) => (Some(moment.date()), moment.time()),
        Value::Time(time) => (None, *time),
        _ => return None,
    };
    if date.is_some() != picture.has_date() {
        return None;
    }
    let written = picture.write(date.unwrap_or(jiff::civil::date(2000, 1, 1)));
    // Times are written as zeros; what stands for hour, minute and second is the runs of "00" behind an hour.
    let at = picture.written().to_ascii_lowercase().find("hh")?;
    let shape = &picture.written()[at..];
    let clock = match shape.len() {
        5 if time.second() == 0 => format!("{:02}{}{:02}", time.hour(), &shape[2..3], time.minute()),
        8 => format!("{:02}{}{:02}{}{:02}", time.hour(), &shape[2..3], time.minute(), &shape[5..6], time.second()),
        _ => return None,
    };
    Some(format!("{}{clock}", written.get(..at)?))
}

#[cfg(test)]
#[path = "tests/misread.rs"]
mod tests;
