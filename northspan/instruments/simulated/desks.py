"""Outside desks, simulated: the utility, the inspection office, and a logger that was left on the service."""

import hashlib
import math
from collections.abc import Mapping
from datetime import date, timedelta
from typing import Literal

from northspan.core.job.job import Job
from northspan.core.property.ground.network.sources import UTILITY_KVA, UTILITY_PCT
from northspan.core.property.whole.solution import Solution
from northspan.instruments.line import InstrumentTrouble, Shown
from northspan.instruments.supply_house import SupplyHouse

DeskName = Literal["utility", "inspectors", "supply", "logger"]
LEAD_DAYS = {"utility": 6, "trench": 2, "rough-in": 3, "final": 4}
# What each desk is asked on screen: the desk, the line that asks it, in words.
QUESTIONS: tuple[tuple[DeskName, str, str], ...] = (
    ("utility", "transformer", "Utility: transformer"),
    ("utility", "fault", "Utility: fault current there"),
    ("utility", "window", "Utility: when it can switch off"),
    ("inspectors", "window rough-in", "Inspectors: rough-in, when"),
    ("inspectors", "corrections rough-in", "Inspectors: rough-in, corrections"),
    ("inspectors", "window final", "Inspectors: final, when"),
)
CORRECTIONS = (
    "strap within 8 in of the box", "bushing on the pipe's end", "ground clamp marked for burial",
    "directory filled in", "working space kept clear",
)  # fmt: skip


def _number(words: str, of: int) -> int:
    """One of so many, always the same for the same words."""
    return int.from_bytes(hashlib.sha256(words.encode()).digest()[:4]) % of


def _window(first: date, words: str) -> str:
    """Hours on a working day after a desk's usual wait."""
    day = first + timedelta(days=_number(words, 3))
    while day.weekday() >= 5:
        day += timedelta(days=1)
    begins = 8 + 2 * _number(f"{words} hour", 3)
    return f"{day.isoformat()} {begins:02d}:00 {begins + 2:02d}:00"


class SimulatedUtility:
    """Says what stands on its pole, and when somebody may come."""

    name, calibrated = "utility desk, simulated", "never"

    def __init__(self, job: Job, solution: Solution, today: date):
        self._job, self._solution, self._today = job, solution, today

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``transformer``, ``impedance``, ``fault`` or ``window``."""
        source = next((s.source for s in self._job.stations if s.kind == "utility" and s.source is not None), None)
        match what:
            case ("transformer",):
                return Shown(float((source and source.kva) or UTILITY_KVA), "kVA")
            case ("impedance",):
                return Shown(float((source and source.impedance_pct) or UTILITY_PCT), "%")
            case ("fault",):
                first = next((s for s in self._solution.stations if isinstance(s.fault_a.value, float)), None)
                if first is not None and isinstance(first.fault_a.value, float):
                    return Shown(float(round(first.fault_a.value)), "A")
            case ("window",):
                return Shown(_window(self._today + timedelta(days=LEAD_DAYS["utility"]), self._job.name))
        raise InstrumentTrouble("it answers transformer, impedance, fault and window")


class SimulatedInspectors:
    """Gives hours for a stage, and afterwards what is to be corrected."""

    name, calibrated = "inspection office, simulated", "never"

    def __init__(self, job: Job, today: date):
        self._job, self._today = job, today

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``window rough-in``, ``corrections rough-in``."""
        match what:
            case ("window", stage) if stage in LEAD_DAYS and stage != "utility":
                return Shown(_window(self._today + timedelta(days=LEAD_DAYS[stage]), f"{self._job.name} {stage}"))
            case ("corrections", stage) if stage in LEAD_DAYS and stage != "utility":
                many = _number(f"{self._job.name} {stage} many", 3)
                first = _number(f"{self._job.name} {stage}", len(CORRECTIONS))
                found = [CORRECTIONS[(first + i) % len(CORRECTIONS)] for i in range(many)]
                return Shown("; ".join(found) or "nothing to correct")
        raise InstrumentTrouble("it answers window and corrections, of trench, rough-in and final")


class SimulatedSupply:
    """The supply house behind the same lines."""

    calibrated = "never"

    def __init__(self, house: SupplyHouse, today: date):
        self.name, self._house, self._today = house.name, house, today

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``price wire cu 6``: what a part of that name costs this week."""
        part = " ".join(what[1:])
        price = self._house.quote([part], self._today).get(part) if what[:1] == ("price",) else None
        if price is None:
            raise InstrumentTrouble("it has no such part; ask price NAME")
        return Shown(price, "$")


class SimulatedLogger:
    """Logs the service's load through the day: what its design load is at the evening's peak, a part of it else."""

    name, calibrated = "load logger, simulated", "2026-05-30"

    def __init__(self, solution: Solution, run: str):
        self._solution, self._run = solution, run

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """``load minute=1080``: kVA averaged over the quarter hour that begins so many minutes after midnight."""
        own = next((r for r in self._solution.runs if r.id == self._run), None)
        design = next((f.figure.value for f in own.figures if f.key == "load"), None) if own is not None else None
        try:
            minute = int(options.get("minute", ""))
        except ValueError:
            raise InstrumentTrouble("say minute= after midnight") from None
        if what != ("load",) or not isinstance(design, float):
            raise InstrumentTrouble("it reads load")
        share = (
            0.35 + 0.55 * math.exp(-(((minute - 1110) / 130.0) ** 2)) + 0.1 * math.exp(-(((minute - 450) / 70.0) ** 2))
        )
        return Shown(round(design * 0.24 * share, 2), "kVA")
