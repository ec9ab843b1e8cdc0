"""A job with a variant's changes made: metal, breaker, pipe, or another voltage through transformers."""

from collections.abc import Container

from northspan.core.book.library import code_book
from northspan.core.book.systems import SYSTEMS, can_feed
from northspan.core.figures.units import FOOT_M, Units
from northspan.core.job.job import Job, Station, Transformer, Variant
from northspan.core.job.load import Load
from northspan.core.job.run import Cable, Locks, Run
from northspan.core.network.topology import network
from northspan.core.physics.transformer import MADE_KVA, rated_amps
from northspan.core.property.whole.book import WholeBook, whole_book
from northspan.core.property.whole.solution import Solution
from northspan.core.run.rules import SizingRules
from northspan.core.solve.solve import solve

CONNECTING_M = 5.0 * FOOT_M
SECONDARY_SHARE = 1.25


class NotPossible(ValueError):
    """A variant that cannot be made of this job; the message says why, in words."""


def varied(job: Job, variant: Variant, larger: int = 0) -> tuple[Job, Solution]:
    """The job with the variant's changes, and its solution; its transformers so many sizes ``larger`` than the least
    that carries the load. Raises NotPossible.
    """
    targets = [run for run in job.runs if variant.run in (None, run.id)]
    if not targets:
        raise NotPossible("The run it was made for is gone from the job.")
    if variant.system is not None and variant.run is None:
        raise NotPossible("Another voltage is for one run: choose which.")
    book, runs = whole_book(job.code_book), {run.id: run for run in job.runs}
    for run in targets:
        runs[run.id] = _changed(book.sizing, run, variant)
    made = job.model_copy(update={"runs": tuple(runs.values()), "variants": ()})
    solution = solve(made)
    if variant.system is not None:
        for run in targets:
            if run.system != variant.system:
                made = _through_transformers(made, solution, runs[run.id], variant.system, larger)
        solution = solve(made)
    if variant.pipe_up:
        made = _pipes_up(made, solution, {run.id for run in targets})
        solution = solve(made)
    return made, solution


def _changed(rules: SizingRules, run: Run, variant: Variant) -> Run:
    cable, locks, metal = run.cable, run.locks, variant.metal
    if metal is not None and metal != cable.metal and rules.made_with(cable.insulation, metal):
        cable, locks = cable.model_copy(update={"metal": metal, "egc_metal": None}), _no_wire(locks)
    if variant.breaker_a is not None:
        locks = _no_wire(locks).model_copy(update={"breaker_a": variant.breaker_a})
    # What is built otherwise is bought, whatever is there.
    state = run.state if (cable, locks) == (run.cable, run.locks) else run.made_otherwise
    return run.model_copy(update={"cable": cable, "locks": locks, "state": state})


def _no_wire(locks: Locks) -> Locks:
    return Locks(load=locks.load, breaker_a=locks.breaker_a, loaded_conductors=locks.loaded_conductors)


def _pipes_up(job: Job, solution: Solution, targets: set[str]) -> Job:
    """One trade size above what each run came out with."""
    pipes = {a.id: a.figure("raceway").value for a in solution.runs}
    made = code_book(job.code_book).vocabulary.allowed("trade_sizes")
    runs = []
    for run in job.runs:
        pipe = pipes[run.id]
        if run.id in targets and pipe in made:
            above = made[min(made.index(pipe) + 1, len(made) - 1)]
            locks = run.locks.model_copy(update={"raceway_size": above})
            run = run.model_copy(update={"locks": locks, "state": run.made_otherwise})
        runs.append(run)
    return job.model_copy(update={"runs": tuple(runs)})


def _through_transformers(job: Job, solution: Solution, run: Run, system: str, larger: int) -> Job:
    """The run at another voltage: a transformer back to its own at the far end, and one ahead where needed."""
    answer = next(a for a in solution.runs if a.id == run.id)
    amps = answer.figure("load").value
    if not isinstance(amps, float) or amps == 0.0:
        raise NotPossible("The run has no load yet, so no transformer can be chosen.")
    needed = SYSTEMS[run.system].volts * amps / 1000.0
    made_so = [made for made in MADE_KVA if made >= needed]
    if len(made_so) <= larger:
        raise NotPossible(f"{needed:.0f} kVA is more than the transformers on the list.")
    kva = made_so[larger]
    book = whole_book(job.code_book)
    source = network(job).delivers[run.from_station]
    stations = {s.id: s for s in job.stations}
    taken = {r.id for r in job.runs}
    ends = stations[run.from_station], stations[run.to_station]
    new_stations: list[Station] = []
    standing = job.stations
    runs: list[Run] = []
    start = run.from_station
    if source is None or not can_feed(source, system):
        up = _transformer(
            book,
            _fresh(stations, f"{run.id}-up"),
            f"Transformer for {ends[1].name}",
            ends[0].place,
            kva,
            system,
            run.system,
        )
        new_stations.append(up)
        leaving = _connecting(job.told, _fresh(taken, f"{run.id}-to-up"), start, up.id, run)
        runs.append(leaving)
        standing = tuple(_leaves_by(s, run.id, leaving.id) if s.id == start else s for s in job.stations)
        start = up.id
    down = _transformer(
        book,
        _fresh(stations, f"{run.id}-down"),
        f"Transformer at {ends[1].name}",
        ends[1].place,
        kva,
        run.system,
        system,
    )
    new_stations.append(down)
    line = run.model_copy(
        update={
            "from_station": start, "to_station": down.id, "system": system, "locks": Locks(), "whole_dwelling": False,
            "state": run.made_otherwise,
        }
    )  # fmt: skip
    runs += [
        line,
        _connecting(job.told, _fresh(taken, f"{run.id}-from-down"), down.id, run.to_station, run, run.locks.load),
    ]
    kept = tuple(r for r in job.runs if r.id != run.id)
    return job.model_copy(update={"stations": (*standing, *new_stations), "runs": (*kept, *runs)})


def _leaves_by(station: Station, before: str, now: str) -> Station:
    """A panel whose breaker for one run feeds another in its place."""
    if station.panel is None:
        return station
    circuits = tuple(c.model_copy(update={"run": now}) if c.run == before else c for c in station.panel.circuits)
    return station.model_copy(update={"panel": station.panel.model_copy(update={"circuits": circuits})})


def _fresh(taken: Container[str], wanted: str) -> str:
    """An id that is not taken, within the length an id may have."""
    base = wanted[:60]
    return next(i for i in (base, *(f"{base}-{n}" for n in range(2, 1000))) if i not in taken)


def _transformer(
    book: WholeBook, station: str, name: str, place: str, kva: float, secondary: str, primary: str
) -> Station:
    protected = SYSTEMS[secondary].grounded > 0 or SYSTEMS[primary].grounded > 0
    breaker = (
        book.sizing.standard_rating(SECONDARY_SHARE * rated_amps(kva, SYSTEMS[secondary].volts)) if protected else None
    )
    own = Transformer(secondary=secondary, kva=kva, secondary_breaker_a=breaker)
    return Station(id=station, name=name[:80], kind="transformer", place=place, terminal_c=75, transformer=own)


def _connecting(told: Units, run_id: str, start: str, end: str, like: Run, load: Load | None = None) -> Run:
    pipe = like.cable.raceway if like.cable.raceway != "none" else "PVC40"
    cable = Cable(length=told.length.of(CONNECTING_M), metal="cu", insulation="THWN-2", raceway=pipe)
    return Run(
        id=run_id, from_station=start, to_station=end, use="feeder", system=like.system, cable=cable,
        locks=Locks(load=load),
    )  # fmt: skip
