"""Wire to be cut as it is asked about: runs with their conductors, and what can be bought or is there."""

from typing import Annotated, Any, Self

from pydantic import BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.strict import Number, StrictCase, Whole, Word

UNITS_A_FOOT = 10_000
MOST = 100_000
Above = Annotated[Number, Field(gt=0, le=1e9)]
AtLeast = Annotated[Number, Field(ge=0, le=1e9)]


def _both_ends(given: Any) -> Any:
    return given if isinstance(given, (list, tuple)) else (given, given)


class Conductor(StrictCase):
    """So many conductors alike of a run."""

    type: Word = ""
    size: Word
    colour: Word
    count: Annotated[Whole, Field(ge=0, le=MOST)] = 1

    @property
    def kind(self) -> tuple[str, str, str]:
        """What is not mixed on a spool: type, size and colour."""
        return self.type, self.size, self.colour


class CutRun(StrictCase):
    """A run: its length (ft), and the slack (ft) at its start and its end."""

    id: Word
    length_ft: Above
    slack_ft: Annotated[tuple[AtLeast, AtLeast], BeforeValidator(_both_ends)] = (0.0, 0.0)
    conductors: tuple[Conductor, ...]


class Stock(StrictCase):
    """What can be bought, or is in the van at no price: a spool with its length (ft) and price, or wire by the foot."""

    type: Word = ""
    size: Word
    colour: Word
    length_ft: Above | None = None
    price: AtLeast | None = None
    available: Annotated[Whole, Field(ge=0)] | None = None
    price_per_ft: AtLeast | None = None

    @model_validator(mode="after")
    def _one_of_both(self) -> Self:
        given = self.model_fields_set & {"length_ft", "price", "available", "price_per_ft"}
        if "price_per_ft" in given:
            if given != {"price_per_ft"} or self.price_per_ft is None:
                raise PydanticCustomError("case", "price_per_ft: wire by the foot has no length, price or number")
        elif self.length_ft is None or self.price is None:
            raise PydanticCustomError("case", "length_ft: a spool has a length and a price, other wire a price_per_ft")
        return self

    @property
    def kind(self) -> tuple[str, str, str]:
        """What is not mixed on a spool: type, size and colour."""
        return self.type, self.size, self.colour


class CutCase(StrictCase):
    """Runs, what can be had, and what is added to every piece for trimming (ft)."""

    runs: tuple[CutRun, ...]
    stock: tuple[Stock, ...]
    trim_ft: AtLeast = 0.0

    @model_validator(mode="after")
    def _ids_differ(self) -> Self:
        seen: set[str] = set()
        for at, run in enumerate(self.runs):
            if run.id in seen:
                raise PydanticCustomError("case", f"runs/{at}/id: {run.id!r} is there twice")
            seen.add(run.id)
        return self

    def piece_units(self, run: CutRun) -> int:
        """Length of every piece of a run, in ten-thousandths of a foot."""
        return max(1, units_of(run.length_ft + sum(run.slack_ft) + self.trim_ft))


def units_of(feet: float) -> int:
    """A length (ft) in ten-thousandths of a foot.

    >>> units_of(120.00004), units_of(0.00005)
    (1200000, 0)
    """
    return round(feet * UNITS_A_FOOT)
