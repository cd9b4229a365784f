//! Small files and rulebooks whose work would grow with the square of what is in them, under limits of time and memory.

use std::fmt::Write as _;

use crate::support::books::tables;
use crate::support::limited::run;
use crate::support::{Folder, Ran};

fn lines(head: &str, count: usize, line: impl Fn(usize) -> String) -> String {
    (0..count).fold(format!("{head}\n"), |mut text, at| {
        writeln!(text, "{}", line(at)).unwrap();
        text
    })
}

fn check(folder: &Folder, file: &str) -> Ran {
    run(folder, &["check", file, "-r", "t.rulebook.toml", "--today", "2026-11-26"])
}

#[test]
fn rows_that_belong_to_themselves_are_each_said_once() {
    let parents = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Parent' }]\n[sheet.parents]\nid = ['Id']\nparent = ['Parent']\n";
    let folder = Folder::with(parents, "");
    folder.write("own.csv", lines("Id,Parent", 40_000, |at| format!("A{at},A{at}")));
    let ran = check(&folder, "own.csv");
    assert!(ran.stdout.contains("NOT READY: 40,000 errors"), "{}", ran.stdout);
    folder.write("down.csv", lines("Id,Parent", 40_000, |at| format!("A{at},A{}", at + 1)));
    let ran = check(&folder, "down.csv");
    assert!(ran.stdout.contains("NOT READY: 1 error,"), "{}", ran.stdout);
}

#[test]
fn kinds_that_nobody_knows_are_counted_together() {
    let kinds = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Kind' }]\n[sheet.kinds]\ncolumn = 'Kind'\nkind = [{ value = 'Lot' }, { value = 'Sample', under = ['Lot'] }]\n";
    let folder = Folder::with(kinds, "");
    folder.write("kinds.csv", lines("Id,Kind", 20_000, |at| format!("{at},K{}", at.max(1))));
    folder.write("lot.csv", "Id,Kind\n1,Lot\n2,Lto\n3,Sample\n");
    let ran = run(&folder, &["preview", "kinds.csv", "-r", "t.rulebook.toml"]);
    assert!(ran.stdout.contains("unknown kind"), "{}", ran.stdout);
    let ran = run(&folder, &["preview", "lot.csv", "-r", "t.rulebook.toml", "--format", "csv"]);
    assert!(ran.stdout.contains("unknown kind") && ran.stdout.contains(",Sample,"), "{}", ran.stdout);
}

#[test]
fn many_rows_of_a_list_with_one_key_are_named_at_a_bounded_cost() {
    let lookup = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Who' }]\n[[sheet.lookup]]\nalias = 'who'\nreference = 'people'\nkeys = [{ by = { Who = 'Name' } }]\nshow = ['Town']\n[reference.people]\nfile = 'people.csv'\n";
    let folder = Folder::with(lookup, "");
    folder.write("people.csv", lines("Name,Town", 20_000, |at| format!("Same,T{at}")));
    folder.write("rows.csv", lines("Id,Who", 20_000, |at| format!("{at},Same")));
    let ran = check(&folder, "rows.csv");
    assert!(ran.stdout.contains("it names 20,000 rows of the list people: Town T0; Town T1"), "{}", ran.stdout);
    assert!(ran.stdout.contains("19,996 more"), "{}", ran.stdout);
    let alike = |from: usize| move |at: usize| format!("abababab{}{}", from + at % 10, at / 10 + 1000);
    folder.write("people.csv", lines("Name,Town", 4_000, |at| format!("{},x", alike(1)(at))));
    folder.write("rows.csv", lines("Id,Who", 4_000, |at| format!("{at},{}", alike(2)(at).replace("aba", "bab"))));
    assert!(check(&folder, "rows.csv").stdout.contains("not-found"));
}

#[test]
fn chains_of_what_was_replaced_are_followed_once() {
    let allowed = "[[sheet]]\ncolumn = [{ heading = 'A', allowed = { reference = 'r', column = 'Code', successor = 'Next' } }]\n[reference.r]\nfile = 'r.csv'\n";
    let folder = Folder::with(allowed, "");
    folder.write("r.csv", lines("Code,Next", 40_000, |at| format!("c{at},c{}", at + 1)) + "c40000,\n");
    folder.write("rows.csv", "A\nc7\nc40000\n");
    let ran = check(&folder, "rows.csv");
    assert!(ran.stdout.contains("NOT READY: 1 error,") && ran.stdout.contains("c40000"), "{}", ran.stdout);
    folder.write("r.csv", "Code,Next\na,b\nb,c\nc,b\n");
    let ran = check(&folder, "rows.csv");
    assert!(ran.stderr.contains("b, c"), "{}", ran.stderr);
}

#[test]
fn a_rulebook_has_so_many_parts_and_no_more() {
    let folder = Folder::with("[[sheet]]\ncolumn = [{ heading = 'A' }]\n", "");
    folder.write("a.csv", "A\nx\n");
    let sheets = |at: usize| format!("[[sheet]]\nname = 'S{at}'\ncolumn = [{{ heading = 'A' }}]");
    folder.write("many.rulebook.toml", lines("[rulebook]\ntitle = 'T'", 8_000, sheets));
    let ran = run(&folder, &["rulebook", "many.rulebook.toml"]);
    assert!(ran.stdout.contains("there are 8,000 sheets; a rulebook may have 1,000"), "{}", ran.stdout);
    let kinds: Vec<String> = (0..8_000).map(|at| format!("{{ value = 'K{at}' }}")).collect();
    let text = format!(
        "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{{ heading = 'A' }}]\n[sheet.kinds]\ncolumn = 'A'\nkind = [{}]\n",
        kinds.join(", ")
    );
    folder.write("kinds.rulebook.toml", text);
    let ran = run(&folder, &["check", "a.csv", "-r", "kinds.rulebook.toml"]);
    assert!(ran.stderr.contains("there are 8,000 kinds of rows; a rulebook may have 1,000"), "{}", ran.stderr);
}

#[test]
fn templates_are_learned_at_a_bounded_cost() {
    let folder = Folder::with("", "");
    let said = |at: usize| format!("\"Kind {at} (at most {at} characters; choose A or B; never blank)\"");
    let headings: Vec<String> = (0..3_000).map(said).collect();
    folder.write("wide.csv", headings.join(",") + "\n");
    let ran = run(&folder, &["learn", "wide.csv", "--no-ask", "-o", "w.rulebook.toml"]);
    assert!(ran.stdout.contains("3000 columns"), "{}{}", ran.stdout, ran.stderr);
    assert!(ran.stdout.contains("more texts of the template were not read"), "{}", ran.stdout);
    let long = format!("\"{}must be filled.\"\n\nLot,Kind,Weight\n", "Lot Kind Weight, Lot ".repeat(20_000));
    folder.write("long.csv", long);
    let ran = run(&folder, &["learn", "long.csv", "--no-ask", "-o", "l.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
}

#[test]
fn sheets_of_lists_are_held_against_each_other_once() {
    let folder = Folder::with("", "");
    let headings: Vec<String> = (0..150).map(|at| format!("Thing {at}")).collect();
    let entry = headings.join("|");
    let named = |name: &dyn Fn(usize) -> String, lines: &str| -> Vec<u8> {
        let names: Vec<String> = (0..150).map(name).collect();
        let mut sheets = vec![("Entry", entry.as_str())];
        sheets.extend(names.iter().map(|name| (name.as_str(), lines)));
        tables(&sheets)
    };
    // Lists that are joined to a column each, lists that are nobody's, and sheets with the same headings.
    for (name, lines, joined) in [
        (&(|at| format!("Thing {at}")) as &dyn Fn(usize) -> String, "Code|Meaning\na|early\nb|late", 150),
        (&|at| format!("Other {at}"), "Code|Meaning\na|early\nb|late", 0),
        (&|at| format!("S{at}"), "Lot|Family|Weight\na|b|c\nd|e", 0),
    ] {
        folder.write("t.xlsx", named(name, lines));
        let ran = run(
            &folder,
            &[
                "learn", "t.xlsx", "--sheet", "Entry", "--heading-row", "1", "--no-ask", "--force", "-o",
                "t.rulebook.toml",
            ],
        );
        assert_eq!(ran.status, 0, "{}", ran.stderr);
        let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
        assert_eq!(text.matches("\nallowed = ").count(), joined, "{}", ran.stdout);
    }
    let long = lines("Code", 15_000, |at| format!("code{at}"));
    folder.write("t.xlsx", tables(&[("Lots", "Lot|Genus|Weight"), ("Genus", &long)]));
    let ran = run(&folder, &["learn", "t.xlsx", "--no-ask", "--force", "-o", "t.rulebook.toml"]);
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("the sheet Genus: 15000 values"), "{}{}", ran.stdout, ran.stderr);
    assert!(!ran.stdout.contains("were not read"), "{}", ran.stdout);
}

#[test]
fn a_cell_of_very_many_values_has_so_many_findings() {
    let several =
        "[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'X', allowed = ['A', 'B'], separator = ';' }]\n";
    let folder = Folder::with(several, "");
    folder.write("rows.csv", format!("Id,X\n1,\"{}C\"\n2,A;B\n3,A\n", "C;A;".repeat(50_000)));
    let ran = check(&folder, "rows.csv");
    assert!(ran.stdout.contains("NOT READY: 7 errors and 10 warnings"), "{}", ran.stdout);
    // What is wrong behind all that repeats is an error still.
    folder.write("rows.csv", format!("Id,X\n1,\"{}A;X\"\n2,A;B\n3,A\n", "A;".repeat(40)));
    let ran = check(&folder, "rows.csv");
    assert!(ran.stdout.contains("NOT READY: 1 error and 16 warnings"), "{}", ran.stdout);
    let codes: Vec<String> = (0..50_000).map(|at| format!("v{at}")).collect();
    folder.write("rows.csv", format!("Id,X\n1,\"{}\"\n2,A;B\n3,A\n", codes.join(";")));
    let ran = run(&folder, &["check", "rows.csv", "-r", "t.rulebook.toml", "--by", "row"]);
    assert!(
        ran.stdout.replace("\n               ", " ").contains("of its 50,000 values, 49,984 more are wrong too"),
        "{}",
        ran.stdout
    );
}

#[test]
fn levels_that_are_misspelt_are_looked_for_in_an_index() {
    let paths: Vec<String> = (0..10_000).map(|at| format!("'a/beta{at}/c'")).collect();
    let column = format!(
        "[[sheet]]\ncolumn = [{{ heading = 'P', path = true, separator = '/', allowed = [{}] }}]\n",
        paths.join(", ")
    );
    let folder = Folder::with(&column, "");
    folder.write("rows.csv", lines("P", 10_000, |at| format!("a/gamma{at}/c")) + "a/Beta7/c\n");
    let ran = run(&folder, &["check", "rows.csv", "-r", "t.rulebook.toml", "--format", "csv"]);
    assert_eq!(ran.stdout.matches("wrong-level").count(), 10_001);
    assert!(ran.stdout.contains("a/beta7/c"), "{}", ran.stdout.lines().last().unwrap());
}
