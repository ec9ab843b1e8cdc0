"""A small property to change: a house with a service, and a shed fed from its panel."""

import copy

from northspan.core.job.file import parse

DOCUMENT = {
    "name": "Test property",
    "places": [
        {"id": "house", "name": "House", "kind": "dwelling"},
        {"id": "shed", "name": "Shed", "kind": "detached-building"},
    ],
    "stations": [
        {"id": "pole", "name": "Pole", "kind": "utility", "place": "house", "supply": "120/240-3w"},
        {
            "id": "panel", "name": "House panel", "kind": "panelboard", "place": "house", "terminal_c": 75,
            "load": {"amps": 70, "continuous_amps": 20, "neutral_amps": 15},
        },
        {
            "id": "shed-panel", "name": "Shed panel", "kind": "panelboard", "place": "shed", "terminal_c": 75,
            "load": {"amps": 30, "continuous_amps": 8, "neutral_amps": 5, "power_factor": 0.9},
        },
    ],
    "runs": [
        {
            "id": "service", "from_station": "pole", "to_station": "panel", "use": "service", "system": "120/240-3w",
            "length_ft": 50, "metal": "al", "insulation": "XHHW-2", "location": "wet",
        },
        {
            "id": "feeder", "from_station": "panel", "to_station": "shed-panel", "use": "feeder",
            "system": "120/240-3w", "length_ft": 150, "metal": "cu", "insulation": "THWN-2", "location": "buried",
        },
    ],
}  # fmt: skip
SERVICE, FEEDER = 0, 1


def document(**changes):
    """The property as a document; a key "runs/1/size" names the place that its value goes to."""
    made = copy.deepcopy(DOCUMENT)
    for path, value in changes.items():
        *way, last = path.split("/")
        at = made
        for step in way:
            at = at[int(step)] if isinstance(at, list) else at.setdefault(step, {})
        if isinstance(at, list) and last == "-":
            at.append(copy.deepcopy(value))
        else:
            at[int(last) if isinstance(at, list) else last] = copy.deepcopy(value)
    return made


def job(**changes):
    return parse(document(**changes))
