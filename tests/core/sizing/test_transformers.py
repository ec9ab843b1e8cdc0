"""Transformers as stations: turns, drop, fault current and protection, by hand."""

import math
import unittest

from northspan.core.solve.solve import solve
from tests.core.made.jobs import job

STEP_UP = {
    "stations/0/source": {"fault_a": 10000},
    "stations/-": {
        "id": "up", "name": "Step-up", "kind": "transformer", "place": "house", "terminal_c": 75,
        "transformer": {"secondary": "480-2w", "kva": 10, "impedance_pct": 3, "x_over_r": 1},
    },
    "stations/2/kind": "equipment",
    "stations/2/load": {"amps": 10, "power_factor": 1},
    "runs/1": {"id": "primary", "from_station": "panel", "to_station": "up", "use": "feeder", "system": "240-2w",
        "cable": {"length": 0.01, "metal": "cu"}},
    "runs/-": {"id": "long", "from_station": "up", "to_station": "shed-panel", "use": "branch", "system": "480-2w",
        "cable": {"length": 600, "metal": "cu", "location": "buried"}, "locks": {"size": "10"}},
}  # fmt: skip


def rules(**changes):
    return {f.rule: f for f in solve(job(**STEP_UP, **changes)).findings}


class Transformers(unittest.TestCase):
    def setUp(self):
        self.solution = solve(job(**STEP_UP))
        self.runs = {r.id: r for r in self.solution.runs}
        self.stations = {s.id: s for s in self.solution.stations}

    def test_the_primary_carries_the_same_va(self):
        self.assertAlmostEqual(self.runs["primary"].figure("load").value, 10 * 480 / 240)
        self.assertAlmostEqual(self.runs["service"].figure("load").value, 70 + 20)

    def test_voltage_after_its_impedance_and_the_line_by_hand(self):
        # 3 % of 480² / 10000 is 0.6912 ohm, R and X alike. 10 AWG copper in PVC: 1.2 and 0.050 ohm per 1000 ft, 1200 ft
        # out and back. 10 A in phase with the volts at the load, whatever angle those have: all that comes before is
        # known from the station ahead, so the two in series are one impedance.
        arriving = 480 * self.stations["up"].volts.value / 240
        way = complex(0.6912, 0.6912) / math.sqrt(2) + 1.2 * complex(1.2, 0.050)
        left = math.sqrt(arriving**2 - (10 * way.imag) ** 2) - 10 * way.real
        self.assertAlmostEqual(self.stations["shed-panel"].volts.value, left, places=6)

    def test_fault_current_through_it_by_hand(self):
        fault = self.stations["up"].fault_a.value
        self.assertGreater(fault, 3000)
        beyond = self.stations["shed-panel"].fault_a.value
        cold = (234.5 + 25) / (234.5 + 75)
        own = 0.6912 / math.sqrt(2)
        wire = complex(1.2 * 1.2 * cold, 1.2 * 0.050)
        # The loop, line to line: the 10 kA source, 50 ft of the service and a hand's breadth of the primary.
        primary = complex(0, 0.024)
        for run, loop_kft in (("service", 0.1), ("primary", 2e-5)):
            rung = next(r for r in self.runs[run].ladders[0].rungs if r.size == self.runs[run].figure("size").value)
            primary += loop_kft * 304.8 * complex(rung.r_ohm_m * cold, rung.x_ohm_m)
        self.assertAlmostEqual(beyond, 480 / abs(4 * primary + complex(own, own) + wire), places=6)

    def test_protection_of_both_sides(self):
        # 10 kVA at 240 V: 41.7 A; 125 % is 52.1, next standard 60.
        self.assertNotIn("transformer-primary", rules())
        over = rules(**{"runs/1/locks/breaker_a": 70})["transformer-primary"]
        self.assertEqual([f.patch[0]["value"] for f in over.fixes], [60.0, 30.0])
        self.assertNotIn(
            "transformer-primary",
            rules(**{"runs/1/locks/breaker_a": 70, "stations/3/transformer/secondary_breaker_a": 30}),
        )
        self.assertIn("transformer-secondary", rules(**{"stations/3/transformer/secondary_breaker_a": 40}))

    def test_load_and_secondary_conductors(self):
        self.assertNotIn("transformer-load", rules())
        self.assertIn("transformer-load", rules(**{"stations/3/transformer/kva": 4.7}))
        self.assertNotIn("secondary-conductors", rules())
        three_wire = {"stations/3/transformer/secondary": "120/240-3w", "runs/2/system": "120/240-3w"}
        self.assertIn("secondary-conductors", rules(**three_wire))

    def test_its_primary_system_is_not_what_it_delivers(self):
        self.assertIn("voltage-not-there", rules(**{"runs/2/system": "240-2w"}))
        self.assertNotIn("voltage-not-there", rules())
