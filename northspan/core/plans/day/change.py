"""The moment of change as a list to be ticked: the safe order for this very job."""

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.book.library import words_of
from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.plans.day.dark import PROVED, RESTORED
from northspan.core.plans.day.days import ARRIVAL, Days
from northspan.core.property.whole.solution import Solution

SAID_APART = (PROVED, RESTORED, "utility off", "utility on")


@dataclass(frozen=True, slots=True)
class ChangeStep:
    """One step: its key, which stays its own while the plan changes, and what is done."""

    key: str
    words: str


def change_steps(job: Job, solution: Solution, days: Days) -> tuple[ChangeStep, ...]:
    """The steps in their order; none where nothing is done in the dark."""
    return tuple(_steps(job, solution, days)) if days.dark else ()


def _steps(job: Job, solution: Solution, days: Days) -> Iterator[ChangeStep]:
    names, terms = {s.id: s.name for s in job.stations}, words_of(job.code_book)
    device, leg, supplier = terms["device"], terms["leg"], terms["supplier"].capitalize()
    neutral, ground, main = terms["grounded"], terms["ground"], terms["main"].capitalize()
    fed = [each.item for each in job.day.stays_on if each.fed]
    battery = [each.item for each in job.day.stays_on if each.gapless]
    if battery:
        yield ChangeStep("battery", f"On its own battery until all is back, watched: {', '.join(battery)}")
    if fed:
        yield ChangeStep("fed", f"On the temporary feed and running: {', '.join(fed)}")
    yield ChangeStep("load", f"Load off: every {device} off, the largest first")
    yield ChangeStep("main", f"{main} off, locked and tagged; the key in the pocket of whoever works")
    if any(each.task.id == ARRIVAL for each in days.tasks):
        yield ChangeStep("utility", f"{supplier} has switched off; seen, not only heard")
    between = f"dead {leg} to {leg}, each {leg} to {neutral} and to {ground}"
    proved = f"Meter tried on a known source; {between}; tried again"
    yield ChangeStep("dead", proved)
    yield ChangeStep("grounds", f"Electrodes and {ground}s connected before anything else is opened")
    for each in days.tasks:
        if each.task.power == "off" and each.task.kind not in SAID_APART:
            yield ChangeStep(each.task.id, each.task.name)
    for station in job.stations:
        torque = station.gear.torque
        if torque is not None and station.bought:
            words = f"Lugs of {station.name} tightened to {number(torque)} {job.told.torque.sign}"
            yield ChangeStep(f"torque/{station.id}", words)
    for mode in solution.ground.modes[:1]:
        for bond in mode.stations:
            if bond.live and bond.neutral and bond.belongs:
                bonded = f"{neutral.capitalize()} bonded to the {terms['enclosure']}"
                words = f"{bonded} at {names[bond.station]}, and nowhere beyond"
                yield ChangeStep(f"bond/{bond.station}", words)
    yield ChangeStep("look", "Looked over: nothing left in it, nothing loose, covers on")
    if any(each.task.kind == "utility on" for each in days.tasks):
        yield ChangeStep("approved", "Approved, where the local office asks for it before the power comes back")
        yield ChangeStep("on", f"{supplier} has switched on")
    supply = next((s.supply for s in job.stations if s.kind == "utility" and s.supply), "")
    yield ChangeStep("legs", f"Before any {device}: {_legs(supply, leg, neutral)}")
    says = {(p.station, c.id): c.says or c.id for p in solution.panels for c in p.circuits}
    for kept in job.day.stays_off:
        until = f", until {kept.until}" if kept.until else ""
        circuit = says.get((kept.station, kept.circuit), kept.circuit)
        words = f"Stays off: {circuit} in {names.get(kept.station, kept.station)}{until}. Its note: {kept.note}"
        yield ChangeStep(f"off/{kept.station}/{kept.circuit}", words)
    yield ChangeStep(
        "order", f"{main} on; then {device} by {device}, motors and heat last; what stays off has its note"
    )


def _legs(supply: str, leg: str, neutral: str) -> str:
    """What is read before anything goes on."""
    volts = supply.split("-")[0].split("/") if supply else []
    if len(volts) == 2:
        return f"{volts[0]} V from each {leg} to {neutral}, {volts[1]} V between the {leg}s"
    return f"{volts[0]} V between the wires" if volts else f"the volts of each {leg}"
