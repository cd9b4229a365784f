//! Telling a file's signs from the beginning of its text.

use super::chunk::Chunk;
use super::dialect::Dialect;
use super::scan::Scanner;

/// What lines above the headings begin with that are remarks.
const REMARKS: &[&str] = &["# ", "// ", "-- ", "; "];

/// What was made of the beginning of a text.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Sniffed {
    /// The signs taken.
    pub dialect: Dialect,
    /// Another delimiter that would do as well.
    pub rival: Option<u8>,
}

/// Tells the signs from the beginning of a text. `is_tsv` is what the file's name says.
pub fn sniff(sample: &str, is_tsv: bool, delimiter: Option<u8>, quote: Option<u8>) -> Sniffed {
    let quote = quote.unwrap_or_else(|| sniff_quote(sample));
    if let Some(delimiter) = delimiter.or_else(|| announced(sample)) {
        return Sniffed { dialect: Dialect { delimiter, quote }, rival: None };
    }
    let usual = if is_tsv { b'\t' } else { b',' };
    // Remarks are sentences, whatever signs they have in them.
    let rows: String = sample.split_inclusive('\n').filter(|line| !is_remark(line)).collect();
    let sample = if rows.trim().is_empty() { sample } else { rows.as_str() };
    let mut scores: Vec<(u64, u8)> = [b',', b';', b'\t', b'|']
        .into_iter()
        .map(|delimiter| (score(sample, Dialect { delimiter, quote }), delimiter))
        .collect();
    // The better score first; of equal ones the one that the name speaks for.
    scores.sort_by_key(|(score, delimiter)| (std::cmp::Reverse(*score), *delimiter != usual));
    let (best, delimiter) = scores[0];
    if best == 0 {
        return Sniffed { dialect: Dialect { delimiter: usual, quote }, rival: None };
    }
    let rival = Some(scores[1]).filter(|(score, _)| *score * 10 >= best * 9).map(|(_, delimiter)| delimiter);
    Sniffed { dialect: Dialect { delimiter, quote }, rival }
}

/// Whether a line is a remark.
pub fn is_remark(line: &str) -> bool {
    REMARKS.iter().any(|sign| line.starts_with(sign))
}

/// `sep=;` in the first line, by which spreadsheets are reported.
fn announced(sample: &str) -> Option<u8> {
    let rest = sample.get(..4).filter(|head| head.eq_ignore_ascii_case("sep="))?.len();
    match sample.as_bytes().get(rest..rest + 2) {
        Some([sign, b'\r' | b'\n']) => Some(*sign),
        _ => None,
    }
}

fn sniff_quote(sample: &str) -> u8 {
    let opened = |quote: char| {
        [',', ';', '\t', '|', '\n'].iter().map(|sign| sample.matches(&format!("{sign}{quote}")).count()).sum::<usize>()
    };
    let closed = |quote: char| {
        [',', ';', '\t', '|', '\n', '\r']
            .iter()
            .map(|sign| sample.matches(&format!("{quote}{sign}")).count())
            .sum::<usize>()
    };
    if !sample.contains('"') && opened('\'') >= 2 && closed('\'') >= 2 { b'\'' } else { b'"' }
}

/// The share of the filled rows that have the commonest number of cells, squared, weighed by that number; zero where it
/// is one.
fn score(sample: &str, dialect: Dialect) -> u64 {
    let mut chunk = Chunk { text: sample.to_owned(), ..Chunk::default() };
    // A sample may end within a row, which then has too few cells; it is one row in many.
    Scanner::new(dialect).scan(&mut chunk, true, usize::MAX);
    let mut counts = std::collections::HashMap::<usize, u64>::new();
    let (mut filled, mut whole, mut torn) = (0_u64, 0_u64, 0_u64);
    for row in 0..chunk.row_count() {
        if !chunk.is_blank(row) {
            filled += 1;
            *counts.entry(chunk.row(row).len()).or_default() += 1;
            let torn_here = chunk.row_texts(row).into_iter().filter(|text| is_torn(text)).count() as u64;
            (whole, torn) = (whole + chunk.row(row).len() as u64 - torn_here, torn + torn_here);
        }
    }
    let Some((cells, rows)) =
        counts.into_iter().filter(|(cells, _)| *cells > 1).max_by_key(|(cells, rows)| (*rows, *cells))
    else {
        return 0;
    };
    // Cells that list several values have a sign of their own between these, in a few rows.
    let share = rows * 1000 / filled.max(1);
    // A sign within brackets parts no cells: `state (A = sound, B = torn);remark`.
    share * share / 1000 * (10 + cells.min(30) as u64) * whole / (whole + torn).max(1)
}

/// Whether a bracket is opened in a cell and not closed, or closed and not opened.
fn is_torn(text: &str) -> bool {
    let mut open = 0_i64;
    let closed_first = text.bytes().any(|byte| {
        open += i64::from(byte == b'(') - i64::from(byte == b')');
        open < 0
    });
    closed_first || open > 0
}

#[cfg(test)]
mod tests {
    use super::*;

    fn delimiter(sample: &str) -> u8 {
        sniff(sample, false, None, None).dialect.delimiter
    }

    #[test]
    fn delimiters_are_told_by_even_rows() {
        assert_eq!(delimiter("a,b,c\n1,2,3\n"), b',');
        assert_eq!(delimiter("a;b\n\"1;2\";3,5\n4;5,6\n"), b';');
        assert_eq!(delimiter("a\tb\n1, 2\t3\n4\t5\n"), b'\t');
        assert_eq!(delimiter("a|b|c\n1|2|3\n"), b'|');
        assert_eq!(delimiter("sep=;\na,x;b\n"), b';');
        assert_eq!(delimiter("# Code, name, weight, and more\n# Sent by post, or not\na;b;c\n"), b';');
        assert_eq!(delimiter("No (P, 6 digits);State (A = sound, B = torn);Remark (50, free)\n"), b';');
        assert_eq!(delimiter("A (1; 2; 3),B (1; 2; 3),C (1; 2; 3)\n"), b',');
        assert_eq!(delimiter("one column\nonly\n"), b',');
        assert_eq!(sniff("", true, None, None).dialect.delimiter, b'\t');
    }

    #[test]
    fn rivals_are_named() {
        let sniffed = sniff("a,b;c\n1,2;3\n", false, None, None);
        assert_eq!((sniffed.dialect.delimiter, sniffed.rival), (b',', Some(b';')));
        assert_eq!(sniff("a,b\n'1','x, y'\n'2','z'\n", false, None, None).dialect.quote, b'\'');
    }
}
