//! Whether rulebooks may name files that are not in or under their own folder, for the whole run.

use std::sync::atomic::{AtomicBool, Ordering};

static ALLOWED: AtomicBool = AtomicBool::new(false);

/// They may.
pub fn allow() {
    ALLOWED.store(true, Ordering::Relaxed);
}

/// Whether they may.
pub fn is_allowed() -> bool {
    ALLOWED.load(Ordering::Relaxed)
}
