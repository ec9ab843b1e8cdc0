"""What is asked about one run: the electrical facts and the locks, with no names, places or storage."""

from dataclasses import dataclass
from typing import Literal

from northspan.core.systems import SYSTEMS, System, SystemName

Metal = Literal["cu", "al"]
Insulation = Literal["THHN", "THWN-2", "XHHW-2", "THWN", "THW", "TW", "UF", "NM", "SER"]
Raceway = Literal["EMT", "PVC40", "PVC80", "RMC", "IMC", "LFNC-B", "none"]
STEEL_RACEWAYS: frozenset[Raceway] = frozenset({"EMT", "RMC", "IMC"})
TerminalTemperature = Literal[60, 75]
ConductorTemperature = Literal["table", "running"]
DropCurrent = Literal["load", "80-of-breaker", "breaker"]
RunUse = Literal["service", "feeder", "branch"]
Location = Literal["dry", "wet", "buried"]


@dataclass(frozen=True, slots=True)
class Least:
    """A smallest current (A) that a run is made for whatever its load, why, and by which section.

    ``wire_only`` says that it binds the wire and not the breaker.
    """

    amps: float
    why: str
    cite: str
    wire_only: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class RunQuestion:
    """One run to be sized, or judged where something is locked.

    ``amps`` and ``continuous_amps`` in A (totals over all ``sets``), ``length_ft`` one way, ``ambient_c`` in C
    before a rooftop adder, ``loaded_conductors`` the current-carrying count in one raceway, ``drop_limit_pct``
    None where the drop does not decide. ``dwelling_rule`` asks for the 83 % rule, ``several_receptacles`` says
    that plug-in loads hang on it, which closes the next-size-up rule. ``least`` is the smallest current
    it is made for whatever its load. House rules: ``spare_pct`` wanted over the design current, ``drop_on``
    the current that the drop is judged at, ``dwelling_load_too`` that the 83 % rule leaves wire for the load itself,
    ``full_ground`` a ground as large as the hots, ``pipe_up`` one trade size above what holds the wires. A lock of
    None leaves the answer to the solver.
    """

    system: SystemName
    amps: float
    length_ft: float
    metal: Metal
    insulation: Insulation
    raceway: Raceway
    use: RunUse = "feeder"
    location: Location = "dry"
    several_receptacles: bool = False
    continuous_amps: float = 0.0
    ambient_c: float = 30.0
    rooftop: bool = False
    nipple: bool = False
    loaded_conductors: int = 2
    terminal_c: TerminalTemperature = 75
    in_insulation: bool = False
    sets: int = 1
    pf: float = 1.0
    drop_limit_pct: float | None = 3.0
    conductor_temperature: ConductorTemperature = "table"
    dwelling_rule: bool = False
    least: Least | None = None
    spare_pct: float = 0.0
    drop_on: DropCurrent = "load"
    dwelling_load_too: bool = False
    full_ground: bool = False
    pipe_up: bool = False
    neutral_amps: float | None = None
    egc_metal: Metal | None = None
    bare_egc: bool = False
    no_egc: bool = False
    breaker_lock_a: float | None = None
    size_lock: str | None = None
    neutral_lock: str | None = None
    egc_lock: str | None = None
    raceway_lock: str | None = None

    def drop_amps(self, breaker_a: float | None) -> float:
        """Current (A) that the drop is judged at, by house rule: the load, or the breaker or 80 % of it if more."""
        if self.drop_on == "load" or breaker_a is None:
            return self.amps
        return max(self.amps, breaker_a if self.drop_on == "breaker" else 0.8 * breaker_a)

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
        where the grounded conductor does its work, and where the run is known to lack one.
        """
        return self.use != "service" and not self.no_egc
