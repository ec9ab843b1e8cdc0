"""What goes in and out of the server, besides the job itself and its solution."""

from datetime import datetime
from typing import Annotated, Any, Literal

from flask_openapi3 import RawModel
from pydantic import BaseModel, ConfigDict, Field, RootModel, StringConstraints

from northspan.core.book.case import CaseAnswer
from northspan.core.book.kinds import Metal
from northspan.core.book.vocabulary import Vocabulary
from northspan.core.document.read import JobDocument
from northspan.core.figures.units import Units, UnitsName
from northspan.core.figures.working import Figure, LabelledFigure
from northspan.core.job.grounding import SurveyReading
from northspan.core.job.told.part import AtMost, Id
from northspan.core.plans.whatif.least.lines import MOST_LINES, LeastLines
from northspan.core.plans.whatif.what_if import WhatIf
from northspan.core.property.ground.network.fault import EquipmentGround, FaultKind
from northspan.core.property.whole.solution import RunAnswer, Solution
from northspan.core.solve.opened.fault import FaultAnswer
from northspan.instruments.recording import Quantity, Recording
from northspan.paper.labelled.sheets import SheetName


class _Model(BaseModel):
    model_config = ConfigDict(extra="forbid")


def told_by_lines(name: str) -> dict[str, Any]:
    """For the document: a model that is sent as one JSON object a line."""
    return {"content": {"application/x-ndjson": {"schema": {"$ref": f"#/components/schemas/{name}"}}}}


# The number of a row that is kept: what JSON and every database hold exactly.
# Under what something is sent, so that it is kept once however often it arrives; empty: it is sent once.
SentKey = Annotated[str, StringConstraints(pattern="^[0-9a-zA-Z-]{0,40}$")]
RowNumber = Annotated[int, Field(ge=1, le=2**53)]


class JobPath(BaseModel):
    """A job's id in a path."""

    job_id: str = Field(pattern="^[0-9a-f]{32}$")


class ShelfPath(JobPath):
    """A job and the shelf to put it on."""

    shelf: Literal["open", "archived", "deleted"]


class JobFile(RawModel):
    """A job file as it is."""

    mimetypes = ["application/octet-stream"]  # noqa: RUF012 - the library reads it so


class CsvFile(RawModel):
    """A CSV file as it is."""

    mimetypes = ["text/csv"]  # noqa: RUF012


class TrackFile(RawModel):
    """A GPX or GeoJSON file as it is."""

    mimetypes = ["application/octet-stream"]  # noqa: RUF012


class ToldIn(_Model):
    """The units to read a file into, and the ones that a heading which names none is in."""

    units: UnitsName = "us"


class UnitsList(_Model):
    """The units that a job can be told in, and how many decimal places a figure of a unit is written with."""

    units: list[Units]
    places: dict[str, int]


class JobQuery(_Model):
    """What to list."""

    search: str = Field("", max_length=80)
    shelf: Literal["open", "archived", "deleted"] = "open"
    first: int = Field(0, ge=0, le=1_000_000, description="from which on, by their order")


class EditHeaders(BaseModel):
    """The version an edit was made on: the number, or the ETag that begins with it; and the edit's own key, under
    which it is taken once, however often it arrives.
    """

    if_match: str | None = Field(None, alias="If-Match", max_length=80)
    sent_as: str = Field("", alias="Idempotency-Key", max_length=40)


class PatchStep(BaseModel):
    """One operation of RFC 6902."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True)

    op: Literal["add", "remove", "replace", "move", "copy", "test"]
    path: str = Field(max_length=400)
    value: Any = None
    from_: str | None = Field(None, alias="from", max_length=400)


class Patch(RootModel[list[PatchStep]]):
    """A JSON Patch, RFC 6902."""

    root: Annotated[list[PatchStep], AtMost(500)] = Field(min_length=1)


class JobSummary(_Model):
    """A job in the list."""

    id: str
    version: int
    name: str
    note: str
    places: int
    runs: int
    changed_at: datetime
    shelf: Literal["open", "archived", "deleted"]
    demo: bool
    practice: bool


class JobList(_Model):
    """A page of the jobs of one shelf, and how many there are."""

    jobs: list[JobSummary]
    many: int


class JobState(_Model):
    """A job with its solution and where it stands in its history; ``version`` goes back as ``If-Match``.

    Figures come without workings, runs without ladders. A job that cannot be read or solved has no ``job`` or no
    ``solution``; ``fault`` says why, ``problems`` where.
    """

    id: str
    version: int
    name: str
    job: JobDocument | None
    solution: Solution | None
    key: str = Field("", description="names what was solved; its workings are asked for under it")
    since: int | None = Field(None, description="the version that ``changes`` starts from")
    changes: list[PatchStep] | None = Field(
        None, description="of a large job, in place of job and solution: what an edit changed of {job, solution}"
    )
    fault: str = ""
    problems: "list[ProblemModel]" = []
    practice: bool = Field(False, description="a demo job or a copy for practice: nothing of it is a customer's")
    can_undo: bool
    can_redo: bool
    shelf: Literal["open", "archived", "deleted"]


class SolutionPath(BaseModel):
    """What was solved, by the content of its job."""

    key: str = Field(pattern="^[0-9a-f]{64}$")


class FigurePlace(_Model):
    """Where a figure stands in a solution: a JSON pointer."""

    at: str = Field(pattern="^(/[^/]{1,80}){1,12}$", max_length=400)


class WorkingReply(_Model):
    """A figure with its working."""

    figure: Figure


class RunPath(SolutionPath):
    """A run of what was solved."""

    run: Id


class RunReply(_Model):
    """One run of a solved job, with its ladders and every working."""

    run: RunAnswer


class CellsReply(_Model):
    """Where a job read each table: by table, by "row|column", who read it."""

    tables: dict[str, dict[str, tuple[str, ...]]]


class ProblemModel(_Model):
    """One thing wrong: a JSON pointer into what was sent, plain words, and what a person calls the place."""

    pointer: str
    words: str
    where: str = ""


class Trouble(_Model):
    """Why a request was refused. ``version`` is the job's own where the edit was stale."""

    title: str
    problems: list[ProblemModel] = []
    version: int | None = None


class WorkingRequest(_Model):
    """Which rung of which run's ladder to explain, in a job as it stands on the desk."""

    job: JobDocument
    run: Id
    metal: Metal
    size: Annotated[str, StringConstraints(max_length=20)]


class WorkingAnswer(_Model):
    """The figures of one rung with their working."""

    figures: dict[str, LabelledFigure]


class FaultRequest(_Model):
    """What is dropped where, in a job as it stands on the desk; see ``FaultQuestion``."""

    job: JobDocument
    mode: Id
    station: Id
    kind: FaultKind = "line-to-enclosure"
    equipment: EquipmentGround = "whole"
    neutral_open: bool = False
    earth_ohm: float = Field(25.0, ge=0, le=100_000, description="between a fallen hot and the earth, ohm")
    share: float = Field(1.0, ge=0, le=1, description="of every load that runs")
    extra_a: float = Field(0.0, ge=0, le=1000, description="A more on one leg of the station")


class FaultReply(_Model):
    """The property with that fault, and the questions answered for the station."""

    answer: FaultAnswer


class SentJob(RootModel[JobDocument]):
    """A job document as it is sent by itself."""


class PosedJob(_Model):
    """A job that is not stored, as it was read; ``key`` names what was solved."""

    job: JobDocument
    key: str = ""


class SolveAnswer(PosedJob):
    """A job that is not stored, solved."""

    solution: Solution


class WhatIfAnswer(_Model):
    """A job's variants side by side."""

    what_if: WhatIf


class LeastCostRequest(_Model):
    """A job to be built at least cost, with its losses over so many years (0: parts alone)."""

    job: JobDocument
    years: float = Field(20.0, ge=0, le=100)
    lines: Annotated[list[Id], AtMost(MOST_LINES)] = Field([], description="runs that may be lines at 480 V")


class LeastCostAnswer(_Model):
    """The cheapest wire of a job that keeps every rule."""

    least: LeastLines


class DemoJob(_Model):
    """A demo job that can be opened as a new one."""

    key: str
    name: str
    note: str


class DemoList(_Model):
    """The demo jobs."""

    demos: list[DemoJob]


class DemoPath(BaseModel):
    """A demo job's key in a path."""

    key: str = Field(pattern="^[a-z0-9-]{1,64}$")


class BookPath(BaseModel):
    """A code book's id in a path."""

    book_id: str = Field(pattern="^[a-z0-9-]{1,64}$")


class TrackModel(_Model):
    """A walked track, east and north of its first point, in the length that was asked for."""

    points: list[tuple[float, float]]


class LabelQuery(BaseModel):
    """The sheet that labels are set on."""

    sheet: SheetName = "letter-30"


class SurveyModel(_Model):
    """A four-pin survey, read."""

    readings: list[SurveyReading]
    broken: "list[BrokenLineModel]"


class BrokenLineModel(_Model):
    """A row of a CSV that was not taken."""

    line: int
    words: str


class RecordingQuery(_Model):
    """What the figures of a recording are; ``quantity`` blank: as its heading says."""

    quantity: Quantity | None = None
    volts: float = Field(240.0, ge=1, le=600)
    pf: float = Field(1.0, ge=0.01, le=1)


class RecordingNews(_Model):
    """One line of the answer: how far reading has come, then the recording or what is wrong with the file."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra=None,
        openapi_extra={"content": {"application/x-ndjson": {"schema": {}}}},  # type: ignore[typeddict-unknown-key]
    )

    progress: float
    recording: Recording | None = None
    trouble: str | None = None


class TableModel(_Model):
    """One table of a code book. ``rows`` holds the key and then a cell for every column."""

    name: str
    title: str
    section: str
    edition: str
    note: str
    key: str
    columns: list[str]
    units: dict[str, str]
    rows: list[list[float | str | None]]
    doubtful: list[list[str]]


class CasePath(BookPath):
    """A code book and the question asked of it."""

    verb: str = Field(pattern="^[a-z-]{1,32}$")


class CaseModel(_Model):
    """One case: what is known of it, under the names of the book."""

    case: dict[str, Any] = Field(max_length=80)


class CaseAnswerModel(_Model):
    """The answer to a case."""

    answer: CaseAnswer


class BookName(_Model):
    """A code book by name."""

    id: str
    title: str
    edition: str


class BookList(_Model):
    """Every code book."""

    books: list[BookName]


class VocabularyModel(BookName):
    """What a code book lets one choose, and what it calls things."""

    vocabulary: Vocabulary


class BookModel(_Model):
    """A code book: its tables and the readings of it that this application takes."""

    id: str
    title: str
    edition: str
    tables: list[TableModel]
    notes: list[str]
