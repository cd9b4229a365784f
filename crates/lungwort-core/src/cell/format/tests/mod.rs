//! Every format, with values that conform and values that do not and why.

use super::*;

fn judged(name: &str, value: &str) -> Result<(), Fault> {
    (Format::named(name).unwrap().judge)(value)
}

fn conform(name: &str, values: &[&str]) {
    for value in values {
        assert_eq!(judged(name, value), Ok(()), "{name} {value}");
    }
}

fn wrong_digit(name: &str, values: &[&str]) {
    for value in values {
        assert_eq!(judged(name, value), Err(Fault::CheckDigit), "{name} {value}");
    }
}

fn wrong_layout(name: &str, values: &[&str]) {
    for value in values {
        assert!(matches!(judged(name, value), Err(Fault::Layout(_))), "{name} {value}: {:?}", judged(name, value));
    }
}

#[test]
fn names_are_unique_and_examples_conform() {
    let mut names: Vec<_> = ALL.iter().map(|format| format.name).collect();
    names.sort_unstable();
    names.dedup();
    assert_eq!(names.len(), ALL.len());
    for format in ALL {
        assert_eq!((format.judge)(format.example), Ok(()), "{}", format.name);
        assert!((format.judge)("").is_err() && (format.judge)("é").is_err(), "{}", format.name);
    }
}

#[test]
fn one_wrong_digit_is_noticed_where_the_standard_has_a_check_digit() {
    let with_check_digit = [
        "iban", "luhn", "lei", "orcid", "isni", "gtin-8", "gtin-12", "gtin-13", "gtin-14", "isbn-10", "isbn-13",
        "issn", "isin", "cusip", "imei", "iso-6346",
    ];
    for name in with_check_digit {
        let format = Format::named(name).unwrap();
        let at = format.example.rfind(|each: char| each.is_ascii_digit()).unwrap();
        let mut bytes = format.example.as_bytes().to_vec();
        bytes[at] = if bytes[at] == b'9' { b'0' } else { bytes[at] + 1 };
        let wrong = String::from_utf8(bytes).unwrap();
        assert_eq!((format.judge)(&wrong), Err(Fault::CheckDigit), "{name} {wrong}");
    }
}

#[test]
fn emails() {
    conform(
        "email",
        &[
            "a@b.org",
            "first.last+tag@sub.example.org",
            "o'neill@x.example",
            "x_y-z@a-b.example",
            "UPPER@EXAMPLE.ORG",
            "1@2.example",
            "a!#$%&*@b.example",
        ],
    );
    wrong_layout(
        "email",
        &[
            "plain", "a@b", "a@@b.org", "a b@c.org", "a@b c.org", ".a@b.org", "a.@b.org", "a..b@c.org", "@b.org", "a@",
            "a@b..org", "a@-b.org", "a@b-.org", "a@.org", "a@org.", "ä@b.org", "a@b.org,c@d.org", "a@b.org;",
            "<a@b.org>", "A <a@b.org>", "a@b_c.org", "a@[192.0.2.1]",
        ],
    );
}

#[test]
fn web_addresses() {
    conform(
        "web-address",
        &[
            "https://a.example",
            "HTTP://a.example:8080/x?y=z#q",
            "https://user@a.example/",
            "https://a-b.c.example/a%20b",
            "http://192.0.2.1/",
        ],
    );
    wrong_layout(
        "web-address",
        &[
            "a.example", "www.a.example", "ftp://a.example", "https://", "https://a", "https://a.example/x y",
            "https://-a.example", "https://a..example", "https://a.example:99999", "https://ä.example",
            "https://a.example/<x>",
        ],
    );
}

#[test]
fn phones() {
    conform("phone", &["+441632960123", "+1234567", "+123456789012345"]);
    wrong_layout(
        "phone",
        &[
            "0441632960123", "+44 1632 960123", "+44(0)1632960123", "+0441632960123", "+12345", "+1234567890123456",
            "+", "++441632960123",
        ],
    );
}

#[test]
fn uuids_and_iso_dates() {
    conform("uuid", &["0190c2a5-7a5e-7cc1-9d5a-3f8f2a6b1c4d", "00000000-0000-0000-0000-000000000000"]);
    wrong_layout(
        "uuid",
        &["0190c2a57a5e7cc19d5a3f8f2a6b1c4d", "0190c2a5-7a5e-7cc1-9d5a-3f8f2a6b1c4g", "{0190c2a5-7a5e}"],
    );
    conform("iso-date", &["2026-03-05", "2024-02-29"]);
    wrong_layout("iso-date", &["05/03/2026", "2026-3-5", "2026-02-29", "20260305"]);
    conform("iso-datetime", &["2026-03-05T14:30:00"]);
    wrong_layout("iso-datetime", &["2026-03-05 14:30:00", "2026-03-05T24:30:00", "2026-03-05"]);
}

#[test]
fn ibans_and_bics() {
    conform(
        "iban",
        &["GB33BUKB20201555555555", "GB33 BUKB 2020 1555 5555 55", "DE75512108001245126199", "NO8330001234567"],
    );
    wrong_digit("iban", &["GB34BUKB20201555555555", "DE75512108001245126198"]);
    wrong_layout("iban", &["gb33bukb20201555555555", "GB", "GB33BUKB"]);
    conform("bic", &["THSDGB2LXXX", "DEUTDEFF", "ABCDXK22"]);
    wrong_layout("bic", &["THSDGB2", "THSDQQ2LXXX", "thsdgb2lxxx", "THSDGB2LXX", "THSD GB2L"]);
}

#[test]
fn luhn_and_lei() {
    conform("luhn", &["79927398713", "4111 1111 1111 1111", "0000-0000"]);
    wrong_digit("luhn", &["79927398710", "4111111111111112"]);
    wrong_layout("luhn", &["1", "7992739871x"]);
    conform("lei", &["5493001KJTIIGC8Y1R12"]);
    wrong_digit("lei", &["5493001KJTIIGC8Y1R13"]);
    wrong_layout("lei", &["5493001KJTIIGC8Y1R1", "5493001kjtiigc8y1r12", "5493001KJTIIGC8Y1RAB"]);
}

#[test]
fn orcid_and_isni() {
    conform("orcid", &["0000-0002-1825-0097", "0000-0001-5109-3700", "0000-0002-1694-233X"]);
    wrong_digit("orcid", &["0000-0002-1825-0098", "0000-0002-1694-2339"]);
    conform("orcid", &["0000000218250097"]);
    wrong_layout("orcid", &["0000 0002 1825 0097", "0000-0002-1825-009", "0000-0002-1825-00x7"]);
    conform("isni", &["0000 0001 2103 2683", "0000000121032683"]);
    wrong_digit("isni", &["0000 0001 2103 2684"]);
    wrong_layout("isni", &["0000-0001-2103-2683", "000000012103268"]);
}

#[test]
fn article_numbers() {
    conform("gtin-8", &["96385074"]);
    conform("gtin-12", &["036000291452"]);
    conform("gtin-13", &["4006381333931", "0012345678905"]);
    conform("gtin-14", &["10012345678902"]);
    conform("gtin", &["96385074", "036000291452", "4006381333931", "10012345678902"]);
    wrong_digit("gtin", &["96385075", "036000291453", "4006381333932", "10012345678903", "4006381339331"]);
    wrong_layout("gtin", &["9638507", "40063813339310000", "400638133393X"]);
    wrong_layout("gtin-13", &["036000291452", "4006381-333931"]);
}

#[test]
fn securities_devices_and_containers() {
    conform("isin", &["US0378331005", "GB0002634946", "DE000BAY0017"]);
    wrong_digit("isin", &["US0378331006"]);
    wrong_layout("isin", &["us0378331005", "US037833100", "US037833100X"]);
    conform("cusip", &["037833100", "38259P508", "17275R102"]);
    wrong_digit("cusip", &["037833101"]);
    wrong_layout("cusip", &["03783310", "03783310A", "03783310é"]);
    conform(
        "vat-number",
        &[
            "ATU13585627", "BE0428759497", "DE136695976", "EL094259216", "FR83404833048", "IT00743110157",
            "PL8567346215", "SE123456789701",
        ],
    );
    wrong_digit("vat-number", &["BE0428759498", "DE136695977", "FR84404833048", "PL8567346216"]);
    wrong_layout(
        "vat-number",
        &["GB999999973", "US123456789", "DE13669597", "de136695976", "DE 136695976", "DE1366959765", "DEABCDEFGHI"],
    );
    conform("imei", &["490154203237518"]);
    wrong_digit("imei", &["490154203237519"]);
    wrong_layout("imei", &["49015420323751", "49-015420-323751-8"]);
    conform("iso-6346", &["CSQU3054383", "TOLU4734787"]);
    wrong_digit("iso-6346", &["CSQU3054384"]);
    wrong_layout("iso-6346", &["CSQA3054383", "CSQU305438", "csqu3054383"]);
}

#[test]
fn formats_that_are_printed_in_groups() {
    let format = |name: &str| Format::named(name).unwrap();
    assert_eq!(format("iban").printed("NO8330001234567").as_deref(), Some("NO83 3000 1234 567"));
    assert_eq!(format("issn").printed("20493630").as_deref(), Some("2049-3630"));
    assert!(format("orcid").is_printed("0000-0002-1825-0097") && !format("orcid").is_printed("0000000218250097"));
    assert!(format("isbn").is_printed("978-0-306-40615-7"));
    assert!(both_ways().all(|name| Format::named(name).is_some()));
}

#[test]
fn publications() {
    conform("isbn-10", &["0-306-40615-2", "080442957X", "0 306 40615 2"]);
    conform("isbn-13", &["978-0-306-40615-7", "9791034700127"]);
    conform("isbn", &["0306406152", "9780306406157"]);
    wrong_digit("isbn", &["0306406153", "9780306406158"]);
    wrong_layout("isbn-13", &["9770306406157", "978030640615", "0306406152"]);
    wrong_layout("isbn-10", &["030640615", "03064061X2"]);
    conform("issn", &["2049-3630", "0000-006X"]);
    wrong_digit("issn", &["2049-3631"]);
    conform("issn", &["20493630"]);
    wrong_layout("issn", &["2049 3630", "2049-363", "204-93630"]);
}
