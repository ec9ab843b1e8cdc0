"""Load calculations of Article 220 against the code's own annex examples and houses worked by hand."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.codes.nec.loads.demand import dryers, ranges
from northspan.core.figures.units import US
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, LoadRecord, Place
from northspan.core.property.whole.book import whole_book
from tests import examples

BOOK = whole_book("nec-2023")


def appliance(kind, volts=240, va=None, amps=None, **more):
    name = f"{kind} {va or amps}"
    across = "neutral" if volts == 120 else "lines"
    return {"id": "x", "name": name, "kind": kind, "across": across, "va": va, "amps": amps, **more}


def house(area, *appliances, **more):
    pieces = [a | {"id": f"a{i}"} for i, a in enumerate(appliances)]
    return Place(
        id="h",
        name="House",
        kind=more.pop("kind", "dwelling"),
        floor_area=area and US.area.si(area),
        appliances=pieces,
        **more,
    )


def methods(place, system="120/240-3w"):
    return {m.id: m for m in BOOK.loads.load_methods(place, system, HouseRules())[0]}


RANGE, DISHWASHER = appliance("range", va=12000), appliance("fastened", 120, va=1200)


class Worked(unittest.TestCase):
    def check(self, method, lines, total, amps, neutral):
        """Every line's VA, then the total (VA), the heavier leg and the neutral (A)."""
        self.assertEqual([round(line.va.value, 6) for line in method.lines], lines)
        self.assertAlmostEqual(method.total_va.value, total)
        self.assertEqual((method.amps.value, method.neutral_amps.value), (amps, neutral))
        for figure in (method.amps, method.neutral_amps, *(line.va for line in method.lines)):
            self.assertTrue(figure.steps)
            self.assertEqual(figure.steps[-1].value, figure.value)

    def test_annex_d1a_standard(self):
        found = methods(house(1500, RANGE, appliance("dryer", va=5500)))
        self.check(found["standard"], [5100, 8000, 5500], 18600, 78, 61)

    def test_annex_d1b_standard_with_loads_on_their_legs(self):
        found = methods(
            house(
                1500,
                RANGE,
                appliance("dryer", va=5500),
                appliance("cooling", amps=6),
                appliance("cooling", 120, amps=12, leg="A"),
                appliance("fastened", 120, amps=8, leg="B", motor=True),
                appliance("fastened", 120, amps=10, leg="B"),
            )
        )["standard"]
        legs = {step.what: step.value for step in found.amps.steps}
        self.assertAlmostEqual(legs["Leg A"], 77.5 + 6 + 12 + 3)
        self.assertAlmostEqual(legs["Leg B"], 77.5 + 6 + 8 + 10 + 2)
        self.assertEqual((found.amps.value, found.neutral_amps.value), (104, 84))

    def test_annex_d2a_optional_heat_larger(self):
        found = methods(
            house(
                1500,
                RANGE,
                appliance("fastened", va=2500),
                DISHWASHER,
                appliance("space-heat", va=1800, count=5),
                appliance("dryer", va=5000),
                appliance("cooling", amps=6),
            )
        )
        self.check(found["optional"], [17880, 3600], 21480, 90, 64)

    def test_annex_d2b_optional_cooling_larger(self):
        found = methods(
            house(
                1500,
                appliance("range", va=4000, count=2),
                appliance("range", va=5100),
                appliance("fastened", va=4500),
                DISHWASHER,
                appliance("dryer", va=5000),
                appliance("cooling", amps=7, count=6),
                appliance("space-heat", va=1500),
            )
        )
        self.check(found["optional"], [19120, 10080], 29200, 122, 62)

    def test_annex_d2c_optional_heat_pump_with_supplemental_heat(self):
        found = methods(
            house(
                2000,
                RANGE,
                appliance("fastened", va=4500),
                DISHWASHER,
                appliance("dryer", va=5000),
                appliance("heat-pump", amps=24),
                appliance("supplemental-heat", va=15000),
            )
        )
        self.check(found["optional"], [19280, 15510], 34790, 145, found["standard"].neutral_amps.value)

    def test_all_electric_with_a_charger(self):
        found = methods(
            house(
                2400,
                RANGE,
                appliance("dryer", va=5500),
                appliance("fastened", va=4500),
                DISHWASHER,
                appliance("fastened", 120, va=800, motor=True),
                appliance("fastened", 120, va=1500),
                appliance("ev-charger", va=11520),
                appliance("heat-pump", amps=24),
                appliance("supplemental-heat", va=9600),
            )
        )
        self.check(found["standard"], [6045, 8000, 5500, 6000, 11520, 15360, 1440], 53865, 224, 76)
        self.check(found["optional"], [25488, 12000], 37488, 156, 76)
        self.assertEqual(found["standard"].continuous_amps, 48)
        self.assertEqual(found["optional"].continuous_amps, 0)

    def test_gas_heated_bungalow(self):
        found = methods(
            house(
                900,
                appliance("dryer", va=4800),
                DISHWASHER,
                appliance("fastened", 120, va=600, motor=True),
                appliance("cooling", amps=10),
            )
        )
        self.check(found["standard"], [4470, 5000, 1800, 2400, 600], 14270, 59, 41)
        self.check(found["optional"], [11520, 2400], 13920, 58, 41)

    def test_large_house_with_two_dryers(self):
        found = methods(
            house(
                4200,
                appliance("range", va=16000),
                appliance("dryer", va=6000),
                appliance("dryer", va=5000),
                appliance("fastened", va=4500, count=2),
                appliance("fastened", 120, va=1400),
                appliance("fastened", va=2000, motor=True),
                appliance("cooling", va=5000, count=2),
                appliance("ev-charger", va=7000),
                appliance("other", va=6000),
                small_appliance_circuits=3,
            )
        )
        self.check(found["standard"], [8460, 9600, 11000, 9300, 7200, 10000, 6000, 1250], 62810, 262, 100)
        self.check(found["optional"], [34480, 10000], 44480, 185, 100)

    EXISTING = (
        appliance("fastened", 120, va=1200, state="stays"),
        appliance("fastened", va=4500),
        appliance("dryer", va=5000, state="stays"),
        appliance("range", va=11000),
        appliance("ev-charger", va=9600),
    )

    def test_old_town_house_added_to(self):
        record = LoadRecord(kind="12-month", peak_va=9600)
        old_unit = appliance("cooling", 120, va=1200, state="stays")
        found = methods(house(1600, *self.EXISTING, old_unit, state="stays", record=record))
        self.check(found["standard"], [5205, 8000, 5000, 5700, 9600, 1200, 300], 35005, 146, 71)
        self.check(found["optional"], [22240, 1200], 23440, 98, 71)
        self.check(found["existing"], [21520], 21520, 90, 71)
        self.check(found["recorded"], [12000, 25100], 37100, 155, 71)

    def test_old_town_house_with_a_new_heat_pump(self):
        found = methods(house(1600, *self.EXISTING, appliance("heat-pump", amps=20), state="stays"))
        self.check(found["existing"], [21040, 4800], 25840, 108, found["standard"].neutral_amps.value)
        self.assertEqual(found["existing"].section, "220.83(B)")

    def test_row_house_on_two_phases(self):
        found = methods(
            house(
                1000,
                appliance("range", va=9000),
                appliance("fastened", va=3800),
                appliance("fastened", 120, va=1000),
                appliance("space-heat", va=1000, count=5),
            ),
            "120/208-3w",
        )
        self.check(found["standard"], [4575, 8000, 4800, 5000], 22375, 108, 54)
        self.check(found["optional"], [14520, 2000], 16520, 79, 54)

    def test_mobile_home_by_550_18(self):
        """14 by 70 ft: 2940 + 3000 + 1500 VA, 3000 of it whole and 35 % of 4440: 4554. A range of 9 kW at 80 %: 7200.
        Dishwasher 1200, disposal 900, water heater 4500, dryer 5000: four, 75 % of 11600. Heat above cooling, the
        quarter of the disposal's motor. 30679 VA at 240 V. Neutral: 4554, 70 % of range and dryer, 1575 and 225.
        """
        disposal, tank = appliance("fastened", 120, va=900, motor=True), appliance("water-heater", va=4500)
        heat, cool, dryer = (
            appliance("space-heat", va=10000),
            appliance("cooling", va=5000),
            appliance("dryer", va=5000),
        )
        each = (appliance("range", va=9000), DISHWASHER, disposal, tank, dryer, heat, cool)
        found = methods(house(980, *each, kind="mobile-home"))
        self.assertEqual(list(found), ["standard"])
        self.check(found["standard"], [4554, 7200, 8700, 10000, 225], 30679, 128, 58)
        # Three of them count whole; a range by the steps of its table, two each by its own, above the table whole.
        few = methods(house(980, RANGE, RANGE, DISHWASHER, tank, dryer, kind="mobile-home"))["standard"]
        self.check(few, [4554, 16000, 10700], 31254, 130, 85)
        for plate, counted in (
            (10000, 8000),
            (12500, 8000),
            (12501, 8400),
            (14501, 9200),
            (17500, 10000),
            (17501, 17501),
        ):
            one = methods(house(980, appliance("range", va=plate), kind="mobile-home"))["standard"]
            self.assertAlmostEqual(one.lines[1].va.value, counted, msg=plate)

    def test_workshop_by_its_own_loads(self):
        found = methods(
            house(
                None,
                appliance("other", amps=48, continuous=True),
                appliance("heat-pump", amps=14),
                appliance("other", 120, va=1200),
                kind="detached-building",
            )
        )["standard"]
        self.check(found, [3360, 12720, 840], 16920, 71, 5)
        self.assertEqual(found.continuous_amps, 48)


class Demands(unittest.TestCase):
    def test_ranges_by_every_column_and_note(self):
        for ratings, demand in (
            ([3000], 2400),  # A alone
            ([3000, 6000], 7200),  # A and B together, note 3, below column C's 11 kW
            ([8000] * 3, 13200),  # B: 55 % of 24 kW, below column C's 14 kW
            ([12000] * 30, 45000),  # C: 15 kW + 1 kW for each
            ([12000] * 45, 25000 + 45 * 750),  # C above 40
            ([16000], 9600),  # note 1: 8 kW + 4 × 5 %
            ([9000, 14000, 16000], 15400),  # note 2: (12 + 14 + 16) / 3 = 14 kW, 14 kW + 2 × 5 %
            ([1500, 12000], 9500),  # not above 1.75 kW: outside the table, whole
        ):
            with self.subTest(ratings=ratings):
                self.assertAlmostEqual(ranges(ratings)[0], demand)

    def test_dryers_by_their_number(self):
        for count, share in ((4, 1.0), (5, 0.85), (11, 0.47), (12, 0.46), (23, 0.35), (24, 0.345), (43, 0.25)):
            with self.subTest(count=count):
                self.assertAlmostEqual(dryers([5000.0] * count)[0], 5000 * count * share)

    def test_neutral_above_200_amperes(self):
        big = house(1500, *[appliance("other", 120, va=10000)] * 5)
        # 5100 + 50000 = 55100 VA, 229.58 A; 200 + 0.7 × 29.58 = 220.7.
        self.assertEqual(methods(big)["standard"].neutral_amps.value, 221)
        # Two phases of a wye: 55100 / 208 = 264.9, not reduced.
        self.assertEqual(methods(big, "120/208-3w")["standard"].neutral_amps.value, 265)


class InForce(unittest.TestCase):
    def governs(self, place, **rules):
        return BOOK.loads.load_methods(place, "120/240-3w", HouseRules(**rules))[1]

    def test_house_rule_and_lock_choose(self):
        new = house(1500, RANGE)
        self.assertEqual(self.governs(new), "optional")
        self.assertEqual(self.governs(new, load_method="standard"), "standard")
        self.assertEqual(self.governs(house(900, load_method="standard")), "standard")
        # 900 ft²: standard 4470 VA, optional 7200 VA.
        self.assertEqual(self.governs(house(900), load_method="larger"), "optional")
        self.assertEqual(self.governs(house(1500, RANGE, state="stays")), "existing")

    def test_of_loads_that_never_run_together_the_largest_counts(self):
        both = [appliance("other", va=va, never_with="irrigation") for va in (3000, 5000)]
        found = methods(house(1500, *both))
        self.assertEqual(found["standard"].lines[-1].va.value, 5000)
        # 9000 + 5000 VA: 10000 + 0.4 × 4000.
        self.assertEqual(found["optional"].total_va.value, 11600)
        apart = [a | {"never_with": name} for a, name in zip(both, ("one", "other"), strict=True)]
        self.assertEqual(methods(house(1500, *apart))["standard"].lines[-1].va.value, 8000)

    def test_a_method_that_may_not_be_used_never_governs(self):
        month = LoadRecord(kind="30-day", peak_va=9600, solar_or_shaving=True)
        place = house(1600, state="stays", record=month, load_method="recorded")
        self.assertEqual(self.governs(place), "existing")
        year = LoadRecord(kind="12-month", peak_va=9600, solar_or_shaving=True)
        self.assertEqual(self.governs(house(1600, state="stays", record=year, load_method="recorded")), "recorded")
        self.assertIsNone(self.governs(house(None, RANGE)))

    @examples(60)
    @given(
        kind=st.sampled_from(["range", "dryer", "fastened", "ev-charger", "space-heat", "cooling", "other"]),
        va=st.floats(100, 40000),
        more=st.floats(0, 20000),
    )
    def test_a_larger_nameplate_never_takes_less(self, kind, va, more):
        def amps(nameplate):
            found = methods(house(1200, appliance(kind, va=nameplate), DISHWASHER, state="stays"))
            return [found[name].amps.value for name in ("optional", "existing")]

        for less, larger in zip(amps(va), amps(va + more), strict=True):
            self.assertLessEqual(less, larger)

    def test_a_nameplate_is_given_once(self):
        for given_twice in ({}, {"va": 5, "amps": 5}, {"va": 5, "leg": "A"}):
            with self.assertRaises(ValueError):
                Appliance(id="a", name="A", kind="other", **given_twice)
