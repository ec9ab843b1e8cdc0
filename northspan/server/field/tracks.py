"""Walked tracks: read as they are sent, and not kept; the job keeps the route made of one."""

from flask import Response
from flask_openapi3 import Tag

from northspan.core.figures.units import units
from northspan.instruments.track import read_track
from northspan.server.answers.models import ToldIn, TrackFile, TrackModel
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.text.delimited import decoded

tracks = Resource(
    "tracks", __name__, url_prefix="/api/tracks", abp_tags=[Tag(name="Tracks")], abp_responses=refusals(422)
)


@tracks.post("", responses={200: TrackModel})
def read(raw: TrackFile, query: ToldIn) -> Response:
    """Read a GPX or GeoJSON file sent as the request's body."""
    return reply(TrackModel(points=read_track(decoded(raw.get_data()), units(query.units))))
