"""Readings as they are sent and taken."""

from datetime import UTC, date, datetime, timedelta
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, field_validator
from pydantic_core import PydanticCustomError

from northspan.core.document.read import JobDocument
from northspan.core.figures.units import Units
from northspan.core.job.told.part import AtMost, Name
from northspan.core.property.whole.measured import (
    FallTest,
    Measured,
    ProbeLine,
    What,
    WhatRan,
    conditions,
    tells_with_main_off,
)
from northspan.core.readings.finding.answer import Explanation
from northspan.core.readings.judge import Judged
from northspan.core.readings.kinds.drops import Drop
from northspan.core.readings.told.readable import BY_LOAD, Readable
from northspan.server.answers.models import RowNumber, SentKey
from northspan.server.packet.models import DrawnSheet
from northspan.text.delimited import BrokenRow

Practice = Annotated[str, StringConstraints(pattern="^[a-z0-9-]{0,40}$")]
Weather = Literal["", "dry", "rain", "frost", "thaw"]
Ground = Literal["", "dry", "damp", "wet", "frozen"]
Positive = Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80)]


class _Closed(BaseModel):
    model_config = ConfigDict(extra="forbid")


class ReadingsRequest(_Closed):
    """A job as it stands on the desk, the id that it is stored under (None: not yet), and the round of practice that is
    asked for (empty: the real property).
    """

    job: JobDocument
    job_id: str | None = Field(None, pattern="^[0-9a-f]{32}$")
    practice: Practice = ""


class FallBody(_Closed):
    """A fall of potential, its places in the job's length: the current probe, then each reading's place and ohms."""

    far: float = Field(gt=0, le=5000)
    points: Annotated[tuple[tuple[Positive, Positive], ...], AtMost(60)]


def _latest() -> datetime:
    """A reading is written in local time: no place on earth is further on than this."""
    return datetime.now(UTC).replace(tzinfo=None) + timedelta(hours=14)


class ReadingBody(_Closed):
    """A reading as it was taken. Its value in the unit of what was read; none for a fall of potential."""

    what: What
    at: str = Field(min_length=1, max_length=80)
    part: str = Field(min_length=1, max_length=80)
    value: float | None = Field(None, ge=0, le=1e9, allow_inf_nan=False)
    by: Name
    on: datetime
    fall: FallBody | None = None
    load: WhatRan = "untold"
    share: float | None = Field(None, ge=0, le=2)
    extra_a: float = Field(0.0, ge=0, le=200)
    extra_at: str | None = Field(None, max_length=80)
    tried_ma: float | None = Field(None, gt=0, le=1000)
    lifted: bool | None = None
    line: ProbeLine = ""
    instrument: Words = ""
    calibrated: date | None = None
    weather: Weather = ""
    soil: Ground = ""
    soil_c: float | None = Field(None, ge=-60, le=60)
    photo: RowNumber | None = None
    note: str = Field("", max_length=1000)
    corrects: RowNumber | None = None
    key: SentKey = ""

    @field_validator("on")
    @classmethod
    def _taken(cls, on: datetime) -> datetime:
        if on.replace(tzinfo=None) > _latest():
            raise PydanticCustomError("date", "that is still to come")
        return on

    @field_validator("calibrated")
    @classmethod
    def _was(cls, calibrated: date | None) -> date | None:
        if calibrated is not None and calibrated > _latest().date():
            raise PydanticCustomError("date", "that is still to come")
        return calibrated

    @property
    def unread(self) -> str:
        """Why its value is no reading; empty where it is one."""
        if self.value is None and self.fall is None:
            return "say what was read"
        return (
            "no device opens in no time: 0 ms is nothing measured"
            if self.what == "trip-time" and not self.value
            else ""
        )

    @property
    def unfit(self) -> tuple[str, str] | None:
        """The field that does not go with what ran, and why; None where all goes together."""
        if self.load == "these" and self.share is None:
            return "share", "say how much of the loads ran"
        if self.load not in ("these", "untold") and self.share is not None:
            return "share", "how much of the loads ran is said with these loads alone"
        if self.extra_a and not self.extra_at:
            return "extra_at", "say where the test load is put"
        if self.load == "main-off" and self.extra_a:
            return "extra_a", "with the main off no test load runs"
        if self.load == "main-off" and self.what in BY_LOAD and not tells_with_main_off(self.what, self.part):
            return "what", "with the main off that tells nothing: clamp neutral, ground or electrode wire"
        return None

    def measured(self, told: Units) -> Measured:
        """The reading as the core takes it, lengths in m."""
        fall = None
        if self.fall is not None:
            points = tuple((told.length.si(at), ohm) for at, ohm in self.fall.points)
            fall = FallTest(told.length.si(self.fall.far), points)
        ran = conditions(self.load, self.share, self.extra_a, self.extra_at)
        on = self.on.replace(tzinfo=None).isoformat("T", "minutes")
        return Measured(
            0, self.what, self.at, self.part, self.value, self.by, on, fall, ran, self.tried_ma, self.lifted, self.line,
            self.instrument,
            self.calibrated.isoformat() if self.calibrated else "", self.weather, self.soil, self.soil_c, self.photo,
            self.note.strip(), self.corrects,
        )  # fmt: skip


class ReadingEntry(BaseModel):
    """A reading in words, what ran in words, judged; ``standing`` says that none corrects it. Lengths in the job's;
    its curve drawn, where it has one.
    """

    measured: Measured
    words: str
    ran: str
    unit: str
    standing: bool
    judged: Judged
    fall: FallBody | None
    drawn: DrawnSheet | None


class ReadingsReply(BaseModel):
    """The latest readings, oldest first, and how many there are in all; what would explain them; what can be read;
    what loads dropped; the terminals that are to be tightened again, in words.
    """

    readings: list[ReadingEntry]
    many: int
    finding: Explanation | None
    readable: list[Readable]
    drops: list[Drop] = []
    again: list[str] = []


class PracticeIn(_Closed):
    """The round of practice (empty: the real property)."""

    practice: Practice = ""


class ReadingKept(BaseModel):
    """The number of a reading that is kept."""

    number: int


class ReadingsKept(BaseModel):
    """How many readings of a file were kept, and the lines that were not, each with its reason."""

    kept: int
    broken: list[BrokenRow]
