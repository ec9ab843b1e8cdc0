"""Findings on how the job is put together: supply voltages, missing loads, unmarked terminals, doubtful cells."""

from collections.abc import Iterable

from northspan.core.book.systems import SYSTEMS, can_feed
from northspan.core.document.finding import Finding
from northspan.core.figures.working import NamedFigure, number
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import SOURCES
from northspan.core.property.loads.rated import rated_current
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix, station_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change


def find_supply(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A run at a voltage its feeding station does not have; a station that nothing feeds."""
    for each in view.runs.values():
        source = view.network.delivers[each.run.from_station]
        if source is not None and not can_feed(source, each.run.system):
            name = view.network.stations[each.run.from_station].name
            fitting = [s for s in SYSTEMS if can_feed(source, s)]
            with_neutral = [s for s in fitting if SYSTEMS[s].grounded >= SYSTEMS[each.run.system].grounded]
            fitting = with_neutral or fitting
            fitting.sort(key=lambda s: SYSTEMS[s].ungrounded != SYSTEMS[each.run.system].ungrounded)
            yield Finding(
                "voltage-not-there",
                "danger",
                "110.4",
                f"No {each.run.system} at {name}",
                f"{name} has {source}; this run cannot be taken from it without a transformer.",
                run=each.run.id,
                station=each.run.from_station,
                fixes=tuple(run_fix(each, Change(f"Make it {s}", {"system": s})) for s in fitting[:2]),
            )
    for station in view.job.stations:
        if station.id not in view.network.fed_by and station.kind not in ("utility", *SOURCES):
            yield Finding(
                "not-fed",
                "note",
                "",
                f"{station.name} is not fed",
                "Nothing connects it to a utility station yet, so no voltage is shown for it.",
                station=station.id,
            )


def find_loads(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A run with nothing beyond it, or one entered at less than what it feeds."""
    for each in view.runs.values():
        name = view.network.stations[each.run.to_station].name
        amps = each.sizing.question.amps
        if amps == 0.0:
            panel = view.network.stations[each.run.to_station].panel
            circuits = len([c for c in panel.circuits if c.run is None]) if panel is not None else 0
            many = f"{circuits} circuit{'s' if circuits > 1 else ''}" if circuits else ""
            yield Finding(
                "no-load",
                "note",
                "220.40",
                f"{many} of {name} say{'' if circuits > 1 else 's'} no load yet" if many else f"No load at {name} yet",
                "Enter what it will carry; until then the run has no size."
                if each.sizing.rung is None
                else "Enter what it carries; until then its wire is judged by its device alone."
                if each.sizing.question.rating_a is None
                else "Enter what it carries; until then its wire is made for the rating that was asked.",
                run=each.run.id,
                station=each.run.to_station,
            )
        elif each.entered_over is not None and amps < each.entered_over - 1e-9:
            yield Finding(
                "load-below-sum",
                "advice",
                "220.40",
                f"Entered at {number(amps)} A, feeds {number(each.entered_over)} A",
                f"The loads beyond {name} add to more than was entered for the run. Demand factors may allow it; "
                "make sure that they do.",
                run=each.run.id,
                station=each.run.to_station,
                fixes=(run_fix(each, Change("Use the sum", {"load": None})),),
            )


def find_plate(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """More load than the utility's transformer is rated for: its own business, and worth a call."""
    for station in view.job.stations:
        rated = rated_current(station).value
        if station.kind != "utility" or not isinstance(rated, float):
            continue
        load = sum(view.runs[run.id].sizing.question.amps for run in view.network.leaving.get(station.id, ()))
        if load > rated + 0.5:
            yield Finding(
                "utility-plate",
                "note",
                "the utility’s own rules",
                f"{station.name}: {number(round(load, 1))} A of calculated load on {number(round(rated, 1))} A of "
                f"plate",
                "Utilities load their transformers by their own rules, for loads rarely meet. Tell them what is "
                "coming: the volts and the fault current change with the next size.",
                station=station.id,
            )


def find_terminals(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A station whose terminals' marking is not known, and what was assumed for it."""
    at: dict[str, list[SizedRun]] = {}
    for each in view.runs.values():
        for end in {each.run.from_station, each.run.to_station}:
            at.setdefault(end, []).append(each)
    for station in view.job.stations:
        touching = at.get(station.id, [])
        if station.kind == "utility" or station.terminal_c is not None or not touching:
            continue
        assumed = min(book.sizing.unmarked_terminal_c(view.job.house_rules, r.sizing.breaker_a) for r in touching)
        fix = station_fix(view.job, station, "They are marked 75 °C", "terminal_c", 75)
        yield Finding(
            "terminals-unmarked",
            "note",
            "110.14(C)(1)",
            f"{station.name}: terminals taken as {assumed} °C",
            "Their marking is not on record. Read it on the gear's label.",
            station=station.id,
            fixes=(fix,),
        )


def find_doubtful(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Table cells this job read that are marked as to be checked against the reader's own copy; said once."""
    read = sorted({cell for each in view.runs.values() for cell in _doubtful(view.figures[each.run.id])})
    if read:
        first = ", ".join(f"{table} at {row}" for table, row in read[:4])
        more = f" and {len(read) - 4} more" if len(read) > 4 else ""
        yield Finding(
            "check-your-copy",
            "note",
            "",
            "Some table cells: check your copy",
            f"Not every source agreed on a digit of these: {first}{more}. The working marks them.",
        )


def _doubtful(figures: Iterable[NamedFigure]) -> Iterable[tuple[str, str]]:
    for each in figures:
        for step in each.figure.steps:
            if step.doubtful and step.cell is not None:
                yield step.cell.table, step.cell.row
