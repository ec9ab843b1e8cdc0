"""Which circuit of a panel to read next."""

from collections.abc import Collection, Mapping, Sequence

from northspan.core.job.job import Job
from northspan.core.property.whole.measured import Measured
from northspan.core.readings.finding.answer import NextAnswer, SuspectAnswer
from northspan.core.readings.network.suspects import ASTRAY
from northspan.core.readings.taken.circuits_ran import OF_CIRCUITS, clamped_circuits, outlet_readings
from northspan.core.readings.taken.spot import Spot
from northspan.core.readings.told.saying import said

# What is as likely as this is worth a reading more.
LIKELY = 0.1


def next_circuit(
    job: Job,
    called: Mapping[str, str],
    words: Mapping[str, str],
    readings: Sequence[Measured],
    answers: Sequence[SuspectAnswer],
    off: Collection[Spot],
) -> NextAnswer | None:
    """What to read of circuits: the hot of one that is off, or that is suspected, for without what it carries nothing
    explains the rest; where no fault was found yet, or what is wrong may be in a panel, the next that was not clamped
    for what is astray, that panel's first; then the multiwire pairs, then outlet by outlet.
    """
    by = {what: {(each.at, each.part) for each in readings if each.what == what} for what in OF_CIRCUITS}
    hot, wrong = by["circuit-hot"], {(spot.at, spot.part) for spot in off}
    circuits = clamped_circuits(job)
    there = list(circuits)
    things = [thing for each in answers if each.chance > LIKELY for thing in each.things]
    likely = {(thing.at[0], circuit) for thing in things for circuit in thing.at[1:]}
    asked = [("circuit-hot", at) for at in there if at not in hot and (at in wrong or at in likely)]
    # Where nothing is wrong so far, or what is reads like nothing, or is in a panel: on to its circuits.
    sound = [each.title for each in answers if each.harmless]
    first = answers[0] if answers else None
    astray = {thing.at[0] for thing in things if thing.kind == ASTRAY}
    if first is not None and (first.harmless or astray or any(title in first.alike for title in sound)):
        there.sort(key=lambda at: at[0] not in astray)
        asked += [("leakage", at) for at in there if at not in by["leakage"]]
        # Both hots of a multiwire pair, their neutral and an outlet: one leg for both, or a neutral that is open, shows
        # nowhere else.
        pairs = [(at, (at[0], str(c.partner))) for at, c in circuits.items() if (at[0], c.partner) in circuits]
        asked += [("circuit-hot", at) for at, _ in pairs if at not in hot]
        for each in ("circuit-neutral", "outlet-volts"):
            asked += [(each, at) for at, other in pairs if not by[each] & {at, other}]
        # From there on outlet by outlet: to the ground shows more than to the neutral, and neither shows all.
        for each in ("outlet-ground", "outlet-a-ground", "outlet-a-b", "outlet-volts"):
            asked += [(each, at) for at, c in circuits.items() if each in outlet_readings(c) and at not in by[each]]
    if not asked:
        return None
    what, at = asked[0]
    tells = (answers[0].title, f"something in {called['/'.join(at)]}")
    return NextAnswer(what, *at, said(called, words, what, *at), tells)
