"""Findings on two 120 V sources that stand for a leg each: whether they are locked, what the switch does with their
neutrals, what is dead while one of them is off.
"""

from collections.abc import Iterable, Iterator

from northspan.core.document.finding import Finding, Fix
from northspan.core.job.job import Station
from northspan.core.property.panel.solved import SolvedPanel, spaces_of
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import station_fix
from northspan.core.property.whole.view import JobView

UNLOCKED = (
    "Unless the two are locked half a turn apart there are no 240 V between their hots: what runs on 240 V gets any "
    "voltage up to that, and the neutral of a multiwire circuit carries up to the sum of both legs."
)


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every station that two sources feed with a leg each."""
    for at, second in view.network.second_leg.items():
        first = view.network.standby.get(at) or view.network.fed_by[at]
        end, stations = view.network.stations[at], view.network.stations
        pair = (stations[first.from_station], stations[second.from_station])
        yield from _locked(view, end, pair)
        yield from _neutral(view, end, pair)
        yield from _one_off(view, end, pair)


def _locked(view: JobView, end: Station, pair: tuple[Station, Station]) -> Iterator[Finding]:
    known = [s.generator.opposed for s in pair if s.generator is not None]
    names = " and ".join(s.name for s in pair)
    if all(known):
        return
    if False not in known:
        yield Finding(
            "pair-lock-unknown", "advice", "110.3(B), 210.4(A)", f"{names}: whether they are locked is not on record",
            f"{UNLOCKED} The maker's sheet says whether they are made to run as a pair.", station=end.id,
        )  # fmt: skip
        return
    fixes = [station_fix(view.job, s, "", "generator/opposed", True) for s in pair]
    stacked = Fix("Join them by the maker's link, so that they run locked", tuple(p for f in fixes for p in f.patch))
    yield Finding(
        "pair-unlocked", "danger", "110.3(B), 210.4(A)", f"{names} run unlocked on two legs of {end.name}", UNLOCKED,
        station=end.id, fixes=(stacked,),
    )  # fmt: skip


def _neutral(view: JobView, end: Station, pair: tuple[Station, Station]) -> Iterator[Finding]:
    """Whether the switch opens the neutral decides where the bond is; until it is known it is asked."""
    if end.transfer is None or end.transfer.switches_neutral is not None:
        return
    names = " and ".join(s.name for s in pair)
    yield Finding(
        "pair-neutral-unknown", "advice", "250.30, 702.5", f"{end.name}: does it open the neutral?",
        f"If it leaves the neutral whole, {names} have their bond at the service and none of their own. If it opens "
        "it, the two are one derived system with one bond for both.",
        station=end.id,
        fixes=(
            station_fix(view.job, end, "It leaves the neutral whole", "transfer/switches_neutral", False),
            station_fix(view.job, end, "It opens the neutral", "transfer/switches_neutral", True),
        ),
    )  # fmt: skip


def _one_off(view: JobView, end: Station, pair: tuple[Station, Station]) -> Iterator[Finding]:
    """What is dead while one of the two is off, by the panels on record beyond."""
    panels = [view.panels[at] for at in view.network.beyond(end.id) if at in view.panels]
    blind = [view.network.stations[at].name for at in view.network.beyond(end.id)
             if view.network.stations[at].kind == "panelboard" and at not in view.panels]  # fmt: skip
    words = []
    for station in pair:
        leg = station.generator.leg if station.generator is not None else None
        named = sorted({panel.line(c) for panel in panels for c in panel.circuits if _on(panel, c.circuit.id, leg)})
        words.append(f"With {station.name} off leg {leg} is dead{': ' + ', '.join(named) if named else ''}.")
    both = sorted({panel.line(c) for panel in panels for c in panel.circuits if c.circuit.poles == 2})
    words.append(f"Either way what runs on 240 V stops{': ' + ', '.join(both) if both else ''}.")
    words.append("A leg whose source is off still has volts on it while a 240 V load is on: prove it dead.")
    if blind:
        words.append(f"Which circuits of {', '.join(blind)} stand on which leg is not on record.")
    yield Finding(
        "pair-one-off", "note", "702.4", f"{end.name}: what is dead while one source is off", " ".join(words),
        station=end.id,
    )  # fmt: skip


def _on(panel: SolvedPanel, circuit: str, leg: str | None) -> bool:
    """Whether a one-pole circuit stands on a leg of its panel."""
    own = panel.by_id[circuit].circuit
    return own.poles == 1 and any(panel.bus.leg(space) == leg for space in spaces_of(own))
