"""Every table of the code books against a second copy of its cells, made from the checked figures by another way.

It guards against a change of a cell, not against a source that was wrong to begin with. Tables of which no checked
figures are at hand (cable kinds, straps, staples, welders, ranges of mobile homes, what a box is shaped like) are in it
as they were when it was made.
"""

import json
import unittest
from pathlib import Path

from northspan.core.book.library import code_books

COPY = json.loads((Path(__file__).parents[1] / "second" / "second_copy" / "tables.json").read_text("utf-8"))


class SecondCopy(unittest.TestCase):
    def test_every_cell_of_every_table(self):
        cells = 0
        for book in code_books():
            self.assertEqual(set(book.tables), set(COPY[book.id]), book.id)
            for name, table in book.tables.items():
                copy = COPY[book.id][name]
                self.assertEqual(list(table.rows), list(copy), (book.id, name))
                for row, own in table.rows.items():
                    self.assertEqual(set(own), set(copy[row]), (book.id, name, row))
                    for column, value in own.items():
                        self.assertEqual(value, copy[row][column], (book.id, name, row, column))
                        cells += 1
        self.assertGreater(cells, 4000)
