"""Findings on bonds: their faults with fixes that were tried, jumpers, and sources with no neutral to bond."""

from collections.abc import Iterable
from dataclasses import replace

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.findings.earth import bond_faults
from northspan.core.document.finding import Finding, Fix
from northspan.core.document.patched import patched_job
from northspan.core.job.job import Job
from northspan.core.network.guards import unguarded
from northspan.core.network.sized_run import hots_of
from northspan.core.network.topology import SOURCES
from northspan.core.physics.raceway.steel import is_steel
from northspan.core.property.ground.answer import ModeAnswer
from northspan.core.property.ground.bonded import Bonded, bonded, without_home
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import WORSE, run_fix, station_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

MOST_CHANGES = 6
# Faults whose mending joins a can to its source.
WAYS_HOME = ("no-way-back", "bar-floating")


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Everything of every station's bonds."""
    own = Bonded(view.job, view.network, view.ground.joins, tuple((m, b) for m, b, _, _ in view.ground.modes))
    found = tuple(bond_faults.find(book, own))
    # As it was entered, for bonds turn on no length, nor on the circuits of a panel.
    bare = tuple(s.model_copy(update={"panel": None}) if s.panel else s for s in view.entered.stations)
    tried = view.entered.model_copy(update={"stations": bare})
    homeless = without_home(own.modes)
    for finding in found:
        fixes = (_whole(book, tried, found, homeless, finding, fix) for fix in finding.fixes)
        yield replace(finding, fixes=tuple(fix for fix in fixes if fix is not None))
    yield from _jumpers(view)
    yield from _supply_jumpers(book, view)
    yield from _service_raceways(view)
    yield from _ungrounded(view)


def _whole(
    book: WholeBook,
    entered: Job,
    before: tuple[Finding, ...],
    homeless: frozenset[tuple[str, str]],
    finding: Finding,
    fix: Fix,
) -> Fix | None:
    """A fix with what must go with it: where it brings out another danger or violation, or leaves a can without a way
    home, that one's fix is done with it, until none is left that was not there before. None where that leads nowhere. A
    bond that is the only one is not taken out without another in its place, though the lack of that one was known
    before.
    """
    known = {_key(f) for f in before if f.level in WORSE}
    if finding.rule == "bond-extra":
        known = {key for key in known if key[0] != "bond-missing"}
    for _ in range(MOST_CHANGES):
        mended = bonded(book.earthing, patched_job(entered, fix.patch))
        after = tuple(bond_faults.find(book, mended))
        if any(_key(f) == _key(finding) for f in after):
            return None
        lost = {at for _, at in without_home(mended.modes) - homeless}
        new = next((f for f in after if f.level in WORSE and (_key(f) not in known or f.station in lost)), None)
        if new is None:
            return fix if not lost else None
        if not new.fixes:
            return None
        more = new.fixes[0]
        # What brings a way home comes first: no can is without one in between.
        fix = _then(more, fix) if new.rule in WAYS_HOME else _then(fix, more)
    return None


def _then(first: Fix, then: Fix) -> Fix:
    return Fix(f"{first.label}, then {then.label[:1].lower()}{then.label[1:]}", (*first.patch, *then.patch))


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
        if (
            own.bonding.neutral == "wire"
            and lock is not None
            and isinstance(needed, str)
            and AWG.rank(lock) < AWG.rank(needed)
        ):
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


def _supply_jumpers(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """What goes with the first run out of a source with no breaker of its own is a supply-side jumper.

    Out of a transformer of two wires on each side, the breaker ahead of it protects both, 240.21(C)(1).
    """
    for each in view.runs.values():
        source = view.network.stations[each.run.from_station]
        hots, also = hots_of(each), each.sizing.companions
        if hots is None or also is None or not unguarded(source, each.guard):
            continue
        needed = book.earthing.bonding_jumper(hots, source.transformer.kva if source.transformer else None).value
        own = also.equipment_ground
        copper = each.sizing.question.ground_metal == "cu"
        if own is None or not copper or not isinstance(needed, str) or AWG.rank(own) >= AWG.rank(needed):
            continue
        end = view.network.stations[each.run.to_station]
        derived = "250.30(A)(2)" if source.transformer is not None else "250.35(B)(1)"
        yield Finding(
            "supply-jumper",
            "violation",
            f"{derived}, 250.102(C)(1)",
            f"{end.name}: {own} copper comes with it, {needed} asked for",
            f"No breaker stands at {source.name}, so what goes with its wires as far as the first one is a supply-side "
            "bonding jumper, sized by those wires and not by a breaker.",
            run=each.run.id,
            station=end.id,
            place=end.place,
            fixes=(run_fix(each, Change(f"Use {needed} copper", {"egc_size": needed})),),
        )


def _service_raceways(view: JobView) -> Iterable[Finding]:
    """Steel round service conductors, which no breaker watches, is bonded by more than locknuts."""
    for each in view.runs.values():
        run, end = each.run, view.network.stations[each.run.to_station]
        if run.use != "service" or not is_steel(run.cable.raceway) or run.cable.raceway_bonded:
            continue
        sure = run.cable.raceway_bonded is False
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
            fixes=(run_fix(each, Change("It is bonded", {"raceway_bonded": True})),),
        )


def _ungrounded(view: JobView) -> Iterable[Finding]:
    """A source that has no neutral to bond: what it needs instead."""
    for own in view.job.stations:
        system = view.network.delivers.get(own.id)
        source = own.kind == "utility" or own.transformer is not None or own.kind in SOURCES
        if not source or system is None or SYSTEMS[system].grounded or own.id not in view.network.leaving:
            continue
        volts = system.partition("-")[0]
        known = own.gear.ground_detection
        if known:
            continue
        yield Finding(
            "derived-ungrounded",
            "advice" if known is None else "violation",
            "250.21(B) and (C), 250.30(B)" if own.kind != "utility" else "250.21(B) and (C), 250.24(E)",
            f"{own.name}: {volts} V out with no neutral to bond",
            "Nothing opens on a first hot to a can; a second one on the other leg is a short through the cans. Ground "
            "detection as near the source as can be tells of the first, the gear is marked as ungrounded, and the cans "
            "are bonded together and to the electrodes all the same.",
            station=own.id,
            place=own.place,
            fixes=(station_fix(view.job, own, f"Fit ground detection at {own.name}", "gear/ground_detection", True),),
        )
