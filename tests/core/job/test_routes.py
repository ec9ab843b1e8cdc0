"""Routes measured on the plan, and what is found on them."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.file import dump, parse
from northspan.core.physics.plane import bends, lengths, simplified
from northspan.core.plans.cuts.pieces import job_pieces
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.store.edits.patching import patched
from tests.core.made.jobs import job

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
        self.assertEqual([fix.label for fix in off.fixes], ["Use the plan's 149.5 ft", "Keep 180 ft: it was taped"])

    def test_a_run_has_one_length_whoever_asks(self):
        """Wire, pipe and drop by what is typed, then by what the route measures: 100 + 50 + 10 ft, 20 of it up."""
        line = route((0, 0), (100, 0), (100, 50), ends=10)
        for changes, feet in (
            ({"runs/1/cable/length": 215}, 215),
            ({"runs/1/cable/length": 120}, 120),
            ({"runs/1/cable/length": 215, "runs/1/length_from": "route"}, 160),
        ):
            made = parse(dump(job(**{"runs/1/route": line} | changes)))
            name, found = made.runs[1].id, solve(made)
            self.assertEqual(made.runs[1].cable.length, feet)
            pull = next(p for p in found.pulls if p.run == name)
            straight = sum(piece.length for piece in pull.pieces if piece.kind == "straight")
            # A bend takes its radius off both straights beside it: two up out of the trench, one on the way.
            inside = sum(2 * piece.length / (math.pi / 2) for piece in pull.pieces if piece.kind == "bend")
            self.assertAlmostEqual(straight + inside, feet, delta=0.2)
            wire = {c.length_ft for c in job_pieces(prepared(made)) if c.run == name}
            self.assertEqual(wire, {feet + 2 * made.house_rules.make_up_ft})
            shown = [f for f in found.findings if f.rule == "route-length"]
            self.assertEqual(len(shown), int(feet != 160))
            for fix in (fix for f in shown for fix in f.fixes):
                mended = parse(patched(dump(made), fix.patch))
                self.assertNotIn("route-length", {f.rule for f in solve(mended).findings})

    def test_a_slope_takes_more_wire_than_the_plan_shows(self):
        found = solved(route((0, 0), (30, 0), ends=10) | {"points": [{"x": 0, "y": 0}, {"x": 30, "y": 0, "z": -40}]})
        self.assertAlmostEqual(found.routes[0].length.value, 60.0)

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
        def amps(state):
            wish = {"id": "tub", "name": "Tub", "kind": "fastened", "va": 9600, "state": state}
            one = job(**{"places/0/floor_area": 1500, "places/0/appliances": [wish], "stations/1/load": None})
            return solve(one).loads[0].governing().amps.value

        self.assertLess(amps("later"), amps("comes"))

    @given(st.lists(COORDINATES, min_size=2, max_size=12))
    def test_thinning_a_line_never_lengthens_it(self, points):
        thin = simplified(points, 3.0, len(points))
        self.assertEqual((thin[0], thin[-1]), (points[0], points[-1]))
        self.assertLessEqual(sum(lengths(thin)), sum(lengths(points)) + 1e-6)

    @given(st.lists(COORDINATES, min_size=3, max_size=8))
    def test_a_line_walked_back_bends_as_much(self, points):
        for there, back in zip(bends(points), reversed(bends(points[::-1])), strict=True):
            self.assertAlmostEqual(there, back, places=4)
