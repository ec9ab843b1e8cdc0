"""A job made ready: read in SI under its code book, its network laid out, every run sized.

What is asked of a job later (its solution, a fault dropped on it, a rung of a ladder opened) starts from here.
"""

from collections.abc import Collection, Mapping
from dataclasses import dataclass

from northspan.core.codes.codebook import WholeBook
from northspan.core.codes.library import whole_book
from northspan.core.job.in_si import in_si
from northspan.core.job.job import Job
from northspan.core.loads.place_load import PlaceLoad
from northspan.core.loads.place_loads import place_loads
from northspan.core.loads.run_loads import run_loads
from northspan.core.panel.driving import with_driven_loads
from northspan.core.property.asking import Standing, drop_limit, question
from northspan.core.property.guards import ahead_a, guards, unguarded
from northspan.core.property.shared_raceway import loaded_together, shared
from northspan.core.property.sized_run import SizedRun
from northspan.core.property.topology import Network, as_used, network
from northspan.core.run.sizing import size_run, unsized


@dataclass(frozen=True, eq=False)
class Prepared:
    """A job as it was entered, and as it is reckoned with: ``job`` in SI with every run called what it is, its network,
    what its places take, every run sized.
    """

    book: WholeBook
    entered: Job
    job: Job
    net: Network
    places: tuple[PlaceLoad, ...]
    sized: Mapping[str, SizedRun]


def prepared(entered: Job) -> Prepared:
    """Make a job ready that has passed ``document.file.sound``. Raises nothing else."""
    book, job = whole_book(entered.code_book), with_driven_loads(as_used(in_si(entered, entered.told)))
    net = network(job)
    places = place_loads(book, job, net)
    return Prepared(book, entered, job, net, places, _size_all(book, job, net, places))


def _size_all(book: WholeBook, job: Job, net: Network, places: tuple[PlaceLoad, ...]) -> Mapping[str, SizedRun]:
    """Every run sized, by id; a run with no load beyond it has no rungs."""
    loads = run_loads(book, job, net, places)
    guarding = guards(job, net)
    together = loaded_together(job)
    ahead_of = ahead_a(net, guarding)
    whole_runs = _carrying_dwellings(job, net, {p.station for p in places if p.drives})
    sized: dict[str, SizedRun] = {}
    for index, run in enumerate(job.runs):
        load = loads[run.id]
        whole = run.id in whole_runs
        limit = drop_limit(job.house_rules, run)
        entered_over = load.beyond if run.locks.load is not None else None
        ends = net.stations[run.from_station], net.stations[run.to_station]
        guard = guarding[run.id]
        ahead = guarding[net.fed_by[ends[0].id].id] if run.tap is not None and ends[0].id in net.fed_by else None
        ground_a = ahead.rating_a if ahead else None
        open_a = ahead_of[run.from_station]
        at = Standing(ends, guard, whole, ground_a, together.get(run.id), unguarded(ends[0], guard), open_a)
        asked = question(book, job.house_rules, run, load, at, job.units)
        loaded = load.amps > 0.0
        sizing = size_run(book, asked, load.steps, raceways=True) if loaded else unsized(asked)
        sized[run.id] = SizedRun(index, run, sizing, guard, entered_over, limit, whole, load.neutral_amps)
    return shared(book, job, sized)


def _carrying_dwellings(job: Job, net: Network, landings: Collection[str | None]) -> set[str]:
    """The runs that carry the whole load of a dwelling: every loaded station of the place lies beyond them.

    ``landings`` are the stations where calculated loads land.
    """
    found: set[str] = set()
    for place in job.places:
        if place.kind != "dwelling":
            continue
        here = [s for s in job.stations if s.place == place.id]
        loaded = {
            s.id
            for s in here
            if s.load is not None or s.id in landings or (s.kind == "panelboard" and s.id not in net.leaving)
        }
        of_place, of_load = net.counts_beyond({s.id for s in here}), net.counts_beyond(loaded)
        found |= {r.id for r in job.runs if of_place[r.to_station] and of_load[r.to_station] == len(loaded)}
    return found
