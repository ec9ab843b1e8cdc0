"""The house rules in force, in words for paper."""

from collections.abc import Iterator

from northspan.core.book.vocabulary import ChoiceValue, RuleWords, Vocabulary
from northspan.core.job.house_rules import HouseRules


def in_words(vocabulary: Vocabulary, rules: HouseRules) -> Iterator[tuple[str, str]]:
    """Every rule: what it is about, and which school or figure is in force."""
    told = rules.model_dump()
    yield from ((rule.paper, _said(rule, told.get(rule.name, rule.default))) for rule in vocabulary.house_rules)


def departures(vocabulary: Vocabulary, rules: HouseRules) -> Iterator[tuple[str, str]]:
    """Those of the rules that are not as they come."""
    usual = {rule.paper: _said(rule, rule.default) for rule in vocabulary.house_rules}
    yield from ((what, words) for what, words in in_words(vocabulary, rules) if usual[what] != words)


def _said(rule: RuleWords, value: ChoiceValue) -> str:
    school = next((s.paper for s in rule.schools if s.value == value), None)
    if school is not None:
        return school
    return f"{value:g} {rule.unit}" if isinstance(value, float) else str(value)
