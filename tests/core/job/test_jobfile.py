"""Job files that are not sound are refused with the place named."""

import json
import unittest

from northspan.core.document.file import JobFileError, dump, parse, parse_text
from northspan.core.job.job import Job
from tests.core.made.jobs import document, job


class Refusals(unittest.TestCase):
    def refused(self, found):
        with self.assertRaises(JobFileError) as caught:
            parse_text(found) if isinstance(found, (bytes, str)) else parse(found)
        return {p.pointer: p.words for p in caught.exception.problems}

    def test_places_are_named(self):
        panel = document()["stations"][1]
        loop = {
            "runs/0/from_station": "shed-panel",
            "runs/0/to_station": "panel",
        }
        cases = [
            ({"runs/1/locks/size": "5"}, "/runs/1/locks/size", "'5' is not one of"),
            (
                {"runs/1/cable/length": -3},
                "/runs/1/cable/length",
                "must be more than 0, in feet one way along the wire, not -3",
            ),
            ({"runs/1/cable/length": "far"}, "/runs/1/cable/length", "must be a number"),
            ({"runs/1/to_station": "barn"}, "/runs/1/to_station", "no equipment 'barn'"),
            ({"stations/1/place": "moon"}, "/stations/1/place", "no place 'moon'"),
            ({"stations/-": panel}, "/stations/3/id", "already the id of /stations/1"),
            ({"runs/-": document()["runs"][1]}, "/runs/2/id", "already the id"),
            ({"runs/0/to_station": "shed-panel"}, "/runs/1/to_station", "already fed by /runs/0"),
            ({"runs/1/to_station": "pole"}, "/runs/1/to_station", "nothing feeds it"),
            ({"runs/1/to_station": "panel"}, "/runs/1/to_station", "starts and ends at House panel: choose other"),
            ({"runs/1/locks/size": "0000"}, "/runs/1/locks/size", "'0000' is written '4/0'"),
            ({"runs/1/cable/length": 0}, "/runs/1/cable/length", "must be more than 0"),
            ({"runs/1/cable/length": 1e-9}, "/runs/1/cable/length", "must be at least 0.01, in feet"),
            (loop, "/runs/1", "so nothing feeds them: shed-panel ← panel ← shed-panel; turn or"),
            ({"stations/0/supply": None}, "/stations/0/supply", "says what it delivers"),
            ({"stations/2/load/continuous_amps": 31}, "/stations/2/load/continuous_amps", "continuous part is more"),
            ({"runs/1/colour": "red"}, "/runs/1/colour", "not a field"),
            ({"places/0/name": ""}, "/places/0/name", "must not be empty"),
            ({"version": 7}, "/version", "newer North Span"),
            ({"format": "drawing"}, "", "not a North Span job file"),
        ]
        for changes, pointer, words in cases:
            with self.subTest(pointer=pointer, words=words):
                found = self.refused(document(**changes))
                self.assertIn(pointer, found)
                self.assertIn(words, found[pointer])

    def test_no_figure_can_be_as_small_as_nothing(self):
        """Every figure of a job file is a whole number, may be 0, or has a least that something real can have."""
        schema = Job.model_json_schema()
        parts = [schema, *schema["$defs"].values()]
        figures = [
            (part["title"], name, kind)
            for part in parts
            for name, field in part.get("properties", {}).items()
            for kind in [field, *field.get("anyOf", ())]
            if kind.get("type") == "number"
        ]
        self.assertGreater(len(figures), 60)
        for part, name, kind in figures:
            with self.subTest(part=part, name=name):
                self.assertIn("maximum", kind)
                self.assertNotIn("exclusiveMinimum", kind)
                self.assertIn("minimum", kind)

    def test_nonsense_is_no_job_file(self):
        self.assertIn("not JSON", self.refused(b"\x00\xff" * 50)[""])
        self.assertIn("larger than", self.refused(b"x" * 10_000_000)[""])
        self.assertIn("not JSON", self.refused("[" * 100_000)[""])
        self.assertIn("not a North Span job file", self.refused("[1, 2]")[""])
        self.assertIn("not a North Span job file", self.refused("{}")[""])

    def test_infinite_lengths_are_refused(self):
        text = json.dumps(document()).replace('"length": 150', '"length": Infinity')
        self.assertIn("/runs/1/cable/length", self.refused(text))

    def test_what_is_written_is_read_back_the_same(self):
        one = job()
        self.assertEqual(parse_text(json.dumps(dump(one))), one)
