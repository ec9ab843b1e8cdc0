"""The sheets of a packet: their numbers, their names, which way they lie, what stands on each."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace

from northspan.core.job.job import Job
from northspan.core.job.planned.packet import PacketPlan, SheetName
from northspan.core.plans.day.customer import customer_note
from northspan.core.property.whole.solution import Solution
from northspan.paper.day.rows import day_sections
from northspan.paper.drawing.shapes import Placed, Real
from northspan.paper.drawn.bonds.cans import KEY as CANS_KEY
from northspan.paper.drawn.bonds.cans import cans
from northspan.paper.drawn.oneline.sheets import KEY, one_line
from northspan.paper.drawn.riser.elevation import KEY as RISER_KEY
from northspan.paper.drawn.riser.elevation import risers
from northspan.paper.drawn.siteplan.legs import trench_sections
from northspan.paper.drawn.siteplan.plan import KEY as PLAN_KEY
from northspan.paper.drawn.siteplan.plan import site_plan
from northspan.paper.drawn.unrolled.profile import KEY as PROFILE_KEY
from northspan.paper.drawn.unrolled.profile import profiles
from northspan.paper.readings.curve import KEY as CURVES_KEY
from northspan.paper.readings.record import curves, record_sections, torque_sections
from northspan.paper.sheets.boxes import box_sections
from northspan.paper.sheets.calculation import sections
from northspan.paper.sheets.cover import cover_sections
from northspan.paper.sheets.findings import answered_section
from northspan.paper.sheets.ground import ground_sections
from northspan.paper.sheets.inspection import inspection_sections
from northspan.paper.sheets.loads import load_sections
from northspan.paper.sheets.materials import material_sections
from northspan.paper.sheets.panels import panel_sections
from northspan.paper.sheets.pull import pull_sections
from northspan.paper.sheets.told.matter import Matter
from northspan.paper.tables.section import Section


@dataclass(frozen=True, slots=True)
class Drawn:
    """A page that is drawn, in its room; its scale where it has one."""

    shapes: list[Placed]
    real: Real | None = None


Draw = Callable[[Matter, float, float], list[Drawn]]


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of sheet, its title and key with the terms of a book in braces: ``upright`` is how it usually lies;
    ``draw`` lays out its drawings in a room of so many millimetres across and down, ``write`` its tables; ``key``
    explains its lines.
    """

    name: SheetName
    number: str
    title: str
    upright: bool = False
    draw: Draw | None = None
    write: Callable[[Matter], Iterator[Section]] | None = None
    key: str = ""

    def said(self, words: Mapping[str, str]) -> "Kind":
        """The kind with its title and its key in the words of a book."""
        return replace(self, title=self.title.format_map(words), key=self.key.format_map(words))

    def lies_upright(self, plan: PacketPlan) -> bool:
        """Which way it lies in this packet."""
        return self.upright != (self.name in plan.turned)


COVER: SheetName = "cover"


def _drawing(lay: Callable[[Job, Solution, float, float], list[list[Placed]]]) -> Draw:
    return lambda matter, across, down: [Drawn(page) for page in lay(matter.job, matter.solution, across, down)]


def _site_plan(matter: Matter, across: float, down: float) -> list[Drawn]:
    sheet = site_plan(matter.job, matter.solution, across, down)
    return [] if sheet is None else [Drawn(sheet.shapes, sheet.real)]


def _cover(matter: Matter) -> Iterator[Section]:
    return cover_sections(
        matter, tuple((k.number, k.said(matter.terms).title) for k in KINDS if k.name in matter.wanted)
    )


def _findings(matter: Matter) -> Iterator[Section]:
    yield answered_section(matter.job, matter.solution)


def _days(matter: Matter) -> Iterator[Section]:
    if matter.days is not None:
        yield from day_sections(matter.job, matter.days, customer_note(matter.job, matter.days))


def _tests(matter: Matter) -> Iterator[Section]:
    if matter.taken is not None:
        yield from record_sections(matter.job, matter.terms, matter.taken)


def _torque(matter: Matter) -> Iterator[Section]:
    if matter.taken is not None:
        yield from torque_sections(matter.job, matter.terms, matter.taken)


def _curves(matter: Matter, across: float, down: float) -> list[Drawn]:
    if matter.taken is None:
        return []
    return [Drawn(page) for page in curves(matter.job, matter.terms, matter.taken, across, down)]


# Numbered as they lie; each keeps its number whatever else goes out.
# fmt: off
KINDS = (
    Kind(COVER, "C", "Cover", True, write=_cover),
    Kind("one-line", "E1", "One-line", draw=_drawing(one_line), key=KEY),
    Kind(
        "site-plan", "E2", "Site plan", draw=_site_plan, write=lambda m: trench_sections(m.job, m.solution),
        key=PLAN_KEY,
    ),
    Kind("riser", "E3", "{riser}", draw=_drawing(risers), key=RISER_KEY),
    Kind("loads", "E4", "Load calculation", True, write=lambda m: load_sections(m.job, m.solution)),
    Kind("panels", "E5", "{step_panels}", write=lambda m: panel_sections(m.job, m.solution)),
    Kind(
        "ground", "E6", "{step_ground}, each mode", draw=_drawing(cans),
        write=lambda m: ground_sections(m.job, m.solution), key=CANS_KEY,
    ),
    Kind(
        "pull", "E7", "Pull and cover", draw=_drawing(profiles), write=lambda m: pull_sections(m.job, m.solution),
        key=PROFILE_KEY,
    ),
    Kind("boxes", "E8", "Boxes", write=lambda m: box_sections(m.job, m.solution)),
    Kind("findings", "E9", "Open, and our answers", write=_findings),
    Kind("inspection", "E10", "Inspection list", write=lambda m: inspection_sections(m.items, m.looked or {})),
    Kind("materials", "E11", "Materials", write=lambda m: material_sections(m.listed)),
    Kind("calculation", "E12", "Every working", write=lambda m: sections(m.job, m.solution)),
    Kind("days", "E13", "Days", write=_days),
    Kind("tests", "E14", "Test record", write=_tests),
    Kind("curves", "E15", "Electrode curves", draw=_curves, key=CURVES_KEY),
    Kind("torque", "E16", "Torque record", write=_torque),
)
# fmt: on
NAMES: tuple[SheetName, ...] = tuple(kind.name for kind in KINDS)


def ticked(plan: PacketPlan) -> tuple[SheetName, ...]:
    """The sheets that go out with the set."""
    return tuple(name for name in NAMES if name not in plan.left_out)
