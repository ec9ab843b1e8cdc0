"""The whole answer to a case: the size taken, every figure under the name of the definitions, and its working."""

from typing import Any

from northspan.core.book.case import CaseAnswer
from northspan.core.codes.cec.data import AWG
from northspan.core.codes.cec.sizing import companions, findings, limits, overcurrent, workings
from northspan.core.codes.cec.sizing.case import CheckCase
from northspan.core.codes.cec.sizing.rungs import Rung, Setting, judge, judge_all, settled
from northspan.core.figures.working import NamedFigure

RUNGS_ABOVE = 2


def answer(case: CheckCase) -> CaseAnswer:
    """Answer a case; ``size`` None where nothing passes and nothing is locked."""
    s = settled(case)
    rungs = judge_all(s)
    passing = next((r for r in rungs if r.passes), None)
    rung = passing
    if case.lock_size is not None:
        rung = next((r for r in rungs if r.size == case.lock_size), None) or judge(s, case.lock_size)
    required = next((r.size for r in rungs if r.carries), None)
    values: dict[str, Any] = {
        "book": "cec-2024",
        "size": rung.size if rung else None,
        "passes": rung is not None and rung.passes,
        "stopped_by": rung.stopped_by if rung else None,
        "metal": case.metal,
        "sets": case.sets,
        "design_a": s.design_a,
        "breaker_a": s.breaker_a,
        "termination_c": s.termination_c,
        "column_c": s.base_c,
        "ambient_factor": s.ambient,
        "bundling_factor": s.bundling,
        "required_size_without_drop": required,
        "drop_limit_pct": None if case.no_drop else case.drop_pct,
    }
    figures = workings.before_any_size(s)
    if rung is None:
        values |= dict.fromkeys(_OF_A_SIZE)
        figures += workings.none_passes(rungs)
        headline = "No size passes"
    else:
        of_size, more = _of_size(s, rung)
        values |= of_size
        figures += more
        word = "passes" if rung.passes else f"fails: {rung.stopped_words}"
        sets = f"{case.sets} sets of " if case.sets > 1 else ""
        headline = f"{sets}{AWG.spoken(rung.size, case.metal)} {case.wire}, {word}"
    values["ladder"] = [_rung(r) for r in _shown(rungs, passing)]
    for wanted, name in ((case.max_length, "max_length_m"), (case.max_amps, "max_amps")):
        if not wanted:
            values.pop(name, None)
            figures = [f for f in figures if f.key != name]
    found = findings.find(s, rung, values)
    return CaseAnswer(bool(values["passes"]), headline, values, tuple(figures), tuple(found))


_OF_A_SIZE = (
    "base_ampacity_a", "derated_ampacity_a", "termination_limit_a", "table39_a", "allowed_ampacity_a",
    "largest_device_a", "drop_v", "drop_pct", "loss_w", "egc_size", "egc_size_by_ampacity", "neutral_size",
    "raceway_trade_size", "fill_pct", "max_length_m", "max_amps",
)  # fmt: skip


def _of_size(s: Setting, rung: Rung) -> tuple[dict[str, Any], list[NamedFigure]]:
    case = s.case
    bond, by_ampacity = companions.bonding(s, rung)
    neutral = companions.neutral(s, rung)
    fit = companions.raceway_fit(s, rung, neutral, bond)
    longest, most = limits.max_length_m(s, rung), limits.max_amps(s, rung)
    loss = None if rung.line is None else case.amps * case.amps * rung.line.loop.real
    values = {
        "base_ampacity_a": rung.base_a,
        "derated_ampacity_a": rung.derated_a,
        "termination_limit_a": rung.termination_a,
        "table39_a": rung.table39_a,
        "allowed_ampacity_a": rung.allowed_a,
        "largest_device_a": overcurrent.largest_device(rung.allowed_a),
        "drop_v": rung.drop_v,
        "drop_pct": rung.drop_pct,
        "loss_w": loss,
        "egc_size": bond.size if bond else None,
        "egc_size_by_ampacity": by_ampacity.size if by_ampacity else None,
        "neutral_size": neutral,
        "raceway_trade_size": fit.designator if fit else None,
        "fill_pct": fit.fill_pct if fit else None,
        "max_length_m": longest,
        "max_amps": most,
    }
    figures = [
        *workings.carried(s, rung),
        *workings.dropped(s, rung, loss),
        *workings.along(s, rung, bond, by_ampacity, neutral, fit),
        *workings.limits(s, longest, most),
    ]
    return values, figures


def _shown(rungs: tuple[Rung, ...], passing: Rung | None) -> tuple[Rung, ...]:
    return rungs if passing is None else rungs[: rungs.index(passing) + 1 + RUNGS_ABOVE]


def _rung(r: Rung) -> dict[str, Any]:
    return {
        "size": r.size,
        "allowed_ampacity_a": r.allowed_a,
        "drop_pct": r.drop_pct,
        "passes": r.passes,
        "stopped_by": r.stopped_by,
        "stopped_words": r.stopped_words,
    }
