"""A run of the job: conductors between two stations, what they lie in, what is locked, where they go."""

from typing import Annotated, Literal

from pydantic import Field

from northspan.core.book.kinds import Location, Metal, RunUse
from northspan.core.job.load import Load
from northspan.core.job.outlets import Outlets, Overhead
from northspan.core.job.pulling import Burial, PullPlan
from northspan.core.job.told.part import AtMost, Id, Name, Note, Part
from northspan.core.job.told.reading import Chosen, Told
from northspan.core.job.told.state import Stated


class Waypoint(Part):
    """A point of a route on the plan; ``pull`` says that wire can be pulled from it.

    From each point on the leg to the next lies under ``under``, with ``cover`` over it; blank: as its burial says.
    """

    x: Annotated[float, Told("length", -50_000, 50_000)]
    y: Annotated[float, Told("length", -50_000, 50_000)]
    pull: bool = False
    fitting: Literal["box", "conduit-body"] = Field("box", description="what a pull point is")
    z: Annotated[float, Told("length", -500, 500)] = Field(
        0.0, description="the ground here, above where the run starts"
    )
    cover: Annotated[float, Told("small", 0, 240)] | None = Field(None, description="over the leg from here")
    under: Annotated[str, Chosen("cover_locations")] | None = Field(
        None, description="what the leg from here lies under"
    )


class Route(Part):
    """Where a run goes, measured on the plan; ``ends`` is what goes up, down and into the boxes at its ends."""

    kind: Literal["trench", "overhead"] = "trench"
    points: Annotated[tuple[Waypoint, ...], AtMost(200)] = Field(min_length=2)
    ends: Annotated[float, Told("length", 0, 500)] = 0.0
    ends_start: Annotated[float, Told("length", 0, 500)] | None = Field(
        None, description="of that, what is at its start; blank: half"
    )


class Cable(Part):
    """What is pulled, in what, and where it lies: a run's, or a circuit's."""

    length: Annotated[float, Told("length", 0.01, 20_000)] = Field(description="one way, along the wire")
    metal: Metal = "cu"
    insulation: Annotated[str, Chosen("insulations")] = Field("THWN-2", validate_default=True)
    raceway: Annotated[str, Chosen("raceways")] = Field("PVC40", validate_default=True)
    location: Location = "dry"
    ambient_c: float = Field(30.0, ge=-50, le=90, description="C, before a rooftop adder")
    rooftop: bool = False
    nipple: bool = False
    in_insulation: bool = False
    sets: int = Field(1, ge=1, le=12, description="parallel sets")
    egc_metal: Metal | None = None
    bare_egc: bool = False
    no_egc: bool = Field(False, description="there is no equipment grounding conductor with it")
    raceway_bonded: bool | None = Field(
        None, description="a service's steel raceway: bonded by bushing, hub or threads, not by locknuts alone"
    )
    shares_raceway: Name | None = Field(
        None, description="a name for the raceway that it shares: what is of one name lies in one raceway"
    )


class Locks(Part):
    """What is there already, or decided. A blank lock leaves the answer to the solver."""

    load: Load | None = Field(None, description="the load, else summed from the stations beyond")
    rating_a: float | None = Field(
        None, ge=0.1, le=6000, description="asked for instead of a load, or above it: the run carries it in full, A"
    )
    breaker_a: float | None = Field(None, ge=0.1, le=6000, description="OCPD rating, A")
    size: Annotated[str, Chosen("wire_sizes")] | None = Field(None, description="ungrounded conductors")
    neutral_size: Annotated[str, Chosen("wire_sizes")] | None = None
    egc_size: Annotated[str, Chosen("wire_sizes")] | None = Field(None, description="equipment grounding conductor")
    raceway_size: Annotated[str, Chosen("trade_sizes")] | None = Field(None, description="trade size")
    loaded_conductors: int | None = Field(None, ge=1, le=200, description="current-carrying in one raceway")


class TapFacts(Part):
    """What a tap's kind asks for; blank: not on record."""

    leaves_enclosure: bool | None = Field(None, description="goes on past the enclosure in which it is tapped")
    protected: bool | None = Field(None, description="from damage: in a raceway, or by other approved means")
    outdoors: bool | None = Field(None, description="of an outside tap: outdoors but where it ends")


class Run(Stated):
    """Conductors between two stations: its ends, its cable and its locks."""

    id: Id
    from_station: Id
    to_station: Id
    use: RunUse
    system: Annotated[str, Chosen("systems")]
    cable: Cable
    locks: Locks = Locks()
    several_receptacles: bool = False
    whole_dwelling: bool = Field(False, description="carries one dwelling's whole load")
    ground_fault_protected: bool = Field(False, description="ground-fault protection of equipment ahead of it")
    drop_limit_pct: float | None = Field(None, ge=0.01, le=20, description="own limit in place of the house rule")
    note: Note = ""
    outlets: Outlets | None = Field(None, description="of a branch circuit: where its outlets are, what guards them")
    overhead: Overhead | None = Field(None, description="what it passes over, where it hangs in the air")
    tap: Annotated[str, Chosen("taps")] | None = Field(
        None, description="a tap: its breaker is at its far end, the feeder's at its source"
    )
    tap_facts: TapFacts | None = Field(None, description="of a tap: what its kind asks for besides length and size")
    leaves: Literal["breaker", "lugs"] | None = Field(
        None, description="through a breaker of its own where it starts, or off lugs there; blank: by what starts it"
    )
    far_end: bool | None = Field(
        None, description="its breaker stands at the end of the bus away from the main; blank: not on record"
    )
    route: Route | None = Field(None, description="where it goes, measured on the plan")
    length_from: Literal["entered", "taped", "route"] = Field(
        "entered", description="how its length is known: entered, taped on site, or what its route measures"
    )
    burial: Burial | None = Field(None, description="how it lies in the ground")
    pull: PullPlan | None = Field(None, description="how its wire is pulled in")


def way(field: str) -> str:
    """Where a field of a run, of its cable or of its locks stands below the run.

    >>> way("size"), way("metal"), way("tap")
    ('locks/size', 'cable/metal', 'tap')
    """
    if field in Cable.model_fields:
        return f"cable/{field}"
    return f"locks/{field}" if field in Locks.model_fields else field
