"""What all readings of electrodes show together: by soil and season, and computed against measured."""

import math
from collections.abc import Iterator, Sequence

from northspan.core.readings.logbook.soils import EarthReading
from northspan.paper.drawing.shapes import Circle, Drawing, Path, Shape, Words

WIDE, TALL = 110.0, 66.0
LEFT, TOP, RIGHT, LOW = 14.0, 9.0, 4.0, 9.0
SIZE = 2.5
MONTHS = "JFMAMJJASOND"
# Soils told apart by shape, not by colour: a mark each, in the order in which they come.
MARKS = ("round", "square", "up", "cross", "down", "diamond")


def soil_and_season(readings: Sequence[EarthReading]) -> Drawing:
    """Ohms by month, each soil with a mark of its own, on a scale of tens."""
    return Drawing("Electrodes by soil and season", WIDE, TALL, tuple(_seasons(readings)))


def computed_against_measured(readings: Sequence[EarthReading]) -> Drawing:
    """Every reading over what was computed for it, both on a scale of tens; on the line they are alike."""
    return Drawing("Computed against measured", WIDE, TALL, tuple(_against(readings)))


def _seasons(readings: Sequence[EarthReading]) -> Iterator[Shape]:
    low, high = _tens([r.measured for r in readings])
    yield from _frame("ohm measured, by month", low, high)
    for month, letter in enumerate(MONTHS, 1):
        yield Words(_month(month), TALL - LOW + 4.2, letter, SIZE, "figures", "middle", "quiet")
    soils = list(dict.fromkeys(sorted(r.soil for r in readings)))
    for each in readings:
        yield from _mark(MARKS[soils.index(each.soil) % len(MARKS)], _month(each.month), _up(each.measured, low, high))
    yield from _legend(soils)


def _against(readings: Sequence[EarthReading]) -> Iterator[Shape]:
    low, high = _tens([v for r in readings for v in (r.measured, r.computed)])
    yield from _frame("ohm measured, over ohm computed", low, high)
    for ten in range(low, high + 1):
        yield Words(_along(10.0**ten, low, high), TALL - LOW + 4.2, f"{10**ten:g}", SIZE, "figures", "middle", "quiet")
    ends = [(_along(v, low, high), _up(v, low, high)) for v in (10.0**low, 10.0**high)]
    yield Path(tuple(ends), "rules", "thin", dashed=True, ink="quiet")
    soils = list(dict.fromkeys(sorted(r.soil for r in readings)))
    for each in readings:
        mark = MARKS[soils.index(each.soil) % len(MARKS)]
        yield from _mark(mark, _along(each.computed, low, high), _up(each.measured, low, high))
    yield from _legend(soils)


def _tens(values: Sequence[float]) -> tuple[int, int]:
    """The powers of ten that hold every value."""
    low = math.floor(math.log10(min(values, default=1.0)))
    return low, max(low + 1, math.ceil(math.log10(max(values, default=10.0))))


def _frame(title: str, low: int, high: int) -> Iterator[Shape]:
    yield Words(LEFT, 4.4, title, 3.0, "strong")
    yield Path(((LEFT, TOP), (LEFT, TALL - LOW), (WIDE - RIGHT, TALL - LOW)), "ground", "line")
    for ten in range(low, high + 1):
        y = _up(10.0**ten, low, high)
        yield Path(((LEFT, y), (WIDE - RIGHT, y)), "rules", "thin", ink="rule")
        yield Words(LEFT - 1.2, y + 0.9, f"{10.0**ten:g}", SIZE, "figures", "end", "quiet")


def _up(value: float, low: int, high: int) -> float:
    share = (math.log10(value) - low) / (high - low)
    return TALL - LOW - share * (TALL - LOW - TOP)


def _along(value: float, low: int, high: int) -> float:
    return LEFT + 2.0 + (math.log10(value) - low) / (high - low) * (WIDE - RIGHT - LEFT - 4.0)


def _month(month: int) -> float:
    return LEFT + (month - 0.5) / 12.0 * (WIDE - RIGHT - LEFT)


def _mark(kind: str, x: float, y: float, r: float = 1.0) -> Iterator[Shape]:
    if kind == "round":
        yield Circle(x, y, r, "runs", "line")
        return
    if kind == "cross":
        yield Path(((x - r, y - r), (x + r, y + r)), "runs")
        yield Path(((x - r, y + r), (x + r, y - r)), "runs")
        return
    corners = {
        "square": ((-r, -r), (r, -r), (r, r), (-r, r)), "up": ((0.0, -r), (r, r), (-r, r)),
        "down": ((0.0, r), (r, -r), (-r, -r)), "diamond": ((0.0, -r), (r, 0.0), (0.0, r), (-r, 0.0)),
    }[kind]  # fmt: skip
    yield Path(tuple((x + dx, y + dy) for dx, dy in corners), "runs", closed=True)


def _legend(soils: Sequence[str]) -> Iterator[Shape]:
    x = LEFT + 2.0
    for at, soil in enumerate(soils):
        yield from _mark(MARKS[at % len(MARKS)], x, TOP - 2.0, 0.9)
        yield Words(x + 1.8, TOP - 1.2, soil, SIZE)
        x += 6.0 + 1.35 * len(soil)
