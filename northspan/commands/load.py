"""Print each place's load calculations, line by line: ``northspan load``."""

import argparse

from pydantic import TypeAdapter

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import BAD_INPUT, PASSES
from northspan.core.document.left import as_left
from northspan.core.job.told.in_si import in_si
from northspan.core.network.topology import network
from northspan.core.property.loads.place_load import LoadMethod, PlaceLoad
from northspan.core.property.loads.place_loads import place_loads
from northspan.core.property.whole.book import whole_book


def run(options: argparse.Namespace) -> int:
    """Add up the file's places and print the lines, or JSON."""
    job = read_job(options.job)
    if job is None:
        return BAD_INPUT
    job = as_left(in_si(job, job.told)).job
    loads = place_loads(whole_book(job.code_book), job, network(job))
    if options.json:
        print(TypeAdapter(tuple[PlaceLoad, ...]).dump_json(loads, indent=1).decode())
        return PASSES
    names = {place.id: place.name for place in job.places}
    for load in loads:
        print(f"{names[load.place]}: {load.why}")
        for method in load.methods:
            _print_method(method, method.id == load.governs)
    print("A planning aid: the adopted local code and the inspector decide.")
    return PASSES


def _print_method(method: LoadMethod, governs: bool) -> None:
    mark = "governs" if governs else "may be used" if method.may_be_used else "may not be used"
    print(f"  {method.name}, {method.section}: {mark}. {method.why}")
    for line in method.lines:
        print(f"    {line.va.value:>10,.0f} VA  {line.name}")
    print(f"    {method.total_va.value:>10,.0f} VA  together")
    neutral = method.neutral_amps.value
    also = "" if neutral is None else f", neutral {neutral:g} A"
    print(f"    {method.amps.value:>10g} A   heavier leg{also}")
