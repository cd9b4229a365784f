//! Where the headings of a sheet stand, and what the rows around them are.

use std::sync::LazyLock;

use regex::Regex;

use super::source::TemplateSheet;
use super::statements::are_yes_and_no;
use lungwort_core::cell::fold::fold;
use lungwort_core::intake::is_remark as is_remark_line;

/// Rows looked through for headings.
const SEARCHED: u64 = 30;
/// What the last row of a report begins with.
const TOTALS: &[&str] = &["total", "totals", "grand total", "sum", "summe", "gesamt", "somme"];
/// A heading is no longer than this.
const LONGEST: usize = 120;

/// What stands around the data of an entry sheet.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Layout {
    /// The row of the headings.
    pub heading_row: u64,
    /// The headings: column and text as it stands.
    pub headings: Vec<(usize, String)>,
    /// The row of technical names, if there is one.
    pub technical_row: Option<u64>,
    /// The row of section bands, if there is one.
    pub band_row: Option<u64>,
    /// Rows above the headings that say of each column how it is filled in.
    pub said_above: Vec<u64>,
    /// Rows under the headings that belong to the template.
    pub guide_rows: Vec<u64>,
    /// Sample rows.
    pub sample_rows: Vec<u64>,
    /// Rows under the headings that explain a mark behind one of them.
    pub footnotes: Vec<u64>,
    /// Of the sample rows, how many stay in the file: those above the row from which on the template says that it is filled in.
    pub staying: usize,
    /// The first row for data.
    pub first_data: u64,
}

/// Words of a text that stands alone in its row, from which on it is about the whole sheet.
const WHOLE: usize = 10;

impl Layout {
    /// Whether a row is one remark about the whole sheet, and says nothing of the column that it begins under.
    pub fn is_remark(&self, sheet: &TemplateSheet, row: u64) -> bool {
        match sheet.row(row).as_slice() {
            [(_, only)] if self.headings.len() >= 3 => only.split_whitespace().count() >= WHOLE || is_remark_line(only),
            cells => cells.first().is_some_and(|(_, text)| is_remark_line(text)),
        }
    }
}

/// Finds the headings of a sheet; `None` for a sheet that is no table to be filled.
pub fn find(sheet: &TemplateSheet, is_text: bool) -> Option<Layout> {
    at(sheet, heading_row(sheet, is_text)?)
}

/// The layout with the row that most looks like headings, whatever else the sheet is.
pub fn likeliest(sheet: &TemplateSheet) -> Option<Layout> {
    at(sheet, heading_row(sheet, true)?)
}

/// Headings in the last filled row of a sheet, with nothing under them.
pub fn alone(sheet: &TemplateSheet) -> Option<Layout> {
    let row = heading_row(sheet, true).filter(|row| *row == sheet.last_row())?;
    let sentences = sheet.row(row).iter().filter(|(_, text)| is_guidance(text)).count();
    (sentences == 0).then(|| at(sheet, row)).flatten()
}

/// Headings over rows that are filled in to the end: a workbook that somebody has filled in and from which no blank template is
/// left. A report has a total, gaps or notes below.
pub fn filled(sheet: &TemplateSheet) -> Option<Layout> {
    let layout = at(sheet, heading_row(sheet, true)?)?;
    let (first, last) = (layout.headings.first()?.0, layout.headings.last()?.0);
    let wide = layout.headings.len();
    let side_by_side = wide >= 3 && last - first + 1 == wide;
    let is_row = |row: u64| {
        let cells = sheet.row(row);
        let inside = cells.iter().filter(|(column, _)| (first..=last).contains(column)).count();
        inside == cells.len() && inside * 2 >= wide
    };
    let data = layout.first_data..=sheet.last_row();
    let is_total = |text: &str| TOTALS.contains(&text.trim_end_matches(':').trim().to_lowercase().as_str());
    let has_total = || sheet.row(sheet.last_row()).iter().any(|(_, text)| is_total(text));
    let is_prose = |text: &str| text.split_whitespace().count() > 25;
    let sentences = || data.clone().take(20).all(|row| sheet.row(row).iter().all(|(_, text)| is_prose(text)));
    let is_filled = !data.is_empty() && data.clone().all(is_row) && !has_total() && !sentences();
    (side_by_side && is_filled).then_some(layout)
}

/// The layout of a sheet whose headings are in that row.
pub fn at(sheet: &TemplateSheet, heading_row: u64) -> Option<Layout> {
    if sheet.row(heading_row).is_empty() {
        return None;
    }
    let headings: Vec<(usize, String)> = sheet
        .row(heading_row)
        .into_iter()
        .map(|(column, _)| (column, sheet.full.text(heading_row, column).to_owned()))
        .collect();
    let mut layout = Layout { heading_row, headings, ..Layout::default() };
    let above = heading_row.checked_sub(1).filter(|row| *row > 0);
    for row in above.into_iter().chain([heading_row + 1]) {
        if is_technical(sheet, row, &layout) {
            layout.technical_row = Some(row);
        }
    }
    let band = (1..heading_row).rev().find(|row| Some(*row) != layout.technical_row && !sheet.row(*row).is_empty());
    layout.band_row = band.filter(|row| is_band(sheet, *row, &layout));
    layout.said_above = super::around::rows_above(sheet, &layout);
    rows_below(sheet, &mut layout);
    Some(layout)
}

fn looks_like_heading(text: &str) -> bool {
    let letters = text.chars().filter(|each| each.is_alphabetic()).count();
    letters > 0 && text.len() <= LONGEST && !text.contains('\n') || letters > 0 && text.len() <= LONGEST
}

/// The row that most looks like headings.
fn heading_row(sheet: &TemplateSheet, is_text: bool) -> Option<u64> {
    let last = sheet.last_row().min(SEARCHED);
    let mut best: Option<(i64, u64)> = None;
    for row in 1..=last {
        // Lines above the headings that begin with a sign for remarks are none.
        let is_remark = |row: u64| sheet.row(row).first().is_some_and(|(_, text)| is_remark_line(text));
        if is_remark(row) && (row + 1..=last).any(|below| !is_remark(below) && score(sheet, below).is_some()) {
            continue;
        }
        let Some(score) = score(sheet, row) else { continue };
        if best.is_none_or(|(most, _)| score > most) {
            best = Some((score, row));
        }
    }
    let (_, row) = best?;
    if is_text || is_entry(sheet, row) { Some(row) } else { None }
}

/// How much a row looks like headings; `None` where it does not at all.
fn score(sheet: &TemplateSheet, row: u64) -> Option<i64> {
    let cells = sheet.row(row);
    let texts: Vec<&str> = cells.iter().map(|(_, text)| *text).filter(|text| looks_like_heading(text)).collect();
    if texts.len() < 2 || texts.len() * 10 < cells.len() * 8 {
        return None;
    }
    let first = cells.first().map_or(0, |(column, _)| *column);
    let span = cells.last().map_or(0, |(column, _)| column + 1) - first;
    // Headings stand side by side; bands and forms have gaps.
    if texts.len() * 3 < span * 2 {
        return None;
    }
    // The letters of the columns stand above headings, and are none.
    let letter = |(column, text): &(usize, &str)| {
        let letter = lungwort_core::finding::column_letter(*column);
        *text == letter
            || column.checked_sub(1).is_some_and(|before| *text == lungwort_core::finding::column_letter(before))
    };
    if cells.iter().filter(|cell| letter(cell)).count() * 10 >= cells.len() * 8 {
        return None;
    }
    let distinct: std::collections::HashSet<String> = texts.iter().map(|text| fold(text)).collect();
    let sentences = texts.iter().filter(|text| is_guidance(text)).count();
    let technical = texts.iter().filter(|text| is_technical_name(text)).count();
    // Each row further down must be clearly better than one above it.
    let mut score = distinct.len() as i64 * 10 - row as i64;
    score -= sentences as i64 * 6;
    if technical * 2 > texts.len() && has_plain_neighbour(sheet, row, texts.len()) {
        score -= texts.len() as i64 * 5;
    }
    Some(score)
}

/// Whether the row above or below is as wide and has names for people.
fn has_plain_neighbour(sheet: &TemplateSheet, row: u64, wide: usize) -> bool {
    [row.saturating_sub(1), row + 1].into_iter().any(|other| {
        let cells = sheet.row(other);
        let plain =
            cells.iter().filter(|(_, text)| looks_like_heading(text) && !is_technical_name(text) && !is_guidance(text));
        plain.count() * 10 >= wide * 8
    })
}

/// Whether it is plain that rows are to be filled in: the sheet has limits or marks there, or nothing under its headings.
pub fn is_plainly_entry(sheet: &TemplateSheet, layout: &Layout) -> bool {
    let limited = layout.headings.iter().any(|(column, _)| !sheet.validations(*column, layout.heading_row).is_empty());
    let marked = layout.headings.iter().any(|(_, text)| text.contains('*'));
    limited || marked || layout.sample_rows.is_empty()
}

/// Whether rows are to be filled in under a row: nothing or few samples stand there, or the sheet has limits there.
fn is_entry(sheet: &TemplateSheet, row: u64) -> bool {
    let columns: Vec<usize> = sheet.row(row).iter().map(|(column, _)| *column).collect();
    let limited = columns.iter().filter(|column| !sheet.validations(**column, row).is_empty()).count();
    let below = sheet.last_row().saturating_sub(row);
    let marked = sheet.row(row).iter().filter(|(_, text)| text.contains('*')).count();
    if limited > 0 || marked > 0 {
        return true;
    }
    // A list of codes or of definitions is filled to its end; a sheet for entries holds a few samples at most.
    columns.len() >= 3 && below <= 12 || columns.len() == 2 && is_pair_alone(sheet, row)
}

/// Whether two headings stand at the end of a sheet, under a title at most: a list would have values below.
fn is_pair_alone(sheet: &TemplateSheet, row: u64) -> bool {
    let cells = sheet.row(row);
    let plain = |text: &str| {
        text.split_whitespace().count() <= 4 && !text.ends_with([':', '.', '!', '?']) && !is_guidance(text)
    };
    let first = cells.first().is_some_and(|(column, _)| *column == 0);
    first
        && row == sheet.last_row()
        && row <= 3
        && cells.iter().all(|(_, text)| plain(text))
        && (1..row).all(|above| sheet.row(above).len() <= 1)
}

/// A name for programs: `donor_phone`, `DonorPhone`, `DONOR_PHONE`.
pub fn is_technical_name(text: &str) -> bool {
    let plain = text.bytes().all(|byte| byte.is_ascii_alphanumeric() || matches!(byte, b'_' | b'.'));
    let small_first = text.bytes().next().is_some_and(|byte| byte.is_ascii_lowercase());
    let humps = text.bytes().skip(1).any(|byte| byte.is_ascii_uppercase())
        && text.bytes().any(|byte| byte.is_ascii_lowercase());
    plain && (text.contains('_') || small_first || humps)
}

fn is_technical(sheet: &TemplateSheet, row: u64, layout: &Layout) -> bool {
    let cells = sheet.row(row);
    let here = cells.iter().filter(|(column, _)| layout.headings.iter().any(|(other, _)| other == column));
    let names = here.filter(|(_, text)| is_technical_name(text)).count();
    let headings = layout.headings.iter().filter(|(_, text)| is_technical_name(text.trim())).count();
    let single = cells.iter().filter(|(_, text)| text.contains('_')).count();
    names * 10 >= layout.headings.len() * 8
        && names == cells.len()
        && headings * 2 < layout.headings.len()
        && single > 0
}

/// Bands stand over several headings each: fewer cells than headings, all of them short.
fn is_band(sheet: &TemplateSheet, row: u64, layout: &Layout) -> bool {
    let cells = sheet.row(row);
    // A line of remarks is cut where it has commas.
    if cells.first().is_some_and(|(_, text)| is_remark_line(text)) {
        return false;
    }
    let over = cells.iter().all(|(column, text)| {
        text.len() <= 60 && layout.headings.iter().any(|(heading, _)| heading == column) && !is_guidance(text)
    });
    let merged = cells.iter().any(|(column, _)| sheet.merged_at(row, *column).is_some());
    over && row + 2 >= layout.heading_row && (cells.len() >= 2 || merged) && cells.len() < layout.headings.len()
}

/// Words that tell how to fill in a column.
const TELLING: &[&str] = &[
    "required", "optional", "mandatory", "conditional", "recommended", "max", "maximum", "characters", "digits",
    "format", "choose", "select", "enter", "hint", "yyyy", "iso", "must", "cannot", "exceed", "between", "capital",
    "capitals", "decimal", "integer", "numeric", "if", "pflicht", "pflichtfeld", "bedingt", "freiwillig", "ziffern",
    "zeichen", "höchstens", "mindestens", "eindeutig", "jjjj", "nur", "ganzzahl", "obligatoire", "facultatif",
    "facultative", "conditionnel", "chiffres", "caractères", "unique", "aaaa", "choisir", "uniquement", "stellig",
    "stellige", "nullen", "vorwahl", "leading", "zeros", "decimals", "nachkommastellen", "dezimalstellen", "décimales",
    "see", "siehe", "voir",
];
/// Words that tell it together, or alone in a cell; one of them among others is as likely part of a heading.
const HALF_TELLING: &[&str] = &[
    "number", "text", "list", "codes", "letters", "whole", "blank", "from", "date", "free", "datum", "zahl", "liste",
    "kürzel", "blatt", "sheet", "uhrzeit", "betrag", "nombre", "texte", "feuille", "only", "after", "before", "nach",
    "vor", "après", "avant",
];

/// Types of values, of which the size stands behind in brackets.
const TYPES: &[&str] = &[
    "char", "varchar", "string", "alpha", "alphanumeric", "int", "num", "numeric", "zahl", "texte", "an", "a", "n",
    "x", "c", "9",
];

/// Whether a text tells how to fill in a column rather than being a heading or a value.
pub fn is_guidance(text: &str) -> bool {
    let folded = text.to_lowercase();
    let words: Vec<&str> = folded.split(|each: char| !each.is_alphanumeric()).filter(|word| !word.is_empty()).collect();
    let telling = words.iter().filter(|word| TELLING.contains(word)).count();
    let half = words.iter().filter(|word| HALF_TELLING.contains(word)).count();
    telling > 0
        || is_example(&folded)
        || is_comparison(&folded)
        || is_shape(&folded)
        || is_choice(&folded)
        || is_explained(&folded)
        || half > 1
        || half == 1 && words.len() == 1
        || words.len() >= 7
        || is_date_pattern(&folded)
}

/// `10, 12 oder 15`, `M or F`, `metered / shared / none`, `yes/no`: a value is one of them.
fn is_choice(text: &str) -> bool {
    let slashed: Vec<&str> = text.split('/').map(str::trim).collect();
    let word = |part: &&str| {
        !part.is_empty()
            && part.split_whitespace().count() <= 2
            && part.chars().all(|each| each.is_alphabetic() || each == ' ')
    };
    let pair = slashed.len() == 2 && are_yes_and_no(&slashed.iter().map(|part| (*part).to_owned()).collect::<Vec<_>>());
    if pair || slashed.len() >= 3 && slashed.iter().all(word) {
        return true;
    }
    [" or ", " oder ", " ou "].iter().filter_map(|or| text.rsplit_once(or)).any(|(before, last)| {
        let one = |part: &str| (1..=2).contains(&part.split_whitespace().count()) && !part.contains('.');
        let parts: Vec<&str> = before.split(", ").collect();
        one(last) && parts.iter().all(|part| one(part)) && (parts.len() >= 2 || !before.contains(' '))
    })
}

/// What no value looks like: `+44…`, `text (40)`, `0.1 - 1.0`, `31/12/2026, after Start date`.
fn is_shape(text: &str) -> bool {
    // `text (40)`, `Number(8,2)`
    let sized = text.strip_suffix(')').and_then(|rest| rest.split_once('(')).is_some_and(|(word, size)| {
        let is_type = HALF_TELLING.contains(&word.trim()) || TYPES.contains(&word.trim());
        is_type && !size.is_empty() && size.bytes().all(|byte| byte.is_ascii_digit() || byte == b',')
    });
    let number = |text: &str| text.trim().parse::<f64>().is_ok();
    let range = [" - ", " – ", "..", " to ", " bis ", " à "]
        .iter()
        .any(|sign| text.split_once(sign).is_some_and(|(from, to)| number(from) && number(to)));
    // `A-F`
    let letters = matches!(text.as_bytes(), [from, b'-', to] if from.is_ascii_lowercase() && to.is_ascii_lowercase() && from < to);
    // `A + three digits`
    sized || range || letters || text.contains(" + ") || text.contains("...") || text.contains('…')
}

/// `e.g. NB-017`, and a list behind a colon
fn is_example(text: &str) -> bool {
    let text = text.trim_start_matches(['(', '[']).trim_start();
    let led = [
        "e.g.", "eg ", "e.g ", "for example", "z.b.", "z. b.", "zum beispiel", "p.ex.", "p. ex.", "par exemple", "ex.",
    ];
    let listed = text
        .split_once(": ")
        .is_some_and(|(head, list)| head.split_whitespace().count() >= 2 && list.split([',', '/', '|']).count() >= 3);
    led.iter().any(|lead| text.starts_with(lead)) || listed
}

/// `> 0`, `<= 100`
fn is_comparison(text: &str) -> bool {
    let rest = text.trim_start().trim_start_matches(['>', '<', '≥', '≤', '=']);
    rest.len() < text.trim_start().len() && rest.trim().parse::<f64>().is_ok()
}

/// `S = seed, C = cutting`
fn is_explained(text: &str) -> bool {
    let parts: Vec<&str> = text.split([',', ';']).collect();
    parts.len() >= 2 && parts.iter().all(|part| part.contains('='))
}

fn is_date_pattern(text: &str) -> bool {
    let letters: String = text.chars().filter(|each| each.is_alphabetic()).collect();
    !letters.is_empty()
        && letters.chars().all(|each| matches!(each, 'd' | 'm' | 'y' | 'h' | 's'))
        && text.contains("yy")
}

/// Whether a row only numbers the columns: 1, 2, 3 or A, B, C.
fn numbers_columns(cells: &[(usize, &str)], columns: usize) -> bool {
    let number = |at: usize, text: &str| text.trim().trim_matches(['(', ')', '.']) == (at + 1).to_string();
    let letter = |at: usize, text: &str| {
        let letter = u8::try_from(at).ok().and_then(|at| b'A'.checked_add(at)).filter(u8::is_ascii_uppercase);
        letter.is_some_and(|letter| text.trim() == char::from(letter).to_string())
    };
    let counts = |one: &dyn Fn(usize, &str) -> bool| cells.iter().enumerate().all(|(at, (_, text))| one(at, text));
    cells.len() >= 3 && cells.len() == columns && (counts(&number) || counts(&letter))
}

/// Whether a row says of each column only whether it must be filled: `M`, `O`, `C`; yes and no; an x.
pub fn is_row_of_marks(cells: &[(usize, &str)], columns: usize) -> bool {
    let marks = [
        "m", "o", "c", "r", "mandatory", "optional", "conditional", "required", "must", "may", "can", "req", "reqd",
        "opt", "mand", "pflicht", "pflichtfeld", "freiwillig", "bedingt", "obligatoire", "facultatif", "conditionnel",
        "cond", "compulsory", "obligatory", "needed", "oblig", "facult", "fac", "requis", "erforderlich", "muss",
        "kann", "wahlfrei",
    ];
    let is_mark = |(_, text): &(usize, &str)| {
        // "req.", "(optional)"
        let word = text.trim_matches(|each: char| !each.is_alphanumeric()).to_lowercase();
        marks.contains(&word.as_str())
    };
    // `Required | Y | N`: what the row says is in its first cell.
    let answers = ["y", "n", "yes", "no", "x", "ja", "nein", "j", "oui", "non"];
    let labelled = cells.first().is_some_and(|first| first.1.len() > 1 && is_mark(first))
        && cells[1..].iter().all(|cell| answers.contains(&cell.1.to_lowercase().as_str()) || is_mark(cell));
    let all = labelled || cells.iter().all(is_mark);
    all && cells.len() >= 2 && cells.len() * 2 >= columns
}

/// Whether the cells of a row are ticks, and nothing else.
fn is_row_of_ticks(cells: &[(usize, &str)]) -> bool {
    let tick = |text: &str| matches!(text.trim(), "x" | "X" | "✓" | "✔" | "•" | "*");
    cells.len() > 2 && cells.iter().all(|(_, text)| tick(text))
}

/// Rows that tell how columns are filled in are among so many under the headings.
const NEAR: u64 = 4;

/// Guide rows first, then samples, then the first row for data.
fn rows_below(sheet: &TemplateSheet, layout: &mut Layout) {
    let columns: Vec<usize> = layout.headings.iter().map(|(column, _)| *column).collect();
    let limits = columns.iter().flat_map(|column| sheet.validations(*column, layout.heading_row));
    // The drop-downs of a well-made template begin at the first row for data.
    let mut starts: Vec<u64> =
        limits.map(|(_, range)| range.first_row).filter(|row| *row > layout.heading_row).collect();
    starts.sort_unstable();
    let limits_begin = starts.get(starts.len() / 2).copied();
    let cells_of =
        |row: u64| sheet.row(row).into_iter().filter(|(column, _)| columns.contains(column)).collect::<Vec<_>>();
    // What stands above a row of marks is no sample, whatever it tells.
    let is_near = |row: u64| row <= layout.heading_row + NEAR;
    let marked = (layout.heading_row + 1..=layout.heading_row + NEAR)
        .rev()
        .find(|row| is_row_of_marks(&cells_of(*row), columns.len()));
    let mut row = layout.heading_row + 1;
    while row <= sheet.last_row() {
        let cells = cells_of(row);
        let telling = cells.iter().filter(|(_, text)| is_guidance(text)).count();
        let before_limits = limits_begin.is_some_and(|begin| row < begin);
        let technical = layout.technical_row == Some(row);
        let near = is_near(row);
        let telling = cells.len() >= 2 && telling * 10 >= cells.len() * 3 && near;
        let telling = telling || marked.is_some_and(|marked| row < marked);
        // One cell more under others that tell: `A + three digits`.
        let telling = telling
            || near && !layout.guide_rows.is_empty() && matches!(cells.as_slice(), [(_, text)] if is_guidance(text));
        let telling = telling || near && is_row_of_marks(&cells, columns.len());
        // A row of ticks under a row that tells marks columns, and is no sample.
        let ticked = near && !layout.guide_rows.is_empty() && is_row_of_ticks(&cells);
        let telling = telling || ticked || row == layout.heading_row + 1 && numbers_columns(&cells, columns.len());
        // `// hive = number painted on the hive`, under the headings of a delimited file
        let remark =
            cells.first().is_some_and(|(_, text)| is_remark_line(text)) && row <= layout.heading_row + SEARCHED;
        if cells.is_empty() || !(technical || before_limits || telling || remark) {
            break;
        }
        layout.guide_rows.push(row);
        row += 1;
    }
    layout.first_data = row;
    layout.sample_rows = (row..=sheet.last_row())
        .filter(|row| sheet.row(*row).iter().any(|(column, _)| columns.contains(column)))
        .collect();
    let (footnotes, samples) =
        layout.sample_rows.iter().partition(|row| is_footnote(&sheet.row(**row), &layout.headings));
    (layout.footnotes, layout.sample_rows) = (footnotes, samples);
    if let Some(said) = said_first_row(sheet, layout).filter(|said| *said > layout.first_data) {
        let before = (layout.first_data..said).filter(|row| layout.sample_rows.contains(row)).count();
        layout.staying = if before as u64 == said - layout.first_data { before } else { 0 };
    }
}

/// Whether a row is one cell that begins with the mark of a heading: `¹ with its hyphen`, where a heading is Plate¹.
fn is_footnote(cells: &[(usize, &str)], headings: &[(usize, String)]) -> bool {
    let [(_, text)] = cells else { return false };
    let sign = text.trim_start().split([' ', ')']).next().unwrap_or_default();
    let is_mark = !sign.is_empty() && sign.chars().all(is_footnote_sign);
    is_mark && headings.iter().any(|(_, heading)| heading.trim_end().ends_with(sign))
}

/// Signs that are put behind a heading to explain it elsewhere.
pub fn is_footnote_sign(sign: char) -> bool {
    matches!(sign, '¹' | '²' | '³' | '⁰' | '⁴'..='⁹' | '†' | '‡' | '§')
}

/// Rows that a template may keep under its headings, at most.
const KEPT: u64 = 12;

/// `Fill in from row 7`, said above the headings: the row from which on the sheet is filled in.
fn said_first_row(sheet: &TemplateSheet, layout: &Layout) -> Option<u64> {
    static SAID: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(
            r"(?i)(?-u:\b)(?:from|(?:start|begin)\w*\s+(?:in|at|on|with|from)|ab|à partir de la|dès la)\s+(?:row|line|zeile|ligne)\s+(\d{1,3})(?-u:\b)",
        )
        .ok()
    });
    let texts = (1..layout.heading_row).flat_map(|row| sheet.row(row));
    let rows = texts.filter_map(|(_, text)| SAID.as_ref()?.captures(text)?.get(1)?.as_str().parse().ok());
    let likely = layout.heading_row + 1..=layout.heading_row + KEPT;
    rows.into_iter().find(|row| likely.contains(row))
}

#[cfg(test)]
#[path = "tests/headings.rs"]
mod tests;
