//! The one table of finding codes. `docs/findings.md` and `lungwort explain` are made from it.
//!
//! A code is two or three plain words joined by hyphens and never changes its meaning.

pub mod cell;
pub mod file;
pub mod intent;
pub mod lookup;
pub mod rule;
pub mod shape;
pub mod template;
pub mod value;

use super::Severity;

/// At what point of the check a code arises.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Stage {
    /// Bytes, encoding and layout of the file.
    File,
    /// Headings, guide rows and the rows as a whole.
    Template,
    /// What a cell's text looks like, whatever it should hold.
    Cell,
    /// What a cell should hold.
    Value,
    /// Requirements over more than one cell.
    Rule,
}

/// One kind of finding.
#[derive(Debug, PartialEq, Eq)]
pub struct Code {
    /// The words joined by hyphens.
    pub name: &'static str,
    /// At what point of the check it arises.
    pub stage: Stage,
    /// How much it matters unless the rulebook says otherwise.
    pub severity: Severity,
    /// What is wrong, in a few words.
    pub title: &'static str,
    /// What it means.
    pub means: &'static str,
    /// Why it matters.
    pub matters: &'static str,
    /// How to fix it.
    pub fix: &'static str,
    /// An example as found.
    pub before: &'static str,
    /// The example as it should be.
    pub after: &'static str,
}

/// Declares codes: one block each, and the list of them all.
macro_rules! codes {
    ($stage:ident; $($name:ident $code:literal $severity:ident $title:literal
        means $means:literal matters $matters:literal fix $fix:literal $before:literal => $after:literal)*) => {
        $(
            #[doc = $title]
            pub static $name: $crate::finding::Code = $crate::finding::Code {
                name: $code,
                stage: $crate::finding::codes::Stage::$stage,
                severity: $crate::finding::Severity::$severity,
                title: $title,
                means: $means,
                matters: $matters,
                fix: $fix,
                before: $before,
                after: $after,
            };
        )*
        /// Every code of this stage.
        pub static ALL: &[&$crate::finding::Code] = &[$(&$name),*];
    };
}
pub(crate) use codes;

/// Every code, in the order of the stages.
pub fn all() -> impl Iterator<Item = &'static Code> {
    [file::ALL, template::ALL, cell::ALL, value::ALL, rule::ALL, shape::ALL, lookup::ALL, intent::ALL]
        .into_iter()
        .flatten()
        .copied()
}

/// The code of that name.
pub fn named(name: &str) -> Option<&'static Code> {
    all().find(|code| code.name == name)
}

/// The code whose name is nearest to a misspelt one.
pub fn nearest(name: &str) -> Option<&'static Code> {
    let near = crate::cell::fold::nearest(name, all().map(|code| code.name))?;
    named(near)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn codes_are_unique_plain_words() {
        let mut names: Vec<_> = all().map(|code| code.name).collect();
        for name in &names {
            let words: Vec<_> = name.split('-').collect();
            assert!((2..=3).contains(&words.len()), "{name} is not two or three words");
            assert!(words.iter().all(|word| word.bytes().all(|byte| byte.is_ascii_lowercase())), "{name}");
        }
        names.sort_unstable();
        let count = names.len();
        names.dedup();
        assert_eq!(names.len(), count);
    }

    #[test]
    fn every_code_is_explained() {
        for code in all() {
            for text in [code.means, code.matters, code.fix] {
                assert!(text.ends_with('.') && text.len() > 12, "{}: {text}", code.name);
            }
            assert!(!code.title.ends_with('.') && !code.before.is_empty() && !code.after.is_empty(), "{}", code.name);
        }
    }
}
