//! `No night access for guests`, `gas cookers at food stalls only`, of a column of yes and no: "no" is right there as well as a blank cell.

use super::sentence::sentences;
use super::words;
use crate::draft::{Confidence, Draft, DraftRule};
use lungwort_core::rulebook::toml_text::quoted;

/// Lets such columns take "no" where they were to be blank, unless it is said that they are blank then.
pub(super) fn no_is_right(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let mut more = Vec::new();
        for column in sheet.columns.iter_mut().filter(|column| column.is_yes_no()) {
            let line = column.lines.get("blank_when").filter(|line| line.confidence > Confidence::Suggested);
            let Some(line) = line.filter(|line| !says_blank(&line.source)).cloned() else { continue };
            column.lines.remove("blank_when");
            let check = quoted(&format!("{} IS NOT TRUE", column.name));
            more.push(DraftRule {
                kind: "rule",
                lines: vec![("check".into(), check), ("when".into(), line.value)],
                source: line.source,
                confidence: Confidence::Confirm,
            });
        }
        sheet.rules.extend(more);
    }
}

/// Whether the sentence that a line comes from speaks of blank cells.
fn says_blank(source: &str) -> bool {
    let text = source.split_once(": ").map_or(source, |(_, text)| text);
    sentences(text).iter().any(|sentence| {
        words::ALL.iter().any(|language| {
            let of = [language.unfilled, language.nothing];
            (0..sentence.words.len()).any(|at| of.iter().any(|words| words.contains(&sentence.word(at))))
        })
    })
}
