"""A panel on paper: labels that stay on their sheet, schedules that come back as they went."""

import io
import unittest
from datetime import date

from pypdf import PdfReader

from northspan.core.document.file import parse
from northspan.paper.labelled.sheets import SHEETS
from northspan.paper.panels.directory_pdf import directory_pdf
from northspan.paper.panels.labels_pdf import labels_pdf
from northspan.paper.panels.schedule import BrokenSchedule, read_schedule, write_schedule
from northspan.shop.csv_lists import shipped_list
from northspan.shop.panels import spaces_in
from tests.core.made.jobs import document
from tests.core.made.panels import opened, solved
from tests.core.second.panels import random_panel

TODAY = date(2026, 11, 25)


class Sheets(unittest.TestCase):
    def test_labels_lie_on_the_page_and_on_no_other(self):
        for name, s in SHEETS.items():
            with self.subTest(name):
                width, height = s.page
                self.assertLessEqual(s.left + (s.columns - 1) * s.across + s.width, width + 0.01)
                self.assertLessEqual(s.top + (s.rows - 1) * s.down + s.height, height + 0.01)
                self.assertGreaterEqual(s.across + 0.01, s.width)
                self.assertGreaterEqual(s.down + 0.01, s.height)
                self.assertEqual(s.columns * s.rows, int(name.split("-")[1]))

    def test_a_label_for_every_circuit_and_a_second_sheet_where_one_is_full(self):
        made = opened(("gear/spaces", 42), ("panel/circuits", []))
        made["stations"][1]["panel"]["circuits"] = [
            {"id": f"c{s}", "name": f"Serves room {s}", "space": s} for s in range(1, 43)
        ]
        read = PdfReader(io.BytesIO(labels_pdf(solved(made)[1], 4200.0, "letter-30", TODAY)))
        self.assertEqual(len(read.pages), 2)
        words = " ".join(page.extract_text() for page in read.pages)
        for space in range(1, 43):
            self.assertIn(f"Serves room {space}", words)
        self.assertIn("4200 A", words)
        self.assertIn("2026-11-25", words)

    def test_no_fault_current_is_made_up(self):
        read = PdfReader(io.BytesIO(labels_pdf(solved(opened())[1], None, "letter-80", TODAY)))
        self.assertNotIn("fault", read.pages[0].extract_text())

    def test_a_long_line_is_cut_and_strange_letters_are_stood_in_for(self):
        made = opened(("panel/circuits/bed/name", "Bedroom 木屋 " + "and so on " * 6))
        words = PdfReader(io.BytesIO(directory_pdf("Job", solved(made)[1], TODAY))).pages[0].extract_text()
        self.assertIn("Bedroom ¤¤ and so on", words)
        self.assertIn("...", words)


class Schedules(unittest.TestCase):
    def test_any_panel_comes_back_as_it_went(self):
        for seed in range(60):
            gear, panel = random_panel(seed)
            job = parse(document(**{"stations/1/gear": gear, "stations/1/panel": panel}))
            _, found = solved(document(**{"stations/1/gear": gear, "stations/1/panel": panel}))
            station = job.stations[1]
            read = read_schedule(job, station, station.panel, write_schedule(found))
            with self.subTest(seed=seed):
                self.assertEqual((read.added, read.fix), (0, None))

    def test_a_metric_job_reads_and_writes_metres(self):
        made = opened(("panel/circuits/bed/cable/length", 9.5)) | {"units": "metric"}
        job = parse(made)
        text = write_schedule(solved(made)[1])
        self.assertIn(",9.5,", text)
        station = job.stations[1]
        rows = "space,length\n2,12.5\n"
        read = read_schedule(job, station, station.panel, rows)
        bed = next(c for c in read.fix.patch[0]["value"] if c["id"] == "bed")
        self.assertEqual(bed["cable"]["length"], 12.5)
        with self.assertRaises(BrokenSchedule) as refused:
            read_schedule(job, station, station.panel, "space,length\n2,9000\n")
        self.assertIn("line 2, column length: must be at most 6096 m", str(refused.exception))

    def test_headings_as_they_are_met(self):
        job = parse(opened())
        station = job.stations[1]
        text = "Ckt;Description;Trip;Pole;Load VA;Wire Size\n8a;Attic fan;15 A;1P;1,250;#14\n"
        read = read_schedule(job, station, station.panel, text)
        fan = read.fix.patch[0]["value"][-1]
        expected = {"space": 8, "half": "a", "name": "Attic fan", "breaker_a": 15, "va": 1250, "size": "14", "poles": 1}
        self.assertEqual({name: fan[name] for name in expected}, expected)

    def test_a_taken_space_is_changed_and_never_doubled(self):
        job = parse(opened())
        station = job.stations[1]

        def read(text):
            return read_schedule(job, station, station.panel, f"space,name,trip,pole\n{text}")

        halves = read("18A,Attic fan,15a,1\n18b,Attic lights,20A,1\n")
        self.assertEqual([(c["space"], c["half"], c["breaker_a"]) for c in halves.fix.patch[0]["value"][-2:]],
                         [(18, "a", 15), (18, "b", 20)])  # fmt: skip
        self.assertEqual(read("18,Attic,15,1\n18,Attic fan,20,1\n").added, 1)
        for rows, words in (
            ("18,Dryer,30,2\n20,Attic,15,1\n", "space 20 is taken by Dryer, in 18"),
            ("18,Attic,15,1\n18a,Fan,15,1\n", "space 18 is taken by Attic, in 18"),
            ("18a,Fan,15,1\n18,Attic,15,1\n", "space 18 is taken by Fan, in 18A"),
        ):
            with self.assertRaises(BrokenSchedule) as refused:
                read(rows)
            self.assertIn(words, str(refused.exception))

    def test_a_formula_is_no_name(self):
        made = opened(("panel/circuits/bed/name", "=HYPERLINK(1)"))
        text = write_schedule(solved(made)[1])
        self.assertIn("'=HYPERLINK(1)", text)
        job = parse(made)
        self.assertIsNone(read_schedule(job, job.stations[1], job.stations[1].panel, text).fix)


class Shipped(unittest.TestCase):
    def test_every_panel_of_the_list_can_be_one(self):
        for item in shipped_list("panels"):
            twins = spaces_in(item.twin_spaces)
            with self.subTest(item.name):
                self.assertTrue(set(twins) <= set(range(1, item.spaces + 1)))
                self.assertLessEqual(item.circuits, 2 * item.spaces)
                self.assertGreaterEqual(item.circuits, item.spaces)
                self.assertLessEqual(item.main_a or 0, item.bus_a)
                # Neutrals do not share: there is a hole for one of every pole's.
                self.assertGreaterEqual(item.neutral_holes, item.spaces)

    def test_every_breaker_of_the_list_is_of_a_standard_rating(self):
        standard = {15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225}
        for item in shipped_list("breakers"):
            self.assertIn(item.rating_a, standard, item.name)
            self.assertFalse(item.tandem and item.kind != "standard", item.name)
