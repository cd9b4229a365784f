//! A draft as the text of a rulebook, each line with where it was learned.

use std::collections::{HashMap, HashSet};

use super::draft::{Confidence, Draft, DraftColumn, DraftSheet, Line, OF_EXAMPLE, Unread};
use lungwort_core::cell::shown;
use lungwort_core::rulebook::property;
use lungwort_core::rulebook::toml_text::quoted;

/// A line that is longer has its source above it.
const WIDE: usize = 72;

/// Which part of a draft a line of the text was made from.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Part {
    About,
    File,
    Template,
    Sheet(usize),
    Column(usize, usize),
    Cell(usize, usize),
    Rule(usize, usize),
}

/// The text, and for each of its lines from one on the part and key it was made from.
#[derive(Debug, Default)]
pub struct Written {
    pub text: String,
    pub made_from: Vec<Option<(Part, &'static str)>>,
}

impl Written {
    fn line(&mut self, text: &str, from: Option<(Part, &'static str)>) {
        for part in text.split('\n') {
            self.text.push_str(part);
            self.text.push('\n');
            self.made_from.push(from);
        }
    }

    fn entry(&mut self, part: Part, line: &Line, pad: usize) {
        let behind = if line.confidence == Confidence::Suggested { "# " } else { "" };
        let code = format!("{behind}{:<pad$} = {}", line.key, line.value);
        let source = comment(&line.source, line.confidence);
        let from = Some((part, line.key));
        if source.is_empty() {
            self.line(&code, from);
        } else if code.chars().count() > WIDE {
            self.line(&format!("# {source}"), None);
            self.line(&code, from);
        } else {
            self.line(&format!("{code}  # {source}"), from);
        }
    }
}

/// The words behind a line.
fn comment(source: &str, confidence: Confidence) -> String {
    let source: String = source.chars().map(|each| if each.is_control() { ' ' } else { each }).collect();
    match confidence {
        Confidence::Known => source,
        Confidence::Confirm => format!("confirm: {source}"),
        // What somebody declined is not open any more.
        Confidence::Suggested if source.starts_with("declined by ") => source,
        // What the template itself shows to be wrong is kept to be read, and is no question.
        Confidence::Suggested if source.contains(OF_EXAMPLE) => format!("not kept: {source}"),
        Confidence::Suggested => format!("perhaps: {source}"),
    }
}

/// Writes a draft.
pub fn write(draft: &Draft) -> Written {
    let mut out = Written::default();
    out.line(&format!("# Drafted by `lungwort learn` from {}.", draft.sources.join(" and ")), None);
    out.line(
        "# Behind each line is where it was learned. A line marked \"confirm\" is a guess that counts; one that",
        None,
    );
    out.line("# begins with # is a guess that does not: remove the # if it is right, and delete what is wrong.", None);
    table(&mut out, "rulebook", Part::About, &draft.about.0);
    table(&mut out, "file", Part::File, &draft.file.0);
    table(&mut out, "template", Part::Template, &draft.template.0);
    let file = draft.template.get("file").map(|line| line.value.clone()).unwrap_or_default();
    for reference in &draft.references {
        out.line("", None);
        out.line(&format!("[reference.{}]", reference.name), None);
        out.line(&format!("file        = {file}"), None);
        out.line(&format!("sheet       = {}", quoted(&reference.sheet)), None);
        out.line(&format!("heading_row = {}", reference.heading_row), None);
    }
    for list in &draft.lists {
        out.line("", None);
        out.line(&format!("[reference.{}]", list.name), None);
        out.line(&format!("file = {}", quoted(&list.file)), None);
    }
    for (at, sheet) in draft.sheets.iter().enumerate() {
        write_sheet(&mut out, at, sheet);
    }
    if !draft.unread.is_empty() {
        out.line("", None);
        out.line("# Said in the template and not turned into a rule:", None);
        for Unread { text, place } in &draft.unread {
            out.line(&format!("#   {place}: {}", shown::clipped(text, 300)), None);
        }
    }
    out
}

fn table(out: &mut Written, name: &str, part: Part, lines: &[Line]) {
    if lines.is_empty() {
        return;
    }
    out.line("", None);
    out.line(&format!("[{name}]"), None);
    let pad = lines
        .iter()
        .filter(|line| line.confidence > Confidence::Suggested)
        .map(|line| line.key.len())
        .max()
        .unwrap_or(0);
    lines.iter().for_each(|line| out.entry(part, line, pad));
}

fn write_sheet(out: &mut Written, at: usize, sheet: &DraftSheet) {
    let part = Part::Sheet(at);
    out.line("", None);
    out.line("[[sheet]]", None);
    if !sheet.name.is_empty() {
        out.line(&format!("name = {}", quoted(&sheet.name)), Some((part, "name")));
    }
    // The headings of blocks are where their blocks are.
    if !sheet.is_form && sheet.cells.is_empty() {
        out.line(&format!("heading_row = {}", sheet.heading_row), Some((part, "heading_row")));
    }
    if sheet.guide_rows > 0 {
        out.line(
            &format!("guide_rows = {}  # the rows under the headings that tell how to fill them in", sheet.guide_rows),
            None,
        );
    }
    sheet.lines.0.iter().for_each(|line| out.entry(part, line, 0));
    // Where names of columns may be: what is not there is in none of them.
    let in_rules: Vec<&str> =
        sheet.rules.iter().flat_map(|rule| &rule.lines).map(|(_, value)| value.as_str()).collect();
    let of_columns = || sheet.columns.iter().flat_map(|column| &column.lines.0);
    let conditions: Vec<&str> = of_columns()
        .filter(|line| matches!(line.key, "required_when" | "blank_when"))
        .map(|line| line.value.as_str())
        .collect();
    let dependent: Vec<&str> = of_columns()
        .filter(|line| line.key == "allowed" && line.value.contains("depends_on"))
        .chain(&sheet.lines.0)
        .map(|line| line.value.as_str())
        .collect();
    // Each is gone through once, however many columns there are.
    let words: HashSet<&str> = in_rules.iter().chain(&conditions).flat_map(|value| words_of(value)).collect();
    let quotations: HashSet<&str> = dependent.iter().flat_map(|value| value.split('"')).collect();
    let for_each: Vec<&str> = in_rules.into_iter().filter(|value| value.contains("{n}")).collect();
    let names_used = |name: &str| {
        let by_number = || numbered(name).iter().any(|pattern| for_each.iter().any(|value| value.contains(pattern)));
        words.contains(name) || quotations.contains(name) || !for_each.is_empty() && by_number()
    };
    let mut times: HashMap<&str, usize> = HashMap::new();
    sheet.columns.iter().for_each(|column| *times.entry(column.heading.as_str()).or_default() += 1);
    for (number, cell) in sheet.cells.iter().enumerate() {
        write_column(out, Part::Cell(at, number), cell, true, names_used(&cell.name));
    }
    for (number, column) in sheet.columns.iter().enumerate() {
        let repeated = times.get(column.heading.as_str()).is_some_and(|times| *times > 1);
        write_column(out, Part::Column(at, number), column, sheet.is_form, repeated || names_used(&column.name));
    }
    for (number, rule) in sheet.rules.iter().enumerate() {
        let behind = if rule.confidence == Confidence::Suggested { "# " } else { "" };
        let part = Part::Rule(at, number);
        out.line("", None);
        out.line(&format!("# {}", comment(&rule.source, rule.confidence)), None);
        // Of existing records there is one table.
        let header = match rule.kind {
            "existing" => "[sheet.existing]".to_owned(),
            kind => format!("[[sheet.{kind}]]"),
        };
        out.line(&format!("{behind}{header}"), Some((part, "rule")));
        for (key, value) in &rule.lines {
            out.line(&format!("{behind}{key} = {value}"), Some((part, "rule")));
        }
    }
}

/// A name with what stands for the number in the place of each number that it has: `store_{n}` for `store_1`.
fn numbered(name: &str) -> Vec<String> {
    let is_digit = |each: char| each.is_ascii_digit();
    let starts = name.char_indices().filter(|(at, each)| is_digit(*each) && !name[..*at].ends_with(is_digit));
    let one = |(at, _): (usize, char)| {
        let rest = name[at..].trim_start_matches(is_digit);
        format!("{}{{n}}{rest}", &name[..at])
    };
    starts.map(one).collect()
}

/// The words of a condition, names of columns among them.
fn words_of(text: &str) -> impl Iterator<Item = &str> {
    text.split(|each: char| !each.is_alphanumeric() && each != '_')
}

fn write_column(out: &mut Written, part: Part, column: &DraftColumn, is_form: bool, named: bool) {
    out.line("", None);
    out.line(if is_form { "[[sheet.cell]]" } else { "[[sheet.column]]" }, Some((part, "heading")));
    let lines = &column.lines.0;
    let pad = lines
        .iter()
        .filter(|line| line.confidence > Confidence::Suggested)
        .map(|line| line.key.len())
        .max()
        .unwrap_or(0)
        .max(7);
    let label = if is_form { "label" } else { "heading" };
    out.line(&format!("{label:<pad$} = {}", quoted(&column.heading)), Some((part, "heading")));
    if named {
        out.line(&format!("{:<pad$} = {}", "name", quoted(&column.name)), Some((part, "name")));
    }
    let order = |key: &str| property::keys().position(|known| known == key).unwrap_or(usize::MAX);
    let mut lines: Vec<&Line> = lines.iter().collect();
    lines.sort_by_key(|line| (line.confidence == Confidence::Suggested, order(line.key)));
    lines.into_iter().for_each(|line| out.entry(part, line, pad));
}
