//! Limits that grow with what another column counts: `no more than 6 m per pitch`, where Pitches counts them.

use super::counted_rows::MONEY;
use super::products::counting;
use super::required::Asking;
use super::subject::Place;
use super::under::sign_of;
use super::{Claim, Confidence, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Keys of columns that count nothing.
const OTHER: &[&str] = &["type", "pattern", "format", "allowed"];

impl Asking<'_> {
    /// Turns such limits into rules over both columns.
    pub(super) fn limits_per(&self, claims: &mut Vec<Claim>) {
        // "Numbered from 1 within each trip" counts from there.
        let running = self.sentence.words.iter().any(|(word, _)| self.language.running.contains(&word.as_str()));
        let within = self.sentence.has(self.language.in_one);
        let of_claim = |claim: &Claim| {
            let place = claim.place().filter(|_| claim.is_limit() && !running && !within)?;
            let number: f64 = claim.value.parse().ok()?;
            let at =
                (0..self.sentence.words.len()).find(|at| self.sentence.number(*at, self.language) == Some(number))?;
            let counted = self.counted_per(at + 1, place)?;
            let name = |place: Place| (self.name)(place);
            Some((place, counted, format!("{} {} {} * {number}", name(place), sign_of(claim.key), name(counted))))
        };
        let Some((at, (place, counted, check))) =
            claims.iter().enumerate().find_map(|(at, claim)| Some((at, of_claim(claim)?)))
        else {
            return;
        };
        claims.remove(at);
        let claim = |on, key, value: &str| Claim { on, key, value: quoted(value), confidence: Confidence::Confirm };
        claims.push(claim(Target::Rule(place.0), "check", &check));
        let open = |of: &Place| !self.draft.sheets[of.0].columns[of.1].lines.has("type");
        claims.extend([counted].iter().filter(|of| open(of)).map(|of| claim(Target::Column(*of), "type", "decimal")));
    }

    /// The column that counts what stands behind "per", from the word behind the number on.
    fn counted_per(&self, behind: usize, own: Place) -> Option<Place> {
        let (sentence, language) = (self.sentence, self.language);
        let each = |at: usize| {
            let words = [language.per, language.of_each];
            words.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, at)).max()
        };
        let unit = language.size_units.contains(&sentence.word(behind)) || MONEY.contains(&sentence.word(behind));
        let noun = each(behind + usize::from(unit))?;
        let named = self.mentions.iter().find(|mention| mention.words.start == noun).map(|mention| mention.place);
        let of = named.or_else(|| counting((own.0, sentence.word(noun)), self.draft))?;
        let column = &self.draft.sheets[of.0].columns[of.1];
        let heading = column.heading.to_lowercase();
        // A column Pitch has one, and Pitches counts them.
        let several = heading.split(|each: char| !each.is_alphanumeric()).all(|part| part != sentence.word(noun))
            && !column.lines.0.iter().any(|line| OTHER.contains(&line.key));
        let counts = column.is_number() || several;
        (of != own && of.0 == own.0 && counts).then_some(of)
    }
}
