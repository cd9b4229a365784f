//! The styles of cells: number formats, and what sets one heading apart from another.

use std::collections::HashMap;

use roxmltree::{Document, Node};

use super::error::BookError;
use super::package::parse;

/// How cells of one style look.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Style {
    /// The number format's code.
    pub format: String,
    /// The font's name and size.
    pub font: Option<String>,
    /// Whether letters are bold.
    pub bold: bool,
    /// Whether they are in italics.
    pub italic: bool,
    /// Whether they are underlined.
    pub underlined: bool,
    /// The colour behind the text, as the workbook writes it; `None` for none.
    pub fill: Option<String>,
    /// The colour of the letters, where it is not the usual one.
    pub ink: Option<String>,
    /// Whether the cell may be typed in on a protected sheet.
    pub unlocked: bool,
}

/// Reads the part with the styles.
pub fn read(text: &str) -> Result<Vec<Style>, BookError> {
    let document = parse(text, "its list of styles")?;
    let codes: HashMap<u32, String> = named(&document, "numFmt")
        .filter_map(|node| {
            let id = node.attribute("numFmtId")?.parse().ok()?;
            Some((id, node.attribute("formatCode")?.to_owned()))
        })
        .collect();
    let within = |list: &str, name: &'static str| -> Vec<Node<'_, '_>> {
        let list = document.descendants().find(|node| node.tag_name().name() == list);
        list.into_iter().flat_map(|list| list.children()).filter(|node| node.tag_name().name() == name).collect()
    };
    let fonts = within("fonts", "font");
    let fills = within("fills", "fill");
    let number = |node: &Node<'_, '_>, key: &str| node.attribute(key).and_then(|text| text.parse::<usize>().ok());
    let styles = within("cellXfs", "xf").into_iter().map(|node| {
        let id = number(&node, "numFmtId").unwrap_or(0) as u32;
        let own = codes.get(&id).cloned();
        let font = number(&node, "fontId").and_then(|at| fonts.get(at));
        let fill = number(&node, "fillId").and_then(|at| fills.get(at));
        let locked = node.descendants().find(|inner| inner.tag_name().name() == "protection");
        Style {
            format: own
                .or_else(|| ssfmt::format_code_from_id(id).map(str::to_owned))
                .unwrap_or_else(|| "General".to_owned()),
            font: font.and_then(font_name),
            bold: font.is_some_and(|font| is_set(font, "b")),
            italic: font.is_some_and(|font| is_set(font, "i")),
            underlined: font.is_some_and(|font| is_set(font, "u")),
            fill: fill.and_then(|fill| colour(fill, "fgColor")).filter(|_| fill.is_some_and(is_solid)),
            ink: font.and_then(|font| colour(font, "color")).filter(|ink| ink != "theme 1" && ink != "000000"),
            unlocked: locked.and_then(|inner| inner.attribute("locked")).is_some_and(|value| value == "0"),
        }
    });
    Ok(styles.collect())
}

fn named<'d>(document: &'d Document<'_>, name: &'static str) -> impl Iterator<Item = Node<'d, 'd>> {
    document.descendants().filter(move |node| node.tag_name().name() == name)
}

/// Whether letters have a look, such as `b` for bold.
fn is_set(font: &Node<'_, '_>, look: &str) -> bool {
    let set = font.children().find(|node| node.tag_name().name() == look);
    set.is_some_and(|node| !matches!(node.attribute("val"), Some("0" | "false" | "none")))
}

/// The name and size of a font, as `Calibri 11`.
fn font_name(font: &Node<'_, '_>) -> Option<String> {
    let value = |name: &str| font.children().find(|node| node.tag_name().name() == name)?.attribute("val");
    let size = value("sz").map(|size| format!(" {}", size.trim_end_matches(".0"))).unwrap_or_default();
    Some(format!("{}{size}", value("name")?))
}

fn is_solid(fill: &Node<'_, '_>) -> bool {
    let pattern = fill.descendants().find(|node| node.tag_name().name() == "patternFill");
    pattern.and_then(|node| node.attribute("patternType")).is_some_and(|kind| kind != "none")
}

/// A colour in one way of writing: six hexadecimal digits, or the place in a theme or palette.
fn colour(node: &Node<'_, '_>, name: &str) -> Option<String> {
    let colour = node.descendants().find(|inner| inner.tag_name().name() == name)?;
    if let Some(rgb) = colour.attribute("rgb") {
        let digits = if rgb.len() == 8 { &rgb[2..] } else { rgb };
        return (!digits.eq_ignore_ascii_case("ffffff")).then(|| digits.to_ascii_uppercase());
    }
    let tint = colour.attribute("tint").map(|tint| format!(" {tint}")).unwrap_or_default();
    let theme = colour.attribute("theme").map(|theme| format!("theme {theme}{tint}"));
    theme.or_else(|| {
        colour.attribute("indexed").filter(|at| *at != "64" && *at != "9").map(|at| format!("indexed {at}"))
    })
}
