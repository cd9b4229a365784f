//! Where results go: nothing that is read is written over, nothing that is there is replaced unasked, and what is
//! written can be read by whoever could read what was there.

use std::fs;

use crate::support::{Folder, books};

const RULES: &str = "[template]\nfile = 'blank.xlsx'\n[reference.taxa]\nfile = 'taxa.csv'\n[[sheet]]\ncolumn = [\
    { heading = 'Id', required = true }, { heading = 'Taxon', allowed = { reference = 'taxa' } }]";

fn folder() -> Folder {
    let folder = Folder::with(RULES, "Id,Taxon\n1,Primula\n");
    folder.write("taxa.csv", "Taxon\nPrimula\n");
    folder.write("blank.xlsx", books::table("Seeds", "Id|Taxon"));
    folder.write("new.xlsx", books::table("Lots", "Id|Taxon|Lot|Collected on|Weight"));
    folder
}

fn bytes(folder: &Folder, name: &str) -> Vec<u8> {
    fs::read(folder.path().join(name)).unwrap()
}

#[test]
fn no_input_is_ever_written_over() {
    let folder = folder();
    fs::hard_link(folder.path().join("data.csv"), folder.path().join("same.csv")).unwrap();
    let names = ["data.csv", "same.csv", "t.rulebook.toml", "taxa.csv", "blank.xlsx"];
    let before: Vec<Vec<u8>> = names.iter().map(|name| bytes(&folder, name)).collect();
    for force in [&["--force"][..], &[]] {
        for (arguments, what) in [
            (
                &["check", "data.csv", "--format", "text", "-o", "data.csv"][..],
                "--format text does not go with data.csv",
            ),
            (&["check", "data.csv", "-o", "data.csv"], "data.csv is a file that is checked"),
            (&["check", "data.csv", "-o", "./same.csv"], "same.csv is a file that is checked"),
            (&["check", "data.csv", "--format", "csv", "-o", "t.rulebook.toml"], "t.rulebook.toml is the rulebook"),
            (&["check", "data.csv", "-o", "taxa.csv"], "taxa.csv is a reference of the rulebook"),
            (&["check", "data.csv", "--format", "csv", "-o", "data.csv"], "data.csv is a file that is checked"),
            (&["learn", "blank.xlsx", "-o", "blank.xlsx"], "blank.xlsx is the template"),
            (&["learn", "blank.xlsx", "--sample", "data.csv", "-o", "data.csv"], "data.csv is an accepted file"),
            (
                &["template", "t.rulebook.toml", "-o", "blank.xlsx"],
                "blank.xlsx is the template that the rulebook names",
            ),
            (&["template", "t.rulebook.toml", "-o", "taxa.csv"], "taxa.csv is a reference of the rulebook"),
        ] {
            let ran = folder.run(&[arguments, force].concat());
            assert_eq!(ran.status, 2, "{arguments:?}");
            assert!(ran.stderr.contains(what), "{arguments:?}: {}", ran.stderr);
        }
    }
    assert_eq!(names.iter().map(|name| bytes(&folder, name)).collect::<Vec<_>>(), before);
}

#[test]
fn an_output_that_exists_is_replaced_only_with_force() {
    let folder = folder();
    for (arguments, name) in [
        (&["check", "data.csv", "-o", "old.txt"][..], "old.txt"),
        (&["learn", "new.xlsx", "-o", "old.rulebook.toml"], "old.rulebook.toml"),
        (&["learn", "new.xlsx"], "new.rulebook.toml"),
        (&["template", "t.rulebook.toml", "-o", "filled.csv"], "filled.csv"),
        (&["demo", "samples"], "samples/taxa.csv"),
    ] {
        folder.write(name, "work of an afternoon");
        let ran = folder.run(arguments);
        assert_eq!(ran.status, 2, "{arguments:?}");
        assert!(ran.stderr.contains("exists already") && ran.stderr.contains("--force"), "{}", ran.stderr);
        assert_eq!(bytes(&folder, name), b"work of an afternoon", "{arguments:?}");
        let ran = folder.run(&[arguments, &["--force"]].concat());
        assert_eq!(ran.status, 0, "{arguments:?}: {}", ran.stderr);
        assert_ne!(bytes(&folder, name), b"work of an afternoon", "{arguments:?}");
    }
}

#[test]
fn the_ending_of_the_output_decides_the_form() {
    let folder = folder();
    for (name, begins) in
        [("a.csv", "\u{feff}File,"), ("a.json", "{"), ("a.jsonl", "{\""), ("a.txt", "READY"), ("a", "READY")]
    {
        let ran = folder.run(&["check", "data.csv", "-o", name]);
        assert_eq!(ran.status, 0, "{}", ran.stderr);
        let text = fs::read_to_string(folder.path().join(name)).unwrap();
        assert!(text.starts_with(begins), "{name}: {text}");
    }
    for (arguments, what) in [
        (&["--format", "json", "-o", "b.csv"][..], "--format json does not go with b.csv"),
        (&["-o", "b.ods"], "no report is written as .ods"),
        (&["-o", "no/such/folder/b.csv"], "no/such/folder/b.csv cannot be written: there is no such folder"),
        (&["-o", "samples"], "samples is a folder"),
    ] {
        fs::create_dir_all(folder.path().join("samples")).unwrap();
        let ran = folder.run(&[&["check", "data.csv"], arguments].concat());
        assert_eq!(ran.status, 2);
        assert!(ran.stderr.contains(what), "{}", ran.stderr);
        assert!(!ran.stderr.contains("os error") && !ran.stderr.contains(".tmp"), "{}", ran.stderr);
    }
}

#[cfg(unix)]
mod unix {
    use std::io::Read;
    use std::os::unix::fs::{PermissionsExt, symlink};
    use std::process::{Command, Stdio};

    use super::*;

    fn mode(folder: &Folder, name: &str) -> u32 {
        fs::metadata(folder.path().join(name)).unwrap().permissions().mode() & 0o777
    }

    #[test]
    fn colleagues_can_read_what_is_written() {
        let folder = folder();
        let plain = folder.path().join("plain");
        fs::File::create(plain).unwrap();
        for (arguments, name) in [
            (&["check", "data.csv", "-o", "findings.csv"][..], "findings.csv"),
            (&["learn", "new.xlsx"], "new.rulebook.toml"),
            (&["template", "t.rulebook.toml", "-o", "made.xlsx"], "made.xlsx"),
            (&["demo", "samples"], "samples/taxa.csv"),
        ] {
            assert_eq!(folder.run(arguments).status, 0, "{arguments:?}");
            assert_eq!(mode(&folder, name), mode(&folder, "plain"), "{name}");
        }
        let path = folder.path().join("findings.csv");
        fs::set_permissions(&path, fs::Permissions::from_mode(0o664)).unwrap();
        assert_eq!(folder.run(&["check", "data.csv", "-o", "findings.csv", "--force"]).status, 0);
        assert_eq!(mode(&folder, "findings.csv"), 0o664);
    }

    #[test]
    fn a_link_is_written_through() {
        let folder = folder();
        folder.write("shared/old.txt", "old");
        symlink("shared/old.txt", folder.path().join("link.txt")).unwrap();
        symlink("shared/new.txt", folder.path().join("dangling.txt")).unwrap();
        symlink("round.txt", folder.path().join("round.txt")).unwrap();
        for (link, target) in [("link.txt", "shared/old.txt"), ("dangling.txt", "shared/new.txt")] {
            let ran = folder.run(&["check", "data.csv", "-o", link, "--force"]);
            assert_eq!(ran.status, 0, "{}", ran.stderr);
            assert!(fs::symlink_metadata(folder.path().join(link)).unwrap().is_symlink());
            assert!(bytes(&folder, target).starts_with(b"READY"));
        }
        let ran = folder.run(&["check", "data.csv", "-o", "round.txt"]);
        assert!(ran.status == 2 && ran.stderr.contains("its links go in a circle"), "{}", ran.stderr);
        symlink("data.csv", folder.path().join("to-data.csv")).unwrap();
        let ran = folder.run(&["check", "data.csv", "-o", "to-data.csv", "--force"]);
        assert!(ran.status == 2 && ran.stderr.contains("to-data.csv is a file that is checked"), "{}", ran.stderr);
    }

    #[test]
    fn the_exit_status_is_the_verdict_also_when_nobody_reads_on() {
        let folder = folder();
        folder.write("data.csv", format!("Id,Taxon\n{}", ",Primla\n".repeat(20_000)));
        for form in ["csv", "jsonl", "text"] {
            let mut command = Command::new(env!("CARGO_BIN_EXE_lungwort"));
            command.current_dir(folder.path()).args(["check", "data.csv", "--by", "row", "--format", form]);
            let mut child = command.args(["--limit", "100000"]).stdout(Stdio::piped()).spawn().unwrap();
            let mut out = child.stdout.take().unwrap();
            out.read_exact(&mut [0; 10]).unwrap();
            drop(out);
            assert_eq!(child.wait().unwrap().code(), Some(1), "{form}");
        }
    }
}
