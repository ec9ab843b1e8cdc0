"""Laws of panels: boxes of splices, holes given out, breakers proposed, what time and order may not change."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.panels.proposed import proposed, rating_of
from northspan.core.codes.nec.panels.splices import splice
from northspan.core.document.file import dump, parse
from northspan.core.job.job import Appliance, Place
from northspan.core.job.panel import Bar, Hole, Panel, PanelCircuit, interleaved
from northspan.core.property.panel.balancing.of_panel import panel_balance
from northspan.core.property.panel.holes import holes_given, landed
from northspan.core.property.panel.layout import Breaker, BusBars, Spot, may_stay
from northspan.core.property.panel.solve_panels import panel_answer
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.fixing import findings
from tests.core.made.jobs import document
from tests.core.made.panels import circuit, opened, solved
from tests.core.second.panels import random_panel

C = "panel/circuits"
SPLIT = SYSTEMS["120/240-3w"]


def of_chance(seed, **more):
    gear, panel = random_panel(seed)
    return document(**{"stations/1/gear": gear, "stations/1/panel": panel | more})


class Boxes(unittest.TestCase):
    @examples(25)
    @given(st.lists(st.sampled_from(["14", "12", "10", "8", "6"]), min_size=1, max_size=9))
    def test_every_short_cable_is_in_one_box_that_holds_it(self, sizes):
        made = opened(("gear/spaces", 24), (C, []), ("panel/move", {"length": 30.0}))
        made["stations"][1]["panel"]["circuits"] = [
            circuit(f"c{i}", 1 + i, i + 1 if i < 8 else None, size=size, spare=4.0) for i, size in enumerate(sizes)
        ]
        move = solve(parse(made)).panels[0].move
        boxed = [c for box in move.boxes for c in box.circuits]
        self.assertEqual(sorted(boxed), sorted(f"c{i}" for i in range(len(sizes))))
        self.assertTrue(all(box.box for box in move.boxes))

    def test_a_wire_more_never_needs_less_room(self):
        panel = solved(opened())[1]
        each = [c for c in panel.circuits if c.circuit.id != "pump"]
        rooms = [splice(each[:many]).needed.value for many in range(1, len(each) + 1)]
        self.assertEqual(rooms, sorted(rooms))

    def test_wire_too_large_for_the_table_has_no_box(self):
        """4 copper goes by the length of the pull, 314.28: no figure is made up for it."""
        panel = solved(opened((f"{C}/pump/size", "4")))[1]
        found = splice([panel.by_id["pump"]])
        self.assertEqual((found.needed.value, found.box), (None, None))
        self.assertEqual(found.needed.steps[0].cite, "314.28(A)")
        moved = opened((f"{C}/pump/size", "4"), (f"{C}/pump/spare", 1.0), ("panel/move", {"length": 9.0}))
        self.assertEqual(len(findings(moved, "splice-box")), 1)

    def test_a_wire_that_nobody_wrote_down_is_said_to_be_taken_by_its_breaker(self):
        changes = [(f"{C}/bed/{name}", None) for name in ("size", "cable")]
        found = splice([solved(opened(*changes))[1].by_id["bed"]])
        self.assertEqual(found.needed.steps[0].what, "Named bed: taken as 14")
        # Four of 14 are 8, the clamp 2, two grounds 2.
        self.assertEqual(found.needed.value, 12.0)


class Holes(unittest.TestCase):
    def test_what_is_given_out_is_free_and_given_once(self):
        given_some = 0
        for seed in range(80):
            _, panel = solved(of_chance(seed))
            for shared in (False, True):
                holes = holes_given(panel.panel, panel.landed, shared)
                spots = [(h.bar, h.hole) for h in holes.values()]
                taken = {*panel.landed.neutrals, *panel.landed.grounds}
                self.assertEqual(len(set(spots)), len(spots))
                self.assertEqual(set(spots) & taken, set())
                if not shared:
                    kinds = {(field, h.bar) for (_, field), h in holes.items()}
                    self.assertLessEqual(kinds, {("neutral_at", "n"), ("ground_at", "g")})
                given_some += len(spots)
        self.assertGreater(given_some, 60)

    def test_a_ground_lands_on_a_neutral_bar_only_where_both_are_joined(self):
        bars = (Bar(id="n", kind="neutral", holes=3), Bar(id="g", kind="ground", holes=1))
        panel = Panel(bars=bars, circuits=[PanelCircuit(id=i) for i in "ab"])
        given = {shared: holes_given(panel, landed(panel), shared) for shared in (False, True)}
        self.assertEqual([k for k in given[False] if k[1] == "ground_at"], [("a", "ground_at")])
        self.assertEqual(given[True]["b", "ground_at"], Hole(bar="n", hole=3))

    def test_a_breaker_made_whole_is_no_half_of_a_tandem(self):
        bars = BusBars(interleaved(6), twins=frozenset({5}))
        self.assertTrue(may_stay(bars, Breaker("a", 1, 0, Spot(5, True))))
        self.assertFalse(may_stay(bars, Breaker("a", 1, 0, Spot(5, True), full_size=True)))


class Proposed(unittest.TestCase):
    def test_breakers_by_hand(self):
        """Range 12 kW: 8 kW at 240 V are 33.3 A, 40 at least. Dryer 20.8 A, 25. Compressor 21 A x 1.75 = 36.75, 35
        below it. Motor 9.5 A x 2.5 = 23.75, 20. Heat 12.5 A x 1.25 = 15.6, 20. A 120 V load of 10 A, 15, for no 10 is
        offered.
        """
        for kind, rated, breaker in (
            ("range", {"va": 12000}, 40.0),
            ("dryer", {"va": 5000}, 25.0),
            ("heat-pump", {"amps": 21}, 35.0),
            ("fastened", {"amps": 9.5, "motor": True}, 20.0),
            ("space-heat", {"va": 3000}, 20.0),
            ("fastened", {"va": 1200, "across": "neutral"}, 15.0),
            ("other", {"amps": 40, "continuous": True}, 50.0),
        ):
            with self.subTest(kind=kind, **rated):
                self.assertEqual(rating_of(Appliance(id="a", name="A", kind=kind, **rated), SPLIT), breaker)

    def test_lighting_by_hand(self):
        """3 VA a square foot on circuits of 15 A at 120 V, 1800 VA: 600 ft² each."""
        for feet, circuits in ((599, 1), (600, 1), (602, 2), (1800, 3), (1802, 4)):
            place = Place(id="p", name="P", kind="dwelling", floor_area=feet * 0.3048**2)
            uses = [(c.use, c.breaker_a) for c in proposed(place, SPLIT, (), ())]
            self.assertEqual(uses.count(("general", 15.0)), circuits, feet)

    def test_an_outbuilding_owes_one_circuit_and_a_yard_none(self):
        for kind, uses in (("detached-building", ["general"]), ("yard", [])):
            self.assertEqual([c.use for c in proposed(Place(id="p", name="P", kind=kind), SPLIT, (), ())], uses)

    def test_what_is_wanted_later_waits_and_ids_are_their_own(self):
        both = [
            Appliance(id=i, name="Kitchen", kind="fastened", va=900, state="later" if i == "late" else "comes")
            for i in ("kitchen", "late")
        ]
        place = Place(id="p", name="P", kind="dwelling", appliances=both, laundry_circuits=0)
        found = proposed(place, SPLIT, (), ())
        self.assertEqual([c.id for c in found], ["kitchen", "kitchen-2", "bathroom", "kitchen-3"])

    def test_a_range_brings_its_neutral_and_its_guard(self):
        place = Place(id="p", name="P", kind="yard", appliances=[Appliance(id="r", name="R", kind="range", va=9000)])
        found = proposed(place, SPLIT, (), ())[0]
        self.assertEqual((found.neutral, found.breaker, found.poles), (True, "gfci", 2))


class Whatever(unittest.TestCase):
    def test_the_order_in_the_file_changes_no_figure(self):
        for seed in range(40):
            one = of_chance(seed)
            other = of_chance(seed)
            other["stations"][1]["panel"]["circuits"].reverse()
            first, second = (solve(parse(each)).panels[0] for each in (one, other))
            self.assertEqual([x.va.value for x in first.legs], [x.va.value for x in second.legs])
            self.assertEqual((first.used, first.free, first.poles), (second.used, second.free, second.poles))
            self.assertEqual({c.id: c.va.value for c in first.circuits}, {c.id: c.va.value for c in second.circuits})

    def test_a_balanced_panel_needs_no_more_moves(self):
        """Balanced once, the same press finds nothing to move."""
        tried = 0
        for seed in range(60):
            ready, panel = solved(of_chance(seed, legs="interleaved"))
            found = panel_balance(panel, lambda: 20.0)
            if found.fix is None or found.trouble:
                continue
            tried += 1
            made = dump(ready.entered)
            for step in found.fix.patch:
                *_, at, name = step["path"].split("/")
                made["stations"][1]["panel"]["circuits"][int(at)][name] = step["value"]
            again = panel_balance(solved(made)[1], lambda: 20.0)
            self.assertEqual((again.moves, again.apart_va), ((), found.apart_va), seed)
        self.assertGreater(tried, 10)

    def test_a_panel_on_three_lines_goes_over_all_three(self):
        """By hand: 4800 VA on rows 1 and 2 is half on A, half on B; 3600 VA on rows 3 and 4 on C and, again, A."""
        made = opened((C, []), ("gear/spaces", 12), ("panel/legs", "interleaved"))
        made["stations"][0]["supply"] = made["runs"][0]["system"] = "240-3ph"
        made["stations"][1]["panel"]["circuits"] = [
            circuit("kiln", 1, poles=2, va=4800.0), circuit("saw", 5, poles=2, va=3600.0)
        ]  # fmt: skip
        ready, panel = solved(made)
        self.assertEqual(dict(panel.legs), {"A": 4200.0, "B": 2400.0, "C": 1800.0})
        answer = panel_answer(ready.book, panel)
        self.assertEqual(answer.apart.value, 2400.0)
        found = panel_balance(panel, lambda: 1.0)
        self.assertEqual((found.fix, found.legs_va, found.apart_now_va), (None, (4200.0, 2400.0, 1800.0), 2400.0))
        self.assertIn("three lines", found.trouble)

    def test_metres_change_no_verdict(self):
        """13 ft there for 12.9 are 3.96 m for 3.93: what reaches in one reaches in the other."""
        for there, reaches in ((13.0, True), (12.8, False)):
            made = opened(("panel/move", {"length": 12.9}), (f"{C}/bed/spare", there))
            told = opened(("panel/move", {"length": 12.9 * 0.3048}), (f"{C}/bed/spare", there * 0.3048)) | {
                "units": "metric"
            }
            for each in (made, told):
                move = solve(parse(each)).panels[0].move
                self.assertEqual([r.reaches for r in move.reaches if r.circuit == "bed"], [reaches])
