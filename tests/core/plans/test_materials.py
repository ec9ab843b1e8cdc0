"""The materials of a job counted by hand, each thing once: what changes one thing moves one line."""

import math
import unittest

from northspan.core.document.file import parse
from northspan.core.figures.units import US
from northspan.core.figures.working import Figure
from northspan.core.plans.cuts.of_job import JobCuts, SpoolStock, job_cuts
from northspan.core.plans.materials.count import Count, cost, gathered
from northspan.core.plans.materials.instead import instead
from northspan.core.plans.materials.of_job import Counted, job_counts
from northspan.core.plans.materials.pipes import elbows
from northspan.core.plans.materials.priced import material_list
from northspan.core.solve.prepared import prepared
from northspan.demo.library import demo_jobs
from northspan.shop.csv_lists import shipped_list
from tests.core.made.jobs import document, job
from tests.core.made.panels import NM, circuit, opened
from tests.core.sizing.test_pull_findings import IN_ORDER, UF

SHIPPED = {item.name: item.price for item in shipped_list("prices")}


def counted(made):
    return {m.name: m.quantity.value for m in gathered(job_counts(prepared(made)).counts)}


def listed(made, prices=SHIPPED, van=(), spools=()):
    ready = prepared(made)
    cuts = job_cuts(ready, spools, prices)
    return material_list(job_counts(ready), prices, dict(van), cuts, made.told)


class ByHand(unittest.TestCase):
    def test_a_feeder_in_its_trench(self):
        found = counted(job(**IN_ORDER, **{"runs/0/state": "stays"}))
        # Elbows of 9.5 in: 0.7917 ft of tangent at each side of three quarter bends.
        straight = 5 - 9.5 / 12 + 300 - 2 * 9.5 / 12 + 200 - 2 * 9.5 / 12 + 5 - 9.5 / 12
        # Risers in PVC 80: 18 in below grade and 3.5 ft above it, twice.
        self.assertAlmostEqual(found["pipe PVC40 2"], straight - 10, places=4)
        self.assertAlmostEqual(found["pipe PVC80 2"], 10, places=6)
        # A 10 ground goes with 35 A, an 8 is the least wire, a 6 is pulled: 10,380 × 26,240 / 16,510 cmil, an 8.
        whole = {"elbow 90° PVC40 2": 3, "terminal adapter and locknut PVC40 2": 2, "strap PVC40 2": 2,
                 "duct seal for 2 in pipe": 2, "wire cu 6 THWN-2 black": 516,
                 "wire cu 8 THWN-2 green": 516}  # fmt: skip
        for name, many in whole.items():
            self.assertAlmostEqual(found[name], many, msg=name)
        # 50 sticks and 3 elbows make 52 joints, 50 of them in the bells of the sticks; two ends are glued besides.
        self.assertAlmostEqual(found["coupling PVC40 2"], 2)
        self.assertAlmostEqual(found["PVC cement and primer, pint"], (52 + 2) / 40)
        length = straight + 3 * math.pi / 2 * 9.5 / 12
        self.assertAlmostEqual(found["pulling lubricant, polymer gel, quart"], 4 * 0.0015 * length * 2.047, places=4)
        self.assertNotIn("insulating bushing 2", found)

    def test_thick_wire_is_bushed_and_its_boxes_are_long(self):
        thick = IN_ORDER | {"runs/1/locks/size": "2"}
        points = [{**p, "pull": at == 1} for at, p in enumerate(IN_ORDER["runs/1/route"]["points"])]
        route = {"points": points, "ends": 10}
        turned = counted(job(**thick | {"runs/1/route": route}))
        # At an angle 6 times the trade size of 2 in; straight through 8 times.
        self.assertEqual((turned["pull box 12 in"], turned["insulating bushing 2"]), (1, 4))
        level = {"points": [{"x": x, "y": 0, "pull": x == 300} for x in (0, 300, 500)], "ends": 10}
        self.assertEqual(counted(job(**thick | {"runs/1/route": level}))["pull box 16 in"], 1)
        points[1]["fitting"] = "conduit-body"
        body = counted(job(**thick | {"runs/1/route": route}))
        self.assertEqual((body["conduit body PVC40 2"], body["insulating bushing 2"]), (1, 2))
        # Its hubs are glued as the adapters at a box are; flexible pipe goes into it by a connector on each side.
        self.assertAlmostEqual(body["PVC cement and primer, pint"], turned["PVC cement and primer, pint"])
        soft = counted(job(**thick | {"runs/1/route": route, "runs/1/cable/raceway": "LFNC-B"}))
        self.assertEqual((soft["connector LFNC-B 2"], soft["insulating bushing 2"]), (4, 4))

    def test_a_shared_pipe_is_laid_once(self):
        made = document(**{"runs/1/locks": {"size": "6"}, "runs/1/cable/shares_raceway": "north"})
        second = {**made["runs"][1], "id": "second", "to_station": "barn"}
        made["runs"].append({**second, "cable": {**second["cable"], "length": 90}})
        made["stations"].append({**made["stations"][2], "id": "barn", "name": "Barn panel"})
        pipes = {n: q for n, q in counted(parse(made)).items() if n.startswith("pipe PVC40")}
        service = next(n for n, q in pipes.items() if q == 50)
        self.assertEqual([q for n, q in pipes.items() if n != service], [150])

    def test_circuits_bring_their_cable_and_a_run_of_theirs_is_counted_once(self):
        found = counted(parse(opened(**{"runs/0/state": "stays", "stations/1/state": "stays"})))
        # A pump of 240 V, and the two others of 20 A; the multiwire pair in one cable: each 30 ft and 3 ft at each end.
        self.assertEqual((found["cable NM cu 12 2-wire"], found["cable NM cu 12 3-wire"]), (72, 36))
        self.assertEqual((found["cable NM cu 14 2-wire"], found["breaker 2-pole 20"]), (36, 1))
        # 30 ft of NM: a staple 12 in from each box, 28 ft between them in 7 spans of 4.5 ft: 8; of 4 cables.
        self.assertEqual(found["staples for NM"], 32)
        before = found["breaker 2-pole 35"]
        own = ("panel/circuits/-", circuit("shed", 8, poles=2, breaker_a=35, run="feeder", cable=None, size=None))
        with_run = counted(parse(opened(own, **{"runs/0/state": "stays", "stations/1/state": "stays"})))
        self.assertEqual((before, with_run["breaker 2-pole 35"]), (1, 1))
        self.assertEqual(with_run["wire cu 8 THWN-2 red"], found["wire cu 8 THWN-2 red"])

    def test_rods_as_planned_with_clamps_and_the_wire_between(self):
        found = counted(job())
        # Two rods 8 ft apart at the house and at the shed.
        self.assertEqual((found["ground rod 5/8 in × 8 ft"], found["ground clamp 5/8 in, for burial"]), (4, 4))
        self.assertEqual(sum(q for n, q in found.items() if n.endswith(" bare")), 16)
        # Aluminium ends: three wires of the service; as a cable, four with its ground.
        self.assertAlmostEqual(found["antioxidant, 4 oz"], 6 / 40)
        cable = counted(job(**{"runs/0/cable/insulation": "SER", "runs/0/cable/raceway": "none"}))
        self.assertAlmostEqual(cable["antioxidant, 4 oz"], 8 / 40)

    def test_the_wire_to_a_rod_is_measured_where_the_plan_has_both_ends(self):
        rod = {"id": "rod", "kind": "rod", "x": 12, "y": -5, "diameter": 0.625, "length": 8}
        made = opened(("panel/at", {"x": 0, "y": 0}), **{"places/0/grounding": {"seen": True, "electrodes": [rod]}})
        found = job_counts(prepared(parse(made)))
        feet = [c.quantity for c in found.counts if c.what == "House: from where it lands to the first electrode"]
        # 17 ft along the walls, and 3 ft at each end.
        self.assertEqual(feet, [23])
        self.assertEqual([w for w in found.open if w.startswith("House:")], [])
        none = job_counts(prepared(parse(opened(**{"places/0/grounding": {"seen": True, "electrodes": []}}))))
        self.assertTrue(any(w.startswith("House: it owes electrodes, none is entered") for w in none.open), none.open)

    def test_what_goes_is_listed_with_what_becomes_of_it_and_not_bought(self):
        made = opened()
        goes = {"state": "goes", "becomes": "reused", "reused_at": "the barn"}
        old = {"id": "old", "name": "Old panel", "kind": "panelboard", "place": made["places"][0]["id"], **goes}
        feed = {**made["runs"][0], "id": "old-feed", "to_station": "old", "state": "goes", "locks": {"size": "2/0"}}
        before = job_counts(prepared(parse(made)))
        found = job_counts(
            prepared(parse(made | {"stations": [*made["stations"], old], "runs": [*made["runs"], feed]}))
        )
        self.assertEqual(found.counts, before.counts)
        panel, wire = found.taken
        self.assertEqual(panel, "Old panel: used again at the barn")
        stopgap = {**old, "state": "for-now", "becomes": None, "reused_at": None, "until": "2027-03-01"}
        said = job_counts(prepared(parse(made | {"stations": [*made["stations"], stopgap]}))).open
        self.assertIn("Old panel: there for now until 2027-03-01, and nothing of it is counted.", said)
        self.assertRegex(wire, r"to Old panel, .*2/0 .*: what becomes of it is not on record")

    def test_a_moved_panel_is_spliced_in_copper_with_connectors_for_both_metals(self):
        far = {"to": {"x": 40, "y": 0}, "ends": 2}
        cable = {**NM, "metal": "al"}
        away = circuit("far", 8, 4, 5, enters={"x": 0, "y": 0}, spare=10, cable=cable, state="stays")
        made = opened(("panel/circuits/-", away), ("panel/at", {"x": 0, "y": 0}), ("panel/move", far))
        found = counted(parse(made))
        # 42 ft are needed and 10 are there: 32 ft, and 3 ft at each end; hot, neutral and ground.
        self.assertEqual(found["wire connector for two 12, listed for copper with aluminium"], 3)
        names = {p.end: p.length for s in job_cuts(prepared(parse(made)), (), SHIPPED).spools for p in s.pieces}
        self.assertEqual(next(q for n, q in names.items() if "Named far" in n), 38)

    def test_elbows(self):
        self.assertEqual(
            [elbows(d) for d in (30, 44, 61, 70, 89.5, 180)], [(30,), (45,), (45,), (90,), (90,), (90, 90)]
        )


# A change of the whole test property, and every line that it moves.
MOVES = {
    "a ribbon": ({"runs/1/burial/ribbon": True}, {"warning ribbon"}),
    "an expansion fitting": ({"runs/1/pull/expansion_fittings": 1}, {"expansion fitting PVC40 2"}),
    "no lubricant": ({"runs/1/pull/lubricant": "dry"}, {"pulling lubricant, polymer gel, quart"}),
    "a surge protector": ({"stations/1/gear/surge_protected": True}, {"surge protector"}),
    "a retainer": ({"stations/1/gear/back_fed": True}, {"main breaker retainer"}),
    "a spare breaker": (
        {"stations/1/panel/circuits/-": {"id": "spare", "space": 12, "breaker_a": 20, "use": "spare"}},
        {"breaker 1-pole 20"},
    ),
    "a kind of breaker": (
        {"stations/1/panel/circuits/1/breaker": "gfci"}, {"breaker 1-pole 15 AFCI", "breaker 1-pole 15 GFCI"}
    ),
    "a cable": ({"stations/1/panel/circuits/2/cable/length": 40}, {"cable NM cu 12 2-wire", "staples for NM"}),
    "more kept": (
        {"runs/1/pull/slack_end": 60},
        {"wire cu 8 THWN-2 green", *(f"wire cu 6 THWN-2 {colour}" for colour in ("black", "red", "white"))},
    ),
    "a rod": (
        {"places/1/grounding": {"seen": True, "electrodes": [
            {"id": "rods", "kind": "rod", "count": 3, "spacing": 8, "length": 8, "diameter": 0.625}]}},
        {"ground rod 5/8 in × 8 ft", "ground clamp 5/8 in, for burial", "wire cu 8 bare"},
    ),
    "another bend": (
        {"runs/1/route/points/2/y": 0, "runs/1/route/points/2/x": 500, "runs/1/cable/length": 510},
        {"elbow 90° PVC40 2", "pipe PVC40 2", "coupling PVC40 2", "PVC cement and primer, pint",
         "pulling lubricant, polymer gel, quart"},
    ),
    "there already": ({"stations/2/state": "stays"}, set()),
}  # fmt: skip


class Once(unittest.TestCase):
    def made(self, **changes):
        whole = opened(**IN_ORDER)
        for way, value in changes.items():
            *names, last = way.split("/")
            at = whole
            for name in names:
                at = at[int(name)] if isinstance(at, list) else at.setdefault(name, {})
            if isinstance(at, list):
                at.append(value)
            else:
                at[last] = value
        return parse(whole)

    def test_what_changes_one_thing_moves_its_lines_and_no_other(self):
        before = counted(self.made())
        for what, (changes, lines) in MOVES.items():
            with self.subTest(change=what):
                after = counted(self.made(**changes))
                moved = {n for n in {*before, *after} if abs(before.get(n, 0) - after.get(n, 0)) > 1e-9}
                self.assertEqual(moved, lines)

    def test_nothing_of_what_is_there_is_counted(self):
        there = {f"stations/{n}/state": "stays" for n in (1, 2)} | {f"runs/{n}/state": "stays" for n in (0, 1)}
        known = {"places/0/grounding": {"seen": True}, "places/1/grounding": {"seen": True}}
        made = job(**there, **known)
        self.assertEqual(set(counted(made)), {"intersystem bonding termination"})
        self.assertEqual(job_cuts(prepared(made), (), {}).left_out, ("service", "feeder"))


class Instead(unittest.TestCase):
    def test_a_trade_size_up_and_the_way_it_lies_now(self):
        made = job(**IN_ORDER, **{"runs/0/state": "stays"})
        names = {c.priced_as for c in job_counts(prepared(made)).counts}
        wide = made.runs[1].locks.model_copy(update={"raceway_size": "2 1/2"})
        runs = (made.runs[0], made.runs[1].model_copy(update={"locks": wide}))
        names |= {c.priced_as for c in job_counts(prepared(made.model_copy(update={"runs": runs}))).counts}
        prices = dict.fromkeys(names, 0.0) | {"pipe PVC40 2": 2.0, "pipe PVC40 2 1/2": 3.0}
        found = instead(made, "feeder", prices)
        # 510 ft less six tangents of the elbows, 9.5 and 10.5 in by the tables, and 10 ft of risers.
        self.assertAlmostEqual(found.wider.value, 3 * (500 - 6 * 10.5 / 12) - 2 * (500 - 6 * 9.5 / 12), places=4)
        ways = {w.title: w.more for w in found.ways}
        self.assertEqual(ways["PVC"].value, 0)
        # No price for steel: nothing is said.
        self.assertIsNone(ways["steel"].value)

    def test_a_guard_ahead_costs_the_breaker_that_has_it(self):
        made = job(**UF)
        ways = {w.title: w.more.value for w in instead(made, "feeder", SHIPPED).ways}
        price = SHIPPED["breaker 1-pole 20 GFCI"] - SHIPPED["breaker 1-pole 20"]
        self.assertAlmostEqual(ways["direct burial, GFCI ahead"], price)
        self.assertEqual(ways["direct burial"], 0)


class Priced(unittest.TestCase):
    def test_wire_to_electrodes_is_bought_beside_wire_of_the_same_name_in_a_pipe(self):
        # A bare 8 in the pipe, 156 ft; and 8 ft of it between two rods at each of two places.
        made = job(**{"runs/1/locks": {"size": "6", "egc_size": "8"}, "runs/1/cable/bare_egc": True})
        lines = [(x.group, x.buy, x.cost.value) for x in listed(made).lines if x.name == "wire cu 8 bare"]
        each = SHIPPED["wire cu 8"]
        self.assertEqual([(g, b) for g, b, _ in lines], [("Wire and cable", 156), ("Grounding", 16)])
        for (_, _, cost_of), feet in zip(lines, (156, 16), strict=True):
            self.assertAlmostEqual(cost_of, feet * each)

    def test_what_one_line_takes_out_of_the_van_is_gone_for_the_next(self):
        terminal = Count("wire", "wire cu 8 bare", 6.0, "ft", "Barn", "the plan")
        rod = Count("ground", "wire cu 8 bare", 7.0, "ft", "Barn", "the plan")
        none = JobCuts((), Figure(0.0, "$", ()), (), (), True)
        lines = material_list(Counted((terminal, rod), ()), SHIPPED, {"wire cu 8 bare": 9.0}, none, US).lines
        self.assertEqual([(x.van, x.buy) for x in lines], [(6, 0), (3, 4)])

    def test_the_van_goes_first_and_what_is_bought_is_as_it_is_sold(self):
        made = job(**IN_ORDER)
        black = SpoolStock("black", ("cu THWN-2", "6", "black"), 600, 250.0, None)
        found = listed(made, van={"elbow 90° PVC40 2": 2, "pipe PVC40 2": 100}, spools=[black])
        lines = {line.name: line for line in found.lines}
        elbow, pipe, wire = (lines[n] for n in ("elbow 90° PVC40 2", "pipe PVC40 2", "wire cu 6 THWN-2 black"))
        self.assertEqual((elbow.van, elbow.buy, elbow.cost.value), (2, 1, SHIPPED["elbow 90° PVC40 2"]))
        # 495.25 ft less 100 in the van: 40 sticks.
        self.assertEqual((pipe.van, pipe.buy, pipe.bought), (100, 400, "40 × 10 ft"))
        self.assertAlmostEqual(pipe.cost.value, 400 * SHIPPED["pipe PVC40 2"])
        self.assertEqual((wire.quantity.value, wire.buy, wire.bought, wire.cost.value), (516, 600, "1 × 600 ft", 250))
        self.assertAlmostEqual(found.without_price.value, sum(line.cost.value or 0 for line in found.lines))

    def test_a_missing_price_is_named_and_never_nought(self):
        counts = job_counts(prepared(job())).counts
        prices = {c.priced_as: 2.0 for c in counts}
        self.assertAlmostEqual(cost(counts, prices).value, 2.0 * sum(c.quantity for c in counts))
        gone = "breaker 2-pole 35"
        del prices[gone]
        self.assertIsNone(cost(counts, prices).value)
        found = listed(job(), prices)
        self.assertEqual((found.total.value, found.unpriced), (None, (gone,)))

    def test_the_shipped_prices_know_every_part_of_the_demo_jobs(self):
        for made in demo_jobs().values():
            self.assertEqual(listed(made).unpriced, (), made.name)

    def test_a_metric_job_is_told_in_metres_for_the_same_money(self):
        us = job(**IN_ORDER)
        metric = parse(document(units="metric", **IN_ORDER | {
            "runs/0/cable/length": 50 * 0.3048, "runs/1/cable/length": 510 * 0.3048,
            "runs/1/route": {"points": [{"x": x, "y": y} for x, y in ((0, 0), (91.44, 0), (91.44, 60.96))],
                             "ends": 3.048},
            "runs/1/burial": {"cover": 457.2, "located": True, "riser": "PVC80"}}))  # fmt: skip
        a, b = listed(us), listed(metric)
        self.assertEqual([line.name for line in a.lines], [line.name for line in b.lines])
        self.assertAlmostEqual(a.without_price.value, b.without_price.value, places=4)
        pipes = [next(x for x in each.lines if x.name == "pipe PVC40 2") for each in (a, b)]
        self.assertAlmostEqual(pipes[0].quantity.value * 0.3048, pipes[1].quantity.value, places=6)
        self.assertEqual(pipes[1].unit, "m")
