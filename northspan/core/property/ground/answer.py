"""What the solver says of grounding: electrodes and their ohms, bonds in every mode, and faults."""

from dataclasses import dataclass
from typing import Literal

from northspan.core.figures.working import Figure

ModeKind = Literal["utility", "generator", "inverter"]
EquipmentPath = Literal["wire", "raceway", "wire-and-raceway", "none", "neutral"]


@dataclass(frozen=True, slots=True)
class ElectrodeAnswer:
    """One electrode, or several alike: where they stand on the plan and how deep (in the
    job's length), ohms of all of them joined, the conductor
    that one of its own to them would be.
    """

    id: str
    words: str
    planned: bool
    counts: bool
    ohms: Figure
    at: tuple[tuple[float, float], ...]
    top: float
    bottom: float
    conductor: Figure | None


@dataclass(frozen=True, slots=True)
class Tap:
    """The tap from a common electrode conductor to one of several service disconnects."""

    station: str
    conductor: Figure


@dataclass(frozen=True, slots=True)
class RodsByThumb:
    """So many rods in a row: ohms computed, and by the trade's rule of thumb from one rod."""

    rods: int
    ohms: Figure
    by_thumb: Figure


@dataclass(frozen=True, slots=True)
class SurveyPoint:
    """A reading: spacing (in the job's length), its apparent resistivity and that of the two layers found (ohm·m)."""

    spacing: float
    measured: float
    computed: float


@dataclass(frozen=True, slots=True)
class SoilAnswer:
    """The soil reckoned with: words, resistivity (ohm·m) of the upper layer in a band, its depth, what lies below."""

    words: str
    low: float
    middle: float
    high: float
    depth: float | None
    lower: float | None
    misfit_pct: float | None
    points: tuple[SurveyPoint, ...]


@dataclass(frozen=True, slots=True)
class PlaceGround:
    """Grounding of one place: whether it needs electrodes and why, what there is, ohms in a band, conductors;
    ``lands_at`` is the station its electrodes land at.

    ``chance`` is the chance (%) that all of it together lies at ``limit_ohm`` or less.
    """

    place: str
    lands_at: str | None
    fed: bool
    needed: bool
    why: str
    section: str
    planned: bool
    electrodes: tuple[ElectrodeAnswer, ...]
    soil: SoilAnswer
    ohms: Figure
    low_ohm: float | None
    high_ohm: float | None
    limit_ohm: float
    chance: Figure
    rods: tuple[RodsByThumb, ...]
    conductor: Figure | None
    taps: tuple[Tap, ...]
    water_jumper: Figure | None
    intersystem: bool


@dataclass(frozen=True, slots=True)
class StationBond:
    """A station in one mode. ``belongs`` says that a bond belongs here, ``closed`` that there is one now, ``extra``
    that it is one too many; ``way_back`` that metal leads unbroken from the enclosure to its source; ``jumper`` the
    size of the bond that belongs here, ``electrode_conductor`` that from a derived source to the place's electrodes.
    """

    station: str
    live: bool
    neutral: bool
    bond: str
    planned: bool
    belongs: bool
    closed: bool
    extra: bool
    ground_bar: str
    way_back: bool
    jumper: Figure | None
    electrode_conductor: Figure | None


@dataclass(frozen=True, slots=True)
class RunWires:
    """What a run carries in one mode: hots, neutral (open where a transfer switch opens it), equipment ground."""

    run: str
    live: bool
    ungrounded: int
    neutral: bool
    neutral_open: bool
    equipment: EquipmentPath


@dataclass(frozen=True, slots=True)
class StationFault:
    """One hot on the enclosure of a station, all as it is wired: amperes, seconds until a breaker opens (None: none
    need ever), volts between hand and earth meanwhile.
    """

    station: str
    amps: float
    seconds: float | None
    breaker: str
    touch_v: float


@dataclass(frozen=True, slots=True)
class ModeAnswer:
    """One way the property runs, with its bonds and faults."""

    id: str
    name: str
    kind: ModeKind
    sources: tuple[str, ...]
    stations: tuple[StationBond, ...]
    runs: tuple[RunWires, ...]
    faults: tuple[StationFault, ...]


@dataclass(frozen=True, slots=True)
class PlainAnswer:
    """A question of the trade and its answer from this job's own figures; ``level`` colours it, ``figure`` is the
    one the answer turns on.
    """

    question: str
    answer: str
    more: str
    section: str
    level: Literal["plain", "danger", "caution"]
    figure: Figure | None


@dataclass(frozen=True, slots=True)
class GroundAnswer:
    """Grounding of the whole job. ``assumed`` says what was taken where nothing is on record."""

    places: tuple[PlaceGround, ...]
    modes: tuple[ModeAnswer, ...]
    assumed: tuple[str, ...]
