"""The house rules in force, in words for paper."""

from collections.abc import Iterator

from northspan.core.book.vocabulary import Vocabulary
from northspan.core.job.house_rules import HouseRules


def in_words(vocabulary: Vocabulary, rules: HouseRules) -> Iterator[tuple[str, str]]:
    """Every rule: what it is about, and which school or figure is in force."""
    for rule in vocabulary.house_rules:
        value = getattr(rules, rule.name)
        school = next((s.paper for s in rule.schools if s.value == value), None)
        if school is not None:
            yield rule.paper, school
        else:
            yield rule.paper, f"{value:g} {rule.unit}" if isinstance(value, float) else str(value)


def departures(vocabulary: Vocabulary, rules: HouseRules) -> Iterator[tuple[str, str]]:
    """Those of the rules that are not as they come."""
    usual = dict(in_words(vocabulary, HouseRules()))
    yield from ((what, words) for what, words in in_words(vocabulary, rules) if usual[what] != words)
