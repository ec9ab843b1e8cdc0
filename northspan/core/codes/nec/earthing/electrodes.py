"""Grounding electrodes and their conductors (Article 250 Part III, 250.102, 250.104): what is owed, what counts."""

from collections.abc import Sequence

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import AWG, ELECTRODE_CONDUCTOR, EQUIPMENT_GROUND, PROPERTIES, SERVICE_NEUTRAL
from northspan.core.codes.nec.sizing import equipment_ground as grounding
from northspan.core.figures.units import FOOT_M, INCH_M, SQUARE_FOOT_M2, US, Unit, Units
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.grounding import MADE, Electrode
from northspan.core.job.run import Run
from northspan.core.network.sized_run import Hots

ROD_M, ROD_THICK_M, LISTED_ROD_M, PIPE_M = 8.0 * FOOT_M, 0.625 * INCH_M, 0.5 * INCH_M, 1.05 * INCH_M
WATER_PIPE_M, STRUCTURE_M, CONCRETE_M, RING_M = 10.0 * FOOT_M, 10.0 * FOOT_M, 20.0 * FOOT_M, 20.0 * FOOT_M
PLATE_M2, PLATE_STEEL_M, PLATE_COPPER_M = 2.0 * SQUARE_FOOT_M2, 0.25 * INCH_M, 0.06 * INCH_M
CONCRETE_COVER_M = 2.0 * INCH_M
BAR_M, CONCRETE_WIRE, RING_WIRE = 0.5 * INCH_M, "4", "2"
BURIED_M, SLANT_DEG, APART_M, ROD_OHM = 30.0 * INCH_M, 45.0, 6.0 * FOOT_M, 25.0
CAP_MADE: dict[Metal, str] = {"cu": "6", "al": "4"}
CAP_CONCRETE = "4"
EXPOSED_LEAST = "6"
MOST_WATER_JUMPER = "3/0"
ENTRY_M = 5.0 * FOOT_M
CONTROL_KVA, CONTROL_LEAST = 1.0, "14"
_MILS = {size: PROPERTIES.number(size, "cmil") or 0.0 for size in PROPERTIES.rows}


def needed(service: bool, supplies: Sequence[Run], own_source: bool) -> tuple[bool, str, str]:
    """Whether a place needs electrodes, why, and by which section.

    >>> needed(False, (), False)
    (False, 'Nothing feeds it', '250.32(A)')
    """
    if service:
        return True, "The service is here", "250.24(A), 250.50"
    if own_source:
        return True, "Its own source is here", "250.30(A), 250.50"
    if not supplies:
        return False, "Nothing feeds it", "250.32(A)"
    if len(supplies) == 1 and supplies[0].use == "branch" and not supplies[0].cable.no_egc:
        return False, "One branch circuit with an equipment ground is all that feeds it", "250.32(A) Exception"
    if all(run.use == "branch" for run in supplies) and len(supplies) == 1:
        return True, "Its one branch circuit has no equipment ground", "250.32(A)"
    return True, "A feeder, or more than one circuit, supplies it", "250.32(A)"


def shortfalls(e: Electrode, told: Units) -> tuple[tuple[str, str, dict[str, object]], ...]:
    """Why an electrode does not count: what is wrong, the section, the fields that would mend it, told in these units.

    Blank dimensions are not held against it.
    """
    found: list[tuple[str, str, dict[str, object]]] = []

    def least(name: str, unit: Unit, limit: float, where: str, section: str) -> None:
        value = getattr(e, name)
        if value is not None and value < limit - 1e-9:
            words = f"{unit.words} {where}: {unit.number(value)}, {unit.number(limit)} at least"
            found.append((words, section, {name: unit.of(limit)}))

    long, small = told.length, told.small

    if e.kind == "gas-pipe":
        found.append(("a gas pipe in the ground is no electrode", "250.52(B)(1)", {}))
    if e.metal == "aluminium":
        found.append(("aluminium is no electrode", "250.52(B)(2)", {"metal": "copper"}))
    if e.kind == "rod":
        least("length", long, ROD_M, "in the ground", "250.52(A)(5), 250.53(A)(4)")
        least("diameter", small, LISTED_ROD_M if e.listed else ROD_THICK_M, "thick", "250.52(A)(5)(b)")
    if e.kind == "pipe":
        least("length", long, ROD_M, "in the ground", "250.52(A)(5), 250.53(A)(4)")
        least("diameter", small, PIPE_M, "outside", "250.52(A)(5)(a)")
    if e.kind == "water-pipe":
        least("length", long, WATER_PIPE_M, "in the ground", "250.52(A)(1)")
    if e.kind == "structural-metal":
        least("length", long, STRUCTURE_M, "upright in the ground", "250.52(A)(2)")
    if e.kind == "concrete-encased":
        least("length", long, CONCRETE_M, "in concrete", "250.52(A)(3)")
        if e.wire_size is None:
            least("diameter", small, BAR_M, "thick", "250.52(A)(3)")
        least("cover", small, CONCRETE_COVER_M, "of concrete round it", "250.52(A)(3)")
        if e.wire_size is not None and AWG.rank(e.wire_size) < AWG.rank(CONCRETE_WIRE):
            words = f"{e.wire_size} copper, {CONCRETE_WIRE} at least"
            found.append((words, "250.52(A)(3)", {"wire_size": CONCRETE_WIRE}))
    if e.kind == "ring":
        least("length", long, RING_M, "of wire", "250.52(A)(4)")
        if e.wire_size is not None and AWG.rank(e.wire_size) < AWG.rank(RING_WIRE):
            found.append((f"{e.wire_size} copper, {RING_WIRE} at least", "250.52(A)(4)", {"wire_size": RING_WIRE}))
    if e.kind == "plate":
        thick = PLATE_STEEL_M if e.metal == "steel" else PLATE_COPPER_M
        least("area", told.area, PLATE_M2, "exposed", "250.52(A)(7)")
        least("thickness", small, thick, "thick", "250.52(A)(7)")
    return tuple(found)


def counts(e: Electrode) -> bool:
    """Whether an electrode counts as one.

    >>> rod = Electrode(id="rod", kind="rod", length=2.4384)
    >>> counts(rod), counts(rod.model_copy(update={"length": 2.4}))
    (True, False)
    """
    return e.kind != "strip" and not shortfalls(e, US)


def table_row(metal: Metal, circular_mils: float) -> str:
    """Row of Table 250.66 for the largest ungrounded conductor, or the area of several together.

    >>> table_row("al", 211600.0), table_row("cu", 2 * 167800.0)
    ('3', '4')
    """
    for row in ELECTRODE_CONDUCTOR.rows:
        upper = ELECTRODE_CONDUCTOR.value(row, f"{metal}_up_to")
        if isinstance(upper, str) and circular_mils <= grounding.bound(upper) + 1e-9:
            return row
    return next(iter(reversed(list(ELECTRODE_CONDUCTOR.rows))))


def conductor(hots: Sequence[Hots], made_of: Metal, electrodes: Sequence[Electrode]) -> Figure:
    """Size of the grounding electrode conductor, in ``made_of``, where ``hots`` come in. 250.66 with its note 1.

    The hots of all sets and of several services count together. Capped where every electrode it serves is a rod, pipe
    or plate, or concrete-encased, or a ring; the largest cap where they are mixed, none where a water pipe or structure
    is among them.

    >>> rod = Electrode(id="rod", kind="rod")
    >>> hots = [Hots("cu", "500", 1)]
    >>> conductor(hots, "cu", []).value, conductor(hots, "cu", [rod]).value
    ('1/0', '6')
    """
    column = f"gec_{made_of}"
    steps: list[Step] = []
    full = "14"
    for metal in ("cu", "al"):
        own = [h for h in hots if h.metal == metal]
        if own:
            row = table_row(metal, sum(_MILS[h.size] * h.sets for h in own))
            full = AWG.larger(full, ELECTRODE_CONDUCTOR.word(row, column))
            steps.append(ELECTRODE_CONDUCTOR.read(row, column, f"Largest hot {_together(own)}"))
    caps = [_cap(e, made_of) for e in electrodes]
    chosen = full
    if caps and all(c is not None for c in caps):
        cap = caps[0] or full
        for other in caps:
            cap = AWG.larger(cap, other or full)
        if AWG.rank(cap) < AWG.rank(full):
            chosen = AWG.smaller(cap, full)
            steps.append(Step("No larger is asked for these electrodes", chosen, "size", "250.66(A), (B), (C)"))
    if AWG.rank(chosen) < AWG.rank(EXPOSED_LEAST):
        steps.append(Step(f"So thin, in pipe or armour all the way; or {EXPOSED_LEAST}", chosen, "size", "250.64(B)"))
    if made_of == "al":
        outdoors = "Aluminium: never in masonry or soil, outdoors it ends 18 in above"
        steps.append(Step(outdoors, chosen, "size", "250.64(A)"))
    return Figure(chosen, "", tuple(steps))


def _together(hots: Sequence[Hots]) -> str:
    return " and ".join(f"{h.sets} sets of {AWG.spoken(h.size, h.metal)}" if h.sets > 1 else AWG.spoken(h.size, h.metal)
                        for h in hots)  # fmt: skip


def _cap(e: Electrode, made_of: Metal) -> str | None:
    if e.kind in MADE:
        return CAP_MADE[made_of]
    if made_of == "cu" and e.kind == "concrete-encased":
        return CAP_CONCRETE
    if made_of == "cu" and e.kind == "ring":
        return AWG.larger(RING_WIRE, e.wire_size or RING_WIRE)
    return None


def jumper(hots: Hots, what: str, cite: str, most: str | None = None) -> Figure:
    """A copper bonding jumper by Table 250.102(C)(1): main, system, supply-side, or of water piping.

    Beyond the table, an eighth of the area.

    >>> jumper(Hots("al", "4/0", 1), "", "").value, jumper(Hots("cu", "600", 2), "", "").value
    ('4', '3/0')
    """
    mils = _MILS[hots.size] * hots.sets
    row = grounding.service_row(hots.metal, mils)
    hot = f"Largest hot {_together([hots])}"
    if row is not None:
        chosen = SERVICE_NEUTRAL.word(row, "jumper_cu")
        steps = [SERVICE_NEUTRAL.read(row, "jumper_cu", f"{what}{hot}")]
    else:
        chosen = grounding.smallest_of_mils(mils / 8.0, "cu") or "1000"
        steps = [Step(f"{what}{hot}, an eighth of its area", chosen, "size", cite)]
    if most is not None and AWG.rank(chosen) > AWG.rank(most):
        chosen = most
        steps.append(Step("No larger is asked", chosen, "size", cite))
    return Figure(chosen, "", tuple(steps))


def control_jumper(hots: Hots) -> Figure:
    """The jumper of a transformer of 1000 VA at most: as its hots, 14 copper at least. 250.30(A)(1) exception 3.

    >>> control_jumper(Hots("cu", "12", 1)).value
    '12'
    """
    size = AWG.larger(hots.size if hots.metal == "cu" else CONTROL_LEAST, CONTROL_LEAST)
    step = Step("Of a transformer of 1000 VA at most: as its hots", size, "size", "250.30(A)(1) exception 3")
    return Figure(size, "", (step,))


def water_jumper(hots: Hots, breaker_a: float | None, service: bool) -> Figure:
    """Copper jumper of metal water piping. At a service Table 250.102(C)(1), no larger than 3/0, 250.104(A)(1); in
    another building by the device ahead of its feeder, 250.104(A)(3) with 250.102(D).

    >>> hots = Hots("al", "4/0", 1)
    >>> water_jumper(hots, 200.0, True).value, water_jumper(hots, 100.0, False).value
    ('4', '8')
    """
    if service:
        return jumper(hots, "Water piping: ", "250.104(A)(1)", MOST_WATER_JUMPER)
    found = grounding.table_size(breaker_a, "cu") if breaker_a is not None else None
    if found is None:
        return Figure(None, "", ())
    what = f"Water piping: {number(breaker_a or 0.0)} A ahead of the feeder"
    return Figure(found[1], "", (EQUIPMENT_GROUND.read(found[0], "cu", what),))
