//! Addresses and identifiers of the network: email, web address, phone, UUID, ISO 8601 dates.

use super::{Fault, Format};
use crate::cell::date::DatePattern;

pub const EMAIL: Format = Format {
    name: "email",
    words: "an email address",
    standard: "RFC 5321 addr-spec, with a domain that has a dot",
    example: "seeds@thistledown.example",
    judge: email,
};

fn email(text: &str) -> Result<(), Fault> {
    if is_usual_email(text.as_bytes()) {
        return Ok(());
    }
    let Some((_, domain)) = text.rsplit_once('@') else {
        return Err(Fault::Layout("there is no @ in it"));
    };
    if domain.contains('_') {
        return Err(Fault::Layout("there is an underscore in what follows the @, which names of hosts cannot have"));
    }
    if domain.starts_with('[') {
        return Err(Fault::Layout("what follows the @ is a number of a network and not a domain such as name.org"));
    }
    if text.contains(char::is_whitespace) {
        return Err(Fault::Layout("there is a space in it"));
    }
    if !domain.contains('.') || domain.starts_with('.') || domain.ends_with('.') || domain.contains("..") {
        return Err(Fault::Layout("what follows the @ is not a domain such as name.org"));
    }
    if !text.is_ascii() {
        return Err(Fault::Layout("there is a letter in it that addresses cannot have"));
    }
    let options = email_address::Options::default().with_required_tld().without_display_text();
    match email_address::EmailAddress::parse_with_options(text, options) {
        Ok(_) => Ok(()),
        Err(_) => Err(Fault::Layout("it is not name@domain")),
    }
}

/// Where one is in a usual address.
#[derive(Clone, Copy)]
enum At {
    /// In front of the @, at the start or behind a dot.
    Name,
    InName,
    /// Behind the @.
    Domain,
    InDomain,
    /// Behind a hyphen in the first part of the domain.
    Hyphen,
    /// Behind a dot of the domain.
    Label,
    /// Behind the only letter of a later part.
    Letter,
    InLabel,
    HyphenInLabel,
    /// In something that only the full grammar can tell.
    Elsewhere,
}

/// Where each kind of sign leads to: a letter or digit, an underscore or plus, a hyphen, a dot, an @, any other.
static STEPS: [[At; 6]; 10] = {
    use At::{Domain, Elsewhere as No, Hyphen, HyphenInLabel, InDomain, InLabel, InName, Label, Letter, Name};
    [
        [InName, InName, InName, No, No, No],
        [InName, InName, InName, Name, Domain, No],
        [InDomain, No, No, No, No, No],
        [InDomain, No, Hyphen, Label, No, No],
        [InDomain, No, Hyphen, No, No, No],
        [Letter, No, No, No, No, No],
        [InLabel, No, HyphenInLabel, Label, No, No],
        [InLabel, No, HyphenInLabel, Label, No, No],
        [InLabel, No, HyphenInLabel, No, No, No],
        [No; 6],
    ]
};

/// The column of [`STEPS`] that a byte has.
const fn kind(byte: u8) -> usize {
    match byte {
        letter if letter.is_ascii_alphanumeric() => 0,
        b'_' | b'+' => 1,
        b'-' => 2,
        b'.' => 3,
        b'@' => 4,
        _ => 5,
    }
}

/// Six bits a place: the ten of [`At`] fit into one number.
const PLACE: u64 = 6;

/// [`STEPS`] by byte: at the bits of each place, the bits of the place that the byte leads to. A step is then one
/// shift, and the next one does not wait for memory.
static LEADS: [u64; 256] = {
    let mut leads = [0; 256];
    let mut byte = 0;
    while byte < leads.len() {
        let mut at = 0;
        while at < STEPS.len() {
            leads[byte] |= (STEPS[at][kind(byte as u8)] as u64 * PLACE) << (at as u64 * PLACE);
            at += 1;
        }
        byte += 1;
    }
    leads
};

/// Letters, digits and the commonest signs before the @, and a plain domain behind it: nearly every address
/// there is, told without the full grammar.
fn is_usual_email(bytes: &[u8]) -> bool {
    // In so short an address, no part is longer than it may be.
    if bytes.len() > 64 {
        return false;
    }
    // What is above the bits of the place is cut off at the next step only: a shift takes six bits of its count.
    let step = |at: u64, byte: &u8| LEADS[usize::from(*byte)] >> (at & 63);
    let ended = bytes.iter().fold(At::Name as u64 * PLACE, step);
    ended & 63 == At::InLabel as u64 * PLACE
}

pub const WEB_ADDRESS: Format = Format {
    name: "web-address",
    words: "a web address",
    standard: "RFC 3986 URI with the scheme http or https",
    example: "https://thistledown.example/accessions",
    judge: web_address,
};

fn web_address(text: &str) -> Result<(), Fault> {
    let scheme = |name: &str| text.get(..name.len()).filter(|head| head.eq_ignore_ascii_case(name));
    let Some(head) = scheme("https://").or_else(|| scheme("http://")) else {
        return Err(Fault::Layout("it does not begin with https:// or http://"));
    };
    let rest = &text[head.len()..];
    let host = rest.split(['/', '?', '#']).next().unwrap_or_default();
    let host = host.rsplit_once('@').map_or(host, |(_, host)| host);
    let (name, port) = host.split_once(':').map_or((host, None), |(name, port)| (name, Some(port)));
    if port.is_some_and(|port| port.parse::<u16>().is_err()) {
        return Err(Fault::Layout("the port after the : is not a number up to 65535"));
    }
    let label_fits = |label: &str| {
        !label.is_empty()
            && label.len() <= 63
            && !label.starts_with('-')
            && !label.ends_with('-')
            && label.bytes().all(|byte| byte.is_ascii_alphanumeric() || byte == b'-')
    };
    if !name.contains('.') || !name.split('.').all(label_fits) {
        return Err(Fault::Layout("there is no site name such as www.name.org in it"));
    }
    let fits = |byte: u8| byte.is_ascii_alphanumeric() || b"-._~:/?#[]@!$&'()*+,;=%".contains(&byte);
    if rest.bytes().all(fits) {
        Ok(())
    } else {
        Err(Fault::Layout("there is a character in it that web addresses cannot have"))
    }
}

pub const PHONE: Format = Format {
    name: "phone",
    words: "an international phone number",
    standard: "ITU-T E.164: +, country code, up to 15 digits in all",
    example: "+441632960123",
    judge: phone,
};

fn phone(text: &str) -> Result<(), Fault> {
    let Some(digits) = text.strip_prefix('+') else {
        return Err(Fault::Layout("it does not begin with + and the country code"));
    };
    if !digits.bytes().all(|byte| byte.is_ascii_digit()) {
        return Err(Fault::Layout("after the + only digits are allowed, without spaces or signs"));
    }
    if digits.starts_with('0') {
        return Err(Fault::Layout("no country code begins with 0"));
    }
    if (7..=15).contains(&digits.len()) { Ok(()) } else { Err(Fault::Layout("it needs 7 to 15 digits")) }
}

pub const UUID: Format = Format {
    name: "uuid",
    words: "a UUID",
    standard: "RFC 9562: 32 hexadecimal digits as 8-4-4-4-12",
    example: "0190c2a5-7a5e-7cc1-9d5a-3f8f2a6b1c4d",
    judge: uuid,
};

fn uuid(text: &str) -> Result<(), Fault> {
    let fits = text.len() == 36
        && text.bytes().enumerate().all(|(at, byte)| match at {
            8 | 13 | 18 | 23 => byte == b'-',
            _ => byte.is_ascii_hexdigit(),
        });
    if fits { Ok(()) } else { Err(Fault::Layout("it is not 8-4-4-4-12 digits from 0 to 9 and a to f")) }
}

pub const ISO_DATE: Format = Format {
    name: "iso-date",
    words: "an ISO date",
    standard: "ISO 8601-1 calendar date, extended format: yyyy-mm-dd",
    example: "2026-03-05",
    judge: |text| with_pattern(text, "yyyy-mm-dd"),
};

pub const ISO_DATETIME: Format = Format {
    name: "iso-datetime",
    words: "an ISO date with a time",
    standard: "ISO 8601-1 date and time of day, extended format: yyyy-mm-ddThh:mm:ss",
    example: "2026-03-05T14:30:00",
    judge: |text| with_pattern(text, "yyyy-mm-ddThh:mm:ss"),
};

fn with_pattern(text: &str, date_pattern: &str) -> Result<(), Fault> {
    use crate::cell::date::TypeError;
    let Ok(compiled) = DatePattern::compile(date_pattern) else {
        return Ok(());
    };
    match compiled.read(text) {
        Ok(_) => Ok(()),
        Err(TypeError::Form) => Err(Fault::Layout("it is not written as ISO 8601 writes it, year first")),
        Err(TypeError::NoSuch) => Err(Fault::Layout("the calendar has no such day, or the clock no such time")),
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(5_000))]
        /// What is told without the full grammar conforms to it.
        #[test]
        fn a_usual_email_conforms_to_the_full_grammar(text in "[a-c0.+_-]{0,6}@?[a-c0._-]{0,4}[.@][a-c.-]{0,3}") {
            let options = email_address::Options::default().with_required_tld().without_display_text();
            let conforms = email_address::EmailAddress::parse_with_options(&text, options).is_ok();
            prop_assert!(conforms || !is_usual_email(text.as_bytes()), "{}", text);
        }
    }

    #[test]
    fn plain_emails_are_usual() {
        for text in ["a@b.org", "first.last+x_y-z@sub-domain.thistledown.example", "9@8.co"] {
            assert!(is_usual_email(text.as_bytes()), "{text}");
        }
        for text in ["a@b", "a..b@c.org", ".a@b.org", "a.@b.org", "a@-b.org", "a@b-.org", "a@b.c", "a@b..org", "@b.org"]
        {
            assert!(!is_usual_email(text.as_bytes()), "{text}");
        }
    }
}
