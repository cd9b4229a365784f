//! What a finding says: a sentence, and the parts that it is made of, so that nothing later has to read English.

use std::fmt;
use std::sync::Arc;

use crate::cell::shown;

/// What was expected where something else was found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Expected {
    /// A limit in the column's own way of writing: `at most 100`, `not after today`.
    Limit(String),
    /// A length: `at most 40 characters`.
    Length(String),
    /// One of a few values; of a long list, only what is near.
    Values(Vec<String>),
    /// A pattern in words, or as it is written.
    Pattern(String),
    /// A named format.
    Format(&'static str),
    /// A value of another kind: `a whole number`, `a date written dd/mm/yyyy`.
    Kind(String),
}

impl Expected {
    /// It as a sentence, where a sentence can be made of it.
    pub fn words(&self) -> Option<String> {
        match self {
            Expected::Limit(words) => Some(format!("it should be {words}.")),
            Expected::Length(words) => Some(format!("it should have {words}.")),
            Expected::Kind(words) => Some(format!("it should be {words}.")),
            Expected::Values(_) | Expected::Pattern(_) | Expected::Format(_) => None,
        }
    }
}

/// What a finding says.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Message {
    /// The heading of the column that it is about.
    pub heading: Option<Arc<str>>,
    /// The value that was found, where the sentence quotes it.
    pub value: Option<Box<str>>,
    /// What is wrong and what to do; without a heading, the whole sentence.
    pub reason: String,
    /// What was expected.
    pub expected: Option<Expected>,
    /// What else there is to say.
    pub remark: Option<String>,
}

impl Message {
    /// A sentence of its own.
    pub fn sentence(reason: impl Into<String>) -> Message {
        Message { reason: reason.into(), ..Message::default() }
    }
}

impl fmt::Display for Message {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        match (&self.heading, &self.value) {
            (Some(heading), Some(value)) => write!(out, "{heading} is {}: {}", shown::quoted(value), self.reason)?,
            (Some(heading), None) => write!(out, "{heading} {}", self.reason)?,
            (None, _) => out.write_str(&self.reason)?,
        }
        match &self.remark {
            Some(remark) => write!(out, " {remark}"),
            None => Ok(()),
        }
    }
}
