//! Rows of which something is done or not: `unpaid bookings`, where Paid is a column of yes and no, and `tools that are loaned`, where
//! the heading is Loaned to.

use super::by_value::entries;
use super::required::Asking;
use super::subject::plain_heading;

/// Letters of what is done, at least.
const SHORTEST: usize = 4;

/// Letters of a value that begins a compound, and of what follows it, at least.
const VALUE: usize = 4;
const NOUN: usize = 5;

impl Asking<'_> {
    /// `Bei Wandleuchten`, where Wand is a value of one column: a compound that begins with it.
    pub(super) fn of_compound(&self, sheet: usize, at: usize) -> Option<(String, usize)> {
        let word = self.sentence.word(at);
        // Only where words are joined so.
        if self.language.compounds.is_empty() || word.len() < VALUE + NOUN {
            return None;
        }
        let columns = self.few_columns(sheet)?;
        // "Bei Hausnummern" names the column Hausnummer.
        if columns.iter().any(|of| word.starts_with(plain_heading(&of.heading).to_lowercase().as_str())) {
            return None;
        }
        let of = |of: &crate::draft::DraftColumn| {
            let list = entries(&of.lines.get("allowed")?.value);
            let begins = |value: &str| {
                let rest = word.strip_prefix(value.to_lowercase().as_str());
                value.len() >= VALUE && rest.is_some_and(|rest| rest.len() >= NOUN)
            };
            let mut found = list.iter().filter(|(value, label)| begins(value) || label.as_deref().is_some_and(begins));
            let (value, _) = found.next()?;
            found.next().is_none().then(|| format!("{} = '{}'", of.name, value.replace('\'', "''")))
        };
        let mut found = columns.iter().filter_map(of);
        let said = found.next()?;
        found.next().is_none().then_some((said, at + 1))
    }

    /// The condition that a word stands for by which a column is called, and where it ends.
    pub(super) fn of_done_column(&self, sheet: usize, at: usize) -> Option<(String, usize)> {
        let word = self.sentence.word(at);
        let language = self.language;
        let undone = language.undone.iter().find_map(|prefix| word.strip_prefix(prefix));
        let undone = undone.filter(|done| done.len() >= SHORTEST);
        let is_done = |word: &str| {
            let ends = language.participles.iter().any(|end| word.ends_with(end));
            word.len() > SHORTEST && ends
        };
        if undone.is_none() && !is_done(word) {
            return None;
        }
        let done = undone.unwrap_or(word);
        let columns = self.few_columns(sheet)?.iter().enumerate();
        let said = |(column, of): (usize, &crate::draft::DraftColumn)| {
            let heading = plain_heading(&of.heading).to_lowercase();
            let mut words = heading.split_whitespace();
            if words.next() != Some(done) {
                return None;
            }
            let answers = self.takes_yes_and_no((sheet, column));
            match (words.next(), words.next()) {
                (None, _) if answers && undone.is_some() => Some(format!("{} IS FALSE", of.name)),
                (Some(with), None) if !answers && language.done_with.contains(&with) => {
                    Some(format!("{} IS {}NULL", of.name, if undone.is_some() { "" } else { "NOT " }))
                }
                _ => None,
            }
        };
        // Where Paid is yes or no, and Paid on a day, an unpaid one is that of which Paid says no.
        let found: Vec<String> = columns.filter_map(said).collect();
        let answered = found.iter().find(|said| said.ends_with("FALSE"));
        let said = answered.or_else(|| found.first().filter(|_| found.len() == 1))?;
        Some((said.clone(), at + 1))
    }
}
