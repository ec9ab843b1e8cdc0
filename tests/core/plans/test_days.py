"""The days of a job: tasks made from its plan, what is dark and what is not, and what a hand changes."""

import random
import unittest
from datetime import date, datetime
from itertools import pairwise

from icalendar import Calendar

from northspan.core.plans.day.change import change_steps
from northspan.core.plans.day.customer import customer_note
from northspan.core.plans.day.days import days, tasks_of
from northspan.core.plans.day.task import MOST_AT_ONCE, Duration
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.paper.day.calendar import day_calendar
from northspan.shop.csv_lists import shipped_list
from tests.core.made.jobs import job
from tests.core.made.properties import random_property
from tests.core.sheets.test_packet import edited

TAKES = {i.name: Duration(i.minutes, i.per, i.crew, i.why) for i in shipped_list("durations")}
ROW = demo_jobs()["tamarack-row"]


def tasks(made):
    return {t.id: t for t in tasks_of(made, solve(made), TAKES)[0]}


def with_days(seed):
    """A random property with something standing, several people, own work and a pin."""
    pick = random.Random(seed)
    own = [{"id": f"o{i}", "name": f"Work {i}", "minutes": pick.randrange(90), "crew": pick.randrange(3),
            "power": pick.choice(["on", "off", "either"])} for i in range(4)]  # fmt: skip
    changes = [{"task": "label", "day": 8, "start": 600}, {"task": "fetch-parts", "minutes": pick.randrange(200)}]
    people = ["A", "B", "C", "D"][: pick.randint(2, 4)]
    return edited(
        random_property(seed),
        **{
            "stations/1/state": "stays",
            "day": {
                "days": 10,
                "people": people,
                "own": own,
                "changes": changes,
                "goes": 2,
                "utility": {"day": 6, "earliest": 480, "latest": 540},
            },
        },
    )


def planned(made, seconds=10.0):
    return days(made, solve(made), TAKES, seconds)


class MovedPanel(unittest.TestCase):
    def test_only_the_feeder_s_change_and_the_landing_are_dark(self):
        found = planned(ROW, 240.0)
        dark = {each.task.kind for each in found.tasks if each.task.power == "off"}
        self.assertEqual(dark, {"switch off and prove", "land feeder", "splice cable", "bring over cable", "restore"})
        # 15 min off and proved, 15 min restored; between them 14 circuits at 7 min, 5 splices at 10 and the feeder's
        # 30 on two people: 98 of 178 min on one of them, for two halves of 49 and nothing else come no nearer to 89.
        self.assertEqual((found.dark_minutes, found.proved), (15 + 98 + 15, True))
        (go,) = found.dark
        for each in found.tasks:
            if each.task.power == "on":
                self.assertTrue(each.end <= go.early or each.start >= go.end, each.task.name)
        alone = edited(ROW, **{"day/people": ["Lead"]})
        self.assertEqual(planned(alone).dark_minutes, 15 + 178 + 15)

    def test_nobody_does_two_things_at_once_and_nothing_starts_before_what_it_needs(self):
        for made in (ROW, edited(demo_jobs()["juniper-bend"], **{"day/days": 7}), *map(with_days, range(5))):
            found = planned(made, 2.0)
            self.assertTrue(found.tasks, found.trouble)
            for go in found.dark:
                self.assertTrue(
                    all(
                        go.end <= e.start or e.end <= go.early
                        for e in found.tasks
                        if (e.day, e.task.power) == (go.day, "on")
                    )
                )
            when = {each.task.id: (each.day, each.start, each.day, each.end) for each in found.tasks}
            for each in found.tasks:
                self.assertTrue(made.day.morning <= each.start <= each.end <= made.day.evening)
                if each.task.minutes and each.task.crew:
                    self.assertEqual(len(each.people), each.task.crew, each.task.name)
                for need in each.task.needs:
                    self.assertLessEqual(when[need][2:], when[each.task.id][:2], (need, each.task.id))
            for at in range(len(made.day.people)):
                own = sorted((e.day, e.start, e.end) for e in found.tasks if at in e.people)
                for one, other in pairwise(own):
                    self.assertTrue(one[0] < other[0] or one[2] <= other[1], (at, one, other))

    def test_what_the_customer_is_told_and_what_is_ticked(self):
        found = planned(ROW)
        note = customer_note(ROW, found)
        self.assertIn("Cellar freezer, Fibre box", note)
        self.assertIn("On day 1 the power is off from about", note)
        keys = [step.key for step in change_steps(ROW, solve(ROW), found)]
        order = [keys.index(k) for k in ("fed", "load", "main", "dead", "grounds", "look", "legs", "order")]
        self.assertEqual(order, sorted(order))
        self.assertEqual(len(keys), len(set(keys)))
        self.assertEqual((found.fed_w, found.over_source), (205.0, False))
        self.assertTrue(planned(edited(ROW, **{"day/source_w": 200})).over_source)
        events = Calendar.from_ical(day_calendar(ROW, found, date(2026, 11, 27))).walk("VEVENT")
        self.assertEqual(len(events), len(found.tasks) + 1)
        off = next(e for e in events if "power off" in str(e["summary"]))
        self.assertEqual((off["dtend"].dt - off["dtstart"].dt).seconds, 60 * found.dark_minutes)


class Changed(unittest.TestCase):
    def test_what_a_hand_changed_survives_a_changed_plan_and_what_is_gone_is_said(self):
        changes = [{"task": "label", "dropped": True}, {"task": "fetch-parts", "minutes": 90, "day": 1, "start": 480},
                   {"task": "mount-box/panel/Box Q", "minutes": 5}]  # fmt: skip
        own = [{"id": "sweep", "name": "Sweep up", "minutes": 20, "needs": ["restore"], "power": "on"}]
        made = edited(ROW, **{"day/changes": changes, "day/own": own})
        for one in (made, edited(made, **{"stations/2/name": "Hall panel"})):
            there, gone = tasks_of(one, solve(one), TAKES)
            named = {t.id: t for t in there}
            self.assertNotIn("label", named)
            self.assertEqual(named["fetch-parts"].minutes, 90)
            # What needed the dropped task needs what that needed.
            self.assertIn("restore", named["inspection/final"].needs)
            self.assertEqual(gone, ("mount-box/panel/Box Q",))
            found = planned(one)
            at = {e.task.id: (e.start, e.end, e.pinned) for e in found.tasks}
            self.assertEqual(at["fetch-parts"], (480, 570, True))
            self.assertGreaterEqual(at["own/sweep"][0], at["restore"][1])

    def test_dark_work_put_in_by_hand_is_done_between_proof_and_restoring_and_nobody_drops_these(self):
        own = [{"id": "weld", "name": "Weld the bracket", "minutes": 25, "power": "off"}]
        changes = [{"task": "switch-off-and-prove", "dropped": True}, {"task": "restore", "dropped": True}]
        made = edited(ROW, **{"day/own": own, "day/changes": changes})
        at = {e.task.id: (e.start, e.end) for e in planned(made).tasks}
        self.assertLessEqual(at["switch-off-and-prove"][1], at["own/weld"][0])
        self.assertLessEqual(at["own/weld"][1], at["restore"][0])
        self.assertEqual({t.id for t in tasks(made).values() if t.held}, {"switch-off-and-prove", "restore"})
        # Nothing else of it is dark: the two hold it all the same.
        bare = edited(made, **{"stations/2/panel": None, "stations/2/state": "stays"})
        there = tasks(bare)
        self.assertLessEqual({"switch-off-and-prove", "restore"}, set(there))
        self.assertIn("own/weld", there["restore"].needs)

    def test_what_is_split_is_shared(self):
        made = edited(ROW, **{"day/changes": [{"task": "land-feeder/panel-feeder", "parts": 2}]})
        there = tasks(made)
        parts = [t for t in there.values() if t.id.startswith("land-feeder")]
        self.assertEqual(
            ([t.minutes for t in parts], {t.needs for t in parts}), ([15, 15], {("switch-off-and-prove",)})
        )
        self.assertLessEqual({t.id for t in parts}, set(there["restore"].needs))
        # 49 + 30 + 15 = 94 against 49 + 20 + 15 = 84 of 178: five minutes off the even 89, and no split comes nearer.
        self.assertEqual(planned(made).dark_minutes, 15 + 94 + 15)

    def test_the_shop_s_durations_move_the_day(self):
        slow = {**TAKES, "bring over cable": Duration(14, "each", 1, "old cable")}
        found = days(ROW, solve(ROW), slow, 10.0)
        # Two halves of 98 min on one person each, the rest of 80 shared: 138 of 276.
        self.assertGreaterEqual(found.dark_minutes, 30 + 138)
        none = tasks_of(ROW, solve(ROW), {})[0]
        self.assertTrue(all("not in the shop's list" in t.why and t.minutes == 0 for t in none))

    def test_a_service_changed_waits_for_the_utility(self):
        made = edited(ROW, **{"runs/0/state": "comes", "stations/1/state": "comes", "day/days": 2,
                              "day/utility": {"day": 2, "earliest": 480, "latest": 600}})  # fmt: skip
        named = tasks(made)
        self.assertLessEqual({"utility-off", "utility-on", "change-service/service-run"}, set(named))
        self.assertEqual(named["switch-off-and-prove"].needs, ("utility-off",))
        found = planned(made)
        self.assertEqual([each.at for each in found.arrivals], [480, 540, 600])
        (go,) = found.dark
        self.assertEqual((go.day, go.early, go.start), (2, 480, 600))
        events = Calendar.from_ical(day_calendar(made, found, date(2026, 11, 27))).walk("VEVENT")
        window = next(e for e in events if str(e["summary"]) == "Utility may come")
        hours = (datetime(2026, 11, 30, 8), datetime(2026, 11, 30, 10))
        self.assertEqual((window["dtstart"].dt, window["dtend"].dt), hours)
        ready = [e for e in found.tasks if e.task.id in named["utility-off"].needs]
        self.assertTrue(all(e.day == 1 or e.end <= 480 for e in ready))

    def test_weather_and_inspectors_are_waited_for(self):
        dry = [{"day": d, "earliest": 480, "latest": 960} for d in range(2, 11)]
        visit = {"stage": "trench", "day": 7, "earliest": 600, "latest": 720}
        made = edited(
            demo_jobs()["juniper-bend"],
            day={"days": 10, "dry": dry, "inspections": [visit], "utility": {"day": 8, "earliest": 480, "latest": 600}},
        )
        found = planned(made, 6.0)
        self.assertTrue(found.tasks, found.trouble)
        for each in found.tasks:
            if each.task.dry:
                self.assertTrue(each.day >= 2 and each.start >= 480 and each.end <= 960, each)
            if each.task.id == "inspection/trench":
                self.assertTrue(each.day == 7 and each.start >= 600 and each.end <= 720, each)

    def test_what_stays_off_stands_in_the_order_with_its_note(self):
        off = [{"station": "panel", "circuit": "range", "note": "range not set yet", "until": "Friday"}]
        made = edited(ROW, **{"day/stays_off": off})
        keys = [step.key for step in change_steps(made, solve(made), planned(made))]
        self.assertEqual(keys[-2:], ["off/panel/range", "order"])
        words = change_steps(made, solve(made), planned(made))[-2].words
        self.assertIn("until Friday. Its note: range not set yet", words)

    def test_a_new_house_is_never_dark_and_long_work_is_done_in_stretches(self):
        made = job()
        self.assertEqual({t.power for t in tasks(made).values()}, {"either", "on"})
        for one in demo_jobs().values():
            self.assertLessEqual(max(t.minutes for t in tasks(one).values()), MOST_AT_ONCE)
        dug = [t for t in tasks(demo_jobs()["juniper-bend"]).values() if t.id.startswith("dig-trench/pump-circuit")]
        self.assertEqual(sum(t.minutes for t in dug), round(1.2 * 640))
        short = planned(edited(demo_jobs()["juniper-bend"], **{"day/days": 1}))
        self.assertRegex(short.trouble, "days at least")

    def test_what_stays_on_without_a_feed_bounds_the_dark(self):
        kept = [{"item": "Aquarium", "watts": 60, "fed": False, "most_off": 100}]
        made = edited(ROW, **{"day/stays_on": kept, "day/goes": 1})
        self.assertFalse(planned(made).tasks)
        self.assertTrue(planned(edited(made, **{"day/stays_on/0/most_off": 128})).tasks)


if __name__ == "__main__":
    unittest.main()
