"""Findings on grounding electrode conductors, bonded piping and the intersystem terminal.

250.64, 250.66, 250.94, 250.104.
"""

from collections.abc import Iterable

from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.earthing.electrodes import EXPOSED_LEAST
from northspan.core.document.finding import Finding
from northspan.core.figures.working import Level
from northspan.core.job.job import Place
from northspan.core.property.ground.answer import PlaceGround
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import place_fix
from northspan.core.property.whole.view import JobView

TERMINALS = 3


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Everything of every place that needs electrodes, and its piping."""
    for place, ground in zip(view.job.places, view.ground.places, strict=True):
        if ground.needed:
            yield from _size(view, place, ground)
            yield from _each(view, place, ground)
            yield from _way(view, place)
            yield from _landing(view, place)
        if ground.fed:
            yield from _piping(view, place, ground)
        if ground.intersystem:
            yield from _intersystem(view, place)


def _size(view: JobView, place: Place, ground: PlaceGround) -> Iterable[Finding]:
    own = place.grounding.conductor
    needed = ground.conductor.value if ground.conductor is not None else None
    if own.size is not None and isinstance(needed, str) and AWG.rank(own.size) < AWG.rank(needed):
        yield _finding(
            view, place, "gec-small", "violation", "250.66", f"{place.name}: electrode conductor {own.size}, {needed} "
            "asked for",
            f"By the largest conductor that comes in, {AWG.spoken(needed, own.metal)} at least.",
            (f"Use {AWG.spoken(needed, own.metal)}", {"conductor/size": needed}),
        )  # fmt: skip


def _each(view: JobView, place: Place, ground: PlaceGround) -> Iterable[Finding]:
    """The wire to one electrode, where it has one of its own: as if it served that one alone."""
    answers = {e.id: e for e in ground.electrodes}
    metal = place.grounding.conductor.metal
    for at, electrode in enumerate(place.grounding.electrodes):
        own, answer = electrode.conductor_size, answers.get(electrode.id)
        needed = answer.conductor.value if answer is not None and answer.conductor is not None else None
        if own is None or not electrode.connected or not isinstance(needed, str) or AWG.rank(own) >= AWG.rank(needed):
            continue
        way = f"grounding/electrodes/{at}/conductor_size"
        yield Finding(
            "electrode-wire",
            "violation",
            "250.53(C), 250.66",
            f"{place.name}: {AWG.spoken(own, metal)} to the {electrode.kind.replace('-', ' ')}, {needed} asked for",
            "What bonds one electrode to the others is sized as the conductor to that electrode would be.",
            place=place.id,
            fixes=(place_fix(view.job, place, f"Use {AWG.spoken(needed, metal)}", {way: needed}),),
        )


def _way(view: JobView, place: Place) -> Iterable[Finding]:
    """How the conductor runs: protected, sleeves bonded, unbroken, aluminium off the ground."""
    own = place.grounding.conductor
    thin = own.size is not None and AWG.rank(own.size) < AWG.rank(EXPOSED_LEAST)
    if own.protected is False or (thin and own.protected is None):
        words = (
            f"Thinner than {EXPOSED_LEAST} it runs in pipe or armour everywhere."
            if thin
            else "Where it can be hit it runs in pipe or armour."
        )
        fixes: list[tuple[str, dict[str, object]]] = [("Protect it", {"conductor/protected": True})]
        if thin and own.protected is None:
            larger = {"conductor/size": EXPOSED_LEAST, "conductor/protected": True}
            fixes.append((f"Use {AWG.spoken(EXPOSED_LEAST, own.metal)}, kept out of harm's way", larger))
        yield _finding(
            view, place, "gec-exposed", "violation", "250.64(B)", f"{place.name}: electrode conductor open to damage",
            words, *fixes,
        )  # fmt: skip
    if own.steel_sleeve and not own.sleeve_bonded:
        yield _finding(
            view, place, "gec-sleeve", "violation" if own.sleeve_bonded is False else "advice", "250.64(E)",
            f"{place.name}: steel sleeve not bonded at both ends",
            "Steel round the wire chokes a surge unless it is joined to it at each end.",
            ("Bond the sleeve at both ends", {"conductor/sleeve_bonded": True}),
        )  # fmt: skip
    if own.spliced:
        yield _finding(
            view, place, "gec-spliced", "violation", "250.64(C)", f"{place.name}: electrode conductor spliced",
            "It runs unbroken, or is joined by irreversible compression or welding.",
            ("Join it by compression or welding", {"conductor/spliced": False}),
        )  # fmt: skip
    if own.metal == "al" and own.near_earth and not own.listed_enclosure:
        yield _finding(
            view, place, "gec-aluminium", "violation", "250.64(A)", f"{place.name}: aluminium near the soil",
            "Outdoors aluminium ends 18 in above the soil, or in an enclosure that is listed for where it stands.",
            ("Run it in copper", {"conductor/metal": "cu", "conductor/size": None}),
        )  # fmt: skip


def _landing(view: JobView, place: Place) -> Iterable[Finding]:
    """At another building the conductor lands on the ground bar, its neutral being kept apart."""
    own = place.grounding.conductor
    entering = [r for r in view.job.runs if _enters(view, place, r.to_station, r.from_station)]
    service = any(r.use == "service" for r in entering)
    kept = any(r.to_station in view.ground.joins.kept for r in entering)
    if own.lands == "neutral-bar" and entering and not service and not kept:
        yield _finding(
            view, place, "gec-lands", "violation", "250.32(B)(1)", f"{place.name}: electrodes on the neutral bar",
            "Fed with four wires, a building keeps its neutral off its electrodes; they land on the ground bar.",
            ("Move it to the ground bar", {"conductor/lands": "ground-bar"}),
        )  # fmt: skip
    if own.lands == "ground-bar" and service and entering:
        bonds = [view.job.stations[_index(view, r.to_station)].bonding.neutral for r in entering]
        if "screw" in bonds:
            yield _finding(
                view, place, "gec-at-service", "advice", "250.24(A)(4)", f"{place.name}: electrodes on the ground bar",
                "At a service they land on the neutral; on the ground bar only where a wire or bus bar, not a screw "
                "alone, is the main bonding jumper.",
                ("Land it on the neutral bar", {"conductor/lands": "neutral-bar"}),
            )  # fmt: skip


def _piping(view: JobView, place: Place, ground: PlaceGround) -> Iterable[Finding]:
    known = place.grounding
    if known.water_piping and not known.water_bonded:
        sure = known.water_bonded is False
        yield _finding(
            view, place, "water-bond", "violation" if sure else "advice", "250.104(A)",
            f"{place.name}: metal water piping {'not bonded' if sure else 'bond not on record'}",
            "A hot on a pipe that leads nowhere makes every tap live.",
            (f"The water piping at {place.name} is bonded", {"water_bonded": True}),
        )  # fmt: skip
    needed = ground.water_jumper.value if ground.water_jumper is not None else None
    if known.water_jumper is not None and isinstance(needed, str) and AWG.rank(known.water_jumper) < AWG.rank(needed):
        yield _finding(
            view, place, "water-jumper", "violation", "250.104(A), 250.102(C)(1)",
            f"{place.name}: water piping on {known.water_jumper}, {needed} asked for",
            "Its jumper is sized by what comes in.", (f"Use {needed} copper", {"water_jumper": needed}),
        )  # fmt: skip
    if known.gas_piping and not known.gas_bonded:
        sure = known.gas_bonded is False
        yield _finding(
            view, place, "gas-bond", "violation" if sure else "advice", "250.104(B)",
            f"{place.name}: gas piping {'not bonded' if sure else 'bond not on record'}",
            "The equipment ground of the appliance that can energize it will do; flexible tubing also follows its "
            "maker's sheet.",
            (f"The gas piping at {place.name} is bonded", {"gas_bonded": True}),
        )  # fmt: skip


def _intersystem(view: JobView, place: Place) -> Iterable[Finding]:
    count = place.grounding.intersystem_terminals
    if count is not None and count < TERMINALS:
        yield _finding(
            view, place, "intersystem", "violation", "250.94(A)",
            f"{place.name}: {count} intersystem terminal{'' if count == 1 else 's'}",
            f"Telephone, cable and aerial bond at one terminal outside, with room for {TERMINALS} at least.",
            ("Fit the terminal", {"intersystem_terminals": TERMINALS}),
        )  # fmt: skip


def _enters(view: JobView, place: Place, to: str, start: str) -> bool:
    stations = view.network.stations
    feed = view.network.fed_by.get(to)
    service = feed is not None and feed.use == "service"
    return stations[to].place == place.id and (stations[start].place != place.id or service)


def _index(view: JobView, station: str) -> int:
    return next(i for i, s in enumerate(view.job.stations) if s.id == station)


def _finding(
    view: JobView, place: Place, rule: str, level: Level, section: str, title: str, words: str,
    *fixes: tuple[str, dict[str, object]],
) -> Finding:  # fmt: skip
    made = tuple(
        place_fix(view.job, place, label, {f"grounding/{name}": value for name, value in values.items()})
        for label, values in fixes
    )
    return Finding(rule, level, section, title, words, place=place.id, fixes=made)
