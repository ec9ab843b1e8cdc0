"""Figures that carry their working: every value says which rule and which numbers made it."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

Value = float | str | None
Level = Literal["danger", "violation", "house", "advice", "note"]


@dataclass(frozen=True, slots=True)
class Cell:
    """One cell of a code-book table: table name, row and column as the data file has them."""

    table: str
    row: str
    column: str


@dataclass(frozen=True, slots=True)
class Step:
    """One line of working.

    ``what`` says what was done ("145 A × 0.80"), ``value`` and ``unit`` what came out, ``cite`` the section
    or the textbook formula behind it. ``cell`` is where a table was read, ``doubtful`` that the cell is one to
    check against the reader's own copy.
    """

    what: str
    value: Value
    unit: str
    cite: str
    cell: Cell | None = None
    doubtful: bool = False


@dataclass(frozen=True, slots=True)
class Figure:
    """A value with its unit ("" for none) and the steps that made it; ``value`` None is no answer."""

    value: Value
    unit: str
    steps: tuple[Step, ...]


@dataclass(frozen=True, slots=True)
class NamedFigure:
    """A figure with its key and what a person calls it."""

    key: str
    label: str
    figure: Figure


@dataclass(frozen=True, slots=True)
class LabelledFigure:
    """A figure as it is sent under its key: with its label, in the order of work."""

    label: str
    value: Value
    unit: str
    steps: tuple[Step, ...]


def by_key(figures: Iterable[NamedFigure]) -> dict[str, LabelledFigure]:
    """Figures by key, in their order.

    >>> list(by_key((NamedFigure("load", "Load", Figure(40.0, "A", ())),)))
    ['load']
    """
    return {f.key: LabelledFigure(f.label, f.figure.value, f.figure.unit, f.figure.steps) for f in figures}


NOT_ASKED = Figure(None, "", ())


def figure_of(figures: Iterable[NamedFigure], key: str) -> Figure:
    """The figure of a key; without value or working where it is not among them.

    >>> figure_of((NamedFigure("load", "Load", Figure(40.0, "A", ())),), "load").value, figure_of((), "load").value
    (40.0, None)
    """
    return next((each.figure for each in figures if each.key == key), NOT_ASKED)


def number(value: float) -> str:
    """Write a number for a line of working: four significant figures, whole numbers whole.

    >>> number(145.0), number(0.8), number(12.3456), number(12345.6)
    ('145', '0.8', '12.35', '12346')
    """
    if value == int(value) and abs(value) < 1e15:
        return str(int(value))
    if abs(value) >= 1000:
        return f"{value:.0f}"
    return f"{value:.4g}"


def a_number(value: float) -> str:
    """A number with its article, for a sentence.

    >>> a_number(80.0), a_number(200.0), a_number(18.0)
    ('an 80', 'a 200', 'an 18')
    """
    text = number(value)
    return f"{'an' if text.startswith('8') or text in ('11', '18') else 'a'} {text}"
