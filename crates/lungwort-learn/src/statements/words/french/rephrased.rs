//! What French sentences say in other words: see `statements/rephrased.rs`.

pub(super) const REPHRASED: &[(&str, &str)] = &[
    (
        "aucun|aucune {k} ne peut|doit|commence ?commencer avant {d} ni|ou ?se ?finir|terminer|finit|termine après {d}",
        "{start} pas avant {2}.\n{end} pas après {3}",
    ),
    (
        "{c} {l} ?, ?et si|pour|avec {v} ?, ?le|la|les|l' {c} ?est obligatoire|requis|requise|exigé|exigée|nécessaire",
        "{1} : {2}.\nSi {1} est {3}, {4} est obligatoire",
    ),
    (
        "{c} : {l} ?, ?et si|pour|avec {v} ?, ?le|la|les|l' {c} ?est obligatoire|requis|requise|exigé|exigée|nécessaire",
        "{1} : {2}.\nSi {1} est {3}, {4} est obligatoire",
    ),
    (
        "{l} , ?et si|pour|avec {v} ?, ?le|la|les|l' {c} ?est obligatoire|requis|requise|exigé|exigée|nécessaire",
        "{1}.\nSi {0} est {2}, {3} est obligatoire",
    ),
    (
        "{l} ; ?et si|pour|avec {v} ?, ?le|la|les|l' {c} ?est obligatoire|requis|requise|exigé|exigée|nécessaire",
        "{1}.\nSi {0} est {2}, {3} est obligatoire",
    ),
    ("au_plus_tard|maximum ?la|le|à {c} + {n} {k}", "au plus tard {2} {3} après {1}"),
    ("au_plus_tard|maximum ?la|le|à {c} plus {n} {k}", "au plus tard {2} {3} après {1}"),
    ("pas|jamais avant ?le|la|l' {c} moins un|une {k}", "au plus tôt 1 {2} avant {1}"),
    ("pas|jamais avant ?le|la|l' {c} moins {n} {k}", "au plus tôt {2} {3} avant {1}"),
    ("à_partir d'une|d'un {c} de {n} ?euros|eur ?, {r}", "Si {1} est au moins {2}, {3}"),
    ("au_delà d'une|d'un {c} de {n} ?euros|eur ?, {r}", "Si {1} est plus de {2}, {3}"),
    (
        "{c} n'est ?à indiqué|indiquée|rempli|remplie|renseigné|renseignée|donné|donnée|remplir|indiquer|renseigner que si|lorsque|quand|pour {c} = {v}",
        "{1} : seulement si {2} = {3}",
    ),
    (
        "?le|la|les|l' {c} n'est|ne_sont indiqué|indiquée|indiqués|indiquées|rempli|remplie|remplis|remplies|donné|donnée|renseigné|renseignée|saisi|saisie que pour {r}",
        "{1} uniquement pour {2}",
    ),
    (
        "?le|la|les|l' {c} ne se remplit|remplissent|renseigne|renseignent|indique que pour {r}",
        "{1} uniquement pour {2}",
    ),
    ("ne remplir|indiquer|renseigner|saisir|donner ?le|la|les|l' {c} que pour {r}", "{1} uniquement pour {2}"),
    (
        "ne remplir|indiquer|renseigner|saisir|donner ?le|la|les|l' {c} que si|lorsque|quand {r}",
        "{1} uniquement si {2}",
    ),
    ("à partir de|du ?la|l' {c} {n} , {r}", "Si {1} est au moins {2}, {3}"),
    ("les {i} de|du|des {c} {w} commencent ?toujours par {v}", "Pour {2} {3}, {1} commence par {4}"),
    ("si {c} est {v} , {c} doit commencer par {v}", "Si {1} est {2}, {3} commence par {4}"),
    ("{c} : {k} si {z}", "{1} : {2} si {3c} est {3v}"),
    (
        "indiquez|indiquer|remplir|remplissez|renseigner|renseignez|donner|donnez soit {c} , soit {c}",
        "Au moins un de {1} et {2} est obligatoire",
    ),
    (
        "{c} et {c} ne peuvent|doivent ?pas être|rester vides tous_les_deux|toutes_les_deux|en_même_temps|à_la_fois",
        "Au moins un de {1} et {2} est obligatoire",
    ),
    ("sans {c} ?, il faut|nous_faut {c}", "Si {1} est vide, {2} est obligatoire"),
    (
        "sans {c} ?, {c} est obligatoire|exigé|exigée|requis|requise|nécessaire|indispensable",
        "Si {1} est vide, {2} est obligatoire",
    ),
    (
        "un|une seul|seule de|des_deux|parmi {c} et|ou {c} ?peut|doit ?être ?rempli|remplie|remplis|remplies|indiqué|indiquée|indiqués|indiquées|renseigné|renseignée|renseignés|renseignées|saisi|saisie",
        "Si {1} est rempli, laisser {2} vide",
    ),
    (
        "{c} et {c} ne peuvent|doivent ?pas ?jamais être rempli|remplie|remplis|remplies|indiqué|indiquée|indiqués|indiquées|renseigné|renseignée|renseignés|renseignées|saisi|saisie tous_les_deux|toutes_les_deux|ensemble|en_même_temps|à_la_fois",
        "Si {1} est rempli, laisser {2} vide",
    ),
    ("{c} et {c} s'excluent ?mutuellement", "Si {1} est rempli, laisser {2} vide"),
    (
        "exactement un|une de|des|parmi {c} et|ou {c} ?est|doit ?être ?rempli|remplie|remplis|remplies|indiqué|indiquée|indiqués|indiquées|renseigné|renseignée|renseignés|renseignées|saisi|saisie",
        "{1} ou {2}, pas les deux",
    ),
    ("soit {c} et {c} , soit aucun|aucune ?des_deux", "{1} et {2} vont ensemble : les deux ou aucun"),
    ("pas|jamais|aucun|aucune de|d {c} sans {c}", "Si {1} est rempli, {2} est obligatoire"),
    ("pas|jamais|aucun|aucune {c} sans {c}", "Si {1} est rempli, {2} est obligatoire"),
    ("{i} en double|doublon est|sont|seront refusés|refusées|rejetés|rejetées|refusé|refusée", "{1} doit être unique"),
    ("les|le {i} en double|doublon est|sont|seront refusés|refusées|rejetés|rejetées", "{1} doit être unique"),
    (
        "?le ?la même|mêmes {i} ne peut|doit|peuvent|doivent ?pas ?jamais apparaître|figurer|être_saisi|être_utilisé deux_fois|plusieurs_fois|plus_d'une_fois",
        "{1} doit être unique",
    ),
    ("ne pas|jamais répéter {i}", "{1} doit être unique"),
    (
        "{c} et {c} ensemble|réunis|combinés doivent être uniques|unique",
        "La combinaison de {1} et {2} doit être unique",
    ),
    (
        "?les ?la ?colonnes ?colonne {q} ne peut|peuvent|doit|doivent ?pas ?jamais être|rester vide|vides",
        "{1} sont obligatoires",
    ),
    (
        "?veuillez ?bien ?merci_de ?toujours remplir|remplissez|indiquer|indiquez|renseigner|renseignez|saisir|saisissez ?toujours ?les ?la ?colonnes ?colonne {q} à|pour|dans|sur chaque {u}",
        "{1} sont obligatoires",
    ),
    (
        "?veuillez toujours remplir|remplissez|indiquer|indiquez|renseigner|renseignez|saisir ?les ?la ?colonnes ?colonne {q}",
        "{1} sont obligatoires",
    ),
    (
        "remplissez|remplir|renseigner|renseignez|indiquer|indiquez toujours|obligatoirement|impérativement ?les ?la ?colonnes ?colonne {q}",
        "{1} sont obligatoires",
    ),
    ("ne laissez|laisser jamais|pas {e} vide|vides", "{1} sont obligatoires"),
    ("ne jamais laisser {e} vide|vides", "{1} sont obligatoires"),
    ("chaque ligne doit avoir|contenir|porter|comporter {q}", "{1} sont obligatoires"),
    ("sans {e} ?, {k} ne peut|peuvent|sera|seront ?pas ?être {k}", "{1} sont obligatoires"),
    (
        "sans {e} ?, {k} est|sont refusé|refusée|refusés|refusées|rejeté|rejetée|rejetés|rejetées",
        "{1} sont obligatoires",
    ),
    ("?à le|la même|mêmes jour|date que ?le|la {c} ou après|plus_tard", "pas avant {1}"),
    ("le même jour|date que ?le|la {c} ou après|plus_tard", "pas avant {1}"),
    ("jamais plus|davantage que|de ?les|le|la {c}", "pas plus que {1}"),
    ("doit être {o}", "{1}"),
    ("{r} ; ?le|la|l' {c} n' est jamais|pas ?le|la|l' {c}", "{1}.\n{2} doit être différent de {3}"),
    ("?le|la|l' {c} n' est jamais|pas ?le|la|l' {c}", "{1} doit être différent de {2}"),
    ("?le|la|l' {c} ne peut|doit|saurait ?pas ?jamais être ?le|la|l' {c}", "{1} doit être différent de {2}"),
    ("pas|jamais ?le|la|l' même personne que ?le|la|l' {c}", "doit être différent de {1}"),
    ("quelqu' un|une d' autre que ?le|la|l' {c}", "doit être différent de {1}"),
    ("{z} sont|est toujours ?de {c} {v}", "si {1c} est oui, {2} doit être {3}"),
    ("{r} ; deux {k} ne peuvent|doivent pas porter|avoir ?le|la ?même {k}", "{1}.\nunique"),
    ("{k} , jamais|pas avant {t}", "{1}.\npas avant {2}"),
    ("jamais|pas avant {t}", "pas avant {1}"),
    ("{k} , au_moins {n} {v} après {t}", "{1}.\nau moins {2} {3} après {4}"),
    ("au_moins {n} {v} après {t}", "au moins {1} {2} après {3}"),
    ("{k} , au_plus {n} {v} après {t}", "{1}.\nau plus {2} {3} après {4}"),
    (
        "{k} : {n} pour|en ?le|la|les {w} , {n} pour ?tous|toutes ?les autres ?{k}",
        "{1}.\nsi {3c} est {3v}, {0} doit être {2}.\nsi {3c} n'est pas {3v}, {0} doit être {4}",
    ),
    (
        "{n} pour|en ?le|la|les {w} , {n} pour ?tous|toutes ?les autres ?{k}",
        "si {2c} est {2v}, {0} doit être {1}.\nsi {2c} n'est pas {2v}, {0} doit être {3}",
    ),
    (
        "seulement|uniquement si ?le|la|l' {c} se_fait|est_fait|est_faite|est_réglé|est_réglée|a_lieu par|en {v}",
        "seulement si {1} est {2}",
    ),
    (
        "{z} ne peuvent|peut|doivent|doit {k} que|qu' dans|au|en|à ?le|la|les {w}",
        "si {1c} est oui, {3c} doit être {3v}",
    ),
    ("{v} majuscule puis|suivi_de|et {r}", "{1} puis {2}"),
    ("{v} majuscule puis|suivi_de|et {r} ; {r}", "{1} puis {2}.\n{3}"),
    ("seulement|uniquement si|lorsque|quand {r} : {l}", "seulement si {1}.\n{2}"),
    ("?les {b} ?précédents ?précédentes additionnés|additionnées|ensemble|cumulés|cumulées", "{0} = {1}"),
    ("?c'est ?la somme|total des {b} ?colonnes|nombres|valeurs ?précédentes ?précédents ?à_gauche", "{0} = {1}"),
    ("= {c} + {c}", "{0} = {1} + {2}"),
    ("= {c} + {c} + {c}", "{0} = {1} + {2} + {3}"),
    ("obligatoire|exigé|exigée|requis|requise si|lorsque|quand {r} ; {l}", "obligatoire si {1}.\n{2}"),
    ("seulement|uniquement si|lorsque|quand {r} ; {l}", "seulement si {1}.\n{2}"),
    ("{k} , plusieurs {k} , au_plus|au_maximum|jusqu'à {n}", "{1}, plusieurs {2}"),
    ("{k} , plusieurs {k} , {n} au_plus|au_maximum", "{1}, plusieurs {2}"),
    ("oui non ; obligatoire|exigé|requis pour {r}", "oui/non.\nobligatoire pour {1}"),
    ("oui ou non ; obligatoire|exigé|requis pour {r}", "oui ou non.\nobligatoire pour {1}"),
    ("{r} , jamais vide ?à_laisser", "{1}.\nne doit jamais être vide"),
    ("{r} ; jamais vide", "{1}.\nne doit jamais être vide"),
    ("?la somme|total ?le ?du ?nombre des|de|du|d' {c} et des|de|du|d' {c}", "{0} = {1} + {2}"),
    (
        "{w} paie|paient|coûte|coûtent|verse|versent {n} ?€ ?euros , ?tous les autres|autres {n} ?€ ?euros",
        "si {1c} est {1v}, {0} doit être {2}.\nsi {1c} n'est pas {1v}, {0} doit être {3}",
    ),
    (
        "{k} doit|doivent ?encore être ?encore valable|valide|valables|valides ?encore au|le|jusqu'au {d}",
        "pas avant {2}",
    ),
    (
        "{k} ; {k} doit|doivent ?encore être ?encore valable|valide|valables|valides ?encore au|le|jusqu'au {d}",
        "{1}.\npas avant {3}",
    ),
    ("obligatoire|requis , {v} suivi_de {r}", "obligatoire.\n{1} suivi de {2}"),
    (
        "obligatoire pour ?le|la|les {w} ; ?à laisser|laissez|reste ?à vide pour ?le|la|les {w}",
        "obligatoire si {1c} est {1v}.\nreste vide si {2c} est {2v}",
    ),
    ("il|elle ne peut|doit pas|jamais être supérieur|supérieure au|à ?la|le {c}", "ne doit pas dépasser {1}"),
    ("ne peut|doit pas|jamais être supérieur|supérieure au|à ?la|le {c}", "ne doit pas dépasser {1}"),
    (
        "{k} ; ?il ?elle ne peut|doit pas|jamais être supérieur|supérieure au|à ?la|le {c}",
        "{1}.\nne doit pas dépasser {2}",
    ),
    ("oui ou non , obligatoire", "obligatoire.\noui ou non"),
    ("{l} , uniquement|seulement pour ?le|la {c} {v}", "{1}.\nuniquement si {2} est {3}"),
    ("ne peut|doit ?pas dépasser le_nombre_de|le_total_de|celui_de|celle_de {c}", "ne doit pas dépasser {1}"),
    ("au_plus|au_maximum le_nombre_de|le_total_de {c}", "ne doit pas dépasser {1}"),
    (
        "obligatoire|requis|requise|à_remplir|à_préciser|à_indiquer|à_renseigner si|dès_que|quand|lorsque|lorsqu'|dès_qu' ?un|une|le|la {i} est saisi|saisie|renseigné|renseignée|indiqué|indiquée|rempli|remplie|donné|donnée",
        "obligatoire si {1} est rempli",
    ),
    (
        "obligatoire|requis|requise|à_remplir|à_préciser|à_indiquer|à_renseigner dès_qu'un|dès_qu'une|si_un|si_une {i} est saisi|saisie|renseigné|renseignée|indiqué|indiquée|rempli|remplie|donné|donnée",
        "obligatoire si {1} est rempli",
    ),
    (
        "obligatoire|requis|requise|à_remplir|à_préciser|à_indiquer|à_renseigner dès_qu'il_y_a|s'il_y_a|lorsqu'il_y_a|quand_il_y_a un|une {i}",
        "obligatoire si {1} est rempli",
    ),
    (
        "{k} ; obligatoire|requis|requise si|dès_que|quand|lorsque ?un|une|le|la {i} est saisi|saisie|renseigné|renseignée|indiqué|indiquée|rempli|remplie|donné|donnée",
        "{1}.\nobligatoire si {2} est rempli",
    ),
    (
        "?la|le {c} {v} demande|exige|nécessite|requiert ?un|une|le|la {c} d'au_moins|de {n}",
        "si {1} est {2}, {3} doit être au moins {4}",
    ),
    (
        "?la|le {c} {v} seulement|uniquement si ?le|la|l' {c} atteint|dépasse|est_d'au_moins {n}",
        "si {1} est {2}, {3} doit être au moins {4}",
    ),
    ("pas_avant {n} , ?et|ni ?pas après|pas_après {n}", "de {1} à {2}"),
    ("pas_avant {n} et|ni ?pas après|pas_après {n}", "de {1} à {2}"),
    (
        "si_un|si_une|si_des|dès_qu'un|dès_qu'une|dès_que_des|lorsqu'un|lorsqu'une|quand_un|quand_une {h} , {r}",
        "si {1} est supérieur à 0, {2}",
    ),
    (
        "à préciser|indiquer|remplir|renseigner si_un|si_une|si_des|dès_qu'un|dès_qu'une|dès_que_des|lorsqu'un|lorsqu'une|quand_un|quand_une {h} : {l}",
        "{2}.\nobligatoire si {1} est supérieur à 0",
    ),
    (
        "{l} ; à préciser|indiquer|remplir|renseigner si_un|si_une|si_des|dès_qu'un|dès_qu'une|dès_que_des|lorsqu'un|lorsqu'une {h}",
        "{1}.\nobligatoire si {2} est supérieur à 0",
    ),
    (
        "{k} si_un|si_une|si_des|dès_qu'un|dès_qu'une|dès_que_des|lorsqu'un|lorsqu'une|quand_un|quand_une {h}",
        "{1} si {2} est supérieur à 0",
    ),
    ("pas|aucune de|d|date dates|date à_venir|future|futures", "pas dans le futur"),
    ("pas de_date|de_dates|d'date à venir", "pas dans le futur"),
    ("{k} , pas de date|dates à venir", "{1}.\npas dans le futur"),
    (
        "pour ?un|une|le|la {z} il faut ?le|la|un|une {c} et ?le|la|un|une {c}",
        "si {1c} est oui, {2} est obligatoire.\nsi {1c} est oui, {3} est obligatoire",
    ),
    (
        "pour ?un|une|le|la {z} , il faut ?le|la|un|une {c} et ?le|la|un|une {c}",
        "si {1c} est oui, {2} est obligatoire.\nsi {1c} est oui, {3} est obligatoire",
    ),
    (
        "pour ?un|une|le|la {z} , ?le|la {c} et ?le|la {c} sont obligatoires|à_indiquer|à_remplir|à_renseigner|à_préciser|requis|requises|nécessaires|demandés",
        "si {1c} est oui, {2} est obligatoire.\nsi {1c} est oui, {3} est obligatoire",
    ),
    ("pour ?un|une|le|la {z} , il faut ?le|la|un|une {c}", "si {1c} est oui, {2} est obligatoire"),
    ("pour ?un|une|le|la {z} il faut ?le|la|un|une {c}", "si {1c} est oui, {2} est obligatoire"),
    (
        "à indiquer|renseigner|remplir|préciser|saisir|compléter seulement|uniquement|exclusivement si|lorsque|quand {r}",
        "obligatoire si {1}, sinon vide",
    ),
    ("seulement|uniquement si|quand|lorsque {s}", "uniquement si {1} est oui"),
    ("si|quand|lorsque|dès_que {s} , {r}", "si {1} est oui, {2}"),
    ("{k} si|quand|lorsque|dès_que {s}", "{1} si {2} est oui"),
    ("{l} suivi|suivie d'un ou deux chiffres", "{1} suivi de 1 ou 2 chiffres"),
    ("{k} : {l} suivi|suivie d'un ou deux chiffres", "{1} : {2} suivi de 1 ou 2 chiffres"),
    (
        "{c} : au_moins {n} {v} après ?le ?la {c} ; si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{1} au moins {2} {3} après {4}.\nsi {5}, {1} au plus {6} {7} après {4}",
    ),
    (
        "{c} : au_moins {n} {v} après ?le ?la {c} , si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{1} au moins {2} {3} après {4}.\nsi {5}, {1} au plus {6} {7} après {4}",
    ),
    (
        "{c} : au_plus {n} {v} après ?le ?la {c} ; si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{1} au plus {2} {3} après {4}.\nsi {5}, {1} au plus {6} {7} après {4}",
    ),
    (
        "{c} : au_plus {n} {v} après ?le ?la {c} , si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{1} au plus {2} {3} après {4}.\nsi {5}, {1} au plus {6} {7} après {4}",
    ),
    (
        "au_moins {n} {v} après ?le ?la {c} ; si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{0} au moins {1} {2} après {3}.\nsi {4}, {0} au plus {5} {6} après {3}",
    ),
    (
        "au_moins {n} {v} après ?le ?la {c} , si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{0} au moins {1} {2} après {3}.\nsi {4}, {0} au plus {5} {6} après {3}",
    ),
    (
        "au_plus {n} {v} après ?le ?la {c} ; si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{0} au plus {1} {2} après {3}.\nsi {4}, {0} au plus {5} {6} après {3}",
    ),
    (
        "au_plus {n} {v} après ?le ?la {c} , si {r} , au_plus|dans_les {n} {v} après|plus_tard|ensuite|qui_suivent",
        "{0} au plus {1} {2} après {3}.\nsi {4}, {0} au plus {5} {6} après {3}",
    ),
    (
        "si {r} , ?le|la {c} est|doit_être obligatoire|à_indiquer|à_remplir|à_renseigner|à_préciser|requis|requise|nécessaire et ?le|la {c} est|vaut {n}",
        "si {1}, {2} est obligatoire.\nsi {1}, {3} doit être {4}",
    ),
    (
        "pour|si|en|à {w} , ?le|la {c} reste|est|doit_rester vide , sinon|autrement ?il|elle ?est ?doit ?être obligatoire|à_indiquer|à_remplir|à_renseigner|à_préciser|requis|requise|nécessaire",
        "si {1c} est {1v}, {2} reste vide.\n{2} est obligatoire sauf si {1c} est {1v}",
    ),
    (
        "vide pour|si|en {w} , obligatoire|à_indiquer|à_remplir|à_renseigner|à_préciser|requis|requise|nécessaire sinon|autrement|dans_les_autres_cas",
        "vide si {1c} est {1v}.\nobligatoire sauf si {1c} est {1v}",
    ),
    (
        "vide pour|si|en {w} , sinon|autrement obligatoire|à_indiquer|à_remplir|à_renseigner|à_préciser|requis|requise|nécessaire",
        "vide si {1c} est {1v}.\nobligatoire sauf si {1c} est {1v}",
    ),
    (
        "?la|le|l' {w} n'est possible|proposé|proposée|enseigné|enseignée|ouvert|ouverte qu'à_partir_du|qu'à_partir_de ?la ?l' {c} {n}",
        "si {1c} est {1v}, {2} doit être au moins {3}",
    ),
    (
        "?la|le {w} ?est ?n'est seulement|uniquement à_partir_du|à_partir_de|dès_le|dès_la ?la {c} {n}",
        "si {1c} est {1v}, {2} doit être au moins {3}",
    ),
    ("{c} , {c} et {c} ensemble|réunis|additionnés|au_total|cumulés", "{0} = {1} + {2} + {3}"),
    ("{c} et {c} ensemble|réunis|additionnés|au_total|cumulés", "{0} = {1} + {2}"),
    ("{c} + {c} + {c}", "{0} = {1} + {2} + {3}"),
    ("{c} multiplié_par|fois|x ?le|la {c}", "{0} = {1} × {2}"),
    ("{c} × {c}", "{0} = {1} × {2}"),
    (
        "seulement|uniquement si|quand|lorsque {r} , ?et ?mais alors ?toujours ?obligatoire ?obligatoirement",
        "obligatoire si {1}, sinon vide",
    ),
    ("si_et_seulement_si {r}", "obligatoire si {1}, sinon vide"),
    ("ne dépasse ?jamais pas|jamais ?le|la {c}", "ne doit pas dépasser {1}"),
    ("au_plus|au_maximum égal|égale à|au ?la {c}", "ne doit pas dépasser {1}"),
    (
        "à indiquer|renseigner|remplir|préciser avec ?le|la {c} , ?et vide sinon|autrement",
        "obligatoire si {1} est rempli, sinon vide",
    ),
    (
        "à indiquer|renseigner|remplir|préciser avec ?le|la {c} , ?et sinon|autrement vide",
        "obligatoire si {1} est rempli, sinon vide",
    ),
    (
        "?à ?obligatoire ?indiquer ?remplir ?renseigner dès_qu'il_y_a|s'il_y_a|lorsqu'il_y_a|quand_il_y_a un|une {c}",
        "obligatoire si {1} est rempli",
    ),
    (
        "si {r} , le|la {c} est|doit_être obligatoire|à_indiquer|à_remplir|à_renseigner|à_préciser|requis|requise|nécessaire et le|la {c} est {n}",
        "si {1}, {2} est obligatoire.\nsi {1}, {3} est {4}",
    ),
    ("?le|la {c} des|pour_les {u} {z} est|doit_être {n}", "si {3c} est oui, {1} doit être {4}"),
    ("?un nombre entier , 0|zéro si|s'il aucun|aucune|rien|n'y_en_a_pas|n'y_en_a_aucun", "nombre entier, au moins 0"),
    ("?uniquement|seulement ?des chiffres ?uniquement|seulement , {n} ou {n}", "{1} ou {2} chiffres"),
    ("?uniquement|seulement ?des chiffres ?uniquement|seulement , {n} à {n}", "{1} à {2} chiffres"),
    ("?uniquement|seulement ?des chiffres ?uniquement|seulement ( {n} ou {n} )", "{1} ou {2} chiffres"),
    (
        "obligatoire|requis|requise|nécessaire|exigé|exigée pour {k} qui ne {k} pas {k} ( {w} )",
        "si {4c} n'est pas {4v}, {0} est obligatoire",
    ),
    ("obligatoire|requis|requise|nécessaire|exigé|exigée pour {k} qui {w}", "si {2c} = {2v}, {0} est obligatoire"),
    ("uniquement|seulement en_cas_de|avec|pour|si {z}", "doit rester vide si {1c} est vide"),
    ("?le|la {c} doit|devra être égal|égale à|au|aux ?la ?le ?les {c} plus ?la ?le ?les {c}", "{1} = {2} + {3}"),
    ("?le|la {c} est|= la_somme du|de|des ?la ?les {c} et du|de|des ?la ?les {c}", "{1} = {2} + {3}"),
    ("numéro d'ordre|courant à_partir_de|commençant_à {n}", "nombre entier à partir de {1}, unique"),
    (
        "le_même|la_même|un|une|chaque {i} ne peut|doit pas|jamais être {u} deux_fois|plusieurs_fois|plus_d'une_fois ?dans|pour|sur|en|à le_même|la_même|un|une {i}",
        "la combinaison de {1} et {3} doit être unique",
    ),
    (
        "le_même|la_même|un|une|chaque {i} ne peut|doit être {u} deux_fois|plusieurs_fois|plus_d'une_fois|qu'une_fois|qu'une_seule_fois ?dans|pour|sur|en|à|par ?le_même ?la_même ?un ?une {i}",
        "la combinaison de {1} et {3} doit être unique",
    ),
    (
        "chaque|un|une {i} ne peut|doit avoir|prendre|faire|tenir|occuper|recevoir qu'un|qu'une|qu'un_seul|qu'une_seule {k} par {i}",
        "la combinaison de {1} et {3} doit être unique",
    ),
    ("un|une|un_seul|une_seule {k} par {i} et ?par {i}", "la combinaison de {2} et {3} doit être unique"),
    ("{v} uniquement|seulement avec un|une {c}", "si {0} est {1}, {2} est obligatoire"),
    (
        "à indiquer|renseigner|remplir|préciser|saisir|compléter ?seulement ?uniquement si|lorsque|quand {r}",
        "obligatoire si {1}",
    ),
    (
        "si|quand|lorsque {r} , laissez|laisser {c} vide|vides|blanc et indiquez|précisez|donnez|renseignez|remplissez|saisissez|indiquer|préciser {r}",
        "si {1}, laissez {2} vide.\nsi {1}, indiquez {3}",
    ),
    (
        "un|une|le_même|la_même|chaque {i} ne peut|doit pas figurer|être|apparaître|se_trouver deux_fois|plusieurs_fois|plus_d'une_fois dans|sur|pour un|une|le_même|la_même {i}",
        "la combinaison de {1} et {2} doit être unique",
    ),
    (
        "{w} seulement|uniquement à_partir_d'un|à_partir_d'une|avec_un|avec_une {c} de {n}",
        "si {1c} est {1v}, {2} doit être au moins {3}",
    ),
    (
        "pas nécessaire|obligatoire|requis|requise|demandé|demandée pour|à|en|chez ?le|la|les {w}",
        "obligatoire sauf si {1c} est {1v}",
    ),
    (
        "?toujours obligatoire|requis|requise|nécessaire ?, sauf pour|à|en|chez ?le|la|les {w}",
        "obligatoire sauf si {1c} est {1v}",
    ),
    ("pas pour|en ?le|la|les {w}", "doit rester vide pour {1}"),
    ("colonne|champ {v} ( {c} ) : {r}", "{2} : {3}"),
    ("{c} : {k} , ne doit|doivent pas être passé|passée|passés|passées", "{1} : {2}.\n{1} : pas dans le passé"),
    (
        "un|une {c} est exigé|exigée|demandé|demandée|requis|requise|nécessaire pour|avec toute|tout|chaque {c}",
        "s'il y a un {2}, {1} est obligatoire",
    ),
    (
        "{c} ( {l} ) à indiquer|préciser|remplir|renseigner dès_que|si c'est {c}",
        "{1} : {2}.\n{1} est obligatoire si {3} est rempli",
    ),
    (
        "ne peut|doit|saurait ?pas ?jamais être {x} si|lorsque|quand|dès_que|tant_que {r}",
        "si {2}, {0} ne doit pas être {1}",
    ),
    ("pas|jamais {x} si|lorsque|quand|dès_que|tant_que {r}", "si {2}, {0} ne doit pas être {1}"),
    (
        "ne peut|doit|saurait ?pas ?jamais être {x} pour|en_cas_de|avec|en|à ?un|une|les|la|le {w}",
        "si {2c} est {2v}, {0} ne doit pas être {1}",
    ),
    (
        "{x} ?est|n'est interdit|interdite|impossible|exclu|exclue si|lorsque|quand|dès_que|tant_que {r}",
        "si {2}, {0} ne doit pas être {1}",
    ),
    (
        "{x} ?est ?n'est ?sont interdit|interdite|impossible|exclu|exclue pour|en_cas_de|avec|en|à ?un|une|les|la|le {w}",
        "si {2c} est {2v}, {0} ne doit pas être {1}",
    ),
    (
        "{x} ?n'est pas autorisé|autorisée|possible|permis|permise|admis|admise pour|en_cas_de|avec|en|à ?un|une|les|la|le {w}",
        "si {2c} est {2v}, {0} ne doit pas être {1}",
    ),
    (
        "pas|jamais ?être {x} pour|en_cas_de|avec|en|à ?un|une|les|la|le {w}",
        "si {2c} est {2v}, {0} ne doit pas être {1}",
    ),
    ("?date ?jour pas_avant|au_plus_tôt|à_partir_de|à_partir_du|à_compter_du ?le ?la {t}", "pas avant {1}"),
    (
        "?date ?jour après|postérieure_à|postérieur_à|postérieure_au|postérieur_au|ultérieure_à|ultérieure_au {t}",
        "après {1}",
    ),
    ("?date ?jour pas_après|au_plus_tard|jusqu'à|jusqu'au ?le ?la {t}", "pas après {1}"),
    ("?date ?jour avant|antérieure_à|antérieur_à|antérieure_au|antérieur_au {t}", "avant {1}"),
    (
        "dans_les|sous|au_plus_tard|au_plus {n} {v} après|suivant|qui_suivent|de|à_compter_de|à_compter_du {t}",
        "dans les {1} {2} après {3}",
    ),
    ("?une autre ?personne que|qu' {c}", "doit différer de {1}"),
    ("?doit ?être différent|différente|distinct|distincte de|du {c}", "doit différer de {1}"),
    ("ne peut|doit ?pas être {c}", "doit différer de {1}"),
    ("?doit ?être inférieur|inférieure|inférieurs ou égal|égale|égaux à|au|aux {c}", "ne doit pas dépasser {1}"),
    ("pas plus que|de ?de {c}", "ne doit pas dépasser {1}"),
    ("au_plus|au_maximum le_nombre_de|autant_que|autant_de|égal_à {c}", "ne doit pas dépasser {1}"),
    (
        "{c} : {r} , ?mais ?et uniquement|seulement pour ?le|la|les|l' {c} {o}",
        "{1} : {2}.\n{1} : uniquement si {3} est {4}",
    ),
    ("{c} : différent|différente ?de ?du ?que ?le ?la {c}", "{1} doit être différent de {2}"),
    ("différent|différente de|du|que ?le ?la {c}", "doit être différent de {1}"),
    ("uniquement|seulement pour ?le|la|les {c} {o}", "uniquement si {1} est {2}"),
    (
        "uniquement|seulement pour {y} , ?et|mais ?y ?alors ?là ?dans_ce_cas obligatoire|requis|requise|exigé|exigée ?dans_ce_cas ?alors",
        "obligatoire pour {1}, sinon vide",
    ),
    ("?l'année {n} uniquement|seulement|exclusivement", "en {1}"),
    ("année {n} uniquement|seulement|exclusivement", "en {1}"),
    ("uniquement|seulement|exclusivement ?des ?les dates|jours de|en {n}", "en {1}"),
    ("{m} , vide|vides|rien sinon|autrement", "{1}, sinon vide"),
    ("{m} si|lorsque|quand {k} , vide|vides|rien sinon|autrement", "obligatoire si {2}, sinon vide"),
    (
        "obligatoire|à_remplir|à_renseigner|à_préciser|requis|requise pour|en|en_cas_de {w} ; ne|vide|laisser ?vide ?rien ?saisir ?mettre ?inscrire ?indiquer ?remplir ?dans ?pour ?les ?autres ?tous ?cas ?sinon",
        "obligatoire si {1c} est {1v}, sinon vide",
    ),
    (
        "si|pour {w} , ?obligatoire ?requis à_préciser|à_remplir|à_renseigner|à_indiquer ; sinon ne_rien_mettre|ne_rien_saisir|ne_rien_inscrire|vide|laisser_vide",
        "obligatoire si {1c} est {1v}, sinon vide",
    ),
    (
        "sinon|autrement|dans_les_autres_cas ne_rien_mettre|ne_rien_saisir|ne_rien_inscrire|ne_rien_indiquer",
        "sinon vide",
    ),
    ("?le|la {c} ?a|ont ?lieu|est|sont|se ?fait au_plus_tôt le lendemain de|du {t}", "{1} : après {2}"),
    ("?le|la {c} ?a|ont ?lieu|est|sont|se ?fait au_plus_tôt le jour|jour_même de|du {t}", "{1} : pas avant {2}"),
    ("?le|la {c} ne peut ?pas avoir_lieu|être|se_faire avant {t}", "{1} : pas avant {2}"),
    ("au_plus_tôt le lendemain de|du {t}", "après {1}"),
    ("au_plus_tôt le jour|jour_même de|du {t}", "pas avant {1}"),
    ("?le|la {c} {n} exige|demande|nécessite|requiert ?un|une|le|la {c}", "si {1} = {2}, {3} est obligatoire"),
    ("?laisser|laissez|reste|rester ?à vide pour|en ?le ?la ?les {y}", "doit rester vide si {1c} est {1v}"),
    ("uniquement|seulement|exclusivement pour|en|à {y}", "uniquement pour {1}"),
    ("au_moins|au_plus_tôt {n} {v} après {t}", "au moins {1} {2} après {3}"),
    ("{m} et au_moins|au_plus_tôt {n} {v} après {t}", "{1}.\nau moins {2} {3} après {4}"),
    (
        "{k} si aucun|aucune {c} n'est ?pas indiqué|indiquée|donné|donnée|renseigné|renseignée|connu|connue",
        "{1} si {2} est vide",
    ),
    ("{k} à_défaut_de|en_l'absence_de|faute_de {c}", "{1} si {2} est vide"),
    ("pas nécessaire|obligatoire|requis|requise si|lorsque|quand {r}", "obligatoire sauf si {1}"),
    ("zéro|0|rien uniquement|seulement pour {y}", "au moins 0 pour {1}"),
    ("{c} ?doit ?être différent|différente|distinct|distincte de|du {c}", "{1} doit différer de {2}"),
    ("{l} – {y} seulement|uniquement", "{1}.\nuniquement pour {2}"),
    (
        "?toujours obligatoire|requis|requise|nécessaire ?, sauf pour|à|en|chez ?le|la|les {w} , {r}",
        "obligatoire sauf si {1c} est {1v}.\n{2}",
    ),
    ("au_moins un|une , séparés|séparées {r}", "obligatoire.\nséparés {1}"),
    ("du {d} au {d}", "entre le {1} et le {2}"),
    ("{c} : du {d} au {d}", "{1} : entre le {2} et le {3}"),
    ("{l} ; {v} si|lorsque|quand {k} est {v}", "{1}.\nsi {3} est {4}, {0} doit être {2}"),
    ("{r} , ?toutes les autres sont {k} et doivent rester vides", "{1}.\nlaissez les colonnes blanches vides"),
    // Conditions
    ("si|tant_que|dès_que|dès_lors_que|lorsque|quand {c} est à|sur|égal_à|mis_à {v} , {r}", "si {1} est {2}, {3}"),
    (
        "si {c} est|sont rempli|remplie|remplis|remplies|renseigné|renseignée|indiqué|indiquée|saisi|saisie|donné|donnée , {c} doit l'être aussi|également",
        "si {1} est rempli, {2} est obligatoire",
    ),
    (
        "si oui , ?veuillez ?alors indiquer|indiquez|préciser|précisez|donner|donnez|saisir|saisissez|renseigner|renseignez {c} ?en ?watts|kw|euros|mètres|centimètres|cm|kilogrammes|kg|grammes|heures|minutes|km|kilomètres|litres ( {r} )",
        "si oui, {1} est obligatoire.\n{1} : {2}",
    ),
    (
        "si oui , ?veuillez ?alors indiquer|indiquez|préciser|précisez|donner|donnez|saisir|saisissez|renseigner|renseignez {c} en ?watts|kw|euros|mètres|centimètres|cm|kilogrammes|kg|grammes|heures|minutes|km|kilomètres|litres",
        "si oui, {1} est obligatoire",
    ),
    ("?à ?laisser vide|vides sauf pour|en_cas_de {r}", "uniquement pour {1}"),
    ("?à ?laisser vide|vides sauf si|lorsque|quand {r}", "uniquement si {1}"),
    (
        "{c} ne doit|doivent ?pas être renseigné|renseignée|rempli|remplie sauf si|lorsque {r}",
        "{1} : uniquement si {2}",
    ),
    (
        "si {k} prend|prennent|a|ont|souhaite|souhaitent|demande|demandent|désire un|une|des {c} , {r}",
        "s'il y a un {2}, {3}",
    ),
    ("{c} : {k} , jamais|pas plus que|de {c}", "{1} ne doit pas dépasser {3}"),
    ("{c} : jamais|pas plus que|de {c}", "{1} ne doit pas dépasser {2}"),
    ("{c} : au_plus|au_maximum égal|égale au|à ?la {c}", "{1} ne doit pas dépasser {2}"),
    ("{c} : {l} ( en_minuscules|minuscules )", "{1} : {2}.\n{1} : en minuscules"),
    ("{c} : ?avec ?l'indicatif|indicatif ?du|de ?pays|international ( + {d} )", "{1} : commence par +"),
    // Listes, where "en" is a code and no word
    ("{c} : {v} , en ou {k}", "{1} : {2}, en, {3}"),
    ("{v} , en ou {k}", "{1}, en, {2}"),
    (
        "seuls|seules {c} {l} existent|sont_acceptés|sont_acceptées|sont_admis|sont_admises|sont_valables|sont_possibles|sont_autorisés|sont_autorisées",
        "{1} : {2}",
    ),
    (
        "{c} : {k} , sans|sans_aucune répétition|doublon|doublons pour|chez|par|dans ?un|une ?même {c}",
        "{1} : {2}.\n{1} : unique par {3}.",
    ),
    (
        "{c} : sans|sans_aucune répétition|doublon|doublons pour|chez|par|dans ?un|une ?même {c}",
        "{1} : unique par {2}.",
    ),
    ("{c} doit|doivent rester inférieur|inférieure|inférieurs|inférieures {r}", "{1} doit être inférieur {2}"),
    ("{c} : date_et_heure , {d}", "{1} : date et heure comme {2}"),
    (
        "{c} : obligatoire pour|si|en {k} ( {r} ) , ?sinon vide|vides ?pour|dans ?le|les|tous ?les ?reste|autres|autre ?cas",
        "{1} : obligatoire pour {2}, sinon vide.\n{1} : {3} pour {2}",
    ),
    (
        "{c} : obligatoire pour|si|en {k} , vide|vides ?pour|dans ?le|les|tous ?les ?reste|autres|autre ?cas",
        "{1} : obligatoire pour {2}, sinon vide",
    ),
    ("le|les|en|au|aux {w} ?, il|elle|ils|elles reste|restent|est|sont vide|vides", "reste vide pour {1}"),
    // Sortes de lignes
    (
        "?les en_têtes|en-têtes|entêtes|titres|intitulés {k} signalent|indiquent|désignent|marquent|montrent ?les colonnes|champs|cases à renseigner|remplir|compléter|saisir ?dans ?tous ?les ?cas",
        "les en-têtes {1} sont obligatoires",
    ),
    ("{n} au_maximum|au_plus|maximum , {n} pour|dans ?la|le|les {w}", "au plus {1}.\nau plus {2} pour {3}"),
    (
        "{c} : {n} au_maximum|au_plus|maximum , {n} pour|dans ?la|le|les {w}",
        "{1} : au plus {2}.\n{1} : au plus {3} pour {4}",
    ),
    (
        "?les colonnes|cases {k} sont facultatives|optionnelles , ?et ?toutes les autres sont|doivent {k}",
        "seules les colonnes {1} peuvent rester vides",
    ),
    // Limites
    (
        "{c} ne peut|peuvent|doit|doivent|saurait ?pas être inférieur|inférieure|inférieurs|inférieures à {n} ?euros|euro|€",
        "{1} : au moins {2}",
    ),
    (
        "{c} ne peut|peuvent|doit|doivent|saurait ?pas être supérieur|supérieure|supérieurs|supérieures à {n} ?euros|euro|€",
        "{1} : au plus {2}",
    ),
    // Qui a quoi
    ("chaque {k} porte|a|possède|reçoit ?un ?une ?son ?sa {i} : {r}", "{2} est obligatoire.\n{2} : {3}"),
    (
        "après ?le ?la {c} , ?mais ?et ?au ?plus {n} {v} ?au ?plus maximum|plus|tard",
        "après {1}.\nau plus {2} {3} après {1}",
    ),
    (
        "pour tout ce_qui|les|ce {k} est|sont à|en|dans {c} {v} , ?veuillez décrivez|indiquez|donnez|précisez|décrire|indiquer|donner|préciser ?le ?la {c}",
        "si {2} est {3}, {4} est obligatoire",
    ),
    (
        "pour tout ce_qui est à|en|dans {c} {v} , ?veuillez décrivez|indiquez|donnez|précisez|décrire|indiquer|donner|préciser ?le ?la {c}",
        "si {1} est {2}, {3} est obligatoire",
    ),
    (
        "{k} ( {k} ) , ?à ?est indiquer|renseigner|remplir|préciser|indiqué|indiquée pour {y} seulement|uniquement|seules|exclusivement",
        "{1}.\n{2}.\nobligatoire pour {3}, sinon vide",
    ),
    (
        "{k} , ?à ?est ?indiquer ?renseigner ?remplir ?préciser pour {y} seulement|uniquement|seules|exclusivement",
        "{1}.\nobligatoire pour {2}, sinon vide",
    ),
    (
        "si {k} est|sont {c} ( {k} ) , précisez|indiquez|donnez|renseignez|indiquer|préciser ?le ?la {c} : {l}",
        "{2} : {3}.\nsi {2} est oui, {4} est obligatoire.\n{4} : {5}",
    ),
    (
        "si {k} est|sont {c} ( {k} ) , précisez|indiquez|donnez|renseignez|indiquer|préciser ?le ?la {c}",
        "{2} : {3}.\nsi {2} est oui, {4} est obligatoire",
    ),
    (
        "{c} : {k} ( {k} ) , ?à ?est indiquer|renseigner|remplir|préciser|indiqué|indiquée pour {y} seulement|uniquement|seules|exclusivement",
        "{1} : {2}.\n{1} : {3}.\n{1} : obligatoire pour {4}, sinon vide",
    ),
    ("{k} si ?le ?la {c} est différent|différente|autre de|que {v}", "{1} si {2} n'est pas {3}"),
    ("si ?le ?la {c} est différent|différente|autre de|que {v} , {r}", "si {1} n'est pas {2}, {3}"),
    (
        "les moins de {n} ans doivent être {k} ( indiquer|préciser|indiquez|précisez|donner {k} dans|sous {c} )",
        "si {0} est inférieur à {1}, {4} est obligatoire",
    ),
    ("{c} ( oui_non|o_n ) : {r}", "{1} : oui/non.\n{1} : {2}"),
];
