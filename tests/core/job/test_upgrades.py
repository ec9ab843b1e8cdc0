"""Job files of older versions, read as this one: what was typed stays, and so does every answer."""

import json
import unittest
from pathlib import Path

from northspan.core.document.file import JobFileError, dump, parse
from northspan.core.job.told.upgrades import upgraded
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs

FILES = sorted((Path(__file__).parents[1] / "made" / "version1").glob("*.json"))
# Every field of version 1 that is called otherwise now, on the parts that have it; values tell them apart.
RENAMED = {
    "places": [{
        "id": "p", "name": "P", "kind": "dwelling", "floor_area_ft2": 1001.0,
        "footprint": {"x_ft": 1002.0, "y_ft": 1003.0, "width_ft": 1004.0, "depth_ft": 1005.0},
        "grounding": {
            "electrodes": [{
                "id": "e", "kind": "plate", "spacing_ft": 11.0, "length_ft": 12.0, "diameter_in": 0.7, "area_ft2": 2.4,
                "thickness_in": 0.3, "depth_in": 31.0, "x_ft": 13.0, "y_ft": 14.0, "cover_in": 3.5,
                "lands_from_entry_ft": 4.5,
            }],
            "survey": [{"spacing_ft": 15.0, "ohm": 9.0, "pin_depth_ft": 0.4}],
        },
    }],
    "stations": [
        {"id": "a", "name": "A", "kind": "utility", "place": "p", "supply": "120/240-3w"},
        {
            "id": "b", "name": "B", "kind": "panelboard", "place": "p",
            "gear": {
                "handle_height_in": 71.0, "torque_lb_in": 251.0, "working_depth_in": 37.0, "working_width_in": 33.0,
            },
        },
        {"id": "g", "name": "G", "kind": "generator", "place": "p", "generator": {"kw": 9.5, "altitude_ft": 2001.0}},
    ],
    "runs": [{
        "id": "r", "from_station": "a", "to_station": "b", "use": "service", "system": "120/240-3w",
        "length_ft": 77.0, "metal": "al", "insulation": "XHHW-2", "raceway": "RMC", "location": "wet",
        "ambient_c": 41.0, "rooftop": True, "nipple": True, "in_insulation": True, "sets": 2, "egc_metal": "cu",
        "bare_egc": True, "no_egc": True, "raceway_bonded": True, "shares_raceway": "north",
        "load": {"amps": 88.0}, "breaker_a": 175.0, "size": "3/0", "neutral_size": "2/0", "egc_size": "4",
        "raceway_size": "2 1/2", "loaded_conductors": 5,
        "overhead": {"over": "roof", "clearance_ft": 8.25, "roof_rise_in": 5.0},
        "route": {"points": [{"x_ft": 21.0, "y_ft": 22.0}, {"x_ft": 23.0, "y_ft": 24.0}], "ends_ft": 6.5},
    }],
}  # fmt: skip


def leaves(value):
    """Everything that was typed, in no order, but for what is told in other words now: what became of each part, what
    a load hangs between.
    """
    if isinstance(value, dict):
        ticks = {"existing", "future", "state", "volts", "across"}
        ticks |= {"later"} if isinstance(value.get("later"), bool) else set()
        told = (each for name, each in value.items() if name not in ticks)
        return sorted((leaf for each in told for leaf in leaves(each)), key=repr)
    if isinstance(value, list):
        return sorted((leaf for each in value for leaf in leaves(each)), key=repr)
    return [value]


def names(value):
    if isinstance(value, dict):
        return set(value) | {name for each in value.values() for name in names(each)}
    return {name for each in value for name in names(each)} if isinstance(value, list) else set()


def unpulled(job):
    later = {"burial": None, "pull": None, "route": None, "state": "comes", "leaves": None}
    return job.model_copy(update={"runs": tuple(r.model_copy(update=later) for r in job.runs)})


class FromVersion1(unittest.TestCase):
    def test_every_file_is_read_and_answers_as_it_does_now(self):
        self.assertEqual(len(FILES), 2)
        now = {job.name: job for job in demo_jobs().values()}
        for path in FILES:
            old = json.loads(path.read_text("utf-8"))
            made = upgraded(old)
            self.assertEqual(leaves(made | {"version": 1}), leaves(old), path.name)
            self.assertEqual(made["version"], 3)
            job = parse(old)
            # Version 1 had no panels with their covers off, no burials and pulls, no days, and no word of what stands.
            bare = tuple(s.model_copy(update={"panel": None, "state": "comes"}) for s in now[job.name].stations)
            before = now[job.name].model_copy(update={"stations": bare, "day": job.day})
            self.assertEqual(unpulled(job), unpulled(before))
            self.assertEqual(solve(job), solve(parse(dump(job))))

    def test_every_renamed_field_arrives_where_it_belongs(self):
        old = {"format": "northspan-job", "version": 1, "name": "All of them", **RENAMED}
        made = upgraded(old)
        self.assertEqual(leaves(made | {"version": 1}), leaves(old))
        self.assertEqual([n for n in names(made) if n.endswith(("_ft", "_ft2", "_in", "_lb_in")) and n != "no"], [])
        job = parse(old)
        self.assertEqual(leaves(made["runs"]), leaves(job.model_dump(mode="json", exclude_unset=True)["runs"]))
        run, place = job.runs[0], job.places[0]
        self.assertEqual((run.cable.length, run.cable.shares_raceway, run.locks.size), (77.0, "north", "3/0"))
        self.assertEqual((run.route.points[1].x, run.route.ends, run.overhead.clearance), (23.0, 6.5, 8.25))
        self.assertEqual((place.footprint.depth, place.grounding.electrodes[0].depth), (1005.0, 31.0))
        self.assertEqual((job.stations[1].gear.torque, job.stations[2].generator.altitude), (251.0, 2001.0))

    def test_every_tick_of_version_2_is_the_state_that_it_said(self):
        rods = [{"id": "a", "kind": "rod", "existing": True}, {"id": "b", "kind": "rod"}]
        ticked = (
            {"volts": 120}, {"existing": True, "volts": 240}, {"later": True}, {"existing": True, "later": True},
            {"existing": False},
        )  # fmt: skip
        want = {"name": "Want", "kind": "other", "va": 900}
        wants = [{"id": f"w{n}", **want, **ticks} for n, ticks in enumerate(ticked)]
        place = {"id": "p", "name": "P", "kind": "dwelling", "grounding": {"electrodes": rods}, "appliances": wants}
        circuits = [{"id": "c", "existing": True}, {"id": "d", "existing": False}]
        a = {"id": "a", "name": "A", "kind": "utility", "place": "p", "supply": "120/240-3w", "existing": True}
        b = {
            "id": "b",
            "name": "B",
            "kind": "panelboard",
            "place": "q",
            "future": True,
            "existing": False,
            "gear": {"spaces": 8},
            "panel": {"circuits": circuits},
        }
        run = {
            "id": "r",
            "from_station": "a",
            "to_station": "b",
            "use": "service",
            "system": "120/240-3w",
            "cable": {"length": 9},
            "existing": False,
            "future": True,
        }
        old = {"version": 2, "name": "Ticks", "places": [place, {**place, "id": "q", "existing": True}],
               "stations": [a, b], "runs": [run]}  # fmt: skip
        made = parse(old)
        self.assertEqual([p.state for p in made.places], ["comes", "stays"])
        self.assertEqual([e.state for e in made.places[0].grounding.electrodes], ["stays", "comes"])
        self.assertEqual([a.state for a in made.places[0].appliances], ["comes", "stays", "later", "later", "comes"])
        self.assertEqual([a.across for a in made.places[0].appliances], ["neutral", *4 * ["lines"]])
        self.assertEqual([s.state for s in made.stations], ["stays", "later"])
        self.assertEqual([c.state for c in made.stations[1].panel.circuits], ["stays", "comes"])
        self.assertEqual([r.state for r in made.runs], ["later"])
        for spoilt in ({**run, "existing": True}, {**run, "existing": 1}):
            with self.assertRaises(JobFileError) as caught:
                parse({**old, "runs": [spoilt]})
            self.assertIn("/runs/0/existing", [p.pointer for p in caught.exception.problems])

    def test_what_is_wrong_in_an_old_file_is_named_where_it_stands_now(self):
        for spoilt, where in (
            ({"runs": [RENAMED["runs"][0] | {"length_ft": -1}]}, "/runs/0/cable/length"),
            ({"runs": [RENAMED["runs"][0] | {"length": 9}]}, "/runs/0/length"),
            ({"runs": [RENAMED["runs"][0] | {"route": 5}]}, "/runs/0/route"),
            ({"runs": "none"}, "/runs"),
            ({"runs": [5]}, "/runs/0"),
            ({"places": [{"grounding": {"electrodes": 7}}]}, "/places/0/grounding/electrodes"),
        ):
            with self.subTest(where=where), self.assertRaises(JobFileError) as caught:
                parse({"name": "Spoilt", "version": 1, **RENAMED, **spoilt})
            self.assertIn(where, [p.pointer for p in caught.exception.problems])

    def test_the_new_names_are_none_of_the_old_version_and_the_old_none_of_the_new(self):
        with self.assertRaises(JobFileError) as caught:
            parse({"name": "New", "version": 2, **RENAMED})
        pointers = {p.pointer for p in caught.exception.problems}
        self.assertLessEqual({"/runs/0/length_ft", "/runs/0/cable", "/places/0/floor_area_ft2"}, pointers)
