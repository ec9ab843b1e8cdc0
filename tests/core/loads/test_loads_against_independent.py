"""Random houses: every method's total against a second calculation of Article 220."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.codes.nec.loads.demand import dryers, ranges
from northspan.core.figures.units import US
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, Place
from northspan.core.property.whole.book import whole_book
from tests import examples
from tests.core.second import loads as again

KINDS = [
    "range", "dryer", "fastened", "ev-charger", "space-heat", "heat-pump", "supplemental-heat", "cooling", "other",
]  # fmt: skip
APPLIANCE = st.tuples(
    st.sampled_from(KINDS), st.sampled_from([120, 240]), st.integers(100, 30000), st.integers(1, 3), st.booleans(),
    st.booleans(),
)  # fmt: skip
HOUSE = st.tuples(
    st.integers(200, 60000), st.integers(0, 4), st.integers(0, 2), st.lists(APPLIANCE, min_size=0, max_size=9)
)


def place(house):
    area, kitchen, laundry, appliances = house
    pieces = [
        Appliance(
            id=f"a{i}",
            name=f"{kind} {i}",
            kind=kind,
            across="neutral" if volts == 120 else "lines",
            va=va,
            count=count,
            motor=motor,
            state="stays" if there else "comes",
        )
        for i, (kind, volts, va, count, motor, there) in enumerate(appliances)
    ]
    return Place(
        id="h", name="House", kind="dwelling", floor_area=US.area.si(area), small_appliance_circuits=kitchen,
        laundry_circuits=laundry, state="stays", appliances=pieces,
    )  # fmt: skip


def totals(house, system="120/240-3w"):
    found, _, _ = whole_book("nec-2023").loads.load_methods(place(house), system, HouseRules())
    return {m.id: m for m in found}


class AgainstIndependent(unittest.TestCase):
    @examples(120)
    @given(HOUSE)
    def test_totals_of_every_method(self, house):
        found = totals(house)
        for name, work in (("standard", again.standard), ("optional", again.optional), ("existing", again.existing)):
            self.assertAlmostEqual(found[name].total_va.value, work(house), places=4, msg=name)

    @examples(40)
    @given(HOUSE)
    def test_amperes_are_the_total_over_the_line_voltage(self, house):
        for system, volts in (("120/240-3w", 240), ("120/208-3w", 208)):
            for method in totals(house, system).values():
                self.assertEqual(method.amps.value, int(method.total_va.value / volts + 0.5 + 1e-9))

    @examples(40)
    @given(HOUSE)
    def test_lines_add_to_the_total_and_the_neutral_is_no_more(self, house):
        for method in totals(house).values():
            self.assertAlmostEqual(sum(line.va.value for line in method.lines), method.total_va.value, places=4)
        standard = totals(house)["standard"]
        self.assertLessEqual(standard.neutral_amps.value, standard.amps.value)

    @given(st.lists(st.integers(1000, 27000), min_size=1, max_size=20))
    def test_cooking(self, ratings):
        self.assertAlmostEqual(ranges([float(r) for r in ratings])[0], again.cooking(ratings), places=4)

    @given(st.lists(st.integers(1000, 9000), min_size=1, max_size=60))
    def test_drying(self, ratings):
        self.assertAlmostEqual(dryers([float(r) for r in ratings])[0], again.drying(ratings), places=4)
