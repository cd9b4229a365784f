//! Findings about rows that belong to other rows: kinds of rows, parents and variants.

use super::codes;

codes! { Rule;
NO_PARENT "no-parent" Error "A row without the one that it belongs to"
    means "The row belongs to another one, and that one is not there: nothing of the right kind is above it, or no row has the value that it names."
    matters "The receiving side cannot tell what the row belongs to, and refuses it."
    fix "Add the row that is missing, correct the value that names it, or move the row under the one that it belongs to."
    "a lot above the first accession" => "the lot under its accession"

WRONG_PARENT "wrong-parent" Error "A row that belongs to one of another kind than it may"
    means "The row names another one, and rows of its kind cannot belong to rows of that kind."
    matters "The receiving side refuses the row."
    fix "Name a row of the right kind, or correct what kind of row it is."
    "a sample under an accession" => "the sample under a lot"

PARENT_BELOW "parent-below" Error "A row above the one that it belongs to"
    means "The row names another one that is further down; the rulebook says that it must be above."
    matters "The receiving side reads from the top, and does not know the other row yet."
    fix "Move the other row up."
    "variant on row 4, its article on row 9" => "the article on row 4, the variant below"

PARENT_CIRCLE "parent-circle" Error "Rows that belong to each other in a circle"
    means "Each of the rows belongs to the next, and the last one to the first, so that none is at the top."
    matters "The receiving side refuses them, or never ends."
    fix "Correct the row that should be at the top: it belongs to none, or to another one."
    "A belongs to B, and B to A" => "B belongs to none"

CHILD_COUNT "child-count" Error "A row with too few or too many rows under it"
    means "The rulebook says how many rows of a kind must be, and may be, under each row of another kind."
    matters "The receiving side refuses the row, or all that belongs to it."
    fix "Add the rows that are missing, or take out those that are too many."
    "an accession without a lot" => "an accession with one lot"

IGNORED_VALUE "ignored-value" Warning "A filled cell that is ignored in this kind of row"
    means "The receiving side does not look at this column in rows of this kind."
    matters "What is in it is lost without a word."
    fix "Clear the cell, or move the value to the row that it belongs to."
    "a weight in the row of an accession" => "the weight in the row of the lot"

OFF_PARENT_LIST "off-parent-list" Error "A value that is not on the list of the row that it belongs to"
    means "The row that this one belongs to lists the values that there are, and this one is none of them."
    matters "The receiving side refuses the row."
    fix "Choose one of the listed values, or add the value to the list."
    "size XL of an article with S, M, L" => "size L"

EMPTY_BLOCK "empty-block" Warning "A block with nothing in it"
    means "A block was copied and neither its header nor a line of it is filled in."
    matters "The receiving side takes it for a record without anything, or refuses it."
    fix "Delete the block, or fill it in."
    "a third block with labels alone" => "two blocks"

HEADLESS_BLOCK "headless-block" Error "A block whose header is blank"
    means "The block has lines, and nothing is filled in beside the labels above them."
    matters "The receiving side does not know what the lines belong to."
    fix "Fill in the header of the block."
    "lines under blank labels" => "Movement M-0404 above the lines"

CHANGED_BLOCK "changed-block" Error "A block that is not like the first one"
    means "Labels or headings of the block are missing or others than in the first block, or it is cut off before its lines."
    matters "The receiving side finds the values by the labels and headings, and misses these."
    fix "Copy the first block again and move the values into it, or put the labels and headings right."
    "Grams in one block, Weight in another" => "Grams in both"

OUTSIDE_BLOCK "outside-block" Error "A row outside every block"
    means "A blank row ends a block, and this row is filled and no block has begun since."
    matters "The receiving side passes over the row, or refuses the file."
    fix "Delete the blank row above it, or move the row into the block that it belongs to."
    "a line behind a blank row" => "the line under the one before"

SEVERAL_ENTRIES "several-entries" Warning "Several entries in one cell"
    means "The cell looks like several entries of a list, with a semicolon, a bar or a line break between them; each of them has a row, or columns, of its own."
    matters "The receiving side takes them for one entry with an odd name."
    fix "Put each entry into its own row or columns."
    "A. Marsh; T. Reed in one cell" => "A. Marsh, and T. Reed on the next row"

SHOWN_TOTAL "shown-total" Error "A total in the file that is not the one of its rows"
    means "The template shows a total, in a cell above the headings or in a row of totals, and it is not what the rows come to."
    matters "The receiving side compares the two, or somebody trusts the wrong one."
    fix "Correct the rows, or let the spreadsheet calculate the total again over all rows."
    "Grams in all 120, and rows that come to 118" => "both 118"

ROOM_LEFT "room-left" Error "A further row while the one before has room"
    means "The entries of a row go on in a further row with the same key, and the row before has room for more of them."
    matters "The receiving side takes the further row for another record, or refuses it."
    fix "Move the entries into the row before, or correct the key."
    "two of six places filled, and a further row" => "eight places: six in the first row, two in the further one"

MISSING_VARIANT "missing-variant" Error "A combination that has no row"
    means "The row lists values, and the rulebook requires a row for each of their combinations."
    matters "The receiving side refuses the article, or offers a variant that does not exist."
    fix "Add the rows that are missing, or take values off the list."
    "sizes S, M and rows for S" => "rows for S and M"
}
