"""Print the cheapest wire of a job that keeps every rule: ``northspan least-cost``."""

import argparse
import sys

from pydantic import TypeAdapter

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import BAD_INPUT, FAILS, PASSES
from northspan.core.plans.whatif.least.lines import MOST_LINES, LeastLines, least_lines
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import PriceItem


def run(options: argparse.Namespace) -> int:
    """Search and print, by the price list that is shipped. 1: some station stays beyond its drop from the source."""
    job = read_job(options.job)
    if job is None:
        return BAD_INPUT
    prices = {item.name: item.price for item in shipped_list("prices") if isinstance(item, PriceItem)}
    lines = dict.fromkeys(options.line)
    unknown = [run for run in lines if run not in {r.id for r in job.runs}]
    if unknown or len(lines) > MOST_LINES:
        trouble = f"there is no run {unknown[0]!r} in this job" if unknown else f"--line: {MOST_LINES} at most"
        print(f"northspan: {trouble}", file=sys.stderr)
        return BAD_INPUT
    found = least_lines(job, prices, options.years, lines)
    if options.json:
        print(TypeAdapter(LeastLines).dump_json(found, indent=1).decode())
    else:
        _print(found)
    return FAILS if found.least.over else PASSES


def _print(whole: LeastLines) -> None:
    found = whole.least
    print(f"as it stands ${found.before.value:,.2f}, at its least ${found.after.value:,.2f} in {found.years:g} years")
    for each in found.changes:
        parts, losses = each.parts_after - each.parts_before, each.losses_after - each.losses_before
        print(f"  {each.run}: {each.before} to {each.after}, parts ${parts:+,.2f}, losses ${losses:+,.2f}")
    for run in whole.lines:
        print(f"  {run}: a line at 480 V between transformers; sized by itself as such before")
    for words in (*whole.brings, *whole.passed_by):
        print(f"  {words}")
    for name in found.over:
        print(f"  {name} stays beyond the drop limit from the source whatever is chosen")
    if not found.proved:
        print("  not proved to be the least: a finding that no one run is to blame for was passed by")
    print("A planning aid: the adopted local code and the inspector decide.")
