//! A bar on standard error for work that takes over a second, where that is a terminal.

use std::io::IsTerminal;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};
use std::thread::JoinHandle;
use std::time::{Duration, Instant};

use indicatif::{ProgressBar, ProgressStyle};

/// Shows how many of the bytes have been read, until it is dropped.
pub struct Progress {
    counter: Arc<AtomicU64>,
    done: Arc<AtomicBool>,
    thread: Option<JoinHandle<()>>,
}

/// Work that is done sooner shows no bar.
const PATIENCE: Duration = Duration::from_secs(1);

impl Progress {
    /// Begins to watch. `total` is the number of bytes, where it is known.
    pub fn start(total: Option<u64>) -> Progress {
        let counter = Arc::new(AtomicU64::new(0));
        let done = Arc::new(AtomicBool::new(false));
        let thread = std::io::stderr().is_terminal().then(|| {
            let (counter, done) = (Arc::clone(&counter), Arc::clone(&done));
            std::thread::spawn(move || show(total, &counter, &done))
        });
        Progress { counter, done, thread }
    }

    /// What the work adds its bytes to.
    pub fn counter(&self) -> Arc<AtomicU64> {
        Arc::clone(&self.counter)
    }
}

impl Drop for Progress {
    fn drop(&mut self) {
        self.done.store(true, Ordering::Relaxed);
        if let Some(thread) = self.thread.take() {
            thread.thread().unpark();
            // A bar that broke off is no reason to break off the work.
            let _ = thread.join();
        }
    }
}

fn show(total: Option<u64>, counter: &AtomicU64, done: &AtomicBool) {
    let start = Instant::now();
    let mut bar: Option<ProgressBar> = None;
    while !done.load(Ordering::Relaxed) {
        std::thread::park_timeout(Duration::from_millis(100));
        if start.elapsed() < PATIENCE {
            continue;
        }
        bar.get_or_insert_with(|| new_bar(total)).set_position(counter.load(Ordering::Relaxed));
    }
    if let Some(bar) = bar {
        bar.finish_and_clear();
    }
}

fn new_bar(total: Option<u64>) -> ProgressBar {
    let (bar, template) = match total {
        Some(total) => (ProgressBar::new(total), "Checking {bar:40} {percent}% of {total_bytes}, {eta} left"),
        None => (ProgressBar::no_length(), "Checking {spinner} {bytes}"),
    };
    let style = ProgressStyle::with_template(template).unwrap_or_else(|_| ProgressStyle::default_bar());
    bar.with_style(style)
}
