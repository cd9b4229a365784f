//! What a cell's text looks like, whatever it should hold: spaces, invisible and broken characters.

use std::borrow::Cow;

use crate::cell::{characters, shown};
use crate::finding::CellProblem;
use crate::finding::{Correction, codes::cell as codes, codes::file as file_codes};

/// Judges the looks of a cell and returns its text as the other checks should see it. Every correction proposed is
/// the whole cell put in order, so that it does not matter which of them is taken.
pub fn judge(raw: &str, line_breaks: bool, found: &mut Vec<CellProblem>) -> String {
    let misdecoded = characters::undo_misdecoding(raw);
    let text: Cow<'_, str> = misdecoded.as_deref().map_or(Cow::Borrowed(raw), |lenient| Cow::Owned(lenient.to_owned()));
    let cleaned = clean(&text, line_breaks);
    let first = |wanted: fn(char) -> bool| text.chars().find(|each| wanted(*each));
    let repaired = || Correction::certain(cleaned.clone());
    if misdecoded.is_some() {
        let message =
            format!("it was saved in one encoding and opened in another; it should be {}.", shown::quoted(&cleaned));
        found.push(CellProblem::new(&codes::MISDECODED_TEXT, message).with(Correction::likely(cleaned.clone())));
    }
    if let Some(each) = raw.chars().find(|each| characters::is_private(*each)) {
        let message = format!(
            "there is {} in it, which programs put where they could not read a character; look it up in the source.",
            shown::character(each)
        );
        found.push(CellProblem::new(&codes::LOST_CHARACTER, message));
    } else if raw.contains(char::REPLACEMENT_CHARACTER) {
        let message = "a character was lost where \u{FFFD} is; look it up in the source.";
        found.push(CellProblem::new(&codes::LOST_CHARACTER, message));
    }
    if raw.contains('\0') {
        let message = "there is a NUL byte in it, which is not a character.";
        found.push(CellProblem::new(&file_codes::NUL_BYTE, message).with(Correction::likely(cleaned.clone())));
    }
    let control = |each: char| (characters::is_control(each) && each != '\0') || each == '\t';
    if let Some(each) = first(control) {
        let message = format!("there is {} in it.", shown::character(each));
        found.push(CellProblem::new(&codes::CONTROL_CHARACTER, message).with(Correction::likely(cleaned.clone())));
    }
    if let Some(each) = first(characters::is_zero_width) {
        let message = format!("there is {} in it, which cannot be seen.", shown::character(each));
        found.push(CellProblem::new(&codes::ZERO_WIDTH, message).with(repaired()));
    }
    let only_spaces = text.chars().all(|each| each.is_whitespace() || characters::is_zero_width(each));
    if only_spaces {
        found.push(CellProblem::new(&codes::ONLY_SPACES, "it looks blank and is not.").with(repaired()));
        return cleaned;
    }
    if let Some(each) = first(characters::is_odd_space) {
        let message = format!("there is {} in it where an ordinary space is expected.", shown::character(each));
        found.push(CellProblem::new(&codes::NO_BREAK_SPACE, message).with(repaired()));
    }
    let inner = text.trim_matches(characters::is_zero_width);
    if inner.starts_with([' ', '\n', '\r']) || inner.ends_with([' ', '\n', '\r']) {
        found.push(CellProblem::new(&codes::SPACES_AROUND, "there are spaces around it.").with(repaired()));
    }
    if !line_breaks && text.trim().contains(['\n', '\r']) {
        let message = "there is a line break in it.";
        found.push(CellProblem::new(&codes::LINE_BREAK, message).with(Correction::likely(cleaned.clone())));
    }
    cleaned
}

/// The text with invisible characters out, odd spaces plain, and no spaces around.
fn clean(text: &str, line_breaks: bool) -> String {
    let mut out = String::with_capacity(text.len());
    let mut letters = text.chars().peekable();
    while let Some(each) = letters.next() {
        match each {
            '\r' | '\n' if line_breaks => out.push(each),
            '\r' if letters.peek() == Some(&'\n') => {}
            '\r' | '\n' | '\t' => out.push(' '),
            _ if characters::is_zero_width(each) || characters::is_control(each) => {}
            _ if characters::is_odd_space(each) => out.push(' '),
            _ => out.push(each),
        }
    }
    out.trim().to_owned()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn looks_are_judged_and_mended() {
        let cases = [
            (" GB ", "GB", vec!["spaces-around"]),
            ("\u{a0}", "", vec!["only-spaces"]),
            ("a\u{a0}b", "a b", vec!["no-break-space"]),
            ("T\u{200b}SV", "TSV", vec!["zero-width"]),
            ("a\tb", "a b", vec!["control-character"]),
            ("ZoÃ« ", "Zoë", vec!["misdecoded-text", "spaces-around"]),
            ("Z\u{fffd}", "Z\u{fffd}", vec!["lost-character"]),
            ("a\r\nb", "a b", vec!["line-break"]),
            ("a\0b", "ab", vec!["nul-byte"]),
        ];
        for (raw, cleaned, codes) in cases {
            let mut found = Vec::new();
            assert_eq!(judge(raw, false, &mut found), cleaned, "{raw:?}");
            let names: Vec<_> = found.iter().map(|each| each.code.name).collect();
            assert_eq!(names, codes, "{raw:?}");
        }
    }
}
