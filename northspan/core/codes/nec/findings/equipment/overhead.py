"""Findings on overhead runs: how high they hang, and the mast that holds them. 225.18, 225.19, 230.24, 230.28."""

from collections.abc import Iterable

from northspan.core.codes.codebook import WholeBook
from northspan.core.job.outlets import Overhead
from northspan.core.property.fixes import run_fix
from northspan.core.property.sized_run import SizedRun
from northspan.core.property.view import JobView
from northspan.core.run.sized import Change
from northspan.core.run.systems import SYSTEMS
from northspan.core.solution import Finding
from northspan.core.working import Level, number

WALKWAY_FT, WALKWAY_VOLTS = 10.0, 150.0
DRIVEWAY_FT, DRIVEWAY_VOLTS, HIGHER_FT = 12.0, 300.0, 15.0
STREET_FT = 18.0
ROOF_FT, STEEP_ROOF_FT, STEEP_IN = 8.5, 3.0, 4.0


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every run that hangs in the air."""
    for each in view.runs.values():
        if each.run.overhead is not None:
            yield from _clearance(each, each.run.overhead)
            if each.run.overhead.mast:
                yield from _mast(each, each.run.overhead)


def least_ft(over: Overhead, volts_to_ground: float) -> float:
    """Least height (ft) over what the run passes.

    >>> least_ft(Overhead(over="driveway"), 120.0), least_ft(Overhead(over="roof", roof_rise_in=6), 120.0)
    (12.0, 3.0)
    """
    if over.over == "street":
        return STREET_FT
    if over.over == "roof":
        steep = over.roof_rise_in is not None and over.roof_rise_in >= STEEP_IN and volts_to_ground <= DRIVEWAY_VOLTS
        return STEEP_ROOF_FT if steep else ROOF_FT
    if volts_to_ground > DRIVEWAY_VOLTS:
        return HIGHER_FT
    return WALKWAY_FT if over.over == "walkway" and volts_to_ground <= WALKWAY_VOLTS else DRIVEWAY_FT


def _clearance(each: SizedRun, over: Overhead) -> Iterable[Finding]:
    wiring = SYSTEMS[each.run.system]
    least = least_ft(over, wiring.to_neutral or (120.0 if wiring.volts <= 240.0 else wiring.volts))
    if over.clearance_ft is None or over.clearance_ft >= least - 1e-9:
        return
    section = {"roof": "230.24(A)", "service": "230.24(B)"}.get(
        over.over if over.over == "roof" else each.run.use, "225.18"
    )
    if over.over == "roof" and each.run.use != "service":
        section = "225.19(A)"
    raised = over.model_copy(update={"clearance_ft": least}).model_dump(mode="json")
    yield _finding(
        each, "overhead-low", "violation", section,
        f"{number(over.clearance_ft)} ft over the {over.over}, {number(least)} ft at least",
        "At its lowest point, in the heat and under its own weight.",
        Change(f"Hang it {number(least)} ft high", {"overhead": raised}),
    )  # fmt: skip


def _mast(each: SizedRun, over: Overhead) -> Iterable[Finding]:
    for name, section, title, words, label in (
        ("mast_strong", "230.28(A)", "mast too weak for its pull", "It is strong enough by itself, or braced or guyed.",
         "Brace the mast"),
        ("mast_alone", "230.28(B)", "other wires on the mast", "Nothing but power conductors is attached to it.",
         "Take the others off"),
    ):  # fmt: skip
        if getattr(over, name) is False:
            mended = over.model_copy(update={name: True}).model_dump(mode="json")
            yield _finding(each, name.replace("_", "-"), "violation", section, title, words,
                           Change(label, {"overhead": mended}))  # fmt: skip


def _finding(each: SizedRun, rule: str, level: Level, section: str, title: str, words: str, change: Change) -> Finding:
    fixes = (run_fix(each, change),)
    title = f"{title[:1].upper()}{title[1:]}"
    return Finding(rule, level, section, title, words, run=each.run.id, station=each.run.to_station, fixes=fixes)
