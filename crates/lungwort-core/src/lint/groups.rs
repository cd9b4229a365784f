//! Rules over groups that let through more than they seem to: totals of nothing but blanks, and divisions that do not end.

use crate::condition::{Aggregate, AggregateKind, Arithmetic, Comparison, Expression, Formula, Labels, Slot};
use crate::rulebook::rule::GroupForm;
use crate::rulebook::{Level, Mistake, Rule, Sheet, listed};

/// Looks over the condition of a rule over groups.
pub(super) fn look_over(sheet: &Sheet, rule: &Rule, mistakes: &mut Vec<Mistake>) {
    let Some(GroupForm::Check(formula)) = rule.form.group().filter(|_| rule.form.key() == "check") else { return };
    let mut advise = |message: String| {
        mistakes.push(Mistake { level: Level::Advice, message, span: rule.span.clone() });
    };
    let open = blank_in_all(sheet, formula);
    if !open.is_empty() {
        let names = listed(&open, "or");
        advise(format!(
            "where {names} is blank in all rows of a group this rule says nothing; if that is not meant, make it required or add IS NOT NULL"
        ));
    }
    if divides_exactly(formula) {
        advise(
            "a division may not end, and is kept to 28 digits: compare with a tolerance, such as ABS(… - …) <= 0.01"
                .to_owned(),
        );
    }
}

/// Columns that may be blank in all rows of a group, so that the least, greatest or average of them is unknown. A sum of blanks is
/// nothing, and a count of them none.
fn blank_in_all(sheet: &Sheet, formula: &Formula) -> Vec<String> {
    let mut asked = Vec::new();
    formula.expression().walk(&mut |part| {
        let parts: Vec<&Expression> = match part {
            Expression::IsBlank(inner) => vec![&**inner],
            Expression::Coalesce(parts) => parts.iter().collect(),
            _ => return,
        };
        asked.extend(parts.into_iter().filter_map(|part| match part {
            Expression::Slot(Slot::Aggregate(at)) => formula.aggregates().get(*at).and_then(column_of),
            _ => None,
        }));
    });
    let unknown = |aggregate: &&Aggregate| {
        matches!(aggregate.kind, AggregateKind::Min | AggregateKind::Max | AggregateKind::Average)
    };
    let columns = formula.aggregates().iter().filter(unknown).filter_map(column_of);
    let open = columns.filter(|column| !asked.contains(column) && !sheet.columns[*column].required);
    let mut names: Vec<String> = open.map(|column| sheet.heading(column)).collect();
    names.dedup();
    names
}

/// The column that an aggregate is of.
fn column_of(aggregate: &Aggregate) -> Option<usize> {
    match aggregate.argument {
        Some(Expression::Slot(Slot::Column(column))) => Some(column),
        _ => None,
    }
}

/// Whether a quotient must be exactly equal to something.
fn divides_exactly(formula: &Formula) -> bool {
    let divides = |part: &Expression| {
        let mut found = false;
        part.walk(&mut |part| {
            found |= match part {
                Expression::Arithmetic(Arithmetic::Divide, ..) => true,
                Expression::Slot(Slot::Aggregate(at)) => {
                    formula.aggregates().get(*at).is_some_and(|aggregate| aggregate.kind == AggregateKind::Average)
                }
                _ => false,
            };
        });
        found
    };
    let mut found = false;
    formula.expression().walk(&mut |part| {
        if let Expression::Compare(Comparison::Equal | Comparison::NotEqual, left, right) = part {
            // What is rounded ends.
            let rounded = |side: &Expression| matches!(side, Expression::Call(function, _) if function.name == "ROUND");
            found |= [left, right].into_iter().any(|side| divides(side) && !rounded(side));
        }
    });
    found
}
