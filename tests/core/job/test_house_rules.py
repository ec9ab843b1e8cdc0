"""Each school of a house rule changes what it is meant to, by figures worked by hand."""

import unittest

from northspan.core.solve.solve import solve
from tests.core.made.jobs import job
from tests.core.made.questions import named


def figures(run=1, **changes):
    return named(solve(job(**changes)).runs[run].figures)


class Schools(unittest.TestCase):
    def test_spare_capacity(self):
        # 30 A + 25 % of 8 A continuous is 32 A; with 25 % spare 40 A.
        self.assertAlmostEqual(figures(**{"house_rules/spare_pct": 25}).design.value, 40.0)
        self.assertEqual(figures(**{"house_rules/spare_pct": 25}).breaker.value, 40.0)
        self.assertEqual(figures().breaker.value, 35.0)

    def test_drop_judged_at_the_breaker(self):
        at_load, at_breaker = figures(), figures(**{"house_rules/drop_current": "breaker"})
        changes = {"runs/1/locks/size": "4", "runs/1/locks/breaker_a": 60, "stations/2/load/power_factor": 1}
        one, other = figures(**changes), figures(**changes, **{"house_rules/drop_current": "80-of-breaker"})
        # 48 A against 30 A on the same wire; nearly in proportion, the reactance apart.
        self.assertAlmostEqual(other.drop_pct.value / one.drop_pct.value, 48 / 30, places=2)
        self.assertLess(at_breaker.drop_pct.value, 3.0 + 1e-9)
        self.assertGreaterEqual(at_breaker.max_length.value, 150.0)
        self.assertNotEqual(
            (at_load.size.value, at_load.drop_pct.value), (at_breaker.size.value, at_breaker.drop_pct.value)
        )

    def test_the_stations_total_follows_the_current_that_drops_are_judged_at(self):
        changes = {"runs/0/locks/breaker_a": 125, "runs/1/locks/size": "4", "runs/1/locks/breaker_a": 60}
        for current, times in (("load", None), ("breaker", 60 / 30)):
            found = solve(job(**changes, **{"house_rules/drop_current": current}))
            total = found.stations[2].drop_pct.value
            # In a row the drops add, each at the current it was judged at, the voltage it starts from apart.
            self.assertAlmostEqual(total, sum(r.figure("drop_pct").value for r in found.runs), places=1)
            if times is None:
                at_load = found.runs[1].figure("drop_pct").value
            else:
                self.assertAlmostEqual(found.runs[1].figure("drop_pct").value / at_load, times, delta=0.1)

    def test_full_equipment_ground(self):
        full = figures(**{"house_rules/equipment_ground": "full"})
        self.assertEqual(full.equipment_ground.value, full.size.value)
        self.assertEqual(full.equipment_ground.steps[-1].cite, "house rule")

    def test_pipe_one_size_up(self):
        sizes = [figures(**{"house_rules/pipe_up": up}).raceway.value for up in (False, True)]
        trades = ["1/2", "3/4", "1", "1 1/4", "1 1/2", "2"]
        self.assertEqual(trades.index(sizes[1]), trades.index(sizes[0]) + 1)
        locked = figures(**{"house_rules/pipe_up": True, "runs/1/locks/raceway_size": "2"})
        self.assertEqual(locked.raceway.value, "2")

    def test_the_83_percent_rule_read_strictly(self):
        loaded = {"runs/0/whole_dwelling": True, "stations/1/load/amps": 165, "runs/0/locks/breaker_a": 200}
        # 165 + 30 A and 7 A for what is continuous: 202 A on a 200 A rating whose 83 % is 166 A.
        self.assertEqual(figures(0, **loaded).size.value, "4/0")
        strict = figures(0, **loaded, **{"house_rules/dwelling_rule": "load-too"})
        self.assertGreaterEqual(strict.allowed_ampacity.value, 202)
