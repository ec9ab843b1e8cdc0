"""A supply house that is asked for prices: what it must answer, and a simulated one that stands in for a live desk."""

import hashlib
from collections.abc import Iterable, Mapping
from datetime import date
from typing import Protocol

SWING = 0.06


class SupplyHouse(Protocol):
    """A desk that quotes prices for parts by their names in the shop's list."""

    name: str

    def quote(self, names: Iterable[str], day: date) -> Mapping[str, float]:
        """Prices ($ per foot or piece) on a day; a part it does not carry is left out."""


class SimulatedSupplyHouse:
    """Quotes the list it is given, each price swung by up to 6 % from week to week, the same for the same week.

    >>> desk = SimulatedSupplyHouse({"wire cu 6": 1.0})
    >>> monday, friday = date(2026, 11, 23), date(2026, 11, 27)
    >>> desk.quote(["wire cu 6", "gold"], monday) == desk.quote(["wire cu 6"], friday)
    True
    """

    name = "Simulated supply house"

    def __init__(self, listed: Mapping[str, float]):
        self._listed = listed

    def quote(self, names: Iterable[str], day: date) -> Mapping[str, float]:
        """Prices of this week for the parts it lists."""
        year, week, _ = day.isocalendar()
        return {
            name: round(self._listed[name] * (1.0 + SWING * _swing(f"{name} {year} {week}")), 2)
            for name in names
            if name in self._listed
        }


def _swing(seed: str) -> float:
    """A number from -1 to 1 that is always the same for the same words."""
    return int.from_bytes(hashlib.sha256(seed.encode()).digest()[:4]) / 0x7FFFFFFF - 1.0
