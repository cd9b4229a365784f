//! Findings about what rows ask of the receiving side, held against what it holds already.

use super::codes;

codes! { Rule;
UNKNOWN_ACTION "unknown-action" Error "An action that is none of the words for it"
    means "The column says what the row asks for, and this is none of the words that the receiving side knows."
    matters "The receiving side does not know what to do with the row."
    fix "Put one of the words that the message names."
    "Amend" => "C"

ACTION_NOT_ACCEPTED "action-not-accepted" Error "An action that this side does not accept"
    means "The row asks for something (a new record, a change, a removal) that cannot be asked by this upload."
    matters "The receiving side refuses the row."
    fix "Take the row out, and find out how the receiving side wants this done."
    "a removal, where only new records are accepted" => "the row taken out"

ALREADY_HELD "already-held" Error "A new record that is held already"
    means "The row asks for a new record, and the receiving side has one with this key."
    matters "The receiving side refuses the row, or has the record twice."
    fix "Ask for a change instead, or correct the key."
    "a new accession 2026-00411, which is held" => "a change of 2026-00411"

NOT_HELD "not-held" Error "A change or removal of a record that is not held"
    means "The row names a record that the receiving side does not have, or that an earlier row has removed."
    matters "The receiving side refuses the row."
    fix "Correct the key, or make it a new record."
    "a change of 2026-0411" => "a change of 2026-00411"

KEY_ON_CREATE "key-on-create" Error "A key where the receiving side gives it"
    means "The receiving side gives a new record its key, and this row brings one."
    matters "The row is refused, or taken for a change."
    fix "Clear the key, or make it a change if the record is held."
    "a new record with number 4711" => "a new record without a number"

KEY_MISSING "key-missing" Error "No key where one is needed"
    means "The row asks for something for which the record must be named, and its key is blank."
    matters "The receiving side cannot know which record is meant."
    fix "Fill in the key."
    "a change without an accession number" => "a change of 2026-00411"

FIXED_VALUE "fixed-value" Error "Another value in a column that cannot be changed"
    means "The receiving side does not let this column be changed once the record is there."
    matters "The row is refused, or the value is dropped without a word."
    fix "Put the value that is held, or write to the receiving side."
    "Family Rosaceae, held as Fabaceae" => "Family Fabaceae"

NEEDS_NEW_RECORD "needs-new-record" Error "A change that needs a removal and a new record"
    means "This column cannot be changed in a record; the record must be removed and created again, each by a row of its own."
    matters "The receiving side refuses the row."
    fix "Put two rows in its place: one that removes the record, and below it one that creates it."
    "a change of the storage unit" => "a removal, and a new record with the other unit"

LOCKED_RECORD "locked-record" Error "A record that cannot be touched"
    means "The record is in a state in which the receiving side lets nobody change or remove it."
    matters "The receiving side refuses the row."
    fix "Take the row out, or have the record opened at the receiving side first."
    "a change of a cancelled accession" => "the row taken out"

STILL_NAMED "still-named" Error "A removal of a record that something still names"
    means "Rows of another list name the record, and it can only be removed when none does."
    matters "The receiving side refuses the removal."
    fix "Remove those first, or take the row out."
    "a removal of an accession that has lots" => "the lots removed first"

RECORD_TWICE "record-twice" Error "A second row about the same record"
    means "An earlier row asks something of the same record, and the two cannot follow each other."
    matters "The receiving side refuses the second, or does only one of the two."
    fix "Put both into one row, or take one out."
    "two changes of 2026-00411" => "one change"

NOTHING_CHANGED "nothing-changed" Note "A row that changes nothing"
    means "All that the row says is held already."
    matters "The row is not needed; perhaps the change that was meant was not made."
    fix "Take the row out, or make the change."
    "Seeds 1200, held as 1200" => "Seeds 1150"

VALUE_WIPED "value-wiped" Warning "A blank cell that deletes a value"
    means "The cell is blank, and in a change that deletes what is held."
    matters "The value is gone when the file has been uploaded."
    fix "Fill in the value that is held if it is to stay."
    "Remark blank, held as \"fragile\"" => "Remark \"fragile\""

HELD_ROW "held-row" Warning "A row that is held already, in every column"
    means "The existing records have a row that is the same as this one in all columns."
    matters "Sent again, it would be there twice."
    fix "Take the row out if it was sent before."
    "the rows of last week's file" => "only new rows"
}
