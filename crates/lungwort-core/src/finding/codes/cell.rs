//! Codes for what a cell's text looks like, whatever it should hold.

super::codes! { Cell;

SPACES_AROUND "spaces-around" Error "Spaces before or after the value"
    means "The value begins or ends with a space that cannot be seen in the sheet."
    matters "Receiving sides compare values letter by letter: with a space the value is another one."
    fix "Delete the spaces; in a sheet TRIM() does it for a whole column."
    "\"GB \"" => "\"GB\""

ONLY_SPACES "only-spaces" Error "Nothing but spaces"
    means "The cell looks blank and holds spaces. It was treated as blank."
    matters "Receiving sides may treat it as a value, or refuse it."
    fix "Clear the cell."
    "\"  \"" => "(blank)"

NO_BREAK_SPACE "no-break-space" Error "A non-breaking space, which looks like a space and is another character"
    means "The cell holds a no-break space or another special space, mostly pasted from a web page or a document."
    matters "It looks like a space and is none: the value matches nothing."
    fix "Replace it with an ordinary space."
    "Primula<no-break space>veris" => "Primula veris"

ZERO_WIDTH "zero-width" Error "A character that cannot be seen"
    means "The cell holds a character of no width, such as a zero-width space or a soft hyphen."
    matters "The value looks right and matches nothing."
    fix "Type the value again rather than pasting it."
    "TSV<zero-width space>-0012" => "TSV-0012"

CONTROL_CHARACTER "control-character" Error "A control character or a tab"
    means "The cell holds a character that controls devices and is not text, such as a tab or an escape."
    matters "Receiving sides refuse it, cut the text there, or show nonsense."
    fix "Type the value again; a tab mostly comes from pasting two cells into one."
    "wet<tab>shade" => "wet shade"

CURLY_QUOTE "curly-quote" Error "A curly quote or long dash where plain ones are required"
    means "Word processors turn plain quotes and hyphens into curly quotes and dashes. This column accepts only the plain ones."
    matters "The value is compared letter by letter, or the receiving side cannot store the character."
    fix "Replace it with the plain quote or hyphen."
    "2026\u{2013}00417" => "2026-00417"

LINE_BREAK "line-break" Warning "A line break inside a cell"
    means "The text goes on in a second line inside the cell. The rulebook does not say that this column may have that."
    matters "Receiving sides that read line by line see two broken rows."
    fix "Replace the line break with a space or a semicolon."
    "tall form<line break>rare" => "tall form; rare"

MISDECODED_TEXT "misdecoded-text" Error "Text that was saved in one encoding and opened in another"
    means "An accented letter has become two odd signs. Somebody opened a UTF-8 file as if it were in another encoding and saved it."
    matters "The garbled text would be stored."
    fix "Put the letter back; opening the original export as UTF-8 fixes all of them at once."
    "ZoÃ« Gray" => "Zoë Gray"

LOST_CHARACTER "lost-character" Error "A character was lost"
    means "The cell holds the character \u{FFFD}, which some program put where it could not read one. Which one it was cannot be known any more."
    matters "The text would be stored with the hole in it."
    fix "Look the word up in its source and type it again."
    "Z\u{FFFD}e" => "Zoë"

FORMULA_TEXT "formula-text" Warning "Text that a spreadsheet would run as a formula"
    means "The cell begins with a character that makes spreadsheets treat it as a formula."
    matters "Whoever opens the file sees an error or another value, and a formula can be made to do harm."
    fix "Begin the text with another character, or clear the cell."
    "=HYPERLINK(\"http://x.example\")" => "http://x.example"

UNENCODABLE_CHARACTER "unencodable-character" Error "A character that the required encoding cannot hold"
    means "The receiving side requires an encoding that has no place for this character."
    matters "It would arrive as a question mark, or the file would be refused."
    fix "Write the word with letters that the encoding has."
    "Łódź" => "Lodz"

SEVERAL_VALUES "several-values" Error "Several values where one is expected"
    means "The cell holds more than one of the values that are allowed, one after the other."
    matters "Together they are no allowed value."
    fix "Keep one; give the others a row or a column of their own."
    "W; C" => "W"

FORMULA_CELL "formula-cell" Warning "A formula in a cell"
    means "The value was made by a formula. Where the rulebook refuses formulas, this is an error."
    matters "Some receiving sides refuse formulas; others read the last result that was kept, which may be old."
    fix "Copy the cells and paste them as values."
    "=B2*1000" => "2350"

FORMULA_WITHOUT_RESULT "formula-without-result" Error "A formula without a result"
    means "The cell has a formula, and the file keeps no result of it. Programs that write workbooks leave it out."
    matters "The receiving side reads a blank cell."
    fix "Open the file in a spreadsheet program and save it, or put the value in its place."
    "=B2*1000, no result" => "2350"

ERROR_VALUE "error-value" Error "An error value of the spreadsheet"
    means "A formula came to nothing and the sheet says so with a sign such as #N/A or #REF!."
    matters "The error would be treated as the value, or the row refused."
    fix "Fix the formula, or put the value in its place."
    "#N/A" => "GB"

KEPT_AS_TEXT "kept-as-text" Error "A number or date is kept as text"
    means "The cell looks like a number or date, and the workbook keeps it as text; the rulebook requires the other."
    matters "A receiving side that reads the cell's type finds no number."
    fix "Set the column's format, then type the value again or use the spreadsheet's text-to-columns."
    "'12" => "12"

KEPT_AS_NUMBER "kept-as-number" Error "A text is kept as a number"
    means "The rulebook requires text, such as a code, and the workbook keeps a number."
    matters "Zeros at the front are lost, and long numbers are rounded."
    fix "Set the column's format to text, then type the value again."
    "417" => "'00417"

KEPT_AS_DATE "kept-as-date" Error "The spreadsheet has made a date of a value"
    means "The rulebook requires text or a number, and the workbook keeps a date: 3-4 becomes 3 April."
    matters "The receiving side reads a date, or a day number such as 45750."
    fix "Set the column's format to text, then type the value again."
    "3 April" => "3-4"

SHOWN_ONLY "shown-only" Error "The value is right only as the sheet shows it"
    means "The cell holds a plain number, and its format adds what makes it right, such as zeros at the front."
    matters "The receiving side reads the number, not what the screen shows."
    fix "Set the column's format to text, then type the value again as it is shown."
    "417 shown as 00417" => "00417 as text"

DIGITS_LOST "digits-lost" Error "A long number has lost its last digits"
    means "A spreadsheet keeps 15 digits of a number. A longer one was typed or pasted, and its last digits are now zeros."
    matters "The identifier is another one than was meant, and nothing shows it."
    fix "Set the column's format to text, then type the number again from its source."
    "9504000059437990" => "9504000059437993 as text"
}
