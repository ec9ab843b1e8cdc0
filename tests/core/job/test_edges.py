"""Limits held on both sides of their edge, so that a changed figure is noticed."""

import math
import unittest
from itertools import pairwise

from northspan.core.codes.nec.earthing.electrodes import conductor, counts, water_jumper
from northspan.core.figures.sizes.scale import scale
from northspan.core.figures.units import FOOT_M, INCH_M, US
from northspan.core.network.sized_run import Hots
from northspan.core.physics.breaker_time import longest_s
from northspan.core.physics.data import BARE_WIRE
from northspan.core.physics.earth.soil import Soil
from northspan.core.property.ground.electrodes.ohms import ohms_of
from northspan.core.solve.solve import solve
from tests.core.made.fixing import findings
from tests.core.made.jobs import document, electrode, job

# Largest hot of each row of Table 250.66, copper and aluminium, and the copper and aluminium conductor it asks for.
ROWS = (
    ("2", "1/0", "8", "6"), ("1/0", "3/0", "6", "4"), ("3/0", "250", "4", "2"), ("350", "500", "2", "1/0"),
    ("600", "900", "1/0", "3/0"), (None, "1750", "2/0", "4/0"), ("2000", "2000", "3/0", "250"),
)  # fmt: skip
PIPE = electrode("water-pipe", length=40)


def gec(hots, made_of, electrode=PIPE):
    return conductor([hots], made_of, [electrode]).value


class Grounding(unittest.TestCase):
    def test_each_row_of_the_electrode_conductors_table_at_its_upper_end(self):
        for copper, aluminium, in_copper, in_aluminium in ROWS:
            for metal, size in (("cu", copper), ("al", aluminium)):
                if size is not None:
                    self.assertEqual(gec(Hots(metal, size, 1), "cu"), in_copper, size)
                    self.assertEqual(gec(Hots(metal, size, 1), "al"), in_aluminium, size)
        # One size more is the next row's.
        sizes = tuple(scale("awg").sizes)
        for (copper, aluminium, *_), (_, _, in_copper, _) in pairwise(ROWS[:5]):
            for metal, size in (("cu", copper), ("al", aluminium)):
                self.assertEqual(gec(Hots(metal, sizes[sizes.index(size) + 1], 1), "cu"), in_copper, size)
        # 1100 kcmil ends the sixth row for copper: two of 500 are 1000, two of 600 are 1200.
        self.assertEqual([gec(Hots("cu", s, 2), "cu") for s in ("500", "600")], ["2/0", "3/0"])

    def test_a_water_jumper_is_never_above_3_0(self):
        # An eighth of 3 × 500 kcmil is 187.5 kcmil, which is 4/0; an eighth of 2 × 600 is 150, which is 3/0.
        self.assertEqual(water_jumper(Hots("cu", "500", 3), None, True).value, "3/0")
        self.assertEqual(water_jumper(Hots("cu", "600", 2), None, True).value, "3/0")
        self.assertEqual(water_jumper(Hots("cu", "500", 1), None, True).value, "1/0")

    def test_a_ring_asks_for_a_conductor_as_large_as_itself(self):
        ring = electrode("ring", length=120, wire_size="2")
        self.assertEqual(gec(Hots("cu", "500", 1), "cu", ring), "2")
        self.assertEqual(gec(Hots("cu", "750", 1), "cu", ring.model_copy(update={"wire_size": "1/0"})), "1/0")
        self.assertEqual(gec(Hots("cu", "2", 1), "cu", ring), "8")
        self.assertTrue(counts(ring))
        self.assertFalse(counts(ring.model_copy(update={"wire_size": "3"})))

    def test_concrete_has_two_inches_of_cover(self):
        bar = electrode("concrete-encased", length=24, diameter=0.5, cover=2.0)
        self.assertTrue(counts(bar))
        self.assertFalse(counts(bar.model_copy(update={"cover": 1.9 * INCH_M})))
        # Where it is not on record two inches are taken; more concrete is a thicker electrode and a longer way to it.
        blank = bar.model_copy(update={"cover": None})
        self.assertEqual(ohms_of(blank, Soil(100.0), US)[0], ohms_of(bar, Soil(100.0), US)[0])
        # Upright, by hand: 50/(2πL) ln(b/a) and Dwight's rod as thick as the concrete, 20 ft long.
        length, bar_m, outside = 20 * 0.3048, 0.25 * 0.0254, 2.25 * 0.0254
        shell = 50.0 / (2 * math.pi * length) * math.log(outside / bar_m)
        rod = 100.0 / (2 * math.pi * length) * (math.log(4 * length / outside) - 1)
        upright = bar.model_copy(update={"length": 20.0 * FOOT_M, "stands_in_footing": True})
        self.assertAlmostEqual(ohms_of(upright, Soil(100.0), US)[0], shell + rod, places=1)

    def test_every_size_of_bare_wire_is_known_as_thick_as_its_metal_and_no_thicker_than_its_strands(self):
        thickness = [BARE_WIRE.number(size, "diam_in") for size in BARE_WIRE.rows]
        self.assertEqual(thickness, sorted(thickness))
        self.assertEqual(len(thickness), 28)
        for size, thick in zip(BARE_WIRE.rows, thickness, strict=True):
            self.assertAlmostEqual(thick / (math.sqrt(scale("awg").area(size)) / 1000.0), 1.145, delta=0.02, msg=size)
        rings = [electrode("ring", length=100, wire_size=s) for s in ("2", "3/0", "500")]
        ohms = [ohms_of(r, Soil(100.0), US)[0] for r in rings]
        self.assertTrue(ohms[0] > ohms[1] > ohms[2])

    def test_every_size_has_an_impedance(self):
        made = {
            "runs/1/cable/sets": 2,
            "stations/2/load": {"amps": 500},
            "runs/1/cable/length": 300,
            "runs/0/cable/sets": 4,
        }
        amps = {}
        for size in ("600", "700", "750", "800", "900", "1000"):
            one = solve(
                job(
                    **made,
                    **{"runs/1/locks/egc_size": size, "runs/1/locks/size": "1000", "runs/1/locks/breaker_a": 1200},
                )
            )
            amps[size] = next(f.amps for f in one.ground.modes[0].faults if f.station == "shed-panel")
        self.assertEqual(list(amps.values()), sorted(amps.values()))
        self.assertGreater(amps["700"], 1000.0)

    def test_the_magnetic_trip_stands_at_ten_times(self):
        self.assertEqual(longest_s(60.0, 600.0), 0.02)
        self.assertAlmostEqual(longest_s(60.0, 599.0), longest_s(60.0, 120.0) * (120.0 / 599.0) ** 2)
        self.assertGreater(longest_s(60.0, 599.0), 1.0)


class Counting(unittest.TestCase):
    def test_four_quarter_bends_and_no_more(self):
        def bent(degrees):
            """A trench of two quarter bends and one more; its ends add a quarter each."""
            turn = math.radians(degrees)
            points = [(0, 0), (50, 0), (50, 50), (100, 50)]
            points.append((100 + 50 * math.cos(turn), 50 + 50 * math.sin(turn)))
            route = {"points": [{"x": x, "y": y} for x, y in points]}
            return bool(findings(document(**{"runs/1/route": route}), "route-bends"))

        self.assertEqual([bent(0), bent(3)], [False, True])

    def test_a_circuit_for_every_1800_va(self):
        def spaces(area):
            made = {"places/0/floor_area": area, "stations/1/load": None}
            one = job(**made | {"stations/1/gear": {"spaces": 1}})
            words = next(f.title for f in solve(one).findings if f.rule == "spaces")
            return int(words.split(": ")[1].split()[0])

        # 3 VA a square foot: 1200 ft² is two circuits, 1201 ft² three. Kitchen, laundry, bath, the feeder.
        self.assertEqual((spaces(1200), spaces(1201)), (2 + 2 + 1 + 1 + 2, 3 + 2 + 1 + 1 + 2))

    def test_one_two_and_more_circuits(self):
        lamp = {"name": "Lamp", "kind": "other", "across": "neutral", "va": 300}

        def least(count, rating):
            gear = {"has_main": True, "rating_a": rating}
            lamps = [lamp | {"id": f"l{i}"} for i in range(count)]
            made = {"stations/2/load": None, "places/1/appliances": lamps, "stations/2/gear": gear}
            return bool(findings(document(**made), "disconnect-minimum"))

        self.assertEqual([least(1, 15), least(1, 14), least(2, 30), least(2, 29)], [False, True, False, True])
        self.assertEqual([least(3, 60), least(3, 59)], [False, True])
        several = [lamp | {"id": "l", "count": 3}]
        made = {
            "stations/2/load": None,
            "places/1/appliances": several,
            "stations/2/gear": {"has_main": True, "rating_a": 30},
        }
        self.assertTrue(findings(document(**made), "disconnect-minimum"))
