"""Mistakes seen on the job: each is found, and each of its fixes makes it go away without a new danger."""

import unittest

from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document, laid

GENERATOR = [
    {
        "id": "switch", "name": "Switch", "kind": "transfer-switch", "place": "house", "terminal_c": 75,
        "transfer": {"automatic": True, "managed": True},
    },
    {"id": "set", "name": "Set", "kind": "generator", "place": "house", "terminal_c": 75, "generator": {"kw": 24}},
]  # fmt: skip
STANDBY = {"id": "standby", "from_station": "set", "to_station": "switch", "use": "feeder", "system": "120/240-3w",
    "cable": {"length": 20, "metal": "cu"}, "locks": {"size": "4", "breaker_a": 100}}  # fmt: skip
WYE = {
    "stations/0/supply": "120/208-3w",
    "runs/0/system": "120/208-3w",
    "runs/1/system": "120/208-3w",
    "runs/1/locks/loaded_conductors": 2,
}
HOUSE = {
    "stations/1/load": None,
    "places/0/floor_area": 2400,
    "places/0/appliances": [{"id": "a", "name": "A", "kind": "fastened", "va": 4500, "count": 4}],
}
MISTAKES = {
    "the 83 % rule on a feeder that does not carry the whole dwelling": (
        "dwelling-rule-claim", {"runs/1/whole_dwelling": True},
    ),
    "a 100 A breaker on a conductor good for 90 A": (
        "size-breaker", {"runs/1/locks/size": "4", "runs/1/locks/breaker_a": 100, "runs/1/cable/metal": "cu"},
    ),
    "an unmarked termination": ("terminals-unmarked", {"stations/2/terminal_c": None}),
    "an equipment ground not increased with an upsized feeder": (
        "ground-too-small", {"runs/1/locks/size": "2/0", "runs/1/locks/egc_size": "10", "runs/1/cable/length": 150},
    ),
    "a neutral from a 208 V supply not counted": ("loaded-conductors", WYE),
    "a back-fed main without its retainer": ("back-fed", {"stations/2/gear": {"back_fed": True}}),
    "no disconnect at the detached building": ("no-disconnect", {"stations/2/gear": {"has_main": False}}),
    "too few spaces": ("spaces", HOUSE | {"stations/1/gear": {"spaces": 8}}),
}  # fmt: skip


def rules(made):
    return [f.rule for f in findings(made)]


class Mistakes(unittest.TestCase):
    def mended(self, made, rule):
        found = findings(made, rule)
        self.assertTrue(found and all(f.section or rule == "route-length" for f in found), rule)
        return mended(self, made, found)

    def test_each_is_found_and_mended(self):
        for words, (rule, changes) in MISTAKES.items():
            with self.subTest(words):
                self.assertGreater(self.mended(document(**changes), rule), 0)

    def test_none_is_found_on_a_sound_property(self):
        sound = document(**{"stations/2/gear": {"has_main": True}, "stations/1/gear": {"spaces": 40}})
        for rule in ("dwelling-rule-claim", "size-breaker", "ground-too-small", "loaded-conductors", "back-fed"):
            self.assertNotIn(rule, rules(sound))
        for rule in ("no-disconnect", "spaces", "terminals-unmarked"):
            self.assertNotIn(rule, rules(sound))

    def test_a_breaker_above_the_wire_once_the_generator_is_counted(self):
        made = document()
        made["stations"] += GENERATOR
        main = {"id": "main", "from_station": "panel", "to_station": "switch", "use": "feeder", "system": "120/240-3w"}
        made["runs"] += [main | {"cable": {"length": 5, "metal": "cu"}}, STANDBY]
        self.assertGreater(self.mended(made, "size-termination"), 0)
        sound = made | {"runs": [*made["runs"][:-1], laid(STANDBY, size="2")]}
        self.assertNotIn("size-termination", rules(sound))
