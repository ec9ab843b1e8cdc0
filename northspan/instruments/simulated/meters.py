"""A clamp meter, a voltmeter and an ohmmeter on a simulated property."""

import random
from collections.abc import Mapping

from northspan.core.property.whole.measured import UNITS, Conditions, What, conditions
from northspan.core.readings.network.loops import loop_ohms
from northspan.core.readings.network.of_job import Metered, MeteredOf
from northspan.core.readings.taken.circuits_ran import CLAMPED, OUTLETS
from northspan.core.readings.taken.spot import accuracy
from northspan.instruments.line import InstrumentTrouble, Shown
from northspan.instruments.simulated.practice import Planted

NAMES: dict[What, str] = {"amps": "clamp", "volts": "voltmeter", "continuity": "ohmmeter"}
# What each may be put to.
PUT_TO: dict[What, tuple[What, ...]] = {
    "amps": ("amps", *CLAMPED), "volts": ("volts", *OUTLETS), "continuity": ("continuity",),
}  # fmt: skip
# What shows on the last digit: a third of the floor that a reading is judged by.
LAST_DIGIT = 0.3


class SimulatedMeter:
    """Reads the property as it is wired, with what is planted in it, each reading off by its own chance."""

    calibrated = "2026-03-02"

    def __init__(self, what: What, metered_of: MeteredOf, planted: Planted | None, chance: random.Random):
        self.name = f"{NAMES[what]}, simulated"
        self._what, self._metered_of, self._planted, self._chance = what, metered_of, planted, chance

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``amps RUN neutral``, ``circuit-hot PANEL CIRCUIT``; what runs as ``share=0.5 extra=12 at=STATION``, or
        ``main=off``.
        """
        metered = self._metered_of(_conditions(options))
        kind = next((each for each in PUT_TO[self._what] if what[:1] == (each,)), None)
        true = None if kind is None else self._true(metered, kind, what)
        if kind is None or true is None:
            raise InstrumentTrouble(f"a {self.name.partition(',')[0]} cannot be put there")
        near = accuracy(self._what if kind == "circuit-hot" else kind)
        read = true * (1.0 + near.instrument * self._chance.gauss(0.0, 1.0))
        read += LAST_DIGIT * near.floor * self._chance.gauss(0.0, 1.0)
        return Shown(max(0.0, round(read, 3)), UNITS[kind])

    def _true(self, metered: Metered, kind: What, what: tuple[str, ...]) -> float | None:
        edits = () if self._planted is None else self._planted.edits
        if kind == "circuit-hot":
            circuit = next((c for c in metered.circuits if (c.station, c.id) == what[1:]), None)
            if circuit is None:
                return None
            return metered.meter.carried([b.name for b in circuit.branches if b.end == circuit.hot], edits)
        spot = metered.meter.at.get("/".join(what))
        return None if spot is None else float(metered.meter.read(edits)[spot])


def _conditions(options: Mapping[str, str]) -> Conditions:
    try:
        extra = float(options.get("extra", "0"))
        if options.get("main") == "off":
            return conditions("main-off")
        return conditions("these", float(options.get("share", "1")), extra, options.get("at"))
    except ValueError:
        raise InstrumentTrouble("share and extra are numbers") from None


class SimulatedLoopTester:
    """A clamp on an electrode's wire that drives its own current, and what trips devices and times them."""

    name, calibrated = "loop and trip tester, simulated", "2026-02-16"

    def __init__(self, metered_of: MeteredOf, chance: random.Random):
        self._metered_of, self._chance = metered_of, chance

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``loop PLACE clamp``, ``trip-time STATION CIRCUIT ma=30``, ``trip-current STATION CIRCUIT``."""
        match what:
            case ("loop", place, *_):
                found = loop_ohms(self._metered_of(Conditions()), place)
                if found is None:
                    raise InstrumentTrouble("no electrode wire is there")
                return Shown(round((found[0] + found[1]) * (1.0 + 0.02 * self._chance.gauss(0.0, 1.0)), 2), "ohm")
            case ("trip-current", *_):
                return Shown(round(self._chance.uniform(4.3, 5.7), 1), "mA")
            case ("trip-time", *_):
                return Shown(float(round(self._chance.uniform(15.0, 60.0))), "ms")
        raise InstrumentTrouble("it reads loop, trip-time and trip-current")
