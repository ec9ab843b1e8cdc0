"""Solutions kept by the content of their jobs: what was solved once, for any job or version, is not solved again."""

import hashlib
import threading

from cachetools import LRUCache
from pydantic import TypeAdapter

from northspan.core.job.job import Job
from northspan.core.solution import Solution
from northspan.core.solve import solve

LARGEST_BYTES = 64_000_000
_WRITER = TypeAdapter(Solution)


class Solutions:
    """Solutions as JSON, the least lately used let go. May be used by several threads at once."""

    def __init__(self, largest_bytes: int = LARGEST_BYTES):
        self._kept: LRUCache[bytes, bytes] = LRUCache(largest_bytes, getsizeof=len)
        self._lock = threading.Lock()

    def of(self, job: Job) -> bytes:
        """The job's solution as JSON. Raises whatever solving raises."""
        key = hashlib.sha256(job.model_dump_json().encode()).digest()
        with self._lock:
            known = self._kept.get(key)
        if known is not None:
            return known
        found = _WRITER.dump_json(solve(job))
        if len(found) <= self._kept.maxsize:
            with self._lock:
                self._kept[key] = found
        return found
