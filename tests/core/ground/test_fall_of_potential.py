"""Fall of potential: curves of electrodes judged, and drawn."""

import math
import random
import unittest
from dataclasses import replace

import numpy as np

from northspan.core.physics.earth.fall import fall_readings, judge_fall
from northspan.core.physics.earth.soil import Line, Soil, transfer_ohms
from northspan.core.property.whole.measured import FallTest
from northspan.paper.drawing.shapes import Path, Words
from northspan.paper.readings.curve import fall_curve
from tests.core.readings.test_readings import Small, reading

PLACES = (0.1, 0.2, 0.3, 0.4, 0.5, 0.55, 0.6, 0.65, 0.7, 0.8, 0.9)


class FallOfPotential(unittest.TestCase):
    def test_a_known_electrode_is_recovered(self):
        worst = noisy = judged = 0
        chance = random.Random(3)
        for far in (25.0, 30.0, 40.0, 60.0):
            for soil in (Soil(100.0), Soil(60.0, 3.0, 25.0), Soil(100.0, 4.0, 260.0), Soil(300.0, 2.5, 90.0)):
                rod = Line(0.0, 2.4)
                own = transfer_ohms(soil, rod, rod, 0.008)
                read = fall_readings(soil, rod, 0.008, far, PLACES)
                clean = judge_fall(PLACES, read)
                if clean.ohms is not None:
                    worst = max(worst, abs(clean.ohms / own - 1.0))
                    judged += 1
                for _ in range(40):
                    found = judge_fall(PLACES, [r * (1.0 + 0.03 * chance.gauss(0.0, 1.0)) for r in read])
                    if found.ohms is not None:
                        noisy = max(noisy, abs(found.ohms / own - 1.0))
        self.assertGreater(judged, 12)
        self.assertLess(worst, 0.02)
        self.assertLess(noisy, 0.05)

    def test_a_hemisphere_by_its_own_formula_and_the_slope_method_beside_it(self):
        # ρ/2πr = 100 ohm·m ÷ (2π × 0.5 m) = 31.83 ohm; probes at 40 m.
        near = 100.0 / (2.0 * math.pi)
        read = [near * (1 / 0.5 - 1 / (40 * p) - 1 / 40 + 1 / (40 * (1 - p))) for p in PLACES]
        found = judge_fall(PLACES, read)
        self.assertAlmostEqual(found.ohms, 31.83, delta=0.02)
        self.assertAlmostEqual(found.slope_ohms, 31.83, delta=0.05)
        self.assertAlmostEqual(found.slope_at, 0.618, delta=0.001)

    def test_a_row_of_rods_ten_times_its_length_off_is_judged(self):
        """By hand: rods as hemispheres of the same ohms, the current shared as they mutually lie."""
        for spacing, many in ((2.5, 2), (3.0, 3), (2.0, 4)):
            at = [spacing * i for i in range(many)]
            rho, own = 100.0, 40.0
            mutual = np.array([[own if a == b else rho / (2 * math.pi * abs(a - b)) for b in at] for a in at])
            share = np.linalg.solve(mutual, np.ones(many))
            ohms, share = 1.0 / share.sum(), share / share.sum()
            far = 10.0 * at[-1]

            def volts(x, share=share, at=at, rho=rho):
                return sum(i * rho / (2 * math.pi * (x + behind)) for i, behind in zip(share, at, strict=True))

            read = [ohms - volts(far) - volts(p * far) + rho / (2 * math.pi * far * (1 - p)) for p in PLACES]
            found = judge_fall(PLACES, read)
            self.assertEqual(found.trouble, "", (spacing, many))
            self.assertAlmostEqual(found.ohms, ohms, delta=0.05 * ohms)

    def test_what_has_no_level_part_is_not_judged(self):
        rod = Line(0.0, 2.4)
        self.assertEqual(judge_fall(PLACES, fall_readings(Soil(100.0), rod, 0.008, 6.0, PLACES)).trouble, "no-plateau")
        self.assertEqual(judge_fall(PLACES[:4], [10, 11, 12, 13]).trouble, "few")
        self.assertEqual(judge_fall((0.1, 0.15, 0.2, 0.3, 0.4), [10, 11, 12, 12.5, 12.8]).trouble, "no-middle")
        wild = [20.0 * (1.0 + 0.3 * (-1) ** i) for i in range(len(PLACES))]
        self.assertEqual(judge_fall(PLACES, wild).trouble, "scatter")
        for found in (judge_fall(PLACES, wild), judge_fall(PLACES[:4], [10, 11, 12, 13])):
            self.assertIsNone(found.ohms)

    def test_no_words_lie_on_words_or_on_the_curve(self):
        small = Small()
        rod, soil = Line(0.0, 2.4), Soil(60.0, 3.0, 25.0)
        for far, factor in ((12.0, 1.0), (40.0, 1.0), (40.0, 0.3), (40.0, 4.0)):
            read = fall_readings(soil, rod, 0.008, far, PLACES)
            points = tuple((p * far, factor * r) for p, r in zip(PLACES, read, strict=True))
            taken = reading(1, "electrode", "house", "fall", None, fall=FallTest(far, points))
            (judged,) = small.judged(taken)
            if factor == 0.3:
                judged = replace(judged, low=5.0, high=5.1)
            shapes = fall_curve(small.ready.entered, "House", taken, judged, 144.0, 58.0)
            words = [s.rect for s in shapes if isinstance(s, Words)]
            self.assertGreater(len(words), 6)
            for at, (left, top, right, low) in enumerate(words):
                self.assertTrue(left >= 0 and right <= 144.0 and top >= 0 and low <= 58.0, words[at])
                for other in words[at + 1 :]:
                    apart = right <= other[0] or other[2] <= left or low <= other[1] or other[3] <= top
                    self.assertTrue(apart, (words[at], other))
                for shape in shapes:
                    if isinstance(shape, Path) and shape.weight == "heavy":
                        self.assertFalse(any(left < x < right and top < y < low for x, y in shape.points))

    def test_a_curve_that_is_not_judged_says_so_in_its_reading(self):
        small = Small()
        points = tuple((0.8 * p * 10, r) for p, r in zip(PLACES, np.linspace(5, 30, len(PLACES)), strict=True))
        (found,) = small.judged(reading(1, "electrode", "house", "fall", None, fall=FallTest(8.0, points)))
        self.assertEqual((found.value, found.verdict), (None, "none"))
        self.assertTrue(found.curve.trouble)


if __name__ == "__main__":
    unittest.main()
