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
from northspan.core.units import FOOT_M, Units
from northspan.core.working import Level

WALKWAY_M, WALKWAY_VOLTS = 10.0 * FOOT_M, 150.0
DRIVEWAY_M, DRIVEWAY_VOLTS, HIGHER_M = 12.0 * FOOT_M, 300.0, 15.0 * FOOT_M
STREET_M = 18.0 * FOOT_M
ROOF_M, STEEP_ROOF_M, STEEP = 8.5 * FOOT_M, 3.0 * FOOT_M, 4.0


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every run that hangs in the air."""
    for each in view.runs.values():
        if each.run.overhead is not None:
            yield from _clearance(view.job.told, each, each.run.overhead)
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
    section = {"roof": "230.24(A)", "service": "230.24(B)"}.get(
        over.over if over.over == "roof" else each.run.use, "225.18"
    )
    if over.over == "roof" and each.run.use != "service":
        section = "225.19(A)"
    yield _finding(
        each, "overhead-low", "violation", section,
        f"{told.length.said(over.clearance)} over the {over.over}, {told.length.said(least)} at least",
        "At its lowest point, in the heat and under its own weight.",
        Change(f"Hang it {told.length.said(least)} high", {"overhead/clearance": told.length.of(least)}),
    )  # fmt: skip


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
