"""The one-line of any property: no words on words, no line through words, all on the sheet, every figure solved."""

import io
import random
import unittest
import xml.etree.ElementTree as ET
from itertools import combinations, pairwise

from ezdxf.audit import Auditor
from ezdxf.filemanagement import read
from hypothesis import example, given
from hypothesis import strategies as st
from pypdf import PdfReader

from northspan.core.document.file import parse
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.paper.drawing.dxf import dxf
from northspan.paper.drawing.pdf import pdf
from northspan.paper.drawing.shapes import Circle, Path, Words
from northspan.paper.drawing.svg import svg
from northspan.paper.drawn.oneline.said import said
from northspan.paper.packet.frame import MARGIN
from tests import examples
from tests.core.made.jobs import job as of_shed
from tests.core.made.sheets import sheets

NAMES = ("Panel", "W" * 80, 'Barn "north" <2> & co', "x", "Workshop 木屋", "../../etc", "{a} %% \\P")
SLACK = 1e-6


def property_of(seed, stations):
    """A tree of so many stations, with what a one-line draws: rods, parallel sets, a generator behind a switch."""
    r = random.Random(seed)
    made = [{"id": "pole", "name": "Pole", "kind": "utility", "place": "house", "supply": "120/240-3w",
             "source": {"kva": 25, "impedance_pct": 2}}]  # fmt: skip
    runs, panels = [], ["pole"]
    places = [{"id": "house", "name": "House", "kind": "dwelling"}]
    for i in range(1, stations):
        start = "pole" if i == 1 else r.choice(panels[1:][-6:] if r.random() < 0.5 else panels[1:])
        kind = "service-disconnect" if i == 1 else r.choice(["panelboard"] * 4 + ["disconnect", "equipment"])
        place = "house"
        if r.random() < 0.3:
            place = f"p{i}"
            places.append({"id": place, "name": r.choice(NAMES), "kind": "detached-building"})
        there = r.random() < 0.3
        station = {"id": f"s{i}", "name": r.choice(NAMES), "kind": kind, "place": place}
        station["state"] = "stays" if there else r.choice(["later", *4 * ["comes"]])
        made.append({**station, "load": {"amps": r.choice([2, 9, 20])},
                     "gear": {"rating_a": 100, "interrupting_ka": 10}})  # fmt: skip
        cable = {"length": r.choice([10, 150, 900]), "metal": "al", "insulation": "XHHW-2"}
        runs.append(
            {"id": f"r{i}", "from_station": start, "to_station": f"s{i}", "use": "service" if i == 1 else "feeder",
             "system": "120/240-3w", "cable": {**cable, "sets": r.choice([1, 1, 1, 2])}}
        )  # fmt: skip
        if kind in ("panelboard", "service-disconnect", "disconnect"):
            panels.append(f"s{i}")
    if stations > 3 and r.random() < 0.6:
        switch = {"id": "ats", "name": "Switch", "kind": "transfer-switch", "place": "house", "transfer": {}}
        engine = {"id": "gen", "name": r.choice(NAMES), "kind": "generator", "place": "house", "generator": {"kw": 9}}
        made += [switch, engine]
        like = {"use": "feeder", "system": "120/240-3w", "cable": {"length": 20}}
        runs += [{"id": "to-ats", "from_station": panels[1], "to_station": "ats", **like},
                 {"id": "from-gen", "from_station": "gen", "to_station": "ats", **like}]  # fmt: skip
    nudges = [{"station": f"s{i}", "right": r.choice([0, 6, 40]), "down": r.choice([0, 12]), "rank": r.choice([0, -2])}
              for i in range(2, stations, 4)] if r.random() < 0.5 else []  # fmt: skip
    return parse({"version": 3, "name": r.choice(NAMES), "places": places, "stations": made, "runs": runs,
                  "packet": {"nudges": nudges, "turned": r.choice([[], [], ["one-line"]])}})  # fmt: skip


def one_line(job, before=None):
    return sheets(job, ("one-line",), before)["one-line"].pages


def apart(a, b):
    return a[2] <= b[0] + SLACK or b[2] <= a[0] + SLACK or a[3] <= b[1] + SLACK or b[3] <= a[1] + SLACK


def crosses(rect, a, b):
    """Whether an upright or level line goes through a rectangle."""
    line = (min(a[0], b[0]), min(a[1], b[1]), max(a[0], b[0]), max(a[1], b[1]))
    return not apart(rect, line)


class Laid(unittest.TestCase):
    def look(self, job):
        # Held against an issue that said nothing: every bar of change is drawn.
        drawings = one_line(job, {"one-line": {}})
        for drawing in drawings:
            words = [s for s in drawing.shapes if isinstance(s, Words)]
            for one, other in combinations(words, 2):
                self.assertTrue(apart(one.rect, other.rect), (one.words, other.words))
            lines = [(a, b) for s in drawing.shapes if isinstance(s, Path) for a, b in pairwise(s.points)]
            letters = {"M", "G"}
            for each in words:
                if each.words not in letters:
                    hit = [line for line in lines if crosses(each.rect, *line)]
                    self.assertEqual(hit, [], each.words)
            for shape in drawing.shapes:
                x0, y0, x1, y1 = shape.rect
                self.assertGreaterEqual(min(x0, y0), MARGIN - SLACK)
                self.assertLessEqual(x1, drawing.width - MARGIN + SLACK, shape)
                self.assertLessEqual(y1, drawing.height - MARGIN + SLACK, shape)
        boxes = [s for d in drawings for s in d.shapes if isinstance(s, Path) and s.closed and s.layer == "stations"]
        self.assertGreaterEqual(len(boxes), len(job.stations))
        return drawings

    @examples(12)
    @example(1104, 49)
    @given(st.integers(0, 10**6), st.integers(2, 60))
    def test_any_property(self, seed, stations):
        self.look(property_of(seed, stations))

    def test_the_demo_jobs_and_both_papers(self):
        for job in demo_jobs().values():
            self.assertEqual(len(self.look(job)), 1, job.name)
            on_a4 = job.model_copy(update={"packet": job.packet.model_copy(update={"paper": "a4"})})
            self.assertEqual(one_line(on_a4)[0].width, 297.0)

    def test_every_figure_is_the_solution_s(self):
        job = demo_jobs()["juniper-bend"]
        solution = solve(job)
        (drawing,) = one_line(job)
        said = " | ".join(s.words for s in drawing.shapes if isinstance(s, Words))
        for station, answer in zip(job.stations, solution.stations, strict=True):
            self.assertIn(station.name, said)
            self.assertIn(f"{answer.fault_a.value / 1000:.1f}", said)
            if station.kind != "utility":
                self.assertIn(f"drop {answer.drop_pct.value:.1f} %", said)
        for run, answer in zip(job.runs, solution.runs, strict=True):
            self.assertIn(f"{run.cable.length:g} ft", said)
            self.assertIn(f"× {answer.figure('size').value} {run.cable.metal}", said)
        # The studio's neutral is bonded a second time; the service has the one bond.
        self.assertEqual((said.count("second bond"), said.count("neutral bonded here")), (1, 1))
        heavy = [s.weight for s in drawing.shapes if isinstance(s, Path) and s.closed and s.layer == "stations"]
        # One station of the seven stands already; the carport charger's triangle is drawn closed as well.
        self.assertEqual(heavy.count("line"), 1)

    def test_wires_are_counted_and_the_ground_s_metal_named(self):
        like = dict.fromkeys(("runs/1/locks/size", "runs/1/locks/neutral_size"), "6")
        for changes, wires in (
            (like, "60 A · 3 × 6 cu, G 10"),
            ({**like, "runs/1/locks/neutral_size": "8"}, "60 A · 2 × 6 cu, N 8, G 10"),
            ({**like, "runs/1/cable/egc_metal": "al"}, "60 A · 3 × 6 cu, G 8 al"),
        ):
            made = of_shed(**changes, **{"runs/1/locks/breaker_a": 60})
            told = [line.words for line in said(made, solve(made)).runs["feeder"]]
            self.assertIn(wires, told)

    def test_a_fault_at_its_rating_is_within_and_above_it_a_danger(self):
        behind = {"stations/0/source": {"kva": 25, "impedance_pct": 2}}
        amps = next(a.fault_a.value for a in solve(of_shed(**behind)).stations if a.id == "panel")
        for rating, ink in ((amps, "quiet"), (0.999 * amps, "danger")):
            made = of_shed(**behind, **{"stations/1/gear": {"interrupting_ka": rating / 1000.0}})
            (line,) = (x for x in said(made, solve(made)).stations["panel"] if x.words.endswith("kA"))
            self.assertEqual(line.ink, ink, line.words)


class Written(unittest.TestCase):
    def test_each_format_holds_all_of_it(self):
        job = property_of(7, 25)
        drawings = one_line(job)
        text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf(job.name, drawings))).pages)
        for drawing in drawings:
            words = [s for s in drawing.shapes if isinstance(s, Words)]
            root = ET.fromstring(svg(drawing))
            self.assertEqual(sum(e.tag.endswith("text") for e in root.iter()), len(words))
            self.assertEqual(sum(e.tag.endswith("circle") for e in root.iter()),
                             sum(isinstance(s, Circle) for s in drawing.shapes))  # fmt: skip
            document = read(io.StringIO(dxf(drawing).decode()))
            auditor = Auditor(document)
            self.assertEqual(document.audit().errors + auditor.errors, [])
            self.assertEqual(len(document.modelspace()), len(drawing.shapes))
            for each in words:
                plain = "".join(c if ord(c) < 0x2500 else "¤" for c in each.words)
                self.assertIn(plain.replace(" ", ""), text.replace(" ", ""))
