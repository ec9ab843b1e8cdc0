"""What one run is built of in one of its options: what differs with its metal and size, for its price."""

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.units import US
from northspan.core.job.run import Run
from northspan.core.plans.cuts.pieces import SHEATH, part_of
from northspan.core.plans.materials.count import Count, Group, SoldBy
from northspan.core.plans.materials.gear import breaker
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.sized import Sizing


def run_parts(book: WholeBook, run: Run, s: Sizing) -> tuple[Count, ...]:
    """Wire or cable, pipe and breaker of one run in SI by its length, no slack or fittings; none without a size."""
    system, cable, also = SYSTEMS[run.system], run.cable, s.companions
    if s.rung is None or also is None:
        return ()
    feet = US.length.of(cable.length * cable.sets)
    found: list[Count] = []

    def count(group: Group, name: str, quantity: float, unit: SoldBy) -> None:
        found.append(Count(group, name, quantity, unit, "One run", "the plan"))

    if book.pulls is not None and book.pulls.is_cable(cable.insulation):
        wires = system.ungrounded + int(also.neutral is not None)
        kind = (f"{cable.metal} {cable.insulation}", f"{s.rung.size} {wires}-wire", SHEATH)
        count("wire", part_of(kind), feet, "ft")
    else:
        count("wire", f"wire {cable.metal} {s.rung.size}", system.ungrounded * feet, "ft")
        for each, metal in ((also.neutral, cable.metal), (also.equipment_ground, cable.egc_metal or cable.metal)):
            if each is not None:
                count("wire", f"wire {metal} {each}", feet, "ft")
    if cable.raceway != "none" and also.raceway is not None:
        count("pipe", f"pipe {cable.raceway} {also.raceway}", feet, "ft")
    if s.breaker_a is not None:
        count("gear", breaker(system.ungrounded, s.breaker_a), 1.0, "each")
    return tuple(found)
