"""Walked tracks: read as they are sent, and not kept; the job keeps the route made of one."""

from flask import Response, request
from flask_openapi3 import APIBlueprint, Tag

from northspan.core.jobfile import JobFileError, Problem
from northspan.instruments.track import NotATrack, read_track
from northspan.server.models import TrackModel
from northspan.server.replies import refusals, reply

tracks = APIBlueprint(
    "tracks", __name__, url_prefix="/api/tracks", abp_tags=[Tag(name="Tracks")], abp_responses=refusals(422)
)


@tracks.post("", responses={200: TrackModel})
def read() -> Response:
    """Read a GPX or GeoJSON file sent as the request's body."""
    try:
        points = read_track(request.get_data().decode("utf-8-sig", errors="replace"))
    except NotATrack as trouble:
        raise JobFileError([Problem("", str(trouble))]) from trouble
    return reply(TrackModel(points=points))
