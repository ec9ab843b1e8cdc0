"""The packet as it is sent to the screen."""

from datetime import date
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from northspan.core.document.read import JobDocument
from northspan.core.figures.working import Level
from northspan.core.job.planned.packet import SheetName
from northspan.paper.drawing.inks import INKS
from northspan.paper.drawing.shapes import MM, Anchor, Circle, Drawing, Font, Layer, Path, Shape, Words
from northspan.server.answers.models import JobPath, told_by_lines


class DrawnShape(BaseModel):
    """A line through ``points``, a circle about one point with ``r``, or ``words`` at one; millimetres, y down;
    ``ink`` is its colour.
    """

    kind: Literal["path", "circle", "words"]
    layer: Layer
    points: list[tuple[float, float]]
    line: float = 0.0
    dashed: bool = False
    closed: bool = False
    ink: str
    r: float = 0.0
    words: str = ""
    size: float = 0.0
    font: Font = "words"
    anchor: Anchor = "start"


class Spot(BaseModel):
    """Something on a sheet that can be moved by hand: what it is, and its rectangle (mm)."""

    key: str
    words: str
    left: float
    top: float
    right: float
    bottom: float


class DrawnSheet(BaseModel):
    """A page: its title, its size (mm), what is on it."""

    title: str
    width: float
    height: float
    shapes: list[DrawnShape]
    spots: list[Spot]


class PacketRequest(BaseModel):
    """A job as it stands on the desk, the id that it is stored under (None: not yet), the sheet to look at."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    job_id: str | None = Field(None, pattern="^[0-9a-f]{32}$")
    show: SheetName = "one-line"


class SheetEntry(BaseModel):
    """A sheet that the job has something for: whether it goes out, how it lies, what of it changed."""

    name: SheetName
    number: str
    title: str
    pages: int
    ticked: bool
    upright: bool
    drawn: int
    tables: bool
    changed: int


class ChangeEntry(BaseModel):
    """What a sheet says otherwise than in the last packet."""

    sheet: SheetName
    number: str
    was: str
    now: str


class IssuedEntry(BaseModel):
    """A packet that went out."""

    letter: str
    on: date


class AnsweredFinding(BaseModel):
    """A finding by its key, with what is said to it."""

    key: str
    level: Level
    title: str
    where: str
    answer: str


class PacketReply(BaseModel):
    """The packet: its sheets, the pages of the one that is looked at, its revision and the issues before, what changed
    since the last, the findings with their answers, the job in a line each.
    """

    sheets: list[SheetEntry]
    pages: list[DrawnSheet]
    revision: str
    issued: list[IssuedEntry]
    changes: list[ChangeEntry]
    findings: list[AnsweredFinding]
    summary: list[tuple[str, str]]


class SheetPath(JobPath):
    """A sheet of a job's packet."""

    sheet: SheetName


class PageQuery(BaseModel):
    """Which page of a sheet, counted from 1."""

    page: int = Field(1, ge=1, le=1000)


class LetterPath(JobPath):
    """A packet that went out, by its letter."""

    letter: str = Field(pattern="^[A-Z]{1,2}$")


class MakeRequest(BaseModel):
    """Whether the packet goes out, or is only to be looked at."""

    model_config = ConfigDict(extra="forbid")

    issue: bool = False


class MakingNews(BaseModel):
    """How far a packet has come: the sheet at hand, how many are done of how many. At the end its name and itself (in
    base 64), the letter that it went out under, or what stopped it.
    """

    model_config = ConfigDict(openapi_extra=told_by_lines("MakingNews"))  # type: ignore[typeddict-unknown-key]

    sheet: str = ""
    done: int = 0
    of: int = 0
    name: str = ""
    packed: str = ""
    issued: str = ""
    trouble: str = ""


def drawn(drawing: Drawing) -> DrawnSheet:
    """A drawing as it is sent."""
    shapes = [_shape(each) for each in drawing.shapes]
    spots = [
        Spot(key=s.key, words=s.words, left=s.left or 0.0, top=s.top, right=s.x, bottom=s.bottom) for s in drawing.spots
    ]
    return DrawnSheet(title=drawing.title, width=drawing.width, height=drawing.height, shapes=shapes, spots=spots)


def _shape(shape: Shape) -> DrawnShape:
    if isinstance(shape, Path):
        return DrawnShape.model_construct(
            kind="path", layer=shape.layer, points=list(shape.points), line=MM[shape.weight], dashed=shape.dashed,
            closed=shape.closed, ink=INKS[shape.ink],
        )  # fmt: skip
    if isinstance(shape, Circle):
        return DrawnShape.model_construct(
            kind="circle", layer=shape.layer, points=[(shape.x, shape.y)], r=shape.r, line=MM[shape.weight],
            ink=INKS["ink"],
        )  # fmt: skip
    return _words(shape)


def _words(shape: Words) -> DrawnShape:
    return DrawnShape.model_construct(
        kind="words", layer=shape.layer, points=[(shape.x, shape.y)], words=shape.words, size=shape.size,
        font=shape.font, anchor=shape.anchor, ink=INKS[shape.ink],
    )  # fmt: skip
