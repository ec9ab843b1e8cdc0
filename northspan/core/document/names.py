"""What a person calls the part of a job document that a JSON pointer names, whether the document is sound or not."""

from typing import Any


def called(document: Any, pointer: str) -> str:
    """The run, station or place at a pointer by its name; empty where it has none.

    >>> called({"places": [{"id": "barn", "name": "Barn"}]}, "/places/0/kind")
    'Barn'
    """
    parts = pointer.strip("/").split("/")
    if len(parts) < 2 or not parts[1].isdecimal() or not isinstance(document, dict):
        return ""
    item = _item(document.get(parts[0]), int(parts[1]))
    if parts[0] == "runs":
        ends = [_station(document, item.get(end)) for end in ("from_station", "to_station")]
        return f"the run from {ends[0]} to {ends[1]}" if all(ends) else _text(item.get("id"))
    return _text(item.get("name"))


def _item(many: Any, at: int) -> dict[str, Any]:
    found = many[at] if isinstance(many, (list, tuple)) and at < len(many) else None
    return found if isinstance(found, dict) else {}


def _station(document: dict[str, Any], wanted: Any) -> str:
    stations = document.get("stations")
    for at in range(len(stations) if isinstance(stations, (list, tuple)) else 0):
        station = _item(stations, at)
        if station.get("id") == wanted and isinstance(wanted, str):
            return _text(station.get("name"))
    return _text(wanted)


def _text(value: Any) -> str:
    return value[:80] if isinstance(value, str) else ""
