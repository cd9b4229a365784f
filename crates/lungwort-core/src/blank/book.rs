//! The workbook as a whole.

use rust_xlsxwriter::{DocProperties, ExcelDateTime, Workbook};

use super::lists::Lists;
use super::{BlankError, BlankOptions, Chosen, block, entry, guide};
use crate::rulebook::Rulebook;

/// Writes the workbook: the sheets to be filled in first, then the guide and the lists.
pub fn write(rulebook: &Rulebook, sheets: &[Chosen<'_>], options: &BlankOptions) -> Result<Vec<u8>, BlankError> {
    let mut book = Workbook::new();
    let mut properties = DocProperties::new().set_title(&rulebook.title);
    if let Some(edition) = &rulebook.edition {
        properties = properties.set_custom_property("Edition", edition.as_str());
    }
    if let Some(issuer) = &rulebook.issuer {
        properties = properties.set_company(issuer);
    }
    // The same rulebook on the same day gives the same bytes.
    let day = options.today;
    let made =
        ExcelDateTime::from_ymd(day.year().unsigned_abs(), day.month().unsigned_abs(), day.day().unsigned_abs())?;
    properties = properties.set_creation_datetime(&made);
    book.set_properties(&properties);
    let mut lists = Lists::new(rulebook, sheets);
    for chosen in sheets {
        let sheet = book.add_worksheet().set_name(&chosen.name)?;
        match chosen.sheet.block {
            Some(_) => block::write(sheet, rulebook, chosen, &mut lists)?,
            None => entry::write(sheet, rulebook, chosen, &mut lists, options)?,
        }
    }
    guide::write(&mut book, rulebook, sheets)?;
    lists.write(&mut book)?;
    Ok(book.save_to_buffer()?)
}

#[cfg(test)]
#[path = "tests/book.rs"]
mod tests;
