"""The route of a run as measured on the plan: legs, length, bends between pull points."""

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.document.lengths import along_wire, over_ground
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Job
from northspan.core.job.run import Route
from northspan.core.physics.plane import bends, lengths

# Less than this (of the job's length) no slope is worth a line.
LEAST_SLOPES = 0.05


@dataclass(frozen=True, slots=True)
class RouteAnswer:
    """A run's route as measured: legs (in the job's length), the bend between each two (degrees), the length, the worst
    stretch.
    """

    run: str
    legs: tuple[float, ...]
    bends_deg: tuple[float, ...]
    length: Figure
    worst_bends_deg: Figure


def route_answers(job: Job) -> tuple[RouteAnswer, ...]:
    """The measured route of every run that has one, in the order of the job and in its own units: a plan is a plan in
    any.
    """
    unit = job.told.length.sign
    return tuple(_answer(run.id, run.route, unit) for run in job.runs if run.route is not None)


def _answer(run: str, route: Route, unit: str) -> RouteAnswer:
    points = [(p.x, p.y) for p in route.points]
    legs = lengths(points)
    steps = [Step(f"Leg {i}", leg, unit, "measured on the plan") for i, leg in enumerate(legs, 1)]
    slopes = over_ground(route) - sum(legs)
    if slopes > LEAST_SLOPES:
        steps.append(Step("More over slopes than on the level", slopes, unit, "heights on the plan"))
    total = along_wire(route)
    if route.ends:
        steps.append(Step("Up, down and make-up at both ends", route.ends, unit, "entered"))
    steps.append(Step("Along the wire", total, unit, "sum"))
    turns = bends(points)
    worst, bend_steps = 0.0, []
    for i, stretch in enumerate(_stretches(route, turns), 1):
        together = sum(stretch, 0.0)
        what = " + ".join(f"{number(round(t, 1))}°" for t in stretch) or "no bend"
        bend_steps.append(Step(f"Stretch {i}: {what}", together, "°", "between pull points"))
        worst = max(worst, together)
    return RouteAnswer(
        run, tuple(legs), tuple(turns), Figure(total, unit, tuple(steps)), Figure(worst, "°", tuple(bend_steps))
    )


def _stretches(route: Route, turns: list[float]) -> Iterator[list[float]]:
    """Bends of each stretch between pull points, with the bend up or down at the two ends of a trench."""
    quarter = [90.0] if route.kind == "trench" else []
    stretch = list(quarter)
    for point, turn in zip(route.points[1:-1], turns, strict=True):
        if point.pull:
            yield stretch
            stretch = []
        elif turn > 0.5:
            stretch.append(turn)
    yield stretch + quarter
