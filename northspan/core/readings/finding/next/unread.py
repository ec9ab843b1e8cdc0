"""What has to be read before nothing is called wrong: the volts of both legs wherever the property ends."""

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from northspan.core.network.topology import Network
from northspan.core.property.whole.measured import Measured
from northspan.core.readings.finding.answer import NextAnswer, SuspectAnswer
from northspan.core.readings.network.of_job import Metered
from northspan.core.readings.told.saying import said

LEGS = ("a-n", "b-n")
# Before every end was read nothing being wrong is told no likelier than this.
MOST_SOUND = 0.49
# So many readings are first taken wherever they tell most.
FIRST = 3


def unread_ends(metered: Metered, taken: Sequence[Measured]) -> tuple[tuple[str, str], ...]:
    """Legs that were not read at stations beyond which nothing is fed, each by its station and what of it: what is
    loose or open on any way to one moves its volts as much as those of what lies before it.
    """
    net = metered.there.net
    read = {(each.at, each.part) for each in taken if each.what == "volts" and each.ran.load != "main-off"}
    ends = [at for at in sorted(metered.there.reached) if not net.leaving.get(at)]
    legs = [(at, leg) for at in ends for leg in LEGS if f"volts/{at}/{leg}" in metered.meter.at]
    return tuple(each for each in legs if each not in read)


def end_next(
    called: Mapping[str, str], words: Mapping[str, str], net: Network, taken: Sequence[Measured],
    answers: Sequence[SuspectAnswer], ends: Sequence[tuple[str, str]],
) -> NextAnswer | None:  # fmt: skip
    """A leg at an end of the property that was not read, where nothing seems wrong so far; of two the one with more
    wires on its way that no reading has seen. None where something seems wrong, or before so much was read that one leg
    more tells as much as anything else. Once a leg was read at every end the others take turns with what tells most.
    """
    if not ends or not answers[0].harmless or len(taken) < FIRST:
        return None
    seen = {wire for each in taken if each.what == "volts" for wire in _wires(net, each.at, each.part)}
    # One leg at every end first: a neutral that is loose on the way shows on either.
    wanting = Counter(at for at, _ in ends)
    if max(wanting.values()) < len(LEGS) and len(taken) % 2 == 0:
        return None
    at = max(wanting, key=lambda end: wanting[end])
    at, leg = max((each for each in ends if each[0] == at), key=lambda end: len(set(_wires(net, *end)) - seen))
    return NextAnswer("volts", at, leg, said(called, words, "volts", at, leg), (answers[0].title, answers[-1].title))


def _wires(net: Network, at: str, part: str) -> Iterator[tuple[str, str]]:
    """The wires that a voltage between two of them hangs on, by run: each on the way from the source."""
    return ((run.id, wire) for run in net.upstream(at) for wire in part.split("-"))


def held_back(answers: Sequence[SuspectAnswer]) -> list[SuspectAnswer]:
    """Suspects with what is harmless no likelier than may be told yet; what that leaves is spread over all else alike,
    so that none of it comes to be pointed at by what was not read.

    >>> sound, *rest = (SuspectAnswer(key, "", "", "", chance, (), (), (), key == "none")
    ...                 for key, chance in (("none", 0.9), ("loose", 0.06), ("swapped", 0.04)))
    >>> [round(each.chance, 3) for each in held_back([sound, *rest])]
    [0.49, 0.265, 0.245]
    """
    calm = sum(each.chance for each in answers if each.harmless)
    others = sum(not each.harmless for each in answers)
    if calm <= MOST_SOUND or not others:
        return list(answers)
    more = (calm - MOST_SOUND) / others
    return [
        replace(each, chance=each.chance * MOST_SOUND / calm if each.harmless else each.chance + more)
        for each in answers
    ]
