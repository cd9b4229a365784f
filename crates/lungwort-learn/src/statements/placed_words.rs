//! What the places of a pattern take: columns, values, numbers, days and lists; see `rephrased.rs`.

use std::ops::Range;

use super::by_value::entries;
use super::days_of_rows::{has_days, has_stem, stem};
use super::for_values::{AUXILIARIES, head_of, is_form_of};
use super::rephrased::{COLUMN, Fitting};
use super::subject::{Place, heading_in_words, plain_heading};
use crate::draft::DraftColumn;

/// Where a sentence has values of the template's lists, found once and asked of for each pattern.
pub(super) struct Values {
    named: Vec<NamedValue>,
    /// Words that are the heading of a column, which say something where they are alone.
    headings: Vec<usize>,
}

/// A value with its words, and the heading of its column.
pub(super) struct NamedValue {
    pub words: Range<usize>,
    pub heading: String,
    pub value: String,
}

/// Letters of a word of a heading by which it is called, at least.
const SHORTEST: usize = 4;

/// Columns that are added up without their names, at most.
const FEW: f64 = 8.0;

impl Fitting<'_> {
    /// What a place makes of some words; nothing where it takes none such.
    pub(super) fn taken(&self, kind: char, words: Range<usize>) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let joined = || (words.start + 1..words.end).all(|at| self.is_joined(at));
        let text = &sentence.text[sentence.words[words.start].1.start..sentence.words[words.end - 1].1.end];
        let is_small = |at: usize| self.is_small(at);
        match kind {
            'c' | 'i' => self.column(kind, &words).filter(|_| joined()),
            'q' | 'e' => self.columns(&words, kind == 'e'),
            'n' => {
                let sign = |number: f64| if number < 0.0 { "-" } else { "" };
                // "10 000" is one word.
                let text = text.split_whitespace().collect::<String>();
                sentence.number(words.start, language).map(|number| format!("{}{text}", sign(number)))
            }
            'd' => {
                // "12 on 31 August 2026" is an age on a day.
                let aged = words.len() > 2 && is_small(words.start + 1);
                (text.contains(|each: char| each.is_ascii_digit()) && !aged).then(|| text.to_owned())
            }
            'v' => {
                // "Grade A" has no article behind it.
                let code = |at: usize| at > 0 && sentence.text[sentence.words[at].1.clone()] == *"A";
                let common = |at: usize| {
                    let word = sentence.word(at);
                    is_small(at) && !code(at)
                        || [language.verbs, language.only, language.conditional].iter().any(|of| of.contains(&word))
                };
                // "Is needed for power tools only" says no value.
                let duty = [language.required, language.alone_required, language.optional]
                    .into_iter()
                    .flatten()
                    .any(|phrase| sentence.ends_at(phrase, words.start) == Some(words.end));
                (joined() && !duty && !words.clone().any(common)).then(|| text.to_owned())
            }
            'k' => joined().then(|| text.to_owned()),
            'u' => (joined() && !self.is_known(&words)).then(|| text.to_owned()),
            'm' => (joined() && words.len() > 1).then(|| text.to_owned()),
            'w' | 'y' => {
                let fits = joined() && self.has_value(&words) && !self.says_more(&words);
                // "55 for 4.5 m"
                let unit = words.len() > 1 && language.size_units.contains(&sentence.word(words.end - 1));
                let number = unit && sentence.number(words.end - 2, language).is_some();
                let end = if number { words.end - 2 } else { words.end - 1 };
                let text = &sentence.text[sentence.words[words.start].1.start..sentence.words[end].1.end];
                (fits && (kind == 'w' || self.of_others(&words))).then(|| text.to_owned())
            }
            't' => self.other_day(&words).filter(|_| joined()),
            'z' => {
                let own = self.about.column().map(|(sheet, column)| &self.draft.sheets[sheet].columns[column].heading);
                let of = self.values_in(&words);
                let of = of.filter(|(heading, _)| self.is_answered(heading) && own != Some(heading));
                (joined() && of.is_some() && !self.says_more(&words)).then(|| text.to_owned())
            }
            'j' => self.done_on(&words),
            's' | 'h' => self.said_column(&words, kind == 'h').filter(|_| joined()),
            'x' => self.own_values(&words).then(|| text.to_owned()),
            'b' => self.columns_before(words.start),
            'l' | 'o' => self.list(kind, &words, text),
            _ => {
                let ends = words.end == sentence.words.len();
                // What "it" is shows where the sentence is read as it stands.
                if !ends && language.pronouns.contains(&sentence.word(words.start)) {
                    return None;
                }
                Some(if ends { sentence.rest(words.start).to_owned() } else { text.to_owned() })
            }
        }
    }

    /// Some words that list something; of an `o` so that it is read as a choice.
    fn list(&self, kind: char, words: &Range<usize>, text: &str) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let joins = |at: usize| {
            let word = sentence.word(at);
            language.or.contains(&word) || language.and.contains(&word)
        };
        let listed = text.contains([',', '/']) || words.clone().any(joins);
        let chosen = || {
            let or = language.or.first().copied().unwrap_or("/");
            language.and.iter().fold(text.to_owned(), |text, and| text.replace(&format!(" {and} "), &format!(" {or} ")))
        };
        // "Two-letter code (e.g. en, fr)" shows two of many.
        let shown = language.example.iter().any(|phrase| sentence.ends_at(phrase, words.start).is_some());
        // "Between 1 and 12" is no list, and in "N (new), G (good)" the brackets are read with it.
        let range = language.between.contains(&sentence.word(words.start)) || text.contains(['(', ':']);
        // "Restricted boxes, mandatory for them" names no values.
        let goes_on = words.clone().any(|at| language.only_for.contains(&sentence.word(at)));
        (listed && !shown && !(kind == 'o' && (range || goes_on)))
            .then(|| if kind == 'o' { chosen() } else { text.to_owned() })
    }

    /// The heading of the column that some words name, `kind` as the place has it.
    fn column(&self, kind: char, words: &Range<usize>) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let is_small = |at: usize| self.is_small(at);
        let led = words.len() > 1 && is_small(words.start);
        let own = words.start + usize::from(led)..words.end;
        let denied = || words.start > 0 && language.none.contains(&sentence.word(words.start - 1));
        // "No e-mail", of Owner e-mail
        let one = own.len() == 1 || own.len() == 2 && sentence.is_dashed(own.start);
        let alone = one && (led || denied() || words.start > 0 && is_small(words.start - 1));
        let noun = sentence.word(own.end - 1);
        let joint = || {
            let two = (own.len() == 2).then(|| [sentence.word(own.start), noun])?;
            self.known.ended_by_two(two, self.about)
        };
        // "If Signed is no" is not about Lot no.
        let is_answer = language.yes_no.iter().any(|(yes, no)| *yes == noun || *no == noun);
        let alone = alone && !is_answer;
        let ended = || self.known.ended_by(noun, self.about).or_else(joint).filter(|_| alone);
        let headed = || self.known.headed_by(noun, self.about).filter(|_| alone && language.adjectives_behind);
        let begun = || self.known.begun_by(noun, self.about).filter(|_| kind == 'i' && own.len() == 1);
        let name = self.known.named_at(sentence, own.clone(), self.about).or_else(ended).or_else(headed).or_else(begun);
        let day = || self.day_of_rows().filter(|_| kind == 'i' && own.len() == 1 && language.day_nouns.contains(&noun));
        name.map(str::to_owned).or_else(day).map(|heading| self.without_bracket(heading))
    }

    /// The headings of columns that are named one after the other, with nothing between but what joins them: `Lot, Weight and the Grower`.
    fn columns(&self, words: &Range<usize>, either: bool) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let joins = |at: usize| {
            let word = sentence.word(at);
            language.and.contains(&word) || either && language.or.contains(&word)
        };
        let between = |at: usize| at == words.start || matches!(sentence.gap(at - 1), "" | "," | "&" | "-");
        let mut named: Vec<String> = Vec::new();
        let mut at = words.start;
        while at < words.end {
            if !between(at) {
                return None;
            }
            if joins(at) && !named.is_empty() && at + 1 < words.end {
                at += 1;
                continue;
            }
            let whole = |end: usize| (at + 1..end).all(|at| self.is_joined(at));
            let most = words.end.min(at + COLUMN);
            if language.or.contains(&sentence.word(at)) {
                return None;
            }
            let (end, heading) = (at + 1..=most)
                .rev()
                .filter(|end| whole(*end))
                .find_map(|end| Some((end, self.column('c', &(at..end))?)))?;
            named.push(heading);
            at = end;
        }
        let last = named.pop()?;
        let and = language.and.first().copied().unwrap_or(",");
        Some(if named.is_empty() { last } else { format!("{} {and} {last}", named.join(", ")) })
    }

    /// What is in brackets behind a heading, such as `Damaged (Y/N)`, is said of that column, and not of another one of the sentence.
    pub(super) fn without_bracket(&self, heading: String) -> String {
        // Its asterisk belongs to no sentence.
        let heading = heading.trim_end_matches([' ', '*', '?']).to_owned();
        let plain = |heading: &str| {
            heading.split(" (").next().unwrap_or_default().trim_end_matches([' ', '*', '?']).trim().to_lowercase()
        };
        let own = plain(&heading);
        let columns = self.draft.sheets.iter().flat_map(|sheet| &sheet.columns);
        let alike = columns.filter(|column| plain(&column.heading) == own).count();
        match heading.split_once(" (") {
            Some((short, _)) if alike == 1 && !own.is_empty() => short.to_owned(),
            _ => heading,
        }
    }

    /// The column that "the same day" means: the only one of days, or the only one of them that the sentence calls by a word of its
    /// heading, such as `Lent on` where something may not be lent twice.
    fn day_of_rows(&self) -> Option<String> {
        let sheets = self.draft.sheets.iter().enumerate().filter(|(sheet, _)| self.about.reaches(*sheet));
        let days: Vec<&DraftColumn> =
            sheets.flat_map(|(_, sheet)| &sheet.columns).filter(|column| has_days(column)).collect();
        let is_called = |column: &&DraftColumn| {
            let heading = column.heading.to_lowercase();
            let mut words = heading.split(|each: char| !each.is_alphanumeric()).filter(|word| word.len() >= SHORTEST);
            words.any(|word| self.sentence.words.iter().any(|(said, _)| said == word))
        };
        let called: Vec<&DraftColumn> = days.iter().copied().filter(is_called).collect();
        match (days.as_slice(), called.as_slice()) {
            ([only], _) | (_, [only]) => Some(only.heading.clone()),
            _ => None,
        }
    }

    /// Whether a word is an article or another small one.
    fn is_small(&self, at: usize) -> bool {
        let language = self.language;
        let known = [language.every, language.articles, language.possessives, language.small];
        known.iter().any(|of| of.contains(&self.sentence.word(at)))
    }

    /// Whether a value of a list of the template is among some words.
    fn has_value(&self, words: &Range<usize>) -> bool {
        let values = self.values.get_or_init(|| self.values());
        let within = |of: &NamedValue| words.start <= of.words.start && of.words.end <= words.end;
        values.named.iter().any(within) || words.len() == 1 && values.headings.contains(&words.start)
    }

    /// Whether a column or a value is named among some words.
    fn is_known(&self, words: &Range<usize>) -> bool {
        let column = |from: usize| {
            (from + 1..=words.end).any(|end| self.known.named_at(self.sentence, from..end, self.about).is_some())
        };
        self.has_value(words) || words.clone().any(column)
    }

    /// Whether values of another column than the one that the sentence stands beside are named among some words.
    fn of_others(&self, words: &Range<usize>) -> bool {
        let own = self.about.column().map(|(sheet, column)| self.draft.sheets[sheet].columns[column].heading.as_str());
        // "Grade A, B or C only" begins with it.
        let begins = |heading: &str| own.is_none() && stem(self.sentence.word(0)) == stem(heading);
        match self.values_in(words) {
            Some((heading, _)) => own != Some(heading.as_str()) && !begins(&heading),
            // "Members only", before it is known that Member is yes or no
            None => words.len() == 1,
        }
    }

    /// The column whose values are named among some words, where all are of one, and these: `A or B`.
    pub(super) fn values_in(&self, words: &Range<usize>) -> Option<(String, String)> {
        let values = self.values.get_or_init(|| self.values());
        let within = |of: &&NamedValue| words.start <= of.words.start && of.words.end <= words.end;
        let mut named: Vec<&NamedValue> = values.named.iter().filter(within).collect();
        named.sort_by_key(|of| of.words.start);
        named.dedup_by(|one, other| one.value == other.value);
        // "Not passed" beside "passed" would be denied in the sentence that is read in its stead.
        let denied = |of: &&NamedValue| {
            let first = of.value.split(' ').next().unwrap_or_default().to_lowercase();
            of.words.len() > 1 && self.language.negations.contains(&first.as_str())
        };
        if named.iter().any(denied) {
            return None;
        }
        let heading = &named.first()?.heading;
        let or = self.language.or.first().copied().unwrap_or("/");
        let said: Vec<&str> = named.iter().map(|of| of.value.as_str()).collect();
        let one = named.iter().all(|of| of.heading == *heading);
        one.then(|| (heading.clone(), said.join(&format!(" {or} "))))
    }

    /// The other column of days that is called by what is done then: `returned` of Returned or Returned on.
    fn done_on(&self, words: &Range<usize>) -> Option<String> {
        let done = self.sentence.word(words.start);
        // "Only once per date" says nothing of what is done.
        if self.language.day_nouns.contains(&done) || self.language.dates.contains(&done) {
            return None;
        }
        let own = self.about.column();
        let sheets = self.draft.sheets.iter().enumerate().filter(|(sheet, _)| self.about.reaches(*sheet));
        let columns =
            sheets.flat_map(|(sheet, of)| of.columns.iter().enumerate().map(move |(at, of)| ((sheet, at), of)));
        let called = |of: &DraftColumn| {
            let heading = plain_heading(&of.heading).to_lowercase();
            let mut said = heading.split_whitespace();
            let first = said.next() == Some(done);
            first && said.next().is_none_or(|with| self.language.done_with.contains(&with)) && said.next().is_none()
        };
        // "Cannot be earlier than Out" makes it one of days before its form is known.
        let compared = |sheet: usize, of: &DraftColumn| {
            let sheet = &self.draft.sheets[sheet];
            let days = |name: &str| sheet.columns.iter().any(|other| other.name == name && has_days(other));
            let with_day = |check: &str| {
                let words: Vec<&str> = check.trim_matches('"').split(' ').collect();
                let [one, ">=" | ">" | "<=" | "<", other] = words.as_slice() else { return false };
                *one == of.name && days(other) || *other == of.name && days(one)
            };
            sheet.rules.iter().flat_map(|rule| &rule.lines).any(|(key, value)| key == "check" && with_day(value))
        };
        let is_day = |place: Place, of: &DraftColumn| has_days(of) || compared(place.0, of);
        let mut found = columns.filter(|(place, of)| own != Some(*place) && called(of) && is_day(*place, of));
        let (_, one) = found.next()?;
        found.next().is_none().then(|| self.without_bracket(one.heading.clone()))
    }

    /// The other column of days that some words tell by what takes place then: `the day of the visit` of Visit date.
    fn other_day(&self, words: &Range<usize>) -> Option<String> {
        let (sheet, own) = self.about.column().or_else(|| self.first_column())?;
        let language = self.language;
        let plain = |at: usize| {
            let word = self.sentence.word(at);
            word.rsplit_once('\'').map_or(word, |(_, word)| word)
        };
        let small = |at: &usize| {
            let word = self.sentence.word(*at);
            [language.every, language.articles, language.owners, language.possessives, language.latest]
                .iter()
                .any(|of| of.contains(&word))
        };
        let noun = words.clone().next_back()?;
        // "After it was found", where another column is Found on
        let helps = |word: &str| AUXILIARIES.contains(&word) || language.copulas.contains(&word);
        let called = [language.pronouns, language.every];
        let thing = called.iter().any(|of| of.contains(&self.sentence.word(words.start))) && words.len() <= 4;
        let done = noun > words.start && thing && helps(self.sentence.word(noun - 1));
        let first = if done { noun } else { words.clone().find(|at| !small(at))? };
        let day = language.day_nouns.contains(&plain(first));
        let between = (first + 1..noun).all(|at| small(&at));
        let columns = self.draft.sheets[sheet].columns.iter().enumerate();
        let others: Vec<&DraftColumn> =
            columns.filter(|(column, of)| *column != own && has_days(of)).map(|(_, of)| of).collect();
        let called = |of: &&&DraftColumn| {
            let mut words = of.heading.split(|each: char| !each.is_alphanumeric());
            has_stem(plain(noun)) && words.any(|word| stem(word) == stem(plain(noun)))
        };
        let named: Vec<&&DraftColumn> = others.iter().filter(called).collect();
        match (day && first < noun && between, first == noun, named.as_slice(), others.as_slice()) {
            (true, _, [one], _) | (_, true, [one], _) => Some(one.heading.clone()),
            (true, _, [], [one]) => Some(one.heading.clone()),
            // "Not before the test", where the rows are tests and one column is Date
            (_, true, [], _) => {
                let own = &self.draft.sheets[sheet];
                let key = own.columns.first().map(|of| of.heading.as_str());
                let of_rows = [Some(own.name.as_str()), key].into_iter().flatten().any(|text| {
                    text.split(|each: char| !each.is_alphanumeric()).any(|word| stem(word) == stem(plain(noun)))
                });
                let plain_day =
                    |of: &&&DraftColumn| language.day_nouns.contains(&of.heading.trim().to_lowercase().as_str());
                let mut days = others.iter().filter(plain_day);
                let long = has_stem(plain(noun));
                days.next().filter(|_| of_rows && long && days.next().is_none()).map(|of| of.heading.clone())
            }
            _ => None,
        }
    }

    /// The other column whose heading some words say: `the quote is accepted` of Quote accepted, which is yes or no, and with `counts` one
    /// that counts, `a line is lost` of Lines lost.
    fn said_column(&self, words: &Range<usize>, counts: bool) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        // "No parts were used" says that Parts used is no.
        if language.none.contains(&sentence.word(words.start))
            || language.negations.contains(&sentence.word(words.start))
        {
            return None;
        }
        let small = [language.every, language.articles, language.any];
        let article = usize::from(small.iter().any(|of| of.contains(&sentence.word(words.start))));
        let (first, last) = (words.start + article, words.end - 1);
        let helps =
            |at: usize| language.copulas.contains(&sentence.word(at)) || AUXILIARIES.contains(&sentence.word(at));
        let said: Vec<&str> =
            (first..=last).filter(|at| *at == first || !helps(*at)).map(|at| sentence.word(at)).collect();
        if said.len() < 2 || said.len() > last - first {
            return None;
        }
        let alike =
            |one: &str, other: &str| one == other || counts && (is_form_of(one, other) || is_form_of(other, one));
        // Most headings have nothing of the last word.
        let begun: String = said.last().map(|last| last.chars().take(3).collect()).unwrap_or_default();
        // "The quote is accepted" is said of a column Accepted, too.
        let heads = |heading: &str| {
            if !heading.to_lowercase().contains(&begun) {
                return false;
            }
            heading_in_words(heading).is_some_and(|heading| {
                let words: Vec<&str> = heading.words.iter().map(|(word, _)| word.as_str()).collect();
                let Some(own) = said.len().checked_sub(words.len()).map(|from| &said[from..]) else { return false };
                let whole = words.len() == said.len();
                // "Trays were rejected" of Rejected trays
                let turned = || {
                    let (done, things) = (words[0], &words[1..]);
                    let last = said.len() - 1;
                    alike(said[last], done) && things.iter().zip(&said[..last]).all(|(one, other)| alike(one, other))
                };
                if counts && whole && turned() {
                    return true;
                }
                own.iter().zip(&words).all(|(one, other)| alike(one, other))
                    && (whole || !counts && words.first().is_some_and(|first| has_stem(first)))
            })
        };
        let takes = |of: &DraftColumn| {
            let typed = ["type", "allowed", "pattern", "format"].iter().any(|key| of.lines.has(key));
            // "A receipt is wanted" of Receipt wanted counts nothing.
            let one = || of.heading.to_lowercase().split(' ').next() == said.first().copied() && article == 1;
            if counts { of.is_number() || !typed && !one() } else { of.is_yes_no() }
        };
        let columns = self.draft.sheets.iter().enumerate().filter(|(sheet, _)| self.about.reaches(*sheet));
        let columns =
            columns.flat_map(|(sheet, of)| of.columns.iter().enumerate().map(move |(at, of)| ((sheet, at), of)));
        let own = self.about.column();
        let mut found = columns.filter(|(place, of)| own != Some(*place) && takes(of) && heads(&of.heading));
        let (_, one) = found.next()?;
        found.next().is_none().then(|| self.without_bracket(one.heading.clone()))
    }

    /// As many columns as a word counts, which stand right before the one that the sentence is about, added up: `the three added up`.
    fn columns_before(&self, at: usize) -> Option<String> {
        let (sheet, own) = self.about.column()?;
        let count = self.sentence.number(at, self.language).filter(|count| (2.0..=FEW).contains(count))?;
        let from = own.checked_sub(count as usize)?;
        let columns = self.draft.sheets.get(sheet)?.columns.get(from..own)?;
        let headings = columns.iter().map(|column| self.without_bracket(column.heading.clone()));
        Some(headings.collect::<Vec<_>>().join(" + "))
    }

    /// Whether some words are one or several values of the column that the sentence stands beside, and nothing else.
    fn own_values(&self, words: &Range<usize>) -> bool {
        let Some((sheet, column)) = self.about.column() else { return false };
        let column = &self.draft.sheets[sheet].columns[column];
        let joins =
            |at: usize| [self.language.or, self.language.and].iter().any(|of| of.contains(&self.sentence.word(at)));
        if joins(words.start) || joins(words.end - 1) {
            return false;
        }
        if column.is_yes_no() {
            let said = self.sentence.word(words.start);
            return words.len() == 1 && self.language.yes_no.iter().any(|(yes, no)| *yes == said || *no == said);
        }
        let values = self.values.get_or_init(|| self.values());
        let own = || values.named.iter().filter(|of| of.heading == column.heading && words.start <= of.words.start);
        words.clone().all(|at| joins(at) || own().any(|of| of.words.contains(&at) && of.words.end <= words.end))
    }

    /// Whether a column takes yes and no.
    fn is_of_answers(&self, heading: &str) -> bool {
        let columns = self.draft.sheets.iter().flat_map(|sheet| &sheet.columns);
        columns.filter(|column| column.heading == heading).any(DraftColumn::is_yes_no)
    }

    /// Whether a column takes yes and no, or yes and a blank.
    fn is_answered(&self, heading: &str) -> bool {
        let marked = |column: &DraftColumn| {
            let yes = only_value(column).map(|mark| mark.to_lowercase());
            yes.is_some_and(|yes| self.language.yes_no.iter().any(|(of, _)| *of == yes))
        };
        let columns = self.draft.sheets.iter().flat_map(|sheet| &sheet.columns);
        columns.filter(|column| column.heading == heading).any(|column| column.is_yes_no() || marked(column))
    }

    /// Whether some words have a number that is none of a value's, or a condition: `for RO up to 80 only`, `only if Transport is C`.
    fn says_more(&self, words: &Range<usize>) -> bool {
        let values = self.values.get_or_init(|| self.values());
        let of_value = |at: usize| values.named.iter().any(|named| named.words.contains(&at));
        // "All but CAR" are the others.
        let excepts = |at: usize| {
            let phrases = self.language.except.iter().chain(self.language.but);
            phrases.filter_map(|phrase| self.sentence.ends_at(phrase, at)).any(|end| end <= words.end && !of_value(at))
        };
        words.clone().any(|at| {
            let word = self.sentence.word(at);
            let counts = word.starts_with(|each: char| each.is_ascii_digit()) && !of_value(at);
            // "If the deposit is not 10" speaks of all others.
            let denies = self.language.negations.contains(&word.rsplit('\'').next().unwrap_or(word)) && !of_value(at);
            counts || denies || excepts(at) || self.language.conditional.contains(&word)
        })
    }

    /// Where the sentence has values of lists, by column.
    pub(super) fn values_of_lists(&self) -> Vec<NamedValue> {
        let mut named = self.values().named;
        named.retain(|value| !self.is_of_answers(&value.heading));
        named.sort_by(|one, other| (&one.heading, one.words.start).cmp(&(&other.heading, other.words.start)));
        named
    }

    fn values(&self) -> Values {
        let mut values = Values { named: Vec::new(), headings: Vec::new() };
        let lists = self.draft.sheets.iter().enumerate().filter(|(sheet, _)| self.about.reaches(*sheet));
        for column in lists.flat_map(|(_, sheet)| &sheet.columns) {
            // "Private boats", where Private is a column, and "needed with gas" of Gas on board
            let heading = column.heading.trim_end_matches([' ', '*', '?']).trim().to_lowercase().replace('_', " ");
            let first = heading.split(' ').next().unwrap_or_default();
            let short = column.is_yes_no() && first.len() < heading.len() && self.begins_alone(first, &column.heading);
            let called = |at: &usize| {
                let word = self.sentence.word(*at);
                // "Indoor entries", where the heading is Indoors
                let plural = column.is_yes_no() && word.len() > SHORTEST && heading.strip_suffix('s') == Some(word);
                word == heading || plural || is_form_of(word, &heading) || short && word == first
            };
            let called = (0..self.sentence.words.len()).filter(called);
            if column.is_yes_no() {
                let yes = |at: usize| {
                    let (heading, value) = (column.heading.clone(), self.language.yes_no[0].0.to_owned());
                    NamedValue { words: at..at + 1, heading, value }
                };
                values.named.extend(called.map(yes));
            } else if let Some(mark) = only_value(column) {
                // "Members", where M is put for those who are
                let marked =
                    |at: usize| NamedValue { words: at..at + 1, heading: column.heading.clone(), value: mark.clone() };
                values.named.extend(called.map(marked));
            } else {
                values.headings.extend(called);
            }
            let Some(list) = column.lines.get("allowed") else { continue };
            if list.value.contains("iso-3166-1-alpha-2") {
                values.named.extend(self.countries(&column.heading));
            }
            for (value, label) in entries(&list.value).iter() {
                let head = label.as_deref().and_then(|label| head_of(label, self.language));
                for text in [Some(value.as_str()), label.as_deref(), head].into_iter().flatten() {
                    let of = |words| NamedValue { words, heading: column.heading.clone(), value: value.clone() };
                    values.named.extend(self.named(&text.to_lowercase()).map(of));
                    // "Frühschicht", where F means früh and the column is Schicht
                    let joined = text.to_lowercase() + &heading;
                    let joined =
                        Some(joined).filter(|_| self.language.capital_nouns && text.chars().count() >= SHORTEST);
                    values.named.extend(joined.iter().flat_map(|joined| self.named(joined)).map(of));
                }
            }
        }
        values
    }

    /// Whether no other column than the one that the sentence stands beside begins with a word, too.
    fn begins_alone(&self, first: &str, heading: &str) -> bool {
        let own = self.about.column();
        let sheets = self.draft.sheets.iter().enumerate().filter(|(sheet, _)| self.about.reaches(*sheet));
        let mut others = sheets.flat_map(|(sheet, of)| {
            let columns = of.columns.iter().enumerate();
            columns.filter(move |(column, _)| own != Some((sheet, *column))).map(|(_, column)| column)
        });
        // "Cash trips" has nothing to do with how much cash there is.
        let begins =
            |of: &DraftColumn| of.heading.to_lowercase().split([' ', '_']).next() == Some(first) && !of.is_number();
        first.len() > 2 && !others.any(|of| of.heading != heading && begins(of))
    }

    /// Where the codes of countries are named: `all but DE`.
    fn countries(&self, heading: &str) -> impl Iterator<Item = NamedValue> {
        let words = self.sentence.words.iter().enumerate();
        words.filter_map(move |(at, (_, place))| {
            let code = &self.sentence.text[place.clone()];
            let is_code = code.len() == 2 && code.bytes().all(|byte| byte.is_ascii_uppercase());
            is_code.then(|| NamedValue { words: at..at + 1, heading: heading.to_owned(), value: code.to_owned() })
        })
    }

    /// Where a value is named, in small letters.
    fn named(&self, value: &str) -> impl Iterator<Item = Range<usize>> {
        (0..self.sentence.words.len()).filter_map(move |at| {
            let form = || is_form_of(self.sentence.word(at), value).then_some(at + 1);
            self.sentence.ends_at(value, at).or_else(form).map(|end| at..end)
        })
    }
}

/// The value that a column takes, where it takes no other.
fn only_value(column: &DraftColumn) -> Option<String> {
    let list = column.lines.get("allowed")?;
    match entries(&list.value).as_slice() {
        [(value, _)] => Some(value.clone()),
        _ => None,
    }
}
