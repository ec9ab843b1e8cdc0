"""A branch circuit by what hangs on it."""

from dataclasses import dataclass

from northspan.core.figures.working import Step
from northspan.core.run.question import DeviceLimit, Least


@dataclass(frozen=True, slots=True)
class Circuit:
    """What the appliances of one branch circuit take (VA) and ask of it: the least it is made for, where that is more
    than the load, and the largest device where they guard themselves.
    """

    va: float
    steps: tuple[Step, ...]
    least: Least | None = None
    device: DeviceLimit | None = None
