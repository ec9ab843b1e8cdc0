"""Generators, inverters, transfer switches and taps: capacity by hand, each rule tripped and not tripped."""

import copy
import unittest

from northspan.core.document.file import JobFileError, parse
from northspan.core.solve.solve import solve
from tests.core.made.jobs import document, job, laid
from tests.core.made.questions import named

GENERATOR = {"id": "set", "name": "Set", "kind": "generator", "place": "house", "generator": {"kw": 24}}
SWITCH = {
    "id": "switch", "name": "Switch", "kind": "transfer-switch", "place": "house", "terminal_c": 75,
    "transfer": {"automatic": True}, "gear": {"rating_a": 200, "has_main": True},
}  # fmt: skip


def standby(**changes):
    """The property with the switch between the pole and the house panel, and a 24 kW set beside it."""

    def run(name, start, end, use, feet):
        return {"id": name, "from_station": start, "to_station": end, "use": use, "system": "120/240-3w",
            "cable": {"length": feet, "metal": "cu"}}  # fmt: skip

    base = {
        "stations/-": SWITCH,
        "runs/0": laid(run("service", "pole", "switch", "service", 50), location="wet"),
        "runs/-": run("main", "switch", "panel", "feeder", 5),
    }
    one = document(**base)
    one["stations"].append(copy.deepcopy(GENERATOR))
    one["runs"].append(run("standby", "set", "switch", "feeder", 30))
    return parse(changed(one, changes))


def changed(made, changes):
    for path, value in changes.items():
        *way, last = path.split("/")
        at = made
        for step in way:
            at = at[int(step)] if isinstance(at, list) else at.setdefault(step, {})
        at[last] = value
    return made


def found(**changes):
    return {f.rule: f for f in solve(standby(**changes)).findings}


class Standby(unittest.TestCase):
    def runs(self, **changes):
        return {r.id: r for r in solve(standby(**changes)).runs}

    def test_the_property_is_solved_on_its_normal_supply(self):
        loads = {name: r.figure("load").value for name, r in self.runs().items()}
        self.assertEqual((loads["service"], loads["main"]), (100.0, 100.0))

    def test_the_generators_feeder_follows_it(self):
        # 24 kW at 240 V is 100 A; 115 % of it for the wire, which the breaker need not be. Its own breaker ends that.
        feeder = named(self.runs()["standby"].figures)
        self.assertAlmostEqual(feeder.load.value, 100.0)
        self.assertAlmostEqual(feeder.design.value, 115.0)
        self.assertEqual(feeder.breaker.value, 100.0)
        self.assertEqual(feeder.design.steps[-1].cite, "445.13(A)")
        self.assertEqual(self.runs(**{"stations/4/generator/breaker_a": 100})["standby"].figure("breaker").value, 100.0)
        held = named(self.runs(**{"stations/4/generator/breaker_a": 90})["standby"].figures)
        self.assertEqual((held.load.value, held.design.value, held.size.value), (90.0, 90.0, "2"))
        self.assertNotIn("breaker-below-load", found(**{"stations/4/generator/breaker_a": 90}))
        later = named(self.runs(**{"stations/4/generator/later_kw": 36})["standby"].figures)
        self.assertAlmostEqual(later.load.value, 150.0)

    def test_what_it_can_carry_where_it_stands(self):
        self.assertNotIn("generator-load", found())
        # 24 kW × 0.95 × (1 − 0.035 × 4) = 19.6 kW, 81.7 A.
        thin_air = {"stations/4/generator/fuel_pct": 95, "stations/4/generator/altitude": 4000}
        lost = found(**thin_air)["generator-load"]
        self.assertEqual((lost.level, "gives 82 A" in lost.title), ("violation", True))
        by_hand = found(**thin_air, **{"stations/3/transfer/automatic": False})["generator-load"]
        self.assertEqual(by_hand.level, "advice")
        self.assertNotIn("generator-load", found(**thin_air, **{"stations/3/transfer/managed": True}))

    def test_the_switch_itself(self):
        self.assertIn("transfer-service", found())
        rated = {"stations/3/transfer/service_rated": True}
        self.assertNotIn("transfer-service", found(**rated))
        self.assertNotIn("transfer-rating", found())
        self.assertIn("transfer-rating", found(**{"stations/3/gear/rating_a": 60, "stations/3/gear/has_main": False}))

    def test_inverters_in_pairs_and_governors(self):
        odd = {"stations/4/kind": "inverter", "stations/4/generator/units": 1}
        self.assertIn("inverter-pair", found(**odd))
        self.assertNotIn("inverter-pair", found(**odd | {"stations/4/generator/units": 2}))
        self.assertIn("diversion-load", found(**{"stations/4/generator/diversion_w": 20000}))
        self.assertNotIn("diversion-load", found(**{"stations/4/generator/diversion_w": 24000}))

    def test_a_breaker_above_the_wire_once_the_generator_is_counted(self):
        wrong = found(**{"runs/3/locks/size": "3", "stations/4/generator/breaker_a": 125})
        self.assertEqual(wrong["size-breaker"].run, "standby")

    def test_both_supplies_are_of_one_voltage(self):
        self.assertNotIn("standby-voltage", found())
        self.assertEqual(found(**{"stations/4/generator/system": "240-2w"})["standby-voltage"].level, "danger")

    def test_only_a_transfer_switch_has_two_supplies(self):
        with self.assertRaisesRegex(JobFileError, "already fed"):
            standby(**{"runs/3/to_station": "panel"})
        with self.assertRaisesRegex(JobFileError, "says what it is"):
            standby(**{"stations/3/transfer": None})


class Taps(unittest.TestCase):
    def rules(self, **changes):
        tap = {
            "runs/1/tap": "10-ft",
            "runs/1/cable/length": 9,
            "runs/0/locks/breaker_a": 200,
            "stations/2/gear": {"has_main": True, "rating_a": 35},
        }
        found = solve(job(**tap | changes)).findings
        return {f.rule for f in found if f.rule.startswith(("tap", "size-tap"))}

    def test_ten_feet(self):
        self.assertEqual(self.rules(), set())
        self.assertEqual(self.rules(**{"runs/1/cable/length": 10}), set())
        self.assertEqual(self.rules(**{"runs/1/cable/length": 10.5}), {"tap-length"})
        # A tenth of 400 A is 40 A; 10 AWG carries 35 A at most. Within the enclosure it owes no share.
        thin = {"runs/0/locks/breaker_a": 400, "runs/1/locks/size": "10"}
        self.assertEqual(self.rules(**thin), {"size-tap"})
        self.assertEqual(self.rules(**thin | {"runs/1/tap_facts": {"leaves_enclosure": False}}), set())
        bare = {"runs/1/cable/raceway": "none"}
        self.assertEqual(self.rules(**bare), {"tap-protection-unknown"})
        self.assertEqual(self.rules(**bare | {"runs/1/tap_facts": {"protected": False}}), {"tap-protection"})

    def test_its_end(self):
        # 10 AWG carries 35 A: gear of 30 A may end a short tap without a device, gear of 60 A may not.
        lugs = {"stations/2/gear": {"has_main": False, "rating_a": 30}, "stations/2/load/amps": 20}
        self.assertEqual(self.rules(**lugs | {"runs/1/locks/size": "10"}), set())
        large = lugs | {"stations/2/gear": {"has_main": False, "rating_a": 60}, "runs/1/locks/size": "10"}
        self.assertEqual(self.rules(**large), {"tap-end", "size-tap"})
        self.assertEqual(self.rules(**{"stations/2/gear": {"rating_a": 30}}), {"tap-end-unknown"})
        # Its wire follows what the gear is rated for where nothing is locked: 60 A asks for 6 AWG, not the 8 of 50 A.
        free = job(**{"runs/1/tap": "10-ft", "runs/1/cable/length": 9, "runs/0/locks/breaker_a": 200,
                      "stations/2/gear": {"has_main": False, "rating_a": 60}})  # fmt: skip
        run = next(r for r in solve(free).runs if r.id == "feeder")
        self.assertEqual((run.figure("size").value, run.device.rating_a), ("6", 200.0))

    def test_twenty_five_feet(self):
        # A third of 200 A is 66.7 A: 6 AWG carries 65 A, 4 AWG 85 A.
        long = {"runs/1/tap": "25-ft", "runs/1/cable/length": 25}
        self.assertEqual(self.rules(**long, **{"runs/1/locks/size": "6"}), {"size-tap"})
        self.assertEqual(self.rules(**long, **{"runs/1/locks/size": "4"}), set())
        lugs = {"stations/2/gear": {"has_main": False, "rating_a": 30}}
        self.assertEqual(self.rules(**long, **{"runs/1/locks/size": "4"}, **lugs), {"tap-end"})
        # The share is not rounded: a third of 255 A is 85 A, which 4 AWG carries, of 255.2 A it is not.
        four = long | {"runs/1/locks/size": "4"}
        self.assertEqual(self.rules(**four | {"runs/0/locks/breaker_a": 255}), set())
        self.assertEqual(self.rules(**four | {"runs/0/locks/breaker_a": 255.2}), {"size-tap"})

    def test_outside_of_any_length(self):
        out = {"runs/1/tap": "outside", "runs/1/cable/length": 400}
        self.assertEqual(self.rules(**out), {"tap-outdoors-unknown", "tap-entry-unknown"})
        near = {"has_main": True, "rating_a": 35, "nearest_entry": True}
        known = out | {"runs/1/tap_facts": {"outdoors": True}, "stations/2/gear": near}
        self.assertEqual(self.rules(**known), set())
        inside = known | {"runs/1/tap_facts": {"outdoors": False}}
        self.assertEqual(self.rules(**inside), {"tap-outdoors"})
