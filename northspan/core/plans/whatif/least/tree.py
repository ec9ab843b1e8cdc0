"""The fronts of a whole property: from the far ends to the source, every run in the options that are left to it."""

from collections.abc import Mapping

import numpy as np

from northspan.core.book.systems import SYSTEMS
from northspan.core.physics.transformer import series_ohms
from northspan.core.physics.voltage_drop import drop_parts
from northspan.core.plans.whatif.least.front import Backward, Front, held, through, together
from northspan.core.plans.whatif.least.options import Option
from northspan.core.property.whole.prepared import Prepared

NEAR_PCT = 1e-9


class Tree:
    """A property whose runs have ``options``; ``over`` are stations that may drop by the share they drop as it stands,
    beyond the limit of every other. What is shut out stays so in the options that were given.
    """

    def __init__(self, ready: Prepared, options: dict[str, list[Option]], over: Mapping[str, float]) -> None:
        self.ready, self.options, self.over = ready, options, over
        self.limit = 1.0 - (ready.job.house_rules.total_drop_pct + NEAR_PCT) / 100.0
        self._fronts: dict[str, Front[Option]] = {}

    def cheapest(self) -> dict[str, Option] | None:
        """The option of every run that cost least together, every source at its nominal voltage; None: none will do."""
        net = self.ready.net
        for run in reversed(net.order):
            if run.id not in self._fronts:
                ways = [(o, o.cost, o.fed_with) for o in _worth_a_look(self.options[run.id])]
                self._fronts[run.id] = through(run.id, ways, self._station(run.to_station, self.limit))
        sources = [s for s in net.stations if s not in net.fed_by and net.leaving.get(s)]
        whole = together([self._station(s, 0.0) for s in sources])
        best = whole.cheapest(1.0)
        return None if best is None else whole.picks(best)

    def shut(self, option: Option) -> None:
        """Leave an option out; the fronts of all runs on its way from the source are made anew."""
        left = [o for o in self.options[option.run] if (o.metal, o.size) != (option.metal, option.size)]
        self.options[option.run] = left
        run = next(r for r in self.ready.net.order if r.id == option.run)
        for each in self.ready.net.upstream(run.to_station):
            self._fronts.pop(each.id, None)

    def _station(self, station: str, limit: float) -> Front[Option]:
        """What leaves a station, by the share that reaches it."""
        if station in self.over:
            limit = min(limit, 1.0 - self.over[station] - NEAR_PCT / 100.0)
        beyond = together([self._fronts[run.id] for run in self.ready.net.leaving.get(station, ())])
        return held(beyond, self._transformer(station), limit)

    def _transformer(self, station: str) -> Backward:
        """The share that must reach a station so that one leaves it: the same, but for a transformer's own drop."""
        transformer = self.ready.net.stations[station].transformer
        loads = [self.ready.sized[run.id].sizing for run in self.ready.net.leaving.get(station, ())]
        carried = [(s.question.drop_amps(s.breaker_a), s.question.pf) for s in loads if s.question.amps > 0.0]
        amps = sum(a for a, _ in carried)
        if transformer is None or amps == 0.0:
            return lambda shares: shares
        volts = SYSTEMS[transformer.secondary].volts
        z = series_ohms(transformer.kva, volts, transformer.impedance_pct, transformer.x_over_r)
        along, across = drop_parts(amps, sum(each * pf for each, pf in carried) / amps, z)
        return lambda shares: np.hypot(shares + along / volts, across / volts)


def _worth_a_look(options: list[Option]) -> list[Option]:
    """The options that no other outdoes."""
    found: list[Option] = []
    for option in sorted(options, key=lambda o: (o.cost, o.drop)):
        if not any(option.outdone(other) for other in found):
            found.append(option)
    return found
