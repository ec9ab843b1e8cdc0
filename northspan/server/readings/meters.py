"""Properties under a load, as their meters find them: the latest of all jobs are kept."""

import threading
from collections.abc import Sequence

from cachetools import LRUCache

from northspan.core.property.panel.answer import PanelAnswer
from northspan.core.property.whole.measured import Conditions
from northspan.core.property.whole.prepared import Prepared
from northspan.core.readings.network.of_job import Metered, metered

# A large property with all that is suspected of it takes some 20 MB.
MOST = 16


class Meters:
    """By a job's content and what runs on it. May be used by several threads at once."""

    def __init__(self) -> None:
        self._kept: LRUCache[tuple[str, Conditions], Metered] = LRUCache(MOST)
        self._lock = threading.Lock()

    def of(self, key: str, ready: Prepared, panels: Sequence[PanelAnswer], ran: Conditions) -> Metered:
        """The property of a key under a load."""
        with self._lock:
            known = self._kept.get((key, ran))
        if known is None:
            known = metered(ready, panels, ran)
            with self._lock:
                self._kept[key, ran] = known
        return known
