"""What a code book says about readings."""

from dataclasses import dataclass
from typing import Literal, Protocol

from northspan.core.property.whole.measured import What

Kind = Literal[
    "none", "else", "more-load", "loose-neutral", "loose-run-leg", "thin-wire", "swapped", "outside",
    "hot-to-earth", "second-bond", "missing-bond", "missing-ground", "shared-neutral", "electrode-off",
    "neutral-on-ground", "leak",
    "circuits-meet", "borrowed-neutral", "same-leg", "astray", "loose-hot", "loose-leg", "loose-circuit-neutral",
    "open-circuit-neutral", "open-circuit-ground", "reversed-polarity", "neutral-on-bar", "outlet-swapped",
    "live-ground", "two-hots",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class SuspectWords:
    """A suspect in words, with the names of where it is in braces; what it does; the section behind it; what is live by
    it (empty: nothing that was not).
    """

    title: str
    does: str
    section: str
    danger: str


@dataclass(frozen=True, slots=True)
class Limit:
    """What is asked of a reading: at least, at most (None: nothing that way), and by what."""

    least: float | None
    most: float | None
    why: str
    section: str


class ReadingRules(Protocol):
    """What a code book, and the standards it leans on, say about readings."""

    def suspect(self, kind: Kind) -> SuspectWords:
        """A kind of suspect in words."""

    @property
    def strained(self) -> str:
        """What is said where nothing on the list is wrong and yet a voltage is far from what it should be."""

    def ordinary_volts(self) -> Limit:
        """Between what shares of its nominal a voltage in a house is ordinary."""

    def ordinary_between_legs(self) -> Limit:
        """How far apart the two legs of a station may ordinarily read, as a share of nominal."""

    def ordinary_on_electrode(self, shared: bool) -> Limit:
        """What is ordinary (A) on the wire to an electrode; ``shared``: a metal water main is among them."""

    def limit(self, what: What, tried_ma: float | None) -> Limit | None:
        """What is asked of a kind of reading, with a device tried at so many mA (None: not said); None: nothing."""
