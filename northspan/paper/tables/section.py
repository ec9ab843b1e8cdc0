"""A titled table of words, the same for every form it leaves in."""

from dataclasses import dataclass

from northspan.paper.drawing.shapes import Ink

Row = tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Section:
    """A titled table of words: ``head`` names the columns (all empty: no head), every row has as many cells; ``inks``
    is that of each row's first cell where it is not the usual one; ``by_hand`` leaves room in columns in which nothing
    stands yet.
    """

    title: str
    head: Row
    rows: tuple[Row, ...]
    inks: tuple[Ink, ...] = ()
    by_hand: bool = False

    def ink(self, row: int) -> Ink:
        """The ink of a row's first cell."""
        return self.inks[row] if self.inks else "ink"
