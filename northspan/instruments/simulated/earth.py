"""An earth tester over the soil that a job has on record."""

import random
from collections.abc import Mapping

from northspan.core.physics.earth.fall import fall_readings
from northspan.core.physics.earth.soil import Line
from northspan.core.property.ground.electrodes.ohms import length_m, radius_m
from northspan.core.property.ground.electrodes.soils import place_soil
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Solution
from northspan.instruments.line import InstrumentTrouble, Shown

NOISE = 0.01


class SimulatedEarthTester:
    """Fall of potential from a place's electrodes, its probes set where it is told."""

    name, calibrated = "earth tester, simulated", "2026-04-20"

    def __init__(self, ready: Prepared, solution: Solution, chance: random.Random):
        self._ready, self._solution, self._chance = ready, solution, chance

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``electrode PLACE fall far=30 at=18``, both in m from the electrode."""
        if len(what) < 2 or what[0] != "electrode":
            raise InstrumentTrouble("it reads electrode PLACE fall")
        place = next((p for p in self._ready.job.places if p.id == what[1]), None)
        answer = next((p for p in self._solution.ground.places if p.place == what[1]), None)
        if place is None or answer is None or not isinstance(answer.ohms.value, float):
            raise InstrumentTrouble("no electrodes are there")
        try:
            far, at = float(options["far"]), float(options["at"])
        except (KeyError, ValueError):
            raise InstrumentTrouble("say far= and at=, in m") from None
        if not 0.0 < at < far:
            raise InstrumentTrouble("the potential probe stands between the electrode and the far probe")
        soil = place_soil(place, self._ready.job.told).middle
        rods = [e for e in place.grounding.electrodes if e.kind == "rod"]
        long = min(length_m(rods[0]) if rods else 2.4, soil.depth_m or 99.0)
        (seen,) = fall_readings(soil, Line(0.0, long), radius_m(rods[0]) if rods else 0.008, far, [at / far])
        (own,) = fall_readings(soil, Line(0.0, long), radius_m(rods[0]) if rods else 0.008, 1.0e5, [0.618])
        # Several electrodes are taken as one that has the ohms of all and the field of the first, in its measure.
        true = seen * answer.ohms.value / own
        return Shown(max(0.01, round(true * (1.0 + NOISE * self._chance.gauss(0.0, 1.0)), 2)), "ohm")
