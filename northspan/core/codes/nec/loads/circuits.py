"""The load of one branch circuit: nameplates, and household cooking by note 4 of Table 220.55."""

from collections.abc import Sequence

from northspan.core.codes.nec.loads import demand, nameplates
from northspan.core.job import Appliance
from northspan.core.question import Least
from northspan.core.working import Step

RANGE_FROM_VA = 8750.0
RANGE_LEAST_A = 40.0
PIECES_AS_ONE = 3


def circuit_va(appliances: Sequence[Appliance], line_volts: float) -> tuple[float, tuple[Step, ...]]:
    """Load (VA) of a circuit that serves these appliances.

    A range of 8.75 kW or more counts as the table has one range; so do a cooktop and up to two ovens on the circuit,
    their nameplates together. A single smaller oven or cooktop, and anything else, counts its nameplate.

    >>> circuit_va([Appliance(id="r", name="Range", kind="range", va=12000)], 240.0)[0]
    8000.0
    """
    cooking = nameplates.of_kind(appliances, "range")
    others = [a for a in appliances if a.kind != "range"]
    va = sum(a.count * _nameplate(a, line_volts) for a in others)
    steps = tuple(Step(_words(a), a.count * _nameplate(a, line_volts), "VA", "nameplate") for a in others)
    if not cooking:
        return va, steps
    together = nameplates.total_va(cooking, line_volts)
    pieces = sum(a.count for a in cooking)
    steps = (*steps, *nameplates.steps(cooking, line_volts))
    one_range = together >= RANGE_FROM_VA if pieces == 1 else pieces <= PIECES_AS_ONE
    if not one_range:
        return va + together, steps
    counted, range_steps = demand.ranges([together])
    return va + counted, (*steps, Step("As one range", together, "VA", "220.55 note 4"), *range_steps)


def least_for_cooking(cooking_va: float) -> Least | None:
    """A circuit of a household range of 8.75 kW or more is of 40 A at least. 210.19."""
    if cooking_va < RANGE_FROM_VA:
        return None
    return Least(RANGE_LEAST_A, "a range of 8.75 kW or more has 40 A at least", "210.19, household ranges")


def _nameplate(appliance: Appliance, line_volts: float) -> float:
    """VA of one; the 7200 VA of 220.57 are for a feeder, a charger's own circuit goes by its nameplate, 625.42."""
    if appliance.va is not None:
        return appliance.va
    return (appliance.amps or 0.0) * (120.0 if appliance.volts == 120 else line_volts)


def _words(appliance: Appliance) -> str:
    return f"{appliance.count} × {appliance.name}" if appliance.count > 1 else appliance.name
