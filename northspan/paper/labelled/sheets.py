"""Common sheets of labels: how many stand where, in points."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

SheetName = Literal["letter-30", "letter-80", "a4-21", "a4-65"]
INCH, MM = 72.0, 72.0 / 25.4
LETTER, A4 = (8.5 * INCH, 11.0 * INCH), (210.0 * MM, 297.0 * MM)


@dataclass(frozen=True, slots=True)
class Sheet:
    """A sheet of labels: the page, columns and rows, the size of a label, where the first one is, steps (points)."""

    page: tuple[float, float]
    columns: int
    rows: int
    width: float
    height: float
    left: float
    top: float
    across: float
    down: float


SHEETS: Mapping[SheetName, Sheet] = {
    "letter-30": Sheet(LETTER, 3, 10, 2.625 * INCH, INCH, 0.1875 * INCH, 0.5 * INCH, 2.75 * INCH, INCH),
    "letter-80": Sheet(LETTER, 4, 20, 1.75 * INCH, 0.5 * INCH, 0.3 * INCH, 0.5 * INCH, 2.05 * INCH, 0.5 * INCH),
    "a4-21": Sheet(A4, 3, 7, 63.5 * MM, 38.1 * MM, 7.2 * MM, 15.15 * MM, 66.0 * MM, 38.1 * MM),
    "a4-65": Sheet(A4, 5, 13, 38.1 * MM, 21.2 * MM, 4.65 * MM, 10.7 * MM, 40.6 * MM, 21.2 * MM),
}
