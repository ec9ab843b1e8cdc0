"""A torque wrench set by a careful hand."""

import random
from collections.abc import Mapping

from northspan.core.job.job import Job
from northspan.core.readings.kinds.torque import maker_torque
from northspan.instruments.line import InstrumentTrouble, Shown

NOISE = 0.03


class SimulatedWrench:
    """Clicks near the maker's torque of a terminal."""

    name, calibrated = "torque wrench, simulated", "2026-01-12"

    def __init__(self, job: Job, chance: random.Random):
        self._job, self._chance = job, chance

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``torque STATION line``, in the job's own unit."""
        if len(what) != 3 or what[0] != "torque":
            raise InstrumentTrouble("it reads torque STATION line, neutral or ground")
        maker = maker_torque(self._job, what[1], what[2])
        if maker is None:
            raise InstrumentTrouble("the maker's torque of that terminal is not on record")
        return Shown(round(maker * (1.0 + NOISE * self._chance.gauss(0.0, 1.0)), 1), self._job.told.torque.sign)
