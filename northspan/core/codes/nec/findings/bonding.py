"""Findings on bonds: their faults with fixes that were tried, jumpers, and sources with no neutral to bond."""

from collections.abc import Iterable
from dataclasses import replace
from typing import Any

import jsonpatch

from northspan.core.codes.codebook import CodeBook
from northspan.core.codes.nec.findings import bond_faults
from northspan.core.fixes import run_fix, station_fix
from northspan.core.ground.bonded import Bonded, bonded
from northspan.core.ground_answer import ModeAnswer
from northspan.core.job import Job
from northspan.core.question import STEEL_RACEWAYS
from northspan.core.sized import Change, hots_of
from northspan.core.solution import Finding, Fix
from northspan.core.systems import SYSTEMS
from northspan.core.view import JobView
from northspan.core.wire_sizes import rank

MOST_CHANGES = 6


def find(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """Everything of every station's bonds."""
    own = Bonded(view.job, view.network, view.ground.joins, tuple((m, b) for m, b, _, _ in view.ground.modes))
    found = tuple(bond_faults.find(book, own))
    for finding in found:
        fixes = (_whole(book, view.job, found, finding, fix) for fix in finding.fixes)
        yield replace(finding, fixes=tuple(fix for fix in fixes if fix is not None))
    yield from _jumpers(view)
    yield from _supply_jumpers(book, view)
    yield from _service_raceways(view)
    yield from _ungrounded(view)


def _whole(book: CodeBook, job: Job, before: tuple[Finding, ...], finding: Finding, fix: Fix) -> Fix | None:
    """A fix with what must go with it: where it brings out another danger, that one's fix is done with it, until none
    is left that was not there before. None where that leads nowhere. A bond that is the only one is not taken out
    without another in its place, though the lack of that one was known before.
    """
    known = {_key(f) for f in before if f.level == "danger"}
    if finding.rule == "bond-extra":
        known = {key for key in known if key[0] != "bond-missing"}
    for _ in range(MOST_CHANGES):
        patch: list[Any] = list(fix.patch)
        document = jsonpatch.apply_patch(job.model_dump(mode="json"), patch, in_place=True)
        tried = Job.model_validate(document)
        after = tuple(bond_faults.find(book, bonded(book, tried)))
        if any(_key(f) == _key(finding) for f in after):
            return None
        new = next((f for f in after if f.level == "danger" and _key(f) not in known), None)
        if new is None:
            return fix
        if not new.fixes:
            return None
        more = new.fixes[0]
        fix = Fix(f"{fix.label}, {more.label[:1].lower()}{more.label[1:]}", (*fix.patch, *more.patch))
    return None


def _key(finding: Finding) -> tuple[str, str | None, str | None]:
    return finding.rule, finding.run, finding.station


def _jumpers(view: JobView) -> Iterable[Finding]:
    """A bonding jumper of wire that is too thin."""
    if not view.ground.modes:
        return
    answer: ModeAnswer = view.ground.modes[0][3]
    for bond in answer.stations:
        own = view.network.stations[bond.station]
        needed = bond.jumper.value if bond.jumper is not None else None
        lock = own.bonding.jumper_size
        if own.bonding.neutral == "wire" and lock is not None and isinstance(needed, str) and rank(lock) < rank(needed):
            yield Finding(
                "jumper-small",
                "violation",
                "250.28(D), 250.102(C)(1)",
                f"{own.name}: bonding jumper {lock}, {needed} asked for",
                "It carries what a fault brings until the breaker opens.",
                station=own.id,
                place=own.place,
                fixes=(station_fix(view.job, own, f"Use {needed} copper", "bonding/jumper_size", needed),),
            )


def _supply_jumpers(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """What goes with the first run out of a derived source with no breaker of its own is a supply-side jumper.

    Out of a transformer of two wires on each side, the breaker ahead of it protects both, 240.21(C)(1).
    """
    for each in view.runs.values():
        source = view.network.stations[each.run.from_station].transformer
        hots, also = hots_of(each), each.sizing.companions
        if source is None or SYSTEMS[source.secondary].grounded == 0 or source.secondary_breaker_a is not None:
            continue
        if hots is None or also is None:
            continue
        needed = book.bonding_jumper(hots).value
        own = also.equipment_ground
        copper = each.sizing.question.ground_metal == "cu"
        if own is None or not copper or not isinstance(needed, str) or rank(own) >= rank(needed):
            continue
        end = view.network.stations[each.run.to_station]
        yield Finding(
            "supply-jumper",
            "violation",
            "250.30(A)(2), 250.102(C)(1)",
            f"{end.name}: {own} copper comes with it, {needed} asked for",
            "No breaker stands at the transformer, so what goes with its secondary wires as far as the first one is a "
            "supply-side bonding jumper, sized by those wires and not by a breaker.",
            run=each.run.id,
            station=end.id,
            place=end.place,
            fixes=(run_fix(each.index, Change(f"Use {needed} copper", {"egc_size": needed})),),
        )


def _service_raceways(view: JobView) -> Iterable[Finding]:
    """Steel round service conductors, which no breaker watches, is bonded by more than locknuts."""
    for each in view.runs.values():
        run, end = each.run, view.network.stations[each.run.to_station]
        if run.use != "service" or run.raceway not in STEEL_RACEWAYS or run.raceway_bonded:
            continue
        sure = run.raceway_bonded is False
        yield Finding(
            "service-raceway",
            "violation" if sure else "advice",
            "250.92(A), (B)",
            f"{end.name}: its steel service raceway {'is not bonded' if sure else 'has no bond on record'}",
            "Ahead of the service disconnect only the utility's fuse opens. Locknuts alone do not do there; a bonding "
            "bushing, a hub or threads do.",
            run=run.id,
            station=end.id,
            place=end.place,
            fixes=(run_fix(each.index, Change("It is bonded", {"raceway_bonded": True})),),
        )


def _ungrounded(view: JobView) -> Iterable[Finding]:
    """A transformer whose secondary has no neutral to bond."""
    for own in view.job.stations:
        if own.transformer is not None and SYSTEMS[own.transformer.secondary].grounded == 0:
            volts = own.transformer.secondary.partition("-")[0]
            yield Finding(
                "derived-ungrounded",
                "note",
                "250.20(B), 250.21",
                f"{own.name}: {volts} V out, no neutral to bond",
                "Nothing opens on a first hot to a can; a second one on the other leg is a short through the cans. "
                "They are bonded together all the same, and ground detection tells of the first.",
                station=own.id,
                place=own.place,
            )
