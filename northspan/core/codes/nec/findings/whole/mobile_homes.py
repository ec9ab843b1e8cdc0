"""Findings on mobile homes: four wires, a neutral kept apart, a disconnect within sight. Article 550, Part III."""

from collections.abc import Iterable

from northspan.core.codes.nec.findings.equipment.entries import entries, finding, from_service
from northspan.core.document.finding import Finding
from northspan.core.figures.units import FOOT_M
from northspan.core.job.job import Place, Station
from northspan.core.network.topology import disconnects
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import station_fix
from northspan.core.property.whole.view import JobView

SIGHT_M = 30.0 * FOOT_M


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every place that is a mobile home, at what feeds it; that it has four wires is said with its bonds."""
    for place in view.job.places:
        if place.kind != "mobile-home":
            continue
        for entry in entries(view, place):
            yield from _at_entry(view, place, entry)


def _at_entry(view: JobView, place: Place, entry: Station) -> Iterable[Finding]:
    if from_service(view, entry):
        yield finding(
            "mobile-home-service", "violation", "550.32(A)", f"{entry.name}: service equipment on a mobile home", entry,
            "Its service disconnect stands beside it, within 30 ft and in sight, not in it or on it; a feeder goes "
            "on from there.",
        )  # fmt: skip
        return
    if view.ground.joins.bond.get(entry.id, "none") != "none":
        yield finding(
            "mobile-home-neutral", "violation", "550.16(A)",
            f"{entry.name}: neutral joined to the can in a mobile home",
            entry, "The neutral is kept apart from the can, the frame and every ground in the home.",
            (station_fix(view.job, entry, f"Take out the bond in {entry.name}", "bonding/neutral", "none"),),
        )  # fmt: skip
    feed = view.network.fed_by[entry.id]
    ahead = view.network.stations[feed.from_station]
    if feed.cable.length > SIGHT_M + 1e-9 or not disconnects(ahead):
        told = view.job.told.length
        yield finding(
            "mobile-home-disconnect", "advice", "550.32(A)",
            f"{place.name}: no disconnect within 30 ft on record", entry,
            f"By its wire the last one, {ahead.name}, is {told.said(feed.cable.length)} away. One stands in sight, "
            "30 ft from the wall at most.",
        )  # fmt: skip
