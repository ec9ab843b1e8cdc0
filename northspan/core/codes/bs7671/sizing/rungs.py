"""The sizes judged for one circuit: Ib <= In <= Iz, drop, disconnection, protective conductor; what stops it first."""

import math
from dataclasses import dataclass

from northspan.core.codes.bs7671.data import LEAST, STANDARD_MM2, U0
from northspan.core.codes.bs7671.sizing import cables, devices
from northspan.core.codes.bs7671.sizing.case import SIZES, CheckCase, ratings
from northspan.core.codes.bs7671.sizing.factors import Factors, factors, insulation_factor
from northspan.core.codes.bs7671.sizing.protective import Protective, energy, judged, table_size
from northspan.core.figures.working import number

SLACK = 1e-9
SECTIONS = {
    "device": "433.1.1",
    "rating": "433.1.1, appendix 4 5.1",
    "min_size": "524.1, 52.3",
    "drop": "525, appendix 4 6",
    "zs": "411.4, 411.5",
    "cpc": "543.1",
}


@dataclass(frozen=True, slots=True)
class Setting:
    """What is settled before any size is looked at: the device's rating (A; None: none is large enough), the factors,
    the time (s) to disconnect in, the loops (ohm) that allow it.
    """

    case: CheckCase
    in_a: float | None
    factors: Factors
    time_s: float | None
    max_zs_ohm: float | None
    max_zs_rcd_ohm: float | None

    @property
    def allowed_pct(self) -> float:
        """What the other parts of the path leave of the drop's limit (%)."""
        return self.case.limit_pct - self.case.drop_elsewhere_pct


@dataclass(frozen=True, slots=True)
class Loop:
    """A circuit's fault loop: line and protective conductor hot (ohm), the whole (ohm), the current (A)."""

    r1_r2_ohm: float
    zs_ohm: float
    fault_a: float
    disconnects_by: str | None
    energy_a2s: float


@dataclass(frozen=True, slots=True)
class Rung:
    """One size (mm²) judged, with the figures of its own."""

    mm2: float
    it_a: float
    ci: float
    iz_a: float
    mv: float
    drop_v: float
    drop_pct: float
    loop: Loop
    protective: Protective
    stopped: tuple[str, ...]

    @property
    def passes(self) -> bool:
        """Whether nothing stops it."""
        return not self.stopped

    @property
    def carries(self) -> bool:
        """Whether it passes everything but the drop."""
        return not set(self.stopped) - {"drop"}

    @property
    def stopped_by(self) -> str | None:
        """The first check that fails."""
        return self.stopped[0] if self.stopped else None


def settled(case: CheckCase) -> Setting:
    """The device and what it asks, before any size."""
    offered = ratings(case.device)
    in_a = case.lock_rating_a or next((r for r in offered if r >= case.ib_a * (1.0 - SLACK)), None)
    return with_rating(case, factors(case), in_a)


def with_rating(case: CheckCase, own: Factors, in_a: float | None) -> Setting:
    """The case on a device of a rating (A)."""
    residual = devices.residual_zs(case.rcd_ma)
    if in_a is None:
        return Setting(case, None, own, None, None, residual)
    time_s = devices.disconnection_s(case.circuit, in_a, case.earthing)
    return Setting(case, in_a, own, time_s, devices.largest_zs(case.device, in_a, time_s, case.earthing), residual)


def judge_all(s: Setting) -> tuple[Rung, ...]:
    """Every size of the cable, thin to thick; none without a device."""
    if s.in_a is None:
        return ()
    return tuple(judge(s, mm2) for mm2 in SIZES[s.case.cable])


def judge(s: Setting, mm2: float) -> Rung:
    """One size judged on the device that is settled."""
    case, own = s.case, s.factors
    assert s.in_a is not None
    it = cables.tabulated(case.cable, case.rated_c, case.laid, case.loaded, mm2)
    ci = insulation_factor(case.insulation_mm, mm2)
    iz = it * own.ca * own.cg * ci * own.cs * own.cd
    mv = millivolts(case, mm2)
    drop_v = mv * case.ib_a * case.length_m / 1000.0
    drop_pct = 100.0 * drop_v / case.volts
    loop, protective = _protected(s, mm2)
    stopped = []
    if s.in_a < case.ib_a * (1.0 - SLACK):
        stopped.append("device")
    if s.in_a > own.cc * iz * (1.0 + SLACK):
        stopped.append("rating")
    if mm2 < least_mm2(case.circuit) - SLACK:
        stopped.append("min_size")
    if not case.no_drop and drop_pct > s.allowed_pct * (1.0 + SLACK):
        stopped.append("drop")
    if loop.disconnects_by is None:
        stopped.append("zs")
    if protective.by is None:
        stopped.append("cpc")
    return Rung(mm2, it, ci, iz, mv, drop_v, drop_pct, loop, protective, tuple(stopped))


def least_mm2(circuit: str) -> float:
    """Smallest copper conductor (mm²). 524.1, 52.3.

    >>> least_mm2("lighting"), least_mm2("socket")
    (1.0, 1.5)
    """
    return float(LEAST.word("lighting" if circuit == "lighting" else "power", "size"))


def millivolts(case: CheckCase, mm2: float) -> float:
    """Drop (mV/A/m) of a size: the tabulated one, or with a power factor z cos up to 16 mm², r cos + x sin above.
    Appendix 4 6.2.

    >>> case = CheckCase(ib_a=6, length_m=12, cable="te", circuit="fixed", earthing="TN-S")
    >>> millivolts(case, 4.0)
    11.0
    """
    own = cables.drop_figures(case.cable, case.loaded, mm2)
    if case.pf is None:
        return own.z
    if mm2 <= cables.ONE_FIGURE_TO_MM2:
        return own.z * case.pf
    return own.r * case.pf + own.x * math.sqrt(1.0 - case.pf * case.pf)


def running(s: Setting, rung: Rung) -> tuple[float, float] | None:
    """Ct and the drop (V) of a conductor that runs below its limit; None with a rewirable fuse, in the ground, or where
    nothing may be carried. Appendix 4 6.1; it is shown and never decides.
    """
    case, own = s.case, s.factors
    if case.device == "BS3036" or case.in_ground or own.ca == 0.0:
        return None
    limit = 90 if case.cable == "swa90" else 70
    warm = min(own.ca, 1.0) ** 2 * own.cg**2 - (case.ib_a / rung.it_a) ** 2
    ct = (230.0 + case.rated_c - warm * (case.rated_c - 30.0)) / (230.0 + limit)
    if rung.mm2 <= cables.ONE_FIGURE_TO_MM2:
        mv = ct * rung.mv
    else:
        figures = cables.drop_figures(case.cable, case.loaded, rung.mm2)
        if case.pf is None:
            mv = math.hypot(ct * figures.r, figures.x)
        else:
            mv = ct * figures.r * case.pf + figures.x * math.sqrt(1.0 - case.pf * case.pf)
    return ct, mv * case.ib_a * case.length_m / 1000.0


def loop_ohm_m(case: CheckCase, mm2: float, cpc_mm2: float) -> float:
    """Line and protective conductor (ohm/m) at the operating temperature: R1 f1 + R2 f2.

    >>> case = CheckCase(ib_a=6, length_m=12, cable="te", circuit="fixed", earthing="TN-S")
    >>> round(1000.0 * loop_ohm_m(case, 2.5, 1.5), 3)
    23.412
    """
    hot = cables.resistance(mm2) * cables.hot_factor(case.cable)
    kind = case.protective
    if kind in ("integral", "table", "calculated"):
        return hot + cables.resistance(cpc_mm2) * cables.hot_factor(case.cable)
    if kind == "core":
        return hot + hot
    _, cold = cables.armour(case.cable, mm2, cables.cores(case.phases, kind))
    steel = cold * cables.hot_factor(case.cable, "armour")
    return hot + (steel if kind == "armour" else hot * steel / (hot + steel))


def _protected(s: Setting, mm2: float) -> tuple[Loop, Protective]:
    """The loop and the protective conductor of a size; of singles by calculation the smallest that serves."""
    case = s.case
    if case.cable != "singles":
        area = protective_mm2(case, mm2)
        loop = _loop(s, mm2, area)
        return loop, _judged(s, mm2, area, loop)
    table = table_size(case.cable, mm2, False)
    if case.cpc_mm2 is None and case.protective == "calculated":
        for area in (a for a in STANDARD_MM2 if a <= table):
            loop = _loop(s, mm2, area)
            own = _judged(s, mm2, area, loop)
            if loop.disconnects_by is not None and area >= own.adiabatic_mm2 * (1.0 - SLACK):
                return loop, own
    area = case.cpc_mm2 or table
    loop = _loop(s, mm2, area)
    return loop, _judged(s, mm2, area, loop)


def protective_mm2(case: CheckCase, mm2: float) -> float:
    """Area (mm²) of what serves as protective conductor in a cable of a line size (mm²).

    >>> case = CheckCase(ib_a=6, length_m=12, cable="te", circuit="fixed", earthing="TN-S")
    >>> protective_mm2(case, 2.5)
    1.5
    """
    if case.cable == "te":
        return cables.integral_cpc(mm2)
    if case.protective == "armour":
        return cables.armour(case.cable, mm2, cables.cores(case.phases, "armour"))[0]
    return mm2


def _loop(s: Setting, mm2: float, cpc_mm2: float) -> Loop:
    case = s.case
    r1_r2 = case.length_m * loop_ohm_m(case, mm2, cpc_mm2)
    zs = case.loop_outside + r1_r2
    fault = U0 / zs
    by = None
    if s.max_zs_ohm is not None and zs <= s.max_zs_ohm * (1.0 + SLACK):
        by = "overcurrent"
    elif s.max_zs_rcd_ohm is not None and zs <= s.max_zs_rcd_ohm * (1.0 + SLACK):
        by = "rcd"
    borne = energy(
        case.device,
        s.in_a or 0.0,
        zs,
        fault,
        s.time_s or 0.0,
        by == "overcurrent",
        case.clearing_s,
        case.let_through_a2s,
    )
    return Loop(r1_r2, zs, fault, by, borne)


def _judged(s: Setting, mm2: float, area: float, loop: Loop) -> Protective:
    """The protective conductor held against both ways; armour beside a core may do alone."""
    case = s.case
    own = judged(case.cable, mm2, area, loop.energy_a2s, case.protective == "armour")
    if case.protective != "both" or own.by is not None:
        return own
    steel, _ = cables.armour(case.cable, mm2, cables.cores(case.phases, "both"))
    alone = judged(case.cable, mm2, steel, loop.energy_a2s, True)
    return Protective(own.mm2, own.adiabatic_mm2, own.adiabatic_size_mm2, own.table_mm2, alone.by)


def words(s: Setting, rung: Rung) -> str:
    """What stops a size first, shortly."""
    case = s.case
    return {
        None: "",
        "device": f"{number(s.in_a or 0.0)} A is below Ib",
        "rating": f"carries {number(s.factors.cc * rung.iz_a)} A",
        "min_size": f"{number(least_mm2(case.circuit))} mm² at least",
        "drop": f"drop {rung.drop_pct:.2f} %",
        "zs": f"Zs {number(rung.loop.zs_ohm)} ohm",
        "cpc": f"cpc {number(rung.protective.mm2)} mm² too small",
    }[rung.stopped_by]
