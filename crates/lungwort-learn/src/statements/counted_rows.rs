//! Rows of which there is so much: `for more than 20 trees`, `orders of 21 trees or more`, where a column counts the trees.

use super::each_kind::Limit;
use super::products::counting;
use super::required::Asking;
use super::subject::Place;
use super::words;
use super::{Claim, Confidence, Target};
use crate::draft::DraftColumn;
use lungwort_core::rulebook::toml_text::quoted;

/// What money is counted in.
pub(super) const MONEY: &[&str] =
    &["euro", "euros", "eur", "pounds", "pound", "gbp", "dollars", "usd", "chf", "francs", "franken"];

/// Ages are not above this.
pub(super) const OLDEST: u32 = 120;

/// The age from which somebody is no minor, where no other is named.
const OF_AGE: u32 = 18;

impl Asking<'_> {
    /// The condition that a column counts so many, and its words: the first that stands within some words of the sentence.
    fn counted_within(&self, words: std::ops::Range<usize>) -> Option<(String, std::ops::Range<usize>)> {
        let sheet = self.sheet()?;
        let within = |limit: &Limit| words.contains(&limit.start) && words.contains(&limit.end);
        self.limits().into_iter().filter(within).find_map(|limit| self.counted(sheet, limit))
    }

    /// The condition that a number states of rows, and its words: an age, an amount of money, what a column counts.
    pub(super) fn measured_within(&self, words: std::ops::Range<usize>) -> Option<(String, std::ops::Range<usize>)> {
        self.aged_within(words.clone())
            .or_else(|| self.born_within(words.clone()))
            .or_else(|| self.charged_within(words.clone()))
            .or_else(|| self.counted_within(words))
    }

    /// The condition that somebody is so old, and its words: `participants under 16`, `under-16s`, `anyone aged 18 or older`, where one
    /// column is of ages.
    fn aged_within(&self, words: std::ops::Range<usize>) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let kinds = [
            (language.below, "<"),
            (language.younger_than, "<"),
            (language.above, ">"),
            (language.older_than, ">"),
            (language.at_least, ">="),
            (language.at_most, "<="),
        ];
        let behind = [(language.or_older, ">="), (language.or_younger, "<=")];
        words.clone().find_map(|at| {
            let end_of =
                |phrases: &[&str], at: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
            // "Minors (under 18)" says itself how old they are.
            let bracketed = sentence.gap(at).starts_with('(') || self.says_who_is_grown();
            let grown = [(language.minors, "<"), (language.adults, ">=")];
            let grown = grown.iter().find(|(words, _)| words.contains(&sentence.word(at)));
            if let Some((_, sign)) = grown.filter(|_| !bracketed) {
                return Some((self.aged(sign, OF_AGE)?, at..at + 1));
            }
            let led = kinds.iter().find_map(|(phrases, sign)| Some((end_of(phrases, at)?, *sign)));
            let number = led.map_or(at, |(end, _)| end);
            let years = self.years(number)?;
            let (end, sign) = match led {
                Some((_, sign)) => (number + 1, sign),
                None => behind.iter().find_map(|(phrases, sign)| Some((end_of(phrases, at + 1)?, *sign)))?,
            };
            let end = end + usize::from(self.is_years(end));
            // "Under 16 trees" counts something else.
            let goes_on = [
                language.verbs, language.modals, language.needs_alone, language.give, language.and, language.or,
                language.only,
            ];
            let parted = end >= sentence.words.len() || !sentence.gap(end - 1).is_empty();
            // "For children under 12 a guardian is needed", and not "under 12 a day"
            let led = [language.articles, language.every].iter().any(|words| words.contains(&sentence.word(end)))
                && !language.spans.iter().any(|(span, _)| *span == sentence.word(end + 1));
            let plain = parted || led || goes_on.iter().any(|words| words.contains(&sentence.word(end)));
            let said = self.aged(sign, years).filter(|_| plain && words.contains(&number))?;
            Some((said, at..end))
        })
    }

    /// Whether a column says itself who is a minor.
    fn says_who_is_grown(&self) -> bool {
        let columns = self.sheet().and_then(|sheet| self.few_columns(sheet)).unwrap_or_default();
        let of = [self.language.minors, self.language.adults];
        columns.iter().any(|column| of.iter().any(|words| has_word(&column.heading, words)))
    }

    /// The condition that somebody was born then, and its words: `swimmers born before 2016`, `born in 2015 or earlier`, where one column
    /// is of years or days of birth.
    fn born_within(&self, words: std::ops::Range<usize>) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let born = words.clone().find(|at| language.born.contains(&sentence.word(*at)))?;
        let end_of =
            |phrases: &[&str], at: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
        let led = [(language.earlier, "<"), (language.later, ">")];
        let led = led.iter().find_map(|(phrases, sign)| Some((end_of(phrases, born + 1)?, *sign)));
        let at = led.map_or(born + 2, |(end, _)| end);
        let year: u32 = sentence.word(at).parse().ok().filter(|year| (1900..2200).contains(year))?;
        let behind = [
            (language.or_older, "<="),
            (language.or_younger, ">="),
            (language.or_less, "<="),
            (language.or_more, ">="),
        ];
        let (end, sign) = match led {
            Some((_, sign)) => (at + 1, sign),
            None => behind.iter().find_map(|(phrases, sign)| Some((end_of(phrases, at + 1)?, *sign)))?,
        };
        let column = self.births()?;
        let dated = column.lines.get("type").is_some_and(|kind| kind.value.contains("date"));
        let said = match (dated, sign) {
            (false, _) => format!("{} {sign} {year}", column.name),
            (true, "<" | ">=") => format!("{} {sign} DATE '{year}-01-01'", column.name),
            (true, _) => format!("{} {sign} DATE '{year}-12-31'", column.name),
        };
        Some((said, born..end))
    }

    /// The condition that an amount of money is so great, and its words: `required over 100 €`, where one column is of amounts.
    fn charged_within(&self, words: std::ops::Range<usize>) -> Option<(String, std::ops::Range<usize>)> {
        let sentence = self.sentence;
        let money = |limit: &Limit| {
            let behind = limit.end.checked_sub(1).map_or("", |last| {
                let end = sentence.words.get(last).map_or(0, |(_, place)| place.end);
                sentence.text[end..].trim_start()
            });
            let before =
                sentence.words.get(limit.end.max(1) - 1).map_or("", |(_, place)| &sentence.text[..place.start]);
            let unit = sentence.word(limit.end);
            let named = MONEY.contains(&unit);
            let signed = behind.starts_with(['€', '£', '$']) || before.ends_with(['€', '£', '$']);
            signed || named
        };
        // "Worth £2,000 or more"
        let or_more = |mut limit: Limit| {
            if let [("=", number)] = limit.terms.as_slice() {
                let (sign, end) = self.sign_behind(limit.end)?;
                (limit.terms, limit.end) = (vec![(sign, *number)], end);
            }
            Some(limit)
        };
        let within = |limit: &Limit| words.contains(&limit.start) && money(limit);
        let limit = self.limits().into_iter().filter(within).find_map(or_more)?;
        let unit = usize::from(MONEY.contains(&sentence.word(limit.end)));
        let place = self.charged_column()?;
        let asked = self.subjects.contains(&place);
        (!asked).then(|| (self.of_terms(place, &limit), limit.start..limit.end + unit))
    }

    /// The one column of the sheet that is over what has to be paid.
    pub(super) fn charged_column(&self) -> Option<Place> {
        let sheet = self.sheet()?;
        let columns = self.few_columns(sheet)?.iter().enumerate();
        let charged = |(_, of): &(usize, &DraftColumn)| has_word(&of.heading, self.language.charges);
        let of_value = |(_, of): &(usize, &DraftColumn)| has_word(&of.heading, self.language.values_of_things);
        let alone = |mut found: Vec<usize>| found.pop().filter(|_| found.is_empty());
        let paid = columns.clone().filter(charged).map(|(column, _)| column).collect::<Vec<_>>();
        let worth = || columns.clone().filter(of_value).map(|(column, _)| column).collect::<Vec<_>>();
        // "Worth more than 2,000" is none of what is paid.
        let says_worth = || self.sentence.has(self.language.values_of_things) && alone(worth()).is_some();
        let column = if paid.is_empty() || says_worth() { alone(worth()) } else { alone(paid) };
        column.map(|column| (sheet, column))
    }

    /// A comparison of what is no number, where one column is of ages: participants under 16 are younger.
    pub(super) fn of_age(&self, said: String) -> String {
        let compared = [" < ", " > ", " <= ", " >= "].iter().find_map(|sign| said.split_once(sign));
        let years = |text: &str| text.parse::<u32>().ok().filter(|years| (1..=OLDEST).contains(years));
        let Some((name, years)) = compared.and_then(|(name, text)| Some((name, years(text)?))) else { return said };
        let sign = said[name.len()..].split_whitespace().next().unwrap_or("=");
        let heading = |mention: &crate::statements::subject::Mention| {
            self.draft.sheets[mention.place.0].columns[mention.place.1].heading.to_lowercase()
        };
        let language = self.language;
        let amounts = [language.heading_amounts, language.heading_units, language.charges, language.units];
        let of = self.mentions.iter().find(|mention| (self.name)(mention.place) == name);
        let amount = |heading: String| {
            let mut parts = heading.split(|each: char| !each.is_alphanumeric());
            parts.any(|part| amounts.iter().any(|words| words.contains(&part)))
        };
        let person =
            of.is_some_and(|of| !self.takes_numbers(name) && self.may_be_text(of.place) && !amount(heading(of)));
        // Of "if Nests is over 5" no age is said.
        let at_once = |of: &crate::statements::subject::Mention| {
            let signs = [language.below, language.above, language.younger_than, language.older_than, language.at_least];
            signs.into_iter().flatten().any(|phrase| self.sentence.ends_at(phrase, of.words.end).is_some())
        };
        let says_old = self.age().is_some() || self.sentence.has(language.old) || of.is_some_and(at_once);
        // "Expenses over 5.00"
        let decimals = (0..self.sentence.words.len()).any(|at| {
            self.sentence.number(at, language) == Some(f64::from(years)) && self.sentence.word(at).contains(['.', ','])
        });
        let person = person && says_old && !decimals;
        let of_itself = self.age().is_some_and(|age| age == name);
        self.aged(sign, years).filter(|_| person && !of_itself).unwrap_or(said)
    }

    /// The condition that somebody is so old: by the one column of ages, else by the one of days of birth and today.
    fn aged(&self, sign: &str, years: u32) -> Option<String> {
        if let Some(age) = self.age() {
            return Some(format!("{age} {sign} {years}"));
        }
        let born = self.births()?;
        // "Geburtsjahr", "year of birth"
        let heading = born.heading.to_lowercase();
        let is_year = |(word, unit): &(&str, &str)| *unit == "YEAR" && word.len() > 3 && heading.contains(word);
        let of_years = words::ALL.iter().any(|language| language.spans.iter().any(is_year));
        if of_years || born.lines.get("type").is_some_and(|kind| !kind.value.contains("date")) {
            return None;
        }
        let (sign, years) = match sign {
            "<" => (">", years),
            "<=" => (">", years + 1),
            // "Over 18s" are 18 and older.
            _ => ("<=", years),
        };
        Some(format!("{} {sign} CURRENT_DATE - INTERVAL '{years}' YEAR", born.name))
    }

    /// The one column of a sheet that is over years or days of birth.
    fn births(&self) -> Option<&DraftColumn> {
        let columns = self.few_columns(self.sheet()?)?.iter();
        let is_birth = |column: &&DraftColumn| words::ALL.iter().any(|each| has_word(&column.heading, each.births));
        let mut found = columns.filter(is_birth);
        found.next().filter(|_| found.next().is_none())
    }

    /// What is compared with today is a day.
    pub(super) fn typed_by_today(&self, claims: &mut Vec<Claim>) {
        let Some((sheet, born)) = self.sheet().zip(self.births()) else { return };
        let compared = format!("{} ", born.name);
        let by_today =
            |claim: &Claim| claim.value.contains("CURRENT_DATE - INTERVAL") && claim.value.contains(&compared);
        let columns = &self.draft.sheets[sheet].columns;
        let place = columns.iter().position(|column| column.name == born.name && !column.lines.has("type"));
        if let Some(column) = place.filter(|_| claims.iter().any(by_today)) {
            let on = Target::Column((sheet, column));
            claims.push(Claim { on, key: "type", value: quoted("date"), confidence: Confidence::Confirm });
        }
    }

    /// Whether a column may be one of texts.
    fn may_be_text(&self, (sheet, column): Place) -> bool {
        let lines = &self.draft.sheets[sheet].columns[column].lines;
        !["type", "min", "max", "places"].iter().any(|key| lines.has(key))
    }

    /// The one column of a sheet that is over ages.
    fn age(&self) -> Option<String> {
        let columns = self.few_columns(self.sheet()?)?.iter();
        let is_age = |column: &&DraftColumn| words::ALL.iter().any(|language| has_word(&column.heading, language.ages));
        let mut found = columns.filter(is_age);
        found.next().filter(|_| found.next().is_none()).map(|column| column.name.clone())
    }

    /// The years that a word says: `16`, `16s`.
    fn years(&self, at: usize) -> Option<u32> {
        let years = self.sentence.word(at).trim_end_matches('s').parse::<u32>().ok();
        years.filter(|years| (1..=OLDEST).contains(years))
    }

    /// Whether a word says that years have been counted.
    fn is_years(&self, at: usize) -> bool {
        let word = self.sentence.word(at);
        let years = |(name, span): &(&str, &str)| *name == word && *span == "YEAR";
        self.language.spans.iter().any(years) || word.starts_with("jährige")
    }

    /// The same of one number: the column that it counts stands behind it.
    fn counted(&self, sheet: usize, mut limit: Limit) -> Option<(String, std::ops::Range<usize>)> {
        let sentence = self.sentence;
        // Of "if the price is over 10, the plate…" the plates are not counted.
        if limit.end.checked_sub(1).is_some_and(|last| sentence.gap(last).contains([',', ';', ':'])) {
            return None;
        }
        let named = self.mentions.iter().find(|mention| mention.words.start == limit.end);
        let (place, end) = match named {
            Some(mention) => (mention.place, mention.words.end),
            None => {
                self.few_columns(sheet)?;
                (counting((sheet, sentence.word(limit.end)), self.draft)?, limit.end + 1)
            }
        };
        if !self.may_be_number(place) || self.is_named_alone(place) {
            return None;
        }
        if let [("=", number)] = limit.terms.as_slice() {
            let (sign, end) = self.sign_behind(end).unwrap_or(("=", end));
            limit.terms = vec![(sign, *number)];
            return Some((self.of_terms(place, &limit), limit.start..end));
        }
        Some((self.of_terms(place, &limit), limit.start..end))
    }

    /// How a number is meant by what stands at a word, and the word behind that: `or more`, `or less`.
    fn sign_behind(&self, at: usize) -> Option<(&'static str, usize)> {
        let behind = |phrases: &[&str]| phrases.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).max();
        let more = behind(self.language.or_more).map(|end| (">=", end));
        more.or_else(|| behind(self.language.or_less).map(|end| ("<=", end)))
    }

    /// Whether a column is the only one that the sentence names, so that what is said of it is no condition.
    fn is_named_alone(&self, place: Place) -> bool {
        self.mentions.iter().all(|mention| mention.place == place) && self.subjects.iter().all(|of| *of == place)
    }

    fn of_terms(&self, place: Place, limit: &Limit) -> String {
        let name = (self.name)(place);
        let terms: Vec<String> = limit.terms.iter().map(|(sign, limit)| format!("{name} {sign} {limit}")).collect();
        terms.join(" AND ")
    }
}

/// Whether a heading has one of some words in it.
pub(super) fn has_word(heading: &str, words: &[&str]) -> bool {
    let lower = heading.to_lowercase();
    lower.split(|each: char| !each.is_alphanumeric()).any(|part| words.contains(&part))
}
