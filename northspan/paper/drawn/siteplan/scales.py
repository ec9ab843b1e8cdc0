"""The scales of a site plan: those on a scale rule, for feet and for metres."""

from dataclasses import dataclass

from northspan.core.figures.units import UnitsName
from northspan.paper.drawing.shapes import Real

INCH_MM = 25.4
FEET_TO_AN_INCH = (10, 20, 30, 40, 50, 60, 100, 200, 300, 400, 500, 600, 1000, 2000, 4000, 8000, 20_000)
ONE_TO = (50, 100, 200, 250, 500, 1000, 2000, 2500, 5000, 10_000, 20_000, 50_000, 100_000)


@dataclass(frozen=True, slots=True)
class Scale:
    """A scale: in words, what it makes of the ground, and a round length (in the job's unit) for its bar."""

    words: str
    real: Real
    bar: float


def scale_for(units: UnitsName, wide: float, high: float, across: float, down: float) -> Scale:
    """The largest scale at which a ground of ``wide`` by ``high`` (ft or m) fits a room of ``across`` by ``down`` (mm).

    >>> scale_for("us", 400.0, 200.0, 250.0, 170.0).words
    '1 in = 50 ft'
    """
    if units == "us":
        every = [Scale(f"1 in = {n} ft", Real(INCH_MM / n, "ft"), float(n)) for n in FEET_TO_AN_INCH]
    else:
        every = [Scale(f"1:{n}", Real(1000.0 / n, "m"), n / 40.0) for n in ONE_TO]
    fitting = (s for s in every if wide * s.real.mm <= across and high * s.real.mm <= down)
    return next(fitting, every[-1])
