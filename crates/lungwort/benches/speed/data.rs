//! The files that are measured: the same bytes each time.

use std::fmt::Write as _;
use std::fs::File;
use std::io::{BufWriter, Write};
use std::path::Path;

/// What is measured: a name, the file, and its rulebook.
pub const CASES: &[(&str, &str, &str)] = &[
    ("1,000,000 rows, 0.1 % wrong", "million.csv", "lots.rulebook.toml"),
    ("1,000,000 rows, keys shuffled", "shuffled.csv", "lots.rulebook.toml"),
    ("1,000,000 rows, nothing unique", "million.csv", "lots-not-unique.rulebook.toml"),
    ("1,000,000 rows against 1,000,000 held", "million.csv", "lots-held.rulebook.toml"),
    ("the same, keys shuffled", "shuffled.csv", "lots-held.rulebook.toml"),
    ("200,000 rows, every cell wrong", "wrong.csv", "lots.rulebook.toml"),
    ("300 rows", "small.csv", "lots.rulebook.toml"),
    ("workbook of 100,000 rows, shared texts", "lots-shared.xlsx", "lots.rulebook.toml"),
    ("workbook of 100,000 rows, inline texts", "lots-inline.xlsx", "lots.rulebook.toml"),
    ("workbook formatted to its last row", "formatted.xlsx", "lots.rulebook.toml"),
];

/// The headings of the 21 columns.
pub const HEADINGS: [&str; 21] = [
    "Lot number", "Genus", "Species", "Provenance", "Country", "Region", "District", "Site", "Latitude", "Longitude",
    "Collected on", "Received on", "Seeds", "Weight", "Viability", "Email", "Phone", "Shelf", "Organic", "Collector",
    "Remarks",
];

const RULEBOOK: &str = r#"[rulebook]
title = "Storage lots"
[reference.taxa]
file = "lot-taxa.csv"
[[sheet]]
key = ["Lot number"]
column = [
  { heading = "Lot number", required = true, unique = true, pattern = '[A-Z]{3}-\d{8}' },
  { heading = "Genus", required = true, allowed = { reference = "taxa", column = "Genus" } },
  { heading = "Species", required = true, allowed = { reference = "taxa", column = "Species", matching = { Genus = "Genus" } } },
  { heading = "Provenance", required = true, allowed = { W = "wild", C = "cultivated", U = "unknown" } },
  { heading = "Country", allowed = { reference = "iso-3166-1-alpha-2" } },
  { heading = "Region", length = { max = 20 } },
  { heading = "District", length = { max = 20 } },
  { heading = "Site", length = { max = 20 } },
  { heading = "Latitude", type = "decimal", min = -90, max = 90, places = 4 },
  { heading = "Longitude", type = "decimal", min = -180, max = 180, places = 4 },
  { heading = "Collected on", name = "collected", type = "date", max = "today" },
  { heading = "Received on", name = "received", required = true, type = "date", date_format = "dd/mm/yyyy", max = "today" },
  { heading = "Seeds", required = true, type = "whole", min = 1, max = 1000000 },
  { heading = "Weight", type = "decimal", above = 0, max = 5000, places = 3 },
  { heading = "Viability", type = "decimal", min = 0, max = 100 },
  { heading = "Email", format = "email" },
  { heading = "Phone", format = "phone" },
  { heading = "Shelf", characters = "A-Z 0-9 -", length = { min = 4, max = 8 } },
  { heading = "Organic", type = "yes_no", yes_no = { yes = "Y", no = "N" } },
  { heading = "Collector", required_when = "Provenance = 'W'", length = { max = 40 } },
  { heading = "Remarks", length = { max = 200 } },
]
rule = [
  { check = "received >= collected" },
  { all_or_none = ["Latitude", "Longitude"] },
  { at_least_one = ["Email", "Phone"] },
  { no_gaps = ["Region", "District", "Site"] },
]
figure = [
  { label = "Lots", value = "COUNT(*)" },
  { label = "Seeds in all", value = "SUM(Seeds)" },
]
"#;

/// A running sum against what is left.
const RUNNING: &str = r#"  { each = { by = ["Phone"] }, check = "SUM(Seeds) <= holder.left", running = true },"#;

/// A look-up into 100,000 rows by two keys, a running sum against what is left, and rows held against 1,000,000 existing records.
const HELD: &str = r#"
[[sheet.lookup]]
alias = "holder"
reference = "holders"
keys = [{ by = { Phone = "Phone" } }, { by = { Phone = "Second phone" } }]
must = "state <> 'left'"
[sheet.existing]
reference = "held"
[sheet.intent]
fixed = ["Shelf"]
[reference.holders]
file = "holders.csv"
types = { Left = "decimal" }
[reference.held]
file = "held.csv"
"#;

const GENERA: [&str; 12] = [
    "Primula", "Quercus", "Campanula", "Centaurea", "Filipendula", "Galium", "Knautia", "Lysimachia", "Pulmonaria",
    "Succisa", "Thymus", "Sanguisorba",
];
const SPECIES: [&str; 6] = ["veris", "robur", "vulgaris", "officinalis", "pratensis", "minor"];

/// A small generator of numbers, so that the same file comes out everywhere.
struct Numbers(u64);

impl Numbers {
    fn below(&mut self, bound: u64) -> u64 {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (self.0 >> 33) % bound
    }

    fn pick<'a>(&mut self, from: &[&'a str]) -> &'a str {
        from[self.below(from.len() as u64) as usize]
    }
}

/// Makes whatever is not there yet.
pub fn make_all(folder: &Path) {
    std::fs::create_dir_all(folder).unwrap();
    let taxa: String =
        GENERA.iter().flat_map(|genus| SPECIES.iter().map(move |species| format!("{genus},{species}\n"))).collect();
    std::fs::write(folder.join("lot-taxa.csv"), format!("Genus,Species\n{taxa}")).unwrap();
    std::fs::write(folder.join("lots.rulebook.toml"), RULEBOOK).unwrap();
    std::fs::write(folder.join("lots-not-unique.rulebook.toml"), RULEBOOK.replace("unique = true, ", "")).unwrap();
    let held = format!("{}{HELD}", RULEBOOK.replace("\nrule = [", &format!("\nrule = [\n{RUNNING}")));
    std::fs::write(folder.join("lots-held.rulebook.toml"), held).unwrap();
    make_held(folder);
    for (name, rows, wrong, step) in [
        ("million.csv", 1_000_000, 1000, 1),
        ("shuffled.csv", 1_000_000, 1000, 700_001),
        ("small.csv", 300, 100, 1),
        ("wrong.csv", 200_000, 1, 1),
    ] {
        let path = folder.join(name);
        if !path.exists() {
            make(&path, rows, wrong, step);
        }
    }
}

/// What is held, and who holds it.
fn make_held(folder: &Path) {
    let (held, holders) = (folder.join("held.csv"), folder.join("holders.csv"));
    if held.exists() {
        return;
    }
    let mut out = BufWriter::new(File::create(holders).unwrap());
    writeln!(out, "Phone,Second phone,Left,State").unwrap();
    for row in 0..100_000 {
        writeln!(out, "+4416329{row:05},+4416329{row:05},100000000,active").unwrap();
    }
    let mut out = BufWriter::new(File::create(held).unwrap());
    writeln!(out, "Lot number,Genus,Species,Country,Seeds,Weight,Viability,Organic,Remarks,State").unwrap();
    let mut numbers = Numbers(7);
    for row in 0..1_000_000 {
        let (genus, species) = (numbers.pick(&GENERA), numbers.pick(&SPECIES));
        let (seeds, weight) = (20 + numbers.below(9000), numbers.below(1000));
        writeln!(out, "TSV-{row:08},{genus},{species},GB,{seeds},1.{weight:03},60.5,Y,from a hay meadow,held").unwrap();
    }
}

/// One row in `wrong_in` has something wrong with it; where that is one, every cell has. Keys go up by `step`, round the
/// count of rows.
fn make(path: &Path, rows: u64, wrong_in: u64, step: u64) {
    let mut out = BufWriter::new(File::create(path).unwrap());
    writeln!(out, "{}", HEADINGS.join(",")).unwrap();
    let mut numbers = Numbers(42);
    let mut line = String::new();
    for row in 0..rows {
        line.clear();
        let key = row * step % rows;
        if wrong_in == 1 {
            wrong_row(key, &mut line);
        } else {
            good_row(key, row % wrong_in == 7, &mut numbers, &mut line);
        }
        out.write_all(line.as_bytes()).unwrap();
    }
    out.flush().unwrap();
}

fn good_row(row: u64, wrong: bool, numbers: &mut Numbers, line: &mut String) {
    let country = if wrong { "UK" } else { numbers.pick(&["GB", "FR", "DE", "SE", "PL", "ES"]) };
    let (day, month) = (numbers.below(28) + 1, numbers.below(6) + 1);
    let provenance = numbers.pick(&["W", "C", "U"]);
    let collector =
        if provenance == "W" { numbers.pick(&["A. Marsh", "Zoë Gray", "M. Björk", "T. Reed"]) } else { "" };
    let remark = numbers.pick(&[
        "\"dry, sandy soil near the café\"",
        "from a hay meadow",
        "\"labelled \"\"tall form\"\" by the donor\"",
        "",
        "\"north bank, höher gelegen\"",
    ]);
    writeln!(
        line,
        "TSV-{row:08},{},{},{provenance},{country},East Anglia,Fenland,{},{}.{:04},-{}.{:04},2025-{month:02}-{day:02},{day:02}/{:02}/2025,{},{}.{:03},{}.5,seeds{}@thistledown.example,+4416329{:05},{}{:02}-{:02},{},{collector},{remark}",
        numbers.pick(&GENERA), numbers.pick(&SPECIES), numbers.pick(&["North bank", "Old meadow", ""]),
        50 + numbers.below(8), numbers.below(10_000), numbers.below(4), numbers.below(10_000), month + 2,
        20 + numbers.below(9000), 1 + numbers.below(40), numbers.below(1000), 50 + numbers.below(50),
        numbers.below(1000), numbers.below(100_000), numbers.pick(&["A", "B", "C"]), numbers.below(40), numbers.below(20),
        numbers.pick(&["Y", "N"]),
    )
    .unwrap();
}

fn wrong_row(row: u64, line: &mut String) {
    writeln!(
        line,
        "tsv-{row},Primla{row},robr{row},{row}X,Z{row},\" {row}\",\"{row} \",{row}\u{a0}x,9{row}.12345,n{row},{row}-13-45,3{}/02/2025,about {row},{row}e,{row}%,seeds{row}(at)x,0{row},a_{row},m{row},{row}\u{200b},=A{row}",
        row % 10
    )
    .unwrap();
}
