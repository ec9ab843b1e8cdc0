"""Ohms of electrodes: by hand, against an independent solution of layered soil, and by the laws they obey."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.special import j0

from northspan.core.figures.units import INCH_M, US
from northspan.core.job.grounding import Electrode
from northspan.core.physics.breaker_time import longest_s
from northspan.core.physics.earth.electrodes import (
    chance_below,
    filled_rods_ohms,
    plate_ohms,
    ring_ohms,
    rods_ohms,
    strip_ohms,
)
from northspan.core.physics.earth.soil import Line, Soil, apparent, transfer_ohms, wenner_resistivity
from northspan.core.physics.earth.survey import invert
from northspan.core.physics.raceway.steel import raceway_ohms
from northspan.core.property.ground.electrodes.ohms import ohms_of, positions
from tests import examples
from tests.core.made import moments
from tests.core.made.jobs import electrode

ROD_M, RADIUS_M = 8 * 0.3048, 0.625 / 2 * 0.0254
SOILS = st.builds(
    Soil, st.floats(20, 1000), st.floats(0.6, 8), st.floats(20, 1000)
) | st.builds(Soil, st.floats(10, 3000))  # fmt: skip


def point_potential(soil, depth, z, r):
    """Potential (V) at depth z, r beside 1 A at ``depth``: the layers' equations solved for every wave number."""
    h, one, two = soil.depth_m, soil.upper, soil.lower
    source_up, field_up = depth < h, z < h

    def bounded(lam):
        e = math.exp(-lam * abs(h - depth))
        slope = -1.0 if depth < h else 1.0  # d/dz of the direct wave at the boundary, over lam
        up, down = (one, 0.0) if source_up else (0.0, two)
        # Unknowns: A e^-lz + B e^l(z-h) above, C e^-l(z-h) below, each over 4 pi.
        matrix = [
            [-1.0, math.exp(-lam * h), 0.0],
            [math.exp(-lam * h), 1.0, -1.0],
            [-math.exp(-lam * h) / one, 1.0 / one, 1.0 / two],
        ]
        right = [
            -up * math.exp(-lam * depth),
            (down - up) * e,
            (down / two - up / one) * slope * e,
        ]
        a, b, c = np.linalg.solve(matrix, right)
        wave = a * math.exp(-lam * z) + b * math.exp(lam * (z - h)) if field_up else c * math.exp(-lam * (z - h))
        return wave * j0(lam * r)

    total = quad(bounded, 0.0, 40.0, limit=2000, epsabs=1e-9, epsrel=1e-9)[0]
    if source_up == field_up:
        total += (one if source_up else two) / math.hypot(r, z - depth)
    return total / (4.0 * math.pi)


def mutual_ohms(resistivity, length, apart):
    """What 1 A into one rod raises an equal one beside it by."""
    rod = Line(0.0, length)
    return transfer_ohms(Soil(resistivity), rod, rod, apart)


class ByHand(unittest.TestCase):
    def test_one_rod(self):
        # rho / 2 pi L = 100 / 15.321 = 6.527; ln(4 L / a) = ln(1228.8) = 7.1138.
        self.assertAlmostEqual(rods_ohms(Soil(100.0), ROD_M, RADIUS_M, [(0.0, 0.0)]) / (6.527 * 6.1138), 1.0, 3)

    def test_rods_in_backfill(self):
        # A 6 in hole of 2 ohm m round a 5/8 in rod: 2 / 15.321 x ln(6 / 0.625), then a rod as thick as the hole.
        hole = 3.0 * INCH_M
        shell = 2.0 / (2.0 * math.pi * ROD_M) * math.log(hole / RADIUS_M)
        rod = 100.0 / (2.0 * math.pi * ROD_M) * (math.log(4.0 * ROD_M / hole) - 1.0)
        found = filled_rods_ohms(Soil(100.0), ROD_M, RADIUS_M, hole, 2.0, [(0.0, 0.0)])
        # The series leaves out what a thick rod adds, a in 4 L.
        self.assertAlmostEqual(found / (shell + rod), 1.0, delta=0.006)
        e = electrode("rod", length=8, diameter=0.625, backfill={"diameter": 6, "ohm_m": 2})
        self.assertAlmostEqual(ohms_of(e, Soil(100.0), US)[0], found, 6)
        far = [(0.0, 0.0), (1000.0, 0.0)]
        two = filled_rods_ohms(Soil(100.0), ROD_M, RADIUS_M, hole, 2.0, far)
        self.assertAlmostEqual(two, found / 2.0, delta=0.01 * found)

    def test_strip_ring_plate(self):
        # 20 m of wire 8 mm thick, 0.75 m deep, half length 10, s 1.5: 100 / 125.66 = 0.7958 times
        # ln(10000) + ln(26.667) - 2 + 0.075 - 0.0014 = 9.2103 + 3.2834 - 1.9264 = 10.5673.
        self.assertAlmostEqual(strip_ohms(100.0, 20.0, 0.004, 0.75), 0.7958 * 10.5673, 2)
        # 40 m round: D 12.732; 100 / (2 pi^2 12.732) = 0.39789; ln(8 D / 0.008) + ln(4 D / 1.5) = 9.4522 + 3.5249.
        self.assertAlmostEqual(ring_ohms(100.0, 40.0, 0.004, 0.75), 0.39789 * 12.9771, 2)
        # 1 ft2: a 0.17197; 100 / 1.37576 = 72.687; 100 / (4 pi 1.8) (1 + 7 x 0.029574 / 77.76) = 4.4329.
        self.assertAlmostEqual(plate_ohms(100.0, 0.092903, 0.9), 72.687 + 4.4329, 2)

    def test_steel_pipe(self):
        # 1 in EMT, 0.057 in wall: area pi x 1.106 x 0.057 in2 = 1.2777e-4 m2; 1.5 x 1.9e-7 x 30.48 / area.
        self.assertAlmostEqual(raceway_ohms("EMT", "1", 30.48).real, 0.0680, 4)
        self.assertIsNone(raceway_ohms("PVC40", "1", 30.48))

    def test_breaker_times(self):
        self.assertIsNone(longest_s(20.0, 26.9))
        self.assertAlmostEqual(longest_s(20.0, 27.0), 3600.0, 6)
        self.assertAlmostEqual(longest_s(100.0, 500.0), 360.0 * 4.0 / 25.0)
        self.assertEqual(longest_s(100.0, 1000.0), 0.02)

    def test_a_larger_breaker_is_never_quicker_at_the_same_times_its_rating(self):
        for times in (1.35, 1.7, 2.0, 5.0, 9.9):
            taken = [round(longest_s(rating, times * rating), 6) for rating in (15, 30, 50, 100, 150, 225, 400, 600)]
            self.assertEqual(taken, sorted(taken))

    def test_a_mutual_effect_by_hand_and_far_away(self):
        # 3 m rods 6 m apart: 100 / 6 pi (asinh 1 + 1 - sqrt 2) = 5.3052 x 0.46716; far off, 100 / 2 pi s.
        self.assertAlmostEqual(mutual_ohms(100.0, 3.0, 6.0), 5.3052 * 0.46716, 3)
        self.assertAlmostEqual(mutual_ohms(100.0, 3.0, 5000.0), 100 / (2 * math.pi * 5000), 6)

    def test_chance(self):
        self.assertAlmostEqual(chance_below(25.0, 25.0 / 4.0, 25.0), 0.9)
        self.assertEqual(chance_below(25.0, 20.0, 20.0), 1.0)


class LayeredSoil(unittest.TestCase):
    def test_against_the_layers_equations(self):
        for soil in (Soil(100.0, 2.0, 300.0), Soil(300.0, 1.5, 40.0)):
            for depth, z, r in ((0.5, 1.2, 3.0), (0.5, 2.6, 3.0), (3.0, 1.0, 2.5), (2.4, 3.1, 4.0)):
                with self.subTest(soil=soil, depth=depth, z=z):
                    source, field = (Line(at - 0.005, at + 0.005) for at in (depth, z))
                    found = transfer_ohms(soil, source, field, r)
                    self.assertAlmostEqual(found / point_potential(soil, depth, z, r), 1.0, 4)

    def test_alike_layers_are_one(self):
        for at in ([(0.0, 0.0)], [(0.0, 0.0), (2.0, 0.0), (4.0, 1.0)]):
            one = rods_ohms(Soil(80.0), ROD_M, RADIUS_M, at)
            self.assertAlmostEqual(rods_ohms(Soil(80.0, 1.2, 80.0), ROD_M, RADIUS_M, at) / one, 1.0, 2)

    @given(SOILS, st.floats(0.2, 3.0), st.floats(3.2, 6.0), st.floats(0.5, 20))
    @examples(30)
    def test_what_one_does_to_another_it_gets_back(self, soil, high, low, apart):
        h = soil.depth_m or 100.0
        a, b = Line(0.0, min(high, h)), (Line(h, h + 1.0) if h < low else Line(0.1, low))
        self.assertAlmostEqual(transfer_ohms(soil, a, b, apart) / transfer_ohms(soil, b, a, apart), 1.0, 9)


class Rods(unittest.TestCase):
    def test_two_far_apart_are_half_of_one(self):
        one = rods_ohms(Soil(100.0), ROD_M, RADIUS_M, [(0.0, 0.0)])
        shares = [rods_ohms(Soil(100.0), ROD_M, RADIUS_M, [(0, 0), (d, 0)]) / one for d in (2, 10, 100, 1e4)]
        self.assertEqual(sorted(shares, reverse=True), shares)
        self.assertAlmostEqual(shares[-1], 0.5, 4)

    def test_two_by_hand(self):
        # At 8 ft: own 39.905, mutual 6.527 (asinh 2 + 0.5 - sqrt(1.25)) = 6.527 x 0.82560.
        by_hand = (39.905 + 6.527 * 0.82560) / 2
        at = [(0.0, 0.0), (ROD_M, 0.0)]
        self.assertAlmostEqual(rods_ohms(Soil(100.0), ROD_M, RADIUS_M, at) / by_hand, 1.0, 3)
        self.assertAlmostEqual(mutual_ohms(100.0, ROD_M, ROD_M), 6.527 * 0.82560, 2)

    @given(SOILS, st.floats(0.7, 30), st.integers(1, 6), st.booleans())
    @examples(25)
    def test_every_rod_more_brings_it_down(self, soil, apart, rods, ring):
        def row(n):
            turns = [2 * math.pi * i / 9 for i in range(n)]
            at = (
                [(apart * math.cos(t), apart * math.sin(t)) for t in turns]
                if ring
                else [(i * apart, 0.0) for i in range(n)]
            )
            return rods_ohms(soil, ROD_M, RADIUS_M, at)

        self.assertLess(row(rods + 1), row(rods))

    def test_rods_in_a_row_or_a_ring_stand_as_far_apart_as_entered(self):
        for layout, count in (("row", 5), ("ring", 2), ("ring", 3), ("ring", 4), ("ring", 7)):
            rods = Electrode(id="r", kind="rod", count=count, spacing=5.0, layout=layout, x=2.0, y=1.0)
            at = positions(rods, (0.0, 0.0))
            closed = layout == "ring" and count > 2
            gaps = [math.dist(at[i - 1], at[i]) for i in range(0 if closed else 1, count)]
            for gap in gaps:
                self.assertAlmostEqual(gap, 5.0)
            self.assertEqual((len(set(at)), at[0]), (count, (2.0, 1.0)))

    @given(SOILS, st.floats(1.5, 6), st.floats(1.05, 3))
    @examples(25)
    def test_wetter_soil_has_fewer_ohms(self, soil, long, drier):
        dry = Soil(soil.upper * drier, soil.depth_m, None if soil.lower is None else soil.lower * drier)
        wet = rods_ohms(soil, long, RADIUS_M, [(0, 0)])
        self.assertAlmostEqual(rods_ohms(dry, long, RADIUS_M, [(0, 0)]) / wet, drier, 6)

    def test_against_many_short_pieces_at_one_potential(self):
        """An even current comes out high, by the percent that the pieces gain in leaving more at the rods' ends."""
        one, pair = [(0.0, 0.0)], [(0.0, 0.0), (2.4, 0.0)]
        three = [(0.0, 0.0), (2.0, 0.0), (4.0, 1.0)]
        cut = ROD_M * 7 / 12
        for soil in (Soil(100.0), Soil(100.0, cut, 400.0), Soil(300.0, cut, 60.0), Soil(80.0, 6.0, 500.0)):
            for at in (one, pair, three):
                with self.subTest(soil=soil, rods=len(at)):
                    ours = rods_ohms(soil, ROD_M, RADIUS_M, at)
                    pieces = moments.rods(soil, ROD_M, RADIUS_M, at)
                    self.assertGreater(ours / pieces, 1.0)
                    self.assertLess(ours / pieces, 1.012)


class Survey(unittest.TestCase):
    SPACINGS = (0.5, 1.0, 1.5, 3.0, 6.0, 12.0, 24.0)

    @given(st.floats(20, 800), st.floats(1.0, 5.0), st.floats(0.1, 0.6) | st.floats(1.8, 8))
    @examples(40)
    def test_clean_readings_give_the_soil_back(self, upper, depth, ratio):
        known = Soil(upper, depth, upper * ratio)
        found = invert(self.SPACINGS, [apparent(known, a) for a in self.SPACINGS])
        for got, was in zip(
            (found.soil.upper, found.soil.depth_m, found.soil.lower), (upper, depth, known.lower), strict=True
        ):
            self.assertAlmostEqual(got / was, 1.0, delta=0.02)
        self.assertLess(found.misfit_pct, 0.5)

    def test_misfit_tells_of_a_wrong_reading(self):
        known = Soil(100.0, 2.0, 40.0)
        readings = [apparent(known, a) for a in self.SPACINGS]
        readings[3] *= 1.6
        self.assertGreater(invert(self.SPACINGS, readings).misfit_pct, 5.0)

    def test_too_few_readings_give_no_layers(self):
        self.assertIsNone(invert((1.0, 2.0, 4.0), (90.0, 80.0, 70.0)))

    def test_a_reading(self):
        self.assertAlmostEqual(wenner_resistivity(3.048, 5.0), 2 * math.pi * 3.048 * 5.0)
