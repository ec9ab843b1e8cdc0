"""The cover: the whole job on one page, for who has to say yes to it."""

from collections import Counter
from collections.abc import Iterator, Sequence

from northspan.core.book.library import code_book, words_of
from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawn.oneline.said import said
from northspan.paper.labels import CAUTION, figure
from northspan.paper.sheets.told.house_rules import departures
from northspan.paper.sheets.told.matter import Matter
from northspan.paper.sheets.told.named import names_of
from northspan.paper.tables.section import Row, Section

BARE = ("", "")
MOST, LONGEST_NOTE = 8, 500


def cover_sections(matter: Matter, index: tuple[Row, ...]) -> Iterator[Section]:
    """What is asked for, on what it is worked out, what is open; ``index`` names the sheets that go with it."""
    job, solution = matter.job, matter.solution
    words = words_of(job.code_book)
    yield Section(job.name, ("",), ((_cut(job.note) or "Plan of the electrical work",),))
    asked = list(_asked_for(job, solution))
    head = ("What", f"Conductors and {words['device']}", "In what, how far")
    yield Section("What is asked for", head, tuple(_most(asked)))
    loads = _most(_loads(job, solution))
    yield Section("Loads", ("Place", "Load", words["heavier"], "By"), tuple(loads))
    yield Section("Service", BARE, tuple(_most(_service(job, solution))))
    earth = said(job, solution).electrodes
    names = names_of(job).stations
    rows = tuple((names[at], "; ".join(line.words for line in lines)) for at, lines in earth.items())
    yield Section("Electrodes", BARE, tuple(_most(list(rows))))
    yield Section("Open", BARE, (_open(solution),))
    yield Section("Made under", BARE, tuple(_made_under(job)))
    yield Section("Sheets", ("", "", "", ""), _in_pairs(index))
    issued = [f"{each.letter} issued {each.on.isoformat()}" for each in matter.issued[-4:]]
    this = f"issued {matter.made_on.isoformat()}" if matter.made_on else "not issued yet"
    yield Section("Revisions", ("",), (("; ".join([*issued, f"{matter.revision} {this}"]),),))
    yield Section("Before anybody touches it", ("",), ((CAUTION,),))


def summary(matter: Matter) -> Iterator[tuple[str, str]]:
    """The job in a line each, for who asks what it is about."""
    job, solution = matter.job, matter.solution
    services = {run.id for run in job.runs if run.use == "service"}
    for answer in solution.runs:
        if answer.id in services:
            yield "Load", f"{figure(answer.figure('load'))} on {names_of(job).stations[answer.to_station]}"
    yield from _service(job, solution)[:2]
    new = [run for run in job.runs if run.use != "service"]
    told = [
        (sum(r.bought for r in new), "new"),
        (sum(r.stays for r in new), "there"),
        (sum(r.later for r in new), "to come"),
    ]
    yield (
        f"{matter.terms['feeder'].capitalize()}s and circuits",
        ", ".join(f"{many} {words}" for many, words in told if many) or "none",
    )
    earth = said(job, solution).electrodes.values()
    yield "Electrodes", "; ".join(lines[0].words for lines in earth) or "none"
    deep = {leg.planned for pull in solution.pulls for leg in pull.legs if leg.planned is not None}
    if deep:
        sign = job.told.small.sign
        yield (
            "Cover",
            f"{number(min(deep))} {sign}" if len(deep) == 1 else f"{number(min(deep))} to {number(max(deep))} {sign}",
        )


def _asked_for(job: Job, solution: Solution) -> Iterator[Row]:
    """What this job sets and pulls, run by run."""
    words, names = said(job, solution).runs, names_of(job)
    for run in job.runs:
        if run.bought:
            wires, *way = (line.words for line in words[run.id])
            yield (names.runs[run.id], wires, " ".join(way))


def _loads(job: Job, solution: Solution) -> list[Row]:
    places = names_of(job).places
    rows: list[Row] = []
    for load in solution.loads:
        method = next((m for m in load.methods if m.id == load.governs), None)
        if method is None:
            rows.append((places[load.place], "not worked out yet", "", load.why))
        else:
            amps = figure(method.amps)
            rows.append((places[load.place], figure(method.total_va), amps, f"{method.name}, {method.section}"))
    return rows


def _service(job: Job, solution: Solution) -> list[tuple[str, str]]:
    rows = []
    served = {run.to_station for run in job.runs if run.use == "service"}
    for station, answer in zip(job.stations, solution.stations, strict=True):
        if station.id not in served or station.kind == "meter":
            continue
        amps, holds = answer.fault_a.value, station.gear.series_ka or station.gear.interrupting_ka
        fault = f"{amps / 1000.0:.1f} kA" if isinstance(amps, float) else "not known"
        within = "no interrupting rating on record" if holds is None else f"rated {number(holds)} kA"
        rated = f"{number(station.gear.rating_a)} A, " if station.gear.rating_a is not None else ""
        rows.append((station.name, f"{rated}fault {fault}, {within}"))
    return rows


def _open(solution: Solution) -> Row:
    """What is open, counted by level."""
    count: Counter[str] = Counter(f.level for f in solution.findings)
    dangers = "danger" if count["danger"] == 1 else "dangers"
    said_as = (("danger", dangers), ("violation", "against the code"), ("house", "against the house rules"))
    told = ", ".join(f"{count[level]} {words}" for level, words in said_as if count[level])
    return ("Findings", told or "nothing is open against the code or the house rules")


def _made_under(job: Job) -> Iterator[Row]:
    book = code_book(job.code_book)
    yield ("Code book", book.edition)
    apart: list[Row] = [row for row in departures(book.vocabulary, job.house_rules) if row[1] != job.house_rules.name]
    yield ("House rules", job.house_rules.name + ("" if apart else ", all as they come"))
    yield from _most(apart)


def _cut(note: str) -> str:
    """As much of a note as the cover has room for."""
    line = " ".join(note.split())
    return line if len(line) <= LONGEST_NOTE else f"{line[:LONGEST_NOTE].rstrip()}…"


def _in_pairs(index: tuple[Row, ...]) -> tuple[Row, ...]:
    """The index in two columns, down the first and then the second."""
    half = -(-len(index) // 2)
    right = (*index[half:], *((("", ""),) if len(index) % 2 else ()))
    return tuple((*one, *other) for one, other in zip(index[:half], right, strict=True))


def _most(rows: Sequence[Row]) -> list[Row]:
    """The first of many, and how many more there are, for the cover is one page."""
    if len(rows) <= MOST:
        return list(rows)
    more = (f"and {len(rows) - MOST + 1} more, on the sheets behind", *("" for _ in rows[0][1:]))
    return [*rows[: MOST - 1], more]
