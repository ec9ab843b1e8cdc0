"""How a run lies in the ground, and how its wire is pulled in: what is known or decided of both."""

from typing import Annotated, Literal

from pydantic import Field

from northspan.core.book.kinds import Metal
from northspan.core.job.told.part import AtMost, Name, Part
from northspan.core.job.told.reading import Chosen, Told

Crossed = Literal["gas", "water", "sewer", "power", "telecom", "irrigation"]


class Burial(Part):
    """How a run lies in the ground; blank: not decided, or not on record."""

    location: Annotated[str, Chosen("cover_locations")] = Field("general", validate_default=True)
    cover: Annotated[float, Told("small", 0, 240)] | None = Field(
        None, description="top of it to finished grade, as planned or dug"
    )
    solid_rock: bool = Field(False, description="rock prevents the depth: concrete down to it")
    ribbon: bool | None = Field(None, description="a warning ribbon is laid over it")
    riser: Annotated[str, Chosen("risers")] | None = Field(
        None, description="what it comes up in, from the trench to 8 ft above grade"
    )
    exposed_to_damage: bool = Field(False, description="where it comes up it can be hit by a mower or a car")
    crosses: Annotated[tuple[Crossed, ...], AtMost(6)] = Field((), description="other services in its way")
    located: bool | None = Field(None, description="the lines in the ground are marked: called before digging")


class LaterWire(Part):
    """Wires that the pipe has to hold some day, or that are laid with the others as a spare."""

    name: Name
    size: Annotated[str, Chosen("wire_sizes")]
    metal: Metal = "al"
    insulation: Annotated[str, Chosen("insulations")] = Field("XHHW-2", validate_default=True)
    count: int = Field(1, ge=1, le=12)
    laid: bool = Field(False, description="pulled in now, as a spare")


class PullPlan(Part):
    """How wire is pulled in; blank: worked out, or the usual."""

    lubricant: Annotated[str, Chosen("lubricants")] = Field("usual", validate_default=True)
    mu: float | None = Field(None, ge=0, le=2, description="friction, where it is known")
    elbow_radius: Annotated[float, Told("small", 1, 240)] | None = Field(
        None, description="of its elbows, to the centre line; blank: the least there is"
    )
    fed_from: Literal["start", "end"] | None = Field(None, description="where the wire goes in; blank: the easier end")
    grip: Literal["eye", "basket"] = "basket"
    rope: Annotated[float, Told("force", 1, 100_000)] | None = Field(
        None, description="working load of the rope in hand; blank: one is named"
    )
    by_hand: bool = Field(True, description="pulled by hand, without a tool")
    weight: Annotated[float, Told("line_force", 0.001, 200)] | None = Field(
        None, description="of all that is pulled, from the maker's sheet; blank: worked out"
    )
    slack_start: Annotated[float, Told("length", 0, 500)] | None = Field(
        None, description="kept at its start, for a later day too; blank: as the house rules say"
    )
    slack_end: Annotated[float, Told("length", 0, 500)] | None = Field(None, description="kept at its end")
    later: Annotated[tuple[LaterWire, ...], AtMost(12)] = ()
    ends_fitted: bool | None = Field(None, description="bushings or bell ends at both ends of the pipe")
    exposed: Annotated[float, Told("length", 0, 1000)] | None = Field(
        None, description="longest straight of it above ground between two fixed points"
    )
    expansion_fittings: int | None = Field(None, ge=0, le=100, description="expansion fittings in that straight")
