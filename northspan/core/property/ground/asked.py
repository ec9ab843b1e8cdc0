"""A station in a mode, with all that the trade's questions on its grounding are answered from."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.ground.answer import PlaceGround
from northspan.core.property.ground.found import Bonds, Wired

TEST_A = 12.0


@dataclass(frozen=True)
class Asked:
    """A station in a mode, with what answers are drawn from: the property as it runs (``there``) and as it stands at
    fault (``faulted``). ``test_a`` (A) is the load laid on one leg to see what strays.
    """

    job: Job
    places: tuple[PlaceGround, ...]
    sized: Mapping[str, SizedRun]
    there: Wired
    faulted: Wired
    bonds: Bonds
    station: str
    test_a: float = TEST_A

    @property
    def name(self) -> str:
        """The station's name."""
        return self.there.net.stations[self.station].name

    @property
    def feed(self) -> Run | None:
        """The run that feeds the station in this mode."""
        return self.there.mode.feed(self.there.net, self.station)

    @property
    def place(self) -> PlaceGround:
        """The grounding of the station's place."""
        at = self.there.net.stations[self.station].place
        return next(p for p in self.places if p.place == at)

    @property
    def live(self) -> bool:
        """Whether it has voltage, by a run that has a size."""
        return self.station in self.there.reached and self.feed is not None
