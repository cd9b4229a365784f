//! What is made of cells that could not be read as their column's type.

use super::*;
use crate::finding::Certainty;
use crate::rulebook::Rulebook;

fn rulebook(column: &str) -> Rulebook {
    let folder = std::env::temp_dir();
    let name = format!("lungwort-type-errors-{}-{:?}.rulebook.toml", std::process::id(), std::thread::current().id());
    let path = folder.join(name.replace(['(', ')'], ""));
    std::fs::write(&path, format!("[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{{ heading = 'V', {column} }}]\n"))
        .unwrap();
    let loaded = crate::rulebook::load(&path).unwrap();
    std::fs::remove_file(&path).unwrap();
    assert!(loaded.mistakes.list.is_empty(), "{}", loaded.mistakes.render());
    loaded.rulebook.unwrap()
}

/// Text, code, proposed value with `=` if sure and `?` if likely, and whether rules may use its value.
type Case = (&'static str, &'static str, &'static str, bool);

fn hold(column: &str, cases: &[Case]) {
    let rulebook = rulebook(column);
    let column_of = &rulebook.sheets[0].columns[0];
    for (text, code, correction, known) in cases {
        let type_error = column_of.kind.read(text).expect_err(text);
        let (found, value) = explain(column_of, text, type_error);
        let proposed = found.correction.map(|correction| {
            let sign = if correction.certainty == Certainty::Certain { "=" } else { "?" };
            format!("{sign}{}", correction.value().unwrap_or_default())
        });
        assert_eq!(
            (found.code.name, proposed.unwrap_or_default().as_str(), value.is_some()),
            (*code, *correction, *known),
            "{column}: {text}"
        );
        assert!(found.message.ends_with(['.', '?']), "{}", found.message);
    }
}

#[test]
fn whole_numbers() {
    hold(
        "type = 'whole'",
        &[
            ("3.0", "not-whole", "=3", true),
            ("3.5", "not-whole", "", false),
            ("1,000,000", "thousands-mark", "=1000000", true),
            ("1,000", "thousands-mark", "?1000", false),
            ("1'000", "thousands-mark", "=1000", true),
            ("3,5", "not-whole", "", false),
            ("£3", "currency-sign", "=3", true),
            ("£3.50", "currency-sign", "", false),
            ("USD 300", "currency-sign", "=300", true),
            ("(7)", "bracketed-negative", "=-7", true),
            ("7-", "unit-in-number", "=-7", true),
            ("−7", "unit-in-number", "=-7", true),
            ("5E+2", "scientific-notation", "?500", false),
            ("50 %", "per-cent", "?50", false),
            ("5 kg", "unit-in-number", "?5", false),
            ("five", "not-number", "", false),
            ("5/6", "not-number", "", false),
        ],
    );
}

#[test]
fn decimals() {
    hold(
        "type = 'decimal', below = 1",
        &[
            ("50%", "per-cent", "?0.5", false),
            ("0,5", "decimal-mark", "=0.5", true),
            ("0.5 g", "unit-in-number", "?0.5", false),
        ],
    );
    hold(
        "type = 'decimal', decimal_mark = ','",
        &[
            ("0.5", "decimal-mark", "=0,5", true),
            ("1.234.567,8", "thousands-mark", "=1234567,8", true),
            ("€ 0.5", "currency-sign", "=0,5", true),
        ],
    );
}

#[test]
fn dates() {
    hold(
        "type = 'date', date_format = 'd mmm yyyy'",
        &[
            ("2026-03-05", "date-form", "=5 Mar 2026", true),
            ("5 March 2026", "date-form", "=5 Mar 2026", true),
            ("5th Mar 2026", "date-form", "=5 Mar 2026", true),
            ("05/03/2026", "date-form", "?5 Mar 2026", false),
            ("31 Feb 2026", "no-such-date", "", false),
            ("5 Mar 26", "two-digit-year", "?5 Mar 2026", false),
            ("46086", "day-number", "?5 Mar 2026", false),
            ("Easter", "not-date", "", false),
        ],
    );
    hold(
        "type = 'date', date_format = 'mm/dd/yyyy'",
        &[("25/03/2026", "no-such-date", "?03/25/2026", false), ("3/5/2026", "date-form", "?03/05/2026", false)],
    );
}

#[test]
fn times_and_yes_or_no() {
    hold(
        "type = 'time', time_format = 'hh:mm:ss'",
        &[("14:30", "not-time", "=14:30:00", false), ("25:00:00", "no-such-date", "", false)],
    );
    hold(
        "type = 'time'",
        &[("14:30:59", "not-time", "", false), ("14.30", "not-time", "=14:30", false), ("2pm", "not-time", "", false)],
    );
    hold(
        "type = 'yes_no', yes_no = { yes = 'Oui', no = 'Non' }",
        &[("OUI", "not-yes-no", "=Oui", true), ("no", "not-yes-no", "=Non", true), ("?", "not-yes-no", "", false)],
    );
}
