//! One column, from written to compiled.

use std::sync::Arc;

use super::compiler::{Columns, Compiler};
use super::list::{Dependent, Entry, List};
use super::model::{Allowed, CharacterSet, Column, ColumnType, Length, Limit, Side};
use super::written::{
    WrittenAllowed, WrittenBound, WrittenColumn, WrittenDependent, WrittenLength, WrittenLookup, WrittenSheet,
    WrittenType, WrittenUnit,
};
use crate::cell::date::Picture;
use crate::cell::format::{self, Format};
use crate::cell::number::DecimalMark;
use crate::cell::yes_no::YesNoWords;
use crate::cell::{Kind, Value, fold};

pub(super) fn column(compiler: &mut Compiler, columns: &Columns, sheet: &WrittenSheet, at: usize) -> Column {
    let (entries, kind) = sheet.entries();
    let written = &entries[at];
    let path = format!("{}.{kind}.{at}", columns.sheet);
    let at_key = |key: &str| format!("{path}.{key}");
    let kind = column_type(compiler, &path, written);
    let condition = |compiler: &mut Compiler, key: &str, text: &Option<String>| {
        text.as_ref().and_then(|text| compiler.condition(&at_key(key), text, columns))
    };
    if written.required && written.required_when.is_some() {
        compiler.advice(&at_key("required_when"), "the column is required in every row already");
    }
    if written.places.is_some() && !matches!(kind, ColumnType::Decimal(_)) {
        compiler.error(&at_key("places"), "places go with type = \"decimal\"");
    }
    if written.value.is_some() && sheet.cell.is_empty() {
        compiler.error(&at_key("value"), "value goes with a labelled cell, [[sheet.cell]]");
    }
    if written.guide.len() > sheet.guide_rows as usize {
        compiler.error(&at_key("guide"), "there are more guide texts than guide_rows of the sheet");
    }
    Column {
        format: written.format.as_ref().and_then(|name| named_format(compiler, &at_key("format"), name)),
        required_when: condition(compiler, "required_when", &written.required_when),
        blank_when: condition(compiler, "blank_when", &written.blank_when),
        pattern: written.pattern.as_ref().and_then(|pattern| compiler.pattern(&at_key("pattern"), pattern)),
        allowed: written
            .allowed
            .as_ref()
            .and_then(|allowed| allowed_values(compiler, columns, &at_key("allowed"), allowed)),
        length: written.length.as_ref().and_then(|length| text_length(compiler, &at_key("length"), length)),
        limits: limits(compiler, &path, written, &kind),
        characters: written.characters.as_ref().and_then(|set| character_set(compiler, &at_key("characters"), set)),
        section: written.section.clone(),
        stored: written.stored.unwrap_or_default(),
        value_place: written.value.unwrap_or_default(),
        heading: written.heading.clone(),
        name: written.name.clone(),
        required: written.required,
        unique: written.unique,
        retired: written.retired.clone(),
        places: written.places,
        separator: written.separator.clone().filter(|sign| !sign.is_empty()),
        case: written.case,
        line_breaks: written.line_breaks,
        attachment_folder: written.attachment_folder.clone(),
        default: written.default.clone(),
        help: written.help.clone(),
        example: written.example.clone(),
        guide: written.guide.clone(),
        severity: written.severity,
        line: compiler.source.line(&at_key("heading")),
        kind,
    }
}

fn column_type(compiler: &mut Compiler, path: &str, written: &WrittenColumn) -> ColumnType {
    let mark = match written.decimal_mark.as_deref() {
        None | Some(".") => DecimalMark::Point,
        Some(",") => DecimalMark::Comma,
        Some(_) => {
            compiler.error(&format!("{path}.decimal_mark"), "the decimal mark is \".\" or \",\"");
            DecimalMark::Point
        }
    };
    let mut pictured = |kind: Kind, key: &str, given: &Option<String>, usual: &str| {
        let place = format!("{path}.{key}");
        let compiled = Picture::compile(given.as_deref().unwrap_or(usual));
        let fits = |picture: &Picture| match kind {
            Kind::Date => picture.has_date() && !picture.has_time(),
            Kind::Time => !picture.has_date() && picture.has_time(),
            _ => picture.has_date() && picture.has_time(),
        };
        match compiled {
            Ok(picture) if fits(&picture) => ColumnType::Moment(kind, picture),
            Ok(_) => {
                compiler.error(&place, format!("this does not picture {}", kind.words()));
                ColumnType::Text
            }
            Err(error) => {
                compiler.error(&place, format!("{}; it is written such as {usual}", error.0));
                ColumnType::Text
            }
        }
    };
    match written.kind {
        WrittenType::Text => ColumnType::Text,
        WrittenType::Whole => ColumnType::Whole(mark),
        WrittenType::Decimal => ColumnType::Decimal(mark),
        WrittenType::Date => pictured(Kind::Date, "date_format", &written.date_format, "yyyy-mm-dd"),
        WrittenType::Time => pictured(Kind::Time, "time_format", &written.time_format, "hh:mm"),
        WrittenType::Datetime => pictured(Kind::DateTime, "date_format", &written.date_format, "yyyy-mm-dd hh:mm"),
        WrittenType::YesNo => ColumnType::YesNo(
            written.yes_no.as_ref().map(|words| YesNoWords { yes: words.yes.clone(), no: words.no.clone() }),
        ),
    }
}

fn named_format(compiler: &mut Compiler, path: &str, name: &str) -> Option<&'static Format> {
    let found = Format::named(name);
    if found.is_none() {
        let names = || format::ALL.iter().map(|format| format.name);
        let hint = match fold::nearest(name, names()) {
            Some(near) => format!("did you mean {near}?"),
            None => format!("there is {}", names().collect::<Vec<_>>().join(", ")),
        };
        compiler.error(path, format!("there is no format {name}; {hint}"));
    }
    found
}

fn allowed_values(compiler: &mut Compiler, columns: &Columns, path: &str, written: &WrittenAllowed) -> Option<Allowed> {
    let own = |list: List| Allowed { list: Arc::new(list), name: String::new(), dependent: None };
    let allowed = match written {
        WrittenAllowed::Values(values) => {
            own(List::new(values.iter().map(|value| Entry { code: value.as_str().into(), meaning: None })))
        }
        WrittenAllowed::Codes(codes) => own(List::new(
            codes
                .iter()
                .map(|(code, meaning)| Entry { code: code.as_str().into(), meaning: Some(meaning.as_str().into()) }),
        )),
        WrittenAllowed::Dependent(dependent) => depending(compiler, columns, path, dependent)?,
        WrittenAllowed::Reference(lookup) => return referenced(compiler, columns, path, lookup),
    };
    if allowed.list.entries().is_empty() {
        // A list whose only values were mistakes has been told of already.
        let line = compiler.source.line(path);
        let text = &compiler.source.text;
        if compiler.mistakes.iter().any(|mistake| super::mistake::line_and_column(text, mistake.span.start).0 == line) {
            return None;
        }
        compiler.error(path, "the list is empty: no value could ever be right");
        return None;
    }
    Some(allowed)
}

/// Lists of which another column's value chooses one.
fn depending(compiler: &mut Compiler, columns: &Columns, path: &str, written: &WrittenDependent) -> Option<Allowed> {
    let Some((other, _)) = crate::condition::Scope::column(columns, &written.depends_on) else {
        let near = crate::condition::Scope::nearest(columns, &written.depends_on);
        let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
        compiler.error(&format!("{path}.depends_on"), format!("no column is called {}{hint}", written.depends_on));
        return None;
    };
    let pairs = || written.values.iter().flat_map(|(with, values)| values.iter().map(move |value| (with, value)));
    let mut all: Vec<&String> = Vec::new();
    let mut seen = std::collections::HashSet::new();
    all.extend(pairs().map(|(_, value)| value).filter(|value| seen.insert(*value)));
    let list = List::new(all.iter().map(|value| Entry { code: value.as_str().into(), meaning: None }));
    let dependent = Dependent::new(vec![other], pairs().map(|(with, value)| (vec![with.as_str()], value.as_str())));
    Some(Allowed { list: Arc::new(list), name: String::new(), dependent: Some(dependent) })
}

fn referenced(compiler: &mut Compiler, columns: &Columns, path: &str, lookup: &WrittenLookup) -> Option<Allowed> {
    let name = &lookup.reference;
    if let Some(list) = super::standard::named(name) {
        if lookup.column.is_some() || lookup.meaning.is_some() || !lookup.matching.is_empty() {
            compiler.error(path, format!("{name} is a standard list and has no columns to choose from"));
        }
        return Some(Allowed { list, name: format!("the codes of {name}"), dependent: None });
    }
    let Some(table) = compiler.references.remove(name) else {
        let known =
            compiler.references.keys().map(String::as_str).chain(super::standard::ALL.iter().map(|each| each.name));
        let hint = fold::nearest(name, known).map(|near| format!("; did you mean {near}?")).unwrap_or_default();
        compiler.error(&format!("{path}.reference"), format!("there is no reference {name}{hint}"));
        return None;
    };
    let allowed = table.as_ref().and_then(|table| from_table(compiler, columns, path, lookup, table));
    compiler.references.insert(name.clone(), table);
    allowed
}

fn from_table(
    compiler: &mut Compiler,
    columns: &Columns,
    path: &str,
    lookup: &WrittenLookup,
    table: &super::compiler::Table,
) -> Option<Allowed> {
    let mut place = |key: &str, heading: &str| {
        let found = table.heading(heading);
        if found.is_none() {
            let hint = fold::nearest(heading, table.headings.iter().map(String::as_str));
            let hint = hint.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
            compiler.error(
                &format!("{path}.{key}"),
                format!("the reference {} has no column {heading}{hint}", lookup.reference),
            );
        }
        found
    };
    let column = lookup.column.as_ref().map_or(Some(0), |heading| place("column", heading));
    let meaning = lookup.meaning.as_ref().map(|heading| place("meaning", heading));
    let others: Vec<Option<usize>> = lookup.matching.keys().map(|heading| place("matching", heading)).collect();
    let names: Vec<String> = lookup.matching.values().cloned().collect();
    let own: Vec<usize> = names
        .iter()
        .filter_map(|name| {
            let found = crate::condition::Scope::column(columns, name).map(|(index, _)| index);
            if found.is_none() {
                compiler.error(&format!("{path}.matching"), format!("no column of the sheet is called {name}"));
            }
            found
        })
        .collect();
    let column = column?;
    let others: Vec<usize> = others.into_iter().collect::<Option<_>>()?;
    if own.len() != names.len() {
        return None;
    }
    let dependent = (!others.is_empty()).then(|| {
        let cell = |row: &'_ [String], at: usize| row.get(at).cloned().unwrap_or_default();
        let rows: Vec<(Vec<String>, String)> = table
            .rows
            .iter()
            .map(|row| (others.iter().map(|at| cell(row, *at)).collect(), cell(row, column)))
            .collect();
        Dependent::new(
            own,
            rows.iter().map(|(others, value)| (others.iter().map(String::as_str).collect(), value.as_str())),
        )
    });
    Some(Allowed {
        list: Arc::new(table.list(column, meaning.flatten())),
        name: format!("the values of {}", lookup.reference),
        dependent,
    })
}

fn text_length(compiler: &mut Compiler, path: &str, written: &WrittenLength) -> Option<Length> {
    let (min, max) = match written.exactly {
        Some(exactly) => (exactly, exactly),
        None => (written.min.unwrap_or(0), written.max.unwrap_or(usize::MAX)),
    };
    if min > max {
        compiler.error(path, "the least length is greater than the greatest");
        return None;
    }
    let encoding = compiler.encoding.unwrap_or(encoding_rs::UTF_8);
    Some(Length { min, max, bytes_in: (written.unit == WrittenUnit::Bytes).then_some(encoding) })
}

fn limits(compiler: &mut Compiler, path: &str, written: &WrittenColumn, kind: &ColumnType) -> Vec<Limit> {
    let given = [
        ("min", &written.min, Side::AtLeast),
        ("max", &written.max, Side::AtMost),
        ("above", &written.above, Side::Above),
        ("below", &written.below, Side::Below),
    ];
    let mut limits = Vec::new();
    for (key, bound, side) in given {
        let Some(WrittenBound(text)) = bound else { continue };
        match read_bound(text, kind) {
            Some(bound) => limits.push(Limit { side, bound }),
            None => {
                let message = match kind {
                    ColumnType::Text | ColumnType::YesNo(_) => {
                        format!("{key} goes with numbers, dates and times; for texts there is length")
                    }
                    _ => format!("\"{text}\" is not {} that this column can hold", kind.kind().words()),
                };
                compiler.error(&format!("{path}.{key}"), message);
            }
        }
    }
    let bound = |wanted: &[Side]| {
        limits.iter().find(|limit| wanted.contains(&limit.side)).and_then(|limit| limit.bound.clone())
    };
    if let (Some(least), Some(most)) = (bound(&[Side::AtLeast, Side::Above]), bound(&[Side::AtMost, Side::Below]))
        && least.compare(&most).is_some_and(std::cmp::Ordering::is_gt)
    {
        compiler.error(&format!("{path}.max"), "no value can be over the least and under the greatest at once");
    }
    limits
}

/// A bound: `Some(None)` is today. Dates are taken in ISO form as well as in the column's own.
fn read_bound(text: &str, kind: &ColumnType) -> Option<Option<Value<'static>>> {
    let iso = |picture: &str| Picture::compile(picture).ok()?.read(text).ok();
    match kind {
        ColumnType::Moment(Kind::Date | Kind::DateTime, _) if text == "today" => Some(None),
        ColumnType::Moment(Kind::Date, picture) => picture.read(text).ok().or_else(|| iso("yyyy-mm-dd")).map(Some),
        ColumnType::Moment(Kind::DateTime, picture) => {
            picture.read(text).ok().or_else(|| iso("yyyy-mm-dd hh:mm")).or_else(|| iso("yyyy-mm-dd")).map(Some)
        }
        ColumnType::Moment(_, picture) => picture.read(text).ok().or_else(|| iso("hh:mm")).map(Some),
        ColumnType::Whole(_) | ColumnType::Decimal(_) => {
            crate::cell::number::read(text, DecimalMark::Point).map(|number| Some(Value::Number(number)))
        }
        ColumnType::Text | ColumnType::YesNo(_) => None,
    }
}

/// `ascii`, `latin`, `plain`, or characters and ranges such as `A-Z 0-9 -`, where a space between them counts for
/// nothing and `space` is the space itself.
fn character_set(compiler: &mut Compiler, path: &str, written: &str) -> Option<CharacterSet> {
    let all_but_typographic = || {
        let mut ranges = vec![];
        let mut first = ' ';
        for each in ('\u{80}'..='\u{2fff}').filter(|each| crate::cell::characters::plain_for(*each).is_some()) {
            ranges.push((first, char::from_u32(u32::from(each) - 1).unwrap_or(first)));
            first = char::from_u32(u32::from(each) + 1).unwrap_or(each);
        }
        ranges.push((first, char::MAX));
        ranges.retain(|(first, last)| first <= last);
        ranges
    };
    let set = |words: &str, ranges: Vec<(char, char)>| {
        Some(CharacterSet { words: words.to_owned(), written: written.to_owned(), ranges })
    };
    match written {
        "ascii" => return set("the characters of a plain English keyboard", vec![(' ', '~')]),
        "latin" => {
            return set(
                "Latin letters with or without accents, digits and signs",
                vec![(' ', '~'), ('\u{a0}', '\u{24f}'), ('\u{1e00}', '\u{1eff}'), ('\u{2010}', '\u{2027}')],
            );
        }
        "plain" => {
            return set("any characters but typographic quotes and dashes", all_but_typographic());
        }
        _ => {}
    }
    let mut ranges = Vec::new();
    for part in written.split(' ').filter(|part| !part.is_empty()) {
        let letters: Vec<char> = part.chars().collect();
        match letters.as_slice() {
            ['s', 'p', 'a', 'c', 'e'] => ranges.push((' ', ' ')),
            [first, '-', last] if first < last => ranges.push((*first, *last)),
            [first, '-', last] if first > last => {
                compiler.error(path, format!("{part} runs backwards"));
                return None;
            }
            signs => ranges.extend(signs.iter().map(|sign| (*sign, *sign))),
        }
    }
    if ranges.is_empty() {
        compiler.error(path, "no characters are named");
        return None;
    }
    set(&format!("the characters {written}"), ranges)
}
