"""The dark hours: what touches anything that is live today, between switching off with proof and restoring in order.

Load off before the main, the main before the supplier; what is proved dead is locked, and so is every other source.
"""

from collections.abc import Iterator, Mapping, Sequence

from northspan.core.job.job import Job
from northspan.core.plans.day.live import UTILITY, Live
from northspan.core.plans.day.task import Landing, Making

# What no hand takes out of a day with dark hours: it is what keeps whoever works there alive.
PROVED, RESTORED = "switch off and prove", "restore"
# So many work in one panel at a time.
HANDS = 2
SHARES = ("the first", "the other")


def dark_hours(
    making: Making,
    job: Job,
    live: Live,
    words: Mapping[str, str],
    landings: Sequence[Landing],
    looked: tuple[str, ...],
    first: tuple[str, ...],
    ready: bool,
) -> list[str]:
    """Make the landings, those in the dark that touch anything live; ``looked`` (walls looked at) comes before each,
    ``first`` (parts fetched) before a temporary feed where there is time for it. ``ready``: the house goes dark once
    all that its dark work waits for is there, else some of it may be made meanwhile. Gives the ids of what the last
    look waits for.
    """
    own = tuple(f"own/{each.id}" for each in job.day.own if each.power == "off")
    opened = {each.key: live.opened_for(each.touches) for each in landings}
    dark = [each for each in landings if opened[each.key]]
    done = [_light(making, each, looked) for each in landings if not opened[each.key]]
    if not live.standing or not (dark or own):
        return done
    every = dict.fromkeys((*(at for each in dark for at in opened[each.key]), *(live.mains if own else ())))
    waits = (*looked, *(n for each in dark for n in each.needs)) if ready else ()
    before = tuple(dict.fromkeys((*waits, *_feeds(making, job, first if ready else ()))))
    supplier, main = words["supplier"], words["main"]
    off = before
    if UTILITY in every:
        said = f"Load off, {main} off, then the {supplier} switches off"
        off = (making.add("", "utility off", said, power="off", needs=before, outside="utility", opens=(UTILITY,)),)
    others = [each for each in live.other_sources if each.id not in every]
    switched = tuple(at for at in every if at != UTILITY) + tuple(each.id for each in others)
    names = {s.id: s.name for s in live.whole.stations}
    at_home = " and ".join(f"{names[at]} off" for at in switched)
    said = f"Load off, {at_home}, locked, proved dead" if UTILITY not in every else "Locked, proved dead"
    if UTILITY in every and at_home:
        said = f"{at_home}, locked, proved dead"
    proved = making.add("", PROVED, said, power="off", needs=off, opens=(*every, *(each.id for each in others)))
    meanwhile = () if ready else looked
    last = tuple(
        name
        for each in dark
        for name in _in_the_dark(making, job, each, (proved, *meanwhile, *(() if ready else each.needs)))
    )
    last += own
    if UTILITY in every:
        said = f"{supplier.capitalize()} switches on"
        last = (making.add("", "utility on", said, power="off", needs=last, outside="utility"),)
    said = f"{words['leg'].capitalize()}s checked, {words['device']}s on in order"
    return [*done, making.add("", RESTORED, said, power="off", needs=last)]


def _light(making: Making, each: Landing, looked: tuple[str, ...]) -> str:
    """Work on what is not live, done with the power on elsewhere."""
    needs = (*each.needs, *looked)
    return making.add(each.key, each.kind, each.words, each.many, needs=needs, touches=each.touches)


def _in_the_dark(making: Making, job: Job, each: Landing, needs: tuple[str, ...]) -> Iterator[str]:
    """A piece of dark work; what several hands can share, each with circuits of its own, is shared."""
    hands = min(HANDS, len(job.day.people), int(each.many)) if each.kind == "bring over cable" else 1
    for hand in range(hands):
        share = float(int(each.many) // hands + (hand < int(each.many) % hands)) if hands > 1 else each.many
        named, said = each.key, each.words
        if hands > 1:
            named, said = f"{each.key}/{hand + 1}", f"{each.words}, {SHARES[hand]} {share:.0f}"
        yield making.add(named, each.kind, said, share, power="off", needs=needs, touches=each.touches)


def _feeds(making: Making, job: Job, first: tuple[str, ...]) -> tuple[str, ...]:
    if not any(kept.fed for kept in job.day.stays_on):
        return ()
    return (making.add("", "temporary feed", "Temporary feed set up and tried", needs=first),)
