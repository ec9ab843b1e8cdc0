"""Electrodes, their clamps and the wire between them, counted from what is planned or entered as new."""

from collections.abc import Iterator, Sequence
from fractions import Fraction

from northspan.core.figures.units import INCH_M, US
from northspan.core.figures.working import number
from northspan.core.job.grounding import DRIVEN, Electrode
from northspan.core.job.job import Place
from northspan.core.plans.materials.count import Count
from northspan.core.property.ground.electrodes.ohms import length_m
from northspan.core.property.ground.electrodes.places import electrodes_of, place_grounds
from northspan.core.property.whole.prepared import Prepared

GROUND = "Ground"
USUAL_ROD_M = 0.625 * INCH_M
CLAMPS = {
    "plate": "ground clamp for a plate, for burial", "concrete-encased": "clamp for a bar in concrete, listed for it",
    "water-pipe": "water pipe ground clamp", "structural-metal": "ground lug for structural metal",
}  # fmt: skip
IN_WIRE = ("ring", "strip")


def earth_counts(ready: Prepared) -> Iterator[Count | str]:
    """What is driven, buried and clamped at every place; words for wire whose length nobody knows."""
    grounds = place_grounds(ready.book.earthing, ready.job, ready.net, ready.sized)
    for place, ground in zip(ready.job.places, grounds, strict=True):
        if not ground.needed:
            continue
        electrodes, planned = electrodes_of(ready.book.earthing, ready.job, place, ground.needed)
        size = ground.conductor.value if ground.conductor is not None else None
        wire = f"wire {place.grounding.conductor.metal} {size} bare" if isinstance(size, str) else None
        new = [e for e in electrodes if e.connected and (not e.stays or planned)]
        if not electrodes:
            yield f"{place.name}: it owes electrodes, none is entered: nothing of them or their wire is counted."
        for electrode in new:
            yield from _electrode(place, electrode, planned, wire)
        if new and wire is not None:
            yield _to_the_first(ready, place, ground.lands_at, new, wire)
        if ground.intersystem and place.grounding.intersystem_terminals is None:
            yield Count("ground", "intersystem bonding termination", 1, "each", place.name, GROUND)


def _to_the_first(
    ready: Prepared, place: Place, lands_at: str | None, new: Sequence[Electrode], wire: str
) -> Count | str:
    """The wire from where the electrodes land to the nearest of them, along the walls; in words where the plan has not
    both.
    """
    panel = ready.net.stations[lands_at].panel if lands_at is not None else None
    at = panel.at if panel is not None else None
    away = [abs(e.x - at.x) + abs(e.y - at.y) for e in new if at and e.x is not None and e.y is not None]
    if not away:
        return f"{place.name}: {wire} from where it lands to the first electrode is not on the plan."
    feet = US.length.of(min(away)) + 2 * ready.job.house_rules.make_up_ft
    what = f"{place.name}: from where it lands to the first electrode"
    return Count("ground", wire, feet, "ft", what, "the plan", wire.removesuffix(" bare"))


def _inches(inches: float) -> str:
    """A rod's diameter as it is sold: in sixteenths where it is one.

    >>> _inches(0.625), _inches(1.25), _inches(0.61)
    ('5/8', '1 1/4', '0.61')
    """
    sixteenths = inches * 16
    if abs(sixteenths - round(sixteenths)) > 1e-6:
        return number(inches)
    whole, part = divmod(Fraction(round(sixteenths), 16), 1)
    return " ".join(str(each) for each in (whole, part) if each)


def _electrode(place: Place, e: Electrode, planned: bool, wire: str | None) -> Iterator[Count]:
    many = f"{place.name}: {e.count} {e.kind.replace('-', ' ')}{'s' if e.count > 1 else ''}"
    what = f"{many}, as planned" if planned else many
    sold = "" if wire is None else wire.removesuffix(" bare")
    if e.kind in DRIVEN:
        thick = f"{_inches(US.small.of(e.diameter or USUAL_ROD_M))} in"
        name = f"ground {e.kind} {thick} × {number(round(US.length.of(length_m(e)), 2))} ft"
        yield Count("ground", name, e.count, "each", what, GROUND)
        yield Count("ground", f"ground clamp {thick}, for burial", e.count, "each", what, GROUND)
        if e.spacing is not None and wire is not None and e.count > 1:
            gaps = e.count if e.layout == "ring" else e.count - 1
            yield Count(
                "ground",
                wire,
                gaps * US.length.of(e.spacing),
                "ft",
                f"{place.name}: from one to the next",
                GROUND,
                sold,
            )
    elif e.kind in IN_WIRE:
        name = f"wire cu {e.wire_size or '2'} bare"
        yield Count(
            "ground", name, US.length.of(length_m(e)), "ft", f"{place.name}: the {e.kind}", GROUND,
            name.removesuffix(" bare"),
        )  # fmt: skip
    else:
        if e.kind == "plate":
            yield Count("ground", "ground plate", e.count, "each", what, GROUND)
        if e.kind in CLAMPS:
            yield Count("ground", CLAMPS[e.kind], e.count, "each", what, GROUND)
