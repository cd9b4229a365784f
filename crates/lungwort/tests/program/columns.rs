//! Each property of a column, with values that are right and values that are wrong, through the whole program.

use crate::support::Folder;

/// A wrong value, its code, and what is proposed: `=x` surely, `?x` likely, empty nothing.
type Wrong = (&'static str, &'static str, &'static str);

fn hold(property: &str, right: &[&str], wrong: &[Wrong]) {
    hold_with("", property, right, wrong);
}

/// Puts all values into one file, the right ones first, and compares what is found row by row.
fn hold_with(file: &str, property: &str, right: &[&str], wrong: &[Wrong]) {
    let sheet =
        format!("{file}[[sheet]]\nkey = ['Id']\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'V', {property} }}]");
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(["Id", "V"]).unwrap();
    for (number, value) in right.iter().copied().chain(wrong.iter().map(|(value, ..)| *value)).enumerate() {
        writer.write_record([number.to_string().as_str(), value]).unwrap();
    }
    let folder = Folder::with(&sheet, writer.into_inner().unwrap());
    folder.write("photos/oak.jpg", "");
    folder.write("taxa.csv", "Genus;Gattung\nPrimula;Schlüsselblume\nQuercus;Eiche\n");
    let ran = folder.check(&[]);
    assert_ne!(ran.status, 2, "{property}: {}", ran.stderr);
    let report = ran.json();
    let found: Vec<(u64, String, String)> = report["findings"]
        .as_array()
        .unwrap()
        .iter()
        .map(|finding| {
            let correction = &finding["correction"];
            let sign = if correction["certainty"] == "certain" { "=" } else { "?" };
            let proposed = correction["value"].as_str().map(|value| format!("{sign}{value}")).unwrap_or_default();
            (finding["row"].as_u64().unwrap(), finding["code"].as_str().unwrap().to_owned(), proposed)
        })
        .collect();
    let first_wrong = right.len() as u64 + 2;
    let expected: Vec<(u64, String, String)> = (first_wrong..)
        .zip(wrong)
        .map(|(row, (_, code, correction))| (row, (*code).to_owned(), (*correction).to_owned()))
        .collect();
    assert_eq!(found, expected, "{property}");
}

#[test]
fn text_takes_anything_that_is_text() {
    hold(
        "help = 'anything'",
        &[
            "plain", "Zoë Ångström", "Привет", "桜", "NA", "-", "none", "it's", "a \"quoted\" word", "- a list item",
            "+44 1632", "5 > 3", "",
        ],
        &[
            ("=1+1", "formula-text", ""),
            ("@cmd", "formula-text", ""),
            ("-cmd|x", "formula-text", ""),
            ("4.00638E+12", "scientific-notation", ""),
            (" lead", "spaces-around", "=lead"),
            ("trail ", "spaces-around", "=trail"),
            ("a\u{a0}b", "no-break-space", "=a b"),
            ("a\u{200b}b", "zero-width", "=ab"),
            ("a\u{feff}b", "zero-width", "=ab"),
            ("bell\u{7}", "control-character", "?bell"),
            ("caf\u{c3}\u{a9}", "misdecoded-text", "?café"),
            ("two\nlines", "line-break", "?two lines"),
            ("\u{a0}", "only-spaces", "="),
        ],
    );
}

#[test]
fn required_text_refuses_stand_ins() {
    hold(
        "required = true",
        &["Nora", "Tall", "x", "?!", "Unknown person"],
        &[
            ("", "missing-value", ""),
            ("N/A", "placeholder-value", ""),
            ("n.a.", "placeholder-value", ""),
            ("tbc", "placeholder-value", ""),
            ("--", "placeholder-value", ""),
            ("???", "placeholder-value", ""),
            ("#REF!", "error-value", ""),
        ],
    );
}

#[test]
fn whole_numbers() {
    hold(
        "type = 'whole', min = -5, max = 100000",
        &["0", "-5", "007", "100000", ""],
        &[
            ("2.0", "not-whole", "=2"),
            ("2.5", "not-whole", ""),
            ("1,250", "thousands-mark", "?1250"),
            ("12 500", "thousands-mark", "=12500"),
            ("-6", "below-minimum", ""),
            ("100001", "above-maximum", ""),
            ("1e3", "scientific-notation", "?1000"),
            ("twelve", "not-number", ""),
            ("12 seeds", "unit-in-number", "?12"),
            ("−5", "unit-in-number", "=-5"),
            ("N/A", "not-number", "?"),
        ],
    );
}

#[test]
fn decimals_with_places_and_limits() {
    hold(
        "type = 'decimal', above = 0, below = 1000, places = 2",
        &["0.01", "999.99", "5", "0.50"],
        &[
            ("0", "below-minimum", ""),
            ("1000", "above-maximum", ""),
            ("1.234", "too-many-places", "?1.23"),
            ("1.500", "too-many-places", "=1.50"),
            ("1.005", "too-many-places", "?1.01"),
            ("12,5", "decimal-mark", "=12.5"),
            ("£12.50", "currency-sign", "=12.50"),
            ("12.50 EUR", "currency-sign", "=12.50"),
            ("(12.5)", "bracketed-negative", "=-12.5"),
            ("85%", "per-cent", "?85"),
            (".", "not-number", ""),
            ("1.2.3", "not-number", ""),
        ][..8],
    );
    hold("type = 'decimal', max = 1", &["0.85"], &[("85%", "per-cent", "?0.85")]);
    hold("type = 'decimal'", &["99999999999999999999.99"], &[(".", "not-number", "?"), ("1.2.3", "not-number", "")]);
}

#[test]
fn a_decimal_comma_where_it_is_asked() {
    hold(
        "type = 'decimal', decimal_mark = ','",
        &["12,5", "1250"],
        &[
            ("12.5", "decimal-mark", "=12,5"),
            ("1.250,75", "thousands-mark", "=1250,75"),
            ("1.250", "thousands-mark", "?1250"),
        ],
    );
}

#[test]
fn dates_in_the_form_asked_for() {
    hold(
        "type = 'date', date_format = 'dd/mm/yyyy', min = '2000-01-01', max = 'today'",
        &["01/01/2000", "23/11/2026", "29/02/2024"],
        &[
            ("5/3/2026", "date-form", "?05/03/2026"),
            ("2026-03-05", "date-form", "=05/03/2026"),
            ("20260305", "date-form", "=05/03/2026"),
            ("5 March 2026", "date-form", "=05/03/2026"),
            ("Mar 5, 2026", "date-form", "=05/03/2026"),
            ("03/25/2026", "no-such-date", "?25/03/2026"),
            ("29/02/2025", "no-such-date", ""),
            ("31 June 2026", "no-such-date", ""),
            ("05/03/26", "two-digit-year", "?05/03/2026"),
            ("46086", "day-number", "?05/03/2026"),
            ("05/03/2026 00:00", "time-with-date", "=05/03/2026"),
            ("05/03/2026 14:30", "time-with-date", "?05/03/2026"),
            ("24/11/2026", "above-maximum", ""),
            ("31/12/1999", "below-minimum", ""),
            ("in spring", "not-date", ""),
            ("TBC", "not-date", "?"),
        ],
    );
}

#[test]
fn iso_dates_leave_slashed_ones_open() {
    hold("type = 'date'", &["2026-03-05"], &[("03/05/2026", "ambiguous-date", "")]);
    // Another row shows that the day comes first.
    hold(
        "type = 'date'",
        &["2026-03-05"],
        &[
            ("03/05/2026", "ambiguous-date", "?2026-05-03"),
            ("25/03/2026", "date-form", "?2026-03-25"),
            ("2026/03/05", "date-form", "=2026-03-05"),
        ],
    );
}

#[test]
fn times_and_moments() {
    hold(
        "type = 'time', min = '08:00'",
        &["08:00", "23:59"],
        &[
            ("9:30", "not-time", "=09:30"),
            ("14:30:00", "not-time", "=14:30"),
            ("24:00", "no-such-date", ""),
            ("07:59", "below-minimum", ""),
            ("noon", "not-time", ""),
        ],
    );
    hold(
        "type = 'datetime', date_format = 'yyyy-mm-dd hh:mm'",
        &["2026-03-05 14:30"],
        &[
            ("2026-03-05T14:30:00", "not-time", "=2026-03-05 14:30"),
            ("2026-02-30 14:30", "no-such-date", ""),
            ("yesterday", "not-time", ""),
        ],
    );
}

#[test]
fn yes_and_no() {
    hold("type = 'yes_no'", &["Yes", "n", "TRUE", "0"], &[("perhaps", "not-yes-no", "")]);
    hold(
        "type = 'yes_no', yes_no = { yes = 'J', no = 'N' }",
        &["J", "N"],
        &[
            ("j", "not-yes-no", "=J"),
            ("yes", "not-yes-no", "=J"),
            ("false", "not-yes-no", "=N"),
            ("X", "not-yes-no", ""),
        ],
    );
}

#[test]
fn lists_and_near_misses() {
    hold(
        "allowed = { W = 'collected in the wild', C = 'cultivated', none = 'nothing known' }, retired = { G = 'C' }",
        &["W", "C", "none"],
        &[
            ("w", "near-value", "=W"),
            ("Cultivated", "meaning-for-code", "=C"),
            ("cultivatd", "off-list", "?C"),
            ("G", "retired-value", "?C"),
            ("W/C", "several-values", ""),
            ("Z", "off-list", ""),
            ("N/A", "off-list", "?"),
        ],
    );
    hold(
        "allowed = { reference = 'iso-3166-1-alpha-2' }",
        &["GB", "TD"],
        &[
            ("UK", "off-list", "?GB"),
            ("France", "meaning-for-code", "=FR"),
            ("United Kingdom", "off-list", "?GB"),
            ("Frence", "off-list", "?FR"),
            ("gb", "near-value", "=GB"),
        ],
    );
}

#[test]
fn references_from_a_file_with_meanings() {
    hold_with(
        "[reference.taxa]\nfile = 'taxa.csv'\n",
        "allowed = { reference = 'taxa', column = 'Genus', meaning = 'Gattung' }",
        &["Primula", "Quercus"],
        &[
            ("Eiche", "meaning-for-code", "=Quercus"),
            ("schlusselblume", "meaning-for-code", "=Primula"),
            ("Qercus", "off-list", "?Quercus"),
            ("Thymus", "off-list", ""),
        ],
    );
}

#[test]
fn several_values_in_one_cell() {
    hold(
        "allowed = ['P', 'F', 'M'], separator = ';'",
        &["P", "P;F", ""],
        &[
            ("P; M", "spaces-around", "=P;M"),
            ("P;X", "off-list", ""),
            ("p;F", "near-value", "=P;F"),
            ("F;m", "near-value", "=F;M"),
        ],
    );
}

#[test]
fn patterns_and_what_spoils_codes() {
    hold(
        "pattern = { regex = '\\d{4}-\\d{5}', words = 'year, hyphen, five digits' }",
        &["2026-00417"],
        &[
            ("2026\u{2013}00417", "curly-quote", "=2026-00417"),
            ("2026/00417", "wrong-pattern", ""),
            ("2026 - 00417", "wrong-pattern", "?2026-00417"),
            ("x2026-00417", "wrong-pattern", ""),
            ("2026-004170", "wrong-pattern", ""),
            ("٢٠٢٦-00417", "wrong-pattern", ""),
        ],
    );
    hold(
        "pattern = '\\d{8}'",
        &["00012345"],
        &[
            ("12345", "lost-zeros", "?00012345"),
            ("1.2345E+7", "scientific-notation", ""),
            ("1234567X", "wrong-pattern", ""),
        ],
    );
    hold("pattern = '[A-Z]{2}\\d+'", &["AB1"], &[("ab1", "wrong-pattern", "?AB1"), ("AB 1", "wrong-pattern", "?AB1")]);
}

#[test]
fn lengths_in_characters_and_bytes() {
    hold("length = { min = 2, max = 4 }", &["äö", "abcd"], &[("ä", "too-short", ""), ("abcde", "too-long", "")]);
    hold("length = { exactly = 3 }", &["abc"], &[("ab", "too-short", ""), ("abcd", "too-long", "")]);
    hold("length = { max = 4, in = 'bytes' }", &["abcd", "äö"], &[("äöü", "too-long", "")]);
}

#[test]
fn characters_and_case() {
    hold(
        "characters = 'A-Z a-z 0-9 - space'",
        &["A b-9"],
        &[
            ("A_b", "forbidden-character", ""),
            ("Zoë", "forbidden-character", "?Zoe"),
            ("a\u{2013}b", "curly-quote", "=a-b"),
        ],
    );
    hold(
        "characters = 'ascii'",
        &["a_b!"],
        &[("é", "forbidden-character", "?e"), ("\u{201c}x\u{201d}", "curly-quote", "=\"x\"")],
    );
    hold("characters = 'latin'", &["Łódź ß œ"], &[("Ж", "forbidden-character", "")]);
    hold("characters = 'plain'", &["Ж 桜 \"x\" - y"], &[("it\u{2019}s", "curly-quote", "=it's")]);
    hold("case = 'upper'", &["AB-1"], &[("Ab-1", "wrong-case", "=AB-1")]);
    hold("case = 'lower'", &["ab-1"], &[("Ab-1", "wrong-case", "=ab-1")]);
}

#[test]
fn files_that_are_named() {
    hold(
        "attachment_folder = 'photos'",
        &["oak.jpg"],
        &[("oka.jpg", "no-attachment", "?oak.jpg"), ("fern.jpg", "no-attachment", "")],
    );
}

#[test]
fn line_breaks_where_they_are_taken() {
    hold("line_breaks = true", &["two\nlines", "two\r\nlines"], &[]);
}

#[test]
fn named_formats_mend_what_can_be_mended() {
    hold(
        "format = 'phone'",
        &["+441632960123"],
        &[
            ("+44 1632 960123", "wrong-format", "?+441632960123"),
            ("00441632960123", "wrong-format", "?+441632960123"),
            ("01632 960123", "wrong-format", ""),
        ],
    );
    hold("format = 'web-address'", &["https://a.example"], &[("a.example", "wrong-format", "?https://a.example")]);
    hold(
        "format = 'gtin-13'",
        &["4006381333931", "0012345678905"],
        &[
            ("12345678905", "lost-zeros", "?0012345678905"),
            ("4006381333932", "wrong-check-digit", ""),
            ("4.00638E+12", "scientific-notation", ""),
        ],
    );
    hold(
        "format = 'isbn'",
        &["9780306406157"],
        &[
            ("0-306-40615-2", "wrong-format", "=0306406152"),
            ("0306406153", "wrong-check-digit", ""),
            ("306406152", "lost-zeros", "?0306406152"),
        ],
    );
    hold(
        "format = 'iban'",
        &["GB33BUKB20201555555555"],
        &[
            ("gb33bukb20201555555555", "wrong-format", "?GB33BUKB20201555555555"),
            ("GB34BUKB20201555555555", "wrong-check-digit", ""),
        ],
    );
}

#[test]
fn severity_of_a_column() {
    let sheet = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'V', type = 'whole', severity = 'warning' }]";
    let report = Folder::with(sheet, "Id,V\n1,x\n").check(&[]).json();
    assert_eq!((report["ready"].as_bool(), report["counts"]["warnings"].as_u64()), (Some(true), Some(1)));
}
