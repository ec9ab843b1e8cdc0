"""The Canadian code book's tables, words and notes, read from their data files when the book is first used."""

from northspan.core.book.vocabulary import load_notes, load_vocabulary
from northspan.core.figures.sizes.scale import scale
from northspan.core.figures.tables import load_tables

AWG = scale("awg")
TABLES = load_tables("northspan.core.codes.cec")
VOCABULARY = load_vocabulary("northspan.core.codes.cec")
NOTES = load_notes("northspan.core.codes.cec")

COPPER, ALUMINIUM = TABLES["Table 2"], TABLES["Table 4"]
AMBIENT, BUNDLING = TABLES["Table 5A"], TABLES["Table 5C"]
FILL, RACEWAYS, AREAS = TABLES["Table 8"], TABLES["Table 9"], TABLES["Table 10"]
DEVICES, RATINGS, SMALL = TABLES["Table 13"], TABLES["standard ratings"], TABLES["14-104(2)"]
BONDING, DWELLING = TABLES["Table 16"], TABLES["Table 39"]
CONDUCTORS, IMPEDANCE = TABLES["conductors"], TABLES["impedance"]
INSULATIONS = TABLES["insulations"]
