//! An Office Open XML workbook (ISO/IEC 29500): which parts it has and what they are to each other.

use std::collections::HashMap;
use std::sync::Arc;

use roxmltree::{Document, Node};

use super::budget::{Budget, SheetBudget};
use super::entry::SheetEntry;
use super::error::BookError;
use super::metadata::{CellRange, read_range};
use super::package::{Package, Part, parse};
use super::sheet::XlsxRows;
use super::strings::SharedStrings;
use super::styles::{self, Style};
use crate::intake::cells::NumberFormats;
use crate::limits::RELATED;

/// What an archive holds of a workbook.
pub struct Xlsx {
    package: Package,
    budget: Arc<Budget>,
    sheets: Vec<XlsxSheet>,
    strings_part: String,
    strings: Option<Arc<SharedStrings>>,
    number_formats: Arc<NumberFormats>,
    days_of_1904: bool,
    /// The styles of cells.
    pub styles: Vec<Style>,
    /// Names and what they stand for.
    pub names: Vec<(String, String)>,
    /// Other workbooks that it takes values from.
    pub links: Vec<String>,
}

struct XlsxSheet {
    entry: SheetEntry,
    part: String,
}

/// A relationship between parts.
struct Relation {
    id: String,
    kind: String,
    target: String,
}

impl Xlsx {
    /// Reads what there is besides the sheets.
    ///
    /// # Errors
    ///
    /// Where the list of sheets is missing or broken.
    pub fn open(package: Package) -> Result<Xlsx, BookError> {
        let top = relations(&package, "")?;
        let book = top.iter().find(|relation| relation.kind == "officeDocument");
        let Some(book_part) = book.map(|relation| relation.target.clone()).filter(|part| package.has(part)) else {
            return Err(BookError::NoWorkbook);
        };
        let text = package.text(&book_part)?.unwrap_or_default();
        let document = parse(&text, "its list of sheets")?;
        if document.root_element().tag_name().name() != "workbook" {
            return Err(BookError::NoWorkbook);
        }
        let parts = relations(&package, &book_part)?;
        let of_kind =
            |kind: &str| parts.iter().find(|relation| relation.kind == kind).map(|found| found.target.clone());
        let sheets = sheets(&document, &parts);
        if sheets.is_empty() {
            return Err(BookError::Damaged("it has no sheet".to_owned()));
        }
        let named = document.descendants().filter(|node| node.tag_name().name() == "definedName");
        let names = named
            .filter_map(|node| Some((node.attribute("name")?.to_owned(), node.text().unwrap_or_default().to_owned())))
            .collect();
        let days_of_1904 = find(&document, "workbookPr")
            .and_then(|node| node.attribute("date1904"))
            .is_some_and(|value| matches!(value, "1" | "true"));
        let styles = match of_kind("styles").map(|part| package.text(&part)).transpose()?.flatten() {
            Some(text) => styles::read(&text)?,
            None => Vec::new(),
        };
        let links = links(&package, &parts)?;
        Ok(Xlsx {
            number_formats: Arc::new(NumberFormats::new(styles.iter().map(|style| style.format.as_str()))),
            strings_part: of_kind("sharedStrings").unwrap_or_default(),
            budget: Budget::new(package.packed()),
            package,
            sheets,
            strings: None,
            days_of_1904,
            styles,
            names,
            links,
        })
    }

    /// Whether there are macros in it.
    pub fn has_macros(&self) -> bool {
        self.package.names().any(|name| name.ends_with("vbaProject.bin"))
            || self.package.names().any(|name| name.starts_with("xl/macrosheets/"))
    }

    /// The sheets' names.
    pub fn sheet_entries(&self) -> Vec<SheetEntry> {
        self.sheets.iter().map(|sheet| sheet.entry.clone()).collect()
    }

    /// The rows of the sheet at a place.
    ///
    /// # Errors
    ///
    /// Where the sheet is missing or cannot be unpacked.
    pub fn rows(&mut self, at: usize) -> Result<XlsxRows<Part>, BookError> {
        let strings = match &self.strings {
            Some(strings) => Arc::clone(strings),
            None => {
                let read = Arc::new(SharedStrings::read(&self.package, &self.strings_part)?);
                self.strings = Some(Arc::clone(&read));
                read
            }
        };
        let part = self.sheets.get(at).map(|sheet| sheet.part.as_str()).unwrap_or_default();
        let Some(stream) = self.package.stream(part)? else {
            return Err(BookError::Damaged(format!("the part {part} is missing")));
        };
        let mut rows = XlsxRows::new(stream, strings, Arc::clone(&self.number_formats), self.days_of_1904);
        rows.set_budget(SheetBudget::new(&self.budget, at));
        rows.set_filtered(self.table_filter(part)?);
        Ok(rows)
    }

    /// The range of a filter that is set in a table: a table keeps its filter in a part of its own.
    fn table_filter(&self, sheet_part: &str) -> Result<Option<CellRange>, BookError> {
        let parts = relations(&self.package, sheet_part)?;
        for relation in parts.iter().filter(|relation| relation.kind == "table").take(RELATED) {
            let Some(text) = self.package.text(&relation.target)? else { continue };
            let document = parse(&text, "a table of it")?;
            let filter = find(&document, "autoFilter").filter(|node| node.children().any(|inner| inner.is_element()));
            if let Some(range) = filter.and_then(|node| node.attribute("ref")).and_then(read_range) {
                return Ok(Some(range));
            }
        }
        Ok(None)
    }

    /// Notes that hang on cells: place and text.
    ///
    /// # Errors
    ///
    /// Where a part with notes is broken.
    pub fn notes(&self, at: usize) -> Result<Vec<(String, String)>, BookError> {
        let Some(sheet) = self.sheets.get(at) else { return Ok(Vec::new()) };
        let parts = relations(&self.package, &sheet.part)?;
        let mut notes = Vec::new();
        let of_notes = |relation: &&Relation| matches!(relation.kind.as_str(), "comments" | "threadedComment");
        for relation in parts.iter().filter(of_notes).take(RELATED) {
            let Some(text) = self.package.text(&relation.target)? else { continue };
            let document = parse(&text, "its notes")?;
            let cells =
                document.descendants().filter(|node| matches!(node.tag_name().name(), "comment" | "threadedComment"));
            for node in cells {
                let texts = node.descendants().filter(|part| matches!(part.tag_name().name(), "t" | "text"));
                let said: String = texts.filter_map(|part| part.text()).collect();
                if let Some(place) = node.attribute("ref").filter(|_| !said.trim().is_empty()) {
                    notes.push((place.to_owned(), said.trim().to_owned()));
                }
            }
        }
        Ok(notes)
    }

    /// Properties of the document by name.
    pub fn properties(&self) -> Vec<(String, String)> {
        let mut found = Vec::new();
        for part in ["docProps/core.xml", "docProps/custom.xml", "docProps/app.xml"] {
            let Ok(Some(text)) = self.package.text(part) else { continue };
            let Ok(document) = parse(&text, part) else { continue };
            for node in document.root_element().children().filter(Node::is_element) {
                let name = node.attribute("name").unwrap_or_else(|| node.tag_name().name()).to_owned();
                let value: String =
                    node.descendants().filter_map(|inner| inner.is_text().then(|| inner.text())?).collect();
                found.push((name, value.trim().to_owned()));
            }
        }
        found
    }
}

fn find<'d>(document: &'d Document<'_>, name: &str) -> Option<Node<'d, 'd>> {
    document.descendants().find(|node| node.tag_name().name() == name)
}

fn sheets(document: &Document<'_>, parts: &[Relation]) -> Vec<XlsxSheet> {
    let nodes = document.descendants().filter(|node| node.tag_name().name() == "sheet");
    let by_id: HashMap<&str, &Relation> = parts.iter().rev().map(|relation| (relation.id.as_str(), relation)).collect();
    nodes
        .filter_map(|node| {
            let id = node.attributes().find(|attribute| attribute.name() == "id" && attribute.namespace().is_some())?;
            let relation = by_id.get(id.value())?;
            // Sheets of charts and macros have no rows.
            let hidden = node.attribute("state").is_some_and(|state| state != "visible");
            (relation.kind == "worksheet").then(|| XlsxSheet {
                entry: SheetEntry { name: node.attribute("name").unwrap_or_default().to_owned(), hidden },
                part: relation.target.clone(),
            })
        })
        .collect()
}

fn links(package: &Package, parts: &[Relation]) -> Result<Vec<String>, BookError> {
    let mut links = Vec::new();
    for relation in parts.iter().filter(|relation| relation.kind == "externalLink").take(RELATED) {
        let targets = relations(package, &relation.target)?;
        let name =
            targets.first().map(|target| target.target.rsplit(['/', '\\']).next().unwrap_or_default().to_owned());
        links.push(name.unwrap_or_else(|| "another workbook".to_owned()));
    }
    Ok(links)
}

/// What a part points to, with targets counted from the archive's top. The archive itself is the part "".
fn relations(package: &Package, part: &str) -> Result<Vec<Relation>, BookError> {
    let (folder, name) = part.rsplit_once('/').unwrap_or(("", part));
    let list = if folder.is_empty() { format!("_rels/{name}.rels") } else { format!("{folder}/_rels/{name}.rels") };
    let Some(text) = package.text(&list)? else { return Ok(Vec::new()) };
    let document = parse(&text, "the list of its parts")?;
    let nodes = document.descendants().filter(|node| node.tag_name().name() == "Relationship");
    let relation = |node: Node<'_, '_>| {
        let target = node.attribute("Target")?;
        let external = node.attribute("TargetMode") == Some("External");
        Some(Relation {
            id: node.attribute("Id")?.to_owned(),
            kind: node.attribute("Type")?.rsplit('/').next()?.to_owned(),
            target: if external { target.to_owned() } else { resolved(folder, target) },
        })
    };
    Ok(nodes.filter_map(relation).collect())
}

fn resolved(folder: &str, target: &str) -> String {
    if let Some(absolute) = target.strip_prefix('/') {
        return absolute.to_owned();
    }
    let mut path: Vec<&str> = folder.split('/').filter(|part| !part.is_empty()).collect();
    for part in target.split('/') {
        match part {
            ".." => drop(path.pop()),
            "." | "" => {}
            part => path.push(part),
        }
    }
    path.join("/")
}

#[cfg(test)]
#[path = "tests/xlsx.rs"]
mod tests;
