//! Sentences about ages and amounts from which on something is needed, how far apart days are, and codes and limits of kinds of rows, each
//! with what is made of it.

use super::tests::read_all;

#[test]
fn ages_and_amounts_from_which_on_something_is_needed() {
    insta::assert_snapshot!("ages_and_amounts", read_all(include_str!("said/ages_and_amounts.txt")));
    insta::assert_snapshot!("alter_und_betraege", read_all(include_str!("said/alter_und_betraege.txt")));
    insta::assert_snapshot!("ages_et_montants", read_all(include_str!("said/ages_et_montants.txt")));
}

#[test]
fn days_apart_and_what_is_counted_per_row() {
    insta::assert_snapshot!("days_and_rows_counted", read_all(include_str!("said/days_and_rows_counted.txt")));
    insta::assert_snapshot!("tage_und_plaetze", read_all(include_str!("said/tage_und_plaetze.txt")));
    insta::assert_snapshot!("jours_de_repas", read_all(include_str!("said/jours_de_repas.txt")));
}

#[test]
fn kinds_of_rows_and_answers_that_need_more() {
    insta::assert_snapshot!("kinds_and_answers", read_all(include_str!("said/kinds_and_answers.txt")));
    insta::assert_snapshot!("kunden_und_laender", read_all(include_str!("said/kunden_und_laender.txt")));
    insta::assert_snapshot!("pays_et_reponses", read_all(include_str!("said/pays_et_reponses.txt")));
}

#[test]
fn codes_whose_brackets_have_ranges() {
    insta::assert_snapshot!("codes_of_ranges", read_all(include_str!("said/codes_of_ranges.txt")));
    insta::assert_snapshot!("groessen_in_klammern", read_all(include_str!("said/groessen_in_klammern.txt")));
    insta::assert_snapshot!("categories_d_age", read_all(include_str!("said/categories_d_age.txt")));
}

#[test]
fn conditions_that_compare_two_columns() {
    insta::assert_snapshot!("columns_in_conditions", read_all(include_str!("said/columns_in_conditions.txt")));
    insta::assert_snapshot!("spalten_in_bedingungen", read_all(include_str!("said/spalten_in_bedingungen.txt")));
    insta::assert_snapshot!("colonnes_en_condition", read_all(include_str!("said/colonnes_en_condition.txt")));
}

#[test]
fn codes_with_their_meanings_and_files() {
    insta::assert_snapshot!("routes_and_episodes", read_all(include_str!("said/routes_and_episodes.txt")));
    insta::assert_snapshot!("urlaub_ab_drei_tagen", read_all(include_str!("said/urlaub_ab_drei_tagen.txt")));
}

#[test]
fn attempts_that_are_counted_and_what_drops_out() {
    insta::assert_snapshot!("attempts", read_all(include_str!("said/attempts.txt")));
    insta::assert_snapshot!("versuche", read_all(include_str!("said/versuche.txt")));
    insta::assert_snapshot!("tentatives", read_all(include_str!("said/tentatives.txt")));
    insta::assert_snapshot!("opening_hours", read_all(include_str!("said/opening_hours.txt")));
}

#[test]
fn numbers_for_nothing_marks_and_what_counts_rows() {
    insta::assert_snapshot!("hauls", read_all(include_str!("said/hauls.txt")));
    insta::assert_snapshot!("allergens", read_all(include_str!("said/allergens.txt")));
}

#[test]
fn amounts_that_need_a_receipt() {
    insta::assert_snapshot!("transfers", read_all(include_str!("said/transfers.txt")));
    insta::assert_snapshot!("auslagen", read_all(include_str!("said/auslagen.txt")));
    insta::assert_snapshot!("frais", read_all(include_str!("said/frais.txt")));
}

#[test]
fn one_of_several_that_stays_blank() {
    insta::assert_snapshot!("one_stays_blank", read_all(include_str!("said/one_stays_blank.txt")));
}

#[test]
fn how_texts_begin_and_end_in_conditions_and_what_is_rounded() {
    insta::assert_snapshot!("candidates", read_all(include_str!("said/candidates.txt")));
    insta::assert_snapshot!("bestandskorrektur", read_all(include_str!("said/bestandskorrektur.txt")));
    insta::assert_snapshot!("recoltes", read_all(include_str!("said/recoltes.txt")));
    insta::assert_snapshot!("stock_lines", read_all(include_str!("said/stock_lines.txt")));
}

#[test]
fn answers_that_ask_for_more_and_what_counts_no_value() {
    insta::assert_snapshot!("turnverein", read_all(include_str!("said/turnverein.txt")));
    insta::assert_snapshot!("direct_debits", read_all(include_str!("said/direct_debits.txt")));
    insta::assert_snapshot!("titulaires", read_all(include_str!("said/titulaires.txt")));
    insta::assert_snapshot!("years_and_boxes", read_all(include_str!("said/years_and_boxes.txt")));
    insta::assert_snapshot!("birthdays", read_all(include_str!("said/birthdays.txt")));
    insta::assert_snapshot!("net_and_gross", read_all(include_str!("said/net_and_gross.txt")));
    insta::assert_snapshot!("pledges", read_all(include_str!("said/pledges.txt")));
}
