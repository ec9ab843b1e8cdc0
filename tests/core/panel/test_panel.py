"""The balance of a panel against every layout there is, and as large as panels are made."""

import contextlib
import io
import json
import random
import tempfile
import unittest
from pathlib import Path

from northspan.cli import main
from northspan.core.property.panel.balancing.case import BalanceCase, answer


def spot_of(at):
    text = str(at)
    return (int(text.rstrip("ab")), text[-1] in "ab")


def rules(case):
    """Legs, usable spaces and twins of a case."""
    panel = case["panel"]
    n = panel["spaces"]
    legs = panel.get("legs", "interleaved")
    legs = {s: ("AB"[(s - 1) // 2 % 2] if legs == "interleaved" else legs[s - 1]) for s in range(1, n + 1)}
    usable = {s for s in legs if s not in {int(b) for b in panel.get("blocked", [])}}
    return legs, usable, {int(t) for t in panel.get("twin_spaces", [])} & usable


def sound(case, placed):
    """Whether a layout keeps every rule; ``placed`` is id -> (space, half)."""
    legs, usable, twins = rules(case)
    taken = {}
    for c in case["circuits"]:
        space, half = placed[c["id"]]
        covers = [space, space + 2] if c.get("poles", 1) == 2 else [space]
        if any(s not in usable for s in covers) or (len(covers) == 2 and legs[covers[0]] == legs[covers[1]]):
            return False
        if half and (len(covers) == 2 or space not in twins or c.get("full_size") or c.get("partner")):
            return False
        for s in covers:
            taken[s] = taken.get(s, 0) + (1 if half else 2)
        if c.get("partner"):
            other = placed[c["partner"]][0]
            if abs(other - space) != 2 or legs[other] == legs[space]:
                return False
        if c.get("locked") and (space, half) != spot_of(c["at"]):
            return False
    return all(many <= 2 for many in taken.values())


def worth(case, placed):
    """Difference (VA) and moves of a layout."""
    legs, _, _ = rules(case)
    sums = {"A": 0.0, "B": 0.0}
    for c in case["circuits"]:
        load = c["va"] * (case.get("continuous_factor", 1) if c.get("continuous") else 1)
        if c.get("poles", 1) == 2:
            sums["A"] += load / 2
            sums["B"] += load / 2
        else:
            sums[legs[placed[c["id"]][0]]] += load
    moves = sum(c.get("at") is not None and placed[c["id"]] != spot_of(c["at"]) for c in case["circuits"])
    return abs(sums["A"] - sums["B"]), moves


def best(case):
    """The least difference and fewest moves over every layout; None where there is none."""
    legs, usable, twins = rules(case)
    allowed = case["panel"].get("circuits_allowed", len(legs) + len(case["panel"].get("twin_spaces", [])))
    if sum(c.get("poles", 1) for c in case["circuits"]) > allowed:
        return None
    places = [(s, False) for s in sorted(usable)] + [(s, True) for s in sorted(twins)]
    found = None

    def put(i, placed, taken):
        nonlocal found
        if i == len(case["circuits"]):
            if sound(case, placed):
                value = worth(case, placed)
                found = value if found is None else min(found, value)
            return
        c = case["circuits"][i]
        for space, half in places:
            covers = [space, space + 2] if c.get("poles", 1) == 2 else [space]
            if all(s in usable and taken.get(s, 0) + (1 if half else 2) <= 2 for s in covers):
                more = dict(taken)
                for s in covers:
                    more[s] = more.get(s, 0) + (1 if half else 2)
                put(i + 1, placed | {c["id"]: (space, half)}, more)

    put(0, {}, {})
    return found


def random_case(rng, spaces, circuits, values=(0, 100, 250, 300, 475, 900, 1200)):
    panel = {"spaces": spaces}
    if rng.random() < 0.25:
        panel["legs"] = [rng.choice("AB") for _ in range(spaces)]
    for name, share in (("blocked", 0.25), ("twin_spaces", 0.4)):
        if rng.random() < share:
            panel[name] = rng.sample(range(1, spaces + 1), k=rng.randint(1, max(1, spaces // 4)))
    made = []
    for i in range(circuits):
        c = {"id": f"c{i}", "va": rng.choice(values)}
        if rng.random() < 0.2:
            c["poles"] = 2
        if rng.random() < 0.7:
            c["at"] = rng.randint(1, spaces - 2 * (c.get("poles", 1) - 1))
            if c.get("poles", 1) == 1 and rng.random() < 0.25:
                c["at"] = f"{c['at']}{rng.choice('ab')}"
            c["locked"] = rng.random() < 0.15
        c |= {"full_size": rng.random() < 0.3, "continuous": rng.random() < 0.3}
        made.append(c)
    singles = [c for c in made if c.get("poles", 1) == 1]
    if len(singles) > 1 and rng.random() < 0.4:
        a, b = rng.sample(singles, 2)
        a["partner"], b["partner"] = b["id"], a["id"]
    return {"panel": panel, "circuits": made, "continuous_factor": rng.choice([1, 1.25])}


class AgainstEveryLayout(unittest.TestCase):
    def check(self, case):
        said, value = answer(BalanceCase.model_validate(case)).as_json(), best(case)
        self.assertEqual(said["feasible"], value is not None)
        if value is not None:
            self.assertAlmostEqual(said["difference_va"], value[0])
            self.assertEqual(said["moves"], value[1])
            placed = {name: spot_of(at) for name, at in said["spaces"].items()}
            self.assertTrue(sound(case, placed))
            self.assertEqual(worth(case, placed), value)
            self.assertEqual(len(set(said["spaces"].values())), len(case["circuits"]))

    def test_small_panels(self):
        rng = random.Random(408)
        for i in range(220):
            case = random_case(rng, rng.choice([4, 6]), rng.randint(0, 5))
            with self.subTest(number=i, case=case):
                self.check(case)

    def test_worked_by_hand(self):
        four = [("c1", 1200, 1), ("c2", 900, 2), ("c3", 500, 3)]
        case = {"panel": {"spaces": 6}, "circuits": [{"id": n, "va": va, "at": at} for n, va, at in four]}
        case["circuits"].append({"id": "c4", "poles": 2, "va": 4000, "at": 4})
        said = answer(BalanceCase.model_validate(case)).as_json()
        self.assertEqual((said["difference_va"], said["moves"]), (200, 2))
        self.assertEqual((said["leg_a_va"], said["leg_b_va"]), (3400, 3200))

    def test_a_full_panel_of_42_keeps_every_rule(self):
        rng = random.Random(42)
        for _ in range(3):
            loads = [10 * rng.randint(1, 190) for _ in range(36)]
            circuits = [{"id": f"c{i}", "va": va, "at": i + 1} for i, va in enumerate(loads)]
            circuits += [{"id": f"d{i}", "poles": 2, "va": 7000, "at": 37 + i} for i in (0, 1)]
            circuits[4]["partner"], circuits[6]["partner"] = "c6", "c4"
            case = {"panel": {"spaces": 42}, "circuits": circuits}
            said = answer(BalanceCase.model_validate(case)).as_json()
            placed = {name: spot_of(at) for name, at in said["spaces"].items()}
            self.assertTrue(sound(case, placed))
            # Tens come to 0 or 10; so many loads always have such a layout, and few moves bring it.
            self.assertEqual(said["difference_va"], sum(loads) % 20)
            self.assertLessEqual(said["moves"], 6)

    def test_the_command_refuses_what_is_none(self):
        one = {"id": "a", "va": 100}
        four = {"panel": {"spaces": 4}}
        bad = [
            {"panel": {"spaces": 5}, "circuits": []}, four | {"circuits": [one, one]},
            *(four | {"circuits": [one | more]} for more in (
                {"at": 5}, {"at": 2.0}, {"at": "02"}, {"locked": True}, {"poles": 2, "at": "1a"}, {"poles": 2, "at": 3},
                {"partner": "b"}, {"va": 1.5}, {"full_size": 1}, {"colour": "red"})),
            four, four | {"circuits": [], "continuous_factor": 2},
            {"panel": {"spaces": 4, "blocked": [1, "1"]}, "circuits": []},
            {"panel": {"spaces": 4, "legs": ["A", "B"]}, "circuits": []},
        ]  # fmt: skip
        good = [({"panel": {"spaces": 4.0}, "circuits": [one | {"at": "4", "note": "kiln"}]}, 0),
                ({"panel": {"spaces": 2}, "circuits": [one | {"poles": 2}]}, 1)]  # fmt: skip
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "cases.jsonl"
            path.write_text("\n".join(json.dumps(c) for c in [*bad, *(g for g, _ in good)]))
            with contextlib.redirect_stdout(io.StringIO()) as out:
                self.assertEqual(main(["balance", "--batch", str(path)]), 2)
        said = [json.loads(line)["status"] for line in out.getvalue().splitlines()]
        self.assertEqual(said, [2] * len(bad) + [status for _, status in good])
