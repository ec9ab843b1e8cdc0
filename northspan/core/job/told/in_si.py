"""A job told in its own units, read once into SI: rules and physics see metres, square metres and newton metres."""

from collections.abc import Iterator
from functools import cache
from typing import Annotated, Any, TypeVar, get_args, get_origin

from northspan.core.figures.units import Quantity, Units
from northspan.core.job.told.part import Part
from northspan.core.job.told.reading import Told

P = TypeVar("P", bound=Part)


def in_si(part: P, told: Units) -> P:
    """A part of a job, and all it holds, with every length in m, area in m² and torque in N·m.

    ``told`` are the units that it is told in.
    """
    quantities, nested = _marked(type(part))
    changes: dict[str, Any] = {}
    for name, quantity in quantities:
        value = getattr(part, name)
        if value is not None:
            changes[name] = told.unit(quantity).si(value)
    for name in nested:
        value = getattr(part, name)
        read = _read(value, told)
        if read is not value:
            changes[name] = read
    return part.model_copy(update=changes) if changes else part


def _read(value: Any, told: Units) -> Any:
    """What a field holds, read; itself where nothing in it is a quantity."""
    if isinstance(value, Part):
        return in_si(value, told)
    if isinstance(value, tuple):
        read = tuple(_read(each, told) for each in value)
        return read if any(a is not b for a, b in zip(read, value, strict=True)) else value
    return value


@cache
def _marked(kind: type[Part]) -> tuple[tuple[tuple[str, Quantity], ...], tuple[str, ...]]:
    """The fields of a part that hold a quantity, and those that hold further parts with a quantity somewhere."""
    quantities, nested = [], []
    for name, field in kind.model_fields.items():
        marks = [*field.metadata, *_marks(field.annotation)]
        quantity = next((m.quantity for m in marks if isinstance(m, Told)), None)
        if quantity is not None:
            quantities.append((name, quantity))
        elif any(_holds_some(each) for each in _kinds(field.annotation)):
            nested.append(name)
    return tuple(quantities), tuple(nested)


def _holds_some(kind: Any) -> bool:
    return isinstance(kind, type) and issubclass(kind, Part) and any(_marked(kind))


def _marks(annotation: Any) -> Iterator[Any]:
    if get_origin(annotation) is Annotated:
        yield from annotation.__metadata__
    for inner in get_args(annotation):
        yield from _marks(inner)


def _kinds(annotation: Any) -> Iterator[Any]:
    yield annotation
    for inner in get_args(annotation):
        yield from _kinds(inner)
