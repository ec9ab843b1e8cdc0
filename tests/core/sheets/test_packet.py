"""The packet: every sheet whole and on its paper, every figure the job's, and what changed barred."""

import csv
import io
import json
import math
import re
import unittest
from itertools import pairwise, takewhile

from ezdxf.filemanagement import read
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from northspan.core.document.file import dump, parse
from northspan.core.job.planned.packet import PacketPlan
from northspan.core.plans.inspection import inspection_list
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.property.whole.inspection import Looked
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.paper.drawing.shapes import Path, Words
from northspan.paper.glyphs import printable
from northspan.paper.packet.catalogue import NAMES
from northspan.paper.packet.changes import changes
from northspan.paper.packet.files import archive, packet_files
from tests import examples
from tests.core.made.jobs import document, job
from tests.core.made.sheets import bars, facts, matter, sheets, words
from tests.core.sheets.test_one_line import apart, property_of

NUMBER = re.compile(r"(?<![\w.,/-])\d[\d,]*(?:\.\d+)?(?![\w/]|\.\d|,\d)")
HOSTILE = '=1+1 "quoted" /../ <b>&amp;</b> ' + "W" * 48


def edited(made, **changes):
    """A job with fields changed by their paths, with slashes."""
    found = dump(made)
    for path, value in changes.items():
        *way, last = path.split("/")
        at = found
        for step in way:
            at = at[int(step)] if step.isdecimal() else at[step]
        at[int(last) if last.isdecimal() else last] = value
    return parse(found)


def along(start, end):
    """Points along a stretch of line, a quarter of a millimetre apart."""
    many = max(1, int(4 * math.dist(start, end)))
    return [tuple(a + (b - a) * n / many for a, b in zip(start, end, strict=True)) for n in range(many + 1)]


def numbers(value, found):
    """Every number in a part of an answer or of a job, also those within its words."""
    if isinstance(value, bool) or value is None:
        return found
    if isinstance(value, (int, float)):
        found.add(float(value))
    elif isinstance(value, str):
        found |= {float(n.replace(",", "")) for n in re.findall(r"\d[\d,]*(?:\.\d+)?", value)}
    elif isinstance(value, dict):
        for key, each in value.items():
            numbers(key, found)
            numbers(each, found)
    elif isinstance(value, (list, tuple)):
        for each in value:
            numbers(each, found)
    elif hasattr(value, "__dataclass_fields__"):
        for name in value.__dataclass_fields__:
            numbers(getattr(value, name), found)
    return found


class Laid(unittest.TestCase):
    def look(self, made):
        for name, sheet in sheets(made, before={n: {} for n in NAMES}).items():
            for page in sheet.pages:
                every = sorted((s for s in page.shapes if isinstance(s, Words)), key=lambda s: s.y)
                for at, one in enumerate(every):
                    near = takewhile(lambda s, one=one: s.y < one.y + 8.0, every[at + 1 :])
                    meets = [s.words for s in near if not apart(one.rect, s.rect)]
                    self.assertEqual(meets, [], (name, one.words))
                for shape in page.shapes:
                    x0, y0, x1, y1 = shape.rect
                    within = x0 >= 8.9 and y0 >= 8.9 and x1 <= page.width - 8.9 and y1 <= page.height - 8.9
                    self.assertTrue(within, (name, shape))

    def test_no_words_of_a_drawing_lie_on_its_lines(self):
        for made in demo_jobs().values():
            found = sheets(made, before={n: {} for n in NAMES})
            for name in {"site-plan", "pull", "riser"} & set(found):
                for page in found[name].pages[: found[name].drawn]:
                    every = [
                        s for s in page.shapes if isinstance(s, Path) and s.layer in ("runs", "ground", "stations")
                    ]
                    spots = [spot for path in every for ends in pairwise(path.points) for spot in along(*ends)]
                    for each in (s for s in page.shapes if isinstance(s, Words) and s.words not in ("M", "G")):
                        x0, y0, x1, y1 = each.rect
                        hit = [s for s in spots if x0 < s[0] < x1 and y0 < s[1] < y1]
                        self.assertEqual(hit, [], (made.name, name, each.words))

    @examples(6)
    @given(st.integers(0, 10**6), st.integers(2, 25))
    def test_any_property(self, seed, stations):
        self.look(property_of(seed, stations))

    def test_the_demo_jobs_on_every_paper(self):
        for made in demo_jobs().values():
            found = sheets(made)
            self.assertEqual(len(found["cover"].pages), 1, made.name)
            self.look(made)
            turned = edited(made, **{"packet/turned": list(NAMES), "packet/paper": "a4"})
            self.look(turned)
            lies = {n: (s.pages[0].width > s.pages[0].height) for n, s in found.items()}
            now = {n: (s.pages[0].width > s.pages[0].height) for n, s in sheets(turned).items()}
            self.assertEqual({n: not across for n, across in lies.items()}, now)

    def test_every_number_is_the_jobs_or_its_solutions(self):
        # The sheets' own: their numbers, the day, pages, counts of things, and rules of the inspection list.
        for made in demo_jobs().values():
            whole = matter(made)
            solution, listed = whole.solution, whole.listed
            known = numbers((solution, listed, dump(made), [i.look_for + i.section for i in whole.items]), set())
            known |= {round(v / 1000, 6) for v in known} | {float(n) for n in range(200)}
            by_digits = [{f"{v:.{d}f}" for v in known} for d in range(5)]
            looked = 0
            for name in ("cover", "one-line", "riser", "loads", "panels", "ground", "pull", "boxes", "materials"):
                for each in words(sheets(made, (name,))[name]) if name in sheets(made, (name,)) else ():
                    # The title block has the day and counts the sheets.
                    for told in () if re.search(r"\d{4}-\d\d-\d\d", each.words) else NUMBER.findall(each.words):
                        digits = len(told.partition(".")[2])
                        looked += 1
                        self.assertTrue(told.replace(",", "") in by_digits[min(digits, 4)], (name, told, each.words))
            self.assertGreater(looked, 150)

    def test_a_plan_to_scale_is_in_feet(self):
        made = demo_jobs()["juniper-bend"]
        sheet = sheets(made, ("site-plan",))["site-plan"]
        route = next(r.route.points for r in made.runs if r.id == "pump-circuit")
        on_the_ground = sum(math.dist((a.x, a.y), (b.x, b.y)) for a, b in pairwise(route))
        files = dict(packet_files(matter(made, ("site-plan",)), [sheet]))
        drawn = read(io.StringIO(files["site-plan-1.dxf"].decode()))
        self.assertEqual((drawn.units, drawn.audit().errors), (2, []))
        lines = [e for e in drawn.modelspace() if e.dxf.layer == "RUNS" and e.dxftype() == "LWPOLYLINE"]
        long = [sum(math.dist(a[:2], b[:2]) for a, b in pairwise(list(e))) for e in lines]
        self.assertTrue(any(abs(each - on_the_ground) < 0.01 for each in long), (on_the_ground, long))

    def test_room_made_by_hand_moves_a_station_and_all_that_hangs_on_it(self):
        def at(made, nudges):
            (page,) = sheets(edited(made, **{"packet/nudges": nudges}), ("one-line",))["one-line"].pages
            return {spot.key: (spot.left, spot.top) for spot in page.spots}

        small = job()
        shed = small.stations[2].id
        plain, moved = at(small, []), at(small, [{"station": shed, "right": 10, "down": 0, "rank": 0}])
        for key, (x, y) in plain.items():
            # All is drawn at one and a quarter of its size.
            self.assertAlmostEqual(moved[key][0] - x, 12.5 if key == f"station/{shed}" else 0.0)
            self.assertAlmostEqual(moved[key][1], y)
        lower = at(small, [{"station": shed, "right": 0, "down": 8, "rank": 0}])
        self.assertAlmostEqual(lower[f"station/{shed}"][1] - plain[f"station/{shed}"][1], 10.0)
        # What hangs under another goes aside too, its own line turning with it.
        below = small.stations[1].id
        aside = at(small, [{"station": below, "right": 10, "down": 0, "rank": 0}])
        self.assertAlmostEqual(aside[f"station/{below}"][0] - plain[f"station/{below}"][0], 12.5)
        self.assertAlmostEqual(aside[f"station/{below}"][1], plain[f"station/{below}"][1])
        first = at(demo_jobs()["juniper-bend"], [{"station": "pump-stand", "right": 0, "down": 0, "rank": -2}])
        self.assertLess(first["station/pump-stand"][1], first["station/studio-panel"][1])

    def test_what_is_to_come_is_dashed_and_not_bought(self):
        made = job()
        later = edited(made, **{"stations/2/state": "later", "runs/1/state": "later"})

        def dashed(one):
            return [
                s
                for p in sheets(one, ("one-line",))["one-line"].pages
                for s in p.shapes
                if isinstance(s, Path) and s.dashed
            ]

        self.assertEqual((len(dashed(made)), len(dashed(later))), (0, 2))
        before, after = ({c.name for c in job_counts(prepared(j)).counts} for j in (made, later))
        gone = {name for name in before - after if "8" in name or "35" in name}
        self.assertLessEqual({"wire cu 8 THWN-2 red", "breaker 2-pole 35"}, gone)


class Changed(unittest.TestCase):
    def test_what_did_not_change_is_not_barred(self):
        made = demo_jobs()["juniper-bend"]
        told = json.loads(json.dumps(facts(made)))
        found = sheets(made, before=told)
        self.assertEqual({n: len(bars(s)) for n, s in found.items() if bars(s)}, {})
        self.assertEqual(list(changes(told, facts(made))), [])

    def test_a_name_bars_what_it_stands_on_and_nothing_else(self):
        made = demo_jobs()["juniper-bend"]
        at = next(i for i, s in enumerate(made.stations) if s.id == "pump-stand")
        renamed = edited(made, **{f"stations/{at}/name": "Well head"})
        told = facts(made)
        (sheet,) = [sheets(renamed, ("one-line",), told)["one-line"]]
        self.assertEqual(len(bars(sheet)), 1)
        found = [c for c in changes(told, facts(renamed)) if c.sheet == "one-line"]
        self.assertEqual([(c.was[:10], c.now[:9]) for c in found], [("Pump stand", "Well head")])
        self.assertIn("bar: changed since A", {w.words.split(" · ")[-1] for w in words(sheet)})
        self.assertEqual(bars(sheets(renamed, ("riser",), told)["riser"]), [])


class Inspected(unittest.TestCase):
    def rules(self, made):
        return [item.rule for item in inspection_list(made, solve(made))]

    def test_the_list_is_what_the_job_contains(self):
        made = job()
        keys = [item.key for item in inspection_list(made, solve(made))]
        self.assertEqual(len(keys), len(set(keys)))
        there = self.rules(made)
        # Two runs, neither there already: wire of each is looked at, and its breaker.
        self.assertEqual((there.count("conductors"), there.count("breaker")), (2, 2))
        self.assertEqual((there.count("cover"), there.count("riser-unsaid")), (1, 1))
        dry = set(self.rules(edited(made, **{"runs/1/cable/location": "dry"})))
        self.assertEqual(set(there) - dry, {"cover", "riser-unsaid", "sealed", "backfill", "bends"})
        buried = edited(made, **{"runs/1/burial": {"cover": 20, "riser": "PVC80"}})
        self.assertEqual(set(self.rules(buried)) - set(there), {"riser"})
        built = edited(made, **{"runs/1/state": "stays", "stations/2/state": "stays"})
        self.assertEqual(self.rules(built).count("conductors"), 1)
        kept = {item.key for item in inspection_list(built, solve(built))}
        self.assertLess(kept, set(keys))
        second = edited(made, **{"stations/1/gear/back_fed": True})
        self.assertEqual(set(self.rules(second)) - set(there), {"hold-down"})

    def test_what_is_owed_in_a_panel_is_looked_at_circuit_by_circuit(self):
        made = demo_jobs()["tamarack-row"]
        solution = solve(made)
        owed = sum(len(c.owed) for p in solution.panels for c in p.circuits)
        pairs = sum(c.partner is not None for s in made.stations if s.panel for c in s.panel.circuits) / 2
        rules = self.rules(made)
        self.assertEqual((rules.count("guard"), rules.count("multiwire")), (owed, pairs))
        self.assertEqual(rules.count("splice-box"), sum(len(p.move.boxes) for p in solution.panels if p.move))

    def test_a_correction_is_watched_for_where_its_rule_is_met(self):
        watched = [{"rule": "breaker", "words": "torque marks on every screw"},
                   {"rule": "hold-down", "words": "never met here"},
                   {"rule": "", "stage": "final", "words": "a copy of the one-line in the panel"}]  # fmt: skip
        made = edited(job(), **{"house_rules/watched": watched})
        said = [item.look_for for item in inspection_list(made, solve(made))]
        self.assertEqual(sum("Asked for here: torque marks" in each for each in said), 2)
        self.assertFalse(any("never met here" in each for each in said))
        self.assertEqual(said[-1], "a copy of the one-line in the panel")

    def test_what_was_found_stands_on_the_list(self):
        made = job()
        key = inspection_list(made, solve(made))[0].key
        found = Looked("correction", "label the lid", "R. Vale", "2026-11-20", 7)
        told = " ".join(w.words for w in words(sheets(made, ("inspection",), looked={key: found})["inspection"]))
        for each in ("label the lid", "R. Vale", "2026-11-20", "photo 7"):
            self.assertIn(each, told)


class Written(unittest.TestCase):
    def test_a_hostile_name_breaks_no_sheet_and_no_file(self):
        made = parse(
            document(
                **{
                    "name": HOSTILE[:80],
                    "stations/2/name": "@" + HOSTILE[:79],
                    "note": "-2+3",
                    "places/0/name": "+1 house",
                }
            )
        )
        whole = matter(made)
        found = sheets(made)
        files = dict(packet_files(whole, list(found.values())))
        text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(files["packet.pdf"])).pages)
        bare = re.sub(r"\s", "", text)
        for sheet in found.values():
            for each in words(sheet):
                plain = re.sub(r"\s", "", printable(each.words))
                self.assertTrue(plain in bare, each.words)
        outline = [entry.title for entry in PdfReader(io.BytesIO(files["packet.pdf"])).outline]
        self.assertEqual(len(outline), sum(len(s.pages) for s in found.values()))
        self.assertTrue(all(re.fullmatch(r"[a-z0-9-]+\.(pdf|csv|svg|dxf)", name) for name in files))
        for name, body in files.items():
            if name.endswith(".csv"):
                for row in csv.reader(io.StringIO(body.decode("utf-8-sig"))):
                    self.assertFalse([c for c in row if c[:1] in ("=", "+", "-", "@") and len(c) > 1], name)
            elif name.endswith(".dxf"):
                self.assertEqual(read(io.StringIO(body.decode())).audit().errors, [], name)
        same = archive([("a", b"1"), ("b", b"2")])
        self.assertEqual(same, archive([("a", b"1"), ("b", b"2")]))

    def test_a_sheet_with_nothing_on_it_is_left_out(self):
        found = sheets(job())
        self.assertNotIn("boxes", set(found))
        index = {w.words for w in words(found["cover"])}
        self.assertIn("Panels", index)
        self.assertNotIn("Boxes", index)
        self.assertEqual(next(iter(found)), "cover")
        # Nothing is on the plan, but one trench is dug: a table alone.
        self.assertEqual((found["site-plan"].drawn, len(found["site-plan"].tables)), (0, 1))
        self.assertEqual(PacketPlan().left_out, ("materials", "calculation"))


if __name__ == "__main__":
    unittest.main()
