"""The shop's formula for the drop, 2 K I L / CM, beside the exact one: a cross-check that decides nothing."""

from northspan.core.codes.nec.data import AWG, PROPERTIES
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import Figure, Step, number
from northspan.core.run.question import RunQuestion
from northspan.core.run.rung import Rung

K_OHM_CMIL_FT = {"cu": 12.9, "al": 21.2}


def constant_k(q: RunQuestion, rung: Rung) -> Figure:
    """Drop (%) of a rung by constant K, with its working."""
    k = K_OHM_CMIL_FT[q.metal]
    mils = PROPERTIES.read(rung.size, "cmil", f"Circular mils of {AWG.spoken(rung.size, q.metal)}")
    volts = constant_k_drop(q.carried_a / q.sets, q.length_m / FOOT_M, float(mils.value or 0.0), k)
    pct = 100.0 * volts / q.wiring.volts
    what = f"2 × {number(k)} × {number(q.carried_a / q.sets)} A × {number(q.length_m / FOOT_M)} ft / circular mils"
    return Figure(
        pct,
        "%",
        (
            mils,
            Step(what, volts, "V", "constant-K formula, approximate: a cross-check only"),
            Step(f"Of {number(q.wiring.volts)} V", pct, "%", "constant-K formula"),
        ),
    )


def constant_k_drop(amps: float, length_ft: float, circular_mils: float, k_ohm_cmil_ft: float) -> float:
    """Approximate drop (V) of a two-wire run by the shop formula 2 K I L / CM; a cross-check only.

    ``k_ohm_cmil_ft`` is the resistance of one circular mil-foot (ohm): near 12.9 copper, 21.2 aluminium, 75 C.

    >>> round(constant_k_drop(88.0, 310.0, 167800.0, 21.2), 3)
    6.893
    """
    return 2.0 * k_ohm_cmil_ft * amps * length_ft / circular_mils
