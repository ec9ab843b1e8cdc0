"""What ran by an explanation, where that is not what was said."""

from collections.abc import Mapping

from northspan.core.figures.working import number
from northspan.core.readings.network.meter import Floats, Meter

# Off by no more than this (A, and of what was said) it is as it was said.
AS_SAID_A, AS_SAID = 2.0, 0.35


def supposed(called: Mapping[str, str], meter: Meter, loads: Floats) -> tuple[str, ...]:
    """The stations that take other than was said, with about what they take on each leg (A); ``loads`` are the unknowns
    of the meter (deviations).
    """
    unknowns = meter.unknowns
    runs = unknowns.wired + unknowns.amps(loads[: unknowns.count])
    said: dict[str, dict[str, list[float]]] = {}
    for (at, legs), was, now in zip(unknowns.at, unknowns.wired, runs, strict=True):
        for leg in legs:
            both = said.setdefault(at, {}).setdefault(leg, [0.0, 0.0])
            both[0] += float(was)
            both[1] += float(now)
    found = []
    for at, by_leg in said.items():
        more = [now - was for was, now in by_leg.values()]
        if abs(sum(more)) <= AS_SAID_A or all(
            abs(each) <= max(AS_SAID_A, AS_SAID * was) for each, (was, _) in zip(more, by_leg.values(), strict=True)
        ):
            continue
        takes = " and ".join(f"about {_amps(now)} A on leg {leg}" for leg, (_, now) in by_leg.items())
        was = " and ".join(_amps(was) for was, _ in by_leg.values())
        found.append(f"{called.get(at, at)} takes {takes}; said was {was} A")
    return tuple(found)


def _amps(amps: float) -> str:
    return number(float(f"{amps:.2g}"))
