//! The report for people: the verdict, what was read, and what is wrong by cause. It fits on a screen.

use std::io::{self, Write};

use lungwort_core::cell::shown;
use lungwort_core::check::{BookFacts, ContentFacts, FileFacts};
use lungwort_core::finding::codes::Stage;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::finding::{Cause, Certainty, Finding, Severity, Topic, ValueTally, column_letter};
use lungwort_core::intake::Chosen;
use lungwort_core::intake::dialect::delimiter_name;
use lungwort_core::intake::workbook::BookKind;
use unicode_width::UnicodeWidthStr;

use super::{Asked, Form, Summary};
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
    pub fn new(_: &Asked) -> Text {
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
            if severity != Some(cause.verdict.severity) {
                severity = Some(cause.verdict.severity);
                heading(cause.verdict.severity, summary, out)?;
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
    let title = format!("AND IN SHORT ({})", thousands(count));
    writeln!(
        out,
        "\n{}  {}",
        paint(style::STRONG, title),
        paint(style::FAINT, format!("--limit {all} shows them in full"))
    )?;
    // One entry a code, with the columns it is about.
    let mut entries: Vec<(&str, Severity, Vec<String>)> = Vec::new();
    for cause in rest {
        let subject = match (cause.verdict.topic, &*cause.verdict.subject) {
            (Topic::Rule(_), _) | (_, "") => thousands(cause.count),
            (_, subject) if cause.count == 1 => shown::clipped(subject, 24),
            (_, subject) => format!("{} {}×", shown::clipped(subject, 24), thousands(cause.count)),
        };
        match entries
            .iter_mut()
            .find(|(code, severity, _)| *code == cause.verdict.code.name && *severity == cause.verdict.severity)
        {
            Some((.., subjects)) => subjects.push(subject),
            None => entries.push((cause.verdict.code.name, cause.verdict.severity, vec![subject])),
        }
    }
    for severity in [Severity::Error, Severity::Warning, Severity::Note] {
        let of: Vec<String> = entries
            .iter()
            .filter(|(_, each, _)| *each == severity)
            .map(|(code, _, subjects)| format!("{code}\u{a0}({})", subjects.join(", ").replace(' ', "\u{a0}")))
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

/// The verdict, what was read, and the figures.
pub fn top(summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
    let files = match summary.files {
        [one] => one.name.clone(),
        several => format!("{} files", several.len()),
    };
    let ready = summary.is_ready();
    let blank = summary.rows() == 0 && summary.counts.errors + summary.counts.warnings == 0;
    if blank {
        writeln!(out, "{}: {files}", paint(style::GOOD, "NOTHING FILLED IN YET"))?;
    }
    let word = if ready { paint(style::GOOD, "READY") } else { paint(style::ERROR, "NOT READY") };
    if !blank {
        writeln!(out, "{word}: {}", verdict_words(summary, &files))?;
    }
    writeln!(out)?;
    for file in summary.files.iter().take(6) {
        labelled("File", &file_words(file), out)?;
    }
    if summary.files.len() > 6 {
        labelled("", &format!("and {} more files", summary.files.len() - 6), out)?;
    }
    labelled("Rulebook", &rulebook_words(summary), out)?;
    let figures: Vec<String> =
        summary.figures.iter().map(|(label, figure)| format!("{label} {}", grouped(figure.as_deref()))).collect();
    if !figures.is_empty() {
        labelled("Figures", &figures.join("; "), out)?;
    }
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

fn file_words(file: &FileFacts) -> String {
    let text = match &file.content {
        ContentFacts::Text(text) => text,
        ContentFacts::Book(book) => return book_words(file, book),
    };
    let how = match (text.encoding_chosen, text.ascii) {
        (Chosen::Mark, _) => " by its byte order mark".to_owned(),
        (Chosen::Told, _) => " as you said".to_owned(),
        (Chosen::Guessed, _) => ", guessed from its bytes (--encoding NAME to say otherwise)".to_owned(),
        (Chosen::Sound, true) => " (only plain letters)".to_owned(),
        (Chosen::Sound, false) => String::new(),
    };
    let rival = match text.rival_delimiter {
        Some(rival) => format!(" (a {} would do as well: --delimiter to say so)", delimiter_name(rival)),
        None => String::new(),
    };
    format!(
        "{}: {} filled rows, {} columns; {}{how}; {} between cells{rival}; {}",
        file.name,
        thousands(file.filled_rows),
        file.columns,
        text.encoding,
        delimiter_name(text.delimiter),
        text.newlines.words(),
    )
}

fn book_words(file: &FileFacts, book: &BookFacts) -> String {
    let kind = match book.kind {
        BookKind::Xlsm => "XLSM workbook (with macros)".to_owned(),
        kind => format!("{} workbook", kind.ending().to_uppercase()),
    };
    let read: Vec<String> = book
        .read
        .iter()
        .map(|sheet| {
            let rows = if sheet.filled_rows == 1 { "row" } else { "rows" };
            format!("sheet {}, {} filled {rows}, {} columns", sheet.name, thousands(sheet.filled_rows), sheet.columns)
        })
        .collect();
    let alone = match book.left_alone.as_slice() {
        [] => String::new(),
        few if few.len() <= 3 => format!("; not looked into: {}", few.join(", ")),
        many => format!("; {} other sheets not looked into", many.len()),
    };
    format!("{}: {kind}; {}{alone}", file.name, read.join("; "))
}

fn rulebook_words(summary: &Summary<'_>) -> String {
    let rulebook = summary.rulebook;
    let edition = rulebook.edition.as_ref().map(|edition| format!(", edition {edition}")).unwrap_or_default();
    let issuer = rulebook.issuer.as_ref().map(|issuer| format!(" of the {issuer}")).unwrap_or_default();
    let chosen = summary.chosen.as_ref().map(|why| format!("; chosen because {why}")).unwrap_or_default();
    format!("{}{edition}{issuer} ({}{chosen})", rulebook.title, rulebook.path.display())
}

/// A figure with commas between thousands where it is a plain number.
fn grouped(figure: Option<&str>) -> String {
    let Some(figure) = figure else {
        return "none".to_owned();
    };
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
    let verdict = &cause.verdict;
    let width = style::width();
    let rule = matches!(verdict.topic, Topic::Rule(_));
    let title = match (&*verdict.subject, rule) {
        ("", _) => verdict.code.title.to_owned(),
        (subject, true) => subject.to_owned(),
        (subject, false) => format!("{}: {}", shown::clipped(subject, 40), lower(verdict.code.title)),
    };
    let code_width = verdict.code.name.len() + 2;
    let lines = style::wrap(&shown::visible(&title), width - INDENT - code_width);
    for (at, line) in lines.iter().enumerate() {
        if at == 0 {
            let gap = width.saturating_sub(INDENT + line.width() + verdict.code.name.len());
            let count = format!("{:>8}  ", thousands(cause.count));
            writeln!(
                out,
                "{}{}{}{}",
                paint(style::of(verdict.severity), count),
                paint(style::STRONG, line),
                " ".repeat(gap),
                paint(style::FAINT, verdict.code.name),
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

/// The values with their repairs; or the one message where that says more.
fn what(cause: &Cause) -> String {
    let message = shown::visible(&cause.verdict.message);
    let named = cause.values.iter().filter(|tally| !tally.value.trim().is_empty()).count();
    if named == 0 || cause.count == 1 || cause.verdict.topic == Topic::File {
        return if cause.count == 1 || cause.verdict.code.stage == Stage::File {
            message
        } else if matches!(cause.verdict.topic, Topic::Rule(_)) {
            format!("such as: {message}")
        } else {
            String::new()
        };
    }
    let mut tallies: Vec<&ValueTally> = cause.values.iter().collect();
    tallies.sort_by_key(|tally| std::cmp::Reverse(tally.count));
    let said: Vec<String> = tallies.iter().take(VALUES).map(|tally| value(tally)).collect();
    let others: u64 = tallies.iter().skip(VALUES).map(|tally| tally.count).sum::<u64>() + cause.other_values;
    let more = if others > 0 { format!("; {} more", thousands(others)) } else { String::new() };
    let example = if tallies.iter().take(VALUES).all(|tally| tally.repair.is_none()) {
        first_reason(cause)
    } else {
        String::new()
    };
    format!("{}{more}{example}", said.join("; "))
}

/// What the first finding says behind its value, which holds for the others too where nothing can be proposed.
fn first_reason(cause: &Cause) -> String {
    let message = shown::visible(&cause.verdict.message);
    message.split_once("\": ").map(|(_, reason)| format!(" · {reason}")).unwrap_or_default()
}

fn value(tally: &ValueTally) -> String {
    let times = if tally.count > 1 { format!(" {}×", thousands(tally.count)) } else { String::new() };
    let repair = tally.repair.as_ref().map(|repair| {
        let doubt = if repair.certainty == Certainty::Likely { "?" } else { "" };
        let to = if repair.value.is_empty() { "blank".to_owned() } else { shown::clipped(&repair.value, 40) };
        format!(" → {to}{doubt}")
    });
    format!("{}{times}{}", shown::quoted(&tally.value), repair.unwrap_or_default())
}

fn place(cause: &Cause, file: Option<&FileFacts>, several_sheets: bool) -> String {
    let file = file.map(|file| format!("{}: ", shown::visible(&file.name))).unwrap_or_default();
    let file = match &cause.sheet {
        Some(sheet) if several_sheets => format!("{file}sheet {}: ", shown::visible(sheet)),
        _ => file,
    };
    if cause.rows.rows() == 0 {
        return file.trim_end_matches(": ").to_owned();
    }
    let keys: Vec<String> = cause.keys.iter().take(KEYS).map(|key| key.to_string()).collect();
    let dots = if cause.rows.rows() > keys.len() as u64 { " …" } else { "" };
    let keys = if keys.is_empty() { String::new() } else { format!(" ({}{dots})", keys.join(", ")) };
    let column = match (cause.first.field, cause.verdict.topic) {
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

/// How much can be mended, and what to do next.
pub fn bottom(summary: &Summary<'_>, causes: &[&Cause], out: &mut dyn Write) -> io::Result<()> {
    let safe: u64 = causes.iter().map(|cause| cause.safe).sum();
    let likely: u64 = causes.iter().map(|cause| cause.likely).sum();
    if safe + likely > 0 {
        writeln!(out, "\nCorrections known: {} sure (→) and {} likely (→ …?).", thousands(safe), thousands(likely))?;
    }
    if causes.is_empty() {
        return Ok(());
    }
    let names: Vec<String> = summary.files.iter().take(3).map(|file| quoted_argument(&file.name)).collect();
    let names = names.join(" ");
    let first = &causes[0].verdict;
    let column = causes.iter().find(|cause| matches!(cause.verdict.topic, Topic::Column(_)));
    writeln!(out, "\n{}", paint(style::STRONG, "Next"))?;
    let mut next =
        vec![(format!("lungwort explain {}", first.code.name), "what the first one means and how to mend it")];
    if let Some(cause) = column {
        let only = quoted_argument(&cause.verdict.subject);
        next.push((
            format!("lungwort check {names} --by row --only {only}"),
            "every cell of that column that is wrong",
        ));
    }
    for (command, why) in next {
        let gap = 58_usize.saturating_sub(command.width()).max(2);
        writeln!(out, "  {}{}{}", paint(style::GOOD, &command), " ".repeat(gap), paint(style::FAINT, why))?;
    }
    Ok(())
}

/// A word as a shell takes it.
pub fn quoted_argument(word: &str) -> String {
    let plain = word.chars().all(|each| each.is_alphanumeric() || "-_./:\\".contains(each)) && !word.is_empty();
    if plain { word.to_owned() } else { format!("\"{}\"", word.replace('"', "\\\"")) }
}
