"""What readings are held against under the US code book, and what they may point to, in its words."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any

from northspan.core.property.whole.measured import What
from northspan.core.property.whole.readings import Kind, Limit, SuspectWords

# The longest a class A device may take: (20 ÷ mA)^1.43 seconds from 6 mA on, 25 ms from 264 mA on; UL 943.
TRIP_MA, TRIP_POWER, OPENS_MA, SHORTEST_MS = 20.0, 1.43, 6.0, 25.0


@cache
def _read(name: str) -> dict[str, Any]:
    return tomllib.loads((files("northspan.core.codes.nec.proof.readings") / name).read_text("utf-8"))


def longest_trip_ms(tried_ma: float) -> float:
    """The longest (ms) that a class A ground-fault device may take at a current (mA, 6 at least). UL 943.

    >>> round(longest_trip_ms(20.0)), round(longest_trip_ms(6.0)), longest_trip_ms(500.0)
    (1000, 5594, 25.0)
    """
    return max(SHORTEST_MS, float(1000.0 * (TRIP_MA / tried_ma) ** TRIP_POWER))


def _limit(name: str) -> Limit:
    told = _read("limits.toml")[name]
    return Limit(told.get("least"), told.get("most"), told["why"], told["section"])


class NecReadings:
    """The suspects in words, and what is asked of readings."""

    def suspect(self, kind: Kind) -> SuspectWords:
        """A kind of suspect in words."""
        told = _read("suspects.toml")[kind]
        return SuspectWords(told["title"], told["does"], told["section"], told.get("danger", ""))

    @property
    def strained(self) -> str:
        """What is said where nothing on the list is wrong and yet a voltage is far from what it should be."""
        return str(_read("suspects.toml")["strained"]["does"])

    def ordinary_volts(self) -> Limit:
        """Between what shares of its nominal a voltage in a house is ordinary."""
        return _limit("volts-level")

    def ordinary_between_legs(self) -> Limit:
        """How far apart the two legs of a station may ordinarily read, as a share of nominal."""
        return _limit("volts-between-legs")

    def ordinary_on_electrode(self, shared: bool) -> Limit:
        """What is ordinary (A) on the wire to an electrode; ``shared``: a metal water main is among them."""
        return _limit("electrode-wire-shared" if shared else "electrode-wire")

    def limit(self, what: What, tried_ma: float | None) -> Limit | None:
        """What is asked of a kind of reading; None where nothing is."""
        if what == "trip-time":
            # Below what it has to open at it need not open at all; without its current a time says nothing.
            if tried_ma is None or tried_ma < OPENS_MA:
                return None
            longest = longest_trip_ms(tried_ma)
            curve = "no more than 25 ms" if longest == SHORTEST_MS else "(20 ÷ mA)^1.43 s"
            return Limit(None, longest, f"class A at {tried_ma:g} mA: {curve}", "UL 943")
        return _limit(what) if what in _read("limits.toml") else None
