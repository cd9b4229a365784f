//! Standard lists that ship with the program: one line a list in [`ALL`].

use std::sync::{Arc, LazyLock};

use iso_currency::{Currency, IntoEnumIterator};

use super::list::{Entry, List};

/// A list that a standard defines.
#[derive(Debug)]
pub struct Standard {
    /// The name used in a rulebook.
    pub name: &'static str,
    /// The standard.
    pub standard: &'static str,
    entries: fn() -> Vec<Entry<'static>>,
    /// Usual names and abbreviations that the standard does not have, each with the ISO 3166-1 alpha-2 code meant.
    usual: &'static [(&'static str, &'static str)],
}

/// What people write for countries. The standard's own names are long: "United Kingdom of Great Britain and
/// Northern Ireland".
const COUNTRIES: &[(&str, &str)] = &[
    ("UK", "GB"),
    ("United Kingdom", "GB"),
    ("Great Britain", "GB"),
    ("Britain", "GB"),
    ("England", "GB"),
    ("Scotland", "GB"),
    ("Wales", "GB"),
    ("Northern Ireland", "GB"),
    ("EL", "GR"),
    ("USA", "US"),
    ("United States", "US"),
    ("America", "US"),
    ("Holland", "NL"),
    ("The Netherlands", "NL"),
    ("Netherlands", "NL"),
    ("Russia", "RU"),
    ("Czech Republic", "CZ"),
    ("Turkey", "TR"),
    ("South Korea", "KR"),
    ("North Korea", "KP"),
    ("Vietnam", "VN"),
    ("Laos", "LA"),
    ("Iran", "IR"),
    ("Syria", "SY"),
    ("Tanzania", "TZ"),
    ("Bolivia", "BO"),
    ("Venezuela", "VE"),
    ("Moldova", "MD"),
    ("Taiwan", "TW"),
    ("Ivory Coast", "CI"),
    ("Cape Verde", "CV"),
    ("Swaziland", "SZ"),
    ("Macedonia", "MK"),
    ("Burma", "MM"),
    ("UAE", "AE"),
    ("Philippines", "PH"),
];

/// Every standard list.
pub static ALL: &[Standard] = &[
    Standard {
        name: "iso-3166-1-alpha-2",
        standard: "ISO 3166-1: countries, two letters",
        entries: alpha_2,
        usual: COUNTRIES,
    },
    Standard {
        name: "iso-3166-1-alpha-3",
        standard: "ISO 3166-1: countries, three letters",
        entries: alpha_3,
        usual: COUNTRIES,
    },
    Standard { name: "iso-4217", standard: "ISO 4217: currencies", entries: currencies, usual: &[] },
    Standard { name: "iso-639-1", standard: "ISO 639-1: languages, two letters", entries: languages, usual: &[] },
];

/// The list of that name.
pub fn named(name: &str) -> Option<Arc<List>> {
    let standard = ALL.iter().find(|standard| standard.name == name)?;
    let own_code = |two: &'static str| match (name, rust_iso3166::from_alpha2(two)) {
        ("iso-3166-1-alpha-3", Some(country)) => country.alpha3,
        _ => two,
    };
    let usual = standard.usual.iter().map(|(text, two)| (*text, own_code(two)));
    Some(Arc::new(List::new((standard.entries)()).known_as(usual)))
}

fn entry(code: &'static str, meaning: &'static str) -> Entry<'static> {
    Entry { code, meaning: Some(meaning) }
}

fn alpha_2() -> Vec<Entry<'static>> {
    rust_iso3166::ALL.iter().map(|country| entry(country.alpha2, country.name)).collect()
}

fn alpha_3() -> Vec<Entry<'static>> {
    rust_iso3166::ALL.iter().map(|country| entry(country.alpha3, country.name)).collect()
}

fn currencies() -> Vec<Entry<'static>> {
    // What another currency has replaced is withdrawn, but for the bolívar, of which both codes are in use.
    static NAMES: LazyLock<Vec<(&'static str, String)>> = LazyLock::new(|| {
        Currency::iter()
            .filter(|currency| currency.is_superseded().is_none() || *currency == Currency::VES)
            .map(|currency| (currency.code(), currency.name().to_owned()))
            .collect()
    });
    NAMES.iter().map(|(code, name)| entry(code, name)).collect()
}

fn languages() -> Vec<Entry<'static>> {
    isolang::languages().filter_map(|language| Some(entry(language.to_639_1()?, language.to_name()))).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn lists_are_whole() {
        let counts: Vec<_> =
            ALL.iter().map(|standard| (standard.name, named(standard.name).map_or(0, |list| list.len()))).collect();
        assert_eq!(counts[0], ("iso-3166-1-alpha-2", 249));
        assert_eq!(counts[1], ("iso-3166-1-alpha-3", 249));
        assert!(counts[2].1 > 160 && counts[3].1 >= 183, "{counts:?}");
        for (name, uk) in [("iso-3166-1-alpha-2", "GB"), ("iso-3166-1-alpha-3", "GBR")] {
            let list = named(name).unwrap();
            assert_eq!(list.near_miss("u.k."), Some(crate::rulebook::list::NearMiss::Usual(uk)));
            assert!(COUNTRIES.iter().all(|(text, _)| list.near_miss(text).is_some()));
        }
        assert!(named("iso-4217").is_some_and(|list| list.contains("GBP")
            && list.contains("EUR")
            && list.contains("VES")
            && !list.contains("HRK")));
    }
}
