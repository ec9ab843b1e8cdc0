"""What changed between two documents, as a JSON Patch: things in lists are known by their ids."""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

Step = dict[str, Any]
# What tells the things of a list apart, in the order of trial.
_IDENTITIES = ("id", "run", "station", "place", "step")
_WHERE = ("rule", "run", "station", "place", "circuit")
_SEVERAL = (_WHERE, (*_WHERE, "title"))


def changes(before: Any, after: Any, path: str = "") -> Iterator[Step]:
    """The steps (RFC 6902) that make ``after`` of ``before``, to be applied in order.

    >>> list(changes({"a": 1, "b": [1, 2]}, {"a": 2, "b": [1, 2]}))
    [{'op': 'replace', 'path': '/a', 'value': 2}]
    >>> list(changes([{"id": "x"}, {"id": "y"}], [{"id": "y"}, {"id": "z"}]))
    [{'op': 'remove', 'path': '/0'}, {'op': 'add', 'path': '/1', 'value': {'id': 'z'}}]
    """
    if before == after:
        return
    if isinstance(before, dict) and isinstance(after, dict):
        yield from _of_objects(before, after, path)
    elif isinstance(before, list) and isinstance(after, list):
        yield from _of_lists(before, after, path)
    else:
        yield {"op": "replace", "path": path, "value": after}


def _of_objects(before: Mapping[str, Any], after: Mapping[str, Any], path: str) -> Iterator[Step]:
    for key in before:
        if key not in after:
            yield {"op": "remove", "path": f"{path}/{_escaped(key)}"}
    for key, value in after.items():
        at = f"{path}/{_escaped(key)}"
        if key not in before:
            yield {"op": "add", "path": at, "value": value}
        else:
            yield from changes(before[key], value, at)


def _of_lists(before: Sequence[Any], after: Sequence[Any], path: str) -> Iterator[Step]:
    own, new = _ids(before), _ids(after)
    if own is None or new is None:
        if len(before) != len(after):
            yield {"op": "replace", "path": path, "value": after}
            return
        for i, (one, other) in enumerate(zip(before, after, strict=True)):
            yield from changes(one, other, f"{path}/{i}")
        return
    kept = [i for i in own if i in new]
    if kept != [i for i in new if i in own]:
        yield {"op": "replace", "path": path, "value": after}
        return
    for at in reversed(range(len(before))):
        if list(own)[at] not in new:
            yield {"op": "remove", "path": f"{path}/{at}"}
    for at, (identity, value) in enumerate(zip(new, after, strict=True)):
        if identity not in own:
            yield {"op": "add", "path": f"{path}/{at}", "value": value}
        else:
            yield from changes(before[own[identity]], value, f"{path}/{at}")


def _ids(things: Sequence[Any]) -> dict[Any, int] | None:
    """Place of each thing by what tells it apart; None where nothing does."""
    if not all(isinstance(thing, dict) for thing in things):
        return None
    for name in _IDENTITIES:
        found = {thing.get(name): i for i, thing in enumerate(things)}
        if len(found) == len(things) and None not in found:
            return found
    for names in _SEVERAL:
        found = {tuple(thing.get(name) for name in names): i for i, thing in enumerate(things)}
        if len(found) == len(things):
            return found
    return None


def _escaped(key: str) -> str:
    return key.replace("~", "~0").replace("/", "~1")
