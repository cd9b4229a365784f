//! The functions and the logic at their edges, and conditions read back in full.

use proptest::prelude::*;

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
        "EXTRACT(ISODOW FROM till_day) = 4 AND EXTRACT(ISODOW FROM DATE '2026-11-29') = 7",
        "EXTRACT(ISODOW FROM TIMESTAMP '2026-11-30 00:00') = 1",
        "CURRENT_DATE = DATE '2026-11-23'",
        "from_day < TIMESTAMP '2024-01-31 00:01'",
        "from_day = TIMESTAMP '2024-01-31 00:00'",
        "TIME '09:30' < TIME '17:00' AND EXTRACT(MINUTE FROM TIME '09:30') = 30",
    ]);
    assert_eq!(value("from_day + INTERVAL '99999' YEAR > till_day", &row()), Truth::Unknown);
}

#[test]
fn hours_and_minutes_go_with_times() {
    all_true(&[
        "TIME '09:30' + INTERVAL '90' MINUTE = TIME '11:00'",
        "TIME '09:30' - INTERVAL '2' HOURS = TIME '07:30'",
        "TIMESTAMP '2026-11-30 23:30' + INTERVAL '1' HOUR = TIMESTAMP '2026-12-01 00:30'",
        "TIMESTAMP '2026-11-30 23:30' - INTERVAL '1' MONTH = TIMESTAMP '2026-10-30 23:30'",
    ]);
    for past_midnight in
        ["TIME '20:00' + INTERVAL '6' HOUR > TIME '01:00'", "TIME '02:00' - INTERVAL '3' HOUR > TIME '01:00'"]
    {
        assert_eq!(value(past_midnight, &row()), Truth::Unknown, "{past_midnight}");
    }
    for (source, said) in [
        (
            "from_day + INTERVAL '2' HOUR > till_day",
            "a date has no hours and minutes: add days to it, as INTERVAL '7' DAY",
        ),
        (
            "TIME '09:30' + INTERVAL '1' DAY > TIME '10:00'",
            "a time has no days: add hours or minutes to it, as INTERVAL '2' HOUR",
        ),
        ("TIME '09:30' + 2 > TIME '10:00'", "add minutes to a time as INTERVAL '30' MINUTE"),
    ] {
        let mistakes = Condition::compile(source, &Sheet).expect_err(source);
        assert_eq!(mistakes[0].message, said, "{source}");
    }
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
        ("MOD(n, 5) = 0", "Seeds must be a multiple of 5"),
        ("MOD(n, 2) <> 0", "Seeds must not be a multiple of 2"),
        ("MOD(n, 5) = 1", "the rest of Seeds divided by 5 must be 1"),
        ("n NOT IN (1, 2)", "Seeds must not be one of 1 or 2"),
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
        ("EXTRACT(ISODOW FROM from_day) = 6", "the day of the week of Collected on must be Saturday"),
        ("EXTRACT(ISODOW FROM from_day) <> 8", "the day of the week of Collected on must not be 8"),
        (
            "EXTRACT(ISODOW FROM from_day) NOT IN (6, 7)",
            "the day of the week of Collected on must not be one of Saturday or Sunday",
        ),
        ("EXTRACT(MONTH FROM from_day) BETWEEN 4 AND 9", "the month of Collected on must be from April to September"),
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
        "CAST(a AS XML) = 1",
        "CAST(ok AS INTEGER) = 1",
        "a LIKE_REGEX b",
        "a LIKE_REGEX '('",
        "n IN ()",
        "CASE END = 1",
        "a.b.c = 1",
        "SUM(DISTINCT",
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
        "EXTRACT(ISODOW FROM a) = 1",
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

#[test]
fn values_are_cast_to_other_kinds() {
    all_true(&[
        "CAST('0042' AS INTEGER) = 42",
        "CAST(n AS INTEGER) = -8",
        "CAST(2.345 AS DECIMAL(10, 2)) = 2.35 AND CAST('2.345' AS DECIMAL) = 2.345",
        "CAST(m AS VARCHAR) = '3' AND CAST(a AS CHAR(3)) = 'Ång'",
        "CAST('2024-01-31' AS DATE) = from_day AND CAST(from_day AS VARCHAR) = '2024-01-31'",
        "CAST(TIMESTAMP '2024-01-31 10:30' AS DATE) = from_day",
        "CAST('yes' AS BOOLEAN) AND CAST(ok AS VARCHAR) = 'no'",
        "CAST('x' AS INTEGER) IS NOT NULL",
    ]);
    assert_eq!(value("CAST(a AS INTEGER) = 1", &row()), Truth::Unknown);
}

#[test]
fn the_usual_scalar_functions_are_there() {
    all_true(&[
        "NULLIF(m, 3) IS NULL AND NULLIF(m, 4) = 3 AND NULLIF(a, b) = a",
        "FLOOR(n) = -8 AND CEILING(n) = -7 AND CEIL(2.1) = 3 AND FLOOR(2.9) = 2",
        "MOD(7, 3) = 1 AND MOD(-7, 3) = -1 AND MOD(7.5, 2) = 1.5",
        "TRUNC(n) = -7 AND TRUNC(2.987, 2) = 2.98",
        "LEFT(a, 3) = 'Ång' AND RIGHT(a, 2) = 'öm' AND LEFT(a, 99) = a AND LEFT(a, 0) = '' AND RIGHT(a, -1) = ''",
        "LPAD('7', 3, '0') = '007' AND RPAD('7', 3) = '7  ' AND LPAD('1234', 3, '0') = '123' AND LPAD('x', 5, 'ab') = 'ababx'",
        "REPLACE('a-b-c', '-', '') = 'abc' AND REPLACE(a, '', 'x') = a",
        "OCTET_LENGTH(a) = 10 AND OCTET_LENGTH('abc') = 3",
        ".5 = 0.5 AND 5. = 5 AND 1e3 = 1000",
        "SUBSTRING(a, 2, 3) = 'ngs' AND POSITION('gst', a) = 3",
    ]);
    for source in ["MOD(m, 0) = 1", "LPAD('x', 99999999, 'y') = 'x'"] {
        assert_eq!(value(source, &row()), Truth::Unknown, "{source}");
    }
}

#[test]
fn distinct_from_takes_blanks_for_equal() {
    let mut blank = row();
    blank[0] = Value::Blank;
    for (source, due) in [
        ("a IS DISTINCT FROM NULL", Truth::False),
        ("a IS NOT DISTINCT FROM NULL", Truth::True),
        ("a IS DISTINCT FROM b", Truth::True),
        ("m IS DISTINCT FROM 3.0", Truth::False),
        ("m IS NOT DISTINCT FROM 4", Truth::False),
    ] {
        assert_eq!(value(source, &blank), due, "{source}");
    }
}

#[test]
fn patterns_may_be_worked_out_and_expressions_need_not_fit_the_whole() {
    all_true(&[
        "b LIKE LEFT(b, 2) || '%'",
        "b NOT LIKE a || '%'",
        "'a%c' LIKE REPLACE('a#%c', '#', '!') ESCAPE '!'",
        "a LIKE_REGEX '^Å.*m$'",
        "a LIKE_REGEX 'STR' FLAG 'i'",
        "a NOT LIKE_REGEX 'STR'",
        "b LIKE_REGEX '[0-9]+%'",
    ]);
}

#[test]
fn a_refusal_names_the_function_and_the_nearest() {
    for (source, span, message) in [
        ("LENGHT(a) = 3", "LENGHT(a)", "there is no function LENGHT"),
        ("CHAR_LENGHT(a) = 3", "CHAR_LENGHT(a)", "there is no function CHAR_LENGHT; did you mean CHAR_LENGTH?"),
        ("m > 1 AND ROUNDED(n, 1) = 2", "ROUNDED(n, 1)", "there is no function ROUNDED; did you mean ROUND?"),
        ("MOD(n) = 1", "MOD(n)", "MOD needs 2 values, not 1"),
        ("LPAD(a) = 'x'", "LPAD(a)", "LPAD needs 2 to 3 values, not 1"),
        ("CAST(n AS INTEGR) = 1", "CAST(n AS INTEGR)", "CAST has no type INTEGR; did you mean INTEGER?"),
        ("n > 1 < m", "< m", "comparisons cannot be chained: join two with AND"),
        ("n % 2 = 0", "% 2 = 0", "% cannot be used in a condition; the rest of a division is MOD(a, b)"),
        ("a = 'x' OR", "", "expected a column, a value or a comparison, found the end of the condition"),
        ("(n > 1", "", "expected ), found the end of the condition"),
        ("UPPER(n) = 'X'", "n", "this is a number, where a text is expected"),
    ] {
        let mistakes = Condition::compile(source, &Sheet).expect_err(source);
        assert_eq!((&source[mistakes[0].span.clone()], mistakes[0].message.as_str()), (span, message), "{source}");
    }
}

#[test]
fn what_is_put_together_is_read_back_with_its_brackets() {
    for (source, sentence) in [
        ("n * (m + 2) = 21", "Seeds × (Weight + 2) must be 21"),
        ("(n + m) * 2 = 21", "(Seeds + Weight) × 2 must be 21"),
        ("n + m * 2 = 21", "Seeds + Weight × 2 must be 21"),
        ("n - (m - 2) = 21", "Seeds − (Weight − 2) must be 21"),
        ("n / (m * 2) = 21", "Seeds ÷ (Weight × 2) must be 21"),
        ("CHAR_LENGTH(a) * 2 = 4", "(the number of characters of A) × 2 must be 4"),
        ("ROUND(n / m, 2) = 1", "(Seeds ÷ Weight) rounded to 2 places must be 1"),
        (
            "NOT (n > 1 AND m > 1) AND ok",
            "(Seeds must be at most 1 or Weight must be at most 1) and Organic must be yes",
        ),
        ("NOT (n > 1 OR m > 1) OR ok", "(Seeds must be at most 1 and Weight must be at most 1) or Organic must be yes"),
        ("(b IS NULL OR n > 1) AND ok", "(where B is filled, Seeds must be more than 1) and Organic must be yes"),
        ("CAST(n AS VARCHAR) = a", "Seeds as a text must be the same as A"),
        ("a IS DISTINCT FROM b", "A must not be the same as B, and not both may be blank"),
    ] {
        assert_eq!(Condition::compile(source, &Sheet).unwrap().say_must(&Sheet), sentence, "{source}");
    }
}

/// Random arithmetic over `n`, `m` and small numbers.
fn arithmetic() -> impl Strategy<Value = String> {
    let leaf = prop_oneof![Just("n".to_owned()), Just("m".to_owned()), (1..9_u32).prop_map(|digit| digit.to_string())];
    leaf.prop_recursive(5, 24, 2, |inner| {
        (inner.clone(), prop_oneof![Just('+'), Just('-'), Just('*'), Just('/')], inner)
            .prop_map(|(left, sign, right)| format!("({left} {sign} {right})"))
    })
}

/// Random logic over `ok` and comparisons.
fn logic() -> impl Strategy<Value = String> {
    let leaf = prop_oneof![
        Just("n > 1".to_owned()),
        Just("m > 4".to_owned()),
        Just("n = -7.5".to_owned()),
        Just("m < 4".to_owned())
    ];
    leaf.prop_recursive(5, 24, 2, |inner| {
        prop_oneof![
            inner.clone().prop_map(|part| format!("NOT ({part})")),
            (inner.clone(), inner.clone()).prop_map(|(left, right)| format!("({left} AND {right})")),
            (inner.clone(), inner).prop_map(|(left, right)| format!("({left} OR {right})")),
        ]
    })
}

proptest! {
    /// The sentence's formula, read as a formula again, gives the same value.
    #[test]
    fn sentences_mean_what_the_rule_means(source in arithmetic()) {
        let value = |source: &str| {
            let formula = Formula::of_row(source, &Sheet).unwrap_or_else(|mistakes| panic!("{source}: {mistakes:?}"));
            formula.value(&ListedRow { values: &row(), today: TODAY }).into_owned()
        };
        let said = Formula::of_row(&source, &Sheet).unwrap().say(&Sheet);
        let read = [("Seeds", "n"), ("Weight", "m"), ("×", "*"), ("÷", "/"), ("−", "-")];
        let again = read.iter().fold(said, |text, (from, to)| text.replace(from, to));
        prop_assert_eq!(value(&source), value(&again), "{}", again);
    }

    #[test]
    fn sentences_of_logic_mean_what_the_rule_means(source in logic()) {
        let said = Condition::compile(&source, &Sheet).unwrap().say(&Sheet);
        let read = [
            ("Seeds", "n"), ("Weight", "m"), ("is more than", ">"), ("is less than", "<"), ("is at most", "<="),
            ("is at least", ">="), ("is not", "<>"), (" is ", " = "),
        ];
        let again = read.iter().fold(said, |text, (from, to)| text.replace(from, to));
        prop_assert_eq!(value(&source, &row()), value(&again, &row()), "{}", again);
    }

    /// Nothing that is written makes the parser panic, and every mistake is within the text.
    #[test]
    fn any_text_is_parsed_or_refused(source in "[nmab0-9'\"().,<>=+*/| -]{0,24}|(NOT |AND |n |CASE |WHEN |\\(|\\)|IN |IS |NULL ){0,8}") {
        if let Err(mistakes) = Condition::compile(&source, &Sheet) {
            prop_assert!(mistakes.iter().all(|mistake| mistake.span.start <= mistake.span.end && mistake.span.end <= source.len()));
        }
    }
}

#[test]
fn long_conditions_are_read_and_deep_ones_refused() {
    let long = vec!["n > 1"; 5_000].join(" OR ");
    assert_eq!(value(&long, &row()), Truth::False);
    for deep in [vec!["n"; 5_000].join(" + ") + " > 1", "NOT ".repeat(5_000) + "ok"] {
        let mistakes = Condition::compile(&deep, &Sheet).expect_err("too deep");
        assert_eq!(mistakes[0].message, "the condition is nested too deeply");
    }
}
