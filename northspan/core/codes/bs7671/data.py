"""The British code book's tables, words and notes, read from their data files when the book is first used."""

from northspan.core.book.vocabulary import load_notes, load_vocabulary
from northspan.core.figures.sizes.scale import scale
from northspan.core.figures.tables import Table, load_tables

METRIC = scale("metric")
TABLES = load_tables("northspan.core.codes.bs7671")
VOCABULARY = load_vocabulary("northspan.core.codes.bs7671")
NOTES = load_notes("northspan.core.codes.bs7671")

TIMES = TABLES["41.1"]
FUSES_04, FUSES_5 = TABLES["41.2"], TABLES["41.4"]
BREAKERS, BREAKERS_45 = TABLES["41.3"], TABLES["41.3 for 45 A"]
AIR, GROUND, SOIL, DEPTH = TABLES["4B1"], TABLES["4B2"], TABLES["4B3"], TABLES["4B4"]
GROUPED, GROUPED_DIRECT, GROUPED_DUCT = TABLES["4C1"], TABLES["4C2"], TABLES["4C3"]
INSULATION, LEAST = TABLES["52.2"], TABLES["52.3"]
TWIN, TWIN_CPC = TABLES["4D5"], TABLES["twin and earth cpc"]
RESISTANCE, OPERATING = TABLES["conductor resistance"], TABLES["operating factors"]
RATINGS, SUPPLY = TABLES["device ratings"], TABLES["supply"]
PROTECTIVE, BURIED, MAIN_BONDING = TABLES["54.7"], TABLES["54.1"], TABLES["54.8"]
RCD_TIMES = TABLES["rcd times"]
IN_CABLE, SHEATH = TABLES["k 54.3"], TABLES["k 54.4"]

STANDARD_MM2 = (1.0, 1.5, 2.5, 4.0, 6.0, 10.0, 16.0, 25.0, 35.0, 50.0, 70.0, 95.0, 120.0)
U0, U_LINE = 230.0, 400.0
# 230 V with Cmin 0.95: what the printed loop limits stand on.
U0_LEAST = 218.5


def size_name(mm2: float) -> str:
    """A size (mm²) as the tables write it.

    >>> size_name(2.5), size_name(10.0)
    ('2.5', '10')
    """
    return f"{mm2:g}"


def next_up(table: Table, wanted: float) -> str | None:
    """The first row of a table, whose rows are numbers that rise, that is not below ``wanted``; None past the last.

    >>> next_up(AIR, 31.0), next_up(AIR, 12.0), next_up(SOIL, 3.1)
    ('35', '25', None)
    """
    return next((row for row in table.rows if float(row) >= wanted - 1e-9), None)


def standard_up(mm2: float) -> float | None:
    """Next standard protective size (mm²) not below ``mm2`` (mm²); None above 120.

    >>> standard_up(47.5), standard_up(120.1)
    (50.0, None)
    """
    return next((s for s in STANDARD_MM2 if s >= mm2 * (1.0 - 1e-9)), None)
