//! Codes for headings, guide rows, and rows as a whole.

super::codes! { Template;

NOTHING_FILLED "nothing-filled" Note "Nothing is filled in yet"
    means "The headings are there, and no row below them holds anything."
    matters "There is nothing to send."
    mend "Fill in at least one row."
    "headings only" => "headings and rows"

MISSING_HEADING "missing-heading" Error "A heading of the template is missing"
    means "The file has no column with this heading, nor one that could be meant by it."
    matters "Receiving sides refuse a file whose headings are not those of the template, or take the column as blank."
    mend "Add the column with exactly this heading, at its place in the template."
    "Accession number, Genus" => "Accession number, Genus, Species"

NEAR_HEADING "near-heading" Error "A heading is misspelt"
    means "The heading is nearly one of the template's: case, spaces, accents, an asterisk or a typing slip differ. The column was checked as the one that is meant."
    matters "Receiving sides compare headings letter by letter."
    mend "Write the heading exactly as in the template."
    "Acession Number*" => "Accession number"

UNKNOWN_HEADING "unknown-heading" Warning "A column that the template does not have"
    means "The heading is not one of the template's, and nothing near it. The column was not checked."
    matters "Some receiving sides refuse files with further columns, others ignore them and what they hold."
    mend "Take the column out of the file to be sent."
    "My remarks" => "no such column"

REPEATED_HEADING "repeated-heading" Error "A heading stands there twice"
    means "Two columns have the same heading. The first was checked, the other was not."
    matters "It depends on the receiving side which of the two it takes."
    mend "Keep one of the two columns."
    "Genus, Genus" => "Genus"

MOVED_COLUMN "moved-column" Warning "A column stands at another place than in the template"
    means "The heading is right, but the order of the columns is not the template's."
    matters "A receiving side that goes by position reads the wrong column."
    mend "Move the column back to its place."
    "Species, Genus" => "Genus, Species"

HEADINGS_MOVED "headings-moved" Warning "The headings are in another row than in the template"
    means "The heading row was found, but higher or lower than the template has it."
    matters "A receiving side that begins to read at a fixed row takes the headings for data or loses rows."
    mend "Insert or delete rows above the headings until they stand where the template has them."
    "headings in row 4" => "headings in row 1"

NO_HEADING "no-heading" Error "A filled column without a heading"
    means "Cells are filled in a column that has no heading. They were not checked."
    matters "They would be refused, or left out without a word."
    mend "Move the cells to where they belong, or clear them."
    "a remark to the right of the last column" => "cleared"

GUIDE_ROW_MISSING "guide-row-missing" Error "A row of the template under the headings is missing"
    means "The template has rows between the headings and the first data row, and here data stand in their place."
    matters "The receiving side skips those rows without looking, and with them your first rows."
    mend "Copy the rows from the blank template back in under the headings."
    "headings, data" => "headings, guide row, data"

GUIDE_ROW_CHANGED "guide-row-changed" Warning "A row of the template under the headings was changed"
    means "A cell in a row that belongs to the template is not as the template has it."
    matters "Some receiving sides compare these rows to tell the edition of the template."
    mend "Copy the row from the blank template again."
    "Year and number" => "Year, hyphen, five digits"

SAMPLE_ROW "sample-row" Error "A sample row of the template is left in"
    means "The row is one of the examples that came with the template."
    matters "The example would be sent as a record of yours."
    mend "Delete the sample row."
    "2026-00000, Example, example" => "no such row"

BLANK_ROW "blank-row" Warning "Blank rows between filled ones"
    means "One or more rows hold nothing, and filled rows follow."
    matters "Some receiving sides stop reading at the first blank row and leave out everything below."
    mend "Delete the blank rows."
    "row 40, blank, row 42" => "row 40, row 41"

HALF_FILLED_ROW "half-filled-row" Error "A row that is hardly begun"
    means "The key and most of the required cells are blank. Mostly formulas or values were filled down further than the data, or a row was begun and left."
    matters "The row would be refused for each of its missing cells."
    mend "Fill in the row or delete it."
    ", , , , GB" => "no such row"
}
