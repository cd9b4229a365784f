//! What was changed in the sheets, put into the document: row by row, and in a row cell by cell.

use std::collections::HashMap;

use indexmap::IndexMap;
use toml_edit::{DocumentMut, Table};

use super::lists::Lists;
use super::{Actual, Grid, Row, columns, more, rules, settings, tables};

/// A cell that was not understood: the sheet, the row as the workbook counts, the place of its column, and why.
pub(super) type Refused = (&'static str, u64, usize, String);

/// What came of it.
#[derive(Default)]
pub(super) struct Applied {
    pub refused: Vec<Refused>,
    /// Where in the document each row of the workbook came to be: the sheet, its row, and its path.
    pub paths: Vec<(&'static str, u64, String)>,
}

/// Puts in what differs from what the document says. `grids` are its own, `actual` those of the workbook.
pub(super) fn apply(document: &mut DocumentMut, grids: &[Grid], actual: &[Actual]) -> Applied {
    let mut applied = Applied::default();
    let of = |name: &str| {
        let grid = grids.iter().find(|grid| grid.name == name);
        grid.zip(actual.iter().find(|actual| actual.name == name))
    };
    if let Some((grid, actual)) = of("File") {
        of_settings(document, grid, actual, &mut applied);
    }
    if let Some((grid, actual)) = of("More") {
        of_more(document, grid, actual, &mut applied);
    }
    let (before, lists) = match of("Lists") {
        Some((grid, actual)) => (Lists::read(&grid.rows), Lists::read(&actual.plain())),
        None => (Lists::of(document), Lists::of(document)),
    };
    if let Some((grid, actual)) = of("Columns") {
        let group = |sheets: &[Table], cells: &[String]| group_of_column(sheets, cells);
        let mut one = |table: &mut Table, old: &[String], new: &[String], refused: &mut Vec<(usize, String)>| {
            columns::apply(table, (old, new), (&before, &lists), refused)
        };
        of_tables(document, (grid, actual), &group, &mut one, &mut applied);
    }
    if let Some((grid, actual)) = of("Rules") {
        let group = |sheets: &[Table], cells: &[String]| {
            let number = sheet_number(sheets, cells.get(rules::SHEET)).map_err(|why| (rules::SHEET, why))?;
            Ok(format!("sheet.{number}.rule"))
        };
        let mut one = |table: &mut Table, old: &[String], new: &[String], refused: &mut Vec<(usize, String)>| {
            rules::apply(table, (old, new), refused)
        };
        of_tables(document, (grid, actual), &group, &mut one, &mut applied);
    }
    applied
}

fn of_settings(document: &mut DocumentMut, grid: &Grid, actual: &Actual, applied: &mut Applied) {
    let known: HashMap<(&str, &str), &Row> =
        grid.rows.iter().map(|row| ((row.cells[0].as_str(), row.cells[settings::SETTING].as_str()), row)).collect();
    for (line, cells) in &actual.rows {
        let text = |at: usize| cells.get(at).map(String::as_str).unwrap_or_default();
        let Some(row) = known.get(&(text(0), text(settings::SETTING))) else {
            if !text(settings::VALUE).is_empty() {
                let why = format!("there is no setting {} of {}", text(settings::SETTING), text(0));
                applied.refused.push((grid.name, *line, settings::SETTING, why));
            }
            continue;
        };
        if row.cells[settings::VALUE] != text(settings::VALUE)
            && let Err(why) = settings::apply(document, &row.path, text(settings::VALUE))
        {
            applied.refused.push((grid.name, *line, settings::VALUE, why));
        }
        applied.paths.push((grid.name, *line, row.path.clone()));
    }
}

fn of_more(document: &mut DocumentMut, grid: &Grid, actual: &Actual, applied: &mut Applied) {
    let mut gone: Vec<&Row> = grid.rows.iter().collect();
    for (line, cells) in &actual.rows {
        let number = cells.first().map(String::as_str).unwrap_or_default();
        let text = cells.get(more::VALUE).map(String::as_str).unwrap_or_default();
        let known = gone.iter().position(|row| row.cells[0] == number);
        let taken = match known.map(|at| gone.remove(at)) {
            Some(row) => {
                applied.paths.push((grid.name, *line, row.path.clone()));
                let same = row.cells[more::VALUE] == text;
                if same { Ok(()) } else { more::apply(document, &row.path, Some(text)) }
            }
            None => more::add(document, cells),
        };
        if let Err(why) = taken {
            applied.refused.push((grid.name, *line, more::VALUE, why));
        }
    }
    // The last first, so that the places of the others stay.
    for row in gone.into_iter().rev() {
        let _ = more::apply(document, &row.path, None);
    }
}

/// The path of the tables that a row belongs to, or what is wrong in which cell.
type GroupOf<'f> = &'f dyn Fn(&[Table], &[String]) -> Result<String, (usize, String)>;
/// Changes a table from what its row said to what it says; whether it changed.
type One<'f> = &'f mut dyn FnMut(&mut Table, &[String], &[String], &mut Vec<(usize, String)>) -> bool;

/// The number of a table among those that were there, whether it changed, and the table.
type Kept = (Option<usize>, bool, Table);
/// The same with the row of the workbook.
type Placed = (Kept, u64);

fn of_tables(
    document: &mut DocumentMut,
    (grid, actual): (&Grid, &Actual),
    group_of: GroupOf<'_>,
    one: One<'_>,
    applied: &mut Applied,
) {
    let sheets = tables::sheets(document);
    let split = |path: &str| path.rsplit_once('.').map(|(group, at)| (group.to_owned(), at.parse::<usize>().ok()));
    let mut groups: IndexMap<String, Vec<Placed>> =
        grid.rows.iter().filter_map(|row| Some((split(&row.path)?.0, Vec::new()))).collect();
    let mut left: HashMap<&str, &Row> = grid.rows.iter().map(|row| (row.cells[0].as_str(), row)).collect();
    let none: Vec<String> = Vec::new();
    let before: HashMap<String, Vec<Table>> =
        groups.keys().map(|group| (group.clone(), tables_of(document, &sheets, group))).collect();
    for (line, cells) in &actual.rows {
        // A number that comes twice is of a row that was copied.
        let known = cells.first().and_then(|number| left.remove(number.as_str()));
        let group = match group_of(&sheets, cells) {
            Ok(group) => group,
            Err((at, why)) => {
                applied.refused.push((grid.name, *line, at, why));
                continue;
            }
        };
        let old = known.and_then(|row| split(&row.path)).and_then(|(group, at)| Some((group, at?)));
        let mut table = old.as_ref().and_then(|(group, at)| before.get(group)?.get(*at)).cloned().unwrap_or_default();
        let mut refused = Vec::new();
        let old_cells = known.map_or(&none, |row| &row.cells);
        let changed = one(&mut table, old_cells, cells, &mut refused);
        applied.refused.extend(refused.into_iter().map(|(at, why)| (grid.name, *line, at, why)));
        let kept = groups.entry(group.clone()).or_default();
        let place = old.filter(|(before, _)| *before == group).map(|(_, at)| at);
        kept.push(((place, changed, table), *line));
    }
    for (group, mut placed) in groups {
        // Somebody may have sorted the sheet to look for something: what was there keeps its order, what is new comes behind it.
        placed.sort_by_key(|((place, ..), _)| place.unwrap_or(usize::MAX));
        for (at, (_, line)) in placed.iter().enumerate() {
            applied.paths.push((grid.name, *line, format!("{group}.{at}")));
        }
        let kept: Vec<Kept> = placed.into_iter().map(|(kept, _)| kept).collect();
        match group.split('.').collect::<Vec<_>>().as_slice() {
            ["sheet", number, key] => {
                let number = number.parse().unwrap_or_default();
                let mut kept = Some(kept);
                let _ = tables::change(document.as_table_mut(), "sheet", number, &mut |sheet| {
                    tables::put(sheet, key, kept.take().unwrap_or_default());
                    Ok(())
                });
            }
            [key] => tables::put(document.as_table_mut(), key, kept),
            _ => {}
        }
    }
}

fn tables_of(document: &DocumentMut, sheets: &[Table], group: &str) -> Vec<Table> {
    match group.split('.').collect::<Vec<_>>().as_slice() {
        ["sheet", number, key] => {
            let sheet = number.parse::<usize>().ok().and_then(|number| sheets.get(number));
            tables::of(sheet.and_then(|sheet| sheet.get(key)))
        }
        [key] => tables::of(document.get(key)),
        _ => Vec::new(),
    }
}

fn group_of_column(sheets: &[Table], cells: &[String]) -> Result<String, (usize, String)> {
    let kind = cells.get(columns::KIND).map(|kind| kind.to_lowercase()).unwrap_or_default();
    let key = match kind.as_str() {
        "answer" => return Ok("answer".to_owned()),
        "" | "column" => "column",
        "labelled cell" | "label" | "cell" => "cell",
        _ => return Err((columns::KIND, "say column, labelled cell, or answer".to_owned())),
    };
    let number = sheet_number(sheets, cells.get(columns::SHEET)).map_err(|why| (columns::SHEET, why))?;
    Ok(format!("sheet.{number}.{key}"))
}

/// Which sheet is named; where there is only one, it need not be.
fn sheet_number(sheets: &[Table], name: Option<&String>) -> Result<usize, String> {
    let name = name.map(|name| name.trim()).unwrap_or_default();
    if name.is_empty() && sheets.len() == 1 {
        return Ok(0);
    }
    let names: Vec<String> = sheets.iter().enumerate().map(|(at, sheet)| tables::sheet_name(sheet, at)).collect();
    let known = names.iter().position(|known| known.eq_ignore_ascii_case(name));
    known.ok_or_else(|| match name {
        "" => format!("name the sheet: {}", crate::rulebook::listed(&names, "or")),
        _ => {
            let near = crate::cell::fold::nearest(name, names.iter().map(String::as_str));
            let near = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
            format!("the rulebook has no sheet {name}{near}")
        }
    })
}
