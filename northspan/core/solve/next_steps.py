"""What to do next, once, in one line, on each step of a job."""

from collections.abc import Iterator, Sequence

from northspan.core.document.finding import Finding
from northspan.core.figures.working import Level
from northspan.core.job.job import Job
from northspan.core.network.topology import Network, source_system
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.solution import NextStep, StepName

MUST: tuple[Level, ...] = ("danger", "violation")
TEST_WORDS = "Write down what the meter reads: it is held against this job at once."


def next_steps(
    book: WholeBook, job: Job, net: Network, loads: Sequence[PlaceLoad], findings: Sequence[Finding]
) -> tuple[NextStep, ...]:
    """A line for every step, in the order of the job; for Panels, Pull and Test only where the code book judges panels,
    pulls and readings.
    """
    panels, pulls, readings = book.panels is not None, book.pulls is not None, book.readings is not None
    words = book.earthing.words
    grounding = [f for f in findings if f.place is not None]
    covers_off = [f for f in findings if f.panel is not None]
    on_the_way = [f for f in findings if f.pull is not None]
    others = [f for f in findings if f.place is None and f.panel is None and f.pull is None]
    walk, taken = next(_walk(book.earthing, job, net), None), next(_loads(job, net, loads), None)
    sized = next(_span(job, net, taken, others), None)
    ground = next(_ground(grounding), None)
    otherwise = f"the other metal, another voltage or {words['device']}"
    variants = None if job.variants else f"Add a way to build it otherwise: {otherwise}."
    beyond = f"{words['step_panels']}, or hand over the sheet" if panels else "hand over the sheet"
    after = "Pull, what is dug, pulled and bought" if pulls else "hand over the sheet"
    opened = _line(
        "panels",
        next(_panels(words["board"], job, covers_off), None),
        f"The {words['board']}s are in order. Next: {after}.",
    )
    return (
        _line("walk", walk, "The walk is in. Next: Loads, what every place takes."),
        _line("loads", taken, "The loads are in. Next: Span, the wire that carries them."),
        _line("span", sized, f"Every run passes. Next: {words['step_ground']}, electrodes and bonds."),
        _line("ground", ground, f"{words['grounding']} has nothing open. Next: {beyond}."),
        *((opened,) if panels else ()),
        *(
            (_line("pull", next(_pull(job, on_the_way), None), "Every pull is in order. Next: What to buy."),)
            if pulls
            else ()
        ),
        _line("day", None, "Enter who is there and when; the plan keeps the power off for the shortest time."),
        *((_line("test", None, TEST_WORDS),) if readings else ()),
        _line("packet", next(_packet(findings), None), "Nothing that must be mended is open: hand over the sheets."),
        _line("what-if", variants, "Take the column that you build; it becomes the job."),
        _line("rules", None, "Choose how this shop and its inspector read the rules; everything follows at once."),
    )


def _packet(findings: Sequence[Finding]) -> Iterator[str]:
    must = sum(f.level in MUST for f in findings)
    if must:
        things = "one thing" if must == 1 else f"{must} things"
        yield f"Before it is handed over: {things} that must be mended."


def _line(step: StepName, words: str | None, otherwise: str) -> NextStep:
    return NextStep(step, words or otherwise, words is None)


def _walk(earthing: Earthing, job: Job, net: Network) -> Iterator[str]:
    words = earthing.words
    if not job.places:
        yield "Add the first place: the building that the power is for."
    if not any(s.id not in net.fed_by and net.delivers.get(s.id) for s in job.stations):
        yield f"Say where the power comes from: the {words['supplier']}'s transformer, a generator or an inverter."
    for place in job.places:
        if place.kind != "yard" and not any(s.place == place.id for s in job.stations):
            yield f"Say how {place.name} is fed: add its {words['board']} or circuit."
    for place in job.places:
        if place.footprint is None:
            yield f"Lay {place.name} on the plan."
    for place in job.places:
        panels = any(s.place == place.id and s.kind != "equipment" for s in job.stations)
        if place.soil is None and place.kind != "yard" and panels:
            yield f"Note the soil at {place.name}: {earthing.electrodes['rod']}s and trench meet it."


def _loads(job: Job, net: Network, loads: Sequence[PlaceLoad]) -> Iterator[str]:
    known = {load.place: load for load in loads}
    for place in job.places:
        here = [s for s in job.stations if s.place == place.id and s.kind != "utility"]
        entered = any(s.load is not None for s in here)
        if place.is_dwelling and place.floor_area is None and place.record is None and not entered:
            yield f"Enter the floor area of {place.name}, then tick what it has."
        elif place.kind != "yard" and here and not place.appliances and not entered:
            yield f"Tick what {place.name} has, from the shop's list."
        elif place.id in known and known[place.id].governs is None:
            yield f"{place.name}: {known[place.id].why}"
    for run in net.order:
        if not any(True for at in net.beyond(run.to_station) if _takes(job, net, at, known)):
            yield f"Enter what {net.stations[run.to_station].name} carries."


def _takes(job: Job, net: Network, station: str, known: dict[str, PlaceLoad]) -> bool:
    own = net.stations[station]
    landed = any(load.station == station and load.drives for load in known.values())
    place = next(p for p in job.places if p.id == own.place)
    return own.load is not None or landed or any(a.station == station for a in place.appliances)


def _span(job: Job, net: Network, loads: str | None, findings: Sequence[Finding]) -> Iterator[str]:
    if not job.runs:
        yield "Add the first run: what feeds the building, and how far."
    for station in job.stations:
        if station.id not in net.fed_by and source_system(station) is None:
            yield f"Nothing feeds {station.name}: draw the run that does, or take it out."
    for level in MUST:
        yield from (f"Mend first: {f.title}." for f in findings if f.level == level)
    if loads is not None:
        yield f"A run without a load has no size. {loads}"
    yield from (f"Look at: {f.title}." for f in findings if f.level in ("house", "advice"))


def _ground(findings: Sequence[Finding]) -> Iterator[str]:
    for level in MUST:
        yield from (f"Mend first: {f.title}." for f in findings if f.level == level)
    for found in findings:
        if found.rule == "electrodes-planned":
            yield f"Look for what is there and enter it. {found.title}."
    yield from (f"Look at: {f.title}." for f in findings if f.level == "advice")


def _panels(board: str, job: Job, findings: Sequence[Finding]) -> Iterator[str]:
    boards = [s for s in job.stations if s.kind == "panelboard"]
    if not boards:
        yield f"Add a {board} in Walk first; then take its cover off here."
    for level in MUST:
        yield from (f"Mend first: {f.title}." for f in findings if f.level == level)
    for station in boards:
        if station.panel is None:
            yield f"Take the cover off {station.name}: choose the {board} from the shop's list, or enter its spaces."
        elif not station.panel.circuits:
            yield f"Write down the circuits of {station.name}: propose them, paste rows, or type them in."
    yield from (f"Look at: {f.title}." for f in findings if f.level in ("house", "advice"))


def _pull(job: Job, findings: Sequence[Finding]) -> Iterator[str]:
    if not job.runs:
        yield "Add the first run in Span; then lay its route on the plan in Walk."
    for level in MUST:
        yield from (f"Mend first: {f.title}." for f in findings if f.level == level)
    stations = {s.id: s.name for s in job.stations}
    for run in job.runs:
        if run.cable.location == "buried" and run.route is None:
            yield f"Lay the route to {stations[run.to_station]} on the plan in Walk: its bends make the pull."
    for run in job.runs:
        if run.cable.location == "buried" and (run.burial is None or run.burial.cover is None):
            yield f"Say how deep the run to {stations[run.to_station]} lies."
    yield from (f"Look at: {f.title}." for f in findings if f.level in ("house", "advice"))
