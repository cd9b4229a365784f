//! Where results go: standard output, or a file that appears whole or not at all.

use std::io::{self, BufWriter, Write};
use std::path::{Path, PathBuf};

use anyhow::{Context, Result};
use tempfile::NamedTempFile;

/// Standard output or a file.
pub enum Output {
    /// Standard output, without colours where it is no terminal.
    Standard(BufWriter<anstream::AutoStream<io::Stdout>>),
    /// A file beside its final place, to be renamed over it.
    File(BufWriter<NamedTempFile>, PathBuf),
}

impl Output {
    /// Opens the output; a file is written beside its place first.
    pub fn open(path: Option<&Path>) -> Result<Output> {
        let Some(path) = path else {
            return Ok(Output::Standard(BufWriter::new(anstream::AutoStream::auto(io::stdout()))));
        };
        let folder = path.parent().filter(|folder| !folder.as_os_str().is_empty()).unwrap_or(Path::new("."));
        let file = NamedTempFile::new_in(folder).with_context(|| format!("{} cannot be written", path.display()))?;
        Ok(Output::File(BufWriter::new(file), path.to_owned()))
    }

    /// Writes bytes that are no text as they are.
    pub fn write_bytes(&mut self, bytes: &[u8]) -> io::Result<()> {
        match self {
            Output::Standard(out) => out.write_all(bytes),
            Output::File(out, _) => out.write_all(bytes),
        }
    }

    /// Puts everything in its place.
    pub fn finish(self) -> Result<()> {
        match self {
            Output::Standard(mut out) => out.flush()?,
            Output::File(out, path) => {
                let file = out.into_inner().map_err(io::IntoInnerError::into_error)?;
                file.persist(&path)
                    .map_err(|error| error.error)
                    .with_context(|| format!("{} cannot be written", path.display()))?;
            }
        }
        Ok(())
    }
}

impl Write for Output {
    fn write(&mut self, bytes: &[u8]) -> io::Result<usize> {
        match self {
            Output::Standard(out) => out.write(bytes),
            // Colours are for terminals only.
            Output::File(out, _) => {
                let plain = anstream::adapter::strip_bytes(bytes).into_vec();
                out.write_all(&plain)?;
                Ok(bytes.len())
            }
        }
    }

    fn flush(&mut self) -> io::Result<()> {
        match self {
            Output::Standard(out) => out.flush(),
            Output::File(out, _) => out.flush(),
        }
    }
}

/// Whether whoever read our output has gone, as `head` does: no error.
pub fn is_closed_pipe(error: &anyhow::Error) -> bool {
    error
        .chain()
        .any(|cause| cause.downcast_ref::<io::Error>().is_some_and(|error| error.kind() == io::ErrorKind::BrokenPipe))
}
