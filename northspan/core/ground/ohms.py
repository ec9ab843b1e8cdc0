"""Ohms of a place's electrodes: each by its formula, all of them joined, in a band with its chance."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from northspan.core.ground.answer import RodsByThumb
from northspan.core.ground.soils import PlaceSoil
from northspan.core.job.grounding import Electrode
from northspan.core.physics import electrodes as formulas
from northspan.core.physics.data import BARE_WIRE, RODS_BY_THUMB
from northspan.core.physics.soil import Soil
from northspan.core.units import FOOT_M, INCH_M
from northspan.core.working import Figure, Step, number

# What stands for a dimension that is not on record: the least the code book takes, and common sizes.
ROD_FT, ROD_IN, SPACING_FT = 8.0, 0.625, 6.0
PIPE_IN, STRUCTURE_IN, WATER_PIPE_IN, BAR_IN = 1.05, 8.0, 1.125, 0.5
PLATE_FT2, BURIED_IN, WATER_DEPTH_IN = 2.0, 30.0, 36.0
LENGTH_FT = {
    "rod": ROD_FT, "pipe": ROD_FT, "ring": 100.0, "strip": 20.0, "concrete-encased": 20.0, "water-pipe": 10.0,
    "structural-metal": 10.0, "gas-pipe": 10.0,
}  # fmt: skip
ROUND_IN = {"rod": ROD_IN, "pipe": PIPE_IN, "structural-metal": STRUCTURE_IN, "water-pipe": WATER_PIPE_IN}
COVER_IN = 2.0
RING_WIRE = "2"
APART_FT = 16.0
# A rod that slants more than this is reckoned as if it slanted so much.
FLATTEST_DEG = 80.0


@dataclass(frozen=True, slots=True)
class Grounded:
    """One electrode group worked out: where its parts stand (ft), ohms at the middle of the soil's band."""

    electrode: Electrode
    at_ft: tuple[tuple[float, float], ...]
    ohms: Figure


def length_ft(e: Electrode) -> float:
    """Length in the earth (ft), the common one where it is not on record."""
    return e.length_ft if e.length_ft is not None else LENGTH_FT.get(e.kind, 0.0)


def radius_in(e: Electrode) -> float:
    """Radius (in) of a rod, bar or wire, the common one where it is not on record."""
    if e.diameter_in is not None:
        return e.diameter_in / 2.0
    if e.kind in ROUND_IN:
        return ROUND_IN[e.kind] / 2.0
    if e.kind == "concrete-encased" and e.wire_size is None:
        return BAR_IN / 2.0
    return (BARE_WIRE.number(e.wire_size or RING_WIRE, "diam_in") or 0.0) / 2.0


def depth_in(e: Electrode) -> float:
    """Depth (in) of what lies flat."""
    if e.depth_in is not None:
        return max(e.depth_in, 1.0)
    return WATER_DEPTH_IN if e.kind == "water-pipe" else BURIED_IN


def positions(e: Electrode, origin: tuple[float, float]) -> tuple[tuple[float, float], ...]:
    """Where the parts of a group stand (ft east, ft north): a row eastward, or a ring, from its first one."""
    x = e.x_ft if e.x_ft is not None else origin[0]
    y = e.y_ft if e.y_ft is not None else origin[1]
    apart = e.spacing_ft or SPACING_FT
    if e.layout == "row" or e.count < 3:
        return tuple((x + i * apart, y) for i in range(e.count))
    r = apart / (2.0 * math.sin(math.pi / e.count))
    turns = [2.0 * math.pi * i / e.count for i in range(e.count)]
    return tuple((x + r * (math.cos(t) - 1.0), y + r * math.sin(t)) for t in turns)


@lru_cache(maxsize=4096)
def ohms_of(e: Electrode, soil: Soil) -> tuple[float, str, str]:
    """Ohms of one group in a soil, how it was reckoned and by which formula."""
    long_m, radius_m, deep_m = length_ft(e) * FOOT_M, radius_in(e) * INCH_M, depth_in(e) * INCH_M
    if e.kind in ("rod", "pipe", "structural-metal") and e.placing != "trench":
        slant = min(e.slant_deg or 0.0, FLATTEST_DEG) if e.placing == "slanted" else 0.0
        upright = long_m * math.cos(math.radians(slant))
        at = [(x * FOOT_M, y * FOOT_M) for x, y in positions(e, (0.0, 0.0))]
        ohms = formulas.rods_ohms(soil, upright, radius_m, at)
        spaced = f", {number(e.spacing_ft or SPACING_FT)} ft apart" if e.count > 1 else ""
        what = f"{e.count} × {number(length_ft(e))} ft, {number(2.0 * radius_in(e))} in thick{spaced}"
        return ohms, what, "ρ/(2πL) (ln(4L/a) − 1), Dwight; Sunde"
    extent = max(long_m, deep_m, 0.3)
    rho = formulas.seen_resistivity(soil, extent)
    if e.kind == "plate":
        area = (e.area_ft2 or PLATE_FT2) / 2.0 * FOOT_M * FOOT_M
        one = formulas.plate_ohms(formulas.seen_resistivity(soil, math.sqrt(area)), area, deep_m)
        what, cite = f"{number(e.area_ft2 or PLATE_FT2)} ft² exposed", "ρ/8a + ρ/4πs (1 + 7a²/24s²), Dwight"
        return _row(one, rho, e), what, cite
    if e.kind == "ring":
        return (
            formulas.ring_ohms(rho, long_m, radius_m, deep_m),
            f"{number(length_ft(e))} ft round",
            "ρ/(2π²D) (ln(8D/d) + ln(4D/s)), Dwight",
        )
    if e.kind == "concrete-encased" and e.stands_in_footing:
        cover_m = (e.cover_in or COVER_IN) * INCH_M
        ohms = formulas.encased_rod_ohms(soil, long_m, radius_m, cover_m)
        return ohms, f"{number(length_ft(e))} ft upright in concrete", "shell of concrete + rod; Fagan and Lee"
    if e.kind == "concrete-encased":
        ohms = formulas.encased_ohms(rho, long_m, radius_m, (e.cover_in or COVER_IN) * INCH_M, deep_m)
        return ohms, f"{number(length_ft(e))} ft in concrete", "shell of concrete + strip; Fagan and Lee, Dwight"
    one = formulas.strip_ohms(rho, long_m, radius_m, deep_m)
    what = f"{number(length_ft(e))} ft lying {number(depth_in(e))} in deep"
    return _row(one, rho, e), what, "ρ/(2πL) (f(L/a) + f(L/2h)), Dwight"


def _row(one: float, rho: float, e: Electrode) -> float:
    """Several alike that lie in a row: each as a point for the others, ρ/2πd."""
    at = positions(e, (0.0, 0.0))
    return _joined([one] * e.count, at, rho)


def _joined(ohms: Sequence[float], at: Sequence[tuple[float, float] | None], rho: float) -> float:
    """Electrodes at one potential: own resistance on the diagonal, ρ/2πd beside it, never more than either's own.

    What comes out lies between all of them in parallel, as if none felt another, and the best of them alone.
    """
    n = len(ohms)
    z = np.diag(np.asarray(ohms, dtype=float))
    for i in range(n):
        for j in range(i):
            a, b = at[i], at[j]
            apart = APART_FT if a is None or b is None else max(math.dist(a, b), 1.0)
            z[i, j] = z[j, i] = min(rho / (2.0 * math.pi * apart * FOOT_M), 0.9 * min(ohms[i], ohms[j]))
    found = float(1.0 / np.linalg.solve(z, np.ones(n)).sum())
    return min(max(found, formulas.parallel_ohms(ohms)), min(ohms))


def grounded(e: Electrode, soil: PlaceSoil, origin: tuple[float, float]) -> Grounded:
    """One electrode group with its ohms and their working."""
    at = positions(e, origin)
    if e.measured_ohm is not None:
        return Grounded(e, at, Figure(e.measured_ohm, "ohm", (Step("As tested", e.measured_ohm, "ohm", "entered"),)))
    ohms, what, cite = ohms_of(e, soil.middle)
    return Grounded(e, at, Figure(ohms, "ohm", (soil.step, Step(what, ohms, "ohm", cite))))


def together(parts: Sequence[Grounded], soil: PlaceSoil) -> tuple[Figure, float, float]:
    """All electrodes of a place joined: ohms at the middle with working, at the low and at the high end of the soil."""
    low, middle, high = (_at_share(parts, soil, share) for share in (-1.0, 0.0, 1.0))
    steps = tuple(step for part in parts for step in part.ohms.steps)
    if len(parts) > 1:
        words = " with ".join(f"{number(part.ohms.value)}" for part in parts if isinstance(part.ohms.value, float))
        placed = all(part.electrode.x_ft is not None for part in parts)
        where = "" if placed else f", taken {number(APART_FT)} ft apart where the plan does not say"
        steps = (*steps, Step(f"Joined: {words} ohm{where}", middle, "ohm", "1 ÷ Σ Z⁻¹, ρ/2πd between"))
    return Figure(middle, "ohm", steps), low, high


def _at_share(parts: Sequence[Grounded], soil: PlaceSoil, share: float) -> float:
    here = soil.at(share)
    each = [p.electrode.measured_ohm or ohms_of(p.electrode, here)[0] for p in parts]
    at = [p.at_ft[0] if p.electrode.x_ft is not None else None for p in parts]
    return each[0] if len(each) == 1 else _joined(each, at, formulas.seen_resistivity(here, APART_FT * FOOT_M))


def rods_by_thumb(soil: PlaceSoil, spacing_ft: float) -> tuple[RodsByThumb, ...]:
    """One to four common rods in a row ``spacing_ft`` apart: ohms computed beside the trade's rule of thumb."""
    found: list[RodsByThumb] = []
    for row in RODS_BY_THUMB.rows:
        many = int(row)
        rods = Electrode(id="rods", kind="rod", count=many, spacing_ft=spacing_ft)
        ohms, what, cite = ohms_of(rods, soil.middle)
        computed = Figure(ohms, "ohm", (soil.step, Step(what, ohms, "ohm", cite)))
        one, share = float(found[0].ohms.value or 0.0) if found else ohms, RODS_BY_THUMB.number(row, "share") or 0.0
        words = f"{number(share)} of one rod's {number(round(one, 1))} ohm"
        thumb = Figure(share * one, "ohm", (Step(words, share * one, "ohm", RODS_BY_THUMB.section),))
        found.append(RodsByThumb(many, computed, thumb))
    return tuple(found)
