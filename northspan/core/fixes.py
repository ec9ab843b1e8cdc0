"""Fixes that have been tried: a change is offered only if its finding goes away and nothing dangerous comes."""

from collections.abc import Iterable, Mapping

from northspan.core.asking import changed
from northspan.core.codes.codebook import CodeBook
from northspan.core.job import Job, Place, Station
from northspan.core.sized import Change, RunFinding, Sizing
from northspan.core.sizing import size_run
from northspan.core.solution import Fix


def proved_changes(book: CodeBook, sizing: Sizing, finding: RunFinding) -> Iterable[Change]:
    """The finding's candidate changes that mend it without raising a danger that was not there before."""
    dangers = {f.rule for f in book.run_findings(sizing) if f.level == "danger"}
    for change in finding.candidates:
        tried = size_run(book, changed(sizing.question, change.fields))
        after = book.run_findings(tried)
        new_danger = any(f.level == "danger" and f.rule not in dangers for f in after)
        if tried.rung is not None and not new_danger and all(f.rule != finding.rule for f in after):
            yield change


def run_fix(run_index: int, change: Change) -> Fix:
    """A change to a run as a JSON Patch on the job."""
    return Fix(
        change.label,
        tuple(
            {"op": "add", "path": f"/runs/{run_index}/{name}", "value": value} for name, value in change.fields.items()
        ),
    )


def station_fix(job: Job, station: Station, label: str, path: str, value: object) -> Fix:
    """A change to a station as a JSON Patch on the job; ``path`` is the field's way below the station."""
    return Fix(label, ({"op": "add", "path": f"/stations/{job.stations.index(station)}/{path}", "value": value},))


def place_fix(job: Job, place: Place, label: str, values: Mapping[str, object]) -> Fix:
    """Changes to a place as one JSON Patch on the job; the keys are the fields' ways below the place."""
    at = job.places.index(place)
    return Fix(label, tuple({"op": "add", "path": f"/places/{at}/{way}", "value": v} for way, v in values.items()))
