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
