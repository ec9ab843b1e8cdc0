"""What a panel with its cover off comes to: its circuits, spaces, holes and legs, and how it is drawn."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.figures.working import Figure


@dataclass(frozen=True, slots=True)
class Owed:
    """A guard that a circuit owes: ``gfci`` or ``afci``, the section, why, and whether it has it."""

    guard: str
    section: str
    why: str
    has: bool


@dataclass(frozen=True, slots=True)
class CircuitAnswer:
    """A circuit as solved. ``leg`` is A, B, AB or empty while it has no space; ``va`` and ``amps`` what it takes;
    ``breaker_a`` and ``size`` as entered or worked out, ``wire`` and ``drop`` with their working; ``passes`` None while
    its wire is not on record. ``says`` is its line in the directory, or one that would do.
    """

    id: str
    leg: str
    volts: float
    va: Figure
    amps: Figure
    breaker_a: float | None
    size: str | None
    passes: bool | None
    stopped_by: str | None
    wire: Figure
    drop: Figure
    owed: tuple[Owed, ...]
    says: str


@dataclass(frozen=True, slots=True)
class BarAnswer:
    """A bar: how many of its holes are taken, and how many are free."""

    id: str
    used: int
    free: int


@dataclass(frozen=True, slots=True)
class LegAnswer:
    """A leg: its load as VA and as A at the voltage to the neutral."""

    leg: str
    va: Figure
    amps: Figure


@dataclass(frozen=True, slots=True)
class Reach:
    """A circuit of a moved panel: cable needed to the new place and cable there (in the job's length; without a value:
    not known), whether it reaches (None: not known), and the box it is spliced in.
    """

    circuit: str
    needed: Figure
    there: Figure
    reaches: bool | None
    box: str


@dataclass(frozen=True, slots=True)
class SplicedWires:
    """So many wires of a size that are spliced."""

    size: str
    count: int


@dataclass(frozen=True, slots=True)
class SpliceBox:
    """A box of splices: the circuits in it, the room that they need (in³), the smallest box that holds it (empty: none
    of the table does), and what is in it: so many wires of a size, and two equipment grounds of each size named.
    """

    name: str
    circuits: tuple[str, ...]
    needed: Figure
    box: str
    wires: tuple[SplicedWires, ...]
    grounds: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class MoveAnswer:
    """A panel's move: what reaches, the boxes for what does not, what feeds it at its new length, and what can be made
    ready before it is dark and what is done in the dark.
    """

    reaches: tuple[Reach, ...]
    boxes: tuple[SpliceBox, ...]
    feeder_length: Figure
    feeder_size: Figure
    feeder_drop: Figure
    feeder_passes: bool | None
    before: tuple[str, ...]
    dark: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle of the drawing, from its upper left corner."""

    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, slots=True)
class DrawnSpace:
    """A space as it is drawn: its number, leg, side, and what stands there."""

    space: int
    leg: str
    blocked: bool
    twin: bool
    box: Box


@dataclass(frozen=True, slots=True)
class DrawnBreaker:
    """A breaker as it is drawn: its circuit, its box, and the heights of its stabs, each with the leg it takes."""

    circuit: str
    box: Box
    stabs: tuple[tuple[float, str], ...]


@dataclass(frozen=True, slots=True)
class DrawnHole:
    """A hole of a bar as it is drawn: its middle, and the circuits whose neutrals and grounds are in it."""

    bar: str
    hole: int
    x: float
    y: float
    neutrals: tuple[str, ...]
    grounds: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class DrawnWire:
    """A wire of a circuit, from its breaker or its cable to where it lands: ``hot``, ``neutral`` or ``ground``."""

    circuit: str
    kind: str
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class PanelDrawing:
    """The panel with its cover off, in drawing units; y runs down."""

    width: float
    height: float
    main: Box
    bus: tuple[Box, ...]
    bars: Mapping[str, Box]
    spaces: tuple[DrawnSpace, ...]
    breakers: tuple[DrawnBreaker, ...]
    holes: tuple[DrawnHole, ...]
    wires: tuple[DrawnWire, ...]


@dataclass(frozen=True, slots=True)
class PanelAnswer:
    """A panel as solved: of its ``spaces`` how many are ``used``, how many of those hold halves, how many are
    ``blocked`` and ``free``, how many the house rule wants free (``wanted``); ``poles`` in it of ``allowed``; each leg,
    how far they are apart (VA, A, and as % of the bus; no value where there is one leg), wires that are in no hole yet.
    """

    station: str
    system: str
    spaces: int
    used: int
    halves: int
    blocked: int
    free: int
    wanted: int
    poles: int
    allowed: int
    legs: tuple[LegAnswer, ...]
    apart: Figure
    apart_amps: Figure
    apart_pct: Figure
    bars: tuple[BarAnswer, ...]
    loose_neutrals: int
    loose_grounds: int
    circuits: tuple[CircuitAnswer, ...]
    drawing: PanelDrawing
    move: MoveAnswer | None
