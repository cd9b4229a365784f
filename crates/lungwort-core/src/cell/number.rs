//! Exact decimal numbers: strict reading, and working out what a decorated number means.

use rust_decimal::Decimal;

/// Digits that a spreadsheet keeps of a number.
pub const DIGITS_KEPT: usize = 15;

/// What the receiving side writes between the whole part and the fraction.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum DecimalMark {
    /// `12.5`
    Point,
    /// `12,5`
    Comma,
}

impl DecimalMark {
    /// The mark itself, as a byte.
    pub fn byte(self) -> u8 {
        match self {
            DecimalMark::Point => b'.',
            DecimalMark::Comma => b',',
        }
    }

    /// The number as the receiving side wants it written.
    pub fn write(self, number: Decimal) -> String {
        let text = number.to_string();
        match self {
            DecimalMark::Point => text,
            DecimalMark::Comma => text.replace('.', ","),
        }
    }
}

/// Reads a number as SQL has it: an optional sign, digits, and optionally the mark, with digits on at least one side of
/// it (`.5`, `5.`, `+5`): nothing else, no spaces. Up to 28 significant digits; `None` for anything else.
#[inline(always)]
pub fn read(text: &str, mark: DecimalMark) -> Option<Decimal> {
    match read_small(text, mark)? {
        Small::Number { mantissa, places } => Some(Decimal::new(mantissa, places)),
        Small::TooLong => read_long(text, mark),
    }
}

/// A number in two registers, for checks that need no more.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Small {
    /// `mantissa` with that many decimal places.
    Number {
        /// All digits, with the sign.
        mantissa: i64,
        /// How many of them stand behind the mark.
        places: u32,
    },
    /// Perhaps a number, of more than 18 characters.
    TooLong,
}

/// Reads what [`read`] reads, without making a decimal of it; `None` where it is no number.
#[inline(always)]
pub fn read_small(text: &str, mark: DecimalMark) -> Option<Small> {
    let bytes = text.as_bytes();
    let (negative, digits) = match bytes.split_first() {
        Some((b'-', rest)) => (true, rest),
        Some((b'+', rest)) => (false, rest),
        _ => (false, bytes),
    };
    if digits.len() > 18 {
        return Some(Small::TooLong);
    }
    let mut mantissa: i64 = 0;
    let mut mark_at = digits.len();
    for (at, &byte) in digits.iter().enumerate() {
        if byte.is_ascii_digit() {
            // Eighteen digits fit.
            mantissa = mantissa * 10 + i64::from(byte - b'0');
        } else if byte == mark.byte() && mark_at == digits.len() {
            mark_at = at;
        } else {
            return None;
        }
    }
    let places = (digits.len() - mark_at).saturating_sub(1) as u32;
    // There must be a digit, before the mark or behind it.
    if digits.len() - usize::from(mark_at < digits.len()) == 0 {
        return None;
    }
    Some(Small::Number { mantissa: if negative { -mantissa } else { mantissa }, places })
}

#[cold]
#[inline(never)]
fn read_long(text: &str, mark: DecimalMark) -> Option<Decimal> {
    let body = text.strip_prefix(['-', '+']).unwrap_or(text);
    let mut parts = body.split(char::from(mark.byte()));
    let whole = parts.next()?;
    let fraction = parts.next();
    let all_digits = |part: &str| part.bytes().all(|byte| byte.is_ascii_digit());
    let none = whole.is_empty() && fraction.is_none_or(str::is_empty);
    if parts.next().is_some() || none || !all_digits(whole) || !fraction.is_none_or(all_digits) {
        return None;
    }
    let sign = if text.starts_with('-') { "-" } else { "" };
    let fraction = fraction.filter(|fraction| !fraction.is_empty()).map(|fraction| format!(".{fraction}"));
    Decimal::from_str_exact(&format!("{sign}0{whole}{}", fraction.unwrap_or_default())).ok()
}

/// Digits after the decimal mark, as written (trailing zeros count: that is what a places limit is about).
pub fn places_written(text: &str, mark: DecimalMark) -> usize {
    text.bytes().position(|byte| byte == mark.byte()).map_or(0, |at| text.len() - at - 1)
}

/// Why text that means a number is not written as one.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Decoration {
    /// A currency sign or three-letter code.
    Currency,
    /// Marks between groups of three digits.
    Thousands,
    /// A comma where a point is required, or the reverse.
    OtherMark,
    /// A per cent sign.
    PerCent,
    /// Brackets for a negative.
    Brackets,
    /// Such as `1.2E+05`.
    Scientific,
    /// A plus sign, a trailing minus, or a typographic minus.
    Sign,
    /// A unit or a word after the number, such as `12 g`.
    Unit,
}

/// What a decorated number most likely means.
#[derive(Debug, Clone, PartialEq)]
pub struct Lenient {
    /// The number.
    pub number: Decimal,
    /// The most telling decoration.
    pub decoration: Decoration,
    /// Whether it can be read in one way only.
    pub certain: bool,
}

/// Works out what text that `read` refused means. `None` where it is no number at all.
pub fn read_decorated(text: &str, mark: DecimalMark) -> Option<Lenient> {
    let mut rest = text.trim().to_owned();
    let mut decoration = None;
    let mut note = |found: Decoration| decoration = Some(decoration.unwrap_or(found));
    let mut negative = false;
    if rest.len() > 2 && rest.starts_with('(') && rest.ends_with(')') {
        rest = rest[1..rest.len() - 1].trim().to_owned();
        negative = true;
        note(Decoration::Brackets);
    }
    if let Some(less) = rest.strip_suffix('%') {
        rest = less.trim_end().to_owned();
        note(Decoration::PerCent);
    }
    if let Some(number) = read_power(&rest, mark) {
        return Some(Lenient { number, decoration: Decoration::Scientific, certain: false });
    }
    if let Some(bare) = without_currency(&rest) {
        rest = bare;
        note(Decoration::Currency);
    }
    if let Some(bare) = without_sign(&rest) {
        negative ^= bare.1;
        rest = bare.0;
        note(Decoration::Sign);
    }
    if let Some(bare) = without_unit(&rest) {
        rest = bare;
        note(Decoration::Unit);
    }
    let (plain, certain) = match ungroup(&rest, mark) {
        Some((plain, found, certain)) => {
            note(found);
            (plain, certain)
        }
        None => (rest.replace(char::from(mark.byte()), "."), !matches!(decoration, Some(Decoration::Unit))),
    };
    let mut number = read(&plain, DecimalMark::Point)?;
    if negative {
        number = -number;
    }
    Some(Lenient { number, decoration: decoration?, certain })
}

/// Whether this looks like a long code that a spreadsheet turned into scientific notation: `1.23E+11`.
pub fn looks_scientific(text: &str) -> bool {
    let bytes = text.as_bytes();
    bytes.first().is_some_and(u8::is_ascii_digit)
        && bytes.last().is_some_and(u8::is_ascii_digit)
        && bytes.windows(2).any(|pair| matches!(pair, [b'E' | b'e', b'+']))
        && (read_power(text, DecimalMark::Point).is_some() || read_power(text, DecimalMark::Comma).is_some())
}

/// The number that a text such as `1.2E+05` or `3E2` is, without trailing zeros.
pub fn read_scientific(text: &str) -> Option<Decimal> {
    read_power(text, DecimalMark::Point).or_else(|| read_power(text, DecimalMark::Comma))
}

fn read_power(text: &str, mark: DecimalMark) -> Option<Decimal> {
    let at = text.find(['E', 'e'])?;
    let (mantissa, power) = (&text[..at], &text[at + 1..]);
    let power: i32 = power.strip_prefix('+').unwrap_or(power).parse().ok()?;
    let mut number = read(mantissa, mark)?;
    if !(-28..=28).contains(&power) {
        return None;
    }
    let step = Decimal::from(10);
    for _ in 0..power.unsigned_abs() {
        number = if power > 0 { number.checked_mul(step)? } else { number.checked_div(step)? };
    }
    Some(number.normalize())
}

/// What people write for a currency besides its sign and its code, the longer first.
const ABBREVIATIONS: &[&str] = &[
    "AU$", "CA$", "HK$", "NT$", "NZ$", "TT$", "US$", "GH₵", "SFr.", "руб.", "грн.", "ден.", "kr.", "Kč.", "Rs.", "Fr.",
    "лв.", "Rp.", "Tk.", "Bs.", "Gs.", "din.", "S/.", "B/.", "Nu.", "A$", "C$", "R$", "S$", "J$", "Z$", "KSh", "Ksh",
    "USh", "TSh", "SFr", "руб", "грн", "ден", "р.", "zł", "zl", "Kč", "Kc", "kr", "Kr", "Ft", "lei", "Lei", "лв", "Rs",
    "Re", "Fr", "RM", "Rp", "Tk", "Br", "Bs", "Gs", "din", "S/", "RMB", "元", "円", "圓", "원", "R",
];

/// Whether a character is a currency sign (general category Sc of Unicode).
fn is_currency_sign(each: char) -> bool {
    matches!(each, '$' | '¢'..='¥' | '֏' | '؋' | '৲' | '৳' | '৻' | '૱' | '௹' | '฿' | '៛' | '\u{20a0}'..='\u{20cf}' | '꠸' | '﷼'
        | '﹩' | '＄' | '￠' | '￡' | '￥' | '￦')
}

/// Takes off an abbreviation in front of or behind a number.
fn without_abbreviation(text: &str) -> Option<String> {
    // Nearly every decorated number has no letter at all.
    if !text.bytes().any(|byte| byte.is_ascii_alphabetic() || byte >= 0x80) {
        return None;
    }
    let is_number =
        |rest: &str| rest.contains(|each: char| each.is_ascii_digit()) && !rest.contains(char::is_alphabetic);
    ABBREVIATIONS.iter().find_map(|word| {
        let sign = text.strip_prefix(['-', '\u{2212}']).map_or("", |_| "-");
        let bare = text.trim_start_matches(['-', '\u{2212}']).trim_start();
        let rest = bare.strip_prefix(word).or(bare.strip_suffix(word).filter(|_| *word != "R"))?.trim();
        is_number(rest).then(|| format!("{sign}{rest}"))
    })
}

fn without_currency(text: &str) -> Option<String> {
    if let Some(rest) = without_abbreviation(text) {
        return Some(rest);
    }
    if text.contains(is_currency_sign) {
        return Some(text.replace(is_currency_sign, "").trim().to_owned());
    }
    // What is no three capitals is known not to be a code without going through all of them.
    let is_capitals = |word: &str| word.bytes().all(|byte| byte.is_ascii_uppercase());
    let is_code = |word: &str| is_capitals(word) && iso_currency::Currency::from_code(word).is_some();
    if let (Some(head), Some(rest)) = (text.get(..3), text.get(3..))
        && is_code(head)
    {
        return Some(rest.trim().to_owned());
    }
    let cut = text.len().checked_sub(3)?;
    match (text.get(..cut), text.get(cut..)) {
        (Some(rest), Some(tail)) if is_code(tail) => Some(rest.trim().to_owned()),
        _ => None,
    }
}

/// Takes off a plus, a minus at the end or a typographic minus. The flag tells whether it was a minus.
fn without_sign(text: &str) -> Option<(String, bool)> {
    if let Some(rest) = text.strip_prefix('+') {
        return Some((rest.trim().to_owned(), false));
    }
    if let Some(rest) = text.strip_suffix('-') {
        return Some((rest.trim().to_owned(), true));
    }
    text.strip_prefix(['\u{2212}', '\u{2013}', '\u{2014}']).map(|rest| (rest.trim().to_owned(), true))
}

fn without_unit(text: &str) -> Option<String> {
    let at = text.find(|each: char| each.is_alphabetic() || each == '°')?;
    let (number, unit) = text.split_at(at);
    let number = number.trim_end();
    let short = unit.chars().count() <= 12 && unit.chars().all(|each| each.is_alphabetic() || " .°".contains(each));
    (short && number.ends_with(|each: char| each.is_ascii_digit())).then(|| number.to_owned())
}

/// Takes out grouping marks and turns the decimal mark into a point. Says what was found and whether
/// the text could be read in one way only.
fn ungroup(text: &str, mark: DecimalMark) -> Option<(String, Decoration, bool)> {
    let spaced: String =
        text.chars().filter(|each| !matches!(each, ' ' | '\u{a0}' | '\u{202f}' | '\'' | '\u{2019}')).collect();
    let had_spaces = spaced.len() != text.len();
    let commas = spaced.matches(',').count();
    let points = spaced.matches('.').count();
    let grouping = |sign: char| {
        let body = spaced.trim_start_matches('-');
        let whole = body.split(if sign == ',' { '.' } else { ',' }).next().unwrap_or(body);
        let mut groups = whole.split(sign);
        groups.next().is_some_and(|first| (1..=3).contains(&first.len())) && groups.all(|group| group.len() == 3)
    };
    match (commas, points) {
        (0, 0) => had_spaces.then_some((spaced, Decoration::Thousands, true)),
        (1, 0) | (0, 1) => {
            let found = if commas == 1 { ',' } else { '.' };
            if found == char::from(mark.byte()) {
                return had_spaces.then(|| (spaced.replace(',', "."), Decoration::Thousands, true));
            }
            if grouping(found) {
                return Some((spaced.replace(found, ""), Decoration::Thousands, false));
            }
            Some((spaced.replace(',', "."), Decoration::OtherMark, !had_spaces))
        }
        (_, 0) if grouping(',') => Some((spaced.replace(',', ""), Decoration::Thousands, true)),
        (0, _) if grouping('.') => Some((spaced.replace('.', ""), Decoration::Thousands, true)),
        (_, 1) if spaced.rfind(',') < spaced.find('.') && grouping(',') => {
            Some((spaced.replace(',', ""), Decoration::Thousands, true))
        }
        (1, _) if spaced.rfind('.') < spaced.find(',') && grouping('.') => {
            Some((spaced.replace('.', "").replace(',', "."), Decoration::Thousands, true))
        }
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn lenient(text: &str) -> Option<(String, Decoration, bool)> {
        read_decorated(text, DecimalMark::Point).map(|m| (m.number.to_string(), m.decoration, m.certain))
    }

    #[test]
    fn strict_reading_takes_only_plain_numbers() {
        for (text, number) in
            [("0", "0"), ("-12.50", "-12.50"), ("007", "7"), ("99999999999999999999.5", "99999999999999999999.5")]
        {
            assert_eq!(read(text, DecimalMark::Point).map(|n| n.to_string()).as_deref(), Some(number), "{text}");
        }
        for (text, number) in [
            (".5", "0.5"),
            ("5.", "5"),
            ("+5", "5"),
            ("-.25", "-0.25"),
            ("+.0000000000000000005", "0.0000000000000000005"),
        ] {
            assert_eq!(read(text, DecimalMark::Point).map(|n| n.to_string()).as_deref(), Some(number), "{text}");
        }
        for text in [
            "", "-", "+", ".", "-.", "+-5", "1,5", "1e3", " 1", "1 ", "--1", "1.2.3", "١٢", "+.",
            "....................",
        ] {
            assert_eq!(read(text, DecimalMark::Point), None, "{text}");
        }
        assert_eq!(read("1,5", DecimalMark::Comma), Some(Decimal::new(15, 1)));
    }

    #[test]
    fn decorated_numbers_are_understood() {
        let cases = [
            ("£1,234.50", "1234.50", Decoration::Currency, true),
            ("1,234", "1234", Decoration::Thousands, false),
            ("1,234,567", "1234567", Decoration::Thousands, true),
            ("1 234 567", "1234567", Decoration::Thousands, true),
            ("12,5", "12.5", Decoration::OtherMark, true),
            ("1.234,56", "1234.56", Decoration::Thousands, true),
            ("(120)", "-120", Decoration::Brackets, true),
            ("12%", "12", Decoration::PerCent, true),
            ("1.5E+03", "1500", Decoration::Scientific, false),
            ("120-", "-120", Decoration::Sign, true),
            ("12 g", "12", Decoration::Unit, false),
            ("EUR 12", "12", Decoration::Currency, true),
            ("R 799", "799", Decoration::Currency, true),
            ("Rs 50", "50", Decoration::Currency, true),
            ("Rs. 1,250.50", "1250.50", Decoration::Currency, true),
            ("R$ 5", "5", Decoration::Currency, true),
            ("12 kr", "12", Decoration::Currency, true),
            ("-€5", "-5", Decoration::Currency, true),
            ("₪12", "12", Decoration::Currency, true),
            ("12 zł", "12", Decoration::Currency, true),
            ("\u{2212}5", "-5", Decoration::Sign, true),
        ];
        for (text, number, decoration, certain) in cases {
            assert_eq!(lenient(text), Some((number.to_owned(), decoration, certain)), "{text}");
        }
        for text in ["about 12", "n/a", "12/13", "1,2,3", "€", "()", "1,23,456.7.8"] {
            assert_eq!(lenient(text), None, "{text}");
        }
    }
}
