"""Nothing of a job moves while the rooms around it are rebuilt: answers kept before, held against those of now."""

import unittest

from tools.frozen import TESTED, answered, differences, kept

KEPT = sorted(TESTED.glob("*.json.gz"))


class Frozen(unittest.TestCase):
    maxDiff = None

    def test_kept_answers_are_those_of_today(self):
        self.assertEqual(len(KEPT), 6)
        for path in KEPT:
            name = path.name.removesuffix(".json.gz")
            with self.subTest(job=name):
                self.assertEqual(list(differences(kept(path), answered(name)))[:8], [])

    def test_what_moved_is_named(self):
        was = {"run": {"amps": 100.0, "size": "4/0", "steps": [1, 2]}}
        self.assertEqual(list(differences(was, {"run": {"amps": 100.0 + 5e-8, "size": "4/0", "steps": [1, 2]}})), [])
        now = {"run": {"amps": 100.0 + 5e-7, "size": "250", "steps": [1]}, "new": 1}
        found = [line.split(":")[0] for line in differences(was, now)]
        self.assertEqual(found, ["/new", "/run/amps", "/run/size", "/run/steps"])


if __name__ == "__main__":
    unittest.main()
