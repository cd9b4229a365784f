//! Whole checks of large files beside a plain read of the same file, in turn, with the median of each.
//!
//! `cargo bench` makes the files under `target/bench-data` on its first run and prints a table. The plain read is
//! this program itself, started again: it goes through the file with the `csv` crate's `ByteRecord`, or through the
//! cells of a workbook with the `calamine` crate's cell reader, and does nothing else. Memory and processor time are read from `/proc` while the other process runs.
#![allow(missing_docs, clippy::unwrap_used, clippy::expect_used)]

#[path = "speed/books.rs"]
mod books;
#[path = "speed/data.rs"]
mod data;

use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};
use std::time::{Duration, Instant};

const RUNS: usize = 5;

#[derive(Debug, Clone, Copy, Default)]
struct Measured {
    wall: f64,
    cpu: f64,
    peak_mb: f64,
}

fn main() {
    let arguments: Vec<String> = std::env::args().collect();
    if let Some(at) = arguments.iter().position(|argument| argument == "--plain-read") {
        plain_read(Path::new(&arguments[at + 1]));
        return;
    }
    if let Some(at) = arguments.iter().position(|argument| argument == "--make") {
        let folder = PathBuf::from(&arguments[at + 1]);
        data::make_all(&folder);
        books::make_all(&folder);
        return;
    }
    let folder = PathBuf::from(env!("CARGO_TARGET_TMPDIR")).join("bench-data");
    data::make_all(&folder);
    books::make_all(&folder);
    println!(
        "{:<44} {:>9} {:>9} {:>9} {:>9} {:>9}",
        "medians of 5 runs in turn", "wall s", "cpu s", "peak MB", "wall ×", "cpu ×"
    );
    for (name, file, rulebook) in data::CASES {
        compare(name, &folder.join(file), &folder.join(rulebook));
    }
}

/// Goes through a file with nothing but the crate that reads such files.
fn plain_read(path: &Path) {
    if path.extension().is_some_and(|ending| ending == "xlsx") {
        return plain_cells(path);
    }
    let mut reader = csv::ReaderBuilder::new().has_headers(false).flexible(true).from_path(path).unwrap();
    let mut record = csv::ByteRecord::new();
    let mut cells = 0_usize;
    while reader.read_byte_record(&mut record).unwrap() {
        cells += record.len();
    }
    println!("{cells}");
}

fn plain_cells(path: &Path) {
    let mut book: calamine::Xlsx<_> = calamine::open_workbook(path).unwrap();
    let name = calamine::Reader::sheet_names(&book)[0].clone();
    let mut reader = book.worksheet_cells_reader(&name).unwrap();
    let mut cells = 0_usize;
    while reader.next_cell().unwrap().is_some() {
        cells += 1;
    }
    println!("{cells}");
}

fn compare(name: &str, file: &Path, rulebook: &Path) {
    let own = std::env::current_exe().unwrap();
    let mut plain = Vec::new();
    let mut check = Vec::new();
    for _ in 0..RUNS {
        plain.push(measure(Command::new(&own).arg("--plain-read").arg(file)));
        check.push(measure(
            Command::new(env!("CARGO_BIN_EXE_lungwort")).arg("check").arg(file).arg("--rulebook").arg(rulebook),
        ));
    }
    let (plain, check) = (median(&plain), median(&check));
    let line = |label: &str, m: Measured, base: Measured| {
        println!(
            "{label:<44} {:>9.3} {:>9.3} {:>9.1} {:>9.2} {:>9.2}",
            m.wall,
            m.cpu,
            m.peak_mb,
            m.wall / base.wall,
            m.cpu / base.cpu.max(0.001)
        );
    };
    line(&format!("{name}: plain read"), plain, plain);
    line(&format!("{name}: check"), check, plain);
}

fn measure(command: &mut Command) -> Measured {
    let start = Instant::now();
    let mut child = command.stdout(Stdio::null()).stderr(Stdio::null()).spawn().unwrap();
    let mut measured = Measured::default();
    loop {
        if let Some((cpu, peak_mb)) = watch(child.id()) {
            measured.cpu = measured.cpu.max(cpu);
            measured.peak_mb = measured.peak_mb.max(peak_mb);
        }
        if child.try_wait().unwrap().is_some() {
            measured.wall = start.elapsed().as_secs_f64();
            return measured;
        }
        std::thread::sleep(Duration::from_millis(1));
    }
}

/// Processor seconds so far and the greatest resident memory in MB.
fn watch(process: u32) -> Option<(f64, f64)> {
    let status = std::fs::read_to_string(format!("/proc/{process}/status")).ok()?;
    let peak = status.lines().find_map(|line| line.strip_prefix("VmHWM:"))?;
    let kilobytes: f64 = peak.trim().trim_end_matches(" kB").parse().ok()?;
    // Nanoseconds on a processor, the first number of schedstat, for each thread.
    let tasks = std::fs::read_dir(format!("/proc/{process}/task")).ok()?;
    let nanoseconds: f64 = tasks
        .flatten()
        .filter_map(|task| std::fs::read_to_string(task.path().join("schedstat")).ok())
        .filter_map(|text| text.split(' ').next()?.parse::<f64>().ok())
        .sum();
    Some((nanoseconds / 1e9, kilobytes / 1024.0))
}

fn median(list: &[Measured]) -> Measured {
    let middle = |of: fn(&Measured) -> f64| {
        let mut values: Vec<f64> = list.iter().map(of).collect();
        values.sort_by(f64::total_cmp);
        values[values.len() / 2]
    };
    Measured { wall: middle(|m| m.wall), cpu: middle(|m| m.cpu), peak_mb: middle(|m| m.peak_mb) }
}
