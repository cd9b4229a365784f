//! Counts steps of work, so that a test can hold how they grow with the rows. Only builds with debug assertions count.
//!
//! A step is a thing looked at in a loop that what comes in makes long: a byte that is read, a cell that is judged, a row
//! that a fold absorbs, a word that another is compared with. Whoever writes such a loop counts in it.

use std::sync::atomic::{AtomicU64, Ordering};

static TAKEN: AtomicU64 = AtomicU64::new(0);

/// Counts so many steps.
#[inline]
pub(crate) fn count(steps: usize) {
    if cfg!(debug_assertions) {
        TAKEN.fetch_add(steps as u64, Ordering::Relaxed);
    }
}

/// How many have been counted in this process; none in builds without debug assertions.
pub fn taken() -> u64 {
    TAKEN.load(Ordering::Relaxed)
}
