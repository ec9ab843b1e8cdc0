"""Findings on several service mains in one enclosure. 230.71(B)."""

from collections.abc import Iterable

from northspan.core.codes.nec.findings.equipment.entries import finding, from_service, gear_fix
from northspan.core.document.finding import Finding
from northspan.core.property.ground.modes import is_service_equipment
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView

WORDS = (
    "Two to six mains each stand in an enclosure of their own, or in a compartment of their own, so that one can be "
    "worked on with the others dead."
)


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Mains side by side in one can: what stands may stay where it was lawful, what is new is kept apart."""
    for station in view.job.stations:
        own = station.gear
        if own.mains is None or not is_service_equipment(view.network, station.id):
            continue
        if own.main_compartments or not from_service(view, station):
            continue
        apart = gear_fix(view, station, f"Set a switchboard with a compartment for each in place of {station.name}",
                         "main_compartments", True)  # fmt: skip
        many = f"{station.name}: {own.mains} mains in one enclosure"
        if own.main_compartments is None and not station.stays:
            yield finding(
                "mains-together", "advice", "230.71(B)", f"{many}: whether each has a compartment is not on record",
                station, WORDS,
            )  # fmt: skip
        elif station.stays:
            yield finding(
                "mains-together", "note", "230.71(B)", f"{many}, as it was found", station,
                f"{WORDS} Editions before 2020 let them stand side by side: what was lawful then may stay until the "
                "gear is changed; the inspector decides.",
            )  # fmt: skip
        else:
            yield finding("mains-together", "violation", "230.71(B)", many, station, WORDS, (apart,))
