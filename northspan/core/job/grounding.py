"""What the electrician knows of grounding: electrodes, their conductor, soil, piping, bars and bonds.

Blank means "work it out": the solver plans what belongs there. A value is what is there.
"""

from typing import Annotated, Literal

from pydantic import Field

from northspan.core.job.part import AtMost, Id, Name, Part, Size
from northspan.core.run.question import Metal

ElectrodeKind = Literal[
    "rod", "pipe", "plate", "ring", "strip", "concrete-encased", "water-pipe", "structural-metal", "gas-pipe"
]
ElectrodeMetal = Literal["steel", "copper", "stainless", "aluminium"]
NeutralBond = Literal["none", "screw", "strap", "wire", "relay"]
DRIVEN = ("rod", "pipe")
MADE = ("rod", "pipe", "plate")


class Electrode(Part):
    """A grounding electrode of a place, or several alike in a row or ring, as it is or will be in the earth."""

    id: Id
    kind: ElectrodeKind
    metal: ElectrodeMetal = Field("steel", description="copper- and zinc-coated steel count as steel")
    existing: bool = Field(False, description="there already")
    connected: bool = Field(True, description="bonded into the electrode system")
    listed: bool = Field(False, description="a listed rod, which may be thinner")
    count: int = Field(1, ge=1, le=40, description="how many alike")
    layout: Literal["row", "ring"] = "row"
    spacing_ft: float | None = Field(None, ge=0.1, le=1000, description="between neighbours, ft")
    length_ft: float | None = Field(None, ge=0.5, le=5000, description="in contact with the earth, ft; of one")
    diameter_in: float | None = Field(None, ge=0.1, le=48, description="of a rod, pipe or bar, in")
    wire_size: Size | None = Field(None, description="of a ring, a strip, or copper in concrete")
    area_ft2: float | None = Field(None, ge=0.1, le=200, description="of a plate, both sides together, ft²")
    thickness_in: float | None = Field(None, ge=0.01, le=4, description="of a plate, in")
    depth_in: float | None = Field(None, ge=0, le=600, description="below the surface: plate, ring, trench, in")
    placing: Literal["upright", "slanted", "trench"] = Field("upright", description="of a rod or pipe")
    slant_deg: float | None = Field(None, ge=0, le=90, description="from the vertical")
    x_ft: float | None = Field(None, ge=-50_000, le=50_000, description="of the first one, on the plan")
    y_ft: float | None = Field(None, ge=-50_000, le=50_000)
    measured_ohm: float | None = Field(
        None, ge=0.01, le=100_000, description="proved by a test, all of them together, ohm"
    )
    conductor_size: Size | None = Field(
        None, description="lock: the wire that bonds it to the others, or to the service"
    )
    stands_in_footing: bool = Field(False, description="of a bar in concrete: it stands upright in a pier")
    cover_in: float | None = Field(None, ge=0.1, le=60, description="concrete between a footing bar and the earth, in")
    clamp_for_burial: bool | None = Field(
        None, description="its clamp, where buried or in concrete, is listed for that"
    )
    lands_from_entry_ft: float | None = Field(
        None, ge=0, le=1000, description="of a water pipe: where its conductor lands, ft of pipe inside from the entry"
    )
    bonded_past_meter: bool | None = Field(
        None, description="of a water pipe: a jumper runs round its meter, filter and insulating joints"
    )


class ElectrodeConductor(Part):
    """The grounding electrode conductor of a place, as it is."""

    size: Size | None = Field(None, description="lock")
    metal: Metal = "cu"
    lands: Literal["neutral-bar", "ground-bar"] | None = None
    protected: bool | None = Field(None, description="in pipe or armour, or out of harm's way")
    steel_sleeve: bool = Field(False, description="passes through steel pipe")
    sleeve_bonded: bool | None = Field(None, description="that pipe is bonded to it at both ends")
    spliced: bool = Field(False, description="joined otherwise than by irreversible compression or welding")
    near_earth: bool = Field(False, description="outdoors within 18 in of the earth")


class SurveyReading(Part):
    """One reading of a four-pin survey with equal spacing."""

    spacing_ft: float = Field(ge=0.1, le=2000)
    ohm: float = Field(ge=0.001, le=100_000, description="as the meter shows it")
    pin_depth_ft: float = Field(0.0, ge=0, le=50, description="pins in the earth, ft; 0: short beside their spacing")


class PlaceGrounding(Part):
    """Grounding of a place."""

    seen: bool = Field(False, description="what is there has been looked for: an empty list means none")
    electrodes: Annotated[tuple[Electrode, ...], AtMost(40)] = ()
    conductor: ElectrodeConductor = ElectrodeConductor()
    soil_ohm_m: float | None = Field(None, ge=0.1, le=100_000, description="resistivity, where it is known, ohm·m")
    survey: Annotated[tuple[SurveyReading, ...], AtMost(60)] = ()
    water_piping: bool = Field(False, description="metal water piping inside")
    water_bonded: bool | None = None
    water_jumper: Size | None = Field(None, description="lock: its bonding jumper, copper")
    gas_piping: bool = Field(False, description="metal gas piping inside")
    gas_bonded: bool | None = None
    intersystem_terminals: int | None = Field(None, ge=0, le=40, description="of the intersystem bonding termination")


class Bonding(Part):
    """What joins neutral, ground bar and enclosure at a station."""

    neutral: NeutralBond | None = Field(
        None, description="what bonds the neutral to the enclosure; relay: closes when its own source runs"
    )
    jumper_size: Size | None = Field(None, description="lock: of that bond where it is a wire, copper")
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
