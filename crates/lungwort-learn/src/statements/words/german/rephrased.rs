//! What German sentences say in other words: see `statements/rephrased.rs`.

pub(super) const REPHRASED: &[(&str, &str)] = &[
    // Bedingungen
    ("solange|sobald|sofern {c} {v} ist , {r}", "wenn {1} {2} ist, {3}"),
    (
        "wer eine|einen|ein {c} angibt|einträgt|nennt|hat , muss ?auch ?den|die|das|einen|eine|ein {c} angeben|nennen|eintragen|ausfüllen",
        "wenn {1} angegeben ist, ist {2} Pflicht",
    ),
    ("ohne {c} bleibt|bleiben ?auch {c} leer|frei", "{2} bleibt leer, wenn {1} leer ist"),
    (
        "ein|eine|der|die|das {c} wird|ist|werden|sind nur bei|mit|für ?einer|einem|eine|ein {c} angegeben|anzugeben|eingetragen|einzutragen|ausgefüllt|auszufüllen",
        "{1} nur ausfüllen, wenn {2} angegeben ist",
    ),
    (
        "wenn|falls keine|kein {c} vorhanden|angegeben ist , ?bitte {c} angeben|ausfüllen|eintragen",
        "wenn {1} leer ist, ist {2} Pflicht",
    ),
    // Pflicht
    ("{l} müssen|muss in jeder|allen zeile|zeilen stehen|vorkommen|enthalten_sein", "{1} sind Pflicht"),
    ("auf_keinen_fall|niemals|nie|keinesfalls leer lassen|bleiben : {l}", "{1} sind Pflicht"),
    (
        "mindestens eine|ein|einer {k} ( {l} ) ist|muss erforderlich|nötig|notwendig|pflicht|angegeben_werden|angegeben_sein",
        "mindestens eines von {2} muss angegeben werden",
    ),
    // Grenzen
    ("mehr als {n} {k} {c} sind|ist nicht vorgesehen|möglich|erlaubt|zulässig|gestattet", "{3}: höchstens {1}"),
    (
        "{c} darf|dürfen|kann|können nicht nach dem|unserem heutigen tag|datum liegen",
        "{1} darf nicht in der Zukunft liegen",
    ),
    ("{c} : frühestens am tag|datum des|der {c}", "{1}: nicht vor {2}"),
];
