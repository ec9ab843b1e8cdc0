"""Tests: nothing in them is timed, so a slow machine fails none of them."""

from hypothesis import settings

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")
