"""A run's way unrolled, pulled and packed: by hand, and by what must hold of any."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.codes.nec.route.pull.wire import inside, measured
from northspan.core.codes.nec.sizing.raceways import TRADES, fill_share
from northspan.core.property.pull.pipe.packing import packing
from northspan.core.property.pull.segments import Bend, Straight, backward
from northspan.core.property.pull.tension import Pulled, longest_part, pull
from northspan.core.solve.solve import solve
from tests.core.made.jobs import job

# Three wires in a pipe, friction 0.5 with its correction, 1 lb/ft, no limit in reach.
WHAT = Pulled(1.0, 0.5, 0.0, 0.5, 1e9, 1e9)
LENGTHS = st.floats(0.5, 500)
PARTS = st.lists(
    st.one_of(
        st.builds(Straight, LENGTHS, st.floats(-1.2, 1.2)),
        st.floats(5, 120).map(lambda d: Bend(d, math.radians(d), 2.0, 1.8)),
    ),
    min_size=1,
    max_size=9,
)


def unrolled(points, ends=0, more=None, run=None):
    """The answer for the feeder of the test property, 6 cu in PVC, on a route of its own."""
    made = [{"x": x, "y": y, **(more or {}).get(i, {})} for i, (x, y) in enumerate(points)]
    changes = {f"runs/1/{path}": value for path, value in (run or {}).items()}
    route = {"points": made, "ends": ends, **({"ends_start": 4} if ends else {})}
    return next(p for p in solve(job(**{"runs/1/route": route, **changes})).pulls if p.run == "feeder")


class Unrolled(unittest.TestCase):
    def test_a_route_with_rises_and_a_slope_by_hand(self):
        # 60 ft level, then 80 ft falling 60 ft over 80 (53.13° is the turn in the plan, the slope is not drawn to it).
        run = {"burial": {"cover": 24}, "cable/length": 170}
        found = unrolled([(0, 0), (60, 0), (60, 80)], 10, {2: {"z": -60}}, run)
        self.assertEqual([round(n.along, 3) for n in found.nodes], [0, 0, 60, 140, 140])
        self.assertEqual([round(n.height, 3) for n in found.nodes], [2, -2, -2, -62, -56])
        self.assertEqual([n.ground for n in found.nodes], [0, 0, 0, -60, -60])
        # The last leg is 100 ft long and falls by asin 0.6; it meets the riser at 90 + 36.87°.
        turns = [n.turn_deg for n in found.nodes]
        self.assertAlmostEqual(turns[1], 90)
        self.assertAlmostEqual(turns[2], 90)
        self.assertAlmostEqual(turns[3], 90 + math.degrees(math.asin(0.6)))
        bends = [p for p in found.pieces if p.kind == "bend"]
        self.assertEqual(len(bends), 3)
        # What a bend takes off both straights is its radius, or its tangent; its own length is the arc.
        radius = 4.5 / 12  # of 3/4 in pipe
        self.assertAlmostEqual(found.pieces[0].length, 4 - radius, places=4)
        self.assertAlmostEqual(bends[0].length, radius * math.pi / 2, places=4)

    def test_pull_points_make_stages_with_the_wire_laid_out_between(self):
        corners = [(0, 0), (100, 0), (100, 40), (160, 40)]
        found = unrolled(corners, 0, {1: {"pull": True}, 2: {"pull": True}}, {"cable/length": 200})
        self.assertEqual(len(found.stages), 3)
        lengths = [s.length.value for s in found.stages]
        self.assertAlmostEqual(lengths[1], 40, places=3)
        ahead = [sum(lengths[1:]), lengths[2], 0] if found.feed_from_start else [0, lengths[0], sum(lengths[:2])]
        for stage, loop in zip(found.stages, ahead, strict=True):
            self.assertAlmostEqual(stage.loop.value, loop, places=4)
        # 90° up at either end, none where the wire comes out.
        self.assertEqual([round(s.bends_deg.value) for s in found.stages], [90, 0, 90])
        self.assertTrue(found.one_go)

    def test_without_a_route_it_is_one_straight_between_two_quarters(self):
        found = next(p for p in solve(job()).pulls if p.run == "feeder")
        self.assertFalse(found.measured)
        self.assertEqual([p.kind for p in found.pieces], ["bend", "straight", "bend"])
        self.assertEqual(found.pieces[1].length, 150)

    def test_tension_rope_lubricant_and_people_by_hand(self):
        # A straight between two quarter bends up; 8 cu with a ground 10: four wires, in a diamond.
        found = unrolled([(0, 0), (100, 0)], run={"pull": {"mu": 0.5, "weight": 0.2}, "locks/size": "8"})
        section = found.section
        self.assertEqual([w.letter for w in section.wires], ["A", "B", "N", "G"])
        diameter = (3 * 0.216 + 0.164) / 4
        bore = inside("PVC40", section.trade)[0]
        q = diameter / (bore - diameter)
        friction = 0.5 * (1 + 2 * q * q)
        length = found.pieces[1].length
        tension = length * 0.2 * friction * math.exp(friction * math.pi / 2)
        self.assertAlmostEqual(found.from_start.tension.value, tension, places=3)
        quarts = 4 * 0.0015 * found.length.value * bore
        self.assertAlmostEqual(found.lubricant.value, quarts, places=5)
        self.assertEqual(found.rope.value, "1/4 in polypropylene rope")
        self.assertEqual(found.people.value, 2)

    def test_straps_by_hand(self):
        # 3/4 in PVC, every 3 ft: 2 ft of the start's 4 are above ground, 16 of the end's 18: one, and 1 + 13 / 3.
        found = unrolled([(0, 0), (100, 0)], 22, run={"burial": {"cover": 24}})
        self.assertEqual(found.straps.value, 1 + 5)
        steel = unrolled([(0, 0), (100, 0)], 22, run={"burial": {"cover": 24}, "cable/raceway": "RMC"})
        self.assertEqual(steel.straps.value, 1 + 2)

    def test_later_wires_count_in_the_fill_and_not_in_the_pull(self):
        alone = unrolled([(0, 0), (100, 0)])
        wire = {"name": "A bigger feeder", "size": "2", "metal": "cu", "insulation": "THWN-2", "count": 3}
        later = unrolled([(0, 0), (100, 0)], run={"pull": {"later": [wire]}})
        laid = unrolled([(0, 0), (100, 0)], run={"pull": {"later": [{**wire, "laid": True}]}})
        area = 100 * 3 * measured("THWN-2", "cu", "2")[1] / inside("PVC40", alone.section.trade)[1]
        self.assertEqual(later.section.fill, alone.section.fill)
        self.assertAlmostEqual(later.section.fill_later.value, alone.section.fill.value + area)
        self.assertEqual(later.from_start.tension.value, alone.from_start.tension.value)
        self.assertAlmostEqual(laid.section.fill.value, later.section.fill_later.value)
        self.assertGreater(laid.weight.value, later.weight.value)


class Laws(unittest.TestCase):
    @given(PARTS, st.floats(1.01, 2))
    def test_more_weight_friction_or_route_never_pulls_easier(self, parts, more):
        base = pull(parts, WHAT).max_tension
        heavier = Pulled(WHAT.weight * more, WHAT.friction, 0.0, 0.5, 1e9, 1e9)
        self.assertGreaterEqual(pull(parts, heavier).max_tension, base * (1 - 1e-12))
        self.assertGreaterEqual(pull([*parts, Straight(10.0)], WHAT).max_tension, base)
        self.assertEqual(backward(backward(parts)), tuple(parts))
        part = longest_part(parts, Pulled(1.0, 0.5, 0.0, 0.5, 200.0, 300.0))
        if part is not None:
            own = parts[part.first - 1 : part.last]
            limits = Pulled(1.0, 0.5, 0.0, 0.5, 200.0, 300.0)
            used = min(pull(own, limits).used, pull(backward(own), limits).used)
            self.assertLessEqual(used, 1 + 1e-9)

    @given(PARTS, st.floats(5, 400))
    def test_the_head_comes_as_far_as_a_pull_that_keeps_its_limits(self, parts, limit):
        what = Pulled(1.0, 0.5, 0.0, 0.5, limit, 1e9)
        found = pull(parts, what)
        whole = sum(p.length for p in parts)
        keeps = not found.breaks and sum(p.degrees for p in parts) <= 360 + 1e-6
        self.assertEqual(math.isclose(found.reach, whole, rel_tol=1e-9), keeps)

    @given(
        st.lists(st.sampled_from([0.216, 0.254, 0.532, 0.595, 0.164]), min_size=1, max_size=14), st.sampled_from(TRADES)
    )
    def test_a_pack_never_overlaps_and_never_leaves_the_pipe(self, wires, trade):
        bore = inside("PVC40", trade)[0]
        places = packing(bore, tuple(wires))
        if places is None:
            # What fills the pipe to its limit or less is always drawn, but for a wire that is wider than the pipe.
            area = sum(d * d for d in wires) / bore**2
            tight = area > fill_share(len(wires), False)[0] or max(wires) > 0.6 * bore
            self.assertTrue(tight, (wires, trade))
            return
        for i, ((x, y), d) in enumerate(zip(places, wires, strict=True)):
            self.assertLessEqual(math.hypot(x, y) + d / 2, bore / 2 * (1 + 1e-6))
            for (ox, oy), other in list(zip(places, wires, strict=True))[:i]:
                self.assertGreaterEqual(math.hypot(x - ox, y - oy), (d + other) / 2 - 1e-6 * bore)


class Broken(unittest.TestCase):
    def test_bends_beyond_a_full_turn_say_where_to_break_the_pull(self):
        # A staircase of six quarter bends between the quarter bends into both boxes: the fifth of eight comes out.
        corners = [(0, 0), (20, 0), (20, 20), (40, 20), (40, 40), (60, 40), (60, 60), (80, 60)]
        points = [{"x": x, "y": y} for x, y in corners]
        made = {"runs/1/route": {"points": points}, "runs/1/cable/location": "dry", "stations/2/load/amps": 15,
                "runs/1/cable/length": 140}  # fmt: skip
        answer = next(p for p in solve(job(**made)).pulls if p.run == "feeder")
        self.assertEqual([round(answer.nodes[n].along) for n in answer.breaks], [80 if answer.feed_from_start else 60])
        self.assertFalse(answer.from_start.keeps)
        points[4]["pull"] = True
        broken = next(p for p in solve(job(**made)).pulls if p.run == "feeder")
        self.assertEqual((broken.breaks, len(broken.stages), broken.one_go), ((), 2, False))
        few = made | {"runs/1/route": {"points": points[:3]}}
        self.assertEqual(next(p for p in solve(job(**few)).pulls if p.run == "feeder").breaks, ())
