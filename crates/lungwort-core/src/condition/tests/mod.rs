//! Conditions by example: what they judge, how they read back, and what is refused.

use jiff::civil::{Date, date};
use rust_decimal::Decimal;

use super::*;

mod functions;

/// `a`, `b` text; `n`, `m` numbers; `from`, `till` dates; `ok` yes or no.
struct Sheet;

const COLUMNS: [(&str, Kind); 7] = [
    ("a", Kind::Text),
    ("b", Kind::Text),
    ("n", Kind::Number),
    ("m", Kind::Number),
    ("from_day", Kind::Date),
    ("till_day", Kind::Date),
    ("ok", Kind::YesNo),
];

impl Scope for Sheet {
    fn column(&self, name: &str) -> Option<(usize, Kind)> {
        COLUMNS.iter().position(|(known, _)| *known == name).map(|at| (at, COLUMNS[at].1))
    }

    fn nearest(&self, name: &str) -> Option<String> {
        crate::cell::fold::nearest(name, COLUMNS.iter().map(|(known, _)| *known)).map(str::to_owned)
    }
}

impl Labels for Sheet {
    fn heading(&self, column: usize) -> String {
        ["A", "B", "Seeds", "Weight", "Collected on", "Received on", "Organic"][column].to_owned()
    }

    fn kind(&self, column: usize) -> Kind {
        COLUMNS[column].1
    }
}

const TODAY: Date = date(2026, 11, 23);

fn truth(source: &str) -> Truth {
    let condition = Condition::compile(source, &Sheet).unwrap_or_else(|mistakes| panic!("{source}: {mistakes:?}"));
    let values = [
        Value::Text("Primula veris".into()),
        Value::Blank,
        Value::Number(Decimal::new(125, 1)),
        Value::Unreadable,
        Value::Date(date(2026, 3, 5)),
        Value::Date(date(2026, 3, 4)),
        Value::YesNo(true),
    ];
    condition.judge(&ListedRow { values: &values, today: TODAY })
}

#[test]
fn conditions_hold_or_do_not() {
    let holds = [
        "a = 'Primula veris'",
        "a <> 'x' AND n > 12",
        "a LIKE 'Prim%' AND a NOT LIKE '_veris'",
        "n BETWEEN 12.5 AND 13",
        "n IN (1, 12.50)",
        "b IS NULL AND m IS NOT NULL",
        "till_day = from_day - INTERVAL '1' DAY",
        "from_day + INTERVAL '1' MONTH = DATE '2026-04-05'",
        "from_day - till_day = 1",
        "from_day <= CURRENT_DATE",
        "CHAR_LENGTH(a) = 13 AND POSITION('ver' IN a) = 9",
        "SUBSTRING(a FROM 1 FOR 4) || UPPER('x') = 'PrimX'",
        "LOWER(TRIM('  Q ')) = 'q'",
        "ABS(-n) = n AND ROUND(n) = 13 AND ROUND(n, 1) = 12.5",
        "EXTRACT(YEAR FROM from_day) = 2026",
        "CASE WHEN n > 100 THEN 'many' ELSE 'few' END = 'few'",
        "CASE a WHEN 'x' THEN 1 ELSE 2 END = 2",
        "COALESCE(b, 'none') = 'none'",
        "ok AND ok IS TRUE AND (b = 'x') IS NOT NULL = FALSE",
        "n / 0.1 = 125",
    ];
    for source in holds {
        assert_eq!(truth(source), Truth::True, "{source}");
    }
    for source in ["till_day >= from_day", "a = 'primula veris'", "NOT ok", "n NOT IN (12.5)", "m IS NULL"] {
        assert_eq!(truth(source), Truth::False, "{source}");
    }
}

#[test]
fn blanks_leave_it_open() {
    for source in ["b = 'x'", "b <> 'x'", "NOT (b = 'x')", "m > 1", "b = 'x' OR n > 100", "n / 0 > 1", "n NOT IN (m)"] {
        assert_eq!(truth(source), Truth::Unknown, "{source}");
    }
    assert_eq!(truth("b = 'x' OR n > 1"), Truth::True);
    assert_eq!(truth("b = 'x' AND n > 100"), Truth::False);
}

#[test]
fn mistakes_say_where_they_are() {
    let cases = [
        ("n = '5'", "n = '5'", "a number is compared with a text: numbers are written without quotes"),
        ("colected > n", "colected", "no column is called colected"),
        ("from_dai > till_day", "from_dai", "no column is called from_dai; did you mean from_day?"),
        (
            "from_day > '2026-01-01'",
            "from_day > '2026-01-01'",
            "a date is compared with a text: write the date as DATE '2026-12-31'",
        ),
        ("n + 1", "n + 1", "this is a number; a condition must be true or false, as a comparison is"),
        ("b = NULL", "b = NULL", "nothing equals NULL: ask whether it IS NULL"),
        ("SUM(n) > 1", "SUM(n)", "SUM is over several rows, and this rule judges one row at a time"),
        ("UPER(a) = 'X'", "UPER(a)", "there is no function UPER; did you mean UPPER?"),
        ("n > 1 n", "n", "the condition is over before \"n\": is AND, OR or a quote missing?"),
        ("from_day > DATE '2026-02-30'", "'2026-02-30'", "'2026-02-30' is not a date written yyyy-mm-dd"),
        ("a = \"x y\"", "\"x y\"", "no column is called x y; a text value is written in single quotes"),
    ];
    for (source, place, message) in cases {
        let mistakes = Condition::compile(source, &Sheet).expect_err(source);
        assert_eq!((&source[mistakes[0].span.clone()], mistakes[0].message.as_str()), (place, message), "{source}");
    }
    let both = Condition::compile("x = 1 AND y = 2", &Sheet).expect_err("two mistakes");
    assert_eq!(both.len(), 2);
}

#[test]
fn conditions_read_back_as_sentences() {
    let cases = [
        ("till_day >= from_day", "Received on must not be before Collected on"),
        ("n > 0 AND m <= n", "Seeds must be more than 0 and Weight must be at most Seeds"),
        ("b IS NULL OR n BETWEEN 1 AND 9", "where B is filled, Seeds must be from 1 to 9"),
        ("a IN ('W', 'C')", "A must be one of W or C"),
        ("NOT (a = 'W') OR b IS NOT NULL", "A must not be W or B must be filled"),
        ("till_day <= from_day + INTERVAL '2' YEAR", "Received on must not be after 2 years after Collected on"),
        ("a LIKE 'TSV-%'", "A must be a text that begins with \"TSV-\""),
        ("ok = FALSE", "Organic must be no"),
        ("a = b", "A must be the same as B"),
    ];
    for (source, sentence) in cases {
        assert_eq!(Condition::compile(source, &Sheet).unwrap().say_must(&Sheet), sentence, "{source}");
    }
}

#[test]
fn witnesses_pass_and_fail() {
    for source in ["till_day >= from_day", "a <> 'W' OR b IS NOT NULL", "n * m <= 100", "a LIKE 'TSV-%'"] {
        let condition = Condition::compile(source, &Sheet).unwrap();
        let (pass, fail) = witnesses(&condition, TODAY, &|column| COLUMNS[column].1, &|_| Vec::new());
        assert!(pass.is_some() && fail.is_some(), "{source}");
    }
    let always = Condition::compile("n > 1 OR n <= 1", &Sheet).unwrap();
    assert_eq!(witnesses(&always, TODAY, &|column| COLUMNS[column].1, &|_| Vec::new()).1, None);
}

#[test]
fn figures_are_exact() {
    let rows: Vec<Vec<Value<'static>>> = (1..=4)
        .map(|at| {
            let seeds = if at == 4 { Value::Blank } else { Value::Number(Decimal::new(at, 1)) };
            vec![Value::Text(if at % 2 == 0 { "x" } else { "y" }.into()), Value::Blank, seeds]
        })
        .collect();
    let figure = |source: &str| {
        let formula = Formula::over_rows(source, &Sheet).unwrap_or_else(|mistakes| panic!("{source}: {mistakes:?}"));
        let begun = || formula.aggregates().iter().map(Accumulator::new).collect::<Vec<_>>();
        let mut parts = [begun(), begun()];
        for (at, values) in rows.iter().enumerate() {
            for (accumulator, aggregate) in parts[at % 2].iter_mut().zip(formula.aggregates()) {
                accumulator.add(aggregate, &ListedRow { values, today: TODAY });
            }
        }
        let [mut first, second] = parts;
        first.iter_mut().zip(second).for_each(|(one, other)| one.merge(other));
        Some(formula.total(&first, TODAY)).filter(Value::is_known).map(|value| value.written())
    };
    assert_eq!(figure("COUNT(*)").as_deref(), Some("4"));
    assert_eq!(figure("COUNT(n)").as_deref(), Some("3"));
    assert_eq!(figure("COUNT(DISTINCT a)").as_deref(), Some("2"));
    assert_eq!(figure("SUM(n)").as_deref(), Some("0.6"));
    assert_eq!(figure("SUM(n) FILTER (WHERE a = 'y')").as_deref(), Some("0.4"));
    assert_eq!(figure("MAX(n)").as_deref(), Some("0.3"));
    assert_eq!(figure("MIN(b)"), None);
    assert_eq!(figure("AVG(n)").as_deref(), Some("0.2"));
    assert_eq!(figure("SUM(n * 2) FILTER (WHERE a = 'y') / COUNT(*) + 1").as_deref(), Some("1.2"));
    assert_eq!(figure("CASE WHEN SUM(n) = 0.6 THEN MAX(a) ELSE 'none' END").as_deref(), Some("y"));
    for (source, why) in [
        ("SUM(a)", "this is a text, and only numbers can be summed"),
        ("a", "a differs from row to row: put it in SUM, COUNT, MIN, MAX or AVG"),
        ("SUM(n) + m", "m differs from row to row: put it in SUM, COUNT, MIN, MAX or AVG"),
        ("SUM(MAX(n))", "MAX cannot be within another aggregate"),
        ("SUM(*)", "SUM needs one column or expression; COUNT also allows *"),
        ("UPPER(*)", "UPPER allows no *: that goes with COUNT, SUM, MIN, MAX and AVG"),
    ] {
        assert_eq!(Formula::over_rows(source, &Sheet).unwrap_err()[0].message, why, "{source}");
    }
    let formula = Formula::over_rows("SUM(n) FILTER (WHERE ok) / COUNT(*)", &Sheet).unwrap();
    assert_eq!(formula.say(&Sheet), "(the sum of Seeds where Organic is yes) ÷ (the number of rows)");
    assert_eq!(formula.columns(), [2, 6]);
}
