//! What the pieces of a code are called in French: see `statements/composed.rs`.

use super::super::Pieces;

pub(super) const PIECES: &Pieces = &Pieces {
    made_of: &["composé de", "composée de", "constitué de", "constituée de", "se compose de", "formé de", "formée de"],
    shown: &["écrit"],
    spaces: &["espace", "espaces"],
    hyphens: &["tiret", "tirets"],
    month: &["mois"],
    checks: &[
        ("lettre de contrôle", "[A-Z]"),
        ("lettre clé", "[A-Z]"),
        ("chiffre de contrôle", r"\d"),
        ("clé de contrôle", r"\d"),
        ("caractère de contrôle", "[A-Z0-9]"),
    ],
    counting_up: &[],
    running: &["numéro d'ordre", "numéro courant", "numéro séquentiel"],
    number: &["nombre", "numéro"],
    nouns: &["numéro", "code"],
    of: &["de", "à", "sur", "avec"],
    more: &["autres", "seule"],
    optional: &["éventuellement", "facultativement", "le cas échéant"],
    first: &["les premiers", "les premières", "le premier"],
    beside: &["sans espace", "sans espaces"],
    joined: &[
        "séparés par", "séparées par", "séparé par", "séparée par", "reliés par", "reliées par", "joints par", "avec",
    ],
    joined_behind: &["entre", "les", "deux"],
    in_capitals: &["en majuscules", "en majuscule", "en capitales"],
    maximum: &["max", "maximum"],
    roman: &["chiffre romain", "chiffres romains"],
    ranges: &["de à", "plage", "fourchette", "intervalle"],
};
