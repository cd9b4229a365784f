//! What stayed in order.

/// The members of a longest ascending subsequence.
pub fn longest_ascending(list: &[usize]) -> Vec<usize> {
    let mut best: Vec<Vec<usize>> = Vec::new();
    for value in list {
        // The runs are kept by length; each ends in the least value that a run of that length can end in.
        let at = best.partition_point(|run| run.last() < Some(value));
        let mut run = if at > 0 { best[at - 1].clone() } else { Vec::new() };
        run.push(*value);
        if at < best.len() {
            best[at] = run;
        } else {
            best.push(run);
        }
    }
    best.pop().unwrap_or_default()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_longest_run_in_order_stays_where_it_is() {
        assert_eq!(longest_ascending(&[0, 3, 1, 2, 4]), [0, 1, 2, 4]);
        assert_eq!(longest_ascending(&[1, 0]).len(), 1);
        assert!(longest_ascending(&[]).is_empty());
    }
}
