"""No task of a day touches anything live: a checker of its own walks what is planned, on changes made up by chance."""

import random
import unittest

from northspan.core.document.file import parse
from northspan.core.plans.day.customer import customer_note
from northspan.core.plans.day.days import days
from northspan.core.solve.solve import solve
from tests.core.plans.test_days import TAKES

FOUND = ("stays", "goes")
WIRE = {"length": 30, "metal": "cu", "insulation": "XHHW-2", "raceway": "EMT"}
VISIT = {"day": 1, "earliest": 540, "latest": 600}


def station(name, kind, state, main=None, circuits=0, at="stays", **more):
    panel = {"panel": {"circuits": [{"id": f"c{i}", "space": i + 1, "breaker_a": 15, "state": at}
                                    for i in range(circuits)]}} if circuits else {}  # fmt: skip
    gear = {"rating_a": 200, "has_main": main, **({"spaces": 24} if circuits else {})}
    return {"id": name, "name": name.title(), "kind": kind, "place": "house", "state": state, "gear": gear,
            **panel, **more}  # fmt: skip


def run(name, start, end, use, state):
    return {"id": name, "from_station": start, "to_station": end, "use": use, "system": "120/240-3w",
            "cable": WIRE, "state": state}  # fmt: skip


def changed(kind, main=True, service_main=True, visit=True, generator=False, electrode=False):
    """A house that stands, changed in one of the usual ways."""
    pole = {"id": "pole", "name": "Pole", "kind": "utility", "place": "yard", "supply": "120/240-3w"}
    stations = [pole, station("meter", "meter", "stays", service_main)]
    stations.append(station("panel", "panelboard", "stays", main, 6))
    runs = [run("drop", "pole", "meter", "service", "stays"), run("feed", "meter", "panel", "feeder", "stays")]
    if kind == "enlarged":
        stations[1]["state"] = runs[0]["state"] = runs[1]["state"] = "goes"
        stations.append(station("new-meter", "service-disconnect", "comes", True, stands_in_for=["meter"]))
        runs += [run("new-drop", "pole", "new-meter", "service", "comes"),
                 run("new-feed", "new-meter", "panel", "feeder", "comes")]  # fmt: skip
    elif kind == "swapped":
        stations[2] = station("panel", "panelboard", "goes", main)
        runs[1]["state"] = "goes"
        stations.append(station("new-panel", "panelboard", "comes", main, 6, stands_in_for=["panel"]))
        runs.append(run("new-feed", "meter", "new-panel", "feeder", "comes"))
    elif kind == "unrecorded":
        stations[1:] = [station("new-meter", "service-disconnect", "comes", True),
                        station("new-panel", "panelboard", "comes", None, 6)]  # fmt: skip
        runs[:] = [run("new-drop", "pole", "new-meter", "service", "comes"),
                   run("new-feed", "new-meter", "new-panel", "feeder", "comes")]  # fmt: skip
    elif kind == "moved":
        stations[2]["panel"]["move"] = {"length": 20}
    elif kind == "relieved":
        stations.append(station("sub", "panelboard", "comes", None, 3))
        runs.append(run("sub-feed", "panel", "sub", "feeder", "comes"))
    elif kind == "fed":
        stations.append(station("shed", "panelboard", "comes", None, 2, at="comes"))
        runs.append(run("shed-feed", "panel", "shed", "feeder", "comes"))
    if generator:
        stations.append({"id": "set", "name": "Set", "kind": "generator", "place": "yard", "state": "stays",
                         "generator": {"kw": 9}})  # fmt: skip
    house = {"id": "house", "name": "House", "kind": "dwelling", "state": "stays", "soil": "loam"}
    if electrode:
        house["grounding"] = {"electrodes": [{"id": "rods", "kind": "rod", "length": 8, "count": 2, "state": "comes"}]}
    return {"version": 3, "name": kind, "places": [{"id": "yard", "name": "Yard", "kind": "yard"}, house],
            "stations": stations, "runs": runs,
            "day": {"days": 3, "utility": VISIT | {"day": 2} if visit else None}}  # fmt: skip


class Walked:
    """A document and the plan of its days, walked task by task; it reads the document alone."""

    def __init__(self, document, tasks):
        self.stations = {s["id"]: s for s in document["stations"]}
        self.runs = {r["id"]: r for r in document["runs"]}
        self.there = {s["id"] for s in document["stations"] if s.get("state") in FOUND or s["kind"] == "utility"}
        there = [r for r in document["runs"] if r["state"] in FOUND and self.ends(r) <= self.there]
        self.feeds = {r["to_station"]: r for r in there}
        self.tasks = tasks

    @staticmethod
    def ends(run):
        return {run["from_station"], run["to_station"]}

    def touched(self, task):
        """The nodes of the property as found that a task lays hands on, by what it is called."""
        kind, _, rest = task.id.partition("/")
        name = rest.split("/")[0]
        if kind in ("land-feeder", "change-service"):
            own = self.runs[name]
            yield from [("bus", own["from_station"]), ("line", own["to_station"])]
        elif kind in ("bring-over-cable", "splice-cable"):
            yield ("bus", name)
            # Circuits that stand hang on some panel, and where that is not on record on whichever is live.
            if name not in self.there and any(c["state"] in FOUND for c in self.stations[name]["panel"]["circuits"]):
                old = [at for at in self.stations[name].get("stands_in_for", ()) if at in self.there]
                yield ("bus", old[0]) if old else ("anything", "")
        elif kind == "take-off":
            if name in self.runs:
                yield ("line", self.runs[name]["to_station"])
            else:
                yield from [("line", name), ("bus", name)]
        elif kind == "land-electrode-wire":
            yield from (("bus", at) for at, s in self.stations.items() if task.name.endswith(f" at {s['name']}"))

    def live(self, opened):
        """The nodes with voltage while some switches are open."""
        found = set()
        for at in self.there:
            way, station = [at], self.stations[at]
            while way[-1] in self.feeds:
                way.append(self.feeds[way[-1]]["from_station"])
            cut = ":utility" in opened or any(above in opened for above in way[1:])
            if station["kind"] == "generator":
                cut = False
            if not cut:
                found.add(("line", at))
                if not (at in opened and station["gear"].get("has_main")) if "gear" in station else at not in opened:
                    found.add(("bus", at))
        return found

    def faults(self):
        """What is touched live, by task and node."""
        for each in self.tasks:
            opened = {
                at
                for other in self.tasks
                for at in other.task.opens
                if (other.day, other.end) <= (each.day, each.start) and not self.restored_before(each)
            }
            live = self.live({at for at in opened if self.has_switch(at)})
            anything = any(side == "bus" and self.stations[at]["kind"] == "panelboard" for side, at in live)
            for node in self.touched(each.task):
                if node in live or (node[0] == "anything" and anything):
                    yield each.task.id, node

    def has_switch(self, at):
        """Whether anything is there to be opened: of a panel its main or the devices of what leaves it."""
        kind = "" if at == ":utility" else self.stations[at]["kind"]
        return kind in ("", "panelboard", "generator") or bool(self.stations[at]["gear"]["has_main"])

    def restored_before(self, each):
        return any(
            other.task.id.split("/")[0] in ("restore", "utility-on") and (other.day, other.start) < (each.day, each.end)
            for other in self.tasks
        )


def planned(document, seconds=3.0):
    made = parse(document)
    return days(made, solve(made), TAKES, seconds), made


class Live(unittest.TestCase):
    def test_no_task_touches_a_live_part(self):
        kinds = ("enlarged", "swapped", "unrecorded", "moved", "relieved", "fed")
        pick, dark = random.Random(27), 0
        for kind in (*kinds, *(pick.choice(kinds) for _ in range(10))):
            asked = {"main": pick.choice([True, False, None]), "service_main": pick.choice([True, False]),
                     "generator": pick.random() < 0.2, "electrode": pick.random() < 0.4}  # fmt: skip
            with self.subTest(kind, **asked):
                document = changed(kind, **asked)
                found, _ = planned(document)
                self.assertTrue(found.tasks, found.trouble)
                self.assertEqual(list(Walked(document, found.tasks).faults()), [])
                dark += len(found.dark)
        self.assertGreater(dark, 12)

    def test_the_line_side_of_a_main_stays_live_until_what_stands_ahead_opens_it(self):
        """By hand: with a switch at the meter that opens it; with none only the utility, and then a visit is owed."""
        opened = {}
        for service_main in (True, False):
            found, _ = planned(changed("moved", main=True, service_main=service_main))
            opened[service_main] = {at for each in found.tasks for at in each.task.opens}
        self.assertEqual(opened, {True: {"meter", "panel"}, False: {":utility", "panel"}})
        found, made = planned(changed("moved", service_main=False, visit=False))
        self.assertEqual((found.tasks, customer_note(made, found)), ((), ""))
        self.assertIn("Say when the utility comes", found.trouble)

    def test_what_is_not_on_record_is_opened_by_the_utility_and_load_goes_off_first(self):
        found, made = planned(changed("unrecorded"))
        names = [each.task.name for each in found.tasks if each.task.power == "off"]
        self.assertEqual(names[:2], ["Load off, main off, then the utility switches off", "Locked, proved dead"])
        self.assertNotIn("not switched off", customer_note(made, found))
        self.assertIn("Land 6 circuits that stay in New-Panel", " ".join(names))

    def test_another_source_is_locked_off_too(self):
        found, _ = planned(changed("fed", generator=True))
        proved = next(each.task for each in found.tasks if each.task.kind == "switch off and prove")
        self.assertEqual(proved.name, "Load off, Panel off and Set off, locked, proved dead")

    def test_a_house_that_stands_nowhere_gets_its_power_from_the_utility_after_approval(self):
        document = changed("unrecorded")
        document["places"][1]["state"] = "comes"
        for each in document["stations"][2]["panel"]["circuits"]:
            each["state"] = "comes"
        found, made = planned(document)
        at = {each.task.id: each for each in found.tasks}
        on, seen = at["utility-on/new"], at["inspection/service"]
        self.assertEqual((found.dark, on.day, on.start), ((), 2, 600))
        self.assertLessEqual((seen.day, seen.end), (on.day, 540))
        self.assertIn("no power until it is connected: on day 2 at about 10:15 am", customer_note(made, found))

    def test_a_day_too_short_to_have_all_ready_is_planned_and_says_so(self):
        document = changed("unrecorded")
        document["day"] = {"days": 1, "utility": VISIT | {"earliest": 480}}
        found, _ = planned(document)
        self.assertTrue(found.tasks, found.trouble)
        self.assertFalse(found.ready)
        self.assertEqual(list(Walked(document, found.tasks).faults()), [])
        self.assertTrue(planned(changed("unrecorded"))[0].ready)

    def test_what_must_not_see_a_gap_wants_a_battery_that_outlasts_the_dark(self):
        document = changed("fed")
        kept = {"item": "Breathing aid", "watts": 300, "fed": False, "gapless": True}
        found, _ = planned(document | {"day": document["day"] | {"stays_on": [kept]}})
        self.assertIn("Breathing aid: must not see a gap", found.trouble)
        # 15 min off and proved, a feeder landed in 30, 15 restored.
        for minutes, fits in ((60, True), (59, False)):
            day = document["day"] | {"stays_on": [kept | {"battery": minutes}]}
            found, made = planned(document | {"day": day})
            self.assertEqual(bool(found.tasks), fits, found.trouble)
            self.assertEqual("On its own battery" in customer_note(made, found), fits)


if __name__ == "__main__":
    unittest.main()
