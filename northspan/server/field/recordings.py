"""Recorded loads: read as they are sent, with progress, and not kept; the job keeps the peak it takes from one."""

from collections.abc import Iterator

from flask import Response
from flask_openapi3 import Tag

from northspan.instruments.recording import read_recording
from northspan.server.answers.models import CsvFile, RecordingNews, RecordingQuery
from northspan.server.answers.replies import refusals
from northspan.server.answers.resource import Resource
from northspan.text.delimited import Unreadable, decoded

LARGEST_BYTES = 40_000_000
recordings = Resource(
    "recordings", __name__, url_prefix="/api/recordings", abp_tags=[Tag(name="Recordings")], abp_responses=refusals(422)
)


@recordings.post("", responses={200: RecordingNews})
def read(query: RecordingQuery, raw: CsvFile) -> Response:
    """Read interval data sent as CSV; one JSON object a line: how far it has come, then what was found."""
    # A year of one-minute readings is far larger than any job.
    raw.max_content_length = LARGEST_BYTES
    return Response(_news(decoded(raw.get_data()), query), mimetype="application/x-ndjson")


def _news(text: str, query: RecordingQuery) -> Iterator[str]:
    reading = read_recording(text, query.quantity, query.volts, query.pf)
    while True:
        try:
            yield _line(RecordingNews(progress=next(reading)))
        except StopIteration as done:
            yield _line(RecordingNews(progress=1.0, recording=done.value))
            return
        except Unreadable as trouble:
            yield _line(RecordingNews(progress=1.0, trouble=str(trouble)))
            return


def _line(news: RecordingNews) -> str:
    return news.model_dump_json() + "\n"
