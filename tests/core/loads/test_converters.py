"""A phase converter: its feed by 455.6 and 455.7, three lines beyond it, what a spare core may serve as. By hand."""

import math
import unittest

from northspan.core.document.file import JobFileError, parse
from northspan.core.solve.solve import solve
from tests.core.made.jobs import document


def solved(converter, load=22, system="240-2w", out="240-3ph", wire=None, locks=None, **changes):
    """A pump on three lines of a converter in the test property's shed."""
    cable = {"length": 100, "metal": "cu", "insulation": "THWN-2", "location": "buried", **(wire or {})}
    made = document(**changes)
    made["stations"] += [
        {"id": "made", "name": "Converter", "kind": "converter", "place": "shed", "terminal_c": 75,
            "converter": converter},
        {"id": "pump", "name": "Pump", "kind": "equipment", "place": "shed", "terminal_c": 75,
            "load": None if load is None else {"amps": load}},
    ]  # fmt: skip
    ends = (("in", "shed-panel", "made", system), ("out", "made", "pump", out))
    made["runs"] += [
        {
            "id": name,
            "from_station": start,
            "to_station": end,
            "use": "branch",
            "system": each,
            "cable": cable,
            "locks": locks or {} if name == "in" else {},
        }
        for name, start, end, each in ends
    ]
    return solve(parse(made))


def figures(answer, run):
    found = next(r for r in answer.runs if r.id == run)
    return {each.key: each.figure.value for each in found.figures}


class Converters(unittest.TestCase):
    def test_its_feed_goes_by_its_plate(self):
        fed = figures(solved({"input_a": 40}), "in")
        # 125 % of 40 A: 50 A, which 8 AWG carries at 75 C.
        self.assertEqual((fed["load"], fed["design"], fed["breaker"], fed["size"]), (40.0, 50.0, 50.0, "8"))

    def test_one_load_that_stays_asks_250_percent_of_its_lines(self):
        fed = figures(solved({"input_a": 40, "fixed": True}), "in")
        self.assertEqual((fed["design"], fed["breaker"], fed["size"]), (55.0, 50.0, "6"))

    def test_a_larger_device_than_455_7_allows_is_said(self):
        for breaker, wrong in ((50, False), (60, True)):
            found = solved({"input_a": 40}, locks={"breaker_a": breaker}).findings
            self.assertEqual(any("455.7" in f.section for f in found), wrong, breaker)

    def test_three_lines_drop_by_the_root_of_three(self):
        out = figures(solved({"input_a": 40}), "out")
        # 8 AWG copper in PVC: 0.78 ohm to 1000 ft, so 22 A over 100 ft drop √3 x 22 x 0.078.
        self.assertEqual(out["size"], "8")
        self.assertAlmostEqual(out["drop_v"], math.sqrt(3) * 22 * 0.078, delta=0.02)
        self.assertAlmostEqual(out["loss_w"], 3 * 22**2 * 0.078, delta=0.5)

    def test_without_a_plate_it_goes_by_equal_va_and_asks(self):
        answer = solved({})
        self.assertAlmostEqual(figures(answer, "in")["load"], math.sqrt(3) * 22, places=6)
        self.assertIn("converter-plate", {f.rule for f in answer.findings})
        self.assertNotIn("converter-plate", {f.rule for f in solved({"input_a": 40}).findings})

    def test_nothing_of_one_phase_hangs_on_it_and_it_takes_240_volts(self):
        one_phase = solved({"input_a": 40}, out="240-2w").findings
        self.assertTrue(any(f.run == "out" and f.level in ("danger", "violation") for f in one_phase))
        self.assertIn("converter-supply", {f.rule for f in solved({"input_a": 40}, system="120-2w").findings})
        with self.assertRaises(JobFileError):
            solved(None)

    def test_a_spare_core_is_told(self):
        for out, words in (("240-3ph", "third hot"), ("240-2w", "is over")):
            ser = {"insulation": "SER", "metal": "al", "location": "dry", "raceway": "none"}
            made = solved({"input_a": 40}, out=out, wire=ser)
            said = [f.title for f in made.findings if f.rule == "spare-core" and f.run == "out"]
            self.assertEqual(len(said), 1)
            self.assertIn(words, said[0])


if __name__ == "__main__":
    unittest.main()
