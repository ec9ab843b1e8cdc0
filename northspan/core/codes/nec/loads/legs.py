"""From VA to the amperes of two legs and their neutral."""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import zip_longest

from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Appliance

LEG_VOLTS = 120.0
OVER_A = 200.0
OVER_SHARE = 0.7


def whole_amps(amps: float) -> float:
    """Amperes with a part of less than one half dropped, from one half up raised. 220.5(B).

    >>> whole_amps(77.5), whole_amps(89.49)
    (78.0, 89.0)
    """
    return float(math.floor(amps + 0.5 + 1e-9))


@dataclass(frozen=True, slots=True)
class OnLeg:
    """A load that hangs on one leg: its name, leg, A, and whether a motor drives it."""

    name: str
    leg: str
    amps: float
    motor: bool = False


def on_legs(appliances: Iterable[Appliance], share: float = 1.0) -> tuple[OnLeg, ...]:
    """The 120 V appliances that were put on a leg, at ``share`` of their nameplate amperes."""
    return tuple(
        OnLeg(a.name, a.leg, share * (a.amps if a.amps is not None else (a.va or 0.0) / LEG_VOLTS), a.motor)
        for a in appliances
        if a.leg is not None
        for _ in range(a.count)
    )


def heavier_leg(shared_va: float, line_volts: float, placed: Iterable[OnLeg]) -> Figure:
    """Current (A) of the heavier leg: what both share over the line voltage, and what hangs on each leg.

    >>> heavier_leg(9600.0, 240.0, ()).value
    40.0
    """
    shared = shared_va / line_volts
    steps = [Step(f"{number(shared_va)} VA ÷ {number(line_volts)} V", shared, "A", "220.5(A)")]
    legs = {"A": shared, "B": shared}
    for load in placed:
        legs[load.leg] += load.amps
        steps.append(Step(f"Leg {load.leg}: {load.name}", load.amps, "A", "220.40"))
    if legs["A"] != legs["B"] or len(steps) > 1:
        steps += [Step(f"Leg {leg}", amps, "A", "sum") for leg, amps in legs.items()]
    return _rounded(max(legs.values()), steps)


def neutral(shared_va: float, line_volts: float, groups: Iterable[Sequence[OnLeg]], wye: bool) -> Figure:
    """Current (A) of the neutral: the greatest unbalance, 220.61.

    Loads that share both legs count by the line voltage. Loads put on legs are paired within their group, the
    largest of each leg with the largest of the other, and of each pair the larger counts: never less than the
    unbalance with any one of them off. The part above 200 A counts 70 %, which is closed where the legs are two
    phases of a wye, 220.61(B) and (C).

    >>> neutral(72000.0, 240.0, (), False).value, neutral(72000.0, 240.0, (), True).value
    (270.0, 300.0)
    """
    shared = shared_va / line_volts
    steps = [Step(f"{number(shared_va)} VA ÷ {number(line_volts)} V", shared, "A", "220.61(A)")]
    amps = shared
    for group in groups:
        for larger in _larger_of_pairs(group):
            amps += larger.amps
            steps.append(Step(f"Larger of a pair: {larger.name}", larger.amps, "A", "220.61(A)"))
    if amps > OVER_A and not wye:
        amps = OVER_A + OVER_SHARE * (amps - OVER_A)
        steps.append(Step("200 A, and 70 % of what is above", amps, "A", "220.61(B)(2)"))
    return _rounded(amps, steps)


def _larger_of_pairs(loads: Sequence[OnLeg]) -> Iterable[OnLeg]:
    by_size = sorted(loads, key=lambda load: -load.amps)
    a, b = ([load for load in by_size if load.leg == leg] for leg in ("A", "B"))
    for pair in zip_longest(a, b):
        yield max((load for load in pair if load is not None), key=lambda load: load.amps)


def _rounded(amps: float, steps: list[Step]) -> Figure:
    whole = whole_amps(amps)
    return Figure(whole, "A", (*steps, Step("To the nearest ampere", whole, "A", "220.5(B)")))
