"""How far and how much: the length and the load at which a size comes to its limits."""

import math

from northspan.core.codes.cec.data import AWG
from northspan.core.codes.cec.sizing import ampacity, overcurrent
from northspan.core.codes.cec.sizing.rungs import PARALLEL_FROM, SLACK, Rung, Setting
from northspan.core.physics.line import Line
from northspan.core.physics.voltage_drop import longest_m, most_amps


def max_length_m(s: Setting, rung: Rung) -> float:
    """One-way length (m) at which the drop reaches its limit at this load. 8-102."""
    case = s.case
    line = Line(ampacity.impedance(case.metal, rung.size, case.raceway), 1.0, case.sets)
    return longest_m(case.volts, case.amps, case.pf, line, case.drop_pct)


def max_amps(s: Setting, rung: Rung) -> float:
    """Greatest load (A), its continuous share held, that passes everything on this size at this length; columns and
    limits stay as the case fixed them. 0 where nothing does.
    """
    case = s.case
    if rung.allowed_a <= 0.0 or (case.sets > 1 and AWG.rank(rung.size) < AWG.rank(PARALLEL_FROM)):
        return 0.0
    own, small = rung.table39_a or 0.0, overcurrent.small_conductor_limit(case.metal, rung.size)
    device_most = min(overcurrent.largest_device(rung.allowed_a), math.inf if small is None else small)
    growth = s.design_a / case.amps
    most = min(max(rung.termination_a, own) / growth, max(rung.derated_a, own))
    if case.lock_breaker is None:
        most = min(most, overcurrent.largest_usual(device_most) / growth)
    elif case.lock_breaker > device_most + SLACK:
        return 0.0
    if not case.no_drop and rung.line is not None:
        most = min(most, most_amps(case.volts, case.pf, rung.line.loop, case.drop_pct))
    return most
