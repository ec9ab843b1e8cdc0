"""A scale of wire sizes: their order from thin to thick, the area of each, and how each is said.

A scale is a data file. Nothing else compares two sizes: a gauge falls as the wire grows, an area rises with it.
"""

import csv
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True, eq=False)
class Scale:
    """One scale. ``sizes`` stand from thin to thick; a size is a string as the trade writes it ("1/0", "2.5")."""

    id: str
    title: str
    source: str
    unit: str
    area_unit_mm2: float
    sizes: tuple[str, ...]
    _rank: Mapping[str, int]
    _area: Mapping[str, float]
    _spoken: Mapping[str, str]

    def __contains__(self, size: object) -> bool:
        """Whether the scale has that size."""
        return size in self._rank

    def rank(self, size: str) -> int:
        """Place of a size from thin (0) to thick. Raises ValueError for a string that is no size of this scale.

        >>> sorted(["1/0", "14", "250", "1", "4/0"], key=scale("awg").rank)
        ['14', '1', '1/0', '4/0', '250']
        >>> sorted(["10", "2.5", "120"], key=scale("metric").rank)
        ['2.5', '10', '120']
        """
        try:
            return self._rank[size]
        except KeyError:
            raise ValueError(f"{size!r} is not a wire size") from None

    def area(self, size: str) -> float:
        """Area of the metal in the scale's own unit (circular mils, mm²).

        >>> scale("awg").area("250"), round(scale("awg").area("4/0")), scale("metric").area("2.5")
        (250000.0, 211600, 2.5)
        """
        return self._area[size]

    def area_mm2(self, size: str) -> float:
        """Area (mm²) of the metal, comparable between scales.

        >>> round(scale("awg").area_mm2("4/0"), 1), round(scale("awg").area_mm2("250"), 1)
        (107.2, 126.7)
        """
        return self.area_unit_mm2 * self._area[size]

    def larger(self, a: str, b: str) -> str:
        """The thicker of two sizes.

        >>> scale("awg").larger("6", "1/0"), scale("metric").larger("6", "10")
        ('1/0', '10')
        """
        return a if self.rank(a) >= self.rank(b) else b

    def smaller(self, a: str, b: str) -> str:
        """The thinner of two sizes.

        >>> scale("awg").smaller("6", "1/0")
        '6'
        """
        return a if self.rank(a) <= self.rank(b) else b

    def spoken(self, size: str, metal: str = "") -> str:
        """A size with its unit, and its metal where one is given, as it is said at the counter.

        >>> scale("awg").spoken("3/0", "al"), scale("awg").spoken("250", "cu"), scale("metric").spoken("2.5")
        ('3/0 al', '250 kcmil cu', '2.5 mm²')
        """
        said = self._spoken[size]
        return f"{said} {metal}" if metal else said


@cache
def scale(scale_id: str) -> Scale:
    """A scale by id. Raises FileNotFoundError for one that has no data file."""
    text = (files("northspan.core.figures.sizes") / "tables" / f"{scale_id}.csv").read_text("utf-8")
    head = dict(line[2:].split(": ", 1) for line in text.splitlines() if line.startswith("# "))
    rows = list(csv.DictReader(line for line in text.splitlines() if not line.startswith("#")))
    sizes = tuple(row["size"] for row in rows)
    return Scale(
        head["id"],
        head["title"],
        head["source"],
        head["unit"],
        float(head["area_unit_mm2"]),
        sizes,
        {size: place for place, size in enumerate(sizes)},
        {row["size"]: float(row["area"]) for row in rows},
        {row["size"]: row["spoken"] for row in rows},
    )
