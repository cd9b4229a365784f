//! One thread reads rows, others judge them a batch at a time, and this one puts the findings in order.
//!
//! Batches are handed round in a ring (reader → judges → here → reader), so that there are never more than a few
//! and memory does not grow with the file. Findings come out in the order of rows whatever the number of threads.

use std::collections::BTreeMap;
use std::io;
use std::sync::atomic::{AtomicBool, Ordering};

use crossbeam_channel::{Receiver, Sender, bounded};

use super::Options;
use super::batch::{BatchJudge, Judgement};
use super::column::Memory;
use super::merge::Merger;
use crate::intake::{Batch, Rows};

/// Drives the rows of one file from the reader through the judges to the merger.
pub(super) fn run(
    judging: &BatchJudge<'_, '_>,
    batches: &mut dyn Rows,
    first: Batch,
    options: &Options,
    merger: &mut Merger<'_, '_>,
) -> io::Result<()> {
    let mut memory = Memory::default();
    let mut first = first;
    let judgement = judging.judge(&mut first, judging.head.first_data, &mut memory);
    merger.merge(&first, judgement);
    let count_bytes = |batches: &dyn Rows| {
        if let Some(counter) = &options.progress {
            counter.store(batches.bytes_read(), Ordering::Relaxed);
        }
    };
    if options.threads < 2 {
        while let Some(mut batch) = batches.next_batch(std::mem::take(&mut first))? {
            count_bytes(batches);
            let judgement = judging.judge(&mut batch, 0, &mut memory);
            merger.merge(&batch, judgement);
            if merger.stopped {
                break;
            }
            first = batch;
        }
        return Ok(());
    }
    // A file that ended with its first batch needs no threads.
    let Some(second) = batches.next_batch(Batch::default())? else {
        return Ok(());
    };
    let stop = &AtomicBool::new(false);
    std::thread::scope(|scope| {
        let in_flight = options.threads + 2;
        let (to_judges, from_reader) = bounded::<Batch>(in_flight);
        let (to_merger, from_judges) = bounded::<(Batch, Judgement)>(in_flight);
        let (to_reader, spares) = bounded::<Batch>(in_flight);
        for spare in std::iter::once(first).chain(std::iter::repeat_with(Batch::default)).take(in_flight) {
            let _ = to_reader.send(spare);
        }
        let reading = scope.spawn(move || read_on(batches, second, &to_judges, &spares, stop, &count_bytes));
        for _ in 0..options.threads {
            let (from_reader, to_merger) = (from_reader.clone(), to_merger.clone());
            scope.spawn(move || {
                let mut memory = Memory::default();
                for mut batch in from_reader {
                    let judgement = judging.judge(&mut batch, 0, &mut memory);
                    if to_merger.send((batch, judgement)).is_err() {
                        return;
                    }
                }
            });
        }
        drop((from_reader, to_merger));
        in_order(&from_judges, &to_reader, merger, stop);
        drop(to_reader);
        match reading.join() {
            Ok(result) => result,
            Err(_) => Err(io::Error::other("reading broke off")),
        }
    })
}

fn read_on(
    batches: &mut dyn Rows,
    second: Batch,
    to_judges: &Sender<Batch>,
    spares: &Receiver<Batch>,
    stop: &AtomicBool,
    count_bytes: &(dyn Fn(&dyn Rows) + Sync),
) -> io::Result<()> {
    let mut next = Some(second);
    while let Some(batch) = next {
        count_bytes(batches);
        if to_judges.send(batch).is_err() || stop.load(Ordering::Relaxed) {
            break;
        }
        let Ok(spare) = spares.recv() else { break };
        next = batches.next_batch(spare)?;
    }
    Ok(())
}

/// Takes judged batches in as they come and merges them in the order of the file.
fn in_order(
    from_judges: &Receiver<(Batch, Judgement)>,
    to_reader: &Sender<Batch>,
    merger: &mut Merger<'_, '_>,
    stop: &AtomicBool,
) {
    let mut early = BTreeMap::new();
    let mut due = 1;
    for (batch, judgement) in from_judges {
        early.insert(batch.number, (batch, judgement));
        while let Some((batch, judgement)) = early.remove(&due) {
            merger.merge(&batch, judgement);
            due += 1;
            if merger.stopped {
                stop.store(true, Ordering::Relaxed);
            }
            // The reader may be done and gone; then nobody needs the memory.
            let _ = to_reader.send(batch);
        }
    }
}
