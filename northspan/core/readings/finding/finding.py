"""What would explain the readings of a job, in its book's words, and what to read next."""

import math
from collections.abc import Callable, Mapping, Sequence
from copy import copy

import numpy as np
from numpy.typing import NDArray

from northspan.core.job.job import Job
from northspan.core.readings.circuits_ran import OF_CIRCUITS, OUTLETS, clamped_circuits
from northspan.core.readings.finding.answer import Explanation, NextAnswer, SuspectAnswer, ThingAnswer
from northspan.core.readings.finding.next_circuit import next_circuit
from northspan.core.readings.finding.titles import suspect_title
from northspan.core.readings.measured import Conditions, Measured
from northspan.core.readings.network.circuit_suspects import circuit_suspects
from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.explain import Explained, Taken, explain
from northspan.core.readings.network.likely import Complex, Idle
from northspan.core.readings.network.meter import Edit, Floats, Meter
from northspan.core.readings.network.of_job import Metered, MeteredOf
from northspan.core.readings.network.suspects import ASTRAY, HARMLESS
from northspan.core.readings.rules import ReadingRules
from northspan.core.readings.saying import names, said
from northspan.core.readings.spot import Accuracy, Spot, accuracy

READ_BY_NETWORK = ("amps", "volts", "continuity", "circuit-neutral", "circuit-ground", "leakage", *OUTLETS)
# A reading of a circuit further off than so many deviations is worth asking what is wrong with that circuit.
OFF = 2.0
MOST_LOADS = 6


class _Together:
    """The meters of several loads as one: their spots one after the other."""

    def __init__(self, several: Sequence[Metered]):
        self._meters: list[Meter] = [each.meter for each in several]
        self.spots: tuple[Spot, ...] = tuple(spot for meter in self._meters for spot in meter.spots)
        self.blur: Floats = np.concatenate([meter.blur for meter in self._meters])

    @property
    def count(self) -> int:
        return sum(meter.count for meter in self._meters)

    def sound(self) -> Floats:
        return np.concatenate([meter.read_again(()) for meter in self._meters])

    def idle(self, row: int, value: float) -> Idle | None:
        begin = column = 0
        for meter in self._meters:
            if row < begin + len(meter.spots):
                own = meter.idle(row - begin, value)
                after = self.count - column - meter.unknowns.count
                return None if own is None else Idle(np.pad(own.ways, ((0, 0), (column, after))), own.left)
            begin, column = begin + len(meter.spots), column + meter.count
        return None

    def moved(self, deviations: Floats, edits: Sequence[Edit] = ()) -> "_Together":
        found, at = copy(self), 0
        found._meters = []
        for meter in self._meters:
            found._meters.append(meter.moved(deviations[at : at + meter.count], edits))
            at += meter.count
        return found

    def slopes(
        self, sets: Sequence[Sequence[Edit]], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[Complex, Complex]:
        return self._joined(sets, rows, drive, lambda meter, own: meter.slopes(sets, own, drive))

    def slopes_again(
        self, sets: tuple[tuple[Edit, ...], ...], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[Complex, Complex]:
        def kept(meter: Meter, own: NDArray[np.intp]) -> tuple[Complex, Complex]:
            found = meter.slopes_again(sets, drive)
            if found is None:
                return meter.moved(np.zeros(meter.count)).slopes(sets, own, drive)
            return found[0][:, own], found[1][:, own]

        return self._joined(sets, rows, drive, kept)

    def _joined(
        self, sets: Sequence[Sequence[Edit]], rows: NDArray[np.intp], drive: tuple[str, str, float] | None,
        of: Callable[[Meter, NDArray[np.intp]], tuple[Complex, Complex]],
    ) -> tuple[Complex, Complex]:  # fmt: skip
        driven = int(drive is not None)
        read = np.zeros((len(sets), len(rows)), dtype=np.complex128)
        moved = np.zeros((len(sets), len(rows), self.count + driven), dtype=np.complex128)
        begin = column = 0
        for meter in self._meters:
            own = np.flatnonzero((rows >= begin) & (rows < begin + len(meter.spots)))
            if len(own):
                values, each = of(meter, rows[own] - begin)
                read[:, own] = values
                moved[:, own, column : column + meter.count] = each[:, :, : meter.count]
                if driven:
                    moved[:, own, -1] = each[:, :, -1]
            begin, column = begin + len(meter.spots), column + meter.count
        return read, moved


def finding(
    job: Job, words: Mapping[str, str], rules: ReadingRules, readings: Sequence[Measured], meter_of: MeteredOf
) -> Explanation:
    """What would explain the readings that the network answers for; ``words`` are the book's."""
    netted = [each for each in readings if each.what in READ_BY_NETWORK and each.value is not None]
    # The latest loads: every further one is a property of its own to be solved for every suspect.
    loads = list(dict.fromkeys(each.ran for each in reversed(netted)))[:MOST_LOADS] or [Conditions()]
    netted = [each for each in netted if each.ran in loads]
    several = [meter_of(load) for load in loads]
    begins = dict(zip(loads, np.cumsum([0, *(len(m.meter.spots) for m in several)]).tolist(), strict=False))
    taken, numbers = [], []
    for each in netted:
        metered = several[loads.index(each.ran)]
        at = metered.meter.at.get(f"{each.what}/{each.at}/{each.part}")
        if at is not None and each.value is not None:
            taken.append(Taken(begins[each.ran] + at, each.value))
            numbers.append(each.number)
    accuracies: dict[str, Accuracy] = {what: accuracy(what) for what in READ_BY_NETWORK}
    together = _Together(several)
    off = _off(together, taken, accuracies)
    open_yet = _not_clamped(job, readings)
    of_property = (s for s in several[0].suspected if s.kind != ASTRAY or s.at[0] in open_yet)
    suspected = (*of_property, *circuit_suspects(_circuits(several), off, several[0].bonded))
    # Nobody walks to an outlet for what is told in the panel: only to those of a circuit that reads wrong.
    wrong = {(spot.at, spot.part) for spot in off}
    far = [i for i, s in enumerate(together.spots) if s.quantity in OUTLETS and (s.at, s.part) not in wrong]
    ranked = explain(together, suspected, taken, accuracies, far=far)
    called = names(job)
    told = _Told(job, rules, ranked.explained)
    answers = tuple(told.answer(each) for each in ranked.explained)
    left = tuple(numbers[i] for i in ranked.left)
    of_circuit, following = next_circuit(job, called, words, readings, answers, off), ranked.next
    if following is None or (of_circuit is not None and of_circuit.what == "circuit-hot"):
        return Explanation(tuple(numbers), answers, of_circuit, left)
    spot = together.spots[following.spot]
    asked = said(called, words, spot.quantity, spot.at, spot.part)
    tells = (told.title(following.tells[0]), told.title(following.tells[1]))
    return Explanation(tuple(numbers), answers, NextAnswer(spot.quantity, spot.at, spot.part, asked, tells), left)


def _not_clamped(job: Job, readings: Sequence[Measured]) -> set[str]:
    """The stations at which something may be astray yet: all but panels whose every circuit was clamped for it."""
    clamped = {(each.at, each.part) for each in readings if each.what == "leakage"}
    circuits = clamped_circuits(job)
    open_yet = {at for at, circuit in circuits if (at, circuit) not in clamped}
    return open_yet | ({s.id for s in job.stations} - {at for at, _ in circuits})


def _circuits(several: Sequence[Metered]) -> list[CircuitWires]:
    """The circuits that were read at, each by the load under which its hot was read."""
    found: dict[tuple[str, str], CircuitWires] = {}
    for each in (c for metered in several for c in metered.circuits):
        if (each.station, each.id) not in found or each.amps is not None:
            found[each.station, each.id] = each
    return list(found.values())


def _off(meter: _Together, taken: Sequence[Taken], accuracies: Mapping[str, Accuracy]) -> set[Spot]:
    """Where something of a circuit reads other than it would with nothing wrong."""
    sound, found = meter.sound(), set[Spot]()
    for each in taken:
        spot = meter.spots[each.spot]
        sigma = math.hypot(accuracies[spot.quantity].sigma(float(sound[each.spot])), meter.blur[each.spot])
        if spot.quantity in OF_CIRCUITS and abs(each.value - sound[each.spot]) > OFF * sigma:
            found.add(spot)
    return found


class _Told:
    """What is suspected, told by the names of the job and in its book's words."""

    def __init__(self, job: Job, rules: ReadingRules, explained: Sequence[Explained]):
        self._job, self._rules = job, rules
        self._things = {each.key: each.things for each in explained}

    def title(self, key: str) -> str:
        """What it is."""
        told = [suspect_title(self._job, self._rules, suspect, ohms) for suspect, ohms in self._things[key]]
        return told[0] if len(told) == 1 else f"Two things: {'; '.join(told)}"

    def answer(self, each: Explained) -> SuspectAnswer:
        """All that is told of it."""
        kinds = [suspect.kind for suspect, _ in each.things]
        told = list(dict.fromkeys(self._rules.suspect(kind) for kind in kinds))
        alike = () if self._astray(each.key) else tuple(self.title(key) for key in each.alike if not self._astray(key))
        return SuspectAnswer(
            each.key, self.title(each.key), " ".join(one.does for one in told), ", ".join(one.section for one in told),
            each.chance, tuple(each.would_read.tolist()), alike,
            tuple(ThingAnswer(suspect.kind, suspect.at) for suspect, _ in each.things),
            all(kind in HARMLESS for kind in kinds),
        )  # fmt: skip

    def _astray(self, key: str) -> bool:
        """What is at some circuit of a panel its circuits tell from the rest: that is never said to be alike."""
        return any(suspect.kind == ASTRAY for suspect, _ in self._things[key])
