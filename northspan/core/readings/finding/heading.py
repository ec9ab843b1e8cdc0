"""What is known by the readings so far, under the heading that they are told by."""

from collections import Counter
from collections.abc import Mapping, Sequence

from northspan.core.property.whole.measured import Measured
from northspan.core.readings.finding.answer import Standing, SuspectAnswer
from northspan.core.readings.network.suspects import ELSE, HARMLESS

# Something is said to be so from this chance on; that nothing is wrong, from this.
LIKELY, SOUND = 0.5, 0.8
# What could hurt whoever touches it is told from this chance on.
DANGER = 0.03
HEADINGS: Mapping[Standing, str] = {
    "unread": "Not enough read", "points": "It points to", "alike": "Two things read alike",
    "unlisted": "Something that is not on the list", "sound": "As it should be",
}  # fmt: skip
# What was read, one and several of it.
KINDS = {
    "amps": ("clamp reading", "clamp readings"), "volts": ("voltage", "voltages"),
    "continuity": ("of continuity", "of continuity"), "circuit-hot": ("hot of a circuit", "hots of circuits"),
    "circuit-neutral": ("neutral of a circuit", "neutrals of circuits"),
    "circuit-ground": ("ground of a circuit", "grounds of circuits"),
    "leakage": ("circuit clamped for leakage", "circuits clamped for leakage"),
}  # fmt: skip
AT_OUTLETS = ("voltage at an outlet", "voltages at outlets")


def standing(suspects: Sequence[SuspectAnswer], alike: Sequence[str], many: int) -> Standing:
    """What is known by so many readings; ``alike`` are what no reading tells from the first."""
    first = suspects[0]
    sound = sum(each.chance for each in suspects if each.harmless)
    if many and sound >= SOUND:
        return "sound"
    if many and first.key == ELSE and first.chance >= LIKELY:
        return "unlisted"
    together = first.chance + sum(each.chance for each in suspects[1:] if each.title in alike and not each.harmless)
    nothing = all(thing.kind in HARMLESS for thing in first.things)
    if not many or nothing or first.key == ELSE or together < LIKELY:
        return "unread"
    return "alike" if first.chance < SOUND and together > first.chance else "points"


def rests(
    known: Standing, suspects: Sequence[SuspectAnswer], taken: Sequence[Measured], deciding: int | None,
    unread: Sequence[str] = (),
) -> str:  # fmt: skip
    """What that rests on: what was read, and how far it proves it; how many readings more would decide; at which ends
    of the property (``unread``) the volts of its legs are wanting before nothing is called wrong.
    """
    read = Counter(KINDS.get(each.what, AT_OUTLETS) for each in taken)
    was = ", ".join(f"{many} {what[many > 1]}" for what, many in read.items()) or "nothing is read yet"
    if known == "sound":
        sure = sum(each.chance for each in suspects if each.harmless)
        return f"{was}: that nothing on the list is wrong is {round(100.0 * min(sure, 0.99))} % likely by them."
    more = {None: "", 0: ""}.get(
        deciding, f"; about {deciding} more would decide" if deciding != 1 else "; one more decides"
    )
    calm = suspects[0].harmless and known == "unread" and bool(taken)
    ends = f"{', '.join(unread[:3])}{f' and {len(unread) - 3} more' * (len(unread) > 3)}"
    wanting = f" Nothing is called sound before the volts of each leg are read at {ends}." if calm and unread else ""
    return f"{was}{more}.{wanting}"


def dangers(suspects: Sequence[SuspectAnswer]) -> tuple[str, ...]:
    """What may be live, by whatever is likely enough that nobody should touch it before it is read."""
    return tuple(f"{each.title}: {each.danger}." for each in suspects if each.danger and each.chance >= DANGER)
