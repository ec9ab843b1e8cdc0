"""Days planned lately, kept by the content of their job: what is taken along is what was looked at. And the searches
under way, each to be stopped by its name.
"""

import hashlib
import threading
from collections.abc import Iterator
from contextlib import contextmanager

from cachetools import LRUCache

from northspan.core.job.job import Job
from northspan.core.plans.day.days import Days
from northspan.core.plans.day.task import Durations


class Plans:
    """Plans, the least lately used let go. May be used by several threads at once."""

    def __init__(self, most: int = 50):
        self._kept: LRUCache[str, Days] = LRUCache(most)
        self._under_way: dict[str, threading.Event] = {}
        self._lock = threading.Lock()

    @contextmanager
    def searching(self, name: str) -> Iterator[threading.Event]:
        """While a search is under way under a name (empty: none): what is set when it is to end."""
        ended = threading.Event()
        with self._lock:
            self._under_way[name] = ended
        try:
            yield ended
        finally:
            with self._lock:
                if self._under_way.get(name) is ended:
                    del self._under_way[name]

    def stop(self, name: str) -> bool:
        """Have the search of that name end with the best so far; whether there was one."""
        with self._lock:
            ended = self._under_way.get(name)
        if ended is not None:
            ended.set()
        return ended is not None

    def get(self, job: Job, durations: Durations) -> Days | None:
        """What was planned last of a job with these durations; None where nothing was, or it was let go."""
        with self._lock:
            return self._kept.get(_key(job, durations))

    def keep(self, job: Job, durations: Durations, days: Days) -> None:
        """Keep a plan, unless a better proved one is kept."""
        key = _key(job, durations)
        with self._lock:
            known = self._kept.get(key)
            if known is None or not known.proved or days.proved:
                self._kept[key] = days


def _key(job: Job, durations: Durations) -> str:
    said = f"{job.model_dump_json()}{sorted((name, str(each)) for name, each in durations.items())}"
    return hashlib.sha256(said.encode()).hexdigest()
