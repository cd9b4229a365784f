//! The report for people: the verdict, what was read, and what is wrong by cause. It fits on a screen.

use std::io::{self, Write};

use lungwort_core::cell::shown;
use lungwort_core::check::{ContentMetadata, Figure, FileMetadata, WorkbookMetadata};
use lungwort_core::finding::codes::Stage;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::finding::{Cause, Certainty, Correction, Finding, Severity, Topic, ValueCount, column_letter};
use lungwort_core::intake::Chosen;
use lungwort_core::intake::dialect::delimiter_name;
use lungwort_core::intake::workbook::BookKind;
use lungwort_core::rulebook::Rulebook;
use unicode_width::UnicodeWidthStr;

use super::{Form, ReportOptions, Summary};
use crate::style::{self, paint};

/// Values named for a cause.
const VALUES: usize = 4;
/// Ranges of rows named for a cause.
const RANGES: usize = 8;
/// Keys named for a cause.
const KEYS: usize = 3;
/// How far the lines below a cause stand in.
const INDENT: usize = 10;

/// The report by cause.
pub struct Text;

impl Text {
    pub fn new(_: &ReportOptions) -> Text {
        Text
    }
}

impl Form for Text {
    fn finding(&mut self, _: &Finding, _: u64, _: &mut dyn Write) -> io::Result<()> {
        Ok(())
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        top(summary, out)?;
        let causes = summary.shown.sorted();
        let listed = &causes[..causes.len().min(summary.limit)];
        let mut severity = None;
        for cause in listed {
            if severity != Some(cause.problem.severity) {
                severity = Some(cause.problem.severity);
                heading(cause.problem.severity, summary, out)?;
            }
            write_cause(cause, summary, out)?;
        }
        in_short(&causes[listed.len()..], causes.len(), summary, out)?;
        bottom(summary, &causes, out)
    }
}

/// The causes beyond the limit, so that all of them are on the screen.
fn in_short(rest: &[&Cause], all: usize, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
    let count: u64 = rest.iter().map(|cause| cause.count).sum::<u64>() + summary.shown.beyond();
    if count == 0 {
        return Ok(());
    }
    let title = format!("MORE, in short ({})", thousands(count));
    writeln!(
        out,
        "\n{}  {}",
        paint(style::STRONG, title),
        paint(style::FAINT, format!("--limit {all} shows them in full"))
    )?;
    // One entry a code, with the columns it is about, and how many findings are about none.
    let mut entries: Vec<(&str, Severity, Vec<String>, u64)> = Vec::new();
    for cause in rest {
        let (code, severity) = (cause.problem.code.name, cause.problem.severity);
        let known = entries.iter().position(|(other, of, ..)| *other == code && *of == severity);
        let at = known.unwrap_or_else(|| {
            entries.push((code, severity, Vec::new(), 0));
            entries.len() - 1
        });
        let (.., subjects, without) = &mut entries[at];
        match (cause.problem.topic, &*cause.problem.subject) {
            (Topic::Rule(_), _) | (_, "") => *without += cause.count,
            (_, subject) if cause.count == 1 => subjects.push(shown::clipped(subject, 24)),
            (_, subject) => subjects.push(format!("{} {}×", shown::clipped(subject, 24), thousands(cause.count))),
        }
    }
    for (.., subjects, without) in &mut entries {
        subjects.extend((*without > 0).then(|| thousands(*without)));
    }
    for severity in [Severity::Error, Severity::Warning, Severity::Note] {
        let of: Vec<String> = entries
            .iter()
            .filter(|(_, each, ..)| *each == severity)
            .map(|(code, _, subjects, _)| format!("{code}\u{a0}({})", subjects.join(", ").replace(' ', "\u{a0}")))
            .collect();
        let label = match severity {
            Severity::Error => "errors",
            Severity::Warning => "warnings",
            Severity::Note => "notes",
        };
        for (at, line) in
            style::wrap(&of.join("; "), style::width() - INDENT).iter().filter(|line| !line.is_empty()).enumerate()
        {
            let label = if at == 0 { label } else { "" };
            writeln!(
                out,
                "{}{}",
                paint(style::of(severity), format!("{label:<INDENT$}")),
                line.replace('\u{a0}', " ")
            )?;
        }
    }
    Ok(())
}

/// Sections of a figure that are listed on the screen.
const SECTIONS: usize = 20;

/// The verdict, what was read, and the figures.
pub fn top(summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
    let files = match summary.files {
        [one] => one.name.clone(),
        several => format!("{} files", several.len()),
    };
    let ready = summary.is_ready();
    let (word, color) = if ready { ("READY", style::GOOD) } else { ("NOT READY", style::ERROR) };
    let lines = style::wrap(&format!("{word}: {}", verdict_words(summary, &files)), style::width()).join("\n");
    writeln!(out, "{}{}", paint(color, word), lines.strip_prefix(word).unwrap_or(&lines))?;
    writeln!(out)?;
    for file in summary.files.iter().take(6) {
        labelled("File", &file_words(file), out)?;
    }
    if summary.files.len() > 6 {
        labelled("", &format!("and {} more files", summary.files.len() - 6), out)?;
    }
    labelled("Rulebook", &rulebook_words(summary), out)?;
    let answers = answer_words(summary.rulebook);
    if !answers.is_empty() {
        labelled("Answers", &answers, out)?;
    }
    figures(&summary.figures, out)?;
    if summary.filtered {
        let shown = summary.shown.counts().total();
        labelled(
            "Shown",
            &format!("{} of {} findings, by --only or --severity", thousands(shown), thousands(summary.counts.total())),
            out,
        )?;
    }
    Ok(())
}

fn verdict_words(summary: &Summary<'_>, files: &str) -> String {
    let counts = summary.counts;
    let rows = summary.rows();
    let noun = if rows == 1 { "row" } else { "rows" };
    if rows == 0 && counts.errors == 1 && !summary.files.is_empty() {
        return format!("nothing is filled in yet in {files}");
    }
    if counts.total() == 0 {
        return format!("{} {noun} of {files}, nothing wrong.", thousands(rows));
    }
    let all = [(Severity::Error, counts.errors), (Severity::Warning, counts.warnings), (Severity::Note, counts.notes)];
    let said: Vec<String> =
        all.iter().filter(|(_, count)| *count > 0).map(|(severity, count)| severity.counted(*count)).collect();
    let said = match said.as_slice() {
        [rest @ .., last] if !rest.is_empty() => format!("{} and {last}", rest.join(", ")),
        one => one.concat(),
    };
    format!("{said}, in {} of {} {noun} of {files}", thousands(counts.rows), thousands(rows))
}

fn labelled(label: &str, text: &str, out: &mut dyn Write) -> io::Result<()> {
    for (at, line) in style::wrap(&shown::visible(text), style::width() - INDENT).iter().enumerate() {
        let label = if at == 0 { label } else { "" };
        writeln!(out, "{}{line}", paint(style::FAINT, format!("{label:<INDENT$}")))?;
    }
    Ok(())
}

fn file_words(file: &FileMetadata) -> String {
    let text = match &file.content {
        ContentMetadata::Text(text) => text,
        ContentMetadata::Book(book) => return book_words(file, book),
        ContentMetadata::Unchecked => return format!("{}: not checked", file.name),
    };
    let how = match (text.encoding_chosen, text.ascii) {
        (Chosen::Mark, _) => " by its byte order mark".to_owned(),
        (Chosen::Asked, _) => " as asked".to_owned(),
        (Chosen::Detected, _) => String::new(),
        (Chosen::Uncertain, _) => ", not certain (--encoding NAME to say otherwise)".to_owned(),
        (Chosen::Sound, true) => " (plain ASCII)".to_owned(),
        (Chosen::Sound, false) => String::new(),
    };
    let rival = match text.rival_delimiter {
        Some(rival) => format!(" (a {} would do as well: --delimiter to say so)", delimiter_name(rival)),
        None => String::new(),
    };
    format!(
        "{}: {}; {}{how}; {} between cells{rival}; {}",
        file.name,
        extent(file.filled_rows, file.columns),
        text.encoding,
        delimiter_name(text.delimiter),
        text.newlines.words(),
    )
}

/// `81 filled rows, 20 columns`
fn extent(rows: u64, columns: usize) -> String {
    let row = if rows == 1 { "row" } else { "rows" };
    let column = if columns == 1 { "column" } else { "columns" };
    format!("{} filled {row}, {columns} {column}", thousands(rows))
}

fn book_words(file: &FileMetadata, book: &WorkbookMetadata) -> String {
    let kind = match book.kind {
        BookKind::Xlsm => "XLSM workbook (with macros)".to_owned(),
        kind => format!("{} workbook", kind.ending().to_uppercase()),
    };
    let read: Vec<String> = book
        .read
        .iter()
        .map(|sheet| format!("sheet {}, {}", sheet.name, extent(sheet.filled_rows, sheet.columns)))
        .collect();
    let alone = match book.left_alone.as_slice() {
        [] => String::new(),
        few if few.len() <= 3 => format!("; not checked: {}", few.join(", ")),
        many => format!("; {} other sheets not checked", many.len()),
    };
    let unseen =
        book.kind.not_looked_at().map(|what| format!("; not looked at in this kind: {what}")).unwrap_or_default();
    format!("{}: {kind}; {}{alone}{unseen}", file.name, read.join("; "))
}

fn rulebook_words(summary: &Summary<'_>) -> String {
    let rulebook = summary.rulebook;
    let edition = rulebook.edition.as_ref().map(|edition| format!(", edition {edition}")).unwrap_or_default();
    let issuer = rulebook.issuer.as_ref().map(|issuer| format!(" of the {issuer}")).unwrap_or_default();
    let chosen = summary.chosen.as_ref().map(|why| format!("; chosen because {why}")).unwrap_or_default();
    format!("{}{edition}{issuer} ({}{chosen})", rulebook.title, rulebook.path.display())
}

/// What was answered for the upload.
fn answer_words(rulebook: &Rulebook) -> String {
    let answered = rulebook.answers.iter().filter_map(|answer| {
        let value = answer.value.as_ref()?;
        Some(format!("{} {}", shown::visible(&answer.column.heading), shown::clipped(value, 60)))
    });
    answered.collect::<Vec<_>>().join("; ")
}

/// The figures: those over all rows in one line, and one line for each that has sections.
fn figures(figures: &[Figure], out: &mut dyn Write) -> io::Result<()> {
    let whole = figures.iter().filter(|figure| figure.by.is_empty());
    let whole: Vec<String> =
        whole.map(|figure| figure_words(&figure.label, figure.value.as_deref(), figure.left_out)).collect();
    let mut label = "Figures";
    if !whole.is_empty() {
        labelled(label, &whole.join("; "), out)?;
        label = "";
    }
    for figure in figures.iter().filter(|figure| !figure.by.is_empty()) {
        let total = figure_words(&figure.label, figure.value.as_deref(), figure.left_out);
        let sections = figure.sections.iter().take(SECTIONS);
        let sections = sections.map(|section| figure_words(&section.name, section.value.as_deref(), section.left_out));
        let mut said: Vec<String> = sections.collect();
        if let Some(more) = figure.sections.len().checked_sub(SECTIONS).filter(|more| *more > 0) {
            said.push(format!("and {} more, which json, csv and xlsx list", thousands(more as u64)));
        }
        let by = if said.is_empty() { String::new() } else { format!("; by {}: {}", figure.by, said.join("; ")) };
        labelled(label, &format!("{total}{by}"), out)?;
        label = "";
    }
    Ok(())
}

/// A figure, and how many rows it leaves out.
fn figure_words(label: &str, value: Option<&str>, left_out: u64) -> String {
    let left_out = match left_out {
        0 => String::new(),
        1 => " (without 1 row whose value cannot be read)".to_owned(),
        more => format!(" (without {} rows whose values cannot be read)", thousands(more)),
    };
    format!("{label} {}{left_out}", value.map_or("none".to_owned(), grouped))
}

/// A figure with commas between thousands where it is a plain number.
pub fn grouped(figure: &str) -> String {
    let (sign, rest) = figure.strip_prefix('-').map_or(("", figure), |rest| ("-", rest));
    let (whole, fraction) = rest.split_once('.').map_or((rest, None), |(whole, fraction)| (whole, Some(fraction)));
    match whole.parse::<u64>() {
        Ok(number) if !rest.starts_with('0') || rest.len() == 1 || fraction.is_some() => {
            let fraction = fraction.map(|digits| format!(".{digits}")).unwrap_or_default();
            format!("{sign}{}{fraction}", thousands(number))
        }
        _ => figure.to_owned(),
    }
}

fn heading(severity: Severity, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
    let counts = summary.shown.counts();
    let (word, count) = match severity {
        Severity::Error => ("ERRORS", counts.errors),
        Severity::Warning => ("WARNINGS", counts.warnings),
        Severity::Note => ("NOTES", counts.notes),
    };
    writeln!(out, "\n{} {}", paint(style::of(severity), word), paint(style::FAINT, format!("({})", thousands(count))))
}

fn write_cause(cause: &Cause, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
    let problem = &cause.problem;
    let width = style::width();
    let rule = matches!(problem.topic, Topic::Rule(_));
    let title = match (&*problem.subject, rule) {
        ("", _) => problem.code.title.to_owned(),
        (subject, true) => subject.to_owned(),
        (subject, false) => format!("{}: {}", shown::clipped(subject, 40), lower(problem.code.title)),
    };
    let code_width = problem.code.name.len() + 2;
    let lines = style::wrap(&shown::visible(&title), width - INDENT - code_width);
    for (at, line) in lines.iter().enumerate() {
        if at == 0 {
            let gap = width.saturating_sub(INDENT + line.width() + problem.code.name.len());
            let count = format!("{:>8}  ", thousands(cause.count));
            writeln!(
                out,
                "{}{}{}{}",
                paint(style::of(problem.severity), count),
                paint(style::STRONG, line),
                " ".repeat(gap),
                paint(style::FAINT, problem.code.name),
            )?;
        } else {
            writeln!(out, "{:INDENT$}{}", "", paint(style::STRONG, line))?;
        }
    }
    let several = summary.files.len() > 1;
    let (what, place) = (
        what(cause),
        place(cause, several.then(|| summary.files.get(cause.file)).flatten(), summary.has_several_sheets()),
    );
    let texts = match cause.count {
        // One finding is said in one go.
        1 if !place.is_empty() => [format!("{place}: {what}"), String::new()],
        _ => [what, place],
    };
    for text in texts {
        for line in style::wrap(&text, width - INDENT) {
            if !line.is_empty() {
                writeln!(out, "{:INDENT$}{line}", "")?;
            }
        }
    }
    Ok(())
}

/// The values with their corrections; or the one message where that says more.
fn what(cause: &Cause) -> String {
    let message = shown::visible(&cause.problem.message.to_string());
    let named = cause.values.iter().filter(|count| !count.value.trim().is_empty()).count();
    if named == 0 || cause.count == 1 || cause.problem.topic == Topic::File {
        let said = if cause.count == 1 || cause.problem.code.stage == Stage::File {
            message
        } else if matches!(cause.problem.topic, Topic::Rule(_)) || cause.values.is_empty() {
            format!("such as: {message}")
        } else {
            String::new()
        };
        let single = |correction: &&Correction| cause.count == 1 || correction.words().is_some();
        let action = cause.problem.correction.as_ref().filter(single).map(|each| arrow_behind(&said, each));
        return format!("{said}{}", action.unwrap_or_default()).trim_start().to_owned();
    }
    let mut counts: Vec<&ValueCount> = cause.values.iter().collect();
    counts.sort_by_key(|count| std::cmp::Reverse(count.count));
    // Where the cells are wrong in different ways, each value says its own.
    let shared = cause.shared_reason().map(str::to_owned).or_else(|| cause.shared_expectation());
    let proposed = counts.iter().take(VALUES).any(|count| count.correction().is_some());
    let own = shared.is_none() && !proposed && cause.problem.message.value.is_some();
    let said = counts.iter().take(VALUES).map(|count| match own {
        true => format!("{} ({})", value(count), count.problem.message.reason.trim_end_matches('.')),
        false => value(count),
    });
    let said: Vec<String> = said.collect();
    let others: u64 = counts.iter().skip(VALUES).map(|count| count.count).sum::<u64>() + cause.other_values;
    let more = if others > 0 { format!("; {} more", thousands(others)) } else { String::new() };
    let reason = match (&cause.problem.message.value, shared) {
        (Some(_), Some(shared)) if !proposed => format!(" · {}", shown::visible(&shared)),
        _ => String::new(),
    };
    format!("{}{more}{reason}", said.join("; "))
}

fn value(count: &ValueCount) -> String {
    let times = if count.count > 1 { format!(" {}×", thousands(count.count)) } else { String::new() };
    let correction = count.correction().map(arrow).unwrap_or_default();
    format!("{}{times}{correction}", shown::quoted(&count.value))
}

/// The arrow behind a sentence; none where the sentence asks about that very value already.
pub fn arrow_behind(sentence: &str, correction: &Correction) -> String {
    let asked = correction.value().is_some_and(|value| sentence.contains(&format!("Did you mean {value}?")));
    if asked { String::new() } else { arrow(correction) }
}

/// ` → GB`, with a question mark where a person must agree.
pub fn arrow(correction: &Correction) -> String {
    let doubt = if correction.certainty == Certainty::Likely { "?" } else { "" };
    let to = match (correction.words(), correction.value()) {
        (None, Some("")) => "blank".to_owned(),
        (None, Some(value)) => shown::clipped(value, 60),
        (Some(words), Some(value)) => format!("{words}: {}", shown::quoted(value)),
        (words, _) => words.unwrap_or_default(),
    };
    format!(" → {to}{doubt}")
}

fn place(cause: &Cause, file: Option<&FileMetadata>, several_sheets: bool) -> String {
    let file = file.map(|file| format!("{}: ", shown::visible(&file.name))).unwrap_or_default();
    let file = match &cause.sheet {
        Some(sheet) if several_sheets => format!("{file}sheet {}: ", shown::visible(sheet)),
        _ => file,
    };
    if cause.rows.rows() == 0 {
        return file.trim_end_matches(": ").to_owned();
    }
    let keys: Vec<&str> = cause.keys().into_iter().take(KEYS).collect();
    let dots = if cause.rows.rows() > keys.len() as u64 { " …" } else { "" };
    let keys = if keys.is_empty() { String::new() } else { format!(" ({}{dots})", keys.join(", ")) };
    let column = match (cause.first.field, cause.problem.topic) {
        (Some(field), Topic::Column(_) | Topic::Stray(_)) => {
            format!("column {}, ", column_letter(field))
        }
        _ => String::new(),
    };
    format!("{file}{column}{}{keys}", cause.rows.words(RANGES))
}

fn lower(title: &str) -> String {
    let mut letters = title.chars();
    let capitals = title.chars().take(2).all(char::is_uppercase);
    match letters.next() {
        Some(first) if !capitals => first.to_lowercase().chain(letters).collect(),
        _ => title.to_owned(),
    }
}

/// How much can be fixed, and what to do next.
pub fn bottom(summary: &Summary<'_>, causes: &[&Cause], out: &mut dyn Write) -> io::Result<()> {
    let certain: u64 = causes.iter().map(|cause| cause.certain).sum();
    let likely: u64 = causes.iter().map(|cause| cause.likely).sum();
    if certain + likely > 0 {
        let known =
            format!("Corrections known: {} certain (→) and {} likely (→ …?).", thousands(certain), thousands(likely));
        writeln!(out, "\n{}", style::wrap(&known, style::width()).join("\n"))?;
    }
    if causes.is_empty() {
        return Ok(());
    }
    let first = &causes[0].problem;
    let column = causes.iter().find(|cause| matches!(cause.problem.topic, Topic::Column(_)));
    writeln!(out, "\n{}", paint(style::STRONG, "Next"))?;
    let mut next =
        vec![(format!("lungwort explain {}", first.code.name), "what the first one means and how to fix it")];
    let shown_subject = |cause: &&&Cause| !cause.problem.subject.contains(char::is_control);
    if let (Some(cause), Some(again)) = (column.filter(|cause| shown_subject(cause)), &summary.again) {
        let only = shown::quoted_argument(&cause.problem.subject);
        next.push((
            format!("lungwort check {again} --by row --only {only}"),
            "every cell of that column that is wrong",
        ));
    }
    for (command, why) in next {
        let gap = 46_usize.saturating_sub(command.width()).max(2);
        let fits = 2 + command.width() + gap + why.width() <= style::width();
        let why = if fits { format!("{}{}", " ".repeat(gap), paint(style::FAINT, why)) } else { String::new() };
        writeln!(out, "  {}{why}", paint(style::GOOD, &command))?;
    }
    Ok(())
}
