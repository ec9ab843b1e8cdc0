"""What a place takes, by each method that a code book offers."""

from dataclasses import dataclass

from northspan.core.figures.working import Figure


@dataclass(frozen=True, slots=True)
class LoadLine:
    """One line of a load calculation: what it is and its demand in VA with its working."""

    name: str
    va: Figure


@dataclass(frozen=True, slots=True)
class LoadMethod:
    """One method's answer: lines, total (VA), current of the heavier leg and of the neutral (A, rounded).

    ``may_be_used`` with ``why`` says whether the code lets it drive this place. ``continuous_amps`` is the part of
    ``amps`` that runs three hours or more and that the method has not already reduced.
    """

    id: str
    name: str
    section: str
    may_be_used: bool
    why: str
    lines: tuple[LoadLine, ...]
    total_va: Figure
    amps: Figure
    neutral_amps: Figure
    continuous_amps: float


@dataclass(frozen=True, slots=True)
class PlaceLoad:
    """A place's load by every method that fits its kind.

    ``includes`` are other places whose loads are counted in this one's. ``governs`` is the id of the method in force,
    None where no method has what it needs; ``why`` says which and why in words. ``station`` is where the load lands,
    None where nothing takes it; ``drives`` says that the runs follow it, which an entered load there stops.
    """

    place: str
    includes: tuple[str, ...]
    methods: tuple[LoadMethod, ...]
    governs: str | None
    why: str
    station: str | None
    drives: bool

    def governing(self) -> LoadMethod | None:
        """The method in force."""
        return next((m for m in self.methods if m.id == self.governs), None)
