//! Colours, which are left out where output is no terminal or NO_COLOR is set (`anstream` sees to that).

use std::sync::OnceLock;

use anstyle::{AnsiColor, Style};
use lungwort_core::cell::shown;
use lungwort_core::finding::Severity;

/// Verdicts and headings.
pub const STRONG: Style = Style::new().bold();
/// Nothing in particular.
pub const PLAIN: Style = Style::new();
/// What is there to be looked up, not read.
pub const FAINT: Style = Style::new().dimmed();
/// Errors.
pub const ERROR: Style = AnsiColor::Red.on_default().bold();
/// Warnings.
pub const WARNING: Style = AnsiColor::Yellow.on_default().bold();
/// Notes.
pub const NOTE: Style = AnsiColor::Cyan.on_default().bold();
/// All is well, and commands to paste.
pub const GOOD: Style = AnsiColor::Green.on_default().bold();

/// The style of a severity.
pub fn of(severity: Severity) -> Style {
    match severity {
        Severity::Error => ERROR,
        Severity::Warning => WARNING,
        Severity::Note => NOTE,
    }
}

/// Every style, each with a sign of its own in texts that are on their way out.
const STYLES: [Style; 7] = [PLAIN, STRONG, FAINT, ERROR, WARNING, NOTE, GOOD];
/// The sign that ends a style; those behind it begin one each. They are no characters (Unicode 23.7), and in no file's text.
const END: u32 = 0xfdd0;

/// A text in a style. What it becomes on a screen is decided by [`on_screen`], so that nothing else in a text can be taken for a style.
pub fn paint(style: Style, text: impl std::fmt::Display) -> String {
    let sign = |at: u32| char::from_u32(END + at).unwrap_or_default();
    let at = STYLES.iter().position(|known| *known == style).unwrap_or_default();
    format!("{}{text}{}", sign(at as u32 + 1), sign(0))
}

/// A text as a terminal gets it: styles as escape sequences, and whatever else a terminal would act on named instead.
pub fn on_screen(text: &str) -> String {
    let mut out = String::with_capacity(text.len());
    let mut open = PLAIN;
    for each in text.chars() {
        match u32::from(each).checked_sub(END).and_then(|at| usize::try_from(at).ok()) {
            Some(0) => out.push_str(&format!("{open:#}")),
            Some(at) if at <= STYLES.len() => {
                open = STYLES[at - 1];
                out.push_str(&format!("{open}"));
            }
            _ if matches!(each, '\n' | '\t') || !shown::is_unsafe(each) => out.push(each),
            _ => out.push_str(&shown::visible(each.encode_utf8(&mut [0; 4]))),
        }
    }
    out
}

/// A text without styles, for files.
pub fn without_styles(text: &str) -> String {
    anstream::adapter::strip_str(&on_screen(text)).to_string()
}

/// The least and the greatest width that reports are made for.
const WIDTHS: (usize, usize) = (40, 200);

static GIVEN: OnceLock<usize> = OnceLock::new();

/// Takes the width that was given on the command line; the first one counts.
pub fn set_width(width: usize) {
    let _ = GIVEN.set(width);
}

/// The width in columns that was given, or is in COLUMNS, or the terminal has; a hundred where nothing says it.
pub fn width() -> usize {
    let of_variable = || std::env::var("COLUMNS").ok()?.trim().parse().ok().filter(|width| *width > 0);
    let of_terminal = || terminal_size::terminal_size().map(|(width, _)| usize::from(width.0).min(140));
    let known = GIVEN.get().copied().or_else(of_variable).or_else(of_terminal);
    known.unwrap_or(100).clamp(WIDTHS.0, WIDTHS.1)
}

/// Breaks a text into lines no wider than that.
pub fn wrap(text: &str, width: usize) -> Vec<String> {
    use unicode_width::UnicodeWidthStr;
    let mut lines: Vec<String> = Vec::new();
    let mut line = String::new();
    for word in text.split(' ') {
        if !line.is_empty() && line.width() + 1 + word.width() > width {
            lines.push(std::mem::take(&mut line));
        }
        if !line.is_empty() {
            line.push(' ');
        }
        line.push_str(word);
    }
    lines.push(line);
    lines
}
