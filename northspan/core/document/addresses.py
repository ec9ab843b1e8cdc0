"""Places in a job's document named by ids: ``/runs/@feeder/size`` is the run of that id, wherever it stands.

An edit that waits behind others was made on what stood then; an index may lead elsewhere by now, an id does not.
"""

from typing import Any

MARK = "@"


def placed(document: Any, path: str) -> str:
    """The JSON pointer with every ``@id`` in place of a list's index turned into that index.

    Raises KeyError for an id that is not there.

    >>> placed({"runs": [{"id": "a"}, {"id": "b"}]}, "/runs/@b/size")
    '/runs/1/size'
    >>> placed({"runs": [{"id": "a"}]}, "/runs/-")
    '/runs/-'
    """
    if MARK not in path:
        return path
    found, at = [""], document
    for name in path.split("/")[1:]:
        if isinstance(at, list) and name.startswith(MARK):
            name = str(next((i for i, part in enumerate(at) if _id(part) == name[1:]), None))
            if name == "None":
                raise KeyError(path)
        found.append(name)
        at = _within(at, name)
    return "/".join(found)


def _id(part: Any) -> Any:
    return part.get("id") if isinstance(part, dict) else None


def _within(at: Any, name: str) -> Any:
    if isinstance(at, list):
        return at[int(name)] if name.isdecimal() and int(name) < len(at) else None
    return at.get(name.replace("~1", "/").replace("~0", "~")) if isinstance(at, dict) else None
