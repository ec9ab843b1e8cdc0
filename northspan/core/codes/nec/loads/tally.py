"""A load calculation being added up: lines, what both legs share, what hangs on one, what the neutral sees."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from northspan.core.codes.nec.loads import legs
from northspan.core.codes.nec.loads.equipment import nameplates
from northspan.core.codes.nec.loads.legs import OnLeg
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Appliance
from northspan.core.property.loads.place_load import LoadLine

MOTOR_EXTRA = 0.25
HEATING = ("space-heat", "supplemental-heat", "heat-pump")
COOLING = ("cooling", "heat-pump")


@dataclass
class Tally:
    """Lines so far at ``line_volts``; VA that both legs share, loads on one leg, the neutral's VA, motors counted.

    ``whole_cooling`` is the larger reading of 220.60, ``raised`` what it counted at 125 % already.
    """

    line_volts: float
    wye: bool = False
    lines: list[LoadLine] = field(default_factory=list)
    shared_va: float = 0.0
    neutral_va: float = 0.0
    placed: list[OnLeg] = field(default_factory=list)
    extras: list[OnLeg] = field(default_factory=list)
    counted: list[Appliance] = field(default_factory=list)
    continuous_va: float = 0.0
    whole_cooling: bool = True
    raised: list[Appliance] = field(default_factory=list)

    def line(self, name: str, va: float, steps: Sequence[Step], neutral_va: float = 0.0) -> None:
        """Add a line that both legs share."""
        self.lines.append(LoadLine(name, Figure(va, "VA", tuple(steps))))
        self.shared_va += va
        self.neutral_va += neutral_va

    def appliances(self, name: str, each: Sequence[Appliance], share: float = 1.0, cite: str = "") -> None:
        """Add a line of appliances at ``share`` of their nameplates, those on a leg apart."""
        if not each:
            return
        whole = nameplates.total_va(each, self.line_volts)
        steps = nameplates.steps(each, self.line_volts)
        if share != 1.0:
            steps = (*steps, Step(f"{number(whole)} VA × {number(share)}", share * whole, "VA", cite))
        self.lines.append(LoadLine(name, Figure(share * whole, "VA", steps)))
        both = [a for a in each if a.leg is None]
        self.shared_va += share * nameplates.total_va(both, self.line_volts)
        self.neutral_va += share * nameplates.total_va([a for a in both if a.across == "neutral"], self.line_volts)
        self.placed += legs.on_legs(each, share)
        self.counted += each
        if share == 1.0:
            lasting = [a for a in each if nameplates.is_continuous(a)]
            self.continuous_va += nameplates.total_va(lasting, self.line_volts)

    def heating_or_cooling(self, each: Sequence[Appliance]) -> None:
        """Add the larger of what heats and what cools; they do not run together. 220.51, 220.60.

        Each is held against the other with 25 % more of all that a motor drives in it, or of its largest motor by house
        rule; where there is nothing to hold it against, its largest motor counts with the rest.
        """
        heating, cooling = (nameplates.of_kind(each, *kinds) for kinds in (HEATING, COOLING))
        whole = self.whole_cooling and bool(heating) and bool(cooling) and set(heating) != set(cooling)
        heat_va, cool_va = (self._with_motor(side, whole) for side in (heating, cooling))
        stays = cooling if cool_va > heat_va else heating
        if heat_va == cool_va:
            self.appliances("Heating and cooling alike", heating)
        elif heat_va > cool_va:
            self.appliances(_over("Heating", cool_va, heat_va, "cooling"), heating)
        else:
            self.appliances(_over("Cooling", heat_va, cool_va, "heating"), cooling)
        if whole:
            self._raise([a for a in stays if nameplates.has_motor(a)])

    def _raise(self, motors: Sequence[Appliance]) -> None:
        """25 % more of every one of these."""
        if not motors:
            return
        total = nameplates.total_va(motors, self.line_volts)
        extra = MOTOR_EXTRA * total
        names = ", ".join(a.name for a in motors[:3])
        what = f"{names}: {number(total)} VA × {number(MOTOR_EXTRA)}"
        counted = Figure(extra, "VA", (Step(what, extra, "VA", "220.60"),))
        self.lines.append(LoadLine("25 % of the cooling or motors that stay", counted))
        both = [a for a in motors if a.leg is None]
        self.shared_va += MOTOR_EXTRA * nameplates.total_va(both, self.line_volts)
        self.neutral_va += MOTOR_EXTRA * nameplates.total_va(
            [a for a in both if a.across == "neutral"], self.line_volts
        )
        self.extras += legs.on_legs(motors, MOTOR_EXTRA)
        self.raised += motors

    def _with_motor(self, side: Sequence[Appliance], whole: bool) -> float:
        motors = [a for a in side if nameplates.has_motor(a)]
        total = nameplates.total_va(side, self.line_volts)
        if whole:
            return total + MOTOR_EXTRA * nameplates.total_va(motors, self.line_volts)
        return total + MOTOR_EXTRA * max((nameplates.each_va(a, self.line_volts) for a in motors), default=0.0)

    def largest_motor(self) -> None:
        """Add 25 % of the largest motor counted, on each leg its own where motors are put on legs. 220.50, 430.24."""
        motors = [a for a in self.counted if nameplates.has_motor(a)]
        if not motors:
            return
        largest = max(motors, key=lambda a: nameplates.each_va(a, self.line_volts))
        if any(a is largest for a in self.raised):
            return
        va = nameplates.each_va(largest, self.line_volts)
        extra = MOTOR_EXTRA * va
        what = f"{largest.name}: {number(va)} VA × {number(MOTOR_EXTRA)}"
        self.lines.append(
            LoadLine("25 % of the largest motor", Figure(extra, "VA", (Step(what, extra, "VA", "430.24"),)))
        )
        if all(a.leg is None for a in motors):
            self.shared_va += extra
            self.neutral_va += extra if largest.across == "neutral" else 0.0
            return
        for leg in ("A", "B"):
            amps = max((self._motor_amps(a) for a in motors if a.leg in (None, leg)), default=0.0)
            self.extras.append(OnLeg("25 % of its largest motor", leg, MOTOR_EXTRA * amps))

    def _motor_amps(self, motor: Appliance) -> float:
        placed = legs.on_legs([motor])
        return placed[0].amps if placed else nameplates.each_va(motor, self.line_volts) / self.line_volts

    def total(self) -> Figure:
        """All lines together (VA)."""
        values = [line.va.value for line in self.lines if isinstance(line.va.value, float)]
        total = sum(values, 0.0)
        what = " + ".join(number(v) for v in values) or "Nothing to count yet"
        return Figure(total, "VA", (Step(what, total, "VA", "sum"),))

    def amps(self) -> Figure:
        """Current (A) of the heavier leg."""
        return legs.heavier_leg(self.shared_va, self.line_volts, (*self.placed, *self.extras))

    def neutral(self) -> Figure:
        """Current (A) of the neutral."""
        return legs.neutral(self.neutral_va, self.line_volts, (self.placed, self.extras), self.wye)


def _over(name: str, less: float, more: float, other: str) -> str:
    return f"{name}, {number(more)} VA over {other}'s {number(less)} VA" if less else name
