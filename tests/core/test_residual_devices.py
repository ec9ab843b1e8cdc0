"""Residual devices tested alone, by the British book: each limit from both sides."""

import unittest

from northspan.core.codes.bs7671.tested.residual import TripCase, tested

# What was shown, and what is found: 300 and 40 ms without a delay, 130 to 500 and 50 to 150 ms with one, half to whole.
CASES = (
    ({"x1_ms": 300}, ()), ({"x1_ms": 301}, ("slow-1",)), ({"x5_ms": 40}, ()), ({"x5_ms": 41}, ("slow-5",)),
    ({"x1_ms": 129, "kind": "delayed"}, ("hasty-1",)), ({"x1_ms": 130, "kind": "delayed"}, ()),
    ({"x1_ms": 500, "kind": "delayed"}, ()), ({"x1_ms": 501, "kind": "delayed"}, ("slow-1",)),
    ({"x5_ms": 49, "kind": "delayed"}, ("hasty-5",)), ({"x5_ms": 151, "kind": "delayed"}, ("slow-5",)),
    ({"half_opens": False}, ()), ({"half_opens": True}, ("touchy",)), ({"rise_ma": 14.9}, ("rises-early",)),
    ({"rise_ma": 15.0}, ()), ({"rise_ma": 30.1}, ("dull",)), ({"rise_ma": 60, "rated_ma": 100}, ()),
    ({"button": False, "x1_ms": 400}, ("slow-1", "button")), ({"button": True}, ()),
)  # fmt: skip


class Tested(unittest.TestCase):
    def test_every_limit_from_both_sides(self):
        for given, wanted in CASES:
            answer = tested(TripCase(**given))
            self.assertEqual(tuple(f.rule for f in answer.findings), wanted, given)
            self.assertEqual(answer.passes, not wanted)
        slow = tested(TripCase(x1_ms=400))
        self.assertEqual(slow.findings[0].level, "danger")
        self.assertIn("400 ms", slow.findings[0].words)

    def test_what_is_remembered_says_so(self):
        by_key = {f.key: f.figure.steps[0] for f in tested(TripCase(x1_ms=200, kind="delayed")).figures}
        self.assertTrue(by_key["x1_most_ms"].doubtful and by_key["x5_least_ms"].doubtful)
        self.assertFalse(tested(TripCase(x1_ms=200)).figures[0].figure.steps[0].doubtful)

    def test_a_case_with_nothing_shown_is_none(self):
        with self.assertRaisesRegex(ValueError, "say what the tester showed"):
            TripCase(rated_ma=30)
        with self.assertRaisesRegex(ValueError, "10, 30, 100, 300 or 500"):
            TripCase(rated_ma=25, x1_ms=20)
