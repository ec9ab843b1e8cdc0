"""A property small enough to work out by hand, with circuits in its panels."""

from functools import cache

from northspan.core.property.whole.measured import CircuitRan, Conditions, Measured
from northspan.core.readings.network.circuit_suspects import circuit_suspects
from northspan.core.readings.network.of_job import metered
from northspan.core.readings.round import round_of
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from tests.core.made.jobs import job

# Spaces 1, 5, 9 are on leg A, 3 and 11 on leg B; two poles take 4 and 6, 8 and 10.
CIRCUITS = [
    {"id": "bench", "name": "Bench", "space": 1}, {"id": "lamps", "name": "Lamps", "space": 5},
    {"id": "saw", "name": "Saw", "space": 3}, {"id": "bell", "cable": {"length": 10, "no_egc": True}},
    {"id": "fan", "space": 9, "partner": "pump", "tied": True},
    {"id": "pump", "space": 11, "partner": "fan", "tied": True},
    {"id": "kiln", "space": 4, "poles": 2, "breaker_a": 30},
    {"id": "oven", "space": 8, "poles": 2, "breaker_a": 40, "neutral": True},
]  # fmt: skip
PANEL = {
    "stations/1/gear": {"spaces": 12}, "stations/1/panel": {"circuits": [{"id": "stair", "space": 1}]},
    "stations/2/gear": {"spaces": 12}, "stations/2/panel": {"circuits": CIRCUITS},
}  # fmt: skip
AT = "shed-panel"


class Shed:
    """The shed's panel with these hots read (A)."""

    def __init__(self, **hots):
        self.ready = prepared(job(**PANEL))
        self.solution = solution(self.ready)
        self.metered_of = cache(lambda ran: metered(self.ready, self.solution.panels, ran))
        read = tuple(CircuitRan(AT, c["id"], hots.get(c["id"])) for c in CIRCUITS)
        self.here = self.metered_of(Conditions(circuits=read))
        self.suspects = (
            *self.here.suspected,
            *circuit_suspects(self.here.circuits, self.here.meter.spots, self.here.bonded),
        )

    def reads(self, what, circuit, key="none", ohms=None):
        suspect = next(s for s in self.suspects if s.key == key)
        return float(self.here.meter.read(suspect.edits(ohms))[self.here.meter.at[f"{what}/{AT}/{circuit}"]])

    def told(self, *readings):
        return round_of(self.ready, self.solution, readings, self.metered_of)


def clamp(number, what, circuit, value, **more):
    return Measured(number, what, AT, circuit, value, "R. Vale", "2026-11-02T10:00", **more)
