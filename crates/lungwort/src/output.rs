//! Where results go: standard output, or a file that appears whole or not at all, and never in place of an input.

use std::fs::{self, File, OpenOptions};
use std::io::{self, BufWriter, Write};
use std::path::{Path, PathBuf};
use std::sync::{Mutex, Once};

use anyhow::{Result, anyhow, bail};
use clap::Args;
use lungwort_core::intake::io_words;
use tempfile::NamedTempFile;

use crate::style;

/// Links that are followed one after the other before it is said that they go in a circle.
const MOST_LINKS: usize = 40;

/// Whether a file that is there already may be replaced: the same option for every command that writes one.
#[derive(Debug, Clone, Copy, Default, Args)]
pub struct ForceArgument {
    /// Replace the output where it exists already
    #[arg(long)]
    pub force: bool,
}

/// Where a result is to go, and which files it must not take the place of.
pub struct Destination<'d> {
    path: &'d Path,
    force: bool,
    inputs: Vec<(&'static str, PathBuf)>,
}

impl<'d> Destination<'d> {
    /// A file of that path.
    pub fn new(path: &'d Path, force: ForceArgument) -> Destination<'d> {
        Destination { path, force: force.force, inputs: Vec::new() }
    }

    /// A file that is read and must stay as it is, and what it is called in a message.
    pub fn keep(mut self, what: &'static str, path: &Path) -> Destination<'d> {
        self.inputs.push((what, path.to_owned()));
        self
    }

    /// Opens it: a file is written beside its place first.
    ///
    /// # Errors
    /// Where it is an input, where it exists already and may not be replaced, and where it cannot be written.
    pub fn open(self) -> Result<Output> {
        let path = self.path;
        for (what, input) in &self.inputs {
            if same_file::is_same_file(path, input).unwrap_or(false) {
                bail!("{} is {what}, and no input is ever written over; give the output another name", path.display());
            }
        }
        match fs::metadata(path) {
            Ok(about) if about.is_dir() => bail!("{} is a folder; name a file in it", path.display()),
            // A pipe or a screen cannot appear as a whole, and must not be taken away.
            Ok(about) if !about.is_file() => {
                let file = OpenOptions::new().write(true).open(path).map_err(|error| cannot(path, &error))?;
                Ok(Output { to: To::Stream(BufWriter::new(file), path.to_owned()), is_text: true })
            }
            Ok(_) if !self.force => {
                bail!("{} exists already; give another name, or add --force to replace it", path.display())
            }
            found => {
                let place = behind_links(path)?;
                let file = beside(&place).map_err(|error| cannot(path, &error))?;
                if let Ok(about) = found {
                    // Whoever could read the old one can read the new one.
                    file.as_file().set_permissions(about.permissions()).map_err(|error| cannot(path, &error))?;
                }
                Ok(Output { to: To::File(BufWriter::new(file), place, path.to_owned()), is_text: true })
            }
        }
    }
}

fn cannot(path: &Path, error: &io::Error) -> anyhow::Error {
    let why = match error.kind() {
        io::ErrorKind::NotFound => "there is no such folder".to_owned(),
        _ => io_words(error),
    };
    anyhow!("{} cannot be written: {why}", path.display())
}

/// The file that a link leads to, also where that is not there yet.
fn behind_links(path: &Path) -> Result<PathBuf> {
    let mut place = path.to_owned();
    for _ in 0..MOST_LINKS {
        let Ok(target) = fs::read_link(&place) else { return Ok(place) };
        place = place.parent().unwrap_or(Path::new("")).join(target);
    }
    bail!("{} cannot be written: its links go in a circle", path.display())
}

/// A new file in the folder of another, with the mode that new files have there.
fn beside(place: &Path) -> io::Result<NamedTempFile> {
    let folder = place.parent().filter(|folder| !folder.as_os_str().is_empty()).unwrap_or(Path::new("."));
    let mut builder = tempfile::Builder::new();
    take_away_when_stopped();
    #[cfg(unix)]
    let builder = {
        use std::os::unix::fs::PermissionsExt;
        builder.permissions(fs::Permissions::from_mode(0o666))
    };
    let file = builder.tempfile_in(folder)?;
    if let Ok(mut open) = UNFINISHED.lock() {
        open.push(file.path().to_owned());
    }
    Ok(file)
}

/// Files that are being written beside their places.
static UNFINISHED: Mutex<Vec<PathBuf>> = Mutex::new(Vec::new());

/// Sees to it that no half of a file is left when the program is stopped from outside (Ctrl-C, or a signal to end).
fn take_away_when_stopped() {
    static ONCE: Once = Once::new();
    ONCE.call_once(|| {
        // Where another handler is set already, what it does is all that happens.
        let _ = ctrlc::set_handler(|| {
            for path in UNFINISHED.lock().map(|open| open.clone()).unwrap_or_default() {
                let _ = fs::remove_file(path);
            }
            std::process::exit(STOPPED);
        });
    });
}

/// The exit status of a program that was stopped with Ctrl-C, as shells have it.
const STOPPED: i32 = 130;

/// Says something beside the results, on standard error. Nobody may be listening, which is no reason to break off.
pub fn say(text: &str) {
    let mut out = anstream::AutoStream::auto(io::stderr());
    let _ = out.write_all(style::on_screen(text).as_bytes());
    let _ = out.flush();
}

/// The same, formatted, with a line end.
macro_rules! note {
    ($($what:tt)*) => {
        $crate::output::say(&format!("{}\n", format_args!($($what)*)))
    };
}
pub(crate) use note;

/// Says a result, on standard output, with a line end.
macro_rules! tell {
    ($($what:tt)*) => {{
        let mut out = $crate::output::Output::standard();
        let _ = std::io::Write::write_fmt(&mut out, format_args!("{}\n", format_args!($($what)*)));
        let _ = out.finish();
    }};
}
pub(crate) use tell;

/// Where results go, and whether they are text: colours are taken out of text that goes to no terminal.
pub struct Output {
    to: To,
    is_text: bool,
}

/// Standard output, a file, or something that is written to as it goes.
enum To {
    /// Standard output, without colours where it is no terminal.
    Standard(BufWriter<Quiet<anstream::AutoStream<io::Stdout>>>),
    /// A file beside its place, that place, and its name as given.
    File(BufWriter<NamedTempFile>, PathBuf, PathBuf),
    /// A pipe or a device with a name.
    Stream(BufWriter<File>, PathBuf),
}

impl Output {
    /// Standard output.
    pub fn standard() -> Output {
        let inner = anstream::AutoStream::auto(io::stdout());
        Output { to: To::Standard(BufWriter::new(Quiet { inner, closed: false })), is_text: true }
    }

    /// Standard output for bytes that are no text.
    pub fn raw() -> Output {
        let inner = anstream::AutoStream::always_ansi(io::stdout());
        Output { to: To::Standard(BufWriter::new(Quiet { inner, closed: false })), is_text: false }
    }

    /// The same for bytes that are no text.
    pub fn untouched(self) -> Output {
        Output { is_text: false, ..self }
    }

    /// Whether nobody reads any more, as when `head` has had enough.
    pub fn is_closed(&self) -> bool {
        matches!(&self.to, To::Standard(out) if out.get_ref().closed)
    }

    /// Writes bytes that are no text as they are.
    pub fn write_bytes(&mut self, bytes: &[u8]) -> io::Result<()> {
        match &mut self.to {
            To::Standard(out) => out.write_all(bytes),
            To::File(out, ..) => out.write_all(bytes),
            To::Stream(out, _) => out.write_all(bytes),
        }
    }

    /// Puts everything in its place.
    pub fn finish(self) -> Result<()> {
        match self.to {
            To::Standard(mut out) => out.flush()?,
            To::Stream(mut out, name) => out.flush().map_err(|error| cannot(&name, &error))?,
            To::File(out, place, name) => {
                let file = out.into_inner().map_err(|error| cannot(&name, error.error()))?;
                // Once it has its name, it is nothing to be taken away.
                if let Ok(mut open) = UNFINISHED.lock() {
                    open.retain(|path| path != file.path());
                }
                file.persist(&place).map_err(|error| cannot(&name, &error.error))?;
            }
        }
        Ok(())
    }
}

impl Write for Output {
    fn write(&mut self, bytes: &[u8]) -> io::Result<usize> {
        match &mut self.to {
            To::Standard(out) if self.is_text => {
                out.write_all(style::on_screen(&String::from_utf8_lossy(bytes)).as_bytes())?;
            }
            // Colours are for terminals only.
            To::File(..) | To::Stream(..) if self.is_text => {
                self.write_bytes(style::without_styles(&String::from_utf8_lossy(bytes)).as_bytes())?;
            }
            _ => self.write_bytes(bytes)?,
        }
        Ok(bytes.len())
    }

    fn flush(&mut self) -> io::Result<()> {
        match &mut self.to {
            To::Standard(out) => out.flush(),
            To::File(out, ..) => out.flush(),
            To::Stream(out, _) => out.flush(),
        }
    }
}

/// Goes on without a word when the reader of a pipe has gone: what a command comes to does not depend on who reads it.
pub struct Quiet<W> {
    inner: W,
    closed: bool,
}

impl<W: Write> Quiet<W> {
    fn or_closed<T>(&mut self, done: io::Result<T>, instead: T) -> io::Result<T> {
        match done {
            Err(error) if error.kind() == io::ErrorKind::BrokenPipe => {
                self.closed = true;
                Ok(instead)
            }
            done => done,
        }
    }
}

impl<W: Write> Write for Quiet<W> {
    fn write(&mut self, bytes: &[u8]) -> io::Result<usize> {
        if self.closed {
            return Ok(bytes.len());
        }
        let written = self.inner.write(bytes);
        self.or_closed(written, bytes.len())
    }

    fn flush(&mut self) -> io::Result<()> {
        if self.closed {
            return Ok(());
        }
        let flushed = self.inner.flush();
        self.or_closed(flushed, ())
    }
}
