"""How the work of a job is spread over its days: who is there, when, who comes from outside, what must stay on."""

from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.job.told.part import AtMost, Date, Id, Name, Part

Clock = Annotated[int, Field(ge=0, le=1440)]
Power = Literal["off", "on", "either"]


class Visit(Part):
    """When somebody from outside comes: on which day of the work, between when and when (minutes after midnight)."""

    day: int = Field(1, ge=1, le=10)
    earliest: Clock
    latest: Clock

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.earliest > self.latest:
            raise PydanticCustomError("visit", "the earliest is not after the latest")
        return self


class OwnTask(Part):
    """A task put in by hand. ``needs`` are ids of tasks, made or own, that come first."""

    id: Id
    name: Name
    minutes: int = Field(ge=0, le=1440)
    crew: int = Field(1, ge=0, le=12)
    power: Power = "either"
    needs: Annotated[tuple[str, ...], AtMost(40)] = ()


class TaskChange(Part):
    """What was changed by hand of a task that the plan makes; it stays though the plan changes. Blank: as it is."""

    task: str = Field(min_length=1, max_length=200)
    dropped: bool = False
    minutes: int | None = Field(None, ge=0, le=1440)
    crew: int | None = Field(None, ge=0, le=12)
    parts: int | None = Field(None, ge=2, le=8, description="split in so many, which may be done side by side")
    day: int | None = Field(None, ge=1, le=10, description="pinned to this day")
    start: Clock | None = Field(None, description="pinned to this minute after midnight of that day")


class StaysOn(Part):
    """What must not be off: its load (W), and whether it is fed meanwhile or may be off for so long (minutes)."""

    item: Name
    watts: float = Field(0.0, ge=0, le=100_000)
    fed: bool = Field(True, description="from the temporary source")
    most_off: int = Field(0, ge=0, le=1440)
    gapless: bool = Field(
        False,
        description="it must not see the gap of a changeover: a breathing aid, an alarm; its own battery bridges it",
    )
    battery: int | None = Field(None, ge=1, le=2880, description="how long its own battery lasts, minutes")


class DryHours(Part):
    """Hours that are taken to be dry."""

    day: int = Field(1, ge=1, le=10)
    earliest: Clock
    latest: Clock

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.earliest >= self.latest:
            raise PydanticCustomError("hours", "the hours end after they begin")
        return self


class InspectionVisit(Visit):
    """Between when and when an inspector comes for a stage of the work."""

    stage: Literal["trench", "rough-in", "service", "final"]


class StaysOff(Part):
    """A breaker that stays off with a note until what it feeds is ready."""

    station: Id
    circuit: Id
    note: Name
    until: Annotated[str, StringConstraints(max_length=40)] = ""


class DayPlan(Part):
    """The days of a job."""

    people: Annotated[tuple[Name, ...], AtMost(12)] = Field(("Lead", "Second"), min_length=1)
    days: int = Field(2, ge=1, le=10)
    first: Date | None = Field(None, description="the date of the first one")
    morning: Clock = Field(420, description="of every day, minutes after midnight")
    evening: Clock = 1020
    goes: int = Field(1, ge=1, le=9, description="in so many goes it may be dark")
    utility: Visit | None = Field(None, description="when the utility switches off, where it has to")
    inspections: Annotated[tuple[InspectionVisit, ...], AtMost(4)] = ()
    dry: Annotated[tuple[DryHours, ...], AtMost(20)] = Field(
        (), description="what wants it dry lies within one of these; none: any hours"
    )
    stays_off: Annotated[tuple[StaysOff, ...], AtMost(60)] = ()
    source_w: float | None = Field(None, ge=0, le=100_000, description="the temporary source, W")
    stays_on: Annotated[tuple[StaysOn, ...], AtMost(20)] = ()
    own: Annotated[tuple[OwnTask, ...], AtMost(60)] = ()
    changes: Annotated[tuple[TaskChange, ...], AtMost(200)] = ()

    @model_validator(mode="after")
    def _a_day(self) -> Self:
        if self.evening - self.morning < 60:
            raise PydanticCustomError("day", "a working day is an hour long at least")
        if (
            self.utility is not None
            and not self.morning <= self.utility.earliest <= self.utility.latest <= self.evening
        ):
            raise PydanticCustomError("day", "the utility comes within the working day")
        return self
