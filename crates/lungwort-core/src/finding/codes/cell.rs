//! Codes for what a cell's text looks like, whatever it should hold.

super::codes! { Cell;

SPACES_AROUND "spaces-around" Error "Spaces before or after the value"
    means "The value begins or ends with a space that cannot be seen in the sheet."
    matters "Receiving sides compare values letter by letter: with a space the value is another one."
    mend "Delete the spaces; in a sheet TRIM() does it for a whole column."
    "\"GB \"" => "\"GB\""

ONLY_SPACES "only-spaces" Error "Nothing but spaces"
    means "The cell looks blank and holds spaces. It was taken as blank."
    matters "Receiving sides may take it for a value, or refuse it."
    mend "Clear the cell."
    "\"  \"" => "(blank)"

NO_BREAK_SPACE "no-break-space" Error "A space that is no ordinary space"
    means "The cell holds a no-break space or another special space, mostly pasted from a web page or a document."
    matters "It looks like a space and is none: the value matches nothing."
    mend "Replace it with an ordinary space."
    "Primula<no-break space>veris" => "Primula veris"

ZERO_WIDTH "zero-width" Error "A character that cannot be seen"
    means "The cell holds a character of no width, such as a zero-width space or a soft hyphen."
    matters "The value looks right and matches nothing."
    mend "Type the value again rather than pasting it."
    "TSV<zero-width space>-0012" => "TSV-0012"

CONTROL_CHARACTER "control-character" Error "A control character or a tab"
    means "The cell holds a character that steers devices and is no text, such as a tab or an escape."
    matters "Receiving sides refuse it, cut the text there, or show nonsense."
    mend "Type the value again; a tab mostly comes from pasting two cells into one."
    "wet<tab>shade" => "wet shade"

TYPOGRAPHIC_SIGN "typographic-sign" Error "A typographic quote or dash where plain ones are asked"
    means "Word processors turn plain quotes and hyphens into curly quotes and dashes. This column takes only the plain ones."
    matters "The value is compared letter by letter, or the receiving side cannot store the sign."
    mend "Replace it with the plain quote or hyphen."
    "2026\u{2013}00417" => "2026-00417"

LINE_BREAK "line-break" Warning "A line break inside a cell"
    means "The text goes on in a second line inside the cell. The rulebook does not say that this column may have that."
    matters "Receiving sides that read line by line see two broken rows."
    mend "Replace the line break with a space or a semicolon."
    "tall form<line break>rare" => "tall form; rare"

MISDECODED_TEXT "misdecoded-text" Error "Text that was read in the wrong encoding once"
    means "An accented letter has become two odd signs. Somebody opened a UTF-8 file as if it were in another encoding and saved it."
    matters "The garbled text would be stored."
    mend "Put the letter back; opening the original export as UTF-8 mends all of them at once."
    "ZoÃ« Gray" => "Zoë Gray"

LOST_CHARACTER "lost-character" Error "A character was lost"
    means "The cell holds the sign \u{FFFD}, which stands where some program could not read a character. Which one it was can no longer be told."
    matters "The text would be stored with the hole in it."
    mend "Look the word up in its source and type it again."
    "Z\u{FFFD}e" => "Zoë"

FORMULA_TEXT "formula-text" Warning "Text that a spreadsheet would run as a formula"
    means "The cell begins with a sign that makes spreadsheets take it as a formula."
    matters "Whoever opens the file sees an error or another value, and a formula can be made to do harm."
    mend "Begin the text with another character, or clear the cell."
    "=HYPERLINK(\"http://x.example\")" => "http://x.example"

UNENCODABLE_CHARACTER "unencodable-character" Error "A character that the encoding asked for cannot hold"
    means "The receiving side asks for an encoding that has no place for this character."
    matters "It would arrive as a question mark, or the file would be refused."
    mend "Write the word with letters that the encoding has."
    "Łódź" => "Lodz"

SEVERAL_VALUES "several-values" Error "Several values where one is due"
    means "The cell holds more than one of the values that are allowed, one after the other."
    matters "Together they are no allowed value."
    mend "Keep one; give the others a row or a column of their own."
    "W; C" => "W"
}
