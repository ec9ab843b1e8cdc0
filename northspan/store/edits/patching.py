"""JSON Patch (RFC 6902) on a job's document, held to a size that a job can have."""

import json
from collections.abc import Sequence
from copy import deepcopy
from typing import Any

import jsonpatch
from jsonpointer import JsonPointer, JsonPointerException

from northspan.core.document.addresses import placed
from northspan.core.document.file import LARGEST_BYTES, JobFileError
from northspan.core.figures.problem import Problem

Patch = Sequence[dict[str, Any]]
# What the library raises for a step that does not fit goes beyond its own exceptions.
_UNFIT = (jsonpatch.JsonPatchException, JsonPointerException, TypeError, ValueError, KeyError, IndexError)


def patched(document: Any, patch: Patch) -> Any:
    """A document after a JSON Patch, whose paths may name parts by id.

    Before every step its growth is added up (B of JSON), so that copies of copies end early; what a step takes out is
    not subtracted. Raises JobFileError where a step does not fit, or makes the document too large.

    >>> patched({"name": "A", "runs": []}, [{"op": "replace", "path": "/name", "value": "B"}])
    {'name': 'B', 'runs': []}
    """
    written = json.dumps(document)
    size = len(written)
    # A copy by way of its text: the steps change it in place, and this is the fastest copy there is.
    document = json.loads(written)
    for at, step in enumerate(patch):
        try:
            step = _addressed(document, step)
            size += len(json.dumps(_laid_down(document, step)))
            if size > LARGEST_BYTES:
                words = f"would make the job larger than {LARGEST_BYTES // 1_000_000} MB"
                raise JobFileError([Problem(f"/{at}", words)])
            document = jsonpatch.apply_patch(document, [deepcopy(step)], in_place=True)  # type: ignore[list-item]
        except JobFileError:
            raise
        except jsonpatch.JsonPatchTestFailed:
            words = f"the edit does not fit the job as it stands: something else is at {step['path'][:80]!r}"
            raise JobFileError([Problem(f"/{at}", words)]) from None
        except _UNFIT:
            words = f"the edit does not fit the job as it stands: {step['op']!r} at {step['path'][:80]!r} leads nowhere"
            raise JobFileError([Problem(f"/{at}", words)]) from None
    return document


def _addressed(document: Any, step: dict[str, Any]) -> dict[str, Any]:
    """The step with what it names by id in its place."""
    return step | {name: placed(document, step[name]) for name in ("path", "from") if name in step}


def _laid_down(document: Any, step: dict[str, Any]) -> Any:
    """What a step adds to the document."""
    if step["op"] == "copy":
        return JsonPointer(step["from"]).resolve(document)
    return step.get("value")
