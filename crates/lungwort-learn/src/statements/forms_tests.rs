//! What is to be filled in or left blank under a condition: every form with every condition, at every place at which it may stand.

use super::About;
use super::tests::read_each;

/// The sentences of one language.
struct Said {
    headings: &'static [&'static str],
    /// What is known of the columns.
    known: &'static [&'static str],
    /// How it is asked that the last column but one is filled, and that it is blank.
    filled: &'static [&'static str],
    blank: &'static [&'static str],
    /// What is said of another column, and what comes of it.
    conditions: &'static [(&'static str, &'static str)],
    /// Where both stand: `{f}` and `{c}`; whether that is beside the column.
    places: &'static [(bool, &'static str)],
}

static ALL: &[Said] = &[
    Said {
        headings: &["Lot", "Count", "Kind", "Gift", "Donor", "Phone"],
        known: &["Gift: Y or N", "Kind: A, B or C", "Count: whole number"],
        filled: &[
            "required", "mandatory", "must be filled in", "fill in", "please fill in", "give the name",
            "enter the name", "to be filled in", "has to be given", "please complete", "must not be blank",
        ],
        blank: &[
            "leave blank", "must be blank", "blank", "empty", "do not fill in", "should be left blank", "keep empty",
            "leave this blank", "please leave blank",
        ],
        conditions: &[
            ("Gift is Y", "gift IS TRUE"),
            ("it is a gift", "gift IS TRUE"),
            ("Kind is A", "kind = 'A'"),
            ("Kind is not A", "kind <> 'A'"),
            ("Count is 0", "count = 0"),
            ("the count is more than 5", "count > 5"),
            ("no phone is given", "phone IS NULL"),
            ("Phone is filled", "phone IS NOT NULL"),
        ],
        places: &[
            (true, "{f} if {c}"),
            (true, "{f}, if {c}"),
            (true, "if {c}, {f}"),
            (true, "Name of the donor; {f} when {c}"),
            (true, "Name of the donor ({f} if {c})"),
            (false, "Donor: {f} if {c}."),
            (false, "Donor: if {c}, {f}."),
            (false, "Donor: up to 30 characters, {f} if {c}."),
        ],
    },
    Said {
        headings: &["Posten", "Anzahl", "Art", "Spende", "Spender", "Telefon"],
        known: &["Spende: ja oder nein", "Art: A, B oder C", "Anzahl: ganze Zahl"],
        filled: &[
            "Pflicht", "erforderlich", "muss ausgefüllt werden", "auszufüllen", "bitte ausfüllen", "bitte angeben",
            "Name angeben", "darf nicht leer sein",
        ],
        blank: &[
            "leer lassen",
            "muss leer sein",
            "leer",
            "bleibt leer",
            "nicht ausfüllen",
            "darf nicht ausgefüllt werden",
        ],
        conditions: &[
            ("Spende ja ist", "spende IS TRUE"),
            ("es eine Spende ist", "spende IS TRUE"),
            ("Art A ist", "art = 'A'"),
            ("Anzahl 0 ist", "anzahl = 0"),
            ("die Anzahl über 5 liegt", "anzahl > 5"),
            ("kein Telefon angegeben ist", "telefon IS NULL"),
            ("Telefon ausgefüllt ist", "telefon IS NOT NULL"),
        ],
        places: &[
            (true, "{f}, wenn {c}"),
            (true, "{f} falls {c}"),
            (true, "Name des Spenders, {f}, wenn {c}"),
            (true, "Name des Spenders ({f}, wenn {c})"),
            (true, "Wenn {c}, {f}"),
            (false, "Spender: {f}, wenn {c}."),
            (false, "Spender: höchstens 30 Zeichen, {f}, wenn {c}."),
        ],
    },
    Said {
        headings: &["Lot", "Nombre", "Type", "Don", "Donateur", "Mobile"],
        known: &["Don : oui ou non", "Type : A, B ou C", "Nombre : nombre entier"],
        filled: &[
            "obligatoire", "requis", "doit être rempli", "à remplir", "à renseigner", "indiquer le nom", "remplir",
            "saisir le nom", "ne doit pas être vide",
        ],
        blank: &["laisser vide", "doit rester vide", "vide", "reste vide", "ne pas remplir", "laisser la case vide"],
        conditions: &[
            ("Don est oui", "don IS TRUE"),
            ("c'est un don", "don IS TRUE"),
            ("Type est A", "type = 'A'"),
            ("Type n'est pas A", "type <> 'A'"),
            ("Nombre est 0", "nombre = 0"),
            ("le nombre dépasse 5", "nombre > 5"),
            ("Mobile est vide", "mobile IS NULL"),
            ("un mobile est indiqué", "mobile IS NOT NULL"),
        ],
        places: &[
            (true, "{f} si {c}"),
            (true, "si {c}, {f}"),
            (true, "Nom du donateur ; {f} si {c}"),
            (true, "Nom du donateur ({f} si {c})"),
            (false, "Donateur : {f} si {c}."),
            (false, "Donateur : si {c}, {f}."),
            (false, "Donateur : 30 caractères au plus, {f} si {c}."),
        ],
    },
];

/// At each place each form stands with some of the conditions.
fn sentences(of: &'static Said) -> impl Iterator<Item = (bool, String, String)> {
    let forms = of.filled.iter().map(|form| ("required_when", form));
    let forms: Vec<_> = forms.chain(of.blank.iter().map(|form| ("blank_when", form))).collect();
    let mut all = Vec::new();
    for (at, (beside, place)) in of.places.iter().enumerate() {
        for (number, (key, form)) in forms.iter().enumerate() {
            for (index, (condition, said)) in of.conditions.iter().enumerate() {
                if (at * 3 + number + index) % 5 == 0 {
                    let sentence = place.replace("{f}", form).replace("{c}", condition);
                    all.push((*beside, sentence, format!("{} {key} = \"{said}\"", of.headings[4])));
                }
            }
        }
    }
    all.into_iter()
}

/// Numbers and answers without the quotes that they have where the type of their column is not known yet.
fn plainly(line: &str) -> String {
    let answers = ["= 'Y'", "= 'ja'", "= 'oui'"];
    answers.iter().fold(line.replace("= '0'", "= 0"), |line, answer| line.replace(answer, "IS TRUE"))
}

#[test]
fn forms_and_conditions_are_read_wherever_they_stand() {
    let mut unread = Vec::new();
    for of in ALL {
        for (beside, sentence, wanted) in sentences(of) {
            let about = if beside { About::Column(0, 4) } else { About::Any };
            let mut texts: Vec<(&str, About)> = of.known.iter().map(|text| (*text, About::Any)).collect();
            texts.push((&sentence, about));
            let said: Vec<String> = read_each(of.headings, &texts).iter().map(|line| plainly(line)).collect();
            if !said.contains(&wanted) {
                unread.push(format!(
                    "{sentence} => {:?}",
                    said.iter().filter(|line| line.contains(of.headings[4])).collect::<Vec<_>>()
                ));
            }
        }
    }
    assert!(unread.is_empty(), "{} are not read: {unread:#?}", unread.len());
}
