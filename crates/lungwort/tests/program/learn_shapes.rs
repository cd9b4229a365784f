//! What a template says of whole rows and of groups of them: it is offered, and a yes makes it count.

use crate::support::Folder;
use lungwort_core::rulebook::questions::{Said, answered, questions};

#[test]
fn an_action_column_and_sums_that_balance_are_offered() {
    let folder = Folder::new();
    folder.write(
        "t.csv",
        "# Action: New, Change or Withdraw\n# Debits of each movement must equal its credits.\nAction,Movement,Debit,Credit\n",
    );
    let learned = folder.run(&["learn", "t.csv", "-o", "t.rulebook.toml"]);
    assert_eq!(learned.status, 0, "{}", learned.stderr);
    assert!(learned.stdout.contains("Action: does it say what each row asks for?"), "{}", learned.stdout);
    let path = folder.path().join("t.rulebook.toml");
    let mut text = std::fs::read_to_string(&path).unwrap();
    // One of a few values is no key.
    assert!(text.contains("key = [\"movement\"]"), "{text}");
    let asked: Vec<String> = questions(&text).into_iter().map(|question| question.words).collect();
    for words in [
        "Does Action say what each row asks for?",
        "Does this hold over the rows of each Movement: the sum of Debit = the sum of Credit?",
    ] {
        assert!(asked.iter().any(|one| one == words), "{asked:#?}");
        let open = questions(&text).into_iter().find(|question| question.words == words).unwrap();
        text = answered(&text, &open, Said::Yes, "the test").unwrap();
    }
    folder.write("t.rulebook.toml", text);
    let template = std::fs::read_to_string(folder.path().join("t.csv")).unwrap();
    folder.write("data.csv", format!("{template}New,M1,5,4\nDrop,M2,1,1\n"));
    let found = folder.check(&[]).codes();
    assert_eq!(found, ["off-list", "group-broken"]);
}

#[test]
fn places_of_the_template_that_do_not_agree_are_both_shown() {
    let folder = Folder::new();
    folder.write("t.csv", "# Weight: at most 10\n# Weight is never more than 5.\n# Weight: at most 10\nLot,Weight\n");
    let learned = folder.run(&["learn", "t.csv", "-o", "t.rulebook.toml"]);
    let said = learned.stdout.split_whitespace().collect::<Vec<_>>().join(" ");
    assert!(
        said.contains(
            "Weight: two places of the template do not agree: max = 10 (row 1: Weight: at most 10), and 5 (row 2: Weight is never more than 5.); the first counts, and the second is stricter"
        ),
        "{}",
        learned.stdout
    );
    assert_eq!(said.matches("do not agree").count(), 1);
}
