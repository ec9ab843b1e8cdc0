"""The wiring systems of dwelling work: what voltage, which conductors, how many of them count as loaded."""

from dataclasses import dataclass
from typing import Literal

SystemName = Literal["120-2w", "240-2w", "208-2w", "277-2w", "480-2w", "120/240-3w", "120/208-3w"]


@dataclass(frozen=True, slots=True)
class System:
    """One wiring system; every system has an equipment grounding conductor besides.

    ``volts`` is the nominal voltage of the loaded loop, ``to_neutral`` from one ungrounded conductor to the
    neutral (None where there is none), ``ungrounded`` and ``grounded`` the numbers of conductors, ``loaded``
    the current-carrying count before anything else shares the raceway.
    """

    name: SystemName
    volts: float
    to_neutral: float | None
    ungrounded: int
    grounded: int
    loaded: int

    @property
    def neutral_is_return(self) -> bool:
        """Whether the neutral is the only way back, so that it carries the whole load."""
        return self.ungrounded == 1

    @property
    def centre_tapped(self) -> bool:
        """Whether its neutral is the middle of one winding."""
        return self.ungrounded == 2 and self.to_neutral is not None and 2.0 * self.to_neutral == self.volts

    @property
    def of_a_wye(self) -> bool:
        """Whether it is two phases and the neutral of a wye."""
        return self.ungrounded == 2 and self.to_neutral is not None and 2.0 * self.to_neutral > self.volts


SYSTEMS: dict[SystemName, System] = {
    s.name: s
    for s in (
        System("120-2w", 120.0, 120.0, 1, 1, 2),
        System("240-2w", 240.0, None, 2, 0, 2),
        System("208-2w", 208.0, None, 2, 0, 2),
        System("277-2w", 277.0, 277.0, 1, 1, 2),
        System("480-2w", 480.0, None, 2, 0, 2),
        System("120/240-3w", 240.0, 120.0, 2, 1, 2),
        System("120/208-3w", 208.0, 120.0, 2, 1, 3),
    )
}

_TAKEN_FROM: dict[SystemName, frozenset[SystemName]] = {
    "120/240-3w": frozenset({"120-2w", "240-2w", "120/240-3w"}),
    "120/208-3w": frozenset({"120-2w", "208-2w", "120/208-3w"}),
}


def can_feed(source: SystemName, wanted: SystemName) -> bool:
    """Whether a system can be taken from another without a transformer between.

    >>> can_feed("120/240-3w", "120-2w"), can_feed("120/208-3w", "240-2w")
    (True, False)
    """
    return wanted in _TAKEN_FROM.get(source, frozenset({source}))
