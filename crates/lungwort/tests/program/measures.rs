//! How much of what templates say is learned from them: the templates in `templates/`, each with a clean file, a bad one, and the
//! mistakes planted in it.
//!
//! A template is a text: `kind:`, then `== sheet NAME` with its rows (`|` between cells), `== fill COLOUR SHEET CELLS`,
//! `== bold SHEET CELLS` (or italic, underline), `== note SHEET CELL TEXT`,
//! `== clean SHEET ROW` and `== bad SHEET ROW` with rows from that row on, `== accepted SHEET ROW`, and `== planted` with a cell
//! (or `*` for any place) and a code in each line. Delimited ones have one sheet without a name and rows as they stand.

use crate::support::Folder;
use lungwort_core::rulebook::questions::{Said, answered, questions};
use rust_xlsxwriter::{Color, DataValidation, Format, FormatUnderline, Note, Workbook};

#[derive(Default)]
struct Made {
    name: String,
    is_text: bool,
    sheets: Vec<(String, Vec<Vec<String>>)>,
    fills: Vec<(u32, String, Vec<String>)>,
    /// Looks of letters: which, the sheet, the cells.
    looks: Vec<(String, String, Vec<String>)>,
    /// Notes: the sheet, the cell, the text.
    notes: Vec<(String, String, String)>,
    /// Drop-downs: the sheet, the cells of a column such as `I3:I500`, the values.
    drop_downs: Vec<(String, String, String)>,
    /// What is filled in: clean, bad or accepted; the sheet, the row from one, the rows.
    filled: Vec<(String, String, usize, Vec<Vec<String>>)>,
    planted: Vec<(String, String)>,
}

fn cells(line: &str, is_text: bool) -> Vec<String> {
    // A line of a cell that goes on is marked by a tilde.
    if is_text { vec![line.to_owned()] } else { line.split('|').map(|cell| cell.replace('~', "\n")).collect() }
}

fn read(name: &str, text: &str) -> Made {
    let mut made = Made { name: name.to_owned(), ..Made::default() };
    let mut section = String::new();
    for line in text.lines() {
        if let Some(kind) = line.strip_prefix("kind: ") {
            made.is_text = kind == "csv";
        } else if let Some(head) = line.strip_prefix("== ") {
            head.split(' ').next().unwrap().clone_into(&mut section);
            let rest = head[section.len()..].trim();
            match section.as_str() {
                "sheet" => made.sheets.push((rest.to_owned(), Vec::new())),
                "fill" => {
                    let mut words = rest.split(' ').map(str::to_owned);
                    let colour = u32::from_str_radix(&words.next().unwrap(), 16).unwrap();
                    made.fills.push((colour, words.next().unwrap(), words.collect()));
                }
                "bold" | "italic" | "underline" => {
                    let mut words = rest.split(' ').map(str::to_owned);
                    made.looks.push((section.clone(), words.next().unwrap(), words.collect()));
                }
                "note" | "drop" => {
                    let mut words = rest.splitn(3, ' ').map(str::to_owned);
                    let said = (words.next().unwrap(), words.next().unwrap(), words.next().unwrap());
                    if section == "note" { made.notes.push(said) } else { made.drop_downs.push(said) }
                }
                "planted" => {}
                what => {
                    let (sheet, row) = rest.rsplit_once(' ').unwrap_or(("", rest));
                    made.filled.push((what.to_owned(), sheet.to_owned(), row.parse().unwrap(), Vec::new()));
                }
            }
        } else {
            let row = cells(line, made.is_text);
            match section.as_str() {
                "sheet" => made.sheets.last_mut().unwrap().1.push(row),
                "planted" => {
                    let (cell, code) = line.split_once(' ').unwrap();
                    made.planted.push((cell.to_owned(), code.to_owned()));
                }
                _ => made.filled.last_mut().unwrap().3.push(row),
            }
        }
    }
    made
}

impl Made {
    /// The template with the rows of that name, or without any.
    fn file(&self, with: &str) -> Vec<u8> {
        let rows_of = |sheet: &str, rows: &[Vec<String>]| {
            let mut rows = rows.to_vec();
            for (_, _, from, filled) in self.filled.iter().filter(|(what, on, ..)| what == with && on == sheet) {
                rows.resize(from - 1, Vec::new());
                rows.extend(filled.iter().cloned());
            }
            rows
        };
        if self.is_text {
            let (name, rows) = &self.sheets[0];
            let lines: Vec<String> = rows_of(name, rows).into_iter().map(|row| row.concat()).collect();
            return format!("{}\n", lines.join("\n")).into_bytes();
        }
        let mut book = Workbook::new();
        for (name, rows) in &self.sheets {
            let sheet = book.add_worksheet().set_name(name).unwrap();
            for (_, cells, values) in self.drop_downs.iter().filter(|(on, ..)| on == name) {
                let (from, to) = cells.split_once(':').unwrap();
                let row = |cell: &str| cell[1..].parse::<u32>().unwrap() - 1;
                let values: Vec<&str> = values.trim_matches('"').split(',').collect();
                let column = u16::from(cells.as_bytes()[0] - b'A');
                let list = DataValidation::new().allow_list_strings(&values).unwrap();
                sheet.add_data_validation(row(from), column, row(to), column, &list).unwrap();
            }
            for (row, cells) in (0..).zip(rows_of(name, rows)) {
                for (column, text) in (0..).zip(cells).filter(|(_, text)| !text.is_empty()) {
                    let cell = format!("{}{}", char::from(b'A' + column as u8), row + 1);
                    let fill = self.fills.iter().find(|(_, on, cells)| on == name && cells.contains(&cell));
                    let mut format = match fill {
                        Some((colour, ..)) => Format::new().set_background_color(Color::RGB(*colour)),
                        None => Format::new(),
                    };
                    for (look, ..) in self.looks.iter().filter(|(_, on, cells)| on == name && cells.contains(&cell)) {
                        format = match look.as_str() {
                            "bold" => format.set_bold(),
                            "italic" => format.set_italic(),
                            _ => format.set_underline(FormatUnderline::Single),
                        };
                    }
                    sheet.write_string_with_format(row, column, text, &format).unwrap();
                    for (_, _, text) in self.notes.iter().filter(|(on, at, _)| on == name && *at == cell) {
                        sheet.insert_note(row, column, &Note::new(text).add_author_prefix(false)).unwrap();
                    }
                }
            }
        }
        book.save_to_buffer().unwrap()
    }

    fn has(&self, what: &str) -> bool {
        self.filled.iter().any(|(known, ..)| known == what)
    }
}

/// What came of learning and checking one template.
struct Measured {
    found: usize,
    planted: usize,
    missed: Vec<String>,
    missed_after_yes: Vec<String>,
    clean: Vec<String>,
}

/// Of so many templates one is turned into a workbook and back.
const THERE_AND_BACK: usize = 8;

fn measure((at, made): (usize, &Made)) -> Measured {
    let folder = Folder::new();
    let ending = if made.is_text { "csv" } else { "xlsx" };
    let file = |what: &str| format!("{what}.{ending}");
    for what in ["template", "clean", "bad", "accepted"] {
        folder.write(&file(what), made.file(what));
    }
    let mut measured = Measured {
        found: 0,
        planted: made.planted.len(),
        missed: Vec::new(),
        missed_after_yes: Vec::new(),
        clean: Vec::new(),
    };
    for with in [false, true] {
        let (template, accepted) = (file("template"), file("accepted"));
        let mut arguments = vec!["learn", &template, "-o", "t.rulebook.toml", "--force"];
        if with {
            if !made.has("accepted") {
                continue;
            }
            arguments.extend(["--sample", &accepted]);
        }
        let learned = folder.run(&arguments);
        assert_eq!(learned.status, 0, "{}: {}", made.name, learned.stderr);
        if at.is_multiple_of(THERE_AND_BACK) {
            there_and_back(&folder, &made.name);
        }
        let check = |what: &str| {
            folder.run(&["check", &file(what), "-r", "t.rulebook.toml", "--format", "json", "--today", "2026-11-26"])
        };
        let clean = check("clean");
        if clean.status != 0 {
            measured.clean.extend(
                clean.findings().iter().map(|(code, row, message)| format!("{}: {code} {row} {message}", made.name)),
            );
        }
        if with {
            continue;
        }
        measured.missed = missed(made, &check("bad").json());
        measured.found = made.planted.len() - measured.missed.len();
        answer_yes(&folder);
        measured.missed_after_yes = missed(made, &check("bad").json());
        let refused = check("clean").findings();
        measured.clean.extend(
            refused.iter().map(|(code, row, message)| format!("{}, all yes: {code} {row} {message}", made.name)),
        );
    }
    measured
}

/// Planted mistakes that a report does not have.
fn missed(made: &Made, report: &serde_json::Value) -> Vec<String> {
    let findings = report["findings"].as_array().unwrap();
    let is_missed = |(cell, code): &&(String, String)| {
        !findings.iter().any(|finding| {
            let column = finding["column"].as_str().unwrap_or_default();
            let place = format!("{column}{}", finding["row"].as_u64().unwrap_or(0));
            finding["code"] == code.as_str() && (cell == "*" || place == *cell)
        })
    };
    made.planted.iter().filter(is_missed).map(|(cell, code)| format!("{}: {cell} {code}", made.name)).collect()
}

/// Answers every open question of the rulebook with yes, as far as that goes with the rest.
fn answer_yes(folder: &Folder) {
    let path = folder.path().join("t.rulebook.toml");
    let mut text = std::fs::read_to_string(&path).unwrap();
    // An answer leaves the lines where they are, so that they are looked for once.
    for open in questions(&text) {
        if let Ok(new) = answered(&text, &open, Said::Yes, "the test") {
            text = new;
        }
    }
    std::fs::write(path, text).unwrap();
}

/// A learned rulebook as a workbook and back is the same.
fn there_and_back(folder: &Folder, name: &str) {
    for (from, to) in [("t.rulebook.toml", "t.rulebook.xlsx"), ("t.rulebook.xlsx", "back.toml")] {
        let ran = folder.run(&["rulebook", from, "-o", to, "--force"]);
        assert_eq!(ran.status, 0, "{name}: {}{}", ran.stdout, ran.stderr);
    }
    let text = |file: &str| std::fs::read_to_string(folder.path().join(file)).unwrap();
    assert_eq!(text("t.rulebook.toml"), text("back.toml"), "{name}");
}

#[test]
fn most_of_what_templates_warn_of_is_found_and_no_clean_file_is_refused() {
    let own = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/templates");
    // Another folder of such templates, to see how those are read that nobody has seen.
    let folder = std::env::var_os("TEMPLATES").map_or(own, Into::into);
    let mut files: Vec<_> = std::fs::read_dir(folder).unwrap().map(|file| file.unwrap().path()).collect();
    files.sort();
    let (mut found, mut planted, mut missed, mut refused) = (0, 0, Vec::new(), Vec::new());
    let mut after_yes = Vec::new();
    let one = |(at, file): (usize, &std::path::PathBuf)| {
        let name = file.file_stem().unwrap().to_string_lossy().into_owned();
        let measured = measure((at, &read(&name, &std::fs::read_to_string(file).unwrap())));
        (name, measured)
    };
    let parts = std::thread::available_parallelism().map_or(1, std::num::NonZero::get);
    let all: Vec<(String, Measured)> = std::thread::scope(|scope| {
        let parts = files.chunks(files.len().div_ceil(parts));
        let running: Vec<_> =
            parts.map(|part| scope.spawn(move || part.iter().enumerate().map(one).collect::<Vec<_>>())).collect();
        running.into_iter().flat_map(|part| part.join().unwrap()).collect()
    });
    for (name, measured) in all {
        println!("{name:<12} {} of {} planted mistakes found", measured.found, measured.planted);
        found += measured.found;
        planted += measured.planted;
        missed.extend(measured.missed);
        after_yes.extend(measured.missed_after_yes);
        refused.extend(measured.clean);
    }
    println!("{found} of {planted} planted mistakes found as learned; missed: {missed:#?}");
    assert!(refused.is_empty(), "clean files that are refused: {refused:#?}");
    assert!(found * 100 >= planted * 95, "{found} of {planted}; missed: {missed:#?}");
    println!("after every yes {} are missed: {after_yes:#?}", after_yes.len());
    assert!(after_yes.len() * 100 <= planted * 3, "after every yes: {after_yes:#?}");
}
