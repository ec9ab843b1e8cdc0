"""What is known of a run besides its wire: the outlets of a branch circuit, and what an overhead line passes over."""

from typing import Annotated, Literal

from pydantic import Field

from northspan.core.job.told.part import Part
from northspan.core.job.told.reading import Chosen, Told

OutletRoom = Annotated[str, Chosen("outlet_rooms")]


class Outlets(Part):
    """The outlets of a branch circuit in a dwelling or its outbuilding: where they are and what guards them."""

    room: OutletRoom = Field(description="where its outlets are")
    receptacles: bool = Field(True, description="receptacles among them")
    feeds: Literal["lighting", "cooking", "cooling", "vehicle", "other"] | None = Field(
        None, description="what is wired to it without a receptacle, or the vehicle charger that plugs in"
    )
    gfci: bool | None = Field(None, description="guarded against ground faults, class A")
    afci: bool | None = Field(None, description="guarded against arcs")


class Overhead(Part):
    """What an overhead run passes over, and the mast that holds it."""

    over: Literal["walkway", "driveway", "street", "roof"] = "walkway"
    support: Literal["open", "multiplex", "messenger"] | None = Field(
        None, description="open wires on insulators, wires laid up round a bare messenger, or a cable hung from one"
    )
    clearance: Annotated[float, Told("length", 0.1, 200)] | None = Field(None, description="lowest point above it")
    roof_rise: float | None = Field(None, ge=0, le=48, description="of the roof, in 12 of its run")
    mast: bool = Field(False, description="held by a mast")
    mast_strong: bool | None = Field(None, description="strong enough or braced for the pull")
    mast_alone: bool | None = Field(None, description="nothing but these conductors is attached to it")
