//! Findings about rows that name rows of a list, of another sheet or of the existing records, and about those lists.

use super::codes;

codes! { Rule;
NOT_FOUND "not-found" Error "A row that names something that is not there"
    means "The row is looked up in a list, on another sheet or among the existing records, and none there has this key. The first key that is filled decides."
    matters "The receiving side does not know what the row is about, and refuses it."
    fix "Correct the value, or add what it names; if the list is old, take a new one from the receiving side."
    "donor D-0912, and no donor has that number" => "donor D-0192"

SEVERAL_FOUND "several-found" Error "A row that could name several others"
    means "More than one row of the list has this key; the message says which, and what they differ in."
    matters "The receiving side refuses the row, or takes the wrong one."
    fix "Fill in a key that only one of them has, such as its number."
    "first and last name of two donors" => "the number of one of them"

KEYS_DISAGREE "keys-disagree" Error "Two keys of a row name different things"
    means "The first key that is filled names one row of the list, and another key names another one, or none."
    matters "One of the two is wrong, and the receiving side may take either."
    fix "Correct the one that is wrong, or clear it."
    "donor D-0192 with the e-mail address of D-0033" => "the e-mail address of D-0192"

NOT_USABLE "not-usable" Error "A row that names something that may not be used"
    means "What the row names is there, and is closed, inactive or otherwise not to be used; the message says why."
    matters "The receiving side refuses the row."
    fix "Name another one, or have it opened again at the receiving side first."
    "a donor who has left" => "a donor who is active"

USED_AGAIN "used-again" Error "Something is named twice that may be named once"
    means "Two rows name the same row of a list, and each of them may be named by one row only."
    matters "The receiving side refuses the second row."
    fix "Correct the row that names the wrong one, or take one of the two out."
    "entitlement E-7 on rows 4 and 9" => "E-7 on row 4, E-8 on row 9"

UNUSED_RECORD "unused-record" Error "Something is named by no row that must be"
    means "Each row of the list must be named by some row of the file, and this one is named by none."
    matters "The receiving side expects something for each of them, and refuses the file or asks for the rest."
    fix "Add a row for it."
    "no row for lot L-0007" => "a row for lot L-0007"

OLD_LIST "old-list" Warning "A list that is older than it may be"
    means "The rulebook says when the list was taken from the receiving side, and how old it may be."
    matters "What was added or closed since then is not in it: rows may be refused that are right here, and the reverse."
    fix "Take the list again, and put the day into the rulebook."
    "taken on 1 October, at most 30 days old" => "taken today"

PARTIAL_LIST "partial-list" Warning "A list with another number of rows than it should have"
    means "The rulebook says how many rows the list should have, and it has another number: perhaps only a part was exported."
    matters "What is missing from it is reported as not found, though the receiving side may know it."
    fix "Take the whole list again, or correct the number in the rulebook."
    "812 of 1,000 rows" => "1,000 rows"

MISSING_ANSWER "missing-answer" Error "Something that must be answered when the file is sent"
    means "The receiving side asks for it when the file is uploaded, such as a period or for whom it is, and nothing was answered."
    matters "The upload is not accepted without it, and what depends on it cannot be checked."
    fix "Answer it with --answer NAME=VALUE, or in a file with --answers."
    "no period" => "--answer period=2026-11"

LISTED_TWICE "listed-twice" Warning "A list in which a key is there several times"
    means "Several rows of the existing records have the key by which records are known, so that none of them can be named by it."
    matters "It is not known which of them a row is about."
    fix "Take the export again, or choose as key what only one record has."
    "accession 2026-00417 on two rows of the export" => "one row for each accession"
}
