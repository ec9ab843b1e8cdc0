"""Bonds: each rule tripped and not tripped, in every mode, and every fix applied."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.file import dump, parse
from northspan.core.property.ground.bonded import bonded
from northspan.core.property.whole.book import whole_book
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document
from tests.core.made.properties import random_property

PANEL, SHED = "stations/1/bonding/neutral", "stations/2/bonding/neutral"
NO_GROUND = {"runs/1/cable/no_egc": True}
STANDING = NO_GROUND | {"places/1/state": "stays"}
RULES = ("bond-extra", "bond-missing", "bar-floating", "no-way-back", "three-wire", "three-wire-kept", "jumper-small")
PIPE = {
    "id": "pipe",
    "name": "Old water pipe",
    "kind": "water-pipe",
    "from_place": "house",
    "to_place": "shed",
    "ohm": 1,
}
SWITCH = {"id": "switch", "name": "Switch", "kind": "transfer-switch", "place": "house", "terminal_c": 75}
SET = {"id": "set", "name": "Set", "kind": "generator", "place": "house", "terminal_c": 75, "generator": {"kw": 24}}
TRANSFORMER = {
    "id": "step", "name": "Step-down", "kind": "transformer", "place": "shed", "terminal_c": 75,
    "transformer": {"secondary": "120-2w", "kva": 3},
}  # fmt: skip


def found(**changes):
    """The bonding findings of the test property after changes, by rule."""
    return {f.rule: f for f in findings(document(**changes)) if f.rule in RULES}


def standby(switches_neutral=False, bond=None, panel=None):
    """The test property with the shed behind a transfer switch and a generator."""
    made = document(**({PANEL: panel} if panel else {}))
    made["stations"] += [
        SWITCH | {"transfer": {"switches_neutral": switches_neutral, "managed": True}},
        SET | {"bonding": {"neutral": bond}},
    ]
    made["runs"][1]["from_station"] = "switch"
    run = {"use": "feeder", "system": "120/240-3w", "cable": {"length": 15}}
    made["runs"].append(run | {"id": "main", "from_station": "panel", "to_station": "switch"})
    made["runs"].append(run | {"id": "gen", "from_station": "set", "to_station": "switch", "locks": {"breaker_a": 100}})
    return made


def modes(made):
    return {m.id: {s.station: s for s in m.stations} for m in solve(parse(made)).ground.modes}


class Rules(unittest.TestCase):
    def tripped(self, rule, **changes):
        finding = found(**changes)[rule]
        mended(self, document(**changes), [finding])
        return finding

    def test_a_property_with_nothing_on_record_is_taken_as_it_belongs(self):
        self.assertEqual(found(), {})
        self.assertEqual(found(**{PANEL: "screw", SHED: "none"}), {})

    def test_a_second_bond(self):
        finding = self.tripped("bond-extra", **{SHED: "screw"})
        self.assertEqual([f.label for f in finding.fixes], ["Take out the bonding screw in Shed panel"])
        self.assertEqual((finding.level, finding.station), ("danger", "shed-panel"))

    def test_the_screw_out_and_the_bar_left_floating(self):
        floating = {SHED: "none", "stations/2/bonding/ground_bar": "floating"}
        finding = self.tripped("bar-floating", **floating)
        self.assertEqual(finding.fixes[0].label, "Bolt the ground bar to the can of Shed panel")
        both = self.tripped("bond-extra", **{SHED: "screw", "stations/2/bonding/ground_bar": "floating"})
        self.assertIn("screw", both.fixes[0].label)

    def test_no_bond_at_the_service(self):
        self.assertEqual(
            self.tripped("bond-missing", **{PANEL: "none"}).fixes[0].label, "Put the bonding screw in House panel"
        )
        moved = found(**{PANEL: "none", SHED: "strap"})
        self.assertIn("bond-missing", moved)
        self.assertEqual(
            moved["bond-extra"].fixes[0].label,
            "Take out the bonding strap in Shed panel, then put the bonding screw in House panel",
        )

    def test_three_wires_to_another_building(self):
        finding = self.tripped("three-wire", **NO_GROUND)
        self.assertEqual(finding.fixes[0].label, "Pull an equipment grounding conductor")
        self.assertIn("no-way-back", found(**NO_GROUND))
        self.assertNotIn("three-wire", found(**STANDING))
        self.assertIn("three-wire-kept", found(**STANDING))
        self.assertNotIn("no-way-back", found(**STANDING))

    def test_what_closes_the_exception(self):
        for close in (
            {"metal_paths": [PIPE]},
            {"runs/1/ground_fault_protected": True},
            {"runs/1/system": "240-2w"},
            {"stations/2/place": "house"},
        ):
            with self.subTest(close):
                self.assertIn("three-wire", found(**STANDING | close))
        # A steel pipe is an equipment ground itself: four ways home, not three.
        steel = found(**STANDING | {"runs/1/cable/raceway": "EMT"})
        self.assertEqual(steel, {})

    def test_three_wires_that_may_stay_need_their_bond(self):
        finding = self.tripped("no-way-back", **STANDING | {SHED: "none"})
        self.assertEqual(finding.fixes[0].label, "Put the bonding screw in Shed panel")

    def test_a_jumper_of_wire(self):
        # 1/0 aluminium comes in at least; its row asks for 8 copper or more.
        wire = {PANEL: "wire", "runs/0/locks/size": "4/0"}
        self.assertEqual(
            self.tripped("jumper-small", **wire | {"stations/1/bonding/jumper_size": "6"}).level, "violation"
        )
        self.assertNotIn("jumper-small", found(**wire | {"stations/1/bonding/jumper_size": "4"}))

    def test_a_meter_can_is_bonded_on_the_supply_side(self):
        meter = {"id": "meter", "name": "Meter", "kind": "meter", "place": "house"}
        made = document(**{"stations/-": meter, "runs/0/to_station": "meter"})
        own = {"id": "in", "from_station": "meter", "to_station": "panel", "use": "service", "system": "120/240-3w"}
        made["runs"].append(own | {"cable": {"length": 3}})
        state = modes(made)["utility"]
        self.assertTrue(state["meter"].closed and state["meter"].belongs and state["panel"].belongs)
        self.assertEqual([f for f in findings(made) if f.rule in RULES], [])
        made["stations"][3]["bonding"] = {"neutral": "none"}
        back = findings(made, "no-way-back")
        self.assertEqual([f.station for f in back], ["meter"])
        self.assertEqual(mended(self, made, back), 1)

    def test_a_steel_service_raceway_is_bonded_by_more_than_locknuts(self):
        steel = {"runs/0/cable/raceway": "RMC"}
        for known, level in ((None, "advice"), (False, "violation")):
            found = findings(document(**steel | {"runs/0/cable/raceway_bonded": known}), "service-raceway")
            self.assertEqual([f.level for f in found], [level])
            self.assertEqual(mended(self, document(**steel | {"runs/0/cable/raceway_bonded": known}), found), 1)
        for fine in (steel | {"runs/0/cable/raceway_bonded": True}, {}, {"runs/1/cable/raceway": "RMC"}):
            self.assertEqual(findings(document(**fine), "service-raceway"), [])

    def test_the_jumper_out_of_a_transformer(self):
        made = document(**{"stations/-": TRANSFORMER | {"transformer": {"secondary": "120/240-3w", "kva": 50}}})
        load = {"id": "sub", "name": "Sub", "kind": "panelboard", "place": "shed", "terminal_c": 75}
        made["stations"].append(load | {"load": {"amps": 190}})
        run = {"use": "feeder", "cable": {"length": 10, "metal": "cu"}}
        made["runs"] += [
            run | {"id": "up", "from_station": "shed-panel", "to_station": "step", "system": "240-2w"},
            run
            | {
                "id": "down",
                "from_station": "step",
                "to_station": "sub",
                "system": "120/240-3w",
                "locks": {"size": "3/0"},
            },
        ]
        # Left to the solver it is a supply-side jumper from the start.
        self.assertEqual(findings(made, "supply-jumper"), [])
        made["runs"][-1]["locks"] = {"egc_size": "6"}
        # 200 A asks for 6 as equipment ground; 3/0 copper hots for 4 as supply-side jumper.
        small = findings(made, "supply-jumper")
        self.assertEqual([f.title for f in small], ["Sub: 6 copper comes with it, 4 asked for"])
        self.assertEqual(mended(self, made, small), 1)
        made["stations"][3]["transformer"]["secondary_breaker_a"] = 200
        self.assertEqual(findings(made, "supply-jumper"), [])


class Modes(unittest.TestCase):
    def rules(self, made):
        bad = [f for f in findings(made) if f.rule in RULES]
        self.assertEqual(mended(self, made, bad) > 0, bool(bad))
        return {f.rule: f.title for f in bad}

    def test_a_solid_neutral_keeps_the_bond_at_the_service(self):
        self.assertEqual(self.rules(standby()), {})
        self.assertIn("bonded already", self.rules(standby(bond="screw"))["bond-extra"])

    def test_a_switched_neutral_makes_a_source_of_its_own(self):
        self.assertEqual(self.rules(standby(switches_neutral=True)), {})
        missing = self.rules(standby(switches_neutral=True, bond="none"))
        self.assertEqual(missing, {"bond-missing": "Set: no bond between neutral and can, on Set"})
        state = modes(standby(switches_neutral=True))
        self.assertTrue(state["set"]["set"].closed and state["set"]["set"].belongs)
        self.assertTrue(state["set"]["shed-panel"].way_back)

    def test_a_relay_closes_only_with_its_own_source(self):
        made = standby(bond="relay")
        state = modes(made)
        self.assertFalse(state["utility"]["set"].closed)
        self.assertTrue(state["set"]["set"].extra)
        self.assertTrue(self.rules(made)["bond-extra"].endswith(", on Set"))
        self.assertEqual(self.rules(standby(switches_neutral=True, bond="relay")), {})

    def test_the_main_bond_missing_shows_in_every_mode_that_needs_it(self):
        self.assertEqual(list(self.rules(standby(panel="none"))), ["bond-missing"])

    def test_a_transformer_is_a_source_of_its_own(self):
        made = document(**{"stations/-": TRANSFORMER})
        run = {"use": "branch", "cable": {"length": 10}}
        load = {
            "id": "lamp",
            "name": "Lamp",
            "kind": "equipment",
            "place": "shed",
            "load": {"amps": 5},
            "terminal_c": 75,
        }
        made["stations"].append(load)
        made["runs"] += [
            run | {"id": "up", "from_station": "shed-panel", "to_station": "step", "system": "240-2w"},
            run | {"id": "down", "from_station": "step", "to_station": "lamp", "system": "120-2w"},
        ]
        step = modes(made)["utility"]["step"]
        self.assertTrue(step.belongs)
        # 14 copper leaves it: the first row of both tables; the service's conductor stands with its place.
        self.assertEqual((step.jumper.value, step.electrode_conductor.value), ("8", "8"))
        self.assertIsNone(modes(made)["utility"]["panel"].electrode_conductor)
        self.assertEqual(self.rules(made), {})
        made["stations"][3]["bonding"] = {"neutral": "none"}
        self.assertIn("bond-missing", self.rules(made))
        self.assertEqual(findings(made, "derived-ungrounded"), [])
        made["stations"][3]["transformer"]["secondary"] = "480-2w"
        made["runs"][-1]["system"] = "480-2w"
        self.assertIn("derived-ungrounded", {f.rule for f in findings(made)})
        self.assertEqual(self.rules(made), {})


class Laws(unittest.TestCase):
    @given(st.integers(0, 10_000))
    @examples(12)
    def test_on_any_property_every_fix_mends_and_endangers_nobody(self, seed):
        made = dump(random_property(seed))
        mended(self, made, [f for f in findings(made) if f.place is not None])

    @given(st.integers(0, 10_000))
    @examples(25)
    def test_without_a_finding_every_live_source_has_one_bond(self, seed):
        job = random_property(seed)
        wrong = {f.rule for f in solve(job).findings} & {"bond-extra", "bond-missing"}
        own = bonded(whole_book(job.code_book).earthing, job)
        counts = [
            # A building that may keep its three wires has its bond besides, or is itself the first disconnect.
            len(set(island.bonds) - own.joins.kept) or min(1, len(island.bonds))
            for _, here in own.modes
            for island in here.islands
            if island.live and (island.services or island.derived)
        ]
        self.assertTrue(wrong or set(counts) <= {1}, counts)
