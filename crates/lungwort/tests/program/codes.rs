//! Every code of the table is produced by a small file of its own, and by nothing less.

use crate::support::Folder;
use lungwort_core::finding::codes;

/// A code, what is under `[rulebook]`, the name of the data file, and its bytes.
type Case = (&'static str, &'static str, &'static str, &'static [u8]);

const LEVELS: &str = r#"
[[sheet]]
key = ["Id"]
column = [{ heading = "Id" }, { heading = "Group", separator = ">", path = true, allowed = ["Herbs > Mint", "Trees > Oak > Cork"] }]
"#;
const SHIFTED: &str = r#"
[[sheet]]
key = ["Id"]
column = [{ heading = "Id" }, { heading = "Seeds", type = "whole" }, { heading = "Sown", type = "date", date_format = "yyyy-mm-dd" }, { heading = "Note" }]
"#;
const ID_AND_NAME: &str = r#"
[[sheet]]
key = ["Id"]
column = [{ heading = "Id", required = true, pattern = '\d+' }, { heading = "Name" }]
"#;

const FILE_CASES: &[Case] = &[
    ("wrong-file-kind", "[file]\nformats = ['csv']\n[[sheet]]\ncolumn = [{ heading = 'Id' }]", "data.txt", b"Id\n1\n"),
    (
        "wrong-encoding",
        "[file]\nencoding = 'utf-8'\n[[sheet]]\ncolumn = [{ heading = 'Id' }]",
        "data.csv",
        b"Id\nG\xe4nsebl\xfcmchen und M\xe4rz\n",
    ),
    ("invalid-bytes", ID_AND_NAME, "data.csv", b"Id,Name\n1,Zo\xc3\xab\n2,a\xffb\n"),
    (
        "byte-order-mark",
        "[file]\nbom = false\n[[sheet]]\ncolumn = [{ heading = 'Id' }]",
        "data.csv",
        b"\xef\xbb\xbfId\n1\n",
    ),
    ("nul-byte", ID_AND_NAME, "data.csv", b"Id,Name\n1,a\0b and a longer text so that it stays text\n"),
    (
        "wrong-delimiter",
        "[file]\ndelimiter = ','\n[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'B' }]",
        "data.csv",
        b"Id;B\n1;2\n",
    ),
    ("wrong-line-end", "[file]\nnewline = 'crlf'\n[[sheet]]\ncolumn = [{ heading = 'Id' }]", "data.csv", b"Id\n1\n"),
    ("wrong-quoting", "[file]\nquoting = 'all'\n[[sheet]]\ncolumn = [{ heading = 'Id' }]", "data.csv", b"\"Id\"\n1\n"),
    ("unclosed-quote", ID_AND_NAME, "data.csv", b"Id,Name\n1,\"open\n2,b\n"),
    ("text-after-quote", ID_AND_NAME, "data.csv", b"Id,Name\n1,\"5\" pot\"\n"),
    ("wrong-level", LEVELS, "data.csv", b"Id,Group\n1,Herbs > Oak\n"),
    ("shifted-row", SHIFTED, "data.csv", b"Id,Seeds,Sown,Note\n1,1,250,2025-01-02\n2,4,,\n"),
    ("long-row", ID_AND_NAME, "data.csv", b"Id,Name\n1,dry, sandy soil\n"),
    ("short-row", ID_AND_NAME, "data.csv", b"Id,Name\n1\n2,b\n"),
    ("too-many-rows", "[file]\nmax_rows = 1\n[[sheet]]\ncolumn = [{ heading = 'Id' }]", "data.csv", b"Id\n1\n2\n"),
    ("file-too-big", "[file]\nmax_bytes = 3\n[[sheet]]\ncolumn = [{ heading = 'Id' }]", "data.csv", b"Id\n1\n"),
    ("wrong-file-name", "[file]\nname = 'seeds.*'\n[[sheet]]\ncolumn = [{ heading = 'Id' }]", "data.csv", b"Id\n1\n"),
];

const TEMPLATE_CASES: &[Case] = &[
    ("nothing-filled", ID_AND_NAME, "data.csv", b"Id,Name\n"),
    ("missing-heading", ID_AND_NAME, "data.csv", b"Id\n1\n"),
    ("near-heading", ID_AND_NAME, "data.csv", b"Id,name *\n1,a\n"),
    ("unknown-heading", ID_AND_NAME, "data.csv", b"Id,Name,My remarks\n1,a,b\n"),
    ("repeated-heading", ID_AND_NAME, "data.csv", b"Id,Name,Name\n1,a,b\n"),
    ("moved-column", ID_AND_NAME, "data.csv", b"Name,Id\na,1\n"),
    ("headings-moved", ID_AND_NAME, "data.csv", b"My seeds,\nId,Name\n1,a\n"),
    ("no-heading", ID_AND_NAME, "data.csv", b"Id,Name,\n1,a,b\n"),
    (
        "guide-row-missing",
        "[[sheet]]\nguide_rows = 1\ncolumn = [{ heading = 'Id', guide = ['A number'] }, { heading = 'Name', guide = ['Yours'] }]",
        "data.csv",
        b"Id,Name\n1,a\n",
    ),
    (
        "guide-row-changed",
        "[[sheet]]\nguide_rows = 1\ncolumn = [{ heading = 'Id', guide = ['A number'] }, { heading = 'Name', guide = ['Yours'] }]",
        "data.csv",
        b"Id,Name\nA number,Mine\n1,a\n",
    ),
    (
        "sample-row",
        "[[sheet]]\nkey = ['Id']\nsample_keys = ['0']\ncolumn = [{ heading = 'Id' }, { heading = 'Name' }]",
        "data.csv",
        b"Id,Name\n0,x\n1,a\n",
    ),
    ("blank-row", ID_AND_NAME, "data.csv", b"Id,Name\n1,a\n,\n\n2,b\n"),
    (
        "half-filled-row",
        "[[sheet]]\nkey = ['A']\ncolumn = [{ heading = 'A', required = true }, { heading = 'B', required = true }, { heading = 'C', required = true }, { heading = 'D' }]",
        "data.csv",
        b"A,B,C,D\n1,2,3,4\n,,,GB\n",
    ),
];

macro_rules! one_column {
    ($column:literal) => {
        concat!("[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'V', ", $column, " }]")
    };
}

const CELL_CASES: &[Case] = &[
    ("spaces-around", one_column!("help = ''"), "data.csv", b"Id,V\n1, a\n"),
    ("only-spaces", one_column!("help = ''"), "data.csv", b"Id,V\n1,  \n"),
    ("no-break-space", one_column!("help = ''"), "data.csv", b"Id,V\n1,a\xc2\xa0b\n"),
    ("zero-width", one_column!("help = ''"), "data.csv", b"Id,V\n1,a\xe2\x80\x8bb\n"),
    ("control-character", one_column!("help = ''"), "data.csv", b"Id,V\n1,a\tb\n"),
    ("curly-quote", one_column!("characters = 'a-z -'"), "data.csv", b"Id,V\n1,a\xe2\x80\x93b\n"),
    ("line-break", one_column!("help = ''"), "data.csv", b"Id,V\n1,\"a\nb\"\n"),
    ("misdecoded-text", one_column!("help = ''"), "data.csv", "Id,V\n1,ZoÃ«\n".as_bytes()),
    ("lost-character", one_column!("help = ''"), "data.csv", "Id,V\n1,Zo\u{fffd}\n".as_bytes()),
    ("formula-text", one_column!("help = ''"), "data.csv", b"Id,V\n1,=A1\n"),
    (
        "unencodable-character",
        "[file]\nencoding = 'windows-1252'\n[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'V' }]",
        "data.csv",
        "Id,V\n1,Łódź\n".as_bytes(),
    ),
    ("several-values", one_column!("allowed = ['W', 'C']"), "data.csv", b"Id,V\n1,W; C\n"),
];

const VALUE_CASES: &[Case] = &[
    ("missing-value", one_column!("required = true"), "data.csv", b"Id,V\n1,\n"),
    ("missing-when", one_column!("required_when = \"Id = '1'\""), "data.csv", b"Id,V\n1,\n"),
    ("blank-when", one_column!("blank_when = \"Id = '1'\""), "data.csv", b"Id,V\n1,a\n"),
    ("placeholder-value", one_column!("required = true"), "data.csv", b"Id,V\n1,TBC\n"),
    ("not-number", one_column!("type = 'decimal'"), "data.csv", b"Id,V\n1,about 2\n"),
    ("not-whole", one_column!("type = 'whole'"), "data.csv", b"Id,V\n1,2.5\n"),
    ("currency-sign", one_column!("type = 'decimal'"), "data.csv", "Id,V\n1,£2\n".as_bytes()),
    ("thousands-mark", one_column!("type = 'decimal'"), "data.csv", b"Id,V\n1,\"1,234,567\"\n"),
    ("decimal-mark", one_column!("type = 'decimal'"), "data.csv", b"Id,V\n1,\"2,5\"\n"),
    ("per-cent", one_column!("type = 'decimal'"), "data.csv", b"Id,V\n1,85%\n"),
    ("bracketed-negative", one_column!("type = 'decimal'"), "data.csv", b"Id,V\n1,(12)\n"),
    ("scientific-notation", one_column!("pattern = '\\d{13}'"), "data.csv", b"Id,V\n1,4.00638E+12\n"),
    ("unit-in-number", one_column!("type = 'decimal'"), "data.csv", b"Id,V\n1,12 g\n"),
    ("too-many-places", one_column!("type = 'decimal', places = 2"), "data.csv", b"Id,V\n1,1.234\n"),
    ("below-minimum", one_column!("type = 'whole', min = 1"), "data.csv", b"Id,V\n1,0\n"),
    ("above-maximum", one_column!("type = 'date', max = 'today'"), "data.csv", b"Id,V\n1,2062-01-01\n"),
    ("not-date", one_column!("type = 'date'"), "data.csv", b"Id,V\n1,spring\n"),
    ("date-form", one_column!("type = 'date'"), "data.csv", b"Id,V\n1,5 March 2026\n"),
    ("two-digit-year", one_column!("type = 'date', date_format = 'dd/mm/yyyy'"), "data.csv", b"Id,V\n1,05/03/26\n"),
    ("day-number", one_column!("type = 'date'"), "data.csv", b"Id,V\n1,46086\n"),
    ("ambiguous-date", one_column!("type = 'date'"), "data.csv", b"Id,V\n1,03/05/2026\n"),
    ("no-such-date", one_column!("type = 'date'"), "data.csv", b"Id,V\n1,2026-06-31\n"),
    ("time-with-date", one_column!("type = 'date'"), "data.csv", b"Id,V\n1,2026-06-30 00:00:00\n"),
    ("not-time", one_column!("type = 'time'"), "data.csv", b"Id,V\n1,half past two\n"),
    ("not-yes-no", one_column!("type = 'yes_no'"), "data.csv", b"Id,V\n1,perhaps\n"),
    ("off-list", one_column!("allowed = ['wild', 'garden']"), "data.csv", b"Id,V\n1,wlid\n"),
    ("near-value", one_column!("allowed = ['wild', 'garden']"), "data.csv", b"Id,V\n1,Wild\n"),
    ("meaning-for-code", one_column!("allowed = { W = 'wild' }"), "data.csv", b"Id,V\n1,wild\n"),
    ("retired-value", one_column!("allowed = ['RU'], retired = { SU = 'RU' }"), "data.csv", b"Id,V\n1,SU\n"),
    (
        "off-list-here",
        "[reference.taxa]\nfile = 'taxa.csv'\n[[sheet]]\ncolumn = [{ heading = 'G' }, { heading = 'S', allowed = { reference = 'taxa', column = 's', matching = { g = 'G' } } }]",
        "data.csv",
        b"G,S\nPrimula,robur\n",
    ),
    (
        "wrong-pattern",
        one_column!("pattern = { regex = '\\d{4}', words = 'four digits' }"),
        "data.csv",
        b"Id,V\n1,12x4\n",
    ),
    ("uncertain-encoding", one_column!("help = ''"), "data.csv", b"Id,V\n1,Zo\xeb\n"),
    (
        "other-encoding",
        "[file]\nencoding = 'windows-1252'\n[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'V' }]",
        "data.csv",
        b"Id,V\n1,caf\xc3\xa9\n2,\xc3\xa9l\xc3\xa8ve\n",
    ),
    ("code-changed", one_column!("allowed = ['MAR-01', 'NOV-12']"), "data.csv", b"Id,V\n1,01-Mar\n"),
    ("empty-part", one_column!("allowed = ['W', 'C'], separator = ';'"), "data.csv", b"Id,V\n1,W;;C\n"),
    ("repeated-part", one_column!("allowed = ['W', 'C'], separator = ';'"), "data.csv", b"Id,V\n1,W;W\n"),
    ("wrong-separator", one_column!("allowed = ['W', 'C'], separator = ';'"), "data.csv", b"Id,V\n1,\"W,C\"\n"),
    ("lost-zeros", one_column!("pattern = '\\d{4}'"), "data.csv", b"Id,V\n1,12\n"),
    ("wrong-format", one_column!("format = 'email'"), "data.csv", b"Id,V\n1,a(at)b\n"),
    ("wrong-check-digit", one_column!("format = 'gtin-13'"), "data.csv", b"Id,V\n1,4006381333932\n"),
    ("too-long", one_column!("length = { max = 3 }"), "data.csv", b"Id,V\n1,abcd\n"),
    ("too-short", one_column!("length = { min = 3 }"), "data.csv", b"Id,V\n1,ab\n"),
    ("wrong-case", one_column!("case = 'upper'"), "data.csv", b"Id,V\n1,ab\n"),
    ("forbidden-character", one_column!("characters = 'a-z'"), "data.csv", b"Id,V\n1,a&b\n"),
    ("repeated-value", one_column!("unique = true"), "data.csv", b"Id,V\n1,a\n2,b\n3,a\n"),
    ("no-attachment", one_column!("attachment_folder = 'photos'"), "data.csv", b"Id,V\n1,x.jpg\n"),
];

macro_rules! one_rule {
    ($rule:literal) => {
        concat!(
            "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'A' }, { heading = 'B' }]\nrule = [{ ",
            $rule,
            " }]"
        )
    };
}

const RULE_CASES: &[Case] = &[
    ("rule-broken", one_rule!("check = 'A < B'"), "data.csv", b"Id,A,B\n1,2,1\n"),
    ("incomplete-set", one_rule!("all_or_none = ['A', 'B']"), "data.csv", b"Id,A,B\n1,2,\n"),
    ("none-given", one_rule!("at_least_one = ['A', 'B']"), "data.csv", b"Id,A,B\n1,,\n"),
    ("too-many-given", one_rule!("at_most_one = ['A', 'B']"), "data.csv", b"Id,A,B\n1,x,y\n"),
    ("not-exactly-one", one_rule!("exactly_one = ['A', 'B']"), "data.csv", b"Id,A,B\n1,x,y\n"),
    ("gap-in-levels", one_rule!("no_gaps = ['A', 'B']"), "data.csv", b"Id,A,B\n1,,y\n"),
    ("incomplete-section", one_rule!("whole_if_begun = ['A', 'B'], needs = ['A']"), "data.csv", b"Id,A,B\n1,,y\n"),
    ("repeated-row", one_rule!("unique = ['A', 'B']"), "data.csv", b"Id,A,B\n1,x,y\n2,x,z\n3,x,y\n"),
    ("repeated-across", one_rule!("unique = ['A', 'B'], across = true"), "data.csv", b"Id,A,B\n1,x,y\n2,y,z\n"),
];

fn run(case: &Case) -> Vec<String> {
    let (_, rulebook, name, bytes) = case;
    let folder = Folder::new();
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = \"Test\"\n{rulebook}\n"));
    folder.write("taxa.csv", "g,s\nPrimula,veris\nQuercus,robur\n");
    folder.write(name, bytes);
    let arguments = ["check", name, "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"];
    let ran = folder.run(&arguments);
    assert_ne!(ran.status, 2, "{}: {}", case.0, ran.stderr);
    ran.codes()
}

fn all_cases() -> impl Iterator<Item = &'static Case> {
    [FILE_CASES, TEMPLATE_CASES, CELL_CASES, VALUE_CASES, RULE_CASES].into_iter().flatten()
}

#[test]
fn each_case_gives_its_code_and_no_other() {
    for case in all_cases() {
        // A file that holds what the encoding asked for cannot hold is in another encoding.
        let allowed_beside: &[&str] = match case.0 {
            "unencodable-character" => &["wrong-encoding"],
            // What looks like another encoding looks so in its cells as well.
            "other-encoding" => &["misdecoded-text"],
            _ => &[],
        };
        let found = run(case);
        assert!(found.iter().any(|code| code == case.0), "{} is missing from {found:?}", case.0);
        let others: Vec<_> =
            found.iter().filter(|code| *code != case.0 && !allowed_beside.contains(&code.as_str())).collect();
        assert!(others.is_empty(), "{}: {others:?} came along", case.0);
    }
}

#[test]
fn every_code_has_a_case() {
    // These need something beside the file, or a file too large for a table; other tests produce them.
    let elsewhere = ["open-elsewhere", "older-copy", "endless-row", "unchecked-file"];
    // What only workbooks can have, or never comes alone, is produced by tests of their own, which name the codes.
    let frame = include_str!("snapshots/program__sheets__the_frame_is_held_against_the_blank_template.snap");
    let of_others = [
        include_str!("workbooks.rs"),
        include_str!("sheets.rs"),
        include_str!("formats.rs"),
        include_str!("damage.rs"),
        include_str!("groups.rs"),
        include_str!("headings.rs"),
        include_str!("other_sheets.rs"),
        include_str!("records.rs"),
        include_str!("lookups.rs"),
        include_str!("references.rs"),
        include_str!("learn.rs"),
        include_str!("hostile.rs"),
        include_str!("intents.rs"),
        include_str!("answers.rs"),
        include_str!("attachments.rs"),
        include_str!("kinds.rs"),
        include_str!("parents.rs"),
        include_str!("sets.rs"),
        include_str!("blocks.rs"),
        include_str!("shown.rs"),
        frame,
    ];
    for code in codes::all() {
        let named = of_others
            .iter()
            .any(|tests| tests.contains(&format!("{}\"", code.name)) || tests.contains(&format!("{} ", code.name)));
        let covered = all_cases().any(|case| case.0 == code.name) || elsewhere.contains(&code.name) || named;
        assert!(covered, "no case gives {}", code.name);
    }
}

#[test]
fn what_lies_beside_the_file_is_noticed() {
    let folder = Folder::with(ID_AND_NAME, "Id,Name\n1,a\n");
    folder.write(".~lock.data.csv#", "someone");
    assert_eq!(folder.check(&[]).codes(), ["open-elsewhere"]);
    std::fs::remove_file(folder.path().join(".~lock.data.csv#")).unwrap();
    let workbook = folder.write("data.xlsx", "newer");
    let later = std::time::SystemTime::now() + std::time::Duration::from_secs(3600);
    std::fs::File::options().write(true).open(workbook).unwrap().set_modified(later).unwrap();
    assert_eq!(folder.check(&[]).codes(), ["older-copy"]);
}

#[test]
fn a_row_that_does_not_end_stops_the_check_and_says_so() {
    let folder = Folder::with(ID_AND_NAME, format!("Id,Name\n1,a\n{}", "x".repeat(34 << 20)));
    let ran = folder.check(&[]);
    assert_eq!(ran.codes(), ["endless-row"]);
    assert_eq!(ran.status, 1);
}
