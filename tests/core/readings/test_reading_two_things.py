"""Two things wrong at once, and slips of the pen: told where no one thing explains every reading."""

import math
import unittest
from dataclasses import replace

import numpy as np

from northspan.core.physics.network.nodal import Branch
from northspan.core.property.whole.measured import Measured
from northspan.core.readings.finding.explain import Taken, explain
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.taken.spot import Accuracy, Spot
from tests.core.made.shed import Shed

PARTS = {"a": "A", "b": "B", "neutral": "N", "ground": "G", "electrode": "earth", "path": "path"}


def with_edits(shed, *edits):
    """The shed's network solved anew with these branches another: the readings of every clamp round one wire and of
    every station's hot A to neutral.
    """
    anew = shed.here.there.network.without(*(e.branch for e in edits))
    anew = anew.with_branches(*(Branch(e.branch, e.start, e.end, complex(e.ohms)) for e in edits))
    state, readings = anew.state(), []
    for spot in shed.here.meter.spots:
        value = None
        if spot.quantity == "amps" and spot.part in PARTS:
            value = abs(state.amps(anew.branch(f"{PARTS[spot.part]} {spot.at}")))
        if spot.quantity == "volts" and spot.part == "a-n":
            value = abs(state.node(f"{spot.at}:A") - state.node(f"{spot.at}:N"))
        if value is not None:
            readings.append(
                Measured(len(readings) + 1, spot.quantity, spot.at, spot.part, value, "R. Vale", "2026-11-02T10:00")
            )
    return readings


class Desk:
    """Two ammeters, and what moves each."""

    spots = (Spot("amps", "one", "a"), Spot("amps", "other", "a"))
    unread = np.zeros(2)

    count = 0

    def idle(self, row, value):
        return None

    def moved(self, deviations, edits=()):
        return Moved(edits)

    def slopes(self, sets, rows, drive=None, beside=()):
        moved = [{edit.branch for edit in (*edits, *beside)} for edits in sets]
        read = np.array([[10.0 if name in each else 5.0 for name in ("one", "other")] for each in moved])
        return read[:, rows].astype(complex), np.zeros((len(sets), len(rows), 0), dtype=complex)

    slopes_again = slopes


class Moved(Desk):
    """The same with something changed already."""

    def __init__(self, edits):
        self.edits = edits

    def slopes(self, sets, rows, drive=None):
        return super().slopes(sets, rows, drive, self.edits)


class Chances(unittest.TestCase):
    def test_a_second_thing_against_a_slip_of_the_pen(self):
        suspected = (Suspect("none"), *(Suspect("leak", (n,), ((n, "x", "y"),)) for n in ("one", "other")))
        near = Accuracy(0.02, 0.1, 0.0)
        told = explain(Desk(), suspected, [Taken(0, 10.0), Taken(1, 10.0)], {"amps": near})
        # Either alone leaves one reading to a slip, anything up to twice what was written; a second thing is there once
        # in ten times, of either kind that there is, and may be any of two.
        slip = 0.001 / 20.0
        as_read = 0.999 / (math.hypot(0.1, 0.02 * 10.0) * math.sqrt(2.0 * math.pi)) + slip
        ratio = 0.1 / 2.0 / 2.0 * as_read / slip
        chances = {frozenset(e.key.split()): e.chance for e in told.explained}
        alone = chances[frozenset(["leak/one"])]
        self.assertAlmostEqual(chances[frozenset(["leak/one", "leak/other"])] / alone, ratio, delta=1e-6 * ratio)
        self.assertAlmostEqual(alone, chances[frozenset(["leak/other"])])
        self.assertEqual(len(told.left), 1)


class TwoThings(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.shed = Shed()

    def told(self, *things):
        """What the readings of the property with these suspects (key, ohms) point to."""
        suspects = {s.key: s for s in self.shed.suspects}
        edits = [edit for key, ohms in things for edit in suspects[key].edits(ohms)]
        return self.shed.told(*with_edits(self.shed, *edits)).finding

    def test_two_at_once_are_told_where_no_one_thing_explains_every_reading(self):
        loose, second = ("loose-neutral/service", 0.6), ("second-bond/shed-panel", None)
        told = self.told(loose, second)
        first = told.suspects[0]
        self.assertEqual(set(first.key.split()), {loose[0], second[0]})
        self.assertGreater(first.chance, 0.9)
        self.assertRegex(first.title, "Neutral to House panel is loose, about 0.[56][0-9]? ohm")
        self.assertIn("A second bond at Shed panel", first.title)
        self.assertEqual({thing.kind for thing in first.things}, {"loose-neutral", "second-bond"})
        one, other = (self.shed.ready.book.readings.suspect(kind) for kind in ("loose-neutral", "second-bond"))
        self.assertEqual(sorted(first.section.split(", ")), sorted(f"{one.section}, {other.section}".split(", ")))
        self.assertFalse(first.harmless)
        self.assertTrue(told.left)
        # What changes the same wire is never told together.
        pairs = [s.things for s in told.suspects if len(s.things) == 2]
        self.assertFalse([p for p in pairs if p[0].at == p[1].at and p[0].kind == p[1].kind])
        self.assertAlmostEqual(sum(s.chance for s in told.suspects), 1.0)

    def test_a_load_nobody_spoke_of_does_not_hide_a_fault(self):
        unsaid = ("more-load/shed-panel/AB", 12.0)
        first = self.told(unsaid, ("second-bond/shed-panel", None)).suspects[0]
        self.assertIn("second-bond/shed-panel", first.key.split())
        self.assertFalse(first.harmless)
        # A load that is not as it was said is no fault.
        self.assertTrue(self.told(unsaid).suspects[0].harmless)

    def test_where_one_thing_explains_all_no_two_are_told(self):
        for thing in (("none", None), ("loose-neutral/feeder", 0.8), ("second-bond/shed-panel", None)):
            told = self.told(thing)
            self.assertEqual(told.left, ())
            self.assertFalse([s.key for s in told.suspects if " " in s.key])

    def test_a_slip_of_the_pen_is_no_fault_and_is_to_be_read_again(self):
        sound = with_edits(self.shed)
        for slipped in (m for m in sound if m.value > 20.0):
            told = self.shed.told(*(replace(m, value=m.value * 10.0) if m is slipped else m for m in sound)).finding
            self.assertEqual((told.left, told.suspects[0].key), ((slipped.number,), "none"))
            again = replace(slipped, number=99, corrects=slipped.number)
            told = self.shed.told(*(replace(m, value=m.value * 10.0) if m is slipped else m for m in sound), again)
            self.assertEqual(told.finding.left, ())


if __name__ == "__main__":
    unittest.main()
