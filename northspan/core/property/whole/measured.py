"""A reading as it was taken."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

What = Literal[
    "amps", "volts", "continuity", "electrode", "loop", "insulation", "torque", "trip-time", "trip-current", "leakage",
    "circuit-hot", "circuit-neutral", "circuit-ground", "outlet-volts", "outlet-ground", "outlet-neutral",
    "outlet-a-b", "outlet-a-ground", "outlet-b-ground", "test-button",
]  # fmt: skip
# What ran, as it was told: nobody said; all off; as the house stood; so much of every load; all of it off by its main.
WhatRan = Literal["untold", "off", "as-was", "these", "main-off"]
# What is left to read with the main off: of what else goes by the power nothing is.
OFF_THE_HOTS = ("neutral", "ground", "all", "electrode", "path", "n-can")
# Along which line the probes stood: not said, the first, one at right angles to it.
ProbeLine = Literal["", "first", "across"]
# A house as it stands takes about so much of what was reckoned for it.
AS_WAS = 0.6
# The unit each is read in; a torque in the job's own.
UNITS: Mapping[What, str] = {
    "amps": "A", "volts": "V", "continuity": "ohm", "electrode": "ohm", "loop": "ohm", "insulation": "Mohm",
    "torque": "", "trip-time": "ms", "trip-current": "mA", "leakage": "mA",
    "circuit-hot": "A", "circuit-neutral": "A", "circuit-ground": "A",
    "outlet-volts": "V", "outlet-ground": "V", "outlet-neutral": "V",
    "outlet-a-b": "V", "outlet-a-ground": "V", "outlet-b-ground": "V", "test-button": "times opened",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class FallTest:
    """A fall of potential: the current probe so far off (m), and the potential probe's places (m) with what was read
    there (ohm).
    """

    far_m: float
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class CircuitRan:
    """A circuit of a panel (their ids) that was read at, and the A that its hot was read to carry (None: not read)."""

    station: str
    circuit: str
    amps: float | None = None


@dataclass(frozen=True, slots=True)
class Conditions:
    """What ran meanwhile: ``share`` of every load, ``extra_a`` (A) more on leg A of the station ``extra_at``, and the
    circuits that are known by themselves. ``load`` says how that was told: where nobody said, and where the house was
    left as it stood, the share is a guess.
    """

    share: float = 1.0
    extra_a: float = 0.0
    extra_at: str | None = None
    circuits: tuple[CircuitRan, ...] = ()
    load: WhatRan = "untold"

    @property
    def guessed(self) -> bool:
        """Whether nobody knows what ran."""
        return self.load in ("untold", "as-was")


def conditions(load: WhatRan, share: float | None = None, extra_a: float = 0.0, at: str | None = None) -> Conditions:
    """What ran as it was told; ``share`` and a test load of ``extra_a`` (A) at a station, where they were.

    >>> conditions("off").share, conditions("these", 0.5).share, conditions("untold", 0.5).load
    (0.0, 0.5, 'these')
    """
    told: WhatRan = "these" if load == "untold" and share is not None else load
    by_load = {"off": 0.0, "main-off": 0.0, "as-was": AS_WAS}
    return Conditions(by_load.get(told, 1.0 if share is None else share), extra_a, at if extra_a else None, (), told)


@dataclass(frozen=True, slots=True)
class Measured:
    """One reading: its number, what was read at which part of which thing, its value in the unit of its kind (None: a
    fall of potential, judged from its points), what ran, the current a device was tried at (mA); of an electrode
    whether it was ``lifted`` off all that it is joined to (None: not said), along which line the probes stood; with
    what and how far that is to be trusted, weather and soil, by whom and when (as ISO says it), photo, note, and the
    number of the reading that it corrects.
    """

    number: int
    what: What
    at: str
    part: str
    value: float | None
    by: str
    on: str
    fall: FallTest | None = None
    ran: Conditions = Conditions()
    tried_ma: float | None = None
    lifted: bool | None = None
    line: ProbeLine = ""
    instrument: str = ""
    calibrated: str = ""
    weather: str = ""
    soil: str = ""
    soil_c: float | None = None
    photo: int | None = None
    note: str = ""
    corrects: int | None = None


def tells_with_main_off(what: What, part: str) -> bool:
    """Whether a clamp or a voltmeter has anything to read there with the main off.

    >>> tells_with_main_off("amps", "electrode"), tells_with_main_off("volts", "a-n")
    (True, False)
    """
    return what in ("amps", "volts") and part in OFF_THE_HOTS


def standing(readings: tuple[Measured, ...]) -> tuple[Measured, ...]:
    """The readings that no later one corrects.

    >>> first, second = Measured(1, "volts", "p", "a-n", 12.0, "R. Vale", "2026-11-02T10:00"), None
    >>> second = Measured(2, "volts", "p", "a-n", 120.0, "R. Vale", "2026-11-02T10:05", corrects=1)
    >>> [each.number for each in standing((first, second))]
    [2]
    """
    corrected = {each.corrects for each in readings}
    return tuple(each for each in readings if each.number not in corrected)
