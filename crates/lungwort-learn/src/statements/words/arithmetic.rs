//! Words of sums, differences and products of columns: see `statements/arithmetic.rs`.

/// How one language adds up, takes away, multiplies and compares.
#[derive(Debug)]
pub(in crate::statements) struct Arithmetic {
    /// Between two columns.
    pub plus: &'static [&'static str],
    pub minus: &'static [&'static str],
    pub times: &'static [&'static str],
    /// Before several columns: `the sum of`.
    pub sum: &'static [&'static str],
    pub product: &'static [&'static str],
    pub difference: &'static [&'static str],
    /// By which several columns that are named one after the other are added up.
    pub together: &'static [&'static str],
    /// Between what is the same.
    pub equal: &'static [&'static str],
    /// Between what may not be more, or not be less, than the other, as a whole.
    pub at_most: &'static [&'static str],
    pub at_least: &'static [&'static str],
    /// The same where nothing is denied: more, and less.
    pub more: &'static [&'static str],
    pub less: &'static [&'static str],
    pub not: &'static [&'static str],
    /// What says nothing more beside these.
    pub beside: &'static [&'static str],
}

pub(super) const ENGLISH: Arithmetic = Arithmetic {
    plus: &["plus", "added to", "and also"],
    minus: &["minus", "less", "without", "after deducting"],
    times: &["times", "multiplied by", "x"],
    sum: &["sum of", "total of", "sum", "total", "addition of"],
    product: &["product of"],
    difference: &["difference of", "difference between"],
    together: &[
        "together", "added up", "added together", "in total", "taken together", "combined", "add up to", "adds up to",
        "sum to", "sums to", "sum up to", "total up to", "in all",
    ],
    equal: &[
        "is", "are", "be", "equal", "equals", "equal to", "come to", "comes to", "gives", "give", "make", "makes",
        "results in", "match", "matches", "agree with", "agrees with", "the same as",
    ],
    at_most: &["at most", "no more than", "up to"],
    at_least: &["at least", "no less than", "no fewer than"],
    more: &[
        "more than", "greater than", "larger than", "higher than", "bigger than", "exceed", "exceeds", "over", "above",
    ],
    less: &["less than", "smaller than", "lower than", "fewer than", "below", "under"],
    not: &["not", "never", "cannot", "can't"],
    beside: &["must", "may", "can", "has to", "have to", "should", "shall", "always", "also", "exactly"],
};

pub(super) const GERMAN: Arithmetic = Arithmetic {
    plus: &["plus", "zuzüglich"],
    minus: &["minus", "abzüglich", "weniger", "ohne"],
    times: &["mal", "multipliziert mit", "x"],
    sum: &["summe aus", "summe von", "summe der", "summe"],
    product: &["produkt aus", "produkt von"],
    difference: &["differenz aus", "differenz von", "differenz zwischen"],
    together: &["zusammen", "insgesamt", "in summe", "zusammengenommen", "addiert"],
    equal: &[
        "ist", "sind", "sein", "gleich", "ergibt", "ergeben", "ergibt sich aus", "ergeben sich aus", "entspricht",
        "entsprechen", "beträgt", "betragen",
    ],
    at_most: &["höchstens", "maximal", "höchstens so groß wie"],
    at_least: &["mindestens", "wenigstens"],
    more: &[
        "größer als", "mehr als", "höher als", "übersteigen", "übersteigt", "überschreiten", "überschreitet", "über",
    ],
    less: &["kleiner als", "weniger als", "niedriger als", "unterschreiten", "unterschreitet", "unter"],
    not: &["nicht", "nie", "niemals"],
    beside: &["muss", "müssen", "darf", "dürfen", "kann", "können", "soll", "sollen", "immer", "stets", "genau"],
};

pub(super) const FRENCH: Arithmetic = Arithmetic {
    plus: &["plus", "ajouté à", "augmenté de"],
    minus: &["moins", "diminué de", "sans"],
    times: &["fois", "multiplié par", "multipliée par", "x"],
    sum: &["somme de", "somme des", "total de", "total des", "somme"],
    product: &["produit de"],
    difference: &["différence de", "différence entre"],
    together: &["ensemble", "au total", "réunies", "réunis", "totaliser", "totalisent", "totalise"],
    equal: &[
        "est", "sont", "être", "égal à", "égale à", "égaux à", "égales à", "égal", "égale", "donne", "donnent",
        "donner", "correspond à", "vaut", "valent",
    ],
    at_most: &["au plus", "au maximum"],
    at_least: &["au moins", "au minimum"],
    more: &[
        "plus que", "supérieur à", "supérieure à", "supérieurs à", "dépasser", "dépasse", "dépassent",
        "plus grand que", "plus grande que", "excéder",
    ],
    less: &["moins que", "inférieur à", "inférieure à", "inférieurs à", "plus petit que", "plus petite que"],
    not: &["ne", "pas", "jamais"],
    beside: &["doit", "doivent", "peut", "peuvent", "toujours", "exactement"],
};
