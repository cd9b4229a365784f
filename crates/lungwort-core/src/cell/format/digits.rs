//! Check digit arithmetic shared by the formats.

/// The value of an alphanumeric character in ISO 7064 and ISO 13616: digits as they are, A is 10, Z is 35.
fn alphanumeric(byte: u8) -> Option<u32> {
    char::from(byte).to_digit(36).filter(|_| !byte.is_ascii_lowercase())
}

/// ISO 7064 MOD 97-10 over digits and capitals: the remainder, which is 1 for a sound code.
pub fn mod_97(text: &str) -> Option<u32> {
    text.bytes().try_fold(0, |rest, byte| {
        let value = alphanumeric(byte)?;
        Some(if value > 9 { (rest * 100 + value) % 97 } else { (rest * 10 + value) % 97 })
    })
}

/// ISO 7064 MOD 11-2: whether the last character (0 to 9 or X) checks the digits before it.
pub fn mod_11_2_holds(text: &str) -> bool {
    let Some((&last, digits)) = text.as_bytes().split_last() else {
        return false;
    };
    let total = digits.iter().fold(0_u32, |total, digit| (total + u32::from(digit - b'0')) * 2 % 11);
    let wanted = (12 - total % 11) % 11;
    wanted == if last == b'X' { 10 } else { u32::from(last - b'0') }
}

/// The sum of the digits, the last weighing one and the others alternately `weight` and one, right to left,
/// ends in zero (GS1 General Specifications 7.9, and ISBN-13 alike).
pub fn weighted_holds(digits: &str, weight: u32) -> bool {
    let sum: u32 = digits
        .bytes()
        .rev()
        .zip([1, weight].into_iter().cycle())
        .map(|(byte, times)| u32::from(byte - b'0') * times)
        .sum();
    sum.is_multiple_of(10)
}

/// Whether the text is digits only and as long as that.
pub fn are_digits(text: &str, length: usize) -> bool {
    text.len() == length && text.bytes().all(|byte| byte.is_ascii_digit())
}

/// The text without spaces and hyphens.
pub fn compact(text: &str) -> String {
    text.chars().filter(|each| !matches!(each, ' ' | '-')).collect()
}

/// The text in groups of four with a sign between.
pub fn in_fours(text: &str, sign: &str) -> String {
    let letters: Vec<char> = text.chars().collect();
    letters.chunks(4).map(|group| group.iter().collect::<String>()).collect::<Vec<_>>().join(sign)
}

/// The Luhn sum (ISO/IEC 7812-1 annex B) of digits ends in zero.
pub fn luhn_holds(digits: &str) -> bool {
    let sum: u32 = digits
        .bytes()
        .rev()
        .enumerate()
        .map(|(at, byte)| {
            let digit = u32::from(byte - b'0');
            if at % 2 == 0 { digit } else { digit * 2 / 10 + digit * 2 % 10 }
        })
        .sum();
    sum.is_multiple_of(10)
}
