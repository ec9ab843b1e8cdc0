"""What is wrong in a job or worth knowing, and the patch on its document that mends it."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from northspan.core.figures.working import Level


@dataclass(frozen=True, slots=True)
class Fix:
    """A way to mend a finding: a short label and an RFC 6902 JSON Patch on the job."""

    label: str
    patch: tuple[Mapping[str, Any], ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong or worth knowing: rule, level, place, one plain sentence, fixes where they are known.

    ``panel`` is the station whose cover is off to see it, ``circuit`` one of its circuits; ``pull`` the run whose route
    is unrolled to see it.
    """

    rule: str
    level: Level
    section: str
    title: str
    words: str
    run: str | None = None
    station: str | None = None
    place: str | None = None
    panel: str | None = None
    circuit: str | None = None
    pull: str | None = None
    fixes: tuple[Fix, ...] = ()

    @property
    def key(self) -> str:
        """What it is told by from one solution to the next: its rule and all that it names."""
        named = (self.rule, self.run, self.station, self.place, self.panel, self.circuit, self.pull)
        return "/".join(each or "" for each in named)
