"""Every fix of a finding, applied to the job as it was: the finding goes, and no new danger comes."""

from collections import Counter

import jsonpatch

from northspan.core.jobfile import dump, parse
from northspan.core.solve import solve


def findings(made, rule=None):
    """The findings of a job document, of one rule where it is named."""
    return [f for f in solve(parse(made)).findings if rule in (None, f.rule)]


def dangers(made):
    return {_key(f) for f in findings(made) if f.level == "danger"}


def mended(test, made, found):
    """Apply every fix of some findings of a job document. Returns how many there were."""
    whole = dump(parse(made))
    before, rules = dangers(whole), Counter(map(_key, findings(whole)))
    for finding in found:
        for fix in finding.fixes:
            after = jsonpatch.apply_patch(whole, list(fix.patch))
            left = sum(_key(f) == _key(finding) for f in findings(after, finding.rule))
            test.assertLess(left, rules[_key(finding)], fix.label)
            test.assertLessEqual(dangers(after), before, fix.label)
    return sum(len(f.fixes) for f in found)


def _key(finding):
    return finding.rule, finding.run, finding.station, finding.place
