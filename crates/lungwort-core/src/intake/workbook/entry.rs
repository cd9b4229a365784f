//! What is known of a workbook before any of its rows is read.

/// The kind of a workbook.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum BookKind {
    /// Office Open XML.
    Xlsx,
    /// The same with macros.
    Xlsm,
    /// Its binary form.
    Xlsb,
    /// The kind before 2007.
    Xls,
    /// OpenDocument.
    Ods,
}

impl BookKind {
    /// What a workbook of this kind may have and is not looked at, as a list in words.
    pub fn not_looked_at(self) -> Option<&'static str> {
        match self {
            BookKind::Xls | BookKind::Xlsb => {
                Some("hidden rows and columns, filters, drop-downs, and what formats show")
            }
            BookKind::Xlsx | BookKind::Xlsm | BookKind::Ods => None,
        }
    }

    /// The ending that belongs to it.
    pub fn ending(self) -> &'static str {
        match self {
            BookKind::Xlsx => "xlsx",
            BookKind::Xlsm => "xlsm",
            BookKind::Xlsb => "xlsb",
            BookKind::Xls => "xls",
            BookKind::Ods => "ods",
        }
    }
}

/// One sheet's entry in a workbook.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SheetEntry {
    /// Its name.
    pub name: String,
    /// Whether it is hidden.
    pub hidden: bool,
}
