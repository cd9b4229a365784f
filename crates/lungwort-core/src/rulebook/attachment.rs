//! Files that go along with a table: their names in a folder, what their content is, and the web addresses of what was uploaded before.

use std::collections::HashMap;
use std::io::Read;
use std::path::{Component, Path, PathBuf};

use percent_encoding::percent_decode_str;
use unicode_normalization::UnicodeNormalization;
use url::Url;

use crate::cell::fold;
use crate::limits::FOLDER_DEPTH;

/// Bytes by which the kind of a content is recognised.
const RECOGNISED_BY: u64 = 8_192;
/// A folder of more files is not searched for slips.
const MOST_SEARCHED: usize = 5_000;

/// Endings that are of one kind.
const SAME_KIND: &[&[&str]] =
    &[&["jpg", "jpeg", "jpe"], &["tif", "tiff"], &["htm", "html"], &["mpg", "mpeg"], &["mp4", "m4v"]];

/// The files of a folder, by their names as a cell has them: with a / between folders.
#[derive(Debug, Default)]
pub struct Files {
    /// Whether there is such a folder.
    pub is_there: bool,
    paths: HashMap<String, PathBuf>,
    /// Names by what is left without letter case and Unicode form.
    folded: HashMap<String, Option<String>>,
}

impl Files {
    /// Lists a folder, and those below it.
    pub fn in_folder(folder: &Path) -> Files {
        let mut files = Files { is_there: folder.is_dir(), ..Files::default() };
        files.list(folder, "", FOLDER_DEPTH);
        files
    }

    fn list(&mut self, folder: &Path, before: &str, depth: usize) {
        for entry in std::fs::read_dir(folder).into_iter().flatten().flatten() {
            let name = format!("{before}{}", entry.file_name().to_string_lossy());
            let path = entry.path();
            // A link to a folder may lead round in a circle.
            match entry.file_type() {
                Ok(kind) if kind.is_dir() && depth > 0 => self.list(&path, &format!("{name}/"), depth - 1),
                Ok(_) if path.is_file() => {
                    let several = |known: &mut Option<String>| *known = None;
                    self.folded.entry(folded(&name)).and_modify(several).or_insert_with(|| Some(name.clone()));
                    self.paths.insert(name, path);
                }
                _ => {}
            }
        }
    }

    /// Where the file of that very name is.
    pub fn path(&self, name: &str) -> Option<&Path> {
        self.paths.get(name).map(PathBuf::as_path)
    }

    /// The one name that differs in letter case or Unicode form alone.
    pub fn spelt_otherwise(&self, name: &str) -> Option<&str> {
        self.folded.get(&folded(name)).and_then(Option::as_deref)
    }

    /// The name nearest to one that is not there.
    pub fn nearest(&self, name: &str) -> Option<&str> {
        if self.paths.len() > MOST_SEARCHED {
            return None;
        }
        let mut names: Vec<&str> = self.paths.keys().map(String::as_str).collect();
        names.sort_unstable();
        fold::nearest(name, names.into_iter())
    }

    /// The names of all files that are not hidden, ascending.
    pub fn visible(&self) -> Vec<&str> {
        let hidden =
            |name: &str| name.split('/').any(|part| part.starts_with('.') || part.eq_ignore_ascii_case("thumbs.db"));
        let mut names: Vec<&str> = self.paths.keys().map(String::as_str).filter(|name| !hidden(name)).collect();
        names.sort_unstable();
        names
    }
}

fn folded(name: &str) -> String {
    name.replace('\\', "/").nfc().flat_map(char::to_lowercase).collect()
}

/// Whether a path leads nowhere but down.
pub(crate) fn is_inside(path: &str) -> bool {
    Path::new(path).components().all(|part| matches!(part, Component::Normal(_) | Component::CurDir))
}

/// The ending of a name, in lower case.
fn ending(name: &str) -> String {
    let last = name.rsplit('/').next().unwrap_or(name);
    last.rsplit_once('.').map_or(String::new(), |(_, ending)| ending.to_lowercase())
}

/// The endings that are of the same kind as one.
fn kind_of(ending: &str) -> &str {
    SAME_KIND.iter().find(|kinds| kinds.contains(&ending)).map_or(ending, |kinds| kinds[0])
}

/// Whether a name has an ending of that kind.
pub(crate) fn has_ending(name: &str, kind: &str) -> bool {
    let kind = kind.trim_start_matches('.').to_lowercase();
    kind_of(&ending(name)) == kind_of(&kind)
}

/// What the content of a file is, by the ending that it would have; `None` where it is not recognised, as plain text is not.
pub(crate) fn content_kind(path: &Path) -> Option<&'static str> {
    let mut start = Vec::new();
    std::fs::File::open(path).ok()?.take(RECOGNISED_BY).read_to_end(&mut start).ok()?;
    infer::get(&start).map(|kind| kind.extension())
}

/// Whether a content of that kind goes with a name.
pub(crate) fn agrees(name: &str, content: &str) -> bool {
    kind_of(&ending(name)) == kind_of(content)
}

/// A web address.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(crate) struct Address {
    pub host: String,
    pub path: String,
    /// It in the one form in which equal addresses are equal.
    pub normalised: String,
}

impl Address {
    /// Reads a web address (RFC 3986 with the scheme http or https).
    pub fn read(text: &str) -> Option<Address> {
        let url = Url::parse(text.trim()).ok().filter(|url| matches!(url.scheme(), "http" | "https"))?;
        let host = url.host_str()?.to_owned();
        // Percent-encoding of the same characters may be written in two ways.
        let path = percent_decode_str(url.path()).decode_utf8_lossy().nfc().collect::<String>();
        let query = url.query().map(|query| format!("?{}", percent_decode_str(query).decode_utf8_lossy()));
        let port = url.port().map(|port| format!(":{port}")).unwrap_or_default();
        let normalised = format!("{}://{host}{port}{path}{}", url.scheme(), query.unwrap_or_default());
        Some(Address { host, path, normalised })
    }
}

/// An address in its one form; what is none stays as it is.
pub(crate) fn normalised(text: &str) -> String {
    Address::read(text).map_or_else(|| text.to_owned(), |address| address.normalised)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn addresses_are_compared_in_one_form() {
        let one = normalised("HTTPS://Files.Example:443/a%20b/%C3%A9.jpg");
        assert_eq!(one, normalised("https://files.example/a b/é.jpg"));
        assert_ne!(one, normalised("http://files.example/a b/é.jpg"));
        assert_ne!(one, normalised("https://files.example/A b/é.jpg"));
        assert_eq!(Address::read("ftp://files.example/a.jpg"), None);
        assert_eq!(Address::read("photo.jpg"), None);
    }

    #[test]
    fn kinds_are_known_by_their_endings() {
        assert!(has_ending("a/b.JPEG", "jpg") && has_ending("b.jpg", ".jpeg") && !has_ending("b.png", "jpg"));
        assert!(!has_ending("a.jpg/b", "jpg"));
        assert!(agrees("x.jpeg", "jpg") && !agrees("x.jpg", "png"));
        assert!(is_inside("photos/2026") && !is_inside("../photos") && !is_inside("/photos"));
    }
}
