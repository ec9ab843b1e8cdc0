"""Every finding: a job that trips it, one that does not, and fixes that mend it."""

import unittest

from northspan.core.document.file import dump
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from tests.core.made.fixing import mended
from tests.core.made.jobs import job
from tests.core.made.questions import rules

RUN_RULES = {
    "size-termination": {"amps": 60, "size_lock": "8"},
    "size-ampacity": {"amps": 40, "size_lock": "8", "ambient_c": 60, "insulation": "THW"},
    "size-breaker": {"amps": 60, "size_lock": "6", "breaker_lock_a": 90},
    "size-small-conductor": {"amps": 16, "size_lock": "14"},
    "size-drop": {"amps": 20, "size_lock": "12", "length_m": 91.44, "drop_limit_pct": 3},
    "size-parallel": {"sets": 2, "size_lock": "2"},
    "size-made": {"insulation": "NM", "raceway": "none", "size_lock": "1/0"},
    "size-dwelling-rule": {
        "system": "120/240-3w", "amps": 150, "breaker_lock_a": 200, "dwelling_rule": True, "size_lock": "1/0",
    },
    "size-not-offered": {"size_lock": "700"},
    "no-size-passes": {"amps": 900},
    "loaded-conductors": {"system": "120/208-3w", "loaded_conductors": 2},
    "breaker-below-load": {"amps": 60, "breaker_lock_a": 50},
    "breaker-not-standard": {"breaker_lock_a": 55},
    "dwelling-rule-range": {"system": "120/240-3w", "amps": 60, "dwelling_rule": True},
    "dwelling-rule-load": {"system": "120/240-3w", "amps": 190, "breaker_lock_a": 200, "dwelling_rule": True},
    "wet-place": {"insulation": "THHN", "location": "wet"},
    "buried-cable": {"insulation": "SER", "raceway": "none", "location": "buried"},
    "single-conductors": {"raceway": "none"},
    "cable-in-raceway": {"insulation": "UF"},
    "ground-too-small": {"amps": 100, "egc_lock": "10"},
    "neutral-too-small": {"system": "120/240-3w", "amps": 100, "neutral_lock": "8", "unbalance_a": 60.0},
    "neutral-below-floor": {"system": "120/240-3w", "amps": 100, "neutral_lock": "10", "unbalance_a": 20.0},
    "neutral-load-unknown": {"system": "120/240-3w", "amps": 100, "neutral_lock": "6"},
    "neutral-reduced": {"system": "120/240-3w", "amps": 100, "neutral_lock": "6", "unbalance_a": 50.0},
    "neutral-is-return": {"system": "120-2w", "neutral_amps": 5.0},
    "neutral-like-a-phase": {"system": "120/208-3w", "neutral_amps": 10.0},
    "neutral-none-carries": {"system": "120/240-3w", "neutral_amps": 900.0, "size_lock": "8"},
    "raceway-overfilled": {"amps": 100, "raceway_lock": "1/2"},
    "raceway-not-made": {"amps": 30, "raceway": "LFNC-B", "raceway_lock": "3"},
    "raceway-none-holds": {"amps": 420, "raceway": "LFNC-B", "size_lock": "600"},
    "leg-drop": {
        "system": "120/240-3w", "length_m": 57.912, "drop_limit_pct": 3, "unbalance_a": 40.0, "neutral_lock": "8",
    },
}  # fmt: skip

JOB_RULES = {
    "voltage-not-there": {"runs/1/system": "208-2w"},
    "not-fed": {
        "stations/-": {"id": "lost", "name": "Lost", "kind": "panelboard", "place": "shed"},
    },
    "no-load": {"stations/2/load": None},
    "load-below-sum": {"runs/0/locks/load": {"amps": 80}},
    "dwelling-rule-claim": {"runs/1/whole_dwelling": True},
    "drop-total": {"runs/0/cable/length": 300, "runs/1/cable/length": 420, "runs/0/drop_limit_pct": 5},
    "drop-advisory": {"house_rules/drop_rule": "advisory", "runs/1/cable/length": 400},
    "terminals-unmarked": {"stations/2/terminal_c": None},
    "check-your-copy": {"runs/1/locks/size": "1/0"},
}


class EachRuleTripsAndDoesNot(unittest.TestCase):
    def test_a_sound_run_has_none(self):
        self.assertEqual(rules(), set())

    def test_run_rules(self):
        for rule, changes in RUN_RULES.items():
            with self.subTest(rule=rule):
                self.assertIn(rule, rules(**changes))

    def test_job_rules(self):
        sound = {f.rule for f in solve(job()).findings}
        for rule, changes in JOB_RULES.items():
            with self.subTest(rule=rule):
                self.assertIn(rule, {f.rule for f in solve(job(**changes)).findings})
                if rule != "check-your-copy":
                    self.assertNotIn(rule, sound)

    def test_dwelling_rule_may_be_claimed_for_the_service(self):
        found = solve(job(**{"runs/0/whole_dwelling": True}))
        self.assertNotIn("dwelling-rule-claim", {f.rule for f in found.findings})

    def test_a_dwelling_fed_by_two_runs_is_carried_whole_by_neither(self):
        more = {
            "stations/-": {"id": "heat", "name": "Heat", "kind": "equipment", "place": "house", "load": {"amps": 20}},
            "runs/-": {"id": "heat-run", "from_station": "pole", "to_station": "heat", "use": "branch",
                "system": "240-2w", "cable": {"length": 20}},
            "runs/0/whole_dwelling": True,
        }  # fmt: skip
        self.assertIn("dwelling-rule-claim", {f.rule for f in solve(job(**more)).findings})


class EveryFixMends(unittest.TestCase):
    def test_it_makes_its_finding_go_away_and_brings_no_danger(self):
        jobs = list(demo_jobs().values())
        jobs += [job(**changes) for changes in JOB_RULES.values()]
        jobs += [
            job(**{"runs/1/locks/size": "12"}),
            job(**{"runs/1/locks/breaker_a": 20}),
            job(**{"runs/1/locks/egc_size": "14"}),
        ]
        tried = 0
        for each in jobs:
            with self.subTest(job=each.name):
                tried += mended(self, dump(each), solve(each).findings)
        self.assertGreater(tried, 25)
