"""A voltage that is far from what it should be: by it nothing is called harmless."""

from collections.abc import Mapping, Sequence

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.network.topology import Network
from northspan.core.property.whole.measured import Conditions, Measured
from northspan.core.property.whole.readings import ReadingRules

OF_LEG = {"a-n": "A", "b-n": "B"}
# Whether a voltage at an outlet is from hot to hot.
AT_OUTLETS: Mapping[str, bool] = {
    "outlet-volts": False, "outlet-ground": False,
    "outlet-a-b": True, "outlet-a-ground": False, "outlet-b-ground": False,
}  # fmt: skip


def strained(net: Network, rules: ReadingRules, readings: Sequence[Measured]) -> tuple[int, ...]:
    """The numbers of readings whose voltage is far from nominal, or whose two legs lie far apart: one high, one low."""
    level, apart = rules.ordinary_volts(), rules.ordinary_between_legs()
    found = set[int]()
    legs: dict[tuple[str, Conditions], dict[str, Measured]] = {}
    for each in readings:
        system = net.system.get(each.at)
        nominal = None if system is None else _nominal(SYSTEMS[system], each)
        if nominal is None or each.value is None:
            continue
        share = each.value / nominal
        if share > (level.most or share) or (level.least is not None and share < level.least):
            found.add(each.number)
        if each.what == "volts" and each.part in OF_LEG:
            legs.setdefault((each.at, each.ran), {})[OF_LEG[each.part]] = each
            two = legs[each.at, each.ran]
            if len(two) == 2 and apart.most is not None:
                a, b = two["A"].value or 0.0, two["B"].value or 0.0
                if abs(a - b) > apart.most * nominal:
                    found |= {two["A"].number, two["B"].number}
    return tuple(sorted(found))


def _nominal(system: System, each: Measured) -> float | None:
    """What the voltage of a reading should be (V); None where it is none of a leg."""
    if each.what == "volts":
        return system.volts if each.part == "a-b" else system.to_neutral if each.part in OF_LEG else None
    if each.what not in AT_OUTLETS:
        return None
    return system.volts if AT_OUTLETS[each.what] else system.to_neutral
