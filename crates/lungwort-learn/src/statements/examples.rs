//! Values that the texts of a template show as examples: `for example KT-001`. What is read of the column is held against them.

use super::sentence::Sentence;
use super::subject::Mention;
use super::{About, Text, words};
use crate::draft::Draft;

/// Keeps a value that a text shows of one column: `for example KT-001`.
pub(super) fn example_of(text: &Text, sentence: &Sentence, named: &[Mention], draft: &mut Draft) {
    let place = match (&text.about, named) {
        (About::Column(sheet, column), _) => (*sheet, *column),
        (_, [one, others @ ..]) if others.iter().all(|other| other.place == one.place) => one.place,
        _ => return,
    };
    let led = words::ALL.iter().filter_map(|language| sentence.any(language.example)).min_by_key(|led| led.start);
    let Some(rest) = led.map(|led| sentence.signed_rest(led.end)) else { return };
    let end = rest.find([',', ';', ')', '(', '…']).unwrap_or(rest.len());
    let value = rest[..end].trim().trim_end_matches(['.', ':']).trim_matches(['"', '\'', '“', '”', '„', '‘', '’']);
    // Words may be an example of anything.
    let is_code = |word: &str| {
        word.bytes().any(|byte| byte.is_ascii_digit()) || word.len() > 1 && !word.chars().any(char::is_lowercase)
    };
    let shown = &mut draft.sheets[place.0].columns[place.1].shown;
    if !value.is_empty() && value.split(' ').count() <= 3 && value.split(' ').all(is_code) && shown.len() < EXAMPLES {
        shown.push(value.to_owned());
    }
}

/// Examples of a column that are kept.
const EXAMPLES: usize = 5;
