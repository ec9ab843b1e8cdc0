"""The job: what the electrician knows of one property, in the trade's words."""

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.kinds import Metal
from northspan.core.figures.units import Units, UnitsName, units
from northspan.core.job.grounding import Bonding, MetalPath, PlaceGrounding
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.load import Load
from northspan.core.job.panel import Panel, Terminal
from northspan.core.job.planned.day import DayPlan
from northspan.core.job.planned.packet import PacketPlan
from northspan.core.job.run import Run
from northspan.core.job.told.part import AtMost, Id, Name, Note, Part
from northspan.core.job.told.reading import Chosen, Registered, Told
from northspan.core.job.told.state import Stated

FORMAT = "northspan-job"
# What a job file that names none was written under.
DEFAULT_BOOK = "nec-2023"
VERSION = 3

PlaceKind = Literal["dwelling", "mobile-home", "detached-building", "yard"]
ApplianceKind = Annotated[str, Chosen("appliance_kinds")]
Soil = Literal["loam", "clay", "sand", "gravel", "rock"]
WaterPipe = Annotated[str, Chosen("water_pipes")]
GearRoom = Annotated[str, Chosen("gear_rooms")]
StationKind = Literal[
    "utility", "meter", "service-disconnect", "panelboard", "disconnect", "joint", "equipment", "transformer",
    "transfer-switch", "generator", "inverter", "converter",
]  # fmt: skip


# What a load hangs between: two lines of its supply, or a line and the neutral.
Across = Literal["lines", "neutral"]


class Appliance(Stated):
    """Something that takes power in a place, by its nameplate: VA or A each, ``count`` how many alike."""

    id: Id
    name: Name
    kind: ApplianceKind
    across: Across = Field("lines", description="it hangs between two lines of its supply, or a line and the neutral")
    va: float | None = Field(None, ge=0.1, le=200_000, description="nameplate, VA (or W) each")
    amps: float | None = Field(None, ge=0.001, le=1000, description="nameplate, A each, where it gives no VA")
    count: int = Field(1, ge=1, le=100)
    motor: bool = Field(False, description="motor-driven; heat pumps and cooling always are")
    min_circuit_a: float | None = Field(
        None, ge=0.1, le=1000, description="minimum circuit ampacity on its plate, A each"
    )
    max_device_a: float | None = Field(None, ge=0.1, le=1000, description="largest breaker or fuse on its plate, A")
    needs_neutral: bool | None = Field(
        None, description="a 240 V appliance that takes 120 V too; blank: ranges and dryers do"
    )
    managed_va: float | None = Field(
        None, ge=0.1, le=200_000, description="VA that listed load management holds it to, each"
    )
    duty_pct: float | None = Field(None, ge=1, le=100, description="of a welder: duty cycle on its plate, percent")
    continuous: bool = Field(False, description="runs three hours or more")
    leg: Annotated[str, Chosen("legs")] | None = Field(
        None, description="the line of a load to the neutral; blank: shared between them"
    )
    never_with: Name | None = Field(None, description="a group of loads that never run together; the largest counts")
    station: Id | None = Field(None, description="the equipment station it stands at, in the same place")

    @model_validator(mode="after")
    def _one_nameplate(self) -> Self:
        if (self.va is None) == (self.amps is None):
            raise PydanticCustomError("nameplate", "give the nameplate's VA or its amperes, one of them")
        if self.managed_va is not None and self.va is not None and self.managed_va > self.va + 1e-9:
            raise PydanticCustomError("nameplate", "load management holds it to less than its nameplate, not to more")
        if self.duty_pct is not None and self.kind != "welder":
            raise PydanticCustomError("nameplate", "a duty cycle is a welder’s")
        if self.leg is not None and self.across != "neutral":
            raise PydanticCustomError("nameplate", "only a load to the neutral is on one leg")
        return self


class LoadRecord(Part):
    """The peak demand of a standing service or feeder, from the utility's record or a recording."""

    kind: Annotated[str, Chosen("records")]
    peak_va: float = Field(ge=1, le=1_000_000, description="highest 15-minute average, VA")
    unseen_va: float = Field(0.0, ge=0, le=1_000_000, description="heating, cooling or periodic load not in it, VA")
    solar_or_shaving: bool = Field(False, description="a renewable source or peak shaving ran meanwhile")
    source: Name = "utility record"


class Footprint(Part):
    """A place on the plan: its south-west corner, east and north, and its size."""

    x: Annotated[float, Told("length", -50_000, 50_000)]
    y: Annotated[float, Told("length", -50_000, 50_000)]
    width: Annotated[float, Told("length", 0.1, 2000)]
    depth: Annotated[float, Told("length", 0.1, 2000)]


class Place(Stated):
    """A building or structure on the property, with what it takes."""

    id: Id
    name: Name
    kind: PlaceKind
    floor_area: Annotated[float, Told("area", 1, 100_000)] | None = Field(None, description="by outside dimensions")
    small_appliance_circuits: int = Field(2, ge=0, le=20, description="a dwelling's kitchen circuits")
    laundry_circuits: int = Field(1, ge=0, le=20, description="a dwelling's laundry circuits")
    footprint: Footprint | None = Field(None, description="where it stands on the plan")
    soil: Soil | None = Field(None, description="what the rods and the trench meet")
    water_pipe: WaterPipe | None = Field(None, description="the pipe in the ground that serves it")
    note: Note = ""
    record: LoadRecord | None = None
    load_method: Annotated[str, Chosen("load_methods")] | None = Field(
        None, description="lock: the method that drives its runs"
    )
    appliances: Annotated[tuple[Appliance, ...], AtMost(150)] = ()
    grounding: PlaceGrounding = PlaceGrounding()
    pool: bool | None = Field(None, description="a pool, spa or fountain, or the equipment of one, is here")

    @property
    def is_dwelling(self) -> bool:
        """Whether people live in it."""
        return self.kind in ("dwelling", "mobile-home")


class UtilitySource(Part):
    """What stands behind a utility station: its available fault current, or the transformer's kVA and impedance."""

    fault_a: float | None = Field(None, ge=1, le=200_000, description="available fault current, A")
    kva: float | None = Field(None, ge=0.01, le=2500, description="transformer, kVA")
    impedance_pct: float | None = Field(None, ge=0.1, le=20, description="transformer, percent")
    earth_ohm: float | None = Field(None, ge=0.01, le=10_000, description="its own electrodes to earth, ohm")
    earthing: Annotated[str, Chosen("supply_earthing")] | None = Field(
        None, description="whether it brings an earth, and as what; blank: its neutral is earthed at the service"
    )
    loop_ohm: float | None = Field(None, ge=0.01, le=10_000, description="external earth fault loop (Ze), ohm")

    @property
    def brings_earth(self) -> bool:
        """Whether it brings an earth terminal to the origin: by a conductor of its own, or joined to the neutral."""
        return self.earthing in ("tn-s", "tn-c-s")


class ParallelSource(Part):
    """A source that feeds a panel's bus beside its supply: solar, storage, or any other with an inverter."""

    name: Name
    kind: Literal["solar", "storage", "other"] = "solar"
    output_a: float = Field(ge=0.1, le=6000, description="rated output current of its inverter, A")
    breaker_a: float | None = Field(None, ge=0.1, le=6000, description="its breaker on the bus, A")
    far_end: bool | None = Field(None, description="lands at the end of the bus away from the main")
    disconnect: bool | None = Field(None, description="a disconnect of its own is readily accessible")


class Gear(Part):
    """What is known of the equipment at a station; blank: not on record."""

    rating_a: float | None = Field(None, ge=0.1, le=6000, description="main breaker, or bus where it has none, A")
    has_main: bool | None = Field(None, description="has a disconnect of its own")
    mains: int | None = Field(
        None, ge=2, le=12, description="service mains side by side in it, where there are several: its rating is of all"
    )
    main_compartments: bool | None = Field(None, description="each of those mains has a compartment of its own")
    lugs: Annotated[tuple[Terminal, ...], AtMost(6)] = Field((), description="its terminals, as marked")
    overcurrent: Literal["breaker", "fuses", "none"] | None = Field(
        None, description="of a switch: what in it guards what leaves it; blank: not on record, and taken as nothing"
    )
    fuse_a: float | None = Field(
        None, ge=0.1, le=6000, description="of its fuses, where they are less than the switch is rated, A"
    )
    interrupting_ka: float | None = Field(None, ge=0.01, le=200, description="interrupting rating of its devices, kA")
    spaces: int | None = Field(None, ge=1, le=200, description="breaker spaces")
    outdoors: bool | None = None
    surge_protected: bool | None = None
    back_fed: bool = Field(False, description="fed through a plug-in breaker")
    retained: bool | None = Field(None, description="that breaker is held by a retainer")
    handle_height: Annotated[float, Told("small", 0.1, 200)] | None = Field(
        None, description="grip at its highest, above the floor"
    )
    ground_detection: bool | None = Field(None, description="of an ungrounded source: ground detection is fitted")
    circuits: int | None = Field(
        None, ge=0, le=200, description="two-wire branch circuits it feeds, where they are few"
    )
    bus_a: float | None = Field(None, ge=0.1, le=6000, description="bus rating where it has a main of its own, A")
    series_ka: float | None = Field(
        None, ge=0.01, le=200, description="marked series rating with the device ahead of it, kA"
    )
    second_sources: Annotated[tuple[ParallelSource, ...], AtMost(8)] = Field(
        (), description="sources that back-feed its bus"
    )
    torque: Annotated[float, Told("torque", 0.1, 2000)] | None = Field(None, description="maker's torque of its lugs")
    room: GearRoom | None = Field(None, description="where it hangs")
    nearest_entry: bool | None = Field(
        None, description="a disconnect: outdoors, or inside nearest to where its conductors come in"
    )
    working_condition: Literal[1, 2, 3] | None = Field(
        None, description="across the working space: nothing grounded (1), grounded (2), live parts (3)"
    )
    working_depth: Annotated[float, Told("small", 0.1, 500)] | None = None
    working_width: Annotated[float, Told("small", 0.1, 500)] | None = None


class Transformer(Part):
    """A transformer on the property: stepping up, stepping down, or for control."""

    secondary: Annotated[str, Chosen("systems")] = Field(
        description="what it delivers; its primary takes what its run brings"
    )
    kva: float = Field(ge=0.01, le=500)
    impedance_pct: float = Field(3.0, ge=0.1, le=20, description="percent, from its plate")
    x_over_r: float = Field(1.0, ge=0, le=20, description="reactance over resistance of its windings")
    no_load_pct: float = Field(0.5, ge=0, le=10, description="core loss, percent of its rating")
    secondary_breaker_a: float | None = Field(None, ge=0.1, le=6000, description="protection at its secondary, A")


class Converter(Part):
    """A phase converter: two lines pass through, the third is made."""

    form: Literal["rotary", "static"] = "rotary"
    input_a: float | None = Field(None, ge=0.1, le=1000, description="single-phase full-load input on its plate, A")
    fixed: bool | None = Field(None, description="feeds one load that stays what it is, not whatever comes")


class Generator(Part):
    """A standby source: an engine set, or inverters, two of 120 V in series for the two legs."""

    system: Annotated[str, Chosen("systems")] = Field("120/240-3w", validate_default=True)
    leg: Literal["A", "B"] | None = Field(
        None, description="of a source of one 120 V leg: the leg that it stands for, another one for the other"
    )
    opposed: bool | None = Field(
        None, description="of such a pair: locked to each other half a turn apart, so that the two make 240 V"
    )
    kw: float = Field(ge=0.01, le=1000, description="rated, kW each")
    units: int = Field(1, ge=1, le=8)
    fuel: Literal["propane", "natural-gas", "gasoline", "diesel", "none"] = "propane"
    fuel_pct: float = Field(100.0, ge=1, le=100, description="of its rating left on this fuel, percent, from its sheet")
    altitude: Annotated[float, Told("length", 0, 15_000)] = 0.0
    altitude_loss_pct: float = Field(
        3.5, ge=0, le=10, description="lost for every 1000 ft (305 m), percent, from its sheet"
    )
    breaker_a: float | None = Field(None, ge=0.1, le=6000, description="its own breaker, A")
    later_kw: float | None = Field(None, ge=0.01, le=1000, description="a bigger set to leave room for, kW in all")
    reactance_pct: float = Field(15.0, ge=1, le=100, description="of an engine set in a fault, percent of its rating")
    surge_times: float = Field(2.0, ge=1, le=10, description="what an inverter gives into a fault, times its rating")
    diversion_w: float | None = Field(None, ge=0, le=1_000_000, description="diversion load of its governor, W")


class TransferSwitch(Part):
    """What changes a load from one source to the other."""

    form: Literal["switch", "interlock"] = Field(
        "switch", description="interlock: a kit on a panel's main, with an inlet"
    )
    inlet_a: float | None = Field(
        None, ge=0.1, le=400, description="of an interlock's inlet and its back-fed breaker, A"
    )
    automatic: bool = False
    managed: bool = Field(False, description="sheds load by itself to fit the source")
    service_rated: bool = Field(False, description="suitable as service equipment")
    switches_neutral: bool | None = Field(
        None, description="opens the neutral with the hots: a pole more; blank: not on record, and taken as left whole"
    )


class Station(Stated):
    """A point where conductors land."""

    id: Id
    name: Name
    kind: StationKind
    place: Id
    supply: Annotated[str, Chosen("systems")] | None = Field(
        None, description="what a utility station delivers; blank elsewhere"
    )
    terminal_c: Annotated[int, Chosen("terminals")] | None = Field(None, description="marking of its terminals, C")
    load: Load | None = Field(None, description="what is connected here, besides the runs that leave")
    source: UtilitySource | None = Field(None, description="of a utility station")
    gear: Gear = Gear()
    transformer: Transformer | None = Field(None, description="of a transformer station")
    converter: Converter | None = Field(None, description="of a phase converter")
    generator: Generator | None = Field(None, description="of a generator or inverter station")
    transfer: TransferSwitch | None = Field(None, description="of a transfer switch")
    bonding: Bonding = Bonding()
    panel: Panel | None = Field(None, description="of a panelboard with its cover off")


class Variant(Part):
    """Another way to build the job, to be held against it; what is blank stays as it is."""

    id: Id
    name: Name
    run: Id | None = Field(None, description="the run it changes; blank: all of them")
    metal: Metal | None = None
    breaker_a: float | None = Field(None, ge=0.1, le=6000, description="breaker, A")
    pipe_up: bool = Field(False, description="one trade size above what is needed")
    system: Annotated[str, Chosen("systems")] | None = Field(
        None, description="voltage of the line, through transformers where needed"
    )


class Job(Part):
    """One property and the work planned on it."""

    format: Literal["northspan-job"] = "northspan-job"
    version: Literal[3] = 3
    units: UnitsName = Field("us", description="us: ft, in, ft², lb·in, lb; metric: m, mm, m², N·m, N")
    name: Name
    note: Note = ""
    code_book: Annotated[str, Registered()] = DEFAULT_BOOK
    house_rules: HouseRules = Field(
        default_factory=lambda: HouseRules.model_validate({}), json_schema_extra={"default": {}}
    )
    places: Annotated[tuple[Place, ...], AtMost(100)] = ()
    stations: Annotated[tuple[Station, ...], AtMost(600)] = ()
    runs: Annotated[tuple[Run, ...], AtMost(500)] = ()
    metal_paths: Annotated[tuple[MetalPath, ...], AtMost(100)] = ()
    variants: Annotated[tuple[Variant, ...], AtMost(4)] = ()
    packet: PacketPlan = PacketPlan()
    day: DayPlan = DayPlan()

    @property
    def told(self) -> Units:
        """The units that it is told in."""
        return units(self.units)
