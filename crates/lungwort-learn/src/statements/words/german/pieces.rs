//! What the pieces of a code are called in German: see `statements/composed.rs`.

use super::super::Pieces;

pub(super) const PIECES: &Pieces = &Pieces {
    made_of: &[
        "aus", "besteht aus", "bestehend aus", "bestehen aus", "zusammengesetzt aus", "setzt sich zusammen aus",
        "aufgebaut aus",
    ],
    shown: &["geschrieben als"],
    spaces: &["leerzeichen", "leerzeichen"],
    hyphens: &["bindestrich", "bindestriche"],
    month: &["monat"],
    checks: &[
        ("prüfbuchstabe", "[A-Z]"),
        ("prüfbuchstaben", "[A-Z]"),
        ("kontrollbuchstabe", "[A-Z]"),
        ("prüfziffer", r"\d"),
        ("kontrollziffer", r"\d"),
        ("prüfzeichen", "[A-Z0-9]"),
    ],
    counting_up: &["laufende", "laufenden", "laufender", "fortlaufende", "fortlaufenden", "fortlaufender"],
    running: &[
        "laufende nummer", "laufenden nummer", "laufender nummer", "fortlaufende nummer", "fortlaufenden nummer",
    ],
    number: &["zahl", "nummer"],
    nouns: &["nummer", "nummern", "zahl", "code", "kennung", "jahr", "jahreszahl"],
    of: &["mit", "von", "aus", "in"],
    more: &["weitere", "weiteren", "andere", "einzelne"],
    optional: &["optional", "wahlweise", "eventuell", "gegebenenfalls", "ggf"],
    first: &["die ersten", "die erste"],
    beside: &["ohne leerzeichen", "keine leerzeichen", "ohne leerstellen"],
    joined: &["durch", "getrennt durch", "verbunden durch", "verbunden mit", "mit", "getrennt mit"],
    joined_behind: &["getrennt", "verbunden", "voneinander", "dazwischen", "miteinander"],
    in_capitals: &["in großbuchstaben", "alles groß", "großgeschrieben"],
    maximum: &["max", "maximal"],
    roman: &["römische ziffer", "römische ziffern", "römische zahl", "römische zahlen", "römischen ziffern"],
    ranges: &["von bis", "bereich", "spanne"],
};
