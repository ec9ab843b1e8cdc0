"""The items as their data file says them."""

import tomllib
from collections.abc import Mapping
from functools import cache
from importlib.resources import files
from typing import Any

from northspan.core.figures.working import Figure, number
from northspan.core.property.whole.inspection import InspectionItem


@cache
def _said() -> Mapping[str, Mapping[str, Any]]:
    return tomllib.loads((files("northspan.core.codes.nec.proof.inspection") / "items.toml").read_text("utf-8"))


def item(rule: str, thing: str, where: str, section: str = "", **facts: str) -> InspectionItem:
    """An item by its rule, of a thing (its id) at a place (in words), with the facts that its words name; ``section``
    where it goes by a narrower one.

    >>> item("rods-apart", "house", "House").look_for
    'Rods at least 6 ft apart.'
    """
    said = _said()[rule]
    words = str(said["look"]).format(**facts)
    return InspectionItem(f"{rule}/{thing}", rule, said["stage"], where, words, section or str(said["section"]))


def told(found: Figure) -> str:
    """A figure in words: its value and its unit."""
    value = number(round(found.value, 1)) if isinstance(found.value, float) else str(found.value)
    return value if found.unit in ("", "size") else f"{value} {found.unit}"
