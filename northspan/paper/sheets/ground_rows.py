"""Grounding on the calculation sheet: each place's electrodes with their working, each mode's bonds and faults."""

from collections.abc import Iterator, Mapping

from northspan.core.book.library import words_of
from northspan.core.figures.working import Figure
from northspan.core.job.job import Job
from northspan.core.property.ground.answer import ModeAnswer, PlaceGround, StationBond
from northspan.paper.labels import figure, written

Row = tuple[str, ...]
PLACE_HEAD: Row = ("Figure", "Line", "Result", "Section or formula")


def bonds_head(words: Mapping[str, str]) -> Row:
    """What stands over a mode's bonds, in the words of a book."""
    neutral, can, hot = words["grounded"].capitalize(), words["enclosure"], words["ungrounded"].capitalize()
    way = ("Jumper", "Way back")
    return ("Station", f"{neutral} to {can}", *way, f"{hot} on the {can}", "Opens in, at most", words["touch"])


def place_rows(job: Job, ground: PlaceGround) -> Iterator[Row]:
    """What a place's grounding is, line by line."""
    owed = "owed" if ground.needed else "not owed"
    yield ("Electrodes", ground.why, owed, ground.section)
    for each in ground.electrodes:
        known = "planned" if each.planned else "counts" if each.counts else "does not count"
        own = f"conductor of its own {figure(each.conductor)}" if each.conductor is not None else ""
        yield ("", f"{each.words}, {known}", figure(each.ohms), own)
    if ground.electrodes:
        yield from _lines("Ohms to earth", ground.ohms)
    if ground.chance.value is not None:
        yield from _lines(f"{ground.limit_ohm:g} ohm or less", ground.chance)
    if ground.conductor is not None:
        yield from _lines("Electrode conductor", ground.conductor)
    names = {s.id: s.name for s in job.stations}
    for tap in ground.taps:
        yield from _lines(f"Tap to {names[tap.station]}", tap.conductor)
    if ground.water_jumper is not None:
        yield from _lines("Water piping jumper", ground.water_jumper)


def bond_rows(job: Job, mode: ModeAnswer) -> Iterator[Row]:
    """The bonds of a mode, and a line on the enclosure of every station it feeds."""
    neutral = words_of(job.code_book)["grounded"]
    names = {s.id: s.name for s in job.stations}
    faults = {f.station: f for f in mode.faults}
    for bond in mode.stations:
        if not bond.live or bond.station in mode.sources:
            continue
        fault = faults.get(bond.station)
        opens = "—" if fault is None else "need never" if fault.seconds is None else f"≤ {written(fault.seconds, 's')}"
        yield (
            names[bond.station],
            _words(bond, neutral),
            figure(bond.jumper),
            "unbroken" if bond.way_back else "none",
            "—" if fault is None else written(round(fault.amps, 1), "A"),
            opens,
            "—" if fault is None else f"{fault.touch_v:.1f} V",
        )


def _words(bond: StationBond, neutral: str) -> str:
    if bond.closed:
        return f"{bond.bond}, {'where none belongs' if bond.extra else 'planned' if bond.planned else 'as it belongs'}"
    return "none, and one belongs" if bond.belongs else "apart" if bond.neutral else f"no {neutral}"


def _lines(label: str, found: Figure) -> Iterator[Row]:
    for i, step in enumerate(found.steps):
        cite = f"{step.cite} (check your copy)" if step.doubtful else step.cite
        yield (label if i == 0 else "", step.what, written(step.value, step.unit), cite)
