"""A reading of electrodes: its ohms, and what of how it was taken is not on record."""

from collections.abc import Sequence

from northspan.core.figures.working import number
from northspan.core.physics.earth.fall import FallCurve, judge_fall
from northspan.core.property.whole.measured import Measured, standing

# Two lines at right angles that differ by more than this (share) do not lie in earth alone.
LINES_AGREE = 0.10
LIFTED_UNSAID = (
    "say whether the electrode was lifted off the neutral and all that is bonded to it: with that on, the utility's "
    "earth is read beside it, and this is not held against the soil"
)
STILL_ON = "read with the neutral still on: the utility's ground is in parallel with it. Power off, lift it, read again"
ONE_LINE = (
    "one line of probes: metal in the soil along it can read level, and a quarter off; a second at right angles tells"
)


def electrode_value(each: Measured, curve: FallCurve | None = None) -> float | None:
    """Ohms of a reading of electrodes: as its curve is judged, else as it was written; None where it is not judged."""
    if each.fall is None:
        return each.value
    return (curve or curve_of(each)).ohms


def curve_of(each: Measured) -> FallCurve:
    """The curve of a fall of potential. Raises ValueError where the reading is none."""
    if each.fall is None:
        raise ValueError("no fall of potential")
    shares = [at / each.fall.far_m for at, _ in each.fall.points]
    return judge_fall(shares, [ohm for _, ohm in each.fall.points])


def lines_wanting(each: Measured, ohms: float, readings: Sequence[Measured]) -> tuple[str, bool]:
    """What is wanting of how electrodes were read (in words; empty: nothing), and whether they can be held against the
    soil by it: lifted off the neutral, and no other than along the line at right angles.

    >>> first, across = (Measured(n, "electrode", "house", "fall", 20.0 + n, "R. Vale", "2026-11-02T10:00",
    ...                           lifted=True, line=line) for n, line in ((1, "first"), (2, "across")))
    >>> lines_wanting(first, 21.0, (first, across)), lines_wanting(first, 21.0, (first,))[1]
    (('', True), True)
    """
    if not each.lifted:
        return (LIFTED_UNSAID if each.lifted is None else STILL_ON), False
    crossing = (
        other
        for other in standing(tuple(readings))
        if (other.what, other.at) == (each.what, each.at) and "across" in (each.line, other.line)
        and each.line != other.line and other.lifted
    )  # fmt: skip
    others = [value for other in crossing if (value := electrode_value(other)) is not None]
    if not others:
        return ONE_LINE, True
    apart = max(others, key=lambda value: abs(value - ohms))
    if abs(apart - ohms) > LINES_AGREE * max(apart, ohms):
        return (
            f"along the other line {number(round(apart, 1))} ohm is read: metal in the soil lies along one of them. "
            "Read a third, away from pipes and fences"
        ), False
    return "", True
