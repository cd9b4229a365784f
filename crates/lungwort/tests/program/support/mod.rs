//! A temporary folder to put files in, and the built program to run in it.
#![allow(dead_code, clippy::unwrap_used, clippy::expect_used)]

pub mod books;
pub mod limited;

use std::io::Write;
use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};

use tempfile::TempDir;

/// What a run came to.
#[derive(Debug)]
pub struct Ran {
    pub status: i32,
    pub stdout: String,
    pub stderr: String,
}

impl Ran {
    /// The json report.
    pub fn json(&self) -> serde_json::Value {
        serde_json::from_str(&self.stdout).unwrap_or_else(|error| panic!("{error}: {}{}", self.stdout, self.stderr))
    }

    /// Whether a text report finds nothing wrong but that there are no rows yet.
    pub fn says_nothing_is_filled(&self) -> bool {
        let only = self.stdout.lines().any(|line| line == "ERRORS (1)") && !self.stdout.contains("WARNINGS");
        self.status == 1 && only && self.stdout.starts_with("NOT READY: nothing is filled in yet")
    }

    /// The codes of a json report's causes.
    pub fn codes(&self) -> Vec<String> {
        let report = self.json();
        let causes = report["causes"].as_array().unwrap();
        causes.iter().map(|cause| cause["code"].as_str().unwrap().to_owned()).collect()
    }

    /// The findings of a json report as `code row column key`.
    pub fn places(&self) -> Vec<String> {
        let report = self.json();
        let say = |finding: &serde_json::Value| {
            let text = |key: &str| finding[key].as_str().unwrap_or("-").to_owned();
            format!("{} {} {} {}", text("code"), finding["row"].as_u64().unwrap_or(0), text("column"), text("key"))
        };
        report["findings"].as_array().unwrap().iter().map(say).collect()
    }

    /// The findings of a json report as `(code, row, message)`.
    pub fn findings(&self) -> Vec<(String, u64, String)> {
        let report = self.json();
        let list = report["findings"].as_array().unwrap();
        let text = |value: &serde_json::Value| value.as_str().unwrap_or_default().to_owned();
        list.iter()
            .map(|each| (text(&each["code"]), each["row"].as_u64().unwrap_or(0), text(&each["message"])))
            .collect()
    }
}

/// A folder of its own.
pub struct Folder {
    folder: TempDir,
}

impl Folder {
    pub fn new() -> Folder {
        Folder { folder: TempDir::new().unwrap() }
    }

    pub fn path(&self) -> &Path {
        self.folder.path()
    }

    /// Writes a file and returns its path.
    pub fn write(&self, name: &str, bytes: impl AsRef<[u8]>) -> PathBuf {
        let path = self.path().join(name);
        std::fs::create_dir_all(path.parent().unwrap()).unwrap();
        std::fs::write(&path, bytes).unwrap();
        path
    }

    /// Runs the program in the folder.
    pub fn run(&self, arguments: &[&str]) -> Ran {
        self.run_with(arguments, None)
    }

    /// The bytes that the program writes to standard output.
    pub fn run_bytes(&self, arguments: &[&str]) -> Vec<u8> {
        let mut command = Command::new(env!("CARGO_BIN_EXE_lungwort"));
        command.current_dir(self.path()).args(arguments).output().unwrap().stdout
    }

    /// Runs the program in the folder with that on its standard input.
    pub fn run_with(&self, arguments: &[&str], input: Option<&[u8]>) -> Ran {
        let mut command = Command::new(env!("CARGO_BIN_EXE_lungwort"));
        command
            .current_dir(self.path())
            .args(arguments)
            .env_remove("NO_COLOR")
            .env_remove("CLICOLOR_FORCE")
            .env_remove("COLUMNS");
        command.stdin(if input.is_some() { Stdio::piped() } else { Stdio::null() });
        let mut child = command.stdout(Stdio::piped()).stderr(Stdio::piped()).spawn().unwrap();
        if let Some(input) = input {
            child.stdin.take().unwrap().write_all(input).unwrap();
        }
        let output = child.wait_with_output().unwrap();
        Ran {
            status: output.status.code().expect("the program ended by itself"),
            stdout: String::from_utf8(output.stdout).unwrap(),
            stderr: String::from_utf8(output.stderr).unwrap(),
        }
    }

    /// Checks `data.csv` by `t.rulebook.toml`, as json, on a fixed day.
    pub fn check(&self, extra: &[&str]) -> Ran {
        let usual = ["check", "data.csv", "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"];
        self.run(&[&usual, extra].concat())
    }

    /// The same, held to be the same however many rows are judged at a time.
    pub fn check_in_pieces(&self) -> Ran {
        let whole = self.check(&[]);
        for (rows, threads) in [("1", "1"), ("1", "8"), ("2", "3"), ("3", "8")] {
            assert_eq!(
                self.check(&["--chunk-rows", rows, "--threads", threads]).stdout,
                whole.stdout,
                "{rows} {threads}"
            );
        }
        whole
    }

    /// A folder with a rulebook of these lines under `[[sheet]]` and a data file.
    pub fn with(sheet: &str, data: impl AsRef<[u8]>) -> Folder {
        let folder = Folder::new();
        folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = \"Test\"\n{sheet}\n"));
        folder.write("data.csv", data);
        folder
    }
}
