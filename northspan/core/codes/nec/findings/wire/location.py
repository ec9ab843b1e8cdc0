"""Findings on where a wire or cable lies."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import AWG, INSULATIONS
from northspan.core.codes.nec.sizing.terms import terms_of
from northspan.core.run.question import RunQuestion
from northspan.core.run.sized import Change, RunFinding, Sizing

# UF is sold to 6 AWG, and at 60 C takes a size more than wire in pipe.
UF_SURELY = "8"


def find(s: Sizing) -> Iterable[RunFinding]:
    """Dry-place wire in a wet place, a cable buried that may not be, single conductors with nothing round them."""
    q = s.question
    cable = INSULATIONS.word(q.insulation, "cable") == "yes"
    single = tuple(
        Change(f"Use {kind} in PVC 40", {"insulation": kind, "raceway": "PVC40"}) for kind in ("THWN-2", "XHHW-2")
    )
    if q.location != "dry" and INSULATIONS.word(q.insulation, "wet") == "no":
        yield RunFinding(
            "wet-place",
            "violation",
            "334.12(B)" if cable else "310.10(C)",
            f"{q.insulation} in a wet place",
            "A raceway outdoors or in the ground counts as wet inside; this insulation is for dry places.",
            (*_marked(q), *single, *_cables(s)),
        )
    elif q.location == "buried" and cable and INSULATIONS.word(q.insulation, "buried") == "no":
        yield RunFinding(
            "buried-cable",
            "violation",
            "338.12(A)" if q.insulation in ("SER", "SEU") else "330.10, 330.12",
            f"{q.insulation} in the ground",
            "This cable may not be buried.",
            (*single, *_cables(s)),
        )
    burial = INSULATIONS.word(q.insulation, "buried") == "yes"
    if not cable and q.raceway == "none" and not terms_of(q).aerial and not (q.location == "buried" and burial):
        buried = q.location == "buried"
        marked = (Change("It is marked USE-2", {"insulation": "USE-2"}),) if buried else ()
        yield RunFinding(
            "single-conductors",
            "violation",
            "300.3(A), 310.10(E)" if buried else "300.3(A)",
            f"{q.insulation} buried with nothing round it" if buried else f"{q.insulation} with nothing round it",
            "Only what is marked for direct burial lies bare in the ground: read the print on the wire. USE-2, and "
            "cable laid up of it, may."
            if buried
            else "Single conductors belong in a raceway or a cable.",
            (*marked, Change("Put it in PVC 40", {"raceway": "PVC40"})),
        )
    if q.insulation == "USE-2" and q.location == "dry":
        yield RunFinding(
            "use-indoors",
            "violation",
            "338.12(B)(1)",
            "USE-2 inside a building",
            "By itself it is for the earth: it ends where it enters, unless it is marked RHW-2 or XHHW-2 as well.",
            (Change("It is marked RHW-2 too", {"insulation": "RHW-2"}), *single),
        )
    if q.insulation == "SEU" and q.use != "service" and q.wiring.grounded:
        yield RunFinding(
            "bare-neutral",
            "violation",
            "338.10(B)(2), 250.32(B)",
            "SEU: its neutral is bare",
            "Past the service the neutral is insulated and a ground goes with it; SEU has two hots and one bare wire, "
            "and where that is the neutral there is no ground.",
            (
                Change("Use SER, with a fourth wire", {"insulation": "SER", "no_egc": False}),
                Change("Use SER in copper", {"insulation": "SER", "metal": "cu", "no_egc": False}),
            ),
        )
    buried_bare = q.location == "buried" and q.raceway == "none" and q.bare_egc and not cable
    if buried_bare and q.has_equipment_ground and q.ground_metal == "al":
        yield RunFinding(
            "aluminium-ground-in-earth",
            "violation",
            "250.120(B)(1)",
            "Bare aluminium equipment ground in the soil",
            "Bare or only covered, aluminium does not last in earth, masonry or concrete; outdoors it ends 18 in above "
            "the earth, or in an enclosure that is listed for where it stands.",
            (
                Change("Lay an insulated ground", {"bare_egc": False}),
                Change("Lay the ground in copper", {"egc_metal": "cu"}),
            ),
        )
    if cable and q.raceway != "none":
        yield RunFinding(
            "cable-in-raceway",
            "note",
            "Chapter 9 note 9",
            f"{q.insulation} cable in a raceway",
            "No table gives a cable's area: measure its width and count it as one conductor of that diameter.",
            (Change("Run it without a raceway", {"raceway": "none"}),) if q.location == "dry" else (),
        )


def _marked(q: RunQuestion) -> tuple[Change, ...]:
    """What is printed on much wire besides."""
    return (Change("It is marked THWN-2 too", {"insulation": "THWN-2"}),) if q.insulation == "THHN" else ()


def _cables(s: Sizing) -> tuple[Change, ...]:
    """The cable that may lie in the earth, as long as it is sold: copper, 6 AWG at most at its own 60 C."""
    q, rung = s.question, s.rung
    sold = rung is not None and q.metal == "cu" and AWG.rank(rung.size) <= AWG.rank(UF_SURELY)
    return (Change("Use UF", {"insulation": "UF", "raceway": "none"}),) if sold and q.location == "buried" else ()
