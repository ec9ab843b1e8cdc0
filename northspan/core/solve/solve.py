"""A job solved: from the source outward, every run and station, then what is wrong."""

from collections.abc import Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.document.finding import Finding
from northspan.core.figures.working import Figure, NamedFigure, Step, figure_of, number
from northspan.core.job.job import Job
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network, source_system
from northspan.core.property.ground.bonded import keeping_home
from northspan.core.property.ground.network.wired import supply_loops
from northspan.core.property.ground.solve_ground import solve_ground
from northspan.core.property.loads.growth import Growth
from northspan.core.property.loads.rated import rated_current
from northspan.core.property.panel.solve_panels import panel_answer, solve_panels
from northspan.core.property.pull.solve_pulls import solve_pulls
from northspan.core.property.pull.told.whole import pull_answer
from northspan.core.property.runs.routes import route_answers
from northspan.core.property.runs.short_circuit import available_faults
from northspan.core.property.runs.voltages import station_shares
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import proved_findings, run_fix
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Device, RunAnswer, Solution, StationAnswer
from northspan.core.property.whole.view import JobView
from northspan.core.run.rung import Ladder
from northspan.core.run.sized import Sizing
from northspan.core.run.sizing import explained, other_ladder
from northspan.core.solve.next_steps import next_steps
from northspan.core.solve.prepared import prepared

LEVELS = ("danger", "violation", "house", "advice", "note")


def solve(job: Job) -> Solution:
    """Solve a job under its code book and house rules. Pure: the same job gives the same answer.

    The job must come from ``document.file.parse``, which has checked its network. Raises nothing else.
    """
    return solution(prepared(job))


def solution(ready: Prepared) -> Solution:
    """The whole answer to a job made ready."""
    book, job, net, places, sized = ready.book, ready.job, ready.net, ready.places, ready.sized
    words = book.earthing.words
    leg, supplies = f"{words['leg']} to {words['grounded']}", supply_loops(book.earthing, job)
    faults = available_faults(book.cites["impedance"], leg, job, net, sized, supplies)
    stations = _stations(job, net, sized, faults)
    routes = route_answers(ready.entered)
    drops = {s.id: float(s.drop_pct.value) for s in stations if isinstance(s.drop_pct.value, float)}
    figures = {name: explained(book, each.sizing.question, each.sizing.load_steps) for name, each in sized.items()}
    ground = solve_ground(book.earthing, job, net, sized)
    panels = solve_panels(book, job, net, sized)
    pulls = solve_pulls(book, job, net, sized)
    view = JobView(ready.entered, job, net, sized, drops, faults, places, routes, figures, ground, panels, pulls)
    found = [*_run_findings(book, sized), *book.findings.job_findings(book, view)]
    findings = keeping_home(book.earthing, ready.entered, ground, found)
    findings = [ready.left.finding(each) for each in findings]
    findings.sort(key=lambda f: LEVELS.index(f.level))
    grows = Growth(book, net, sized)
    runs = tuple(_run_answer(ready, view, grows, sized[run.id]) for run in job.runs)
    todo = next_steps(book, job, net, places, findings)
    opened = tuple(panel_answer(book, each) for each in panels.values())
    unrolled = tuple(pull_answer(book, each, job.told) for each in pulls.values())
    return Solution(
        job.code_book,
        book.edition,
        places,
        runs,
        stations,
        routes,
        ground.answer(),
        opened,
        unrolled,
        tuple(findings),
        todo,
    )


def _stations(
    job: Job, net: Network, sized: Mapping[str, SizedRun], faults: Mapping[str, Figure]
) -> tuple[StationAnswer, ...]:
    """Distance and voltage of every station: each run's drop is taken from the voltage that reaches it."""
    share = station_shares(net, sized)
    away: dict[str, float] = {}
    steps: dict[str, tuple[Step, ...]] = {}
    for station in job.stations:
        if station.id not in net.fed_by:
            away[station.id] = 0.0
            volts = _source_volts(source_system(station))
            steps[station.id] = (Step("At the source, nominal", volts, "V", "entered"),) if volts else ()
    for run in net.order:
        through = _transformer_step(net, run.from_station, share.leaving[run.from_station])
        away[run.to_station] = away[run.from_station] + run.cable.length
        volts = SYSTEMS[run.system].volts
        what = f"After {job.told.length.said(run.cable.length)} to {net.stations[run.to_station].name}"
        step = Step(what, share.at[run.to_station] * volts, "V", "short line, every current at its own load's angle")
        steps[run.to_station] = (*steps[run.from_station], *through, step)
    return tuple(
        _station_answer(
            net, s.id, source_system(s), share.at[s.id], job.told.length.of(away[s.id]), steps[s.id], faults[s.id]
        )
        for s in job.stations
    )


def _transformer_step(net: Network, station: str, share: float) -> tuple[Step, ...]:
    transformer = net.stations[station].transformer
    if transformer is None:
        return ()
    volts = share * SYSTEMS[transformer.secondary].volts
    what = f"Out of {net.stations[station].name}, {number(transformer.impedance_pct)} % impedance"
    return (Step(what, volts, "V", "series impedance of a transformer"),)


def _source_volts(supply: str | None) -> float | None:
    return None if supply is None else SYSTEMS[supply].volts


def _station_answer(
    net: Network,
    station: str,
    supply: str | None,
    share: float,
    distance: float,
    steps: tuple[Step, ...],
    fault: Figure,
) -> StationAnswer:
    run, rated = net.fed_by.get(station), rated_current(net.stations[station])
    live = net.system[station] is not None
    nominal = SYSTEMS[run.system].volts if run is not None else _source_volts(supply)
    if not live or nominal is None:
        empty = Figure(None, "V", ())
        return StationAnswer(station, False, distance, empty, Figure(None, "%", ()), fault, rated)
    volts = share * nominal
    drop = 100.0 * (1.0 - share)
    last = Step(f"{number(nominal)} V nominal less {number(volts)} V, of nominal", drop, "%", "short line")
    dropped = Figure(drop, "%", (*steps, last))
    return StationAnswer(station, True, distance, Figure(volts, "V", steps), dropped, fault, rated)


def _run_findings(book: WholeBook, sized: Mapping[str, SizedRun]) -> list[Finding]:
    found = []
    for each in sized.values():
        if each.sizing.rung is None and each.sizing.question.carried_a == 0.0:
            continue
        for finding, changes in proved_findings(book, each.sizing.question):
            fixes = tuple(run_fix(each, c) for c in changes)
            found.append(
                Finding(
                    finding.rule,
                    finding.level,
                    finding.section,
                    finding.title,
                    finding.words,
                    run=each.run.id,
                    station=each.run.to_station,
                    fixes=fixes,
                )
            )
    return found


def _run_answer(ready: Prepared, view: JobView, grows: Growth, each: SizedRun) -> RunAnswer:
    book, run, sizing, guard = ready.book, each.run, each.sizing, each.guard
    entered = None if guard.pointer is None else ready.left.pointer(guard.pointer)
    figures = view.figures[run.id]
    lost = figure_of(figures, "loss_w").value
    if isinstance(lost, float):
        figures = _after(figures, "loss_w", NamedFigure("loss_kwh_year", "Loss in a year", _yearly(view.job, lost)))
    figures = (*figures, *grows.of(each))
    ladders: tuple[Ladder, ...] = (sizing.ladder,)
    if sizing.question.carried_a > 0.0:
        ladders = (sizing.ladder, other_ladder(book, sizing, "cu" if run.cable.metal == "al" else "al"))
    rung = sizing.rung
    return RunAnswer(
        run.id,
        run.from_station,
        run.to_station,
        view.network.system[run.to_station] is not None,
        run.cable.metal,
        run.cable.sets,
        rung is not None and rung.passes,
        rung.stopped_by if rung else None,
        Device(book.earthing.words[f"at_{guard.at}"], guard.rating_a, entered, not guard.own),
        _conductors(book, sizing),
        each.limit_pct,
        figures,
        ladders,
        tuple(book.findings.conditions(view, each)),
    )


def _after(figures: tuple[NamedFigure, ...], key: str, more: NamedFigure) -> tuple[NamedFigure, ...]:
    at = next(i for i, each in enumerate(figures, 1) if each.key == key)
    return (*figures[:at], more, *figures[at:])


def _conductors(book: WholeBook, sizing: Sizing) -> str:
    """What is pulled, on one line, as it is written on a one-line."""
    terms = book.earthing.words
    q, rung, also = sizing.question, sizing.rung, sizing.companions
    if rung is None or also is None:
        return ""
    hot, scale = terms["ungrounded"], book.scale
    hots = hot if q.wiring.ungrounded == 1 else f"{q.wiring.ungrounded} {hot}s"
    words = [f"{hots} {scale.spoken(rung.size, q.metal)}"]
    if also.neutral is not None:
        words.append(f"{scale.spoken(also.neutral, q.metal)} {terms['grounded']}")
    if also.equipment_ground is not None:
        words.append(f"{scale.spoken(also.equipment_ground, q.ground_metal)} {terms['ground']}")
    each = ", ".join(words)
    return f"{q.sets} sets of {each}" if q.sets > 1 else each


def _yearly(job: Job, watts: float) -> Figure:
    hours = job.house_rules.loss_hours
    kwh = watts * hours / 1000.0
    what = f"{number(watts)} W × {number(hours)} h at the design load"
    return Figure(kwh, "kWh", (Step(what, kwh, "kWh", "house rule: hours a year"),))
