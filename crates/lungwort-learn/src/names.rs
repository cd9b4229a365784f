//! Names for conditions, made of headings.

use std::collections::{HashMap, HashSet};

/// A heading in small letters and underscores, without what is not a letter or digit.
pub fn plain_name(heading: &str) -> String {
    let cut = heading.split(['(', '[', '*', '\n']).next().unwrap_or(heading);
    let cut = if cut.trim().is_empty() { heading } else { cut };
    let plain = lungwort_core::cell::fold::without_accents(cut).to_lowercase();
    // Letters of two, which are no accents.
    let plain = plain.replace('ß', "ss").replace('œ', "oe").replace('æ', "ae");
    let mut name = String::new();
    for each in plain.chars() {
        match each {
            each if each.is_ascii_alphanumeric() => name.push(each),
            _ if !name.is_empty() && !name.ends_with('_') => name.push('_'),
            _ => {}
        }
    }
    let name = name.trim_end_matches('_').to_owned();
    match name.bytes().next() {
        None => "column".to_owned(),
        Some(first) if first.is_ascii_digit() => format!("n_{name}"),
        Some(_) => name,
    }
}

/// Words that conditions use for themselves.
const RESERVED: &[&str] = &[
    "and", "or", "not", "in", "is", "null", "like", "between", "case", "when", "then", "else", "end", "date", "time",
    "timestamp", "interval", "sum", "count", "min", "max", "avg", "filter", "where", "distinct", "true", "false",
    "order", "group", "select", "from", "by", "as", "on", "user", "value", "values", "year", "month", "day",
    "position", "current", "current_date", "like_regex", "escape", "for", "flag",
];

/// A name for each heading, no two the same.
pub fn unique_names(headings: &[&str]) -> Vec<String> {
    let mut names: Vec<String> = Vec::new();
    // Which names are given, and from which number on a plain one is free: many headings may be the same.
    let mut given: HashSet<String> = HashSet::new();
    let mut numbered: HashMap<String, usize> = HashMap::new();
    let mut taken: HashSet<String> = headings.iter().map(|heading| heading.to_lowercase()).collect();
    for heading in headings {
        let mut base = plain_name(heading);
        if RESERVED.contains(&base.as_str()) {
            base.push_str("_given");
        }
        let own = heading.to_lowercase();
        let free = |name: &String, taken: &HashSet<String>| !taken.contains(name) || *name == own;
        let next = numbered.entry(base.clone()).or_insert(1);
        let name = (*next..).map(|at| (at, if at == 1 { base.clone() } else { format!("{base}_{at}") }));
        let found = name.take(10_000).find(|(_, name)| free(name, &taken) && !given.contains(name));
        let (at, name) = found.unwrap_or((*next, base));
        *next = at;
        taken.insert(name.clone());
        given.insert(name.clone());
        names.push(name);
    }
    names
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn names_are_plain_and_different() {
        assert_eq!(plain_name("Accession number*"), "accession_number");
        assert_eq!(plain_name("Prélèvement (g)"), "prelevement");
        assert_eq!(plain_name("2nd donor"), "n_2nd_donor");
        assert_eq!(plain_name("(unit)"), "unit");
        assert_eq!(unique_names(&["Name", "Name", "Date", "name 2"]), ["name", "name_2", "date_given", "name_2_2"]);
    }
}
