"""Laws that hold for every run, whatever its figures."""

import math
import unittest
from dataclasses import replace
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.sizing.overcurrent import largest_breaker, standard_rating
from northspan.core.physics.line import Line
from northspan.core.physics.voltage_drop import (
    longest_m,
    most_amps,
    receiving_volts,
    three_wire_leg_drops,
    two_phase_leg_drops,
)
from northspan.core.property.runs.asking import changed
from northspan.core.property.whole.fixes import proved_changes
from northspan.core.run.sizing import size_run
from tests import examples
from tests.core.made.questions import BOOK, ask
from tests.core.second.runs import leg_drop_percent_two_phase

amperes = st.floats(1, 400)
metres = st.floats(0.3, 275)
factors = st.floats(0.5, 1.0)
questions = st.builds(
    ask,
    system=st.sampled_from(["120-2w", "240-2w", "120/240-3w", "120/208-3w", "480-2w"]),
    amps=amperes,
    length_m=metres,
    metal=st.sampled_from(["cu", "al"]),
    insulation=st.sampled_from(["THWN-2", "XHHW-2", "THW", "TW"]),
    raceway=st.sampled_from(["PVC40", "EMT", "RMC"]),
    ambient_c=st.floats(0, 60),
    loaded_conductors=st.integers(3, 30),
    pf=factors,
    drop_limit_pct=st.sampled_from([2.0, 3.0, 5.0]),
)


sizes = st.sampled_from([None, "12", "8", "6", "2", "1/0", "250"])
locked = st.builds(
    ask,
    system=st.sampled_from(["120-2w", "240-2w", "120/240-3w", "120/208-3w"]),
    amps=st.floats(5, 220),
    length_m=st.floats(1.5, 120),
    insulation=st.sampled_from(["THHN", "XHHW-2", "NM", "SER", "UF"]),
    raceway=st.sampled_from(["PVC40", "none", "LFNC-B"]),
    location=st.sampled_from(["dry", "wet", "buried"]),
    loaded_conductors=st.integers(2, 12),
    drop_limit_pct=st.sampled_from([None, 3.0]),
    dwelling_rule=st.booleans(),
    breaker_lock_a=st.sampled_from([None, 20.0, 60.0, 100.0, 200.0]),
    size_lock=sizes,
    egc_lock=sizes,
    neutral_lock=sizes,
    raceway_lock=st.sampled_from([None, "1/2", "2"]),
)


class Laws(unittest.TestCase):
    @examples(150)
    @given(locked)
    def test_every_fix_that_is_offered_mends(self, q):
        s = size_run(BOOK, q)
        before = BOOK.findings.run_findings(s)
        dangers = {f.rule for f in before if f.level == "danger"}
        for finding in before:
            self.assertTrue(finding.title and finding.words and finding.section)
            for change in proved_changes(BOOK, s, finding):
                after = BOOK.findings.run_findings(size_run(BOOK, changed(BOOK.sizing, q, change.fields)))
                self.assertNotIn(finding.rule, {f.rule for f in after})
                self.assertLessEqual({f.rule for f in after if f.level == "danger"}, dangers)

    @examples(150)
    @given(locked)
    def test_a_locked_wire_that_fails_is_always_a_finding(self, q):
        s = size_run(BOOK, q)
        rules = {f.rule for f in BOOK.findings.run_findings(s)}
        if s.rung is None:
            self.assertTrue(rules & {"no-size-passes", "size-not-offered"})
        else:
            self.assertEqual(not s.rung.passes, f"size-{s.rung.stopped_by}" in rules)

    @examples(60)
    @given(questions)
    def test_up_the_ladder_ampacity_rises_and_drop_falls(self, q):
        rungs = size_run(BOOK, replace(q, amps=10_000.0)).ladder.rungs
        self.assertGreater(len(rungs), 15)
        for small, large in pairwise(rungs):
            self.assertGreaterEqual(large.allowed_ampacity_a, small.allowed_ampacity_a)
        if q.pf > 0.8:
            drops = [r.drop_pct for r in size_run(BOOK, q).ladder.rungs]
            self.assertEqual(drops, sorted(drops, reverse=True))

    @examples(60)
    @given(questions, st.floats(1.01, 3))
    def test_longer_or_hotter_or_fuller_is_never_better(self, q, more):
        rung = size_run(BOOK, replace(q, size_lock="1/0")).rung
        longer = size_run(BOOK, replace(q, size_lock="1/0", length_m=q.length_m * more)).rung
        self.assertGreater(longer.drop_v, rung.drop_v)
        hotter = size_run(BOOK, replace(q, size_lock="1/0", ambient_c=q.ambient_c + 5)).rung
        fuller = size_run(BOOK, replace(q, size_lock="1/0", loaded_conductors=q.loaded_conductors + 4)).rung
        self.assertLessEqual(hotter.columns["derated_ampacity_a"], rung.columns["derated_ampacity_a"])
        self.assertLessEqual(fuller.columns["derated_ampacity_a"], rung.columns["derated_ampacity_a"])

    @examples(60)
    @given(questions)
    def test_the_chosen_size_is_the_smallest_that_passes(self, q):
        s = size_run(BOOK, q)
        if s.rung is None:
            self.assertFalse(any(r.passes for r in s.ladder.rungs))
            return
        below = [r for r in s.ladder.rungs if AWG.rank(r.size) < AWG.rank(s.rung.size)]
        self.assertTrue(all(r.stopped_by and r.stopped_words for r in below))
        self.assertTrue(size_run(BOOK, replace(q, size_lock=s.rung.size)).rung.passes)

    @examples(60)
    @given(questions)
    def test_the_most_amps_pass_and_a_little_more_does_not(self, q):
        s = size_run(BOOK, replace(q, size_lock="2", ambient_c=min(q.ambient_c, 45)))
        if not s.max_amps or s.max_amps < 1:
            return
        at = size_run(BOOK, replace(s.question, amps=s.max_amps * (1 - 1e-9)))
        over = size_run(BOOK, replace(s.question, amps=s.max_amps * 1.001))
        self.assertTrue(at.rung.passes, at.rung)
        self.assertFalse(over.rung.passes)

    @given(st.floats(100, 500), amperes, factors, st.floats(0.01, 3), st.floats(0.01, 0.2), st.floats(0.5, 20))
    def test_length_and_amps_at_the_limit_drop_just_that(self, volts, amps, pf, r, x, pct):
        z = complex(r, x)
        way = longest_m(volts, amps, pf, Line(z / 1000, 12.0), pct)
        lost = volts - receiving_volts(volts, amps, pf, 2 * way * z / 1000)
        self.assertAlmostEqual(100 * lost / volts, pct, places=6)
        amps_at = most_amps(volts, pf, z, pct)
        lost = volts - receiving_volts(volts, amps_at, pf, z)
        self.assertAlmostEqual(100 * lost / volts, pct, places=6)

    @given(amperes, factors, st.floats(0.001, 0.02), st.floats(0.0005, 0.005))
    def test_balanced_legs_share_the_drop_alike(self, amps, pf, r, x):
        first, other = three_wire_leg_drops(120.0, amps, 0.0, pf, complex(r, x), complex(r, x))
        whole = 240.0 - receiving_volts(240.0, amps, pf, 2 * complex(r, x))
        self.assertAlmostEqual(first, other)
        self.assertAlmostEqual(first + other, whole, places=6)

    @examples(25)
    @given(st.floats(5, 60), st.floats(0.001, 0.05), st.floats(0.0005, 0.01))
    def test_two_phase_legs_agree_with_a_phasor_iteration(self, amps, r, x):
        worse = max(two_phase_leg_drops(120.0, amps, 1.0, complex(r, x), complex(r, x)))
        # The iteration lets each load turn with its own voltage, a second-order matter at these drops.
        self.assertAlmostEqual(100 * worse / 120, leg_drop_percent_two_phase(amps, r, x), delta=0.1)

    @given(st.floats(1, 3000))
    def test_a_breaker_is_never_more_than_one_rating_above_the_wire(self, ampacity):
        most = largest_breaker(ampacity)
        self.assertGreaterEqual(most, ampacity)
        self.assertLessEqual(most, max(ampacity, standard_rating(ampacity) or math.inf))
        self.assertTrue(most <= 800 or most == ampacity)
