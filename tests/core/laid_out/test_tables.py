"""The data files: checked on reading, and their figures held against the physics behind them."""

import math
import unittest

from northspan.core.book.library import code_book
from northspan.core.figures.tables import TableError, parse_table

TABLES = code_book("nec-2023").tables
HEAD = "# name: T\n# title: t\n# section: 1\n# edition: e\n# units: *=A\n"


class Reading(unittest.TestCase):
    def test_names_what_is_broken(self):
        cases = {
            "# sizes: size\n# scale: awg\nsize,a\n5/0,1\n": "5/0",
            "# rising: a\nk,a\nx,2\ny,1\n": "row y, column a: out of order",
            "# falling: a\nk,a\nx,1\ny,2\n": "row y, column a: out of order",
            "# complete: a\nk,a\nx,\n": "row x, column a: empty",
            "k,a\nx,one\n": "column a: 'one' is not a number",
            "k,a\nx,1\nx,2\n": "row x: twice",
            "k,a,b\nx,1\n": "1 cells where 2 belong|2 cells where 3 belong",
            "# doubtful: b @ x\nk,a\nx,1\n": "x/b does not exist",
        }
        for body, words in cases.items():
            with self.subTest(body=body), self.assertRaisesRegex(TableError, words):
                parse_table(HEAD + body)

    def test_header_must_say_what_it_is(self):
        with self.assertRaisesRegex(TableError, "lacks 'edition'"):
            parse_table("# name: T\n# title: t\n# section: 1\n# units: *=A\nk,a\nx,1\n")

    def test_a_step_names_its_cell_and_its_doubt(self):
        step = TABLES["310.16"].read("600", "cu_60", "600 kcmil")
        self.assertEqual((step.value, step.unit, step.cite, step.doubtful), (350.0, "A", "310.16", True))
        self.assertFalse(TABLES["310.16"].read("4", "cu_75", "4").doubtful)


class AgainstPhysics(unittest.TestCase):
    def test_areas_are_those_of_their_diameters(self):
        for name in ("Ch. 9 Table 5", "Ch. 9 Table 5A", "Ch. 9 Table 4"):
            table = TABLES[name]
            for row in table.rows:
                for column in (c for c in table.columns if c.endswith("_area")):
                    area, diameter = table.number(row, column), table.number(row, column.replace("area", "diam"))
                    if area is not None:
                        self.assertAlmostEqual(area, math.pi / 4 * diameter**2, delta=0.006 * area + 0.0002)

    def test_ambient_factors_follow_the_square_root(self):
        table = TABLES["310.15(B)(1)"]
        for rated in (60, 75, 90):
            for row in table.rows:
                factor = table.number(row, f"t{rated}")
                if factor is not None:
                    self.assertAlmostEqual(factor, math.sqrt((rated - float(row)) / (rated - 30)), delta=0.006)

    def test_dwelling_sizes_carry_83_percent(self):
        for rating in TABLES["310.12"].rows:
            for metal in ("cu", "al"):
                size = TABLES["310.12"].word(rating, metal)
                self.assertGreaterEqual(TABLES["310.16"].number(size, f"{metal}_75"), 0.83 * float(rating))

    def test_resistance_follows_circular_mils(self):
        for size, cells in TABLES["Ch. 9 Table 8"].rows.items():
            for metal, k in (("cu_uncoated", 12.9), ("al", 21.2)):
                self.assertAlmostEqual(cells[metal], 1000 * k / cells["cmil"], delta=0.02 * cells[metal], msg=size)

    def test_effective_impedance_is_r_and_x_at_85_percent(self):
        sin = math.sqrt(1 - 0.85**2)
        for size, cells in TABLES["Ch. 9 Table 9"].rows.items():
            for metal in ("cu", "al"):
                for raceway, x in (("pvc", "xl_pvc_al"), ("steel", "xl_steel")):
                    if cells[f"r_{metal}_{raceway}"] is not None:
                        z = cells[f"r_{metal}_{raceway}"] * 0.85 + cells[x] * sin
                        # Two printed digits each: a unit in the last place of R, X and Z.
                        self.assertAlmostEqual(z, cells[f"z85_{metal}_{raceway}"], delta=0.06 * z + 0.001, msg=size)
