"""Labels of a panel: one for every circuit, and the panel's and the disconnect's own."""

from collections.abc import Iterator
from datetime import date

from northspan.core.figures.working import number
from northspan.core.property.panel.solved import SolvedPanel
from northspan.paper.labelled.setting import set_labels
from northspan.paper.labelled.sheets import SheetName


def labels_pdf(solved: SolvedPanel, fault_a: float | None, sheet_name: SheetName, made_on: date) -> bytes:
    """The labels in the order of the spaces, the panel's own and its disconnect's first.

    ``fault_a`` (A) is the available fault current there; None: not known.
    """
    return set_labels(f"Labels of {solved.station.name}", _labels(solved, fault_a, made_on), sheet_name)


def _labels(solved: SolvedPanel, fault_a: float | None, made_on: date) -> Iterator[tuple[str, tuple[str, ...]]]:
    """Every label: its head and the lines below it. 110.22, 110.24, 225.37 and 408.4 say what they are for."""
    supply, feed = solved.asked.supply, solved.asked.feed
    volts = (
        f"{number(supply.to_neutral)}/{number(supply.volts)} V" if supply.to_neutral else f"{number(supply.volts)} V"
    )
    bus = "" if solved.bus_a is None else f", {number(solved.bus_a)} A"
    yield solved.station.name, (f"{volts}{bus}", "" if feed is None else f"fed from {feed.name}")
    if feed is not None:
        breaker = feed.sized.sizing.breaker_a
        rated = "" if breaker is None else f"{number(breaker)} A, "
        yield f"Disconnect of {solved.station.name}", (f"{rated}{volts}, at {feed.name}",)
    if fault_a is not None:
        yield (
            f"Available fault current {number(float(round(fault_a)))} A",
            (f"at {solved.station.name}, worked out {made_on.isoformat()}",),
        )
    for each in sorted(solved.circuits, key=lambda e: (e.circuit.space or 999, e.circuit.half or "")):
        circuit = each.circuit
        if circuit.space is None:
            continue
        lower = f"-{circuit.space + 2}" if circuit.poles == 2 else ""
        device = "" if each.breaker_a is None else f"{number(each.breaker_a)} A, {circuit.poles}-pole"
        yield f"{circuit.space}{circuit.half or ''}{lower}", (solved.line(each), device)
