//! What spreadsheets do to numbers, dates and codes: the cause is named whatever the column asks, and the right value
//! is proposed where it can be known.

use crate::support::Folder;

/// What is found in a cell, as `code sign value`: `=` certain, `?` likely.
fn found(column: &str, value: &str) -> String {
    let cell = format!("\"{}\"", value.replace('"', "\"\""));
    let folder = Folder::new();
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\n[reference.codes]\nfile = 'codes.csv'\n[[sheet]]\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'X', {column} }}]\n"));
    folder.write("codes.csv", "Code\n007\n042\nMAR-01\n3E2\n");
    folder.write("data.csv", format!("Id,X\n1,{cell}\n"));
    let report = folder.check(&[]).json();
    let findings = report["findings"].as_array().unwrap();
    let said = findings.iter().map(|finding| {
        let correction = &finding["correction"];
        let sign = if correction["certainty"] == "certain" { "=" } else { "?" };
        let value = correction["value"].as_str().map(|value| format!(" {sign}{value}")).unwrap_or_default();
        format!("{}{value}", finding["code"].as_str().unwrap())
    });
    said.collect::<Vec<_>>().join(", ")
}

#[test]
fn the_cause_of_damage_is_named_whatever_the_column_asks() {
    for (column, value, due) in [
        // Zeros in front.
        ("allowed = ['07', '12']", "7", "lost-zeros ?07"),
        ("allowed = ['07', '007']", "7", "lost-zeros"),
        ("allowed = { reference = 'codes' }", "42", "lost-zeros ?042"),
        ("pattern = '\\d{5}'", "417", "lost-zeros ?00417"),
        ("length = { exactly = 6 }", "1234", "lost-zeros ?001234"),
        ("format = 'gtin-12'", "36000291452", "lost-zeros ?036000291452"),
        // Digits behind the fifteenth.
        ("allowed = ['1234567890123456', '9999999999999999']", "1234567890123450", "digits-lost ?1234567890123456"),
        ("format = 'luhn'", "4539578763621480", "digits-lost"),
        // Scientific form.
        ("pattern = '\\d{17}'", "1E+16", "scientific-notation"),
        ("allowed = ['1E16', 'A1']", "1E+16", "near-value =1E16"),
        ("format = 'gtin-13'", "4.00638E+12", "scientific-notation"),
        // Codes that became dates.
        ("allowed = ['MAR-01', 'NOV-12']", "01-Mar", "code-changed ?MAR-01"),
        ("allowed = ['MAR-01', 'NOV-12']", "Mar-01", "near-value =MAR-01"),
        ("allowed = ['1-2', '5-6']", "2-Jan", "code-changed ?1-2"),
        ("allowed = ['SEPT2', 'MARCH1']", "2-Sep", "code-changed ?SEPT2"),
        ("allowed = ['1/2', '3/4']", "01/02/2026", "code-changed ?1/2"),
        ("allowed = ['1-2', '2-1']", "01/02/2026", "code-changed"),
        ("allowed = { reference = 'codes' }", "46082", "code-changed ?MAR-01"),
        ("pattern = '[A-Z]{3}-\\d\\d'", "01-Mar", "code-changed ?MAR-01"),
        // Letters that became a number.
        ("allowed = { reference = 'codes' }", "300", "code-changed ?3E2"),
        ("allowed = ['0E0', '3E0']", "0", "code-changed ?0E0"),
        ("allowed = ['0E0', '3E0']", "3", "code-changed ?3E0"),
        ("allowed = ['123', '456']", "123.0", "code-changed ?123"),
        ("allowed = ['123', '456']", "123.000000", "code-changed ?123"),
        ("allowed = ['123', '456']", "123,00", "code-changed ?123"),
        ("allowed = ['MAR-01', 'LOT-01']", "01. Mrz", "code-changed ?MAR-01"),
        // A plus sign, a letter, a truth value.
        ("format = 'phone'", "441632960004", "code-changed ?+441632960004"),
        ("allowed = ['Zoë', 'Noé']", "Zo?", "lost-character ?Zoë"),
        ("allowed = ['Y', 'N']", "TRUE", "code-changed ?Y"),
        // Not damage: nothing is made up.
        ("allowed = ['open', 'shut']", "01-Mar", "off-list"),
        ("allowed = ['W', 'C']", "3", "off-list"),
        ("pattern = '[A-Z]{3}'", "12", "wrong-pattern"),
    ] {
        assert_eq!(found(column, value), due, "{column}: {value}");
    }
}

#[test]
fn a_slip_of_a_letter_is_for_words() {
    for (column, value, due) in [
        ("allowed = ['27135', '27153', '40001']", "72135", "off-list"),
        ("allowed = ['A10-7', 'B22-3']", "A10-8", "off-list"),
        ("allowed = ['Primula 2', 'Quercus']", "Primla 2", "off-list"),
        ("allowed = ['Primula', 'Quercus']", "Primla", "off-list ?Primula"),
    ] {
        assert_eq!(found(column, value), due, "{column}: {value}");
    }
}

#[test]
fn numbers_are_read_as_in_sql_and_currencies_are_known() {
    for value in [".5", "5.", "+5", "-.5", "+0.50"] {
        assert_eq!(found("type = 'decimal'", value), "", "{value}");
    }
    for (value, due) in [
        ("R 799", "currency-sign ?799"),
        ("Rs 50", "currency-sign ?50"),
        ("R$ 5", "currency-sign ?5"),
        ("12 kr", "currency-sign ?12"),
        ("₪12.50", "currency-sign ?12.50"),
        ("-€5", "currency-sign ?-5"),
        ("−5", "unit-in-number ?-5"),
    ] {
        assert_eq!(found("type = 'decimal'", value).replace('=', "?"), due, "{value}");
        assert!(found("type = 'decimal'", value).contains('='), "{value} is not certain");
    }
    assert_eq!(found("type = 'decimal', decimal_mark = ','", "€12,00"), "currency-sign =12,00");
    assert_eq!(found("type = 'decimal', decimal_mark = ','", "1.250,00 kr"), "currency-sign =1250,00");
}

#[test]
fn a_date_that_could_be_two_days_is_never_certain() {
    for (value, due) in [
        ("5/3/2026", "date-form ?05/03/2026"),
        ("05-03-2026", "date-form ?05/03/2026"),
        ("5-5-2026", "date-form =05/05/2026"),
        ("25-3-2026", "date-form =25/03/2026"),
        ("2026-03-05", "date-form =05/03/2026"),
        ("01/02/0026", ""),
        ("1/2/0026", "not-date"),
    ] {
        assert_eq!(found("type = 'date', date_format = 'dd/mm/yyyy'", value), due, "{value}");
    }
}

const SOWN: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Sown', type = 'date', date_format = 'PATTERN' }]";

fn dates(pattern: &str, dates: &[&str]) -> Vec<(String, u64, String, Option<String>)> {
    let rows: String = dates.iter().enumerate().map(|(at, date)| format!("{at},{date}\n")).collect();
    let ran = Folder::with(&SOWN.replace("PATTERN", pattern), format!("Id,Sown\n{rows}")).check(&[]);
    let json = ran.json();
    let finding = |each: &serde_json::Value| {
        let text = |key: &str| each[key].as_str().unwrap_or_default().to_owned();
        let proposed = each["correction"]["value"].as_str().map(str::to_owned);
        assert_ne!(each["correction"]["certainty"], "certain", "{each}");
        (text("code"), each["row"].as_u64().unwrap_or(0), text("message"), proposed)
    };
    json["findings"].as_array().unwrap().iter().map(finding).collect()
}

#[test]
fn other_rows_show_which_of_day_and_month_comes_first() {
    // What could be two days is proposed in the order that another row shows, never as certain.
    for (shows, day) in [("11/22/2025", "2025-03-04"), ("22/11/2025", "2025-04-03")] {
        let found = dates("yyyy-mm-dd", &["03/04/2025", shows]);
        assert_eq!((found[0].0.as_str(), found[0].3.as_deref()), ("ambiguous-date", Some(day)), "{found:?}");
        assert!(found[0].2.contains(&format!("\"{shows}\" in row 3 of this column")), "{}", found[0].2);
    }
    // Without such a row, or with rows of both orders, nothing is proposed.
    for rows in [&["03/04/2025"][..], &["03/04/2025", "11/22/2025", "22/11/2025"]] {
        assert_eq!(dates("yyyy-mm-dd", rows)[0].3, None, "{rows:?}");
    }
    // The same sign and order, without leading zeros: the other rows speak against the order that is required.
    let found = dates("dd/mm/yyyy", &["3/4/2025", "11/22/2025"]);
    let proposed: Vec<_> = found.iter().map(|(code, _, _, proposed)| (code.as_str(), proposed.as_deref())).collect();
    assert_eq!(proposed, [("date-form", Some("04/03/2025")), ("no-such-date", Some("22/11/2025"))]);
}

#[test]
fn dates_that_are_accepted_in_one_order_while_others_show_the_other_are_a_warning() {
    let found = dates("dd/mm/yyyy", &["03/04/2025", "11/22/2025", "05/06/2025"]);
    let order: Vec<_> = found.iter().filter(|(code, ..)| code == "date-order").collect();
    assert_eq!(order.len(), 1, "{found:?}");
    for part in ["\"11/22/2025\" in row 3", "dd/mm/yyyy is required", "\"03/04/2025\" in row 2"] {
        assert!(order[0].2.contains(part), "{part}: {}", order[0].2);
    }
    for rows in
        [&["03/04/2025", "22/11/2025"][..], &["03/04/2025", "11/22/2025", "22/11/2025"], &["11/22/2025", "04/04/2025"]]
    {
        assert!(dates("dd/mm/yyyy", rows).iter().all(|(code, ..)| code != "date-order"), "{rows:?}");
    }
    // Rows above the data do not count as rows with findings.
    let sheet = SOWN.replace("PATTERN", "dd/mm/yyyy");
    let ran = Folder::with(&sheet, "Id,Sown\n1,11/22/2025\n2,03/04/2025\n").check(&[]);
    assert_eq!(ran.json()["counts"]["rows_with_findings"], 1);
}
