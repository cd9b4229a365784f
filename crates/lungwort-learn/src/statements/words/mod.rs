//! The words in which templates say what they ask for: one table a language, so that another language is data.

pub(super) use arithmetic::Arithmetic;

use super::questions::Asked;
use super::sentence::Sentence;

mod arithmetic;
mod english;
mod french;
mod german;

/// Every language, in the order in which they are tried.
pub(super) static ALL: &[&Language] = &[&english::WORDS, &german::WORDS, &french::WORDS];

/// Whether a sentence has a phrase of a table in any language: a heading may be in another one than what is said of it.
pub(super) fn in_any(sentence: &Sentence, table: fn(&Language) -> &'static [&'static str]) -> bool {
    ALL.iter().any(|language| sentence.has(table(language)))
}

/// What is said of days of the week and of months that come every year.
pub(super) struct Calendar {
    /// Headings over the names of the days of the week.
    pub headings: &'static [&'static str],
    /// Days of the week in all their forms, Monday is 1.
    pub weekdays: &'static [(&'static str, u8)],
    /// Their shortened forms, which are read with a capital and beside another one only.
    pub short: &'static [(&'static str, u8)],
    /// Several of them in one word.
    pub groups: &'static [(&'static str, &'static [u8])],
    /// Months that are verbs, too, in small letters.
    pub also_verbs: &'static [&'static str],
    /// What is so on days on which nothing takes place, and on those on which something does.
    pub closed: &'static [&'static str],
    pub open: &'static [&'static str],
    /// Who or what is there on some days and is no row.
    pub senders: &'static [&'static str],
    /// Before the first of a range, and before the two ends of one.
    pub from: &'static [&'static str],
    pub both: &'static [&'static str],
    /// Before a day by which something is to be done.
    pub until: &'static [&'static str],
    /// Before a day on which something is so.
    pub leads: &'static [&'static str],
    /// The day with which a month begins.
    pub first_of_month: &'static [&'static str],
    /// A condition that a column is filled.
    pub given: &'static str,
}

/// Names of people in one cell.
pub(super) struct Names {
    /// What the last name and the first name are called.
    pub last: &'static [&'static str],
    pub first: &'static [&'static str],
    /// The sign between them.
    pub comma: &'static [&'static str],
}

/// What the pieces of a code are called, beside letters, digits and signs.
pub(super) struct Pieces {
    /// Before the first piece: `made up of`.
    pub made_of: &'static [&'static str],
    /// Before a code that is shown: `as in`.
    pub shown: &'static [&'static str],
    /// A space, then several of them; hyphens likewise.
    pub spaces: &'static [&'static str],
    pub hyphens: &'static [&'static str],
    pub month: &'static [&'static str],
    /// What checks a code, and of what it is: `check letter`.
    pub checks: &'static [(&'static str, &'static str)],
    /// A number that counts up, and any number.
    pub running: &'static [&'static str],
    /// Before such a number whose digits are counted.
    pub counting_up: &'static [&'static str],
    pub number: &'static [&'static str],
    /// Behind counted digits: `a six-digit number`.
    pub nouns: &'static [&'static str],
    /// Before the digits of a number: `a number of six digits`.
    pub of: &'static [&'static str],
    /// Between a count and what is counted: `six more digits`.
    pub more: &'static [&'static str],
    /// Before a piece that may be missing.
    pub optional: &'static [&'static str],
    /// Before how many pieces are what the code begins with: `the first two are 27`.
    pub first: &'static [&'static str],
    /// What says no more of the pieces: `without spaces`.
    pub beside: &'static [&'static str],
    /// Before the sign between all pieces, and what may be behind it: `joined by`; `durch … getrennt`.
    pub joined: &'static [&'static str],
    pub joined_behind: &'static [&'static str],
    /// Behind letters: they are capitals.
    pub in_capitals: &'static [&'static str],
    /// Before the number of characters that there may be.
    pub maximum: &'static [&'static str],
    pub roman: &'static [&'static str],
    /// Two ends of a range in one cell.
    pub ranges: &'static [&'static str],
}

/// Words and phrases in small letters. A phrase is found as whole words, hyphens and spaces alike.
pub(super) struct Language {
    /// Before what took place, of several times that it did: `the last cleaning`.
    pub latest: &'static [&'static str],
    /// What must be, with its verb at the end: `muss bei Quitten leer bleiben`.
    pub stay_blank: &'static [&'static str],
    /// Before rows of some kind, and never before who does something.
    pub in_case_of: &'static [&'static str],
    /// Whether every noun is written with a capital.
    pub capital_nouns: bool,
    /// What phones are called.
    pub phones: &'static [&'static str],
    /// Before what a piece of a code stands for: `two digits for the corridor`.
    pub means_part: &'static [&'static str],
    /// Before so many of one thing, for which there are some of another: `for every 8 children`.
    pub for_every: &'static [&'static str],
    /// The first sign of a code.
    pub first_digit: &'static [&'static str],
    /// Words whose plural is not made by an ending.
    pub plurals: &'static [(&'static str, &'static str)],
    /// Before the one answer that is taken: `must be Yes`.
    pub must_be_yes: &'static [&'static str],
    /// All of the columns that the sentence before named, and none of them: `Both lie between 400 and 460`.
    pub all_of_two: &'static [&'static str],
    pub none_of_two: &'static [&'static str],
    /// How such columns go together, which says nothing of each.
    pub one_another: &'static [&'static str],
    /// Behind what all other columns are, where that is said elsewhere: `the rest as described`.
    pub as_the_case_is: &'static [&'static str],
    /// What begins a clause that says who or which ones: `for everybody who comes by bus`; behind a comma where a language has one there.
    pub those_who: &'static [&'static str],
    /// What begins a clause about what stands before its comma: `the day, which must be in the past`.
    pub relative: &'static [&'static str],
    /// Sentences that say in other words what plainer ones say: `rephrased` tells how they are written.
    pub rephrased: &'static [(&'static str, &'static str)],
    /// Days of the week, and what is done on them.
    pub calendar: &'static Calendar,
    /// What the pieces of a code are called.
    pub pieces: &'static Pieces,
    /// Between two days: the one less the other; and what their number has to do.
    pub less: &'static [&'static str],
    pub agrees: &'static [&'static str],
    /// What days are counted as in headings.
    pub nights: &'static [&'static str],
    /// What has a number by which it is known: `phone number`.
    pub numbered: &'static [&'static str],
    /// Before what is not done: `unpaid`. Behind what is done, in headings: `Loaned to`.
    pub undone: &'static [&'static str],
    pub done_with: &'static [&'static str],
    /// Small words by which the language of a sentence shows.
    pub small: &'static [&'static str],
    /// A question before what follows: `Is the plant known, give its name`. Verbs at the beginning of a condition.
    pub inverted: &'static [&'static str],
    /// Behind a denial, what must not be: `cannot be left blank`; and what a refused row has: `rows without a name are rejected`.
    pub unfilled: &'static [&'static str],
    /// Before columns of which none may be blank.
    pub neither: &'static [&'static str],
    /// Words of sums, differences and products.
    pub arithmetic: &'static Arithmetic,
    /// Between what neither of which is so.
    pub nor: &'static [&'static str],
    /// Behind a denial, before what must not be blank: `do not leave Box or Store empty`.
    pub leave: &'static [&'static str],
    pub lacking: &'static [&'static str],
    /// A day that is still to come.
    pub future: &'static [&'static str],
    /// Months by their names, and how many digits a word says.
    pub months: &'static [(&'static str, i8)],
    pub digit_counts: &'static [(&'static str, u64)],
    /// The least and the greatest of a kind: `the shortest boat is 3 m`.
    pub least: &'static [&'static str],
    pub greatest: &'static [&'static str],
    /// A kind of value that is text: a limit is one of its length.
    pub plain_text: &'static [&'static str],
    /// What is said of these is not said of a column.
    pub of_files: &'static [&'static str],
    /// What a sheet of a workbook is called.
    pub sheets: &'static [&'static str],
    /// All sheets of a workbook.
    pub all_sheets: &'static [&'static str],
    /// Between two columns: the same is right as well.
    pub or_equal: &'static [&'static str],
    /// Behind examples that count up: `B001, B002 and so on`.
    pub so_on: &'static [&'static str],
    /// Decimals are written with a comma.
    pub decimal_comma_words: &'static [&'static str],
    /// A point before the decimals.
    pub decimal_point_words: &'static [&'static str],
    /// Behind counted letters: those are small.
    pub small_last: &'static [&'static str],
    /// Behind the values of a list: `only EUR and GBP are accepted`.
    pub taken: &'static [&'static str],
    /// Verbs that say what a column is called after: what a box weighs is its weight.
    pub measures: &'static [(&'static str, &'static str)],
    /// Words that compare sizes, each with what is compared: what is longer than 12 metres has a length.
    pub compared_sizes: &'static [(&'static str, &'static str)],
    /// What a size is told in.
    pub size_units: &'static [&'static str],
    /// What things have that are spoken of: `boats that have an agent`.
    pub having: &'static [&'static str],
    /// What is kept for some: `the kitchen is reserved for members`.
    pub reserved: &'static [&'static str],
    /// Of what compares two columns, what compares numbers: `greater than`.
    pub of_size: &'static [&'static str],
    /// Before the other column: they may be the same.
    pub same_as: &'static [&'static str],
    /// Columns that together make each row another: `Row and Number together identify a seat`.
    pub identifies: &'static [&'static str],
    /// Looks of letters.
    pub italic: &'static [&'static str],
    /// Looks of letters.
    pub underlined: &'static [&'static str],
    /// What may be before a range and says nothing of it: `normally 15 to 40`.
    pub fillers: &'static [&'static str],
    /// A value that is none: `X or blank`.
    pub nothing: &'static [&'static str],
    /// Behind a list: there are no other values.
    pub nothing_else: &'static [&'static str],
    /// Before the value that is meant where nothing is given.
    pub by_default: &'static [&'static str],
    /// What has a look.
    pub all_headings: &'static [&'static str],
    /// None of what follows: `no gaps needed`.
    pub none: &'static [&'static str],
    /// Before what is below or above a limit, where that is denied or refused.
    pub nothing_at_all: &'static [&'static str],
    /// What values of a known form must be: `must be valid`.
    pub valid: &'static [&'static str],
    /// The sign of headings that must be filled.
    pub asterisks: &'static [&'static str],
    /// What another place may say otherwise: `unless otherwise stated`.
    pub unless_stated: &'static [&'static str],
    /// Before the other of two values: `enter Yes, otherwise No`.
    pub otherwise: &'static [&'static str],
    /// By which a point that says when a row is refused is turned into what is asked: `is not`, `is missing`, `must be`, `filled in`,
    /// and what refuses the whole.
    pub turning: [&'static str; 5],
    /// Before the first of numbers that count up: `counting from 1`.
    pub counted_from: &'static [&'static str],
    /// How another column was said to be written: `same format`.
    pub same_form: &'static [&'static str],
    /// A column takes what another one takes: `same scale`. And what says that two cells are the same.
    pub same_values: &'static [&'static str],
    pub must_be_same: &'static [&'static str],
    /// Nobody of all: `nobody born after 31.12.2020`.
    pub nobody: &'static [&'static str],
    /// What is said of numbers that count up: `a running number starting with 1`.
    pub running: &'static [&'static str],
    /// Before a value as it is written: `ISO week as 2026-W07`.
    pub as_written: &'static [&'static str],
    /// Behind it a value is shown: `numbers look like WN-2026-000123`.
    pub looks: &'static [&'static str],
    /// Right before a code that shows how all of them are written: `written 2027-W05`.
    pub written_so: &'static [&'static str],
    /// What says outright that something is required, must be blank or is left blank, with its condition.
    pub outright: (&'static str, &'static str, &'static str),
    /// Before or behind a condition: something is to be filled in.
    pub asked_shortly: &'static [&'static str],
    /// The same, where it must be blank.
    pub never_shortly: &'static [&'static str],
    /// The same, where it is left blank.
    pub blank_shortly: &'static [&'static str],
    /// What is written in the stead of a value: `enter a dash`.
    pub stand_ins: &'static [&'static str],
    /// A condition that the column itself is filled, which is none: `if given, it must be…`.
    pub self_given: &'static [&'static str],
    /// What a code begins with, where the verb comes last: `muss mit + beginnen`.
    pub begins_last: &'static [&'static str],
    /// Rows, where they are counted: `no more than 250 lines`.
    pub rows: &'static [&'static str],
    /// Before what each row is: `one line per plot`.
    pub one_row: &'static [&'static str],
    /// Something has to be filled in.
    pub required: &'static [&'static str],
    /// The whole of what is said of a column that must be filled.
    pub alone_required: &'static [&'static str],
    /// It need not be.
    pub optional: &'static [&'static str],
    /// What takes it back, at the end of the sentence.
    pub may_not: &'static [&'static str],
    /// Between a statement and one that is taken back: `Breed may be left empty, but sex may not`.
    pub but: &'static [&'static str],
    /// Only under a condition.
    pub conditional: &'static [&'static str],
    /// Words of sentences that oblige.
    pub obliging: &'static [&'static str],
    /// All columns; and what takes some out.
    pub all: &'static [&'static str],
    /// The whole of what is asked of all columns: `no cell may be left empty`, `fill in all columns`.
    pub all_filled: &'static [&'static str],
    /// Before columns of which one is needed: `one of phone and e-mail`.
    pub one_among: &'static [&'static str],
    /// All columns, where none has been named of which all may be spoken.
    pub all_alone: &'static [&'static str],
    pub except: &'static [&'static str],
    /// Cells in which nothing is: `blank cells are only allowed in …`.
    pub blank_cells: &'static [&'static str],
    /// What is said of what may be, and the prepositions that go with it.
    pub permitted: &'static [&'static str],
    /// By which something is said of some and of no others.
    pub alone: &'static [&'static str],
    /// By which one thing is said to follow from another.
    pub implies: &'static [&'static str],
    /// By which a condition begins that something is not there.
    pub lacks: &'static [&'static str],
    /// By which a condition begins that something is there.
    pub there_is: &'static [&'static str],
    /// Between two of which the second is given where the first is not there.
    pub failing: &'static [&'static str],
    /// Two things together.
    pub both: &'static [&'static str],
    /// By which something is asked to be there.
    pub there_must: &'static [&'static str],
    /// What is done with rows that are right.
    pub are_taken: &'static [&'static str],
    /// What is done with a text that is too long.
    pub cut_off: &'static [&'static str],
    /// By which a length is too great.
    pub longer: &'static [&'static str],
    /// By which a length is too small.
    pub shorter: &'static [&'static str],
    /// Verbs of what begins.
    pub starting: &'static [&'static str],
    /// Verbs of what ends.
    pub ending: &'static [&'static str],
    /// What is said of somebody's birth.
    pub born: &'static [&'static str],
    /// Words of headings over the day or the year of a birth.
    pub births: &'static [&'static str],
    /// Headings over names of files, besides the word for these.
    pub pictures: &'static [&'static str],
    /// What leads to the one within which something comes once: `unique within the season`.
    pub in_one: &'static [&'static str],
    /// Behind a comparative: `worse than`.
    pub than: &'static [&'static str],
    /// Between two columns of a condition: they are not the same.
    pub differing: &'static [&'static str],
    /// Behind what is wrong where it is none of these: `Status other than B, C`.
    pub other_than: &'static [&'static str],
    /// Rows of no kind that has been named.
    pub other_kinds: &'static [&'static str],
    /// Those who are not 18 yet, and those who are.
    pub minors: &'static [&'static str],
    pub adults: &'static [&'static str],
    /// Words by which something goes on for some time: `may last 28 days`.
    pub lasting: &'static [&'static str],
    /// Words for what people are reached by, each as its words.
    pub contacts: &'static [&'static [&'static str]],
    /// Values of a list that say that there is nothing of the kind.
    pub nothing_of_a_kind: &'static [&'static str],
    /// Ends of headings over the last day of something: `Deliver by`.
    pub until: &'static [&'static str],
    /// What is done until then.
    pub deadlines: &'static [&'static str],
    /// The columns right behind and right before the one that is spoken of.
    pub next_column: &'static [&'static str],
    pub column_before: &'static [&'static str],
    /// Headings over the first and the last day of something.
    pub first_and_last: &'static [(&'static str, &'static str)],
    /// Words of headings over the begin of something.
    pub start_words: &'static [&'static str],
    /// Words of headings over the end of something.
    pub end_words: &'static [&'static str],
    /// Of headings that say when something is given out, and when it is due or back.
    pub given_out: &'static [&'static str],
    pub given_back: &'static [&'static str],
    /// What holds all rows.
    pub registers: &'static [&'static str],
    /// Parts of a whole number.
    pub halves: &'static [&'static str],
    /// Beyond both ends of something.
    pub outside: &'static [&'static str],
    /// Before what something is of.
    pub owners: &'static [&'static str],
    /// What amounts are counted in.
    pub units: &'static [&'static str],
    /// By which something is said to have something.
    pub has: &'static [&'static str],
    /// No column at all.
    pub no_column: &'static [&'static str],
    /// What stands before the letters of columns.
    pub columns: &'static [&'static str],
    /// Before columns that are counted from the left.
    pub first: &'static [&'static str],
    /// Places in a row, and which these are: `the third column`.
    pub ordinals: &'static [(&'static str, usize)],
    /// The columns at the end.
    pub last_ones: &'static [&'static str],
    /// Before digits or letters that are a part of a value.
    pub part: &'static [&'static str],
    /// What stands before the name of a column that is explained: `Field: Title`.
    pub labels: &'static [&'static str],
    /// Between the ends of a range, and between the last two of several.
    pub to: &'static [&'static str],
    /// Before what something stands at: `the digits below the barcode`.
    pub whereabouts: &'static [&'static str],
    /// Before the column in front of which, and behind which, others are: `the columns after Net`.
    pub left_of: &'static [&'static str],
    pub right_of: &'static [&'static str],
    /// Before and behind the first of all columns to the end: `from Net on`.
    pub from_on: &'static [(&'static str, &'static str)],
    /// Before the last of some columns: `all columns up to and including Box`.
    pub up_to: &'static [&'static str],
    pub and: &'static [&'static str],
    /// The year that it is.
    pub this_year: &'static [&'static str],
    /// The places of a code, letters among them, where a word for digits may mean these, too.
    pub code_places: &'static [&'static str],
    /// That a result is rounded.
    pub rounding: &'static [&'static str],
    /// A year of two digits, in one word.
    pub short_year: &'static [&'static str],
    /// What numbers are rounded to, each with the step.
    pub rounded: &'static [(&'static str, f64)],
    /// Before a number of which values are several times as much: `multiples of 5`.
    /// Numbers that two divides, and those that it does not.
    pub even: &'static [&'static str],
    pub odd: &'static [&'static str],
    pub multiples: &'static [&'static str],
    /// Before one more of several.
    pub also: &'static [&'static str],
    pub or: &'static [&'static str],
    /// Numbers in words.
    pub numbers: &'static [(&'static str, u64)],
    /// Digits to the base of 16.
    pub hex_digits: &'static [&'static str],
    /// What numbers count.
    pub digits: &'static [&'static str],
    pub letters: &'static [&'static str],
    pub capitals: &'static [&'static str],
    pub characters: &'static [&'static str],
    pub decimals: &'static [&'static str],
    /// What else numbers count: no limit of a value.
    pub others: &'static [&'static str],
    /// A number without what it counts behind it.
    pub no_sign: &'static [&'static str],
    /// An amount of money with two decimals.
    pub cents: &'static [&'static str],
    /// Behind the digits of a code: all of them, those that it begins with among them.
    pub in_all: &'static [&'static str],
    /// What questions ask: phrases of which one each stands in them.
    pub questions: &'static [(&'static [&'static [&'static str]], Asked)],
    /// A question about an amount: `how many tables are needed` asks for no value.
    pub how_many: &'static [&'static str],
    /// Kinds of numbers.
    pub whole: &'static [&'static str],
    pub number: &'static [&'static str],
    /// At the end of a sentence: what values are.
    pub numeric: &'static [&'static str],
    /// Limits.
    pub at_most: &'static [&'static str],
    /// What texts are counted in: words.
    pub words_of_texts: &'static [&'static str],
    /// Behind what is counted: it stands behind what values begin with.
    pub thereafter: &'static [&'static str],
    /// Before the column in which something is to be said: `say in Remarks`.
    pub into: &'static [&'static str],
    /// Between two columns that are multiplied.
    pub multiplied: &'static [&'static str],
    /// What the sentence before said is the case: `in that case`.
    pub in_that_case: &'static [&'static str],
    /// Zeros that numbers begin with.
    pub leading_zeros: &'static [&'static str],
    /// What a zero is called besides its number.
    pub zeros: &'static [&'static str],
    pub at_least: &'static [&'static str],
    pub above: &'static [&'static str],
    pub below: &'static [&'static str],
    /// Verbs that stand behind a limit: no less than it, where denied.
    pub fallen: &'static [&'static str],
    /// Verbs that stand behind a limit: no more than it, where denied.
    pub exceeded: &'static [&'static str],
    pub exactly: &'static [&'static str],
    pub between: &'static [&'static str],
    pub positive: &'static [&'static str],
    pub not_negative: &'static [&'static str],
    /// What follows is counted one by one: `number of keys`.
    pub count_of: &'static [&'static str],
    /// The day of the check, as the last of some days.
    pub todays: &'static [&'static str],
    /// What is said of most values and asks for nothing: `weights from 5 to 900 g are usual`.
    pub usual: &'static [&'static str],
    /// Behind the name of a format: `an e-mail address or a phone number`.
    pub address_words: &'static [&'static str],
    /// At the end of a short sentence: `each member once`.
    pub once: &'static [&'static str],
    /// What is left of a code: `starts with MT, rest digits`.
    pub rest: &'static [&'static str],
    /// What says how values are written: `in the format 2026-12-31`.
    pub form_words: &'static [&'static str],
    /// Behind a word that is then no column: `no currency sign`.
    pub sign_words: &'static [&'static str],
    /// What the letters over columns mean: `M = mandatory, O = optional`.
    pub marks: &'static [&'static str],
    /// The greatest or least of things, and what it is the greatest of.
    pub superlatives: &'static [(&'static str, &'static str)],
    /// Before a year: its last day.
    pub ends_of: &'static [&'static str],
    /// Before a range of numbers that stands alone: `code 1-10`.
    pub rated: &'static [&'static str],
    /// Behind it stands what the values of a list are called: `one of the colours RED, BLUE`.
    pub one_of: &'static [&'static str],
    /// Headings over degrees east and west.
    pub longitudes: &'static [&'static str],
    /// Headings over degrees north and south.
    pub latitudes: &'static [&'static str],
    /// How places on the globe are written in numbers.
    pub degrees: &'static [&'static str],
    /// Below nothing: what is said to be refused.
    pub negative: &'static [&'static str],
    pub not_future: &'static [&'static str],
    /// Today or a day before, where nothing more is said.
    pub by_today: &'static [&'static str],
    /// A day that has been.
    pub past: &'static [&'static str],
    /// One column before or after another.
    pub earlier: &'static [&'static str],
    pub later: &'static [&'static str],
    /// No value twice.
    pub unique: &'static [&'static str],
    /// The same in two words: `never` and `twice`.
    pub negations: &'static [&'static str],
    /// Before what takes place then: `the day of the visit`.
    pub day_nouns: &'static [&'static str],
    /// Names of people in one cell.
    pub names: &'static Names,
    /// Before what is known, which is not counted: `the one before`.
    pub definite: &'static [&'static str],
    /// Before what several rows have in common: `in one tent`; and behind how often something may be listed.
    pub rows_of_one: &'static [&'static str],
    pub so_often: &'static [&'static str],
    /// People, of whom a row names one.
    pub persons: &'static [&'static str],
    /// Where there is nothing to tell: `0 if none`.
    pub if_nothing: &'static [&'static str],
    /// When something begins: `at the beginning`.
    pub at_first: &'static [&'static str],
    /// Between two columns of which the second is taken from the first.
    pub minus: &'static [&'static str],
    pub twice: &'static [&'static str],
    /// Kinds of fields that say nothing of how their values are written, as they stand in brackets before it.
    pub plain_kinds: &'static [&'static str],
    /// Letters in capitals throughout.
    pub in_capitals: &'static [&'static str],
    /// Letters and digits and nothing else, however many.
    pub alphanumeric: &'static [&'static str],
    /// Spaces between others.
    pub spaces: &'static [&'static str],
    /// Before or behind kinds of signs that a value is made of: `only digits and spaces`.
    pub only: &'static [&'static str],
    /// Several values in a cell, and the names of signs.
    pub several: &'static [&'static str],
    pub signs: &'static [(&'static str, &'static str)],
    /// A year of four digits, as a part of a code; and what leads up to an example.
    pub year: &'static [&'static str],
    pub example: &'static [&'static str],
    /// Kinds of values that a heading's word stands for.
    pub heading_formats: &'static [(&'static str, &'static str)],
    pub heading_amounts: &'static [&'static str],
    /// How words end that say what has been counted: `Number taken`.
    pub participles: &'static [&'static str],
    /// Words of headings over amounts: what they are counted or measured in.
    pub heading_units: &'static [&'static str],
    /// Words of headings over texts: a limit without a unit is one of their length.
    pub heading_texts: &'static [&'static str],
    pub heading_shares: &'static [&'static str],
    /// The first sign of a code that another column has, by the word for first and the one for a sign.
    pub first_words: &'static [&'static str],
    pub signs_of_codes: &'static [&'static str],
    /// Before what follows from what was said: `so none`.
    pub thus: &'static [&'static str],
    /// Nouns of a time in which all days are: `season 15/06/2027 to 30/09/2027`.
    pub seasons: &'static [&'static str],
    /// Rows that are none of those before, at the beginning of a sentence.
    pub other_rows: &'static [&'static str],
    /// A plain sentence that leaves blank what is of these.
    pub otherwise_blank: &'static str,
    /// What a column holds: `begins with the value of Plot`.
    pub value_words: &'static [&'static str],
    /// What a code begins with.
    pub begins: &'static [&'static str],
    /// Behind letters that stand before what has been counted: `five digits with LT- in front`.
    pub in_front: &'static [&'static str],
    /// A list follows; with these, also of plain words.
    pub choose: &'static [&'static str],
    /// Before the one sign that marks a cell.
    pub tick: &'static [&'static str],
    /// What a cell is marked with stands behind these.
    pub with: &'static [&'static str],
    /// The same directly behind what it is said of: `State is OPEN or SHUT`.
    pub copulas: &'static [&'static str],
    /// That something is in the file: `all columns must be present`.
    pub there_in_file: &'static [&'static str],
    /// Between a column and the condition under which it is required.
    pub required_if: &'static str,
    /// Headings of columns that count something, so that their numbers are whole.
    pub heading_counts: &'static [&'static str],
    /// Words that name sorts of values, people or things, and are none of a list: `name or initials`.
    pub sorts: &'static [&'static str],
    /// Yes and no.
    pub yes_no: &'static [(&'static str, &'static str)],
    /// Formats that have a name.
    pub formats: &'static [(&'static str, &'static str)],
    /// Some of several columns: at least one, exactly one, all or none, no gap.
    pub at_least_one: &'static [&'static str],
    /// Of these, those that may count something else: `at least one day later`.
    pub at_least_one_of: &'static [&'static str],
    pub exactly_one: &'static [&'static str],
    pub together: &'static [&'static str],
    /// Before the column without which another may not be given.
    pub together_with: &'static [&'static str],
    pub no_gaps: &'static [&'static str],
    /// Colours and looks.
    pub colours: &'static [(&'static str, super::look::Colour)],
    /// What may have a colour, besides columns.
    pub cells: &'static [&'static str],
    /// Before a colour, or the beginning of its name: a shade of it.
    pub pale: &'static [&'static str],
    pub dark: &'static [&'static str],
    pub bold: &'static [&'static str],
    /// Any colour behind, whatever it is.
    pub shaded: &'static [&'static str],
    /// Verbs by which a part of a sentence is one of its own.
    pub verbs: &'static [&'static str],
    /// What stands before a column at the beginning of a sentence: `the`, `each`.
    pub every: &'static [&'static str],
    /// Needed only under a condition that follows.
    pub conditional_on: &'static [&'static str],
    /// No earlier than a year.
    pub not_before: &'static [&'static str],
    /// Before the year that days lie in.
    pub in_year: &'static [&'static str],
    /// Before the last day that is taken.
    pub not_after: &'static [&'static str],
    /// One of something: `a capital letter`.
    pub articles: &'static [&'static str],
    /// It must not be filled in.
    pub forbidden: &'static [&'static str],
    /// Before what is allowed and not asked.
    pub may: &'static [&'static str],
    /// Behind it: only so long as something else is so.
    pub as_long: &'static [&'static str],
    /// A sentence that asks for something begins with one of these.
    pub give: &'static [&'static str],
    /// Words before what is asked, or behind it, that only ask kindly.
    pub polite: &'static [&'static str],
    /// The same at the end of the sentence.
    pub give_last: &'static [&'static str],
    /// Behind what is asked: as well.
    pub as_well: &'static [&'static str],
    /// Between a condition and what holds then.
    pub thereupon: &'static [&'static str],
    /// Before the column that something is entered in: `the opening goes into Opening`.
    pub goes_into: &'static [&'static str],
    /// Per cent, in words.
    pub per_cent: &'static [&'static str],
    /// What follows a heading within one word: the `Abreisetag` is the day of the column Abreise.
    pub compounds: &'static [&'static str],
    /// Words that belong to a verb and say nothing alone: `ne`.
    pub particles: &'static [&'static str],
    /// Conditions that something is lacking: `in the absence of an e-mail`.
    pub absent: &'static [&'static str],
    /// What follows a value where the verb stands first: `muss der Beitrag 0 sein`.
    pub to_be: &'static [&'static str],
    /// A day lies in a year.
    pub lies: &'static [&'static str],
    /// Of days to come: `future dates are refused`.
    pub coming: &'static [&'static str],
    /// What a sum is said to come to follows.
    pub adds_up: &'static [&'static str],
    /// What is in a value follows: `must not contain`.
    pub containing: &'static [&'static str],
    /// Any at all.
    pub any: &'static [&'static str],
    /// Signs that a value may not have, by their words: how they are called, and their class in an expression.
    pub unwanted: &'static [(&'static str, (&'static str, &'static str))],
    /// Before the column that something is written into.
    pub under: &'static [&'static str],
    /// Before the rows that something is for: `Colour does not apply to seeds`.
    pub applies: &'static [&'static str],
    /// What else a sentence may tell to do under a condition: `explain in the column Remarks`.
    pub explain: &'static [&'static str],
    /// Between a column and a value in a condition; and a column that is filled, or blank.
    pub equals: &'static [&'static str],
    /// Before a column and its value, as the last word of a condition: `only for donor type garden`.
    pub narrowing: &'static [&'static str],
    /// At the end of a condition: the value stands before it.
    pub equals_last: &'static [&'static str],
    pub is_given: &'static [&'static str],
    pub is_blank: &'static [&'static str],
    /// What stands between a letter and what comes behind it in a code.
    pub followed: &'static [&'static str],
    /// Two capital letters as a piece of a code.
    pub country_code: &'static [&'static str],
    /// What a phone number has where its + is shown.
    pub with_country_code: &'static [&'static str],
    /// Of these, those that stand behind another piece alone.
    pub followed_by: &'static [&'static str],
    /// Before the pieces of a code.
    pub consists: &'static [&'static str],
    /// Places behind the decimal mark, where it is said of what.
    pub places: &'static [&'static str],
    /// `no two rows` and `the same`.
    pub no_two: &'static [&'static str],
    pub same: &'static [&'static str],
    /// Two columns with the same value, or with different ones.
    pub be_same: &'static [&'static str],
    pub differ: &'static [&'static str],
    /// What denies a mark: `Mandatory: no`.
    pub no: &'static [&'static str],
    /// What a code means that is none of a scale.
    pub apart: &'static [&'static str],
    /// What a row needs is named behind it.
    pub needs: &'static [&'static str],
    /// The same, right before what is needed, without an article.
    pub needs_alone: &'static [&'static str],
    /// Whose something is: `must give their number`.
    pub possessives: &'static [&'static str],
    /// Before what rows are not: `non-members`.
    pub non: &'static [&'static str],
    /// What a column does that tells something: `note says why`.
    pub explains: &'static [&'static str],
    /// Spans of hours and minutes, and the words of expressions for them.
    pub spans_of_times: &'static [(&'static str, &'static str)],
    /// Spans of days and more, and the words of expressions for them.
    pub spans: &'static [(&'static str, &'static str)],
    /// More rows than one: `cannot have two readings`.
    pub two_of: &'static [&'static str],
    /// The last day on which rows are taken: `entries close on`.
    pub closes: &'static [&'static str],
    /// Days before another one, of what has an age: `older than 1 May`.
    pub older: &'static [&'static str],
    /// What becomes of rows that are none: `lines that start with # are ignored`.
    pub ignored: &'static [&'static str],
    /// No rows but those that were named.
    pub no_others: &'static [&'static str],
    /// What a column is that counts something: `count`.
    pub counts: &'static [&'static str],
    /// What is done with something for which another column gives the reason: `every discount must be explained in Remarks`.
    pub justified: &'static [&'static str],
    /// What is done with an amount that is more than nothing: `if a deposit was paid`.
    pub levied: &'static [&'static str],
    /// What rows are for which nothing is charged: `children are free`; and headings over what is charged.
    pub free: &'static [&'static str],
    pub charges: &'static [&'static str],
    /// Headings over what something is worth in money.
    pub values_of_things: &'static [&'static str],
    /// By which it is said how much of something a row has: `lots of kind B weigh at most 20 kg`.
    pub weighs: &'static [&'static str],
    /// What rows do that are charged for: `juniors pay 5`.
    pub pays: &'static [&'static str],
    /// Behind a modal, what something has: `must carry initials`.
    pub carries: &'static [&'static str],
    /// What the sentence before said is said of these, too.
    pub likewise: &'static [&'static str],
    /// What stands for a column that has been named.
    pub pronouns: &'static [&'static str],
    /// Those who fill in rows, and what stands for all rows.
    pub people: &'static [&'static str],
    /// Those of whom something else holds: `members pay nothing, everybody else at least 5`.
    pub everyone_else: &'static [&'static str],
    /// What narrows a requirement to some rows, and what takes that back.
    pub only_for: &'static [&'static str],
    /// All of the columns that have been named.
    pub all_of_them: &'static [&'static str],
    /// Some columns of which others are needed once any is filled.
    pub begun: &'static [&'static str],
    /// Before what rows are counted in: `numbered within each orchard`.
    pub within: &'static [&'static str],
    pub whole_of: &'static [&'static str],
    /// Behind a number: it or more, it or less.
    pub or_more: &'static [&'static str],
    pub or_less: &'static [&'static str],
    /// Behind an age: it or less.
    pub or_younger: &'static [&'static str],
    /// Before an age: less than it, more than it.
    pub younger_than: &'static [&'static str],
    pub older_than: &'static [&'static str],
    /// Headings over ages, which are told in years.
    pub ages: &'static [&'static str],
    /// Behind an age: `5 years old`.
    pub old: &'static [&'static str],
    /// Behind an age: it or more.
    pub or_older: &'static [&'static str],
    /// Sums that are the same, what says that they are sums, and what stands before the group.
    pub balance: &'static [&'static str],
    pub sums: &'static [&'static str],
    pub of_each: &'static [&'static str],
    /// What leads up to the form of a code.
    pub forms: &'static [&'static str],
    /// Before letters or digits of which none are counted: `in letters`, `without digits`.
    pub uncounted: &'static [&'static str],
    /// All of what rows are: `for all passengers`.
    /// At the beginning of what is to be filled in: `complete columns A to E`.
    pub fill_in: &'static [&'static str],
    /// Words by which it is for all rows: `for everyone`, `in every row`.
    pub in_every_row: &'static [&'static str],
    pub each_of: &'static [&'static str],
    /// What is said of several columns is said of each of them.
    pub each_alone: &'static [&'static str],
    /// Before what rows are: `50 seeds per lot`.
    pub per: &'static [&'static str],
    /// A condition that takes out.
    pub unless: &'static [&'static str],
    /// Both columns, or none.
    pub both_or_none: &'static [&'static str],
    /// Between a code and what it means: `S for staff`.
    pub meaning_signs: &'static [&'static str],
    /// Behind a number that means something of its own.
    pub means: &'static [&'static str],
    /// What stands before the sign of a column.
    pub marked: &'static [&'static str],
    /// Columns of which no two rows have the same together.
    pub combination: &'static [&'static str],
    /// Behind what may not come twice, within what: `the same site twice on the same date`.
    pub on_same: &'static [&'static str],
    /// Words of headings over days, at their end or their beginning.
    pub dates: &'static [&'static str],
    /// All columns of days.
    pub all_dates: &'static [&'static str],
    /// All columns of times.
    pub all_times: &'static [&'static str],
    /// Words of headings over times of the day, at their end or their beginning.
    pub times: &'static [&'static str],
    /// A day in words: `day/month/year`.
    pub day_month_year: [&'static [&'static str]; 3],
    /// Between the parts of a day that are named in their order.
    pub in_turn: &'static [&'static str],
    /// Words of headings over kinds of things, of which there are few.
    pub kinds: &'static [&'static str],
    /// Codes of a standard in a column of a heading: the words, the words of the heading, the list.
    pub standards: &'static [(&'static [&'static str], &'static [&'static str], &'static str)],
    /// Behind these, what a value must be in stands in a list of the receiving side: `exactly as in the donor register`.
    pub as_held: &'static [&'static str],
    /// With a participle a few words behind, what must be there: `must always be`, `has to be`.
    pub modals: &'static [&'static str],
    /// Participles of what is filled in.
    pub filled: &'static [&'static str],
    /// Before who fills something in.
    pub agent: &'static [&'static str],
    /// Behind the participle, how and not that it is filled in: `must be given in grams`.
    pub manner: &'static [&'static str],
    /// All columns but those spoken of before.
    pub all_other: &'static [&'static str],
    /// What is not taken: `under 10 or over 50 are rejected`.
    pub refused: &'static [&'static str],
    /// Places of a decimal, behind their number: `one digit behind the point`.
    pub behind_point: &'static [&'static str],
    /// The mark of decimals.
    pub point: &'static [&'static str],
    /// The same, where the mark has been named before: `using a point and no more than three digits after it`.
    pub after_it: &'static [&'static str],
    /// Digits, where their number stands before and another piece of a code: `four letters and two numbers`.
    pub loose_digits: &'static [&'static str],
    /// Small letters.
    pub smalls: &'static [&'static str],
    /// Letters in small throughout.
    pub in_smalls: &'static [&'static str],
    /// A time of the day.
    pub clock: &'static [&'static str],
    /// Whether its decimals are written with a comma.
    pub decimal_comma: bool,
    /// Whether what things are like is said behind them: `les groupes scolaires`.
    pub adjectives_behind: bool,
    /// What a text ends with stands behind these.
    pub ends: &'static [&'static str],
    /// What every check looks at anyway: each line has phrases of which one each must be there.
    pub anyway: &'static [&'static [&'static [&'static str]]],
}
