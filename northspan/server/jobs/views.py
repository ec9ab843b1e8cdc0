"""Jobs: list, open, save, edit, undo, redo, copy, shelve."""

import logging
import re
from collections.abc import Callable
from dataclasses import asdict

from flask import Response, request
from flask_openapi3 import Tag
from pydantic_core import to_json

from northspan.core.document.file import JobFileError, parse_text, sound
from northspan.core.figures.problem import Problem
from northspan.core.job.house_rules import Watched
from northspan.core.job.job import Job
from northspan.server.answers.models import (
    EditHeaders,
    JobFile,
    JobList,
    JobPath,
    JobQuery,
    JobState,
    JobSummary,
    Patch,
    SentJob,
    ShelfPath,
)
from northspan.server.answers.replies import named, refusals, refuse, reply, whole
from northspan.server.answers.resource import Resource
from northspan.server.solving.solutions import Solved
from northspan.server.started.edition import EDITION
from northspan.server.started.wiring import job_store, look_store, solutions
from northspan.store.edits.changes import changes
from northspan.store.job_store import Standing, StoredJob

# Above this (bytes) the answer to an edit says what it changed.
LARGEST_WHOLE = 120_000
# So many jobs are listed at once.
PAGE = 100
log = logging.getLogger(__name__)
FAULT = "The figures of this job cannot be worked out: a fault of North Span's, and it is on record here"
UNSAID = "Say which version the edit was made on (If-Match)"
jobs = Resource(
    "jobs", __name__, url_prefix="/api/jobs", abp_tags=[Tag(name="Jobs")], abp_responses=refusals(404, 409, 422, 428)
)


@jobs.get("", responses={200: JobList})
def list_jobs(query: JobQuery) -> Response:
    """A page of the jobs of one shelf, newest first."""
    found = job_store().entries(query.search, query.shelf, query.first, PAGE)
    many = job_store().many(query.search, query.shelf)
    return reply(JobList(jobs=[JobSummary.model_validate(asdict(each)) for each in found], many=many))


@jobs.post("", responses={201: JobState})
def create_job(body: SentJob) -> Response:
    """Save a new job."""
    return state(job_store().create(sound(_with_watched(body.root))), 201)


@jobs.post("/import", responses={201: JobState})
def import_job(raw: JobFile) -> Response:
    """Save a job file, sent as the request's body, as a new job."""
    return state(job_store().create(parse_text(raw.get_data())), 201)


@jobs.get("/<job_id>", responses={200: JobState, 304: {"description": "As it was asked for before"}})
def get_job(path: JobPath) -> Response:
    """One job with its solution; 304 where the asker has it as it stands."""
    tag = _tag(job_store().standing(path.job_id))
    if request.if_none_match.contains_weak(tag):
        return Response(status=304, headers={"ETag": f'W/"{tag}"'})
    return state(job_store().get(path.job_id))


@jobs.patch("/<job_id>", responses={200: JobState})
def edit_job(path: JobPath, header: EditHeaders, body: Patch) -> Response:
    """Apply a JSON Patch to the version named in ``If-Match``."""
    version = _version(header)
    if version is None:
        return refuse(428, UNSAID)
    steps = [s.model_dump(by_alias=True, exclude_unset=True) for s in body.root]
    for i, step in enumerate(steps):
        needs = {"move": "from", "copy": "from", "remove": "path"}.get(step["op"], "value")
        if needs not in step or (needs == "from" and step["from"] is None):
            raise JobFileError([Problem(f"/{i}/{needs}", "is missing")])
    return state(job_store().edit(path.job_id, version, steps, header.sent_as), since=version)


@jobs.post("/<job_id>/undo", responses={200: JobState})
def undo(path: JobPath, header: EditHeaders) -> Response:
    """Step back in the job's history."""
    return _walk(header, lambda version: job_store().undo(path.job_id, version, header.sent_as))


@jobs.post("/<job_id>/redo", responses={200: JobState})
def redo(path: JobPath, header: EditHeaders) -> Response:
    """Step forward in the job's history."""
    return _walk(header, lambda version: job_store().redo(path.job_id, version, header.sent_as))


@jobs.post("/<job_id>/duplicate", responses={201: JobState})
def duplicate(path: JobPath) -> Response:
    """Save a copy of a job."""
    return state(job_store().duplicate(path.job_id), 201)


@jobs.post("/<job_id>/practice", responses={201: JobState})
def practise(path: JobPath) -> Response:
    """Save a copy of a job to practise on: instruments and outside desks are simulated there, faults are planted."""
    return state(job_store().practise_on(path.job_id), 201)


@jobs.put("/<job_id>/shelf/<shelf>", responses={200: JobState})
def put_on_shelf(path: ShelfPath) -> Response:
    """Archive a job, delete it, or bring it back."""
    return state(job_store().put_on(path.job_id, path.shelf))


def _with_watched(job: Job) -> Job:
    """A new job with what the shop has every new job looked at for; one that has its own list keeps that."""
    if job.house_rules.watched:
        return job
    watched = tuple(Watched.model_validate(document) for _, document in look_store().watched())
    return job.model_copy(update={"house_rules": job.house_rules.model_copy(update={"watched": watched})})


def _walk(header: EditHeaders, step: Callable[[int], StoredJob]) -> Response:
    version = _version(header)
    return state(step(version), since=version) if version is not None else refuse(428, UNSAID)


def _version(header: EditHeaders) -> int | None:
    found = re.fullmatch(r'(?:W/)?"?([0-9]{1,9})(?:-[a-z0-9-]+)?"?', (header.if_match or "").strip())
    return int(found[1]) if found else None


def _tag(standing: Standing) -> str:
    return f"{standing.version}-{standing.shelf}-{EDITION}"


def state(stored: StoredJob, status: int = 200, since: int | None = None) -> Response:
    """A stored job with its solution, as every call on a job answers; one that cannot be solved says so.

    Of a large job an edit is answered with what it changed ``since`` the version it was made on.
    """
    solved, fault = None, ""
    if stored.job is None:
        fault = "This job was saved, but this North Span cannot read it"
    else:
        try:
            solved = solutions().of(stored.job)
            solutions().show(stored.id, stored.version, solved)
        except Exception:
            log.exception("job %s cannot be solved", stored.id)
            fault = FAULT
    rest = JobState(
        id=stored.id,
        version=stored.version,
        name=stored.name,
        job=stored.job,
        solution=None,
        fault=fault,
        problems=named(stored.problems),
        practice=stored.practice,
        can_undo=stored.can_undo,
        can_redo=stored.can_redo,
        shelf=stored.shelf,
        key=solved.key if solved else "",
    )
    tag = _tag(Standing(stored.version, stored.shelf))
    if solved is None:
        return whole(rest, "solution", b"null", status, tag)
    if since is not None and len(solved.written) > LARGEST_WHOLE:
        steps = _changes(stored.id, since, solved)
        if steps is not None:
            less = rest.model_copy(update={"job": None, "since": since})
            return whole(less, "changes", steps, status, tag)
    return whole(rest, "solution", solved.written, status, tag)


def _changes(job_id: str, since: int, now: Solved) -> bytes | None:
    """What an edit changed, as JSON; None where what it was made on was let go."""
    before = solutions().shown(job_id, since)
    if before is None:
        return None
    old = {"job": before.entered, "solution": before.document}
    return to_json(list(changes(old, {"job": now.entered, "solution": now.document})))
