//! Colours by their names: what a sentence calls orange, and what a heading has behind it.

use crate::source::{Template, TemplateSheet};

/// A colour that has a name.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Colour {
    Red,
    Orange,
    Yellow,
    Green,
    Blue,
    Purple,
    Grey,
    /// No colour, where others have one.
    White,
}

impl Colour {
    /// The colour of a text such as `FFFFC000` or `FFC000`; `None` where it is white, black, or a place in a theme.
    pub fn of(code: &str) -> Option<Colour> {
        let digits = code.trim_start_matches('#');
        let digits = if digits.len() == 8 { digits.get(2..)? } else { digits };
        let number = u32::from_str_radix(digits, 16).ok().filter(|_| digits.len() == 6)?;
        let part = |shift: u32| f64::from(number >> shift & 0xff);
        let (red, green, blue) = (part(16), part(8), part(0));
        let (most, least) = (red.max(green).max(blue), red.min(green).min(blue));
        if most - least < 18.0 {
            return (most > 70.0 && most < 245.0).then_some(Colour::Grey);
        }
        let range = most - least;
        let hue = if most == red {
            ((green - blue) / range).rem_euclid(6.0)
        } else if most == green {
            (blue - red) / range + 2.0
        } else {
            (red - green) / range + 4.0
        } * 60.0;
        Some(match hue {
            hue if hue < 16.0 => Colour::Red,
            // A pale orange is nearer to red than a strong one.
            hue if hue < if least > 150.0 { 40.0 } else { 50.0 } => Colour::Orange,
            hue if hue < 70.0 => Colour::Yellow,
            hue if hue < 165.0 => Colour::Green,
            hue if hue < 256.0 => Colour::Blue,
            hue if hue < 320.0 => Colour::Purple,
            _ => Colour::Red,
        })
    }
}

/// The codes of a colour that a heading, or the cells under it, have behind them or in their letters.
fn codes_of<'t>(
    template: &'t Template,
    sheet: &TemplateSheet,
    (row, column): (u64, usize),
    wanted: Colour,
) -> impl Iterator<Item = &'t str> {
    let places = [row, row + 1].map(|row| sheet.style(row, column));
    let styles = places.into_iter().flatten().filter_map(|style| template.styles.get(style));
    styles
        .flat_map(|style| [&style.fill, &style.ink])
        .flatten()
        .map(String::as_str)
        .filter(move |code| Colour::of(code) == Some(wanted))
}

/// Whether a heading, or the cells under it, have a colour behind them or in their letters.
pub(super) fn has_colour(template: &Template, sheet: &TemplateSheet, place: (u64, usize), wanted: Colour) -> bool {
    match wanted {
        Colour::White => !is_shaded(template, sheet, place),
        _ => codes_of(template, sheet, place, wanted).next().is_some(),
    }
}

/// How light the colour of a heading is, from 0 to 255; of none where it does not have it.
pub(super) fn lightness(
    template: &Template,
    sheet: &TemplateSheet,
    place: (u64, usize),
    wanted: Colour,
) -> Option<u32> {
    let code = codes_of(template, sheet, place, wanted).next()?;
    let digits = code.get(code.len().checked_sub(6)?..)?;
    let number = u32::from_str_radix(digits, 16).ok()?;
    let part = |shift: u32| number >> shift & 0xff;
    Some((part(16).max(part(8)).max(part(0)) + part(16).min(part(8)).min(part(0))) / 2)
}

/// Whether a heading, or the cell under it, has any colour behind it.
pub(super) fn is_shaded(template: &Template, sheet: &TemplateSheet, (row, column): (u64, usize)) -> bool {
    let places = [row, row + 1];
    let styles = places.iter().filter_map(|row| template.styles.get(sheet.style(*row, column)?));
    styles.filter_map(|style| style.fill.as_ref()).any(|code| Colour::of(code).is_some())
}

/// A look of letters.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Letters {
    Bold,
    Italic,
    Underlined,
}

/// Whether a heading has a look.
pub(super) fn has_letters(
    template: &Template,
    sheet: &TemplateSheet,
    (row, column): (u64, usize),
    wanted: Letters,
) -> bool {
    sheet.style(row, column).and_then(|style| template.styles.get(style)).is_some_and(|style| match wanted {
        Letters::Bold => style.bold,
        Letters::Italic => style.italic,
        Letters::Underlined => style.underlined,
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn colours_are_called_as_people_call_them() {
        for (code, due) in [
            ("FFFFC000", Some(Colour::Orange)),
            ("FCE4D6", Some(Colour::Orange)),
            ("FFFFFF00", Some(Colour::Yellow)),
            ("FFF2CC", Some(Colour::Yellow)),
            ("FF0000", Some(Colour::Red)),
            ("C6EFCE", Some(Colour::Green)),
            ("92D050", Some(Colour::Green)),
            ("DDEBF7", Some(Colour::Blue)),
            ("4472C4", Some(Colour::Blue)),
            ("7030A0", Some(Colour::Purple)),
            ("D9D9D9", Some(Colour::Grey)),
            ("FFFFFF", None),
            ("000000", None),
            ("theme 4", None),
        ] {
            assert_eq!(Colour::of(code), due, "{code}");
        }
    }
}
