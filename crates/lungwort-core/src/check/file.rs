//! What the receiving side asks of the file as a whole.

use std::path::Path;
use std::sync::Arc;

use encoding_rs::UTF_8;

use super::cell::Found;
use super::open::{Bytes, OpenContent, Opened, ending};
use super::verdicts::file_verdict;
use crate::finding::{Code, Verdict, codes::file as codes, codes::template as template_codes, ranges::thousands};
use crate::intake::dialect::delimiter_name;
use crate::intake::{Batches, NewlineCounts};
use crate::rulebook::written::{WrittenNewline, WrittenQuoting};
use crate::rulebook::{Rulebook, Sheet};

type Verdicts = Vec<Arc<Verdict>>;

fn say(verdicts: &mut Verdicts, code: &'static Code, message: String) {
    verdicts.push(file_verdict(code, "", Found::new(code, message)));
}

/// What can be told before the rows are read.
pub fn before_rows(rulebook: &Rulebook, opened: &Opened) -> Verdicts {
    let mut verdicts = Vec::new();
    let asked = &rulebook.file;
    let name = Path::new(&opened.name).file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
    if opened.path.is_some() {
        if let Some(found) =
            ending(&opened.name).filter(|found| !asked.formats.is_empty() && !asked.formats.contains(found))
        {
            let message =
                format!("the file's name ends in .{found}; the receiving side takes {}.", asked.formats.join(", "));
            say(&mut verdicts, &codes::WRONG_FILE_KIND, message);
        }
        if let Some(pattern) = asked.name.as_ref().filter(|pattern| !pattern.regex.is_match(&name)) {
            let words = pattern.words.clone().unwrap_or_else(|| format!("a name built as {}", pattern.written));
            say(&mut verdicts, &codes::WRONG_FILE_NAME, format!("the file is called {name}; it should be {words}."));
        }
    }
    kind(rulebook, opened, &mut verdicts);
    if let (Some(most), Some(size)) = (asked.max_bytes, opened.size)
        && size > most
    {
        let message = format!("the file has {} bytes; at most {} are taken.", thousands(size), thousands(most));
        say(&mut verdicts, &codes::FILE_TOO_BIG, message);
    }
    if let Some(path) = &opened.path {
        beside(path, &name, opened.is_workbook(), &mut verdicts);
    }
    verdicts
}

/// Whether the content is of the kind that the name says, and of one that is taken.
fn kind(rulebook: &Rulebook, opened: &Opened, verdicts: &mut Verdicts) {
    let Some(ending) = ending(&opened.name).filter(|_| opened.path.is_some()) else { return };
    let books = ["xlsx", "xlsm", "xlsb", "xls", "ods", "xltx", "xltm", "xlt", "ots"];
    let said = match &opened.content {
        OpenContent::Text { .. } if books.contains(&ending.as_str()) => "delimited text (CSV)".to_owned(),
        OpenContent::Book(book) => {
            let kin = |one: &str| one.trim_end_matches(['m', 'x']).replace("xlt", "xls").replace("ots", "ods");
            let found = book.book.kind.ending();
            if kin(found) == kin(&ending)
                && (found.ends_with('b') == ending.ends_with('b'))
                && (ending != "xls" || found == "xls")
            {
                return;
            }
            format!("a workbook of the kind {}", found.to_uppercase())
        }
        OpenContent::Text { .. } => return,
    };
    let formats = &rulebook.file.formats;
    if !formats.is_empty() && !formats.contains(&ending) {
        // That this kind is not taken has been told already.
        return;
    }
    let message =
        format!("the file's name ends in .{ending}, and its content is {said}; save it as what its name says.");
    say(verdicts, &codes::WRONG_FILE_KIND, message);
}

/// What lies beside the file.
fn beside(path: &Path, name: &str, is_workbook: bool, verdicts: &mut Verdicts) {
    let folder = path.parent().unwrap_or(Path::new(""));
    let locks = [format!(".~lock.{name}#"), format!("~${name}")];
    if let Some(lock) = locks.iter().find(|lock| folder.join(lock).exists()) {
        let message =
            format!("the file seems to be open in another program ({lock} lies beside it); save and close it there.");
        say(verdicts, &codes::OPEN_ELSEWHERE, message);
    }
    let changed = |path: &Path| std::fs::metadata(path).and_then(|about| about.modified()).ok();
    let Some(ours) = changed(path).filter(|_| !is_workbook) else { return };
    for kind in ["xlsx", "xlsm", "xls", "ods"] {
        let workbook = path.with_extension(kind);
        if workbook != path && changed(&workbook).is_some_and(|theirs| theirs > ours) {
            let shown = workbook.file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
            say(
                verdicts,
                &codes::OLDER_COPY,
                format!("{shown} beside it was changed later; was it saved as {name} again?"),
            );
        }
    }
}

/// What is known when all rows have been read.
pub struct Read<'f> {
    /// The reader.
    pub batches: &'f Batches<Bytes>,
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Cells that stood in quotes.
    pub quoted_cells: u64,
    /// All cells.
    pub cells: u64,
}

/// What can be told when the rows have been read.
pub fn after_rows(rulebook: &Rulebook, sheet: &Sheet, read: &Read<'_>) -> Verdicts {
    let mut verdicts = Vec::new();
    let asked = &rulebook.file;
    encoding(rulebook, read, &mut verdicts);
    let dialect = read.batches.dialect();
    if let Some(wanted) = asked.delimiter.filter(|wanted| *wanted != dialect.delimiter) {
        let message = format!(
            "cells are set apart by a {}; a {} is asked.",
            delimiter_name(dialect.delimiter),
            delimiter_name(wanted)
        );
        say(&mut verdicts, &codes::WRONG_DELIMITER, message);
    }
    if let Some(wanted) = asked.newline {
        newlines(wanted, read.batches.newlines(), &mut verdicts);
    }
    match asked.quoting {
        Some(WrittenQuoting::All) if read.quoted_cells < read.cells => {
            let message = format!(
                "{} of {} cells stand without quotes; every cell should have them.",
                thousands(read.cells - read.quoted_cells),
                thousands(read.cells)
            );
            say(&mut verdicts, &codes::WRONG_QUOTING, message);
        }
        Some(WrittenQuoting::Never) if read.quoted_cells > 0 => {
            let message =
                format!("{} cells stand in quotes; the receiving side takes none.", thousands(read.quoted_cells));
            say(&mut verdicts, &codes::WRONG_QUOTING, message);
        }
        _ => {}
    }
    let limits = [asked.max_rows, sheet.max_rows];
    verdicts.extend(row_limit(limits.into_iter().flatten().min(), read.filled_rows));
    if read.filled_rows == 0 {
        verdicts.push(nothing_filled());
    }
    if let Some((row, line)) = read.batches.endless() {
        let message = format!("row {row}, on line {line}, is larger than 32 MB; nothing from there on was checked.");
        say(&mut verdicts, &codes::ENDLESS_ROW, message);
    }
    verdicts
}

/// More rows than are taken.
pub fn row_limit(most: Option<u64>, filled: u64) -> Verdicts {
    let mut verdicts = Vec::new();
    if let Some(most) = most.filter(|most| filled > *most) {
        let message = format!("the file has {} filled rows; at most {} are taken.", thousands(filled), thousands(most));
        say(&mut verdicts, &codes::TOO_MANY_ROWS, message);
    }
    verdicts
}

/// No rows at all.
pub fn nothing_filled() -> Arc<Verdict> {
    let code = &template_codes::NOTHING_FILLED;
    file_verdict(code, "", Found::new(code, "there is no filled row below the headings."))
}

fn encoding(rulebook: &Rulebook, read: &Read<'_>, verdicts: &mut Verdicts) {
    let decoder = read.batches.decoder();
    let (found, _) = decoder.encoding();
    if let Some(wanted) = rulebook.file.encoding.filter(|wanted| *wanted != found) {
        // Plain ASCII is the same in nearly all encodings; only those of two bytes a character differ.
        let alike = decoder.is_ascii() && found == UTF_8 && wanted.is_ascii_compatible();
        if !alike {
            let message = format!("the file is in {}; {} is asked.", found.name(), wanted.name());
            say(verdicts, &codes::WRONG_ENCODING, message);
        }
    }
    match (rulebook.file.bom, decoder.has_mark()) {
        (Some(true), false) => {
            say(
                verdicts,
                &codes::BYTE_ORDER_MARK,
                "the file begins without a byte order mark, and one is asked.".to_owned(),
            );
        }
        (Some(false), true) => {
            say(
                verdicts,
                &codes::BYTE_ORDER_MARK,
                "the file begins with a byte order mark, and none is taken.".to_owned(),
            );
        }
        _ => {}
    }
}

fn newlines(wanted: WrittenNewline, found: NewlineCounts, verdicts: &mut Verdicts) {
    let (name, right) = match wanted {
        WrittenNewline::Crlf => ("CR LF", found.crlf),
        WrittenNewline::Lf => ("LF", found.lf),
        WrittenNewline::Cr => ("CR", found.cr),
    };
    if right < found.crlf + found.lf + found.cr {
        say(verdicts, &codes::WRONG_LINE_END, format!("the file has {}; {name} is asked.", found.words()));
    }
}
