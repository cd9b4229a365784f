//! Whether the dates of a column have the day or the month first, as far as the first rows of a file show it.

use crate::cell::date::{Order, order_of};
use crate::cell::{Kind, shown};
use crate::finding::column_letter;
use crate::intake::Chunk;
use crate::rulebook::{Column, ColumnType};

/// What the first rows show of a column's dates.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct DateOrder {
    /// Whether the month comes first.
    pub month_first: bool,
    /// A date that shows it, and its row.
    pub shown_by: (String, u64),
    /// Dates that would be two different days, and the first of them.
    pub either: Option<(String, u64)>,
}

impl DateOrder {
    /// What shows it, in words that complete a sentence.
    pub fn words(&self) -> String {
        let first = if self.month_first { "the month" } else { "the day" };
        format!(
            "{} in row {} of this column can only have {first} first",
            shown::quoted(&self.shown_by.0),
            self.shown_by.1
        )
    }
}

/// Looks through the first rows of a column of dates; `None` where they show nothing, or both.
pub(super) fn of(column: &Column, chunk: &Chunk, (first_data, field): (usize, usize)) -> Option<DateOrder> {
    let ColumnType::Moment(Kind::Date | Kind::DateTime, _) = &column.kind else { return None };
    let (mut month, mut day, mut either) = (None, None, None);
    for row in first_data..chunk.row_count() {
        let Some(cell) = chunk.row(row).get(field).filter(|cell| !cell.is_empty()) else { continue };
        let text = chunk.text(*cell);
        let seen = match order_of(text) {
            Some(Order::MonthFirst) => &mut month,
            Some(Order::DayFirst) => &mut day,
            Some(Order::Either) => &mut either,
            None => continue,
        };
        seen.get_or_insert_with(|| (text.to_owned(), chunk.row_number(row)));
    }
    match (month, day) {
        (Some(shown_by), None) => Some(DateOrder { month_first: true, shown_by, either }),
        (None, Some(shown_by)) => Some(DateOrder { month_first: false, shown_by, either }),
        _ => None,
    }
}

/// What to say of a column whose dates are accepted in the one order while some of them show the other.
pub(super) fn contradiction(column: &Column, order: &DateOrder, field: usize) -> Option<String> {
    let ColumnType::Moment(_, pattern) = &column.kind else { return None };
    let (either, row) = order.either.as_ref()?;
    let read = pattern.read(either).is_ok();
    let required = crate::cell::date::order_of_pattern(pattern)?;
    (read && required != order.month_first).then(|| {
        format!(
            "In {} (column {}), {}, while {} is required; {} in row {row} and others like it may be another day than they seem.",
            shown::quoted(&column.heading),
            column_letter(field),
            order.words(),
            pattern.written(),
            shown::quoted(either),
        )
    })
}
