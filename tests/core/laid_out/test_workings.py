"""Workings: the lines say what was done, with the section, and come out at the figure."""

import unittest

from northspan.core.codes.nec.sizing.told.explain import LABELS
from northspan.core.figures.working import Cell, Figure, Step, number
from northspan.paper.labels import written
from tests.core.made.questions import BOOK, named, sized


def figures(**changes):
    return named(BOOK.sizing.explain(sized(**changes)))


def lines(figure):
    return [step.what for step in figure.steps]


class Workings(unittest.TestCase):
    def test_continuous_load(self):
        step = figures(amps=40, continuous_amps=30).design.steps[0]
        self.assertEqual((step.what, step.value, step.cite), ("40 A + 25 % of 30 A continuous", 47.5, "215.2(A)(1)"))
        self.assertEqual(figures(use="branch").design.steps[0].cite, "210.19(A)(1)")
        self.assertEqual(figures(use="service", system="120/240-3w").design.steps[0].cite, "230.42(A)")

    def test_locked_breaker_says_so(self):
        self.assertEqual(lines(figures(breaker_lock_a=50).breaker), ["Locked"])
        step = figures(amps=41).breaker.steps[0]
        self.assertEqual((step.value, step.cell), (45.0, Cell("240.6(A)", "45", "amps")))

    def test_rooftop_is_written_out(self):
        found = figures(rooftop=True).ambient_factor
        self.assertEqual(lines(found), ["86 °F and 33 °C (60 °F) more on a roof, 90 °C column"])
        self.assertEqual(found.steps[0].cell, Cell("310.15(B)(1)", "65", "t90"))

    def test_bundling_in_a_nipple_is_left_out_and_said(self):
        self.assertIn("nipple", lines(figures(nipple=True, loaded_conductors=9).bundling_factor)[0])
        self.assertEqual(figures(loaded_conductors=9).bundling_factor.steps[0].value, 0.7)

    def test_insulation_that_holds_the_terminals_down(self):
        self.assertIn("6 cu, TW held to 60 °C", lines(figures(insulation="TW", size_lock="6").termination_limit))
        self.assertIn("6 cu, terminals 75 °C", lines(figures(size_lock="6").termination_limit))

    def test_size_names_what_stopped_the_ones_below(self):
        found = lines(figures(amps=60, length_m=300 * 0.3048, drop_limit_pct=3).size)
        self.assertEqual(found[0], "4 cu: drop 4.7 %")
        self.assertEqual(found[1], "3 cu: drop 3.8 %")
        self.assertEqual(found[-1], "2 cu: smallest that passes")

    def test_ground_shows_its_increase(self):
        found = figures(amps=100, size_lock="1/0").equipment_ground
        self.assertIn("raised from 3 to 1/0", lines(found)[1])
        self.assertAlmostEqual(found.steps[1].value, 16510 * 105600 / 52620)
        self.assertEqual(found.steps[1].cite, "250.122(B)")
        small = figures(amps=15, insulation="TW", egc_metal="al").equipment_ground
        self.assertEqual((small.value, small.steps[0].value), ("12", "12"))

    def test_locks_are_told_from_needs(self):
        found = figures(system="120/240-3w", neutral_lock="10", egc_lock="12", raceway_lock="2")
        self.assertEqual([found.neutral.steps[-1].what, found.neutral.value], ["Locked", "10"])
        self.assertEqual([found.equipment_ground.steps[-1].what, found.equipment_ground.value], ["Locked", "12"])
        self.assertEqual([found.raceway.steps[-1].what, found.raceway.value], ["Locked", "2"])

    def test_what_no_table_gives_is_said(self):
        cable = figures(insulation="UF", raceway="EMT")
        self.assertIn("measure the cable", lines(cable.raceway)[0])
        self.assertIsNone(cable.fill_pct.value)
        self.assertEqual(lines(figures(insulation="UF", raceway="none").raceway), ["No raceway"])
        self.assertIn("No LFNC-B is large enough", lines(figures(amps=420, size_lock="600", raceway="LFNC-B").raceway))

    def test_nothing_passes_and_no_figure_is_made_up(self):
        found = figures(amps=900)
        self.assertEqual(lines(found.size)[-1], "No size passes")
        for name in ("size", "allowed_ampacity", "drop_pct", "loss_w", "max_amps", "fill_pct"):
            self.assertIsNone(getattr(found, name).value, name)
        self.assertEqual(found.breaker.value, 1000.0)

    def test_a_doubtful_cell_is_marked_in_the_working(self):
        resistance = figures(size_lock="1/0").drop_v.steps[0]
        self.assertTrue(resistance.doubtful)
        self.assertFalse(figures(size_lock="4").drop_v.steps[0].doubtful)

    def test_cross_check_says_that_it_is_one(self):
        found = figures(size_lock="4").constant_k_drop_pct
        # 2 × 12.9 × 40 A × 100 ft / 41740 cmil = 2.4725 V of 240 V
        self.assertAlmostEqual(found.value, 100 * 2 * 12.9 * 40 * 100 / 41740 / 240)
        self.assertIn("cross-check only", found.steps[1].cite)

    def test_dwelling_rule_shows_its_83_percent(self):
        found = figures(system="120/240-3w", amps=150, breaker_lock_a=200, dwelling_rule=True)
        self.assertIn(("0.83 × 200 A to be carried", 166.0), [(s.what, s.value) for s in found.size.steps])
        self.assertIn(Cell("310.12", "200", "cu"), [s.cell for s in found.size.steps])
        self.assertIn("83 % rule", lines(found.max_amps)[0])


class Writing(unittest.TestCase):
    def test_numbers(self):
        for value, text in ((0.0, "0"), (0.123456, "0.1235"), (1234.5, "1234"), (-2.5, "-2.5"), (88.0, "88")):
            self.assertEqual(number(value), text)

    def test_units_on_paper(self):
        cases = {
            (1.4, "%"): "1.40 %",
            (12345.6, "W"): "12,346 W",
            ("1 1/2", "in"): "1 1/2 in",
            (0.7887, "in2"): "0.7887 in²",
            (0.91, "factor"): "0.91",
            (90.25, "A"): "90.2 A",
            (0.0806, "ohm"): "0.0806 ohm",
        }
        for (value, unit), text in cases.items():
            self.assertEqual(written(value, unit), text)

    def test_every_figure_has_a_name_on_paper(self):
        found = BOOK.sizing.explain(sized(system="120/208-3w"))
        self.assertLessEqual({(each.key, each.label) for each in found}, set(LABELS.items()))
        self.assertGreater(len(found), 18)

    def test_steps_are_values(self):
        self.assertEqual(Step("a", 1.0, "A", "b"), Step("a", 1.0, "A", "b"))
        self.assertEqual(len({Figure(1.0, "A", ()), Figure(1.0, "A", ())}), 1)
