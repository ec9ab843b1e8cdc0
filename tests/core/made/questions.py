"""A run to ask about, with any field changed."""

from types import SimpleNamespace

from northspan.core.codes.nec.sizing.terms import Terms
from northspan.core.codes.nec.sizing.told.explain import LABELS
from northspan.core.property.whole.book import whole_book
from northspan.core.run.question import RunQuestion
from northspan.core.run.sizing import size_run

BOOK = whole_book("nec-2023")


def ask(**changes):
    given = {
        "system": "240-2w",
        "amps": 40.0,
        "length_m": 30.48,
        "metal": "cu",
        "insulation": "THWN-2",
        "raceway": "PVC40",
        "drop_limit_pct": None,
    }
    given |= changes
    terms = {name: given.pop(name) for name in Terms.__dataclass_fields__ if name in given}
    return RunQuestion(**given, terms=Terms(**terms))


def named(figures):
    """Figures by their keys; one that is not asked of a run is None."""
    return SimpleNamespace(**(dict.fromkeys(LABELS) | {each.key: each.figure for each in figures}))


def sized(**changes):
    return size_run(BOOK, ask(**changes))


def rules(**changes):
    return {f.rule for f in BOOK.findings.run_findings(sized(**changes))}
