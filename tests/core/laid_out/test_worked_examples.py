"""The worked examples in the docstrings, run."""

import doctest
import importlib
import pkgutil
import unittest

import northspan


class WorkedExamples(unittest.TestCase):
    def test_every_module(self):
        tried = 0
        for module in pkgutil.walk_packages(northspan.__path__, "northspan."):
            if ".migrations" in module.name:
                continue
            with self.subTest(module=module.name):
                result = doctest.testmod(importlib.import_module(module.name))
                self.assertEqual(result.failed, 0)
                tried += result.attempted
        self.assertGreater(tried, 25)
