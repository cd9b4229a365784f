//! What kind of field a text says in brackets before it tells more: `[list] STOP, YIELD, SPEED`, `<decimal> 5 dp, -90 to 90`.

use std::borrow::Cow;

use super::words;

/// Letters of what stands in the brackets, at most: `character string`.
const LONGEST: usize = 20;

/// A line without the brackets around what kind of field it is about; what only says that there is a list, a key or a text is left out.
pub(super) fn without_brackets(line: &str) -> Cow<'_, str> {
    let begin = line.len() - line.trim_start().len();
    // "sign_type: [list] STOP, YIELD"
    let labelled = line.find(": ").map(|at| at + 2).filter(|at| line[*at..].trim_start().starts_with(['[', '<', '(']));
    let from = if line[begin..].starts_with(['[', '<', '(']) { begin } else { labelled.unwrap_or(line.len()) };
    let (head, rest) = line.split_at(from);
    let Some((inside, behind)) = ['[', '<', '('].iter().zip([']', '>', ')']).find_map(|(open, close)| {
        let (inside, behind) = rest.trim_start().strip_prefix(*open)?.split_once(close)?;
        // "[A-Z]{3}" is an expression.
        let apart = behind.starts_with([' ', ',', ':', ';']);
        apart.then(|| (inside.trim(), behind.trim_start_matches([' ', ',', ':', ';', '-', '–'])))
    }) else {
        return Cow::Borrowed(line);
    };
    let letters = inside.chars().all(|each| each.is_alphabetic() || matches!(each, ' ' | '-' | '_'));
    let known = |table: &[&str]| table.contains(&inside.to_lowercase().as_str());
    let plain = words::ALL.iter().any(|language| known(language.plain_kinds));
    // Round brackets stand around many things, and angled ones around what is to be put in their place.
    let square = rest.trim_start().starts_with('[') && inside.chars().count() > 1;
    // "[A] or [B]" and "[required]." are whole in themselves.
    if behind.is_empty() || !letters || inside.len() > LONGEST || !(square || plain) || behind.starts_with(['.', ')']) {
        return Cow::Borrowed(line);
    }
    Cow::Owned(if plain { format!("{head}{behind}") } else { format!("{head}{inside}, {behind}") })
}
