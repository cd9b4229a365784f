//! Threads take turns at reading and placing a chunk of rows, each judges what it has read, and this one, which does the
//! same, also puts the findings in order.
//!
//! A thread judges what it has just read since the text is still in its processor's cache: with one thread that reads and
//! another that judges, each chunk crosses from one to the other. The memory of chunks that are done with is used again, so
//! that there are never more than a few and memory does not grow with the file. Findings come out in the order of rows
//! whatever the number of threads.

use std::collections::BTreeMap;
use std::io;
use std::sync::Mutex;
use std::sync::atomic::{AtomicU64, Ordering};

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

/// Drives the rows of one sheet or file from the reader through the judge to the sequence.
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
    let in_turn = InTurn(Mutex::new(Some(reading)));
    std::thread::scope(|scope| {
        let in_flight = threads * 2;
        let (to_spares, spares) = bounded::<Shaped>(in_flight);
        let (to_order, from_others) = bounded::<Option<Judged>>(in_flight);
        for spare in std::iter::once(first).chain(std::iter::repeat_with(Shaped::default)).take(in_flight) {
            let _ = to_spares.try_send(spare);
        }
        let others: Vec<_> = (1..threads)
            .map(|_| {
                let (in_turn, spares, to_order) = (&in_turn, spares.clone(), to_order.clone());
                scope.spawn(move || work(judging, in_turn, &spares, &to_order))
            })
            .collect();
        drop(to_order);
        let mut order = InOrder { early: BTreeMap::new(), due: 1, sequence, spares: Some(to_spares) };
        let mut done = work_in_order(judging, &in_turn, (second, &mut memory), &spares, &from_others, &mut order);
        in_turn.end();
        // Whoever waits for memory sees by this that nothing is left to be done.
        order.spares = None;
        for judged in from_others.iter().flatten() {
            order.take(judged);
        }
        for other in others {
            done = done.and(other.join().unwrap_or_else(|_| Err(io::Error::other("checking broke off"))));
        }
        done
    })
}

type Judged = (Shaped, ChunkResult);

/// The rows still to be read, for whoever comes next; `None` when they are at their end.
struct InTurn<'a, 'r>(Mutex<Option<&'a mut Reading<'r>>>);

impl InTurn<'_, '_> {
    fn next(&self, spare: Shaped) -> io::Result<Option<Shaped>> {
        // Whoever broke off while it read leaves nothing that could be read on.
        let Ok(mut reading) = self.0.lock() else { return Ok(None) };
        let Some(rows) = reading.as_mut() else { return Ok(None) };
        let next = rows.next(spare);
        if !matches!(next, Ok(Some(_))) {
            *reading = None;
        }
        next
    }

    /// Nothing more is to be read.
    fn end(&self) {
        if let Ok(mut reading) = self.0.lock() {
            *reading = None;
        }
    }
}

/// Judged chunks as they come, absorbed in the order of the file.
struct InOrder<'a, 'm, 'r> {
    early: BTreeMap<usize, Judged>,
    due: usize,
    sequence: &'a mut Sequence<'m, 'r>,
    /// Where the memory of those that are done with goes.
    spares: Option<Sender<Shaped>>,
}

impl InOrder<'_, '_, '_> {
    fn take(&mut self, judged: Judged) {
        self.early.insert(judged.0.number, judged);
        while let Some((shaped, result)) = self.early.remove(&self.due) {
            self.sequence.absorb(&shaped, result);
            self.due += 1;
            if let Some(spares) = &self.spares {
                let _ = spares.try_send(shaped);
            }
        }
    }
}

/// Says so if the thread that holds it breaks off, since the chunk that it had will never come.
struct Leaving<'a>(&'a Sender<Option<Judged>>);

impl Drop for Leaving<'_> {
    fn drop(&mut self) {
        if std::thread::panicking() {
            let _ = self.0.send(None);
        }
    }
}

/// Reads a chunk, judges it and sends it to be absorbed, until there is none.
fn work(
    judging: &ChunkJudge<'_, '_>,
    in_turn: &InTurn<'_, '_>,
    spares: &Receiver<Shaped>,
    to_order: &Sender<Option<Judged>>,
) -> io::Result<()> {
    let _leaving = Leaving(to_order);
    let mut memory = Memory::default();
    for spare in spares {
        let Some(mut shaped) = in_turn.next(spare)? else { break };
        let result = judging.judge(&mut shaped, &mut memory);
        if to_order.send(Some((shaped, result))).is_err() {
            break;
        }
    }
    Ok(())
}

/// Does the same, and absorbs what all have judged.
fn work_in_order(
    judging: &ChunkJudge<'_, '_>,
    in_turn: &InTurn<'_, '_>,
    (second, memory): (Shaped, &mut Memory),
    spares: &Receiver<Shaped>,
    from_others: &Receiver<Option<Judged>>,
    order: &mut InOrder<'_, '_, '_>,
) -> io::Result<()> {
    let mut own = Some(second);
    loop {
        if let Some(mut shaped) = own.take() {
            let result = judging.judge(&mut shaped, memory);
            order.take((shaped, result));
        }
        while let Ok(judged) = from_others.try_recv() {
            let Some(judged) = judged else { return Ok(()) };
            order.take(judged);
        }
        if order.sequence.stopped {
            return Ok(());
        }
        if let Ok(spare) = spares.try_recv() {
            own = in_turn.next(spare)?;
            if own.is_none() {
                return Ok(());
            }
        } else {
            // All memory waits for a chunk that another thread has.
            let Ok(Some(judged)) = from_others.recv() else { return Ok(()) };
            order.take(judged);
        }
    }
}
