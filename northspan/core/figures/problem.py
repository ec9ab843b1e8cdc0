"""One thing wrong with what was entered, in plain words and with its place."""

from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from northspan.core.figures.units import US, Units


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing wrong with a job file: a JSON pointer to the place, plain words, and what a person calls the place."""

    pointer: str
    words: str
    where: str = ""

    def said(self) -> str:
        """The place and the words in one line."""
        name = f" ({self.where})" if self.where else ""
        return f"{self.pointer or 'the file'}{name}: {self.words}"


def validation_problems(error: ValidationError, told: Units = US) -> list[Problem]:
    """What a model found wrong, place by place, in plain words and in the units of what was read."""
    return [Problem("".join(f"/{part}" for part in e["loc"]), _words(e, told)) for e in error.errors()]


_PLAIN = {
    "missing": "is missing",
    "extra_forbidden": "is not a field of a job file",
    "string_type": "must be words in quotes",
    "float_type": "must be a number",
    "float_parsing": "must be a number",
    "int_type": "must be a whole number",
    "int_parsing": "must be a whole number",
    "int_from_float": "must be a whole number",
    "bool_type": "must be true or false",
    "bool_parsing": "must be true or false",
    "finite_number": "must be a number that is not infinite",
    "string_pattern_mismatch": "must be lower-case letters, digits and hyphens",
    "string_too_short": "must not be empty",
    "tuple_type": "must be a list",
    "datetime_from_date_parsing": "must be a day and a time, as 2026-11-02T10:00",
    "datetime_parsing": "must be a day and a time, as 2026-11-02T10:00",
    "date_from_datetime_parsing": "must be a day, as 2026-11-02",
    "date_parsing": "must be a day, as 2026-11-02",
    "model_type": "must be an object",
}
_LIMITS = {"greater_than": "gt", "greater_than_equal": "ge", "less_than": "lt", "less_than_equal": "le"}
_LIMIT_WORDS = {"gt": "more than", "ge": "at least", "lt": "less than", "le": "at most"}


def _meant(size: str) -> str | None:
    """The wire size that was meant: zeros in place of 4/0, a sign or a unit beside it."""
    bare = size.upper().replace("AWG", "").replace("KCMIL", "").replace("MCM", "").replace("#", "").strip()
    return f"{len(bare)}/0" if bare and set(bare) == {"0"} and len(bare) <= 4 else bare or None


def _words(error: Any, told: Units) -> str:
    kind, context = error["type"], error.get("ctx", {})
    of_run = error["loc"][:1] == ("runs",) and error["loc"][2:] in (("cable",), ("cable", "length"))
    if kind in _LIMITS or kind == "quantity":
        limit = _LIMITS.get(kind) or ("ge" if "ge" in context else "le")
        if limit == "ge" and isinstance(error["input"], (int, float)) and error["input"] <= 0.0 < context["ge"]:
            # The least that is taken only keeps out what nothing can be; whoever typed 0 is told the plain rule.
            limit, context = "gt", {"gt": 0.0}
        unit = f" {context['unit']}" if "unit" in context else ""
        what = f", in {told.length.words} one way along the wire" if of_run else unit
        return f"must be {_LIMIT_WORDS[limit]} {context[limit]:g}{what}, not {error['input']}"
    if kind == "literal_error":
        meant = _meant(str(error["input"]))
        if meant is not None and f"'{meant}'" in context["expected"]:
            return f"{str(error['input'])[:40]!r} is written {meant!r} here"
        return f"{str(error['input'])[:40]!r} is not one of {context['expected']}"
    if kind == "missing" and of_run:
        return f"is missing: enter its length one way along the wire, in {told.length.words}"
    if kind in _PLAIN:
        return _PLAIN[kind]
    message: str = error["msg"]
    return message[:1].lower() + message[1:]
