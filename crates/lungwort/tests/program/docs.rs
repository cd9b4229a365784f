//! What the documents say holds: examples run, generated pages are current.

use std::path::{Path, PathBuf};

use crate::support::Folder;

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
    let pages: [(&str, &[&str]); 4] = [
        ("docs/findings.md", &["explain", "--markdown"]),
        ("docs/rulebook.schema.json", &["schema", "rulebook"]),
        ("docs/report.schema.json", &["schema", "report"]),
        ("docs/preview.schema.json", &["schema", "preview"]),
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
        "[[sheet]]\nkey = ['genus']\ncolumn = [{{ heading = 'genus' }}, {{ heading = 'country' }}, {{ heading = 'collector' }}, {{ heading = 'seeds', type = 'whole' }}, {{ heading = 'weight', type = 'decimal' }}, {{ heading = 'collected', type = 'date' }}, {{ heading = 'received', type = 'date' }}]\n{figures}"
    );
    let folder = Folder::with(
        &sheet,
        "genus,country,collector,seeds,weight,collected,received\nPrimula,GB,,12,0.5,2026-01-02,2026-01-03\nQuercus,FR,A,8,2,2026-01-01,\n",
    );
    let report = folder.check(&[]).json();
    let values: Vec<_> = report["figures"]
        .as_array()
        .unwrap()
        .iter()
        .map(|figure| figure["value"].as_str().unwrap().to_owned())
        .collect();
    assert_eq!(values, ["2", "1", "2", "20", "2026-01-01", "2026-01-03", "1.25", "12", "1.1"]);
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
            for list in ["donors.csv", "register.csv", "families.csv"] {
                folder.write(list, document(&format!("examples/{list}")));
            }
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

/// The words of a command line, with double quotes around those that have spaces.
fn words(line: &str) -> Vec<String> {
    let mut words = vec![String::new()];
    let mut quoted = false;
    for each in line.chars() {
        match each {
            '"' => quoted = !quoted,
            ' ' if !quoted => words.push(String::new()),
            _ => words.last_mut().unwrap().push(each),
        }
    }
    words.retain(|word| !word.is_empty());
    words
}

#[test]
fn the_commands_of_the_documents_run() {
    let mut commands: Vec<String> = Vec::new();
    for page in ["README.md", "docs/guide.md", "docs/findings.md", "docs/rulebook.md"] {
        let text = document(page);
        let fenced = blocks(&text, "sh");
        let inline = text.split('`').skip(1).step_by(2).map(str::to_owned);
        let lines = fenced.iter().flat_map(|block| block.lines().map(str::to_owned)).chain(inline);
        commands.extend(lines.filter(|line| line.starts_with("lungwort ")));
    }
    assert!(commands.len() >= 8, "{commands:?}");
    let folder = Folder::new();
    folder.run(&["demo", "d"]);
    let here = folder.path().join("d");
    for name in ["north.csv", "south.csv"] {
        std::fs::copy(here.join("accessions-ready.csv"), here.join(name)).unwrap();
    }
    for command in commands {
        let filled = command
            .replace("FILE", if command.contains("rulebook") { "accessions.rulebook.toml" } else { "accessions.csv" })
            .replace("CODE", "off-list")
            .replace("TEMPLATE", "germination-template.xlsx")
            .replace("RULEBOOK -o accessions.csv", "accessions.rulebook.toml -o blank.xlsx")
            .replace("--resume RULEBOOK", "--resume germination.rulebook.toml")
            .replace("OLD", "accessions.rulebook.toml")
            .replace("NEW", "accessions.rulebook.toml");
        // Learning writes no rulebook over, and of two that fit equally none is chosen.
        if filled.contains("learn") && !filled.contains("--resume") {
            for drafted in ["germination.rulebook.toml", "next.rulebook.toml"].map(|name| here.join(name)) {
                if drafted.exists() {
                    std::fs::remove_file(drafted).unwrap();
                }
            }
        }
        let editions = ["accessions-3.rulebook.toml", "accessions-4.rulebook.toml"].map(|name| here.join(name));
        if filled.contains("accessions-3") {
            for copy in &editions {
                std::fs::copy(here.join("accessions.rulebook.toml"), copy).unwrap();
            }
        }
        let arguments = words(filled.strip_prefix("lungwort ").unwrap());
        let output = std::process::Command::new(env!("CARGO_BIN_EXE_lungwort"))
            .current_dir(&here)
            .args(&arguments)
            .output()
            .unwrap();
        let stderr = String::from_utf8_lossy(&output.stderr);
        assert_ne!(output.status.code(), Some(2), "{command}: {stderr}");
        for copy in editions.iter().filter(|copy| copy.exists()) {
            std::fs::remove_file(copy).unwrap();
        }
    }
}

#[test]
fn the_options_of_the_guide_run() {
    let folder = Folder::new();
    folder.run(&["demo", "d"]);
    let guide = document("docs/guide.md");
    // Options of learn in its chapter, those of check, and those in the section on previews.
    let (learning, rest) = guide.split_once("## 2.").unwrap();
    let (before, rest) = rest.split_once("## 4.").unwrap();
    let (previews, after) = rest.split_once("## 5.").unwrap();
    let options = |text: &str, command: &'static str| -> Vec<(String, &'static str)> {
        let code = text.split('`').skip(1).step_by(2).filter(|text| text.starts_with("--"));
        code.map(|option| (option.to_owned(), command)).collect()
    };
    let options =
        [options(learning, "learn"), options(before, "check"), options(previews, "preview"), options(after, "check")]
            .concat();
    assert!(options.len() >= 12, "{options:?}");
    for (option, command) in
        options.iter().filter(|(option, _)| !["--rulebook", "--existing"].contains(&option.as_str()))
    {
        let extra = words(option);
        let extra: Vec<&str> = extra.iter().map(String::as_str).collect();
        let file: &[&str] = match *command {
            "learn" => &["learn", "d/germination-template.xlsx", "-o", "learned.rulebook.toml", "--force"],
            command => &[command, "d/accessions-ready.csv"],
        };
        let ran = folder.run(&[file, extra.as_slice()].concat());
        // Telling the wrong delimiter leaves no headings to find.
        let allowed = if option.contains("--delimiter") { 0..=2 } else { 0..=1 };
        assert!(allowed.contains(&ran.status), "{option}: {}", ran.stderr);
    }
}

#[test]
fn links_between_documents_lead_somewhere() {
    for page in [
        "README.md", "ARCHITECTURE.md", "docs/guide.md", "docs/rulebook.md", "docs/conditions.md",
        "docs/performance.md",
    ] {
        let text = document(page);
        let folder = repository().join(page).parent().unwrap().to_owned();
        for link in text.split("](").skip(1).filter_map(|rest| rest.split(')').next()) {
            let path = link.split('#').next().unwrap();
            assert!(path.is_empty() || folder.join(path).exists(), "{page}: {link}");
        }
    }
}

#[test]
fn every_screenshot_is_in_the_readme() {
    let readme = document("README.md");
    for entry in std::fs::read_dir(repository().join("docs/screenshots")).unwrap() {
        let name = entry.unwrap().file_name().into_string().unwrap();
        assert!(!name.ends_with(".png") || readme.contains(&name), "{name}");
    }
}
