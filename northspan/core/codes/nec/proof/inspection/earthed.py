"""What is looked at of grounding: electrodes before they are covered, bonds before the covers go on."""

from collections.abc import Iterator

from northspan.core.codes.nec.proof.inspection.saying import item
from northspan.core.job.grounding import DRIVEN, Electrode
from northspan.core.job.job import Job, Place, Station
from northspan.core.property.ground.answer import ModeAnswer, PlaceGround
from northspan.core.property.whole.inspection import InspectionItem
from northspan.core.property.whole.solution import Solution


def electrodes(job: Job, solution: Solution) -> Iterator[InspectionItem]:
    """Electrodes, their conductors and the bonds of piping, place by place."""
    for place, ground in zip(job.places, solution.ground.places, strict=True):
        if ground.fed and ground.electrodes:
            yield from _of_place(place, ground)


def _of_place(place: Place, ground: PlaceGround) -> Iterator[InspectionItem]:
    entered = {e.id: e for e in place.grounding.electrodes}
    driven = 0
    for each in ground.electrodes:
        own: Electrode | None = entered.get(each.id)
        if own is not None and own.stays:
            continue
        rod = own is None or own.kind in DRIVEN
        driven += len(each.at) if rod else 0
        yield item("rod" if rod else "electrode", f"{place.id}/{each.id}", place.name, what=_capital(each.words))
        yield item("clamp", f"{place.id}/{each.id}", f"{place.name}, {each.words}")
    if driven > 1:
        yield item("rods-apart", place.id, place.name)
    size = ground.conductor.value if ground.conductor is not None else None
    if isinstance(size, str):
        yield item("electrode-conductor", place.id, place.name, size=size, metal=place.grounding.conductor.metal)
    jumper = ground.water_jumper.value if ground.water_jumper is not None else None
    if isinstance(jumper, str):
        yield item("water-bond", place.id, place.name, size=jumper)
    if place.grounding.gas_piping:
        yield item("gas-bond", place.id, place.name)
    if ground.intersystem:
        yield item("intersystem", place.id, place.name)


def bonds(job: Job, solution: Solution) -> Iterator[InspectionItem]:
    """Where the neutral is bonded to the can, and where it must not be; a mode is named where it differs from the
    first.
    """
    stations = {s.id: s for s in job.stations}
    told: dict[str, tuple[bool, str]] = {}
    for mode in solution.ground.modes:
        yield from _of_mode(mode, stations, told)


def _of_mode(
    mode: ModeAnswer, stations: dict[str, Station], told: dict[str, tuple[bool, str]]
) -> Iterator[InspectionItem]:
    for bond in mode.stations:
        station = stations[bond.station]
        if not (bond.live and bond.neutral) or station.kind in ("utility", "meter", "equipment"):
            continue
        means = bond.bond if bond.bond not in ("none", "") else "screw, strap or wire"
        known = (bond.belongs, means if bond.belongs else "")
        if told.get(bond.station) == known:
            continue
        words = f", on {mode.name.lower()}" if bond.station in told else ""
        told[bond.station] = known
        derived = station.kind in ("generator", "inverter", "transformer")
        rule = "apart" if not bond.belongs else "derived-bond" if derived else "bonded"
        facts = {"mode": words, **({"bond": means} if bond.belongs else {})}
        yield item(rule, f"{mode.id}/{station.id}", station.name, **facts)


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]
