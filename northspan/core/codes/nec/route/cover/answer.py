"""The answer to a cover: the least there may be, whether what is meant keeps it, and every other way. 300.5(A)."""

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.codes.nec.data import COVER
from northspan.core.codes.nec.route.cover.case import CoverCase
from northspan.core.codes.nec.route.cover.ways import ROCK_IN, Basis, Way, shallowest, ways
from northspan.core.figures.working import Figure, NamedFigure, Step, number
from northspan.core.property.pull.limits import within

BASIS_WORDS: dict[Basis, str] = {
    "wiring": "by wiring method",
    "gfci": "a dwelling's 120 V, 20 A branch circuit with GFCI",
    "low_voltage": "irrigation or landscape lighting to 30 V",
    "solid_rock": "concrete down to solid rock",
}


def cover(case: CoverCase) -> CaseAnswer:
    """Answer a cover; it passes where some way is open for its method and the depth that is meant keeps it."""
    best = shallowest(case)
    least = None if best is None else best.min_cover_in
    fits = None if case.depth_in is None else least is not None and within(least, case.depth_in)
    short = None if case.depth_in is None or least is None else max(0.0, least - case.depth_in)
    values = {
        "allowed": best is not None,
        "min_cover_in": least,
        "basis": None if best is None else best.basis,
        "fits": fits,
        "short_in": short,
        "alternatives": [
            {
                "method": w.method,
                "basis": w.basis,
                "min_cover_in": w.min_cover_in,
                "open": w.open,
                "needs": list(w.needs),
            }
            for w in ways(case)
        ],
    }
    passes = best is not None and fits is not False
    return CaseAnswer(passes, _headline(case, best, fits), values, _figures(case, best), _findings(case, best, fits))


def cover_step(case: CoverCase, way: Way) -> Step:
    """The line of working that says where a way's cover was read."""
    if way.basis == "solid_rock":
        return Step("Concrete down to the rock", ROCK_IN, "in", "Table 300.5(A), notes")
    suffix = "buried" if way.method == "direct_burial" else "raceway"
    column = way.method if way.basis == "wiring" else f"{way.basis}_{suffix}"
    return COVER.read(case.location, column, f"{COVER.word(case.location, 'says')}, {BASIS_WORDS[way.basis]}")


def _headline(case: CoverCase, best: Way | None, fits: bool | None) -> str:
    if best is None:
        return "May not lie here with nothing round it"
    asked = f"{number(best.min_cover_in)} in of cover"
    if fits is None:
        return asked
    return f"{asked}; {number(case.depth_in or 0.0)} in {'does' if fits else 'is too shallow'}"


def _figures(case: CoverCase, best: Way | None) -> tuple[NamedFigure, ...]:
    if best is None:
        return ()
    figure = Figure(best.min_cover_in, "in", (cover_step(case, best),))
    return (NamedFigure("min_cover_in", "Least cover", figure),)


def _findings(case: CoverCase, best: Way | None, fits: bool | None) -> tuple[CaseFinding, ...]:
    if best is None:
        words = "Under a building only a raceway, or MC or MI cable that is identified for it."
        return (CaseFinding("cover-not-here", "violation", "300.5(C)", "Not under a building", words),)
    if fits is False:
        words = f"{number(best.min_cover_in)} in is the least from the top of it to finished grade."
        return (CaseFinding("cover-shallow", "violation", "300.5(A)", "Too shallow", words),)
    return ()
