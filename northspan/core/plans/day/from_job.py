"""The tasks of a job, made from its plan: what is new, what moves, what is pulled, driven, buried, labelled, tested.

What can be made ready with the power on is; dark is only what touches conductors that are live today, and that all
hangs between switching off with proof and restoring in order.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from northspan.core.book.library import code_book, words_of
from northspan.core.figures.units import US
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.plans.day.task import DayTask, Durations, Making
from northspan.core.property.panel.answer import PanelAnswer
from northspan.core.property.pull.answer import PullAnswer
from northspan.core.property.whole.solution import Solution

# What no hand takes out of a day with dark hours: it is what keeps whoever works there alive.
PROVED, RESTORED = "switch off and prove", "restore"
# So many work in one panel at a time.
HANDS = 2
SHARES = ("the first", "the other")
OPENED = ("panelboard", "service-disconnect", "disconnect", "transfer-switch")


def job_tasks(job: Job, solution: Solution, durations: Durations) -> tuple[DayTask, ...]:
    """The tasks as the plan makes them, before anything is changed by hand."""
    made = _Made(job, solution, Making(durations))
    made.fetch()
    made.earth()
    made.gear()
    made.runs()
    made.circuits()
    made.moves()
    made.dark_hours()
    made.afterwards()
    return tuple(made.making.tasks)


@dataclass(slots=True)
class _Made:
    job: Job
    solution: Solution
    making: Making
    ready: list[str] = field(default_factory=list)
    walls: list[str] = field(default_factory=list)
    landings: list[tuple[str, str, str, float, tuple[str, ...]]] = field(default_factory=list)
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

    @property
    def _standing(self) -> bool:
        """Whether there is power on the property today that has to be switched off."""
        return any(s.stays for s in self.job.stations if s.kind != "utility") or bool(self._moving)

    @property
    def _service_changes(self) -> bool:
        """Whether what the utility feeds is changed while something behind it stands."""
        return self._standing and any(r.use == "service" and r.bought for r in self.job.runs)

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
                self.ready.append(
                    self.making.add(place.id, "electrode wire", f"Electrode wire at {place.name}", needs=(driven,))
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
            if run.id in wires:
                self._landed(run, wires[run.id])

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

    def _landed(self, run: Run, wires: tuple[str, ...]) -> None:
        to = self._end_of(run)
        ends = tuple(self.hung[s] for s in (run.from_station, run.to_station) if s in self.hung)
        kind = "change service" if run.use == "service" and self._standing else "land feeder"
        words = f"Change the {self._words['supply']} at {to}" if kind == "change service" else f"Land what feeds {to}"
        self.landings.append((run.id, kind, words, 1.0, (*wires, *ends)))

    def _end_of(self, run: Run) -> str:
        """What a run leads to; where it comes from too, where another leads there."""
        named = self._stations
        alone = sum(other.to_station == run.to_station for other in self.job.runs) == 1
        to = named[run.to_station].name
        return to if alone else f"{to} from {named[run.from_station].name}"

    def circuits(self) -> None:
        """New circuits of open panels, roughed in and then landed."""
        for answer in self.solution.panels:
            station = self._stations[answer.station]
            new = [c for c in station.panel.circuits if not c.stays and c.run is None] if station.panel else []
            if not new or station.later:
                continue
            words = f"Rough in {len(new)} circuits of {station.name}"
            rough = self.making.add(station.id, "rough in circuit", words, len(new), needs=self.first)
            self.walls.append(rough)
            land = f"Land {len(new)} new circuits in {station.name}"
            ends = (rough, *((self.hung[station.id],) if station.id in self.hung else ()))
            self.landings.append((f"{station.id}/new", "bring over cable", land, float(len(new)), ends))

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
                self.landings.append(
                    (key, "splice cable", f"Splice {many} in {box.name}", float(many), (mounted, marked))
                )
            reach = [r for r in answer.move.reaches if r.reaches]
            if reach:
                words = f"Bring over {len(reach)} circuits to {station.name}"
                needs = (marked, self.hung[station.id])
                self.landings.append((station.id, "bring over cable", words, float(len(reach)), needs))

    def dark_hours(self) -> None:
        """What waits for the walls to be looked at, and of that what is done with the power off."""
        looked: tuple[str, ...] = ()
        if self.walls:
            words = "Inspection, rough-in"
            looked = (self.making.add("rough-in", "inspection", words, needs=tuple(self.walls), outside="inspector"),)
        self.ready += self.walls
        own = tuple(f"own/{each.id}" for each in self.job.day.own if each.power == "off")
        if not self._standing or not (self.landings or own):
            for key, kind, words, many, needs in self.landings:
                self.ready.append(self.making.add(key, kind, words, many, needs=(*needs, *looked)))
            return
        supplier = self._words["supplier"].capitalize()
        # The house goes dark once all that its dark work waits for is there.
        before = tuple(dict.fromkeys((*looked, *(n for *_, needs in self.landings for n in needs), *self._feeds())))
        off = before
        if self._service_changes:
            words = f"{supplier} switches off"
            off = (self.making.add("", "utility off", words, power="off", needs=before, outside="utility"),)
        words = f"Load off, {self._words['main']} off, locked, proved dead"
        proved = self.making.add("", PROVED, words, power="off", needs=off)
        dark = tuple(name for landing in self.landings for name in self._in_the_dark(*landing[:4], proved)) + own
        last = dark
        if self._service_changes:
            words = f"{supplier} switches on"
            last = (self.making.add("", "utility on", words, power="off", needs=dark, outside="utility"),)
        words = f"{self._words['leg'].capitalize()}s checked, {self._words['device']}s on in order"
        self.ready.append(self.making.add("", RESTORED, words, power="off", needs=last))

    def _in_the_dark(self, key: str, kind: str, words: str, many: float, proved: str) -> Iterator[str]:
        """A piece of dark work; what several hands can share, each with circuits of its own, is shared."""
        hands = min(HANDS, len(self.job.day.people), int(many)) if kind == "bring over cable" else 1
        for hand in range(hands):
            share = float(int(many) // hands + (hand < int(many) % hands)) if hands > 1 else many
            named, said = (key, words) if hands == 1 else (f"{key}/{hand + 1}", f"{words}, {SHARES[hand]} {share:.0f}")
            yield self.making.add(named, kind, said, share, power="off", needs=(proved,))

    def _feeds(self) -> tuple[str, ...]:
        if not any(kept.fed for kept in self.job.day.stays_on):
            return ()
        return (self.making.add("", "temporary feed", "Temporary feed set up and tried", needs=self.first),)

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
