"""Findings on what guards the outlets of a branch circuit, 210.8 and 210.12, and large feeders, 215.10 and 230.95."""

from collections.abc import Iterable

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.panels.guards import asked
from northspan.core.document.finding import Finding
from northspan.core.figures.working import number
from northspan.core.job.outlets import Outlets
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

GROUND_FAULT_FROM_A = 1000.0
COOLING_DATED = (
    " Listed heating and cooling equipment was excepted until 1 September 2026; whether the permit's day or the "
    "inspection's counts is for the inspector."
)


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Outlets that owe ground-fault or arc-fault protection; large disconnects at 277 V without theirs."""
    for each in view.runs.values():
        outlets = each.run.outlets
        if outlets is not None and each.run.use == "branch":
            yield from _outlets(view, each, outlets)
        rating = each.sizing.breaker_a
        if (
            each.run.system == "277-2w"
            and rating is not None
            and rating >= GROUND_FAULT_FROM_A
            and not each.run.ground_fault_protected
        ):
            yield Finding(
                "ground-fault-of-equipment",
                "violation",
                "230.95" if each.run.use == "service" else "215.10",
                f"{number(rating)} A at 277 V without ground-fault protection of equipment",
                f"From {number(GROUND_FAULT_FROM_A)} A a disconnect of a solidly grounded wye above 150 V to ground "
                "has it.",
                run=each.run.id,
                station=each.run.to_station,
                fixes=(run_fix(each, Change("It has it", {"ground_fault_protected": True})),),
            )


def _outlets(view: JobView, each: SizedRun, outlets: Outlets) -> Iterable[Finding]:
    station = view.network.stations[each.run.to_station]
    dwelling = next(p for p in view.job.places if p.id == station.place).is_dwelling
    wiring, rating = SYSTEMS[each.run.system], each.sizing.breaker_a or 0.0
    for guard, section in asked(outlets.room, outlets.receptacles, dwelling, wiring.volts, rating, outlets.feeds):
        if guard == "gfci" and not outlets.gfci:
            dated = COOLING_DATED if outlets.feeds == "cooling" and not outlets.receptacles else ""
            yield _owed(each, "gfci", section, f"{station.name}: ground-fault protection", outlets.gfci is False,
                        f"Outlets here ({outlets.room.replace('-', ' ')}) open on a few thousandths of an ampere to "
                        f"earth.{dated}", outlets)  # fmt: skip
        elif guard == "afci" and not outlets.afci:
            yield _owed(each, "afci", section, f"{station.name}: arc-fault protection", outlets.afci is False,
                        "120 V circuits of 15 and 20 A in rooms that are lived in open on an arc.",
                        outlets)  # fmt: skip


def _owed(each: SizedRun, field: str, section: str, what: str, known: bool, words: str, outlets: Outlets) -> Finding:
    mended = outlets.model_copy(update={field: True}).model_dump(mode="json")
    return Finding(
        f"{field}-owed",
        "violation" if known else "advice",
        section,
        f"{what} {'missing' if known else 'not on record'}",
        words,
        run=each.run.id,
        station=each.run.to_station,
        fixes=(run_fix(each, Change("It has it", {"outlets": mended})),),
    )
