"""Runs worked by hand with the code book open, rule by rule."""

import unittest

from northspan.core.codes.nec.sizing.told.explain import LABELS
from tests.core.made.questions import BOOK, named, sized


class Ampacity(unittest.TestCase):
    def test_terminals_govern_over_insulation(self):
        # 6 cu: 75 A at 90 C, 65 A at 75 C terminals, 55 A at 60 C.
        self.assertEqual(sized(amps=65).rung.size, "6")
        self.assertEqual(sized(amps=66).rung.size, "4")
        self.assertEqual(sized(amps=56, terminal_c=60).rung.size, "4")

    def test_continuous_load_counts_at_125_percent(self):
        s = sized(amps=40, continuous_amps=40)
        self.assertEqual((s.design_a, s.breaker_a, s.rung.size), (50.0, 50.0, "8"))

    def test_derating_starts_from_the_insulation_column(self):
        # Nine loaded 10 AWG THWN-2 at 40 C: 40 A × 0.91 × 0.70 = 25.48 A.
        s = sized(amps=20, loaded_conductors=9, ambient_c=40, size_lock="10")
        self.assertAlmostEqual(s.rung.columns["derated_ampacity_a"], 25.48)
        # The same in TW: 30 A × 0.82 × 0.70 = 17.22 A, so the load stops it.
        s = sized(amps=20, loaded_conductors=9, ambient_c=40, size_lock="10", insulation="TW")
        self.assertAlmostEqual(s.rung.columns["derated_ampacity_a"], 17.22)
        self.assertEqual(s.rung.stopped_by, "ampacity")

    def test_rooftop_adds_33_degrees_except_xhhw2(self):
        # 30 + 33 = 63 C, band to 65: 0.65 at 90 C.
        self.assertAlmostEqual(sized(rooftop=True, size_lock="4").rung.columns["derated_ampacity_a"], 95 * 0.65)
        s = sized(rooftop=True, size_lock="4", insulation="XHHW-2")
        self.assertAlmostEqual(s.rung.columns["derated_ampacity_a"], 95)

    def test_nothing_is_carried_above_the_table(self):
        s = sized(insulation="TW", ambient_c=56)
        self.assertIsNone(s.rung)
        self.assertEqual({r.columns["derated_ampacity_a"] for r in s.ladder.rungs}, {0.0})

    def test_nm_sizes_at_60_and_derates_from_90(self):
        # Six loaded 12 NM: 30 A × 0.80 = 24 A, but 20 A at 60 C and 20 A by the small-conductor rule.
        s = sized(insulation="NM", raceway="none", amps=20, loaded_conductors=6, size_lock="12")
        self.assertAlmostEqual(s.rung.columns["derated_ampacity_a"], 24.0)
        self.assertEqual((s.rung.columns["termination_limit_a"], s.rung.passes), (20.0, True))
        self.assertEqual(sized(insulation="NM", raceway="none", amps=100).ladder.smallest, None)

    def test_small_ser_in_insulation_is_held_to_60(self):
        warm = {"insulation": "SER", "raceway": "none", "metal": "cu", "amps": 30}
        self.assertEqual(sized(**warm, in_insulation=True, size_lock="10").rung.columns["termination_limit_a"], 30.0)
        self.assertEqual(sized(**warm, size_lock="10").rung.columns["termination_limit_a"], 35.0)
        self.assertEqual(sized(**warm, in_insulation=True, size_lock="8").rung.columns["termination_limit_a"], 50.0)

    def test_parallel_sets_share_and_start_at_1_0(self):
        s = sized(amps=300, sets=2, system="120/240-3w")
        self.assertEqual((s.rung.size, s.rung.allowed_ampacity_a), ("1/0", 300.0))
        self.assertEqual(sized(amps=40, sets=2, size_lock="4").rung.stopped_by, "parallel")


class Breakers(unittest.TestCase):
    def test_next_size_up_only_between_ratings(self):
        # 4 cu at 75 C carries 85 A, no rating: 90 A is open. 3 cu carries 100 A, a rating: 110 A is not.
        self.assertTrue(sized(amps=80, breaker_lock_a=90, size_lock="4").rung.passes)
        self.assertEqual(sized(amps=80, breaker_lock_a=100, size_lock="4").rung.stopped_by, "breaker")
        self.assertEqual(sized(amps=80, breaker_lock_a=110, size_lock="3").rung.stopped_by, "breaker")

    def test_no_next_size_for_several_receptacles(self):
        held = sized(amps=80, breaker_lock_a=90, size_lock="4", several_receptacles=True)
        self.assertEqual(held.rung.stopped_by, "breaker")

    def test_no_next_size_above_800(self):
        # Three sets of 300 cu: 855 A. A 900 A need takes a 1000 A breaker, which 855 A may not have.
        s = sized(amps=850, sets=3, size_lock="300", breaker_lock_a=1000)
        self.assertEqual((s.rung.allowed_ampacity_a, s.rung.stopped_by), (855.0, "breaker"))
        self.assertTrue(sized(amps=790, sets=3, size_lock="250", breaker_lock_a=800).rung.stopped_by == "termination")

    def test_small_conductors_have_their_own_limit(self):
        self.assertEqual(sized(amps=16, size_lock="14").rung.stopped_by, "small-conductor")
        self.assertTrue(sized(amps=15, size_lock="14").rung.passes)
        self.assertEqual(sized(amps=16, metal="al", size_lock="12").rung.stopped_by, "small-conductor")


class DwellingRule(unittest.TestCase):
    def test_83_percent_of_the_rating(self):
        # 200 A × 0.83 = 166 A: 2/0 cu (175 A) and 4/0 al (180 A); by the full rating 3/0 and 250.
        service = {"system": "120/240-3w", "use": "service", "amps": 150, "breaker_lock_a": 200}
        self.assertEqual(sized(**service, dwelling_rule=True).rung.size, "2/0")
        self.assertEqual(sized(**service, dwelling_rule=True, metal="al").rung.size, "4/0")
        # 2/0 carries 175 A, a rating of its own, so 200 A is not open to it.
        self.assertEqual(sized(**service).rung.size, "3/0")

    def test_derating_still_counts(self):
        # 2/0 cu at 45 C: 195 × 0.87 = 169.65 A, enough; at 50 C: 195 × 0.82 = 159.9 A, not.
        hot = {"system": "120/240-3w", "amps": 150, "breaker_lock_a": 200, "dwelling_rule": True}
        self.assertEqual(sized(**hot, ambient_c=45).rung.size, "2/0")
        self.assertEqual(sized(**hot, ambient_c=50).rung.size, "3/0")

    def test_only_100_to_400_amperes(self):
        s = sized(system="120/240-3w", amps=80, breaker_lock_a=90, dwelling_rule=True, size_lock="6")
        self.assertEqual(s.rung.stopped_by, "termination")


class Companions(unittest.TestCase):
    def test_ground_grows_with_upsized_hots(self):
        # 100 A on 1/0 where 3 carries it: 8 cu 16510 × 105600 / 52620 = 33133 cmil, so 4 (41740).
        s = sized(amps=100, size_lock="1/0")
        self.assertEqual((s.ladder.required, s.companions.equipment_ground), ("3", "4"))

    def test_ground_within_half_a_percent_is_enough(self):
        # 100 A on 1 where 3 carries it: 16510 × 83690 / 52620 = 26258; 6 AWG has 26240.
        self.assertEqual(sized(amps=100, size_lock="1").companions.equipment_ground, "6")

    def test_ground_is_never_above_the_hots(self):
        # 15 A on 10 where 14 carries it: 4110 × 10380 / 4110 = 10 AWG.
        self.assertEqual(sized(amps=15, size_lock="10").companions.equipment_ground, "10")

    def test_service_has_no_equipment_ground(self):
        s = sized(system="120/240-3w", use="service", amps=150, breaker_lock_a=200)
        self.assertIsNone(s.companions.equipment_ground)
        self.assertIsNone(named(BOOK.sizing.explain(s)).equipment_ground)

    def test_reduced_neutral_keeps_its_floor(self):
        feeder = {"system": "120/240-3w", "amps": 100, "metal": "al"}
        self.assertEqual(sized(**feeder).companions.neutral, "1")
        self.assertEqual(sized(**feeder, neutral_amps=60.0).companions.neutral, "4")
        self.assertEqual(sized(**feeder, neutral_amps=10.0).companions.neutral, "6")
        self.assertEqual(sized(system="120-2w", amps=60, neutral_amps=5.0).companions.neutral, "6")

    def test_service_neutral_floor_by_its_own_table(self):
        # 4/0 al is in the row to 250 kcmil: 2 al; a feeder of 200 A would take 4 al.
        service = {"system": "120/240-3w", "amps": 180, "metal": "al", "neutral_amps": 5.0, "size_lock": "4/0"}
        self.assertEqual(sized(**service, use="service").companions.neutral, "2")
        self.assertEqual(sized(**service).companions.neutral, "4")

    def test_pipe_holds_40_percent(self):
        # 3 × 6 THWN-2 0.0507 + 10 ground 0.0211 = 0.1732 in²: 3/4 PVC 40 (0.508) at 34 %, 1/2 (0.285) at 61 %.
        s = sized(system="120/240-3w", amps=60)
        self.assertEqual(s.companions.raceway, "3/4")
        self.assertAlmostEqual(s.companions.fill_pct, 100 * 0.1732 / 0.508)
        # 0.1732 / 0.217 is 80 % of a PVC 80 half inch; a nipple to 60 % takes 1/2 in EMT (0.304: 57 %).
        self.assertEqual(sized(system="120/240-3w", amps=60, nipple=True, raceway="EMT").companions.raceway, "1/2")

    def test_aluminium_from_the_compact_table_where_listed(self):
        # 2 × 2 al compact XHHW 0.1017 + ground 6 al compact 0.0530.
        s = sized(amps=90, metal="al", insulation="XHHW-2")
        self.assertAlmostEqual(s.companions.fill_pct, 100 * (2 * 0.1017 + 0.053) / 0.832)
        self.assertEqual(s.companions.raceway, "1")

    def test_bare_ground_takes_less(self):
        bare = sized(amps=60, bare_egc=True)
        self.assertAlmostEqual(bare.companions.fill_pct, 100 * (2 * 0.0507 + 0.011) / 0.285)


class DropAndInverse(unittest.TestCase):
    def test_the_feeder_of_the_design_sketch(self):
        # R 0.130, X 0.042 ohm/kft, 2 × 310 ft: a = 88 × 0.0806 = 7.0928 V, b = 88 × 0.02604 = 2.2915 V;
        # 240 - (sqrt(57600 - 5.2511) - 7.0928) = 7.1037 V, 2.96 %.
        s = sized(
            system="120/240-3w",
            amps=88,
            length_m=310 * 0.3048,
            metal="al",
            insulation="XHHW-2",
            ambient_c=38,
            drop_limit_pct=3,
        )
        self.assertEqual((s.rung.size, s.ladder.required), ("3/0", "2"))
        self.assertAlmostEqual(s.rung.drop_v, 7.1037, places=4)
        self.assertEqual([r.size for r in s.ladder.rungs][-3:], ["3/0", "4/0", "250"])
        self.assertAlmostEqual(named(BOOK.sizing.explain(s)).loss_w.value, 88**2 * 0.0806)

    def test_most_amps_counts_wire_breaker_and_drop(self):
        self.assertEqual(sized(size_lock="10", amps=20, length_m=3.048).max_amps, 30.0)
        self.assertEqual(sized(size_lock="4", amps=20, length_m=3.048).max_amps, 85.0)
        # 4 cu, 100 ft, 3 % of 240 V over 0.062 ohm: 7.2 / 0.062 = 116 A less a little; the wire is less.
        self.assertEqual(sized(size_lock="4", amps=20, drop_limit_pct=3).max_amps, 85.0)
        held = sized(size_lock="4", amps=20, drop_limit_pct=1).max_amps
        self.assertAlmostEqual(held, 2.4 / 0.062, delta=0.05)

    def test_running_temperature_lowers_the_resistance(self):
        # 4 cu at 20 A: 30 + 60 × (20 / 95)² = 32.66 C, R = 0.31 × (1 + 0.00323 × (32.66 - 75)) = 0.2676.
        s = sized(size_lock="4", amps=20, conductor_temperature="running")
        self.assertAlmostEqual(304.8 * s.rung.r_ohm_m, 0.2676, places=4)

    def test_every_figure_has_working(self):
        figures = BOOK.sizing.explain(sized(system="120/208-3w", drop_limit_pct=3, continuous_amps=10))
        self.assertEqual([each.key for each in figures], [key for key in LABELS if key != "loss_kwh_year"])
        for each in figures:
            with self.subTest(figure=each.key):
                self.assertTrue(each.figure.steps)
                self.assertTrue(all(step.cite for step in each.figure.steps))
                self.assertEqual(each.figure.steps[-1].value, each.figure.value)
