"""Soil surveys: read as they are sent, and not kept; the job keeps the readings."""

from flask import Response
from flask_openapi3 import Tag

from northspan.core.figures.units import units
from northspan.core.job.grounding import SurveyReading
from northspan.instruments.survey import read_survey
from northspan.server.answers.models import BrokenLineModel, CsvFile, SurveyModel, ToldIn
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.text.delimited import decoded

surveys = Resource(
    "surveys", __name__, url_prefix="/api/surveys", abp_tags=[Tag(name="Surveys")], abp_responses=refusals(422)
)


@surveys.post("", responses={200: SurveyModel})
def read(raw: CsvFile, query: ToldIn) -> Response:
    """Read a four-pin survey's CSV sent as the request's body."""
    found = read_survey(decoded(raw.get_data()), units(query.units))
    return reply(
        SurveyModel(
            readings=[SurveyReading.model_construct(spacing=r.spacing, ohm=r.ohm) for r in found.readings],
            broken=[BrokenLineModel(line=b.line, words=b.words) for b in found.broken],
        )
    )
