"""Every simulated instrument for a job, by its kind."""

import random
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property

from northspan.core.property.whole.measured import CircuitRan, Conditions
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Solution
from northspan.core.readings.network.of_job import Metered, MeteredOf
from northspan.core.readings.taken.circuits_ran import CLAMPED, OUTLETS
from northspan.instruments.line import Instrument, InstrumentTrouble
from northspan.instruments.simulated.circuits import circuits_running
from northspan.instruments.simulated.desks import (
    SimulatedInspectors,
    SimulatedLogger,
    SimulatedSupply,
    SimulatedUtility,
)
from northspan.instruments.simulated.earth import SimulatedEarthTester
from northspan.instruments.simulated.meters import SimulatedLoopTester, SimulatedMeter
from northspan.instruments.simulated.practice import Planted, plant
from northspan.instruments.simulated.wrench import SimulatedWrench
from northspan.instruments.supply_house import SupplyHouse

# Which instrument reads what a reading is of.
READS: dict[str, str] = {
    "amps": "clamp", "volts": "voltmeter", "continuity": "ohmmeter", "electrode": "earth", "loop": "loop",
    "trip-time": "loop", "trip-current": "loop", "torque": "wrench", **dict.fromkeys(CLAMPED, "clamp"),
    **dict.fromkeys(OUTLETS, "voltmeter"),
}  # fmt: skip


@dataclass(frozen=True)
class Bench:
    """A job that instruments are put to: solved, and under any load; what is planted in it goes by the words of a round
    of practice (empty: nothing is).
    """

    ready: Prepared
    solution: Solution
    metered_of: MeteredOf
    supply: SupplyHouse
    today: date
    practice: str = ""
    chance: random.Random = field(default_factory=random.Random)

    @property
    def planted(self) -> Planted | None:
        """What is wrong with the property in this round."""
        return plant(self.running(Conditions()), self.practice) if self.practice else None

    def running(self, ran: Conditions) -> Metered:
        """The property under a load, with what runs on its circuits."""
        return self.metered_of(
            replace(ran, circuits=tuple(replace(c, amps=(c.amps or 0.0) * ran.share) for c in self._circuits))
        )

    @cached_property
    def _circuits(self) -> tuple[CircuitRan, ...]:
        return circuits_running(self.metered_of(Conditions()), self.solution, self.practice)

    def instrument(self, kind: str) -> Instrument:
        """An instrument by its kind. Raises InstrumentTrouble."""
        if kind not in _KINDS:
            raise InstrumentTrouble(f"no such instrument; there are {', '.join(_KINDS)}")
        return _KINDS[kind](self)


def _logger(bench: Bench) -> Instrument:
    first = next((run.id for run in bench.ready.net.order), "")
    return SimulatedLogger(bench.solution, first)


_KINDS: Mapping[str, Callable[[Bench], Instrument]] = {
    "clamp": lambda b: SimulatedMeter("amps", b.running, b.planted, b.chance),
    "voltmeter": lambda b: SimulatedMeter("volts", b.running, b.planted, b.chance),
    "ohmmeter": lambda b: SimulatedMeter("continuity", b.running, b.planted, b.chance),
    "earth": lambda b: SimulatedEarthTester(b.ready, b.solution, b.chance),
    "loop": lambda b: SimulatedLoopTester(b.metered_of, b.chance),
    "wrench": lambda b: SimulatedWrench(b.ready.entered, b.chance),
    "logger": _logger,
    "utility": lambda b: SimulatedUtility(b.ready.job, b.solution, b.today),
    "inspectors": lambda b: SimulatedInspectors(b.ready.entered, b.today),
    "supply": lambda b: SimulatedSupply(b.supply, b.today),
}
KINDS = tuple(_KINDS)
