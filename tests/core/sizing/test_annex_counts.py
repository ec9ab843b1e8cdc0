"""How many wires of one size go into every raceway: against the annex's counts, and against its own arithmetic."""

import math
import unittest

from northspan.core.codes.nec.data import AREAS, INSULATIONS, RACEWAYS
from northspan.core.codes.nec.sizing import raceways
from northspan.core.figures.working import Cell

SIZES = ("14", "12", "10", "8", "6", "4", "3", "2", "1")
TRADES = ("1/2", "3/4", "1", "1 1/4", "1 1/2", "2")
# THHN and THWN-2, size by size, in each trade size; entered as known, no copy of the annex being here.
ANNEX = {
    "EMT": ((12, 9, 5, 3, 2, 1, 1, 1, 1), (22, 16, 10, 6, 4, 2, 1, 1, 1), (35, 26, 16, 9, 7, 4, 3, 3, 1),
            (61, 45, 28, 16, 12, 7, 6, 5, 4), (84, 61, 38, 22, 16, 10, 8, 7, 5), (138, 101, 63, 36, 26, 16, 13, 11, 8)),
    "IMC": ((14, 10, 6, 3, 2, 1, 1, 1, 1), (24, 17, 11, 6, 4, 3, 2, 1, 1), (39, 29, 18, 10, 7, 4, 4, 3, 2),
            (68, 49, 31, 18, 13, 8, 6, 5, 4), (91, 67, 42, 24, 17, 11, 9, 7, 5), (149, 109, 69, 39, 28, 17, 15, 12, 9)),
    "RMC": ((13, 9, 6, 3, 2, 1, 1, 1, 1), (22, 16, 10, 6, 4, 2, 1, 1, 1), (36, 26, 17, 9, 7, 4, 3, 3, 1),
            (63, 46, 29, 16, 12, 7, 6, 5, 4), (85, 62, 39, 22, 16, 10, 8, 7, 5), (140, 102, 64, 37, 27, 16, 14, 11, 8)),
    "PVC40": ((11, 8, 5, 3, 1, 1, 1, 1, 1), (21, 15, 9, 5, 4, 2, 1, 1, 1), (34, 25, 15, 9, 6, 4, 3, 3, 1),
              (60, 43, 27, 16, 11, 7, 6, 5, 3), (82, 59, 37, 21, 15, 9, 8, 7, 5), (135, 99, 62, 36, 26, 16, 13, 11, 8)),
    "PVC80": ((9, 6, 4, 2, 1, 1, 1, 1, 0), (17, 12, 7, 4, 3, 1, 1, 1, 1), (28, 20, 13, 7, 5, 3, 3, 2, 1),
              (51, 37, 23, 13, 9, 6, 5, 4, 3), (70, 51, 32, 18, 13, 8, 7, 6, 4), (118, 86, 54, 31, 22, 14, 12, 10, 7)),
}  # fmt: skip


def held(raceway, trade, insulation, size, many):
    """Whether so many go in by note 7."""
    area = raceways.conductor_area(insulation, "cu", size)[0]
    pulled = [raceways.Pulled(size, many, area, Cell("", "", ""))]
    share = raceways.fill_share(many, False)[0]
    return raceways.holds(pulled, many * area, share * raceways.raceway_area(raceway, trade), "note-7")


def most(area, wire):
    """The most wires of one size: 53 % for one, 31 % for two, else 40 %, from eight tenths on one more."""
    many = math.floor(0.4 * area / wire + 0.2 + 1e-9)
    if many > 2:
        return many
    return 2 if 2 * wire <= 0.31 * area + 0.2 * wire + 1e-9 else int(wire <= 0.53 * area + 0.2 * wire + 1e-9)


class Counts(unittest.TestCase):
    def test_the_annex(self):
        for raceway, rows in ANNEX.items():
            for trade, counts in zip(TRADES, rows, strict=True):
                for size, many in zip(SIZES, counts, strict=True):
                    with self.subTest(raceway=raceway, trade=trade, size=size):
                        self.assertTrue(many == 0 or held(raceway, trade, "THWN-2", size, many))
                        self.assertFalse(held(raceway, trade, "THWN-2", size, many + 1))

    def test_every_raceway_trade_size_insulation_and_size(self):
        kinds = {c.removesuffix("_area") for c in RACEWAYS.columns if c.endswith("_area")}
        looked = 0
        for insulation in INSULATIONS.rows:
            group = INSULATIONS.word(insulation, "areas")
            sizes = [] if group == "none" else [s for s in AREAS.rows if AREAS.value(s, f"{group}_area") is not None]
            for raceway in kinds:
                for trade in RACEWAYS.rows:
                    inside = RACEWAYS.number(trade, f"{raceway}_area")
                    for size in sizes if inside is not None else ():
                        many = most(inside, AREAS.number(size, f"{group}_area"))
                        looked += 1
                        agree = (many == 0 or held(raceway, trade, insulation, size, many)) and not held(
                            raceway, trade, insulation, size, many + 1
                        )
                        self.assertTrue(agree, (raceway, trade, insulation, size, many))
        self.assertGreater(looked, 10_000)
