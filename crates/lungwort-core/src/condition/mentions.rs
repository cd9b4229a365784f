//! Which names a condition mentions, before anything is known of them: so that of a large list only the columns that
//! somebody asks for are read.

use super::token::{Token, tokens};

/// The names behind `alias.` in a text.
pub(crate) fn aliased(text: &str, alias: &str) -> Vec<String> {
    let tokens = tokens(text).unwrap_or_default();
    let name = |token: &Token| match token {
        Token::Word(name) | Token::Quoted(name) => Some(name.clone()),
        _ => None,
    };
    let of_alias = |each: &[super::token::Placed]| match each {
        [first, point, last] if point.token == Token::Sign(".") => {
            let is_alias = name(&first.token).is_some_and(|name| name.eq_ignore_ascii_case(alias));
            name(&last.token).filter(|_| is_alias)
        }
        _ => None,
    };
    tokens.windows(3).filter_map(of_alias).collect()
}

/// All names and words in a text.
pub(crate) fn words(text: &str) -> Vec<String> {
    let tokens = tokens(text).unwrap_or_default();
    let word = |placed: super::token::Placed| match placed.token {
        Token::Word(name) | Token::Quoted(name) => Some(name),
        _ => None,
    };
    tokens.into_iter().filter_map(word).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn names_are_those_behind_the_alias() {
        let text = "SUM(quantity) <= Held.left AND held.\"Valid to\" > received AND other.left = 1";
        assert_eq!(aliased(text, "held"), ["left", "Valid to"]);
        assert_eq!(aliased("held . 'left'", "held"), Vec::<String>::new());
        assert_eq!(words("state <> 'left' AND \"Valid to\" > 3"), ["state", "AND", "Valid to"]);
    }
}
