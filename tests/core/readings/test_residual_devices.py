"""Residual devices tested alone, by the British book: each limit from both sides."""

import unittest

from northspan.core.codes.bs7671.tested.residual import TripCase, tested

WAITS = {"kind": "delayed", "rated_ma": 100}
# What was shown, and what is found: 300 and 40 ms without a delay, 130 to 500 and 50 to 150 ms with one, half to whole.
CASES = (
    ({"x1_ms": 300}, ()), ({"x1_ms": 301}, ("slow-1",)), ({"x5_ms": 40}, ()), ({"x5_ms": 41}, ("slow-5",)),
    ({"x1_ms": 129, **WAITS}, ("hasty-1",)), ({"x1_ms": 130, **WAITS}, ()),
    ({"x1_ms": 500, **WAITS}, ()), ({"x1_ms": 501, **WAITS}, ("slow-1",)),
    ({"x5_ms": 49, **WAITS}, ("hasty-5",)), ({"x5_ms": 151, **WAITS}, ("slow-5",)),
    ({"half_opens": False}, ()), ({"half_opens": True}, ("touchy",)), ({"rise_ma": 14.9}, ("rises-early",)),
    ({"rise_ma": 15.0}, ()), ({"rise_ma": 30.1}, ("dull",)), ({"rise_ma": 60, "rated_ma": 100}, ()),
    ({"button": False, "x1_ms": 400}, ("slow-1", "button")), ({"button": True}, ()),
)  # fmt: skip


# What a test cannot do without.
REST = {"x1_ms": 20, "half_opens": False, "button": True}


class Tested(unittest.TestCase):
    def test_every_limit_from_both_sides(self):
        for given, wanted in CASES:
            rest = {"x1_ms": 200} if given.get("kind") == "delayed" else {}
            answer = tested(TripCase(**{**REST, **rest, **given}))
            self.assertEqual(tuple(f.rule for f in answer.findings), wanted, given)
            self.assertEqual(answer.passes, not wanted)
        slow = tested(TripCase(x1_ms=400))
        self.assertEqual(slow.findings[0].level, "danger")
        self.assertIn("400 ms", slow.findings[0].words)

    def test_what_was_not_tested_is_not_passed(self):
        for given in (
            {"button": True},
            {"half_opens": False},
            {"x1_ms": 20},
            {"x1_ms": 20, "button": True},
            {"x5_ms": 20},
        ):
            answer = tested(TripCase(**given))
            self.assertFalse(answer.passes or answer.findings or answer.values["complete"], given)
            self.assertIn("not complete", answer.headline)
        # A slow rise says as well as half its rating that it stays closed there.
        self.assertTrue(tested(TripCase(x1_ms=20, rise_ma=22, button=True)).passes)

    def test_a_device_that_waits_protects_nobody_who_touches(self):
        for rated, wrong in ((10, True), (30, True), (100, False)):
            answer = tested(TripCase(**REST | {"x1_ms": 200}, kind="delayed", rated_ma=rated))
            self.assertEqual([f.rule for f in answer.findings], ["waits"] * wrong)
            self.assertEqual(answer.passes, not wrong)

    def test_what_is_remembered_says_so(self):
        by_key = {f.key: f.figure.steps[0] for f in tested(TripCase(x1_ms=200, kind="delayed")).figures}
        self.assertTrue(by_key["x1_most_ms"].doubtful and by_key["x5_least_ms"].doubtful)
        self.assertFalse(tested(TripCase(x1_ms=200)).figures[0].figure.steps[0].doubtful)

    def test_a_case_with_nothing_shown_is_none(self):
        with self.assertRaisesRegex(ValueError, "say what the tester showed"):
            TripCase(rated_ma=30)
        with self.assertRaisesRegex(ValueError, "10, 30, 100, 300 or 500"):
            TripCase(rated_ma=25, x1_ms=20)
        with self.assertRaisesRegex(ValueError, "x1_ms"):
            TripCase(x1_ms=0)
