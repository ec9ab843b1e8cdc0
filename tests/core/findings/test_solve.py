"""A whole job solved: loads from the far end in, voltages from the source out."""

import math
import unittest
from dataclasses import replace

from bench.synthetic import property_of
from northspan.core.document.file import parse
from northspan.core.solve.opened.rung import rung_figures
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from tests.core.made.jobs import document, job
from tests.core.made.questions import named


def runs(found):
    return {r.id: r for r in found.runs}


def stations(found):
    return {s.id: s for s in found.stations}


class Solving(unittest.TestCase):
    def test_loads_sum_from_the_far_end(self):
        figures = named(runs(solve(job()))["service"].figures)
        self.assertEqual(figures.load.value, 100.0)
        self.assertEqual(figures.load.steps[-1].what, "70 + 30")
        self.assertEqual(figures.design.value, 100 + 0.25 * 28)
        self.assertEqual(figures.breaker.value, 110.0)

    def test_a_locked_load_stands(self):
        found = solve(job(**{"runs/1/locks/load": {"amps": 45}}))
        self.assertEqual(runs(found)["feeder"].figure("load").value, 45.0)
        self.assertEqual(runs(found)["service"].figure("load").value, 115.0)

    def test_voltage_falls_station_by_station(self):
        found = stations(solve(job()))
        self.assertEqual(found["pole"].volts.value, 240.0)
        self.assertEqual((found["panel"].distance, found["shed-panel"].distance), (50.0, 200.0))
        self.assertLess(found["shed-panel"].volts.value, found["panel"].volts.value)
        # By hand, as phasors: 70 A at 1.0 and 30 A at 0.9, each against the volts where it stands.
        answers = runs(solve(job()))
        loops = []
        for run in job().runs:
            size = answers[run.id].figure("size").value
            rung = next(r for r in answers[run.id].ladders[0].rungs if r.size == size)
            loops.append(2 * 0.3048 * run.cable.length * complex(rung.r_ohm_m, rung.x_ohm_m))
        panel, shed = 240 + 0j, 240 + 0j
        for _ in range(50):
            far = 30 * shed / abs(shed) * complex(0.9, -math.sqrt(1 - 0.81))
            panel, shed = 240 - loops[0] * (70 * panel / abs(panel) + far), panel - loops[1] * far
        self.assertAlmostEqual(found["panel"].volts.value, abs(panel), places=6)
        self.assertAlmostEqual(found["shed-panel"].volts.value, abs(shed), places=6)

    def test_calculated_neutral_where_the_unbalance_is_known(self):
        self.assertEqual(runs(solve(job()))["service"].figure("neutral").value, "1/0")
        found = solve(job(**{"house_rules/neutral": "calculated"}))
        # 15 + 5 A of unbalance; the floor for 1/0 al is 250.102(C)(1): 6 al.
        self.assertEqual(runs(found)["service"].figure("neutral").value, "6")
        unknown = solve(job(**{"house_rules/neutral": "calculated", "stations/2/load/neutral_amps": None}))
        self.assertEqual(runs(unknown)["service"].figure("neutral").value, "1/0")

    def test_unmarked_terminals_follow_the_house_rule(self):
        unmarked = {"stations/1/terminal_c": None}
        by_rating = named(runs(solve(job(**unmarked)))["feeder"].figures)
        self.assertEqual(by_rating.termination_limit.steps[0].value, 60.0)
        at_75 = named(runs(solve(job(**unmarked, **{"house_rules/unmarked_terminals": "75"})))["feeder"].figures)
        self.assertEqual(at_75.termination_limit.steps[0].value, 75.0)
        # The service is over 100 A, so unmarked means 75 there.
        self.assertEqual(runs(solve(job(**unmarked)))["service"].figure("termination_limit").steps[0].value, 75.0)

    def test_advisory_drop_leaves_the_size_to_the_load(self):
        long = {"runs/1/cable/length": 400}
        bound = runs(solve(job(**long)))["feeder"].figure("size").value
        free = runs(solve(job(**long, **{"house_rules/drop_rule": "advisory"})))["feeder"].figure("size").value
        self.assertEqual((bound, free), ("3", "8"))

    def test_no_load_gives_no_figures(self):
        found = solve(job(**{"stations/2/load": None}))
        feeder = runs(found)["feeder"]
        self.assertIsNone(feeder.figure("size").value)
        self.assertIsNone(feeder.figure("breaker").value)
        self.assertFalse(feeder.passes)

    def test_a_wrong_voltage_is_not_carried_on(self):
        found = stations(solve(job(**{"runs/1/system": "208-2w"})))
        self.assertFalse(found["shed-panel"].fed)
        self.assertIsNone(found["shed-panel"].volts.value)

    def test_any_rung_can_be_explained(self):
        figures = named(rung_figures(prepared(job()), "feeder", "al", "1/0"))
        self.assertEqual(figures.size.value, "1/0")
        # 1/0 al in PVC: 2 × 150 ft × 0.20 ohm/kft × 30 A × 0.9 plus a little reactance.
        self.assertAlmostEqual(figures.drop_v.value, 0.06 * 27 + 0.0132 * 30 * 0.43589, places=2)

    def test_an_explained_rung_agrees_with_its_ladder(self):
        locked = job(
            **{"runs/1/locks/raceway_size": "1/2", "runs/1/locks/egc_size": "14", "runs/1/locks/neutral_size": "14"}
        )
        for ladder in runs(solve(locked))["feeder"].ladders:
            for rung in ladder.rungs:
                figures = named(rung_figures(prepared(locked), "feeder", ladder.metal, rung.size))
                with self.subTest(metal=ladder.metal, size=rung.size):
                    self.assertEqual(figures.raceway.value, rung.raceway)
                    self.assertEqual(figures.drop_pct.value, rung.drop_pct)
                    self.assertEqual(figures.allowed_ampacity.value, rung.allowed_ampacity_a)

    def test_same_job_same_answer(self):
        self.assertEqual(solve(job()), solve(job()))

    def test_two_hundred_runs_solve_whole(self):
        found = solve(property_of(200))
        self.assertEqual(len(found.runs), 200)
        self.assertTrue(all(s.fed for s in found.stations))

    def test_order_in_the_file_does_not_matter(self):
        turned = document()
        turned["runs"].reverse()
        one, other = (replace(runs(solve(j))["feeder"], device=None) for j in (parse(turned), job()))
        self.assertEqual(one, other)

    def test_demo_jobs_have_something_right_and_something_wrong(self):
        for key, demo in demo_jobs().items():
            found = solve(demo)
            self.assertTrue(any(r.passes for r in found.runs), key)
            self.assertIn("danger", {f.level for f in found.findings}, key)
