"""Demo jobs, to be opened as jobs of one's own."""

from flask import Response, abort
from flask_openapi3 import Tag

from northspan.demo.library import demo_jobs
from northspan.server.answers.models import DemoJob, DemoList, DemoPath, JobState
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.server.jobs.views import state
from northspan.server.started.wiring import job_store

demos = Resource(
    "demos", __name__, url_prefix="/api/demos", abp_tags=[Tag(name="Demo jobs")], abp_responses=refusals(404)
)


@demos.get("", responses={200: DemoList})
def list_demos() -> Response:
    """The demo jobs."""
    return reply(DemoList(demos=[DemoJob(key=k, name=j.name, note=j.note) for k, j in demo_jobs().items()]))


@demos.post("/<key>", responses={201: JobState})
def open_demo(path: DemoPath) -> Response:
    """Save a fresh copy of a demo job."""
    job = demo_jobs().get(path.key)
    if job is None:
        abort(404, "There is no such demo job")
    return state(job_store().create(job, practice=True), 201)
