//! Sums, differences and products of the columns of a row: `Net plus Tare must equal Gross`, `Sold and Broken together must not exceed
//! Trays`, and beside a column `quantity × unit price`. Each word of the sentence has to be understood.

use super::differences::may_have_numbers;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::{Arithmetic, Language};
use super::{Claim, Confidence, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Words of such a sentence, at most.
const LONGEST: usize = 24;
/// Columns on a side, at most.
const MOST: usize = 8;

/// What is added up, taken away or multiplied on one side.
#[derive(Default)]
struct Side {
    /// The sign before each column.
    terms: Vec<(char, Place)>,
    /// Whether some are only named one after the other: `Sold, Broken and Left`.
    listed: bool,
    /// The sign between these, where it is said before them: `the sum of`.
    led: Option<char>,
}

/// How the sides are compared.
#[derive(Default)]
struct Relation {
    sign: Option<&'static str>,
    equal: bool,
    at_most: bool,
    at_least: bool,
    more: bool,
    less: bool,
    not: bool,
    together: bool,
}

impl Relation {
    fn sign(&self) -> Option<&'static str> {
        if self.sign.is_some() {
            return self.sign;
        }
        match (self.more, self.less, self.not) {
            (true, false, true) => Some("<="),
            (true, false, false) => Some(">"),
            (false, true, true) => Some(">="),
            (false, true, false) => Some("<"),
            _ if self.not || self.more => None,
            _ if self.at_most => Some("<="),
            _ if self.at_least => Some(">="),
            _ => (self.equal || self.together).then_some("="),
        }
    }
}

/// The rule that a sentence states, where it is nothing else.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, beside): (&[Mention], Option<Place>),
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Option<Vec<Claim>> {
    if mentions.len() < 2 || sentence.words.len() > LONGEST || sentence.is_question() {
        return None;
    }
    let mut reader = Reader {
        sentence,
        words: language.arithmetic,
        language,
        sides: vec![Side::default()],
        relation: Relation::default(),
    };
    reader.read(mentions)?;
    let Reader { mut sides, relation, .. } = reader;
    if sides.len() == 1 {
        // Beside its column, a sentence need not name it.
        let own = Side { terms: vec![('+', beside?)], ..Side::default() };
        sides.insert(0, own);
    }
    let unsaid = beside.is_some() && relation.sign.is_none() && !relation.not;
    let sign = relation.sign().or_else(|| unsaid.then_some("="))?;
    let [left, right] = sides.as_slice() else { return None };
    let texts = [left.text(&relation, name)?, right.text(&relation, name)?];
    let places: Vec<Place> = sides.iter().flat_map(|side| &side.terms).map(|(_, place)| *place).collect();
    let distinct = places.iter().enumerate().all(|(at, place)| !places[..at].contains(place));
    let is_number = |place: &Place| may_have_numbers(*place, draft);
    let sheet = places.first()?.0;
    let fits = distinct && places.len() > 2 && places.iter().all(|place| place.0 == sheet && is_number(place));
    let claim = |on, key, value: &str| Claim { on, key, value: quoted(value), confidence: Confidence::Confirm };
    let check = format!("{} {sign} {}", texts[0], texts[1]);
    let kinds = places.iter().map(|place| claim(Target::Column(*place), "type", "decimal"));
    fits.then(|| kinds.chain([claim(Target::Rule(sheet), "check", &check)]).collect())
}

impl Side {
    /// It as an expression; of columns that are all added up a blank one adds nothing.
    fn text(&self, relation: &Relation, name: &dyn Fn(Place) -> String) -> Option<String> {
        if self.terms.is_empty() || self.terms.len() > MOST {
            return None;
        }
        // "A and B must equal C" does not say that they are added up.
        if self.listed && self.led.is_none() && !relation.together {
            return None;
        }
        let sign = |at: usize| match (self.terms[at].0, self.led) {
            (',', led) => led.unwrap_or('+'),
            (sign, _) => sign,
        };
        let signs: Vec<char> = (1..self.terms.len()).map(sign).collect();
        let added = !signs.is_empty() && signs.iter().all(|sign| *sign == '+');
        let mixed = signs.contains(&'*') && signs.iter().any(|sign| *sign != '*');
        let first = |place: Place| if added { format!("COALESCE({}, 0)", name(place)) } else { name(place) };
        let mut text = first(self.terms[0].1);
        for (sign, (_, place)) in signs.iter().zip(&self.terms[1..]) {
            text.push_str(&format!(" {sign} {}", first(*place)));
        }
        (!mixed).then_some(text)
    }
}

struct Reader<'s> {
    sentence: &'s Sentence,
    language: &'s Language,
    words: &'static Arithmetic,
    sides: Vec<Side>,
    relation: Relation,
}

impl Reader<'_> {
    fn read(&mut self, mentions: &[Mention]) -> Option<()> {
        let count = self.sentence.words.len();
        let start = self.sentence.words.first()?.1.start;
        self.sign(self.sentence.text[..start].trim(), 0)?;
        let (mut at, mut pending, mut compared) = (0, None, false);
        while at < count {
            if let Some(mention) = mentions.iter().find(|mention| mention.words.start == at) {
                compared &= !self.side().terms.is_empty();
                if std::mem::take(&mut compared) {
                    self.sides.push(Side::default());
                }
                let empty = self.side().terms.is_empty();
                let sign = pending.take().or(empty.then_some('+'))?;
                self.side().listed |= sign == ',';
                self.side().terms.push((sign, mention.place));
                at = mention.words.end;
            } else {
                let (end, part) = self.part(at)?;
                match part {
                    Part::Small => {}
                    Part::Sign(sign) => pending = Some(sign),
                    Part::Led(sign) => {
                        if !self.side().terms.is_empty() {
                            self.sides.push(Side::default());
                            compared = false;
                        }
                        self.side().led = Some(sign);
                    }
                    Part::Compares => compared = true,
                }
                at = end;
            }
            let sentence = self.sentence;
            let gap = at.checked_sub(1).map_or("", |before| sentence.gap(before));
            match self.sign(gap, at)? {
                Some(Signed::Between(sign)) => pending = Some(sign),
                Some(Signed::Compares) => compared = true,
                None => {}
            }
        }
        (pending.is_none() && self.sides.len() <= 2).then_some(())
    }

    fn side(&mut self) -> &mut Side {
        let last = self.sides.len() - 1;
        &mut self.sides[last]
    }

    /// What words from one on say, and where they end.
    fn part(&mut self, at: usize) -> Option<(usize, Part)> {
        let (sentence, words) = (self.sentence, self.words);
        let end = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
        let led = [(words.sum, '+'), (words.product, '*'), (words.difference, '-')];
        let led = led.into_iter().find_map(|(phrases, sign)| Some((end(phrases)?, sign)));
        if let Some((end, sign)) = led {
            return Some((end, Part::Led(sign)));
        }
        let relation = &mut self.relation;
        let said = [
            (words.together, &mut relation.together),
            (words.at_most, &mut relation.at_most),
            (words.at_least, &mut relation.at_least),
            (words.more, &mut relation.more),
            (words.less, &mut relation.less),
            (words.equal, &mut relation.equal),
            (words.not, &mut relation.not),
        ];
        let longest = said.into_iter().filter_map(|(phrases, said)| Some((end(phrases)?, said)));
        let longest = longest.max_by_key(|(end, _)| *end);
        let signs = [(words.plus, '+'), (words.minus, '-'), (words.times, '*'), (self.language.and, ',')];
        let sign =
            signs.into_iter().filter_map(|(phrases, sign)| Some((end(phrases)?, sign))).max_by_key(|(end, _)| *end);
        match (longest, sign) {
            (Some((end, said)), sign) if sign.is_none_or(|(other, _)| other < end) => {
                *said = true;
                Some((end, Part::Compares))
            }
            (_, Some((end, sign))) => Some((end, Part::Sign(sign))),
            _ => {
                let beside = end(words.beside).map(|end| (end, Part::Compares));
                let language = self.language;
                let small = [language.every, language.articles, language.owners, language.small, language.possessives];
                let word = sentence.word(at);
                let is_small = || small.iter().any(|of| of.contains(&word)).then_some((at + 1, Part::Small));
                beside.or_else(is_small)
            }
        }
    }

    /// What a sign between two words says; nothing where it is none that can be here.
    fn sign(&mut self, gap: &str, at: usize) -> Option<Option<Signed>> {
        let between = |sign| Some(Some(Signed::Between(sign)));
        let compared = match gap {
            "" | "(" | ")" => return Some(None),
            "." if at >= self.sentence.words.len() => return Some(None),
            "+" => return between('+'),
            "-" | "–" | "−" => return between('-'),
            "×" | "*" => return between('*'),
            "," | "&" => return between(','),
            ":" if self.sides.len() == 1 && self.side().terms.len() == 1 => "=",
            "=" => "=",
            "<=" | "≤" | "=<" => "<=",
            ">=" | "≥" | "=>" => ">=",
            "<" => "<",
            ">" => ">",
            _ => return None,
        };
        // "Net: = Gross - Tare"
        self.relation.equal |= gap == ":";
        if gap != ":" {
            self.relation.sign = Some(compared);
        }
        Some(Some(Signed::Compares))
    }
}

enum Part {
    Small,
    Sign(char),
    Led(char),
    Compares,
}

enum Signed {
    Between(char),
    Compares,
}
