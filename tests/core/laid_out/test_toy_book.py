"""A fourth book is one folder and one line: a made-up one answers a property from Walk to Packet in its own words."""

import math
import re
import unittest
from datetime import date

from pydantic import TypeAdapter

from northspan.commands.packet import _durations
from northspan.core.book.library import code_book
from northspan.core.document.file import JobFileError, parse
from northspan.core.plans.cuts.of_job import job_cuts
from northspan.core.plans.day.change import change_steps
from northspan.core.plans.day.days import days
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.materials.priced import material_list
from northspan.core.property.whole.solution import Solution
from northspan.core.solve.opened.fault import FaultQuestion, fault_answer
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from northspan.paper.packet.bound import bind, lay_out
from northspan.paper.packet.catalogue import NAMES
from northspan.paper.sheets.told.matter import Matter
from tests.core.made.toy.registered import MILL, US, toy_book

# Names of fields and of things within an answer, never shown.
KEYS = {
    "id",
    "key",
    "kind",
    "mode",
    "use",
    "step",
    "station",
    "run",
    "place",
    "rule",
    "code_book",
    "neutral",
    "ground_bar",
}


def strings(value, name=""):
    """Every string of an answer that is shown, with the name that it stands under."""
    if isinstance(value, dict):
        for key, each in value.items():
            yield from strings(each, key)
    elif isinstance(value, (list, tuple)):
        for each in value:
            yield from strings(each, name)
    elif isinstance(value, str) and name not in KEYS and not re.fullmatch(r"[a-z0-9-]*", value):
        yield name, value


def without(run, name):
    """A run whose cable says nothing of something."""
    return {**run, "cable": {key: told for key, told in run["cable"].items() if key != name}}


class ToyBook(unittest.TestCase):
    def setUp(self):
        registered = toy_book()
        registered.__enter__()
        self.addCleanup(registered.__exit__, None, None, None)
        self.job = parse(MILL)
        self.ready = prepared(self.job)
        self.solved = solution(self.ready)

    def assert_own_words(self, found, where):
        foreign = [(name, words) for name, words in found if US.search(words)]
        self.assertEqual(foreign, [], where)

    def test_it_sizes_by_its_own_table(self):
        into, trunk = self.solved.runs
        # 4000 VA and 9 A at 230 V: 17.39 A at the cottage, which takes its mill's 9 A along.
        load = 4000 / 230 + 9
        self.assertAlmostEqual(into.figure("load").value, load, places=9)
        self.assertEqual((into.figure("breaker").value, into.figure("size").value), (40.0, "10"))
        self.assertEqual((trunk.figure("breaker").value, trunk.figure("size").value), (10.0, "2.5"))
        # 45 m out and back of 8 mohm/m at 9 A: 6.48 V of 230, in the house rule's 4 %; 1.5 mm² loses 10.53 V.
        self.assertAlmostEqual(trunk.figure("drop_v").value, 2 * 45 * 0.008 * 9, places=9)
        self.assertEqual(trunk.conductors, "live 2.5 mm² cu, 2.5 mm² cu return, 2.5 mm² cu guard")
        # What is left on the way, to the far end: 12 m of 2 mohm/m carry all of it.
        lost = 2 * 12 * 0.002 * load + 2 * 45 * 0.008 * 9
        self.assertAlmostEqual(self.solved.stations[2].volts.value, 230 - lost, places=6)

    def test_a_fault_goes_home_over_one_line(self):
        answer = fault_answer(self.ready, FaultQuestion("utility", "mill-board", "line-to-enclosure", share=0.0))
        # 230 V at 900 A is 0.256 ohm, reactance 1.5 of resistance; out on the live and home on the guard wire, 12 m and
        # 45 m of it.
        source = 230 / 900 / math.hypot(1, 1.5)
        by_hand = 230 / math.hypot(source + 2 * (12 * 0.002 + 45 * 0.008), 1.5 * source)
        self.assertAlmostEqual(answer.state.amps.value, by_hand, delta=0.002 * by_hand)
        self.assertEqual((answer.state.breaker, answer.state.seconds.value), ("Mill board", 0.2))
        self.assert_own_words(strings(TypeAdapter(type(answer)).dump_python(answer, mode="json")), "fault")

    def test_the_supply_s_earthing_decides_the_way_home(self):
        # 12 m of 2 mohm/m and 45 m of 8 mohm/m, out and home; a bar on its casing is half a thousandth of an ohm.
        inward, trunk, bar = 12 * 0.002, 45 * 0.008, 0.0005
        stake = {"electrodes": [{"id": "e", "kind": "rod", "measured_ohm": 100}]}
        for earthing, told, ohms, home in (
            ("tn-c-s", {"loop_ohm": 0.4}, 0.4 + 2 * inward + 2 * trunk + bar, 0.2 + inward + trunk + bar),
            # 230 V at 460 A is 0.5 ohm, half of it in the live: 0.35 of the 0.6 are the guard's.
            (
                "tn-s",
                {"loop_ohm": 0.6, "fault_a": 460},
                0.6 + 2 * inward + 2 * trunk + bar,
                0.35 + inward + trunk + bar,
            ),
            ("tt", {"earth_ohm": 20}, 20 + inward + 2 * trunk + 100 + 2 * bar, trunk + 100 + 2 * bar),
        ):
            source = {**MILL["stations"][0], "source": {"earthing": earthing, **told}}
            places = [{**MILL["places"][0], **({"grounding": stake} if earthing == "tt" else {})}, MILL["places"][1]]
            job = MILL | {"places": places, "stations": [source, *MILL["stations"][1:]]}
            ready = prepared(parse(job))
            asked = FaultQuestion("utility", "mill-board", "line-to-enclosure", share=0.0)
            with self.subTest(earthing):
                state = fault_answer(ready, asked).state
                self.assertAlmostEqual(state.amps.value, 230 / ohms, delta=0.01)
                touch = next(s for s in state.stations if s.station == "mill-board").touch_v.value
                self.assertAlmostEqual(touch, 230 / ohms * home, delta=0.05)
                # The return carries nothing of it: what comes home by the guard or the soil, a clamp sees.
                into = next(r for r in state.runs if r.run == "in")
                self.assertAlmostEqual(into.neutral, 0.0, delta=0.01)
                self.assertAlmostEqual(into.equipment, 0.0 if earthing == "tt" else 230 / ohms, delta=0.01)
                bonds = solution(ready).ground.modes[0].stations
                self.assertEqual({b.way_back for b in bonds if b.station != "spring"}, {earthing != "tt"})
                self.assertFalse(any(b.belongs or b.extra for b in bonds))
            board = {**MILL["stations"][1], "bonding": {"neutral": "screw"}}
            bonded = solution(prepared(parse(job | {"stations": [source, board, MILL["stations"][2]]})))
            self.assertEqual([b.station for b in bonded.ground.modes[0].stations if b.extra], ["board"], earthing)

    def test_its_answers_are_in_its_own_words(self):
        said = list(strings(TypeAdapter(Solution).dump_python(self.solved, mode="json")))
        self.assertGreater(len(said), 150)
        self.assert_own_words(said, "solution")
        steps = {each.step for each in self.solved.next_steps}
        self.assertFalse(steps & {"panels", "pull", "test"})

    def test_its_sheets_are_in_its_own_words(self):
        planned = days(self.job, self.solved, _durations(), 2.0)
        self.assert_own_words((("day", s.words) for s in change_steps(self.job, self.solved, planned)), "change")
        bought = material_list(job_counts(self.ready), {}, {}, job_cuts(self.ready, (), {}), self.job.told)
        # What is bought goes by the names of the shop's price list, whatever the book.
        names = tuple(name for name in NAMES if name != "materials")
        matter = Matter(self.job, self.solved, bought, names, made_on=date(2026, 1, 1), days=planned)
        sheets = list(bind(matter, tuple(lay_out(matter))))
        self.assertLessEqual(
            {"cover", "one-line", "site-plan", "riser", "loads", "ground", "calculation", "days"},
            {sheet.kind.name for sheet in sheets},
        )
        for sheet in sheets:
            words = [(sheet.kind.name, getattr(s, "words", "")) for page in sheet.pages for s in page.shapes]
            self.assertTrue(any("Mill" in said for _, said in words))
            self.assert_own_words(words, sheet.kind.name)

    def test_its_words_and_no_others_may_stand_in_its_jobs(self):
        for changes, where in (
            ({"house_rules": {"rods": "two"}}, "/house_rules/rods"),
            ({"house_rules": {"moonlight": "new"}}, "/house_rules/moonlight"),
            *(({"house_rules": {"lanterns": wrong}}, "/house_rules/lanterns") for wrong in (-1, "two", True)),
            # What its runs begin with elsewhere, and a list that it has not.
            ({"runs": [without(MILL["runs"][0], "insulation")]}, "/runs/0/cable/insulation"),
            ({"runs": [{**MILL["runs"][0], "pull": {"lubricant": "wax"}}]}, "/runs/0/pull/lubricant"),
            ({"stations": [{**MILL["stations"][0], "supply": "120/240-3w"}]}, "/stations/0/supply"),
            ({"places": [{**MILL["places"][0], "appliances": [
                {"id": "r", "name": "Range", "kind": "range", "va": 9}]}]}, "/places/0/appliances/0/kind"),
        ):  # fmt: skip
            with self.subTest(where), self.assertRaises(JobFileError) as caught:
                parse(MILL | changes)
            self.assertIn(where, [p.pointer for p in caught.exception.problems])
        self.assertEqual(self.job.house_rules.feeder_drop_pct, 4.0)
        self.assertEqual(parse(MILL | {"house_rules": {"lanterns": 7.5}}).house_rules.lanterns, 7.5)
        self.assertEqual(set(code_book("toy-1").vocabulary.words), set(code_book("nec-2023").vocabulary.words))


if __name__ == "__main__":
    unittest.main()
