"""What meters should read, and what would explain what they read."""

import math
import random
import unittest
from collections import Counter
from dataclasses import replace
from functools import cache

from northspan.core.document.file import parse
from northspan.core.physics.network.nodal import Branch
from northspan.core.property.whole.measured import Conditions, Measured, conditions
from northspan.core.readings.finding.finding import finding
from northspan.core.readings.judge import judge
from northspan.core.readings.kinds.drops import drops
from northspan.core.readings.kinds.torque import due_again
from northspan.core.readings.logbook.soils import SoilSum, soil_bands
from northspan.core.readings.network.of_job import metered
from northspan.core.readings.network.suspects import CUT_OHM
from northspan.core.readings.round import round_of
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from northspan.demo.library import demo_jobs
from tests.core.made.hunts import hunt
from tests.core.made.jobs import job
from tests.core.made.properties import random_property


class Small:
    """The small property, ready to be read."""

    def __init__(self, **changes):
        self.ready = prepared(job(**changes))
        self.solution = solution(self.ready)
        self.metered_of = cache(lambda ran: metered(self.ready, self.solution.panels, ran))
        self.here = self.metered_of(Conditions())
        self.rules = self.ready.book.readings

    def suspect(self, key):
        return next(s for s in self.here.suspected if s.key == key)

    def value(self, key, edits=()):
        return float(self.here.meter.read(edits)[self.here.meter.at[key]])

    def judged(self, *readings):
        return judge(self.ready, self.solution, self.rules, readings, self.metered_of)

    def explained(self, readings):
        words = self.ready.book.earthing.words
        return finding(self.ready.entered, words, self.rules, readings, self.metered_of)


def reading(number, what, at, part, value, **more):
    return Measured(number, what, at, part, value, "R. Vale", "2026-11-02T10:00", **more)


def hunted(first, many, kind=None):
    """So many hunts on properties of no more than six runs, from a seed on."""
    seed = first
    while many:
        property_ = random_property(seed)
        told = hunt(property_, seed, False, kind) if len(property_.runs) <= 6 else None
        many, seed = many - (told is not None), seed + 1
        if told is not None:
            yield told


class Meters(unittest.TestCase):
    def test_a_second_bond_shares_the_neutral_s_current_by_the_two_ways_home(self):
        small = Small()
        before = small.value("amps/feeder/neutral")
        edits = small.suspect("second-bond/shed-panel").edits()
        neutral, ground = small.value("amps/feeder/neutral", edits), small.value("amps/feeder/ground", edits)
        wire = {b.name: b.ohms for b in small.here.there.network.branches}
        # Two bars on their cans and two bonds of half a thousandth of an ohm stand in the ground wire's way.
        other = wire["G feeder"] + 4 * 0.0005
        self.assertAlmostEqual(ground / neutral, abs(wire["N feeder"]) / abs(other), delta=0.005 * ground / neutral)
        self.assertAlmostEqual(neutral + ground, before, delta=0.02 * before)
        self.assertAlmostEqual(small.value("amps/feeder/all", edits), ground, delta=0.02 * ground)
        self.assertLess(small.value("amps/feeder/all"), 0.05)

    def test_an_open_neutral_puts_the_legs_in_series(self):
        small = Small()
        volts = {}
        for key in ("a-n", "b-n", "a-b"):
            volts[key] = small.value(f"volts/shed-panel/{key}", small.suspect("loose-neutral/feeder").edits(3e5))
        self.assertGreater(abs(volts["a-n"] - volts["b-n"]), 10.0)
        self.assertAlmostEqual(volts["a-n"] + volts["b-n"], volts["a-b"], delta=0.01 * volts["a-b"])

    def test_what_is_altered_is_what_is_solved_anew(self):
        pick = random.Random(5)
        for seed in range(12):
            here = metered(prepared(random_property(seed)), (), Conditions(0.7, 9.0, "s1"))
            suspect = pick.choice(here.suspected[1:])
            ohms = None if suspect.ohms is None else math.exp(pick.uniform(*map(math.log, suspect.ohms)))
            edits = suspect.edits(ohms)
            anew = here.there.network.without(*(e.branch for e in edits))
            anew = anew.with_branches(*(Branch(e.branch, e.start, e.end, complex(e.ohms)) for e in edits))
            state = anew.state()
            found = here.meter.read(edits)
            parts = {"a": "A", "b": "B", "neutral": "N", "ground": "G", "electrode": "earth", "path": "path"}
            looked = 0
            for spot, value in zip(here.meter.spots, found, strict=True):
                if spot.quantity == "amps" and spot.part in parts:
                    want = abs(state.amps(anew.branch(f"{parts[spot.part]} {spot.at}")))
                    self.assertAlmostEqual(value, want, delta=1e-6 * max(1.0, want), msg=(seed, suspect.key, spot.key))
                    looked += 1
                if spot.quantity == "volts" and spot.part == "a-n":
                    want = abs(state.node(f"{spot.at}:A") - state.node(f"{spot.at}:N"))
                    self.assertAlmostEqual(value, want, delta=1e-6 * max(1.0, want), msg=(seed, suspect.key, spot.key))
            self.assertGreater(looked, 8)

    def test_an_ohmmeter_finds_wire_and_what_stands_beside_it(self):
        small = Small()
        wire = {b.name: b.ohms for b in small.here.there.network.branches}
        # The ground wire between two bars on their cans; earth and rods beside it are thousands of times as much.
        want = abs(wire["G feeder"] + 2 * 0.0005)
        self.assertAlmostEqual(small.value("continuity/shed-panel/can"), want, delta=0.01 * want)
        cut = small.value("continuity/shed-panel/can", small.suspect("missing-ground/feeder").edits(CUT_OHM))
        self.assertGreater(cut, 10.0)
        # A second bond puts the neutral beside it, from can to can by two bonds.
        beside = wire["N feeder"] + 2 * 0.0005
        both = abs(1.0 / (1.0 / (wire["G feeder"] + 2 * 0.0005) + 1.0 / beside))
        second = small.value("continuity/shed-panel/can", small.suspect("second-bond/shed-panel").edits())
        self.assertAlmostEqual(second, both, delta=0.02 * both)


class Finding(unittest.TestCase):
    def test_faults_planted_in_an_independent_house_are_found(self):
        """Loads anything from 0.4 to 1.6 times what was told and either leg the heavier, what is read next as told."""
        found = list(hunted(512, 7))
        self.assertGreaterEqual(sum(h.rank == 0 for h in found), 0.8 * len(found))
        self.assertGreaterEqual(sum(h.rank < 3 for h in found), 0.9 * len(found))
        for each in found:
            first = each.told.suspects[0]
            self.assertAlmostEqual(sum(s.chance for s in each.told.suspects), 1.0)
            self.assertTrue(each.rank == 0 or first.chance < 0.9, (each.kind, first.key))
            # Where a fault moves a voltage it is never as likely as not that nothing is wrong.
            harmless = sum(s.chance for s in each.told.suspects if s.harmless)
            self.assertFalse(each.moves_volts > 0.03 and harmless > 0.5, each.kind)

    def test_nothing_wrong_and_what_is_on_no_list_are_never_told_as_a_fault_for_sure(self):
        for kind in ("sound", "else"):
            for each in hunted(701, 2, kind):
                told = each.told.suspects[0]
                self.assertTrue(told.harmless or told.key == "else" or told.chance < 0.9, (kind, told.key))

    def test_nothing_is_called_sound_before_each_leg_at_every_end_is_read(self):
        """Of a shed on one leg no second is asked for; before its one was read that nothing is wrong is not told."""
        small = Small(**{"runs/1/system": "120-2w"})
        taken = [
            reading(n, *spot.split("/"), small.value(spot))
            for n, spot in enumerate(
                ("amps/feeder/a", "amps/feeder/neutral", "amps/feeder/all", "amps/service/all", "volts/panel/a-n",
                 "volts/panel/b-n", "continuity/panel/can", "continuity/shed-panel/can", "volts/shed-panel/n-can"), 1)
        ]  # fmt: skip
        calm = small.explained(taken)
        self.assertLess(sum(each.chance for each in calm.suspects if each.harmless), 0.5)
        self.assertEqual((calm.standing, calm.next.at, calm.next.part), ("unread", "shed-panel", "a-n"))
        self.assertIn("each leg are read at Shed panel", calm.rests)
        told = small.explained([*taken, reading(10, "volts", "shed-panel", "a-n", small.value("volts/shed-panel/a-n"))])
        self.assertGreater(sum(each.chance for each in told.suspects if each.harmless), 0.5)
        self.assertNotIn("each leg", told.rests)

    def test_without_readings_nothing_is_likelier_and_with_one_nothing_certain(self):
        small = Small()
        nothing = small.explained(())
        # Every kind is as likely, and every one of a kind.
        kinds = Counter(s.key.split("/")[0] for s in nothing.suspects)
        sound = next(s for s in nothing.suspects if s.key == "none").chance
        for each in nothing.suspects:
            # Nothing wrong at all is as likely as three kinds of fault; loads beyond what loads do are rare.
            rarer = 1.0 if each.key == "none" else 30.0 if each.key.startswith("more-load") else 3.0
            self.assertAlmostEqual(each.chance * kinds[each.key.split("/")[0]] * rarer, sound)
        self.assertIsNotNone(nothing.next)
        one = small.explained((reading(1, "amps", "feeder", "all", 3.0),))
        # A slip of the pen is a chance in a thousand or so: one reading does not rule that out.
        self.assertLess(one.suspects[0].chance, 0.9995)
        self.assertNotEqual(one.suspects[0].key, "none")
        self.assertIn("Shed panel", one.suspects[0].title)

    def test_a_job_with_nothing_to_read_has_nothing_to_say(self):
        bare = parse({"version": 3, "name": "Bare"})
        ready = prepared(bare)
        told = finding(bare, {}, ready.book.readings, (), lambda ran: metered(ready, (), ran))
        self.assertEqual(([s.key for s in told.suspects], told.next), (["none"], None))

    def test_readings_under_several_loads_are_one_story(self):
        small = Small()
        loads = (Conditions(), Conditions(0.0, 10.0, "shed-panel"))
        edits = small.suspect("loose-neutral/feeder").edits(0.8)
        told = []
        for number, (load, part) in enumerate(
            [(loads[0], "a-n"), (loads[1], "a-n"), (loads[1], "b-n"), (loads[1], "n-can")], 1
        ):
            meter = small.metered_of(load).meter
            value = float(meter.read(edits)[meter.at[f"volts/shed-panel/{part}"]])
            told.append(reading(number, "volts", "shed-panel", part, value, ran=load))
        found = small.explained(tuple(told))
        self.assertEqual(found.suspects[0].key, "loose-neutral/feeder")
        self.assertIn("is loose, about 0.8", found.suspects[0].title)


class Judging(unittest.TestCase):
    def test_every_kind_is_held_against_what_this_job_says(self):
        small = Small(**{"stations/1/gear": {"torque": 250}})
        volts = small.value("volts/shed-panel/a-n")
        place = small.solution.ground.places[0]
        found = small.judged(
            reading(1, "volts", "shed-panel", "a-n", volts + 1.0, ran=conditions("these", 1.0)),
            reading(2, "volts", "shed-panel", "a-n", volts - 30.0),
            reading(3, "torque", "panel", "line", 250.0), reading(4, "torque", "panel", "line", 180.0),
            reading(5, "insulation", "feeder", "wires", 0.4),
            reading(6, "electrode", "house", "fall", place.ohms.value, lifted=True),
            reading(7, "trip-time", "panel", "x", 900.0, tried_ma=20.0),
            reading(8, "trip-time", "panel", "x", 1100.0, tried_ma=20.0),
            reading(9, "torque", "shed-panel", "line", 100.0), reading(10, "trip-current", "panel", "x", 7.0),
            *(reading(n, "torque", "panel", "line", value) for n, value in ((11, 280.0), (12, 326.0), (13, 174.0))),
            reading(14, "volts", "shed-panel", "a-n", volts, ran=conditions("these", 0.5)),
        )  # fmt: skip
        # (20 mA ÷ 20 mA)^1.43 is one second. Nothing says what the shed's lugs want.
        want = ["as-expected", "far", "as-expected", "off", "far", "as-expected", "as-expected", "far", "none", "far"]
        # Beyond a tenth off a torque is off; beyond three tenths a screw has stretched or a joint is loose.
        self.assertEqual([j.verdict for j in found[:13]], [*want, "off", "far", "far"])
        ran = [found[at].expected.steps[0].what.split(",")[0] for at in (1, 13)]
        self.assertEqual(ran, ["What ran was not told: 100 % of every load taken", "50 % of every load"])
        for judged in found:
            if judged.expected is not None:
                self.assertTrue(judged.expected.steps and judged.expected.steps[0].cite, judged.number)
        # Two deviations: instrument 1 %, what is not on record 2 %, as squares, and 0.3 V.
        sigma = math.hypot(0.3, volts * math.hypot(0.01, 0.02))
        self.assertAlmostEqual(found[0].high, volts + 2.0 * sigma, places=6)

    def test_a_circuit_s_wires_are_held_against_its_breaker_and_against_nothing(self):
        row = demo_jobs()["tamarack-row"]
        ready = prepared(row)
        solved = solution(ready)
        panel = solved.panels[0]
        circuit = next(c for c in panel.circuits if c.breaker_a)
        at = (panel.station, circuit.id)
        readings = [
            reading(n, what, *at, value)
            for n, (what, value) in enumerate(
                [("circuit-hot", circuit.breaker_a), ("circuit-hot", circuit.breaker_a + 1), ("circuit-ground", 0.01),
                 ("circuit-ground", 0.4), ("circuit-neutral", 9.0), ("leakage", 1.0), ("leakage", 5.0),
                 ("test-button", 1.0), ("test-button", 0.0)]
            )
        ]  # fmt: skip
        metered_of = cache(lambda ran: metered(ready, solved.panels, ran))
        found = judge(ready, solved, ready.book.readings, readings, metered_of)
        want = ["as-expected", "far", "as-expected", "far", "none", "as-expected", "far", "as-expected", "far"]
        self.assertEqual([j.verdict for j in found], want)
        # (20 / 30)^1.43 s is 560 ms for what guards against shock; of an arc-fault device its maker speaks.
        bend = prepared(demo_jobs()["juniper-bend"])
        guarded = {c.guards: (s.id, c.id) for s in bend.entered.stations if s.panel for c in s.panel.circuits}
        timed = [reading(n, "trip-time", *guarded[frozenset(guards)], 900.0, tried_ma=30.0)
                 for n, guards in enumerate([{"afci"}, {"afci", "gfci"}])]  # fmt: skip
        arc, both = judge(bend, solution(bend), bend.book.readings, timed, metered_of)
        self.assertEqual((arc.verdict, both.verdict, round(both.high)), ("none", "far", 560))
        self.assertIn("maker", arc.wanting)

    def test_a_clamp_on_the_electrode_reads_the_loop(self):
        small = Small()
        wire = {b.name: abs(b.ohms) for b in small.here.there.network.branches}
        # The house's electrodes in series with the pole's and the shed's side by side, by way of neutral and ground.
        want = wire["earth house"] + 1.0 / (1.0 / wire["earth pole"] + 1.0 / wire["earth shed"])
        (found,) = small.judged(reading(1, "loop", "house", "clamp", want))
        self.assertAlmostEqual(found.expected.value, want, delta=0.02 * want)
        self.assertEqual((found.verdict, found.wanting), ("as-expected", ""))
        # Half an ohm is no earth.
        (metal,) = small.judged(reading(2, "loop", "house", "clamp", 0.5))
        self.assertEqual(metal.verdict, "far")
        self.assertIn("loop of metal", metal.wanting)

    def test_a_soil_that_was_measured_still_has_its_season(self):
        small = Small(**{"places/0/grounding": {"electrodes": [{"id": "e", "kind": "rod"}], "soil_ohm_m": 100.0}})
        ohms = small.solution.ground.places[0].ohms.value
        for share, verdict in ((0.55, "as-expected"), (1.45, "as-expected"), (1.6, "off"), (0.2, "far")):
            (found,) = small.judged(reading(1, "electrode", "house", "fall", share * ohms, lifted=True))
            self.assertEqual(found.verdict, verdict, share)

    def test_how_electrodes_were_read_is_asked_before_they_are_held_against_the_soil(self):
        small = Small(**{"places/0/grounding": {"electrodes": [{"id": "e", "kind": "rod"}], "soil_ohm_m": 100.0}})
        ohms = small.solution.ground.places[0].ohms.value
        for lifted, lines in (
            (None, {"": "none"}), (False, {"": "none"}),
            # One line alone is told so; a second that agrees leaves nothing to ask, one that does not takes both back.
            (True, {"first": "as-expected"}), (True, {"first": "as-expected", "across": "as-expected"}),
        ):  # fmt: skip
            taken = [
                reading(n, "electrode", "house", "fall", ohms * (1.0 + 0.05 * n), lifted=lifted, line=line)
                for n, line in enumerate(lines, 1)
            ]
            found = small.judged(*taken)
            self.assertEqual([each.verdict for each in found], list(lines.values()))
            self.assertEqual([each.wanting == "" for each in found], [len(lines) == 2] * len(lines))
        far = small.judged(taken[0], replace(taken[1], value=1.25 * ohms))
        self.assertEqual([each.verdict for each in far], ["none", "none"])
        self.assertIn("metal in the soil", far[0].wanting)
        # That the other was read with the neutral on makes it no second line.
        self.assertTrue(small.judged(taken[0], replace(taken[1], lifted=False))[0].wanting)

    def test_what_is_ordinary_on_an_electrode_s_wire_is_told_as_customary(self):
        for pipe, amps, ordinary in ((False, 0.5, True), (False, 0.6, False), (True, 1.9, True), (True, 2.1, False)):
            one = {"id": "e", "kind": "water-pipe" if pipe else "rod"}
            small = Small(**{"places/0/grounding": {"electrodes": [one]}})
            (found,) = small.judged(reading(1, "amps", "house", "electrode", amps))
            self.assertEqual(found.wanting.startswith("ordinary"), ordinary, (pipe, amps))
            self.assertIn("customary", found.wanting)

    def test_a_corrected_reading_explains_nothing(self):
        small = Small()
        right = small.value("amps/feeder/neutral")
        slip = reading(1, "amps", "feeder", "neutral", 10.0 * right)
        mended = reading(2, "amps", "feeder", "neutral", right, corrects=1)
        found = round_of(small.ready, small.solution, (slip, mended), small.metered_of)
        self.assertEqual(found.finding.readings, (2,))
        self.assertEqual([each.number for each, _ in found.valid], [2])


class Learnt(unittest.TestCase):
    def test_a_drop_tells_how_long_the_wire_is(self):
        """A feeder twice as long as entered drops twice as much; what drops ahead of it is taken off first."""
        there = Small(**{"runs/1/cable/length": 300})
        loads = (Conditions(0.0), Conditions(0.0, 40.0, "shed-panel"))
        read = []
        for number, load in enumerate(loads, 1):
            meter = there.metered_of(load).meter
            value = float(meter.read()[meter.at["volts/shed-panel/a-n"]])
            read.append(reading(number, "volts", "shed-panel", "a-n", value, ran=load))
        sizes = {r.id: next(f.figure.value for f in r.figures if f.key == "size") for r in there.solution.runs}
        entered = Small(**{"runs/1/locks": {"size": sizes["feeder"]}})
        (found,) = drops(entered.ready.entered, read, entered.metered_of)
        self.assertEqual((found.run, found.length, found.readings), ("feeder", 150, (1, 2)))
        self.assertAlmostEqual(found.would_be, 300.0, delta=12.0)
        self.assertTrue(found.low < 300.0 < found.high)
        # Two deviations of what a meter and the source are off by, and wire at 20 °C has 0.82 of its ohms at 75 °C.
        by = [there.metered_of(load).meter for load in loads]
        ahead = float(by[0].read()[by[0].at["volts/panel/a-n"]] - by[1].read()[by[1].at["volts/panel/a-n"]])
        volt = found.would_be / (found.measured_v - ahead)
        self.assertAlmostEqual(found.low, found.would_be - 2.0 * volt * math.hypot(0.3, 0.3, 0.6), delta=3.0)
        self.assertAlmostEqual(found.high * 0.822, 2.0 * found.would_be - found.low, delta=3.0)
        # Two amperes more drop less than that: no length is told.
        less = (read[0], replace(read[1], ran=Conditions(0.0, 2.0, "shed-panel"), value=read[0].value - 0.8))
        (found,) = drops(entered.ready.entered, less, entered.metered_of)
        self.assertEqual((found.would_be, found.low), (None, None))
        self.assertIn("put more load on", found.words)
        self.assertGreater(found.measured_v, 1.5 * found.computed_v)

    def test_terminals_are_tightened_again_where_the_shop_says_so(self):
        readings = (
            reading(1, "torque", "panel", "line", 250.0), reading(2, "torque", "shed-panel", "line", 100.0),
            replace(reading(3, "torque", "panel", "line", 250.0), on="2026-11-03T09:00"),
        )  # fmt: skip
        self.assertEqual(due_again(job(), readings), ())
        again = job(house_rules={"retorque": "again"})
        self.assertEqual(due_again(again, readings), (("shed-panel", "line"),))

    def test_bands_of_soils_come_from_what_was_measured(self):
        """Rods that read twice what was computed stand in a soil of twice the resistivity; logs are averaged."""
        taken = {"clay": [80.0] * 3, "sand": [150.0, 300.0, 600.0], "loam": [77.0]}
        logs = {soil: [math.log(rho) for rho in several] for soil, several in taken.items()}
        sums = [SoilSum(soil, len(each), sum(each), sum(log**2 for log in each)) for soil, each in logs.items()]
        clay, loam, sand = soil_bands(sums)
        self.assertEqual((clay.middle, clay.learnt, clay.readings), (80.0, (80.0, 80.0), 3))
        self.assertEqual((loam.learnt, loam.readings), (None, 1))
        # Half, all and twice 300 ohm·m: a deviation of ln 2, and 1.2816 of it either way.
        self.assertAlmostEqual(sand.middle, 300.0, places=2)
        self.assertAlmostEqual(sand.learnt[1] / sand.middle, 2.0**1.2816, places=3)


if __name__ == "__main__":
    unittest.main()
