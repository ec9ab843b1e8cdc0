"""Findings on what lies in the ground: cover, ribbon, where it comes up, what it crosses. 300.5."""

from collections.abc import Iterable, Iterator

from northspan.core.codes.nec.findings.route.saying import finding, fix, proved
from northspan.core.document.finding import Finding
from northspan.core.figures.units import INCH_M, Units
from northspan.core.job.house_rules import HouseRules
from northspan.core.property.pull.solved import LegCover, SolvedPull
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.sized import Change

RIBBON_M = 18.0 * INCH_M
STEEL, HARD = ("RMC", "IMC"), ("PVC80", "RMC", "IMC")
WORDS = {"PVC80": "PVC 80", "RMC": "RMC", "PVC40": "PVC 40"}


def find(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> Iterable[Finding]:
    """What is wrong with a run in the ground."""
    if not solved.covers:
        return
    yield from _cover(book, house, solved, told)
    burial = solved.each.run.burial
    if burial is None:
        return
    yield from _ribbon(book, house, solved, told)
    yield from _risers(book, house, solved, told)
    if not burial.located:
        yield finding(
            solved,
            "dig-unmarked",
            "advice",
            "the law on digging",
            "have the lines in the ground marked first",
            "The call before digging is free and is the law. Dig by hand beside the marks; nobody marks the customer’s "
            "own pipes.",
            (fix(solved, told, Change("It is marked", {"burial/located": True})),),
        )
    if burial.crosses:
        yield finding(
            solved,
            "crosses",
            "note",
            "300.5(F), each utility",
            f"crosses {' and '.join(burial.crosses)}",
            "Keep the distance that the other utility asks, crossing at right angles, and cover the crossing before "
            "the trench is filled.",
        )


def _cover(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> Iterator[Finding]:
    closed = [c for c in solved.covers if c.asked is None]
    if closed:
        pipe = Change("Put it in PVC 40", {"raceway": "PVC40"})
        yield finding(
            solved,
            "cover-not-here",
            "violation",
            "300.5(C)",
            "may not lie under a building like this",
            "Under a building only a raceway that comes out beyond its walls, or MC or MI cable identified for it.",
            proved(book, house, solved, told, [pipe], lambda s: all(c.asked is not None for c in s.covers)),
        )
        return
    asked = max(c.asked or 0.0 for c in solved.covers)
    short = [c for c in solved.covers if c.short]
    if short:
        worst = max(short, key=lambda c: (c.asked or 0.0) - (c.leg.cover or 0.0))
        yield finding(
            solved,
            "cover-short",
            "violation",
            "300.5(A)",
            f"{told.small.said(worst.leg.cover or 0.0)} of cover where {told.small.said(worst.asked or 0.0)} is asked",
            "From the top of it to finished grade; less only where it rises to its terminations.",
            proved(
                book,
                house,
                solved,
                told,
                _deeper(solved, worst, asked, told),
                lambda s: not any(c.short for c in s.covers),
            ),
        )
    elif any(c.leg.cover is None for c in solved.covers) and asked > 0.0:
        yield finding(
            solved,
            "cover-open",
            "note",
            "300.5(A)",
            f"how deep is not decided; {told.small.said(asked)} is asked",
            "The ways side by side say what steel, a GFCI or concrete would change.",
            (fix(solved, told, Change(f"Lay it {told.small.said(asked)} deep", {"burial/cover": asked})),),
        )


def _deeper(solved: SolvedPull, worst: LegCover, asked: float, told: Units) -> Iterator[Change]:
    """Dig deeper; or what lies shallower lawfully: steel, a GFCI ahead of it."""
    yield Change(f"Lay it {told.small.said(asked)} deep", _covers(solved, asked))
    planned = worst.leg.cover or 0.0
    run = solved.each.run
    for other in worst.ways:
        if (
            other.cover <= planned + 1e-9
            and other.open
            and not other.own
            and other.raceway == "RMC"
            and run.cable.raceway != "none"
        ):
            yield Change("Use RMC", {"raceway": "RMC", "raceway_size": None})
        if other.cover <= planned + 1e-9 and other.own and other.gfci and not other.open and run.outlets is not None:
            yield Change("Put a GFCI ahead of it", {"outlets/gfci": True})


def _covers(solved: SolvedPull, asked: float) -> dict[str, float]:
    """The covers (m) to set so that every leg that is too shallow is deep enough."""
    points = solved.each.run.route.points if solved.each.run.route else ()
    found = {}
    for cover in solved.covers:
        at = solved.route.nodes[cover.leg.first].waypoint
        if cover.short and at is not None and points[at].cover is not None:
            found[f"route/points/{at}/cover"] = cover.asked or asked
        elif cover.short:
            found["burial/cover"] = max(found.get("burial/cover", 0.0), cover.asked or asked)
    return found


def _ribbon(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> Iterator[Finding]:
    run = solved.each.run
    deep = any((c.leg.cover or c.asked or 0.0) >= RIBBON_M - 1e-9 for c in solved.covers)
    if run.use == "service" and deep and run.burial is not None and not run.burial.ribbon:
        yield finding(
            solved,
            "no-ribbon",
            "violation" if run.burial.ribbon is False else "advice",
            "300.5(D)(3)",
            "a warning ribbon belongs over service conductors",
            "At least 12 in above them, where they lie 18 in deep or more and not in concrete: nothing ahead of them "
            "opens when a spade finds them.",
            (fix(solved, told, Change("Lay the ribbon", {"burial/ribbon": True})),),
        )


def _risers(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> Iterator[Finding]:
    run, burial = solved.each.run, solved.each.run.burial
    if burial is None:
        return
    bare = run.cable.raceway == "none"
    hard = [Change(f"Bring it up in {WORDS[kind]}", {"burial/riser": kind}) for kind in ("PVC80", "RMC")]
    if bare and burial.riser in (None, "none"):
        yield finding(
            solved,
            "riser-bare",
            "violation" if burial.riser == "none" else "advice",
            "300.5(D)(1)",
            "protect it where it comes up",
            "From the least cover, or 18 in below grade, to 8 ft above it, and where it enters the building.",
            [fix(solved, told, c) for c in hard],
        )
    above = burial.riser or ("none" if bare else run.cable.raceway)
    if burial.exposed_to_damage and above not in (*HARD, "none"):
        yield finding(
            solved,
            "riser-soft",
            "violation",
            "300.5(D)(4), 352.10(F)",
            f"{WORDS.get(above, above)} where it can be hit",
            "Where a mower or a car can reach it, it comes up in RMC, IMC, PVC 80 or the like.",
            [fix(solved, told, c) for c in hard],
        )


def _deep_enough(solved: SolvedPull) -> bool:
    return not any(c.short or c.asked is None for c in solved.covers)
