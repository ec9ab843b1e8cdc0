"""The least that a run or a disconnect is made for, whatever its load: services and buildings (225.39, 230.79), taps
and transformer secondaries (240.21(B) and (C)).
"""

from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import number
from northspan.core.run.question import Least

ONE_CIRCUIT_A = 15.0
TWO_CIRCUITS_A = 30.0
DWELLING_A = 100.0
OTHER_A = 60.0
SHORT_M, LONG_M = 10.0 * FOOT_M, 25.0 * FOOT_M
LONGEST_M = {"10-ft": SHORT_M, "25-ft": LONG_M}
LEAST_SHARE = {"10-ft": 1.0 / 10.0, "25-ft": 1.0 / 3.0}
SHARE_WORDS = {"10-ft": "a tenth", "25-ft": "a third"}
TAP_SECTIONS = {"10-ft": "240.21(B)(1)", "25-ft": "240.21(B)(2)", "outside": "240.21(B)(5)"}
SECONDARY_SECTIONS = {"10-ft": "240.21(C)(2)", "25-ft": "240.21(C)(6)", "outside": "240.21(C)(4)"}


def disconnect_a(dwelling: bool, circuits: int | None) -> float:
    """Least rating (A) of the disconnect of a building with so many two-wire branch circuits (None: not on record, so
    any number). 225.39, 230.79.

    >>> disconnect_a(True, 20), disconnect_a(False, 1), disconnect_a(False, 2), disconnect_a(False, 6)
    (100.0, 15.0, 30.0, 60.0)
    """
    if dwelling:
        return DWELLING_A
    if circuits is None:
        return OTHER_A
    if circuits <= 1:
        return ONE_CIRCUIT_A
    return TWO_CIRCUITS_A if circuits == 2 else OTHER_A


def kind_by_length(length_m: float) -> str:
    """The kind of a transformer's secondary by its length (m).

    >>> kind_by_length(2.0), kind_by_length(6.0)
    ('10-ft', '25-ft')
    """
    return "10-ft" if length_m <= SHORT_M + 1e-9 else "25-ft"


def section(kind: str, secondary: bool) -> str:
    """Where a kind of tap, or of secondary, stands."""
    return (SECONDARY_SECTIONS if secondary else TAP_SECTIONS)[kind]


def tap(
    kind: str | None, length_m: float, ahead_a: float, gear_a: float | None, secondary: bool, within: bool = False
) -> Least | None:
    """Least ampacity (A): a share of the device ahead by its kind; and of a short one that ends in gear without a
    device, that gear's rating; a short one ``within`` the enclosure it is tapped in owes no share. 240.21(B)(1),
    (B)(2), (C)(2), (C)(6).

    >>> tap("25-ft", 6.0, 200.0, None, False).why
    'a third of the 200 A ahead'
    >>> tap("10-ft", 3.0, 200.0, 125.0, False).amps
    125.0
    """
    if kind is None:
        kind = kind_by_length(length_m) if secondary else "10-ft"
    found = None
    if kind in LEAST_SHARE and not (within and kind == "10-ft"):
        amps = LEAST_SHARE[kind] * ahead_a
        found = Least(amps, f"{SHARE_WORDS[kind]} of the {number(ahead_a)} A ahead", section(kind, secondary))
    if gear_a is not None and kind == "10-ft" and (found is None or gear_a > found.amps):
        found = Least(gear_a, "as much as the gear it ends in is rated for", section(kind, secondary))
    return found
