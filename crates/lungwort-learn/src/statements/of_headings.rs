//! What the words of headings say of values, and in which language their decimals are written.

use super::sentence::sentences;
use super::subject::{self, Place};
use super::words::{self, Language};
use super::{Claim, Reading, Target};
use crate::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::quoted;

/// What the words of headings stand for.
pub(super) fn headings(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let plain = subject::plain_heading(&column.heading);
        let Some(heading) = sentences(&plain).pop() else { continue };
        let lines = &mut column.lines;
        let typed = lines.has("type") || lines.has("format") || lines.has("allowed") || lines.has("pattern");
        for language in words::ALL {
            let words = heading.words.len();
            let ends = |phrase: &str| {
                (0..words).any(|at| heading.find_from(phrase, at).is_some_and(|place| place.end == words))
            };
            let format = language.heading_formats.iter().find(|(phrase, _)| ends(phrase));
            let source = "the word in its heading";
            if let Some((_, format)) = format.filter(|_| !typed) {
                lines.set("format", quoted(format), source, Confidence::Confirm);
            } else if (heading.has(language.heading_shares) || column.heading.contains('%')) && !typed {
                lines.set("type", quoted("decimal"), source, Confidence::Confirm);
                lines.set("min", "0", source, Confidence::Suggested);
                lines.set("max", "100", source, Confidence::Suggested);
            } else if language.heading_amounts.iter().any(|word| ends(word)) && !typed {
                lines.set("type", quoted("decimal"), source, Confidence::Confirm);
            }
        }
    }
}

/// `The e-mail address must be valid`, of columns whose headings say what their values are.
pub(super) fn of_headings(language: &Language, places: &[Place], draft: &Draft) -> Reading {
    let claim = |place: &Place| {
        let plain = subject::plain_heading(&draft.sheets[place.0].columns[place.1].heading);
        let heading = sentences(&plain).pop()?;
        let (_, format) = language.heading_formats.iter().find(|(phrase, _)| heading.find(phrase).is_some())?;
        let on = Target::Column(*place);
        Some(Claim { on, key: "format", value: quoted(format), confidence: Confidence::Confirm })
    };
    Reading::of(places.iter().filter_map(claim).collect())
}

/// Numbers of a template in a language that writes decimals with a comma.
pub(super) fn decimal_commas(draft: &mut Draft, source: &str) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let is_decimal = column.lines.get("type").is_some_and(|line| line.value == quoted("decimal"));
        if is_decimal && !column.lines.has("decimal_mark") {
            column.lines.set("decimal_mark", quoted(","), source, Confidence::Confirm);
        }
    }
}
