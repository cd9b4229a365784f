//! Where findings about a file or a sheet as a whole go.

use std::sync::Arc;

use super::cell::Found;
use super::verdicts::file_verdict;
use crate::finding::{Code, Finding, Place, Sink, Verdict};

/// Where findings about a file or a sheet as a whole go.
pub(super) struct Told<'t> {
    pub file: usize,
    pub sheet: Option<Arc<str>>,
    pub sink: &'t mut dyn Sink,
    pub stopped: bool,
}

impl Told<'_> {
    /// Hands findings about the file as a whole on.
    pub fn about_file(&mut self, verdicts: Vec<Arc<Verdict>>) {
        for verdict in verdicts {
            self.emit(verdict, Place::default(), None);
        }
    }

    /// Hands one finding on.
    pub fn emit(&mut self, verdict: Arc<Verdict>, place: Place, value: Option<Box<str>>) {
        if !self.stopped {
            let finding = Finding { file: self.file, sheet: self.sheet.clone(), verdict, place, key: None, value };
            self.stopped = self.sink.take(finding).is_break();
        }
    }

    /// Says something about the file or sheet as a whole.
    pub fn say(&mut self, code: &'static Code, message: String) {
        self.emit(file_verdict(code, "", Found::new(code, message)), Place::default(), None);
    }
}
