//! Numbers of traders for value added tax in the European Union.

use eu_vat::{Error, Vat};

use super::{Fault, Format};

pub const VAT_NUMBER: Format = Format {
    name: "vat-number",
    words: "a VAT number of the European Union",
    standard: "Council Directive 2006/112/EC, Article 215: the country's two letters (ISO 3166; EL for Greece, XI for \
        Northern Ireland) and its national number with the check digits",
    example: "NL004495445B01",
    judge: vat_number,
};

fn vat_number(text: &str) -> Result<(), Fault> {
    let is_part = |byte: u8| byte.is_ascii_uppercase() || byte.is_ascii_digit() || matches!(byte, b'+' | b'*');
    if !text.bytes().all(is_part) {
        return Err(Fault::Layout("it has something else than capitals and digits"));
    }
    Vat::parse(text).map(|_| ()).map_err(|error| match error {
        Error::UnknownCountry(_) | Error::Empty => {
            Fault::Layout("it does not begin with the two letters of a country of the European Union")
        }
        Error::WrongLength { .. } => Fault::Layout("it has another length than the numbers of that country"),
        Error::BadChecksum => Fault::CheckDigit,
        Error::OutOfRange => Fault::Layout("a part of it cannot be, such as a date of birth that is no date"),
        _ => Fault::Layout("it is not built as the numbers of that country are"),
    })
}
