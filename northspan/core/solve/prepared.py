"""A job made ready: read in SI under its code book, its network laid out, every run sized.

What is asked of a job later (its solution, a fault dropped on it, a rung of a ladder opened) starts from here.
"""

from collections.abc import Collection, Mapping
from dataclasses import replace

from northspan.core.document.left import as_left
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.job.told.in_si import in_si
from northspan.core.network.guards import Guard, ahead_a, guards, main_a, unguarded
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network, as_made, as_used, network
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.loads.place_loads import place_loads
from northspan.core.property.loads.run_loads import run_loads
from northspan.core.property.runs.asking import Standing, Tapped, drop_limit, question
from northspan.core.property.runs.shared_raceway import loaded_together, shared
from northspan.core.property.whole.book import WholeBook, whole_book
from northspan.core.property.whole.prepared import Prepared
from northspan.core.run.sizing import size_run, unsized
from northspan.core.solve.driving import with_driven_loads


def prepared(entered: Job) -> Prepared:
    """Make a job ready that has passed ``document.file.sound``: the property that it leaves. Raises nothing else."""
    book = whole_book(entered.code_book)
    left = as_left(entered)
    used = as_made(as_used(in_si(left.job, entered.told)), book.earthing.brings_ground)
    job = with_driven_loads(used)
    net = network(job)
    places = place_loads(book, job, net)
    return Prepared(book, left, job, net, places, _size_all(book, job, net, places))


def _size_all(book: WholeBook, job: Job, net: Network, places: tuple[PlaceLoad, ...]) -> Mapping[str, SizedRun]:
    """Every run sized, by id in the job's order; a run with no load beyond it has no rungs. From the sources outward,
    for a device ahead guards what leaves a switch or a joint.
    """
    loads = run_loads(book, job, net, places)
    guarding = guards(job, net)
    together = loaded_together(job)
    ahead_of = ahead_a(net, guarding)
    dwellings = _dwellings_carried(job, net, {p.station for p in places if p.drives})
    at = {run.id: index for index, run in enumerate(job.runs)}
    sized: dict[str, SizedRun] = {}
    for run in net.outward:
        load, (whole, touched) = loads[run.id], dwellings[run.id]
        limit = drop_limit(job.house_rules, run)
        entered_over = load.beyond if run.locks.load is not None else None
        ends = net.stations[run.from_station], net.stations[run.to_station]
        guard = _rated(guarding[run.id], sized)
        tapped = _tapped(net, run, sized)
        open_a = ahead_of[run.from_station]
        one = whole == 1 and touched == 1
        lies = together.get(run.id)
        brought = run.use == "service" and net.supply_of(run.from_station).brings_earth
        standing = Standing(ends, guard, whole > 0, one, tapped, lies, unguarded(ends[0], guard), open_a, brought)
        asked = question(book, job.house_rules, run, load, standing, job.units)
        # What is locked is there, loaded or not.
        loaded = asked.carried_a > 0.0 or run.locks.size is not None
        sizing = size_run(book, asked, load.steps, raceways=True) if loaded else unsized(asked)
        eased = None if sizing.rung is not None else book.sizing.eased(asked)
        if eased is not None:
            sizing = size_run(book, eased, load.steps, raceways=True) if loaded else unsized(eased)
        sized[run.id] = SizedRun(at[run.id], run, sizing, guard, entered_over, limit, touched, one, load.neutral_amps)
    return shared(book, job, {run.id: sized[run.id] for run in job.runs})


def _tapped(net: Network, run: Run, sized: Mapping[str, SizedRun]) -> Tapped | None:
    """What a tap or a transformer's secondary is taken from: the main where it starts, or the device that feeds it."""
    start = net.stations[run.from_station]
    feed = net.fed_by.get(start.id)
    if run.tap is not None and main_a(start) is not None:
        return Tapped(main_a(start), run.system)
    if feed is None or (run.tap is None and start.transformer is None):
        return None
    return Tapped(sized[feed.id].sizing.breaker_a, feed.system)


def _rated(guard: Guard, sized: Mapping[str, SizedRun]) -> Guard:
    """The guard with the rating that was worked out for what it follows, where none is on record."""
    if guard.rating_a is not None or not guard.follows:
        return guard
    ratings = [sized[name].sizing.breaker_a for name in guard.follows]
    known = [rating for rating in ratings if rating is not None]
    return replace(guard, rating_a=max(known) * guard.ratio if known else None)


def _dwellings_carried(job: Job, net: Network, landings: Collection[str | None]) -> Mapping[str, tuple[int, int]]:
    """By run how many dwellings it carries whole, every loaded station of theirs beyond it, and how many any part of
    which lies beyond it. ``landings`` are the stations where calculated loads land.
    """
    whole = dict.fromkeys((r.id for r in job.runs), 0)
    touched = dict(whole)
    for place in job.places:
        if not place.is_dwelling:
            continue
        here = [s for s in job.stations if s.place == place.id and s.kind not in ("utility", "meter")]
        loaded = {
            s.id
            for s in here
            if s.load is not None or s.id in landings or (s.kind == "panelboard" and s.id not in net.leaving)
        }
        of_place, of_load = net.counts_beyond({s.id for s in here}), net.counts_beyond(loaded)
        for run in job.runs:
            reached = of_place[run.to_station] > 0
            touched[run.id] += reached
            whole[run.id] += reached and of_load[run.to_station] == len(loaded)
    return {name: (whole[name], touched[name]) for name in whole}
