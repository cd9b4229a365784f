//! The grammar of conditions: tokens to a tree, by precedence, with mistakes at their exact places.

use std::ops::Range;

use super::Mistake;
use super::operator::{Arithmetic, Comparison};
use super::syntax::{Call, Node, NodeKind, Operator};
use super::token::{Placed, Token, tokens};
use crate::cell::fold;
use crate::limits::DEEPEST_CONDITION;
use crate::limits::OPERATORS_IN_TURN;

/// What binds how tightly, the loosest first; `NOT` is between AND and IS.
const OR: u8 = 1;
const AND: u8 = 2;
const NOT: u8 = 3;
const IS: u8 = 4;
const COMPARED: u8 = 5;
const CONCATENATED: u8 = 6;
const ADDED: u8 = 7;
const MULTIPLIED: u8 = 8;
const SIGNED: u8 = 9;

/// Words that cannot be the name of a column without quotes.
const RESERVED: &[&str] = &[
    "AND", "OR", "NOT", "IS", "NULL", "TRUE", "FALSE", "BETWEEN", "IN", "LIKE", "LIKE_REGEX", "ESCAPE", "CASE", "WHEN",
    "THEN", "ELSE", "END", "FROM", "FOR", "AS", "DISTINCT", "SELECT", "WHERE", "FILTER", "FLAG",
];

const OPERATORS: &[(&str, Operator, u8)] = &[
    ("=", Operator::Compare(Comparison::Equal), COMPARED),
    ("<>", Operator::Compare(Comparison::NotEqual), COMPARED),
    ("!=", Operator::Compare(Comparison::NotEqual), COMPARED),
    ("<=", Operator::Compare(Comparison::AtMost), COMPARED),
    ("<", Operator::Compare(Comparison::Less), COMPARED),
    (">=", Operator::Compare(Comparison::AtLeast), COMPARED),
    (">", Operator::Compare(Comparison::More), COMPARED),
    ("||", Operator::Concatenate, CONCATENATED),
    ("+", Operator::Calculate(Arithmetic::Add), ADDED),
    ("-", Operator::Calculate(Arithmetic::Subtract), ADDED),
    ("*", Operator::Calculate(Arithmetic::Multiply), MULTIPLIED),
    ("/", Operator::Calculate(Arithmetic::Divide), MULTIPLIED),
];

/// Parses one expression that takes up the whole text.
pub(super) fn parse(source: &str) -> Result<Node, Mistake> {
    if source.trim().is_empty() {
        return Err(Mistake { message: "the condition is empty".to_owned(), span: 0..source.len() });
    }
    let mut parser = Parser { tokens: tokens(source)?, at: 0, end: source.len(), depth: 0 };
    let tree = parser.expression(0)?;
    if let Some(next) = parser.peek().cloned() {
        let words = &source[next.span.clone()];
        let message = match next.token {
            Token::Sign("%") => "% cannot be used in a condition; the rest of a division is MOD(a, b)".to_owned(),
            Token::Word(word) if word.eq_ignore_ascii_case("ILIKE") => {
                "there is no ILIKE; write UPPER(a) LIKE 'X%'".to_owned()
            }
            _ => format!("the condition is over before \"{words}\": is AND, OR or a quote missing?"),
        };
        return Err(Mistake { message, span: next.span.start..source.len() });
    }
    Ok(tree)
}

struct Parser {
    tokens: Vec<Placed>,
    at: usize,
    end: usize,
    depth: usize,
}

type Parsed = Result<Node, Mistake>;

/// What comes behind a part.
enum Ahead {
    /// An operator, and how tightly it binds.
    Binary(Operator, u8),
    /// AND, or OR.
    Joined(bool),
    Is,
    /// BETWEEN, IN, LIKE or LIKE_REGEX, and whether NOT is before it.
    Test(&'static str, bool),
}

fn node(kind: NodeKind, span: Range<usize>) -> Node {
    Node { kind, span, bracketed: false }
}

impl Parser {
    fn peek(&self) -> Option<&Placed> {
        self.tokens.get(self.at)
    }

    fn next(&mut self) -> Option<Placed> {
        let next = self.tokens.get(self.at).cloned();
        self.at += usize::from(next.is_some());
        next
    }

    fn is_sign(&self, sign: &str) -> bool {
        matches!(self.peek(), Some(Placed { token: Token::Sign(found), .. }) if *found == sign)
    }

    fn is_word(&self, ahead: usize, word: &str) -> bool {
        self.tokens.get(self.at + ahead).is_some_and(|next| next.token.is_word(word))
    }

    fn takes_sign(&mut self, sign: &str) -> bool {
        let found = self.is_sign(sign);
        self.at += usize::from(found);
        found
    }

    fn takes_word(&mut self, word: &str) -> bool {
        let found = self.is_word(0, word);
        self.at += usize::from(found);
        found
    }

    /// Where the part that begins at `start` ends: behind the last token taken.
    fn since(&self, start: usize) -> Range<usize> {
        let last = self.at.checked_sub(1).and_then(|at| self.tokens.get(at));
        start..last.map_or(start, |last| last.span.end).max(start)
    }

    /// What is wrong at the next token.
    fn expected(&self, what: &str) -> Mistake {
        match self.peek() {
            Some(next) => {
                let found = match &next.token {
                    Token::Word(word) => word.clone(),
                    Token::Quoted(name) => format!("\"{name}\""),
                    Token::Text(text) => format!("'{text}'"),
                    Token::Number(digits) => digits.clone(),
                    Token::Sign(sign) => (*sign).to_owned(),
                    Token::Other(each) => each.to_string(),
                };
                Mistake { message: format!("expected {what}, found {found}"), span: next.span.clone() }
            }
            None => Mistake {
                message: format!("expected {what}, found the end of the condition"),
                span: self.end..self.end,
            },
        }
    }

    fn need_sign(&mut self, sign: &str) -> Result<(), Mistake> {
        if self.takes_sign(sign) { Ok(()) } else { Err(self.expected(sign)) }
    }

    fn need_word(&mut self, word: &str) -> Result<(), Mistake> {
        if self.takes_word(word) { Ok(()) } else { Err(self.expected(word)) }
    }

    /// An expression whose operators all bind at least so tightly.
    fn expression(&mut self, tightest: u8) -> Parsed {
        self.depth += 1;
        if self.depth > DEEPEST_CONDITION {
            return Err(self.too_deep());
        }
        let mut left = self.prefix()?;
        let mut links = 0;
        while let Some(ahead) = self.ahead(tightest) {
            links += usize::from(!matches!(ahead, Ahead::Joined(..)));
            if links > OPERATORS_IN_TURN {
                return Err(self.too_deep());
            }
            left = self.joined(left, ahead)?;
        }
        self.depth -= 1;
        Ok(left)
    }

    fn too_deep(&self) -> Mistake {
        let start = self.peek().map_or(self.end, |next| next.span.start);
        Mistake { message: "the condition is nested too deeply".to_owned(), span: start..self.end }
    }

    /// What comes behind a part; `None` where it binds less tightly, or is no operator.
    fn ahead(&self, tightest: u8) -> Option<Ahead> {
        if let Some(Placed { token: Token::Sign(sign), .. }) = self.peek() {
            let (_, operator, binds) = OPERATORS.iter().find(|(known, ..)| known == sign)?;
            return (*binds >= tightest).then_some(Ahead::Binary(*operator, *binds));
        }
        if self.is_word(0, "AND") {
            return (AND >= tightest).then_some(Ahead::Joined(true));
        }
        if self.is_word(0, "OR") {
            return (OR >= tightest).then_some(Ahead::Joined(false));
        }
        if self.is_word(0, "IS") {
            return (IS >= tightest).then_some(Ahead::Is);
        }
        let negated = self.is_word(0, "NOT");
        let words = ["BETWEEN", "IN", "LIKE", "LIKE_REGEX"];
        let word = words.into_iter().find(|word| self.is_word(usize::from(negated), word))?;
        (COMPARED >= tightest).then_some(Ahead::Test(word, negated))
    }

    /// A part joined to what comes behind it.
    fn joined(&mut self, left: Node, ahead: Ahead) -> Parsed {
        let start = left.span.start;
        match ahead {
            Ahead::Joined(is_and) => {
                self.at += 1;
                let right = self.expression(if is_and { AND } else { OR } + 1)?;
                let span = start..right.span.end;
                let mut parts = match (left.kind, left.bracketed) {
                    (NodeKind::And(parts), false) if is_and => parts,
                    (NodeKind::Or(parts), false) if !is_and => parts,
                    (kind, bracketed) => vec![Node { kind, span: left.span, bracketed }],
                };
                parts.push(right);
                Ok(node(if is_and { NodeKind::And(parts) } else { NodeKind::Or(parts) }, span))
            }
            Ahead::Binary(operator, binds) => self.binary(left, operator, binds),
            Ahead::Is => {
                self.at += 1;
                self.is(left, start)
            }
            Ahead::Test(word, negated) => {
                self.at += usize::from(negated) + 1;
                self.tested(left, word, negated)
            }
        }
    }

    fn binary(&mut self, left: Node, operator: Operator, binds: u8) -> Parsed {
        let compares = |node: &Node| {
            matches!(&node.kind, NodeKind::Binary(operator, ..) if OPERATORS.iter()
                .any(|(_, known, binds)| known == operator && *binds == COMPARED))
        };
        if binds == COMPARED && compares(&left) && !left.bracketed {
            let start = self.peek().map_or(self.end, |next| next.span.start);
            let message = "comparisons cannot be chained: join two with AND".to_owned();
            return Err(Mistake { message, span: start..self.end });
        }
        self.at += 1;
        let right = self.expression(binds + 1)?;
        let span = left.span.start..right.span.end;
        Ok(node(NodeKind::Binary(operator, Box::new(left), Box::new(right)), span))
    }

    /// Behind IS.
    fn is(&mut self, left: Node, start: usize) -> Parsed {
        let negated = self.takes_word("NOT");
        let left = Box::new(left);
        let kind = if self.takes_word("NULL") {
            NodeKind::IsNull(left, negated)
        } else if self.takes_word("TRUE") {
            NodeKind::IsTruth(left, true, negated)
        } else if self.takes_word("FALSE") {
            NodeKind::IsTruth(left, false, negated)
        } else if self.takes_word("DISTINCT") {
            self.need_word("FROM")?;
            NodeKind::IsDistinct(left, Box::new(self.expression(COMPARED + 1)?), negated)
        } else {
            return Err(self.expected("NULL, TRUE, FALSE or DISTINCT FROM"));
        };
        Ok(node(kind, self.since(start)))
    }

    /// Behind BETWEEN, IN, LIKE and LIKE_REGEX.
    fn tested(&mut self, left: Node, word: &str, negated: bool) -> Parsed {
        let start = left.span.start;
        let left = Box::new(left);
        let kind = match word {
            "BETWEEN" => {
                let low = Box::new(self.expression(CONCATENATED)?);
                self.need_word("AND")?;
                NodeKind::Between(left, low, Box::new(self.expression(CONCATENATED)?), negated)
            }
            "IN" => {
                self.need_sign("(")?;
                let list = self.list()?;
                NodeKind::In(left, list, negated)
            }
            _ => {
                let pattern = Box::new(self.expression(CONCATENATED)?);
                let last = if word == "LIKE" { "ESCAPE" } else { "FLAG" };
                let more = if self.takes_word(last) { Some(Box::new(self.expression(CONCATENATED)?)) } else { None };
                match word {
                    "LIKE" => NodeKind::Like(left, pattern, more, negated),
                    _ => NodeKind::LikeRegex(left, pattern, more, negated),
                }
            }
        };
        Ok(node(kind, self.since(start)))
    }

    /// Expressions with commas between, up to the closing bracket.
    fn list(&mut self) -> Result<Vec<Node>, Mistake> {
        let mut list = Vec::new();
        if self.takes_sign(")") {
            return Ok(list);
        }
        loop {
            list.push(self.expression(0)?);
            if self.takes_sign(")") {
                return Ok(list);
            }
            if !self.takes_sign(",") {
                return Err(self.expected(", or )"));
            }
        }
    }

    /// A part that begins an expression.
    fn prefix(&mut self) -> Parsed {
        let missing = || self.expected("a column, a value or a comparison");
        let Some(next) = self.peek().cloned() else { return Err(missing()) };
        let start = next.span.start;
        let kind = match next.token {
            Token::Sign("(") => {
                self.at += 1;
                let inner = self.expression(0)?;
                self.need_sign(")")?;
                return Ok(Node { span: self.since(start), bracketed: true, ..inner });
            }
            Token::Sign("-") => {
                self.at += 1;
                NodeKind::Minus(Box::new(self.expression(SIGNED)?))
            }
            Token::Sign("+") => {
                self.at += 1;
                NodeKind::Plus(Box::new(self.expression(SIGNED)?))
            }
            Token::Number(digits) => {
                self.at += 1;
                NodeKind::Number(digits)
            }
            Token::Text(text) => {
                self.at += 1;
                NodeKind::Text(text)
            }
            Token::Quoted(name) => {
                self.at += 1;
                return self.name(name, true, start);
            }
            Token::Word(word) => return self.word(word, start),
            Token::Sign(_) | Token::Other(_) => return Err(missing()),
        };
        Ok(node(kind, self.since(start)))
    }

    /// A part that begins with a word.
    fn word(&mut self, word: String, start: usize) -> Parsed {
        let upper = word.to_ascii_uppercase();
        self.at += 1;
        let text_follows = matches!(self.peek(), Some(Placed { token: Token::Text(_), .. }));
        let kind = match upper.as_str() {
            "NOT" => NodeKind::Not(Box::new(self.expression(NOT)?)),
            "NULL" => NodeKind::Null,
            "TRUE" => NodeKind::Truth(true),
            "FALSE" => NodeKind::Truth(false),
            "CASE" => return self.case(start),
            "DATE" | "TIME" | "TIMESTAMP" if text_follows => {
                let place = self.peek().map_or(start..start, |next| next.span.clone());
                NodeKind::Dated(upper, self.text()?, place)
            }
            "INTERVAL" if text_follows => {
                let count = self.text()?;
                match self.next() {
                    Some(Placed { token: Token::Word(unit), .. }) => {
                        NodeKind::Interval(count, unit.to_ascii_uppercase())
                    }
                    _ => NodeKind::Interval(count, String::new()),
                }
            }
            "CURRENT_DATE" if !self.is_sign("(") => {
                let name = upper;
                NodeKind::Call(Call { name, arguments: Vec::new(), star: false, distinct: false, filter: None })
            }
            _ if self.is_sign("(") && !RESERVED.contains(&upper.as_str()) => {
                self.at += 1;
                self.call(upper)?
            }
            _ if RESERVED.contains(&upper.as_str()) => {
                self.at -= 1;
                return Err(self.expected("a column, a value or a comparison"));
            }
            _ => return self.name(word, false, start),
        };
        Ok(node(kind, self.since(start)))
    }

    fn text(&mut self) -> Result<String, Mistake> {
        match self.peek().cloned() {
            Some(Placed { token: Token::Text(text), .. }) => {
                self.at += 1;
                Ok(text)
            }
            _ => Err(self.expected("a text in single quotes")),
        }
    }

    fn name(&mut self, first: String, quoted: bool, start: usize) -> Parsed {
        let (mut names, mut quoted) = (vec![first], quoted);
        while self.takes_sign(".") {
            match self.next() {
                Some(Placed { token: Token::Word(name), .. }) => {
                    names.push(name);
                    quoted = false;
                }
                Some(Placed { token: Token::Quoted(name), .. }) => {
                    names.push(name);
                    quoted = true;
                }
                _ => {
                    self.at -= usize::from(self.at == self.tokens.len());
                    return Err(self.expected("the name of a column"));
                }
            }
        }
        Ok(node(NodeKind::Name(names, quoted), self.since(start)))
    }

    fn case(&mut self, start: usize) -> Parsed {
        let operand = if self.is_word(0, "WHEN") { None } else { Some(Box::new(self.expression(0)?)) };
        let mut branches = Vec::new();
        while self.takes_word("WHEN") {
            let when = self.expression(0)?;
            self.need_word("THEN")?;
            branches.push((when, self.expression(0)?));
        }
        if branches.is_empty() {
            return Err(self.expected("WHEN"));
        }
        let last = if self.takes_word("ELSE") { Some(Box::new(self.expression(0)?)) } else { None };
        self.need_word("END")?;
        Ok(node(NodeKind::Case(operand, branches, last), self.since(start)))
    }

    /// Behind the opening bracket of a call.
    fn call(&mut self, name: String) -> Result<NodeKind, Mistake> {
        let kind = match name.as_str() {
            "TRIM" => self.trim()?,
            "EXTRACT" => {
                let field = match self.next() {
                    Some(Placed { token: Token::Word(field), .. }) => field.to_ascii_uppercase(),
                    _ => String::new(),
                };
                self.need_word("FROM")?;
                NodeKind::Extract(field, Box::new(self.closed()?))
            }
            "CAST" => {
                let what = Box::new(self.expression(0)?);
                self.need_word("AS")?;
                NodeKind::Cast(what, self.type_words()?)
            }
            // In SQL's own spelling, and with commas as many programs have it.
            "POSITION" | "SUBSTRING" => {
                let mut arguments = vec![self.expression(CONCATENATED)?];
                for word in ["IN", "FROM", "FOR"] {
                    if self.takes_word(word) || !arguments.is_empty() && self.takes_sign(",") {
                        arguments.push(self.expression(CONCATENATED)?);
                    }
                }
                self.need_sign(")")?;
                NodeKind::Call(Call { name, arguments, star: false, distinct: false, filter: None })
            }
            _ => self.plain_call(name)?,
        };
        Ok(kind)
    }

    fn plain_call(&mut self, name: String) -> Result<NodeKind, Mistake> {
        let distinct = self.takes_word("DISTINCT");
        let star = self.takes_sign("*");
        let arguments = if star {
            self.need_sign(")")?;
            Vec::new()
        } else {
            self.list()?
        };
        let mut filter = None;
        if self.is_word(0, "FILTER") {
            self.at += 1;
            self.need_sign("(")?;
            self.need_word("WHERE")?;
            filter = Some(Box::new(self.closed()?));
        }
        Ok(NodeKind::Call(Call { name, arguments, star, distinct, filter }))
    }

    /// An expression and the bracket that closes a call.
    fn closed(&mut self) -> Parsed {
        let inner = self.expression(0)?;
        self.need_sign(")")?;
        Ok(inner)
    }

    fn trim(&mut self) -> Result<NodeKind, Mistake> {
        let which = ["LEADING", "TRAILING", "BOTH"].into_iter().find(|word| self.is_word(0, word));
        self.at += usize::from(which.is_some());
        let which = which.map(str::to_owned);
        if which.is_some() && self.takes_word("FROM") {
            return Ok(NodeKind::Trim(which, None, Box::new(self.closed()?)));
        }
        let first = self.expression(0)?;
        if self.takes_word("FROM") {
            return Ok(NodeKind::Trim(which, Some(Box::new(first)), Box::new(self.closed()?)));
        }
        self.need_sign(")")?;
        Ok(NodeKind::Trim(which, None, Box::new(first)))
    }

    /// The words of a type up to the closing bracket: `DECIMAL(10, 2)`.
    fn type_words(&mut self) -> Result<String, Mistake> {
        let mut words = Vec::new();
        while let Some(Placed { token: Token::Word(word), .. }) = self.peek() {
            words.push(word.to_ascii_uppercase());
            self.at += 1;
        }
        if words.is_empty() {
            return Err(self.expected("a type, such as INTEGER"));
        }
        let mut words = words.join(" ");
        if self.takes_sign("(") {
            let sizes: Vec<String> = self
                .list()?
                .into_iter()
                .filter_map(|size| if let NodeKind::Number(digits) = size.kind { Some(digits) } else { None })
                .collect();
            words.push_str(&format!("({})", sizes.join(",")));
        }
        self.need_sign(")")?;
        Ok(words)
    }
}

/// The nearest of some known names, as a hint.
pub(super) fn hint<'k>(name: &str, known: impl Iterator<Item = &'k str>) -> String {
    fold::nearest(name, known).map(|near| format!("; did you mean {near}?")).unwrap_or_default()
}
