"""A four-pin survey of the soil read from CSV text: spacing and ohms row by row, every unreadable row named."""

from dataclasses import dataclass

from northspan.core.figures.units import FOOT_M, METRIC, US, Units
from northspan.text.delimited import BrokenRow, Unreadable, delimiter, named, table
from northspan.text.numbers import NotANumber, read_number

MOST_READINGS = 60
HEADINGS = (
    (METRIC.length, ("m", "metre", "metres", "meter", "meters")),
    (US.length, ("ft", "foot", "feet")),
)
LEAST_M, WIDEST_M = 0.1 * FOOT_M, 2000.0 * FOOT_M
LEAST_OHM, MOST_OHM = 0.001, 100_000.0


class NotASurvey(Unreadable):
    """The text holds no reading at all; the message says why, in words."""


@dataclass(frozen=True, slots=True)
class Reading:
    """One reading: spacing of the pins (in the length that is told) and what the meter showed (ohm)."""

    spacing: float
    ohm: float


@dataclass(frozen=True, slots=True)
class Survey:
    """A survey read: its readings by spacing, and the rows that were not counted."""

    readings: tuple[Reading, ...]
    broken: tuple[BrokenRow, ...]


def read_survey(text: str, told: Units) -> Survey:
    """Read spacing and ohms from the first two columns, into the length that is told; a heading that says m or ft has
    its spacings in those.

    Raises NotASurvey where no row can be read.

    >>> from northspan.core.figures.units import US
    >>> found = read_survey("spacing m,ohm\\n3.048,5.0\\n6.096,oops\\n", US)
    >>> found.readings[0].spacing, found.readings[0].ohm, found.broken[0].line
    (10.0, 5.0, 3)
    """
    rows, metric = list(table(text, delimiter(text))), told.id == "metric"
    first = rows[0][1] if rows else []
    heading = first[0].lower() if first and _number(first[0], metric) is None else ""
    words = heading.replace("(", " ").replace(")", " ").replace(",", " ").split()
    headed = next((unit for unit, names in HEADINGS if any(w in names for w in words)), told.length)
    readings: dict[float, Reading] = {}
    broken: list[BrokenRow] = []
    for line, cells in rows:
        if (line == 1 and heading) or not any(cell.strip() for cell in cells):
            continue
        values = [_number(cell, metric) for cell in cells[:2]]
        if len(values) < 2 or values[0] is None or values[1] is None:
            broken.append(BrokenRow(line, "needs a spacing and a figure in ohms, thousands without a comma"))
            continue
        spacing_m, ohm = headed.si(values[0]), values[1]
        spacing = told.length.of(spacing_m)
        if not (LEAST_M <= spacing_m <= WIDEST_M and LEAST_OHM <= ohm <= MOST_OHM):
            broken.append(BrokenRow(line, "a spacing or an ohm reading that cannot be"))
        elif spacing in readings:
            broken.append(BrokenRow(line, f"spacing {spacing:g} {told.length.sign} is there already"))
        elif len(readings) == MOST_READINGS:
            broken.append(BrokenRow(line, f"more than {MOST_READINGS} readings"))
        else:
            readings[spacing] = Reading(spacing, ohm)
    if not readings:
        raise NotASurvey("No row holds a spacing and a figure in ohms, side by side.")
    return Survey(tuple(readings[a] for a in sorted(readings)), named(broken))


def _number(cell: str, metric: bool) -> float | None:
    try:
        return read_number(cell, metric)
    except NotANumber:
        return None
