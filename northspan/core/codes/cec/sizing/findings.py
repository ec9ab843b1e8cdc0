"""What no figure of a case decides, or what is worth knowing of it."""

from collections.abc import Iterable, Mapping
from typing import Any

from northspan.core.book.case import CaseFinding
from northspan.core.codes.cec.data import AWG
from northspan.core.codes.cec.sizing import overcurrent
from northspan.core.codes.cec.sizing.companions import DOUBTFUL_PVC_PCT
from northspan.core.codes.cec.sizing.rungs import SECTIONS, SLACK, Rung, Setting
from northspan.core.figures.working import number

LEAST_SERVICE_NEUTRAL = {"cu": "10", "al": "8"}
UNDERGROUND_FROM = "1/0"


def find(s: Setting, rung: Rung | None, values: Mapping[str, Any]) -> Iterable[CaseFinding]:
    """Every finding on a case as it was answered."""
    yield from _device(s)
    yield from _dwelling(s)
    if rung is None:
        return
    if not rung.passes:
        section = SECTIONS[rung.stopped_by or ""]
        yield CaseFinding("size", "violation", section, f"{AWG.spoken(rung.size, s.case.metal)} does not pass",
                          f"It is stopped by {rung.stopped_words}.")  # fmt: skip
    yield from _along(s, rung, values)
    if s.case.underground and AWG.rank(rung.size) >= AWG.rank(UNDERGROUND_FROM):
        yield CaseFinding("underground", "advice", "4-004(1)(d), (2)(d)", "Underground from 1/0 up: check appendix D",
                          "The underground tables govern this size, and may give less than Tables 2 and 4 do here; "
                          "they are not held by this application.")  # fmt: skip


def _device(s: Setting) -> Iterable[CaseFinding]:
    locked = s.case.lock_breaker
    if locked is not None and locked < s.design_a - SLACK:
        yield CaseFinding("device-low", "violation", "8-104", f"{number(locked)} A is less than the load asks",
                          f"The load with its continuous part asks for {number(s.design_a)} A.")  # fmt: skip
    if locked is not None and overcurrent.largest_usual(locked) != locked:
        yield CaseFinding("device-odd", "note", "Table 13", f"{number(locked)} A is no usual rating",
                          "It is judged as the device it says it is.")  # fmt: skip
    if s.breaker_a is None:
        yield CaseFinding("device-none", "violation", "14-104", "No device is this large",
                          f"{number(s.design_a)} A is above the largest usual rating, 6000 A.")  # fmt: skip


def _dwelling(s: Setting) -> Iterable[CaseFinding]:
    if s.case.single_dwelling and not s.dwelling:
        yield CaseFinding("table-39-closed", "note", "4-004, Table 39", "Table 39 is not open here",
                          "It asks for a three-wire service or feeder, terminals and insulation of 75 C or better, one "
                          "set, and no correction for ambient or number: the ordinary tables are used.")  # fmt: skip


def _along(s: Setting, rung: Rung, values: Mapping[str, Any]) -> Iterable[CaseFinding]:
    case = s.case
    if values["egc_size"] != values["egc_size_by_ampacity"]:
        yield CaseFinding("bonding-readings", "note", "10-614, Table 16",
                          f"By the conductors' ampacity the bonding conductor is {values['egc_size_by_ampacity']}",
                          "Table 16 is read here by the device ahead; another reading goes by the conductors' own "
                          "ampacity. The inspector decides.")  # fmt: skip
    neutral = values["neutral_size"]
    if case.has_neutral and neutral is None:
        yield CaseFinding("neutral-none", "violation", "4-018", "No size carries that much on the neutral",
                          f"{number(case.neutral_amps or 0.0)} A is more than any size carries here.")  # fmt: skip
    if case.system == "120-2w" and neutral != rung.size:
        yield CaseFinding("neutral-return", "danger", "4-018", "On a two-wire circuit the neutral carries it all",
                          "It is the only way back: give no unbalance, and make it as large as the hot.")  # fmt: skip
    least = LEAST_SERVICE_NEUTRAL[case.metal]
    if case.single_dwelling and neutral is not None and AWG.rank(neutral) < AWG.rank(least):
        yield CaseFinding("service-neutral", "violation", "4-020, 10-210", f"A service's neutral is {least} at least",
                          "Of a service, not of a feeder; by the inspector's copy.")  # fmt: skip
    if case.raceway != "none" and values["raceway_trade_size"] is None and not values["fill_pct"]:
        yield CaseFinding("raceway-none", "advice", "12-910, Table 8", "No raceway size is answered",
                          "Nothing made is large enough, or a conductor's area is not known: measure it.")  # fmt: skip
    if case.raceway == "PVC" and (values["fill_pct"] or 0.0) > DOUBTFUL_PVC_PCT:
        yield CaseFinding("fill-doubtful", "note", "Table 9", f"{values['fill_pct']:.1f} % of a PVC raceway: check it",
                          "Canadian PVC may be 5 to 10 % smaller inside than the figures held here.")  # fmt: skip
