"""What a dwelling owes that is new, or whose service or feed is replaced, and nothing is on record of: said as advice,
once each, so that silence is no answer.
"""

from collections.abc import Iterable

from northspan.core.codes.nec.findings.earth.electrode_conductors import TERMINALS
from northspan.core.codes.nec.findings.equipment.disconnects import outdoors_in_sight
from northspan.core.codes.nec.findings.equipment.entries import entries, finding, from_service, gear_fix
from northspan.core.document.finding import Finding
from northspan.core.job.job import Place, Station
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import place_fix
from northspan.core.property.whole.view import JobView


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Surge protection, emergency disconnect, interrupting rating and intersystem terminal of every dwelling that is
    new or is entered anew: what is replaced owes what new work owes, whatever else of the house stands.
    """
    for place, ground in zip(view.job.places, view.ground.places, strict=True):
        here = entries(view, place)
        if not place.is_dwelling or not here or (place.stays and not here[0].bought):
            continue
        yield from _at_entry(view, place, here[0])
        if ground.intersystem and place.grounding.intersystem_terminals is None:
            yield Finding(
                "intersystem-unknown",
                "advice",
                "250.94(A)",
                f"{place.name}: intersystem terminal not on record",
                f"Telephone, cable and aerial bond at one terminal outside, with room for {TERMINALS} at least.",
                place=place.id,
                fixes=(
                    place_fix(
                        view.job, place, f"It has one of {TERMINALS}", {"grounding/intersystem_terminals": TERMINALS}
                    ),
                ),
            )
    yield from _sources(view)


def _at_entry(view: JobView, place: Place, entry: Station) -> Iterable[Finding]:
    service = from_service(view, entry)
    surge = [s.gear.surge_protected for s in view.job.stations if s.place == place.id]
    if all(known is None for known in surge):
        yield finding(
            "surge-unknown", "advice", "230.67" if service else "215.18",
            f"{place.name}: surge protection not on record", entry,
            "A dwelling's service has a type 1 or 2 surge device at it or beside it.", (gear_fix(view, entry,
            f"{entry.name} has one", "surge_protected", True),), )  # fmt: skip
    if entry.gear.outdoors is None and not outdoors_in_sight(view, entry):
        yield finding(
            "emergency-disconnect-unknown", "advice", "230.85" if service else "225.41",
            f"{place.name}: emergency disconnect not on record", entry,
            "A one- or two-family dwelling has a disconnect outdoors, readily reached, marked for the fire crew.",
            (gear_fix(view, entry, f"{entry.name} stands outdoors", "outdoors", True),),
        )  # fmt: skip
    fault = view.faults[entry.id].value
    if isinstance(fault, float) and entry.gear.interrupting_ka is None:
        yield finding(
            "interrupting-unknown", "advice", "110.9, 110.24", f"{entry.name}: {fault / 1000.0:.1f} kA fault, its "
            "interrupting rating not on record", entry,
            "Read the rating on its breakers; below the fault they can burst.",
        )  # fmt: skip


def _sources(view: JobView) -> Iterable[Finding]:
    for station in view.job.stations:
        made = {run.to_station for run in view.job.runs if run.use == "service" and run.bought}
        new = bool(made) or any(p.is_dwelling and not p.stays for p in view.job.places)
        if station.kind == "utility" and new and not isinstance(view.faults[station.id].value, float):
            yield finding(
                "fault-unknown", "advice", "110.9, 110.24", f"{station.name}: available fault current not on record",
                station,
                "Ask the utility for it, or for its transformer's kVA and impedance: without it no interrupting "
                "rating can be judged.", )  # fmt: skip
