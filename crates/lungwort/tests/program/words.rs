//! Words that users stumbled over are in no message, help text, page or finding.

use std::path::{Path, PathBuf};
use std::sync::LazyLock;

use crate::support::Folder;

/// What is not said, as words in lower case. A word that ends in `*` may go on.
const NOT_SAID: &[&str] = &[
    "reckon*", "unreckoned", "mend", "mended", "mends", "told", "grave*", "anew", "a stand-in", "stands for no value",
    "as the column asks", "built in one way", "another form than asked", "is asked", "is due", "not taken", "is taken",
    "or ask", "laid down", "looked into", "stands", "may stand", "stand apart", "hardly begun", "no ordinary space",
    "typographic", "sign between", "sign around", "of the structure that", "where the others are asked",
    "in the wrong encoding once", "cr lf line ends", "only plain letters", "guessed", "and in short", "the verdict",
    "only offered", "rows are known by", "by what was seen", "over a rulebook", "a rulebook over", "the rulebook over",
    "looks it over", "threads that judge", "pictures of dates", "set apart", "name another with",
    "is a column no more", "it took", "os error", "invalid digit", "1 filled rows", "a escape",
];

fn repository() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../..")
}

/// The text in lower case with one space between words, and at both ends.
fn plain(text: &str) -> String {
    let letters = text.to_lowercase();
    let words = letters.split(|each: char| !(each.is_alphanumeric() || each == '-')).filter(|word| !word.is_empty());
    format!(" {} ", words.collect::<Vec<_>>().join(" "))
}

/// What is said in a text and should not be.
fn odd(text: &str) -> Vec<&'static str> {
    let text = plain(text);
    PLAIN.iter().filter(|(plain, _)| text.contains(plain.as_str())).map(|(_, said)| *said).collect()
}

/// The same as they are looked for, each with how it is written: there are many lines.
static PLAIN: LazyLock<Vec<(String, &str)>> = LazyLock::new(|| {
    let plain = |said: &&'static str| match said.strip_suffix('*') {
        Some(begin) => (format!(" {}", plain(begin).trim()), *said),
        None => (plain(said), *said),
    };
    NOT_SAID.iter().map(plain).collect()
});

/// Lines of code that can hold a message: no comments but those that become help texts, no tests.
fn messages(path: &Path, into: &mut Vec<String>) {
    for entry in std::fs::read_dir(path).unwrap() {
        let path = entry.unwrap().path();
        // The tables of words hold what templates say, in whatever words.
        let is_left_out = path.ends_with("tests") || path.ends_with("tests.rs") || path.ends_with("words");
        if path.is_dir() && !is_left_out {
            messages(&path, into);
        } else if path.extension().is_some_and(|ending| ending == "rs") && !is_left_out {
            let text = std::fs::read_to_string(&path).unwrap().replace("\r\n", "\n");
            let code = text.split("#[cfg(test)]").next().unwrap_or_default();
            let lines = code.lines().enumerate().filter(|(_, line)| !line.trim_start().starts_with("//"));
            let named = |(at, line): (usize, &str)| format!("{}:{}: {line}", path.display(), at + 1);
            into.extend(lines.map(named));
        }
    }
}

#[test]
fn odd_words_are_found() {
    assert_eq!(odd("The sum is Reckoned\n anew."), ["reckon*", "anew"]);
    assert_eq!(odd("A gravel path; it stands-by"), ["grave*"]);
    assert!(odd("It is calculated again; amend it").is_empty());
}

#[test]
fn no_message_has_odd_words() {
    let mut lines = Vec::new();
    for package in ["lungwort", "lungwort-core", "lungwort-learn"] {
        messages(&repository().join("crates").join(package).join("src"), &mut lines);
    }
    assert!(lines.len() > 10_000, "{}", lines.len());
    // What templates say themselves is recognised by whatever words they use.
    lines.retain(|line| !line.contains("let means = ["));
    let said: Vec<_> = lines.iter().map(|line| (odd(line), line)).filter(|(odd, _)| !odd.is_empty()).collect();
    assert!(said.is_empty(), "{said:#?}");
}

#[test]
fn no_page_has_odd_words() {
    let docs = std::fs::read_dir(repository().join("docs")).unwrap().map(|entry| entry.unwrap().path());
    let top = ["README.md", "ARCHITECTURE.md", "CONTRIBUTING.md", "CHANGELOG.md"].map(|name| repository().join(name));
    let pages: Vec<PathBuf> = docs.chain(top).filter(|path| path.is_file()).collect();
    assert!(pages.len() > 8, "{pages:?}");
    for page in pages {
        for (at, line) in std::fs::read_to_string(&page).unwrap().lines().enumerate() {
            assert!(odd(line).is_empty(), "{}:{}: {:?} in {line}", page.display(), at + 1, odd(line));
        }
    }
}

#[test]
fn no_help_has_odd_words() {
    let folder = Folder::new();
    let help = folder.run(&["--help"]).stdout;
    let listed = help.split("Commands:\n").nth(1).unwrap().lines().take_while(|line| !line.trim().is_empty());
    let names: Vec<String> = listed
        .filter(|line| line.starts_with("  ") && !line.starts_with("   "))
        .filter_map(|line| line.split_whitespace().next())
        .filter(|name| *name != "help")
        .map(str::to_owned)
        .collect();
    assert!(names.len() >= 8, "{names:?}");
    let helps = names.iter().map(|name| folder.run(&[name, "--help"])).inspect(|ran| assert_eq!(ran.status, 0));
    for help in helps.map(|ran| ran.stdout).chain([help]) {
        assert!(odd(&help).is_empty(), "{:?} in {help}", odd(&help));
    }
}
