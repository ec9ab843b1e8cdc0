"""The calculation sheet's contents, the same for every form it leaves in."""

from collections.abc import Iterator

from northspan.core.book.library import code_book, words_of
from northspan.core.figures.working import Step
from northspan.core.job.job import Job
from northspan.core.property.whole.book import whole_book
from northspan.core.property.whole.solution import RunAnswer, Solution
from northspan.paper.labels import figure, written
from northspan.paper.sheets.findings import findings_section
from northspan.paper.sheets.ground import ground_sections
from northspan.paper.sheets.loads import load_section
from northspan.paper.sheets.told.house_rules import in_words
from northspan.paper.sheets.told.named import run_title
from northspan.paper.tables.section import Row, Section


def sections(job: Job, solution: Solution) -> Iterator[Section]:
    """The sheet in the order in which it is read."""
    yield _rules(job)
    yield _property(job, solution)
    for load in solution.loads:
        yield load_section(job, load)
    unit = job.told.torque.sign
    cite = whole_book(job.code_book).cites["torque"]
    torques = [(s.name, f"{s.gear.torque:g} {unit}", cite) for s in job.stations if s.gear.torque]
    if torques:
        yield Section("Torque of lugs, the makers' figures", ("Station", "Tightened to", "Section"), tuple(torques))
    yield _schedule(job, solution)
    yield from ground_sections(job, solution)
    yield findings_section(job, solution)
    for run, answer in zip(job.runs, solution.runs, strict=True):
        yield Section(
            f"Working: {run_title(job, run)}",
            ("Figure", "Line", "Result", "Section or formula"),
            tuple(_working(answer)),
        )


def _rules(job: Job) -> Section:
    book = code_book(job.code_book)
    rows = [("Code book", book.edition), *in_words(book.vocabulary, job.house_rules)]
    if job.note:
        rows.append(("Note", job.note))
    return Section("Made under", ("", ""), tuple(rows))


def _property(job: Job, solution: Solution) -> Section:
    places, words = {p.id: p.name for p in job.places}, code_book(job.code_book).vocabulary
    said, supplier = words.said, words.words["supplier"]
    rows = [
        (
            places[station.place],
            station.name,
            said("station_kinds", station.kind).replace("-", " ") if station.kind != "utility" else supplier,
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


def _schedule(job: Job, solution: Solution) -> Section:
    rows, words = [], words_of(job.code_book)
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
                f"no {words['raceway']}" if run.cable.raceway == "none" else pipe,
                figure(answer.figure("allowed_ampacity")),
                figure(answer.figure("drop_pct")),
                "passes" if answer.passes else f"fails: {answer.stopped_by or 'no size'}",
            )
        )
    head = (
        "Run",
        "System, length",
        "Design",
        words["device"].capitalize(),
        "Conductors",
        words["raceway"].capitalize(),
        "Allowed",
        "Drop",
        "Judged",
    )
    return Section("Runs", head, tuple(rows))


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
