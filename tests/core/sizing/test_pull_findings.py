"""Every rule of what is buried and pulled, tripped and not, and every fix tried."""

import unittest

from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document

LONG = {"points": [{"x": 0, "y": 0}, {"x": 300, "y": 0}, {"x": 300, "y": 200}], "ends": 10}
IN_ORDER = {
    "runs/1/cable/length": 510,
    "runs/1/route": LONG,
    "runs/1/locks/size": "6",
    "runs/1/locks/raceway_size": "2",
    "runs/1/burial": {"cover": 18, "located": True, "riser": "PVC80"},
    "runs/1/pull": {"lubricant": "polymer", "ends_fitted": True, "by_hand": True},
}
SERVICE = {"runs/0/cable/location": "buried"}
UF = {
    "runs/1/cable/insulation": "UF", "runs/1/cable/raceway": "none", "runs/1/system": "120-2w", "runs/1/use": "branch",
    "runs/1/locks/breaker_a": 20, "runs/1/outlets": {"room": "outdoors", "gfci": False},
    "runs/1/locks/raceway_size": None,
    "runs/1/pull": None, "stations/2/kind": "equipment",
    "stations/2/load": {"amps": 6, "continuous_amps": 0}, "runs/1/locks/size": None,
}  # fmt: skip
WIRE = {"name": "Later", "size": "3/0", "metal": "al", "insulation": "XHHW-2", "count": 6}
# What is changed of a run with nothing wrong, and the rule that it trips.
TRIPPED = {
    "cover-short": [({"runs/1/burial/cover": 17.9}, 2), ({"runs/1/route/points/0/under": "dwelling_driveway_1_2_family",
                     "runs/1/route/points/0/cover": 12}, 1), ({**UF, "runs/1/burial/cover": 12}, 2)],
    "cover-not-here": [({**UF, "runs/1/burial/location": "under_building"}, 0)],
    "cover-open": [({"runs/1/burial/cover": None}, 1)],
    "dig-unmarked": [({"runs/1/burial/located": None}, 1), ({"runs/1/burial/located": False}, 1)],
    "crosses": [({"runs/1/burial/crosses": ["gas"]}, 0)],
    "no-ribbon": [({**SERVICE, "runs/0/burial": {"cover": 24}}, 1),
                  ({**SERVICE, "runs/0/burial": {"cover": 24, "ribbon": False}}, 1)],
    "riser-bare": [({**UF, "runs/1/burial/riser": "none", "runs/1/burial/cover": 24}, 2)],
    "riser-soft": [({"runs/1/burial/riser": "PVC40", "runs/1/burial/exposed_to_damage": True}, 2)],
    "pull-rope": [({"runs/1/pull/rope": 20}, 1)],
    "pull-tension": [({"runs/1/locks/size": "8", "runs/1/pull/mu": 0.9}, 1)],
    "pull-sidewall": [({"runs/1/pull/mu": 0.9}, 1)],
    "pull-by-hand": [({"runs/1/pull/mu": 0.9, "runs/1/locks/size": "2"}, 2)],
    "pull-jam": [({"runs/1/locks/size": "2", "runs/1/locks/raceway_size": "1"}, 1)],
    "pull-tight": [({"runs/1/locks/raceway_size": "1/2"}, 1)],
    "fill-later": [({"runs/1/pull/later": [WIRE]}, 1)],
    "pipe-end-bare": [({"runs/1/pull/ends_fitted": False, "runs/1/locks/size": "4"}, 1)],
    "no-expansion": [({"runs/1/pull/exposed": 6.2}, 1)],
    "body-marked": [({"runs/1/route/points/1/pull": True, "runs/1/route/points/1/fitting": "conduit-body",
                      "runs/1/locks/size": "4"}, 1)],
}  # fmt: skip
# What looks alike and is in order.
ALIKE = {
    "cover-short": [{"runs/1/burial/cover": 18}, {**UF, "runs/1/burial/cover": 12, "runs/1/outlets/gfci": True}],
    "cover-not-here": [{"runs/1/burial/location": "under_building"}],
    "no-ribbon": [{**SERVICE, "runs/0/burial": {"cover": 24, "ribbon": True}}, {"runs/1/burial/cover": 24}],
    "riser-bare": [{**UF, "runs/1/burial/cover": 24}],
    "riser-soft": [{"runs/1/burial/riser": "PVC40"}, {"runs/1/burial/exposed_to_damage": True}],
    "pull-rope": [{"runs/1/pull/rope": 250}],
    "pull-by-hand": [{"runs/1/pull/mu": 0.9, "runs/1/locks/size": "2", "runs/1/pull/by_hand": False}],
    "pipe-end-bare": [{"runs/1/pull/ends_fitted": False, "runs/1/locks/size": "8"}],
    "body-marked": [{"runs/1/route/points/1/pull": True, "runs/1/route/points/1/fitting": "conduit-body"},
                    {"runs/1/route/points/1/pull": True, "runs/1/locks/size": "4"}],
    # 0.25 in over 100 °F: 0.25 / (3.38e-5 × 100) = 73.96 in, 6.16 ft.
    "no-expansion": [{"runs/1/pull/exposed": 6.1}, {"runs/1/pull/exposed": 20, "runs/1/pull/expansion_fittings": 1},
                     {"runs/1/pull/exposed": 20, "runs/1/cable/raceway": "RMC"}],
}  # fmt: skip


def made(changes):
    return document(**(IN_ORDER | changes))


class PullFindings(unittest.TestCase):
    def test_a_run_in_order_has_none(self):
        self.assertEqual([f.rule for f in findings(made({})) if f.pull == "feeder"], [])

    def test_every_rule_trips_and_every_fix_mends_it(self):
        for rule, cases in TRIPPED.items():
            for change, fixes in cases:
                with self.subTest(rule=rule, change=change):
                    run = "service" if "runs/0/burial" in change else "feeder"
                    found = [f for f in findings(made(change), rule) if f.pull == run]
                    self.assertEqual(len(found), 1)
                    self.assertGreaterEqual(mended(self, made(change), found), fixes)

    def test_what_looks_alike_is_in_order(self):
        for rule, cases in ALIKE.items():
            for change in cases:
                with self.subTest(rule=rule, change=change):
                    self.assertEqual(findings(made(change), rule), [])

    def test_a_rope_is_judged_before_the_grip(self):
        found = findings(made({"runs/1/pull/rope": 20}))
        self.assertIn(("pull-rope", "danger"), {(f.rule, f.level) for f in found})
        self.assertNotIn("pull-tension", {f.rule for f in found})
