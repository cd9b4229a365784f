//! The scan by example, and against the `csv` crate on any text.

use proptest::prelude::*;

use super::*;

type Rows = Vec<(u64, Vec<String>)>;

fn scan_in(text: &str, pieces: usize) -> (Rows, Vec<(IssueKind, usize, usize, u64)>) {
    let mut scanner = Scanner::new(Dialect { delimiter: b',', quote: b'"' });
    let (mut rows, mut issues) = (Vec::new(), Vec::new());
    let mut pending = String::new();
    let mut rest = text;
    loop {
        let mut cut = (text.len() / pieces + 1).min(rest.len());
        while !rest.is_char_boundary(cut) {
            cut += 1;
        }
        pending.push_str(&rest[..cut]);
        rest = &rest[cut..];
        let mut chunk = Chunk { text: std::mem::take(&mut pending), ..Chunk::default() };
        let consumed = scanner.scan(&mut chunk, rest.is_empty(), usize::MAX);
        pending.push_str(&chunk.text[consumed..]);
        issues.extend(chunk.issues.iter().map(|issue| (issue.kind, rows.len() + issue.row, issue.field, issue.line)));
        rows.extend((0..chunk.row_count()).map(|row| {
            (chunk.line_number(row).unwrap(), chunk.row_texts(row).into_iter().map(str::to_owned).collect::<Vec<_>>())
        }));
        if rest.is_empty() {
            return (rows, issues);
        }
    }
}

fn cells(rows: &Rows) -> Vec<Vec<&str>> {
    rows.iter().map(|(_, row)| row.iter().map(String::as_str).collect()).collect()
}

#[test]
fn plain_and_quoted_cells() {
    let (rows, issues) = scan_in("a,b,c\n1,\"x, y\",\"say \"\"hi\"\"\"\n,,\n\nlast,\"\",z", 1);
    assert_eq!(
        cells(&rows),
        [vec!["a", "b", "c"], vec!["1", "x, y", "say \"hi\""], vec!["", "", ""], vec![""], vec!["last", "", "z"]]
    );
    assert!(issues.is_empty());
}

#[test]
fn lines_are_physical_ones_whatever_ends_them() {
    for end in ["\n", "\r\n", "\r"] {
        let text = format!("h,i{end}\"two{end}lines\",x{end}{end}last,y{end}");
        for pieces in [1, 3, 7, text.len()] {
            let (rows, issues) = scan_in(&text, pieces);
            let lines: Vec<u64> = rows.iter().map(|(line, _)| *line).collect();
            assert_eq!((lines, issues.len()), (vec![1, 2, 4, 5], 0), "{end:?} in {pieces}");
        }
    }
}

#[test]
fn an_unclosed_quote_is_told_where_it_opens_and_swallows_nothing() {
    let (rows, issues) = scan_in("a,b\n1,\"open\n2,x\n3,y\n", 1);
    assert_eq!(cells(&rows), [vec!["a", "b"], vec!["1", "\"open"], vec!["2", "x"], vec!["3", "y"]]);
    assert_eq!(issues, [(IssueKind::UnclosedQuote, 1, 1, 2)]);
    // The next quote of the file is the start of a sound cell, not the end of this one.
    let (rows, issues) = scan_in("a,b\n1,\"open\n2,\"x, y\"\n3,z\n", 1);
    assert_eq!(cells(&rows), [vec!["a", "b"], vec!["1", "\"open"], vec!["2", "x, y"], vec!["3", "z"]]);
    assert_eq!(issues, [(IssueKind::UnclosedQuote, 1, 1, 2)]);
}

#[test]
fn text_behind_a_quote_is_kept_and_told() {
    let (rows, issues) = scan_in("a,\"5\" pot\",c\n", 1);
    assert_eq!(cells(&rows), [vec!["a", "5 pot\"", "c"]]);
    assert_eq!(issues, [(IssueKind::TextAfterQuote, 0, 1, 1)]);
}

proptest! {
    #[test]
    fn sound_files_read_as_the_csv_crate_writes_them(
        table in prop::collection::vec(prop::collection::vec("[a-z ,\"\n\r\té☃]{0,70}", 3), 1..12),
        pieces in 1_usize..9,
    ) {
        let mut writer = csv::WriterBuilder::new().from_writer(Vec::new());
        for row in &table {
            writer.write_record(row).unwrap();
        }
        let text = String::from_utf8(writer.into_inner().unwrap()).unwrap();
        let (rows, issues) = scan_in(&text, pieces);
        prop_assert_eq!(cells(&rows), table);
        prop_assert!(issues.is_empty());
    }

    #[test]
    fn the_same_rows_come_out_whole_or_in_pieces(text in "[a,\"\n\ré]{0,200}", pieces in 1_usize..40) {
        prop_assert_eq!(scan_in(&text, 1), scan_in(&text, pieces));
    }
}
