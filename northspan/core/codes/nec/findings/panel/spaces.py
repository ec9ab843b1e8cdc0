"""Findings on spaces and legs: what stands where it may not, and how many there are. 408.36, 408.54, 210.4, 240.15."""

from collections.abc import Iterable, Iterator
from typing import Any

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.findings.equipment.gear import made_gear
from northspan.core.codes.nec.findings.panel.saying import called, circuits_fix, finding, panel_fix
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import a_number, number
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.solved import SolvedPanel, spaces_of
from northspan.core.property.whole.book import WholeBook


def find(book: WholeBook, solved: SolvedPanel) -> Iterable[Finding]:
    """What stands in the spaces of a panel."""
    yield from _taken_twice(solved)
    yield from _tandems(solved)
    yield from _one_leg(solved)
    yield from _pairs(solved)
    yield from _count(solved)
    yield from _no_space(solved)
    yield from _spare(solved)
    yield from _main(solved)


def _taken_twice(solved: SolvedPanel) -> Iterator[Finding]:
    for space, here in solved.stands.items():
        halves = [c.half for c in here]
        if len(here) > 1 and (None in halves or len(set(halves)) < len(halves)):
            last = here[-1]
            yield finding(
                solved, "space-taken", "violation", "110.3(B)",
                f"space {space} is taken twice",
                f"{' and '.join(c.name or c.id for c in here)} are both written there: one breaker stands in a space, "
                "or two halves of a tandem.",
                last.id, _moves(solved, last),
            )  # fmt: skip
    for circuit in solved.panel.circuits:
        if any(s in solved.bus.blocked for s in spaces_of(circuit)):
            yield finding(
                solved, "space-blocked", "violation", "110.3(B)", f"{called(circuit)} is in a space that takes none",
                "The bus has no stab there, or it is kept for something else.", circuit.id, _moves(solved, circuit),
            )  # fmt: skip


def _tandems(solved: SolvedPanel) -> Iterator[Finding]:
    for circuit in solved.panel.circuits:
        if circuit.half is None or circuit.space is None or circuit.space in solved.bus.twins:
            continue
        yield finding(
            solved, "tandem-where-none", "violation", "408.54, 110.3(B)", f"a tandem in {circuit.space}",
            "The bus is notched for tandems only where its label says so; one forced in sits badly on its stab.",
            circuit.id, _moves(solved, circuit),
        )  # fmt: skip


def _one_leg(solved: SolvedPanel) -> Iterator[Finding]:
    """Two poles on one leg: no voltage between them."""
    for circuit in solved.panel.circuits:
        spaces = spaces_of(circuit)
        if len(spaces) == 2 and len({solved.bus.leg(s) for s in spaces}) == 1:
            yield finding(
                solved, "two-pole-one-leg", "danger", "240.15(B), 110.3(B)",
                f"both poles of {called(circuit)} on leg {solved.bus.leg(spaces[0])}",
                "Between its hots there is no voltage, and a neutral that they share carries the sum of both.",
                circuit.id, _moves(solved, circuit),
            )  # fmt: skip


def _pairs(solved: SolvedPanel) -> Iterator[Finding]:
    """Multiwire pairs on one leg, or whose breakers do not open together."""
    by_id = {c.id: c for c in solved.panel.circuits}
    for circuit in solved.panel.circuits:
        other = by_id.get(circuit.partner or "")
        if other is None or circuit.space is None or other.space is None:
            continue
        if (circuit.space, circuit.id) > (other.space, other.id):
            continue
        both = f"{called(circuit)} and {called(other)}"
        if solved.bus.leg(circuit.space) == solved.bus.leg(other.space):
            yield finding(
                solved, "multiwire-one-leg", "danger", "210.4(A), 200.4",
                f"{both} share a neutral on one leg",
                "The neutral carries the sum of both in place of their difference, and no breaker stands in it.",
                other.id, tuple(_beside(solved, circuit, other)),
            )  # fmt: skip
        if any(c.breaker != "standard" and c.poles == 1 for c in (circuit, other)):
            one = bool(circuit.tied or other.tied) and circuit.breaker == other.breaker
            yield finding(
                solved, "multiwire-one-pole-guard", "note" if one else "violation", "210.4(B), 110.3(B)",
                f"{both} share a neutral: one two-pole device for both" if one
                else f"{both} share a neutral through one-pole devices that watch it",
                "A one-pole device compares its own hot with the neutral; with the other's current on it neither stays "
                "in. One two-pole device for both does it" + (", and that is what is bought." if one else "."),
                circuit.id, (),
            )  # fmt: skip
        if not (circuit.tied or other.tied):
            near = _side_by_side(circuit, other)
            fix = circuits_fix(solved, f"Tie {both}", {circuit.id: {"tied": True}, other.id: {"tied": True}})
            known = circuit.tied is False or other.tied is False
            yield finding(
                solved, "multiwire-untied", "violation" if known else "advice", "210.4(B)",
                f"{both} share a neutral, {'no tie' if known else 'tie not on record'}",
                "One handle opens both, so that whoever works on one does not meet the other's current on the neutral.",
                circuit.id, (fix,) if near else tuple(_beside(solved, circuit, other, tie=True)),
            )  # fmt: skip


def _side_by_side(a: PanelCircuit, b: PanelCircuit) -> bool:
    return abs((a.space or 0) - (b.space or 0)) in (0, 2)


def _beside(solved: SolvedPanel, stays: PanelCircuit, moves: PanelCircuit, tie: bool = False) -> Iterator[Fix]:
    """One of a pair moved next to the other on the other leg, in exchange for who stands there if need be; else both to
    a free pair of spaces.
    """
    free = set(solved.free) | set(spaces_of(moves))
    tied = {"tied": True} if tie else {}
    for one, other in ((stays, moves), (moves, stays)):
        for space in solved.bus.below_or_above(one.space or 0):
            if space == other.space or one.half is not None:
                continue
            there = () if space in free else solved.stands.get(space, ())
            if len(there) > 1 or any(not _may_go(c) or other.half is not None for c in there):
                continue
            values: dict[str, dict[str, Any]] = {other.id: {"space": space, "half": None, **tied}}
            values |= {c.id: {"space": other.space, "half": None} for c in there}
            values |= {one.id: tied} if tie else {}
            change = f", {called(there[0])} to {other.space}" if there else ""
            yield circuits_fix(solved, f"Move {called(other)} to {space}{change}", values)
            return
    both = free | set(spaces_of(stays))
    for space in solved.bus.spaces:
        if solved.bus.takes_pair(space) and {space, space + 2} <= both:
            values = {c.id: {"space": at, "half": None, **tied} for c, at in ((stays, space), (moves, space + 2))}
            yield circuits_fix(solved, f"Move both to {space} and {space + 2}", values)
            return


def _may_go(circuit: PanelCircuit) -> bool:
    """Whether a breaker may change places with another of one pole."""
    return circuit.poles == 1 and circuit.half is None and circuit.partner is None and not circuit.locked


def _count(solved: SolvedPanel) -> Iterator[Finding]:
    poles = sum(c.poles for c in solved.panel.circuits if c.space is not None)
    allowed = solved.bus.poles_allowed
    if allowed is None or poles <= allowed:
        return
    yield finding(
        solved, "circuits-allowed", "violation", "408.54", f"{poles} poles in it, {allowed} allowed",
        "A panelboard takes so many overcurrent devices as it is marked for, each pole counted, and no more.",
    )  # fmt: skip


def _no_space(solved: SolvedPanel) -> Iterator[Finding]:
    """Runs that leave through a breaker of which no space is written down, where there are not enough free ones."""
    written = {c.run for c in solved.panel.circuits if c.space is not None}
    leaving = [each.sized.run for each in solved.asked.leaving if each.id not in written]
    asked = [run for run in leaving if run.leaves != "lugs" and run.tap is None and not run.later]
    poles, free = sum(SYSTEMS[run.system].ungrounded for run in asked), len(solved.free) - _too_many(solved)
    if poles > max(free, 0):
        many = f"{poles} spaces" if poles != 1 else "one space"
        yield finding(
            solved, "run-no-space", "violation", "408.54, 110.3(B)",
            f"{many} asked for by what is fed from it, {max(free, 0)} free",
            "A breaker that has no space cannot feed anything. Move circuits out, take tandems where the bus takes "
            "them, or a larger panel.",
        )  # fmt: skip


def _too_many(solved: SolvedPanel) -> int:
    """How many poles stand where another stands already, or where none can: each needs a free space of its own."""
    count = 0
    for space, here in solved.stands.items():
        halves = [c.half for c in here]
        twin = space in solved.bus.twins and None not in halves and len(set(halves)) == len(halves)
        nowhere = space in solved.bus.blocked or space not in solved.bus.spaces
        count += len(here) if nowhere else 0 if twin else len(here) - 1
    return count


def _spare(solved: SolvedPanel) -> Iterator[Finding]:
    wanted, free = solved.asked.rules.spare_spaces, len(solved.free)
    if free < wanted:
        yield finding(
            solved, "spare-spaces", "house", "house rule",
            f"{free} free space{'' if free == 1 else 's'}, {wanted} wanted",
            "Counted when everything written here is in. Tandems where the bus takes them, or a larger panel, do.",
        )  # fmt: skip


def _main(solved: SolvedPanel) -> Iterator[Finding]:
    gear = solved.station.gear
    if gear.has_main and gear.bus_a is not None and gear.rating_a is not None and gear.rating_a > gear.bus_a + 1e-9:
        larger = made_gear(gear.rating_a)
        fix = (panel_fix(solved, f"Use {a_number(larger)} A bus", {"gear/bus_a": larger}),) if larger else ()
        yield finding(
            solved, "main-above-bus", "violation", "408.36", f"{number(gear.rating_a)} A main on "
            f"{a_number(gear.bus_a)} A bus",
            "A panelboard is protected at its own rating or below.", None, fix,
        )  # fmt: skip


def _moves(solved: SolvedPanel, circuit: PanelCircuit) -> tuple[Fix, ...]:
    """A circuit moved to the first space that takes it; none where no space does."""
    free = set(solved.free)
    for space in solved.bus.spaces:
        pair = solved.bus.takes_pair(space) and {space, space + 2} <= free
        fits = pair if circuit.poles == 2 else space in free
        if fits and (circuit.partner is None or circuit.poles == 2):
            values = {"space": space, "half": None}
            return (circuits_fix(solved, f"Move {called(circuit)} to {space}", {circuit.id: values}),)
    return ()
