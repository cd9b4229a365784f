//! Which rulebook a file is checked by.

use std::path::{Path, PathBuf};

use anyhow::{Context, Result, anyhow, bail};
use lungwort_core::check::{Opened, TopRows};
use lungwort_core::intake::io_words;
use lungwort_core::rulebook::choose::{self, SheetHeadings};
use lungwort_core::rulebook::{self, Given, Rulebook};

use crate::outside;

/// A rulebook and why it was taken.
pub struct Chosen {
    pub rulebook: Rulebook,
    /// `None` where the user named it.
    pub why: Option<String>,
}

/// Loads the rulebook that the user named.
pub fn named(path: &Path, given: &Given) -> Result<Chosen> {
    Ok(Chosen { rulebook: load_with(path, given)?, why: None })
}

/// Loads a rulebook; one with mistakes cannot be checked by.
pub fn load(path: &Path) -> Result<Rulebook> {
    load_with(path, &Given { allow_outside: outside::is_allowed(), ..Given::default() })
}

fn load_with(path: &Path, given: &Given) -> Result<Rulebook> {
    let loaded = rulebook::load_with(path, given).map_err(|error| match error.kind() {
        std::io::ErrorKind::NotFound => anyhow!("{}: there is no such rulebook", path.display()),
        std::io::ErrorKind::InvalidData => anyhow!("{}: {error}", path.display()),
        _ => anyhow!("{}: it cannot be read: {}", path.display(), io_words(&error)),
    })?;
    // What is wrong with what was named beside it explains what is missing since.
    if !loaded.given_mistakes.is_empty() {
        bail!("{}", loaded.given_mistakes.join("\n"));
    }
    if loaded.mistakes.has_errors() {
        if let Some(export) = given.existing.first()
            && rulebook::load(path).is_ok_and(|alone| !alone.mistakes.has_errors())
            && let Some(mistake) = loaded.mistakes.list.iter().find(|mistake| mistake.level == rulebook::Level::Error)
        {
            bail!("{}: it does not have what {} needs: {}", export.file.display(), path.display(), mistake.message);
        }
        let mut mistakes = loaded.mistakes;
        mistakes.list.retain(|mistake| mistake.level == rulebook::Level::Error);
        bail!("the rulebook cannot be used.\n\n{}", mistakes.render());
    }
    loaded.rulebook.context("the rulebook cannot be used")
}

/// Chooses among the rulebooks in the file's folder, then in the current one, by the file's headings.
pub fn by_headings(opened: &mut Opened, given: &Given) -> Result<Chosen> {
    let chosen = best(opened)?;
    // What is named beside it is read for the one that was chosen alone.
    if given.existing.is_empty() && given.existing_of.is_empty() && given.answers.is_empty() {
        return Ok(chosen);
    }
    let rulebook = load_with(&chosen.rulebook.path, given)?;
    Ok(Chosen { rulebook, ..chosen })
}

fn best(opened: &mut Opened) -> Result<Chosen> {
    let beside = opened.source().file_path().and_then(Path::parent).unwrap_or(Path::new("")).to_owned();
    let beside = beside.as_path();
    let name = opened.name().to_owned();
    opened.tops().map_err(|error| anyhow!("{name}: {error}"))?;
    let mut passed_over: Vec<String> = Vec::new();
    let mut folders = vec![beside.to_owned()];
    let here = Path::new("");
    if std::fs::canonicalize(dot(beside)).ok() != std::fs::canonicalize(".").ok() {
        folders.push(here.to_owned());
    }
    for folder in &folders {
        if let Some(chosen) = best_in(folder, opened, &mut passed_over)? {
            return Ok(chosen);
        }
    }
    if passed_over.is_empty() {
        let places = folders.iter().map(|folder| dot(folder).display().to_string()).collect::<Vec<_>>().join(" or ");
        bail!("{}: no rulebook (NAME{}) lies in {places}; name one with --rulebook", name, rulebook::ENDING);
    }
    bail!("{}: none of these rulebooks fits its headings: {}; name one with --rulebook", name, passed_over.join("; "))
}

fn dot(folder: &Path) -> &Path {
    if folder.as_os_str().is_empty() { Path::new(".") } else { folder }
}

fn best_in(folder: &Path, opened: &mut Opened, passed_over: &mut Vec<String>) -> Result<Option<Chosen>> {
    let name = opened.name().to_owned();
    let tops = opened.tops().map_err(|error| anyhow!("{name}: {error}"))?;
    let mut fits: Vec<(choose::Fit, PathBuf, Rulebook)> = Vec::new();
    for path in choose::in_folder(folder) {
        // A rulebook with mistakes is reported of only if no other fits: it may be for another template.
        match load(&path) {
            Ok(rulebook) => {
                let sheets = SheetHeadings::of_rulebook(&rulebook);
                let rows = tops.iter().flat_map(TopRows::rows);
                let fit = rows.flat_map(|row| sheets.iter().map(move |sheet| sheet.fit(&row))).max();
                fits.extend(fit.map(|fit| (fit, path, rulebook)));
            }
            Err(error) => passed_over.push(format!(
                "{} has mistakes (lungwort rulebook {} shows them): {}",
                path.display(),
                path.display(),
                first_mistake(&error)
            )),
        }
    }
    fits.sort_by_key(|(fit, ..)| std::cmp::Reverse(*fit));
    let good: Vec<&(choose::Fit, PathBuf, Rulebook)> =
        fits.iter().filter(|(fit, ..)| fit.share >= choose::LEAST_SHARE).collect();
    if let [first, second, ..] = good.as_slice()
        && first.0 == second.0
    {
        let equal: Vec<String> =
            good.iter().filter(|(fit, ..)| *fit == first.0).map(|(_, path, _)| path.display().to_string()).collect();
        bail!("{name}: its headings fit {} equally well; name one with --rulebook", equal.join(" and "));
    }
    let found = !good.is_empty();
    if !found {
        passed_over.extend(fits.iter().map(|(fit, path, rulebook)| {
            let other = opened.another_reading(rulebook).map(|other| format!("; {other}")).unwrap_or_default();
            format!("{} ({} of {} headings{other})", path.display(), fit.shared, fit.of)
        }));
        return Ok(None);
    }
    let (fit, _, rulebook) = fits.swap_remove(0);
    let why = format!("{} of its {} headings are in the file", fit.shared, fit.of);
    Ok(Some(Chosen { rulebook, why: Some(why) }))
}

fn first_mistake(error: &anyhow::Error) -> String {
    let text = error.to_string();
    let line = text.lines().find_map(|line| line.strip_prefix("error: "));
    line.or(text.lines().next()).unwrap_or_default().to_owned()
}
