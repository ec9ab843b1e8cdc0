"""What is read where, in words."""

from collections.abc import Mapping

from northspan.core.job.job import Job
from northspan.core.working import number

# What of a thing is read, as the trade says it; the book's own words are filled in.
PARTS = {
    ("amps", "a"): "{hot} A", ("amps", "b"): "{hot} B", ("amps", "neutral"): "{neutral}",
    ("amps", "ground"): "{protective}", ("amps", "all"): "clamp round all circuit wires",
    ("amps", "electrode"): "electrode wire", ("amps", "path"): "metal path",
    ("volts", "a-n"): "{hot} A to {neutral}", ("volts", "b-n"): "{hot} B to {neutral}",
    ("volts", "a-b"): "{hot} A to {hot} B", ("volts", "n-can"): "{neutral} to {enclosure}",
    ("continuity", "can"): "{enclosure} to the one that feeds it",
    ("electrode", "fall"): "electrodes, fall of potential",
    ("loop", "clamp"): "electrode wire, loop by clamp", ("insulation", "wires"): "insulation of its wires",
    ("torque", "line"): "line lugs", ("torque", "neutral"): "neutral lug", ("torque", "ground"): "ground lug",
}  # fmt: skip
# What is read of a circuit of a panel.
CIRCUITS = {
    "trip-time": "device of {}, time to open", "trip-current": "device of {}, current it opens at",
    "leakage": "{}, clamp round hot and neutral",
    "circuit-hot": "{}, its hot", "circuit-neutral": "{}, its neutral", "circuit-ground": "{}, its ground",
    "test-button": "device of {}, its own button",
}  # fmt: skip


def names(job: Job) -> Mapping[str, str]:
    """What everything that is read at is called, by its id; a run by both its ends."""
    stations = {s.id: s.name for s in job.stations}
    called = {p.id: p.name for p in job.places} | {p.id: p.name for p in job.metal_paths} | stations
    return called | {r.id: f"{stations[r.from_station]} to {stations[r.to_station]}" for r in job.runs}


def said(called: Mapping[str, str], words: Mapping[str, str], what: str, at: str, part: str) -> str:
    """What is read where: "Studio panel: hot A to neutral". ``words`` are the book's.

    >>> words = {"ungrounded": "hot", "grounded": "neutral", "protective": "equipment ground", "enclosure": "can"}
    >>> said({"studio": "Studio panel"}, words, "volts", "studio", "a-n")
    'Studio panel: hot A to neutral'
    >>> said({"studio": "Studio panel"}, words, "trip-time", "studio", "c7")
    'Studio panel: device of c7, time to open'
    """
    where = called.get(at, at)
    if what in CIRCUITS:
        return f"{where}: {CIRCUITS[what].format(part)}"
    told = PARTS.get((what, part), part)
    terms = {"hot": "ungrounded", "neutral": "grounded", "protective": "protective", "enclosure": "enclosure"}
    return f"{where}: {told.format(**{term: words[key] for term, key in terms.items()})}"


def valued(what: str, value: float, unit: str) -> str:
    """What was read, with its unit; a button's in words.

    >>> valued("amps", 3.1, "A"), valued("test-button", 1.0, "times opened")
    ('3.1 A', 'opened')
    """
    if what == "test-button":
        return "opened" if value else "did not open"
    return f"{number(value)} {unit}"
