//! A bounded run of the fuzz targets: every seed, and a few thousand changed ones from a fixed seed.
#![allow(missing_docs, clippy::unwrap_used)]

#[path = "fuzz/targets.rs"]
mod targets;

use std::path::Path;

/// Small and always the same: xorshift, 64 bits.
struct Dice(u64);

impl Dice {
    fn below(&mut self, most: usize) -> usize {
        self.0 ^= self.0 << 13;
        self.0 ^= self.0 >> 7;
        self.0 ^= self.0 << 17;
        usize::try_from(self.0 % most.max(1) as u64).unwrap()
    }
}

fn seeds(target: &str) -> Vec<Vec<u8>> {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../fuzz/seeds").join(target);
    let mut paths: Vec<_> = std::fs::read_dir(folder).unwrap().map(|entry| entry.unwrap().path()).collect();
    paths.sort();
    assert!(paths.len() >= 4, "{target} has {} seeds", paths.len());
    paths.iter().map(|path| std::fs::read(path).unwrap()).collect()
}

/// Bytes that mean something to one of the readers.
const TELLING: &[&[u8]] = &[
    b"\"", b",", b"\n", b"\r\n", b"\0", b"\xff", b"\xef\xbb\xbf", b"<c>", b"</row>", b"<v>", b"[[sheet]]", b"= {", b"'",
];

fn changed(seeds: &[Vec<u8>], dice: &mut Dice) -> Vec<u8> {
    let mut bytes = seeds[dice.below(seeds.len())].clone();
    for _ in 0..dice.below(6) + 1 {
        let at = dice.below(bytes.len() + 1);
        match dice.below(5) {
            0 if at < bytes.len() => bytes[at] ^= 1 << dice.below(8),
            1 => bytes.truncate(at),
            2 => drop(bytes.splice(at..at, TELLING[dice.below(TELLING.len())].iter().copied())),
            3 => {
                let end = (at + dice.below(8)).min(bytes.len());
                bytes.drain(at..end);
            }
            _ => {
                let other = &seeds[dice.below(seeds.len())];
                let from = dice.below(other.len() + 1);
                bytes.truncate(at);
                bytes.extend_from_slice(&other[from..]);
            }
        }
    }
    bytes
}

fn run(target: &str, count: usize, one: fn(&[u8]) -> bool) {
    let seeds = seeds(target);
    let read = seeds.iter().filter(|seed| one(seed)).count();
    assert!(read * 3 >= seeds.len(), "only {read} of {} seeds of {target} are read at all", seeds.len());
    // More of them, from another start, where that is wanted: FUZZ_TIMES=100 cargo test --test fuzz
    let times: Option<usize> = std::env::var("FUZZ_TIMES").ok().and_then(|times| times.parse().ok());
    let mut dice = Dice(0x9e37_79b9_7f4a_7c15 ^ times.unwrap_or(0) as u64);
    for _ in 0..count * times.unwrap_or(1) {
        one(&changed(&seeds, &mut dice));
    }
}

#[test]
fn delimited_files() {
    run("check", 750, targets::check);
}

#[test]
fn rows_in_groups_and_records() {
    run("groups", 350, targets::groups);
}

#[test]
fn rows_of_every_shape() {
    run("shapes", 750, targets::shapes);
}

#[test]
fn sheets_of_workbooks() {
    run("workbook", 500, targets::workbook);
}

#[test]
fn rulebooks() {
    run("rulebook", 1_500, targets::rulebook);
}

#[test]
fn sheets_of_open_workbooks() {
    run("ods", 50, targets::ods);
}

#[test]
fn workbooks_of_before_2007() {
    run("xls", 200, targets::xls);
}

#[test]
fn sheets_of_binary_workbooks() {
    run("xlsb", 300, targets::xlsb);
}

#[test]
fn sentences_of_templates() {
    run("prose", 400, targets::prose);
}
