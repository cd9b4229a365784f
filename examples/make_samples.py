#!/usr/bin/env python3
"""Makes the sample files of the example world: accessions.csv, accessions-east.tsv, accessions-ready.csv,
movements.csv, lots.csv.

Run it in this folder after the rulebook has changed. The same script makes the same bytes.
"""
import csv
import io
import random

HEADINGS = [
    "Accession number", "Lot", "Genus", "Species", "Provenance", "Collector", "Country", "Region", "District",
    "Latitude", "Longitude", "Collected on", "Received on", "Seeds", "Weight in grams", "Viability", "Dormancy",
    "Organic", "Donor email", "Donor phone", "Donor ORCID", "Shelf code", "Photo", "Remarks",
]
GUIDE = [
    "Year, hyphen, five digits", "Three digits", "From the list of taxa", "From the list of taxa", "W, C or U",
    "Who collected, if W", "Two letters", "Filled from the left", "Filled from the left", "Degrees, WGS 84",
    "Degrees, WGS 84", "dd/mm/yyyy", "dd/mm/yyyy", "Whole number", "Decimal point", "0 to 100",
    "Codes with ; between", "Y or N", "name@domain", "+ and digits", "If there is one", "Capitals and digits",
    "File in photos", "Up to 120 bytes",
]
TAXA = [row for row in csv.reader(open("taxa.csv", encoding="utf-8"))][1:]
COLLECTORS = ["A. Marsh", "Zoë Gray", "J. Sedge", "M. Björk", "O. Fenn", "T. Reed"]
PLACES = [("GB", "East", "Fenland"), ("GB", "North", "Dales"), ("FR", "Bretagne", ""), ("DE", "", ""), ("SE", "Skåne", "Ystad")]
REMARKS = ["", "", "dry bank", "dry, sandy soil", 'labelled "tall form"', "near the café garden", "from a hay meadow"]


def good_row(number, year=2026):
    rng = random.Random(number * 7919 + year)
    taxon = rng.choice(TAXA)
    wild = rng.random() < 0.6
    country, region, district = rng.choice(PLACES)
    day, month = rng.randint(1, 28), rng.randint(1, 9)
    located = rng.random() < 0.7
    seeds = rng.randint(20, 9000)
    viability = rng.randint(55, 99)
    return dict(zip(HEADINGS, [
        f"{year}-{number:05}", f"{rng.randint(1, 40):03}", taxon[0], taxon[1], "W" if wild else "C",
        rng.choice(COLLECTORS) if wild else "", country, region, district,
        f"{rng.uniform(50, 58):.5f}" if located else "", f"{rng.uniform(-4, 1.5):.5f}" if located else "",
        f"{day:02}/{month:02}/2025", f"{day:02}/{month + 2:02}/2025", str(seeds), f"{seeds * 0.0021:.3f}",
        str(viability), rng.choice(["none", "P", "F", "P;F", "M"]), rng.choice("YN"),
        "seeds@thistledown.example" if rng.random() < 0.8 else "", "+441632960123",
        "0000-0002-1825-0097" if rng.random() < 0.2 else "", f"{rng.choice('ABCD')}{rng.randint(10, 40)}-{rng.randint(1, 9):02}",
        "", rng.choice(REMARKS),
    ]))


# Row number in the list of rows -> what is changed in it.
MISTAKES = {
    3: {"Country": "UK"}, 4: {"Country": "UK"}, 5: {"Country": "UK"}, 9: {"Country": "gb"}, 10: {"Country": "gb "},
    11: {"Country": "Sweden"}, 12: {"Country": "Frence"}, 13: {"Country": "SU"}, 14: {"Country": "GB; FR"},
    17: {"Genus": "Primla", "Species": "veris"}, 18: {"Genus": "primula", "Species": "veris"},
    19: {"Genus": "Primula", "Species": "robur"}, 20: {"Genus": "Anagallis", "Species": "arvensis"},
    21: {"Species": "cowslip", "Genus": "Primula"}, 22: {"Provenance": "wild"}, 23: {"Provenance": "cultivated", "Collector": ""},
    26: {"Provenance": "W", "Collector": ""}, 27: {"Provenance": "U", "Collector": "A. Marsh"},
    30: {"Accession number": "2026-00012"}, 31: {"Accession number": "2026–00031"}, 32: {"Accession number": "2026/00032"},
    33: {"Accession number": ""}, 34: {"Lot": "7"}, 35: {"Lot": "4E+03"}, 36: {"Lot": "12"}, 37: {"Lot": "9"},
    40: {"Collected on": "2025-03-05"}, 41: {"Collected on": "03/25/2025"}, 42: {"Collected on": "5 March 2025"},
    43: {"Collected on": "31/06/2025"}, 44: {"Collected on": "05/03/25"}, 45: {"Collected on": "45721"},
    46: {"Collected on": "05/03/2025 00:00:00"}, 47: {"Collected on": "spring 2025"}, 48: {"Received on": "12/02/2052"},
    49: {"Collected on": "12/08/2025", "Received on": "02/08/2025"}, 50: {"Received on": "TBC"}, 51: {"Collected on": "12/03/1905"},
    54: {"Seeds": "1,250"}, 55: {"Seeds": "about 200"}, 56: {"Seeds": "12.5"}, 57: {"Seeds": "0"}, 58: {"Seeds": "2000000"},
    59: {"Weight in grams": "2,35"}, 60: {"Weight in grams": "£2.35"}, 61: {"Weight in grams": "(2.350)"},
    62: {"Weight in grams": "2.35 g"}, 63: {"Weight in grams": "2.35012"}, 64: {"Viability": "85%"}, 65: {"Viability": "120"},
    66: {"Seeds": "1.2E+03"}, 67: {"Organic": "yes"}, 68: {"Organic": "perhaps"}, 69: {"Organic": "Y", "Viability": "30"},
    72: {"Donor email": "seeds(at)thistledown.example"}, 73: {"Donor phone": "01632 960123"}, 74: {"Donor phone": "+44 1632 960123"},
    75: {"Donor ORCID": "0000-0002-1825-0098"}, 76: {"Donor email": "", "Donor phone": ""}, 77: {"Dormancy": "P;X"},
    80: {"Latitude": "52.20530", "Longitude": ""}, 81: {"Region": "", "District": "Fenland", "Country": "GB"},
    82: {"Latitude": "152.2", "Longitude": "0.1"}, 84: {"Shelf code": "a12-03"}, 85: {"Shelf code": "A12_03"}, 86: {"Shelf code": "A1"},
    87: {"Photo": "primula-veris.jpg"}, 88: {"Photo": "primula-vera.jpg"}, 90: {"Collector": " A. Marsh", "Provenance": "W"},
    91: {"Collector": "A.\u00a0Marsh", "Provenance": "W"}, 92: {"Collector": "A. Mar\u200bsh", "Provenance": "W"}, 93: {"Region": "   ", "District": ""},
    94: {"Remarks": "two\nlines"}, 95: {"Remarks": '=HYPERLINK("http://x.example","open")'}, 96: {"Remarks": "wet\tshade"},
    97: {"Collector": "ZoÃ« Gray", "Provenance": "W"}, 98: {"Collector": "Zo\ufffd Gray", "Provenance": "W"},
    99: {"Remarks": "a remark that goes on and on " * 6}, 100: {"Collector": "n/a", "Provenance": "W"},
    101: {"Remarks": "\x1b[31mred\x1b[0m"}, 104: {"Received on": ""}, 105: {"Received on": ""}, 106: {"Seeds": ""},
}


def line(cells, delimiter=","):
    out = io.StringIO()
    csv.writer(out, delimiter=delimiter, lineterminator="\r\n").writerow(cells)
    return out.getvalue()


def with_mistakes():
    headings = list(HEADINGS)
    headings[5] = "collector*"
    headings[15] = "Viabilty"
    headings[18], headings[19] = headings[19], headings[18]
    headings += ["My notes", ""]
    guide = list(GUIDE)
    guide[13] = "Number"
    guide[18], guide[19] = guide[19], guide[18]
    text = line(headings) + line(guide + ["", ""])
    sample = good_row(0)
    for number in range(256):
        row = dict(sample if number == 0 else good_row(number))
        row.update(MISTAKES.get(number, {}))
        cells = [row[heading] for heading in HEADINGS]
        cells[18], cells[19] = cells[19], cells[18]
        cells += ["ask Joan" if number % 40 == 7 else "", "see file" if number == 110 else ""]
        made = line(cells)
        if number == 112:  # a comma that nobody put in quotes
            cells[23] = "@@"
            made = line(cells).replace("@@", "dry, sandy soil")
        if number == 114:
            made = line(cells[:20])
        if number == 116:
            cells[23] = "@@"
            made = line(cells).replace("@@", '"5" pot"')
        if number == 118:
            cells[23] = "@@"
            made = line(cells).replace("@@", '"tall form')
        text += made
        if number in (120, 121):
            text += "\r\n"
    text += "," * 6 + "GB" + "," * 19 + "\r\n"
    data = text.encode("utf-8")
    return b"\xef\xbb\xbf" + data.replace(b"2026-00122", b"2026-00\xff122", 1)


def east():
    """The eastern branch exports from an old system: tabs, Windows-1252, and numbers of its own."""
    text = line(HEADINGS, "\t") + line(GUIDE, "\t")
    for number in range(300, 330):
        row = good_row(number)
        if number == 305:
            row["Accession number"] = "2026-00012"
        if number == 306:
            row["Collected on"] = "2025-05-06"
        text += line([row[heading] for heading in HEADINGS], "\t")
    return text.encode("cp1252")


def ready():
    text = line(HEADINGS) + line(GUIDE)
    for number in range(500, 540):
        text += line([good_row(number)[heading] for heading in HEADINGS])
    return text.encode("utf-8")


def movements():
    """Seed that goes from one store into others: each movement balances, but for the mistakes put in below."""
    rng = random.Random(7)
    rows, day = [], 2
    for number in range(401, 425):
        move = f"M-{number:04d}"
        lot = f"2026-{rng.randint(100, 900):05d}/{rng.randint(1, 9):03d}"
        grams, date = round(rng.uniform(0.5, 9), 3), f"{day:02d}/10/2026"
        if number % 2 == 0:
            day += 1
        parts = [(grams, "D")]
        if rng.choice([True, False]):
            first = round(grams * 0.4, 3)
            parts = [(first, "D"), (round(grams - first, 3), "X")]
        rows.append([move, 1, date, rng.choice("AB"), lot, f"{grams:.3f}", ""])
        rows += [[move, 2 + at, date, store, lot, "", f"{part:.3f}"] for at, (part, store) in enumerate(parts)]

    def of(move):
        return [row for row in rows if row[0] == move]

    of("M-0404")[1][6] = f"{float(of('M-0404')[1][6]) + 0.25:.3f}"
    of("M-0407")[1][2] = "09/11/2026"
    of("M-0409")[-1][1] += 1
    rows = [row for row in rows if row[0] != "M-0411" or row[1] == 1]
    of("M-0413")[0][5] = "c. 3"
    last = of("M-0416")[-1]
    rows.remove(last)
    rows.append(last)
    for row in of("M-0420"):
        row[2] = "05/10/2026"
    rows.insert(30, ["", 1, "09/10/2026", "A", "2026-00100/001", "1.000", ""])
    heading = ["Movement", "Line", "Date", "Store", "Lot", "Grams out", "Grams in"]
    return "".join(line([str(cell) for cell in row]) for row in [heading, *rows]).encode("utf-8")


# Lots with collectors and donors side by side: some rows are wrong, each in its own way.
LOTS = """\
Lot,Genus,Received on,Collector,Part,Donor,Share
,,,M. Björk,G,,
L-101,Primula,12/06/2026,A. Marsh,F,Kew Meadow Trust,60
,,,Zoë Gray,G,Fen Society,40
,,,J. Sedge,G,,
L-102,Lotus,14/06/2026,A. Marsh; O. Fenn,G,,
L-103,Galium,14/06/2026,T. Reed,F,Fen Society,50
,,,T. Reed,F,Kew Meadow Trust,40
L-104,Primula,15/06/2026,O. Fenn,,,
,Lotus,,M. Björk,G,,
L-105,Campanula,16/06/2026,,,Fen Society,100
L-106,Quercus,16/06/2026,A. Marsh,F,,
,,,,,Fen Society,100
,,,J. Sedge,G,,
L-107,,17/06/2026,Zoë Gray,G,,
L-101,Primula,12/06/2026,T. Reed,G,,
"""


for name, data in [("accessions.csv", with_mistakes()), ("accessions-east.tsv", east()), ("accessions-ready.csv", ready()), ("movements.csv", movements()),
                   ("lots.csv", LOTS.encode("utf-8"))]:
    with open(name, "wb") as out:
        out.write(data)
