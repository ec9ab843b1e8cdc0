"""``cover``, ``pull`` and ``cuts`` held against a second calculation on random cases."""

import io
import json
import random
import unittest
from contextlib import redirect_stdout
from unittest import mock

from northspan.cli import main
from northspan.core.book.library import code_book
from northspan.core.plans.cuts.answer import cuts
from northspan.core.plans.cuts.case import CutCase
from northspan.core.plans.cuts.programme import Spool, many_pieces
from tests.core.second.trade import GROUP, LOCATIONS, cheapest, cover, pull

CASES = code_book("nec-2023").cases
WIRE = {  # outside diameter (in) and circular mils, for the sizes that are drawn here
    ("cu", "10"): (0.164, 10380),
    ("cu", "6"): (0.254, 26240),
    ("cu", "2/0"): (0.532, 133100),
    ("al", "4/0"): (0.595, 211600),
    ("al", "250"): (0.67, 250000),
}
KEYS = {"straight": ("length_ft", "slope_deg"), "bend": ("degrees", "radius_in")}
PIPE = {"1": 1.029, "1 1/4": 1.36, "2": 2.047, "2 1/2": 2.445, "3": 3.042}


class Cover(unittest.TestCase):
    def test_every_way_of_random_wiring(self):
        r = random.Random(12)
        for _ in range(1500):
            case = {
                "method": r.choice(["direct_burial", "rmc", "imc", "pvc", "hdpe", "rtrc", "other_raceway"]),
                "cable": r.choice(["UF", "USE", "MC", "MI", "other"]),
                "location": r.choice(list(LOCATIONS)),
                "volts": r.choice([12, 30, 31, 120, 120.5, 240, 1000]),
                "breaker_a": r.choice([15, 20, 25, 100]),
                "gfci": r.random() < 0.7,
                "dwelling": r.random() < 0.8,
                "use": r.choice(["branch", "branch", "feeder", "service", "irrigation_or_landscape"]),
                "solid_rock": r.random() < 0.2,
                "depth_in": r.choice([0, 2, 4, 6, 12, 18, 24, 17.9]),
            }
            with self.subTest(case=case):
                least, basis, many, ways = cover(case)
                said = CASES["cover"].answer(case).values
                self.assertEqual((said["min_cover_in"], said["basis"]), (least, basis))
                self.assertEqual(said["fits"], least is not None and case["depth_in"] >= least)
                groups = ["direct_burial", "rmc_imc", "nonmetallic_raceway"]
                is_open = [a for a in said["alternatives"] if a["open"]]
                told = {(groups.index(a["method"]), a["basis"], a["min_cover_in"]) for a in is_open}
                self.assertEqual((len(said["alternatives"]), told), (many, ways))
                self.assertIn(GROUP.get(case["method"], 2), range(3))


class Pull(unittest.TestCase):
    def test_random_routes(self):
        r = random.Random(7)
        ends = 0
        for _ in range(800):
            trade = r.choice(list(PIPE))
            wires = [r.choice(list(WIRE)) for _ in range(r.choice([1, 1, 2, 3]))]
            counts = [r.choice([1, 1, 2, 3]) for _ in wires]
            mu, reel, rope = r.choice([0.2, 0.5, 0.9]), r.choice([0, 20]), r.choice([200, 700, 5000])
            parts = []
            for _ in range(r.randint(1, 7)):
                if r.random() < 0.5:
                    parts.append(("straight", round(r.uniform(1, 250), 2), r.choice([0, 0, -90, 90, -12.5, 30])))
                else:
                    parts.append(("bend", r.choice([11.25, 45, 90, 120]), r.choice([12, 24, 36])))
            case = {
                "raceway": "PVC40",
                "trade_size": trade,
                "mu": mu,
                "reel_lb": reel,
                "rope_limit_lb": rope,
                "conductors": [
                    {"metal": m, "size": s, "insulation": "THWN-2", "count": c, "weight_lb_ft": 0.2 + 0.1 * i}
                    for i, ((m, s), c) in enumerate(zip(wires, counts, strict=True))
                ],
                "segments": [
                    {"kind": k, **dict(zip(KEYS[k], (a, b), strict=True))}
                    for k, a, b in parts
                ],
            }  # fmt: skip
            each = [
                (WIRE[w][0], 0.2 + 0.1 * i)
                for i, (w, c) in enumerate(zip(wires, counts, strict=True))
                for _ in range(c)
            ]
            strength = sum(
                c * WIRE[w][1] * (0.008 if w[0] == "cu" else 0.006) for w, c in zip(wires, counts, strict=True)
            )
            strength *= 0.8 if len(each) > 3 else 1
            pressed = 500 if max(WIRE[w][1] for w in wires) > 16510 else 300
            with self.subTest(case=case):
                said = CASES["pull"].answer(case).values
                want = pull(PIPE[trade], parts, each, mu, reel, min(strength, rope), pressed)
                self.assertEqual(said["forward"] is None, want is None)
                if want is None:
                    self.assertIn("clearance", said["breaks"])
                    continue
                ends += 1
                factor, _, there, back, longest = want
                self.assertAlmostEqual(said["weight_correction"], factor, delta=1e-9 * factor)
                for name, (log, most, press, used, reach) in (("forward", there), ("backward", back)):
                    told = said[name]
                    for a, b in zip([s["tension_lb"] for s in told["segments"]], log, strict=True):
                        self.assertAlmostEqual(a, b, delta=1e-9 * max(1, b))
                    for key, value in (
                        ("max_tension_lb", most),
                        ("max_sidewall_lb_ft", press),
                        ("used", used),
                        ("reach_ft", reach),
                    ):
                        self.assertAlmostEqual(told[key], value, delta=1e-7 * max(1, value), msg=key)
                found = said["longest_part"]
                self.assertEqual(found and (found["first"], found["last"]), longest and longest[:2])
        self.assertGreater(ends, 400)

    def test_wires_that_all_but_fill_a_pipe_are_answered_in_finite_numbers(self):
        wire = {"size": "4", "metal": "al", "count": 4, "weight_lb_ft": 1.4, "diameter_in": 1.335}
        bend = {"kind": "bend", "degrees": 180, "radius_in": 1}
        route = [{"kind": "straight", "length_ft": 90}, bend]
        said = CASES["pull"].answer({"id_in": 1.38, "mu": 2, "segments": route, "conductors": [wire]})
        self.assertIn("clearance", said.values["breaks"])
        json.dumps(said.as_json(), allow_nan=False)


class Cuts(unittest.TestCase):
    def test_random_kinds_cost_what_trying_everything_finds(self):
        r = random.Random(3)
        short = 0
        for _ in range(400):
            pieces = [
                r.choice([30, 60, 90.5, 120, 180, 240, 310]) + r.choice([0, 0, 7.25]) for _ in range(r.randint(1, 6))
            ]
            spools = [
                (r.choice([100, 250, 500, 330.5]), r.choice([0, 25, 40, 70, 71.5]), r.choice([None, None, 0, 1, 2]))
                for _ in range(r.randint(0, 3))
            ]
            per_ft = r.choice([None, None, 0.17, 0.3])
            kind = {"size": "6", "colour": "black"}
            stock = [{**kind, "length_ft": n, "price": p, "available": a} for n, p, a in spools]
            stock += [{**kind, "price_per_ft": per_ft}] if per_ft is not None else []
            runs = [{"id": str(i), "length_ft": p, "conductors": [kind]} for i, p in enumerate(pieces)]
            with self.subTest(pieces=pieces, stock=stock):
                want = cheapest(tuple(pieces), tuple(spools), per_ft)
                said = cuts(CutCase.model_validate({"runs": runs, "stock": stock})).values
                if want == float("inf"):
                    short += 1
                    self.assertFalse(said["feasible"])
                    continue
                self.assertAlmostEqual(said["cost"], want, places=6)
                self.assert_cut(said, runs, stock, want)
                units = sorted({round(p * 10_000) for p in pieces}, reverse=True)
                having = [
                    Spool(i, round(n * 10_000), p, len(pieces) if a is None else a)
                    for i, (n, p, a) in enumerate(spools)
                ]
                many = [sum(round(p * 10_000) == u for p in pieces) for u in units]
                whole = many_pieces(units, many, having, None if per_ft is None else per_ft / 10_000)
                self.assertAlmostEqual(whole.cost, want, places=4)
        self.assertGreater(short, 20)

    def assert_cut(self, said, runs, stock, cost):
        """Every piece once, no spool longer than it is or bought more often than there are; prices add up."""
        length = {run["id"]: run["length_ft"] for run in runs}
        given = [piece for b in said["bought"] for piece in b["pieces"]]
        self.assertEqual(sorted(given), sorted(length))
        paid = 0.0
        for at, item in enumerate(stock, 1):
            own = [b for b in said["bought"] if b["stock"] == at]
            if "price" in item:
                self.assertLessEqual(len(own), len(runs) if item["available"] is None else item["available"])
                paid += len(own) * item["price"]
            for b in own:
                wire = sum(length[p] for p in b["pieces"])
                self.assertLessEqual(wire, b["length_ft"] + 1e-9)
                paid += 0 if "price" in item else b["length_ft"] * item["price_per_ft"]
        self.assertAlmostEqual(paid, cost, places=6)


STRAIGHT = {"kind": "straight", "length_ft": 10}
THREE = {"size": "6", "metal": "cu", "insulation": "THHN", "weight_lb_ft": 0.1, "count": 3}
GOOD = {
    "cover": {"method": "pvc", "volts": 240, "breaker_a": 60, "note": "x"},
    "pull": {"id_in": 1.0, "segments": [STRAIGHT], "conductors": [THREE]},
    "cuts": {"runs": [{"id": "a", "length_ft": 9, "conductors": [{"size": "6", "colour": "red"}]}], "stock": []},
}
BAD = [
    ("cover", {"volts": 1001}, "volts"),
    ("cover", {"gfci": None}, "gfci"),
    ("cover", {"location": "moon"}, "location"),
    ("cover", {"wet": True}, "wet"),
    ("pull", {"raceway": "PVC40"}, "raceway"),
    ("pull", {"segments": [{"kind": "bend", "degrees": 90}]}, "radius_in"),
    ("pull", {"segments": [{**STRAIGHT, "slope_deg": 91}]}, "slope_deg"),
    ("pull", {"conductors": [{**THREE, "diameter_in": 0.3}]}, "insulation"),
    ("pull", {"conductors": [{**THREE, "carries": False}]}, "conductors"),
    ("pull", {"conductors": [{**THREE, "size": "1250"}]}, "size"),
    ("cuts", {"stock": [{"size": "6", "colour": "red", "length_ft": 9}]}, "length_ft"),
    ("cuts", {"stock": [{"size": "6", "colour": "red", "price_per_ft": -1}]}, "price_per_ft"),
    ("cuts", {"runs": GOOD["cuts"]["runs"] * 2}, "twice"),
]


class BadInput(unittest.TestCase):
    """What is no case is answered in its place, naming the key; the batch goes on."""

    def test_every_bad_line_names_its_key_and_the_rest_goes_on(self):
        for verb, good in GOOD.items():
            bad = [(change, key) for name, change, key in BAD if name == verb]
            lines = [json.dumps({**good, **change}) for change, _ in bad]
            out = io.StringIO()
            with mock.patch("sys.stdin", io.StringIO("\n".join([*lines, json.dumps(good)]))), redirect_stdout(out):
                self.assertEqual(main([verb, "--batch", "-"]), 2)
            *wrong, last = map(json.loads, out.getvalue().splitlines())
            for said, (_, key) in zip(wrong, bad, strict=True):
                with self.subTest(verb=verb, key=key):
                    self.assertEqual(said["status"], 2)
                    self.assertIn(key, said["error"])
            self.assertEqual(last["status"], 1 if verb == "cuts" else 0)
