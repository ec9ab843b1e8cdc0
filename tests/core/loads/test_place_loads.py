"""Where a place's load lands, what drives the runs, and that nothing is counted twice or lost."""

import unittest

from northspan.core.document.file import JobFileError
from northspan.core.solve.solve import solve
from tests.core.made.jobs import job
from tests.core.made.questions import named

HOUSE_LOAD = {
    "stations/1/load": None,
    "places/0/floor_area": 2000,
    "places/0/appliances": [
        {"id": "range", "name": "Range", "kind": "range", "va": 12000},
        {"id": "heat", "name": "Heat", "kind": "space-heat", "va": 4000, "count": 2},
    ],
}
# 6000 + 4500 VA of lighting and circuits and 12000 VA: 10000 + 0.4 × 12500 = 15000; 65 % of 8000: 5200. 20200 / 240.
HOUSE_A = 84.0
SHED_LOAD = {
    "stations/2/load": None,
    "places/1/appliances": [{"id": "saw", "name": "Saw", "kind": "other", "amps": 16, "motor": True}],
}
# 16 A and a quarter of it.
SHED_A = 20.0


def amps(**changes):
    return {r.id: r.figure("load").value for r in solve(job(**changes)).runs}


def loads(**changes):
    return {p.place: p for p in solve(job(**changes)).loads}


class Landing(unittest.TestCase):
    def test_the_runs_follow_the_calculation(self):
        self.assertEqual(amps(**HOUSE_LOAD), {"service": HOUSE_A + 30, "feeder": 30.0})
        self.assertEqual(amps(**HOUSE_LOAD, **SHED_LOAD), {"service": HOUSE_A + SHED_A, "feeder": SHED_A})

    def test_an_entered_load_locks_the_run(self):
        locked = HOUSE_LOAD | {"stations/1/load": {"amps": 50}}
        self.assertEqual(amps(**locked)["service"], 80.0)
        self.assertFalse(loads(**locked)["house"].drives)
        self.assertIn("locks the run", loads(**locked)["house"].why)

    def test_a_run_that_is_locked_keeps_its_load(self):
        self.assertEqual(amps(**HOUSE_LOAD, **{"runs/0/locks/load": {"amps": 61}})["service"], 61.0)

    def test_without_the_floor_area_nothing_is_guessed(self):
        bare = HOUSE_LOAD | {"places/0/floor_area": None}
        self.assertIsNone(loads(**bare)["house"].governs)
        self.assertIn("floor area", loads(**bare)["house"].why)
        self.assertEqual(amps(**bare)["service"], 30.0)

    def test_a_place_without_a_panel_says_so(self):
        nowhere = {"places/-": {"id": "pond", "name": "Pond", "kind": "yard", "appliances": [
            {"id": "pump", "name": "Pump", "kind": "other", "va": 500}]}}  # fmt: skip
        found = loads(**nowhere)["pond"]
        self.assertEqual((found.station, found.drives), (None, False))
        self.assertIn("Nothing here takes it yet", found.why)

    def test_the_only_equipment_of_a_place_takes_its_load(self):
        charger = {"stations/2/kind": "equipment", "stations/2/load": None, "runs/1/use": "branch",
                   "runs/1/system": "240-2w", "places/1/appliances": [
                       {"id": "ev", "name": "Charger", "kind": "ev-charger", "va": 9600}]}  # fmt: skip
        feeder = named(solve(job(**charger)).runs[1].figures)
        self.assertEqual((feeder.load.value, feeder.design.value), (40.0, 50.0))


EQUIPMENT = {
    "stations/-": {"id": "oven", "name": "Oven", "kind": "equipment", "place": "house"},
    "runs/-": {"id": "oven-run", "from_station": "panel", "to_station": "oven", "use": "branch", "system": "240-2w",
        "cable": {"length": 30}},
    "places/0/appliances": [{"id": "range", "name": "Range", "kind": "range", "va": 12000, "station": "oven"}],
}  # fmt: skip


class Counting(unittest.TestCase):
    def test_an_appliance_on_the_drawing_sizes_its_circuit_and_is_counted_once(self):
        found = amps(**HOUSE_LOAD | EQUIPMENT)
        # Note 4 takes the 12 kW range as the table does: 8 kW.
        self.assertAlmostEqual(found["oven-run"], 8000 / 240)
        # Without the heat: 10000 + 0.4 × 12500 = 15000 VA.
        self.assertEqual(found["service"], 63.0 + 30.0)

    def test_what_is_wanted_later_takes_no_circuit_yet(self):
        later = EQUIPMENT["places/0/appliances"][0] | {"state": "later"}
        self.assertEqual(amps(**HOUSE_LOAD | EQUIPMENT | {"places/0/appliances": [later]})["oven-run"], 0.0)

    def test_nothing_but_wishes_is_nothing_yet(self):
        wish = {"id": "saw", "name": "Saw", "kind": "other", "va": 1800, "state": "later"}
        found = loads(**{"stations/2/load": None, "places/1/appliances": [wish]})["shed"].governing()
        self.assertEqual((found.total_va.value, found.amps.value, found.lines), (0.0, 0.0, ()))
        self.assertIsInstance(found.total_va.value, float)
        self.assertEqual(found.total_va.steps[0].what, "Nothing to count yet")

    def test_two_appliances_at_one_station_add(self):
        two = [
            {"id": "a", "name": "A", "kind": "other", "amps": 10, "station": "oven"},
            {"id": "b", "name": "B", "kind": "other", "va": 2400, "count": 2, "station": "oven", "continuous": True},
        ]
        circuit = named(solve(job(**HOUSE_LOAD | EQUIPMENT | {"places/0/appliances": two})).runs[2].figures)
        # 10 A + 2 × 10 A, of which 20 A continuous.
        self.assertEqual((circuit.load.value, circuit.design.value), (30.0, 35.0))

    def test_cooking_circuits_by_note_4(self):
        def circuit(*ratings):
            pieces = [
                {"id": f"p{i}", "name": "P", "kind": "range", "va": va, "station": "oven"}
                for i, va in enumerate(ratings)
            ]
            return named(solve(job(**HOUSE_LOAD | EQUIPMENT | {"places/0/appliances": pieces})).runs[2].figures)

        for ratings, va in (
            ([12000], 8000),  # one range, column C
            ([14000], 8800),  # and note 1
            ([5000], 5000),  # an oven or a cooktop: its nameplate
            ([4000, 4000, 5100], 8400),  # two ovens and a cooktop, 13.1 kW as one range
            ([3000, 3000, 3000, 3000], 12000),  # more than the note takes together
        ):
            self.assertAlmostEqual(circuit(*ratings).load.value, va / 240, msg=str(ratings))
        self.assertEqual(circuit(12000).breaker.value, 40.0)
        self.assertIn("40 A at least", circuit(12000).design.steps[-1].what)
        self.assertEqual(circuit(5000).breaker.value, 25.0)

    def test_an_entered_load_adds_unless_it_is_in_the_calculation(self):
        sub = {
            "stations/-": {"id": "sub", "name": "Sub", "kind": "panelboard", "place": "house", "load": {"amps": 25}},
            "runs/-": {"id": "sub-run", "from_station": "panel", "to_station": "sub", "use": "feeder",
                "system": "120/240-3w", "cable": {"length": 30}},
        }  # fmt: skip
        self.assertEqual(amps(**HOUSE_LOAD | sub)["service"], HOUSE_A + 30 + 25)
        counted = sub | {"stations/3/load/in_calculation": True}
        found = amps(**HOUSE_LOAD | counted)
        self.assertEqual((found["service"], found["sub-run"]), (HOUSE_A + 30, 25.0))

    def test_buildings_within_the_dwellings_calculation(self):
        within = {"house_rules/outbuildings": "within"}
        found = amps(**HOUSE_LOAD, **SHED_LOAD, **within)
        # The saw's 3840 VA at 40 %: 1536 VA more. 21736 / 240 = 90.6.
        self.assertEqual(found, {"service": 91.0, "feeder": SHED_A})
        self.assertEqual(loads(**HOUSE_LOAD, **SHED_LOAD, **within)["house"].includes, ("shed",))
        # A building with its load entered by hand is no part of the calculation.
        self.assertEqual(amps(**HOUSE_LOAD, **within)["service"], HOUSE_A + 30)

    def test_the_neutral_of_the_calculation_reaches_the_run(self):
        one = solve(job(**HOUSE_LOAD, **SHED_LOAD, **{"house_rules/neutral": "calculated"}))
        neutral = one.runs[0].figure("neutral")
        # Lighting 5625 VA and 70 % of 8000 VA: 11225 / 240 = 46.8; the shed's saw has no neutral.
        self.assertIn(47.0, [step.value for step in neutral.steps])


class Soundness(unittest.TestCase):
    def test_an_appliance_stands_at_its_own_place(self):
        stray = {"id": "a", "name": "A", "kind": "other", "va": 5, "station": "shed-panel"}
        with self.assertRaisesRegex(JobFileError, "no equipment 'shed-panel' at House"):
            job(**{"places/0/appliances": [stray]})

    def test_ids_of_appliances_and_variants_are_unique(self):
        same = [{"id": "a", "name": "A", "kind": "other", "va": 5}] * 2
        with self.assertRaisesRegex(JobFileError, "already the id"):
            job(**{"places/0/appliances": same})
        with self.assertRaisesRegex(JobFileError, "already the id"):
            job(variants=[{"id": "v", "name": "V"}] * 2)

    def test_a_panel_beside_the_main_takes_what_hangs_on_its_circuits_and_the_house_counts_once(self):
        circuits = [
            {"id": "a", "space": 1, "va": 1200}, {"id": "b", "space": 3, "va": 600},
            {"id": "heat", "space": 2, "poles": 2, "appliances": ["heat"]}, {"id": "later", "space": 5, "va": 900,
            "state": "later"},
        ]  # fmt: skip
        beside = {
            "stations/2/load": None, "stations/2/place": "house", "stations/2/gear": {"spaces": 8},
            "stations/2/panel": {"circuits": circuits},
        }  # fmt: skip
        heater = {"id": "heat", "name": "Heat", "kind": "other", "va": 2400, "across": "lines"}
        house = {"stations/1/load": None, "places/0/floor_area": 2000, "places/0/appliances": [heater]}
        # 1200 VA on A and 600 VA on B at 120 V, 2400 VA over both at 240 V: 10 + 10 and 5 + 10 A.
        found = amps(**house, **beside)
        self.assertEqual((found["feeder"], found["service"]), (20.0, amps(**house)["service"] - 30.0))
        # In another building it is not in the house's calculation and adds to it, without the house's heater.
        away = amps(**house, **beside | {"stations/2/place": "shed"})
        self.assertEqual(away["service"], found["service"] + 10.0)
        silent = {**beside, "stations/2/panel": {"circuits": [{"id": "a", "space": 1}]}}
        titles = [f.title for f in solve(job(**house, **silent)).findings if f.rule == "no-load"]
        self.assertEqual(titles, ["1 circuit of Shed panel says no load yet"])
