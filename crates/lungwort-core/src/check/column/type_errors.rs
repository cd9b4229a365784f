//! What to say of a cell that could not be read as its column's type, and what it most likely means.

use rust_decimal::Decimal;

use crate::cell::date::{self, DatePattern, Deviation, TypeError};
use crate::cell::number::{self, DecimalMark, Decoration};
use crate::cell::{Kind, Value, fold, shown, yes_no};
use crate::finding::CellProblem;
use crate::finding::{Code, Correction, codes::value as codes};
use crate::rulebook::model::Side;
use crate::rulebook::{Column, ColumnType};

/// Says what is wrong. The value is given where there is no doubt about it.
pub fn explain(column: &Column, text: &str, type_error: TypeError) -> (CellProblem, Option<Value<'static>>) {
    match &column.kind {
        ColumnType::Whole(mark) => number(column, text, *mark, true),
        ColumnType::Decimal(mark) => number(column, text, *mark, false),
        ColumnType::Moment(Kind::Date, date_pattern) => dated(text, date_pattern, type_error),
        ColumnType::Moment(kind, date_pattern) => (timed(text, *kind, date_pattern, type_error), None),
        ColumnType::YesNo(words) => {
            let (yes, no) = words.as_ref().map_or(("Yes", "No"), |words| (words.yes.as_str(), words.no.as_str()));
            let message = format!("it should be {yes} or {no}.");
            let word = yes_no::read_usual(text).or_else(|| {
                let folded = fold::fold(text);
                if folded == fold::fold(yes) { Some(true) } else { (folded == fold::fold(no)).then_some(false) }
            });
            let correction = word.and_then(|word| Correction::certain(if word { yes } else { no }));
            (CellProblem::new(&codes::NOT_YES_NO, message).with(correction), word.map(Value::YesNo))
        }
        ColumnType::Text => (CellProblem::new(&codes::WRONG_PATTERN, "it cannot be read."), None),
    }
}

fn number(column: &Column, text: &str, mark: DecimalMark, whole: bool) -> (CellProblem, Option<Value<'static>>) {
    let kind = if whole { "a whole number" } else { "a number" };
    if whole && let Some(number) = number::read(text, mark) {
        let trimmed = number.normalize();
        let message = format!("it should be {kind}, without a fraction.");
        if trimmed.scale() == 0 {
            let correction = Correction::certain(trimmed.to_string());
            return (CellProblem::new(&codes::NOT_WHOLE, message).with(correction), Some(Value::Number(trimmed)));
        }
        return (CellProblem::new(&codes::NOT_WHOLE, message), None);
    }
    let Some(lenient) = number::read_decorated(text, mark) else {
        return (CellProblem::new(&codes::NOT_NUMBER, format!("it should be {kind}, in digits only.")), None);
    };
    // A decimal point in place of the comma would be as wrong.
    if whole && lenient.decoration == Decoration::OtherMark {
        let number = lenient.number.normalize();
        let problem = CellProblem::new(&codes::NOT_WHOLE, format!("it should be {kind}, without a fraction."));
        let correction = Correction::likely(number.to_string()).filter(|_| number.scale() == 0);
        return (problem.with(correction), None);
    }
    let (code, what): (&'static Code, &str) = match lenient.decoration {
        Decoration::Currency => (&codes::CURRENCY_SIGN, "the currency does not belong in it"),
        Decoration::Thousands => (&codes::THOUSANDS_MARK, "no marks are allowed between thousands"),
        Decoration::OtherMark => match mark {
            DecimalMark::Point => (&codes::DECIMAL_MARK, "a decimal point is required, not a comma"),
            DecimalMark::Comma => (&codes::DECIMAL_MARK, "a decimal comma is required, not a point"),
        },
        Decoration::PerCent => (&codes::PER_CENT, "the per cent sign does not belong in it"),
        Decoration::Brackets => (&codes::BRACKETED_NEGATIVE, "a negative number is written with a minus sign"),
        Decoration::Scientific => {
            (&codes::SCIENTIFIC_NOTATION, "a spreadsheet has shortened it, and digits may be lost")
        }
        Decoration::Sign => (&codes::UNIT_IN_NUMBER, "only digits and a minus sign in front are allowed"),
        Decoration::Unit => (&codes::UNIT_IN_NUMBER, "the unit does not belong in it"),
    };
    let number =
        if lenient.decoration == Decoration::PerCent { in_unit(column, lenient.number) } else { lenient.number };
    let fits = !whole || number.normalize().scale() == 0;
    let number = if whole { number.normalize() } else { number };
    let written = mark.write(number);
    let sure = lenient.certain && lenient.decoration != Decoration::PerCent;
    let correction = if sure { Correction::certain(&written) } else { Correction::likely(&written) };
    let message = if sure || !fits { format!("{what}.") } else { format!("{what}. Did you mean {written}?") };
    let value = (sure && fits).then_some(Value::Number(number));
    (CellProblem::new(code, message).with(correction.filter(|_| fits)), value)
}

/// A share is written as 0.85 where nothing above 1 is taken, and as 85 elsewhere.
fn in_unit(column: &Column, number: Decimal) -> Decimal {
    let most = column.limits.iter().find(|limit| matches!(limit.side, Side::AtMost | Side::Below));
    match most.and_then(|limit| limit.bound.as_ref()) {
        Some(Value::Number(most)) if *most <= Decimal::ONE => (number / Decimal::ONE_HUNDRED).normalize(),
        _ => number,
    }
}

fn dated(text: &str, date_pattern: &DatePattern, type_error: TypeError) -> (CellProblem, Option<Value<'static>>) {
    let what = if date_pattern.written().contains('d') { "day" } else { "month" };
    let no_such = || CellProblem::new(&codes::NO_SUCH_DATE, format!("the calendar has no such {what}."));
    if type_error == TypeError::NoSuch {
        // In the required form the day does not exist; with day and month changed over it may.
        return (no_such().with(swapped(text, date_pattern)), None);
    }
    let required = date_pattern.written();
    let Some(lenient) = date::date_leniently(text, date_pattern) else {
        return (CellProblem::new(&codes::NOT_DATE, format!("it should be a date written {required}.")), None);
    };
    // Nobody means a year of the first millennium: the digits are something else.
    let date = lenient.date.filter(|date| date.year() >= 1000);
    if date.is_none() && lenient.date.is_some() {
        return (CellProblem::new(&codes::NOT_DATE, format!("it should be a date written {required}.")), None);
    }
    let written = date.map(|date| date_pattern.write(date));
    let (code, what): (&'static Code, String) = match lenient.why {
        Deviation::Signs | Deviation::Order => (&codes::DATE_FORM, format!("it should be written {required}")),
        Deviation::TwoDigitYear => {
            (&codes::TWO_DIGIT_YEAR, format!("the year has two digits; it should be written {required}"))
        }
        Deviation::DayNumber => {
            (&codes::DAY_NUMBER, format!("this is a spreadsheet's day number; a date is written {required}"))
        }
        Deviation::TimeBehind => {
            (&codes::TIME_WITH_DATE, format!("a time follows it; it should be written {required}"))
        }
        Deviation::Ambiguous => {
            let message = format!("day and month could be either way round; look it up and write it {required}.");
            return (CellProblem::new(&codes::AMBIGUOUS_DATE, message), None);
        }
        Deviation::NoSuchDay => return (no_such(), None),
    };
    let written = written.unwrap_or_default();
    if lenient.certain {
        let found = CellProblem::new(code, format!("{what}: {written}.")).with(Correction::certain(&written));
        return (found, lenient.date.map(Value::Date));
    }
    (CellProblem::new(code, format!("{what}. Did you mean {written}?")).with(Correction::likely(&written)), None)
}

/// `03/25/2026` where day first is required: the 25th of March, most likely.
fn swapped(text: &str, date_pattern: &DatePattern) -> Option<Correction> {
    let other =
        DatePattern::compile(&date_pattern.written().replace("dd", "\u{1}").replace("mm", "dd").replace('\u{1}', "mm"))
            .ok()?;
    match other.read(text) {
        Ok(Value::Date(date)) => Correction::likely(date_pattern.write(date)),
        _ => None,
    }
}

fn timed(text: &str, kind: Kind, date_pattern: &DatePattern, type_error: TypeError) -> CellProblem {
    if type_error == TypeError::NoSuch {
        return CellProblem::new(&codes::NO_SUCH_DATE, "the calendar has no such day, or the clock no such time.");
    }
    // Other signs between the same parts, or seconds more or less, leave no doubt.
    let usual = [
        "yyyy-mm-dd hh:mm:ss", "yyyy-mm-ddThh:mm:ss", "yyyy-mm-dd hh:mm", "yyyy-mm-ddThh:mm", "hh:mm:ss", "hh:mm",
        "hh.mm",
    ];
    let read = usual.iter().filter_map(|each| DatePattern::compile(each).ok()).find_map(|each| each.read(text).ok());
    let padded = format!("0{text}");
    let message = format!("it should be {} written {}.", kind.words(), date_pattern.written());
    let correction = match read {
        Some(value) => write_moment(date_pattern, &value).and_then(Correction::certain),
        None => date_pattern.read(&padded).ok().and_then(|_| Correction::certain(padded)),
    };
    let value = |correction: &Correction| correction.value().unwrap_or_default().to_owned();
    let correction = correction.filter(|correction| date_pattern.read(&value(correction)).is_ok());
    let message = match &correction {
        Some(correction) => format!("{} That is {}.", message, shown::clipped(&value(correction), 30)),
        None => message,
    };
    CellProblem::new(&codes::NOT_TIME, message).with(correction)
}

/// Writes a moment as pictured, if the picture shows all of it.
fn write_moment(date_pattern: &DatePattern, value: &Value<'_>) -> Option<String> {
    let (date, time) = match value {
        Value::DateTime(moment) => (Some(moment.date()), moment.time()),
        Value::Time(time) => (None, *time),
        _ => return None,
    };
    if date.is_some() != date_pattern.has_date() {
        return None;
    }
    let written = date_pattern.write(date.unwrap_or(jiff::civil::date(2000, 1, 1)));
    // Times are written as zeros; what stands for hour, minute and second is the runs of "00" behind an hour.
    let at = date_pattern.written().to_ascii_lowercase().find("hh")?;
    let shape = &date_pattern.written()[at..];
    let clock = match shape.len() {
        5 if time.second() == 0 => format!("{:02}{}{:02}", time.hour(), &shape[2..3], time.minute()),
        8 => format!("{:02}{}{:02}{}{:02}", time.hour(), &shape[2..3], time.minute(), &shape[5..6], time.second()),
        _ => return None,
    };
    Some(format!("{}{clock}", written.get(..at)?))
}

#[cfg(test)]
#[path = "tests/type_errors.rs"]
mod tests;
