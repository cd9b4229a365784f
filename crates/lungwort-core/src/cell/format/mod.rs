//! Named structures with their check digits: one line a format in [`ALL`].

mod bank;
mod books;
mod digits;
mod net;
mod people;
mod trade;

/// A named structure that a cell can be asked to have.
#[derive(Debug)]
pub struct Format {
    /// The name used in a rulebook.
    pub name: &'static str,
    /// What it is called in messages, with its article.
    pub words: &'static str,
    /// The standard that defines it.
    pub standard: &'static str,
    /// A value that conforms.
    pub example: &'static str,
    /// Judges a value.
    pub judge: fn(&str) -> Result<(), Fault>,
}

/// Why a value does not have the structure.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Fault {
    /// Wrong characters, length or layout; the words complete "…: ".
    Layout(&'static str),
    /// The layout is right, and the check digit is not the one that the rest asks for.
    CheckDigit,
}

impl Format {
    /// The format of that name.
    pub fn named(name: &str) -> Option<&'static Format> {
        ALL.iter().find(|format| format.name == name)
    }
}

/// Every format.
pub static ALL: &[Format] = &[
    net::EMAIL,
    net::WEB_ADDRESS,
    net::PHONE,
    net::UUID,
    net::ISO_DATE,
    net::ISO_DATETIME,
    bank::IBAN,
    bank::BIC,
    bank::LUHN,
    people::LEI,
    people::ORCID,
    people::ISNI,
    trade::GTIN_8,
    trade::GTIN_12,
    trade::GTIN_13,
    trade::GTIN_14,
    trade::GTIN,
    books::ISBN_10,
    books::ISBN_13,
    books::ISBN,
    books::ISSN,
];

#[cfg(test)]
mod tests;
