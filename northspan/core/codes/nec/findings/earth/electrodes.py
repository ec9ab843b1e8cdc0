"""Findings on grounding electrodes: what is owed, what counts, rods, water pipes. Article 250 Part III."""

import math
from collections.abc import Iterable, Mapping, Sequence
from itertools import combinations

from northspan.core.codes.nec.data import house
from northspan.core.codes.nec.earthing import electrodes as rules
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.units import FOOT_M, Units
from northspan.core.figures.working import Level, number
from northspan.core.job.grounding import MADE, Electrode
from northspan.core.job.job import Place
from northspan.core.property.ground.answer import PlaceGround
from northspan.core.property.ground.electrodes.ohms import SPACING_M
from northspan.core.property.ground.electrodes.places import is_gone
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import place_fix
from northspan.core.property.whole.view import JobView

NEW_ROD_M, NEW_APART_M = 8.0 * FOOT_M, 8.0 * FOOT_M
FOUND_THERE = ("water-pipe", "structural-metal", "concrete-encased")


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Everything of every place's electrodes."""
    for place, ground in zip(view.job.places, view.ground.places, strict=True):
        electrodes = place.grounding.electrodes
        yield from _owed(view, place, ground)
        for i, e in enumerate(electrodes):
            yield from _one(view, place, i, e)
            if e.backfill is not None:
                yield _finding(
                    "rod-backfill", "note", "250.52(A)(5), 110.3(B)", place, f"{place.name}: {_name(e)} in backfill",
                    "Whether it still counts as a rod, or only as listed by its maker's sheet, is for the inspector: "
                    "250.52(A)(5) wants eight feet of it in the soil. Its ohms are reckoned with what fills the hole.",
                )  # fmt: skip
            if e.kind == "water-pipe":
                yield from _water_pipe(view, place, ground, i, e)
        yield from _beside(view, place, ground)
        if ground.needed:
            yield from _left_out(view, place)
            yield from _rods(view, place)
            yield from _lone(view, place)


def _owed(view: JobView, place: Place, ground: PlaceGround) -> Iterable[Finding]:
    """A place that needs electrodes and has none, is only planned to have some, or whose water pipe changed."""
    if not ground.needed:
        return
    section = f"{ground.section}, 250.50" if "250.50" not in ground.section else ground.section
    if ground.planned:
        planned = " and ".join(e.words for e in ground.electrodes)
        yield _finding(
            "electrodes-planned", "note", section, place, f"{place.name}: {planned} planned",
            f"{ground.why}; nothing is on record of what is there. Look for a water pipe, a footing bar and rods, and "
            "enter them.",
        )  # fmt: skip
    elif not _system(place):
        yield _finding(
            "electrodes-none", "violation", section, place, f"{place.name} has no grounding electrode",
            f"{ground.why}, so it needs an electrode system of its own. The equipment ground is still what trips the "
            "breaker.",
            (_add_rods(view, place, 2, "Drive two rods"),),
        )  # fmt: skip


def _left_out(view: JobView, place: Place) -> Iterable[Finding]:
    """What is there must be used: electrodes not bonded in, and a metal water line nobody entered."""
    for i, e in enumerate(place.grounding.electrodes):
        if not e.connected and rules.counts(e) and not is_gone(place, e):
            yield _finding(
                "electrode-left-out", "violation", "250.50", place, f"{place.name}: {_name(e)} left out",
                "Every electrode that is present is bonded into one system.",
                (_fix(view, place, i, "Bond it in", connected=True),),
            )  # fmt: skip
    entered = any(e.kind == "water-pipe" for e in place.grounding.electrodes)
    if place.water_pipe == "metal" and not entered and (place.grounding.electrodes or place.grounding.seen):
        pipe = {"id": _free_id(place, "water-pipe"), "kind": "water-pipe", "metal": "copper", "state": "stays"}
        told = view.job.told.length
        fix = _add(view, place, "Use the water pipe", pipe | {"length": told.of(rules.WATER_PIPE_M)})
        yield _finding(
            "water-pipe-unused", "violation", "250.50, 250.52(A)(1)", place,
            f"{place.name}: its metal water line is not used",
            f"A metal water line with {told.said(rules.WATER_PIPE_M)} in the ground is an electrode and must be used.",
            (fix,),
        )  # fmt: skip


def _one(view: JobView, place: Place, at: int, e: Electrode) -> Iterable[Finding]:
    """One electrode: whether it counts, and how it lies in the earth."""
    for words, section, mend in rules.shortfalls(e, view.job.told):
        if not e.connected:
            continue
        # What stands in the earth as it is cannot be made longer: it is no electrode, and need not be called one.
        found = not mend or e.kind in FOUND_THERE
        label = "Do not count on it" if found else f"Use one of {_size(mend, view.job.told)}"
        fix = _fix(view, place, at, label, **({"connected": False} if found else mend))
        yield _finding(
            "electrode-counts", "violation", section, place, f"{place.name}: {_name(e)} does not count",
            f"As an electrode: {words}.", (fix,),
        )  # fmt: skip
    if e.count > 1 and e.kind in MADE and e.spacing is not None and e.spacing < rules.APART_M - 1e-9:
        told, twice = view.job.told.length, 2.0 * (e.length or NEW_ROD_M)
        yield _finding(
            "electrodes-close", "violation", "250.53(A)(3), 250.53(B)", place,
            f"{place.name}: {_name(e)}s {told.said(e.spacing)} apart",
            f"{told.said(rules.APART_M)} is the least; each shades the other, and only from about twice their length "
            "on do two come near half of one.",
            (
                _fix(view, place, at, f"Set them {told.said(rules.APART_M)} apart", spacing=told.of(rules.APART_M)),
                _fix(view, place, at, f"Set them {told.said(twice)} apart", spacing=told.of(twice)),
            ),
        )  # fmt: skip
    if e.count > 1 and e.kind in MADE and e.spacing is None and e.connected:
        told = view.job.told.length
        yield _finding(
            "electrodes-spacing-unknown", "advice", "250.53(A)(3), 250.53(B)", place,
            f"{place.name}: how far its {_name(e)}s stand apart is not on record",
            f"{told.said(rules.APART_M)} is the least. Measure it, or set them so.",
            (_fix(view, place, at, f"They stand {told.said(rules.APART_M)} apart", spacing=told.of(rules.APART_M)),),
        )  # fmt: skip
    small = view.job.told.small
    if e.placing == "slanted" and e.slant_deg is not None and e.slant_deg > rules.SLANT_DEG:
        yield _finding(
            "rod-slant", "violation", "250.53(A)(4)", place, f"{place.name}: {_name(e)} driven at "
            f"{number(e.slant_deg)}°",
            f"On rock a rod may slant {number(rules.SLANT_DEG)}° from the vertical at most; beyond that it lies in a "
            f"trench {small.said(rules.BURIED_M)} deep.",
            (
                _fix(view, place, at, f"Drive it at {number(rules.SLANT_DEG)}°", slant_deg=rules.SLANT_DEG),
                _fix(view, place, at, "Lay it in a trench", placing="trench", depth=small.of(rules.BURIED_M)),
            ),
        )  # fmt: skip
    flat = e.kind in ("plate", "ring") or e.placing == "trench"
    if flat and e.depth is not None and e.depth < rules.BURIED_M - 1e-9:
        section = {"plate": "250.53(A)(5)", "ring": "250.53(F)"}.get(e.kind, "250.53(A)(4)")
        yield _finding(
            "electrode-shallow", "violation", section, place,
            f"{place.name}: {_name(e)} {small.said(e.depth)} deep",
            f"It lies {small.said(rules.BURIED_M)} below the surface at least.",
            (_fix(view, place, at, f"Lay it {small.said(rules.BURIED_M)} deep", depth=small.of(rules.BURIED_M)),),
        )  # fmt: skip
    if e.clamp_for_burial is False and e.connected:
        yield _finding(
            "clamp", "violation", "250.70", place, f"{place.name}: clamp at the {_name(e)} not made for it",
            "A clamp in earth or concrete is listed for direct burial; any other lets go in a few years.",
            (_fix(view, place, at, "Use a clamp listed for burial", clamp_for_burial=True),),
        )  # fmt: skip


def _beside(view: JobView, place: Place, ground: PlaceGround) -> Iterable[Finding]:
    """Rods, pipes and plates of different entries that stand too close, where the plan says where they stand."""
    told = view.job.told.length
    placed = [
        (i, e, spots.at)
        for (i, e), spots in zip(enumerate(place.grounding.electrodes), ground.electrodes, strict=False)
        if e.kind in MADE and e.x is not None and e.y is not None and e.connected
    ]
    for (_, a, here), (at, b, there) in combinations(placed, 2):
        apart = min(math.dist(p, q) for p in here for q in there)
        if told.si(apart) < rules.APART_M - 1e-6:
            clear = max(x for spots in ground.electrodes for x, _ in spots.at) + told.of(rules.APART_M)
            yield _finding(
                "electrodes-beside", "violation", "250.53(A)(3), 250.53(B)", place,
                f"{place.name}: {_name(a)} and {_name(b)} {number(round(apart, 1))} {told.sign} apart",
                f"{told.said(rules.APART_M)} is the least between any two of them.",
                (_fix(view, place, at, f"Set the {_name(b)} clear of them", x=math.ceil(10.0 * clear - 1e-6) / 10.0),),
            )  # fmt: skip


def _rods(view: JobView, place: Place) -> Iterable[Finding]:
    """The 25 ohm rule: a lone rod, pipe or plate, also where it supplements a water pipe."""
    system = _system(place)
    made = [(i, e) for i, e in system if e.kind in MADE]
    if sum(e.count for _, e in made) != 1 or any(e.kind not in (*MADE, "water-pipe") for _, e in system):
        return
    at, e = made[0]
    if e.measured_ohm is not None and e.measured_ohm <= rules.ROD_OHM:
        return
    second = _add_rods(view, place, 1, "Drive a second rod")
    proved = _fix(view, place, at, f"Tested at {number(rules.ROD_OHM)} ohm or less", measured_ohm=rules.ROD_OHM)
    tested = e.measured_ohm is not None
    found = f"tested at {number(e.measured_ohm)} ohm" if e.measured_ohm is not None else "not tested"
    strict = tested or house(view.job.house_rules, "rods") == "two"
    words = (
        "A second one is owed, and then no test is."
        if strict
        else "By house rule one is enough once a test proves it; until then a second one is owed."
    )
    yield _finding(
        "rod-alone", "violation" if strict else "advice", "250.53(A)(2) and Exception", place,
        f"{place.name}: one {_name(e)}, {found}",
        f"A lone rod, pipe or plate stands only with {number(rules.ROD_OHM)} ohm or less to earth. {words}",
        (second,) if strict else (second, proved),
    )  # fmt: skip


def _lone(view: JobView, place: Place) -> Iterable[Finding]:
    """By house rule no electrode stands alone, also one that the code takes as enough."""
    system = _system(place)
    if house(view.job.house_rules, "lone_electrode") == "code" or len(system) != 1:
        return
    e = system[0][1]
    if e.kind in (*MADE, "water-pipe") or e.count > 1:
        return
    yield _finding(
        "electrode-alone", "house", "250.50, house rule", place, f"{place.name}: the {_name(e)} stands alone",
        "By the code it is enough and owes no test. By house rule another stands beside it, for the day it is cut, "
        "corroded, or found never to have been tied in.",
        (_add_rods(view, place, 2, "Drive two rods beside it"),),
    )  # fmt: skip


def _water_pipe(view: JobView, place: Place, ground: PlaceGround, at: int, e: Electrode) -> Iterable[Finding]:
    """A water pipe as an electrode: whether it is still metal, its supplement, its path and where it is taken."""
    if e.connected and is_gone(place, e):
        left = ground.ohms.value
        rest = (
            f"What is left comes to {left:.0f} ohm" if isinstance(left, float) else "Nothing is left of the electrodes"
        )
        yield _finding(
            "water-pipe-gone", "danger", "250.52(A)(1), 250.50", place,
            f"{place.name}: the water line is plastic now",
            f"The pipe in the wall no longer reaches the earth. {rest}; the metal inside stays bonded as piping, "
            "250.104(A).",
            (_fix_gone(view, place, at),),
        )  # fmt: skip
        return
    if e.connected and all(o.kind == "water-pipe" for _, o in _system(place)):
        yield _finding(
            "water-pipe-alone", "violation", "250.53(D)(2)", place, f"{place.name}: water pipe without a supplement",
            "A water pipe may be replaced with plastic any day; another electrode always stands beside it.",
            (_add_rods(view, place, 2, "Drive two rods"),),
        )  # fmt: skip
    if e.bonded_past_meter is False:
        yield _finding(
            "water-pipe-path", "violation", "250.53(D)(1)", place, f"{place.name}: water pipe broken by its meter",
            "The path to earth may not hang on a meter, a filter or an insulating joint.",
            (_fix(view, place, at, "Jumper round the meter", bonded_past_meter=True),),
        )  # fmt: skip
    if e.lands_from_entry is not None and e.lands_from_entry > rules.ENTRY_M + 1e-9:
        told = view.job.told.length
        yield _finding(
            "water-pipe-entry", "violation", "250.68(C)(1)", place,
            f"{place.name}: clamped {told.said(e.lands_from_entry)} inside",
            f"Beyond {told.said(rules.ENTRY_M)} from where it comes in, water pipe is no part of the electrode path.",
            (_fix(view, place, at, "Clamp it where it comes in", lands_from_entry=told.of(rules.ENTRY_M)),),
        )  # fmt: skip


def _system(place: Place) -> list[tuple[int, Electrode]]:
    """The electrodes that are bonded in, count, and still reach the earth, by their places in the list."""
    electrodes = enumerate(place.grounding.electrodes)
    return [(i, e) for i, e in electrodes if e.connected and rules.counts(e) and not is_gone(place, e)]


def _name(e: Electrode) -> str:
    words = {"concrete-encased": "footing bar", "structural-metal": "structural metal"}
    return words.get(e.kind, e.kind.replace("-", " "))


def _size(fields: Mapping[str, object], told: Units) -> str:
    units = {
        "length": f" {told.length.sign}",
        "diameter": f" {told.small.sign}",
        "area": f" {told.area.sign}",
        "thickness": f" {told.small.sign}",
        "wire_size": " copper",
    }
    name, value = next(iter(fields.items()))
    return f"{number(value) if isinstance(value, float) else value}{units.get(name, '')}"


def _free_id(place: Place, wanted: str) -> str:
    taken = {e.id for e in place.grounding.electrodes}
    return next(name for name in (wanted, *(f"{wanted}-{i}" for i in range(2, 99))) if name not in taken)


def _add(view: JobView, place: Place, label: str, electrode: dict[str, object]) -> Fix:
    return place_fix(view.job, place, label, {"grounding/electrodes/-": electrode})


def _add_rods(view: JobView, place: Place, count: int, label: str) -> Fix:
    """New rods, standing clear of what is there: eight feet past the last that the plan knows."""
    told = view.job.told
    rods = _new_rods(place, count, told)
    last = next((e for e in reversed(place.grounding.electrodes) if e.x is not None and e.y is not None), None)
    if last is not None and last.x is not None and last.y is not None:
        x = last.x + last.count * (last.spacing or NEW_APART_M)
        rods |= {"x": told.length.of(x), "y": told.length.of(last.y)}
    return _add(view, place, label, rods)


def _new_rods(place: Place, count: int, told: Units) -> dict[str, object]:
    spaced = told.length.of(NEW_APART_M if count > 1 else SPACING_M)
    rods: dict[str, object] = {"id": _free_id(place, "rods"), "kind": "rod", "count": count, "spacing": spaced}
    return rods | {"length": told.length.of(NEW_ROD_M), "diameter": told.small.of(rules.ROD_THICK_M)}


def _fix(view: JobView, place: Place, at: int, label: str, **fields: object) -> Fix:
    values = {f"grounding/electrodes/{at}/{name}": value for name, value in fields.items()}
    return place_fix(view.job, place, label, values)


def _fix_gone(view: JobView, place: Place, at: int) -> Fix:
    """The pipe off the system; rods in its stead where nothing else is left."""
    values: dict[str, object] = {f"grounding/electrodes/{at}/connected": False, "grounding/water_piping": True}
    if _system(place):
        return place_fix(view.job, place, "Take the pipe off the electrode system", values)
    values["grounding/electrodes/-"] = _new_rods(place, 2, view.job.told)
    return place_fix(view.job, place, "Drive two rods in its stead", values)


def _finding(
    rule: str, level: Level, section: str, place: Place, title: str, words: str, fixes: Sequence[Fix] = ()
) -> Finding:
    return Finding(rule, level, section, title, words, place=place.id, fixes=tuple(fixes))
