"""The units that a job can be told in, and how much of each another is."""

from flask import Response
from flask_openapi3 import Tag

from northspan.core.figures.places import PLACES
from northspan.core.figures.units import METRIC, US
from northspan.server.answers.models import UnitsList
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource

told = Resource("told", __name__, url_prefix="/api/units", abp_tags=[Tag(name="Units")], abp_responses=refusals())


@told.get("", responses={200: UnitsList})
def list_units() -> Response:
    """Both ways of telling lengths, areas and torques, and the decimal places of every unit."""
    return reply(UnitsList(units=[US, METRIC], places=dict(PLACES)))
