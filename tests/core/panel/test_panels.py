"""A panel with its cover off: legs, holes, moves, what drives Loads and what is owed, against values by hand."""

import unittest
from dataclasses import replace

import jsonpatch
from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.file import dump, parse
from northspan.core.property.panel.balancing.of_panel import panel_balance
from northspan.core.property.panel.proposing import proposal
from northspan.core.property.panel.solve_panels import panel_answer
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from tests import examples
from tests.core.made.panels import CIRCUITS, NM, circuit, opened, solved

C = "panel/circuits"


def answer(made):
    return solve(parse(made)).panels[0]


class Answers(unittest.TestCase):
    def test_legs_by_hand(self):
        """Rows alternate: 1 and 2 on A, 3 and 4 on B, 5 and 6 on A. A: 1500 + 900 + half of 2400 + 300 = 3900 VA; B:
        half of 2400 + 600 = 1800 VA. 2100 VA apart are 17.5 A at 120 V, 14 % of a 125 A bus.
        """
        found = answer(opened())
        self.assertEqual(
            [(leg.leg, leg.va.value, leg.amps.value) for leg in found.legs], [("A", 3900, 32.5), ("B", 1800, 15)]
        )
        self.assertEqual((found.apart.value, found.apart_amps.value, found.apart_pct.value), (2100.0, 17.5, 14.0))
        self.assertEqual((found.used, found.halves, found.free, found.poles, found.allowed), (6, 0, 6, 6, 14))
        self.assertEqual([(b.used, b.free) for b in found.bars], [(3, 5), (4, 4)])

    def test_a_circuit_is_judged_like_a_run(self):
        """30 ft of 12 NM at 12.5 A, as the run of the same wire drops."""
        own = {"id": "twin", "name": "Twin", "kind": "equipment", "place": "house", "terminal_c": 75,
               "load": {"amps": 12.5, "neutral_amps": 12.5}}  # fmt: skip
        run = {"id": "twin-run", "from_station": "panel", "to_station": "twin", "use": "branch", "system": "120-2w",
               "cable": NM, "locks": {"breaker_a": 20, "size": "12"}, "several_receptacles": True}  # fmt: skip
        made = opened(**{"stations/-": own, "runs/-": run})
        whole = solve(parse(made))
        kitchen = next(c for c in whole.panels[0].circuits if c.id == "kitchen")
        twin = next(r for r in whole.runs if r.id == "twin-run")
        self.assertEqual(kitchen.drop.value, twin.figure("drop_pct").value)
        self.assertEqual((kitchen.passes, kitchen.size, kitchen.breaker_a), (True, "12", 20))
        tight = answer(opened((f"{C}/kitchen/size", "14")))
        self.assertEqual(
            [(c.passes, c.stopped_by) for c in tight.circuits if c.id == "kitchen"], [(False, "to 15 A, not 20 A")]
        )

    def test_one_leg_has_nothing_to_balance(self):
        made = opened(**{"stations/0/supply": "120/240-3w", "runs/0/system": "120-2w"})
        ready, panel = solved(made)
        found = panel_answer(ready.book, panel)
        self.assertEqual((found.apart.value, [leg.leg for leg in found.legs]), (None, ["A"]))
        self.assertIn("one leg", panel_balance(panel, lambda: 1.0).trouble)

    def test_every_wire_is_led_to_its_hole_and_over_no_breaker(self):
        drawing = answer(opened()).drawing
        spots = {(h.bar, h.hole): (h.x, h.y) for h in drawing.holes}
        ends = {(w.circuit, w.kind): w.points[-1] for w in drawing.wires if w.kind != "hot"}
        self.assertEqual(ends["kitchen", "neutral"], spots["n", 1])
        self.assertEqual(ends["right", "neutral"], spots["n", 3], "a pair shares its neutral")
        self.assertEqual(ends["pump", "ground"], spots["g", 3])
        self.assertEqual(sum(w.kind == "hot" for w in drawing.wires), 6)
        boxes = [b.box for b in drawing.breakers]
        for wire in drawing.wires:
            for (x1, y1), (x2, y2) in zip(wire.points, wire.points[1:], strict=False):
                for box in boxes:
                    inside = min(x1, x2) < box.x + box.width and max(x1, x2) > box.x
                    inside &= min(y1, y2) < box.y + box.height and max(y1, y2) > box.y
                    self.assertFalse(inside, wire)


class Driving(unittest.TestCase):
    def test_circuits_say_legs_and_counts_only_when_they_drive(self):
        fan = {"id": "fan", "name": "Fan", "kind": "fastened", "across": "neutral", "va": 1200}
        typed = circuit("heater", 8, 6, 6, use="appliance", va=960)
        kitchens = [
            circuit(f"kitchen-{i}", s, 6, 6, use="kitchen", rooms=["kitchen"], breaker="dual")
            for i, s in ((2, 7), (3, 9))
        ]
        changes = [(f"{C}/bed/appliances", ["fan"]), (f"{C}/-", typed), *((f"{C}/-", k) for k in kitchens)]
        own = {"places/0/appliances": [fan], "places/0/floor_area": 1000, "stations/1/load": None}
        plain, driven = (solved(opened(*changes, ("panel/drives_loads", d), **own))[0] for d in (False, True))
        place = {d: next(p for p in each.job.places if p.id == "house") for d, each in ((0, plain), (1, driven))}
        self.assertEqual([(a.id, a.leg) for a in place[0].appliances], [("fan", None)])
        self.assertEqual(
            [(a.id, a.leg, a.va) for a in place[1].appliances],
            [("fan", "A", 1200), ("panel-pump", None, 2400), ("panel-heater", "B", 960)],
        )
        self.assertEqual((place[0].small_appliance_circuits, place[1].small_appliance_circuits), (2, 3))


class Proposing(unittest.TestCase):
    def test_a_dwelling_owes_these(self):
        """1200 ft2 x 3 VA are 3600 VA: two lighting circuits of 1800, and three are there. Two kitchen circuits, one
        there; laundry, bathroom. The heater 4500 VA x 1.25 / 240 V = 23.4 A, 25; the charger 9600 x 1.25 / 240 = 50;
        the shed's feeder 22 + 8 x 1.25 = 32 A, 35.
        """
        heater = {"id": "heater", "name": "Heater", "kind": "water-heater", "va": 4500}
        charger = {"id": "charger", "name": "Charger", "kind": "ev-charger", "va": 9600, "continuous": True}
        made = opened(("gear/spaces", 24), **{"places/0/floor_area": 1200, "places/0/appliances": [heater, charger]})
        ready, panel = solved(made)
        found = proposal(ready.book, panel)
        rated = sorted((c.use, c.poles, c.breaker_a) for c in found.circuits)
        two_poles = [("appliance", 2, rating) for rating in (25.0, 35.0, 50.0)]
        self.assertEqual(rated, [*two_poles, *((use, 1, 20.0) for use in ("bathroom", "kitchen", "laundry"))])
        self.assertEqual(found.without_space, 0)
        after = jsonpatch.apply_patch(dump(parse(made)), list(found.fix.patch))
        stands = [s for c in parse(after).stations[1].panel.circuits for s in ((c.space, c.space + 2)[: c.poles])]
        self.assertEqual(len(set(stands)), len(stands))
        again = solved(after)
        self.assertIsNone(proposal(again[0].book, again[1]).fix)

    def test_what_finds_no_space_is_proposed_all_the_same(self):
        ready, panel = solved(opened(("panel/blocked", [7, 8, 9, 10, 11]), **{"places/0/floor_area": 4000}))
        found = proposal(ready.book, panel)
        placed = [c for c in found.circuits if c.space is not None]
        self.assertEqual(len(found.circuits) - len(placed), found.without_space)
        self.assertEqual({c.space for c in placed}, {12})


class Balancing(unittest.TestCase):
    def test_one_move_by_hand(self):
        """3900 on A and 1800 on B: the bedroom's 900 over to B leaves 3000 and 2700, 300 apart; nothing comes nearer,
        for the pair's 300 and 600 the other way round with it leave 3300 and 2400.
        """
        ready, panel = solved(opened())
        found = panel_balance(panel, lambda: 60.0)
        self.assertEqual((found.apart_now_va, found.apart_va, found.proved, len(found.moves)), (2100.0, 300.0, True, 1))
        self.assertEqual((found.moves[0].circuit, found.moves[0].at), ("bed", "2"))
        after = jsonpatch.apply_patch(dump(ready.entered), list(found.fix.patch))
        self.assertEqual(answer(after).apart.value, 300.0)

    def test_what_is_nailed_down_stays_and_a_guarded_breaker_takes_no_half(self):
        changes = [(f"{C}/{c}/locked", True) for c in ("kitchen", "bed")]
        found = panel_balance(solved(opened(*changes))[1], lambda: 60.0)
        self.assertNotIn("bed", {m.circuit for m in found.moves})
        full = [("panel/blocked", [7, 8, 9, 10, 11])]
        self.assertEqual(panel_balance(solved(opened(*full))[1], lambda: 60.0).moves[0].to, "12")

    def test_out_of_time_says_how_far_it_may_still_go(self):
        panel = solved(opened(*[(f"{C}/{c['id']}/va", 100.0 * i * i + 7) for i, c in enumerate(CIRCUITS, 1)]))[1]
        best = panel_balance(panel, lambda: 60.0)
        soon = panel_balance(panel, lambda: 0.0)
        self.assertLessEqual(soon.least_va, best.apart_va)
        self.assertGreaterEqual(soon.apart_va, best.apart_va)

    @examples(15)
    @given(st.lists(st.integers(0, 3000), min_size=5, max_size=5))
    def test_the_moves_bring_what_they_promise(self, loads):
        made = opened(*[(f"{C}/{c['id']}/va", va) for c, va in zip(CIRCUITS, loads, strict=True)])
        found = panel_balance(solved(made)[1], lambda: 60.0)
        self.assertLessEqual(found.apart_va, found.apart_now_va)
        after = made if found.fix is None else jsonpatch.apply_patch(dump(parse(made)), list(found.fix.patch))
        self.assertAlmostEqual(answer(after).apart.value, found.apart_va)


class Moving(unittest.TestCase):
    def test_tamarack_row_by_hand(self):
        """Along the walls from where each comes in to (31, 28), and 5 ft of ends. The water heater: 7 + 10 + 5 = 22 ft,
        8 there. Box A: heater 4 x 2.5, porch 4 x 2.25, furnace 4 x 2, one clamp 2.5, six grounds 1.5 x 2.5 = 33.25 in3.
        """
        found = solve(demo_jobs()["tamarack-row"])
        move = found.panels[0].move
        reach = {r.circuit: r for r in move.reaches}
        self.assertEqual((reach["water-heater"].needed.value, reach["water-heater"].there.value), (22.0, 8.0))
        self.assertEqual((reach["laundry"].needed.value, reach["laundry"].reaches), (17.0, True))
        self.assertEqual([r.circuit for r in move.reaches if not r.reaches],
                         ["water-heater", "porch", "furnace", "cellar", "bath"])  # fmt: skip
        self.assertEqual(
            (move.boxes[0].circuits, move.boxes[0].needed.value), (("water-heater", "porch", "furnace"), 33.25)
        )
        self.assertIn("Land the feeder at 150 lb·in; keep neutral and can apart.", move.dark)
        self.assertEqual((move.feeder_length.value, move.feeder_size.value, move.feeder_passes), (44.0, "2/0", True))
        circuits = demo_jobs()["tamarack-row"].stations[2].panel.circuits
        pairs = sum(c.partner is not None for c in circuits) // 2
        self.assertEqual((len(circuits) - pairs, pairs, sum(c.cable.metal == "al" for c in circuits)), (16, 3, 1))

    def test_a_named_box_is_kept_and_a_pair_is_one_cable(self):
        moved = [("panel/move", {"length": 20.0}), *((f"{C}/{c}/spare", 5.0) for c in ("bed", "left", "kitchen"))]
        found = answer(opened(*moved, (f"{C}/bed/splice_box", "Attic box"))).move
        self.assertEqual([(b.name, b.circuits) for b in found.boxes],
                         [("Attic box", ("bed",)), ("Box A", ("kitchen", "left", "right"))])  # fmt: skip
        # Kitchen 4, pair 2 x 3 of 12: 10 x 2.25; clamp 2.25; four grounds 2.25.
        self.assertEqual(found.boxes[1].needed.value, 27.0)

    def test_no_short_cable_is_left_without_a_box(self):
        """Thirty of 4 copper, which no box of the table takes: thirty boxes, each with a name of its own."""
        made = opened(("gear/spaces", 60), (C, []), ("panel/move", {"length": 20.0}))
        made["stations"][1]["panel"]["circuits"] = [circuit(f"c{s}", s, size="4", spare=1.0) for s in range(1, 31)]
        boxes = answer(made).move.boxes
        self.assertEqual((len(boxes), len({b.name for b in boxes}), boxes[-1].name), (30, 30, "Box 30"))

    @examples(20)
    @given(st.floats(0, 40), st.floats(0, 10))
    def test_more_cable_never_reaches_less(self, there, more):
        def reaching(spare):
            return answer(opened(("panel/move", {"length": 17.0, "ends": 3.0}), (f"{C}/bed/spare", spare))).move

        before, after = (next(r for r in reaching(x).reaches if r.circuit == "bed") for x in (there, there + more))
        self.assertLessEqual(before.reaches, after.reaches)
        self.assertEqual(before.reaches, there >= 20.0 - 1e-9)


class Remembered(unittest.TestCase):
    def test_an_edit_elsewhere_leaves_the_panel_as_it_was_judged(self):
        first, second = solved(opened())[1], solved(opened(name="Another name"))[1]
        self.assertIs(first, second)
        renamed = solved(opened(**{"stations/2/name": "Barn panel"}))[1]
        self.assertIsNot(first, renamed, "its name stands in the working of the feeder to it")
        other = solved(opened(house_rules={"spare_spaces": 3}))[1]
        self.assertIsNot(first, other)
        self.assertEqual(replace(first.asked, rules=other.asked.rules), other.asked)
