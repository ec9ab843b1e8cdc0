"""Branch circuits by what they feed, worked by hand: heaters, heating, motors, compressors, plates, neutrals."""

import unittest

from northspan.core.codes.nec.loads.equipment.circuits import circuit
from northspan.core.job.job import Appliance
from northspan.core.solve.solve import solve
from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document, job
from tests.core.made.questions import named


def one(**appliance):
    """The shed panel made one piece of equipment on a cable of its own."""
    own = {"id": "it", "name": "It", "station": "shed-panel"} | appliance
    return {
        "places/1/appliances": [own], "stations/2/kind": "equipment", "stations/2/load": None, "runs/1/use": "branch",
        "runs/1/system": "240-2w", "runs/1/cable/length": 40, "runs/1/cable/insulation": "NM",
            "runs/1/cable/raceway": "none",
        "runs/1/cable/location": "dry",
    }  # fmt: skip


def circuit_of(**changes):
    f = named(solve(job(**changes)).runs[1].figures)
    return round(f.design.value, 3), f.breaker.value, f.size.value


def found(rule, **changes):
    made = document(**changes)
    return findings(made, rule), made


class ByWhatTheyFeed(unittest.TestCase):
    def test_storage_heaters_and_heating_at_125_percent(self):
        # 3800 W is 15.83 A, 19.79 A at 125 %: 12 copper at 60 C carries 20 A. 5500 W: 28.65 A, 10 copper on 30 A.
        self.assertEqual(circuit_of(**one(kind="water-heater", va=3800)), (19.792, 20.0, "12"))
        self.assertEqual(circuit_of(**one(kind="water-heater", va=5500)), (28.646, 30.0, "10"))
        self.assertEqual(circuit_of(**one(kind="fastened", name="Old water heater", va=5500)), (28.646, 30.0, "10"))
        self.assertEqual(circuit_of(**one(kind="fastened", name="Tankless water heater", va=5500))[0], 22.917)
        self.assertEqual(circuit_of(**one(kind="space-heat", va=3000)), (15.625, 20.0, "12"))
        self.assertEqual(circuit_of(**one(kind="supplemental-heat", va=7500)), (39.062, 40.0, "8"))
        thin = one(kind="water-heater", va=5500) | {"runs/1/locks/size": "12", "runs/1/locks/breaker_a": 20}
        for rule in ("size-termination", "breaker-below-load"):
            each, made = found(rule, **thin)
            self.assertGreater(mended(self, made, each), 0, rule)

    def test_a_motor_guards_itself(self):
        # 12 A: wire for 15 A is 14 copper; 250 % is 30 A. 14 A: wire for 17.5 A is 12; 35 A, and 35 A is a rating.
        self.assertEqual(circuit_of(**one(kind="fastened", motor=True, amps=12)), (15.0, 30.0, "14"))
        self.assertEqual(circuit_of(**one(kind="fastened", motor=True, amps=14)), (17.5, 35.0, "12"))
        # 13 A: 32.5 A, so 30 A, and 35 A where it will not start.
        motor = one(kind="fastened", motor=True, amps=13)
        self.assertEqual(circuit_of(**motor)[1], 30.0)
        self.assertEqual(
            [f.level for f in found("device-for-starting", **motor | {"runs/1/locks/breaker_a": 35})[0]], ["note"]
        )
        above, made = found("device-above-equipment", **motor | {"runs/1/locks/breaker_a": 40})
        self.assertEqual((above[0].level, mended(self, made, above) > 0), ("danger", True))

    def test_a_compressor_by_its_plate_or_by_its_amperes(self):
        plated = one(kind="cooling", amps=18, min_circuit_a=23, max_device_a=40)
        # The plate: wire for 23 A, so 10 copper at 60 C (30 A), on 40 A. 12 would do for no more than 20 A.
        self.assertEqual(circuit_of(**plated), (23.0, 40.0, "10"))
        self.assertEqual(
            found("size-breaker", **plated | {"runs/1/locks/size": "10", "runs/1/locks/breaker_a": 40})[0], []
        )
        above, made = found("device-above-equipment", **plated | {"runs/1/locks/breaker_a": 45})
        self.assertEqual(mended(self, made, above), 2)
        # Without one: 16 A is 20 A of wire, 12 copper; 175 % is 28 A, so 25 A; 225 % is 36 A, so 35 A at most.
        bare = one(kind="heat-pump", amps=16)
        self.assertEqual(circuit_of(**bare), (20.0, 25.0, "12"))
        self.assertEqual(found("device-above-equipment", **bare | {"runs/1/locks/breaker_a": 35})[0], [])
        self.assertTrue(found("device-above-equipment", **bare | {"runs/1/locks/breaker_a": 40})[0])

    def test_a_plate_lifts_no_limit_of_a_heaters_wire(self):
        strips = one(kind="space-heat", va=3400, max_device_a=30) | {
            "runs/1/locks/size": "12",
            "runs/1/locks/breaker_a": 30,
        }
        self.assertTrue(found("size-breaker", **strips)[0])

    def test_several_on_one_circuit(self):
        fan = Appliance(id="f", name="Fan", kind="fastened", amps=4, motor=True)
        pump = Appliance(id="p", name="Pump", kind="fastened", amps=8, motor=True)
        # 12 A and a quarter of the larger: 14 A; no device but the wire's.
        both = circuit([fan, pump], 240.0)
        self.assertEqual((both.least.amps, both.device), (14.0, None))

    def test_a_load_held_by_management_counts_what_it_is_set_to(self):
        car = {"id": "car", "name": "Charger", "kind": "ev-charger", "va": 11520}
        plain = {"stations/1/load": None, "places/0/floor_area": 1500, "places/0/appliances": [car]}
        held = plain | {"places/0/appliances": [car | {"managed_va": 3840}]}
        whole, less = (solve(job(**j)).loads[0].methods[0].total_va.value for j in (plain, held))
        self.assertAlmostEqual(whole - less, 11520 - 3840)

    def test_a_motor_that_is_not_the_largest_of_its_group(self):
        heat = {"id": "h", "name": "Heat", "kind": "space-heat", "va": 5000, "never_with": "season"}
        cool = {"id": "c", "name": "Cool", "kind": "cooling", "va": 4500, "never_with": "season"}
        base = {"stations/2/load": None, "places/1/appliances": [heat, cool]}
        # 125 % of 4500 is 5625, more than 5000; of 3900 it is 4875, less.
        lines = solve(job(**base)).loads[0].methods[0].lines
        self.assertEqual(lines[0].va.value, 5625.0)
        small = base | {"places/1/appliances": [heat, cool | {"va": 3900}]}
        self.assertEqual(solve(job(**small)).loads[0].methods[0].lines[0].va.value, 5000.0)
        # What heats against what cools is read alike, with no group entered.
        for va, whole in ((4500, 5625.0), (3900, 5000.0)):
            seasons = [heat | {"never_with": None}, cool | {"va": va, "never_with": None}]
            found = solve(job(**base | {"places/1/appliances": seasons})).loads[0].methods[0]
            self.assertEqual(found.total_va.value, whole)


class Neutrals(unittest.TestCase):
    def test_120_v_loads_need_one(self):
        lamp = {"id": "l", "name": "Lamp", "kind": "other", "across": "neutral", "va": 600}
        bare = {"stations/2/load": None, "places/1/appliances": [lamp], "runs/1/system": "240-2w"}
        each, made = found("no-neutral", **bare)
        self.assertEqual((each[0].level, mended(self, made, each)), ("danger", 1))
        self.assertEqual(found("no-neutral", **bare | {"runs/1/system": "120/240-3w"})[0], [])
        self.assertEqual(found("no-neutral", **bare | {"places/1/appliances": [lamp | {"across": "lines"}]})[0], [])
        # An unbalance that was entered comes home on one too.
        self.assertTrue(found("no-neutral", **{"runs/1/system": "240-2w"})[0])

    def test_ranges_and_dryers_need_one_unless_their_plate_says_not(self):
        dryer = one(kind="dryer", va=5200)
        each, made = found("appliance-neutral", **dryer)
        self.assertEqual(mended(self, made, each), 2)
        self.assertEqual(found("appliance-neutral", **one(kind="dryer", va=5200, needs_neutral=False))[0], [])
        self.assertEqual(found("appliance-neutral", **one(kind="water-heater", va=4500))[0], [])

    def test_all_on_one_leg_is_shown_and_judged_whatever_sizes_the_neutral(self):
        load = {"amps": 30, "neutral_amps": 30}
        made = document(**{"stations/2/load": load, "runs/1/cable/length": 160})
        run = named(solve(job(**{"stations/2/load": load, "runs/1/cable/length": 160})).runs[1].figures)
        # Leg and neutral carry it out and back at 120 V: twice the share of the drop at 240 V.
        self.assertAlmostEqual(run.leg_drop_pct.value / run.drop_pct.value, 2.0, places=1)
        self.assertGreater(mended(self, made, findings(made, "leg-drop")), 0)
        even = {"stations/2/load": {"amps": 30, "neutral_amps": 0}, "runs/1/cable/length": 160}
        self.assertEqual(found("leg-drop", **even)[0], [])
