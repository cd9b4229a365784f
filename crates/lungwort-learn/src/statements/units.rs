//! Units that numbers are in, in whatever language: `5 to 15 kg`, `0 à 15 €`, `2–40 °C`.

use super::sentence::Sentence;
use super::words::Language;

/// Units that headings and numbers end with.
const UNITS: &[&str] = &[
    "m", "m2", "m²", "m3", "m³", "cm", "mm", "km", "ha", "kg", "g", "mg", "l", "ml", "eur", "usd", "gbp", "chf", "h",
    "min", "days", "years", "months", "ans", "an", "jahre", "jahren", "c", "°c", "percent",
];

/// Others that only stand behind numbers: alone they may be anything.
const BEHIND_NUMBERS: &[&str] = &[
    "%", "‰", "€", "£", "$", "°", "°f", "s", "sec", "secs", "mins", "hrs", "t", "cl", "dl", "µm", "km²", "cm²", "cm³",
    "v", "kv", "w", "kw", "kwh", "mwh", "a", "hz", "pa", "hpa", "kpa", "bar", "ppm", "db", "lux", "n", "j", "kj",
    "kcal", "px", "dpi", "mph", "mois", "monate", "wochen", "semaines", "weeks", "nights", "nuits", "nächte", "lb",
    "lbs", "oz", "ft", "ft²", "in", "yd", "pt", "p", "pence", "cents", "ct", "tage", "jours", "std", "stunden",
    "heures", "minuten", "personen", "personnes", "kilo", "gramm", "grammes", "meter", "mètres", "liter", "litre",
    "prozent", "pour", "grad", "degrés", "fr", "sfr",
];

/// Units that others are told by: `mg/l`, `EUR/kg`.
const BY: &[&str] = &[
    "l", "ml", "dl", "m", "m2", "m²", "m3", "m³", "cm²", "cm2", "ha", "km", "km²", "km2", "kg", "g", "t", "h", "s",
    "min", "d", "day", "days", "night", "week", "month", "year", "person", "unit", "piece", "pc", "tag", "nacht",
    "woche", "monat", "jahr", "stunde", "std", "stück", "stk", "jour", "nuit", "semaine", "mois", "an", "heure",
];

/// Whether a text is a unit by another one, and no two values: `mg/l`, `km/h`, `€/kg`.
pub(super) fn is_unit_by_another(text: &str) -> bool {
    let lower = text.trim().to_lowercase();
    let Some((one, other)) = lower.split_once('/') else { return false };
    let more = ["µg", "ug", "ng", "mmol", "mol", "individuals", "ind"];
    let known = is_unit(one) || BEHIND_NUMBERS.contains(&one) || more.contains(&one);
    known && BY.contains(&other) && one != other
}

/// Whether a word is a unit at the end of headings.
pub(super) fn is_unit(word: &str) -> bool {
    UNITS.contains(&word)
}

/// What stands behind a number, without its unit where one ends there: `kg, two decimals` leaves `, two decimals`.
pub(super) fn without_unit<'t>(behind: &'t str, language: &Language) -> &'t str {
    let behind = behind.trim_start();
    let ends = |each: char| each.is_whitespace() || matches!(each, ',' | ';' | ')' | '(' | ']');
    let first = behind.find(ends).unwrap_or(behind.len());
    let lower = behind[..first].trim_end_matches(['.', ':']).to_lowercase();
    let known = |unit: &str| is_unit(unit) || BEHIND_NUMBERS.contains(&unit) || language.heading_units.contains(&unit);
    // `km/h`, `kg/ha`
    let is_unit = !lower.is_empty() && lower.split('/').all(known);
    if is_unit { behind[first..].trim_start() } else { behind }
}

/// The word behind the unit of a column: `the distance in km (0 to 10)`.
pub(super) fn behind_unit(sentence: &Sentence, language: &Language, end: usize) -> usize {
    let joined = |at: usize| at > 0 && sentence.gap(at - 1).is_empty();
    let unit = sentence.word(end + 1);
    let known = is_unit(unit) || language.heading_units.contains(&unit) || language.size_units.contains(&unit);
    let led = language.into.contains(&sentence.word(end)) && joined(end) && joined(end + 1);
    if led && known { end + 2 } else { end }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::statements::words;

    #[test]
    fn a_unit_behind_a_number_is_passed_over_and_other_words_are_not() {
        let english = words::ALL.first().unwrap();
        let rests =
            ["kg", "€, two decimals", "°C; whole", "km/h", "minutes", "kg of seed", "per sheet", "% (whole)", ""]
                .map(|text| without_unit(text, english));
        assert_eq!(rests, ["", ", two decimals", "; whole", "", "", "of seed", "per sheet", "(whole)", ""]);
    }
}
