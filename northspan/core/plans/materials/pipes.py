"""Pipe with all that joins, ends, holds and seals it, counted from the routes; a shared pipe once."""

import math
from collections.abc import Iterator, Mapping

from northspan.core.figures.units import FOOT_M, INCH_M, US
from northspan.core.figures.working import number
from northspan.core.network.sized_run import SizedRun
from northspan.core.plans.cuts.pieces import CircuitWire, circuit_wires
from northspan.core.plans.materials.count import Count, SoldBy
from northspan.core.plans.materials.data import RACEWAYS
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.pull.segments import Straight
from northspan.core.property.pull.solved import SolvedPull
from northspan.core.property.pull.told.helping import lubricant, straps
from northspan.core.property.pull.unrolled import STRAIGHT_DEG, Node, Piece, plan_turn_deg
from northspan.core.property.runs.shared_raceway import groups
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.prepared import Prepared
from northspan.core.run.sizing import size_run

ROUTE, SOLD = "the route unrolled", "how it is sold"
STANDARD = ((67.5, 90), (37.5, 45), (15.0, 30))
SPRUNG_DEG = 15.0
RISER_UP_M, RISER_DOWN_M = 8.0 * FOOT_M, 18.0 * INCH_M
JOINTS_A_PINT = 40.0
BOXES_IN = (6, 8, 10, 12, 16, 18, 24, 30, 36, 48)
LUBRICANTS = {"usual": "wax or soap", "polymer": "polymer gel"}


def pipe_counts(ready: Prepared, pulls: Mapping[str, SolvedPull], panels: Mapping[str, SolvedPanel]) -> Iterator[Count]:
    """Everything of every raceway that is laid in this job, shared ones once, by their longest run."""
    shared = {run.id: runs for runs in groups(ready.job).values() for run in runs}
    for run in ready.job.runs:
        each = ready.sized[run.id]
        sharing = shared.get(run.id, (run,))
        longest = max(sharing, key=lambda r: (r.cable.length, r.id))
        also = each.sizing.companions
        if (
            run.id != longest.id
            or any(r.stays for r in sharing)
            or all(r.later for r in sharing)
            or run.cable.raceway == "none"
        ):
            continue
        if also is not None and also.raceway is not None:
            yield from _Raceway(ready, each, also.raceway, pulls.get(run.id)).counts()
    for panel in panels.values():
        for wire in circuit_wires(panel):
            yield from _of_circuit(ready.book, wire)


def _of_circuit(book: WholeBook, wire: CircuitWire) -> Iterator[Count]:
    """The pipe of a new circuit to its first outlet, sized for what is in it."""
    row = wire.cable.raceway
    if row == "none" or row not in RACEWAYS.rows:
        return
    also = size_run(book, wire.sizing.question, wire.sizing.load_steps, raceways=True).companions
    trade = also.raceway if also else None
    if trade is None:
        return
    kind, where, feet = f"{row} {trade}", f"{wire.start} to {wire.end}", US.length.of(wire.cable.length)
    stick = RACEWAYS.number(row, "stick_ft") or 0.0
    yield Count("pipe", f"pipe {kind}", feet, "ft", where, "Panels", stick=stick)
    if RACEWAYS.word(row, "joint") == "none" and stick > 1.0:
        sticks = math.ceil(feet / stick - 1e-9)
        yield Count("pipe", f"coupling {kind}", sticks - 1, "each", f"{where}: {sticks} sticks", SOLD)
    yield Count("pipe", f"{RACEWAYS.word(row, 'ended')} {kind}", 2, "each", f"{where}: both ends", "Panels")
    held = book.pulls.straps(row, trade) if book.pulls else None
    if held is not None and wire.cable.location != "buried":
        many = apart(wire.cable.length, held.first, held.apart)
        yield Count("pipe", f"strap {kind}", many, "each", where, held.step.cite)


def elbows(degrees: float) -> tuple[int, ...]:
    """The elbows that make a bend of so many degrees; the rest below 15° is sprung or bent in the pipe.

    >>> elbows(90.0), elbows(50.0), elbows(135.0), elbows(12.0)
    ((90,), (45,), (90, 45), ())
    """
    whole, rest = divmod(degrees, 90.0)
    found = [90] * int(whole)
    least = next((made for above, made in STANDARD if rest >= above), None)
    return (*found, *((least,) if least is not None else ()))


def apart(length: float, first: float, between: float) -> int:
    """Straps on a length between two boxes: one at most ``first`` from each, the others ``between`` apart. One unit.

    >>> apart(10.0, 3.0, 10.0), apart(4.0, 3.0, 10.0), apart(40.0, 3.0, 10.0)
    (2, 1, 5)
    """
    return 1 if length <= 2.0 * first else 1 + max(1, math.ceil((length - 2.0 * first) / between - 1e-9))


class _Raceway:
    """One raceway as it is counted: a run's own, in all its parallel sets, or one that several share."""

    def __init__(self, ready: Prepared, each: SizedRun, trade: str, solved: SolvedPull | None):
        run, stations = each.run, ready.net.stations
        self.book, self.each, self.run, self.trade, self.solved = ready.book, each, run, trade, solved
        self.where = f"{stations[run.from_station].name} to {stations[run.to_station].name}"
        self.kind = f"{run.cable.raceway} {trade}"
        self.sets = run.cable.sets
        known = run.cable.raceway in RACEWAYS.rows
        self.stick = (RACEWAYS.number(run.cable.raceway, "stick_ft") or 0.0) if known else 0.0
        self.pulled_at: list[Node] = [n for n in solved.route.nodes if n.pull] if solved else []

    def counts(self) -> Iterator[Count]:
        """Everything of it."""
        row = self.run.cable.raceway
        if row not in RACEWAYS.rows or self.solved is None:
            yield self.count("pipe", self.kind, US.length.of(self.run.cable.length), "whole length", "the plan", "ft")
            return
        joints = 0.0
        bought = self.bought_elbows()
        for at, stretch in enumerate(self.solved.route.stretches):
            feet = self.feet(stretch, bought) - (self.riser_ft() if at == 0 else 0.0)
            part = f"part {at + 1}, " if len(self.solved.route.stretches) > 1 else ""
            yield self.count("pipe", self.kind, max(0.0, feet), f"{part}straights and bends", ROUTE, "ft")
            turned = [e for piece in stretch for e in elbows(piece.segment.degrees)] if bought else []
            yield from self.elbow_counts(turned, part)
            sticks = math.ceil(max(0.0, feet) / (self.stick or 10.0) - 1e-9)
            between = max(0, sticks + len(turned) - 1)
            joints += between
            own = 0 if RACEWAYS.word(row, "joint") == "none" else sticks
            if RACEWAYS.word(row, "elbows") == "yes":
                what = f"{part}{sticks} sticks, {len(turned)} elbows"
                yield self.count("coupling", self.kind, max(0, between - own), what, SOLD)
        yield from self.ends(joints)
        yield from self.held()
        yield from self.in_the_ground()

    def count(self, part: str, kind: str, many: float, what: str, cite: str, unit: SoldBy = "each") -> Count:
        """A count of this raceway: in every parallel set."""
        sets = f" × {self.sets} sets" if self.sets > 1 else ""
        return Count(
            "pipe",
            f"{part} {kind}",
            many * self.sets,
            unit,
            f"{self.where}: {what}{sets}",
            cite,
            stick=self.stick if unit == "ft" else 0.0,
        )

    def bought_elbows(self) -> bool:
        """Whether its elbows are bought, not bent on the job."""
        row = self.run.cable.raceway
        bent_to = RACEWAYS.value(row, "bent_to")
        made = list(_trades(self.book, row, "1/2"))
        bent = isinstance(bent_to, str) and bent_to in made and made.index(self.trade) <= made.index(bent_to)
        return RACEWAYS.word(row, "elbows") == "yes" and not bent

    def feet(self, stretch: tuple[Piece, ...], bought: bool) -> float:
        """Pipe of a stretch: its straights, and bends that no elbow makes."""
        own = (p.segment for p in stretch)
        lengths = (s.length for s in own if isinstance(s, Straight) or not bought or s.degrees < SPRUNG_DEG)
        return US.length.of(sum(lengths))

    def elbow_counts(self, turned: list[int], part: str) -> Iterator[Count]:
        """Elbows by their angle; sweeps where the plan asks for a radius of its own."""
        radius = self.run.pull.elbow_radius if self.run.pull else None
        for angle in sorted(set(turned), reverse=True):
            many = turned.count(angle)
            if radius is None:
                yield self.count(f"elbow {angle}°", self.kind, many, f"{part}its bends", ROUTE)
                continue
            named = self.count(f"sweep {angle}°", self.kind, many, f"{part}its bends", ROUTE)
            wide = f"{named.name}, radius {number(US.small.of(radius))} in"
            yield Count("pipe", wide, named.quantity, "each", named.what, named.cite, named.name)

    def ends(self, joints: float) -> Iterator[Count]:
        """What joins it to its boxes, and guards the wire there."""
        row, route = self.run.cable.raceway, self.run.route
        points = route.points if route else ()
        hubs = RACEWAYS.word(row, "hubs") == "yes"
        bodies = [n for n in self.pulled_at if n.waypoint is not None and points[n.waypoint].fitting == "conduit-body"]
        boxes = len(self.pulled_at) - len(bodies)
        ends = 2 + 2 * boxes + (0 if hubs else 2 * len(bodies))
        ended = RACEWAYS.word(row, "ended")
        yield self.count(ended, self.kind, ends, "both ends, and each side of its boxes", ROUTE)
        size = self.each.sizing.rung.size if self.each.sizing.rung else ""
        guarded = self.book.pulls.bushed(size) if self.book.pulls and size else ""
        yield self.count("insulating bushing", self.trade, ends if guarded else 0, "where it ends", guarded)
        yield self.count("conduit body", self.kind, len(bodies), "its pull points", ROUTE)
        for node in self.pulled_at:
            if node not in bodies:
                yield self.box(node, size)
        glued = joints + ends + 2 * len(bodies)
        if RACEWAYS.word(row, "joint") == "bell":
            what = f"{self.where}: {number(glued * self.sets)} joints, about {number(JOINTS_A_PINT)} to a pint"
            yield Count(
                "small", "PVC cement and primer, pint", glued * self.sets / JOINTS_A_PINT, "each", what,
                "a rule of thumb",
            )  # fmt: skip

    def box(self, node: Node, size: str) -> Count:
        """The box of a pull point, as long as its wire and pipe ask."""
        turned = 0.0
        if self.run.route is not None and node.waypoint is not None:
            turned = plan_turn_deg(self.run.route, node.waypoint)
        asked = self.book.pulls.pull_box(self.trade, size, turned > STRAIGHT_DEG) if self.book.pulls else None
        inches, cite = (US.small.of(asked[0]), asked[1]) if asked else (0.0, "")
        made = next((b for b in BOXES_IN if b >= inches - 1e-9), None)
        what = f"a pull point, {number(inches)} in asked" if inches else "a pull point"
        return self.count("pull box", f"{made or math.ceil(inches)} in", 1, what, cite or ROUTE)

    def held(self) -> Iterator[Count]:
        """Straps on what is above ground, expansion fittings."""
        assert self.solved is not None
        plan, pipe = self.run.pull, self.solved.pipe
        if self.solved.covers:
            many = straps(self.solved, US).value
            yield self.count("strap", self.kind, float(many) if isinstance(many, float) else 0.0, "its risers", ROUTE)
        elif pipe is not None and pipe.straps is not None:
            held = pipe.straps
            lengths = [sum(p.segment.length for p in s) for s in self.solved.route.stretches]
            many = sum(apart(length, held.first, held.apart) for length in lengths)
            yield self.count("strap", self.kind, many, "along its whole length", held.step.cite)
        fitted = plan.expansion_fittings if plan and plan.expansion_fittings else 0
        yield self.count("expansion fitting", self.kind, fitted, "as planned", "the plan")

    def riser_ft(self) -> float:
        """What comes up in another kind of pipe than the run's own."""
        burial = self.run.burial
        kind = burial.riser if burial else None
        return 0.0 if kind in (None, "none", self.run.cable.raceway) else self.risers_ft()

    def risers_ft(self) -> float:
        """From at most 18 in below grade to 8 ft above it, at both ends."""
        assert self.solved is not None
        total = 0.0
        nodes = self.solved.route.nodes
        for top, foot in ((nodes[0], nodes[min(1, len(nodes) - 1)]), (nodes[-1], nodes[max(-2, -len(nodes))])):
            rise, depth = top.height - top.ground, foot.ground - foot.height
            if rise > 0.0:
                total += min(rise, RISER_UP_M) + min(max(depth, 0.0), RISER_DOWN_M)
        return US.length.of(total)

    def in_the_ground(self) -> Iterator[Count]:
        """Risers of their own kind, ribbon, seal, and what eases the pull."""
        assert self.solved is not None
        burial, route = self.run.burial, self.solved.route
        if self.solved.covers:
            if burial is not None and self.riser_ft():
                yield self.count(
                    "pipe", f"{burial.riser} {self.trade}", self.risers_ft(), "its risers, 18 in down to 8 ft up",
                    ROUTE, "ft",
                )  # fmt: skip
            yield self.count("duct seal for", f"{self.trade} in pipe", 2, "where it comes out of the ground", ROUTE)
            if burial is not None and burial.ribbon:
                feet = US.length.of(route.nodes[-1].along - route.nodes[0].along)
                yield Count("small", "warning ribbon", feet, "ft", f"{self.where}: over the trench", "the plan")
        name = LUBRICANTS.get(self.run.pull.lubricant if self.run.pull else "usual")
        quarts = lubricant(self.solved.pipe, sum(p.segment.length for p in route.pieces), US).value
        if name is not None and isinstance(quarts, float):
            yield Count(
                "small", f"pulling lubricant, {name}, quart", quarts * self.sets, "each",
                f"{self.where}: by length and inside of its pipe", "a rule of thumb of its makers",
            )  # fmt: skip


def _trades(book: WholeBook, raceway: str, first: str) -> Iterator[str]:
    """The trade sizes that a raceway is made in, small to large."""
    assert book.pulls is not None
    yield first
    above = book.pulls.next_trade(raceway, first)
    if above != first:
        yield from _trades(book, raceway, above)
