"""What was solved lately, kept by the content of its job, and as it is sent: bare figures, workings on demand."""

import hashlib
import threading
from dataclasses import dataclass, fields, is_dataclass, replace
from functools import cache, cached_property
from typing import Any, cast, get_args, get_type_hints

from cachetools import LRUCache
from pydantic import TypeAdapter
from pydantic_core import to_json

from northspan.core.document.finding import Finding
from northspan.core.figures.working import Figure
from northspan.core.job.job import Job
from northspan.core.property.ground.answer import RunWires, StationFault
from northspan.core.property.whole.measured import Conditions
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Device, NextStep, RunAnswer, Solution
from northspan.core.readings.network.of_job import Metered
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from northspan.server.readings.meters import Meters

# In stations and runs: about what 64 MB hold.
LARGEST = 6000
REMEMBERED = 2000
_WRITER = TypeAdapter(Solution)
_RUN_WRITER = TypeAdapter(RunAnswer)
_WITHOUT_FIGURES = (Finding, NextStep, StationFault, RunWires, Device)


def bare(value: Any) -> Any:
    """The same with every figure's working left out."""
    kind = type(value)
    if kind is Figure:
        return Figure(value.value, value.unit, ()) if value.steps else value
    if kind is tuple:
        return tuple(bare(each) for each in value) if value else value
    names = _with_figures(cast(Any, kind))
    return replace(value, **{name: bare(getattr(value, name)) for name in names}) if names else value


@cache
def _with_figures(kind: Any) -> tuple[str, ...]:
    """The fields of a part of an answer that may hold figures; none of what holds none."""
    if not is_dataclass(kind) or kind in _WITHOUT_FIGURES:
        return ()
    hints = get_type_hints(kind)
    return tuple(f.name for f in fields(kind) if _may_hold(hints[f.name]))


def _may_hold(hint: Any) -> bool:
    """Whether what is declared so may hold a figure."""
    inner = get_args(hint)
    return hint is Figure or bool(_with_figures(hint)) or any(_may_hold(each) for each in inner)


def _run(run: RunAnswer) -> dict[str, Any]:
    """A run as it is sent: without its ladders, its figures bare."""
    document: dict[str, Any] = _RUN_WRITER.dump_python(replace(run, figures=(), ladders=()), mode="json")
    document["figures"] = {
        f.key: {"label": f.label, "value": f.figure.value, "unit": f.figure.unit, "steps": []} for f in run.figures
    }
    return document


@dataclass(frozen=True, eq=False)
class Solved:
    """A job with its solution, whole and as it is sent. ``key`` names the job by its content."""

    key: str
    ready: Prepared
    solution: Solution
    meters: Meters

    @property
    def job(self) -> Job:
        """The property as left, as it was entered."""
        return self.ready.entered

    @property
    def whole(self) -> Job:
        """The job as it was entered, whatever state its parts are in."""
        return self.ready.left.whole

    def metered(self, ran: Conditions) -> Metered:
        """The property under a load, as its meters find it."""
        return self.meters.of(self.key, self.ready, self.solution.panels, ran)

    @cached_property
    def document(self) -> dict[str, Any]:
        """The solution as it is sent: JSON values, no workings."""
        document: dict[str, Any] = _WRITER.dump_python(bare(replace(self.solution, runs=())), mode="json")
        document["runs"] = [_run(run) for run in self.solution.runs]
        return document

    @cached_property
    def written(self) -> bytes:
        """The same as JSON."""
        return to_json(self.document)

    @cached_property
    def entered(self) -> dict[str, Any]:
        """The job as it is sent."""
        return self.whole.model_dump(mode="json")


class Solutions:
    """Solved jobs, the least lately used let go. May be used by several threads at once."""

    def __init__(self, largest: int = LARGEST):
        self._kept: LRUCache[str, Solved] = LRUCache(largest, getsizeof=_size)
        self._shown: LRUCache[tuple[str, int], str] = LRUCache(REMEMBERED)
        self._meters = Meters()
        self._lock = threading.Lock()

    def of(self, job: Job) -> Solved:
        """The job solved. Raises whatever solving raises."""
        key = hashlib.sha256(job.model_dump_json().encode()).hexdigest()
        known = self.get(key)
        if known is not None:
            return known
        ready = prepared(job)
        found = Solved(key, ready, solution(ready), self._meters)
        with self._lock:
            if _size(found) <= self._kept.maxsize:
                self._kept[key] = found
        return found

    def get(self, key: str) -> Solved | None:
        """What was solved lately under a key; None where it was let go."""
        with self._lock:
            return self._kept.get(key)

    def show(self, job_id: str, version: int, solved: Solved) -> None:
        """Remember what a version of a stored job looked like."""
        with self._lock:
            self._shown[job_id, version] = solved.key

    def shown(self, job_id: str, version: int) -> Solved | None:
        """What a version of a stored job looked like; None where that was let go."""
        with self._lock:
            key = self._shown.get((job_id, version))
            return None if key is None else self._kept.get(key)


def _size(solved: Solved) -> int:
    return 10 + len(solved.job.runs) + len(solved.job.stations)
