//! What the receiving side requires of the file as a whole.
//!
//! In: what reading the file showed of its name, size, encoding, line ends, delimiter and quotes, and the rulebook's
//! `file` table. Out: findings about the file, which have no row.

use std::path::Path;
use std::sync::Arc;

use crate::cell::shown;
use crate::check::problem::file_problem;
use crate::check::run::open::Opened;
use crate::encoding::Encoding;
use crate::finding::CellProblem;
use crate::finding::{
    Action, Code, Problem, codes::file as codes, codes::template as template_codes, ranges::thousands,
};
use crate::intake::dialect::{self, delimiter_name};
use crate::intake::{ByteStream, Chosen, readings};
use crate::intake::{Chunks, NewlineCounts};
use crate::rulebook::written::{WrittenNewline, WrittenQuoting};
use crate::rulebook::{Rulebook, Sheet};

type Problems = Vec<Arc<Problem>>;

fn say(problems: &mut Problems, code: &'static Code, message: String) {
    problems.push(file_problem(code, "", CellProblem::new(code, message)));
}

/// The same with what would put it right, which cannot change the meaning.
fn correct(problems: &mut Problems, code: &'static Code, message: String, action: Action) {
    problems.push(file_problem(code, "", CellProblem::new(code, message).with(action.certain())));
}

/// What shows before the rows are read.
pub fn before_rows(rulebook: &Rulebook, opened: &Opened) -> Problems {
    let mut problems = Vec::new();
    let section = &rulebook.file;
    let name = Path::new(opened.name()).file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
    if opened.source().file_path().is_some() {
        if let Some(found) =
            opened.source().ending().filter(|found| !section.formats.is_empty() && !section.formats.contains(found))
        {
            let message =
                format!("the file's name ends in .{found}; the receiving side accepts {}.", section.formats.join(", "));
            say(&mut problems, &codes::WRONG_FILE_KIND, message);
        }
        if let Some(pattern) = section.name.as_ref().filter(|pattern| !pattern.regex.is_match(&name)) {
            let words = pattern.words.clone().unwrap_or_else(|| format!("a name that matches {}", pattern.written));
            say(&mut problems, &codes::WRONG_FILE_NAME, format!("the file is called {name}; it should be {words}."));
        }
    }
    kind(rulebook, opened, &mut problems);
    let size = opened.source().size();
    if let Some(most) = section.max_bytes.filter(|most| size > *most) {
        let message = format!("the file has {} bytes; at most {} are allowed.", thousands(size), thousands(most));
        say(&mut problems, &codes::FILE_TOO_BIG, message);
    }
    if let Some(path) = opened.source().file_path() {
        beside(path, &name, opened.is_workbook(), &mut problems);
    }
    problems
}

/// How the names of workbooks and of their templates end.
pub(crate) const BOOKS: [&str; 9] = ["xlsx", "xlsm", "xlsb", "xls", "ods", "xltx", "xltm", "xlt", "ots"];

/// Whether the content is of the kind that the name says, and of one that is taken.
fn kind(rulebook: &Rulebook, opened: &Opened, problems: &mut Problems) {
    let Some(ending) = opened.source().ending().filter(|_| opened.source().file_path().is_some()) else { return };
    let said = match &opened.workbook {
        None if BOOKS.contains(&ending.as_str()) => "delimited text (CSV)".to_owned(),
        None => return,
        Some(workbook) => {
            let kin = |one: &str| one.trim_end_matches(['m', 'x']).replace("xlt", "xls").replace("ots", "ods");
            let found = workbook.kind.ending();
            if kin(found) == kin(&ending)
                && (found.ends_with('b') == ending.ends_with('b'))
                && (ending == "xls" || ending == "xlt") == (found == "xls")
            {
                return;
            }
            format!("a workbook of the kind {}", found.to_uppercase())
        }
    };
    let formats = &rulebook.file.formats;
    if !formats.is_empty() && !formats.contains(&ending) {
        // That this kind is not taken has been told already.
        return;
    }
    let message =
        format!("the file's name ends in .{ending}, and its content is {said}; save it as what its name says.");
    say(problems, &codes::WRONG_FILE_KIND, message);
}

/// What lies beside the file.
fn beside(path: &Path, name: &str, is_workbook: bool, problems: &mut Problems) {
    let folder = path.parent().unwrap_or(Path::new(""));
    let locks = [format!(".~lock.{name}#"), format!("~${name}")];
    if let Some(lock) = locks.iter().find(|lock| folder.join(lock).exists()) {
        let message =
            format!("the file seems to be open in another program ({lock} lies beside it); save and close it there.");
        say(problems, &codes::OPEN_ELSEWHERE, message);
    }
    let changed = |path: &Path| std::fs::metadata(path).and_then(|about| about.modified()).ok();
    let Some(ours) = changed(path).filter(|_| !is_workbook) else { return };
    for kind in ["xlsx", "xlsm", "xls", "ods"] {
        let workbook = path.with_extension(kind);
        if workbook != path && changed(&workbook).is_some_and(|theirs| theirs > ours) {
            let shown = workbook.file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
            say(
                problems,
                &codes::OLDER_COPY,
                format!("{shown} beside it was changed later; was it saved as {name} again?"),
            );
        }
    }
}

/// What is known when all rows have been read.
pub struct Read<'f> {
    /// The reader.
    pub chunks: &'f Chunks<ByteStream>,
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Cells that stood in quotes.
    pub quoted_cells: u64,
    /// All cells.
    pub cells: u64,
}

/// What shows when the rows have been read.
pub fn after_rows(rulebook: &Rulebook, sheet: &Sheet, read: &Read<'_>) -> Problems {
    let mut problems = Vec::new();
    let section = &rulebook.file;
    encoding(rulebook, read, &mut problems);
    let dialect = read.chunks.dialect();
    if let Some(wanted) = section.delimiter.filter(|wanted| *wanted != dialect.delimiter) {
        let message = format!(
            "the delimiter is a {}; a {} is required.",
            delimiter_name(dialect.delimiter),
            delimiter_name(wanted)
        );
        let action = Action::ChangeDelimiter(char::from(wanted));
        correct(&mut problems, &codes::WRONG_DELIMITER, message, action);
    }
    if let Some(wanted) = section.newline {
        newlines(wanted, read.chunks.newlines(), &mut problems);
    }
    quoting(section.quoting, read, &mut problems);
    let limits = [section.max_rows, sheet.max_rows];
    problems.extend(row_limit(limits.into_iter().flatten().min(), read.filled_rows));
    if read.filled_rows == 0 {
        problems.push(nothing_filled());
    }
    if let Some((row, line)) = read.chunks.endless() {
        let message = format!("row {row}, on line {line}, is larger than 32 MB; nothing from there on was checked.");
        say(&mut problems, &codes::ENDLESS_ROW, message);
    }
    problems
}

fn quoting(section: Option<WrittenQuoting>, read: &Read<'_>, problems: &mut Problems) {
    let (message, all) = match section {
        Some(WrittenQuoting::All) if read.quoted_cells < read.cells => {
            let bare = read.cells - read.quoted_cells;
            let verb = if bare == 1 { "is" } else { "are" };
            let of = thousands(read.cells);
            (format!("{} of {of} cells {verb} without quotes; every cell must have them.", thousands(bare)), true)
        }
        Some(WrittenQuoting::Never) if read.quoted_cells > 0 => {
            let words = if read.quoted_cells == 1 { "cell is" } else { "cells are" };
            let count = thousands(read.quoted_cells);
            (format!("{count} {words} in quotes; the receiving side allows none."), false)
        }
        _ => return,
    };
    correct(problems, &codes::WRONG_QUOTING, message, Action::ChangeQuoting { all });
}

/// More rows than are allowed.
pub fn row_limit(most: Option<u64>, filled: u64) -> Problems {
    let mut problems = Vec::new();
    if let Some(most) = most.filter(|most| filled > *most) {
        let message =
            format!("the file has {} filled rows; at most {} are allowed.", thousands(filled), thousands(most));
        say(&mut problems, &codes::TOO_MANY_ROWS, message);
    }
    problems
}

/// No rows at all.
pub fn nothing_filled() -> Arc<Problem> {
    let code = &template_codes::NOTHING_FILLED;
    file_problem(code, "", CellProblem::new(code, "there is no filled row below the headings."))
}

fn encoding(rulebook: &Rulebook, read: &Read<'_>, problems: &mut Problems) {
    let decoder = read.chunks.decoder();
    let (found, chosen) = decoder.encoding();
    let ours = |word: &[u8]| readings::reading(word, found).unwrap_or_default();
    match chosen {
        Chosen::Uncertain if rulebook.file.encoding.is_none() => uncertain(decoder.words(), found, problems),
        Chosen::Asked if let Some(shown) = decoder.shown_by_bytes() => {
            let message = format!(
                "the file was read in {}, as asked, and its first bytes are {}; nothing else that is reported may be true. Leave out --encoding, or give {}.",
                found.name(),
                shown.name(),
                shown.name()
            );
            say(problems, &codes::OTHER_ENCODING, message);
        }
        Chosen::Asked => {
            if let Some(better) = readings::better(decoder.words(), found) {
                let theirs = |word: &[u8]| readings::reading(word, better).unwrap_or_default();
                let words = decoder.words().iter().filter(|word| ours(word) != theirs(word)).take(2);
                let both = words
                    .map(|word| format!("{} would be {}", shown::quoted(&ours(word)), shown::quoted(&theirs(word))));
                let both: Vec<String> = both.collect();
                let name = better.name();
                let message = format!(
                    "the file was read in {}, as asked, and looks like {name}, where {}; if it is {name}, save it in {}.",
                    found.name(),
                    both.join(" and "),
                    found.name()
                );
                say(problems, &codes::OTHER_ENCODING, message);
            }
        }
        _ => {}
    }
    if let Some(wanted) = rulebook.file.encoding.filter(|wanted| *wanted != found) {
        // Plain ASCII is the same in nearly all encodings; only those of two bytes a character differ.
        let alike = decoder.is_ascii() && found == Encoding::UTF_8 && wanted.is_ascii_compatible();
        if !alike {
            let message = format!("the file is in {}; {} is required.", found.name(), wanted.name());
            let action = Action::ChangeEncoding(wanted.name().to_owned());
            correct(problems, &codes::WRONG_ENCODING, message, action);
        }
    }
    let (message, wanted) = match (rulebook.file.bom, decoder.has_bom()) {
        (Some(true), false) => ("the file begins without a byte order mark, and one is required.", true),
        (Some(false), true) => ("the file begins with a byte order mark, and none is allowed.", false),
        _ => return,
    };
    correct(problems, &codes::BYTE_ORDER_MARK, message.to_owned(), Action::ChangeBom { wanted });
}

/// The encoding is a guess that matters.
fn uncertain(words: &[Box<[u8]>], found: Encoding, problems: &mut Problems) {
    let Some(word) = words.first() else { return };
    let text = readings::reading(word, found).unwrap_or_default();
    let others: Vec<String> = readings::others(words, found)
        .into_iter()
        .map(|(encoding, text)| format!("{} in {}", shown::quoted(&text), encoding.name()))
        .collect();
    let others = if others.is_empty() { String::new() } else { format!("; it would be {}", others.join(" and ")) };
    let message = format!(
        "the encoding is not certain: {} was read in {}{others}. If that is wrong, say which it is with --encoding NAME.",
        shown::quoted(&text),
        found.name()
    );
    say(problems, &codes::UNCERTAIN_ENCODING, message);
}

fn newlines(wanted: WrittenNewline, found: NewlineCounts, problems: &mut Problems) {
    let (words, name, right) = match wanted {
        WrittenNewline::Crlf => (dialect::WINDOWS, "CR LF", found.crlf),
        WrittenNewline::Lf => (dialect::UNIX, "LF", found.lf),
        WrittenNewline::Cr => (dialect::OLD_MAC, "CR", found.cr),
    };
    if right < found.crlf + found.lf + found.cr {
        let message = format!("the file has {}; {words} are required.", found.words());
        correct(problems, &codes::WRONG_LINE_END, message, Action::ChangeLineEnds(name));
    }
}
