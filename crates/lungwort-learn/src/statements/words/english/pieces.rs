//! What the pieces of a code are called in English: see `statements/composed.rs`.

use super::super::Pieces;

pub(super) const PIECES: &Pieces = &Pieces {
    made_of: &[
        "made up of", "made of", "consists of", "consisting of", "composed of", "is built of", "built from",
        "in the form",
    ],
    shown: &["as in", "written as"],
    spaces: &["space", "spaces"],
    hyphens: &["hyphen", "hyphens"],
    month: &["month", "the month"],
    checks: &[
        ("check letter", "[A-Z]"),
        ("control letter", "[A-Z]"),
        ("checking letter", "[A-Z]"),
        ("check digit", r"\d"),
        ("control digit", r"\d"),
        ("checking digit", r"\d"),
        ("check character", "[A-Z0-9]"),
        ("check digit or letter", "[A-Z0-9]"),
    ],
    counting_up: &["running", "serial", "consecutive", "sequential"],
    running: &[
        "running number", "serial number", "sequence number", "sequential number", "consecutive number", "counter",
    ],
    number: &["number"],
    nouns: &[
        "number", "numbers", "code", "year", "sequence", "sequence number", "serial number", "running number",
        "consecutive number",
    ],
    of: &["of", "with", "in", "having"],
    more: &["more", "further", "other", "additional", "single"],
    optional: &["an optional", "optional", "optionally", "optionally a", "possibly a", "perhaps a", "if needed a"],
    first: &["the first", "first"],
    beside: &[
        "no spaces", "without spaces", "no blanks", "without a space", "with no spaces", "without any spaces",
        "no space", "in a row", "in that order", "in this order", "each",
    ],
    joined: &[
        "joined by", "joined with", "separated by", "separated with", "linked by", "linked with", "divided by",
        "connected by", "connected with", "parted by", "with",
    ],
    joined_behind: &["between", "them", "the", "two", "in", "parts"],
    in_capitals: &[
        "in capitals", "all in capitals", "capitals only", "in upper case", "upper case", "uppercase", "in uppercase",
        "all capitals",
    ],
    maximum: &["max", "maximum"],
    roman: &["roman numeral", "roman numerals", "roman number", "roman numbers"],
    ranges: &["from to", "range", "a range", "from until"],
};
