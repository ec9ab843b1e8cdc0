"""House rules read by the vocabulary of the job's code book: what is not said is as the book has it."""

import math
from collections.abc import Container, Iterator, Mapping
from typing import Any

from pydantic import ValidationError
from pydantic_core import InitErrorDetails

from northspan.core.book.vocabulary import RuleWords
from northspan.core.job.told.reading import words_now


def by_the_book(given: Any, everywhere: Container[str]) -> Any:
    """House rules with every rule of the book in them. Those that are not told ``everywhere`` are held to the book's
    own list and values. Raises ValidationError at the rule that is none, or has no such value.
    """
    words = words_now()
    if words is None or not isinstance(given, dict):
        return given
    rules = {rule.name: rule for rule in words.house_rules}
    wrong = [each for name, value in given.items() if name not in everywhere for each in _wrong(rules, name, value)]
    if wrong:
        raise ValidationError.from_exception_data("house rules", wrong)
    return {**{name: rule.default for name, rule in rules.items()}, **given}


def _wrong(rules: Mapping[str, RuleWords], name: str, value: Any) -> Iterator[InitErrorDetails]:
    rule = rules.get(name)
    if rule is None:
        yield InitErrorDetails(type="extra_forbidden", loc=(name,), input=value)
        return
    values = [school.value for school in rule.schools]
    if not values:
        yield from _no_amount(name, value)
    elif not any(type(value) is type(each) and value == each for each in values):
        said = " or ".join(repr(each) for each in values)
        yield InitErrorDetails(type="literal_error", loc=(name,), input=value, ctx={"expected": said})


def _no_amount(name: str, value: Any) -> Iterator[InitErrorDetails]:
    """What is wrong with a rule that is a figure: no number, or one below nothing."""
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        yield InitErrorDetails(type="float_type", loc=(name,), input=value)
    elif value < 0:
        yield InitErrorDetails(type="greater_than_equal", loc=(name,), input=value, ctx={"ge": 0})
