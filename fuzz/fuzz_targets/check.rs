//! Run it from the repository's root, with the seeds of `fuzz/seeds/check`:
//!
//! ```sh
//! cargo install cargo-fuzz
//! cargo +nightly fuzz run check fuzz/corpus/check fuzz/seeds/check -- -max_total_time=300
//! ```
#![no_main]

#[allow(dead_code)]
#[path = "../../crates/lungwort-learn/tests/fuzz/targets.rs"]
mod targets;

libfuzzer_sys::fuzz_target!(|bytes: &[u8]| {
    targets::check(bytes);
});
