//! All texts of a template that people read, each with what it is about.

use std::borrow::Cow;
use std::collections::{HashMap, HashSet};

use super::{About, Entries, Text, refusals, subject, words};
use crate::definitions::{is_of_duties, is_of_examples, is_of_kinds, is_of_lengths, kind_letter, sheets_of_rows};
use crate::draft::{Draft, DraftColumn};
use crate::marks::place;
use crate::source::TemplateSheet;
use crate::{Entry, headings::Layout};
use lungwort_core::cell::fold::fold;
use lungwort_core::intake::is_remark as is_remark_line;
use lungwort_core::intake::workbook::FullCell;
use lungwort_core::limits::LONGEST_TEXT;

/// Remarks in one heading that are read: each is held against the whole of it.
const IN_HEADING: usize = 40;

/// Rows in which the headings of a table of mistakes are looked for.
const HEAD: u64 = 5;

/// A cell that names several columns is no longer than this.
const LABEL: usize = 120;

/// Headings in plain letters, each with its sheet and column.
type Headings = Vec<(String, usize, usize)>;

/// The texts, sheet by sheet.
pub(super) fn all(known: &Entries<'_>, entries: &[Option<Entry>], draft: &Draft) -> Vec<Text> {
    let of_sheet = |(at, sheet): (usize, &crate::draft::DraftSheet)| {
        let one = |(column, of): (usize, &crate::draft::DraftColumn)| (fold(&of.heading), at, column);
        sheet.columns.iter().enumerate().map(one).collect::<Headings>()
    };
    let headings: Headings = draft.sheets.iter().enumerate().flat_map(of_sheet).collect();
    let mut texts = Vec::new();
    for (number, sheet) in known.template.sheets.iter().enumerate() {
        let own = |(at, entry): (usize, &Option<Entry>)| {
            entry.as_ref().filter(|entry| entry.at == number).map(|entry| (at, entry.layout.clone()))
        };
        match entries.iter().enumerate().find_map(own) {
            Some((drafted, layout)) if known.template.text.is_some() => {
                let sign = known.template.text.as_ref().map_or(b',', |form| form.delimiter);
                on_entry((sheet, drafted, &layout), (draft, true, sign), &mut texts);
            }
            Some((drafted, layout)) => on_entry((sheet, drafted, &layout), (draft, false, b','), &mut texts),
            None => elsewhere(sheet, (&headings, draft), &mut texts),
        }
    }
    let mut texts: Vec<Text> = texts.into_iter().flat_map(|text| super::footnotes::apart(text, draft)).collect();
    super::named_days::put_in(&mut texts);
    super::lettered::put_in(&mut texts, draft);
    texts
}

fn text(text: &str, place: String, about: About) -> Text {
    let text = one_line(text);
    Text { text: text.chars().take(LONGEST_TEXT).collect(), place, about, of_heading: false, original: None }
}

/// Lines of a text that each say what a code means are one list.
fn one_line(text: &str) -> Cow<'_, str> {
    let is_pair = |line: &str| {
        let (code, meaning) = line.split_once('=').unwrap_or_default();
        let code = code.trim();
        !code.is_empty()
            && code.len() <= 12
            && !code.contains(' ')
            && !meaning.trim().is_empty()
            && !meaning.contains([';', ','])
    };
    if text.lines().filter(|line| is_pair(line)).count() < 2 {
        return Cow::Borrowed(text);
    }
    let mut out = String::new();
    let mut before = false;
    for line in text.lines() {
        let pair = is_pair(line);
        out.push_str(if out.is_empty() {
            ""
        } else if pair && before {
            ", "
        } else {
            "\n"
        });
        out.push_str(line.trim());
        before = pair;
    }
    Cow::Owned(out)
}

/// On a sheet that is to be filled: titles, headings, guide rows, notes and messages.
fn on_entry(
    (sheet, drafted, layout): (&TemplateSheet, usize, &Layout),
    (draft, is_text, sign): (&Draft, bool, u8),
    texts: &mut Vec<Text>,
) {
    let columns = &draft.sheets[drafted].columns;
    let by_field: HashMap<usize, usize> =
        columns.iter().enumerate().rev().map(|(at, column)| (column.field, at)).collect();
    let in_line = |row: u64| is_text && sheet.row(row).len() > 1;
    let alone = |row: u64| layout.is_remark(sheet, row) && sheet.row(row).len() == 1;
    let is_remark =
        |row: u64| alone(row) || is_text && sheet.row(row).first().is_some_and(|(_, text)| is_remark_line(text));
    for cell in &sheet.full.cells {
        let at = place(sheet, cell.row, cell.column);
        let column = by_field.get(&cell.column).copied();
        let guide = layout.guide_rows.contains(&cell.row) || layout.said_above.contains(&cell.row);
        match column {
            // Of a heading, what is in brackets says something.
            Some(column) if cell.row == layout.heading_row => {
                let parts = bracketed(&cell.text).into_iter().take(IN_HEADING);
                let of_heading =
                    |part| Text { of_heading: true, ..text(part, at.clone(), About::Column(drafted, column)) };
                texts.extend(parts.map(of_heading));
            }
            // A line of remarks under the headings is one text, and about the whole sheet.
            _ if guide && is_remark(cell.row) => {
                let row = sheet.row(cell.row);
                let joined = |_: &(usize, &str)| {
                    let cells: Vec<&str> = row.iter().map(|(_, text)| *text).collect();
                    text(&cells.join(&format!("{} ", char::from(sign))), at.clone(), About::Sheet(drafted))
                };
                texts.extend(row.first().filter(|(first, _)| *first == cell.column).map(joined));
            }
            Some(_) if guide && crate::around::is_label(sheet, layout, cell.row, cell.column) => {}
            // `Yellow = required` in a row of such cells explains a colour, and not the column below it.
            Some(_) if guide && cell.row < layout.heading_row && explains_look(&cell.text) => {
                texts.push(text(&cell.text, at, About::Sheet(drafted)));
            }
            Some(column) if guide => texts.push(text(&cell.text, at, About::Column(drafted, column))),
            _ if layout.footnotes.contains(&cell.row) => texts.push(text(&cell.text, at, About::Sheet(drafted))),
            _ if cell.row < layout.heading_row && !guide && in_line(cell.row) => {
                texts.extend(line_above((sheet, drafted), (cell.row, cell.column), sign));
            }
            _ if is_text && !guide && cell.row < layout.heading_row => texts.push(line_of(&cell.text, at, drafted)),
            _ if guide || cell.row < layout.heading_row => texts.push(text(&cell.text, at, About::Sheet(drafted))),
            _ => {}
        }
    }
    for (column, of) in columns.iter().enumerate() {
        let about = About::Column(drafted, column);
        if let Some(note) = sheet.note(layout.heading_row, of.field) {
            let at = format!("the note on {}", place(sheet, layout.heading_row, of.field));
            texts.push(text(note, at, about.clone()));
        }
        for (validation, range) in sheet.validations(of.field, layout.heading_row) {
            if !validation.prompt.is_empty() {
                let at = format!("the message shown in {}", range.words());
                texts.push(text(&validation.prompt, at, about.clone()));
            }
        }
    }
}

/// Whether a text is what a colour or a look means: `Grey = office use only`.
fn explains_look(text: &str) -> bool {
    text.split_once(['=', ':']).is_some_and(|(look, meaning)| !meaning.trim().is_empty() && is_look(look.trim()))
}

/// Whether words are a colour, or how letters look, in any of the languages.
fn is_look(look: &str) -> bool {
    let lower = look.to_lowercase();
    words::ALL.iter().any(|language| {
        let letters = [language.bold, language.italic, language.underlined];
        letters.iter().any(|phrases| phrases.contains(&lower.as_str()))
            || language.colours.iter().any(|(name, _)| *name == lower)
    })
}

/// Of a delimited file, what is above the headings is lines of text, whatever signs they have in them: the one that begins with a cell.
fn line_above((sheet, drafted): (&TemplateSheet, usize), (row, column): (u64, usize), sign: u8) -> Option<Text> {
    let cells = sheet.row(row);
    let first = cells.first().filter(|(first, _)| *first == column)?.0;
    let mut joined: Vec<&str> = cells.iter().map(|(_, text)| *text).collect();
    // `"#","type is required"`: the sign for remarks in a cell of its own is none of the text.
    if joined.first().is_some_and(|sign| is_remark_line(sign) && !sign.contains(char::is_alphanumeric)) {
        joined.remove(0);
    }
    // `Notes for sellers: | numbers without spaces | dates as 31/12/2026`
    let titled = joined.len() > 2 && joined[0].trim_end().ends_with(':');
    if titled && !crate::around::is_line(sheet, row) {
        let whole = joined.join(" ");
        return Some(Text {
            original: Some(whole),
            ..text(&joined[1..].join("\n"), place(sheet, row, first), About::Sheet(drafted))
        });
    }
    let joined = joined.join(&format!("{} ", char::from(sign)));
    Some(line_of(&joined, place(sheet, row, first), drafted))
}

/// A line of a delimited file above its headings.
fn line_of(line: &str, place: String, drafted: usize) -> Text {
    let apart = in_spaced_columns(line);
    let original = (apart != line).then(|| line.split_whitespace().collect::<Vec<_>>().join(" "));
    Text { original, ..text(&apart, place, About::Sheet(drafted)) }
}

/// `year    int    four digits, 2015-2026`: several spaces part what is said of the first, as in a table.
fn in_spaced_columns(line: &str) -> String {
    let parts: Vec<&str> = line.split("  ").map(str::trim).filter(|part| !part.is_empty()).collect();
    match parts.as_slice() {
        [first, rest @ ..] if rest.len() >= 2 && first.split_whitespace().count() <= 2 => {
            let first = first.trim_start_matches(|each: char| !each.is_alphanumeric());
            format!("{first}: {}", rest.join("\n"))
        }
        _ => line.to_owned(),
    }
}

/// What the headings of a table of fields say of what stands under them: its columns, and of the rows which are needed under a condition.
struct FieldTable {
    /// `7,2` among lengths is no number with a comma.
    lengths: HashSet<usize>,
    duties: HashSet<usize>,
    examples: HashSet<usize>,
    kinds: HashSet<usize>,
    conditional: HashSet<u64>,
}

impl FieldTable {
    fn of(sheet: &TemplateSheet, named: &HashMap<u64, Vec<(usize, usize)>>) -> FieldTable {
        let under = |is_so: fn(&str) -> bool| -> HashSet<usize> {
            let headings = sheet.full.cells.iter().filter(|cell| !named.contains_key(&cell.row));
            headings.filter(|cell| is_so(&cell.text)).map(|cell| cell.column).collect()
        };
        let duties = under(is_of_duties);
        let is_conditional =
            |text: &str| matches!(fold(text).as_str(), "c" | "cond" | "conditional" | "bedingt" | "conditionnel");
        let of_duties = sheet.full.cells.iter().filter(|cell| duties.contains(&cell.column));
        let conditional = of_duties.filter(|cell| is_conditional(&cell.text)).map(|cell| cell.row).collect();
        FieldTable {
            lengths: under(is_of_lengths),
            examples: under(is_of_examples),
            kinds: under(is_of_kinds),
            duties,
            conditional,
        }
    }
}

/// The cells of a sheet without those of a table of mistakes, `Code | Message | When`, of which each row is read as what it asks for.
fn without_mistakes<'s>(sheet: &'s TemplateSheet, texts: &mut Vec<Text>) -> Vec<&'s FullCell> {
    let head = (1..=sheet.last_row().min(HEAD)).find(|row| sheet.row(*row).len() >= 2);
    let table = head.and_then(|row| Some((row, refusals::causes(&sheet.row(row))?)));
    let Some((head, (column, language))) = table else { return sheet.full.cells.iter().collect() };
    let causes = sheet.full.cells.iter().filter(|cell| cell.row > head && cell.column == column);
    texts.extend(causes.map(|cell| {
        let asked = refusals::asked(&cell.text, language);
        let original = Some(cell.text.trim().to_owned());
        Text { original, ..text(&asked, place(sheet, cell.row, cell.column), About::Any) }
    }));
    sheet.full.cells.iter().filter(|cell| cell.row <= head).collect()
}

/// On any other sheet. A table that goes through the columns names one at the beginning of a row.
fn elsewhere(sheet: &TemplateSheet, (headings, draft): (&Headings, &Draft), texts: &mut Vec<Text>) {
    let mut by_heading: HashMap<&str, (usize, usize)> = HashMap::new();
    for (heading, sheet, column) in headings.iter().rev().filter(|(heading, ..)| !heading.is_empty()) {
        by_heading.insert(heading.as_str(), (*sheet, *column));
    }
    // `< Gross kg` is compared with a column, and names none.
    let compares = |text: &str| text.trim_start().starts_with(['<', '>', '≤', '≥', '=']);
    let heading_at = |text: &str| by_heading.get(fold(text).as_str()).copied().filter(|_| !compares(text));
    let named = columns_of_rows(sheet, (headings, draft), &heading_at);
    let under_fields = FieldTable::of(sheet, &named);
    let under = under_headings(sheet, &by_heading);
    let codes = codes_of(sheet, draft);
    // What stands under the name of a sheet is about that one.
    let mut section: Option<usize> = None;
    // Points by which rows are refused: the column that they stand in, and their language.
    let mut refusing: Option<(usize, &words::Language)> = None;
    for cell in without_mistakes(sheet, texts) {
        section = titled(&cell.text, draft).or(section);
        let of_row = named.get(&cell.row).filter(|_| heading_at(&cell.text).is_none());
        let (of_row, further) = of_row.and_then(|places| places.split_first()).unzip();
        if under.get(&cell.row) == Some(&None) || codes.contains(cell.text.trim()) {
            continue;
        }
        let general = match under.get(&cell.row).copied().flatten() {
            // "The fields Lot, Weight and Box must not be empty" closes all sections.
            Some(own) if names_others(&cell.text, own, draft) => About::Sheet(own.0),
            Some((sheet, column)) => About::Column(sheet, column),
            None => section.map_or(About::Any, About::Sheet),
        };
        let about = of_row.map_or(general, |(sheet, column)| About::Column(*sheet, *column));
        // Signs without a letter say something of a column at most.
        let read = matches!(about, About::Column(..)) && !under_fields.lengths.contains(&cell.column);
        // `10-12` as an example limits nothing.
        let range = |text: &str| {
            text.split(['-', '–']).all(|end| !end.is_empty() && end.bytes().all(|byte| byte.is_ascii_digit()))
        };
        // `A/N` among kinds of values is no list.
        let letter = under_fields.kinds.contains(&cell.column) && kind_letter(&cell.text).is_some();
        if letter || under_fields.examples.contains(&cell.column) && range(cell.text.trim()) {
            continue;
        }
        if !read && !cell.text.chars().any(char::is_alphabetic) {
            continue;
        }
        // `Bold | has to be filled in`: a look, and what it means.
        let look = look_beside(sheet, (cell.row, cell.column));
        let (about, said) = match headed(&cell.text, draft).filter(|_| !matches!(about, About::Column(..))) {
            Some((of, said)) => (About::Sheet(of), said),
            None => (about, cell.text.as_str()),
        };
        let said = look.map_or(Cow::Borrowed(said), |look| Cow::Owned(format!("{look}: {said}")));
        // `For S and V only; after From`, where another column says that it is needed under a condition
        let parts = || said.split("; ").map(|part| (duty_of_some(part), part));
        if under_fields.conditional.contains(&cell.row) && read && parts().any(|(duty, _)| duty.is_some()) {
            let parts: Vec<String> = parts().map(|(duty, part)| duty.unwrap_or_else(|| part.to_owned())).collect();
            let of_some = text(&parts.join("\n"), place(sheet, cell.row, cell.column), about);
            texts.push(Text { original: Some(cell.text.trim().to_owned()), ..of_some });
            continue;
        }
        // `For fair and poor`, under "Needed?"
        if let Some(whole) = duty_of_some(&said).filter(|_| under_fields.duties.contains(&cell.column) && read) {
            let of_some = text(&whole, place(sheet, cell.row, cell.column), about);
            texts.push(Text { original: Some(cell.text.trim().to_owned()), ..of_some });
            continue;
        }
        refusing = refusing.filter(|(column, _)| *column == cell.column && refusals::is_point(&said));
        if let Some((_, language)) = refusing {
            let turned = text(&refusals::turned(&said, language), place(sheet, cell.row, cell.column), about);
            texts.push(Text { original: Some(cell.text.trim().to_owned()), ..turned });
            continue;
        }
        refusing = refusals::leads(&said).map(|language| (cell.column, language));
        let others = further.into_iter().flatten().map(|(sheet, column)| About::Column(*sheet, *column));
        texts.extend(others.map(|about| text(&said, place(sheet, cell.row, cell.column), about)));
        texts.push(text(&said, place(sheet, cell.row, cell.column), about));
    }
}

/// Words by which the rows are named for which something is needed, at most: `mains and desserts only`.
const ROWS_NAMED: usize = 6;

/// `For fair and poor`, in a column that says what is needed, as a whole sentence.
fn duty_of_some(said: &str) -> Option<String> {
    let mut said_words = said.split_whitespace().map(str::to_lowercase);
    let (first, second) = (said_words.next()?, said_words.next()?);
    // "Mains and desserts only"
    let last = said.trim().trim_end_matches('.').rsplit_once(' ');
    let ends = |language: &&&words::Language| last.is_some_and(|(_, last)| language.only.contains(&last));
    if let Some(((rows, only), language)) = last.zip(words::ALL.iter().find(ends))
        && said.split_whitespace().count() <= ROWS_NAMED
    {
        let (required, led) = (language.required.first()?, language.only_for.first()?);
        // "For S and V only"
        let rows = if language.only_for.contains(&first.as_str()) { rows.split_once(' ')?.1 } else { rows };
        return Some(format!("{required} {led} {rows}.\n{only} {led} {rows}."));
    }
    // `Only for members`: needed there, and nowhere else
    let leads = |language: &&&words::Language| {
        let led = [language.only_for, language.with].iter().any(|words| words.contains(&second.as_str()));
        language.only.contains(&first.as_str()) && led
    };
    if let Some(language) = words::ALL.iter().find(leads) {
        let rows = said.trim().trim_end_matches('.').split_once(' ')?.1;
        return Some(format!("{} {rows}.\n{first} {rows}.", language.required.first()?));
    }
    // `Only if a fund is named`
    let begins = |language: &&&words::Language| {
        let only = language.only.contains(&first.as_str()) && language.conditional.contains(&second.as_str());
        only || language.only_for.contains(&first.as_str())
    };
    let language = words::ALL.iter().find(begins)?;
    // "Bei Sachspenden ist die Sache zu nennen" is a whole sentence.
    let verb = |word: String| language.verbs.contains(&word.as_str()) || language.modals.contains(&word.as_str());
    if language.only_for.contains(&first.as_str()) && said_words.any(verb) && said_words.next().is_some() {
        return None;
    }
    Some(format!("{} {}", language.required.first()?, said.trim()))
}

/// Which columns the rows of a sheet are about: the one that the first cell with a heading names, or those of `Out / Back`.
fn columns_of_rows(
    sheet: &TemplateSheet,
    (headings, draft): (&Headings, &Draft),
    heading_at: &dyn Fn(&str) -> Option<(usize, usize)>,
) -> HashMap<u64, Vec<(usize, usize)>> {
    // `Lettings | Unit | …`: of two sheets with the same heading, the row names the one that it is about.
    let names: Vec<String> = draft.sheets.iter().map(|sheet| sheet.name.clone()).collect();
    let of_rows = sheets_of_rows(sheet, &names);
    let on_sheet = |row: u64, text: &str, place: (usize, usize)| {
        let wanted = of_rows.get(&row).filter(|of| **of != place.0)?;
        let folded = fold(text);
        let found = headings.iter().find(|(heading, of, _)| of == wanted && *heading == folded);
        found.map(|(_, of, column)| (*of, *column))
    };
    let mut named: HashMap<u64, Vec<(usize, usize)>> = HashMap::new();
    let mut naming: HashMap<u64, usize> = HashMap::new();
    for cell in &sheet.full.cells {
        if let Some(place) = heading_at(&cell.text) {
            let place = on_sheet(cell.row, &cell.text, place).unwrap_or(place);
            named.entry(cell.row).or_insert_with(|| vec![place]);
            naming.entry(cell.row).or_insert(cell.column);
        }
    }
    if let Some(row) = row_of_headings(&naming) {
        named.remove(&row);
    }
    for cell in sheet.full.cells.iter().filter(|cell| cell.text.len() <= LABEL) {
        let parts = cell.text.split([',', '/', '&']).map(|part| heading_at(part.trim()));
        let places: Option<Vec<(usize, usize)>> = parts.collect();
        if let Some(places) = places.filter(|places| places.len() >= 2) {
            named.entry(cell.row).or_insert(places);
        }
    }
    named
}

/// The row above a table that goes through the columns, where a heading of its own is that of a column, too: `Field | Required | Remarks`
/// above the row of Remarks.
fn row_of_headings(naming: &HashMap<u64, usize>) -> Option<u64> {
    let first = *naming.keys().min()?;
    let mut others = naming.iter().filter(|(row, _)| **row != first).map(|(_, column)| *column);
    let table = others.next()?;
    (naming.len() > FEW_ROWS && naming[&first] > table && others.all(|column| column == table)).then_some(first)
}

/// Rows of such a table, at least.
const FEW_ROWS: usize = 3;

/// Whether a text names several columns and not the one under whose heading it stands.
fn names_others(text: &str, (sheet, own): (usize, usize), draft: &Draft) -> bool {
    let is_named = |column: &DraftColumn| {
        let heading = column.heading.trim();
        heading.chars().count() > 2 && text.contains(heading)
    };
    let columns = &draft.sheets[sheet].columns;
    !is_named(&columns[own]) && columns.iter().filter(|column| is_named(column)).count() >= 2
}

/// The look that is named in the cell before, where a row has these two cells alone.
fn look_beside(sheet: &TemplateSheet, (row, column): (u64, usize)) -> Option<String> {
    let cells = sheet.row(row);
    let [(_, look), (second, _)] = cells.as_slice() else { return None };
    let look = look.trim().trim_end_matches(':');
    (*second == column && is_look(look)).then(|| look.to_owned())
}

/// The codes of the lists that were found on a sheet: they say nothing.
fn codes_of<'d>(sheet: &TemplateSheet, draft: &'d Draft) -> HashSet<&'d str> {
    let cited = format!("sheet {}", sheet.name);
    let columns = draft.sheets.iter().flat_map(|sheet| &sheet.columns);
    let from_here =
        |column: &&DraftColumn| column.lines.get("allowed").is_some_and(|line| line.source.contains(&cited));
    columns.filter(from_here).flat_map(|column| &column.values).map(String::as_str).collect()
}

/// Whether a word stands before the name of a column that is explained.
pub(crate) fn is_label(word: &str) -> bool {
    let word = word.trim().trim_end_matches(':').to_lowercase();
    words::ALL.iter().any(|language| language.labels.contains(&word.as_str()))
}

/// Rows that stand under a heading in a row of its own, `Field: Title`, where most headings are gone through so: the column
/// that each is about, and `None` for the headings themselves.
fn under_headings(
    sheet: &TemplateSheet,
    by_heading: &HashMap<&str, (usize, usize)>,
) -> HashMap<u64, Option<(usize, usize)>> {
    let heading = |text: &str| {
        let text = text.trim().trim_end_matches(':').trim();
        let plain = text.split_once([':', ' ']).filter(|(label, _)| is_label(label));
        let plain =
            plain.map_or(text, |(_, rest)| rest.trim_start_matches([':', ' ', '"', '“']).trim_end_matches(['"', '”']));
        by_heading.get(fold(plain).as_str()).copied()
    };
    let (mut found, mut current, mut named) = (HashMap::new(), None, HashSet::new());
    for row in 1..=sheet.last_row() {
        let cells = sheet.row(row);
        let [(_, text)] = cells.as_slice() else {
            current = current.filter(|_| cells.is_empty());
            continue;
        };
        if let Some(place) = heading(text) {
            current = Some(place);
            named.insert(place);
            found.insert(row, None);
        } else if current.is_some() {
            found.insert(row, current);
        }
    }
    let of_sheet = |place: &&(usize, usize)| named.iter().next().is_some_and(|first| first.0 == place.0);
    let all = by_heading.values().filter(of_sheet).count();
    if named.len() >= 3 && named.len() * 2 >= all { found } else { HashMap::new() }
}

/// The sheet that a text is the title of: `Sheet Plots`, `Plots:`; where there are several.
fn titled(text: &str, draft: &Draft) -> Option<usize> {
    let plain = text.trim().trim_end_matches(':').trim().to_lowercase();
    if draft.sheets.len() < 2 || plain.split(' ').count() > 6 {
        return None;
    }
    let is_title = |name: &str| {
        let name = name.to_lowercase();
        let (before, behind) = (plain.strip_suffix(&name), plain.strip_prefix(&name));
        [before, behind].into_iter().flatten().any(|rest| {
            let rest = rest.trim().trim_matches(['"', '“', '”', '„', '\'', ':']).trim();
            rest.is_empty() || words::ALL.iter().any(|language| language.sheets.contains(&rest))
        })
    };
    draft.sheets.iter().position(|sheet| !sheet.name.is_empty() && is_title(&sheet.name))
}

/// The sheet that a text begins with, and what it says of it: `VISITS: the date is …`; where there are several.
fn headed<'t>(text: &'t str, draft: &Draft) -> Option<(usize, &'t str)> {
    let (name, said) = text.split_once(':').filter(|(_, said)| draft.sheets.len() > 1 && !said.trim().is_empty())?;
    let name = name.trim().trim_matches(['"', '“', '”', '„', '\'']).to_lowercase();
    let place = draft.sheets.iter().position(|sheet| !name.is_empty() && sheet.name.to_lowercase() == name)?;
    Some((place, said.trim_start()))
}

/// What is in brackets in a heading.
fn bracketed(heading: &str) -> Vec<&str> {
    let mut found = Vec::new();
    let mut rest = heading;
    while let Some(open) = rest.find(['(', '[']) {
        let inside = &rest[open + 1..];
        let Some(close) = inside.find([')', ']']) else { break };
        found.extend(inside[..close].split(';').map(str::trim));
        rest = &inside[close + 1..];
    }
    // `[hh:mm], after From`
    found.extend(rest.strip_prefix([',', ';']).map(str::trim).filter(|_| rest.len() < heading.len()));
    // `Goods: toys / books / clothes`, `Paid on: dd-mm-yyyy`
    let behind = subject::guidance_in_heading(heading).map(|(_, behind)| behind);
    found.extend(behind.filter(|behind| !behind.contains(['(', '['])));
    // What is on further lines of a heading explains it as well.
    let further = heading.split_once('\n').map_or("", |(_, further)| further);
    found.extend(Some(further).filter(|further| !further.is_empty() && !further.contains(['(', '['])));
    if further.contains(['(', '[']) {
        found.extend(further.split('\n').filter(|line| !line.contains(['(', '['])));
    }
    found
}
