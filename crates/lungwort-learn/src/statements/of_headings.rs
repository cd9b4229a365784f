//! What the words of headings say of values, and in which language their decimals are written.

use super::sentence::{Sentence, sentences};
use super::subject::{self, Place};
use super::words::{self, Language};
use super::{Claim, Reading, Target};
use crate::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::quoted;

/// What the words of headings stand for.
pub(super) fn headings(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let Some(heading) = subject::heading_in_words(&column.heading) else { continue };
        let lines = &mut column.lines;
        // "Text" under a heading says that its values are no numbers.
        let says_text = |line: &crate::draft::Line| {
            sentences(&line.value).iter().any(|said| words::ALL.iter().any(|language| said.has(language.plain_text)))
        };
        let is_text = ["guide", "help"].iter().filter_map(|key| lines.get(key)).any(says_text);
        let typed = is_text || ["type", "format", "allowed", "pattern"].iter().any(|key| lines.has(key));
        for language in words::ALL {
            // "E-mail 2"
            let last = heading.words.last().is_some_and(|(word, _)| word.bytes().all(|byte| byte.is_ascii_digit()));
            let words = heading.words.len() - usize::from(last);
            let ends = |phrase: &str| {
                (0..words).any(|at| heading.find_from(phrase, at).is_some_and(|place| place.end == words))
            };
            let format = language.heading_formats.iter().find(|(phrase, _)| ends(phrase));
            let source = "the word in its heading";
            // "Count: at least 1, at most 3"
            let is_decimal = lines
                .get("type")
                .is_some_and(|line| line.value == quoted("decimal") && line.confidence < Confidence::Known);
            let counts = language.heading_counts.iter().any(|word| heading.find(word) == Some(0..heading.words.len()));
            if is_decimal && counts && !lines.has("places") {
                lines.0.retain(|line| !matches!(line.key, "type" | "decimal_mark"));
                lines.set("type", quoted("whole"), source, Confidence::Confirm);
            }
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

/// What a percentage is: a number, from 0 to 100 as likely as not.
fn share(place: Place) -> Vec<Claim> {
    let one = |(key, value, confidence): (&'static str, String, Confidence)| Claim {
        on: Target::Column(place),
        key,
        value,
        confidence,
    };
    let limits =
        [("min", "0".to_owned()), ("max", "100".to_owned())].map(|(key, value)| (key, value, Confidence::Suggested));
    std::iter::once(("type", quoted("decimal"), Confidence::Confirm)).chain(limits).map(one).collect()
}

/// `The e-mail address must be valid`, of columns whose headings say what their values are.
pub(super) fn of_headings((sentence, language): (&Sentence, &Language), places: &[Place], draft: &Draft) -> Reading {
    if let [place] = places
        && sentence.has(language.heading_shares)
    {
        return Reading::of(share(*place));
    }
    let claim = |place: &Place| {
        let heading = subject::heading_in_words(&draft.sheets[place.0].columns[place.1].heading)?;
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
        // What has only been offered so far is sure now.
        if is_decimal && column.lines.get("decimal_mark").is_none() {
            column.lines.set("decimal_mark", quoted(","), source, Confidence::Confirm);
        }
    }
}
