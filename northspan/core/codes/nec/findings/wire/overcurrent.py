"""Findings on the overcurrent device itself."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import device_word
from northspan.core.codes.nec.sizing.overcurrent import is_standard, needed, standard_rating, standard_rating_below
from northspan.core.codes.nec.sizing.terms import limits_of, terms_of
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import a_number, number
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView
from northspan.core.run.question import OWN_DEVICE, RunQuestion
from northspan.core.run.sized import Change, RunFinding, Sizing

# The 2023 edition lists it besides the checked table; nothing of a house is put on it unasked.
LISTED_BESIDES_A = (10.0,)


def find(s: Sizing) -> Iterable[RunFinding]:
    """A device below what it must carry, one above what the equipment on the circuit allows, or of no standard
    rating.
    """
    q = s.question
    if q.breaker_lock_a is None:
        return
    word = device_word(q.device_at)
    # Spare wanted by house rule binds no breaker.
    load_a = needed(q, s.design_a) / (1.0 + q.spare_pct / 100.0)
    own = q.device_at in OWN_DEVICE
    if own and q.breaker_lock_a < load_a - 1e-9:
        yield RunFinding(
            "breaker-below-load",
            "violation",
            {"service": "230.90(A), 230.79", "feeder": "215.3", "branch": "210.20(A)"}[q.use],
            f"{number(q.breaker_lock_a)} A {word} on {number(load_a)} A",
            f"The design current is {number(load_a)} A, so the {word} would trip on the load it is meant to feed.",
            _changes(q, standard_rating(load_a)),
        )
    if q.device is not None and q.breaker_lock_a > q.device.most_a + 1e-9:
        yield RunFinding(
            "device-above-equipment",
            "danger",
            q.device.cite,
            f"{number(q.breaker_lock_a)} A {word}, {number(q.device.most_a)} A at most",
            f"By what hangs on the circuit: {q.device.why}.",
            _changes(q, standard_rating_below(q.device.usual_a) or q.device.usual_a),
        )
    elif (
        q.device is not None
        and q.device.in_place_of_wire
        and q.device.times_wire is None
        and q.breaker_lock_a > q.device.usual_a + 1e-9
    ):
        yield RunFinding(
            "device-for-starting",
            "note",
            q.device.cite,
            f"{number(q.breaker_lock_a)} A {word}: only where {number(q.device.usual_a)} A will not start it",
            f"Taken as {q.device.why}. The plate's own figure goes before it.",
        )
    if (
        terms_of(q).mains_by_load
        and s.rung is not None
        and q.breaker_lock_a > limits_of(s.rung).largest_breaker_a + 1e-9
    ):
        carried = number(s.rung.allowed_ampacity_a)
        yield RunFinding(
            "mains-above-wire",
            "note",
            "230.90(A) exception 3",
            f"{q.mains} mains of {number(q.breaker_lock_a)} A together on wire good for {carried} A",
            "Several mains may together be more than the wire carries, as long as the calculated load is not. Nothing "
            "but the load holds it: mind what is added.",
        )
    if own and not is_standard(q.breaker_lock_a) and q.breaker_lock_a not in LISTED_BESIDES_A and q.mains == 1:
        yield RunFinding(
            "breaker-not-standard",
            "note",
            "240.6(A)",
            f"{number(q.breaker_lock_a)} A is no standard rating",
            "Check the device's own marking: it is not in the list of standard ratings.",
            _changes(q, standard_rating(load_a)),
        )


def _changes(q: RunQuestion, fitting: float | None) -> tuple[Change, ...]:
    """Another rating where it is entered, no larger than what stands ahead of it; a lock that can be opened."""
    changes = []
    useful = standard_rating(q.ahead_a) if q.ahead_a is not None else None
    held = fitting is not None and useful is not None and fitting > useful
    if fitting is not None and q.mains == 1 and q.device_at in OWN_DEVICE and not held:
        changes.append(Change(f"Use {a_number(fitting)} A {device_word(q.device_at)}", {"breaker_a": fitting}))
    if q.device_at == "run" and not held:
        changes.append(Change("Unlock the breaker", {"breaker_a": None}))
        if q.size_lock is not None:
            changes.append(Change("Unlock size and breaker", {"size": None, "breaker_a": None}))
    return tuple(changes)


def find_twice(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """One device entered twice with two ratings."""
    for each in view.runs.values():
        guard = each.guard
        if guard.run_entry_a is None or guard.rating_a is None or not guard.own:
            continue
        word = device_word(guard.at)
        name = view.network.stations[each.run.to_station].name
        several = f"{guard.mains} mains together" if guard.mains > 1 else word
        clear = {"op": "add", "path": f"/runs/{each.index}/locks/breaker_a", "value": None}
        yield Finding(
            "device-entered-twice",
            "advice",
            "230.90(A), 240.21",
            f"{name}: {number(guard.rating_a)} A {several}, and {number(guard.run_entry_a)} A entered for its run",
            f"What guards this run is the {word}: one device with one rating. {number(guard.rating_a)} A is taken.",
            run=each.run.id,
            station=each.run.to_station,
            fixes=(Fix(f"Keep {number(guard.rating_a)} A", (clear,)),),
        )
