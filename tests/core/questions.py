"""A run to ask about, with any field changed."""

from northspan.core.codes.library import code_book
from northspan.core.run.question import RunQuestion
from northspan.core.run.sizing import size_run

BOOK = code_book("nec-2023")


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
    return RunQuestion(**(given | changes))


def sized(**changes):
    return size_run(BOOK, ask(**changes))


def rules(**changes):
    return {f.rule for f in BOOK.run_findings(sized(**changes))}
