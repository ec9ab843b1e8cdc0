"""What is kept from one edit to the next: it answers as if nothing had been kept."""

import gc
import unittest
from functools import _lru_cache_wrapper
from unittest.mock import patch

from hypothesis import given
from hypothesis import strategies as st
from pydantic import BaseModel

from northspan.core.document.file import dump
from northspan.core.document.patched import patched_job
from northspan.core.property.ground.bonded import bonded, home_facts
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.properties import random_property

# Laid into the facts whole, with whatever is in them.
WHOLE = {"Bonding", "Converter", "Generator", "TransferSwitch", "Transformer", "Place", "MetalPath"}
# Where other facts are, not facts.
ON_THE_WAY = {"Job.runs", "Job.stations", "Run.cable", "Station.gear"}


def forget_everything():
    """As in a program that has just started."""
    for each in gc.get_objects():
        if isinstance(each, _lru_cache_wrapper) and each.__module__.startswith("northspan.core"):
            each.cache_clear()


def read_by(work):
    """The fields of a job that some work reads, by the part that they belong to."""
    read, plain = set(), BaseModel.__getattribute__

    def reading(part, name):
        if name in type(part).model_fields:
            read.add(f"{type(part).__name__}.{name}")
        return plain(part, name)

    with patch.object(BaseModel, "__getattribute__", reading):
        work()
    return {each for each in read if each.split(".")[0] not in WHOLE} - ON_THE_WAY


class KeptAnswers(unittest.TestCase):
    @given(st.integers(0, 400), st.data())
    @examples(12)
    def test_an_edited_property_solves_as_if_it_were_new(self, seed, data):
        job = random_property(seed)
        run = data.draw(st.integers(0, len(job.runs) - 1))
        edit = data.draw(
            st.sampled_from(
                [
                    ("cable/length", 77.0),
                    ("cable/metal", "al"),
                    ("cable/no_egc", True),
                    ("cable/raceway", "EMT"),
                    ("use", "branch"),
                ]
            )
        )
        edited = patched_job(job, [{"op": "add", "path": f"/runs/{run}/{edit[0]}", "value": edit[1]}])
        solve(job)
        after = solve(edited)
        forget_everything()
        self.assertEqual(after, solve(edited))

    def test_a_way_home_hangs_on_nothing_but_what_it_is_kept_by(self):
        for seed in range(40):
            job = random_property(seed)
            rules = prepared(job).book.earthing
            kept = read_by(lambda job=job: home_facts(job)) | {"Place.id"}
            self.assertLessEqual(read_by(lambda job=job, rules=rules: bonded(rules, job)), kept)

    def test_the_same_facts_are_told_apart_from_others(self):
        job = random_property(3)
        cut = patched_job(job, [{"op": "add", "path": "/runs/0/cable/no_egc", "value": not job.runs[0].cable.no_egc}])
        longer = patched_job(job, [{"op": "add", "path": "/runs/0/cable/length", "value": 3.0}])
        self.assertNotEqual(home_facts(job), home_facts(cut))
        self.assertEqual(home_facts(job), home_facts(longer))
        self.assertNotEqual(dump(job), dump(longer))
