"""One count of a part, and the lines that counts of the same part add up to."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from northspan.core.figures.working import Figure, Step, number

SoldBy = Literal["ft", "each"]
Group = Literal["wire", "pipe", "gear", "ground", "small"]


@dataclass(frozen=True, slots=True)
class Count:
    """So many feet or pieces of a part by its name in a price list (``sold_as`` where that is another), and what it was
    counted from, with the section or the plan behind it; ``comes_with`` names what brings it along,
    ``stick`` the length (ft) that it is sold in (0: by the foot, or by the piece).
    """

    group: Group
    name: str
    quantity: float
    unit: SoldBy
    what: str
    cite: str
    sold_as: str = ""
    comes_with: str = ""
    stick: float = 0.0

    @property
    def priced_as(self) -> str:
        """Its name in a price list."""
        return self.sold_as or self.name


@dataclass(frozen=True, slots=True)
class Material:
    """A part with all that was counted of it."""

    group: Group
    name: str
    unit: SoldBy
    priced_as: str
    comes_with: str
    stick: float
    counts: tuple[Count, ...]

    @property
    def quantity(self) -> Figure:
        """How much of it, with every count behind it."""
        total = sum((c.quantity for c in self.counts), 0.0)
        steps = tuple(Step(c.what, float(c.quantity), c.unit, c.cite) for c in self.counts)
        together = (Step("Together", total, self.unit, "sum"),) if len(steps) > 1 else ()
        return Figure(total, self.unit, (*steps, *together))


def gathered(counts: Iterable[Count]) -> tuple[Material, ...]:
    """The counts by part, in the order in which each part first comes; nothing of what is none. Wire of the same name
    that is cut with the others and that goes to electrodes are two parts: only the one is in the cut plan.

    >>> two = [Count("pipe", "pipe EMT 1", n, "ft", "Shed", "the plan") for n in (10.0, 5.0)]
    >>> gathered(two)[0].quantity.value
    15.0
    """
    found: dict[tuple[str, str, str], list[Count]] = {}
    for each in counts:
        if each.quantity > 0.0:
            found.setdefault((each.group, each.name, each.comes_with), []).append(each)
    return tuple(
        Material(one.group, one.name, one.unit, one.priced_as, one.comes_with, one.stick, tuple(own))
        for own in found.values()
        for one in own[:1]
    )


def cost(counts: Iterable[Count], prices: Mapping[str, float]) -> Figure:
    """What counted parts cost ($) at their prices, cut to length and no more than was counted; no total where a price
    is missing, and which one it is.

    >>> cost([Count("wire", "wire cu 6", 100.0, "ft", "Shed", "the plan")], {"wire cu 6": 1.5}).value
    150.0
    """
    total, missing, steps = 0.0, False, []
    for each in gathered(counts):
        quantity = sum(c.quantity for c in each.counts)
        if each.comes_with:
            continue
        price = prices.get(each.priced_as)
        if price is None:
            missing = True
            steps.append(Step(f"{each.name}: not in the price list", None, "$", "price list"))
            continue
        per = "ft" if each.unit == "ft" else "pc"
        total += quantity * price
        steps.append(Step(f"{each.name}: {number(quantity)} {per} × ${price:.2f}", quantity * price, "$", "price list"))
    if missing:
        return Figure(None, "$", tuple(steps))
    return Figure(total, "$", (*steps, Step("Together, no labour", total, "$", "sum")))
