"""Taps and transformer secondaries, 240.21(B) and (C): every condition of each kind, met, not met or not on record."""

from collections.abc import Iterable
from dataclasses import dataclass

from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.codes.nec.sizing.least import LEAST_SHARE, LONG_M, LONGEST_M, kind_by_length, section
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import a_number, number
from northspan.core.job.job import Station
from northspan.core.job.run import TapFacts
from northspan.core.network.guards import holds_device, main_a
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix, station_fix
from northspan.core.property.whole.solution import Condition
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

Met = bool | None


@dataclass(frozen=True, slots=True)
class _Asked:
    """One condition: its rule, what it says, whether it is met (None: not on record), why, what would meet it."""

    rule: str
    words: str
    met: Met
    why: str
    fixes: tuple[Fix, ...] = ()


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A tap or a secondary with a condition that is not met, or that nothing is on record of."""
    for each in view.runs.values():
        end = view.network.stations[each.run.to_station]
        kind = each.run.tap
        if kind in LEAST_SHARE and each.sizing.question.tap_least is None and _owes_share(each):
            yield Finding(
                "tap-ahead-unknown", "advice", section(kind, False),
                f"{end.name}: the device ahead of its tap is not on record",
                "What a tap carries at least is a share of the device ahead of it; until that is entered the tap is "
                "not judged by it.",
                run=each.run.id, station=end.id,
            )  # fmt: skip
        for asked in _asked(view, each):
            if asked.met is not True:
                known = asked.met is False
                yield Finding(
                    asked.rule if known else f"{asked.rule}-unknown", "violation" if known else "advice",
                    section(_kind(each), each.sizing.question.secondary), f"{end.name}: {asked.why}",
                    f"{'Asked of' if known else 'Not on record; asked of'} this kind of tap: {asked.words}.",
                    run=each.run.id, station=end.id, fixes=asked.fixes,
                )  # fmt: skip


def _owes_share(each: SizedRun) -> bool:
    """Whether a tap owes a share of what is ahead: all but one that stays in the enclosure it is tapped in."""
    return each.run.tap_facts is None or each.run.tap_facts.leaves_enclosure is not False


def conditions(view: JobView, each: SizedRun) -> tuple[Condition, ...]:
    """What is asked of a run that is a tap, or the secondary of a transformer that ends in the only device it has."""
    if not _is_one(each):
        return ()
    cite = section(_kind(each), each.sizing.question.secondary)
    q, rung = each.sizing.question, each.sizing.rung
    share: tuple[Condition, ...] = ()
    if q.tap_least is not None:
        enough = None if rung is None else rung.allowed_ampacity_a >= q.tap_least.amps - 1e-9
        share = (Condition(f"{number(q.tap_least.amps)} A at least: {q.tap_least.why}", enough, q.tap_least.cite),)
    return (*share, *(Condition(asked.words, asked.met, cite) for asked in _asked(view, each)))


def _is_one(each: SizedRun) -> bool:
    return each.run.tap is not None or (each.sizing.question.secondary and each.guard.at == "main")


def _kind(each: SizedRun) -> str:
    return each.run.tap or kind_by_length(each.run.cable.length)


def _asked(view: JobView, each: SizedRun) -> Iterable[_Asked]:
    if not _is_one(each):
        return
    kind, secondary = _kind(each), each.sizing.question.secondary
    end, facts = view.network.stations[each.run.to_station], each.run.tap_facts or TapFacts()
    yield from _length(view, each, kind, secondary)
    yield _end(view, each, end, kind)
    piped = each.run.cable.raceway != "none"
    box = Change("Put it in PVC 80", {"raceway": "PVC80", "insulation": "XHHW-2"})
    yield _Asked(
        "tap-protection", "in a raceway, or protected from damage", piped or facts.protected,
        "the tap is in no raceway" if facts.protected is False else "its protection from damage not on record",
        (run_fix(each, box), run_fix(each, _fact(each, "It is protected from damage", "protected", True))),
    )  # fmt: skip
    if kind == "outside":
        yield _Asked(
            "tap-outdoors", "outdoors all the way but where it ends", facts.outdoors,
            "an outside tap goes through a building" if facts.outdoors is False
            else "whether it stays outdoors is not on record",
            (run_fix(each, _fact(each, "It stays outdoors", "outdoors", True)),),
        )  # fmt: skip
        yield _Asked(
            "tap-entry", "ends outdoors, or inside nearest to where it comes in",
            True if end.gear.outdoors else end.gear.nearest_entry,
            "the outside tap ends away from where it comes in" if end.gear.nearest_entry is False
            else "where the outside tap ends is not on record",
            (station_fix(view.job, end, f"{end.name} is nearest to where it comes in", "gear/nearest_entry", True),),
        )  # fmt: skip


def _length(view: JobView, each: SizedRun, kind: str, secondary: bool) -> Iterable[_Asked]:
    told, length = view.job.told.length, each.run.cable.length
    longest = LONGEST_M.get(kind)
    if longest is None:
        return
    fixes: tuple[Fix, ...] = ()
    start = view.network.stations[each.run.from_station]
    if secondary and each.guard.rating_a is not None:
        held = each.guard.rating_a
        label = f"Add {a_number(held)} A breaker at its secondary"
        fixes = (station_fix(view.job, start, label, "transformer/secondary_breaker_a", held),)
    elif not secondary and kind == "10-ft" and length <= LONG_M:
        fixes = (run_fix(each, Change("Make it a 25 ft tap", {"tap": "25-ft"})),)
    yield _Asked(
        "secondary-length" if secondary else "tap-length", f"{told.said(longest)} at most, end to end",
        length <= longest + 1e-9, f"{'secondary' if secondary else 'tap'} of {told.said(length)}", fixes,
    )  # fmt: skip


def _end(view: JobView, each: SizedRun, end: Station, kind: str) -> _Asked:
    """A tap ends in one device; a short one in gear that is rated no higher than the tap carries, too."""
    if main_a(end) is not None:
        return _Asked("tap-end", _END, True, "")
    rung, rating = each.sizing.rung, end.gear.rating_a
    has = holds_device(end)
    gear = kind == "10-ft" and has is False and rating is not None
    met: Met = has if has is not True else None
    if gear and rung is not None and rating is not None:
        met = rating <= rung.allowed_ampacity_a + 1e-9
    fits = overcurrent.standard_rating_below(rung.allowed_ampacity_a) if rung is not None else None
    fixes: tuple[Fix, ...] = ()
    if fits is not None and fits >= each.sizing.design_a - 1e-9 and end.kind in ("panelboard", "disconnect"):
        fixes = (_main(view, end, fits),)
    unknown = "the rating of the main that the tap ends in" if has else "what device the tap ends in"
    why = "the tap ends in no single device" if met is False else f"{unknown} is not on record"
    return _Asked("tap-end", _END_SHORT if kind == "10-ft" else _END, met, why, fixes)


_END = "ends in one breaker or one set of fuses that holds the load to what it carries"
_END_SHORT = f"{_END}, or in gear rated no higher than that"


def _main(view: JobView, end: Station, amps: float) -> Fix:
    ways: dict[str, object] = {"gear/has_main": True, "gear/rating_a": amps}
    if end.kind == "disconnect":
        ways = {"gear/overcurrent": "breaker", "gear/rating_a": amps}
    parts = [station_fix(view.job, end, "", way, value).patch for way, value in ways.items()]
    return Fix(f"End it in {a_number(amps)} A main in {end.name}", tuple(step for part in parts for step in part))


def _fact(each: SizedRun, label: str, name: str, value: bool) -> Change:
    facts = (each.run.tap_facts or TapFacts()).model_copy(update={name: value})
    return Change(label, {"tap_facts": facts.model_dump(mode="json")})
