"""The fault network: currents worked by hand, laws, and the answers in words drawn from them."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.file import parse
from northspan.core.physics.breaker_time import longest_s
from northspan.core.solve.opened.fault import FaultQuestion, fault_answer
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.jobs import document, job
from tests.core.made.properties import random_property

WIRES = {
    "runs/0/locks/size": "4/0", "runs/0/cable/raceway": "PVC40", "runs/1/locks/size": "6",
        "runs/1/locks/egc_size": "10",
    "runs/1/locks/breaker_a": 50, "runs/0/locks/breaker_a": 200,
    "stations/0/source": {"kva": 25, "impedance_pct": 2, "earth_ohm": 10},
}  # fmt: skip


def ask(own, station="shed-panel", mode="utility", **question):
    return fault_answer(prepared(own), FaultQuestion(mode=mode, station=station, **question))


def touch(answer, station="shed-panel"):
    return next(s for s in answer.state.stations if s.station == station).touch_v.value


def answers(answer):
    return {a.question: a for a in answer.answers}


def asked(answer, part):
    return next(a for a in answer.answers if part in a.question)


class ByHand(unittest.TestCase):
    def test_a_hot_on_the_shed_can(self):
        """One leg of 25 kVA at 2 %: 0.02304 ohm, X/R 1.5; 50 ft of 4/0 al twice; 150 ft of 6 and 10 copper."""
        r = 0.02304 / math.hypot(1, 1.5)
        loop = complex(r, 1.5 * r) + 0.1 * complex(0.1, 0.041) + 0.15 * complex(0.49 + 1.2, 0.051 + 0.05)
        found = ask(job(**WIRES), share=0.0)
        self.assertAlmostEqual(found.state.amps.value / (120 / abs(loop)), 1.0, delta=0.004)
        self.assertAlmostEqual(found.state.seconds.value, longest_s(50.0, 120 / abs(loop)), delta=0.5)
        # The ground wire drops 77.5 V and the service neutral 1.9 V; the electrodes share out what the earth stands at:
        # 1/45.3 at shed and house, 1/10 at the pole, so that the house is (77.5/45.3 - 1.9/10) / 0.1442 below it.
        down = 120 / abs(loop) * abs(0.15 * complex(1.2, 0.05))
        self.assertAlmostEqual(touch(found), down - (down / 45.3 - 0.19) / 0.1442, delta=0.3)

    def test_a_broken_ground_leaves_the_earth(self):
        """120 V over the shed's rods and, at the far side, the utility's earth beside the house's."""
        own = job(**WIRES)
        shed, house = (solve(own).ground.places[i].ohms.value for i in (1, 0))
        back = shed + 1 / (1 / house + 1 / 10)
        found = ask(own, share=0.0, equipment="broken")
        self.assertAlmostEqual(found.state.amps.value, 120 / back, delta=0.03 * 120 / back)
        self.assertIsNone(found.state.seconds.value)
        self.assertAlmostEqual(touch(found), shed * 120 / back, delta=2.0)
        self.assertAlmostEqual(found.state.amps.value, ask(own, share=0.0, equipment="missing").state.amps.value)

    def test_line_to_neutral_and_to_earth(self):
        own = job(**WIRES)
        r = 0.02304 / math.hypot(1, 1.5)
        loop = complex(r, 1.5 * r) + 0.1 * complex(0.1, 0.041) + 0.3 * complex(0.49, 0.051)
        found = ask(own, share=0.0, kind="line-to-neutral")
        self.assertAlmostEqual(found.state.amps.value / (120 / abs(loop)), 1.0, delta=0.004)
        fallen = ask(own, share=0.0, kind="line-to-earth", earth_ohm=30.0)
        house, shed = (p.ohms.value for p in solve(own).ground.places)
        self.assertAlmostEqual(fallen.state.amps.value, 120 / (30 + 1 / (1 / house + 1 / shed + 1 / 10)), delta=0.05)

    def test_a_hot_meets_no_neutral_where_none_comes(self):
        found = ask(job(**WIRES | {"runs/1/system": "240-2w"}), kind="line-to-neutral")
        self.assertIsNone(found.state.amps.value)
        self.assertIsNone(next(s for s in found.state.stations if s.station == "shed-panel").leg_a_v)
        self.assertAlmostEqual(
            next(s for s in found.state.stations if s.station == "panel").leg_a_v.value, 119, delta=3
        )

    def test_an_open_neutral_divides_as_the_loads_do(self):
        """30 A of which 5 on one leg alone: with no earth worth the name the legs share 240 V as their loads' ohms."""
        own = job(**WIRES | {"stations/2/load": {"amps": 30, "neutral_amps": 10}})
        # Balanced 20 A: 10 between the hots, 10 from each leg; 10 more on A: 20 A and 10 A, so 80 V and 160 V.
        state = next(s for s in ask(own, kind="none", neutral_open=True).state.stations if s.station == "shed-panel")
        self.assertAlmostEqual(state.leg_a_v.value / state.leg_b_v.value, 0.5, 3)
        self.assertAlmostEqual(state.leg_a_v.value + state.leg_b_v.value, state.line_v.value, 6)

    def test_a_generator_behind_its_reactance(self):
        source = {"kw": 12, "reactance_pct": 20}
        run = {"id": "g", "from_station": "gen", "to_station": "shed-panel", "use": "feeder", "system": "120/240-3w"}
        switch = {
            "stations/-": {"id": "gen", "name": "Set", "kind": "generator", "place": "house", "generator": source},
            "stations/2/kind": "transfer-switch",
            "stations/2/transfer": {"managed": True},
            "runs/-": run | {"cable": {"length": 0.01}, "locks": {"breaker_a": 50, "size": "6"}},
        }
        own = job(**WIRES | switch)
        # As it runs its regulator holds the voltage; 20 % of 240² / 12000 is 0.96 ohm, half of it to a leg in a fault.
        runs = ask(own, mode="gen", kind="none", extra_a=12.0)
        self.assertAlmostEqual(
            next(s for s in runs.state.stations if s.station == "shed-panel").leg_a_v.value, 120, delta=1
        )
        self.assertEqual(runs.running, "Every load runs as entered, and 12 A more on one leg here")
        found = ask(own, mode="gen", kind="line-to-neutral")
        self.assertAlmostEqual(found.state.amps.value, 120 / 0.48, delta=0.5)
        self.assertEqual(found.running, "Loads are left out")

    def test_a_can_that_nothing_is_joined_to_is_live_and_not_the_earth(self):
        lone = {"stations/2/bonding/ground_bar": "floating", "places/1/grounding/seen": True}
        found = ask(job(**WIRES | lone))
        self.assertGreater(touch(found), 110.0)
        self.assertLess(found.state.amps.value, 0.01)
        self.assertIsNone(found.state.seconds.value)


class Strays(unittest.TestCase):
    def test_one_bond_keeps_neutral_current_on_the_neutral(self):
        found = ask(job(**WIRES), kind="none", extra_a=12.0)
        feeder = next(r for r in found.state.runs if r.run == "feeder")
        self.assertLess(feeder.residual.value, 1e-3)
        self.assertIn("What would a bond at Shed panel do?", answers(found))

    def test_a_second_bond_shares_it_as_the_wires_do(self):
        """Neutral 6 at 0.49, ground 10 at 1.2 ohm a thousand feet: 29 % on the ground."""
        found = ask(job(**WIRES | {"stations/2/bonding/neutral": "screw"}), kind="none", share=0.0, extra_a=12.0)
        feeder = next(r for r in found.state.runs if r.run == "feeder")
        self.assertAlmostEqual(feeder.equipment / (feeder.neutral + feeder.equipment), 0.49 / 1.69, delta=0.01)
        self.assertTrue(feeder.equipment_home)
        self.assertGreater(feeder.residual.value, 3.0)
        answer = answers(found)["What does the second bond do?"]
        self.assertEqual(answer.level, "danger")
        self.assertAlmostEqual(answer.figure.value, feeder.residual.value, delta=0.05)

    def test_shared_metal_takes_its_part(self):
        pipe = {"id": "pipe", "name": "Water pipe", "kind": "water-pipe", "from_place": "house", "to_place": "shed"}
        bonded = WIRES | {"stations/2/bonding/neutral": "screw"}
        with_pipe = ask(job(**bonded | {"metal_paths": [pipe | {"ohm": 0.1}]}), kind="none", extra_a=12.0)
        without = ask(job(**bonded), kind="none", extra_a=12.0)
        self.assertGreater(with_pipe.state.paths[0].amps, 2.0)
        self.assertEqual(without.state.paths, ())

    def test_kirchhoff_at_the_earth(self):
        found = ask(job(**WIRES), kind="line-to-enclosure", equipment="broken")
        home = sorted(e.amps for e in found.state.earths)
        self.assertAlmostEqual(home[-1], sum(home[:-1]), delta=0.02 * home[-1])


class Answers(unittest.TestCase):
    def test_every_question_of_the_trade(self):
        found = answers(ask(job(**WIRES)))
        self.assertEqual(found["Rods at Shed?"].answer, "Yes")
        self.assertEqual(found["How many wires to Shed panel?"].answer, "Four")
        self.assertEqual(found["Where is the neutral bonded?"].answer, "House panel, and nowhere else")
        broken = found["If the equipment ground to Shed panel breaks?"]
        self.assertRegex(broken.answer, r"^Cans at \d+ V until found$")
        self.assertEqual(broken.level, "danger")
        self.assertRegex(found["Would the rod alone trip 50 A?"].answer, r"^No: \d\.\d A, never$")
        self.assertIn("read?", " ".join(found))
        self.assertTrue(all(a.figure.steps for a in found.values() if a.figure))

    def test_no_answer_calls_anything_safe(self):
        for changes in (
            {},
            {"stations/2/bonding/neutral": "screw"},
            {"runs/1/cable/no_egc": True},
            {"runs/1/cable/raceway": "EMT"},
        ):
            for station in ("panel", "shed-panel"):
                for answer in ask(job(**WIRES | changes), station).answers:
                    self.assertNotRegex(f"{answer.answer} {answer.more}".lower(), r"\bsafe")

    def test_answers_follow_what_is_there(self):
        three = ask(job(**WIRES | {"runs/1/cable/no_egc": True}))
        self.assertEqual(asked(three, "wires to").answer, "Four: one is missing")
        self.assertEqual(asked(three, "breaks").answer, "There is none")
        kept = ask(job(**WIRES | {"runs/1/cable/no_egc": True, "places/1/state": "stays"}))
        self.assertEqual(asked(kept, "wires to").answer, "It may keep what it has")
        self.assertIn("If the neutral to Shed panel opens?", answers(kept))
        steel = ask(job(**WIRES | {"runs/1/cable/raceway": "EMT"}))
        self.assertEqual(asked(steel, "breaks").answer, "The pipe carries it")
        two_wire = asked(ask(job(**WIRES | {"runs/1/system": "240-2w"})), "clamp")
        self.assertRegex(two_wire.answer, "with the loads as entered$")
        branch = ask(job(**WIRES | {"runs/1/use": "branch", "stations/2/kind": "equipment"}))
        self.assertEqual(asked(branch, "Rods").answer, "Not owed")
        wrong = ask(job(**WIRES | {"stations/2/bonding/neutral": "screw"}))
        self.assertEqual(asked(wrong, "bonded").answer, "House panel, and wrongly at Shed panel")
        nowhere = ask(job(**WIRES | {"stations/1/bonding/neutral": "none"}))
        self.assertEqual(asked(nowhere, "bonded").answer, "Nowhere")

    def test_an_ungrounded_source_gives_no_volts_it_cannot_back(self):
        step = {"id": "step", "name": "Step-up", "kind": "transformer", "place": "shed", "terminal_c": 75}
        pump = {
            "id": "pump",
            "name": "Pump",
            "kind": "equipment",
            "place": "shed",
            "load": {"amps": 8},
            "terminal_c": 75,
        }
        made = document(**WIRES, **{"stations/-": step | {"transformer": {"secondary": "480-2w", "kva": 5}}})
        made["stations"].append(pump)
        run = {"use": "branch", "cable": {"length": 40}}
        made["runs"] += [
            run | {"id": "up", "from_station": "shed-panel", "to_station": "step", "system": "240-2w"},
            run | {"id": "line", "from_station": "step", "to_station": "pump", "system": "480-2w"},
        ]
        found = ask(parse(made), "pump", share=0.0)
        self.assertLess(found.state.amps.value, 0.01)
        broken = asked(found, "breaks")
        self.assertEqual((broken.answer, broken.figure), ("The can floats with the hot until found", None))
        self.assertAlmostEqual(next(s for s in found.state.stations if s.station == "pump").line_v.value, 480, 1)

    def test_a_property_with_no_source_stands_still(self):
        lone = job(**{"stations/0/kind": "meter", "stations/0/supply": None})
        for kind in ("none", "line-to-enclosure"):
            found = ask(lone, kind=kind)
            self.assertIn(found.state.amps.value, (None, 0.0))
            self.assertEqual({s.touch_v.value for s in found.state.stations}, {0.0})

    def test_a_mode_or_station_that_is_not_there(self):
        for station, mode in (("nobody", "utility"), ("panel", "moon")):
            with self.assertRaises(KeyError):
                ask(job(), station, mode)


class Laws(unittest.TestCase):
    @given(st.integers(0, 5000), st.floats(1.1, 4))
    @examples(15)
    def test_a_breaker_opens_no_later_on_more_current(self, seed, more):
        rating, amps = 15 + seed % 300, 20 + seed % 1700
        slow, fast = longest_s(rating, amps), longest_s(rating, amps * more)
        self.assertTrue(slow is None or (fast is not None and fast <= slow))

    @given(st.sampled_from(["14", "12", "10", "8", "6", "4"]), st.integers(20, 400))
    @examples(15)
    def test_a_larger_ground_wire_brings_more_home_and_leaves_less_to_touch(self, size, feet):
        larger = {"14": "12", "12": "10", "10": "8", "8": "6", "6": "4", "4": "2"}[size]
        small, large = (
            ask(job(**WIRES | {"runs/1/locks/egc_size": egc, "runs/1/cable/length": feet})) for egc in (size, larger)
        )
        self.assertGreater(large.state.amps.value, small.state.amps.value)
        self.assertLess(touch(large), touch(small))

    @given(st.integers(10, 400), st.integers(5, 200))
    @examples(15)
    def test_farther_out_a_fault_is_weaker(self, feet, more):
        near, far = (ask(job(**WIRES | {"runs/1/cable/length": ft}), share=0.0) for ft in (feet, feet + more))
        self.assertGreater(near.state.amps.value, far.state.amps.value)

    @given(st.integers(1, 12), st.sampled_from(["clay", "loam", "sand", "rock"]))
    @examples(15)
    def test_rods_however_many_do_not_take_the_ground_wires_place(self, rods, soil):
        driven = {"id": "rods", "kind": "rod", "count": rods, "spacing": 8}
        own = job(**WIRES | {"places/1/soil": soil, "places/1/grounding/electrodes": [driven]})
        found = ask(own, equipment="missing")
        self.assertIsNone(found.state.seconds.value)
        self.assertLess(found.state.amps.value, 1.35 * 50)
        self.assertRegex(asked(found, "rod alone").answer, "never$")

    @given(st.integers(0, 10_000))
    @examples(12)
    def test_a_lost_ground_never_brings_more_current_home(self, seed):
        own = random_property(seed)
        station = own.stations[-2].id
        whole, broken, missing = (
            ask(own, station, equipment=e).state.amps.value for e in ("whole", "broken", "missing")
        )
        # With reactance the law of resistances alone holds but for parts in a thousand.
        self.assertGreaterEqual(whole * 1.002, broken)
        self.assertGreaterEqual(broken * 1.002, missing)
