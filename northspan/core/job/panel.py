"""A panel with its cover off: its spaces, bars and lugs, the circuits in it, and where it is moved to."""

from typing import Annotated, Literal, Self

from pydantic import BeforeValidator, Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.job.outlets import OutletRoom
from northspan.core.job.run import Cable
from northspan.core.job.told.part import AtMost, Id, Name, Part, printable
from northspan.core.job.told.reading import Chosen, Told
from northspan.core.job.told.state import Stated

Leg = Literal["A", "B", "C"]
Side = Literal["left", "right"]
BarFixing = Literal["machine", "thread-forming", "sheet-metal"]
CircuitUse = Annotated[str, Chosen("circuit_uses")]
BreakerKind = Annotated[str, Chosen("breaker_kinds")]
MOST_SPACES, MOST_CIRCUITS = 84, 90

Size = Annotated[str, Chosen("wire_sizes")]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80), BeforeValidator(printable)]


class Bar(Part):
    """A terminal bar as it is marked: its holes, the wires that fit one, and how it is held to the enclosure."""

    id: Id
    kind: Literal["neutral", "ground"]
    side: Side = "left"
    holes: int = Field(ge=1, le=60)
    least_size: Size | None = Field(None, description="smallest wire that a hole is marked for")
    most_size: Size | None = Field(None, description="largest wire that a hole is marked for")
    grounds_a_hole: int = Field(1, ge=1, le=4, description="equipment grounds of one size that a hole is marked for")
    metal: Literal["cu", "both"] = Field("both", description="wire it is marked for")
    fixing: BarFixing | None = Field(None, description="screws that hold a ground bar to the enclosure")
    bonded: bool | None = Field(None, description="a ground bar: fastened to the enclosure, not isolated")


class Marking(Part):
    """What a terminal takes, as marked."""

    least_size: Size | None = None
    most_size: Size | None = None
    metal: Literal["cu", "both"] = Field("both", description="wire it is marked for")


class Lug(Marking):
    """The lugs of a panel where the feeding conductors land."""

    of: Literal["line", "neutral", "ground"]
    torque: Annotated[float, Told("torque", 0.1, 2000)] | None = Field(None, description="the maker's, of its screw")


class Terminal(Marking):
    """The terminals of a switch, a meter, an inverter or other gear: where its supply comes in, where it goes out."""

    of: Literal["line", "load", "neutral", "ground"]


class Hole(Part):
    """A hole of a bar: which bar, which hole, counted from the top."""

    bar: Id
    hole: int = Field(ge=1, le=60)


class Point(Part):
    """A point on the plan."""

    x: Annotated[float, Told("length", -50_000, 50_000)]
    y: Annotated[float, Told("length", -50_000, 50_000)]


class PanelCircuit(Stated):
    """A circuit as it stands in the panel: its breaker, what hangs on it, its wire, and where its wires land."""

    id: Id
    name: Words = Field("", description="its line in the directory")
    space: int | None = Field(None, ge=1, le=MOST_SPACES, description="upper one of two; blank: not in the panel yet")
    half: Literal["a", "b"] | None = Field(None, description="a half of a tandem")
    poles: Literal[1, 2] = 1
    breaker_a: float | None = Field(None, ge=0.1, le=6000, description="A; blank: worked out")
    breaker: BreakerKind = Field("standard", validate_default=True)
    first_outlet: Literal["gfci", "afci", "dual"] | None = Field(
        None, description="what guards from its first outlet on"
    )
    use: CircuitUse = Field("general", validate_default=True)
    rooms: Annotated[tuple[OutletRoom, ...], AtMost(12)] = ()
    receptacles: bool = Field(True, description="receptacles among its outlets")
    single_outlet: bool = Field(False, description="one receptacle, for an appliance that stays in its place")
    appliances: Annotated[tuple[Id, ...], AtMost(12)] = Field((), description="of Loads, that hang on it")
    run: Id | None = Field(None, description="the run that leaves here by it")
    va: float | None = Field(None, ge=0, le=200_000, description="VA besides the appliances, as entered")
    continuous: bool = Field(False, description="what is entered runs three hours or more")
    partner: Id | None = Field(None, description="the other circuit of a multiwire pair")
    tied: bool | None = Field(None, description="of a pair: both open together")
    neutral: bool | None = Field(None, description="has a neutral; blank: as its poles have it")
    cable: Cable | None = Field(None, description="its wire; blank: not on record")
    size: Size | None = Field(None, description="of its wire")
    marked_for_aluminium: bool | None = Field(None, description="what an aluminium wire lands on is marked for it")
    white_hot: bool = Field(False, description="the white wire of its cable is a hot")
    remarked: bool | None = Field(None, description="and is marked so")
    neutral_at: Hole | None = None
    ground_at: Hole | None = None
    locked: bool = Field(False, description="stays put: balancing leaves it where it is")
    enters: Point | None = Field(None, description="where its cable comes in, on the plan")
    spare: Annotated[float, Told("length", 0, 1000)] | None = Field(
        None, description="cable that can be brought to the new place, measured from there"
    )
    splice_box: Name | None = Field(None, description="of a moved panel: the box it is spliced in, if it is short")

    @property
    def guards(self) -> frozenset[str]:
        """``gfci`` and ``afci``, as its breaker or its first outlet has them.

        >>> sorted(PanelCircuit(id="c", breaker="dual").guards), sorted(PanelCircuit(id="c").guards)
        (['afci', 'gfci'], [])
        """
        kinds = {self.breaker, self.first_outlet}
        return frozenset(guard for guard in ("gfci", "afci") if kinds & {guard, "dual"})


class Move(Part):
    """Where a panel is moved to."""

    to: Point | None = Field(None, description="on the plan")
    room: Annotated[str, Chosen("gear_rooms")] | None = None
    length: Annotated[float, Told("length", 0, 500)] | None = Field(
        None, description="cable from the old place to the new, where the plan does not tell"
    )
    ends: Annotated[float, Told("length", 0, 50)] = Field(0.0, description="up, down and into the panel")
    feeder: Annotated[float, Told("length", 0.01, 20_000)] | None = Field(
        None, description="length of what feeds it, to the new place"
    )


def interleaved(spaces: int, lines: str = "AB") -> tuple[str, ...]:
    """Legs row by row over the lines of the supply: the first row on A, the second on B, and so on.

    >>> "".join(interleaved(8)), "".join(interleaved(8, "ABC")), "".join(interleaved(4, "A"))
    ('AABBAABB', 'AABBCCAA', 'AAAA')
    """
    return tuple(lines[(space - 1) // 2 % len(lines)] for space in range(1, spaces + 1))


class Panel(Part):
    """A panelboard with its cover off. Its bus, main, retainer and spaces stand with the station's gear."""

    legs: Literal["interleaved"] | Annotated[tuple[Leg, ...], AtMost(MOST_SPACES)] = Field(
        "interleaved", description="row by row over the lines of the supply; else the leg of every space"
    )
    blocked: Annotated[tuple[int, ...], AtMost(MOST_SPACES)] = Field((), description="spaces nothing may use")
    twin_spaces: Annotated[tuple[int, ...], AtMost(MOST_SPACES)] = Field((), description="spaces that take a tandem")
    circuits_allowed: int | None = Field(None, ge=1, le=2 * MOST_SPACES, description="most poles, as marked")
    bars: Annotated[tuple[Bar, ...], AtMost(8)] = ()
    lugs: Annotated[tuple[Lug, ...], AtMost(6)] = ()
    circuits: Annotated[tuple[PanelCircuit, ...], AtMost(MOST_CIRCUITS)] = ()
    directory: bool | None = Field(None, description="a directory is posted; blank: not on record")
    drives_loads: bool = Field(False, description="its circuits say on which leg their loads are")
    at: Point | None = Field(None, description="where it hangs, on the plan")
    move: Move | None = Field(None, description="it is to be moved")

    @model_validator(mode="after")
    def _ids_and_holes(self) -> Self:
        for what, ids in (("circuit", [c.id for c in self.circuits]), ("bar", [b.id for b in self.bars])):
            twice = next((each for each in ids if ids.count(each) > 1), None)
            if twice is not None:
                raise PydanticCustomError("panel", f"two {what}s have the id {twice}")
        holes = {b.id: b for b in self.bars}
        for circuit in self.circuits:
            for kind, at in (("neutral", circuit.neutral_at), ("ground", circuit.ground_at)):
                bar = holes.get(at.bar) if at is not None else None
                if at is not None and (bar is None or at.hole > bar.holes):
                    raise PydanticCustomError("panel", f"the {kind} of {circuit.id} is in a hole that is not there")
            if circuit.half is not None and circuit.poles == 2:
                raise PydanticCustomError("panel", f"{circuit.id}: two poles are no half of a tandem")
        return self

    @model_validator(mode="after")
    def _partners(self) -> Self:
        by_id = {c.id: c for c in self.circuits}
        for circuit in self.circuits:
            if circuit.partner is None:
                continue
            other = by_id.get(circuit.partner)
            if other is None or other is circuit or other.partner != circuit.id:
                words = f"{circuit.id} and {circuit.partner} must name each other as partner"
                raise PydanticCustomError("panel", words)
            if circuit.poles == 2 or other.poles == 2:
                raise PydanticCustomError("panel", f"{circuit.id}: a multiwire partner has one pole")
        return self

    def bus(self, spaces: int, lines: str) -> tuple[str, ...]:
        """The line that every space stands on, of a panel fed with these ``lines``."""
        own = self.legs != "interleaved" and len(lines) > 1
        return tuple(self.legs) if own else interleaved(spaces, lines)

    def within(self, spaces: int | None) -> str | None:
        """What of it lies beyond so many spaces, in words; None where nothing does."""
        if spaces is None:
            return "the panel needs its number of spaces"
        if spaces % 2 or spaces > MOST_SPACES:
            return f"a panel has an even number of spaces, {MOST_SPACES} at most, not {spaces}"
        if self.legs != "interleaved" and len(self.legs) != spaces:
            return f"legs name {len(self.legs)} spaces of {spaces}"
        for name, listed in (("blocked", self.blocked), ("twin spaces", self.twin_spaces)):
            if len(set(listed)) != len(listed) or any(not 1 <= s <= spaces for s in listed):
                return f"{name}: must be different spaces of the panel, 1 to {spaces}"
        for circuit in self.circuits:
            if circuit.space is not None and circuit.space + 2 * (circuit.poles - 1) > spaces:
                return f"{circuit.name or circuit.id} reaches below the last of {spaces} spaces"
        return None
