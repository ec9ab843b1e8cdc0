"""Ground-fault and arc-fault guards that outlets owe. 210.8 and 210.12."""

from collections.abc import Iterator

from northspan.core.codes.nec.data import house
from northspan.core.figures.units import FOOT_M
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Place
from northspan.core.job.outlets import OutletRoom
from northspan.core.property.panel.answer import Owed
from northspan.core.property.panel.circuits import SizedCircuit

WET_ROOMS = (
    "bathroom", "garage", "outdoors", "crawl-space", "basement", "kitchen", "sink", "boathouse", "tub", "laundry",
    "damp", )  # fmt: skip
OUTBUILDING_ROOMS = ("garage", "outdoors")
# Outdoors counts the garage and the boathouse of a dwelling too, for what is wired in place.
HARD_WIRED_ROOMS = ("outdoors", "garage", "boathouse")
LIGHTING_VOLTS = 120.0
LIVED_IN = ("kitchen", "laundry", "bedroom", "living-room", "dining-room", "hallway", "closet", "den", "sunroom")
# Where a house rule may spare the one outlet of an appliance that stays in its place.
SPARED_ROOMS = ("garage", "basement", "kitchen", "laundry", "crawl-space")
OUTDOOR_MOST_A, ARC_MOST_A, APPLIANCE_MOST_A = 50.0, 20.0, 60.0
GUARDED_KINDS = ("range", "dryer")
GUARDED_VOLTS = 250.0
LENGTHENED_M = 6.0 * FOOT_M


def asked(
    room: OutletRoom, receptacles: bool, dwelling: bool, volts: float, rating_a: float, feeds: str | None = None
) -> Iterator[tuple[str, str]]:
    """The guards that outlets in a room owe, each with its section. ``rating_a`` (A) is their breaker's, ``feeds``
    what is
    wired to them, or the vehicle charger that plugs in (None: not on record).

    >>> list(asked("kitchen", True, True, 120.0, 20.0))
    [('gfci', '210.8(A)'), ('afci', '210.12(B)')]
    >>> list(asked("outdoors", False, True, 240.0, 40.0)), list(asked("bedroom", True, False, 120.0, 20.0))
    ([('gfci', '210.8(F)')], [])
    >>> list(asked("outdoors", False, True, 120.0, 20.0, "lighting"))
    []
    """
    low = volts <= GUARDED_VOLTS
    if receptacles and low and room in (WET_ROOMS if dwelling else OUTBUILDING_ROOMS):
        yield "gfci", "210.8(A)"
    elif receptacles and feeds == "vehicle":
        yield "gfci", "625.54"
    elif feeds == "lighting":
        if room == "crawl-space" and volts == LIGHTING_VOLTS:
            yield "gfci", "210.8(C)"
    elif feeds == "cooking" and low and rating_a <= APPLIANCE_MOST_A:
        yield "gfci", "210.8(D)"
    elif room in HARD_WIRED_ROOMS and low and rating_a <= OUTDOOR_MOST_A:
        yield "gfci", "210.8(F)"
    if dwelling and room in LIVED_IN and volts == 120.0 and rating_a <= ARC_MOST_A:
        yield "afci", "210.12(B)"


def owed(each: SizedCircuit, place: Place, rules: HouseRules, lengthened_m: float | None) -> tuple[Owed, ...]:
    """The guards that a circuit of a panel owes, each once; see ``PanelRules.owed``.

    What stands already owes none, but for arcs where its cable is lengthened, 210.12(E).
    """
    circuit = each.circuit
    if circuit.use == "spare":
        return ()
    found: dict[str, tuple[str, str]] = {}
    rating = each.breaker_a or 0.0
    for room in circuit.rooms:
        where = room.replace("-", " ")
        feeds = "lighting" if circuit.use == "lighting" else None
        owed_here = asked(room, circuit.receptacles, place.is_dwelling, each.system.volts, rating, feeds)
        for guard, section in owed_here:
            spared = circuit.single_outlet and house(rules, "single_outlets") == "spared" and room in SPARED_ROOMS
            if not (guard == "gfci" and spared):
                found.setdefault(guard, (section, f"outlets: {where}"))
    kinds = [a.kind for a in place.appliances if a.id in circuit.appliances]
    if any(kind in GUARDED_KINDS for kind in kinds) and rating <= APPLIANCE_MOST_A:
        found.setdefault("gfci", ("210.8(D)", "a range or dryer"))
    if circuit.stays:
        found = {k: v for k, v in found.items() if k == "afci" and _lengthened(rules, lengthened_m)}
        found = {k: ("210.12(E)", f"lengthened to the new panel, {why}") for k, (_, why) in found.items()}
    return tuple(Owed(guard, section, why, guard in circuit.guards) for guard, (section, why) in found.items())


def _lengthened(rules: HouseRules, by_m: float | None) -> bool:
    if not by_m:
        return False
    return house(rules, "moved_arc_fault") == "always" or by_m > LENGTHENED_M + 1e-9
