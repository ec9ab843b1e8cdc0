"""The sizes judged for one run: what each carries, what it drops, and the first thing that stops it."""

import math
from dataclasses import dataclass

from northspan.core.codes.cec.data import AWG
from northspan.core.codes.cec.sizing import ampacity, overcurrent
from northspan.core.codes.cec.sizing.case import CheckCase, ladder_sizes
from northspan.core.figures.working import number
from northspan.core.physics.line import Line
from northspan.core.physics.voltage_drop import drop_parts

SLACK = 1e-9
CONTINUOUS_SHARE = 0.8
PARALLEL_FROM = "1/0"
SECTIONS = {
    "parallel": "12-108",
    "termination": "4-006",
    "ampacity": "4-004, 8-104",
    "breaker": "14-104(1), Table 13",
    "small_conductor": "14-104(2)",
    "drop": "8-102",
    "not_made": "as made",
}


@dataclass(frozen=True, slots=True)
class Setting:
    """What is settled before any size is looked at: A, C, factors. ``dwelling`` says that Table 39 is open."""

    case: CheckCase
    design_a: float
    breaker_a: float | None
    termination_c: int
    cap_c: int
    base_c: int
    ambient: float
    bundling: float
    dwelling: bool


@dataclass(frozen=True, slots=True)
class Rung:
    """One size judged; amperes are totals of all sets, drops V and percent (None: no length, or none can be had)."""

    size: str
    base_a: float
    derated_a: float
    termination_a: float
    table39_a: float | None
    allowed_a: float
    line: Line | None
    drop_v: float | None
    drop_pct: float | None
    stopped_by: str | None
    stopped_words: str

    @property
    def passes(self) -> bool:
        """Whether nothing stops it."""
        return self.stopped_by is None

    @property
    def carries(self) -> bool:
        """Whether it passes everything but the drop."""
        return self.stopped_by in (None, "drop")


def design_amps(case: CheckCase) -> float:
    """Design current (A): the continuous part / 0.8, or in full on a device marked for 100 %. 8-104(5), (6).

    >>> design_amps(CheckCase(amps=40, system="240-2w", insulation="TW75", length_m=10))
    50.0
    """
    share = 1.0 if case.device_100 else CONTINUOUS_SHARE
    return case.amps - case.continuous_a + case.continuous_a / share


def settled(case: CheckCase) -> Setting:
    """What holds for every size of a case: device, columns, factors, and whether Table 39 is open."""
    design_a = design_amps(case)
    breaker_a = case.lock_breaker or overcurrent.standard_rating(design_a)
    if case.termination == "unmarked":
        termination_c = 60 if breaker_a is not None and breaker_a <= 100.0 + SLACK else 75
    else:
        termination_c = case.termination
    own_c = ampacity.insulation_c(case.wire)
    cap_c = min(termination_c, own_c)
    base_c = cap_c if case.derate_from == "termination" else own_c
    ambient, _ = ampacity.ambient_factor(base_c, case.ambient_c)
    bundling, _ = ampacity.bundling_factor(case.loaded)
    dwelling = (
        case.single_dwelling
        and case.system in ("120/240-3w", "120/208-3w")
        and cap_c >= ampacity.DWELLING_TERMINALS_C
        and case.sets == 1
        and ambient == bundling == 1.0
    )
    return Setting(case, design_a, breaker_a, termination_c, cap_c, base_c, ambient, bundling, dwelling)


def judge_all(s: Setting) -> tuple[Rung, ...]:
    """Every size that may be tried, thin to thick: from 1/0 in parallel, a cable to its largest. 12-108."""
    case = s.case
    sizes = [z for z in ladder_sizes(case.metal) if ampacity.is_made(case.wire, z)]
    if case.sets > 1:
        sizes = [z for z in sizes if AWG.rank(z) >= AWG.rank(PARALLEL_FROM)]
    return tuple(judge(s, size) for size in sizes)


def judge(s: Setting, size: str) -> Rung:
    """One size judged, also one that is only locked."""
    case = s.case
    base = ampacity.ampacity(case.metal, size, s.base_c) * case.sets
    derated = base * s.ambient * s.bundling
    terminal = ampacity.ampacity(case.metal, size, s.cap_c) * case.sets
    table39 = ampacity.dwelling_rating(case.metal, size) if s.dwelling else None
    allowed = max(min(derated, terminal), table39 or 0.0)
    line = None
    drop = None
    if case.metres is not None:
        line = Line(ampacity.impedance(case.metal, size, case.raceway), case.metres, case.sets)
        drop = drop_volts(case, line)
    pct = None if drop is None else 100.0 * drop / case.volts
    stopped_by, words = _first_stop(s, size, derated, terminal, table39, allowed, pct)
    return Rung(size, base, derated, terminal, table39, allowed, line, drop, pct, stopped_by, words)


def drop_volts(case: CheckCase, line: Line) -> float | None:
    """Drop (V) at the load; None where the line cannot carry the current at all.

    >>> case = CheckCase(amps=10, system="240-2w", insulation="TW75", length_m=100)
    >>> drop_volts(case, Line(0.001 + 0j, 100.0)), drop_volts(case, Line(1 + 0j, 100.0))
    (2.0, None)
    """
    a, b = drop_parts(case.amps, case.pf, line.loop)
    if abs(b) > case.volts:
        return None
    left = math.sqrt(case.volts * case.volts - b * b) - a
    return case.volts - left if left > 0.0 else None


def _first_stop(
    s: Setting, size: str, derated: float, terminal: float, table39: float | None, allowed: float, pct: float | None
) -> tuple[str | None, str]:
    case, breaker_a = s.case, s.breaker_a
    if case.sets > 1 and AWG.rank(size) < AWG.rank(PARALLEL_FROM):
        return "parallel", "parallel from 1/0 up"
    if max(terminal, table39 or 0.0) < s.design_a - SLACK:
        return "termination", f"terminals {number(terminal)} A"
    if max(derated, table39 or 0.0) < case.amps - SLACK:
        return "ampacity", f"carries {number(derated)} A"
    most = overcurrent.largest_device(allowed)
    if breaker_a is None:
        return "breaker", "no device this large"
    if breaker_a > most + SLACK:
        return "breaker", f"device to {number(most)} A"
    small = overcurrent.small_conductor_limit(case.metal, size)
    if small is not None and breaker_a > small + SLACK:
        return "small_conductor", f"device to {number(small)} A"
    if not case.no_drop and (pct is None or pct > case.drop_pct + SLACK):
        return "drop", "cannot carry it that far" if pct is None else f"drop {pct:.1f} %"
    if not ampacity.is_made(case.wire, size):
        return "not_made", f"{case.wire} not made in {AWG.spoken(size)}"
    return None, ""
