//! Where findings about a file or a sheet as a whole go.

use std::sync::Arc;

use crate::check::problem::file_problem;
use crate::finding::CellProblem;
use crate::finding::{Address, Code, Finding, Place, Problem, Sink};

/// Where findings about a file or a sheet as a whole go.
pub(crate) struct Reporter<'t> {
    pub file: usize,
    pub sheet: Option<Arc<str>>,
    pub sink: &'t mut dyn Sink,
    pub stopped: bool,
}

impl Reporter<'_> {
    /// Hands findings about the file as a whole on.
    pub fn about_file(&mut self, problems: Vec<Arc<Problem>>) {
        for problem in problems {
            self.emit(problem, Place::default(), None);
        }
    }

    /// Hands one finding on.
    pub fn emit(&mut self, problem: Arc<Problem>, place: Place, value: Option<Box<str>>) {
        if !self.stopped {
            let address = Address { file: self.file, sheet: self.sheet.clone(), place };
            let finding = Finding { address, problem, key: None, value, rows: None };
            self.stopped = self.sink.take(finding).is_break();
        }
    }

    /// Says something about the file or sheet as a whole.
    pub fn say(&mut self, code: &'static Code, message: String) {
        self.emit(file_problem(code, "", CellProblem::new(code, message)), Place::default(), None);
    }
}
