"""Under what a reading is to be taken next: what comes from outside stays with one's own main off."""

from collections.abc import Mapping, Sequence

from northspan.core.readings.finding.answer import NextAnswer, SuspectAnswer
from northspan.core.readings.measured import Conditions, Measured, WhatRan, conditions
from northspan.core.readings.network.suspects import ELSE
from northspan.core.readings.saying import said

# What is asked under a load, in words; the others are as the house is.
UNDER: Mapping[WhatRan, str] = {"main-off": "with the main off, {}", "off": "with all loads off, {}"}
# With so little left of all others, only the main tells what comes from outside from what nobody thought of.
OTHERS = 0.1


def with_loads(ran: Conditions, asked: str) -> str:
    """What is asked for, with what is to run meanwhile where that is told.

    >>> with_loads(conditions("off"), "House: electrode wire"), with_loads(Conditions(), "House: electrode wire")
    ('with all loads off, House: electrode wire', 'House: electrode wire')
    """
    return UNDER.get(ran.load, "{}").format(asked)


def main_off_next(
    called: Mapping[str, str], words: Mapping[str, str], taken: Sequence[Measured], answers: Sequence[SuspectAnswer]
) -> NextAnswer | None:
    """The largest current that was clamped off the hots, to be clamped again with the main off, where it seems to come
    from outside; None where it does not, or where the main was off already.
    """
    outside = [each for each in answers if each.things[0].kind == "outside"]
    others = sum(each.chance for each in answers if each.things[0].kind not in ("outside", ELSE))
    clamped = [each for each in taken if each.what == "amps" and each.part not in ("a", "b")]
    if not outside or not clamped or others > OTHERS or any(each.ran.load == "main-off" for each in taken):
        return None
    again = max(clamped, key=lambda each: each.value or 0.0)
    ran = conditions("main-off")
    asked = with_loads(ran, said(called, words, again.what, again.at, again.part))
    other = next((each.title for each in answers if each.things[0].kind == ELSE), outside[0].title)
    return NextAnswer(again.what, again.at, again.part, asked, (outside[0].title, other), ran)
