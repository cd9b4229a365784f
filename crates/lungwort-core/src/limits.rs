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
pub const SENTENCES: usize = 10_000;
/// Sentences times columns: for each sentence it is looked which columns it names.
pub const NAMED_IN_SENTENCES: usize = 20_000_000;
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
