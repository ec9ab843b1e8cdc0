"""Earthing conductor, main and supplementary bonding, an electrode, and what an outbuilding needs."""

import math
from typing import Any

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.codes.bs7671.data import BURIED, FUSES_5, MAIN_BONDING, U0_LEAST
from northspan.core.codes.bs7671.earthing.case import BondingCase, EarthingConductor, Service, Supplementary
from northspan.core.codes.bs7671.earthing.conductor import by_calculation, size_up
from northspan.core.codes.bs7671.sizing.cables import resistance
from northspan.core.codes.bs7671.sizing.devices import TOUCH_V, is_breaker
from northspan.core.codes.bs7671.sizing.protective import by_table
from northspan.core.figures.working import Figure, NamedFigure, Step, number

LEAST_MAIN, MOST_MAIN = 6.0, 25.0
EXTRANEOUS_BELOW_OHM = 22_000.0
PROTECTED, UNPROTECTED = 2.5, 4.0
STABLE_OHM = 200.0
_MULTIPLE = {"B": 5.0, "C": 10.0, "D": 10.0}


def earthing_conductor(asked: EarthingConductor, line_mm2: float) -> tuple[float | None, Step]:
    """Earthing conductor (mm²) by table 54.7 or √(I²t)/k, before anything raises it; None above 240. 543.1, 542.3.1.

    >>> earthing_conductor(EarthingConductor(), 25.0)[0]
    16.0
    >>> earthing_conductor(EarthingConductor(rule="calculated", fault_a=1500, time_s=0.1), 25.0)[0]
    4.0
    """
    if asked.rule == "table":
        wanted = by_table(line_mm2)
        return size_up(wanted), Step(f"By the line conductor, {number(line_mm2)} mm²", wanted, "mm²", "54.7, 543.1.4")
    wanted = by_calculation(asked.fault_a or 0.0, asked.time_s or 0.0, asked.k)
    what = f"√({number(asked.fault_a or 0.0)}² A² × {number(asked.time_s or 0.0)} s) ÷ {number(asked.k)}"
    return size_up(wanted), Step(what, wanted, "mm²", "543.1.3")


def buried_least(corrosion: bool, mechanical: bool) -> float:
    """Least copper (mm²) in the ground: protected both ways, against corrosion only, or not. 54.1, 542.3.1.

    >>> buried_least(True, True), buried_least(True, False), buried_least(False, True)
    (2.5, 16.0, 25.0)
    """
    row = "both" if corrosion and mechanical else "corrosion" if corrosion else "none"
    return BURIED.number(row, "copper") or 0.0


def main_bonding_pme(neutral_mm2: float) -> float:
    """Main bonding (mm²) in TN-C-S by the copper equivalent (mm²) of the supply neutral. 54.8, 544.1.1.

    >>> main_bonding_pme(35.0), main_bonding_pme(36.0), main_bonding_pme(185.0)
    (10.0, 16.0, 50.0)
    """
    row = next(r for r in MAIN_BONDING.rows if r == "more" or float(r) >= neutral_mm2 - 1e-9)
    return MAIN_BONDING.number(row, "bonding") or 0.0


def main_bonding_half(earthing_mm2: float) -> float:
    """Main bonding (mm²) in TN-S and TT: half the earthing conductor required (mm²), 6 at least, 25 at most. 544.1.1.

    >>> main_bonding_half(16.0), main_bonding_half(4.0), main_bonding_half(70.0)
    (10.0, 6.0, 25.0)
    """
    return min(MOST_MAIN, size_up(max(LEAST_MAIN, earthing_mm2 / 2.0)) or MOST_MAIN)


def is_extraneous(service: Service) -> bool:
    """Whether a service is to be bonded: metal all the way in, or measured below 22 kilohm to the main terminal.
    411.3.1.2.

    >>> is_extraneous(Service(name="gas", entry="metal"))
    True
    >>> is_extraneous(Service(name="water", entry="plastic", measured_ohm=30000))
    False
    """
    if service.entry == "metal" and not service.insulating_section:
        return True
    return service.measured_ohm is not None and service.measured_ohm < EXTRANEOUS_BELOW_OHM


def supplementary_mm2(asked: Supplementary) -> float | None:
    """Supplementary bonding conductor (mm²). 544.2.

    >>> supplementary_mm2(Supplementary(between="exposed-extraneous", protected=True, cpc_mm2=[1.5], rcd_ma=30))
    1.0
    """
    if asked.between == "extraneous-extraneous":
        return PROTECTED if asked.protected else UNPROTECTED
    wanted = max(asked.cpc_mm2) / 2.0 if asked.between == "exposed-extraneous" else min(asked.cpc_mm2)
    size = size_up(wanted)
    return size if asked.protected or size is None else max(size, UNPROTECTED)


def operating_a(asked: Supplementary) -> float:
    """Current (A) that opens the device: IdN of a residual device, else the 5 s current. 415.2.2.

    >>> operating_a(Supplementary(between="extraneous-extraneous", device="C", in_a=16))
    160.0
    """
    if asked.rcd_ma is not None:
        return asked.rcd_ma / 1000.0
    device, in_a = asked.device or "B", asked.in_a or 0.0
    if is_breaker(device):
        return _MULTIPLE[device] * in_a
    return U0_LEAST / (FUSES_5.number(f"{in_a:g}", device) or math.inf)


def bonding(case: BondingCase) -> CaseAnswer:
    """Answer a case: every part that is asked about."""
    values: dict[str, Any] = {"book": "bs7671-2018a2"}
    figures: list[NamedFigure] = []
    findings: list[CaseFinding] = []
    conductor, how = earthing_conductor(case.earthing_conductor, case.line_mm2)
    steps = [how]
    if case.buried is not None and conductor is not None:
        least = buried_least(case.buried.corrosion_protected, case.buried.mechanically_protected)
        conductor = max(conductor, least)
        steps.append(Step("In the ground, at least", least, "mm²", "54.1, 542.3.1"))
    main, by = _main_bonding(case, conductor)
    if case.earthing == "TN-C-S" and conductor is not None and main is not None:
        conductor = max(conductor, main)
        steps.append(Step("Not below the main bonding", main, "mm²", "544.1.1"))
    values |= {
        "earthing_conductor_mm2": conductor,
        "earthing_conductor_by": case.earthing_conductor.rule,
        "main_bonding_mm2": main,
    }
    figures.append(_figure("earthing_conductor_mm2", "Earthing conductor", conductor, "mm²", *steps))
    figures.append(_figure("main_bonding_mm2", "Main bonding", main, "mm²", by))
    values |= _services(case, main)
    if case.supplementary is not None:
        values["supplementary"] = own = _supplementary(case.supplementary)
        said = Step(f"50 V ÷ {number(own['ia_a'])} A", own["max_ohm"], "ohm", "415.2.2")
        between = Step(case.supplementary.between, own["size_mm2"], "mm²", "544.2")
        figures.append(_figure("supplementary_size_mm2", "Supplementary bonding", own["size_mm2"], "mm²", between))
        figures.append(_figure("supplementary_max_ohm", "Resistance between the parts", own["max_ohm"], "ohm", said))
    if case.tt is not None:
        values["tt"] = own = _electrode(case)
        step = Step("50 V ÷ IdN", own["max_ra_ohm"], "ohm", "411.5.3")
        figures.append(_figure("max_ra_ohm", "Largest electrode resistance", own["max_ra_ohm"], "ohm", step))
        if not own["stable"]:
            findings.append(CaseFinding("electrode-unstable", "advice", "411.5.3", own["advice"], own["advice"] + "."))
    if case.outbuilding is not None:
        values["outbuilding"] = own = _outbuilding(case, main)
        step = Step("As the main bonding, at 20 °C", own["max_mohm_m"], "mohm/m", "544.1.1, 542.1.3.3")
        figures.append(_figure("max_mohm_m", "Bond to the outbuilding", own["max_mohm_m"], "mohm/m", step))
    headline = f"Earthing conductor {conductor or 0.0:g} mm², main bonding {main or 0.0:g} mm²"
    return CaseAnswer(True, headline, values, tuple(figures), tuple(findings))


def _figure(key: str, label: str, value: float | None, unit: str, *steps: Step) -> NamedFigure:
    return NamedFigure(key, label, Figure(value, unit, steps))


def _main_bonding(case: BondingCase, conductor: float | None) -> tuple[float | None, Step]:
    if case.earthing == "TN-C-S":
        neutral = case.neutral_mm2 or case.line_mm2
        size = main_bonding_pme(neutral)
        return size, Step(f"Supply neutral {number(neutral)} mm² copper", size, "mm²", "54.8, 544.1.1")
    half = None if conductor is None else main_bonding_half(conductor)
    return half, Step("Half the earthing conductor, 6 to 25 mm²", half, "mm²", "544.1.1")


def _services(case: BondingCase, main: float | None) -> dict[str, Any]:
    each = [
        {
            "name": s.name,
            "bond": is_extraneous(s),
            "size_mm2": main if is_extraneous(s) else None,
            "place": "within 600 mm of the meter outlet or of the entry, before any branch",
        }
        for s in case.services
    ]
    return {"services": each, "main_bonding_needed": any(s["bond"] for s in each)}


def _supplementary(asked: Supplementary) -> dict[str, Any]:
    ia = operating_a(asked)
    most = TOUCH_V / ia
    ok = None if asked.measured_ohm is None else asked.measured_ohm <= most * (1.0 + 1e-9)
    may_omit = asked.main_bonding and asked.times_met and asked.all_rcd_30ma and asked.joined_to_main_bonding
    return {
        "size_mm2": supplementary_mm2(asked), "ia_a": ia, "max_ohm": most, "resistance_ok": ok, "may_omit": may_omit,
    }  # fmt: skip


def _electrode(case: BondingCase) -> dict[str, Any]:
    own = case.tt
    assert own is not None
    most = None if own.rcd_ma is None else 1000.0 * TOUCH_V / own.rcd_ma
    stable = own.ra_ohm <= STABLE_OHM * (1.0 + 1e-9)
    advice = "" if stable else "Above 200 ohm an electrode may not stay put as the soil dries or freezes"
    ok = None if most is None else own.ra_ohm <= most * (1.0 + 1e-9)
    return {"max_ra_ohm": most, "ra_ok": ok, "stable": stable, "advice": advice}


def _outbuilding(case: BondingCase, main: float | None) -> dict[str, Any]:
    own = case.outbuilding
    assert own is not None
    if own.earth == "tt" or not own.extraneous or main is None:
        advice = "Its own electrode; the supply's armour stays unconnected at its far end" if own.earth == "tt" else ""
        return {"bond_mm2": None, "max_mohm_m": None, "ok": True, "advice": advice}
    most = 1000.0 * resistance(main)
    ok = None if own.protective_mohm_m is None else own.protective_mohm_m <= most * (1.0 + 1e-9)
    return {"bond_mm2": main, "max_mohm_m": most, "ok": ok, "advice": "The cpc along is its main bonding too"}
