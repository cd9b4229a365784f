//! What German sentences say in other words: see `statements/rephrased.rs`.

/// What numbers are counted or measured in.
macro_rules! units {
    () => {
        "m|cm|mm|km|kg|g|t|l|ml|meter|kilometer|gramm|kilo|liter|stunden|minuten|tage|nächte|wochen|jahre|monate|euro|punkte|personen|stück|tiere"
    };
}

/// What says that something has to be filled in, at the end of a clause.
macro_rules! required {
    () => {
        "pflicht|erforderlich|nötig|notwendig|anzugeben|auszufüllen|einzutragen|ausgefüllt_werden|angegeben_werden|eingetragen_werden|ausgefüllt_sein|angegeben_sein|eingetragen_sein|benötigt"
    };
}

/// What says that something is filled in.
macro_rules! filled {
    () => {
        "ausgefüllt|angegeben|eingetragen|gefüllt|vorhanden|genannt"
    };
}

/// By which somebody fills in a cell.
macro_rules! fill_in {
    () => {
        "angeben|ausfüllen|eintragen|nennen"
    };
}

pub(super) const REPHRASED: &[(&str, &str)] = &[
    ("{q} wird|werden bei|für {w} leer|frei gelassen", "{1} bleiben leer bei {2}"),
    ("leer|nichts bei|für {w}", "muss bei {1} leer bleiben"),
    (
        "{c} über {n} ?euro|eur|€ brauchen|braucht|benötigen|benötigt|erfordern|erfordert|verlangen|verlangt ?einen|eine|ein {c}",
        "Wenn {1} über {2} liegt, ist {3} Pflicht",
    ),
    (
        "{c} ab {n} ?euro|eur|€ brauchen|braucht|benötigen|benötigt|erfordern|erfordert|verlangen|verlangt ?einen|eine|ein {c}",
        "Wenn {1} mindestens {2} ist, ist {3} Pflicht",
    ),
    (
        "für|bei {c} über {n} ?euro|eur|€ ist|muss|wird ?ein|eine|einen|der|die|das {c} ?immer|stets anzugeben|pflicht|nötig|notwendig|erforderlich|verlangt|benötigt",
        "Wenn {1} über {2} liegt, ist {3} Pflicht",
    ),
    (
        "für|bei {c} ab {n} ?euro|eur|€ ist|muss|wird ?ein|eine|einen|der|die|das {c} ?immer|stets anzugeben|pflicht|nötig|notwendig|erforderlich|verlangt|benötigt",
        "Wenn {1} mindestens {2} ist, ist {3} Pflicht",
    ),
    (
        "{r} ; über {n} ?euro|eur|€ ist|sind ?ein|eine|der|die|das {c} anzugeben|pflicht|nötig|notwendig|erforderlich",
        "{1}.\nWenn {0} über {2} liegt, ist {3} Pflicht",
    ),
    ("ein|eine anderer|andere|anderes {u} als ?der|die|das {c}", "muss sich von {2} unterscheiden"),
    ("{k} ; ein|eine anderer|andere|anderes {u} als ?der|die|das {c}", "{1}.\nmuss sich von {3} unterscheiden"),
    (
        "pflicht|erforderlich|nötig|notwendig|anzugeben ab einer|einem {c} von {n} ?{k}",
        "Pflicht, wenn {1} mindestens {2} ist",
    ),
    (
        "pflicht|erforderlich|nötig|notwendig|anzugeben bei|ab einer|einem {c} über|von_mehr_als {n} ?{k}",
        "Pflicht, wenn {1} über {2} liegt",
    ),
    ("{n} oder {n} stellen|ziffern ; {u} beginnen|beginnt|beginnend mit {n}", "{1} oder {2} Ziffern"),
    ("{n} oder {n} stellen|ziffern , {u} beginnen|beginnt|beginnend mit {n}", "{1} oder {2} Ziffern"),
    ("{c} minus {c} ; mit vorzeichen", "{1} minus {2}"),
    ("{c} minus {c} , mit vorzeichen", "{1} minus {2}"),
    (
        "pflicht|pflichtfelder|pflichtangaben|erforderlich : {q} ?, und|sowie entweder {c} oder {c}",
        "Pflicht: {1}.\n{2} oder {3} ist Pflicht",
    ),
    (
        "ist|sind ein|eine|einen|der|die|das {c} angegeben|eingetragen|ausgefüllt|genannt , so|dann sind|ist auch {q} anzugeben|auszufüllen|einzutragen|pflicht|erforderlich",
        "Wenn {1} angegeben ist, sind {2} anzugeben",
    ),
    ("?der|die|das {c} wird|werden nicht eingegeben|ausgefüllt|eingetragen , es|sie|er {k}", "{1} leer lassen"),
    (
        "?der|die|das {c} wird|werden|ist|sind nicht eingegeben|ausgefüllt|einzutragen|auszufüllen|einzugeben",
        "{1} leer lassen",
    ),
    (
        "{r} ; wenn|falls|bei {v} ?, {q} angeben|ausfüllen|eintragen|nennen|anzugeben|auszufüllen|einzutragen",
        "{1}.\nWenn {0} {2} ist, sind {3} anzugeben",
    ),
    ("{r} ; bei mehreren mit + verbinden|trennen", "{1}.\nmehrere durch + getrennt"),
    (
        "{r} ; bei mehreren mit|durch komma|semikolon|schrägstrich|leerzeichen verbinden|trennen",
        "{1}.\nmehrere durch {2} getrennt",
    ),
    ("{n} ziffern|stellen ( in {k} {n} )", "{1} oder {3} Ziffern"),
    ("{n} ziffern|stellen ( ?in {k} : {n} )", "{1} oder {3} Ziffern"),
    (
        "wenn|falls|bei ja|j ?, ?bitte {q} angeben|ausfüllen|eintragen|nennen|anzugeben|auszufüllen|einzutragen",
        "Wenn ja, sind {1} anzugeben",
    ),
    ("wenn|falls j , {r}", "Wenn ja, {1}"),
    ("nur ab {c} {n}", "Nur wenn {1} mindestens {2} ist"),
    ("nur in|im|am {c} {n}", "Nur wenn {1} {2} ist"),
    (
        "kein|keine {k} darf|kann|soll vor {d} beginnen|anfangen|starten oder|und|noch nach {d} enden|aufhören|schließen",
        "{start} nicht vor {2}.\n{end} nicht nach {3}",
    ),
    (
        "kein|keine {k} beginnt|startet vor {d} oder|und|noch endet|schließt nach {d}",
        "{start} nicht vor {2}.\n{end} nicht nach {3}",
    ),
    (
        "{c} {l} ?, ?und bei|wenn|falls {v} ?, ?ist ?sind ?der|die|das {c} erforderlich|nötig|pflicht|anzugeben|notwendig|auszufüllen ?ist",
        "{1}: {2}.\nWenn {1} {3} ist, ist {4} erforderlich",
    ),
    (
        "{c} : {l} ?, ?und bei|wenn|falls {v} ?, ?ist ?sind ?der|die|das {c} erforderlich|nötig|pflicht|anzugeben|notwendig|auszufüllen ?ist",
        "{1}: {2}.\nWenn {1} {3} ist, ist {4} erforderlich",
    ),
    (
        "{l} , ?und bei|wenn|falls {v} ?, ?ist ?sind ?der|die|das {c} erforderlich|nötig|pflicht|anzugeben|notwendig|auszufüllen ?ist",
        "{1}.\nWenn {0} {2} ist, ist {3} erforderlich",
    ),
    ("bei|mit {c} {n} kein|keine|keinen {c}", "Wenn {1} {2} ist, {3} leer lassen"),
    ("spätestens|höchstens|nicht_später_als|maximal ?der|den|dem {c} + {n} {k}", "spätestens {2} {3} nach {1}"),
    (
        "spätestens|höchstens|nicht_später_als|maximal ?der|den|dem {c} plus|zuzüglich {n} {k}",
        "spätestens {2} {3} nach {1}",
    ),
    ("nicht|nie vor ?dem|der {c} minus|weniger|abzüglich {n} {k}", "frühestens {2} {3} vor {1}"),
    ("ab einem|einer {c} von {n} ?euro|eur|€ {r}", "Wenn {1} mindestens {2} ist, {3}"),
    ("über|oberhalb ?von einem|einer|eines {c} von {n} ?euro|eur {r}", "Wenn {1} mehr als {2} ist, {3}"),
    (
        "wenn|falls|sobald ?der|die|das {c} {n} ?euro|eur übersteigt|überschreitet , {r}",
        "Wenn {1} mehr als {2} ist, {3}",
    ),
    (
        "{c} ?ist|wird|bitte nur|ausschließlich|lediglich angeben|eintragen|ausfüllen|nennen|anzugeben|auszufüllen|einzutragen|angegeben|ausgefüllt , wenn|falls {c} = {v}",
        "{1}: nur wenn {2} = {3}",
    ),
    ("nur|ausschließlich wenn|falls {c} = {v} : {c} angeben|eintragen|ausfüllen|nennen", "{3}: nur wenn {1} = {2}"),
    (
        "?ein|eine ?{k} kann|darf|können|dürfen nicht {c} ?werden ?sein , bevor|ehe er|sie|es {c} ?ist|wurde|worden|sind",
        "{2} darf nicht vor {3} liegen",
    ),
    (
        "kein|keine|keiner|niemand ?{k} kann|darf|können|dürfen {c} ?werden ?sein , bevor|ehe er|sie|es {c} ?ist|wurde|worden|sind",
        "{2} darf nicht vor {3} liegen",
    ),
    (
        "nicht später_als|nach ?der|dem|am tag|datum ?der einreichung|abgabe|meldung|übermittlung|einsendung",
        "nicht in der Zukunft",
    ),
    ("nicht nach ?der|dem einreichung|abgabe|meldung|übermittlung|einsendung", "nicht in der Zukunft"),
    (
        "{c} ?ist|sind nur angeben|ausfüllen|eintragen|anzugeben|auszufüllen|einzutragen , wenn|falls|sofern ein|eine|einen {z} vorliegt|besteht|erteilt_wurde|erteilt_ist|gegeben_ist",
        "{1} nur mit {2}",
    ),
    (
        "{c} ?ist|sind nur angeben|ausfüllen|eintragen|anzugeben|auszufüllen|einzutragen , wenn|falls|sofern ein|eine|einen {z} vorliegt|besteht|erteilt_wurde|erteilt_ist|gegeben_ist : {l}",
        "{1} nur mit {2}.\n{1}: {3}",
    ),
    ("ab|von ?der|dem {c} {n} ?an|aufwärts {r}", "Wenn {1} mindestens {2} ist, {3}"),
    (
        "bei ?der|dem {c} {n} oder|und höher|mehr|größer|schlechter|darüber|älter|schwerer {r}",
        "Wenn {1} mindestens {2} ist, {3}",
    ),
    (
        "bei ?der|dem {c} {n} oder|und niedriger|weniger|kleiner|darunter|jünger|leichter {r}",
        "Wenn {1} höchstens {2} ist, {3}",
    ),
    (
        "?bitte ?immer alle|sämtliche ?anderen ?übrigen felder|spalten|angaben ?immer außer|ausser|bis_auf {q} ?immer ausfüllen|angeben|eintragen",
        "Alle Felder außer {1} sind auszufüllen",
    ),
    (
        "?der|?die|?das {c} ?liegt|ist|erfolgt|endet frühestens {k} ?der|des|dem {c} und spätestens|höchstens|maximal {k} danach|später|darauf|darnach",
        "{1} darf nicht vor {3} liegen.\n{1}: spätestens {4} nach {3}",
    ),
    (
        "frühestens {k} ?der|des|dem {c} und spätestens|höchstens|maximal {k} danach|später|darauf",
        "nicht vor {2}.\nspätestens {3} nach {2}",
    ),
    ("{w} zahlen|haben|geben|brauchen|benötigen kein|keine|keinen {c} ?an", "Wenn {1c} {1v} ist, bleibt {2} leer"),
    ("für|bei {w} beträgt|ist|gilt ?der|?die|?das {c} ?immer ?gleich {n}", "Wenn {1c} {1v} ist, muss {2} {3} sein"),
    ("{w} geben|nennen ?immer ihr|ihre|ihren|die|den|das|eine|einen {c} ?an", "Wenn {1c} {1v} ist, ist {2} Pflicht"),
    (
        "bei {c} ist|muss|sind ?auch ?stets ?das_feld|?die_spalte|?der|?die|?das {c} ?ebenfalls anzugeben|auszufüllen|ausgefüllt_werden|angegeben_werden|ausgefüllt_sein|nötig|erforderlich|pflicht",
        "Wenn {1} ausgefüllt ist, ist {2} Pflicht",
    ),
    (
        "?nur angeben|ausfüllen|eintragen , wenn|falls|sofern ein|eine|einen {z} vorliegt|besteht|erteilt_wurde|erteilt_ist|gegeben_ist",
        "nur, wenn {1c} {1v} ist",
    ),
    (
        "{c} ist|sind|wird|werden|darf|dürfen nur bei|für|in ?der|dem|den {c} {w} angegeben_werden|ausgefüllt_werden|eingetragen_werden|anzugeben|auszufüllen|einzutragen|angegeben|ausgefüllt|eingetragen",
        "{1}: nur, wenn {2} {3} ist",
    ),
    (
        "er|sie|es|diese|dieser|dieses ist|sind|wird|werden|darf|dürfen nur bei|für|in ?der|dem|den {c} {w} angegeben_werden|ausgefüllt_werden|eingetragen_werden|anzugeben|auszufüllen|einzutragen|angegeben|ausgefüllt|eingetragen",
        "nur, wenn {1} {2} ist",
    ),
    ("{c} darf|dürfen {c} nicht|nie übersteigen|überschreiten", "{1} darf nicht größer als {2} sein"),
    ("{c} {w} darf|dürfen nicht|nie {k} werden|sein", "{1} {2} kann nicht {3} sein"),
    (
        "für|bei {c} {w} ist ?das|?der|?die {c} auf {n} ?kg|?g|?cm|?m begrenzt|beschränkt",
        "Bei {1} {2} {3} höchstens {4}",
    ),
    ("{c} darf|kann nur {v} sein , wenn|falls {c} {l} ist", "Wenn {1} {2} ist, muss {3} {4} sein"),
    ("wenn|falls {c} {v} ist , ist {c} ?immer ?gleich {v}", "Wenn {1} {2} ist, muss {3} {4} sein"),
    ("{c} muss|soll ?immer mit {v} beginnen|anfangen", "{1} beginnt mit {2}"),
    ("wenn|falls {c} {v} ist , muss {c} mit {v} beginnen|anfangen", "Wenn {1} {2} ist, beginnt {3} mit {4}"),
    ("bei|für {c} {w} beginnt|muss {c} ?immer mit {v} ?beginnen", "Bei {1} {2}: {3} beginnt mit {4}"),
    ("{c} beginnt bei|für {c} {w} ?immer mit {v}", "Bei {2} {3}: {1} beginnt mit {4}"),
    ("{i} der {c} {w} beginnen|fangen ?immer mit {v} ?an", "Bei {2} {3}: {1} beginnt mit {4}"),
    ("posten|zeilen|datensätze der {c} {w} dürfen nicht mehr als {n} ?kg|?g wiegen", "Bei {1} {2} höchstens {3} kg"),
    (concat!("bitte {c} oder {c} ", fill_in!()), "Mindestens eines von {1} und {2} ist erforderlich"),
    (
        concat!("ist|bleibt {c} leer , muss|ist|wird ?auch {c} ?auch ", required!()),
        "Wenn {1} leer ist, ist {2} Pflicht",
    ),
    (
        concat!("ist {c} nicht ", filled!(), " , muss|ist|wird ?auch {c} ?auch ", required!()),
        "Wenn {1} leer ist, ist {2} Pflicht",
    ),
    (
        concat!("ist {c} ", filled!(), " , muss|ist|wird ?auch {c} ?auch ", required!()),
        "Wenn {1} ausgefüllt ist, ist {2} Pflicht",
    ),
    (concat!("ist {c} ", filled!(), " , bleibt {c} ?immer leer|frei"), "Wenn {1} ausgefüllt ist, bleibt {2} leer"),
    (
        concat!("sobald|wird|wo|wenn {c} ", filled!(), " ist|wird , muss|ist|wird ?auch {c} ?auch ", required!()),
        "Wenn {1} ausgefüllt ist, ist {2} Pflicht",
    ),
    ("ohne {c} brauchen|benötigen wir {c}", "Wenn {1} leer ist, ist {2} Pflicht"),
    (concat!("ohne {c} ist|wird|muss {c} ", required!()), "Wenn {1} leer ist, ist {2} Pflicht"),
    (
        concat!(
            "eine|eines|einer|wenigstens_eine|mindestens_eine der ?beiden spalten|angaben|felder {c} und|oder {c} muss|ist ",
            required!()
        ),
        "Mindestens eines von {1} und {2} ist erforderlich",
    ),
    ("entweder {c} oder {c} ?, ?aber|jedoch nie|niemals|nicht beides|beide|zusammen", "{1} oder {2}, nicht beides"),
    ("genau eines|eine|einer von|der ?beiden ?spalten {c} und|oder {c} ?ist|muss ?{k}", "{1} oder {2}, nicht beides"),
    (
        "nur|höchstens eines|eine|einer von|der ?beiden ?spalten {c} und|oder {c} ?darf ?{k}",
        "{1} und {2} dürfen nicht beide ausgefüllt sein",
    ),
    ("{c} und {c} schließen sich ?gegenseitig aus", "{1} und {2} dürfen nicht beide ausgefüllt sein"),
    (
        concat!("nie|niemals|nicht {c} und {c} zugleich|gleichzeitig|zusammen|gemeinsam ", fill_in!()),
        "{1} und {2} dürfen nicht beide ausgefüllt sein",
    ),
    (
        "entweder beide ?spalten ?angaben {c} und {c} oder keine|keines|keins",
        "{1} und {2} gehören zusammen: beide oder keines",
    ),
    ("kein|keine|nie_ein|nie_eine {c} ohne {c}", "Wenn {1} ausgefüllt ist, ist {2} Pflicht"),
    (
        concat!("{c} nur ", fill_in!(), " , wenn|falls {c} ", filled!(), " ist"),
        "Wenn {1} ausgefüllt ist, ist {2} Pflicht",
    ),
    ("pro|je {i} ?nur ?genau eine zeile", "{1} nur einmal"),
    (
        "keine zwei zeilen mit gleichem|gleicher|gleichen|demselben|derselben|dem_gleichen|der_gleichen {c} und {c}",
        "{1} und {2} zusammen müssen eindeutig sein",
    ),
    ("bitte {q} ?immer in jeder zeile|tabellenzeile ausfüllen|eintragen|angeben", "{1} sind Pflicht"),
    ("bitte in jeder zeile {q} ausfüllen|eintragen|angeben", "{1} sind Pflicht"),
    ("für jede|jeden|jedes {k} brauchen|benötigen wir {q}", "{2} sind Pflicht"),
    ("ohne {e} kann|können|wird|werden {k} nicht {k}", "{1} sind Pflicht"),
    ("ohne {e} ist|sind {k} nicht|ungültig {r}", "{1} sind Pflicht"),
    ("anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig ist|sind {q}", "{1} sind Pflicht"),
    (
        "mindestens|zumindest anzugeben|einzutragen|auszufüllen|erforderlich|nötig|angeben|ausfüllen - {q}",
        "{1} sind Pflicht",
    ),
    ("?bitte ?die ?spalten ?spalte {q} ?immer ausfüllen|eintragen|angeben", "{1} sind Pflicht"),
    (
        "mit ausnahme von {q} ist|sind alle spalten|felder|angaben pflicht|erforderlich|auszufüllen|pflichtfelder",
        "alle Spalten außer {1} sind Pflicht",
    ),
    ("nie|niemals mehr|höher|größer als ?die|der|das|den {c}", "nicht mehr als {1}"),
    ("?kann|darf|muss ?nie kleiner oder gleich ?der|die|das|dem|den {c} ?sein", "nicht mehr als {1}"),
    ("gleich ?der|die|das|dem {c} oder später|danach", "nicht vor {1}"),
    ("muss {o} sein", "{1}"),
    ("bitte {o} eintragen|eingeben|wählen|verwenden", "{1}"),
    (
        "?der|die|das {c} ist|darf|kann nie|niemals|nicht ?gleich ?der|die|das|dem {c} ?sein",
        "{1} darf nicht gleich {2} sein",
    ),
    (
        "{r} ; ?der|die|das {c} ist|darf|kann nie|niemals|nicht ?gleich ?der|die|das|dem {c} ?sein",
        "{1}.\n{2} darf nicht gleich {3} sein",
    ),
    ("nicht|nie derselbe|dieselbe|dasselbe|gleich wie|als ?der|die|das {c}", "darf nicht gleich {1} sein"),
    ("nicht|nie identisch|gleich mit ?der|die|das|dem {c}", "darf nicht gleich {1} sein"),
    (
        "bei {x} ?bitte ?die|den|das|eine|einen|ein {k} angeben|nennen|eintragen|notieren|vermerken|ergänzen",
        "bei {1} anzugeben",
    ),
    (
        "{r} ; bei {w} ?bitte ?die|den|das|eine|einen|ein {k} angeben|nennen|eintragen|notieren|vermerken|ergänzen",
        "{1}.\nPflicht, wenn {2c} {2v} ist",
    ),
    (
        "bei {w} ?bitte ?die|den|das|eine|einen|ein {k} angeben|nennen|eintragen|notieren|vermerken|ergänzen",
        "Pflicht, wenn {1c} {1v} ist",
    ),
    (
        "{c} : bei {w} und {w} anzugeben|angeben|nötig|erforderlich|pflicht",
        "{1}: Pflicht, wenn {2c} {2v} oder {3v} ist",
    ),
    ("bei {w} und {w} anzugeben|angeben|nötig|erforderlich|pflicht", "Pflicht, wenn {1c} {1v} oder {2v} ist"),
    ("in|auf viertelstunden ( {n} )", "in Viertelstunden"),
    ("nur für|bei {k} , die|der|das nicht {v} ist|sind|wurde|wurden", "nur, wenn nicht {2}"),
    ("{z} sind|ist immer {c} {v}", "wenn {1c} ja ist, muss {2} {3} sein"),
    ("{l} ; {z} sind|ist immer {c} {v}", "{1}.\nwenn {2c} ja ist, muss {3} {4} sein"),
    ("nur angeben|anzugeben|ausfüllen|auszufüllen|eintragen|einzutragen , wenn|falls {r}", "nur, wenn {1}"),
    (
        "{k} , {k} , nach ?der|dem|die {c} , höchstens|maximal|max {n} nächte|nächten|tage|tagen",
        "{1}, {2}.\nnach {3}.\nhöchstens {4} Tage nach {3}",
    ),
    (
        "{k} , nach ?der|dem|die {c} , höchstens|maximal|max {n} nächte|nächten|tage|tagen",
        "{1}.\nnach {2}.\nhöchstens {3} Tage nach {2}",
    ),
    (
        "nach ?der|dem|die {c} , höchstens|maximal|max {n} nächte|nächten|tage|tagen",
        "nach {1}.\nhöchstens {2} Tage nach {1}",
    ),
    ("{k} , anzahl ?der nächte|tage zwischen ?der|dem|die {c} und ?der|dem|die {c}", "{1}.\n{0} = {3} minus {2}"),
    (
        "{k} , {k} , anzahl ?der nächte|tage zwischen ?der|dem|die {c} und ?der|dem|die {c}",
        "{1}, {2}.\n{0} = {4} minus {3}",
    ),
    (
        "{k} : {n} für|bei {w} , {n} für|bei alle|die|allen|den|anderen|andere ?anderen ?{k}",
        "{1}.\nwenn {3c} {3v} ist, muss {0} {2} sein.\nwenn {3c} nicht {3v} ist, muss {0} {4} sein",
    ),
    ("{k} ; {y} , also|somit|daher {n}", "{1}.\nwenn {2c} {2v} ist, muss {0} {3} sein"),
    ("{k} , {y} , also|somit|daher {n}", "{1}.\nwenn {2c} {2v} ist, muss {0} {3} sein"),
    ("{y} , also|somit|daher {n}", "wenn {1c} {1v} ist, muss {0} {2} sein"),
    ("{z} dürfen|darf|können|kann nur im|in|bei|mit|auf ?der|dem {w} {k}", "wenn {1c} ja ist, muss {2c} {2v} sein"),
    (
        "{n} stellige|stelliger|stelliges|stelligen {c} , mehrere {k} , höchstens|maximal|bis_zu|max {n}",
        "{0}: {1}-stellig, mehrere {3}",
    ),
    ("nur , wenn|falls {r} : {l}", "nur, wenn {1}.\n{2}"),
    ("{n} stellige|stelliger|stelliges|stelligen {c} , {r}", "{0}: {1}-stellig, {3}"),
    ("{n} stellige|stelliger|stelliges|stelligen {c}", "{0}: {1}-stellig"),
    ("?die {b} ?davor zusammen|addiert|zusammengezählt|summiert", "{0} = {1}"),
    ("?die ?ist summe der|aus {b} ?spalten|zahlen|werte|felder ?davor|links|zuvor", "{0} = {1}"),
    ("= {c} + {c}", "{0} = {1} + {2}"),
    ("= {c} + {c} + {c}", "{0} = {1} + {2} + {3}"),
    (
        "pflicht|erforderlich|verpflichtend|nötig|notwendig|anzugeben , wenn|falls|sobald {r} ; {l}",
        "Pflicht, wenn {1}.\n{2}",
    ),
    ("nur , wenn|falls {r} ; {l}", "nur, wenn {1}.\n{2}"),
    ("{k} , mehrere {k} , höchstens|maximal|bis_zu|max {n}", "{1}, mehrere {2}"),
    ("{k} , höchstens|maximal|bis_zu|max {n} , getrennt {r}", "{1}, getrennt {3}"),
    ("{r} , nie|niemals leer ?lassen ?zu_lassen", "{1}.\ndarf nie leer sein"),
    ("{r} ; nie|niemals leer ?lassen", "{1}.\ndarf nie leer sein"),
    (concat!("{y} höchstens|maximal|bis_zu {n} ?", units!()), "wenn {1c} {1v} ist, muss {0} höchstens {2} sein"),
    (concat!("{y} mindestens|wenigstens {n} ?", units!()), "wenn {1c} {1v} ist, muss {0} mindestens {2} sein"),
    (
        concat!("{k} ; {y} höchstens|maximal|bis_zu {n} ?", units!()),
        "{1}.\nwenn {2c} {2v} ist, muss {0} höchstens {3} sein",
    ),
    (
        concat!("{k} , {k} ; {y} höchstens|maximal|bis_zu {n} ?", units!()),
        "{1}, {2}.\nwenn {3c} {3v} ist, muss {0} höchstens {4} sein",
    ),
    (
        concat!("{k} ; {y} mindestens|wenigstens {n} ?", units!()),
        "{1}.\nwenn {2c} {2v} ist, muss {0} mindestens {3} sein",
    ),
    (
        "{w} zahlt|zahlen|kostet|kosten {n} , alle_anderen|alle_übrigen|andere|sonst|die_anderen {n} ?euro|€",
        "wenn {1c} {1v} ist, muss {0} {2} sein.\nwenn {1c} nicht {1v} ist, muss {0} {3} sein",
    ),
    (
        "wer nach {n} geboren ist|wurde , startet|gehört|fährt|läuft|schwimmt|spielt|kommt in|zu ?der|die {c} {v}",
        "wenn {0} über {1} ist, muss {2} {3} sein",
    ),
    (
        "in|bei|für ?der|die {c} {v} ist|gilt {k} pflicht|vorgeschrieben : dort|da|hier ist|gilt nur {x} zulässig|erlaubt|möglich",
        "wenn {1} {2} ist, muss {0} {4} sein",
    ),
    ("{k} : dort|da|hier ist|gilt nur {x} zulässig|erlaubt|möglich", "wenn {1}, muss {0} {2} sein"),
    ("{k} muss|müssen am|bis ?zum {d} ?noch gültig sein", "nicht vor {2}"),
    ("{k} ; {k} muss|müssen am|bis ?zum {k} , dem {d} , ?noch gültig sein", "{1}.\nnicht vor {4}"),
    ("{k} ; {k} muss|müssen am|bis ?zum {d} ?noch gültig sein", "{1}.\nnicht vor {3}"),
    (
        "{c} oder {c} ist|sind pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt ; mit +",
        "mindestens eines von {1} und {2} muss angegeben werden.\n{0}: beginnt mit +",
    ),
    ("mit +", "beginnt mit +"),
    ("pflicht|erforderlich|verpflichtend , {v} gefolgt_von {r}", "Pflicht.\n{1} gefolgt von {2}"),
    (
        "{c} oder {c} ist|sind|muss ?angegeben pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt",
        "mindestens eines von {1} und {2} muss angegeben werden",
    ),
    (
        "{c} oder {c} ist|sind pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt ; {r}",
        "mindestens eines von {1} und {2} muss angegeben werden.\n{0}: {3}",
    ),
    (
        "eines|eine|einer von_beiden|der_beiden ist|muss pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt : {c} oder {c}",
        "mindestens eines von {1} und {2} muss angegeben werden",
    ),
    ("bei {c} : {l}", "{2}.\nPflicht, wenn {1} angegeben ist"),
    (
        "{l} , pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt bei {c}",
        "{1}.\nPflicht, wenn {2} angegeben ist",
    ),
    (
        "bei|für|in|im {w} ist|sind|gibt_es|wird keine|kein|keinen {c} ?möglich|vorgesehen|erlaubt|gewährt|vergeben|zulässig",
        "Wenn {1c} = {1v}, bleibt {2} leer",
    ),
    (
        "{v} = {v} , {v} = {v} ; bei|für {v} ist|sind|gibt_es|wird keine|kein|keinen {c} ?möglich|vorgesehen|erlaubt|gewährt|vergeben|zulässig",
        "{1} = {2}, {3} = {4}.\nWenn {0} = {5}, bleibt {6} leer",
    ),
    (
        "für|bei {w} wird|werden|ist|sind ?ein|eine|einen|der|die|das {c} pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt|gebraucht|verlangt ( {r} )",
        "Wenn {1c} = {1v}, ist {2} Pflicht.\n{2}: {3}",
    ),
    ("?nur ziffern und leerzeichen , mit {n} am anfang|beginn", "nur Ziffern und Leerzeichen, beginnt mit {1}"),
    ("?nur ziffern , mit {n} am anfang|beginn", "nur Ziffern, beginnt mit {1}"),
    (
        "im|in|am|bei|beim|auf|für ?der|dem {w} muss|müssen ?das|die|der {c} vor|unter {n} liegen|sein",
        "Wenn {1c} = {1v}, muss {2} kleiner als {3} sein",
    ),
    (
        "im|in|am|bei|beim|auf|für ?der|dem {w} muss|müssen ?das|die|der {c} nach|über {n} liegen|sein",
        "Wenn {1c} = {1v}, muss {2} größer als {3} sein",
    ),
    ("ziffern und leerzeichen , beginnt|beginnend|beginnen mit {n}", "nur Ziffern und Leerzeichen, beginnt mit {1}"),
    (
        "nur ausfüllen|auszufüllen|anzugeben|angeben , wenn|falls {r} , höchstens|maximal|max {n} zeichen",
        "höchstens {2} Zeichen.\nnur ausfüllen, wenn {1}",
    ),
    (
        "ein|eine|jeder|jede|jedes {i} darf|kann|soll an|am|im|in ?einem|einer|demselben|derselben|selben|gleichen {i} nur|höchstens ein|eine|einen|einmal {k}",
        "{1} und {2} zusammen müssen eindeutig sein",
    ),
    (
        "kein|keine {i} darf|kann an|am|im|in ?einem|einer|demselben|derselben|selben|gleichen {i} zwei|mehrere|mehr_als_eine|mehr_als_einen|mehr_als_ein|zweimal|doppelt {k}",
        "{1} und {2} zusammen müssen eindeutig sein",
    ),
    ("frühestens|nicht_vor|ab {n} , ?und spätestens|nicht_nach|bis {n}", "von {1} bis {2}"),
    ("nicht_vor {n} und nicht_nach {n}", "von {1} bis {2}"),
    ("{k} , frühestens|nicht_vor|ab {n} , ?und spätestens|nicht_nach|bis {n}", "{1}, von {2} bis {3}"),
    (
        "für|bei {w} wird|werden|ist|sind ?ein|eine|einen|der|die|das {c} pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|benötigt|gebraucht|verlangt",
        "Wenn {1c} = {1v}, ist {2} Pflicht",
    ),
    (
        "nötig|notwendig|benötigt|gebraucht|erforderlich|anzugeben|pflicht für|bei|im|in {w}",
        "Wenn {1c} = {1v}, ist {0} Pflicht",
    ),
    ("{r} , schreibweise|geschrieben {d}", "{1}.\ngeschrieben wie {2}"),
    ("{w} gibt_es|ist|sind nur in|im|mit|bei|am ?der|dem {y} ?möglich", "Wenn {1c} = {1v}, muss {2c} {2v} sein"),
    ("bei|für|im|in|am {w} ist|muss ?der|die|das {c} immer|stets {v} ?sein", "Wenn {1c} = {1v}, muss {2} {3} sein"),
    ("wenn|falls|sobald ?ein|eine|einige {h} , {r}", "Wenn {1} größer als 0 ist, {2}"),
    ("{k} , wenn|falls|sobald {h}", "{1}, wenn {2} größer als 0 ist"),
    (
        "{c} {v} nur|erst ab|mit|bei ?einer|einem {c} von ?mindestens {n}",
        "Wenn {1} = {2}, muss {3} mindestens {4} sein",
    ),
    (
        "{c} {v} erfordert|verlangt|braucht|setzt ?eine|einen|ein {c} von ?mindestens {n} ?voraus",
        "Wenn {1} = {2}, muss {3} mindestens {4} sein",
    ),
    (
        "{k} ; nicht_vor|nicht_früher_als ?dem {c} ; nur zusammen|gemeinsam mit diesem|dieser|ihm|ihr|dem",
        "{1}.\nnicht vor {2}.\n{0} und {2}: beide oder keines",
    ),
    (
        "nicht_vor|nicht_früher_als ?dem {c} ; nur zusammen|gemeinsam mit diesem|dieser|ihm|ihr|dem",
        "nicht vor {1}.\n{0} und {1}: beide oder keines",
    ),
    (
        "nicht_vor|nicht_früher_als ?dem {c} , nur zusammen|gemeinsam mit diesem|dieser|ihm|ihr|dem",
        "nicht vor {1}.\n{0} und {1}: beide oder keines",
    ),
    ("?ganz bei|auf|in|für|an|im {w} ?immer|stets|grundsätzlich {x}", "Wenn {1c} = {1v}, muss {0} {2} sein"),
    ("{x} nur bei|auf|in|für|an|im {w}", "Wenn {0} = {1}, muss {2c} {2v} sein"),
    ("nur ?zusammen mit ?der|dem {c}", "nur wenn {1} angegeben ist"),
    ("{k} ; nur zusammen mit ?der|dem {c}", "{1}.\nnur wenn {2} angegeben ist"),
    ("keine künftigen|zukünftigen|späteren daten|termine|tage", "nicht in der Zukunft"),
    (
        "nur anzugeben|auszufüllen|einzutragen|nötig|erforderlich|notwendig , wenn|falls|sofern {r}",
        "Pflicht, wenn {1}, sonst leer",
    ),
    ("anzugeben|auszufüllen|einzutragen nur , wenn|falls|sofern {r}", "Pflicht, wenn {1}, sonst leer"),
    (
        "nur anzugeben|auszufüllen|einzutragen|nötig|erforderlich|notwendig wenn|falls|sofern {r}",
        "Pflicht, wenn {1}, sonst leer",
    ),
    ("nur wenn|falls|sofern {s}", "nur wenn {1} = ja"),
    ("nur , wenn|falls|sofern {s}", "nur wenn {1} = ja"),
    ("wenn|falls|sofern|sobald {s} , {r}", "wenn {1} = ja, {2}"),
    ("{k} , wenn|falls|sofern|sobald {s}", "{1}, wenn {2} = ja"),
    (
        "nur wenn|falls {z} , ?und ?dann ?dort ?aber ?auch ?ist immer|stets|pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "Pflicht, wenn {1c} = ja, sonst leer",
    ),
    (
        "entweder ?die ?der ?das ?eine ?ein {c} oder ?die ?der ?das ?eine ?ein {c} muss|ist ?angegeben ?ausgefüllt ?eingetragen ?anzugeben ?einzutragen ?werden ?sein",
        "mindestens eines von {1} und {2} muss angegeben werden",
    ),
    (
        "{c} : mindestens|frühestens {n} {v} nach ?dem ?der {c} ; wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} mindestens {2} {3} nach {4}.\nWenn {5}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : mindestens|frühestens {n} {v} nach ?dem ?der {c} ; bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} mindestens {2} {3} nach {4}.\nWenn {5c} = {5v}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : mindestens|frühestens {n} {v} nach ?dem ?der {c} , wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} mindestens {2} {3} nach {4}.\nWenn {5}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : mindestens|frühestens {n} {v} nach ?dem ?der {c} , bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} mindestens {2} {3} nach {4}.\nWenn {5c} = {5v}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} ; wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} höchstens {2} {3} nach {4}.\nWenn {5}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} ; bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} höchstens {2} {3} nach {4}.\nWenn {5c} = {5v}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} , wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} höchstens {2} {3} nach {4}.\nWenn {5}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "{c} : höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} , bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{1} höchstens {2} {3} nach {4}.\nWenn {5c} = {5v}, {1} höchstens {6} {7} nach {4}",
    ),
    (
        "mindestens|frühestens {n} {v} nach ?dem ?der {c} ; wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} mindestens {1} {2} nach {3}.\nWenn {4}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "mindestens|frühestens {n} {v} nach ?dem ?der {c} ; bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} mindestens {1} {2} nach {3}.\nWenn {4c} = {4v}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "mindestens|frühestens {n} {v} nach ?dem ?der {c} , wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} mindestens {1} {2} nach {3}.\nWenn {4}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "mindestens|frühestens {n} {v} nach ?dem ?der {c} , bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} mindestens {1} {2} nach {3}.\nWenn {4c} = {4v}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} ; wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} höchstens {1} {2} nach {3}.\nWenn {4}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} ; bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} höchstens {1} {2} nach {3}.\nWenn {4c} = {4v}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} , wenn|falls {r} , höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} höchstens {1} {2} nach {3}.\nWenn {4}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "höchstens|spätestens|maximal|innerhalb_von {n} {v} nach ?dem ?der {c} , bei|für {w} höchstens|spätestens|maximal|innerhalb_von {n} {v} danach|nach_ihm|nach_ihr|darauf|später",
        "{0} höchstens {1} {2} nach {3}.\nWenn {4c} = {4v}, {0} höchstens {5} {6} nach {3}",
    ),
    (
        "bei|im ja ist ?der|die|das {c} pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend und ?der|die|das {c} ?ist {n}",
        "Wenn {0} ja ist, ist {1} Pflicht.\nWenn {0} ja ist, muss {2} {3} sein",
    ),
    (
        "wenn|falls {r} , muss|ist ?ein|eine|der|die|das {c} stehen|angegeben|pflicht|anzugeben|einzutragen und ?der|die|das {c} ?ist {n}",
        "Wenn {1}, ist {2} Pflicht.\nWenn {1}, muss {3} {4} sein",
    ),
    (
        "wenn|falls {r} , ?die|der {c} spätestens|höchstens|maximal {n} {v} nach ?der|dem {c}",
        "Wenn {1}, {2} spätestens {3} {4} nach {5}",
    ),
    (
        "wenn|falls {r} , spätestens|höchstens|maximal {n} {v} nach ?der|dem {c}",
        "Wenn {1}, {0} spätestens {2} {3} nach {4}",
    ),
    (
        "bei|für|in|im|am {w} bleibt|bleiben|ist ?der|die|das {c} leer|frei , sonst|ansonsten|andernfalls ist|muss ?er|sie|es pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "Wenn {1c} = {1v}, bleibt {2} leer.\n{2} ist Pflicht, außer wenn {1c} = {1v}",
    ),
    (
        "?der|die|das {c} entfällt bei|für|in|im {w} und ist sonst|ansonsten|andernfalls pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "Wenn {2c} = {2v}, bleibt {1} leer.\n{1} ist Pflicht, außer wenn {2c} = {2v}",
    ),
    (
        "?der|die|das {c} bleibt|ist bei|für|in|im {w} leer|frei und ?ist sonst|ansonsten|andernfalls pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "Wenn {2c} = {2v}, bleibt {1} leer.\n{1} ist Pflicht, außer wenn {2c} = {2v}",
    ),
    (
        "nicht|entfällt bei|für|in|im {w} , ?und sonst|ansonsten|andernfalls ?aber ?ist immer|stets|pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "bleibt leer, wenn {1c} = {1v}.\nPflicht, außer wenn {1c} = {1v}",
    ),
    ("{w} gibt_es|ist|wird ?nur ?erst ?möglich ab|von {c} {n} ?an", "Wenn {1c} = {1v}, muss {2} mindestens {3} sein"),
    ("{w} gibt_es erst|nur ab {c} {n} ?an", "Wenn {1c} = {1v}, muss {2} mindestens {3} sein"),
    ("{w} ?ist ?erst ?nur erst|nur ab {c} {n} ?möglich|an", "Wenn {1c} = {1v}, muss {2} mindestens {3} sein"),
    (
        "{c} : {n} bis|- {n} , für|bei|in {w} ?erst ?nur ab|mindestens {n}",
        "{1}: {2} bis {3}.\nWenn {4c} = {4v}, muss {1} mindestens {5} sein",
    ),
    (
        "{n} bis|- {n} , für|bei|in {w} ?erst ?nur ab|mindestens {n}",
        "{1} bis {2}.\nWenn {3c} = {3v}, muss {0} mindestens {4} sein",
    ),
    ("{c} , {c} und {c} ?alle zusammen|zusammengezählt|addiert|insgesamt", "{0} = {1} + {2} + {3}"),
    ("{c} und {c} ?alle zusammen|zusammengezählt|addiert|insgesamt", "{0} = {1} + {2}"),
    ("{c} + {c} + {c}", "{0} = {1} + {2} + {3}"),
    ("{k} : {c} + {c} + {c}", "{0} = {2} + {3} + {4}"),
    ("{c} multipliziert_mit|mal|x|malgenommen_mit {c}", "{0} = {1} × {2}"),
    ("{c} × {c}", "{0} = {1} × {2}"),
    (
        "nur bei|wenn|falls {c} = {v} , ?und ?dann|dort ?aber ?auch ?ist immer|stets|pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "Pflicht, wenn {1} = {2}, sonst leer",
    ),
    (
        "nur wenn|falls {r} , ?und ?dann|dort ?aber ?auch ?ist immer|stets|pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend",
        "Pflicht, wenn {1}, sonst leer",
    ),
    ("?genau dann , wenn {r}", "Pflicht, wenn {1}, sonst leer"),
    (
        "zusammen mit ?der|dem {c} pflicht|anzugeben|einzutragen|auszufüllen|erforderlich|nötig|notwendig|zwingend , sonst|ansonsten leer|frei",
        "Pflicht, wenn {1} angegeben ist, sonst leer",
    ),
    (
        "wenn|falls|bei {r} , muss|ist ?ein|eine|der|die|das {c} stehen|angegeben|pflicht|anzugeben|einzutragen und ?der|die|das {c} ist {n}",
        "Wenn {1}, ist {2} Pflicht.\nWenn {1}, ist {3} {4}",
    ),
    (
        "nur bei|für|mit {w} , ?und dort|dann ?aber pflicht|erforderlich|verpflichtend|notwendig",
        "Wenn {1c} = {1v}, ist {0} Pflicht.\nnur für {1}",
    ),
    ("pflicht|erforderlich|notwendig|anzugeben|auszufüllen ab {n} {c}", "Wenn {2} mindestens {1} ist, ist {0} Pflicht"),
    (
        "{k} ; die erste ziffer|stelle ist|bezeichnet|steht_für|gibt|nennt {k} ( {n} bis|- {n} )",
        "{1}.\nDie erste Ziffer ist {2} {3} bis {4}",
    ),
    ("wer {k} ist , muss ?den|die|das {c} nennen|angeben|eintragen : {o}", "Wer {1} ist, muss {2} angeben.\n{2}: {3}"),
    (
        "?eine ganze zahl , 0|null wenn|falls|bei|sonst keine|keiner|keinem|keines|nichts|null",
        "ganze Zahl, mindestens 0",
    ),
    ("?eine ganze zahl ( 0|null wenn|falls|bei keine|keiner|keinem|keines|nichts )", "ganze Zahl, mindestens 0"),
    (
        "{c} und {c} liegen|sind|müssen|gehen ?beide ?jeweils zwischen|von {n} und|bis {n} ?liegen ?sein",
        "{1} muss zwischen {3} und {4} liegen.\n{2} muss zwischen {3} und {4} liegen",
    ),
    ("?nur ziffern ?nur , {n} oder {n} ?stück|stellen", "{1} oder {2} Ziffern"),
    ("?nur ziffern ?nur , {n} bis|- {n} ?stück|stellen", "{1} bis {2} Ziffern"),
    ("?nur ziffern ?nur ( {n} oder {n} )", "{1} oder {2} Ziffern"),
    ("?nur ziffern ?nur ( {n} bis|- {n} )", "{1} bis {2} Ziffern"),
    (
        "pflicht|pflichtangabe|erforderlich|notwendig|verpflichtend für|bei {k} , die|der|das|welche nicht {w}",
        "Wenn {2c} nicht {2v} ist, ist {0} Pflicht",
    ),
    (
        "pflicht|pflichtangabe|erforderlich|notwendig|verpflichtend für|bei {k} , die|der|das|welche {w}",
        "Wenn {2c} = {2v}, ist {0} Pflicht",
    ),
    (
        "pflicht|pflichtangabe|erforderlich|notwendig|verpflichtend für|bei {k} , die|der|das|welche nicht {k} ( {w} ) {k}",
        "Wenn {3c} nicht {3v} ist, ist {0} Pflicht",
    ),
    (
        "ist ?der ?die ?das {c} {v} , ?ist ?wird ?bitte ?der ?die ?das ?ein ?eine {c} beschreiben|angeben|eintragen|ausfüllen|erläutern|anzugeben|einzutragen",
        "Wenn {1} = {2}, ist {3} Pflicht",
    ),
    ("nur bei|für|mit|im_falle_von {z}", "bleibt leer, wenn {1c} leer ist"),
    ("laufende nummer|nr ?beginnend ab|von|mit {n}", "ganze Zahl ab {1}, eindeutig"),
    ("fortlaufende nummer|nr ?beginnend ab|von|mit {n}", "ganze Zahl ab {1}, eindeutig"),
    ("{k} , mindestens {n} ?jahre ?alt bei ?der ?dem {c}", "{1}.\nmindestens {2} Jahre alt bei der {3}"),
    ("mindestens {n} jahre bei ?der ?dem {c}", "mindestens {1} Jahre alt bei der {2}"),
    ("{k} , bei ?der ?dem {c} mindestens {n} ?jahre ?alt", "{1}.\nmindestens {3} Jahre alt bei der {2}"),
    ("bei ?der ?dem {c} mindestens {n} ?jahre ?alt", "mindestens {2} Jahre alt bei der {1}"),
    ("am_tag der|des {c} mindestens {n} ?jahre ?alt", "mindestens {2} Jahre alt bei der {1}"),
    (
        "derselbe|dieselbe|dasselbe|ein|eine|der_gleiche|die_gleiche|das_gleiche|jeder|jede|jedes {i} darf|kann nicht|nie zweimal|mehrfach|mehrmals|öfter_als_einmal am|im|in|an|bei|für ?demselben|selben|derselben|gleichen|einem|einer {i} {u}",
        "{1} und {2} zusammen müssen eindeutig sein",
    ),
    (
        "derselbe|dieselbe|dasselbe|ein|eine|der_gleiche|die_gleiche|das_gleiche|jeder|jede|jedes {i} darf|kann ?nur pro|je|am|im|in|an|bei|für ?demselben|selben|derselben|gleichen|einem|einer|jeden|jede|jedes {i} ?nur einmal|nur_einmal {u}",
        "{1} und {2} zusammen müssen eindeutig sein",
    ),
    (
        "jeder|jede|jedes|ein|eine {i} darf|kann nur_einmal|höchstens_einmal|einmal|nur_ein_mal pro|je|am|im|in|an|bei|für ?demselben|selben|derselben|gleichen|einem|einer|jeden|jede|jedes {i} {u}",
        "{1} und {2} zusammen müssen eindeutig sein",
    ),
    (
        "jeder|jede|jedes|ein|eine {i} darf|kann|hat|übernimmt|bekommt|erhält nur|höchstens ein|eine|einen {k} pro|je|am|im|in {i} {u}",
        "{1} und {3} zusammen müssen eindeutig sein",
    ),
    (
        "jeder|jede|jedes|ein|eine {i} darf|kann|hat|übernimmt|bekommt|erhält nur|höchstens ein|eine|einen {k} pro|je|am|im|in {i}",
        "{1} und {3} zusammen müssen eindeutig sein",
    ),
    ("?nur ?höchstens ein|eine|einen {k} pro|je {i} und ?pro ?je {i}", "{2} und {3} zusammen müssen eindeutig sein"),
    ("{c} : nur bei|für|mit {z} , {r}", "{1}: nur bei {2}.\n{1}: {3}"),
    ("{c} {n} , {n} oder {v} ( {k} )", "{1}: {2}, {3} oder {4} ({5})"),
    ("{c} : {r} , ?aber ?und nur für|bei ?der|die|das|dem|den {c} {o}", "{1}: {2}.\n{1}: nur wenn {3} {4} ist"),
    ("nur für|bei ?der|die|das|dem|den {c} {o}", "nur wenn {1} {2} ist"),
    (
        "{c} ist|sind|wird|werden nur für|bei ?der|die|das|dem|den {c} {o} ?möglich|erlaubt|zulässig|gewährt|angegeben|nötig|ausgefüllt",
        "{1}: nur wenn {2} {3} ist",
    ),
    (
        "nur für|bei {y} , ?und|aber ?dort|dann|da|hier pflicht|erforderlich|nötig|anzugeben|zwingend|obligatorisch ?auszufüllen",
        "Pflicht bei {1}, sonst leer",
    ),
    ("nur bei {c} auf|per|mit|in|als {v}", "nur wenn {1} {2} ist"),
    ("{v} nur mit {c}", "wenn {0} {1} ist, ist {2} Pflicht"),
    ("in der|bei|im|für {w} immer {v}", "muss bei {1} {2} sein"),
    (
        "?nur anzugeben|auszufüllen|einzutragen|nötig|erforderlich|notwendig|auszufüllen ?, wenn|falls|sofern {r}",
        "Pflicht, wenn {1}",
    ),
    (
        "wenn|falls {r} , {c} leer lassen und {r} angeben|eintragen|nennen|ausfüllen",
        "wenn {1}, bleibt {2} leer.\nwenn {1}, ist {3} anzugeben",
    ),
    (
        "ein|eine|einen|dasselbe|dieselbe|derselbe|jedes|jede|jeder {i} darf nicht|nie zweimal|mehrfach|mehr_als_einmal|doppelt in|im|auf|bei|zu einem|einer|demselben|derselben|dem_gleichen|der_gleichen {i} ?stehen ?vorkommen ?sein ?erscheinen",
        "{1} und {2} müssen zusammen eindeutig sein",
    ),
    (
        "jedes|jede|jeder {i} ?darf ?kommt nur|höchstens einmal je|pro|in_jedem|in_jeder {i} ?vorkommen ?stehen ?vor",
        "{1} und {2} müssen zusammen eindeutig sein",
    ),
    ("{w} nur|erst ab|bei|mit einem|einer|dem|der {c} von|ab {n}", "wenn {1c} {1v} ist, muss {2} mindestens {3} sein"),
    (
        "nicht nötig|erforderlich|notwendig|anzugeben bei|für|in|im ?der|die|das|den|dem {w}",
        "Pflicht, außer wenn {1c} {1v} ist",
    ),
    ("bei|für {w} nicht nötig|erforderlich|notwendig|anzugeben", "Pflicht, außer wenn {1c} {1v} ist"),
    ("?immer pflicht|erforderlich|nötig ?, außer bei|für|in|im {w}", "Pflicht, außer wenn {1c} {1v} ist"),
    ("entfällt bei|für {w}", "muss bei {1} leer bleiben"),
    ("nicht bei|für {w}", "muss bei {1} leer bleiben"),
    ("spalte|feld {v} ( {c} ) : {r}", "{2}: {3}"),
    (
        "?darf|kann|soll ?niemals ?nie nicht {x} ?sein , wenn|falls|sofern|solange|sobald {r}",
        "wenn {2}, darf {0} nicht {1} sein",
    ),
    ("?darf|kann nie|niemals {x} ?sein , wenn|falls|sofern|solange|sobald {r}", "wenn {2}, darf {0} nicht {1} sein"),
    ("?darf|kann ?bei ?für {w} nicht|nie|niemals {x} sein", "wenn {1c} {1v} ist, darf {0} nicht {2} sein"),
    ("?darf|kann|soll nicht|nie|niemals {x} ?sein bei|für|in|im {w}", "wenn {2c} {2v} ist, darf {0} nicht {1} sein"),
    (
        "{x} ?ist ?sind nicht erlaubt|möglich|zulässig|gestattet ?, wenn|falls|sofern|solange|sobald {r}",
        "wenn {2}, darf {0} nicht {1} sein",
    ),
    (
        "{x} ?ist ?sind nicht erlaubt|möglich|zulässig|gestattet bei|für|in|im {w}",
        "wenn {2c} {2v} ist, darf {0} nicht {1} sein",
    ),
    (
        "{x} ?ist ?sind bei|für|in|im {w} nicht erlaubt|möglich|zulässig|gestattet",
        "wenn {2c} {2v} ist, darf {0} nicht {1} sein",
    ),
    ("immer|muss {x} ?sein , wenn|falls|sofern|solange|sobald {r}", "wenn {2}, muss {0} {1} sein"),
    ("?liegt frühestens|nicht_vor|nicht_früher_als|ab ?am ?dem {t}", "nicht vor {1}"),
    ("?liegt spätestens|nicht_nach|nicht_später_als|bis ?am ?zum ?dem {t}", "nicht nach {1}"),
    ("?liegt nach|später_als ?dem {t}", "nach {1}"),
    ("?liegt vor|früher_als ?dem {t}", "vor {1}"),
    (
        "innerhalb|binnen|spätestens|höchstens|maximal ?von {n} {v} nach|ab|seit ?dem {t}",
        "innerhalb von {1} {2} nach {3}",
    ),
    (
        "?darf ?muss nicht_gleich|nicht_dieselbe_person_wie|nicht_die_gleiche_person_wie|nicht_identisch_mit|eine_andere_person_als|jemand_anderes_als|anders_als|ungleich|verschieden_von ?der ?die ?den {c} ?sein",
        "muss sich von {1} unterscheiden",
    ),
    ("?darf nicht ?mit ?der ?die ?den {c} identisch|übereinstimmen|gleich ?sein", "muss sich von {1} unterscheiden"),
    (
        "?darf ?kann höchstens|maximal|nicht_mehr so_viele|so_viel|gleich_viele wie|als ?die {c} ?sein",
        "nicht mehr als {1}",
    ),
    ("?darf ?kann nicht_größer|nicht_höher ?sein als ?die ?der {c} ?sein", "nicht mehr als {1}"),
    ("?darf ?die ?der {c} nicht überschreiten|übersteigen", "nicht mehr als {1}"),
    ("kleiner|geringer|niedriger oder_gleich ?als ?der ?die {c}", "nicht mehr als {1}"),
    ("größer|höher oder_gleich ?als ?der ?die {c}", "nicht weniger als {1}"),
    ("nur bei|für|in|im {y}", "nur bei {1}"),
    ("mindestens|frühestens {n} {v} nach ?dem {t}", "mindestens {1} {2} nach {3}"),
    ("{m} und mindestens|frühestens {n} {v} nach ?dem {t}", "{1}.\nmindestens {2} {3} nach {4}"),
    (
        "{k} , wenn|falls|sofern keine|kein|keinen {c} ?vorhanden|angegeben|bekannt|eingetragen ?ist|vorliegt|gibt",
        "{1}, wenn {2} leer ist",
    ),
    (
        "{k} wenn|falls|sofern keine|kein|keinen {c} ?vorhanden|angegeben|bekannt|eingetragen ?ist|vorliegt|gibt",
        "{1}, wenn {2} leer ist",
    ),
    ("nicht nötig|erforderlich|notwendig , wenn|falls {r}", "Pflicht, außer wenn {1}"),
    ("null|nichts|0 nur bei|für {y}", "mindestens 0 für {1}"),
    ("{c} ?muss ?ist verschieden|anders|ungleich|abweichend ?von|als {c} ?sein", "{1} muss sich von {2} unterscheiden"),
    (
        "{w} können|kann|werden|wird|gibt_es|sind|ist|dürfen|darf nur|erst an|für|bei {k} mit|ab|von ?mindestens {n} {c} ?ausgeliehen ?verliehen ?vergeben ?vermietet ?gebucht ?möglich ?erlaubt ?werden ?sein",
        "wenn {1c} {1v} ist, muss {4} mindestens {3} sein",
    ),
    (
        "bei {c} auf|per|mit|in|als {v} ist|sind|muss|wird ?die|der|das|den|eine|ein {c} erforderlich|nötig|notwendig|anzugeben|pflicht|verpflichtend , sonst nicht|leer|keine|entfällt",
        "{3} ist Pflicht, wenn {1} {2} ist, sonst leer",
    ),
    (
        "?die|der|das {c} beträgt|ist {n} oder {n} ?euro ; für|bei {w} ?immer|stets {n} ?euro",
        "{1}: {2} oder {3}.\nwenn {4c} {4v} ist, muss {1} {5} sein",
    ),
    ("?die|der|das {c} beträgt|ist {n} oder {n} ?euro", "{1}: {2} oder {3}"),
    ("{n} ?euro , für|bei {w} {n} ?euro", "{1} oder {3}.\nwenn {2c} {2v} ist, muss {0} {3} sein"),
    (
        "{r} , ?die|der {c} spätestens|höchstens|maximal {n} {v} nach ?der|dem {c}",
        "{1}.\n{2} spätestens {3} {4} nach {5}",
    ),
    ("{r} , ?die|der {c} frühestens|mindestens {n} {v} nach ?der|dem {c}", "{1}.\n{2} frühestens {3} {4} nach {5}"),
    (
        "bei {c} auf|per|mit|in|als {v} ist|sind|muss|wird ?die|der|das|den|eine|ein {c} erforderlich|nötig|notwendig|anzugeben|pflicht|verpflichtend",
        "wenn {1} {2} ist, ist {3} Pflicht",
    ),
    ("muss bei|für|in|im {w} ?immer|stets {n} ?euro sein|betragen", "wenn {1c} {1v} ist, muss {0} {2} sein"),
    ("für|bei|im|in {w} immer|stets {n} ?euro", "wenn {1c} {1v} ist, muss {0} {2} sein"),
    ("{k} überschriften|spalten|zellen|felder : {k} , ?bitte leer|frei lassen|bleiben", "{1} Spalten leer lassen"),
    ("{l} – nur {y}", "{1}.\nnur bei {2}"),
    (
        "?immer pflicht|erforderlich|nötig|notwendig|verpflichtend ?, außer|ausgenommen bei|für|in|im {w} , {r}",
        "Pflicht, außer wenn {1c} {1v} ist.\n{2}",
    ),
    (
        "?immer pflicht|erforderlich|nötig|notwendig|verpflichtend ?, außer|ausgenommen bei|für|in|im {w} ; {r}",
        "Pflicht, außer wenn {1c} {1v} ist.\n{2}",
    ),
    ("mindestens ein|eine|einer|eines , getrennt {r}", "Pflicht.\ngetrennt {1}"),
    ("mindestens|frühestens {n} stunde|stunden|minuten|minute nach ?dem|der {k}", "nach dem {2}"),
    ("{l} ; {v} , wenn|falls|sofern ?der ?die ?das {c} {r}", "{1}.\nwenn {3} {4}, muss {0} {2} sein"),
    ("zeitraum {d} bis {d}", "von {1} bis {2}"),
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
    (
        "bei|für ja ist|sind|bitte|muss|wird ?auch|bitte {c} ?in ?watt|kw|euro|metern|zentimetern|cm|kilogramm|kg|gramm|stunden|minuten|km|kilometern|litern|prozent angeben|anzugeben|nennen|eintragen|einzutragen|benötigt|nötig|erforderlich|angegeben_werden|ausfüllen|auszufüllen ( {r} )",
        "bei ja ist {1} anzugeben.\n{1}: {2}",
    ),
    (
        "bei|für ja ist|sind|bitte|muss|wird ?auch|bitte {c} ?in ?watt|kw|euro|metern|zentimetern|cm|kilogramm|kg|gramm|stunden|minuten|km|kilometern|litern|prozent angeben|anzugeben|nennen|eintragen|einzutragen|benötigt|nötig|erforderlich|angegeben_werden|ausfüllen|auszufüllen",
        "bei ja ist {1} anzugeben",
    ),
    (
        "falls|wenn ja , ?wird|ist|sind|bitte|muss ?auch|bitte {c} ?in ?watt|kw|euro|metern|zentimetern|cm|kilogramm|kg|gramm|stunden|minuten|km|kilometern|litern|prozent ?angeben|anzugeben|nennen|eintragen|einzutragen|benötigt|nötig|erforderlich|angegeben_werden|ausfüllen|auszufüllen ( {r} )",
        "wenn ja, ist {1} anzugeben.\n{1}: {2}",
    ),
    (
        "falls|wenn ja , ?wird|ist|sind|bitte|muss ?auch|bitte {c} ?in ?watt|kw|euro|metern|zentimetern|cm|kilogramm|kg|gramm|stunden|minuten|km|kilometern|litern|prozent ?angeben|anzugeben|nennen|eintragen|einzutragen|benötigt|nötig|erforderlich|angegeben_werden|ausfüllen|auszufüllen",
        "wenn ja, ist {1} anzugeben",
    ),
    ("leer|frei ?lassen , außer bei|für {r}", "nur für {1}"),
    ("leer|frei ?lassen , außer wenn|falls {r}", "leer lassen, wenn nicht {1}"),
    (
        "ist|sind {k} {v} , ?bitte ?auch {c} beschreiben|angeben|eintragen|nennen|erläutern ( {r} )",
        "wenn {2}, ist {3} Pflicht.\n{3}: {4}",
    ),
    ("ist|sind {k} {v} , ?bitte ?auch {c} beschreiben|angeben|eintragen|nennen|erläutern", "wenn {2}, ist {3} Pflicht"),
    ("{w} : ?bitte ?auch {c} beschreiben|angeben|eintragen|nennen|erläutern", "für {1} ist {2} Pflicht"),
    ("bei|für|mit {k} entfällt|entfallen {q}", "{2} bleiben leer bei {1}"),
    ("{c} : entfällt|entfallen bei|für|mit {r}", "{1}: bleibt leer bei {2}"),
    ("{q} entfällt|entfallen bei|für|mit {r}", "{1} bleiben leer bei {2}"),
    ("{c} : ?mit ländervorwahl|landesvorwahl|vorwahl|auslandsvorwahl ( + {d} )", "{1}: beginnt mit +"),
    ("{c} mit ländervorwahl|landesvorwahl|auslandsvorwahl ( + {d} )", "{1}: beginnt mit +"),
    ("?mit ländervorwahl|landesvorwahl|vorwahl|auslandsvorwahl ( + {d} )", "beginnt mit +"),
    // Pflicht
    ("{l} müssen|muss in jeder|allen zeile|zeilen stehen|vorkommen|enthalten_sein", "{1} sind Pflicht"),
    ("auf_keinen_fall|niemals|nie|keinesfalls leer lassen|bleiben : {l}", "{1} sind Pflicht"),
    (
        "mindestens eine|ein|einer {k} ( {l} ) ist|muss erforderlich|nötig|notwendig|pflicht|angegeben_werden|angegeben_sein",
        "mindestens eines von {2} muss angegeben werden",
    ),
    (
        "{c} : ohne_wiederholung|ohne_wiederholungen|ohne_doppelte je|pro|innerhalb|für ?eines|einer|eines {c}",
        "{1}: eindeutig je {2}",
    ),
    ("{c} gibt_es nur bei|für {r}", "{1} nur bei {2}"),
    ("{c} : datum_und_uhrzeit , {d}", "{1}: Datum und Uhrzeit wie {2}"),
    ("am|an|bei {w} bleibt|bleiben sie|er|es leer|frei", "bleibt leer bei {1}"),
    // Arten von Zeilen
    ("mindestens {n} ( {w} : höchstens|maximal {n} )", "mindestens {1}.\nhöchstens {3} für {2}"),
    ("{c} : mindestens {n} ( {w} : höchstens|maximal {n} )", "{1}: mindestens {2}.\n{1}: höchstens {4} für {3}"),
    ("{c} : höchstens|maximal {n} , bei|für {w} {n}", "{1}: höchstens {2}.\n{1}: höchstens {4} für {3}"),
    ("höchstens|maximal {n} , bei|für {w} {n}", "höchstens {1}.\nhöchstens {3} für {2}"),
    (
        "{l} , falls|wenn|sobald ?ein|eine|der|die|das {c} angegeben|eingetragen|ausgefüllt|vorhanden ist",
        "{1}.\nPflicht, wenn {2} ausgefüllt ist",
    ),
    (
        "{c} : {l} , falls|wenn|sobald ?ein|eine|der|die|das {c} angegeben|eingetragen|ausgefüllt|vorhanden ist",
        "{1}: {2}.\n{1} ist Pflicht, wenn {3} ausgefüllt ist",
    ),
    (
        "{c} : {r} , nur wenn|falls ?ein|eine|der|die|das {c} gebraucht|benötigt|gewünscht|gebucht|bestellt wird , und dann {r}",
        "{1}: {2}.\n{1} nur bei {3} ja.\n{1}: {4}",
    ),
    (
        "nur wenn|falls ?ein|eine|der|die|das {c} gebraucht|benötigt|gewünscht|gebucht|bestellt wird ?, ?und ?dann {r}",
        "nur bei {1} ja.\n{2}",
    ),
    ("nur wenn|falls ?ein|eine|der|die|das {c} gebraucht|benötigt|gewünscht|gebucht|bestellt wird", "nur bei {1} ja"),
    // Grenzen
    ("mehr als {n} {k} {c} sind|ist nicht vorgesehen|möglich|erlaubt|zulässig|gestattet", "{3}: höchstens {1}"),
    (
        "{c} darf|dürfen|kann|können nicht nach dem|unserem heutigen tag|datum liegen",
        "{1} darf nicht in der Zukunft liegen",
    ),
    ("{c} : frühestens am tag|datum des|der {c}", "{1}: nicht vor {2}"),
    // Wer etwas hat
    (
        "jeder|jede|jedes|alle {k} hat|haben|trägt|tragen|erhält|bekommt|führt ?ein ?eine ?einen ?eigene ?eigenen {i} : {r}",
        "{2} ist Pflicht.\n{2}: {3}",
    ),
    (
        "bei {k} ( ?spalte {c} = {v} ) wird|ist|werden|sind ?der ?die ?das ?ein ?eine {c} ?einzutragen|eingetragen|angegeben|ausgefüllt|anzugeben|erforderlich|nötig|pflicht : {r}",
        "{4}: {5}.\nWenn {2} = {3}, ist {4} Pflicht",
    ),
    (
        "bei {k} ( ?spalte {c} = {v} ) wird|ist|werden|sind ?der ?die ?das ?ein ?eine {c} einzutragen|eingetragen|angegeben|ausgefüllt|anzugeben|erforderlich|nötig|pflicht",
        "Wenn {2} = {3}, ist {4} Pflicht",
    ),
    (
        "nach ?der ?dem {c} , ?aber ?und höchstens|spätestens|maximal {n} {v} später|danach|darauf",
        "nach {1}.\nhöchstens {2} {3} nach {1}",
    ),
    ("{k} , ?und insgesamt|zusammen {n} zeichen|stellen ?lang", "{1}.\nGenau {2} Zeichen"),
    ("bei|für {y} bleibt|ist|bleiben|sind ?das|die|der {c} leer|frei", "{2} muss bei {1} leer bleiben"),
    ("?das|die|der {c} bleibt|ist|bleiben|sind bei|für {y} leer|frei", "{1} muss bei {2} leer bleiben"),
    (
        "?bleibt|ist bei|für|in|im {y} ?bleibt|ist ?das|die|der ?feld|spalte|zelle leer|frei",
        "muss bei {1} leer bleiben",
    ),
    ("?bleibt|ist leer|frei bei|für {y}", "muss bei {1} leer bleiben"),
    (
        "{c} {n} erfordert|verlangt|braucht|benötigt ?eine|einen|ein|die|der|den|das {c}",
        "wenn {1} = {2}, ist {3} Pflicht",
    ),
    ("{k} , ?nur großbuchstaben|versalien", "{1}, in Großbuchstaben"),
    ("?nur großbuchstaben|versalien", "in Großbuchstaben"),
    ("frühestens ?am tag nach ?der ?dem {c}", "nach {1}"),
    ("frühestens ?am selben|gleichen tag wie ?die ?der ?das {c}", "nicht vor {1}"),
    ("{c} ?ist frühestens ?am tag nach ?der ?dem {c}", "{1} nach {2}"),
    ("{c} ?ist frühestens ?am selben|gleichen tag wie ?die ?der ?das {c}", "{1} nicht vor {2}"),
    ("{c} {k} , {c} frühestens ?am selben|gleichen tag", "{1} {2}.\n{3} {2}.\n{3} nicht vor {1}"),
    ("{c} nur bei|für {y} : {o}", "{1}: nur bei {2}.\n{1}: {3}"),
    ("bei|für {y} entfällt|entfallen ?die ?das ?der ?diese ?angabe ?feld ?angaben", "muss bei {1} leer bleiben"),
    ("entfällt|entfallen bei|für {y}", "muss bei {1} leer bleiben"),
    (
        "wird|werden|ist|sind ?der ?die ?das ?ein ?eine {c} {k} ( {k} ) , muss|müssen|ist|sind ?der ?die ?das ?ein ?eine {c} ?angegeben ?ausgefüllt ?eingetragen ?genannt ?anzugeben ?einzutragen ?werden ?sein ?pflicht ?erforderlich",
        "{1}: {3}.\nWenn {1} = ja, ist {4} Pflicht",
    ),
    (
        "{n} bis {n} , in|im|bei|für ?der ?die ?dem ?den ?das {w} bis ?zu {n}",
        "mindestens {1}.\nhöchstens {2}.\nhöchstens {4} für {3v}",
    ),
    (
        "{k} müssen , {k} können|dürfen ausgefüllt|angegeben|eingetragen werden",
        "{1} müssen ausgefüllt werden.\n{2} Spalten können leer bleiben",
    ),
    (
        "{k} müssen , {k} sollen ?nur ausgefüllt|angegeben|eingetragen werden",
        "{1} müssen ausgefüllt werden.\n{2} Spalten können leer bleiben",
    ),
    ("nur {y} dürfen|können ?einen ?eine ?ein {c} haben|angeben|mitbringen|eintragen", "{2}: nur bei {1}"),
    (
        "{k} mit {c} nennen|geben|tragen|beschreiben bitte ?den ?die ?das ?ihr ?ihre {c} ?an ?ein",
        "Wenn {2} = ja, ist {3} Pflicht",
    ),
    ("{c} ( ja_nein|j_n ) : {r}", "{1}: ja/nein.\n{1}: {2}"),
];
