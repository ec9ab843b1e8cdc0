"""Where silence can hurt: laws of guards, taps, dwellings, second sources and fixes, on properties of their own."""

import unittest

import jsonpatch
from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.file import dump, parse
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document, job
from tests.core.made.properties import random_property

STANDARD = [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400]
SWITCHES = st.sampled_from(
    [("joint", None, None), ("disconnect", None, None), ("disconnect", "none", None), ("disconnect", "breaker", None),
     ("disconnect", "fuses", None), ("disconnect", "fuses", 35), ("transfer-switch", None, None),
     ("panelboard", None, None)]
)  # fmt: skip
WIRE = {"length": 20, "metal": "cu", "insulation": "XHHW-2"}


def chain(links, load=20):
    """A house whose 200 A panel feeds switches, splices or panels in a row, by 100 A breakers where there are any."""
    made = document(**{"stations/1/gear": {"has_main": True, "rating_a": 200}, "stations/1/load": None})
    made["stations"], made["runs"] = made["stations"][:2], made["runs"][:1]
    for at, (kind, holds, fuse) in enumerate(links):
        gear = {"rating_a": 100 - 10 * at} if kind == "disconnect" else {}
        gear |= {k: v for k, v in (("overcurrent", holds), ("fuse_a", fuse)) if v is not None}
        station = {"id": f"s{at}", "name": f"S{at}", "kind": kind, "place": "house", "terminal_c": 75, "gear": gear}
        if kind == "transfer-switch":
            station["transfer"] = {}
        made["stations"].append(station)
        start = "panel" if at == 0 else f"s{at - 1}"
        lock = {"breaker_a": 100} if at == 0 or links[at - 1][0] == "panelboard" else {}
        made["runs"].append({"id": f"r{at}", "from_station": start, "to_station": f"s{at}", "use": "feeder",
                             "system": "120/240-3w", "cable": dict(WIRE), "locks": lock})  # fmt: skip
    made["stations"][-1]["load"] = {"amps": load}
    return made


def nearest_ahead(links, at):
    """The device (A) that stands nearest ahead of a link's run, worked out link by link."""
    if at == 0 or links[at - 1][0] == "panelboard":
        return 100
    kind, holds, fuse = links[at - 1]
    if kind == "disconnect" and holds in ("breaker", "fuses"):
        return fuse if holds == "fuses" and fuse else 100 - 10 * (at - 1)
    return nearest_ahead(links, at - 1)


class Guards(unittest.TestCase):
    @examples(60)
    @given(st.lists(SWITCHES, min_size=1, max_size=5))
    def test_no_run_is_guarded_by_a_device_that_no_station_has(self, links):
        solution = solve(parse(chain(links)))
        asked = {f.station for f in solution.findings if f.rule == "device-unknown"}
        for at in range(len(links)):
            run = next(r for r in solution.runs if r.id == f"r{at}")
            device = nearest_ahead(links, at)
            self.assertEqual(run.figure("breaker").value, device, (links, at))
            carries = run.figure("allowed_ampacity").value
            self.assertLessEqual(device, next(a for a in STANDARD if a >= carries), (links, at))
        for at, (kind, holds, _) in enumerate(links[:-1]):
            self.assertEqual(f"s{at}" in asked, kind in ("disconnect", "transfer-switch") and holds is None, links)

    def test_of_two_supplies_the_larger_device_guards(self):
        made = chain([("transfer-switch", None, None), ("panelboard", None, None)])
        engine = {"id": "set", "name": "Set", "kind": "generator", "place": "house", "generator": {"kw": 30}}
        run = {
            "id": "g",
            "from_station": "set",
            "to_station": "s0",
            "use": "feeder",
            "system": "120/240-3w",
            "cable": WIRE,
        }
        for breaker, guard in ((60, 100.0), (125, 125.0)):
            both = {**made, "stations": [*made["stations"], engine | {"generator": {"kw": 30, "breaker_a": breaker}}],
                    "runs": [*made["runs"], run]}  # fmt: skip
            found = next(r for r in solve(parse(both)).runs if r.id == "r1")
            self.assertEqual(found.figure("breaker").value, guard)

    def test_off_the_lugs_of_a_lone_main_and_of_a_panel(self):
        main = {"id": "d", "name": "Main", "kind": "service-disconnect", "place": "house", "gear": {"rating_a": 150}}
        made = document(**{"stations/-": main, "runs/0/to_station": "d", "stations/1/gear": {"rating_a": 150}})
        made["runs"].insert(1, {"id": "on", "from_station": "d", "to_station": "panel", "use": "feeder",
                                "system": "120/240-3w", "cable": dict(WIRE)})  # fmt: skip
        guard = {r.id: r.figure("breaker").value for r in solve(parse(made)).runs}
        self.assertEqual((guard["on"], guard["service"]), (150, 150))
        self.assertEqual(len(findings(made, "device-assumed")), 1)
        made["runs"][1]["leaves"] = "breaker"
        self.assertEqual(next(r for r in solve(parse(made)).runs if r.id == "on").figure("breaker").value, 110)
        # 150 A of main on the panel, whose feed-through lugs go on to the shed.
        made["stations"][1]["gear"] = {"has_main": True, "rating_a": 150}
        made["runs"][2]["leaves"] = "lugs"
        self.assertEqual(next(r for r in solve(parse(made)).runs if r.id == "feeder").device.rating_a, 150)

    def test_a_switch_without_a_device_does_for_no_service(self):
        switch = {"id": "d", "name": "Switch", "kind": "disconnect", "place": "house",
                  "gear": {"rating_a": 200, "overcurrent": "none"}}  # fmt: skip
        made = document(**{"stations/-": switch, "runs/0/to_station": "d", "stations/1/gear": {"has_main": False}})
        made["runs"].append({"id": "on", "from_station": "d", "to_station": "panel", "use": "feeder",
                             "system": "120/240-3w", "cable": dict(WIRE)})  # fmt: skip
        self.assertEqual([f.level for f in findings(made, "service-overcurrent")], ["danger"])
        made["stations"][1]["gear"] = {"has_main": True, "rating_a": 125}
        self.assertEqual(findings(made, "service-overcurrent"), [])
        self.assertEqual({r.figure("breaker").value for r in solve(parse(made)).runs if r.id != "feeder"}, {125})


TAP_A = {"10": 35, "8": 50, "6": 65, "4": 85, "3": 100, "2": 115, "1/0": 150}


class Taps(unittest.TestCase):
    @examples(60)
    @given(
        st.sampled_from(["10-ft", "25-ft"]),
        st.sampled_from([8, 10, 12, 24, 25, 26]),
        st.sampled_from(list(TAP_A)),
        st.sampled_from([100, 200, 400]),
        st.sampled_from(
            [(True, 60), (True, 100), (True, None), (False, 60), (False, 100), (False, None), (None, None)]
        ),
    )
    def test_a_tap_of_which_nothing_is_said_meets_every_condition(self, kind, feet, size, ahead, end):
        has_main, rating = end
        gear = {"has_main": has_main, "rating_a": rating}
        made = document(**{
            "stations/1/gear": {"has_main": True, "rating_a": ahead}, "stations/1/load/amps": 60, "runs/1/tap": kind,
            "runs/1/cable/length": feet, "runs/1/locks": {"size": size}, "stations/2/gear": gear,
            "stations/2/load/amps": 10,
        })  # fmt: skip
        said = {f.rule for f in findings(made) if f.run == "feeder" and f.level != "note"}
        carries, longest, share = (
            TAP_A[size],
            {"10-ft": (10, 10), "25-ft": (25, 3)}[kind][0],
            ahead / (10 if kind == "10-ft" else 3),
        )
        ends = has_main is True and rating is not None and rating <= carries
        short = kind == "10-ft" and has_main is False and rating is not None and rating <= carries
        met = feet <= longest and carries >= share and (ends or short)
        self.assertEqual(
            met, not {r for r in said if r.startswith(("tap", "size"))}, (kind, feet, size, ahead, end, said)
        )

    def test_its_equipment_ground_goes_by_what_is_ahead_and_the_rule_itself_is_no_increase(self):
        # 200 A ahead asks for 6 copper; that the share of 400 A asks for 3 where 10 A needs 14 makes it no larger.
        made = {"stations/1/gear": {"has_main": True, "rating_a": 400}, "runs/1/tap": "25-ft",
                "stations/2/load/amps": 10, "runs/1/cable/length": 20,
                "stations/2/gear": {"has_main": True, "rating_a": 60}}  # fmt: skip
        run = next(r for r in solve(job(**made)).runs if r.id == "feeder")
        # A third of 400 A is 133.3 A: 1/0 copper at 150 A. Table 250.122 at 400 A: 3 copper.
        self.assertEqual((run.figure("size").value, run.figure("equipment_ground").value), ("1/0", "3"))


class Called(unittest.TestCase):
    @given(st.sampled_from(["service", "feeder", "branch"]), st.booleans())
    def test_what_leaves_the_utility_is_service_whatever_it_is_called(self, use, metered):
        made = document(**{"runs/0/use": use, "stations/1/gear": {"has_main": True, "rating_a": 200}})
        right = document(**{"stations/1/gear": {"has_main": True, "rating_a": 200}})
        if metered:
            meter = {"id": "m", "name": "Meter", "kind": "meter", "place": "house"}
            ahead = {"id": "a", "from_station": "pole", "to_station": "m", "use": use, "system": "120/240-3w",
                     "cable": dict(WIRE)}  # fmt: skip
            for one, called in ((made, use), (right, "service")):
                one["stations"].append(dict(meter))
                one["runs"][0]["from_station"] = "m"
                one["runs"].append(ahead | {"use": called})
        figures = [
            [(r.id, r.conductors, r.figure("breaker").value) for r in solve(parse(j)).runs] for j in (made, right)
        ]
        self.assertEqual(*figures)
        said = findings(made, "service-called-feeder")
        self.assertEqual(len(said), 0 if use == "service" else 1 + metered)
        self.assertEqual(mended(self, made, said), len(said))


class Dwellings(unittest.TestCase):
    @examples(40)
    @given(st.lists(st.sampled_from(["dwelling", "mobile-home", "detached-building"]), min_size=1, max_size=4))
    def test_the_claim_never_holds_for_two(self, kinds):
        made = document(**{"stations/1/gear": {"has_main": True, "rating_a": 200}, "runs/0/whole_dwelling": True})
        made["places"][0]["kind"] = "dwelling"
        for at, kind in enumerate(kinds):
            made["places"].append({"id": f"p{at}", "name": f"P{at}", "kind": kind})
            made["stations"].append({"id": f"s{at}", "name": f"S{at}", "kind": "panelboard", "place": f"p{at}",
                                     "terminal_c": 75, "load": {"amps": 10}})  # fmt: skip
            made["runs"].append({"id": f"r{at}", "from_station": "panel", "to_station": f"s{at}", "use": "feeder",
                                 "system": "120/240-3w", "cable": dict(WIRE)})  # fmt: skip
        lived_in = 1 + sum(kind != "detached-building" for kind in kinds)
        claims = {f.run for f in findings(made, "dwelling-rule-claim")}
        self.assertEqual("service" in claims, lived_in > 1)
        # 83 % of 200 A is 166 A: 4/0 al at 180 A either way, for 200 A is its next rating; 3/0 at 155 A is too small.
        size = next(r for r in solve(parse(made)).runs if r.id == "service").figure("size").value
        self.assertEqual(size, "4/0")

    def test_four_hundred_amperes_for_two_is_full_wire(self):
        made = document(**{"stations/1/gear": {"has_main": True, "rating_a": 400}, "runs/0/whole_dwelling": True})
        size = next(r for r in solve(parse(made)).runs if r.id == "service").figure("size").value
        made["places"][1]["kind"] = "dwelling"
        both = next(r for r in solve(parse(made)).runs if r.id == "service").figure("size").value
        # 332 A: 600 kcmil al carries 340; next rating to 400 A from 351 A up: 750 carries 385.
        self.assertEqual((size, both), ("600", "750"))

    def test_three_wires_to_a_mobile_home_are_never_kept(self):
        for state in ("comes", "stays"):
            made = document(**{"places/1/kind": "mobile-home", "places/1/state": state, "runs/1/cable/no_egc": True})
            self.assertTrue(findings(made, "three-wire"))
            self.assertEqual(findings(made, "three-wire-kept"), [])
        bonded = document(**{"places/1/kind": "mobile-home", "stations/2/bonding/neutral": "screw"})
        self.assertTrue(findings(bonded, "mobile-home-neutral"))


class Sources(unittest.TestCase):
    @examples(50)
    @given(
        st.lists(st.tuples(st.sampled_from([100, 125, 200, 225]), st.sampled_from([None, False, True])), min_size=1,
                 max_size=4), st.sampled_from([16, 32, 48, 80]), st.booleans(),
    )  # fmt: skip
    def test_every_bus_on_the_way_up_counts_what_comes_from_below(self, panels, output, far):
        made = document(**{"stations/1/gear": {"has_main": True, "rating_a": 200, "bus_a": 200}})
        made["stations"], made["runs"] = made["stations"][:2], made["runs"][:1]
        for at, (bus, _) in enumerate(panels):
            made["stations"].append({"id": f"s{at}", "name": f"S{at}", "kind": "panelboard", "place": "house",
                                     "terminal_c": 75, "load": {"amps": 5}, "gear": {"rating_a": bus}})  # fmt: skip
            run = {"id": f"r{at}", "from_station": f"s{at - 1}" if at else "panel", "to_station": f"s{at}",
                   "use": "feeder", "system": "120/240-3w", "cable": dict(WIRE)}  # fmt: skip
            made["runs"].append(run | {"far_end": panels[at][1], "locks": {"breaker_a": 100}})
        made["stations"][-1]["gear"]["second_sources"] = [{"name": "Roof", "output_a": output, "far_end": far}]
        said = {f.station for f in findings(made, "bus-second-source")}
        buses = [("panel", 200, 200)] + [(f"s{at}", bus, 100) for at, (bus, _) in enumerate(panels)]
        ends = [end for _, end in panels] + [far]
        for (name, bus, main), end in zip(buses, ends, strict=True):
            most = 1.2 * bus if end else bus
            self.assertEqual(name in said, main + 1.25 * output > most + 1e-9, (name, panels, output, far))


class Fixes(unittest.TestCase):
    @examples(6)
    @given(st.integers(0, 10**6))
    def test_no_fix_leaves_a_can_without_a_way_home(self, seed):
        whole = dump(random_property(seed))
        before = solve(parse(whole))
        home = _home(before)
        for finding in before.findings:
            for fix in finding.fixes:
                self.assertTrue(fix.patch, fix.label)
                after = _home(solve(parse(jsonpatch.apply_patch(whole, list(fix.patch)))))
                self.assertFalse({key for key in home if key in after and home[key] and not after[key]}, fix.label)

    def test_the_fourth_wire_comes_before_the_bond_goes(self):
        made = {"stations/2/bonding/neutral": "screw", "runs/1/cable/no_egc": True}
        label = findings(document(**made), "bond-extra")[0].fixes[0].label
        self.assertEqual(label, "Pull an equipment grounding conductor, then take out the bonding screw in Shed panel")
        # SEU brings its bare wire as the neutral, so there is no ground in it to fall back on.
        seu = document(
            **{"runs/1/cable/insulation": "SEU", "runs/1/cable/raceway": "none", "runs/1/cable/location": "dry"}
        )
        run = next(r for r in solve(parse(seu)).runs if r.id == "feeder")
        self.assertIsNone(run.figure("equipment_ground").value)
        found = findings(seu, "no-way-back")
        self.assertEqual([f.label for f in found[0].fixes], ["Pull SER, with a fourth wire"])

    def test_no_fix_only_changes_what_is_entered_of_the_load(self):
        over = findings(document(**{"runs/1/locks/size": "10", "stations/2/load/amps": 60}))
        for fix in (fix for f in over for fix in f.fixes):
            self.assertFalse(any("load" in step["path"] for step in fix.patch), fix.label)


class Locked(unittest.TestCase):
    @given(st.sampled_from(["2", "1/0", "4/0", "250"]))
    def test_wire_that_is_there_is_judged_without_a_load(self, size):
        made = document(**{"runs/0/locks/size": size, "stations/0/source": {"kva": 25, "impedance_pct": 2}})
        for station in made["stations"]:
            station.pop("load", None)
        solution = solve(parse(made))
        run = next(r for r in solution.runs if r.id == "service")
        self.assertEqual((run.figure("size").value, run.figure("drop_pct").value), (size, 0.0))
        self.assertEqual(run.figure("allowed_ampacity").value, {"2": 90, "1/0": 120, "4/0": 180, "250": 205}[size])
        self.assertGreater(solution.stations[1].fault_a.value, 1000)
        small = made["runs"][0] | {"locks": {"size": "2"}}
        wrong = {**made, "runs": [small, made["runs"][1]]}
        wrong["stations"][1]["gear"] = {"has_main": True, "rating_a": 200}
        self.assertEqual([f.level for f in findings(wrong, "size-breaker")], ["danger"])


def _home(solution):
    """By mode and station whether its can has metal back to its source, while it is live."""
    return {(m.id, s.station): s.way_back for m in solution.ground.modes for s in m.stations if s.live}
