//! How rows of a kind write a value: `if Kind is C, Code must start with X`, `codes of kind C have 8 characters`.

use std::ops::Range;

use super::Claim;
use super::required::Asking;

/// Keys of what a text looks like.
pub(super) const FORMS: &[&str] = &["pattern", "length"];

impl Asking<'_> {
    /// The form that one column has then, which is no form of all its values.
    pub(super) fn form_then(&self, claims: &mut Vec<Claim>, span: &Range<usize>) -> Option<(usize, String)> {
        let is_form = |claim: &Claim| FORMS.contains(&claim.key);
        let mut forms = claims.iter().filter(|claim| is_form(claim));
        let (form, None) = (forms.next()?, forms.next()) else { return None };
        let place = form.place()?;
        // "Code for kind C: X and four digits" names its column before the rows; what stands within their words is of them.
        let mut named = self.mentions.iter().filter(|mention| mention.place == place);
        if named.any(|mention| span.contains(&mention.words.start)) {
            return None;
        }
        // "22 characters, for transfers" says when it is filled in, and how it is written always.
        let sentence = self.sentence;
        let plain = |at: usize| !sentence.gap(at).contains([',', ';', ':', '(', '–']);
        let asked = claims.iter().any(|claim| matches!(claim.key, "required" | "required_when" | "blank_when"));
        let ends = span.end == sentence.words.len() && (0..span.end).all(plain) && self.beside != Some(place);
        if asked || !(span.start == 0 || ends) {
            return None;
        }
        let name = (self.name)(place);
        let check = match form.key {
            "pattern" => of_pattern(&name, &form.value)?,
            _ => of_length(&name, &form.value)?,
        };
        claims.retain(|claim| !is_form(claim));
        Some((place.0, check))
    }
}

/// A pattern of the whole text as a condition.
pub(super) fn of_pattern(name: &str, pattern: &str) -> Option<String> {
    let pattern = pattern.strip_prefix('\'')?.strip_suffix('\'')?;
    let plain = |text: &str| !text.is_empty() && text.chars().all(|each| each.is_ascii_alphanumeric());
    if let Some(begin) = pattern.strip_suffix(".*").filter(|begin| plain(begin)) {
        return Some(format!("{name} LIKE '{begin}%'"));
    }
    let text = pattern.replace('\'', "''");
    Some(format!("{name} LIKE_REGEX '^({text})$'"))
}

/// `{ min = 2, max = 8 }` as a condition.
pub(super) fn of_length(name: &str, length: &str) -> Option<String> {
    let long = format!("CHAR_LENGTH({name})");
    let bound = |key: &str| {
        let (_, behind) = length.split_once(&format!("{key} = "))?;
        let digits: String = behind.chars().take_while(char::is_ascii_digit).collect();
        digits.parse::<u32>().ok()
    };
    let terms = [("exactly", "="), ("min", ">="), ("max", "<=")]
        .map(|(key, sign)| Some(format!("{long} {sign} {}", bound(key)?)));
    let terms: Vec<String> = terms.into_iter().flatten().collect();
    (!terms.is_empty()).then(|| terms.join(" AND "))
}
