"""The shortest dark time, then the shortest whole, then the fewest people: by constraint programming, to the end.

Each of the three is sought with what the one before came to held fast. The library is loaded by whoever first plans.
"""

from collections.abc import Callable
from typing import TYPE_CHECKING, Any, Literal

from northspan.core.plans.day.work import Asked, Planned, Work, read_dark

if TYPE_CHECKING:
    from ortools.sat.python.cp_model import CpModel, IntVar

# So few works are planned sooner by one search than by several that are set up side by side.
FEW, WORKERS = 12, 8
News = Callable[[int, int], None]


def plan(
    asked: Asked,
    seconds: float,
    on_news: News | None = None,
    stopped: Callable[[], bool] | None = None,
    goals: Literal[1, 2, 3] = 2,
) -> Planned | None:
    """The best plan found within so many seconds; None where there is none, or none was found.

    ``on_news`` hears the dark minutes of each better plan and what no plan is below; ``stopped`` is asked whether to be
    content with the best so far; ``goals``: how many of the three are sought.
    """
    if any(w.crew > asked.crew and w.minutes for w in asked.works):
        return None
    return _Programme(asked).best(seconds, on_news, stopped, goals)


class _Programme:
    def __init__(self, asked: Asked):
        from ortools.sat.python import cp_model

        self.cp: Any = cp_model
        self.asked = asked
        self.model: CpModel = cp_model.CpModel()
        stretches = (m for w in asked.works for stretch in w.within for m in stretch)
        known = [m for w in asked.works for m in (*w.window, *(w.arrives or ())) if m is not None]
        known += stretches
        # Past the last minute that anything waits for, a gap in which nobody works could be left out.
        self.last = max(known, default=0) + sum(w.minutes for w in asked.works)
        if asked.day is not None:
            # Before every end of a day as much may be lost as the longest work takes.
            longest = max((w.minutes for w in asked.works), default=0)
            self.last += longest * (2 + self.last // max(1, asked.day - longest))
        if asked.ends is not None:
            self.last = min(self.last, asked.ends)
        self.starts = {w.id: self._start(w) for w in asked.works}
        self.makespan = self._minute("makespan")
        self.people = self.model.new_int_var(0, asked.crew, "people")
        self.share: dict[str, list[IntVar]] = {}
        self.dark = self.model.new_int_var(0, self.last, "dark")
        self._order()
        self._nights()
        self._crew()
        self._goes()

    def _minute(self, name: str) -> "IntVar":
        return self.model.new_int_var(0, max(0, self.last), name)

    def _start(self, work: Work) -> "IntVar":
        low, high = work.window
        first, last = low or 0, self.last - work.minutes if high is None else min(high, self.last) - work.minutes
        if work.arrives is not None:
            first = last = work.arrives[1]
        if first > last or first + work.minutes > self.last:
            # Nothing fits: said to the solver in its own words.
            self.model.add_bool_or([])
            first = last = 0
        return self.model.new_int_var(first, last, work.id)

    def _end(self, work: Work) -> Any:
        return self.starts[work.id] + work.minutes

    def _ready(self, work: Work) -> Any:
        return self.starts[work.id] if work.arrives is None else work.arrives[0]

    def _order(self) -> None:
        named = {w.id: w for w in self.asked.works}
        for work in self.asked.works:
            self.model.add(self.makespan >= self._end(work))
            for other in work.needs:
                self.model.add(self._end(named[other]) <= self._ready(work))
            if work.within:
                one = [self.model.new_bool_var(f"{work.id} within {at}") for at in range(len(work.within))]
                self.model.add_exactly_one(one)
                for chosen, (first, last) in zip(one, work.within, strict=True):
                    self.model.add(self.starts[work.id] >= first).only_enforce_if(chosen)
                    self.model.add(self._end(work) <= last).only_enforce_if(chosen)

    def _nights(self) -> None:
        """No work lies across the end of a day; what somebody comes for begins and ends on one."""
        long = self.asked.day
        if long is None:
            return
        for work in self.asked.works:
            self._within_a_day(self.starts[work.id], self._end(work), work.id, long)

    def _within_a_day(self, start: Any, end: Any, name: str, long: int) -> None:
        day = self.model.new_int_var(0, self.last // long, f"day of {name}")
        self.model.add(start >= day * long)
        self.model.add(end <= (day + 1) * long)

    def _crew(self) -> None:
        held, many = [], []
        for work in self.asked.works:
            if not (work.minutes and work.crew):
                continue
            if work.arrives is None:
                held.append(self.model.new_fixed_size_interval_var(self.starts[work.id], work.minutes, work.id))
            else:
                early, late = work.arrives
                held.append(self.model.new_fixed_size_interval_var(early, late + work.minutes - early, work.id))
            many.append(work.crew)
        self.model.add_cumulative(held, many, self.people)

    def _goes(self) -> None:
        """Dark work lies in goes, one after the other; what is live and what stays on keeps clear of them."""
        model = self.model
        dark = [w for w in self.asked.works if w.dark]
        goes = range(min(self.asked.goes, len(dark)))
        begins, finishes, early, used = [], [], [], []
        for go in goes:
            begins.append(self._minute(f"from {go}"))
            finishes.append(self._minute(f"to {go}"))
            early.append(self._minute(f"early {go}"))
            used.append(model.new_bool_var(f"used {go}"))
            model.add(begins[go] <= finishes[go])
            if self.asked.day is not None:
                self._within_a_day(early[go], finishes[go], f"go {go}", self.asked.day)
            model.add(early[go] <= begins[go])
            if go:
                model.add(begins[go] >= finishes[go - 1])
                model.add_implication(used[go], used[go - 1])
        model.add(self.dark == sum(finishes[go] - begins[go] for go in goes))
        for work in dark:
            share = [model.new_bool_var(f"{work.id} in {go}") for go in goes]
            self.share[work.id] = share
            model.add_exactly_one(share)
            for go in goes:
                model.add_implication(share[go], used[go])
                model.add(self.starts[work.id] >= begins[go]).only_enforce_if(share[go])
                model.add(self._end(work) <= finishes[go]).only_enforce_if(share[go])
                if work.arrives is not None:
                    model.add(early[go] <= work.arrives[0]).only_enforce_if(share[go])
                    if go and not work.minutes:
                        # A moment at which two goes touch belongs to the first of them.
                        model.add(finishes[go - 1] < self.starts[work.id]).only_enforce_if(share[go])
        for go in goes:
            model.add_bool_or([share[go] for share in self.share.values()]).only_enforce_if(used[go])
            for work in self.asked.works:
                if work.live:
                    before = model.new_bool_var(f"{work.id} before {go}")
                    model.add(self._end(work) <= early[go]).only_enforce_if([used[go], before])
                    model.add(self._ready(work) >= finishes[go]).only_enforce_if([used[go], before.negated()])
        self._keep(early, finishes, used)

    def _keep(self, early: list["IntVar"], finishes: list["IntVar"], used: list["IntVar"]) -> None:
        named = {w.id: w for w in self.asked.works}
        for kept in self.asked.kept if early else ():
            if kept.feed is not None:
                self.model.add(self._end(named[kept.feed]) <= early[0])
                if kept.unfeed is not None:
                    for go, finish in enumerate(finishes):
                        self.model.add(self._ready(named[kept.unfeed]) >= finish).only_enforce_if(used[go])
                continue
            for go, finish in enumerate(finishes):
                self.model.add(finish - early[go] <= kept.most_off).only_enforce_if(used[go])

    def best(self, left: float, on_news: News | None, stopped: Callable[[], bool] | None, goals: int) -> Planned | None:
        found: Planned | None = None
        least = 0
        for at, goal in enumerate((self.dark, self.makespan, self.people)[:goals]):
            self.model.minimize(goal)
            solver = self.cp.CpSolver()
            solver.parameters.max_time_in_seconds = max(0.05, left)
            solver.parameters.num_workers = 1 if len(self.asked.works) <= FEW else WORKERS
            solver.parameters.random_seed = 1
            heard = _heard(self.cp, on_news if at == 0 else None, stopped)
            status = solver.solve(self.model, heard)
            left -= solver.wall_time
            if status not in (self.cp.OPTIMAL, self.cp.FEASIBLE):
                return found
            proved = status == self.cp.OPTIMAL
            if at == 0:
                least = round(solver.best_objective_bound)
            found = self._read(solver, least, proved and (found is None or found.proved))
            if not proved or (stopped is not None and stopped()):
                return found
            self.model.add(goal == round(solver.objective_value))
            self.model.clear_hints()  # type: ignore[no-untyped-call]
            for start in self.starts.values():
                self.model.add_hint(start, solver.value(start))
        return found

    def _read(self, solver: Any, least: int, proved: bool) -> Planned:
        starts = {name: int(solver.value(var)) for name, var in self.starts.items()}
        shares = {
            name: next(go for go, var in enumerate(share) if solver.value(var)) for name, share in self.share.items()
        }
        dark, worst = read_dark(self.asked, starts, shares)
        makespan = max((starts[w.id] + w.minutes for w in self.asked.works), default=0)
        return Planned(starts, dark, worst, makespan, least, proved)


def _heard(cp: Any, on_news: News | None, stopped: Callable[[], bool] | None) -> Any:
    """What hears of better plans while they are sought, and ends the search where it is told to."""
    if on_news is None and stopped is None:
        return None

    class Heard(cp.CpSolverSolutionCallback):  # type: ignore[misc]
        def on_solution_callback(self) -> None:
            if on_news is not None:
                on_news(round(self.objective_value), round(self.best_objective_bound))
            if stopped is not None and stopped():
                self.stop_search()

    return Heard()
