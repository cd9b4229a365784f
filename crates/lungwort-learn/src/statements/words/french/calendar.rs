//! Days of the week in French, and what is done on them: see `statements/calendar.rs`.

use super::super::Calendar;

pub(super) const CALENDAR: &Calendar = &Calendar {
    headings: &["jour", "jour de la semaine", "jour de semaine"],
    weekdays: &[
        ("lundi", 1),
        ("lundis", 1),
        ("mardi", 2),
        ("mardis", 2),
        ("mercredi", 3),
        ("mercredis", 3),
        ("jeudi", 4),
        ("jeudis", 4),
        ("vendredi", 5),
        ("vendredis", 5),
        ("samedi", 6),
        ("samedis", 6),
        ("dimanche", 7),
        ("dimanches", 7),
    ],
    short: &[("lun", 1), ("mer", 3), ("jeu", 4), ("ven", 5), ("sam", 6), ("dim", 7)],
    groups: &[
        ("week-end", &[6, 7]),
        ("week-ends", &[6, 7]),
        ("fin de semaine", &[6, 7]),
        ("semaine", &[1, 2, 3, 4, 5]),
    ],
    also_verbs: &[],
    closed: &[
        "exclu", "exclue", "exclus", "exclues", "impossible", "fermé", "fermée", "fermés", "fermées", "fermeture",
        "relâche", "repos", "sauf",
    ],
    open: &[
        "peut", "peuvent", "ouvert", "ouverte", "ouverts", "ouvertes", "a lieu", "ont lieu", "se tient", "se tiennent",
        "possible", "possibles", "commence", "commencent", "débute", "débutent",
    ],
    senders: &[
        "bureau", "secrétariat", "aide", "inscription", "inscriptions", "envoyer", "envoyé", "envoyez", "appeler",
        "appelez", "répondons", "tarif", "tarifs", "permanence",
    ],
    from: &["de", "du", "dès", "à partir de"],
    both: &["entre"],
    until: &[
        "fin", "la fin", "début", "le début", "mi", "avant le", "avant", "d'ici", "jusqu'au", "depuis", "au plus tard",
        "dès", "à partir",
    ],
    leads: &[
        "le", "les", "la", "l", "un", "une", "en", "du", "de", "d", "au", "aux", "pour", "chaque", "à", "pendant",
        "durant", "seulement",
    ],
    first_of_month: &[
        "premier du mois", "1er du mois", "premier jour du mois", "premier jour d'un mois", "premier d'un mois",
    ],
    given: "si {} est rempli",
};
