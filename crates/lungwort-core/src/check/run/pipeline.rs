//! One thread reads and places rows, others judge them a chunk at a time, and this one puts the findings in order.
//!
//! Chunks are handed round in a ring (reader → judges → here → reader), so that there are never more than a few
//! and memory does not grow with the file. Findings come out in the order of rows whatever the number of threads.

use std::collections::BTreeMap;
use std::io;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};

use crossbeam_channel::{Receiver, Sender, bounded};

use super::Options;
use super::sequence::Sequence;
use crate::check::column::Memory;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::ChunkResult;
use crate::check::shape::{Shape, Shaped};
use crate::intake::Rows;
use crate::steps;

/// Rows on their way from the file to the judges.
pub(crate) struct Reading<'r> {
    pub rows: &'r mut dyn Rows,
    pub shape: &'r mut dyn Shape,
    next_number: usize,
    progress: Option<&'r AtomicU64>,
}

impl<'r> Reading<'r> {
    pub fn new(rows: &'r mut dyn Rows, shape: &'r mut dyn Shape, options: &'r Options) -> Reading<'r> {
        Reading { rows, shape, next_number: 0, progress: options.progress.as_deref() }
    }

    /// The next rows, placed, in the memory of others; `None` at the end.
    pub(crate) fn next(&mut self, spare: Shaped) -> io::Result<Option<Shaped>> {
        let mut shaped = spare;
        let Some(chunk) = self.rows.next_chunk(std::mem::take(&mut shaped.chunk))? else { return Ok(None) };
        if let Some(counter) = self.progress {
            counter.store(self.rows.bytes_read(), Ordering::Relaxed);
        }
        shaped.chunk = chunk;
        shaped.number = self.next_number;
        steps::count(shaped.chunk.cells as usize + shaped.chunk.row_count());
        self.next_number += 1;
        self.shape.place(&mut shaped);
        Ok(Some(shaped))
    }
}

/// Drives the rows of one sheet or file from the reader through the judges to the sequence.
pub(crate) fn run(
    judging: &ChunkJudge<'_, '_>,
    reading: &mut Reading<'_>,
    threads: usize,
    sequence: &mut Sequence<'_, '_>,
) -> io::Result<()> {
    let Some(mut first) = reading.next(Shaped::default())? else { return Ok(()) };
    let mut memory = Memory::default();
    let result = judging.judge(&mut first, &mut memory);
    sequence.absorb(&first, result);
    // A file that ends with its first chunk needs no threads.
    let second = if sequence.stopped { None } else { reading.next(Shaped::default())? };
    let Some(second) = second else { return Ok(()) };
    if threads < 2 {
        let (mut next, mut spare) = (Some(second), first);
        while let Some(mut shaped) = next {
            let result = judging.judge(&mut shaped, &mut memory);
            sequence.absorb(&shaped, result);
            if sequence.stopped {
                break;
            }
            next = reading.next(std::mem::replace(&mut spare, shaped))?;
        }
        return Ok(());
    }
    let stop = &AtomicBool::new(false);
    std::thread::scope(|scope| {
        let in_flight = threads + 2;
        let (to_judges, from_reader) = bounded::<Shaped>(in_flight);
        let (to_sequence, from_judges) = bounded::<(Shaped, ChunkResult)>(in_flight);
        let (to_reader, spares) = bounded::<Shaped>(in_flight);
        for spare in std::iter::once(first).chain(std::iter::repeat_with(Shaped::default)).take(in_flight) {
            let _ = to_reader.send(spare);
        }
        let reader = scope.spawn(move || read_on(reading, second, &to_judges, &spares, stop));
        for _ in 0..threads {
            let (from_reader, to_sequence) = (from_reader.clone(), to_sequence.clone());
            scope.spawn(move || {
                let mut memory = Memory::default();
                for mut shaped in from_reader {
                    let result = judging.judge(&mut shaped, &mut memory);
                    if to_sequence.send((shaped, result)).is_err() {
                        return;
                    }
                }
            });
        }
        drop((from_reader, to_sequence));
        in_order(&from_judges, &to_reader, sequence, stop);
        drop(to_reader);
        match reader.join() {
            Ok(result) => result,
            Err(_) => Err(io::Error::other("reading broke off")),
        }
    })
}

fn read_on(
    reading: &mut Reading<'_>,
    second: Shaped,
    to_judges: &Sender<Shaped>,
    spares: &Receiver<Shaped>,
    stop: &AtomicBool,
) -> io::Result<()> {
    let mut next = Some(second);
    while let Some(shaped) = next {
        if to_judges.send(shaped).is_err() || stop.load(Ordering::Relaxed) {
            break;
        }
        let Ok(spare) = spares.recv() else { break };
        next = reading.next(spare)?;
    }
    Ok(())
}

/// Takes judged chunks in as they come and absorbs them in the order of the file.
fn in_order(
    from_judges: &Receiver<(Shaped, ChunkResult)>,
    to_reader: &Sender<Shaped>,
    sequence: &mut Sequence<'_, '_>,
    stop: &AtomicBool,
) {
    let mut early = BTreeMap::new();
    let mut due = 1;
    for (shaped, result) in from_judges {
        early.insert(shaped.number, (shaped, result));
        while let Some((shaped, result)) = early.remove(&due) {
            sequence.absorb(&shaped, result);
            due += 1;
            if sequence.stopped {
                stop.store(true, Ordering::Relaxed);
            }
            // The reader may be done and gone; then nobody needs the memory.
            let _ = to_reader.send(shaped);
        }
    }
}
