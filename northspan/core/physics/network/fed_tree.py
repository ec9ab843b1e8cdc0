"""Voltages of a tree of short lines, each load's current at its own angle. Belongs to no code book.

Notes
-----
A load is a constant current at a lagging power factor, measured against the voltage where it stands; the voltage behind
a line is the voltage ahead of it less I Z, as phasors, and the current of a line is the sum of what lies beyond it.
Solved by sweeping: currents from the far ends inward at the voltages known so far, then voltages outward, until nothing
moves.

References
----------
Shirmohammadi, D., Hong, H. W., Semlyen, A. and Luo, G. X., A Compensation-Based Power Flow Method for Weakly Meshed
Distribution and Transmission Networks, IEEE Transactions on Power Systems 3 (1988), the backward and forward sweep.
"""

import cmath
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

SWEEPS = 60
STILL = 1e-10


@dataclass(frozen=True, slots=True)
class Span:
    """A line from ``start`` to ``end``: its loop (ohm), nominal volts, its current (A) and power factor in all.

    ``scale`` is what its drop is judged at over that current, ``winding`` the series impedance of a transformer that it
    starts from (ohm at its own volts), ``ratio`` its volts over those of what feeds that transformer, else 1.
    """

    start: str
    end: str
    loop: complex
    volts: float
    amps: float
    pf: float
    scale: float = 1.0
    winding: complex = 0j
    ratio: float = 1.0


def shares(spans: Sequence[Span], sources: Sequence[str]) -> Mapping[str, complex] | None:
    """Voltage of every point of a tree of lines.

    Parameters
    ----------
    spans : Sequence[Span]
        The lines, each after the one that feeds it.
    sources : Sequence[str]
        The points that hold their nominal voltage.

    Returns
    -------
    Mapping[str, complex] | None
        Share of nominal by point, as phasors; None where the lines cannot carry these currents.

    Examples
    --------
    >>> line = Span("a", "b", 0.0806 + 0.02604j, 240.0, 88.0, 1.0)
    >>> round(240.0 * abs(shares([line], ["a"])["b"]), 3)
    232.896
    """
    found: dict[str, complex] = dict.fromkeys(sources, 1.0 + 0j)
    for span in spans:
        found[span.end] = found.get(span.start, 1.0 + 0j)
    beyond: dict[str, list[Span]] = {}
    for span in spans:
        beyond.setdefault(span.start, []).append(span)
    own = {span.end: _own(span, beyond.get(span.end, ())) for span in spans}
    for _ in range(SWEEPS):
        currents: dict[str, complex] = {}
        for span in reversed(spans):
            amps, pf, part = own[span.end]
            here = amps * cmath.rect(1.0, cmath.phase(found[span.end]) - math.acos(pf))
            currents[span.end] = here + part * sum(s.ratio * currents[s.end] for s in beyond.get(span.end, ()))
        # What leaves one winding drops in it together.
        through = {at: sum(s.scale * currents[s.end] for s in leaving) for at, leaving in beyond.items()}
        moved = 0.0
        for span in spans:
            ahead = found[span.start] - through[span.start] * span.winding / span.volts
            now = ahead - span.scale * currents[span.end] * span.loop / span.volts
            if now.real <= 0.0:
                return None
            moved = max(moved, abs(now - found[span.end]))
            found[span.end] = now
        if moved < STILL:
            return found
    return None


def _own(span: Span, beyond: Sequence[Span]) -> tuple[float, float, float]:
    """What hangs at the end of a span itself (A, power factor), and the part of what lies beyond that counts: less than
    all of it where the span is entered at less than their sum.
    """
    far = sum(s.ratio * s.amps for s in beyond)
    if far > span.amps:
        return 0.0, 1.0, span.amps / far
    amps = span.amps - far
    if amps <= 1e-9:
        return 0.0, 1.0, 1.0
    real = span.amps * span.pf - sum(s.ratio * s.amps * s.pf for s in beyond)
    return amps, min(1.0, max(0.0, real / amps)), 1.0
