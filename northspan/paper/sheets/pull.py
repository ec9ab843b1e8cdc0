"""The pull sheet: every route unrolled point by point, what is in the pipe, and how its wire is pulled in."""

from collections.abc import Iterator

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.pull.answer import PullAnswer
from northspan.core.property.whole.solution import Solution
from northspan.paper.labels import figure
from northspan.paper.sheets.told.named import names_of
from northspan.paper.tables.section import Row, Section

POINTS = ("Point", "Along", "What is there", "Bend", "Cover to the next", "Asked", "Pull, fed at start", "At end")


def pull_sections(job: Job, solution: Solution) -> Iterator[Section]:
    """What is pulled or buried, run by run."""
    names, stations = names_of(job), names_of(job).stations
    for answer in solution.pulls:
        if answer.section is None and not answer.legs:
            continue
        title = names.runs[answer.run]
        yield Section(f"Pull: {title}", ("", ""), tuple(_summary(answer, stations)))
        if answer.measured:
            yield Section(f"Route: {title}", POINTS, tuple(_points(job, answer)))
        if len(answer.stages) > 1:
            yield Section(f"In stages: {title}", ("Stage", "Length", "Fed", "Tension", "Laid out at its end"),
                          tuple(_stages(answer)))  # fmt: skip


def _summary(answer: PullAnswer, stations: dict[str, str] | object) -> Iterator[Row]:
    yield "Length", figure(answer.length)
    section = answer.section
    if section is not None:
        limit = f"{number(section.fill_limit_pct)} % allowed"
        yield "Pipe", f"{section.raceway} {section.trade}; {figure(section.fill)} filled, {limit}"
        yield "Wires in it", ", ".join(dict.fromkeys(wire.words for wire in section.wires))
        if section.jam.value is not None:
            yield "Jam ratio", figure(section.jam) + (": the wires may jam in a bend" if section.may_jam else "")
    for way, words in ((answer.from_start, "Fed at its start"), (answer.from_end, "Fed at its end")):
        if way is not None:
            kept = "keeps its limits" if way.keeps else "goes over a limit"
            chosen = ", the easier way" if answer.feed_from_start == (way is answer.from_start) else ""
            yield words, f"tension {figure(way.tension)}, in a bend {figure(way.pressure)}: {kept}{chosen}"
    if answer.from_start is not None:
        yield "Limit", f"{figure(answer.limit)}, {answer.limit_by}; in a bend {figure(answer.pressure_limit)}"
        yield "Weight of the wire", figure(answer.weight)
        yield "Rope", figure(answer.rope)
        yield "Lubricant", figure(answer.lubricant)
        yield "People", figure(answer.people)
    for words, found in (("Moves with the heat", answer.expansion), ("Straps", answer.straps)):
        if found.value is not None:
            yield words, figure(found)


def _points(job: Job, answer: PullAnswer) -> Iterator[Row]:
    sign, force = job.told.length.sign, job.told.force.sign
    legs = {leg.first: leg for leg in answer.legs}
    ends = {piece.last: piece for piece in answer.pieces}
    for at, node in enumerate(answer.nodes):
        what = ("box" if node.fitting == "box" else "conduit body") if node.pull else "bend" if node.turn_deg else ""
        first, last = at == 0, at == len(answer.nodes) - 1
        leg, piece = legs.get(at), ends.get(at)
        planned = "" if leg is None else _small(job, leg.planned)
        yield (
            str(at + 1),
            f"{number(round(node.along, 1))} {sign}",
            "start" if first else "end" if last else what,
            f"{number(round(node.turn_deg))}°" if node.turn_deg else "",
            planned,
            "" if leg is None else figure(leg.asked),
            "" if piece is None else f"{piece.tension_start:.0f} {force}",
            "" if piece is None else f"{piece.tension_end:.0f} {force}",
        )


def _small(job: Job, value: float | None) -> str:
    return "not decided" if value is None else f"{number(round(value, 1))} {job.told.small.sign}"


def _stages(answer: PullAnswer) -> Iterator[Row]:
    for at, stage in enumerate(answer.stages, 1):
        fed = "from its start" if stage.fed_from_start else "from its end"
        kept = "" if stage.keeps else ", over a limit"
        yield (str(at), figure(stage.length), fed, figure(stage.tension) + kept, figure(stage.loop))
