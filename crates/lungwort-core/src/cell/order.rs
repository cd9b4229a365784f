//! What stayed in order.

/// The members of a longest ascending subsequence.
pub fn longest_ascending(list: &[usize]) -> Vec<usize> {
    // By length, where the run ends that ends in the least value; each value knows the one before it in its run.
    let mut ends: Vec<usize> = Vec::new();
    let mut before: Vec<Option<usize>> = Vec::with_capacity(list.len());
    for (at, value) in list.iter().enumerate() {
        let length = ends.partition_point(|end| list[*end] < *value);
        before.push(length.checked_sub(1).map(|shorter| ends[shorter]));
        if length < ends.len() {
            ends[length] = at;
        } else {
            ends.push(at);
        }
    }
    let mut run: Vec<usize> =
        std::iter::successors(ends.last().copied(), |at| before[*at]).map(|at| list[at]).collect();
    run.reverse();
    run
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
