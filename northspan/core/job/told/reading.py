"""How a job document is read: in its own units, against the words of its code book.

A field is marked with the kind of quantity it holds, or with the list it is chosen from; the document says its units
and its code book once, and the marks look there. What is read by itself, with no document round it, is in US units and
held to no book's words.
"""

from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from typing import Any

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import CoreSchema, PydanticCustomError, PydanticKnownError, core_schema

from northspan.core.book.vocabulary import Vocabulary
from northspan.core.figures.units import METRIC, US, Quantity, Units


@dataclass(frozen=True, slots=True)
class Reading:
    """What a document is read by: its units, its code book's words, and the ids of the code books that a job may name
    (empty: any).
    """

    units: Units
    words: Vocabulary | None
    books: tuple[str, ...] = ()


_BY_ITSELF = Reading(US, None)
_NOW: ContextVar[Reading] = ContextVar("reading", default=_BY_ITSELF)


@contextmanager
def reading(told: Units, words: Vocabulary | None, books: tuple[str, ...] = ()) -> Iterator[None]:
    """Within it, parts of a job are read in these units and against these words; a job names one of these ``books``."""
    before = _NOW.set(Reading(told, words, books))
    try:
        yield
    finally:
        _NOW.reset(before)


def words_now() -> Vocabulary | None:
    """The words of the book that what is read just now goes by; None where it is read by itself."""
    return _NOW.get().words


@dataclass(frozen=True, slots=True)
class Told:
    """Mark of a quantity told in the job's units, from ``least`` to ``most`` in US units (ft, in, ft², lb·in, lb): a
    metric job is held to the same lengths.
    """

    quantity: Quantity
    least: float
    most: float

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """The number's own schema, then the bounds in the units of the document."""
        return core_schema.no_info_after_validator_function(self._within, handler(source))

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        """A number, the widest bounds of either units, and in words those of each."""
        ends = [[told.unit(self.quantity).of(self._si(us)) for us in (self.least, self.most)] for told in (US, METRIC)]
        signs = [told.unit(self.quantity).sign for told in (US, METRIC)]
        bounds = " or ".join(f"{a:g} to {b:g} {sign}" for (a, b), sign in zip(ends, signs, strict=True))
        widest = {"minimum": min(a for a, _ in ends), "maximum": max(b for _, b in ends)}
        return {**handler(schema), **widest, "$comment": f"{self.quantity}, in the job's units: {bounds}"}

    def _si(self, us: float) -> float:
        return US.unit(self.quantity).si(us)

    def _within(self, given: float) -> float:
        unit = _NOW.get().units.unit(self.quantity)
        least, most = unit.of(self._si(self.least)), unit.of(self._si(self.most))
        if least <= given <= most:
            return given
        bound = {"ge": least} if given < least else {"le": most}
        raise PydanticCustomError("quantity", "is out of range", bound | {"unit": unit.sign})


@dataclass(frozen=True, slots=True)
class Chosen:
    """Mark of a word that is chosen from a list of the code book's vocabulary."""

    listed: str

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """The word's own schema, then the list."""
        return core_schema.no_info_after_validator_function(self._listed, handler(source))

    def _listed(self, given: Any) -> Any:
        words = _NOW.get().words
        if words is None:
            return given
        if self.listed not in words.choices:
            raise PydanticCustomError("not_asked", "is not asked by this code book")
        return one_of(given, words.allowed(self.listed))


@dataclass(frozen=True, slots=True)
class Registered:
    """Mark of the id of a code book that answers whole properties."""

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """The id's own schema, then the books that there are."""
        return core_schema.no_info_after_validator_function(self._known, handler(source))

    def _known(self, given: Any) -> Any:
        return one_of(given, _NOW.get().books) if _NOW.get().books else given


def one_of(given: Any, allowed: Iterable[Any]) -> Any:
    """The word itself where it is allowed. Raises pydantic's literal_error, which names what is."""
    listed = [a for a in allowed if a is not None]
    if given in listed:
        return given
    said = [repr(int(a) if isinstance(a, float) else a) for a in listed]
    raise PydanticKnownError(
        "literal_error", {"expected": f"{', '.join(said[:-1])} or {said[-1]}" if len(said) > 1 else said[0]}
    )
