"""The inspection list of a job: what was found, photos of it, and what every new job is looked at for because of it."""

from datetime import date
from typing import Literal

from flask import Response
from flask_openapi3 import RawModel, Tag
from pydantic import BaseModel, ConfigDict, Field

from northspan.core.document.file import JobFileError, sound
from northspan.core.document.left import as_left
from northspan.core.document.read import JobDocument
from northspan.core.figures.problem import Problem
from northspan.core.job.house_rules import Watched
from northspan.core.job.told.part import Name
from northspan.core.plans.inspection import inspection_list
from northspan.core.property.whole.inspection import InspectionItem, Looked, LookState
from northspan.server.answers.models import JobPath, RowNumber, SentKey
from northspan.server.answers.replies import refusals, refuse, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.started.wiring import job_store, look_store, solutions
from northspan.store.look_store import NoSuchPhoto, TooManyPhotos
from northspan.store.photo import NoPhoto

LARGEST_PHOTO = 12_000_000
# Ticks of the moment of change are kept beside what inspectors found, under keys of their own.
TICKED = "change/"
inspection = Resource(
    "inspection", __name__, url_prefix="/api/inspection", abp_tags=[Tag(name="Inspection")],
    abp_responses=refusals(404, 422),
)  # fmt: skip


class Photo(RawModel):
    """A photo as it is: JPEG or PNG."""

    mimetypes = ["application/octet-stream"]  # noqa: RUF012 - the library reads it so


class ListRequest(BaseModel):
    """A job as it stands on the desk, and the id that it is stored under (None: not yet)."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    job_id: str | None = Field(None, pattern="^[0-9a-f]{32}$")


class ItemEntry(BaseModel):
    """An item with what was found there last, and how often it was looked at."""

    item: InspectionItem
    looked: Looked | None
    times: int


class ListReply(BaseModel):
    """The list, and what was found at items that the job has no more."""

    items: list[ItemEntry]
    gone: list[Looked]


class LookBody(BaseModel):
    """What was found at an item: by whom, on which day, with which photo."""

    model_config = ConfigDict(extra="forbid")

    item: str = Field(min_length=1, max_length=200)
    state: LookState
    words: str = Field("", max_length=1000)
    by: Name
    on: date
    photo: RowNumber | None = None
    key: SentKey = ""


class SentAs(BaseModel):
    """The key that a photo is sent under."""

    model_config = ConfigDict(extra="forbid")

    key: SentKey = ""


class LookEntry(BaseModel):
    """What was found at an item once."""

    item: str
    looked: Looked


class LooksReply(BaseModel):
    """All of it, oldest first."""

    looks: list[LookEntry]


class PhotoReply(BaseModel):
    """The number of a photo that was kept."""

    photo: int


class PhotoPath(JobPath):
    """A photo of a job."""

    number: RowNumber


class WatchedEntry(BaseModel):
    """What every new job is looked at for besides."""

    number: int
    watched: Watched


class WatchedReply(BaseModel):
    """All of it."""

    watched: list[WatchedEntry]


class WatchedPath(BaseModel):
    """One of what is watched."""

    number: RowNumber


class Kept(BaseModel):
    """It is kept."""

    kept: Literal[True] = True


@inspection.post("", responses={200: ListReply})
def the_list(body: ListRequest) -> Response:
    """The inspection list of a job as it stands."""
    job = as_left(sound(body.job)).job
    items = inspection_list(job, solutions().of(job).solution)
    history = look_store().history(body.job_id) if body.job_id is not None else []
    last = dict(history)
    known = {item.key for item in items}
    entries = [
        ItemEntry(item=item, looked=last.get(item.key), times=sum(key == item.key for key, _ in history))
        for item in items
    ]
    return reply(
        ListReply(
            items=entries,
            gone=[looked for key, looked in last.items() if key not in known and not key.startswith(TICKED)],
        )
    )


@inspection.get("/<job_id>/looks", responses={200: LooksReply})
def get_looks(path: JobPath) -> Response:
    """Everything that was found or ticked on a job, oldest first."""
    stored = job_store().get(path.job_id)
    return reply(
        LooksReply(looks=[LookEntry(item=item, looked=found) for item, found in look_store().history(stored.id)])
    )


@inspection.post("/<job_id>/looks", responses={200: Kept})
def look(path: JobPath, body: LookBody) -> Response:
    """Keep what was found at an item; what was found there before stays on record."""
    stored = job_store().get(path.job_id)
    if body.state != "done" and not body.words.strip():
        words = "say what is to be corrected" if body.state == "correction" else "say why it is let go"
        raise JobFileError([Problem("/words", words)])
    found = Looked(body.state, body.words.strip(), body.by, body.on.isoformat(), body.photo)
    try:
        look_store().add(stored.id, body.item, found, body.key)
    except NoSuchPhoto:
        raise JobFileError([Problem("/photo", "there is no such photo with this job")]) from None
    return reply(Kept())


@inspection.post("/<job_id>/photos", responses={200: PhotoReply})
def keep_photo(path: JobPath, query: SentAs, raw: Photo) -> Response:
    """Keep a photo, without the place that it was taken at."""
    raw.max_content_length = LARGEST_PHOTO
    stored = job_store().get(path.job_id)
    try:
        return reply(PhotoReply(photo=look_store().add_photo(stored.id, raw.get_data(), query.key)))
    except NoPhoto as error:
        return refuse(422, str(error))
    except TooManyPhotos:
        return refuse(422, "This job has no room for a further photo: 200 MB are kept")


@inspection.get("/<job_id>/photos/<int:number>", responses={200: sends("image/jpeg", "image/png")})
def get_photo(path: PhotoPath) -> Response:
    """A photo as it was kept."""
    try:
        kind, body = look_store().photo(path.job_id, path.number)
    except NoSuchPhoto:
        return refuse(404, "There is no such photo with this job")
    return Response(body, mimetype=kind, headers={"Cache-Control": "private, max-age=86400"})


@inspection.get("/watched", responses={200: WatchedReply})
def get_watched() -> Response:
    """What every new job is looked at for besides."""
    every = look_store().watched()
    return reply(
        WatchedReply(
            watched=[WatchedEntry(number=n, watched=Watched.model_validate(document)) for n, document in every]
        )
    )


@inspection.post("/watched", responses={200: Kept})
def watch(body: Watched) -> Response:
    """Have every new job looked at for something."""
    look_store().watch(body.model_dump(mode="json"))
    return reply(Kept())


@inspection.delete("/watched/<int:number>", responses={200: Kept})
def end_watch(path: WatchedPath) -> Response:
    """No longer look for it on new jobs."""
    look_store().end_watch(path.number)
    return reply(Kept())
