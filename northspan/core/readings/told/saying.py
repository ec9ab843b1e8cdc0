"""What is read where, in words."""

from collections.abc import Mapping

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.whole.measured import Conditions
from northspan.core.readings.network.splices import splice_boxes
from northspan.core.readings.taken.circuits_ran import OUTLETS

# What of a thing is read, as the trade says it; the book's own words are filled in.
PARTS = {
    ("amps", "a"): "{hot} A", ("amps", "b"): "{hot} B", ("amps", "neutral"): "{neutral}",
    ("amps", "ground"): "{protective}", ("amps", "all"): "clamp round all circuit wires",
    ("amps", "electrode"): "electrode wire", ("amps", "path"): "metal path",
    ("volts", "a-n"): "{hot} A to {neutral}", ("volts", "b-n"): "{hot} B to {neutral}",
    ("volts", "a-b"): "{hot} A to {hot} B", ("volts", "n-can"): "{neutral} to {enclosure}",
    ("continuity", "can"): "{enclosure} to the one that feeds it, continuity",
    ("electrode", "fall"): "electrodes, fall of potential",
    ("loop", "clamp"): "electrode wire, loop by clamp", ("insulation", "wires"): "insulation of its wires",
    ("torque", "line"): "line lugs", ("torque", "neutral"): "{neutral} lug", ("torque", "ground"): "{ground} lug",
}  # fmt: skip
TERMS = {
    "hot": "ungrounded", "neutral": "grounded", "protective": "protective", "enclosure": "enclosure",
    "ground": "ground",
}  # fmt: skip
# By what a wire that leads nowhere reads next to nothing.
LOW_IMPEDANCE = "meter on low impedance; {hot} to {ground} it may open the device that guards the circuit"
# What is read of a circuit of a panel.
CIRCUITS = {
    "trip-time": "its device, time to open", "trip-current": "its device, current it opens at",
    "test-button": "its device, own button", "leakage": "clamp round {hot} and {neutral}",
    "circuit-hot": "its {hot}", "circuit-neutral": "its {neutral}", "circuit-ground": "its {ground}",
    "outlet-volts": "at its outlet, {hot} to {neutral}", "outlet-ground": "at its outlet, {hot} to {ground}",
    "outlet-neutral": "at its outlet, {neutral} to {ground}", "outlet-a-b": "where it is connected, {hot} A to {hot} B",
    "outlet-a-ground": "where it is connected, {hot} A to {ground}",
    "outlet-b-ground": "where it is connected, {hot} B to {ground}",
}  # fmt: skip


def names(job: Job) -> Mapping[str, str]:
    """What everything that is read at is called, by its id: a run by both its ends, a circuit (by its panel's id and
    its own) by its line in the directory and its space, a box along a run (by its id and a number) by how far on.
    """
    stations = {s.id: s.name for s in job.stations}
    called = {p.id: p.name for p in job.places} | {p.id: p.name for p in job.metal_paths} | stations
    circuits = {f"{s.id}/{c.id}": _circuit(c) for s in job.stations if s.panel is not None for c in s.panel.circuits}
    sign = job.told.length.sign
    boxes = {
        f"{r.id}#{box.number}": f"the box {number(round(box.share * r.cable.length))} {sign} on"
        for r in job.runs
        for box in splice_boxes(r)
    }
    return (
        called | {r.id: f"{stations[r.from_station]} to {stations[r.to_station]}" for r in job.runs} | circuits | boxes
    )


def _circuit(circuit: PanelCircuit) -> str:
    said = circuit.name or circuit.id
    return said if circuit.space is None else f"{said} ({circuit.space}{circuit.half or ''})"


def said(called: Mapping[str, str], words: Mapping[str, str], what: str, at: str, part: str) -> str:
    """What is read where: "Studio panel: hot A to neutral". ``words`` are the book's.

    >>> words = {"ungrounded": "hot", "grounded": "neutral", "protective": "equipment ground", "enclosure": "can",
    ...          "ground": "ground"}
    >>> said({"studio": "Studio panel"}, words, "volts", "studio", "a-n")
    'Studio panel: hot A to neutral'
    >>> said({"studio": "Studio panel"}, words, "trip-time", "studio", "c7")
    'Studio panel: c7, its device, time to open'
    """
    circuit = circuit_said(called, what, at, part)
    return f"{called.get(at, at)}: {f'{circuit}, ' if circuit else ''}{part_said(called, words, what, at, part)}"


def circuit_said(called: Mapping[str, str], what: str, at: str, part: str) -> str:
    """The circuit that is read, as its panel has it; empty where none is."""
    return called.get(f"{at}/{part}", part) if what in CIRCUITS else ""


def part_said(called: Mapping[str, str], words: Mapping[str, str], what: str, at: str, part: str) -> str:
    """What of a thing, or of a circuit, is read."""
    if what in CIRCUITS:
        return _in_words(CIRCUITS[what], words)
    of, _, box = part.partition("#")
    told = PARTS.get((what, of), of)
    if box:
        told = f"{called.get(f'{at}#{box}', box)}, {told}, on the side it comes from"
    return _in_words(told, words)


def _in_words(told: str, words: Mapping[str, str]) -> str:
    return told.format(**{term: words[key] for term, key in TERMS.items()})


def ran_said(called: Mapping[str, str], ran: Conditions) -> str:
    """What ran, as it was told; empty where nobody said.

    >>> ran_said({"shed": "Shed panel"}, Conditions(0.0, 10.0, "shed", load="off"))
    'all off, 10 A more at Shed panel'
    """
    told = {"untold": "", "off": "all off", "as-was": "as it was", "main-off": "main off"}
    words = told.get(ran.load, f"{number(100.0 * ran.share)} % of the loads")
    more = f"{number(ran.extra_a)} A more at {called.get(ran.extra_at or '', ran.extra_at)}" if ran.extra_a else ""
    return ", ".join(each for each in (words, more) if each)


def how(words: Mapping[str, str], what: str) -> str:
    """How something is read, where that is to be said; else empty."""
    return _in_words(LOW_IMPEDANCE, words) if what in OUTLETS else ""


def valued(what: str, value: float, unit: str) -> str:
    """What was read, with its unit; a button's in words.

    >>> valued("amps", 3.1, "A"), valued("test-button", 1.0, "times opened")
    ('3.1 A', 'opened')
    """
    if what == "test-button":
        return "opened" if value else "did not open"
    return f"{number(value)} {unit}"
