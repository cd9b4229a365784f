//! The limits of cells in OpenDocument, in the terms of the other kinds of workbook.

use super::metadata::Validation;

/// What a condition such as `of:cell-content-is-whole-number() and cell-content-is-between(1,9)` asks.
pub fn validation(condition: &str) -> Validation {
    let plain = condition.strip_prefix("of:").unwrap_or(condition);
    let mut found = Validation::default();
    if let Some(list) = argument(plain, "cell-content-is-in-list(") {
        found.kind = "list".to_owned();
        found.first = if list.starts_with('"') { inline(list) } else { references(list) };
        return found;
    }
    if let Some(formula) = argument(plain, "is-true-formula(") {
        found.kind = "custom".to_owned();
        found.first = references(formula);
        return found;
    }
    let kinds = [
        ("cell-content-is-whole-number()", "whole"),
        ("cell-content-is-decimal-number()", "decimal"),
        ("cell-content-is-date()", "date"),
        ("cell-content-is-time()", "time"),
        ("cell-content-text-length", "textLength"),
    ];
    let kind = kinds.iter().find(|(words, _)| plain.contains(words));
    found.kind = kind.map(|(_, kind)| (*kind).to_owned()).unwrap_or_default();
    for (words, operator) in [
        ("cell-content-is-between(", "between"),
        ("cell-content-is-not-between(", "notBetween"),
        ("cell-content-text-length-is-between(", "between"),
        ("cell-content-text-length-is-not-between(", "notBetween"),
    ] {
        if let Some((first, second)) = argument(plain, words).and_then(|both| both.split_once([',', ';'])) {
            (found.operator, found.first, found.second) =
                (operator.to_owned(), references(first.trim()), references(second.trim()));
            return found;
        }
    }
    let compared =
        ["cell-content()", "cell-content-text-length()"].iter().find_map(|words| Some(plain.split_once(words)?.1));
    let operators = [
        ("<=", "lessThanOrEqual"),
        (">=", "greaterThanOrEqual"),
        ("!=", "notEqual"),
        ("<", "lessThan"),
        (">", "greaterThan"),
        ("=", "equal"),
    ];
    if let Some((rest, operator)) = compared
        .and_then(|text| operators.iter().find_map(|(sign, operator)| Some((text.strip_prefix(sign)?, operator))))
    {
        (found.operator, found.first) = ((*operator).to_owned(), references(rest.trim()));
    }
    found
}

/// What stands between the brackets behind some words.
fn argument<'c>(condition: &'c str, words: &str) -> Option<&'c str> {
    let from = condition.find(words)? + words.len();
    let mut depth = 1;
    for (at, each) in condition[from..].char_indices() {
        match each {
            '(' => depth += 1,
            ')' => depth -= 1,
            _ => {}
        }
        if depth == 0 {
            return Some(&condition[from..from + at]);
        }
    }
    None
}

/// `"a";"b"` as `"a,b"`.
fn inline(list: &str) -> String {
    let values = list.split("\";\"").map(|value| value.trim_matches('"'));
    format!("\"{}\"", values.collect::<Vec<_>>().join(","))
}

/// References such as `[$Lists.$A$2:.$A$6]` as `Lists!$A$2:$A$6`, and semicolons between arguments as commas.
pub fn references(formula: &str) -> String {
    let mut out = String::new();
    let mut rest = formula;
    while let Some(open) = rest.find('[') {
        out.push_str(&rest[..open].replace(';', ","));
        let Some(close) = rest[open..].find(']') else { break };
        out.push_str(&reference(&rest[open + 1..open + close]));
        rest = &rest[open + close + 1..];
    }
    out.push_str(&rest.replace(';', ","));
    out
}

/// One reference or range, without its brackets.
pub fn reference(text: &str) -> String {
    // A name with a point in it stands in quotes.
    let end_of_name = match text.trim_start_matches('$').strip_prefix('\'') {
        Some(_) => text.rfind('\'').map(|at| at + 1),
        None => text.find('.'),
    };
    let Some((sheet, cells)) = end_of_name.and_then(|at| Some((&text[..at], text[at..].strip_prefix('.')?))) else {
        return text.to_owned();
    };
    let cells = cells.replace(":.", ":");
    match sheet.trim_start_matches('$') {
        "" => cells,
        sheet => format!("{sheet}!{cells}"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn conditions_are_those_of_other_workbooks() {
        let cases = [
            ("of:cell-content-is-in-list(\"Y\";\"N\")", ["list", "", "\"Y,N\"", ""]),
            ("of:cell-content-is-in-list([$Lists.$A$2:.$A$6])", ["list", "", "Lists!$A$2:$A$6", ""]),
            ("of:cell-content-is-in-list([$'Code lists'.$A$2:.$A$6])", ["list", "", "'Code lists'!$A$2:$A$6", ""]),
            ("of:cell-content-is-in-list(methods)", ["list", "", "methods", ""]),
            ("of:cell-content-is-in-list(INDIRECT([.$D5]))", ["list", "", "INDIRECT($D5)", ""]),
            ("of:cell-content-is-whole-number() and cell-content-is-between(1,100)", ["whole", "between", "1", "100"]),
            ("of:cell-content-is-decimal-number() and cell-content()>0.5", ["decimal", "greaterThan", "0.5", ""]),
            ("of:cell-content-is-date() and cell-content()<=TODAY()", ["date", "lessThanOrEqual", "TODAY()", ""]),
            (
                "of:cell-content-is-time() and cell-content-is-not-between(0.25;0.5)",
                ["time", "notBetween", "0.25", "0.5"],
            ),
            ("of:cell-content-text-length()<=40", ["textLength", "lessThanOrEqual", "40", ""]),
            ("of:cell-content-text-length()=6", ["textLength", "equal", "6", ""]),
            ("of:cell-content-text-length-is-between(2,8)", ["textLength", "between", "2", "8"]),
            ("of:is-true-formula(COUNTIF([.$A$5:.$A$304];[.A5])=1)", ["custom", "", "COUNTIF($A$5:$A$304,A5)=1", ""]),
            ("", ["", "", "", ""]),
        ];
        for (condition, due) in cases {
            let found = validation(condition);
            assert_eq!([found.kind, found.operator, found.first, found.second], due, "{condition}");
        }
    }
}
