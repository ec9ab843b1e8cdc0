"""Every figure of ``check`` held against the independent calculation on random runs."""

import random
import unittest

from northspan.core.codes.nec.sizing.check import CheckCase, check
from northspan.core.property.whole.book import whole_book
from tests.core.second import runs as independent

CASES = 1500
CABLES = ("UF", "NM", "SER")


def random_case(rng):
    insulation = rng.choice(list(independent.COLUMN))
    case = {
        "amps": round(10 ** rng.uniform(0.5, 2.9), 1),
        "system": rng.choice(list(independent.VOLTS)),
        "length_ft": round(10 ** rng.uniform(0.5, 3.1)),
        "metal": rng.choice(["cu", "al"]),
        "insulation": insulation,
        "raceway": "none" if insulation in CABLES else rng.choice(["EMT", "PVC40", "PVC80", "RMC", "IMC", "LFNC-B"]),
        "ambient_c": rng.choice([-5, 10, 10.5, 24, 30, 30.1, 38, 45, 52, 61]),
        "rooftop": rng.random() < 0.15,
        "nipple": rng.random() < 0.1,
        "termination": rng.choice([60, 75]),
        "drop_pct": rng.choice([1.5, 3.0, 5.0, 10.0]),
        "pf": rng.choice([1.0, 0.95, 0.85]),
        "no_drop": rng.random() < 0.15,
        "bare_egc": rng.random() < 0.2,
        "in_insulation": rng.random() < 0.2,
    }
    if rng.random() < 0.6:
        case["ccc"] = rng.randint(2, 45)
    if rng.random() < 0.4:
        case["continuous_amps"] = round(case["amps"] * rng.random(), 1)
    if rng.random() < 0.2:
        case["sets"] = rng.randint(2, 4)
    if rng.random() < 0.3:
        case["neutral_amps"] = round(case["amps"] * rng.random(), 1)
    if rng.random() < 0.2:
        case["egc_metal"] = rng.choice(["cu", "al"])
    if rng.random() < 0.2:
        case["lock_breaker"] = rng.choice(independent.STANDARD[:25])
    if rng.random() < 0.25:
        case["lock_size"] = rng.choice(independent.sizes(case["metal"]))
    return case


class CheckAgreesWithIndependentCalculation(unittest.TestCase):
    book = whole_book("nec-2023")

    def test_every_figure_on_random_runs(self):
        rng = random.Random(20231)
        chosen = 0
        for _ in range(CASES):
            case = random_case(rng)
            with self.subTest(case=case):
                chosen += self.compare(case)
        self.assertGreater(chosen, CASES // 3, "too few of the random runs have an answer to compare")

    def compare(self, case):
        answer = check(self.book, CheckCase.model_validate(case)).as_json()
        run = independent.Run(case)
        tried = independent.sizes(case["metal"])
        smallest = next((s for s in tried if run.passes(s)), None)
        required = next((s for s in tried if run.carries(s)), None)
        size = case.get("lock_size") or smallest
        self.assertEqual(answer["size"], size)
        self.assertEqual(answer["required_size_without_drop"], required)
        self.assertEqual(answer["breaker_a"], run.breaker)
        self.assertAlmostEqual(answer["ambient_factor"], run.ambient, 3)
        self.assertAlmostEqual(answer["bundling_factor"], run.bundling, 3)
        for rung in answer["ladder"]:
            self.assertEqual(rung["passes"], run.passes(rung["size"]))
            self.close(rung["allowed_ampacity_a"], min(run.ampacities(rung["size"])[1:]))
            self.same_drop(rung, run, rung["size"])
        self.assertEqual([r["size"] for r in answer["ladder"]], tried[: self.top(tried, size, smallest)])
        if size is None:
            return False
        base, derated, terminal = run.ampacities(size)
        self.close(answer["base_ampacity_a"], base)
        self.close(answer["derated_ampacity_a"], derated)
        self.close(answer["termination_limit_a"], terminal)
        self.same_drop(answer, run, size)
        self.close(answer["loss_w"], case["amps"] ** 2 * run.drop_of(size)[1])
        if run.breaker is not None:
            ground, neutral = run.ground(size, required), run.neutral(size)
            self.assertEqual(answer["egc_size"], ground)
            self.assertEqual(answer["neutral_size"], neutral)
            trade, fill = run.pipe(size, neutral, ground)
            self.assertEqual(answer["raceway_trade_size"], trade)
            if fill is not None:
                self.close(answer["fill_pct"], fill)
        return True

    def same_drop(self, answer, run, size):
        volts, _ = run.drop_of(size)
        if volts is None:
            self.assertGreaterEqual(answer["drop_pct"], 100.0)
        else:
            self.close(answer["drop_v"], volts)

    def top(self, tried, size, smallest):
        if smallest is None:
            return len(tried)
        return max(tried.index(smallest), tried.index(size)) + 3

    def close(self, got, wanted):
        self.assertAlmostEqual(got, wanted, delta=1e-6 * max(1.0, abs(wanted)))


if __name__ == "__main__":
    unittest.main()
