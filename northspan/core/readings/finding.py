"""What would explain the readings of a job, in its book's words, and what to read next."""

import math
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from northspan.core.job.job import Job
from northspan.core.readings.measured import Conditions, Measured, ReadingRules
from northspan.core.readings.network.explain import Explained, Taken, explain
from northspan.core.readings.network.meter import Edit, Floats
from northspan.core.readings.network.of_job import Metered, MeteredOf
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.saying import names, said
from northspan.core.readings.spot import Spot, accuracy
from northspan.core.working import number

READ_BY_NETWORK = ("amps", "volts", "continuity")
# A neutral of more ohms than this is called open.
OPEN_FROM_OHM = 2000.0
MOST_LOADS = 6


@dataclass(frozen=True, slots=True)
class SuspectAnswer:
    """A suspect: its key, what it is and does, the section, its chance (0 to 1), what it would have read at each
    reading in their order, its own words for what no reading tells it from, and where it is (ids).
    """

    key: str
    title: str
    does: str
    section: str
    chance: float
    would_read: tuple[float, ...]
    alike: tuple[str, ...]
    at: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class NextAnswer:
    """What to read next, in words, and the two suspects that it tells apart."""

    what: str
    at: str
    part: str
    words: str
    tells: tuple[str, str]


@dataclass(frozen=True, slots=True)
class Explanation:
    """The numbers of the readings that were explained, every suspect with the likeliest first, what to read next."""

    readings: tuple[int, ...]
    suspects: tuple[SuspectAnswer, ...]
    next: NextAnswer | None


class _Together:
    """The meters of several loads as one: their spots one after the other."""

    def __init__(self, several: Sequence[Metered]):
        self._meters = [each.meter for each in several]
        self.spots: tuple[Spot, ...] = tuple(spot for meter in self._meters for spot in meter.spots)

    def read(self, edits: Sequence[Edit] = ()) -> Floats:
        return np.concatenate([meter.read(edits) for meter in self._meters])

    def read_again(self, edits: tuple[Edit, ...]) -> Floats:
        return np.concatenate([meter.read_again(edits) for meter in self._meters])


def finding(
    job: Job, words: Mapping[str, str], rules: ReadingRules, readings: Iterable[Measured], meter_of: MeteredOf
) -> Explanation:
    """What would explain the readings that the network answers for; ``words`` are the book's."""
    told = [each for each in readings if each.what in READ_BY_NETWORK and each.value is not None]
    # The latest loads: every further one is a property of its own to be solved for every suspect.
    loads = list(dict.fromkeys(each.ran for each in reversed(told)))[:MOST_LOADS] or [Conditions()]
    told = [each for each in told if each.ran in loads]
    several = [meter_of(load) for load in loads]
    begins = dict(zip(loads, np.cumsum([0, *(len(m.meter.spots) for m in several)]).tolist(), strict=False))
    taken, numbers = [], []
    for each in told:
        metered = several[loads.index(each.ran)]
        at = metered.meter.at.get(f"{each.what}/{each.at}/{each.part}")
        if at is not None and each.value is not None:
            taken.append(Taken(begins[each.ran] + at, each.value))
            numbers.append(each.number)
    accuracies = {what: accuracy(what) for what in READ_BY_NETWORK}
    together = _Together(several)
    explained, following = explain(together, several[0].suspected, taken, accuracies)
    called = names(job)
    title = _titles(job, rules, explained)
    answers = tuple(
        SuspectAnswer(
            e.suspect.key, title(e.suspect.key), rules.suspect(e.suspect.kind).does,
            rules.suspect(e.suspect.kind).section, e.chance, tuple(e.would_read.tolist()),
            tuple(title(key) for key in e.alike), e.suspect.at,
        )
        for e in explained
    )  # fmt: skip
    if following is None:
        return Explanation(tuple(numbers), answers, None)
    spot = together.spots[following.spot]
    asked = said(called, words, spot.quantity, spot.at, spot.part)
    tells = (title(following.tells[0]), title(following.tells[1]))
    return Explanation(tuple(numbers), answers, NextAnswer(spot.quantity, spot.at, spot.part, asked, tells))


def suspect_title(job: Job, rules: ReadingRules, suspect: Suspect, ohms: float | None) -> str:
    """A suspect in words, by the names of the job: a run by where it leads, everything else by its own."""
    stations = {s.id: s.name for s in job.stations}
    ends = {r.id: stations[r.to_station] for r in job.runs}
    called = {**names(job), **(ends if suspect.kind in ("loose-neutral", "missing-ground") else {})}
    places = [called.get(at, at) for at in suspect.at]
    return rules.suspect(suspect.kind).title.format(*places, how=_how(ohms))


def _titles(job: Job, rules: ReadingRules, explained: Sequence[Explained]) -> Callable[[str], str]:
    by_key = {e.suspect.key: e for e in explained}
    return lambda key: suspect_title(job, rules, by_key[key].suspect, by_key[key].ohms)


def _how(ohms: float | None) -> str:
    if ohms is None:
        return ""
    return "is open" if ohms > OPEN_FROM_OHM else f"is loose, about {number(_two_digits(ohms))} ohm"


def _two_digits(ohms: float) -> float:
    return round(ohms, 1 - math.floor(math.log10(ohms)))
