//! What the documents say holds: examples run, generated pages are current.
#![allow(missing_docs, clippy::unwrap_used)]

mod support;

use std::path::{Path, PathBuf};

use support::Folder;

fn repository() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../..")
}

fn document(name: &str) -> String {
    let path = repository().join(name);
    std::fs::read_to_string(&path).unwrap_or_else(|error| panic!("{}: {error}", path.display()))
}

/// The text of each fenced block of a kind.
fn blocks(text: &str, kind: &str) -> Vec<String> {
    let opening = format!("```{kind}\n");
    text.split(&opening).skip(1).filter_map(|rest| rest.split("\n```").next()).map(str::to_owned).collect()
}

#[test]
fn generated_pages_are_current() {
    let folder = Folder::new();
    let pages: [(&str, &[&str]); 3] = [
        ("docs/findings.md", &["explain", "--markdown"]),
        ("docs/rulebook.schema.json", &["schema", "rulebook"]),
        ("docs/report.schema.json", &["schema", "report"]),
    ];
    for (page, arguments) in pages {
        let made = folder.run(arguments).stdout;
        assert!(made == document(page), "{page} is out of date: lungwort {} > {page}", arguments.join(" "));
    }
}

#[test]
fn every_example_of_the_conditions_page_holds() {
    let columns = r#"[rulebook]
title = "Conditions"
[[sheet]]
key = ["genus"]
column = [
  { heading = "genus" }, { heading = "country" }, { heading = "collector" },
  { heading = "seeds", type = "whole" }, { heading = "weight", type = "decimal" },
  { heading = "collected", type = "date" }, { heading = "received", type = "date" },
  { heading = "sown_at", type = "time" }, { heading = "organic", type = "yes_no" },
]
"#;
    let data = "genus,country,collector,seeds,weight,collected,received,sown_at,organic\nPrimula,GB,,1200,2.35,2026-03-05,2026-03-12,14:30,yes\n";
    let page = document("docs/conditions.md");
    let examples: Vec<String> =
        blocks(&page, "sql").iter().flat_map(|block| block.lines().map(str::to_owned).collect::<Vec<_>>()).collect();
    assert!(examples.len() >= 40, "{}", examples.len());
    // A rule fails where its condition is false: the opposite of what holds must fail, and itself must not.
    let rules = |wrap: &dyn Fn(&str) -> String| {
        examples.iter().map(|example| format!("[[sheet.rule]]\ncheck = '''{}'''\n", wrap(example))).collect::<String>()
    };
    for (wrap, broken) in [
        (&(|text: &str| text.to_owned()) as &dyn Fn(&str) -> String, 0),
        (&|text: &str| format!("NOT ({text})"), examples.len()),
    ] {
        let folder = Folder::new();
        folder.write("t.rulebook.toml", format!("{columns}{}", rules(wrap)));
        folder.write("data.csv", data);
        let ran = folder.check(&[]);
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        assert_eq!(ran.findings().len(), broken, "{:?}", ran.findings());
    }
}

#[test]
fn the_figures_of_the_conditions_page_are_taken() {
    let figures: String = blocks(&document("docs/conditions.md"), "text")[0]
        .lines()
        .map(|value| format!("[[sheet.figure]]\nlabel = '{}'\nvalue = '''{value}'''\n", value.replace('\'', "")))
        .collect();
    let sheet = format!(
        "[[sheet]]\nkey = ['genus']\ncolumn = [{{ heading = 'genus' }}, {{ heading = 'country' }}, {{ heading = 'collector' }}, {{ heading = 'seeds', type = 'whole' }}, {{ heading = 'collected', type = 'date' }}, {{ heading = 'received', type = 'date' }}]\n{figures}"
    );
    let folder = Folder::with(
        &sheet,
        "genus,country,collector,seeds,collected,received\nPrimula,GB,,12,2026-01-02,2026-01-03\nQuercus,FR,A,8,2026-01-01,\n",
    );
    let report = folder.check(&[]).json();
    let values: Vec<_> = report["figures"]
        .as_array()
        .unwrap()
        .iter()
        .map(|figure| figure["value"].as_str().unwrap().to_owned())
        .collect();
    assert_eq!(values, ["2", "1", "2", "20", "2026-01-01", "2026-01-03", "12"]);
}

#[test]
fn the_rulebooks_of_the_documents_can_be_used() {
    for page in ["docs/rulebook.md", "docs/guide.md"] {
        for (number, block) in blocks(&document(page), "toml").iter().enumerate() {
            let folder = Folder::new();
            let whole = if block.contains("[rulebook]") {
                block.clone()
            } else {
                format!("[rulebook]\ntitle = 'T'\n[[sheet]]\nkey = ['Id']\n[[sheet.column]]\nheading = 'Id'\n{block}")
            };
            folder.write("t.rulebook.toml", &whole);
            folder.write("taxa.csv", "Genus,Species,English name\nPrimula,veris,cowslip\n");
            let ran = folder.run(&["rulebook", "t.rulebook.toml", "--lint"]);
            assert_eq!(ran.status, 0, "{page}, block {}: {}", number + 1, ran.stdout);
        }
    }
}

#[test]
fn every_key_of_a_rulebook_is_in_the_reference() {
    let schema: serde_json::Value = serde_json::from_str(&document("docs/rulebook.schema.json")).unwrap();
    let page = document("docs/rulebook.md");
    let mut keys: Vec<String> = Vec::new();
    let tables = std::iter::once(&schema).chain(schema["$defs"].as_object().unwrap().values());
    for table in tables {
        keys.extend(table["properties"].as_object().into_iter().flatten().map(|(key, _)| key.clone()));
    }
    let missing: Vec<_> = keys.iter().filter(|key| !page.contains(&format!("`{key}`"))).collect();
    assert!(missing.is_empty(), "docs/rulebook.md does not mention {missing:?}");
}

#[test]
fn every_format_and_list_is_in_the_reference() {
    let page = document("docs/rulebook.md");
    let formats = lungwort_core::cell::format::ALL.iter().map(|format| (format.name, format.standard));
    let lists = lungwort_core::rulebook::standard::ALL.iter().map(|list| (list.name, list.standard));
    for (name, standard) in formats.chain(lists) {
        assert!(page.contains(&format!("| `{name}` | {standard} |")), "| `{name}` | {standard} |");
    }
}
