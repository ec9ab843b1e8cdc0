"""What leaves the desk as files: the job file and its schema."""

import json

from flask import Response
from flask_openapi3 import Tag

from northspan.core.job.job import Job
from northspan.server.answers.models import JobPath
from northspan.server.answers.replies import refusals, sends
from northspan.server.answers.resource import Resource
from northspan.server.started.wiring import job_store

files = Resource("files", __name__, url_prefix="/api", abp_tags=[Tag(name="Files")], abp_responses=refusals(404, 422))


@files.get("/job-schema.json", responses={200: sends("application/schema+json")})
def job_schema() -> Response:
    """The JSON Schema of the job file."""
    return Response(
        json.dumps({"title": "North Span job file", **Job.model_json_schema()}, indent=1),
        mimetype="application/schema+json",
    )


@files.get("/jobs/<job_id>/job.json", responses={200: sends("application/json")})
def jobsent_file(path: JobPath) -> Response:
    """The job as a job file."""
    stored = job_store().get(path.job_id)
    # As it was saved, also where this program cannot read it: whoever can mend it by hand gets it whole.
    job = stored.job
    text = json.dumps(stored.document, indent=1) if job is None else job.model_dump_json(indent=1)
    return sent_file(text.encode(), stored.name, "json", "application/json")


def sent_file(body: bytes, name: str, ending: str, kind: str) -> Response:
    """A file to keep, under a name that any system takes."""
    safe = "".join(c if c.isascii() and c.isalnum() else "-" for c in name).strip("-").lower() or "job"
    response = Response(body, mimetype=kind)
    response.headers["Content-Disposition"] = f'attachment; filename="{safe}.{ending}"'
    return response
