//! Yes and no, in the words that the receiving side takes.

/// The two words a column takes.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct YesNoWords {
    /// The word for yes.
    pub yes: String,
    /// The word for no.
    pub no: String,
}

/// Reads the column's own words, exactly; without such words any usual pair is taken in any case.
pub fn read(text: &str, words: Option<&YesNoWords>) -> Option<bool> {
    match words {
        Some(words) if text == words.yes => Some(true),
        Some(words) if text == words.no => Some(false),
        Some(_) => None,
        None => read_usual(text),
    }
}

/// Reads Yes/No, Y/N, True/False and 1/0 in any case.
pub fn read_usual(text: &str) -> Option<bool> {
    let is = |words: [&str; 4]| words.iter().any(|word| text.eq_ignore_ascii_case(word));
    if is(["yes", "y", "true", "1"]) {
        Some(true)
    } else if is(["no", "n", "false", "0"]) {
        Some(false)
    } else {
        None
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn own_words_are_exact_and_usual_words_are_not() {
        let words = YesNoWords { yes: "J".to_owned(), no: "N".to_owned() };
        assert_eq!(read("J", Some(&words)), Some(true));
        assert_eq!(read("j", Some(&words)), None);
        assert_eq!(read("TRUE", None), Some(true));
        assert_eq!(read("n", None), Some(false));
        assert_eq!(read("maybe", None), None);
    }
}
