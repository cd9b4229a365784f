//! Sentences in many wordings, each with what is made of it.

use super::*;
use crate::draft::{DraftColumn, DraftSheet};
use crate::source::Template;

const HEADINGS: &[&str] = &[
    "Lot", "Family", "Weight", "Sown on", "State", "Phone", "Email", "Address", "Remarks", "Site 1", "Site 2",
    "Site 3", "Box", "Tags", "Grade", "Latitude", "Longitude",
];

fn draft(headings: &[&str]) -> Draft {
    let column = |(field, heading): (usize, &&str)| DraftColumn {
        heading: (*heading).to_owned(),
        field,
        name: crate::names::plain_name(heading),
        ..DraftColumn::default()
    };
    let columns = headings.iter().enumerate().map(column).collect();
    Draft { sheets: vec![DraftSheet { heading_row: 1, columns, ..DraftSheet::default() }], ..Draft::default() }
}

/// What comes of a text: `Heading key = value` by line, `form = [...]` by rule, `? text` of what is left to be read.
fn read(text: &str) -> Vec<String> {
    read_under(HEADINGS, text, About::Any)
}

/// The same of other columns, of a text that stands wherever it does.
fn read_under(headings: &[&str], text: &str, about: About) -> Vec<String> {
    read_each(headings, &[(text, about)])
}

/// The same of several texts, one after the other.
pub(super) fn read_each(headings: &[&str], texts: &[(&str, About)]) -> Vec<String> {
    let template = Template {
        file_name: "t.csv".to_owned(),
        kind: "csv",
        sheets: Vec::new(),
        styles: Vec::new(),
        names: Vec::new(),
        properties: Vec::new(),
        text: None,
        digest: String::new(),
        pointed: Default::default(),
    };
    let mut draft = draft(headings);
    let headings = Headings::of(&draft);
    let known = Entries { template: &template, at: vec![None], headings, likely: None, legends: Cell::default() };
    let mut said = Spoken::default();
    for (text, about) in texts {
        said.begin();
        let text = Text {
            text: (*text).to_owned(),
            place: "Help!A1".to_owned(),
            about: about.clone(),
            of_heading: false,
            original: None,
        };
        // A sentence is cut when those before it are known.
        for sentence in sentences(&text.text) {
            for part in apart(&known, (&text, None), sentence, &draft) {
                said.next((&known, &text), part, &mut draft);
            }
        }
    }
    again::read_open(&known, std::mem::take(&mut said.open), &mut draft);
    let mut said = Vec::new();
    for column in &draft.sheets[0].columns {
        for line in &column.lines.0 {
            let offer = if line.confidence == Confidence::Suggested { "perhaps " } else { "" };
            said.push(format!("{offer}{} {} = {}", column.heading, line.key, line.value));
        }
    }
    said.extend(
        draft.sheets[0].rules.iter().flat_map(|rule| rule.lines.iter().map(|(key, value)| format!("{key} = {value}"))),
    );
    said.extend(draft.unread.iter().map(|unread| format!("? {}", unread.text)));
    said
}

/// What comes of each line of a file of sentences: the first one has the headings. `Heading> text` stands beside that column, and what
/// the lines `C: text` say is known to those behind them.
pub(super) fn read_all(file: &str) -> String {
    let mut lines = file.lines();
    let headings: Vec<&str> = lines.next().unwrap_or_default().split('|').collect();
    let placed = |line: &str| {
        let beside = line.split_once("> ").and_then(|(heading, text)| {
            Some((text, About::Column(0, headings.iter().position(|known| *known == heading)?)))
        });
        let (text, about) = beside.unwrap_or((line, About::Any));
        (text.replace('~', "\n"), about)
    };
    let read = |texts: &[(String, About)]| {
        let texts: Vec<(&str, About)> = texts.iter().map(|(text, about)| (text.as_str(), about.clone())).collect();
        read_each(&headings, &texts)
    };
    let mut out = String::new();
    let mut context: Vec<(String, About)> = Vec::new();
    let mut going_on = false;
    for line in lines {
        if let Some(text) = line.strip_prefix("C: ") {
            if !going_on {
                context.clear();
            }
            context.push(placed(text));
            going_on = true;
            continue;
        }
        going_on = false;
        let known = read(&context);
        let texts: Vec<(String, About)> = context.iter().cloned().chain([placed(line)]).collect();
        let mut said = read(&texts);
        said.retain(|said| !known.contains(said));
        out.push_str(line);
        out.push('\n');
        said.iter().for_each(|said| out.push_str(&format!("    {said}\n")));
    }
    out
}

#[test]
fn sentences_are_read_as_people_read_them() {
    insta::assert_snapshot!("seeds", read_all(include_str!("said/seeds.txt")));
    insta::assert_snapshot!("students", read_all(include_str!("said/students.txt")));
    insta::assert_snapshot!("bookings", read_all(include_str!("said/bookings.txt")));
    insta::assert_snapshot!("trade", read_all(include_str!("said/trade.txt")));
    insta::assert_snapshot!("shifts", read_all(include_str!("said/shifts.txt")));
    insta::assert_snapshot!("plots", read_all(include_str!("said/plots.txt")));
    insta::assert_snapshot!("grants", read_all(include_str!("said/grants.txt")));
    insta::assert_snapshot!("samples", read_all(include_str!("said/samples.txt")));
    insta::assert_snapshot!("loans", read_all(include_str!("said/loans.txt")));
    insta::assert_snapshot!("few", read_all(include_str!("said/few.txt")));
    insta::assert_snapshot!("lending", read_all(include_str!("said/lending.txt")));
    insta::assert_snapshot!("hives", read_all(include_str!("said/hives.txt")));
    insta::assert_snapshot!("beehives", read_all(include_str!("said/beehives.txt")));
    insta::assert_snapshot!("vessels", read_all(include_str!("said/vessels.txt")));
    insta::assert_snapshot!("seats", read_all(include_str!("said/seats.txt")));
    insta::assert_snapshot!("specimens", read_all(include_str!("said/specimens.txt")));
    insta::assert_snapshot!("crates", read_all(include_str!("said/crates.txt")));
    insta::assert_snapshot!("supplies", read_all(include_str!("said/supplies.txt")));
    insta::assert_snapshot!("schoolbooks", read_all(include_str!("said/schoolbooks.txt")));
    insta::assert_snapshot!("harbour", read_all(include_str!("said/harbour.txt")));
    insta::assert_snapshot!("exhibition", read_all(include_str!("said/exhibition.txt")));
    insta::assert_snapshot!("counts", read_all(include_str!("said/counts.txt")));
    insta::assert_snapshot!("background", read_all(include_str!("said/background.txt")));
    insta::assert_snapshot!("dives", read_all(include_str!("said/dives.txt")));
    insta::assert_snapshot!("sky", read_all(include_str!("said/sky.txt")));
    insta::assert_snapshot!("parents", read_all(include_str!("said/parents.txt")));
    insta::assert_snapshot!("weather", read_all(include_str!("said/weather.txt")));
    insta::assert_snapshot!("swifts", read_all(include_str!("said/swifts.txt")));
    insta::assert_snapshot!("canoes", read_all(include_str!("said/canoes.txt")));
    insta::assert_snapshot!("kitchens", read_all(include_str!("said/kitchens.txt")));
    insta::assert_snapshot!("membership", read_all(include_str!("said/membership.txt")));
    insta::assert_snapshot!("catalogue_items", read_all(include_str!("said/catalogue_items.txt")));
    insta::assert_snapshot!("field_visits", read_all(include_str!("said/field_visits.txt")));
    insta::assert_snapshot!("allotments", read_all(include_str!("said/allotments.txt")));
    insta::assert_snapshot!("boat_hire", read_all(include_str!("said/boat_hire.txt")));
    insta::assert_snapshot!("ausfahrt", read_all(include_str!("said/ausfahrt.txt")));
    insta::assert_snapshot!("sorties", read_all(include_str!("said/sorties.txt")));
    insta::assert_snapshot!("objects", read_all(include_str!("said/objects.txt")));
    insta::assert_snapshot!("years", read_all(include_str!("said/years.txt")));
    insta::assert_snapshot!("too_long", read_all(include_str!("said/too_long.txt")));
    insta::assert_snapshot!("tenancies", read_all(include_str!("said/tenancies.txt")));
    insta::assert_snapshot!("ohne_nummer", read_all(include_str!("said/ohne_nummer.txt")));
    insta::assert_snapshot!("without", read_all(include_str!("said/without.txt")));
    insta::assert_snapshot!("hire_end", read_all(include_str!("said/hire_end.txt")));
    insta::assert_snapshot!("glasshouse", read_all(include_str!("said/glasshouse.txt")));
    insta::assert_snapshot!("fuehrungen", read_all(include_str!("said/fuehrungen.txt")));
    insta::assert_snapshot!("benevoles", read_all(include_str!("said/benevoles.txt")));
    insta::assert_snapshot!("release", read_all(include_str!("said/release.txt")));
    insta::assert_snapshot!("visits_by_kind", read_all(include_str!("said/visits_by_kind.txt")));
    insta::assert_snapshot!("manner", read_all(include_str!("said/manner.txt")));
    insta::assert_snapshot!("more_for_some", read_all(include_str!("said/more_for_some.txt")));
    insta::assert_snapshot!("kinds_of_rows", read_all(include_str!("said/kinds_of_rows.txt")));
    insta::assert_snapshot!("sailings", read_all(include_str!("said/sailings.txt")));
    insta::assert_snapshot!("entries", read_all(include_str!("said/entries.txt")));
    insta::assert_snapshot!("prizes", read_all(include_str!("said/prizes.txt")));
    insta::assert_snapshot!("rentals", read_all(include_str!("said/rentals.txt")));
    insta::assert_snapshot!("specimen_boxes", read_all(include_str!("said/specimen_boxes.txt")));
    insta::assert_snapshot!("rooms_booked", read_all(include_str!("said/rooms_booked.txt")));
    insta::assert_snapshot!("guide_row", read_all(include_str!("said/guide_row.txt")));
}

#[test]
fn what_is_said_of_some_rows_is_asked_of_these() {
    insta::assert_snapshot!("band_room", read_all(include_str!("said/band_room.txt")));
    insta::assert_snapshot!("gauges", read_all(include_str!("said/gauges.txt")));
    insta::assert_snapshot!("accessions", read_all(include_str!("said/accessions.txt")));
    insta::assert_snapshot!("teams", read_all(include_str!("said/teams.txt")));
    insta::assert_snapshot!("dead_plants", read_all(include_str!("said/dead_plants.txt")));
    insta::assert_snapshot!("egg_counts", read_all(include_str!("said/egg_counts.txt")));
    insta::assert_snapshot!("closing_days", read_all(include_str!("said/closing_days.txt")));
    insta::assert_snapshot!("gauge_days", read_all(include_str!("said/gauge_days.txt")));
    insta::assert_snapshot!("non_members", read_all(include_str!("said/non_members.txt")));
    insta::assert_snapshot!("companies", read_all(include_str!("said/companies.txt")));
    insta::assert_snapshot!("band_paragraphs", read_all(include_str!("said/band_paragraphs.txt")));
    insta::assert_snapshot!("codes_with_signs", read_all(include_str!("said/codes_with_signs.txt")));
    insta::assert_snapshot!("seed_orders", read_all(include_str!("said/seed_orders.txt")));
    insta::assert_snapshot!("path_counters", read_all(include_str!("said/path_counters.txt")));
    insta::assert_snapshot!("stages", read_all(include_str!("said/stages.txt")));
    insta::assert_snapshot!("bike_loans", read_all(include_str!("said/bike_loans.txt")));
    insta::assert_snapshot!("honey_jars", read_all(include_str!("said/honey_jars.txt")));
    insta::assert_snapshot!("delivery", read_all(include_str!("said/delivery.txt")));
    insta::assert_snapshot!("addresses", read_all(include_str!("said/addresses.txt")));
    insta::assert_snapshot!("trajets", read_all(include_str!("said/trajets.txt")));
    insta::assert_snapshot!("seats_of_vehicles", read_all(include_str!("said/seats_of_vehicles.txt")));
    insta::assert_snapshot!("tags", read_all(include_str!("said/tags.txt")));
}

#[test]
fn sentences_in_german_and_french_are_read_as_people_read_them() {
    insta::assert_snapshot!("samen", read_all(include_str!("said/samen.txt")));
    insta::assert_snapshot!("graines", read_all(include_str!("said/graines.txt")));
    insta::assert_snapshot!("bestellung", read_all(include_str!("said/bestellung.txt")));
    insta::assert_snapshot!("vhs", read_all(include_str!("said/vhs.txt")));
    insta::assert_snapshot!("velo", read_all(include_str!("said/velo.txt")));
    insta::assert_snapshot!("verein", read_all(include_str!("said/verein.txt")));
    insta::assert_snapshot!("club", read_all(include_str!("said/club.txt")));
    insta::assert_snapshot!("baum", read_all(include_str!("said/baum.txt")));
    insta::assert_snapshot!("livres", read_all(include_str!("said/livres.txt")));
    insta::assert_snapshot!("auftrag", read_all(include_str!("said/auftrag.txt")));
    insta::assert_snapshot!("hofladen", read_all(include_str!("said/hofladen.txt")));
    insta::assert_snapshot!("schulbibliothek", read_all(include_str!("said/schulbibliothek.txt")));
    insta::assert_snapshot!("vergers", read_all(include_str!("said/vergers.txt")));
    insta::assert_snapshot!("mitglieder", read_all(include_str!("said/mitglieder.txt")));
    insta::assert_snapshot!("adherents", read_all(include_str!("said/adherents.txt")));
    insta::assert_snapshot!("equipes", read_all(include_str!("said/equipes.txt")));
}

#[test]
fn what_rows_count_and_who_they_are_tells_when_something_is_asked() {
    insta::assert_snapshot!("badge_levels", read_all(include_str!("said/badge_levels.txt")));
    insta::assert_snapshot!("sampling_sites", read_all(include_str!("said/sampling_sites.txt")));
    insta::assert_snapshot!("chorlager", read_all(include_str!("said/chorlager.txt")));
    insta::assert_snapshot!("velostation", read_all(include_str!("said/velostation.txt")));
    insta::assert_snapshot!("loan_days", read_all(include_str!("said/loan_days.txt")));
    insta::assert_snapshot!("ages_and_days", read_all(include_str!("said/ages_and_days.txt")));
    insta::assert_snapshot!("minors", read_all(include_str!("said/minors.txt")));
    insta::assert_snapshot!("ermaessigung", read_all(include_str!("said/ermaessigung.txt")));
    insta::assert_snapshot!("discounts", read_all(include_str!("said/discounts.txt")));
    insta::assert_snapshot!("plant_treatments", read_all(include_str!("said/plant_treatments.txt")));
    insta::assert_snapshot!("deposits_paid", read_all(include_str!("said/deposits_paid.txt")));
    insta::assert_snapshot!("sail_courses", read_all(include_str!("said/sail_courses.txt")));
    insta::assert_snapshot!("kuechenplan", read_all(include_str!("said/kuechenplan.txt")));
    insta::assert_snapshot!("ateliervelo", read_all(include_str!("said/ateliervelo.txt")));
}

#[test]
fn what_is_easily_misread_is_read_as_it_is_meant() {
    insta::assert_snapshot!("permits", read_all(include_str!("said/permits.txt")));
    insta::assert_snapshot!("meldung", read_all(include_str!("said/meldung.txt")));
    insta::assert_snapshot!("abonnes", read_all(include_str!("said/abonnes.txt")));
}

#[test]
fn a_heading_may_have_the_sign_of_a_label_in_it() {
    let said = read_under(&["Lot", "Grade - text"], "Lot Grade - text: at most 30 characters", About::Any);
    assert_eq!(said, ["Lot length = { max = 30 }", "Grade - text length = { max = 30 }"]);
}

#[test]
fn what_stands_beside_a_column_is_said_of_it() {
    insta::assert_snapshot!("events", read_all(include_str!("said/events.txt")));
    insta::assert_snapshot!("hints", read_all(include_str!("said/hints.txt")));
    insta::assert_snapshot!("plants", read_all(include_str!("said/plants.txt")));
    insta::assert_snapshot!("kurse", read_all(include_str!("said/kurse.txt")));
    insta::assert_snapshot!("cours", read_all(include_str!("said/cours.txt")));
    insta::assert_snapshot!("singers", read_all(include_str!("said/singers.txt")));
}

#[track_caller]
fn holds(cases: &[(&str, &[&str])]) {
    for (text, due) in cases {
        assert_eq!(read(text), *due, "{text}");
    }
}

#[test]
fn what_must_be_filled_in() {
    holds(&[
        ("Needed: Lot, Weight", &["Lot required = true", "Weight required = true"]),
        ("Two of the columns are obligatory: Lot and Sown on.", &["Lot required = true", "Sown on required = true"]),
        (
            "Columns A and C to D may not be empty.",
            &["Lot required = true", "Weight required = true", "Sown on required = true"],
        ),
        ("The family must be filled in.", &["Family required = true"]),
        ("Never leave the lot blank.", &["Lot required = true"]),
        ("Remarks are optional.", &[]),
        ("The remarks are not required.", &[]),
        ("Family is mandatory if the seed was gathered in the wild.", &["perhaps Family required_when = \"… = '…'\""]),
        ("Weight: empty for a new lot, needed for a change.", &["perhaps Weight required_when = \"… = '…'\""]),
        ("Fill in Phone or Address, one of the two is required.", &["at_least_one = [\"phone\", \"address\"]"]),
        ("Give a phone or an email, but not both.", &["exactly_one = [\"phone\", \"email\"]"]),
        ("Latitude and Longitude go together.", &["all_or_none = [\"latitude\", \"longitude\"]"]),
        ("Fill Site 1 to 3 from the left without a hole.", &["no_gaps = [\"site_1\", \"site_2\", \"site_3\"]"]),
        ("Lot ist eine Pflichtangabe.", &["Lot required = true"]),
        ("Die Spalten A und C müssen ausgefüllt werden.", &["Lot required = true", "Weight required = true"]),
        ("La colonne Family est obligatoire.", &["Family required = true"]),
    ]);
    let all = read("Every column has to be filled, except Remarks and Tags.");
    assert_eq!(all.len(), HEADINGS.len() - 2);
    assert!(!all.iter().any(|line| line.starts_with("Remarks")), "{all:?}");
}

#[test]
fn which_values_are_taken() {
    holds(&[
        ("State is OPEN or SHUT.", &["State allowed = [\"OPEN\", \"SHUT\"]"]),
        ("State is A or B.", &["State allowed = [\"A\", \"B\"]"]),
        ("State: JAR / BAG / TUBE", &["State allowed = [\"JAR\", \"BAG\", \"TUBE\"]"]),
        ("For Family choose from fr, pl, sv.", &["Family allowed = [\"fr\", \"pl\", \"sv\"]"]),
        ("Grade: A = alive, X = none", &["Grade allowed = { A = \"alive\", X = \"none\" }"]),
        ("Box: y/n", &["Box type = \"yes_no\"", "Box yes_no = { yes = \"y\", no = \"n\" }"]),
        ("Box must be true or false.", &["Box type = \"yes_no\"", "Box yes_no = { yes = \"true\", no = \"false\" }"]),
        ("Allowed values for Grade: good, fair or poor.", &["Grade allowed = [\"good\", \"fair\", \"poor\"]"]),
        (
            "The lot has to be agreed with the vault before it is sent, always.",
            &["? The lot has to be agreed with the vault before it is sent, always."],
        ),
        ("State must be open or shut.", &["State allowed = [\"open\", \"shut\"]"]),
        ("The state is told to the sender, and the box is sealed, cleaned and sent.", &[]),
        (
            "Only lots from wild plants are accepted from Kew, Ely and Bath.",
            &["? Only lots from wild plants are accepted from Kew, Ely and Bath."],
        ),
        // Prose is no list.
        ("Remarks may say how the seed was gathered, or by whom it was cleaned.", &[]),
        ("The state of the field or of the house is of no interest here.", &[]),
    ]);
}

#[test]
fn how_values_are_written() {
    holds(&[
        ("Lot: seven digits", &["Lot pattern = '\\d{7}'"]),
        ("The lot is an 8-digit number.", &["Lot pattern = '\\d{8}'"]),
        ("Lot has three capital letters and five digits.", &["Lot pattern = '[A-Z]{3}\\d{5}'"]),
        ("Lot begins with LT- and has six digits behind it.", &["Lot pattern = 'LT\\-\\d{6}'"]),
        ("Lot: GT, hyphen, five digits", &["Lot pattern = 'GT\\-\\d{5}'"]),
        ("Lot: year, hyphen, five digits, such as 2023-00375", &["Lot pattern = '\\d{4}\\-\\d{5}'"]),
        // What the example does not bear out is not kept.
        ("Lot: five digits, such as GT-00001", &[]),
        ("Lot: six capital letters and digits, as in the register", &["Lot pattern = '[A-Z0-9]{6}'"]),
        (
            "A row without a lot will be returned to you, as will one with a weight of more than 10000.",
            &["Lot required = true"],
        ),
        (
            "The remarks are read by people, and the e-mail of whoever sends them is used only once, for the confirmation, and must be agreed.",
            &[
                "? The remarks are read by people, and the e-mail of whoever sends them is used only once, for the confirmation, and must be agreed.",
            ],
        ),
        ("Remarks: at most 80", &["Remarks length = { max = 80 }"]),
        ("Weight: at most 80", &["Weight type = \"decimal\"", "Weight max = 80"]),
        ("Remarks may hold at most 120 bytes.", &["? Remarks may hold at most 120 bytes."]),
        ("Remarks: no more than 80 characters.", &["Remarks length = { max = 80 }"]),
        ("Remarks must have between 3 and 20 characters.", &["Remarks length = { min = 3, max = 20 }"]),
        ("Weight: two decimals at most", &["Weight type = \"decimal\"", "Weight places = 2"]),
        ("Box is a whole number from 1 to 12.", &["Box type = \"whole\"", "Box min = 1", "Box max = 12"]),
        ("Weight must be at least 0.5.", &["Weight type = \"decimal\"", "Weight min = 0.5"]),
        ("Sown on: yyyymmdd", &["Sown on type = \"date\"", "Sown on date_format = \"yyyymmdd\""]),
        ("Write Sown on as D MMM YY.", &["Sown on type = \"date\"", "Sown on date_format = \"d mmm yy\""]),
        ("Sown on must not be in the future.", &["Sown on type = \"date\"", "Sown on max = \"today\""]),
        ("Tags: several may be given, with a comma between.", &["Tags separator = \",\""]),
        ("Email is an e-mail address.", &["Email format = \"email\""]),
        ("A lot is never used twice: no duplicates.", &["Lot unique = true"]),
        ("Lot is unique.", &["Lot unique = true"]),
        ("State is written in capitals.", &["State case = \"upper\""]),
        ("Lot hat sieben Ziffern.", &["Lot pattern = '\\d{7}'"]),
        ("Remarks: höchstens 40 Zeichen", &["Remarks length = { max = 40 }"]),
        ("Remarks : au plus 40 caractères", &["Remarks length = { max = 40 }"]),
    ]);
}

#[test]
fn which_of_two_columns_comes_first() {
    holds(&[
        (
            "Weight is never less than Box.",
            &["Weight type = \"decimal\"", "Box type = \"decimal\"", "check = \"weight >= box\""],
        ),
        (
            "The weight must be greater than the grade.",
            &["Weight type = \"decimal\"", "Grade type = \"decimal\"", "check = \"weight > grade\""],
        ),
        ("Sown on must not be after the weight.", &["check = \"sown_on <= weight\""]),
        ("Weigh the box before you weigh the lot.", &[]),
    ]);
}

#[test]
fn sums_that_balance_are_offered_by_group() {
    holds(&[
        (
            "The sum of weight must equal the sum of grade for each lot.",
            &["each = { by = [\"lot\"] }", "check = \"SUM(weight) = SUM(grade)\""],
        ),
        ("The totals of Weight and Grade must balance.", &["each = \"sheet\"", "check = \"SUM(weight) = SUM(grade)\""]),
        ("Weight and Grade must match.", &["check = \"weight = grade\""]),
    ]);
}

#[test]
fn verbs_days_signs_and_exceptions_are_read() {
    holds(&[
        ("The phone must always be stated.", &["Phone required = true"]),
        ("Die Partie (Lot) muss immer angegeben werden.", &["Lot required = true"]),
        ("The weight must be specified in grams.", &["? The weight must be specified in grams."]),
        (
            "The lot needs to be recorded with the address of the sender.",
            &["? The lot needs to be recorded with the address of the sender."],
        ),
        (
            "Weight: under 10 or over 5000 is rejected.",
            &["Weight type = \"decimal\"", "Weight min = 10", "Weight max = 5000"],
        ),
        (
            "Sown on: dd/mm/yyyy, not before 31/01/2026.",
            &["Sown on type = \"date\"", "Sown on date_format = \"dd/mm/yyyy\"", "Sown on min = \"2026-01-31\""],
        ),
        ("Phone starts with +.", &["Phone pattern = '\\+.+'"]),
        ("Grade: two lower-case letters", &["Grade pattern = '[a-z]{2}'"]),
        ("Lot: 4 letters followed by 2 numbers", &["Lot pattern = '[A-Za-z]{4}\\d{2}'"]),
        ("Weight: decimal, one digit behind the point", &["Weight type = \"decimal\"", "Weight places = 1"]),
        (
            "Grade from 1 to 5; sown on yyyy-mm-dd",
            &[
                "Sown on type = \"date\"",
                "Sown on date_format = \"yyyy-mm-dd\"",
                "Grade type = \"decimal\"",
                "Grade min = 1",
                "Grade max = 5",
            ],
        ),
    ]);
    let others = read("The remarks are ours. All other columns have to be completed, except Tags.");
    assert_eq!(others.len(), HEADINGS.len() - 2, "{others:?}");
    assert!(!others.iter().any(|line| line.starts_with("Remarks") || line.starts_with("Tags")), "{others:?}");
    assert!(read("All other columns have to be completed.").iter().all(|line| line.starts_with('?')));
}

#[test]
fn nothing_that_obliges_is_passed_over() {
    holds(&[
        ("Both forms must reach us on the same day.", &["? Both forms must reach us on the same day."]),
        ("Do not change the headings.", &[]),
        ("Remove the examples before you send the file.", &[]),
        ("Thank you for your help.", &[]),
        (
            "Lot is required. It must be agreed with the vault.",
            &["Lot required = true", "? It must be agreed with the vault."],
        ),
    ]);
}

#[test]
fn what_is_needed_under_a_condition_is_required_then() {
    holds(&[
        ("If the state is shut, the phone has to be given.", &["Phone required_when = \"state = 'shut'\""]),
        ("Phone is required where the email is blank.", &["Phone required_when = \"email IS NULL\""]),
        ("The phone is needed unless an email is given.", &["at_least_one = [\"phone\", \"email\"]"]),
        ("Phone is required unless the state is open.", &["Phone required_when = \"state <> 'open'\""]),
        (
            "Address: conditional (if Family is Rosaceae or Poaceae)",
            &["Address required_when = \"family IN ('Rosaceae', 'Poaceae')\""],
        ),
        ("Phone is required for loans.", &["perhaps Phone required_when = \"… = '…'\""]),
        ("Phone is required for all rows.", &["Phone required = true"]),
        ("The remarks have to be left empty.", &["Remarks blank_when = \"TRUE\""]),
        ("Family: Mandatory: no", &[]),
        (
            "Each lot needs a family, a weight and an address.",
            &["Family required = true", "Weight required = true", "Address required = true"],
        ),
        (
            "Give either a phone number or an e-mail address of the family; both is fine.",
            &["at_least_one = [\"phone\", \"email\"]"],
        ),
        (
            "Latitude and longitude must both be given or both left out.",
            &["all_or_none = [\"latitude\", \"longitude\"]"],
        ),
        ("The combination of lot and box must be unique.", &["unique = [\"lot\", \"box\"]"]),
        ("Lot and box together identify a row, so they must not occur twice.", &["unique = [\"lot\", \"box\"]"]),
        (
            "Site 1, Site 2 and Site 3 are filled from left to right; none may be skipped.",
            &["no_gaps = [\"site_1\", \"site_2\", \"site_3\"]"],
        ),
        ("Lot and box must not be the same.", &["check = \"lot <> box\""]),
        ("Wenn die Family leer ist, ist Phone Pflicht.", &["Phone required_when = \"family IS NULL\""]),
    ]);
}

#[test]
fn codes_dates_and_limits_in_more_wordings() {
    holds(&[
        (
            "The lot consists of the letter L followed by six digits, for instance L004512.",
            &["Lot pattern = 'L\\d{6}'"],
        ),
        ("The lot is a capital letter followed by one or two digits.", &["Lot pattern = '[A-Z]\\d{1,2}'"]),
        ("Lot: T and two digits (year).", &["Lot pattern = 'T\\d{2}'"]),
        ("Lot: use the format DEP-YYYY-NNN (e.g. DEP-2026-014).", &["Lot pattern = 'DEP\\-\\d{4}\\-\\d{3}'"]),
        ("Remarks: at least 2 and at most 50 letters.", &["Remarks length = { min = 2, max = 50 }"]),
        ("Weight lies after Grade.", &["check = \"weight > grade\""]),
        // An example is no mask.
        ("Lot: GT-00417", &[]),
        ("Lot: initials, 2-3 capital letters.", &["Lot pattern = '[A-Z]{2,3}'"]),
        // A piece of which nobody knows the length leaves the code open.
        ("Lot: two digits, then letters", &[]),
        ("Sown on is written day/month/year.", &["Sown on type = \"date\"", "Sown on date_format = \"dd/mm/yyyy\""]),
        (
            "Sown on: write it like 2026-05-31 (ISO 8601).",
            &["Sown on type = \"date\"", "Sown on date_format = \"yyyy-mm-dd\""],
        ),
        ("Sown on : JJ/MM/AAAA", &["Sown on type = \"date\"", "Sown on date_format = \"dd/mm/yyyy\""]),
        ("Sown on: MM/YYYY", &["Sown on type = \"month\"", "Sown on date_format = \"mm/yyyy\""]),
        ("Sown on: hh:mm", &["Sown on type = \"time\""]),
        ("Weight: > 0", &["Weight type = \"decimal\"", "Weight above = 0"]),
        ("Weight is a whole number greater than 0.", &["Weight type = \"whole\"", "Weight above = 0"]),
        ("Grade: 1 (poor) to 5 (excellent).", &["Grade type = \"whole\"", "Grade min = 1", "Grade max = 5"]),
        (
            "Latitude between -90 and 90, longitude between -180 and 180.",
            &[
                "Latitude type = \"decimal\"", "Latitude min = -90", "Latitude max = 90",
                "Longitude type = \"decimal\"", "Longitude min = -180", "Longitude max = 180",
            ],
        ),
        ("No two lines may have the same lot.", &["Lot unique = true"]),
        ("State: good | fair | poor", &["State allowed = [\"good\", \"fair\", \"poor\"]"]),
        ("State is I (invoice) or C (credit note).", &["State allowed = { I = \"invoice\", C = \"credit note\" }"]),
        ("State: S for staff, T for travel.", &["State allowed = { S = \"staff\", T = \"travel\" }"]),
        ("State: dry/wet/mixed.", &["State allowed = [\"dry\", \"wet\", \"mixed\"]"]),
        // Words that say how a value is written are no values.
        ("Remarks: decimal, 2 places", &["Remarks type = \"decimal\"", "Remarks places = 2"]),
    ]);
}

#[test]
fn codes_are_read_from_what_is_said_and_shown() {
    holds(&[
        ("Lot: a 10-digit number beginning with 826", &["Lot pattern = '826\\d{7}'"]),
        ("Lot: R + 5 digits", &["Lot pattern = 'R\\d{5}'"]),
        ("Lot: section letter A to F, then one to three digits, e.g. C17", &["Lot pattern = '[A-F]\\d{1,3}'"]),
        ("Lot: Country code, then 7 digits (GB0001234)", &["Lot pattern = '[A-Z]{2}\\d{7}'"]),
        ("Lot: floor digit 1-4 followed by a two-digit number", &["Lot pattern = '[1-4]\\d{2}'"]),
        ("Boxes are numbered B001, B002 and so on.", &["Box pattern = 'B\\d{3}'"]),
        ("Lot is coded A1 to F20.", &["Lot pattern = '[A-F](?:[1-9]|1\\d|20)'"]),
        ("Lot numbers look like WN-2026-000123.", &["Lot pattern = '[A-Z]{2}\\-\\d{4}\\-\\d{6}'"]),
        (
            "Lot: capital letters and digits, 4 to 6 characters",
            &["Lot length = { min = 4, max = 6 }", "Lot pattern = '[A-Z0-9]+'"],
        ),
        ("Das Lot ist vierstellig.", &["Lot pattern = '\\d{4}'"]),
    ]);
}

#[test]
fn what_must_not_be_blank_is_required() {
    holds(&[
        ("Enter one line per lot.", &["perhaps Lot unique = true"]),
        ("The lot cannot be left blank.", &["Lot required = true"]),
        (
            "Lines in which the lot or the weight is missing are rejected.",
            &["Lot required = true", "Weight required = true"],
        ),
        ("Do not leave out the lot or the weight.", &["Lot required = true", "Weight required = true"]),
        ("Lot: no gaps needed", &[]),
        ("If the lot is not blank, the weight must be filled.", &["Weight required_when = \"lot IS NOT NULL\""]),
        ("Does the lot have to be filled?", &[]),
    ]);
}

#[test]
fn limits_are_read_in_more_wordings() {
    holds(&[
        (
            "Weight: the shortest is 3 m and the longest 24 m.",
            &["Weight type = \"decimal\"", "Weight min = 3", "Weight max = 24"],
        ),
        ("Weight: 12 is the maximum.", &["Weight type = \"decimal\"", "Weight max = 12"]),
        (
            "A weight may not be negative nor above 500.",
            &["Weight type = \"decimal\"", "Weight max = 500", "Weight min = 0"],
        ),
        (
            "Weight: normally 15 to 40; values outside are rejected",
            &["Weight type = \"decimal\"", "Weight min = 15", "Weight max = 40"],
        ),
        (
            "Weight: never fewer than 1 or more than 4",
            &["Weight type = \"decimal\"", "Weight min = 1", "Weight max = 4"],
        ),
        (
            "Weight: comma as decimal sign, two decimals",
            &["Weight type = \"decimal\"", "Weight places = 2", "Weight decimal_mark = \",\""],
        ),
    ]);
}

#[test]
fn what_more_templates_say() {
    holds(&[
        ("State: Yes, No or Unknown.", &["State allowed = [\"Yes\", \"No\", \"Unknown\"]"]),
        ("Phone begins with 0 and is 10 or 11 digits long.", &["Phone pattern = '0\\d{9,10}'"]),
        ("The lot number is D followed by up to five digits.", &["Lot pattern = 'D\\d{1,5}'"]),
        ("Lot numbers run from D001 to D150.", &["Lot pattern = 'D(?:00[1-9]|0[1-9]\\d|1[0-4]\\d|150)'"]),
        ("Box: a letter A-F, then a number from 1 to 99, e.g. C12", &["Box pattern = '[A-F][1-9]\\d{0,1}'"]),
        ("Box: 10 or 13 digits.", &["Box pattern = '(?:\\d{10}|\\d{13})'"]),
        ("Grade: 1 = new … 5 = worn out", &["Grade type = \"whole\"", "Grade min = 1", "Grade max = 5"]),
        ("No weight under 2 or over 90 is taken.", &["Weight type = \"decimal\"", "Weight min = 2", "Weight max = 90"]),
        ("Grade is a score out of 5.", &["Grade type = \"decimal\"", "Grade max = 5"]),
        ("Site may be left empty, but weight may not.", &["Weight required = true"]),
        ("Box not before 07:00.", &["Box type = \"time\"", "Box min = \"07:00\""]),
        ("Box between 08:00 and 18:30", &["Box type = \"time\"", "Box min = \"08:00\"", "Box max = \"18:30\""]),
        ("Weight: pounds and pence, no currency sign", &["Weight type = \"decimal\"", "Weight places = 2"]),
        ("Weight: how many are needed, 1 up to 4", &["Weight type = \"whole\"", "Weight min = 1", "Weight max = 4"]),
        ("Weight NUMBER(8,2)", &["Weight type = \"decimal\"", "Weight places = 2", "Weight max = 999999.99"]),
        ("Remarks VARCHAR(30)", &["Remarks length = { max = 30 }"]),
        ("How long may remarks be? 200 characters.", &["Remarks length = { max = 200 }"]),
        (
            "Can I leave the site blank? No.",
            &["Site 1 required = true", "Site 2 required = true", "Site 3 required = true"],
        ),
        ("Which values can I choose for State? OPEN, SHUT.", &["State allowed = [\"OPEN\", \"SHUT\"]"]),
        (
            "How do I write dates? Year first: 2026-09-01.",
            &["Sown on type = \"date\"", "Sown on date_format = \"yyyy-mm-dd\""],
        ),
        (
            "Which columns do I have to fill in? Lot number, site and weight.",
            &[
                "Lot required = true", "Weight required = true", "Site 1 required = true", "Site 2 required = true",
                "Site 3 required = true",
            ],
        ),
        ("State: three-letter code: OPN, SHT or HLD.", &["State allowed = [\"OPN\", \"SHT\", \"HLD\"]"]),
        ("Dates as dd/mm/yyyy, times as hh:mm.", &["Sown on type = \"date\"", "Sown on date_format = \"dd/mm/yyyy\""]),
        (
            "We can't process a row that has no lot number or no site.",
            &["Lot required = true", "Site 1 required = true", "Site 2 required = true", "Site 3 required = true"],
        ),
        ("Wie lang darf Remarks sein? 80 Zeichen.", &["Remarks length = { max = 80 }"]),
    ]);
}

#[test]
fn what_still_more_templates_say() {
    holds(&[
        (
            "If any of Lot, Box or Family is filled, Lot and Box must be filled in as well.",
            &[r#"whole_if_begun = ["lot", "box", "family"]"#, r#"needs = ["lot", "box"]"#],
        ),
        (
            "As soon as one of Lot, Box or Family is given, all of them must be given.",
            &[r#"all_or_none = ["lot", "box", "family"]"#],
        ),
        ("Lot begins with the letter T and has the year and three digits.", &["Lot pattern = 'T\\d{4}\\d{3}'"]),
        ("Phone must contain only digits and spaces.", &["Phone pattern = '[0-9 ]+'"]),
        ("Don't use the same lot number for two boxes.", &["Lot unique = true"]),
        ("Box: five-letter code (first 2 of genus + 3 of species), capitals", &["Box pattern = '[A-Z]{5}'"]),
        ("Phone: six digits written 12-34-56", &["Phone pattern = '\\d{2}\\-\\d{2}\\-\\d{2}'"]),
        ("Lot: format TF/yy/nnn, for example TF/26/014", &["Lot pattern = 'TF/\\d{2}/\\d{3}'"]),
        (
            "Tags: Y if there are any, otherwise N",
            &["Tags type = \"yes_no\"", "Tags yes_no = { yes = \"Y\", no = \"N\" }"],
        ),
        ("Box – 1 to 7", &["Box type = \"decimal\"", "Box min = 1", "Box max = 7"]),
        ("Grade: nothing below -5 or above 35", &["Grade type = \"decimal\"", "Grade min = -5", "Grade max = 35"]),
        (
            "Grade: anything outside 3 to 11 will be rejected",
            &["Grade type = \"decimal\"", "Grade min = 3", "Grade max = 11"],
        ),
        (
            "Sown on: yyyy-mm-dd; lots before 2020 are not accepted",
            &["Sown on type = \"date\"", "Sown on date_format = \"yyyy-mm-dd\"", "Sown on min = \"2020-01-01\""],
        ),
        (
            "Sown on: dd.mm.yyyy, must lie in 2025",
            &[
                "Sown on type = \"date\"",
                "Sown on date_format = \"dd.mm.yyyy\"",
                "Sown on min = \"2025-01-01\"",
                "Sown on max = \"2025-12-31\"",
            ],
        ),
        ("Remarks: name of a .jpg file", &["Remarks pattern = '.*\\.(?i:jpg)'"]),
        ("Box numbers are 1, 2, 3 … up to 400.", &["Box type = \"whole\"", "Box max = 400", "Box min = 1"]),
        ("Weight: at most 9,999.99", &["Weight type = \"decimal\"", "Weight max = 9999.99"]),
        ("Do not write more than 50 characters under Remarks.", &["Remarks length = { max = 50 }"]),
        ("The same lot must not be listed twice on the same box.", &["unique = [\"lot\", \"box\"]"]),
        ("State: one of the abbreviations pc, kg or m.", &["State allowed = [\"pc\", \"kg\", \"m\"]"]),
        (
            "Weight in kilograms, with a point and no more than three digits after it.",
            &["Weight type = \"decimal\"", "Weight places = 3"],
        ),
        ("Latitude and longitude go together, and vice versa.", &["all_or_none = [\"latitude\", \"longitude\"]"]),
        ("Two rows may not have the same lot.", &["Lot unique = true"]),
        ("Box hhmm, 24 hour clock", &["Box type = \"time\"", "Box time_format = \"hhmm\""]),
    ]);
}

#[test]
fn how_long_something_lasts_and_what_holds_for_some_kinds_is_read() {
    insta::assert_snapshot!("camp_meals", read_all(include_str!("said/camp_meals.txt")));
    insta::assert_snapshot!("vehicles_in_german", read_all(include_str!("said/vehicles_in_german.txt")));
    insta::assert_snapshot!("specimen_requests", read_all(include_str!("said/specimen_requests.txt")));
    insta::assert_snapshot!("own_bikes", read_all(include_str!("said/own_bikes.txt")));
    insta::assert_snapshot!("own_bikes_in_french", read_all(include_str!("said/own_bikes_in_french.txt")));
    insta::assert_snapshot!("donated_books", read_all(include_str!("said/donated_books.txt")));
    insta::assert_snapshot!("loans_in_german", read_all(include_str!("said/loans_in_german.txt")));
    insta::assert_snapshot!("tents_hired", read_all(include_str!("said/tents_hired.txt")));
    insta::assert_snapshot!("stays", read_all(include_str!("said/stays.txt")));
    insta::assert_snapshot!("tow_loads", read_all(include_str!("said/tow_loads.txt")));
    insta::assert_snapshot!("seats_by_kind", read_all(include_str!("said/seats_by_kind.txt")));
    insta::assert_snapshot!("seats_by_kind_in_german", read_all(include_str!("said/seats_by_kind_in_german.txt")));
}

#[test]
fn what_is_asked_from_a_number_on_and_values_for_some_kinds_are_read() {
    insta::assert_snapshot!("planted_trees", read_all(include_str!("said/planted_trees.txt")));
    insta::assert_snapshot!("courses_with_reductions", read_all(include_str!("said/courses_with_reductions.txt")));
    insta::assert_snapshot!("bids", read_all(include_str!("said/bids.txt")));
    insta::assert_snapshot!("treated_hives", read_all(include_str!("said/treated_hives.txt")));
    insta::assert_snapshot!("tool_register", read_all(include_str!("said/tool_register.txt")));
    insta::assert_snapshot!("gift_aid", read_all(include_str!("said/gift_aid.txt")));
    insta::assert_snapshot!("parcels_sent", read_all(include_str!("said/parcels_sent.txt")));
    insta::assert_snapshot!("halls_booked", read_all(include_str!("said/halls_booked.txt")));
    insta::assert_snapshot!("payments_in_french", read_all(include_str!("said/payments_in_french.txt")));
    insta::assert_snapshot!("payments", read_all(include_str!("said/payments.txt")));
    insta::assert_snapshot!("swimmers", read_all(include_str!("said/swimmers.txt")));
}

#[test]
fn sentences_are_read_in_other_words() {
    insta::assert_snapshot!("toolshed_rows", read_all(include_str!("said/toolshed_rows.txt")));
    insta::assert_snapshot!("vereinsausweis", read_all(include_str!("said/vereinsausweis.txt")));
    insta::assert_snapshot!("cotisations", read_all(include_str!("said/cotisations.txt")));
    insta::assert_snapshot!("guesthouse", read_all(include_str!("said/guesthouse.txt")));
    insta::assert_snapshot!("depot_vente", read_all(include_str!("said/depot_vente.txt")));
    insta::assert_snapshot!("boat_list", read_all(include_str!("said/boat_list.txt")));
    insta::assert_snapshot!("kinderfest", read_all(include_str!("said/kinderfest.txt")));
    insta::assert_snapshot!("visites_guidees", read_all(include_str!("said/visites_guidees.txt")));
    insta::assert_snapshot!("leuchten", read_all(include_str!("said/leuchten.txt")));
    insta::assert_snapshot!("stickers", read_all(include_str!("said/stickers.txt")));
    insta::assert_snapshot!("sans_accents", read_all(include_str!("said/sans_accents.txt")));
    insta::assert_snapshot!("ohne_umlaute", read_all(include_str!("said/ohne_umlaute.txt")));
    insta::assert_snapshot!("club_members", read_all(include_str!("said/club_members.txt")));
    insta::assert_snapshot!("bread_orders", read_all(include_str!("said/bread_orders.txt")));
    insta::assert_snapshot!("ages_and_seasons", read_all(include_str!("said/ages_and_seasons.txt")));
    insta::assert_snapshot!("theatre_tickets", read_all(include_str!("said/theatre_tickets.txt")));
    insta::assert_snapshot!("village_hall", read_all(include_str!("said/village_hall.txt")));
    insta::assert_snapshot!("two_conditions", read_all(include_str!("said/two_conditions.txt")));
    insta::assert_snapshot!("prices_by_kind", read_all(include_str!("said/prices_by_kind.txt")));
    insta::assert_snapshot!("dog_show", read_all(include_str!("said/dog_show.txt")));
    insta::assert_snapshot!("kartenpreise", read_all(include_str!("said/kartenpreise.txt")));
}

#[test]
fn days_of_the_week_and_months_are_read() {
    insta::assert_snapshot!("days_of_stays", read_all(include_str!("said/days_of_stays.txt")));
    insta::assert_snapshot!("days_of_visits", read_all(include_str!("said/days_of_visits.txt")));
    insta::assert_snapshot!("fuehrungstage", read_all(include_str!("said/fuehrungstage.txt")));
    insta::assert_snapshot!("jours_de_visite", read_all(include_str!("said/jours_de_visite.txt")));
    insta::assert_snapshot!("market_days", read_all(include_str!("said/market_days.txt")));
    insta::assert_snapshot!("days_of_collection", read_all(include_str!("said/days_of_collection.txt")));
}

#[test]
fn codes_are_read_piece_by_piece() {
    insta::assert_snapshot!("composed_codes", read_all(include_str!("said/composed_codes.txt")));
    insta::assert_snapshot!("zusammengesetzte_nummern", read_all(include_str!("said/zusammengesetzte_nummern.txt")));
    insta::assert_snapshot!("numeros_composes", read_all(include_str!("said/numeros_composes.txt")));
}

#[test]
fn what_holds_for_kinds_in_other_words_is_read() {
    insta::assert_snapshot!("loans_of_objects", read_all(include_str!("said/loans_of_objects.txt")));
    insta::assert_snapshot!("volunteers_and_lessons", read_all(include_str!("said/volunteers_and_lessons.txt")));
    insta::assert_snapshot!("lessons_and_ages", read_all(include_str!("said/lessons_and_ages.txt")));
    insta::assert_snapshot!("refused_values", read_all(include_str!("said/refused_values.txt")));
    insta::assert_snapshot!("verweigerte_werte", read_all(include_str!("said/verweigerte_werte.txt")));
    insta::assert_snapshot!("valeurs_refusees", read_all(include_str!("said/valeurs_refusees.txt")));
    insta::assert_snapshot!("remarks_of_a_value", read_all(include_str!("said/remarks_of_a_value.txt")));
    insta::assert_snapshot!("all_columns_present", read_all(include_str!("said/all_columns_present.txt")));
    insta::assert_snapshot!("each_for_its_kind", read_all(include_str!("said/each_for_its_kind.txt")));
    insta::assert_snapshot!("chacun_son_cas", read_all(include_str!("said/chacun_son_cas.txt")));
    insta::assert_snapshot!("jedes_fuer_seine_art", read_all(include_str!("said/jedes_fuer_seine_art.txt")));
    insta::assert_snapshot!("headings_with_stars", read_all(include_str!("said/headings_with_stars.txt")));
    insta::assert_snapshot!("letters_by_example", read_all(include_str!("said/letters_by_example.txt")));
    insta::assert_snapshot!("months_of_kinds", read_all(include_str!("said/months_of_kinds.txt")));
    insta::assert_snapshot!("materials", read_all(include_str!("said/materials.txt")));
    insta::assert_snapshot!("repair_costs", read_all(include_str!("said/repair_costs.txt")));
    insta::assert_snapshot!("chorkleidung", read_all(include_str!("said/chorkleidung.txt")));
    insta::assert_snapshot!("garments", read_all(include_str!("said/garments.txt")));
    insta::assert_snapshot!("blank_for_whom", read_all(include_str!("said/blank_for_whom.txt")));
    insta::assert_snapshot!("reglements", read_all(include_str!("said/reglements.txt")));
    insta::assert_snapshot!("gifts_of_persons", read_all(include_str!("said/gifts_of_persons.txt")));
    insta::assert_snapshot!("rings", read_all(include_str!("said/rings.txt")));
    insta::assert_snapshot!("exige", read_all(include_str!("said/exige.txt")));
    insta::assert_snapshot!("paid_how", read_all(include_str!("said/paid_how.txt")));
    insta::assert_snapshot!("bei_schals", read_all(include_str!("said/bei_schals.txt")));
    insta::assert_snapshot!("yes_for_some_only", read_all(include_str!("said/yes_for_some_only.txt")));
    insta::assert_snapshot!("units_and_yields", read_all(include_str!("said/units_and_yields.txt")));
    insta::assert_snapshot!("sauf_flu", read_all(include_str!("said/sauf_flu.txt")));
    insta::assert_snapshot!("except_flu", read_all(include_str!("said/except_flu.txt")));
    insta::assert_snapshot!("institutions", read_all(include_str!("said/institutions.txt")));
    insta::assert_snapshot!("scales_and_plots", read_all(include_str!("said/scales_and_plots.txt")));
}

#[test]
fn days_of_others_and_names_are_read() {
    insta::assert_snapshot!("proben", read_all(include_str!("said/proben.txt")));
    insta::assert_snapshot!("visits_reported", read_all(include_str!("said/visits_reported.txt")));
    insta::assert_snapshot!("essais", read_all(include_str!("said/essais.txt")));
    insta::assert_snapshot!("back_in_use", read_all(include_str!("said/back_in_use.txt")));
    insta::assert_snapshot!("remise_en_service", read_all(include_str!("said/remise_en_service.txt")));
    insta::assert_snapshot!("wieder_in_betrieb", read_all(include_str!("said/wieder_in_betrieb.txt")));
}

#[test]
fn rows_that_share_a_value_are_counted() {
    insta::assert_snapshot!("parcels_delivered", read_all(include_str!("said/parcels_delivered.txt")));
    insta::assert_snapshot!("camp_registrations", read_all(include_str!("said/camp_registrations.txt")));
    insta::assert_snapshot!("zelte", read_all(include_str!("said/zelte.txt")));
    insta::assert_snapshot!("tentes", read_all(include_str!("said/tentes.txt")));
    insta::assert_snapshot!("customers_orders", read_all(include_str!("said/customers_orders.txt")));
    insta::assert_snapshot!("words_for_nothing", read_all(include_str!("said/words_for_nothing.txt")));
    insta::assert_snapshot!("kost", read_all(include_str!("said/kost.txt")));
    insta::assert_snapshot!("regime", read_all(include_str!("said/regime.txt")));
    insta::assert_snapshot!("berths_and_bottles", read_all(include_str!("said/berths_and_bottles.txt")));
    insta::assert_snapshot!("race_results", read_all(include_str!("said/race_results.txt")));
    insta::assert_snapshot!("sejours", read_all(include_str!("said/sejours.txt")));
    insta::assert_snapshot!("holiday_stays", read_all(include_str!("said/holiday_stays.txt")));
    insta::assert_snapshot!("fahrten", read_all(include_str!("said/fahrten.txt")));
    insta::assert_snapshot!("zeltverleih", read_all(include_str!("said/zeltverleih.txt")));
    insta::assert_snapshot!("tents_lent", read_all(include_str!("said/tents_lent.txt")));
    insta::assert_snapshot!("rates_and_weights", read_all(include_str!("said/rates_and_weights.txt")));
    insta::assert_snapshot!("pesees", read_all(include_str!("said/pesees.txt")));
    insta::assert_snapshot!("schadensmeldung", read_all(include_str!("said/schadensmeldung.txt")));
}

#[test]
fn what_is_said_in_brackets_and_clauses_is_of_the_column_before_them() {
    insta::assert_snapshot!("wardrobe_stock", read_all(include_str!("said/wardrobe_stock.txt")));
    insta::assert_snapshot!("last_cleaned", read_all(include_str!("said/last_cleaned.txt")));
    insta::assert_snapshot!("river_visits", read_all(include_str!("said/river_visits.txt")));
    insta::assert_snapshot!("gaeste_haus", read_all(include_str!("said/gaeste_haus.txt")));
    insta::assert_snapshot!("jardin_prets", read_all(include_str!("said/jardin_prets.txt")));
    insta::assert_snapshot!("book_sellers", read_all(include_str!("said/book_sellers.txt")));
    insta::assert_snapshot!("bibliobus_arrets", read_all(include_str!("said/bibliobus_arrets.txt")));
    insta::assert_snapshot!("mosterei", read_all(include_str!("said/mosterei.txt")));
    insta::assert_snapshot!("units_of_doors", read_all(include_str!("said/units_of_doors.txt")));
    insta::assert_snapshot!("benches_and_rounds", read_all(include_str!("said/benches_and_rounds.txt")));
    insta::assert_snapshot!("ludotheque", read_all(include_str!("said/ludotheque.txt")));
    insta::assert_snapshot!("hallen", read_all(include_str!("said/hallen.txt")));
    insta::assert_snapshot!("groups_and_adults", read_all(include_str!("said/groups_and_adults.txt")));
    insta::assert_snapshot!("laternen", read_all(include_str!("said/laternen.txt")));
    insta::assert_snapshot!("ateliers_cuisine", read_all(include_str!("said/ateliers_cuisine.txt")));
}

#[test]
fn what_comes_once_a_day_and_limits_of_days_for_some_rows_are_read() {
    insta::assert_snapshot!("tool_days", read_all(include_str!("said/tool_days.txt")));
    insta::assert_snapshot!("shift_days", read_all(include_str!("said/shift_days.txt")));
    insta::assert_snapshot!("choir_births", read_all(include_str!("said/choir_births.txt")));
    insta::assert_snapshot!("colony_sums", read_all(include_str!("said/colony_sums.txt")));
    insta::assert_snapshot!("nuc_sums", read_all(include_str!("said/nuc_sums.txt")));
    insta::assert_snapshot!("trap_nights", read_all(include_str!("said/trap_nights.txt")));
    insta::assert_snapshot!("werkzeug_tage", read_all(include_str!("said/werkzeug_tage.txt")));
    insta::assert_snapshot!("outils_jours", read_all(include_str!("said/outils_jours.txt")));
    insta::assert_snapshot!("shift_lengths", read_all(include_str!("said/shift_lengths.txt")));
    insta::assert_snapshot!("schicht_dauer", read_all(include_str!("said/schicht_dauer.txt")));
    insta::assert_snapshot!("creneau_duree", read_all(include_str!("said/creneau_duree.txt")));
}

#[test]
fn what_some_rows_must_have_and_how_pieces_are_joined_is_read() {
    insta::assert_snapshot!("bench_cards", read_all(include_str!("said/bench_cards.txt")));
    insta::assert_snapshot!("clock_jobs", read_all(include_str!("said/clock_jobs.txt")));
    insta::assert_snapshot!("joined_signs", read_all(include_str!("said/joined_signs.txt")));
}

#[test]
fn ages_of_some_rows_times_of_day_and_numbers_of_words_are_read() {
    insta::assert_snapshot!("visit_times", read_all(include_str!("said/visit_times.txt")));
    insta::assert_snapshot!("cours_natation", read_all(include_str!("said/cours_natation.txt")));
    insta::assert_snapshot!("ernte_mengen", read_all(include_str!("said/ernte_mengen.txt")));
    insta::assert_snapshot!("tray_words", read_all(include_str!("said/tray_words.txt")));
    insta::assert_snapshot!("capital_letters", read_all(include_str!("said/capital_letters.txt")));
}

#[test]
fn masks_with_a_letter_fees_for_others_and_years_of_codes_are_read() {
    insta::assert_snapshot!("lantern_parts", read_all(include_str!("said/lantern_parts.txt")));
    insta::assert_snapshot!("scarecrow_fees", read_all(include_str!("said/scarecrow_fees.txt")));
    insta::assert_snapshot!("dons_arbres", read_all(include_str!("said/dons_arbres.txt")));
    insta::assert_snapshot!("chor_nachweis", read_all(include_str!("said/chor_nachweis.txt")));
}

#[test]
fn who_must_fill_in_what_is_read() {
    insta::assert_snapshot!("column_ranges", read_all(include_str!("said/column_ranges.txt")));
    insta::assert_snapshot!("everybody_who", read_all(include_str!("said/everybody_who.txt")));
    insta::assert_snapshot!("all_but_some", read_all(include_str!("said/all_but_some.txt")));
    insta::assert_snapshot!("digits_only", read_all(include_str!("said/digits_only.txt")));
    insta::assert_snapshot!("half_conditions", read_all(include_str!("said/half_conditions.txt")));
    insta::assert_snapshot!("both_of_them", read_all(include_str!("said/both_of_them.txt")));
    insta::assert_snapshot!("replaced_strings", read_all(include_str!("said/replaced_strings.txt")));
    insta::assert_snapshot!("unsigned_tickets", read_all(include_str!("said/unsigned_tickets.txt")));
    insta::assert_snapshot!("children_and_rooms", read_all(include_str!("said/children_and_rooms.txt")));
    insta::assert_snapshot!("answers_no", read_all(include_str!("said/answers_no.txt")));
    insta::assert_snapshot!("fahrgaeste", read_all(include_str!("said/fahrgaeste.txt")));
    insta::assert_snapshot!("late_fees", read_all(include_str!("said/late_fees.txt")));
    insta::assert_snapshot!("kiln_gas", read_all(include_str!("said/kiln_gas.txt")));
    insta::assert_snapshot!("beside_a_condition", read_all(include_str!("said/beside_a_condition.txt")));
    insta::assert_snapshot!("seit_wann", read_all(include_str!("said/seit_wann.txt")));
    insta::assert_snapshot!("since_when", read_all(include_str!("said/since_when.txt")));
}

#[test]
fn what_holds_in_one_case_and_in_the_other_is_read() {
    insta::assert_snapshot!("sessions_cancelled", read_all(include_str!("said/sessions_cancelled.txt")));
    insta::assert_snapshot!("ausgefallene_stunden", read_all(include_str!("said/ausgefallene_stunden.txt")));
    insta::assert_snapshot!("seances_annulees", read_all(include_str!("said/seances_annulees.txt")));
    insta::assert_snapshot!("bindings_and_days", read_all(include_str!("said/bindings_and_days.txt")));
    insta::assert_snapshot!("totals_of_heads", read_all(include_str!("said/totals_of_heads.txt")));
    insta::assert_snapshot!("tiere_gesamt", read_all(include_str!("said/tiere_gesamt.txt")));
    insta::assert_snapshot!("total_des_betes", read_all(include_str!("said/total_des_betes.txt")));
    insta::assert_snapshot!("relay_legs", read_all(include_str!("said/relay_legs.txt")));
    insta::assert_snapshot!("baies_et_devis", read_all(include_str!("said/baies_et_devis.txt")));
    insta::assert_snapshot!("bays_and_quotes", read_all(include_str!("said/bays_and_quotes.txt")));
    insta::assert_snapshot!("fenster_und_angebote", read_all(include_str!("said/fenster_und_angebote.txt")));
}

#[test]
fn marks_for_some_and_numbers_with_decimals_are_read() {
    insta::assert_snapshot!("show_entries", read_all(include_str!("said/show_entries.txt")));
    insta::assert_snapshot!("dons_avec_recu", read_all(include_str!("said/dons_avec_recu.txt")));
    insta::assert_snapshot!("gifts_with_receipts", read_all(include_str!("said/gifts_with_receipts.txt")));
    insta::assert_snapshot!("wege_und_sperren", read_all(include_str!("said/wege_und_sperren.txt")));
    insta::assert_snapshot!("fees_with_decimals", read_all(include_str!("said/fees_with_decimals.txt")));
    insta::assert_snapshot!("preise_mit_komma", read_all(include_str!("said/preise_mit_komma.txt")));
}

#[test]
fn ranges_in_prose_and_what_happened_are_read() {
    insta::assert_snapshot!("puppet_loans", read_all(include_str!("said/puppet_loans.txt")));
    insta::assert_snapshot!("helfer_am_fest", read_all(include_str!("said/helfer_am_fest.txt")));
    insta::assert_snapshot!("moules", read_all(include_str!("said/moules.txt")));
    insta::assert_snapshot!("lines_lost", read_all(include_str!("said/lines_lost.txt")));
}

#[test]
fn limits_of_kinds_among_lists_are_read() {
    insta::assert_snapshot!("dog_walks", read_all(include_str!("said/dog_walks.txt")));
    insta::assert_snapshot!("orgelkurs", read_all(include_str!("said/orgelkurs.txt")));
    insta::assert_snapshot!("reliures", read_all(include_str!("said/reliures.txt")));
    insta::assert_snapshot!("bindings_in_english", read_all(include_str!("said/bindings_in_english.txt")));
}

#[test]
fn others_named_days_and_first_signs_are_read() {
    insta::assert_snapshot!("canal_passages", read_all(include_str!("said/canal_passages.txt")));
    insta::assert_snapshot!("hundeklassen", read_all(include_str!("said/hundeklassen.txt")));
    insta::assert_snapshot!("gites_visites", read_all(include_str!("said/gites_visites.txt")));
    insta::assert_snapshot!("watches_and_totals", read_all(include_str!("said/watches_and_totals.txt")));
    insta::assert_snapshot!("loans_and_meals", read_all(include_str!("said/loans_and_meals.txt")));
    insta::assert_snapshot!("gipfelhuette", read_all(include_str!("said/gipfelhuette.txt")));
    insta::assert_snapshot!("prets_d_instruments", read_all(include_str!("said/prets_d_instruments.txt")));
    insta::assert_snapshot!("picked_crates", read_all(include_str!("said/picked_crates.txt")));
    insta::assert_snapshot!("gedrueckte_kisten", read_all(include_str!("said/gedrueckte_kisten.txt")));
}

#[test]
fn exceptions_and_what_stands_behind_a_description_are_read() {
    insta::assert_snapshot!("gift_books", read_all(include_str!("said/gift_books.txt")));
    insta::assert_snapshot!("rejected_trays", read_all(include_str!("said/rejected_trays.txt")));
    insta::assert_snapshot!("checkers", read_all(include_str!("said/checkers.txt")));
    insta::assert_snapshot!("livres_donnes", read_all(include_str!("said/livres_donnes.txt")));
    insta::assert_snapshot!("tomaten", read_all(include_str!("said/tomaten.txt")));
    insta::assert_snapshot!("behind_what_it_is", read_all(include_str!("said/behind_what_it_is.txt")));
}

#[test]
fn which_columns_are_required_is_read() {
    insta::assert_snapshot!("which_columns", read_all(include_str!("said/which_columns.txt")));
    insta::assert_snapshot!("welche_spalten", read_all(include_str!("said/welche_spalten.txt")));
    insta::assert_snapshot!("quelles_colonnes", read_all(include_str!("said/quelles_colonnes.txt")));
}

#[test]
fn what_holds_of_two_columns_is_read() {
    insta::assert_snapshot!("two_columns", read_all(include_str!("said/two_columns.txt")));
    insta::assert_snapshot!("zwei_spalten", read_all(include_str!("said/zwei_spalten.txt")));
    insta::assert_snapshot!("deux_colonnes", read_all(include_str!("said/deux_colonnes.txt")));
}

#[test]
fn what_holds_for_rows_of_a_kind_is_read() {
    insta::assert_snapshot!("rows_of_a_kind", read_all(include_str!("said/rows_of_a_kind.txt")));
    insta::assert_snapshot!("zeilen_einer_art", read_all(include_str!("said/zeilen_einer_art.txt")));
    insta::assert_snapshot!("lignes_d_un_type", read_all(include_str!("said/lignes_d_un_type.txt")));
}

#[test]
fn conditions_on_days_and_between_numbers_are_read() {
    insta::assert_snapshot!("days_and_columns", read_all(include_str!("said/days_and_columns.txt")));
    insta::assert_snapshot!("conditions_of_days", read_all(include_str!("said/conditions_of_days.txt")));
    insta::assert_snapshot!("bedingungen_mit_tagen", read_all(include_str!("said/bedingungen_mit_tagen.txt")));
    insta::assert_snapshot!("conditions_de_dates", read_all(include_str!("said/conditions_de_dates.txt")));
}

#[test]
fn sums_differences_and_products_are_read() {
    insta::assert_snapshot!("sums_of_columns", read_all(include_str!("said/sums_of_columns.txt")));
    insta::assert_snapshot!("summen_von_spalten", read_all(include_str!("said/summen_von_spalten.txt")));
    insta::assert_snapshot!("sommes_de_colonnes", read_all(include_str!("said/sommes_de_colonnes.txt")));
}

#[test]
fn limits_for_a_kind_are_read_beside_their_column() {
    insta::assert_snapshot!("limits_for_a_kind", read_all(include_str!("said/limits_for_a_kind.txt")));
    insta::assert_snapshot!("grenzen_einer_art", read_all(include_str!("said/grenzen_einer_art.txt")));
    insta::assert_snapshot!("limites_d_un_type", read_all(include_str!("said/limites_d_un_type.txt")));
}

#[test]
fn which_characters_a_value_may_have_is_read() {
    insta::assert_snapshot!("characters", read_all(include_str!("said/characters.txt")));
    insta::assert_snapshot!("zeichen", read_all(include_str!("said/zeichen.txt")));
    insta::assert_snapshot!("caracteres", read_all(include_str!("said/caracteres.txt")));
}

#[test]
fn several_things_that_are_said_of_one_column_are_each_read() {
    insta::assert_snapshot!("several_of_one", read_all(include_str!("said/several_of_one.txt")));
    insta::assert_snapshot!("mehreres_von_einer", read_all(include_str!("said/mehreres_von_einer.txt")));
    insta::assert_snapshot!("plusieurs_d_une", read_all(include_str!("said/plusieurs_d_une.txt")));
}
