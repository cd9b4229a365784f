//! What holds for some rows alone: `for shoes the size is 18 to 50`, `if Category is seed, Unit must be kg`. It is a rule that counts
//! under a condition.

use super::by_value::entries;
use super::conditions::{condition_span, is_one_of, number_of, values_of};
use super::each_kind::Limit;
use super::products::counting;
use super::required::{Asking, blank_when, otherwise};
use super::subject::{Mention, Place};
use super::values::is_limited_in_brackets;
use super::{Claim, Confidence, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Words of what rows are, behind their kind, at most: `junior teams`.
const NOUNS: usize = 2;

/// Words from what is denied to the column whose value may not be, at most: `cannot take the course ADV`.
const FAR: usize = 5;

impl Asking<'_> {
    /// Turns what is said of some rows into rules for these: limits, and values that a column must have or not have then.
    pub(super) fn holds_for_some(&self, claims: &mut Vec<Claim>) {
        if self.each_kind(claims) {
            return;
        }
        // "Required from condition 4" limits no value of its own.
        if self.is_from_on() {
            claims.retain(|claim| !(claim.is_limit() || claim.key == "type" && claim.value.contains("decimal")));
            return;
        }
        if let Some((sheet, check, said)) = self.of_last_clause(claims) {
            claims.extend(rule_when(sheet, &check, &said));
            return;
        }
        let Some((said, span)) = self.rows_meant() else { return self.of_unknown_rows(claims) };
        // "For duplicates the holder must be given (3 to 8 letters)" says nothing of how duplicates are written.
        let of_rows = |claim: &Claim| {
            claim.place().is_some_and(|place| said.strip_suffix(" IS TRUE") == Some((self.name)(place).as_str()))
        };
        claims.retain(|claim| !of_rows(claim));
        // "Im Kurs FR2 mindestens 6", beside the age, limits no course.
        if let Some(own) = self.spoken_of_beside(&said, &span) {
            let of_kind = |claim: &&mut Claim| claim.place().is_some_and(|place| place != own);
            claims.iter_mut().filter(of_kind).for_each(|claim| claim.on = Target::Column(own));
        }
        if self.another_limit(claims, (&said, &span)) {
            return;
        }
        let rule = self.counts_then(claims, &span).or_else(|| self.nothing_then(claims, &span));
        let rule = rule.or_else(|| self.limits_then(claims, &span)).or_else(|| self.value_then(claims, &span));
        let rule = rule.or_else(|| self.only_so_many(&span));
        if let Some((sheet, check)) = rule {
            claims.extend(rule_when(sheet, &check, &said));
            return;
        }
        let Some((sheet, check)) = self.form_then(claims, &span) else { return };
        // "Codes starting with Z may only be used at OFF" says of these codes where they are used, and not which are used there.
        let only = (0..span.start).any(|at| self.language.only.contains(&self.sentence.word(at)));
        let (check, said) = if only { (said, check) } else { (check, said) };
        claims.extend(rule_when(sheet, &check, &said));
    }

    /// The columns that are spoken of without the one that only says which rows are meant: `for kind A, Trays must be at least 5`; nothing
    /// where none other is.
    pub(super) fn without_kind(&self) -> Option<Vec<Place>> {
        let (said, span) = self.kind_of_rows()?;
        let of_kind = |place: &Place| {
            let mut named = self.mentions.iter().filter(|mention| mention.place == *place).peekable();
            let named = named.peek().is_some() && named.all(|mention| span.contains(&mention.words.start));
            named && self.is_said_of(*place, said)
        };
        let others: Vec<Place> = self.subjects.iter().copied().filter(|place| !of_kind(place)).collect();
        (!others.is_empty() && others.len() < self.subjects.len()).then_some(others)
    }

    /// Narrows what is said of two columns to the rows that are meant: `For kind A, Picked on must be after Sown on`.
    pub(super) fn compared_for_some(&self, claims: &mut Vec<Claim>) {
        let is_check = |claim: &Claim| matches!(claim.on, Target::Rule(_)) && claim.key == "check";
        if !claims.iter().any(is_check) || claims.iter().any(|claim| claim.key == "when") {
            return;
        }
        let Some((said, span)) = self.rows_meant() else { return };
        let of_check = |claim: &Claim, name: &str| {
            claim.value.split(|each: char| !(each.is_alphanumeric() || each == '_')).any(|word| word == name)
        };
        // What it names itself is no other row's: "if filled, it must be after Sown on".
        let columns = self.few_columns(self.sheet().unwrap_or_default()).unwrap_or_default();
        let of_rows = columns.iter().find(|column| said.split([' ', '(']).any(|word| word == column.name));
        let Some(of_rows) = of_rows else { return };
        let compares = |claim: &Claim| columns.iter().filter(|column| of_check(claim, &column.name)).count() > 1;
        // "May be left out for kind P, and must be after Start" compares all others too.
        let named = |claim: &Claim| matches!(claim.key, "required_when" | "blank_when");
        let ends = span.end == self.sentence.words.len() && !claims.iter().any(named);
        // "Disposed on must be at least 90 days after…" names the column, and no rows that are disposed of.
        let apart = |mention: &Mention| {
            let joint = mention.words.start < span.end && span.start < mention.words.end;
            !joint || self.is_said_of(mention.place, &said)
        };
        let whole = (span.start == 0 || ends) && self.mentions.iter().all(apart);
        for at in (0..claims.len()).rev() {
            let claim = &claims[at];
            let Target::Rule(sheet) = claim.on else { continue };
            if whole && is_check(claim) && compares(claim) && !of_check(claim, &of_rows.name) {
                let [_, when] = rule_when(sheet, "", &said);
                claims[at].confidence = claims[at].confidence.min(Confidence::Confirm);
                claims.insert(at + 1, when);
            }
        }
    }

    /// The column that was spoken of before, where the sentence itself names only the one by which rows are of a kind.
    fn spoken_of_beside(&self, said: &str, span: &std::ops::Range<usize>) -> Option<Place> {
        let own = match self.before {
            [own] => *own,
            _ => self.beside?,
        };
        // "Power tools: at least 20": the noun behind the kind is no column.
        let of_kind = |mention: &Mention| {
            mention.words.start == span.end && self.sentence.gap(mention.words.end.max(1) - 1) == ":"
        };
        self.kind_of_rows().filter(|_| super::conditions::conditional_at(self.sentence, self.language).is_none())?;
        let named = self.mentions.iter().all(|mention| self.is_said_of(mention.place, said) || of_kind(mention));
        (named && !self.mentions.is_empty() && !self.is_said_of(own, said)).then_some(own)
    }

    /// `With PART the opening goes into Opening; otherwise Opening stays blank`
    pub(super) fn left_elsewhere(&self, claims: &mut Vec<Claim>) {
        let (sentence, language) = (self.sentence, self.language);
        let otherwise_at = sentence.find_from_any(language.otherwise, 1);
        let Some(at) = otherwise_at.filter(|_| !claims.iter().any(|claim| claim.key == "blank_when")) else { return };
        let left = (at.end..sentence.words.len()).any(|at| language.unfilled.contains(&sentence.word(at)));
        let behind = self.mentions.iter().find(|mention| mention.words.start >= at.end).filter(|_| left);
        let said = behind.and_then(|_| self.rows_meant()).and_then(|(said, _)| otherwise(&said));
        claims.extend(behind.zip(said).map(|(mention, said)| blank_when(mention.place, &said)));
        // "Describe the damage if it is broken. Otherwise leave blank."
        let mut asked = claims.iter().filter(|claim| claim.key == "required_when");
        let (Some(one), None, true) = (asked.next(), asked.next(), left && behind.is_none()) else { return };
        let said = otherwise(one.value.trim_matches('"')).filter(|said| !said.contains('…'));
        let elsewhere = one.place().zip(said).map(|(place, said)| blank_when(place, &said));
        claims.extend(elsewhere);
    }

    /// The condition that a sentence states, and its words.
    pub(super) fn rows_meant(&self) -> Option<(String, std::ops::Range<usize>)> {
        let of_kind = self.kind_of_rows().cloned();
        let of_condition = || {
            let said = self.condition()?;
            Some((said, condition_span(self.sentence, self.language)?)).filter(|(said, _)| !said.contains('…'))
        };
        // "Non-swimmers cannot take the course ADV"
        let of_others = || self.of_others().filter(|(_, words)| words.start == 0);
        let of_rows = of_kind.or_else(of_condition).or_else(|| self.kind_that_leads());
        of_rows.or_else(|| self.kind_that_ends()).or_else(of_others)
    }

    /// `At most 6 pupils in junior teams`
    fn kind_that_ends(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let sheet = self.sheet()?;
        let last = sentence.words.len();
        let leads = |at: &usize| language.into.contains(&sentence.word(*at));
        (0..last).filter(leads).find_map(|at| {
            let article = usize::from(language.every.contains(&sentence.word(at + 1)));
            let from = at + 1 + article;
            // "Nicht unter 0" is about no rows of which a number is the kind.
            if sentence.number(from, language).is_some() {
                return None;
            }
            let (said, end) =
                self.of_one_column(sheet, from, |_| true).or_else(|| self.of_named_column(sheet, from))?;
            if at == 0 {
                return Some((said, at..end));
            }
            (end + NOUNS > last).then_some((said, at..last))
        })
    }

    /// `Junior teams have at most 6 pupils`: what rows are is what the sentence begins with, and a verb follows.
    pub(super) fn kind_that_leads(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let sheet = self.sheet()?;
        // "No B lot may weigh more than 20 kg"
        let article = [language.every, language.articles, language.each_of, language.whole_of, language.none];
        let first = usize::from(article.iter().any(|words| words.contains(&sentence.word(0))));
        // "Les équipes de benjamins"
        let owned = (first + 1..=first + NOUNS).find(|at| language.owners.contains(&sentence.word(*at)));
        let starts = std::iter::once(first).chain(owned.map(|at| at + 1));
        // "Level 3 takes at least 20 hours"
        let of_start = |at: usize| self.of_one_column(sheet, at, |_| true).or_else(|| self.of_named_column(sheet, at));
        let (said, end) = starts.into_iter().find_map(of_start)?;
        let is_verb = |at: usize| {
            let verbs = [language.verbs, language.has, language.pays, language.weighs, language.exactly];
            verbs.iter().any(|words| words.contains(&sentence.word(at)))
        };
        let verb = (end..=end + NOUNS).find(|at| is_verb(*at))?;
        let joined = (first..verb).all(|at| sentence.gap(at).is_empty());
        // "Day permits cost at least 5, no permit is dearer than 180", "the hall takes 200, so nothing above that"
        let other = (verb..sentence.words.len()).find(|at| sentence.gap(*at).contains([',', ';']));
        let number = |at: usize| sentence.number(at, language).is_some();
        let more = other.is_some_and(|other| {
            (other + 1..sentence.words.len())
                .any(|at| number(at) || language.nothing_at_all.contains(&sentence.word(at)))
        });
        (joined && !more).then_some((said, 0..verb))
    }

    /// "For family memberships the fee is at least 60", where no column says which ones these are: that is no limit of all rows.
    fn of_unknown_rows(&self, claims: &mut [Claim]) {
        let named = |mention: &Mention| (1..=2).contains(&mention.words.start);
        let for_some = self.begins_for_some() && !self.mentions.iter().any(named);
        // "If the plot is small, the rent is at most 50"
        let span = condition_span(self.sentence, self.language).filter(|span| span.start == 0);
        let then = span.is_some_and(|span| {
            let within = |mention: &Mention| span.contains(&mention.words.start);
            !self.mentions.iter().any(within) && !self.mentions.is_empty()
        });
        if for_some || then {
            let limits = claims.iter_mut().filter(|claim| claim.is_limit());
            limits.for_each(|claim| claim.confidence = Confidence::Suggested);
        }
    }

    /// The limits that rows of a kind have; where there are two of them, `32 to 56; for shoes 18 to 50`, which rows have the first is not
    /// known.
    fn limits_then(&self, claims: &mut Vec<Claim>, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let (sentence, language) = (self.sentence, self.language);
        // Where the column is blank elsewhere, its limits hold wherever it is filled.
        let blank = |claim: &Claim| {
            claim.key == "blank_when" && claims.iter().any(|limit| limit.is_limit() && limit.on == claim.on)
        };
        // So do those in brackets behind it: "mark (0-100) is only given if…"
        let bracket = |mention: &Mention| is_limited_in_brackets(sentence, language, mention);
        if claims.iter().any(blank) || self.mentions.iter().any(bracket) {
            return None;
        }
        let is_plain = |claim: &Claim| claim.is_limit() && claim.value.parse::<f64>().is_ok();
        if let Some(rule) = self.days_then(claims, span) {
            return Some(rule);
        }
        // "If Trays is at least 51, Weight must be at least 100" limits no trays.
        let of_rows = |place: Place| {
            let mut named = self.mentions.iter().filter(|mention| mention.place == place).peekable();
            named.peek().is_some() && named.all(|mention| span.contains(&mention.words.start))
        };
        let of_rows = |claim: &Claim| is_plain(claim) && claim.place().is_some_and(of_rows);
        if claims.iter().any(|claim| is_plain(claim) && !of_rows(claim)) {
            claims.retain(|claim| !of_rows(claim));
        }
        let mut limits: Vec<Claim> = claims.extract_if(.., |claim| is_plain(claim)).collect();
        limits.dedup_by(|one, other| (one.on == other.on) && one.key == other.key && one.value == other.value);
        let counted = |at: &usize| !span.contains(at) && sentence.number(*at, language).is_some();
        let numbers = (0..sentence.words.len()).filter(counted).count();
        let Target::Column(place) = limits.first()?.on else { return None };
        let plain = limits.iter().all(|claim| claim.on == limits[0].on);
        // Two ranges are of two kinds of rows.
        let keys: std::collections::HashSet<&str> = limits.iter().map(|limit| limit.key).collect();
        if !plain || numbers != limits.len() || keys.len() != limits.len() {
            return None;
        }
        let name = (self.name)(place);
        let terms = limits.iter().map(|limit| format!("{name} {} {}", sign_of(limit.key), limit.value));
        // What is compared with a number is one.
        let kinds = claims.iter_mut().filter(|claim| claim.on == Target::Column(place) && claim.key == "type");
        kinds.for_each(|claim| claim.confidence = claim.confidence.max(Confidence::Confirm));
        Some((place.0, terms.collect::<Vec<_>>().join(" AND ")))
    }

    /// `The hut CRETE takes arrivals between 1 June and 30 September`: the days that rows of a kind have, in one column.
    fn days_then(&self, claims: &mut Vec<Claim>, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let day = |claim: &Claim| claim.value.trim_matches('"').parse::<jiff::civil::Date>().ok();
        let of_kind = |place: Place| {
            self.mentions.iter().any(|mention| mention.place == place && span.contains(&mention.words.start))
        };
        let others = |claim: &&Claim| claim.is_limit() && claim.place().is_some_and(|place| !of_kind(place));
        let place = claims.iter().filter(others).find(|claim| day(claim).is_some())?.place()?;
        let limits: Vec<Claim> = claims.extract_if(.., |claim| claim.is_limit() && day(claim).is_some()).collect();
        let name = (self.name)(place);
        let own = limits.iter().filter(|limit| limit.place() == Some(place));
        let terms =
            own.filter_map(|limit| Some(format!("CAST({name} AS DATE) {} DATE '{}'", sign_of(limit.key), day(limit)?)));
        Some((place.0, terms.collect::<Vec<_>>().join(" AND ")))
    }

    /// `Junior teams have at most 6 pupils`: how many of a column there are then, which the column counts.
    fn counts_then(&self, claims: &mut Vec<Claim>, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let outside: Vec<Limit> = self.limits().into_iter().filter(|limit| !span.contains(&limit.start)).collect();
        let mut terms: Vec<String> = Vec::new();
        let mut sheet = None;
        // "At least one adult and at most 5 children" limits both.
        for limit in outside {
            let (of, term) = self.counted_limit(claims, limit)?;
            sheet = Some(of);
            terms.push(term);
        }
        // Each number of the sentence is one of these.
        claims.retain(|claim| !(claim.is_limit() && terms.len() > 1));
        Some((sheet?, terms.join(" AND ")))
    }

    /// One number of a sentence as the limit of the column that counts what stands behind it.
    fn counted_limit(&self, claims: &mut Vec<Claim>, mut limit: Limit) -> Option<(usize, String)> {
        let (sentence, language) = (self.sentence, self.language);
        let named = self.mentions.iter().find(|mention| mention.words.start == limit.end);
        let sheet = self.sheet()?;
        let counted = || counting((sheet, sentence.word(limit.end)), self.draft).map(|place| (place, limit.end + 1));
        let (place, end) = named.map(|mention| (mention.place, mention.words.end)).or_else(counted)?;
        if !self.may_be_number(place) || !self.is_counted(place) {
            return None;
        }
        if let [("=", number)] = limit.terms.as_slice() {
            let behind = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, end).is_some());
            let sign = match (behind(language.at_most), behind(language.at_least)) {
                (true, _) => "<=",
                (_, true) => ">=",
                // "May have 6 pupils" is no more than an offer.
                _ if language.may.iter().any(|word| sentence.has(std::slice::from_ref(word))) => return None,
                _ => "=",
            };
            limit.terms = vec![(sign, *number)];
        }
        // "Fewer than 5 trays are not allowed" has been turned round.
        let turned = claims.iter().find_map(|claim| {
            let same = claim.value.parse() == Ok(limit.terms.first()?.1);
            (claim.is_limit() && claim.on == Target::Column(place) && same).then(|| sign_of(claim.key))
        });
        if let ([(sign, _)], Some(turned)) = (limit.terms.as_mut_slice(), turned) {
            *sign = turned;
        }
        claims.retain(|claim| !(claim.is_limit() && claim.on == Target::Column(place)));
        let name = (self.name)(place);
        let terms: Vec<String> = limit.terms.iter().map(|(sign, limit)| format!("{name} {sign} {limit}")).collect();
        Some((place.0, terms.join(" AND ")))
    }

    /// Whether a column is known to be one of numbers.
    pub(super) fn is_counted(&self, place: Place) -> bool {
        self.draft.sheets[place.0].columns[place.1].is_number()
    }

    /// `Juniors pay nothing`, `dead plants have no pieces`: a number is nought then, or left out.
    fn nothing_then(&self, claims: &mut Vec<Claim>, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let (sentence, language) = (self.sentence, self.language);
        // "For wild plants no loan is possible"
        let first = (span.end..sentence.words.len()).find(|at| language.none.contains(&sentence.word(*at)));
        let denied = first.filter(|at| span.start == 0 && at - span.end <= NOUNS);
        let of = |at: usize| self.mentions.iter().find(|mention| mention.words.start == at + 1);
        let closed = |mention: &&Mention| {
            let at = mention.words.end;
            let copula = usize::from(language.copulas.contains(&sentence.word(at)));
            language.permitted.contains(&sentence.word(at + copula)) && at + copula + 1 >= sentence.words.len()
        };
        let closed = denied.and_then(of).filter(closed);
        if let Some(mention) = closed.filter(|mention| self.takes_yes_and_no(mention.place)) {
            return Some((mention.place.0, format!("{} IS NOT TRUE", (self.name)(mention.place))));
        }
        if let Some(place) = self.free_then(span) {
            return Some((place.0, format!("{} = 0", (self.name)(place))));
        }
        let verb = |at: &usize| {
            [language.pays, language.has].iter().any(|words| words.contains(&sentence.word(*at))) && !span.contains(at)
        };
        let at = (0..sentence.words.len()).find(verb)?;
        let last = sentence.words.len();
        let none = language.none.contains(&sentence.word(at + 1));
        let named = self.mentions.iter().find(|mention| none && mention.words == (at + 2..last));
        let nothing = language.nothing_at_all.contains(&sentence.word(at + 1)) && at + 2 >= last;
        let place = match (named, self.subjects) {
            (Some(mention), _) => mention.place,
            (None, [place]) if nothing => *place,
            _ => return None,
        };
        if !self.is_counted(place) {
            return None;
        }
        claims.retain(|claim| !(claim.key == "blank_when" && claim.on == Target::Column(place)));
        Some((place.0, format!("{} = 0", (self.name)(place))))
    }

    /// `CHILD passes are free (price 0.00)`: the column of what is charged, named in brackets or the only one of its kind.
    fn free_then(&self, span: &std::ops::Range<usize>) -> Option<Place> {
        let (sentence, language) = (self.sentence, self.language);
        let copula = (span.start..=span.end).find(|at| language.copulas.contains(&sentence.word(*at)))?;
        let end = language.free.iter().filter_map(|phrase| sentence.ends_at(phrase, copula + 1)).max()?;
        let ends = end >= sentence.words.len() || sentence.gap(end - 1).starts_with(['(', ',', ';', '.']);
        let only = self.charged_column();
        let named = self.mentions.iter().find(|mention| mention.words.start >= end).map(|mention| mention.place);
        named.or(only).filter(|place| ends && self.may_be_number(*place))
    }

    /// `5 to 30, for school classes up to 35`, `at most 30 (40 for clubs)`: another end of the range for some rows. All rows keep to the wider one,
    /// and a rule says who keeps to the other.
    fn another_limit(&self, claims: &mut Vec<Claim>, (said, span): (&str, &std::ops::Range<usize>)) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return false };
        let number = |at: usize| Some((at, sentence.number(at, language)?));
        let before: Vec<(usize, f64)> = (0..span.start).filter_map(number).collect();
        let behind: Vec<(usize, f64)> = (span.end..sentence.words.len()).filter_map(number).collect();
        let up_to = |at: usize| {
            let phrases = language.at_most.iter().chain(language.to);
            phrases.into_iter().any(|phrase| (span.end..at).any(|from| sentence.ends_at(phrase, from) == Some(at)))
        };
        let opened = |at: usize| at > 0 && sentence.gap(at - 1).ends_with('(') && at + 1 == span.start;
        // "Two decimals (0 for members)" limits nothing to two.
        let limits = |at: usize| {
            let follows = language.at_most.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
            follows || super::codes::qualified(sentence, language.at_most, at)
        };
        let (least, most, other) = match (before.as_slice(), behind.as_slice()) {
            ([(first, _)], [_]) | ([(first, _), _], []) if !limits(*first) => return false,
            ([(_, most)], [(at, other)]) if up_to(*at) => (None, *most, *other),
            ([(_, least), (_, most)], [(at, other)]) if least < most && up_to(*at) => (Some(*least), *most, *other),
            ([(_, most), (at, other)], []) if opened(*at) => (None, *most, *other),
            ([(_, least), (_, most), (at, other)], []) if least < most && opened(*at) => (Some(*least), *most, *other),
            _ => return false,
        };
        let Some(rule) = (if other > most { otherwise(said) } else { Some(said.to_owned()) }) else { return false };
        if said.contains('…') || other == most {
            return false;
        }
        let typed = claims.iter().any(|claim| claim.on == Target::Column(*place) && claim.key == "type");
        claims.retain(|claim| !(claim.is_limit() && claim.on == Target::Column(*place)));
        let of_column = |key, value: String, confidence| Claim { on: Target::Column(*place), key, value, confidence };
        claims.extend(least.map(|least| of_column("min", least.to_string(), Confidence::Known)));
        claims.push(of_column("max", most.max(other).to_string(), Confidence::Known));
        claims.extend((!typed).then(|| of_column("type", quoted("decimal"), Confidence::Confirm)));
        let check = format!("{} <= {}", (self.name)(*place), most.min(other));
        let of_rule = |key, value: &str| Claim {
            on: Target::Rule(place.0),
            key,
            value: quoted(value),
            confidence: Confidence::Confirm,
        };
        claims.extend([of_rule("check", &check), of_rule("when", &rule)]);
        true
    }

    /// `Seats: 1 to 8. For the heron only 4`: as much as there may be then, of what was spoken of before.
    fn only_so_many(&self, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let (sentence, language) = (self.sentence, self.language);
        let ([place], true) = (self.before, self.subjects == self.before && self.mentions.is_empty()) else {
            return None;
        };
        let rest: Vec<usize> = (0..sentence.words.len()).filter(|at| !span.contains(at)).collect();
        let ([only, number], [.., last]) = (rest.as_slice(), rest.as_slice()) else { return None };
        let is_only = language.only.contains(&sentence.word(*only));
        let most = sentence.number(*number, language).filter(|_| is_only && number == last)?;
        self.is_counted(*place).then(|| (place.0, format!("{} <= {most}", (self.name)(*place))))
    }

    /// `Unit must be kg`, `Fee must be 0`, `State cannot be closed`: a value that the column takes.
    fn value_then(&self, claims: &mut Vec<Claim>, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let outside = |mention: &&Mention| !span.contains(&mention.words.start);
        if let Some(always) = self.always_then(span) {
            return Some(always);
        }
        self.mentions.iter().filter(outside).find_map(|mention| {
            let (from, denied) = self.value_from(mention, span)?;
            let text = self.sentence.rest(from);
            // A condition behind it ends the value.
            let start = self.sentence.words.get(from)?.1.start;
            let behind = self.sentence.words.get(span.start).map(|(_, place)| place.start).filter(|at| *at > start);
            let text = behind.map_or(text, |at| &text[..at - start.min(at)]);
            let bare =
                self.language.to_be.iter().find_map(|be| text.trim_end_matches('.').strip_suffix(&format!(" {be}")));
            let values = values_of(bare.unwrap_or(text), self.language)?;
            if !self.takes(mention.place, &values) {
                return None;
            }
            let number = |text: &String| number_of(text.trim_matches('\'')).is_some();
            let lines = &self.draft.sheets[mention.place.0].columns[mention.place.1].lines;
            if values.iter().all(number) && !lines.has("allowed") {
                claims.push(Claim {
                    on: Target::Column(mention.place),
                    key: "type",
                    value: quoted("decimal"),
                    confidence: Confidence::Confirm,
                });
            }
            let answer = self.answer_of(mention.place, &values).map(|yes| {
                format!("{} IS {}", (self.name)(mention.place), if yes == denied { "FALSE" } else { "TRUE" })
            });
            let said = answer.unwrap_or_else(|| is_one_of(&(self.name)(mention.place), &values, denied));
            Some((mention.place.0, said))
        })
    }

    /// Whether a value is yes or no for a column that takes these.
    fn answer_of(&self, (sheet, column): Place, values: &[String]) -> Option<bool> {
        let lines = &self.draft.sheets[sheet].columns[column].lines;
        let words = lines.get("yes_no")?.value.to_lowercase();
        let [value] = values else { return None };
        let value = value.trim_matches('\'').to_lowercase();
        let spelt = |of: fn(&(&'static str, &'static str)) -> &'static str| {
            self.language.yes_no.iter().any(|pair| pair.0.len() > 1 && of(pair) == value)
        };
        let is = |key: &str| words.contains(&format!("{key} = \"{value}\""));
        let (yes, no) = (is("yes") || spelt(|pair| pair.0), is("no") || spelt(|pair| pair.1));
        (yes != no).then_some(yes)
    }

    /// `Maps always 600`, beside the column: the value that it has then.
    fn always_then(&self, span: &std::ops::Range<usize>) -> Option<(usize, String)> {
        let (sentence, language) = (self.sentence, self.language);
        let ([place], true) = (self.subjects, self.mentions.is_empty()) else { return None };
        let always = language.exactly.contains(&sentence.word(span.end)) && span.end + 2 == sentence.words.len();
        let values = values_of(sentence.rest(span.end + 1), language).filter(|_| always)?;
        self.takes(*place, &values).then(|| (place.0, is_one_of(&(self.name)(*place), &values, false)))
    }

    /// Where the value begins that a column must have, and whether it must not have it.
    fn value_from(&self, mention: &Mention, span: &std::ops::Range<usize>) -> Option<(usize, bool)> {
        let (sentence, language) = (self.sentence, self.language);
        let end = mention.words.end;
        if sentence.gap(end.checked_sub(1)?).starts_with('=') {
            return Some((end, false));
        }
        // "Cannot take the course ADV"
        let refused = |at: &usize| {
            language.negations.contains(&sentence.word(*at)) && !span.contains(at) && *at + FAR > mention.words.start
        };
        if (0..mention.words.start).any(|at| refused(&at)) && end + 1 == sentence.words.len() {
            return Some((end, true));
        }
        // "Muss der Beitrag 0 sein"
        let article =
            usize::from(mention.words.start > 0 && language.every.contains(&sentence.word(mention.words.start - 1)));
        let verb = |words: &[&str]| {
            mention.words.start.checked_sub(1 + article).is_some_and(|at| words.contains(&sentence.word(at)))
        };
        let last = sentence.words.len() - 1;
        let not = language.negations.contains(&sentence.word(end));
        // "Darf die Maßnahme nicht KEINE sein"; what it may be obliges to nothing.
        let leads = verb(language.modals) || not && verb(language.may);
        if leads && language.to_be.contains(&sentence.word(last)) && last > end {
            return Some((end + usize::from(not), not));
        }
        // "Ne doit pas être"
        let mut behind = end;
        while let Some(next) = language.negations.iter().filter_map(|phrase| sentence.ends_at(phrase, behind)).max() {
            behind = next;
        }
        if behind > end + 1
            && (language.to_be.contains(&sentence.word(behind - 1)) || language.to_be.contains(&sentence.word(behind)))
        {
            return Some((behind + usize::from(language.to_be.contains(&sentence.word(behind))), true));
        }
        let modal = language.modals.iter().filter_map(|phrase| sentence.ends_at(phrase, end)).max();
        let verb = modal.unwrap_or(end);
        let denied = language.negations.contains(&sentence.word(verb));
        let copula = verb + usize::from(denied);
        let is = |at: usize| [language.copulas, language.to_be].iter().any(|words| words.contains(&sentence.word(at)));
        // "Doit être" is one phrase.
        let copula =
            if modal.is_some() && language.to_be.contains(&sentence.word(verb - 1)) { verb - 1 } else { copula };
        if !is(copula) {
            return None;
        }
        // "Is not"
        // "Must be no" has no for a value.
        let next = copula + 2;
        let more = next < sentence.words.len() && !span.contains(&next) && sentence.gap(copula + 1).is_empty();
        let not = more && language.negations.contains(&sentence.word(copula + 1));
        let always = |at: usize| language.exactly.contains(&sentence.word(at));
        let from = copula + 1 + usize::from(not);
        Some((from + usize::from(always(from)), denied || not))
    }

    /// Whether a column takes each of some values.
    pub(super) fn takes(&self, (sheet, column): Place, values: &[String]) -> bool {
        let lines = &self.draft.sheets[sheet].columns[column].lines;
        let value = |key: &str| lines.get(key).map(|line| line.value.as_str());
        let plain = |text: &String| text.trim_matches('\'').to_owned();
        if let Some(list) = value("allowed") {
            let known = entries(list);
            return values.iter().all(|text| known.iter().any(|(value, _)| *value == plain(text)));
        }
        if let Some(words) = value("yes_no") {
            // "Must be no", where the column takes Y and N.
            return values.iter().all(|text| {
                let word = plain(text).to_lowercase();
                let spelt = || self.answer_of((sheet, column), std::slice::from_ref(text)).is_some();
                words.to_lowercase().contains(&format!("\"{word}\"")) || spelt()
            });
        }
        let number = matches!(value("type"), None | Some("\"whole\"" | "\"decimal\""));
        number && values.iter().all(|text| number_of(&plain(text)).is_some())
    }
}

/// How a value is compared with a limit.
pub(super) fn sign_of(key: &str) -> &'static str {
    match key {
        "min" => ">=",
        "max" => "<=",
        "above" => ">",
        _ => "<",
    }
}

/// A rule that counts under a condition, to be confirmed.
pub(super) fn rule_when(sheet: usize, check: &str, when: &str) -> [Claim; 2] {
    let claim =
        |key, said: &str| Claim { on: Target::Rule(sheet), key, value: quoted(said), confidence: Confidence::Confirm };
    [claim("check", check), claim("when", when)]
}
