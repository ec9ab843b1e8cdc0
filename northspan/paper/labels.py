"""How figures are named and written on paper."""

import math

from northspan.core.figures.places import PLACES
from northspan.core.figures.working import Figure, Value

CAUTION = (
    "A planning aid. The adopted local code and the inspector decide. "
    "The work is for licensed people, with the power off, locked out and proved dead."
)


def written(value: Value, unit: str) -> str:
    """A value with its unit as it is written on paper; a dash for no answer.

    >>> written(155.0, "A"), written(2.9599, "%"), written("3/0", "size"), written(None, "A")
    ('155 A', '2.96 %', '3/0', '—')
    >>> written(20.29834, "ohm"), written(0.08061, "ohm"), written(175.48, "ohm")
    ('20.3 ohm', '0.0806 ohm', '175.5 ohm')
    """
    if value is None:
        return "—"
    if isinstance(value, str):
        return f"{value} in" if unit == "in" else value
    places = PLACES.get(unit, 4)
    if value and (unit == "ohm" or unit not in PLACES):
        # Four figures count: what comes out of the ground is not known nearer.
        places = max(0, min(places, 3 - math.floor(math.log10(abs(value)))))
    shown = f"{value:,.{places}f}"
    if (unit in ("A", "ohm") or unit not in PLACES) and "." in shown:
        shown = shown.rstrip("0").rstrip(".")
    return shown if unit in ("factor", "share", "") else f"{shown} {unit.replace('in2', 'in²')}"


def cited(found: Figure) -> str:
    """The sections and formulas behind a figure, each once."""
    return ", ".join(dict.fromkeys(step.cite for step in found.steps if step.cite not in ("", "sum")))


def figure(found: Figure | None) -> str:
    """A figure as it is written on paper."""
    return "—" if found is None else written(found.value, found.unit)
