"""Fixes that have been tried: a change is offered only if its finding goes away and nothing dangerous comes."""

from collections.abc import Iterable, Mapping
from functools import lru_cache

from northspan.core.document.finding import Fix
from northspan.core.job.job import Job, Place, Station
from northspan.core.job.run import way
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.runs.asking import changed
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.question import RunQuestion
from northspan.core.run.sized import Change, RunFinding, Sizing
from northspan.core.run.sizing import REMEMBERED, size_run

WORSE = ("danger", "violation")


@lru_cache(maxsize=REMEMBERED)
def proved_findings(book: WholeBook, q: RunQuestion) -> tuple[tuple[RunFinding, tuple[Change, ...]], ...]:
    """What is wrong with a run by itself, each with the changes that were proved to mend it."""
    sizing = size_run(book, q)
    return tuple(
        (finding, tuple(proved_changes(book, sizing, finding))) for finding in book.findings.run_findings(sizing)
    )


def proved_changes(book: WholeBook, sizing: Sizing, finding: RunFinding) -> Iterable[Change]:
    """The finding's candidate changes that mend it without raising a danger or a violation that was not there
    before.
    """
    before = {f.rule for f in book.findings.run_findings(sizing) if f.level in WORSE}
    for change in finding.candidates:
        tried = size_run(book, changed(book.sizing, sizing.question, change.fields))
        after = book.findings.run_findings(tried)
        worse = any(f.level in WORSE and f.rule not in before for f in after)
        if tried.rung is not None and not worse and all(f.rule != finding.rule for f in after):
            yield change


def run_fix(each: SizedRun, change: Change) -> Fix:
    """A change to a sized run as a JSON Patch on the job; its device is changed where it is entered, or fitted where it
    starts if the one that guards it stands further ahead.
    """
    operations: list[dict[str, object]] = []
    for name, value in change.fields.items():
        own = f"/runs/{each.index}/{way(name)}"
        if name == "breaker_a" and not each.guard.own:
            operations.append({"op": "add", "path": f"/runs/{each.index}/leaves", "value": "breaker"})
        entered = each.guard.pointer if name == "breaker_a" and each.guard.own else own
        if entered is None:
            continue
        operations.append({"op": "add", "path": entered, "value": value})
        if entered != own and each.run.locks.breaker_a is not None:
            operations.append({"op": "add", "path": own, "value": None})
    return Fix(change.label, tuple(operations))


def fields_fix(run_index: int, change: Change) -> Fix:
    """A change to the fields of a run, its device apart, as a JSON Patch on the job."""
    fields = change.fields.items()
    return Fix(
        change.label,
        tuple({"op": "add", "path": f"/runs/{run_index}/{way(name)}", "value": value} for name, value in fields),
    )


def station_fix(job: Job, station: Station, label: str, path: str, value: object) -> Fix:
    """A change to a station as a JSON Patch on the job; ``path`` is the field's way below the station."""
    return Fix(label, ({"op": "add", "path": f"/stations/{job.stations.index(station)}/{path}", "value": value},))


def place_fix(job: Job, place: Place, label: str, values: Mapping[str, object]) -> Fix:
    """Changes to a place as one JSON Patch on the job; the keys are the fields' ways below the place."""
    at = job.places.index(place)
    return Fix(label, tuple({"op": "add", "path": f"/places/{at}/{way}", "value": v} for way, v in values.items()))
