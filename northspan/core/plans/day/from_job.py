"""The tasks of a job, made from its plan: what is new, what moves, what is pulled, driven, buried, labelled, tested.

What can be made ready with the power on is; dark is what touches anything that is live today, whatever that is by
name, and of what is not on record the supplier opens it.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field

from northspan.core.book.library import code_book, words_of
from northspan.core.document.left import as_left
from northspan.core.figures.units import US
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.network.topology import as_used
from northspan.core.plans.day.dark import RESTORED, dark_hours
from northspan.core.plans.day.live import Live, Touched
from northspan.core.plans.day.task import DayTask, Durations, Landing, Making
from northspan.core.property.panel.answer import PanelAnswer
from northspan.core.property.pull.answer import PullAnswer
from northspan.core.property.whole.solution import Solution

OPENED = ("panelboard", "service-disconnect", "disconnect", "transfer-switch")


def job_tasks(job: Job, solution: Solution, durations: Durations, ready: bool = True) -> tuple[DayTask, ...]:
    """The tasks as the plan makes them, before anything is changed by hand; ``job`` is the whole one, ``solution`` that
    of the property as left. ``ready``: everything is there before it goes dark.
    """
    made = _Made(as_used(as_left(job).job), solution, Making(durations), Live(as_used(job)), ready)
    made.fetch()
    made.earth()
    made.gear()
    made.runs()
    made.circuits()
    made.moves()
    made.gone()
    made.dark_hours()
    made.connected()
    made.afterwards()
    return tuple(made.making.tasks)


@dataclass(slots=True)
class _Made:
    job: Job
    solution: Solution
    making: Making
    live: Live
    everything_there: bool
    ready: list[str] = field(default_factory=list)
    walls: list[str] = field(default_factory=list)
    landings: list[Landing] = field(default_factory=list)
    hung: dict[str, str] = field(default_factory=dict)
    first: tuple[str, ...] = ()

    def fetch(self) -> None:
        """The parts, where anything is bought."""
        new = any(s.bought for s in self.job.stations) or any(r.bought for r in self.job.runs)
        if new or self._moving:
            self.first = (self.making.add("", "fetch parts", "Fetch parts"),)

    @property
    def _words(self) -> Mapping[str, str]:
        return words_of(self.job.code_book)

    @property
    def _stations(self) -> Mapping[str, Station]:
        return {s.id: s for s in self.job.stations}

    @property
    def _moving(self) -> tuple[PanelAnswer, ...]:
        return tuple(p for p in self.solution.panels if p.move is not None)

    def earth(self) -> None:
        """Rods driven and their wire, place by place."""
        for place, ground in zip(self.job.places, self.solution.ground.places, strict=True):
            if not ground.fed:
                continue
            there = {e.id for e in place.grounding.electrodes if e.stays}
            rod = code_book(self.job.code_book).vocabulary.electrodes["rod"]
            new = [e for e in ground.electrodes if e.id not in there and rod in e.words]
            if new:
                rods = sum(max(1, len(e.at)) for e in new)
                words = f"Drive {rods} {rod}{'s' if rods > 1 else ''} at {place.name}"
                driven = self.making.add(place.id, "drive rod", words, rods, needs=self.first)
                words = f"Electrode wire at {place.name}"
                wire = self.making.add(place.id, "electrode wire", words, needs=(driven,))
                self.ready.append(wire)
                if ground.lands_at is not None:
                    words = f"Land the electrode wire at {self._stations[ground.lands_at].name}"
                    touches: tuple[Touched, ...] = (("bus", ground.lands_at),)
                    self.landings.append(
                        Landing(f"{place.id}/electrodes", "land electrode wire", words, 1.0, (wire,), touches)
                    )

    def gear(self) -> None:
        """New cans on their walls."""
        moving = {p.station for p in self._moving}
        for station in self.job.stations:
            if station.kind in OPENED and (station.bought or station.id in moving):
                words = f"Hang {station.name}"
                self.hung[station.id] = self.making.add(station.id, "hang panel", words, needs=self.first)
        self.ready += self.hung.values()

    def runs(self) -> None:
        """Trenches, pipe and wire of every new run; both its ends are landed, in the dark where they are live today."""
        pulls = {p.run: p for p in self.solution.pulls}
        moving = {p.station: p.move for p in self._moving}
        trenches: list[tuple[Run, str, float]] = []
        wires: dict[str, tuple[str, ...]] = {}
        for run in self.job.runs:
            if not run.bought and run.to_station not in moving:
                continue
            move = moving.get(run.to_station)
            long = move.feeder_length.value if move is not None else None
            feet = US.length.of(self.job.told.length.si(long if isinstance(long, float) else run.cable.length))
            pull = pulls.get(run.id)
            if run.bought and pull is not None and pull.legs and run.cable.raceway != "none":
                trenches.append((run, self._trench(run, feet, pull), feet))
            else:
                wires[run.id] = (self._indoors(run, feet),)
        closed = self._trenches(trenches)
        for run, pipe, feet in trenches:
            words = f"Pull wire to {self._end_of(run)}"
            wires[run.id] = (self.making.add(run.id, "pull wire", words, feet, needs=(pipe, *closed)),)
        for run in self.job.runs:
            if run.id in wires or (run.stays and self._relanded(run)):
                self._landed(run, wires.get(run.id, ()))

    def _trench(self, run: Run, feet: float, pull: PullAnswer) -> str:
        to, way = self._end_of(run), self._words["raceway"]
        dug = self.making.add(run.id, "dig trench", f"Dig to {to}", feet, needs=self.first, dry=True)
        return self.making.add(run.id, "lay pipe", f"Lay {way} to {to}", feet, needs=(dug,), dry=True)

    def _trenches(self, trenches: list[tuple[Run, str, float]]) -> tuple[str, ...]:
        """Open trenches are looked at, then closed."""
        if not trenches:
            return ()
        pipes = tuple(pipe for _, pipe, _ in trenches)
        seen = self.making.add("trench", "inspection", "Inspection, trench open", needs=pipes, outside="inspector")
        for run, _, feet in trenches:
            words = f"Backfill to {self._end_of(run)}"
            self.ready.append(self.making.add(run.id, "backfill", words, feet, needs=(seen,), dry=True))
        return (seen,)

    def _indoors(self, run: Run, feet: float) -> str:
        to = self._end_of(run)
        ends = tuple(self.hung[s] for s in (run.from_station, run.to_station) if s in self.hung)
        if run.cable.raceway == "none":
            wire = self.making.add(run.id, "run cable", f"Run cable to {to}", feet, needs=(*self.first, *ends))
        else:
            pipe = self.making.add(
                run.id, "run pipe", f"Run {self._words['raceway']} to {to}", feet, needs=(*self.first, *ends)
            )
            wire = self.making.add(run.id, "pull wire", f"Pull wire to {to}", feet, needs=(pipe,))
        self.walls.append(wire)
        return wire

    def _relanded(self, run: Run) -> bool:
        """Whether a run that stays ends at equipment that comes."""
        ends = (self._stations[at] for at in (run.from_station, run.to_station))
        return any(end.bought and end.kind != "utility" for end in ends)

    def _landed(self, run: Run, wires: tuple[str, ...]) -> None:
        to = self._end_of(run)
        ends = tuple(self.hung[s] for s in (run.from_station, run.to_station) if s in self.hung)
        kind = "change service" if run.use == "service" and self.live.standing else "land feeder"
        words = f"Change the {self._words['supply']} at {to}" if kind == "change service" else f"Land what feeds {to}"
        touches: tuple[Touched, ...] = (("bus", run.from_station), ("line", run.to_station), ("run", run.id))
        self.landings.append(Landing(run.id, kind, words, 1.0, (*wires, *ends), touches))

    def gone(self) -> None:
        """What goes: taken off while what it hangs on is dead."""
        names = {s.id: s.name for s in self.live.whole.stations}
        for run in self.live.whole.runs:
            if run.state == "goes":
                words = f"Take off what fed {names[run.to_station]}"
                self.landings.append(Landing(f"{run.id}/gone", "take off", words, 1.0, (), (("run", run.id),)))
        for station in self.live.whole.stations:
            if station.state == "goes" and station.kind != "utility":
                words = f"Take {station.name} off"
                touches: tuple[Touched, ...] = (("line", station.id), ("bus", station.id))
                self.landings.append(Landing(f"{station.id}/gone", "take off", words, 1.0, (), touches))

    def _end_of(self, run: Run) -> str:
        """What a run leads to; where it comes from too, where another leads there."""
        named = self._stations
        alone = sum(other.to_station == run.to_station for other in self.job.runs) == 1
        to = named[run.to_station].name
        return to if alone else f"{to} from {named[run.from_station].name}"

    def circuits(self) -> None:
        """New circuits of open panels, roughed in and then landed; those that stand, brought over to a panel that comes
        in place of theirs.
        """
        for answer in self.solution.panels:
            station = self._stations[answer.station]
            if station.later or station.panel is None:
                continue
            hung = (self.hung[station.id],) if station.id in self.hung else ()
            if new := [c for c in station.panel.circuits if not c.stays and c.run is None]:
                words = f"Rough in {len(new)} circuits of {station.name}"
                rough = self.making.add(station.id, "rough in circuit", words, len(new), needs=self.first)
                self.walls.append(rough)
                self._brought(station, "new", len(new), "new circuits", (rough, *hung), (("bus", station.id),))
            old = [c for c in station.panel.circuits if c.stays]
            if station.bought and old and answer.move is None:
                words = f"Find and mark {len(old)} circuits of {station.name}"
                marked = self.making.add(station.id, "find circuits", words, len(old))
                self.ready.append(marked)
                touches: tuple[Touched, ...] = (("circuits", station.id), ("bus", station.id))
                self._brought(station, "kept", len(old), "circuits that stay", (marked, *hung), touches)

    def _brought(
        self, station: Station, key: str, many: int, what: str, needs: tuple[str, ...], touches: tuple[Touched, ...]
    ) -> None:
        words = f"Land {many} {what} in {station.name}"
        self.landings.append(Landing(f"{station.id}/{key}", "bring over cable", words, float(many), needs, touches))

    def moves(self) -> None:
        """A panel that is moved: boxes and marks beforehand, its cables brought over and spliced in the dark."""
        for answer in self._moving:
            assert answer.move is not None
            station = self._stations[answer.station]
            words = f"Find and mark {len(answer.circuits)} circuits of {station.name}"
            marked = self.making.add(station.id, "find circuits", words, len(answer.circuits))
            self.ready.append(marked)
            for box in answer.move.boxes:
                key = f"{station.id}/{box.name}"
                mounted = self.making.add(
                    key, "mount box", f"Mount {box.name}", needs=(*self.first, self.hung[station.id])
                )
                self.walls.append(mounted)
                many = len(box.circuits)
                words = f"Splice {many} in {box.name}"
                touches: tuple[Touched, ...] = (("circuits", station.id), ("bus", station.id))
                self.landings.append(Landing(key, "splice cable", words, float(many), (mounted, marked), touches))
            reach = [r for r in answer.move.reaches if r.reaches]
            if reach:
                words = f"Bring over {len(reach)} circuits to {station.name}"
                needs = (marked, self.hung[station.id])
                over: tuple[Touched, ...] = (
                    ("circuits", station.id),
                    ("line", station.id),
                    ("bus", station.id),
                )
                self.landings.append(Landing(station.id, "bring over cable", words, float(len(reach)), needs, over))

    def dark_hours(self) -> None:
        """What waits for the walls to be looked at, and of that what is done with the power off."""
        looked: tuple[str, ...] = ()
        if self.walls:
            words = "Inspection, rough-in"
            looked = (self.making.add("rough-in", "inspection", words, needs=tuple(self.walls), outside="inspector"),)
        self.ready += self.walls
        how = (looked, self.first, self.everything_there)
        self.ready += dark_hours(self.making, self.job, self.live, self._words, self.landings, *how)

    def connected(self) -> None:
        """Where nothing stood, the power comes with the supplier, once what it connects has been approved."""
        if self.live.standing or not any(r.use == "service" and r.bought for r in self.job.runs):
            return
        needs = tuple(dict.fromkeys(self.ready))
        words = "Inspection, ready to be connected"
        approved = self.making.add("service", "inspection", words, needs=needs, outside="inspector")
        words = f"{self._words['supplier'].capitalize()} connects and switches on"
        self.ready.append(self.making.add("new", "utility on", words, needs=(approved,), outside="utility"))

    def afterwards(self) -> None:
        """What is done when all is on again: tests, labels, the last look."""
        if not self.ready:
            return
        every = tuple(dict.fromkeys(self.ready))
        restored = tuple(t.id for t in self.making.tasks if t.kind == RESTORED) or every
        if any(t.kind == "temporary feed" for t in self.making.tasks):
            self.making.add("", "take feed off", "Temporary feed off", power="on", needs=restored)
        many = sum(len(p.circuits) for p in self.solution.panels) or len(self.landings) or 1
        tested = self.making.add("", "test circuit", f"Test {many} circuits", many, power="on", needs=every)
        labelled = self.making.add("", "label", "Directory and labels", needs=restored)
        needs = (tested, labelled)
        self.making.add("final", "inspection", "Inspection, final", power="on", needs=needs, outside="inspector")
