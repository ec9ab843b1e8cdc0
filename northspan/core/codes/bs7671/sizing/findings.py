"""What no figure of a circuit decides, or what is worth knowing of it."""

from collections.abc import Iterable, Mapping
from typing import Any

from northspan.core.book.case import CaseFinding
from northspan.core.codes.bs7671.sizing.case import CheckCase
from northspan.core.codes.bs7671.sizing.rungs import SECTIONS, Rung, Setting, words
from northspan.core.figures.working import number

STABLE_OHM = 200.0
USUAL_BREAKING_KA = 6.0


def find(s: Setting, rung: Rung | None, values: Mapping[str, Any]) -> Iterable[CaseFinding]:
    """Every finding on a circuit as it was answered."""
    case = s.case
    yield from _residual(case, values)
    if case.earthing == "TT" and case.ra_ohm is not None and case.ra_ohm > STABLE_OHM:
        yield CaseFinding("electrode-unstable", "advice", "411.5.3", f"Electrode of {number(case.ra_ohm)} ohm",
                          "Above 200 ohm an electrode may not stay put as the soil dries or freezes.")  # fmt: skip
    if case.device in ("B", "C", "D") and case.ipf_origin_ka > USUAL_BREAKING_KA:
        yield CaseFinding("breaking-capacity", "note", "434.5.1",
                          f"{number(case.ipf_origin_ka)} kA at the origin: check what the breaker can break",
                          "Many household breakers are marked 6 kA; a consumer unit's own conditional rating, or the "
                          "device ahead, may stand in for more.")  # fmt: skip
    if rung is None:
        return
    if not rung.passes:
        yield CaseFinding("size", "violation", SECTIONS[rung.stopped_by or ""], f"{rung.mm2:g} mm² does not pass",
                          f"It is stopped by {words(s, rung)}.")  # fmt: skip
    by_rcd = s.max_zs_rcd_ohm is not None and rung.loop.zs_ohm <= s.max_zs_rcd_ohm
    if case.earthing == "TT" and rung.loop.disconnects_by == "overcurrent" and not by_rcd:
        yield CaseFinding("tt-overcurrent", "advice", "411.5.4", "TT on the overcurrent device alone",
                          "It holds only while the loop stays as low: a residual device is usual.")  # fmt: skip


def _residual(case: CheckCase, values: Mapping[str, Any]) -> Iterable[CaseFinding]:
    required = values["rcd_required_ma"]
    if required is not None and (case.rcd_ma is None or case.rcd_ma > required):
        has = "none is given" if case.rcd_ma is None else f"{case.rcd_ma} mA is too coarse"
        yield CaseFinding("rcd", "violation", "411.3.3, 411.3.4, 522.6.202, 701.411.3.3",
                          f"A {number(required)} mA residual device is asked for; {has}",
                          "Additional protection for what it feeds or how it is laid.")  # fmt: skip
