"""Disconnects, supplies, places, prompts; metal between buildings; landings; shared raceways; second sources."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.codes.nec.findings.equipment.overhead import least_m
from northspan.core.codes.nec.panels.guards import asked
from northspan.core.codes.nec.sizing.raceways import Pulled, fit
from northspan.core.document.file import parse
from northspan.core.job.outlets import Overhead
from northspan.core.property.landings import landings
from northspan.core.property.topology import network
from northspan.core.solve import solve
from northspan.core.working import Cell
from tests.core.fixing import findings, mended
from tests.core.jobs import document, job, laid

SECOND = {"id": "annex", "name": "Annex", "kind": "panelboard", "place": "shed", "terminal_c": 75, "load": {"amps": 12}}
SECOND_RUN = {"id": "second", "from_station": "panel", "to_station": "annex", "use": "feeder",
    "system": "120/240-3w", "cable": {"length": 90, "location": "buried"}}  # fmt: skip
MAIN = {"has_main": True, "rating_a": 60}
KILN = {"id": "kiln", "name": "Kiln", "kind": "other", "amps": 30}


class Trips(unittest.TestCase):
    def trips(self, rule, changes, sound, fixes=1):
        """A job that trips a rule, one that does not, and every fix applied."""
        made = document(**changes)
        found = findings(made, rule)
        self.assertEqual(len(found), 1, rule)
        self.assertEqual(mended(self, made, found), fixes, rule)
        self.assertEqual(findings(document(**sound), rule), [], rule)
        return found[0]


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
        stands = document(**several, **{"stations/1/existing": True})
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

    def test_a_new_dwelling_is_asked_and_an_old_one_is_not(self):
        source = {"stations/0/source": {"kva": 25, "impedance_pct": 2}}
        asked = {"surge-unknown", "emergency-disconnect-unknown", "interrupting-unknown", "intersystem-unknown"}
        new = {f.rule for f in findings(document(**source))}
        self.assertLessEqual(asked, new)
        self.assertIn("fault-unknown", {f.rule for f in findings(document())})
        old = {f.rule for f in findings(document(**source | {"places/0/existing": True}))}
        self.assertEqual(asked & old, set())
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


class MetalBetween(unittest.TestCase):
    def three(self, **more):
        old = {"runs/1/cable/no_egc": True, "places/1/existing": True}
        return [f.rule for f in findings(document(**old | more)) if f.rule.startswith("three-wire")]

    def test_any_metal_ends_the_exception(self):
        barn = {"id": "barn", "name": "Barn", "kind": "detached-building"}
        pipe = {"id": "p", "name": "Pipe", "kind": "water-pipe", "from_place": "house", "to_place": "barn", "ohm": 1}
        self.assertEqual(self.three(), ["three-wire-kept"])
        self.assertEqual(self.three(**{"places/-": barn, "metal_paths": [pipe]}), ["three-wire-kept"])
        through = {
            "places/-": barn,
            "metal_paths": [pipe, pipe | {"id": "q", "from_place": "barn", "to_place": "shed"}],
        }
        self.assertEqual(self.three(**through), ["three-wire"])
        lamp = {"stations/-": SECOND | {"kind": "equipment"}}
        circuit = SECOND_RUN | {"use": "branch", "system": "120-2w"}
        self.assertEqual(self.three(**lamp, **{"runs/-": circuit}), ["three-wire"])
        self.assertEqual(self.three(**lamp, **{"runs/-": laid(circuit, no_egc=True)})[:1], ["three-wire-kept"])
        self.assertEqual(
            self.three(**lamp, **{"runs/-": laid(circuit, no_egc=True, raceway="EMT")})[:1], ["three-wire"]
        )

    def test_the_frame_of_an_old_range_on_its_neutral(self):
        range_ = {"id": "r", "name": "Range", "kind": "range", "va": 9000, "existing": True, "station": "shed-panel"}
        old = {
            "places/0/existing": True, "places/0/appliances": [range_], "stations/2/place": "house",
            "stations/2/load": None, "stations/2/kind": "equipment", "runs/1/use": "branch",
                "runs/1/cable/no_egc": True,
            "runs/1/cable/length": 40, "runs/1/cable/insulation": "SEU", "runs/1/cable/raceway": "none",
                "runs/1/cable/location": "dry",
            "runs/1/cable/metal": "al", "stations/2/bonding": {"neutral": "screw"},
        }  # fmt: skip
        rules = {f.rule for f in findings(document(**old))}
        self.assertIn("frame-on-neutral", rules)
        self.assertNotIn("bond-extra", rules)
        for spoilt in (
            {"places/0/existing": False}, {"runs/1/locks/size": "10"},
                {"places/0/appliances": [range_ | {"kind": "other"}]},
            {"places/0/appliances": [range_ | {"existing": False}]}, {"runs/1/from_station": "sub"},
        ):  # fmt: skip
            made = document(**old)
            if "runs/1/from_station" in spoilt:
                made["stations"].append(SECOND | {"id": "sub", "place": "house"})
                made["runs"].append(SECOND_RUN | {"to_station": "sub"})
                made["runs"][1]["from_station"] = "sub"
            else:
                made = document(**old | spoilt)
            self.assertIn("bond-extra", {f.rule for f in findings(made)}, spoilt)


class Landings(unittest.TestCase):
    def house(self, *stations, **feeds):
        """A service disconnect in the house with panels behind it; ``feeds`` are fields of their runs."""
        disc = {"id": "disc", "name": "Disc", "kind": "service-disconnect", "place": "house", "gear": {"rating_a": 200}}
        pole = document()["stations"][0] | {"place": "shed"}
        behind = [{"kind": "panelboard", "place": "house", "name": s["id"].title()} | s for s in stations]
        runs = [{"id": "s", "from_station": "pole", "to_station": "disc", "use": "service"}]
        feeder = {"from_station": "disc", "use": "feeder"}
        runs += [feeder | {"id": s["id"], "to_station": s["id"]} | feeds.get(s["id"], {}) for s in stations]
        made = document(**{"stations": [pole, disc, *behind], "places/0/floor_area": 1800})
        made["runs"] = [r | {"system": "120/240-3w", "cable": {"length": 20}} for r in runs]
        return made

    def lands(self, made):
        one = parse(made)
        return landings(one, network(one))["house"].id

    def test_by_the_propertys_shape(self):
        self.assertEqual(self.lands(self.house({"id": "main"})), "main")
        self.assertEqual(
            self.lands(self.house({"id": "main"}, {"id": "hot-tub"}, main={"whole_dwelling": True})), "main"
        )
        self.assertEqual(
            self.lands(self.house({"id": "a", "gear": {"rating_a": 60}}, {"id": "b", "gear": {"rating_a": 200}})), "b"
        )
        self.assertEqual(self.lands(self.house({"id": "a"}, {"id": "b"})), "disc")
        self.assertEqual(self.lands(self.house({"id": "a"}, a={"locks": {"breaker_a": 60}})), "disc")

    def test_an_entry_on_a_subpanel_takes_nothing_away(self):
        sub = {"id": "a", "load": {"amps": 25}}
        made = self.house(sub)
        self.assertEqual(self.lands(made), "disc")
        service, feeder = (r.figure("load").value for r in solve(parse(made)).runs)
        alone = solve(parse(self.house({"id": "a"}))).runs[0].figure("load").value
        self.assertEqual((feeder, service), (25.0, alone + 25.0))
        counted = solve(parse(self.house(sub | {"load": {"amps": 25, "in_calculation": True}}))).runs
        self.assertEqual([r.figure("load").value for r in counted], [alone, 25.0])

    @given(
        st.permutations([0, 1, 2, 3]),
        st.sampled_from([{}, {"b": {"whole_dwelling": True}}, {"a": {"locks": {"breaker_a": 90}}}]),
    )
    def test_the_order_of_the_file_never_matters(self, order, feeds):
        made = self.house({"id": "a"}, {"id": "b"}, {"id": "c", "load": {"amps": 9}}, **feeds)
        turned = made | {"runs": [made["runs"][i] for i in order], "stations": made["stations"][::-1]}
        self.assertEqual(self.lands(made), self.lands(turned))


SHARED = {
    "stations/-": SECOND | {"load": {"amps": 40}},
    "runs/-": laid(SECOND_RUN, metal="cu", shares_raceway="north"),
    "runs/1/cable/shares_raceway": "north",
    "runs/1/cable/length": 90,
}


class SharedRaceways(Trips):
    def test_one_raceway_counts_fills_and_grounds_as_one(self):
        apart = solve(job(**SHARED | {"runs/1/cable/shares_raceway": None})).runs
        both = solve(job(**SHARED)).runs
        # Two loaded wires each make four together: 80 %, note 310.15(C)(1).
        self.assertEqual([r.figure("bundling_factor").value for r in both[1:]], [0.8, 0.8])
        self.assertEqual([r.figure("bundling_factor").value for r in apart[1:]], [1.0, 1.0])
        # 35 A asks 10 copper, 40 A asks 10: one of 10 for both. Three 8 and three 8 with it: 6 × 0.0366 + 0.0211.
        self.assertEqual({r.figure("equipment_ground").value for r in both[1:]}, {"10"})
        self.assertEqual({r.figure("raceway").value for r in both[1:]}, {"1"})
        self.assertAlmostEqual(both[1].figure("fill_pct").value, 100 * (6 * 0.0366 + 0.0211) / 0.832, places=3)
        self.assertEqual(both[1].figure("fill_pct").value, both[2].figure("fill_pct").value)

    def test_the_one_ground_goes_by_the_largest_device(self):
        big = SHARED | {"stations/-": SECOND | {"load": {"amps": 90}}}
        self.assertEqual({r.figure("equipment_ground").value for r in solve(job(**big)).runs[1:]}, {"8"})

    def test_they_agree_on_the_pipe(self):
        self.trips("shared-raceway-kind", SHARED | {"runs/1/cable/raceway": "EMT"}, SHARED)
        two = SHARED | {"runs/1/locks/raceway_size": "1"}
        two["runs/-"] = laid(two["runs/-"], raceway_size="2")
        self.trips("shared-raceway-size", two, SHARED)

    def test_a_nipple_is_two_feet_long(self):
        long = {"runs/1/cable/nipple": True, "runs/1/locks/loaded_conductors": 9}
        self.trips("nipple-long", long, long | {"runs/1/cable/length": 2})
        factor = [
            solve(job(**long | {"runs/1/cable/length": ft})).runs[1].figure("bundling_factor").value for ft in (2, 2.1)
        ]
        self.assertEqual(factor, [1.0, 0.7])

    def test_eight_tenths_count_as_one_more_by_note_7(self):
        # Annex C counts of THHN.
        areas = {"12": 0.0133, "10": 0.0211, "8": 0.0366}
        for raceway, trade, size, most in (
            ("EMT", "1/2", "12", 9), ("EMT", "1/2", "10", 5), ("EMT", "3/4", "12", 16), ("EMT", "3/4", "10", 10),
            ("EMT", "1", "8", 9), ("PVC40", "1/2", "12", 8), ("PVC40", "3/4", "10", 9), ("PVC40", "1", "8", 9),
        ):  # fmt: skip
            for count in (most, most + 1):
                wires = [Pulled(size, count, areas[size], Cell("", "", ""))]
                found = fit(raceway, wires, False, None, "note-7")
                self.assertEqual(found.trade == trade, count == most, (raceway, trade, size, count))
        strict = fit("EMT", [Pulled("8", 9, 0.0366, Cell("", "", ""))], False, None)
        self.assertEqual(strict.trade, "1" if 9 * 0.0366 <= 0.4 * 0.864 else "1 1/4")


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


class OnTheRun(Trips):
    def test_outlets_by_room(self):
        lamp = {"stations/2/kind": "equipment", "stations/2/place": "house", "stations/2/load": {"amps": 10}}
        lamp |= {
            "runs/1/use": "branch",
            "runs/1/system": "120-2w",
            "runs/1/locks/breaker_a": 20,
            "runs/1/cable/length": 40,
        }

        def owed(**outlets):
            rules = {f.rule for f in findings(document(**lamp | {"runs/1/outlets": outlets}))}
            return {r for r in rules if r.endswith("-owed")}

        self.assertEqual(owed(room="kitchen"), {"gfci-owed", "afci-owed"})
        self.assertEqual(owed(room="bedroom"), {"afci-owed"})
        self.assertEqual(owed(room="garage", gfci=True), set())
        self.assertEqual(owed(room="outdoors", receptacles=False), {"gfci-owed"})
        self.assertEqual(owed(room="den", afci=True), set())
        # What is wired in place: no light outdoors, but one in a crawl space; garages as outdoors; cooking anywhere.
        wired = {"receptacles": False}
        self.assertEqual(owed(room="outdoors", feeds="lighting", **wired), set())
        self.assertEqual(owed(room="crawl-space", feeds="lighting", **wired), {"gfci-owed"})
        self.assertEqual(owed(room="basement", feeds="lighting", **wired), set())
        self.assertEqual(owed(room="garage", feeds="other", **wired), {"gfci-owed"})
        self.assertEqual(owed(room="basement", feeds="other", **wired), set())
        self.assertEqual(owed(room="basement", feeds="cooking", **wired), {"gfci-owed"})
        self.assertEqual(owed(room="hallway", feeds="vehicle", afci=True), {"gfci-owed"})
        # To 50 A outdoors, to 60 A for cooking: at the limit itself, not above it.
        for feeds, room, limit in (("other", "outdoors", 50.0), ("cooking", "basement", 60.0)):
            self.assertEqual(len(list(asked(room, False, True, 240.0, limit, feeds))), 1)
            self.assertEqual(list(asked(room, False, True, 240.0, limit + 0.1, feeds)), [])
        cooling = lamp | {"runs/1/outlets": {"room": "outdoors", "feeds": "cooling", **wired}}
        self.assertIn("1 September 2026", findings(document(**cooling), "gfci-owed")[0].words)
        self.trips(
            "gfci-owed",
            lamp | {"runs/1/outlets": {"room": "bathroom", "gfci": False}},
            lamp | {"runs/1/outlets": {"room": "bathroom", "gfci": True}},
        )

    def test_overhead(self):
        for over, least in (("walkway", 10), ("driveway", 12), ("street", 18), ("roof", 8.5)):
            low, high = ({"runs/1/overhead": {"over": over, "clearance": ft}} for ft in (least - 0.1, least))
            self.trips("overhead-low", low, high)
        steep = {"over": "roof", "roof_rise": 4, "clearance": 3}
        self.assertEqual(findings(document(**{"runs/1/overhead": steep}), "overhead-low"), [])
        # A steep roof spares the height to 300 V to ground, not above.
        self.assertEqual([round(least_m(Overhead(**steep), v) / 0.3048, 3) for v in (300.0, 301.0)], [3.0, 8.5])
        unheld = {"runs/1/overhead": {"over": "walkway"}}
        held = {"runs/1/overhead": {"over": "walkway", "support": "messenger"}}
        self.trips("overhead-support-unknown", unheld, held, 2)
        # Open copper over 150 ft: 8 AWG at least; 10 would do to 50 ft.
        open_wire = {"runs/1/overhead": {"over": "walkway", "support": "open"}, "stations/2/load/amps": 15}
        self.trips("overhead-thin", open_wire | {"runs/1/locks/size": "10"}, open_wire | {"runs/1/locks/size": "8"})
        self.assertEqual(findings(document(**unheld | {"runs/1/cable/raceway": "none"}), "single-conductors"), [])
        mast = {"mast": True, "mast_strong": True, "mast_alone": True}
        for field in ("mast_strong", "mast_alone"):
            self.trips(field.replace("_", "-"), {"runs/0/overhead": mast | {field: False}}, {"runs/0/overhead": mast})

    def test_an_interlock_kit(self):
        kit = {"form": "interlock", "inlet_a": 30}
        made = {
            "stations/1/kind": "transfer-switch", "stations/1/transfer": kit, "stations/1/gear": {"retained": True},
            "stations/1/load": None,
            "stations/-": {"id": "set", "name": "Set", "kind": "generator", "place": "shed",
                           "generator": {"kw": 7, "breaker_a": 30}},
            "runs/-": {"id": "cord", "from_station": "set", "to_station": "panel", "use": "feeder",
                "system": "120/240-3w", "cable": {"length": 20}},
        }  # fmt: skip
        self.trips("interlock-automatic", made | {"stations/1/transfer": kit | {"automatic": True}}, made)
        self.trips("interlock-switches-neutral", made | {"stations/1/transfer": kit | {"switches_neutral": True}}, made)
        self.trips("back-fed", made | {"stations/1/gear": {"retained": False}}, made)
        self.trips("inlet-small", made | {"stations/1/transfer": kit | {"inlet_a": 20}}, made)

    def test_wire_in_the_earth(self):
        bare = {
            "runs/1/cable/raceway": "none",
            "runs/1/cable/location": "buried",
            "runs/1/cable/metal": "al",
            "runs/1/cable/insulation": "XHHW-2",
        }
        found = self.trips("single-conductors", bare, bare | {"runs/1/cable/insulation": "USE-2"}, fixes=2)
        self.assertIn("It is marked USE-2", [f.label for f in found.fixes])
        self.assertEqual(findings(document(**bare | {"runs/1/cable/insulation": "MHF"}), "single-conductors"), [])
        use = bare | {"runs/1/cable/insulation": "USE-2"}
        naked = use | {"runs/1/cable/bare_egc": True}
        self.trips("aluminium-ground-in-earth", naked, use, fixes=2)
        self.trips("aluminium-ground-in-earth", naked, naked | {"runs/1/cable/egc_metal": "cu"}, fixes=2)
        indoors = {"runs/1/cable/insulation": "USE-2", "runs/1/cable/location": "dry"}
        self.trips("use-indoors", indoors, indoors | {"runs/1/cable/insulation": "RHW-2"}, fixes=3)
        seu = {"runs/1/cable/insulation": "SEU", "runs/1/cable/raceway": "none", "runs/1/cable/location": "dry"}
        self.trips("bare-neutral", seu, seu | {"runs/1/cable/insulation": "SER"}, fixes=2)
        # No fix buries a cable that may not be.
        buried = findings(
            document(**{"runs/1/cable/insulation": "NM", "runs/1/cable/location": "buried"}), "cable-in-raceway"
        )
        self.assertEqual(buried[0].fixes, ())
