"""Findings on the terminals of switches, meters, inverters and other gear, as marked. 110.3(B), 110.14."""

from collections.abc import Iterable, Iterator

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.findings.equipment.entries import finding
from northspan.core.codes.nec.findings.panel.markings import misfits
from northspan.core.document.finding import Finding
from northspan.core.job.job import Station
from northspan.core.job.panel import Terminal
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import station_fix
from northspan.core.property.whole.view import JobView

CALLED = {"line": "supply terminal", "load": "load terminal", "neutral": "neutral terminal",
          "ground": "ground terminal"}  # fmt: skip


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every wire that lands on a marked terminal which is not made for it, each terminal said once a fault."""
    for station in view.job.stations:
        for at, terminal in enumerate(station.gear.lugs):
            said = set()
            for size, metal in _landing(view, station, terminal):
                for each in misfits(terminal, CALLED[terminal.of], size, metal):
                    if each.rule in said:
                        continue
                    said.add(each.rule)
                    values = {f"gear/lugs/{at}/{name}": value for name, value in each.mended.items()}
                    (name, value), *_ = values.items()
                    fix = station_fix(view.job, station, f"Fit terminals {each.label}", name, value)
                    title = f"{station.name}: {each.what}"
                    yield finding(each.rule, "violation", each.section, title, station, each.words, (fix,))


def _landing(view: JobView, station: Station, terminal: Terminal) -> Iterator[tuple[str, Metal]]:
    """What lands on a terminal: size and metal of a conductor of every run that is fed by it or feeds it."""
    arriving = [r for r in view.job.runs if r.to_station == station.id]
    leaving = [r for r in view.job.runs if r.from_station == station.id]
    runs = {"line": arriving, "load": leaving}.get(terminal.of, [*arriving, *leaving])
    for run in runs:
        found = _conductor(view.runs[run.id], terminal)
        if found is not None:
            yield found


def _conductor(each: SizedRun, terminal: Terminal) -> tuple[str, Metal] | None:
    rung, also, q = each.sizing.rung, each.sizing.companions, each.sizing.question
    if rung is None or also is None:
        return None
    size = {"neutral": also.neutral, "ground": also.equipment_ground}.get(terminal.of, rung.size)
    return None if size is None else (size, q.ground_metal if terminal.of == "ground" else q.metal)
