"""Every fix of a finding, applied to the job as it was: the finding goes, and nothing gets worse."""

import unittest
from collections import Counter

import jsonpatch

from northspan.core.document.file import dump, parse
from northspan.core.solve.solve import solve
from tests.core.made.jobs import document


def findings(made, rule=None):
    """The findings of a job document, of one rule where it is named."""
    return [f for f in solve(parse(made)).findings if rule in (None, f.rule)]


def must_fix(made):
    """What a job document has of dangers and violations."""
    # Which of several circuits in one space is named may change with a fix.
    return {_key(f)[:-1] for f in findings(made) if f.level in ("danger", "violation")}


def mended(test, made, found):
    """Apply every fix of some findings of a job document. Returns how many there were."""
    whole = dump(parse(made))
    before, rules = must_fix(whole), Counter(map(_key, findings(whole)))
    for finding in found:
        for fix in finding.fixes:
            after = jsonpatch.apply_patch(whole, list(fix.patch))
            left = sum(_key(f) == _key(finding) for f in findings(after, finding.rule))
            test.assertLess(left, rules[_key(finding)], fix.label)
            test.assertLessEqual(must_fix(after), before, fix.label)
    return sum(len(f.fixes) for f in found)


def _key(finding):
    return finding.rule, finding.run, finding.station, finding.place, finding.circuit


class Trips(unittest.TestCase):
    def trips(self, rule, changes, sound, fixes=1):
        """A job that trips a rule, one that does not, and every fix applied."""
        made = document(**changes)
        found = findings(made, rule)
        self.assertEqual(len(found), 1, rule)
        self.assertEqual(mended(self, made, found), fixes, rule)
        self.assertEqual(findings(document(**sound), rule), [], rule)
        return found[0]
