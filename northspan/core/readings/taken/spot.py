"""Where something is read: a quantity, at a part of the property."""

from dataclasses import dataclass
from typing import Literal

from northspan.core.figures.tables import load_tables

Quantity = Literal[
    "amps", "volts", "continuity", "circuit-hot", "circuit-neutral", "circuit-ground", "leakage", "outlet-volts",
    "outlet-ground", "outlet-neutral", "outlet-a-b", "outlet-a-ground", "outlet-b-ground",
]  # fmt: skip
ACCURACY = load_tables("northspan.core.readings")["accuracy"]


@dataclass(frozen=True, slots=True)
class Spot:
    """What is read where: ``at`` is the id of a run, a station, a place or a metal path, ``part`` what of it.

    Amperes of a run's ``a``, ``b``, ``neutral``, ``ground`` or ``all`` its circuit wires in one clamp, of a place's
    ``electrode``, of a ``path``; volts of a station from ``a-n``, ``b-n``, ``a-b``, ``n-can``; continuity (ohm) of its
    ``can`` to the one that feeds it, nothing disconnected but the power. In a box along a run (``a-n#1``) volts on the
    side that its wires come from. Of a panel's circuit (its id the part) A of its hot, of its neutral and of its
    ground, and mA of all its circuit wires in one clamp; of one that goes from a hot to a neutral also volts at its
    outlet, by a meter on low impedance: hot to neutral, hot to ground, neutral to ground; of one on both legs hot to
    hot, each hot to ground.
    """

    quantity: Quantity
    at: str
    part: str

    @property
    def key(self) -> str:
        """The spot as one word.

        >>> Spot("amps", "feeder", "neutral").key
        'amps/feeder/neutral'
        """
        return f"{self.quantity}/{self.at}/{self.part}"


@dataclass(frozen=True, slots=True)
class Accuracy:
    """One standard deviation of a reading about what is computed: shares of it, and a floor in its own unit. ``beside``
    is what is left of the model's share where loads and source are fitted.
    """

    instrument: float
    floor: float
    model: float
    beside: float = 0.0

    def sigma(self, expected: float, with_model: bool = True) -> float:
        """One standard deviation at an expected value, in its unit.

        >>> round(Accuracy(0.02, 0.02, 0.15).sigma(10.0), 3), Accuracy(0.02, 0.5, 0.15).sigma(0.0)
        (1.513, 0.5)
        """
        model = self.model if with_model else 0.0
        return float((self.floor**2 + expected**2 * (self.instrument**2 + model**2)) ** 0.5)


def accuracy(quantity: str) -> Accuracy:
    """How near a quantity's readings come. Raises KeyError."""
    told = [ACCURACY.number(quantity, column) or 0.0 for column in ("instrument", "floor", "model", "beside")]
    return Accuracy(told[0] / 100.0, told[1], told[2] / 100.0, told[3] / 100.0)
