"""Findings on the circuits of a panel by themselves: wire and breaker, guards owed, white wires. 210, 240, 200.7."""

from collections.abc import Iterable, Iterator
from dataclasses import replace

from northspan.core.codes.nec.findings.panel.saying import called, circuits_fix, finding
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import number
from northspan.core.job.run import Cable
from northspan.core.property.panel.circuits import SizedCircuit
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import proved_findings

LEAST_A = 20.0
OWES_20_A = {"kitchen": "210.11(C)(1)", "laundry": "210.11(C)(2)", "bathroom": "210.11(C)(3)"}
# Home run to an arc-fault outlet, where no metal sheathes it, by the gauge of the wire (m).
FIRST_OUTLET_M = {"14": 50.0 * FOOT_M, "12": 70.0 * FOOT_M}
SHEATHED = ("EMT", "RMC", "IMC")


def find(book: WholeBook, solved: SolvedPanel) -> Iterable[Finding]:
    """What is wrong with each circuit of a panel."""
    for each in solved.circuits:
        yield from _wire(book, solved, each)
        if solved.asked.place.is_dwelling:
            yield from _twenty(solved, each)
        for owed in solved.owed[each.circuit.id]:
            if not owed.has:
                yield _owed(solved, each, owed.guard, owed.section, owed.why)
        yield from _first_outlet(solved, each)
        yield from _lost(solved, each)
        yield from _white(solved, each)


def _wire(book: WholeBook, solved: SolvedPanel, each: SizedCircuit) -> Iterator[Finding]:
    """What is wrong with its wire and breaker, as of a run; changes that a circuit has no field for are left out."""
    # Where nothing is known of its load its breaker alone decides; where neither is known there is nothing to judge.
    if each.sizing is None or (each.va == 0.0 and each.circuit.breaker_a is None):
        return
    for found, changes in proved_findings(book, each.sizing.question):
        fixes = tuple(fix for c in changes if (fix := _fix(solved, each, c.label, c.fields)) is not None)
        title = f"{called(each.circuit)}, {found.title[:1].lower()}{found.title[1:]}"
        yield replace(
            finding(solved, found.rule, found.level, found.section, title, found.words, each.circuit.id), fixes=fixes
        )


def _fix(solved: SolvedPanel, each: SizedCircuit, label: str, fields: object) -> Fix | None:
    assert isinstance(fields, dict)
    values = {}
    owed = LEAST_A if each.circuit.use in OWES_20_A else 0.0
    for name, value in fields.items():
        if name == "breaker_a" and owed and (value is None or value < owed):
            return None
        if name in ("breaker_a", "size"):
            values[name] = value
        elif name in Cable.model_fields:
            values[f"cable/{name}"] = value
        else:
            return None
    return circuits_fix(solved, label, {each.circuit.id: values})


def _twenty(solved: SolvedPanel, each: SizedCircuit) -> Iterator[Finding]:
    section, rating = OWES_20_A.get(each.circuit.use), each.breaker_a
    if section is None or rating is None or rating >= LEAST_A:
        return
    small = each.size is not None and each.circuit.size is not None and each.size == "14"
    values = {"breaker_a": LEAST_A} | ({"size": "12"} if small else {})
    words = "with 12 copper" if small else ""
    yield finding(
        solved, "circuit-below-20", "violation", section,
        f"{called(each.circuit)}, a {each.circuit.use} circuit of {number(rating)} A",
        "It is made for 20 A at least, and for these outlets alone.", each.circuit.id,
        (circuits_fix(solved, f"Make it 20 A {words}".strip(), {each.circuit.id: values}),),
    )  # fmt: skip


def _owed(solved: SolvedPanel, each: SizedCircuit, guard: str, section: str, why: str) -> Finding:
    circuit = each.circuit
    other = "afci" if guard == "gfci" else "gfci"
    has_other = circuit.breaker in (other, "dual")
    words = {
        "gfci": "It opens on a few thousandths of an ampere that go home another way.",
        "afci": "It opens on an arc in a wire or a plug.",
    }[guard]
    fixes = [circuits_fix(solved, f"Use a{'n' if guard == 'afci' and not has_other else ''} "
             f"{'dual-function' if has_other else guard.upper()} breaker",
             {circuit.id: {"breaker": "dual" if has_other else guard}})]  # fmt: skip
    if circuit.receptacles and circuit.breaker == "standard" and circuit.first_outlet in (None, other):
        value = "dual" if circuit.first_outlet == other else guard
        if guard == "gfci":
            fixes.append(circuits_fix(solved, "Guard from its first outlet", {circuit.id: {"first_outlet": value}}))
    return finding(
        solved, f"circuit-{guard}", "violation", section, f"{called(circuit)} owes {guard.upper()} ({why})",
        words, circuit.id, tuple(fixes),
    )  # fmt: skip


def _first_outlet(solved: SolvedPanel, each: SizedCircuit) -> Iterator[Finding]:
    """An arc-fault outlet too far from its breaker for the wire between to be left unguarded."""
    circuit, cable = each.circuit, each.circuit.cable
    if circuit.first_outlet not in ("afci", "dual") or circuit.breaker in ("afci", "dual") or cable is None:
        return
    most = FIRST_OUTLET_M.get(each.size or "")
    sheathed = cable.raceway in SHEATHED or cable.insulation == "MC"
    if sheathed or most is None or cable.length <= most + 1e-9:
        return
    told = solved.asked.told.length
    yield finding(
        solved, "first-outlet-far", "violation", "210.12(A)(3), (4)",
        f"{called(circuit)}, {told.said(cable.length)} to its arc-fault outlet",
        f"What lies ahead of the outlet is not guarded by it: {told.said(most)} at most of {each.size} in cable, or "
        "metal pipe or armour all the way.",
        circuit.id, (circuits_fix(solved, "Use an AFCI breaker",
                                  {circuit.id: {"breaker": "dual" if circuit.breaker == "gfci" else "afci"}}),),
    )  # fmt: skip


def _lost(solved: SolvedPanel, each: SizedCircuit) -> Iterator[Finding]:
    """What hung on it and is no longer in the job, or no longer leaves here."""
    circuit, known = each.circuit, {a.id for a in solved.asked.place.appliances}
    gone = [a for a in circuit.appliances if a not in known]
    lost_run = circuit.run is not None and each.run is None
    if not gone and not lost_run:
        return
    kept = {"appliances": [a for a in circuit.appliances if a in known]} | ({"run": None} if lost_run else {})
    yield finding(
        solved, "circuit-lost", "advice", "408.4(A)", f"what hung on {called(circuit)} is no longer in the job",
        f"{', '.join([*gone, *([circuit.run] if lost_run and circuit.run else [])])}: taken off in Loads or Span. The "
        "breaker is still there; say what it serves now, or make it a spare.",
        circuit.id, (circuits_fix(solved, "Nothing of it hangs here any more", {circuit.id: kept}),),
    )  # fmt: skip


def _white(solved: SolvedPanel, each: SizedCircuit) -> Iterator[Finding]:
    circuit = each.circuit
    if circuit.white_hot and not circuit.remarked:
        known = circuit.remarked is False
        yield finding(
            solved, "white-hot", "violation" if known else "advice", "200.7(C)(1)",
            f"white hot at {called(circuit)}, {'not re-marked' if known else 'marking not on record'}",
            "A white wire of a cable may be a hot only where it is marked so at every end, for good.",
            circuit.id, (circuits_fix(solved, "Mark it at every end", {circuit.id: {"remarked": True}}),),
        )  # fmt: skip
