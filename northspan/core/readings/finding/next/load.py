"""Under what a reading is to be taken next: what comes from outside stays with one's own main off."""

from collections.abc import Mapping, Sequence

from northspan.core.property.whole.measured import Conditions, Measured, WhatRan, conditions, tells_with_main_off
from northspan.core.readings.finding.answer import NextAnswer, SuspectAnswer
from northspan.core.readings.network.suspects import ELSE
from northspan.core.readings.told.saying import said

# What is asked under a load, in words; the others are as the house is.
UNDER: Mapping[WhatRan, str] = {"main-off": "with the main off, {}", "off": "with all loads off, {}"}
# A clamp that shows more than this (A) shows a current.
FLOWS_A = 0.3
# What drives one along the earth, from outside or from one's own hots, which the main tells apart.
ALONG_EARTH = ("outside", "hot-to-earth")
# From this chance of it on, with no more than so much left of whatever else is on the list, the main is what tells.
LIKELY, OTHERS = 0.5, 0.2


def with_loads(ran: Conditions, asked: str) -> str:
    """What is asked for, with what is to run meanwhile where that is told.

    >>> with_loads(conditions("off"), "House: electrode wire"), with_loads(Conditions(), "House: electrode wire")
    ('with all loads off, House: electrode wire', 'House: electrode wire')
    """
    return UNDER.get(ran.load, "{}").format(asked)


def main_off_next(
    called: Mapping[str, str], words: Mapping[str, str], taken: Sequence[Measured], answers: Sequence[SuspectAnswer]
) -> NextAnswer | None:
    """The largest current that was clamped off the hots, or else voltage of a neutral to its can, to be read again with
    the main off, where it seems to come from outside; None where it does not, or where the main was off already.
    """
    outside = [each for each in answers if each.things[0].kind == "outside"]
    along = sum(each.chance for each in answers if each.things[0].kind in ALONG_EARTH)
    others = sum(each.chance for each in answers if each.things[0].kind not in (*ALONG_EARTH, ELSE))
    told = [each for each in taken if tells_with_main_off(each.what, each.part)]
    if (
        not outside
        or not told
        or along < LIKELY
        or others > OTHERS
        or any(each.ran.load == "main-off" for each in taken)
    ):
        return None
    again = max(told, key=lambda each: (each.what == "amps" and (each.value or 0.0) > FLOWS_A, each.value or 0.0))
    # Whoever reads there again all the same cannot switch it off: then on with the rest.
    if [(each.what, each.at, each.part) for each in taken].count((again.what, again.at, again.part)) > 1:
        return None
    ran = conditions("main-off")
    asked = with_loads(ran, said(called, words, again.what, again.at, again.part))
    rival = next((each for each in answers if each.things[0].kind in ("hot-to-earth", ELSE)), answers[-1])
    return NextAnswer(again.what, again.at, again.part, asked, (outside[0].title, rival.title), ran)
