//! The open questions of a drafted rulebook: asked on a terminal, and left open where there is none.

use std::io::{Read, Write};
use std::sync::{Arc, Mutex};
use std::time::{Duration, Instant};

use crate::support::Folder;
use portable_pty::{CommandBuilder, PtySize, native_pty_system};

const TEMPLATE: &str = "Lot,Grams,Box\n";

/// Accepted rows from which guesses come: every cell filled, boxes of three kinds.
fn accepted() -> String {
    let row = |at: u32| format!("L-{at:04},{},{}\n", at * 3, ["B1", "B2", "C1"][at as usize % 3]);
    format!("{TEMPLATE}{}", (1..=60).map(row).collect::<String>())
}

fn folder() -> Folder {
    let folder = Folder::new();
    folder.write("template.csv", TEMPLATE);
    folder.write("accepted.csv", accepted());
    folder
}

/// Runs the program on a terminal and answers each question as it comes; returns all that was on the screen.
fn on_a_terminal(folder: &Folder, arguments: &[&str], answers: &[&str]) -> String {
    let size = PtySize { rows: 60, cols: 120, pixel_width: 0, pixel_height: 0 };
    let pair = native_pty_system().openpty(size).unwrap();
    let mut command = CommandBuilder::new(env!("CARGO_BIN_EXE_lungwort"));
    command.args(arguments);
    command.cwd(folder.path());
    command.env("TERM", "xterm");
    command.env("USER", "mara");
    let mut child = pair.slave.spawn_command(command).unwrap();
    drop(pair.slave);
    let (mut reader, mut writer) = (pair.master.try_clone_reader().unwrap(), pair.master.take_writer().unwrap());
    let screen = Arc::new(Mutex::new(String::new()));
    let seen = Arc::clone(&screen);
    let reading = std::thread::spawn(move || {
        let mut bytes = [0; 4096];
        while let Ok(count) = reader.read(&mut bytes) {
            if count == 0 {
                break;
            }
            seen.lock().unwrap().push_str(&String::from_utf8_lossy(&bytes[..count]));
        }
    });
    for (number, answer) in answers.iter().enumerate() {
        let since = Instant::now();
        while screen.lock().unwrap().matches("[later]: ").count() <= number && since.elapsed() < Duration::from_secs(20)
        {
            std::thread::sleep(Duration::from_millis(10));
        }
        write!(writer, "{answer}\r").unwrap();
        // The prompt is drawn once more with the answer in it.
        std::thread::sleep(Duration::from_millis(200));
    }
    child.wait().unwrap();
    drop(writer);
    drop(pair.master);
    reading.join().unwrap();
    screen.lock().unwrap().clone()
}

#[test]
fn questions_are_asked_one_at_a_time_and_the_answers_kept() {
    let folder = folder();
    let screen = on_a_terminal(
        &folder,
        &["learn", "template.csv", "--sample", "accepted.csv", "-o", "t.rulebook.toml", "--today", "2026-11-26"],
        &["yes", "stop"],
    );
    assert!(screen.contains("the most consequential first"), "{screen}");
    assert!(screen.contains("Is Lot always required?"), "{screen}");
    assert!(screen.contains("filled in 60 of 60 rows"), "{screen}");
    assert!(screen.contains("If yes, a row without it is refused"), "{screen}");
    assert!(screen.contains("1 answer kept in t.rulebook.toml"), "{screen}");
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("confirmed by mara on 2026-11-26: filled in 60 of 60 rows"), "{text}");
    // The rest goes on another day: what is answered is not asked again.
    let open = folder.run(&["learn", "--resume", "t.rulebook.toml"]).stdout;
    assert!(!open.contains("Is Lot always required?") && open.contains("Is Grams always required?"), "{open}");
    let screen =
        on_a_terminal(&folder, &["learn", "--resume", "t.rulebook.toml", "--today", "2026-11-27"], &["n", "stop"]);
    assert!(screen.contains("Is Grams always required?"), "{screen}");
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("declined by mara on 2026-11-27"), "{text}");
    let check = |rows: &str| {
        folder.write("data.csv", format!("{TEMPLATE}{rows}"));
        folder.run(&["check", "data.csv", "-r", "t.rulebook.toml", "--format", "json"]).codes()
    };
    assert_eq!(check("L-0001,,B1\n"), [] as [&str; 0]);
    assert!(check(",3,B1\nL-0002,,B1\n").contains(&"missing-value".to_owned()));
}

#[test]
fn without_a_terminal_or_where_nobody_wants_to_be_asked_they_stay_open() {
    let folder = folder();
    let arguments = ["learn", "template.csv", "--sample", "accepted.csv", "-o", "t.rulebook.toml"];
    let ran = folder.run(&arguments);
    assert_eq!(ran.status, 0);
    assert!(ran.stdout.contains("lungwort learn --resume t.rulebook.toml"), "{}", ran.stdout);
    let before = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(before.contains("# confirm: ") || before.contains("  # confirm: "), "{before}");
    let ran = folder.run(&["learn", "--resume", "t.rulebook.toml"]);
    assert_eq!(ran.status, 0);
    assert!(
        ran.stdout.contains("questions are open") && ran.stdout.contains("Is Lot always required?"),
        "{}",
        ran.stdout
    );
    assert_eq!(std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap(), before);
    let screen = on_a_terminal(&folder, &[&arguments[..], &["--force", "--no-ask"]].concat(), &[]);
    assert!(!screen.contains("[later]") && screen.contains("--resume"), "{screen}");
    let ran = folder.run(&["learn", "--resume", "none.rulebook.toml"]);
    assert_eq!(ran.status, 2);
    assert!(ran.stderr.contains("none.rulebook.toml cannot be read"), "{}", ran.stderr);
}

#[test]
fn rows_are_shown_and_other_words_asked_again() {
    let folder = folder();
    let arguments = ["learn", "template.csv", "--sample", "accepted.csv", "-o", "t.rulebook.toml"];
    let screen = on_a_terminal(&folder, &arguments, &["rows", "maybe", "stop"]);
    assert!(screen.contains("1 ×") && screen.contains("\"L-0001\""), "{screen}");
    assert!(screen.contains("\"maybe\" is none of yes, no, later, rows and stop"), "{screen}");
}

#[test]
fn a_new_edition_keeps_what_was_confirmed_and_says_what_it_changes() {
    let folder = folder();
    let learned = folder.run(&["learn", "template.csv", "--sample", "accepted.csv", "-o", "old.rulebook.toml"]);
    assert_eq!(learned.status, 0);
    on_a_terminal(&folder, &["learn", "--resume", "old.rulebook.toml", "--today", "2026-11-26"], &["yes", "stop"]);
    let old = std::fs::read_to_string(folder.path().join("old.rulebook.toml")).unwrap();
    folder.write(
        "old.rulebook.toml",
        old.replace("heading  = \"Box\"", "heading  = \"Box\"\nhelp = \"Where it stands.\""),
    );
    folder.write("next.csv", "Lot,Box,Kept by\n");
    let ran = folder.run(&["learn", "next.csv", "--onto", "old.rulebook.toml", "-o", "new.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let new = std::fs::read_to_string(folder.path().join("new.rulebook.toml")).unwrap();
    assert!(new.contains("confirmed by mara on 2026-11-26: filled in 60 of 60 rows"), "{new}");
    assert!(new.contains("Where it stands."), "{new}");
    let flat = ran.stdout.split_whitespace().collect::<Vec<_>>().join(" ");
    assert!(flat.contains("the new template has no longer Grams"), "{flat}");
    assert!(flat.contains("What the new edition changes") && flat.contains("Kept by"), "{flat}");
    // The old rulebook is read, and never written over.
    let ran = folder.run(&["learn", "next.csv", "--onto", "old.rulebook.toml", "-o", "old.rulebook.toml", "--force"]);
    assert!(ran.status == 2 && ran.stderr.contains("the older rulebook"), "{}", ran.stderr);
}
