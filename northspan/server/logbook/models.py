"""The logbook as it is asked and sent."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from northspan.core.readings.logbook.events import Event
from northspan.core.readings.logbook.soils import SoilBand
from northspan.server.packet.models import DrawnSheet

Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80)]


class HistoryReply(BaseModel):
    """What happened on a job, the latest first."""

    name: str
    events: list[Event]


class LogbookQuery(BaseModel):
    """What is looked for over all jobs. Blank: whatever it is."""

    model_config = ConfigDict(extra="forbid")

    kind: Literal["electrodes", "corrections"] = "electrodes"
    words: Words = Field("", description="in the job's name, the place's, or what was said")
    by: Words = ""
    soil: Words = Field("", description="kind of soil on record")
    state: Words = Field("", description="of the ground as it was read: dry, damp, wet, frozen")
    most: float | None = Field(None, ge=0, description="ohm at most")
    since: str = Field("", pattern=r"^(\d{4}-\d\d-\d\d)?$")
    until: str = Field("", pattern=r"^(\d{4}-\d\d-\d\d)?$")


class LogbookRow(BaseModel):
    """One thing found: which job, where, when, by whom, in words; ohms measured and computed, of electrodes."""

    job_id: str
    job: str
    where: str
    on: str
    by: str
    words: str
    soil: str = ""
    state: str = ""
    measured: float | None = None
    computed: float | None = None


class LogbookReply(BaseModel):
    """What was found, how much of it there is, drawn; and what the shop's readings say of its soils."""

    rows: list[LogbookRow]
    many: int
    jobs: int
    drawn: list[DrawnSheet]
    bands: list[SoilBand]
