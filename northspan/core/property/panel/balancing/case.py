"""A panel to be balanced, as it is asked about on the command line, and its answer."""

from typing import Annotated, Any, Literal, Self

from pydantic import BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.book.strict import Number, StrictCase, Switch, Whole, Word
from northspan.core.figures.working import Figure, NamedFigure, Step, number
from northspan.core.job.panel import interleaved
from northspan.core.property.panel.balancing.balance import Balanced, balance
from northspan.core.property.panel.layout import Breaker, BusBars, Spot

MOST_SPACES = 84
# Loads are reckoned in quarters of a VA, so that 125 % of one stays whole.
QUARTER = 4


def _space(given: Any) -> int:
    spot = _spot(given)
    if spot.half:
        raise PydanticCustomError("case", "must be a space, without a half")
    return spot.space


def _spot(given: Any) -> Spot:
    """A space as it is written: 7, "7", or a half of it, "7a"."""
    if isinstance(given, int) and not isinstance(given, bool):
        text = str(given)
    elif isinstance(given, str):
        text = given
    else:
        raise PydanticCustomError("case", 'must be a space such as 7, "7" or "7a"')
    digits = text[:-1] if text[-1:] in ("a", "b") else text
    if not digits.isascii() or not digits.isdecimal() or digits[0] == "0" or len(digits) > 2:
        raise PydanticCustomError("case", 'must be a space such as 7, "7" or "7a"')
    return Spot(int(digits), half=digits != text)


def _letter(given: Any) -> str:
    return given[-1] if isinstance(given, str) and given[-1:] in ("a", "b") else "a"


Space = Annotated[int, BeforeValidator(_space)]


class PanelCase(StrictCase):
    """The panel: how many spaces, on which legs, which are blocked, which take a twin, the most poles in all."""

    spaces: Annotated[Whole, Field(ge=2, le=MOST_SPACES)]
    legs: Literal["interleaved"] | tuple[Literal["A", "B"], ...] = "interleaved"
    blocked: tuple[Space, ...] = ()
    twin_spaces: tuple[Space, ...] = ()
    circuits_allowed: Annotated[Whole, Field(ge=0, le=10_000)] | None = None

    @model_validator(mode="after")
    def _within(self) -> Self:
        if self.spaces % 2:
            raise PydanticCustomError("case", "spaces: must be even, for they stand in two columns")
        if self.legs != "interleaved" and len(self.legs) != self.spaces:
            raise PydanticCustomError("case", "legs: must name one leg a space")
        for name in ("blocked", "twin_spaces"):
            listed = getattr(self, name)
            if len(set(listed)) != len(listed) or any(not 1 <= s <= self.spaces for s in listed):
                raise PydanticCustomError("case", f"{name}: must be different spaces of the panel")
        if self.circuits_allowed is None and "circuits_allowed" in self.model_fields_set:
            raise PydanticCustomError("case", "circuits_allowed: must be a number")
        return self

    @property
    def bus(self) -> BusBars:
        """Its spaces and legs."""
        legs = interleaved(self.spaces) if self.legs == "interleaved" else self.legs
        allowed = self.spaces + len(self.twin_spaces) if self.circuits_allowed is None else self.circuits_allowed
        return BusBars(legs, frozenset(self.blocked), frozenset(self.twin_spaces), allowed)


class CircuitCase(StrictCase):
    """A circuit: its poles and load, and where its breaker is now."""

    id: Word
    poles: Annotated[Whole, Field(ge=1, le=2)] = 1
    va: Annotated[Whole, Field(ge=0, le=1_000_000)]
    continuous: Switch = False
    partner: Word | None = None
    at: Any = None
    locked: Switch = False
    full_size: Switch = False

    @model_validator(mode="after")
    def _stands(self) -> Self:
        if self.at is None:
            if self.locked:
                raise PydanticCustomError("case", "locked: a circuit that stays where it is needs its place, at")
            return self
        try:
            spot = _spot(self.at)
        except PydanticCustomError as error:
            raise PydanticCustomError("case", f"at: {error.message()}") from None
        if self.poles == 2 and spot.half:
            raise PydanticCustomError("case", "at: two poles take no half")
        return self

    @property
    def spot(self) -> Spot | None:
        """Where its breaker is now."""
        return None if self.at is None else _spot(self.at)


class BalanceCase(StrictCase):
    """A panel and its circuits; ``continuous_factor`` is what a continuous load counts."""

    panel: PanelCase
    circuits: Annotated[tuple[CircuitCase, ...], Field(max_length=400)]
    continuous_factor: Number = 1.0

    @model_validator(mode="after")
    def _belong_together(self) -> Self:
        by_id = {c.id: c for c in self.circuits}
        if len(by_id) != len(self.circuits):
            raise PydanticCustomError("case", "circuits: every id must be its own")
        if self.continuous_factor not in (1.0, 1.25):
            raise PydanticCustomError("case", "continuous_factor: must be 1 or 1.25")
        for circuit in self.circuits:
            other = by_id.get(circuit.partner or "")
            paired = other is not None and other is not circuit and other.partner == circuit.id
            single = circuit.poles == 1 and other is not None and other.poles == 1
            if circuit.partner is not None and not (paired and single):
                words = f"circuits: {circuit.id} and {circuit.partner} must be one-pole and name each other as partner"
                raise PydanticCustomError("case", words.replace("{", "{{").replace("}", "}}"))
            lowest = None if circuit.spot is None else circuit.spot.space + 2 * (circuit.poles - 1)
            if lowest is not None and not 1 <= lowest <= self.panel.spaces:
                raise PydanticCustomError("case", "circuits: at must lie in the panel, all poles of it")
        return self

    @property
    def breakers(self) -> tuple[Breaker, ...]:
        """The circuits' breakers."""
        return tuple(self._breaker(c) for c in self.circuits)

    def _breaker(self, c: CircuitCase) -> Breaker:
        quarters = round(QUARTER * self.continuous_factor) if c.continuous else QUARTER
        return Breaker(c.id, c.poles, quarters * c.va, c.spot, c.partner, c.locked, c.full_size)


def answer(case: BalanceCase) -> CaseAnswer:
    """The best balance of a panel; it fails where no layout keeps every rule."""
    found = balance(case.panel.bus, case.breakers)
    if found is None:
        names = ("leg_a_va", "leg_b_va", "difference_va", "moves", "spaces")
        words = "They need more spaces, or spaces on unlike legs, than are free: unlock one, or take a larger panel."
        title = "No layout holds all circuits"
        trouble = CaseFinding("panel-none", "violation", "rules of the layout", title, words)
        return CaseAnswer(False, title, {"feasible": False} | dict.fromkeys(names), (), (trouble,))
    a, b, difference = (found.legs[0] / QUARTER, found.legs[1] / QUARTER, found.difference / QUARTER)
    values = {
        "feasible": True,
        "leg_a_va": a,
        "leg_b_va": b,
        "difference_va": difference,
        "moves": found.moves,
        "spaces": _written(case, found),
        "proved": found.proved,
    }
    step = Step(f"{number(max(a, b))} VA less {number(min(a, b))} VA", difference, "VA", "sum of each leg")
    headline = f"Legs {number(a)} and {number(b)} VA, {number(difference)} VA apart, {found.moves} moves"
    figures = (NamedFigure("difference_va", "Apart", Figure(difference, "VA", (step,))),)
    return CaseAnswer(True, headline, values, figures, ())


def _written(case: BalanceCase, found: Balanced) -> dict[str, str]:
    """Every circuit's space as it is written; halves of one space have different letters, their own where they can."""
    written: dict[str, str] = {}
    halves: dict[int, list[CircuitCase]] = {}
    for circuit in case.circuits:
        spot = found.spots[circuit.id]
        written[circuit.id] = str(spot.space)
        if spot.half:
            halves.setdefault(spot.space, []).append(circuit)
    for space, sharing in halves.items():
        stays = [c for c in sharing if c.spot == Spot(space, half=True)]
        first = _letter((stays or sharing)[0].at) if stays else "a"
        ordered = sorted(sharing, key=lambda c: c not in stays)
        for circuit, letter in zip(ordered, (first, "b" if first == "a" else "a"), strict=False):
            written[circuit.id] = f"{space}{letter}"
    return written
