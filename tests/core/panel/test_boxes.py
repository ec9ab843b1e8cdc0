"""Box fill against a calculation of its own, and the rules of 314.16 one by one."""

import contextlib
import io
import json
import random
import tempfile
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from northspan.cli import main
from northspan.core.book.library import code_book

VOLUME = {"18": 1.5, "16": 1.75, "14": 2.0, "12": 2.25, "10": 2.5, "8": 3.0, "6": 5.0}
# Name, in³ a gang, shape, fewest and most gangs; in the order of the table.
BOXES = [
    *((f"4x{d} round/octagonal", v, "round/octagonal", 1, 1) for d, v in (
        ("1 1/4", 12.5), ("1 1/2", 15.5), ("2 1/8", 21.5))),
    *((f"4x{d} square", v, "square", 1, 1) for d, v in (("1 1/4", 18.0), ("1 1/2", 21.0), ("2 1/8", 30.3))),
    *((f"4 11/16x{d} square", v, "square", 1, 1) for d, v in (("1 1/4", 25.5), ("1 1/2", 29.5), ("2 1/8", 42.0))),
    *((f"3x2x{d} device", v, "device", 1, 999) for d, v in (
        ("1 1/2", 7.5), ("2", 10.0), ("2 1/4", 10.5), ("2 1/2", 12.5), ("2 3/4", 14.0), ("3 1/2", 18.0))),
    *((f"4x2 1/8x{d} device", v, "device", 1, 1) for d, v in (("1 1/2", 10.3), ("1 7/8", 13.0), ("2 1/8", 14.5))),
    *((f"3 3/4x2x{d} masonry per gang", v, "masonry", 1, 999) for d, v in (("2 1/2", 14.0), ("3 1/2", 21.0))),
    ("FS single 1 3/4 per gang", 13.5, "FS/FD", 1, 1), ("FD single 2 3/8 per gang", 18.0, "FS/FD", 1, 1),
    ("FS multiple 1 3/4 per gang", 18.0, "FS/FD", 2, 999), ("FD multiple 2 3/8 per gang", 24.0, "FS/FD", 2, 999),
]  # fmt: skip
BY_NAME = {b[0]: b for b in BOXES}


def needed(c):
    """The need (in³) by hand: wires, clamps, fittings, devices, grounds, blocks."""
    rows = [r for k in ("conductors", "egcs", "devices", "terminal_blocks") for r in c.get(k, []) if r.get("count", 1)]
    top = max((VOLUME[r["size"]] for r in rows), default=0.0)
    total, canopy = 0.0, []
    for r in c.get("conductors", []):
        n, way, v = r.get("count", 1), r.get("way", "ends"), VOLUME[r["size"]]
        if way == "canopy" and r["size"] in ("16", "18"):
            canopy += [v] * n
        elif way != "inside":
            total += v * n * (2 if way == "loop" and r.get("loop_in", 12) >= 12 else 1)
    total += sum(sorted(canopy, reverse=True)[4:])
    total += top * (bool(c.get("internal_clamps")) + len(set(c.get("support_fittings", []))))
    total += sum(2 * VOLUME[d["size"]] * d.get("count", 1) * d.get("gangs", 1) for d in c.get("devices", []))
    total += sum(VOLUME[b["size"]] * b.get("count", 1) for b in c.get("terminal_blocks", []))
    grounds = [r for r in c.get("egcs", []) if r.get("way", "enters") == "enters" and r.get("count", 1)]
    many = sum(r.get("count", 1) for r in grounds)
    if many:
        total += max(VOLUME[r["size"]] for r in grounds) * (1 + max(0, many - 4) / 4)
    return total


def expected(c):
    need, g = needed(c), sum(d.get("count", 1) * d.get("gangs", 1) for d in c.get("devices", []))
    extra = sum(BY_NAME[e["box"]][1] if "box" in e else e.get("in3", 0) for e in c.get("extras", []))
    have = None
    if isinstance(c.get("box"), (int, float)):
        have = c["box"] + extra
    elif c.get("box"):
        _, v, _, least, most = BY_NAME[c["box"]]
        have = v * c.get("gangs", max(least, min(g, most))) + extra
    found = []
    for order, (name, v, shape, least, most) in enumerate(BOXES):
        gangs = max(least, g) if most > 1 else 1
        able = {"round/octagonal": g == 0, "square": g <= 2}.get(
            shape, g <= 1 if most == 1 else g >= least or least == 1
        )
        if able and (not c.get("shapes") or shape in c["shapes"]):
            found.append((v * gangs, order, name, gangs))
    alone, eked = (min((f for f in found if f[0] + more >= need - 1e-9), default=None) for more in (0, extra))
    return need, have, alone, eked


def random_case(rng):
    rows = lambda most, **more: [  # noqa: E731
        {"size": rng.choice(list(VOLUME)), "count": rng.randint(0, 4)} | {k: rng.choice(v) for k, v in more.items()}
        for _ in range(rng.randint(0, most))
    ]
    c = {
        "conductors": rows(4, way=["ends", "through", "loop", "inside", "canopy"]),
        "egcs": rows(3, way=["enters", "inside", "canopy"]), "devices": rows(1, gangs=[1, 2]),
        "terminal_blocks": rows(1), "internal_clamps": rng.random() < 0.5,
        "support_fittings": rng.choices(["luminaire_stud", "hickey"], k=rng.randint(0, 3)),
    }  # fmt: skip
    for row in c["conductors"]:
        if row["way"] == "loop" and rng.random() < 0.6:
            row["loop_in"] = rng.choice([6, 11.9, 12, 20.0])
    if rng.random() < 0.7:
        c["box"] = rng.choice([round(rng.uniform(5, 60), 1), *BY_NAME])
    if isinstance(c.get("box"), str) and rng.random() < 0.3 and BY_NAME[c["box"]][4] > 1:
        c["gangs"] = rng.randint(BY_NAME[c["box"]][3], 4)
    if rng.random() < 0.4:
        ring = {"kind": "extension_ring", "box": rng.choice(list(BY_NAME))}
        c["extras"] = [ring, {"kind": "plaster_ring", "in3": rng.choice([0, 3.5, 6])}][: rng.randint(1, 2)]
    if rng.random() < 0.3:
        c["shapes"] = rng.sample(["round/octagonal", "square", "device", "masonry", "FS/FD"], k=rng.randint(1, 3))
    return c


class Boxes(unittest.TestCase):
    def answer(self, **case):
        return code_book("nec-2023").cases["box"].answer(case).as_json()

    def test_agrees_with_a_calculation_of_its_own(self):
        rng = random.Random(314)
        for _ in range(1500):
            case = random_case(rng)
            answer, (need, have, alone, eked) = self.answer(**case), expected(case)
            with self.subTest(case=case):
                self.assertAlmostEqual(answer["needed_in3"], need)
                self.assertAlmostEqual(sum(line["in3"] for line in answer["lines"]), need)
                self.assertEqual(answer["have_in3"] is None, have is None)
                if have is not None:
                    self.assertAlmostEqual(answer["have_in3"], have)
                    self.assertEqual(answer["fits"], have >= need - 1e-9)
                for found, key in ((alone, "smallest_box"), (eked, "smallest_box_with_extras")):
                    self.assertEqual(answer[key], found and found[2])
                    self.assertEqual(answer[f"{key}_gangs"], found and found[3])

    @given(st.integers(0, 10_000))
    def test_one_wire_more_never_needs_less(self, seed):
        case = random_case(random.Random(seed))
        more = case | {"conductors": [*case["conductors"], {"size": "14"}]}
        self.assertGreaterEqual(self.answer(**more)["needed_in3"], self.answer(**case)["needed_in3"] + 2.0 - 1e-9)

    def test_the_command_says_its_status(self):
        cases = [
            ({"box": 18, "conductors": [{"size": "12", "count": 8}]}, 0),
            ({"box": 17.9, "conductors": [{"size": "12", "count": 8}]}, 1),
            ({"conductors": [{"size": "6", "count": 90}], "shapes": ["square"]}, 1),
            ({"conductors": [{"size": "4"}]}, 2), ({"box": "4x1 1/2 square", "gangs": 2}, 2), ({"gangs": None}, 2),
            ({"box": True}, 2), ({"conductors": [{"size": "14", "count": 1.5}]}, 2), ({"wires": []}, 2),
            ({"extras": [{"kind": "plaster_ring", "box": "4x1 1/2 square"}]}, 2), ({"id": 7, "note": "north wall"}, 0),
        ]  # fmt: skip
        with tempfile.TemporaryDirectory() as folder:
            batch, one = Path(folder) / "cases.jsonl", Path(folder) / "case.json"
            batch.write_text("\n".join([*(json.dumps(c) for c, _ in cases), "no case"]) + "\n")
            with contextlib.redirect_stdout(io.StringIO()) as out:
                self.assertEqual(main(["box", "--batch", str(batch)]), 2)
            said = [json.loads(line) for line in out.getvalue().splitlines()]
            self.assertEqual([a["status"] for a in said], [*(status for _, status in cases), 2])
            for case, status in cases:
                one.write_text(json.dumps(case))
                with contextlib.redirect_stdout(io.StringIO()), contextlib.redirect_stderr(io.StringIO()) as err:
                    self.assertEqual(main(["box", str(one)]), status)
                self.assertEqual(bool(err.getvalue()), status == 2)
