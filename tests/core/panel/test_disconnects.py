"""Disconnects, supplies, places, prompts; second sources."""

from northspan.core.solve.solve import solve
from tests.core.made.fixing import Trips, findings
from tests.core.made.jobs import SECOND, SECOND_RUN, document, job

MAIN = {"has_main": True, "rating_a": 60}


class Supplies(Trips):
    def test_feeders_from_one_panel_may_be_several(self):
        two = {"stations/-": SECOND | {"gear": MAIN}, "runs/-": SECOND_RUN, "stations/2/gear": MAIN}
        self.assertEqual(findings(document(**two), "supplies"), [])
        for spoilt in (
            {"stations/-": SECOND | {"gear": {"has_main": False}}},
            {"runs/-": SECOND_RUN | {"from_station": "shed-panel"}},
        ):
            made = document(**two | spoilt)
            self.assertEqual(bool(findings(made, "supplies")), "stations/-" in spoilt)
        lamp = SECOND | {"kind": "equipment"}
        circuit = SECOND_RUN | {"use": "branch", "system": "120-2w"}
        self.assertTrue(findings(document(**{"stations/-": lamp, "runs/-": circuit}), "supplies"))

    def test_several_mains_in_one_can(self):
        several = {"stations/1/gear": {"has_main": True, "rating_a": 200, "mains": 4, "main_compartments": False}}
        apart = {"stations/1/gear": several["stations/1/gear"] | {"main_compartments": True}}
        self.assertEqual(self.trips("mains-together", several, apart).level, "violation")
        stands = document(**several, **{"stations/1/state": "stays"})
        self.assertEqual([f.level for f in findings(stands, "mains-together")], ["note"])
        unsaid = document(**{"stations/1/gear": {"has_main": True, "rating_a": 200, "mains": 4}})
        self.assertEqual([f.level for f in findings(unsaid, "mains-together")], ["advice"])
        for many, wrong in ((6, 0), (7, 1)):
            made = document(**{"stations/1/gear": apart["stations/1/gear"] | {"mains": many}})
            self.assertEqual(len(findings(made, "service-disconnects")), wrong, many)

    def test_terminals_as_marked(self):
        # The feeder lands with 8 AWG copper and a 10 AWG ground.
        for lug, takes in (
            ({"of": "line", "most_size": "10"}, {"of": "line", "most_size": "8"}),
            ({"of": "ground", "least_size": "8"}, {"of": "ground", "least_size": "10"}),
            ({"of": "neutral", "least_size": "6"}, {"of": "load", "least_size": "6"}),
        ):
            self.trips("lug-range", {"stations/2/gear": {"lugs": [lug]}}, {"stations/2/gear": {"lugs": [takes]}})
        only = {"stations/1/gear": {"lugs": [{"of": "line", "metal": "cu"}]}}
        self.trips("lug-metal", only, {"stations/1/gear": {"lugs": [{"of": "load", "metal": "cu"}]}})

    def test_two_utilities_are_two_services(self):
        other = {"id": "other", "name": "Other pole", "kind": "utility", "place": "house", "supply": "120/240-3w"}
        main = {"id": "main2", "name": "Main 2", "kind": "service-disconnect", "place": "house", "load": {"amps": 20}}
        run = {"id": "s2", "to_station": "main2", "use": "service", "system": "120/240-3w", "cable": {"length": 30}}
        one = document(**{"stations/-": main, "runs/-": run | {"from_station": "pole"}})
        self.assertEqual(findings(one, "services"), [])
        one["stations"].append(other)
        one["runs"][-1]["from_station"] = "other"
        self.assertEqual(len(findings(one, "services")), 1)

    def test_a_panel_of_unknown_circuits_has_sixty_amperes(self):
        small = {"stations/2/gear": {"has_main": True, "rating_a": 30}}
        self.trips("disconnect-minimum", small, small | {"stations/2/gear/circuits": 2}, 2)
        self.assertTrue(findings(document(**small | {"stations/2/gear/circuits": 3}), "disconnect-minimum"))

    def test_a_structure_in_the_yard_has_a_disconnect_too(self):
        yard = {"places/1/kind": "yard", "stations/2/gear": {"has_main": False}}
        self.trips("no-disconnect", yard, yard | {"stations/2/gear/has_main": True})

    def test_what_feeds_a_panel_is_a_feeder(self):
        found = self.trips(
            "branch-to-panel", {"runs/1/use": "branch"}, {"runs/1/use": "branch", "stations/2/kind": "equipment"}
        )
        self.assertEqual(found.level, "violation")
        self.assertTrue(solve(job(**{"runs/1/use": "branch"})).ground.places[1].needed)


class Places(Trips):
    def test_outdoors_within_fifty_feet(self):
        pole = {
            "id": "md",
            "name": "Pole main",
            "kind": "service-disconnect",
            "place": "shed",
            "gear": {"outdoors": True},
        }
        ahead = {
            "stations/-": pole, "stations/1/gear": {"outdoors": False, "has_main": True}, "runs/0/from_station": "md",
            "runs/0/use": "feeder",
            "runs/-": {"id": "drop", "from_station": "pole", "to_station": "md", "use": "service",
                "system": "120/240-3w", "cable": {"length": 10}},
        }  # fmt: skip
        self.trips("emergency-disconnect", ahead | {"runs/0/cable/length": 51}, ahead | {"runs/0/cable/length": 50})

    def test_rooms_and_reach(self):
        for rule, bad, good in (
            ("panel-room", {"room": "bathroom"}, {"room": "hall"}),
            ("panel-room", {"room": "clothes-closet"}, {"room": "garage"}),
            ("panel-room", {"room": "over-steps"}, {}),
            ("disconnect-far-in", {"nearest_entry": False}, {"nearest_entry": True}),
        ):
            self.trips(rule, {"stations/1/gear": bad}, {"stations/1/gear": good})

    def test_working_depth_by_volts_to_ground(self):
        def tried(depth, system="120/240-3w", **gear):
            run = {"system": system, "use": "service", "cable": {"length": 50}}
            made = document(**{"stations/1/gear": {"working_depth": depth} | gear, "stations/0/supply": system})
            made["runs"] = [made["runs"][0] | run]
            made["stations"][1]["load"] = {"amps": 20}
            return bool(findings(made, "working-space-deep"))

        self.assertEqual([tried(36), tried(35)], [False, True])
        self.assertEqual([tried(41, "480-2w"), tried(42, "480-2w")], [True, False])
        self.assertEqual(
            [tried(36, "480-2w", working_condition=1), tried(47, "277-2w", working_condition=3)], [False, True]
        )

    def test_a_new_dwelling_is_asked_and_an_old_one_only_where_its_service_is_replaced(self):
        source = {"stations/0/source": {"kva": 25, "impedance_pct": 2}}
        asked = {"surge-unknown", "emergency-disconnect-unknown", "interrupting-unknown", "intersystem-unknown"}
        new = {f.rule for f in findings(document(**source))}
        self.assertLessEqual(asked, new)
        self.assertIn("fault-unknown", {f.rule for f in findings(document())})
        standing = source | {"places/0/state": "stays"}
        self.assertLessEqual(asked, {f.rule for f in findings(document(**standing))})
        kept = standing | {"stations/1/state": "stays", "runs/0/state": "stays"}
        self.assertEqual(asked & {f.rule for f in findings(document(**kept))}, set())
        gear = {"surge_protected": True, "outdoors": True, "interrupting_ka": 10, "has_main": True}
        told = source | {"stations/1/gear": gear, "places/0/grounding/intersystem_terminals": 3}
        self.assertEqual(asked & {f.rule for f in findings(document(**told))}, set())

    def test_an_ungrounded_source_says_what_it_needs(self):
        plate = {"secondary": "480-2w", "kva": 10}
        step_up = {"stations/1/kind": "transformer", "stations/1/load": None, "stations/1/transformer": plate}
        step_up |= {"runs/1/system": "480-2w", "stations/2/load": {"amps": 8}}
        fitted = step_up | {"stations/1/gear": {"ground_detection": True}}
        found = self.trips("derived-ungrounded", step_up, fitted)
        self.assertIn("250.21(B)", found.section)

    def test_a_source_of_its_own_owes_electrodes(self):
        own = {
            "id": "inv",
            "name": "Inverters",
            "kind": "inverter",
            "place": "house",
            "generator": {"kw": 5, "units": 2},
        }
        off = job(**{"stations/0": own, "runs/0/from_station": "inv", "runs/0/use": "feeder"})
        place = solve(off).ground.places[0]
        self.assertEqual((place.needed, place.section), (True, "250.30(A), 250.50"))
        self.assertIsNotNone(place.conductor)
        over = document(**{"stations/0": own, "runs/0/from_station": "inv", "runs/0/use": "feeder"})
        # 10 kW gives 41.7 A; 70 and 30 A hang on it.
        self.assertEqual(len(findings(over, "source-overload")), 1)
        over["stations"][0]["generator"]["kw"] = 12.0
        self.assertEqual(findings(over, "source-overload"), [])


class SecondSources(Trips):
    def test_the_bus(self):
        pv = {"name": "Roof", "output_a": 32, "breaker_a": 40}
        gear = {"has_main": True, "rating_a": 200, "bus_a": 200, "second_sources": [pv]}
        # 200 + 40 is 240 A; at the far end 240 ÷ 1.2 is 200 A.
        far = gear | {"second_sources": [pv | {"far_end": True}]}
        self.trips("bus-second-source", {"stations/1/gear": gear}, {"stations/1/gear": far}, fixes=2)
        self.assertEqual(findings(document(**{"stations/1/gear": gear | {"bus_a": 240}}), "bus-second-source"), [])
        more = far | {"second_sources": [pv | {"far_end": True, "output_a": 33}]}
        self.assertEqual(len(findings(document(**{"stations/1/gear": more}), "bus-second-source")), 1)
        self.trips(
            "second-source-breaker",
            {"stations/1/gear": far | {"second_sources": [pv | {"far_end": True, "breaker_a": 35}]}},
            {"stations/1/gear": far},
        )
        battery = pv | {"kind": "storage", "far_end": True}
        kept = {"stations/1/gear": far | {"second_sources": [battery | {"disconnect": True}]}}
        self.trips("storage-disconnect", {"stations/1/gear": far | {"second_sources": [battery]}}, kept)

    def test_series_ratings(self):
        source = {"stations/0/source": {"fault_a": 18000}, "runs/0/cable/length": 1}
        own = source | {"stations/1/gear": {"interrupting_ka": 10}}
        found = findings(document(**own | {"stations/1/gear/series_ka": 22}))
        self.assertIn("series-rated", {f.rule for f in found})
        self.assertNotIn("interrupting", {f.rule for f in found})
        self.assertIn("interrupting", {f.rule for f in findings(document(**own | {"stations/1/gear/series_ka": 14}))})
