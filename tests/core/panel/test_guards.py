"""The device that guards each wire, by hand: mains at the end of a service, taps, sources, secondaries."""

import unittest

from northspan.core.document.file import parse
from northspan.core.solve.solve import solve
from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document, job, laid
from tests.core.made.questions import named

MAIN = {"stations/1/gear": {"has_main": True, "rating_a": 150}, "runs/0/whole_dwelling": True}
METER = {"id": "meter", "name": "Meter", "kind": "meter", "place": "house"}
DISC = {"id": "d1", "name": "Disc", "kind": "service-disconnect", "place": "house", "terminal_c": 75}
LOAD = {"amps": 60}
SERVICE = {"use": "service", "system": "120/240-3w", "cable": {"metal": "al", "insulation": "XHHW-2"}}


def figures(made, run):
    return named(next(r for r in solve(made).runs if r.id == run).figures)


def rules(**changes):
    return {f.rule for f in solve(job(**changes)).findings}


def two_mains(*ratings, **lateral):
    """A meter with one set ahead of it and a main for every rating behind it."""
    discs = [DISC | {"id": f"d{a}", "load": LOAD, "gear": {"rating_a": a}} for a in ratings]
    ahead = laid(SERVICE, id="lateral", from_station="pole", to_station="meter", length=40, **lateral)
    behind = [laid(SERVICE, id=f"s{a}", from_station="meter", to_station=f"d{a}", length=5) for a in ratings]
    pole = document()["stations"][0] | {"place": "shed"}
    return document(stations=[pole, METER, *discs], runs=[ahead, *behind])


class Guards(unittest.TestCase):
    def test_a_main_guards_the_service_that_ends_in_it(self):
        # 83 % of 150 A is 124.5 A: 3/0 al carries 155, 2/0 135; 1/0 120 is too small.
        self.assertEqual(figures(job(**MAIN), "service").breaker.value, 150.0)
        self.assertEqual(figures(job(**MAIN), "service").size.value, "2/0")
        made = document(**MAIN | {"runs/0/locks/size": "1/0"})
        self.assertGreater(mended(self, made, findings(made, "size-dwelling-rule")), 0)
        self.assertNotIn("size-dwelling-rule", rules(**MAIN | {"runs/0/locks/size": "2/0"}))

    def test_one_device_is_entered_once(self):
        both = document(**MAIN | {"runs/0/locks/breaker_a": 100})
        self.assertEqual(mended(self, both, findings(both, "device-entered-twice")), 1)
        self.assertEqual(findings(document(**MAIN | {"runs/0/locks/breaker_a": 150}), "device-entered-twice"), [])
        # Its fix goes where the rating is entered: on the main, not on the run.
        small = document(**MAIN | {"stations/1/gear/rating_a": 100, "stations/1/load/amps": 105})
        fix = findings(small, "breaker-below-load")[0].fixes[0]
        self.assertEqual((fix.label, fix.patch[0]["path"]), ("Use a 150 A main", "/stations/1/gear/rating_a"))

    def test_several_mains_count_together(self):
        made = two_mains(100, 125)
        # 225 A of mains: 250 kcmil al carries 205, which 225 is the next rating to; for the 120 A load 1/0 is enough.
        self.assertEqual(figures(parse(made), "lateral").breaker.value, 225.0)
        self.assertEqual(figures(parse(made), "lateral").size.value, "250")
        by_load = parse(made | {"house_rules": {"several_mains": "load"}})
        self.assertEqual(figures(by_load, "lateral").size.value, "1/0")
        # What is there already is judged by exception 3; below the load it is not.
        self.assertEqual({f.level for f in findings(two_mains(100, 125, size="2/0"), "mains-above-wire")}, {"note"})
        self.assertEqual(findings(two_mains(100, 125, size="2/0"), "size-breaker"), [])
        self.assertTrue(findings(two_mains(100, 125, size="1"), "size-termination"))

    def test_six_disconnects_may_stand(self):
        self.assertEqual(findings(two_mains(60, 70, 80, 90, 100, 110), "service-disconnects"), [])
        self.assertTrue(findings(two_mains(60, 70, 80, 90, 100, 110, 125), "service-disconnects"))
        self.assertEqual(findings(two_mains(60, 70), "services"), [])

    def test_a_tap_is_guarded_at_its_end_and_grounded_by_what_is_ahead(self):
        tap = {"runs/1/tap": "25-ft", "runs/1/cable/length": 20, "runs/0/locks/breaker_a": 200}
        tap |= {"stations/2/gear": {"has_main": True, "rating_a": 80}}
        # 4 copper carries 85 A, and a tap takes no next size up; 200 A ahead asks for a 6 copper ground.
        self.assertEqual(figures(job(**tap), "feeder").size.value, "4")
        self.assertEqual(figures(job(**tap), "feeder").equipment_ground.value, "6")
        made = document(**tap | {"stations/2/gear/rating_a": 90, "runs/1/locks/size": "4"})
        found = findings(made, "size-breaker")
        self.assertEqual((found[0].section, mended(self, made, found) > 0), ("240.21(B)", True))
        self.assertNotIn("size-breaker", rules(**tap | {"runs/1/locks/size": "4"}))
        # Never above the tap's own wire.
        thin = tap | {"runs/1/locks/size": "8", "stations/2/load/amps": 10, "stations/2/gear/rating_a": 50}
        self.assertEqual(figures(job(**thin), "feeder").equipment_ground.value, "8")

    def test_out_of_a_source_the_plate_rules_until_a_breaker_stands(self):
        set_ = {"id": "set", "name": "Set", "kind": "generator", "place": "house", "generator": {"kw": 18}}
        alone = {
            "stations/0": set_,
            "runs/0/from_station": "set",
            "runs/0/use": "feeder",
            "stations/1/load": {"amps": 20},
        }
        # 18 kW at 240 V is 75 A; 115 % of it is 86.25 A. Its own breaker ends that: 50 A, 2 for continuous load.
        self.assertAlmostEqual(figures(job(**alone), "service").design.value, 86.25)
        own = job(**alone | {"stations/0/generator/breaker_a": 80})
        self.assertEqual(figures(own, "service").design.value, 52.0)
        self.assertEqual(figures(own, "service").breaker.value, 80.0)

    def test_a_secondarys_breaker_guards_what_leaves_it(self):
        plate = {"secondary": "120/240-3w", "kva": 10, "secondary_breaker_a": 50}
        own = {"stations/1/kind": "transformer", "stations/1/load": None, "stations/1/transformer": plate}
        self.assertEqual(figures(job(**own), "feeder").breaker.value, 50.0)
        self.assertEqual(figures(job(**own | {"runs/1/locks/breaker_a": 35}), "feeder").breaker.value, 35.0)

    def test_no_fix_raises_a_device_above_what_stands_ahead(self):
        over = document(**{"runs/0/locks/breaker_a": 100, "runs/1/locks/breaker_a": 100, "stations/2/load/amps": 130})
        for found in findings(over, "breaker-below-load"):
            for fix in found.fixes:
                if found.run == "feeder":
                    self.fail(fix.label)


class NoDisconnect(unittest.TestCase):
    def test_a_service_that_ends_in_lugs(self):
        made = document(**{"stations/1/gear": {"has_main": False}})
        found = findings(made, "no-service-disconnect")
        self.assertEqual((found[0].level, mended(self, made, found)), ("danger", 1))
        self.assertEqual(findings(document(), "no-service-disconnect")[0].level, "advice")
        self.assertEqual(findings(document(**MAIN), "no-service-disconnect"), [])

    def test_a_meter_is_none_and_is_no_service_equipment(self):
        lateral = laid(SERVICE, id="lateral", from_station="pole", to_station="meter", length=40)
        made = document(**{"stations/-": METER, "runs/-": lateral, "runs/0/from_station": "meter"})
        made["runs"][0]["use"] = "feeder"
        made["stations"][1]["gear"] = {"has_main": False}
        found = findings(made, "no-service-disconnect")
        self.assertEqual([(f.station, f.level) for f in found], [("panel", "danger")])
        ground = solve(parse(made)).ground
        bonds = {b.station: b for b in ground.modes[0].stations}
        self.assertEqual((bonds["panel"].belongs, bonds["panel"].bond), (True, "screw"))
        # Meter and panel in series are one service: one set of hots for the electrode conductor.
        made["runs"][0] |= {"use": "service", "locks": {"size": "2/0"}}
        made["runs"][-1]["locks"] = {"size": "2/0"}
        service = next(p for p in solve(parse(made)).ground.places if p.place == "house")
        self.assertEqual((service.conductor.steps[0].cell.row, service.conductor.value), ("2", "6"))
