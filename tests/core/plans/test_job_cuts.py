"""The wire of a whole job cut: lengths with what is kept, colours by size, spools before wire by the foot."""

import unittest

from northspan.core.document.file import parse
from northspan.core.plans.cuts.of_job import SpoolStock, job_cuts
from northspan.core.solve.prepared import prepared
from tests.core.made.jobs import document, job

PRICES = {"wire cu 6": 1.0, "wire cu 10": 0.3, "wire cu 2": 2.0, "wire al 2/0": 1.5, "wire al 4": 0.5}


def spool(kind, length, price, van=None):
    return SpoolStock(f"{kind[1]} {kind[2]} {length}", kind, length, price, van)


def cut(spools=(), prices=None, **changes):
    """The feeder's wire alone: 150 ft of cu THWN-2 with a ground 10."""
    cable = {"runs/0/state": "stays"}
    made = job(**{**cable, "runs/1/locks": {"size": "6", "egc_size": "10"}, **changes})
    return job_cuts(prepared(made), spools, PRICES if prices is None else prices)


def kinds(found):
    return sorted((p.letter, s.colour, p.marked, round(p.length, 6)) for s in found.spools for p in s.pieces)


class JobCuts(unittest.TestCase):
    def test_by_the_foot_by_hand(self):
        found = cut()
        # 3 ft are kept at each end: 156 ft; three 6 cu at $1 and a ground 10 cu at $0.30.
        wires = [("A", "black"), ("B", "red"), ("G", "green"), ("N", "white")]
        self.assertEqual(kinds(found), [(letter, colour, None, 156.0) for letter, colour in wires])
        self.assertAlmostEqual(found.cost.value, 3 * 156 * 1.0 + 156 * 0.3)
        self.assertEqual((found.left_out, found.missing, found.proved), (("service",), (), True))
        self.assertTrue(all(s.ordered and s.left == 0 for s in found.spools))

    def test_the_van_goes_first_and_a_spool_where_it_is_cheaper(self):
        green, black = ("cu THWN-2", "10", "green"), ("cu THWN-2", "6", "black")
        found = cut([spool(green, 160, 99.0, van=1), spool(black, 500, 150.0), spool(black, 155.9, 0.0, van=3)])
        by_letter = {s.pieces[0].letter: s for s in found.spools}
        self.assertEqual((by_letter["G"].in_van, by_letter["G"].price, by_letter["G"].left), (True, 0.0, 4.0))
        self.assertEqual((by_letter["A"].ordered, by_letter["A"].price, by_letter["A"].left), (False, 150.0, 344.0))
        self.assertAlmostEqual(found.cost.value, 150 + 2 * 156)

    def test_what_is_kept_by_run_and_by_house_rule(self):
        kept = cut(**{"runs/1/pull": {"slack_start": 0, "slack_end": 60}})
        self.assertEqual({p[3] for p in kinds(kept)}, {210.0})
        self.assertEqual({p[3] for p in kinds(cut(house_rules={"make_up_ft": 5}))}, {160.0})
        metric = cut(units="metric", **{"runs/1/cable/length": 10, "runs/1/pull": {"slack_start": 1, "slack_end": 1}})
        self.assertEqual({round(p[3], 4) for p in kinds(metric)}, {12.0})

    def test_large_wire_in_black_is_marked_and_small_is_not(self):
        marked = {"house_rules": {"large_colours": "marked"}}
        self.assertEqual({p[2] for p in kinds(cut(**marked))}, {None})
        large = kinds(cut(**marked, **{"runs/1/locks/size": "2"}))
        self.assertEqual(
            [p[:3] for p in large],
            [("A", "black", None), ("B", "black", "red"), ("G", "green", None), ("N", "black", "white")],
        )
        bare = kinds(cut(**{"runs/1/cable/bare_egc": True}))
        self.assertIn(("G", "bare", None), [p[:3] for p in bare])

    def test_parallel_sets_and_what_cannot_be_had(self):
        found = cut(**{"runs/1/locks/size": "1/0", "runs/1/cable/sets": 2}, prices={"wire cu 10": 0.3})
        self.assertIsNone(found.cost.value)
        self.assertIn("1/0 cu THWN-2 red", found.missing)
        two = cut([spool(("cu THWN-2", "1/0", c), 312, 10.0) for c in ("black", "red", "white")], **{
            "runs/1/locks/size": "1/0", "runs/1/cable/sets": 2})  # fmt: skip
        self.assertEqual(sum(len(s.pieces) for s in two.spools if s.colour == "black"), 2)
        self.assertEqual([s.left for s in two.spools if s.colour == "black"], [0.0])

    def test_the_ground_of_a_shared_pipe_is_cut_once_with_its_longest_run(self):
        made = document(**{"runs/1/locks": {"size": "6"}, "runs/1/cable/shares_raceway": "north"})
        second = {**made["runs"][1], "id": "second", "to_station": "barn"}
        made["runs"].append({**second, "cable": {**second["cable"], "length": 90}})
        made["stations"].append({**made["stations"][2], "id": "barn", "name": "Barn panel"})
        ready = prepared(parse(made))
        prices = {f"wire {metal} {size}": 1.0 for metal in ("cu", "al") for size in ready.book.scale.sizes}
        found = job_cuts(ready, (), prices)
        grounds = [p for s in found.spools for p in s.pieces if p.letter == "G" and p.run != "service"]
        self.assertEqual([(p.run, round(p.length, 6)) for p in grounds], [("feeder", 156.0)])
