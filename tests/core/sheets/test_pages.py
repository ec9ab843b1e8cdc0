"""Tables on pages: nothing lost, nothing over the edge, in two columns or beneath a drawing where that saves a page."""

import unittest
from dataclasses import replace

from hypothesis import example, given
from hypothesis import strategies as st

from northspan.paper.drawing.shapes import Mark, Path, Real, Words
from northspan.paper.packet.beneath import foot, with_tables
from northspan.paper.packet.catalogue import Drawn
from northspan.paper.tables.pages import laid
from northspan.paper.tables.section import Section
from tests import examples
from tests.core.sheets.test_one_line import apart

ACROSS, DOWN = 250.0, 165.0


def tables(rows, lines=1):
    """A table for each number of rows, its rows counted through, every other of them of so many lines."""
    return [
        Section(
            f"Table {t}", ("Row", "What"), tuple((f"{t}-{n}", "line\n" * (n % 2 * (lines - 1))) for n in range(many))
        )
        for t, many in enumerate(rows)
    ]


def cells(page):
    """The first cells of a page's rows, as they lie: down the one column, then the next."""
    found = [w for w in page if isinstance(w, Words) and w.words[:1].isdigit() and "-" in w.words]
    return [w.words for w in sorted(found, key=lambda w: (round(w.x), w.y))]


class Pages(unittest.TestCase):
    @examples(40)
    @given(st.lists(st.integers(1, 60), min_size=1, max_size=9), st.floats(0.0, 160.0), st.integers(1, 9))
    @example([30] * 4, 150.0, 1)
    @example([30] * 4, 138.0, 6)
    @example([2, 3], 0.0, 120)
    def test_every_row_stands_once_in_its_order_and_on_its_page(self, rows, top, lines):
        pages = laid(tables(rows, lines), ACROSS, DOWN, top)
        want = [f"{t}-{n}" for t, many in enumerate(rows) for n in range(many)]
        self.assertEqual([cell for page in pages for cell in cells(page)], want)
        for at, page in enumerate(pages):
            told = [w for w in page if isinstance(w, Words)]
            for shape in (s for s in page if not isinstance(s, Mark)):
                left, above, right, below = shape.rect
                self.assertTrue(left > -0.1 and right < ACROSS + 0.1 and below < DOWN + 0.1, shape)
                self.assertGreater(above, (top if at == 0 else 0.0) - 0.1)
            for title in (w for w in told if w.words.startswith("Table")):
                rest = [w for w in told if w.words == "line" or "-" in w.words]
                beneath = [w for w in rest if 0.0 <= w.x - title.x < 100.0 and w.y > title.y]
                self.assertTrue(beneath, title.words)
            for one, other in ((a, b) for i, a in enumerate(told) for b in told[i + 1 :]):
                self.assertTrue(apart(one.rect, other.rect), (one.words, other.words))

    def test_what_goes_on_is_headed_again_and_says_so(self):
        pages = laid(tables([120]), ACROSS, DOWN)
        heads = [[w.words for w in page if isinstance(w, Words) and w.words.startswith("Table")] for page in pages]
        self.assertGreater(len(heads), 1)
        self.assertEqual(heads[0][0], "Table 0")
        self.assertEqual({h for page in heads for h in page} - {"Table 0"}, {"Table 0, continued"})
        self.assertTrue(all(page for page in heads))

    def test_narrow_tables_stand_in_two_columns_where_that_saves_a_page(self):
        self.assertEqual(len(laid(tables([12]), ACROSS, DOWN)), 1)
        self.assertLess(max(w.rect[2] for w in laid(tables([12]), ACROSS, DOWN)[0] if isinstance(w, Words)), ACROSS / 2)
        (page,) = laid(tables([14, 14, 14, 14]), ACROSS, DOWN)
        self.assertEqual({round(w.x) for w in page if isinstance(w, Words) and w.words.startswith("Table")}, {0, 130})
        # One cell that would have to be broken, and they stay one below the other.
        *others, last = tables([14, 14, 14, 14])
        wide = replace(last, rows=(*last.rows[:-1], ("3-13", "words " * 20)))
        self.assertEqual(len(laid([*others, wide], ACROSS, DOWN)), 2)


class Beneath(unittest.TestCase):
    def drawing(self, high, real=None):
        return [Drawn([Path(((0.0, 0.0), (ACROSS, high)), "ground")], real)]

    def test_tables_begin_beneath_a_drawing_that_leaves_room(self):
        pages, drawn = with_tables(lambda down: self.drawing(80.0), tables([5, 30]), ACROSS, DOWN)
        self.assertEqual((len(pages), drawn), (2, 1))
        # Of 79 mm the first takes 35 and 3.2 after it, the second 11 for its head: six rows of 4.8.
        self.assertEqual(cells(pages[0].shapes), [f"0-{n}" for n in range(5)] + [f"1-{n}" for n in range(6)])
        self.assertGreater(min(w.rect[1] for w in pages[0].shapes if isinstance(w, Words)), 80.0)
        # A strip at the foot is left free.
        pages, _ = with_tables(lambda down: self.drawing(138.0), tables([1]), ACROSS, DOWN)
        self.assertEqual([len(cells(page.shapes)) for page in pages], [0, 1])

    def test_a_drawing_to_scale_makes_room_as_long_as_it_keeps_its_scale(self):
        def keeps(down):
            return self.drawing(down, Real(0.25, "ft"))

        def shrinks(down):
            return self.drawing(down, Real(0.25 if down > DOWN - 1.0 else 0.2, "ft"))

        pages, drawn = with_tables(keeps, tables([5]), ACROSS, DOWN)
        self.assertEqual((len(pages), drawn, cells(pages[0].shapes)), (1, 1, [f"0-{n}" for n in range(5)]))
        lowest = foot(pages[0].shapes)
        self.assertTrue(DOWN - 1.0 < lowest < DOWN)
        line = next(s for s in pages[0].shapes if isinstance(s, Path) and s.layer == "ground")
        self.assertLess(line.rect[3], min(w.rect[1] for w in pages[0].shapes if isinstance(w, Words)))
        pages, drawn = with_tables(shrinks, tables([5]), ACROSS, DOWN)
        self.assertEqual((len(pages), drawn, foot(pages[0].shapes)), (2, 1, DOWN))

    def test_drawings_alone_and_tables_alone(self):
        pages, drawn = with_tables(lambda down: self.drawing(80.0), (), ACROSS, DOWN)
        self.assertEqual((len(pages), drawn), (1, 1))
        pages, drawn = with_tables(lambda down: [], tables([5]), ACROSS, DOWN)
        self.assertEqual((len(pages), drawn), (1, 0))
        self.assertEqual(with_tables(lambda down: [], (), ACROSS, DOWN), ([], 0))


if __name__ == "__main__":
    unittest.main()
