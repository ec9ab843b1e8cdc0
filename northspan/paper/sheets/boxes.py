"""The box sheet: the boxes that wire is pulled through, and those that a moved panel's cables are spliced in."""

from collections.abc import Iterator

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.whole.solution import Solution
from northspan.paper.labels import cited, figure
from northspan.paper.sheets.told.named import names_of
from northspan.paper.tables.section import Section


def box_sections(job: Job, solution: Solution) -> Iterator[Section]:
    """A table of each kind of box; none where the job has none."""
    names, sign = names_of(job), job.told.length.sign
    pulled = [
        (names.runs[pull.run], f"{number(round(node.along, 1))} {sign}",
         "conduit body" if node.fitting == "conduit-body" else "box", figure(node.box), cited(node.box))
        for pull in solution.pulls
        for node in pull.nodes
        if node.pull and node.waypoint is not None
    ]  # fmt: skip
    if pulled:
        yield Section("Pull points", ("Run", "Along", "What it is", "Length at least", "Section"), tuple(pulled))
    for panel in solution.panels:
        if panel.move is None or not panel.move.boxes:
            continue
        says = {c.id: c.says for c in panel.circuits}
        rows = [
            (box.name, ", ".join(says.get(c, c) for c in box.circuits),
             ", ".join([*(f"{w.count} × {w.size}" for w in box.wires), *(f"2 grounds {g}" for g in box.grounds)]),
             figure(box.needed), box.box or "none of the table holds it", cited(box.needed))
            for box in panel.move.boxes
        ]  # fmt: skip
        head = ("Box", "Circuits spliced in it", "Wires", "Room needed", "Smallest box", "Section")
        yield Section(f"Splices of {names.stations[panel.station]}", head, tuple(rows))
