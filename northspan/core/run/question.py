"""What is asked about one run: the electrical facts and the locks, with no names, places or storage."""

from collections.abc import Hashable
from dataclasses import dataclass, replace
from typing import Literal

from northspan.core.book.kinds import DropCurrent, Location, Metal, RunUse
from northspan.core.book.systems import SYSTEMS, System
from northspan.core.figures.units import Units, UnitsName, units
from northspan.core.physics.line import Line

DeviceAt = Literal["run", "main", "source", "secondary", "ahead", "primary"]
# Where the device stands that is the run's own to choose or to change.
OWN_DEVICE: tuple[DeviceAt, ...] = ("run", "main", "source", "secondary")


@dataclass(frozen=True, slots=True)
class Least:
    """A smallest current (A) that a run is made for whatever its load, why, and by which section.

    ``wire_only`` says that it binds the wire and not the breaker.
    """

    amps: float
    why: str
    cite: str
    wire_only: bool = False


@dataclass(frozen=True, slots=True)
class DeviceLimit:
    """The largest overcurrent device (A) of a circuit by the equipment on it, the one to fit where none is on record
    (A), why, and by which section. ``in_place_of_wire`` says that the equipment guards itself and its circuit against
    overload, so that the limits by the wire do not bind; ``times_wire`` how many times what its wire carries the device
    may be all the same (None: no such limit).
    """

    most_a: float
    usual_a: float
    why: str
    cite: str
    in_place_of_wire: bool = True
    times_wire: float | None = None


@dataclass(frozen=True, slots=True)
class Beside:
    """Another run's wires in the same raceway: its hots and its neutral, and what they are."""

    run: str
    metal: Metal
    insulation: str
    hots: int
    size: str
    neutral: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class RunQuestion:
    """One run to be sized, or judged where something is locked: what any code book asks, and in ``terms`` what the one
    that answers asks besides (frozen; None: as it is usual there).

    ``amps`` and ``continuous_amps`` in A (totals over all ``sets``), ``length_m`` one way (m), told in ``units``,
    ``ambient_c`` in C before what a book adds, ``loaded_conductors`` the current-carrying count in one raceway,
    ``drop_limit_pct`` None where the drop does not decide. ``least`` is the smallest current it is made for whatever
    its load. House rules: ``spare_pct`` wanted over the design current, ``drop_on`` the current that the drop is
    judged at. ``rating_a`` is what the run is asked to carry in full (A), drop and all, whatever its load. A lock of
    None leaves the answer to the solver.

    ``unbalance_a`` is what the loads leave on the neutral (A; None: not on record), whatever the neutral is sized by
    (``neutral_amps``; None: like the hots). ``device_at`` says where the device that guards it stands, ``mains`` how
    many mains at its end guard it together; ``tap`` that it is one, or taken like one, ``secondary``
    that it is one of a transformer, ``tap_least`` the least that its wire carries by its kind;
    ``ground_device_a`` is the device (A) its equipment ground goes by where that is another, ``supply_side`` that none
    stands ahead, so that it is a supply-side jumper; ``device`` the largest device by the equipment on it; ``ahead_a``
    the most (A) that what stands ahead of it lets through; ``beside`` are the other runs in its raceway,
    ``shared_ground`` the one equipment ground that serves them all; ``supply_ground`` that the supply brings an earth.
    """

    system: str
    amps: float
    length_m: float
    metal: Metal
    insulation: str
    raceway: str
    units: UnitsName = "us"
    use: RunUse = "feeder"
    location: Location = "dry"
    continuous_amps: float = 0.0
    ambient_c: float = 30.0
    loaded_conductors: int = 2
    terminal_c: int = 75
    sets: int = 1
    pf: float = 1.0
    drop_limit_pct: float | None = 3.0
    least: Least | None = None
    spare_pct: float = 0.0
    drop_on: DropCurrent = "load"
    neutral_amps: float | None = None
    unbalance_a: float | None = None
    rating_a: float | None = None
    device_at: DeviceAt = "run"
    mains: int = 1
    tap: bool = False
    secondary: bool = False
    tap_least: Least | None = None
    ground_device_a: float | None = None
    supply_side: bool = False
    device: DeviceLimit | None = None
    ahead_a: float | None = None
    beside: tuple[Beside, ...] = ()
    shared_ground: str | None = None
    egc_metal: Metal | None = None
    bare_egc: bool = False
    no_egc: bool = False
    supply_ground: bool = False
    breaker_lock_a: float | None = None
    size_lock: str | None = None
    neutral_lock: str | None = None
    egc_lock: str | None = None
    raceway_lock: str | None = None
    terms: Hashable = None

    @property
    def carried_a(self) -> float:
        """Current (A) that its wire carries and drops at: its load, or the rating that is asked of it if more."""
        return max(self.amps, self.rating_a or 0.0)

    def drop_amps(self, breaker_a: float | None) -> float:
        """Current (A) that the drop is judged at, by house rule: what is carried, or the breaker or 80 % of it if
        more.
        """
        if self.drop_on == "load" or breaker_a is None:
            return self.carried_a
        return max(self.carried_a, breaker_a if self.drop_on == "breaker" else 0.8 * breaker_a)

    def line(self, ohm_m: complex) -> Line:
        """The run as a line of conductors of ``ohm_m`` (R + jX, ohm/m) each."""
        return Line(ohm_m, self.length_m, self.sets, self.wiring.ways)

    def loss_w(self, ohm_m: complex) -> float:
        """What its loaded conductors lose (W) at its load: I² R of two, or of three lines."""
        return self.amps**2 * self.line(ohm_m).one_way.real * (3 if self.wiring.phases == 3 else 2)

    @property
    def told_in(self) -> Units:
        """The units that its lengths are told in."""
        return units(self.units)

    @property
    def length_said(self) -> str:
        """Its length in words."""
        return self.told_in.length.said(self.length_m)

    @property
    def wiring(self) -> System:
        """The wiring system's conductors and voltages."""
        return SYSTEMS[self.system]

    @property
    def ground_metal(self) -> Metal:
        """Metal of the equipment grounding conductor: the ungrounded conductors' own unless said otherwise."""
        return self.egc_metal or self.metal

    @property
    def has_equipment_ground(self) -> bool:
        """Whether an equipment grounding conductor runs along: always but ahead of the service disconnect,
        where the grounded conductor does its work unless the supply brings an earth, and where the run is known to
        lack one.
        """
        return (self.use != "service" or self.supply_ground) and not self.no_egc


def unlocked(q: RunQuestion) -> RunQuestion:
    """The same question with no size locked."""
    if q.size_lock is q.neutral_lock is q.egc_lock is q.raceway_lock is None:
        return q
    return replace(q, size_lock=None, neutral_lock=None, egc_lock=None, raceway_lock=None)
