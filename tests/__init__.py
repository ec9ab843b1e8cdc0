"""Tests: nothing in them is timed, so a slow machine fails none of them, and every run tries the same examples.

``make search`` looks further, at random: what it finds is kept as an ``@example`` of its test.
"""

import os

from hypothesis import settings

FACTOR = 10 if os.environ.get("NORTHSPAN_SEARCH") else 1
settings.register_profile(
    "kept", deadline=None, max_examples=100 * FACTOR, derandomize=FACTOR == 1, print_blob=FACTOR > 1
)
settings.load_profile("kept")


def examples(many, **more):
    """So many examples of a law; ten times as many in a search."""
    return settings(max_examples=many * FACTOR, **more)
