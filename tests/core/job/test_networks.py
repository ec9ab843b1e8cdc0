"""Who feeds whom, and what each run carries."""

import unittest

from northspan.core.document.file import parse
from northspan.core.network.topology import network
from northspan.core.property.loads.run_loads import run_loads
from northspan.core.property.whole.book import whole_book
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from tests.core.made.jobs import document, job

SHED_LIGHTS = {
    "stations/-": {
        "id": "lights", "name": "Lights", "kind": "equipment", "place": "shed", "load": {"amps": 8},
    },
    "runs/-": {"id": "lights-run", "from_station": "shed-panel", "to_station": "lights", "use": "branch",
        "system": "120-2w", "cable": {"length": 30}},
}  # fmt: skip


class Networks(unittest.TestCase):
    def test_runs_stand_from_the_source_outward(self):
        turned = document(**SHED_LIGHTS)
        turned["runs"].reverse()
        net = network(parse(turned))
        self.assertEqual([r.id for r in net.order], ["service", "feeder", "lights-run"])
        self.assertEqual([r.id for r in net.upstream("lights")], ["lights-run", "feeder", "service"])
        self.assertEqual(list(net.beyond("panel")), ["panel", "shed-panel", "lights"])

    def test_a_system_is_carried_as_far_as_it_goes(self):
        net = network(job(**SHED_LIGHTS))
        self.assertEqual(net.system["lights"], "120-2w")
        wrong = network(job(**SHED_LIGHTS, **{"runs/1/system": "480-2w"}))
        self.assertEqual((wrong.system["panel"], wrong.system["shed-panel"]), ("120/240-3w", None))
        self.assertIsNone(wrong.system["lights"])

    def test_an_island_of_stations_is_not_live_but_solved(self):
        found = document()
        found["runs"].pop(0)
        answer = solve(parse(found))
        self.assertEqual({s.id: s.fed for s in answer.stations}, {"pole": True, "panel": False, "shed-panel": False})
        self.assertEqual(answer.runs[0].figure("size").value, "8")
        self.assertFalse(answer.runs[0].fed)
        self.assertIn("not-fed", {f.rule for f in answer.findings})

    def test_an_empty_job_solves_to_nothing(self):
        answer = solve(parse({"name": "Bare"}))
        self.assertEqual((answer.runs, answer.stations, answer.findings), ((), (), ()))


class Loads(unittest.TestCase):
    def of(self, **changes):
        one = job(**changes)
        return run_loads(whole_book("nec-2023"), one, network(one), ())

    def test_one_leg_loads_burden_the_neutral(self):
        loads = self.of(**SHED_LIGHTS)
        self.assertEqual(loads["lights-run"].neutral_amps, 8.0)
        self.assertEqual(loads["feeder"].amps, 38.0)
        self.assertEqual(loads["feeder"].neutral_amps, 13.0)
        self.assertEqual(loads["service"].neutral_amps, 28.0)

    def test_an_unknown_unbalance_stays_unknown(self):
        loads = self.of(**{"stations/2/load/neutral_amps": None})
        self.assertIsNone(loads["feeder"].neutral_amps)
        self.assertIsNone(loads["service"].neutral_amps)

    def test_a_two_wire_run_without_neutral_adds_none(self):
        loads = self.of(**{"runs/1/system": "240-2w"})
        self.assertEqual(loads["feeder"].neutral_amps, 0.0)
        self.assertEqual(loads["service"].neutral_amps, 15.0)

    def test_power_factor_is_the_mean_by_amperes(self):
        self.assertAlmostEqual(self.of()["service"].pf, (70 * 1.0 + 30 * 0.9) / 100)

    def test_a_lock_keeps_the_sum_in_mind(self):
        load = self.of(**{"runs/0/locks/load": {"amps": 55, "continuous_amps": 5}})["service"]
        self.assertEqual((load.amps, load.continuous_amps, load.beyond), (55.0, 5.0, 100.0))


class Dwellings(unittest.TestCase):
    def carried(self, **changes):
        one = job(**changes)
        return [each.carries_dwelling for each in prepared(one).sized.values()]

    def test_the_service_carries_the_dwelling_and_the_shed_feeder_does_not(self):
        self.assertEqual(self.carried(), [True, False])

    def test_a_main_feeder_behind_a_disconnect_still_carries_it(self):
        outside = {
            "stations/-": {"id": "main", "name": "Main", "kind": "service-disconnect", "place": "house"},
            "runs/-": {"id": "new-service", "from_station": "pole", "to_station": "main", "use": "service",
                "system": "120/240-3w", "cable": {"length": 20}},
            "runs/0/from_station": "main",
        }  # fmt: skip
        self.assertEqual(self.carried(**outside), [True, False, True])

    def test_a_load_on_the_disconnect_is_not_behind_the_feeder(self):
        beside = {
            "stations/-": {
                "id": "main", "name": "Main", "kind": "service-disconnect", "place": "house", "load": {"amps": 20},
            },
            "runs/-": {"id": "new-service", "from_station": "pole", "to_station": "main", "use": "service",
                "system": "120/240-3w", "cable": {"length": 20}},
            "runs/0/from_station": "main",
        }  # fmt: skip
        self.assertEqual(self.carried(**beside), [False, False, True])
