"""Routes measured on the plan, and what is found on them."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.physics.plane import bends, lengths, simplified
from northspan.core.solve import solve
from tests.core.jobs import job

FEET = st.integers(-100_000, 100_000).map(lambda n: n / 100)
COORDINATES = st.tuples(FEET, FEET)


def route(*points, pulls=(), **more):
    return {"points": [{"x": x, "y": y, "pull": i in pulls} for i, (x, y) in enumerate(points)], **more}


def solved(made, feet=150):
    return solve(job(**{"runs/1/route": made, "runs/1/cable/length": feet}))


class Routes(unittest.TestCase):
    ZIGZAG = ((0, 0), (50, 0), (50, 50), (100, 50), (100, 100), (150, 100))

    def test_length_by_hand(self):
        found = solved(route((0, 0), (30, 40), (30, 100), ends=12)).routes[0]
        self.assertEqual(found.legs, (50.0, 60.0))
        self.assertAlmostEqual(found.length.value, 122.0)
        self.assertAlmostEqual(found.bends_deg[0], math.degrees(math.atan2(30, 40)))

    def test_the_plan_against_what_was_entered(self):
        line = route((0, 0), (120, 0), ends=29.5)
        self.assertNotIn("route-length", {f.rule for f in solved(line).findings})
        off = next(f for f in solved(line, feet=180).findings if f.rule == "route-length")
        self.assertEqual(off.fixes[0].patch[0]["value"], 149.5)

    def test_bends_between_pull_points(self):
        # Two quarters up out of the trench and four on the way: 540.
        many = solved(route(*self.ZIGZAG))
        self.assertAlmostEqual(many.routes[0].worst_bends_deg.value, 540)
        self.assertIn("route-bends", {f.rule for f in many.findings})
        split = solved(route(*self.ZIGZAG, pulls={2}))
        self.assertAlmostEqual(split.routes[0].worst_bends_deg.value, 270)
        self.assertNotIn("route-bends", {f.rule for f in split.findings})
        overhead = solved(route(*self.ZIGZAG, kind="overhead"))
        self.assertAlmostEqual(overhead.routes[0].worst_bends_deg.value, 360)

    def test_what_is_wanted_later_is_not_counted(self):
        def amps(later):
            wish = {"id": "tub", "name": "Tub", "kind": "fastened", "va": 9600, "later": later}
            one = job(**{"places/0/floor_area": 1500, "places/0/appliances": [wish], "stations/1/load": None})
            return solve(one).loads[0].governing().amps.value

        self.assertLess(amps(True), amps(False))

    @given(st.lists(COORDINATES, min_size=2, max_size=12))
    def test_thinning_a_line_never_lengthens_it(self, points):
        thin = simplified(points, 3.0, len(points))
        self.assertEqual((thin[0], thin[-1]), (points[0], points[-1]))
        self.assertLessEqual(sum(lengths(thin)), sum(lengths(points)) + 1e-6)

    @given(st.lists(COORDINATES, min_size=3, max_size=8))
    def test_a_line_walked_back_bends_as_much(self, points):
        for there, back in zip(bends(points), reversed(bends(points[::-1])), strict=True):
            self.assertAlmostEqual(there, back, places=4)
