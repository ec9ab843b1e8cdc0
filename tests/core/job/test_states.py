"""A job in states: what is left is solved as if the rest had never been typed, and every fix finds its way back."""

import copy
import random
import unittest

import jsonpatch
from hypothesis import given, settings
from hypothesis import strategies as st

from northspan.core.document.file import JobFileError, dump, parse
from northspan.core.document.left import as_found, as_left
from northspan.core.plans.whatif.what_if import what_if
from northspan.core.property.panel.proposing import proposal
from northspan.core.property.panel.solve_panels import solve_panels
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from tests.core.made.fixing import findings
from tests.core.made.jobs import document, job
from tests.core.made.panels import circuit, opened
from tests.core.made.properties import random_property

AWAY = ("goes", "for-now")


def without(made):
    """A document without what goes or is there for now, taken out by hand."""
    if isinstance(made, dict):
        return {k: without(v) for k, v in made.items()}
    if isinstance(made, list):
        return [without(each) for each in made if not (isinstance(each, dict) and each.get("state") in AWAY)]
    return made


def with_old(made, seed):
    """A document with old things strewn in it: stations on runs of their own, electrodes, appliances, circuits."""
    pick, made = random.Random(seed), copy.deepcopy(made)

    def strew(parts, old):
        parts.insert(pick.randrange(len(parts) + 1), {**old, "state": pick.choice(AWAY)})

    places = [p["id"] for p in made["places"]]
    for n in range(pick.randint(1, 3)):
        old = {"id": f"old-{n}", "name": f"Old {n}", "kind": "panelboard", "place": pick.choice(places)}
        strew(made["stations"], {**old, "load": {"amps": 30}})
        start = pick.choice([s["id"] for s in made["stations"] if s["id"] != f"old-{n}"])
        cable = {"length": 40, "raceway": "PVC40"}
        ends = {"from_station": start, "to_station": f"old-{n}", "system": "120/240-3w", "use": "feeder"}
        strew(made["runs"], {"id": f"old-{n}", "cable": cable, **ends})
    for place in made["places"]:
        strew(place.setdefault("appliances", []), {"id": "old", "name": "Old", "kind": "range", "va": 9000})
        strew(place.setdefault("grounding", {}).setdefault("electrodes", []), {"id": "old", "kind": "rod"})
    for station in made["stations"]:
        if (station.get("panel") or {}).get("circuits"):
            strew(station["panel"]["circuits"], {"id": "old", "space": 1})
    return made


def bare(found):
    return [(f.rule, f.run, f.station, f.words, [fix.label for fix in f.fixes]) for f in found]


class States(unittest.TestCase):
    def check(self, made, seed):
        mixed = with_old(made, seed)
        whole, left = parse(mixed), parse(without(mixed))
        self.assertEqual(dump(as_left(whole).job), dump(left))
        now, alone = solve(whole), solve(left)
        self.assertEqual((now.runs[0].figures, now.stations), (alone.runs[0].figures, alone.stations))
        self.assertEqual(bare(now.findings), bare(alone.findings))
        here, there = dump(whole), dump(left)
        for mine, other in zip(now.findings, alone.findings, strict=True):
            for fix, plain in zip(mine.fixes, other.fixes, strict=True):
                mended = jsonpatch.apply_patch(here, list(fix.patch))
                self.assertEqual(without(mended), jsonpatch.apply_patch(there, list(plain.patch)), fix.label)
                self.assertEqual(len(list(olds(mended))), len(list(olds(here))), fix.label)

    @settings(max_examples=40)
    @given(st.integers(0, 10**6), st.integers(0, 10**6))
    def test_what_goes_changes_no_answer_and_no_fix_touches_it(self, of, seed):
        self.check(dump(random_property(of)), seed)

    def test_nor_does_it_in_the_demo_jobs(self):
        for seed, made in enumerate(demo_jobs().values()):
            self.check(dump(made), seed)

    def test_a_list_that_a_fix_lays_down_whole_keeps_what_goes(self):
        made = with_old(dump(demo_jobs()["juniper-bend"]), 3)
        whole = parse(made)
        for column in what_if(whole, {}).columns[1:]:
            if column.take is not None:
                after = parse(jsonpatch.apply_patch(dump(whole), list(column.take.patch)))
                self.assertEqual(sorted(olds(dump(after))), sorted(olds(dump(whole))), column.name)
        old = circuit("old", 1, state="goes")
        whole = parse(opened(("panel/circuits", [old]), **{"places/0/floor_area": 1500}))
        ready = prepared(whole)
        panels = solve_panels(ready.book, ready.job, ready.net, ready.sized)
        offered = [found for each in panels.values() if (found := proposal(ready.book, each).fix) is not None]
        self.assertTrue(offered)
        for fix in offered:
            after = parse(jsonpatch.apply_patch(dump(whole), list(ready.left.fix(fix).patch)))
            self.assertEqual(sorted(olds(dump(after))), sorted(olds(dump(whole))))

    def test_as_found_is_what_stays_and_what_goes(self):
        found = as_found(job(**{"stations/2/state": "goes", "runs/1/state": "goes", "stations/1/state": "stays"})).job
        self.assertEqual([s.id for s in found.stations], ["panel", "shed-panel"])
        self.assertEqual([r.id for r in found.runs], ["feeder"])

    def test_a_pair_is_none_once_its_partner_is_gone(self):
        whole = parse(opened(("panel/circuits/right/state", "goes")))
        (left,) = [c for s in as_left(whole).job.stations if s.panel for c in s.panel.circuits if c.id == "left"]
        self.assertEqual((left.partner, left.tied), (None, None))

    def test_a_panel_may_have_an_old_feeder_and_a_new_one_but_not_two_that_stay(self):
        again = {**document()["runs"][1], "id": "old"}
        self.assertEqual(len(solve(parse(document(**{"runs/-": again | {"state": "goes"}}))).runs), 2)
        there = {f"stations/{n}/state": "stays" for n in range(3)}
        for first, second in (("comes", "stays"), ("goes", "goes"), ("goes", "stays")):
            with self.subTest(first + second), self.assertRaises(JobFileError) as caught:
                parse(document(**there, **{"runs/-": again | {"state": first}, "runs/1/state": second}))
            self.assertEqual([p.pointer for p in caught.exception.problems], ["/runs/2/to_station"])

    def test_nothing_that_is_left_hangs_on_what_goes_and_nothing_stands_in_for_what_stays(self):
        rod = {"id": "rod", "kind": "rod"}
        range_ = {"id": "r", "name": "Range", "kind": "range", "va": 9000, "station": "shed-panel"}
        for changes, where in (
            ({"stations/2/state": "goes"}, "/runs/1/to_station"),
            ({"places/1/state": "goes"}, "/stations/2/place"),
            ({"stations/2/state": "for-now", "runs/1/state": "for-now", "places/1/appliances": [range_]},
             "/places/1/appliances/0/station"),
            ({"stations/2/stands_in_for": ["panel"]}, "/stations/2/stands_in_for"),
            ({"runs/1/stands_in_for": ["lost"]}, "/runs/1/stands_in_for"),
            ({"places/0/grounding": {"electrodes": [rod, {"id": "new", "kind": "rod", "stands_in_for": ["rod"]}]}},
             "/places/0/grounding/electrodes/1/stands_in_for"),
            ({"runs/1/until": "2027-01-31"}, "/runs/1"),
            ({"runs/1/becomes": "capped"}, "/runs/1"),
            ({"runs/1/state": "goes", "stations/2/state": "goes", "runs/1/reused_at": "the barn"}, "/runs/1"),
            ({"runs/1/state": "stays", "runs/1/stands_in_for": ["service"]}, "/runs/1"),
        ):  # fmt: skip
            with self.subTest(where=where, changes=changes), self.assertRaises(JobFileError) as caught:
                parse(document(**changes))
            self.assertEqual([p.pointer for p in caught.exception.problems], [where])
        gone = {"id": "old", "kind": "rod", "state": "goes", "becomes": "left-dead"}
        new = {"id": "new", "kind": "plate", "stands_in_for": ["house/old", "old"]}
        parse(document(**{"places/0/grounding": {"electrodes": [gone, new]}}))

    def test_a_finding_of_what_goes_is_none(self):
        thin = {**document()["runs"][1], "id": "thin", "to_station": "hut", "locks": {"size": "14", "breaker_a": 60}}
        hut = {**document()["stations"][2], "id": "hut", "name": "Hut"}
        made = document(**{"runs/-": thin, "stations/-": hut})
        self.assertTrue(any(f.run == "thin" for f in findings(made)))
        made["runs"][2]["state"] = made["stations"][3]["state"] = "goes"
        self.assertFalse(any(f.run == "thin" or f.station == "hut" for f in findings(made)))


def olds(made):
    """Where what goes stands in a document: the ids of all that hold it."""
    for name, parts in made.items() if isinstance(made, dict) else ():
        for each in parts if isinstance(parts, list) else [parts]:
            if isinstance(each, dict):
                if each.get("state") in AWAY:
                    yield f"{name} {each['id']}"
                yield from (f"{each.get('id', '')} {name} {below}" for below in olds(each))


if __name__ == "__main__":
    unittest.main()
