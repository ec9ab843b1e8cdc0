"""How a command ends: its exit status, and words for what was wrong."""

import sys
from collections.abc import Iterable

PASSES, FAILS, BAD_INPUT = 0, 1, 2


def complain(problems: Iterable[str]) -> int:
    """Say what is wrong, a line each. Returns the status of bad input."""
    for problem in problems:
        print(f"northspan: {problem}", file=sys.stderr)
    return BAD_INPUT
