"""Panels right and wrong by chance, held against a second reading that shares no code with the core."""

import unittest

from northspan.core.document.file import parse
from northspan.core.solve.solve import solve
from tests.core.made.fixing import mended
from tests.core.made.jobs import document
from tests.core.second.panels import covers, expected, legs, random_panel

RULES = (
    "space-taken", "space-blocked", "tandem-where-none", "two-pole-one-leg", "multiwire-one-leg", "multiwire-untied",
    "circuits-allowed", "spare-spaces", "neutral-doubled", "grounds-doubled", "neutral-with-ground", "too-few-holes",
    "wires-loose", "directory-missing", "directory-blank", "directory-vague", "directory-doubled",
)  # fmt: skip


def made(seed):
    gear, panel = random_panel(seed)
    return gear, panel, document(**{"stations/1/gear": gear, "stations/1/panel": panel})


class SecondReading(unittest.TestCase):
    def test_it_finds_the_same(self):
        tripped = set()
        for seed in range(260):
            gear, panel, whole = made(seed)
            solution = solve(parse(whole))
            found = sorted((f.rule, f.level) for f in solution.findings if f.panel and f.rule in RULES)
            tripped |= {rule for rule, _ in found}
            with self.subTest(seed=seed):
                self.assertEqual(found, expected(gear, panel))
                answer = solution.panels[0]
                by_leg = {leg.leg: leg.va.value for leg in answer.legs}
                sums = legs(gear, panel)
                self.assertEqual(by_leg, {leg: sums[leg] for leg in by_leg})
                stand = {s for c in panel["circuits"] for s in covers(c)}
                self.assertEqual((answer.used, answer.spaces), (len(stand), gear["spaces"]))
        self.assertEqual(tripped, set(RULES), "every rule is tripped by some panel")

    def test_every_fix_mends_on_any_panel(self):
        tried = 0
        for seed in range(300, 345):
            _, _, whole = made(seed)
            found = [f for f in solve(parse(whole)).findings if f.panel]
            with self.subTest(seed=seed):
                tried += mended(self, whole, found)
        self.assertGreater(tried, 90)
