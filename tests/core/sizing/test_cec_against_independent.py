"""Every figure of the Canadian check held against the independent calculation on random runs."""

import random
import unittest

from northspan.core.book.library import code_book
from tests.core.second import cec as own

CASES = 600
CHECK = code_book("cec-2024").cases["check"]


def random_case(rng):
    case = {
        "amps": round(10 ** rng.uniform(0.5, 3.0), 1),
        "system": rng.choice(list(own.VOLTS)),
        "insulation": rng.choice(list(own.RATED)),
        "metal": rng.choice(["cu", "al"]),
    }
    case[rng.choice(["length_m", "length_ft"])] = round(10 ** rng.uniform(0, 2.8), 1)
    choices = {
        "raceway": ["PVC", "EMT", "RMC", "none"], "ambient_c": [-5, 30, 30.5, 38, 45, 52, 61, 77],
        "ccc": [1, 3, 4, 9, 25, 44], "termination": [60, 75, 90, "unmarked"], "derate_from": ["insulation"],
        "drop_pct": [1.5, 5.0, 10.0], "no_drop": [True], "pf": [0.8, 0.95], "sets": [2, 3], "device_100": [True],
        "single_dwelling": [True], "lock_breaker": [15, 40, 65, 100, 225, 800, 7000], "egc_metal": ["cu", "al"],
        "bare_egc": [True], "bond_basis": ["ampacity", "larger"], "lock_size": own.sizes(case["metal"]),
    }  # fmt: skip
    rare = {"sets", "lock_breaker", "lock_size", "no_drop", "ambient_c", "ccc"}
    for key, values in choices.items():
        if rng.random() < (0.25 if key in rare else 0.4):
            case[key] = rng.choice(values)
    for key in ("continuous_amps", "neutral_amps"):
        if rng.random() < 0.3:
            case[key] = round(case["amps"] * rng.random(), 1)
    if case.get("single_dwelling") and rng.random() < 0.7:
        case = {k: v for k, v in case.items() if k not in ("sets", "ambient_c", "ccc")}
        case |= {"amps": rng.choice([58, 95, 150, 199, 390]), "system": "120/240-3w"}
        case.pop("continuous_amps", None)
    return case | {"max_length": True, "max_amps": True}


class AgainstIndependent(unittest.TestCase):
    def test_every_figure_on_random_runs(self):
        rng, chosen = random.Random(20241), 0
        for _ in range(CASES):
            case = random_case(rng)
            with self.subTest(case=case):
                chosen += compare(self, case)
        self.assertGreater(chosen, CASES // 3)

    def test_the_defined_tap_figures_and_table_39(self):
        ask = {"system": "120/240-3w", "insulation": "RW90XLPE", "length_m": 1, "termination": 75}
        house = CHECK.answer(ask | {"amps": 190, "single_dwelling": True}).values
        self.assertEqual((house["size"], house["breaker_a"], house["table39_a"]), ("2/0", 200.0, 200.0))
        between = CHECK.answer(ask | {"amps": 80, "single_dwelling": True, "lock_size": "1/0"}).values
        self.assertEqual(between["table39_a"], 125.0)
        # 40 A taken as continuous: 50 A on 8 AWG at 75 C, which carries just that.
        plain = CHECK.answer(ask | {"amps": 40}).values
        self.assertEqual((plain["design_a"], plain["breaker_a"], plain["size"]), (50.0, 50.0, "8"))

    def test_what_is_no_case(self):
        ask = {"amps": 40, "system": "240-2w", "insulation": "TW75", "length_m": 10}
        for wrong in (
            {"length_ft": 30}, {"length_m": None}, {"rooftop": True}, {"nipple": True}, {"in_insulation": True},
            {"system": "480-2w"}, {"lock_size": "700"}, {"metal": "al", "lock_size": "14"}, {"amps": 0},
            {"continuous_amps": 41}, {"termination": 80}, {"raceway": "PVC40"}, {"sets": 0}, {"pf": 1.1},
        ):  # fmt: skip
            with self.subTest(wrong=wrong), self.assertRaises(ValueError):
                CHECK.answer(ask | wrong)


def compare(test, case):
    answer, run = CHECK.answer(case).values, own.Case(case)
    tried = run.tried()
    smallest = next((s for s in tried if run.stop(s) is None), None)
    test.assertEqual(
        answer["required_size_without_drop"], next((s for s in tried if run.stop(s) in (None, "drop")), None)
    )
    test.assertAlmostEqual(answer["design_a"], run.design)
    test.assertEqual(answer["breaker_a"], run.breaker)
    shown = tried if smallest is None else tried[: tried.index(smallest) + 3]
    test.assertEqual([(r["size"], r["stopped_by"]) for r in answer["ladder"]], [(s, run.stop(s)) for s in shown])
    size = case.get("lock_size") or smallest
    test.assertEqual(answer["size"], size)
    if size is None:
        test.assertFalse(answer["passes"])
        return 0
    base, derated, cap, t39, allowed = run.carried(size)
    larger = None if run.breaker is None else max(run.breaker, allowed)
    bases = {"ampacity": allowed, "breaker": run.breaker, "larger": larger}
    bond = run.bond(bases[case.get("bond_basis", "breaker")], size)
    neutral = run.neutral(size)
    pipe, fill = run.raceway(size, neutral, bond)
    drop = run.drop(size, run.amps, run.length)
    wanted = {
        "stopped_by": run.stop(size), "passes": run.stop(size) is None, "termination_c": run.termination,
        "column_c": run.base, "ambient_factor": run.ambient, "bundling_factor": run.bundling,
        "base_ampacity_a": base, "derated_ampacity_a": derated, "termination_limit_a": cap, "table39_a": t39,
        "allowed_ampacity_a": allowed, "egc_size": bond, "egc_size_by_ampacity": run.bond(allowed, size),
        "neutral_size": neutral, "raceway_trade_size": pipe, "fill_pct": fill, "drop_v": drop,
        "drop_pct": None if drop is None else 100 * drop / run.volts,
        "loss_w": run.amps**2 * run.loop(size, run.length).real, "max_amps": run.most_amps(size),
        "max_length_m": run.most_length(size),
    }  # fmt: skip
    for key, value in wanted.items():
        if isinstance(value, float):
            test.assertAlmostEqual(answer[key], value, delta=1e-6 * max(1.0, abs(value)), msg=key)
        else:
            test.assertEqual(answer[key], value, key)
    return 1
