"""What the electrician knows of grounding: electrodes, their conductor, soil, piping, bars and bonds.

Blank means "work it out": the solver plans what belongs there. A value is what is there.
"""

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.kinds import Metal
from northspan.core.job.told.part import AtMost, Id, Name, Part
from northspan.core.job.told.reading import Chosen, Told
from northspan.core.job.told.state import State, Stated

ElectrodeKind = Annotated[str, Chosen("electrode_kinds")]
ElectrodeMetal = Annotated[str, Chosen("electrode_metals")]
NeutralBond = Literal["none", "screw", "strap", "wire", "relay"]
DRIVEN = ("rod", "pipe")
MADE = ("rod", "pipe", "plate")


class Backfill(Part):
    """What the hole of a rod is filled with: conductive concrete, bentonite, a maker's mix."""

    diameter: Annotated[float, Told("small", 0.5, 48)] = Field(description="of the hole")
    ohm_m: float = Field(ge=0.001, le=10_000, description="its resistivity when moist, by its sheet, ohm·m")


class Electrode(Stated):
    """A grounding electrode of a place, or several alike in a row or ring, as it is or will be in the earth."""

    id: Id
    kind: ElectrodeKind
    metal: ElectrodeMetal = Field("steel", description="copper- and zinc-coated steel count as steel")
    connected: bool = Field(True, description="bonded into the electrode system")
    listed: bool = Field(False, description="a listed rod, which may be thinner")
    count: int = Field(1, ge=1, le=40, description="how many alike")
    layout: Literal["row", "ring"] = "row"
    spacing: Annotated[float, Told("length", 0.1, 1000)] | None = Field(None, description="between neighbours")
    length: Annotated[float, Told("length", 0.5, 5000)] | None = Field(
        None, description="in contact with the earth, of one"
    )
    diameter: Annotated[float, Told("small", 0.1, 48)] | None = Field(None, description="of a rod, pipe or bar")
    wire_size: Annotated[str, Chosen("wire_sizes")] | None = Field(
        None, description="of a ring, a strip, or copper in concrete"
    )
    area: Annotated[float, Told("area", 0.1, 200)] | None = Field(None, description="of a plate, both sides together")
    thickness: Annotated[float, Told("small", 0.01, 4)] | None = Field(None, description="of a plate")
    depth: Annotated[float, Told("small", 0, 600)] | None = Field(
        None, description="below the surface: plate, ring, trench"
    )
    placing: Literal["upright", "slanted", "trench"] = Field("upright", description="of a rod or pipe")
    backfill: Backfill | None = Field(None, description="of an upright rod or pipe: what its hole is filled with")
    slant_deg: float | None = Field(None, ge=0, le=90, description="from the vertical")
    x: Annotated[float, Told("length", -50_000, 50_000)] | None = Field(
        None, description="of the first one, on the plan"
    )
    y: Annotated[float, Told("length", -50_000, 50_000)] | None = None
    measured_ohm: float | None = Field(
        None, ge=0.01, le=100_000, description="proved by a test, all of them together, ohm"
    )
    conductor_size: Annotated[str, Chosen("wire_sizes")] | None = Field(
        None, description="lock: the wire that bonds it to the others, or to the service"
    )
    stands_in_footing: bool = Field(False, description="of a bar in concrete: it stands upright in a pier")
    cover: Annotated[float, Told("small", 0.1, 60)] | None = Field(
        None, description="concrete between a footing bar and the earth"
    )
    clamp_for_burial: bool | None = Field(
        None, description="its clamp, where buried or in concrete, is listed for that"
    )
    lands_from_entry: Annotated[float, Told("length", 0, 1000)] | None = Field(
        None, description="of a water pipe: where its conductor lands, pipe inside from the entry"
    )
    bonded_past_meter: bool | None = Field(
        None, description="of a water pipe: a jumper runs round its meter, filter and insulating joints"
    )


class ElectrodeConductor(Part):
    """The grounding electrode conductor of a place, as it is."""

    state: State | None = Field(None, description="blank: as its place")
    size: Annotated[str, Chosen("wire_sizes")] | None = Field(None, description="lock")
    metal: Metal = "cu"
    lands: Literal["neutral-bar", "ground-bar"] | None = None
    protected: bool | None = Field(None, description="in pipe or armour, or out of harm's way")
    steel_sleeve: bool = Field(False, description="passes through steel pipe")
    sleeve_bonded: bool | None = Field(None, description="that pipe is bonded to it at both ends")
    spliced: bool = Field(False, description="joined otherwise than by irreversible compression or welding")
    near_earth: bool = Field(False, description="ends outdoors within 18 in (450 mm) of the earth")
    listed_enclosure: bool = Field(False, description="ends there in an enclosure that is listed for outdoors")


class SurveyReading(Part):
    """One reading of a four-pin survey with equal spacing."""

    spacing: Annotated[float, Told("length", 0.1, 2000)]
    ohm: float = Field(ge=0.001, le=100_000, description="as the meter shows it")
    pin_depth: Annotated[float, Told("length", 0, 50)] = Field(
        0.0, description="pins in the earth; 0: short beside their spacing"
    )


class LearntBand(Part):
    """What the shop's own readings say of a kind of soil: from the tenth to the ninetieth of a hundred, and how many
    readings stand behind it. It counts for that kind alone.
    """

    soil: Name
    low: float = Field(ge=0.1, le=100_000, description="ohm·m")
    high: float = Field(ge=0.1, le=100_000, description="ohm·m")
    readings: int = Field(ge=1, le=1_000_000)

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.high < self.low:
            raise PydanticCustomError("band", "the band ends below where it begins")
        return self


class PlaceGrounding(Part):
    """Grounding of a place."""

    seen: bool = Field(False, description="what is there has been looked for: an empty list means none")
    electrodes: Annotated[tuple[Electrode, ...], AtMost(40)] = ()
    conductor: ElectrodeConductor = ElectrodeConductor()
    soil_ohm_m: float | None = Field(None, ge=0.1, le=100_000, description="resistivity, where it is known, ohm·m")
    learnt: LearntBand | None = Field(None, description="the shop's own readings in place of the shipped range")
    survey: Annotated[tuple[SurveyReading, ...], AtMost(60)] = ()
    water_piping: bool = Field(False, description="metal water piping inside")
    water_bonded: bool | None = None
    water_jumper: Annotated[str, Chosen("wire_sizes")] | None = Field(
        None, description="lock: its bonding jumper, copper"
    )
    gas_piping: bool = Field(False, description="metal gas piping inside")
    gas_bonded: bool | None = None
    intersystem_terminals: int | None = Field(None, ge=0, le=40, description="of the intersystem bonding termination")


class Bonding(Part):
    """What joins neutral, ground bar and enclosure at a station."""

    state: State | None = Field(None, description="of that bond; blank: as its station")
    neutral: NeutralBond | None = Field(
        None, description="what bonds the neutral to the enclosure; relay: closes when its own source runs"
    )
    jumper_size: Annotated[str, Chosen("wire_sizes")] | None = Field(
        None, description="lock: of that bond where it is a wire, copper"
    )
    ground_bar: Literal["none", "bonded", "floating"] | None = Field(
        None, description="the ground bar: none, on the enclosure, or not joined to it"
    )


class MetalPath(Part):
    """A continuous metal path between two places: a pipe, a cable shield, a fence."""

    id: Id
    name: Name
    kind: Literal["water-pipe", "gas-pipe", "cable-shield", "duct", "fence"]
    from_place: Id
    to_place: Id
    ohm: float = Field(ge=0.0001, le=1000, description="end to end, bonded at both places, ohm")
