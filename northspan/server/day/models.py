"""The days of a job as they are sent."""

from datetime import date

from pydantic import BaseModel, ConfigDict, Field

from northspan.core.document.read import JobDocument
from northspan.core.plans.day.change import ChangeStep
from northspan.core.plans.day.days import Days
from northspan.server.answers.models import told_by_lines


class DayRequest(BaseModel):
    """A job as it stands on the desk, and how long a plan may be sought (seconds)."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    seconds: float = Field(5.0, ge=0.1, le=60)
    search: str = Field("", pattern="^[a-z0-9-]{0,40}$", description="a name by which the search can be stopped")


class StopRequest(BaseModel):
    """The search that is to be content with what it has found so far."""

    model_config = ConfigDict(extra="forbid")

    search: str = Field(pattern="^[a-z0-9-]{1,40}$")


class Stopped(BaseModel):
    """Whether such a search was under way."""

    stopped: bool


class MovedRequest(BaseModel):
    """A job with a task where it is held just now."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument


class MovedCost(BaseModel):
    """How long it would be dark then (minutes; none: no plan was found), and what no plan is below."""

    dark_minutes: int | None
    least_dark: int


class DayNews(BaseModel):
    """How far a plan has come: the dark minutes of the best so far, and what no plan is below; at the end the days,
    what the customer is told, the steps of the moment of change,
    and the date of every day of work, where the first is said.
    """

    model_config = ConfigDict(openapi_extra=told_by_lines("DayNews"))  # type: ignore[typeddict-unknown-key]

    dark_minutes: int | None = None
    least_dark: int | None = None
    days: Days | None = None
    note: str = ""
    steps: list[ChangeStep] = []
    dates: list[date] = []
