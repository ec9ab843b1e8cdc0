"""A can for every live station of a mode: its neutral bar, its ground bar, the bond between them or its absence."""

from collections.abc import Iterator, Mapping

from northspan.core.book.library import words_of
from northspan.core.job.job import Job, Station
from northspan.core.property.ground.answer import ModeAnswer, StationBond
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawing.shapes import Circle, Ink, Mark, Path, Placed, Words, fitted
from northspan.paper.drawn.oneline.symbols import earth

KEY = "N: {neutral_bar} · G: {bar} · between them the bond, or nothing"
WIDE, TALL, GAP_X, GAP_Y, SIZE, HEAD = 58.0, 28.5, 7.0, 12.0, 2.6, 9.0


def cans(job: Job, solution: Solution, across: float, down: float) -> list[list[Placed]]:
    """Every mode with its cans, on pages of ``across`` by ``down`` (mm); none where the job has no mode."""
    pages: list[list[Placed]] = []
    y = down
    stations, terms = {s.id: s for s in job.stations}, words_of(job.code_book)
    lands = {p.lands_at for p in solution.ground.places if p.electrodes}
    many = max(1, int((across + GAP_X) // (WIDE + GAP_X)))
    for mode in solution.ground.modes:
        live = [b for b in mode.stations if b.live and stations[b.station].kind not in ("utility", "equipment")]
        for first in range(0, len(live), many):
            head = HEAD if first == 0 else 0.0
            if y + head + TALL + GAP_Y > down:
                pages.append([])
                y = 0.0
            if not first:
                title = fitted(_title(mode, stations), "strong", 3.6, across)
                pages[-1].append(Words(0.0, y + 5.0, title, 3.6, "strong"))
            y += head
            for at, bond in enumerate(live[first : first + many]):
                shapes = _can(terms, stations[bond.station], bond, mode, bond.station in lands)
                pages[-1] += [each.moved(at * (WIDE + GAP_X), y) for each in shapes]
            y += TALL + GAP_Y
    return pages


def _title(mode: ModeAnswer, stations: dict[str, Station]) -> str:
    return f"On {mode.name.lower()}: fed by {', '.join(stations[s].name for s in mode.sources)}"


def _can(
    terms: Mapping[str, str], station: Station, bond: StationBond, mode: ModeAnswer, earthed: bool
) -> Iterator[Placed]:
    wrong = bond.extra or (bond.belongs and not bond.closed)
    ink: Ink = "danger" if wrong else "ink"
    corners = ((0.0, 0.0), (WIDE, 0.0), (WIDE, TALL), (0.0, TALL))
    yield Path(corners, "stations", "heavy" if station.bought else "line", dashed=station.later, closed=True)
    yield Words(2.0, 4.4, fitted(station.name, "strong", 3.0, WIDE - 4.0), 3.0, "strong")
    if bond.neutral:
        yield Path(((6.0, 9.5), (22.0, 9.5)), "stations", "heavy")
        yield Words(2.2, 10.6, "N", SIZE, "strong")
    if bond.ground_bar != "none":
        yield Path(((36.0, 9.5), (52.0, 9.5)), "electrodes", "heavy", ink="good")
        yield Words(53.4, 10.6, "G", SIZE, "strong")
        on_can = bond.ground_bar == "bonded"
        if on_can:
            yield Path(((44.0, 9.5), (44.0, 13.0)), "electrodes", "line", ink="good")
            yield Circle(44.0, 13.8, 0.8, "electrodes")
    if bond.closed:
        yield Path(((22.0, 9.5), (36.0, 9.5)), "electrodes", "heavy", ink="danger" if bond.extra else "good")
    words = _said(terms, bond)
    for at, line in enumerate(words):
        yield Words(2.0, 18.6 + 3.4 * at, fitted(line, "figures", SIZE, WIDE - 4.0), SIZE, "figures", ink=ink)
    if earthed:
        yield from (each.moved(48.0, TALL) for each in earth())
        yield Words(44.0, TALL + 4.0, "electrodes", SIZE, "figures", "end", "good")
    yield Mark(f"{mode.id}/{station.id}", " · ".join((station.name, *words)), WIDE + 1.6, 0.0, TALL)


def _said(terms: Mapping[str, str], bond: StationBond) -> tuple[str, ...]:
    """What is to be said of a can: of its bond, and of its ground bar."""
    if bond.extra:
        first = f"second bond ({bond.bond}): take it out"
    elif bond.closed:
        first = f"bonded here: {bond.bond}" + (", planned" if bond.planned else "")
    elif bond.belongs:
        first = "a bond belongs here, and is not"
    else:
        first = "kept apart" if bond.neutral else f"no {terms['grounded']} here"
    bar, can = terms["bar"], terms["enclosure"]
    bars = {"none": f"no {bar}", "bonded": f"{bar} on the {can}", "floating": f"{bar} not joined to the {can}"}
    way = () if bond.way_back else ("no metal way back to its source",)
    return (first, bars.get(bond.ground_bar, bond.ground_bar), *way)
