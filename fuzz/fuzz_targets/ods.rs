//! Run it from the repository's root, with the seeds of `fuzz/seeds/ods`:
//!
//! ```sh
//! cargo install cargo-fuzz
//! cargo +nightly fuzz run ods fuzz/corpus/ods fuzz/seeds/ods -- -max_total_time=300
//! ```
#![no_main]

#[allow(dead_code)]
#[path = "../../crates/lungwort-learn/tests/fuzz/targets.rs"]
mod targets;

libfuzzer_sys::fuzz_target!(|bytes: &[u8]| {
    targets::ods(bytes);
});
