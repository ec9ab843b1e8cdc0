"""A run where it lies: shared raceways, outlets by room, overhead, in the earth."""

from northspan.core.codes.nec.findings.equipment.overhead import least_m
from northspan.core.codes.nec.panels.guards import asked
from northspan.core.codes.nec.sizing.raceways import Pulled, fit
from northspan.core.figures.working import Cell
from northspan.core.job.outlets import Overhead
from northspan.core.solve.solve import solve
from tests.core.made.fixing import Trips, findings
from tests.core.made.jobs import SECOND, SECOND_RUN, document, job, laid

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
