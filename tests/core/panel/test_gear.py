"""Equipment at the stations: each rule tripped and not tripped; fault currents by hand; least ratings."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.physics.fault_current import cold_resistance
from northspan.core.solve.solve import solve
from tests.core.made.jobs import job
from tests.core.made.questions import named

HOUSE, SHED = "stations/1/gear", "stations/2/gear"
SOUND = {
    HOUSE: {"rating_a": 200, "has_main": True, "outdoors": True, "surge_protected": True, "spaces": 40},
    SHED: {"rating_a": 60, "has_main": True, "spaces": 8},
}


def found(**changes):
    return {f.rule: f for f in solve(job(**SOUND, **changes)).findings}


class Gear(unittest.TestCase):
    def test_each_rule_trips_on_its_fault_alone(self):
        source = {"stations/0/source": {"fault_a": 18000}}
        for rule, changes in {
            "no-disconnect": {f"{SHED}/has_main": False},
            "gear-below-load": {f"{SHED}/rating_a": 25},
            "disconnect-minimum": {f"{HOUSE}/rating_a": 90},
            "interrupting": source | {f"{HOUSE}/interrupting_ka": 5},
            "back-fed": {f"{HOUSE}/back_fed": True},
            "handle-height": {f"{HOUSE}/handle_height": 80},
            "working-space-deep": {f"{HOUSE}/working_depth": 35.5},
            "working-space-wide": {f"{HOUSE}/working_width": 29},
            "emergency-disconnect": {f"{HOUSE}/outdoors": False},
            "surge": {f"{HOUSE}/surge_protected": False},
            "spaces": {f"{HOUSE}/spaces": 1},
        }.items():
            with self.subTest(rule=rule):
                self.assertNotIn(rule, found())
                self.assertEqual(len(found(**changes)[rule].fixes), 1)

    def test_a_bus_behind_too_large_a_breaker(self):
        small = {f"{SHED}/rating_a": 60, f"{SHED}/has_main": None, "runs/1/locks/breaker_a": 70}
        self.assertEqual(len(found(**small)["bus-below-breaker"].fixes), 2)
        for changes in ({f"{SHED}/has_main": True}, {"runs/1/locks/breaker_a": 60}, {f"{SHED}/rating_a": 70}):
            self.assertNotIn("bus-below-breaker", found(**small | changes))

    def test_limits_themselves_pass(self):
        rules = found(
            **{f"{HOUSE}/handle_height": 79, f"{HOUSE}/working_depth": 36, f"{HOUSE}/working_width": 30},
            **{f"{HOUSE}/back_fed": True, f"{HOUSE}/retained": True, f"{HOUSE}/rating_a": 100},
        )
        for rule in ("handle-height", "working-space-deep", "working-space-wide", "back-fed", "disconnect-minimum"):
            self.assertNotIn(rule, rules)

    def test_a_second_supply_to_a_building(self):
        second = {
            "stations/-": {"id": "pump", "name": "Pump", "kind": "equipment", "place": "shed", "load": {"amps": 5}},
            "runs/-": {"id": "pump-run", "from_station": "panel", "to_station": "pump", "use": "branch",
                "system": "240-2w", "cable": {"length": 160}},
        }  # fmt: skip
        self.assertIn("supplies", found(**second))
        self.assertNotIn("supplies", found(**(second | {"runs/-": second["runs/-"] | {"from_station": "shed-panel"}})))

    def test_spaces_count_what_is_entered(self):
        def appliance(i, across):
            return {"id": f"a{i}", "name": "A", "kind": "other", "across": across, "va": 1000}

        house = {
            "stations/1/load": None,
            "places/0/floor_area": 1800,
            "places/0/appliances": [
                appliance(0, "lines"),
                appliance(1, "neutral"),
                appliance(2, "lines") | {"state": "later"},
            ],
        }
        # 2 for the shed feeder, 2 + 1 appliances, 3 lighting circuits of 1800 VA, 1 bath, 2 kitchen, 1 laundry.
        self.assertIn("12 spaces asked for, 11 there", found(**house, **{f"{HOUSE}/spaces": 11})["spaces"].title)
        self.assertNotIn("spaces", found(**house, **{f"{HOUSE}/spaces": 12}))


class Faults(unittest.TestCase):
    def faults(self, **changes):
        return {s.id: s.fault_a.value for s in solve(job(**changes)).stations}

    def test_at_a_transformer_by_hand(self):
        # 50 kVA at 240 V is 208.3 A; ÷ 2 % is 10417 A line to line; 15625 A from one leg.
        faults = self.faults(**{"stations/0/source": {"kva": 50, "impedance_pct": 2}})
        self.assertAlmostEqual(faults["pole"], 1.5 * 50000 / 240 / 0.02)

    def test_after_a_run_by_hand(self):
        changes = {"stations/0/source": {"fault_a": 10000}, "runs/0/locks/size": "2/0"}
        # 2/0 aluminium in PVC: 0.16 and 0.043 ohm per 1000 ft, 50 ft each way, the resistance cold.
        r, x = 0.1 * 0.16 * (234.5 + 25) / (234.5 + 75), 0.1 * 0.043
        line, leg = 240 / math.hypot(r, x + 0.024), 120 / math.hypot(r, x + 0.012)
        self.assertAlmostEqual(self.faults(**changes)["panel"], max(line, leg), places=6)

    def test_unknown_stays_unknown(self):
        self.assertEqual(set(self.faults().values()), {None})

    @given(st.floats(1, 2000))
    def test_a_longer_run_never_has_more(self, feet):
        source = {"stations/0/source": {"fault_a": 22000}, "runs/1/locks/size": "6"}
        shorter = self.faults(**source, **{"runs/1/cable/length": feet})["shed-panel"]
        self.assertLess(self.faults(**source, **{"runs/1/cable/length": feet + 5})["shed-panel"], shorter)

    def test_cold_copper(self):
        self.assertAlmostEqual(cold_resistance(1.0, 75.0, 75.0), 1.0)


class LeastRatings(unittest.TestCase):
    def test_a_small_dwelling_still_gets_100_amperes(self):
        small = solve(job(**{"stations/1/load/amps": 30, "stations/2/load/amps": 9}))
        service = named(small.runs[0].figures)
        self.assertEqual((service.design.value, service.breaker.value), (100.0, 100.0))
        self.assertIn("230.79", service.design.steps[-1].cite)
        self.assertEqual(small.runs[1].figure("breaker").value, 15.0)
