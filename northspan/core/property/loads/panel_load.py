"""What a panel takes by its own circuits, where no load of it was entered and none was calculated to land there."""

from dataclasses import dataclass

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Place, Station
from northspan.core.property.loads.rules import LoadBook

ALL_OF_THEM = "sum of its circuits by line, no demand factor"


@dataclass(frozen=True, slots=True)
class CircuitsLoad:
    """A panel's load (A of its heaviest line), what of it lasts three hours, how far its lines are apart (A), and how
    it was summed.
    """

    amps: float
    continuous_amps: float
    unbalance_a: float
    steps: tuple[Step, ...]


def circuits_load(book: LoadBook, place: Place, station: Station, system: str) -> CircuitsLoad | None:
    """The load of a station's circuits on the ``system`` that feeds it, those that feed a run left out; None where it
    has no circuits. One pole counts on its own line, at the volts to the neutral; two on each of both.
    """
    panel, wiring = station.panel, SYSTEMS[system]
    if panel is None or not any(c.run is None and not c.later and c.use != "spare" for c in panel.circuits):
        return None
    bus = panel.bus(station.gear.spaces or 0, wiring.letters)
    appliances = {a.id: a for a in place.appliances if not a.later}
    to_neutral = wiring.to_neutral or wiring.volts
    lines = dict.fromkeys(wiring.letters, 0.0)
    lasting, silent, steps = 0.0, 0, []
    for circuit in panel.circuits:
        if circuit.run is not None or circuit.later or circuit.use == "spare":
            continue
        hung = [appliances[each] for each in circuit.appliances if each in appliances]
        volts = wiring.volts if circuit.poles == 2 else to_neutral
        va = (book.loads.circuit(hung, volts).va if hung else 0.0) + (circuit.va or 0.0)
        if va == 0.0:
            silent += 1
            continue
        amps = va / volts
        spaces = () if circuit.space is None else (circuit.space, circuit.space + 2)[: circuit.poles]
        # One that is in no space yet may come onto any line.
        on = {bus[s - 1] for s in spaces if s <= len(bus)} or set(wiring.letters)
        for line in on:
            lines[line] += amps
        long = circuit.continuous or any(book.loads.is_continuous(a) for a in hung)
        lasting += amps if long else 0.0
        what = f"{circuit.name or circuit.id}: {number(va)} VA ÷ {number(volts)} V on {' and '.join(sorted(on))}"
        steps.append(Step(what, amps, "A", book.cites["circuit_load"]))
    most, least = max(lines.values()), min(lines.values())
    if silent:
        steps.append(Step(f"{silent} of its circuits say nothing of their load: not counted", None, "", ""))
    said = ", ".join(f"{line} {number(amps)} A" for line, amps in lines.items())
    steps.append(Step(f"The heaviest of {said}", most, "A", ALL_OF_THEM))
    return CircuitsLoad(most, min(lasting, most), most - least, tuple(steps))
