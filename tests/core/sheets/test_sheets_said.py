"""What the sheets of a packet say in words, held against the property as it was drawn up and against plain sums."""

import unittest

from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.paper.sheets.ground import ground_sections
from northspan.paper.sheets.panels import panel_sections
from northspan.paper.sheets.pull import pull_sections


def by_title(sections):
    return {section.title: section.rows for section in sections}


class Said(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.job = demo_jobs()["juniper-bend"]
        cls.solution = solve(cls.job)

    def test_where_electrodes_are_owed(self):
        told = by_title(ground_sections(self.job, self.solution))
        owed = {
            title.removeprefix("Ground: "): rows[0][2] for title, rows in told.items() if title.startswith("Ground")
        }
        # 250.24 and 250.32(A): the service and what a feeder supplies; not what one branch circuit with a ground does.
        self.assertEqual(owed, {
            "Farmhouse": "owed", "Ceramics studio": "owed", "Press house": "owed",
            "Carport": "not owed", "Pump stand": "not owed",
        })  # fmt: skip

    def test_every_bond_as_it_is(self):
        rows = by_title(ground_sections(self.job, self.solution))["Bonds: Utility"]
        self.assertEqual({row[0]: (row[1], row[3]) for row in rows}, {
            "Service 200 A": ("screw, as it belongs", "unbroken"), "House panel": ("apart", "unbroken"),
            "Carport charger": ("no neutral", "unbroken"), "Studio panel": ("screw, where none belongs", "unbroken"),
            "Press house panel": ("apart", "none"), "Pump stand": ("no neutral", "unbroken"),
        })  # fmt: skip

    def test_a_pull_keeps_its_limits_or_does_not_and_the_lighter_way_is_the_easier(self):
        told = by_title(pull_sections(self.job, self.solution))
        names, kept = {s.id: s.name for s in self.job.stations}, []
        runs = {run.id: run for run in self.job.runs}
        for answer in self.solution.pulls:
            run = runs[answer.run]
            title = f"{names[run.from_station]} to {names[run.to_station]}"
            rows = dict(told[f"Pull: {title}"])
            ways = {"Fed at its start": answer.from_start, "Fed at its end": answer.from_end}
            least = min(way.tension.value for way in ways.values())
            easier = [words for words in ways if "the easier way" in rows[words]]
            self.assertEqual(len(easier), 1)
            self.assertAlmostEqual(ways[easier[0]].tension.value, least, places=6)
            for words, way in ways.items():
                within = way.tension.value <= answer.limit.value and way.pressure.value <= answer.pressure_limit.value
                self.assertEqual("keeps its limits" in rows[words], within, (title, words))
                self.assertEqual("goes over a limit" in rows[words], not within, (title, words))
                kept.append(within)
            if points := told.get(f"Route: {title}"):
                self.assertEqual((points[0][0], points[0][2], points[-1][2]), ("1", "start", "end"))
                bends = [row for row in points if row[2] == "bend"]
                self.assertTrue(all(row[3].endswith("°") for row in bends))
        self.assertEqual({True, False}, set(kept))

    def test_a_schedule_has_odd_spaces_left_even_right_and_every_wire_s_metal(self):
        told = by_title(panel_sections(self.job, self.solution))
        rows = told["House panel: schedule"]
        self.assertEqual([(row[0][:1].isdigit(), row[5][:1].isdigit()) for row in rows], [(True, True)] * 15)
        left, right = ([row[at].split("\n")[0].rstrip("AB") for row in rows] for at in (0, 5))
        self.assertEqual([int("".join(c for c in each if c.isdigit())) for each in left], list(range(1, 30, 2)))
        self.assertEqual([int("".join(c for c in each if c.isdigit())) for each in right], list(range(2, 31, 2)))
        serves = {row[at + 1]: row[at + 3] for row in rows for at in (0, 5)}
        self.assertEqual((serves["Studio feeder"], serves["Carport charger"]), ("3/0 al", "10 cu"))
        # The range takes two spaces on one side.
        self.assertEqual((rows[0][1], rows[1][1], rows[1][3]), ("Range", "with the space above", ""))


if __name__ == "__main__":
    unittest.main()
