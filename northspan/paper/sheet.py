"""The calculation sheet's contents, the same for every form it leaves in."""

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.codes.library import code_book
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.loads.place_load import PlaceLoad
from northspan.core.solution import RunAnswer, Solution
from northspan.core.working import Figure, Step
from northspan.paper.ground import BONDS_HEAD, PLACE_HEAD, bond_rows, place_rows
from northspan.paper.house_rules import in_words
from northspan.paper.labels import figure, written

Row = tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Section:
    """A titled table of words: ``head`` names the columns, every row has as many cells."""

    title: str
    head: Row
    rows: tuple[Row, ...]


def sections(job: Job, solution: Solution) -> Iterator[Section]:
    """The sheet in the order in which it is read."""
    yield _rules(job)
    yield _property(job, solution)
    for load in solution.loads:
        yield _loads(job, load)
    unit = job.told.torque.sign
    torques = [(s.name, f"{s.gear.torque:g} {unit}", "110.14(D)") for s in job.stations if s.gear.torque]
    if torques:
        yield Section("Torque of lugs, the makers' figures", ("Station", "Tightened to", "Section"), tuple(torques))
    yield _schedule(job, solution)
    for ground in solution.ground.places:
        if ground.fed:
            name = next(p.name for p in job.places if p.id == ground.place)
            yield Section(f"Ground: {name}", PLACE_HEAD, tuple(place_rows(job, ground)))
    for mode in solution.ground.modes:
        yield Section(f"Bonds: {mode.name}", BONDS_HEAD, tuple(bond_rows(job, mode)))
    if solution.ground.modes:
        yield Section("Taken where nothing is on record", ("",), tuple((words,) for words in solution.ground.assumed))
    yield _findings(job, solution)
    for run, answer in zip(job.runs, solution.runs, strict=True):
        yield Section(
            f"Working: {run_title(job, run)}",
            ("Figure", "Line", "Result", "Section or formula"),
            tuple(_working(answer)),
        )


def run_title(job: Job, run: Run) -> str:
    """A run by its two ends."""
    names = {s.id: s.name for s in job.stations}
    return f"{names[run.from_station]} to {names[run.to_station]}"


def _rules(job: Job) -> Section:
    book = code_book(job.code_book)
    rows = [("Code book", book.edition), *in_words(book.vocabulary, job.house_rules)]
    if job.note:
        rows.append(("Note", job.note))
    return Section("Made under", ("", ""), tuple(rows))


def _property(job: Job, solution: Solution) -> Section:
    places = {p.id: p.name for p in job.places}
    rows = [
        (
            places[station.place],
            station.name,
            station.kind.replace("-", " "),
            f"{station.terminal_c} °C" if station.terminal_c else "—",
            f"{station.load.amps:g} A" if station.load else "—",
            f"{answer.distance:g} {job.told.length.sign}" if answer.fed else "not fed",
            figure(answer.volts),
            figure(answer.drop_pct),
            figure(answer.fault_a),
        )
        for station, answer in zip(job.stations, solution.stations, strict=True)
    ]
    head = ("Place", "Station", "Kind", "Terminals", "Own load", "From source", "Voltage", "Drop", "Fault")
    return Section("Property", head, tuple(rows))


def _loads(job: Job, load: PlaceLoad) -> Section:
    """A place's load by every method, with its lines; the working of each line is on screen and in the JSON."""
    place = next(p.name for p in job.places if p.id == load.place)
    rows: list[Row] = [("", "", "", load.why)]
    for method in load.methods:
        word = "in force" if method.id == load.governs else "may be used" if method.may_be_used else "may not be used"
        rows.append((f"{method.name}, {method.section}", word, "", method.why))
        rows += [("", line.name, figure(line.va), _cited(line.va)) for line in method.lines]
        rows.append(("", "Together", figure(method.total_va), ""))
        neutral = "" if method.neutral_amps.value is None else f"neutral {figure(method.neutral_amps)}"
        rows.append(("", "Heavier leg", figure(method.amps), neutral))
    return Section(f"Loads: {place}", ("Method", "Line", "Result", "Section or reason"), tuple(rows))


def _cited(found: Figure) -> str:
    return ", ".join(dict.fromkeys(step.cite for step in found.steps if step.cite not in ("", "sum")))


def _schedule(job: Job, solution: Solution) -> Section:
    rows = []
    for run, answer in zip(job.runs, solution.runs, strict=True):
        trade = answer.figure("raceway").value
        pipe = run.cable.raceway if trade is None else f"{run.cable.raceway} {trade} in"
        rows.append(
            (
                run_title(job, run),
                f"{run.system}, {run.cable.length:g} {job.told.length.sign}",
                figure(answer.figure("design")),
                figure(answer.figure("breaker")),
                f"{answer.conductors or '—'}, {run.cable.insulation}",
                "no raceway" if run.cable.raceway == "none" else pipe,
                figure(answer.figure("allowed_ampacity")),
                figure(answer.figure("drop_pct")),
                "passes" if answer.passes else f"fails: {answer.stopped_by or 'no size'}",
            )
        )
    head = ("Run", "System, length", "Design", "Breaker", "Conductors", "Raceway", "Allowed", "Drop", "Judged")
    return Section("Runs", head, tuple(rows))


def _findings(job: Job, solution: Solution) -> Section:
    runs = {r.id: run_title(job, r) for r in job.runs}
    stations = {s.id: s.name for s in job.stations}
    places = {p.id: p.name for p in job.places}
    rows = []
    for found in solution.findings:
        where = runs.get(found.run or "") or stations.get(found.station or "")
        where = where or places.get(found.place or "") or "the job"
        rows.append((found.level, where, f"{found.title}. {found.words}", found.section))
    return Section("Findings", ("Level", "Where", "What", "Section"), tuple(rows) or (("none", "", "", ""),))


def _working(answer: RunAnswer) -> Iterator[Row]:
    said: set[Step] = set()
    for each in answer.figures:
        label, found = each.label, each.figure
        if found.value is None and not found.steps:
            continue
        fresh = [step for step in found.steps if step not in said] or list(found.steps[-1:])
        said.update(fresh)
        for i, step in enumerate(fresh):
            cite = f"{step.cite} (check your copy)" if step.doubtful else step.cite
            yield (label if i == 0 else "", step.what, written(step.value, step.unit), cite)
