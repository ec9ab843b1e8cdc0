"""The circuits that a dwelling or an outbuilding owes at its panel, by what Loads has of it. 210.11, 422.10, 625.40."""

from collections.abc import Collection, Iterator, Sequence
from typing import Any

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.codes.nec.loads.equipment import circuits as branch
from northspan.core.codes.nec.loads.equipment.nameplates import is_continuous, own_va
from northspan.core.codes.nec.loads.standard import LIGHTING_VA_PER_FT2
from northspan.core.codes.nec.panels.lines import vague
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.figures.units import US
from northspan.core.job.job import Appliance, Place
from northspan.core.job.panel import PanelCircuit
from northspan.core.job.run import Run

LIGHTING_VA, LIGHTING_A, RECEPTACLES_A = 1800.0, 15.0, 20.0
LIVED = ("bedroom", "living-room", "hallway")
CONTINUOUS = 1.25
NEUTRAL_KINDS = ("range", "dryer")
Leaving = Sequence[tuple[Run, str, float | None]]


def proposed(place: Place, supply: System, leaving: Leaving, there: Sequence[PanelCircuit]) -> tuple[PanelCircuit, ...]:
    """The circuits that are owed besides those that are there; see ``PanelRules.proposed``.

    >>> house = Place(id="h", name="House", kind="dwelling", floor_area=1200)
    >>> found = proposed(house, SYSTEMS["120/240-3w"], (), ())
    >>> [(c.use, c.breaker_a) for c in found][:4]
    [('kitchen', 20.0), ('kitchen', 20.0), ('laundry', 20.0), ('bathroom', 20.0)]
    """
    made: list[PanelCircuit] = []
    taken = {c.id for c in there}
    hung = {a for c in there for a in c.appliances}
    runs = {c.run for c in there}
    lines = {c.name.casefold() for c in there}
    for fields in (*_runs(leaving, runs), *_owed(place, there), *_appliances(place, supply, hung, leaving)):
        wanted = fields.pop("id")
        name = next(n for n in (wanted, *(f"{wanted}-{i}" for i in range(2, 200))) if n not in taken)
        taken.add(name)
        fields["name"] = _line(place, fields["name"], lines)
        lines.add(fields["name"].casefold())
        made.append(PanelCircuit(id=name, **fields))
    return tuple(made)


def _line(place: Place, name: str, lines: Collection[str]) -> str:
    """A line of the directory that says where, where the words alone say too little or stand there already; 408.4(A).

    >>> shed = Place(id="s", name="Shed", kind="detached-building")
    >>> _line(shed, "Lights", ()), _line(shed, "Band saw", ()), _line(shed, "Band saw", ("band saw", "shed, band saw"))
    ('Shed, lights', 'Band saw', 'Shed, band saw 2')
    """
    if not vague(name) and name.casefold() not in lines:
        return name
    where = f"{place.name}, {name[:1].lower()}{name[1:]}"[:76]
    return next(n for n in (where, *(f"{where} {i}" for i in range(2, 200))) if n.casefold() not in lines)


def _runs(leaving: Leaving, known: set[str | None]) -> Iterator[dict[str, Any]]:
    for run, name, breaker_a in leaving:
        if run.id not in known:
            system = SYSTEMS[run.system]
            yield {"id": run.id, "name": name, "poles": min(system.ungrounded, 2), "breaker_a": breaker_a,
                   "use": "appliance", "run": run.id, "neutral": system.grounded > 0, "receptacles": False}  # fmt: skip


def _owed(place: Place, there: Sequence[PanelCircuit]) -> Iterator[dict[str, Any]]:
    """What every place has whatever hangs on it: kitchen, laundry, bathroom and lighting; of an outbuilding one."""
    if place.kind == "yard":
        return
    uses = [c.use for c in there]
    if not place.is_dwelling:
        if not any(use in ("general", "lighting") for use in uses):
            yield _receptacles("lights", "Lights and receptacles", "general", ("garage",), "gfci")
        return
    for i in range(uses.count("kitchen"), place.small_appliance_circuits):
        name = f"Kitchen counter {['left', 'right', 'island', 'pantry'][i]}" if i < 4 else f"Kitchen counter {i + 1}"
        yield _receptacles("kitchen", name, "kitchen", ("kitchen",), "dual")
    for _ in range(uses.count("laundry"), place.laundry_circuits):
        yield _receptacles("laundry", "Laundry receptacles", "laundry", ("laundry",), "dual")
    if "bathroom" not in uses:
        yield _receptacles("bathroom", "Bathroom receptacles", "bathroom", ("bathroom",), "gfci")
    needed = -int(-LIGHTING_VA_PER_FT2 * US.area.of(place.floor_area or 0.0) // LIGHTING_VA)
    standing = sum(use in ("general", "lighting") for use in uses)
    for i in range(standing, needed):
        yield {"id": "lights", "name": f"Lights and receptacles, part {i + 1}", "breaker_a": LIGHTING_A,
               "breaker": "afci", "use": "general", "rooms": LIVED}  # fmt: skip


def _receptacles(id_: str, name: str, use: str, rooms: tuple[str, ...], breaker: str) -> dict[str, Any]:
    return {"id": id_, "name": name, "breaker_a": RECEPTACLES_A, "breaker": breaker, "use": use, "rooms": rooms}


def _appliances(place: Place, supply: System, hung: set[str], leaving: Leaving) -> Iterator[dict[str, Any]]:
    """One circuit for every appliance that hangs on none, each of several alike on one of its own in name only."""
    ends = {run.to_station for run, _, _ in leaving}
    for a in place.appliances:
        if a.id in hung or a.later or a.station in ends:
            continue
        two = a.across == "lines"
        neutral = not two or (a.kind in NEUTRAL_KINDS if a.needs_neutral is None else a.needs_neutral)
        guarded = a.kind in NEUTRAL_KINDS
        yield {"id": a.id, "name": a.name, "poles": 2 if two else 1, "breaker_a": rating_of(a, supply),
               "breaker": "gfci" if guarded else "standard", "use": "appliance", "appliances": (a.id,),
               "neutral": neutral, "receptacles": False}  # fmt: skip


def rating_of(a: Appliance, supply: System) -> float | None:
    """The breaker (A) of a circuit that serves one appliance: for 125 % of what is continuous, what it asks at least,
    and of a motor or compressor the usual one.

    >>> heater = Appliance(id="w", name="Water heater", kind="water-heater", va=4500)
    >>> charger = Appliance(id="c", name="Charger", kind="ev-charger", va=9600, continuous=True)
    >>> rating_of(heater, SYSTEMS["120/240-3w"]), rating_of(charger, SYSTEMS["120/240-3w"])
    (25.0, 50.0)
    """
    volts = supply.volts if a.across == "lines" else 120.0
    found = branch.circuit([a], volts)
    if found.device is not None:
        return found.device.usual_a
    amps = a.count * own_va(a, volts) / volts if a.kind != "range" else found.va / volts
    if is_continuous(a):
        amps *= CONTINUOUS
    least = found.least.amps if found.least is not None else 0.0
    return overcurrent.standard_rating(max(amps, least))
