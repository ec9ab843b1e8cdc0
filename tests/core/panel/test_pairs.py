"""Two 120 V sources for the two legs: what each pipe's neutral carries, what dies, bonds by mode. Amperes by hand."""

import unittest

from northspan.core.document.file import JobFileError, parse
from northspan.core.document.patched import patched_job
from northspan.core.figures.working import figure_of
from northspan.core.solve.opened.fault import FaultQuestion, fault_answer
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.paper.drawn.oneline.sheets import one_line

# 24 A on leg A and 16 A on leg B: 8 A line to line, 8 A of each leg to neutral, 8 A more on A.
LOAD = {"amps": 24, "neutral_amps": 8}
CIRCUITS = [
    {"id": "a", "name": "Bunk room lights", "poles": 1, "space": 1},
    {"id": "b", "name": "Cold box", "poles": 1, "space": 3},
    {"id": "c", "name": "Cistern pump", "poles": 2, "space": 5},
]


def source(name, leg, **more):
    own = {"system": "120-2w", "kw": 4, "fuel": "none", "leg": leg, "breaker_a": 35, **more}
    return {"id": name, "name": name.title(), "kind": "inverter", "place": "hut", "terminal_c": 75, "generator": own}


def run(name, start, end, system, use="feeder"):
    cable = {"length": 20, "metal": "cu", "insulation": "THWN-2", "raceway": "PVC40"}
    return {"id": name, "from_station": start, "to_station": end, "use": use, "system": system, "cable": cable}


def off_grid(**more):
    """Two inverters that feed a panel straight."""
    panel = {"id": "panel", "name": "Panel", "kind": "panelboard", "place": "hut", "terminal_c": 75, "load": LOAD,
             "gear": {"has_main": True, "rating_a": 60, "spaces": 8}, "panel": {"circuits": CIRCUITS}}  # fmt: skip
    return {
        "version": 3, "name": "Hut", "places": [{"id": "hut", "name": "Hut", "kind": "dwelling"}],
        "stations": [source("south", "B", **more), source("north", "A", **more), panel],
        "runs": [run("s", "south", "panel", "120-2w"), run("n", "north", "panel", "120-2w")],
    }  # fmt: skip


def behind_a_switch(**transfer):
    """The same two behind a transfer switch, beside a service."""
    made = off_grid(opposed=True)
    made["stations"] += [
        {"id": "pole", "name": "Pole", "kind": "utility", "place": "hut", "supply": "120/240-3w"},
        {"id": "main", "name": "Service", "kind": "service-disconnect", "place": "hut",
            "gear": {"has_main": True, "rating_a": 100}},
        {"id": "switch", "name": "Switch", "kind": "transfer-switch", "place": "hut", "transfer": transfer},
    ]  # fmt: skip
    made["runs"] = [
        run("service", "pole", "main", "120/240-3w", "service"), run("f", "main", "switch", "120/240-3w"),
        run("s", "south", "switch", "120-2w"), run("n", "north", "switch", "120-2w"),
        run("p", "switch", "panel", "120/240-3w"),
    ]  # fmt: skip
    return made


def rules(job):
    return {f.rule: f for f in solve(job).findings}


def running(document, mode="utility"):
    return fault_answer(prepared(parse(document)), FaultQuestion(mode, "panel", kind="none"))


class Pairs(unittest.TestCase):
    def test_each_neutral_takes_its_own_leg_home(self):
        answer = running(off_grid(opposed=True))
        amps = {r.run: (r.a, r.b, r.neutral) for r in answer.state.runs}
        for found, by_hand in zip((*amps["n"], *amps["s"]), (24, 0, 24, 0, 16, 16), strict=True):
            self.assertAlmostEqual(found, by_hand, delta=0.3)
        said = next(a for a in answer.answers if a.question == "What does each neutral carry?")
        self.assertRegex(said.answer, r"North 2[34]\.\d A, South 1[56]\.\d A")
        beyond = {r.run: r.neutral for r in running(behind_a_switch(), "switch").state.runs}
        self.assertAlmostEqual(beyond["p"], 8.0, delta=0.2)
        self.assertAlmostEqual(beyond["s"], 16.0, delta=0.3)

    def test_each_run_is_sized_for_its_leg_with_a_neutral_as_large(self):
        for each in solve(parse(off_grid())).runs:
            size, neutral = (figure_of(each.figures, key).value for key in ("size", "neutral"))
            # 35 A stands behind 8 AWG: 10 AWG may have 30 A.
            self.assertEqual((figure_of(each.figures, "load").value, size, neutral), (24.0, "8", "8"))

    def test_one_off_leaves_the_other_leg_and_says_what_is_dead(self):
        words = rules(parse(off_grid()))["pair-one-off"].words
        self.assertIn("With North off leg A is dead: Bunk room lights.", words)
        self.assertIn("With South off leg B is dead: Cold box.", words)
        self.assertIn("on 240 V stops: Cistern pump.", words)
        alone = {s.station: s for s in running(off_grid(), "north").state.stations}["panel"]
        self.assertGreater(alone.leg_a_v.value, 115.0)
        self.assertLess(alone.leg_b_v.value, 60.0)

    def test_whether_they_are_locked_is_asked_and_unlocked_is_a_danger(self):
        self.assertIn("pair-lock-unknown", rules(parse(off_grid())))
        job = parse(off_grid(opposed=False))
        found = rules(job)["pair-unlocked"]
        self.assertEqual(found.level, "danger")
        line = {s.station: s for s in running(off_grid(opposed=False)).state.stations}["panel"].line_v
        self.assertLess(line.value, 2.0)
        mended = rules(patched_job(job, found.fixes[0].patch))
        self.assertFalse({"pair-unlocked", "pair-lock-unknown"} & set(mended))

    def test_what_the_switch_does_with_the_neutral_is_asked_and_places_the_bond(self):
        job = parse(behind_a_switch())
        asked = rules(job)["pair-neutral-unknown"]
        for fix, bonded in zip(asked.fixes, ({"main"}, {"main", "north"}), strict=True):
            solved = solve(patched_job(job, fix.patch))
            self.assertNotIn("pair-neutral-unknown", {f.rule for f in solved.findings})
            self.assertFalse([f.title for f in solved.findings if f.level == "danger"])
            for mode in solved.ground.modes:
                self.assertEqual({s.station for s in mode.stations if s.closed}, bonded, mode.name)
                self.assertFalse([s.station for s in mode.stations if s.extra])

    def test_a_bond_in_both_is_one_too_many(self):
        made = behind_a_switch(switches_neutral=True)
        for station in made["stations"]:
            if station["kind"] == "inverter":
                station["bonding"] = {"neutral": "screw"}
        found = rules(parse(made))["bond-extra"]
        self.assertEqual((found.level, found.station), ("danger", "south"))

    def test_two_sources_that_do_not_say_their_legs_are_refused_in_words(self):
        for leg in (None, "A"):
            made = off_grid()
            made["stations"][0]["generator"]["leg"] = leg
            with self.assertRaisesRegex(JobFileError, "say on each which leg"):
                parse(made)

    def test_the_one_line_draws_the_panel_once_and_both_sources(self):
        job = parse(off_grid())
        drawn = str(one_line(job, solve(job), 400.0, 250.0))
        for name in ("panel", "north", "south"):
            self.assertEqual(drawn.count(f"'station/{name}'"), 1, name)


if __name__ == "__main__":
    unittest.main()
