"""Random properties with everything that grounding knows of: for laws, for ngspice, for the bench of modes."""

import random

from northspan.core.document.file import parse
from northspan.core.job.job import Job

SOURCE = {
    "id": "pole", "name": "Pole", "kind": "utility", "place": "p0", "supply": "120/240-3w",
    "source": {"kva": 25, "impedance_pct": 1.9, "earth_ohm": 8},
}  # fmt: skip


def random_property(seed):
    """A tree of 4 to 12 stations on 3 places, wired rightly and wrongly: bonds, bars, lost grounds, pipes, sources."""
    pick = random.Random(seed)
    places = [
        {"id": f"p{i}", "name": f"Place {i}", "kind": "dwelling" if i == 0 else "detached-building",
         "soil": pick.choice(["loam", "clay", "sand", None]), "existing": pick.random() < 0.5}
        for i in range(3)
    ]  # fmt: skip
    stations = [SOURCE, _station(0, "p0", pick)]
    runs = [_run("r0", "pole", "s0", "service", pick)]
    for i in range(1, pick.randint(3, 11)):
        stations.append(_station(i, f"p{pick.randrange(3)}", pick))
        runs.append(_run(f"r{i}", f"s{pick.randrange(i)}", f"s{i}", "feeder", pick))
    switch = pick.choice([None, "switched", "solid"])
    if switch:
        stations[-1] |= {
            "kind": "transfer-switch",
            "transfer": {"switches_neutral": switch == "switched", "managed": True},
        }
        kind = pick.choice(["generator", "inverter"])
        own = {"id": "set", "name": "Set", "kind": kind, "place": "p0", "generator": {"kw": 11, "units": 2}}
        stations.append(own | {"bonding": {"neutral": pick.choice([None, "screw", "relay"])}})
        runs.append(_run("standby", "set", stations[-2]["id"], "feeder", pick) | {"locks": {"breaker_a": 60}})
    elif pick.random() < 0.5:
        stations[-1] |= {"kind": "transformer", "transformer": {"secondary": "120/240-3w", "kva": 10}}
        stations.append(_station(90, "p1", pick))
        runs.append(_run("second", stations[-2]["id"], "s90", "feeder", pick))
    paths = [
        {"id": "pipe", "name": "Water pipe", "kind": "water-pipe", "from_place": "p0", "to_place": "p1", "ohm": 0.4}
    ]
    return parse(
        {
            "name": f"Property {seed}",
            "places": places,
            "stations": stations,
            "runs": runs,
            "metal_paths": paths if pick.random() < 0.4 else [],
        }
    )


def _station(i, place, pick):
    load = {"amps": pick.randint(3, 20), "neutral_amps": pick.randint(0, 3), "power_factor": pick.choice([1, 0.85])}
    bar = pick.choices(["bonded", "floating", None], [6, 1, 3])[0]
    bond = pick.choices([None, "none", "screw", "wire"], [5, 3, 1, 1])[0]
    return {
        "id": f"s{i}", "name": f"Panel {i}", "kind": "panelboard", "place": place, "terminal_c": 75, "load": load,
        "bonding": {"neutral": bond, "ground_bar": bar},
    }  # fmt: skip


def _run(name, start, end, use, pick):
    return {"id": name, "from_station": start, "to_station": end, "use": use, "system": "120/240-3w",
        "cable": {"length": pick.randint(5, 300), "metal": pick.choice(["cu", "al"]), "insulation": "XHHW-2",
            "raceway": pick.choice(["PVC40", "EMT", "none"]), "no_egc": pick.random() < 0.15}}  # fmt: skip


def three_line_property(seed):
    """A tree of 3 to 7 stations on three lines, with a neutral or without, some of whose runs bring one line alone, and
    now and then a transformer of three windings. It goes by no book's list of systems.
    """
    pick = random.Random(seed)
    three = pick.choice(["400-3ph", "240-3ph"])
    systems = {"s0": three}
    places = [{"id": f"p{i}", "name": f"Place {i}", "kind": "detached-building", "soil": "loam"} for i in range(3)]
    stations = [SOURCE | {"supply": three, "source": {"kva": 75, "impedance_pct": 3.1, "earth_ohm": 4}}]
    stations.append(_station(0, "p0", pick))
    runs = [_run("r0", "pole", "s0", "service", pick) | {"system": three}]
    for i in range(1, pick.randint(3, 7)):
        start = f"s{pick.randrange(i)}"
        brought = systems[start]
        taken = pick.choice([brought, "230-1ph"]) if brought == "400-3ph" else brought
        systems[f"s{i}"] = taken
        stations.append(_station(i, f"p{pick.randrange(3)}", pick))
        if taken == three and pick.random() < 0.3:
            systems[f"s{i}"] = "400-3ph"
            stations[-1] |= {"kind": "transformer", "transformer": {"secondary": "400-3ph", "kva": 30}}
        runs.append(_run(f"r{i}", start, f"s{i}", "feeder", pick) | {"system": taken})
    return Job.model_validate({"name": f"Three {seed}", "places": places, "stations": stations, "runs": runs})
