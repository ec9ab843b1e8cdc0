"""A property in one of its states: as left, without what goes; as found, without what comes.

What is worked out of a job is worked out of the property as left. The ways back into the document that an answer
names, of a fix or a field, lead to the document of the whole job.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from northspan.core.document.finding import Finding, Fix
from northspan.core.job.job import Job, Place, Station
from northspan.core.job.panel import PanelCircuit
from northspan.core.job.told.state import State, Stated

P = TypeVar("P", bound=Stated)

LEFT: frozenset[State] = frozenset({"stays", "comes", "later"})
FOUND: frozenset[State] = frozenset({"stays", "goes"})


@dataclass(frozen=True)
class InState:
    """A job in some ``states``: the ``whole`` of it, the ``job`` that is there, and by list (its pointer in the job
    that is there) which entries of the whole's list are in it, where some are not.
    """

    whole: Job
    job: Job
    states: Collection[State]
    kept: Mapping[str, tuple[int, ...]]

    def pointer(self, there: str) -> str:
        """Where a place in the document of the job that is there stands in the whole one's.

        >>> InState(Job(name="A"), Job(name="A"), LEFT, {"/runs": (1, 3)}).pointer("/runs/1/locks/size")
        '/runs/3/locks/size'
        """
        if not self.kept:
            return there
        found, way = [""], ""
        for name in there.split("/")[1:]:
            indices = self.kept.get(way)
            found.append(str(indices[int(name)]) if indices is not None and name.isdecimal() else name)
            way = f"{way}/{name}"
        return "/".join(found)

    def fix(self, fix: Fix) -> Fix:
        """A fix of the job that is there as one of the whole; a list laid down whole keeps what was not in it."""
        return replace(fix, patch=tuple(self._step(step) for step in fix.patch)) if self.kept else fix

    def finding(self, finding: Finding) -> Finding:
        """A finding with its fixes as those of the whole."""
        if not self.kept or not finding.fixes:
            return finding
        return replace(finding, fixes=tuple(self.fix(each) for each in finding.fixes))

    def _step(self, step: Mapping[str, Any]) -> Mapping[str, Any]:
        there, value = step["path"], step.get("value")
        moved = {**step, "path": self.pointer(there)}
        within = any(f"{way}/".startswith(f"{there}/") for way in self.kept)
        if not within or not isinstance(value, (list, tuple, dict)):
            return moved
        was: Any = self.whole.model_dump(mode="json")
        for name in moved["path"].split("/")[1:]:
            was = was[int(name)] if isinstance(was, list) else was[name]
        return {**moved, "value": _with_away(value, was, self.states)}


def _with_away(made: Any, was: Any, states: Collection[str]) -> Any:
    """What is laid down whole, with the parts that were not there in any of ``states`` put back at the end of their
    lists; parts are told by their ids.
    """
    if isinstance(made, dict) and isinstance(was, dict):
        return {name: _with_away(value, was.get(name), states) for name, value in made.items()}
    if not isinstance(made, (list, tuple)) or not isinstance(was, list) or not all(isinstance(w, dict) for w in was):
        return made
    by_id = {each.get("id"): each for each in was}
    kept = [_with_away(each, by_id.get(each["id"]) if "id" in each else None, states) for each in made]
    return [*kept, *(each for each in was if each.get("state", "comes") not in states)]


def as_left(job: Job) -> InState:
    """The property once the work is done, with what is to come some day: that is drawn and planned for."""
    return in_state(job, LEFT)


def as_found(job: Job) -> InState:
    """The property before the work."""
    return in_state(job, FOUND)


def in_state(job: Job, states: Collection[State]) -> InState:
    """The job with the parts that are in one of ``states``; the job itself where all are."""
    there = _There(states)
    places = tuple(there.place(p, f"/places/{i}") for i, p in enumerate(there.of("/places", job.places)))
    stations = tuple(there.station(s, f"/stations/{i}") for i, s in enumerate(there.of("/stations", job.stations)))
    runs = there.of("/runs", job.runs)
    if not there.kept:
        return InState(job, job, states, {})
    named = {run.id for run in runs}
    variants = tuple(v for v in job.variants if v.run is None or v.run in named)
    changed = {"places": places, "stations": stations, "runs": runs, "variants": variants}
    return InState(job, job.model_copy(update=changed), states, there.kept)


class _There:
    """Lists of a job with what is in one of some states, and of each that lost a part the indices it kept."""

    def __init__(self, states: Collection[State]):
        self._states = states
        self.kept: dict[str, tuple[int, ...]] = {}

    def of(self, way: str, parts: Sequence[P]) -> tuple[P, ...]:
        indices = tuple(i for i, part in enumerate(parts) if part.state in self._states)
        if len(indices) < len(parts):
            self.kept[way] = indices
        return tuple(parts[i] for i in indices)

    def place(self, place: Place, way: str) -> Place:
        appliances = self.of(f"{way}/appliances", place.appliances)
        grounding = place.grounding
        electrodes = self.of(f"{way}/grounding/electrodes", grounding.electrodes)
        if len(electrodes) < len(grounding.electrodes):
            place = place.model_copy(update={"grounding": grounding.model_copy(update={"electrodes": electrodes})})
        if len(appliances) < len(place.appliances):
            place = place.model_copy(update={"appliances": appliances})
        return place

    def station(self, station: Station, way: str) -> Station:
        panel = station.panel
        circuits = () if panel is None else self.of(f"{way}/panel/circuits", panel.circuits)
        if panel is None or len(circuits) == len(panel.circuits):
            return station
        named = {c.id for c in circuits}
        circuits = tuple(_alone(c) if c.partner is not None and c.partner not in named else c for c in circuits)
        return station.model_copy(update={"panel": panel.model_copy(update={"circuits": circuits})})


def _alone(circuit: PanelCircuit) -> PanelCircuit:
    """A circuit whose multiwire partner is not there."""
    return circuit.model_copy(update={"partner": None, "tied": None})
