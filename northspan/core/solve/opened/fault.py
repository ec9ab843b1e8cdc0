"""A fault dropped on a job, or the job as it runs, in one of its modes; with the plain answers for that station."""

from dataclasses import dataclass, replace

from northspan.core.figures.working import number
from northspan.core.property.ground.answer import PlainAnswer
from northspan.core.property.ground.asked import TEST_A, Asked
from northspan.core.property.ground.bonds import bonds
from northspan.core.property.ground.electrodes.places import place_grounds, place_ohms
from northspan.core.property.ground.joins import joins
from northspan.core.property.ground.modes import modes
from northspan.core.property.ground.network.fault import EquipmentGround, FaultKind, FaultState, fault_state
from northspan.core.property.ground.network.running import Running, at_fault
from northspan.core.property.ground.network.wired import wired
from northspan.core.property.whole.prepared import Prepared


@dataclass(frozen=True, slots=True)
class FaultQuestion:
    """What is dropped where. ``mode`` is the id of one of the job's modes, ``equipment`` the state of the equipment
    ground of the run that feeds the station, ``neutral_open`` that its neutral is open; ``earth_ohm`` (ohm) is what
    stands between a hot and the earth it fell on. ``share`` (0 to 1) of every load runs, ``extra_a`` (A) more on leg A
    of the station.
    """

    mode: str
    station: str
    kind: FaultKind = "line-to-enclosure"
    equipment: EquipmentGround = "whole"
    neutral_open: bool = False
    earth_ohm: float = 25.0
    share: float = 1.0
    extra_a: float = 0.0


@dataclass(frozen=True, slots=True)
class FaultAnswer:
    """The property in that state, what runs meanwhile in words, and the trade's questions answered for its station."""

    state: FaultState
    running: str
    answers: tuple[PlainAnswer, ...]


def fault_answer(ready: Prepared, asked: FaultQuestion) -> FaultAnswer:
    """Solve one state of a job. Raises KeyError for a mode or a station that the job does not have."""
    book, job, net, sized = ready.book, ready.job, ready.net, ready.sized
    if asked.station not in net.stations:
        raise KeyError(asked.station)
    mode = {m.id: m for m in modes(job, net, book.earthing.words["supplier"])}[asked.mode]
    places = place_grounds(book.earthing, job, net, sized)
    joined = joins(book.earthing, job, net)
    ohms = place_ohms(places)
    running = Running(asked.share, asked.extra_a, asked.station, steady=True)
    if asked.kind != "none":
        running = at_fault(mode, asked.share) if mode.kind != "utility" else replace(running, steady=False)
    there = wired(book.earthing, job, net, mode, joined, sized, ohms, running)
    # The answers lay a load on one leg themselves, wherever their question turns on it.
    steady = wired(book.earthing, job, net, mode, joined, sized, ohms, Running(asked.share, steady=True))
    faulted = wired(book.earthing, job, net, mode, joined, sized, ohms, at_fault(mode, asked.share))
    feed = mode.feed(net, asked.station)
    open_neutral = feed.id if feed is not None and asked.neutral_open else None
    state = fault_state(there, sized, asked.station, asked.kind, asked.equipment, open_neutral, asked.earth_ohm)
    here = bonds(job, net, mode, joined)
    asking = Asked(job, places, sized, steady, faulted, here, asked.station, asked.extra_a or TEST_A)
    return FaultAnswer(state, _words(running, book.earthing.words["leg"]), book.earthing.plain_answers(asking))


def _words(running: Running, leg: str) -> str:
    if running.share == 0.0:
        return "Loads are left out"
    share = (
        "Every load runs as entered" if running.share == 1.0 else f"{100.0 * running.share:.0f} % of every load runs"
    )
    return f"{share}, and {number(running.extra_a)} A more on one {leg} here" if running.extra_a else share
