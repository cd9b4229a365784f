//! From a file to a rulebook: text or workbook, and what else a file may be that is taken for one.

use std::path::Path;

use super::compiler::Compiler;
use super::counts::Counts;
use super::given::Given;
use super::mistake::Mistakes;
use super::model::Rulebook;
use super::{as_workbook, block, kinds, load as reader};
use crate::cell::shown::quoted_argument;
use crate::intake::{Content, content_of, read_small};

/// A rulebook as far as it could be used, and what is wrong with it.
#[derive(Debug)]
pub struct Loaded {
    /// The rulebook; there even where mistakes were found, if enough of it was right.
    pub rulebook: Option<Rulebook>,
    /// What is wrong.
    pub mistakes: Mistakes,
    /// What is wrong with what was named beside it, each as a sentence that begins with the file.
    pub given_mistakes: Vec<String>,
}

/// What a file is that is no rulebook, where that can be told: a workbook, a table of text, a picture.
fn no_rulebook(bytes: &[u8]) -> Option<&'static str> {
    match content_of(&bytes[..bytes.len().min(4096)]) {
        Content::Workbook | Content::OldWorkbook => return Some("a workbook"),
        Content::Other(what) => return Some(what),
        Content::Empty => return Some("an empty file"),
        Content::Text => {}
    }
    let text = String::from_utf8_lossy(bytes);
    let lines = || text.lines().map(str::trim_start).filter(|line| !line.is_empty() && !line.starts_with('#'));
    let is_toml = lines().any(|line| line.starts_with("[rulebook") || line.starts_with("[[sheet"));
    let has_settings =
        lines().take(20).any(|line| line.starts_with('[') || line.split_once('=').is_some_and(|(key, _)| is_key(key)));
    (!is_toml && !has_settings).then_some("a table of text")
}

fn is_key(text: &str) -> bool {
    let text = text.trim();
    !text.is_empty()
        && text.bytes().all(|byte| byte.is_ascii_alphanumeric() || matches!(byte, b'_' | b'-' | b'.' | b'"'))
}

/// Loads a rulebook and the references it names.
///
/// # Errors
///
/// Where the file cannot be read, is another kind of file, or is not UTF-8. What is wrong in it is in `Loaded::mistakes`.
pub fn load(path: &Path) -> std::io::Result<Loaded> {
    load_with(path, &Given::default())
}

/// The same with what was named beside it, such as exports of existing records.
///
/// # Errors
///
/// As for [`load`].
pub fn load_with(path: &Path, given: &Given) -> std::io::Result<Loaded> {
    let bytes = read_small(path)?;
    let invalid = |message: String| std::io::Error::new(std::io::ErrorKind::InvalidData, message);
    if content_of(&bytes[..bytes.len().min(4096)]) == Content::Workbook {
        match as_workbook::read(&bytes) {
            Ok(read) => return Ok(load_workbook(path, read, given)),
            Err(as_workbook::Unread::Broken(why)) => return Err(invalid(why)),
            Err(as_workbook::Unread::NotOne) => {}
        }
    }
    if let Some(what) = no_rulebook(&bytes) {
        let draft = match what {
            "a workbook" | "a table of text" => {
                let name = quoted_argument(&path.display().to_string());
                format!("; draft one from the template with: lungwort learn {name}")
            }
            _ => String::new(),
        };
        return Err(invalid(format!("that is {what} and not a rulebook{draft}")));
    }
    let text = String::from_utf8(bytes)
        .map_err(|_| invalid("it is not in UTF-8, as a rulebook must be; save it again in UTF-8".to_owned()))?;
    Ok(load_text_with(path, &text, given))
}

/// The text of a rulebook, also of one that is kept as a workbook.
///
/// # Errors
///
/// Where it cannot be read, is no text in UTF-8, or is a workbook with a cell that is not understood.
pub fn text_of(path: &Path) -> std::io::Result<String> {
    let bytes = read_small(path)?;
    let invalid = |message: String| std::io::Error::new(std::io::ErrorKind::InvalidData, message);
    if content_of(&bytes[..bytes.len().min(4096)]) == Content::Workbook {
        return match as_workbook::read(&bytes) {
            Ok(read) => match read.refused.first() {
                Some((place, why)) => Err(invalid(format!("{}: {why}", place.words))),
                None => Ok(read.text),
            },
            Err(as_workbook::Unread::Broken(why)) => Err(invalid(why)),
            Err(as_workbook::Unread::NotOne) => Err(invalid("that is a workbook and not a rulebook".to_owned())),
        };
    }
    String::from_utf8(bytes).map_err(|_| invalid("it is not in UTF-8, as a rulebook must be".to_owned()))
}

/// A rulebook that is kept as a workbook: what is wrong with it is said of its cells.
fn load_workbook(path: &Path, read: as_workbook::Text, given: &Given) -> Loaded {
    let mut loaded = load_text_with(path, &read.text, given);
    let refused = read.refused.iter().map(|(place, why)| super::mistake::Mistake {
        level: super::Level::Error,
        message: why.clone(),
        span: place.span.clone(),
    });
    loaded.mistakes.list.extend(refused);
    loaded.mistakes.cells = read.places;
    loaded.mistakes.cells.extend(read.refused.into_iter().map(|(place, _)| place));
    loaded
}

/// The same with a text that would stand at that path.
pub fn load_text(path: &Path, text: &str) -> Loaded {
    // A text at hand is not a stranger's file.
    load_text_with(path, text, &Given { allow_outside: true, ..Given::default() })
}

fn load_text_with(path: &Path, text: &str, given: &Given) -> Loaded {
    let text = text.strip_prefix('\u{feff}').unwrap_or(text);
    let mut list = Vec::new();
    let (mut written, source) = reader::read(text, &mut list);
    if let Some(written) = &mut written {
        Counts { source: &source, mistakes: &mut list }.limit(written);
    }
    let mut compiler = Compiler::new(source, list);
    compiler.given = given.clone();
    let rulebook = written.map(|mut written| {
        written.sheet.iter_mut().for_each(|sheet| {
            kinds::into_columns(sheet);
            block::number(sheet);
            sheet.column.iter_mut().for_each(|column| column.heading.prefer(given.heading));
        });
        compiler.rulebook(path, &written)
    });
    let mut list = std::mem::take(&mut compiler.mistakes);
    list.sort_by_key(|mistake| mistake.span.start);
    let given_mistakes = std::mem::take(&mut compiler.given_mistakes);
    Loaded {
        rulebook,
        mistakes: Mistakes { path: path.to_owned(), text: text.to_owned(), list, cells: Vec::new() },
        given_mistakes,
    }
}
