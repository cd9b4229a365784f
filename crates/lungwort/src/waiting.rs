//! Text that waits until what comes before it is known: the counts, the verdict.

use std::io::{self, BufWriter, Read, Seek, Write};

use tempfile::SpooledTempFile;

/// What is kept in memory; more goes to a temporary file.
const IN_MEMORY: usize = 1 << 20;

/// Text on its way into memory, or into a temporary file where it is long. Reports come in many small pieces, so they are collected:
/// each would be a call of the system otherwise.
pub struct Waiting(BufWriter<SpooledTempFile>);

impl Waiting {
    pub fn new() -> Waiting {
        Waiting(BufWriter::with_capacity(1 << 16, SpooledTempFile::new(IN_MEMORY)))
    }

    /// What has been written so far, from its beginning.
    ///
    /// # Errors
    ///
    /// Where the temporary file cannot be written or read.
    pub fn read(&mut self) -> io::Result<impl Read> {
        self.0.flush()?;
        let file = self.0.get_mut();
        file.rewind()?;
        Ok(file)
    }

    /// Hands all of it on.
    ///
    /// # Errors
    ///
    /// Where the temporary file cannot be read, or `out` not be written.
    pub fn copy_to(&mut self, out: &mut dyn Write) -> io::Result<()> {
        io::copy(&mut self.read()?, out).map(drop)
    }
}

impl Write for Waiting {
    fn write(&mut self, bytes: &[u8]) -> io::Result<usize> {
        self.0.write(bytes)
    }

    fn flush(&mut self) -> io::Result<()> {
        self.0.flush()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_waits_comes_back_whole_and_as_often_as_asked() {
        for lines in [0, 3, IN_MEMORY / 4] {
            let mut waiting = Waiting::new();
            (0..lines).for_each(|line| writeln!(waiting, "line {line}").unwrap());
            let expected: String = (0..lines).map(|line| format!("line {line}\n")).collect();
            for _ in 0..2 {
                let mut text = Vec::new();
                waiting.copy_to(&mut text).unwrap();
                assert!(text == expected.as_bytes(), "{lines} lines");
            }
        }
    }
}
