"""Outlets of circuits read with a voltmeter, and what comes home by ground: worked out by hand."""

import math
import random
import unittest
from dataclasses import replace

from northspan.core.property.whole.measured import CircuitRan, Conditions, Measured
from northspan.core.readings.finding.answer import SuspectAnswer
from northspan.core.readings.finding.next.circuit import next_circuit
from northspan.core.readings.network.circuits import WIRE_OHM
from northspan.core.readings.taken.circuits_ran import TWO_HOTS
from northspan.core.readings.told.readable import readable
from northspan.core.readings.told.saying import names
from northspan.instruments.simulated.meters import SimulatedMeter
from northspan.instruments.simulated.practice import Planted
from tests.core.made.shed import AT, CIRCUITS, Shed, clamp


class AtOutlets(unittest.TestCase):
    def test_a_sound_outlet_has_the_drop_of_its_wires(self):
        shed = Shed(bench=6.0, saw=0.0)
        at, values = shed.here.meter.at, shed.here.meter.read()
        hot, neutral = values[at[f"volts/{AT}/a-n"]], values[at[f"volts/{AT}/n-can"]]
        drop = 6.0 * WIRE_OHM
        self.assertAlmostEqual(shed.reads("outlet-volts", "bench"), hot - 2.0 * drop, delta=0.1)
        self.assertAlmostEqual(shed.reads("outlet-neutral", "bench"), neutral + drop, delta=0.05)
        self.assertAlmostEqual(shed.reads("outlet-neutral", "saw"), neutral, delta=0.05)
        self.assertNotIn(f"outlet-volts/{AT}/kiln", at)
        # What runs there unread may drop five amperes' worth on both its wires, one deviation.
        unread, told = (s.told(*more, clamp(9, "outlet-volts", "bench", hot)).judged[-1] for s, more in (
            (shed, ()), (shed, (clamp(1, "circuit-hot", "bench", 0.0),)),
        ))  # fmt: skip
        known, whole = ((j.high - j.low) / 4.0 for j in (told, unread))
        self.assertAlmostEqual(math.hypot(known, 5.0 * 2.0 * WIRE_OHM), whole, delta=0.01)

    def test_an_open_neutral_of_a_pair_parts_the_volts_as_its_loads_are(self):
        shed = Shed(fan=7.0, pump=4.0)
        at, values = shed.here.meter.at, shed.here.meter.read()
        both, leg, other = (values[at[f"volts/{AT}/{part}"]] for part in ("a-b", "a-n", "b-n"))
        key, fan, pump = f"open-circuit-neutral/{AT}/fan/pump", leg / 7.0, other / 4.0
        # The loads lie in series: the one that took more has less.
        volts = both * fan / (fan + pump)
        self.assertAlmostEqual(shed.reads("outlet-volts", "fan", key, fan), volts, delta=1.2)
        self.assertAlmostEqual(shed.reads("outlet-volts", "pump", key, fan), both - volts, delta=1.4)
        self.assertAlmostEqual(shed.reads("outlet-neutral", "pump", key, fan), leg - volts, delta=1.0)
        self.assertLess(shed.reads("circuit-neutral", "fan", key, fan), 0.01)
        # What the clamp reads then is the same on both: the volts alone tell, and where it is loose how far they part.
        told = shed.told(
            clamp(1, "circuit-hot", "fan", 5.1), clamp(2, "circuit-hot", "pump", 5.1),
            clamp(3, "outlet-volts", "fan", volts), clamp(4, "outlet-volts", "pump", both - volts),
            clamp(5, "circuit-neutral", "fan", 0.0),
        )  # fmt: skip
        self.assertEqual([j.verdict for j in told.judged][2:], ["far", "far", "as-expected"])
        self.assertEqual(told.finding.suspects[0].key, key)
        self.assertGreater(told.finding.suspects[0].chance, 0.9)
        # So the clamp reads, too, when the fault is only simulated: both loads in series.
        planted = Planted(next(s for s in shed.suspects if s.key == key), fan)
        for hot in ("fan", "pump"):
            shown = SimulatedMeter("amps", lambda ran: shed.here, planted, random.Random(3))
            amps = shown.read(("circuit-hot", AT, hot), {}).value
            self.assertAlmostEqual(amps, both / (fan + pump), delta=0.3)

    def test_both_legs_reach_what_is_connected_to_them(self):
        shed = Shed(kiln=10.0)
        at, values = shed.here.meter.at, shed.here.meter.read()
        both, leg, other = (values[at[f"volts/{AT}/{part}"]] for part in ("a-b", "a-n", "b-n"))
        drop = 10.0 * WIRE_OHM
        self.assertAlmostEqual(shed.reads("outlet-a-b", "kiln"), both - 2.0 * drop, delta=0.2)
        # Neutral and can are half a volt apart there.
        self.assertAlmostEqual(shed.reads("outlet-b-ground", "kiln"), other - drop, delta=0.8)
        # What runs there unread may drop five amperes' worth, hot to hot on both its wires.
        blurs = [shed.here.meter.blur[at[f"{what}/{AT}/oven"]] for what in TWO_HOTS]
        self.assertEqual(blurs, [5.0 * ways * WIRE_OHM for ways in (2, 1, 1)])
        # The clamp read the ten amperes through the joint: it drops ten volts an ohm, and the rest stays the load's.
        loose = f"loose-leg/{AT}/kiln/A"
        self.assertAlmostEqual(shed.reads("outlet-a-b", "kiln", loose, 2.0), both - drop - 20.0, delta=0.5)
        self.assertAlmostEqual(shed.reads("outlet-a-ground", "kiln", loose, 2.0), leg - 20.0, delta=0.8)
        told = shed.told(
            clamp(1, "circuit-hot", "kiln", 10.0), clamp(2, "outlet-a-b", "kiln", both - drop - 20.0),
            clamp(3, "outlet-a-ground", "kiln", leg - 20.0), clamp(4, "outlet-b-ground", "kiln", other - drop),
        )  # fmt: skip
        self.assertEqual([j.verdict for j in told.judged][1:], ["off", "far", "as-expected"])
        first = told.finding.suspects[0]
        self.assertEqual(first.key, loose)
        self.assertRegex(first.title, "Hot of kiln .4. on leg A is loose, about 2(.[12])? ohm on the way")
        # With one leg open the load hangs on the other alone, and lets the open one read as if it were there.
        opened = Shed()
        self.assertLess(opened.reads("outlet-a-ground", "kiln", loose, 3e5), 2.0)
        self.assertAlmostEqual(opened.reads("outlet-b-ground", "kiln", loose, 3e5), other, delta=0.8)
        grounded = (shed.reads(what, "kiln", f"open-circuit-ground/{AT}/kiln") for what in TWO_HOTS)
        self.assertEqual([round(volts, -1) for volts in grounded], [round(both, -1), 0.0, 0.0])

    def test_a_loose_hot_drops_by_what_the_clamp_read_through_it(self):
        shed = Shed(bench=6.0)
        hot = shed.here.meter.read()[shed.here.meter.at[f"volts/{AT}/a-n"]]
        volts = shed.reads("outlet-volts", "bench", f"loose-hot/{AT}/bench", 3.0)
        self.assertAlmostEqual(volts, hot - 6.0 * (3.0 + WIRE_OHM), delta=0.3)
        tight = shed.reads("outlet-volts", "bench", f"loose-hot/{AT}/bench", WIRE_OHM)
        self.assertAlmostEqual(tight, shed.reads("outlet-volts", "bench"), places=6)
        # Both a leak and a loose hot say how much of what the clamp read is the load's: never both at once.
        one, other = (next(s for s in shed.suspects if s.key == f"{kind}/{AT}/bench") for kind in ("loose-hot", "leak"))
        self.assertFalse(one.apart_from(other))
        loose = shed.reads("outlet-volts", "bench", f"loose-circuit-neutral/{AT}/bench", 3.0)
        self.assertAlmostEqual(loose, volts, delta=0.3)
        # What a clamp shows of an idle wire is its last digit: nothing hangs there.
        idle = Shed(bench=0.02)
        self.assertFalse([b for c in idle.here.circuits for b in c.branches if b.name == f"draw {AT}/bench"])

    def test_what_does_not_reach_an_outlet_reads_next_to_nothing_there(self):
        shed = Shed(bench=6.0, saw=0.0)
        leg = shed.reads("outlet-ground", "saw")
        self.assertGreater(leg, 115.0)
        opened, crossed = (f"{kind}/{AT}/saw" for kind in ("open-circuit-ground", "reversed-polarity"))
        for what, key, volts in (
            ("outlet-ground", opened, 0.0), ("outlet-neutral", opened, 0.0), ("outlet-volts", opened, leg),
            ("outlet-ground", crossed, 0.0), ("outlet-neutral", crossed, leg), ("outlet-volts", crossed, leg),
        ):  # fmt: skip
            self.assertAlmostEqual(shed.reads(what, "saw", key), volts, delta=1.0, msg=(what, key))
        # A meter of 3000 ohm behind a joint of 3000 reads half; six amperes lose themselves in one ohm, on which wire
        # the ground tells.
        self.assertAlmostEqual(shed.reads("outlet-volts", "saw", f"loose-hot/{AT}/saw", 3000.0), leg / 2.0, delta=0.5)
        bench = float(shed.here.meter.read()[shed.here.meter.at[f"volts/{AT}/a-n"]])
        amps = bench / (bench / 6.0 + 1.0)
        left = bench - amps * (1.0 + 2.0 * WIRE_OHM)
        for kind, grounded in (
            ("loose-hot", bench - amps * (1.0 + WIRE_OHM)), ("loose-circuit-neutral", bench - amps * WIRE_OHM),
        ):  # fmt: skip
            key = f"{kind}/{AT}/bench"
            self.assertAlmostEqual(shed.reads("outlet-volts", "bench", key, WIRE_OHM + 1.0), left, delta=0.6)
            self.assertAlmostEqual(shed.reads("outlet-ground", "bench", key, WIRE_OHM + 1.0), grounded, delta=0.7)
        told = shed.told(clamp(1, "outlet-ground", "saw", 0.2))
        self.assertEqual((told.finding.next.what, told.finding.next.part), ("circuit-hot", "saw"))
        told = shed.told(
            clamp(1, "outlet-ground", "saw", 0.2), clamp(2, "circuit-hot", "saw", 0.0),
            clamp(3, "outlet-neutral", "saw", 0.1), clamp(4, "outlet-volts", "saw", leg),
        )  # fmt: skip
        self.assertEqual(told.finding.suspects[0].key, opened)

    def test_outlets_are_asked_for_when_the_panel_tells_no_more(self):
        shed, asked, taken = Shed(), [], []
        while (then := shed.told(*taken).finding.next) is not None:
            asked.append((then.what, then.at, then.part))
            sound = shed.metered_of(Conditions(circuits=(CircuitRan(AT, "bench"), CircuitRan("panel", "stair")))).meter
            at = sound.at.get("/".join(asked[-1]))
            value = 0.0 if at is None else float(sound.read()[at])
            taken.append(Measured(len(taken) + 1, *asked[-1], value, "R. Vale", "2026-11-02T10:00"))
        self.assertEqual(len(asked), len(set(asked)))
        there = {
            r.what for r in readable(shed.ready.entered, shed.here, shed.ready.book.earthing.words) if r.part == "bell"
        }
        self.assertEqual({what for what in there if what.startswith("outlet")}, {"outlet-volts"})
        outlets = [part for what, _, part in asked if what == "outlet-ground"]
        self.assertEqual(outlets, ["stair", "bench", "lamps", "saw", "fan", "pump"])
        last = [what for what, *_ in asked].index("outlet-ground")
        self.assertIn(("outlet-volts", AT, "fan"), asked[:last])
        self.assertEqual({what for what, *_ in asked[last:]}, {"outlet-ground", "outlet-volts", *TWO_HOTS[:2]})
        self.assertEqual([part for what, _, part in asked if what == "outlet-a-b"], ["kiln", "oven"])


class Astray(unittest.TestCase):
    def test_what_comes_home_by_ground_is_looked_for_circuit_by_circuit(self):
        shed = Shed()
        here = shed.metered_of(Conditions()).meter
        sound = {part: float(here.read()[here.at[f"amps/feeder/{part}"]]) for part in ("all", "ground", "neutral", "b")}
        # 1.2 A of leg A go home by the feeder's ground: its circuit wires are short of as much.
        read = {**sound, "all": sound["all"] + 1.2, "ground": sound["ground"] + 1.2}
        readings = [
            Measured(n, "amps", "feeder", part, amps, "R. Vale", "2026-11-02T10:00")
            for n, (part, amps) in enumerate(read.items(), 1)
        ]
        told = shed.told(*readings).finding
        first, second = told.suspects[:2]
        # Which leg it is of, hardly anything says: its own ampere among twenty.
        self.assertEqual({first.key, second.key}, {f"astray/{AT}/A", f"astray/{AT}/B"})
        self.assertRegex(first.title, "About 1.[123] A on leg")
        self.assertFalse(first.harmless)
        # Its circuits tell the one from the other.
        self.assertNotIn(second.title, first.alike)
        while told.next.what != "leakage":
            spot, at = told.next, here.at[f"{told.next.what}/{told.next.at}/{told.next.part}"]
            value = float(here.read(next(s for s in shed.here.suspected if s.key == first.key).edits(96.0))[at])
            readings.append(
                Measured(len(readings) + 1, spot.what, spot.at, spot.part, value, "R. Vale", "2026-11-02T10:00")
            )
            told = shed.told(*readings).finding
        self.assertEqual((told.next.at, told.next.part), (AT, "bench"))
        # What reads like nothing wrong, and may be in no panel, leads to the circuits too, in their order.
        sound, other = (
            SuspectAnswer(key, key, "", "", 0.5, (), alike, (), key == "none")
            for key, alike in (("none", ()), ("electrode-off/shed", ("none",)))
        )
        words = shed.ready.book.earthing.words
        asked = [
            next_circuit(shed.ready.entered, names(shed.ready.entered), words, (), answers, ())
            for answers in ((other, sound), (replace(other, alike=()), sound))
        ]
        self.assertEqual((asked[0].what, asked[0].part, asked[1]), ("leakage", "stair", None))
        # Where every circuit is clamped and none leaks it is none of them.
        clean = [clamp(100 + n, "leakage", c["id"], 0.1) for n, c in enumerate(CIRCUITS) if c.get("space")]
        keys = {s.key for s in shed.told(*readings, *clean[:-1]).finding.suspects}
        self.assertIn(first.key, keys)
        self.assertFalse({first.key, second.key} & {s.key for s in shed.told(*readings, *clean).finding.suspects})
