"""Variants side by side: parts and costs by hand, voltages through transformers, and that taking one makes it so."""

import unittest

import jsonpatch

from northspan.core.document.file import dump, parse
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.whatif.variants import NotPossible, varied
from northspan.core.plans.whatif.what_if import what_if
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from tests.core.made.jobs import job
from tests.core.made.questions import named

PUMP = {"stations/2/load": {"amps": 17, "power_factor": 0.9}, "runs/1/system": "240-2w", "runs/1/use": "branch"}
LONG = PUMP | {"runs/1/cable/length": 640}


def variants(*each):
    return {"variants": [{"id": f"v{i}", "name": f"Variant {i}", **v} for i, v in enumerate(each)]}


class Variants(unittest.TestCase):
    def make(self, changes, **variant):
        one = job(**changes, **variants(variant))
        return varied(one, one.variants[0])

    def test_metal_and_breaker_unlock_the_wire(self):
        made, solution = self.make({"runs/1/locks/size": "1/0"}, run="feeder", metal="al", breaker_a=100)
        self.assertEqual((made.runs[1].cable.metal, made.runs[1].locks.size), ("al", None))
        self.assertEqual(solution.runs[1].figure("breaker").value, 100)
        self.assertEqual(made.runs[0], job().runs[0])

    def test_a_pipe_size_up(self):
        before = solve(job()).runs[1].figure("raceway").value
        _, solution = self.make({}, run="feeder", pipe_up=True)
        after = named(solution.runs[1].figures)
        self.assertNotEqual(after.raceway.value, before)
        self.assertLess(after.fill_pct.value, solve(job()).runs[1].figure("fill_pct").value)

    def test_480_volts_needs_a_transformer_at_both_ends(self):
        made, solution = self.make(LONG, run="feeder", system="480-2w")
        kinds = [s.transformer.secondary for s in made.stations if s.transformer]
        self.assertEqual(kinds, ["480-2w", "240-2w"])
        loads = {r.id: r.figure("load").value for r in solution.runs}
        self.assertAlmostEqual(loads["feeder"], 17 * 240 / 480)
        # 4.08 kVA: the next made is 5 kVA.
        self.assertEqual({s.transformer.kva for s in made.stations if s.transformer}, {5.0})
        self.assertEqual([f.rule for f in solution.findings if f.level == "danger"], [])

    def test_the_breaker_of_a_run_feeds_the_transformer_ahead_of_it(self):
        """Taken, the panel's circuit is that of the short run to the transformer, and nothing of the job is lost."""
        panel = {"stations/1/gear": {"spaces": 8}, "stations/1/panel": {"circuits": [{"id": "shed", "run": "feeder"}]}}
        variant = {"id": "v", "name": "480 V", "run": "feeder", "system": "480-2w"}
        made = dump(job(**panel, variants=[variant]))
        taken = what_if(parse(made), {}).columns[1].take
        after = parse(jsonpatch.apply_patch(made, list(taken.patch)))
        self.assertEqual(after.stations[1].panel.circuits[0].run, "feeder-to-up")
        self.assertEqual([f for f in solve(after).findings if f.rule == "circuit-lost"], [])

    def test_120_volts_needs_one_only_at_the_far_end(self):
        made, solution = self.make(LONG, run="feeder", system="120-2w")
        self.assertEqual([s.transformer.secondary for s in made.stations if s.transformer], ["240-2w"])
        self.assertNotIn("secondary-conductors", {f.rule for f in solution.findings})

    def test_what_cannot_be_made_is_said(self):
        with self.assertRaisesRegex(NotPossible, "no load"):
            self.make({"stations/2/load": None}, run="feeder", system="480-2w")
        with self.assertRaisesRegex(NotPossible, "choose which"):
            self.make({}, system="480-2w")
        with self.assertRaisesRegex(NotPossible, "more than the transformers"):
            self.make(LONG | {"stations/2/load/amps": 900}, run="feeder", system="480-2w")
        with self.assertRaisesRegex(NotPossible, "gone"):
            self.make({}, run="elsewhere", metal="cu")


class SideBySide(unittest.TestCase):
    def test_only_what_differs_is_shown(self):
        one = job(**variants({"run": "feeder", "metal": "cu"}))
        self.assertEqual([r.name for r in what_if(one, {}).rows], [])
        priced = {part.priced_as: 1.0 for part in job_counts(prepared(one)).counts}
        self.assertEqual([r.name for r in what_if(one, priced).rows], [])

    def test_payback_by_hand(self):
        changes = LONG | {"house_rules/drop_rule": "advisory", "runs/1/locks/size": "10"}
        one = job(**changes, **variants({"run": "feeder", "metal": "al", "breaker_a": 100}))
        solution, (_, other) = solve(one), varied(one, one.variants[0])
        made = varied(one, one.variants[0])[0]
        prices = {p.priced_as: 1.0 for j in (one, made) for p in job_counts(prepared(j)).counts}
        prices["breaker 2-pole 100"] = 400.0

        def rows_at(prices):
            return {r.name: r for r in what_if(one, prices).rows if r.run is None}

        rows = rows_at(prices)
        lost = [sum(r.figure("loss_kwh_year").value for r in s.runs) for s in (solution, other)]
        dearer = rows["Parts, cut to length"].cells[1].value - rows["Parts, cut to length"].cells[0].value
        self.assertAlmostEqual(rows["Pays back in"].cells[1].value, dearer / ((lost[0] - lost[1]) * 0.15))
        self.assertGreater(dearer, 100)
        # Paid back when the wire is long out of the wall is not paid back.
        late = rows_at(prices | {"breaker 2-pole 100": 90_000.0})["Pays back in"].cells[1]
        self.assertEqual(late.value, "not in 40 years")

    def test_taking_a_variant_makes_the_job_so(self):
        one = job(**LONG, **variants({"run": "feeder", "system": "480-2w"}))
        found = what_if(one, {})
        taken = parse(jsonpatch.apply_patch(dump(one), list(found.columns[1].take.patch)))
        expected = varied(one, one.variants[0])[1]
        self.assertEqual([r.conductors for r in solve(taken).runs], [r.conductors for r in expected.runs])

    def test_trouble_stands_in_its_column(self):
        found = what_if(job(**variants({"run": "nowhere"})), {})
        self.assertIn("gone", found.columns[1].trouble)
        self.assertIsNone(found.columns[1].take)
