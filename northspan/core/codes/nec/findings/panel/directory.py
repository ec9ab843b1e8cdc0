"""Findings on the directory of a panel: missing, vague, doubled. 408.4(A)."""

import re
from collections import Counter
from collections.abc import Iterable, Iterator

from northspan.core.codes.nec.findings.panel.saying import called, circuits_fix, finding, panel_fix
from northspan.core.codes.nec.panels.lines import vague
from northspan.core.document.finding import Finding
from northspan.core.property.panel.circuits import SizedCircuit
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook

LIGHTS = frozenset({"light", "lights", "lighting"})
OUTLETS = frozenset({"plug", "plugs", "outlet", "outlets", "receptacle", "receptacles", "rec", "recs"})


def find(book: WholeBook, solved: SolvedPanel) -> Iterable[Finding]:
    """What is wrong with the directory of a panel."""
    if solved.panel.directory is False:
        yield finding(
            solved, "directory-missing", "violation", "408.4(A)", "no directory",
            "Every circuit is written down on the face or inside the door, spares too. Print it from here.",
            None, (panel_fix(solved, "It is posted", {"panel/directory": True}),),
        )  # fmt: skip
    yield from _lines(solved)


def _all_there_are(solved: SolvedPanel, each: SizedCircuit) -> bool:
    """Whether a line says lights and receptacles, and no other circuit here has any that could be meant."""
    words = frozenset(re.findall(r"[^\W\d_]+", each.circuit.name.lower()))
    others = (c for c in solved.panel.circuits if c.id != each.circuit.id and c.space is not None)
    both = words & LIGHTS and words & OUTLETS and words <= LIGHTS | OUTLETS | {"and"}
    return bool(both) and all(c.use in ("appliance", "spare") for c in others)


def _lines(solved: SolvedPanel) -> Iterator[Finding]:
    stand = [each for each in solved.circuits if each.circuit.space is not None]
    lines = Counter(each.circuit.name.casefold() for each in stand if each.circuit.name and each.circuit.use != "spare")
    for each in stand:
        circuit = each.circuit
        if circuit.use == "spare":
            continue
        words = circuit.name.casefold()
        told = not vague(words) or _all_there_are(solved, each)
        if words and told and lines[words] == 1:
            continue
        better = _better(solved, each, lines)
        fixes = (circuits_fix(solved, f"Write “{better}”", {circuit.id: {"name": better}}),) if better else ()
        if not words:
            yield finding(
                solved, "directory-blank", "violation", "408.4(A)", f"no line for {called(circuit)}",
                "Whoever has to switch it off must find it.", circuit.id, fixes,
            )  # fmt: skip
        elif not told:
            yield finding(
                solved, "directory-vague", "violation", "408.4(A)", f"{called(circuit)} says only “{circuit.name}”",
                "A line says what is on the circuit and where, so that no other could be meant.", circuit.id, fixes,
            )  # fmt: skip
        else:
            yield finding(
                solved, "directory-doubled", "violation", "408.4(A)",
                f"“{circuit.name}” is written more than once, here at {called(circuit)}",
                "A line tells its circuit from every other.", circuit.id, fixes,
            )  # fmt: skip


def _better(solved: SolvedPanel, each: SizedCircuit, lines: Counter[str]) -> str | None:
    """A line that would do: what is known of the circuit, told apart by its number if need be; None: not enough."""
    found = solved.line(each, written=False)
    if vague(found) and not _all_there_are(solved, each):
        return None
    return f"{found}, {called(each.circuit)}"[:80] if lines[found.casefold()] else found[:80]
