"""A job told in metres is the same property as one told in feet: what is typed stays, what is answered agrees."""

import unittest
from typing import get_args

from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from northspan.core.document.file import JobFileError, dump, parse
from northspan.core.figures.units import METRIC, US, Quantity
from northspan.core.job.told.in_si import in_si
from northspan.core.property.whole.solution import Solution
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from tests import examples
from tests.core.made.fixing import mended
from tests.core.made.jobs import document
from tests.core.made.properties import random_property

WRITER = TypeAdapter(Solution)
# By hand: 1 ft = 0.3048 m, 1 in = 25.4 mm, 1 ft² = 0.09290304 m², 1 lb·in = 0.112984829 N·m, 1 lb = 4.44822 N.
A_UNIT = {
    "length": 0.3048,
    "small": 25.4,
    "area": 0.09290304,
    "torque": 0.1129848290276167,
    "force": 4.4482216152605,
    "line_force": 14.593902937206364,
}
KIND = {
    "length": {"length", "x", "y", "ends", "width", "altitude", "clearance", "spacing", "pin_depth",
               "lands_from_entry", "spare", "feeder", "z", "ends_start", "exposed", "slack_start",
               "slack_end"},
    "small": {"handle_height", "working_depth", "working_width", "diameter", "thickness", "cover", "elbow_radius"},
    "area": {"floor_area", "area"},
    "torque": {"torque"},
    "force": {"rope"},
    "line_force": {"weight"},
}  # fmt: skip


def in_metres(value, within=""):
    """A US job's document told in metric units, by this table of its own."""
    if isinstance(value, list):
        return [in_metres(each, within) for each in value]
    if not isinstance(value, dict):
        return value
    made = {}
    for name, each in value.items():
        kind = next((k for k, fields in KIND.items() if name in fields), None)
        if name == "depth":
            kind = "length" if within == "footprint" else "small"
        if kind is None or each is None or isinstance(each, (dict, list)):
            made[name] = in_metres(each, name)
        else:
            made[name] = each * A_UNIT[kind]
    return made


def metric(document):
    return in_metres(document) | {"units": "metric"}


class Metric(unittest.TestCase):
    def same(self, one, other, path=""):
        """Two answers alike, but for what is told in the job's own units and the words that tell it."""
        if isinstance(one, dict):
            self.assertEqual(one.keys(), other.keys(), path)
            if one.get("unit") in ("ft", "in", "ft²", "lb", "lb/ft", "qt"):
                return
            for name in one.keys() - {"what", "words", "title", "label", "patch", "distance", "at", "top", "bottom",
                                      "legs", "spacing", "depth", "assumed", "steps", "next_steps", "before",
                                      "dark", "nodes", "length", "tension_start", "tension_end", "pressed_from_start",
                                      "pressed_from_end", "planned"}:  # fmt: skip
                self.same(one[name], other[name], f"{path}/{name}")
        elif isinstance(one, list):
            self.assertEqual(len(one), len(other), path)
            for i, (a, b) in enumerate(zip(one, other, strict=True)):
                self.same(a, b, f"{path}/{i}")
        elif isinstance(one, float):
            self.assertAlmostEqual(one, other, delta=1e-6 * max(1.0, abs(one)), msg=path)
        else:
            self.assertEqual(one, other, path)

    def test_the_demo_jobs_answer_alike_in_either(self):
        for job in demo_jobs().values():
            self.same(*(WRITER.dump_python(solve(one), mode="json") for one in (job, parse(metric(dump(job))))))

    @given(st.integers(0, 10_000))
    @examples(15)
    def test_any_property_answers_alike_in_either(self, seed):
        job = random_property(seed)
        self.same(*(WRITER.dump_python(solve(one), mode="json") for one in (job, parse(metric(dump(job))))))

    def test_what_is_typed_stays_as_it_was_typed(self):
        made = metric(document())
        made["runs"][1]["cable"]["length"] = 45.72
        self.assertEqual(dump(parse(made))["runs"][1]["cable"]["length"], 45.72)
        self.assertEqual(in_si(parse(made), METRIC).runs[1].cable.length, 45.72)
        self.assertAlmostEqual(in_si(parse(document()), US).runs[1].cable.length, 45.72)

    def test_words_and_fixes_are_in_the_jobs_units(self):
        made = metric(document())
        made["places"][0]["grounding"] = {"electrodes": [
            {"id": "rods", "kind": "rod", "count": 2, "spacing": 1.5, "length": 2.0},
            {"id": "plate", "kind": "plate", "depth": 500.0},
        ]}  # fmt: skip
        made["stations"][1]["gear"] = {"handle_height": 2100.0, "working_depth": 700.0}
        found = {f.rule: f for f in solve(parse(made)).findings}
        self.assertIn("1.5 m apart", found["electrodes-close"].title)
        self.assertIn("metres in the ground: 2, 2.438 at least", found["electrode-counts"].words)
        self.assertIn("2100 mm", found["handle-height"].title)
        self.assertEqual(found["handle-height"].fixes[0].patch[0]["value"], 2006.6)
        self.assertEqual(found["electrode-shallow"].fixes[0].patch[0]["value"], 762.0)
        for each in found.values():
            self.assertNotRegex(f"{each.title} {each.words}", r"\d (ft|in)\b", each.rule)
        self.assertGreater(mended(self, made, [f for f in found.values() if f.fixes]), 4)

    def test_a_length_is_refused_at_the_same_length_in_either(self):
        for units, most, unit in (("us", 20000, "feet"), ("metric", 6096, "metres")):
            made = document(**{"units": units, "runs/1/cable/length": most})
            self.assertEqual(parse(made).runs[1].cable.length, most)
            made["runs"][1]["cable"]["length"] = most + 1
            with self.assertRaises(JobFileError) as caught:
                parse(made)
            self.assertIn(f"at most {most}, in {unit}", caught.exception.problems[0].words)

    def test_units_go_there_and_back(self):
        for quantity in get_args(Quantity):
            us, si = US.unit(quantity), METRIC.unit(quantity)
            self.assertAlmostEqual(si.of(us.si(1.0)), A_UNIT[quantity], places=6)
            self.assertAlmostEqual(us.of(us.si(7.25)), 7.25)

    def test_a_word_is_held_against_its_own_book(self):
        for path, word in (("runs/1/cable/raceway", "wood"), ("runs/1/system", "230-1ph"), ("code_book", "cec-2024")):
            with self.assertRaises(JobFileError) as caught:
                parse(document(**{path: word}))
            self.assertIn("is not one of", caught.exception.problems[0].words)
