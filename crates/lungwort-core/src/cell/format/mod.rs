//! Named structures with their check digits: one line a format in [`ALL`].

mod bank;
mod books;
mod digits;
mod net;
mod people;
mod securities;
mod tax;
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
    /// Whether it is written both together and in groups.
    pub fn is_written_both_ways(&self) -> bool {
        both_ways().any(|name| name == self.name)
    }

    /// The printed form of a text without spaces and hyphens, where it can be told.
    pub fn printed(&self, compact: &str) -> Option<String> {
        BOTH_WAYS.iter().find(|(name, _)| *name == self.name).and_then(|(_, print)| print(compact))
    }

    /// Whether a text that conforms is in groups, as it is printed.
    pub fn is_printed(&self, text: &str) -> bool {
        let compacted = compact(text);
        compacted != text && self.printed(&compacted).is_none_or(|printed| printed == text)
    }

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
    securities::ISIN,
    securities::CUSIP,
    securities::IMEI,
    securities::CONTAINER,
    tax::VAT_NUMBER,
];

/// From a text without spaces and hyphens to the one that is printed, where it can be told how.
type Print = fn(&str) -> Option<String>;

/// Formats that are written both together and, as they are printed, in groups.
static BOTH_WAYS: &[(&str, Print)] = &[
    ("iban", |text| Some(digits::in_fours(text, " "))),
    ("luhn", |_| None),
    ("orcid", |text| Some(digits::in_fours(text, "-"))),
    ("issn", |text| Some(digits::in_fours(text, "-"))),
    // The groups of an ISBN follow from lists of publishers.
    ("isbn", |_| None),
    ("isbn-10", |_| None),
    ("isbn-13", |_| None),
    ("vat-number", |_| None),
];

/// The names of the formats that are written in two ways.
pub fn both_ways() -> impl Iterator<Item = &'static str> {
    BOTH_WAYS.iter().map(|(name, _)| *name)
}

/// The text without the spaces and hyphens between its groups.
pub fn compact(text: &str) -> String {
    digits::compact(text)
}

#[cfg(test)]
mod tests;
