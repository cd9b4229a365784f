//! What a rulebook may have read on its behalf: a stranger's should not reach for files that are none of its business.

use std::path::{Component, Path};

/// How it is allowed, behind a sentence.
pub(super) const HOW: &str =
    "only what is in or under it is read; if you trust the rulebook, allow more with --allow-outside";

/// Whether a path that a rulebook names leads out of its folder, by its own words or by a link.
pub(super) fn is_outside(folder: &Path, named: &str) -> bool {
    let mut depth = 0_i32;
    let mut by_words = false;
    for part in Path::new(named).components() {
        match part {
            Component::Normal(_) => depth += 1,
            Component::ParentDir => depth -= 1,
            Component::CurDir => {}
            Component::RootDir | Component::Prefix(_) => by_words = true,
        }
        by_words |= depth < 0;
    }
    let folder = if folder.as_os_str().is_empty() { Path::new(".") } else { folder };
    match (std::fs::canonicalize(folder.join(named)), std::fs::canonicalize(folder)) {
        (Ok(file), Ok(folder)) => !file.starts_with(folder),
        // What is not there is outside where its words say so.
        _ => by_words,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn words_and_links_lead_outside() {
        let folder = tempfile::tempdir().unwrap();
        let inner = folder.path().join("inner");
        std::fs::create_dir_all(inner.join("lists")).unwrap();
        std::fs::write(folder.path().join("secret.csv"), "x").unwrap();
        std::fs::write(inner.join("lists/own.csv"), "x").unwrap();
        let outside = |named: &str| is_outside(&inner, named);
        assert!(!outside("lists/own.csv") && !outside("lists/../lists/own.csv") && !outside("gone.csv"));
        assert!(outside("../secret.csv") && outside("lists/../../secret.csv") && outside("../gone.csv"));
        assert!(outside(folder.path().join("secret.csv").to_str().unwrap()));
        // By its whole path a file of the folder is in it all the same.
        assert!(!outside(inner.join("lists/own.csv").to_str().unwrap()));
        #[cfg(unix)]
        {
            std::os::unix::fs::symlink(folder.path().join("secret.csv"), inner.join("link.csv")).unwrap();
            assert!(outside("link.csv"));
        }
    }
}
