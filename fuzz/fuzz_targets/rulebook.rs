//! Any text as a rulebook: `cargo +nightly fuzz run rulebook -- -max_total_time=300` from the repository's root.
#![no_main]

use lungwort_core::{lint, rulebook};

libfuzzer_sys::fuzz_target!(|text: &str| {
    let folder = std::env::temp_dir().join(format!("lungwort-fuzz-{}", std::process::id()));
    let path = folder.join("fuzz.rulebook.toml");
    if std::fs::create_dir_all(&folder).is_err() || std::fs::write(&path, text).is_err() {
        return;
    }
    if let Ok(loaded) = rulebook::load(&path) {
        let _ = loaded.mistakes.render();
        if let Some(rulebook) = loaded.rulebook.filter(|_| !loaded.mistakes.has_errors()) {
            let _ = lint::lint(&rulebook, &loaded.mistakes.text, jiff::civil::date(2026, 11, 23));
        }
    }
});
