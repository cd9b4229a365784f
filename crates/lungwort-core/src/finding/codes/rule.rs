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
}
