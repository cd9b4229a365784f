//! Identifiers of banking: IBAN, BIC, and the check digit of payment cards.

use super::digits;
use super::{Fault, Format};

pub const IBAN: Format = Format {
    name: "iban",
    words: "an IBAN",
    standard: "ISO 13616-1, with each country's length and layout and the MOD 97-10 check",
    example: "GB33BUKB20201555555555",
    judge: iban,
};

fn iban(text: &str) -> Result<(), Fault> {
    use iban::{Iban, ParseIbanError};
    let compacted = text.replace(' ', "");
    if compacted.bytes().any(|byte| byte.is_ascii_lowercase()) {
        return Err(Fault::Layout("its letters must be capitals"));
    }
    match text.parse::<Iban>() {
        Ok(_) => Ok(()),
        Err(ParseIbanError::UnknownCountry(_)) => Err(Fault::Layout("it does not begin with a country that has IBANs")),
        Err(ParseIbanError::InvalidBban(_)) => Err(Fault::Layout("its length or layout is not that country's")),
        Err(ParseIbanError::InvalidBaseIban { .. }) => {
            let shaped =
                (15..=34).contains(&compacted.len()) && compacted.bytes().all(|byte| byte.is_ascii_alphanumeric());
            let turned = compacted.get(4..).zip(compacted.get(..4)).map(|(tail, head)| format!("{tail}{head}"));
            match turned.filter(|_| shaped).and_then(|turned| digits::mod_97(&turned)) {
                Some(rest) if rest != 1 => Err(Fault::CheckDigit),
                _ => Err(Fault::Layout("it is not two letters, two digits and up to 30 letters and digits")),
            }
        }
    }
}

pub const BIC: Format = Format {
    name: "bic",
    words: "a BIC",
    standard: "ISO 9362: 4 letters or digits, country, 2, and optionally 3 for the branch",
    example: "THSDGB2LXXX",
    judge: bic,
};

fn bic(text: &str) -> Result<(), Fault> {
    let bytes = text.as_bytes();
    let capital_or_digit = |byte: &u8| byte.is_ascii_uppercase() || byte.is_ascii_digit();
    if !matches!(bytes.len(), 8 | 11) || !bytes.iter().all(capital_or_digit) {
        return Err(Fault::Layout("it is not 8 or 11 capitals and digits"));
    }
    // Kosovo is not in ISO 3166-1; its banks use XK.
    let country = &text[4..6];
    if rust_iso3166::from_alpha2(country).is_some() || country == "XK" {
        Ok(())
    } else {
        Err(Fault::Layout("its fifth and sixth letters are not a country"))
    }
}

pub const LUHN: Format = Format {
    name: "luhn",
    words: "a number with a Luhn check digit",
    standard: "ISO/IEC 7812-1 annex B (Luhn)",
    example: "79927398713",
    judge: luhn,
};

fn luhn(text: &str) -> Result<(), Fault> {
    let compacted = digits::compact(text);
    if compacted.len() < 2 || !digits::are_digits(&compacted, compacted.len()) {
        return Err(Fault::Layout("it is not digits only"));
    }
    if digits::luhn_holds(&compacted) { Ok(()) } else { Err(Fault::CheckDigit) }
}
