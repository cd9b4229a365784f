//! What the look-ups of a rulebook and its conditions ask of a list, before it is read.

use super::EXISTING;
use crate::condition::mentions;
use crate::rulebook::reference::Wanted;
use crate::rulebook::written::{WrittenRulebook, WrittenSheet};

/// Adds what the sheets look for in a reference.
pub(in crate::rulebook) fn mentioned(rulebook: &WrittenRulebook, name: &str, wanted: &mut Wanted) {
    for sheet in &rulebook.sheet {
        let existing = sheet.existing.as_ref().and_then(|existing| existing.reference.as_deref()) == Some(name);
        if existing {
            of_existing(sheet, wanted);
        }
        for lookup in &sheet.lookup {
            if lookup.reference.as_deref() != Some(name) && !(existing && lookup.existing) {
                continue;
            }
            wanted.names.extend(lookup.keys.iter().flat_map(|key| key.by.values().cloned()));
            // By the first column a row is known in messages.
            wanted.first = true;
            wanted.names.extend(lookup.show.iter().cloned());
            for condition in [&lookup.only, &lookup.must, &lookup.used_when].into_iter().flatten() {
                wanted.names.extend(mentions::words(condition));
            }
            let alias = lookup.alias.as_deref().unwrap_or(EXISTING);
            under_alias(sheet, alias, wanted);
        }
    }
}

/// Adds what is compared with existing records: every column of the sheet.
pub(super) fn of_existing(sheet: &WrittenSheet, wanted: &mut Wanted) {
    for column in sheet.entries().0 {
        wanted.names.extend(column.name.iter().cloned());
        wanted.names.extend(std::iter::once(column.heading.first().to_owned()).chain(column.heading.others().to_vec()));
    }
    let removed = sheet.intent.iter().filter_map(|intent| intent.removed_when.as_deref());
    wanted.names.extend(removed.flat_map(mentions::words));
    wanted.names.extend(sheet.existing.iter().flat_map(|existing| existing.headings.values().cloned()));
    under_alias(sheet, EXISTING, wanted);
}

/// Adds the names that the conditions of a sheet have under an alias.
fn under_alias(sheet: &WrittenSheet, alias: &str, wanted: &mut Wanted) {
    let mut texts: Vec<&str> = Vec::new();
    for column in sheet.entries().0 {
        texts.extend([&column.required_when, &column.blank_when].into_iter().flatten().map(String::as_str));
    }
    for rule in &sheet.rule {
        texts.extend([&rule.check, &rule.when].into_iter().flatten().map(String::as_str));
        // What a message quotes is between braces.
        let message = rule.message.as_deref().unwrap_or_default();
        texts.extend(message.split('{').skip(1).filter_map(|part| part.split_once('}')).map(|(name, _)| name));
    }
    texts.extend(sheet.intent.iter().filter_map(|intent| intent.locked_when.as_deref()));
    texts.extend(sheet.figure.iter().map(|figure| figure.value.as_str()));
    for text in texts {
        let names = mentions::aliased(text, alias);
        // A name in a message may have spaces without being in quotes.
        let rest = text.split_once('.').filter(|(before, _)| before.trim().eq_ignore_ascii_case(alias));
        wanted.names.extend(names.into_iter().chain(rest.map(|(_, name)| name.trim().trim_matches('"').to_owned())));
    }
}
