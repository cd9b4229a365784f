"""Makes the sample workbooks of the made-up Thistledown Seed Vault: a template for germination tests as a register
would hand it out, a file that was accepted, and one with the mistakes that real workbooks have.

    pip install xlsxwriter
    python make_workbooks.py
"""

import datetime
import random
from pathlib import Path

import xlsxwriter

HERE = Path(__file__).parent
MADE = datetime.datetime(2026, 9, 1)
FIRST = 4  # the first row for data, from zero

TAXA = {
    "Primula": ["veris", "elatior", "vulgaris"],
    "Lotus": ["corniculatus", "pedunculatus"],
    "Knautia": ["arvensis"],
    "Campanula": ["rotundifolia", "glomerata"],
    "Centaurea": ["nigra", "scabiosa"],
}
METHODS = [
    ("TP", "top of paper"),
    ("BP", "between papers"),
    ("SA", "in sand"),
    ("AG", "on agar"),
]
COUNTRIES = [("GB", "United Kingdom"), ("FR", "France"), ("SE", "Sweden"), ("PL", "Poland")]

# Heading, required, width, guide text, description.
COLUMNS = [
    ("Test number", True, 14, "GT, hyphen, five digits", "The number that your vault gave the test."),
    ("Accession number", True, 16, "Year, hyphen, five digits", "The accession that the seed was taken from."),
    ("Lot", True, 8, "Three digits", "The storage lot."),
    ("Genus", True, 14, "From the list", "The genus."),
    ("Species", True, 16, "From the list", "The species; the list follows the genus."),
    ("Country", False, 10, "Two letters", "Where the seed was gathered."),
    ("Sown on", True, 12, "dd/mm/yyyy", "The first day of the test."),
    ("Counted on", True, 12, "dd/mm/yyyy", "The day of the last count."),
    ("Method", True, 10, "From the list", "What the seed lay on."),
    ("Temperature", False, 12, "Degrees Celsius", "Held during the test."),
    ("Seeds tested", True, 10, "Whole number", "How many were sown."),
    ("Germinated", True, 11, "Whole number", "How many germinated normally."),
    ("Abnormal", True, 10, "Whole number", "How many germinated otherwise."),
    ("Dead", True, 8, "Whole number", "How many did not."),
    ("Retest", False, 8, "Y or N", "Whether the test repeats an earlier one."),
    ("Tester 1 name", False, 16, "Text", "Who counted."),
    ("Tester 1 email", False, 26, "name@domain", "How to reach them."),
    ("Tester 2 name", False, 16, "Text", "Who counted as well."),
    ("Tester 2 email", False, 26, "name@domain", "How to reach them."),
    ("Remarks", False, 30, "Up to 120 characters", "Whatever else should be known."),
]
BANDS = [("Identity", 0, 5), ("The test", 6, 14), ("Testers", 15, 18), ("Notes", 19, 19)]
DATES = (6, 7)
CODES = (0, 1, 2)


def new_book(name, edition="4"):
    book = xlsxwriter.Workbook(HERE / name)
    book.set_properties({"title": "Germination tests", "created": MADE})
    return book


def formats(book):
    shade = {"text_wrap": True, "valign": "top", "border": 1}
    return {
        "title": book.add_format({"bold": True, "font_size": 14}),
        "band": book.add_format({"bold": True, "align": "center", "bg_color": "#E7E6E6", "border": 1}),
        "must": book.add_format({"bold": True, "bg_color": "#FFD966", **shade}),
        "may": book.add_format({"bold": True, "bg_color": "#DDEBF7", **shade}),
        "guide": book.add_format({"italic": True, "font_color": "#595959", "text_wrap": True, "valign": "top"}),
        "text": book.add_format({"num_format": "@"}),
        "date": book.add_format({"num_format": "dd/mm/yyyy"}),
        "answer": book.add_format({"bg_color": "#FFF2CC", "border": 1}),
        "three": book.add_format({"num_format": "000"}),
        "percent": book.add_format({"num_format": "0%"}),
    }


def read_me(book, look, edition):
    sheet = book.add_worksheet("Read me")
    sheet.set_column(0, 0, 70)
    sheet.write("A1", "Germination tests", look["title"])
    sheet.write("A2", f"Edition {edition}")
    sheet.write("A3", "Given out by the National Seed Register")
    sheet.write("A5", "Fill in the sheets Sender and Tests. A maximum of 300 rows can be sent at a time.")
    sheet.write("A6", "Save the workbook as XLSX and upload it. The file may have at most 5 MB.")
    sheet.write("A8", "Required", look["must"])
    sheet.write("A9", "Optional", look["may"])


def sender(book, look, answers):
    sheet = book.add_worksheet("Sender")
    sheet.set_column(0, 0, 28)
    sheet.set_column(1, 1, 40)
    sheet.write("A1", "Who sends this", look["title"])
    labels = ["Institute code*", "Contact email*", "Date of sending", "Country of the institute"]
    for at, label in enumerate(labels):
        row = 2 + at
        sheet.write(row, 0, label)
        value = answers[at] if answers else None
        if isinstance(value, datetime.date):
            sheet.write_datetime(row, 1, datetime.datetime.combine(value, datetime.time()), look["date"])
        elif value is not None:
            sheet.write(row, 1, value, look["answer"])
        else:
            sheet.write_blank(row, 1, None, look["date"] if at == 2 else look["answer"])
    sheet.write_comment("A3", "Six capital letters and digits, as in the register of institutes.")
    sheet.data_validation("B3", {"validate": "length", "criteria": "==", "value": 6})
    sheet.data_validation("B5", {"validate": "date", "criteria": "<=", "value": "=TODAY()"})
    sheet.data_validation("B6", {"validate": "list", "source": "=Lists!$G$2:$G$5"})


def lists(book):
    sheet = book.add_worksheet("Lists")
    sheet.write_row(0, 0, ["Genus", "", "Method", "Meaning", "", "", "Country", "Name"])
    for at, genus in enumerate(TAXA):
        sheet.write(1 + at, 0, genus)
    for at, (code, meaning) in enumerate(METHODS):
        sheet.write_row(1 + at, 2, [code, meaning])
    for at, (code, name) in enumerate(COUNTRIES):
        sheet.write_row(1 + at, 6, [code, name])
    for at, (genus, species) in enumerate(TAXA.items()):
        column = 9 + at
        sheet.write(0, column, genus)
        sheet.write_column(1, column, species)
        letter = xlsxwriter.utility.xl_col_to_name(column)
        book.define_name(genus, f"=Lists!${letter}$2:${letter}${1 + len(species)}")
    book.define_name("methods", f"=Lists!$C$2:$C${1 + len(METHODS)}")


def fields(book):
    sheet = book.add_worksheet("Fields")
    sheet.write_row(0, 0, ["Field", "Mandatory?", "Description", "Max. length", "Example"])
    examples = {"Test number": "GT-00417", "Accession number": "2026-00417", "Lot": "004", "Method": "TP"}
    for at, (heading, must, _, _, description) in enumerate(COLUMNS):
        longest = "40" if heading.endswith("name") else ""
        sheet.write_row(1 + at, 0, [heading, "Yes" if must else "No", description, longest, examples.get(heading, "")])
    sheet.set_column(0, 4, 22)


def limits(sheet, last=303, gaps=()):
    def add(column, rule):
        spans, start = [], FIRST
        for gap in sorted(gaps if column == 8 else ()):
            if gap > start:
                spans.append((start, gap - 1))
            start = gap + 1
        spans.append((start, last))
        for first, end in spans:
            sheet.data_validation(first, column, end, column, rule)

    add(0, {"validate": "custom", "value": "=COUNTIF($A$5:$A$304,A5)=1"})
    add(3, {"validate": "list", "source": f"=Lists!$A$2:$A${1 + len(TAXA)}"})
    add(4, {"validate": "list", "source": "=INDIRECT($D5)"})
    add(5, {"validate": "list", "source": f"=Lists!$G$2:$G${1 + len(COUNTRIES)}"})
    add(6, {"validate": "date", "criteria": "<=", "value": "=TODAY()"})
    add(7, {"validate": "date", "criteria": "<=", "value": "=TODAY()", "input_title": "Counted on",
            "input_message": "The day of the last count, not before the day of sowing."})
    add(8, {"validate": "list", "source": "=methods"})
    add(9, {"validate": "decimal", "criteria": "between", "minimum": -5, "maximum": 45})
    for column in (10, 11, 12, 13):
        low = 1 if column == 10 else 0
        add(column, {"validate": "integer", "criteria": "between", "minimum": low, "maximum": 10000})
    add(14, {"validate": "list", "source": ["Y", "N"]})
    add(19, {"validate": "length", "criteria": "<=", "value": 120})


def head(sheet, look):
    sheet.write(0, 0, "Germination tests", look["title"])
    for name, first, last in BANDS:
        if first == last:
            sheet.write(1, first, name, look["band"])
        else:
            sheet.merge_range(1, first, 1, last, name, look["band"])
    for at, (heading, must, width, guide, _) in enumerate(COLUMNS):
        sheet.set_column(at, at, width, look["text"] if at in CODES else look["date"] if at in DATES else None)
        sheet.write(2, at, heading, look["must" if must else "may"])
        sheet.write(3, at, guide, look["guide"])
    sheet.set_row(2, 32)
    sheet.write_comment("A3", "The number that your vault gave the test. It may stand only once.")
    sheet.freeze_panes(4, 1)


def rows(count, seed):
    pick = random.Random(seed)
    for number in range(count):
        genus = pick.choice(list(TAXA))
        sown = datetime.date(2025, 1, 6) + datetime.timedelta(days=pick.randrange(500))
        tested = pick.choice([50, 100, 200])
        germinated = pick.randrange(tested // 2, tested - 6)
        abnormal = pick.randrange(0, 5)
        tester = pick.choice([("A. Marsh", "marsh"), ("Zoë Gray", "gray"), ("M. Björk", "bjork"), None])
        second = pick.choice([("T. Reed", "reed"), None, None]) if tester else None
        yield [
            f"GT-{number + 1:05}", f"{pick.choice([2023, 2024, 2025])}-{pick.randrange(1, 800):05}", f"{pick.randrange(1, 40):03}",
            genus, pick.choice(TAXA[genus]), pick.choice(COUNTRIES)[0] if pick.random() < 0.8 else None,
            sown, sown + datetime.timedelta(days=pick.randrange(14, 60)), pick.choice(METHODS)[0],
            pick.choice([15, 20, 20.5, 25, None]), tested, germinated, abnormal, tested - germinated - abnormal,
            pick.choice(["N", "N", "N", "Y", None]),
            tester[0] if tester else None, f"{tester[1]}@thistledown.example" if tester else None,
            second[0] if second else None, f"{second[1]}@thistledown.example" if second else None,
            pick.choice([None, None, "from a hay meadow", "dry, sandy soil", "near the café garden"]),
        ]


def write_row(sheet, look, row, cells):
    for column, value in enumerate(cells):
        if value is None:
            continue
        if isinstance(value, datetime.date):
            sheet.write_datetime(row, column, datetime.datetime.combine(value, datetime.time()), look["date"])
        elif isinstance(value, str):
            sheet.write_string(row, column, value, look["text"] if column in CODES else None)
        else:
            sheet.write_number(row, column, value)


def template(name="germination-template.xlsx"):
    book = new_book(name)
    look = formats(book)
    read_me(book, look, "4")
    sender(book, look, None)
    sheet = book.add_worksheet("Tests")
    head(sheet, look)
    limits(sheet)
    lists(book)
    fields(book)
    sheet.activate()
    book.close()


def accepted(name="germination-accepted.xlsx"):
    book = new_book(name)
    look = formats(book)
    read_me(book, look, "4")
    sender(book, look, ["TSV001", "seeds@thistledown.example", datetime.date(2026, 3, 2), "GB"])
    sheet = book.add_worksheet("Tests")
    head(sheet, look)
    limits(sheet)
    for at, cells in enumerate(rows(120, 7)):
        write_row(sheet, look, FIRST + at, cells)
    lists(book)
    fields(book)
    book.close()


def filled(name="germination.xlsx"):
    """A workbook as it comes back from colleagues."""
    book = new_book(name)
    look = formats(book)
    read_me(book, look, "3")
    sender(book, look, ["TSV1", "seeds(at)thistledown.example", datetime.date(2026, 11, 2), "UK"])
    sheet = book.add_worksheet("Tests")
    head(sheet, look)
    limits(sheet, gaps=(40, 41, 42))
    table = [list(cells) for cells in rows(80, 11)]
    for at, cells in enumerate(table):
        cells[0] = f"GT-{at + 201:05}"
    table[3][3] = "Primla"
    table[4][5] = "UK"
    table[5][5] = "Sweden"
    table[6][8] = "tp"
    table[7][4] = "robur"
    table[8][0] = table[2][0]
    table[9][7] = table[9][6] - datetime.timedelta(days=3)
    table[10][6] = "31/06/2025"
    table[11][6] = "05/13/2025"
    table[12][10] = "about 100"
    table[13][13] += 5
    table[14][16] = "gray(at)thistledown.example"
    table[15][15] = None
    table[16][9] = 200
    table[17][12] = -1
    table[18][19] = "a remark that goes on and on " * 6
    table[19][3] = " Knautia"
    table[19][4] = "arvensis"
    for at, cells in enumerate(table):
        write_row(sheet, look, FIRST + at, cells)
    row = lambda at: FIRST + at
    # Codes that only their format shows with zeros, and a long number that has lost its last digits.
    for at in (20, 21, 22):
        sheet.write_number(row(at), 2, int(table[at][2]), look["three"])
    sheet.write_number(row(23), 1, 9504000059437990)
    # Numbers kept as text, a date typed as text, a day with a time, a formula, error values.
    sheet.write_string(row(24), 10, "100")
    sheet.write_string(row(25), 6, "2025-03-05")
    sheet.write_datetime(row(26), 6, datetime.datetime(2025, 3, 5, 14, 30), look["date"])
    sheet.write_formula(row(27), 13, f"=K{row(27) + 1}-L{row(27) + 1}-M{row(27) + 1}", None, table[27][13])
    sheet.write_formula(row(28), 3, "=VLOOKUP(B33,Register!A:B,2,FALSE)", None, "#N/A")
    sheet.write_formula(row(29), 11, "=[prices.xlsx]Sheet1!B2", None, table[29][11])
    sheet.write_number(row(30), 9, 0.1 + 0.2)
    sheet.write_boolean(row(31), 14, True)
    sheet.merge_range(row(33), 5, row(35), 5, "GB")
    for at in (36, 37, 38):  # pasted over
        sheet.write_string(row(at), 8, "paper")
    # Rows that a filter hides, a hidden column, a total below the data, a remark beside it, a copy of the sheet.
    sheet.autofilter(2, 0, row(79), 19)
    sheet.filter_column(5, "x == GB")
    for at in range(50, 60):
        sheet.set_row(row(at), None, None, {"hidden": True})
    sheet.set_column(9, 9, 12, None, {"hidden": True})
    sheet.write_string(row(5), 21, "ask Zoë")
    sheet.write_string(row(83), 0, "Total")
    sheet.write_formula(row(83), 10, f"=SUM(K5:K{row(79) + 1})", None, sum(c[10] for c in table if isinstance(c[10], int)))
    lists(book)
    copy = book.add_worksheet("Tests (2)")
    head(copy, look)
    for at, cells in enumerate(rows(3, 12)):
        write_row(copy, look, FIRST + at, cells)
    book.close()


if __name__ == "__main__":
    template()
    accepted()
    filled()
