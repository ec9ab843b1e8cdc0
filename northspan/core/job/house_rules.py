"""The shop's and the local inspector's settings, laid over the code book."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from northspan.core.book.kinds import DropCurrent
from northspan.core.job.told.part import AtMost
from northspan.core.job.told.rules import by_the_book


class Watched(BaseModel):
    """What the shop or the inspector here looks at besides, from a correction: of which rule of the inspection list
    (empty: of none), when, and the section it was put down to.
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    rule: str = Field("", max_length=40)
    stage: Literal["trench", "rough-in", "final"] = "final"
    words: str = Field(min_length=1, max_length=300)
    section: str = Field("", max_length=60)


class HouseRules(BaseModel):
    """House rules of a job. The schools of each, and why its default is one, stand in the code book's vocabulary; so do
    the names and values of those that are the book's own, which stand beside those that every book has.
    """

    model_config = ConfigDict(frozen=True, extra="allow")

    @model_validator(mode="before")
    @classmethod
    def _of_the_book(cls, given: Any) -> Any:
        return by_the_book(given, cls.model_fields)

    name: str = Field("Shop default", min_length=1, max_length=80, description="What these rules are called")
    feeder_drop_pct: float = Field(
        3.0,
        ge=0.01,
        le=20,
        description="Drop limit of a service or feeder, percent",
    )
    branch_drop_pct: float = Field(3.0, ge=0.01, le=20, description="Drop limit of a branch circuit, percent")
    total_drop_pct: float = Field(
        5.0,
        ge=0.01,
        le=30,
        description="Drop limit from the source to the last panel or load, percent",
    )
    drop_rule: Literal["binding", "advisory"] = Field(
        "binding",
        description="Whether the drop limit decides the size",
    )
    drop_current: DropCurrent = Field(
        "load",
        description="Current that the drop is judged at",
    )
    spare_pct: float = Field(0.0, ge=0, le=200, description="Spare wanted over the design current, percent")
    outbuildings: Literal["added", "within"] = Field(
        "added",
        description="What a dwelling's detached buildings take beside it",
    )
    spare_spaces: int = Field(2, ge=0, le=40, description="Spaces that a panel has left when it is done")
    hand_pull_lb: float = Field(75.0, ge=1, le=500, description="What one person pulls by hand, lb")
    make_up_ft: float = Field(3.0, ge=0, le=100, description="Kept of a wire at each of its ends, ft")
    large_colours: Literal["own", "marked"] = Field("own", description="Colours that large wire is bought in")
    retorque: Literal["once", "again"] = Field("once", description="How often a terminal is tightened to its torque")
    pvc_swing_f: float = Field(100.0, ge=0, le=250, description="Temperature swing of PVC above ground, °F")
    touch_line_v: float = Field(
        50.0,
        ge=1,
        le=250,
        description="Limit on the volts between hand and ground",
    )
    energy_price: float = Field(0.15, ge=0, le=10, description="Price of energy for paybacks, $ per kWh")
    loss_hours: float = Field(
        1500.0,
        ge=0,
        le=8760,
        description="Hours a year at the design load that lose as much as a year's real use",
    )
    watched: Annotated[tuple[Watched, ...], AtMost(100)] = Field((), description="What is looked at besides")
