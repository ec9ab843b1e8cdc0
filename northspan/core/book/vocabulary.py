"""What a code book lets one choose, and what it calls things: read from its ``vocabulary.toml``, shown as it stands.

Every list of choices on screen, on a sheet or on the command line comes from here, and so do the schools of a house
rule: they are told once.
"""

import tomllib
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from importlib.resources import files
from typing import Any, Literal

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.figures.tables import Table

ChoiceValue = str | float | bool | None
FieldKind = Literal["number", "choice", "switch", "size"]


@dataclass(frozen=True, slots=True)
class Choice:
    """One thing that may be chosen: what a job or a case holds, and what a person reads."""

    value: ChoiceValue
    words: str


@dataclass(frozen=True, slots=True)
class SystemWords:
    """A wiring system that may be chosen: its words, and what it is."""

    words: str
    system: System


@dataclass(frozen=True, slots=True)
class School:
    """One reading of a house rule: its value, what it is called on screen and on paper, and why."""

    value: ChoiceValue
    title: str
    paper: str
    why: str


@dataclass(frozen=True, slots=True)
class RuleWords:
    """A house rule: its field, heading, title on screen and on paper, the unit of a figure, why its default, that
    default, and its schools with the default first (none: a figure or words).
    """

    name: str
    heading: str
    title: str
    paper: str
    unit: str
    why: str
    default: ChoiceValue
    schools: tuple[School, ...]


@dataclass(frozen=True, slots=True)
class CaseField:
    """One field of a case: its key, label and unit, what it takes, the list it is chosen from, its group, a hint.

    ``when`` names a field and the values with which this one means something (none: always); ``default`` is what is
    shown before anything is entered.
    """

    key: str
    label: str
    group: str
    kind: FieldKind
    unit: str
    choices: tuple[Choice, ...]
    hint: str
    default: ChoiceValue
    when: Mapping[str, tuple[ChoiceValue, ...]]


@dataclass(frozen=True, slots=True)
class LadderColumn:
    """A column of a ladder: the key of its figure, its label and unit."""

    key: str
    label: str
    unit: str


@dataclass(frozen=True, slots=True)
class Margin:
    """A figure held against its limit: the keys of both, whether the limit is the least it may be (else the most), and
    whether another such way that is met is enough.
    """

    key: str
    label: str
    limit: str
    unit: str
    least: bool
    either: bool


@dataclass(frozen=True, slots=True)
class CaseForm:
    """What a case is asked for on screen, the figures that lead its answer, those held against a limit, the columns of
    its ladder, and the key of what the ladder's second column is held against.
    """

    title: str
    says: str
    fields: tuple[CaseField, ...]
    leading: tuple[str, ...]
    margins: tuple[Margin, ...]
    need: str
    ladder: tuple[LadderColumn, ...]


@dataclass(frozen=True, slots=True)
class Sought:
    """What people look for by its words, and the step, and the tab there, that answers it."""

    title: str
    words: str
    step: str
    tab: str = ""


@dataclass(frozen=True, slots=True)
class Vocabulary:
    """A book's words. ``choices`` are lists by name, ``figures`` the labels of a run's figures, ``stops`` what stops a
    rung with its section, ``cites`` sections that steps of a whole property are cited by, ``words`` the terms of the
    trade, ``electrodes`` what each kind of electrode is called, ``defaults`` what a new part of a job begins with,
    ``whole_jobs`` whether the book answers whole properties, ``sought`` what leads to the step that answers it,
    ``ladder`` the columns of a run's ladder that are the book's own.
    """

    whole_jobs: bool
    units: Literal["us", "metric"]
    words: Mapping[str, str]
    electrodes: Mapping[str, str]
    figures: Mapping[str, str]
    stops: Mapping[str, str]
    cites: Mapping[str, str]
    systems: tuple[SystemWords, ...]
    choices: Mapping[str, tuple[Choice, ...]]
    house_rules: tuple[RuleWords, ...]
    defaults: Mapping[str, Mapping[str, Any]]
    cases: Mapping[str, CaseForm]
    sought: tuple[Sought, ...] = ()
    ladder: tuple[LadderColumn, ...] = ()

    def allowed(self, name: str) -> tuple[ChoiceValue, ...]:
        """The values of a list of choices."""
        return tuple(c.value for c in self.choices[name])

    def said(self, name: str, value: ChoiceValue) -> str:
        """What a value of a list of choices is called; itself where the list does not have it."""
        return next((c.words for c in self.choices.get(name, ()) if c.value == value), str(value))


def load_vocabulary(package: str, tables: Mapping[str, Table] | None = None) -> Vocabulary:
    """The vocabulary of a book's package; choices that are a table's rows are read from ``tables``. Raises KeyError
    for a file that lacks a part.
    """
    read = tomllib.loads((files(package) / "vocabulary.toml").read_text("utf-8"))
    choices = {
        name: tuple(_choice(c) for c in ((tables or {})[listed["table"]].rows if isinstance(listed, dict) else listed))
        for name, listed in read["choices"].items()
    }
    systems = tuple(SystemWords(c.words, SYSTEMS[str(c.value)]) for c in choices["systems"])
    return Vocabulary(
        read["whole_jobs"],
        read["units"],
        read["words"],
        read.get("electrodes", {}),
        read.get("figures", {}),
        read["stops"],
        read.get("cites", {}),
        systems,
        choices,
        tuple(_rule(r) for r in read.get("house_rules", [])),
        read.get("defaults", {}),
        {name: _form(form, choices) for name, form in read["cases"].items()},
        tuple(Sought(**each) for each in read.get("sought", [])),
        _columns(read.get("ladder", [])),
    )


def _columns(read: Iterable[Mapping[str, str]]) -> tuple[LadderColumn, ...]:
    return tuple(LadderColumn(c["key"], c["label"], c.get("unit", "")) for c in read)


def load_notes(package: str) -> tuple[str, ...]:
    """The readings that a book's package takes, and where it is unsure."""
    return tuple(tomllib.loads((files(package) / "notes.toml").read_text("utf-8"))["notes"])


def _choice(read: Any) -> Choice:
    """A choice is its value alone, or a pair of value and words; an empty value is none at all."""
    value, words = read if isinstance(read, list) else (read, str(read))
    return Choice(_value(value), words)


def _value(read: ChoiceValue) -> ChoiceValue:
    """A value as a job or a case holds it: every number alike, nothing for an empty word."""
    if read == "":
        return None
    return float(read) if isinstance(read, int) and not isinstance(read, bool) else read


def _rule(read: Mapping[str, Any]) -> RuleWords:
    schools = tuple(
        School(s["value"], s["title"], s.get("paper", s["title"]), s["why"]) for s in read.get("schools", [])
    )
    title = read["title"]
    unit, why = read.get("unit", ""), read.get("why", "")
    default = schools[0].value if schools else _value(read["default"])
    return RuleWords(
        read["name"], read.get("heading", ""), title, read.get("paper", title), unit, why, default, schools
    )


def _form(read: Mapping[str, Any], choices: Mapping[str, tuple[Choice, ...]]) -> CaseForm:
    fields = []
    for f in read["fields"]:
        listed = f.get("choices", ())
        own = choices[listed] if isinstance(listed, str) else tuple(_choice(c) for c in listed)
        when = {key: tuple(_value(v) for v in values) for key, values in f.get("when", {}).items()}
        fields.append(
            CaseField(
                f["key"],
                f["label"],
                f["group"],
                f["kind"],
                f.get("unit", ""),
                own,
                f.get("hint", ""),
                _value(f.get("default")),
                when,
            )
        )
    ladder = _columns(read["ladder"])
    margins = tuple(
        Margin(m["key"], m["label"], m["limit"], m.get("unit", ""), m.get("least", False), m.get("either", False))
        for m in read["margins"]
    )
    return CaseForm(read["title"], read["says"], tuple(fields), tuple(read["leading"]), margins, read["need"], ladder)
