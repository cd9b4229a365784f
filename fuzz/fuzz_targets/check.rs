//! Any bytes as a file, checked by the rulebook of the demo. Run it from the repository's root:
//!
//! ```sh
//! cargo install cargo-fuzz
//! cargo +nightly fuzz run check -- -max_total_time=300
//! ```
#![no_main]

use std::io::Cursor;
use std::ops::ControlFlow;
use std::path::Path;
use std::sync::LazyLock;

use lungwort_core::check::{Checker, Opened, Options};
use lungwort_core::finding::{Finding, Sink};
use lungwort_core::intake::reader::Told;
use lungwort_core::rulebook::{self, Rulebook};

static RULEBOOK: LazyLock<Rulebook> = LazyLock::new(|| {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("../examples/accessions.rulebook.toml");
    rulebook::load(&path).expect("the rulebook is there").rulebook.expect("the rulebook is right")
});

struct Count(u64);

impl Sink for Count {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        assert!(!finding.verdict.message.is_empty());
        self.0 += 1;
        ControlFlow::Continue(())
    }
}

libfuzzer_sys::fuzz_target!(|bytes: &[u8]| {
    // Half of the time the headings are there, so that the rows are reached.
    let bytes = match bytes.split_first() {
        Some((first, rest)) if first % 2 == 0 => {
            let headings: Vec<&str> = RULEBOOK.sheets[0].columns.iter().map(|column| column.heading.as_str()).collect();
            [headings.join(",").as_bytes(), b"\n\n", rest].concat()
        }
        _ => bytes.to_vec(),
    };
    let count = |threads: usize| {
        let opened = Opened::stream("fuzz.csv".to_owned(), Box::new(Cursor::new(bytes.clone())), Told::default()).ok()?;
        let options = Options { today: jiff::civil::date(2026, 11, 23), threads, progress: None };
        let mut sink = Count(0);
        Checker::new(&RULEBOOK, Path::new(""), options).file(opened, &mut sink).ok()?;
        Some(sink.0)
    };
    assert_eq!(count(1), count(2));
});
