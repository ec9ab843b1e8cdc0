"""Ohms of a place's electrodes: each by its formula, all of them joined, in a band with its chance."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from northspan.core.figures.units import FOOT_M, INCH_M, SQUARE_FOOT_M2, Units
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.grounding import Electrode
from northspan.core.physics.data import BARE_WIRE, RODS_BY_THUMB
from northspan.core.physics.earth import electrodes as formulas
from northspan.core.physics.earth.soil import Soil
from northspan.core.property.ground.answer import RodsByThumb
from northspan.core.property.ground.electrodes.soils import PlaceSoil

# What stands for a dimension that is not on record: the least the code book takes, and common sizes.
ROD_M, SPACING_M = 8.0 * FOOT_M, 6.0 * FOOT_M
PLATE_M2, BURIED_M, WATER_DEPTH_M = 2.0 * SQUARE_FOOT_M2, 30.0 * INCH_M, 36.0 * INCH_M
LENGTH_M = {
    "rod": ROD_M, "pipe": ROD_M, "ring": 100.0 * FOOT_M, "strip": 20.0 * FOOT_M, "concrete-encased": 20.0 * FOOT_M,
    "water-pipe": 10.0 * FOOT_M, "structural-metal": 10.0 * FOOT_M, "gas-pipe": 10.0 * FOOT_M,
}  # fmt: skip
ROUND_M = {
    "rod": 0.625 * INCH_M, "pipe": 1.05 * INCH_M, "structural-metal": 8.0 * INCH_M, "water-pipe": 1.125 * INCH_M,
}  # fmt: skip
BAR_M, COVER_M, SHALLOWEST_M = 0.5 * INCH_M, 2.0 * INCH_M, INCH_M
RING_WIRE = "2"
APART_M, CLOSEST_M = 16.0 * FOOT_M, FOOT_M
# A rod that slants more than this is reckoned as if it slanted so much.
FLATTEST_DEG = 80.0


@dataclass(frozen=True, slots=True)
class Grounded:
    """One electrode group worked out: where its parts stand (m), ohms at the middle of the soil's band."""

    electrode: Electrode
    at: tuple[tuple[float, float], ...]
    ohms: Figure


def length_m(e: Electrode) -> float:
    """Length in the earth (m), the common one where it is not on record."""
    return e.length if e.length is not None else LENGTH_M.get(e.kind, 0.0)


def radius_m(e: Electrode) -> float:
    """Radius (m) of a rod, bar or wire, the common one where it is not on record."""
    if e.diameter is not None:
        return e.diameter / 2.0
    if e.kind in ROUND_M:
        return ROUND_M[e.kind] / 2.0
    if e.kind == "concrete-encased" and e.wire_size is None:
        return BAR_M / 2.0
    return (BARE_WIRE.number(e.wire_size or RING_WIRE, "diam_in") or 0.0) * INCH_M / 2.0


def depth_m(e: Electrode) -> float:
    """Depth (m) of what lies flat."""
    if e.depth is not None:
        return max(e.depth, SHALLOWEST_M)
    return WATER_DEPTH_M if e.kind == "water-pipe" else BURIED_M


def positions(e: Electrode, origin: tuple[float, float]) -> tuple[tuple[float, float], ...]:
    """Where the parts of a group stand (m east, m north): a row eastward, or a ring, from its first one."""
    x = e.x if e.x is not None else origin[0]
    y = e.y if e.y is not None else origin[1]
    apart = e.spacing or SPACING_M
    if e.layout == "row" or e.count < 3:
        return tuple((x + i * apart, y) for i in range(e.count))
    r = apart / (2.0 * math.sin(math.pi / e.count))
    turns = [2.0 * math.pi * i / e.count for i in range(e.count)]
    return tuple((x + r * (math.cos(t) - 1.0), y + r * math.sin(t)) for t in turns)


@lru_cache(maxsize=4096)
def ohms_of(e: Electrode, soil: Soil, told: Units) -> tuple[float, str, str]:
    """Ohms of one group in a soil, how it was reckoned (told in these units) and by which formula."""
    long, radius, deep = length_m(e), radius_m(e), depth_m(e)
    said = told.length.said(long)
    if e.kind in ("rod", "pipe", "structural-metal") and e.placing != "trench":
        slant = min(e.slant_deg or 0.0, FLATTEST_DEG) if e.placing == "slanted" else 0.0
        upright = long * math.cos(math.radians(slant))
        at = positions(e, (0.0, 0.0))
        spaced = f", {told.length.said(e.spacing or SPACING_M)} apart" if e.count > 1 else ""
        what = f"{e.count} × {said}, {told.small.said(2.0 * radius)} thick{spaced}"
        filled = e.backfill if e.placing == "upright" else None
        if filled is not None and filled.diameter > 2.0 * radius:
            ohms = formulas.filled_rods_ohms(soil, upright, radius, filled.diameter / 2.0, filled.ohm_m, at)
            what += f", in {told.small.said(filled.diameter)} of {number(filled.ohm_m)} ohm·m"
            return ohms, what, "shell of backfill + rod; Fagan and Lee, Dwight"
        return formulas.rods_ohms(soil, upright, radius, at), what, "ρ/(2πL) (ln(4L/a) − 1), Dwight; Sunde"
    extent = max(long, deep, 0.3)
    rho = formulas.seen_resistivity(soil, extent)
    if e.kind == "plate":
        area = (e.area or PLATE_M2) / 2.0
        one = formulas.plate_ohms(formulas.seen_resistivity(soil, math.sqrt(area)), area, deep)
        what, cite = f"{told.area.said(2.0 * area)} exposed", "ρ/8a + ρ/4πs (1 + 7a²/24s²), Dwight"
        return _row(one, rho, e), what, cite
    if e.kind == "ring":
        return (
            formulas.ring_ohms(rho, long, radius, deep),
            f"{said} round",
            "ρ/(2π²D) (ln(8D/d) + ln(4D/s)), Dwight",
        )
    if e.kind == "concrete-encased" and e.stands_in_footing:
        ohms = formulas.encased_rod_ohms(soil, long, radius, e.cover or COVER_M)
        return ohms, f"{said} upright in concrete", "shell of concrete + rod; Fagan and Lee"
    if e.kind == "concrete-encased":
        ohms = formulas.encased_ohms(rho, long, radius, e.cover or COVER_M, deep)
        return ohms, f"{said} in concrete", "shell of concrete + strip; Fagan and Lee, Dwight"
    one = formulas.strip_ohms(rho, long, radius, deep)
    what = f"{said} lying {told.small.said(deep)} deep"
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
            apart = APART_M if a is None or b is None else max(math.dist(a, b), CLOSEST_M)
            z[i, j] = z[j, i] = min(rho / (2.0 * math.pi * apart), 0.9 * min(ohms[i], ohms[j]))
    found = float(1.0 / np.linalg.solve(z, np.ones(n)).sum())
    return min(max(found, formulas.parallel_ohms(ohms)), min(ohms))


def grounded(e: Electrode, soil: PlaceSoil, origin: tuple[float, float], told: Units) -> Grounded:
    """One electrode group with its ohms and their working."""
    at = positions(e, origin)
    if e.measured_ohm is not None:
        return Grounded(e, at, Figure(e.measured_ohm, "ohm", (Step("As tested", e.measured_ohm, "ohm", "entered"),)))
    ohms, what, cite = ohms_of(e, soil.middle, told)
    return Grounded(e, at, Figure(ohms, "ohm", (soil.step, Step(what, ohms, "ohm", cite))))


def together(parts: Sequence[Grounded], soil: PlaceSoil, told: Units) -> tuple[Figure, float, float]:
    """All electrodes of a place joined: ohms at the middle with working, at the low and at the high end of the soil."""
    low, middle, high = (_at_share(parts, soil, share, told) for share in (-1.0, 0.0, 1.0))
    steps = tuple(step for part in parts for step in part.ohms.steps)
    if len(parts) > 1:
        words = " with ".join(f"{number(part.ohms.value)}" for part in parts if isinstance(part.ohms.value, float))
        placed = all(part.electrode.x is not None for part in parts)
        where = "" if placed else f", taken {told.length.said(APART_M)} apart where the plan does not say"
        steps = (*steps, Step(f"Joined: {words} ohm{where}", middle, "ohm", "1 ÷ Σ Z⁻¹, ρ/2πd between"))
    return Figure(middle, "ohm", steps), low, high


def _at_share(parts: Sequence[Grounded], soil: PlaceSoil, share: float, told: Units) -> float:
    here = soil.at(share)
    each = [p.electrode.measured_ohm or ohms_of(p.electrode, here, told)[0] for p in parts]
    at = [p.at[0] if p.electrode.x is not None else None for p in parts]
    return each[0] if len(each) == 1 else _joined(each, at, formulas.seen_resistivity(here, APART_M))


def rods_by_thumb(rod: str, soil: PlaceSoil, spacing_m: float, told: Units) -> tuple[RodsByThumb, ...]:
    """One to four common rods (what one is called: ``rod``) in a row ``spacing_m`` (m) apart: ohms computed beside the
    trade's rule of thumb.
    """
    found: list[RodsByThumb] = []
    for row in RODS_BY_THUMB.rows:
        many = int(row)
        rods = Electrode(id="rods", kind="rod", count=many, spacing=spacing_m)
        ohms, what, cite = ohms_of(rods, soil.middle, told)
        computed = Figure(ohms, "ohm", (soil.step, Step(what, ohms, "ohm", cite)))
        one, share = float(found[0].ohms.value or 0.0) if found else ohms, RODS_BY_THUMB.number(row, "share") or 0.0
        words = f"{number(share)} of one {rod}'s {number(round(one, 1))} ohm"
        thumb = Figure(share * one, "ohm", (Step(words, share * one, "ohm", RODS_BY_THUMB.section),))
        found.append(RodsByThumb(many, computed, thumb))
    return tuple(found)
