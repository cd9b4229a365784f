//! Where a file does not fit its rulebook as it was read: whether another delimiter or encoding explains all of it.

use crate::cell::shown::quoted_argument;
use crate::intake::dialect::delimiter_name;
use crate::intake::pieces::read_top;
use crate::intake::{ReadOptions, Source};
use crate::rulebook::Rulebook;
use crate::rulebook::choose::{Fit, SheetHeadings};

/// Rows in which headings are looked for.
const SEARCHED: usize = 30;

/// Signs that some program sets between cells.
const DELIMITERS: [u8; 10] = [b',', b';', b'\t', b'|', b':', b'^', b'~', b'#', b'!', b'*'];

/// How well the headings of the sheet that fits best are found.
fn fit(headings: &[SheetHeadings], source: &Source, options: ReadOptions) -> Option<(Fit, u8, &'static str)> {
    let mut rows = source.text(options).ok()?;
    let top = read_top(&mut rows, SEARCHED).ok()??;
    let texts = (0..top.row_count().min(SEARCHED)).map(|row| top.row_texts(row));
    let best = texts.flat_map(|row| headings.iter().map(|each| each.fit(&row)).collect::<Vec<_>>()).max()?;
    Some((best, rows.dialect().delimiter, rows.decoder().encoding().0.name()))
}

/// Whether a file is read as its rulebook asks, though it looks otherwise: lines above the headings may be full of another sign. At most
/// half of the headings are found as it looks, and nearly all are with the delimiter that is asked for.
pub(crate) fn is_meant(rulebook: &Rulebook, source: &Source, options: ReadOptions, asked: u8) -> bool {
    let headings = SheetHeadings::of_rulebook(rulebook);
    let shared = |options| fit(&headings, source, options).map_or((0, 0), |(fit, ..)| (fit.shared, fit.of));
    let (now, all) = shared(options);
    if options.delimiter.is_some() || now * 2 > all {
        return false;
    }
    let (found, of) = shared(ReadOptions { delimiter: Some(asked), ..options });
    found > now && found >= 2 && found * 5 >= of * 4
}

/// A reading in which nearly all headings are found, in words that complete a sentence; `None` where there is none, or where
/// most of them were found as it was.
pub(crate) fn explains(rulebook: &Rulebook, source: &Source, options: ReadOptions) -> Option<String> {
    let headings = SheetHeadings::of_rulebook(rulebook);
    let now = fit(&headings, source, options);
    if now.is_some_and(|(fit, ..)| fit.shared * 2 > fit.of) {
        return None;
    }
    let mut tried = Vec::new();
    for encoding in [options.encoding, None] {
        let other = |delimiter| ReadOptions { encoding, delimiter, ..options };
        tried.extend(DELIMITERS.map(|delimiter| other(Some(delimiter))));
        tried.push(other(options.delimiter));
        if options.encoding.is_none() {
            break;
        }
    }
    let found = tried.into_iter().filter_map(|tried| Some((fit(&headings, source, tried)?, tried)));
    let ((best, delimiter, encoding), tried) = found.max_by_key(|((fit, ..), tried)| {
        (fit.shared, fit.share, tried.encoding == options.encoding, tried.delimiter == options.delimiter)
    })?;
    if best.shared < 2 || best.shared * 5 < best.of * 4 {
        return None;
    }
    let mut how = Vec::new();
    if tried.encoding != options.encoding {
        how.push(format!("in {encoding} (--encoding {encoding})"));
    }
    if tried.delimiter != options.delimiter {
        let sign =
            if delimiter == b'\t' { "tab".to_owned() } else { quoted_argument(&char::from(delimiter).to_string()) };
        how.push(format!("with a {} between cells (--delimiter {sign})", delimiter_name(delimiter)));
    }
    let count =
        if best.shared == best.of { format!("all {}", best.of) } else { format!("{} of {}", best.shared, best.of) };
    (!how.is_empty()).then(|| format!("read {}, {count} headings would be there", how.join(" and ")))
}
