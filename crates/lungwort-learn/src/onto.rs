//! A new edition drafted onto a rulebook that somebody has confirmed or written: their lines stay, and what the new template says
//! otherwise becomes a question.
//!
//! What is theirs is told from the rulebook's text: lines that say by whom they were confirmed, and lines without a source.

use super::draft::{Confidence, Draft, DraftRule, Line, Lines};
use lungwort_core::cell::fold::fold;
use lungwort_core::rulebook::property;

/// A line that somebody confirmed, declined or wrote.
#[derive(Debug, Clone, PartialEq, Eq)]
struct Own {
    key: String,
    value: String,
    source: String,
    declined: bool,
}

/// What is somebody's own in a rulebook, table by table.
#[derive(Debug, Default)]
struct Book {
    /// The columns by their headings.
    columns: Vec<(String, Vec<Own>)>,
    rules: Vec<(Vec<(String, String)>, String)>,
    /// The keys of `[file]` and of sheets.
    file: Vec<Own>,
    sheet: Vec<Own>,
}

/// Puts what is somebody's own in an older rulebook into a draft.
pub(super) fn merge(old: &str, draft: &mut Draft) {
    let book = read(old);
    let mut gone = Vec::new();
    for (heading, lines) in &book.columns {
        let wanted = fold(heading);
        let mut found = false;
        for sheet in &mut draft.sheets {
            for column in
                sheet.columns.iter_mut().chain(&mut sheet.cells).filter(|column| fold(&column.heading) == wanted)
            {
                found = true;
                lines.iter().for_each(|own| keep(own, &mut column.lines));
            }
        }
        if !found {
            gone.push(heading.clone());
        }
    }
    book.file.iter().for_each(|own| keep(own, &mut draft.file));
    if let [sheet] = draft.sheets.as_mut_slice() {
        book.sheet.iter().filter(|own| own.key == "key").for_each(|own| keep(own, &mut sheet.lines));
    }
    for (lines, source) in book.rules {
        rule(lines, source, draft);
    }
    if !gone.is_empty() {
        let names = lungwort_core::rulebook::listed(&gone, "and");
        draft
            .not_kept
            .push(format!("the new template has no longer {names}; what the old rulebook said of it is left out"));
    }
}

/// Keeps a line; what the draft says otherwise is offered beside it.
fn keep(own: &Own, lines: &mut Lines) {
    let Some(key) = known_key(&own.key) else { return };
    let place = lines.0.iter().position(|line| line.key == key && line.confidence > Confidence::Suggested);
    let confidence = if own.declined { Confidence::Suggested } else { Confidence::Known };
    let kept = Line { key, value: own.value.clone(), source: own.source.clone(), confidence };
    match place {
        Some(at) if lines.0[at].value == own.value && own.declined => {
            lines.0[at].confidence = Confidence::Suggested;
            lines.0[at].source.clone_from(&own.source);
        }
        Some(at) if lines.0[at].value == own.value => lines.0[at].source.clone_from(&own.source),
        Some(_) if own.declined => {}
        Some(at) => {
            let said = std::mem::replace(&mut lines.0[at], kept);
            let source = format!("the new template says so: {}", said.source);
            lines.0.push(Line { source, confidence: Confidence::Suggested, ..said });
        }
        None if own.declined => {
            // What was declined is not asked again.
            lines.0.retain(|line| line.key != key || line.value != own.value);
        }
        None => {
            lines.0.retain(|line| line.key != key || line.value != own.value);
            lines.0.push(kept);
        }
    }
}

fn known_key(key: &str) -> Option<&'static str> {
    let others = ["key", "formats", "encoding", "delimiter", "bom", "max_bytes", "max_rows"];
    property::keys().chain(others).find(|known| *known == key)
}

/// A rule of somebody's own, where its columns are still there.
fn rule(lines: Vec<(String, String)>, source: String, draft: &mut Draft) {
    let Some(sheet) = draft.sheets.iter_mut().find(|sheet| !sheet.is_form) else { return };
    let lines: Vec<_> = lines.into_iter().map(|(key, value)| (key.into(), value)).collect();
    match sheet.rules.iter_mut().find(|rule| rule.lines == lines) {
        Some(rule) => (rule.confidence, rule.source) = (Confidence::Known, source),
        None => sheet.rules.push(DraftRule { kind: "rule", lines, source, confidence: Confidence::Known }),
    }
}

/// Reads what is somebody's own.
fn read(text: &str) -> Book {
    let mut book = Book::default();
    let mut table = String::new();
    let mut above: Option<String> = None;
    let mut open_rule: Option<(Vec<(String, String)>, String)> = None;
    for line in text.lines().chain([""]) {
        if line.starts_with('[') || line.trim().is_empty() {
            book.rules.extend(open_rule.take().filter(|(lines, _)| !lines.is_empty()));
        }
        if line.starts_with('[') {
            line.trim_matches(['[', ']']).clone_into(&mut table);
            if table == "sheet.rule" && above.as_deref().is_none_or(is_own) {
                open_rule = Some((Vec::new(), above.clone().unwrap_or_else(|| HAND.to_owned())));
            }
        }
        let declined = line.strip_prefix("# ").filter(|line| line.contains(" = ") && line.contains("  # declined by "));
        let code = declined.unwrap_or(line);
        if let Some((key, rest)) = code.split_once('=').filter(|_| declined.is_some() || !line.starts_with(['#', '[']))
        {
            let (value, comment) = match rest.split_once("  # ") {
                Some((value, comment)) => (value.trim(), Some(comment.to_owned())),
                None => (rest.trim(), above.clone()),
            };
            let own = Own {
                key: key.trim().to_owned(),
                value: value.to_owned(),
                source: comment.clone().unwrap_or_else(|| HAND.to_owned()),
                declined: declined.is_some(),
            };
            let is_own = comment.as_deref().is_none_or(is_own);
            match (table.as_str(), &mut open_rule) {
                (_, Some((lines, _))) => lines.push((own.key, own.value)),
                ("sheet.column" | "sheet.cell", _) if matches!(own.key.as_str(), "heading" | "label") => {
                    book.columns.push((own.value.trim_matches('"').to_owned(), Vec::new()));
                }
                ("sheet.column" | "sheet.cell", _) if is_own => {
                    book.columns.last_mut().into_iter().for_each(|(_, lines)| lines.push(own.clone()));
                }
                ("file", _) if is_own => book.file.push(own),
                ("sheet", _) if is_own => book.sheet.push(own),
                _ => {}
            }
        }
        above = line.strip_prefix("# ").filter(|comment| !comment.contains(" = ")).map(str::to_owned);
    }
    book
}

const HAND: &str = "written by hand";

/// Whether a comment says that the line is somebody's own.
fn is_own(comment: &str) -> bool {
    ["confirmed by ", "declined by ", HAND].iter().any(|word| comment.starts_with(word))
}

#[cfg(test)]
#[path = "tests/onto.rs"]
mod tests;
