//! Codes for the file's bytes, encoding and layout.

super::codes! { File;

WRONG_FILE_KIND "wrong-file-kind" Error "The content is not what the file's name says, or not what the receiving side accepts"
    means "The file's ending and its content do not agree, or the rulebook does not list this kind of file."
    matters "The receiving side goes by the ending or by the content and refuses what it does not expect."
    fix "Save the sheet again in a kind that is accepted, with the ending that belongs to it."
    "seeds.csv with tabs between the cells of a .tsv" => "seeds.tsv"

WRONG_ENCODING "wrong-encoding" Error "The file is in another encoding than required"
    means "The characters are stored in a way that the receiving side does not ask for."
    matters "Accented letters and other signs would arrive garbled, or the file would be refused."
    fix "Save the file again and choose the required encoding, such as \"CSV UTF-8\" in the list of file types."
    "windows-1252" => "UTF-8"

INVALID_BYTES "invalid-bytes" Error "Bytes that mean nothing in the file's encoding"
    means "At this place the file holds bytes that are no character in its encoding. They are shown as \u{FFFD}."
    matters "The receiving side stops at such bytes or stores a question mark instead of the letter."
    fix "Type the word again in the sheet and save, or say which encoding it is with --encoding."
    "Z\u{FFFD}e" => "Zoe"

BYTE_ORDER_MARK "byte-order-mark" Error "The byte order mark is missing or unwanted"
    means "A byte order mark is three invisible bytes at the very start of a file that say its encoding. The receiving side requires it, or does not allow it."
    matters "Unwanted, it becomes part of the first heading, which is then not recognised. Missing, accented letters may be read wrongly."
    fix "Save as \"CSV UTF-8\" to have one, or as plain \"CSV\" in UTF-8 to have none."
    "<byte order mark>Accession number" => "Accession number"

NUL_BYTE "nul-byte" Error "A NUL byte"
    means "The cell holds a byte of value zero, which is not a character. Broken exports and half-copied files have them."
    matters "Many programs treat it as the end of the text and lose what follows."
    fix "Export the file again; if the byte is there again, type the cell again."
    "Prim<NUL>ula" => "Primula"

WRONG_DELIMITER "wrong-delimiter" Error "The delimiter is another than required"
    means "The cells are separated by one character, and the receiving side requires another."
    matters "The whole row would arrive as one cell."
    fix "Save again with the required delimiter; which one a spreadsheet uses follows the computer's regional settings."
    "TSV-1;Primula" => "TSV-1,Primula"

WRONG_LINE_END "wrong-line-end" Warning "Lines end in another way than required"
    means "Each line of a text file ends in invisible characters: CR LF on Windows, LF on Unix, CR on very old systems. The rulebook requires another kind than the file has."
    matters "Some receiving sides read such a file as one endless line."
    fix "Save the file again from a spreadsheet, or change the line ends in a text editor."
    "CR" => "CR LF"

WRONG_QUOTING "wrong-quoting" Error "Quotes where none are allowed, or none where they are required"
    means "The receiving side requires quotes around every cell, or for none at all."
    matters "Quotes would become part of the value, or cells would be split at the wrong places."
    fix "Export again with the required quoting."
    "TSV-1,Primula" => "\"TSV-1\",\"Primula\""

UNCLOSED_QUOTE "unclosed-quote" Error "A quote that is opened and never closed"
    means "A cell begins with a quote and no quote ends it, so that everything after it could belong to that cell. The quote was treated as a plain character and reading went on."
    matters "A receiving side that does not notice swallows all the rows that follow into one cell."
    fix "Take the quote away, or add the one that closes the cell; a quote inside a quoted cell is written twice."
    "\"Tall form" => "Tall form"

TEXT_AFTER_QUOTE "text-after-quote" Error "Text behind a closing quote"
    means "A quoted cell ends, and before the next cell begins there is more text. A quote inside a quoted cell must be written twice."
    matters "Programs differ in what they make of it: some refuse the row, some drop the text."
    fix "Write quotes inside the cell twice, or remove the outer ones."
    "\"5\" pot\"" => "\"5\"\" pot\""

LONG_ROW "long-row" Error "A row with more cells than there are headings"
    means "The row has cells to the right of the last heading. Mostly a comma in a text was not put in quotes, and everything after it has moved one cell to the right."
    matters "Every value after the extra cell is under the wrong heading."
    fix "Put the cell that holds the comma in quotes; where that one could be found, it is named."
    "dry, sandy soil" => "\"dry, sandy soil\""

SHORT_ROW "short-row" Error "A row with fewer cells than there are headings"
    means "The row ends before the last heading. The missing cells are treated as blank."
    matters "A cell may be missing in the middle, so that values are under the wrong headings."
    fix "Compare the row with its neighbours and add the missing cells."
    "TSV-1,Primula" => "TSV-1,Primula,,"

TOO_MANY_ROWS "too-many-rows" Error "More rows than the receiving side accepts in one file"
    means "The rulebook gives a largest number of rows for a file, and there are more."
    matters "The file would be refused, or the rows beyond the limit silently left out."
    fix "Split the file into several, each with the headings."
    "412 rows" => "300 rows and 112 rows"

FILE_TOO_BIG "file-too-big" Error "The file is larger than the receiving side accepts"
    means "The rulebook gives a largest size in bytes, and the file is over it."
    matters "The upload would be refused or cut off."
    fix "Split the file into several, each with the headings."
    "12 MB" => "two files of 6 MB"

WRONG_FILE_NAME "wrong-file-name" Error "The file's name breaks the naming rule"
    means "The receiving side requires names of a certain form, and this one is not."
    matters "The file would be refused or sorted under the wrong sender."
    fix "Rename the file as the rulebook says."
    "final v2.csv" => "seeds-2026-03.csv"

OPEN_ELSEWHERE "open-elsewhere" Warning "The file seems to be open in another program"
    means "Beside the file lies the mark that a spreadsheet program leaves while it has the file open."
    matters "Changes made there may not be saved yet, so that an older state is checked and sent."
    fix "Save and close the file there, then check again."
    ".~lock.seeds.csv#" => "closed"

OLDER_COPY "older-copy" Warning "The workbook of the same name is newer than this file"
    means "A workbook of the same name lies beside the file and was changed later."
    matters "The last corrections may have been saved in the workbook and not in this file."
    fix "If so, save the workbook's sheet as this file again."
    "seeds.csv of Monday, seeds.xlsx of Tuesday" => "both of Tuesday"

ENDLESS_ROW "endless-row" Error "A row that does not end"
    means "One row is larger than 32 MB. Reading stopped there: nothing after it has been checked."
    matters "This is not a row of a sheet; mostly the file is not what it seems."
    fix "Open the file in a text editor at that line, or export it again."
    "one line of 200 MB" => "a line a row"

MACROS_INSIDE "macros-inside" Warning "There are macros in the workbook"
    means "Macros are small programs inside a workbook. Where the rulebook does not list a kind of workbook that holds them, this is an error."
    matters "Many receiving sides refuse workbooks with macros, and mail filters hold them back."
    fix "Save the workbook as one without macros (.xlsx)."
    "seeds.xlsm" => "seeds.xlsx"

LINKED_WORKBOOK "linked-workbook" Warning "The workbook reads values from another workbook"
    means "Formulas in it point to another workbook. What they came to last is kept, and may be old."
    matters "The other workbook is not sent along, so that nobody can bring the values up to date."
    fix "Copy the cells and paste them as values, then break the links."
    "a formula into prices.xlsx" => "the value itself"
}
