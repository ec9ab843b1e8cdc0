"""A small panel in the test property, with nothing wrong in it, to change."""

import copy

from northspan.core.document.file import parse
from northspan.core.property.panel.solve_panels import solve_panels
from northspan.core.solve.prepared import prepared
from tests.core.made.jobs import document

NM = {"length": 30, "insulation": "NM", "raceway": "none"}
GEAR = {"rating_a": 100, "has_main": True, "bus_a": 125, "spaces": 12}


def hole(number, bar="n"):
    return {"bar": bar, "hole": number}


def circuit(id_, space, neutral=None, ground=None, **fields):
    made = {"id": id_, "name": f"Named {id_}", "space": space, "breaker_a": 20, "size": "12", "cable": dict(NM)}
    made |= {"neutral_at": hole(neutral)} if neutral else {}
    made |= {"ground_at": hole(ground, "g")} if ground else {}
    return made | fields


CIRCUITS = (
    circuit("kitchen", 1, 1, 1, use="kitchen", rooms=["kitchen"], breaker="dual", va=1500),
    circuit("bed", 2, 2, 2, breaker_a=15, size="14", rooms=["bedroom"], breaker="afci", va=900),
    circuit("pump", 3, None, 3, poles=2, va=2400, use="appliance", receptacles=False),
    circuit("left", 4, 3, 4, partner="right", tied=True, breaker="dual", rooms=["living-room"], va=600),
    circuit("right", 6, partner="left", tied=True, breaker="dual", rooms=["living-room"], va=300),
)
PANEL = {
    "twin_spaces": [11, 12],
    "directory": True,
    "bars": [
        {"id": "n", "kind": "neutral", "holes": 8, "least_size": "14", "most_size": "4"},
        {"id": "g", "kind": "ground", "side": "right", "holes": 8, "least_size": "14", "most_size": "4",
            "grounds_a_hole": 2, "fixing": "machine", "bonded": True},
    ],
    "lugs": [{"of": "line", "least_size": "6", "most_size": "250"}],
    "circuits": list(CIRCUITS),
}  # fmt: skip


def opened(*changes, **more):
    """The property as a document with that panel; every change is a way below the panel's station and its value, where
    a circuit is named by its id.
    """
    made = document(**more)
    station = made["stations"][1]
    station["gear"], station["panel"] = copy.deepcopy(GEAR), copy.deepcopy(PANEL)
    for way, value in changes:
        *names, last = way.split("/")
        at = station
        for name in names:
            at = _step(at, name)
        if isinstance(at, list):
            at.append(copy.deepcopy(value))
        else:
            at[last] = copy.deepcopy(value)
    return made


def _step(at, name):
    if isinstance(at, list):
        found = [each for each in at if each.get("id") == name]
        return found[0] if found else at[int(name)]
    return at.setdefault(name, {})


def solved(made):
    """The panel of such a document, solved."""
    ready = prepared(parse(made))
    return ready, solve_panels(ready.book, ready.job, ready.net, ready.sized)["panel"]
