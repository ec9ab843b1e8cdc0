"""Findings on taps, 240.21(B): the conditions of each kind, one by one."""

from collections.abc import Iterable

from northspan.core.codes.codebook import WholeBook
from northspan.core.codes.nec.data import AWG
from northspan.core.property.fixes import run_fix
from northspan.core.property.sized_run import SizedRun
from northspan.core.property.view import JobView
from northspan.core.run.sized import Change
from northspan.core.run.systems import SYSTEMS
from northspan.core.solution import Finding
from northspan.core.units import FOOT_M
from northspan.core.working import number

LONGEST_M = {"10-ft": 10.0 * FOOT_M, "25-ft": 25.0 * FOOT_M}
LEAST_SHARE = {"10-ft": 0.1, "25-ft": 1.0 / 3.0}
SHARE_WORDS = {"10-ft": "a tenth", "25-ft": "a third"}
SECTIONS = {"10-ft": "240.21(B)(1)", "25-ft": "240.21(B)(2)", "outside": "240.21(B)(5)"}


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A tap too long, too small for the feeder's device, without a device at its end, or without protection."""
    for each in view.runs.values():
        if each.run.tap is not None and each.sizing.rung is not None:
            yield from _conditions(view, each, each.run.tap)


def _conditions(view: JobView, each: SizedRun, tap: str) -> Iterable[Finding]:
    end = view.network.stations[each.run.to_station]
    longest, told = LONGEST_M.get(tap), view.job.told.length
    if longest is not None and each.run.cable.length > longest + 1e-9:
        yield _finding(
            each, "tap-length", SECTIONS[tap], f"{end.name}: tap of {told.said(each.run.cable.length)}",
            f"This kind of tap is {told.said(longest)} at most, from the feeder to its end.",
            (Change("Protect it at its source instead", {"tap": None}),),
        )  # fmt: skip
    share, feeder_a = LEAST_SHARE.get(tap), _feeder_device(view, each)
    rung = each.sizing.rung
    if share is not None and feeder_a is not None and rung is not None:
        needed = round(share * feeder_a, 1)
        if rung.allowed_ampacity_a < needed - 1e-9:
            enough = next((r for r in each.sizing.ladder.rungs if r.allowed_ampacity_a >= needed and r.passes), None)
            changes = (
                (Change(f"Pull {AWG.spoken(enough.size, each.run.cable.metal)}", {"size": enough.size}),)
                if enough
                else ()
            )
            yield _finding(
                each, "tap-size", SECTIONS[tap],
                f"{end.name}: tap good for {number(rung.allowed_ampacity_a)} A on a {number(feeder_a)} A feeder",
                f"It carries {SHARE_WORDS[tap]} of the feeder's device at least: {number(needed)} A.", changes,
            )  # fmt: skip
    if tap != "10-ft" and end.gear.has_main is not True and end.kind not in ("disconnect", "service-disconnect"):
        yield _finding(
            each, "tap-end", SECTIONS[tap], f"{end.name}: the tap ends in no single device",
            "It ends in one breaker or one set of fuses that holds the load to what the tap carries.", (),
        )  # fmt: skip
    if each.run.cable.raceway == "none":
        yield _finding(
            each, "tap-protection", SECTIONS[tap], f"{end.name}: the tap is in no raceway",
            "A tap is protected from damage; a 10 ft tap is in a raceway from the feeder to its end.",
            (Change("Put it in PVC 80", {"raceway": "PVC80", "insulation": "XHHW-2"}),),
        )  # fmt: skip


def _feeder_device(view: JobView, each: SizedRun) -> float | None:
    """The device that protects the feeder the tap is taken from, at the same voltage."""
    feed = view.network.fed_by.get(each.run.from_station)
    if feed is None:
        return None
    same = SYSTEMS[feed.system].volts == SYSTEMS[each.run.system].volts
    return view.runs[feed.id].sizing.breaker_a if same or SYSTEMS[each.run.system].volts == 120.0 else None


def _finding(each: SizedRun, rule: str, section: str, title: str, words: str, changes: tuple[Change, ...]) -> Finding:
    fixes = tuple(run_fix(each, change) for change in changes)
    return Finding(rule, "violation", section, title, words, run=each.run.id, station=each.run.to_station, fixes=fixes)
