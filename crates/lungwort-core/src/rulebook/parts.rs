//! What a blank template says of a sheet beside its columns: how rows make up things, rules and figures. Each is a sentence
//! for people, and for programs the line of the rulebook that it comes from, so that `learn` reads back what was meant.

use serde::Serialize;
use serde::de::DeserializeOwned;

use super::Sheet;
use super::from_toml;
use super::model::SheetPart;
use super::phrases::capital;
use super::toml_text::list;
use super::written::{
    WrittenBlock, WrittenFigure, WrittenGroupLimit, WrittenIntent, WrittenKinds, WrittenOptional, WrittenParents,
    WrittenRecord, WrittenRule, WrittenSet, WrittenSheet, WrittenSheetLookup, WrittenSumLimit, WrittenTotalsRow,
};
use crate::finding::ranges::thousands;

/// A kind of part that is read back.
pub struct PartKind {
    /// Its key.
    pub key: &'static str,
    /// Whether a sheet may have several, each a table of its own.
    pub several: bool,
    /// Whether a value is one of this kind.
    pub reads: fn(&str) -> bool,
}

/// The kinds of part that are read back. Not a constant, whose functions each crate that names it would build again.
pub static KINDS: &[PartKind] = &[
    PartKind { key: "key", several: false, reads: is_a::<Vec<String>> },
    PartKind { key: "max_rows", several: false, reads: is_a::<u64> },
    PartKind { key: "max_groups", several: false, reads: is_a::<WrittenGroupLimit> },
    PartKind { key: "max_sum", several: false, reads: is_a::<WrittenSumLimit> },
    PartKind { key: "record", several: false, reads: is_a::<WrittenRecord> },
    PartKind { key: "block", several: false, reads: is_a::<WrittenBlock> },
    PartKind { key: "kinds", several: false, reads: is_a::<WrittenKinds> },
    PartKind { key: "parents", several: false, reads: is_a::<WrittenParents> },
    PartKind { key: "totals_row", several: false, reads: is_a::<WrittenTotalsRow> },
    PartKind { key: "optional", several: true, reads: is_a::<WrittenOptional> },
    PartKind { key: "set", several: true, reads: is_a::<WrittenSet> },
    PartKind { key: "lookup", several: true, reads: is_a::<WrittenSheetLookup> },
    PartKind { key: "intent", several: false, reads: is_a::<WrittenIntent> },
    PartKind { key: "rule", several: true, reads: is_a::<WrittenRule> },
    PartKind { key: "figure", several: true, reads: is_a::<WrittenFigure> },
];

/// Whether a value is of a type.
fn is_a<T: DeserializeOwned>(value: &str) -> bool {
    from_toml::text::<T>(value).is_some()
}

/// The parts of a sheet.
pub(super) fn of(written: &WrittenSheet, sheet: &Sheet) -> Vec<SheetPart> {
    let mut parts = Vec::new();
    let mut add = |key, words: String, toml: Option<String>| {
        if let Some(toml) = toml {
            parts.push(SheetPart { key, words, toml });
        }
    };
    if !written.key.is_empty() {
        add("key", format!("Key: {}.", sheet.named(&sheet.key)), Some(list(&written.key)));
    }
    if let (Some(of), Some(block)) = (&written.block, &sheet.block) {
        add("block", format!("{}.", capital(&block.words(sheet))), inline(of));
    }
    if let (Some(of), Some(record)) = (&written.record, &sheet.record) {
        add("record", format!("{}.", capital(&record.words(sheet))), inline(of));
    }
    if let (Some(of), Some(kinds)) = (&written.kinds, &sheet.kinds) {
        add("kinds", format!("{}.", kinds.words(sheet)), inline(of));
    }
    if let (Some(of), Some(parents)) = (&written.parents, &sheet.parents) {
        add("parents", format!("{}.", capital(&parents.words(sheet))), inline(of));
    }
    if let Some(most) = sheet.max_rows {
        add("max_rows", format!("At most {} filled rows.", thousands(most)), Some(most.to_string()));
    }
    if let (Some(of), Some((by, most))) = (&written.max_groups, &sheet.max_groups) {
        add("max_groups", format!("At most {} different {}.", thousands(*most), sheet.named(by)), inline(of));
    }
    if let (Some(of), Some((column, most))) = (&written.max_sum, &sheet.max_sum) {
        add("max_sum", format!("The sum of {} is at most {most}.", sheet.named(&[*column])), inline(of));
    }
    if let (Some(of), Some((column, value))) = (&written.totals_row, &sheet.totals_row) {
        let words = format!("The row in which {} is {value} is the row of totals.", sheet.named(&[*column]));
        add("totals_row", words, inline(of));
    }
    for (of, optional) in written.optional.iter().zip(&sheet.optional) {
        add("optional", format!("{}.", optional.words(sheet)), inline(of));
    }
    for (of, set) in written.set.iter().zip(&sheet.sets) {
        add("set", format!("{}.", set.words(sheet)), inline(of));
    }
    for (of, lookup) in written.lookup.iter().zip(&sheet.lookups) {
        add("lookup", format!("{}.", capital(&lookup.words(sheet))), inline(of));
    }
    if let (Some(of), Some(intent)) = (&written.intent, &sheet.intent) {
        add("intent", format!("{}.", intent.words(sheet)), inline(of));
    }
    // The rule that a block's number stands for is said with it.
    let own = written.rule.len() - usize::from(written.block.as_ref().is_some_and(|block| block.number.is_some()));
    for (at, of) in written.rule.iter().take(own).enumerate() {
        let Some(rule) = sheet.rules.iter().find(|rule| rule.written == at) else { continue };
        let sentence = rule.sentence.trim_end_matches('.');
        let words = match &of.set {
            Some(set) => format!("For each of the {set}, as for the first: {sentence}."),
            None => format!("{sentence}."),
        };
        add("rule", words, inline(of));
    }
    for figure in &written.figure {
        add("figure", String::new(), inline(figure));
    }
    parts
}

/// A value as an inline table.
fn inline<T: Serialize>(of: &T) -> Option<String> {
    let mut text = String::new();
    of.serialize(toml::ser::ValueSerializer::new(&mut text)).ok()?;
    Some(text)
}
