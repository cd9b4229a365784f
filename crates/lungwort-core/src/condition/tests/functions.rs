//! The functions and the logic at their edges, and conditions read back in full.

use super::*;

/// What a condition comes to for one row of `a`, `b` (texts), `n`, `m` (numbers), `from_day`, `till_day`, `ok`.
fn value(source: &str, row: &[Value<'static>; 7]) -> Truth {
    let condition = Condition::compile(source, &Sheet).unwrap_or_else(|mistakes| panic!("{source}: {mistakes:?}"));
    condition.judge(&ListedRow { values: row, today: TODAY })
}

fn row() -> [Value<'static>; 7] {
    [
        Value::Text("Ångström".into()),
        Value::Text("50% off_peak".into()),
        Value::Number(Decimal::new(-75, 1)),
        Value::Number(Decimal::new(3, 0)),
        Value::Date(date(2024, 1, 31)),
        Value::Date(date(2024, 2, 29)),
        Value::YesNo(false),
    ]
}

fn all_true(sources: &[&str]) {
    for source in sources {
        assert_eq!(value(source, &row()), Truth::True, "{source}");
    }
}

#[test]
fn texts_are_counted_in_characters() {
    all_true(&[
        "CHAR_LENGTH(a) = 8",
        "CHARACTER_LENGTH(a) = 8",
        "UPPER(a) = 'ÅNGSTRÖM'",
        "LOWER(a) = 'ångström'",
        "SUBSTRING(a FROM 2 FOR 3) = 'ngs'",
        "SUBSTRING(a FROM 7) = 'öm' OR SUBSTRING(a FROM 7) = 'm' OR CHAR_LENGTH(SUBSTRING(a FROM 7)) = 2",
        "SUBSTRING(a FROM 0 FOR 2) = 'Å'",
        "SUBSTRING(a FROM -5 FOR 3) = ''",
        "SUBSTRING(a FROM 99) = ''",
        "POSITION('gst' IN a) = 3",
        "POSITION('zzz' IN a) = 0",
        "POSITION('' IN a) = 1",
        "TRIM('  a b ') = 'a b'",
        "TRIM(LEADING ' ' FROM '  a ') = 'a '",
        "TRIM(TRAILING ' ' FROM '  a ') = '  a'",
        "a || '-' || b = 'Ångström-50% off_peak'",
    ]);
}

#[test]
fn patterns_are_anchored_and_can_be_escaped() {
    all_true(&[
        "a LIKE '%'",
        "a LIKE 'Ångstr_m'",
        "a NOT LIKE 'ngstr%'",
        "a NOT LIKE 'Ångstr__m'",
        "b LIKE '50!% off!_peak' ESCAPE '!'",
        "b NOT LIKE '50! %' ESCAPE '!'",
        "b LIKE '%off_peak'",
        "'a.c' LIKE 'a.c' AND 'abc' NOT LIKE 'a.c'",
    ]);
}

#[test]
fn numbers_are_exact() {
    all_true(&[
        "n * 2 = -15",
        "n + m = -4.5 AND n - m = -10.5",
        "n / m = -2.5",
        "-n = 7.5",
        "+m = 3",
        "ABS(n) = 7.5",
        "ROUND(n) = -8 AND ROUND(2.5) = 3 AND ROUND(-2.5) = -3",
        "ROUND(2.345, 2) = 2.35",
        "0.1 + 0.2 = 0.3",
        "1.10 = 1.1",
        "m BETWEEN 3 AND 3 AND m NOT BETWEEN 4 AND 5",
        "m IN (1, 2, 3.0) AND m NOT IN (1, 2)",
        "1 / 3 * 3 < 1",
    ]);
    for source in ["m / 0 > 1", "79228162514264337593543950335 * 10 > 1"] {
        assert_eq!(value(source, &row()), Truth::Unknown, "{source}");
    }
}

#[test]
fn days_follow_the_calendar() {
    all_true(&[
        "from_day + INTERVAL '1' MONTH = till_day",
        "till_day + INTERVAL '1' YEAR = DATE '2025-02-28'",
        "till_day - INTERVAL '1' DAY = DATE '2024-02-28'",
        "from_day + INTERVAL '2' WEEK = DATE '2024-02-14'",
        "till_day - from_day = 29",
        "from_day - till_day = -29",
        "EXTRACT(YEAR FROM till_day) = 2024 AND EXTRACT(MONTH FROM till_day) = 2 AND EXTRACT(DAY FROM till_day) = 29",
        "CURRENT_DATE = DATE '2026-11-23'",
        "from_day < TIMESTAMP '2024-01-31 00:01'",
        "from_day = TIMESTAMP '2024-01-31 00:00'",
        "TIME '09:30' < TIME '17:00' AND EXTRACT(MINUTE FROM TIME '09:30') = 30",
    ]);
    assert_eq!(value("from_day + INTERVAL '99999' YEAR > till_day", &row()), Truth::Unknown);
}

#[test]
fn three_valued_logic_is_that_of_the_standard() {
    let blank = [Value::Blank, Value::Blank, Value::Blank, Value::Blank, Value::Blank, Value::Blank, Value::Blank];
    let cases = [
        ("ok", Truth::Unknown),
        ("NOT ok", Truth::Unknown),
        ("ok AND FALSE", Truth::False),
        ("ok AND TRUE", Truth::Unknown),
        ("ok OR TRUE", Truth::True),
        ("ok OR FALSE", Truth::Unknown),
        ("ok IS TRUE", Truth::False),
        ("ok IS FALSE", Truth::False),
        ("ok IS NULL", Truth::True),
        ("a = a", Truth::Unknown),
        ("a IN ('x')", Truth::Unknown),
        ("n BETWEEN 1 AND 2", Truth::Unknown),
        ("a LIKE '%'", Truth::Unknown),
        ("CASE WHEN ok THEN 1 ELSE 2 END = 2", Truth::True),
        ("CASE WHEN ok THEN 1 END IS NULL", Truth::True),
        ("COALESCE(a, b) IS NULL", Truth::True),
        ("COALESCE(n, 5) = 5", Truth::True),
        ("CHAR_LENGTH(a) > 1", Truth::Unknown),
        ("a || 'x' IS NULL", Truth::True),
    ];
    for (source, expected) in cases {
        assert_eq!(value(source, &blank), expected, "{source}");
    }
}

#[test]
fn what_cannot_be_read_is_unknown_and_not_blank() {
    let unreadable = [(); 7].map(|()| Value::Unreadable);
    for source in ["a = 'x'", "n > 1", "till_day >= from_day", "ok", "n + 1 > 1", "CHAR_LENGTH(a) > 1"] {
        assert_eq!(value(source, &unreadable), Truth::Unknown, "{source}");
    }
    for source in ["a IS NOT NULL", "(n + 1) IS NOT NULL", "UPPER(a) IS NOT NULL", "(a || 'x') IS NOT NULL"] {
        assert_eq!(value(source, &unreadable), Truth::True, "{source}");
    }
}

#[test]
fn everything_can_be_said() {
    let cases = [
        ("n <> 3", "Seeds must not be 3"),
        ("NOT (n < 3)", "Seeds must be at least 3"),
        ("n NOT IN (1, 2)", "Seeds must not be one of 1, 2"),
        ("n IN (1)", "Seeds must be 1"),
        ("a LIKE '%x'", "A must be a text that ends with \"x\""),
        ("a LIKE '%x%'", "A must be a text that contains \"x\""),
        ("a LIKE 'x_y'", "A must be like \"x_y\""),
        ("a IS NULL", "A must be blank"),
        ("a IS NOT NULL", "A must be filled"),
        ("a <> b", "A must not be the same as B"),
        ("till_day > CURRENT_DATE - INTERVAL '2' WEEK", "Received on must be after 2 weeks before today"),
        ("till_day - from_day <= 30", "the days from Collected on to Received on must be at most 30"),
        ("CHAR_LENGTH(a) >= 3", "the number of characters of A must be at least 3"),
        ("UPPER(a) = a", "A in capitals must be the same as A"),
        ("n * 2 < m", "Seeds × 2 must be less than Weight"),
        ("COALESCE(n, m) > 0", "Seeds, or if blank Weight must be more than 0"),
        (
            "(n > 1 OR m > 1) AND ok",
            "(Seeds must be more than 1 or Weight must be more than 1) and Organic must be yes",
        ),
        ("a IS NULL OR b IS NULL OR a <> b", "where A and B are filled, A must not be the same as B"),
        ("EXTRACT(YEAR FROM from_day) = 2026", "the year of Collected on must be 2026"),
        ("CASE WHEN ok THEN n ELSE m END > 1", "Seeds if Organic is yes, otherwise Weight must be more than 1"),
    ];
    for (source, sentence) in cases {
        assert_eq!(Condition::compile(source, &Sheet).unwrap().say_must(&Sheet), sentence, "{source}");
    }
    assert_eq!(
        Condition::compile("ok AND n > 1", &Sheet).unwrap().say(&Sheet),
        "Organic is yes and Seeds is more than 1"
    );
}

#[test]
fn what_the_subset_leaves_out_is_refused_where_it_stands() {
    for source in [
        "n IN (SELECT 1)",
        "EXISTS (SELECT 1)",
        "CAST(a AS INTEGER) = 1",
        "n % 2 = 0",
        "a ILIKE 'x'",
        "a SIMILAR TO 'x'",
        "n = ANY(1)",
        "a = ?",
        "n > 1; n < 3",
        "(n > 1",
        "n >",
        "'x",
        "",
        "   ",
        "TRIM(LEADING 'x' FROM a) = 'x'",
        "EXTRACT(WEEK FROM from_day) = 1",
        "EXTRACT(HOUR FROM from_day) = 1",
        "from_day + from_day = from_day",
        "a || n = 'x'",
        "CASE WHEN ok THEN 1 ELSE 'x' END = 1",
        "COALESCE(a, n) = 'x'",
        "a BETWEEN 1 AND 2",
        "UPPER(a, b) = 'x'",
        "INTERVAL '1' HOUR > INTERVAL '1' DAY",
        "COUNT(*) > 1",
    ] {
        let mistakes = Condition::compile(source, &Sheet).expect_err(source);
        assert!(
            mistakes.iter().all(|mistake| mistake.span.end <= source.len() && !mistake.message.is_empty()),
            "{source}"
        );
    }
    let deep = format!("{}n > 1{}", "(".repeat(500), ")".repeat(500));
    let mistakes = Condition::compile(&deep, &Sheet).expect_err("too deep");
    assert!(mistakes[0].message.contains("nested too deeply"), "{}", mistakes[0].message);
}
