//! A condition's text as tokens, each with its place.

use std::ops::Range;

use winnow::ascii::{digit0, digit1, multispace1};
use winnow::combinator::{alt, delimited, opt, preceded, repeat, terminated};
use winnow::error::ContextError;
use winnow::prelude::*;
use winnow::stream::LocatingSlice;
use winnow::token::{any, one_of, take_until, take_while};

use super::Mistake;

/// What a token is.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) enum Token {
    /// A name or a word of the language.
    Word(String),
    /// A name in double quotes.
    Quoted(String),
    /// A text in single quotes.
    Text(String),
    /// A number as written.
    Number(String),
    /// An operator or a bracket.
    Sign(&'static str),
    /// Anything else.
    Other(char),
}

/// A token and its place in bytes.
#[derive(Debug, Clone)]
pub(super) struct Placed {
    pub token: Token,
    pub span: Range<usize>,
}

impl Token {
    /// Whether it is that word of the language.
    pub fn is_word(&self, wanted: &str) -> bool {
        matches!(self, Token::Word(word) if word.eq_ignore_ascii_case(wanted))
    }
}

type Input<'s> = LocatingSlice<&'s str>;
type Lexed<T> = winnow::Result<T, ContextError>;

/// Longer signs come before those that they begin with.
const SIGNS: &[&str] = &["<=", ">=", "<>", "!=", "||", "=", "<", ">", "+", "-", "*", "/", "%", "(", ")", ",", ".", ";"];

/// Cuts a text into tokens. A quote that does not close is a mistake.
pub(super) fn tokens(source: &str) -> Result<Vec<Placed>, Mistake> {
    let mut input = LocatingSlice::new(source);
    let mut tokens = Vec::new();
    loop {
        let _: Lexed<()> = spaces.parse_next(&mut input);
        if input.is_empty() {
            return Ok(tokens);
        }
        let start = source.len() - input.len();
        for (quote, what) in [('\'', "a text in single quotes"), ('"', "a name in double quotes")] {
            if input.starts_with(quote) && quoted(quote).parse_peek(input).is_err() {
                let message = format!("{what} begins here and does not end");
                return Err(Mistake { message, span: start..source.len() });
            }
        }
        let (token, span) = match token.with_span().parse_next(&mut input) {
            Ok(found) => found,
            // Every character is a token, so that this is never reached.
            Err(_) => return Ok(tokens),
        };
        tokens.push(Placed { token, span });
    }
}

/// Spaces and comments: `-- to the end of the line` and `/* … */`.
fn spaces(input: &mut Input<'_>) -> Lexed<()> {
    let line = ("--", take_while(0.., |each| each != '\n')).void();
    let block = ("/*", take_until(0.., "*/"), "*/").void();
    repeat(0.., alt((multispace1.void(), line, block))).parse_next(input)
}

fn token(input: &mut Input<'_>) -> Lexed<Token> {
    alt((number, word, quoted('\'').map(Token::Text), quoted('"').map(Token::Quoted), sign, any.map(Token::Other)))
        .parse_next(input)
}

/// `12`, `12.5`, `.5`, `5.`, `1e3`.
fn number(input: &mut Input<'_>) -> Lexed<Token> {
    let digits = alt(((digit1, opt(('.', digit0))).void(), ('.', digit1).void()));
    let exponent = opt((one_of(['e', 'E']), opt(one_of(['+', '-'])), digit1));
    (digits, exponent).take().map(|text: &str| Token::Number(text.to_owned())).parse_next(input)
}

fn word(input: &mut Input<'_>) -> Lexed<Token> {
    let first = |each: char| each.is_alphabetic() || each == '_';
    let rest = |each: char| each.is_alphanumeric() || each == '_' || each == '$';
    (take_while(1, first), take_while(0.., rest))
        .take()
        .map(|text: &str| Token::Word(text.to_owned()))
        .parse_next(input)
}

/// What is between quotes; a quote in it is written twice.
fn quoted<'s>(quote: char) -> impl Parser<Input<'s>, String, ContextError> {
    let inner = repeat(0.., alt((preceded(quote, quote), any.verify(move |each| *each != quote)))).fold(
        String::new,
        |mut text: String, each: char| {
            text.push(each);
            text
        },
    );
    terminated(delimited(quote, inner, quote), winnow::combinator::not(quote))
}

fn sign(input: &mut Input<'_>) -> Lexed<Token> {
    for sign in SIGNS {
        if input.starts_with(sign) {
            return sign.map(|_: &str| Token::Sign(sign)).parse_next(input);
        }
    }
    winnow::combinator::fail.parse_next(input)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn tokens_know_their_places() {
        let source = "\"Receivéd on\" <>'it''s' -- a remark\nAND .5>=n1 /* more */ ?";
        let found = tokens(source).unwrap();
        let texts: Vec<&str> = found.iter().map(|each| &source[each.span.clone()]).collect();
        assert_eq!(texts, ["\"Receivéd on\"", "<>", "'it''s'", "AND", ".5", ">=", "n1", "?"]);
        assert_eq!(found[0].token, Token::Quoted("Receivéd on".to_owned()));
        assert_eq!(found[2].token, Token::Text("it's".to_owned()));
        assert_eq!(found[7].token, Token::Other('?'));
    }

    #[test]
    fn a_quote_that_does_not_close_is_where_it_opens() {
        let mistake = tokens("n > 1 AND a = 'x").unwrap_err();
        assert_eq!(
            (mistake.span, mistake.message.as_str()),
            (14..16, "a text in single quotes begins here and does not end")
        );
    }
}
