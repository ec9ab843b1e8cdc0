"""What would explain the readings of a job, in its book's words, and what to read next."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from northspan.core.job.job import Job
from northspan.core.property.whole.measured import Conditions, Measured, tells_with_main_off
from northspan.core.property.whole.readings import ReadingRules
from northspan.core.readings.finding.answer import Explanation, NextAnswer, SuspectAnswer, ThingAnswer
from northspan.core.readings.finding.explain import Explained, Ranked, Taken, explain
from northspan.core.readings.finding.heading import HEADINGS, dangers, rests, standing
from northspan.core.readings.finding.next.circuit import next_circuit
from northspan.core.readings.finding.next.load import main_off_next, with_loads
from northspan.core.readings.finding.next.unread import end_next, held_back, unread_ends
from northspan.core.readings.finding.strained import strained
from northspan.core.readings.finding.supposed import supposed
from northspan.core.readings.finding.titles import suspect_title
from northspan.core.readings.finding.together import Together
from northspan.core.readings.network.circuit_suspects import circuit_suspects
from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.of_job import Metered, MeteredOf
from northspan.core.readings.network.suspects import ASTRAY, HARMLESS
from northspan.core.readings.taken.circuits_ran import CLAMPED, OF_CIRCUITS, OUTLETS, clamped_circuits
from northspan.core.readings.taken.spot import Accuracy, Spot, accuracy
from northspan.core.readings.told.saying import names, said

READ_BY_NETWORK = ("amps", "volts", "continuity", *CLAMPED, *OUTLETS)
# A reading of a circuit further off than so many deviations is worth asking what is wrong with that circuit.
OFF = 2.0
MOST_LOADS = 6
# From this chance on that something is astray at a panel its circuits come before its feeder.
AT_A_PANEL = 0.5
FAR_VOLTS = "A voltage is far from what it should be"


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
    together = Together(several)
    off = _off(together, taken, accuracies)
    open_yet = _not_clamped(job, readings)
    # With nothing running there is less to suspect.
    widest = max(several, key=lambda each: len(each.suspected))
    of_property = (s for s in widest.suspected if s.kind != ASTRAY or s.at[0] in open_yet)
    suspected = (*of_property, *circuit_suspects(_circuits(several), off, widest.bonded))
    # Nobody walks to an outlet for what is told in the panel: only to those of a circuit that reads wrong.
    wrong = {(spot.at, spot.part) for spot in off}
    far = [i for i, s in enumerate(together.spots) if s.quantity in OUTLETS and (s.at, s.part) not in wrong]
    dead = [m for m, load in enumerate(loads) if load.load == "main-off"]
    far += [
        i
        for i, s in enumerate(together.spots)
        if dead and together.of(i) in dead and not tells_with_main_off(s.quantity, s.part)
    ]
    ranked = explain(together, suspected, taken, accuracies, far, main_off=bool(dead))
    called = names(job)
    told = _Told(job, rules, ranked.explained, len(taken), bool(strained(widest.there.net, rules, netted)))
    answers = [told.answer(each) for each in ranked.explained]
    answers[0] = replace(answers[0], supposes=supposed(called, several[0].meter, ranked.explained[0].loads))
    ends = unread_ends(widest, netted)
    if ends and taken:
        answers = held_back(answers)
    at_ends = list(dict.fromkeys(called[at] for at, _ in ends))
    known = standing(answers, answers[0].alike, len(taken))
    following = (
        main_off_next(called, words, netted, answers)
        or end_next(called, words, widest.there.net, netted, answers, ends)
        or _next(job, called, words, readings, answers, off, told, together, ranked, loads)
    )
    return Explanation(
        tuple(numbers), tuple(answers), following,
        tuple(numbers[i] for i in ranked.left), known,
        FAR_VOLTS if told.strained and known == "unread" else HEADINGS[known],
        rests(known, answers, netted, ranked.deciding, at_ends), dangers(answers), ranked.deciding,
    )  # fmt: skip


def _next(
    job: Job, called: Mapping[str, str], words: Mapping[str, str], readings: Sequence[Measured],
    answers: Sequence[SuspectAnswer], off: set[Spot], told: "_Told", meter: Together, ranked: Ranked,
    loads: Sequence[Conditions],
) -> NextAnswer | None:  # fmt: skip
    """What to read next: of circuits, where what is wrong hangs on what one carries, or is at one of a panel's."""
    of_circuit, following = next_circuit(job, called, words, readings, answers, off), ranked.next
    astray = sum(each.chance for each in answers if any(thing.kind == ASTRAY for thing in each.things))
    first = of_circuit is not None and (of_circuit.what == "circuit-hot" or astray > AT_A_PANEL)
    if following is None or first:
        return of_circuit
    spot = meter.spots[following.spot]
    asked = said(called, words, spot.quantity, spot.at, spot.part)
    tells = (told.title(following.tells[0]), told.title(following.tells[1]))
    ran = loads[meter.of(following.spot)]
    return NextAnswer(spot.quantity, spot.at, spot.part, with_loads(ran, asked), tells, replace(ran, circuits=()))


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


def _off(meter: Together, taken: Sequence[Taken], accuracies: Mapping[str, Accuracy]) -> set[Spot]:
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

    def __init__(
        self, job: Job, rules: ReadingRules, explained: Sequence[Explained], many: int, strained: bool
    ):  # fmt: skip
        self._job, self._rules, self._many = job, rules, many
        # Whether a voltage is far from what it should be: nothing is harmless then.
        self.strained = strained
        self._things = {each.key: each.things for each in explained}
        self._most = max((each.log for each in explained), default=0.0)

    def title(self, key: str) -> str:
        """What it is."""
        told = [suspect_title(self._job, self._rules, suspect, ohms) for suspect, ohms in self._things[key]]
        return told[0] if len(told) == 1 else f"Two things: {'; '.join(told)}"

    def answer(self, each: Explained) -> SuspectAnswer:
        """All that is told of it."""
        kinds = [suspect.kind for suspect, _ in each.things]
        told = list(dict.fromkeys(self._rules.suspect(kind) for kind in kinds))
        alike = () if self._astray(each.key) else tuple(self.title(key) for key in each.alike if not self._astray(key))
        harmless = all(kind in HARMLESS for kind in kinds)
        does = [self._rules.strained] if harmless and self.strained else [one.does for one in told]
        return SuspectAnswer(
            each.key, self.title(each.key), " ".join(does), ", ".join(one.section for one in told if one.section),
            each.chance, tuple(each.would_read.tolist()), alike,
            tuple(ThingAnswer(suspect.kind, suspect.at) for suspect, _ in each.things),
            harmless and not self.strained, danger="; ".join(one.danger for one in told if one.danger),
            misfit=each.misfit, degrees=self._many, behind=self._most - each.log,
        )  # fmt: skip

    def _astray(self, key: str) -> bool:
        """What is at some circuit of a panel its circuits tell from the rest: that is never said to be alike."""
        return any(suspect.kind == ASTRAY for suspect, _ in self._things[key])
