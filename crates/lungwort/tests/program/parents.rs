//! Rows that name the row that they belong to: parents, circles, and the variants of an article.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const COLUMNS: &str = "[[sheet]]\nname = 'Articles'\nkey = ['Id']\ncolumn = [{ heading = 'Id', unique = true }, { heading = 'Of' }, \
    { heading = 'Kind' }, { heading = 'Sizes', separator = ';' }, { heading = 'Colours', separator = ';' }, { heading = 'Size' }, \
    { heading = 'Colour' }]\n";
const VARIANTS: &str = "[sheet.parents]\nparent = ['Of']\n\
    choice = [{ column = 'Size', of = 'Sizes' }, { column = 'Colour', of = 'Colours' }]\nall = true\n";
const KINDS: &str = "[sheet.kinds]\ncolumn = 'Kind'\nkind = [{ value = 'A' }, { value = 'L', under = ['A', 'L'], max = 2 }, \
    { value = 'S', under = ['L'], min = 1 }]\n[sheet.parents]\nparent = ['Of']\n";

fn ran(shape: &str, lines: &str) -> Ran {
    let headings = "Id,Of,Kind,Sizes,Colours,Size,Colour\n";
    Folder::with(&format!("{COLUMNS}{shape}"), format!("{headings}{lines}")).check_in_pieces()
}

fn found(shape: &str, lines: &str) -> Vec<String> {
    ran(shape, lines).places()
}

#[test]
fn the_row_that_is_named_must_be_there_and_above_where_asked() {
    let plain = "[sheet.parents]\nparent = ['Of']\n";
    let above = "[sheet.parents]\nparent = ['Of']\nabove = true\n";
    let lines = "b,a,,,,,\na,,,,,,\nc,a,,,,,\nd,x,,,,,\n";
    assert_eq!(found(plain, lines), ["no-parent 5 B d"]);
    assert_eq!(found(above, lines), ["parent-below 2 B b", "no-parent 5 B d"]);
    let messages = ran(above, lines).findings();
    assert_eq!(messages[0].2, "The row belongs to \"a\", which is further down, in row 3; it must be above.");
    assert_eq!(messages[1].2, "The row belongs to \"x\", and no row has that Id.");
}

#[test]
fn a_circle_is_one_finding_and_what_hangs_on_it_none() {
    let above = "[sheet.parents]\nparent = ['Of']\nabove = true\n";
    let lines = "a,c,,,,,\nb,a,,,,,\nc,b,,,,,\nd,a,,,,,\ne,e,,,,,\nf,e,,,,,\n";
    assert_eq!(found(above, lines), ["parent-circle 2 B a", "parent-circle 6 B e"]);
    let messages = ran(above, lines).findings();
    assert_eq!(messages[0].2, "The rows belong to each other in a circle: rows 2-4.");
    assert_eq!(messages[1].2, "The row belongs to itself.");
    // What leads into a circle is not in it; a row that repeats an id is no member of the circle.
    assert_eq!(
        found("[sheet.parents]\nparent = ['Of']\n", "x,a,,,,,\na,b,,,,,\nb,a,,,,,\nb,,,,,,\n"),
        ["repeated-value 5 A b", "parent-circle 3 B a"]
    );
}

#[test]
fn the_kinds_of_both_rows_go_together() {
    let lines = "1,,A,,,,\n2,1,L,,,,\n3,2,L,,,,\n4,3,S,,,,\n5,1,S,,,,\n6,,L,,,,\n7,1,A,,,,\n8,2,S,,,,\n";
    let ran = ran(KINDS, lines);
    assert_eq!(ran.places(), ["wrong-parent 6 B 5", "no-parent 7 B 6", "child-count 7 - 6", "wrong-parent 8 B 7"]);
    let said: Vec<String> = ran.findings().into_iter().map(|found| found.2).collect();
    assert_eq!(said[0], "The row is S, which belongs to L; \"1\" in row 2 is A.");
    assert_eq!(said[1], "Of is blank; the row is L, which belongs to A or L.");
    assert_eq!(said[2], "The row of L has no rows of S under it; it must have at least 1.");
    assert_eq!(said[3], "The row is A, and belongs to none; \"1\" in row 2 is A.");
}

#[test]
fn variants_are_on_the_lists_of_their_article() {
    let lines = "A,,,S;M,red;blue,,\nA1,A,,,,S,red\nA2,A,,,,M,red\nA3,A,,,,M,blu\nA4,A,,,,XL,blue\nB1,B,,,,S,red\nB,,,S,red,,\n";
    let ran = ran(VARIANTS, lines);
    // Two combinations have no row, and two rows are off the lists: each may be meant for one of them.
    assert_eq!(ran.places(), ["off-parent-list 5 G A3", "off-parent-list 6 F A4"]);
    let report = ran.json();
    assert_eq!(report["findings"][0]["message"], "Colour is \"blu\"; Colours of \"A\" has red and blue.");
    assert_eq!(report["findings"][0]["correction"]["value"], "blue");
    // A list that is blank says nothing; a blank value is another matter.
    assert_eq!(found(VARIANTS, "A,,,,red,,\nA1,A,,,,S,red\nA2,A,,,,,red\n"), [] as [&str; 0]);
}

#[test]
fn each_combination_has_its_row_where_asked() {
    let lines = "A,,,S;M,red;blue,,\nA1,A,,,,S,red\nA2,A,,,,S,red\n";
    let ran = ran(VARIANTS, lines);
    assert_eq!(ran.places(), ["missing-variant 2 - A"]);
    assert_eq!(
        ran.findings()[0].2,
        "Each combination of Sizes and Colours must have its row; there is none for S / blue, M / red and M / blue."
    );
    assert_eq!(found(&VARIANTS.replace("all = true", ""), lines), [] as [&str; 0]);
    // Lists whose combinations nobody could write down are counted, not gone through.
    let long: Vec<String> = (0..3000).map(|number| number.to_string()).collect();
    let data = format!("Id,Of,Kind,Sizes,Colours,Size,Colour\nA,,,{0},{0},,\n", long.join(";"));
    let folder = Folder::with(&format!("{COLUMNS}{VARIANTS}"), data);
    let message = folder.check(&["--delimiter", ","]).findings()[0].2.clone();
    assert!(message.ends_with("0 / 0, 0 / 1, 0 / 2, 0 / 3, 0 / 4 and 8,999,995 more."), "{message}");
}

#[test]
fn rows_may_be_named_by_several_columns_and_by_numbers() {
    let sheet = "[[sheet]]\nkey = ['Book', 'No']\ncolumn = [{ heading = 'Book' }, { heading = 'No', type = 'whole' }, \
        { heading = 'Of book' }, { heading = 'Of no', type = 'whole' }]\n[sheet.parents]\nparent = ['Of book', 'Of no']\n";
    let data = "Book,No,Of book,Of no\na,1,,\na,2,a,01\nb,1,a,3\nb,2,a,\nb,3,a,x\n";
    // One of the two alone names nothing; what cannot be read has a finding of its own.
    assert_eq!(Folder::with(sheet, data).check_in_pieces().places(), ["not-number 6 D b / 3", "no-parent 4 C b / 1"]);
}

#[test]
fn the_same_in_workbooks_of_every_kind() {
    let lines = "Id|Of|Kind|Sizes|Colours|Size|Colour\na||||||\nb|x|||||\nc|d|||||\nd|c|||||";
    for (name, bytes) in [("data.xlsx", table("Articles", lines)), ("data.ods", ods("Articles", &rows(lines)))] {
        let folder = Folder::with(&format!("{COLUMNS}{VARIANTS}"), "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json"]);
        assert_eq!(ran.places(), ["no-parent 3 B b", "parent-circle 4 B c"], "{name}");
    }
}

#[test]
fn a_deep_chain_and_its_reverse_are_followed_to_the_end() {
    let chain = |count: u32, next: &dyn Fn(u32) -> u32| -> String {
        (0..count).map(|number| format!("{number},{},,,,,\n", next(number))).collect()
    };
    let plain = "[sheet.parents]\nparent = ['Of']\n";
    // Each belongs to the next, and the last to none that is there.
    let folder = Folder::with(
        &format!("{COLUMNS}{plain}"),
        format!("Id,Of,Kind,Sizes,Colours,Size,Colour\n{}", chain(20_000, &|number| number + 1)),
    );
    assert_eq!(folder.check(&[]).places(), ["no-parent 20001 B 19999"]);
    // All of them are one circle.
    let folder = Folder::with(
        &format!("{COLUMNS}{plain}"),
        format!("Id,Of,Kind,Sizes,Colours,Size,Colour\n{}", chain(20_000, &|number| (number + 1) % 20_000)),
    );
    let ran = folder.check(&[]);
    assert_eq!(ran.places(), ["parent-circle 2 B 0"]);
    assert_eq!(ran.findings()[0].2, "The rows belong to each other in a circle: rows 2-20001.");
}

#[test]
fn mistakes_are_said_with_their_place() {
    for (parents, due) in [
        ("parent = ['Off']", "no column is called Off; did you mean Of?"),
        ("parent = ['Of', 'Kind']", "a row is named by 1 column, and parent has 2"),
        ("parent = ['Of']\nchoice = [{ column = 'Size', of = 'Kind' }]", "say in its column what separates the values"),
        ("parent = ['Of']\nall = true", "all goes with choice"),
        ("parent = ['Of']\nabov = true", "there is no key abov; did you mean above?"),
    ] {
        let ran = Folder::with(&format!("{COLUMNS}[sheet.parents]\n{parents}\n"), "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{parents}: {}", ran.stderr);
    }
    let typed = "[[sheet]]\ncolumn = [{ heading = 'Id', type = 'whole' }, { heading = 'Of' }]\n[sheet.parents]\n";
    for (more, due) in
        [("parent = ['Of']", "give one of them"), ("id = ['Id']\nparent = ['Of']", "both columns need the same type")]
    {
        let ran = Folder::with(&format!("{typed}{more}\n"), "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{more}: {}", ran.stderr);
    }
}

const OWN_IDS: &str = "[[sheet]]\ncolumn = [{ heading = 'Row' }, { heading = 'Accession' }, { heading = 'Lot' }, { heading = 'Sample' }, \
    { heading = 'Grams', type = 'decimal' }]\n[sheet.kinds]\ncolumn = 'Row'\nkind = [{ value = 'A', id = ['Accession'] }, \
    { value = 'L', id = ['Lot'], under = ['A'], min = 1 }, { value = 'S', id = ['Sample'], under = ['L'] }]\n[sheet.parents]\n";

const OF_THREE_KINDS: &str =
    "Row,Accession,Lot,Sample,Grams\nA,1,,,\nL,1,1,,5\nS,,1,1,1\nS,,9,2,1\nA,2,,,\nL,7,3,,1\nL,,4,,1\nL,8,5,,1\n";

#[test]
fn each_kind_may_be_named_by_a_column_of_its_own() {
    let folder = Folder::with(OWN_IDS, OF_THREE_KINDS);
    let ran = folder.check_in_pieces();
    assert_eq!(
        ran.places(),
        ["no-parent 5 C -", "child-count 6 - -", "no-parent 7 B -", "no-parent 8 B -", "no-parent 9 B -"]
    );
    let said: Vec<String> = ran.findings().into_iter().map(|(.., message)| message).collect();
    assert_eq!(said[0], "The row belongs to \"9\", and no row has that Lot.");
    assert_eq!(said[3], "Accession is blank; the row is L, which belongs to A.");
    for (wrong, due) in [
        (OWN_IDS.replace("[sheet.parents]", ""), "id goes with [sheet.parents]"),
        (OWN_IDS.replace("id = ['Lot']", "id = ['Lots']"), "no column is called Lots; did you mean Lot?"),
        (OWN_IDS.replace("[sheet.parents]", "[sheet.parents]\nlabel = ['Lot']"), "label goes with parent"),
        (OWN_IDS.replace("[sheet.parents]", "[sheet.parents]\nparent = ['Grams']"), "both columns need the same type"),
    ] {
        let ran = Folder::with(&wrong, "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{due}: {}", ran.stderr);
    }
}

#[test]
fn a_row_may_belong_to_one_that_is_held_and_each_kind_is_held_by_its_own_id() {
    let folder = Folder::with(&format!("{OWN_IDS}[sheet.existing]\n[sheet.intent]\n"), OF_THREE_KINDS);
    // An accession and a lot with the same id, and an accession that only the receiving side has.
    folder.write("held.csv", "Row,Accession,Lot,Sample,Grams\nA,1,,,\nL,1,1,,4\nA,7,,,\nL,7,3,,1\nL,7,8,,1\n");
    let ran = folder.check(&["--existing", "held.csv"]);
    assert_eq!(
        ran.places(),
        [
            "nothing-changed 2 B -", "nothing-changed 7 C -", "no-parent 5 C -", "child-count 6 - -",
            "no-parent 8 B -", "no-parent 9 B -"
        ]
    );
    assert!(ran.findings()[5].2.ends_with("no row has that Accession; nor is it held."), "{:?}", ran.findings());
    let preview =
        folder.run(&["preview", "data.csv", "-r", "t.rulebook.toml", "--existing", "held.csv", "--format", "json"]);
    let count = |kind: usize, word: &str| preview.json()["sheets"][kind][word].as_u64();
    assert_eq!((count(0, "unchanged"), count(0, "refused")), (Some(1), Some(1)));
    assert_eq!((count(1, "changed"), count(1, "unchanged"), count(1, "refused")), (Some(1), Some(1), Some(2)));
    assert_eq!((count(2, "created"), count(2, "refused")), (Some(1), Some(1)));
}

#[test]
fn nothing_belongs_to_what_is_removed_or_asks_for_nothing() {
    let shape = "[[sheet]]\nkey = ['No']\ncolumn = [{ heading = 'Do' }, { heading = 'No' }, { heading = 'Of' }]\n\
                 [sheet.existing]\n[sheet.parents]\nparent = ['Of']\n[sheet.intent]\naction = 'Do'\nremoved_when = \"state = 'gone'\"\n";
    let rows = "remove,1,\ncreate,10,1\ncreate,11,2\ncreate,12,3\nskip,13,99\ncreate,14,13\nskip,3,\ncreate,15,4\nremove,4,\nremove,5,98\n";
    let folder = Folder::with(shape, format!("Do,No,Of\n{rows}"));
    folder.write("held.csv", "No,Of,State\n1,,held\n2,,gone\n3,,held\n4,,held\n5,,held\n");
    let said = |folder: &Folder, extra: &[&str]| -> Vec<String> {
        let found = folder.check(extra).findings().into_iter();
        found.filter(|(code, ..)| code == "no-parent").map(|(_, row, message)| format!("{row} {message}")).collect()
    };
    assert_eq!(
        said(&folder, &["--existing", "held.csv"]),
        [
            "3 The row belongs to \"1\", which row 2 removes.",
            "4 The row belongs to \"2\", and no row has that No; nor is it held.",
            "7 The row belongs to \"13\", and no row has that No; nor is it held.",
        ]
    );
    // Of findings without a value, one is shown.
    let text = folder.run(&["check", "data.csv", "--rulebook", "t.rulebook.toml", "--existing", "held.csv"]).stdout;
    assert!(text.contains("such as: The row belongs to \"1\", which row 2 removes."), "{text}");
    // Without an export, what a row has that asks for nothing may be held.
    assert!(!said(&folder, &[]).iter().any(|line| line.starts_with('7')), "{:?}", said(&folder, &[]));
}

#[test]
fn a_label_names_the_nearest_row_above_where_no_row_has_such_an_id() {
    let shape = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Title' }, { heading = 'Of' }]\n\
        [sheet.parents]\nparent = ['Of']\nlabel = ['Title']\n";
    let rows =
        "Id,Title,Of\n1,Rose,\n2,Petal,Rose\n3,Leaf,Fern\n4,Fern,\n5,Spore,2\n6,2,\n7,Moss,7\n8,Ash,Elm\n9,Elm,Ash\n";
    let ran = Folder::with(shape, rows).check_in_pieces();
    assert_eq!(ran.places(), ["no-parent 4 C 3", "parent-circle 8 C 7", "no-parent 9 C 8"]);
    assert_eq!(
        ran.findings()[0].2,
        "The row belongs to \"Fern\", and no row has that Id, and none above has that Title."
    );
    // What is found by its label is above.
    let above = Folder::with(&format!("{shape}above = true\n"), "Id,Title,Of\n1,Rose,\n2,Petal,Rose\n3,x,4\n4,y,\n");
    assert_eq!(above.check_in_pieces().places(), ["parent-below 4 C 3"]);
}
