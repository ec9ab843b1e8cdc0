"""A job made ready for every question that is asked of it."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.document.left import InState
from northspan.core.job.job import Job
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.whole.book import WholeBook


@dataclass(frozen=True, eq=False)
class Prepared:
    """A job as it was entered, ``left`` the property that it leaves, and as it is reckoned with: ``job`` in SI with
    every run called what it is, its network, what its places take, every run sized.
    """

    book: WholeBook
    left: InState
    job: Job
    net: Network
    places: tuple[PlaceLoad, ...]
    sized: Mapping[str, SizedRun]

    @property
    def entered(self) -> Job:
        """The property as left, as it was entered."""
        return self.left.job
