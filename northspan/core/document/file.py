"""The way into the core: a job file's text or document becomes a ``Job``, or says what is wrong and where."""

import json
from collections.abc import Iterable
from dataclasses import replace
from typing import Any

from pydantic import ValidationError

from northspan.core.document.lengths import by_routes
from northspan.core.document.names import called
from northspan.core.document.panels import panel_problems
from northspan.core.document.read import read_job
from northspan.core.document.states import state_problems
from northspan.core.figures.problem import Problem, validation_problems
from northspan.core.figures.units import METRIC, US
from northspan.core.job.job import FORMAT, VERSION, Job
from northspan.core.job.told.upgrades import upgraded
from northspan.core.network.topology import SOURCES

LARGEST_BYTES = 4_000_000
MOST_READINGS = 120


class JobFileError(ValueError):
    """A job file that cannot be used. ``problems`` holds at least one."""

    def __init__(self, problems: Iterable[Problem]):
        self.problems = tuple(problems)
        super().__init__("; ".join(p.said() for p in self.problems))


def parse_text(text: bytes | str) -> Job:
    """Read a job file's bytes. Raises JobFileError for anything but a whole, sound job."""
    if len(text) > LARGEST_BYTES:
        raise JobFileError([Problem("", f"larger than {LARGEST_BYTES // 1_000_000} MB, so not a job file")])
    try:
        document = json.loads(text)
    except (ValueError, RecursionError) as error:
        where = f" near line {error.lineno}" if isinstance(error, json.JSONDecodeError) else ""
        raise JobFileError([Problem("", f"not JSON{where}, so not a job file")]) from None
    return parse(document)


def parse(document: Any) -> Job:
    """Check a job document (plain JSON values), of this version or an older one. Raises JobFileError naming every place
    that is wrong.
    """
    if not isinstance(document, dict) or document.get("format", FORMAT) != FORMAT or "name" not in document:
        raise JobFileError([Problem("", "not a North Span job file")])
    version = document.get("version", 1)
    if isinstance(version, int) and version > VERSION:
        words = f"written by a newer North Span (version {version}; this one reads up to {VERSION})"
        raise JobFileError([Problem("/version", words)])
    document = upgraded(document)
    try:
        job = read_job(document)
    except ValidationError as error:
        raise JobFileError(
            _placed(document, validation_problems(error, METRIC if document.get("units") == METRIC.id else US))
        ) from None
    return sound(job, document)


def sound(job: Job, document: Any = None) -> Job:
    """The job, once its parts fit one another, every run with its one length. Raises JobFileError; ``document`` is what
    it was read from.
    """
    found = list(problems(job))
    if found:
        raise JobFileError(_placed(dump(job) if document is None else document, found))
    return by_routes(job)


def _placed(document: Any, found: Iterable[Problem]) -> list[Problem]:
    return [replace(problem, where=called(document, problem.pointer)) for problem in found]


def dump(job: Job) -> dict[str, Any]:
    """A job as the document that is stored and exported: every field, JSON values only."""
    return job.model_dump(mode="json")


def problems(job: Job) -> Iterable[Problem]:
    """What no single field shows: duplicate ids, missing stations and places, double feeds, loops."""
    yield from _duplicates("places", [p.id for p in job.places])
    yield from _duplicates("stations", [s.id for s in job.stations])
    yield from _duplicates("runs", [r.id for r in job.runs])
    yield from _duplicates("variants", [v.id for v in job.variants])
    yield from _duplicates("metal_paths", [p.id for p in job.metal_paths])
    readings = sum(len(p.grounding.survey) for p in job.places)
    if readings > MOST_READINGS:
        words = f"the job holds {readings} survey readings; up to {MOST_READINGS} in all are fitted"
        yield Problem("/places", words)
    places = {p.id for p in job.places}
    stations = {s.id: s for s in job.stations}
    for i, station in enumerate(job.stations):
        if station.place not in places:
            yield Problem(f"/stations/{i}/place", f"there is no place {station.place!r} in this job")
        if station.kind == "utility" and station.supply is None:
            words = "is missing: the utility says what it delivers, 120/240-3w for most houses"
            yield Problem(f"/stations/{i}/supply", words)
        elif station.kind != "utility" and station.supply is not None:
            words = "only the utility says what it delivers: leave it blank, it gets what its run brings"
            yield Problem(f"/stations/{i}/supply", words)
        for kinds, name in (
            (("transformer",), "transformer"),
            (("converter",), "converter"),
            (SOURCES, "generator"),
            (("transfer-switch",), "transfer"),
        ):
            if (station.kind in kinds) != (getattr(station, name) is not None):
                kind = " or ".join(kinds)
                missing = station.kind in kinds
                words = f"is missing: a {kind} says what it is" if missing else f"only a {kind} says what it is"
                yield Problem(f"/stations/{i}/{name}", words)
        if station.panel is not None:
            yield from panel_problems(i, station, station.panel)
    for i, place in enumerate(job.places):
        yield from _duplicates(f"places/{i}/appliances", [a.id for a in place.appliances])
        for j, appliance in enumerate(place.appliances):
            at = stations.get(appliance.station or "")
            if appliance.station is not None and (at is None or at.place != place.id):
                words = f"there is no equipment {appliance.station!r} at {place.name}"
                yield Problem(f"/places/{i}/appliances/{j}/station", words)
        yield from _duplicates(f"places/{i}/grounding/electrodes", [e.id for e in place.grounding.electrodes])
    for i, path in enumerate(job.metal_paths):
        for end in ("from_place", "to_place"):
            if getattr(path, end) not in places:
                yield Problem(f"/metal_paths/{i}/{end}", f"there is no place {getattr(path, end)!r} in this job")
        if path.from_place == path.to_place:
            yield Problem(f"/metal_paths/{i}/to_place", "it leads from one place to another")
    yield from state_problems(job)


def _duplicates(what: str, ids: list[str]) -> Iterable[Problem]:
    first: dict[str, int] = {}
    for i, each in enumerate(ids):
        if each in first:
            yield Problem(f"/{what}/{i}/id", f"{each!r} is already the id of /{what}/{first[each]}")
        first.setdefault(each, i)
