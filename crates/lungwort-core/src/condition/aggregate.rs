//! Figures over all rows: `COUNT(*)`, `COUNT(DISTINCT donor)`, `SUM(seeds) FILTER (WHERE …)`.

use hashbrown::HashSet;
use rust_decimal::Decimal;
use sqlparser::ast::{DuplicateTreatment, Expr, FunctionArg, FunctionArgExpr, FunctionArguments};
use xxhash_rust::xxh3::xxh3_128;

use super::lower;
use super::{Condition, Mistake, Row, Scope, Truth};
use crate::cell::{Kind, Value};

/// What is reckoned.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum AggregateKind {
    /// Rows.
    Count,
    /// Different values.
    CountDistinct,
    /// The sum of a number column.
    Sum,
    /// The least value.
    Min,
    /// The greatest value.
    Max,
}

/// A figure's formula.
#[derive(Debug)]
pub struct Aggregate {
    /// What is reckoned.
    pub kind: AggregateKind,
    /// Over which column; `None` for `COUNT(*)`.
    pub column: Option<usize>,
    /// Only rows for which this holds.
    pub filter: Option<Condition>,
}

impl Aggregate {
    /// Parses and types a formula.
    pub fn compile(source: &str, scope: &dyn Scope) -> Result<Aggregate, Vec<Mistake>> {
        let fail = |message: &str| vec![Mistake { message: message.to_owned(), span: 0..source.len() }];
        let usage = "a figure is COUNT(*), COUNT, COUNT(DISTINCT …), SUM, MIN or MAX of one column";
        let tree = lower::parse(source).map_err(|mistake| vec![mistake])?;
        let Expr::Function(call) = &tree else {
            return Err(fail(usage));
        };
        let FunctionArguments::List(list) = &call.args else {
            return Err(fail(usage));
        };
        let [FunctionArg::Unnamed(argument)] = list.args.as_slice() else {
            return Err(fail(usage));
        };
        let distinct = list.duplicate_treatment == Some(DuplicateTreatment::Distinct);
        let kind = match (call.name.to_string().to_ascii_uppercase().as_str(), distinct) {
            ("COUNT", false) => AggregateKind::Count,
            ("COUNT", true) => AggregateKind::CountDistinct,
            ("SUM", false) => AggregateKind::Sum,
            ("MIN", _) => AggregateKind::Min,
            ("MAX", _) => AggregateKind::Max,
            _ => return Err(fail(usage)),
        };
        let column = match argument {
            FunctionArgExpr::Wildcard if kind == AggregateKind::Count => None,
            FunctionArgExpr::Expr(Expr::Identifier(name)) => match scope.column(&name.value) {
                Some((_, found)) if kind == AggregateKind::Sum && found != Kind::Number => {
                    return Err(fail(&format!("{} is {}, and only numbers can be summed", name.value, found.words())));
                }
                Some((index, _)) => Some(index),
                None => {
                    let near = scope.nearest(&name.value).map(|near| format!("; did you mean {near}?"));
                    return Err(fail(&format!("no column is called {}{}", name.value, near.unwrap_or_default())));
                }
            },
            _ => return Err(fail(usage)),
        };
        let filter = match &call.filter {
            Some(tree) => {
                let condition = Condition::compile(&tree.to_string(), scope);
                Some(condition.map_err(|mistakes| {
                    mistakes.into_iter().map(|m| Mistake { span: 0..source.len(), ..m }).collect::<Vec<_>>()
                })?)
            }
            None => None,
        };
        Ok(Aggregate { kind, column, filter })
    }

    /// The columns it needs.
    pub fn columns(&self) -> Vec<usize> {
        let filtered = self.filter.iter().flat_map(|condition| condition.columns().iter().copied());
        self.column.into_iter().chain(filtered).collect()
    }
}

/// A figure on its way: part of the rows reckoned, to be merged with the other parts in any order.
#[derive(Debug, Default, Clone)]
pub struct Tally {
    count: u64,
    /// The sum of the numbers with `run_places` decimal places, as an integer: neighbours mostly have as many.
    run: i128,
    run_places: u32,
    sum: Decimal,
    overflowed: bool,
    least: Option<Value<'static>>,
    greatest: Option<Value<'static>>,
    /// 128-bit hashes of the values seen: that two of a billion values fall together is not to be expected.
    distinct: HashSet<u128, foldhash::fast::FixedState>,
}

impl Tally {
    /// Takes in one row.
    pub fn add(&mut self, aggregate: &Aggregate, row: &impl Row) {
        if let Some(filter) = &aggregate.filter
            && filter.judge(row) != Truth::True
        {
            return;
        }
        let Some(column) = aggregate.column else {
            self.count += 1;
            return;
        };
        let value = row.value(column);
        if !value.is_known() {
            return;
        }
        self.count += 1;
        match (aggregate.kind, value) {
            (AggregateKind::Sum, Value::Number(number)) => self.add_number(*number),
            (AggregateKind::CountDistinct, value) => {
                self.distinct.insert(hash(value));
            }
            (AggregateKind::Min, value) => keep(&mut self.least, value, std::cmp::Ordering::is_lt),
            (AggregateKind::Max, value) => keep(&mut self.greatest, value, std::cmp::Ordering::is_gt),
            _ => {}
        }
    }

    #[inline]
    fn add_number(&mut self, number: Decimal) {
        // A number has 96 bits at most, so that only billions of the largest could overflow a run: then it ends.
        match self.run.checked_add(number.mantissa()).filter(|_| number.scale() == self.run_places) {
            Some(run) => self.run = run,
            None => {
                self.end_run();
                self.run = number.mantissa();
                self.run_places = number.scale();
            }
        }
    }

    fn end_run(&mut self) {
        let run = Decimal::try_from_i128_with_scale(std::mem::take(&mut self.run), self.run_places);
        match run {
            Ok(run) => self.add_to_sum(run),
            Err(_) => self.overflowed = true,
        }
    }

    fn add_to_sum(&mut self, number: Decimal) {
        match self.sum.checked_add(number) {
            Some(sum) => self.sum = sum,
            None => self.overflowed = true,
        }
    }

    /// Takes in what another part of the rows came to.
    pub fn merge(&mut self, mut other: Tally) {
        other.end_run();
        self.count += other.count;
        self.add_to_sum(other.sum);
        self.overflowed |= other.overflowed;
        if let Some(value) = &other.least {
            keep(&mut self.least, value, std::cmp::Ordering::is_lt);
        }
        if let Some(value) = &other.greatest {
            keep(&mut self.greatest, value, std::cmp::Ordering::is_gt);
        }
        if self.distinct.is_empty() {
            self.distinct = other.distinct;
        } else {
            self.distinct.extend(other.distinct);
        }
    }

    /// The figure, as people write it; `None` where there is nothing to reckon or the sum is too large.
    pub fn figure(&self, kind: AggregateKind) -> Option<Value<'static>> {
        match kind {
            AggregateKind::Count => Some(Value::Number(Decimal::from(self.count))),
            AggregateKind::CountDistinct => Some(Value::Number(Decimal::from(self.distinct.len()))),
            AggregateKind::Sum => {
                let mut whole = self.clone();
                whole.end_run();
                (!whole.overflowed).then_some(Value::Number(whole.sum))
            }
            AggregateKind::Min => self.least.clone(),
            AggregateKind::Max => self.greatest.clone(),
        }
    }
}

fn keep(kept: &mut Option<Value<'static>>, value: &Value<'_>, better: fn(std::cmp::Ordering) -> bool) {
    let replace = match kept {
        Some(kept) => value.compare(kept).is_some_and(better),
        None => true,
    };
    if replace {
        *kept = Some(value.clone().into_owned());
    }
}

fn hash(value: &Value<'_>) -> u128 {
    match value {
        Value::Text(text) => xxh3_128(text.as_bytes()),
        other => xxh3_128(other.written().as_bytes()),
    }
}
