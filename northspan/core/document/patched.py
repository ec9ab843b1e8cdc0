"""A job after a fix, to be tried: only the parts that the fix touches are read again."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from typing import Any

import jsonpatch

from northspan.core.book.library import code_book
from northspan.core.document.read import read_job
from northspan.core.job.job import Job
from northspan.core.job.told.reading import reading

LISTS = ("places", "stations", "runs")


def patched_job(job: Job, patch: Sequence[Mapping[str, Any]]) -> Job:
    """The job with a fix's JSON Patch laid on, whose paths lead into places, stations and runs that are there; one that
    adds a whole part has the job read again.

    Raises ValueError for a path that leads elsewhere, pydantic's ValidationError for a part that is none any more.
    """
    if any(step["path"].endswith("/-") for step in patch):
        whole: list[Any] = list(patch)
        return read_job(jsonpatch.apply_patch(job.model_dump(mode="json"), whole, in_place=True))
    touched: dict[tuple[str, int], list[Any]] = defaultdict(list)
    for step in patch:
        _, name, index, *way = step["path"].split("/")
        if name not in LISTS or not way:
            raise ValueError(f"a fix leads into a part of a job, not to {step['path']!r}")
        touched[name, int(index)].append({**step, "path": "/" + "/".join(way)})
    changed: dict[str, list[Any]] = {}
    for (name, index), steps in touched.items():
        parts = changed.setdefault(name, list(getattr(job, name)))
        document = jsonpatch.apply_patch(parts[index].model_dump(mode="json"), steps, in_place=True)
        with reading(job.told, code_book(job.code_book).vocabulary):
            parts[index] = type(parts[index]).model_validate(document)
    return job.model_copy(update={name: tuple(parts) for name, parts in changed.items()})
