//! Rulebooks of every kind of brokenness are read to the end, and nothing right in them is lost.

use proptest::prelude::*;

use super::*;
use crate::rulebook::written::WrittenAllowed;

const SOUND: &str = include_str!("../../../../../examples/accessions.rulebook.toml");

fn read_text(text: &str) -> (Option<WrittenRulebook>, Vec<Mistake>) {
    let mut mistakes = Vec::new();
    let (written, _) = read(text, &mut mistakes);
    (written, mistakes)
}

#[test]
fn a_sound_rulebook_is_read_whole() {
    let (written, mistakes) = read_text(SOUND);
    assert!(mistakes.is_empty(), "{mistakes:?}");
    let written = written.unwrap();
    assert_eq!((written.sheet[0].column.len(), written.sheet[0].rule.len(), written.sheet[0].figure.len()), (24, 8, 3));
    let codes = written.sheet[0].column[4].allowed.clone().unwrap();
    let WrittenAllowed::Codes(codes) = codes else { panic!("codes with meanings") };
    assert_eq!(codes.keys().collect::<Vec<_>>(), ["W", "C", "U"]);
}

#[test]
fn one_bad_entry_takes_nothing_else_with_it() {
    let text = SOUND.replace("max_rows  = 300", "max_rows = \"many\"").replace("places  = 3", "places = true\nfoo = 1");
    let (written, mistakes) = read_text(&text);
    assert_eq!(mistakes.len(), 3, "{mistakes:?}");
    let written = written.unwrap();
    assert_eq!((written.sheet[0].column.len(), written.file.max_rows), (24, None));
    assert!(
        written.sheet[0]
            .column
            .iter()
            .any(|column| column.heading.first() == "Weight in grams" && column.places.is_none())
    );
}

#[test]
fn an_element_that_lacks_what_it_must_have_is_left_out_alone() {
    let text = "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{ heading = 'A' }, { name = 'b' }, { heading = 'C' }]\n[[sheet.figure]]\nlabel = 'x'\n[[sheet.figure]]\nlabel = 'y'\nvalue = 'COUNT(*)'\n";
    let (written, mistakes) = read_text(text);
    let messages: Vec<_> = mistakes.iter().map(|mistake| mistake.message.as_str()).collect();
    assert_eq!(messages, ["heading is missing here", "value is missing here"]);
    let written = written.unwrap();
    let headings: Vec<_> = written.sheet[0].column.iter().map(|column| column.heading.first()).collect();
    assert_eq!((headings, written.sheet[0].figure.len()), (vec!["A", "C"], 1));
}

#[test]
fn every_mistake_points_into_the_text() {
    let text = SOUND.replace("heading", "haeding").replace("required = true", "required = 1");
    let (_, mistakes) = read_text(&text);
    assert!(mistakes.len() > 30, "{}", mistakes.len());
    assert!(mistakes.iter().all(|mistake| text.get(mistake.span.clone()).is_some_and(|part| !part.is_empty())));
}

#[test]
fn bounds_are_taken_as_written() {
    let column = |min: &str| {
        let text = format!("[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [{{ heading = 'A', min = {min} }}]\n");
        read_text(&text).0.unwrap().sheet.remove(0).column.remove(0).min.unwrap().0
    };
    for (written, kept) in [
        ("0.1", "0.1"),
        ("-5", "-5"),
        ("1_000", "1000"),
        ("'today'", "today"),
        ("2026-03-05", "2026-03-05"),
        ("0.30", "0.3"),
    ] {
        assert_eq!(column(written), kept);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]
    /// Lines left out, doubled and swapped: always an end, and never a panic.
    #[test]
    fn shuffled_rulebooks_are_survived(picks in prop::collection::vec(0_usize..230, 0..60)) {
        let lines: Vec<&str> = SOUND.lines().collect();
        let text: String = picks.iter().filter_map(|at| lines.get(*at)).map(|line| format!("{line}\n")).collect();
        let (_, mistakes) = read_text(&text);
        prop_assert!(mistakes.iter().all(|mistake| mistake.span.end <= text.len()));
    }

    #[test]
    fn any_text_is_survived(text in "[a-z\\[\\]{}=\"'#.,0-9\n \u{e9}]{0,160}") {
        let (_, mistakes) = read_text(&text);
        prop_assert!(mistakes.iter().all(|mistake| !mistake.message.is_empty()));
    }
}
