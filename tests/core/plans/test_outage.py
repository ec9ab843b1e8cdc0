"""The day and its dark minutes: against every start tried, against every rule, and as fast as it must be."""

import random
import unittest

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from northspan.core.plans.day.answer import outage
from northspan.core.plans.day.case import OutageCase
from northspan.core.plans.day.programme import plan
from northspan.core.plans.day.work import Asked, Work
from tests import FACTOR, examples
from tests.core.second.outage import best, broken

HAND = {
    "crew": 2,
    "tasks": [
        {"id": "prep", "duration_min": 60},
        {"id": "meter", "duration_min": 10, "dark": True, "arrives": [60, 180], "crew": 0, "needs": ["prep"]},
        {"id": "set", "duration_min": 120, "dark": True, "crew": 2, "needs": ["meter"]},
        {"id": "land", "duration_min": 90, "dark": True, "needs": ["set"]},
        {"id": "rods", "duration_min": 60},
        {"id": "look", "duration_min": 30, "crew": 0, "dark": True, "window": [400, None], "needs": ["land"]},
        {"id": "restore", "duration_min": 10, "dark": True, "crew": 0, "needs": ["look"]},
        {"id": "label", "duration_min": 30, "live": True, "needs": ["restore"]},
    ],
}


def a_day(seed, tasks, longest, last):
    """A random day: needs backward, some dark, some live, windows, somebody who comes, feeds."""
    r = random.Random(seed)
    made = []
    for i in range(tasks):
        task = {"id": f"t{i}", "duration_min": r.randint(0, longest), "crew": r.choice([0, 1, 1, 2])}
        task["needs"] = [f"t{j}" for j in range(i) if r.random() < 0.25]
        kind = r.random()
        task.update({"dark": True} if kind < 0.45 else {"live": True} if kind < 0.65 else {})
        if r.random() < 0.2:
            task["window"] = [r.choice([None, r.randint(0, last // 2)]), r.choice([None, last])]
        elif r.random() < 0.2:
            early = r.randint(0, last // 2)
            task["arrives"] = [early, early + r.randint(0, last // 4)]
        made.append(task)
    case = {"tasks": made, "crew": r.choice([1, 2, 2]), "dark_intervals": r.choice([1, 2]), "keep_on": []}
    bright = [t["id"] for t in made if not t.get("dark")]
    if r.random() < 0.4:
        case["keep_on"].append({"item": "cold room", "max_off_min": r.randint(0, 2 * longest)})
    if bright and r.random() < 0.4:
        unfeed = r.choice([None, *bright])
        case["keep_on"].append({"item": "pump", "feed": r.choice(bright), "unfeed": unfeed})
    if r.random() < 0.2:
        case["day_end_min"] = last
    return case


class Outage(unittest.TestCase):
    def test_by_hand(self):
        said = outage(OutageCase.model_validate(HAND)).as_json()
        self.assertEqual((said["dark_min"], said["dark_worst_min"], said["makespan_min"]), (260, 380, 470))
        self.assertEqual(broken(HAND, said["starts"], said["dark"]), [])
        darker = outage(OutageCase.model_validate({**HAND, "max_dark_min": 259}))
        self.assertEqual((darker.passes, darker.values["breaks"]), (False, ["max_dark_min"]))
        self.assertEqual(darker.values["dark_min"], 260)
        none = outage(OutageCase.model_validate({**HAND, "day_end_min": 469})).values
        self.assertEqual((none["feasible"], none["breaks"], none["starts"]), (False, ["infeasible"], None))
        # In two goes the wait for the inspection is not dark: 180 to 400 is, and 400 to 440, for it touches. With the
        # inspection at 500 and later the two are apart.
        later = [{**t, "window": [500, None]} if t["id"] == "look" else t for t in HAND["tasks"]]
        for goes, dark in ((1, 360), (2, 260)):
            said = outage(OutageCase.model_validate({**HAND, "tasks": later, "dark_intervals": goes})).values
            self.assertEqual(said["dark_min"], dark)

    @examples(20)
    @given(st.integers(0, 10**9))
    def test_against_every_start_tried(self, seed):
        case = a_day(seed, 4, 3, 8)
        known = [m for t in case["tasks"] for m in (*t.get("window", ()), *t.get("arrives", ())) if m is not None]
        last = max(known, default=0) + sum(t["duration_min"] for t in case["tasks"])
        expected = best(case, min(last, 14)) if last <= 14 else None
        said = outage(OutageCase.model_validate(case)).values
        if last <= 14:
            self.assertEqual((said["dark_min"], said["makespan_min"]), expected or (None, None), case)
        if said["feasible"]:
            self.assertEqual(broken(case, said["starts"], [tuple(d) for d in said["dark"]]), [], case)
            self.assertTrue(said["proved"])

    @examples(12)
    @given(st.integers(0, 10**9))
    def test_no_plan_breaks_a_rule(self, seed):
        case = a_day(seed, 14, 60, 400)
        found = plan(OutageCase.model_validate(case).asked, 3.0)
        if found is not None:
            self.assertEqual(broken(case, found.starts, list(found.dark)), [])
            self.assertLessEqual(found.least_dark, found.dark_minutes)

    def test_more_people_or_more_goes_never_make_it_darker(self):
        for seed in range(6 * FACTOR):
            case = a_day(seed, 7, 40, 300)
            first = outage(OutageCase.model_validate(case)).values
            for wider in ({"crew": case["crew"] + 1}, {"dark_intervals": 3}):
                then = outage(OutageCase.model_validate({**case, **wider})).values
                if first["feasible"]:
                    self.assertLessEqual(then["dark_min"], first["dark_min"], (seed, wider))

    def test_of_plans_alike_the_one_with_the_fewest_people_is_taken(self):
        """Three hours by one, six half hours by whoever is free: two people are enough, and one is not."""
        works = [Work("long", 180), *(Work(f"short-{i}", 30) for i in range(6))]
        found = plan(Asked(tuple(works), crew=6), 5.0, goals=3)
        self.assertEqual(found.makespan, 180)
        at_once = max(
            sum(found.starts[w.id] <= minute < found.starts[w.id] + w.minutes for w in works) for minute in range(180)
        )
        self.assertEqual(at_once, 2)

    def test_a_search_that_is_stopped_says_how_far_it_came(self):
        tasks = [{"id": f"d{i}", "duration_min": 5 + 7 * i % 41, "dark": True, "crew": 1 + i % 2} for i in range(40)]
        case = OutageCase.model_validate({"tasks": tasks, "crew": 3})
        heard = []
        found = plan(case.asked, 20.0, lambda dark, least: heard.append((dark, least)), lambda: bool(heard))
        self.assertEqual(len(heard), 1)
        self.assertFalse(found.proved)
        self.assertEqual(broken({"tasks": tasks, "crew": 3}, found.starts, list(found.dark)), [])
        # No plan is shorter than the hands there need for all of it.
        hands = sum(t["duration_min"] * t["crew"] for t in tasks) / 3
        self.assertLessEqual(found.least_dark, found.dark_minutes)
        self.assertGreaterEqual(found.dark_minutes, hands)

    def test_bad_input_is_named(self):
        task = {"id": "a", "duration_min": 5}
        for wrong, words in (
            ({"tasks": [{**task, "duration_min": 5.5}]}, "whole number"),
            ({"tasks": [{**task, "dark": True, "live": True}]}, "off and on"),
            ({"tasks": [{**task, "arrives": [9, 3]}]}, "earliest"),
            ({"tasks": [{**task, "arrives": [1, 3], "window": [0, 9]}]}, "window"),
            ({"tasks": [{**task, "window": None}]}, "left out"),
            ({"tasks": [task, task]}, "twice"),
            ({"tasks": [{**task, "needs": ["b"]}]}, "no task 'b'"),
            ({"tasks": [{**task, "needs": ["b"]}, {"id": "b", "duration_min": 1, "needs": ["a"]}]}, "circle"),
            ({"tasks": [{**task, "dark": True}], "keep_on": [{"item": "x", "feed": "a"}]}, "must not be dark"),
            ({"tasks": [task], "keep_on": [{"item": "x", "unfeed": "a"}]}, "only with a feed"),
            ({"tasks": [task], "dark_intervals": 10}, "less than or equal to 9"),
            ({"tasks": [{**task, "duration_min": 100_001}]}, "100000"),
            ({"crew": 2}, "Field required"),
            ({"tasks": [{**task, "colour": "red"}]}, "not permitted"),
        ):
            with self.subTest(wrong=wrong), self.assertRaisesRegex(ValidationError, words):
                OutageCase.model_validate(wrong)


if __name__ == "__main__":
    unittest.main()
