"""What the neutrals of two 120 V sources carry that stand for a leg each."""

from northspan.core.figures.working import Figure, Step
from northspan.core.property.ground.answer import PlainAnswer
from northspan.core.property.ground.asked import Asked
from northspan.core.property.ground.network.fault import METHOD


def neutrals_of_pair(a: Asked) -> PlainAnswer | None:
    """Of a station that two sources feed with a leg each, or of one of the two: the current of each pipe's neutral."""
    net, mode = a.there.net, a.there.mode
    at = next((to for to, run in net.second_leg.items() if a.station in (to, *_sources(a, to))), None)
    if at is None:
        return None
    state, network = a.there.network.state(), a.there.network
    steps, words = [], []
    for run in sorted(net.outward, key=net.legs):
        neutral = network.branch(f"N {run.id}")
        if run.to_station != at or not mode.brings(net, run) or neutral is None:
            continue
        hot = next((b for leg in net.legs(run) if (b := network.branch(f"{leg} {run.id}")) is not None), None)
        amps, source = abs(state.amps(neutral)), net.stations[run.from_station].name
        steps += [] if hot is None else [Step(f"Hot from {source}", abs(state.amps(hot)), "A", METHOD)]
        steps.append(Step(f"Neutral back to {source}", amps, "A", METHOD))
        words.append(f"{source} {amps:.1f} A")
    if not words:
        return None
    more = (
        f"Each neutral takes its own leg's whole current home; only beyond {net.stations[at].name} does one leg spare "
        "the other's. Neither may be smaller than its hot, and each lies in one pipe with it, 300.3(B)."
    )
    last = steps[-1].value
    figure = Figure(last if isinstance(last, float) else None, "A", tuple(steps))
    return PlainAnswer("What does each neutral carry?", ", ".join(words), more, "220.61, 300.3(B)", "plain", figure)


def _sources(a: Asked, station: str) -> tuple[str, ...]:
    net = a.there.net
    first = net.standby.get(station) or net.fed_by[station]
    return (first.from_station, net.second_leg[station].from_station)
