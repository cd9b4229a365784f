//! Codes for requirements over more than one cell.

super::codes! { Rule;

RULE_BROKEN "rule-broken" Error "A rule between cells of the row does not hold"
    means "The rulebook requires something that two or more cells must fulfil together; the message says what."
    matters "The receiving side refuses the row."
    fix "Correct one of the cells."
    "Received 2026-03-04, collected 2026-03-05" => "Received 2026-03-06"

INCOMPLETE_SET "incomplete-set" Error "Some of a set of cells are filled and others are blank"
    means "These cells belong together: all are filled, or none."
    matters "The receiving side refuses the row or drops the filled ones."
    fix "Fill in the blank ones, or clear the others."
    "Latitude 52.1, Longitude blank" => "Latitude 52.1, Longitude 1.2"

NONE_GIVEN "none-given" Error "None of a set of cells is filled"
    means "At least one of these cells must be filled."
    matters "The receiving side refuses the row."
    fix "Fill in one of them."
    "Email and Phone blank" => "Email filled"

TOO_MANY_GIVEN "too-many-given" Error "More than one of a set of cells is filled"
    means "At most one of these cells may be filled."
    matters "The receiving side refuses the row or reads only one of them."
    fix "Clear all but one."
    "Donor person and Donor institution" => "Donor institution"

NOT_EXACTLY_ONE "not-exactly-one" Error "Not exactly one of a set of cells is filled"
    means "One of these cells must be filled, and only one."
    matters "The receiving side refuses the row."
    fix "Fill in one of them and clear the others."
    "Weight and Seeds both blank" => "Seeds 200"

GAP_IN_LEVELS "gap-in-levels" Error "A level is filled and one above it is blank"
    means "These cells are levels, to be filled from the first without skipping one."
    matters "The receiving side cannot know to what the lower level belongs."
    fix "Fill in the level that was skipped, or move the others up."
    "Region blank, District Fenland" => "Region East, District Fenland"

INCOMPLETE_SECTION "incomplete-section" Error "A section is begun and not complete"
    means "Something in this section is filled, and then certain cells of it are required."
    matters "The receiving side refuses the row."
    fix "Fill in the required cells, or clear the section."
    "Street filled, Town blank" => "Street and Town filled"

REPEATED_ROW "repeated-row" Error "The same values are together in an earlier row"
    means "These columns together must differ from row to row."
    matters "The second record would be refused, or would overwrite the first."
    fix "Find out which of the rows is right; the message names the first."
    "Lot 3 of 2026-00417 twice" => "Lots 3 and 4 of 2026-00417"

REPEATED_ACROSS "repeated-across" Error "A value that must be unique in several columns is repeated"
    means "A value must be unique in all these columns together, whatever the row."
    matters "The receiving side refuses the row."
    fix "Correct one of the cells; the message names the first."
    "Barcode 12 as Tube and as Duplicate tube" => "Barcodes 12 and 13"

GROUP_BROKEN "group-broken" Error "A rule over a group of rows does not hold"
    means "The rulebook requires something of the rows that belong together, such as two sums that agree; the message says what, and what it is here."
    matters "The receiving side refuses the whole group."
    fix "Correct one of the rows of the group; the message names them."
    "debit 120, credit 118" => "debit 120, credit 120"

OPEN_TOTAL "open-total" Warning "A rule over a group of rows cannot be judged yet"
    means "A cell that the rule needs cannot be read, or the total has more digits than can be calculated. Whether the rule holds is not known."
    matters "It may turn out wrong once the cell is corrected."
    fix "Correct the cell that the message names, and check again."
    "debit \"12o\"" => "debit 120"

NOT_THE_SAME "not-the-same" Error "A value differs within a group of rows"
    means "All rows of the group must have the same value in this column."
    matters "The receiving side cannot tell which of them counts for the group."
    fix "Find out which value is right, and put it in all rows of the group."
    "EUR and GBP in one document" => "EUR in all rows"

GROUP_SIZE "group-size" Error "A group has too few or too many rows"
    means "The rows that belong together are fewer or more than the rulebook allows."
    matters "The receiving side refuses the whole group."
    fix "Add the rows that are missing, or take out those that do not belong to it."
    "a movement of one row" => "a movement of two rows"

NUMBERING_SLIP "numbering-slip" Error "The numbering of rows skips, repeats or goes back"
    means "The column counts the rows 1, 2, 3 and so on, and this row has another number than the next one."
    matters "The receiving side takes a row as missing, or refuses the group."
    fix "Correct the number, or find out whether a row is missing."
    "1, 2, 4" => "1, 2, 3"

OUT_OF_ORDER "out-of-order" Error "A value is not in order after the row before"
    means "The values of this column must ascend from row to row."
    matters "The receiving side takes the rows in the order of the file."
    fix "Sort the rows, or correct the value."
    "05/03 after 07/03" => "07/03 after 05/03"

SPLIT_GROUP "split-group" Error "The rows of a group are not together"
    means "Rows with the same values in the columns of the group must be together, and here rows of another group are between."
    matters "The receiving side takes the second part for a new group."
    fix "Move the rows together; the message names both places."
    "D-7, D-8, D-7" => "D-7, D-7, D-8"

GROUP_OVER_FILES "group-over-files" Error "A group has rows in more than one file"
    means "Rows with the same values in the columns of the group are in an earlier file of the batch too. Totals of the group are left open."
    matters "Each file is received by itself, so that the group would be taken for two."
    fix "Move the rows of the group into one file."
    "D-7 in both files" => "D-7 in the first file"

NO_GROUP "no-group" Warning "Rows that belong to no group"
    means "A cell that says to which group the row belongs is blank, so that rules over groups leave the row out."
    matters "What is in the row is in no total."
    fix "Fill in the cell."
    "Document blank" => "Document D-7"

NOT_ON_SHEET "not-on-sheet" Error "A value that another sheet of the file does not have"
    means "The value must be in a column of another sheet of the same file, and it is not."
    matters "The receiving side looks it up there and refuses the row."
    fix "Correct the value, or add what it names to the other sheet."
    "Lot 005, and no lot 005 on the sheet Lots" => "Lot 004, which is there"

NOT_USED "not-used" Error "A value that another sheet of the file must use"
    means "Each value of this column must be in a row of another sheet, and this one is in none."
    matters "The receiving side takes the other sheet for incomplete."
    fix "Add the rows that are missing on the other sheet, or take this one out."
    "Lot 006, and no test of lot 006" => "a row for lot 006 on the sheet Tests"
}
