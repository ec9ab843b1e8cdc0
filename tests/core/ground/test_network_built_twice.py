"""The property as wired, from the job document up, against a second building of it that shares no code."""

import unittest

from northspan.core.document.file import dump, parse
from northspan.core.solve.opened.fault import FaultQuestion, fault_answer
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from tests.core.made.properties import random_property
from tests.core.second.network import Second

SEEDS = range(100, 145)


class BuiltTwice(unittest.TestCase):
    def test_fault_currents_touch_volts_and_legs_agree(self):
        """A hot on a can in every mode of each property: its current, every can's volts, every leg's."""
        tried = 0
        for seed in SEEDS:
            made = dump(random_property(seed))
            for station in made["stations"]:
                if station["load"]:
                    station["load"]["power_factor"] = 1.0
            job = parse(made)
            solution = solve(job)
            for mode in solution.ground.modes:
                struck = [f.station for f in mode.faults if not made_of(made, f.station).get("transformer")]
                at = struck[seed % len(struck)]
                with self.subTest(seed=seed, mode=mode.id, at=at):
                    found = fault_answer(prepared(job), FaultQuestion(mode.id, at)).state
                    second = Second(made, solution, mode.id, 1.0 if mode.kind == "utility" else 0.0)
                    volts, amps = second.faulted((at, "A"), (at, "can"))
                    self.assertAlmostEqual(found.amps.value / abs(amps), 1.0, 5)
                    for s in found.stations:
                        if (s.station, "can") in volts:
                            self.assertAlmostEqual(s.touch_v.value, abs(volts[s.station, "can"]), delta=2e-4)
                        if s.leg_a_v is not None:
                            leg = abs(volts[s.station, "A"] - volts[s.station, "N"])
                            self.assertAlmostEqual(s.leg_a_v.value, leg, delta=2e-4)
                    tried += 1
        self.assertGreater(tried, 45)


def made_of(made, station):
    return next(s for s in made["stations"] if s["id"] == station)
