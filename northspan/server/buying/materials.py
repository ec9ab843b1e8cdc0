"""The materials of a job: counted once from its plan, priced, held against the van."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict

from northspan.core.document.file import JobFileError, sound
from northspan.core.document.read import JobDocument
from northspan.core.figures.problem import Problem
from northspan.core.job.told.part import Id
from northspan.core.plans.materials.instead import Instead, instead
from northspan.core.plans.materials.priced import MaterialList
from northspan.server.answers.models import SentJob
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.server.buying.stock import materials as listed
from northspan.server.buying.stock import prices

materials = Resource(
    "materials",
    __name__,
    url_prefix="/api/materials",
    abp_tags=[Tag(name="Materials")],
    abp_responses=refusals(404, 422),
)


class MaterialsReply(BaseModel):
    """The list of materials of a job."""

    model_config = ConfigDict(frozen=True)

    materials: MaterialList


@materials.post("", responses={200: MaterialsReply})
def count_job(body: SentJob) -> Response:
    """Count a job, price it from the shop's lists, and hold it against what is in the van."""
    return reply(MaterialsReply(materials=listed(sound(body.root))))


class InsteadRequest(BaseModel):
    """A run of a job that may be laid otherwise."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    run: Id


class InsteadReply(BaseModel):
    """What other ways to lay a run cost."""

    model_config = ConfigDict(frozen=True)

    instead: Instead


@materials.post("/instead", responses={200: InsteadReply})
def laid_otherwise(body: InsteadRequest) -> Response:
    """Price every other way to lay a run against the job as it stands."""
    job = sound(body.job)
    if body.run not in {run.id for run in job.runs}:
        raise JobFileError([Problem("/run", f"there is no run {body.run!r} in this job")])
    return reply(InsteadReply(instead=instead(job, body.run, prices())))
