"""Findings on where overcurrent devices stand: a switch of which nothing is known, a rating entered where none stands.

240.4, 240.21: a wire is guarded by the nearest device ahead of it that exists.
"""

from collections.abc import Iterable

from northspan.core.codes.nec.sizing.terms import limits_of
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import a_number, number
from northspan.core.job.job import Station
from northspan.core.network.guards import holds_device
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import fields_fix, station_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

ASKED = ("disconnect", "transfer-switch", "equipment")


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every run that leaves a station without a device of its own, where that is not on record or not so entered."""
    asked: set[str] = set()
    for each in view.runs.values():
        start = view.network.stations[each.run.from_station]
        if each.guard.at != "ahead":
            continue
        known = holds_device(start)
        if known is None and start.kind in ASKED and start.id not in asked:
            asked.add(start.id)
            yield _unknown(view, start, each)
        elif known is False and each.guard.run_entry_a is not None:
            yield _nowhere(view, start, each)
        elif start.kind == "service-disconnect" and each.run.leaves is None and each.run.tap is None:
            yield _off_its_lugs(view, start, each)
    yield from _sources(view)


def _unknown(view: JobView, start: Station, each: SizedRun) -> Finding:
    behind = [view.runs[r.id] for r in view.network.leaving.get(start.id, ())]
    entered = [r for r in behind if r.run.locks.breaker_a is not None]
    fixes: list[Fix] = []
    rating = start.gear.rating_a
    if rating is not None and all(_may_have(r, rating) for r in behind):
        fixes.append(station_fix(view.job, start, f"It is {_a(rating)} breaker", *_holds("breaker")))
        fixes.append(station_fix(view.job, start, f"It has {number(rating)} A fuses", *_holds("fuses")))
    if entered and len(entered) == len(behind) and start.kind != "equipment":
        ways = tuple(step for r in entered for step in fields_fix(r.index, Change("", {"leaves": "breaker"})).patch)
        fixes.append(Fix("The breakers entered stand in it", ways))
    fixes.append(station_fix(view.job, start, "It has neither fuses nor a breaker", *_holds("none")))
    if start.kind == "disconnect" and rating is None:
        fixes.append(station_fix(view.job, start, "It is a splice, no switch", "kind", "joint"))
    said = f" {number(entered[0].run.locks.breaker_a or 0.0)} A is entered for what leaves it." if entered else ""
    return Finding(
        "device-unknown",
        "advice",
        "240.4, 240.21",
        f"{start.name}: fuses, a breaker or neither is not on record",
        f"That one can switch there guards nothing. Until it is said, what leaves it is guarded by the "
        f"{_rating(each)} ahead.{said}",
        station=start.id,
        run=each.run.id,
        fixes=tuple(fixes),
    )


def _may_have(behind: SizedRun, amps: float) -> bool:
    """Whether what leaves a switch, as it is there, may have a device of so many amperes."""
    rung = behind.sizing.rung
    return behind.run.locks.size is None or rung is None or limits_of(rung).largest_breaker_a >= amps - 1e-9


def _nowhere(view: JobView, start: Station, each: SizedRun) -> Finding:
    entry = number(each.guard.run_entry_a or 0.0)
    return Finding(
        "device-nowhere",
        "advice",
        "240.4, 240.21",
        f"{start.name} holds no device: {entry} A is entered for what leaves it",
        f"The nearest device ahead guards this run: {_rating(each)}.",
        station=start.id,
        run=each.run.id,
        fixes=(fields_fix(each.index, Change(f"Leave it at the {_rating(each)} ahead", {"breaker_a": None})),),
    )


def _off_its_lugs(view: JobView, start: Station, each: SizedRun) -> Finding:
    end = view.network.stations[each.run.to_station]
    return Finding(
        "device-assumed",
        "note",
        "240.4, 240.21",
        f"{end.name}: taken as fed off the load side of {start.name}, {_rating(each)}",
        "Nothing else leaves it and no breaker is entered for this run.",
        station=start.id,
        run=each.run.id,
        fixes=(
            fields_fix(each.index, Change("So it is", {"leaves": "lugs"})),
            fields_fix(each.index, Change("It has a breaker of its own there", {"leaves": "breaker"})),
        ),
    )


def _sources(view: JobView) -> Iterable[Finding]:
    """A generator or inverter with no breaker on record, at itself or where its wires end."""
    for each in view.runs.values():
        start = view.network.stations[each.run.from_station]
        if start.generator is None or each.guard.rating_a is not None or each.sizing.breaker_a is None:
            continue
        fitting = each.sizing.breaker_a
        yield Finding(
            "source-breaker-unknown",
            "advice",
            "445.13(A), 445.12",
            f"{start.name}: its breaker not on record",
            f"{_a(fitting).capitalize()} one is taken, to be fitted at it. Read what is on it.",
            station=start.id,
            run=each.run.id,
            fixes=(station_fix(view.job, start, f"It has {_a(fitting)} breaker", "generator/breaker_a", fitting),),
        )


def _holds(what: str) -> tuple[str, str]:
    return "gear/overcurrent", what


def _a(amps: float) -> str:
    return f"{a_number(amps)} A"


def _rating(each: SizedRun) -> str:
    return f"{number(each.guard.rating_a)} A" if each.guard.rating_a is not None else "device"
