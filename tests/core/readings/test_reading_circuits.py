"""Circuits of a panel read with a clamp, splices along a run, loads nobody spoke of: worked out by hand."""

import math
import random
import re
import subprocess
import sys
import unittest
from dataclasses import replace
from datetime import date
from functools import cache

from northspan.core.property.whole.measured import CircuitRan, Conditions, Measured
from northspan.core.readings.network.circuit_suspects import circuit_suspects
from northspan.core.readings.network.circuits import WIRE_OHM
from northspan.core.readings.network.of_job import metered
from northspan.core.readings.network.suspects import LOAD_OHM
from northspan.core.readings.round import round_of
from northspan.core.readings.taken.circuits_ran import OF_CIRCUITS, with_circuits
from northspan.core.readings.taken.spot import Spot
from northspan.core.readings.told.readable import readable
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from northspan.demo.library import demo_jobs
from northspan.instruments.simulated.bench import READS, Bench
from tests import FACTOR
from tests.core.made.jobs import job
from tests.core.made.shed import AT, PANEL, Shed, clamp
from tests.core.second.panels import random_panel

METERS = ("clamp", "voltmeter", "ohmmeter")


class Clamped(unittest.TestCase):
    def test_a_sound_circuit_brings_back_what_went_out(self):
        shed = Shed(bench=6.0, lamps=2.0, saw=5.0, fan=7.0, pump=4.0, kiln=10.0, oven=1.0)
        for circuit, amps in (("bench", 6.0), ("lamps", 2.0), ("saw", 5.0)):
            self.assertAlmostEqual(shed.reads("circuit-neutral", circuit), amps, delta=0.02)
        # A multiwire pair's two legs take their difference back on the one neutral.
        for circuit in ("fan", "pump"):
            self.assertAlmostEqual(shed.reads("circuit-neutral", circuit), 3.0, delta=0.02)
        # Of two poles with a neutral one figure does not tell what comes back by it.
        for circuit in ("kiln", "oven"):
            self.assertNotIn(f"circuit-neutral/{AT}/{circuit}", shed.here.meter.at)
        for circuit in ("bench", "pump", "kiln"):
            # A megohm of insulation to each place that is reached lets a tenth of a milliampere through.
            self.assertLess(shed.reads("leakage", circuit), 0.25)
            self.assertLess(shed.reads("circuit-ground", circuit), 0.001)
        # Every circuit was read: the panel takes 6 + 2 + 7 + 10 + 1 A on leg A, whatever was entered for it. With one
        # of them not read it takes what was entered.
        rest = Shed(bench=6.0, lamps=2.0, saw=5.0, fan=7.0, pump=4.0, kiln=10.0)
        entered, read, most = (
            float(m.read()[m.at["amps/feeder/a"]])
            for m in (shed.metered_of(Conditions()).meter, shed.here.meter, rest.here.meter)
        )
        self.assertAlmostEqual(read, 26.0, delta=0.15)
        self.assertAlmostEqual(most, entered, delta=0.04 * entered)

    def test_a_pair_on_one_leg_brings_both_back_on_one_neutral(self):
        shed = Shed(fan=7.0, pump=4.0)
        self.assertAlmostEqual(shed.reads("circuit-neutral", "fan", f"same-leg/{AT}/fan/pump"), 11.0, delta=0.4)
        self.assertLess(shed.reads("leakage", "fan", f"same-leg/{AT}/fan/pump"), 1.0)
        told = shed.told(
            clamp(1, "circuit-hot", "fan", 7.0), clamp(2, "circuit-hot", "pump", 4.0),
            clamp(3, "circuit-neutral", "fan", 10.9), clamp(4, "leakage", "fan", 0.4),
        ).finding.suspects[0]  # fmt: skip
        self.assertEqual(told.key.split("/")[:2], ["same-leg", AT])

    def test_neutrals_that_meet_share_what_comes_back(self):
        shed = Shed(bench=6.0, lamps=2.0, saw=5.0)
        # Two wires of 0.1 ohm and a joint of so many: (I1 + I2)·R = each its share, I1 - I2 off by the joint's drop.
        for joint in (0.02, 0.5, 2.0):
            share = joint / (joint + 2.0 * WIRE_OHM)
            middle, half = 4.0, 2.0
            self.assertAlmostEqual(
                shed.reads("circuit-neutral", "bench", f"circuits-meet/{AT}/bench/lamps", joint),
                middle + half * share,
                delta=0.03,
            )
        # On two legs what meets is the difference.
        self.assertAlmostEqual(
            shed.reads("circuit-neutral", "saw", f"circuits-meet/{AT}/bench/saw", 1e-4), 0.5, delta=0.03
        )
        borrowed = f"borrowed-neutral/{AT}/bench/saw"
        self.assertLess(shed.reads("circuit-neutral", "bench", borrowed), 0.01)
        self.assertAlmostEqual(shed.reads("circuit-neutral", "saw", borrowed), 1.0, delta=0.02)
        self.assertAlmostEqual(shed.reads("leakage", "bench", borrowed), 6000.0, delta=60.0)

    def test_what_comes_home_elsewhere_is_found_before_its_hot_is_read(self):
        shed = Shed(saw=5.0)
        # Six amperes of the bench come back with the saw's five, from the other leg.
        volts = shed.here.meter.read()[shed.here.meter.at[f"volts/{AT}/a-n"]]
        ohms = volts / 6.0 - 2.0 * WIRE_OHM
        borrowed = shed.reads("circuit-neutral", "saw", f"borrowed-neutral/{AT}/bench/saw", ohms)
        self.assertAlmostEqual(borrowed, 1.0, delta=0.15)
        told = shed.told(clamp(1, "leakage", "bench", 6000.0))
        self.assertEqual((told.finding.next.what, told.finding.next.part), ("circuit-hot", "bench"))

    def test_a_panel_that_nothing_feeds_reads_nothing(self):
        ready = prepared(
            job(**PANEL, **{"runs/1/locks": {"breaker_a": 30}, "stations/2/load": None, "runs/0/system": "240-2w"})
        )
        here = metered(ready, solution(ready).panels, Conditions(circuits=(CircuitRan(AT, "bench", 6.0),)))
        self.assertTrue(all(math.isfinite(value) for value in here.meter.read()))

    def test_of_many_pairs_those_that_both_read_wrong_come_first(self):
        shed = Shed(bench=6.0, lamps=2.0, saw=5.0)
        found = circuit_suspects(
            shed.here.circuits, [Spot("leakage", AT, "saw"), Spot("leakage", AT, "fan")], {"panel"}
        )
        met = [s.at[1:] for s in found if s.kind in ("circuits-meet", "borrowed-neutral")]
        self.assertEqual({frozenset(at) for at in met[:3]}, {frozenset(("saw", "fan"))})
        self.assertGreater(len(met), 6)

    def test_which_wire_of_a_pair_leaks_no_clamp_tells(self):
        shed = Shed()
        told = shed.told(
            clamp(1, "circuit-hot", "fan", 5.0), clamp(2, "circuit-hot", "pump", 4.0),
            clamp(3, "leakage", "fan", 60.0), clamp(4, "leakage", "pump", 61.0),
            clamp(5, "circuit-ground", "fan", 0.06), clamp(6, "circuit-ground", "pump", 0.06),
        ).finding.suspects  # fmt: skip
        leaks = {s.key: s for s in told if s.key.startswith("leak/")}
        one, other = leaks[f"leak/{AT}/fan"], leaks[f"leak/{AT}/pump"]
        self.assertIn(other.title, one.alike)
        self.assertIn(told[0].key, (one.key, other.key, f"neutral-on-ground/{AT}/fan"))

    def test_a_leak_and_a_touch_go_home_by_the_ground(self):
        shed = Shed(bench=6.0, kiln=20.0)
        volts = shed.here.meter.read()[shed.here.meter.at[f"volts/{AT}/a-n"]]
        self.assertAlmostEqual(
            shed.reads("circuit-ground", "kiln", f"leak/{AT}/kiln", 3000.0), volts / 3000.0, delta=0.002
        )
        self.assertAlmostEqual(shed.reads("leakage", "kiln", f"leak/{AT}/kiln", 3000.0), volts / 3.0, delta=1.0)
        # Beyond a feeder the ground has a long way home: less than half takes it.
        ground = shed.reads("circuit-ground", "bench", f"neutral-on-ground/{AT}/bench", 0.01)
        self.assertTrue(0.3 < ground < 3.0, ground)
        neutral = shed.reads("circuit-neutral", "bench", f"neutral-on-ground/{AT}/bench", 0.01)
        self.assertAlmostEqual(
            shed.reads("leakage", "bench", f"neutral-on-ground/{AT}/bench", 0.01), 1000.0 * (6.0 - neutral), delta=60
        )

    def test_a_leak_is_part_of_what_its_hot_reads(self):
        # Nothing else runs on the bench: what its hot reads is the leak, and none of it comes back by the neutral. The
        # leg has 115.6 V there.
        told = Shed().told(
            clamp(1, "circuit-hot", "bench", 0.6), clamp(2, "circuit-neutral", "bench", 0.0),
            clamp(3, "leakage", "bench", 598.0), clamp(4, "circuit-ground", "bench", 0.6),
        ).finding.suspects  # fmt: skip
        leak = next(s for s in told if s.key == f"leak/{AT}/bench")
        self.assertIn("about 190 ohm", leak.title)
        # Neutral and ground swapped at its outlet send all of it home by the ground, too.
        self.assertEqual({s.key for s in told[:2]}, {leak.key, f"outlet-swapped/{AT}/bench"})

    def test_readings_of_circuits_are_judged_by_their_hots(self):
        shed = Shed()
        told = shed.told(
            clamp(1, "circuit-hot", "bench", 2.0),
            clamp(2, "circuit-neutral", "bench", 4.5),
            clamp(3, "circuit-neutral", "saw", 1.0),
            clamp(4, "circuit-hot", "lamps", 2.0),
            clamp(5, "circuit-neutral", "lamps", 3.5),
            clamp(6, "circuit-hot", "bench", 6.0, corrects=1),
            clamp(7, "circuit-hot", "fan", 10.0),
            clamp(8, "circuit-hot", "pump", 9.0),
            clamp(9, "circuit-neutral", "fan", 0.6),
            clamp(10, "circuit-neutral", "oven", 4.0),
        )
        verdicts = {j.number: (j.verdict, bool(j.wanting)) for j in told.judged}
        self.assertEqual(verdicts[3], ("none", True))
        self.assertIn("two-pole", told.judged[-1].wanting)
        self.assertEqual(verdicts[5], ("far", False))
        # Of ten and nine amperes one is left, give or take what both hots were read wrong by.
        self.assertEqual(verdicts[9], ("as-expected", False))
        # The corrected hot counts: six amperes went out, four and a half came back.
        self.assertEqual(verdicts[2], ("far", False))
        self.assertEqual(
            [c.amps for c in with_circuits(told.readings)[0].ran.circuits], [6.0, 10.0, 2.0, None, 9.0, None]
        )
        # A hot of another day tells nothing of today's neutral.
        late = replace(clamp(11, "circuit-neutral", "lamps", 2.0), on="2026-11-03T08:00")
        self.assertTrue(shed.told(*told.readings, late).judged[-1].wanting)
        first = told.finding.suspects[0]
        self.assertEqual((first.key.split("/")[0], first.harmless), ("circuits-meet", False), first)
        self.assertIn("Lamps (5)", first.title)

    def test_what_is_wrong_with_a_circuit_is_found_by_what_is_asked_next(self):
        ready = prepared(demo_jobs()["tamarack-row"])
        solved = solution(ready)
        metered_of = cache(lambda ran: metered(ready, solved.panels, ran))
        # At the service nothing hangs that could be astray.
        self.assertEqual({s.at[0] for s in metered_of(Conditions()).suspected if s.kind == "astray"}, {"panel"})
        kinds = set()
        for seed in (1, 3, 4, 6, 14, 16, 25, 35, 50, 63):
            bench = Bench(ready, solved, metered_of, None, date(2026, 11, 2), f"round {seed}", random.Random(seed))
            meters = {what: bench.instrument(kind) for what, kind in READS.items() if kind in METERS}
            planted, taken, told = bench.planted, [], None
            # Whoever looks begins where it was noticed.
            spot = noticed(bench.running(Conditions()), planted)
            while spot is not None and len(taken) < 14:
                value = meters[spot[0]].read(spot, {}).value
                taken.append(Measured(len(taken) + 1, *spot, value, "T. Osei", "2026-11-02T10:00"))
                told = round_of(ready, solved, taken, metered_of).finding
                settled = told.standing == "points" and told.suspects[0].chance > 0.97
                spot = None if settled or told.next is None else (told.next.what, told.next.at, told.next.part)
            at, first = [s.key for s in told.suspects].index(planted.suspect.key), told.suspects[0]
            self.assertLess(at, 2, (seed, planted.suspect.key, first.key))
            self.assertTrue(at == 0 or first.chance < 0.9, (seed, planted.suspect.key, first.key))
            # What may be live is told before anything else.
            self.assertTrue(planted.suspect.kind not in LIVE or told.dangers, seed)
            kinds.add(planted.suspect.kind)
        self.assertEqual(
            kinds,
            {"borrowed-neutral", "loose-hot", "loose-leg", "loose-circuit-neutral", "open-circuit-neutral",
             "open-circuit-ground", "reversed-polarity", "outlet-swapped", "live-ground", "two-hots"},
        )  # fmt: skip


LIVE = ("live-ground", "two-hots", "outlet-swapped")


def noticed(here, planted):
    """Where at a panel's circuits a fault shows most."""
    sound, ill = here.meter.read(), here.meter.read(planted.edits)
    off = {i: abs(b - a) / (1.0 + 0.02 * a) for i, (a, b) in enumerate(zip(sound, ill, strict=True))}
    there = [i for i, spot in enumerate(here.meter.spots) if spot.quantity in OF_CIRCUITS]
    spot = here.meter.spots[max(there, key=off.get)]
    return spot.quantity, spot.at, spot.part


# As a server's thread does: it is still there when the program ends.
KEPT_IN_A_THREAD = """
import threading
from northspan.core.physics.network.nodal import WHOLE_UP_TO
from northspan.core.solve.prepared import prepared
from northspan.core.readings.finding.answer import SuspectAnswer
from northspan.core.readings.finding.next.circuit import next_circuit
from northspan.core.property.whole.measured import CircuitRan, Conditions
from northspan.core.readings.network.of_job import metered
from northspan.core.solve.solve import solution
from northspan.demo.library import demo_jobs

kept, done = [], threading.Event()

def work():
    ready = prepared(demo_jobs()["juniper-bend"])
    read = CircuitRan("house-panel", "dishwasher", 4.0), CircuitRan("studio-panel", "glaze", 3.0)
    kept.append(metered(ready, solution(ready).panels, Conditions(circuits=read)))
    done.set()
    threading.Event().wait()

threading.Thread(target=work, daemon=True).start()
done.wait()
assert len(kept[0].there.network.nodes) > WHOLE_UP_TO
"""


class Kept(unittest.TestCase):
    def test_a_property_kept_by_one_thread_does_not_trip_the_program_at_its_end(self):
        done = subprocess.run(
            [sys.executable, "-u", "-c", KEPT_IN_A_THREAD], capture_output=True, text=True, check=False
        )
        self.assertEqual((done.returncode, done.stderr), (0, ""))


class AnyPanel(unittest.TestCase):
    def test_what_went_out_comes_back_whatever_stands_in_the_panel(self):
        looked = 0
        for seed in range(20 * FACTOR):
            gear, panel = random_panel(seed)
            ready = prepared(job(**{"stations/2/gear": gear, "stations/2/panel": panel}))
            solved, pick = solution(ready), random.Random(seed)
            metered_of = cache(lambda ran, ready=ready, solved=solved: metered(ready, solved.panels, ran))
            hots = {c["id"]: round(pick.uniform(0.5, 3.0), 2) for c in panel["circuits"] if c["space"]}
            read = tuple(CircuitRan(AT, circuit, amps) for circuit, amps in hots.items())
            here = metered_of(Conditions(circuits=read))
            values = here.meter.read()
            for each in here.circuits:
                ways = [c for c in here.circuits if c.neutral_wire == each.neutral_wire]
                neutral = here.meter.at.get(f"circuit-neutral/{AT}/{each.id}")
                if neutral is not None:
                    back = abs(sum(c.amps if c.legs == "A" else -c.amps for c in ways))
                    self.assertAlmostEqual(values[neutral], back, delta=0.05, msg=(seed, each.id))
                    looked += 1
                self.assertLess(values[here.meter.at[f"leakage/{AT}/{each.id}"]], 0.5, (seed, each.id))
            # Anything may be written down: it is judged and explained, and chances stay chances.
            there = readable(ready.entered, here, ready.book.earthing.words)
            spots = [r for r in pick.sample(there, min(25, len(there))) if r.what != "electrode"]
            taken = [
                Measured(n, r.what, r.at, r.part, round(10.0 ** pick.uniform(-3, 3), 3), "R. Vale", "2026-11-02T10:00")
                for n, r in enumerate(spots, 1)
            ]
            suspects = round_of(ready, solved, taken, metered_of).finding.suspects
            self.assertAlmostEqual(sum(s.chance for s in suspects), 1.0, places=6)
        self.assertGreater(looked, 30)


class Along(unittest.TestCase):
    def test_a_joint_is_found_between_the_boxes_it_lies_between(self):
        route = {
            "points": [
                {"x": 0, "y": 0},
                {"x": 50, "y": 0, "pull": True},
                {"x": 100, "y": 0, "pull": True},
                {"x": 150, "y": 0},
            ]
        }
        ready = prepared(job(**{"runs/1/route": route}))
        here = metered(ready, (), Conditions())
        joints = [s for s in here.suspected if s.kind == "loose-neutral" and s.at[0] == "feeder"]
        self.assertEqual([s.at for s in joints], [("feeder", "0"), ("feeder", "1"), ("feeder", "2")])
        at, sound = here.meter.at, here.meter.read()
        # A third of the drop lies between each two.
        source, end = sound[at["volts/panel/a-n"]], sound[at["volts/shed-panel/a-n"]]
        self.assertAlmostEqual(sound[at["volts/feeder/a-n#1"]], source - (source - end) / 3.0, delta=0.02)
        # A joint before a box moves what is read there and beyond it; one behind the box only what is read beyond.
        moved = {s.at[1]: here.meter.read(s.edits(0.5)) - sound for s in joints}
        near, far = at["volts/feeder/b-n#1"], at["volts/shed-panel/b-n"]
        # Five amperes unbalanced, of a power factor of 0.9; to the neutral 9.6, 9.6 and 24 ohm lie side by side.
        wire = here.there.network.branch("N feeder").ohms.real
        shift = 0.9 * 5.0 * (0.5 - wire) * 4.0 / (4.0 + 0.5)
        self.assertAlmostEqual(moved["0"][near], shift, delta=0.2)
        self.assertLess(abs(moved["1"][near]), 0.1)
        self.assertAlmostEqual(moved["1"][far], shift, delta=0.2)


class Unsaid(unittest.TestCase):
    def test_a_load_nobody_spoke_of_is_no_fault(self):
        shed = Shed()
        here = shed.metered_of(Conditions()).meter
        more = shed.metered_of(Conditions(1.0, 12.0, AT)).meter
        readings = [
            Measured(
                n,
                "amps",
                "feeder",
                part,
                float(more.read()[more.at[f"amps/feeder/{part}"]]),
                "R. Vale",
                "2026-11-02T10:00",
            )
            for n, part in enumerate(("a", "neutral", "b", "all"), 1)
        ]
        told = shed.told(*readings).finding.suspects[0]
        # Within what loads do: nothing is wrong, and what ran is told.
        self.assertEqual((told.key, told.harmless), ("none", True))
        taken = re.search(
            r"Shed panel takes about (\d+) A on leg A and about (\d+) A on leg B; said was", told.supposes[0]
        )
        self.assertAlmostEqual(int(taken[1]) - int(taken[2]), 17.0, delta=3.0)
        other = next(s for s in shed.here.suspected if s.key == f"more-load/{AT}/B")
        more_on_b = here.read(other.edits(10.0)) - here.read()
        self.assertLess(more_on_b[here.at["amps/feeder/a"]], 0.5)
        # What is there has a power factor of 0.9, what is added one of 1.
        amps, more_a = here.read()[here.at["amps/feeder/b"]], here.read()[here.at[f"volts/{AT}/b-n"]] / 10.0
        added = math.hypot(0.9 * amps + more_a, math.sqrt(0.19) * amps) - amps
        self.assertAlmostEqual(more_on_b[here.at["amps/feeder/b"]], added, delta=0.08 * added)
        self.assertLess(120.0 / LOAD_OHM[1], 0.6)
