//! Sentences as whole templates have them, one after the other, each with what is made of it.

use super::tests::read_all;

#[test]
fn columns_up_to_one_that_is_named() {
    insta::assert_snapshot!("columns_up_to", read_all(include_str!("said/columns_up_to.txt")));
    insta::assert_snapshot!("spalten_bis", read_all(include_str!("said/spalten_bis.txt")));
    insta::assert_snapshot!("colonnes_jusqu_a", read_all(include_str!("said/colonnes_jusqu_a.txt")));
}

#[test]
fn what_is_done_where_a_column_has_its_day() {
    insta::assert_snapshot!("loans_returned", read_all(include_str!("said/loans_returned.txt")));
    insta::assert_snapshot!("inscriptions_samedi", read_all(include_str!("said/inscriptions_samedi.txt")));
}

#[test]
fn kinds_and_answers_that_do_not_go_together() {
    insta::assert_snapshot!("ferry_cargo", read_all(include_str!("said/ferry_cargo.txt")));
    insta::assert_snapshot!("boats_moored", read_all(include_str!("said/boats_moored.txt")));
    insta::assert_snapshot!("geraeteverleih", read_all(include_str!("said/geraeteverleih.txt")));
    insta::assert_snapshot!("badeerlaubnis", read_all(include_str!("said/badeerlaubnis.txt")));
}

#[test]
fn first_and_last_days_and_columns_side_by_side() {
    insta::assert_snapshot!("sejours_d_enfants", read_all(include_str!("said/sejours_d_enfants.txt")));
    insta::assert_snapshot!("camps", read_all(include_str!("said/camps.txt")));
    insta::assert_snapshot!("ferienlager", read_all(include_str!("said/ferienlager.txt")));
    insta::assert_snapshot!("nes_entre", read_all(include_str!("said/nes_entre.txt")));
}

#[test]
fn codes_and_moments_of_loggers() {
    insta::assert_snapshot!("sensor_forms", read_all(include_str!("said/sensor_forms.txt")));
    insta::assert_snapshot!("nest_species", read_all(include_str!("said/nest_species.txt")));
    insta::assert_snapshot!("nest_boxes", read_all(include_str!("said/nest_boxes.txt")));
}

#[test]
fn rows_that_belong_together_and_numbers_of_digits() {
    insta::assert_snapshot!("claims_of_volunteers", read_all(include_str!("said/claims_of_volunteers.txt")));
    insta::assert_snapshot!("hours_worked", read_all(include_str!("said/hours_worked.txt")));
}

#[test]
fn days_of_sending_years_and_two_kinds_of_asterisks() {
    insta::assert_snapshot!("trees_inspected", read_all(include_str!("said/trees_inspected.txt")));
    insta::assert_snapshot!("deliveries", read_all(include_str!("said/deliveries.txt")));
    insta::assert_snapshot!("museum_gifts", read_all(include_str!("said/museum_gifts.txt")));
    insta::assert_snapshot!("plots_let", read_all(include_str!("said/plots_let.txt")));
}

#[test]
fn prices_that_are_compared_parts_that_were_used_and_days_of_their_own_form() {
    insta::assert_snapshot!("tarifs_reduits", read_all(include_str!("said/tarifs_reduits.txt")));
    insta::assert_snapshot!("repair_cafe", read_all(include_str!("said/repair_cafe.txt")));
    insta::assert_snapshot!("days_of_prizes", read_all(include_str!("said/days_of_prizes.txt")));
}

#[test]
fn what_a_column_of_answers_takes_beside_them() {
    insta::assert_snapshot!("one_answer", read_all(include_str!("said/one_answer.txt")));
}
