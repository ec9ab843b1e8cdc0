"""Findings on overhead runs: how high they hang, and the mast that holds them. 225.18, 225.19, 230.24, 230.28."""

from collections.abc import Iterable

from northspan.core.book.kinds import Metal
from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import AWG
from northspan.core.document.finding import Finding
from northspan.core.figures.units import FOOT_M, Units
from northspan.core.figures.working import Level
from northspan.core.job.outlets import Overhead
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

WALKWAY_M, WALKWAY_VOLTS = 10.0 * FOOT_M, 150.0
DRIVEWAY_M, DRIVEWAY_VOLTS, HIGHER_M = 12.0 * FOOT_M, 300.0, 15.0 * FOOT_M
SHORT_SPAN_M = 50.0 * FOOT_M
STREET_M = 18.0 * FOOT_M
ROOF_M, STEEP_ROOF_M, STEEP = 8.5 * FOOT_M, 3.0 * FOOT_M, 4.0


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every run that hangs in the air."""
    for each in view.runs.values():
        if each.run.overhead is not None:
            yield from _clearance(view.job.told, each, each.run.overhead)
            yield from _support(view.job.told, each, each.run.overhead)
            if each.run.overhead.mast:
                yield from _mast(each)


def least_m(over: Overhead, volts_to_ground: float) -> float:
    """Least height (m) over what the run passes.

    >>> least_m(Overhead(over="driveway"), 120.0), least_m(Overhead(over="roof", roof_rise=6), 120.0)
    (3.6576000000000004, 0.9144000000000001)
    """
    if over.over == "street":
        return STREET_M
    if over.over == "roof":
        steep = over.roof_rise is not None and over.roof_rise >= STEEP and volts_to_ground <= DRIVEWAY_VOLTS
        return STEEP_ROOF_M if steep else ROOF_M
    if volts_to_ground > DRIVEWAY_VOLTS:
        return HIGHER_M
    return WALKWAY_M if over.over == "walkway" and volts_to_ground <= WALKWAY_VOLTS else DRIVEWAY_M


def _clearance(told: Units, each: SizedRun, over: Overhead) -> Iterable[Finding]:
    wiring = SYSTEMS[each.run.system]
    least = least_m(over, wiring.to_neutral or (120.0 if wiring.volts <= 240.0 else wiring.volts))
    if over.clearance is None or over.clearance >= least - 1e-9:
        return
    section = _clearance_section(each.run.use == "service", over.over, least)
    yield _finding(
        each, "overhead-low", "violation", section,
        f"{told.length.said(over.clearance)} over the {over.over}, {told.length.said(least)} at least",
        "At its lowest point, in the heat and under its own weight.",
        Change(f"Hang it {told.length.said(least)} high", {"overhead/clearance": told.length.of(least)}),
    )  # fmt: skip


def _clearance_section(service: bool, over: str, least: float) -> str:
    if over == "roof":
        return "230.24(A)" if service else "225.19(A)"
    row = {WALKWAY_M: "(1)", DRIVEWAY_M: "(2)", HIGHER_M: "(3)", STREET_M: "(4)"}[least]
    return f"{'230.24(B)' if service else '225.18'}{row}"


def _support(told: Units, each: SizedRun, over: Overhead) -> Iterable[Finding]:
    """What carries it: nothing on record, a cable that hangs by itself, open wires too thin for their span."""
    run, rung = each.run, each.sizing.rung
    section = "230.23" if run.use == "service" else "225.6, 396.10"
    end = run.to_station
    if over.support is None:
        yield Finding(
            "overhead-support-unknown", "advice", section, "What carries it in the air is not on record",
            "Wires are laid up round a bare messenger that is the neutral, or a cable hangs from one; open wires "
            "stand on insulators. Pipe does not span.",
            run=run.id, station=end,
            fixes=tuple(run_fix(each, Change(words, {"overhead/support": kind, "raceway": "none"}))
                        for kind, words in (("multiplex", "It is triplex or quadruplex"),
                                            ("messenger", "It is cable on a messenger"))),
        )  # fmt: skip
    elif over.support == "open" and rung is not None:
        least = _open_least(run.cable.metal, run.cable.length)
        if AWG.rank(rung.size) < AWG.rank(least):
            yield _finding(
                each, "overhead-thin", "violation", "225.6(A)(1)",
                f"{AWG.spoken(rung.size, run.cable.metal)} open over {told.length.said(run.cable.length)}",
                f"Open wires over a span this long are {AWG.spoken(least, run.cable.metal)} at least, for their own "
                "weight and ice; not where a messenger carries them.",
                Change(f"Pull {AWG.spoken(least, run.cable.metal)}", {"size": least}),
            )  # fmt: skip


def _open_least(metal: Metal, span_m: float) -> str:
    """Least size of open wires by their span (m): 225.6(A)(1).

    >>> _open_least("cu", 12.0), _open_least("al", 20.0)
    ('10', '6')
    """
    near = span_m <= SHORT_SPAN_M + 1e-9
    return {"cu": ("10", "8"), "al": ("8", "6")}[metal][0 if near else 1]


def _mast(each: SizedRun) -> Iterable[Finding]:
    for name, section, title, words, label in (
        ("mast_strong", "230.28(A)", "mast too weak for its pull", "It is strong enough by itself, or braced or guyed.",
         "Brace the mast"),
        ("mast_alone", "230.28(B)", "other wires on the mast", "Nothing but power conductors is attached to it.",
         "Take the others off"),
    ):  # fmt: skip
        if getattr(each.run.overhead, name) is False:
            yield _finding(each, name.replace("_", "-"), "violation", section, title, words,
                           Change(label, {f"overhead/{name}": True}))  # fmt: skip


def _finding(each: SizedRun, rule: str, level: Level, section: str, title: str, words: str, change: Change) -> Finding:
    fixes = (run_fix(each, change),)
    title = f"{title[:1].upper()}{title[1:]}"
    return Finding(rule, level, section, title, words, run=each.run.id, station=each.run.to_station, fixes=fixes)
