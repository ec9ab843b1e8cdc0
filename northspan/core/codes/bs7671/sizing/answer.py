"""The whole answer to a case: the size taken, every figure under the name of the definitions, and its working."""

from typing import Any

from northspan.core.book.case import CaseAnswer
from northspan.core.codes.bs7671.sizing import cables, devices, findings, limits, workings
from northspan.core.codes.bs7671.sizing.case import CheckCase
from northspan.core.codes.bs7671.sizing.rungs import Rung, Setting, judge_all, running, settled, words
from northspan.core.figures.working import NamedFigure

RUNGS_ABOVE = 2
RCD_MA = 30.0
RCD_SOCKETS_TO_A = 32.0
_KV = 0.23
_OF_A_SIZE = (
    "size_mm2", "it_a", "it_required_a", "ca", "cg", "ci", "cs", "cd", "iz_a", "mv_per_a_m", "drop_v", "drop_pct", "ct",
    "drop_ct_v", "drop_ct_pct", "r1_r2_ohm", "zs_ohm", "disconnects_by", "fault_a", "energy_a2s", "cpc_mm2",
    "cpc_adiabatic_mm2", "cpc_adiabatic_size_mm2", "cpc_table_mm2", "cpc_by", "cpc_ok", "pfc_end_ka",
)  # fmt: skip
_INVERSE = ("max_length_drop_m", "max_length_zs_m", "max_length_m", "max_ib_a")


def answer(case: CheckCase) -> CaseAnswer:
    """Answer a case; ``size_mm2`` None where nothing passes and nothing is locked."""
    s = settled(case)
    rungs = judge_all(s)
    passing = next((r for r in rungs if r.passes), None)
    rung = passing
    if case.lock_size_mm2 is not None:
        rung = next((r for r in rungs if r.mm2 == case.lock_size_mm2), None)
    values: dict[str, Any] = {
        "book": "bs7671-2018a2",
        "passes": rung is not None and rung.passes,
        "stopped_by": rung.stopped_by if rung else None,
        "ib_a": case.ib_a,
        "in_a": s.in_a,
        "cc": s.factors.cc,
        "ze_ohm": case.loop_outside,
        "disconnection_s": s.time_s,
        "max_zs_ohm": s.max_zs_ohm,
        "max_zs_rcd_ohm": s.max_zs_rcd_ohm,
        "max_measured_zs_ohm": None if s.max_zs_ohm is None else devices.COLD_SHARE * s.max_zs_ohm,
        "rcd_required_ma": rcd_required(case, s.in_a),
        "drop_allowed_pct": s.allowed_pct,
        "required_size_without_drop_mm2": next((r.mm2 for r in rungs if r.carries), None),
    }
    figures: list[NamedFigure] = workings.before_any_size(s, values)
    if rung is None:
        values |= dict.fromkeys((*_OF_A_SIZE, *_INVERSE))
        figures += workings.none_passes(s, rungs)
        headline = "No size passes" if s.in_a is not None else "No rating is large enough"
    else:
        values |= _of_size(s, rung) | _limits(s, rung)
        figures += workings.of_size(s, rung, values)
        word = "passes" if rung.passes else f"fails: {words(s, rung)}"
        headline = f"{rung.mm2:g} mm² on {case.device} {s.in_a or 0.0:g} A, {word}"
    dropped = [n for n in _INVERSE if not (case.max_ib if n == "max_ib_a" else case.max_length)]
    for name in dropped:
        values.pop(name)
    figures = [f for f in figures if f.key not in dropped]
    values["ladder"] = [_rung(s, r) for r in _shown(rungs, passing, rung if case.lock_size_mm2 is not None else None)]
    return CaseAnswer(bool(values["passes"]), headline, values, tuple(figures), tuple(findings.find(s, rung, values)))


def rcd_required(case: CheckCase, in_a: float | None) -> float | None:
    """Residual device (mA) that is asked for as additional protection; None where none is. 411.3.3, 411.3.4,
    522.6.202, 701.411.3.3.

    >>> from northspan.core.codes.bs7671.sizing.case import CheckCase
    >>> case = CheckCase(ib_a=6, length_m=12, cable="te", circuit="lighting", earthing="TN-S")
    >>> rcd_required(case, 6.0), rcd_required(case.model_copy(update={"circuit": "fixed"}), 6.0)
    (30.0, None)
    """
    socket = case.circuit == "socket" and in_a is not None and in_a <= RCD_SOCKETS_TO_A + 1e-9
    hidden = case.concealed and case.cable in ("te", "singles")
    return RCD_MA if socket or case.circuit == "lighting" or hidden or case.bathroom else None


def _of_size(s: Setting, rung: Rung) -> dict[str, Any]:
    case, own, cooler = s.case, s.factors, running(s, rung)
    product = own.ca * own.cg * rung.ci * own.cs * own.cd * own.cc
    many = 2 if case.phases == 1 else 1
    cold = many * cables.resistance(rung.mm2) * case.length_m
    return {
        "size_mm2": rung.mm2,
        "it_a": rung.it_a,
        "it_required_a": (s.in_a or 0.0) / product if product > 0.0 else None,
        "ca": own.ca,
        "cg": own.cg,
        "ci": rung.ci,
        "cs": own.cs,
        "cd": own.cd,
        "iz_a": rung.iz_a,
        "mv_per_a_m": rung.mv,
        "drop_v": rung.drop_v,
        "drop_pct": rung.drop_pct,
        "ct": cooler[0] if cooler else None,
        "drop_ct_v": cooler[1] if cooler else None,
        "drop_ct_pct": 100.0 * cooler[1] / case.volts if cooler else None,
        "r1_r2_ohm": rung.loop.r1_r2_ohm,
        "zs_ohm": rung.loop.zs_ohm,
        "disconnects_by": rung.loop.disconnects_by,
        "fault_a": rung.loop.fault_a,
        "energy_a2s": rung.loop.energy_a2s,
        "cpc_mm2": rung.protective.mm2,
        "cpc_adiabatic_mm2": rung.protective.adiabatic_mm2,
        "cpc_adiabatic_size_mm2": rung.protective.adiabatic_size_mm2,
        "cpc_table_mm2": rung.protective.table_mm2,
        "cpc_by": rung.protective.by,
        "cpc_ok": rung.protective.by is not None,
        "pfc_end_ka": _KV / (_KV / case.ipf_origin_ka + cold),
    }


def _limits(s: Setting, rung: Rung) -> dict[str, Any]:
    far = limits.lengths(s, rung) if s.case.max_length else None
    return {
        "max_length_drop_m": far.by_drop_m if far else None,
        "max_length_zs_m": far.by_zs_m if far else None,
        "max_length_m": far.m if far else None,
        "max_ib_a": limits.most_ib(s, rung) if s.case.max_ib else None,
    }


def _shown(rungs: tuple[Rung, ...], passing: Rung | None, locked: Rung | None) -> tuple[Rung, ...]:
    if passing is None:
        return rungs
    top = max(rungs.index(passing), rungs.index(locked) if locked is not None else 0)
    return rungs[: top + 1 + RUNGS_ABOVE]


def _rung(s: Setting, r: Rung) -> dict[str, Any]:
    return {
        "size_mm2": r.mm2,
        "iz_a": r.iz_a,
        "drop_pct": r.drop_pct,
        "zs_ohm": r.loop.zs_ohm,
        "passes": r.passes,
        "stopped_by": r.stopped_by,
        "stopped_words": words(s, r),
    }
