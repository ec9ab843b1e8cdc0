"""Print the whole solution of a job file: ``northspan solve``."""

import argparse

from pydantic import TypeAdapter

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import BAD_INPUT, PASSES
from northspan.core.property.whole.solution import Solution
from northspan.core.solve.solve import solve


def run(options: argparse.Namespace) -> int:
    """Solve the file and print the answer as JSON."""
    job = read_job(options.job)
    if job is None:
        return BAD_INPUT
    print(TypeAdapter(Solution).dump_json(solve(job), indent=1).decode())
    return PASSES
