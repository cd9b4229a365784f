//! What a text says of the file as a whole: how large it may be, in which encoding it is saved, what stands between its cells.

use std::sync::LazyLock;

use regex::Regex;

use super::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::quoted;

/// Words of a text that names what stands between cells without saying so of columns or of a file, at most.
const SHORT: usize = 9;

/// The words of one language.
struct Words {
    /// What is sent.
    files: &'static [&'static str],
    /// Beside a size: `at most 2 MB`, and nothing else.
    limits: &'static [&'static str],
    /// Files in a cell, which are not the one that is sent.
    attached: &'static [&'static str],
    /// What an encoding is called.
    encoding: &'static [&'static str],
    /// What stands between cells is called so.
    separators: &'static [&'static str],
    /// And what it does.
    separated: &'static [&'static str],
    /// Between what.
    cells: &'static [&'static str],
    /// Other things that a sign stands between.
    others: &'static [&'static str],
    /// The signs.
    signs: &'static [(&'static str, &'static str)],
}

static LANGUAGES: [Words; 3] = [
    Words {
        files: &["file", "files", "workbook", "upload", "uploads", "batch", "spreadsheet"],
        limits: &[
            "at", "most", "max", "maximum", "up", "to", "no", "not", "more", "than", "larger", "bigger", "over",
            "size", "limit", "the", "is", "of", "may", "be", "keep", "it", "under", "below",
        ],
        attached: &[
            "photo", "photos", "picture", "pictures", "image", "images", "attachment", "attachments", "scan", "scans",
        ],
        encoding: &["encoding", "encoded", "character set", "charset", "code page"],
        separators: &["separator", "separators", "delimiter", "delimiters"],
        separated: &["separated", "delimited", "divided", "between the columns", "between columns"],
        cells: &["columns", "fields", "cells", "file", "files", "csv", "text file"],
        others: &[
            "decimal", "decimals", "thousand", "thousands", "values", "several", "entries", "more than one", "date",
            "dates",
        ],
        signs: &[
            ("semicolon", ";"),
            ("semicolons", ";"),
            ("semi-colon", ";"),
            ("comma", ","),
            ("commas", ","),
            ("tab", "tab"),
            ("tabs", "tab"),
            ("tabulator", "tab"),
            ("pipe", "|"),
            ("pipes", "|"),
            ("vertical bar", "|"),
            ("vertical bars", "|"),
        ],
    },
    Words {
        files: &["datei", "dateien", "dateigröße", "arbeitsmappe"],
        limits: &[
            "höchstens", "maximal", "max", "maximale", "bis", "zu", "nicht", "mehr", "größer", "als", "über", "unter",
            "größe", "die", "darf", "sein", "ist",
        ],
        attached: &["foto", "fotos", "bild", "bilder", "anhang", "anhänge", "scan", "scans"],
        encoding: &[
            "kodierung", "codierung", "kodiert", "codiert", "zeichensatz", "zeichenkodierung", "zeichencodierung",
        ],
        separators: &["trennzeichen", "feldtrenner", "feldtrennzeichen", "spaltentrenner"],
        separated: &["getrennt", "trennen", "zwischen den spalten"],
        cells: &["spalten", "felder", "zellen", "datei", "dateien", "csv"],
        others: &[
            "dezimal", "dezimaltrennzeichen", "tausender", "tausendertrennzeichen", "werte", "mehrere", "angaben",
            "datum",
        ],
        signs: &[
            ("semikolon", ";"),
            ("semikolons", ";"),
            ("strichpunkt", ";"),
            ("strichpunkte", ";"),
            ("komma", ","),
            ("kommas", ","),
            ("tabulator", "tab"),
            ("tabulatoren", "tab"),
            ("tabs", "tab"),
        ],
    },
    Words {
        files: &["fichier", "fichiers", "classeur", "envoi", "envois"],
        limits: &[
            "au", "plus", "maximum", "maximale", "max", "jusqu'à", "pas", "de", "taille", "ne", "doit", "dépasser",
            "la", "est",
        ],
        attached: &["photo", "photos", "image", "images", "pièce jointe", "pièces jointes"],
        encoding: &["encodage", "encodé", "encodés", "codage", "jeu de caractères"],
        separators: &["séparateur", "séparateurs", "délimiteur"],
        separated: &["séparé", "séparés", "séparées", "séparée", "délimité", "délimités"],
        cells: &["colonnes", "champs", "cellules", "fichier", "fichiers", "csv"],
        others: &["décimal", "décimale", "décimales", "milliers", "valeurs", "plusieurs", "date", "dates"],
        signs: &[
            ("point-virgule", ";"),
            ("points-virgules", ";"),
            ("point virgule", ";"),
            ("points virgules", ";"),
            ("virgule", ","),
            ("virgules", ","),
            ("tabulation", "tab"),
            ("tabulations", "tab"),
        ],
    },
];

/// Encodings by the names that people give them.
const ENCODINGS: &[(&str, &str)] = &[
    ("utf-8", "utf-8"),
    ("utf8", "utf-8"),
    ("utf-16", "utf-16le"),
    ("unicode text", "utf-16le"),
    ("windows-1252", "windows-1252"),
    ("windows 1252", "windows-1252"),
    ("iso-8859-1", "iso-8859-1"),
    ("iso 8859-1", "iso-8859-1"),
    ("latin-1", "iso-8859-1"),
    ("latin 1", "iso-8859-1"),
];

/// How large a file may be.
static SIZE: LazyLock<Option<Regex>> = LazyLock::new(|| {
    let unit = "(bytes|octets|[kmg](?:i?b|o)|(?:kilo|mega|giga)(?:bytes?|octets?)|méga-?octets?)";
    Regex::new(&format!(r"([0-9](?:[0-9.,\u{{a0}}]*[0-9])?) ?{unit}(?-u:\b)")).ok()
});

/// Takes what a text says of the file. `lower` is the text in lower case, `sends` whether it speaks of saving or sending.
pub(super) fn read(lower: &str, sends: bool, source: &str, draft: &mut Draft) {
    let text = Spaced::new(lower);
    if let Some(bytes) = largest(lower, &text) {
        draft.file.set("max_bytes", bytes.to_string(), source, Confidence::Confirm);
    }
    let named = || LANGUAGES.iter().any(|words| text.has(words.encoding));
    if let Some((_, encoding)) = ENCODINGS.iter().find(|(name, _)| lower.contains(name)).filter(|_| sends || named()) {
        draft.file.set("encoding", quoted(encoding), source, Confidence::Confirm);
    }
    // Unicode text, as spreadsheet programs save it, has tabs.
    let sign = if sends && lower.contains("unicode text") { Some("tab") } else { between_cells(lower, &text) };
    if let Some(sign) = sign {
        draft.file.set("delimiter", quoted(sign), source, Confidence::Confirm);
    }
}

/// A text whose words are looked for: with one space between them and around.
struct Spaced(String);

impl Spaced {
    fn new(lower: &str) -> Spaced {
        let is_word = |each: char| each.is_alphanumeric() || matches!(each, '-' | '\'' | '’');
        let words: Vec<&str> = lower.split(|each| !is_word(each)).filter(|word| !word.is_empty()).collect();
        Spaced(format!(" {} ", words.join(" ")))
    }

    fn has(&self, phrases: &[&str]) -> bool {
        phrases.iter().any(|phrase| self.find(phrase).is_some())
    }

    fn find(&self, phrase: &str) -> Option<usize> {
        let is_whole = |at: &usize| self.0[..*at].ends_with(' ') && self.0[at + phrase.len()..].starts_with(' ');
        self.0.match_indices(phrase).map(|(at, _)| at).find(is_whole)
    }

    fn words(&self) -> impl Iterator<Item = &str> {
        self.0.split_whitespace()
    }
}

/// How many bytes the file may have.
fn largest(lower: &str, text: &Spaced) -> Option<u64> {
    let found = SIZE.as_ref()?.captures(lower)?;
    let (amount, unit) = (found.get(1)?, found.get(2)?.as_str());
    let beside = format!("{} {}", &lower[..amount.start()], &lower[found.get(0)?.end()..]);
    let beside = Spaced::new(&beside);
    let of_file = |words: &Words| {
        let alone = || beside.words().count() > 0 && beside.words().all(|word| words.limits.contains(&word));
        (text.has(words.files) || alone()) && !text.has(words.attached)
    };
    if !LANGUAGES.iter().any(of_file) {
        return None;
    }
    let amount = amount.as_str();
    // "2,000 KB" and "2,5 MB"
    let grouped =
        amount.split([',', '.', '\u{a0}']).skip(1).all(|group| group.len() == 3) && unit != "mb" && unit != "mo";
    let plain = if grouped { amount.replace([',', '.', '\u{a0}'], "") } else { amount.replace(',', ".") };
    let times = match unit.chars().next() {
        Some('k') => 1e3,
        Some('m') => 1e6,
        Some('g') => 1e9,
        _ => 1.0,
    };
    let bytes = plain.parse::<f64>().ok()? * times;
    (bytes >= 1.0).then_some(bytes as u64)
}

/// What stands between the cells of the file.
fn between_cells(lower: &str, text: &Spaced) -> Option<&'static str> {
    LANGUAGES.iter().find_map(|words| {
        // Nearly no text speaks of what parts anything.
        let parts = words.separators.iter().chain(words.separated).any(|word| lower.contains(word));
        if !parts && !lower.contains("csv") {
            return None;
        }
        let mut signs: Vec<(usize, usize, &str)> =
            words.signs.iter().filter_map(|(name, sign)| Some((text.find(name)?, name.len(), *sign))).collect();
        // "Semicolon-separated"
        let joined = |(name, sign): &(&str, &'static str)| {
            let at = words.separated.iter().find_map(|verb| lower.find(&format!("{name}-{verb}")))?;
            Some((at, name.len(), *sign))
        };
        let compound = words.signs.iter().find_map(joined);
        // "Point-virgule" is no comma, though one is named in it.
        signs.sort_by_key(|(at, length, _)| (*at, std::cmp::Reverse(*length)));
        signs.dedup_by(|next, before| next.0 < before.0 + before.1);
        // Of "tabs or semicolons" it may be either.
        if signs.windows(2).any(|pair| pair[0].2 != pair[1].2) {
            return None;
        }
        let shown = || {
            let (_, behind) = lower.split_once(':')?;
            let behind = behind.trim_matches(['"', '\'', ' ', '(', ')']);
            [";", ",", "|"].into_iter().find(|sign| behind == *sign)
        };
        let said = text.has(words.separators);
        let named = compound.or_else(|| signs.first().copied()).map(|(_, _, sign)| sign);
        let sign = named.or_else(|| shown().filter(|_| said))?;
        let of_values = text.has(words.others);
        let short = text.words().count() <= SHORT;
        let parted = said || text.has(words.separated);
        let with_csv = text.has(&["csv"]) && (parted || with(lower, words));
        let of_cells = parted && text.has(words.cells) || said && short;
        (compound.is_some() || with_csv || of_cells && !of_values).then_some(sign)
    })
}

/// `CSV with semicolons`
fn with(lower: &str, words: &Words) -> bool {
    let behind = lower.split_once("csv").map_or("", |(_, behind)| behind);
    let behind: Vec<&str> =
        behind.split(|each: char| !each.is_alphanumeric() && each != '-').filter(|word| !word.is_empty()).collect();
    let small = ["with", "mit", "avec", "des", "un", "une", "a", "the", "file", "datei"];
    let sign = behind.iter().position(|word| words.signs.iter().any(|(name, _)| name.split(' ').next() == Some(*word)));
    sign.is_some_and(|sign| sign > 0 && behind[..sign].iter().all(|word| small.contains(word)))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn learned(text: &str) -> Vec<(&'static str, String)> {
        let mut draft = Draft::default();
        read(&text.to_lowercase(), text.starts_with("Save"), "Help!A1", &mut draft);
        draft.file.0.into_iter().map(|line| (line.key, line.value)).collect()
    }

    #[test]
    fn a_file_has_a_size_in_three_languages() {
        for (text, bytes) in [
            ("The file must not be larger than 2 MB.", 2_000_000),
            ("At most 2 MB.", 2_000_000),
            ("Maximum file size: 2,000 KB", 2_000_000),
            ("Dateien über 2,5 MB werden abgelehnt.", 2_500_000),
            ("Le fichier ne doit pas dépasser 3 Mo.", 3_000_000),
            ("Au plus 2 mégaoctets par fichier", 2_000_000),
        ] {
            assert_eq!(learned(text), [("max_bytes", bytes.to_string())], "{text}");
        }
        for text in ["Photos: one file of at most 2 MB each", "The disk has 2 MB.", "2 mb", "The file has 12 columns."]
        {
            assert_eq!(learned(text), [], "{text}");
        }
    }

    #[test]
    fn a_file_has_an_encoding_and_a_sign_between_its_cells() {
        for (text, key, value) in [
            ("Character set: UTF-8", "encoding", "utf-8"),
            ("Die Datei muss in UTF-8 kodiert sein.", "encoding", "utf-8"),
            ("Encodage : ISO-8859-1", "encoding", "iso-8859-1"),
            ("Columns are separated by semicolons.", "delimiter", ";"),
            ("Delimiter: ;", "delimiter", ";"),
            ("a tab-delimited file", "delimiter", "tab"),
            ("CSV with commas", "delimiter", ","),
            ("Trennzeichen: Semikolon", "delimiter", ";"),
            ("Utilisez le point-virgule comme séparateur.", "delimiter", ";"),
        ] {
            assert_eq!(learned(text), [(key, quoted(value))], "{text}");
        }
        for text in [
            "Several values, separated by semicolons",
            "Decimal separator: comma",
            "UTF-8 is the name of a lamp.",
            "Use no semicolons.",
            "Fields separated by tabs or semicolons",
            "Dezimaltrennzeichen: Komma",
        ] {
            assert_eq!(learned(text), [], "{text}");
        }
    }
}
