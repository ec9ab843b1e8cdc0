"""A rating asked instead of a load, and what a run still takes: amperes by hand."""

import unittest

from northspan.core.document.file import parse
from northspan.core.figures.working import figure_of
from northspan.core.solve.solve import solve
from tests.core.made.jobs import FEEDER, SERVICE, document

THERE = {
    "stations/1/load": {"amps": 70}, "stations/2/load": {"amps": 30},
    "stations/1/gear": {"rating_a": 200, "has_main": True}, f"runs/{SERVICE}/locks/size": "4/0",
    f"runs/{FEEDER}/locks/size": "3", f"runs/{FEEDER}/locks/breaker_a": 90,
}  # fmt: skip


def figures(run, **changes):
    """What a run of the test property takes, by key."""
    answer = solve(parse(document(**{**THERE, **changes}))).runs[run]
    return {each.key: each.figure.value for each in answer.figures}


class Room(unittest.TestCase):
    def test_the_least_on_the_way_and_what_it_means(self):
        # 3 AWG copper carries 100 A behind 90 A and has 30 A on it; 4/0 aluminium carries 180 A and has 100 A on it.
        feeder, service = figures(FEEDER), figures(SERVICE)
        self.assertAlmostEqual(feeder["room_left"], 60.0)
        self.assertAlmostEqual(feeder["largest_charger"], 48.0)
        self.assertAlmostEqual(feeder["largest_heat_pump"], 60.0)
        self.assertAlmostEqual(feeder["largest_generator"], 90 * 0.24)
        self.assertAlmostEqual(service["room_left"], 80.0)

    def test_what_is_ahead_or_the_bus_binds_where_it_is_less(self):
        ahead = figures(FEEDER, **{"stations/1/load": {"amps": 120}})
        self.assertAlmostEqual(ahead["room_left"], 180.0 - 150.0)
        bus = figures(FEEDER, **{"stations/2/gear": {"rating_a": 60, "has_main": False}})
        self.assertAlmostEqual(bus["room_left"], 30.0)
        self.assertAlmostEqual(bus["largest_generator"], 60 * 0.24)

    def test_a_continuous_load_takes_its_quarter(self):
        lasting = figures(FEEDER, **{"stations/2/load": {"amps": 30, "continuous_amps": 20}})
        self.assertAlmostEqual(lasting["room_left"], 90.0 - 30.0 - 5.0)

    def test_what_is_asked_above_the_load_is_no_load_and_leaves_its_room(self):
        load = {"stations/2/load": {"amps": 30, "continuous_amps": 20}}
        for asked in ({f"runs/{FEEDER}/locks/rating_a": 80}, {"house_rules/spare_pct": 25}):
            self.assertAlmostEqual(figures(FEEDER, **load, **asked)["room_left"], 90.0 - 30.0 - 5.0)

    def test_a_load_that_is_not_on_record_leaves_it_unknown(self):
        for run in (SERVICE, FEEDER):
            found = figures(run, **{"stations/2/load": None})
            self.assertIsNone(found["room_left"])
            self.assertNotIn("largest_charger", found)

    def test_room_taken_in_full_brings_no_danger_and_more_does(self):
        for extra, wrong in ((60, False), (62, True)):
            changes = {"stations/2/load": {"amps": 30 + extra}, f"runs/{FEEDER}/drop_limit_pct": 20}
            found = solve(parse(document(**{**THERE, **changes}))).findings
            over = any(f.run == "feeder" and f.level in ("danger", "violation") for f in found)
            self.assertEqual(over, wrong, extra)


class Rating(unittest.TestCase):
    def test_a_panel_by_its_rating_is_fed_in_full(self):
        # 4 AWG carries 85 A and drops 2 x 0.15 x 80 x 0.31 = 7.4 V, over 3 %; 3 AWG drops 6.0 V.
        asked = {"stations/2/load": None, f"runs/{FEEDER}/locks": {"rating_a": 80}}
        solved = solve(parse(document(**{**THERE, **asked})))
        run, shed = solved.runs[FEEDER], solved.stations[2]
        self.assertEqual(figure_of(run.figures, "size").value, "3")
        self.assertEqual(figure_of(run.figures, "breaker").value, 80.0)
        self.assertAlmostEqual(figure_of(run.figures, "drop_v").value, 6.0, delta=0.05)
        # The service's wire carries the 80 A as well, beside the house's 70 A.
        without = solve(parse(document(**{**THERE, "stations/2/load": None, f"runs/{FEEDER}/locks": {}})))
        panels = (found.stations[1].drop_pct.value for found in (solved, without))
        self.assertAlmostEqual(next(panels) / next(panels), 150 / 70, delta=0.02)
        self.assertGreater(shed.drop_pct.value, 2.5)

    def test_it_is_carried_where_it_is_hot(self):
        # 6 AWG copper carries 65 A at its terminals and 75 x 0.82 = 61.5 A at 50 C: 4 AWG.
        hot = {f"runs/{FEEDER}/locks": {"rating_a": 65}, f"runs/{FEEDER}/cable/ambient_c": 50}
        found = figures(FEEDER, **hot, **{f"runs/{FEEDER}/drop_limit_pct": 20})
        self.assertEqual((found["breaker"], found["size"]), (70.0, "4"))

    def test_a_rating_is_no_load_of_what_feeds_it(self):
        without, asked = (
            figures(SERVICE, **{"stations/2/load": None, f"runs/{FEEDER}/locks/rating_a": rating})
            for rating in (None, 80)
        )
        self.assertEqual(without["load"], asked["load"])

    def test_a_load_above_the_rating_still_decides(self):
        found = figures(FEEDER, **{f"runs/{FEEDER}/locks": {"rating_a": 20}})
        self.assertEqual((found["load"], found["breaker"]), (30.0, 30.0))


if __name__ == "__main__":
    unittest.main()
