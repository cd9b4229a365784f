//! A change between two editions of a template.

/// How much a change asks of whoever has filled the old edition in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Weight {
    /// What was right before may be wrong now.
    Stricter,
    /// Something moved or is called otherwise.
    Moved,
    /// More is allowed than before.
    Looser,
}

/// One change.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Change {
    /// What it is about: a heading, a sheet, or the file.
    pub subject: String,
    /// What changed.
    pub words: String,
    /// What it asks.
    pub weight: Weight,
}

/// The changes found so far.
#[derive(Default)]
pub(crate) struct Changes(pub Vec<Change>);

impl Changes {
    /// Adds one.
    pub fn say(&mut self, subject: &str, words: String, weight: Weight) {
        self.0.push(Change { subject: subject.trim().to_owned(), words, weight });
    }

    /// A cell must be so under a condition, each edition's in words.
    pub fn condition(&mut self, subject: &str, must_be: &str, before: Option<String>, now: Option<String>) {
        match (before, now) {
            (before, Some(now)) if before.as_ref() != Some(&now) => {
                let earlier = before.map(|before| format!("; before where {before}")).unwrap_or_default();
                self.say(subject, format!("must be {must_be} where {now}{earlier}"), Weight::Stricter);
            }
            (Some(before), None) => {
                self.say(subject, format!("no longer has to be {must_be} where {before}"), Weight::Looser);
            }
            _ => {}
        }
    }
}
