"""Recorded loads read from CSV."""

import unittest
from datetime import datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from northspan.instruments.recording import NotARecording, read_recording


def read(text, **options):
    reading = read_recording(text, **options)
    while True:
        try:
            next(reading)
        except StopIteration as done:
            return done.value


def rows(figures, minutes=15, heading="time,kW", form="%Y-%m-%d %H:%M"):
    start = datetime(2025, 3, 1)
    lines = [f"{(start + timedelta(minutes=minutes * i)).strftime(form)},{f}" for i, f in enumerate(figures)]
    return "\n".join([heading, *lines]) + "\n"


class Reading(unittest.TestCase):
    def test_peak_and_its_moment(self):
        found = read(rows([1, 2.5, 4.25, 3]))
        self.assertEqual((found.peak_va, found.peak_at), (4250.0, datetime(2025, 3, 1, 0, 30)))
        self.assertEqual((found.interval_minutes, found.rows, found.missing, found.broken), (15.0, 4, 0, ()))

    def test_units(self):
        # 1.5 kWh in a quarter hour is 6 kW; at power factor 0.8, 7.5 kVA. 25 A at 240 V is 6 kVA.
        self.assertAlmostEqual(read(rows([0.5, 1.5], heading="t,Use (kWh)"), pf=0.8).peak_va, 7500)
        self.assertAlmostEqual(read(rows([10, 25], heading="t;Current").replace(",", ";")).peak_va, 6000)
        self.assertAlmostEqual(read(rows([10, 25], heading="t,reading"), quantity="W").peak_va, 25)
        self.assertAlmostEqual(read(rows([3, 4], heading="t,kVA"), pf=0.5).peak_va, 4000)

    def test_minutes_are_averaged_over_the_quarter_hour(self):
        found = read(rows([10] + [1] * 14 + [4] * 15, minutes=1))
        self.assertAlmostEqual(found.peak_va, 4000)

    def test_every_broken_row_is_named_and_none_other_is_lost(self):
        text = rows([1, 2, 3, 4, 5, 6]).splitlines()
        text[2] = "yesterday,2"
        text[3] = text[3].split(",")[0] + ",-3"
        text[4] = text[4].split(",")[0]
        text.insert(6, text[5])
        found = read("\n".join(text))
        self.assertEqual([b.line for b in found.broken], [3, 4, 5, 7])
        self.assertEqual(found.broken[3].words, "the same moment as line 6")
        self.assertEqual((found.rows, found.missing), (3, 3))

    def test_what_a_span_of_days_can_stand_for(self):
        for days, covers in ((29, None), (30, "30-day"), (365, "12-month")):
            with self.subTest(days=days):
                found = read(rows([1.0] * (days * 24), minutes=60, form="%m/%d/%Y %H:%M"))
                self.assertEqual((found.days, found.covers, len(found.day_peaks)), (days, covers, days))

    def test_no_recording_at_all(self):
        for text in ("", "nonsense", "time,colour\n2025-01-01,red\n", "time,kW\n"):
            with self.subTest(text=text), self.assertRaises(NotARecording):
                read(text)

    @given(st.lists(st.floats(0, 50), min_size=3, max_size=40))
    def test_the_peak_is_the_largest_figure(self, figures):
        self.assertAlmostEqual(read(rows(figures)).peak_va, 1000 * max(figures), places=3)
