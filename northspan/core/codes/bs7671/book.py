"""The British code book, 2018 with amendment 2 of 2022."""

from northspan.core.book.case import Cases
from northspan.core.book.codebook import CodeBook
from northspan.core.codes.bs7671.data import METRIC, NOTES, TABLES, VOCABULARY
from northspan.core.codes.bs7671.earthing.bonding import bonding
from northspan.core.codes.bs7671.earthing.case import BondingCase
from northspan.core.codes.bs7671.sizing.answer import answer
from northspan.core.codes.bs7671.sizing.case import CheckCase
from northspan.core.codes.bs7671.tested.residual import TripCase, tested

BOOK = CodeBook(
    "bs7671-2018a2",
    "Britain 2018+A2",
    "BS 7671:2018+A2:2022",
    NOTES,
    METRIC,
    TABLES,
    VOCABULARY,
    {"check": Cases(CheckCase, answer), "bonding": Cases(BondingCase, bonding), "trip": Cases(TripCase, tested)},
)
