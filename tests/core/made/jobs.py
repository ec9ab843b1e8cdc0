"""A small property to change: a house with a service, and a shed fed from its panel."""

import copy

from northspan.core.document.file import parse
from northspan.core.figures.units import US
from northspan.core.job.grounding import Electrode
from northspan.core.job.run import way
from northspan.core.job.told.in_si import in_si

DOCUMENT = {
    "version": 3,
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
        {"id": "service", "from_station": "pole", "to_station": "panel", "use": "service", "system": "120/240-3w",
            "cable": {"length": 50, "metal": "al", "insulation": "XHHW-2", "location": "wet"}},
        {"id": "feeder", "from_station": "panel", "to_station": "shed-panel", "use": "feeder",
            "system": "120/240-3w", "cable": {"length": 150, "metal": "cu", "insulation": "THWN-2",
                "location": "buried"}},
    ],
}  # fmt: skip
SERVICE, FEEDER = 0, 1


def document(**changes):
    """The property as a document; a key "runs/1/locks/size" names the place that its value goes to."""
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


def laid(run, **fields):
    """A run's document with some of its fields changed, wherever they stand in it."""
    made = copy.deepcopy(run)
    for name, value in fields.items():
        part, _, field = way(name).rpartition("/")
        (made.setdefault(part, {}) if part else made)[field] = value
    return made


def electrode(kind, **known):
    """An electrode told in feet and inches, as the core reads it."""
    return in_si(Electrode(id="e", kind=kind, **known), US)


def job(**changes):
    return parse(document(**changes))


# A panel of its own beside the shed's, and its feeder.
SECOND = {"id": "annex", "name": "Annex", "kind": "panelboard", "place": "shed", "terminal_c": 75, "load": {"amps": 12}}
SECOND_RUN = {"id": "second", "from_station": "panel", "to_station": "annex", "use": "feeder",
    "system": "120/240-3w", "cable": {"length": 90, "location": "buried"}}  # fmt: skip
