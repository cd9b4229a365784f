//! What a file, a rulebook or a list may cost, however it was made: one table, so that work and memory have a bound in
//! every part of the program. Whatever passes a limit ends in a finding or a message that names it.

/// The largest row, in bytes: longer ones are no rows of a table, and the reading ends there.
pub const LARGEST_ROW: usize = 32 << 20;
/// The most rows that are handed on together: each costs memory of its own, however short it is.
pub const CHUNK_ROWS: usize = 4_096;

/// The largest row of a workbook, in bytes of its texts: 500 cells that are as full as a cell can be.
pub const LARGEST_SHEET_ROW: usize = 16 << 20;
/// What the texts of a workbook's cells may come to, whatever its size: a text that is kept once stands in many cells.
pub const REPEATED_FREE: u64 = 64 << 20;
/// Beyond that, how many times the size of the packed workbook they may come to.
pub const REPEATED_TIMES: u64 = 256;
/// Texts that a workbook shares and that stay in memory, in bytes; the others are kept in a temporary file.
pub const SHARED_IN_MEMORY: usize = 96 << 20;
/// The most attributes of one element in parts that are read whole: a full parser compares them with each other.
pub const ATTRIBUTES: usize = 256;
/// The most namespaces that a part declares: each element in which one counts knows all of them.
pub const NAMESPACES: usize = 1_000;
/// The longest number format, as spreadsheet programs have it; a longer one is not applied.
pub const NUMBER_FORMAT: usize = 255;
/// The most parts that one part names and that are looked at, of a kind such as tables.
pub const RELATED: usize = 1_000;
/// The most ranges of cells that a sheet's limits may name.
pub const RANGES: usize = 1_000_000;
/// The most merged cells, and the most hidden columns, of a sheet: each is a finding.
pub const MERGED: usize = 500_000;
/// Near misses: the most candidates that one word is compared with letter by letter. More are too much alike to name one of them.
pub const COMPARED: usize = 1_024;
/// Several rows that one key names: the most cells that are looked at for what tells them apart.
pub const SEVERAL_LOOKED_AT: usize = 200;
/// The most limits (drop-downs and the like) of a sheet: spreadsheet programs have room for about 65,000, and scripts write more.
pub const LIMITS: usize = 500_000;
/// The most invalid bytes of one cell that are reported one by one; the others are one finding.
pub const INVALID_IN_CELL: usize = 16;
/// The most wrong values of one cell of several that are reported one by one: each holds the whole cell as it should be.
pub const WRONG_IN_CELL: usize = 16;
/// The largest part with sheets that is unpacked as a whole, in bytes, so that many sheets of it are found at once.
pub const UNPACKED: usize = 48 << 20;
/// Comparing two editions: the most columns with another heading whose rules are looked for under the new one.
pub const RENAMED: usize = 1_000;
/// The most mistakes of a rulebook that are shown; the others are counted.
pub const MISTAKES: usize = 50;
/// How often a rulebook is read again, each time without what was wrong.
pub const READ_AGAIN: usize = 100;
/// The longest pattern, in bytes: its compiled form takes hundreds of times as much.
pub const PATTERN: usize = 10_000;
/// The most constants of a condition that example values are made from.
pub const WITNESSES: usize = 200;
/// The most characters of a rulebook's line that are shown with a mistake.
pub const SHOWN_LINE: usize = 160;
/// The largest rulebook, or file of answers, in bytes.
pub const SMALL_FILE: u64 = 64 << 20;
/// How many blank columns to the left of a cell make it far from all others: the blanks of its row would cost as much as filled cells.
pub const FAR: usize = 1_000;
/// How many cells the filled ones of an XLS or XLSB workbook may be spread over: its reader makes room for the blanks between them.
pub const SPREAD: u64 = 4_000_000;
/// Sentences of a template that are looked at, wherever they are; instructions of a book's length are read that far.
pub const SENTENCES: usize = 8_000;
/// Sentences times columns: for each sentence it is looked which columns it names.
pub const NAMED_IN_SENTENCES: usize = 4_000_000;
/// The most words of a sentence; a longer one is none, and is read that far.
pub const SENTENCE: usize = 500;
/// Values that rules and figures remember by row, and how many of each a sheet's rulebook may ask for: what they take is their number
/// times that of the rows.
pub const GROUPINGS: usize = 20;
/// Rules that remember rows: over groups, running totals, the row before, values that are unique together.
pub const REMEMBERING_RULES: usize = 200;
/// The most rules of a sheet.
pub const RULES: usize = 5_000;
/// The most figures of a sheet.
pub const FIGURES: usize = 100;
/// The most sections of all figures of a sheet; rows of further ones are counted together.
pub const SECTIONS: usize = 500_000;
/// The most look-ups of a sheet: each has an index of its own.
pub const LOOKUPS: usize = 100;
/// The most kinds of rows, repeated sets, or optional sets of columns of a sheet.
pub const PARTS: usize = 1_000;
/// The most sheets, lists or answers of a rulebook.
pub const RULEBOOK_SHEETS: usize = 1_000;
/// The columns that a sheet can have.
pub const MOST_COLUMNS: usize = 16_384;

/// The first rows of a sheet that are kept to choose a rulebook by, in bytes; where they are larger, there are fewer of them.
pub const LARGEST_TOP: usize = 48 << 20;
/// Of what comes through a pipe, the bytes that stay in memory; the rest is in a temporary file.
pub const PIPED_IN_MEMORY: usize = 1 << 20;
/// Places of invalid bytes that are kept; the rest are counted by the replacement characters they leave.
pub const INVALID_PLACES: usize = 100_000;
/// Hidden rows that are remembered one by one.
pub const HIDDEN_ROWS: usize = 10_000;
/// Styles of single cells of a sheet that are remembered.
pub const STYLED_ROWS: usize = 20_000;
/// Texts a workbook may share, in bytes.
pub const SHARED_TEXTS: usize = 1 << 30;
/// The longest tag or cell text of a workbook, in bytes.
pub const LONGEST_MARKUP: usize = 32 << 20;
/// The largest part of a workbook that is read as a whole, in bytes.
pub const LARGEST_SMALL_PART: u64 = 64 << 20;
/// How many times its packed size a large part of a workbook may have. Sheets of real data come to ten or twenty.
pub const DENSEST_PART: u64 = 200;
/// Cells that the repeated rows of a sheet of an open workbook may come to, short runs aside. A row that somebody filled to the end of the sheet
/// says the same in every row.
pub const REPEATED_ROWS: u64 = 250_000;
/// For how many cells a row of fewer counts there.
pub const ROW_COSTS: u64 = 4;
/// The filled cells that a workbook may have, whatever its size: a cell that is kept once may be repeated.
pub const CELLS_FREE: u64 = 1_000_000;
/// Beyond that, how many for each byte of the packed workbook. Sheets that are as repetitive as can be have one for two bytes.
pub const CELLS_TIMES: u64 = 2;
/// Repeated rows with more cells count a few times only.
pub const WIDEST_REPEATED: u64 = 2_000;
/// How deeply the parts of a condition may be nested: reading it takes room on the stack for each.
pub const DEEPEST_CONDITION: usize = 60;
/// How many operators of a condition may follow each other on one level, AND and OR apart.
pub const OPERATORS_IN_TURN: usize = 200;
/// The longest text that a function of a condition makes, in bytes.
pub const LONGEST_MADE: usize = 1 << 20;
/// The most made-up rows on which a condition is tried for advice: enough for a handful of columns with a handful of values each.
pub const EXAMPLES_TRIED: usize = 40_000;
/// The most cells of a sheet of a rulebook's workbook.
pub const RULEBOOK_CELLS: usize = 2_000_000;
/// The most files in a folder that are held against the digest of a template.
pub const TEMPLATE_COPIES: usize = 200;
/// The largest of them, in bytes.
pub const LARGEST_COPY: u64 = 50_000_000;
/// How often a column may be repeated.
pub const REPEATED_COLUMNS: u32 = 1_000;
/// How deep the folders in a folder of attachments are looked into.
pub const FOLDER_DEPTH: usize = 8;
/// Wrong values whose judgement a column remembers; a wrong value repeated thousands of times is judged once.
pub const REMEMBERED_VALUES: usize = 500;
/// Rows above the headings that are held against the template.
pub const ROWS_ABOVE: usize = 10_000;
/// Cells of a template's sheet that are looked at.
pub const TEMPLATE_CELLS: usize = 50_000;
/// Different texts of columns that have one value that are remembered, to be named where another is found.
pub const GROUP_TEXTS: usize = 10_000;
/// Groups that come back, or that in turn cannot go, before all stay: from then on their rows count as scattered.
pub const GROUPS_RETURNED: u32 = 1_000;
/// The most ranges that are kept as such; more are kept as a compressed set of rows.
pub const ROW_RANGES: usize = 4_096;
/// Different values that are reported apart in one cause; findings with further values are still counted.
pub const VALUES_OF_CAUSE: usize = 1_000;
/// Causes that are reported apart; what belongs to none of them is counted together.
pub const CAUSES: usize = 5_000;
/// The most filled cells of a template's sheet that is learned from.
pub const LEARNED_CELLS: usize = 300_000;
/// The most rows of accepted files that are learned from.
pub const ACCEPTED_ROWS: usize = 50_000;
/// A cell of a template with a longer text, in characters, is a page, and read as far as this.
pub const LONGEST_TEXT: usize = 20_000;
/// Rows of a sheet that are looked through for labels of a cover.
pub const LABEL_ROWS: u64 = 500;
