"""What leaves the desk as files: the job file, its schema, the calculation sheet."""

import json

from flask import Response
from flask_openapi3 import Tag

from northspan.core.job.job import Job
from northspan.core.solve import solve
from northspan.paper.sheet_csv import sheet_csv
from northspan.server.models import JobPath
from northspan.server.replies import refusals, refuse, sends
from northspan.server.resource import Resource
from northspan.server.wiring import job_store

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


@files.get("/jobs/<job_id>/sheet.pdf", responses={200: sends("application/pdf")})
def pdf(path: JobPath) -> Response:
    """The calculation sheet as PDF."""
    stored = job_store().get(path.job_id)
    # The library that sets the pages is loaded by whoever first wants them.
    from northspan.paper.set_pdf import SheetTooLong
    from northspan.paper.sheet_pdf import sheet_pdf

    job = stored.sound()
    try:
        body = sheet_pdf(job, solve(job), stored.changed_at.date())
    except SheetTooLong as trouble:
        return refuse(422, str(trouble))
    return sent_file(body, job.name, "pdf", "application/pdf")


@files.get("/jobs/<job_id>/sheet.csv", responses={200: sends("text/csv")})
def csv(path: JobPath) -> Response:
    """The calculation sheet as CSV."""
    job = job_store().get(path.job_id).sound()
    return sent_file(sheet_csv(job, solve(job)).encode("utf-8-sig"), job.name, "csv", "text/csv")


def sent_file(body: bytes, name: str, ending: str, kind: str) -> Response:
    """A file to keep, under a name that any system takes."""
    safe = "".join(c if c.isascii() and c.isalnum() else "-" for c in name).strip("-").lower() or "job"
    response = Response(body, mimetype=kind)
    response.headers["Content-Disposition"] = f'attachment; filename="{safe}.{ending}"'
    return response
